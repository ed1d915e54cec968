"""Bands of rib or elastic that are stretched into a seam, and what of the body they lie on and must pass."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Final

from ..house import edge_word
from ..paper.piece import Piece
from ..paper.sewn import sewn_length
from .openings import is_sleeve
from .subject import Subject

PLACES: Final = {
    "waist": ("waist_girth", "hip_girth"),
    "neckline": ("neck_girth", "head_girth"),
    "wrist": ("wrist_girth", "hand_girth"),
    "hem": ("hip_girth", "hip_girth"),
}
"""Edge that a band is sewn to → the measure it lies on, and the one that must pass it."""


@dataclass(frozen=True, slots=True)
class Band:
    """A band: cm round at rest, hundredths by which it gives, what it lies on and what passes it, cm, as far as measured."""

    piece: Piece
    edge: str
    seam: str
    at: complex
    rest: float
    gives: float
    lies_on: float | None
    passes: float | None


def bands(s: Subject) -> Iterator[Band]:
    """Every band whose seam's rule is to stretch it."""
    for seam in s.pattern.seams:
        if seam.rule.kind != "stretch" or not seam.b:
            continue
        own, other = (seam.b, seam.a) if seam.rule.longer == "a" else (seam.a, seam.b)
        keys = next((_place(s, x.piece, x.edge) for x in other if edge_word(x.edge) in PLACES), None)
        piece = s.pattern.piece(own[0].piece)
        if keys is None:
            continue
        round_ = sum(sewn_length(s.pattern.piece(x.piece), x.edge, x.run) * _times(s.pattern.piece(x.piece)) for x in own)
        gives = piece.cut.stretch or s.rules.looking.rib
        lies_on, passes = (s.body.get(k) for k in keys)
        yield Band(piece, own[0].edge, seam.name, s.place(own, 0.0)[1], round_, gives, lies_on, passes)


def _place(s: Subject, piece: str, edge: str) -> tuple[str, str]:
    """The measures of where an edge lies: the end of a sleeve at the wrist, or, of one that ends above the elbow, on the arm."""
    sheet = s.pattern.piece(piece)
    if edge_word(edge) == "hem" and is_sleeve(sheet):
        return PLACES["wrist"] if any(x.name == "elbow" for x in sheet.lines) else ("upper_arm_girth", "elbow_girth")
    return PLACES[edge_word(edge)]


def _times(piece: Piece) -> int:
    """A band on the fold is half of what goes round; a pair of cuffs goes round two wrists, each once."""
    return 2 if piece.cut.on_fold else 1
