"""One sheet over another: what lies on what is worked out with plain rotation, not with the code's own transforms."""

from __future__ import annotations

import cmath
from dataclasses import replace

import pytest

from patterncraft.comparing.drawn_over import lies_over
from patterncraft.comparing.laid_over import laid_over, lines_to_lie_along, points_in_common, points_to_lie_together
from patterncraft.formats.table import GAP, Lie, tidy
from patterncraft.geometry.path import straight
from patterncraft.geometry.transform import Transform
from patterncraft.paper.edge import Edge
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Grain, Mark, Piece
from tests.conftest import draft
from tests.samples import AVERAGE, FULL, square


def skirt(wide: float, long: float) -> Piece:
    """A front with its fold on the left, drawn from its upper inner corner; grain down the middle, a mark at hip height."""
    corners = [0j, complex(wide, 0), complex(wide, long), complex(0, long)]
    edges = zip(("waist", "side", "hem", "centre front"), ("seam", "seam", "hem", "fold"), corners, [*corners[1:], 0j], strict=True)
    grain = Grain(complex(wide / 2, 5), complex(wide / 2, long - 5))
    outline = tuple(Edge(n, k, straight(a, b)) for n, k, a, b in edges)
    return Piece("skirt front", outline, marks=(Mark("hip", complex(wide, 20)),), grain=grain)


def turned(piece: Piece, degrees: float, shift: complex) -> Piece:
    return piece.placed(Transform(cmath.rect(1.0, cmath.pi * degrees / 180), shift))


def test_a_wider_sheet_that_lies_askew_is_brought_to_the_same_centre_and_grain() -> None:
    under, over = skirt(24, 60), turned(skirt(27, 64), 37.0, 100 - 40j)
    by = laid_over(under, over)
    laid = [by.point(e.path.start) for e in over.outline]
    # Upper end of the centre on the centre's upper end, or its lower on its lower: whichever corner comes first, the fold is on the fold.
    assert laid == pytest.approx([0j, 27 + 0j, 27 + 64j, 64j], abs=1e-9)


@pytest.mark.parametrize(
    ("at", "corner"), [("side / waist", -3 + 0j), ("hem / side", -3 - 4j), ("hip", -3 + 0j), ("centre front / hem", -4j)]
)
def test_the_named_point_lies_on_its_like(at: str, corner: complex) -> None:
    by = laid_over(skirt(24, 60), skirt(27, 64), at)
    assert by.point(0j) == pytest.approx(corner, abs=1e-9), "where the wider sheet's upper centre comes to lie"


def test_two_shoulders_lie_along_each_other_though_their_grains_do_not() -> None:
    """By plain angles: the fuller sheet's side leans 3 in 64, the other's not at all."""
    under, over = skirt(24, 60), skirt(27, 64)
    leaning = replace(
        over,
        outline=tuple(
            replace(e, path=straight(27 + 0j, 30 + 64j))
            if e.name == "side"
            else replace(e, path=straight(30 + 64j, 64j))
            if e.name == "hem"
            else e
            for e in over.outline
        ),
    )
    by = laid_over(under, leaning, "side / waist", "side")
    assert by.point(27 + 0j) == pytest.approx(24 + 0j, abs=1e-9)
    lower = by.point(30 + 64j)
    assert (lower.real, lower.imag) == (pytest.approx(24.0, abs=1e-9), pytest.approx(abs(3 + 64j), abs=1e-9))
    assert laid_over(under, leaning, "side / waist", "no such line").turn == pytest.approx(1 + 0j)
    pair = Pattern((under,)), Pattern((leaning,))
    assert lines_to_lie_along(*pair) == ["waist", "side", "hem", "centre front"]


def test_a_point_that_one_sheet_lacks_or_has_twice_is_not_offered() -> None:
    one = skirt(24, 60)
    other = replace(skirt(27, 64), marks=())
    assert list(points_in_common(one, other)) == ["centre front / waist", "centre front / hem", "side / waist", "hem / side"]
    same = replace(square(), outline=tuple(replace(e, name="side") if e.name in ("left", "right") else e for e in square().outline))
    assert list(points_in_common(same, same)) == [], "all four corners are called like another one"
    assert laid_over(same, turned(same, 0.0, 7 + 2j)).shift == pytest.approx(-7 - 2j), "middle on middle then"


def test_a_darts_mouth_is_no_corner_and_its_point_can_be_chosen() -> None:
    full, average = draft(FULL).pattern, draft(AVERAGE).pattern
    names = points_to_lie_together(average, full)
    assert "point of the waist dart" in names
    assert not [n for n in names if n.startswith("waist / waist") or "dart / " in n]
    front, fuller = (p.piece("front") for p in (average, full))
    by = laid_over(front, fuller, "bust point")
    assert by.point(fuller.mark("bust point").at) == pytest.approx(front.mark("bust point").at, abs=1e-9)


def test_on_the_table_a_turned_sheet_takes_the_other_along_and_what_is_new_lies_beside() -> None:
    under = Pattern((skirt(24, 60),))
    over = Pattern((skirt(27, 64), square(10, "pocket")))
    quarter = {"skirt front": Lie(200 + 50j, 90.0)}
    lies = lies_over(under, over, quarter)
    # A quarter turn clockwise as seen carries (x, y) to (−y, x).
    for at in (0j, 27 + 0j, 27 + 64j):
        assert lies["skirt front"].by.point(at) == pytest.approx(200 + 50j + complex(-at.imag, at.real), abs=1e-9)
    flat = lies_over(under, over, tidy(under))
    left = flat["pocket"].by.point(0j)
    assert left == pytest.approx(24 + GAP + 0j), "beside, on the same level"
    # The point chosen holds on the table too: both hips lie on each other there.
    hip = lies_over(under, over, quarter, "hip")["skirt front"].by.point(27 + 20j)
    assert hip == pytest.approx(quarter["skirt front"].by.point(24 + 20j), abs=1e-9)
    # Several that are new keep clear of each other, whatever their own coordinates are.
    away = Pattern(
        (
            skirt(27, 64),
            square(10, "pocket").placed(Transform(1 + 0j, -80 + 30j)),
            square(12, "flap").placed(Transform(1 + 0j, 300j)),
        )
    )
    laid = lies_over(under, away, tidy(under))
    boxes = [p.placed(laid[p.name].by).box for p in away.pieces[1:]]
    assert all(box[0] >= 24 + GAP - 1e-9 for box in boxes)
    assert min(box[0] for box in boxes) == pytest.approx(24 + GAP)
    (a, b), (c, d) = sorted((box[0], box[2]) for box in boxes)
    assert b < c or boxes[0][3] < boxes[1][1] or boxes[1][3] < boxes[0][1], "none over the other"
    assert a < d
