"""Whatever is cut on a fold meets it at a right angle, or the opened cloth has a point or a dip (common practice, no source). Angles by svgpathtools."""

from __future__ import annotations

from cmath import phase
from collections.abc import Iterator
from math import degrees

import pytest
import shapely
from svgpathtools import parse_path

from patterncraft.drafting.schools import SCHOOLS
from patterncraft.geometry.svgpath import to_svg
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.replay import replay
from tests.rich import RULES
from tests.samples import polygon
from tools.names_page import MORE, SHOWN, drafted, plain_block, read_steps

MADE = {title: (block, steps) for title, block, steps in (*((t, b, s) for _, t, b, s in SHOWN), *MORE)}
POINTED = [("Collar of bias strips", "back bias collar")]
"""Cut to a point at the fold on purpose: the strips are mitred there."""


def at_folds(piece: Piece) -> Iterator[tuple[str, str, float]]:
    """Both edges at each end of a fold, and the degrees by which the outline turns there, clockwise as seen."""
    n = len(piece.outline)
    for i, e in enumerate(piece.outline):
        f = piece.outline[(i + 1) % n]
        if (e.kind == "fold") != (f.kind == "fold"):
            arriving, leaving = parse_path(to_svg(e.path))[-1], parse_path(to_svg(f.path))[0]
            yield e.name, f.name, degrees(phase(leaving.unit_tangent(0.0) / arriving.unit_tangent(1.0)))


def assert_square(pattern: Pattern, where: str) -> int:
    seen = 0
    for p in pattern.pieces:
        if (where, p.name) not in POINTED:
            for one, other, turn in at_folds(p):
                assert turn == pytest.approx(90.0, abs=0.05), f"{where}: {p.name}, {one} to {other}"
                seen += 1
    return seen


@pytest.mark.parametrize("title", MADE)
def test_what_a_part_or_a_move_leaves_on_a_fold_is_square_to_it(title: str) -> None:
    block, steps = MADE[title]
    done = replay(plain_block(block), read_steps(list(steps)), RULES)
    assert done.stopped is None
    assert_square(done.pattern, title)


@pytest.mark.parametrize("name", SCHOOLS)
def test_every_block_meets_its_folds_square(name: str) -> None:
    pattern = drafted(name).pattern
    folds = sum(e.kind == "fold" for p in pattern.pieces for e in p.outline)
    assert assert_square(pattern, name) == 2 * folds


@pytest.mark.parametrize("title", MADE)
def test_every_grain_line_lies_on_its_piece_and_is_long_enough_to_lay_it_by(title: str) -> None:
    """Both its ends on the paper, by shapely, and a fifth of the piece's shorter side at least (common practice, no source)."""
    block, steps = MADE[title]
    for p in replay(plain_block(block), read_steps(list(steps)), RULES).pattern.pieces:
        if p.grain is None:
            continue
        paper = polygon(p).buffer(0.05)
        for z in (p.grain.start, p.grain.end):
            assert paper.covers(shapely.Point(z.real, z.imag)), f"the grain of the {p.name} ends off it, at {z:.1f}"
        left, top, right, bottom = p.box
        assert abs(p.grain.end - p.grain.start) > 0.2 * min(right - left, bottom - top)
        # As the sheets lie here it runs upright, along a strip, or on the true bias of it.
        across, down = (abs(x) for x in ((p.grain.end - p.grain.start).real, (p.grain.end - p.grain.start).imag))
        assert min(across, down, abs(across - down)) < 1e-6, f"the grain of the {p.name} leans by {across:.2f} on {down:.2f}"
