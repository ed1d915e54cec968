"""Every school on random plausible bodies: a sound block, or a refusal that names the measure. Never anything else."""

import random  # noqa: TID251  (hypothesis gives the seed)

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from patterncraft.drafting.audit import audit
from patterncraft.drafting.schools import SCHOOLS
from patterncraft.errors import PatternError
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.measures.keys import MEASURES
from patterncraft.paper.sound import closing_gap, crossing_edges
from tests.bodies import random_body
from tests.conftest import draft_by

seeds = st.integers(0, 10**6)


@pytest.mark.parametrize("name", SCHOOLS)
@given(seed=seeds)
@settings(max_examples=25)
def test_a_body_is_drafted_soundly_or_refused_by_its_measure(name: str, seed: int) -> None:
    body = random_body(random.Random(seed))
    try:
        block = draft_by(name, body)
    except PatternError as refused:
        assert refused.field in (*MEASURES, "diameter", "cap_ease")
        assert refused.message.endswith(".")
        return
    for piece in block.pattern.pieces:
        assert closing_gap(piece) < 1e-8
        assert crossing_edges(piece) is None
        assert piece.area > 0
    assert [p.name for p in ledger(block.pattern, HouseRules()) if not p.kept] == []
    girths = {g.name.capitalize() for g in block.girths}
    assert [x.title for x in audit(block, HouseRules()) if x.kept is False and x.title in girths] == []


@given(seed=seeds, key=st.sampled_from(list(MEASURES)), value=st.floats(0.1, 400))
@settings(max_examples=150)
def test_a_body_with_one_absurd_measure_is_drafted_or_refused_in_words(seed: int, key: str, value: float) -> None:
    body = random_body(random.Random(seed)) | {key: value}
    for name in SCHOOLS:
        try:
            block = draft_by(name, body)
        except PatternError as refused:
            assert refused.message
        else:
            assert all(crossing_edges(p) is None and p.area > 0 for p in block.pattern.pieces)
