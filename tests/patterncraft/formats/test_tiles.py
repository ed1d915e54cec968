"""Sheets of the house's paper: which hold some of a piece is judged by shapely; heaps of paper are refused before they are drawn."""

from __future__ import annotations

import cmath
from typing import Any, cast

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon, box

from patterncraft.errors import BadSetting
from patterncraft.finishing.finish import FinishedPiece
from patterncraft.formats.layout import Sheet
from patterncraft.formats.tiles import MOST, PAPERS, PaperName, sheets_at_most, tiling

PAPER = st.sampled_from(list(PAPERS))


class Ring:
    """Of a finished piece, what a tiling looks at."""

    def __init__(self, points: list[complex]) -> None:
        self.cut_line = points


def sheet(*rings: list[complex]) -> Sheet:
    """The rings where they lie, which is right of and below the sheet's corner."""
    every = [z for r in rings for z in r]
    pieces = tuple((cast(FinishedPiece, cast(Any, Ring(r))), 0j) for r in rings)
    return Sheet(pieces, max(z.real for z in every), max(z.imag for z in every))


def star(out: list[float], turn: float, at: complex) -> list[complex]:
    points = [(5 + r) * cmath.exp(1j * (turn + 2 * cmath.pi * k / len(out))) for k, r in enumerate(out)]
    corner = complex(min(z.real for z in points), min(z.imag for z in points))
    return [z - corner + at for z in points]


STARS = st.builds(
    star,
    st.lists(st.floats(0, 60), min_size=3, max_size=12),
    st.floats(0, 6),
    st.builds(complex, st.floats(0, 150), st.floats(0, 150)),
)


@given(st.lists(STARS, min_size=1, max_size=3), PAPER)
def test_the_tiles_are_those_that_share_paper_with_a_piece(rings: list[list[complex]], paper: PaperName) -> None:
    laid = sheet(*rings)
    plan = tiling(laid, paper)
    shapes = [Polygon([(z.real, z.imag) for z in r]) for r in rings]
    shared = {}
    for row in range(plan.rows):
        for column in range(plan.columns):
            x, y = column * plan.step[0], row * plan.step[1]
            window = box(x, y, x + plan.window[0], y + plan.window[1])
            shared[row, column] = max(s.intersection(window).area for s in shapes)
    held = [(t.row, t.column) for t in plan.tiles]
    assert held == sorted(held), "row by row"
    assert [t.number for t in plan.tiles] == list(range(1, len(held) + 1))
    # A hair of paper may be told either way; anything wider not.
    assert {k for k, area in shared.items() if area > 1e-6} <= set(held)
    assert all(shared[k] > 0 or min(s.distance(box(*_window(plan, k))) for s in shapes) < 1e-9 for k in held)
    assert sheets_at_most(laid, paper) >= len(held)
    # Nothing of a piece lies outside all windows.
    assert max(z.real for r in rings for z in r) <= (plan.columns - 1) * plan.step[0] + plan.window[0] + 1e-9
    assert max(z.imag for r in rings for z in r) <= (plan.rows - 1) * plan.step[1] + plan.window[1] + 1e-9


@pytest.mark.parametrize("scale", [0.5, 0.2])
def test_drawn_smaller_it_takes_the_tiles_of_a_piece_so_much_smaller(scale: float) -> None:
    ring = star([10.0, 60.0, 0.0, 45.0, 30.0], 0.7, 12 + 9j)
    small = sheet([z * scale for z in ring])
    (piece, _), *_ = sheet(ring).pieces
    laid = Sheet(((piece, 0j),), small.width, small.height, scale)
    assert tiling(laid, "a4").tiles == tiling(small, "a4").tiles
    assert sheets_at_most(laid, "a4") == sheets_at_most(small, "a4")


def _window(plan: Any, tile: tuple[int, int]) -> tuple[float, float, float, float]:
    x, y = tile[1] * plan.step[0], tile[0] * plan.step[1]
    return x, y, x + plan.window[0], y + plan.window[1]


def test_two_hundred_sails_are_refused_by_their_boxes_alone() -> None:
    sail = [0j, 1000 + 0j, 500 + 1000j]
    laid = sheet(*[[z + complex(0, 1002 * k) for z in sail] for k in range(200)])
    assert sheets_at_most(laid, "a4") > 300_000
    with pytest.raises(BadSetting, match=f"more than {MOST:,} sheets of A4"):
        tiling(laid, "a4")


def test_by_hand_one_skirt_panel_on_a4() -> None:
    """40 × 100 cm, a rectangle. A4 within its margins is 19 × 27.7; with a flap of 1 each further sheet adds 18 × 26.7: 40 needs
    three columns (19 + 18 = 37 < 40 ≤ 55), 100 four rows (27.7 + 2 × 26.7 = 81.1 < 100 ≤ 107.8): 12 sheets."""
    plan = tiling(sheet([0j, 40 + 0j, 40 + 100j, 100j]), "a4")
    assert (plan.columns, plan.rows, len(plan.tiles)) == (3, 4, 12)
