"""Tape that ran over an open dart was given whole to one part when a cut came out of that dart; a double-pointed dart beside a dart that
the cut closed was looked for where its paper no longer lay."""

from __future__ import annotations

import shapely

from tests.conftest import draft_by
from tests.patterncraft.moves.test_opening_moves import skirt
from tests.rich import worked
from tests.samples import WHOLE, polygon


def test_each_part_keeps_the_tape_that_lies_on_it() -> None:
    longer = worked(
        skirt(),
        {"move": "lengthen", "pieces": ["skirt back"], "at": {"edge": "side", "from": "waist", "distance": 6.0}, "amount": 1.0},
    )
    before = longer.piece("skirt back")
    lines = [shapely.LineString([(t.start.real, t.start.imag), (t.end.real, t.end.imag)]) for t in before.paper.tapes]
    on_paper = sum(line.intersection(polygon(before).buffer(0.005)).length for line in lines)
    after = worked(
        longer, {"move": "cut_along", "piece": "skirt back", "line": [{"dart": "waist dart 1"}, {"edge": "side", "fraction": 0.6}]}
    )
    kept = 0.0
    for name in ("upper skirt back", "lower skirt back", "centre skirt back", "side skirt back"):
        for p in after.pieces:
            if p.name == name:
                shape = polygon(p).buffer(0.005)
                kept += sum(
                    shapely.LineString([(t.start.real, t.start.imag), (t.end.real, t.end.imag)]).intersection(shape).length
                    for t in p.paper.tapes
                )
    assert abs(kept - on_paper) < 0.1
    assert on_paper > 30


def test_a_panel_past_a_double_pointed_dart_of_a_closed_one() -> None:
    """Through the bust point of a torso from side to hem: the line crosses the waist dart; its halves lie open on both parts."""
    torso = draft_by("torso", WHOLE).pattern
    step = {"move": "panel", "piece": "front", "from": {"edge": "side", "from": "hem", "fraction": 0.35}, "dart": "side dart",
            "to": {"edge": "armhole", "fraction": 0.5}}  # fmt: skip
    after = worked(torso, step)
    whole = polygon(torso.piece("front")).area
    parts = [p for p in after.pieces if "front" in p.name]
    assert abs(sum(polygon(p).area for p in parts) - whole - sum(p.paper.new - p.paper.away for p in parts)) < 0.1
