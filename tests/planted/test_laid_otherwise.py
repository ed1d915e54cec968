"""A fault is the same fault whichever way its sheets lie: turned over, or swung aslant, the same checks find as much of it at the same place of the paper."""

from __future__ import annotations

from dataclasses import replace

import pytest

from patterncraft.checks.examine import examine
from patterncraft.checks.finding import Finding
from patterncraft.checks.subject import Subject
from patterncraft.geometry.transform import Transform
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.replay import Done, Replay
from tests.patterncraft.moves.test_turned_over import PLACED, laid
from tests.planted.faults import FAULTS
from tests.planted.ground import Planted

NEAR = 0.05
"""cm by which places may differ; amounts by a thousandth of what they are."""


def lying(subject: Subject, by: Transform) -> Subject:
    """The same question asked of sheets that lie otherwise, from the blocks on."""
    recipe = subject.replay
    if recipe is not None:
        done = tuple(replace(d, before=laid(d.before, by, 0), after=laid(d.after, by, 0)) for d in recipe.done)
        recipe = Replay(laid(recipe.start, by, 0), _one_sheet_each(recipe, done, by))
    return replace(subject, pattern=laid(subject.pattern, by, 0), replay=recipe, ledger=None)


def _one_sheet_each(recipe: Replay, done: tuple[Done, ...], by: Transform) -> tuple[Done, ...]:
    """What a step left alone is the very sheet that it was."""
    known: dict[int, Piece] = {}

    def sheet(pattern: Pattern) -> Pattern:
        pieces = tuple(known.setdefault(id(p), p.placed(by)) for p in pattern.pieces)
        return replace(pattern, pieces=pieces)

    return tuple(replace(d, before=sheet(d.before), after=sheet(d.after)) for d in recipe.done)


def key(f: Finding) -> tuple[str, str, str, str]:
    return f.code, f.piece, f.edge, f.seam


def amounts(found: tuple[Finding, ...]) -> list[object]:
    return [
        (code, pytest.approx(amount, abs=1e-3 * max(1.0, abs(amount))))
        for code, amount in sorted((f.code, f.amount) for f in found)
    ]


@pytest.mark.parametrize("fault", FAULTS, ids=lambda f: f.title)
def test_swung_aslant_it_is_found_as_much_and_at_the_same_place(fault: Planted) -> None:
    by = PLACED["swung"]
    subject = fault.spoilt()
    here, there = examine(subject), examine(lying(subject, by))
    assert sorted(map(key, here)) == sorted(map(key, there))
    assert sorted((f.code, f.amount) for f in there) == amounts(here)
    for f in here:
        # What concerns a piece as a whole is told in the middle of its box, which is another one aslant.
        if f.at is not None and (f.edge or f.seam):
            off = min(abs(g.at - by.point(f.at)) for g in there if key(g) == key(f) and g.at is not None)
            assert off < NEAR, f"{f.words} is told {off:.2f} cm off"


@pytest.mark.parametrize("fault", FAULTS, ids=lambda f: f.title)
def test_turned_over_as_much_is_found(fault: Planted) -> None:
    """What concerns the whole garment is told at the first sheet that has it, and the outline runs the other way now: the place may be another."""
    subject = fault.spoilt()
    here, there = examine(subject), examine(lying(subject, PLACED["turned over"]))
    assert sorted((f.code, f.amount) for f in there) == amounts(here)
