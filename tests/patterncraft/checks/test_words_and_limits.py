"""What a finding says and by how much, by hand: corners at a fold, kinks over what is sewn, bands on short sleeves, and after which step a fault arose."""

from __future__ import annotations

import re
from dataclasses import replace
from itertools import pairwise
from math import atan, degrees
from typing import Any

import pytest

from patterncraft.checks.bands import bands
from patterncraft.checks.codes.fullness import range_of
from patterncraft.checks.examine import arose, examine
from patterncraft.checks.square import corners_at_folds
from patterncraft.checks.subject import Subject
from patterncraft.checks.waist import passes
from patterncraft.geometry.path import straight
from patterncraft.moves.registry import read_steps
from patterncraft.paper.edge import Edge, EdgeKind
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.replay import replay
from tests.patterncraft.parts.ground import edge, integrated
from tests.planted.faults import FAULTS
from tests.planted.ground import BODY, HOOKED, RULES, ZIPPED, looked, table, worked

COUNTED = ("unnamed", "no-plan", "grain-none", "seam-alone", "no-seam", "notch-style", "closure-none", "roll-bias")
"""Checks of what is there or not: one of it, and none is allowed."""


def sheet(top: float, foot: float) -> Piece:
    """20 by 40, its left edge on the fold; at the fold the neckline begins ``top`` cm higher than it ends, the hem ends ``foot`` cm lower."""
    corners = [complex(0, -top), 20 + 0j, 20 + 40j, complex(0, 40 + foot)]
    kinds: list[tuple[str, EdgeKind]] = [("neckline", "seam"), ("side", "seam"), ("hem", "hem"), ("centre front", "fold")]
    pairs = pairwise([*corners, corners[0]])
    return Piece("front", tuple(Edge(n, k, straight(a, b)) for (n, k), (a, b) in zip(kinds, pairs, strict=True)))


@pytest.mark.parametrize(("top", "foot"), [(0.0, 0.0), (1.0, 0.0), (0.0, 1.0), (-2.0, 0.5), (3.0, -1.0)])
def test_a_corner_at_the_fold_is_off_the_square_by_the_slope_of_its_edge(top: float, foot: float) -> None:
    """One in twenty is 2.86 degrees: less than square where the edge rises to the fold (at the top), or falls to it (at the foot)."""
    found = {c.edge: c for c in corners_at_folds(Pattern((sheet(top, foot),)))}
    assert set(found) == {"neckline", "hem"}
    assert found["neckline"].off == pytest.approx(-degrees(atan(top / 20)), abs=1e-6)
    assert found["hem"].off == pytest.approx(-degrees(atan(foot / 20)), abs=1e-6)
    assert found["neckline"].at == complex(0, -top)
    assert found["hem"].at == complex(0, 40 + foot)
    assert {(c.piece, c.fold) for c in found.values()} == {("front", "centre front")}


def test_a_kink_is_told_with_both_pieces_over_a_seam_and_with_the_dart_over_a_dart() -> None:
    """Two pieces are blended with each other; over a dart it is the dart's own mouth that has to be trued, by no step of a blend."""
    told = [f for fault in FAULTS if fault.code == "flow-kink" for f in examine(fault.spoilt()) if f.code == "flow-kink"]
    over_seams = [f for f in told if f.words.endswith(" seam.")]
    assert over_seams
    for f in over_seams:
        words = f.words
        both = re.fullmatch(r"The (.+) of the (.+?)(?: and of the (.+))? has a (peak|dip) of \d+° over the (.+) seam\.", words)
        assert both, words
        assert both[2] != both[3]
        if both[3]:
            assert f.cure is not None
            assert f.cure["move"] == "blend"
            assert {piece for piece, _ in f.cure["edges"]} == {both[2], both[3]}
    assert any(f.cure for f in over_seams)
    over_darts = [f for f in examine(_kinked_over_a_dart()) if f.code == "flow-kink" and not f.words.endswith(" seam.")]
    assert over_darts
    for f in over_darts:
        assert re.fullmatch(r"The waist of the skirt front has a (peak|dip) of \d+° over the waist dart, shut\.", f.words), f.words
        assert f.cure is None


def _kinked_over_a_dart() -> Subject:
    """A skirt whose waist falls off by two centimetres at one side of its dart."""
    subject = looked(worked(("skirt",), *ZIPPED))
    piece = subject.pattern.piece("skirt front")
    k = next(i for i, e in enumerate(piece.outline) if e.name == "waist")
    e = piece.outline[k]
    fallen = e.path.at(0.8 * e.length) + 2j
    bent = straight(e.path.start, fallen).then(straight(fallen, e.path.end))
    outline = (*piece.outline[:k], replace(e, path=bent, trace=()), *piece.outline[k + 1 :])
    return replace(subject, pattern=subject.pattern.with_piece(piece.with_outline(outline)), ledger=None)


@pytest.mark.parametrize("code", COUNTED)
def test_of_what_is_there_or_not_one_is_found_and_none_allowed(code: str) -> None:
    seen = [f for fault in FAULTS if fault.code == code for f in examine(fault.spoilt()) if f.code == code]
    assert seen
    assert {(f.amount, f.limit) for f in seen} == {(1, 0)}


@pytest.mark.parametrize(("steps", "lies_on", "passes"), [
    ((), "wrist_girth", "hand_girth"),
    (({"move": "shorten_sleeve", "above_elbow": 5.0},), "upper_arm_girth", "elbow_girth"),
])  # fmt: skip
def test_an_elastic_lies_on_the_wrist_or_on_a_short_sleeves_arm(
    steps: tuple[dict[str, Any], ...], lies_on: str, passes: str
) -> None:
    elastic = {"move": "elastic", "edges": [["sleeve", "hem"]], "girth": 16.0}
    s = looked(worked(("bodice", "sleeve"), *HOOKED, *steps, elastic))
    (band,) = bands(s)
    assert (band.lies_on, band.passes) == (BODY[lies_on], BODY[passes])
    own = s.pattern.piece("elastic")
    assert band.rest == pytest.approx(integrated(edge(own, "hem")), abs=1e-3)
    assert band.edge == "hem"


def test_half_a_band_on_the_fold_goes_round_twice_its_length() -> None:
    rib = {"move": "collar", "kind": "rib"}
    s = looked(worked(("bodice",), *HOOKED, rib))
    (band,) = [b for b in bands(s) if b.piece.name == "neck rib"]
    assert band.piece.cut.on_fold
    assert band.rest == pytest.approx(2 * integrated(edge(band.piece, "neckline")), abs=1e-3)
    assert (band.lies_on, band.passes) == (BODY["neck_girth"], BODY["head_girth"])


@pytest.mark.parametrize("muted", [False, True])
def test_what_the_block_had_as_it_came_no_first_step_brought_about(muted: bool) -> None:
    """Nothing opens a bodice on two folds, whatever is rotated: that came with the block; a notch that the second step set apart came with that."""
    rotate = {
        "move": "rotate_dart",
        "piece": "front",
        "dart": "waist dart",
        "to": {"edge": "shoulder", "fraction": 0.5},
        "muted": muted,
    }
    done = replay(
        table("bodice"),
        read_steps([rotate, {"move": "move_notch", "seam": "side", "notch": "side balance", "to": 6.0, "to_b": 8.0}]),
        RULES,
    )
    assert done.stopped is None
    subject = looked(done)
    told = {place[0]: step for place, step in arose(done, examine(subject), subject).items()}
    assert told["in-neck"] == 0
    assert told["in-waist"] == 0
    assert told["notch-pair"] == 2


@pytest.mark.parametrize("before", [0, 1, 2])
@pytest.mark.parametrize("after", [0, 1, 3])
def test_a_fault_is_told_at_the_step_after_which_it_stood(before: int, after: int) -> None:
    """A zip that is too short, put in after so many steps and before so many more."""
    turned = {"move": "turn_edge_into", "piece": "skirt back", "edge": "centre back", "kind": "seam"}
    short = {"move": "closure", "seam": "centre back", "kind": "zip", "length": 10}
    lines = [
        {"move": "draw_line", "piece": "skirt front", "name": f"line {k}", "line": [{"edge": "waist", "fraction": 0.1 * (k + 1)}, {"edge": "hem", "fraction": 0.5}]}
        for k in range(before + after)
    ]  # fmt: skip
    steps = [turned, *lines[:before], short, *lines[before:]]
    done = replay(table("skirt"), read_steps(steps), RULES)
    assert done.stopped is None
    subject = looked(done)
    told = {place[0]: step for place, step in arose(done, examine(subject), subject).items()}
    assert told["in-hip"] == before + 2


@pytest.mark.parametrize(
    ("weight", "low", "high"), [("light", 2.0, 3.0), ("medium", 1.5, 2.0), ("heavy", 1.0, 1.5), ("any", 1.0, 3.0)]
)
def test_how_full_each_weight_of_cloth_is_gathered(weight: str, low: float, high: float) -> None:
    """Light two to three times, medium one and a half to two, heavy less (common practice, no source)."""
    rules = RULES.model_validate({"wear": {"weight": weight}})
    assert range_of(rules) == (low, high)


@pytest.mark.parametrize(
    ("piece", "hip", "bust", "wanted"),
    [
        ("skirt", 98.0, 90.0, (98.0, "hip")),
        ("skirt", None, 90.0, (None, "hip")),
        ("bodice", 98.0, 90.0, (90.0, "bust")),
        ("bodice", 88.0, 90.0, (88.0, "hip")),
        ("bodice", None, 90.0, (90.0, "bust")),
        ("bodice", 98.0, None, (98.0, "hip")),
        ("bodice", None, None, (None, "hip")),
    ],
)
def test_what_is_stepped_into_passes_the_hip_and_what_is_put_on_over_the_head_the_lesser_of_hip_and_bust(
    piece: str, hip: float | None, bust: float | None, wanted: tuple[float | None, str]
) -> None:
    body = {k: v for k, v in (("hip_girth", hip), ("bust_girth", bust)) if v is not None}
    subject = Subject.after(worked((piece,)), RULES, body)
    assert passes(subject) == wanted


def test_of_two_grains_that_differ_in_kind_one_is_told_and_none_is_allowed() -> None:
    (fault,) = [f for f in FAULTS if f.title == "A panel on the bias beside one on the straight"]
    (told,) = [f for f in examine(fault.spoilt()) if f.code == "grain-pair"]
    assert (told.amount, told.limit, told.seam) == (1, 0, "front panel")
    assert told.at is not None
