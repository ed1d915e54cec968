"""Corners of allowances, worked by hand: mitred, squared, folded; and measured with shapely."""

from __future__ import annotations

from math import atan, cos, radians, sin, tan

import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from patterncraft.geometry.offset import Corner, offset_outline
from patterncraft.geometry.segment import Segment


def sides(*points: complex) -> list[Segment]:
    return [(a, b) for a, b in zip(points, points[1:] + points[:1], strict=True)]


def area_of(ring: list[complex]) -> shapely.Polygon:
    return shapely.Polygon([(z.real, z.imag) for z in ring])


def has(ring: list[complex], z: complex) -> bool:
    return min(abs(z - p) for p in ring) < 1e-4


SHARP = sides(0j, 30 + 0j, 10 + 10j)
"""Clockwise as seen (y down): the corner at 30 is sharp, atan(1/2) = 26.57°."""
CORNERS = (
    None,
    Corner("squared", "before"),
    Corner("squared", "after"),
    Corner("folded", "before"),
    Corner("folded", "after"),
)
"""None: mitred."""


def test_a_squared_corner_ends_where_the_stitching_meets_the_next_cut_line() -> None:
    # Between the level edge (walked to the right, 1 cm above) and the leaning one (2 cm): the level edge is squared.
    ring = offset_outline([(SHARP[0], 1.0), (SHARP[1], 2.0), (SHARP[2], 1.0)], corners={0: Corner("squared", "before")})
    # By hand: the leaning edge's cut line lies 2 off; on the level stitching line it is met 2 / sin 26.57° beyond the corner.
    foot = 30 + 2 / sin(atan(0.5))
    assert has(ring, complex(foot, 0)), "the stitching line run on to the other cut line"
    assert has(ring, complex(foot, -1)), "and square from there"


def test_squared_to_the_edge_after_the_corner() -> None:
    ring = offset_outline([(SHARP[0], 1.0), (SHARP[1], 2.0), (SHARP[2], 1.0)], corners={0: Corner("squared", "after")})
    way = complex(-20, 10) / abs(complex(-20, 10))
    # Back along the leaning stitching line to the level cut line, 1 cm above: 1 / sin 26.57° before the corner.
    foot = 30 - way * (1 / sin(atan(0.5)))
    assert foot.imag == pytest.approx(-1.0)
    assert has(ring, foot)
    assert has(ring, foot + way * -1j * 2)


@pytest.mark.parametrize(("lean", "side", "hem"), [(10.0, 1.0, 3.0), (-8.0, 1.5, 4.0), (0.0, 2.0, 2.5), (25.0, 0.5, 5.0)])
def test_a_hem_turned_up_lies_under_the_side_seams_own_cut_line(lean: float, side: float, hem: float) -> None:
    """The hem's allowance folded back over the hem's line must lie edge to edge with the piece: what shapely finds outside it is nothing."""
    out = 40 * tan(radians(lean))
    # Left side straight down, right side leaning out (or in) on its way down, hem level at 40.
    outline = sides(0j, 30 + 0j, complex(30 + out, 40), 40j)
    corners = {1: Corner("folded", "after"), 2: Corner("folded", "before")}
    ring = offset_outline([(outline[0], 1.0), (outline[1], side), (outline[2], hem), (outline[3], 1.0)], corners=corners)
    whole = area_of(ring)
    assert whole.is_valid
    below = whole.intersection(shapely.box(-50, 40, 100, 100))
    assert below.bounds[3] == pytest.approx(40 + hem, abs=1e-4)
    turned = shapely.affinity.scale(below, yfact=-1, origin=(0, 40))
    above = whole.intersection(shapely.box(-50, 40 - hem, 100, 40))
    assert turned.symmetric_difference(above).area < 1e-3
    # By hand: at the depth of the hem the edge lies where the side's cut line lies as far above it.
    rest = 30 + (40 - hem) * tan(radians(lean)) + side / cos(radians(lean))
    assert has(ring, complex(rest, 40 + hem))


def test_a_mitred_hem_does_not_fit_under_a_flared_side() -> None:
    """What the corner kinds are for: without folding, the flare runs on and is wider than what it lies under."""
    outline = sides(0j, 30 + 0j, 37 + 40j, 40j)
    ring = offset_outline([(s, 2.0) for s in outline])
    below = area_of(ring).intersection(shapely.box(-50, 40, 100, 100))
    turned = shapely.affinity.scale(below, yfact=-1, origin=(0, 40))
    assert turned.difference(area_of(ring)).area > 0.2


@given(
    st.floats(15, 165),
    st.floats(0.3, 3),
    st.floats(0.3, 3),
    st.sampled_from(CORNERS),
)
def test_whatever_the_corner_the_cut_line_is_sound_and_keeps_its_distance(
    angle: float, first: float, second: float, corner: Corner | None
) -> None:
    way = radians(180 - angle)
    tip = 20 + 0j
    far = tip + 20 * complex(cos(way), sin(way))
    outline = sides(0j, tip, far, far - 25 + 5j) if far.real > 5 else sides(0j, tip, far)
    piece = area_of([s[0] for s in outline])
    if not piece.is_valid or piece.area < 10:
        return
    widths = [first, second, *([1.0] * (len(outline) - 2))]
    corners = {0: corner} if corner else {}
    ring = offset_outline(list(zip(outline, widths, strict=True)), corners=corners)
    cut = area_of(ring)
    assert cut.is_valid
    assert cut.buffer(1e-4).covers(piece)
    if angle < 60:
        return  # so sharp a tip may reach over the middle of its sides
    # Straight out from the middle of each edge it lies exactly as far off as it should.
    for (a, b), wide in list(zip(outline, widths, strict=True))[:2]:
        middle, out = (a + b) / 2, (b - a) / abs(b - a) * -1j
        ray = shapely.LineString([(z.real, z.imag) for z in (middle, middle + 9 * out)])
        assert ray.intersection(cut).length == pytest.approx(wide, abs=2e-3)


@pytest.mark.parametrize("lean", [80.0, 45.0, 29.0, 12.0, 5.0])
def test_beside_the_fold_nothing_reaches_over_it(lean: float) -> None:
    """A V-neck meets the fold in a sharp point: its allowance ends on the fold's own line, however deep the V."""
    way = radians(lean)
    far = 20j + 14 * complex(sin(way), -cos(way))
    outline = sides(40j, 20j, far, 30 + far.imag * 1j, 30 + 40j)
    widths = [0.0, 0.6, 1.0, 1.0, 1.0]
    for corners in ({}, {0: Corner("squared", "after")}):
        ring = offset_outline(list(zip(outline, widths, strict=True)), corners=corners)
        assert min(z.real for z in ring) > -1e-5, "the other half of the cloth lies there"
        # By hand: 0.6 off the neckline, met on the fold 0.6 / sin of the lean above the point of the V.
        assert has(ring, complex(0, 20 - 0.6 / sin(way))) or corners
