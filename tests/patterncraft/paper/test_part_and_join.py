"""The scissors and the tape: what is cut apart and taped together is the same paper again."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patterncraft.errors import BadPlace, MoveRefused
from patterncraft.geometry.path import Path, straight
from patterncraft.geometry.transform import slide
from patterncraft.paper.draw import bridge, redraw, straight_edge
from patterncraft.paper.edge import TO_TRUE, Edge
from patterncraft.paper.join import healed, join
from patterncraft.paper.part import Parted, open_corner, part, runs_inside
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import DartRule, DrawnLine, Grain, Mark, Paper, Piece
from patterncraft.paper.sewn import point_of, spot_along
from patterncraft.paper.sound import assert_sound, closing_gap, crossing_edges
from tests.samples import assert_same_outline, ruled, square


def cut_across(piece: Piece, first: str, second: str, a: float, b: float) -> tuple[Parted, complex, complex]:
    """Cut straight from a share of one edge to a share of another."""
    piece, _ = open_corner(piece, spot_along(piece, first, a * 10))
    spot = spot_along(piece, second, b * 10)
    z = point_of(piece, spot)
    piece, end = open_corner(piece, spot)
    w = point_of(piece, spot_along(piece, first, a * 10))
    start = next(i for i, e in enumerate(piece.outline) if abs(e.path.start - w) < 1e-9)
    end = next(i for i, e in enumerate(piece.outline) if abs(e.path.start - z) < 1e-9)
    return part(piece, start, end, straight(w, z), "cut"), w, z


@given(st.floats(0.1, 0.9), st.floats(0.1, 0.9))
def test_cut_in_two_and_taped_is_the_original(a: float, b: float) -> None:
    whole = square(10)
    (first, second), _, _ = cut_across(whole, "top", "bottom", a, b)
    assert first.area + second.area == pytest.approx(100.0, abs=1e-9)
    again = join(first, 0, second, len(second.outline) - 1)
    assert_same_outline(again, whole)
    assert again.paper.tapes == ()


def test_marks_lines_and_grain_go_with_their_paper() -> None:
    whole = replace(
        square(10),
        marks=(Mark("left", 2 + 5j), Mark("right", 8 + 5j)),
        lines=(DrawnLine("level", straight(1 + 5j, 9 + 5j)),),
        grain=Grain(2 + 2j, 2 + 8j),
    )
    (first, second), _, _ = cut_across(whole, "top", "bottom", 0.5, 0.5)
    right, left = (first, second) if first.contains(8 + 5j)[0] else (second, first)
    assert [m.name for m in left.marks] == ["left"]
    assert [m.name for m in right.marks] == ["right"]
    assert left.lines[0].path.length == pytest.approx(4)
    assert right.lines[0].path.length == pytest.approx(4)
    assert left.grain == whole.grain
    assert right.grain is None


def test_cut_line_on_the_paper_heals_when_taped() -> None:
    whole = replace(square(10), lines=(DrawnLine("level", straight(1 + 5j, 9 + 5j)),))
    (first, second), _, _ = cut_across(whole, "top", "bottom", 0.3, 0.7)
    again = join(first, 0, second, len(second.outline) - 1)
    assert len(again.lines) == 1
    assert again.lines[0].path.length == pytest.approx(8)


def test_edges_that_were_never_one_are_taped_and_the_tape_stays() -> None:
    a = square(10, "a")
    b = square(10, "b").placed(slide(10 + 0j))
    corner_a = next(i for i, e in enumerate(a.outline) if e.name == "right")
    corner_b = next(i for i, e in enumerate(b.outline) if e.name == "top")
    one = join(a, corner_a, b, corner_b)
    assert one.area == pytest.approx(200)
    assert [t.length for t in one.paper.tapes] == [10.0]
    # Top runs on into top, bottom into bottom: one edge each again.
    assert sorted(e.name for e in one.outline) == ["bottom", "left", "right", "top"]


def test_pieces_that_lie_apart_cannot_be_taped() -> None:
    with pytest.raises(MoveRefused, match="do not lie on each other"):
        join(square(10), 0, square(10).placed(slide(1 + 0j)), 0)


def test_legs_of_unequal_length_leave_a_sliver_to_true() -> None:
    # A dart of 3 and 4 cm legs about (5, 5), already swung shut: both legs lie on one ray.
    outline = (
        Edge("top", "seam", straight(0j, 10 + 0j)),
        Edge("right", "seam", straight(10 + 0j, 10 + 10j)),
        Edge("bottom", "seam", straight(10 + 10j, 5 + 9j)),
        Edge("dart", "dart", straight(5 + 9j, 5 + 5j)),
        Edge("dart", "dart", straight(5 + 5j, 5 + 8j)),
        Edge("bottom", "seam", straight(5 + 8j, 10j)),
        Edge("left", "seam", straight(10j, 0j)),
    )
    from patterncraft.paper.join import tape_shut

    shut = tape_shut(Piece("p", outline, darts=(DartRule("dart", 0),)), 4)
    assert [e.name for e in shut.outline if e.name == TO_TRUE] == [TO_TRUE]
    assert next(e for e in shut.outline if e.name == TO_TRUE).length == pytest.approx(1.0)
    assert closing_gap(shut) < 1e-12


def test_cut_from_a_corner_to_itself_is_refused() -> None:
    with pytest.raises(BadPlace, match="same corner"):
        part(square(10), 1, 1, straight(0j, 1j), "cut")


def test_straight_cut_is_seen_to_stay_on_the_paper(bodice: Pattern) -> None:
    front = bodice.piece("front")
    pivot = front.mark("bust point").at
    shoulder = point_of(front, spot_along(front, "shoulder", 6))
    assert runs_inside(front, pivot, shoulder)
    underarm, waist_corner = point_of(front, spot_along(front, "side", 0)), point_of(front, spot_along(front, "armhole", 2))
    assert not runs_inside(front, waist_corner, underarm), "from the shoulder to the underarm one leaves the armhole's hollow"
    assert not runs_inside(front, pivot, pivot)


def test_cutting_along_tape_takes_the_tape_off() -> None:
    line = straight(5 + 0j, 5 + 10j)
    taped = replace(square(10), paper=Paper(tapes=(line,)))
    (first, second), _, _ = cut_across(taped, "top", "bottom", 0.5, 0.5)
    assert first.paper.tapes == second.paper.tapes == ()
    assert first.outline[-1].cut == "", "cut along the tape, the block's paper is not cut anew"


def test_redraw_must_meet_the_old_corners() -> None:
    piece = square(10)
    bowed = Path(((0j, 3 - 2j, 7 - 2j, 10 + 0j),))
    assert redraw(piece, 0, 1, (Edge("top", "seam", bowed),)).area > 100
    with pytest.raises(BadPlace, match="does not meet"):
        redraw(piece, 0, 1, (straight_edge("top", 0j, 9 + 0j),))


def test_bridge_adds_exactly_the_new_paper() -> None:
    left, right = square(10, "left"), square(10, "right").placed(slide(14 + 0j))
    top = straight_edge("top", 10 + 0j, 14 + 0j)
    bottom = straight_edge("bottom", 14 + 10j, 10 + 10j)
    one = bridge(left, 1, right, 3, top, bottom)
    assert assert_sound(healed(one), "Draw it anew.").area == pytest.approx(240)
    assert len(one.paper.patches) == 1
    assert len(one.paper.tapes) == 2
    with pytest.raises(BadPlace, match="does not reach"):
        bridge(left, 1, right, 3, straight_edge("top", 10 + 0j, 13 + 0j), bottom)


def test_a_slit_elsewhere_stays_open_when_a_piece_is_taped_on() -> None:
    """Slashed for a godet from the top: only where the pieces were laid together are they taped."""
    corners = [0j, 5 + 0j, 5 + 4j, 5 + 0j, 10 + 0j, 10 + 10j, 10j]
    slashed = ruled("left", corners, ["top", "one lip", "other lip", "top", "right", "bottom", "left"])
    one = join(slashed, 4, square(10, "right").placed(slide(10 + 0j)), 0)
    assert {"one lip", "other lip"} <= {e.name for e in one.outline}
    assert one.paper.tapes == (straight(10 + 0j, 10 + 10j),)
    assert one.area == pytest.approx(200)


def test_a_bridge_keeps_what_is_drawn_on_either_side_and_the_grain_of_the_one_that_has_it() -> None:
    top, bottom = straight_edge("top", 10 + 0j, 14 + 0j), straight_edge("bottom", 14 + 10j, 10 + 10j)
    grain, other = Grain(16 + 2j, 16 + 8j), Grain(3 + 2j, 3 + 8j)
    plain_left, plain_right = square(10, "left"), square(10, "right").placed(slide(14 + 0j))
    left = replace(plain_left, marks=(Mark("pocket", 2 + 3j),), lines=(DrawnLine("hip", straight(0 + 5j, 10 + 5j)),))
    right = replace(plain_right, marks=(Mark("zip", 20 + 3j),), lines=(DrawnLine("knee", straight(14 + 7j, 24 + 7j)),))
    for own, its, kept in ((other, grain, other), (None, grain, grain), (other, None, other)):
        one = bridge(replace(left, grain=own), 1, replace(right, grain=its), 3, top, bottom)
        assert one.grain == kept
        assert one.marks == left.marks + right.marks
        assert one.lines == left.lines + right.lines


def test_paper_that_lies_on_itself_is_refused() -> None:
    corners = [0j, 10 + 0j, 10 + 10j, 4 + 10j, 4 - 3j, 3 - 3j, 3 + 12j, 12j]
    edges = tuple(
        Edge(f"e{i}", "seam", straight(a, b)) for i, (a, b) in enumerate(zip(corners, corners[1:] + corners[:1], strict=True))
    )
    piece = Piece("bad", edges)
    assert crossing_edges(piece) is not None
    with pytest.raises(MoveRefused, match="lie on itself"):
        assert_sound(piece, "Draw it anew.")
