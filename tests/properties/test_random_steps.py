"""Random legal work of all moves over random bodies and five schools (the bench runs more of it)."""

from __future__ import annotations

import json

import pytest

from tests.sequences import run_sequences


@pytest.mark.parametrize(("seed", "from_files"), [(0, False), (1, False), (2, True), (3, True)])
def test_nothing_is_lost_whatever_is_done(seed: int, from_files: bool) -> None:
    """After any sequence of legal steps: outlines closed and simple, no slit left open, notches on their edges, the paper account
    and every side accounted for, and every way out takes the pattern. Also when it lay in a file between any two steps,
    where six decimals put congruent legs and cut edges a few millionths apart."""
    told = run_sequences(seed, 18, longest=8, from_files=from_files)
    assert told.steps > 30
    for own, what, steps in told.faults:
        raise AssertionError(f"seed {own}: {what}\nafter {json.dumps(steps, indent=1)}")
