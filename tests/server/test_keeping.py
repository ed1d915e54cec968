"""Putting away and taking back; nothing a style uses disappears; measures are really deleted."""

from __future__ import annotations

import json
import os
from datetime import date
from pathlib import Path
from typing import Any

import pytest
from django.http import HttpResponse
from django.test import RequestFactory

from patterncraft.drafting.schools import school
from patterncraft.formats.openfile_io import block_file
from server.config.remembered import Forgetting, forget_everywhere
from server.people.models import EarlierChart, MeasureChart, Person
from server.shelf.models import Block, BlockRevision
from server.shelf.services import draft_file, draft_of, keep_block
from server.styles.models import Style, StyleEdit
from server.styles.services import new_style
from tests.samples import WHOLE
from tests.server.conftest import ROTATE, Caller

TELLTALE = WHOLE | {"bust_girth": 93.37, "waist_girth": 70.73}
"""Measures that nobody else has, so that they can be looked for."""


class House:
    """A singer with a chart, her block and a style on it; a second style on nothing of hers."""

    def __init__(self, us: Caller) -> None:
        self.us = us
        self.person = Person.objects.create(workroom=us.room, name="Ada")
        self.chart = MeasureChart.objects.create(person=self.person, taken_on=date(2026, 3, 1), values=TELLTALE)
        self.block: Block = keep_block(us.room, "close bodice", self.person, draft_file("bodice-direct", TELLTALE, {}, "x"))
        self.style: Style = new_style(us.room, "Dress", self.block.revisions.all()[0])

    def away(self, kind: str, pk: int) -> Any:
        return self.us.post(f"/away/{kind}/{pk}")

    def gone(self, kind: str, pk: int) -> Any:
        return self.us.send("DELETE", f"/away/{kind}/{pk}")

    def at_hand(self) -> dict[str, list[str]]:
        people = self.us.get("/people").json()
        return {
            "block": [b["name"] for b in self.us.get("/blocks").json()],
            "style": [s["name"] for s in self.us.get("/styles").json()],
            "person": [p["name"] for p in people],
            "chart": [c["taken_on"] for p in people for c in p["charts"]],
        }


@pytest.fixture
def house(us: Caller) -> House:
    return House(us)


KINDS = ("block", "style", "person", "chart")


@pytest.mark.parametrize("kind", KINDS)
def test_put_away_it_leaves_its_list_and_taken_back_it_hangs_where_it_was(house: House, kind: str) -> None:
    pk = getattr(house, kind).pk
    before = house.at_hand()
    assert house.away(kind, pk).status_code == 200
    after = house.at_hand()
    hidden = {kind} | ({"chart"} if kind == "person" else set())
    assert {k for k in KINDS if after[k] != before[k]} == hidden
    listed = house.us.get("/away").json()
    assert [(x["kind"], x["id"]) for x in listed] == [(kind, pk)]
    assert listed[0]["since"] == house.us.get("/away").json()[0]["since"] == str(date.today())
    assert house.us.post(f"/away/{kind}/{pk}/back").json() == []
    assert house.at_hand() == before


def test_a_style_goes_on_working_on_a_block_that_was_put_away(house: House) -> None:
    assert house.away("block", house.block.pk).json()["kept"] == "“Dress” lies on it."
    done = house.us.post(f"/styles/{house.style.pk}/steps", {"version": 0, "steps": [ROTATE], "label": "x"})
    assert done.json()["work"]["recipe"][0]["done"]
    assert house.us.get(f"/blocks/{house.block.pk}").json()["away"] == str(date.today())


def test_only_what_was_put_away_first_can_be_deleted(house: House) -> None:
    for kind in KINDS:
        refused = house.gone(kind, getattr(house, kind).pk)
        assert (refused.status_code, refused.json()["error"]["code"]) == (422, "not_away")
    assert (Block.objects.count(), Style.objects.count(), Person.objects.count(), MeasureChart.objects.count()) == (1, 1, 1, 1)


def test_a_block_is_not_deleted_while_a_style_lies_on_it_not_even_by_undoing(house: House) -> None:
    other = keep_block(house.us.room, "Other", None, draft_file("bodice-direct", WHOLE, {}, "y"))
    beside = {"version": 0, "block_id": other.pk, "role": "lining", "sure": True}
    assert house.us.post(f"/styles/{house.style.pk}/blocks", beside).status_code == 200
    taken = house.us.post(f"/styles/{house.style.pk}/blocks/lining/away", {"version": 1})
    assert taken.status_code == 200, "no style lies on it now, but undoing would lay it down again"
    house.away("block", other.pk)
    refused = house.gone("block", other.pk)
    assert (refused.status_code, refused.json()["error"]["code"]) == (422, "move_refused")
    assert "“Dress” lies on it" in refused.json()["error"]["message"]
    undone = house.us.post(f"/styles/{house.style.pk}/undo", {"version": 2}).json()
    assert set(undone["blocks"]) == {"bodice", "lining"}


def test_a_style_deleted_frees_its_block_and_its_variants_stay(house: House) -> None:
    variant = house.us.post(f"/styles/{house.style.pk}/branch", {"name": "Shorter"}).json()["id"]
    house.away("style", house.style.pk)
    assert [s["name"] for s in house.us.get(f"/styles/{variant}/relatives").json()] == [], "what is away is not offered"
    assert house.gone("style", house.style.pk).status_code == 200
    assert StyleEdit.objects.filter(style_id=house.style.pk).count() == 0
    assert house.us.get(f"/styles/{variant}").json()["name"] == "Shorter"
    house.away("style", variant)
    house.gone("style", variant)
    house.away("block", house.block.pk)
    assert house.gone("block", house.block.pk).json() == []
    assert BlockRevision.objects.count() == 0


@pytest.mark.django_db(transaction=True)
def test_a_persons_measures_are_nowhere_any_more_and_her_paper_is_whole(transactional_db: None) -> None:
    us = Caller("Ours", "ada")
    house = House(us)
    us.post(f"/people/{house.person.pk}/charts", {
        "taken_on": "2026-03-01", "texts": {"bust_girth": "93.37"}, "changes": {"id": house.chart.pk, "version": 1},
    })  # fmt: skip
    assert EarlierChart.objects.count() == 1
    us.post(f"/styles/{house.style.pk}/person", {"version": 0, "person_id": house.person.pk})
    before = draft_of(house.block.revisions.all()[0].pk).pattern
    assert us.get(f"/blocks/{house.block.pk}").json()["measures"]
    house.away("person", house.person.pk)
    told = us.get("/away").json()[0]["deletes"]
    assert (
        told
        == "the person and all her measures, and her name where blocks and styles have it; 1 block drafted from them will be traced paper without her measures"
    )
    assert house.gone("person", house.person.pk).status_code == 200
    assert (Person.objects.count(), MeasureChart.objects.count(), EarlierChart.objects.count()) == (0, 0, 0)
    page = us.get(f"/blocks/{house.block.pk}").json()
    assert (page["measures"], page["person"], page["school_name"]) == ({}, "", "")
    after = draft_of(house.block.revisions.all()[0].pk).pattern
    assert [p.area for p in after.pieces] == [p.area for p in before.pieces], "the paper is the same"
    assert us.get(f"/styles/{house.style.pk}").json()["undo_label"] == "cut for somebody"
    everything = json.dumps(
        [list(BlockRevision.objects.values_list("content", flat=True)), list(StyleEdit.objects.values_list("label", "steps"))]
    )
    assert "93.37" not in everything
    assert "70.73" not in everything
    assert "Ada" not in everything


@pytest.mark.one_file
def test_her_measures_are_not_in_the_database_file_either(tmp_path: Path) -> None:
    """In a process of its own, on a file of its own: the bytes themselves are looked through."""
    import subprocess
    import sys

    script = """
import django; django.setup()
from django.core.management import call_command
call_command("migrate", verbosity=0)
from datetime import date
from server.keeping import services
from server.people.models import MeasureChart, Person
from server.workrooms.models import Workroom
room = Workroom.objects.create(name="Choir")
ada = Person.objects.create(workroom=room, name="Adelheid-Unverwechselbar")
MeasureChart.objects.create(person=ada, taken_on=date(2026, 3, 1), values={"bust_girth": 93.3791})
Person.objects.create(workroom=room, name="Bert")
services.put_away(ada)
services.delete(ada)
"""
    env = os.environ | {"DJANGO_SETTINGS_MODULE": "server.config.settings", "STEADY_SHEAR_VAR": str(tmp_path)}
    subprocess.run([sys.executable, "-c", script], env=env, check=True, cwd=Path(__file__).parents[2])
    held = b"".join(f.read_bytes() for f in tmp_path.iterdir() if f.name.startswith("steady-shear.sqlite3"))
    assert b"Bert" in held, "else nothing was looked at"
    assert b"Adelheid" not in held
    assert b"93.3791" not in held


def drawn_on(us: Caller, base: Block, person: Person | None, name: str) -> Block:
    """A sleeve made for a block, in somebody's name or nobody's."""
    draft = school("sleeve-compass").draft(WHOLE, {}, draft_of(base.revisions.all()[0].pk))
    return keep_block(us.room, name, person, block_file(draft, name))


def held(block: Block) -> str:
    return json.dumps(block.revisions.values_list("content", flat=True)[0])


class TestHerMeasuresWhereverTheyLie:
    def gone(self, house: House) -> None:
        house.away("person", house.person.pk)
        assert house.gone("person", house.person.pk).status_code == 200

    def test_in_a_block_of_somebody_else_that_was_drawn_on_hers(self, house: House) -> None:
        bert = Person.objects.create(workroom=house.us.room, name="Bert")
        MeasureChart.objects.create(person=bert, taken_on=date(2026, 3, 1), values=WHOLE)
        sleeve = drawn_on(house.us, house.block, bert, "Bert's sleeve on her bodice")
        assert "93.37" in held(sleeve)
        self.gone(house)
        assert "93.37" not in held(sleeve)
        assert house.us.get(f"/blocks/{sleeve.pk}").status_code == 200

    def test_in_a_block_that_hangs_in_nobodys_name(self, house: House) -> None:
        loose = keep_block(house.us.room, "Loose", None, draft_file("bodice-direct", TELLTALE, {}, "x"))
        self.gone(house)
        assert "93.37" not in held(loose)

    def test_in_what_was_drafted_from_an_earlier_state_of_her_chart(self, house: House) -> None:
        loose = keep_block(house.us.room, "Loose", None, draft_file("bodice-direct", TELLTALE, {}, "x"))
        EarlierChart.objects.create(chart=house.chart, number=1, values=TELLTALE, why="typed anew")
        MeasureChart.objects.filter(pk=house.chart.pk).update(values=WHOLE)
        self.gone(house)
        assert "93.37" not in held(loose)

    def test_but_not_the_same_measures_of_somebody_who_has_them_too(self, house: House) -> None:
        twin = Person.objects.create(workroom=house.us.room, name="Twin")
        MeasureChart.objects.create(person=twin, taken_on=date(2026, 3, 1), values=TELLTALE)
        own = keep_block(house.us.room, "Twin's", twin, draft_file("bodice-direct", TELLTALE, {}, "x"))
        self.gone(house)
        assert "93.37" in held(own), "as two from one size table have"

    def test_nor_anything_of_another_workroom(self, house: House, strangers: Caller) -> None:
        other = keep_block(strangers.room, "Theirs", None, draft_file("bodice-direct", TELLTALE, {}, "x"))
        self.gone(house)
        assert "93.37" in held(other)

    def test_also_in_a_block_that_cannot_be_read(self, house: House) -> None:
        odd = Block.objects.create(workroom=house.us.room, name="Odd", person=house.person)
        broken = {"kind": "block", "drafted": {"measures": {"bust_girth": 93.37}}, "pieces": "lost"}
        BlockRevision.objects.create(block=odd, number=1, content=broken)
        self.gone(house)
        assert "93.37" not in held(odd)

    def test_her_name_goes_out_of_names_where_it_is_a_word(self, house: House) -> None:
        for name in ("Dress, Ada", "Adamantine", "Ada's own Ada"):
            new_style(house.us.room, name, house.block.revisions.all()[0])
        Block.objects.filter(pk=house.block.pk).update(name="Ada, close bodice")
        self.gone(house)
        names = set(Style.objects.values_list("name", flat=True))
        assert names == {"Dress", "Dress, somebody", "Adamantine", "somebody's own somebody"}
        assert Block.objects.get(pk=house.block.pk).name == "somebody, close bodice"


def test_another_process_forgets_too_before_its_next_answer(house: House, settings: Any, tmp_path: Path) -> None:
    settings.VAR = tmp_path
    forgotten: list[str] = []
    there = Forgetting(lambda _: HttpResponse("answered"), lambda: forgotten.append("there"))
    asked = RequestFactory().get("/health")
    assert there(asked).content == b"answered"
    assert forgotten == []
    forget_everywhere()
    there(asked)
    there(asked)
    assert forgotten == ["there"], "once, and not again"


def test_and_so_does_the_one_that_was_told(house: House) -> None:
    revision = house.block.revisions.all()[0].pk
    before = draft_of(revision)
    assert draft_of(revision) is before, "else it would not be remembered at all"
    forget_everywhere()
    assert draft_of(revision) is not before
