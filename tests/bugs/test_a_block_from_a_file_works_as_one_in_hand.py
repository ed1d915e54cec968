"""A block that lay in a file is worked as the one in hand: six decimals leave its legs and cut edges a few millionths apart.

Before, a leg that missed its partner by a millionth stayed open as a slit, and a cut through a dart's point of
such a block ended in an error that nobody had foreseen: its paper account was out by what lay between the legs.
"""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.drafting.schools import SCHOOLS, school
from patterncraft.formats.openfile import BlockFile
from patterncraft.formats.openfile_io import block_file, read_block, read_file, write_file
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.account import paper_account
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import replay
from tests.rich import PANEL
from tests.samples import WHOLE
from tests.sequences import filed

RULES = HouseRules()
FULLER = WHOLE | {"bust_girth": 104.0, "waist_girth": 86.0, "hip_girth": 110.0, "upper_arm_girth": 33.0}


def both(name: str, chart: dict[str, float], **settings: Any) -> tuple[Pattern, Pattern]:
    """A school's block in hand, and as it comes back from its file."""
    ground = school(name).base
    base = school("skirt" if ground == "skirt" else "bodice-direct").draft(chart) if ground else None
    block = school(name).draft(chart, settings, base)
    return block.pattern, read_block(read_file(write_file(block_file(block, name)), BlockFile)).pattern


def worked(pattern: Pattern, *steps: dict[str, Any]) -> Pattern:
    done = replay(pattern, read_steps(list(steps)), RULES)
    assert done.stopped is None, done.stopped
    return done.pattern


def outlines(pattern: Pattern) -> dict[str, list[tuple[str, str]]]:
    return {p.name: [(e.name, e.kind) for e in p.outline] for p in pattern.pieces}


def test_a_panel_through_the_point_of_two_darts() -> None:
    in_hand, from_file = (worked(p, PANEL) for p in both("bodice-direct", FULLER, waist_ease=5.0))
    assert outlines(from_file) == outlines(in_hand)
    assert all(line.balanced for line in paper_account(from_file))
    for a, b in zip(in_hand.pieces, from_file.pieces, strict=True):
        assert b.area == pytest.approx(a.area, abs=1e-3)


@pytest.mark.parametrize("name", [s for s in SCHOOLS if "sleeve" not in s])
def test_every_dart_of_every_school_closes_as_well_from_a_file(name: str) -> None:
    """Each dart is rotated whole to the middle of each straight edge beside which it can go, in hand and from the file."""
    in_hand, from_file = both(name, FULLER)
    tried = 0
    for piece in in_hand.pieces:
        for dart in darts_of(piece):
            for edge in ("neckline", "shoulder", "side", "hem", "waist"):
                step = {"move": "rotate_dart", "piece": piece.name, "dart": dart.name, "to": {"edge": edge, "fraction": 0.41}}
                if edge not in piece.edge_names or replay(in_hand, read_steps([step]), RULES).stopped:
                    continue
                tried += 1
                one, other = worked(in_hand, step), worked(from_file, step)
                assert outlines(other) == outlines(one), step
                assert all(line.balanced for line in paper_account(filed(other)))
    assert tried or not any(darts_of(p) for p in in_hand.pieces)
