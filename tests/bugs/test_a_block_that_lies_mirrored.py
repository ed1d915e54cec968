"""A block that came on card may lie the other way round: matching its shoulders moved the neck, and a sleeve made for its armhole
came out 21.5 cm deep to the wrong side."""

from __future__ import annotations

from dataclasses import replace

import pytest

from patterncraft.drafting.corrections import MatchShoulders
from patterncraft.drafting.right_way import right_way_round
from patterncraft.drafting.school import Block
from patterncraft.drafting.schools import SCHOOLS
from patterncraft.fitting.corrected import corrected
from patterncraft.geometry.transform import slide, turn_over
from patterncraft.paper.sewn import sewn_length
from tests.conftest import draft, draft_by
from tests.samples import WHOLE

MIRROR = turn_over(3 + 0j, 3 + 1j)


def traced(name: str = "bodice-direct", mirrored: bool = False, **settings: object) -> Block:
    """A block on card, as if nobody knew its school; turned over about a line beside it when ``mirrored``."""
    block = draft_by(name, WHOLE, **settings) if name != "bodice-direct" else draft(WHOLE, **settings)
    pattern = block.pattern
    if mirrored:
        pattern = replace(pattern, pieces=tuple(p.placed(MIRROR) for p in pattern.pieces))
    return Block("", {}, {}, pattern, (), block.girths)


def test_matched_shoulders_leave_the_neck_alone_whichever_way_the_block_lies() -> None:
    plain, mirrored = (
        corrected(traced(mirrored=m, true_shoulder=False), [MatchShoulders().model_dump()]).pattern for m in (False, True)
    )
    before = traced(true_shoulder=False).pattern.piece("front")
    for pattern in (plain, mirrored):
        front = pattern.piece("front")
        assert sewn_length(front, "shoulder") == pytest.approx(sewn_length(pattern.piece("back"), "shoulder"), abs=1e-9)
        assert sewn_length(front, "neckline") == pytest.approx(sewn_length(before, "neckline"), abs=1e-9)
        assert sewn_length(front, "armhole") == pytest.approx(sewn_length(plain.piece("front"), "armhole"), abs=1e-9)


@pytest.mark.parametrize("name", [n for n, s in SCHOOLS.items() if s.base in ("armhole", "bodice")])
def test_what_is_drawn_on_a_mirrored_block_is_what_is_drawn_on_it_as_drafted(name: str) -> None:
    plain, mirrored = (SCHOOLS[name].draft(WHOLE, {}, traced(mirrored=m)).pattern for m in (False, True))
    for one, other in zip(plain.pieces, mirrored.pieces, strict=True):
        assert {e: sewn_length(other, e) for e in other.edge_names} == pytest.approx(
            {e: sewn_length(one, e) for e in one.edge_names}, abs=1e-6
        )
        assert other.area == pytest.approx(one.area, abs=1e-6)
    assert [(n.name, n.at_a) for n in mirrored.notches] == [(n.name, pytest.approx(n.at_a, abs=1e-6)) for n in plain.notches]


def test_a_block_that_lies_right_is_left_as_it_is() -> None:
    pattern = draft(WHOLE).pattern
    assert right_way_round(pattern) is pattern
    moved = replace(pattern, pieces=tuple(p.placed(slide(40 - 7j)) for p in pattern.pieces))
    assert right_way_round(moved) is moved
    back = right_way_round(replace(moved, pieces=tuple(p.placed(turn_over(60 + 0j, 60 + 1j)) for p in moved.pieces)))
    # Turned over about its own centre, each piece keeps its place and its paper lies to the right of it.
    for p in back.pieces:
        centre = next(e.path for e in p.outline if e.name.startswith("centre"))
        assert p.box[0] == pytest.approx(min(centre.start.real, centre.end.real), abs=1e-6)
