"""Several sizes of one style over each other, piece by piece, a line style for each size; SVG in centimetres, true scale."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final
from xml.sax.saxutils import escape, quoteattr

from ..finishing.finish import FinishedPiece
from ..geometry.svgpath import number, pair, to_svg
from .nested import Lying, Size, dash_of, nest

LEGEND: Final = 1.2
"""cm a line"""


def nested_svg(sizes: Sequence[Size], title: str, at: str = "", along: str = "") -> str:
    """All sizes of each piece (``nested.nest``), below the list of their lines."""
    found = nest(sizes, at, along)
    top = LEGEND * (len(sizes) + 1)
    body = []
    for name, lain in found.pieces:
        drawn = "".join(_one(q, sizes[q.size].label) for q in lain)
        body.append(f"<g id={quoteattr(name.replace(' ', '-'))}>{drawn}{_word(lain[0].piece)}</g>")
    legend = "".join(
        f'<path d="M 1 {number(LEGEND * (k + 0.8))} h 6"{_dash(k)}/>'
        f'<text x="8" y="{number(LEGEND * (k + 0.8) + 0.25)}">{escape(s.label)}</text>'
        for k, s in enumerate(sizes)
    )
    wide, high = number(found.width + 2), number(found.height + 2 + top)
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide}cm" height="{high}cm" viewBox="0 0 {wide} {high}">'
        f"<title>{escape(title)}</title><style>path{{fill:none;stroke:#1d2733;stroke-width:.06}}.sew{{stroke-width:.03}}text{{font-family:sans-serif;font-size:.8px}}</style>"
        f'<g>{legend}</g><g transform="translate(1 {number(top + 1)})">{"".join(body)}</g></svg>\n'
    )


def _dash(size: int) -> str:
    lengths = " ".join(number(v) for v in dash_of(size))
    return f' style="stroke-dasharray:{lengths or "none"}"'


def _one(q: Lying, label: str) -> str:
    p, dash = q.piece, _dash(q.size)
    cut = "M " + " L ".join(pair(z) for z in p.cut_line) + " Z"
    sew = "".join(f'<path class="sew" d="{to_svg(e.path)}"{dash}/>' for e in p.edges if e.allowance)
    return f'<g data-size={quoteattr(label)}><path d="{cut}"{dash}/>{sew}</g>'


def _word(p: FinishedPiece) -> str:
    left, top, right, bottom = p.box
    x, y = number((left + right) / 2), number((top + bottom) / 2)
    return f'<text x="{x}" y="{y}" text-anchor="middle">{escape(p.name)}</text>'
