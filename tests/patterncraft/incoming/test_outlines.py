"""Outlines in a drawing, drawn by hand here: which stroke goes on, what is a corner, what lies in what, what it is called; and folds that bend."""

from __future__ import annotations

from cmath import exp, pi
from itertools import pairwise

import pytest

from patterncraft.geometry.path import Path, straight
from patterncraft.incoming.drawn import Drawn, DrawnPath, DrawnText
from patterncraft.incoming.outlines import Found, outlines_of
from tests.patterncraft.incoming.test_plan import brought, front, svg


def ring(*places: complex, name: str = "", layer: str = "1") -> DrawnPath:
    return DrawnPath(Path(tuple(pairwise([*places, places[0]]))), True, name, layer)


def box(left: float, top: float, wide: float, high: float, name: str = "", layer: str = "1") -> DrawnPath:
    at = complex(left, top)
    return ring(at, at + wide, at + complex(wide, high), at + 1j * high, name=name, layer=layer)


def found(*paths: DrawnPath, texts: tuple[DrawnText, ...] = ()) -> Found:
    return outlines_of(Drawn(tuple(paths), texts))


def stroke(a: complex, b: complex, layer: str = "1") -> DrawnPath:
    return DrawnPath(straight(a, b), False, "", layer)


STRAY = stroke(30.04 + 0j, 60 + 30j)
SQUARE = (stroke(0j, 30 + 0j), stroke(30 + 0.01j, 30 + 20j), stroke(30 + 20j, 20j), stroke(20j, 0j))


@pytest.mark.parametrize("strokes", [(STRAY, *SQUARE), (*SQUARE, STRAY), (SQUARE[0], STRAY, *SQUARE[1:])])
def test_of_two_strokes_that_could_go_on_the_nearer_one_does(strokes: tuple[DrawnPath, ...]) -> None:
    """One begins a tenth of a millimetre on, a stray one four tenths: the outline is 30 × 20, whatever their order."""
    seen = found(*strokes)
    assert [o.area for o in seen.outlines] == [pytest.approx(600.0, abs=0.2)]
    assert seen.inner == (STRAY,)


def test_strokes_drawn_either_way_round_are_one_outline_clockwise_as_seen() -> None:
    for turned in (set(), {1}, {0, 2}, {0, 1, 2, 3}):
        strokes = [stroke(p.path.end, p.path.start) if k in turned else p for k, p in enumerate(SQUARE)]
        (outline,) = found(*strokes).outlines
        assert outline.area == pytest.approx(600.0, abs=0.2), "an area that is positive runs clockwise where y points down"
        assert len(outline.corners) == 4


def test_strokes_of_two_layers_are_not_chained() -> None:
    seen = found(*SQUARE[:3], stroke(20j, 0j, layer="2"))
    assert seen.outlines == ()


def test_a_corner_is_one_to_the_left_as_to_the_right() -> None:
    """An L, 30 × 30 with 20 × 20 cut out of it: five corners to the right and one, in the hollow, to the left; told in cm from its first place."""
    (outline,) = found(ring(0j, 30 + 0j, 30 + 10j, 10 + 10j, 10 + 30j, 30j)).outlines
    assert outline.corners == pytest.approx((0, 30, 40, 60, 80, 90))
    assert outline.area == pytest.approx(500.0)


@pytest.mark.parametrize(("sides", "corners"), [(24, 0), (21, 0), (19, 19), (12, 12)])
def test_a_line_that_turns_by_less_than_a_hand_draws_smooth_has_no_corner(sides: int, corners: int) -> None:
    """360° / 24 are 15, / 21 are 17.1; / 19 are 18.9, / 12 are 30: a corner begins at 18."""
    places = [20 + 20j + 15 * exp(2j * pi * k / sides) for k in range(sides)]
    (outline,) = found(ring(*places)).outlines
    assert len(outline.corners) == corners


def test_what_lies_within_what_is_told_by_the_next_one_outside() -> None:
    seen = found(box(10, 10, 20, 20), box(0, 0, 60, 60), box(15, 15, 5, 5), box(80, 0, 10, 10))
    assert [o.area for o in seen.outlines] == [3600, 400, 100, 25]
    assert [o.within for o in seen.outlines] == [-1, 0, -1, 1]


def test_an_outline_is_called_what_the_drawing_calls_it_alone_and_what_is_written_on_it_is_its_own() -> None:
    texts = (DrawnText(5 + 5j, "cut 2"), DrawnText(75 + 5j, "facing"), DrawnText(200 + 5j, "nobody's"))
    seen = found(box(0, 0, 30, 30, "front"), box(40, 0, 20, 20, "sleeve"), box(70, 0, 19, 19, "sleeve"), texts=texts)
    assert [o.name for o in seen.outlines] == ["front", "", ""], "two of one name have none"
    assert [o.words for o in seen.outlines] == [("cut 2",), (), ("facing",)]


def test_an_outline_left_open_says_by_how_much_and_where() -> None:
    seen = found(stroke(0j, 30 + 0j), stroke(30 + 0j, 30 + 20j), stroke(30 + 20j, 20j), stroke(20j, 1.5j))
    assert seen.outlines == ()
    assert [(x.gap, x.a, x.b) for x in seen.left_open] == [(pytest.approx(1.5), 0j, 1.5j)]
    wide = found(stroke(0j, 30 + 0j), stroke(30 + 0j, 30 + 20j), stroke(30 + 20j, 20j), stroke(20j, 2.5j))
    assert wide.left_open == (), "open by more than two, it is no outline that was meant"


@pytest.mark.parametrize(("bend", "kind"), [(0.0, "fold"), (0.04, "fold"), (0.07, "seam"), (1.0, "seam")])
def test_a_centre_that_bends_by_more_than_half_a_millimetre_cannot_be_folded(bend: float, kind: str) -> None:
    """A curve of one arch stands off its chord by three quarters of its handles: by ``bend``, from (5, 69) back to (5, 4)."""
    out = 5 - bend / 0.75
    body = f'<path d="M 5 4 L 32 4 L 36 69 L 5 69 C {out} 47 {out} 26 5 4 Z"/>'
    piece = brought(svg(body), front()).piece("skirt front")
    centre = [e for e in piece.outline if e.name == "centre front"]
    assert {e.kind for e in centre} == {kind}
    if kind == "fold":
        assert [len(s) for e in centre for s in e.path.segments] == [2], "it is drawn straight, in one stroke"
    assert (piece.cut.on_fold, piece.cut.quantity) == ((True, 1) if kind == "fold" else (False, 2))
