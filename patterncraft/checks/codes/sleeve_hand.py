"""Is a sleeve's lower end wide enough for the wrist it lies on?"""

from __future__ import annotations

from collections.abc import Iterator

from ...paper.gives import gives_round
from ..finding import Check, Finding
from ..openings import sleeve_hems
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    wrist = s.body.get("wrist_girth")
    if wrist is None:
        return
    for name, hem in sleeve_hems(s).items():
        piece = s.pattern.piece(name)
        needed = wrist if gives_round(piece) else wrist + s.rules.ease.wrist
        has = hem * (1 + gives_round(piece) / 100)
        if has < needed - s.rules.girth_tolerance:
            edge = next(e for e in piece.outline if e.name in ("hem", "sleeve hem"))
            words = f"The {name} ends {hem:.1f} cm round: the wrist alone is {wrist:.1f} cm."
            yield Finding(words, needed - has, s.rules.girth_tolerance, name, edge.name, "", edge.path.at(0.5 * edge.length))


CHECK = Check(
    "sleeve-hand",
    "Armhole and sleeve",
    "A sleeve goes round the wrist",
    "A sleeve that is tighter than the wrist cannot be closed there either.",
    "Take less in along the underarm.",
    _look,
    "ease.wrist",
    body=True,
)
