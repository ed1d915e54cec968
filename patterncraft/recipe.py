"""A recipe as a page one can read: steps in chapters, by name or by the piece they touch."""

from __future__ import annotations

from typing import Final

from .moves.move import Move

_PARTS: Final = ("front", "back", "sleeve", "collar", "cuff", "skirt", "gore", "waistband")


def chapter_of(step: Move) -> str:
    """The chapter a step stands in: the one a person named, else that of the part of the garment its piece is of."""
    if step.chapter:
        return step.chapter
    pieces = step.pieces_named()
    if not pieces:
        return "The whole"
    words = pieces[0].lower().split()
    if "skirt" in words:
        return "Skirt"
    part = next((p for p in _PARTS if p in words), "")
    return part.capitalize() if part else pieces[0].capitalize()
