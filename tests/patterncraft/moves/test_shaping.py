"""Edges shaped: by hand, by shapely, and refused in one sentence where a pattern maker would put the pencil down."""

from __future__ import annotations

import cmath
from math import degrees, hypot, pi
from typing import Any, Literal

import pytest
import shapely

from patterncraft.errors import PatternError
from patterncraft.finishing.finish import finish
from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.path import straight
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import darts_of
from patterncraft.paper.edge import Edge, EdgeKind
from patterncraft.paper.fold import lies_on_fold
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import CutPlan, Grain, Piece
from patterncraft.paper.seam import Notch, Seam, SeamRule, Stretch
from patterncraft.replay import replay
from tests.conftest import draft, draft_by
from tests.rich import worked
from tests.samples import FIGURES, WHOLE, polygon, sewn_of

RULES = HouseRules()


def stopped(pattern: Pattern, *steps: dict[str, Any]) -> PatternError:
    done = replay(pattern, read_steps(list(steps)), RULES)
    assert done.stopped is not None, "it was done"
    return done.stopped


def trapeze(lean: float = 0.0, name: str = "front") -> Piece:
    """40 high, 20 wide above, ``lean`` wider below; fold on the left, side on the right; by hand everything about it is known."""
    corners = [0j, 20 + 0j, complex(20 + lean, 40), 40j]
    kinds: tuple[tuple[str, EdgeKind], ...] = (("neckline", "seam"), ("side", "seam"), ("hem", "hem"), ("centre front", "fold"))
    edges = tuple(
        Edge(name, kind, straight(a, b)) for (name, kind), a, b in zip(kinds, corners, [*corners[1:], corners[0]], strict=True)
    )
    return Piece(name, edges, grain=Grain(5 + 5j, 5 + 35j), cut=CutPlan(1, on_fold=True, mirrored=False))


def pair(lean: float = 0.0) -> Pattern:
    """Front and back sewn at the side, with a notch 10 down."""
    back = trapeze(lean, "back")
    back = Piece(
        "back",
        tuple(Edge("centre back" if e.name == "centre front" else e.name, e.kind, e.path) for e in back.outline),
        grain=back.grain,
        cut=back.cut,
    )
    side = Seam("side", (Stretch("front", "side", "neckline"),), (Stretch("back", "side", "neckline"),), SeamRule("equal"))
    return Pattern((trapeze(lean), back), (side,), (Notch("side", "side", "single", 10.0, 10.0),))


def corner(piece: Piece, a: str, b: str) -> complex:
    """Where two edges of a piece meet."""
    places = [{z for e in piece.outline if e.name == name for z in (e.path.start, e.path.end)} for name in (a, b)]
    return next(y for y in places[0] for z in places[1] if abs(y - z) < 1e-9)


def one(piece: Piece | None = None) -> Pattern:
    return Pattern((piece or trapeze(),))


class TestRedraw:
    def test_an_end_moved_down_lies_on_the_edge_beside_it_which_is_cut_back(self) -> None:
        """A neckline 20 wide lowered by 3 at the fold: by Pythagoras √(20² + 3²) long; the fold is 37, half of 20 × 3 is gone."""
        step = {"move": "redraw", "piece": "front", "edge": "neckline", "start": {"down": 3.0}}
        after = worked(one(), step).piece("front")
        assert sewn_of(after)["neckline"] == pytest.approx(hypot(20, 3), abs=1e-9)
        assert sewn_of(after)["centre front"] == pytest.approx(37.0, abs=1e-9)
        assert polygon(after).area == pytest.approx(800 - 30, abs=1e-6)
        assert after.paper.away == pytest.approx(30.0, abs=1e-6)

    def test_where_a_dart_opens_in_it_each_end_is_moved_on_its_own_part(self) -> None:
        """A waist let down by 1 at the centre and 2 at the side: its corners lie so much lower, the dart's mouth where it was."""
        skirt = draft_by("skirt", WHOLE).pattern
        before = skirt.piece("skirt front")
        step = {
            "move": "redraw",
            "piece": "skirt front",
            "edge": "waist",
            "from": "centre front",
            "start": {"down": 1.0},
            "end": {"down": 2.0},
        }
        after = worked(skirt, step).piece("skirt front")
        for beside, down in (("centre front", 1.0), ("side", 2.0)):
            moved = corner(after, "waist", beside) - corner(before, "waist", beside)
            assert moved.imag == pytest.approx(down, abs=1e-6)
        (was,), (dart,) = darts_of(before), darts_of(after)
        assert dart.mouth == pytest.approx(was.mouth)

    def test_counted_from_the_other_neighbour_start_is_the_other_end(self) -> None:
        step = {"move": "redraw", "piece": "front", "edge": "neckline", "from": "side", "start": {"down": 3.0}}
        after = worked(one(), step).piece("front")
        assert sewn_of(after)["side"] == pytest.approx(37.0, abs=1e-9)
        assert sewn_of(after)["centre front"] == pytest.approx(40.0, abs=1e-9)

    def test_raised_beyond_its_neighbour_the_neighbour_runs_on_straight(self) -> None:
        step = {"move": "redraw", "piece": "front", "edge": "neckline", "start": {"down": -2.0}}
        after = worked(one(), step).piece("front")
        assert sewn_of(after)["centre front"] == pytest.approx(42.0, abs=1e-9)
        assert after.paper.new == pytest.approx(20.0, abs=1e-6)
        assert next(e for e in after.outline if e.name == "centre front").kind == "fold"

    def test_out_alone_stays_on_a_neighbour_that_runs_that_way_and_leaves_one_that_does_not(self) -> None:
        """The neckline's end is the side's upper: moved out by 2 it lies there exactly. The side's upper end moved out by 2 runs on along
        the neckline's own line, level."""
        out = worked(one(trapeze(lean=5.0)), {"move": "redraw", "piece": "front", "edge": "hem", "start": {"out": 0.5}}).piece(
            "front"
        )
        assert any(abs(e.path.end - complex(25.5, 40)) < 1e-9 for e in out.outline)
        on = worked(one(), {"move": "redraw", "piece": "front", "edge": "side", "start": {"out": 2.0}}).piece("front")
        assert sewn_of(on)["neckline"] == pytest.approx(22.0, abs=1e-9)
        assert sewn_of(on)["side"] == pytest.approx(hypot(2, 40), abs=1e-9)

    def test_through_a_place_it_passes_there_in_one_curve_or_as_a_ruler_lays_it(self) -> None:
        place = {"at": {"edge": "neckline", "fraction": 0.5}, "down": 4.0}
        for shape, longest in (("curve", None), ("straight", 2 * hypot(10, 4))):
            step = {"move": "redraw", "piece": "front", "edge": "neckline", "through": [place], "shape": shape}
            after = worked(one(), step).piece("front")
            line = shapely.LineString(
                [(z.real, z.imag) for e in after.outline if e.name == "neckline" for z in flat_path(e.path, 1e-4)]
            )
            assert line.distance(shapely.Point(10, 4)) < 1e-6
            assert longest is None or line.length == pytest.approx(longest, abs=1e-9)
            # In a curve it meets the fold square, as it did.
            first = line.interpolate(0.2)
            assert (abs(first.y) < 0.02) == (shape == "curve")

    def test_a_notch_on_a_side_let_down_at_its_end_stays_where_it_was_marked(self) -> None:
        after = worked(pair(), {"move": "redraw", "piece": "front", "edge": "side", "end": {"down": 3.0}})
        (notch,) = after.notches
        assert notch.at_a == pytest.approx(10.0, abs=1e-3)
        side = next(p for p in ledger(after, RULES) if p.name == "side")
        assert not side.kept
        assert side.length_a - (side.length_b or 0) == pytest.approx(3.0, abs=1e-6)

    @pytest.mark.parametrize(
        ("step", "words", "field"),
        [
            ({"edge": "neckline", "start": {"out": 3.0}}, "which is a fold and stays straight", "start"),
            ({"edge": "neckline", "start": {"down": 39.8}}, "0.2 cm of it would be left", "start"),
            ({"edge": "centre front", "end": {"out": 1.0}}, "is a fold and stays straight", "edge"),
            ({"edge": "neckline", "start": {}}, "nothing of it would change", "start"),
            ({"edge": "neckline", "through": [{"edge": "side", "fraction": 0.5}]}, "where another edge runs", "through"),
            ({"edge": "neckline", "end": {"down": 2, "out": 1}, "start": {"down": 60}}, "", ""),
        ],
    )
    def test_refused(self, step: dict[str, Any], words: str, field: str) -> None:
        error = stopped(one(), {"move": "redraw", "piece": "front", **step})
        assert words in error.message
        assert error.cure
        assert error.field == field or not field


class TestSquare:
    @pytest.mark.parametrize(("piece", "long"), [("front", 0.5), ("back", 2.5)])
    def test_without_a_length_it_is_square_for_the_trades(self, piece: str, long: float) -> None:
        """2 to 3 at the back, half a centimetre at the front at least (common practice, no source)."""
        block = draft_by("bodice-direct", WHOLE).pattern
        pointed = worked(block, {"move": "redraw", "piece": piece, "edge": "neckline", "from": "shoulder", "end": {"down": 3.0}, "shape": "straight"})  # fmt: skip
        after = worked(pointed, {"move": "square", "piece": piece, "edge": "neckline"}).piece(piece)
        fold = next(e.path for e in after.outline if e.kind == "fold")
        neck = next(e.path for e in after.outline if e.name == "neckline")
        corner = min((neck.start, neck.end), key=lambda z: z.real)
        way = neck if neck.start == corner else neck.reversed()
        for s in (0.25 * long, 0.9 * long):
            assert abs(((way.at(s) - corner) * (fold.end - fold.start).conjugate()).real) / fold.length < 1e-6
        # And it runs on without a corner.
        line = shapely.LineString([(z.real, z.imag) for z in flat_path(way, 1e-4)])
        n = int(line.length / 0.4)
        z = [complex(q.x, q.y) for q in (line.interpolate(k * line.length / n) for k in range(n + 1))]
        assert max(abs(degrees(cmath.phase((c - b) / (b - a)))) for a, b, c in zip(z, z[1:], z[2:], strict=False)) < 20

    def test_refused(self) -> None:
        assert "meets no centre" in stopped(one(), {"move": "square", "piece": "front", "edge": "side"}).message
        error = stopped(one(), {"move": "square", "piece": "front", "edge": "neckline", "for": 15.0})
        assert "leave no room to run on" in error.message
        assert "10.0 cm" in error.cure


class TestRoundCorner:
    def test_a_right_angle_loses_its_square_less_the_quarter_circle(self) -> None:
        """By hand: r² − π r² / 4 is cut off; each edge is r − π r / 4 shorter."""
        step = {"move": "round_corner", "piece": "front", "at": {"edge": "hem", "from": "side", "fraction": 0.0}, "radius": 6.0}
        after = worked(one(), step).piece("front")
        assert polygon(after, 1e-4).area == pytest.approx(800 - (36 - 9 * pi), abs=5e-3)
        assert sewn_of(after)["hem"] == pytest.approx(20 - 6 + 1.5 * pi, abs=5e-3)
        assert sewn_of(after)["side"] == pytest.approx(40 - 6 + 1.5 * pi, abs=5e-3)

    def test_aslant_it_touches_both_edges_where_the_tangent_says(self) -> None:
        """A corner of angle α: the bow begins r / tan(α/2) from it."""
        piece = trapeze(lean=10.0)
        after = worked(one(piece), {"move": "round_corner", "piece": "front", "at": {"edge": "hem", "from": "side", "fraction": 0.0}, "radius": 5.0}).piece("front")  # fmt: skip
        alpha = abs(cmath.phase((20 - 30 + 0j - 40j) / (-30 + 0j)))
        back = 5.0 / cmath.tan(alpha / 2).real
        hem = next(e for e in after.outline if e.name == "hem")
        # What is left of the hem's own line begins so far from the old corner.
        on_line = [z.real for s in hem.path.segments if len(s) == 2 for z in s]
        assert 30 - max(on_line) == pytest.approx(back, abs=1e-6)

    @pytest.mark.parametrize(
        ("at", "radius", "words"),
        [
            ({"edge": "hem", "fraction": 0.5}, 3.0, "there is no corner"),
            ({"edge": "hem", "from": "side", "fraction": 0.0}, 60.0, "does not fit between the side and the hem"),
            ({"edge": "hem", "from": "centre front", "fraction": 0.0}, 3.0, "on the fold there"),
        ],
    )
    def test_refused(self, at: dict[str, Any], radius: float, words: str) -> None:
        error = stopped(one(), {"move": "round_corner", "piece": "front", "at": at, "radius": radius})
        assert words in error.message
        if radius > 50:
            assert "at most 20.0 cm" in error.cure, "the hem is 20 long, and the corner right-angled"

    def test_a_darts_mouth_is_no_corner(self) -> None:
        block = draft(FIGURES["average"]).pattern
        error = stopped(
            block,
            {"move": "round_corner", "piece": "front", "at": {"edge": "waist", "from": "side", "distance": 11.16}, "radius": 1.0},
        )
        assert "that is the mouth of the waist dart" in error.message


class TestExtend:
    def test_a_button_stand_is_new_paper_beside_the_line_it_is_measured_from(self) -> None:
        step = {"move": "extend", "piece": "front", "edge": "centre front", "width": 2.5, "as": "button stand"}
        after = worked(one(), step).piece("front")
        assert after.paper.new == pytest.approx(2.5 * 40, abs=1e-6)
        assert sewn_of(after)["neckline"] == pytest.approx(20.0, abs=1e-9)
        assert sewn_of(after)["button stand neckline"] == pytest.approx(2.5, abs=1e-9)
        (line,) = [x.path for x in after.lines if x.name == "centre front"]
        assert {line.start.real, line.end.real} == {0.0}
        assert after.cut.quantity == 2
        assert not any(e.kind == "fold" for e in after.outline)
        # Out is still away from the centre, and a place told from it lies where it would have lain.
        drawn = worked(one(), step, {"move": "draw_line", "piece": "front", "name": "pocket", "line": [
            {"at": {"edge": "neckline", "from": "centre front", "distance": 4.0}, "out": 1.0, "down": 5.0},
            {"at": {"edge": "neckline", "from": "centre front", "distance": 4.0}, "out": 9.0, "down": 5.0}]}).piece("front")  # fmt: skip
        pocket = next(x.path for x in drawn.lines if x.name == "pocket")
        assert (pocket.start, pocket.end) == (pytest.approx(5 + 5j), pytest.approx(13 + 5j))

    def test_a_hem_folded_up_lies_on_the_side_it_is_folded_on(self) -> None:
        """The side leans: turned over the hem line, the strip's end must lie on the side, measured by reflection."""
        piece = trapeze(lean=8.0)
        after = worked(one(piece), {"move": "extend", "piece": "front", "edge": "hem", "width": 4.0, "as": "hem"}).piece("front")
        end = next(e.path for e in after.outline if e.name == "hem edge side")
        side = shapely.LineString([(20, 0), (28, 40)])
        for z in (end.start, end.end):
            assert side.distance(shapely.Point(z.real, 80 - z.imag)) < 1e-6, "mirrored at the hem, y = 40"
        assert polygon(after).area - polygon(piece).area == pytest.approx(after.paper.new, abs=1e-3)

    def test_an_allowance_keeps_the_stitching_line(self) -> None:
        after = worked(one(), {"move": "extend", "piece": "front", "edge": "side", "width": 1.0, "as": "allowance"}).piece("front")
        assert next(x.path.start.real for x in after.lines if x.name == "side") == pytest.approx(20.0)
        assert polygon(after).area == pytest.approx(840.0, abs=1e-6)

    def test_beside_a_fold_the_fold_runs_on_and_the_hem_is_not_allowed_for_again(self) -> None:
        """A hem of 4 grown on 20 of width: cut 4 below the line, nothing more; on the fold all the way; the side's end as wide as the side."""
        after = worked(one(), {"move": "extend", "piece": "front", "edge": "hem", "width": 4.0, "as": "hem"})
        piece = after.piece("front")
        (fold,) = [e for e in piece.outline if e.kind == "fold"]
        assert fold.length == pytest.approx(44.0, abs=1e-9)
        assert lies_on_fold(piece)
        (done,) = finish(after, RULES)
        bottom = max(z.imag for z in done.cut_line)
        assert bottom == pytest.approx(44.0, abs=1e-6)
        right = [z.real for z in done.cut_line if 41 < z.imag < 44.01]
        assert max(right) == pytest.approx(20.0 + RULES.allowances.side, abs=1e-6)

    def test_an_allowance_that_is_drawn_is_not_added_again(self) -> None:
        after = worked(one(), {"move": "extend", "piece": "front", "edge": "side", "width": 1.5, "as": "allowance"})
        (done,) = finish(after, RULES)
        assert max(z.real for z in done.cut_line) == pytest.approx(21.5, abs=1e-6)

    def test_over_a_button_stand_the_neckline_keeps_its_allowance(self) -> None:
        """Stepped at the true centre, the cut edge could not be faced in one."""
        after = worked(one(), {"move": "extend", "piece": "front", "edge": "centre front", "width": 2.5, "as": "button stand"})
        (done,) = finish(after, RULES)
        top = [z.imag for z in done.cut_line if -2.4 < z.real < 19.9 and z.imag < 5]
        assert top == pytest.approx([-RULES.allowances.neckline] * len(top), abs=1e-6)
        line = shapely.Polygon([(z.real, z.imag) for z in done.cut_line]).exterior
        for x in (-2.0, 0.0, 10.0):
            assert line.distance(shapely.Point(x, -RULES.allowances.neckline)) < 1e-6

    def test_beside_a_fold_that_it_does_not_meet_square_it_is_refused(self) -> None:
        aslant = worked(one(), {"move": "redraw", "piece": "front", "edge": "hem", "from": "centre front", "start": {"down": 4.0}})
        error = stopped(aslant, {"move": "extend", "piece": "front", "edge": "hem", "width": 3.0, "as": "hem"})
        assert "does not meet the centre front square" in error.message
        assert error.cure == "Square the hem there first."

    @pytest.mark.parametrize(
        ("edge", "width", "words"),
        [("side", 25.0, "would be larger than the piece"), ("bust", 3.0, "there is no edge called “bust”"), ("hem", 0.0, "width")],
    )
    def test_refused(self, edge: str, width: float, words: str) -> None:
        step = {"move": "extend", "piece": "front", "edge": edge, "width": width, "as": "wrap"}
        try:
            error: Exception = stopped(one(), step)
        except PatternError as e:
            error = e
        assert words in str(error)

    def test_folded_back_it_must_not_reach_beyond_the_piece(self) -> None:
        """The hem is 5 wide: 6 folded back along the leaning side would hang over its other end."""
        error = stopped(
            one(trapeze(lean=-15.0)), {"move": "extend", "piece": "front", "edge": "side", "width": 6.0, "as": "facing"}
        )
        assert "folded back would reach beyond it" in error.message
        assert error.field == "width"

    def test_rounded_corners_cut_as_much_as_two_quarter_bows_leave(self) -> None:
        step = {"move": "extend", "piece": "front", "edge": "centre front", "width": 5.0, "as": "wrap", "shape": "rounded"}
        after = worked(one(), step).piece("front")
        r = 0.6 * 5.0
        assert polygon(after, 1e-4).area == pytest.approx(800 + 200 - 2 * (r * r - pi * r * r / 4), abs=0.01)


class TestBlend:
    def test_a_kink_at_the_hem_is_gone_and_both_sides_stay_alike(self) -> None:
        """Two leaning sides: at the seam the hems meet at twice the lean; blended they run on within half a degree."""
        before = pair(lean=6.0)
        lean = degrees(cmath.phase(complex(40, 6)))
        done = replay(before, read_steps([{"move": "blend", "edges": [["front", "hem"], ["back", "hem"]]}]), RULES)
        assert done.stopped is None, done.stopped
        said = "\n".join(s.spoken("cm") for s in done.done[0].working)
        assert f"{2 * lean:.1f}°" in said
        after = done.pattern
        assert all(p.kept for p in ledger(after, RULES))
        ways = []
        for name in ("front", "back"):
            piece = after.piece(name)
            n = len(piece.outline)
            k = next(i for i, e in enumerate(piece.outline) if e.name == "hem")
            hem, side = piece.outline[k], piece.outline[(k - 1) % n]
            assert side.name == "side"
            ways.append(degrees(cmath.phase(hem.path.start_direction / -side.path.end_direction)))
        assert sum(map(abs, ways)) == pytest.approx(180.0, abs=0.5), "the two angles at the seam make one straight line"

    def test_what_runs_on_already_is_left_to_the_last_bit(self) -> None:
        before = pair()
        after = worked(before, {"move": "blend", "seams": ["side"]})
        assert [p.outline for p in after.pieces] == [p.outline for p in before.pieces]

    def test_refused(self) -> None:
        error = stopped(pair(), {"move": "blend", "edges": [["front", "neckline"], ["back", "hem"]]})
        assert "do not meet at a seam" in error.message
        # A hem that would have to jump: more than a blend.
        long = worked(pair(), {"move": "redraw", "piece": "front", "edge": "hem", "from": "centre front", "start": {"down": 40.0}})
        error = stopped(long, {"move": "blend", "edges": [["front", "hem"], ["back", "hem"]]})
        assert "at most 1 cm" in error.cure
        # Two pieces that meet at a right angle at their seam meet at a corner.
        steep = worked(pair(), *({"move": "redraw", "piece": p, "edge": "hem", "from": c, "start": {"down": 20.0}} for p, c in (("front", "centre front"), ("back", "centre back"))))  # fmt: skip
        error = stopped(steep, {"move": "blend", "edges": [["front", "hem"], ["back", "hem"]]})
        assert "a corner, not a kink" in error.message
        with pytest.raises(PatternError, match="one of both"):
            read_steps([{"move": "blend", "seams": ["side"], "edges": [["front", "hem"], ["back", "hem"]]}])


class TestTrueSeam:
    LONGER: dict[str, Any] = {"move": "redraw", "piece": "front", "edge": "side", "end": {"down": 1.5}}  # noqa: RUF012

    @pytest.mark.parametrize("by", ["end", "start", "along", "curve"])
    @pytest.mark.parametrize("give", ["a", "b", "front", "back"])
    def test_both_sides_and_all_intervals_are_alike_after_it(self, by: str, give: str) -> None:
        before = worked(pair(lean=3.0), self.LONGER)
        step = {"move": "true_seam", "seam": "side", "give": give, "by": by}
        gives = {"a": "front", "b": "back"}.get(give, give)
        if by == "curve" and gives == "front":
            assert "at least" in stopped(before, step).message, "a straight side cannot be bowed shorter"
            return
        after = worked(before, step)
        side = next(p for p in ledger(after, RULES) if p.name == "side")
        assert side.kept
        other = "back" if gives == "front" else "front"
        assert sewn_of(after.piece(other)) == pytest.approx(sewn_of(before.piece(other)), abs=1e-9)
        assert sewn_of(after.piece(gives))["side"] == pytest.approx(sewn_of(before.piece(other))["side"], abs=1e-6)

    def test_eased_it_is_brought_to_its_rule_and_no_farther(self) -> None:
        before = worked(pair(), self.LONGER)
        eased = Pattern(
            before.pieces,
            (Seam("side", *(before.seams[0].a, before.seams[0].b), SeamRule("ease", 0.2, 0.8, longer="a")),),
            before.notches,
        )
        after = worked(eased, {"move": "true_seam", "seam": "side", "give": "a"})
        assert sewn_of(after.piece("front"))["side"] - sewn_of(after.piece("back"))["side"] == pytest.approx(0.8, abs=1e-6)

    @pytest.mark.parametrize("kind", ["gather", "pleat"])
    @pytest.mark.parametrize(("longer", "times"), [("a", 1.05), ("b", 1 / 1.05)])
    def test_full_it_is_brought_to_as_many_times_the_other_as_its_rule_says(
        self, kind: Literal["gather", "pleat"], longer: Literal["a", "b"], times: float
    ) -> None:
        before = worked(pair(), self.LONGER)
        rule = SeamRule(kind, ratio=1.05, longer=longer)
        full = Pattern(before.pieces, (Seam("side", before.seams[0].a, before.seams[0].b, rule),), before.notches)
        after = worked(full, {"move": "true_seam", "seam": "side", "give": "a"})
        sides = [sewn_of(after.piece(n))["side"] for n in ("front", "back")]
        assert sides[0] / sides[1] == pytest.approx(times, abs=1e-6)

    def test_refused(self) -> None:
        assert "it is true already" in stopped(pair(), {"move": "true_seam", "seam": "side"}).message
        far = worked(pair(), self.LONGER | {"end": {"down": 8.0}})
        assert "8.0 cm: that is no truing" in stopped(far, {"move": "true_seam", "seam": "side"}).message
        error = stopped(worked(pair(), self.LONGER), {"move": "true_seam", "seam": "side", "give": "sleeve"})
        assert error.cure == "Choose one of: front, back."
        hold = draft(FIGURES["average"]).pattern
        assert "no partner" in stopped(hold, {"move": "true_seam", "seam": "armhole"}).message
