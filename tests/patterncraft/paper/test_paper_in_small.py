"""The smallest acts on paper: whose paper it is, which edge a dart opens in, what heals, what lies beside an opened zone."""

from __future__ import annotations

from dataclasses import replace
from typing import Literal

import pytest
import shapely

from patterncraft.errors import PatternError
from patterncraft.geometry.path import Path, straight
from patterncraft.geometry.region import signed_area
from patterncraft.geometry.transform import slide, turn_over
from patterncraft.paper.account import weighed
from patterncraft.paper.dart import darts_of
from patterncraft.paper.draw import redraw
from patterncraft.paper.edge import Edge
from patterncraft.paper.follow import _Kinship
from patterncraft.paper.join import healed
from patterncraft.paper.lens import Lens
from patterncraft.paper.made import is_part
from patterncraft.paper.opened import Opened, add_fullness
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import DrawnLine, Mark, Piece
from patterncraft.paper.seam import IntervalRule, Notch, Seam, SeamRule, Stretch
from patterncraft.paper.sewn import Spot, distance_of, starts_at_end
from patterncraft.paper.sides import Leg, NewSide
from tests.patterncraft.parts.ground import NECK, SLEEVE, made, of
from tests.samples import polygon, ruled, sheet, square


def test_a_snippet_of_new_paper_with_some_of_it_put_away_still_lies_on_new_paper() -> None:
    """One square centimetre, new all over, of which half a one was cut off before: it is counted where it lies."""
    small, large = square(1, "snippet"), square(10, "rest")
    patch = Path(tuple(s for e in small.outline for s in e.path.segments))
    small = replace(small, paper=replace(small.paper, patches=(patch,), new=1.0, away=0.5, block=0.5))
    large = replace(large, paper=replace(large.paper, block=100.0))
    one, other = weighed([small, large])
    assert (one.paper.new, one.paper.away, one.paper.block) == (pytest.approx(1.0, abs=2e-3), 0.5, pytest.approx(0.5, abs=2e-3))
    assert (other.paper.new, other.paper.away) == (pytest.approx(0.0, abs=2e-3), 0.0)


@pytest.mark.parametrize(("name", "edge"), [("side dart", "side"), ("waist dart", "waist"), ("dart 3", "waist")])
def test_a_dart_in_a_corner_opens_in_the_edge_it_is_called_after(name: str, edge: str) -> None:
    corners = [0j, 10 + 0j, 10 + 8j, 7 + 5j, 8 + 10j, 10j]
    piece = ruled("front", corners, ["armhole", "side", name, name, "waist", "hem"])
    (dart,) = darts_of(piece)
    assert dart.mouth_edge == edge


def test_what_is_marked_on_a_line_stays_where_no_line_takes_its_place() -> None:
    """Drawn anew as two legs of a dart alone, the old edge leads nowhere: the mark lies where it lay."""
    piece = replace(square(10), marks=(Mark("middle", 5 + 0j),))
    legs = (Edge("dart", "dart", straight(0j, 5 + 4j)), Edge("dart", "dart", straight(5 + 4j, 10 + 0j)))
    assert redraw(piece, 0, 1, legs).mark("middle").at == 5 + 0j
    bowed = (Edge("top", "seam", straight(0j, 5 - 3j)), Edge("top", "seam", straight(5 - 3j, 10 + 0j)))
    moved = redraw(piece, 0, 1, bowed).mark("middle").at
    assert polygon(redraw(piece, 0, 1, bowed)).exterior.distance(shapely.Point(moved.real, moved.imag)) < 1e-9


def test_the_legs_of_a_dart_that_lie_in_one_line_stay_two_and_so_do_the_last_two_edges() -> None:
    flat = ruled("sheet", [0j, 5 + 0j, 10 + 0j, 10 + 10j, 10j], ["dart", "dart", "right", "bottom", "left"])
    assert [e.name for e in healed(flat).outline] == ["dart", "dart", "right", "bottom", "left"]
    cut = ruled("sheet", [0j, 5 + 0j, 10 + 0j, 10 + 10j, 10j], ["top", "top", "right", "bottom", "left"])
    assert [e.name for e in healed(cut).outline] == ["top", "right", "bottom", "left"]
    # A drop: pointed where the second edge begins, round where the first does.
    round_ = Path(((0j, 4 + 0j, 8 + 4j, 10j),)), Path(((10j, -8 + 4j, -4 + 0j, 0j),))
    drop = Piece("drop", (Edge("rim", "seam", round_[0]), Edge("rim", "seam", round_[1])))
    assert len(healed(drop).outline) == 2


def test_a_lens_keeps_its_left_side_slid_and_changes_it_turned_over() -> None:
    lens = Lens("dart", Path(((0j, -2 + 5j), (-2 + 5j, 10j))), straight(0j, 10j))
    slid, turned = lens.placed(slide(3 + 1j)), lens.placed(turn_over(0j, 1j))
    assert min(z.real for s in slid.left.segments for z in s) == 1.0
    assert max(z.real for s in slid.right.segments for z in s) == 3.0
    assert max(z.real for s in turned.right.segments for z in s) == 2.0
    assert max(z.real for s in turned.left.segments for z in s) == 0.0


def test_a_part_is_told_from_the_style_it_was_made_for() -> None:
    """A sleeve was made, too, and is the style itself; cuff and facing are its parts."""
    pattern = made(SLEEVE, of("cuff", girth=19.0), of("facing", edges=NECK)).pattern
    told = {p.name: is_part(pattern, p) for p in pattern.pieces}
    assert {name for name, part in told.items() if not part} == {"front", "back", "sleeve"}
    assert {"cuff", "front facing", "back facing"} <= {name for name, part in told.items() if part}


def flat_seam(*rules: IntervalRule, **at: float) -> tuple[Pattern, Seam, list[Notch]]:
    """Two sheets 24 cm wide sewn along their tops, with notches, and rules between them."""
    seam = Seam("joint", (Stretch("one", "top"),), (Stretch("other", "top"),), SeamRule("equal"), rules)
    notches = [Notch(name, "joint", "single", x, x) for name, x in at.items()]
    return Pattern((sheet(24, 10, "one"), sheet(24, 10, "other")), (seam,), tuple(notches)), seam, notches


def side(of_: str, *legs: Leg) -> NewSide:
    return NewSide((Stretch(of_, "top"),), legs, 0.0, legs[-1].new_to, 24.0)


ZONE = Opened("one", "top", 0, 8.0, 14.0, "gather")


def test_beside_an_opened_zone_the_edge_keeps_its_length_though_it_was_redrawn() -> None:
    """By 2 mm on the one side and by 1 mm on the other it came out otherwise: measured from the seam's ends the zone begins at 8 cm, and ends 10 cm before the
    end, as it did."""
    before, seam, notches = flat_seam()
    own = side("one", Leg(0, 8, 0, 8.2), Leg(8, 14, 8.2, 19.9), Leg(14, 24, 19.9, 30))
    _, found = add_fullness(before, seam, (own, side("other", Leg(0, 24, 0, 24))), notches, [ZONE])
    assert [(n.at_a, n.at_b) for n in found] == [(8.0, 8.0), (20.0, 14.0)]
    # Half a centimetre is another zone's doing: then it lies where its paper lies.
    own = side("one", Leg(0, 8, 0, 8.5), Leg(8, 14, 8.5, 19.9), Leg(14, 24, 19.9, 30))
    _, found = add_fullness(before, seam, (own, side("other", Leg(0, 24, 0, 24))), notches, [ZONE])
    assert [(n.at_a, n.at_b) for n in found] == [(8.5, 8.0), (20.0, 14.0)]


@pytest.mark.parametrize("kind", ["ease", "gather"])
def test_of_a_rule_that_held_for_the_very_zone_nothing_is_left_beside_it(kind: str) -> None:
    old = SeamRule("ease", 0.0, 1.0) if kind == "ease" else SeamRule("gather", ratio=1.2)
    before, seam, notches = flat_seam(IntervalRule("first", "second", old), first=8.0, second=14.0)
    own = side("one", Leg(0, 8, 0, 8), Leg(8, 14, 8, 20), Leg(14, 24, 20, 30))
    after, found = add_fullness(before, seam, (own, side("other", Leg(0, 24, 0, 24))), _moved(notches, own), [ZONE])
    (rule,) = after.rules
    at = {n.name: n.at_a for n in found}
    assert (at[rule.start], at[rule.end], rule.rule.ratio) == (8.0, 20.0, 2.0)


def _moved(notches: list[Notch], own: NewSide) -> list[Notch]:
    return [replace(n, at_a=own.mapped(n.at_a) or 0.0) for n in notches]


def test_measured_from_the_next_notch_the_edge_beside_a_zone_keeps_its_length() -> None:
    """A notch 4 cm before the zone was drawn to 4.3 cm: the zone begins 4 cm behind it, at 8.3."""
    before, seam, notches = flat_seam(near=4.0)
    own = side("one", Leg(0, 4, 0, 4.3), Leg(4, 8, 4.3, 8.2), Leg(8, 14, 8.2, 19.9), Leg(14, 24, 19.9, 30))
    _, found = add_fullness(before, seam, (own, side("other", Leg(0, 24, 0, 24))), _moved(notches, own), [ZONE])
    assert [(n.name, pytest.approx(n.at_a), n.at_b) for n in found] == [
        ("near", 4.3, 4.0),
        ("gather 1", 8.3, 8.0),
        ("gather 2", 20.0, 14.0),
    ]


def test_ease_beside_a_zone_that_took_part_of_its_stretch_stays_what_it_was() -> None:
    ease = SeamRule("ease", 0.0, 1.0)
    before, seam, notches = flat_seam(IntervalRule("first", "second", ease), first=4.0, second=18.0)
    own = side("one", Leg(0, 8, 0, 8), Leg(8, 14, 8, 20), Leg(14, 24, 20, 30))
    after, found = add_fullness(before, seam, (own, side("other", Leg(0, 24, 0, 24))), _moved(notches, own), [ZONE])
    at = {n.name: n.at_a for n in found}
    spans = [(at[r.start], at[r.end], r.rule.kind) for r in after.rules]
    assert spans == [(4.0, 8.0, "ease"), (20.0, 24.0, "ease"), (8.0, 20.0, "gather")]
    assert [r.rule for r in after.rules[:2]] == [ease, ease]


@pytest.mark.parametrize(
    ("since", "until", "left"),
    [
        (4.0, 18.0, [(4.0, 8.0), (20.0, 24.0)]),
        (8.0, 18.0, [(20.0, 24.0)]),
        (4.0, 14.0, [(4.0, 8.0)]),
        (4.0, 8.5, [(4.0, 8.0)]),
        (13.5, 18.0, [(20.0, 24.0)]),
        (7.5, 14.5, [(7.5, 8.0), (20.0, 20.5)]),
        (4.0, 8.0, [(4.0, 8.0)]),
        (14.0, 18.0, [(20.0, 24.0)]),
    ],
)
@pytest.mark.parametrize("longer", ["a", "b"])
def test_of_an_older_rule_what_lies_beside_the_zone_is_kept(
    since: float, until: float, left: list[tuple[float, float]], longer: Literal["a", "b"]
) -> None:
    """24 on 24, gathered anew from 8 to 14 (to 20 now). Whatever little of an older rule lies on either side of that keeps holding there: as flat as it lies."""
    old = IntervalRule("first", "second", SeamRule("gather", ratio=1.2, longer=longer))
    before, seam, notches = flat_seam(old, first=since, second=until)
    own = side("one", Leg(0, 8, 0, 8), Leg(8, 14, 8, 20), Leg(14, 24, 20, 30))
    after, found = add_fullness(before, seam, (own, side("other", Leg(0, 24, 0, 24))), _moved(notches, own), [ZONE])
    at = {n.name: n.at_a for n in found}
    spans = [(at[r.start], at[r.end]) for r in after.rules if r.rule.ratio != 2.0]
    assert spans == [(pytest.approx(a), pytest.approx(b)) for a, b in left]
    assert [(at[r.start], at[r.end]) for r in after.rules if r.rule.ratio == 2.0] == [(8.0, 20.0)]
    touched = (since, until) not in ((4.0, 8.0), (14.0, 18.0))
    assert {r.rule.longer for r in after.rules if r.rule.ratio != 2.0} == {longer}
    assert all((r.rule.ratio == pytest.approx(1.0)) == touched for r in after.rules if r.rule.ratio != 2.0)


@pytest.mark.parametrize("longer", ["a", "b"])
def test_what_is_left_of_an_older_rule_is_as_full_as_it_lies_and_ease_is_what_it_was(longer: Literal["a", "b"]) -> None:
    """Beside the zone 6 lie on 4: 1.5 to 1 where the first side is the longer, and no fullness at all where the second was said to be."""
    for rule, left in (
        (SeamRule("gather", ratio=1.2, longer=longer), 1.5 if longer == "a" else 1.0),
        (SeamRule("ease", 0.5, 1.0, longer=longer), None),
    ):
        seam = Seam(
            "joint",
            (Stretch("one", "top"),),
            (Stretch("other", "top"),),
            SeamRule("equal"),
            (IntervalRule("first", "second", rule),),
        )
        at = {"first": (2.0, 2.0), "near": (8.0, 6.0), "far": (14.0, 12.0), "second": (16.0, 14.0)}
        notches = [Notch(name, "joint", "single", a, b) for name, (a, b) in at.items()]
        before = Pattern((sheet(26, 10, "one"), sheet(24, 10, "other")), (seam,), tuple(notches))
        own = side("one", Leg(0, 8, 0, 8), Leg(8, 14, 8, 20), Leg(14, 26, 20, 32))
        after, _ = add_fullness(before, seam, (own, side("other", Leg(0, 24, 0, 24))), _moved(notches, own), [ZONE])
        kept = [r.rule for r in after.rules if r.start == "first"]
        assert [(k.kind, k.longer) for k in kept] == [(rule.kind, longer)]
        if left is None:
            assert kept == [rule]
        else:
            assert kept[0].ratio == pytest.approx(left)


@pytest.mark.parametrize(("until", "left"), [(7.0, 0.0), (8.0, 0.0), (8.5, 2.0), (15.5, 2.0)])
def test_ease_that_an_older_rule_had_taken_is_not_taken_from_the_seam_again(until: float, left: float) -> None:
    """26 eased onto 24, all of it from 8 to 16 of the longer. Opened there, the seam has no ease elsewhere; but where a rule of its own reached into
    the zone, if only by half a centimetre, the seam's ease was counted beside that one."""
    old = IntervalRule("first", "second", SeamRule("gather", ratio=1.1))
    seam = Seam("joint", (Stretch("one", "top"),), (Stretch("other", "top"),), SeamRule("ease", 0.0, 2.0), (old,))
    at = {"first": (3.0, 3.0), "near": (8.0, 8.0), "far": (16.0, 14.0), "second": (until, min(until, 8.0))}
    notches = [Notch(name, "joint", "single", a, b) for name, (a, b) in at.items()]
    before = Pattern((sheet(26, 10, "one"), sheet(24, 10, "other")), (seam,), tuple(notches))
    own = side("one", Leg(0, 8, 0, 8), Leg(8, 16, 8, 20), Leg(16, 26, 20, 30))
    opened = [Opened("one", "top", 0, 8.0, 16.0, "gather")]
    after, _ = add_fullness(before, seam, (own, side("other", Leg(0, 24, 0, 24))), _moved(notches, own), opened)
    assert (after.rule.kind, after.rule.minimum, after.rule.maximum) == ("ease", 0.0, pytest.approx(left))


def test_a_zone_on_the_third_sheet_of_a_side_lies_behind_the_first_two() -> None:
    """Sheets 5, 7 and 12 cm wide in a row: 2 to 6 cm along the third is 14 to 18 cm along the side."""
    names = {"a": 5.0, "b": 7.0, "c": 12.0}
    seam = Seam("joint", tuple(Stretch(n, "top") for n in names), (Stretch("other", "top"),), SeamRule("equal"))
    before = Pattern((*(sheet(w, 10, n) for n, w in names.items()), sheet(24, 10, "other")), (seam,))
    own = NewSide(seam.a, (Leg(0, 14, 0, 14), Leg(14, 18, 14, 24), Leg(18, 24, 24, 30)), 0.0, 30.0, 24.0)
    other = NewSide(seam.b, (Leg(0, 24, 0, 24),), 0.0, 24.0, 24.0)
    _, found = add_fullness(before, seam, (own, other), [], [Opened("c", "top", 0, 2.0, 6.0, "gather")])
    assert [(n.at_a, n.at_b) for n in found] == [(14.0, 14.0), (24.0, 18.0)]


def test_how_far_along_is_counted_in_the_run_that_the_place_lies_in() -> None:
    """The top lies in two runs, of 4 and of 6 cm, with a pocket's edge between them."""
    piece = ruled("sheet", [0j, 4 + 0j, 5 + 0j, 11 + 0j, 11 + 8j, 8j], ["top", "pocket", "top", "right", "bottom", "left"])
    assert [distance_of(piece, Spot(k, 2.5)) for k in (0, 1, 2)] == [2.5, 2.5, 2.5]


def test_an_edge_in_two_runs_is_measured_from_the_line_that_meets_the_run_meant() -> None:
    """The top lies from 0 to 4 and from 5 to 11; a line, an edge before a strip was added, comes to one of their ends."""
    piece = ruled("sheet", [0j, 4 + 0j, 5 + 0j, 11 + 0j, 11 + 8j, 8j], ["top", "pocket", "top", "right", "bottom", "left"])
    for x, run, at_end in ((0, 0, False), (4, 0, True), (5, 1, False), (11, 1, True)):
        for way in (straight(complex(x, 0), 6 + 4j), straight(6 + 4j, complex(x, 0))):
            lined = replace(piece, lines=(DrawnLine("old edge", way),))
            assert starts_at_end(lined, "top", "old edge", run) is at_end
            with pytest.raises(PatternError):
                starts_at_end(lined, "top", "old edge", 1 - run)


def test_an_edge_that_lies_in_two_runs_is_sewn_run_by_run() -> None:
    """4 and 6 cm of a top are sewn onto 10, one behind the other: the later one goes on where the first ended."""
    piece = ruled("sheet", [0j, 4 + 0j, 5 + 0j, 11 + 0j, 11 + 8j, 8j], ["top", "pocket", "top", "right", "bottom", "left"])
    runs = (Stretch("sheet", "top", "left", 0), Stretch("sheet", "top", "pocket", 1))
    seam = Seam("joint", runs, (Stretch("other", "top", "left"),), SeamRule("equal"))
    kin = _Kinship(Pattern((piece, sheet(10, 10, "other")), (seam,)))
    assert [kin.of(piece, k)[1:] for k in (0, 2)] == [(0.0, 1), (4.0, 1)]
    assert kin.of(piece, 0).side == kin.of(piece, 2).side
    assert kin.of(piece, 1).side < 0, "the pocket's edge is sewn to nothing"
    backward = replace(seam, a=(Stretch("sheet", "top", "right", 1), Stretch("sheet", "top", "pocket", 0)))
    kin = _Kinship(Pattern((piece, sheet(10, 10, "other")), (backward,)))
    assert [kin.of(piece, k)[1:] for k in (2, 0)] == [(6.0, -1), (10.0, -1)]


def test_paper_turned_over_has_its_new_paper_turned_over_with_it() -> None:
    """Walked as paper is, with its inside to the same hand as before; so is its own outline."""
    patch = square(3.0).outline
    whole = replace(square(10.0), paper=replace(square(10.0).paper, patches=(Path(tuple(e.path.segments[0] for e in patch)),)))
    for by in (turn_over(0j, 1j), turn_over(2 + 0j, 5 + 9j), slide(4 + 4j)):
        placed = whole.placed(by)
        (moved,) = placed.paper.patches
        assert signed_area(moved.segments) == pytest.approx(9.0)
        assert signed_area(placed.segments) == pytest.approx(100.0)
