"""Everything killed in the middle of a lay: it goes on, with no less than it had, and ends."""

from __future__ import annotations

import contextlib
import random  # noqa: TID251 (seeded, and told)
import time
from typing import Any, Final

from .house import Furnished, House, Told

SECONDS: Final = 6.0
"""that a lay is packed in all, however often it is broken off"""
PATIENCE: Final = 60.0
"""seconds in which it has to end once nobody kills it any more"""


def _lay(house: Furnished, number: int) -> dict[str, Any]:
    found: dict[str, Any] = house.visitor.ask("GET", f"/api/lays/{number}").json()
    return found


def _ask(house: Furnished, seconds: float = SECONDS) -> Told:
    cloth = house.visitor.ask("POST", "/api/cloths", {"name": "Flannel", "card": {"width": 90}}).json()["id"]
    body = {
        "cloth_id": cloth,
        "order": {"how": "single", "seconds": seconds},
        "items": [{"style_id": house.style, "times": 4}],
    }
    return house.visitor.ask("POST", "/api/lays", body)


def _asked(house: Furnished, seconds: float = SECONDS) -> int:
    return int(_ask(house, seconds).json()["id"])


def short_beside_long(heavy: Furnished, light: Furnished) -> tuple[float, list[str]]:
    """One house asks for ten lays of an hour and an eleventh, another for one of a second. (Seconds until hers is done, what went wrong.)"""
    faults: list[str] = []
    numbers = [_asked(heavy, 3600.0) for _ in range(10)]
    refused = _ask(heavy, 3600.0)
    if refused.status != 422:
        faults.append(f"an eleventh lay is answered by {refused.status}")
    time.sleep(4.0)
    begun = time.monotonic()
    own = _asked(light, 1.0)
    if not _ends(light, own):
        faults.append(f"the short lay does not end: {_lay(light, own)['state']}")
    took = time.monotonic() - begun
    for number in numbers:
        heavy.visitor.ask("POST", f"/api/lays/{number}/stop")
    until = time.monotonic() + PATIENCE
    while any(_lay(heavy, n)["state"] in ("waiting", "running") for n in numbers):
        if time.monotonic() > until:
            faults.append("a lay goes on after it was stopped")
            break
        time.sleep(0.3)
    return took, faults


def killed(house: House, room: Furnished, kills: int, seed: int = 5) -> tuple[int, list[str]]:
    """Kill all processes so many times while a lay is made; a lay that ends meanwhile is followed by another. (Lays asked for, what went wrong.)"""
    dice, faults, numbers = random.Random(seed), list[str](), [_asked(room)]
    best = float("inf")
    for k in range(kills):
        time.sleep(dice.uniform(0.1, 1.2))
        before = _lay(room, numbers[-1])
        if before["pieces"]:
            best = before["length"]
        house.kill()
        house.start()
        after = _lay(room, numbers[-1])
        if best < float("inf") and (not after["pieces"] or after["length"] > best + 1e-3):
            faults.append(f"kill {k}: a lay of {best:.2f} cm became {after['length']:.2f}")
        if after["state"] == "done":
            numbers.append(_asked(room))
            best = float("inf")
    for number in numbers:
        if not _ends(room, number):
            faults.append(f"lay {number} does not end: {_lay(room, number)['state']}")
    with contextlib.suppress(IndexError):
        if house.rows("PRAGMA integrity_check")[0][0] != "ok":
            faults.append("the database is damaged")
    return len(numbers), faults


def _ends(room: Furnished, number: int) -> bool:
    until = time.monotonic() + PATIENCE
    while time.monotonic() < until:
        found = _lay(room, number)
        if found["state"] == "done" and found["pieces"]:
            return True
        time.sleep(0.3)
    return False
