"""The grainline as it is drawn and printed: on the paper, along the paper's own, long enough to lay cloth by. Measured by shapely."""

from __future__ import annotations

from typing import Any

import pytest
import shapely

from patterncraft.finishing.finish import finish
from patterncraft.finishing.grainline import grain_drawn
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Grain, Piece
from tests.conftest import draft_by
from tests.patterncraft.parts.ground import RULES, made, table
from tests.samples import WHOLE, polygon, sheet, square

Step = dict[str, Any]
SLEEVE: Step = {"move": "sleeve", "school": "sleeve-thirds"}
CASES: dict[str, tuple[str, tuple[Step, ...]]] = {
    "bishop": ("bodice-direct", (SLEEVE, {"move": "bishop"})),
    "scoop": ("bodice-direct", ({"move": "neckline", "shape": "scoop", "width": 9.0, "front_depth": 18.0, "back_depth": 14.0},)),
    "high-low": ("skirt", ({"move": "hem", "shape": "high-low", "rise": 2.0, "front_up": 6.0, "back_down": 4.0},)),
    "cut level": ("skirt", ({"move": "cut_across", "pieces": ["skirt back", "skirt front"], "at": {"edge": "side", "level": "hip", "down": 9.0}},)),
    "into the centre": ("bodice-direct", ({"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": "centre front", "fraction": 0.5}},)),
}  # fmt: skip


def line(grain: Grain) -> shapely.LineString:
    return shapely.LineString([(z.real, z.imag) for z in (grain.start, grain.end)])


@pytest.mark.parametrize("name", CASES)
def test_what_a_step_left_of_the_paper_under_a_grainline_has_it_drawn_on_it(name: str) -> None:
    block, steps = CASES[name]
    pattern = made(*steps, on=table(block)).pattern
    shortened = 0
    for own, drawn in ((pattern.piece(f.name), f.grain) for f in finish(pattern, RULES)):
        assert own.grain
        assert drawn
        assert polygon(own).buffer(0.05).covers(line(drawn)), f"the {own.name}'s grainline runs off it"
        way, was = drawn.end - drawn.start, own.grain.end - own.grain.start
        assert (way / was).imag == pytest.approx(0, abs=1e-9), "turned"
        assert (way / was).real > 0.29, "too short, or the other way round"
        assert drawn.kind == own.grain.kind
        if polygon(own).buffer(0.05).covers(line(own.grain)):
            assert drawn == own.grain, "it lies well"
        shortened += drawn != own.grain
    assert shortened >= 1


def with_grain(piece: Piece, start: complex, end: complex) -> Grain:
    drawn = grain_drawn(Piece(piece.name, piece.outline, grain=Grain(start, end, "straight"), cut=piece.cut))
    assert drawn
    return drawn


def test_by_hand_on_a_sheet_of_ten() -> None:
    """(0,0) to (10,10): what juts out is cut off half a centimetre within; of little left a new one is drawn beside; on the edge it may lie."""
    ten = square(10.0)
    assert with_grain(ten, 5 + 1j, 5 + 9j) == Grain(5 + 1j, 5 + 9j, "straight")
    cut = with_grain(ten, 5 + 2j, 5 + 14j)
    assert cut.start == 5 + 2j
    assert cut.end == pytest.approx(5 + 9.5j)
    both = with_grain(ten, 5 - 4j, 5 + 14j)
    assert (both.start, both.end) == (pytest.approx(5 + 0.5j), pytest.approx(5 + 9.5j))
    beside = with_grain(ten, 5 + 8j, 5 + 18j)
    assert polygon(ten).covers(line(beside))
    assert beside.end.real == pytest.approx(beside.start.real)
    assert beside.end.imag > beside.start.imag + 2.5
    assert with_grain(ten, 1j, 9j) == Grain(1j, 9j, "straight"), "along the fold"
    off = with_grain(ten, 20 + 1j, 20 + 5j)
    assert polygon(ten).covers(line(off))


def test_a_grainline_is_drawn_on_the_side_of_a_cut_that_has_more_of_it() -> None:
    narrow = sheet(4.0, 30.0, "strip")
    drawn = with_grain(narrow, -3 + 10j, 9 + 10j)
    assert polygon(narrow).covers(line(drawn))
    assert (drawn.start, drawn.end) == (pytest.approx(0.4 + 10j), pytest.approx(3.6 + 10j)), (
        "a tenth of four, not half a centimetre"
    )


def test_none_is_none_and_a_block_as_drafted_keeps_its_own() -> None:
    pattern: Pattern = draft_by("skirt", WHOLE).pattern
    assert [grain_drawn(p) for p in pattern.pieces] == [p.grain for p in pattern.pieces]
    assert grain_drawn(Piece("bare", square(5.0).outline)) is None
