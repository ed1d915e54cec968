"""A cut to a place a hair off a corner ended beside the corner: the outline stood open by that hair."""

from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sewn import sewn_length
from patterncraft.paper.sound import closing_gap
from patterncraft.replay import replay


def test_place_a_hair_off_a_corner_is_the_corner(bodice: Pattern) -> None:
    whole = sewn_length(bodice.piece("front"), "shoulder")
    for hair in (5e-5, 1e-8):
        place = {"edge": "shoulder", "from": "neckline", "distance": whole - hair}
        step = {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": place}
        done = replay(bodice, read_steps([step]), HouseRules())
        assert done.stopped is None
        assert closing_gap(done.pattern.piece("front")) < 1e-12
