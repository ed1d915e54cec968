"""What differs between two patterns, in figures: edges as sewn, darts, widths at named heights, girths, cloth."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from typing import Final, Literal

from ..girths import girths
from ..paper.dart import darts_of
from ..paper.level import straight_lines
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import sewn_length
from ..paper.widths import width_along
from ..units import Unit, format_length
from .heights import width_at
from .laid_over import pieces_in_common

ALIKE: Final = 0.005
"""cm (or cm²): less than this between two figures is no difference one could cut."""

What = Literal["edge", "dart", "width", "height", "girth", "area"]


@dataclass(frozen=True, slots=True)
class Figure:
    """One measured thing in both patterns, cm (cm² for an area). None where one has no such thing."""

    what: What
    name: str
    a: float | None
    b: float | None

    @property
    def difference(self) -> float | None:
        """Second less first; None where one of them is not there."""
        return None if self.a is None or self.b is None else self.b - self.a

    @property
    def is_alike(self) -> bool:
        """Whether nothing differs that could be cut."""
        return self.difference is not None and abs(self.difference) < ALIKE

    @property
    def said(self) -> str:
        """What it is, in words."""
        words = {
            "edge": "{}",
            "dart": "{}, intake",
            "width": "width at the {} line",
            "height": "width {}",
            "girth": "{}",
            "area": "{}",
        }
        return words[self.what].format(self.name)

    def words(self, unit: Unit) -> tuple[str, str, str]:
        """First, second and difference as one reads them; empty where there is nothing to say."""

        def say(value: float | None, decimals: int = 1) -> str:
            if value is None:
                return ""
            text = f"{value:.{decimals}f} cm²" if self.what == "area" else format_length(value, unit, decimals)
            return text.replace("-", "−")

        sign = "+" if (self.difference or 0.0) > 0 else ""
        if self.difference is None or self.is_alike:
            return say(self.a), say(self.b), ""
        # A difference too small for one decimal is still one: it is said with two.
        return say(self.a), say(self.b), sign + say(self.difference, 1 if abs(self.difference) >= 0.05 else 2)


@dataclass(frozen=True, slots=True)
class PieceFigures:
    """The figures of one piece that both patterns have."""

    piece: str
    figures: tuple[Figure, ...]


@dataclass(frozen=True, slots=True)
class Comparison:
    """Two patterns in figures. ``girths`` are those round the body, of all pieces as often as they are cut."""

    girths: tuple[Figure, ...]
    pieces: tuple[PieceFigures, ...]
    only_a: tuple[str, ...]
    only_b: tuple[str, ...]


def compare(a: Pattern, b: Pattern) -> Comparison:
    """Everything that both have, and the pieces that only one of them has. Exact: nothing is rounded here."""
    common = pieces_in_common(a, b)
    known = {p.name for p, _ in common}
    return Comparison(
        tuple(_girths(a, b)),
        tuple(PieceFigures(p.name, tuple(_of_piece(p, q))) for p, q in common),
        tuple(p.name for p in a.pieces if p.name not in known),
        tuple(p.name for p in b.pieces if p.name not in known),
    )


def at_heights(a: Pattern, b: Pattern, below: Sequence[float], at: str, unit: Unit) -> list[PieceFigures]:
    """Widths of the pieces both have, so many cm below the point ``at`` (below the piece's top without one)."""
    out = []
    for p, q in pieces_in_common(a, b):
        figures = []
        for h in below:
            said = f"{format_length(h, unit)} below the {at or 'top'}"
            figure = Figure("height", said, width_at(p, h, at), width_at(q, h, at))
            if figure.a is not None or figure.b is not None:
                figures.append(figure)
        if figures:
            out.append(PieceFigures(p.name, tuple(figures)))
    return out


def _of_piece(p: Piece, q: Piece) -> list[Figure]:
    edges = _paired("edge", p.edge_names, q.edge_names, lambda name: sewn_length(p, name), lambda name: sewn_length(q, name))
    one, other = ({d.name: d.intake for d in darts_of(x)} for x in (p, q))
    darts = _paired("dart", one, other, one.__getitem__, other.__getitem__)
    lenses = [{x.name: x.widest for x in piece.lenses} for piece in (p, q)]
    darts += _paired("dart", lenses[0], lenses[1], lenses[0].__getitem__, lenses[1].__getitem__)
    level = [straight_lines(piece) for piece in (p, q)]
    widths = _paired("width", level[0], level[1], lambda name: width_along(p, name), lambda name: width_along(q, name))
    return [*edges, *darts, *widths, Figure("area", "paper", p.area, q.area)]


def _paired(
    what: What, first: Iterable[str], second: Iterable[str], a: Callable[[str], float], b: Callable[[str], float]
) -> list[Figure]:
    """What either has, by name, in the order of the first, then what is new in the second."""
    one, other = list(dict.fromkeys(first)), list(dict.fromkeys(second))
    return [Figure(what, n, a(n) if n in one else None, b(n) if n in other else None) for n in dict.fromkeys([*one, *other])]


def _girths(a: Pattern, b: Pattern) -> list[Figure]:
    """Round the body where both go round it: by name, and where a name is there more than once (hems of skirt and sleeves) by
    the pieces too."""
    one, other = ({(g.name, g.pieces): g.length for g in girths(x)} for x in (a, b))
    found = []
    for (name, pieces), round_a in one.items():
        alike = [[k for k in side if k[0] == name] for side in (one, other)]
        if len(alike[0]) == len(alike[1]) == 1:
            found.append(Figure("girth", name, round_a, other[alike[1][0]]))
        elif (name, pieces) in other:
            found.append(Figure("girth", f"{name} of {', '.join(pieces)}", round_a, other[name, pieces]))
    return found
