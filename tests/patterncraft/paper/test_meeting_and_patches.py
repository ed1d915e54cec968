"""Two waiting seams become one; new paper is shared out by the scissors. Worked by hand on sheets of whole centimetres."""

from __future__ import annotations

from dataclasses import replace
from typing import Literal

import pytest
import shapely

from patterncraft.errors import BadPlace
from patterncraft.geometry.path import Path
from patterncraft.paper.draw import redraw, straight_edge
from patterncraft.paper.edge import Edge
from patterncraft.paper.meeting import Met, are_partners, meet, waits_for
from patterncraft.paper.opened import Fullness, Opened, add_fullness
from patterncraft.paper.patches import Lobes, area_inside, split_patches
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.paper.seam import IntervalRule, Notch, Seam, SeamRule, Stretch
from patterncraft.paper.sewn import run_of, sewn_length
from patterncraft.paper.sides import Leg, NewSide
from tests.samples import square

HOLD, EASE = SeamRule("hold", length=20.0), SeamRule("ease", 1.0, 3.0, length=20.0)


def sheet(name: str, edge: str, size: float) -> Piece:
    """A square whose top is called ``edge``."""
    piece = square(size, name)
    return replace(piece, outline=tuple(replace(e, name=edge) if e.name == "top" else e for e in piece.outline))


def met(
    rule_a: SeamRule, rule_b: SeamRule, names: tuple[str, str] = ("front", "sleeve"), **more: tuple[Notch, ...]
) -> tuple[Pattern, Met]:
    """A body of 20 and a cap of 22, waiting for each other; notches and interval rules as given for ``one`` and ``other``."""
    body, part = sheet(names[0], "armhole", 20), sheet(names[1], "cap", 22)
    one = Seam("armhole", (Stretch(names[0], "armhole", "left"),), (), rule_a)
    other = Seam("sleeve armhole", (Stretch(names[1], "cap", "left"),), (), rule_b)
    notches = (
        *(replace(n, seam="armhole") for n in more.get("one", ())),
        *(replace(n, seam="sleeve armhole") for n in more.get("other", ())),
    )
    pattern = Pattern((body, part), (one, other), notches)
    return pattern, meet(pattern, one, other, "armhole")


def at(name: str, cm: float, style: Literal["single", "double"] = "single") -> Notch:
    return Notch(name, "", style, cm, None)


def test_who_waits_for_whom() -> None:
    def waiting(edge: str, rule: SeamRule = HOLD) -> Seam:
        return Seam("s", (Stretch("p", edge),), (), rule)

    assert waits_for(waiting("cap")) == "armhole"
    assert waits_for(waiting("armhole")) == "cap"
    assert waits_for(waiting("waist")) == "waist"
    assert waits_for(waiting("hem")) == ""
    assert waits_for(waiting("cap", SeamRule("free"))) == ""
    assert waits_for(replace(waiting("cap"), b=(Stretch("q", "armhole"),))) == ""
    assert waits_for(Seam("s", (Stretch("p", "cap"), Stretch("q", "waist")), (), HOLD)) == ""
    assert are_partners(waiting("cap"), waiting("armhole"))
    assert are_partners(waiting("waist"), waiting("waist"))
    assert not are_partners(waiting("cap"), waiting("cap"))
    assert not are_partners(waiting("cap"), replace(waiting("armhole"), b=(Stretch("q", "cap"),)))


@pytest.mark.parametrize(
    ("rules", "first"), [((HOLD, EASE), "sleeve"), ((EASE, HOLD), "front"), ((HOLD, HOLD), "front"), ((EASE, EASE), "front")]
)
def test_the_side_with_ease_comes_first_and_brings_its_rule(rules: tuple[SeamRule, SeamRule], first: str) -> None:
    """Its length waited for is forgotten: the partner is there now. Two that only held become equal."""
    _, found = met(*rules)
    assert found.seam.a[0].piece == first
    assert found.seam.b[0].piece == {"front": "sleeve", "sleeve": "front"}[first]
    assert found.seam.rule == (SeamRule("ease", 1.0, 3.0) if EASE in rules else SeamRule("equal"))
    edges = {"front": ("front armhole", 20.0), "sleeve": ("sleeve cap", 22.0)}
    (a, size_a), (b, size_b) = edges[first], edges[found.seam.b[0].piece]
    assert found.told == (f"The {a} meets the {b}: {size_a} and {size_b} cm.",)


def test_notches_pair_by_name_then_by_order_and_the_rest_in_proportion() -> None:
    _, found = met(
        HOLD, EASE, one=(at("balance", 5.0), at("deep", 15.0, "double")), other=(at("balance", 6.0), at("high", 16.0, "double"))
    )
    # "deep" and "high" are the only ones left on each side: they are each other's.
    assert [(n.name, n.style, n.at_a, n.at_b) for n in found.notches] == [
        ("balance", "single", 6.0, 5.0),
        ("high", "double", 16.0, 15.0),
    ]
    assert len(found.told) == 1
    _, more = met(HOLD, EASE, one=(at("balance", 5.0), at("deep", 15.0, "double"), at("last", 18.0)), other=(at("balance", 6.0),))
    # Two of the body's are left over: each is marked on the cap in proportion, 22 for 20.
    assert [(n.name, n.style, n.at_a, n.at_b) for n in more.notches] == [
        ("balance", "single", 6.0, 5.0),
        ("deep", "double", pytest.approx(16.5), 15.0),
        ("last", "single", pytest.approx(19.8), 18.0),
    ]
    assert [t for t in more.told if "no partner" in t] == [
        f"The notch “{n}” had no partner: it is marked on both, in proportion." for n in ("deep", "last")
    ]
    _, own = met(HOLD, EASE, other=(at("alone", 11.0),))
    assert [(n.name, n.at_a, n.at_b) for n in own.notches] == [("alone", 11.0, pytest.approx(10.0))]


def test_sides_drafted_from_opposite_ends_are_walked_in_one_sense() -> None:
    """The cap begins at its back, the armhole at its front: the armhole is turned, with its notches and rules."""
    body, part = sheet("body", "armhole", 20), sheet("sleeve", "cap", 22)
    body = replace(
        body, outline=tuple(replace(e, name={"left": "front side", "right": "back side"}.get(e.name, e.name)) for e in body.outline)
    )
    part = replace(
        part,
        outline=tuple(
            replace(e, name={"left": "back underarm", "right": "front underarm"}.get(e.name, e.name)) for e in part.outline
        ),
    )
    rule = IntervalRule("low", "end", SeamRule("gather", ratio=1.2))
    one = Seam("armhole", (Stretch("body", "armhole", "front side"),), (), HOLD, (rule,))
    other = Seam("cap", (Stretch("sleeve", "cap", "back underarm"),), (), EASE)
    pattern = Pattern(
        (body, part), (one, other), (Notch("low", "armhole", "single", 4.0, None), Notch("low", "cap", "single", 17.0, None))
    )
    found = meet(pattern, one, other, "armhole")
    assert found.seam.b == (Stretch("body", "armhole", "back side"),)
    assert [(n.at_a, n.at_b) for n in found.notches] == [(17.0, 16.0)], "4 from the front are 16 from the back"
    assert found.seam.rules == (IntervalRule("start", "low", SeamRule("gather", ratio=1.2, longer="b")),), (
        "its sixteen from the back"
    )
    # Begun at like ends nothing is turned.
    alike = meet(pattern, one, replace(other, a=(Stretch("sleeve", "cap", "front underarm"),)), "armhole")
    assert alike.seam.b == one.a
    assert alike.seam.rules == (IntervalRule("low", "end", SeamRule("gather", ratio=1.2, longer="b")),)


def ring(*corners: complex) -> Path:
    return Path(tuple((a, b) for a, b in zip(corners, (*corners[1:], corners[0]), strict=True)))


def shape(paths: list[Path]) -> shapely.Geometry:
    return shapely.union_all([shapely.Polygon([(s[0].real, s[0].imag) for s in p.segments]) for p in paths])


@pytest.mark.parametrize(
    ("patch", "areas"),
    [
        (ring(2 + 2j, 4 + 2j, 4 + 5j, 2 + 5j), (6.0, 0.0)),
        (ring(6 + 2j, 9 + 2j, 9 + 5j, 6 + 5j), (0.0, 9.0)),
        (ring(3 + 2j, 8 + 2j, 8 + 4j, 3 + 4j), (4.0, 6.0)),
        # An L: its foot lies over the cut, its stem left of it.
        (ring(1 + 1j, 2 + 1j, 2 + 6j, 7 + 6j, 7 + 7j, 1 + 7j), (9.0, 2.0)),
    ],
)
def test_a_patch_is_shared_out_where_the_cut_goes(patch: Path, areas: tuple[float, float]) -> None:
    """A sheet of 10 cut at 5: each half has what of the patch lies on it; one that no cut touches stays as it was taped in."""
    left, right = (
        [((0j, 5 + 0j)), ((5 + 0j, 5 + 10j)), ((5 + 10j, 10j)), ((10j, 0j))],
        [
            ((5 + 0j, 10 + 0j)),
            ((10 + 0j, 10 + 10j)),
            ((10 + 10j, 5 + 10j)),
            ((5 + 10j, 5 + 0j)),
        ],
    )
    first, second = split_patches([patch], left, right)
    assert (shape(first).area if first else 0.0) == pytest.approx(areas[0], abs=1e-3)
    assert (shape(second).area if second else 0.0) == pytest.approx(areas[1], abs=1e-3)
    whole = shape([patch])
    for parts, half in ((first, shapely.box(0, 0, 5, 10)), (second, shapely.box(5, 0, 10, 10))):
        if parts:
            assert shape(parts).symmetric_difference(whole.intersection(half)).area < 1e-3
    if 0.0 in areas:
        assert first + second == (patch,)
    assert area_inside([patch], left) == pytest.approx(areas[0], abs=1e-3)
    assert area_inside([patch, patch], right) == pytest.approx(areas[1], abs=1e-3), "each place once"


def test_what_a_new_line_adds_and_cuts_off_is_told_apart() -> None:
    """The right edge of a sheet of 10, redrawn 1 outside in its upper half and 2 inside in its lower: triangles of 2.5 and 5."""
    piece = square(10)
    new = (Edge("right", "seam", Path(((10 + 0j, 11 + 2.5j), (11 + 2.5j, 10 + 5j), (10 + 5j, 8 + 7.5j), (8 + 7.5j, 10 + 10j)))),)
    lobes = Lobes([piece.outline[1].path], [new[0].path], piece.segments)
    assert (lobes.added_area, lobes.cut_area) == (pytest.approx(2.5), pytest.approx(5.0))
    assert shape(lobes.added).symmetric_difference(shapely.Polygon([(10, 0), (11, 2.5), (10, 5)])).area < 1e-3
    done = redraw(piece, 1, 1, new)
    assert (done.paper.new, done.paper.away) == (pytest.approx(2.5), pytest.approx(5.0))
    assert done.area == pytest.approx(100 + 2.5 - 5.0)
    # A sliver of a hundredth is counted, and not drawn.
    thin = (Edge("right", "seam", Path(((10 + 0j, 10.001 + 5j), (10.001 + 5j, 10 + 10j)))),)
    slight = redraw(piece, 1, 1, thin)
    assert slight.paper.new == pytest.approx(0.005)
    assert slight.paper.patches == ()


def side(length: float, *legs: Leg, name: str = "x") -> NewSide:
    return NewSide((Stretch(name, "top"),), legs, 0.0, length, sum(leg.old_to - leg.old_from for leg in legs))


@pytest.mark.parametrize(("zone", "rule"), [
    # Opened by 3 at 5 of 10, both sides of 10; the zone from 3 to 7 is 4 and becomes 7.
    ((3.0, 7.0, "gather"), IntervalRule("gather 1", "gather 2", SeamRule("gather", ratio=7 / 4))),
    ((3.0, 7.0, "pleat"), IntervalRule("pleat 1", "pleat 2", SeamRule("pleat", ratio=7 / 4))),
    ((3.0, 7.0, "ease"), IntervalRule("ease 1", "ease 2", SeamRule("ease", 0.0, 3.0))),
    # A zone that begins within 2 of the end begins at it.
    ((1.9, 7.0, "gather"), IntervalRule("start", "gather 1", SeamRule("gather", ratio=10 / 7))),
    ((3.0, 8.1, "gather"), IntervalRule("gather 1", "end", SeamRule("gather", ratio=10 / 7))),
    ((0.5, 9.5, "gather"), IntervalRule("start", "end", SeamRule("gather", ratio=13 / 10))),
])  # fmt: skip
def test_fullness_is_promised_for_the_zone_that_was_opened(zone: tuple[float, float, Fullness], rule: IntervalRule) -> None:
    before = Pattern((square(10, "one"), square(10, "two")))
    seam = Seam("join", (Stretch("one", "top", "left"),), (Stretch("two", "top", "left"),), SeamRule("equal"))
    before = replace(before, seams=(seam,))
    own = side(13.0, Leg(0, 5, 0, 5), Leg(5, 10, 8, 13), name="one")
    other = side(10.0, Leg(0, 10, 0, 10), name="two")
    opened = [Opened("one", "top", 0, zone[0], zone[1], zone[2])]
    found, notches = add_fullness(before, seam, (own, other), [], opened)
    (got,) = found.rules
    assert (got.start, got.end, got.rule.kind, got.rule.longer) == (rule.start, rule.end, rule.rule.kind, "a")
    assert (got.rule.ratio, got.rule.maximum) == (pytest.approx(rule.rule.ratio), pytest.approx(rule.rule.maximum))
    assert got.rule.minimum == 0.0
    places = {n.name: (n.at_a, n.at_b) for n in notches}
    if rule.start != "start":
        assert places[rule.start] == (pytest.approx(3.0), pytest.approx(3.0))
    if rule.end != "end":
        assert places[rule.end] == (pytest.approx(10.0), pytest.approx(7.0))
    assert len(places) == (rule.start != "start") + (rule.end != "end")


def test_fullness_on_the_second_side_is_notched_in_proportion_between_older_notches() -> None:
    """Side b is opened. A notch pairs 4 of a with 6 of b: 3 on b then meets 2 on a, and 8 meets 7."""
    seam = Seam("join", (Stretch("one", "top", "left"),), (Stretch("back two", "top", "left"),), SeamRule("equal"))
    old = Notch("old", "join", "single", 4.0, 6.0)
    before = Pattern((square(10, "one"), square(10, "back two")), (seam,), (old,))
    own = side(10.0, Leg(0, 10, 0, 10), name="one")
    other = side(12.0, Leg(0, 5, 0, 5), Leg(5, 10, 7, 12), name="back two")
    found, notches = add_fullness(before, seam, (own, other), [old], [Opened("back two", "top", 0, 3.0, 8.0, "gather")])
    (got,) = found.rules
    assert got.rule.longer == "b"
    assert got.rule.ratio == pytest.approx(7 / 5)
    assert {(n.name, n.style): (n.at_a, n.at_b) for n in notches if n is not old} == {
        ("gather 1", "double"): (pytest.approx(2.0), pytest.approx(3.0)),
        ("gather 2", "double"): (pytest.approx(7.0), pytest.approx(10.0)),
    }
    # Opened once more from 4 on: from 3 to 4 it stays gathered as it lies there (1 to 2/3 of a), the rest by the newer rule (6 to 13/3).
    again, more = add_fullness(
        replace(before, seams=(seam,)), found, (own, other), notches, [Opened("back two", "top", 0, 4.0, 8.0, "gather")]
    )
    assert [({r.start, r.end}, r.rule.ratio, r.rule.longer) for r in again.rules] == [
        ({"gather 1", "gather 3"}, pytest.approx(1.5), "b"),
        ({"gather 3", "gather 4"}, pytest.approx(18 / 13), "b"),
    ]
    assert len(more) == 5


def test_the_first_side_opened_again_keeps_what_is_left_of_its_older_rule_and_a_little_ease_is_little() -> None:
    """Gathered from 2 to 8 of 10 (9 to 6), then opened anew from 5 to 8: what lies before keeps its own 1.5."""
    old = IntervalRule("gather 1", "gather 2", SeamRule("gather", ratio=1.5, longer="a"))
    marks = [Notch("gather 1", "join", "single", 2.0, 2.0), Notch("gather 2", "join", "single", 11.0, 8.0)]
    seam = Seam("join", (Stretch("one", "top", "left"),), (Stretch("two", "top", "left"),), SeamRule("equal"), (old,))
    before = Pattern((sheet("one", "top", 13.0), square(10, "two")), (seam,), tuple(marks))
    own = side(13.6, Leg(0, 6.5, 0, 6.5), Leg(6.5, 13, 7.1, 13.6), name="one")
    other = side(10.0, Leg(0, 10, 0, 10), name="two")
    moved = [marks[0], replace(marks[1], at_a=11.6)]
    found, notches = add_fullness(before, seam, (own, other), moved, [Opened("one", "top", 0, 6.5, 11.0, "ease")])
    at = {n.name: n for n in notches}
    left, eased = sorted(found.rules, key=lambda r: r.rule.kind == "ease")
    assert (left.start, left.rule.kind, left.rule.ratio) == ("gather 1", "gather", pytest.approx(1.5))
    assert eased.rule.kind == "ease"
    full, flat = (at[eased.end].at_a - at[eased.start].at_a, (at[eased.end].at_b or 0) - (at[eased.start].at_b or 0))
    assert (at[eased.start].at_b, flat) == (pytest.approx(5.0), pytest.approx(3.0))
    assert eased.rule.maximum == pytest.approx(full - flat)

    plain = replace(before, seams=(replace(seam, rules=()),), notches=())
    own = side(13.6, Leg(0, 6.5, 0, 6.5), Leg(6.5, 13, 7.1, 13.6), name="one")
    even = side(13.0, Leg(0, 13, 0, 13), name="two")
    little = replace(plain, pieces=(plain.pieces[0], sheet("two", "top", 13.0)))
    found, _ = add_fullness(little, little.seams[0], (own, even), [], [Opened("one", "top", 0, 5.0, 8.0, "ease")])
    assert found.rules[0].rule.maximum == pytest.approx(0.6)


@pytest.mark.parametrize("on", ["a", "b"])
def test_fullness_all_along_is_left_on_both_sides_of_a_zone_that_is_ruled_anew(on: Literal["a", "b"]) -> None:
    """15 gathered onto 10 from end to end; from 6 to 9 it is opened by 0.6 and eased. Beside that 6 lie on 4, as before: 1.5."""
    old = IntervalRule("start", "end", SeamRule("gather", ratio=1.5, longer=on))
    full, flat = (Stretch("one", "top", "left"),), (Stretch("two", "top", "left"),)
    seam = Seam("join", *((full, flat) if on == "a" else (flat, full)), SeamRule("equal"), (old,))
    before = Pattern((sheet("one", "top", 15.0), square(10, "two")), (seam,))
    own = side(15.6, Leg(0, 6, 0, 6), Leg(6, 15, 6.6, 15.6), name="one")
    other = side(10.0, Leg(0, 10, 0, 10), name="two")
    found, notches = add_fullness(
        before, seam, (own, other) if on == "a" else (other, own), [], [Opened("one", "top", 0, 6.0, 9.0, "ease")]
    )
    at = {n.name: (n.at_a, n.at_b) if on == "a" else (n.at_b, n.at_a) for n in notches}
    assert at == {"ease 1": (pytest.approx(6.0), pytest.approx(4.0)), "ease 2": (pytest.approx(9.6), pytest.approx(6.0))}
    rules = {(r.start, r.end): r.rule for r in found.rules}
    assert set(rules) == {("start", "ease 1"), ("ease 1", "ease 2"), ("ease 2", "end")}
    for ends in (("start", "ease 1"), ("ease 2", "end")):
        assert (rules[ends].kind, rules[ends].ratio, rules[ends].longer) == ("gather", pytest.approx(1.5), on)
    assert rules["ease 1", "ease 2"].maximum == pytest.approx(3.6 - 2.0)


def test_a_flare_promises_nothing_and_an_edge_walked_backward_is_counted_from_its_end() -> None:
    seam = Seam("join", (Stretch("one", "top", "right"),), (Stretch("two", "top", "left"),), SeamRule("equal"))
    before = Pattern((square(10, "one"), square(10, "two")), (seam,))
    own, other = side(10.0, Leg(0, 10, 0, 10), name="one"), side(10.0, Leg(0, 10, 0, 10), name="two")
    assert add_fullness(before, seam, (own, other), [], [Opened("one", "top", 0, 3.0, 6.0, "flare")]) == (seam, [])
    _, notches = add_fullness(before, seam, (own, other), [], [Opened("one", "top", 0, 3.0, 6.0, "ease")])
    # 3 to 6 from the left are 4 to 7 from the right, from where the seam is walked.
    assert [(n.at_a, n.at_b) for n in notches] == [
        (pytest.approx(4.0), pytest.approx(4.0)),
        (pytest.approx(7.0), pytest.approx(7.0)),
    ]


def test_an_edge_in_two_runs_is_spoken_of_run_by_run() -> None:
    """A top out of which a bite was cut: 3 and 4 cm of it are left, and a third run there is not."""
    corners = [0j, 3 + 0j, 3 + 2j, 6 + 2j, 6 + 0j, 10 + 0j, 10 + 10j, 10j]
    names = ["top", "bite", "bite", "bite", "top", "right", "bottom", "left"]
    piece = Piece("p", tuple(Edge(n, "seam", Path(((a, b),))) for n, a, b in zip(names, corners, (*corners[1:], 0j), strict=True)))
    assert [sewn_length(piece, "top", run) for run in (0, 1, None)] == [3.0, 4.0, 7.0]
    with pytest.raises(BadPlace) as refused:
        run_of(piece, "top", 2)
    assert (refused.value.message, refused.value.where, refused.value.cure, refused.value.field) == (
        "the top lies there in 2 parts, not 3.", "p", "Choose one of them.", "edge",
    )  # fmt: skip
    # A zone of the second run, in a seam that takes that run alone, walked from its far end.
    seam = Seam("join", (Stretch("p", "top", "right", 1),), (Stretch("q", "top", "left"),), SeamRule("equal"))
    before = Pattern((piece, square(4, "q")), (seam,))
    own, other = side(4.0, Leg(0, 4, 0, 4), name="p"), side(4.0, Leg(0, 4, 0, 4), name="q")
    found, notches = add_fullness(before, seam, (own, other), [], [Opened("p", "top", 1, 1.9, 2.0, "ease")])
    # 1.9 to 2 from its start are 2 to 2.1 of 4 from its end: that lies within 2 of the seam's other end.
    assert [n.at_a for n in notches] == [pytest.approx(2.0)]
    assert (found.rules[0].start, found.rules[0].end) == ("ease 1", "end")
    assert add_fullness(before, seam, (own, other), [], [Opened("p", "top", 0, 1.0, 2.0, "ease")]) == (seam, [])
    assert found.rules[0].rule.kind == "ease"
    assert straight_edge("hem", 0j, 5 + 0j) == Edge("hem", "seam", Path(((0j, 5 + 0j),)))
