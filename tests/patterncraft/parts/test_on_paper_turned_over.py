"""Parts made to measure on blocks that lie the other way round: the same parts, for a body has no right side of the paper.

The oracle is the part itself, made on the block as it lies: areas and differences by shapely.
"""

from __future__ import annotations

from dataclasses import replace

import pytest
import shapely
from shapely import affinity

from patterncraft.finishing.grainline import grain_drawn
from patterncraft.geometry.transform import turn_over
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.replay import Replay, replay
from tests.parts_on_bodies import ON_BODICES, ON_SKIRTS
from tests.patterncraft.parts.ground import RULES, table
from tests.samples import polygon

OVER = turn_over(0j, 1j)
CASES = {**dict.fromkeys(ON_BODICES, "bodice-direct"), **dict.fromkeys(ON_SKIRTS, "skirt")}


def turned(pattern: Pattern) -> Pattern:
    return replace(pattern, pieces=tuple(p.placed(OVER) for p in pattern.pieces))


def off_by(a: Piece, b: Piece) -> float:
    """cm² by which two sheets differ, laid on each other at the middle of their boxes, the one as it is or turned over."""
    one, shapes = polygon(a), []
    for sign in (1.0, -1.0):
        other = affinity.scale(polygon(b), sign, 1.0, origin=(0, 0))
        shift = [o - s for o, s in zip(one.envelope.centroid.coords[0], other.envelope.centroid.coords[0], strict=True)]
        shapes.append(one.symmetric_difference(affinity.translate(other, *shift)).area)
    return min(shapes)


def told(done: Replay) -> list[float]:
    return sorted(s.result.value for d in done.done for s in d.working if s.result)


@pytest.mark.parametrize("part", CASES)
def test_a_part_is_the_same_on_a_block_that_lies_the_other_way_round(part: str) -> None:
    own = table(CASES[part])
    steps = read_steps(list({**ON_BODICES, **ON_SKIRTS}[part]))
    here, there = (replay(p, steps, RULES) for p in (own, turned(own)))
    assert here.stopped is None, here.stopped
    assert there.stopped is None, there.stopped
    assert [p.name for p in there.pattern.pieces] == [p.name for p in here.pattern.pieces]
    for a, b in zip(here.pattern.pieces, there.pattern.pieces, strict=True):
        assert off_by(a, b) < 0.05, f"{a.name}: {off_by(a, b):.3f} cm² differ"
        assert b.cut == a.cut
        assert sorted(x.name for x in b.lines) == sorted(x.name for x in a.lines)
        assert sum(x.path.length for x in b.lines) == pytest.approx(sum(x.path.length for x in a.lines), abs=0.02)
        assert sorted((m.name, m.kind) for m in b.marks) == sorted((m.name, m.kind) for m in a.marks)
        for p in (a, b):
            grain = grain_drawn(p)
            assert grain
            line = shapely.LineString([(z.real, z.imag) for z in (grain.start, grain.end)])
            assert polygon(p).buffer(0.05).covers(line), f"the {p.name}'s grainline runs off it"
    assert told(there) == pytest.approx(told(here), abs=5e-3)
    kept_here, kept_there = (
        {p.name: (p.rule, p.kept) for p in ledger(x.pattern, RULES) if p.kind == "seam"} for x in (here, there)
    )
    assert kept_there == kept_here
    stops = [sorted((n.seam, n.name, n.style) for n in x.pattern.notches) for x in (here, there)]
    assert stops[0] == stops[1]
