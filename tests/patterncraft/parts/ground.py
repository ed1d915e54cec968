"""Where parts are made in these tests: a bodice whose half neckline is a round number, and the sums of a step."""

from __future__ import annotations

from functools import lru_cache
from typing import Any

import numpy as np
import pytest
import scipy.integrate

from patterncraft.drafting.schools import school
from patterncraft.geometry.path import Path
from patterncraft.house import HouseRules
from patterncraft.ledger import Promise, ledger
from patterncraft.moves.registry import MOVES, read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.replay import Replay, replay
from patterncraft.style import on_one_table
from tests.conftest import draft_by
from tests.samples import WHOLE

RULES = HouseRules()
Step = dict[str, Any]
SLEEVE: Step = {"move": "sleeve", "school": "sleeve-compass"}
STAND: Step = {"move": "extend", "piece": "front", "edge": "centre front", "width": 2.0, "as": "button stand"}
MIDDLE = {"fraction": 0.5}
NECK = [["front", "neckline"], ["back", "neckline"]]


@lru_cache(maxsize=16)
def table(name: str = "bodice-direct") -> Pattern:
    """A block of the whole chart on the table, its wearer's measures at hand."""
    return on_one_table({"block": draft_by(name, WHOLE).pattern}, WHOLE)


def nobody() -> Pattern:
    """The bodice of somebody whose measures are not at hand."""
    return on_one_table({"block": school("bodice-direct").draft(WHOLE).pattern}, {})


def of(move: str, **parameters: Any) -> Step:
    """A step as plain data; a parameter that is a word of the language has a stroke behind it."""
    return {"move": move} | {k.rstrip("_"): v for k, v in parameters.items()}


def made(*steps: Step, on: Pattern | None = None, rules: HouseRules = RULES) -> Replay:
    """The steps done on a table; one that cannot be done fails the test."""
    done = replay(on if on is not None else table(), read_steps(list(steps)), rules)
    assert done.stopped is None, done.stopped
    return done


def refused(*steps: Step, on: Pattern | None = None) -> Any:
    """The refusal of the last of the steps; the ones before it stand."""
    done = replay(on if on is not None else table(), read_steps(list(steps)), RULES)
    assert done.stopped is not None, "it was done"
    assert done.stopped.step == len(steps)
    kind = MOVES[steps[-1]["move"]]
    known = {info.alias or name for name, info in kind.model_fields.items()}
    assert done.stopped.field.partition(".")[0] in {"", *known}, f"{done.stopped.field} is no parameter as a step carries it"
    return done.stopped


def promise(pattern: Pattern, name: str) -> Promise:
    return next(p for p in ledger(pattern, RULES) if p.name == name and p.kind == "seam")


def edge(piece: Piece, name: str) -> Path:
    """All of an edge as one line, in the outline's sense."""
    return Path(tuple(s for e in piece.outline if e.name == name for s in e.path.segments))


def integrated(path: Path) -> float:
    """cm along a line by another library's adaptive integration of its speed, segment by segment."""
    total = 0.0
    for seg in path.segments:
        points = np.array(seg)
        if len(points) == 2:
            total += abs(points[1] - points[0])
            continue
        a, b, c, d = points

        def speed(t: float, a: complex = a, b: complex = b, c: complex = c, d: complex = d) -> float:
            return float(abs(3 * (1 - t) ** 2 * (b - a) + 6 * (1 - t) * t * (c - b) + 3 * t * t * (d - c)))

        total += scipy.integrate.quad(speed, 0, 1, epsabs=1e-11, limit=200)[0]
    return float(total)


def total(done: Replay, label: str) -> float:
    """The result of the last step's line of that label."""
    line = next((s for s in done.done[-1].working if s.label == label), None)
    assert line is not None, [s.label for s in done.done[-1].working]
    assert line.result is not None
    return line.result.value


def near(value: float, by: float = 1e-3) -> Any:
    return pytest.approx(value, abs=by)
