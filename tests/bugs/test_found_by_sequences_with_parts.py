"""Faults of random work with parts, each cut down to the steps that bring it about: done whole, or refused in words that name the place."""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.moves.registry import read_steps
from patterncraft.replay import replay
from tests.rich import RULES
from tests.sequences import assert_done_or_refused, fault_in, filed, start_of

Step = dict[str, Any]
FOUND: dict[str, tuple[int, list[Step], str]] = {
    "a sleeve by the compass for an armhole that goes straight up": (
        2026061080047,
        [
            {"move": "yoke", "pieces": ["back", "front"], "edge": "side", "depth": 12.8, "shape": "parallel", "below": "dart"},
            {"move": "put_away", "piece": "front yoke"},
            {"move": "sleeve", "school": "sleeve-compass", "cap_ease": 2.2},
        ],
        "the armhole goes straight up from the side seam",
    ),
    "a blend that took from one end of a hem what it gave at the other": (
        2026062080045,
        [
            {"move": "raglan", "neck_front": 3.35, "neck_back": 4.83, "inverted": True},
            {"move": "cuff", "stretch": 1.3},
            {"move": "blend", "seams": ["wrist"]},
        ],
        "",
    ),
    "two cuffs on one hem gathered it to less than nothing": (
        2026062880099,
        [
            {"move": "bishop", "opening": 8.4, "slit": 0.0, "hem_drop": 1.0},
            {"move": "cuff"},
            {"move": "cut_plan", "piece": "sleeve", "count": 4, "as": "pair", "stretch": 47.0},
            {"move": "cuff", "stretch": 1.0},
        ],
        "",
    ),
    "a dolman of a front whose centre a lapel had taken": (
        2026064480125,
        [
            {"move": "collar", "kind": "lapel", "button_stand": 2.16, "break_above_waist": 4.9, "inset": 0.7, "fall": 10.8, "notch": 3.6},
            {"move": "dolman", "angle": 23.5},
        ],
        "front: it has no centre any more",
    ),
    "elastic over a hem that opens left its buttons on a seam that was gone": (
        2026067580237,
        [
            {"move": "extend", "piece": "sleeve", "edge": "cap", "width": 1.4, "as": "allowance", "shape": "parallel"},
            {"move": "closure", "kind": "buttons", "length": 29.8, "piece": "sleeve", "edge": "hem", "count": 11},
            {"move": "elastic", "edges": [["sleeve", "hem"], ["sleeve", "cap allowance front underarm"]]},
        ],
        "",
    ),
    "a puff of a sleeve whose cap was let go moved a notch off its cap": (
        2026067780239,
        [
            {"move": "promise", "seam": "armhole", "kind": "free"},
            {"move": "puff", "width": 10.4, "height": 3.0, "lined": True},
        ],
        "",
    ),
    "the intake of a dart between two edges was taken from one that was not named": (
        2026069180298,
        [{"move": "share_intake", "piece": "front", "dart": "shoulder dart", "to": [{"edge": "armhole", "amount": 1.07}]}],
        "",
    ),
    "a slit's facing from a side that turns back beside it": (
        2026070580343,
        [{"move": "slit", "piece": "front", "at": {"edge": "side", "fraction": 0.685}, "length": 9.6, "facing": True}],
        "the edge turns back beside the slit there",
    ),
    "an elastic a hair longer than what it lies on": (
        2026073880436,
        [
            {"move": "unfold", "piece": "skirt back"},
            {"move": "rename", "piece": "skirt back", "name": "whole back"},
            {"move": "shape_side", "at": {"edge": "waist", "fraction": 0.504}, "amount": 0.6990242703417802},
            {"move": "elastic", "edges": [["whole back", "right waist"], ["skirt front", "waist"]]},
        ],
        "",
    ),
    "names put together of names until no label had room for them": (
        2026074080448,
        [
            {"move": "cut_across", "pieces": ["skirt back", "skirt front"], "at": {"edge": "centre back", "level": "hip", "down": -2.8}},
            {"move": "cut_along", "piece": "lower skirt back", "line": "hip"},
            {"move": "cut_along", "piece": "lower lower skirt back", "line": {"shape": "curve", "square_end": True,
             "through": [{"edge": "centre back", "fraction": 0.5}, {"edge": "lower skirt back style line", "fraction": 0.513}]}},
            {"move": "wrap_sleeve", "piece": "upper lower lower skirt back", "edge": "centre back",
             "onto": ["lower lower lower skirt back", "centre back"], "turned": False},
            {"move": "extend", "piece": "lower lower lower skirt back", "edge": "lower lower lower skirt back lower skirt back style line",
             "width": 4.2, "as": "allowance", "shape": "tapered"},
        ],
        "",
    ),
    "a dart that opens in the centre was taken for the centre": (
        2026074380427,
        [
            {"move": "divide_dart", "piece": "back", "dart": "waist dart", "into": [{"to": {"edge": "shoulder", "fraction": 0.293}, "share": 0.477},
             {"to": {"edge": "neckline", "fraction": 0.416}, "share": 0.492}]},
            {"move": "rotate_dart", "piece": "back", "dart": "shoulder dart", "to": {"edge": "centre back", "fraction": 0.473}, "share": 0.12},
            {"move": "off_shoulder", "neck_width": 22.9, "depth": 9.5},
        ],
        "",
    ),
    "a bishop of a sleeve with a dart in its hem beside the one at its elbow": (
        2026078180557,
        [
            {"move": "rotate_dart", "piece": "sleeve", "dart": "elbow dart", "to": {"edge": "hem", "fraction": 0.446}, "share": 0.27},
            {"move": "bishop", "opening": 2.85, "slit": 5.0, "hem_drop": 0.8},
        ],
        "",
    ),
}  # fmt: skip


@pytest.mark.parametrize("what", FOUND)
def test_it_is_done_whole_or_refused_in_words(what: str) -> None:
    seed, steps, refused = FOUND[what]
    assert_done_or_refused(start_of(seed), steps, refused)


def test_the_lining_of_a_shoulder_in_two_parts_is_sewn_part_to_part() -> None:
    """The pleat makes the lining's outline begin elsewhere, so that its parts are counted otherwise; each is as long as the shell's part."""
    soft = {"from": {"edge": "shoulder", "fraction": 0.36}, "dart": "shoulder dart", "soften": 5.9, "to": {"dart": "shoulder dart"}}
    panel = {"move": "panel", "piece": "back", **soft}
    start = filed(start_of(2026161783044))
    done = replay(start, read_steps([panel, {"move": "lining", "shorter": 0.75, "pleat": 1.5}]), RULES)
    assert done.stopped is None
    after = done.pattern
    shell, lining = after.seam("shoulder"), after.seam("lining shoulder")
    assert len(shell.b) == 3
    assert [after.side_length((x,)) for x in lining.b] == pytest.approx([after.side_length((x,)) for x in shell.b])
    assert fault_in(after) == ""
