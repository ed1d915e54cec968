"""Unfold: a piece on the fold laid open, so that left and right can be cut differently."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import ClassVar, Literal

from ..handwork.new_seam import unique_name
from ..handwork.two_sides import SIDES, Opened, laid_open
from ..house import HouseRules
from ..paper.closure import Closure, Reach
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Notch, Seam, Side, Stretch, called
from ..paper.sewn import runs_of, start_word, starts_at_end
from ..paper.sound import assert_sound
from ..units import Unit
from ..working import Quantity, Sum, notes, tell
from .move import Example, Group, Move, Outcome, slot_field


class Unfold(Move):
    """The other half is traced over the fold. Left and right are as worn; the old fold stays on the piece as a line."""

    group: ClassVar[Group] = "Join"
    title: ClassVar[str] = "Unfold"
    key: ClassVar[str] = "u"
    sentence: ClassVar[str] = "Lay the {piece} open at its fold."
    synonyms: ClassVar[tuple[str, ...]] = ("open out", "whole front", "asymmetrical", "left and right", "full pattern")
    example: ClassVar[Example | None] = Example("skirt", {"piece": "skirt front"})

    move: Literal["unfold"]
    piece: str = slot_field("piece", "Which piece is laid open?", "piece", "Piece", max_length=80)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"piece": self.piece}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused for a piece without a fold, with two, or with one that a dart breaks."""
        hand = take_up(pattern, self.piece)
        half = hand.piece(self.piece)
        opened = laid_open(pattern, half)
        plan = half.cut.laid_open()
        whole = assert_sound(replace(opened.piece, cut=plan), "Straighten the fold first.")
        followed = lay_down(hand, [whole], traced=half.paper.block or 0.0)
        after = _both_sides_sewn(pattern, followed.pattern, opened)
        lines = [
            Sum("Paper of the half, of the whole", None, "{}, {}", (_area(half), _area(after.piece(self.piece)))),
            tell(f"The {opened.fold} is a line on it now; cut one."),
        ]
        if opened.across:
            lines.append(tell(f"Over the old fold the {' and the '.join(opened.across)} runs as one edge."))
        return Outcome(after, (*lines, *notes(followed.told)))


def _area(piece: Piece) -> Quantity:
    return Quantity(piece.area, "area")


def _both_sides_sewn(before: Pattern, after: Pattern, opened: Opened) -> Pattern:
    """What was sewn to the half is sewn to both halves. A partner that is laid open, too, is sewn left to left, right to right."""
    name = opened.piece.name
    half, whole = before.piece(name), after.piece(name)
    seams: list[Seam] = []
    renamed: dict[str, tuple[str, ...]] = {}
    taken = [s.name for s in after.seams]
    old = {s.name: s for s in before.seams}
    for seam in after.seams:
        was = old.get(seam.name)
        if was is None or not any(x.piece == name for x in (*was.a, *was.b)):
            seams.append(seam)
            continue
        other = replace(seam, a=_mirrored(was.a, half, whole, opened), b=_mirrored(was.b, half, whole, opened))
        partner = next((w for x in (*was.a, *was.b) for w in SIDES if x.piece != name and x.edge.startswith(f"{w} ")), None)
        if partner is not None:
            seams.append(seam if partner == opened.own else other)
            continue
        names = tuple(unique_name(f"{side} {seam.name}", taken) for side in (opened.own, opened.other))
        for half_seam, new, side in ((seam, names[0], opened.own), (other, names[1], opened.other)):
            seams.append(called(half_seam, new, f"{side} {{}}".format))
        renamed[seam.name] = names
    notches = [m for n in after.notches for m in _on_both(n, renamed.get(n.seam), opened)]
    return replace(after, seams=tuple(seams), notches=tuple(notches), closures=_on_one_side(after, renamed, opened))


def _on_one_side(after: Pattern, renamed: Mapping[str, tuple[str, ...]], opened: Opened) -> tuple[Closure, ...]:
    """What closes a seam that is there on both sides now closes the left one (common practice, no source)."""
    words = (opened.own, opened.other)
    k = words.index("left") if "left" in words else 0

    def there(part: Reach) -> Reach:
        if part.seam not in renamed:
            return part
        start, end = (x if x in ("start", "end") else f"{words[k]} {x}" for x in (part.start, part.end))
        return Reach(renamed[part.seam][k], start, end)

    return tuple(replace(c, parts=tuple(there(p) for p in c.parts)) for c in after.closures)


def _on_both(notch: Notch, seams: tuple[str, ...] | None, opened: Opened) -> list[Notch]:
    if seams is None:
        return [notch]
    return [replace(notch, seam=s, name=f"{w} {notch.name}") for s, w in zip(seams, (opened.own, opened.other), strict=True)]


def _mirrored(side: Side, half: Piece, whole: Piece, opened: Opened) -> Side:
    """The side, walked on the traced half: there the outline runs the other way."""
    found = []
    for x in side:
        if x.piece != whole.name:
            found.append(x)
            continue
        edge = f"{opened.other} {x.edge}"
        count = len(runs_of(half, x.edge))
        run = (count - 1 - x.run) if count > 1 else 0
        back = starts_at_end(half, x.edge, x.start, x.run)
        found.append(Stretch(whole.name, edge, start_word(whole, edge, not back, run if count > 1 else None), run))
    return tuple(found)
