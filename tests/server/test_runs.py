"""One style on many bodies, over the wire: sizes and people at once, what cannot be cut and why, stopped, killed, stale, all files in one, one lay."""

from __future__ import annotations

import csv
import io
import json
import zipfile
from typing import Any
from xml.etree import ElementTree

import ezdxf
import pikepdf
import pytest
import svgelements
from django.core.management import call_command

from server.keeping.services import delete, put_away
from server.longwork import queue
from server.people.models import MeasureChart, Person
from server.runs import bodies
from server.runs.models import RunFiles, RunRecord
from server.shelf.models import Block
from server.shelf.services import draft_file, keep_block
from server.styles.models import Style
from server.styles.services import change, new_style
from tests.samples import AVERAGE, NO_SIDE_DART
from tests.server.conftest import ROTATE, Caller

pytestmark = pytest.mark.django_db(transaction=True)
SIDE = {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"edge": "armhole", "fraction": 0.5}}
SIZES = ("36", "38", "40", "42")


def work() -> None:
    """What the process beside the others does, until nothing waits."""
    call_command("db_worker", batch=True, interval=0, startup_delay=False, queue_name="*", verbosity=0)


def family(us: Caller, name: str = "Choir", sizes: tuple[str, ...] = SIZES) -> None:
    """Blocks whose bust goes up by four from size to size, as the shelf names them."""
    for n, size in enumerate(sizes):
        values = AVERAGE | {"bust_girth": 88 + 4.0 * n, "waist_girth": 68 + 4.0 * n}
        title = f"{name}, size {size}"
        keep_block(us.room, title, None, draft_file("bodice-direct", values, {}, title), size_set=name)


def person(us: Caller, name: str, **values: float) -> Person:
    made = Person.objects.create(workroom=us.room, name=name)
    if values:
        MeasureChart.objects.create(person=made, taken_on="2026-11-01", values=AVERAGE | values)
    return made


@pytest.fixture
def style(us: Caller) -> Style:
    block = keep_block(us.room, "Ada's", None, draft_file("bodice-direct", AVERAGE, {}, "Ada's"))
    made = new_style(us.room, "Winter bodice", block.revisions.all()[0])
    return change(made, 0, [ROTATE], "turned")


def made(us: Caller, style: Style, **more: Any) -> Any:
    asked = us.post("/runs", {"style_id": style.pk} | more).json()
    assert asked["state"] == "waiting", asked
    work()
    return run_of(us, asked)


def run_of(us: Caller, run: Any) -> Any:
    return us.get(f"/runs/{run['id']}").json()


def file(us: Caller, run: Any, path: str) -> bytes:
    answer = us.client.get(f"/api/runs/{run['id']}/{path}")
    assert answer.status_code == 200, answer.content
    return bytes(answer.content)


def test_a_family_of_sizes_is_cut_and_its_waist_grows_by_hand(us: Caller, style: Style) -> None:
    family(us)
    offered = us.get(f"/styles/{style.pk}/bodies").json()
    assert offered["roles"] == [{"role": "bodice", "families": ["Choir"], "suggested": "Choir"}]
    run = made(us, style, families={"bodice": "Choir"})
    assert (run["state"], run["done"], run["of"]) == ("done", 4, 4)
    assert run["columns"] == [f"size {s}" for s in SIZES]
    waist = next(k for k in run["lengths"] if (k["piece"], k["name"]) == ("", "waist"))
    # By hand: four centimetres of waist from each measure to the next.
    assert [c["step"] for c in waist["cells"]] == ["", "+4.0", "+4.0", "+4.0"]
    assert all(b["cut"] and not b["cannot"] for b in run["bodies"])
    assert us.get(f"/runs?style_id={style.pk}").json()[0]["bodies"] == 4


def test_people_get_their_own_blocks_or_new_ones_and_the_unmeasured_are_told(us: Caller, style: Style) -> None:
    family(us, sizes=("38",))
    # Asked for in no order: the slightest comes first, so that the steps between them say something.
    cis, bea, dot = person(us, "Cis", bust_girth=104.0), person(us, "Bea", bust_girth=96.0), person(us, "Dot")
    keep_block(us.room, "Bea's own", bea, draft_file("bodice-direct", AVERAGE | {"bust_girth": 97.0}, {}, "Bea's own"))
    offered = us.get(f"/styles/{style.pk}/bodies").json()["people"]
    assert {p["name"]: p["measured"] for p in offered if p["name"] in ("Bea", "Cis", "Dot")} == {
        "Bea": True,
        "Cis": True,
        "Dot": False,
    }
    run = made(us, style, families={"bodice": "Choir"}, people=[dot.pk, cis.pk, bea.pk])
    size, hers, new, nobody = run["bodies"]
    assert size["label"] == "size 38"
    assert "“Bea's own”, revision 1, from the shelf" in hers["said"][0]
    assert "drafted now" in new["said"][0]
    assert (nobody["cut"], "Take the measures first" in nobody["why"]) == (False, True)
    assert run["columns"] == ["size 38", "Bea", "Cis"]
    waist = next(k for k in run["lengths"] if (k["piece"], k["name"]) == ("", "waist"))
    assert waist["cells"][1]["step"] == "", "from a size to a person there is no step"
    assert waist["cells"][2]["step"] != ""
    assert Block.objects.of(us.room).filter(person=cis).count() == 1, "hung on the shelf, for the next time"
    again = made(us, style, people=[cis.pk])
    assert "from the shelf" in again["bodies"][0]["said"][0]


def test_a_step_that_cannot_be_done_on_one_is_told_there_and_the_others_are_cut(us: Caller, style: Style) -> None:
    change(style, style.version, [SIDE, ROTATE], "the side dart first")
    family(us, sizes=("36", "38"))
    flat = draft_file("bodice-direct", NO_SIDE_DART, {}, "x")
    keep_block(us.room, "Choir, size 40", None, flat, size_set="Choir")
    run = made(us, style, families={"bodice": "Choir"})
    cannot = [b["cannot"] for b in run["bodies"]]
    assert [len(c) for c in cannot] == [0, 0, 1]
    assert "side dart" in cannot[2][0]
    # All that is told of a body is told in the unit that the house used then.
    record = RunRecord.objects.get(pk=run["id"])
    words = ["It is 25.4 cm long."]
    cut = {"cannot": words, "broken": [{"seam": "side", "over": 2.54}], "findings": words, "cautions": words, "pieces": 2}
    RunRecord.objects.filter(pk=record.pk).update(result=record.result | {"cuts": {"0": cut}}, rules=record.rules | {"unit": "in"})
    told = run_of(us, run)["bodies"][0]
    assert told["cannot"] == told["findings"] == told["cautions"] == ["It is 10 in long."]
    assert told["broken"] == ["side, by 1 in"]


def test_nobody_too_many_and_families_that_do_not_fit_are_refused_in_words(us: Caller, style: Style) -> None:
    family(us)
    for body, words in (
        ({}, "nobody to cut it on"),
        ({"families": {"sleeve": "Choir"}}, "no family is chosen for the bodice"),
        ({"families": {"bodice": "Ghosts"}}, "no family called “Ghosts”"),
        ({"people": [999_999]}, "no such person"),
    ):
        answer = us.post("/runs", {"style_id": style.pk} | body)
        assert answer.status_code in (404, 422)
        said = answer.json()["error"]
        assert words in said["message"], said
    assert not RunRecord.objects.exists()


def test_stale_once_the_style_has_changed_yet_its_files_are_those_of_then(us: Caller, style: Style) -> None:
    family(us, sizes=("36", "40"))
    run = made(us, style, families={"bodice": "Choir"})
    before = file(us, run, "bodies/1/pattern.json")
    change(Style.objects.get(pk=style.pk), style.version, [], "taken back")
    assert run_of(us, run)["stale"]
    assert file(us, run, "bodies/1/pattern.json") == before
    Style.objects.all().delete()
    assert run_of(us, run)["stale"]


def test_all_files_in_one_archive_each_readable_by_others(us: Caller, style: Style) -> None:
    family(us, sizes=("36", "38", "40"))
    run = made(us, style, families={"bodice": "Choir"})
    assert us.post(f"/runs/{run['id']}/files").json()["files"]["state"] == "waiting"
    work()
    assert run_of(us, run)["files"] == {"state": "done", "message": "", "done": 3}
    with zipfile.ZipFile(io.BytesIO(file(us, run, "files.zip"))) as archive:
        assert archive.testzip() is None
        names = archive.namelist()
        assert len(names) == 3 * 6 + 3
        drawn = ezdxf.read(io.StringIO(archive.read("size 38/pattern.dxf").decode()))
        assert not drawn.audit().errors
        assert len(pikepdf.open(io.BytesIO(archive.read("size 38/cut sheet.pdf"))).pages) == 1
        table = list(csv.reader(io.StringIO(archive.read("lengths.csv").decode())))
        assert table[0] == ["piece", "length", "size 36", "size 38", "step", "size 40", "step", "odd steps"]
        waist = next(r for r in table if r[:2] == ["", "waist"])
        assert float(waist[4]) == pytest.approx(4, abs=0.02)
        own = json.loads(archive.read("size 40/pattern.json"))
        assert {p["name"] for p in own["pieces"]} == {"front", "back"}
        assert run["name"] in ElementTree.fromstring(archive.read("all over each other.svg")).itertext()


def test_a_run_is_laid_on_one_cloth_every_body_in_it(us: Caller, style: Style) -> None:
    family(us, sizes=("36", "38"))
    run = made(us, style, families={"bodice": "Choir"})
    cloth = us.post("/cloths", {"name": "Flannel", "card": {"width": 140}}).json()["id"]
    order = {"how": "folded", "seconds": 2}
    lay = us.post("/lays", {"cloth_id": cloth, "run_id": run["id"], "order": order}).json()
    work()
    lay = us.get(f"/lays/{lay['id']}").json()
    assert lay["items"] == ["Winter bodice · size 36", "Winter bodice · size 38"]
    assert sorted(p["label"] for p in lay["pieces"]) == ["1 back", "1 front", "2 back", "2 front"]
    assert not lay["stale"]
    change(Style.objects.get(pk=style.pk), style.version, [], "taken back")
    assert us.get(f"/lays/{lay['id']}").json()["stale"]


def test_stopped_between_two_bodies_it_keeps_those_that_are_cut(us: Caller, style: Style, monkeypatch: pytest.MonkeyPatch) -> None:
    family(us)
    asked = us.post("/runs", {"style_id": style.pk, "families": {"bodice": "Choir"}}).json()
    monkeypatch.setattr("server.longwork.at_work.BEAT", 0.0)
    real = bodies.on_table

    def and_stop(body: bodies.BodyData) -> Any:
        if body.label == "size 38":
            us.post(f"/runs/{asked['id']}/stop")
        return real(body)

    monkeypatch.setattr("server.runs.tasks.on_table", and_stop)
    work()
    run = run_of(us, asked)
    assert (run["state"], run["columns"]) == ("stopped", ["size 36", "size 38"])


def test_a_killed_worker_s_run_and_files_are_taken_up_again(us: Caller, style: Style) -> None:
    family(us, sizes=("36", "38"))
    asked = us.post("/runs", {"style_id": style.pk, "families": {"bodice": "Choir"}}).json()
    RunRecord.objects.update(state="running", beat=None)
    assert queue.take_up_again() == 1
    work()
    assert run_of(us, asked)["state"] == "done"
    us.post(f"/runs/{asked['id']}/files")
    RunFiles.objects.update(state="running", beat=None)
    run_of(us, asked)
    work()
    assert run_of(us, asked)["files"]["state"] == "done"


def test_the_drawing_lays_every_body_over_the_first_at_the_point_asked_for(us: Caller, style: Style) -> None:
    family(us, sizes=("36", "38", "40"))
    run = made(us, style, families={"bodice": "Choir"})
    assert "centre front / neckline" in run["points"]
    drawn = us.get(f"/runs/{run['id']}/drawing?at=centre front / neckline").json()
    front = next(p for p in drawn["pieces"] if p["name"] == "front")
    assert [q["body"] for q in front["lain"]] == [1, 2, 3]
    # Read by another library: all folds on one line, and the fuller the wider, by a quarter of four centimetres.
    boxes = [svgelements.Path(q["cut"]).bbox() for q in front["lain"]]
    assert max(b[0] for b in boxes) - min(b[0] for b in boxes) < 2e-3
    widths = [b[2] - b[0] for b in boxes]
    assert widths[1] - widths[0] == pytest.approx(1.0, abs=0.25)
    assert max(b[2] for b in boxes) <= drawn["width"] + 1e-3


def test_who_is_deleted_is_named_in_no_run_and_its_files_are_gone(us: Caller, style: Style) -> None:
    bea = person(us, "Bea", bust_girth=96.0)
    run = made(us, style, people=[bea.pk], name="Winter for Bea")
    us.post(f"/runs/{run['id']}/files")
    work()
    put_away(bea)
    delete(bea)
    after = run_of(us, run)
    assert after["name"] == "Winter for somebody"
    assert after["bodies"][0]["label"] == "somebody"
    assert "Bea" not in json.dumps(after)
    assert after["files"] is None


def test_a_body_whose_block_was_deleted_says_so_and_the_others_stay(us: Caller, style: Style) -> None:
    family(us, sizes=("36", "38"))
    run = made(us, style, families={"bodice": "Choir"})
    gone = Block.objects.of(us.room).get(name="Choir, size 36")
    put_away(gone)
    delete(gone)
    refused = us.get(f"/runs/{run['id']}/bodies/1/pattern.pdf")
    assert refused.status_code == 422
    assert "deleted" in refused.json()["error"]["message"] + refused.json()["error"]["cure"]
    drawn = us.get(f"/runs/{run['id']}/drawing").json()
    assert {q["body"] for p in drawn["pieces"] for q in p["lain"]} == {2}


def test_another_workroom_sees_no_run(us: Caller, style: Style, strangers: Caller) -> None:
    family(us, sizes=("36", "38"))
    run = made(us, style, families={"bodice": "Choir"})
    for path in ("", "/drawing", "/files.zip", "/bodies/1/pattern.pdf", "/all/lengths.csv"):
        assert strangers.get(f"/runs/{run['id']}{path}").status_code == 404
