"""Everything killed while a library is taken in: it is gone on with, and in the end all of it is there, and told as if it had never been broken off."""

from __future__ import annotations

import io
import random  # noqa: TID251 (seeded, and told)
import time
import zipfile
from typing import Any, Final

from .house import Furnished, House, furnished

BLOCKS: Final = 40
"""in the library, each proved while it is taken in: about two seconds"""
PATIENCE: Final = 90.0
"""seconds in which it has to be there once nobody kills it any more"""


def library(room: Furnished, blocks: int) -> bytes:
    """A library of so many blocks, without the seal by which the house would know that it proved them before."""
    data = room.visitor.ask("GET", f"/api/blocks/{room.block}/file").body
    for _ in range(blocks - 1):
        room.visitor.ask("POST", f"/api/blocks/import?person_id={room.person}", data)
    number = room.visitor.ask("POST", "/api/archives", {}).json()["id"]
    _until(lambda: _state(room, number) == "done")
    whole = room.visitor.ask("GET", f"/api/archives/{number}/library.zip").body
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(whole)) as read, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as write:
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
