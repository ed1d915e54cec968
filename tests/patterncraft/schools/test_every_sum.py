"""Every act of every draft: said, drawn where the block lies, and each of its sums worked out again from what stands in it."""

from __future__ import annotations

import pytest

from patterncraft.drafting.school import Block
from patterncraft.drafting.schools import SCHOOLS
from tests.conftest import draft_by
from tests.samples import FULL, SMALL, WHOLE
from tests.sums import assert_sum_comes_out

FIGURES = {
    "average": WHOLE,
    "small": WHOLE | SMALL | {"hip_girth": 86.0},
    "full": WHOLE | FULL | {"hip_girth": 128.0, "upper_arm_girth": 38.0},
}
SUMS = {
    "bodice-direct": 11,
    "bodice-half-sheet": 18,
    "bodice-shoulder-dart": 12,
    "sleeve-compass": 8,
    "skirt": 4,
    "torso": 0,
    "dolman": 0,
}
"""At least so many sums that can be worked out: else the test would be content with sentences."""


def drawn(name: str, chart: dict[str, float]) -> Block:
    if SCHOOLS[name].base == "skirt":
        return draft_by(name, chart, draft_by("skirt", chart))
    return draft_by(name, chart)


@pytest.mark.parametrize("name", SCHOOLS)
@pytest.mark.parametrize("figure", FIGURES)
def test_every_act_is_said_drawn_and_its_sums_come_out(name: str, figure: str) -> None:
    block = drawn(name, FIGURES[figure])
    assert [s.number for s in block.stages] == list(range(1, len(block.stages) + 1))
    boxes = {p.name: p.box for p in block.pattern.pieces}
    checked = 0
    for stage in block.stages:
        assert stage.rule[0].isupper() or not stage.rule[0].isalpha(), stage.rule
        assert stage.rule.endswith((".", ":")), stage.rule
        assert stage.piece in boxes or "gore" in stage.piece, stage.piece
        assert stage.points or stage.paths or stage.sums, stage.rule
        checked += sum(assert_sum_comes_out(line) for line in stage.sums)
        left, top, right, bottom = boxes.get(stage.piece, (-300.0, -300.0, 300.0, 300.0))
        places = [z for _, z in stage.points] + [z for p in stage.paths for s in p.segments for z in (s[0], s[-1])]
        for z in places:
            assert left - 25 <= z.real <= right + 25, f"{stage.rule}: {z}"
            assert top - 25 <= z.imag <= bottom + 25, f"{stage.rule}: {z}"
    assert checked >= SUMS.get(name, 1)


@pytest.mark.parametrize("name", SCHOOLS)
def test_points_of_a_draft_are_numbered_once_on_each_piece_and_none_is_forgotten(name: str) -> None:
    seen: dict[str, list[str]] = {}
    for stage in drawn(name, WHOLE).stages:
        seen.setdefault(stage.piece, []).extend(label for label, _ in stage.points)
    for piece, labels in seen.items():
        numbers = [int(x) for x in labels if x.isdigit()]
        assert len(set(labels)) == len(labels), f"{piece}: {labels}"
        assert numbers == sorted(numbers), f"{piece}: drawn in their order"
