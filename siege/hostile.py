"""Files that mean ill, sent by one house while its neighbour drags a dart."""

from __future__ import annotations

import threading
import time
from dataclasses import dataclass, field
from statistics import quantiles
from typing import Final

from tests.hostile_files import HEAVY, ODD, nonsense

from .crowd import dragged
from .house import Furnished, House, Told, Visitor

AT_ONCE: Final = 4
MOST: Final = 35
"""that lie waiting before they are thrown away: forty may"""


@dataclass
class Harm:
    """What hostile files did. ``late``: the neighbour's 95th percentile beside each, s; ``faults``: what went wrong, in words."""

    sent: int = 0
    late: dict[str, float] = field(default_factory=dict)
    faults: list[str] = field(default_factory=list)

    @property
    def worst(self) -> tuple[str, float]:
        """The file beside which she waited longest."""
        return max(self.late.items(), key=lambda x: x[1])

    def note(self, what: str, answer: Told) -> None:
        """Taken in, refused in a sentence, or told to come again; nothing else."""
        self.sent += 1
        if answer.status == 200:
            return
        if answer.status not in (413, 422, 503):
            self.faults.append(f"{what}: {answer.status}")
        elif not answer.json()["error"]["message"].strip().endswith("."):
            self.faults.append(f"{what}: no sentence: {answer.body[:80]!r}")


def _send(v: Visitor, data: bytes) -> Told:
    return v.ask("POST", "/api/incoming?name=drawing", data, "application/octet-stream")


def _swept(room: Furnished, harm: Harm) -> None:
    """What was taken in can be looked at, and thrown away."""
    v = room.visitor
    for row in v.ask("GET", "/api/incoming").json():
        seen = v.ask("GET", f"/api/incoming/{row['id']}")
        if seen.status != 200:
            harm.faults.append(f"taken in, and then {seen.status}: {seen.body[:80]!r}")
        if v.ask("DELETE", f"/api/incoming/{row['id']}").status != 200:
            harm.faults.append("taken in, and cannot be thrown away")


def alone(room: Furnished, seconds: float = 5.0) -> float:
    """Her 95th percentile with nobody else, s: what the machine gives at that time."""
    times: list[float] = []
    until = time.monotonic() + seconds
    dragged(room, lambda: time.monotonic() > until, times)
    return quantiles(times, n=20)[-1]


def beside(house: House, ill: Furnished, neighbour: Furnished) -> Harm:
    """Each heavy file four times at once."""
    harm = Harm()
    for what, made in HEAVY.items():
        data, done = made(), threading.Event()
        times: list[float] = []
        drags = threading.Thread(target=dragged, args=(neighbour, done.is_set, times))

        def send(what: str = what, data: bytes = data) -> None:
            """One of those who send it at once."""
            harm.note(what, _send(ill.visitor.twin(), data))

        senders = [threading.Thread(target=send) for _ in range(AT_ONCE)]
        for t in (drags, *senders):
            t.start()
        for t in senders:
            t.join()
        # After a file that was refused at once she is followed for as long as it takes to see.
        time.sleep(max(0.0, 2.0 - sum(times)))
        done.set()
        drags.join()
        harm.late[what] = quantiles(times, n=20)[-1]
        _swept(ill, harm)
    return harm


def odd(room: Furnished, count: int, seed: int = 11) -> Harm:
    """Files no drawing is like, and so many made of nonsense."""
    harm = Harm()
    files = [*((what, made()) for what, made in ODD.items()), *((f"nonsense {k}", d) for k, d in enumerate(nonsense(seed, count)))]
    taken = 0
    for what, data in files:
        answer = _send(room.visitor, data)
        harm.note(what, answer)
        taken += answer.status == 200
        if taken >= MOST:
            _swept(room, harm)
            taken = 0
    _swept(room, harm)
    return harm
