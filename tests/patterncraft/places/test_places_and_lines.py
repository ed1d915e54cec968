"""Places and lines: each kind found where it is said, said as one would, and read back from plain data."""

from __future__ import annotations

from cmath import phase
from dataclasses import replace
from itertools import pairwise
from math import degrees
from typing import Any

import pytest
from pydantic import TypeAdapter, ValidationError

from patterncraft.errors import BadPlace, NoSuchName
from patterncraft.geometry.path import straight
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import DrawnLine, Grain, Mark, Piece
from patterncraft.paper.seam import Notch, Seam, SeamRule, Stretch
from patterncraft.places.levels import downward, outward
from patterncraft.places.line import Line, line_on, line_words
from patterncraft.places.place import Place
from patterncraft.places.pointing import pointed_place
from tests.samples import ruled, square

PLACE: TypeAdapter[Any] = TypeAdapter(Place)
LINE: TypeAdapter[Any] = TypeAdapter(Line)


def sheet() -> Piece:
    """A square of 10 with a mark, a line and an upright grain."""
    return replace(
        square(10),
        marks=(Mark("bust point", 4 + 3j),),
        lines=(DrawnLine("hip", straight(7j, 10 + 7j)),),
        grain=Grain(2 + 1j, 2 + 9j),
    )


def pattern() -> Pattern:
    seam = Seam("side", (Stretch("square", "right", "top"),), (), SeamRule("hold", length=10.0))
    return Pattern((sheet(),), (seam,), (Notch("balance", "side", "single", 4.0),))


FOUND: list[tuple[dict[str, Any], complex, str]] = [
    ({"edge": "right", "from": "top", "fraction": 0.5}, 10 + 5j, "the middle of the right"),
    ({"edge": "right", "from": "bottom", "distance": 2.5}, 10 + 7.5j, "the right, 2.5 cm from the bottom"),
    ({"edge": "right", "from": "top", "fraction": 0}, 10 + 0j, "the right at the top"),
    ({"edge": "right", "level": "bust point"}, 10 + 3j, "the right at the level of the bust point"),
    ({"edge": "left", "level": "hip", "down": -2}, 0 + 5j, "the left, 2.0 cm above the hip"),
    ({"mark": "bust point"}, 4 + 3j, "the bust point"),
    ({"notch": "balance"}, 10 + 4j, "the notch “balance”"),
    ({"at": {"mark": "bust point"}, "out": 2, "down": -1}, 6 + 2j, "2.0 cm outwards and 1.0 cm up from the bust point"),
    ({"at": {"edge": "top", "from": "left", "fraction": 0.5}, "down": 3}, 5 + 3j, "3.0 cm down from the middle of the top"),
]


@pytest.mark.parametrize(("data", "at", "words"), FOUND)
def test_each_kind_is_found_said_and_written_as_it_was(data: dict[str, Any], at: complex, words: str) -> None:
    place = PLACE.validate_python(data)
    assert place.found(sheet(), pattern()).point == pytest.approx(at)
    assert place.words(sheet(), "cm") == words
    again = PLACE.validate_python(place.model_dump(mode="json", by_alias=True, exclude_none=True))
    assert again == place


@pytest.mark.parametrize(
    ("data", "why"),
    [
        ({"edge": "right"}, "either a fraction or a distance"),
        ({"edge": "right", "fraction": 0.5, "distance": 2}, "either a fraction or a distance"),
        ({"edge": "right", "fraction": 1.5}, "less than or equal to 1"),
        ({"mark": "x", "dart": "y"}, "Extra inputs"),
        (5, "a place is given by"),
        ({"at": {"edge": "right"}, "out": 1}, "either a fraction or a distance"),
    ],
)
def test_what_is_no_place_is_refused_for_what_it_was_meant_to_be(data: object, why: str) -> None:
    with pytest.raises(ValidationError, match=why) as caught:
        PLACE.validate_python(data)
    assert caught.value.error_count() == 1, "one fault, not one for each kind there is"


def test_a_place_that_is_not_there_says_what_is() -> None:
    with pytest.raises(BadPlace, match="does not stand at that level") as caught:
        PLACE.validate_python({"edge": "top", "level": "hip"}).found(sheet(), pattern())
    assert "-7.0 to -7.0" in caught.value.cure
    with pytest.raises(NoSuchName, match="There is: bust point, hip"):
        PLACE.validate_python({"edge": "right", "level": "knee"}).found(sheet(), pattern())


@pytest.mark.parametrize(("start", "end"), [("left", 10 + 0j), ("right", 0j)])
def test_a_place_is_found_to_the_very_end_of_its_edge_and_not_beyond(start: str, end: complex) -> None:
    own = square(10)
    for distance in (10.0, 10.0 + 1e-9):
        assert (
            abs(PLACE.validate_python({"edge": "top", "from": start, "distance": distance}).found(own, Pattern((own,))).point - end)
            < 1e-6
        )
    with pytest.raises(BadPlace) as told:
        PLACE.validate_python({"edge": "top", "from": start, "distance": 10.2}).found(own, Pattern((own,)))
    assert told.value.message == "the top ends after 10.0 cm; 10.2 cm along it is off the paper."
    assert told.value.cure == "Choose at most 10.0 cm."


def test_down_and_out_follow_the_grain_and_turn_with_the_sheet() -> None:
    assert (downward(sheet()), outward(sheet())) == (1j, 1 + 0j)
    slanting = replace(sheet(), grain=Grain(0j, 3 + 4j))
    assert downward(slanting) == pytest.approx(0.6 + 0.8j)
    assert outward(slanting) == pytest.approx(0.8 - 0.6j)
    right_centre = sheet().with_outline(tuple(replace(e, name="centre back") if e.name == "right" else e for e in sheet().outline))
    assert outward(right_centre) == -1, "away from the centre, wherever that lies"


def test_a_hand_means_what_it_is_near() -> None:
    p = pattern()
    for at, wanted in (
        (4.2 + 3.2j, {"mark": "bust point"}),
        (10.1 + 4.1j, {"notch": "balance"}),
        (5.1 - 0.2j, {"edge": "top", "from": "left", "fraction": 0.5}),
        (9.8 + 7.1j, {"edge": "right", "level": "hip"}),
        (0.1 + 8.9j, {"edge": "left", "from": "bottom", "fraction": 0.11}),
        (6.0 + 6.0j, {"at": {"mark": "bust point"}, "out": 2.0, "down": 3.0}),
    ):
        place = pointed_place(sheet(), p, at)
        assert place.model_dump(by_alias=True, exclude_defaults=True) == wanted


class TestLines:
    def test_a_bare_list_is_straight_from_place_to_place(self) -> None:
        line = LINE.validate_python([{"edge": "top", "fraction": 0.5}, {"mark": "bust point"}, {"edge": "bottom", "fraction": 0.5}])
        found = line_on(line, sheet(), pattern())
        assert [s for p in found.stretches for s in p.segments] == [(5 + 0j, 4 + 3j), (4 + 3j, 5 + 10j)]
        assert [p.spot is not None for p in found.places] == [True, False, True]

    def test_a_curve_meets_square_where_asked_and_passes_its_places(self) -> None:
        line = LINE.validate_python(
            {"through": [{"edge": "top", "fraction": 0.2}, {"mark": "bust point"}, {"edge": "right", "fraction": 0.9}],
             "shape": "curve", "square_start": True, "square_end": True}
        )  # fmt: skip
        path = line_on(line, sheet(), pattern()).path
        assert path.start_direction == pytest.approx(1j)
        assert path.end_direction == pytest.approx(1 + 0j)
        assert path.segments[0][-1] == 4 + 3j

    @pytest.mark.parametrize(
        ("fractions", "message", "cure"),
        [
            ([0.2, 0.2, 0.6], "two places of the line lie on each other.", "Leave one of them out."),
            ([0.2, 0.6, 0.2], "the line ends where it begins.", "Lead it to another place."),
        ],
    )
    def test_places_that_are_one_are_no_line(self, fractions: list[float], message: str, cure: str) -> None:
        line = LINE.validate_python([{"edge": "top", "fraction": x} for x in fractions])
        with pytest.raises(BadPlace) as told:
            line_on(line, sheet(), pattern(), "through")
        assert (told.value.message, told.value.where, told.value.cure, told.value.field) == (message, "square", cure, "through")

    def test_an_s_turns_over_once_each_way(self) -> None:
        from patterncraft.geometry.curvature import how_it_bends

        line = LINE.validate_python(
            {"through": [{"edge": "top", "fraction": 0.2}, {"edge": "bottom", "fraction": 0.2}], "shape": "s"}
        )
        path = line_on(line, sheet(), pattern()).path
        assert how_it_bends(path).inflections == 1
        # From 2 above to 8 below: it leaves and arrives by the same turn off that, a little under twenty degrees (common practice, no source).
        turns = [degrees(phase(way / (6 + 10j))) for way in (path.start_direction, path.end_direction)]
        assert turns == pytest.approx([19.3, 19.3], abs=0.1)

    def test_a_line_drawn_before_goes_by_its_name(self) -> None:
        found = line_on("hip", sheet(), pattern())
        assert found.path == straight(7j, 10 + 7j)
        assert all(p.spot is not None for p in found.places)
        twice = replace(sheet(), lines=(*sheet().lines, DrawnLine("hip", straight(1 + 1j, 2 + 1j))))
        with pytest.raises(BadPlace, match="in 2 parts"):
            line_on("hip", twice, pattern())

    @pytest.mark.parametrize("last", [8.0, 5.0])
    def test_it_is_parted_at_every_darts_point_that_it_runs_over(self, last: float) -> None:
        """Three darts in the hem, two of them with their points on the line; the third's lies below it, or on it, too."""
        corners = [
            0j,
            30 + 0j,
            30 + 10j,
            21 + 10j,
            20 + 5j,
            19 + 10j,
            11 + 10j,
            10 + 5j,
            9 + 10j,
            5 + 10j,
            complex(4, last),
            3 + 10j,
            10j,
        ]
        names = ["top", "right", "hem", "dart 1", "dart 1", "hem", "dart 2", "dart 2", "hem", "dart 3", "dart 3", "hem", "left"]
        piece = ruled("skirt", corners, names)
        line = LINE.validate_python(
            [{"edge": "left", "from": "top", "distance": 5.0}, {"edge": "right", "from": "top", "distance": 5.0}]
        )
        found = line_on(line, piece, Pattern((piece,)))
        passed = [4 + 5j, 10 + 5j, 20 + 5j] if last == 5.0 else [10 + 5j, 20 + 5j]
        assert [p.point for p in found.places] == [5j, *passed, 30 + 5j]
        assert [d for d in found.darts if d] == ["dart 3", "dart 2", "dart 1"][-len(passed) :]
        assert [(p.start, p.end) for p in found.stretches] == list(pairwise([5j, *passed, 30 + 5j]))

    def test_said_as_one_would(self) -> None:
        line = LINE.validate_python(
            {
                "through": [{"edge": "top", "fraction": 0.5}, {"mark": "bust point"}, {"edge": "bottom", "fraction": 0.5}],
                "shape": "curve",
                "square_end": True,
            }
        )
        words = "from the middle of the top by way of the bust point to the middle of the bottom, curved, square at its end"
        assert line_words(line, sheet(), "cm") == words
        assert line_words("hip", sheet(), "cm") == "the line “hip”"
