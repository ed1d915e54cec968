"""Is there width at the waist that stands in no dart, seam or fullness: a dart that was forgotten, or that has run off the paper?"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ...paper.dart import darts_of
from ...paper.lens_off import SEEN, lenses_off
from ..finding import Check, Finding
from ..subject import Subject

EDGES: Final = ("waist", "hem")


def _look(s: Subject) -> Iterator[Finding]:
    yield from _forgotten(s)
    for piece in s.pattern.pieces:
        for off in lenses_off(piece):
            words = f"The {off.dart} of the {piece.name} runs off the paper over the {off.edge}, by {off.by:.1f} cm: what lies beyond cannot be sewn."
            yield Finding(words, off.by, SEEN, piece.name, off.dart, "", off.at)


def _forgotten(s: Subject) -> Iterator[Finding]:
    limit = s.rules.looking.girth_lost
    for edge in EDGES:
        wanted, now = s.record.girth(edge), s.girths.get(edge)
        if wanted is None or now is None or now - wanted <= limit:
            continue
        for before in s.record.darts:
            piece = next((p for p in s.pattern.pieces if p.name == before.piece and edge in p.edge_names), None)
            if piece is None or sum(d.intake for d in darts_of(piece)) >= before.mouth - limit:
                continue
            ends = [e.path.at(0.5 * e.length) for e in piece.outline if e.name == edge]
            words = f"The {edge} of the {piece.name} is {now - wanted:.1f} cm too wide all round: a dart that stood there was forgotten, and its width is in no seam and no fullness."
            yield Finding(words, now - wanted, limit, piece.name, edge, "", ends[0])
            break


CHECK = Check(
    "dart-lost",
    "Darts",
    "No dart is forgotten, or runs off the paper",
    "Its width then hangs at the waist.",
    "Draw the dart, or say where its width goes; one that runs off the paper is taken into the seam there, or made shorter.",
    _look,
    "looking.girth_lost",
)
