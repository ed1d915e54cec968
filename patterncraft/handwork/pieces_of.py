"""The pieces that a seam speaks of."""

from __future__ import annotations

from ..paper.seam import Seam


def pieces_of_seam(seam: Seam) -> list[str]:
    """Names, each once, the first side's first."""
    return list(dict.fromkeys(s.piece for s in (*seam.a, *seam.b)))
