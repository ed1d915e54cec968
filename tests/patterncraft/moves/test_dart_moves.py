"""Darts divided, merged, shared, shaped, folded, turned into fullness, contoured and closed: worked by hand, on odd figures, refused."""

from __future__ import annotations

from cmath import rect
from math import asin, pi, sin
from typing import Any, ClassVar

import pytest
import shapely

from patterncraft.finishing.dart_mouth import folds_to_first
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.account import paper_account
from patterncraft.paper.dart import darts_of, find_dart
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.paper.stitching import stitched_legs
from patterncraft.replay import replay
from tests.conftest import draft, draft_by
from tests.rich import worked
from tests.samples import FIGURES, WHOLE, polygon, sewn_of
from tests.sequences import fault_in
from tests.travel import stroke

Step = dict[str, Any]
RULES = HouseRules()
FRONT: Step = {"piece": "front", "dart": "waist dart"}
SHOULDER = {"edge": "shoulder", "from": "neckline", "fraction": 0.5}


def bodice() -> Pattern:
    return draft(WHOLE).pattern


def skirt() -> Pattern:
    return draft_by("skirt", WHOLE).pattern


def stopped(pattern: Pattern, step: Step) -> tuple[str, str]:
    """The refusal's sentence and slot; a step that is done fails."""
    done = replay(pattern, read_steps([step]), RULES)
    assert done.stopped is not None, "it was done"
    assert done.pattern == pattern, "the recipe before it stays live"
    return done.stopped.message, done.stopped.field


def chord_of(piece: Piece, name: str) -> float:
    d = find_dart(piece, name)
    return 2 * d.leg_in.length * sin(abs(d.angle) / 2)


class TestDivide:
    def test_each_place_gets_the_chord_of_its_share_and_the_rest_stays(self) -> None:
        before = bodice()
        whole = find_dart(before.piece("front"), "waist dart")
        into = [{"to": SHOULDER, "share": 0.5}, {"to": {"edge": "neckline", "fraction": 0.4}, "share": 0.3}]
        after = worked(before, {"move": "divide_dart", **FRONT, "into": into}).piece("front")
        for name, share in (("shoulder dart", 0.5), ("neckline dart", 0.3), ("waist dart", 0.2)):
            d = find_dart(after, name)
            assert abs(d.angle) == pytest.approx(share * abs(whole.angle), abs=1e-9)
            assert d.intake == pytest.approx(2 * d.leg_in.length * sin(share * abs(whole.angle) / 2), abs=1e-9)
            assert d.rule.set_back == RULES.set_backs.for_edge(name.removesuffix(" dart"))
        assert polygon(after).area == pytest.approx(polygon(before.piece("front")).area, abs=0.02)
        assert sewn_of(after) == pytest.approx(sewn_of(before.piece("front")), abs=1e-7)

    def test_it_is_what_rotations_one_after_the_other_would_be(self) -> None:
        """Half to the shoulder, the other half into the side dart: rotated by share, then all that is left."""
        divided = worked(
            bodice(),
            {"move": "divide_dart", **FRONT, "into": [{"to": SHOULDER, "share": 0.5}, {"to": {"dart": "side dart"}, "share": 0.5}]},
        )
        turned = worked(
            bodice(),
            {"move": "rotate_dart", **FRONT, "to": SHOULDER, "share": 0.5},
            {"move": "rotate_dart", **FRONT, "to": {"dart": "side dart"}},
        )
        one, other = (p.piece("front") for p in (divided, turned))
        assert [d.name for d in darts_of(one)] == [d.name for d in darts_of(other)] == ["shoulder dart", "side dart"]
        for d, e in zip(darts_of(one), darts_of(other), strict=True):
            assert (abs(d.angle), d.intake) == (pytest.approx(abs(e.angle), abs=1e-9), pytest.approx(e.intake, abs=1e-7))

    def test_a_dart_that_a_person_named_keeps_its_name(self) -> None:
        from tests.rich import rich_bodice

        after = worked(
            rich_bodice(),
            {
                "move": "divide_dart",
                "piece": "back",
                "dart": "waist dart",
                "into": [{"to": {"edge": "shoulder", "fraction": 0.5}, "share": 0.5}],
            },
        )
        assert {(d.name, d.rule.named) for d in darts_of(after.piece("back"))} == {("shoulder dart", False), ("waist dart", True)}

    @pytest.mark.parametrize("figure", list(FIGURES))
    def test_on_every_figure(self, figure: str) -> None:
        pattern = draft(FIGURES[figure]).pattern
        after = worked(
            pattern,
            {
                "move": "divide_dart",
                **FRONT,
                "into": [{"to": SHOULDER, "share": 0.4}, {"to": {"edge": "neckline", "fraction": 0.5}, "share": 0.6}],
            },
        )
        assert fault_in(after) == ""
        assert all(p.kept for p in ledger(after, RULES))

    def test_shares_over_one_and_places_behind_the_pivot_are_refused(self) -> None:
        two = [{"to": SHOULDER, "share": 0.8}, {"to": {"edge": "neckline", "fraction": 0.5}, "share": 0.3}]
        assert stopped(bodice(), {"move": "divide_dart", **FRONT, "into": two}) == (
            "the shares come to 110 %: the waist dart has only itself to give.",
            "into",
        )
        same = [{"to": {"dart": "waist dart"}, "share": 0.5}]
        assert stopped(bodice(), {"move": "divide_dart", **FRONT, "into": same})[1] == "into"


class TestMerge:
    def test_darts_of_one_pivot_add_up_their_angles(self) -> None:
        before = bodice().piece("front")
        angles = [abs(d.angle) for d in darts_of(before)]
        after = worked(bodice(), {"move": "merge_darts", "piece": "front", "darts": ["waist dart"], "into": "side dart"}).piece(
            "front"
        )
        (dart,) = darts_of(after)
        assert dart.name == "side dart"
        assert abs(dart.angle) == pytest.approx(sum(angles), abs=1e-9)
        assert dart.intake == pytest.approx(chord_of(after, "side dart"), abs=1e-9)

    def test_darts_of_different_points_become_one_near_the_second_and_say_how_near(self) -> None:
        before = skirt()
        back = before.piece("skirt back")
        first, second = darts_of(back)
        done = replay(
            before,
            read_steps([{"move": "merge_darts", "piece": "skirt back", "darts": ["waist dart 2"], "into": "waist dart 1"}]),
            RULES,
        )
        assert done.stopped is None
        (dart,) = darts_of(done.pattern.piece("skirt back"))
        # The cut from point to point opens toward the first by the chord of the second's angle: the new point halves it (by hand).
        opened = 2 * abs(first.pivot - second.pivot) * sin(abs(second.angle) / 2)
        assert abs(dart.pivot - first.pivot) == pytest.approx(opened / 2, abs=1e-6)
        said = {s.label: s for s in done.done[0].working}
        off = said["Its point lies off where it was by"].result
        assert off is not None
        assert off.value == pytest.approx(opened / 2, abs=1e-6)
        assert said["Its legs differ by"].result is not None
        assert paper_account(done.pattern)[-1].balanced
        assert sewn_of(done.pattern.piece("skirt back"))["waist"] == pytest.approx(sewn_of(back)["waist"], abs=1e-6)

    def test_refusals(self) -> None:
        step = {"move": "merge_darts", "piece": "front", "into": "side dart"}
        assert stopped(bodice(), step | {"darts": ["side dart"]}) == ("a dart cannot be merged into itself.", "darts")
        assert "no dart called “hem dart”" in stopped(bodice(), step | {"darts": ["hem dart"]})[0]
        assert (
            "no dart called"
            in stopped(bodice(), {"move": "merge_darts", "piece": "back", "darts": ["side dart"], "into": "waist dart"})[0]
        )


class TestShareIntake:
    STEP: ClassVar[Step] = {"move": "share_intake", "piece": "skirt back", "dart": "waist dart 2"}

    def test_the_waist_keeps_its_length_and_each_place_takes_its_part(self) -> None:
        before = skirt().piece("skirt back")
        step = self.STEP | {"to": [{"dart": "waist dart 1", "amount": 1.2}, {"edge": "side", "amount": 0.8}]}
        after = worked(skirt(), step).piece("skirt back")
        (dart,) = darts_of(after)
        assert dart.name == "waist dart"
        assert dart.intake == pytest.approx(find_dart(before, "waist dart 1").intake + 1.2, abs=2e-3)
        assert sewn_of(after)["waist"] == pytest.approx(sewn_of(before)["waist"], abs=2e-3)
        old, new = (stroke(next(e.path for e in p.outline if e.name == "side")) for p in (before, after))
        # Nothing below the hip moves; the corner at the waist comes in by 0.8.
        hip = next(x for x in before.lines if x.name == "hip").path.end
        assert (
            new.intersection(shapely.box(-99, hip.imag + 0.01, 99, 99)).hausdorff_distance(
                old.intersection(shapely.box(-99, hip.imag + 0.01, 99, 99))
            )
            < 0.01
        )
        corner = [min(line.coords, key=lambda c: c[1]) for line in (old, new)]
        assert ((corner[0][0] - corner[1][0]) ** 2 + (corner[0][1] - corner[1][1]) ** 2) ** 0.5 == pytest.approx(0.8, abs=0.01)

    def test_given_up_in_part_it_stays_narrower_with_its_point(self) -> None:
        before = skirt().piece("skirt back")
        after = worked(skirt(), self.STEP | {"to": [{"edge": "side", "amount": 0.5}]}).piece("skirt back")
        one, other = (find_dart(p, "waist dart 2") for p in (before, after))
        assert other.intake == pytest.approx(one.intake - 0.5, abs=1e-9)
        assert other.pivot == one.pivot
        assert other.leg_in.length == pytest.approx(other.leg_out.length, abs=0.05)

    @pytest.mark.parametrize(
        ("to", "says"),
        [
            (
                [{"dart": "waist dart 1", "amount": 1.5}, {"edge": "side", "amount": 1.0}],
                "the amounts come to 2.5 cm, and the waist dart 2 has only 2.0 cm.",
            ),
            ([{"edge": "hem", "amount": 1.0}], "the waist does not end on the hem."),
            ([{"dart": "waist dart 2", "amount": 1.0}], "the waist dart 2 does not open in the waist, as the waist dart 2 does."),
        ],
    )
    def test_refused_at_its_slot(self, to: list[Step], says: str) -> None:
        assert stopped(skirt(), self.STEP | {"to": to}) == (says, "to")

    def test_a_side_is_not_pushed_past_its_hip(self) -> None:
        """From the waist to the hip line a side may come in by a third of its height, here to a line drawn five below the waist."""
        from dataclasses import replace

        from patterncraft.geometry.path import straight
        from patterncraft.paper.piece import DrawnLine

        block = skirt()
        back = block.piece("skirt back")
        high = replace(back, lines=(DrawnLine("hip", straight(5j, complex(23.8, 4.3))),))
        low_hip = block.with_piece(high)
        side = next(e.path for e in back.outline if e.name == "side")
        meets = min((side.at(k / 50) for k in range(500)), key=lambda z: abs(z - high.lines[0].path.end))
        assert abs(meets - high.lines[0].path.end) < 0.5, "the sample's hip line ends on the side"
        step = self.STEP | {"to": [{"edge": "side", "amount": 2.0}]}
        assert "pushed past its hip" in stopped(low_hip, step)[0]
        assert stopped(low_hip, step)[1] == "to"
        assert replay(low_hip, read_steps([self.STEP | {"to": [{"edge": "side", "amount": 1.0}]}]), RULES).stopped is None


class TestShapeAndFold:
    @pytest.mark.parametrize("shape", ["in", "out"])
    def test_both_lines_leave_the_straight_one_by_as_much_half_way_toward_the_dart_or_from_it(self, shape: str) -> None:
        after = worked(bodice(), {"move": "shape_dart", **FRONT, "shape": shape, "depth": 0.4}).piece("front")
        dart = find_dart(after, "waist dart")
        for leg, mouth in zip(stitched_legs(dart), dart.mouth, strict=True):
            straight_line = shapely.LineString([(mouth.real, mouth.imag), (dart.sewn_point.real, dart.sewn_point.imag)])
            middle = leg.at(leg.length / 2)
            assert straight_line.distance(shapely.Point(middle.real, middle.imag)) == pytest.approx(0.4, abs=0.01)
            nearer = abs(middle - dart.middle) < abs(0.5 * (mouth + dart.sewn_point) - dart.middle)
            assert nearer == (shape == "in")
        one, other = stitched_legs(dart)
        assert one.length == pytest.approx(other.length, abs=0.01)
        # The paper's legs stay straight: the dart is rotated as before, and its shape goes along.
        turned = worked(
            bodice(),
            {"move": "shape_dart", **FRONT, "shape": shape, "depth": 0.4},
            {"move": "rotate_dart", **FRONT, "to": SHOULDER, "share": 0.5},
        )
        assert find_dart(turned.piece("front"), "waist dart").rule.shape == shape

    def test_a_softened_point_runs_out_along_the_fold(self) -> None:
        after = worked(bodice(), {"move": "shape_dart", **FRONT, "shape": "straight", "ease_at_point": True}).piece("front")
        dart = find_dart(after, "waist dart")
        fold = (dart.middle - dart.sewn_point) / abs(dart.middle - dart.sewn_point)
        for leg in stitched_legs(dart):
            assert leg.end == dart.sewn_point
            assert abs(leg.end_direction + fold) < 1e-9, "tangent to the fold"

    def test_hollowed_until_its_lines_meet_is_refused(self) -> None:
        message, field = stopped(bodice(), {"move": "shape_dart", **FRONT, "shape": "in", "depth": 1.0})
        assert (message, field) == ("the waist dart is 2.5 cm wide: hollowed by 1.0 cm its two lines would meet.", "depth")

    @pytest.mark.parametrize(("toward", "first"), [("centre", False), ("side", True)])
    def test_a_waist_dart_is_pressed_either_way(self, toward: str, first: bool) -> None:
        """The front's outline runs along the waist from the side to the centre: its first mouth point is the outer one."""
        after = worked(bodice(), {"move": "fold_dart", **FRONT, "toward": toward}).piece("front")
        dart = find_dart(after, "waist dart")
        assert abs(dart.mouth[0].real) > abs(dart.mouth[1].real)
        assert folds_to_first(after, dart) is first

    @pytest.mark.parametrize(("toward", "lower"), [("down", True), ("up", False)])
    def test_a_side_dart_is_pressed_up_or_down(self, toward: str, lower: bool) -> None:
        after = worked(bodice(), {"move": "fold_dart", "piece": "front", "dart": "side dart", "toward": toward}).piece("front")
        dart = find_dart(after, "side dart")
        first_is_lower = dart.mouth[0].imag > dart.mouth[1].imag
        assert (folds_to_first(after, dart) == first_is_lower) == lower

    def test_a_level_mouth_is_not_pressed_up_and_an_upright_one_not_to_the_side(self) -> None:
        assert stopped(bodice(), {"move": "fold_dart", **FRONT, "toward": "up"})[1] == "toward"
        assert stopped(bodice(), {"move": "fold_dart", "piece": "front", "dart": "side dart", "toward": "centre"})[1] == "toward"


class TestPoint:
    def test_by_the_houses_rule_by_the_bust_and_for_all_of_a_pivot(self) -> None:
        radius = worked(bodice(), {"move": "set_dart_point", **FRONT, "by": "bust radius", "darts": "pivot"}).piece("front")
        assert {d.rule.set_back for d in darts_of(radius)} == {RULES.set_backs.bust_radius}
        for d in darts_of(radius):
            assert abs(d.sewn_point - d.pivot) == pytest.approx(7.5)
        house = worked(
            bodice(), {"move": "set_dart_point", **FRONT, "set_back": 6}, {"move": "set_dart_point", **FRONT, "by": "house"}
        ).piece("front")
        assert find_dart(house, "waist dart").rule.set_back == RULES.set_backs.waist
        assert find_dart(house, "side dart").rule.set_back == RULES.set_backs.side, "only the one"


class TestConvert:
    def test_gathers_take_the_intake_over_the_zone_and_both_partners_are_notched(self) -> None:
        before = skirt()
        dart = find_dart(before.piece("skirt front"), "waist dart")
        zone = {
            "from": {"edge": "waist", "from": "centre front", "distance": 6},
            "to": {"edge": "waist", "from": "side", "distance": 3},
        }
        after = worked(
            before, {"move": "convert_dart", "piece": "skirt front", "dart": "waist dart", "into": "gather", "zone": zone}
        )
        piece = after.piece("skirt front")
        assert darts_of(piece) == []
        waist = sewn_of(before.piece("skirt front"))["waist"]
        assert sewn_of(piece)["waist"] == pytest.approx(waist + dart.intake, abs=0.02)
        assert piece.paper.new == pytest.approx(
            polygon(piece).area - polygon(before.piece("skirt front")).area + piece.paper.away, abs=0.05
        )
        promise = next(p for p in ledger(after, RULES) if p.name == "waist")
        (gathered,) = [i for i in promise.intervals if "gathered" in i.rule]
        flat = waist - 6 - 3
        assert gathered.length_a == pytest.approx(flat + dart.intake, abs=0.05)
        assert promise.kept

    def test_a_waist_dart_let_down_as_flare_widens_the_hem_by_the_chord_of_its_angle(self) -> None:
        before = skirt().piece("skirt front")
        dart = find_dart(before, "waist dart")
        after = worked(skirt(), {"move": "convert_dart", "piece": "skirt front", "dart": "waist dart", "into": "flare"}).piece(
            "skirt front"
        )
        radius = max(e.path.end.imag for e in before.outline if e.name == "hem") - dart.pivot.imag
        assert sewn_of(after)["hem"] - sewn_of(before)["hem"] == pytest.approx(2 * radius * sin(abs(dart.angle) / 2), abs=0.1)
        assert sewn_of(after)["waist"] == pytest.approx(sewn_of(before)["waist"], abs=1e-6)
        assert darts_of(after) == []

    @pytest.mark.parametrize(
        ("ease", "says"), [(0.3, "any cloth takes it"), (0.8, "firm cloth does not"), (1.5, "more ease than a seam takes")]
    )
    def test_a_shoulder_dart_eased_in_says_which_cloth_takes_it(self, ease: float, says: str) -> None:
        block = draft_by("bodice-half-sheet", WHOLE).pattern
        back = block.piece("back")
        dart = find_dart(back, "shoulder dart")
        share = ease / dart.intake
        if share < 1:
            block = worked(
                block,
                {
                    "move": "rotate_dart",
                    "piece": "back",
                    "dart": "shoulder dart",
                    "to": {"edge": "armhole", "fraction": 0.5},
                    "share": 1 - share,
                },
            )
        else:
            block = worked(draft_by("bodice-half-sheet", WHOLE).pattern)
            says = "more ease than a seam takes" if dart.intake / sewn_of(back)["shoulder"] > 0.08 else "firm cloth does not"
        done = replay(
            block, read_steps([{"move": "convert_dart", "piece": "back", "dart": "shoulder dart", "into": "ease"}]), RULES
        )
        assert done.stopped is None
        assert any(says in s.label for s in done.done[0].working), [s.label for s in done.done[0].working]
        assert next(p for p in ledger(done.pattern, RULES) if p.name == "shoulder").kept

    def test_a_pleat_shows_its_fold_and_a_tuck_is_stitched_half_way(self) -> None:
        for into, share in (("pleat", 1.0), ("tuck", 0.5)):
            before = find_dart(bodice().piece("front"), "waist dart")
            after = worked(bodice(), {"move": "convert_dart", **FRONT, "into": into}).piece("front")
            drawn = {x.name: x.path for x in after.lines}
            assert {f"{into} fold", f"{into} placement"} <= set(drawn)
            assert drawn[f"{into} fold"].length == pytest.approx(share * abs(before.middle - before.sewn_point), abs=1e-6)

    def test_refusals(self) -> None:
        off = {
            "from": {"edge": "waist", "from": "centre front", "distance": 0.5},
            "to": {"edge": "waist", "from": "centre front", "distance": 3},
        }
        message, field = stopped(bodice(), {"move": "convert_dart", **FRONT, "into": "gather", "zone": off})
        assert (message, field) == ("the waist dart does not lie in that zone.", "zone")
        assert "double-pointed" in stopped(draft_by("torso", WHOLE).pattern, {"move": "convert_dart", **FRONT, "into": "gather"})[0]


class TestContour:
    @pytest.mark.parametrize(("edge", "amount"), [("neckline", 0.8), ("armhole", 0.5), ("neckline", 0.3)])
    def test_the_edge_is_shorter_by_what_was_taken_and_the_dart_wider_by_the_slivers_angle(self, edge: str, amount: float) -> None:
        before = bodice().piece("front")
        step = {"move": "contour", "piece": "front", "at": {"edge": edge, "fraction": 0.5}, "amount": amount, "into": "waist dart"}
        done = replay(bodice(), read_steps([step]), RULES)
        after = done.pattern.piece("front")
        # Drawn over where it was pinched, the edge loses a little more than the gape; by how much the working tells.
        less = sewn_of(before)[edge] - sewn_of(after)[edge]
        assert amount - 0.01 < less < 1.15 * amount
        told = next(s for s in done.done[0].working if s.label == f"{edge.capitalize()} before, now")
        assert told.terms[1].value == pytest.approx(less, abs=1e-9)
        sliver = next(s.result for s in done.done[0].working if s.label == "Angle of the sliver")
        assert sliver is not None
        wider = abs(find_dart(after, "waist dart").angle) - abs(find_dart(before, "waist dart").angle)
        assert wider * 180 / 3.141592653589793 == pytest.approx(sliver.value, abs=1e-6)
        assert find_dart(after, "waist dart").pivot == pytest.approx(find_dart(before, "waist dart").pivot)
        for other in ("shoulder", "side", "waist"):
            assert sewn_of(after)[other] == pytest.approx(sewn_of(before)[other], abs=0.02)
        assert paper_account(done.pattern)[-1].balanced
        assert polygon(after).area == pytest.approx(polygon(before).area - after.paper.away + after.paper.new, abs=0.05)

    def test_square_to_the_way_the_sliver_is_as_wide_as_it_takes(self) -> None:
        """On the side of a skirt, seen from the dart's point, the edge lies nearly square: angle 2 asin(a / 2r) (by hand)."""
        at = {"edge": "side", "level": "hip", "down": -10}
        step = {"move": "contour", "piece": "skirt back", "at": at, "amount": 0.5, "into": "waist dart 2"}
        before = skirt().piece("skirt back")
        done = replay(skirt(), read_steps([step]), RULES)
        sliver = next(s.result for s in done.done[0].working if s.label == "Angle of the sliver")
        from patterncraft.places.place import LevelPlace

        place = LevelPlace(edge="side", level="hip", down=-10).found(before).point
        radius = abs(place - find_dart(before, "waist dart 2").pivot)
        assert sliver is not None
        assert sliver.value == pytest.approx(2 * asin(0.5 / (2 * radius)) * 57.29578, rel=0.05)

    @pytest.mark.parametrize("fraction", [0.4, 0.5, 0.6])
    @pytest.mark.parametrize("amount", [0.3, 0.5, 0.8])
    def test_where_the_edge_runs_aslant_the_sliver_is_cut_wider_and_says_so(self, fraction: float, amount: float) -> None:
        """By hand: two pencil points 2 cm to each side of the place; the paper of one is turned about the pivot by the sliver's
        angle, and they come nearer by what was to be taken out."""
        at = {"edge": "neckline", "fraction": fraction}
        step = {"move": "contour", "piece": "front", "at": at, "amount": amount, "into": "waist dart"}
        before = bodice().piece("front")
        path, pivot = next(e for e in before.outline if e.name == "neckline").path, find_dart(before, "waist dart").pivot
        working = {s.label: s for s in replay(bodice(), read_steps([step]), RULES).done[0].working}
        wide = working["Sliver at the edge"]
        radius, angle = (t.value for t in wide.terms)
        one, two = (path.at(path.length * fraction + by) for by in (-2.0, 2.0))
        turned = pivot + (two - pivot) * rect(1.0, -angle * pi / 180)
        # Drawn over where it was pinched the edge loses a hair of its own; both together are what was asked.
        assert abs(one - two) - abs(one - turned) == pytest.approx(amount, rel=0.12)
        shorter = working["Neckline before, now"]
        assert shorter.terms[1].value == pytest.approx(amount, abs=0.015)
        assert wide.result is not None
        assert wide.result.value == pytest.approx(2 * radius * sin(angle * pi / 360), abs=1e-9)
        aslant = any(label.startswith("The neckline runs aslant") for label in working)
        assert aslant == (wide.result.value > amount + RULES.sewing_tolerance)

    def test_more_than_usual_is_cautioned_and_what_is_no_gape_refused(self) -> None:
        step = {"move": "contour", "piece": "front", "at": {"edge": "armhole", "fraction": 0.5}, "into": "waist dart"}
        told = [[s.label for s in replay(bodice(), read_steps([step | {"amount": a}]), RULES).done[0].working] for a in (0.6, 0.7)]
        assert [any("More than is usual" in x for x in labels) for labels in told] == [False, True]
        assert stopped(bodice(), step | {"amount": 2.1}) == ("2.1 cm is no gape: the piece does not fit there.", "amount")
        assert stopped(bodice(), step | {"at": {"edge": "armhole", "fraction": 0.01}, "amount": 1.0})[1] == "at"


def test_closing_for_good_is_only_for_a_dart_that_runs_through() -> None:
    message, field = stopped(bodice(), {"move": "close_dart", **FRONT})
    assert message.startswith("the point of the waist dart lies 9.2 cm inside the paper")
    assert field == "dart"
    # A strip with a dart that ends half a centimetre short of the lower edge: shut, the upper edge is shorter by its intake.
    from patterncraft.geometry.path import straight
    from patterncraft.paper.edge import Edge
    from patterncraft.paper.piece import DartRule

    corners = [0j, 9 + 0j, 10 + 5.5j, 11 + 0j, 20 + 0j, 20 + 6j, 6j]
    names = ["top", "top dart", "top dart", "top", "right", "bottom", "left"]
    outline = tuple(
        Edge(n, "dart" if "dart" in n else "seam", straight(a, b))
        for n, a, b in zip(names, corners, [*corners[1:], corners[0]], strict=True)
    )
    strip = Pattern((Piece("strip", outline, (DartRule("top dart", 0.5),)),))
    done = replay(strip, read_steps([{"move": "close_dart", "piece": "strip", "dart": "top dart"}]), HouseRules())
    after = done.pattern
    piece = after.piece("strip")
    assert [s.spoken("cm") for s in done.done[0].working[:2]] == ["2.0 cm", "20.00 = 20.00 cm"], "of the dart, and along the bottom"
    assert darts_of(piece) == []
    assert sewn_of(piece)["top"] == pytest.approx(18.0, abs=1e-6)
    assert sewn_of(piece)["bottom"] == pytest.approx(20.0, abs=1e-6)
    assert fault_in(after) == ""
