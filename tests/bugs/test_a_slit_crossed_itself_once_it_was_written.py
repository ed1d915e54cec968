"""Half a disc taped to the lower part of an edge lies along the upper part with its other side: a slit. Written down with six
decimals, its two sides cross by the last digit; read back it was refused as an outline that crosses itself."""

from __future__ import annotations

from patterncraft.formats.openfile import PatternFile
from patterncraft.formats.openfile_io import pattern_file, read_file, read_pattern, write_file
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.replay import replay
from tests.conftest import draft_by
from tests.samples import WHOLE, polygon

STEPS = [
    {"move": "godet", "length": 7.813736089211674, "circle": "half", "at": "underarm"},
    {"move": "join_pieces", "a": ["sleeve", "godet left side"], "b": ["godet", "left side"]},
]


def test_a_sleeve_with_half_a_disc_taped_on_is_written_and_read_back() -> None:
    done = replay(draft_by("sleeve-compass", WHOLE).pattern, read_steps(STEPS), HouseRules())
    assert done.stopped is None
    again = read_pattern(read_file(write_file(pattern_file(done.pattern, "slit")), PatternFile))
    before, after = (polygon(p.piece("sleeve")).area for p in (done.pattern, again))
    assert abs(before - after) < 1e-3
