"""Faults that random sequences of all moves found: a dart with a corner in its sides, shut at its mouth, lay over itself unseen; a piece shortened
through its darts lost count of its new paper; a yoke cut the same paper twice; a hem left a godet without paper."""

from __future__ import annotations

import random  # noqa: TID251  (seeded here)
from typing import Any

import pytest

from patterncraft.errors import MoveRefused
from patterncraft.finishing.finish import finish
from patterncraft.formats.openfile import PatternFile
from patterncraft.formats.openfile_io import pattern_file, read_file, read_pattern, write_file
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.account import paper_account
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import replay
from tests.conftest import draft_by
from tests.samples import WHOLE, polygon
from tests.sequences import random_start

RULES = HouseRules()


def torso() -> Pattern:
    return draft_by("torso", WHOLE).pattern


def done(start: Pattern, *steps: dict[str, Any]) -> Pattern:
    result = replay(start, read_steps(list(steps)), RULES)
    if result.stopped:
        raise result.stopped
    return result.pattern


def level_of_widest(start: Pattern) -> tuple[float, float]:
    """(level of the back's waist dart where it is widest, half its width), from the corners of its sides."""
    lens = next(x for x in start.piece("back").lenses if x.name == "waist dart")
    corner = lens.right.segments[0][-1]
    return corner.imag, abs(corner - lens.left.segments[0][-1]) / 2


def cut_at(start: Pattern, level: float) -> dict[str, Any]:
    """The back cut across at a level, told along its side, which runs about straight down there."""
    side = [e for e in start.piece("back").outline if e.name == "side"]
    top, bottom = side[0].path.start, side[-1].path.end
    low, high = sorted((top.imag, bottom.imag))
    share = (level - low) / (high - low) if side[0].path.start.imag < side[-1].path.end.imag else (high - level) / (high - low)
    return {"move": "cut_across", "pieces": ["back"], "at": {"edge": "side", "fraction": round(share, 4)}}


SHUT = {"move": "rotate_dart", "dart": "waist dart", "to": {"edge": "side", "fraction": 0.3}}


def test_cut_a_little_beside_its_widest_it_is_shut_and_lies_flat() -> None:
    start = torso()
    widest, _ = level_of_widest(start)
    cut = done(start, cut_at(start, widest + 0.3))
    before = cut.piece("upper back")
    after = done(cut, SHUT | {"piece": "upper back"})
    piece = after.piece("upper back")
    assert "waist dart" not in [d.name for d in darts_of(piece)]
    assert polygon(piece).is_valid, "by shapely: it does not lie over itself"
    assert all(line.balanced for line in paper_account(after))
    # Each side had a corner in it; drawn straight, the triangle between point, corner and mouth is new paper.
    dart = next(d for d in darts_of(before) if d.name == "waist dart")
    corners = [(leg.path.segments[0][0], leg.path.segments[0][-1], leg.path.segments[1][-1]) for leg in (dart.leg_in, dart.leg_out)]
    triangles = sum(abs(((b - a) * (c - a).conjugate()).imag) / 2 for a, b, c in corners)
    assert 0 < triangles < 2
    assert piece.area - before.area == pytest.approx(triangles, abs=1e-6)
    assert piece.paper.new == pytest.approx(triangles, abs=1e-3)
    assert finish(after, RULES)


@pytest.mark.parametrize("part", ["upper back", "lower back"])
def test_cut_far_from_its_widest_it_cannot_be_shut_flat_and_says_by_how_much(part: str) -> None:
    """Where the dart was widest it takes w; straight from its point to its mouth it would take m·d/D there, with m the mouth, d and D the
    distances of the widest place and of the mouth from the point: the difference is what would lie double."""
    start = torso()
    widest, half = level_of_widest(start)
    level = widest + (8 if part == "upper back" else -8)
    cut = done(start, cut_at(start, level))
    dart = next(d for d in darts_of(cut.piece(part)) if d.name == "waist dart")
    mouth = (dart.mouth[0] + dart.mouth[1]) / 2
    to_widest, to_mouth = abs(dart.pivot.imag - widest), abs(dart.pivot.imag - mouth.imag)
    doubled = 2 * half - dart.intake * to_widest / to_mouth
    with pytest.raises(MoveRefused) as caught:
        done(cut, SHUT | {"piece": part})
    assert f"is up to {doubled:.1f} cm wider inside" in caught.value.message
    assert "Cut the piece across it at its widest first" in caught.value.cure


def test_shortened_through_its_darts_the_new_paper_is_what_lies_there() -> None:
    """A skirt shortened through its waist darts: each dart is cut out anew from its mouth to its point, which came up; what of the old
    dart lies beside the new one is new paper."""
    start = draft_by("skirt", WHOLE).pattern
    short = done(
        start, {"move": "lengthen", "pieces": ["skirt back"], "at": {"edge": "centre back", "fraction": 0.85}, "amount": -2.0}
    )
    halves = done(
        short,
        {"move": "cut_along", "piece": "skirt back", "line": [{"dart": "waist dart 1"}, {"edge": "hem", "fraction": 0.5}]},
    )
    for pattern in (short, halves):
        for piece in pattern.pieces:
            assert piece.paper.new >= -1e-6
        assert all(line.balanced for line in paper_account(pattern))
        read_pattern(read_file(write_file(pattern_file(pattern, "x")), PatternFile))
    assert sum(p.paper.new for p in halves.pieces) == pytest.approx(sum(p.paper.new for p in short.pieces), abs=2e-3)


def body(seed: int) -> Pattern:
    """The block of one of the sequences that found it."""
    start = random_start(random.Random(seed))
    assert start is not None
    return start


def test_a_yoke_that_would_cut_the_same_paper_twice_is_refused() -> None:
    start = body(2026065480159)
    cut = {
        "move": "cut_across",
        "pieces": ["front", "back"],
        "at": {"at": {"mark": "bust point"}, "out": 0.4127063682333052, "down": 1.1229037378559692},
    }
    yoke = {
        "move": "yoke",
        "pieces": ["lower back"],
        "edge": "back cross line",
        "depth": 11.205597215029766,
        "shape": "straight",
        "below": "ease",
    }
    with pytest.raises(MoveRefused, match="would cut the same paper twice") as caught:
        done(start, cut, yoke)
    assert (caught.value.field, caught.value.step) == ("depth", 2)


def test_a_hem_is_not_let_down_along_the_level_sides_of_a_godet() -> None:
    start = body(2026068680276)
    godet = {"move": "godet", "length": 19.103618596825598, "circle": "half", "at": "side"}
    tail = {
        "move": "hem",
        "shape": "shirt tail",
        "down": 7.769304220327747,
        "rise": 3.025508091392868,
        "front_up": 10.094320773224005,
    }
    with pytest.raises(MoveRefused, match="there is no edge to go down along") as caught:
        done(start, godet, tail | {"back_down": 1.8274963636185406})
    assert caught.value.where == "godet"
