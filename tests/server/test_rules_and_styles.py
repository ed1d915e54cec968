"""House rules hold for new work; existing styles follow when they are told to, and a list says what changes."""

import pytest
from django.utils import timezone

from server.styles.models import Style
from server.styles.services import change
from tests.server.conftest import ROTATE, Caller


def set_rule(us: Caller, field: str, text: str) -> None:
    assert us.send("PUT", "/house-rules/one", {"field": field, "text": text}).status_code == 200


def test_a_style_keeps_the_rules_of_the_day_it_was_begun(us: Caller, style: Style) -> None:
    before = us.get(f"/styles/{style.pk}/paper").json()["pieces"]
    set_rule(us, "allowances.side", "3")
    assert us.get(f"/styles/{style.pk}/paper").json()["pieces"] == before
    set_rule(us, "unit", "in")
    assert us.get(f"/styles/{style.pk}").json()["work"]["promises"][0]["text_a"].endswith(" in"), (
        "numbers are shown as the house does"
    )


def test_what_would_change_is_listed_and_then_done(us: Caller, style: Style) -> None:
    change(style, 0, [ROTATE], "rotate")
    assert us.get("/house-rules/styles").json() == []
    set_rule(us, "allowances.side", "3")
    set_rule(us, "set_backs.shoulder", "4")
    (found,) = us.get("/house-rules/styles").json()
    assert [(r["title"], r["now"], r["new"]) for r in found["rules"]] == [
        ("Side seam", "2.00 cm", "3.00 cm"),
        ("Shoulder dart", "2.50 cm", "4.00 cm"),
    ]
    assert "front, shoulder dart: its point 2.5 cm → 4.0 cm short of the pivot" in found["effects"]
    assert "back, cut line: side 2.00 cm → 3.00 cm" in found["effects"]
    sizes = [p["size"] for p in us.get(f"/styles/{style.pk}/paper").json()["pieces"]]
    assert us.post("/house-rules/styles", {"styles": {str(style.pk): found["version"]}}).json() == []
    assert [p["size"] for p in us.get(f"/styles/{style.pk}/paper").json()["pieces"]] != sizes
    assert us.get(f"/styles/{style.pk}").json()["version"] == found["version"] + 1


def test_a_style_changed_meanwhile_and_a_strangers_are_left_alone(us: Caller, strangers: Caller, style: Style) -> None:
    set_rule(us, "allowances.side", "3")
    assert us.post("/house-rules/styles", {"styles": {str(style.pk): 7}}).status_code == 409
    assert len(us.get("/house-rules/styles").json()) == 1
    assert strangers.post("/house-rules/styles", {"styles": {str(style.pk): 0}}).status_code == 404
    assert strangers.get("/house-rules/styles").json() == []
    Style.objects.filter(pk=style.pk).update(put_away=timezone.now())
    assert us.get("/house-rules/styles").json() == [], "what was put away is not asked about"


@pytest.mark.parametrize(
    ("field", "text", "says"),
    [
        ("allowances.side", "lots", "not a length"),
        ("allowances.side", "40", "between 0 and 5 cm"),
        ("allowances.side", "-1", "between 0 and 5 cm"),
        ("unit", "ells", "must be one of"),
        ("colour", "red", "no house rule called"),
    ],
)
def test_a_rule_that_cannot_be_is_refused_and_not_kept(us: Caller, field: str, text: str, says: str) -> None:
    answer = us.send("PUT", "/house-rules/one", {"field": field, "text": text})
    assert answer.status_code == 422
    assert says in answer.json()["error"]["message"]
    assert us.get("/house-rules").json()["rules"]["allowances"]["side"] == 2


def test_rules_are_typed_in_the_house_unit_and_show_what_others_take(us: Caller) -> None:
    us.post("/house-rules/inch-set")
    set_rule(us, "allowances.hem", "1 1/2")
    fields = {f["field"]: f for f in us.get("/house-rules").json()["fields"]}
    assert fields["allowances.hem"]["value"] == pytest.approx(3.81)
    assert fields["allowances.hem"]["value_text"] == "1 1/2 in"
    assert ("1 in", pytest.approx(2.54)) in [(o["who"], o["value"]) for o in fields["allowances.hem"]["others"]]
    assert all(f["why"] for f in fields.values())
    assert "1.5 to 3 cm" in [o["text"] for o in fields["cap_ease"]["others"]]


def test_new_style_takes_the_rules_of_now(us: Caller, style: Style) -> None:
    set_rule(us, "allowances.side", "3")
    block = style.pins.get().revision.block_id
    made = us.post("/styles", {"name": "Second", "block_id": block}).json()
    assert "side 3.0 cm" in us.get(f"/styles/{made['id']}/paper").json()["pieces"][0]["edges"]
    # The preview of a style is worked by its own rules.
    set_rule(us, "set_backs.shoulder", "4")
    third = us.post("/styles", {"name": "Third", "block_id": block}).json()
    points = []
    for detail in (made, third):
        body = {"blocks": detail["blocks"], "steps": [], "trying": ROTATE, "style_id": detail["id"]}
        (front,) = us.post("/preview", body).json()["work"]["table"]["pieces"]
        dart = next(d for d in front["darts"] if d["name"] == "shoulder dart")
        points.append(abs(complex(dart["point"]["x"] - dart["pivot"]["x"], dart["point"]["y"] - dart["pivot"]["y"])))
    assert points == pytest.approx([2.5, 4.0], abs=1e-3)
