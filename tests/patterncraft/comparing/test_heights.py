"""Widths at chosen heights: a rectangle with a dart by hand, any block by shapely's own level line."""

from __future__ import annotations

import pytest
import shapely

from patterncraft.comparing.figures import at_heights
from patterncraft.comparing.heights import width_at
from patterncraft.paper.pattern import Pattern
from tests.patterncraft.moves.test_shaping import trapeze
from tests.samples import polygon


def test_a_trapeze_is_as_wide_as_its_sides_say() -> None:
    piece = trapeze(lean=4.0)
    for share in (0.25, 0.5, 0.8):
        assert width_at(piece, 40 * share) == pytest.approx(20 + 4 * share, abs=1e-6)
    assert width_at(piece, 41.0) is None
    assert width_at(piece, 5.0, "no such point") is None


@pytest.mark.parametrize("below", [6.0, 15.0, 30.0, 38.0])
def test_a_bodice_is_as_wide_as_shapely_measures_it(bodice: Pattern, below: float) -> None:
    for p in bodice.pieces:
        left, top, right, _ = p.box
        level = shapely.LineString([(left - 9, top + below), (right + 9, top + below)])
        assert width_at(p, below) == pytest.approx(polygon(p).buffer(0).intersection(level).length, abs=0.01)


def test_from_a_named_point_and_only_where_both_have_it(bodice: Pattern) -> None:
    (front,) = at_heights(bodice, bodice, [2.0], "bust point", "cm")
    assert front.piece == "front"
    assert front.figures[0].said == "width 2.0 cm below the bust point"
    assert front.figures[0].is_alike
    piece = bodice.piece("front")
    mark = next(m.at for m in piece.marks if m.name == "bust point")
    assert front.figures[0].a == pytest.approx(width_at(piece, 2.0 + mark.imag - piece.box[1]), abs=1e-9)
