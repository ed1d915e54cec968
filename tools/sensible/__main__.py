"""``make sensible``: a fresh sample of sensible faults, each held against every test that runs the function it is in.

``SAMPLE=120`` how many, ``SEED=`` which, ``AREAS="core server web"`` where. First the whole suite runs once and notes which file of tests runs which
function (kept in ``var/sensible`` until the code changes). A fault in Python is noticed by a test or the type check; one in the pages by the type check, the
tests of the front end or, with the pages built anew, those that drive the browser.
"""

from __future__ import annotations

import ast
import json
import os
import random  # noqa: TID251  (seeded here, and the seed is printed)
import shutil
import subprocess
import sys
from collections import Counter, defaultdict
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from itertools import count
from pathlib import Path
from queue import SimpleQueue
from typing import Final

from .fault import Fault
from .python_faults import faults, signatures

ROOT: Final = Path(__file__).resolve().parents[2]
WORK: Final = ROOT / "var" / "sensible"
AREAS: Final = {"core": ("patterncraft", "plotter"), "server": ("server",), "web": ("web/src",)}
SHARES: Final = {"core": 0.5, "server": 0.25, "web": 0.25}
GOAL: Final = 0.95
LONGEST: Final = 900
"""Seconds after which a fault is taken for one that never ends, which somebody would notice."""
PLACES: Final = os.cpu_count() or 1
LEFT_OUT: Final = ("/migrations/", "/demo_", "/management/", "schema.d.ts", ".test.ts")
"""Neither the invented data nor what is made from other code."""


def catalogue(area: str) -> list[Fault]:
    """Every fault that fits in an area."""
    files = [f for top in AREAS[area] for f in sorted((ROOT / top).rglob("*")) if f.suffix in (".py", ".ts", ".tsx")]
    files = [f for f in files if not any(x in str(f) for x in LEFT_OUT)]
    if area == "web":
        said = subprocess.run(
            ["node", str(Path(__file__).with_name("faults.mjs")), str(ROOT / "web/node_modules/typescript/lib/typescript.js"), *(str(f.relative_to(ROOT)) for f in files)],
            cwd=ROOT, capture_output=True, text=True, check=True,
        )  # fmt: skip
        return [Fault(**json.loads(line), function=0) for line in said.stdout.splitlines()]
    trees = {
        f: ast.parse(f.read_text(encoding="utf-8"))
        for top in ("patterncraft", "server", "plotter")
        for f in sorted((ROOT / top).rglob("*.py"))
    }
    known = signatures(trees.values())
    return [x for f in files for x in faults(str(f.relative_to(ROOT)), f.read_bytes(), trees[f], known)]


def sampled(area: str, wanted: int, dice: random.Random) -> list[Fault]:
    """So many of an area, each kind as often as any other."""
    kinds = defaultdict(list)
    for fault in catalogue(area):
        kinds[fault.kind].append(fault)
    print(f"{area}: {sum(map(len, kinds.values()))} fit, { ({k: len(v) for k, v in sorted(kinds.items())}) }")
    chosen: list[Fault] = []
    for kind in (list(kinds) * wanted)[:wanted]:
        if left := [f for f in kinds[kind] if f not in chosen]:
            chosen.append(dice.choice(left))
    return chosen


def workplace(number: int) -> Path:
    """A copy of what is in git, the installed packages of the front end beside it."""
    place = WORK / f"place{number}"
    shutil.rmtree(place, ignore_errors=True)
    place.mkdir(parents=True)
    subprocess.run(["git", "checkout-index", "-a", f"--prefix={place}/"], cwd=ROOT, check=True)
    for shared in ("web/node_modules", ".venv"):
        (place / shared).symlink_to(ROOT / shared)
    shutil.copytree(ROOT / "web/dist", place / "web/dist")
    return place


class Touched:
    """Which files of tests run a function, those first that bear its file's name, then the shortest."""

    def __init__(self) -> None:
        self._by_function: dict[str, set[str]] = defaultdict(set)
        self._by_path: dict[str, set[str]] = defaultdict(set)
        self._seconds: dict[str, float] = defaultdict(float)
        for told in (WORK / "touched").glob("*.json"):
            for file, seen in json.loads(told.read_text()).items():
                self._seconds[file] += seen["seconds"]
                for function in seen["functions"]:
                    self._by_function[function].add(file)
                    self._by_path[function.split(":")[0]].add(file)

    def by(self, fault: Fault) -> list[str]:
        found = self._by_function[f"{fault.path}:{fault.function}"] if fault.function else self._by_path[fault.path]
        stem = Path(fault.path).stem
        return sorted(found, key=lambda file: (stem not in file, self._seconds[file]))


def touch(place: Path) -> None:
    """Run the suite once and note what it touches."""
    notes, now = (
        WORK / "touched",
        subprocess.run(["git", "write-tree"], cwd=ROOT, capture_output=True, text=True, check=True).stdout,
    )
    if notes.exists() and (notes / "tree").exists() and ((notes / "tree").read_text() == now or os.environ.get("KEEP")):
        return
    shutil.rmtree(notes, ignore_errors=True)
    notes.mkdir(parents=True)
    _pytest(
        ROOT,
        ["-p", "tools.sensible.touched", "-n", str(PLACES), "--dist", "loadfile", "-m", "not browser"],
        3600,
        TOUCHED=str(notes),
    )
    (notes / "tree").write_text(now)


def _pytest(place: Path, arguments: list[str], seconds: float, **more: str) -> bool:
    """Whether the tests noticed something."""
    environment = os.environ | {"HYPOTHESIS_PROFILE": "mutants", "PYTHONDONTWRITEBYTECODE": "1"} | more
    return _failed(place, [sys.executable, "-m", "pytest", "-q", "-p", "no:cacheprovider", *arguments], seconds, environment)


def _failed(place: Path, command: list[str], seconds: float = LONGEST, environment: dict[str, str] | None = None) -> bool:
    try:
        done = subprocess.run(command, cwd=place, env=environment, timeout=seconds, capture_output=True, check=False)
    except subprocess.TimeoutExpired:
        return True
    return done.returncode not in (0, 5)


def noticed(place: Path, fault: Fault, touched: Touched) -> str:
    """By what; empty where nothing noticed."""
    return _noticed_in_pages(place) if fault.path.startswith("web/") else _noticed_in_python(place, fault, touched)


def _noticed_in_python(place: Path, fault: Fault, touched: Touched) -> str:
    files = touched.by(fault)
    if files and _pytest(place, ["-x", "-p", "no:xdist", "-m", "not browser", *files], LONGEST):
        return "a test"
    if _failed(place, [sys.executable, "-m", "mypy", "--cache-dir", f"{place}/.mypy_cache"]):
        return "the type check"
    return "" if files else "nobody runs it"


def _noticed_in_pages(place: Path) -> str:
    web = place / "web"
    for what, command in (("the type check", ["npx", "tsc", "--noEmit", "-p", "."]), ("a test", ["npx", "vitest", "run"])):
        if _failed(web, command):
            return what
    if _failed(web, ["npx", "vite", "build"]) or _pytest(place, ["-x", "-p", "no:xdist", "tests/browser"], 2 * LONGEST):
        return "the browser"
    return ""


@contextmanager
def put_in(place: Path, fault: Fault) -> Iterator[None]:
    """The fault stands there meanwhile."""
    kept = fault.put_in(place)
    try:
        yield
    finally:
        (place / fault.path).write_bytes(kept)


def main() -> int:
    """Print what became of each; 1 where fewer were noticed than should be."""
    wanted, seed = int(os.environ.get("SAMPLE", "120")), int(os.environ.get("SEED", "2026"))
    areas = os.environ.get("AREAS", " ".join(AREAS)).split()
    whole = sum(SHARES[a] for a in areas)
    print(f"seed {seed}, about {wanted} faults", flush=True)
    chosen = [f for a in areas for f in sampled(a, round(wanted * SHARES[a] / whole), random.Random(f"{seed} {a}"))]
    places = [workplace(number) for number in range(PLACES)]
    touch(places[0])
    # Said now: whoever goes on working beside it changes the lines.
    words = {f: f.told(ROOT) for f in chosen}
    touched, free, told = Touched(), SimpleQueue[Path](), count(1)
    for place in places:
        free.put(place)

    def tried(fault: Fault) -> str:
        place = free.get()
        try:
            with put_in(place, fault):
                by = noticed(place, fault, touched)
        finally:
            free.put(place)
        print(f"{next(told)} of {len(chosen)}: {by or 'SURVIVED'}: {words[fault]}", flush=True)
        return by

    with ThreadPoolExecutor(PLACES) as pool:
        results = list(pool.map(tried, chosen))
    by = Counter(what or "nothing" for what in results)
    seen = sum(n for what, n in by.items() if what not in ("nothing", "nobody runs it"))
    print(f"\n{seen} of {len(results)} noticed, {seen / len(results):.0%} (goal {GOAL:.0%}): {dict(by)}")
    return int(seen < GOAL * len(results))


if __name__ == "__main__":
    raise SystemExit(main())
