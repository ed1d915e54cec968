"""Parts, and moves that draw anew, on sheets that lie turned over or aslant: the same part, the same sheet, the same promises as on sheets that lie as a school draws them."""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.formats.verb_picture import plain_block
from patterncraft.geometry.transform import turn_over
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.replay import Replay, replay
from tests.patterncraft.moves.test_turned_over import PLACED, laid
from tests.rich import RULES
from tests.samples import polygon, sewn_of
from tools.names_page import MORE, SHOWN

Step = dict[str, Any]
ON_SLEEVES: dict[str, Step] = {
    "bishop": {"move": "bishop"},
    "bishop with slit": {"move": "bishop", "slit": 6.0, "cuff_depth": 5.0},
    "puff": {"move": "puff", "length": 26.0, "width": 10.0, "height": 4.0},
    "puff, lined": {"move": "puff", "above_elbow": 4.0, "width": 10.0, "height": 4.0, "lined": True},
    "bell": {"move": "bell", "opening": 4.0},
    "cap sleeve": {"move": "cap_sleeve", "length": 8.0},
    "leg of mutton": {"move": "leg_of_mutton", "opening": 3.0, "height": 4.0},
    "above the elbow": {"move": "shorten_sleeve", "above_elbow": 5.0},
    "shorter": {"move": "shorten_sleeve", "by": 5.0},
    "slit": {"move": "slit", "piece": "sleeve", "at": {"edge": "hem", "from": "back underarm", "fraction": 0.25}, "length": 7.0},
    "elastic": {"move": "elastic", "edges": [["sleeve", "hem"]], "girth": 17.0},
    "cuff": {"move": "cuff", "girth": 19.0},
}
CASES = {title: (block, steps) for title, block, steps in (*((t, b, s) for _, t, b, s in SHOWN), *MORE)} | {
    f"a sleeve's {name}": ("sleeve", (step,)) for name, step in ON_SLEEVES.items()
}


def assert_the_same(here: Replay, there: Replay) -> None:
    """Sheet by sheet the same size, edges and darts; line by line the same promises."""
    assert here.stopped is None, here.stopped
    assert there.stopped is None, there.stopped
    assert {p.name for p in here.pattern.pieces} == {p.name for p in there.pattern.pieces}
    for a in here.pattern.pieces:
        b = there.pattern.piece(a.name)
        assert polygon(b).area == pytest.approx(polygon(a).area, abs=0.03), a.name
        assert sewn_of(b) == pytest.approx(sewn_of(a), abs=0.005), a.name
        assert {d.name: d.intake for d in darts_of(b)} == pytest.approx({d.name: d.intake for d in darts_of(a)}, abs=1e-3)
        assert (a.cut, a.grain and a.grain.kind) == (b.cut, b.grain and b.grain.kind)
        drawn, also = _drawn(a), _drawn(b)
        assert [name for name, _ in drawn] == [name for name, _ in also]
        for (name, here_far), (_, there_far) in zip(drawn, also, strict=True):
            assert there_far == pytest.approx(here_far, abs=0.01), f"{name} of {a.name}"
    promises = [{p.name: p for p in ledger(x.pattern, RULES)} for x in (here, there)]
    assert set(promises[0]) == set(promises[1])
    for name, p in promises[0].items():
        q = promises[1][name]
        assert (p.kept, p.rule) == (q.kept, q.rule), name
        assert sorted((q.length_a, q.length_b or 0.0)) == pytest.approx(sorted((p.length_a, p.length_b or 0.0)), abs=0.005), name


def _drawn(piece: Piece) -> list[tuple[str, list[float]]]:
    """What is drawn and marked on a sheet by name, and how far it lies from the sheet's corners: the same however the sheet lies. cm"""
    corners = [e.path.start for e in piece.outline]
    found = [(f"mark {m.name}, {m.kind}", sorted(abs(m.at - z) for z in corners)) for m in piece.marks]
    for line in piece.lines:
        ends = sorted((sorted(abs(w - z) for z in corners) for w in (line.path.start, line.path.end)), key=_roughly)
        half = line.path.at(0.5 * line.path.length)
        found.append((f"line {line.name}", [*ends[0], *ends[1], *sorted(abs(half - z) for z in corners)]))
    return sorted(found)


def _roughly(far: list[float]) -> list[float]:
    return [round(x, 3) for x in far]


@pytest.mark.parametrize("how", PLACED)
@pytest.mark.parametrize("title", CASES)
def test_made_on_sheets_that_lie_otherwise_it_is_the_same(title: str, how: str) -> None:
    block, steps = CASES[title]
    before = plain_block(block)
    assert_the_same(*(replay(x, read_steps(list(steps)), RULES) for x in (before, laid(before, PLACED[how]))))


def dolman() -> tuple[Pattern, list[Any]]:
    block, steps = CASES["Dolman"]
    return plain_block(block), read_steps(list(steps))


@pytest.mark.parametrize("how", PLACED)
def test_what_is_drawn_anew_lies_where_the_sheet_lay(how: str) -> None:
    """The dolman's sheets, and each point of its construction, where the body was: laid by the same hand."""
    pattern, steps = dolman()
    by = PLACED[how]
    here, there = replay(pattern, steps, RULES), replay(laid(pattern, by), steps, RULES)
    for a, b in zip(here.pattern.pieces, there.pattern.pieces, strict=True):
        wanted = polygon(a.placed(by))
        assert wanted.symmetric_difference(polygon(b)).area < 0.1, a.name
    points = [[(s.piece, label, z) for s in d.done[-1].stages for label, z in s.points] for d in (here, there)]
    assert len(points[0]) > 4
    for (piece, label, z), (piece_b, label_b, w) in zip(*points, strict=True):
        assert (piece, label) == (piece_b, label_b)
        assert abs(by.point(z) - w) < 0.01, f"{label} of {piece}"
    lines = [[x for s in d.done[-1].stages for x in s.paths] for d in (here, there)]
    for x, y in zip(*lines, strict=True):
        moved = x.placed(by)
        assert min(abs(moved.start - y.start), abs(moved.start - y.end)) < 0.01


def test_a_sheet_that_is_not_worked_stays_the_very_same_when_others_are_laid_upright() -> None:
    """What a step leaves alone is told by identity: nothing of it is computed, or drawn, again."""
    pattern = plain_block("dress")
    aslant = laid(pattern, PLACED["swung"])
    done = replay(aslant, read_steps([{"move": "collar", "kind": "roll"}]), RULES)
    assert done.stopped is None
    assert [a is b for a, b in zip(aslant.pieces, done.pattern.pieces, strict=False) if a.name.startswith("skirt")] == [True, True]


def test_a_traced_sleeve_that_lies_turned_over_gets_its_slit_at_the_back() -> None:
    """A bishop's slit lies a quarter of the hem from the back underarm, whichever way up the card was traced."""
    sleeve = plain_block("sleeve")
    over = laid(sleeve, turn_over(50 + 0j, 50 + 1j))
    for table in (sleeve, over):
        done = replay(table, read_steps([{"move": "bishop", "slit": 6.0}]), RULES).pattern.piece("sleeve")
        (slit,) = [x.path for x in done.lines if x.name == "slit"]
        back, front = (next(e.path for e in done.outline if e.name == f"{side} underarm") for side in ("back", "front"))
        foot = min((slit.start, slit.end), key=lambda z: -z.imag)
        assert min(abs(foot - z) for z in (back.start, back.end)) < 0.5 * min(abs(foot - z) for z in (front.start, front.end))
