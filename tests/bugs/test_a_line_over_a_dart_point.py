"""A line that runs over a dart's point without naming it left a part that hung together by nothing, and whose own file was
refused; a drawn line that ended in a dart left half a dart on each part."""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.formats.openfile import PatternFile
from patterncraft.formats.openfile_io import pattern_file, read_file, read_pattern, write_file
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import darts_of, find_dart
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import replay
from tests.conftest import draft
from tests.samples import WHOLE, assert_same_outline, polygon

RULES = HouseRules()
DART = {"dart": "waist dart"}
ARMHOLE = {"edge": "armhole", "from": "shoulder", "fraction": 0.5}
CENTRE = {"edge": "centre front", "from": "waist", "fraction": 0.4}


def work(pattern: Pattern, *steps: dict[str, Any]) -> Pattern:
    done = replay(pattern, read_steps(list(steps)), RULES)
    assert done.stopped is None, done.stopped
    return done.pattern


def one_dart() -> Pattern:
    return work(draft(WHOLE).pattern, {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": DART})


def test_a_level_line_at_the_darts_point_closes_the_dart_into_the_seam() -> None:
    """Through the front at the level of the bust point, which the line does not name."""
    block = one_dart()
    front = block.piece("front")
    pivot = find_dart(front, "waist dart").pivot
    level = [{"edge": edge, "level": "bust", "down": 0.0} for edge in ("centre front", "side")]
    done = work(block, {"move": "cut_along", "piece": "front", "line": level, "names": ["upper", "lower"]})
    upper, lower = done.piece("upper"), done.piece("lower")
    assert darts_of(lower) == []
    assert any(abs(e.path.start - pivot) < 1e-9 for e in lower.outline)
    assert polygon(upper).area + polygon(lower).area == pytest.approx(polygon(front).area, abs=1e-2)
    # Left open, the lower part would hang by a thread at the pivot: half a millimetre less all round and it falls in two.
    assert polygon(lower).buffer(-0.05).geom_type == "Polygon"
    again = read_pattern(read_file(write_file(pattern_file(done, "x")), PatternFile))
    assert [p.name for p in again.pieces] == [p.name for p in done.pieces]


@pytest.mark.parametrize("line", [[ARMHOLE, DART], [DART, ARMHOLE], [ARMHOLE, DART, CENTRE]])
def test_a_line_drawn_first_is_cut_as_one_that_is_said(line: list[dict[str, Any]]) -> None:
    block = one_dart()
    cut = {"move": "cut_along", "piece": "front", "names": ["one", "other"], "seam": "panel"}
    said = work(block, {**cut, "line": line})
    drawn = work(block, {"move": "draw_line", "piece": "front", "line": line, "name": "panel line"}, {**cut, "line": "panel line"})
    for name in ("one", "other"):
        # The ends of a drawn line are looked for on the outline: to a ten-thousandth of a millimetre.
        assert_same_outline(drawn.piece(name), said.piece(name), 1e-5)
        assert [d.name for d in darts_of(drawn.piece(name))] == [d.name for d in darts_of(said.piece(name))]
    assert [(p.name, p.kept) for p in ledger(drawn, RULES)] == [(p.name, p.kept) for p in ledger(said, RULES)]
