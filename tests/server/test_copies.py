"""The library copied while it is used, and put back: by the commands as somebody types them, and what they refuse; on a library of their own."""

from __future__ import annotations

import fcntl
import os
import shutil
import sqlite3
import subprocess
import sys
from datetime import datetime
from io import StringIO
from pathlib import Path
from typing import Any
from uuid import uuid4

import pytest
from django.core.management import call_command
from django.core.management.base import CommandError
from django.db import connection

from server.keeping.copies import copy_to

ROOT = Path(__file__).resolve().parents[2]

pytestmark = [pytest.mark.one_file, pytest.mark.django_db(transaction=True)]


class Library:
    """A folder with a database, and what is done with it from the command line."""

    def __init__(self, var: Path) -> None:
        self.var, self.file = var, var / "steady-shear.sqlite3"

    def do(self, *words: str) -> subprocess.CompletedProcess[str]:
        env = os.environ | {"STEADY_SHEAR_VAR": str(self.var)}
        return subprocess.run([sys.executable, "manage.py", *words], cwd=ROOT, env=env, capture_output=True, text=True, timeout=120)

    def write(self, name: str) -> None:
        with sqlite3.connect(self.file) as db:
            row = "INSERT INTO workrooms_workroom (key, name, rules, is_demo, created) VALUES (?, ?, '{}', 0, '2026-03-01')"
            db.execute(row, (uuid4().hex, name))
        db.close()

    def names(self) -> list[str]:
        with sqlite3.connect(self.file) as db:
            found = [row[0] for row in db.execute("SELECT name FROM workrooms_workroom ORDER BY id")]
        db.close()
        return found


@pytest.fixture(scope="module")
def filled(tmp_path_factory: pytest.TempPathFactory, django_db_setup: None, django_db_blocker: Any) -> Path:
    """The folder of a library with one workroom: the tests' own database, which stands migrated, as a file."""
    made = Library(tmp_path_factory.mktemp("filled"))
    with django_db_blocker.unblock(), connection.cursor() as cursor:
        cursor.execute("VACUUM INTO %s", [str(made.file)])
    made.write("Choir")
    return made.var


@pytest.fixture
def library(filled: Path, tmp_path: Path) -> Library:
    shutil.copytree(filled, tmp_path / "var")
    return Library(tmp_path / "var")


@pytest.fixture
def here(library: Library, settings: Any, monkeypatch: pytest.MonkeyPatch) -> Library:
    """The same, and this process is at it: what is refused need not begin a process for each."""
    settings.VAR = library.var
    monkeypatch.setitem(settings.DATABASES["default"], "NAME", str(library.file))
    return library


def test_copied_changed_and_put_back_and_what_was_there_is_kept_too(here: Library, tmp_path: Path) -> None:
    copy = tmp_path / "friday.sqlite3"
    said = here.do("backup", str(copy))
    assert said.returncode == 0, said.stderr
    assert str(copy) in said.stdout
    assert copy.stat().st_mode & 0o077 == 0, "measures of persons are nobody else's to read"
    before = here.names()
    here.write("Later")
    said = here.do("restore", str(copy))
    assert said.returncode == 0, said.stderr
    assert here.names() == before
    (kept,) = (here.var / "backups").glob("before-restore-*.sqlite3")
    assert here.do("restore", str(kept)).returncode == 0
    assert here.names() == [*before, "Later"], "and the restore is itself undone"


GARBAGE = b"not a database at all " * 300


@pytest.mark.parametrize(
    "there", ["no folder", "no file", "an empty file", "what SQLite made when asked", "a damaged file", "another's"]
)
def test_a_copy_is_put_back_on_a_new_machine_and_over_what_is_no_library(filled: Path, tmp_path: Path, there: str) -> None:
    """A copy that cannot be restored where nothing is, or where something is broken, is none."""
    fresh = Library(tmp_path / "new machine" / "var")
    if there != "no folder":
        fresh.var.mkdir(parents=True)
    if there in ("an empty file", "a damaged file"):
        fresh.file.write_bytes(b"" if there == "an empty file" else GARBAGE)
    elif there in ("what SQLite made when asked", "another's"):
        with sqlite3.connect(fresh.file) as db:
            db.execute("CREATE TABLE recipes (id INTEGER)")
            db.execute("DROP TABLE recipes") if there != "another's" else None
        db.close()
    said = fresh.do("restore", str(filled / "steady-shear.sqlite3"))
    assert said.returncode == 0, said.stderr
    assert fresh.names() == Library(filled).names()
    assert fresh.do("migrate", "--check").returncode == 0
    kept = [p for p in (fresh.var / "backups").glob("before-restore-*") if not p.name.endswith(("-wal", "-shm"))]
    if there in ("a damaged file", "another's"):
        (own,) = kept
        assert str(own) in said.stdout
        assert there == "another's" or own.read_bytes() == GARBAGE
    else:
        assert kept == []
        assert "Nothing was there before." in said.stdout


def test_copied_while_somebody_writes_it_holds_one_moment(here: Library, tmp_path: Path) -> None:
    writer = sqlite3.connect(here.file)
    writer.execute("BEGIN IMMEDIATE")
    row = "INSERT INTO workrooms_workroom (key, name, rules, is_demo, created) VALUES ('half', 'Half', '{}', 0, '2026-03-01')"
    writer.execute(row)
    call_command("backup", str(tmp_path / "c.sqlite3"), stdout=StringIO())
    writer.rollback()
    writer.close()
    with sqlite3.connect(tmp_path / "c.sqlite3") as db:
        assert ("Half",) not in db.execute("SELECT name FROM workrooms_workroom").fetchall()
    db.close()


def test_never_under_the_feet_of_a_running_application(library: Library, tmp_path: Path) -> None:
    copy = shutil.copy(library.file, tmp_path / "c.sqlite3")
    before = library.names()
    with (library.var / "at-work.lock").open("wb") as lock:
        fcntl.flock(lock, fcntl.LOCK_SH)
        said = library.do("restore", str(copy))
    assert said.returncode == 1
    assert "The application is running. Stop it, restore, and start it again." in said.stderr
    assert "Traceback" not in said.stderr
    assert library.names() == before


@pytest.mark.parametrize("kind", ["missing", "letter", "cut short", "another's", "newer"])
def test_what_is_no_copy_changes_nothing(here: Library, tmp_path: Path, kind: str) -> None:
    copy = tmp_path / "c.sqlite3"
    words = {
        "missing": "no such file",
        "letter": "no copy of a library",
        "cut short": "no copy of a library|damaged",
        "another's": "none of this application",
        "newer": "made by a newer version",
    }[kind]
    if kind == "letter":
        copy.write_bytes(b"Dear restorer" * 400)
    elif kind == "another's":
        with sqlite3.connect(copy) as db:
            db.execute("CREATE TABLE recipes (id INTEGER)")
        db.close()
    elif kind != "missing":
        call_command("backup", str(copy), stdout=StringIO())
        if kind == "cut short":
            copy.write_bytes(copy.read_bytes()[: copy.stat().st_size // 2])
        else:
            with sqlite3.connect(copy) as db:
                db.execute("INSERT INTO django_migrations (app, name, applied) VALUES ('styles', '0999_flying', '2030-01-01')")
            db.close()
    before = here.names()
    with pytest.raises(CommandError, match=words):
        call_command("restore", str(copy))
    assert here.names() == before


def test_a_place_where_nothing_can_be_written_leaves_no_half_copy(here: Library, tmp_path: Path) -> None:
    before = sorted(tmp_path.rglob("*"))
    with pytest.raises(CommandError, match="could not be written"):
        call_command("backup", str(tmp_path / "no" / "such" / "folder" / "c.sqlite3"))
    assert sorted(tmp_path.rglob("*")) == before


@pytest.mark.parametrize("year", [2026, 2999], ids=["", "the clock was set back"])
def test_the_newest_fourteen_are_kept(here: Library, year: int) -> None:
    folder = here.var / "backups"
    folder.mkdir(exist_ok=True)
    for day in range(1, 20):
        (folder / f"steady-shear-{year}-01-{day:02d}-020000.sqlite3").write_bytes(b"")
    for day in (8, 9):
        copy_to(now=datetime(2026, 2, day))
    kept = sorted(p.name for p in folder.glob("steady-shear-*.sqlite3"))
    made = [f"steady-shear-2026-02-0{day}-000000.sqlite3" for day in (8, 9)]
    assert kept == sorted([*made, *(f"steady-shear-{year}-01-{day:02d}-020000.sqlite3" for day in range(8, 20))])
