"""Cloths and lays over the wire: asked for, made by the worker, stopped, gone on with, slid, told as stale; nothing lost with a killed worker."""

from __future__ import annotations

import time
from datetime import timedelta
from itertools import combinations
from typing import Any

import pytest
import shapely
import svgelements
from django.core.management import call_command
from django.db.models import QuerySet
from django.utils import timezone
from django_tasks_db.models import DBTaskResult

from patterncraft.laying import engine
from server.cloth.models import LayRecord
from server.keeping.services import delete, put_away
from server.longwork import at_work, leaving, queue, turns
from server.people.models import Person
from server.shelf.services import draft_file, keep_block
from server.styles.models import Style
from server.styles.services import new_style
from tests.samples import AVERAGE
from tests.server.conftest import ROTATE, Caller

pytestmark = pytest.mark.django_db(transaction=True)


def work() -> None:
    """What the process beside the others does, until nothing waits."""
    call_command("db_worker", batch=True, interval=0, startup_delay=False, queue_name="*", verbosity=0)


@pytest.fixture
def style(us: Caller) -> Style:
    block = keep_block(us.room, "Ada's", None, draft_file("bodice-direct", AVERAGE, {}, "Ada's"))
    return new_style(us.room, "Winter bodice", block.revisions.all()[0])


def cloth(us: Caller, **card: Any) -> int:
    made = us.post("/cloths", {"name": "Flannel", "card": {"width": 140} | card})
    assert made.status_code == 200, made.json()
    return int(made.json()["id"])


def asked(us: Caller, style: Style, times: int = 1, seconds: float = 1, width: float = 140, **order: Any) -> Any:
    card = cloth(us, width=width)
    body = {
        "cloth_id": card,
        "order": {"how": "single", "seconds": seconds} | order,
        "items": [{"style_id": style.pk, "times": times}],
    }
    return us.post("/lays", body)


def polygons(lay: dict[str, Any]) -> list[Any]:
    return [
        shapely.Polygon([tuple(map(float, z.split())) for z in p["d"].removeprefix("M ").removesuffix(" Z").split(" L ")])
        for p in lay["pieces"]
    ]


def test_a_cloth_is_written_changed_and_put_away(us: Caller) -> None:
    number = cloth(us, repeat_along=6, in_stock=250)
    (found,) = us.get("/cloths").json()
    assert found["words"] == ["140.0 cm wide", "repeat 6.0 × – cm", "2.50 m in stock"]
    changed = us.send("PUT", f"/cloths/{number}", {"name": "Velvet", "card": {"width": 112, "nap": True}}).json()
    assert (changed["name"], changed["words"]) == ("Velvet", ["112.0 cm wide", "one way"])
    for wrong, field in (({"shrink_warp": 100}, "shrink_warp"), ({"width": 5}, "width"), ({"repeat_along": -1}, "repeat_along")):
        refused = us.send("PUT", f"/cloths/{number}", {"name": "x", "card": wrong})
        assert refused.status_code == 422
        assert refused.json()["error"]["field"].endswith(field)
    assert us.send("DELETE", f"/cloths/{number}").status_code == 200
    assert us.get("/cloths").json() == []


def test_a_lay_waits_is_made_outside_the_answer_and_kept(us: Caller, style: Style) -> None:
    made = asked(us, style, times=2).json()
    assert (made["state"], made["pieces"]) == ("waiting", [])
    work()
    lay = us.get(f"/lays/{made['id']}").json()
    assert lay["state"] == "done"
    assert lay["share"] == 1.0
    assert sorted(p["label"] for p in lay["pieces"]) == ["back", "back", "front", "front"]
    for a, b in combinations(polygons(lay), 2):
        assert a.distance(b) >= 0.3 - 1e-3
    assert max(p.bounds[2] for p in polygons(lay)) == pytest.approx(lay["length"], abs=1e-3)
    assert lay["buy"].endswith(" m")
    assert not lay["stale"]
    (head,) = us.get(f"/lays?style_id={style.pk}").json()
    assert (head["id"], head["buy"], head["state"]) == (lay["id"], lay["buy"], "done")
    svg = us.client.get(f"/api/lays/{lay['id']}/lay.svg").content.decode()
    assert svg.count('class="piece') == 4
    assert us.get(f"/lays/{lay['id']}/lay.json").json()["length"] == lay["length"]


def test_the_next_wider_cloth_is_tried_and_no_guess(us: Caller, style: Style) -> None:
    made = asked(us, style, times=3).json()
    work()
    record = LayRecord.objects.get(pk=made["id"])
    lay = us.get(f"/lays/{made['id']}").json()
    assert lay["wider"] == f"On a cloth 150.0 cm wide the same pieces took {record.on_wider:.1f} cm of lay, tried shortly."
    # No shorter than their paper, spread over 150 without its selvedges, and no longer than on the narrower one.
    paper = sum(p.area for p in polygons(lay))
    selvedge = record.cloth_card().selvedge
    assert paper / (150 - 2 * selvedge) < record.on_wider <= record.lay().length + 0.5


def test_a_lay_is_stale_when_steps_or_finishing_change_and_no_more_when_undone(us: Caller, style: Style) -> None:
    number = asked(us, style).json()["id"]
    us.post(f"/styles/{style.pk}/steps", {"version": 0, "steps": [ROTATE], "label": "rotated"})
    assert us.get(f"/lays/{number}").json()["stale"]
    us.post(f"/styles/{style.pk}/undo", {"version": 1})
    assert not us.get(f"/lays/{number}").json()["stale"]
    line = {"finish": "edge", "edge": "side", "allowance": 3}
    us.post(f"/styles/{style.pk}/finishing", {"version": 2, "add": line})
    assert us.get(f"/lays/{number}").json()["stale"]


def test_stopped_before_it_began_and_gone_on_with(us: Caller, style: Style) -> None:
    number = asked(us, style).json()["id"]
    stopped = us.post(f"/lays/{number}/stop", None).json()
    assert stopped["state"] == "stopped"
    assert "before a first lay" in stopped["message"]
    work()
    assert us.get(f"/lays/{number}").json()["pieces"] == [], "what was stopped is not begun all the same"
    assert us.post(f"/lays/{number}/on", {"seconds": 1}).json()["state"] == "waiting"
    assert us.post(f"/lays/{number}/on", {"seconds": 1}).status_code == 422, "it is being made already"
    work()
    lay = us.get(f"/lays/{number}").json()
    assert (lay["state"], lay["message"], len(lay["pieces"])) == ("done", "", 2)
    length = lay["length"]
    us.post(f"/lays/{number}/on", {"seconds": 1})
    work()
    assert us.get(f"/lays/{number}").json()["length"] <= length, "never worse than what was there"


def test_stopped_between_being_seen_and_being_taken_it_is_not_begun(
    us: Caller, style: Style, monkeypatch: pytest.MonkeyPatch
) -> None:
    """The worker has seen that it waits; before it says that it is at it, somebody says stop."""
    number = asked(us, style).json()["id"]
    first, said = QuerySet.first, []

    def slow_first(found: QuerySet[LayRecord]) -> LayRecord | None:
        seen = first(found)
        if found.model is LayRecord and not said:
            said.append("stop")
            said.append(us.post(f"/lays/{number}/stop", None).json()["state"])
        return seen

    monkeypatch.setattr(QuerySet, "first", slow_first)
    work()
    assert said == ["stop", "stopped"]
    lay = us.get(f"/lays/{number}").json()
    assert (lay["state"], lay["pieces"]) == ("stopped", [])


def test_what_a_killed_worker_left_is_taken_up_with_what_it_found(us: Caller, style: Style) -> None:
    number = asked(us, style).json()["id"]
    DBTaskResult.objects.all().delete()
    LayRecord.objects.filter(pk=number).update(
        state="running", beat=timezone.now() - timedelta(minutes=1), placed=[[0, 0, 0.0, 60.0, 1.0]], spent=0.4
    )
    assert queue.take_up_again() == 1
    assert queue.take_up_again() == 0, "once is enough"
    record = LayRecord.objects.get(pk=number)
    assert (record.state, record.attempt, record.placed) == ("waiting", 2, [[0, 0, 0.0, 60.0, 1.0]])
    work()
    assert LayRecord.objects.get(pk=number).state == "done"


def test_a_waiting_lay_whose_task_was_lost_is_queued_again(us: Caller, style: Style) -> None:
    number = asked(us, style).json()["id"]
    assert queue.take_up_again() == 0
    DBTaskResult.objects.all().delete()
    assert queue.take_up_again() == 1
    work()
    assert LayRecord.objects.get(pk=number).state == "done"


@pytest.mark.parametrize("ago", [timedelta(minutes=1), timedelta(hours=-1)], ids=["", "the clock was set back"])
def test_somebody_who_looks_wakes_a_lay_whose_worker_fell_silent(us: Caller, style: Style, ago: timedelta) -> None:
    number = asked(us, style).json()["id"]
    LayRecord.objects.filter(pk=number).update(state="running", beat=timezone.now())
    assert us.get(f"/lays/{number}").json()["state"] == "running"
    LayRecord.objects.filter(pk=number).update(beat=timezone.now() - ago)
    assert us.get(f"/lays/{number}").json()["state"] == "waiting"


def test_houses_take_turns_and_a_short_lay_waits_for_no_long_one(us: Caller, strangers: Caller, style: Style) -> None:
    """Of ten hours in one house's queue none keeps another's second waiting, and no more than ten may wait."""
    numbers = [asked(us, style, seconds=3600).json()["id"] for _ in range(queue.MOST)]
    refused = asked(us, style, seconds=1)
    assert refused.status_code == 422
    assert "10 of them are being made or wait already" in refused.json()["error"]["message"]
    LayRecord.objects.filter(pk=numbers[0]).update(workroom=strangers.room, order={"how": "single", "seconds": 1})
    turns.begun(us.room.pk)
    turns.begun(strangers.room.pk)
    one, other = (LayRecord.objects.get(pk=n) for n in numbers[:2])
    assert turns.chosen([]) == (LayRecord, other.pk), "whose last turn is longest ago"
    assert turns.chosen([us.room.pk]) == (LayRecord, one.pk)
    assert (turns.others(us.room.pk), turns.others(0)) == (turns.Others.NEW, turns.Others.NEW)
    LayRecord.objects.filter(pk=one.pk).update(beat=timezone.now())
    assert turns.others(us.room.pk) == turns.Others.WAITING
    LayRecord.objects.filter(pk=other.pk).update(beat=timezone.now())
    assert turns.chosen([strangers.room.pk]) == (LayRecord, numbers[2]), "who was not begun yet comes first"


@pytest.mark.parametrize(
    ("seconds", "turn", "waits", "over"),
    [
        (1e4, 8, turns.Others.NONE, False),
        (2.9, 8, turns.Others.NEW, False),
        (3.1, 8, turns.Others.NEW, True),
        (7.9, 8, turns.Others.WAITING, False),
        (8.1, 8, turns.Others.WAITING, True),
        (59, 60, turns.Others.WAITING, False),
    ],
)
def test_a_turn_is_over_for_those_who_wait(seconds: float, turn: float, waits: turns.Others, over: bool) -> None:
    assert turns.is_over(seconds, turn, waits) is over


def test_a_long_lay_is_laid_down_for_another_house_and_gone_on_with(
    us: Caller, strangers: Caller, style: Style, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(turns, "FIRST", 0.5)
    monkeypatch.setattr("server.longwork.at_work.BEAT", 0.1)
    long, short = (asked(us, style, seconds=s).json()["id"] for s in (6, 1))
    LayRecord.objects.filter(pk=short).update(workroom=strangers.room)
    ended: list[int] = []
    real = at_work.AtWork.end

    def end(self: Any, said: str = "", **fields: Any) -> None:
        ended.append(self.record.pk)
        real(self, said, **fields)

    monkeypatch.setattr(at_work.AtWork, "end", end)
    turns.begun(strangers.room.pk)
    turns.begun(us.room.pk)
    turns.begun(strangers.room.pk)
    work()
    # On a slow machine they may give way to each other more than once.
    assert ended[:2] == [long, short]
    assert long in ended[2:]
    assert set(LayRecord.objects.values_list("state", flat=True)) == {"done"}
    assert DBTaskResult.objects.exclude(status="SUCCESSFUL").count() == 0


def test_a_packer_that_stands_still_is_not_waited_for(us: Caller, style: Style, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(engine, "GRACE", -0.9)
    monkeypatch.setattr(engine, "PATIENCE", 0.2)
    number = asked(us, style, seconds=1).json()["id"]
    began = time.monotonic()
    work()
    assert time.monotonic() - began < 10
    assert LayRecord.objects.get(pk=number).state in ("failed", "done")


@pytest.mark.parametrize("ago", [timedelta(minutes=6), timedelta(hours=-1)], ids=["", "the clock was set back"])
def test_turns_of_a_worker_that_was_killed_do_not_run_for_ever(us: Caller, style: Style, ago: timedelta) -> None:
    asked(us, style)
    DBTaskResult.objects.update(status="RUNNING", started_at=timezone.now() - timedelta(minutes=1))
    assert queue.take_up_again() == 1, "the lay waits, and no turn with it"
    assert DBTaskResult.objects.filter(status="RUNNING").count() == 1
    DBTaskResult.objects.filter(status="RUNNING").update(started_at=timezone.now() - ago)
    queue.take_up_again()
    assert DBTaskResult.objects.filter(status="RUNNING").count() == 0


def test_a_worker_told_to_leave_lays_its_work_down(us: Caller, style: Style, monkeypatch: pytest.MonkeyPatch) -> None:
    number = asked(us, style, seconds=30).json()["id"]
    monkeypatch.setattr("server.longwork.at_work.is_leaving", lambda: LayRecord.objects.get(pk=number).found > 0)
    work()
    record = LayRecord.objects.get(pk=number)
    assert record.state == "waiting"
    assert record.placed
    assert record.spent < 20
    assert not leaving.is_leaving()


def test_a_lay_thrown_away_while_it_is_made_ends(us: Caller, style: Style) -> None:
    number = asked(us, style, seconds=1).json()["id"]
    assert us.send("DELETE", f"/lays/{number}").status_code == 200
    work()
    assert not LayRecord.objects.filter(pk=number).exists()
    assert DBTaskResult.objects.get().status == "SUCCESSFUL"


def test_pieces_are_slid_and_what_laps_is_refused(us: Caller, style: Style) -> None:
    number = asked(us, style, width=60).json()["id"]
    assert us.post(f"/lays/{number}/move", {"version": 0, "index": 0, "turn": 0, "x": 0, "y": 0}).status_code == 422
    work()
    lay = us.get(f"/lays/{number}").json()
    last = max(lay["pieces"], key=lambda p: p["middle"]["x"])
    other = next(p for p in lay["pieces"] if p is not last)
    here = {"version": 0, "index": last["index"], "turn": last["turn"], "y": last["y"]}
    moved = us.post(f"/lays/{number}/move", here | {"x": last["x"] + 30}).json()
    assert (moved["version"], moved["by_hand"]) == (1, True)
    assert moved["length"] == pytest.approx(max(p.bounds[2] for p in polygons(moved)), abs=1e-3)
    # On so narrow a cloth one lies after the other: back by a third of the way, and it laps.
    half = {"x": last["x"] - (last["middle"]["x"] - other["middle"]["x"]) / 3, "y": last["y"]}
    over = {**half, "version": 1}
    refused = us.post(f"/lays/{number}/move", here | over)
    assert refused.status_code == 422
    assert f"on the {other['label']}" in refused.json()["error"]["message"]
    assert us.post(f"/lays/{number}/move", here | {"x": last["x"]}).status_code == 409, "two windows"
    assert us.get(f"/lays/{number}").json()["pieces"] == moved["pieces"]
    assert us.post(f"/lays/{number}/move", {**here, "index": 77, "x": 0, "version": 1}).status_code == 422


def test_what_cannot_be_laid_is_told_before_anything_is_kept(us: Caller, style: Style) -> None:
    narrow = cloth(us, width=30)
    body = {"cloth_id": narrow, "order": {"seconds": 1}, "items": [{"style_id": style.pk}]}
    refused = us.post("/lays", body)
    assert refused.status_code == 422
    assert "too narrow" in refused.json()["error"]["message"]
    for change, words in (
        ({"use": "lining"}, "nothing to cut"),
        ({"order": {"seconds": 1, "match": ["side"]}}, "no repeat"),
        ({"items": [{"style_id": style.pk, "times": 60}] * 40}, "are laid at once"),
    ):
        wide = cloth(us, width=150)
        answer = us.post("/lays", body | {"cloth_id": wide} | change)
        assert answer.status_code == 422
        assert words in answer.json()["error"]["message"], answer.json()
    assert LayRecord.objects.count() == 0
    assert DBTaskResult.objects.count() == 0


def test_several_styles_in_one_lay_are_told_apart(us: Caller, style: Style) -> None:
    other = new_style(us.room, "Summer bodice", style.pins.get().revision)
    items = [{"style_id": style.pk, "times": 1}, {"style_id": other.pk, "times": 2}]
    number = us.post("/lays", {"cloth_id": cloth(us), "order": {"how": "single", "seconds": 1}, "items": items}).json()["id"]
    work()
    lay = us.get(f"/lays/{number}").json()
    assert sorted(p["label"] for p in lay["pieces"]) == ["1 back", "1 front", *["2 back"] * 2, *["2 front"] * 2]
    assert lay["items"][1].startswith("2 × Summer bodice")


def test_a_cloth_for_each_use(us: Caller, style: Style) -> None:
    number = cloth(us)
    before = us.get(f"/styles/{style.pk}/cloths").json()
    assert before == {"uses": [{"use": "shell", "pieces": 2, "cloth_id": None}], "seams": ["side", "shoulder"]}
    after = us.send("PUT", f"/styles/{style.pk}/cloths", {"use": "shell", "cloth_id": number}).json()
    assert after["uses"][0]["cloth_id"] == number
    us.send("DELETE", f"/cloths/{number}")
    assert us.get(f"/styles/{style.pk}/cloths").json()["uses"][0]["cloth_id"] is None


def test_finishing_is_kept_with_the_style_its_copies_and_its_file(us: Caller, style: Style) -> None:
    line = {"finish": "edge", "piece": "front", "edge": "side", "allowance": 3.5, "corners": "squared"}
    done = us.post(f"/styles/{style.pk}/finishing", {"version": 0, "add": line}).json()
    assert [x["words"] for x in done["lines"]] == ["Front side: 3.5 cm allowance, corners squared."]
    side = next(e for p in done["pieces"] if p["name"] == "front" for e in p["edges"] if e["edge"] == "side")
    assert (side["allowance"], side["own"], side["corners"]) == (3.5, True, "squared")
    assert us.post(f"/styles/{style.pk}/finishing", {"version": 0, "add": line}).status_code == 409
    paper = us.get(f"/styles/{style.pk}/paper").json()
    assert any("side 3.5 cm" in p["edges"] for p in paper["pieces"])
    file = us.get(f"/styles/{style.pk}/pattern.style").json()
    assert file["finishing"] == [line]
    copied = us.post(f"/styles/{style.pk}/duplicate", {"name": "Copy"})
    if copied.status_code == 200:
        assert us.get(f"/styles/{copied.json()['id']}/finishing").json()["lines"] == done["lines"]
    out = us.post(f"/styles/{style.pk}/finishing", {"version": 1, "out": 0}).json()
    assert out["lines"] == []
    assert us.post(f"/styles/{style.pk}/finishing", {"version": 2, "out": 0}).status_code == 422
    assert us.post(f"/styles/{style.pk}/finishing", {"version": 2, "add": line | {"edge": "cap"}}).status_code == 422


def test_every_way_out_by_its_own_reader(us: Caller, style: Style) -> None:
    starts = {"pdf": b"%PDF", "svg": b"<svg", "dxf": b"  0\nSECTION", "plt": b"IN;", "json": b"{"}
    for kind, start in starts.items():
        data = us.client.get(f"/api/styles/{style.pk}/pattern.{kind}").content
        assert data.startswith(start), kind
    assert us.client.get(f"/api/styles/{style.pk}/cut-sheet.pdf").content.startswith(b"%PDF")
    for row in us.get(f"/styles/{style.pk}/cut-sheet").json()["rows"]:
        left, top, right, bottom = svgelements.Path(row["picture"]).bbox()
        width, by, length, unit = row["size"].split()
        assert (by, unit) == ("×", "cm")
        assert (float(width), float(length)) == pytest.approx((right - left, bottom - top), abs=0.06)
    for query, words in (("paper=a7", "no paper called"), ("scale=1:3", "must be one of"), ("layers=glue", "no layer")):
        refused = us.client.get(f"/api/styles/{style.pk}/pattern.pdf?{query}")
        assert refused.status_code == 422
        assert words in refused.json()["error"]["message"]


def test_a_person_deleted_is_named_in_no_lay(us: Caller) -> None:
    person = Person.objects.create(workroom=us.room, name="Ada Fen")
    block = keep_block(us.room, "Close bodice", person, draft_file("bodice-direct", AVERAGE, {}, "Close bodice"))
    made = asked(us, new_style(us.room, "Winter bodice", block.revisions.all()[0])).json()
    assert "Ada Fen" in made["name"]
    put_away(person)
    delete(person)
    after = us.get(f"/lays/{made['id']}").json()
    assert "Ada Fen" not in after["name"] + " ".join(after["items"])
    assert after["name"].startswith("Winter bodice")
