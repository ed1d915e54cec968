"""Where a closure goes: down a seam from its upper end, on through the seam that runs on below, and where its buttons stand."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise
from typing import Final, NamedTuple

from ..errors import MoveRefused
from ..geometry.path import Path
from ..house import edge_word
from ..paper.fold import kind_as_cut
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Seam, Stretch
from ..paper.sewn import neighbours, run_of, sewn_length, starts_at_end
from ..places.levels import downward
from ..texts import with_article

TOP: Final = 1.5
"""cm from the upper end of the edge to the first button (common practice, no source)."""
APART: Final = 8.0
"""cm from button to button, where nobody says otherwise (common practice, no source)."""
CLEAR: Final = 0.5
"""cm that a button keeps from the ends of its edge."""
NEAR: Final = 1.0
"""cm: so near to the bust line or the waist a button is moved onto it."""


HEIGHTS: Final = {"neckline": 0, "shoulder": 1, "armhole": 2, "waist": 4, "hem": 6}
"""Edges from the top of the body down: a sheet may lie upside down on the table."""
BETWEEN: Final = 3
"""What a name does not tell: a style line may lie above the waist or below it."""
TOP_OF_ALL, LAST = HEIGHTS["neckline"], HEIGHTS["hem"]


class Downward(NamedTuple):
    """A seam walked down: whether from its end, and its length, cm."""

    seam: Seam
    from_end: bool
    whole: float

    def along(self, at: float) -> float:
        """cm along the seam's first side of a place ``at`` cm down it."""
        return self.whole - at if self.from_end else at


def walked_down(pattern: Pattern, seam: Seam, start: str, field: str = "from") -> Downward:
    """The seam from the end where it meets the edge ``start`` ("start" and "end" are its own); empty: from its upper end. Raises MoveRefused where it
    meets no such edge."""
    first, last = seam.a[0], seam.a[-1]
    whole = pattern.side_length(seam.a)
    ends = (_beyond(pattern, first, False), _beyond(pattern, last, True))
    if start in ("start", ends[0]) and start:
        return Downward(seam, False, whole)
    if start in ("end", ends[1]) and start:
        return Downward(seam, True, whole)
    if start:
        raise MoveRefused(
            f"the {seam.name} does not begin at “{start}”.", seam.name, f"It runs from the {ends[0]} to the {ends[1]}.", field
        )
    ranks = [HEIGHTS.get(edge_word(x)) for x in ends]
    sure = [r if r is not None and (None not in ranks or r in (TOP_OF_ALL, LAST)) else BETWEEN for r in ranks]
    if sure[0] != sure[1]:
        return Downward(seam, sure[0] > sure[1], whole)
    down = downward(pattern.piece(first.piece)).conjugate()
    heights = [(pattern.on_side(seam.a, at), at) for at in (0.0, whole)]
    a, b = ((p.piece.outline[p.spot.edge].path.at(p.spot.along) * down).real for p, _ in heights)
    return Downward(seam, a > b, whole)


class Hole(NamedTuple):
    """A hole that a seam runs round: its edge's name, how many cm down the seam it begins, and the edge at the seam's far end."""

    name: str
    down: float
    far_end: str


def first_hole(pattern: Pattern, down: Downward) -> Hole | None:
    """The first hole that is met down a seam, as a keyhole; none where its parts run on into each other or into other pieces."""
    stretches = list(reversed(down.seam.a)) if down.from_end else list(down.seam.a)
    done = 0.0
    for here, after in pairwise(stretches):
        done += sewn_length(pattern.piece(here.piece), here.edge, here.run)
        name = _beyond(pattern, here, not down.from_end)
        if here.piece == after.piece and name == _beyond(pattern, after, down.from_end) and name != here.edge:
            edge = pattern.piece(here.piece).outline[run_of(pattern.piece(here.piece), name)[0]]
            if edge.kind == "opening":
                return Hole(name, done, _beyond(pattern, stretches[-1], not down.from_end))
    return None


def _beyond(pattern: Pattern, s: Stretch, at_end: bool) -> str:
    """The edge that a stretch of a side ends at (or begins at)."""
    piece = pattern.piece(s.piece)
    before, after = neighbours(piece, s.edge, s.run)
    return after if at_end != starts_at_end(piece, s.edge, s.start, s.run) else before


def runs_on(pattern: Pattern, down: Downward) -> Downward:
    """The seam that runs on below where this one ends: over the edge it ends at, on the piece that is sewn there. Raises MoveRefused where there is
    none, which is what one finds at a fold."""
    last = down.seam.a[0] if down.from_end else down.seam.a[-1]
    edge = _beyond(pattern, last, not down.from_end)
    across = next((s for s in pattern.seams if s.b and any((x.piece, x.edge) == (last.piece, edge) for x in (*s.a, *s.b))), None)
    if across is None:
        raise MoveRefused(
            f"the {down.seam.name} is {down.whole:.1f} cm long and ends at the {edge}, which is sewn to nothing.",
            down.seam.name,
            f"Make it at most {down.whole:.1f} cm long, or sew something below it.",
            "length",
        )
    other = across.b if any((x.piece, x.edge) == (last.piece, edge) for x in across.a) else across.a
    word = last.edge.rsplit(" ", 1)[-1] if not last.edge.startswith("centre") else last.edge
    for x in other:
        piece = pattern.piece(x.piece)
        for name in neighbours(piece, x.edge, x.run):
            if name != last.edge and name.rsplit(" ", 1)[-1] != word:
                continue
            seam = next((pattern.seam(n) for n in pattern.seams_of(x.piece, name)), None)
            if seam is None:
                kind = kind_as_cut(piece, piece.outline[run_of(piece, name)[0]])
                raise MoveRefused(
                    f"below the {across.name} the {name} of the {x.piece} is {with_article(kind)}: there is no seam for it to go on in.",
                    x.piece,
                    f"Turn the {name} into a seam first, or make it at most {down.whole:.1f} cm long.",
                    "length",
                )
            return walked_down(pattern, seam, x.edge)
    raise MoveRefused(
        f"the {down.seam.name} is {down.whole:.1f} cm long, and no seam runs on below the {across.name}.",
        down.seam.name,
        f"Make it at most {down.whole:.1f} cm long.",
        "length",
    )


def button_places(length: float, levels: Sequence[float], count: int | None) -> list[float]:
    """cm down a closure ``length`` cm long at which its buttons stand: the first near the top, one at each of the ``levels`` (cm down, those within),
    the others evenly between; ``count`` of them where it is said."""
    top = min(TOP, 0.25 * length)
    last = length - top
    if count == 1:
        return [top]
    fixed = sorted({top, *(x for x in levels if top + NEAR < x < last - NEAR), last})
    if count is None:
        count = max(2, round((last - top) / APART) + 1, len(fixed))
    if count < len(fixed):
        step = (last - top) / (count - 1)
        even = [top + step * k for k in range(count)]
        return _onto(even, fixed[1:-1], step, length)
    gaps = [1] * (len(fixed) - 1)
    while sum(gaps) < count - 1:
        k = max(range(len(gaps)), key=lambda i: (fixed[i + 1] - fixed[i]) / gaps[i])
        gaps[k] += 1
    out = [top]
    for k, n in enumerate(gaps):
        out += [fixed[k] + (fixed[k + 1] - fixed[k]) * j / n for j in range(1, n + 1)]
    return out


def _onto(even: list[float], levels: list[float], step: float, length: float) -> list[float]:
    """Evenly spaced places, slid together so that one lies on the first level, as far as that keeps the first and the last clear of the ends."""
    if not levels:
        return even
    near = min(even, key=lambda x: abs(x - levels[0]))
    off = levels[0] - near
    clear = even[0] + off > CLEAR and even[-1] + off < length - CLEAR
    return [x + off for x in even] if abs(off) < 0.5 * step and clear else even


def stitch_line(piece: Piece, edge: str) -> Path | None:
    """The line on which buttons stand: the true centre where a stand was added outside it; None without one."""
    names = {e.name for e in piece.outline}
    found = [x for x in piece.lines if x.name not in names and (x.name.startswith("centre") or x.name in edge)]
    return found[0].path if found else None
