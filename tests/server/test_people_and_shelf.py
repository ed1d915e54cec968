"""People, charts, drafts and blocks over the API."""

import json
from typing import Any

import pytest

from server.people.models import MeasureChart
from server.shelf.models import Block, BlockRevision
from tests.samples import AVERAGE
from tests.server.conftest import Caller

TEXTS = {k: str(v) for k, v in AVERAGE.items()}


def person_with_chart(us: Caller) -> tuple[int, int]:
    person = us.post("/people", {"name": "Ada", "note": ""}).json()
    chart = us.post(f"/people/{person['id']}/charts", {"taken_on": "2026-03-01", "texts": TEXTS}).json()
    return person["id"], chart["id"]


def test_from_typed_measures_to_a_block(us: Caller) -> None:
    _, chart = person_with_chart(us)
    tried = us.post("/drafts", {"school": "bodice-direct", "measures": AVERAGE, "settings": {"bust_ease": "1 1/2 in"}}).json()
    assert any("+ 3.8 =" in line["wanted"] for line in tried["audit"]), "the setting was read as inches"
    made = us.post("/blocks", {"name": "Ada's", "chart_id": chart, "school": "bodice-direct", "settings": {}})
    assert made.status_code == 200
    detail = us.get(f"/blocks/{made.json()['id']}").json()
    assert detail["measures"]["Bust"] == "92.0 cm"
    assert detail["draft"]["stages"][0]["points"]
    assert detail["person"] == "Ada"


def test_typed_measures_are_looked_over_without_being_kept(us: Caller) -> None:
    read = us.post(
        "/measures/read", {"texts": {"bust_girth": "38", "waist_girth": "much", "hip_girth": " ", "neck_girth": "14 1/2 in"}}
    ).json()
    assert [f["field"] for f in read["faults"]] == ["waist_girth"]
    assert [d["key"] for d in read["doubts"]] == ["bust_girth"]
    assert read["values"]["neck_girth"] == pytest.approx(36.83)
    assert MeasureChart.objects.count() == 0


def test_unreadable_chart_is_refused_whole(us: Caller) -> None:
    person = us.post("/people", {"name": "Ada"}).json()
    answer = us.post(f"/people/{person['id']}/charts", {"taken_on": "2026-03-01", "texts": {**TEXTS, "waist_girth": "-5"}})
    assert answer.status_code == 422
    error = answer.json()["error"]
    assert (error["field"], error["where"]) == ("waist_girth", "Waist")
    assert MeasureChart.objects.count() == 0, "nothing is saved half"


def test_missing_measures_are_asked_for(us: Caller) -> None:
    answer = us.post("/drafts", {"school": "bodice-direct", "measures": {"bust_girth": 92}})
    assert answer.status_code == 422
    assert "also needs: shoulder width, shoulder to bust" in answer.json()["error"]["message"]


def test_revision_is_never_changed(block: Block) -> None:
    revision = block.revisions.all()[0]
    revision.note = "changed"
    with pytest.raises(TypeError, match="immutable"):
        revision.save()


def test_redrafting_makes_a_new_revision_and_keeps_the_old(us: Caller) -> None:
    _, chart = person_with_chart(us)
    made = us.post("/blocks", {"name": "B", "chart_id": chart, "school": "bodice-direct"}).json()
    again = us.post(f"/blocks/{made['id']}/revisions", {"chart_id": chart, "settings": {"bust_ease": "5"}, "note": "more ease"})
    assert [r["number"] for r in again.json()["revisions"]] == [2, 1]
    first, second = BlockRevision.objects.filter(block_id=made["id"]).order_by("number")
    assert first.content["drafted"]["settings"]["bust_ease"] == 2.54
    assert second.content["drafted"]["settings"]["bust_ease"] == 5


def test_block_file_out_and_in_again(us: Caller, block: Block) -> None:
    raw = us.get(f"/blocks/{block.pk}/file").content
    taken = us.client.post("/api/blocks/import?name=Copy", raw, content_type="application/json")
    assert taken.status_code == 200
    assert us.get(f"/blocks/{taken.json()['id']}/file").content == raw


@pytest.mark.parametrize(
    ("raw", "says"),
    [
        (b"not json", "breaks off"),
        (b"{}", "not a Steady Shear file"),
        (json.dumps({"format": "steady-shear", "version": 1, "kind": "style"}).encode(), "here a block is wanted"),
    ],
)
def test_files_of_the_wrong_kind_are_refused(us: Caller, raw: bytes, says: str) -> None:
    answer = us.client.post("/api/blocks/import", raw, content_type="application/json")
    assert answer.status_code == 422
    assert says in answer.json()["error"]["message"]
    assert Block.objects.count() == 0


def test_huge_file_is_refused_before_it_is_read(us: Caller) -> None:
    answer = us.client.post("/api/blocks/import", b" " * (50 * 1024 * 1024), content_type="application/json")
    assert answer.status_code == 413
    assert "50 MB; 10 MB is the most" in answer.json()["error"]["message"]


def test_state_of_a_block(us: Caller, block: Block) -> None:
    assert us.send("PUT", f"/blocks/{block.pk}/state", {"state": "fitted"}).json()["state"] == "fitted"
    answer = us.send("PUT", f"/blocks/{block.pk}/state", {"state": "lost"})
    assert "drafted, toile, fitted, retired" in answer.json()["error"]["message"]


@pytest.mark.parametrize(
    ("url", "body"),
    [
        ("/people", {"name": ""}),
        ("/people", {"name": "   "}),
        ("/people", {"name": "x" * 500}),
        ("/people", {"nom": "Ada"}),
        ("/drafts", {"school": "moon", "measures": {}}),
        ("/drafts", {"school": "bodice-direct", "measures": {"bust_girth": "92"}, "settings": {"bust_ease": "lots"}}),
        ("/drafts", {"school": "bodice-direct", "measures": AVERAGE, "settings": {"bust_ease": "lots"}}),
    ],
)
def test_bad_input_has_one_shape(us: Caller, url: str, body: dict[str, Any]) -> None:
    answer = us.post(url, body)
    assert answer.status_code == 422
    assert answer.json()["error"]["message"].endswith(".")
