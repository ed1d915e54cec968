"""Merging a dart that is not there told, of all names, the one under which the other dart was kept for the while."""

from __future__ import annotations

from tests.conftest import draft
from tests.patterncraft.moves.test_shaping import stopped
from tests.samples import FIGURES


def test_the_darts_there_are_are_told_by_their_own_names() -> None:
    block = draft(FIGURES["no side dart"]).pattern
    error = stopped(block, {"move": "merge_darts", "piece": "front", "darts": ["side dart"], "into": "waist dart"})
    assert "no dart called “side dart”. There is: waist dart." in str(error)
