"""Two faults that ten thousand random sequences found: a dart closed at an edge beside its own thread of paper ended in a library's own
exception; a dart rotated but for a thousandth left a slit whose legs lay on each other."""

from __future__ import annotations

import random  # noqa: TID251  (seeded here)

import pytest

from patterncraft.drafting.schools import school
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.account import paper_account
from patterncraft.paper.dart import darts_of, find_dart
from patterncraft.replay import replay
from tests.bodies import random_body
from tests.conftest import draft
from tests.rich import worked
from tests.samples import FIGURES, polygon

RULES = HouseRules()


def test_a_dart_is_closed_where_a_cut_leaves_it_by_a_thread_of_paper() -> None:
    """The body and the cut of one of the sequences that found it."""
    pattern = school("bodice-half-sheet").draft(random_body(random.Random(2026066880199))).pattern
    line = [{"edge": "hem", "fraction": 0.682}, {"edge": "armhole", "fraction": 0.097}]
    steps = [
        {"move": "cut_along", "piece": "back", "line": line},
        {"move": "close_dart", "piece": "side back", "dart": "waist dart"},
    ]
    done = replay(pattern, read_steps(steps), RULES)
    assert done.stopped is None, done.stopped
    assert all(line.balanced for line in paper_account(done.pattern))
    assert polygon(done.pattern.piece("side back")).is_valid


@pytest.mark.parametrize("share", [0.9996, 0.99999])
def test_but_for_a_hair_is_all_of_it(share: float) -> None:
    block = draft(FIGURES["average"]).pattern
    step = {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": "shoulder", "fraction": 0.5}}
    after = worked(block, step | {"share": share}).piece("front")
    assert "waist dart" not in [d.name for d in darts_of(after)]
    whole = worked(block, step).piece("front")
    assert find_dart(after, "shoulder dart").intake == pytest.approx(find_dart(whole, "shoulder dart").intake, abs=1e-9)


def test_what_can_be_sewn_is_left() -> None:
    """One per cent of a 2.5 cm dart is a quarter of a millimetre: it stays, as asked."""
    block = draft(FIGURES["average"]).pattern
    step = {
        "move": "rotate_dart",
        "piece": "front",
        "dart": "waist dart",
        "to": {"edge": "shoulder", "fraction": 0.5},
        "share": 0.99,
    }
    left = find_dart(worked(block, step).piece("front"), "waist dart")
    assert left.intake == pytest.approx(0.01 * find_dart(block.piece("front"), "waist dart").intake, rel=0.01)
