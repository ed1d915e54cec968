"""Does the garment go as far round the body as its blocks did, but for what steps changed on purpose?"""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Check, Finding
from ..round_body import path_called
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    limit = s.rules.looking.girth_lost
    for g in s.record.girths:
        now = s.girths.get(g.name)
        if now is None or abs(now - g.length) <= limit:
            continue
        piece = next((p for p in s.pattern.pieces if g.name in p.edge_names or any(x.name == g.name for x in p.lines)), None)
        path = path_called(piece, g.name) if piece else None
        word = "less" if now < g.length else "more"
        words = f"Round the {g.name} there are {abs(now - g.length):.1f} cm {word} than the blocks had: {now:.1f} for {g.length:.1f} cm, and no step says where they went."
        yield Finding(
            words, abs(now - g.length), limit, piece.name if piece else "", g.name, "", path.at(0.5 * path.length) if path else None
        )


CHECK = Check(
    "girth-lost",
    "Girths",
    "Nothing round the body is lost",
    "Turning darts and cutting lines must leave what goes round the body as it was; fullness is counted apart.",
    "Look for a strip that was not taped in, or a dart that was closed twice.",
    _look,
    "looking.girth_lost",
)
