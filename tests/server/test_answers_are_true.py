"""What the server says of a block, a school, a style and a hand on the table, held against the core itself, field by field."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from datetime import date
from itertools import pairwise
from typing import Any, Literal, get_args, get_origin

import pytest
from annotated_types import Ge, Le
from django.core.management import call_command
from pydantic import BaseModel
from pydantic.fields import FieldInfo
from shapely import Point
from svgpathtools import parse_path

from patterncraft.drafting.audit import audit
from patterncraft.drafting.schools import SCHOOLS
from patterncraft.formats.openfile_io import block_file
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.measures.doubts import doubts
from patterncraft.measures.keys import MEASURES
from patterncraft.measures.tapes import TAPES
from patterncraft.moves.move import parameter
from patterncraft.moves.registry import MOVES, read_steps
from patterncraft.paper.account import paper_account
from patterncraft.paper.dart import darts_of
from patterncraft.replay import replay
from patterncraft.units import Unit, format_length
from server.people.models import MeasureChart, Person
from server.shelf.models import Block
from server.shelf.services import keep_block
from server.styles.models import Style
from server.workrooms.models import Workroom
from tests.conftest import draft, draft_by
from tests.samples import AVERAGE, WHOLE, polygon
from tests.server.conftest import ROTATE, Caller

RULES = HouseRules()
POINT = {"move": "set_dart_point", "piece": "front", "dart": "shoulder dart", "set_back": 3.0}
SPREAD = {
    "move": "slash_and_spread", "piece": "back", "from_edge": "waist", "to_edge": "neckline", "count": 2, "opening": 3.0,
    "note": "for the full back", "chapter": "Fullness",
}  # fmt: skip
STEPS: list[dict[str, Any]] = [ROTATE, POINT | {"muted": True}, SPREAD]


def test_a_styles_work_is_the_cores_own(us: Caller, style: Style) -> None:
    us.post(f"/styles/{style.pk}/steps", {"version": 0, "steps": STEPS, "label": "Put in three."})
    said = us.get(f"/styles/{style.pk}").json()
    done = replay(draft(AVERAGE).pattern, read_steps(STEPS), RULES)
    assert (said["name"], said["version"], said["undo_label"]) == ("Style", 1, "Put in three.")
    assert (said["can_undo"], said["can_redo"]) == (True, False)
    assert (said["block"], said["person"]) == ("Block", "")
    assert said["roles"] == [{"role": "bodice", "block": "Block", "person": "", "revision": 1, "newest": 1}]
    assert sorted(said["waiting"]) == [f"front {edge} and back {edge}" for edge in ("armhole", "neckline", "waist")]
    for k, (told, d) in enumerate(zip(said["work"]["recipe"], done.done, strict=True)):
        assert told["number"] == k + 1
        assert "".join(p["text"] for p in told["phrases"]) == d.step.spoken(d.before, "cm")
        assert [(w["label"], w["text"], w["note"], w["caution"]) for w in told["working"]] == [
            (s.label, s.spoken("cm"), s.note, s.caution) for s in d.working
        ]
        assert (told["muted"], told["done"], told["pieces"]) == (k == 1, True, [STEPS[k]["piece"]])
    assert [r["chapter"] for r in said["work"]["recipe"]] == ["Front", "Front", "Fullness"]
    assert said["work"]["recipe"][2]["note"] == "for the full back"
    for line, a in zip(said["work"]["account"], paper_account(done.pattern), strict=True):
        assert [line[k] for k in ("block", "new", "away", "area")] == [f"{v:.1f}" for v in (a.block, a.new, a.away, a.area)]
    for line, p in zip(said["work"]["promises"], ledger(done.pattern, RULES), strict=True):
        assert (line["name"], line["kind"], line["kept"], line["rule"], line["cure"]) == (p.name, p.kind, p.kept, p.rule, p.cure)
        assert (line["side_a"], line["side_b"]) == (p.side_a, p.side_b)
        assert line["length_a"] == pytest.approx(p.length_a)
        assert line["text_a"] == format_length(p.length_a, "cm", 2)
        assert line["text_b"] == ("" if p.length_b is None else format_length(p.length_b, "cm", 2))
        assert (line["over"], line["has_partner"], line["closed_by"]) == (pytest.approx(p.over), p.has_partner, "")
        assert line["text_over"] == format_length(p.over, "cm", 2)
        assert line["difference"] == ("" if p.difference is None else format_length(p.difference, "cm", 2))
        assert line["ticks_a"] == pytest.approx([a for a, _, _ in p.notches])
        assert line["ticks_b"] == pytest.approx([b for _, b, _ in p.notches if b is not None])
        assert [n["number"] for n in line["notches"]] == list(range(1, len(p.notches) + 1))
        assert [n["at_a"] for n in line["notches"]] == line["ticks_a"]
        assert [(e["piece"], e["edge"]) for e in line["edges"]] == list(p.edges)
        for i, told in zip(p.intervals, line["intervals"], strict=True):
            assert (told["start"], told["end"], told["a"]) == (i.start, i.end, format_length(i.length_a, "cm", 2))
            other = ("", "")
            if i.length_b is not None:
                other = format_length(i.length_b, "cm", 2), format_length(i.length_a - i.length_b, "cm", 2)
            assert (told["b"], told["difference"]) == other
    # The strips of the last step are pencilled on: one more than its two slashes, each number on the back's own paper.
    back = polygon(done.pattern.piece("back"))
    pencilled = said["work"]["strips"]
    assert (pencilled["piece"], len(pencilled["numbers"])) == ("back", 3)
    assert all(back.contains(Point(n["x"], n["y"])) for n in pencilled["numbers"])
    card = us.get("/styles").json()[0]
    broken = sum(not p.kept for p in ledger(done.pattern, RULES))
    assert (card["steps"], card["broken"], said["work"]["broken"]) == (3, broken, broken)


def test_steps_that_could_not_be_done_stand_in_the_recipe_with_their_words(us: Caller, style: Style) -> None:
    us.post(f"/styles/{style.pk}/steps", {"version": 0, "steps": [ROTATE, POINT | {"note": "later"}], "label": "x"})
    elsewhere = {**ROTATE, "to": {"edge": "armhole", "fraction": 0.5}}
    said = us.post(
        f"/styles/{style.pk}/steps", {"version": 1, "steps": [elsewhere, POINT | {"note": "later"}], "label": "x"}
    ).json()
    waiting = said["work"]["recipe"][1]
    assert (waiting["number"], waiting["done"], waiting["note"], waiting["chapter"]) == (2, False, "later", "Front")
    assert "".join(p["text"] for p in waiting["phrases"]) == read_steps([POINT])[0].spoken(None, "cm")


OFFERED = [
    *("bodice-direct", "bodice-half-sheet", "bodice-shoulder-dart", "bodice-stretch", "torso"),
    *("loose-jacket", "off-shoulder", "raglan-top", "dolman"),
    *("gored-skirt", "skirt"),
    *("sleeve-compass", "sleeve-knit", "sleeve-thirds"),
]
"""From the bodice to the sleeve; in each family those drawn from measures alone before those that need another block; by name."""


def test_schools_are_offered_with_the_settings_they_have(us: Caller) -> None:
    told_of = us.get("/schools").json()
    assert [t["name"] for t in told_of] == OFFERED
    for told in told_of:
        s = SCHOOLS[told["name"]]
        assert (told["name"], told["title"], told["reason"], told["differs"]) == (s.name, s.title, s.reason, s.differs)
        assert (told["needs"], told["uses"]) == (list(s.needs), list(s.uses))
        fields = s.settings.model_fields
        assert [x["name"] for x in told["settings"]] == list(fields)
        for x in told["settings"]:
            info = fields[x["name"]]
            extra: Any = info.json_schema_extra or {}
            low = next((m.ge for m in info.metadata if isinstance(m, Ge)), None)
            high = next((m.le for m in info.metadata if isinstance(m, Le)), None)
            assert (x["title"], x["why"]) == (info.title, info.description or "")
            if extra.get("unit") == "cm":
                assert (x["kind"], x["minimum"], x["maximum"], x["unit"]) == ("length", low, high, "cm")
                assert x["default_text"] == format_length(x["default"], "cm", 2, with_unit=False)
                if not x["house"]:
                    assert x["default"] == info.default
            elif info.annotation is bool:
                assert x["kind"] == "yes"
                assert x["default"] is info.default
            elif get_origin(info.annotation) is Literal:
                assert x["kind"] == "choice"
                assert x["choices"] == list(get_args(info.annotation))
                assert info.default in x["choices"]
            elif x["kind"] == "lengths":
                assert x["unit"] == "cm"
                assert isinstance(x["default"], list)
            else:
                assert (x["kind"], x["minimum"], x["maximum"]) == ("number", low, high)


def test_schools_compared_tell_eases_armhole_and_darts(us: Caller) -> None:
    person = Person.objects.create(workroom=us.room, name="Ada")
    chart = MeasureChart.objects.create(person=person, taken_on=date(2026, 3, 1), values=WHOLE)
    rows = {r["name"]: r for r in us.get(f"/charts/{chart.pk}/schools/compared").json()}
    for name in ("bodice-direct", "bodice-stretch", "torso", "skirt"):
        block = draft_by(name, WHOLE)
        figures = {f["label"]: f["text"] for f in rows[name]["figures"]}
        for g in block.girths:
            assert figures[f"{g.name.capitalize()} ease"] == format_length(g.ease if abs(g.ease) >= 0.05 else 0.0, "cm")
        darts = sum(len(darts_of(p)) + len(p.lenses) for p in block.pattern.pieces)
        assert figures.get("Darts on the half", figures.get("Darts")) == (str(darts) if darts else "none")
        assert rows[name]["drawing"]["pieces"]
    assert {f["label"] for f in rows["bodice-stretch"]["figures"]} >= {"Darts"}


def test_a_block_shows_its_draft_and_audit(us: Caller, block: Block) -> None:
    told = us.get(f"/blocks/{block.pk}").json()
    own = draft(AVERAGE)
    for stage, s in zip(told["draft"]["stages"], own.stages, strict=True):
        assert (stage["number"], stage["piece"], stage["rule"], stage["guide"]) == (s.number, s.piece, s.rule, s.guide)
        assert [(p["label"], complex(p["at"]["x"], p["at"]["y"])) for p in stage["points"]] == [
            (label, pytest.approx(z, abs=1e-3)) for label, z in s.points
        ]
        assert [(x["label"], x["text"]) for x in stage["sums"]] == [(x.label, x.spoken("cm")) for x in s.sums]
        assert len(stage["paths"]) == len(s.paths)
    for line, x in zip(told["draft"]["audit"], audit(own, RULES), strict=True):
        assert (line["title"], line["text"], line["kept"]) == (x.title, x.sum.spoken("cm"), x.kept)
        wanted = (x.wanted.label, x.wanted.spoken("cm")) if x.wanted else ("", "")
        assert (line["wanted_label"], line["wanted"]) == wanted


def test_a_broken_line_of_the_audit_is_told_with_what_mends_it(us: Caller) -> None:
    """By a setting where a school drew it, by a correction on the paper where it came on card."""
    person = Person.objects.create(workroom=us.room, name="Ada")
    chart = MeasureChart.objects.create(person=person, taken_on=date(2026, 3, 1), values=WHOLE)
    body = {"name": "Ada", "school": "bodice-direct", "chart_id": chart.pk, "settings": {"true_shoulder": False}}
    drawn = us.get(f"/blocks/{us.post('/blocks', body).json()['id']}").json()["draft"]["audit"]
    own = draft_by("bodice-direct", WHOLE, true_shoulder=False)
    on_card = keep_block(us.room, "Card", None, block_file(replace(own, school="", settings={}, measures={}), "Card"))
    traced = us.get(f"/blocks/{on_card.pk}").json()["draft"]["audit"]
    (by_setting,) = [x["remedy"] for x in drawn if x["remedy"]]
    assert by_setting == {"label": "Match the shoulders", "settings": {"true_shoulder": True}, "correction": None}
    (by_hand,) = [x["remedy"] for x in traced if x["remedy"]]
    assert (by_hand["label"], by_hand["settings"]) == ("Match the shoulders", {})
    assert by_hand["correction"]["correction"] == "match_shoulders"


def test_doubts_name_the_measure_that_is_doubted(us: Caller) -> None:
    person = Person.objects.create(workroom=us.room, name="Ada")
    odd = WHOLE | {"waist_girth": 120.0, "wrist_girth": 40.0}
    chart = us.post(f"/people/{person.pk}/charts", {"taken_on": "2026-03-01", "texts": {k: str(v) for k, v in odd.items()}}).json()
    assert [(d["key"], d["message"]) for d in chart["doubts"]] == [(d.key, d.message) for d in doubts(odd, "cm")]
    assert {d["key"] for d in chart["doubts"]} & {"waist_girth", "wrist_girth"}


# ---- a hand on the table


def _asked(us: Caller, style: Style, trying: dict[str, Any], pointer: dict[str, Any] | None, **more: Any) -> Any:
    blocks = us.get(f"/styles/{style.pk}").json()["blocks"]
    question = {"blocks": blocks, "steps": [], "trying": trying, "pointer": pointer, "complete": False, **more}
    return us.post("/preview", question).json()


def _sheet(us: Caller, style: Style, name: str) -> complex:
    pieces = us.get(f"/styles/{style.pk}").json()["work"]["table"]["pieces"]
    return next(complex(p["at"]["x"], p["at"]["y"]) for p in pieces if p["name"] == name)


def _at(z: complex, field: str, **more: Any) -> dict[str, Any]:
    return {"x": z.real, "y": z.imag, "field": field, **more}


def test_a_hand_means_the_sheet_under_it_or_the_nearest_edge_within_six(us: Caller, style: Style) -> None:
    front, back = (draft(AVERAGE).pattern.piece(n) for n in ("front", "back"))
    lies = {"front": _sheet(us, style, "front"), "back": _sheet(us, style, "back")}
    trying = {"move": "cut_along"}
    for piece in (front, back):
        inside = complex(5, 25) + lies[piece.name]
        assert _asked(us, style, trying, _at(inside, "line"))["step"]["piece"] == piece.name
    beside = complex(back.box[0] - 5.5, 30) + lies["back"]
    if abs(beside - lies["front"]) > 60:
        assert _asked(us, style, trying, _at(beside, "line"))["step"]["piece"] == "back"
    nowhere = _asked(us, style, trying, _at(complex(-900, -900), "line"))
    assert nowhere["refused"]["message"] == "No sheet lies there. Point at a piece."


def test_a_line_grows_place_by_place_and_each_can_be_moved(us: Caller, style: Style) -> None:
    at = _sheet(us, style, "front")
    front = draft(AVERAGE).pattern.piece("front")
    waist = front.outline[next(k for k, e in enumerate(front.outline) if e.name == "waist")].path.start
    shoulder = next(e.path for e in front.outline if e.name == "shoulder")
    step = {"move": "cut_along", "piece": "front"}
    one = _asked(us, style, step, _at(at + shoulder.at(0.5 * shoulder.length), "line"))
    assert one["step"]["line"]["through"][0]["edge"] == "shoulder"
    assert one["pointed"] == one["sketch"]["points"][0]["words"]
    assert one["sketch"]["d"] == ""
    two = _asked(us, style, one["step"] | {"line": {**one["step"]["line"], "shape": "curve"}}, _at(at + waist - 2, "line"))
    assert [p.get("edge") for p in two["step"]["line"]["through"]] == ["shoulder", "waist"]
    assert two["step"]["line"]["shape"] == "curve"
    drawn = parse_path(two["sketch"]["d"])
    spots = [complex(p["at"]["x"], p["at"]["y"]) for p in two["sketch"]["points"]]
    assert (drawn.start, drawn.end) == (pytest.approx(spots[0], abs=1e-3), pytest.approx(spots[1], abs=1e-3))
    assert spots[0] == pytest.approx(at + shoulder.at(0.5 * shoulder.length), abs=0.1)
    assert len({p["words"] for p in two["sketch"]["points"]}) == 2
    moved = _asked(us, style, two["step"], _at(at + shoulder.at(0.2 * shoulder.length), "line", index=0))
    assert [p.get("edge") for p in moved["step"]["line"]["through"]] == ["shoulder", "waist"]
    assert moved["step"]["line"]["through"][1] == two["step"]["line"]["through"][1]
    assert moved["step"]["line"]["through"][0] != two["step"]["line"]["through"][0]


def test_a_zone_is_pointed_out_end_by_end(us: Caller, style: Style) -> None:
    at = _sheet(us, style, "back")
    back = draft(AVERAGE).pattern.piece("back")
    waist = next(e.path for e in back.outline if e.name == "waist")
    step = {"move": "slash_and_spread", "piece": "back"}
    first = _asked(us, style, step, _at(at + waist.at(2.0), "zone.from"))
    assert list(first["step"]["zone"]) == ["from"]
    assert "waist" in first["pointed"]
    second = _asked(us, style, first["step"], _at(at + waist.at(waist.length - 1.0), "zone.to"))
    assert list(second["step"]["zone"]) == ["from", "to"]
    assert second["step"]["zone"]["from"] == first["step"]["zone"]["from"]
    assert second["step"]["zone"]["to"]["edge"] == "waist"


# ---- house rules, the demo


def test_taking_the_house_rules_tells_darts_moved_by_any_amount(us: Caller, style: Style) -> None:
    us.post(f"/styles/{style.pk}/steps", {"version": 0, "steps": [ROTATE], "label": "x"})
    before = RULES.set_backs.shoulder
    room = Workroom.objects.get(pk=us.room.pk)
    room.rules = RULES.model_copy(update={"set_backs": RULES.set_backs.model_copy(update={"shoulder": before + 0.5})}).model_dump(
        mode="json"
    )
    room.save()
    (change,) = us.get("/house-rules/styles").json()
    assert (change["id"], change["name"], change["version"]) == (style.pk, "Style", 1)
    was, now = (format_length(x, "cm") for x in (before, before + 0.5))
    assert f"front, shoulder dart: its point {was} → {now} short of the pivot" in change["effects"]
    assert us.post("/house-rules/styles", {"styles": {str(style.pk): 1}}).json() == []
    style.refresh_from_db()
    assert style.version == 2


def test_the_demo_is_worked_step_by_step_so_that_each_can_be_undone(db: None) -> None:
    call_command("load_demo")
    for style in Style.objects.all():
        edits = list(style.edits.order_by("number"))
        sizes = [len(e.steps) for e in edits]
        assert sizes[0] == 0
        assert all(b - a in (0, 1) for a, b in pairwise(sizes)), f"{style.name}: {sizes}"
        assert style.cursor == edits[-1].number
        assert all(e.label for e in edits[1:]), style.name
        assert style.pins.count() >= 1


def test_every_move_is_offered_as_the_core_declares_it(us: Caller) -> None:
    told = {m["move"]: m for m in us.get("/moves").json()}
    assert sorted(told) == sorted(MOVES)
    for name, kind in MOVES.items():
        m = told[name]
        assert (m["title"], m["group"], m["key"], m["synonyms"], m["handle"]) == (
            kind.title,
            kind.group,
            kind.key,
            list(kind.synonyms),
            kind.handle,
        )
        assert "".join(f"{{{p['slot']}}}" if p["slot"] else p["text"] for p in m["template"]) == kind.sentence
        assert m["about"] == " ".join((kind.__doc__ or "").split("\n\n")[0].split())
        assert (m["picture"] is None) == (kind.example is None)
        for slot, s in zip(m["slots"], kind.slots(), strict=True):
            assert (slot["name"], slot["prompt"], slot["pick"], slot["optional"]) == (s.name, s.prompt, s.pick, s.optional)
            assert [(c["value"], c["words"]) for c in slot["choices"]] == list(s.choices)
            for field, f in zip(slot["fields"], s.fields, strict=True):
                p = parameter(kind, f)
                assert field == {
                    "name": f,
                    "title": p.title,
                    "unit": p.unit,
                    "low": p.low,
                    "high": p.high,
                    "whole": p.whole,
                    "only": {k: list(v) for k, v in p.only.items()},
                }


def _rules_by_path(model: BaseModel, path: str = "") -> Iterator[tuple[str, FieldInfo, Any, Any]]:
    """(path, the field, its value, its default), group by group."""
    for name, info in type(model).model_fields.items():
        value, default = getattr(model, name), getattr(type(model)(), name)
        if isinstance(value, BaseModel):
            yield from _rules_by_path(value, f"{path}{name}.")
        else:
            yield f"{path}{name}", info, value, default


def test_every_house_rule_is_told_with_its_limits_its_words_and_what_others_take(us: Caller) -> None:
    assert us.send("PUT", "/house-rules/one", {"field": "allowances.side", "text": "2.2"}).status_code == 200
    house = HouseRules()
    house = house.model_copy(update={"allowances": house.allowances.model_copy(update={"side": 2.2})})
    told = us.get("/house-rules").json()["fields"]
    rules = list(_rules_by_path(house))
    assert [t["field"] for t in told] == [path for path, *_ in rules]
    for t, (_, info, value, default) in zip(told, rules, strict=True):
        extra: Any = info.json_schema_extra or {}
        low = next((m.ge for m in info.metadata if isinstance(m, Ge)), None)
        high = next((m.le for m in info.metadata if isinstance(m, Le)), None)
        assert (t["title"], t["why"], t["value"], t["default"]) == (info.title, info.description or "", value, default)
        assert (t["minimum"], t["maximum"]) == (low, high)
        assert t["choices"] == list(get_args(info.annotation))
        kind = "length" if extra.get("unit") == "cm" else "choice" if t["choices"] else "number"
        assert t["kind"] == kind

        def said(v: Any, kind: str = kind) -> str:
            return format_length(v, "cm", 2) if kind == "length" else v if kind == "choice" else f"{v:g}"

        assert (t["value_text"], t["default_text"]) == (said(value), said(default))
        others = dict(sorted(extra.get("schools", {}).items()))
        assert [o["who"] for o in t["others"]] == list(others)
        for o, text in zip(t["others"], others.values(), strict=True):
            try:
                number = float(text)
            except ValueError:
                assert (o["value"], o["text"]) == (None, f"{text} cm")
            else:
                assert (o["value"], o["text"]) == (number, said(number))


@pytest.mark.parametrize("unit", ["cm", "in"])
def test_every_measure_is_told_with_where_its_tape_goes(us: Caller, unit: Unit) -> None:
    assert us.send("PUT", "/house-rules/one", {"field": "unit", "text": unit}).status_code == 200
    told = us.get("/measure-keys").json()["keys"]
    assert [t["key"] for t in told] == list(MEASURES)
    for t, (key, m) in zip(told, MEASURES.items(), strict=True):
        assert [t[k] for k in ("title", "station", "group", "where", "how", "wrong", "iso")] == [
            m.title, m.station, m.group, m.where, m.how, m.wrong, m.iso,
        ]  # fmt: skip
        low, high = t["range"].split("–")
        assert low == format_length(m.low, unit, 0).removesuffix(f" {unit}")
        assert high == format_length(m.high, unit, 0)
        tape = TAPES[key]
        assert (t["tape"]["view"], t["tape"]["box"]) == (tape.view, list(tape.box))
        assert [(e["x"], e["y"]) for e in t["tape"]["ends"]] == [tuple(e) for e in tape.ends]
        for part, drawn in (("seen", tape.seen), ("hidden", tape.hidden), ("cord", tape.cord)):
            for d, path in zip(t["tape"][part], drawn, strict=True):
                read = parse_path(d)
                assert (read.start, read.end) == (pytest.approx(path.start, abs=1e-3), pytest.approx(path.end, abs=1e-3))
                assert read.length() == pytest.approx(path.length, abs=0.01)
