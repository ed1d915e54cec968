"""What the house refuses, with its words, its place, its cure and the field that is asked again; a seam's history step by step."""

from __future__ import annotations

import io
import json
from pathlib import Path
from typing import Any
from urllib.parse import quote

import pypdfium2
import pytest

from patterncraft.incoming.block_in import block_in, read_drawing
from patterncraft.incoming.plan import Plan
from server.config.api import api
from server.people.models import Person
from server.shelf.models import Block
from server.shelf.services import draft_file, keep_block
from server.styles.looking_api import _changed
from server.styles.models import Style
from server.styles.services import new_style
from tests.patterncraft.incoming.test_plan import FRONT, front, svg
from tests.samples import AVERAGE

from .conftest import ROTATE, Caller

DESCRIPTION = Path(__file__).resolve().parents[2] / "docs" / "openapi.json"


def refusal(answer: Any) -> tuple[str, str, str, str]:
    """What is said, without the place before it and the cure behind it; place, cure and field."""
    assert answer.status_code == 422, answer.content[:300]
    e = answer.json()["error"]
    whole, where, cure = e["message"], e["where"], e["cure"]
    assert whole.endswith(cure)
    said = whole.removesuffix(cure).strip()
    said = said.removeprefix(f"{where[:1].upper()}{where[1:]}: ") if where else said[:1].lower() + said[1:]
    return said, where, cure, e["field"]


FAMILY = {"table": "handbook-women", "sizes": ["12", "14"], "school": "bodice-half-sheet", "name": "House bodice", "settings": {}}


def test_a_family_is_hung_once_under_its_name(us: Caller) -> None:
    made = us.post("/blocks/sizes", FAMILY)
    assert made.status_code == 200, made.content
    assert list(made.json()["blocks"].values()) == ["House bodice, size 12", "House bodice, size 14"]
    assert refusal(us.post("/blocks/sizes", FAMILY)) == (
        "there is a family called “House bodice” already.",
        "",
        "Give it another name.",
        "name",
    )


def test_a_table_that_is_not_enough_names_what_is_missing_and_the_schools_that_it_is_enough_for(us: Caller) -> None:
    message, _, cure, field = refusal(us.post("/blocks/sizes", FAMILY | {"school": "bodice-direct"}))
    assert message == "the table has no shoulder width, shoulder to bust, bust span, which the direct-measure bodice needs."
    assert cure == ("The table is enough for: Half-sheet close-fitting bodice, Stretch bodice to the hip, Torso, from a bodice.")
    assert field == "school"
    message, _, cure, _ = refusal(us.post("/blocks/sizes", FAMILY | {"school": "loose-jacket"}))
    assert message == "the table has no shoulder width, which the loose zipped jacket needs."
    assert cure.startswith("The table is enough for: ")
    assert "Half-sheet" not in cure, "of its own kind only"


def test_a_sleeve_of_a_family_is_drawn_on_the_bodice_of_its_size(us: Caller) -> None:
    us.post("/blocks/sizes", FAMILY)
    sleeves = FAMILY | {"school": "sleeve-compass", "name": "House sleeve", "base_set": "House bodice"}
    assert us.post("/blocks/sizes", sleeves).status_code == 200
    assert refusal(us.post("/blocks/sizes", sleeves | {"name": "More", "sizes": ["12", "16"]})) == (
        "size 16: the family “House bodice” has no size 16.",
        "",
        "Draft that size first, or leave it out.",
        "base_set",
    )
    assert not Block.objects.filter(size_set="More").exists(), "all, or none"


@pytest.fixture
def traced(us: Caller) -> Block:
    """A block that came in as a drawing."""
    from patterncraft.formats.openfile_io import block_file

    came = block_in(read_drawing(svg(FRONT)), Plan.model_validate({"pieces": [front()]}))
    return keep_block(us.room, "Card", None, block_file(came.block, "Card"))


def test_a_block_that_was_traced_has_no_school_sheet_and_is_not_drafted_for_another(us: Caller, traced: Block) -> None:
    assert refusal(us.get(f"/blocks/{traced.pk}/school-sheet.pdf"))[:3] == (
        "it was traced, not drafted here.",
        "Card",
        "Print it as a pattern, from a style on it.",
    )
    ada = Person.objects.create(workroom=us.room, name="Ada")
    chart = us.post(f"/people/{ada.pk}/charts", {"texts": {k: str(v) for k, v in AVERAGE.items()}, "taken_on": "2026-03-01"})
    assert chart.status_code == 200, chart.content[:300]
    number = chart.json()["id"]
    again = us.post(f"/blocks/{traced.pk}/duplicate", {"name": "Another", "chart_id": number})
    assert refusal(again) == (
        "it was traced, not drafted here.",
        "Card",
        "Copy it as it lies, or draft a new block.",
        "chart_id",
    )
    copied = us.post(f"/blocks/{traced.pk}/duplicate", {"name": "Another"})
    assert copied.status_code == 200
    assert copied.json()["name"] == "Another"


def test_a_school_sheet_is_printed_with_the_blocks_name(us: Caller, block: Block) -> None:
    answer = us.get(f"/blocks/{block.pk}/school-sheet.pdf")
    assert answer["Content-Disposition"].endswith(quote("Block – school sheet.pdf"))
    first = pypdfium2.PdfDocument(io.BytesIO(answer.content))[0].get_textpage().get_text_range()
    assert "School sheet · Block" in first
    assert "Direct-measure bodice" in first


def test_at_either_end_there_is_nothing_to_undo_or_to_redo(us: Caller, style: Style) -> None:
    assert refusal(us.post(f"/styles/{style.pk}/undo", {"version": 0}))[:3] == (
        "there is nothing to undo.",
        "Style",
        "Go on from here.",
    )
    assert refusal(us.post(f"/styles/{style.pk}/redo", {"version": 0}))[:3] == (
        "there is nothing to redo.",
        "Style",
        "Go on from here.",
    )
    kept = us.post(f"/styles/{style.pk}/steps", {"version": 0, "steps": [ROTATE]})
    assert kept.status_code == 200, kept.content[:300]
    undone = us.post(f"/styles/{style.pk}/undo", {"version": kept.json()["version"]})
    assert undone.status_code == 200
    assert undone.json()["can_redo"] is True


@pytest.mark.parametrize(
    ("before", "now", "said"),
    [
        (None, (20.0, 20.0), "made"),
        ((20.0, 20.0), (20.0, 20.0), ""),
        ((20.0, 20.0), (20.004, 19.996), ""),
        ((20.0, 20.0), (21.5, 20.0), "first side + 1.50 cm"),
        ((20.0, 22.0), (20.0, 21.0), "second side − 1.00 cm"),
        ((20.0, 22.0), (19.0, 23.25), "first side − 1.00 cm, second side + 1.25 cm"),
        ((20.0, None), (20.0, 23.0), "second side came"),
        ((20.0, 23.0), (20.5, None), "first side + 0.50 cm, second side went"),
    ],
)
def test_what_a_step_did_to_a_seam_is_said_side_by_side(
    before: tuple[float, float | None] | None, now: tuple[float, float | None], said: str
) -> None:
    assert _changed(before, now, "cm") == said


def test_a_block_or_a_style_without_a_name_is_asked_for_one(us: Caller, block: Block) -> None:
    from patterncraft.errors import BadSetting

    for name in ("", "   "):
        with pytest.raises(BadSetting) as told:
            new_style(us.room, name, block.revisions.all()[0])
        assert (told.value.message, told.value.cure, told.value.field) == ("a style needs a name.", "Type one.", "name")
    for name in ("", "   ", "\u200b"):
        with pytest.raises(BadSetting) as told:
            keep_block(us.room, name, None, draft_file("bodice-direct", AVERAGE, {}, "x"))
        assert (told.value.message, told.value.cure, told.value.field) == ("a block needs a name.", "Type one.", "name")


def test_every_operation_documents_the_body_that_it_takes() -> None:
    """Two shapes of one name were one in the description: a style's new name had the body of a step."""
    schema = json.loads(DESCRIPTION.read_text())
    for prefix, router in api._routers:
        for path, view in router.path_operations.items():
            for op in view.operations:
                for field in (f for m in op.models if m.__name__ == "BodyParams" for f in m.model_fields.values()):
                    for method in op.methods:
                        whole = f"/api{prefix}{path}"
                        told = schema["paths"][whole][method.lower()]["requestBody"]["content"]["application/json"]["schema"]
                        shape = schema["components"]["schemas"].get(told.get("$ref", "").rpartition("/")[2], told)
                        taken = {i.alias or n for n, i in getattr(field.annotation, "model_fields", {}).items()}
                        assert set(shape.get("properties", {})) == taken, f"{method} {whole}"
