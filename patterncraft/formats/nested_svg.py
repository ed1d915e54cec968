"""Several sizes of one style over each other, piece by piece, a line style for each size; in centimetres, true scale."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from typing import Final, NamedTuple
from xml.sax.saxutils import escape, quoteattr

from ..comparing.laid_over import laid_over
from ..finishing.finish import FinishedPiece
from ..geometry.region import box_of
from ..geometry.svgpath import number, pair, to_svg
from ..geometry.transform import Transform, slide
from ..paper.pattern import Pattern
from ..paper.piece import Piece

GAP: Final = 3.0
WIDEST: Final = 160.0
"""cm after which a new row is begun"""
DASHES: Final = ("", "1.2 .5", ".4 .4", "1.6 .4 .3 .4", "2.4 .6", ".8 .3 .2 .3 .2 .3", ".2 .5", "3 .5 .5 .5")
"""Dash patterns by size, over again where there are more."""
LEGEND: Final = 1.2
"""cm a line"""


class Size(NamedTuple):
    """One size: its label, its pattern, and its pieces finished."""

    label: str
    pattern: Pattern
    finished: Sequence[FinishedPiece]


def nested_svg(sizes: Sequence[Size], title: str, at: str = "", along: str = "") -> str:
    """All sizes of each piece laid over the first that has it, the point named ``at`` on its like. What a size has besides lies by itself."""
    names = dict.fromkeys(p.name for s in sizes for p in s.pattern.pieces)
    x = y = row = wide = 0.0
    body = []
    top = LEGEND * (len(sizes) + 1)
    for name in names:
        own = [(k, s) for k, s in enumerate(sizes) if any(p.name == name for p in s.pattern.pieces)]
        under = own[0][1].pattern.piece(name)
        places = [(k, s, placed_over(under, s.pattern.piece(name), at, along)) for k, s in own]
        boxes = [_box(s, name, by) for _, s, by in places]
        left, up = min(b[0] for b in boxes), min(b[1] for b in boxes)
        right, down = max(b[2] for b in boxes), max(b[3] for b in boxes)
        if x and x + right - left > WIDEST:
            x, y, row = 0.0, y + row + GAP, 0.0
        shift = slide(complex(x - left + 1, y - up + 1 + top))
        drawn = "".join(_one(k, s, name, by.then(shift)) for k, s, by in places)
        body.append(f"<g id={quoteattr(name.replace(' ', '-'))}>{drawn}</g>")
        x += right - left + GAP
        row, wide = max(row, down - up), max(wide, x - GAP)
    height = y + row + 2 + top
    legend = "".join(
        f'<path d="M 1 {number(LEGEND * (k + 0.8))} h 6" style="stroke-dasharray:{DASHES[k % len(DASHES)]}"/>'
        f'<text x="8" y="{number(LEGEND * (k + 0.8) + 0.25)}">{escape(s.label)}</text>'
        for k, s in enumerate(sizes)
    )
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{number(wide + 2)}cm" height="{number(height)}cm" viewBox="0 0 {number(wide + 2)} {number(height)}">'
        f"<title>{escape(title)}</title><style>path{{fill:none;stroke:#1d2733;stroke-width:.06}}.sew{{stroke-width:.03}}text{{font-family:sans-serif;font-size:.8px}}</style>"
        f"<g>{legend}</g>{''.join(body)}</svg>\n"
    )


def placed_over(under: Piece, over: Piece, at: str = "", along: str = "") -> Transform:
    """Where one size's piece lies over the first's."""
    return slide(0j) if over is under else laid_over(under, over, at, along)


def _box(s: Size, name: str, by: Transform) -> tuple[float, float, float, float]:
    finished = next(p for p in s.finished if p.name == name)
    ring = [by.point(z) for z in finished.cut_line]
    return box_of([(a, b) for a, b in itertools.pairwise(ring)])


def _one(k: int, s: Size, name: str, by: Transform) -> str:
    p = next(p for p in s.finished if p.name == name)
    cut = "M " + " L ".join(pair(by.point(z)) for z in p.cut_line) + " Z"
    dash = f' style="stroke-dasharray:{DASHES[k % len(DASHES)]}"'
    sew = "".join(f'<path class="sew" d="{to_svg(e.path.placed(by))}"{dash}/>' for e in p.edges if e.allowance)
    middle = by.point(complex((p.box[0] + p.box[2]) / 2, (p.box[1] + p.box[3]) / 2))
    word = f'<text x="{number(middle.real)}" y="{number(middle.imag)}" text-anchor="middle">{escape(name)}</text>' if k == 0 else ""
    return f'<g data-size={quoteattr(s.label)}><path d="{cut}"{dash}/>{sew}{word}</g>'
