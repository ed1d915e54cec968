"""The double-pointed dart: it travels with its paper, takes up width, and is neither cut nor rotated by accident."""

import math

import pytest
import shapely

from patterncraft.errors import BadPlace, MoveRefused
from patterncraft.geometry.path import straight
from patterncraft.geometry.transform import swing, turn_over
from patterncraft.house import HouseRules
from patterncraft.moves.rotate_dart import RotateDart
from patterncraft.paper.lens import Lens, straight_lens
from patterncraft.paper.part import part
from patterncraft.places.place import EdgePlace
from tests.conftest import draft_by
from tests.samples import WHOLE, square

LENS = straight_lens("waist dart", 5 + 1j, 4 + 5j, 6 + 5j, 5 + 8j)


@pytest.mark.parametrize("level", [0.5, 1.0, 2.0, 5.0, 7.3, 8.0, 9.0])
def test_width_on_a_line_is_what_shapely_cuts_out(level: float) -> None:
    shape = shapely.Polygon([(z.real, z.imag) for z in (5 + 1j, 6 + 5j, 5 + 8j, 4 + 5j)])
    line = shapely.LineString([(0, level), (10, level)])
    assert LENS.width_on(complex(0, level), complex(10, level)) == pytest.approx(shape.intersection(line).length, abs=1e-9)


def test_intake_points_and_crossing() -> None:
    assert LENS.widest == pytest.approx(2)
    assert (LENS.upper, LENS.lower, LENS.middle) == (5 + 1j, 5 + 8j, 5 + 4.5j)
    assert LENS.is_crossed_by(0 + 5j, 10 + 5j)
    assert not LENS.is_crossed_by(0 + 1j, 10 + 1j), "touching the point is not crossing"
    # Two millimetres below its point it is a millimetre wide: cut there, its paper would be parted.
    assert LENS.width_on(0 + 1.2j, 10 + 1.2j) == pytest.approx(0.1)
    assert LENS.is_crossed_by(0 + 1.2j, 10 + 1.2j)


def test_it_is_placed_with_its_paper_and_turned_over_its_sides_change() -> None:
    piece = square()
    with_lens = type(piece)(piece.name, piece.outline, lenses=(LENS,))
    swung = with_lens.placed(swing(0j, math.radians(30)))
    assert swung.lenses[0].widest == pytest.approx(2)
    over = with_lens.placed(turn_over(0j, 1j)).lenses[0]
    assert over.left.segments[0][1].real < over.right.segments[0][1].real


def test_parted_paper_takes_its_lens_along() -> None:
    piece = square()
    with_lens = type(piece)(piece.name, piece.outline, lenses=(LENS,))
    # Down the left side at x = 2: from the top's corner to the bottom's.
    right, left = part(with_lens, 0, 2, straight(0j, 10 + 10j), "cut")
    assert [len(p.lenses) for p in (right, left)].count(1) == 1


def test_rotating_one_is_refused_with_the_cure_and_a_cut_through_it_too() -> None:
    pattern = draft_by("bodice-shoulder-dart", WHOLE).pattern
    to = EdgePlace(edge="side", start="armhole", fraction=0.1)
    with pytest.raises(MoveRefused, match="double-pointed") as caught:
        RotateDart(move="rotate_dart", piece="front", dart="waist dart", to=to).apply(pattern, HouseRules())
    assert "cut across at its widest" in caught.value.cure
    down = EdgePlace(edge="hem", start="centre front", distance=9.25)
    with pytest.raises(BadPlace, match="would run through the waist dart"):
        RotateDart(move="rotate_dart", piece="front", dart="shoulder dart", to=down).apply(pattern, HouseRules())


def test_shoulder_dart_goes_to_the_side_and_back_with_the_lens_in_place() -> None:
    pattern = draft_by("bodice-shoulder-dart", WHOLE).pattern
    to = EdgePlace(edge="side", start="armhole", distance=4)
    moved = RotateDart(move="rotate_dart", piece="front", dart="shoulder dart", to=to).apply(pattern, HouseRules()).pattern
    lens = moved.piece("front").lenses[0]
    assert isinstance(lens, Lens)
    assert moved.piece("front").contains(lens.upper, lens.middle, lens.lower) == [True] * 3
    assert lens.widest == pytest.approx(pattern.piece("front").lenses[0].widest)
