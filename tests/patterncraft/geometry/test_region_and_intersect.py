"""Area, containment, crossing and intersection, with shapely and svgpathtools as referees."""

from itertools import pairwise

import pytest
import shapely
from hypothesis import assume, given, settings
from svgpathtools import CubicBezier, Line

from patterncraft.geometry.crossing import crossing_pair
from patterncraft.geometry.flatten import flat_path, flat_segment
from patterncraft.geometry.intersect import circles_meet, line_crossings, line_meeting
from patterncraft.geometry.path import Path
from patterncraft.geometry.region import contains, signed_area
from patterncraft.geometry.segment import Cubic, Segment, point_at
from patterncraft.paper.pattern import Pattern
from tests.samples import ARMHOLE, S_CURVE, cubics, points, polygon, square


def test_area_of_real_pieces_agrees_with_shapely(any_bodice: Pattern) -> None:
    for piece in any_bodice.pieces:
        # shapely needs chords: at 1e-5 cm their error on 100 cm of curve stays below 1e-3 cm².
        assert piece.area == pytest.approx(polygon(piece, 1e-5).area, abs=2e-3)


def test_area_is_positive_clockwise_as_seen() -> None:
    assert square(10).area == 100.0
    assert signed_area([s[::-1] for s in reversed(square(10).segments)]) == -100.0


@given(points)
def test_containment_agrees_with_shapely(z: complex) -> None:
    piece = square(20)
    shape = polygon(piece)
    assume(shape.boundary.distance(shapely.Point(z.real, z.imag)) > 0.02)
    assert contains(piece.segments, [z]) == [shape.contains(shapely.Point(z.real, z.imag))]


def test_a_place_level_with_a_corner_is_inside_or_outside_whichever_corner_it_is() -> None:
    """Every corner in turn the first and the last of its ring; shapely says which."""
    corners = [0j, 6 + 1j, 9 - 2j, 12 + 4j, 8 + 4j, 7 + 9j, 3 + 5j, -1 + 4j]
    polygon = shapely.Polygon([(z.real, z.imag) for z in corners])
    for k in range(len(corners)):
        turned = corners[k:] + corners[:k]
        outline = list(pairwise([*turned, turned[0]]))
        for level in {z.imag for z in corners}:
            places = [complex(x, level) for x in (-3.3, -0.4, 0.7, 3.6, 5.9, 7.7, 8.8, 10.4, 12.7)]
            wanted = [polygon.contains(shapely.Point(z.real, z.imag)) for z in places]
            off = [polygon.boundary.distance(shapely.Point(z.real, z.imag)) > 1e-6 for z in places]
            found = contains(outline, places)
            assert [f for f, o in zip(found, off, strict=True) if o] == [w for w, o in zip(wanted, off, strict=True) if o]
            assert [contains(outline, [z])[0] for z in places] == found, "one by one as all at once"


def test_containment_inside_a_bodice_agrees_with_shapely(bodice: Pattern) -> None:
    for piece in bodice.pieces:
        shape = polygon(piece)
        grid = [complex(x, y) for x in range(-2, 30, 2) for y in range(-1, 50, 2)]
        far = [z for z in grid if shape.boundary.distance(shapely.Point(z.real, z.imag)) > 0.02]
        assert piece.contains(*far) == [shape.contains(shapely.Point(z.real, z.imag)) for z in far]


@given(cubics, points, points)
@settings(max_examples=80)
def test_line_meets_cubic_where_svgpathtools_says(seg: Cubic, a: complex, b: complex) -> None:
    assume(abs(b - a) > 1)
    ours = line_crossings(a, b, seg)
    for hit in ours:
        assert abs(point_at(seg, hit.t) - (a + (b - a) * hit.s)) < 1e-6
    theirs = [t for t, _ in CubicBezier(*seg).intersect(Line(a, b)) if 1e-6 < t < 1 - 1e-6]
    for t in theirs:
        assert min(abs(t - hit.t) for hit in ours) < 1e-4, "a crossing was missed"


def test_grazing_line_is_found() -> None:
    # A bow whose top just touches y = 3: (0,0) (2,4) (8,4) (10,0) peaks at 3.0 by the formula 3/4·4.
    hits = line_crossings(-1 + 3j, 11 + 3j, (0j, 2 + 4j, 8 + 4j, 10 + 0j))
    assert hits
    assert abs(hits[0].point - (5 + 3j)) < 1e-4


def test_line_along_a_segment_is_no_crossing() -> None:
    assert line_crossings(0j, 5 + 0j, (1 + 0j, 3 + 0j)) == []


def test_endless_lines_meet_or_are_parallel() -> None:
    assert line_meeting(0j, 1 + 1j, 4 + 0j, 1j) == pytest.approx(4 + 4j)
    assert line_meeting(0j, 1 + 0j, 3j, 2 + 0j) is None


def test_circles_meet_in_the_three_four_five_triangle() -> None:
    meet = circles_meet(0j, 3, 5 + 0j, 4)
    assert meet is not None
    assert abs(meet[0] - (1.8 + 2.4j)) < 1e-12
    assert circles_meet(0j, 1, 5 + 0j, 1) is None
    assert circles_meet(0j, 9, 1 + 0j, 1) is None


def test_crossing_is_seen_and_touching_is_not() -> None:
    bow: list[Segment] = [(0j, 4 + 4j), (4 + 4j, 4 + 0j), (4 + 0j, 0 + 4j), (4j, 0j)]
    assert crossing_pair(bow) == (0, 2)
    pinch: list[Segment] = [(0j, 4 + 0j), (4 + 0j, 2 + 2j), (2 + 2j, 4 + 4j), (4 + 4j, 4j), (4j, 2 + 2j), (2 + 2j, 0j)]
    assert crossing_pair(pinch) is None


def test_real_blocks_are_simple_for_shapely_too(any_bodice: Pattern) -> None:
    for piece in any_bodice.pieces:
        assert polygon(piece).is_valid
        assert crossing_pair(piece.segments) is None


@pytest.mark.parametrize("tolerance", [0.1, 0.01, 0.002])
def test_flattening_stays_within_its_tolerance(tolerance: float) -> None:
    # The S crosses its chord's middle: a test at the midpoint only would call it flat.
    for seg in (S_CURVE, ARMHOLE):
        chords = shapely.LineString([(z.real, z.imag) for z in [seg[0], *flat_segment(seg, tolerance)]])
        worst = max(chords.distance(shapely.Point(p.real, p.imag)) for p in (point_at(seg, i / 997) for i in range(998)))
        assert worst <= tolerance


def test_flat_path_keeps_both_ends() -> None:
    flat = flat_path(Path((ARMHOLE, (ARMHOLE[3], 30 + 22j))))
    assert (flat[0], flat[-1]) == (ARMHOLE[0], 30 + 22j)
