"""A skirt back lies on the fold and its grainline along it; the line was drawn on the part that swings, and leaned with it by the dart's angle."""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.piece import Piece
from patterncraft.replay import replay
from tests.conftest import draft_by
from tests.samples import WHOLE

FLARE: dict[str, Any] = {"move": "convert_dart", "piece": "skirt back", "dart": "waist dart 1", "into": "flare"}
TO_HEM: dict[str, Any] = {
    "move": "rotate_dart",
    "piece": "skirt back",
    "dart": "waist dart 1",
    "to": {"edge": "hem", "fraction": 0.5},
}


def lean(piece: Piece) -> float:
    """cm by which the grainline leaves the upright over its length, and whether it lies on the paper."""
    assert piece.grain is not None
    line = piece.grain.end - piece.grain.start
    assert abs(line.imag) > 10
    assert piece.contains(piece.grain.start, piece.grain.end) == [True, True]
    return line.real


@pytest.mark.parametrize("step", [FLARE, TO_HEM], ids=["flare", "to the hem"])
def test_the_grain_stays_along_the_fold(step: dict[str, Any]) -> None:
    pattern = draft_by("skirt", WHOLE).pattern
    assert lean(pattern.piece("skirt back")) == pytest.approx(0.0, abs=1e-9)
    done = replay(pattern, read_steps([step]), HouseRules())
    assert done.stopped is None
    after = done.pattern.piece("skirt back")
    fold = next(e.path for e in after.outline if e.kind == "fold")
    assert fold.start.real == pytest.approx(fold.end.real, abs=1e-9), "the fold stayed put"
    assert lean(after) == pytest.approx(0.0, abs=1e-9)


def test_a_part_without_a_centre_takes_its_grain_along() -> None:
    """A side panel has no fold to lie along: its grain is its paper's."""
    pattern = draft_by("bodice-direct", WHOLE).pattern
    cut = {
        "move": "cut_along",
        "piece": "front",
        "line": [{"edge": "armhole", "from": "shoulder", "fraction": 0.5}, {"dart": "waist dart"}],
        "names": ["centre front", "side front"],
    }
    parts = replay(pattern, read_steps([cut]), HouseRules()).pattern
    assert parts.piece("side front").grain is not None
    assert abs(lean(parts.piece("centre front"))) < 1e-9
