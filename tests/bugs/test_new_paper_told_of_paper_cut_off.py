"""An armhole hollowed out told the paper it cut off as new: the place by which a lobe was judged lay in a spike without width."""

from __future__ import annotations

import pytest

from tests.conftest import draft
from tests.rich import worked
from tests.samples import FIGURES, polygon


@pytest.mark.parametrize("figure", ["average", "small", "full"])
def test_a_hollowed_armhole_has_no_new_paper(figure: str) -> None:
    before = draft(FIGURES[figure]).pattern
    after = worked(before, {"move": "armhole", "down": 1.0, "in_at_middle": 1.0, "at_shoulder": 2.0})
    for piece in after.pieces:
        assert piece.paper.patches == ()
        assert piece.paper.away == pytest.approx(polygon(before.piece(piece.name)).area - polygon(piece).area, abs=0.02)
