"""Nothing that was measured is lost by keeping something else: same-day charts, files, copies, two tabs, earlier states."""

from __future__ import annotations

import json
from typing import Any

from patterncraft.measures.keys import MEASURES
from server.people.models import MeasureChart
from tests.samples import WHOLE
from tests.server.conftest import Caller

DAY = "2026-03-01"


def person(us: Caller, name: str = "Ada") -> int:
    made: int = us.post("/people", {"name": name}).json()["id"]
    return made


def keep(us: Caller, who: int, values: dict[str, Any], **more: Any) -> Any:
    texts = {k: str(v) for k, v in values.items()}
    return us.post(f"/people/{who}/charts", {"taken_on": DAY, "texts": texts, **more})


def stored(who: int) -> list[tuple[str, dict[str, float]]]:
    charts = MeasureChart.objects.filter(person_id=who).order_by("pk")
    return [(c.taken_on.isoformat(), c.values) for c in charts]


def seen(chart: dict[str, Any]) -> dict[str, Any]:
    return {"id": chart["id"], "version": chart["version"]}


class TestTheSameDay:
    def test_a_second_chart_of_a_day_is_asked_about_and_the_first_stays_whole(self, us: Caller) -> None:
        who = person(us)
        keep(us, who, WHOLE)
        answer = keep(us, who, {"waist_girth": 71})
        assert answer.status_code == 409
        assert answer.json()["error"]["code"] == "same_day"
        assert f"a chart of {DAY} already, with {len(WHOLE)} measures" in answer.json()["error"]["message"]
        assert stored(who) == [(DAY, WHOLE)]

    def test_put_among_them_only_what_was_typed_changes(self, us: Caller) -> None:
        who = person(us)
        keep(us, who, WHOLE)
        merged = keep(us, who, {"waist_girth": 71}, same_day="merge").json()
        assert merged["values"] == WHOLE | {"waist_girth": 71.0}
        assert list(merged["values"]) == [k for k in MEASURES if k in WHOLE], "in the order of taking"
        assert merged["version"] == 2
        assert stored(who) == [(DAY, WHOLE | {"waist_girth": 71.0})]

    def test_or_kept_beside_as_a_chart_of_its_own(self, us: Caller) -> None:
        who = person(us)
        keep(us, who, WHOLE)
        keep(us, who, {"waist_girth": 71}, same_day="beside")
        assert stored(who) == [(DAY, WHOLE), (DAY, {"waist_girth": 71.0})]

    def test_a_chart_of_somebody_else_is_not_changed_for_her(self, us: Caller) -> None:
        ida = keep(us, person(us, "Ida"), WHOLE).json()
        answer = keep(us, person(us), {"waist_girth": 71}, changes=seen(ida))
        assert answer.status_code == 404
        told = answer.json()["error"]
        assert told["message"] == "There is no such measure chart in this workroom. Choose one of the people's charts."
        assert told["cure"] == "Choose one of the people's charts."
        assert MeasureChart.objects.get().values == WHOLE

    def test_another_day_is_another_chart(self, us: Caller) -> None:
        who = person(us)
        first = keep(us, who, WHOLE).json()
        again = keep(us, who, WHOLE | {"waist_girth": 76}, taken_on="2026-06-01", changes=seen(first))
        assert again.json()["id"] != first["id"]
        assert [day for day, _ in stored(who)] == [DAY, "2026-06-01"]
        assert stored(who)[0][1] == WHOLE


class TestTwoTabs:
    def test_the_second_is_told_and_what_the_first_kept_stays(self, us: Caller) -> None:
        who = person(us)
        first = keep(us, who, WHOLE).json()
        keep(us, who, WHOLE | {"waist_girth": 71}, changes=seen(first))
        late = keep(us, who, WHOLE | {"hip_girth": 99}, changes=seen(first))
        assert late.status_code == 409
        assert late.json()["error"]["code"] == "changed_meanwhile"
        assert "What you typed stays here" in late.json()["error"]["message"]
        assert stored(who) == [(DAY, WHOLE | {"waist_girth": 71.0})]

    def test_one_that_saw_the_newest_changes_it_also_by_leaving_measures_out(self, us: Caller) -> None:
        who = person(us)
        first = keep(us, who, WHOLE).json()
        second = keep(us, who, {"bust_girth": 90}, changes=seen(first))
        assert second.status_code == 200
        assert stored(who) == [(DAY, {"bust_girth": 90.0})], "who changes a chart may take measures out of it"

    def test_kept_unchanged_it_is_no_change(self, us: Caller) -> None:
        who = person(us)
        first = keep(us, who, WHOLE).json()
        assert keep(us, who, WHOLE, changes=seen(first)).json()["version"] == 1
        assert us.get(f"/charts/{first['id']}/earlier").json() == []


class TestEarlierStates:
    def test_each_can_be_had_back_and_having_it_back_can_be_undone(self, us: Caller) -> None:
        who = person(us)
        first = keep(us, who, WHOLE, estimated=["body_rise"]).json()
        second = keep(us, who, {"bust_girth": 90}, changes=seen(first)).json()
        earlier = us.get(f"/charts/{first['id']}/earlier").json()
        assert [(e["number"], e["measures"]) for e in earlier] == [(1, len(WHOLE))]
        gone = [r for r in earlier[0]["rows"] if not r["before"]]
        assert len(gone) == len(WHOLE) - 1, "each measure that was taken out is told, with what it was"
        back = us.post(f"/charts/{first['id']}/earlier/1/back", {"version": second["version"]}).json()
        assert (back["values"], back["estimated"], back["version"]) == (WHOLE, ["body_rise"], 3)
        again = us.post(f"/charts/{first['id']}/earlier/2/back", {"version": 3}).json()
        assert again["values"] == {"bust_girth": 90.0}

    def test_not_over_what_somebody_else_kept_meanwhile(self, us: Caller) -> None:
        who = person(us)
        first = keep(us, who, WHOLE).json()
        keep(us, who, {"bust_girth": 90}, changes=seen(first))
        late = us.post(f"/charts/{first['id']}/earlier/1/back", {"version": 1})
        assert late.json()["error"]["code"] == "changed_meanwhile"
        assert us.post(f"/charts/{first['id']}/earlier/7/back", {"version": 2}).status_code == 404


class TestFiles:
    def send(self, us: Caller, who: int, raw: bytes, how: str, seen: str = "") -> Any:
        url = f"/api/people/{who}/charts/import?taken_on=2026-05-01&name=ada.json&keep={how}{seen}"
        return us.client.post(url, raw, content_type="application/json")

    def file(self, **values: float) -> bytes:
        head = {"format": "steady-shear", "version": 1, "kind": "measures", "taken_on": DAY, "values": values}
        return json.dumps(head).encode()

    def test_what_it_would_change_is_shown_before_anything_is(self, us: Caller) -> None:
        who = person(us)
        keep(us, who, WHOLE)
        bust = WHOLE["bust_girth"]
        plan = self.send(us, who, self.file(bust_girth=bust, waist_girth=71), "look")
        told = plan.json()
        assert (told["taken_on"], told["chart"] is None, told["version"], told["kept"]) == (DAY, False, 1, None)
        waist = next(r for r in told["rows"] if r["title"] == MEASURES["waist_girth"].title)
        assert (waist["before"], waist["after"]) == (f"{WHOLE['waist_girth']:.1f} cm", "71.0 cm")
        assert stored(who) == [(DAY, WHOLE)]

    def test_kept_as_new_it_is_asked_about_and_put_among_the_others_it_changes_what_was_shown(self, us: Caller) -> None:
        who = person(us)
        keep(us, who, WHOLE)
        raw = self.file(waist_girth=71)
        assert self.send(us, who, raw, "new").json()["error"]["code"] == "same_day"
        kept = self.send(us, who, raw, "merge").json()["kept"]
        assert stored(who) == [(DAY, WHOLE | {"waist_girth": 71.0})]
        assert us.get(f"/charts/{kept['id']}/earlier").json()[0]["why"] == "taken in from ada.json"

    def test_what_was_changed_between_looking_and_keeping_is_told(self, us: Caller) -> None:
        who = person(us)
        first = keep(us, who, WHOLE).json()
        raw = self.file(waist_girth=71)
        plan = self.send(us, who, raw, "look").json()
        keep(us, who, WHOLE | {"waist_girth": 75}, changes=seen(first))
        shown = f"&chart={plan['chart']}&version={plan['version']}"
        late = self.send(us, who, raw, "merge", shown)
        assert (late.status_code, late.json()["error"]["code"]) == (409, "changed_meanwhile")
        assert stored(who) == [(DAY, WHOLE | {"waist_girth": 75.0})]
        again = self.send(us, who, raw, "look").json()
        kept = self.send(us, who, raw, "merge", f"&chart={again['chart']}&version={again['version']}").json()["kept"]
        assert kept["values"] == WHOLE | {"waist_girth": 71.0}

    def test_a_copy_onto_a_day_with_measures_never_makes_estimates_of_them(self, us: Caller) -> None:
        ada, eve = person(us), person(us, "Eve")
        source = keep(us, ada, WHOLE).json()
        keep(us, eve, {"waist_girth": 71})
        to = {"person_id": eve, "taken_on": DAY}
        assert us.post(f"/charts/{source['id']}/copy", to).json()["error"]["code"] == "same_day"
        merged = us.post(f"/charts/{source['id']}/copy", to | {"same_day": "merge"}).json()
        assert merged["values"] == WHOLE | {"waist_girth": 71.0}
        assert set(merged["estimated"]) == set(WHOLE) - {"waist_girth"}
