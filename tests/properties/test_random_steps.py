"""Random legal work of all moves over random bodies and five schools (the bench runs more of it)."""

from __future__ import annotations

import json

import pytest

from tests.sequences import run_sequences


@pytest.mark.parametrize("seed", range(4))
def test_nothing_is_lost_whatever_is_done(seed: int) -> None:
    """After any sequence of legal steps: outlines closed and simple, notches on their edges, the paper account and every side
    accounted for, and every way out takes the pattern."""
    told = run_sequences(seed, 25, longest=8)
    assert told.steps > 40
    for own, what, steps in told.faults:
        raise AssertionError(f"seed {own}: {what}\nafter {json.dumps(steps, indent=1)}")
