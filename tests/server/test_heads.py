"""Several blocks in one style: laid down, taken away, cut for another person; where sheets lie; what a hand points at."""

from __future__ import annotations

from datetime import date
from typing import Any

import pytest

from patterncraft.drafting.schools import school
from patterncraft.fitting.corrected import corrected
from patterncraft.formats.openfile_io import block_file
from patterncraft.paper.sewn import sewn_length
from server.people.models import MeasureChart, Person
from server.shelf.models import Block
from server.shelf.services import draft_of, keep_block, keep_revision
from server.styles.models import Style, StyleEdit
from server.styles.services import new_style, pins_of
from tests.rich import PANEL
from tests.samples import WHOLE

from .conftest import Caller

FULLER = WHOLE | {"bust_girth": 104.0, "waist_girth": 86.0, "hip_girth": 110.0, "upper_arm_girth": 33.0}


@pytest.fixture
def wilma(us: Caller) -> Person:
    return measured(us, "Wilma", WHOLE)


@pytest.fixture
def bodice(us: Caller, wilma: Person) -> Block:
    return hung(us, wilma, "bodice-direct")


@pytest.fixture
def sleeve(us: Caller, wilma: Person, bodice: Block) -> Block:
    return hung(us, wilma, "sleeve-compass", on=bodice)


@pytest.fixture
def skirt(us: Caller, wilma: Person) -> Block:
    return hung(us, wilma, "skirt")


@pytest.fixture
def dress(us: Caller, bodice: Block) -> Style:
    return new_style(us.room, "Dress", bodice.revisions.all()[0])


def measured(us: Caller, name: str, chart: dict[str, float]) -> Person:
    person = Person.objects.create(workroom=us.room, name=name)
    MeasureChart.objects.create(person=person, taken_on=date(2026, 9, 1), values=chart)
    return person


def hung(us: Caller, person: Person, name: str, on: Block | None = None, **settings: Any) -> Block:
    chart = MeasureChart.objects.get(person=person).values
    base = draft_of(on.revisions.all()[0].pk) if on else None
    draft = school(name).draft(chart, settings, base)
    return keep_block(us.room, f"{person.name}, {name}", person, block_file(draft, name))


def lay_down(us: Caller, style: Style, block: Block, **more: Any) -> Any:
    style.refresh_from_db()
    return us.post(f"/styles/{style.pk}/blocks", {"version": style.version, "block_id": block.pk, **more})


def put_in(us: Caller, style: Style, *steps: dict[str, Any]) -> Any:
    style.refresh_from_db()
    answer = us.post(f"/styles/{style.pk}/steps", {"version": style.version, "steps": list(steps), "label": "put in"})
    assert answer.status_code == 200, answer.json()
    return answer.json()


def fault(answer: Any, status: int = 422) -> Any:
    assert answer.status_code == status, answer.json()
    return answer.json()["error"]


def roles(style: Style) -> list[str]:
    return [role for role, _ in pins_of(style)]


def promises(detail: Any) -> dict[str, Any]:
    return {p["name"]: p for p in detail["work"]["promises"]}


def test_a_sleeve_laid_beside_its_bodice_is_one_seam_with_the_armhole(
    us: Caller, dress: Style, bodice: Block, sleeve: Block
) -> None:
    answer = lay_down(us, dress, sleeve).json()
    armhole = promises(answer["style"])["armhole"]
    cut = draft_of(bodice.revisions.all()[0].pk).pattern
    measured_there = sum(e.length for p in cut.pieces for e in p.outline if e.name == "armhole")
    assert armhole["length_b"] == pytest.approx(measured_there, abs=1e-6)
    assert armhole["length_a"] - armhole["length_b"] == pytest.approx(2.0, abs=0.02)
    assert armhole["kept"]
    assert any("The sleeve cap meets the front armhole and back armhole" in t for t in answer["told"])
    assert roles(dress) == ["bodice", "sleeve"]


def test_a_second_block_of_a_kind_takes_a_role_of_its_own_and_a_taken_one_is_refused(
    us: Caller, dress: Style, bodice: Block
) -> None:
    assert lay_down(us, dress, bodice).status_code == 200
    assert roles(dress) == ["bodice", "bodice 2"]
    answer = lay_down(us, dress, bodice, role="lining").json()["style"]
    assert {p["name"] for p in answer["work"]["table"]["pieces"]} >= {"front", "bodice 2 front", "lining front"}
    again = fault(lay_down(us, dress, bodice, role="lining"))
    assert again["field"] == "role"
    assert "has a lining already" in again["message"]
    assert roles(dress) == ["bodice", "bodice 2", "lining"]


def test_another_persons_block_is_asked_about_not_refused(us: Caller, dress: Style) -> None:
    other = hung(us, measured(us, "Fenna", FULLER), "skirt")
    asked = fault(lay_down(us, dress, other), 409)
    assert asked["code"] == "other_person"
    assert "Fenna" in asked["message"]
    assert "Wilma" in asked["message"]
    assert roles(dress) == ["bodice"]
    assert lay_down(us, dress, other, sure=True).status_code == 200
    assert roles(dress) == ["bodice", "skirt"]


def test_undo_takes_a_laid_block_back_and_redo_lays_it_down_again(us: Caller, dress: Style, sleeve: Block) -> None:
    put_in(us, dress, PANEL)
    lay_down(us, dress, sleeve)
    dress.refresh_from_db()
    back = us.post(f"/styles/{dress.pk}/undo", {"version": dress.version}).json()
    assert roles(dress) == ["bodice"]
    assert len(back["work"]["recipe"]) == 1, "the step before it stays"
    assert "sleeve" not in {p["name"] for p in back["work"]["table"]["pieces"]}
    again = us.post(f"/styles/{dress.pk}/redo", {"version": back["version"]}).json()
    assert roles(dress) == ["bodice", "sleeve"]
    # The armhole was cut in two meanwhile: the cap meets both parts and the back.
    assert promises(again)["armhole"]["side_b"] == "side front armhole + centre front armhole + back armhole"


def test_a_sleeve_for_an_armhole_that_became_a_hem_is_refused_with_the_step(us: Caller, dress: Style, sleeve: Block) -> None:
    """The back armhole was made a hem, as on a pinafore: nothing is left there to sew a cap to."""
    put_in(us, dress, PANEL, {"move": "turn_edge_into", "piece": "back", "edge": "armhole", "kind": "hem"})
    refused = fault(lay_down(us, dress, sleeve))
    assert "step 2 could not be done any more: the armhole is sewn to the sleeve cap" in refused["message"]
    assert "Undo that step first" in refused["cure"]
    assert roles(dress) == ["bodice"]


def test_a_sleeve_for_an_armhole_that_was_put_away_is_refused_with_the_step(us: Caller, dress: Style, sleeve: Block) -> None:
    line = [{"edge": "side", "from": "waist", "distance": 3.0}, {"edge": "centre front", "from": "waist", "distance": 3.0}]
    cut = {"move": "cut_along", "piece": "front", "line": line, "names": ["body", "band"]}
    away = [{"move": "put_away", "piece": name} for name in ("back", "body")]
    put_in(us, dress, {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"dart": "side dart"}}, cut, *away)
    refused = fault(lay_down(us, dress, sleeve))
    assert "the armhole it would be sewn to is cut away in step 4." in refused["message"]
    assert refused["field"] == "block_id"
    assert roles(dress) == ["bodice"]


def test_a_bodice_for_a_cap_that_was_put_away_is_refused_with_the_cap(us: Caller, bodice: Block, sleeve: Block) -> None:
    """The other way about: the sleeve lies there first, and what comes stands second in the seam."""
    forearm = new_style(us.room, "Mitten", sleeve.revisions.all()[0])
    line = [{"edge": f"{side} underarm", "from": "cap", "distance": 9.0} for side in ("front", "back")]
    cut = {"move": "cut_along", "piece": "sleeve", "line": line, "names": ["crown", "forearm"]}
    put_in(us, forearm, cut, {"move": "put_away", "piece": "crown"})
    refused = fault(lay_down(us, forearm, bodice))
    assert "the cap it would be sewn to is cut away in step 2." in refused["message"]
    assert roles(forearm) == ["sleeve"]


def test_a_block_that_a_step_works_on_stays_and_so_does_the_last_one(us: Caller, dress: Style, skirt: Block) -> None:
    lay_down(us, dress, skirt)
    flare = {"move": "slash_and_spread", "piece": "skirt front", "from_edge": "hem", "to_edge": "waist", "count": 2, "opening": 3}
    put_in(us, dress, flare)
    dress.refresh_from_db()
    kept = fault(us.post(f"/styles/{dress.pk}/blocks/skirt/away", {"version": dress.version}))
    assert "step 1 could not be done any more" in kept["message"]
    assert roles(dress) == ["bodice", "skirt"]
    assert us.post(f"/styles/{dress.pk}/blocks/bodice/away", {"version": dress.version}).status_code == 200
    dress.refresh_from_db()
    last = fault(us.post(f"/styles/{dress.pk}/blocks/skirt/away", {"version": dress.version}))
    assert "needs at least one block" in last["message"]
    unknown = fault(us.post(f"/styles/{dress.pk}/blocks/cape/away", {"version": dress.version}))
    assert "has no cape" in unknown["message"]
    assert "skirt" in unknown["cure"]


@pytest.mark.parametrize("order", [("bodice", "sleeve", "skirt"), ("skirt", "sleeve", "bodice")])
def test_cut_for_another_person_all_blocks_are_hers_whatever_their_order(
    us: Caller, bodice: Block, sleeve: Block, skirt: Block, order: tuple[str, ...]
) -> None:
    fenna = measured(us, "Fenna", FULLER)
    of = {"bodice": bodice, "sleeve": sleeve, "skirt": skirt}
    style = new_style(us.room, "Dress", of[order[0]].revisions.all()[0])
    for role in order[1:]:
        assert lay_down(us, style, of[role]).status_code == 200
    style.refresh_from_db()
    answer = us.post(f"/styles/{style.pk}/person", {"version": style.version, "person_id": fenna.pk})
    assert answer.status_code == 200, answer.json()
    assert roles(style) == list(order)
    drafts = {role: draft_of(pk) for role, pk in pins_of(style)}
    assert drafts["bodice"].measures["bust_girth"] == FULLER["bust_girth"]
    assert drafts["skirt"].measures["hip_girth"] == FULLER["hip_girth"]
    assert drafts["sleeve"].base is not None
    assert drafts["sleeve"].base.school == "bodice-direct"
    # Her own sleeve for her own armhole: its ease is the school's, not what Wilma's would leave.
    armhole = promises(answer.json()["style"])["armhole"]
    assert armhole["kept"]
    assert armhole["length_a"] - armhole["length_b"] == pytest.approx(2.0, abs=0.02)
    assert sum("drafted now from the measures of 2026-09-01" in t for t in answer.json()["told"]) == 3
    assert Block.objects.filter(person=fenna).count() == 3


def test_cut_for_another_her_own_block_comes_from_the_shelf_and_undo_brings_the_first_person_back(us: Caller, dress: Style) -> None:
    fenna = measured(us, "Fenna", FULLER)
    own = hung(us, fenna, "bodice-direct", waist_ease=5.0)
    wilmas = pins_of(dress)
    put_in(us, dress, PANEL)
    dress.refresh_from_db()
    answer = us.post(f"/styles/{dress.pk}/person", {"version": dress.version, "person_id": fenna.pk}).json()
    assert "told" in answer, answer
    assert [t for t in answer["told"] if "from the shelf" in t]
    assert pins_of(dress) == (("bodice", own.revisions.all()[0].pk),)
    assert promises(answer["style"])["panel"]["kept"]
    us.post(f"/styles/{dress.pk}/undo", {"version": answer["style"]["version"]})
    assert pins_of(dress) == wilmas
    # What was taken out of use is not cut from: hers is drafted anew.
    Block.objects.filter(pk=own.pk).update(state=Block.State.RETIRED)
    dress.refresh_from_db()
    again = us.post(f"/styles/{dress.pk}/person", {"version": dress.version, "person_id": fenna.pk}).json()
    assert [t for t in again["told"] if "drafted now from the measures of" in t]
    assert own.revisions.all()[0].pk not in dict(pins_of(dress)).values()


def test_what_a_fitting_corrected_is_corrected_on_the_block_drafted_for_another(us: Caller, bodice: Block) -> None:
    taken = {"move": "take_in", "piece": "front", "darts": ["waist dart"], "amount": 0.5}
    fitted = corrected(draft_of(bodice.revisions.all()[0].pk), [{"correction": "step", "step": taken}])
    style = new_style(us.room, "Fitted", keep_revision(bodice, block_file(fitted, bodice.name), "after toile 1"))
    fenna = measured(us, "Fenna", FULLER)
    us.post(f"/styles/{style.pk}/person", {"version": style.version, "person_id": fenna.pk})
    hers = draft_of(pins_of(style)[0][1])
    plain = school("bodice-direct").draft(hers.measures, hers.settings).pattern.piece("front")
    assert [c["step"]["amount"] for c in hers.corrections] == [0.5]
    assert sewn_length(plain, "waist") - sewn_length(hers.pattern.piece("front"), "waist") == pytest.approx(0.5, abs=1e-6)


@pytest.mark.parametrize("has_bodice", [True, False])
def test_a_sleeve_alone_is_cut_for_another_on_an_armhole_of_her_own(us: Caller, sleeve: Block, has_bodice: bool) -> None:
    """A style of one sleeve: it is drawn on her bodice, from the shelf or drafted for it."""
    fenna = measured(us, "Fenna", FULLER)
    own = hung(us, fenna, "bodice-direct", waist_ease=5.0) if has_bodice else None
    style = new_style(us.room, "Sleeve", sleeve.revisions.all()[0])
    answer = us.post(f"/styles/{style.pk}/person", {"version": style.version, "person_id": fenna.pk})
    assert answer.status_code == 200, answer.json()
    drawn = draft_of(pins_of(style)[0][1])
    assert drawn.base is not None
    assert drawn.base.measures["bust_girth"] == FULLER["bust_girth"]
    bodices = Block.objects.filter(person=fenna, name__icontains="bodice")
    assert bodices.count() == 1, "one bodice: hers, or the one drafted now"
    if own:
        assert drawn.base.settings["waist_ease"] == 5.0
    front, back = (sum(e.length for e in drawn.base.pattern.piece(n).outline if e.name == "armhole") for n in ("front", "back"))
    cap = sum(e.length for e in drawn.pattern.piece("sleeve").outline if e.name == "cap")
    assert cap - front - back == pytest.approx(2.0, abs=0.02)


def test_nobody_without_measures_and_no_traced_block_is_cut_for(us: Caller, dress: Style) -> None:
    bare = Person.objects.create(workroom=us.room, name="Gesa")
    dress.refresh_from_db()
    answer = us.post(f"/styles/{dress.pk}/person", {"version": dress.version, "person_id": bare.pk})
    assert "there are no measures of Gesa" in fault(answer)["message"]
    assert Block.objects.filter(person=bare).count() == 0
    assert StyleEdit.objects.filter(style=dress, number__gt=0).count() == 0


def test_a_stale_version_and_strangers_blocks_change_nothing(us: Caller, strangers: Caller, dress: Style, sleeve: Block) -> None:
    put_in(us, dress, PANEL)
    stale = us.post(f"/styles/{dress.pk}/blocks", {"version": 0, "block_id": sleeve.pk})
    assert stale.status_code == 409
    dress.refresh_from_db()
    for caller, block in ((strangers, sleeve), (us, None)):
        theirs = block or hung(strangers, measured(strangers, "Eve", WHOLE), "skirt")
        body = {"version": dress.version, "block_id": theirs.pk}
        assert caller.post(f"/styles/{dress.pk}/blocks", body).status_code == 404
    assert roles(dress) == ["bodice"]


def test_sheets_stay_where_a_hand_laid_them_and_an_empty_list_tidies(us: Caller, dress: Style, skirt: Block) -> None:
    tidy = lay_down(us, dress, skirt).json()["style"]["work"]["table"]["pieces"]
    before = {p["name"]: p["at"] for p in tidy}
    us.send("PUT", f"/styles/{dress.pk}/layout", {"sheets": {"back": {"x": -120.0, "y": 15.0, "turn": 30.0}}})
    laid = {p["name"]: p for p in us.get(f"/styles/{dress.pk}").json()["work"]["table"]["pieces"]}
    assert (laid["back"]["at"], laid["back"]["turn"]) == ({"x": -120.0, "y": 15.0}, 30.0)
    # It survives steps on other sheets, and moves none of them.
    put_in(us, dress, PANEL)
    after = {p["name"]: p["at"] for p in us.get(f"/styles/{dress.pk}").json()["work"]["table"]["pieces"]}
    assert after["back"] == {"x": -120.0, "y": 15.0}
    assert after["skirt back"] == before["skirt back"]
    again = us.send("PUT", f"/styles/{dress.pk}/layout", {"sheets": {}}).json()
    assert next(p["at"] for p in again["work"]["table"]["pieces"] if p["name"] == "back") == before["back"]
    far = us.send("PUT", f"/styles/{dress.pk}/layout", {"sheets": {"back": {"x": 1e9, "y": 0}}})
    assert far.status_code == 422


def test_a_place_is_pointed_at_on_a_sheet_that_was_slid_and_turned(us: Caller, dress: Style) -> None:
    """Ninety degrees clockwise as seen, y down: the sheet's (x, y) lies at (at.x − y, at.y + x)."""
    us.send("PUT", f"/styles/{dress.pk}/layout", {"sheets": {"front": {"x": 200.0, "y": 50.0, "turn": 90.0}}})
    blocks = us.get(f"/styles/{dress.pk}").json()["blocks"]
    pattern = draft_of(pins_of(dress)[0][1]).pattern
    shoulder = next(e.path for e in pattern.piece("front").outline if e.name == "shoulder")
    middle = 0.5 * (shoulder.start + shoulder.end)
    pointer = {"x": 200.0 - middle.imag, "y": 50.0 + middle.real, "field": "to"}
    trying = {"move": "rotate_dart", "dart": "waist dart"}
    question = {"blocks": blocks, "steps": [], "trying": trying, "pointer": pointer, "style_id": dress.pk}
    answer = us.post("/preview", question).json()
    assert answer["step"]["piece"] == "front"
    assert answer["step"]["to"] == {"edge": "shoulder", "from": "neckline", "fraction": 0.5}
    assert answer["pointed"] == "the middle of the shoulder"
