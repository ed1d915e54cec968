"""Random work that speaks: a failure tells the steps as sentences and leaves a picture of the paper beside the report."""

from __future__ import annotations

import json
import os
import random  # noqa: TID251  (seeded from hypothesis, which prints how to repeat a failure)
import re
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from hypothesis import assume
from hypothesis import strategies as st
from hypothesis.errors import UnsatisfiedAssumption

from patterncraft.errors import PatternError
from patterncraft.geometry.svgpath import number, to_svg
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.replay import replay
from tests.sequences import random_start, random_step

RULES = HouseRules()
PICTURES = Path(__file__).resolve().parents[1] / "var" / "failures"
MUTANTS = os.environ.get("HYPOTHESIS_PROFILE") == "mutants"
StepMaker = Callable[[random.Random, Pattern], dict[str, Any]]


def examples(count: int) -> int:
    """So many; a quarter of them where every single fault of the code is held against them."""
    return max(count // 4, 10) if MUTANTS else count


@dataclass(frozen=True)
class Work:
    """A random block and what was done to it. ``patterns[0]`` is the block, ``patterns[k]`` the paper after ``steps[k - 1]``."""

    patterns: tuple[Pattern, ...]
    steps: tuple[dict[str, Any], ...]

    @property
    def start(self) -> Pattern:
        """The block."""
        return self.patterns[0]

    @property
    def after(self) -> Pattern:
        """What lies on the table in the end."""
        return self.patterns[-1]

    def sentences(self) -> list[str]:
        """The steps in words, numbered."""
        moves = read_steps(list(self.steps))
        return [f"{k}. {m.spoken(p, 'cm')}" for k, (m, p) in enumerate(zip(moves, self.patterns, strict=False), 1)]

    def _repr_pretty_(self, printer: Any, cycle: bool) -> None:
        """Short: what hypothesis prints of a failing example."""
        printer.text(f"<{', '.join(p.name for p in self.start.pieces)}; {' '.join(self.sentences()) or 'as drafted'}>")

    def and_then(self, step: dict[str, Any]) -> Work:
        """One step more; one that the paper cannot do is left out, and the example with it."""
        done = replay(self.after, read_steps([step]), RULES)
        assume(done.stopped is None)
        return Work((*self.patterns, done.pattern), (*self.steps, step))


@st.composite
def work(draw: st.DrawFn, make: StepMaker = random_step, longest: int = 5, least: int = 0) -> Work:
    """A random body's block by one of five schools, and up to ``longest`` random steps that its paper could do.

    Every step has a seed of its own, so that hypothesis can leave steps out until only those that matter remain.
    """
    start = random_start(random.Random(draw(st.integers(0, 10**6))))
    assume(start is not None)
    assert start is not None
    done = Work((start,), ())
    for seed in draw(st.lists(st.integers(0, 10**6), min_size=least, max_size=longest)):
        dice = random.Random(seed)
        for _attempt in range(6):
            step = make(dice, done.after)
            try:
                result = replay(done.after, read_steps([step]), RULES)
            except PatternError:
                continue
            if result.stopped is None:
                done = Work((*done.patterns, result.pattern), (*done.steps, step))
                break
    assume(len(done.steps) >= least)
    return done


@contextmanager
def speaking(done: Work, *pieces: Piece) -> Iterator[None]:
    """Whatever fails within is told with the steps as sentences, the steps as data and a picture.

    ``pieces``: what to draw instead of the whole table.
    """
    try:
        yield
    except UnsatisfiedAssumption:
        # An example left out is no finding.
        raise
    except Exception as wrong:
        test = os.environ.get("PYTEST_CURRENT_TEST", "by hand").split("::")[-1].split(" ")[0]
        picture = PICTURES / f"{re.sub(r'[^a-z0-9_]+', '-', test)}.svg"
        picture.parent.mkdir(parents=True, exist_ok=True)
        picture.write_text(picture_of(pieces or done.after.pieces))
        told = "\n".join(("", *done.sentences(), json.dumps(done.steps), f"picture: {picture}"))
        raise AssertionError(f"{wrong}{told}") from wrong


def picture_of(pieces: Sequence[Piece]) -> str:
    """SVG of the bare paper, as it is and however broken: outlines, darts' legs red, lines dashed, tape grey, marks as dots.

    It asks nothing of the application but how a path is written, since what it shows may be what no longer holds.
    """
    boxes = [p.box for p in pieces]
    left, top = min(b[0] for b in boxes) - 1, min(b[1] for b in boxes) - 1
    width, height = max(b[2] for b in boxes) + 1 - left, max(b[3] for b in boxes) + 1 - top
    drawn = []
    for p in pieces:
        for e in p.outline:
            colour = "crimson" if e.kind == "dart" else "black"
            drawn.append(f'<path d="{to_svg(e.path)}" stroke="{colour}"><title>{p.name}: {e.name}</title></path>')
        drawn += [f'<path d="{to_svg(x.path)}" stroke="teal" stroke-dasharray=".3"/>' for x in p.lines]
        drawn += [f'<path d="{to_svg(t)}" stroke="gray" stroke-width=".3" opacity=".4"/>' for t in p.paper.tapes]
        drawn += [f'<path d="{to_svg(x, True)}" fill="gold" opacity=".4" stroke="none"/>' for x in p.paper.patches]
        drawn += [f'<circle cx="{number(m.at.real)}" cy="{number(m.at.imag)}" r=".2"/>' for m in p.marks]
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="{number(left)} {number(top)} {number(width)} {number(height)}" '
        f'width="{number(12 * width)}" height="{number(12 * height)}"><rect x="{number(left)}" y="{number(top)}" '
        f'width="100%" height="100%" fill="white"/><g fill="none" stroke-width=".06">{"".join(drawn)}</g></svg>\n'
    )
