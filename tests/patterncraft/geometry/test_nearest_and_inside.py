"""Nearest places, what lies inside, cuts beside a joint: against shapely and numpy on curves cut very fine."""

from __future__ import annotations

from itertools import pairwise

import numpy as np
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.path import Path, chain, straight
from patterncraft.geometry.region import FEW, contains
from patterncraft.geometry.segment import Cubic, derivative_at, point_at
from patterncraft.paper import nearest
from patterncraft.paper.edge import Edge
from patterncraft.paper.nearest import nearest_of, nearest_on, nearest_spot, spot_at
from patterncraft.paper.piece import Piece
from tests.samples import ARMHOLE, CURVES, cubics, points, square

FINE = 20_000


def sampled(seg: Cubic) -> np.ndarray:
    """Points of a cubic by numpy's own polynomial, evenly in the parameter."""
    t = np.linspace(0, 1, FINE + 1)
    a, b, c, d = seg
    return (1 - t) ** 3 * a + 3 * (1 - t) ** 2 * t * b + 3 * (1 - t) * t**2 * c + t**3 * d


@pytest.mark.parametrize("name", CURVES)
@given(points)
def test_nearest_of_a_curve_is_as_near_as_any_of_twenty_thousand_places(name: str, z: complex) -> None:
    seg = CURVES[name]
    gap, foot, way = nearest_of(seg, z)
    there = sampled(seg)
    best = float(np.abs(there - z).min())
    # Between two samples lies at most half a step.
    assert gap == pytest.approx(best, abs=0.5 * float(np.abs(np.diff(there)).max()) + 1e-9)
    assert abs(foot - z) == pytest.approx(gap, abs=1e-9)
    assert float(np.abs(there - foot).min()) < float(np.abs(np.diff(there)).max())
    assert abs(way) == pytest.approx(1.0) or abs(derivative_at(seg, 0.5)) < 1e-6 or abs(way) < 1e-6


@given(points, points, points)
def test_nearest_of_a_line_is_shapelys(a: complex, b: complex, z: complex) -> None:
    gap, foot, _ = nearest_of((a, b), z)
    if a == b:
        assert gap == abs(z - a)
        return
    line, point = shapely.LineString([(a.real, a.imag), (b.real, b.imag)]), shapely.Point(z.real, z.imag)
    assert gap == pytest.approx(line.distance(point), abs=1e-9)
    spot = line.interpolate(line.project(point))
    assert abs(foot - complex(spot.x, spot.y)) < 1e-6 * (1 + abs(b - a))


@given(st.lists(points, min_size=3, max_size=6, unique=True), points)
def test_how_far_along_a_path_the_nearest_place_lies_is_shapelys(corners: list[complex], z: complex) -> None:
    path = chain([straight(a, b) for a, b in pairwise(corners)])
    gap, along = nearest_on(path, z)
    line, point = shapely.LineString([(c.real, c.imag) for c in corners]), shapely.Point(z.real, z.imag)
    assert gap == pytest.approx(line.distance(point), abs=1e-9)
    # Two places may be equally near: then the one told must be one of them.
    there = line.interpolate(along)
    assert abs(complex(there.x, there.y) - z) == pytest.approx(gap, abs=1e-6)


def test_nearest_is_found_on_the_right_one_of_several_segments() -> None:
    """Each quarter of a path has its own nearest place: one segment off would be centimetres off."""
    path = Path((ARMHOLE, (ARMHOLE[3], 30 + 20j), (30 + 20j, 34 + 18j, 36 + 14j, 36 + 10j)))
    whole = path.length
    flat = shapely.LineString([(z.real, z.imag) for z in flat_path(path, 1e-4)])
    for share in (0.05, 0.3, 0.55, 0.62, 0.8, 0.97):
        z = path.at(share * whole) + 0.3j * path.direction_at(share * whole)
        gap, along = nearest_on(path, z)
        assert gap == pytest.approx(0.3, abs=1e-6)
        assert along == pytest.approx(share * whole, abs=1e-4)
        assert along == pytest.approx(flat.project(shapely.Point(z.real, z.imag)), abs=0.02)


def test_nearest_spot_is_on_an_edge_that_can_be_sewn() -> None:
    sheet = square(10)
    assert nearest_spot(sheet, 4 + 0.5j) == (0, pytest.approx(4))
    assert nearest_spot(sheet, 9.8 + 7j) == (1, pytest.approx(7))
    # Its top a dart's leg: the nearest spot is then on another edge.
    dart = Piece("dart", (Edge("top", "dart", sheet.outline[0].path), *sheet.outline[1:]))
    assert nearest_spot(dart, 4 + 0.5j).edge == 3
    assert spot_at(sheet, 10 + 3j) == (1, pytest.approx(3))
    assert spot_at(sheet, 9.99 + 3j) is None
    assert spot_at(sheet, 10.0005 + 3j) == (1, pytest.approx(3))


@given(st.lists(points, min_size=3, max_size=9, unique=True), st.lists(points, min_size=1, max_size=12))
def test_inside_is_shapelys_whichever_way_it_is_counted(corners: list[complex], asked: list[complex]) -> None:
    """Few points are counted by hand and many by arrays; on the outline itself neither is asked."""
    segments = list(pairwise([*corners, corners[0]]))
    edges = shapely.LineString([(z.real, z.imag) for z in [*corners, corners[0]]])
    clear = [z for z in asked if edges.distance(shapely.Point(z.real, z.imag)) > 1e-6]
    many = [*clear, *(1000 + 1000j for _ in range(FEW + 1))]
    by_arrays = contains(segments, many)[: len(clear)]
    assert [contains(segments, [z])[0] for z in clear] == by_arrays
    # Non-zero winding: shapely's buffer(0) would lose what is run round twice, so the turns are summed by angle.
    for z, inside in zip(clear, by_arrays, strict=True):
        turn = sum(float(np.angle((b - z) / (a - z))) for a, b in segments)
        assert inside is (abs(turn) > np.pi)


@given(cubics, st.floats(0.02, 0.98))
def test_beside_a_joint_a_path_is_cut_at_the_joint_and_leaves_no_crumb(seg: Cubic, off: float) -> None:
    first = Path((seg,))
    path = Path((seg, (seg[3], seg[3] + 5)))
    joint = first.length
    if joint < 1.0:
        return
    for along in (joint - 4e-7 * off, joint + 4e-7 * off):
        left, right = path.cut(along)
        assert len(left.segments) == len(right.segments) == 1
        assert left.end == right.start == seg[3]
    left, right = path.cut(joint + 1e-3)
    assert left.length == pytest.approx(joint + 1e-3, abs=1e-6)
    assert right.length == pytest.approx(5 - 1e-3, abs=1e-6)
    assert point_at(right.segments[0], 0) == left.end


@pytest.mark.parametrize("samples", [4, 8, 12])
def test_on_an_edge_of_a_garment_the_nearest_place_is_settled_in_a_few_looks(samples: int, monkeypatch: pytest.MonkeyPatch) -> None:
    """Beside an armhole, on it and beyond its ends: after the samples a handful of steps, where halving the bracket would take a hundred looks. Counted, not timed."""
    looks = 0

    def counted(seg: Cubic, t: float) -> complex:
        nonlocal looks
        looks += 1
        return point_at(seg, t)

    monkeypatch.setattr(nearest, "point_at", counted)
    seg = ARMHOLE
    for k in range(-2, 13):
        t = min(max(k / 10, 0.0), 1.0)
        ahead = derivative_at(seg, t) / abs(derivative_at(seg, t))
        for off in (-0.8, 0.0, 0.3, 1.5):
            # Off square to it; beyond an end also farther on.
            z = point_at(seg, t) + 1j * off * ahead + (k / 10 - t) * 3 * ahead
            looks = 0
            gap, foot, _ = nearest_of(seg, z, samples)
            assert looks <= samples + 14, f"{looks} looks for {z:.2f}"
            assert abs(foot - z) == pytest.approx(gap, abs=1e-9)
