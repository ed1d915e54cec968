"""The seams a draft promises, said shortly."""

from __future__ import annotations

from ..paper.pattern import Pattern
from ..paper.seam import Seam, SeamRule, Stretch

Side = tuple[Stretch, ...]


def side_of(*stretches: tuple[str, str, str]) -> Side:
    """(piece, edge, neighbouring edge walked from) as a seam's side."""
    return tuple(Stretch(*s) for s in stretches)


def equal(name: str, a: Side, b: Side) -> Seam:
    """A seam whose sides are as long as each other."""
    return Seam(name, a, b, SeamRule("equal"))


def eased(name: str, longer: Side, shorter: Side, most: float, least: float = 0.0) -> Seam:
    """The first side is longer by ``least``–``most`` cm."""
    return Seam(name, longer, shorter, SeamRule("ease", least, most))


def held(pattern: Pattern, name: str, side: Side) -> Seam:
    """No partner yet: the side keeps the length it was drafted with."""
    return Seam(name, side, (), SeamRule("hold", length=pattern.side_length(side)))


def free(name: str, side: Side) -> Seam:
    """A side that is promised nothing: a hem, an opening."""
    return Seam(name, side, (), SeamRule("free"))
