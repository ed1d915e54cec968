"""From whichever end a seam is walked, and whichever side of it is written first, the paper is cut, snipped and sewn the same."""

from __future__ import annotations

import pytest

from patterncraft.finishing.cut_sheet import cut_sheet
from patterncraft.finishing.finish import finish
from patterncraft.finishing.plan import Finishing, NotchFinish
from patterncraft.finishing.sewing_order import sewing_order
from patterncraft.house import HouseRules
from patterncraft.replay import Replay
from tests.other_end import WRITTEN
from tests.patterncraft.finishing.test_laid_otherwise import ends, near, ring
from tests.rich import RICH

RULES = HouseRules()
PLANS = {"slit": Finishing(), "v": Finishing(lines=(NotchFinish(notches="v"),))}


@pytest.mark.parametrize("how", WRITTEN)
@pytest.mark.parametrize("plan", PLANS)
@pytest.mark.parametrize("name", RICH)
def test_the_same_is_cut_and_snipped(name: str, plan: str, how: str) -> None:
    pattern = RICH[name]()
    here, there = (finish(p, RULES, "Choir", PLANS[plan]) for p in (pattern, WRITTEN[how](pattern)))
    for a, b in zip(here, there, strict=True):
        assert a.name == b.name
        assert ring(a).symmetric_difference(ring(b)).area < 1e-6
        assert (a.label, a.edges, a.darts, a.lenses, a.lines) == (b.label, b.edges, b.darts, b.lenses, b.lines)
        near([n.outer for n in a.notches], [n.outer for n in b.notches], f"notches of {a.name}", 1e-4)
        near([n.inner for n in a.notches], [n.inner for n in b.notches], f"feet of notches of {a.name}", 1e-4)
        near(
            [z for _, x in a.snips for z in ends(x)],
            [z for _, x in b.snips for z in ends(x)],
            f"snips of {a.name}",
            1e-4,
        )


@pytest.mark.parametrize("how", WRITTEN)
@pytest.mark.parametrize("name", RICH)
def test_the_same_is_bought_and_sewn_in_the_same_order(name: str, how: str) -> None:
    pattern = RICH[name]()
    other = WRITTEN[how](pattern)
    here, there = (cut_sheet(Replay(p, ()), finish(p, RULES), "cm") for p in (pattern, other))
    assert here.rows == there.rows
    assert here.notions == there.notions
    assert [(s.kind, s.what, set(s.after)) for s in sewing_order(pattern)] == [
        (s.kind, s.what, set(s.after)) for s in sewing_order(other)
    ]
