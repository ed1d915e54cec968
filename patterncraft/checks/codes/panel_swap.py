"""Could two panels be changed over, or one be sewn upside down, and nobody notice?"""

from __future__ import annotations

from collections.abc import Iterator
from itertools import combinations

from ...paper.seam import Seam
from ...paper.sewn import run_of
from ..finding import Check, Finding
from ..subject import Subject

SHORT = 12.0
"""cm; a seam as short as this needs no notch."""


def _look(s: Subject) -> Iterator[Finding]:
    cuts = [seam for seam in s.pattern.seams if _was_cut(s, seam)]
    near = s.rules.looking.alike
    for seam in cuts:
        places, whole = _places(s, seam)
        turned = [(whole - at, style) for at, style in reversed(places)]
        off = _apart(places, turned)
        if whole > SHORT and off < near:
            piece, at = s.middle(seam)
            words = f"{seam.name}: its notches read the same from either end: the panel can be sewn upside down."
            yield Finding(words, near - off, near, piece, "", seam.name, at, {"move": "notch_again", "seam": seam.name})
    for one, other in combinations(cuts, 2):
        (a, whole), (b, size) = _places(s, one), _places(s, other)
        if abs(whole - size) < near and _apart(a, b) < near and _could_be(one, other):
            piece, at = s.middle(other)
            words = f"{one.name} and {other.name} are alike in length and notches: their panels can be changed over."
            yield Finding(
                words,
                near - max(abs(whole - size), _apart(a, b)),
                near,
                piece,
                one.name,
                other.name,
                at,
                {"move": "notch_again", "seam": other.name},
            )


def _was_cut(s: Subject, seam: Seam) -> bool:
    """Whether both its sides came of scissors, so that both panels look alike there."""
    if not seam.b or seam.rule.kind != "equal" or len(seam.a) != 1 or len(seam.b) != 1:
        return False
    for x in (seam.a[0], seam.b[0]):
        piece = s.pattern.piece(x.piece)
        if not all(piece.outline[i].cut for i in run_of(piece, x.edge, x.run)):
            return False
    return seam.a[0].piece != seam.b[0].piece


def _places(s: Subject, seam: Seam) -> tuple[list[tuple[float, str]], float]:
    return [(n.at_a, n.style) for n in s.pattern.notches_of(seam.name) if not n.only_b], s.promises[seam.name].length_a


def _apart(a: list[tuple[float, str]], b: list[tuple[float, str]]) -> float:
    """cm by which two rows of notches differ at most; without end where they differ in number or kind."""
    if [x for _, x in a] != [x for _, x in b]:
        return float("inf")
    return max((abs(x - y) for (x, _), (y, _) in zip(a, b, strict=True)), default=0.0)


def _could_be(one: Seam, other: Seam) -> bool:
    """Left and right of one panel are its mirror images: these do not fit each other."""
    sides = {"left", "right"}
    return {*one.a[0].piece.split()} ^ {*other.a[0].piece.split()} != sides


CHECK = Check(
    "panel-swap",
    "Notches",
    "Panels cannot be changed over or turned",
    "Two long seams alike in length and notches are sewn to each other's panels sooner or later.",
    "The seam is notched anew, unlike the others and unlike itself from the other end.",
    _look,
    "looking.alike",
)
