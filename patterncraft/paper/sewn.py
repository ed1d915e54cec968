"""Measuring along an edge as it will be sewn: darts shut, parts of a cut edge in order."""

from __future__ import annotations

from typing import NamedTuple

from ..errors import BadPlace, no_such
from ..tolerances import SNAP
from .edge import Edge
from .piece import Piece


class Spot(NamedTuple):
    """A place on the outline: ``along`` cm from the start of edge number ``edge``."""

    edge: int
    along: float


def run_of(piece: Piece, name: str) -> list[int]:
    """Outline indices of the edge's parts, in the order they are sewn (outline sense).

    Raises NoSuchName listing the edges there are.
    """
    outline = piece.outline
    own = [i for i, e in enumerate(outline) if e.name == name and not e.is_sewn_shut]
    if not own:
        raise no_such("edge", name, piece.edge_names, piece.name)
    first = next((k for k, i in enumerate(own) if _name_before(outline, i) != name), 0)
    return own[first:] + own[:first]


def _name_before(outline: tuple[Edge, ...], i: int) -> str:
    n = len(outline)
    return next((e.name for e in (outline[(i - k) % n] for k in range(1, n)) if not e.is_sewn_shut), "")


def _name_after(outline: tuple[Edge, ...], i: int) -> str:
    n = len(outline)
    return next((e.name for e in (outline[(i + k) % n] for k in range(1, n)) if not e.is_sewn_shut), "")


def neighbours(piece: Piece, name: str) -> tuple[str, str]:
    """The edges met at the start and at the end of the run of this edge."""
    run = run_of(piece, name)
    return _name_before(piece.outline, run[0]), _name_after(piece.outline, run[-1])


def sewn_length(piece: Piece, name: str) -> float:
    """Length of the edge with its darts closed, cm."""
    return sum(piece.outline[i].length for i in run_of(piece, name))


def starts_at_end(piece: Piece, name: str, start: str) -> bool:
    """Whether ``start`` (a neighbouring edge, or "start"/"end") means the far end of the run.

    Raises BadPlace naming both neighbours when it is neither.
    """
    before, after = neighbours(piece, name)
    if start in ("", "start", before):
        return False
    if start in ("end", after):
        return True
    raise BadPlace(
        f"the {name} does not begin at “{start}”.", piece.name, f"Measure it from the {before} or from the {after}.", "from"
    )


def spot_along(piece: Piece, name: str, distance: float, from_end: bool = False) -> Spot:
    """The spot ``distance`` cm along the sewn edge, clamped to it."""
    run = run_of(piece, name)
    if from_end:
        distance = sewn_length(piece, name) - distance
    for i in run:
        own = piece.outline[i].length
        if distance <= own + SNAP or i == run[-1]:
            return Spot(i, min(max(distance, 0.0), own))
        distance -= own
    raise AssertionError("an edge has at least one part")


def distance_of(piece: Piece, spot: Spot) -> float:
    """cm along the sewn edge from its start to the spot: the inverse of ``spot_along``."""
    total = 0.0
    for i in run_of(piece, piece.outline[spot.edge].name):
        if i == spot.edge:
            return total + spot.along
        total += piece.outline[i].length
    raise AssertionError("a spot lies on an edge of the outline")


def point_of(piece: Piece, spot: Spot) -> complex:
    return piece.outline[spot.edge].path.at(spot.along)
