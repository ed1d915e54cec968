"""The shelf searched and sorted out, families of sizes, copies, and what is remembered of each block."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from patterncraft.drafting.school import Block as Draft
from patterncraft.drafting.schools import SCHOOLS
from patterncraft.formats.openfile_io import block_file
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sewn import sewn_length
from server.people.models import MeasureChart, Person
from server.shelf.cards import family_of
from server.shelf.models import Block
from server.shelf.services import draft_file, draft_of, keep_block
from tests.samples import WHOLE, square
from tests.server.conftest import Caller

pytestmark = pytest.mark.django_db


@pytest.fixture
def hung(us: Caller) -> dict[str, Block]:
    ada = Person.objects.create(workroom=us.room, name="Ada Byron")
    eve = Person.objects.create(workroom=us.room, name="Eve")
    out = {}
    for name, school, person in (
        ("Plain bodice", "bodice-direct", ada),
        ("Knit top", "bodice-stretch", ada),
        ("Straight skirt", "skirt", eve),
        ("Nobody's skirt", "skirt", None),
    ):
        out[name] = keep_block(us.room, name, person, draft_file(school, WHOLE, {}, name))
    return out


def names(us: Caller, **asked: Any) -> list[str]:
    query = "&".join(f"{k}={v}" for k, v in asked.items())
    return [c["name"] for c in us.get(f"/shelf?{query}").json()["cards"]]


def test_every_card_tells_what_its_block_is(us: Caller, hung: dict[str, Block]) -> None:
    us.send("PUT", f"/blocks/{hung['Knit top'].pk}/state", {"state": "fitted"})
    us.post("/styles", {"name": "Dress", "block_id": hung["Plain bodice"].pk})
    cards = {c["name"]: c for c in us.get("/shelf").json()["cards"]}
    assert set(cards) == set(hung)
    for name, was in hung.items():
        block, card = Block.objects.get(pk=was.pk), cards[name]
        newest = block.revisions.order_by("-number")[0]
        owner = block.person
        assert (card["id"], card["revision"], card["made"]) == (block.pk, newest.number, newest.created.date().isoformat())
        assert (card["person"], card["person_id"]) == ((owner.name, owner.pk) if owner else ("", None))
        assert (card["school_name"], card["school"]) == (block.school, SCHOOLS[block.school].title)
        assert (card["family"], card["state"]) == (SCHOOLS[block.school].family, "fitted" if name == "Knit top" else "drafted")
        assert (card["cloth"], card["size_set"], card["unreadable"]) == (block.cloth, block.size_set, "")
        assert card["styles"] == (1 if name == "Plain bodice" else 0)
        assert card["silhouette"] is not None


def test_what_is_remembered_of_a_block_is_made_again_where_it_was_lost_or_is_another_versions(
    us: Caller, hung: dict[str, Block]
) -> None:
    before = us.get("/shelf").json()["cards"]
    for card in ({}, {"letters": 1, "silhouette": None}):
        Block.objects.update(card=card, family="", cloth="", school="")
        assert us.get("/shelf").json()["cards"] == before
        assert set(Block.objects.values_list("school", "family", "cloth")) == {
            ("bodice-direct", "bodice", "woven"),
            ("bodice-stretch", "bodice", "knit"),
            ("skirt", "skirt", "woven"),
        }, "and kept"


@pytest.mark.parametrize(
    ("pieces", "family"),
    [(["sleeve"], "sleeve"), (["skirt front", "skirt back"], "skirt"), (["gore 1"], "skirt"), (["front", "sleeve"], "bodice")],
)
def test_a_traced_block_is_of_the_kind_that_its_pieces_are_of(pieces: list[str], family: str) -> None:
    traced = Draft("traced", {}, {}, Pattern(tuple(replace(square(10), name=name) for name in pieces)), (), ())
    assert family_of(traced) == family


def test_words_person_kind_state_and_cloth_each_find_their_own(us: Caller, hung: dict[str, Block]) -> None:
    assert names(us) == ["Knit top", "Nobody's skirt", "Plain bodice", "Straight skirt"]
    assert names(us, text="skirt") == ["Nobody's skirt", "Straight skirt"]
    assert names(us, text="byron top") == ["Knit top"], "every word is looked for, in whatever place"
    assert names(us, text="bodice") == ["Knit top", "Plain bodice"], "by their kind, too"
    assert names(us, text="woven") == ["Nobody's skirt", "Plain bodice", "Straight skirt"], "and by their cloth"
    assert names(us, person=hung["Plain bodice"].person_id) == ["Knit top", "Plain bodice"]
    assert names(us, kind="skirt", person=hung["Straight skirt"].person_id) == ["Straight skirt"]
    assert names(us, cloth="knit") == ["Knit top"]
    us.post(f"/blocks/{hung['Plain bodice'].pk}/fittings", {"worn_on": "2026-03-04", "cloth": "organdie"})
    assert names(us, state="toile") == ["Plain bodice"]
    assert names(us, text="organdie") == ["Plain bodice"]
    page = us.get("/shelf?kind=skirt").json()
    assert (page["total"], page["all"], page["kinds"]) == (2, 4, ["bodice", "skirt"])
    assert sorted(page["people"].values()) == ["Ada Byron", "Eve"]


def test_a_retired_block_hangs_where_it_is_asked_for(us: Caller, hung: dict[str, Block]) -> None:
    us.send("PUT", f"/blocks/{hung['Knit top'].pk}/state", {"state": "retired"})
    assert "Knit top" not in names(us)
    assert names(us, state="retired") == ["Knit top"]
    assert names(us, text="knit") == ["Knit top"]
    assert len(us.get("/blocks").json()) == 4


def test_another_workrooms_person_finds_nothing(us: Caller, strangers: Caller, hung: dict[str, Block]) -> None:
    theirs = strangers.get(f"/shelf?person={hung['Plain bodice'].person_id}").json()
    assert (theirs["cards"], theirs["total"], theirs["people"]) == ([], 0, {})


def test_a_stretch_of_the_shelf_takes_as_many_questions_whatever_hangs_there(us: Caller, hung: dict[str, Block]) -> None:
    us.get("/shelf")
    with CaptureQueriesContext(
        connection,
    ) as few:
        us.get("/shelf?count=2")
    with CaptureQueriesContext(connection) as many:
        us.get("/shelf?count=60")
    assert len(many) == len(few)
    assert names(us, start=1, count=2) == ["Nobody's skirt", "Plain bodice"]


def test_the_silhouette_is_the_newest_revisions(us: Caller, hung: dict[str, Block]) -> None:
    def box() -> Any:
        return next(c for c in us.get("/shelf").json()["cards"] if c["name"] == "Plain bodice")["silhouette"]["box"]

    before = box()
    block = hung["Plain bodice"]
    log = us.post(f"/blocks/{block.pk}/fittings", {"worn_on": "2026-03-04"}).json()["fittings"][0]
    longer = {"move": "lengthen", "pieces": ["front", "back"], "at": {"edge": "side", "fraction": 0.5}, "amount": 6.0}
    answer = us.post(f"/styles/{log['style_id']}/steps", {"version": 0, "steps": [longer], "label": "longer"})
    assert answer.status_code == 200, answer.content
    assert us.post(f"/fittings/{log['id']}/revision", {"fitted": True}).status_code == 200
    after = box()
    assert (after["bottom"] - after["top"]) - (before["bottom"] - before["top"]) == pytest.approx(6.0, abs=0.3)


FAMILY = {"table": "continental-women", "sizes": ["38", "34", "50"], "school": "bodice-half-sheet", "name": "House bodice"}


def test_a_family_of_sizes_is_hung_up_at_once(us: Caller) -> None:
    made = us.post("/blocks/sizes", FAMILY).json()
    assert list(made["blocks"].values()) == ["House bodice, size 34", "House bodice, size 38", "House bodice, size 50"]
    assert names(us, size_set="House bodice") == list(made["blocks"].values())
    # Half the bust and half the ease, worked by hand: from 34 to 50 the bust grows by 36 cm, half a block by 18.
    chests = []
    for pk in made["blocks"]:
        pattern = draft_of(Block.objects.get(pk=pk).revisions.get().pk).pattern
        left, _, right, _ = pattern.piece("back").box
        chests.append(right - left)
    assert chests == sorted(chests)
    notes = us.get(f"/blocks/{next(iter(made['blocks']))}").json()["revisions"][0]["note"]
    assert notes.startswith("size 34 of Women, continental sizes 34–52; ")
    assert "already" in us.post("/blocks/sizes", FAMILY).json()["error"]["message"]


def test_a_family_is_hung_up_whole_or_not_at_all(us: Caller) -> None:
    refused = us.post("/blocks/sizes", FAMILY | {"sizes": ["34", "52"]})
    assert "size 52" in refused.json()["error"]["message"], "its bust lies outside the fuller table"
    assert Block.objects.count() == 0
    assert us.post("/blocks/sizes", FAMILY | {"sizes": ["33"]}).status_code == 422


def test_sleeves_are_drawn_on_the_bodices_of_their_own_size(us: Caller) -> None:
    us.post("/blocks/sizes", FAMILY)
    sleeves = FAMILY | {"school": "sleeve-compass", "name": "House sleeve", "base_set": "House bodice"}
    made = us.post("/blocks/sizes", sleeves).json()
    caps, armholes = [], []
    for pk in made["blocks"]:
        caps.append(sewn_length(draft_of(Block.objects.get(pk=pk).revisions.get().pk).pattern.piece("sleeve"), "cap"))
    for b in Block.objects.filter(size_set="House bodice").order_by("name"):
        pattern = draft_of(b.revisions.get().pk).pattern
        armholes.append(sum(sewn_length(p, "armhole") for p in pattern.pieces))
    assert caps == sorted(caps)
    assert all(0 < c - a < 6 for c, a in zip(caps, armholes, strict=True)), "each cap is eased into its own armhole"
    lacking = us.post("/blocks/sizes", sleeves | {"name": "More", "sizes": ["36"]})
    assert "has no size 36" in lacking.json()["error"]["message"]


def test_a_copy_for_another_is_drafted_from_her_measures_or_lies_as_it_is(us: Caller, hung: dict[str, Block]) -> None:
    block = hung["Plain bodice"]
    eve = Person.objects.get(name="Eve")
    chart = MeasureChart.objects.create(person=eve, taken_on="2026-03-01", values=WHOLE | {"waist_girth": 80.0})
    as_it_is = us.post(f"/blocks/{block.pk}/duplicate", {"name": "Copy", "person_id": eve.pk}).json()
    hers = us.post(f"/blocks/{block.pk}/duplicate", {"name": "Eve's", "chart_id": chart.pk}).json()

    def waist(pk: int) -> float:
        pattern = draft_of(Block.objects.get(pk=pk).revisions.get().pk).pattern
        return sum(sewn_length(p, "waist") for p in pattern.pieces)

    assert waist(as_it_is["id"]) == pytest.approx(waist(block.pk), abs=1e-5)
    assert waist(hers["id"]) - waist(block.pk) == pytest.approx((80.0 - WHOLE["waist_girth"]) / 2, abs=0.6)
    assert (as_it_is["person"], hers["person"], hers["revision"]) == ("Eve", "Eve", 1)


def test_a_copy_from_other_measures_keeps_what_was_set_and_corrected(us: Caller) -> None:
    """Drawn for herself once more it is the same paper, with the ease that was asked for and not with the school's."""
    ada = Person.objects.create(workroom=us.room, name="Ada")
    chart = MeasureChart.objects.create(person=ada, taken_on="2026-03-01", values=WHOLE)
    body = {"name": "Roomy", "school": "bodice-direct", "chart_id": chart.pk, "settings": {"bust_ease": 9.0, "waist_ease": 7.5}}
    made = us.post("/blocks", body)
    assert made.status_code == 200, made.content
    number = made.json()["id"]
    again = us.post(f"/blocks/{number}/duplicate", {"name": "Once more", "chart_id": chart.pk}).json()["id"]
    before, after = (draft_of(Block.objects.get(pk=pk).revisions.get().pk) for pk in (number, again))
    assert after.settings == before.settings
    assert (after.settings["bust_ease"], after.settings["waist_ease"]) == (9.0, 7.5)
    assert block_file(after, "x") == block_file(before, "x")
