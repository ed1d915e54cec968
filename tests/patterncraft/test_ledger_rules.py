"""Rules of seams and of their intervals, each held against lengths on both sides of its limit, worked by hand."""

from __future__ import annotations

from dataclasses import replace

import pytest

from patterncraft.geometry.path import straight
from patterncraft.house import HouseRules
from patterncraft.ledger import Promise, ledger
from patterncraft.paper.as_sewn import edge_as_sewn
from patterncraft.paper.edge import Edge
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import CutPlan, DartRule, Piece
from patterncraft.paper.seam import IntervalRule, Notch, RuleKind, Seam, SeamRule, Stretch
from tests.samples import square

RULES = HouseRules(sewing_tolerance=0.05)


def promise(
    a: float, b: float | None, rule: SeamRule, *rules: IntervalRule, notches: tuple[tuple[str, float, float | None], ...] = ()
) -> Promise:
    """The promise of sheets ``a`` and ``b`` cm wide, sewn along their tops (none: the partner is not on the table)."""
    pieces = (square(a, "a"), square(b or 1.0, "b"))
    seam = Seam("join", (Stretch("a", "top", "left"),), (Stretch("b", "top", "left"),) if b is not None else (), rule, rules)
    placed = tuple(Notch(n, "join", "single", x, y) for n, x, y in notches)
    return ledger(Pattern(pieces, (seam,), placed), RULES)[0]


@pytest.mark.parametrize(
    ("rule", "a", "b", "over"),
    [
        (SeamRule("equal"), 10.04, 10.0, 0.0),
        (SeamRule("equal"), 10.06, 10.0, 0.06),
        (SeamRule("equal"), 9.94, 10.0, -0.06),
        # Ease of 1 to 2 on a: 11 to 12 for 10, and the tolerance.
        (SeamRule("ease", 1.0, 2.0), 10.96, 10.0, 0.0),
        (SeamRule("ease", 1.0, 2.0), 10.94, 10.0, -0.06),
        (SeamRule("ease", 1.0, 2.0), 12.04, 10.0, 0.0),
        (SeamRule("ease", 1.0, 2.0), 12.3, 10.0, 0.3),
        # The same with the fullness on b: b may be 11 to 12 for an a of 10.
        (SeamRule("ease", 1.0, 2.0, longer="b"), 10.0, 12.04, 0.0),
        (SeamRule("ease", 1.0, 2.0, longer="b"), 10.0, 12.3, -0.3),
        (SeamRule("ease", 1.0, 2.0, longer="b"), 10.0, 10.7, 0.3),
        (SeamRule("gather", ratio=1.5), 15.04, 10.0, 0.0),
        (SeamRule("gather", ratio=1.5), 15.2, 10.0, 0.2),
        (SeamRule("gather", ratio=1.5), 14.8, 10.0, -0.2),
        (SeamRule("gather", ratio=1.5, longer="b"), 10.0, 15.2, -0.2),
        (SeamRule("pleat", ratio=2.0), 20.0, 10.0, 0.0),
        (SeamRule("pleat", ratio=2.0), 19.0, 10.0, -1.0),
        (SeamRule("free"), 3.0, 10.0, 0.0),
        (SeamRule("hold", length=10.0), 10.04, None, 0.0),
        (SeamRule("hold", length=10.0), 10.5, None, 0.5),
        (SeamRule("hold", length=10.0), 9.5, None, -0.5),
        # A part measured for a partner that is not there: ease counts from the length it was made for.
        (SeamRule("ease", 1.0, 2.0, length=10.0), 11.5, None, 0.0),
        (SeamRule("ease", 1.0, 2.0, length=10.0), 12.5, None, 0.5),
        (SeamRule("gather", ratio=1.5), 15.0, None, 0.0),
    ],
)
def test_a_rule_is_kept_up_to_its_limit_and_broken_by_what_lies_beyond(
    rule: SeamRule, a: float, b: float | None, over: float
) -> None:
    found = promise(a, b, rule)
    assert found.over == pytest.approx(over, abs=1e-9)
    assert found.kept is (over == 0.0)
    assert bool(found.cure) is (over != 0.0)
    if over and rule.kind != "hold":
        assert f"{'first' if over > 0 else 'second'} side is {abs(over):.2f} cm too long" in found.cure
    if over and rule.kind == "hold":
        assert f"{'grown' if over > 0 else 'shrunk'} by {abs(over):.2f} cm" in found.cure


MIDDLE = (("one", 4.0, 3.0), ("two", 10.0, 6.0))
"""Between the notches side a has 6 cm and side b 3: twice the length. Outside both have 4 + 4 and 3 + 4."""


def test_an_interval_with_a_rule_is_judged_by_it_and_the_rest_by_the_seams() -> None:
    """Of 14 on a and 10 on b, 6 and 3 are gathered two to one: 8 against 7 are left for an ease of up to 1."""
    gather = IntervalRule("one", "two", SeamRule("gather", ratio=2.0))
    kept = promise(14.0, 10.0, SeamRule("ease", 0.0, 1.0), gather, notches=MIDDLE)
    assert kept.kept
    assert [(i.start, i.end, i.length_a, i.length_b, i.rule) for i in kept.intervals] == [
        ("start", "one", 4.0, 3.0, ""),
        ("one", "two", 6.0, 3.0, "gathered 2.00 : 1"),
        ("two", "end", 4.0, 4.0, ""),
    ]
    assert kept.rule == "ease 0–1 cm, in part gathered 2.00 : 1"
    tight = promise(14.0, 10.0, SeamRule("ease", 0.0, 0.5), gather, notches=MIDDLE)
    assert tight.over == pytest.approx(0.5), "the rest has 8 − 7 = 1 of ease, half a centimetre too much"
    assert not tight.kept


@pytest.mark.parametrize(("ratio", "over"), [(2.0, 0.0), (1.9, 0.3), (2.2, -0.6)])
def test_fullness_that_is_not_what_was_promised_is_told_between_its_notches(ratio: float, over: float) -> None:
    found = promise(
        14.0, 10.0, SeamRule("ease", 0.0, 1.0), IntervalRule("one", "two", SeamRule("gather", ratio=ratio)), notches=MIDDLE
    )
    assert found.over == pytest.approx(over)
    assert [i.over for i in found.intervals] == pytest.approx([0.0, over, 0.0])
    if over:
        assert found.cure.startswith("From one to two the ")
        assert f"{abs(over):.2f} cm too long" in found.cure


def test_a_rule_over_several_intervals_is_judged_once_and_named_on_each() -> None:
    notches = (("one", 4.0, 3.0), ("inner", 6.0, 5.0), ("two", 10.0, 6.0))
    found = promise(14.0, 10.0, SeamRule("free"), IntervalRule("one", "two", SeamRule("gather", ratio=2.5)), notches=notches)
    # 6 against 2.5 × 3 = 7.5: a lacks 1.5; told at the first of both, not twice.
    assert [i.over for i in found.intervals] == pytest.approx([0.0, -1.5, 0.0, 0.0])
    assert [i.rule for i in found.intervals] == [
        "",
        "gathered 1.00 : 1 here, 2.50 in all",
        "gathered 4.00 : 1 here, 2.50 in all",
        "",
    ]
    assert found.over == pytest.approx(-1.5)


def test_a_rule_from_the_start_or_to_the_end_needs_no_notch_there() -> None:
    first = promise(14.0, 10.0, SeamRule("free"), IntervalRule("start", "one", SeamRule("ease", 0.0, 0.5)), notches=MIDDLE)
    assert [i.over for i in first.intervals] == pytest.approx([0.5, 0.0, 0.0]), "4 for 3 with half a centimetre allowed"
    last = promise(14.0, 10.0, SeamRule("free"), IntervalRule("two", "end", SeamRule("ease", 0.5, 1.0)), notches=MIDDLE)
    assert [i.over for i in last.intervals] == pytest.approx([0.0, 0.0, -0.5]), "4 for 4 with half a centimetre wanted"


def test_equal_seams_are_compared_from_notch_to_notch_though_the_whole_is_right() -> None:
    found = promise(10.0, 10.0, SeamRule("equal"), notches=(("one", 4.0, 4.0), ("two", 7.0, 7.4)))
    assert [i.over for i in found.intervals] == pytest.approx([0.0, -0.4, 0.4])
    assert not found.kept
    assert abs(found.over) == pytest.approx(0.4)
    assert "move a notch" in found.cure
    assert found.difference == 0.0


def test_the_worst_of_several_faults_is_the_promises() -> None:
    notches = (("one", 4.0, 4.0), ("two", 7.0, 7.9))
    found = promise(10.3, 10.0, SeamRule("equal"), notches=notches)
    # Whole: +0.3. One to two: 3 against 3.9 = −0.9. Two to end: 3.3 against 2.1 = +1.2.
    assert found.over == pytest.approx(1.2)
    assert [i.over for i in found.intervals] == pytest.approx([0.0, -0.9, 1.2])


@pytest.mark.parametrize("kind", ["equal", "ease", "gather", "pleat", "hold", "free"])
def test_a_promise_turned_round_is_the_same_promise(kind: RuleKind) -> None:
    rule = SeamRule(kind, 0.5, 1.0, 0.0, 1.5)
    if kind == "hold":
        assert replace(rule, longer="b").turned() == rule
        return
    for a, b in ((10.0, 10.0), (15.0, 10.0), (10.8, 10.0), (9.0, 10.0)):
        there, back = promise(a, b, rule), promise(b, a, rule.turned())
        assert there.over == pytest.approx(-back.over)


@pytest.mark.parametrize(
    ("longer", "kept"), [(0.0, True), (0.049, True), (0.051, False), (0.3, False), (-0.049, True), (-0.051, False)]
)
def test_a_darts_legs_are_alike_within_the_sewing_tolerance(longer: float, kept: bool) -> None:
    """A dart 5 cm deep in the top of a square, its second leg longer by so much (Pythagoras)."""
    depth, half = 5.0, 1.0
    leg = (depth**2 + half**2) ** 0.5
    rise = (leg + longer) ** 2 - half**2
    corners = [0j, 4 + 0j, 5 + 5j, complex(6, depth - rise**0.5), 10 + 0j, 10 + 10j, 10j]
    names = ["top", "top dart", "top dart", "top", "right", "bottom", "left"]
    edges = tuple(
        Edge(n, "dart" if "dart" in n else "seam", straight(a, b))
        for n, a, b in zip(names, corners, [*corners[1:], corners[0]], strict=True)
    )
    sheet = Piece("sheet", edges, (DartRule("top dart", 1.0),))
    (legs,) = [p for p in ledger(Pattern((sheet,)), RULES) if p.kind == "legs"]
    assert (legs.length_a, legs.length_b) == (pytest.approx(leg), pytest.approx(leg + longer))
    assert legs.kept is kept
    assert legs.cure == ("" if kept else f"One leg is {abs(longer):.2f} cm longer: true the mouth.")
    assert legs.over == (0.0 if kept else pytest.approx(-longer))


@pytest.mark.parametrize(
    ("rule", "rules", "lost"),
    [
        (SeamRule("gather", ratio=1.5), (), 10.0),  # 30 gathered 1.5 : 1 are 20.
        (SeamRule("pleat", ratio=3.0), (), 20.0),
        (SeamRule("ease", 0.0, 0.6), (), 0.6),
        (SeamRule("equal"), (IntervalRule("start", "x", SeamRule("gather", ratio=1.5)),), 4.0),  # 12 of it are gathered to 8.
        (SeamRule("ease", 0.0, 0.6), (IntervalRule("start", "x", SeamRule("gather", ratio=1.5)),), 4.6),
        (SeamRule("gather", ratio=2.0), (IntervalRule("x", "end", SeamRule("gather", ratio=1.5)),), 12.0),  # 12 / 2 and 18 / 3.
        (SeamRule("gather", ratio=1.5, longer="b"), (), 0.0),
    ],
)
def test_what_is_gathered_eased_and_pleated_is_not_there_to_go_round(
    rule: SeamRule, rules: tuple[IntervalRule, ...], lost: float
) -> None:
    """A top of 30 cm; its other edges lose nothing."""
    cut = CutPlan(2, False, True)
    pieces = (replace(square(30, "a"), cut=cut), replace(square(20, "b"), cut=cut))
    seam = Seam("join", (Stretch("a", "top", "left"),), (Stretch("b", "top", "left"),), rule, rules)
    pattern = Pattern(pieces, (seam,), (Notch("x", "join", "single", 12.0, 8.0),))
    assert edge_as_sewn(pattern, "a", "top") == pytest.approx(30.0 - lost)
    assert edge_as_sewn(pattern, "a", "bottom") == 30.0
