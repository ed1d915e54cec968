"""What a stranger may send, and what every answer carries: limits by address, forms, hosts, letters, digits, headers."""

from __future__ import annotations

import gzip
import json
from typing import Any

import pytest
from django.test import Client

from tests.server.conftest import Caller

MEGA = 1024 * 1024


def send(client: Client, method: str, url: str, raw: bytes, kind: str = "application/json") -> Any:
    return client.generic(method, url, raw, content_type=kind)


@pytest.mark.parametrize(
    ("url", "most"),
    [
        ("/api/session", 4096),
        ("/api/workrooms", 4096),
        ("/api/preview", MEGA),
        ("/api/people", MEGA),
        ("/api/blocks/import", 10 * MEGA),
    ],
)
def test_a_body_one_byte_too_long_is_turned_away_unread_and_one_that_fits_is_read(us: Caller, url: str, most: int) -> None:
    for size, refused in ((most + 1, True), (most, False)):
        answer = send(us.client, "POST", url, b'"' + b"x" * (size - 2) + b'"')
        assert (answer.status_code == 413) is refused, (size, answer.content[:200])
        assert answer.json()["error"]["code"] == "bad_file" or not refused


@pytest.mark.parametrize("kind", ["multipart/form-data", "multipart/form-data; boundary=", "application/x-www-form-urlencoded"])
@pytest.mark.parametrize("url", ["/api/people", "/api/session", "/api/preview", "/api/blocks/import", "/api/styles/1/steps"])
def test_a_form_is_refused_in_words(us: Caller, url: str, kind: str) -> None:
    answer = send(us.client, "POST", url, b"name=Ada", kind)
    assert (answer.status_code, answer.json()["error"]["message"]) == (
        400,
        "A form is not read here. Send JSON, or the file itself.",
    )


@pytest.mark.parametrize("url", ["/", "/health", "/api/session", "/api/session/demo", "/assets/x.js", "/index.html"])
def test_another_hosts_name_opens_nothing(db: None, settings: Any, url: str) -> None:
    settings.DEMO = True
    for host in ("evil.example", "127.0.0.1.evil.example", "testserver"):
        settings.ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]"]
        answer = Client(headers={"host": host}).generic(
            "POST" if url.endswith("demo") else "GET", url, content_type="application/json"
        )
        assert answer.status_code == 400, (host, answer.content[:100])
        assert "does not go by that name" in answer.json()["error"]["message"]


def test_testserver_is_no_name_outside_the_tests() -> None:
    import subprocess
    import sys

    ask = "import os; os.environ['DJANGO_SETTINGS_MODULE']='server.config.settings'; from django.conf import settings; print(settings.ALLOWED_HOSTS)"
    told = subprocess.run([sys.executable, "-c", ask], capture_output=True, text=True, check=True).stdout
    assert told.strip() == "['127.0.0.1', 'localhost', '[::1]']"


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ('{"name": "Ada\\ud800"}', "half a letter (U+D800)"),
        ('{"name": "A\\u0000da"}', "a control character (U+0000)"),
        ('{"name": "A\\u001bda"}', "a control character (U+001B)"),
        ('{"name": "Ada", "note": "\\uffff"}', "(U+FFFF)"),
        ('{"name": ' + "9" * 5000 + "}", "A number of 5000 digits"),
        ('{"name": ' + "[" * 5000 + "]" * 5000 + "}", "nested deeper"),
        ('{"name": NaN}', "NaN is not a number"),
        ('{"name": 1e999}', "1e999 is not a number"),
        ('{"name": "Ada"', "breaks off at line 1"),
    ],
)
def test_what_cannot_be_read_is_told_and_nothing_is_kept(us: Caller, text: str, says: str) -> None:
    answer = send(us.client, "POST", "/api/people", text.encode())
    assert answer.status_code == 400
    assert says in answer.json()["error"]["message"]
    assert us.get("/people").json() == []


def test_letters_that_cannot_be_printed_are_no_part_of_an_address(us: Caller) -> None:
    answer = us.client.get("/api/styles/1/compare/2?at=%00")
    assert (answer.status_code, "control character" in answer.json()["error"]["message"]) == (400, True)


@pytest.mark.parametrize("name", ["", "   ", "\u200b", "\u00a0\u2003", "\u0301"])
@pytest.mark.parametrize("door", ["person", "renamed person", "style"])
def test_nothing_is_named_with_nothing(us: Caller, style: Any, door: str, name: str) -> None:
    who = us.post("/people", {"name": "Ada"}).json()["id"]
    method, url = {
        "person": ("POST", "/people"),
        "renamed person": ("PUT", f"/people/{who}"),
        "style": ("PUT", f"/styles/{style.pk}/name"),
    }[door]
    answer = us.send(method, url, {"name": name})
    assert answer.status_code == 422, answer.content
    assert us.get("/people").json()[0]["name"] == "Ada"
    assert us.get(f"/styles/{style.pk}").json()["name"] == "Style"


def test_a_name_is_kept_composed_and_without_blanks_around_it(us: Caller) -> None:
    assert us.post("/people", {"name": "  Zoe\u0308 \n of the altos "}).json()["name"] == "Zoë of the altos"


def test_every_answer_says_what_a_page_may_load_and_private_ones_stay_in_no_cache(us: Caller, settings: Any, tmp_path: Any) -> None:
    for url in ("/", "/api/people", "/api/nothing", "/health"):
        answer = us.client.get(url)
        assert "frame-ancestors 'none'" in answer["Content-Security-Policy"], url
        assert answer["X-Frame-Options"] == "DENY", url
        assert answer["Content-Length"] == str(len(answer.content)), url
    assert us.client.get("/api/people")["Cache-Control"] == "no-store"
    assert us.client.get("/api/measuring-sheet.pdf")["Cache-Control"] == "no-store"


@pytest.mark.parametrize("big", [2**63 - 1, 2**63, 2**64, 10**18])
def test_an_id_that_no_table_can_hold_is_not_here(us: Caller, style: Any, big: int) -> None:
    pin = {"bodice": {"id": big, "revision": 1}}
    for method, url, body in (
        ("GET", f"/blocks/{big}", None),
        ("GET", f"/styles/{big}", None),
        ("GET", f"/charts/{big}/schools", None),
        ("GET", f"/charts/compare?before={big}&after={big}", None),
        ("POST", "/preview", {"blocks": pin, "steps": []}),
        ("POST", "/preview", {"blocks": {"bodice": {"id": 1, "revision": big}}, "steps": []}),
        ("POST", "/styles", {"name": "x", "block_id": big}),
        ("POST", f"/away/block/{big}", None),
        ("POST", f"/styles/{style.pk}/undo", {"version": big}),
        ("GET", f"/styles/{style.pk}/steps/{big}/picture", None),
    ):
        answer = us.send(method, url, body) if body is not None or method == "POST" else us.get(url)
        assert answer.status_code in (404, 409, 422, 400), (url, answer.status_code, answer.content[:200])
        assert json.loads(answer.content)["error"]["message"]


def test_a_long_answer_is_compressed_for_whoever_takes_it_so_and_a_short_one_is_not(us: Caller) -> None:
    plain = us.get("/moves")
    packed = us.client.get("/api/moves", HTTP_ACCEPT_ENCODING="gzip")
    assert packed["Content-Encoding"] == "gzip"
    assert gzip.decompress(packed.content) == plain.content
    assert len(packed.content) < 0.5 * len(plain.content)
    assert "Content-Encoding" not in us.client.get("/api/session", HTTP_ACCEPT_ENCODING="gzip")


@pytest.mark.parametrize(("path", "status", "says"), [("/robots.txt", 200, "Disallow: /"), ("/favicon.ico", 301, "")])
def test_what_every_browser_and_every_robot_asks_for(client: Client, path: str, status: int, says: str) -> None:
    answer = client.get(path)
    assert (answer.status_code, says in answer.content.decode()) == (status, True)
