"""Hand work at its edges: corners that were meant, edges in parts, lines parallel to curves, slashes that are none."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise

import numpy as np
import pytest
import shapely
import shapely.ops
from svgpathtools import CubicBezier

from patterncraft.errors import PatternError
from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.path import Path, chain
from patterncraft.handwork.corner_round import rounded
from patterncraft.handwork.drawn_in import drawn_in
from patterncraft.handwork.merging import merged_across
from patterncraft.handwork.over_darts import cut_at_crossings
from patterncraft.handwork.parallel_cut import beside
from patterncraft.handwork.pencil import widened
from patterncraft.handwork.reshaping import whole_run
from patterncraft.handwork.smoothing import meant_corners, smooth_edge
from patterncraft.handwork.taping import _off
from patterncraft.handwork.two_sides import fold_of
from patterncraft.paper.dart import darts_of
from patterncraft.paper.edge import Edge
from patterncraft.paper.lens import Lens
from patterncraft.paper.piece import Piece
from patterncraft.paper.sewn import Spot
from tests.conftest import draft_by
from tests.samples import WHOLE, polygon, ruled, square
from tests.travel import stroke


def polyline(*places: complex) -> Path:
    return Path(tuple(pairwise(places)))


def cut_out(*parts: Path) -> Piece:
    """A sheet 14 wide and 20 deep whose top lies in these parts, from its upper left corner to its right side."""
    start, end = parts[0].start, parts[-1].end
    rest = [end, 14 + 20j, 20j, start]
    edges = [Edge("top", "seam", p) for p in parts]
    edges += [Edge(n, "seam", polyline(a, b)) for n, (a, b) in zip(("right", "hem", "left"), pairwise(rest), strict=True)]
    return Piece("sheet", tuple(edges))


BROKEN = {
    "in the first part": ([polyline(0j, 5 + 0j, 5 + 3j, 8 + 3j), polyline(8 + 3j, 14 + 3.6j)], [5 + 0j, 5 + 3j], 8 + 3j),
    "in the second part": ([polyline(0j, 6 + 0.5j), polyline(6 + 0.5j, 9 + 0.5j, 9 + 4j, 14 + 4j)], [9 + 0.5j, 9 + 4j], 6 + 0.5j),
    "in both": (
        [polyline(0j, 3 + 0j, 3 + 3j, 7 + 3j), polyline(7 + 3j, 10 + 3.3j, 10 + 0.4j, 14 + 0j)],
        [3 + 0j, 3 + 3j, 10 + 3.3j, 10 + 0.4j],
        7 + 3j,
    ),
}


@pytest.mark.parametrize("where", BROKEN)
@pytest.mark.parametrize("closely", [False, True])
def test_a_corner_that_was_meant_stays_where_an_edge_is_drawn_over(where: str, closely: bool) -> None:
    """The edge is one line again, as it was but for the place where it was broken, and every corner of it lies where it lay, in its order."""
    parts, corners, broken = BROKEN[where]
    before = cut_out(*parts)
    after = smooth_edge(before, "top", keep_length=False, closely=closely).piece
    (top,) = [e.path for e in after.outline if e.name == "top"]
    assert (top.start, top.end) == (parts[0].start, parts[-1].end)
    drawn, old = stroke(top), stroke(chain(parts))
    places = [drawn.project(shapely.Point(z.real, z.imag)) for z in corners]
    assert all(drawn.distance(shapely.Point(z.real, z.imag)) < 1e-6 for z in corners)
    assert places == sorted(places)
    assert [abs(top.at(x) - z) < 1e-6 for x, z in zip(meant_corners(top), corners, strict=True)] == [True] * len(corners)
    assert drawn.hausdorff_distance(old) < 0.3
    assert drawn.is_simple
    # Where it was broken it runs on: it turns there by no more than a hand's breadth shows.
    at = drawn.project(shapely.Point(broken.real, broken.imag))
    ways = [top.stand_at(at + d)[1] for d in (-0.02, 0.02)]
    assert abs(ways[1] / ways[0] - 1) < 0.05
    assert polygon(after).area == pytest.approx(polygon(before).area, abs=1.0)


def test_beside_a_curve_and_beside_a_line_a_slash_lies_as_far_everywhere() -> None:
    """2 cm inside a curved side: shapely's own parallel."""
    side = Path(((10 + 0j, 12 + 4j, 12 + 8j, 10 + 12j),))
    outline = (
        Edge("waist", "seam", polyline(0j, 10 + 0j)),
        Edge("side", "seam", side),
        Edge("hem", "hem", polyline(10 + 12j, 12j)),
        Edge("centre front", "fold", polyline(12j, 0j)),
    )
    piece = Piece("front", outline)
    for name, edge in (("side", side), ("centre front", outline[3].path)):
        slash = beside(piece, whole_run(piece, name, "edge"), 2.0, "spacing")
        own = stroke(edge)
        off = [
            own.distance(shapely.Point(z.real, z.imag)) for z in (slash.path.at(slash.path.length * k / 40) for k in range(3, 38))
        ]
        assert min(off) == pytest.approx(2.0, abs=0.02), name
        assert max(off) == pytest.approx(2.0, abs=0.02), name
        middle = slash.path.at(0.5 * slash.path.length)
        assert polygon(piece).contains(shapely.Point(middle.real, middle.imag)), "on the paper's side"


def test_where_an_edge_runs_on_there_is_no_corner_to_be_rounded() -> None:
    outline = (
        Edge("top", "seam", polyline(0j, 6 + 0j)),
        Edge("top two", "seam", polyline(6 + 0j, 10 + 0j)),
        Edge("right", "seam", polyline(10 + 0j, 10 + 10j)),
        Edge("bottom", "seam", polyline(10 + 10j, 10j)),
        Edge("left", "seam", polyline(10j, 0j)),
    )
    piece = Piece("sheet", outline)
    with pytest.raises(PatternError) as told:
        rounded(piece, 1, 1.0, "at")
    assert (told.value.message, told.value.cure, told.value.field) == (
        "the top runs on into the top two there.",
        "Choose a corner.",
        "at",
    )
    # A right angle rounded by 2 loses (4 − π) of paper.
    assert polygon(piece).area - polygon(rounded(piece, 2, 2.0, "at")).area == pytest.approx(4 - 3.14159, abs=0.01)


def test_an_edge_in_two_parts_is_not_reshaped_as_one() -> None:
    corners = [0j, 8 + 0j, 8 + 3j, 12 + 3j, 12 + 0j, 20 + 0j, 20 + 12j, 12j]
    names = ["top", "cut", "cut end", "cut", "top", "right", "bottom", "left"]
    piece = ruled("sheet", corners, names)
    with pytest.raises(PatternError) as told:
        whole_run(piece, "top", "edge")
    assert (told.value.message, told.value.where, told.value.field) == ("the top lies there in 2 parts.", "sheet", "edge")
    assert whole_run(piece, "right", "edge").parts == 1


def test_only_a_dart_is_widened() -> None:
    with pytest.raises(PatternError, match="no dart left"):
        widened(square(10), "moon", 1.0, "to")


def test_a_line_of_many_strokes_is_cut_wherever_another_crosses_it() -> None:
    """Against shapely: a zigzag over two upright lines, in as many parts, each as long."""
    zigzag = [0j, 4 + 3j, 8 - 1j, 9 + 4j, 15 + 1j]
    uprights = [(6 - 5j, 6 + 5j), (11 - 5j, 12 + 6j)]
    line = shapely.LineString([(z.real, z.imag) for z in zigzag])
    knives = shapely.MultiLineString([[(z.real, z.imag) for z in pair] for pair in uprights])
    wanted = [part.length for part in shapely.ops.split(line, knives).geoms]
    assert [p.length for p in cut_at_crossings(polyline(*zigzag), uprights)] == pytest.approx(wanted)
    assert len(wanted) == 3


def test_a_dart_is_not_merged_across_a_lens() -> None:
    back = draft_by("skirt", WHOLE).pattern.piece("skirt back")
    first, second = darts_of(back)
    assert merged_across(back, first, second, "second", "into").piece.name == "skirt back"
    middle, way = 0.5 * (first.pivot + second.pivot), second.pivot - first.pivot
    up, down = middle - 0.25j * way, middle + 0.25j * way
    fish = Lens("fish", polyline(up, middle - 0.1 * way, down), polyline(up, middle + 0.1 * way, down))
    with pytest.raises(PatternError) as told:
        merged_across(replace(back, lenses=(fish,)), first, second, "second", "into")
    assert told.value.message.startswith(f"a cut from the point of the {first.name} to that of the second would cross")
    assert (told.value.where, told.value.field) == ("skirt back", "into")


def test_a_fold_in_two_parts_is_laid_open_and_one_that_a_dart_breaks_is_not() -> None:
    """Down the left side: two parts of one line, end to end; or a dart between them."""
    corners = [0j, 20 + 0j, 20 + 40j, 40j]
    parted = ruled("sheet", [*corners, 25j], ["top", "right", "bottom", "centre back", "centre back"])
    assert [parted.outline[k].path.start for k in fold_of(parted)] == [40j, 25j]
    assert fold_of(parted.starting_at(4)) == [4, 0], "wherever the outline begins"
    broken = ruled("sheet", [*corners, 26j, 8 + 24j, 22j],
                   ["top", "right", "bottom", "centre back", "back dart", "back dart", "centre back"])  # fmt: skip
    with pytest.raises(PatternError) as told:
        fold_of(broken)
    assert told.value.message == "the centre back is broken by a dart."
    assert (told.value.where, told.value.field) == ("sheet", "piece")


@pytest.mark.parametrize(("out", "gap", "overlap"), [((0.4, 0.4), 0.4, 0.0), ((-0.4, -0.4), 0.0, 0.4), ((0.5, -0.5), 0.11, 0.11)])
def test_what_is_put_on_stands_off_or_laps_by_so_much(out: tuple[float, float], gap: float, overlap: float) -> None:
    """a's paper lies to the left of a line that runs down the page; the other edge bulges away from it, over it, or one after the other. A cubic reaches three
    quarters of where its handles stand alike, and 0.144 of where they stand unlike; looked at in eleven places."""
    ours, theirs = polyline(10 + 0j, 10 + 12j), Path(((10 + 0j, 10 + 4j + out[0] / 0.75, 10 + 8j + out[1] / 0.75, 10 + 12j),))
    curve = CubicBezier(*theirs.segments[0])
    off = [curve.point(t).real - 10 for t in np.linspace(0, 1, 400)]
    found = _off(ours, theirs)
    assert found == (pytest.approx(max(0.0, *off), abs=0.01), pytest.approx(max(0.0, *(-x for x in off)), abs=0.01))
    assert found == (pytest.approx(gap, abs=0.1), pytest.approx(overlap, abs=0.1))


@pytest.mark.parametrize("at_end", [True, False])
def test_a_short_edge_drawn_out_at_its_end_keeps_its_first_part(at_end: bool) -> None:
    """Ten centimetres, drawn out by one at one end: 1.5 of them, at the other end, stay the line they were, and no more."""
    piece = square(10)
    right = next(k for k, e in enumerate(piece.outline) if e.name == "right")
    done = drawn_in(piece, Spot(right, 10.0 if at_end else 0.0), 1 + 0j, 1.0, "amount")
    edge = next(e.path for e in done.outline if e.name == "right")
    line = shapely.LineString([(z.real, z.imag) for z in flat_path(edge, 1e-5)])
    for far, stays in ((0.7, True), (1.4, True), (2.5, False), (5.0, False)):
        y = far if at_end else 10 - far
        assert (line.distance(shapely.Point(10, y)) < 1e-4) is stays, far
