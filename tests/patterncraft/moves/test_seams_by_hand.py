"""Seams sewn, parted and promised by hand; notches set, moved and taken away; closures; how a piece is cut and lies."""

from __future__ import annotations

from cmath import phase
from itertools import pairwise
from math import degrees
from typing import Any

import pytest
from shapely.geometry import Point

from patterncraft.errors import PatternError
from patterncraft.house import HouseRules
from patterncraft.ledger import Promise, ledger, unpartnered
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.seam import Notch
from patterncraft.replay import replay
from tests.planted.ground import HOOKED, STAND, ZIPPED, table
from tests.samples import polygon

RULES = HouseRules()


def after(pattern: Pattern, *steps: dict[str, Any]) -> Pattern:
    done = replay(pattern, read_steps(list(steps)), RULES)
    assert done.stopped is None, str(done.stopped)
    return done.pattern


def refused(pattern: Pattern, *steps: dict[str, Any]) -> PatternError:
    """The last step is refused, in one sentence with a place to mend it."""
    try:
        parsed = read_steps(list(steps))
    except PatternError as e:
        return e
    done = replay(pattern, parsed, RULES)
    assert done.stopped is not None
    assert done.stopped.step == len(steps)
    return done.stopped


def notches(p: Pattern, seam: str) -> list[tuple[str, str, float, float | None]]:
    return [(n.name, n.style, round(n.at_a, 6), None if n.at_b is None else round(n.at_b, 6)) for n in p.notches_of(seam)]


# ---- sewn and parted


def test_a_parted_seam_leaves_its_edges_alone_and_sewn_again_it_is_as_it_was() -> None:
    start = table("bodice")
    parted = after(start, {"move": "unsew", "seam": "side"})
    assert sorted(unpartnered(parted)) == [("back", "side"), ("front", "side")]
    assert not [n for n in parted.notches if n.seam == "side"]
    again = after(parted, {"move": "sew", "a": [["front", "side"]], "b": [["back", "side"]]})
    side = again.seam("side")
    before = start.seam("side")
    assert (side.a, side.rule.kind) == (before.a, "equal")
    assert side.b == before.b, "walked from the armhole on both"
    assert unpartnered(again) == []


def test_an_edge_can_be_left_free() -> None:
    p = after(table("bodice"), {"move": "unsew", "seam": "side"}, {"move": "sew", "a": [["front", "side"]], "kind": "free"})
    assert unpartnered(p) == [("back", "side")]
    assert p.seam("side").rule.kind == "free"


def test_a_side_may_run_over_several_pieces() -> None:
    dress = table("bodice", "skirt")
    steps = (
        {"move": "unsew", "seam": "waist"},
        {
            "move": "sew",
            "a": [["front", "waist"], ["back", "waist"]],
            "b": [["skirt front", "waist"], ["skirt back", "waist"]],
            "name": "waist",
        },
    )
    p = after(dress, *steps)
    promise = next(x for x in ledger(p, RULES) if x.name == "waist")
    assert promise.length_a == pytest.approx(37.5, abs=0.8)
    assert (len(p.seam("waist").a), len(p.seam("waist").b)) == (2, 2)


@pytest.mark.parametrize(
    ("step", "words", "field"),
    [
        ({"a": [["front", "side"]], "b": [["front", "side"]]}, "sewn to itself", "b"),
        ({"a": [["front", "side"]], "b": [["back", "shoulder"]]}, "lies in the shoulder seam already with the front shoulder", "b"),
        ({"a": [["front", "side"]]}, "one side alone", "b"),
        ({"a": [["front", "centre front"]], "b": [["back", "side"]]}, "is a fold", "a"),
        ({"a": [["front", "side"], ["front", "side"]], "b": [["back", "side"]]}, "named twice", "a"),
        ({"a": [["nobody", "side"]], "b": [["back", "side"]]}, "no piece called", "a"),
    ],
)
def test_what_cannot_be_sewn_is_said_at_its_side(step: dict[str, Any], words: str, field: str) -> None:
    e = refused(table("bodice"), {"move": "unsew", "seam": "side"}, {"move": "sew", **step})
    assert words in str(e)
    assert e.field == field
    assert e.cure


# ---- promised


def test_ease_is_promised_and_judged() -> None:
    p = after(table("skirt"), {"move": "redraw", "piece": "skirt front", "edge": "side", "from": "waist", "end": {"down": 1.0}})
    assert not next(x for x in ledger(p, RULES) if x.name == "side").kept
    eased = after(p, {"move": "promise", "seam": "side", "kind": "ease", "maximum": 1.2})
    line = next(x for x in ledger(eased, RULES) if x.name == "side")
    assert line.kept
    assert line.rule == "ease 0–1.2 cm"
    tight = after(p, {"move": "promise", "seam": "side", "kind": "ease", "maximum": 0.5})
    assert next(x for x in ledger(tight, RULES) if x.name == "side").over_whole == pytest.approx(
        abs(line.difference) - 0.5, abs=1e-6
    ) or (
        next(x for x in ledger(tight, RULES) if x.name == "side").over_whole
        == pytest.approx(-(abs(line.difference) - 0.5), abs=1e-6)
    )


def test_a_part_from_notch_to_notch_has_its_own_promise_and_loses_it_again() -> None:
    p = after(
        table("bodice"), {"move": "promise", "seam": "side", "kind": "gather", "ratio": 1.5, "from": "start", "to": "side balance"}
    )
    (rule,) = p.seam("side").rules
    assert (rule.start, rule.end, rule.rule.kind, rule.rule.ratio) == ("start", "side balance", "gather", 1.5)
    assert not next(x for x in ledger(p, RULES) if x.name == "side").kept, "equal sides are not gathered one and a half times"
    back = after(p, {"move": "promise", "seam": "side", "kind": "equal", "from": "start", "to": "side balance"})
    assert back.seam("side").rules == ()
    assert next(x for x in ledger(back, RULES) if x.name == "side").kept


def test_a_stretched_band_is_kept_up_to_its_percent() -> None:
    p = after(table("skirt"), {"move": "redraw", "piece": "skirt front", "edge": "side", "from": "waist", "end": {"down": 12.0}})

    def ledger_of(percent: float) -> Promise:
        step = {"move": "promise", "seam": "side", "kind": "stretch", "percent": percent}
        return next(x for x in ledger(after(p, step), RULES) if x.name == "side")

    a, b = ledger_of(50).length_a, ledger_of(50).length_b or 0.0
    needed = 100 * (max(a, b) / min(a, b) - 1)
    assert ledger_of(needed + 1).kept
    assert not ledger_of(needed - 2).kept


@pytest.mark.parametrize(
    ("step", "words"),
    [
        ({"kind": "ease", "minimum": 3, "maximum": 1}, "contradicts itself"),
        ({"kind": "stretch", "percent": 200}, "may be at most 150"),
        ({"kind": "stretch"}, "hundredths"),
        ({"kind": "gather", "ratio": 0.5}, "must be at least 1"),
        ({"kind": "ease", "maximum": float("nan")}, "number"),
        ({"kind": "equal", "from": "nowhere"}, "no notch called"),
        ({"kind": "equal", "from": "end", "to": "start"}, "nothing of it"),
        ({"kind": "loose"}, "loose"),
    ],
)
def test_a_promise_that_makes_no_sense_is_refused(step: dict[str, Any], words: str) -> None:
    assert words in str(refused(table("bodice"), {"move": "promise", "seam": "side", **step})) or words == "loose"


def test_what_has_no_partner_is_promised_nothing() -> None:
    assert "no partner" in str(refused(table("bodice"), {"move": "promise", "seam": "neckline", "kind": "equal"}))


# ---- notches


def test_a_notch_is_set_on_both_sides_at_once() -> None:
    p = after(table("bodice"), {"move": "notch", "seam": "side", "at": 5.0, "style": "double", "name": "upper"})
    assert ("upper", "double", 5.0, 5.0) in notches(p, "side")
    assert notches(after(table("bodice"), {"move": "notch", "seam": "side", "at": 5.0}), "side")[0][0] == "notch 1"


def test_where_one_side_is_fuller_the_partner_is_in_proportion() -> None:
    """By hand: the cap's middle interval 25.48 on 23.48; a quarter of the way along it, 10.31 + 6.37 against 10.31 + 5.87."""
    dress = table("bodice", "sleeve")
    own = {n.name: n for n in dress.notches_of("armhole")}
    (a0, b0), (a1, b1) = ((own[x].at_a, own[x].at_b or 0.0) for x in ("front balance", "back balance"))
    at = a0 + 0.25 * (a1 - a0)
    p = after(dress, {"move": "notch", "seam": "armhole", "at": at, "name": "quarter"})
    assert next(n.at_b for n in p.notches_of("armhole") if n.name == "quarter") == pytest.approx(b0 + 0.25 * (b1 - b0), abs=1e-9)


def test_a_notch_is_moved_on_both_sides_made_double_and_taken_away() -> None:
    p = after(table("bodice"), {"move": "move_notch", "seam": "side", "notch": "side balance", "to": 9.0})
    assert notches(p, "side") == [("side balance", "single", 9.0, 9.0)]
    one_side = after(p, {"move": "move_notch", "seam": "side", "notch": "side balance", "to_b": 10.0})
    assert notches(one_side, "side") == [("side balance", "single", 9.0, 10.0)]
    made_double = {"move": "move_notch", "seam": "side", "notch": "side balance", "style": "double"}
    (told,) = read_steps([made_double])
    assert told.spoken(p, "cm").endswith(" nowhere, and make it double.")
    double = after(p, made_double)
    assert notches(double, "side") == [("side balance", "double", 9.0, 9.0)]
    apart = after(one_side, made_double)
    assert notches(apart, "side") == [("side balance", "double", 9.0, 10.0)], "made double, each stays where it was"
    assert notches(after(p, {"move": "remove_notch", "seam": "side", "notch": "side balance"}), "side") == []


def test_a_notch_that_fullness_or_a_closure_ends_at_stays() -> None:
    gathered = after(
        table("bodice"), {"move": "promise", "seam": "side", "kind": "ease", "maximum": 0.2, "from": "start", "to": "side balance"}
    )
    assert "ease 0–0.2" in str(refused(gathered, {"move": "remove_notch", "seam": "side", "notch": "side balance"}))
    zipped = after(table("skirt"), *ZIPPED)
    assert "closure ends there" in str(refused(zipped, {"move": "remove_notch", "seam": "centre back", "notch": "end of zip"}))


@pytest.mark.parametrize(
    ("step", "words", "field"),
    [
        ({"move": "notch", "at": 80.0}, "is 21.4 cm long", "at"),
        ({"move": "notch", "at": 5.0, "at_b": 50.0}, "second side", "at_b"),
        ({"move": "notch", "at": 13.2}, "stands there already", "at"),
        ({"move": "notch", "at": 5.0, "name": "side balance"}, "already", "name"),
        ({"move": "move_notch", "notch": "nobody", "to": 4.0}, "no notch called", "notch"),
        ({"move": "move_notch", "notch": "side balance", "to": 60.0}, "none of it left", "to"),
        ({"move": "remove_notch", "notch": "nobody"}, "no notch called", "notch"),
    ],
)
def test_a_notch_off_the_seam_is_refused_with_its_length(step: dict[str, Any], words: str, field: str) -> None:
    e = refused(table("bodice"), {"seam": "side", **step})
    assert words in str(e)
    assert e.field == field


def test_a_seam_is_notched_anew_unlike_itself_from_its_other_end() -> None:
    cut = {
        "move": "cut_along",
        "piece": "skirt front",
        "line": [{"edge": "waist", "fraction": 0.5}, {"edge": "hem", "fraction": 0.5}],
        "names": ["inner", "outer"],
        "seam": "panel",
    }
    p = after(table("skirt"), cut, {"move": "notch_again", "seam": "panel"})
    whole = p.side_length(p.seam("panel").a)
    own = [(n.at_a, n.style) for n in p.notches_of("panel")]
    assert [x for x, _ in own] == [pytest.approx(whole / 3, abs=2.1), pytest.approx(2 * whole / 3, abs=2.1)]
    turned = [(whole - at, style) for at, style in reversed(own)]
    assert [s for _, s in own] != [s for _, s in turned]
    assert "sides are equal is notched" in str(refused(table("bodice", "sleeve"), {"move": "notch_again", "seam": "armhole"}))


# ---- closures


def test_a_zip_is_notched_at_its_end_from_the_waist_down() -> None:
    p = after(table("skirt"), *ZIPPED)
    (zip_,) = p.closures
    (part,) = zip_.parts
    whole = p.side_length(p.seam("centre back").a)
    low, high = part.along(p.notches, whole)
    assert high - low == pytest.approx(20, abs=1e-9)
    place = p.on_side(p.seam("centre back").a, p.notches_of("centre back")[0].at_a)
    assert place.piece.outline[place.spot.edge].path.at(place.spot.along) == pytest.approx(20j, abs=1e-6), (
        "twenty below the waist at the centre"
    )


def test_a_zip_goes_on_through_the_seam_below_a_yoke() -> None:
    """By hand: a yoke 3 in deep takes 7.62 of a zip of 7 in; 10.16 are left for the skirt."""
    yoke = {"move": "yoke", "pieces": ["skirt front", "skirt back"], "edge": "waist", "depth": 7.62}
    seams = [
        {"move": "turn_edge_into", "piece": p, "edge": "centre back", "kind": "seam"} for p in ("skirt back yoke", "skirt back")
    ]
    p = after(
        table("skirt"),
        yoke,
        *seams,
        {"move": "closure", "piece": "skirt back yoke", "edge": "centre back", "kind": "zip", "length": 17.78},
    )
    (zip_,) = p.closures
    sizes = [b - a for a, b in (part.along(p.notches, p.side_length(p.seam(part.seam).a)) for part in zip_.parts)]
    assert sizes == [pytest.approx(7.62, abs=1e-6), pytest.approx(10.16, abs=1e-6)]
    # The lower seam laid to the fold: the zip is what the yoke still opens.
    shut = after(p, {"move": "turn_edge_into", "piece": "skirt back", "edge": "centre back", "kind": "fold"})
    assert [[part.seam for part in c.parts] for c in shut.closures] == [[zip_.parts[0].seam]]
    e = refused(
        table("skirt"),
        yoke,
        seams[0],
        {"move": "closure", "piece": "skirt back yoke", "edge": "centre back", "kind": "zip", "length": 17.78},
    )
    assert "the centre back of the skirt back is a fold" in str(e)
    assert e.field == "length"


def test_a_closure_travels_with_its_seam_and_goes_with_it() -> None:
    longer = after(
        table("skirt"),
        *ZIPPED,
        {
            "move": "lengthen",
            "pieces": ["skirt front", "skirt back"],
            "at": {"edge": "side", "from": "waist", "fraction": 0.6},
            "amount": 5,
        },
    )
    (part,) = longer.closures[0].parts
    assert part.along(longer.notches, longer.side_length(longer.seam("centre back").a))[1] - part.along(
        longer.notches, longer.side_length(longer.seam("centre back").a)
    )[0] == pytest.approx(20, abs=1e-6)
    gone = replay(
        longer, read_steps([{"move": "turn_edge_into", "piece": "skirt back", "edge": "centre back", "kind": "fold"}]), RULES
    )
    assert gone.pattern.closures == ()
    assert any("The zip is gone" in s.label for s in gone.done[0].working)


def test_buttons_stand_on_the_true_centre_one_at_the_bust_evenly_between() -> None:
    p = after(table("bodice"), STAND, {"move": "closure", "piece": "front", "edge": "button stand", "kind": "buttons"})
    front = p.piece("front")
    buttons = [m.at for m in front.marks if m.kind == "button"]
    assert len(buttons) == p.closures[0].count >= 4
    bust = front.mark("bust point").at.imag
    assert min(abs(z.imag - bust) for z in buttons) < 1e-6
    assert max(abs(z.real) for z in buttons) < 1e-6, "on the centre, not on the stand's edge"
    gaps = [b.imag - a.imag for a, b in pairwise(buttons)]
    assert 5 < min(gaps) <= max(gaps) < 12


@pytest.mark.parametrize(("count", "apart"), [(1, None), (3, 16.0), (8, 5.0)])
def test_so_many_buttons_as_asked(count: int, apart: float | None) -> None:
    p = after(
        table("bodice"), STAND, {"move": "closure", "piece": "front", "edge": "button stand", "kind": "buttons", "count": count}
    )
    buttons = [m.at.imag for m in p.piece("front").marks if m.kind == "button"]
    assert len(buttons) == count
    if apart is not None:
        assert sum(b - a for a, b in pairwise(buttons)) / (count - 1) == pytest.approx(apart, abs=2.5)


@pytest.mark.parametrize(
    ("blocks", "steps", "words"),
    [
        (("skirt",), ({"move": "closure", "piece": "skirt back", "edge": "centre back", "kind": "zip", "length": 20},), "is a fold"),
        (("skirt",), (*ZIPPED, ZIPPED[1]), "has a closure already"),
        (("skirt",), (ZIPPED[0], ZIPPED[1] | {"length": 90}), "Make it at most"),
        (("skirt",), (ZIPPED[0], ZIPPED[1] | {"length": 1}), "must be at least 3"),
        (("bodice",), ({"move": "closure", "seam": "neckline", "kind": "hooks"},), "waits for the part"),
        (("skirt",), (ZIPPED[0], ZIPPED[1] | {"from": "side"}), "does not begin at"),
        (("skirt",), ({"move": "closure", "kind": "zip"},), "name a seam"),
    ],
)  # fmt: skip
def test_a_closure_without_an_opening_is_refused(blocks: tuple[str, ...], steps: tuple[dict[str, Any], ...], words: str) -> None:
    assert words in str(refused(table(*blocks), *steps))


# ---- how a piece is cut, and how it lies


def test_how_a_piece_is_cut_is_said_and_kept() -> None:
    p = after(table("bodice", "sleeve"), {"move": "cut_plan", "piece": "sleeve", "count": 4, "cloth": "voile", "stretch": 5})
    cut = p.piece("sleeve").cut
    assert (cut.quantity, cut.mirrored, cut.cloth, cut.stretch) == (4, True, "voile", 5)
    assert "3 make no pairs" in str(refused(table("bodice", "sleeve"), {"move": "cut_plan", "piece": "sleeve", "count": 3}))
    alike = after(table("bodice", "sleeve"), {"move": "cut_plan", "piece": "sleeve", "count": 3, "as": "alike"})
    assert (alike.piece("sleeve").cut.quantity, alike.piece("sleeve").cut.mirrored) == (3, False)
    fold = after(table("bodice"), {"move": "cut_plan", "piece": "front", "cloth": "lining"})
    assert (fold.piece("front").cut.on_fold, fold.piece("front").cut.quantity) == (True, 1)


@pytest.mark.parametrize(("kind", "angle"), [("straight", 0.0), ("cross", 0.0), ("bias", 45.0)])
def test_the_grain_is_laid_along_the_fold_or_across_it(kind: str, angle: float) -> None:
    p = after(table("bodice", "sleeve"), {"move": "grain", "piece": "sleeve", "kind": kind, "along": "back underarm"}).piece(
        "sleeve"
    )
    assert p.grain is not None
    assert p.grain.kind == kind
    edge = [e.path for e in p.outline if e.name == "back underarm"]
    way = edge[-1].end - edge[0].start
    off = abs(degrees(phase((p.grain.end - p.grain.start) / way))) % 180
    assert min(off, 180 - off) == pytest.approx(angle, abs=1e-6)
    assert all(p.contains(p.grain.start, p.grain.end))


def test_nothing_of_the_paper_changes_by_what_is_said_of_seams() -> None:
    start = table("bodice", "sleeve")
    steps = (
        {"move": "notch", "seam": "side", "at": 4.0},
        {"move": "promise", "seam": "side", "kind": "ease", "maximum": 0.3},
        {"move": "unsew", "seam": "shoulder"},
    )
    p = after(start, *steps)
    assert [x.area for x in p.pieces] == [x.area for x in start.pieces]
    assert p.closures == ()
    assert Notch("x", "y", "single", 1.0) not in p.notches
    assert after(start, *HOOKED).closures[0].kind == "hooks"


def test_buttons_down_a_front_of_two_pieces_lie_each_on_its_own() -> None:
    """The front parted by a yoke: on the upper piece lie the hooks of the upper part of the opening, on the lower one the others. Worked by hand: of five the
    first is ``TOP`` down and the last as far up, the others between, one at the bust line."""
    front = {"move": "turn_edge_into", "piece": "front", "edge": "centre front", "kind": "seam"}
    cut = {"move": "cut_across", "pieces": ["front"], "at": {"edge": "armhole", "from": "side", "fraction": 0.6}}
    p = after(table("bodice"), front, cut, {"move": "closure", "seam": "centre front", "kind": "hooks", "count": 5})
    parts = {s.piece: p.piece(s.piece) for s in p.seam("centre front").a}
    assert len(parts) == 2
    where = {k: [m for m in x.marks if m.name.startswith("hook")] for k, x in parts.items()}
    assert sorted(m.name for ms in where.values() for m in ms) == [f"hook {k}" for k in range(1, 6)]
    assert all(where.values()), "some on each"
    for name, ms in where.items():
        for m in ms:
            assert polygon(parts[name]).distance(Point(m.at.real, m.at.imag)) < 1e-3, f"{m.name} lies off the {name}"
    # The bust point lies on the lower piece: one stands level with it, on the centre.
    lower = next(x for x in parts.values() if any(m.name == "bust point" for m in x.marks))
    bust = next(m.at for m in lower.marks if m.name == "bust point")
    assert min(abs((m.at - bust).imag) for m in where[lower.name]) < 1e-3
