"""Oblongs of several sizes laid over each other in rows, worked by hand: each has an allowance of 1 on every side, and 3 lie between any two."""

from __future__ import annotations

from itertools import accumulate

import pytest
import shapely

from patterncraft.finishing.finish import finish
from patterncraft.formats.nested import Nest, Size, nest
from patterncraft.house import HouseRules
from patterncraft.paper.pattern import Pattern
from tests.samples import sheet

PIECES = {"a": (50.0, 40.0), "b": (60.0, 20.0), "c": (30.0, 70.0), "d": (100.0, 10.0)}
"""Cut as 52 × 42, 62 × 22, 32 × 72 and 102 × 12."""


def size(label: str, pieces: dict[str, tuple[float, float]]) -> Size:
    pattern = Pattern(tuple(sheet(w, h, name) for name, (w, h) in pieces.items()))
    return Size(label, pattern, finish(pattern, HouseRules()))


def boxes(found: Nest) -> dict[str, tuple[float, ...]]:
    """Left, top, right, bottom of each stack."""
    return {
        name: tuple(round(x, 6) for x in shapely.MultiPoint([(z.real, z.imag) for q in lain for z in q.piece.cut_line]).bounds)
        for name, lain in found.pieces
    }


def test_a_row_is_a_table_long_and_what_does_not_go_on_it_begins_the_next_below_the_deepest() -> None:
    """52 + 3 + 62 + 3 + 32 = 152; another 3 + 102 are more than 160; the deepest of the row is 72."""
    found = nest([size("one", PIECES)])
    assert boxes(found) == {"a": (0, 0, 52, 42), "b": (55, 0, 117, 22), "c": (120, 0, 152, 72), "d": (0, 75, 102, 87)}
    assert (found.width, found.height) == pytest.approx((152, 87))


@pytest.mark.parametrize(("wide", "fits"), [(38.0, True), (38.2, False)])
def test_what_ends_with_the_table_is_still_on_it(wide: float, fits: bool) -> None:
    """120 + 38 + 2 = 160."""
    found = boxes(nest([size("one", PIECES | {"c": (wide, 70.0)})]))
    assert found["c"][:2] == ((120, 0) if fits else (0, 45))


def test_one_wider_than_a_table_lies_alone() -> None:
    found = nest([size("one", {"a": (200.0, 10.0), "b": (20.0, 20.0)})])
    assert boxes(found) == {"a": (0, 0, 202, 12), "b": (0, 15, 22, 37)}
    assert (found.width, found.height) == pytest.approx((202, 37))


@pytest.mark.parametrize(
    ("shape", "wide", "high"),
    [
        # Rows of up to 120: 117 wide, 42 + 3 + 72 + 3 + 12 = 132 high; of 170 and 240: 152 × 87; of 340: 152 + 3 + 102 = 257 × 72.
        pytest.param(1.0, 117, 132, id="a square one: 132, 152 or 257"),
        pytest.param(2.0, 152, 87, id="twice as wide: 132, 87 or 128.5"),
        pytest.param(3.5, 257, 72, id="long: 132, 87 or 73.4"),
    ],
)
def test_in_a_given_shape_it_lies_so_that_all_of_it_is_as_large_as_can_be(shape: float, wide: float, high: float) -> None:
    found = nest([size("one", PIECES)], shape=shape)
    assert (found.width, found.height) == pytest.approx((wide, high))


def test_a_stack_takes_the_room_of_its_largest_and_each_size_lies_on_the_first() -> None:
    """Three sizes of a, 46, 50 and 58 wide; the second size alone has c."""
    small, middle, large = ({"a": (w, h), "b": (60.0, 20.0)} for w, h in ((46.0, 44.0), (50.0, 40.0), (58.0, 36.0)))
    found = nest([size("8", small), size("10", middle | {"c": (30.0, 70.0)}), size("12", large)])
    assert boxes(found) == {"a": (0, 0, 60, 46), "b": (63, 0, 125, 22), "c": (128, 0, 160, 72)}
    stacks = dict(found.pieces)
    assert {name: [q.size for q in lain] for name, lain in stacks.items()} == {"a": [0, 1, 2], "b": [0, 1, 2], "c": [1]}
    assert [round(q.piece.box[2] - q.piece.box[0], 6) for q in stacks["a"]] == [48, 52, 60]
    assert [q.piece.box[:2] for q in stacks["a"]] == [pytest.approx((0, 0))] * 3, "corner on corner"


def test_no_two_lie_on_each_other_however_many() -> None:
    pieces = {f"piece {k}": (20.0 + 37 * k % 90, 10.0 + 53 * k % 70) for k in range(14)}
    for shape in (0.0, 0.5, 1.4, 6.0):
        found = nest([size("one", pieces)], shape=shape)
        lying = [shapely.box(*b) for b in boxes(found).values()]
        assert min(a.distance(b) for k, a in enumerate(lying) for b in lying[:k]) == pytest.approx(3.0)
        assert shapely.union_all(lying).bounds == pytest.approx((0, 0, found.width, found.height))
        # Row by row, and from the left: none could have gone on the row before.
        starts = [b for b in boxes(found).values() if b[0] == 0]
        assert [b[1] for b in starts] == list(accumulate((b[1] for b in starts), max)), "downwards"
