"""A curved slash ran over a double-pointed dart as if it were not there: each chord of the curve met only one of its sides."""

from __future__ import annotations

from dataclasses import replace

import pytest

from patterncraft.errors import MoveRefused
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.lens import straight_lens
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import replay
from tests.samples import square

LENS = straight_lens("inner dart", 20 + 8j, 18 + 20j, 22 + 20j, 20 + 36j)


@pytest.mark.parametrize("shape", ["straight", "curve", "s"])
@pytest.mark.parametrize("up", [0.45, 0.55])
def test_a_slash_through_it_is_refused_however_it_bends(shape: str, up: float) -> None:
    through = [{"edge": "left", "from": "top", "fraction": up}, {"edge": "right", "from": "top", "fraction": 0.5}]
    if shape == "curve":
        through.insert(1, {"at": {"edge": "left", "from": "top", "fraction": 0.5}, "out": 30.0, "down": 2.0})
    draw = {"move": "draw_line", "piece": "square", "line": {"through": through, "shape": shape}, "name": "slash"}
    spread = {
        "move": "slash_and_spread",
        "piece": "square",
        "from_edge": "left",
        "to_edge": "right",
        "at": ["slash"],
        "opening": 2.0,
    }
    pattern = Pattern((replace(square(40.0), lenses=(LENS,)),))
    stopped = replay(pattern, read_steps([draw, spread]), HouseRules()).stopped
    assert isinstance(stopped, MoveRefused)
    assert stopped.step == 2
    assert "inner dart" in str(stopped)
    assert "double-pointed" in str(stopped)
