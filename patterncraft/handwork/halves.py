"""What a line leaves of every edge it meets: both halves, as one would measure them before cutting."""

from __future__ import annotations

from ..paper.piece import Piece
from ..paper.sewn import distance_of, neighbours, run_holding, sewn_length
from ..places.line import LineOnPiece
from ..working import Sum, fine


def halves_met(piece: Piece, line: LineOnPiece) -> tuple[Sum, ...]:
    """A sum for each edge that the line meets at one of its ends: "armhole: 9.10 + 12.40 = 21.50"."""
    sums = []
    for found in (line.places[0], line.places[-1]):
        if found.spot is None:
            continue
        name = piece.outline[found.spot.edge].name
        run = run_holding(piece, found.spot.edge)
        whole = sewn_length(piece, name, run)
        first = distance_of(piece, found.spot)
        before, after = neighbours(piece, name, run)
        sums.append(
            Sum(
                f"The {name}, from the {before} and to the {after}",
                fine(whole),
                "{} + {}",
                (fine(first), fine(whole - first)),
            )
        )
    return tuple(sums)
