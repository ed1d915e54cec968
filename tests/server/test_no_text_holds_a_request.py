"""One text must not freeze everybody: long texts of every awkward kind, at every place where texts are read.

The bound is no speed target: before, each of these took minutes to years (a pattern trying every way to share out blanks, a search begun
anew at every quote); what is left takes milliseconds.
"""

from __future__ import annotations

import time
from collections.abc import Callable
from typing import Any

import pytest

from patterncraft.errors import BadMeasure, NoSuchName
from patterncraft.units import in_unit, parse_length
from server.shelf.models import Block
from tests.server.conftest import ROTATE, Caller

HELD = 20.0
"""seconds"""

AWKWARD: dict[str, str] = {
    "blanks": "1" + " " * 300_000 + "x",
    "blanks in front": " " * 300_000 + "x",
    "digits": "1" * 300_000,
    "digits and a letter": "1" * 300_000 + " cmx",
    "points": "1." * 150_000,
    "fractions": "1/1" * 100_000,
    "quotes": "“" * 100_000,
    "halves": "½" * 100_000,
    "lengths": "1 cm" * 75_000,
}


def quick(act: Callable[[], Any]) -> Any:
    begun = time.perf_counter()
    result = act()
    assert time.perf_counter() - begun < HELD
    return result


@pytest.mark.parametrize("text", AWKWARD.values(), ids=AWKWARD)
class TestATextOfAnyLength:
    def test_typed_as_a_measure(self, us: Caller, text: str) -> None:
        answer = quick(lambda: us.post("/measures/read", {"texts": {"bust_girth": text, "waist_girth": "70"}}))
        assert answer.status_code == 200
        assert answer.json()["values"] == {"waist_girth": 70.0}
        assert "is not a length" in answer.json()["faults"][0]["message"]

    def test_typed_while_a_step_is_tried(self, us: Caller, block: Block, text: str) -> None:
        body = {
            "blocks": {"bodice": {"id": block.pk, "revision": 1}},
            "steps": [],
            "trying": ROTATE | {"amount": 1.0},
            "typed": {"amount": text},
        }
        answer = quick(lambda: us.post("/preview", body))
        assert "is not a length" in answer.json()["refused"]["message"]

    def test_in_a_spreadsheet(self, us: Caller, text: str) -> None:
        who = us.post("/people", {"name": "Ada"}).json()["id"]
        raw = f"key,value\nbust_girth,{text}\n".encode()[:190_000]
        url = f"/api/people/{who}/charts/import?taken_on=2026-05-01&name=x.csv&keep=new"
        answer = quick(lambda: us.client.post(url, raw, content_type="text/csv"))
        assert answer.status_code == 422
        assert answer.json()["error"]["code"] == "bad_file"

    def test_as_a_house_rule_a_name_a_setting_a_note(self, us: Caller, block: Block, text: str) -> None:
        for method, url, body in (
            ("PUT", "/house-rules/one", {"field": "allowances.side", "text": text}),
            ("POST", "/people", {"name": text}),
            ("POST", "/drafts", {"school": "bodice-direct", "measures": {}, "settings": {"front_neck_depth": text}}),
            ("POST", "/styles", {"name": text, "block_id": block.pk}),
            ("PUT", f"/blocks/{block.pk}/state", {"state": text}),
            ("POST", "/drafts", {"school": text, "measures": {}}),
        ):
            assert quick(lambda m=method, u=url, b=body: us.send(m, u, b)).status_code == 422, url

    def test_as_a_name_in_a_step(self, us: Caller, block: Block, text: str) -> None:
        body = {"blocks": {"bodice": {"id": block.pk, "revision": 1}}, "steps": [ROTATE | {"piece": text}]}
        assert quick(lambda: us.post("/preview", body)).status_code in (200, 422)

    def test_said_in_inches(self, text: str) -> None:
        assert quick(lambda: in_unit(text, "in"))
        with pytest.raises(BadMeasure):
            quick(lambda: parse_length(text, "in"))

    def test_in_a_refusal_that_looks_for_its_slot(self, text: str) -> None:
        from patterncraft.moves.registry import read_steps
        from patterncraft.replay import _at_its_slot

        error = NoSuchName(f"there is no piece called “front” {text}.", cure="Choose another.")
        assert quick(lambda: _at_its_slot(error, read_steps([ROTATE])[0])) is error


def test_a_length_of_forty_letters_is_read_and_one_more_is_none() -> None:
    assert parse_length("1" + "0" * 39, "cm") == 1e39
    with pytest.raises(BadMeasure, match="is not a length"):
        parse_length("1" + "0" * 40, "cm")
    assert parse_length(" " * 5000 + "37 ½" + " " * 5000, "in") == pytest.approx(37.5 * 2.54)


def test_a_cell_longer_than_a_spreadsheet_has_is_told(us: Caller) -> None:
    who = us.post("/people", {"name": "Ada"}).json()["id"]
    raw = b'key,value,note\nbust_girth,90,"' + b"x" * 150_000 + b'"\n'
    answer = us.client.post(f"/api/people/{who}/charts/import?taken_on=2026-05-01&keep=new", raw, content_type="text/csv")
    assert (answer.status_code, answer.json()["error"]["code"]) == (422, "bad_file")
    assert "Row 2" in answer.json()["error"]["message"]
