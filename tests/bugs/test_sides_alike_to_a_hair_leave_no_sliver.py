"""Two sides that were drawn alike differ by less than anything drawn: joined, they left an edge "to true" of half a thousandth
of a millimetre in the hem."""

from __future__ import annotations

import pytest

from patterncraft.drafting.schools import school
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.edge import TO_TRUE
from patterncraft.replay import replay
from patterncraft.tolerances import SNAP
from tests.bodies import bodies_from

JOIN = {"move": "join_pieces", "a": ["skirt back", "side"], "b": ["skirt front", "side"]}


@pytest.mark.parametrize("seed", range(8))
def test_skirt_sides_joined_leave_a_sliver_only_where_one_can_be_cut(seed: int) -> None:
    for body in bodies_from(seed, 12):
        pattern = school("skirt").draft(body).pattern
        done = replay(pattern, read_steps([JOIN]), HouseRules())
        if done.stopped:
            continue
        (piece,) = done.pattern.pieces
        slivers = [e.length for e in piece.outline if e.name == TO_TRUE]
        assert all(x >= SNAP for x in slivers), body
