"""Styles: steps, undo without end, conflicts, preview, ways out."""

import json
import re
from threading import Thread
from typing import Any

import pikepdf
import pytest
from django.db import connection
from django.utils import timezone

from server.shelf.models import Block
from server.styles.models import Style, StyleEdit
from server.styles.services import change
from tests.server.conftest import ROTATE, Caller


def steps(us: Caller, style: Style, version: int, *data: Any) -> Any:
    return us.post(f"/styles/{style.pk}/steps", {"version": version, "steps": list(data), "label": "x"})


def test_step_put_in_is_kept_and_shown_with_its_working(us: Caller, style: Style) -> None:
    answer = steps(us, style, 0, ROTATE).json()
    (step,) = answer["work"]["recipe"]
    assert "".join(p["text"] for p in step["phrases"]).startswith("Rotate the waist dart of the front to the middle")
    assert step["working"][0]["label"] == "Intake of the waist dart"
    again = us.get(f"/styles/{style.pk}").json()
    assert again["work"] == answer["work"]
    assert again["version"] == 1
    assert answer["work"]["broken"] == 0


def test_undo_and_redo_survive_everything_and_have_no_end(us: Caller, style: Style) -> None:
    for n in range(1, 8):
        steps(
            us,
            style,
            n - 1,
            *(
                [ROTATE]
                + [{"move": "set_dart_point", "piece": "front", "dart": "shoulder dart", "set_back": k} for k in range(1, n)]
            ),
        )
    for n in range(7):
        answer = us.post(f"/styles/{style.pk}/undo", {"version": 7 + n}).json()
    assert answer["work"]["recipe"] == []
    assert not answer["can_undo"]
    assert us.post(f"/styles/{style.pk}/undo", {"version": 14}).status_code == 422
    for n in range(7):
        answer = us.post(f"/styles/{style.pk}/redo", {"version": 14 + n}).json()
    assert len(answer["work"]["recipe"]) == 7
    assert not answer["can_redo"]


def test_new_step_after_undo_lets_the_undone_go(us: Caller, style: Style) -> None:
    steps(us, style, 0, ROTATE)
    us.post(f"/styles/{style.pk}/undo", {"version": 1})
    other = {**ROTATE, "to": {"edge": "armhole", "fraction": 0.5}}
    answer = steps(us, style, 2, other).json()
    assert not answer["can_redo"]
    assert StyleEdit.objects.filter(style=style, number__gt=0).count() == 1


def test_second_tab_is_told_instead_of_overwriting(us: Caller, style: Style) -> None:
    steps(us, style, 0, ROTATE)
    answer = steps(us, style, 0, ROTATE)
    assert answer.status_code == 409
    assert "changed elsewhere" in answer.json()["error"]["message"]


def test_new_step_that_cannot_be_done_is_not_kept(us: Caller, style: Style) -> None:
    answer = steps(us, style, 0, ROTATE, ROTATE)
    assert answer.status_code == 422
    assert answer.json()["error"]["step"] == 2
    assert not StyleEdit.objects.filter(number__gt=0).exists()


def test_changed_first_step_may_leave_a_later_one_waiting(us: Caller, style: Style) -> None:
    later = {"move": "set_dart_point", "piece": "front", "dart": "shoulder dart", "set_back": 3}
    steps(us, style, 0, ROTATE, later)
    answer = steps(us, style, 1, {**ROTATE, "to": {"edge": "armhole", "fraction": 0.5}}, later).json()
    assert answer["work"]["stopped"]["step"] == 2
    assert [s["done"] for s in answer["work"]["recipe"]] == [True, False]


def test_preview_keeps_nothing_and_fills_the_place_pointed_at(us: Caller, style: Style) -> None:
    detail = us.get(f"/styles/{style.pk}").json()
    blocks = detail["blocks"]
    at = next(p["at"] for p in detail["work"]["table"]["pieces"] if p["name"] == "front")
    trying = {"move": "rotate_dart", "piece": "front", "dart": "waist dart"}
    pointer = {"piece": "front", "x": at["x"] + 13.7, "y": at["y"] + 1.8}
    question = {"blocks": blocks, "steps": [], "trying": trying, "pointer": pointer}
    answer = us.post("/preview", question).json()
    assert answer["step"]["to"]["edge"] == "shoulder"
    assert answer["refused"] is None
    assert len(answer["work"]["recipe"]) == 1
    assert not StyleEdit.objects.filter(number__gt=0).exists()


def test_changing_an_earlier_step_shows_the_table_before_it(us: Caller, style: Style) -> None:
    blocks = us.get(f"/styles/{style.pk}").json()["blocks"]
    point = {"move": "set_dart_point", "piece": "front", "dart": "shoulder dart", "set_back": 3}
    answer = us.post("/preview", {"blocks": blocks, "steps": [ROTATE], "trying": point, "show_before": True}).json()
    front = next(p for p in answer["before"]["pieces"] if p["name"] == "front")
    assert {d["name"] for d in front["darts"]} == {"side dart", "shoulder dart"}
    assert us.post("/preview", {"blocks": blocks, "steps": [ROTATE], "trying": point}).json()["before"] is None


def test_grips_lie_on_the_ghost_and_are_said_in_the_houses_unit(us: Caller, style: Style) -> None:
    blocks = us.get(f"/styles/{style.pk}").json()["blocks"]
    collar = {"move": "collar", "kind": "stand_and_fall"}
    question = {"blocks": blocks, "steps": [], "trying": collar, "grips": ["fall", "spread", "percent", "kind"]}
    answer = us.post("/preview", question).json()
    assert [(g["field"], g["said"]) for g in answer["grips"]] == [("fall", "4.5 cm"), ("spread", "15°")]
    fall = answer["grips"][0]
    piece = next(p for p in answer["work"]["table"]["pieces"] if p["name"] == "collar fall")
    left, top = piece["bounds"]["left"], piece["bounds"]["top"]
    # The fall's outer edge at the fold, which grows upward by what the fall grows by.
    assert (fall["at"]["x"], fall["way"], fall["per"]) == (
        pytest.approx(left, abs=0.01),
        {"x": pytest.approx(0.0, abs=1e-6), "y": pytest.approx(-1.0)},
        pytest.approx(1.0),
    )
    assert top <= fall["at"]["y"] <= top + 1.0
    assert us.post("/preview", question | {"grips": []}).json()["grips"] == []
    assert us.post("/preview", question | {"trying": collar | {"pieces": ["sail"]}}).json()["grips"] == []
    assert us.send("PUT", "/house-rules/one", {"field": "unit", "text": "in"}).status_code == 200
    inches = us.post("/preview", question).json()["grips"][0]
    assert inches["said"] == "1 3/4 in"


def test_preview_answers_a_refusal_and_the_work_before_it(us: Caller, style: Style) -> None:
    blocks = us.get(f"/styles/{style.pk}").json()["blocks"]
    answer = us.post("/preview", {"blocks": blocks, "steps": [ROTATE], "trying": ROTATE}).json()
    assert "no dart called “waist dart”" in answer["refused"]["message"]
    assert len(answer["work"]["recipe"]) == 1
    typed = us.post("/preview", {"blocks": blocks, "steps": [], "trying": ROTATE, "typed": {"amount": "1/2 in"}}).json()
    assert typed["step"]["amount"] == pytest.approx(1.27)
    nonsense = us.post("/preview", {"blocks": blocks, "steps": [], "trying": ROTATE, "typed": {"amount": "much"}}).json()
    assert "not a length" in nonsense["refused"]["message"]


def test_ways_out_are_the_kernels_pattern(us: Caller, style: Style) -> None:
    steps(us, style, 0, ROTATE)
    with pikepdf.open(__import__("io").BytesIO(us.get(f"/styles/{style.pk}/pattern.pdf?paper=letter").content)) as pdf:
        assert float(pdf.pages[0].mediabox[2]) == pytest.approx(612, abs=0.01)
    pattern = json.loads(us.get(f"/styles/{style.pk}/pattern.json").content)
    assert pattern["kind"] == "pattern"
    recipe = json.loads(us.get(f"/styles/{style.pk}/pattern.style").content)
    assert recipe["steps"] == [ROTATE]
    assert recipe["blocks"]["bodice"]["kind"] == "block", "the file stands alone"
    assert us.get(f"/styles/{style.pk}/pattern.svg").content.startswith(b"<svg")
    assert us.get(f"/styles/{style.pk}/pattern.doc").status_code == 422
    plan = us.get(f"/styles/{style.pk}/paper").json()
    assert plan["sheets"]["a4"] > 1
    assert [p["name"] for p in plan["pieces"]] == ["back", "front"]


def test_two_sheets_of_one_style_are_told_apart_by_their_labels(us: Caller, style: Style) -> None:
    """As the block lay and after one change, both on one day; undone it is the first state again."""

    def labels() -> set[str]:
        svg = us.client.get(f"/api/styles/{style.pk}/pattern.svg").content.decode()
        return set(re.findall(r"change \d+, \d{4}-\d\d-\d\d|(?<=>)\d{4}-\d\d-\d\d", svg))

    today = timezone.now().date().isoformat()
    assert labels() == {today}
    us.post(f"/styles/{style.pk}/steps", {"version": 0, "steps": [ROTATE]})
    assert labels() == {f"change 1, {today}"}
    us.post(f"/styles/{style.pk}/undo", {"version": 1})
    assert labels() == {today}


def test_names(us: Caller, style: Style, block: Block) -> None:
    assert us.send("PUT", f"/styles/{style.pk}/name", {"name": "Gala"}).json()["name"] == "Gala"
    assert us.send("PUT", f"/styles/{style.pk}/name", {"name": "  "}).status_code == 422
    assert us.post("/styles", {"name": " ", "block_id": block.pk}).status_code == 422
    assert [s["name"] for s in us.get("/styles").json()] == ["Gala"]


@pytest.mark.django_db(transaction=True)
def test_many_hands_at_once_lose_nothing(us: Caller, block: Block) -> None:
    from server.styles.services import new_style

    made = [new_style(us.room, f"S{i}", block.revisions.all()[0]) for i in range(6)]
    failed: list[BaseException] = []

    def work(style: Style) -> None:
        try:
            for n in range(8):
                style = change(style, n, [{**ROTATE, "share": (n + 1) / 10}], "x")
        except Exception as e:  # noqa: BLE001 the test reports whatever a thread met
            failed.append(e)
        finally:
            connection.close()

    threads = [Thread(target=work, args=(s,)) for s in made]
    for t in threads:
        t.start()
    for t in threads:
        t.join()
    assert failed == []
    assert StyleEdit.objects.filter(number__gt=0).count() == 6 * 8


def test_step_unfolds_to_the_sheet_before_and_after(us: Caller, style: Style) -> None:
    steps(us, style, 0, ROTATE)
    picture = us.get(f"/styles/{style.pk}/steps/1/picture").json()
    assert [p["name"] for p in picture["before"]["pieces"]] == ["front"], "only the sheet that changed"
    assert {d["name"] for d in picture["before"]["pieces"][0]["darts"]} == {"side dart", "waist dart"}
    assert {d["name"] for d in picture["after"]["pieces"][0]["darts"]} == {"side dart", "shoulder dart"}
    assert us.get(f"/styles/{style.pk}/steps/2/picture").status_code == 404


def test_tape_between_two_places(us: Caller, style: Style) -> None:
    blocks = us.get(f"/styles/{style.pk}").json()["blocks"]
    ends = {"piece": "back", "a": {"x": 0, "y": 10}, "b": {"x": 0, "y": 30}}
    found = us.post("/measure", {"blocks": blocks, "steps": [], **ends}).json()
    assert (found["straight"], found["along"]) == ("20.00 cm", "20.00 cm")
    assert "the centre back" in found["words"]
    refused = us.post("/measure", {"blocks": blocks, "steps": [], **ends, "piece": "sleeve"})
    assert "no piece called" in refused.json()["error"]["message"]


def test_steps_are_put_in_another_order_only_where_all_can_still_be_done(us: Caller, style: Style) -> None:
    """The shoulder dart's point cannot be set before the dart is there; two steps on different darts change places freely."""
    other = {"move": "set_dart_point", "piece": "front", "dart": "side dart", "set_back": 2.0}
    point = {"move": "set_dart_point", "piece": "front", "dart": "shoulder dart", "set_back": 3.0}
    assert us.post(f"/styles/{style.pk}/steps", {"version": 0, "steps": [ROTATE, point, other]}).status_code == 200
    refused = us.post(f"/styles/{style.pk}/steps", {"version": 1, "steps": [point, ROTATE, other]})
    assert refused.status_code == 422
    error = refused.json()["error"]
    assert "in that order step 1 could not be done: there is no dart called “shoulder dart”" in error["message"]
    assert "Leave it where it was" in error["cure"]
    kept = us.get(f"/styles/{style.pk}").json()
    assert [s["step"]["move"] for s in kept["work"]["recipe"]] == ["rotate_dart", "set_dart_point", "set_dart_point"]
    assert kept["version"] == 1
    moved = us.post(f"/styles/{style.pk}/steps", {"version": 1, "steps": [other, ROTATE, point]})
    assert moved.status_code == 200
    assert moved.json()["work"]["stopped"] is None
    # Changing a step, rather than its place, still leaves the later ones to be mended.
    changed = us.post(f"/styles/{style.pk}/steps", {"version": 2, "steps": [other, ROTATE | {"muted": True}, point]})
    assert changed.status_code == 200
    assert changed.json()["work"]["stopped"]["step"] == 3
