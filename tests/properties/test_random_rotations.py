"""The kernel's invariants over random bodies and random legal rotations. Hypothesis prints how to repeat a failure."""

from __future__ import annotations

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from patterncraft.errors import BadMeasure, PatternError
from patterncraft.formats.openfile import PatternFile
from patterncraft.formats.openfile_io import pattern_file, read_file, read_pattern, write_file
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sound import closing_gap
from patterncraft.replay import replay
from patterncraft.tolerances import TAPED
from tests.conftest import draft
from tests.samples import AVERAGE, assert_same_outline, bodies, polygon, sewn_of

RULES = HouseRules()


@st.composite
def worked(draw: st.DrawFn) -> tuple[Pattern, Pattern]:
    """A random block, and the same after up to six random steps that the paper could do."""
    try:
        start = draft(draw(bodies())).pattern
    except BadMeasure:
        assume(False)
        raise
    pattern = start
    for _ in range(draw(st.integers(1, 6))):
        piece = pattern.piece(draw(st.sampled_from(["front", "back"])))
        darts = [d.name for d in darts_of(piece)]
        to: dict[str, object] = {"edge": draw(st.sampled_from(piece.edge_names)), "fraction": draw(st.floats(0, 1))}
        if len(darts) > 1 and draw(st.booleans()):
            to = {"dart": draw(st.sampled_from(darts))}
        how = draw(st.sampled_from([{}, {"share": draw(st.floats(0.05, 1))}, {"amount": draw(st.floats(0.2, 4))}]))
        step = {"move": "rotate_dart", "piece": piece.name, "dart": draw(st.sampled_from(darts)), "to": to, **how}
        done = replay(pattern, read_steps([step]), RULES)
        if not done.stopped:
            pattern = done.pattern
    return start, pattern


@given(worked())
@settings(max_examples=120)
def test_paper_seams_and_angles_are_kept(case: tuple[Pattern, Pattern]) -> None:
    start, after = case
    for before, piece in zip(start.pieces, after.pieces, strict=True):
        assert closing_gap(piece) < 1e-9
        # A dart of which less than a hair was left is taped with it, and the hair is in the account.
        hair = piece.paper.new + piece.paper.away
        assert hair < 1e-3
        assert piece.area - piece.paper.new + piece.paper.away == pytest.approx(before.area, abs=1e-7)
        assert sewn_of(piece) == pytest.approx(sewn_of(before), abs=2 * TAPED if hair else 1e-7)
        total = sum(abs(d.angle) for d in darts_of(piece))
        assert total == pytest.approx(sum(abs(d.angle) for d in darts_of(before)), abs=TAPED if hair else 1e-9)
        assert {d.name for d in piece.darts} == {d.name for d in darts_of(piece)}
        assert sorted(m.name for m in piece.marks) == sorted(m.name for m in before.marks)


@given(worked())
@settings(max_examples=60)
def test_outline_stays_simple_and_notches_on_their_edges(case: tuple[Pattern, Pattern]) -> None:
    _, after = case
    for piece in after.pieces:
        shape = polygon(piece)
        assert shape.is_valid or shape.buffer(0).area == pytest.approx(shape.area, abs=0.05)
    for seam in after.seams:
        for n in after.notches_of(seam.name):
            place = after.on_side(seam.a, n.at_a)
            assert place.piece.outline[place.spot.edge].name in {s.edge for s in seam.a}
    for promise in ledger(after, RULES):
        assert promise.kept
        if promise.intervals:
            assert sum(i.length_a for i in promise.intervals) == pytest.approx(promise.length_a)


@given(worked())
@settings(max_examples=60)
def test_file_and_back_is_the_same_pattern(case: tuple[Pattern, Pattern]) -> None:
    _, after = case
    data = write_file(pattern_file(after, "random"))
    again = read_pattern(read_file(data, PatternFile))
    for a, b in zip(after.pieces, again.pieces, strict=True):
        assert_same_outline(a, b, 2e-6)
    assert write_file(pattern_file(after, "random")) == data, "the same pattern gives the same bytes"
    first, second = (drawn(pattern_file(p, "random")) for p in (after, again))
    assert first == second, "what was read is written as it was"


def drawn(file: PatternFile) -> list[object]:
    """What a file states and does not derive."""
    return [(p.name, p.outline, [d.name for d in p.darts], p.marks, p.lines, p.paper, p.cut) for p in file.pieces]


junk = st.one_of(st.none(), st.floats(), st.integers(-(10**12), 10**12), st.text(max_size=8), st.lists(st.integers(), max_size=2))


@given(st.dictionaries(st.sampled_from(["piece", "dart", "to", "share", "amount", "muted", "odd"]), junk), junk, junk)
@settings(max_examples=200)
def test_nonsense_is_refused_in_words_never_with_a_traceback(fields: dict[str, object], edge: object, share: object) -> None:
    step = {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": edge, "fraction": share}} | fields
    pattern = draft(AVERAGE).pattern
    try:
        done = replay(pattern, read_steps([step]), RULES)
    except PatternError as e:
        assert str(e)
        return
    assert done.stopped is None or str(done.stopped)
    for piece in done.pattern.pieces:
        assert closing_gap(piece) < 1e-9
