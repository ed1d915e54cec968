"""Workroom walls, door by door: every id in every question, asked by a stranger, is "not here", and nothing is changed or told.

The doors are taken from the API's own description, so that a new one without a case fails.
"""

from __future__ import annotations

import json
import re
from datetime import date
from typing import Any

import pytest
from django.apps import apps
from django.db import connection, transaction
from django.db.models import AutoField, DateTimeField

from patterncraft.formats.openfile_io import write_file
from patterncraft.laying.cloth import Cloth, LayOrder
from server.cloth import services as lays
from server.cloth.models import ClothCard, LayRecord
from server.config.api import api
from server.config.remembered import forget_here
from server.fitting.models import Fitting, Photograph, PinnedNote
from server.incoming.models import Incoming
from server.library.models import Archive
from server.people.models import MeasureChart, Person
from server.runs import services as runs
from server.runs.models import RunFiles, RunRecord
from server.shelf.models import Block
from server.shelf.services import draft_file
from server.styles.models import Style
from server.styles.services import new_style, replayer
from server.workrooms.models import Workroom
from tests.samples import AVERAGE, WHOLE
from tests.server.conftest import ROTATE, Caller

SQUARE = b'<svg xmlns="http://www.w3.org/2000/svg" width="9cm" height="9cm" viewBox="0 0 9 9"><rect width="9" height="9"/></svg>'
WAIST_ANEW: dict[str, Any] = {"taken_on": "2026-03-01", "texts": {"waist_girth": "70"}}
Case = tuple[str, dict[str, Any] | None]


class House:
    """One workroom's things: a person with a chart, her block, a style with a step."""

    def __init__(self, caller: Caller, wider: float = 0.0) -> None:
        """``wider``: cm by which everybody's girths differ from those of the common house."""
        from server.shelf.services import keep_block

        def taken(values: dict[str, float], more: float = 0.0) -> dict[str, float]:
            return {k: v + wider + more if k.endswith("girth") else v for k, v in values.items()}

        self.caller = caller
        self.person = Person.objects.create(workroom=caller.room, name="Ada")
        self.chart = MeasureChart.objects.create(person=self.person, taken_on=date(2026, 3, 1), values=taken(WHOLE))
        average = taken(AVERAGE)
        self.block: Block = keep_block(caller.room, "Ada's", self.person, draft_file("bodice-direct", average, {}, "Ada's"))
        for size, more in (("S", 0.0), ("L", 8.0)):
            name = f"Choir, size {size}"
            keep_block(caller.room, name, None, draft_file("bodice-direct", taken(AVERAGE, more), {}, name), size_set="Choir")
        self.style: Style = new_style(caller.room, "Dress", self.block.revisions.all()[0])
        answer = caller.post(f"/styles/{self.style.pk}/steps", {"version": 0, "steps": [ROTATE], "label": "rotated"})
        assert answer.status_code == 200, answer.json()
        self.fitting: Fitting = self.block.fittings.create(
            number=1, revision=self.block.revisions.all()[0], worn_on=date(2026, 3, 2)
        )
        self.note = self.fitting.notes.create(piece="front", x=5.0, y=20.0, text="Ada stoops")
        self.photograph = self.fitting.photographs.create(jpeg=b"Ada", width=1, height=1)
        self.cloth = ClothCard.objects.create(workroom=caller.room, name="Ada's flannel", card=Cloth().model_dump(mode="json"))
        self.lay = lays.ask(caller.room, self.cloth, "shell", LayOrder(), [lays.wanted(self.style, 1)])
        LayRecord.objects.filter(pk=self.lay.pk).update(state="stopped", placed=[[0, 0, 0.0, 60.0, 1.0]])
        self.drawing = Incoming.objects.create(workroom=caller.room, name="Ada's card", kind="drawing", data=SQUARE)
        self.run = runs.ask(caller.room, self.style, {"bodice": "Choir"}, [self.person.pk])
        body = self.run.bodies[-1] | {"pins": [["bodice", self.block.revisions.all()[0].pk]]}
        cut = {"cannot": ["Ada"], "broken": [], "findings": [], "cautions": [], "pieces": 2}
        RunRecord.objects.filter(pk=self.run.pk).update(state="done", bodies=[body], result={"cuts": {"0": cut}})
        RunFiles.objects.create(run=self.run, state="done", data=b"Ada")
        self.archive = Archive.objects.create(workroom=caller.room, way="out", name="Ada's", state="done", data=b"Ada")

    @property
    def pin(self) -> dict[str, Any]:
        return {"bodice": {"id": self.block.pk, "revision": 1}}

    def seen(self) -> dict[str, Any]:
        """All that could be changed here."""
        self.style.refresh_from_db()
        return {
            "cloths": list(ClothCard.objects.filter(workroom=self.caller.room).values_list("name", "card", "put_away")),
            "lays": list(LayRecord.objects.filter(workroom=self.caller.room).values_list("state", "stop", "placed", "attempt")),
            "runs": list(RunRecord.objects.filter(workroom=self.caller.room).values_list("name", "state", "stop", "attempt")),
            "archives": list(Archive.objects.filter(workroom=self.caller.room).values_list("name", "state", "stop")),
            "assigned": list(self.style.cloths.values_list("use", "cloth_id")),
            "finishing": self.style.finishing,
            "people": list(Person.objects.filter(workroom=self.caller.room).values_list("name", flat=True)),
            "charts": list(MeasureChart.objects.filter(person__workroom=self.caller.room).values_list("taken_on", "values")),
            "blocks": list(Block.objects.filter(workroom=self.caller.room).values_list("name", "state")),
            "away": [m.objects.exclude(put_away=None).count() for m in (Person, MeasureChart, Block, Style)],
            "revisions": self.block.revisions.count(),
            "fittings": list(Fitting.objects.filter(block__workroom=self.caller.room).values_list("number", "remarks", "made")),
            "notes": list(PinnedNote.objects.filter(fitting__block__workroom=self.caller.room).values_list("text", flat=True)),
            "photographs": Photograph.objects.filter(fitting__block__workroom=self.caller.room).count(),
            "drawings": list(Incoming.objects.filter(workroom=self.caller.room).values_list("name", "plan", "trace", "sheet")),
            "styles": [
                (s.name, s.version, list(s.edits.values_list("number", "label")))
                for s in Style.objects.filter(workroom=self.caller.room)
            ],
        }


def cases(theirs: House, own: House) -> dict[tuple[str, str], list[Case]]:
    """(method, path of the description) → questions in which one id is the other workroom's and all others are one's own."""
    t, o = theirs, own
    finding = {"code": "in-neck", "piece": "back", "edge": "neckline", "seam": ""}
    new_block = {"name": "x", "school": "bodice-direct", "settings": {}}
    block_data = json.loads(write_file(draft_file("bodice-direct", AVERAGE, {}, "x")))
    return {
        ("PUT", "/api/people/{person_id}"): [(f"/people/{t.person.pk}", {"name": "Eve's"})],
        ("POST", "/api/people/{person_id}/charts"): [
            (f"/people/{t.person.pk}/charts", {"taken_on": "2026-03-01", "texts": {"bust_girth": "90"}}),
            (
                f"/people/{o.person.pk}/charts",
                {
                    "taken_on": "2026-03-01",
                    "texts": {"bust_girth": "90"},
                    "changes": {"id": t.chart.pk, "version": t.chart.version},
                },
            ),
        ],
        ("GET", "/api/charts/{chart_id}/earlier"): [(f"/charts/{t.chart.pk}/earlier", None)],
        ("POST", "/api/charts/{chart_id}/earlier/{number}/back"): [
            (f"/charts/{t.chart.pk}/earlier/1/back", {"version": t.chart.version})
        ],
        ("GET", "/api/charts/compare"): [
            (f"/charts/compare?before={t.chart.pk}&after={o.chart.pk}", None),
            (f"/charts/compare?before={o.chart.pk}&after={t.chart.pk}", None),
        ],
        ("POST", "/api/charts/{chart_id}/copy"): [
            (f"/charts/{t.chart.pk}/copy", {"person_id": o.person.pk, "taken_on": "2026-04-01"}),
            (f"/charts/{o.chart.pk}/copy", {"person_id": t.person.pk, "taken_on": "2026-04-01"}),
        ],
        ("POST", "/api/people/{person_id}/charts/import"): [
            (f"/people/{t.person.pk}/charts/import?taken_on=2026-05-01&name=x.json", {})
        ],
        ("GET", "/api/charts/{chart_id}/file.{kind}"): [(f"/charts/{t.chart.pk}/file.json", None)],
        ("POST", "/api/drafts"): [
            ("/drafts", {"school": "sleeve-compass", "measures": WHOLE, "settings": {}, "base_id": t.block.pk}),
        ],
        ("GET", "/api/charts/{chart_id}/schools"): [(f"/charts/{t.chart.pk}/schools", None)],
        ("GET", "/api/charts/{chart_id}/schools/compared"): [
            (f"/charts/{t.chart.pk}/schools/compared?a=bodice-direct&b=bodice-half-sheet", None)
        ],
        ("POST", "/api/blocks"): [
            ("/blocks", new_block | {"chart_id": t.chart.pk}),
            ("/blocks", {"name": "x", "school": "sleeve-compass", "settings": {}, "chart_id": o.chart.pk, "base_id": t.block.pk}),
        ],
        ("POST", "/api/blocks/import"): [(f"/blocks/import?name=x&person_id={t.person.pk}", block_data)],
        ("GET", "/api/blocks/{block_id}"): [(f"/blocks/{t.block.pk}", None)],
        ("POST", "/api/blocks/{block_id}/revisions"): [
            (f"/blocks/{t.block.pk}/revisions", {"chart_id": o.chart.pk}),
            (f"/blocks/{o.block.pk}/revisions", {"chart_id": t.chart.pk}),
            (f"/blocks/{o.block.pk}/revisions", {"chart_id": o.chart.pk, "base_id": t.block.pk}),
        ],
        ("POST", "/api/blocks/{block_id}/cure"): [(f"/blocks/{t.block.pk}/cure", {"settings": {"bust_ease": 3}})],
        ("PUT", "/api/blocks/{block_id}/state"): [(f"/blocks/{t.block.pk}/state", {"state": "retired"})],
        ("GET", "/api/blocks/{block_id}/file"): [(f"/blocks/{t.block.pk}/file", None)],
        ("GET", "/api/blocks/{block_id}/school-sheet.pdf"): [(f"/blocks/{t.block.pk}/school-sheet.pdf", None)]
        if t is not o
        else [],
        ("POST", "/api/house-rules/styles"): [("/house-rules/styles", {"styles": {str(t.style.pk): t.style.version}})],
        ("POST", "/api/styles"): [("/styles", {"name": "x", "block_id": t.block.pk})],
        ("GET", "/api/styles/{style_id}"): [(f"/styles/{t.style.pk}", None)],
        ("PUT", "/api/styles/{style_id}/name"): [(f"/styles/{t.style.pk}/name", {"name": "Eve's"})],
        ("POST", "/api/styles/{style_id}/steps"): [
            (f"/styles/{t.style.pk}/steps", {"version": t.style.version, "steps": [ROTATE | {"note": "Ada's"}], "label": "x"})
        ],
        ("POST", "/api/styles/{style_id}/undo"): [(f"/styles/{t.style.pk}/undo", {"version": t.style.version})],
        ("POST", "/api/styles/{style_id}/redo"): [(f"/styles/{t.style.pk}/redo", {"version": t.style.version})],
        ("POST", "/api/styles/{style_id}/blocks"): [
            (f"/styles/{t.style.pk}/blocks", {"version": t.style.version, "block_id": o.block.pk}),
            (f"/styles/{o.style.pk}/blocks", {"version": o.style.version, "block_id": t.block.pk}),
        ],
        ("POST", "/api/styles/{style_id}/blocks/{role}/away"): [
            (f"/styles/{t.style.pk}/blocks/bodice/away", {"version": t.style.version})
        ],
        ("POST", "/api/styles/{style_id}/person"): [
            (f"/styles/{t.style.pk}/person", {"version": t.style.version, "person_id": o.person.pk}),
            (f"/styles/{o.style.pk}/person", {"version": o.style.version, "person_id": t.person.pk}),
        ],
        ("POST", "/api/styles/{style_id}/branch"): [(f"/styles/{t.style.pk}/branch", {"name": "Eve's"})],
        ("GET", "/api/styles/{style_id}/relatives"): [(f"/styles/{t.style.pk}/relatives", None)],
        ("GET", "/api/styles/{style_id}/compare/{other_id}"): [
            (f"/styles/{t.style.pk}/compare/{o.style.pk}", None),
            (f"/styles/{o.style.pk}/compare/{t.style.pk}", None),
        ],
        ("PUT", "/api/styles/{style_id}/layout"): [(f"/styles/{t.style.pk}/layout", {"sheets": {"front": {"x": 1.0, "y": 1.0}}})],
        ("POST", "/api/preview"): [
            ("/preview", {"blocks": t.pin, "steps": []}),
            ("/preview", {"blocks": o.pin, "steps": [], "style_id": t.style.pk}),
        ],
        ("GET", "/api/styles/{style_id}/steps/{number}/picture"): [(f"/styles/{t.style.pk}/steps/1/picture", None)],
        ("POST", "/api/measure"): [
            ("/measure", {"blocks": t.pin, "steps": [], "piece": "front", "a": {"x": 0, "y": 9}, "b": {"x": 0, "y": 20}}),
            (
                "/measure",
                {
                    "blocks": o.pin,
                    "steps": [],
                    "style_id": t.style.pk,
                    "piece": "front",
                    "a": {"x": 0, "y": 9},
                    "b": {"x": 0, "y": 20},
                },
            ),
        ],
        ("POST", "/api/away/{kind}/{thing_id}"): [(f"/away/{kind}/{pk}", None) for kind, pk in things(t)],
        ("POST", "/api/away/{kind}/{thing_id}/back"): [(f"/away/{kind}/{pk}/back", None) for kind, pk in things(t)],
        ("DELETE", "/api/away/{kind}/{thing_id}"): [(f"/away/{kind}/{pk}", None) for kind, pk in things(t)],
        ("GET", "/api/styles/{style_id}/findings"): [(f"/styles/{t.style.pk}/findings", None)],
        ("POST", "/api/styles/{style_id}/acknowledged"): [(f"/styles/{t.style.pk}/acknowledged", finding | {"reason": "Eve's"})],
        ("POST", "/api/styles/{style_id}/acknowledged/back"): [(f"/styles/{t.style.pk}/acknowledged/back", finding)],
        ("GET", "/api/styles/{style_id}/seam-history"): [(f"/styles/{t.style.pk}/seam-history?seam=side", None)],
        ("GET", "/api/styles/{style_id}/walk"): [(f"/styles/{t.style.pk}/walk?seam=side", None)],
        ("GET", "/api/styles/{style_id}/joins"): [(f"/styles/{t.style.pk}/joins", None)],
        ("GET", "/api/styles/{style_id}/join"): [(f"/styles/{t.style.pk}/join?piece=front&edge=waist", None)],
        ("GET", "/api/styles/{style_id}/report"): [(f"/styles/{t.style.pk}/report", None)],
        ("GET", "/api/styles/{style_id}/paper"): [(f"/styles/{t.style.pk}/paper", None)],
        ("GET", "/api/styles/{style_id}/pattern.{kind}"): [(f"/styles/{t.style.pk}/pattern.{k}", None) for k in ("pdf", "svg")],
    }


def shelf_cases(theirs: House, own: House) -> dict[tuple[str, str], list[Case]]:
    """The same for what blocks come from and what becomes of them: fittings, drawings, copies."""
    t, o = theirs, own
    worn = {"worn_on": "2026-03-04"}
    fitting, incoming = "/api/fittings/{fitting_id}", "/api/incoming/{incoming_id}"
    copied = {"name": "x"}
    return {
        ("GET", "/api/blocks/{block_id}/fittings"): [(f"/blocks/{t.block.pk}/fittings", None)],
        ("POST", "/api/blocks/{block_id}/fittings"): [(f"/blocks/{t.block.pk}/fittings", worn)],
        ("PUT", fitting): [(f"/fittings/{t.fitting.pk}", worn)],
        ("POST", f"{fitting}/notes"): [(f"/fittings/{t.fitting.pk}/notes", {"x": 5, "y": 20, "text": "Eve"})],
        ("DELETE", f"{fitting}/notes/{{note_id}}"): [(f"/fittings/{t.fitting.pk}/notes/{t.note.pk}", None)]
        + ([] if t is o else [(f"/fittings/{o.fitting.pk}/notes/{t.note.pk}", None)]),
        ("POST", f"{fitting}/photographs"): [(f"/fittings/{t.fitting.pk}/photographs", {})],
        ("GET", f"{fitting}/photographs/{{photograph_id}}"): [
            (f"/fittings/{t.fitting.pk}/photographs/{t.photograph.pk}", None),
            (f"/fittings/{o.fitting.pk}/photographs/{t.photograph.pk}", None),
        ],
        ("DELETE", f"{fitting}/photographs/{{photograph_id}}"): [(f"/fittings/{t.fitting.pk}/photographs/{t.photograph.pk}", None)]
        + ([] if t is o else [(f"/fittings/{o.fitting.pk}/photographs/{t.photograph.pk}", None)]),
        ("POST", f"{fitting}/revision"): [(f"/fittings/{t.fitting.pk}/revision", {"fitted": True})],
        ("GET", "/api/blocks/{block_id}/over/{other_id}"): [
            (f"/blocks/{t.block.pk}/over/{o.block.pk}", None),
            (f"/blocks/{o.block.pk}/over/{t.block.pk}", None),
        ],
        ("GET", "/api/blocks/{block_id}/followers"): [(f"/blocks/{t.block.pk}/followers", None)],
        ("POST", "/api/styles/{style_id}/newest"): [
            (f"/styles/{t.style.pk}/newest", {"version": t.style.version, "role": "bodice"})
        ],
        ("POST", "/api/blocks/{block_id}/duplicate"): [
            (f"/blocks/{t.block.pk}/duplicate", copied),
            (f"/blocks/{o.block.pk}/duplicate", copied | {"person_id": t.person.pk}),
            (f"/blocks/{o.block.pk}/duplicate", copied | {"chart_id": t.chart.pk}),
        ],
        ("GET", "/api/blocks/{block_id}/drawing/{kind}"): [(f"/blocks/{t.block.pk}/drawing/{k}", None) for k in ("svg", "dxf")],
        ("GET", incoming): [(f"/incoming/{t.drawing.pk}", None)],
        ("PUT", f"{incoming}/plan"): [(f"/incoming/{t.drawing.pk}/plan", {"name": "Eve's"})],
        ("POST", f"{incoming}/corners"): [(f"/incoming/{t.drawing.pk}/corners", {"piece": 0, "at": {"x": 1, "y": 1}})],
        ("PUT", f"{incoming}/trace"): [(f"/incoming/{t.drawing.pk}/trace", {})],
        ("PUT", f"{incoming}/sheet"): [(f"/incoming/{t.drawing.pk}/sheet", {"width": 21, "height": 29.7})],
        ("POST", f"{incoming}/snap"): [(f"/incoming/{t.drawing.pk}/snap", {"x": 1, "y": 1})],
        ("GET", f"{incoming}/picture"): [] if t is o else [(f"/incoming/{t.drawing.pk}/picture", None)],
        ("GET", f"{incoming}/flat"): [] if t is o else [(f"/incoming/{t.drawing.pk}/flat", None)],
        ("POST", f"{incoming}/keep"): [
            (f"/incoming/{t.drawing.pk}/keep", {"name": "x"}),
            (f"/incoming/{o.drawing.pk}/keep", {"name": "x", "person_id": t.person.pk}),
        ],
        ("DELETE", fitting): [(f"/fittings/{t.fitting.pk}", None)] if t is not o else [],
        ("DELETE", incoming): [(f"/incoming/{t.drawing.pk}", None)],
    }


def cloth_cases(t: House, o: House) -> dict[tuple[str, str], list[Case]]:
    """Of the place Cloth. ``t``: whose ids are asked for; ``o``: who asks."""
    style, lay, cloth = "/api/styles/{style_id}", "/api/lays/{lay_id}", "/api/cloths/{cloth_id}"
    version = t.style.version
    order = {"use": "shell", "order": {"seconds": 1}}
    asked = order | {"cloth_id": o.cloth.pk, "items": [{"style_id": t.style.pk}]}
    changes = [(f"/styles/{t.style.pk}/finishing", {"version": version, "add": {"finish": "net"}})]
    return {
        ("GET", f"{style}/finishing"): [(f"/styles/{t.style.pk}/finishing", None)],
        ("POST", f"{style}/finishing"): changes if t is not o else [],
        ("POST", f"{style}/plot"): [(f"/styles/{t.style.pk}/plot", None)] if t is not o else [],
        ("GET", f"{style}/cut-sheet"): [(f"/styles/{t.style.pk}/cut-sheet", None)],
        ("GET", f"{style}/cut-sheet.pdf"): [(f"/styles/{t.style.pk}/cut-sheet.pdf", None)] if t is not o else [],
        ("GET", f"{style}/making-sheet.pdf"): [(f"/styles/{t.style.pk}/making-sheet.pdf", None)] if t is not o else [],
        ("GET", f"{style}/cloths"): [(f"/styles/{t.style.pk}/cloths", None)],
        ("PUT", f"{style}/cloths"): [
            (f"/styles/{t.style.pk}/cloths", {"use": "shell", "cloth_id": o.cloth.pk}),
            (f"/styles/{o.style.pk}/cloths", {"use": "shell", "cloth_id": t.cloth.pk}),
        ],
        ("PUT", cloth): [(f"/cloths/{t.cloth.pk}", {"name": "Eve's", "card": {}})],
        ("GET", "/api/lays"): [],
        ("POST", "/api/lays"): [
            ("/lays", asked),
            ("/lays", asked | {"cloth_id": t.cloth.pk, "items": [{"style_id": o.style.pk}]}),
            ("/lays", order | {"cloth_id": o.cloth.pk, "run_id": t.run.pk}),
        ],
        ("GET", lay): [(f"/lays/{t.lay.pk}", None)],
        ("POST", f"{lay}/stop"): [(f"/lays/{t.lay.pk}/stop", None)],
        ("POST", f"{lay}/move"): [(f"/lays/{t.lay.pk}/move", {"version": 0, "index": 0, "turn": 0, "x": 61, "y": 1})],
        ("POST", f"{lay}/on"): [(f"/lays/{t.lay.pk}/on", {"seconds": 5})],
        ("GET", f"{lay}/lay.{{kind}}"): [(f"/lays/{t.lay.pk}/lay.svg", None), (f"/lays/{t.lay.pk}/lay.json", None)]
        if t is not o
        else [],
        ("DELETE", lay): [(f"/lays/{t.lay.pk}", None)],
        ("DELETE", cloth): [(f"/cloths/{t.cloth.pk}", None)],
    }


def run_cases(t: House, o: House) -> dict[tuple[str, str], list[Case]]:
    """Of runs and archives, as above."""
    run, archive = "/api/runs/{run_id}", "/api/archives/{archive_id}"
    mine, kept = f"/runs/{t.run.pk}", f"/archives/{t.archive.pk}"
    return {
        ("GET", "/api/styles/{style_id}/bodies"): [(f"/styles/{t.style.pk}/bodies", None)],
        ("GET", "/api/runs"): [],
        ("POST", "/api/runs"): [
            ("/runs", {"style_id": t.style.pk, "people": [o.person.pk]}),
            ("/runs", {"style_id": o.style.pk, "people": [t.person.pk], "families": {"bodice": "Choir", "bodice 2": "Choir"}}),
        ],
        ("GET", run): [(mine, None)],
        ("POST", f"{run}/stop"): [(f"{mine}/stop", None)],
        ("GET", f"{run}/drawing"): [(f"{mine}/drawing", None)],
        ("POST", f"{run}/files"): [(f"{mine}/files", None)],
        ("GET", f"{run}/files.zip"): [(f"{mine}/files.zip", None)] if t is not o else [],
        ("GET", f"{run}/all/{{name}}"): [(f"{mine}/all/lengths.csv", None)] if t is not o else [],
        ("GET", f"{run}/bodies/{{number}}/{{name}}"): [(f"{mine}/bodies/1/pattern.json", None)] if t is not o else [],
        ("DELETE", run): [(mine, None)],
        ("POST", "/api/archives"): [("/archives", {"styles": [t.style.pk]}), ("/archives", {"blocks": [t.block.pk]})],
        ("POST", f"{archive}/stop"): [(f"{kept}/stop", None)],
        ("GET", f"{archive}/library.zip"): [(f"{kept}/library.zip", None)] if t is not o else [],
        ("DELETE", archive): [(kept, None)],
    }


def every_case(theirs: House, own: House) -> dict[tuple[str, str], list[Case]]:
    """See ``cases``: of the whole API."""
    return cases(theirs, own) | shelf_cases(theirs, own) | cloth_cases(theirs, own) | run_cases(theirs, own)


def things(house: House) -> list[tuple[str, int]]:
    """What can be put away of a house."""
    return [("person", house.person.pk), ("chart", house.chart.pk), ("block", house.block.pk), ("style", house.style.pk)]


def doors() -> set[tuple[str, str]]:
    """Every operation of the API in which an id is spoken of, in the address, the query or the body."""
    described = api.get_openapi_schema()
    shapes = described["components"]["schemas"]

    def has_id(shape: dict[str, Any], seen: tuple[str, ...] = ()) -> bool:
        if "$ref" in shape:
            name = shape["$ref"].split("/")[-1]
            return name not in seen and has_id(shapes[name], (*seen, name))
        own = shape.get("properties", {})
        if any(k == "id" or k.endswith("_id") or k == "styles" for k in own):
            return True
        inner = [*own.values(), *(shape[k] for k in ("items", "additionalProperties") if isinstance(shape.get(k), dict))]
        inner += [x for k in ("anyOf", "oneOf", "allOf") for x in shape.get(k, [])]
        return any(has_id(x, seen) for x in inner)

    found = set()
    for path, operations in described["paths"].items():
        for method, operation in operations.items():
            asked = [p["name"] for p in operation.get("parameters", [])]
            bodies = operation.get("requestBody", {}).get("content", {}).values()
            if any(a.endswith("_id") or a in ("before", "after") for a in asked) or any(has_id(b["schema"]) for b in bodies):
                found.add((method.upper(), path))
    return found


@pytest.fixture
def houses(us: Caller, strangers: Caller) -> tuple[House, House]:
    return House(us), House(strangers)


def test_no_door_opens_to_a_stranger(houses: tuple[House, House]) -> None:
    theirs, own = houses
    table = every_case(theirs, own)
    assert doors() - set(table) == set(), "each operation that speaks of an id needs its case here"
    before = theirs.seen()
    kept = own.seen()
    for (method, path), questions in table.items():
        for url, body in questions:
            answer = own.caller.send(method, url, body)
            assert answer.status_code == 404, (method, path, url, answer.status_code, answer.content[:300])
            assert answer.json()["error"]["code"] == "not_here", (method, path)
            assert b"Ada" not in answer.content, "and not a word of whose it is"
    assert theirs.seen() == before, "nothing of theirs was changed"
    assert own.seen() == kept, "nothing of theirs was taken along"


def lived(own: House) -> list[tuple[str, str, int, str]]:
    """Every door of a house, opened by those who live there: what was asked and what was said, the time of day left out."""
    told = []

    def ask(method: str, path: str, url: str, body: Any) -> None:
        answer = own.caller.send(method, url, body)
        # A drawing of that format says the second when it was written.
        said = b"" if url.endswith("/dxf") else answer.content
        words = re.sub(r"\d{4}-\d\d-\d\dT[\d:.]+(Z|\+00:00)", "then", said.decode("latin-1"))
        told.append((method, path, answer.status_code, words))

    def ask_for_lists() -> None:
        for path, kinds in api.get_openapi_schema()["paths"].items():
            if "get" in kinds and "{" not in path:
                ask("GET", path, path.removeprefix("/api"), None)

    ask_for_lists()
    for table in (cases, shelf_cases, cloth_cases, run_cases):
        for method, path in table(own, own):
            if path == "/api/charts/{chart_id}/earlier/{number}/back":
                own.caller.post(f"/people/{own.person.pk}/charts", WAIST_ANEW | {"changes": {"id": own.chart.pk, "version": 1}})
            # As things stand by now: each change leaves another version behind.
            for thing in (own.style, own.chart):
                thing.refresh_from_db()
            for url, body in table(own, own)[method, path]:
                ask(method, path, url, body)
    ask_for_lists()
    for kind, pk in reversed(things(own)):
        ask("POST", "/api/away/{kind}/{thing_id}", f"/away/{kind}/{pk}", None)
        ask("DELETE", "/api/away/{kind}/{thing_id}", f"/away/{kind}/{pk}", None)
    return told


def stored(room: Workroom) -> list[dict[str, Any]]:
    """All rows that were written from the first number on that this house's have, times and a workroom's own secret left out."""
    return [
        {
            f.attname: getattr(row, f.attname)
            for f in kind._meta.concrete_fields
            if not isinstance(f, DateTimeField) and f.attname != "key"
        }
        | {"of": kind._meta.label}
        for kind in apps.get_models()
        if kind._meta.app_label not in ("auth", "sessions", "contenttypes", "django_tasks_database", "tasks")
        for row in kind._default_manager.order_by("pk")
        if isinstance(row.pk, int) and row.pk >= room.pk
    ]


def numbered_from(first: int) -> None:
    """What is kept from here on bears numbers from there on."""
    for kind in apps.get_models():
        with connection.cursor() as cursor:
            if connection.vendor == "sqlite":
                cursor.execute("DELETE FROM sqlite_sequence WHERE name = %s", [kind._meta.db_table])
                cursor.execute("INSERT INTO sqlite_sequence (name, seq) VALUES (%s, %s)", [kind._meta.db_table, first])
            elif isinstance(kind._meta.pk, AutoField):
                cursor.execute("SELECT setval(pg_get_serial_sequence(%s, 'id'), %s)", [kind._meta.db_table, first])


def a_day(beside: bool) -> tuple[list[tuple[str, str, int, str]], list[dict[str, Any]]]:
    """What is said and stored in a house, with or without one on either side that has the same names for other things."""
    with transaction.atomic():
        # Said each time: not every database takes its numbers back with the rows.
        numbered_from(100)
        if beside:
            twin = House(Caller("Theirs", "eve"), wider=11.0)
            twin.caller.send("PUT", "/house-rules", {"unit": "in", "cap_ease": 4.0})
            kept = stored(twin.caller.room)
        numbered_from(5000)
        own = House(Caller("Ours", "ada"))
        numbered_from(7000)
        if beside:
            later = House(Caller("Theirs, later", "eva"), wider=-3.0)
            # What they put away is nobody's here either; of a person who is put away no chart is told.
            for kind, pk in reversed(things(later)):
                if kind != "person":
                    assert later.caller.send("POST", f"/away/{kind}/{pk}").status_code == 200
        numbered_from(9000)
        said = lived(own)
        found = [r for r in stored(own.caller.room) if not 7000 < r["id"] <= 9000]
        if beside:
            assert [r for r in stored(twin.caller.room) if r["id"] < 5000] == kept, "nothing next door was changed"
        transaction.set_rollback(True)
    forget_here()
    replayer.forget()
    return said, found


def test_ones_own_things_are_answered_alike_whoever_lives_next_door_by_the_same_names(db: None) -> None:
    """Whatever is asked for by its name is one's own; a door that is shut to everybody would pass the test above."""
    alone, beside = a_day(False), a_day(True)
    for (method, path, status, _), other in zip(alone[0], beside[0], strict=True):
        assert status not in (401, 403, 404), (method, path)
        assert other == (method, path, status, _), (method, path)
    assert alone[1] == beside[1]
