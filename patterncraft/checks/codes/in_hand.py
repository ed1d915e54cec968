"""Does the hand pass the sleeve's lower end, with its closures open?"""

from __future__ import annotations

from collections.abc import Iterator

from ...paper.gives import gives_round
from ..finding import Check, Finding
from ..openings import opens_at, sleeve_hems
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    hand = s.body.get("hand_girth")
    if hand is None:
        return
    for name, hem in sleeve_hems(s).items():
        piece = s.pattern.piece(name)
        edge = next(e for e in piece.outline if e.name in ("hem", "sleeve hem"))
        has = hem * (1 + gives_round(piece) / 100) + opens_at(s, edge.name)
        if has >= hand - s.rules.girth_tolerance:
            continue
        words = f"The {name} opens to {has:.1f} cm, and the hand is {hand:.1f} cm round: {hand - has:.1f} cm are missing."
        yield Finding(words, hand - has, 0.0, name, edge.name, "", edge.path.at(0.5 * edge.length))


CHECK = Check(
    "in-hand",
    "Getting in",
    "The hand passes the sleeve",
    "The hand is wider than the wrist: a close sleeve needs a slit.",
    "A slit or a zip from the hem up, or a wider hem.",
    _look,
    worked=True,
    body=True,
)
