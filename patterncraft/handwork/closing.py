"""Closing darts about their pivot: unhook, swing, tape. What rotating and cutting through a pivot share."""

from __future__ import annotations

from dataclasses import replace
from typing import Final

from ..errors import MoveRefused
from ..geometry.flatten import flat_path
from ..geometry.path import Path, straight
from ..geometry.transform import swing
from ..paper.dart import Dart, darts_of
from ..paper.draw import redraw
from ..paper.join import join
from ..paper.part import unhook
from ..paper.piece import Piece
from ..tolerances import CLOSE, SNAP, TAPED
from .centre import centre_length, stays_put, with_grain_where_it_lay

FELT: Final = 0.1
"""cm by which a leg may lie off its straight line and still be taken for straight when the dart is shut."""


def swung_shut(ahead: Piece, pivot_ahead: int, behind: Piece, pivot_behind: int, dart: Dart, angle: float) -> Piece:
    """Swing the part without the centre by ``angle`` (radians, of the dart's sense) and tape it to the one that stays.

    ``ahead`` begins with the dart's leg out, ``behind`` ends with its leg in; the numbers are their
    corners at the pivot. Where the part that stays has the centre, the grainline keeps its direction, also one that was drawn on the part that
    swings: cloth lies along the centre.

    Raises MoveRefused for a dart whose sides bulge: shut at the mouth, they would lie over each other farther in.
    """
    ahead, behind = _legs_alike(ahead, pivot_ahead, behind, pivot_behind, dart, angle)
    if stays_put(ahead, behind):
        stays, swung = ahead, behind
        whole = join(ahead, pivot_ahead, behind.placed(swing(dart.pivot, angle)), pivot_behind)
    else:
        stays, swung = behind, ahead
        whole = join(behind, pivot_behind, ahead.placed(swing(dart.pivot, -angle)), pivot_ahead)
    return with_grain_where_it_lay(whole, stays.grain or swung.grain) if centre_length(stays) > 0 else whole


def _legs_alike(ahead: Piece, pivot_ahead: int, behind: Piece, pivot_behind: int, dart: Dart, angle: float) -> tuple[Piece, Piece]:
    """Both parts with legs that lie on each other once they are swung shut. What was a double-pointed dart, cut across beside its widest,
    has legs with a corner in them: a bulge that no finger would feel is drawn straight."""
    out, into = ahead.outline[pivot_ahead], behind.outline[pivot_behind - 1]
    shut = into.path.placed(swing(dart.pivot, angle)).reversed()
    if not out.kind == into.kind == "dart" or abs(shut.end - out.path.end) > SNAP or shut.coincides(out.path, TAPED):
        return ahead, behind
    bulge = max(_bulge(out.path), _bulge(into.path))
    if bulge > FELT:
        raise MoveRefused(
            f"the {dart.name} is up to {2 * bulge:.1f} cm wider inside than straight from its point to its mouth, and would not close flat.",
            ahead.name,
            "Cut the piece across it at its widest first.",
            "dart",
        )
    return _straightened(ahead, pivot_ahead), _straightened(behind, (pivot_behind - 1) % len(behind.outline))


def _straightened(piece: Piece, number: int) -> Piece:
    """With one leg drawn straight; the corners keep their numbers."""
    leg = piece.outline[number]
    after = redraw(piece, number, 1, (leg.redrawn(straight(leg.path.start, leg.path.end)),))
    return after.starting_at(-number % len(after.outline))


def _bulge(leg: Path) -> float:
    """How far a leg lies off the straight line between its ends, cm."""
    along = (leg.end - leg.start) / abs(leg.end - leg.start)
    return max(abs(((z - leg.start) * along.conjugate()).imag) for z in flat_path(leg))


def darts_at(piece: Piece, point: complex) -> list[Dart]:
    """The darts whose pivot is that point, in outline order."""
    return [d for d in darts_of(piece) if abs(d.pivot - point) <= CLOSE * 10]


def closed_at_edge(piece: Piece, dart: Dart, corner: int) -> Piece:
    """Close a dart whose pivot lies on the outline, at corner number ``corner`` of a cut edge: the paper between the
    dart and that corner hangs by a thread, swings shut and is taped."""
    ahead, behind = unhook(piece, dart.vertex, corner)
    shut = swung_shut(ahead, 0, behind, 0, dart, dart.angle)
    return replace(shut, darts=tuple(d for d in shut.darts if d.name != dart.name))
