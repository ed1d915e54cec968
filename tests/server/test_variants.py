"""Styles made from styles, and two of them laid over each other, through the API."""

from __future__ import annotations

from math import hypot
from typing import Any

import pytest

from server.people.models import MeasureChart, Person
from server.shelf.models import Block
from server.styles.models import Style
from server.styles.services import pins_of, steps_of
from tests.rich import PANEL

from .conftest import ROTATE, Caller
from .test_heads import FULLER, bodice, dress, fault, hung, measured, put_in, wilma

__all__ = ["bodice", "dress", "wilma"]
POINT = {"move": "set_dart_point", "piece": "front", "dart": "side dart", "set_back": 3.0}
DEEP_HEM = {"finish": "edge", "edge": "hem", "allowance": 5.0}


def branch(us: Caller, style: Style, **body: Any) -> Any:
    answer = us.post(f"/styles/{style.pk}/branch", body)
    assert answer.status_code == 200, answer.json()
    return answer.json()


def compared(us: Caller, a: int, b: int, at: str = "") -> Any:
    answer = us.get(f"/styles/{a}/compare/{b}?at={at}")
    assert answer.status_code == 200, answer.json()
    return answer.json()


def test_a_variant_takes_the_first_steps_along_and_goes_its_own_way(us: Caller, dress: Style) -> None:
    put_in(us, dress, ROTATE, POINT)
    us.send("PUT", f"/styles/{dress.pk}/layout", {"sheets": {"back": {"x": 70.0, "y": 5.0, "turn": 0.0}}})
    us.room.rules = {"sewing_tolerance": 0.2}
    us.room.save()
    said = {"code": "in-neck", "piece": "", "edge": "neckline", "seam": "", "amount": 3.5, "reason": "It gets a zip."}
    Style.objects.filter(pk=dress.pk).update(acknowledged=[said], finishing=[DEEP_HEM])
    dress.refresh_from_db()
    made = branch(us, dress, name="With one dart", steps=1)
    new = Style.objects.get(pk=made["id"])
    assert new.acknowledged == [said], "what was said of it stands for the variant, too"
    assert new.finishing == [DEEP_HEM]
    assert [s["move"] for s in steps_of(new)] == ["rotate_dart"]
    assert pins_of(new) == pins_of(dress)
    assert made["laid"] == {"back": {"x": 70.0, "y": 5.0, "turn": 0.0}}
    assert new.variant_of == dress
    dress.refresh_from_db()
    assert new.rules == dress.rules == {}, "worked by the rules of the style it comes from, not by the house's newer ones"
    put_in(us, new, ROTATE, POINT | {"set_back": 1.0})
    assert [s["set_back"] for s in steps_of(dress)[1:]] == [3.0], "the first one stays as it is"
    undone = us.post(f"/styles/{new.pk}/undo", {"version": made["version"] + 1}).json()
    assert [s["number"] for s in undone["work"]["recipe"]] == [1]


def test_a_duplicate_belongs_to_no_family_and_names_are_found(us: Caller, dress: Style) -> None:
    put_in(us, dress, ROTATE)
    one, two, three = branch(us, dress), branch(us, dress), branch(us, dress, variant=False)
    assert [x["name"] for x in (one, two, three)] == ["Dress, variant", "Dress, variant 2", "Dress, copy"]
    grandchild = branch(us, Style.objects.get(pk=one["id"]), name="Short")
    found = us.get(f"/styles/{two['id']}/relatives").json()
    assert [(r["name"], r["kin"]) for r in found] == [
        ("Dress", True),
        ("Dress, variant", True),
        ("Short", True),
        ("Dress, copy", False),
    ]
    assert [r["steps"] for r in found] == [1, 1, 1, 1]
    assert next(r for r in found if r["id"] == grandchild["id"])["variant_of"] == "Dress, variant"
    assert all(r["person"] == "Wilma" for r in found)
    too_many = fault(us.post(f"/styles/{dress.pk}/branch", {"steps": 2}))
    assert "has 1 step, not 2" in too_many["message"]
    assert too_many["field"] == "steps"


def test_variants_are_compared_by_recipe_and_in_figures(us: Caller, dress: Style) -> None:
    put_in(us, dress, ROTATE)
    made = branch(us, dress)
    put_in(us, Style.objects.get(pk=made["id"]), ROTATE | {"share": 0.5})
    found = compared(us, dress.pk, made["id"])
    assert not found["same_steps"]
    assert [(r["number_a"], r["number_b"]) for r in found["recipe"]] == [(1, 1)]
    assert "all of it" in found["recipe"][0]["a"]
    assert "half of it" in found["recipe"][0]["b"]
    front = next(t for t in found["tables"] if t["title"] == "front")
    waist = next(f for f in front["figures"] if f["what"] == "waist dart, intake")
    # The whole dart of an inch went up in the one, half of it in the other.
    assert waist["a"] == ""
    assert float(waist["b"].removesuffix(" cm")) == pytest.approx(2.54 / 2, abs=0.05)
    assert all(f["alike"] for t in found["tables"] if t["title"] == "back" for f in t["figures"])


def test_the_point_chosen_lies_on_its_like_on_the_table(us: Caller, dress: Style) -> None:
    fenna = measured(us, "Fenna", {k: 1.08 * v for k, v in FULLER.items()})
    dress.refresh_from_db()
    made = us.post(f"/styles/{dress.pk}/person", {"version": dress.version, "person_id": fenna.pk, "as_variant": True}).json()
    found = compared(us, dress.pk, made["style"]["id"], "bust point")
    assert found["at"] == "bust point"
    assert found["points"].count("bust point") == 1

    def on_table(drawing: str, found: Any = found) -> tuple[float, float]:
        piece = next(p for p in found[drawing]["pieces"] if p["name"] == "front")
        mark = next(m for m in piece["marks"] if m["name"] == "bust point")
        assert piece["turn"] == pytest.approx(0.0, abs=1e-6)
        return piece["at"]["x"] + mark["at"]["x"], piece["at"]["y"] + mark["at"]["y"]

    assert on_table("over") == pytest.approx(on_table("under"), abs=2e-4)
    for laid in (found, compared(us, made["style"]["id"], dress.pk)):
        box = laid["extent"]
        for piece in [*laid["under"]["pieces"], *laid["over"]["pieces"]]:
            own = piece["bounds"]
            assert (box["left"] <= own["left"], box["top"] <= own["top"]) == (True, True)
            assert (own["right"] <= box["right"], own["bottom"] <= box["bottom"]) == (True, True)
    centred = compared(us, dress.pk, made["style"]["id"], "no such point")
    assert centred["at"] == ""
    (x, y), (other_x, other_y) = on_table("under", centred), on_table("over", centred)
    assert hypot(other_x - x, other_y - y) > 1, "laid at the neck the larger body's bust lies elsewhere"


def test_one_for_another_person_leaves_this_one_hers(us: Caller, dress: Style) -> None:
    put_in(us, dress, PANEL)
    fenna = measured(us, "Fenna", FULLER)
    own = hung(us, fenna, "bodice-direct")
    dress.refresh_from_db()
    before = (pins_of(dress), dress.version)
    done = us.post(f"/styles/{dress.pk}/person", {"version": dress.version, "person_id": fenna.pk, "as_variant": True}).json()
    dress.refresh_from_db()
    assert (pins_of(dress), dress.version) == before
    assert done["style"]["name"] == "Dress, Fenna"
    assert done["style"]["person"] == "Fenna"
    assert any("from the shelf" in t for t in done["told"])
    assert pins_of(Style.objects.get(pk=done["style"]["id"])) == (("bodice", own.revisions.all()[0].pk),)
    found = compared(us, dress.pk, done["style"]["id"])
    assert found["same_steps"]
    assert (found["cannot"], found["recipe"]) == ([], [])
    # 104 − 92 in the bust, an inch of ease in both: the chest line goes 12 cm farther round.
    chest = next(f for f in found["tables"][0]["figures"] if f["what"] == "chest")
    assert chest["difference"] == "+12.0 cm"


def test_what_cannot_be_done_on_her_is_told_with_the_cure_and_nothing_is_lost(us: Caller, dress: Style) -> None:
    """Straight in front: a side dart is not there to be set back."""
    straight = measured(us, "Gesa", FULLER | {"bust_girth": 90.0, "waist_girth": 80.0, "front_shoulder_to_waist": 43.0})
    put_in(us, dress, POINT, ROTATE)
    dress.refresh_from_db()
    done = us.post(f"/styles/{dress.pk}/person", {"version": dress.version, "person_id": straight.pk, "as_variant": True}).json()
    found = compared(us, dress.pk, done["style"]["id"])
    assert [c["number"] for c in found["cannot"]] == [1]
    assert "there is no dart called “side dart”" in found["cannot"][0]["fault"]["message"]
    assert found["cannot"][0]["fault"]["cure"]
    assert found["cannot"][0]["sentence"] == "End the side dart of the front 3.0 cm short of its pivot."
    assert found["b"]["stopped"]["step"] == 1
    assert found["a"]["stopped"] is None
    assert len(steps_of(Style.objects.get(pk=done["style"]["id"]))) == 2, "both steps stand, to be mended there"


def test_nobody_without_measures_leaves_half_a_variant(us: Caller, dress: Style) -> None:
    bare = Person.objects.create(workroom=us.room, name="Hedda")
    dress.refresh_from_db()
    answer = us.post(f"/styles/{dress.pk}/person", {"version": dress.version, "person_id": bare.pk, "as_variant": True})
    assert "there are no measures of Hedda" in fault(answer)["message"]
    assert Style.objects.count() == 1
    assert not MeasureChart.objects.filter(person=bare).exists()
    assert not Block.objects.filter(person=bare).exists()
