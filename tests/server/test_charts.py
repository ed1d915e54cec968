"""Charts beyond typing: estimates, files, copies, comparisons, which schools they are enough for."""

import json
from typing import Any

import pytest

from patterncraft.drafting.schools import SCHOOLS
from patterncraft.measures.keys import MEASURES
from tests.samples import WHOLE
from tests.server.conftest import Caller


def person(us: Caller, name: str = "Ada") -> int:
    return us.post("/people", {"name": name}).json()["id"]


def chart(us: Caller, who: int, values: dict[str, Any], day: str = "2026-03-01", **more: Any) -> dict[str, Any]:
    texts = {k: str(v) for k, v in values.items()}
    return us.post(f"/people/{who}/charts", {"taken_on": day, "texts": texts, **more}).json()


def test_measures_come_in_the_order_of_taking_with_their_drawings(us: Caller) -> None:
    out = us.get("/measure-keys").json()
    assert [k["key"] for k in out["keys"]] == list(MEASURES)
    for k in out["keys"]:
        assert k["tape"]["view"] in out["figures"]
        assert k["tape"]["seen"][0].startswith("M ")
        assert all(k[x].endswith(".") for x in ("where", "how", "wrong"))


def test_estimates_fill_what_is_missing_and_stay_marked_until_measured(us: Caller) -> None:
    filled = us.post("/measures/from-table", {"table": "handbook-women", "texts": {"bust_girth": "90", "waist_girth": "71"}}).json()
    assert filled["texts"]["bust_girth"] == "90"
    assert filled["texts"]["hip_girth"] == "95.0"
    assert "waist_girth" not in filled["estimated"]
    kept = us.post(f"/people/{person(us)}/charts", {"taken_on": "2026-03-01", **filled}).json()
    assert kept["estimated"] == filled["estimated"]
    measured = [k for k in filled["estimated"] if k != "hip_girth"]
    again = us.post(
        f"/people/{us.get('/people').json()[0]['id']}/charts",
        {
            "taken_on": "2026-03-01",
            "texts": filled["texts"],
            "estimated": measured,
            "changes": {"id": kept["id"], "version": kept["version"]},
        },
    )
    assert "hip_girth" not in again.json()["estimated"]
    # A key that has no value is no estimate.
    bare = chart(us, person(us, "Eve"), {"bust_girth": 90}, estimated=["hip_girth", "bust_girth"])
    assert bare["estimated"] == ["bust_girth"]


@pytest.mark.parametrize(
    ("body", "says"),
    [
        ({"table": "moon", "texts": {}}, "no size table"),
        ({"table": "handbook-women", "texts": {}}, "found by the bust"),
        ({"table": "handbook-women", "size": "99", "texts": {}}, "no size called"),
        ({"table": "handbook-women", "texts": {"bust_girth": "lots"}}, "not a length"),
    ],
)
def test_estimates_are_refused_in_words(us: Caller, body: dict[str, Any], says: str) -> None:
    answer = us.post("/measures/from-table", body)
    assert answer.status_code == 422
    assert says in answer.json()["error"]["message"]


@pytest.mark.parametrize("kind", ["csv", "json"])
def test_chart_out_and_in_again(us: Caller, kind: str) -> None:
    first = chart(us, person(us), WHOLE, estimated=["body_rise"])
    raw = us.get(f"/charts/{first['id']}/file.{kind}").content
    other = person(us, "Eve")
    taken = us.client.post(
        f"/api/people/{other}/charts/import?taken_on=2026-05-01&name=chart.{kind}&keep=new", raw, content_type="text/plain"
    )
    assert taken.status_code == 200
    kept = taken.json()["kept"]
    assert kept["values"] == pytest.approx(first["values"], abs=0.051)
    assert kept["estimated"] == ["body_rise"]
    assert kept["taken_on"] == ("2026-03-01" if kind == "json" else "2026-05-01"), "a file's own date wins"


def test_files_that_are_no_chart_are_refused_and_change_nothing(us: Caller, strangers: Caller) -> None:
    who = person(us)
    for raw, says in (
        (b"{}", "not a Steady Shear file"),
        (b"a,b", "does not name the columns"),
        (b"", "does not name the columns"),
    ):
        answer = us.client.post(f"/api/people/{who}/charts/import?taken_on=2026-05-01&name=x", raw, content_type="text/plain")
        assert answer.status_code == 422
        assert says in answer.json()["error"]["message"]
    assert us.get("/people").json()[0]["charts"] == []
    taken = strangers.client.post(
        f"/api/people/{who}/charts/import?taken_on=2026-05-01", b"key,value\nbust_girth,90", content_type="text/plain"
    )
    assert taken.status_code == 404


def test_copied_measures_are_estimates_on_another_person(us: Caller, strangers: Caller) -> None:
    first = chart(us, person(us), WHOLE)
    other = person(us, "Eve")
    copied = us.post(f"/charts/{first['id']}/copy", {"person_id": other, "taken_on": "2026-06-01"}).json()
    assert copied["values"] == first["values"]
    assert set(copied["estimated"]) == set(WHOLE)
    assert strangers.post(f"/charts/{first['id']}/copy", {"person_id": other, "taken_on": "2026-06-01"}).status_code == 404


def test_two_charts_compared(us: Caller, strangers: Caller) -> None:
    who = person(us)
    a = chart(us, who, WHOLE)
    b = chart(us, who, WHOLE | {"hip_girth": 100.0}, "2026-03-10")
    rows = us.get(f"/charts/compare?before={a['id']}&after={b['id']}").json()
    hip = next(r for r in rows["rows"] if r["title"] == "Hip")
    assert (hip["before"], hip["after"], hip["by"]) == ("98.0 cm", "100.0 cm", "+2.0 cm")
    assert "slipped" in hip["hint"]
    assert next(r for r in rows["rows"] if r["title"] == "Bust")["by"] == "the same"
    assert strangers.get(f"/charts/compare?before={a['id']}&after={b['id']}").status_code == 404


def test_five_values_are_enough_for_some_and_each_other_school_says_what_it_lacks(us: Caller) -> None:
    few = {k: WHOLE[k] for k in ("bust_girth", "waist_girth", "hip_girth", "shoulder_width", "waist_to_hip")}
    made = chart(us, person(us), few)
    rows = {r["school"]: r for r in us.get(f"/charts/{made['id']}/schools").json()}
    assert set(rows) == set(SCHOOLS)
    assert {n for n, r in rows.items() if r["ready"]} == {"loose-jacket", "skirt", "gored-skirt", "torso"}
    assert rows["bodice-direct"]["lacks"] == ["Shoulder to bust", "Bust span", "Front shoulder to waist"]
    assert rows["sleeve-thirds"]["lacks"] == ["Upper arm", "Arm length", "Wrist"]


def test_schools_are_compared_on_one_chart(us: Caller) -> None:
    made = chart(us, person(us), {k: v for k, v in WHOLE.items() if k != "round_shoulder_girth"})
    rows = {r["name"]: r for r in us.get(f"/charts/{made['id']}/schools/compared").json()}
    assert rows["off-shoulder"]["lacks"] == ["Round both shoulders"]
    assert rows["off-shoulder"]["drawing"] is None
    assert rows["sleeve-compass"]["on"] == "Direct-measure bodice"
    figures = {f["label"]: f["text"] for f in rows["bodice-half-sheet"]["figures"]}
    assert figures["Bust ease"] == "10.0 cm"
    assert figures["Darts on the half"] == "4"
    assert all(r["drawing"]["pieces"] for n, r in rows.items() if n != "off-shoulder")


def test_blank_sheet_is_a_pdf_on_the_house_paper(us: Caller) -> None:
    assert us.get("/measuring-sheet.pdf").content.startswith(b"%PDF")


def test_house_rules_give_a_school_its_defaults(us: Caller) -> None:
    us.send("PUT", "/house-rules/one", {"field": "cap_ease", "text": "1.5"})
    schools = {s["name"]: s for s in us.get("/schools").json()}
    ease = next(x for x in schools["sleeve-compass"]["settings"] if x["name"] == "cap_ease")
    assert (ease["default"], ease["house"]) == (1.5, True)
    base = us.post("/blocks", {"name": "B", "chart_id": chart(us, person(us), WHOLE)["id"], "school": "bodice-direct"}).json()
    answer = us.post("/drafts", {"school": "sleeve-compass", "measures": WHOLE, "base_id": base["id"]}).json()
    cap = next(x for x in answer["audit"] if x["title"].startswith("Armhole seam"))
    assert cap["text"].endswith("= 1.5 cm")


def test_sleeve_for_an_armhole_that_does_not_exist(us: Caller, strangers: Caller) -> None:
    none = us.post("/drafts", {"school": "sleeve-compass", "measures": WHOLE})
    assert "none is chosen" in none.json()["error"]["message"]
    made = chart(us, person(us), WHOLE)
    skirt = us.post("/blocks", {"name": "S", "chart_id": made["id"], "school": "skirt"}).json()
    wrong = us.post("/drafts", {"school": "sleeve-compass", "measures": WHOLE, "base_id": skirt["id"]})
    assert "a block with an armhole" in wrong.json()["error"]["message"]
    theirs = strangers.post("/drafts", {"school": "sleeve-compass", "measures": WHOLE, "base_id": skirt["id"]})
    assert theirs.status_code == 404


def test_a_sleeve_keeps_the_block_it_was_made_for(us: Caller) -> None:
    made = chart(us, person(us), WHOLE)
    base = us.post("/blocks", {"name": "B", "chart_id": made["id"], "school": "bodice-direct"}).json()
    sleeve = us.post("/blocks", {"name": "Sl", "chart_id": made["id"], "school": "sleeve-compass", "base_id": base["id"]}).json()
    detail = us.get(f"/blocks/{sleeve['id']}").json()
    assert (detail["based_on"], detail["family"]) == ("Direct-measure bodice", "sleeve")
    assert detail["draft"]["stages"], "its construction is drawn again without the bodice on the shelf"
    file = json.loads(us.get(f"/blocks/{sleeve['id']}/file").content)
    assert file["drafted"]["on"]["drafted"]["school"] == "bodice-direct"


def test_cure_of_a_broken_line_hangs_up_a_new_revision(us: Caller) -> None:
    made = chart(us, person(us), WHOLE)
    block = us.post(
        "/blocks", {"name": "B", "chart_id": made["id"], "school": "bodice-direct", "settings": {"true_shoulder": False}}
    ).json()
    before = us.get(f"/blocks/{block['id']}").json()
    line = next(x for x in before["draft"]["audit"] if x["kept"] is False)
    after = us.post(f"/blocks/{block['id']}/cure", {k: line["remedy"][k] for k in ("settings", "correction")}).json()
    assert after["revision"] == 2
    assert [x for x in after["draft"]["audit"] if x["kept"] is False] == []
    nothing = us.post(f"/blocks/{block['id']}/cure", {})
    assert "nothing to apply" in nothing.json()["error"]["message"]


def test_correction_on_card_is_listed_with_the_block(us: Caller, strangers: Caller) -> None:
    made = chart(us, person(us), WHOLE)
    block = us.post(
        "/blocks", {"name": "B", "chart_id": made["id"], "school": "bodice-direct", "settings": {"true_shoulder": False}}
    ).json()
    after = us.post(f"/blocks/{block['id']}/cure", {"correction": {"correction": "match_shoulders"}}).json()
    assert after["corrections"] == ["front shoulder trued to the back"]
    assert us.post(f"/blocks/{block['id']}/cure", {"correction": {"correction": "iron"}}).status_code == 422
    assert strangers.post(f"/blocks/{block['id']}/cure", {"correction": {"correction": "match_shoulders"}}).status_code == 404


def test_redraft_with_other_settings_keeps_measures_and_the_rest(us: Caller) -> None:
    made = chart(us, person(us), WHOLE)
    block = us.post(
        "/blocks", {"name": "B", "chart_id": made["id"], "school": "bodice-direct", "settings": {"waist_ease": "4"}}
    ).json()
    again = us.post(f"/blocks/{block['id']}/revisions", {"settings": {"bust_ease": "6"}}).json()
    assert (again["settings"]["waist_ease"], again["settings"]["bust_ease"]) == (4, 6)
