"""Where a piece is slashed: shared out evenly over an edge or a zone of it, or place by place, or along drawn lines."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from typing import Annotated, NamedTuple

from pydantic import Field

from ..by_identity import ByIdentity
from ..errors import BadPlace, MoveRefused
from ..geometry.flatten import flat_path
from ..geometry.intersect import line_crossings
from ..geometry.path import Path, straight
from ..paper.dart import darts_of
from ..paper.nearest import nearest_on
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import Spot, distance_of, neighbours, point_of, run_holding, run_of, runs_of, sewn_length, spot_along
from ..places.line import line_on
from ..places.place import Place, on_edge
from .across import looked_at, meetings, refuse_leaving
from .spreading import Slash

CORNER = 0.3
"""cm: a hinge nearer than this to an edge's end is a hinge on a corner."""


SlashAt = Annotated[tuple[Place, Place] | Annotated[str, Field(min_length=1, max_length=80)], Field(union_mode="left_to_right")]
"""A slash from place to place, or along a line drawn before."""


class Zone(NamedTuple):
    """``low``–``high`` cm along a run of an edge, in the outline's sense; ``whole`` is the run's length."""

    run: int
    low: float
    high: float
    whole: float


def two_edges(piece: Piece, edge: str, other: str) -> None:
    """Raises NoSuchName for an edge that is not there, MoveRefused for one edge named twice."""
    run_of(piece, edge)
    run_of(piece, other)
    if edge == other:
        raise MoveRefused("a slash leads from one edge to another.", piece.name, "Choose two different edges.", "to_edge")


def zone_of(piece: Piece, pattern: Pattern, edge: str, ends: tuple[Place, Place] | None) -> Zone:
    """The zone between two places of an edge; the whole edge without them.

    Raises BadPlace for places that are not both on that edge, or are one.
    """
    if ends is None:
        if len(runs_of(piece, edge)) > 1:
            raise BadPlace(f"the {edge} lies there in several parts.", piece.name, "Give the zone to open, on one of them.", "zone")
        whole = sewn_length(piece, edge)
        return Zone(0, 0.0, whole, whole)
    spots = [on_edge(p, piece, pattern, "zone") for p in ends]
    runs = {run_holding(piece, s.edge) for s in spots if piece.outline[s.edge].name == edge}
    if any(piece.outline[s.edge].name != edge for s in spots) or len(runs) != 1:
        raise BadPlace(f"the zone does not lie on the {edge}.", piece.name, f"Choose two places of the {edge}.", "zone")
    low, high = sorted(distance_of(piece, s) for s in spots)
    if high - low < 1.0:
        raise BadPlace("the zone is shorter than 1 cm.", piece.name, "Choose two places farther apart.", "zone")
    run = runs.pop()
    return Zone(run, low, high, sewn_length(piece, edge, run))


def even_slashes(piece: Piece, edge: str, to_edge: str, count: int, zone: Zone, whole: bool) -> list[Slash]:
    """``count`` straight slashes in outline order. Over a whole edge the strips between them are equal; in a zone each
    slash stands in the middle of its share.

    Each meets the other edge at the same share of it, counted from the same side.
    """
    other = runs_of(piece, to_edge)
    if len(other) > 1:
        raise BadPlace(f"the {to_edge} lies there in several parts.", piece.name, "Slash place by place instead.", "to_edge")
    far_whole = sewn_length(piece, to_edge)
    slashes = []
    for k in range(count):
        share = (k + 1) / (count + 1) if whole else (k + 0.5) / count
        at = zone.low + share * (zone.high - zone.low)
        near = spot_along(piece, edge, at, run=zone.run)
        far = spot_along(piece, to_edge, far_whole * (1.0 - at / zone.whole))
        slashes.append(Slash(near, far, straight(point_of(piece, near), point_of(piece, far))))
    return slashes


def listed_slashes(
    piece: Piece, pattern: Pattern, edge: str, to_edge: str, listed: Sequence[tuple[Place, Place] | str]
) -> list[Slash]:
    """Slashes from place to place, or along lines drawn before; sorted along the edge.

    Raises BadPlace for one that does not lead from the one edge to the other.
    """
    slashes = []
    for item in listed:
        line = line_on(item, piece, pattern, "at")
        ends = (line.places[0].spot, line.places[-1].spot)
        names = [piece.outline[s.edge].name if s else "" for s in ends]
        if names == [edge, to_edge]:
            slashes.append(Slash(*_both(ends), line.path))
        elif names == [to_edge, edge]:
            slashes.append(Slash(*_both(ends[::-1]), line.path.reversed()))
        else:
            raise BadPlace(
                f"a slash does not lead from the {edge} to the {to_edge}.",
                piece.name,
                f"Give each a place on the {edge} and one on the {to_edge}.",
                "at",
            )
    return sorted(slashes, key=lambda s: distance_of(piece, s.near))


def _both(ends: tuple[Spot | None, ...]) -> tuple[Spot, Spot]:
    a, b = ends[0], ends[1]
    if a is None or b is None:
        raise AssertionError("both ends are known to lie on edges")
    return a, b


def check_slashes(piece: Piece, slashes: list[Slash], hinged: Sequence[str], field: str) -> None:
    """Raises MoveRefused or BadPlace where paper cannot be slashed so: through a fold, an open dart or a double-pointed
    one, over another slash, or hinged on a corner. ``hinged``: "near" and "far", as the slash holds there."""
    _found_good(piece, tuple(slashes), tuple(hinged), field)


def _check(piece: Piece, slashes: tuple[Slash, ...], hinged: tuple[str, ...], field: str) -> None:
    inside = piece.contains(*(z for s in slashes for z in looked_at(s.path)))
    darts = darts_of(piece)
    for k, s in enumerate(slashes, 1):
        for end in (s.near, s.far):
            if piece.outline[end.edge].kind == "fold":
                raise MoveRefused(
                    "a slash through the fold would open both halves of the cloth there.",
                    piece.name,
                    "Slash to another edge, or turn the fold into a seam first.",
                    field,
                )
        if abs(s.path.end - s.path.start) < CORNER:
            raise BadPlace(
                f"slash {k} has no length: both edges lie on each other there.", piece.name, "Choose two other edges.", field
            )
        _refuse_corner(piece, s, hinged, field)
        try:
            found = meetings(piece, s.path, [s.path.start, s.path.end])
            refuse_leaving(piece, s.path, found, field, inside[3 * k - 3 : 3 * k])
        except (BadPlace, MoveRefused) as e:
            e.message = f"slash {k}: {e.message}"
            raise
        for d in darts:
            if nearest_on(s.path, d.pivot)[0] < 1e-3:
                raise MoveRefused(
                    f"slash {k} runs through the point of the {d.name}.",
                    piece.name,
                    "Slash beside it, or rotate the dart away first.",
                    field,
                )
    for k, (a, b) in enumerate(itertools.pairwise(slashes), 1):
        if abs(a.path.start - b.path.start) < 0.1 or _cross(a.path, b.path):
            raise BadPlace(f"slashes {k} and {k + 1} cross or lie on each other.", piece.name, "Move one of them.", field)


_found_good = ByIdentity(_check, 16, by_value=(tuple,))


def _refuse_corner(piece: Piece, s: Slash, hinged: Sequence[str], field: str) -> None:
    for where, spot in (("near", s.near), ("far", s.far)):
        name = piece.outline[spot.edge].name
        run = run_holding(piece, spot.edge)
        at, whole = distance_of(piece, spot), sewn_length(piece, name, run)
        if min(at, whole - at) < CORNER:
            corner = neighbours(piece, name, run)[0 if at < whole - at else 1]
            what = "hinges" if where in hinged else "ends"
            raise BadPlace(
                f"a slash {what} on the corner of {name} and {corner}.",
                piece.name,
                "Move it along the edge, away from the corner.",
                field,
            )


def _cross(a: Path, b: Path) -> bool:
    points = flat_path(a)
    return any(line_crossings(p, q, seg) for p, q in itertools.pairwise(points) for seg in b.segments)
