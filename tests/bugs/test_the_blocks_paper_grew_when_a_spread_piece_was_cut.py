"""A broken edge redrawn cut off some of the paper just taped in. Cut in two after that, the piece claimed this had been its
block's: four square centimetres of skirt more than were ever drafted."""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.paper.account import paper_account
from tests.conftest import draft_by
from tests.rich import worked
from tests.samples import WHOLE

SPREAD: dict[str, Any] = {
    "move": "slash_and_spread",
    "piece": "skirt front",
    "from_edge": "hem",
    "to_edge": "side",
    "count": 3,
    "opening": 5.0,
    "far_opening": 2.0,
}
CUT = {"move": "cut_along", "piece": "skirt front", "line": [{"edge": "waist", "fraction": 0.4}, {"edge": "hem", "fraction": 0.5}]}


def test_the_block_is_as_large_as_ever_when_it_is_spread_cut_and_taped() -> None:
    start = draft_by("skirt", WHOLE).pattern
    spread = worked(start, SPREAD)
    assert paper_account(spread)[-1].away > 1.0, "redrawing cut nothing off: the sample shows nothing"
    cut = worked(spread, CUT)
    parts = [p.name for p in cut.pieces if "front" in p.name]
    seam = cut.seams[-1]
    taped = worked(cut, {"move": "join_pieces", "a": [parts[0], seam.a[0].edge], "b": [parts[1], seam.b[0].edge]})
    for pattern in (spread, cut, taped):
        assert paper_account(pattern)[-1].block == pytest.approx(sum(p.area for p in start.pieces), abs=1e-6)
