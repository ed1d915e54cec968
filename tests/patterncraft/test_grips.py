"""Grips: the point that follows a number, held against what the number is by definition; and that dragging by one comes out where it says."""

from __future__ import annotations

import pytest

from patterncraft.grips import NUDGES, Grip, grips_of
from patterncraft.moves.collar import DEFAULTS
from patterncraft.moves.move import parameter
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from tests.patterncraft.parts.ground import RULES, STAND, Step, made, table
from tests.samples import sheet

SLEEVED = ("puff", "bell", "bishop", "cap_sleeve", "leg_of_mutton")


def gripped(step: Step, before: Pattern, *names: str) -> dict[str, Grip]:
    (whole,) = read_steps([step])
    asked = names or [n for slot in type(whole).slots() for n in slot.fields]
    return {g.name: g for g in grips_of(whole, before, RULES, asked)}


def corner_after(step: Step, before: Pattern, grip: Grip) -> complex:
    """Where what lay at the grip lies after the step: the corner or middle of an edge with the same number."""
    now, then = (read_steps([s])[0].apply(before, RULES).pattern.piece(grip.piece) for s in (step, step | {grip.name: grip.value}))
    spots = [(e.path.start, f.path.start) for e, f in zip(then.outline, now.outline, strict=True)]
    spots += [(e.path.at(e.length / 2), f.path.at(f.length / 2)) for e, f in zip(then.outline, now.outline, strict=True)]
    return next(w for z, w in spots if abs(z - grip.at) < 1e-9)


def test_an_extension_is_held_at_its_corner_and_goes_square_to_its_edge() -> None:
    """By definition: its outer edge lies at its width, so a centimetre of the arrow is a centimetre of width."""
    before = Pattern((sheet(30.0, 20.0, "band"),))
    grip = gripped({"move": "extend", "piece": "band", "edge": "right", "width": 2.0, "as": "wrap"}, before)["width"]
    assert grip.at.real == pytest.approx(32.0)
    assert grip.way == pytest.approx(1 + 0j)
    assert (grip.per, grip.value) == (pytest.approx(1.0), 2.0)


@pytest.mark.parametrize("kind", sorted(DEFAULTS))
def test_every_length_and_angle_of_a_collar_can_be_dragged(kind: str) -> None:
    """What is not said is held at what the kind usually takes; rib's hundredths are no length."""
    before = made(STAND).pattern
    lengths = {n for n in DEFAULTS[kind] if parameter(type(read_steps([{"move": "collar", "kind": kind}])[0]), n).unit in NUDGES}
    if kind == "lapel":
        # The front has its strip already: a width of it is not asked for.
        lengths.discard("button_stand")
    found = gripped({"move": "collar", "kind": kind}, before)
    assert set(found) - {"turn"} == lengths
    assert {n: g.value for n, g in found.items()} == {n: DEFAULTS[kind][n] for n in found}
    assert "percent" not in found


@pytest.mark.parametrize(
    ("step", "name", "more"),
    [
        ({"move": "collar", "kind": "stand_and_fall"}, "fall", 1.5),
        ({"move": "collar", "kind": "stand_and_fall"}, "spread", 5.0),
        ({"move": "collar", "kind": "roll"}, "width", 1.0),
        ({"move": "collar", "kind": "lapel"}, "lapel", 1.0),
        ({"move": "dolman"}, "angle", 3.0),
        ({"move": "cap_sleeve"}, "length", 1.0),
        ({"move": "puff"}, "width", 4.0),
    ],
)
def test_the_hand_comes_out_where_the_paper_does(step: Step, name: str, more: float) -> None:
    """Dragged so far, the corner lies under the hand, to a tenth of the way that it went: the arrow is straight, paper turns."""
    before = made({"move": "sleeve"}).pattern if step["move"] in SLEEVED else table()
    grip = gripped(step, before)[name]
    hand = grip.at + grip.way * more / grip.per
    assert abs(corner_after(step | {name: grip.value + more}, before, grip) - hand) < 0.1 * abs(hand - grip.at)


def test_no_two_are_held_at_one_point() -> None:
    found = list(gripped({"move": "collar", "kind": "stand_and_fall"}, made(STAND).pattern).values())
    assert len(found) >= 7
    assert all(a is b or a.piece != b.piece or abs(a.at - b.at) > 1.4 for a in found for b in found)


def test_at_its_bound_a_number_is_tried_the_other_way() -> None:
    """Points that lean out by 60° lean as far as they go; the arrow still points the way in which the angle grows."""
    step = {"move": "collar", "kind": "stand_and_fall", "point": 5.0}
    low, top = (gripped(step | {"spread": a}, table(), "spread")["spread"] for a in (58.0, 60.0))
    assert top.value == 60.0
    assert (top.way * low.way.conjugate()).real > 0.99
    assert top.per == pytest.approx(low.per, rel=0.1)


@pytest.mark.parametrize(
    ("step", "names"),
    [
        # Refused: wider than a stand can curve to; an edge that is not there.
        ({"move": "collar", "kind": "stand_and_fall", "pieces": ["skirt"]}, ("fall",)),
        ({"move": "collar", "kind": "rib"}, ("percent",)),
        ({"move": "dolman"}, ("length", "wrist", "no such")),
        ({"move": "collar", "kind": "flat"}, ()),
    ],
)
def test_what_cannot_be_held_has_no_grip(step: Step, names: tuple[str, ...]) -> None:
    (whole,) = read_steps([step])
    assert grips_of(whole, table(), RULES, names) == ()
