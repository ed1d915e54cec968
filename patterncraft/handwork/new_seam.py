"""A seam that arises from a cut: its name, its sides and the notches that hold it together."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Notch, Seam, SeamRule, Stretch
from ..paper.sewn import start_word
from ..texts import NAME_LETTERS, last_words

LONG, MIDDLING, CLEAR = 30.0, 12.0, 2.0
"""cm: from LONG on a seam is notched at its thirds, from MIDDLING at its middle, never within CLEAR of an end."""
NUMBER = 5
"""Letters of a number behind a name, and the blank before it."""
OFF_MIDDLE = 1.5
"""cm off the exact middle, so that a panel turned upside down does not fit."""


def unique_name(wanted: str, taken: Sequence[str]) -> str:
    """The name, with the first free number behind it where it is taken; of one that a label has no room for its last words."""
    wanted = last_words(wanted)
    if wanted not in taken:
        return wanted
    wanted = last_words(wanted, NAME_LETTERS - NUMBER)
    return next(f"{wanted} {k}" for k in range(2, len(taken) + 3) if f"{wanted} {k}" not in taken)


def seam_between(name: str, first: Piece, second: Piece, edge: str) -> Seam:
    """Both sides of a cut promised equal, walked in the sense in which the first part's outline runs.

    The cut edge is called ``edge`` on both parts; the second's runs the other way.
    """
    a = Stretch(first.name, edge, start_word(first, edge, from_end=False))
    b = Stretch(second.name, edge, start_word(second, edge, from_end=True))
    return Seam(name, (a,), (b,), SeamRule("equal"))


def cut_notches(pattern: Pattern, seam: str, length: float, pivots: Sequence[float], back: bool) -> tuple[Notch, ...]:
    """Notches of a new seam, cm along it: at a pivot that it passes; else at thirds when longer than 30, near the
    middle when longer than 12. Single toward the front, double toward the back; none alike another
    cut's, so that panels cannot be changed over."""
    at = [p for p in pivots if CLEAR <= p <= length - CLEAR]
    if not at and length > LONG:
        at = [length / 3, 2 * length / 3]
    elif not at and length > MIDDLING:
        at = [length / 2 - OFF_MIDDLE]
    elif at and abs(2 * at[0] - length) < 2 * OFF_MIDDLE and length > LONG:
        at.append(length / 6)
    styles: tuple[Literal["single", "double"], Literal["single", "double"]] = ("double", "single") if back else ("single", "double")
    places = sorted(_apart(pattern, p, length, fixed=p in pivots) for p in at)
    return tuple(Notch(f"{seam} {k + 1}" if len(places) > 1 else seam, seam, styles[k % 2], p, p) for k, p in enumerate(places))


def _apart(pattern: Pattern, at: float, length: float, fixed: bool) -> float:
    """Moved on by steps of the clearance while another equal seam of the pattern is notched just there."""
    if fixed:
        return at
    cuts = {s.name for s in pattern.seams if s.rule.kind == "equal"}
    others = [n.at_a for n in pattern.notches if n.seam in cuts]
    for k in range(6):
        moved = at + k * CLEAR
        if moved > length - CLEAR:
            return at
        if all(abs(moved - x) > 0.5 * CLEAR for x in others):
            return moved
    return at
