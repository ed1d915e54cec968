"""How far a piece's cloth gives: across its grain, as knitted and stretch cloth does, and not along it."""

from __future__ import annotations

from typing import Final

from .piece import Piece

ALONG: Final = 0.8
"""Cosine of the angle to the warp from which on the cloth is pulled along it and does not give."""


def gives_along(piece: Piece, way: complex) -> float:
    """Hundredths by which the piece can be stretched in a direction (a unit vector). A piece without a grain gives as its cloth does; on the bias every cloth that
    gives at all gives both ways."""
    grain = piece.grain
    if grain is None or grain.kind == "bias" or grain.start == grain.end:
        return piece.cut.stretch
    warp = (grain.end - grain.start) / abs(grain.end - grain.start)
    if grain.kind == "cross":
        warp *= 1j
    return 0.0 if abs((warp * way.conjugate()).real) > ALONG else piece.cut.stretch


def gives_round(piece: Piece) -> float:
    """Hundredths by which a sheet of the garment gives round the body or the limb: square to the arrow that is drawn down it."""
    grain = piece.grain
    if grain is None or grain.start == grain.end:
        return piece.cut.stretch
    return gives_along(piece, 1j * (grain.end - grain.start) / abs(grain.end - grain.start))
