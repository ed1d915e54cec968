"""Overlapped at the hem and hinged at the waist, nothing is covered at the waist: a short piece of waist beside a dart is in nobody's way."""

from __future__ import annotations

import pytest

from patterncraft.formats.verb_picture import plain_block
from patterncraft.geometry.transform import turn_over
from patterncraft.moves.registry import read_steps
from patterncraft.replay import replay
from tests.patterncraft.moves.test_turned_over import laid
from tests.rich import RULES

LAP = {"move": "overlap", "piece": "skirt front", "from_edge": "hem", "to_edge": "waist", "count": 2, "amount": 2.0}


@pytest.mark.parametrize("over", [False, True])
def test_a_skirt_is_lapped_over_at_its_hem_whichever_way_up_it_lies(over: bool) -> None:
    skirt = plain_block("skirt")
    table = laid(skirt, turn_over(0j, 1j)) if over else skirt
    done = replay(table, read_steps([LAP]), RULES)
    assert done.stopped is None, done.stopped
    hems = [sum(e.length for e in x.piece("skirt front").outline if e.name == "hem") for x in (skirt, done.pattern)]
    assert hems[0] - hems[1] == pytest.approx(4.0, abs=0.15), "two laps of two centimetres"
    waists = [sum(e.length for e in x.piece("skirt front").outline if e.name == "waist") for x in (skirt, done.pattern)]
    assert waists[0] == pytest.approx(waists[1], abs=0.02)
