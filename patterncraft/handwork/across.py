"""Whether a line can be cut with scissors: where it meets the outline, itself, a dart or a double-pointed dart."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise
from typing import NamedTuple

from ..errors import BadPlace, MoveRefused
from ..geometry.crossing import crossing_pair
from ..geometry.flatten import flat_path
from ..geometry.intersect import line_crossings
from ..geometry.length import arc_length, segment_length
from ..geometry.path import Path
from ..geometry.segment import Segment, split
from ..paper.nearest import may_touch, nearest_of
from ..paper.piece import Piece
from ..tolerances import SNAP

HAIR = 10 * SNAP
"""cm: nearer than this to a place where it may touch, a line touches there."""
ALONG = 0.02
"""cm: a line that stays this near to the outline runs along it."""


class Meeting(NamedTuple):
    """Where a line meets the outline: ``along`` cm of the line, on edge number ``edge``, at ``on_edge`` cm of it."""

    along: float
    edge: int
    on_edge: float
    point: complex


def meetings(piece: Piece, line: Path, allowed: list[complex]) -> list[Meeting]:
    """Where the line meets the outline, in order along the line, but for the places ``allowed``."""
    points = flat_path(line, 0.005)
    found: list[Meeting] = []
    done = 0.0
    boxes = piece.hulls
    for a, b in pairwise(points):
        left, right = sorted((a.real, b.real))
        top, bottom = sorted((a.imag, b.imag))
        for index, e in enumerate(piece.outline):
            before = 0.0
            for seg, box in zip(e.path.segments, boxes[index], strict=True):
                if box[0] > right + HAIR or box[2] < left - HAIR or box[1] > bottom + HAIR or box[3] < top - HAIR:
                    before += segment_length(seg)
                    continue
                for hit in line_crossings(a, b, seg):
                    if all(abs(hit.point - z) > HAIR for z in allowed):
                        on = before + along_to(seg, hit.t)
                        found.append(Meeting(done + hit.s * abs(b - a), index, on, hit.point))
                before += segment_length(seg)
        done += abs(b - a)
    found.sort(key=lambda m: (m.along, m.edge))
    # A line through a corner meets both its edges there: once is enough.
    return [m for k, m in enumerate(found) if k == 0 or abs(m.point - found[k - 1].point) > HAIR]


def along_to(seg: Segment, t: float) -> float:
    """cm along a segment to its parameter ``t`` (0–1)."""
    return segment_length(seg) if t >= 1.0 else 0.0 if t <= 0.0 else arc_length(split(seg, t)[0])


def refuse_tangled(piece: Piece, line: Path, field: str) -> None:
    """Raises BadPlace for a line that crosses or touches itself."""
    points = flat_path(line)
    closed = Path(tuple(pairwise(points)))
    if len(points) > 3:
        # The chord that closes the line is not part of it: a crossing with that one does not count.
        pair = crossing_pair([*closed.segments, (points[-1], points[0])])
        if pair and max(pair) < len(points) - 1:
            raise BadPlace("the line crosses itself.", piece.name, "Move its places so that it runs on.", field)


def refuse_along_edge(piece: Piece, line: Path, field: str) -> None:
    """Raises BadPlace for a line that runs along an edge: there would be nothing to cut off there."""
    whole = line.length
    spots = [line.at(whole * k / 12) for k in range(1, 12)]
    for e, hulls in zip(piece.outline, piece.hulls, strict=True):
        parts = list(zip(e.path.segments, hulls, strict=True))
        near = [any(may_touch(h, z, ALONG) and nearest_of(s, z)[0] < ALONG for s, h in parts) for z in spots]
        if any(a and b for a, b in pairwise(near)):
            raise BadPlace(
                f"the line runs along the {e.name}.", piece.name, "Lead it over the paper, or redraw that edge instead.", field
            )


def looked_at(line: Path) -> list[complex]:
    """The places of a line that must be on the paper, when it meets no edge on its way."""
    whole = line.length
    return [line.at(whole * f) for f in (0.02, 0.5, 0.98)]


def refuse_leaving(
    piece: Piece,
    line: Path,
    found: list[Meeting],
    field: str,
    inside: Sequence[bool] | None = None,
    *,
    through_lenses: bool = False,
) -> None:
    """Raises BadPlace for a line that leaves the paper, MoveRefused for one over an open dart, or a double-pointed one unless it may run
    ``through_lenses``. ``inside``: whether the places of ``looked_at`` are on the paper, where that is known already."""
    for m in found:
        edge = piece.outline[m.edge]
        if edge.kind == "dart":
            raise MoveRefused(
                f"the line runs over the open {edge.name}.",
                piece.name,
                f"Lead it through the dart's point, or close the {edge.name} first: rotate it to another edge.",
                field,
            )
    if found:
        edge = piece.outline[found[0].edge]
        raise BadPlace(
            f"the line leaves the paper at the {edge.name}, {found[0].along:.1f} cm from its start.",
            piece.name,
            "Begin or end it there, or lead it over the paper.",
            field,
        )
    if not through_lenses and (over := next((x for x in piece.lenses if x.crossings(line)), None)):
        raise MoveRefused(
            f"the line runs through the {over.name}, which is double-pointed.",
            piece.name,
            "Lead it past the dart, or cut the piece across it first.",
            field,
        )
    if not all(piece.contains(*looked_at(line)) if inside is None else inside):
        raise BadPlace("the line does not run over the paper.", piece.name, "Lead it from edge to edge over the piece.", field)
