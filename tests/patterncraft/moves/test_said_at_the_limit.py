"""What a move says and allows on either side of a limit; what it declares of its parameters."""

from __future__ import annotations

from math import asin, radians, sin
from typing import Any

import pytest
from annotated_types import Ge, Gt, Le, Lt

from patterncraft.house import HouseRules
from patterncraft.moves.move import Move, Parameter, parameter
from patterncraft.moves.overlap import Overlap
from patterncraft.moves.registry import MOVES, read_steps, step_json
from patterncraft.moves.rotate_dart import RotateDart
from patterncraft.paper.dart import find_dart
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import replay
from tests.conftest import draft, draft_by
from tests.rich import rich_bodice, worked
from tests.samples import WHOLE, sheet, square

RULES = HouseRules()
ROTATE: dict[str, Any] = {
    "move": "rotate_dart",
    "piece": "front",
    "dart": "waist dart",
    "to": {"edge": "shoulder", "fraction": 0.5},
}
SPREAD: dict[str, Any] = {"move": "slash_and_spread", "piece": "square", "from_edge": "top", "to_edge": "bottom", "count": 2}


def info_of(kind: type[Move], name: str) -> Any:
    """pydantic's own description of a parameter, as a step carries it."""
    return next(f for n, f in kind.model_fields.items() if (f.alias or n) == name)


def refusal(pattern: Pattern, step: dict[str, Any]) -> tuple[str, str, str, str]:
    stopped = replay(pattern, read_steps([step]), RULES).stopped
    assert stopped is not None, "it was done"
    return stopped.message, stopped.where, stopped.cure, stopped.field


def test_a_forms_parameters_are_those_a_step_is_read_by() -> None:
    """pydantic's own limits are the other witness: what the form offers is what reading a step lets pass."""
    assert parameter(RotateDart, "amount") == Parameter("amount", "Amount at the new mouth", "cm", 0, 60, False)
    assert parameter(Overlap, "count") == Parameter("count", "How many slashes", "", 1, 60, True)
    for kind in MOVES.values():
        for slot in kind.slots():
            assert slot.prompt.endswith("?")
            assert slot.pick
            for name in slot.fields:
                told, info = parameter(kind, name), info_of(kind, name)
                low = [getattr(m, "ge", getattr(m, "gt", None)) for m in info.metadata if isinstance(m, Ge | Gt)]
                high = [getattr(m, "le", getattr(m, "lt", None)) for m in info.metadata if isinstance(m, Le | Lt)]
                assert (told.title, told.low, told.high) == (info.title, *(x[0] if x else None for x in (low, high)))
                if slot.pick in ("length", "fullness") and "float" in str(info.annotation) and name != "ratio":
                    assert told.unit == "cm", f"{kind.title}: {name}"


def test_choices_of_a_slot_are_those_a_step_may_have() -> None:
    for kind in MOVES.values():
        for slot in kind.slots():
            assert slot.optional in (True, False)
            assert len(slot.choices) > 1 or slot.pick != "choice", slot.name
            for value, words in slot.choices:
                assert words
                accepted = [f for f in slot.fields if _takes(kind, f, value)]
                assert accepted, f"{kind.title}: {value!r} is offered for {slot.name} and no parameter takes it"


def test_a_step_is_written_as_what_was_set_and_nothing_else() -> None:
    for step in (
        ROTATE,
        ROTATE | {"share": 0.5, "note": "as fitted"},
        SPREAD | {"opening": 2.0, "hinge": "none"},
        ROTATE | {"muted": True},
    ):
        assert step_json(read_steps([step])[0]) == step


def _takes(kind: type[Move], field: str, value: str) -> bool:
    from pydantic import TypeAdapter, ValidationError

    try:
        TypeAdapter(info_of(kind, field).annotation).validate_python(value)
    except ValidationError:
        return False
    return True


@pytest.mark.parametrize(
    ("how", "words"),
    [
        ({}, "all of it"),
        ({"share": 1}, "all of it"),
        ({"share": 0.75}, "three quarters of it"),
        ({"share": 0.5}, "half of it"),
        ({"share": 0.25}, "a quarter of it"),
        ({"share": 0.3}, "30 % of it"),
        ({"amount": 2.5}, "2.5 cm of it"),
    ],
)
def test_how_much_of_a_dart_is_said_as_one_says_it(how: dict[str, float], words: str) -> None:
    assert read_steps([ROTATE | how])[0].spoken(None, "cm").endswith(f", {words}.")


@pytest.mark.parametrize("to", ["edge", "dart"])
def test_a_dart_gives_what_it_has_and_not_a_hair_more(to: str) -> None:
    """What a new mouth can get is the chord of the whole angle at its distance, less the chord that is there already (by hand)."""
    pattern = draft(WHOLE).pattern
    front = pattern.piece("front")
    dart, other = find_dart(front, "waist dart"), find_dart(front, "side dart")
    if to == "dart":
        step = ROTATE | {"to": {"dart": "side dart"}}
        radius, held = abs(other.leg_in.path.start - other.pivot), abs(other.angle)
    else:
        step = ROTATE
        shoulder = next(e.path for e in front.outline if e.name == "shoulder")
        radius, held = abs(shoulder.at(shoulder.length / 2) - dart.pivot), 0.0
    most = 2 * radius * (sin((abs(dart.angle) + held) / 2) - sin(held / 2))
    done = replay(pattern, read_steps([step | {"amount": most - 1e-4}]), RULES)
    assert done.stopped is None
    message, where, cure, field = refusal(pattern, step | {"amount": most + 1e-3})
    assert (message, where, field) == (
        f"the waist dart has only {most:.1f} cm to give at that place, not {most + 1e-3:.1f} cm.",
        "front",
        "amount",
    )
    assert cure == f"Ask for at most {most:.1f} cm, or for all of it."
    # Asked for so many centimetres, the mouth is wider by just these.
    part = 0.4 * most
    after = replay(pattern, read_steps([step | {"amount": part}]), RULES).pattern.piece("front")
    wide = find_dart(after, "side dart" if to == "dart" else "shoulder dart")
    assert abs(wide.angle) == pytest.approx(2 * asin((2 * radius * sin(held / 2) + part) / (2 * radius)), abs=1e-9)
    assert abs(find_dart(after, "waist dart").angle) == pytest.approx(abs(dart.angle) + held - abs(wide.angle), abs=1e-9)


def test_a_cut_into_a_lens_is_refused_at_its_slot() -> None:
    pattern = rich_bodice()
    lens = pattern.piece("back").lenses[0]
    across = {"move": "rotate_dart", "piece": "back", "dart": "waist dart", "to": {"edge": "centre back", "fraction": 0.0}}
    back = pattern.piece("back")
    pivot = find_dart(back, "waist dart").pivot
    centre = next(e.path for e in back.outline if e.name == "centre back")
    for k in range(1, 40):
        z = centre.at(centre.length * k / 40)
        if lens.is_crossed_by(pivot, z):
            message, where, cure, field = refusal(pattern, across | {"to": {"edge": "centre back", "fraction": k / 40}})
            assert (message, where, field) == (
                "the cut would run through the back dart, which is double-pointed.",
                "back",
                "to",
            )
            assert cure == "Choose a place that a straight line from the pivot reaches over the paper."
            return
    raise AssertionError("no place of the centre lies behind the lens")


@pytest.mark.parametrize(("opening", "allowed"), [(14.1, True), (14.2, False)])
def test_a_slash_opens_to_a_right_angle_and_no_further(opening: float, allowed: bool) -> None:
    """Ten centimetres long, at a right angle its chord is 10 √2 = 14.14 (by hand)."""
    pattern = Pattern((square(10.0),))
    step = SPREAD | {"count": 1, "opening": opening}
    if allowed:
        assert replay(pattern, read_steps([step]), RULES).stopped is None
    else:
        message, where, cure, field = refusal(pattern, step)
        assert message == "slash 1 is 10.0 cm long: opened by 14.2 cm it would stand at more than a right angle."
        assert (where, field) == ("square", "opening")
        assert cure.startswith("Open it by less")


@pytest.mark.parametrize(
    ("step", "field", "words"),
    [
        ({"move": "pleats", "kind": "box", "depth": 3.5, "ends": "nothing"}, "", ""),
        ({"move": "pleats", "kind": "box", "depth": 3.6, "ends": "nothing"}, "depth", "opened by 14.4 cm"),
        ({"move": "overlap", "amount": 14.1}, "", ""),
        ({"move": "overlap", "amount": 14.2}, "amount", "lapped over by 14.2 cm"),
    ],
)
def test_a_pleat_and_a_lap_turn_to_a_right_angle_and_no_further(step: dict[str, object], field: str, words: str) -> None:
    """A strip 10 cm deep, once slashed: a box pleat takes four depths, and the chord of a right angle is 14.14 (by hand). Turned
    further, four slashes in a narrow band brought every strip back onto the one before it, edge on edge, and crossed nothing."""
    strip = sheet(60.0, 10.0, "band")
    slashed = step | {"piece": "band", "from_edge": "top", "to_edge": "bottom", "count": 1}
    if not field:
        assert replay(Pattern((strip,)), read_steps([slashed]), RULES).stopped is None
        return
    message, where, _, told = refusal(Pattern((strip,)), slashed)
    assert message == f"slash 1 is 10.0 cm long: {words} it would stand at more than a right angle."
    assert (where, told) == ("band", field)


def test_a_zone_is_said_as_its_places_are_in_either_unit() -> None:
    pattern = Pattern((square(25.4, "other"), square(25.4)))
    zone = {"from": {"edge": "top", "from": "left", "distance": 5.08}, "to": {"edge": "top", "from": "left", "distance": 20.32}}
    step = read_steps([SPREAD | {"opening": 2, "zone": zone}])[0]
    assert "between the top, 5.1 cm from the left and the top, 20.3 cm from the left" in step.spoken(pattern, "cm")
    inches = step.spoken(pattern, "in")
    assert "2 in from the left" in inches
    assert "8 in from the left" in inches
    assert "between" in step.spoken(None, "cm")


def test_spreading_until_the_paper_lies_on_itself_is_refused_with_its_own_cure() -> None:
    """A dolman's arm opened like a fan from the side until it lies over the waist."""
    pattern = draft_by("dolman", WHOLE).pattern
    step = {
        "move": "slash_and_spread",
        "piece": "front",
        "from_edge": "side",
        "to_edge": "overarm",
        "count": 6,
        "hinge": "from_edge",
    }
    assert replay(pattern, read_steps([step | {"ratio": 1.3}]), RULES).stopped is None
    message, where, cure, _ = refusal(pattern, step | {"ratio": 2.0})
    assert message.endswith("the paper would lie on itself.")
    assert (where, cure) == ("front", "Open the slashes by less, or take more of them.")


def test_rotating_is_closing_by_the_dart_books_formula() -> None:
    """Sixty degrees is the widest that lies flat; the caution comes above it and not at it (common practice, no source)."""
    pattern = draft(WHOLE).pattern
    gathered = worked(pattern, {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}})
    dart = find_dart(gathered.piece("front"), "waist dart")
    assert abs(dart.angle) < radians(60)
    (done,) = replay(gathered, read_steps([ROTATE]), RULES).done
    assert not any("stands off like a cone" in line.label for line in done.working)


@pytest.mark.parametrize(("apart", "done"), [(14.4, True), (14.6, False)])
def test_pleats_a_given_way_apart_stand_half_a_centimetre_from_either_end_at_least(apart: float, done: bool) -> None:
    """Three on 30 cm: twice 14.4 is 28.8, of the 29.0 there are; twice 14.6 is more."""
    step = {
        "move": "pleats",
        "piece": "band",
        "from_edge": "top",
        "to_edge": "bottom",
        "kind": "inverted",
        "depth": 0.5,
        "count": 3,
        "spacing": apart,
    }
    on = Pattern((sheet(30.0, 40.0, "band"),))
    if done:
        after = worked(on, step).piece("band")
        assert after.box[2] - after.box[0] > 30.0
        return
    message, where, cure, field = refusal(on, step)
    assert message == "3 pleats 14.6 cm apart need 29.2 cm; the top has 30.0."
    assert (where, cure, field) == ("band", "Take fewer, or set them nearer.", "spacing")


@pytest.mark.parametrize(("short", "done"), [(1.1, True), (0.9, False)])
def test_a_cap_sleeve_is_a_centimetre_shorter_than_the_cap(short: float, done: bool) -> None:
    on = draft_by("sleeve-compass", WHOLE).pattern
    cap = next(e.path for e in on.piece("sleeve").outline if e.name == "cap")
    levels = [z.imag for s in cap.segments for z in (s[0], s[-1])]
    high = max(levels) - min(levels)
    step = {"move": "cap_sleeve", "length": round(high - short, 2)}
    if done:
        assert worked(on, step).piece("sleeve").box[3] - worked(on, step).piece("sleeve").box[1] < high
        return
    message, where, cure, field = refusal(on, step)
    assert message == f"the cap is {high:.1f} cm high: from {high - 1:.1f} cm on it is a sleeve with an underarm."
    assert (where, cure, field) == ("sleeve", "Shorten the sleeve instead.", "length")
