"""A closure: what shuts an opening, and from which notch to which of its seams it reaches. How long it opens is measured, never stored."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final, Literal, NamedTuple, get_args

from .seam import Notch, Seam

ClosureKind = Literal["zip", "buttons", "hooks"]
CLOSURES: Final[tuple[ClosureKind, ...]] = get_args(ClosureKind)


class Reach(NamedTuple):
    """A stretch of a seam that opens: ``start`` and ``end`` are names of its notches, or the words "start" and "end"."""

    seam: str
    start: str
    end: str

    def along(self, notches: Sequence[Notch], whole: float) -> tuple[float, float]:
        """cm along side a of the seam (``whole`` cm long, with these notches) from where to where; a notch that is gone counts as the end."""
        at = {n.name: n.at_a for n in notches if n.seam == self.seam} | {"start": 0.0, "end": whole}
        low, high = sorted((at.get(self.start, 0.0), at.get(self.end, whole)))
        return low, high


@dataclass(frozen=True, slots=True)
class Closure:
    """``parts``: the stretches it opens, in order, from its upper end. ``length``: what is bought, cm (a zip's); 0 where nothing is bought by
    length. ``count``: of buttons or hooks."""

    name: str
    kind: ClosureKind
    parts: tuple[Reach, ...]
    length: float = 0.0
    count: int = 0


def still_there(closures: Sequence[Closure], seams: Sequence[Seam], notches: Sequence[Notch]) -> tuple[Closure, ...]:
    """Closures with those of their parts whose seam and notches are still on the paper; without any part they are gone."""
    if not closures:
        return ()
    known = {(s.name, end) for s in seams for end in ("start", "end")} | {(n.seam, n.name) for n in notches}
    left = [replace(c, parts=tuple(p for p in c.parts if {(p.seam, p.start), (p.seam, p.end)} <= known)) for c in closures]
    return tuple(c for c in left if c.parts)
