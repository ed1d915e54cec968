"""Two pieces taped along an edge into one: how it is cut, where its grain lies, and whether paper lies over paper."""

from __future__ import annotations

from dataclasses import replace
from typing import NamedTuple

from ..errors import BadSetting, MoveRefused
from ..geometry.path import chain
from ..house import HouseRules
from ..paper.follow import Followed, lay_down, take_up
from ..paper.patches import area_inside
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, Grain, Piece
from ..paper.sewn import neighbours, sewn_length, starts_at_end
from ..paper.sound import assert_sound
from ..working import Sum, length, note, tell
from .centre import centre_length, stays_put
from .taping import Taped, tape_pieces

OnPiece = tuple[str, str]
"""[piece, edge]"""
LAID_OVER = 0.5
"""cm² of paper that may lie over other paper where two pieces are taped: curves that were flattened to tell."""


def laid_over(piece: Piece) -> float:
    """cm² of a piece that lie on other paper of it: strips that run round a corner and meet edge on edge cross nothing."""
    return piece.area - area_inside([chain(e.path for e in piece.outline)], piece.segments)


class Joined(NamedTuple):
    """The pattern with both pieces as one; the sums of it; what is told of the seams."""

    followed: Followed
    working: tuple[Sum, ...]


def joined(pattern: Pattern, a: OnPiece, b: OnPiece, turned: bool, from_end: bool, name: str, rules: HouseRules) -> Joined:
    """b laid along a's edge and taped there, as one piece called ``name``. ``turned``, ``from_end``: as in ``tape_pieces``.

    Raises BadSetting for a name that is taken; MoveRefused where the edges differ by too much, or paper would lie over paper.
    """
    if a[0] == b[0]:
        raise MoveRefused("a piece cannot be joined to itself.", a[0], "Choose edges of two pieces.", "b")
    hand = take_up(pattern, a[0], b[0])
    stays, moved = hand.piece(a[0]), hand.piece(b[0])
    if name not in (stays.name, moved.name) and any(p.name == name for p in pattern.pieces):
        raise BadSetting(f"there is already a piece called “{name}”.", stays.name, "Give it another name.", "name")
    before = sewn_length(stays, a[1]), sewn_length(moved, b[1])
    taped = tape_pieces(stays, a[1], moved, b[1], turned, from_end, rules)
    whole = replace(taped.piece, name=name, cut=_plan(stays, moved), grain=_grain(stays, moved, taped.piece))
    whole = assert_sound(whole, "Close a dart first, or join other edges.")
    over = laid_over(whole)
    if over > LAID_OVER:
        raise MoveRefused(
            f"taped there, {over:.1f} cm² of the {moved.name} would lie over the {stays.name}.",
            f"{stays.name}, {moved.name}",
            "Keep the seam, or join along another.",
            "b",
        )
    return Joined(lay_down(hand, [whole]), _working(a, b, before, taped, whole, turned))


def _working(a: OnPiece, b: OnPiece, before: tuple[float, float], taped: Taped, whole: Piece, turned: bool) -> tuple[Sum, ...]:
    lines = [Sum(f"{a[0]} {a[1]}", length(before[0])), Sum(f"{b[0]} {b[1]}", length(before[1]))]
    if turned:
        lines.append(tell(f"The {b[0]} is turned over."))
    if abs(taped.longer) > 0.005:
        lines.append(
            Sum("The second was longer by" if taped.longer > 0 else "The second was shorter by", length(abs(taped.longer)))
        )
        lines.append(tell("The difference stays at the far end, to be trued."))
    if max(taped.gap, taped.overlap) > 0.005:
        lines.append(Sum("Gap, overlap where they differ, at most", None, "{} and {}", (length(taped.gap), length(taped.overlap))))
    if taped.reopened:
        lines.append(tell("What the cut had closed opens again as a dart."))
    if sum(e.kind == "fold" for e in whole.outline) > 1:
        lines.append(note("The piece has two folds: turn one of them into a seam, or unfold it."))
    return tuple(lines)


def how_they_meet(pattern: Pattern, a: OnPiece, b: OnPiece) -> tuple[bool, bool]:
    """(second piece turned over?, matched from the end of a's edge?): as the seam between them says; without one, so that
    neighbours of one name meet."""
    for seam in pattern.seams:
        sides = {(s.piece, s.edge): s for s in (*seam.a, *seam.b)}
        if a in sides and b in sides:
            back_a, back_b = (
                starts_at_end(pattern.piece(piece), edge, sides[piece, edge].start, sides[piece, edge].run)
                for piece, edge in (a, b)
            )
            return back_a == back_b, back_a
    (a0, a1), (b0, b1) = neighbours(pattern.piece(a[0]), a[1]), neighbours(pattern.piece(b[0]), b[1])
    return (a0 == b0 or a1 == b1) and not (a0 == b1 or a1 == b0), False


def _plan(a: Piece, b: Piece) -> CutPlan:
    """As the one nearer the centre is cut."""
    keeps = a if stays_put(a, b) else b
    if a.cut.on_fold != b.cut.on_fold:
        keeps = a if a.cut.on_fold else b
    return keeps.cut


def _grain(a: Piece, b: Piece, whole: Piece) -> Grain | None:
    """The longer grainline of the two; the second's only as it was placed with its paper."""
    if a.grain is None or b.grain is None:
        return whole.grain
    return a.grain if centre_length(a) > 0 or abs(a.grain.end - a.grain.start) >= abs(b.grain.end - b.grain.start) else whole.grain
