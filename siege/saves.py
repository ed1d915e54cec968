"""What was acknowledged is there: after kills in the middle of saving, and in copies of the files as they lay at one moment."""

from __future__ import annotations

import contextlib
import http.client
import json
import random  # noqa: TID251  (seeded)
import shutil
import sqlite3
import threading
import time
from pathlib import Path

from tests.samples import WHOLE

from .house import DAY, Furnished, House, Visitor

TEXTS = {k: str(v) for k, v in WHOLE.items()}


class Savers:
    """Several tabs that save without a pause; what was acknowledged is written down in the moment the answer is there."""

    def __init__(self, houses: list[Furnished]) -> None:
        self.acknowledged: list[tuple[str, str]] = []
        self._going = True
        self._threads = [threading.Thread(target=self._save, args=(h, n)) for n, h in enumerate(houses)]
        for t in self._threads:
            t.start()

    def stop(self) -> None:
        """Returns when the last answer is written down, or has failed."""
        self._going = False
        for t in self._threads:
            t.join()

    def _save(self, house: Furnished, number: int) -> None:
        v, count = house.visitor.twin(), 0
        while self._going:
            count += 1
            name = f"saved {number}-{time.time_ns()}"
            try:
                if count % 2:
                    made = v.ask("POST", "/api/people", {"name": name})
                else:
                    made = v.ask("POST", "/api/styles", {"name": name, "block_id": house.block})
            except (OSError, http.client.HTTPException):
                time.sleep(0.02)
                continue
            if made.status == 200:
                self.acknowledged.append(("people_person" if count % 2 else "styles_style", name))


def _missing(database: Path, acknowledged: list[tuple[str, str]]) -> list[str]:
    """What was acknowledged and is not in that database; and what SQLite itself finds wrong with it."""
    with contextlib.closing(sqlite3.connect(database, timeout=20)) as db:
        sound = db.execute("PRAGMA integrity_check").fetchone()[0]
        there = {(t, n) for t in ("people_person", "styles_style") for (n,) in db.execute(f"SELECT name FROM {t}")}
        halves = db.execute(
            "SELECT count(*) FROM styles_style s WHERE NOT EXISTS (SELECT 1 FROM styles_styleedit e WHERE e.style_id = s.id)"
        ).fetchone()[0]
    lost = [name for table, name in acknowledged if (table, name) not in there]
    return (
        lost
        + ([] if sound == "ok" else [f"integrity: {sound}"])
        + ([f"{halves} styles without their first edit"] if halves else [])
    )


def killed(house: House, furnished: list[Furnished], kills: int, seed: int = 2) -> tuple[int, list[str]]:
    """Kill everything in the middle of saving, so many times. (Writes acknowledged in all, what of them is missing.)"""
    dice, written, lost = random.Random(seed), 0, []
    for _ in range(kills):
        savers = Savers(furnished)
        time.sleep(dice.uniform(0.05, 0.5))
        house.kill()
        savers.stop()
        house.start()
        lost += _missing(house.database, savers.acknowledged)
        written += len(savers.acknowledged)
    return written, lost


def copied(house: House, furnished: list[Furnished], copies: int, to: Path, seed: int = 3) -> tuple[int, list[str]]:
    """The files as they lie on the disk in one moment, copied while the application stands still, and opened elsewhere: what a power cut
    leaves, if the disk holds what it was told to hold. (Writes acknowledged before the moments, what is missing of them.)"""
    dice, written, lost = random.Random(seed), 0, []
    for k in range(copies):
        savers = Savers(furnished)
        time.sleep(dice.uniform(0.05, 0.4))
        house.freeze(True)
        acknowledged = list(savers.acknowledged)
        target = to / f"copy-{k}.sqlite3"
        for suffix in ("", "-wal"):
            with contextlib.suppress(FileNotFoundError):
                shutil.copyfile(f"{house.database}{suffix}", f"{target}{suffix}")
        house.freeze(False)
        savers.stop()
        lost += _missing(target, acknowledged)
        written += len(acknowledged)
    return written, lost


def two_tabs(house: Furnished, rounds: int) -> list[str]:
    """Two tabs that save over each other: one is acknowledged, the other told; and two house rules at once are both kept."""
    faults = []
    for k in range(rounds):
        chart = _chart(house)
        body = {"taken_on": DAY, "changes": {"id": chart["id"], "version": chart["version"]}}
        bodies = [body | {"texts": TEXTS | {"waist_girth": str(60 + k % 30 + n / 10)}} for n in (1, 2)]
        states = _together(house, "POST", f"/api/people/{house.person}/charts", bodies)
        if sorted(states) != [200, 409]:
            faults.append(f"charts, round {k}: {states}")
        version = house.visitor.ask("GET", f"/api/styles/{house.style}").json()["version"]
        steps = [
            {
                "move": "rotate_dart",
                "piece": "front",
                "dart": "waist dart",
                "to": {"edge": "shoulder", "fraction": 0.2 + k % 50 / 100},
            }
        ]
        states = _together(
            house, "POST", f"/api/styles/{house.style}/steps", [{"version": version, "steps": s, "label": "x"} for s in (steps, [])]
        )
        if sorted(states) != [200, 409]:
            faults.append(f"steps, round {k}: {states}")
        value = f"{0.5 + k % 20 / 10:.1f}"
        rules = [{"field": f, "text": value} for f in ("allowances.side", "allowances.hem", "allowances.armhole")]
        _together(house, "PUT", "/api/house-rules/one", rules)
        kept = house.visitor.ask("GET", "/api/house-rules").json()["rules"]["allowances"]
        if any(kept[r["field"].split(".")[1]] != float(value) for r in rules):
            faults.append(f"rules, round {k}: one of three was lost")
    return faults


def _chart(house: Furnished) -> dict[str, int]:
    people = house.visitor.ask("GET", "/api/people").json()
    found: dict[str, int] = next(p for p in people if p["id"] == house.person)["charts"][0]
    return found


def _together(house: Furnished, method: str, url: str, bodies: list[dict[str, object]]) -> list[int]:
    start, states = threading.Barrier(len(bodies)), list[int]()
    tabs = [house.visitor.twin() for _ in bodies]

    def send(tab: Visitor, body: dict[str, object]) -> None:
        tab.ask("GET", "/health")
        start.wait()
        states.append(tab.ask(method, url, json.dumps(body).encode()).status)

    threads = [threading.Thread(target=send, args=pair) for pair in zip(tabs, bodies, strict=True)]
    for t in threads:
        t.start()
    for t in threads:
        t.join()
    return states
