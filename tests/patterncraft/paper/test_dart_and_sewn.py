"""Darts read off the outline; measuring along edges with the darts shut."""

from dataclasses import replace
from math import sin

import pytest

from patterncraft.errors import BadPlace, NoSuchName
from patterncraft.geometry.transform import turn_over
from patterncraft.paper.dart import chord, darts_of, find_dart, renamed
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import DartRule
from patterncraft.paper.sewn import distance_of, neighbours, run_of, sewn_length, spot_along, starts_at_end


def test_dart_tells_its_intake_depth_and_angle(bodice: Pattern) -> None:
    dart = find_dart(bodice.piece("front"), "waist dart")
    # The draft: 1 in wide, from the waist at 44.5 to the bust line at 26.5.
    assert dart.intake == pytest.approx(2.54)
    assert dart.depth == pytest.approx(44.5 - 26.5)
    assert 2 * dart.leg_in.length * sin(abs(dart.angle) / 2) == pytest.approx(dart.intake)
    assert dart.leg_in.length == pytest.approx(dart.leg_out.length, abs=1e-9)
    assert dart.mouth_edge == "waist"
    assert abs(dart.sewn_point - dart.pivot) == pytest.approx(2.5)


def test_chord_is_the_textbook_formula() -> None:
    # An isosceles triangle of legs 10 and apex 60° is equilateral.
    assert chord(10, 3.141592653589793 / 3) == pytest.approx(10)


def test_missing_darts_are_named(bodice: Pattern) -> None:
    with pytest.raises(NoSuchName, match="There is: side dart, waist dart"):
        find_dart(bodice.piece("front"), "hem dart")
    bare = replace(bodice.piece("back"), darts=())
    with pytest.raises(NoSuchName, match="no dart left"):
        find_dart(bare, "waist dart")


def test_darts_are_called_after_their_edge_unless_a_person_named_them(bodice: Pattern) -> None:
    front = bodice.piece("front")
    odd = replace(
        front,
        darts=(DartRule("old name", 5.0), DartRule("my dart", 2.5, named=True)),
        outline=tuple(
            replace(e, name={"side dart": "old name", "waist dart": "my dart"}[e.name]) if e.kind == "dart" else e
            for e in front.outline
        ),
    )
    assert [d.name for d in darts_of(renamed(odd))] == ["side dart", "my dart"]


def test_sewn_length_leaves_the_mouth_out(bodice: Pattern) -> None:
    front = bodice.piece("front")
    # Quarter waist with ease, by hand: (74 + 2.54) / 4.
    assert sewn_length(front, "waist") == pytest.approx((74 + 2.54) / 4)
    assert len(run_of(front, "waist")) == 2


def test_places_along_an_edge_run_over_its_dart(bodice: Pattern) -> None:
    front = bodice.piece("front")
    whole = sewn_length(front, "waist")
    for share in (0.0, 0.2, 0.6, 1.0):
        spot = spot_along(front, "waist", share * whole)
        assert distance_of(front, spot) == pytest.approx(share * whole)
        far = spot_along(front, "waist", share * whole, from_end=True)
        assert distance_of(front, far) == pytest.approx((1 - share) * whole)


def test_neighbours_and_the_end_one_measures_from(bodice: Pattern) -> None:
    front = bodice.piece("front")
    assert neighbours(front, "shoulder") == ("neckline", "armhole")
    assert not starts_at_end(front, "shoulder", "neckline")
    assert starts_at_end(front, "shoulder", "armhole")
    assert starts_at_end(front, "shoulder", "end")
    with pytest.raises(BadPlace, match="from the neckline or from the armhole"):
        starts_at_end(front, "shoulder", "waist")


def test_unknown_edge_lists_those_there_are(bodice: Pattern) -> None:
    with pytest.raises(NoSuchName, match="neckline, shoulder, armhole, side, waist, centre front"):
        sewn_length(bodice.piece("front"), "moon")


def test_turned_over_piece_keeps_area_darts_and_lengths(bodice: Pattern) -> None:
    front = bodice.piece("front")
    over = front.placed(turn_over(0j, 1j))
    assert over.area == pytest.approx(front.area)
    assert {d.name: round(d.intake, 9) for d in darts_of(over)} == {d.name: round(d.intake, 9) for d in darts_of(front)}
    assert sewn_length(over, "armhole") == pytest.approx(sewn_length(front, "armhole"))


def test_names_of_things_that_are_not_there(bodice: Pattern) -> None:
    with pytest.raises(NoSuchName, match="There is: back, front"):
        bodice.piece("sleeve")
    with pytest.raises(NoSuchName, match="bust point"):
        bodice.piece("front").mark("elbow")
    with pytest.raises(NoSuchName, match="side, shoulder, armhole"):
        bodice.seam("crotch")
