"""Edges with other ends, paths trued, corners touched by a circle, a ruler laid across a path: by hand, by compass and by shapely."""

from __future__ import annotations

from cmath import phase, rect
from math import hypot, pi, tan

import pytest
import shapely

from patterncraft.errors import MoveRefused
from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.path import Path, straight
from patterncraft.handwork.corner_round import touching
from patterncraft.handwork.necklines import Ends, neckline_path
from patterncraft.handwork.reaching import first_reaching
from patterncraft.handwork.reshaping import in_its_place, part_at, whole_run
from patterncraft.handwork.trued import trued
from patterncraft.paper.edge import Edge
from patterncraft.paper.trace import Trace
from tests.conftest import draft
from tests.samples import ARMHOLE, FIGURES

BOW = Path((ARMHOLE,))
LONG = Path((*straight(0j, 10 + 0j).segments, *straight(10 + 0j, 10 + 8j).segments, *straight(10 + 8j, 30 + 8j).segments))


def line(path: Path) -> shapely.LineString:
    return shapely.LineString([(z.real, z.imag) for z in flat_path(path, 1e-5)])


class TestReaching:
    def test_along_a_path_of_several_strokes_the_centimetres_before_are_counted(self) -> None:
        found = first_reaching(LONG, 0j, 1 + 0j, 22.0)
        assert found is not None
        assert found.along == pytest.approx(10 + 8 + 12, abs=1e-9)
        assert found.point == pytest.approx(22 + 8j)

    def test_the_first_of_several_places_and_none_beyond_the_end(self) -> None:
        back = Path((*LONG.segments, *straight(30 + 8j, 5 + 20j).segments))
        found = first_reaching(back, 0j, 1 + 0j, 25.0)
        assert found is not None
        assert found.along == pytest.approx(33.0)
        assert first_reaching(LONG, 0j, 1 + 0j, 30.5) is None
        assert first_reaching(LONG, 0j, -1 + 0j, 0.5) is None

    @pytest.mark.parametrize("deep", [1.0, 6.0, 14.0])
    def test_on_a_curve_it_lies_on_the_curve_at_that_depth(self, deep: float) -> None:
        found = first_reaching(BOW, BOW.start, 1j, deep)
        assert found is not None
        assert found.point.imag - BOW.start.imag == pytest.approx(deep, abs=1e-9)
        assert line(BOW).project(shapely.Point(found.point.real, found.point.imag)) == pytest.approx(found.along, abs=1e-3)


class TestTrued:
    @pytest.mark.parametrize("amount", [1.5, -1.5])
    def test_all_along_keeps_its_shape(self, amount: float) -> None:
        after = trued(BOW, "along", amount, "armhole", "front")
        assert after.length == pytest.approx(BOW.length + amount, abs=1e-6)
        assert after.start == BOW.start
        assert phase((after.end - after.start) / (BOW.end - BOW.start)) == pytest.approx(0, abs=1e-12)
        scale = after.length / BOW.length
        assert (
            line(after).hausdorff_distance(shapely.affinity.scale(line(BOW), scale, scale, origin=(BOW.start.real, BOW.start.imag)))
            < 1e-3
        )

    def test_at_its_end_it_is_the_same_line_cut_back_or_run_on(self) -> None:
        shorter, longer = (trued(BOW, "end", by, "armhole", "front") for by in (-2.0, 2.0))
        assert line(BOW).buffer(1e-4).contains(line(shorter))
        assert longer.end - BOW.end == pytest.approx(2.0 * BOW.end_direction, abs=1e-9)
        assert longer.length == pytest.approx(BOW.length + 2.0, abs=1e-9)

    @pytest.mark.parametrize("path", [BOW, straight(0j, 20 + 0j), LONG], ids=["bow", "ruled", "strokes"])
    def test_by_its_curve_both_ends_stay(self, path: Path) -> None:
        after = trued(path, "curve", 0.8, "side", "front")
        assert (after.start, after.end) == (path.start, pytest.approx(path.end))
        assert after.length == pytest.approx(path.length + 0.8, abs=1e-6)
        for a, b in zip(after.segments, after.segments[1:], strict=False):
            assert a[-1] == b[0]

    def test_a_ruled_edge_is_bowed_outward_of_its_piece(self) -> None:
        """Walked with the paper to the right, out is to the left: up on a line that runs to the right (y down)."""
        after = trued(straight(0j, 20 + 0j), "curve", 1.0, "side", "front")
        assert min(z.imag for z in flat_path(after, 1e-3)) < -2.0
        assert max(z.imag for z in flat_path(after, 1e-3)) <= 1e-9

    def test_what_cannot_be(self) -> None:
        with pytest.raises(MoveRefused, match=r"0\.5 cm of the side would be left"):
            trued(straight(0j, 3 + 0j), "end", -2.5, "side", "front")
        with pytest.raises(MoveRefused, match=r"20\.0 cm at least"):
            trued(straight(0j, 20 + 0j), "curve", -0.1, "side", "front")
        with pytest.raises(MoveRefused, match="no seam any more"):
            trued(straight(0j, 20 + 0j), "curve", 40.0, "side", "front")


class TestTouching:
    @pytest.mark.parametrize("turn", [pi / 2, -pi / 2, pi / 3, -2.0, 0.4])
    def test_by_compass(self, turn: float) -> None:
        """Between two rulers the circle touches at r·tan(turn / 2) from the corner, its middle r off both."""
        a, b = straight(-20 + 0j, 0j), straight(0j, rect(20.0, turn))
        found = touching(a, b, 3.0)
        assert found is not None
        assert (found.back, found.on) == (pytest.approx(3 * tan(abs(turn) / 2)), pytest.approx(3 * tan(abs(turn) / 2)))
        middle = shapely.Point(found.centre.real, found.centre.imag)
        assert line(a).distance(middle) == pytest.approx(3.0, abs=1e-9)
        assert line(b).distance(middle) == pytest.approx(3.0, abs=1e-9)
        assert found.turn == pytest.approx(turn)

    def test_between_a_bow_and_a_ruler(self) -> None:
        ruler = straight(BOW.end, BOW.end + 20j)
        found = touching(BOW, ruler, 2.0)
        assert found is not None
        middle = shapely.Point(found.centre.real, found.centre.imag)
        for side in (BOW, ruler):
            assert line(side).distance(middle) == pytest.approx(2.0, abs=1e-4)

    def test_no_corner_and_no_room(self) -> None:
        assert touching(straight(-5 + 0j, 0j), straight(0j, 5 + 0.2j), 1.0) is None
        assert touching(straight(-5 + 0j, 0j), straight(0j, 5j), 6.0) is None


class TestInItsPlace:
    def _edge(self) -> Edge:
        return Edge("side", "seam", straight(0j, 20j), "", (Trace(0, 0.0, 20.0, 20.0),))

    def test_let_down_at_its_end_every_place_keeps_its_height(self) -> None:
        after = in_its_place(self._edge(), straight(0j, 23j))
        assert [(t.edge, t.start, t.end, round(t.now, 6)) for t in after.trace] == [(0, 0.0, 20.0, 20.0), (-1, 0.0, 0.0, 3.0)]

    def test_begun_lower_what_lies_above_is_gone(self) -> None:
        after = in_its_place(self._edge(), straight(1j, 20j))
        kept = [t for t in after.trace if t.edge == 0]
        assert sum(t.now for t in after.trace) == pytest.approx(19.0)
        # Five to a place: the first five centimetres have lost one, the rest lies as it lay.
        assert sum(t.now for t in kept) == pytest.approx(19.0, abs=1e-6)
        assert kept[-1].end == 20.0
        assert sum(t.now for t in kept if t.start >= 5.0) == pytest.approx(15.0, abs=1e-6)

    def test_a_line_far_off_keeps_the_shares(self) -> None:
        after = in_its_place(self._edge(), straight(0j, 6 + 30j))
        assert [(t.edge, t.start, t.end) for t in after.trace] == [(0, 0.0, 20.0)]
        assert after.trace[0].now == pytest.approx(hypot(6, 30))


class TestRuns:
    def test_an_edge_that_a_dart_parts_has_two_ends_and_no_whole(self) -> None:
        front = draft(FIGURES["average"]).pattern.piece("front")
        first, last = part_at(front, "side", at_end=False), part_at(front, "side", at_end=True)
        assert first != last
        assert front.outline[first.before].name == "armhole"
        assert front.outline[last.after].name == "waist"
        with pytest.raises(MoveRefused, match="side dart opens in the side"):
            whole_run(front, "side", "edge")
        assert whole_run(front, "armhole", "edge") == part_at(front, "armhole", at_end=True)


class TestNecklineShapes:
    ENDS = Ends(10 + 0j, 0 + 8j, 0.3 + 1j, 1 + 0j, 1j)

    def test_a_sweetheart_turns_where_its_strap_ends(self) -> None:
        """0.85 of the width out, 0.3 of the depth up from the centre; from there over the bust and down."""
        path = neckline_path("sweetheart", self.ENDS)
        assert path.segments[0][-1] == pytest.approx(8.5 + 5.6j)
        over = [z for z in flat_path(path, 1e-3) if z.real < 8.4]
        assert min(z.imag for z in over) > 5.0
        assert path.end_direction.imag > 0.8, "down at the centre"

    def test_a_square_is_a_right_angle_below_the_shoulder(self) -> None:
        path = neckline_path("square", self.ENDS)
        assert path.segments == ((10 + 0j, 10 + 8j), (10 + 8j, 8j))

    def test_a_halter_is_hollow_toward_the_neck_and_a_boat_nearly_level(self) -> None:
        halter, boat = neckline_path("halter", self.ENDS), neckline_path("boat", self.ENDS)
        chord = shapely.LineString([(10, 0), (0, 8)])
        middle = halter.at(0.5 * halter.length)
        assert chord.distance(shapely.Point(middle.real, middle.imag)) == pytest.approx(0.06 * hypot(10, 8), abs=0.02)
        assert abs(boat.end_direction.imag) < 1e-9
