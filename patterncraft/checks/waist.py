"""The waist of a garment, and what of the body has to pass it."""

from __future__ import annotations

from typing import NamedTuple

from .round_body import path_called
from .subject import Subject


class Waist(NamedTuple):
    """cm round as sewn, with all that its cloth gives, and where it is told."""

    length: float
    opens: float
    piece: str
    at: complex


def waist_round(s: Subject) -> Waist | None:
    """The waist's edge or line, cm round the body; None for a garment without one."""
    round_ = s.rounds.get("waist")
    if round_ is None:
        return None
    for p in s.pattern.pieces:
        if path := path_called(p, "waist"):
            return Waist(round_.length, round_.length * s.gives(round_.pieces), p.name, path.at(0.5 * path.length))
    return None


def passes(s: Subject) -> tuple[float | None, str]:
    """cm of what must pass the waist, and its name: the hip for what is stepped into; for what hangs from the shoulder the bust or the hip, whichever
    is less."""
    hip, bust = s.body.get("hip_girth"), s.body.get("bust_girth")
    hangs = any("shoulder" in p.edge_names for p in s.pattern.pieces)
    if not hangs or bust is None:
        return hip, "hip"
    if hip is None or bust < hip:
        return bust, "bust"
    return hip, "hip"
