"""A small share of the siege: the application as its own processes on a fresh folder. ``make siege`` does much more of each."""

from __future__ import annotations

import os
import stat
import time
from collections.abc import Iterator
from pathlib import Path

import pytest

from siege import files, saves, strangers
from siege.house import Furnished, House, Visitor, furnished

pytestmark = [pytest.mark.xdist_group("siege"), pytest.mark.one_file]


@pytest.fixture(scope="module")
def house(tmp_path_factory: pytest.TempPathFactory) -> Iterator[House]:
    started = House(tmp_path_factory.mktemp("siege") / "var", workers=2)
    started.start()
    yield started
    started.stop()


@pytest.fixture(scope="module")
def rooms(house: House) -> list[Furnished]:
    return [furnished(house.port, f"somebody {k}") for k in range(3)]


def test_its_files_and_their_folder_are_its_owners_alone(house: House, rooms: list[Furnished]) -> None:
    assert stat.S_IMODE(house.var.stat().st_mode) == 0o700
    held = [f for f in house.var.iterdir() if f.is_file()]
    assert {"steady-shear.sqlite3", "steady-shear.sqlite3-wal", "secret-key"} <= {f.name for f in held}
    assert {stat.S_IMODE(f.stat().st_mode) for f in held} == {0o600}


def test_an_older_folder_that_was_open_to_others_is_closed(tmp_path: Path) -> None:
    from server.config.private_files import kept_private, private_folder

    folder, file = tmp_path / "var", tmp_path / "var" / "db"
    folder.mkdir(mode=0o755)
    file.write_text("x")
    file.chmod(0o644)
    assert stat.S_IMODE(private_folder(folder).stat().st_mode) == 0o700
    assert stat.S_IMODE(kept_private(file).stat().st_mode) == 0o600
    assert file.read_text() == "x"


def test_what_was_acknowledged_survives_kills_in_the_middle_of_saving(house: House, rooms: list[Furnished]) -> None:
    written, lost = saves.killed(house, rooms, 2)
    assert lost == []
    assert written > 0, "else nothing was tried"


def test_and_lies_on_the_disk_in_the_moment_it_is_acknowledged(house: House, rooms: list[Furnished], tmp_path: Path) -> None:
    written, lost = saves.copied(house, rooms, 2, tmp_path)
    assert lost == []
    assert written > 0


def test_every_connection_asks_for_full_durability_and_overwrites_what_is_deleted(db: None) -> None:
    from django.db import connection

    with connection.cursor() as cursor:
        told = [cursor.execute(f"PRAGMA {p}").fetchone()[0] for p in ("synchronous", "secure_delete", "foreign_keys")]
    assert told == [2, 1, 1], "2 is FULL (sqlite.org/pragma.html)"


def test_two_tabs_never_lose_a_change_of_each_other(rooms: list[Furnished]) -> None:
    assert saves.two_tabs(rooms[0], 4) == []


def test_altered_files_are_taken_in_whole_or_refused_in_a_sentence(rooms: list[Furnished]) -> None:
    fate = files.take_in(rooms[1], 40, seed=11)
    assert fate.faults == []
    assert fate.refused > 10
    assert fate.taken > 0


def test_heaps_and_half_open_connections_break_nothing(house: House, rooms: list[Furnished]) -> None:
    seen = strangers.Seen()
    strangers.throw_heaps(rooms[2], seen)
    strangers.half_open(house, rooms[0], 150, seen)
    assert seen.broken == 0, seen.faults
    assert seen.requests >= 60


def test_signed_out_at_one_process_is_signed_out_at_all(house: House) -> None:
    own = Visitor(house.port).open_workroom("comes and goes")
    tabs = [own.twin() for _ in range(8)]
    assert {t.ask("GET", "/api/people").status for t in tabs} == {200}
    own.ask("DELETE", "/api/session")
    assert {t.ask("GET", "/api/people").status for t in tabs} == {401}


def test_a_process_that_dies_is_followed_by_another_and_nobody_is_left_when_the_first_goes(tmp_path: Path) -> None:
    own = House(tmp_path / "var", workers=2)
    own.start()
    parent, *children = sorted(own.processes(), key=lambda pid: pid != own._process.pid if own._process else False)
    assert len(children) == 4, "two that answer, one that reads, one for the long work"
    os.kill(children[0], 9)
    until = time.monotonic() + 20
    # The one that was killed is still counted until its parent has seen it end.
    after: set[int] = set()
    while time.monotonic() < until and (len(after) < 5 or children[0] in after):
        time.sleep(0.05)
        after = set(own.processes())
    assert len(after) == 5
    assert children[0] not in after
    assert Visitor(own.port).ask("GET", "/health").status == 200
    os.kill(parent, 9)
    while time.monotonic() < until and set(own.processes()) - {parent}:
        time.sleep(0.05)
    assert set(own.processes()) <= {parent}, "without the one that looks after them they end by themselves"
    own.kill()
