"""A seam may be written from either end, and either side first: the same step brings the same paper, and the same promises written that way.

Nothing on the sheets is different, so nothing may come out differently: an oracle that needs no numbers of ours.
"""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.geometry.transform import slide
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import replay
from tests.conftest import draft_by
from tests.other_end import WRITTEN
from tests.patterncraft.moves.test_turned_over import CASES, assert_alike
from tests.rich import RULES
from tests.samples import WHOLE

Step = dict[str, Any]
BY_THE_SEAM = ("notch", "move_notch", "promise")
"""Moves that are told a place along a seam as it is written."""
AS_WRITTEN = [(name, step) for name, step in CASES if step["move"] not in BY_THE_SEAM]


@pytest.mark.parametrize("how", WRITTEN)
@pytest.mark.parametrize(("name", "step"), AS_WRITTEN, ids=lambda x: x["move"] if isinstance(x, dict) else x)
def test_on_seams_written_the_other_way_a_step_does_the_same(name: str, step: Step, how: str) -> None:
    pattern, written = draft_by(name, WHOLE).pattern, WRITTEN[how]
    here, there = (replay(p, read_steps([step]), RULES) for p in (pattern, written(pattern)))
    assert here.stopped is None, here.stopped
    assert there.stopped is None, there.stopped
    assert {p.name for p in there.pattern.pieces} == {p.name for p in here.pattern.pieces}
    for a in here.pattern.pieces:
        assert_alike(a, there.pattern.piece(a.name), slide(0j))
    assert _promised(there.pattern) == _promised(here.pattern)
    # A seam that was cut away is sewn anew, and marked from its own start.
    known = {s.name for s in pattern.seams} - ({"shoulder"} if step["move"] == "move_shoulder" else set())
    assert _stands(written(there.pattern), known) == _stands(here.pattern, known)
    assert {(c.name, c.kind, round(c.length, 3), c.count) for c in there.pattern.closures} == {
        (c.name, c.kind, round(c.length, 3), c.count) for c in here.pattern.closures
    }


def _promised(pattern: Pattern) -> dict[str, tuple[list[float], str, bool]]:
    return {p.name: (sorted(round(x, 3) for x in (p.length_a, p.length_b or 0.0)), p.rule, p.kept) for p in ledger(pattern, RULES)}


def _stands(pattern: Pattern, known: set[str]) -> list[Any]:
    """Where the notches stand, on either side, of seams that were there before: a new one begins where its step lets it begin. Several of a step are numbered
    along the seam as it is written."""
    found = [
        (n.seam, n.name.rstrip(" 0123456789"), n.style, *(None if x is None else round(x, 2) for x in (n.at_a, n.at_b)))
        for n in pattern.notches
        if n.seam in known
    ]
    return sorted(found, key=str)
