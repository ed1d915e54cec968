"""Readings in a process of their own: what they answer, what ends them, and that nobody waits for another house's."""

from __future__ import annotations

import os
import threading
import time
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

import pytest

from patterncraft.errors import BadFile
from server.apart import turns
from server.apart.door import IN_ALL, OF_A_HOUSE, apart
from server.apart.limits import CLOCK, PROCESSOR
from server.config.store_faults import Busy
from tests.server import hostile_readings as h


def test_what_is_answered_and_what_is_refused_come_back_as_they_were() -> None:
    assert apart(1, "", h.doubled, [1, 2]) == [1, 2, 1, 2]
    with pytest.raises(BadFile) as refused:
        apart(1, "", h.refuses, "card")
    assert str(refused.value) == "Card: it has no outline. Draw one."
    assert refused.value.field == "pieces"


@pytest.mark.parametrize(
    ("reading", "args", "said", "seconds"),
    [
        (h.turns_for_ever, (), "takes longer to read", PROCESSOR + 2.0),
        (h.sleeps, (), "takes longer to read", CLOCK + 2.0),
        (h.fills_the_memory, (), "takes more memory", 5.0),
        (h.stumbles, (), "cannot be read", 2.0),
        (h.falls, (), "cannot be read", 2.0),
    ],
)
def test_a_reading_ends_at_its_limits_and_is_told_in_a_sentence(reading: Any, args: Any, said: str, seconds: float) -> None:
    apart(1, "", h.doubled, [])
    begun = time.monotonic()
    with pytest.raises(BadFile, match=rf"^Card: it {said}"):
        apart(1, "card", reading, *args)
    assert time.monotonic() - begun < seconds


def test_a_reading_fills_no_disk(tmp_path: Path) -> None:
    with pytest.raises(BadFile, match="cannot be read"):
        apart(1, "card", h.fills_the_disk, str(tmp_path / "heap"))
    assert (tmp_path / "heap").stat().st_size <= 64 * 2**20


def test_another_house_is_read_for_beside_one_that_sends_heaps(tmp_path: Path) -> None:
    apart(1, "", h.doubled, [])
    with ThreadPoolExecutor(8) as pool:
        heap = [pool.submit(apart, 1, "", h.marks, str(tmp_path / str(k)), 3.0) for k in range(4)]
        time.sleep(0.3)
        begun = time.monotonic()
        assert apart(2, "", h.doubled, [1]) == [1, 1]
        assert time.monotonic() - begun < 1.0
        # What a house asks for beyond its share is told at once, as something to be tried again.
        told = [f.exception() for f in heap]
    assert sum(isinstance(e, Busy) for e in told) == 4 - OF_A_HOUSE < IN_ALL
    assert told.count(None) == OF_A_HOUSE


def test_a_reading_ends_when_nobody_waits_for_it(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    place, gone = tmp_path / "mark", threading.Event()
    monkeypatch.setattr("server.apart.door.asker_has_gone", gone.is_set)
    threading.Timer(0.5, gone.set).start()
    with pytest.raises(Busy):
        apart(1, "card", h.marks, str(place), 8.0)
    until = time.monotonic() + 2.0
    while Path(f"/proc/{place.read_text()}").exists():
        assert time.monotonic() < until, "it goes on"
        time.sleep(0.02)


def test_the_reader_is_killed_and_another_one_stands_there() -> None:
    parent = apart(1, "", os.getppid)
    os.kill(parent, 9)
    until = time.monotonic() + 10
    while True:
        try:
            assert apart(1, "", os.getppid) != parent
        except Busy:
            assert time.monotonic() < until
            time.sleep(0.1)
        else:
            break


def test_whoever_waits_for_a_file_computes_nothing() -> None:
    """One computes at a time here, and while she waits another is answered."""
    order: list[str] = []
    inside = threading.Event()

    def application(environ: dict[str, Any], start: Any) -> list[bytes]:
        if environ["who"] == "reads":
            with turns.out_of_turn():
                inside.set()
                time.sleep(0.3)
        order.append(environ["who"])
        return []

    one = turns.InTurn(application, 1)
    reads = threading.Thread(target=one, args=({"who": "reads"}, None))
    reads.start()
    assert inside.wait(2)
    one({"who": "draws"}, None)
    reads.join()
    assert order == ["draws", "reads"]


def test_the_place_goes_to_whoever_came_first_not_to_whoever_was_there_last() -> None:
    """Six wait while one computes, and each would come again as soon as she has left: all six come first."""
    order: list[int] = []
    computing, all_wait = threading.Event(), threading.Event()

    def application(environ: dict[str, Any], _: Any) -> list[bytes]:
        if environ["who"] < 0:
            computing.set()
            assert all_wait.wait(10)
        else:
            order.append(environ["who"])
        return []

    one = turns.InTurn(application, 1)

    def comes(who: int) -> None:
        for _ in range(3):
            one({"who": who}, None)

    first = threading.Thread(target=one, args=({"who": -1}, None))
    first.start()
    assert computing.wait(10)
    others = [threading.Thread(target=comes, args=(who,)) for who in range(6)]
    for waiting, t in enumerate(others, 1):
        t.start()
        until = time.monotonic() + 10
        while one.waiting < waiting:
            assert time.monotonic() < until
            time.sleep(0.001)
    all_wait.set()
    for t in (first, *others):
        t.join()
    assert order[:6] == [0, 1, 2, 3, 4, 5]


@pytest.mark.parametrize(("body", "answer", "tidied"), [(10, 10, 0), (turns.HEAVY + 1, 10, 1), (10, turns.LARGE + 1, 1)])
def test_what_large_ones_took_is_given_back_once_they_are_over(
    body: int, answer: int, tidied: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    """All that is old is looked through, once for however many there were."""
    looked: list[tuple[int, ...]] = []
    monkeypatch.setattr(turns, "LATER", 0.1)
    monkeypatch.setattr("server.apart.turns.gc.collect", lambda *age: looked.append(age))

    def application(_: dict[str, Any], start: Any) -> list[bytes]:
        start("200 OK", [("Content-Type", "text/plain"), ("Content-Length", str(answer))])
        return []

    one = turns.InTurn(application, 2)
    for _ in range(3):
        one({"CONTENT_LENGTH": str(body)}, lambda *_: None)
    time.sleep(0.3)
    assert looked.count(()) == tidied
