"""Sides let out, and the corner under the arm cut off: the snippet was new paper all over, counted a hair too large, and its share of the block came out below
nought. Written so, the file could not be read again."""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.formats.openfile import PatternFile
from patterncraft.formats.openfile_io import pattern_file, read_file, read_pattern, write_file
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.account import account_of, paper_account
from patterncraft.replay import replay
from tests.conftest import draft
from tests.samples import FIGURES

RULES = HouseRules()


@pytest.mark.parametrize("figure", FIGURES)
@pytest.mark.parametrize("along", [0.2, 0.6, 1.2, 2.0, 3.4])
def test_it_holds_none_of_it_and_the_account_comes_out(figure: str, along: float) -> None:
    ease: dict[str, Any] = {"move": "add_ease", "side": 2.5, "centre": 0.5}
    cut = {
        "move": "cut_along",
        "piece": "back",
        "line": [{"edge": "side", "from": "armhole", "distance": 6.0}, {"edge": "armhole", "from": "side", "distance": along}],
    }
    start = draft(FIGURES[figure]).pattern
    done = replay(start, read_steps([ease, ease, cut]), RULES)
    if done.stopped:
        assert "nothing worth a piece would be left" in done.stopped.message
        return
    lines = [account_of(p) for p in done.pattern.pieces]
    assert min(line.block for line in lines) >= 0.0
    assert all(line.balanced for line in paper_account(done.pattern))
    assert sum(line.block for line in lines) == pytest.approx(sum(p.area for p in start.pieces), abs=1e-6), (
        "the block is as large as it was"
    )
    again = read_pattern(read_file(write_file(pattern_file(done.pattern, "snippet")), PatternFile))
    assert [p.name for p in again.pieces] == [p.name for p in done.pattern.pieces]
