"""Four wraps round the corner of a sleeve's end, each beside the last one's end: the fourth lay on the first, edge on edge, and crossed nothing."""

import pytest

from patterncraft.drafting.schools import school
from patterncraft.errors import MoveRefused
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from tests.rich import worked
from tests.samples import WHOLE


def test_the_strip_that_would_lie_on_other_paper_is_refused() -> None:
    base = school("bodice-direct").draft(WHOLE)
    pattern = school("dolman").draft(WHOLE, base=base).pattern
    front = pattern.piece("front")
    wrap = {"move": "extend", "piece": "front", "width": 6.0, "as": "wrap"}
    turned = worked(
        pattern,
        wrap | {"edge": "overarm"},
        wrap | {"edge": "wrap sleeve hem"},
        wrap | {"edge": "wrap edge sleeve hem"},
    )
    assert turned.piece("front").area > front.area
    (step,) = read_steps([wrap | {"edge": "wrap edge 2 sleeve hem"}])
    with pytest.raises(MoveRefused, match=r"would lie on other paper of the piece\. Make it narrower"):
        step.apply(turned, HouseRules())
