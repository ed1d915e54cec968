"""Several at once: two house rules changed together, one memory asked by many threads."""

from __future__ import annotations

import threading
from collections.abc import Callable
from typing import Any

import pytest
from django.db import connections

from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.replay import Replayer
from server.workrooms.services import change_rule
from tests.conftest import draft
from tests.samples import AVERAGE
from tests.server.conftest import ROTATE, Caller


def together(acts: list[Callable[[], Any]]) -> None:
    """All acts at the same moment, each in a thread; the first thing that any of them raises is raised here."""
    start, raised = threading.Barrier(len(acts)), list[BaseException]()

    def run(act: Callable[[], Any]) -> None:
        start.wait()
        try:
            act()
        except BaseException as e:  # noqa: BLE001  (raised again by who waits for the thread)
            raised.append(e)
        finally:
            connections.close_all()

    threads = [threading.Thread(target=run, args=(a,)) for a in acts]
    for t in threads:
        t.start()
    for t in threads:
        t.join()
    if raised:
        raise raised[0]


@pytest.mark.django_db(transaction=True)
def test_rules_changed_together_are_all_changed(transactional_db: None) -> None:
    us = Caller("Ours", "ada")
    fields = [
        "allowances.seam",
        "allowances.side",
        "allowances.hem",
        "allowances.armhole",
        "allowances.neckline",
        "allowances.waist",
    ]
    known = {f["field"] for f in us.get("/house-rules").json()["fields"]}
    assert set(fields) <= known
    for turn in range(4):
        value = f"{0.5 + turn / 10:.1f}"
        # Each acts on the workroom as its own request found it, before any of them has changed it.
        together([lambda f=f, v=value: change_rule(us.room, f, v) for f in fields])
        rules = us.get("/house-rules").json()["rules"]["allowances"]
        assert {f: rules[f.split(".")[1]] for f in fields} == dict.fromkeys(fields, float(value))


def test_one_memory_asked_by_many_threads_never_stumbles() -> None:
    block = draft(AVERAGE).pattern
    shares = [read_steps([ROTATE | {"share": k / 100}]) for k in range(1, 60)]
    right = {k: Replayer()("x", block, s, HouseRules()).pattern for k, s in enumerate(shares)}
    small = Replayer(size=3)

    def ask(first: int) -> None:
        for turn in range(120):
            k = (first * 7 + turn) % len(shares)
            assert small("x", block, shares[k], HouseRules()).pattern == right[k]
            if turn % 40 == 0:
                small.forget()

    together([lambda n=n: ask(n) for n in range(6)])
