"""How far along a line one has gone so many cm in a direction: where a ruler laid square to that direction meets it."""

from __future__ import annotations

from typing import NamedTuple

from ..geometry.intersect import line_crossings
from ..geometry.length import segment_length
from ..geometry.path import Path
from ..tolerances import HUGE
from .across import along_to


class Reached(NamedTuple):
    """cm along the line, and the place."""

    along: float
    point: complex


def first_reaching(path: Path, origin: complex, way: complex, amount: float) -> Reached | None:
    """The first place of a path that lies ``amount`` cm from ``origin`` in the direction ``way`` (a unit vector); None where it never
    goes so far."""
    at = origin + way * amount
    across = 1j * way * HUGE
    done = 0.0
    for seg in path.segments:
        hits = line_crossings(at - across, at + across, seg)
        if hits:
            return Reached(done + along_to(seg, hits[0].t), hits[0].point)
        done += segment_length(seg)
    return None
