"""Paper turned over and worked on is the paper worked on and turned over: every move of darts, openings and cuts, on the other side of the cloth.

An oracle that is not our own code's numbers: the move itself has to be blind to left and right.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest
from shapely import affinity

from patterncraft.geometry.transform import turn_over
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import Replay, replay
from tests.conftest import draft_by
from tests.rich import RULES
from tests.samples import WHOLE, polygon

Step = dict[str, Any]
OVER = turn_over(0j, 1j)
SHOULDER = {"edge": "shoulder", "from": "neckline", "fraction": 0.4}
CASES: list[tuple[str, Step]] = [
    ("bodice-direct", {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": SHOULDER}),
    ("bodice-direct", {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": SHOULDER, "amount": 1.2}),
    ("bodice-direct", {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"dart": "side dart"}, "amount": 1.5}),
    ("bodice-direct", {"move": "divide_dart", "piece": "front", "dart": "waist dart",
                       "into": [{"to": SHOULDER, "share": 0.5}, {"to": {"edge": "armhole", "from": "side", "fraction": 0.5}, "share": 0.3}]}),
    ("bodice-direct", {"move": "merge_darts", "piece": "front", "darts": ["side dart"], "into": "waist dart"}),
    ("skirt", {"move": "share_intake", "piece": "skirt back", "dart": "waist dart 2",
               "to": [{"dart": "waist dart 1", "amount": 1.0}, {"edge": "side", "amount": 0.6}, {"edge": "centre back", "amount": 0.4}]}),
    ("bodice-direct", {"move": "fold_dart", "piece": "front", "dart": "waist dart", "toward": "side"}),
    ("bodice-direct", {"move": "fold_dart", "piece": "front", "dart": "side dart", "toward": "up"}),
    ("bodice-direct", {"move": "convert_dart", "piece": "front", "dart": "waist dart", "into": "pleat"}),
    ("skirt", {"move": "convert_dart", "piece": "skirt front", "dart": "waist dart", "into": "flare"}),
    ("bodice-direct", {"move": "contour", "piece": "front", "at": {"edge": "armhole", "from": "side", "fraction": 0.5}, "amount": 0.5,
                       "into": "waist dart"}),
    ("skirt", {"move": "slash_and_spread", "piece": "skirt front", "from_edge": "hem", "to_edge": "waist", "count": 3, "opening": 3.0}),
    ("skirt", {"move": "slash_and_spread", "piece": "skirt front", "from_edge": "waist", "to_edge": "hem", "count": 4, "opening": 3.0,
               "hinge": "none"}),
    ("sleeve-compass", {"move": "lengthen", "pieces": ["sleeve"], "at": {"edge": "front underarm", "from": "cap", "fraction": 0.4}, "amount": 5.0}),
    ("sleeve-compass", {"move": "lengthen", "pieces": ["sleeve"], "at": {"edge": "front underarm", "from": "cap", "fraction": 0.4}, "amount": -5.0}),
    ("bodice-direct", {"move": "lengthen", "pieces": ["front", "back"], "at": {"edge": "side", "from": "waist", "distance": 4.5}, "amount": 3.0}),
    ("skirt", {"move": "pleats", "piece": "skirt front", "from_edge": "waist", "to_edge": "hem", "kind": "knife", "count": 2, "depth": 2.0,
               "toward": "side"}),
    ("skirt", {"move": "tucks", "piece": "skirt front", "depth": 1.0, "count": 2,
               "line": [{"edge": "centre front", "from": "hem", "distance": 9}, {"edge": "side", "from": "hem", "distance": 9}]}),
    ("skirt", {"move": "flare", "piece": "skirt front", "edge": "side", "amount": 5.0, "from": {"edge": "side", "level": "hip"}}),
    ("sleeve-compass", {"move": "lift", "piece": "sleeve", "at": {"edge": "cap", "from": "front underarm", "fraction": 0.25}, "height": 4.0,
                        "width": 3.0}),
    ("bodice-direct", {"move": "add_ease", "layer": "jacket"}),
    ("skirt", {"move": "take_in", "piece": "skirt back", "darts": ["waist dart 1", "waist dart 2"], "amount": 0.6}),
    ("skirt", {"move": "take_in_seam", "piece": "skirt front", "at": {"edge": "side", "from": "waist", "distance": 20.0}, "amount": 1.5}),
    ("bodice-direct", {"move": "shoulder_slope", "amount": 1.0}),
    ("bodice-direct", {"move": "shoulder_slope", "amount": -0.7, "armhole": "kept"}),
    ("bodice-direct", {"move": "add_ease", "side": 1.0, "armhole_down": 1.0, "sides_parallel": False}),
    ("bodice-direct", {"move": "cut_along", "piece": "front", "names": ["centre front", "side front"],
                       "line": {"through": [{"edge": "armhole", "from": "side", "fraction": 0.5}, {"dart": "waist dart"}], "shape": "curve"}}),
    ("torso", {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": SHOULDER, "cut_across": True}),
    ("bodice-direct", {"move": "neckline", "shape": "sweetheart", "width": 3.0, "front_depth": 6.0, "back_depth": 2.0}),
    ("bodice-direct", {"move": "neckline", "shape": "scoop", "at_shoulder": 7.0, "front_depth": 4.0, "gape": 0.8, "into": "waist dart"}),
    ("bodice-direct", {"move": "neckline", "shape": "keyhole", "keyhole_on": "back"}),
    ("bodice-direct", {"move": "armhole", "down": 2.0, "in_at_middle": 1.0, "at_shoulder": 1.5}),
    ("bodice-direct", {"move": "armhole", "halter": 4.0, "down": 1.0}),
    ("skirt", {"move": "hem", "shape": "shirt tail", "rise": 6.0}),
    ("skirt", {"move": "hem", "shape": "high-low", "rise": 2.0, "front_up": 6.0, "back_down": 4.0}),
    ("skirt", {"move": "shape_side", "at": {"edge": "side", "from": "hem", "distance": 20}, "amount": 1.2}),
    ("bodice-direct", {"move": "shape_centre", "piece": "back", "at": {"edge": "waist", "from": "centre back", "fraction": 0.0}, "amount": 1.0}),
    ("bodice-direct", {"move": "redraw", "piece": "front", "edge": "neckline", "from": "shoulder", "start": {"out": 2.0}, "end": {"down": 3.0},
                       "through": [{"at": {"edge": "neckline", "fraction": 0.5}, "out": 1.5, "down": 2.0}]}),
    ("bodice-direct", {"move": "square", "piece": "front", "edge": "neckline", "for": 2.0}),
    ("skirt", {"move": "round_corner", "piece": "skirt front", "at": {"edge": "hem", "from": "side", "fraction": 0.0}, "radius": 7.0}),
    ("bodice-direct", {"move": "extend", "piece": "front", "edge": "centre front", "width": 3.0, "as": "facing"}),
    ("skirt", {"move": "extend", "piece": "skirt front", "edge": "hem", "width": 4.0, "as": "hem"}),
    ("bodice-direct", {"move": "blend", "edges": [["front", "armhole"], ["back", "armhole"]]}),
    ("bodice-direct", {"move": "move_shoulder", "amount": 2.5}),
    ("bodice-direct", {"move": "move_shoulder", "amount": -1.5}),
    ("bodice-direct", {"move": "swing_and_join", "piece": "back", "onto": ["front", "shoulder"], "edge": "shoulder"}),
    ("bodice-direct", {"move": "panel", "piece": "front", "from": SHOULDER, "dart": "waist dart", "names": ["centre front", "side front"]}),
    ("skirt", {"move": "yoke", "pieces": ["skirt front", "skirt back"], "edge": "waist", "depth": 7.6}),
    ("skirt", {"move": "yoke", "pieces": ["skirt front"], "edge": "waist", "depth": 12.0, "shape": "straight"}),
    ("skirt", {"move": "cut_across", "pieces": ["skirt back", "skirt front"], "at": {"edge": "side", "level": "hip", "down": 9.0}}),
    ("torso", {"move": "cut_along", "piece": "front", "names": ["centre front", "side front"],
               "line": {"through": [SHOULDER, {"dart": "waist dart"}, {"edge": "hem", "from": "side", "fraction": 0.6}], "shape": "curve"}}),
    ("skirt", {"move": "copy_as", "piece": "skirt front", "name": "facing", "part": [{"edge": "side", "from": "hem", "distance": 30},
               {"edge": "centre front", "from": "hem", "distance": 32}]}),
    ("bodice-direct", {"move": "closure", "seam": "side", "kind": "zip", "length": 15.24}),
    ("bodice-direct", {"move": "notch", "seam": "side", "at": 5.0, "style": "double", "name": "upper"}),
    ("bodice-direct", {"move": "move_notch", "seam": "side", "notch": "side balance", "to": 9.0, "to_b": 10.0}),
    ("bodice-direct", {"move": "promise", "seam": "side", "kind": "gather", "ratio": 1.5, "from": "start", "to": "side balance"}),
    ("bodice-direct", {"move": "unsew", "seam": "side"}),
]  # fmt: skip


def turned(pattern: Pattern) -> Pattern:
    return replace(pattern, pieces=tuple(p.placed(OVER) for p in pattern.pieces))


@pytest.mark.parametrize(("name", "step"), CASES, ids=lambda x: x["move"] if isinstance(x, dict) else x)
def test_turned_over_and_worked_is_worked_and_turned_over(name: str, step: Step) -> None:
    pattern = draft_by(name, WHOLE).pattern
    here, there = (replay(p, read_steps([step]), RULES) for p in (pattern, turned(pattern)))
    assert here.stopped is None, here.stopped
    assert there.stopped is None, there.stopped
    assert [p.name for p in there.pattern.pieces] == [p.name for p in here.pattern.pieces]
    for a, b in zip(here.pattern.pieces, there.pattern.pieces, strict=True):
        over = affinity.scale(polygon(a), -1.0, 1.0, origin=(0, 0))
        # Parts may come to lie elsewhere, slid as a whole: laid on each other at the middle of their boxes.
        slid = affinity.translate(
            polygon(b),
            *(o - s for o, s in zip(over.envelope.centroid.coords[0], polygon(b).envelope.centroid.coords[0], strict=True)),
        )
        assert over.symmetric_difference(slid).area < 0.02, f"{a.name}: {over.symmetric_difference(slid).area:.3f} cm² differ"
        assert {d.name: (round(d.intake, 4), round(d.rule.set_back, 6)) for d in darts_of(a)} == {
            d.name: (round(d.intake, 4), round(d.rule.set_back, 6)) for d in darts_of(b)
        }
        assert sorted(m.name for m in a.marks) == sorted(m.name for m in b.marks)
    known = {s.name for s in pattern.seams}
    assert _opened(there.pattern, known) == _opened(here.pattern, known)
    here_kept, there_kept = (_promised(x.pattern) for x in (here, there))
    assert there_kept == here_kept
    assert _sums(there) == _sums(here)


def _promised(pattern: Pattern) -> dict[str, tuple[list[float], str, bool]]:
    """Which of a dart's legs is told first changes hands."""
    return {
        p.name: (
            sorted(round(x, 3) for x in (p.length_a, p.length_b or 0.0)) if p.kind == "legs" else [round(p.length_a, 3)],
            p.rule,
            p.kept,
        )
        for p in ledger(pattern, RULES)
    }


def _opened(pattern: Pattern, known: set[str]) -> tuple[list[object], list[str]]:
    """Where the notches stand, and what shuts which seam. A new seam begins at the other end of a turned piece: its notch is told from the nearer end of one side."""
    kept = {p.name: p for p in ledger(pattern, RULES) if p.kind != "legs"}
    stands: list[tuple[object, ...]] = []
    for n in pattern.notches:
        if n.seam in known:
            stands.append((n.seam, n.name, n.style, round(n.at_a, 3), n.at_b and round(n.at_b, 3)))
        else:
            stands.append((n.seam, n.name, n.style, round(min(n.at_a, kept[n.seam].length_a - n.at_a), 2)))
    return sorted(stands, key=str), sorted(map(str, pattern.closures))


def _sums(done: Replay) -> list[float]:
    """What was summed up; edges are told in the outline's order, which changes hands."""
    results = [s.result.value for s in done.done[0].working if s.result]
    return [pytest.approx(x, abs=2e-3) for x in sorted(results)]
