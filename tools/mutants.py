"""Put small faults into the code, one at a time, and see whether the tests notice: ``make mutants``.

mutmut makes the faults and runs them; here is only which code is held against which tests, a seeded sample of all faults,
and the table. A fault that no test notices is put into the code itself and shown to the type check, which ``make test`` asks before the tests, and then to the tests
that read the code rather than run it (``READING``: pages and schemas made from it, parameters named in it, figures drawn once): what they notice is told apart.
``python -m tools.mutants paper moves`` takes those packages alone, ``SAMPLE=`` and ``SEED=`` the size and the
choice; ``SAMPLE=0`` takes all. A sample is shared out among the packages by their length.
"""

from __future__ import annotations

import ast
import fcntl
import json
import os
import random  # noqa: TID251  (seeded here, and the seed is printed)
import re
import shutil
import subprocess
import sys
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from dataclasses import dataclass
from itertools import count
from pathlib import Path
from typing import Final

ROOT: Final = Path(__file__).resolve().parents[1]
WORK: Final = ROOT / "var" / "mutants"
NOTICED: Final = (1, 3, 24, 36, 37, 152, 255, -24, -11, -9, -6)
"""Exit codes by which a fault was noticed: a test failed, the run ended badly, or it never ended."""
UNTESTED: Final = (5, 33)
HARMLESS: Final = (
    # zip refuses lists of two lengths; both are made from one list, so it never has to.
    (r"strict=(True|False)", r"strict=(None|False)|, \)"),
    # A defect's own words, which nobody is to see.
    (r"raise (AssertionError|Undeclared)\(", r"raise (AssertionError|Undeclared)\("),
    (r"cast\(", r"cast\("),
)
"""What a fault may change without changing anything: (the line before, the line after)."""
HAIRS: Final = re.compile(r"\b(SNAP|TAPED|CLOSE|HAIR|NEAR|FAR|DUST|CRUMB|SEEN|OFF|ON|LAID_OVER|\w+_tolerance)\b|\de-\d+")
"""Tolerances: no number that was computed lies exactly on one, or on one plus a length."""
READING: Final = (
    "tests/patterncraft/measures/test_figure_and_tapes.py",
    "tests/test_pages.py",
    "tests/test_fields_in_the_code.py",
    "tests/test_words_in_the_code.py",
    "tests/test_architecture.py::test_generated_documents_are_current",
)
"""What runs once, when the code is read in, runs before mutmut switches a fault on: only these can see it."""
LEAST: Final = 8
"""Faults tried of the smallest package."""
AT_ONCE: Final = os.cpu_count() or 1
"""Packages tried side by side: half of the time goes into runs that cannot be shared out, of all the tests without a fault, of the type check."""
ALONE: Final = ("--max-children", "1")


@dataclass(frozen=True, slots=True)
class Package:
    """Code, the tests that are about it, and the share of its faults that should be noticed."""

    name: str
    code: tuple[str, ...]
    tests: tuple[str, ...]
    goal: float = 0.85
    without: str = ""
    """Words in the names of tests that cannot run there."""
    beside: str = ""
    """A file of tests that start the application as it runs, and so not the faults in this process."""


def _core(name: str, *tests: str, goal: float = 0.85) -> Package:
    return Package(name, (f"patterncraft/{name}/*",), tuple(f"tests/{t}" for t in tests), goal)


PACKAGES: Final = (
    _core(
        "geometry",
        "patterncraft/geometry",
        "patterncraft/paper",
        "patterncraft/finishing",
        "patterncraft/laying",
        "external/test_against_the_outside.py",
    ),
    _core(
        "paper",
        "patterncraft/paper",
        "patterncraft/moves",
        "patterncraft/geometry/test_nearest*",
        "patterncraft/formats/test_rich_files.py",
        "patterncraft/test_ledger*.py",
        "patterncraft/test_style_and_table.py",
        "bugs",
        "properties/test_invariants.py",
        goal=0.95,
    ),
    _core("handwork", "patterncraft/moves", "patterncraft/paper", "patterncraft/handwork", "bugs", "properties/test_invariants.py"),
    _core(
        "moves",
        "patterncraft/moves",
        "patterncraft/parts",
        "bugs",
        "patterncraft/test_replay.py",
        "properties/test_invariants.py",
        goal=0.95,
    ),
    _core("places", "patterncraft/places", "patterncraft/moves"),
    _core("comparing", "patterncraft/comparing", "patterncraft/test_cli.py"),
    _core("finishing", "patterncraft/finishing", "patterncraft/formats", "patterncraft/comparing"),
    _core(
        "formats",
        "patterncraft/formats",
        "patterncraft/incoming/test_own_drawings.py",
        "patterncraft/test_style_and_table.py",
        "patterncraft/measures",
        "patterncraft/comparing",
        "patterncraft/finishing",
        "patterncraft/laying",
    ),
    _core("drafting", "patterncraft/drafting", "patterncraft/schools"),
    _core(
        "schools", "patterncraft/schools", "patterncraft/drafting", "external/test_drafts_against_the_outside.py", "test_pages.py"
    ),
    _core("measures", "patterncraft/measures"),
    _core("parts", "patterncraft/parts"),
    _core(
        "checks",
        "patterncraft/checks",
        "planted",
        "external/test_checks_against_the_outside.py",
        "patterncraft/parts",
        "patterncraft/test_cli*.py",
    ),
    _core("laying", "patterncraft/laying"),
    _core("fitting", "patterncraft/fitting", "server/test_fitting.py"),
    _core("tracing", "patterncraft/tracing"),
    _core("incoming", "patterncraft/incoming", "patterncraft/tracing"),
    _core("walking", "patterncraft/walking", "external/test_checks_against_the_outside.py", "server/test_ledger_pages.py"),
    Package(
        "core",
        tuple(f"patterncraft/{m}.py" for m in ("ledger", "replay", "measuring", "style", "recipe", "units", "house", "working")),
        ("tests/patterncraft/test_*.py", "tests/patterncraft/moves"),
    ),
    Package(
        "server",
        ("server/people/*", "server/shelf/*", "server/styles/*", "server/workrooms/*"),
        ("tests/server",),
        # Faults are tried side by side, so its database lies in memory; many hands at once want one in a file.
        without="(many_hands or at_once)",
        beside="tests/server/test_as_it_runs.py",
    ),
)


@dataclass(frozen=True, slots=True)
class Result:
    """What became of a package's sample."""

    package: Package
    made: int
    noticed: int
    mistyped: int
    """of those noticed, by the type check alone"""
    read: int
    """of those noticed, by reading alone"""
    survivors: tuple[str, ...]
    untested: tuple[str, ...]
    harmless: int
    seconds: float

    @property
    def tried(self) -> int:
        """Faults of the sample."""
        return self.noticed + len(self.survivors) + len(self.untested)


def workplace(package: Package) -> Path:
    """A copy of what is in git, with mutmut told what to change and which tests to run."""
    place = WORK / package.name
    shutil.rmtree(place, ignore_errors=True)
    place.mkdir(parents=True)
    subprocess.run(["git", "checkout-index", "-a", f"--prefix={place}/"], cwd=ROOT, check=True)
    tests = [str(p.relative_to(place)) for t in package.tests for p in sorted(place.glob(t))]
    copied = [
        "patterncraft",
        "server",
        "tests",
        "bench",
        "siege",
        "tools",
        "docs",
        "web",
        "manage.py",
        "README.md",
        "CONTRIBUTING.md",
    ]
    lines = ["[mutmut]", "source_paths=", "    patterncraft", "    server"]
    lines += ["only_mutate=", *(f"    {c}" for c in package.code), "do_not_mutate=", "    */migrations/*"]
    lines += ["also_copy=", *(f"    {c}" for c in copied)]
    lines += ["pytest_add_cli_args_test_selection=", *(f"    {t}" for t in tests)]
    # One order and few examples: every fault is held against the same questions.
    lines += [
        "pytest_add_cli_args=",
        *(f"    {a}" for a in ("-p", "no:xdist", "-p", "no:cacheprovider", "-m", "not browser", "-q")),
    ]
    if package.without:
        lines += ["    -k", f"    not {package.without}"]
    if package.beside:
        lines.append(f"    --ignore={package.beside}")
    lines += ["timeout_multiplier=4", "timeout_constant=5", "track_dependencies=false", "use_git_change_detection=false"]
    (place / "setup.cfg").write_text("\n".join(lines) + "\n")
    return place


def mutmut(place: Path, *arguments: str, **more: str) -> subprocess.CompletedProcess[str]:
    """Run mutmut there. ``more``: of the environment."""
    environment = os.environ | {"HYPOTHESIS_PROFILE": "mutants", "PYTHONHASHSEED": "0", "STEADY_SHEAR_TEST_DB": ":memory:"} | more
    return subprocess.run(
        [sys.executable, "-m", "mutmut", *arguments], cwd=place, env=environment, text=True, capture_output=True, check=False
    )


def faults(place: Path) -> dict[str, int | None]:
    """Every fault made there, with the exit code of its tests; None for those not tried."""
    found: dict[str, int | None] = {}
    for meta in sorted((place / "mutants").rglob("*.meta")):
        found |= json.loads(meta.read_text())["exit_code_by_key"]
    return found


def lines(package: Package) -> int:
    """How much code a package has."""
    files = {path for c in package.code for path in ROOT.glob(c) if path.suffix == ".py"}
    return sum(len(path.read_text(encoding="utf-8").splitlines()) for path in files)


def tried(package: Package, wanted: int, dice: random.Random) -> Result:
    """Make all faults of a package, run so many of them; all, where none is said."""
    begun = time.monotonic()
    WORK.mkdir(parents=True, exist_ok=True)
    with (WORK / f"{package.name}.lock").open("w") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError:
            raise SystemExit(f"{package.name} is being tried by another run; wait for it, or stop it.") from None
        return _tried(package, wanted, dice, begun)


def _tried(package: Package, wanted: int, dice: random.Random, begun: float) -> Result:
    place = workplace(package)
    # All that is wanted of the first run is what faults there are: its tests ask for a plugin that nobody has, and it ends there.
    mutmut(place, "run", *ALONE, PYTEST_ADDOPTS="-p nobody_has_it")
    made = sorted(faults(place))
    if not made:
        raise SystemExit(f"{package.name}: no faults were made; see {place}")
    names = dice.sample(made, min(wanted, len(made))) if wanted else made
    done = mutmut(place, "run", *ALONE, *names)
    codes = {n: c for n, c in faults(place).items() if n in set(names)}
    if all(c is None for c in codes.values()):
        raise SystemExit(f"{package.name}: the tests do not run there.\n{done.stdout[-3000:]}\n{done.stderr[-2000:]}")
    unseen = sorted(n for n, c in codes.items() if c not in NOTICED)
    harmless = {n for n in unseen if codes[n] == 0 and changes_nothing(place, n)}
    wrong = mistyped(place, [n for n in unseen if n not in harmless])
    read = told_by_reading(place, [n for n in unseen if n not in harmless | wrong])
    left = [n for n in unseen if n not in harmless | wrong | read]
    return Result(
        package,
        len(made),
        sum(c in NOTICED for c in codes.values()) + len(wrong) + len(read),
        len(wrong),
        len(read),
        tuple(n for n in left if codes[n] == 0),
        tuple(n for n in left if codes[n] != 0),
        len(harmless),
        time.monotonic() - begun,
    )


def words(place: Path, name: str) -> Iterator[str]:
    """The lines that a fault changes."""
    shown = mutmut(place, "show", name).stdout
    yield from (line for line in shown.splitlines() if re.match(r"[-+](?![-+])", line))


def mistyped(place: Path, names: list[str]) -> set[str]:
    """Those faults that the type check refuses. Many are put in at once: what it says stands in a line of the function that the fault is in."""
    if names and _asked(place, "mypy").returncode:
        raise SystemExit(f"the type check refuses {place} before a fault is in it")
    found: set[str] = set()
    for together in _one_to_a_function(names):
        with _put_in(place, together) as files:
            ranges = {n: _lines_of(place, n) for n in together}
            said = _asked(place, "mypy").stdout
        for file, line in re.findall(r"^(.+?\.py):(\d+): error", said, re.MULTILINE):
            found |= {n for n in together if str(files[n].relative_to(place)) == file and int(line) in ranges[n]}
    return found


def told_by_reading(place: Path, names: list[str]) -> set[str]:
    """Those faults with which a page made from the code would be stale, or the code cannot be read in: halved until each is found."""

    def refused(together: list[str]) -> bool:
        with _put_in(place, together):
            return _asked(place, "pytest", "-q", "-x", "-p", "no:cacheprovider", *READING).returncode != 0

    def those_of(together: list[str]) -> set[str]:
        if not together or not refused(together):
            return set()
        half = len(together) // 2
        return those_of(together[:half]) | those_of(together[half:]) if half else set(together)

    if names and refused([]):
        raise SystemExit(f"what is read refuses {place} before a fault is in it")
    return set().union(*(those_of(together) for together in _one_to_a_function(names)))


def _asked(place: Path, *what: str) -> subprocess.CompletedProcess[str]:
    return subprocess.run([sys.executable, "-m", *what], cwd=place, capture_output=True, text=True, check=False)


def _one_to_a_function(names: list[str]) -> list[list[str]]:
    """Shared out so that no two stand in one function: the later would undo the earlier."""
    rounds: list[list[str]] = []
    for name in names:
        function = name.rpartition("__mutmut_")[0]
        free = (r for r in rounds if all(n.rpartition("__mutmut_")[0] != function for n in r))
        if (own := next(free, None)) is not None:
            own.append(name)
        else:
            rounds.append([name])
    return rounds


def _file_of(place: Path, name: str) -> Path:
    module = place / Path(*re.split(r"\.x(?:_|ǁ)", name)[0].split("."))
    return module / "__init__.py" if module.is_dir() else module.with_suffix(".py")


def _lines_of(place: Path, name: str) -> range:
    """The lines of the function that a fault is in."""
    words_of = re.split(r"\.x(?:_|ǁ)", name)[1].rpartition("__mutmut_")[0].split("ǁ")
    body: list[ast.stmt] = ast.parse(_file_of(place, name).read_text(encoding="utf-8")).body
    for word in words_of:
        found = next(x for x in body if isinstance(x, ast.ClassDef | ast.FunctionDef | ast.AsyncFunctionDef) and x.name == word)
        body = found.body
    return range(found.lineno, (found.end_lineno or found.lineno) + 1)


MOMENTS: Final = count(int(time.time()) + 1)
"""A file of the same second and the same size is taken for the same file: each state gets a second of its own."""


@contextmanager
def _put_in(place: Path, names: list[str]) -> Iterator[dict[str, Path]]:
    """The faults in the code itself, each in its own file; afterwards it is what it was."""
    files = {n: _file_of(place, n) for n in names}
    kept = {f: f.read_text(encoding="utf-8") for f in files.values()}
    try:
        for name in names:
            mutmut(place, "apply", name)
        for f in kept:
            os.utime(f, (moment := next(MOMENTS), moment))
        yield files
    finally:
        for f, text in kept.items():
            f.write_text(text, encoding="utf-8")
            os.utime(f, (moment := next(MOMENTS), moment))


def changes_nothing(place: Path, name: str) -> bool:
    """Whether a fault is of a kind that no test can notice, since nothing comes out otherwise: told apart, not counted."""
    changed = list(words(place, name))
    if len(changed) != 2:
        return False
    before, after = (line[1:].strip() for line in changed)
    if any(re.search(old, before) and re.search(new, after) and _alike(before, after) for old, new in HARMLESS):
        return True
    # A tolerance a tenth larger: no number that was computed lies between the two.
    tenth = re.compile(rf"\b(10|11) \* (?:{HAIRS.pattern})")
    if before != after and tenth.sub("hair", before) == tenth.sub("hair", after):
        return True
    return edge_of_a_hair(before, after)


def edge_of_a_hair(before: str, after: str) -> bool:
    """Whether two lines differ in "less than" and "at most" alone, before a tolerance: not one that is handed on to a call, or stands behind the next comparison."""
    signs = re.compile(r"(?<![<>=-])([<>]=?)(?![<>=])")
    old, new = signs.split(before), signs.split(after)
    if old[::2] != new[::2]:
        return False
    changed = [k for k in range(1, len(old), 2) if old[k] != new[k]]
    if len(changed) != 1 or old[changed[0]][0] != new[changed[0]][0]:
        return False
    apart = re.compile(r"\b(?:and|or|if|elif|else|for|not|return)\b|[,:]")
    left, right = (apart.split(re.sub(r"\w\([^()]*\)", "", old[changed[0] + k])) for k in (-1, 1))
    return any(HAIRS.search(operand) for operand in (left[-1], right[0]))


def _alike(before: str, after: str) -> bool:
    """Whether two lines are the same but for one word or sign: the tolerance itself was not changed."""
    numbers = re.compile(r"\d+(?:\.\d+)?(?:e-\d+)?|\b(?:and|or|not|None)\b|[-+*/]")
    kept = [[x for x in numbers.findall(line) if x != "None"] for line in (before, after)]
    return kept[0] == kept[1] or "strict" in before


def told(result: Result) -> str:
    """A row of the table."""
    package, rate = result.package, result.noticed / result.tried
    return (
        f"{package.name:<10} {result.noticed:>4} of {result.tried:>4} noticed  {rate:>6.1%}  (goal {package.goal:.0%})  "
        f"{result.mistyped} of them by the type check, {result.read} by reading; of {result.made} possible, {result.harmless} change nothing, {result.seconds:.0f} s"
    )


def main(names: list[str]) -> int:
    """Print the table and the survivors; 1 where a package falls short of its goal."""
    sample, seed = int(os.environ.get("SAMPLE", "300")), int(os.environ.get("SEED", "2026"))
    packages = [p for p in PACKAGES if not names or p.name in names]
    # By the code there is, but of a small package enough to tell something.
    per_line = sample / sum(map(lines, packages))
    print(f"seed {seed}; {f'about {sample} faults' if sample else 'all faults'}\n")
    wanted = {p.name: max(LEAST, round(per_line * lines(p))) if sample else 0 for p in packages}
    results = []
    with ThreadPoolExecutor(AT_ONCE) as pool:
        # The longest first, so that none is left over at the end.
        for result in pool.map(
            lambda p: tried(p, wanted[p.name], random.Random(f"{seed} {p.name}")), sorted(packages, key=lines, reverse=True)
        ):
            results.append(result)
            print(told(result), flush=True)
    for result in results:
        place = WORK / result.package.name
        for kind, survivors in (("survived", result.survivors), ("no test runs there", result.untested)):
            for name in survivors:
                print(f"\n{result.package.name}, {kind}: {name}")
                print("\n".join(f"    {line}" for line in words(place, name)))
    return int(any(r.noticed < r.package.goal * r.tried for r in results))


if __name__ == "__main__":
    raise SystemExit(main(sys.argv[1:]))
