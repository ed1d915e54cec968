"""Scissors along a line and tape along an edge: by hand, there and back, and everything that must be refused."""

from __future__ import annotations

from cmath import phase
from math import atan, degrees, hypot
from typing import Any

import pytest

from patterncraft.errors import PatternError
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.account import paper_account
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sewn import run_of, sewn_length
from patterncraft.replay import replay
from tests.conftest import draft, draft_by
from tests.samples import AVERAGE, FULL, NO_SIDE_DART, SMALL, WHOLE, assert_same_outline, polygon

RULES = HouseRules()
Step = dict[str, Any]


def work(pattern: Pattern, *steps: Step) -> Pattern:
    """All steps done, or the refusal raised."""
    done = replay(pattern, read_steps(list(steps)), RULES)
    if done.stopped:
        raise done.stopped
    return done.pattern


def cut(piece: str, line: object, **more: object) -> Step:
    return {"move": "cut_along", "piece": piece, "line": line, **more}


def at(edge: str, fraction: float = 0.5, start: str = "") -> Step:
    return {"edge": edge, "fraction": fraction, **({"from": start} if start else {})}


PANEL = cut(
    "front", [at("armhole", 0.5, "shoulder"), {"dart": "waist dart"}], names=["centre front", "side front"], seam="front panel"
)
YOKE = cut("front", [at("armhole", 0.4, "shoulder"), at("centre front", 0.3, "neckline")], names=["yoke", "front"], seam="yoke")


@pytest.mark.parametrize("figure", [AVERAGE, SMALL, FULL, NO_SIDE_DART])
def test_a_panel_takes_both_darts_into_its_seam(figure: dict[str, float]) -> None:
    block = draft(figure).pattern
    before = block.piece("front")
    after = work(block, PANEL)
    parts = [after.piece(n) for n in ("centre front", "side front")]
    # All the paper is there, measured by another library; the parts lie on the table apart from each other.
    assert sum(p.area for p in parts) == pytest.approx(before.area, abs=1e-6)
    assert sum(polygon(p).area for p in parts) == pytest.approx(polygon(before).area, rel=1e-5)
    assert [darts_of(p) for p in parts] == [[], []]
    # Both sides: from the armhole's middle straight to the bust point, then the waist dart's leg.
    armhole = next(e for e in before.outline if e.name == "armhole").path
    bust = next(m.at for m in before.marks if m.name == "bust point")
    leg = next(d for d in darts_of(before) if d.name == "waist dart").leg_in.length
    wanted = abs(armhole.at(armhole.length / 2) - bust) + leg
    assert [sewn_length(p, "front panel") for p in parts] == pytest.approx([wanted, wanted])
    assert all(p.kept for p in ledger(after, RULES))
    # Walked from the armhole, a notch stands at the bust point on both.
    assert any(
        n.at_a == pytest.approx(wanted - leg) and n.at_b == pytest.approx(wanted - leg) for n in after.notches_of("front panel")
    )
    assert parts[0].cut.on_fold
    assert (parts[1].cut.on_fold, parts[1].cut.quantity, parts[1].cut.mirrored) == (False, 2, True)
    assert all(p.grain is not None for p in parts)


def test_what_closes_the_side_dart_bends_the_side_panel_by_its_angle() -> None:
    block = draft(AVERAGE).pattern
    dart = next(d for d in darts_of(block.piece("front")) if d.name == "side dart")
    after = work(block, PANEL).piece("side front")
    other = work(block, PANEL).piece("centre front")
    turns = []
    for piece in (after, other):
        first, second = (piece.outline[i].path for i in run_of(piece, "front panel"))
        turns.append(degrees(phase(second.start_direction / first.end_direction)))
    # The two panels' edges bend apart by what both darts took up at the bust point: 8.07° by hand (2 atan 1.27/18) and the side dart.
    waist = 2 * degrees(atan(1.27 / 18))
    assert abs(sum(turns)) == pytest.approx(waist + degrees(abs(dart.angle)), abs=0.02)


@pytest.mark.parametrize("line", [YOKE["line"], [at("shoulder", 0.6), at("centre front", 0.4, "neckline")]])
def test_cut_and_joined_is_the_original(line: object) -> None:
    block = draft(AVERAGE).pattern
    step = cut("front", line, names=["one", "two"], seam="style line")
    back = {"move": "join_pieces", "a": ["one", "style line"], "b": ["two", "style line"], "name": "front"}
    after = work(block, step, back)
    assert_same_outline(block.piece("front"), after.piece("front"), 1e-9)
    assert after.piece("front").cut == block.piece("front").cut
    places = {(n.name, n.seam, n.style): (n.at_a, n.at_b) for n in block.notches}
    for n in after.notches:
        assert (n.at_a, n.at_b) == pytest.approx(places.pop((n.name, n.seam, n.style)), abs=1e-9)
    assert not places
    assert {s.name: (s.a, s.b, s.rule) for s in after.seams} == {s.name: (s.a, s.b, s.rule) for s in block.seams}
    assert after.piece("front").paper.tapes == ()


def test_a_panel_undone_opens_its_dart_again() -> None:
    block = work(
        draft(AVERAGE).pattern, {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}}
    )
    after = work(
        block,
        PANEL,
        {"move": "join_pieces", "a": ["centre front", "front panel"], "b": ["side front", "front panel"], "name": "front"},
    )
    assert_same_outline(block.piece("front"), after.piece("front"), 1e-9)
    assert [(d.name, d.set_back) for d in after.piece("front").darts] == [(d.name, d.set_back) for d in block.piece("front").darts]


def test_parts_are_named_by_the_centre_then_upper_then_left() -> None:
    block = draft_by("sleeve-compass", WHOLE).pattern
    across = work(block, cut("sleeve", [at("front underarm", 0.4, "cap"), at("back underarm", 0.4, "cap")]))
    assert [p.name for p in across.pieces] == ["upper sleeve", "lower sleeve"]
    assert "cap" in across.piece("upper sleeve").edge_names
    down = work(draft(AVERAGE).pattern, cut("back", [at("shoulder", 0.5), at("waist", 0.4, "side")]))
    assert [p.name for p in down.pieces] == ["centre back", "side back", "front"]
    assert "centre back" in down.piece("centre back").edge_names


def test_notches_of_a_new_seam_cannot_be_sewn_upside_down_or_changed_over() -> None:
    skirt = draft_by("skirt", WHOLE).pattern
    after = work(
        skirt,
        cut("skirt front", [at("waist", 0.15, "centre front"), at("hem", 0.85, "side")], names=["inner", "rest"], seam="one"),
        cut("rest", [at("waist", 0.9, "one"), at("hem", 0.1, "side")], names=["b", "c"], seam="two"),
    )
    for seam in ("one", "two"):
        whole = after.side_length(after.seam(seam).a)
        notches = after.notches_of(seam)
        assert [n.style for n in notches] == ["single", "double"], "longer than 30 cm: at its thirds"
        assert all(2 <= n.at_a <= whole - 2 for n in notches)
        assert all(n.at_a == pytest.approx(n.at_b or 0) for n in notches)
    own, other = ({round(n.at_a, 1) for n in after.notches_of(s)} for s in ("one", "two"))
    assert own.isdisjoint(other)


def test_a_line_past_the_point_eases_in_what_is_left_of_the_dart() -> None:
    block = draft(AVERAGE).pattern
    front = block.piece("front")
    dart = next(d for d in darts_of(front) if d.name == "side dart")
    # Straight down 2 cm beside the bust point, across the side dart's two legs.
    down = [{"at": {"mark": "bust point"}, "out": 2, "down": -14}, {"at": {"mark": "bust point"}, "out": 2, "down": 10}]
    line = {
        "through": [
            {"edge": "shoulder", "from": "neckline", "fraction": 0.2},
            *down,
            {"edge": "waist", "from": "side", "fraction": 0.2},
        ]
    }
    after = work(block, cut("front", line, names=["centre front", "side front"], seam="panel"))
    seam = after.seam("panel")
    # The legs are crossed 2 cm out: the chord there is about 2·2·sin(θ/2), a little more as the lower leg slants.
    assert seam.rule.kind == "ease"
    assert seam.rule.maximum == pytest.approx(4 * 0.5 * abs(dart.angle), abs=0.02)
    assert all(p.kept for p in ledger(after, RULES))
    assert all(x.balanced for x in paper_account(after))
    assert after.piece("centre front").paper.new == pytest.approx(0.5 * 4 * abs(dart.angle), abs=0.05)


def test_a_shoulder_removed_turns_the_back_over_and_keeps_every_other_promise() -> None:
    block = draft(AVERAGE).pattern
    after = work(block, {"move": "join_pieces", "a": ["front", "shoulder"], "b": ["back", "shoulder"], "name": "body"})
    body = after.piece("body")
    assert body.area == pytest.approx(sum(p.area for p in block.pieces))
    assert [s.name for s in after.seams] == ["side", "armhole", "neckline", "waist"]
    assert {"front side", "back side", "armhole", "neckline"} <= set(body.edge_names)
    assert sewn_length(body, "armhole") == pytest.approx(block.side_length(block.seam("armhole").a))
    assert all(p.kept for p in ledger(after, RULES))


def test_edges_that_differ_are_matched_and_the_rest_is_left_to_be_trued() -> None:
    block = draft(AVERAGE, true_shoulder=False).pattern
    sizes = [sewn_length(block.piece(p), "shoulder") for p in ("front", "back")]
    done = replay(block, read_steps([{"move": "join_pieces", "a": ["front", "shoulder"], "b": ["back", "shoulder"]}]), RULES)
    assert done.stopped is None
    words = {s.label: s.result.value for s in done.done[0].working if s.result}
    told = words.get("The second was longer by", words.get("The second was shorter by"))
    assert told == pytest.approx(abs(sizes[1] - sizes[0]))
    slivers = [e.length for e in done.pattern.piece("front").outline if e.name == "to true"]
    assert slivers == [pytest.approx(abs(sizes[1] - sizes[0]))]


REFUSED: list[tuple[object, str]] = [
    ([{"at": {"mark": "bust point"}, "out": 3}, at("waist", 0.1)], "begins in the air"),
    ([at("armhole"), {"at": {"mark": "bust point"}, "out": 3, "down": 3}], "ends in the air"),
    ([at("shoulder", 0.5), {"at": at("armhole"), "out": 4}, at("side", 0.1, "armhole")], "leaves the paper"),
    ([at("side", 0.05, "armhole"), at("side", 0.25, "armhole")], "runs along the side"),
    ([at("waist", 0.2, "side"), at("neckline", 0.5), at("waist", 0.2, "side")], "ends where it begins"),
    ([at("side", 0.9, "armhole"), at("centre front", 0.9, "neckline")], "runs over the open waist dart"),
    ([{"edge": "hem", "fraction": 0.5}, at("waist")], "no edge called “hem”"),
    ([{"edge": "side", "level": "bust point", "down": 90}, at("waist")], "does not stand at that level"),
    ([at("side", 0.2, "armhole"), at("neckline", 0.4), at("shoulder", 0.5), at("centre front", 0.5)], "crosses itself"),
    ("yoke line", "no line called “yoke line”"),
]


@pytest.mark.parametrize(("line", "why"), REFUSED)
def test_a_line_that_cannot_be_cut_is_refused_in_one_sentence(line: object, why: str) -> None:
    block = draft(AVERAGE).pattern
    with pytest.raises(PatternError, match=why) as caught:
        work(block, cut("front", line))
    assert caught.value.cure
    assert str(caught.value).count("\n") == 0


def test_names_that_are_taken_are_refused_at_their_slot() -> None:
    block = draft(AVERAGE).pattern
    for more, field in (({"names": ["back", "x"]}, "names"), ({"names": ["x", "x"]}, "names"), ({"seam": "armhole"}, "seam")):
        with pytest.raises(PatternError) as caught:
            work(block, {**PANEL, "names": ["a", "b"], "seam": "s", **more})
        assert caught.value.field == field
    with pytest.raises(PatternError, match="cannot be joined to itself"):
        work(block, {"move": "join_pieces", "a": ["front", "side"], "b": ["front", "shoulder"]})
    with pytest.raises(PatternError, match=r"differ by \d"):
        work(block, {"move": "join_pieces", "a": ["front", "shoulder"], "b": ["back", "armhole"]})


def test_a_drawn_line_plans_the_cut_and_travels_with_its_paper() -> None:
    block = draft(AVERAGE).pattern
    line = {"through": [at("shoulder", 0.5), {"dart": "waist dart"}], "shape": "curve", "square_start": True}
    drawn = work(block, {"move": "draw_line", "piece": "front", "line": line, "name": "princess"})
    path = next(x.path for x in drawn.piece("front").lines if x.name == "princess")
    shoulder = next(e for e in block.piece("front").outline if e.name == "shoulder").path
    assert abs((path.start_direction * shoulder.start_direction.conjugate()).real) < 1e-9, "square to the shoulder"
    other = work(drawn, {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": at("armhole")})
    moved = next(x.path for x in other.piece("front").lines if x.name == "princess")
    assert moved.length == pytest.approx(path.length, abs=1e-6)
    with pytest.raises(PatternError, match="already a line called"):
        work(drawn, {"move": "draw_line", "piece": "front", "line": line, "name": "princess"})


class TestTurnEdgeInto:
    def test_a_fold_becomes_a_seam_and_a_fold_again(self) -> None:
        block = draft(AVERAGE).pattern
        turn = {"move": "turn_edge_into", "piece": "back", "edge": "centre back"}
        seamed = work(block, {**turn, "kind": "seam"})
        assert (seamed.piece("back").cut.quantity, seamed.piece("back").cut.on_fold) == (2, False)
        assert seamed.seam("centre back").rule.kind == "free"
        back = work(seamed, {**turn, "kind": "fold"})
        assert back.piece("back").cut == block.piece("back").cut
        assert [s.name for s in back.seams] == [s.name for s in block.seams]

    def test_refusals(self) -> None:
        block = draft(AVERAGE).pattern
        turn = {"move": "turn_edge_into", "piece": "back"}
        for edge, kind, why in (
            ("centre back", "fold", "is a fold already"),
            ("side", "opening", "is sewn to the front side"),
            ("neckline", "fold", "cannot be laid on two folds"),
        ):
            with pytest.raises(PatternError, match=why):
                work(block, {**turn, "edge": edge, "kind": kind})
        open_back = work(block, {**turn, "edge": "centre back", "kind": "seam"})
        with pytest.raises(PatternError, match="not one straight line"):
            work(open_back, {**turn, "edge": "neckline", "kind": "fold"})


def test_hypotenuse_of_a_yoke_by_hand() -> None:
    # The yoke's line on the plain front: both ends worked out on the drawing, the line is their distance.
    block = draft(AVERAGE).pattern
    front = block.piece("front")
    armhole = next(e for e in front.outline if e.name == "armhole").path
    a, b = armhole.at(0.4 * armhole.length), complex(0, 7.62 + 0.3 * (44.5 - 7.62))
    after = work(block, YOKE)
    assert sewn_length(after.piece("yoke"), "yoke") == pytest.approx(hypot(a.real - b.real, a.imag - b.imag), abs=1e-6)
