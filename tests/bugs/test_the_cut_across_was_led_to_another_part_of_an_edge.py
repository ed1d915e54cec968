"""A double-pointed dart cut across first, on a piece whose side lies in two parts beside one seam: the cut was told a distance along the
wrong part."""

from __future__ import annotations

import pytest

from patterncraft.ledger import ledger
from tests.conftest import draft_by
from tests.rich import RULES, worked
from tests.samples import WHOLE, polygon


@pytest.mark.parametrize("share", [0.15, 0.192])
def test_the_dart_is_cut_across_where_it_is_widest(share: float) -> None:
    panel = {"move": "panel", "piece": "front", "from": {"edge": "side", "fraction": share}, "dart": "side dart", "soften": 5.4}
    before = worked(draft_by("torso", WHOLE).pattern, panel)
    before = worked(before, {"move": "add_ease", "side": 1.6, "centre": 0.5, "sides_parallel": True})
    piece = before.piece("centre front")
    lens = piece.lenses[0]
    after = worked(
        before, {"move": "convert_dart", "piece": "centre front", "dart": "waist dart", "cut_across": True, "into": "tuck"}
    )
    parts = [p for p in after.pieces if p.name not in {q.name for q in before.pieces}]
    assert len(parts) == 2
    low, high = sorted((polygon(p).bounds for p in parts), key=lambda b: b[1])
    assert low[3] == pytest.approx(lens.widest_at.imag, abs=0.6)
    assert high[1] == pytest.approx(lens.widest_at.imag, abs=0.6)
    assert all(p.kept or p.cure for p in ledger(after, RULES))
