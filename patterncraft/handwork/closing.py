"""Closing darts about their pivot: unhook, swing, tape. What rotating and cutting through a pivot share."""

from __future__ import annotations

from dataclasses import replace

from ..geometry.transform import swing
from ..paper.dart import Dart, darts_of
from ..paper.join import join
from ..paper.part import unhook
from ..paper.piece import Piece
from ..tolerances import CLOSE
from .centre import centre_length, stays_put, with_grain_where_it_lay


def swung_shut(ahead: Piece, pivot_ahead: int, behind: Piece, pivot_behind: int, dart: Dart, angle: float) -> Piece:
    """Swing the part without the centre by ``angle`` (radians, of the dart's sense) and tape it to the one that stays.

    ``ahead`` begins with the dart's leg out, ``behind`` ends with its leg in; the numbers are their
    corners at the pivot. Where the part that stays has the centre, the grainline keeps its direction, also one that was drawn on the part that
    swings: cloth lies along the centre.
    """
    if stays_put(ahead, behind):
        stays, swung = ahead, behind
        whole = join(ahead, pivot_ahead, behind.placed(swing(dart.pivot, angle)), pivot_behind)
    else:
        stays, swung = behind, ahead
        whole = join(behind, pivot_behind, ahead.placed(swing(dart.pivot, -angle)), pivot_ahead)
    return with_grain_where_it_lay(whole, stays.grain or swung.grain) if centre_length(stays) > 0 else whole


def darts_at(piece: Piece, point: complex) -> list[Dart]:
    """The darts whose pivot is that point, in outline order."""
    return [d for d in darts_of(piece) if abs(d.pivot - point) <= CLOSE * 10]


def closed_at_edge(piece: Piece, dart: Dart, corner: int) -> Piece:
    """Close a dart whose pivot lies on the outline, at corner number ``corner`` of a cut edge: the paper between the
    dart and that corner hangs by a thread, swings shut and is taped."""
    ahead, behind = unhook(piece, dart.vertex, corner)
    shut = swung_shut(ahead, 0, behind, 0, dart, dart.angle)
    return replace(shut, darts=tuple(d for d in shut.darts if d.name != dart.name))
