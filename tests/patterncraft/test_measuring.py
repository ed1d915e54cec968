"""The tape between two places: straight by the points, along by the sewn edge."""

import pytest

from patterncraft.measuring import measure_between
from patterncraft.paper.dart import find_dart
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sewn import sewn_length
from tests.samples import square


def test_straight_and_along_an_edge() -> None:
    found = measure_between(square(10), 1 - 0.5j, 8 + 0.2j)
    assert (found.straight, found.along) == (pytest.approx(7, abs=1e-3), pytest.approx(7, abs=1e-3))
    diagonal = measure_between(square(10), 0.01 + 5j, 5 + 9.9j)
    assert diagonal.straight == pytest.approx(50**0.5)
    assert diagonal.along is None, "the places lie on different edges"


def test_along_a_darted_edge_the_mouth_does_not_count(bodice: Pattern) -> None:
    front = bodice.piece("front")
    a, b = find_dart(front, "waist dart").mouth
    found = measure_between(front, a + 3, b - 3)
    # 3 cm on either side of a mouth 2.54 wide: 8.54 straight, 6 once the dart is sewn.
    assert found.straight == pytest.approx(8.54, abs=0.06)
    assert found.along == pytest.approx(6, abs=0.06)


def test_curved_edge_is_longer_than_its_chord(bodice: Pattern) -> None:
    back = bodice.piece("back")
    path = next(e for e in back.outline if e.name == "armhole").path
    found = measure_between(back, path.start, path.end)
    assert found.along == pytest.approx(sewn_length(back, "armhole"), abs=0.05)
    assert found.straight < found.along


def test_the_same_place_twice_is_nothing() -> None:
    found = measure_between(square(10), 5 + 0j, 5 + 0j)
    assert (found.straight, found.along) == (0.0, 0.0)


@pytest.mark.parametrize(
    ("near_corner", "corner", "along"),
    [
        (9.8 + 0j, 10 + 0j, 10 + 4j),
        (10 + 0.2j, 10 + 0j, 4 + 0j),
        (10 + 9.8j, 10 + 10j, 4 + 10j),
        (0.2 + 10j, 10j, 4j),
        (0.2j, 0j, 4 + 0j),
    ],
)
def test_a_tape_laid_near_a_corner_is_laid_on_it_and_read_on_the_other_edge(
    near_corner: complex, corner: complex, along: complex
) -> None:
    found = measure_between(square(10), near_corner, along)
    assert (found.a, found.along) == (corner, pytest.approx(abs(along - corner)))


def test_a_corner_is_read_on_the_edge_that_the_other_place_lies_on() -> None:
    """Of the square's corners, each belongs to two edges: along either of them, so far from its end."""
    sheet = square(10)
    for corner, along in (
        (0j, 4 + 0j),
        (10 + 0j, 4 + 0j),
        (10 + 0j, 10 + 4j),
        (10 + 10j, 10 + 4j),
        (10j, 4j),
        (0j, 4j),
        (10j, 4 + 10j),
    ):
        for a, b in ((corner, along), (along, corner)):
            found = measure_between(sheet, a, b)
            assert found.along == pytest.approx(abs(along - corner)), (a, b)
            assert found.first.edge == found.second.edge
            for place, z in ((found.first, a), (found.second, b)):
                again = place.found(sheet, Pattern((sheet,))).point
                assert abs(again - z) < 1e-9, "said in words, the place is found where it was"
                assert place.start, "from which end is said"
