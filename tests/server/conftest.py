"""A signed-in workroom, and a stranger's."""

from __future__ import annotations

import json
import re
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from django.core.cache import cache
from django.test import Client

from patterncraft.house import HouseRules
from patterncraft.measures.keys import MEASURES
from patterncraft.moves.registry import MOVES
from server.config.remembered import forget_here
from server.shelf.models import Block
from server.shelf.services import draft_file, keep_block
from server.styles.models import Style
from server.styles.services import new_style, replayer
from server.workrooms.models import Workroom
from server.workrooms.services import open_workroom
from tests.samples import AVERAGE
from tests.watch import assert_words

ROTATE = {
    "move": "rotate_dart",
    "piece": "front",
    "dart": "waist dart",
    "to": {"edge": "shoulder", "from": "neckline", "fraction": 0.5},
}


@pytest.fixture(autouse=True)
def _nothing_remembered() -> None:
    """Tests roll the database back and ids come again; the server's ids never do."""
    forget_here()
    replayer.forget()
    cache.clear()


@pytest.fixture(autouse=True)
def _quick_phrases(settings: Any) -> None:
    """Half a second of hashing for every test's workroom is nothing that it tests; the siege signs in as it is served."""
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]


def assert_told_at_its_field(error: dict[str, Any], body: Any) -> None:
    """A refusal names, if anything, what was asked with: a field of the request, or a parameter of the step within it."""
    assert isinstance(error["field"], str), error
    head = error["field"].partition(".")[0]
    assert not head or head in {*_keys(body), *PARAMETERS} or head.isdigit(), f"nothing was asked by the name of {head!r}: {error}"


def _keys(data: Any) -> Iterator[str]:
    if isinstance(data, dict):
        yield from data
        for x in data.values():
            yield from _keys(x)
    elif isinstance(data, list):
        for x in data:
            yield from _keys(x)


def _properties(data: Any) -> Iterator[str]:
    """Names of everything that a description of the API lets one send or read."""
    if isinstance(data, dict):
        yield from data.get("properties", {}) if isinstance(data.get("properties"), dict) else ()
        for x in data.values():
            yield from _properties(x)
    elif isinstance(data, list):
        for x in data:
            yield from _properties(x)


PARAMETERS = {
    *(f.alias or n for kind in MOVES.values() for n, f in kind.model_fields.items()),
    *MEASURES,
    *HouseRules.model_fields,
    *_properties(json.loads((Path(__file__).parents[2] / "docs" / "openapi.json").read_text(encoding="utf-8"))),
}


WORD = re.compile(r"[A-Za-z]{3,}")


def assert_can_be_read(data: Any, typed: frozenset[str] = frozenset()) -> None:
    """Whatever an answer says in words is as the house writes it; what somebody typed is hers."""
    if isinstance(data, str):
        # A figure alone, as a difference in a table is, may be less than nothing.
        if len(WORD.findall(data)) > 2 and data not in typed:
            assert_words("an answer", data)
    elif isinstance(data, dict):
        for x in data.values():
            assert_can_be_read(x, typed)
    elif isinstance(data, list):
        for x in data:
            assert_can_be_read(x, typed)


def _texts(data: Any) -> Iterator[str]:
    if isinstance(data, str):
        yield data
    elif isinstance(data, dict):
        for x in data.values():
            yield from _texts(x)
    elif isinstance(data, list):
        for x in data:
            yield from _texts(x)


class Caller:
    """Speaks JSON with the API for one signed-in person."""

    def __init__(self, workroom: str, name: str) -> None:
        self.user = open_workroom(workroom, name, "a long enough phrase")
        self.room = Workroom.objects.get(name=workroom)
        self.client = Client()
        self.client.force_login(self.user)

    def get(self, url: str) -> Any:
        answer = self.client.get(f"/api{url}")
        if answer.headers.get("Content-Type", "").startswith("application/json"):
            assert_can_be_read(answer.json())
        return answer

    def send(self, method: str, url: str, body: Any = None) -> Any:
        answer = self.client.generic(method, f"/api{url}", json.dumps(body), content_type="application/json")
        if answer.status_code == 422:
            assert_told_at_its_field(answer.json()["error"], body)
        if answer.headers.get("Content-Type", "").startswith("application/json"):
            assert_can_be_read(answer.json(), frozenset(_texts(body)))
        return answer

    def post(self, url: str, body: Any = None) -> Any:
        return self.send("POST", url, body)


@pytest.fixture
def us(db: None) -> Caller:
    return Caller("Ours", "ada")


@pytest.fixture
def strangers(db: None) -> Caller:
    return Caller("Theirs", "eve")


@pytest.fixture
def block(us: Caller) -> Block:
    return keep_block(us.room, "Block", None, draft_file("bodice-direct", AVERAGE, {}, "Block"))


@pytest.fixture
def style(us: Caller, block: Block) -> Style:
    return new_style(us.room, "Style", block.revisions.all()[0])
