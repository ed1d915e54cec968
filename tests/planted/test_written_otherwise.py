"""A fault is the same fault from whichever end its seams are walked, and whichever side of them is written first: as much of it is found."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

import pytest

from patterncraft.checks.examine import examine
from patterncraft.checks.subject import Subject
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import Replay
from tests.other_end import WRITTEN, sides_changed
from tests.planted.faults import FAULTS
from tests.planted.ground import Planted
from tests.planted.test_laid_otherwise import amounts

BY_THE_END = ("notch-pair", "seam-length", "cap-below", "notch-corner")
"""What is told between notches, of sides that are not equally long."""


def written(subject: Subject, how: Callable[[Pattern], Pattern]) -> Subject:
    """The same question asked of seams that are written otherwise, from the blocks on."""
    recipe = subject.replay
    if recipe is not None:
        done = tuple(replace(d, before=how(d.before), after=how(d.after)) for d in recipe.done)
        recipe = Replay(how(recipe.start), done)
    record = subject.record
    if how is sides_changed:
        seams = tuple(s if s.b is None else s.model_copy(update={"a": s.b, "b": s.a}) for s in record.seams)
        record = record.model_copy(update={"seams": seams})
    return replace(subject, pattern=how(subject.pattern), replay=recipe, record=record, ledger=None)


@pytest.mark.parametrize("how", WRITTEN)
@pytest.mark.parametrize("fault", FAULTS, ids=lambda f: f.title)
def test_written_otherwise_as_much_is_found(fault: Planted, how: str) -> None:
    subject = fault.spoilt()
    # Where one side is longer, each notch is off by that much from the one end or from the other: it is told where it is walked from.
    by_end = BY_THE_END if how == "from the other end" else ()
    here, there = (tuple(f for f in examine(x) if f.code not in by_end) for x in (subject, written(subject, WRITTEN[how])))
    assert sorted((f.code, f.amount) for f in there) == amounts(here)
    assert sorted((f.code, f.seam) for f in there) == sorted((f.code, f.seam) for f in here)
