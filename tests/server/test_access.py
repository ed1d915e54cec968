"""Measures are personal: nobody reaches another workroom's things, and nobody at all without signing in."""

from typing import Any

import pytest
from django.test import Client

from server.people.models import Person
from server.shelf.models import Block
from server.styles.demo_library import FURTHER, SINGERS
from server.styles.models import Style
from server.workrooms.models import Workroom
from tests.server.conftest import ROTATE, Caller

PATHS = [
    "/people",
    "/blocks",
    "/styles",
    "/house-rules",
    "/moves",
    "/schools",
    "/measure-keys",
    "/blocks/1",
    "/styles/1",
    "/styles/1/pattern.pdf",
]


@pytest.mark.django_db
@pytest.mark.parametrize("path", PATHS)
def test_nothing_without_signing_in(path: str) -> None:
    answer = Client().get(f"/api{path}")
    assert answer.status_code == 401
    assert answer.json()["error"]["code"] == "not_signed_in"


def test_another_workrooms_ids_are_not_here(us: Caller, strangers: Caller, block: Block, style: Style) -> None:
    person = Person.objects.create(workroom=us.room, name="Ada")
    chart = person.charts.create(taken_on="2026-01-01", values={"bust_girth": 90})
    pin = {"bodice": {"id": block.pk, "revision": 1}}
    tries: list[tuple[str, str, Any]] = [
        ("GET", f"/blocks/{block.pk}", None),
        ("GET", f"/blocks/{block.pk}/file", None),
        ("PUT", f"/blocks/{block.pk}/state", {"state": "fitted"}),
        ("POST", f"/blocks/{block.pk}/revisions", {"chart_id": chart.pk}),
        ("POST", "/blocks", {"name": "x", "chart_id": chart.pk, "school": "bodice-direct"}),
        ("POST", f"/people/{person.pk}/charts", {"taken_on": "2026-01-01", "texts": {"bust_girth": "90"}}),
        ("PUT", f"/people/{person.pk}", {"name": "Eve"}),
        ("GET", f"/styles/{style.pk}", None),
        ("GET", f"/styles/{style.pk}/paper", None),
        ("GET", f"/styles/{style.pk}/pattern.pdf", None),
        ("POST", f"/styles/{style.pk}/steps", {"version": 0, "steps": [ROTATE]}),
        ("POST", f"/styles/{style.pk}/undo", {"version": 0}),
        ("POST", "/styles", {"name": "x", "block_id": block.pk}),
        ("POST", "/preview", {"blocks": pin, "steps": []}),
    ]
    for method, path, body in tries:
        answer = strangers.send(method, path, body)
        assert answer.status_code == 404, (method, path, answer.content)
        assert answer.json()["error"]["code"] == "not_here"
    assert [strangers.get(p).json() for p in ("/people", "/blocks", "/styles")] == [[], [], []]
    assert Style.objects.get(pk=style.pk).version == 0


def test_post_without_the_pages_token_is_refused(us: Caller) -> None:
    strict = Client(enforce_csrf_checks=True)
    strict.force_login(us.user)
    assert strict.post("/api/people", {"name": "x"}, content_type="application/json").status_code == 403
    assert (
        Client(enforce_csrf_checks=True)
        .post("/api/session", {"name": "x", "password": "y"}, content_type="application/json")
        .status_code
        == 401
    )


@pytest.mark.django_db
def test_open_a_workroom_sign_out_and_in() -> None:
    client = Client()

    def post(url: str, body: Any) -> Any:
        return client.post(f"/api{url}", body, content_type="application/json")

    new = {"workroom": "Own", "name": "ada", "password": "a long enough phrase"}
    assert post("/workrooms", new).json()["workroom"] == "Own"
    assert "taken" in post("/workrooms", new).json()["error"]["message"]
    assert "too short" in post("/workrooms", new | {"name": "bob", "password": "short"}).json()["error"]["message"]
    assert Workroom.objects.count() == 1, "a refused workroom leaves nothing behind"
    assert client.delete("/api/session").json()["workroom"] == ""
    assert post("/session", {"name": "ada", "password": "wrong"}).status_code == 401
    assert post("/session", {"name": "ada", "password": "a long enough phrase"}).json()["workroom"] == "Own"


@pytest.mark.django_db
def test_demo_opens_only_when_started_as_one_and_only_here(settings: Any) -> None:
    from django.core.management import call_command

    call_command("load_demo")
    call_command("load_demo")
    assert Workroom.objects.filter(is_demo=True).count() == 1, "loading twice makes no doubles"
    assert Client().post("/api/session/demo", content_type="application/json").status_code == 401
    settings.DEMO = True
    assert Client(REMOTE_ADDR="10.0.0.7").post("/api/session/demo", content_type="application/json").status_code == 401
    here = Client()
    assert here.post("/api/session/demo", content_type="application/json").json()["workroom"] == "The choir wardrobe"
    assert len(here.get("/api/blocks").json()) == len(SINGERS) + len(FURTHER)
    assert all(s["broken"] == 0 for s in here.get("/api/styles").json())


def test_house_rules_are_kept_refused_and_restored(us: Caller) -> None:
    rules = us.get("/house-rules").json()["rules"]
    rules["allowances"]["side"] = 3.0
    assert us.send("PUT", "/house-rules", rules).json()["rules"]["allowances"]["side"] == 3.0
    assert us.room.__class__.objects.get(pk=us.room.pk).rules == {"allowances": {"side": 3.0}}, "only what differs is stored"
    rules["allowances"]["side"] = 300
    refused = us.send("PUT", "/house-rules", rules)
    assert refused.status_code == 422
    assert "may be at most 5" in refused.json()["error"]["message"]
    assert us.post("/house-rules/inch-set").json()["rules"]["unit"] == "in"
    assert us.get("/measure-keys").json()["keys"][2]["range"].endswith(" in")
    fields = us.send("PUT", "/house-rules", {}).json()["fields"]
    assert all(f["value"] == f["default"] and f["why"] for f in fields)


@pytest.mark.django_db
def test_unknown_addresses_and_health() -> None:
    assert Client().get("/health").json() == {"ok": True}
    assert Client().get("/api/moon").status_code == 404
    assert Client().post("/api/preview", "nonsense", content_type="application/json").status_code in (400, 401)
