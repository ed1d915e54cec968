"""The core against the libraries one would otherwise use."""

from __future__ import annotations

import cmath
from dataclasses import replace
from io import BytesIO
from typing import Any

import shapely
import shapely.affinity
from reportlab.pdfgen.canvas import Canvas
from scipy.integrate import quad
from svgpathtools import CubicBezier, Line

from patterncraft.drafting.schools import school
from patterncraft.finishing.finish import finish
from patterncraft.formats.layout import lay_side_by_side
from patterncraft.formats.pdf import draw_piece, pattern_pdf, register_fonts
from patterncraft.formats.tiles import tiling
from patterncraft.geometry.crossing import crossing_pair
from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.intersect import line_crossings
from patterncraft.geometry.length import arc_length, arc_lengths, parameter_at
from patterncraft.geometry.offset import offset_outline
from patterncraft.geometry.path import straight
from patterncraft.geometry.segment import Cubic, Segment, derivative_at, split
from patterncraft.geometry.transform import swing
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import find_dart
from patterncraft.paper.join import join
from patterncraft.paper.part import open_corner, part
from patterncraft.paper.sewn import point_of, spot_along
from patterncraft.replay import replay
from server.styles.demo_library import SINGERS

from .clock import Row, ms, per_call

RULES = HouseRules()
THERE = {
    "move": "rotate_dart",
    "piece": "front",
    "dart": "waist dart",
    "to": {"edge": "shoulder", "from": "neckline", "fraction": 0.5},
}
BACK = {
    "move": "rotate_dart",
    "piece": "front",
    "dart": "shoulder dart",
    "to": {"edge": "waist", "from": "centre front", "fraction": 0.5},
}


def rows() -> list[Row]:
    """The kernel against named libraries, in one run."""
    blocks = [school("bodice-direct").draft(s.chart) for s in SINGERS]
    pieces = [p for b in (*blocks, blocks[0]) for p in b.pattern.pieces][:12]
    cubics: list[Cubic] = [s for p in pieces for s in p.segments if len(s) == 4]
    return [*_lengths(cubics), *_curves(cubics[2]), *_acts(blocks[0]), *_whole(blocks[0]), *_long_outline()]


def _lengths(cubics: list[Cubic]) -> list[Row]:
    ours = per_call(lambda: [arc_length(c) for c in cubics])
    batch = per_call(lambda: arc_lengths(cubics))
    loop = per_call(lambda: [CubicBezier(*c).length(error=1e-6) for c in cubics])
    thrice, thrice_loop = per_call(lambda: arc_lengths(cubics * 3)), 3 * loop
    quad_loop = per_call(lambda: [quad(lambda t, c=c: abs(derivative_at(c, t)), 0, 1, epsabs=1e-6) for c in cubics])
    worst = max(abs(a - CubicBezier(*c).length(error=1e-9)) for a, c in zip(arc_lengths(cubics), cubics, strict=True))
    return [
        Row("arc length, one by one", f"{ours / len(cubics) * 1e6:.1f} µs each"),
        Row("  against svgpathtools", f"{loop / ours:.1f} × faster", "≥ 4 ×", loop / ours >= 4),
        Row("  against scipy quad", f"{ours / quad_loop:.2f} of it", "≤ 0.6", ours / quad_loop <= 0.6),
        Row(f"arc length, {len(cubics)} cubics of twelve pieces", f"{batch / len(cubics) * 1e6:.2f} µs each"),
        Row("  against svgpathtools", f"{loop / batch:.0f} × faster", "≥ 25 ×", loop / batch >= 25),
        Row("  against scipy quad", f"{batch / quad_loop:.3f} of it", "≤ 0.1", batch / quad_loop <= 0.1),
        Row(f"  {3 * len(cubics)} cubics at once", f"{thrice_loop / thrice:.0f} × faster than svgpathtools"),
        Row("  largest difference", f"{worst:.1e} cm", "≤ 1e-6", bool(worst <= 1e-6)),
    ]


def _curves(one: Cubic) -> list[Row]:
    theirs = CubicBezier(*one)
    whole = arc_length(one)
    inverse = per_call(lambda: parameter_at(one, 0.37 * whole))
    their_inverse = per_call(lambda: CubicBezier(*one).ilength(0.37 * whole, s_tol=1e-7))
    cut, their_cut = per_call(lambda: split(one, 0.37)), per_call(lambda: theirs.split(0.37))
    middle = one[0] + 0.5 * (one[3] - one[0])
    a, b = middle - 20 - 3j, middle + 20 + 3j
    hit, their_hit = per_call(lambda: line_crossings(a, b, one)), per_call(lambda: theirs.intersect(Line(a, b)))
    return [
        Row("inverse length", f"{inverse / their_inverse:.4f} of svgpathtools", "≤ 1/30", inverse / their_inverse <= 1 / 30),
        Row("split", f"{cut / their_cut:.2f} of svgpathtools", "≤ 1/4", cut / their_cut <= 0.25),
        Row("line × cubic", f"{hit / their_hit:.3f} of svgpathtools", "≤ 1/7", hit / their_hit <= 1 / 7),
    ]


def _acts(block: Any) -> list[Row]:
    front = block.pattern.piece("front")
    dart = find_dart(front, "waist dart")
    spot = spot_along(front, "shoulder", 6)
    opened, corner = open_corner(front, spot)
    vertex = find_dart(opened, "waist dart").vertex
    line = straight(dart.pivot, point_of(front, spot))

    bare, bare_line = replace(opened, marks=(), lines=(), grain=None), line

    def outline_only() -> Any:
        first, second = part(bare, vertex, corner, bare_line, "cut")
        return join(first, 0, second.placed(swing(dart.pivot, 0.0)), len(second.outline) - 1)

    def cut_and_tape() -> Any:
        first, second = part(opened, vertex, corner, line, "cut")
        return join(first, 0, second.placed(swing(dart.pivot, 0.0)), len(second.outline) - 1)

    ring = [(z.real, z.imag) for e in front.outline for z in flat_path(e.path)[:-1]]
    polygon = shapely.Polygon(ring).buffer(0)
    knife = shapely.LineString([(dart.pivot.real, dart.pivot.imag + 40), (dart.pivot.real, dart.pivot.imag - 40)])

    def with_shapely() -> Any:
        from shapely.ops import split as cut

        parts = list(cut(polygon, knife).geoms)
        turned = shapely.affinity.rotate(parts[0], 0.0, origin=(dart.pivot.real, dart.pivot.imag))
        return shapely.union_all([turned, *parts[1:]])

    ours, theirs, whole = per_call(outline_only), per_call(with_shapely), per_call(cut_and_tape)
    edges = [(s, 1.0) for s in front.segments]
    plain = [s for p in finish(block.pattern, RULES) for e in p.edges for s in e.path.segments]
    offset = per_call(lambda: offset_outline(edges))
    rings = [[(z.real, z.imag) for z in flat_path(e.path)] for e in front.outline]

    def one_sided() -> Any:
        return shapely.union_all([shapely.LineString(r).buffer(-1.0, single_sided=True, join_style="mitre") for r in rings])

    buffers = per_call(one_sided)
    return [
        Row("cut, swing, tape with marks, lines, grain", ms(whole)),
        Row("cut, swing, tape, outline only", ms(ours)),
        Row("  against shapely", f"{ours / theirs:.2f} of it", "≤ 1/7", ours / theirs <= 1 / 7),
        Row("allowance of a front", ms(offset)),
        Row("  against shapely's one-sided buffers", f"{offset / buffers:.2f} of it", "≤ 0.6", offset / buffers <= 0.6),
        Row("segments in the finished bodice", str(len(plain))),
    ]


def _every_sheet_anew(pieces: Any) -> None:
    """The same sheets without the shared form: every piece drawn on every sheet."""
    register_fonts()
    sheet = lay_side_by_side(pieces)
    canvas = Canvas(BytesIO())
    for _ in tiling(sheet, "a4").tiles:
        for piece, shift in sheet.pieces:
            draw_piece(canvas, piece, shift)
        canvas.showPage()
    canvas.save()


def _whole(block: Any) -> list[Row]:
    thirty = read_steps([THERE, BACK] * 15)
    full = per_call(lambda: replay(block.pattern, thirty, RULES))
    book = per_call(lambda: ledger(block.pattern, RULES))
    draft = per_call(lambda: school("bodice-direct").draft(block.measures))
    pieces = finish(block.pattern, RULES)
    finishing = per_call(lambda: finish(block.pattern, RULES))
    pdf = per_call(lambda: pattern_pdf(pieces, "bench"))
    many = pieces * 6
    many_pdf, anew = per_call(lambda: pattern_pdf(many, "bench")), per_call(lambda: _every_sheet_anew(many))
    many_sheets = len(tiling(lay_side_by_side(many), "a4").tiles)
    sheets = len(tiling(lay_side_by_side(pieces), "a4").tiles)
    return [
        Row("full replay of 30 rotations", ms(full), "≤ 30 ms", full <= 0.030),
        Row("ledger of the demo bodice", ms(book), "≤ 2 ms", book <= 0.002),
        Row("draft of a bodice", ms(draft), "≤ 20 ms", draft <= 0.020),
        Row("finishing a bodice", ms(finishing)),
        Row(f"PDF on A4, {sheets} sheets", ms(pdf), "≤ 1 s", pdf <= 1.0),
        Row(f"PDF of twelve pieces, {many_sheets} sheets", ms(many_pdf)),
        Row("  against drawing every sheet anew", f"{many_pdf / anew:.2f} of it", "≤ 1/4", many_pdf / anew <= 0.25),
    ]


def _long_outline() -> list[Row]:
    """A slanting comb of a hundred thousand strokes: whether it crosses itself."""
    teeth = [complex(200 * (k % 2), k * 0.01) for k in range(100_000)]
    points = [z * cmath.exp(0.7j) for z in [*teeth, -5 + 1000j, -5 - 5j]]
    chain: list[Segment] = [(a, b) for a, b in zip(points, points[1:] + points[:1], strict=True)]
    took = per_call(lambda: crossing_pair(chain), 1.0, least=3)
    return [Row("crossings looked for among 100,000 strokes", ms(took), "≤ 2 s", took <= 2)]
