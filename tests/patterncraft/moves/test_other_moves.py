"""Set dart point, the registry, sentences, and places in words."""

from typing import ClassVar, Literal

import pytest

from patterncraft.errors import BadPlace, NoSuchName
from patterncraft.house import HouseRules
from patterncraft.moves.move import Move, Outcome, fill
from patterncraft.moves.registry import MOVES, collect, read_steps, step_json
from patterncraft.paper.dart import find_dart
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sewn import point_of, spot_along
from patterncraft.places.place import DartPlace, EdgePlace
from patterncraft.places.pointing import nearest_place, nearest_target
from patterncraft.replay import replay
from patterncraft.units import Unit

POINT = {"move": "set_dart_point", "piece": "front", "dart": "side dart", "set_back": 4.0}
ROTATE = {
    "move": "rotate_dart",
    "piece": "front",
    "dart": "waist dart",
    "to": {"edge": "shoulder", "from": "neckline", "fraction": 0.5},
}


def test_dart_point_moves_along_the_middle_and_the_paper_stays(bodice: Pattern) -> None:
    done = replay(bodice, read_steps([POINT]), HouseRules())
    after = done.pattern.piece("front")
    dart = find_dart(after, "side dart")
    assert abs(dart.sewn_point - dart.pivot) == pytest.approx(4)
    assert after.outline == bodice.piece("front").outline
    before, now = done.done[0].working[1:]
    assert before.result is not None
    assert now.result is not None
    assert now.result.value - before.result.value == pytest.approx(5.0 - 4.0)


def test_dart_point_beyond_the_mouth_is_refused(bodice: Pattern) -> None:
    with pytest.raises(BadPlace, match="leaves nothing to sew"):
        read_steps([POINT | {"set_back": 20}])[0].apply(bodice, HouseRules())


@pytest.mark.parametrize(
    ("said", "told"),
    [
        ("Slash & spread", r"called “Slash & spread”. The nearest: slash_and_spread"),
        ("rotate", r"The nearest: rotate_dart"),
        ("9" * 5000, r"called “9{120}”. There is: add_ease, armhole, .*, and \d\d more."),
    ],
)
def test_an_unknown_move_is_told_with_those_most_like_it(said: str, told: str) -> None:
    with pytest.raises(NoSuchName, match=told):
        read_steps([{"move": said}])


def test_two_moves_of_one_name_or_key_are_refused() -> None:
    class Other(Move):
        group: ClassVar[Literal["Darts"]] = "Darts"
        title: ClassVar[str] = "Other"
        key: ClassVar[str] = "r"
        sentence: ClassVar[str] = "Do."
        move: Literal["other"]

        def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
            return Outcome(pattern, ())

        def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
            return {}

    with pytest.raises(ValueError, match="share the key"):
        collect([*MOVES.values(), Other])
    with pytest.raises(TypeError):
        MOVES["other"] = Other


@pytest.mark.parametrize("name", MOVES)
def test_every_slot_of_a_sentence_is_asked_for(name: str) -> None:
    move = MOVES[name]
    asked = {s.name: s for s in move.slots()}
    assert {p.slot for p in fill(move.sentence, {}) if p.slot} == set(asked)
    assert all(s.prompt.endswith("?") for s in asked.values())
    assert len(move.key) == 1


def test_sentence_reads_as_one_would_say_it(bodice: Pattern) -> None:
    rotate, point = read_steps([ROTATE | {"share": 0.5}, POINT])
    assert rotate.spoken(bodice, "cm") == "Rotate the waist dart of the front to the middle of the shoulder, half of it."
    assert point.spoken(bodice, "in") == "End the side dart of the front 1 9/16 in short of its pivot."


def test_steps_come_back_from_plain_data_as_they_were() -> None:
    steps = read_steps([ROTATE | {"amount": 2.0, "muted": True}, POINT])
    assert read_steps([step_json(s) for s in steps]) == steps


def test_place_words(bodice: Pattern) -> None:
    front = bodice.piece("front")
    assert EdgePlace(edge="side", start="armhole", fraction=1 / 3).words(front, "cm") == "a third along the side from the armhole"
    assert EdgePlace(edge="side", start="armhole", distance=5.1).words(front, "cm") == "the side, 5.1 cm from the armhole"
    assert DartPlace(dart="side dart").words(front, "cm") == "the side dart"


def test_nearest_place_finds_the_edge_and_snaps_to_the_middle(bodice: Pattern) -> None:
    front = bodice.piece("front")
    whole = next(e for e in front.outline if e.name == "shoulder").length
    for share, expected in ((0.51, 0.5), (0.6, 0.6)):
        spot = spot_along(front, "shoulder", share * whole)
        outside = point_of(front, spot) - front.outline[spot.edge].path.direction_at(spot.along) * -1j * -0.4
        place = nearest_place(front, outside)
        assert place.edge == "shoulder"
        assert place.fraction == pytest.approx(expected, abs=2e-3)


def test_pointing_into_a_mouth_means_that_dart(bodice: Pattern) -> None:
    front = bodice.piece("front")
    middle = find_dart(front, "side dart").middle
    assert nearest_target(front, middle, "waist dart") == DartPlace(dart="side dart")
    assert isinstance(nearest_target(front, middle, "side dart"), EdgePlace)
