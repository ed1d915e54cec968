"""Everything killed while a library is taken in: it is gone on with, and in the end all of it is there, and told as if it had never been broken off."""

from __future__ import annotations

import io
import json
import random  # noqa: TID251 (seeded, and told)
import time
import zipfile
from typing import Any, Final

from .house import Furnished, House, furnished

BLOCKS: Final = 40
"""in the library, each proved while it is taken in: about two seconds"""
PATIENCE: Final = 90.0
"""seconds in which it has to be there once nobody kills it any more"""

MOST: Final = 900.0
"""seconds for the largest"""


def library(room: Furnished, blocks: int) -> bytes:
    """A library of so many blocks, without the seal by which the house would know that it proved them before."""
    data = room.visitor.ask("GET", f"/api/blocks/{room.block}/file").body
    for _ in range(blocks - 1):
        room.visitor.ask("POST", f"/api/blocks/import?person_id={room.person}", data)
    out = io.BytesIO()
    with _saved(room) as read, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as write:
        for name in read.namelist():
            content = read.read(name)
            write.writestr(name, content + b" " if name.startswith("blocks/") and name.endswith("/revision 1.json") else content)
    return out.getvalue()


def killed(house: House, room: Furnished, kills: int, blocks: int = BLOCKS, seed: int = 7) -> tuple[int, list[str]]:
    """Kill all processes so many times while it is taken in, in one workroom after the other. (Workrooms it was taken into, what went wrong.)"""
    dice, faults = random.Random(seed), list[str]()
    data = library(room, blocks)
    heirs = [_heir(house, data, 0)]
    for _ in range(kills):
        time.sleep(dice.uniform(0.05, 1.5))
        house.kill()
        house.start()
        heir, number = heirs[-1]
        if _state(heir, number) == "done":
            heirs.append(_heir(house, data, len(heirs)))
    for heir, number in heirs:
        if not _until(lambda h=heir, n=number: _state(h, n) == "done"):
            faults.append(f"an archive does not get there: {_state(heir, number)}")
        if _blocks(heir) != 1 + blocks:
            faults.append(f"{_blocks(heir) - 1} of {blocks} blocks are there in the end")
        told = next(a["told"] for a in heir.visitor.ask("GET", "/api/archives").json() if a["id"] == number)
        # As if it had never been broken off.
        if not told or f"{blocks} blocks" not in told[0]:
            faults.append(f"it is told otherwise: {told}")
    if house.rows("PRAGMA integrity_check")[0][0] != "ok":
        faults.append("the database is damaged")
    return len(heirs), faults


def _saved(room: Furnished) -> zipfile.ZipFile:
    number = room.visitor.ask("POST", "/api/archives", {}).json()["id"]
    _until(lambda: _state(room, number) == "done")
    return zipfile.ZipFile(io.BytesIO(room.visitor.ask("GET", f"/api/archives/{number}/library.zip").body))


def many(room: Furnished, styles: int) -> bytes:
    """A library of one block and so many styles on it: the papers of one, each with a key and a name of its own."""
    out = io.BytesIO()
    with _saved(room) as read, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as write:
        for name in read.namelist():
            content = read.read(name)
            if not name.startswith("styles/"):
                write.writestr(name, content)
            elif name.endswith(".paper.json"):
                paper = json.loads(content)
                for k in range(styles):
                    own = paper | {"key": f"many.{k}", "name": f"Style {k}"}
                    write.writestr(f"styles/{k:05}/style.paper.json", json.dumps(own))
    return out.getvalue()


def beside(house: House, room: Furnished, neighbour: Furnished, styles: int) -> tuple[float, float, list[str]]:
    """A house takes in a library of so many styles while its neighbour saves without a pause. (Her slowest save, s; seconds that it took; what went wrong.)"""
    heir, number = _heir(house, many(room, styles), styles)
    slowest, faults, begun, saves = 0.0, list[str](), time.monotonic(), 0
    while _state(heir, number) in ("waiting", "running") and time.monotonic() - begun < MOST:
        for _ in range(20):
            saves += 1
            answer = neighbour.visitor.ask("POST", "/api/people", {"name": f"Somebody {saves}"})
            slowest = max(slowest, answer.seconds)
            if answer.status != 200:
                faults.append(f"a save was answered by {answer.status}: {answer.body[:80]!r}")
            time.sleep(0.03)
    there = sum(1 for s in heir.visitor.ask("GET", "/api/styles").json() if s["name"].startswith("Style "))
    if there != styles:
        faults.append(f"{there} of {styles} styles are there: {_state(heir, number)}")
    return slowest, time.monotonic() - begun, faults


def _heir(house: House, data: bytes, number: int) -> tuple[Furnished, int]:
    room = furnished(house.port, f"heir {number}")
    return room, int(room.visitor.ask("POST", "/api/archives/in?name=library.zip", data, "application/zip").json()["id"])


def _state(room: Furnished, number: int) -> str:
    found: list[dict[str, Any]] = room.visitor.ask("GET", "/api/archives").json()
    return str(next(a["state"] for a in found if a["id"] == number))


def _blocks(room: Furnished) -> int:
    return len(room.visitor.ask("GET", "/api/blocks").json())


def _until(done: Any) -> bool:
    until = time.monotonic() + PATIENCE
    while time.monotonic() < until:
        if done():
            return True
        time.sleep(0.2)
    return False
