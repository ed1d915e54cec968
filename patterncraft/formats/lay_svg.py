"""A lay drawn: the cloth as it lies on the table, fold below, every piece with its name and the way of the warp."""

from __future__ import annotations

from xml.sax.saxutils import escape, quoteattr

from ..geometry.svgpath import number, pair
from ..laying.cloth import Cloth, LayOrder
from ..laying.lay import Lay

RIM = 3.0
"""cm of table round the cloth"""
_STYLE = (
    "rect{fill:#f4efe4;stroke:#1d2733;stroke-width:.3}.piece{fill:#fdfbf6;stroke:#1d2733;stroke-width:.25}.over{stroke-dasharray:1.2 .6}"
    ".bar{stroke:#8a97a3;stroke-width:.12;fill:none}.fold{stroke:#1d2733;stroke-width:.8;fill:none}text{font-family:sans-serif;fill:#1d2733;font-size:2.6px}"
)


def lay_svg(lay: Lay, cloth: Cloth, order: LayOrder, title: str) -> str:
    """The lay in centimetres as one SVG document, text; the roll runs to the right, the fold of a folded cloth lies above."""
    length = lay.length
    width, height = length + 2 * RIM, lay.room + 2 * RIM
    bars = ""
    if cloth.repeat_along:
        bars += "".join(
            f'<path class="bar" d="M {number(k * cloth.repeat_along)} 0 V {number(lay.room)}"/>'
            for k in range(int(length / cloth.repeat_along) + 1)
        )
    if cloth.repeat_across:
        bars += "".join(
            f'<path class="bar" d="M 0 {number(k * cloth.repeat_across)} H {number(length)}"/>'
            for k in range(int(lay.room / cloth.repeat_across) + 1)
        )
    fold = f'<path class="fold" d="M 0 0 H {number(length)}"/><text x="1" y="-.8">fold</text>' if order.how == "folded" else ""
    pieces = "".join(
        f'<path class="piece{" over" if lay.shapes[p.shape].turned_over else ""}" data-piece={quoteattr(lay.shapes[p.shape].label)} d="{path_of(ring)}"/>'
        for p, ring in zip(lay.placed, lay.rings(), strict=True)
    )
    words = "".join(
        f'<text x="{number(z.real)}" y="{number(z.imag)}" text-anchor="middle">{escape(lay.shapes[p.shape].label)}</text>'
        for p, z in zip(lay.placed, lay.name_places(), strict=True)
    )
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{number(width)}cm" height="{number(height)}cm" '
        f'viewBox="{number(-RIM)} {number(-RIM)} {number(width)} {number(height)}"><title>{escape(title)}</title><style>{_STYLE}</style>'
        f'<rect x="0" y="0" width="{number(length)}" height="{number(lay.room)}"/>{bars}{fold}{pieces}{words}</svg>\n'
    )


def path_of(ring: list[complex]) -> str:
    """A ring as path data."""
    return "M " + " L ".join(pair(z) for z in ring) + " Z"
