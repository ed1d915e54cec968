"""The main job against the outside: other libraries' geometry, published standards, textbook relations."""

from __future__ import annotations

from math import degrees, sin

import pytest
import shapely
import shapely.affinity
from fontTools.misc.bezierTools import calcCubicArcLength
from fontTools.pens.areaPen import AreaPen
from fontTools.pens.boundsPen import BoundsPen
from scipy.integrate import quad

from patterncraft.finishing.finish import finish
from patterncraft.formats.tiles import PAPERS
from patterncraft.geometry.length import arc_length
from patterncraft.geometry.segment import derivative_at
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import darts_of, find_dart
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.paper.sewn import sewn_length
from patterncraft.replay import replay
from patterncraft.units import INCH
from tests.samples import polygon

RULES = HouseRules()


def draw_with(pen: AreaPen | BoundsPen, piece: Piece) -> None:
    """The outline through a font library's pen: curves stay curves."""
    pen.moveTo((piece.outline[0].path.start.real, piece.outline[0].path.start.imag))
    for s in piece.segments:
        if len(s) == 2:
            pen.lineTo((s[1].real, s[1].imag))
        else:
            pen.curveTo(*((z.real, z.imag) for z in s[1:]))
    pen.closePath()


def test_area_is_exact_to_another_library_without_flattening(any_bodice: Pattern) -> None:
    for piece in any_bodice.pieces:
        pen = AreaPen()
        draw_with(pen, piece)
        assert piece.area == pytest.approx(abs(pen.value), abs=1e-9)


def test_control_box_holds_the_true_bounds(any_bodice: Pattern) -> None:
    for piece in any_bodice.pieces:
        pen = BoundsPen(None)
        draw_with(pen, piece)
        left, top, right, bottom = piece.box
        assert left <= pen.bounds[0] + 1e-9
        assert top <= pen.bounds[1] + 1e-9
        assert right >= pen.bounds[2] - 1e-9
        assert bottom >= pen.bounds[3] - 1e-9


def test_every_curve_of_every_block_measures_the_same_elsewhere(any_bodice: Pattern) -> None:
    for piece in any_bodice.pieces:
        for s in piece.segments:
            if len(s) == 4:
                assert arc_length(s) == pytest.approx(quad(lambda t, s=s: abs(derivative_at(s, t)), 0, 1, epsabs=1e-9)[0], abs=1e-6)
                # The font library's own tolerance is 5e-3 relative to the recursion, hence the wider limit.
                points = [(z.real, z.imag) for z in s]
                assert arc_length(s) == pytest.approx(calcCubicArcLength(*points, tolerance=1e-6), abs=1e-4)


def test_rotation_is_what_shapely_makes_of_cut_swing_and_glue(bodice: Pattern) -> None:
    """The same job with a general polygon library: part the front, rotate one part, glue; compare the shapes."""
    front = bodice.piece("front")
    dart = find_dart(front, "waist dart")
    step = {
        "move": "rotate_dart",
        "piece": "front",
        "dart": "waist dart",
        "to": {"edge": "shoulder", "from": "neckline", "distance": 6.0},
    }
    after = replay(bodice, read_steps([step]), RULES).pattern.piece("front")
    place = find_dart(after, "shoulder dart").mouth
    fixed = min(place, key=lambda z: z.real)
    pivot = shapely.Point(dart.pivot.real, dart.pivot.imag)
    beyond = fixed + (fixed - dart.pivot)
    knife = shapely.LineString([(dart.pivot.real, dart.pivot.imag), (beyond.real, beyond.imag)]).buffer(1e-7)
    below = shapely.LineString([(dart.pivot.real, dart.pivot.imag), (dart.middle.real, dart.middle.imag + 5)]).buffer(1e-7)
    parts = list(polygon(front, 1e-3).difference(knife).difference(below).geoms)
    outer = max(parts, key=lambda g: g.centroid.x)
    rest = [g for g in parts if g is not outer]
    swung = shapely.affinity.rotate(outer, degrees(dart.angle), origin=pivot)
    glued = shapely.union_all([swung, *rest]).buffer(1e-6)
    assert glued.symmetric_difference(polygon(after, 1e-3)).area < 0.05


def test_intake_grows_in_proportion_to_the_distance_from_the_pivot(bodice: Pattern) -> None:
    # Textbook relation: one angle, seen at two radii, opens two mouths in the ratio of the radii.
    before = find_dart(bodice.piece("front"), "waist dart")
    for edge in ("shoulder", "neckline", "armhole"):
        step = {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": edge, "fraction": 0.5}}
        after = find_dart(replay(bodice, read_steps([step]), RULES).pattern.piece("front"), f"{edge} dart")
        assert after.intake / before.intake == pytest.approx(after.leg_in.length / before.leg_in.length, rel=1e-9)
        assert after.intake == pytest.approx(2 * after.leg_in.length * sin(abs(before.angle) / 2))


def test_published_sheet_sizes_and_the_inch() -> None:
    # ISO 216: A4 210 × 297 mm. ANSI Y14.1 size A: 8.5 × 11 in. International inch, 1959: 25.4 mm exactly.
    assert PAPERS["a4"] == (21.0, 29.7)
    assert PAPERS["letter"] == (pytest.approx(21.59), pytest.approx(27.94))
    assert INCH == 2.54


def test_girths_of_the_sewn_block_by_sections(any_bodice: Pattern) -> None:
    """Shapely cuts the paper along the waist; the dart's mouth is open paper there and does not count."""
    for piece in any_bodice.pieces:
        level = min(e.path.start.imag for e in piece.outline if e.name == "waist") - 1e-3
        section = polygon(piece, 1e-4).intersection(shapely.LineString([(-10, level), (80, level)]))
        assert section.length == pytest.approx(sewn_length(piece, "waist"), abs=0.05)


def test_finished_piece_adds_only_its_allowance(any_bodice: Pattern) -> None:
    """Area of the cut piece: between the paper with its darts filled and that paper widened all round by the widest allowance."""
    for piece, cut in zip(any_bodice.pieces, finish(any_bodice, RULES), strict=True):
        paper = polygon(piece, 1e-3)
        whole = shapely.union_all(
            [paper, *(shapely.Polygon([(z.real, z.imag) for z in (*d.mouth, d.pivot)]) for d in darts_of(piece))]
        )
        shape = shapely.Polygon([(z.real, z.imag) for z in cut.cut_line])
        assert shape.buffer(0.01).contains(whole.buffer(0))
        # A folded mouth stands out at most as far as the dart is wide; a mitre at most three allowances.
        widest = max(d.intake for d in darts_of(piece))
        assert whole.buffer(widest + 3 * 2.0).contains(shape)
        assert shape.area < whole.area + 2.2 * whole.length
