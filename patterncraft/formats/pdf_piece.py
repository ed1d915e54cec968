"""One finished piece drawn on a page: what is cut, what is sewn, what was drawn, what is said, each a layer that can be left out."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final, Literal, get_args

from reportlab.pdfgen.canvas import Canvas

from ..finishing.finish import FinishedPiece
from ..geometry.path import Path
from ..units import INCH
from .label import LINE, TEXT, TITLE, label_place
from .lettering import BOLD, REGULAR

CM: Final = 72 / INCH
"""PDF points in a centimetre."""
LayerName = Literal["allowance", "net", "construction", "labels"]
LAYERS: Final[tuple[LayerName, ...]] = get_args(LayerName)
"""Cut lines with their notches; sewing lines and darts; lines drawn on the paper; words. Grain and fold are on every one."""
_Points = Sequence[complex]


def draw_line(canvas: Canvas, points: _Points, closed: bool = False) -> None:
    """Straight from point to point, cm, y down."""
    path = canvas.beginPath()
    path.moveTo(points[0].real * CM, -points[0].imag * CM)
    for z in points[1:]:
        path.lineTo(z.real * CM, -z.imag * CM)
    if closed:
        path.close()
    canvas.drawPath(path)


def draw_curve(canvas: Canvas, path: Path, shift: complex) -> None:
    """Curves stay curves in the PDF."""
    p = canvas.beginPath()
    start = path.start + shift
    p.moveTo(start.real * CM, -start.imag * CM)
    for s in path.segments:
        q = [(z + shift) for z in s[1:]]
        if len(q) == 1:
            p.lineTo(q[0].real * CM, -q[0].imag * CM)
        else:
            p.curveTo(*[v for z in q for v in (z.real * CM, -z.imag * CM)])
    canvas.drawPath(p)


def draw_piece(
    canvas: Canvas,
    p: FinishedPiece,
    shift: complex,
    layers: Sequence[LayerName] = LAYERS,
    scale: float = 1.0,
    dash: Sequence[float] = (),
) -> None:
    """One finished piece in true centimetres, its origin at ``shift`` cm; needs ``register_fonts``. ``scale``: by which the whole is made smaller
    afterwards; lines and letters are drawn so much larger. ``dash``: of the cut line, points."""
    larger = 1 / scale
    canvas.setStrokeGray(0)
    if "allowance" in layers or p.net:
        canvas.setLineWidth(1.1 * larger)
        canvas.setDash([d * larger for d in dash])
        draw_line(canvas, [z + shift for z in p.cut_line], closed=True)
        canvas.setDash()
        canvas.setLineWidth(0.6 * larger)
        for _, snip in p.snips:
            draw_line(canvas, [z + shift for z in (snip.start, *(s[-1] for s in snip.segments))])
    canvas.setLineWidth(0.6 * larger)
    if "net" in layers:
        _net(canvas, p, shift, larger, "allowance" not in layers)
    if "construction" in layers:
        canvas.setDash(1 * larger, 3 * larger)
        for line in p.lines:
            draw_curve(canvas, line.path, shift)
        canvas.setDash()
    _draw_grain_and_fold(canvas, p, shift, larger)
    if "labels" in layers:
        place = label_place(p, larger)
        at = place.at + shift
        for i, text in enumerate(p.label):
            canvas.setFont(BOLD if i == 0 else REGULAR, (TITLE if i == 0 else TEXT) * place.scale * CM)
            canvas.drawString(at.real * CM, -(at.imag + LINE * place.scale * i) * CM, text)


def _net(canvas: Canvas, p: FinishedPiece, shift: complex, larger: float, alone: bool) -> None:
    """Sewing lines and darts, broken lines; where nothing else bounds the piece, the whole of its outline, unbroken."""
    canvas.setDash() if alone else canvas.setDash(6 * larger, 3 * larger)
    for e in p.edges:
        if e.allowance > 0 or alone:
            draw_curve(canvas, e.path, shift)
    canvas.setDash(6 * larger, 3 * larger)
    for x in p.darts:
        draw_curve(canvas, x.stitching, shift)
    for lens in p.lenses:
        draw_curve(canvas, lens.outline, shift)
    canvas.setDash()
    holes = [x.drill for x in p.darts] + [z for lens in p.lenses for z in (lens.upper, lens.lower)]
    for hole in (z + shift for z in holes):
        canvas.circle(hole.real * CM, -hole.imag * CM, 0.15 * CM)


def _draw_grain_and_fold(canvas: Canvas, p: FinishedPiece, shift: complex, larger: float) -> None:
    canvas.setLineWidth(0.8 * larger)
    if p.grain:
        a, b = p.grain.start + shift, p.grain.end + shift
        along = (b - a) / abs(b - a)
        draw_line(canvas, [a, b])
        for end, sense in ((a, 1), (b, -1)):
            draw_line(canvas, [end + along * sense * complex(0.6, 0.25), end, end + along * sense * complex(0.6, -0.25)])
    if p.fold:
        a, b = p.fold.start + shift, p.fold.end + shift
        inward = (b - a) / abs(b - a) * 1j
        lower, upper = a + (b - a) * 0.2, a + (b - a) * 0.8
        draw_line(canvas, [lower, lower + inward * 1.2, upper + inward * 1.2, upper])
        middle = (lower + upper) / 2 + inward * 1.6
        canvas.saveState()
        canvas.translate(middle.real * CM, -middle.imag * CM)
        canvas.rotate(90)
        canvas.setFont(REGULAR, 9 * larger)
        canvas.drawCentredString(0, -3 * larger, "on the fold")
        canvas.restoreState()
