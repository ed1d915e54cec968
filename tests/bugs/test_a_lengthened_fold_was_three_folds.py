"""A skirt made longer had its centre front in three parts, and was told to be cut with a seam there."""

from __future__ import annotations

import pytest

from patterncraft.paper.fold import lies_on_fold
from tests.conftest import draft_by
from tests.rich import worked
from tests.samples import WHOLE


@pytest.mark.parametrize("amount", [6.0, -6.0])
def test_a_fold_stays_one_fold_and_a_side_one_side(amount: float) -> None:
    step = {"move": "lengthen", "pieces": ["skirt front", "skirt back"], "at": {"edge": "side", "fraction": 0.5}, "amount": amount}
    for piece in worked(draft_by("skirt", WHOLE).pattern, step).pieces:
        assert lies_on_fold(piece)
        assert [e.name for e in piece.outline].count("side") == 1
