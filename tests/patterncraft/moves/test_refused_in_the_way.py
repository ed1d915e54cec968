"""What lies in the way of a flare, a line, a sliver: told with its name, its place and a cure. Limits of the trade from both sides."""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.errors import PatternError
from patterncraft.geometry.path import straight
from patterncraft.moves.registry import read_steps
from patterncraft.paper.edge import Edge, EdgeKind
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import DartRule, Grain, Piece
from patterncraft.replay import replay
from tests.conftest import draft
from tests.rich import RULES
from tests.samples import WHOLE

Step = dict[str, Any]


def sheet() -> Pattern:
    """40 × 60; a dart in the top to (20, 20), one in the right side from (40, 38) and (40, 42) to (10, 40)."""
    outline: list[tuple[str, EdgeKind, complex]] = [
        ("top", "seam", 0j),
        ("top dart", "dart", 18 + 0j),
        ("top dart", "dart", 20 + 20j),
        ("top", "seam", 22 + 0j),
        ("right", "seam", 40 + 0j),
        ("side dart", "dart", 40 + 38j),
        ("side dart", "dart", 10 + 40j),
        ("right", "seam", 40 + 42j),
        ("hem", "hem", 40 + 60j),
        ("left", "seam", 60j),
    ]
    ends = [z for _, _, z in outline[1:]] + [0j]
    edges = tuple(Edge(n, k, straight(a, b)) for (n, k, a), b in zip(outline, ends, strict=True))
    rules = (DartRule("top dart", 0.0), DartRule("side dart", 0.0))
    return Pattern((Piece("sheet", edges, rules, grain=Grain(5 + 10j, 5 + 50j)),))


def refused(pattern: Pattern, step: Step) -> PatternError:
    stopped = replay(pattern, read_steps([step]), RULES).stopped
    assert stopped is not None
    return stopped


def test_a_flare_finds_another_dart_below() -> None:
    said = refused(sheet(), {"move": "convert_dart", "piece": "sheet", "dart": "top dart", "into": "flare"})
    assert said.message == "below the top dart lies the side dart."
    assert (said.where, said.field) == ("sheet", "into")
    assert said.cure == "Merge both, or rotate one of them away."


def test_a_flare_of_a_dart_that_has_its_hem_below_goes_there() -> None:
    """Without the side dart in the way: the hem grows by the dart's angle at its reach, 2 · 40 · (2 / √404), about 8."""
    away = {"move": "convert_dart", "piece": "sheet", "dart": "side dart", "into": "ease"}
    flare = {"move": "convert_dart", "piece": "sheet", "dart": "top dart", "into": "flare"}
    done = replay(sheet(), read_steps([away, flare]), RULES)
    assert done.stopped is None, done.stopped
    hem = sum(e.length for e in done.pattern.pieces[0].outline if e.name == "hem")
    assert hem - 40 == pytest.approx(2 * 40 * (2 / 404**0.5), abs=0.15)


def test_a_line_that_runs_over_a_dart_and_off_the_paper_leaves_it_at_the_edge_not_at_the_dart() -> None:
    """From the top over the side dart's legs, then past the right side: it is the right side that it crosses."""
    through = [
        {"edge": "top", "from": "left", "distance": 15},
        {"at": {"edge": "top", "from": "left", "distance": 15}, "out": 20, "down": 50},
        {"at": {"edge": "top", "from": "left", "distance": 15}, "out": 40, "down": 55},
        {"edge": "hem", "from": "right", "distance": 5},
    ]
    said = refused(sheet(), {"move": "draw_line", "piece": "sheet", "line": through, "name": "line"})
    assert "the line leaves the paper at the right" in said.message
    # Over the open dart alone it may be drawn, from edge to edge.
    over = [{"edge": "top", "from": "left", "distance": 15}, {"edge": "hem", "from": "right", "distance": 8}]
    drawn = replay(sheet(), read_steps([{"move": "draw_line", "piece": "sheet", "line": over, "name": "line"}]), RULES)
    assert drawn.stopped is None, drawn.stopped
    (line,) = [x for x in drawn.pattern.pieces[0].lines if x.name == "line"]
    assert line.path.length == pytest.approx(abs(17 + 60j))


@pytest.mark.parametrize(
    ("edge", "amount", "more"),
    [("armhole", 0.6, False), ("armhole", 0.7, True), ("neckline", 1.0, False), ("neckline", 1.05, True), ("side", 0.8, None)],
)
def test_gape_is_usual_up_to_its_edges_own_limit(edge: str, amount: float, more: bool | None) -> None:
    """Neckline 0.3 to 1, armhole 0.3 to 0.6 (common practice, no source)."""
    at = {"edge": edge, "fraction": 0.5} if edge != "side" else {"edge": edge, "from": "armhole", "fraction": 0.2}
    done = replay(
        draft(WHOLE).pattern,
        read_steps([{"move": "contour", "piece": "front", "at": at, "amount": amount, "into": "waist dart"}]),
        RULES,
    )
    if more is None:
        assert done.stopped is None or done.stopped.cure
        return
    assert done.stopped is None, done.stopped
    told = [s.label for s in done.done[0].working if s.label.startswith(f"More than is usual at the {edge}")]
    assert bool(told) is more
