"""Bands of rib or elastic that are stretched into a seam, and what of the body they lie on and must pass."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Final

from ..body_at import around
from ..paper.piece import Piece
from ..paper.seam import Seam
from ..paper.sewn import sewn_length
from .subject import Subject

PASSES: Final = {
    "neck_girth": "head_girth",
    "wrist_girth": "hand_girth",
    "upper_arm_girth": "elbow_girth",
    "elbow_girth": "hand_girth",
    "bust_girth": "bust_girth",
    "underbust_girth": "bust_girth",
    "round_shoulder_girth": "round_shoulder_girth",
}
"""Measure that a band lies on → what must pass it; elsewhere on the body, the hip."""


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
        place = next((p for x in other if (p := around(s.on_body, x.piece, x.edge)) is not None), None)
        piece = s.pattern.piece(own[0].piece)
        if place is None or _as_drafted(s, seam):
            continue
        round_ = sum(sewn_length(s.pattern.piece(x.piece), x.edge, x.run) * _times(s.pattern.piece(x.piece)) for x in own)
        gives = piece.cut.stretch or s.rules.looking.rib
        lies_on, passes = place.girth(s.body), s.body.get(PASSES.get(place.one, "hip_girth"))
        yield Band(piece, own[0].edge, seam.name, s.place(own, 0.0)[1], round_, gives, lies_on, passes)


def _as_drafted(s: Subject, seam: Seam) -> bool:
    """Whether it is the block's own band, as long as the block drew it: how tight that is, is its school's affair."""
    before = s.record.seam(seam.name)
    if before is None or before.b is None or before.made:
        return False
    now = (s.pattern.side_length(side) for side in (seam.a, seam.b))
    return all(abs(x - y) < s.rules.sewing_tolerance for x, y in zip(now, (before.a, before.b), strict=True))


def _times(piece: Piece) -> int:
    """A band on the fold is half of what goes round; a pair of cuffs goes round two wrists, each once."""
    return 2 if piece.cut.on_fold else 1
