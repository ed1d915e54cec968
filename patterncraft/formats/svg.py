"""SVG at true scale: one named group per piece, in centimetres."""

from __future__ import annotations

import json
from collections.abc import Sequence
from xml.sax.saxutils import escape, quoteattr

from ..finishing.finish import FinishedPiece
from ..geometry.path import Path, straight
from ..geometry.svgpath import number, pair, to_svg
from ..geometry.transform import slide
from ..paper.pattern import Pattern
from ..paper.piece import Grain, Piece
from .label import LINE, TEXT, TITLE, label_place
from .layout import lay_side_by_side
from .pdf_piece import LAYERS, LayerName
from .tagged import TaggedStroke, promises_of, strokes_of

MARGIN = 1.0
_STYLE = (
    "path,line{fill:none;stroke:#1d2733;stroke-width:.05}.cut-line path{stroke-width:.09}.sew{stroke-dasharray:.5 .25}"
    ".guide{stroke-width:.03;stroke-dasharray:.1 .3}"
    ".net path{stroke-width:.02;stroke:#5b6b7a}"
    ".fold{stroke-width:.08}text{font-family:sans-serif;fill:#1d2733}"
)


def pattern_svg(
    pieces: Sequence[FinishedPiece], title: str, of: Pattern | None = None, layers: Sequence[LayerName] = LAYERS
) -> str:
    """The whole pattern as one SVG document, text. Groups: piece → cut, net, notches, darts, grain, label.

    ``of``: the pattern that was finished; with it the drawing can be read back as what it is (see ``tagged``).
    """
    sheet = lay_side_by_side(pieces)
    width, height = sheet.width + 2 * MARGIN, sheet.height + 2 * MARGIN
    shifts = {p.name: shift + complex(MARGIN, MARGIN) for p, shift in sheet.pieces}
    body = "".join(_piece(p, shifts[p.name], of.piece(p.name) if of else None, layers) for p, _ in sheet.pieces)
    if of is not None:
        body = f'<metadata data-format="steady-shear">{escape(json.dumps(promises_of(of, title, shifts)))}</metadata>{body}'
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{number(width)}cm" height="{number(height)}cm" '
        f'viewBox="0 0 {number(width)} {number(height)}"><title>{escape(title)}</title><style>{_STYLE}</style>{body}</svg>\n'
    )


def _piece(p: FinishedPiece, shift: complex, net: Piece | None, layers: Sequence[LayerName]) -> str:
    by = slide(shift)

    def d(path: Path, closed: bool = False) -> str:
        return to_svg(path.placed(by), closed)

    cut = "M " + " L ".join(pair(z + shift) for z in p.cut_line) + " Z"
    sew = "".join(f'<path class="sew" data-edge={quoteattr(e.name)} d="{d(e.path)}"/>' for e in p.edges)
    notches = "".join(f'<path data-notch={quoteattr(name)} d="{d(snip)}"/>' for name, snip in p.snips)
    darts = "".join(
        f'<path class="sew" data-dart={quoteattr(x.name)} d="{d(x.stitching)}"/>'
        f'<circle cx="{number((x.drill + shift).real)}" cy="{number((x.drill + shift).imag)}" r=".15" fill="none" stroke="#1d2733" stroke-width=".03"/>'
        for x in p.darts
    )
    darts += "".join(f'<path class="sew" data-dart={quoteattr(x.name)} d="{d(x.outline, True)}"/>' for x in p.lenses)
    lines = "".join(f'<path class="guide" data-line={quoteattr(x.name)} d="{d(x.path)}"/>' for x in p.lines)
    grain = (
        f'<path data-grain="{p.grain.kind}" d="{d(straight(p.grain.start, p.grain.end))}"/>{_heads(p.grain, shift)}'
        if p.grain
        else ""
    )
    fold = f'<path class="fold" d="{d(p.fold)}"/>' if p.fold else ""
    place = label_place(p)
    at = place.at + shift
    label = "".join(
        f'<text x="{number(at.real)}" y="{number(at.imag + LINE * place.scale * i)}"{_size(i, place.scale)}>{escape(t)}</text>'
        for i, t in enumerate(p.label)
    )
    tagged = "".join(_tagged(x, d(x.path)) for x in strokes_of(net)) if net else ""
    if "allowance" not in layers and not p.net:
        cut = notches = ""
    if "net" not in layers:
        sew = darts = ""
    lines, label = lines if "construction" in layers else "", label if "labels" in layers else ""
    cut = f'<path d="{cut}"/>' if cut else ""
    return (
        f'<g id={quoteattr(p.name.replace(" ", "-"))}><g class="cut-line">{cut}</g><g>{sew}</g><g class="net">{tagged}</g>'
        f"<g>{notches}</g><g>{darts}</g><g>{lines}</g><g>{grain}{fold}</g><g>{label}</g></g>"
    )


def _tagged(x: TaggedStroke, data: str) -> str:
    """A stroke of the net piece that says what it is."""
    return (
        f'<path data-piece={quoteattr(x.piece)} data-role="{x.role}" data-name={quoteattr(x.name)} data-kind="{x.kind}" '
        f'data-order="{x.order}" d="{data}"/>'
    )


def _heads(grain: Grain, shift: complex) -> str:
    """Arrow heads at both ends of the grainline."""
    along = (grain.end - grain.start) / abs(grain.end - grain.start)
    ends = ((grain.start + shift, along), (grain.end + shift, -along))
    return "".join(
        f'<path d="M {pair(z + a * complex(0.6, 0.25))} L {pair(z)} L {pair(z + a * complex(0.6, -0.25))}"/>' for z, a in ends
    )


def _size(line: int, scale: float) -> str:
    """A label's letters where they are not of the usual size; the first line's are larger."""
    size = (TITLE if line == 0 else TEXT) * scale
    return f' font-size="{number(size)}"' + (' font-weight="600"' if line == 0 else "")
