"""A facing round several edges of one sheet: what lies within the width of them, traced from the sheet."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ..errors import MoveRefused
from ..handwork.centre import planned_without_fold, with_grain_of
from ..handwork.cutting import cut_piece
from ..paper.pattern import Pattern
from ..paper.piece import Paper, Piece
from ..paper.sewn import run_of
from ..places.line import LineThrough, line_on
from ..places.place import EdgePlace

SQUARE_AT: tuple[str, ...] = ("centre", "side")
"""What the inner line of a facing meets square."""


def chain_of(piece: Piece, edges: Sequence[str], field: str) -> list[int]:
    """Numbers of the outline's edges that these are, in the outline's order, one running into the next; darts between them are skipped.

    Raises NoSuchName; MoveRefused where they do not follow each other.
    """
    wanted = {i for e in edges for i in run_of(piece, e)}
    n = len(piece.outline)
    wanted |= {i for i in range(n) if piece.outline[i].is_sewn_shut and {(i - 1) % n, (i + 1) % n} & wanted}
    starts = [i for i in wanted if (i - 1) % n not in wanted]
    if len(starts) != 1:
        raise MoveRefused(
            "its edges do not follow each other round the sheet.",
            piece.name,
            "Name edges that meet, with those between them.",
            field,
        )
    chain = [starts[0]]
    while (chain[-1] + 1) % n in wanted and len(chain) < n:
        chain.append((chain[-1] + 1) % n)
    return chain


def part_within(piece: Piece, chain: Sequence[int], width: float, inner: str, name: str, pattern: Pattern) -> Piece:
    """What lies within ``width`` cm of a chain of edges, as a sheet of its own: cut along a curve from the neighbour before to the neighbour behind.

    Raises MoveRefused where a neighbour is shorter than that, or the line cannot be cut.
    """
    n = len(piece.outline)
    before, after = piece.outline[(chain[0] - 1) % n], piece.outline[(chain[-1] + 1) % n]
    for e in (before, after):
        if e.length <= width + 0.3:
            raise MoveRefused(
                f"the {e.name} is {e.length:.1f} cm long: {width:.1f} cm are wider than the piece there.",
                piece.name,
                f"Make it at most {max(e.length - 0.5, 0.5):.1f} cm wide.",
                "width",
            )
    first = piece.outline[chain[0]].name
    last = piece.outline[chain[-1]].name
    through = (
        EdgePlace.model_validate({"edge": before.name, "from": first, "distance": width}),
        EdgePlace.model_validate({"edge": after.name, "from": last, "distance": width}),
    )
    line = LineThrough(
        through=through,
        shape="curve",
        square_start=before.name.startswith(SQUARE_AT) or before.name in ("hem", "waist"),
        square_end=after.name.startswith(SQUARE_AT) or after.name in ("hem", "waist"),
    )
    cut = cut_piece(piece, line_on(line, piece, pattern, "width"), inner, "width")
    part = next(p for p in (cut.first, cut.second) if first in p.edge_names and last in p.edge_names)
    part = with_grain_of(planned_without_fold(part), piece)
    outline = tuple(e.without_trace() for e in part.outline)
    return replace(part.with_outline(outline), name=name, paper=Paper())
