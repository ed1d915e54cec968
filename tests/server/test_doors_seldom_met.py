"""What the server is seldom asked: doors that only a page's first look knocks at, and refusals with their place, cure and field."""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.formats.openfile_io import block_file
from patterncraft.incoming.block_in import block_in, read_drawing
from patterncraft.incoming.plan import Plan
from patterncraft.measures.tables import TABLES
from server.people.models import Person
from server.shelf.models import Block
from server.shelf.services import keep_block
from server.styles.models import Style
from server.styles.services import new_style
from tests.patterncraft.incoming.test_plan import FRONT, front, svg
from tests.samples import AVERAGE, WHOLE
from tests.server.conftest import ROTATE, Caller

Refusal = tuple[str, str, str, str]


def refusal(answer: Any) -> Refusal:
    assert answer.status_code in (404, 409, 422), answer.content[:300]
    error = answer.json()["error"]
    return error["message"], error["where"], error["cure"], error["field"]


@pytest.fixture
def traced(us: Caller) -> Block:
    """A block that came in as a drawing."""
    came = block_in(read_drawing(svg(FRONT)), Plan.model_validate({"pieces": [front()]}))
    return keep_block(us.room, "Card", None, block_file(came.block, "Card"))


def charted(us: Caller, name: str, chart: dict[str, float] | None = None) -> tuple[Person, int]:
    person = Person.objects.create(workroom=us.room, name=name)
    texts = {k: str(v) for k, v in (chart or AVERAGE).items()}
    answer = us.post(f"/people/{person.pk}/charts", {"texts": texts, "taken_on": "2026-03-01"})
    assert answer.status_code == 200, answer.content[:300]
    return person, answer.json()["id"]


def test_who_is_signed_in_and_where_is_told_to_her_and_to_nobody_nothing(us: Caller) -> None:
    told = us.get("/session").json()
    assert (told["person"], told["workroom"]) == ("ada", "Ours")
    assert told["unit"] == "cm"
    assert us.send("PUT", "/house-rules/one", {"field": "unit", "text": "in"}).status_code == 200
    assert us.get("/session").json()["unit"] == "in"
    us.client.logout()
    told = us.get("/session").json()
    assert not told["person"]
    assert not told["workroom"]


def test_size_tables_are_offered_with_their_sizes_and_where_they_come_from(us: Caller) -> None:
    told = {t["name"]: t for t in us.get("/size-tables").json()}
    assert set(told) == set(TABLES)
    for name, t in told.items():
        assert t["sizes"] == list(TABLES[name].sizes)
        assert (t["title"], t["source"]) == (TABLES[name].title, TABLES[name].source)
        filled = us.post("/measures/from-table", {"table": name, "size": t["sizes"][0], "texts": {}})
        assert filled.status_code in (200, 422), filled.content[:200]


def test_a_chart_without_a_measure_is_not_kept(us: Caller) -> None:
    ada = Person.objects.create(workroom=us.room, name="Ada")
    answer = us.post(f"/people/{ada.pk}/charts", {"texts": {"bust_girth": " "}, "taken_on": "2026-03-01"})
    assert refusal(answer) == ("Ada: no measure has been typed yet. Type at least one.", "Ada", "Type at least one.", "bust_girth")
    assert not ada.charts.exists()


def test_a_traced_block_is_not_drafted_anew_nor_for_somebody_else(us: Caller, traced: Block) -> None:
    ada, chart = charted(us, "Ada")
    answer = us.post(f"/blocks/{traced.pk}/revisions", {"chart_id": chart, "settings": {}, "note": ""})
    assert refusal(answer) == (
        "Card: it was traced, not drafted here. Draft a new block from measures.",
        "Card",
        "Draft a new block from measures.",
        "chart_id",
    )
    assert traced.revisions.count() == 1
    style = new_style(us.room, "On card", traced.revisions.all()[0])
    answer = us.post(f"/styles/{style.pk}/person", {"person_id": ada.pk, "version": style.version})
    message, where, cure, _ = refusal(answer)
    assert message.startswith("Ada: a traced block cannot be drafted for somebody else.")
    assert (where, cure) == ("Ada", "Put a block of that person in its place by hand.")


def test_a_school_that_cannot_draw_a_body_says_why_beside_those_that_can(us: Caller) -> None:
    """Shoulders half as wide again: every other number is a body's."""
    _, chart = charted(us, "Ada", WHOLE | {"shoulder_width": 1.5 * WHOLE["shoulder_width"]})
    rows = us.get(f"/charts/{chart}/schools/compared").json()
    refused = [r for r in rows if r["refused"]]
    assert refused, "no school minds"
    for r in refused:
        assert r["drawing"] is None
        assert r["figures"] == []
        assert r["refused"].endswith(".")
    assert [r for r in rows if r["drawing"]], "and those that do without that measure draw"


@pytest.mark.parametrize("name", ["", "  ", "​"])
def test_a_style_or_a_workroom_without_a_name_is_asked_for_one(us: Caller, block: Block, name: str) -> None:
    answer = us.post("/styles", {"name": name, "block_id": block.pk})
    assert answer.status_code == 422
    assert answer.json()["error"]["field"] == "name"
    assert not Style.objects.exists()


def test_a_place_in_a_list_that_is_too_short_is_told(us: Caller, style: Style) -> None:
    divide = {"move": "divide_dart", "piece": "front", "dart": "waist dart", "into": [{"to": ROTATE["to"], "share": 0.5}]}
    body = {"start": {"style_id": style.pk}, "steps": [divide], "changing": 1, "grip": "into.4.share"}
    answer = us.post("/preview", body)
    assert answer.status_code in (200, 422)


def test_the_plotter_is_sent_the_pattern_of_this_workroom_only(
    us: Caller, strangers: Caller, style: Style, monkeypatch: pytest.MonkeyPatch
) -> None:
    """What is sent is the very file that is offered to be saved."""
    sent: list[bytes] = []

    def send(data: bytes) -> str:
        sent.append(data)
        return "The plotter has it."

    monkeypatch.setattr("server.styles.ways_out.send", send)
    assert strangers.post(f"/styles/{style.pk}/plot?paper=roll:91").status_code == 404
    assert not sent
    answer = us.post(f"/styles/{style.pk}/plot?paper=roll:91")
    assert answer.json() == {"said": "The plotter has it."}
    file = us.get(f"/styles/{style.pk}/pattern.plt?paper=roll:91")
    body = file.content if not file.streaming else b"".join(file.streaming_content)
    assert sent == [body]
    half = us.post(f"/styles/{style.pk}/plot?paper=roll:91&scale=1:2")
    assert half.status_code == 200
    assert sent[1] != sent[0]
