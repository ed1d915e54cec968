"""A keyhole: a half-round opening out of the centre, a little below the neckline."""

from __future__ import annotations

from typing import Final

from ..errors import MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.flatten import flat_path
from ..paper.draw import redraw
from ..paper.edge import Edge
from ..paper.piece import Piece
from ..paper.sewn import Spot
from ..places.levels import outward
from .cutting import open_corners

KEYHOLE: Final = "keyhole"
LEFT: Final = 3.0
"""cm of centre that are left below it at least."""
FINE: Final = 1e-3
"""cm: how near the chords by which its width is measured follow it."""
FULLEST: Final = 0.6
"""Share of its length from above where it is widest: a drop hangs low."""


def keyhole_cut(piece: Piece, at: float, length: float, width: float) -> Piece:
    """The piece with a half drop cut out of its centre: it begins ``at`` cm below the neckline, is ``length`` long and ``width`` cm wide at its
    fullest. Raises MoveRefused where the centre is too short for it, or the piece has none."""
    n = len(piece.outline)
    found = next(
        (
            k
            for k, e in enumerate(piece.outline)
            if e.is_centre and "neckline" in (piece.outline[k - 1].name, piece.outline[(k + 1) % n].name)
        ),
        None,
    )
    if found is None:
        raise MoveRefused("its neckline meets no centre to cut a keyhole in.", piece.name, "Choose another piece.", "pieces")
    e = piece.outline[found]
    if at + length > e.length - LEFT:
        raise MoveRefused(
            f"the {e.name} is {e.length:.1f} cm long: a keyhole that ends {at + length:.1f} cm down leaves too little of it.",
            piece.name,
            f"Let it end at most {max(e.length - LEFT, 0.0):.1f} cm below the neckline.",
            "keyhole_length",
        )
    down = piece.outline[found - 1].name == "neckline"
    spots = [Spot(found, x if down else e.length - x) for x in (at, at + length)]
    opened, (top, low) = open_corners(piece, spots)
    a, b = opened.outline[top].path.start, opened.outline[low].path.start
    out = outward(piece)
    reach = width
    for _ in range(3):
        curve = fair_curve([a, a + FULLEST * (b - a) + out * reach, b], out, -out)
        # A little above or below the place it may be wider yet.
        reach *= width / max(((z - a) * out.conjugate()).real for z in flat_path(curve, FINE))
    curve = fair_curve([a, a + FULLEST * (b - a) + out * reach, b], out, -out)
    first, path = (top, curve) if down else (low, curve.reversed())
    return redraw(opened, first, 1, (Edge(KEYHOLE, "opening", path),))
