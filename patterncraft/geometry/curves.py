"""A run that a drafter draws by eye, guided at both ends."""

from __future__ import annotations

from .path import Path


def guided(a: complex, leaving: complex, handle_a: float, b: complex, arriving: complex, handle_b: float) -> Path:
    """One cubic from a to b. ``leaving`` and ``arriving`` are directions of travel (any length);
    the handles are given in cm."""
    out, into = leaving / abs(leaving), arriving / abs(arriving)
    return Path(((a, a + out * handle_a, b - into * handle_b, b),))
