"""An outline let out here and drawn in there: corners shifted, the edges between them following, darts keeping their points."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import cast

from ..errors import MoveRefused
from ..geometry.length import segment_length
from ..geometry.path import Path, straight
from ..geometry.segment import Segment
from ..paper.draw import redraw
from ..paper.edge import Edge
from ..paper.piece import Piece
from ..tolerances import SNAP

Bulge = Callable[[float], complex]
"""What an edge is moved by besides, at a share (0–1) of its way; nothing at both ends."""


def shifted(piece: Piece, corners: Mapping[int, complex], bulges: Mapping[int, Bulge]) -> Piece:
    """The piece redrawn with corner number k (where edge k starts) moved by ``corners[k]`` cm; every edge moves in proportion
    between its ends, and by its bulge. At least one corner must stay, else MoveRefused; what runs outside is new paper, what runs inside is cut off.
    """
    n = len(piece.outline)
    stays = next((k for k in range(n) if not corners.get(k)), None)
    if stays is None:
        raise MoveRefused(
            "no corner of it would stay where it is: there is nothing to measure from.",
            piece.name,
            "Leave the centre or the sides as they are.",
            "centre",
        )
    edges = []
    for k in range(n):
        i = (stays + k) % n
        edges.append(_moved(piece.outline[i], corners.get(i, 0j), corners.get((i + 1) % n, 0j), bulges.get(i)))
    # An edge whose two ends came together is gone.
    return redraw(piece, stays, n, tuple(e for e in edges if abs(e.path.end - e.path.start) > SNAP))


def _moved(e: Edge, first: complex, last: complex, bulge: Bulge | None) -> Edge:
    if not first and not last and bulge is None:
        return e
    path = e.path
    if path.is_ruled and bulge is None:
        return e.redrawn(straight(path.start + first, path.end + last))
    whole = path.length
    done = 0.0
    out: list[Segment] = []
    for seg in path.segments:
        own = segment_length(seg)
        points = []
        for k, z in enumerate(seg):
            share = (done + own * k / (len(seg) - 1)) / whole
            points.append(z + first + (last - first) * share + (bulge(share) if bulge else 0j))
        if out:
            points[0] = out[-1][-1]
        out.append(cast(Segment, tuple(points)))
        done += own
    out[-1] = cast(Segment, (*out[-1][:-1], path.end + last))
    return e.redrawn(Path(tuple(out)))
