"""A girth of the sewn garment against the body and what it needs to move: what the checks of girths share."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

from ..geometry.path import Path
from ..paper.gives import gives_round
from ..paper.piece import Piece
from ..units import format_length
from .finding import Finding
from .subject import Subject

KNIT: Final = 1.02
"""Times that a cloth gives from which on it needs no ease: it stretches over the body."""


def too_tight(s: Subject, names: Sequence[str], key: str, ease: float, word: str) -> Iterator[Finding]:
    """Whether the first of the lines that the garment has goes round the body measured by ``key`` (cm) with ``ease`` cm to spare. Stretch cloth
    counts by how far it gives, and needs no ease."""
    body = s.body.get(key)
    if body is None:
        return
    for name in names:
        round_ = s.rounds.get(name)
        if round_ is None:
            continue
        girth, stretch = round_.length, s.gives(round_.pieces)
        needed = body if stretch >= KNIT else body + ease
        has = girth * stretch
        if has < needed - s.rules.girth_tolerance:
            piece = _carries(s, name)
            at = _on(piece, name) if piece else None
            gives = f", {format_length(has, 'cm')} with all it gives" if stretch > 1 else ""
            gives += _cut_across(s, round_.pieces)
            spare = "" if stretch >= KNIT else f" and {format_length(ease, 'cm')} to move in"
            words = f"The {name} of the garment is {girth:.1f} cm round{gives}: the {word} is {body:.1f} cm{spare}."
            yield Finding(words, needed - has, s.rules.girth_tolerance, piece.name if piece else "", name, "", at)
        return


def _cut_across(s: Subject, pieces: Sequence[str]) -> str:
    """What is to be said of stretch cloth that lies the wrong way."""
    sheets = [s.pattern.piece(n) for n in pieces]
    wrong = [p.name for p in sheets if p.cut.stretch > 0 and gives_round(p) == 0.0]
    return f" (the {' and the '.join(wrong)} lies with its stretch up and down)" if wrong else ""


def _carries(s: Subject, name: str) -> Piece | None:
    return next((p for p in s.pattern.pieces if name in p.edge_names or any(x.name == name for x in p.lines)), None)


def _on(piece: Piece, name: str) -> complex | None:
    path = path_called(piece, name)
    return path.at(0.5 * path.length) if path else None


def path_called(piece: Piece, name: str) -> Path | None:
    """The first drawn line, else the first edge, of that name."""
    drawn = next((x.path for x in piece.lines if x.name == name), None)
    return drawn or next((e.path for e in piece.outline if e.name == name), None)
