"""The sentence of every move says all that its step says: whatever is set otherwise is said otherwise, in either unit."""

from __future__ import annotations

import re
from fractions import Fraction
from typing import Any, Literal, get_args, get_origin

import pytest

from patterncraft.errors import PatternError
from patterncraft.formats.verb_picture import plain_block
from patterncraft.moves.move import Move, parameter
from patterncraft.moves.registry import MOVES, read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import replay
from patterncraft.units import Unit
from tests.rich import RULES
from tests.watch import assert_words

Step = dict[str, Any]
UNITS: tuple[Unit, ...] = ("cm", "in")
CM = re.compile(r"(-?\d+\.\d+) cm\b")
INCHES = re.compile(r"(−?)(?:(\d+) )?(\d+(?:/\d+)?) in\b")
SHOWN: dict[str, Step] = {
    "add_ease": {"move": "add_ease", "layer": "jacket"},
    "close_dart": {"move": "close_dart", "piece": "front", "dart": "waist dart"},
    "put_away": {"move": "put_away", "piece": "front"},
} | {name: {"move": name, **kind.example.step} for name, kind in MOVES.items() if kind.example}


def step_of(step: Step) -> Move:
    (move,) = read_steps([step])
    return move


def literals(annotation: Any) -> list[Any]:
    """The choices in an annotation, however deep."""
    if get_origin(annotation) is Literal:
        return list(get_args(annotation))
    return [x for a in get_args(annotation) if not isinstance(a, str) for x in literals(a)]


def others(kind: type[Move], name: str, now: Any) -> list[Any]:
    """Other values of a parameter, as a step carries them."""
    annotation = next(f for n, f in kind.model_fields.items() if (f.alias or n) == name).annotation
    if choices := literals(annotation):
        return [x for x in choices if x != now]
    if isinstance(now, bool):
        return [not now]
    if isinstance(now, str):
        return [now + " two"]
    own = parameter(kind, name)
    if "int" in str(annotation) or "float" in str(annotation):
        at = now if isinstance(now, int | float) else own.low or 1
        return [at + 1, at - 1, at + 0.5, at + 3]
    if isinstance(now, dict) and "fraction" in now:
        return [now | {"fraction": 0.37}]
    if isinstance(now, dict) and "distance" in now:
        return [now | {"distance": now["distance"] + 1}]
    if isinstance(now, dict) and "down" in now:
        return [now | {"down": now["down"] + 1}]
    if isinstance(now, list) and len(now) > 1:
        return [now[:-1]]
    return OTHERWISE.get(own_pick(kind, name), [])


def own_pick(kind: type[Move], name: str) -> str:
    """What a person points at to fill the slot of a parameter."""
    return next(slot.pick for slot in kind.slots() for field in slot.fields if field == name)


def meant(kind: type[Move], name: str, step: Step) -> bool:
    """Whether a parameter says anything beside the others."""
    return all(str(step.get(other)) in values for other, values in parameter(kind, name).only.items())


PLACE: Step = {"edge": "side", "fraction": 0.37}
BELOW: Step = {"edge": "hem", "fraction": 0.7}
OTHERWISE: dict[str, list[Any]] = {
    "place": [PLACE],
    "zone": [{"from": PLACE, "to": BELOW}],
    "line": ["style line two"],
    "edge": ["hem"],
    "piece": ["odd sheet"],
    "pieces": [["odd sheet"]],
    "seams": [["odd seam"]],
    "names": [["odd", "even"]],
    "name": ["odd name"],
    "edges of pieces": [[["odd sheet", "side"], ["other sheet", "hem"]]],
    "edge of a piece": [["odd sheet", "side"]],
}
"""What is pointed at where the example leaves it open, by what the slot asks for."""
EITHER_OR: dict[tuple[str, str], tuple[Step, list[Any]]] = {
    ("armhole", "halter"): ({"at_shoulder": None}, [5.0, 6.0]),
    ("blend", "seams"): ({"edges": None}, [["shoulder"], ["shoulder", "side"]]),
    ("blend", "edges"): ({}, [[["front", "hem"], ["back", "hem"]]]),
    ("closure", "piece"): ({"seam": None, "edge": "side"}, ["front", "back"]),
    ("closure", "edge"): ({"seam": None, "piece": "front"}, ["side", "centre front"]),
    ("copy_as", "part"): ({}, ["style line two", [PLACE, BELOW]]),
    ("cut_along", "line"): ({}, ["style line two", [PLACE, BELOW]]),
    ("elastic", "edges"): ({}, [[["odd sheet", "hem"]]]),
    ("facing", "apart"): ({}, [True, False]),
    ("fold", "line"): ({}, ["style line two"]),
    ("godet", "width"): ({"circle": None}, [12.0]),
    ("godet", "angle"): ({"circle": None}, [40.0]),
    ("join_pieces", "a"): ({}, [["odd sheet", "side"]]),
    ("join_pieces", "b"): ({}, [["odd sheet", "side"]]),
    ("merge_darts", "darts"): ({}, [["side dart", "shoulder dart"], ["shoulder dart"]]),
    ("neckline", "at_shoulder"): ({"width": None}, [7.0]),
    ("neckline", "gape"): ({"into": "waist dart"}, [0.5, 1.0]),
    ("neckline", "into"): ({"gape": 0.5}, ["waist dart", "side dart"]),
    ("overlap", "at"): ({"count": None}, [[[PLACE, BELOW]], [[BELOW, PLACE], [PLACE, BELOW]]]),
    ("pleats", "count"): ({"at": None, "spacing": 4.0}, [2, 3]),
    ("pleats", "spacing"): ({"at": None, "count": 2}, [4.0, 5.0]),
    ("pleats", "at"): ({}, [[[PLACE, BELOW]], ["style line two"]]),
    ("puff", "above_elbow"): ({"length": None}, [3.0]),
    ("redraw", "start"): ({}, [{"out": 1.0}, {"down": 1.0}, {"out": 1.0, "down": 1.0}]),
    ("redraw", "through"): ({}, [[PLACE], [PLACE, BELOW]]),
    ("rotate_dart", "share"): ({}, [0.5, 0.3]),
    ("set_dart_point", "by"): ({"set_back": None}, ["house", "bust radius"]),
    ("share_intake", "to"): ({}, [[{"dart": "waist dart 1", "amount": 1.1}], [{"edge": "side", "amount": 1.1}]]),
    ("shorten_sleeve", "length"): ({"above_elbow": None}, [20.0]),
    ("shorten_sleeve", "by"): ({"above_elbow": None}, [20.0]),
    ("slash_and_spread", "at"): ({"count": None}, [[[PLACE, BELOW]], [[BELOW, PLACE], [PLACE, BELOW]]]),
    ("slash_and_spread", "total"): ({"opening": None}, [12.0]),
    ("slash_and_spread", "ratio"): ({"opening": None}, [1.5]),
    ("slash_and_spread", "to_length"): ({"opening": None}, [60.0]),
    ("swing_and_join", "onto"): ({}, [["odd sheet", "side"]]),
    ("take_in_seam", "alike"): ({}, [["odd sheet"]]),
    ("tucks", "line"): ({}, ["style line two", [PLACE, BELOW]]),
    ("wrap_sleeve", "onto"): ({}, [["odd sheet", "side"]]),
}
"""What a step has to leave unsaid (None) or say as well, for a parameter to be set, and what it is set to."""
AT_THE_TABLE = [("redraw", "from")]
"""Which end of an edge is its start is told by what it meets there: known only where it lies."""
CASES = [
    (name, field)
    for name, step in SHOWN.items()
    for slot in MOVES[name].slots()
    for field in slot.fields
    if (name, field) not in AT_THE_TABLE and meant(MOVES[name], field, step_of(step).model_dump(by_alias=True))
]


def inches_of(sentence: str) -> list[float]:
    """cm of every length in a sentence in inches, negative below zero. An inch is 2.54 cm (international agreement, 1959)."""
    found = []
    for m in INCHES.finditer(sentence):
        sign, whole, part = m.groups()
        found.append((-1 if sign else 1) * float(Fraction(int(whole or 0)) + Fraction(part)) * 2.54)
    return found


PICKED: dict[str, Any] = {
    "piece": "odd sheet",
    "pieces": ["odd sheet", "other sheet"],
    "edge of a piece": ["odd sheet", "side"],
    "edges of pieces": [["odd sheet", "side"], ["other sheet", "hem"]],
}
NAMING = [
    (name, f.alias or field, (f.json_schema_extra or {})["pick"])
    for name in SHOWN
    for field, f in MOVES[name].model_fields.items()
    if isinstance(f.json_schema_extra, dict) and f.json_schema_extra.get("pick") in PICKED
]


@pytest.mark.parametrize(("name", "field", "pick"), NAMING, ids=[f"{n}-{f}" for n, f, _ in NAMING])
def test_a_step_speaks_of_every_piece_it_names(name: str, field: str, pick: str) -> None:
    """By them its chapter of the recipe is told, and whether it can be moved before another step."""
    instead = {"seam": None, "edge": "hem"} if (name, field) == ("closure", "piece") else {}
    wanted = {"odd sheet"} | ({"other sheet"} if pick in ("pieces", "edges of pieces") else set())
    assert wanted <= set(step_of(SHOWN[name] | instead | {field: PICKED[pick]}).pieces_named())


def assert_alike(step: Move, table: Pattern | None) -> None:
    """The sentence fills its slots, all of them, and says in inches what it says in centimetres."""
    metric, inches = step.phrases(table, "cm"), step.phrases(table, "in")
    for unit in UNITS:
        assert_words("the sentence", step.spoken(table, unit))
    assert step.spoken(table, "cm")[0].isupper()
    assert step.spoken(table, "cm").endswith(".")
    asked = re.findall(r"\{([^}]+)\}", step.sentence)
    for phrases in (metric, inches):
        for p in phrases:
            assert_words("the sentence", p.text)
        assert [p.slot for p in phrases if p.slot] == asked
        assert "".join(p.text if not p.slot else "{" + p.slot + "}" for p in phrases) == step.sentence
    assert set(step.fillings(table, "cm")) == set(asked), "a slot that the sentence has not, or one without words"
    assert " cm" not in step.spoken(table, "in")
    for m, i in zip(metric, inches, strict=True):
        lengths = [float(x) for x in CM.findall(m.text)]
        assert inches_of(i.text) == pytest.approx(lengths, abs=0.05 + 2.54 / 32 + 1e-9), (m.text, i.text)
        assert CM.sub("", m.text) == re.sub(r"−?(?:\d+ )?\d+(?:/\d+)? in\b", "", i.text), "said otherwise but for the unit"


@pytest.mark.parametrize(("name", "field"), CASES, ids=[f"{a}-{b}" for a, b in CASES])
def test_what_is_set_otherwise_is_said_otherwise(name: str, field: str) -> None:
    """Two steps that differ are told apart by their sentences alone: who reads the recipe knows what was done."""
    kind, base = MOVES[name], step_of(SHOWN[name])
    beside, values = EITHER_OR.get((name, field), ({}, []))
    step = {k: v for k, v in (SHOWN[name] | beside).items() if v is not None}
    heard = [base.spoken(None, unit) for unit in UNITS]
    for value in values or others(kind, field, step.get(field, base.model_dump(by_alias=True)[field])):
        try:
            other = step_of(step | {field: value})
        except PatternError:
            assert not values
            continue
        said = [other.spoken(None, unit) for unit in UNITS]
        assert not set(said) & set(heard), f"{field} = {value!r} is not said"
        heard += said
        assert_alike(other, None)
    assert len(heard) > 2, f"nothing else was tried for {field}"


@pytest.mark.parametrize("name", SHOWN)
def test_in_inches_the_same_is_said_as_in_centimetres(name: str) -> None:
    """What is said to a tenth of a centimetre is said to a sixteenth of an inch: of a step by itself, and of one whose table lies there."""
    step, shown = step_of(SHOWN[name]), MOVES[name].example
    assert_alike(step, None)
    if shown:
        assert_alike(step, replay(plain_block(shown.block), read_steps(list(shown.first)), RULES).pattern)


@pytest.mark.parametrize("name", SHOWN)
def test_every_length_of_a_step_stands_in_its_sentence(name: str) -> None:
    kind, step = MOVES[name], SHOWN[name]
    said = step_of(step).spoken(None, "cm")
    for field, value in step.items():
        if field != "move" and isinstance(value, int | float) and not isinstance(value, bool) and value:
            unit = parameter(kind, field).unit
            words = rf"{abs(value):.1f}0? cm" if unit == "cm" else f"{abs(value):g}{'°' * (unit == 'degrees')}"
            assert re.search(words, said), f"{field} = {value:g}: {said}"
