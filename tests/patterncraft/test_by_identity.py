"""What is remembered by identity is what would be found anew, and nothing of it is left when it is to be forgotten."""

from __future__ import annotations

import gc
from dataclasses import replace
from typing import Any

from patterncraft.by_identity import ByIdentity
from patterncraft.checks.examine import examine, forget
from patterncraft.checks.subject import Subject
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.replay import replay
from patterncraft.walking.joined import chains, joined
from tests.planted.ground import BODY, HOOKED, STAND, table

RULES = HouseRules()
WORK: tuple[dict[str, Any], ...] = (
    {"move": "rename", "piece": "front", "name": "front of somebody"},
    *HOOKED,
    STAND | {"piece": "front of somebody"},
    {"move": "flare", "piece": "skirt front", "edge": "side", "amount": 4.0, "from": {"edge": "side", "level": "hip"}},
)


def test_the_very_same_question_is_asked_once_and_the_oldest_is_forgotten_first() -> None:
    asked: list[tuple[object, int]] = []

    def ask(thing: list[int], factor: int) -> int:
        asked.append((thing, factor))
        return sum(thing) * factor

    known = ByIdentity(ask, 2)
    one, alike = [1, 2], [1, 2]
    assert [known(one, 2), known(one, 2), known(one, 3), known(alike, 2)] == [6, 6, 9, 6]
    assert len(asked) == 3, "another list is another question, though it is equal; another number, too"
    known(one, 3)
    known(one, 2)
    assert len(asked) == 4, "of three the one that was asked longest ago went"


def _worked() -> Subject:
    done = replay(table("bodice", "skirt"), read_steps(list(WORK)), RULES)
    assert done.stopped is None, str(done.stopped)
    return Subject.after(done, RULES, BODY)


def test_nothing_of_a_piece_is_left_anywhere_when_all_is_forgotten() -> None:
    """Every memory of the core, found by the collector and not by a list of them: a piece of that name is in none."""
    subject = _worked()
    examine(subject)
    for _, (piece, edge) in chains(subject.pattern):
        joined(subject.pattern, piece, edge, RULES)
    del subject
    forget()
    gc.collect()
    assert [p for p in gc.get_objects() if type(p) is Piece and p.name == "front of somebody"] == []


def test_what_is_remembered_is_what_is_found_anew() -> None:
    """A seam, a notch and a sheet changed one at a time, each time asked with memory and without."""
    subject = _worked()
    sheet = subject.pattern.piece("skirt front")
    seam = subject.pattern.seam("skirt side")
    notch = subject.pattern.notches[0]
    changed: list[Pattern] = [
        subject.pattern,
        replace(subject.pattern, pieces=tuple(replace(p, cut=replace(p.cut, on_fold=False, quantity=1)) if p is sheet else p for p in subject.pattern.pieces)),
        replace(subject.pattern, seams=tuple(replace(s, rule=replace(s.rule, kind="ease", maximum=0.2)) if s is seam else s for s in subject.pattern.seams)),
        replace(subject.pattern, notches=(replace(notch, at_a=notch.at_a + 1.0), *subject.pattern.notches[1:])),
    ]  # fmt: skip
    found = []
    for pattern in changed:
        again = replace(subject, pattern=pattern, ledger=None)
        with_memory = ledger(pattern, RULES), examine(again)
        forget()
        assert (ledger(pattern, RULES), examine(replace(again))) == with_memory
        found.append(with_memory)
    assert found[1][1] != found[0][1], "half the skirt front is missing round the hip"
    assert found[2][0] != found[0][0]
    assert found[3] != found[0]
