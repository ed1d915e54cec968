"""Following: what became of every edge, and of all that speaks of it. Expectations are worked by hand on sheets of whole centimetres."""

from __future__ import annotations

from dataclasses import replace

import pytest

from patterncraft.geometry.path import Path, straight
from patterncraft.geometry.transform import slide, turn_over
from patterncraft.handwork.cutting import open_corners
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.paper.account import account_of, paper_account
from patterncraft.paper.draw import bridge, redraw
from patterncraft.paper.edge import Edge, on_new_paper
from patterncraft.paper.follow import InHand, Undeclared, lay_down, take_up
from patterncraft.paper.join import join
from patterncraft.paper.opened import Opened
from patterncraft.paper.part import Parted, open_corner, part
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Paper, Piece
from patterncraft.paper.seam import IntervalRule, Notch, Seam, SeamRule, Stretch
from patterncraft.paper.sewn import Spot, run_at, runs_of, sewn_length, starts_at_end
from patterncraft.paper.trace import Kin, Trace, are_kin, backward, cut_traces, end_to_end, stretched
from tests.samples import square

RULES = HouseRules()


def two_sheets() -> Pattern:
    """Two squares of 10 sewn along one's right and the other's left, notched at 3 (single) and 8 (double) from the top."""
    seam = Seam("side", (Stretch("one", "right", "top"),), (Stretch("two", "left", "top"),), SeamRule("equal"))
    notches = (Notch("upper", "side", "single", 3.0, 3.0), Notch("lower", "side", "double", 8.0, 8.0))
    hem = Seam("hem", (Stretch("one", "bottom", "right"),), (), SeamRule("hold", length=10.0))
    return Pattern((square(10, "one"), square(10, "two")), (seam, hem), notches)


def across(piece: Piece, level: float, name: str = "cut") -> Parted:
    """Cut a square of 10 straight across at a level: from its right edge to its left."""
    piece, start = open_corner(piece, Spot(1, level))
    piece, end = open_corner(piece, Spot(4, 10 - level))
    return part(piece, start, end, straight(complex(10, level), complex(0, level)), name)


def named(piece: Piece, name: str) -> Piece:
    return replace(piece, name=name)


def cut_at(level: float) -> tuple[InHand, Piece, Piece]:
    hand = take_up(two_sheets(), "one")
    lower, upper = across(hand.piece("one"), level)
    return hand, named(upper, "upper one"), named(lower, "lower one")


class TestTraces:
    def test_a_cut_shares_them_out_where_it_falls(self) -> None:
        left, right = cut_traces((Trace(0, 0, 4, 4), Trace(1, 0, 6, 3)), 5.5)
        # 1.5 of the 3 cm that the second takes up are half of its old 6.
        assert left == (Trace(0, 0, 4, 4), Trace(1, 0, 3, 1.5))
        assert right == (Trace(1, 3, 6, 1.5),)
        assert cut_traces((Trace(0, 0, 4, 4), Trace(1, 0, 6, 3)), 4.0) == ((Trace(0, 0, 4, 4),), (Trace(1, 0, 6, 3),))

    def test_turned_over_they_are_walked_backward(self) -> None:
        assert backward((Trace(0, 0, 4, 4), Trace(1, 2, 6, 3))) == (Trace(1, 6, 2, 3), Trace(0, 4, 0, 4))

    def test_two_halves_of_a_cut_become_one_but_only_in_their_order(self) -> None:
        assert end_to_end((Trace(0, 0, 3, 3),), (Trace(0, 3, 10, 7),)) == (Trace(0, 0, 10, 10),)
        apart = ((Trace(0, 3, 10, 7),), (Trace(0, 0, 3, 3),))
        assert end_to_end(*apart) == apart[0] + apart[1]
        grown = end_to_end((Trace(0, 0, 3, 3),), (Trace(0, 3, 10, 14),))
        assert len(grown) == 2, "one half stretched, the other not: two bits"

    def test_redrawn_every_place_keeps_its_share(self) -> None:
        assert stretched((Trace(0, 0, 4, 4), Trace(-1, 0, 0, 6)), 5.0) == (Trace(0, 0, 4, 2), Trace(-1, 0, 0, 3))


class TestSides:
    def test_a_cut_side_runs_over_both_pieces_in_sewing_order_and_notches_keep_their_spot(self) -> None:
        hand, upper, lower = cut_at(4.0)
        after = lay_down(hand, [upper, lower]).pattern
        assert after.seam("side").a == (Stretch("upper one", "right", "top"), Stretch("lower one", "right", "cut"))
        assert after.seam("side").b == two_sheets().seam("side").b
        on = {n.name: p.name for p in after.pieces for n, _ in after.placed_notches(p.name) if p.name != "two"}
        assert on == {"upper": "upper one", "lower": "lower one"}
        place = after.on_side(after.seam("side").a, 8.0)
        assert place.piece.outline[place.spot.edge].path.at(place.spot.along) == pytest.approx(10 + 8j)
        assert all(p.kept for p in ledger(after, RULES))

    def test_a_side_cut_three_times_and_joined_twice(self) -> None:
        pattern = two_sheets()
        rest = "one"
        for k, level in enumerate((2.0, 5.0, 9.0), 1):
            hand = take_up(pattern, rest)
            piece = hand.piece(rest)
            top = piece.outline[next(i for i, e in enumerate(piece.outline) if e.name == "right")].path.start.imag
            right = next(i for i, e in enumerate(piece.outline) if e.name == "right")
            piece, start = open_corner(piece, Spot(right, level - top))
            left = max(i for i, e in enumerate(piece.outline) if e.name == "left")
            piece, end = open_corner(piece, Spot(left, 10 - level))
            lower, upper = part(piece, start, end, straight(complex(10, level), complex(0, level)), f"cut {k}")
            pattern = lay_down(hand, [named(upper, f"strip {k}"), named(lower, f"strip {k + 1}")]).pattern
            rest = f"strip {k + 1}"
        sizes = [sewn_length(pattern.piece(s.piece), s.edge) for s in pattern.seam("side").a]
        assert [s.piece for s in pattern.seam("side").a] == ["strip 1", "strip 2", "strip 3", "strip 4"]
        assert sizes == pytest.approx([2, 3, 4, 1])
        for a, b, cut in (("strip 1", "strip 2", "cut 1"), ("strip 3", "strip 4", "cut 3")):
            hand = take_up(pattern, a, b)
            upper, lower = hand.piece(a), hand.piece(b)
            i = next(k for k, e in enumerate(upper.outline) if e.name == cut)
            j = next(k for k, e in enumerate(lower.outline) if e.name == cut)
            pattern = lay_down(hand, [join(upper, i, lower, (j + 1) % len(lower.outline))]).pattern
        side = pattern.seam("side")
        assert [s.piece for s in side.a] == ["strip 1", "strip 3"]
        assert [sewn_length(pattern.piece(s.piece), s.edge) for s in side.a] == pytest.approx([5, 5])
        assert [(n.name, n.at_a, n.at_b) for n in pattern.notches] == [("upper", 3.0, 3.0), ("lower", 8.0, 8.0)]

    def test_a_mirrored_piece_keeps_its_notches_on_the_same_paper(self) -> None:
        hand = take_up(two_sheets(), "one")
        after = lay_down(hand, [hand.piece("one").placed(turn_over(5 + 0j, 5 + 1j))]).pattern
        piece = after.piece("one")
        spots = {n.name: s for n, s in after.placed_notches("one")}
        points = {name: piece.outline[s.edge].path.at(s.along) for name, s in spots.items()}
        assert points == {"upper": pytest.approx(0 + 3j), "lower": pytest.approx(0 + 8j)}
        assert sewn_length(piece, "right") == pytest.approx(10)

    def test_a_seam_whose_sides_are_taped_together_is_closed_and_said(self) -> None:
        hand = take_up(two_sheets(), "one", "two")
        one, two = hand.piece("one"), hand.piece("two").placed(slide(10 + 0j))
        followed = lay_down(hand, [join(one, 2, two, 3)])
        assert [s.name for s in followed.pattern.seams] == ["hem"]
        assert followed.pattern.notches == ()
        assert followed.told == ("The side seam is closed: its sides are taped together.",)
        # Both sheets' tops run on in one line, sewn nowhere; their bottoms are different edges: one is a hem that is held.
        assert [e.name for e in followed.pattern.pieces[0].outline] == [
            "top",
            "two right",
            "two bottom",
            "one bottom",
            "one left",
        ] or [e.name for e in followed.pattern.pieces[0].outline] == ["top", "right", "two bottom", "one bottom", "left"]
        assert followed.pattern.seam("hem").a[0].edge == "one bottom"

    def test_one_side_put_away_the_other_waits_with_its_length(self) -> None:
        hand, upper, lower = cut_at(4.0)
        del upper
        waiting = replace(lower, paper=replace(lower.paper, block=60.0))
        whole = replace(hand.pieces[0], paper=replace(hand.pieces[0].paper, block=60.0, away=-40.0))
        followed = lay_down(InHand(hand.before, (whole,), hand.book), [waiting])
        # The upper 4 cm of side a are gone with their notch, which lies on the other side alone now; that is told.
        assert followed.pattern.seam("side").a == (Stretch("lower one", "right", "cut"),)
        assert any("“upper”" in t for t in followed.told)
        assert {n.name: n.pair for n in followed.pattern.notches} == {
            "upper": None,
            "lower": (pytest.approx(4.0), pytest.approx(8.0)),
        }

    @pytest.mark.parametrize(("partner", "length"), [(True, 9.0), (False, 5.0)])
    def test_what_waits_for_a_partner_waits_for_less_when_paper_is_cut_off_it(self, partner: bool, length: float) -> None:
        """4 of 10 cm are put away. An edge that waits for 9 cm waits for 5; what was promised to a partner that lies there stays as it was said."""
        whole = two_sheets()
        seam = replace(whole.seam("side"), rule=SeamRule("ease", 0.5, 1.0, length=9.0))
        seam = seam if partner else replace(seam, b=())
        hand = take_up(replace(whole, seams=(seam,), notches=()), "one")
        lower, _ = across(hand.piece("one"), 4.0)
        waiting = replace(named(lower, "lower one"), paper=replace(lower.paper, block=60.0))
        first = replace(hand.pieces[0], paper=replace(hand.pieces[0].paper, block=60.0, away=-40.0))
        followed = lay_down(InHand(hand.before, (first,), hand.book), [waiting])
        assert followed.pattern.seam("side").rule == SeamRule("ease", 0.5, 1.0, length=pytest.approx(length))

    def test_a_neighbours_new_name_is_carried_in_the_seams_words(self) -> None:
        hand, upper, lower = cut_at(4.0)
        after = lay_down(hand, [upper, lower]).pattern
        for s in after.seam("side").a:
            starts_at_end(after.piece(s.piece), s.edge, s.start)


def opened_at(pattern: Pattern, at: float, by: float) -> tuple[InHand, Piece]:
    """A sheet cut across and pulled apart by ``by`` cm, with new paper between."""
    hand = take_up(pattern, "one")
    lower, upper = across(hand.piece("one"), at)
    lower = lower.placed(slide(complex(0, by)))
    i = next(k for k, e in enumerate(lower.outline) if e.name == "cut")
    j = next(k for k, e in enumerate(upper.outline) if e.name == "cut")
    a, b = lower.outline[i].path, upper.outline[j].path
    left = on_new_paper("left", "seam", straight(a.start, b.end))
    right = on_new_paper("right", "seam", straight(b.start, a.end))
    return hand, bridge(lower, i, upper, j, left, right)


class TestOpenings:
    def test_a_grown_side_that_nobody_spoke_of_is_a_defect(self) -> None:
        hand, wide = opened_at(two_sheets(), 5.0, 2.0)
        with pytest.raises(Undeclared, match=r"first side of the side seam changed by 2\.0000"):
            lay_down(hand, [wide])

    def test_an_opened_zone_gets_its_rule_and_notches_on_both_partners(self) -> None:
        hand, wide = opened_at(two_sheets(), 5.0, 2.0)
        after = lay_down(hand, [wide], opened=[Opened("one", "right", 0, 2.5, 7.5, "gather")]).pattern
        seam = after.seam("side")
        assert seam.rules == (IntervalRule("gather 1", "gather 2", SeamRule("gather", ratio=7 / 5, longer="a")),)
        places = {n.name: (n.at_a, n.at_b) for n in after.notches_of("side")}
        # What lay below the opening moved on by 2 on this side and stayed on the other.
        assert places == {
            "gather 1": (2.5, 2.5),
            "upper": (3.0, 3.0),
            "gather 2": (pytest.approx(9.5), pytest.approx(7.5)),
            "lower": (pytest.approx(10.0), pytest.approx(8.0)),
        }
        promise = next(p for p in ledger(after, RULES) if p.name == "side")
        assert promise.kept
        assert [i.rule for i in promise.intervals] == [
            "",
            "gathered 1.00 : 1 here, 1.40 in all",
            "gathered 1.44 : 1 here, 1.40 in all",
            "",
            "",
        ]

    def test_a_zone_at_a_seams_end_begins_at_the_end(self) -> None:
        hand, wide = opened_at(two_sheets(), 1.0, 2.0)
        after = lay_down(hand, [wide], opened=[Opened("one", "right", 0, 0.5, 6.0, "ease")]).pattern
        rule = after.seam("side").rules[0]
        assert (rule.start, rule.end, rule.rule.kind, rule.rule.maximum) == ("start", "ease 1", "ease", pytest.approx(2.0))

    def test_flare_is_said_and_shows_in_the_ledger(self) -> None:
        hand, wide = opened_at(two_sheets(), 5.0, 2.0)
        after = lay_down(hand, [wide], opened=[Opened("one", "right", 0, 2.5, 7.5, "flare")]).pattern
        promise = next(p for p in ledger(after, RULES) if p.name == "side")
        assert (promise.kept, promise.over) == (False, pytest.approx(2.0))

    def test_a_fullness_closed_again_breaks_its_rule(self) -> None:
        hand, wide = opened_at(two_sheets(), 5.0, 2.0)
        after = lay_down(hand, [wide], opened=[Opened("one", "right", 0, 2.5, 7.5, "gather")]).pattern
        less = replace(after.seam("side"), rules=(replace(after.seam("side").rules[0], rule=SeamRule("gather", ratio=1.6)),))
        broken = next(p for p in ledger(replace(after, seams=(less,)), RULES) if p.name == "side")
        # 7 cm instead of 1.6 × 5 = 8.
        assert broken.over == pytest.approx(-1.0)
        assert "From gather 1" in broken.cure


class TestAccount:
    def test_new_paper_and_what_is_cut_off_come_out(self) -> None:
        hand, wide = opened_at(two_sheets(), 5.0, 2.0)
        after = lay_down(hand, [wide], changed=["side"]).pattern
        line = account_of(after.piece("one"))
        assert (line.block, line.new, line.away, line.area) == pytest.approx((100, 20, 0, 120))
        whole = paper_account(after)[-1]
        assert (whole.piece, whole.block, whole.new, whole.area) == (
            "all",
            pytest.approx(200),
            pytest.approx(20),
            pytest.approx(220),
        )

    def test_a_redrawn_edge_takes_paper_in_where_it_runs_outside_and_off_where_inside(self) -> None:
        piece = replace(square(10), paper=Paper(block=100.0))
        # Out to a triangle of 6 × 2 above the first six centimetres, in by one of 4 × 1 on the rest.
        bent = Path(((0j, 3 - 2j), (3 - 2j, 6 + 0j), (6 + 0j, 8 + 1j), (8 + 1j, 10 + 0j)))
        after = redraw(piece, 0, 1, (Edge("top", "seam", bent),))
        assert after.area == pytest.approx(100 + 6 - 2)
        assert (after.paper.new, after.paper.away) == (pytest.approx(6), pytest.approx(2))
        assert len(after.paper.patches) == 1
        assert account_of(after).missing == pytest.approx(0, abs=1e-9)

    def test_paper_that_vanishes_or_grows_unsaid_is_a_defect(self) -> None:
        hand = take_up(two_sheets(), "one")
        outline = hand.piece("one").outline
        shrunk = Path(((0j, 5 + 0.5j), (5 + 0.5j, 10 + 0j)))
        with pytest.raises(Undeclared, match="paper account"):
            lay_down(hand, [hand.piece("one").with_outline((outline[0].with_path(shrunk), *outline[1:]))])

    def test_both_parts_of_a_cut_have_their_share_of_the_new_paper(self) -> None:
        hand, wide = opened_at(two_sheets(), 5.0, 2.0)
        pattern = lay_down(hand, [wide], changed=["side"]).pattern
        hand = take_up(pattern, "one")
        piece = hand.piece("one")
        # The new strip lies from y = 5 to 7; cut at 6, half of it goes each way.
        right = next(i for i, e in enumerate(piece.outline) if e.name == "right" and e.path.start.imag < 6 < e.path.end.imag)
        left = next(i for i, e in enumerate(piece.outline) if e.name == "left" and e.path.end.imag < 6 < e.path.start.imag)
        down = [Spot(right, 6 - piece.outline[right].path.start.imag), Spot(left, piece.outline[left].path.start.imag - 6)]
        piece, (start, end) = open_corners(piece, down)
        lower, upper = part(piece, start, end, straight(10 + 6j, 6j), "cut")
        after = lay_down(hand, [named(upper, "upper"), named(lower, "lower")]).pattern
        lines = {x.piece: x for x in paper_account(after)}
        assert (lines["upper"].new, lines["upper"].block) == (pytest.approx(10, abs=1e-3), pytest.approx(50, abs=1e-3))
        assert (lines["lower"].new, lines["lower"].block) == (pytest.approx(10, abs=1e-3), pytest.approx(50, abs=1e-3))
        assert all(x.balanced for x in lines.values())


class TestRuns:
    def test_an_edge_with_others_between_lies_in_runs_told_by_their_neighbours(self) -> None:
        # A notch cut out of the top: left part, the cut's three sides, right part.
        corners = [0j, 3 + 0j, 3 + 2j, 6 + 2j, 6 + 0j, 10 + 0j, 10 + 10j, 10j]
        names = ["top", "pocket", "pocket", "pocket", "top", "right", "bottom", "left"]
        outline = tuple(Edge(n, "seam", straight(a, b)) for n, a, b in zip(names, corners, corners[1:] + corners[:1], strict=True))
        piece = Piece("cut out", outline)
        assert runs_of(piece, "top") == [[0], [4]]
        assert [sewn_length(piece, "top", k) for k in (0, 1)] == [3, 4]
        assert sewn_length(piece, "top") == 7
        assert run_at(piece, "top", "right") == 1
        assert run_at(piece, "top", "left") == 0
        turned = piece.starting_at(6)
        assert [sewn_length(turned, "top", k) for k in (0, 1)] == [3, 4]


def test_kin_are_edges_that_run_on_in_sewing() -> None:
    front, back = Kin(0, 0.0, 1), Kin(0, 10.0, 1)
    assert are_kin((Trace(0, 0, 10, 10, front),), (Trace(1, 0, 8, 8, back),)), "front then back, as the armhole is sewn"
    assert not are_kin((Trace(1, 0, 8, 8, back),), (Trace(0, 0, 10, 10, front),)), "its end and its start are not one edge"
    assert not are_kin((Trace(0, 0, 10, 10, front),), (Trace(1, 0, 8, 8, Kin(1, 10.0, 1)),))
    # Of what no seam speaks nothing can be said against its healing.
    assert are_kin((Trace(1, 0, 8, 8),), (Trace(0, 0, 10, 10, front),))
    assert are_kin((Trace(1, 0, 8, 8, back),), (Trace(0, 0, 10, 10),))
    assert are_kin((), (Trace(0, 0, 10, 10, front),))
