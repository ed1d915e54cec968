"""Findings, reasons, history, walk, joined edges and report, through the API."""

from __future__ import annotations

import re
from typing import Any

import pytest
from svgpathtools import parse_path

from patterncraft.checks.registry import CHECKS
from server.people.models import MeasureChart, Person
from server.shelf.models import Block
from server.shelf.services import draft_file, keep_block
from server.styles.models import Style
from server.styles.services import new_style
from tests.planted.ground import BODY

from .conftest import Caller

SEAM = {"move": "turn_edge_into", "piece": "skirt back", "edge": "centre back", "kind": "seam"}
SHORT = {"move": "closure", "seam": "centre back", "kind": "zip", "length": 10}
LONGER = {"move": "redraw", "piece": "skirt front", "edge": "side", "from": "waist", "end": {"down": 1.0}}


@pytest.fixture
def skirt(us: Caller) -> Style:
    """A skirt for somebody who was measured."""
    return of_her(us, "skirt")


def of_her(us: Caller, school: str) -> Style:
    person = Person.objects.create(workroom=us.room, name="Ada")
    MeasureChart.objects.create(person=person, taken_on="2026-11-01", values=BODY)
    block: Block = keep_block(us.room, "Block", person, draft_file(school, BODY, {}, "Block"))
    return new_style(us.room, "Style", block.revisions.all()[0])


def put(us: Caller, style: Style, *steps: dict[str, Any]) -> Any:
    style.refresh_from_db()
    answer = us.post(f"/styles/{style.pk}/steps", {"version": style.version, "steps": list(steps)})
    assert answer.status_code == 200, answer.json()
    return answer.json()


def found(us: Caller, style: Style) -> list[Any]:
    answer = us.get(f"/styles/{style.pk}/findings")
    assert answer.status_code == 200, answer.json()
    told: list[Any] = answer.json()["findings"]
    return told


def place(f: Any, **more: Any) -> dict[str, Any]:
    return {k: f[k] for k in ("code", "piece", "edge", "seam")} | more


def test_a_finding_says_where_since_when_and_how_much(us: Caller, skirt: Style) -> None:
    work = put(us, skirt, SEAM, SHORT)["work"]
    (one,) = found(us, skirt)
    assert (one["code"], one["group"], one["step"], one["reason"]) == ("in-hip", "Getting in", 2, None)
    assert re.search(r"must be \d\.\d cm longer", one["words"])
    assert one["amount_text"] == f"{one['amount']:.2f} cm"
    back = next(p for p in work["table"]["pieces"] if p["name"] == "skirt back")
    # Ten below the waist on the centre back, wherever the sheet lies.
    assert one["at"]["x"] == pytest.approx(back["at"]["x"], abs=0.01)
    assert one["at"]["y"] == pytest.approx(back["at"]["y"] + 10, abs=0.01)
    assert (work["found"], [f["code"] for f in work["findings"]]) == (1, ["in-hip"])


def test_a_reason_is_kept_comes_back_with_the_file_and_falls_away_when_there_is_more(us: Caller, skirt: Style) -> None:
    put(us, skirt, SEAM, SHORT)
    (one,) = found(us, skirt)
    for empty in ("", "   "):
        refused = us.post(f"/styles/{skirt.pk}/acknowledged", place(one, reason=empty))
        assert refused.status_code == 422
        assert refused.json()["error"]["field"] == "reason"
    kept = us.post(f"/styles/{skirt.pk}/acknowledged", place(one, reason="  She  wriggles. ")).json()["findings"]
    assert [f["reason"] for f in kept] == ["She wriggles."]
    assert us.get(f"/styles/{skirt.pk}").json()["work"]["found"] == 0
    file = us.get(f"/styles/{skirt.pk}/pattern.style").json()
    assert [a["reason"] for a in file["acknowledged"]] == ["She wriggles."]
    put(us, skirt, SEAM, SHORT | {"length": 8})
    told = {f["code"]: f["reason"] for f in found(us, skirt)}
    assert told == {"in-hip": None, "notion": None}, "two more are missing than when it was let stand, and 8 cm are not sold"
    put(us, skirt, SEAM, SHORT | {"length": 12})
    assert [f["reason"] for f in found(us, skirt)] == ["She wriggles."]
    back = us.post(f"/styles/{skirt.pk}/acknowledged/back", place(one)).json()["findings"]
    assert [f["reason"] for f in back] == [None]


def test_what_is_not_found_cannot_be_let_stand(us: Caller, skirt: Style) -> None:
    put(us, skirt, SEAM, SHORT)
    (one,) = found(us, skirt)
    gone = us.post(f"/styles/{skirt.pk}/acknowledged", place(one, code="in-neck", reason="no"))
    assert gone.status_code == 422
    assert "not found any more" in gone.json()["error"]["message"]
    skirt.refresh_from_db()
    assert skirt.acknowledged == []


def test_a_duplicate_takes_the_reasons_along(us: Caller, skirt: Style) -> None:
    put(us, skirt, SEAM, SHORT)
    (one,) = found(us, skirt)
    us.post(f"/styles/{skirt.pk}/acknowledged", place(one, reason="She wriggles."))
    copy = us.post(f"/styles/{skirt.pk}/branch", {"variant": False}).json()
    assert [f["reason"] for f in us.get(f"/styles/{copy['id']}/findings").json()["findings"]] == ["She wriggles."]


def test_the_cure_is_a_step_that_mends_it(us: Caller, skirt: Style) -> None:
    put(us, skirt, SEAM, SHORT | {"length": 20}, LONGER)
    codes = {f["code"]: f for f in found(us, skirt)}
    assert {"seam-length", "flow-step"} <= set(codes)
    cure = codes["seam-length"]["cure"]["step"]
    assert cure["move"] == "true_seam"
    put(us, skirt, SEAM, SHORT | {"length": 20}, LONGER, cure)
    assert not {"seam-length", "flow-step"} & {f["code"] for f in found(us, skirt)}


def test_while_a_step_is_tried_promises_and_findings_are_those_after_it(us: Caller, skirt: Style) -> None:
    detail = put(us, skirt, SEAM, SHORT | {"length": 20})
    ask = {"blocks": detail["blocks"], "steps": [SEAM, SHORT | {"length": 20}], "style_id": skirt.pk}
    tried = us.post("/preview", ask | {"trying": LONGER}).json()["work"]
    assert tried["broken"] == 1
    assert "seam-length" in {f["code"] for f in tried["findings"]}
    assert us.post("/preview", ask).json()["work"]["findings"] == []


def test_a_seams_staircase_has_a_stair_for_each_step_that_changed_it(us: Caller, skirt: Style) -> None:
    put(us, skirt, SEAM, LONGER, SHORT | {"length": 20}, {"move": "true_seam", "seam": "side", "give": "b", "by": "end"})
    stairs = us.get(f"/styles/{skirt.pk}/seam-history?seam=side").json()["steps"]
    assert [s["number"] for s in stairs] == [0, 2, 4]
    assert all(s["changed"].split(" ")[1] == "side" for s in stairs[1:])
    assert abs(stairs[1]["a"] - stairs[1]["b"]) > 0.5, stairs
    assert stairs[2]["a"] == pytest.approx(stairs[2]["b"], abs=1e-6)
    assert us.get(f"/styles/{skirt.pk}/seam-history?seam=nowhere").status_code == 422


def test_a_walk_ends_with_what_is_left_over(us: Caller, skirt: Style) -> None:
    put(us, skirt, SEAM, LONGER)
    walk = us.get(f"/styles/{skirt.pk}/walk?seam=side").json()
    assert [s["name"] for s in walk["stops"]] == ["hip", "end"]
    assert walk["stops"][0]["kept"]
    last = walk["stops"][-1]
    assert not last["kept"]
    stairs = us.get(f"/styles/{skirt.pk}/seam-history?seam=side").json()["steps"]
    more = abs(stairs[-1]["a"] - stairs[-1]["b"])
    assert last["left"].startswith(f"{more:.2f} cm more")
    assert last["frame"] == len(walk["frames"]) - 1, "a walk ends where its seam does, with what is left over"
    assert walk["frames"][-1]["first"] == pytest.approx(stairs[-1]["a"], abs=1e-6)
    # The lines that are drawn are the sides that are told.
    sizes = sorted(sum(parse_path(d).length() for d in walk[k]) for k in ("line_fixed", "line_rolling"))
    assert sizes == [pytest.approx(x, abs=1e-3) for x in sorted((stairs[-1]["a"], stairs[-1]["b"]))]


def test_a_seam_without_a_partner_is_not_walked(us: Caller, skirt: Style) -> None:
    put(us, skirt, SEAM)
    refused = us.get(f"/styles/{skirt.pk}/walk?seam=waist")
    assert refused.status_code == 422
    assert refused.json()["error"]["field"] == "seam"


def test_edges_laid_together_say_their_kinks_and_carry_the_blend(us: Caller, skirt: Style) -> None:
    put(us, skirt, SEAM, LONGER)
    titles = {c["title"]: c for c in us.get(f"/styles/{skirt.pk}/joins").json()}
    assert set(titles) == {"waist of the skirt back and skirt front", "hem of the skirt front and skirt back"}
    assert {t.split(" ")[0]: c["broken"] for t, c in titles.items()} == {"waist": False, "hem": True}
    waist = next(c for t, c in titles.items() if t.startswith("waist"))
    join = us.get(f"/styles/{skirt.pk}/join?piece={waist['piece']}&edge={waist['edge']}").json()
    assert [m["over"] for m in join["meets"]] == ["waist dart 1", "waist dart 2", "side", "waist dart"]
    assert join["cure"]["step"]["move"] == "blend"
    assert len(join["ghost"]) == len(join["lines"])
    before = us.get(f"/styles/{skirt.pk}").json()["work"]["recipe"]
    put(us, skirt, *(s["step"] for s in before), join["cure"]["step"])
    after = us.get(f"/styles/{skirt.pk}/join?piece={waist['piece']}&edge={waist['edge']}").json()
    side = [float(next(m for m in x["meets"] if m["over"] == "side")["kink"].rstrip("°")) for x in (join, after)]
    assert side[0] > 5 > 1 > side[1]


def test_a_walk_judges_as_the_ledger_does(us: Caller, skirt: Style) -> None:
    """Eased by half a centimetre and one too long: from notch to notch nothing is wrong, at the end it is. Eased by enough, nothing is."""
    for most, kept in ((0.5, False), (1.2, True)):
        put(us, skirt, SEAM, LONGER, {"move": "promise", "seam": "side", "kind": "ease", "maximum": most})
        line = next(p for p in us.get(f"/styles/{skirt.pk}").json()["work"]["promises"] if p["name"] == "side")
        for way, last in (("on", "end"), ("back", "start")):
            stops = us.get(f"/styles/{skirt.pk}/walk?seam=side&way={way}").json()["stops"]
            assert [(s["name"], s["kept"]) for s in stops] == [("hip", True), (last, kept)]
            assert line["kept"] == kept


def test_each_seam_is_walked_by_its_own_promise(us: Caller, style: Style) -> None:
    """A bodice's front let down by a centimetre: its side is broken and its shoulder is not, whichever the ledger has first."""
    put(us, style, {"move": "lengthen", "pieces": ["front"], "at": {"edge": "side", "from": "waist", "distance": 2}, "amount": 1.0})
    kept = {seam: us.get(f"/styles/{style.pk}/walk?seam={seam}").json()["stops"][-1]["kept"] for seam in ("side", "shoulder")}
    assert kept == {"side": False, "shoulder": True}


def test_a_sleeve_is_rolled_round_its_armhole(us: Caller) -> None:
    """What lies still is said first, the armhole; a notch set there is counted along the seam's first side, the cap."""
    style = of_her(us, "bodice-direct")
    put(us, style, {"move": "sleeve", "school": "sleeve-compass"})
    walk = us.get(f"/styles/{style.pk}/walk?seam=armhole").json()
    stairs = us.get(f"/styles/{style.pk}/seam-history?seam=armhole").json()["steps"]
    cap, armhole = stairs[-1]["a"], stairs[-1]["b"]
    assert cap > armhole + 0.5, "a cap is eased in"
    assert walk["frames"][-1]["along"] == f"{armhole:.2f} cm : {cap:.2f} cm"
    assert walk["frames"][-1]["first"] == pytest.approx(cap, abs=1e-6)


def test_of_a_block_nobody_worked_it_is_not_said_that_it_can_be_cut(us: Caller, skirt: Style) -> None:
    """75 round the waist, 98 round the hip, and nothing opens it: nothing is broken, and nobody gets in."""
    report = us.get(f"/styles/{skirt.pk}/report").json()
    assert (report["sound"], report["found"]) == (True, [])
    assert report["verdict"].startswith("Nothing is broken, and nothing was done yet")
    # A zip alone cuts no paper, and makes a garment of it.
    put(us, skirt, {"move": "closure", "seam": "side", "kind": "zip", "length": 12})
    assert [f["code"] for f in found(us, skirt)] == ["in-hip"]
    put(us, skirt, SEAM, SHORT | {"length": 20})
    assert us.get(f"/styles/{skirt.pk}/report").json()["verdict"] == "Ready to cut."
    put(us, skirt, SEAM, SHORT)
    assert us.get(f"/styles/{skirt.pk}/report").json()["verdict"] == "Not ready to cut."


def test_the_report_gathers_verdict_reasons_and_pictures(us: Caller, skirt: Style) -> None:
    put(us, skirt, SEAM, SHORT, LONGER)
    one = next(f for f in found(us, skirt) if f["code"] == "in-hip")
    us.post(f"/styles/{skirt.pk}/acknowledged", place(one, reason="She wriggles."))
    report = us.get(f"/styles/{skirt.pk}/report").json()
    assert (report["sound"], report["person"]) == (False, "Ada")
    assert [f["reason"] for f in report["stand"]] == ["She wriggles."]
    assert {x["finding"]["code"] for x in report["found"]} >= {"seam-length", "flow-step"}
    for x in report["found"]:
        box, at = x["picture"]["box"], x["picture"]["at"]
        assert box["left"] < at["x"] < box["right"]
        assert box["top"] < at["y"] < box["bottom"]
    assert {g["what"]: g["text"] for g in report["girths"]}["waist"] == "75.0 cm"
    put(us, skirt, SEAM, SHORT)
    assert us.get(f"/styles/{skirt.pk}/report").json()["sound"], "what is left of it was let stand"


def test_the_wearers_newest_measures_are_looked_by(us: Caller, skirt: Style) -> None:
    put(us, skirt, SEAM, SHORT | {"length": 20})
    assert found(us, skirt) == []
    person = Person.objects.get(name="Ada")
    MeasureChart.objects.create(person=person, taken_on="2026-11-20", values=BODY | {"hip_girth": 110})
    assert {f["code"] for f in found(us, skirt)} >= {"girth-hip"}


@pytest.mark.parametrize(
    "page", ["findings", "report", "joins", "walk?seam=side", "join?piece=skirt front&edge=hem", "seam-history?seam=side"]
)
def test_strangers_see_nothing_of_it(us: Caller, strangers: Caller, skirt: Style, page: str) -> None:
    assert us.get(f"/styles/{skirt.pk}/{page}").status_code == 200
    assert strangers.get(f"/styles/{skirt.pk}/{page}").status_code == 404


def test_strangers_let_nothing_stand(us: Caller, strangers: Caller, skirt: Style) -> None:
    put(us, skirt, SEAM, SHORT)
    (one,) = found(us, skirt)
    assert strangers.post(f"/styles/{skirt.pk}/acknowledged", place(one, reason="mine")).status_code == 404
    assert strangers.post(f"/styles/{skirt.pk}/acknowledged/back", place(one)).status_code == 404
    skirt.refresh_from_db()
    assert skirt.acknowledged == []


def test_limits_of_checks_are_house_rules_that_can_be_changed(us: Caller) -> None:
    fields = {f["field"]: f for f in us.get("/house-rules").json()["fields"]}
    assert {c.limit for c in CHECKS.values() if c.limit} <= set(fields)
    for bad in ("nan", "inf", "-1", "much"):
        refused = us.send("PUT", "/house-rules/one", {"field": "looking.kink", "text": bad})
        assert refused.status_code == 422, bad
    assert us.send("PUT", "/house-rules/one", {"field": "looking.kink", "text": "7,5"}).status_code == 200
    us.room.refresh_from_db()
    assert us.room.house_rules().looking.kink == 7.5


def place_of(matrix: str) -> Any:
    """An SVG matrix as what takes a point there."""
    a, b, c, d, e, f = map(float, re.findall(r"-?[\d.]+(?:e-?\d+)?", matrix))
    return lambda z: complex(a * z.real + c * z.imag + e, b * z.real + d * z.imag + f)


def test_a_walk_is_shown_whole_from_where_it_begins_to_where_it_ends(us: Caller, skirt: Style) -> None:
    """Within its frame lie the table's side, and the rolling one both as it begins and as it ends; and no wide margin of nothing."""
    walk = us.get(f"/styles/{skirt.pk}/walk?seam=side").json()
    box = walk["box"]
    lies = [parse_path(d) for d in walk["line_fixed"]]
    points = [p.point(k / 20) for p in lies for k in range(21)]
    for frame in (walk["frames"][0], walk["frames"][-1]):
        by = place_of(frame["place"])
        points += [by(p.point(k / 20)) for d in walk["line_rolling"] for p in (parse_path(d),) for k in range(21)]
    reach = (min(z.real for z in points), min(z.imag for z in points), max(z.real for z in points), max(z.imag for z in points))
    assert box["left"] <= reach[0] - 1.9
    assert box["top"] <= reach[1] - 1.9
    assert box["right"] >= reach[2] + 1.9
    assert box["bottom"] >= reach[3] + 1.9
    assert box["right"] - box["left"] < 120
    assert box["bottom"] - box["top"] < 120
