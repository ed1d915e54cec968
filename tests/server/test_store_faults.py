"""A full disk, a place that cannot be written, a library that somebody else is writing: one sentence each, wherever it happens."""

from __future__ import annotations

import errno
import os
import sqlite3
import subprocess
import sys
from pathlib import Path
from typing import Any

import pytest
from django.db.utils import OperationalError
from django.test import Client

from server.config.store_faults import told
from server.people.models import Person
from server.workrooms.services import open_workroom
from tests.server.conftest import Caller

ROOT = Path(__file__).resolve().parents[2]
FAULTS = [
    (OperationalError("database or disk is full"), 507, "disk_full", "disk is full: nothing was changed"),
    (OSError(errno.ENOSPC, "No space left on device"), 507, "disk_full", "disk is full: nothing was changed"),
    (OperationalError("attempt to write a readonly database"), 503, "cannot_write", "cannot be written: nothing was changed"),
    (OperationalError("unable to open database file"), 503, "cannot_write", "cannot be written: nothing was changed"),
    (OperationalError("database is locked"), 503, "busy", "is busy"),
]
CASES = pytest.mark.parametrize(("fault", "status", "code", "words"), FAULTS, ids=[str(f[0])[:24] for f in FAULTS])


@CASES
def test_saving_says_what_the_store_refused_and_is_done_when_it_can_be(
    us: Caller, monkeypatch: pytest.MonkeyPatch, fault: Exception, status: int, code: str, words: str
) -> None:
    def refuses(*args: Any, **more: Any) -> None:
        raise fault

    with monkeypatch.context() as hurt:
        hurt.setattr(Person, "save", refuses)
        answer = us.send("POST", "/people", {"name": "Ada"})
    said = answer.json()["error"]
    assert (answer.status_code, said["code"], words in said["message"]) == (status, code, True)
    assert ("Retry-After" in answer) == (code == "busy")
    assert us.send("POST", "/people", {"name": "Ada"}).status_code == 200


@CASES
def test_signing_in_says_it_too_where_only_the_session_cannot_be_kept(
    db: None, monkeypatch: pytest.MonkeyPatch, fault: Exception, status: int, code: str, words: str
) -> None:
    open_workroom("Choir", "Anna", "a long enough phrase")

    def refuses(*args: Any, **more: Any) -> None:
        raise fault

    monkeypatch.setattr("django.contrib.sessions.backends.db.SessionStore.save", refuses)
    body = {"name": "Anna", "password": "a long enough phrase"}
    answer = Client(raise_request_exception=False).post("/api/session", body, content_type="application/json")
    assert (answer.status_code, answer.json()["error"]["code"]) == (status, code)
    assert words in answer.json()["error"]["message"]


def test_behind_what_it_was_wrapped_in_and_nothing_else() -> None:
    try:
        try:
            raise sqlite3.OperationalError("database or disk is full")
        except sqlite3.OperationalError as e:
            raise RuntimeError("while keeping it") from e
    except RuntimeError as e:
        assert told(e) is not None
    assert told(ValueError("database is locked, said a name")) is None
    assert told(OSError(errno.ENOENT, "No such file")) is None


def test_a_start_in_a_place_that_is_no_folder_to_write_in_is_one_sentence(tmp_path: Path) -> None:
    """A file in the way of the database's folder stands for a place without leave: who may do everything is refused nothing else."""
    (tmp_path / "steady-shear.sqlite3").mkdir()
    env = os.environ | {"STEADY_SHEAR_VAR": str(tmp_path)}
    done = subprocess.run([sys.executable, "manage.py", "migrate"], cwd=ROOT, env=env, capture_output=True, text=True, timeout=120)
    assert done.returncode == 1
    assert "cannot be written" in done.stderr
    assert "Traceback" not in done.stderr
