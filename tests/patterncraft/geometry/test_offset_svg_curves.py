"""Allowances, path data, and the solved curves of a draft."""

import pytest
import shapely
from hypothesis import given

from patterncraft.errors import BadFile
from patterncraft.geometry.curves import guided
from patterncraft.geometry.offset import offset_outline
from patterncraft.geometry.path import Path
from patterncraft.geometry.segment import Cubic, Segment
from patterncraft.geometry.svgpath import from_svg, number, to_svg
from patterncraft.paper.pattern import Pattern
from tests.samples import cubics, polygon, square


def poly(points: list[complex]) -> shapely.Polygon:
    return shapely.Polygon([(z.real, z.imag) for z in points])


def test_square_with_one_width_has_mitred_corners() -> None:
    # By hand: a 10 cm square with 1 cm all round is a 12 cm square, corners included.
    assert poly(offset_outline([(s, 1.0) for s in square(10).segments])).area == pytest.approx(144.0, abs=1e-4)


def test_square_with_different_widths_and_a_fold() -> None:
    # Top 1, right 2, bottom 3, left on the fold: (10 + 2) × (10 + 1 + 3).
    widths = [1.0, 2.0, 3.0, 0.0]
    cut = poly(offset_outline(list(zip(square(10).segments, widths, strict=True))))
    assert cut.area == pytest.approx(12 * 14, abs=1e-4)
    assert cut.bounds == pytest.approx((0, -1, 12, 13), abs=1e-5)


def test_concave_corner_leaves_no_loop() -> None:
    notch: list[Segment] = [(0j, 10 + 0j), (10 + 0j, 10 + 10j), (10 + 10j, 5 + 4j), (5 + 4j, 10j), (10j, 0j)]
    cut = poly(offset_outline([(s, 1.0) for s in notch]))
    assert cut.is_valid
    assert cut.buffer(1e-4).contains(poly([s[0] for s in notch]))


def test_sharp_tip_keeps_its_allowance_and_is_capped() -> None:
    spike: list[Segment] = [(0j, 20 + 0.5j), (20 + 0.5j, 1j), (1j, 0j)]
    cut = poly(offset_outline([(s, 1.0) for s in spike]))
    tip = shapely.Point(20, 0.5)
    assert cut.exterior.distance(tip) >= 1.0 - 1e-3
    assert cut.bounds[2] < 20 + 6


def test_unequal_widths_at_a_nearly_straight_joint_are_stepped() -> None:
    # A mitre there would run far out; the step stays at the joint.
    bent: list[Segment] = [(0j, 10 + 0j), (10 + 0j, 20 + 0.3j), (20 + 0.3j, 20 + 10j), (20 + 10j, 10j), (10j, 0j)]
    cut = poly(offset_outline([(bent[0], 2.0), (bent[1], 1.0), *((s, 1.0) for s in bent[2:])]))
    assert cut.bounds[1] == pytest.approx(-2.0, abs=1e-4)
    assert cut.area < poly([s[0] for s in bent]).buffer(2.0).area


def test_allowance_of_real_pieces_is_as_wide_as_asked(any_bodice: Pattern) -> None:
    for piece in any_bodice.pieces:
        shape = polygon(piece, 1e-4)
        plain = [(s, 1.0) for s in piece.segments]
        cut = poly(offset_outline(plain, 0.0005))
        assert cut.is_valid
        # Away from corners the cut line is 1 cm from the outline: shapely measures the gap.
        gaps = [shape.exterior.distance(shapely.Point(x, y)) for x, y in cut.exterior.coords]
        assert min(gaps) > 1.0 - 2e-3


@given(cubics)
def test_path_data_round_trip(seg: Cubic) -> None:
    path = Path((seg, (seg[3], seg[3] + 1 + 1j)))
    again = from_svg(to_svg(path))
    assert again.coincides(path, 1e-6)


def test_closing_draws_the_last_line() -> None:
    assert from_svg("M 0 0 L 4 0 L 4 3 Z").segments[-1] == (4 + 3j, 0j)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("M 0 0 A 1 1 0 0 0 2 2", "not path data"),
        ("m 0 0 l 1 1", "not path data"),
        ("L 1 1", "starts with one M"),
        ("M 0 0 L 1", "takes 2 numbers"),
        ("M 0 0", "draws nothing"),
        ("M 0 0 L 1e9 0", "ten metres"),
        ("M 0 0 L nan 0", "not path data"),
        ("M 0 0 M 1 1 L 2 2", "starts with one M"),
    ],
)
def test_foreign_path_data_is_refused_in_words(text: str, says: str) -> None:
    with pytest.raises(BadFile, match=says):
        from_svg(text, "front")
    with pytest.raises(BadFile) as told:
        from_svg(text)
    assert told.value.where == "", "of what nobody named no place is told"


def test_numbers_are_short_and_never_minus_zero() -> None:
    assert [number(x) for x in (-0.0000001, 1.5, 2.0, 1 / 3)] == ["0", "1.5", "2", "0.333333"]


def test_guided_leaves_and_arrives_as_told() -> None:
    path = guided(0j, 1 + 0j, 3, 10 + 10j, 1j, 4)
    assert path.start_direction == 1 + 0j
    assert abs(path.end_direction - 1j) < 1e-12
