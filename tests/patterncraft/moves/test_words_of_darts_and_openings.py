"""The moves of darts and openings in words, and each line of their working worked out again from what stands in it."""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.moves.registry import read_steps
from patterncraft.replay import replay
from tests.conftest import draft_by
from tests.patterncraft.moves.test_words import PATTERNS
from tests.rich import RULES
from tests.samples import WHOLE
from tests.sums import assert_sum_comes_out

Step = dict[str, Any]

SAID: list[tuple[str, Step, str]] = [
    ("bodice", {"move": "divide_dart", "piece": "front", "dart": "waist dart", "into": [{"to": {"edge": "shoulder", "fraction": 0.5}, "share": 0.5}]},
     "Divide the waist dart of the front: 50 % to the middle of the shoulder, 50 % stays."),
    ("bodice", {"move": "merge_darts", "piece": "front", "darts": ["side dart"], "into": "waist dart"},
     "Merge the side dart of the front into its waist dart."),
    ("skirt", {"move": "merge_darts", "piece": "skirt back", "darts": ["waist dart 2"], "into": "waist dart 1"},
     "Merge the waist dart 2 of the skirt back into its waist dart 1."),
    ("skirt", {"move": "share_intake", "piece": "skirt back", "dart": "waist dart 2", "to": [{"dart": "waist dart 1", "amount": 1.0}, {"edge": "side", "amount": 0.5}]},
     "Give up the waist dart 2 of the skirt back and take it in elsewhere: 1.0 cm into the waist dart 1, 0.5 cm at the side."),
    ("bodice", {"move": "shape_dart", "piece": "front", "dart": "waist dart", "shape": "in", "depth": 0.3, "ease_at_point": True},
     "Sew the waist dart of the front hollowed, so that it takes up less, by 0.3 cm, its point softened, run out along the fold."),
    ("bodice", {"move": "fold_dart", "piece": "front", "dart": "waist dart", "toward": "side"},
     "Fold the waist dart of the front toward the side, and cut its mouth so."),
    ("bodice", {"move": "set_dart_point", "piece": "front", "dart": "waist dart", "by": "bust radius", "darts": "pivot"},
     "End the waist dart of the front by the bust's radius short of its pivot, and all others of that pivot."),
    ("bodice", {"move": "convert_dart", "piece": "front", "dart": "waist dart", "into": "gather"},
     "Turn the waist dart of the front into gathers, about its mouth."),
    ("skirt", {"move": "convert_dart", "piece": "skirt front", "dart": "waist dart", "into": "flare"},
     "Turn the waist dart of the skirt front into flare, down to the lower edge."),
    ("bodice", {"move": "contour", "piece": "front", "at": {"edge": "neckline", "fraction": 0.5}, "amount": 0.6, "into": "waist dart"},
     "Take 0.6 cm of gape out of the front at the middle of the neckline, into its waist dart, the sliver ending at its pivot."),
    ("skirt", {"move": "lengthen", "pieces": ["skirt front", "skirt back"], "at": {"edge": "side", "level": "hip", "down": 10}, "amount": -4},
     "Make the skirt front and skirt back 4.0 cm shorter, cut level at the side, 10.0 cm below the hip."),
    ("skirt", {"move": "pleats", "piece": "skirt back", "from_edge": "hem", "to_edge": "waist", "count": 1, "kind": "box", "depth": 2, "ends": "nothing"},
     "Lay box pleats into the skirt back from the hem to the waist, once, each 2.0 cm deep, running out to nothing, laid outward."),
    ("skirt", {"move": "tucks", "piece": "skirt front", "line": [{"edge": "centre front", "from": "hem", "distance": 9}, {"edge": "side", "from": "hem", "distance": 9}], "depth": 1, "count": 2},
     "Lay 2 tucks into the skirt front from the centre front, 9.0 cm from the hem to the side, 9.0 cm from the hem, 1.0 cm deep, 2.0 cm apart."),
    ("skirt", {"move": "flare", "piece": "skirt front", "edge": "side", "amount": 4, "from": {"edge": "side", "level": "hip"}},
     "Flare the side of the skirt front by 4.0 cm at the hem, from the side at the level of the hip."),
    ("skirt", {"move": "godet", "at": "side", "length": 20, "circle": "quarter"},
     "Set a godet, “godet”, 20.0 cm long into the side seam, from the hem up, a quarter of a circle."),
    ("sleeve", {"move": "lift", "piece": "sleeve", "at": {"edge": "cap", "fraction": 0.25}, "height": 3, "width": 2},
     "Lift the sleeve above the cap, {quarter} cm from the start by 3.0 cm, and widen it there by 2.0 cm."),
    ("skirt", {"move": "godet", "at": "side", "length": 20, "width": 30},
     "Set a godet, “godet”, 20.0 cm long into the side seam, from the hem up, 30.0 cm wide at the hem."),
    ("bodice", {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": "shoulder", "fraction": 0.5}, "cut_across": True},
     "Rotate the waist dart of the front to the middle of the shoulder, all of it, cut across at its widest first."),
    ("bodice", {"move": "divide_dart", "piece": "front", "dart": "waist dart", "cut_across": True,
                "into": [{"to": {"edge": "shoulder", "fraction": 0.5}, "share": 1.0}]},
     "Divide the waist dart of the front: 100 % to the middle of the shoulder, cut across at its widest first."),
    ("bodice", {"move": "add_ease", "layer": "dress", "armhole_down": 1.5},
     "Add ease for a dress: the armhole 1.5 cm down, all down the side."),
]  # fmt: skip


@pytest.mark.parametrize(("name", "step", "sentence"), SAID)
def test_the_newer_moves_are_said_so_and_their_sums_come_out(name: str, step: Step, sentence: str) -> None:
    pattern = draft_by("sleeve-compass", WHOLE).pattern if name == "sleeve" else PATTERNS[name]()
    replayed = replay(pattern, read_steps([step]), RULES)
    assert replayed.stopped is None, replayed.stopped
    (done,) = replayed.done
    said = done.step.spoken(done.before, "cm")
    quarter = sum(e.length for p in pattern.pieces for e in p.outline if e.name == "cap") / 4
    assert said == sentence.format(quarter=f"{quarter:.1f}")
    assert len(done.working) >= 2
    for line in done.working:
        assert_sum_comes_out(line)
    inches = done.step.spoken(done.before, "in")
    assert " cm" not in inches
    assert "{" not in done.step.spoken(None, "cm")


LABELS: list[tuple[str, Step, list[str]]] = [
    ("bodice", {"move": "shape_dart", "piece": "front", "dart": "waist dart", "shape": "in", "depth": 0.3},
     ["Stitching, one side, before", "Stitching now, one side and the other"]),
    ("skirt", {"move": "lengthen", "pieces": ["skirt front"], "at": {"edge": "side", "level": "hip", "down": 10}, "amount": 4},
     ["Longer by", "Skirt front, side: before, now", "Skirt front, centre front: before, now", "Skirt front: new paper, put away"]),
]  # fmt: skip


@pytest.mark.parametrize(("name", "step", "labels"), LABELS)
def test_their_sums_stand_under_these_words(name: str, step: Step, labels: list[str]) -> None:
    done = replay(PATTERNS[name](), read_steps([step]), RULES)
    assert done.stopped is None, done.stopped
    said = [s.label for s in done.done[0].working]
    assert [label for label in labels if label not in said] == []


def test_one_tuck_has_no_number_and_two_have() -> None:
    line = [{"edge": "centre front", "from": "hem", "distance": 9}, {"edge": "side", "from": "hem", "distance": 9}]
    step = {"move": "tucks", "piece": "skirt front", "line": line, "depth": 1, "spacing": 3}
    for count, names in ((1, {"tuck stitching"}), (2, {"tuck 1 stitching", "tuck 2 stitching"})):
        done = replay(PATTERNS["skirt"](), read_steps([step | {"count": count}]), RULES)
        assert {x.name for x in done.pattern.piece("skirt front").lines if "tuck" in x.name} == names


@pytest.mark.parametrize(("kind", "seams"), [("seam", 1), ("opening", 0), ("hem", 0)])
def test_only_a_fold_that_becomes_a_seam_is_sewn_to_itself(kind: str, seams: int) -> None:
    before = PATTERNS["bodice"]()
    done = replay(before, read_steps([{"move": "turn_edge_into", "piece": "front", "edge": "centre front", "kind": kind}]), RULES)
    assert done.stopped is None, done.stopped
    assert len(done.pattern.seams) - len(before.seams) == seams


def test_a_level_pivot_that_both_halves_share_is_the_upper_ones_to_turn() -> None:
    """Cut across, and no place named: the upper half is meant, where the bust is."""
    torso = draft_by("torso", WHOLE).pattern
    step = {"move": "convert_dart", "piece": "front", "dart": "waist dart", "into": "ease", "cut_across": True}
    after = replay(torso, read_steps([step]), RULES).pattern
    assert [d.name for d in after.piece("upper front").darts] == ["side dart"]
    assert [d.name for d in after.piece("lower front").darts] == ["waist dart"]
