"""The ledger: lengths side against side, kept or by how much not, between the notches too."""

from dataclasses import replace

import pytest

from patterncraft.geometry.path import straight
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger, unpartnered
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.seam import Notch, Seam, SeamRule, Stretch
from tests.samples import square


def two_squares(side: float, rule: SeamRule, *notches: Notch) -> Pattern:
    """Two sheets sewn along their right edges, the second longer."""
    a, b = square(10, "a"), square(side, "b")
    return Pattern((a, b), (Seam("join", (Stretch("a", "right", "top"),), (Stretch("b", "right", "top"),), rule),), notches)


def test_bodice_keeps_all_its_promises(any_bodice: Pattern, rules: HouseRules) -> None:
    assert [p.name for p in ledger(any_bodice, rules) if not p.kept] == []


def test_equal_seam_is_broken_by_more_than_the_tolerance(rules: HouseRules) -> None:
    (fine, *_), (bad, *_) = (ledger(two_squares(s, SeamRule("equal")), rules) for s in (10.04, 10.4))
    assert fine.kept
    assert not bad.kept
    assert bad.difference == pytest.approx(-0.4)
    assert "0.40 cm too long" in bad.cure


def test_ease_is_kept_within_its_limits_only(rules: HouseRules) -> None:
    rule = SeamRule("ease", minimum=-3, maximum=-1)
    assert [ledger(two_squares(s, rule), rules)[0].kept for s in (10.5, 12.0, 13.5)] == [False, True, False]


def test_held_length_counts_from_the_block(rules: HouseRules, bodice: Pattern) -> None:
    armhole = next(p for p in ledger(bodice, rules) if p.name == "armhole")
    assert armhole.length_a == pytest.approx(armhole.length_b or 0)
    front = bodice.piece("front")
    i = next(k for k, e in enumerate(front.outline) if e.name == "armhole")
    edge = front.outline[i]
    flat = edge.with_path(straight(edge.path.start, edge.path.end))
    cut_in = replace(front, outline=(*front.outline[:i], flat, *front.outline[i + 1 :]))
    changed = next(p for p in ledger(bodice.with_piece(cut_in), rules) if p.name == "armhole")
    assert not changed.kept
    assert changed.over < 0
    assert "shrunk" in changed.cure


def test_intervals_sum_to_the_side_and_a_shifted_notch_breaks_the_seam(rules: HouseRules) -> None:
    even = two_squares(10, SeamRule("equal"), Notch("n", "join", "single", 4, 4))
    odd = two_squares(10, SeamRule("equal"), Notch("n", "join", "single", 4, 4.5))
    (line, *_), (broken, *_) = ledger(even, rules), ledger(odd, rules)
    assert sum(i.length_a for i in line.intervals) == pytest.approx(10)
    assert sum(i.length_b or 0 for i in line.intervals) == pytest.approx(10)
    assert line.kept
    assert not broken.kept, "alike in total, but not between the notches"


def test_free_seam_promises_nothing(rules: HouseRules) -> None:
    free = Pattern((square(10, "a"),), (Seam("edge", (Stretch("a", "top"),), (), SeamRule("free")),))
    (line,) = ledger(free, rules)
    assert line.kept
    assert line.length_b is None


def test_edges_without_a_seam_are_found(bodice: Pattern) -> None:
    assert unpartnered(bodice) == []
    assert ("a", "left") in unpartnered(two_squares(10, SeamRule("equal")))


def test_legs_of_a_dart_are_a_promise_too(rules: HouseRules, bodice: Pattern) -> None:
    legs = [p for p in ledger(bodice, rules) if p.kind == "legs"]
    assert {p.name for p in legs} == {"back waist dart", "front side dart", "front waist dart"}
    assert all(p.kept for p in legs)
