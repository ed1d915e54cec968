"""Two recipes side by side: which steps both have, which stand in one only."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from difflib import SequenceMatcher

from ..moves.move import Move


@dataclass(frozen=True, slots=True)
class StepSideBySide:
    """A place in both recipes: number of the step (from 1) in each, None where it has none there. Both set and unlike: changed."""

    a: int | None
    b: int | None


def differing_steps(a: Sequence[Move], b: Sequence[Move]) -> list[StepSideBySide]:
    """Steps in which two recipes differ, in order; notes and chapters change no paper and do not count."""
    one, other = ([_done_on_paper(s) for s in steps] for steps in (a, b))
    found: list[StepSideBySide] = []
    for _, i0, i1, j0, j1 in (x for x in SequenceMatcher(None, one, other, autojunk=False).get_opcodes() if x[0] != "equal"):
        for k in range(max(i1 - i0, j1 - j0)):
            found.append(StepSideBySide(i0 + k + 1 if i0 + k < i1 else None, j0 + k + 1 if j0 + k < j1 else None))
    return found


def _done_on_paper(step: Move) -> str:
    return step.model_dump_json(exclude={"note", "chapter"})
