"""Slashes pointed out one after the other: a hand on the edge slashed from sets one, a hand on the other edge leads one there."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import neighbours, run_of
from ..places.line import line_on
from ..places.place import EdgePlace
from ..places.pointing import nearest_place
from ..units import Unit
from .slashes import SlashAt


class PointedSlashes(NamedTuple):
    """The slashes with the one that the hand means, and that one in words."""

    at: tuple[SlashAt, ...]
    words: str


def slash_pointed_at(
    piece: Piece,
    pattern: Pattern,
    point: complex,
    edges: tuple[str, str],
    at: Sequence[SlashAt],
    index: int | None,
    unit: Unit,
) -> PointedSlashes:
    """``edges``: slashed from and to. Near the first: slash number ``index`` begins there and ends where it ended; one more (None) runs to the
    same share of the other edge. Near the other, with slashes there: the nearest of them ends there.

    Raises NoSuchName for an edge that is not there.
    """
    for edge in edges:
        run_of(piece, edge)
    place = nearest_place(piece, point, edges)
    slashes = list(at)
    if place.edge == edges[1] and slashes and index is None:
        ends = [line_on(s, piece, pattern, "at").places[-1].point for s in slashes]
        k = min(range(len(ends)), key=lambda k: abs(ends[k] - point))
        near = slashes[k]
        if not isinstance(near, str):
            place = _from_the_other_end(piece, place)
            slashes[k] = (near[0], place)
            return PointedSlashes(tuple(slashes), f"slash {k + 1} to {place.words(piece, unit)}")
    if place.edge == edges[1]:
        place = nearest_place(piece, point, edges[:1])
    k = len(slashes) if index is None else min(index, len(slashes))
    old = slashes[k] if k < len(slashes) else ""
    new = (place, _opposite(piece, place, edges[1]) if isinstance(old, str) else old[1])
    slashes[k : k + 1] = [new]
    return PointedSlashes(tuple(slashes), f"{place.words(piece, unit)}, to {new[1].words(piece, unit)}")


def _from_the_other_end(piece: Piece, place: EdgePlace) -> EdgePlace:
    """The same place counted from its edge's end, as ``_opposite`` counts: both ends of a slash are then said from one side."""
    share = round(1.0 - (place.fraction or 0.0), 6)
    return EdgePlace(edge=place.edge, start=neighbours(piece, place.edge)[1], fraction=share)


def _opposite(piece: Piece, place: EdgePlace, edge: str) -> EdgePlace:
    """The same share of the other edge, counted from the same side: the outline walks the two edges opposite ways."""
    return EdgePlace(edge=edge, start=neighbours(piece, edge)[1], fraction=place.fraction)
