"""Ends, orders and hairs: what lies at the end of a leg, on a cut, between two edges of one name, or a hair beside it."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from patterncraft.geometry.intersect import line_crossings
from patterncraft.geometry.path import Path, straight
from patterncraft.geometry.roots import real_roots
from patterncraft.geometry.segment import Cubic, point_at
from patterncraft.paper.edge import Edge
from patterncraft.paper.follow import lay_down, take_up
from patterncraft.paper.join import healed
from patterncraft.paper.nearest import nearest_on
from patterncraft.paper.part import open_corner, part, runs_inside
from patterncraft.paper.patches import Lobes, area_inside
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Mark, Piece
from patterncraft.paper.seam import Notch, Seam, SeamRule, Stretch
from patterncraft.paper.sewn import Spot, starts_at_end
from patterncraft.paper.sides import Leg, NewSide
from patterncraft.paper.sound import crossing_edges
from tests.rich import rich_bodice, worked
from tests.samples import ARMHOLE, S_CURVE, cut_level, square

SNAP = 1e-6


@pytest.mark.parametrize("line", [(0 + 5j, 10 + 5j), (5 + 0j, 5 + 10j), (0 + 3j, 10 + 7j)])
@pytest.mark.parametrize("off", [0.0, 5e-7, -5e-7])
def test_a_mark_on_the_cut_stays_with_the_first_part_wherever_the_cut_runs(line: tuple[complex, complex], off: float) -> None:
    a, b = line
    at = 0.5 * (a + b) + off * 1j * (b - a) / abs(b - a)
    sheet = replace(square(10), marks=(Mark("on the cut", at),))
    piece, _ = open_corner(sheet, _spot(sheet, a))
    piece, _ = open_corner(piece, _spot(piece, b))
    start, end = (next(k for k, e in enumerate(piece.outline) if abs(e.path.start - z) < 1e-9) for z in (a, b))
    first, second = part(piece, start, end, straight(a, b), "cut")
    assert [m.name for m in first.marks] == ["on the cut"]
    assert second.marks == ()


def _spot(piece: Piece, z: complex) -> Spot:
    for k, e in enumerate(piece.outline):
        off, along = nearest_on(e.path, z)
        if off < 1e-9:
            return Spot(k, along)
    raise AssertionError(z)


def test_parts_of_a_line_heal_over_the_outlines_seam_until_two_edges_are_left() -> None:
    """A half disc whose arc was cut in two where the outline is counted from."""
    arc: Cubic = (0j, 0 - 5j, 10 - 5j, 10 + 0j)
    edge = Edge("arc", "seam", Path((arc,)))
    one, two = edge.cut_at(edge.length / 2)
    base = Edge("base", "seam", straight(10 + 0j, 0j))
    whole = healed(Piece("half disc", (two, base, one)))
    assert sorted(e.name for e in whole.outline) == ["arc", "base"]
    assert next(e for e in whole.outline if e.name == "arc").length == pytest.approx(edge.length, abs=1e-9)


def test_the_words_start_and_nothing_mean_the_outlines_sense() -> None:
    sheet = square(10)
    assert [starts_at_end(sheet, "top", word) for word in ("", "start", "left")] == [False, False, False]
    assert [starts_at_end(sheet, "top", word) for word in ("end", "right")] == [True, True]


def test_a_place_at_either_end_of_a_leg_and_a_hair_beyond_is_on_it() -> None:
    side = NewSide((), (Leg(0.0, 4.0, 10.0, 14.0), Leg(6.0, 9.0, 14.0, 17.0)), 2.0, 7.0, 9.0)
    assert [side.mapped(x) for x in (0.0, 4.0, 9.0)] == pytest.approx([10.0, 14.0, 17.0])
    assert side.mapped(-0.5 * SNAP) == pytest.approx(10.0)
    assert side.mapped(9.0 + 0.5 * SNAP) == pytest.approx(17.0)
    assert side.mapped(5.0) == pytest.approx(14.0), "closed up between both"
    assert side.mapped(9.1) is None
    assert side.mapped(-0.1) is None


def test_notches_stay_in_their_order_whatever_is_done_beside_them() -> None:
    pattern = rich_bodice()
    pattern = replace(pattern, notches=tuple(reversed(pattern.notches)))
    order = [(n.seam, n.name) for n in pattern.notches]
    assert len(order) >= 3
    for step in (
        {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": "neckline", "fraction": 0.4}},
        {"move": "slash_and_spread", "piece": "back", "from_edge": "waist", "to_edge": "shoulder", "count": 1, "opening": 1},
    ):
        after = [(n.seam, n.name) for n in worked(pattern, step).notches]
        assert [x for x in after if x in order] == order


def test_a_seam_that_waits_goes_with_the_paper_it_lay_on_and_that_is_said() -> None:
    sheet = square(10)
    hold = Seam("top", (Stretch("square", "top"),), (), SeamRule("hold", length=10.0))
    other = square(10, "other")
    side = Seam("side", (Stretch("square", "right", "top"),), (Stretch("other", "right", "top"),), SeamRule("equal"))
    pattern = Pattern(
        (sheet, other), (hold, side), (Notch("low", "side", "double", 7.0, 7.0), Notch("middle", "top", "single", 4.0))
    )
    hand = take_up(pattern, "square")
    lower, _ = cut_level(hand.piece("square"), 5.0, 5.0)
    # The upper half is put away: its 50 cm² are named as such.
    lower = replace(lower, paper=replace(lower.paper, block=100.0, away=50.0))
    followed = lay_down(hand, [lower])
    assert "The top is gone." in followed.told
    assert [s.name for s in followed.pattern.seams] == ["side"]
    (kept,) = followed.pattern.notches
    assert (kept.name, kept.at_a, kept.at_b) == ("low", pytest.approx(2.0), 7.0)
    # Without its whole first side, the other waits for a new partner at the length it has.
    gone = lay_down(
        hand, [replace(lower, outline=tuple(replace(e, name="new", trace=()) if e.name == "right" else e for e in lower.outline))]
    )
    left = gone.pattern.seam("side")
    assert (left.a, left.b) == ((Stretch("other", "right", "top"),), ())
    assert (left.rule.kind, left.rule.length) == ("hold", pytest.approx(10.0))
    assert "One side of the side seam is gone: the other waits for a partner." in gone.told
    assert [(n.name, n.at_a, n.at_b) for n in gone.pattern.notches] == [("low", 7.0, None)]


# ---- places and areas, by numpy and by hand


def test_roots_of_lines_parabolas_and_cubics_are_numpys() -> None:
    for c in ((3.0, -2.0), (-1.0, 4.0), (2.0, -3.0, 1.0), (1.0, -2.5, 1.0), (-0.2, 1.1, -1.7, 0.8), (0.3, -2.0, 3.0, -1.0)):
        wanted = sorted(r.real for r in np.roots(c[::-1]) if abs(r.imag) < 1e-9)
        padded = (*c, 0.0, 0.0)[:4]
        assert sorted(real_roots(*padded)) == pytest.approx(wanted, abs=1e-7)


@pytest.mark.parametrize("seg", [ARMHOLE, S_CURVE])
def test_crossings_lie_on_both_to_the_last_digits(seg: tuple[complex, complex, complex, complex]) -> None:
    found = 0
    for k in range(12):
        a, b = complex(-3, -4 + 0.9 * k), complex(28, 12 + 1.3 * k - 20 * (seg is S_CURVE))
        for hit in line_crossings(a, b, seg):
            found += 1
            across = ((hit.point - a) * ((b - a) / abs(b - a)).conjugate()).imag
            assert abs(across) < 1e-11
            assert abs(point_at(seg, hit.t) - hit.point) < 1e-11
            assert abs(a + (b - a) * hit.s - hit.point) < 1e-11
    assert found > 4


def test_the_nearest_place_of_a_curve_is_square_to_it_to_the_last_digits() -> None:
    path = Path((ARMHOLE,))
    for k in range(1, 40):
        z = complex(10 + 0.4 * k, 3 + 0.5 * k)
        off, along = nearest_on(path, z)
        if 0.1 < along < path.length - 0.1:
            away = z - path.at(along)
            assert abs(abs(away) - off) < 1e-7
            assert abs((away * path.direction_at(along).conjugate()).real) < 1e-6 * max(1.0, abs(away))


def test_patches_that_lie_over_each_other_count_once_and_only_on_the_paper() -> None:
    def box(left: float, top: float, right: float, bottom: float) -> Path:
        c = [complex(left, top), complex(right, top), complex(right, bottom), complex(left, bottom)]
        return Path(tuple((c[k], c[(k + 1) % 4]) for k in range(4)))

    sheet = square(10).segments
    assert area_inside([box(1, 1, 4, 4), box(3, 3, 6, 6)], sheet) == pytest.approx(17.0, abs=1e-6)
    assert area_inside([box(8, 8, 12, 12)], sheet) == pytest.approx(4.0, abs=1e-6)
    assert area_inside([box(1, 1, 4, 4), box(1, 1, 4, 4).reversed()], sheet) in (pytest.approx(9.0, abs=1e-6), pytest.approx(0.0))
    assert area_inside([], sheet) == 0.0


def test_lobes_of_a_comb_are_told_apart_each_on_its_side() -> None:
    """A new line that goes in and out three times over a straight one: out by 2, 3 and 4 cm², in by 1 and 2."""
    old = straight(0j, 20 + 0j)
    corners = [
        0j,
        0 - 1j,
        2 - 1j,
        2 + 0j,
        4 + 0j,
        4 + 1j,
        5 + 1j,
        5 + 0j,
        7 + 0j,
        7 - 3j,
        8 - 3j,
        8 + 0j,
        10 + 0j,
        10 + 2j,
        11 + 2j,
    ]
    corners += [11 + 0j, 14 + 0j, 14 - 2j, 16 - 2j, 16 + 0j, 20 + 0j]
    new = Path(tuple((a, b) for a, b in zip(corners, corners[1:], strict=False)))  # noqa: RUF007
    outline = [*old.segments, (20 + 0j, 20 + 10j), (20 + 10j, 10j), (10j, 0j)]
    lobes = Lobes([old], [new], outline)
    assert lobes.added_area == pytest.approx(9.0, abs=1e-3)
    assert lobes.cut_area == pytest.approx(3.0, abs=1e-3)
    assert sorted(area_inside([p], [*p.segments]) for p in lobes.added) == pytest.approx([2.0, 3.0, 4.0], abs=1e-3)


def _sheet(*corners: complex) -> Piece:
    ends = [*corners[1:], corners[0]]
    return Piece(
        "sheet", tuple(Edge(f"edge {k}", "seam", straight(a, b)) for k, (a, b) in enumerate(zip(corners, ends, strict=True)))
    )


@pytest.mark.parametrize(("tip", "crosses"), [(0.02, False), (-0.02, True), (-0.0005, True), (-2e-6, False)])
def test_a_point_that_runs_over_the_other_edge_by_a_hair_is_seen(tip: float, crosses: bool) -> None:
    """A centimetre of paper with a notch from below whose tip stays short of the upper edge, or runs over it by 0.2 mm, by less
    than can be cut, or by no more than the last digits of a file."""
    piece = _sheet(0j, 1 + 0j, 1 + 1j, 0.6 + 1j, complex(0.5, tip), 0.4 + 1j, 1j)
    assert (crossing_edges(piece) is not None) is crosses


@pytest.mark.parametrize("at", [0.3, 0.05, 5.0, 9.7])
def test_a_slot_near_either_end_of_a_cut_is_in_its_way(at: float) -> None:
    """A slot of 0.4 mm, cut in from above, lies across a straight cut from the left edge to the right one."""
    slot = [complex(at - 0.02, 0), complex(at - 0.02, 6), complex(at + 0.02, 6), complex(at + 0.02, 0)]
    piece = _sheet(0j, *slot, 10 + 0j, 10 + 10j, 10j)
    assert not runs_inside(piece, 0 + 5j, 10 + 5j)
    assert runs_inside(piece, 0 + 7j, 10 + 7j), "below the slot the way is free"
