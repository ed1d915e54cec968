"""The paper kernel's invariants, one test each, over random bodies, five schools and random legal work of all moves.

A failure prints the steps as sentences and as data, and leaves a picture of the paper in ``var/failures``.
"""

from __future__ import annotations

import json
import random  # noqa: TID251  (seeded from hypothesis)
from dataclasses import replace
from itertools import pairwise
from typing import Any

import pytest
import shapely
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from scipy.spatial import procrustes
from shapely import affinity
from shapely.algorithms.cga import signed_area

from patterncraft.errors import PatternError
from patterncraft.formats.openfile import PatternFile
from patterncraft.formats.openfile_io import pattern_file, read_file, read_pattern, write_file
from patterncraft.geometry.path import straight
from patterncraft.geometry.transform import slide, swing, turn_over
from patterncraft.moves.registry import MOVES, read_steps, step_json
from patterncraft.paper.dart import darts_of
from patterncraft.paper.join import healed, join
from patterncraft.paper.part import open_corner, part, runs_inside
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Mark, Piece
from patterncraft.paper.seam import Stretch
from patterncraft.paper.sewn import Spot, point_of, run_of
from patterncraft.replay import replay
from patterncraft.tolerances import TAPED
from tests.samples import assert_same_outline, polygon, sewn_of
from tests.sequences import cannot_leave, random_step
from tests.speaking import RULES, Work, examples, speaking, work
from tests.travel import region, stroke

NEAR = 0.005
"""cm to which a curve flattened for shapely agrees."""
seeds = st.integers(0, 10**6)


def only(move: str) -> Any:
    """Steps of one move, and of nothing else: without the cut that opens a double-pointed dart first."""

    def make(dice: random.Random, pattern: Pattern) -> dict[str, Any]:
        while (step := random_step(dice, pattern))["move"] != move or "cut_across" in step:
            pass
        return step

    return make


def possible(move: str, dice: random.Random, pattern: Pattern) -> dict[str, Any]:
    """A step of that move that the paper can do; none in twelve tries, and the example is left out."""
    for _ in range(12):
        step = only(move)(dice, pattern)
        if replay(pattern, read_steps([step]), RULES).stopped is None:
            return step
    assume(False)
    raise AssertionError


@given(work(longest=6))
@settings(max_examples=examples(60))
def test_invariant_1(done: Work) -> None:
    """Outline closed, simple (no self-crossing), positive area."""
    with speaking(done):
        for piece in done.after.pieces:
            for a, b in zip(piece.outline, piece.outline[1:] + piece.outline[:1], strict=True):
                assert abs(a.path.end - b.path.start) < 1e-9, f"{piece.name} is open between {a.name} and {b.name}"
            shape = polygon(piece)
            assert shape.area > 0.01, f"nothing is left of {piece.name}"
            # y down: shapely sees it mirrored. (Its is_ccw says nothing sure of a ring that touches itself.)
            assert signed_area(shape.exterior) > 0, f"{piece.name} runs the wrong way round"
            # Paper that touches itself at a pivot is whole; paper that lies on itself loses or doubles area when it is mended.
            assert shape.is_valid or shape.buffer(0).area == pytest.approx(shape.area, abs=0.2), f"{piece.name} lies on itself"


@given(work(longest=3), seeds)
@settings(max_examples=examples(45))
def test_invariant_2(done: Work, seed: int) -> None:
    """part → join back = the original, to 1e-9. place preserves every length, angle and area."""
    dice = random.Random(seed)
    piece = dice.choice(done.after.pieces)
    with speaking(done, piece):
        _cut_and_taped(piece, dice)
        _placed(piece, dice)


def _cut_and_taped(piece: Piece, dice: random.Random) -> None:
    # Scissors set in at an edge; a dart's leg is cut only by a line that runs over the dart, which is two lines.
    edges = [i for i, e in enumerate(piece.outline) if e.kind != "dart"]
    for _ in range(20):
        i, j = (dice.choice(edges) for _ in range(2))
        a, b = (Spot(k, dice.random() * piece.outline[k].length) for k in (i, j))
        if i != j and runs_inside(piece, point_of(piece, a), point_of(piece, b)):
            break
    else:
        return
    opened, start = open_corner(piece, a)
    z = opened.outline[start].path.start
    # The first corner cut one edge in two: those behind it are counted one on.
    b = Spot(b.edge + (len(opened.outline) > len(piece.outline) and b.edge > a.edge), b.along)
    opened, end = open_corner(opened, b)
    start = next(k for k, e in enumerate(opened.outline) if e.path.start == z)
    if start == end:
        return
    first, second = part(opened, start, end, straight(z, opened.outline[end].path.start), "a cut")
    # An outline true to 1e-9 cm holds its area to that much all the way round.
    around = sum(e.length for e in piece.outline)
    assert first.area + second.area == pytest.approx(piece.area, abs=1e-9 * around)
    again = join(first, 0, second, len(second.outline) - 1)
    # Taping heals every edge that runs on, also one that lay there in two parts before.
    assert_same_outline(again, healed(piece), 1e-9)
    assert sorted(m.name for m in again.marks) == sorted(m.name for m in piece.marks)
    assert sum(x.path.length for x in again.lines) == pytest.approx(sum(x.path.length for x in piece.lines), abs=1e-6)
    assert sum(t.length for t in again.paper.tapes) == pytest.approx(sum(t.length for t in piece.paper.tapes), abs=1e-6)
    # New paper is what of the patches lies inside the outline.
    patches = [
        shapely.union_all([region(x).buffer(0) for x in p.paper.patches]).intersection(polygon(p).buffer(0)).area
        for p in (again, piece)
    ]
    assert patches[0] == pytest.approx(patches[1], abs=0.03)


def _placed(piece: Piece, dice: random.Random) -> None:
    about, angle, by = complex(dice.uniform(-9, 9), dice.uniform(-9, 9)), dice.uniform(-3, 3), complex(dice.uniform(-9, 9), 3.0)
    shape = polygon(piece)
    swung = affinity.rotate(shape, angle, origin=(about.real, about.imag), use_radians=True)
    over = affinity.scale(shape, -1.0, 1.0, origin=(about.real, 0))
    for now, wanted in (
        (piece.placed(slide(by)), affinity.translate(shape, by.real, by.imag)),
        (piece.placed(swing(about, angle)), swung),
        (piece.placed(turn_over(about, about + 1j)), over),
    ):
        assert now.area == pytest.approx(piece.area, abs=1e-9 * sum(e.length for e in piece.outline))
        assert sewn_of(now) == pytest.approx(sewn_of(piece), abs=1e-9)
        assert sorted(abs(d.angle) for d in darts_of(now)) == pytest.approx(sorted(abs(d.angle) for d in darts_of(piece)), abs=1e-9)
        assert polygon(now).exterior.hausdorff_distance(wanted.exterior) < NEAR


@given(work(only("rotate_dart"), longest=5), seeds)
@settings(max_examples=examples(60))
def test_invariant_3(done: Work, seed: int) -> None:
    """Rotating a dart: area unchanged, sum of dart angles about the pivot unchanged, every seam's sewn length unchanged (except
    the sliver named as *to be trued* when legs differ); rotating there and back = the original."""
    with speaking(done):
        for before, piece in zip(done.start.pieces, done.after.pieces, strict=True):
            # A dart of which less than a hair was left is taped with it, and the hair is in the account.
            hair = piece.paper.new + piece.paper.away
            assert hair < 1e-3
            assert piece.area - piece.paper.new + piece.paper.away == pytest.approx(before.area, abs=1e-7)
            assert polygon(piece).area == pytest.approx(polygon(before).area, abs=0.02)
            assert sewn_of(piece) == pytest.approx(sewn_of(before), abs=2 * TAPED if hair else 1e-7)
            assert _angles(piece) == pytest.approx(_angles(before), abs=TAPED if hair else 1e-9)
    dice = random.Random(seed)
    piece = dice.choice(done.after.pieces)
    darts = darts_of(piece)
    assume(darts)
    dart = dice.choice(darts)
    there = only("rotate_dart")(dice, done.after) | {"piece": piece.name, "dart": dart.name}
    # All of it, to a place on an edge, and back to the very place it came from.
    there = {k: v for k, v in there.items() if k not in ("share", "amount")}
    assume("dart" not in there["to"])
    moved = done.and_then(there)
    now = moved.after.piece(piece.name)
    named = [d.name for d in darts_of(now) if abs(abs(d.angle) - abs(dart.angle)) < 1e-9 and abs(d.pivot - dart.pivot) < 50]
    assume(len(named) == 1)
    with speaking(moved, piece, now):
        back = _back(moved, piece, dart.name, named[0])
        # Shut, the dart's two legs met in one place of its mouth's edge: the legs come back as they were, wherever it swung.
        old, new = (p.outline for p in (piece, back))
        assert sorted(e.length for e in new) == pytest.approx(sorted(e.length for e in old), abs=1e-5)
        corners = [[e.path.start for e in o] for o in (old, new)]
        k = min(range(len(old)), key=lambda k: abs(corners[1][k] - corners[0][0]) + abs(new[k].length - old[0].length))
        assert _misfit(corners[0], corners[1][k:] + corners[1][:k]) < 1e-12


def _angles(piece: Piece) -> float:
    return sum(abs(d.angle) for d in darts_of(piece))


def _back(moved: Work, before: Piece, old: str, now: str) -> Piece:
    """The dart brought back to where its mouth was: so far along the edge it opened from, darts shut."""
    d = next(d for d in darts_of(before) if d.name == old)
    run = run_of(before, d.mouth_edge)
    at = sum(before.outline[i].length for i in run if i in _before_mouth(before, d.vertex, run))
    step = {
        "move": "rotate_dart",
        "piece": before.name,
        "dart": now,
        "to": {"edge": d.mouth_edge, "from": "start", "distance": at},
    }
    done = replay(moved.after, read_steps([step]), RULES)
    assume(done.stopped is None)
    return done.pattern.piece(before.name)


def _before_mouth(piece: Piece, vertex: int, run: list[int]) -> list[int]:
    """The parts of an edge that are walked before its dart."""
    n = len(piece.outline)
    last = (vertex - 2) % n
    return run[: run.index(last) + 1] if last in run else []


def _misfit(a: list[complex], b: list[complex]) -> float:
    """How far two sets of corners are from congruent (scipy; 0 is congruent)."""
    return float(procrustes([(z.real, z.imag) for z in a], [(z.real, z.imag) for z in b])[2])


@given(work(longest=2), seeds)
@settings(max_examples=examples(40))
def test_invariant_4(done: Work, seed: int) -> None:
    """Slash and spread: area grows exactly by the bridges; the edge at a hinge keeps its length; each strip is congruent to
    what it was."""
    step = possible("slash_and_spread", random.Random(seed), done.after)
    piece = done.after.piece(step["piece"])
    sprinkled = replace(piece, marks=(*piece.marks, *_probes(piece)))
    before = replace(done.after, pieces=tuple(sprinkled if p.name == piece.name else p for p in done.after.pieces))
    spread = Work((before,), ()).and_then(step)
    after = spread.after.piece(piece.name)
    with speaking(spread, piece, after):
        new = region_of(after).area - region_of(piece).area
        assert after.paper.new - piece.paper.new - (after.paper.away - piece.paper.away) == pytest.approx(new, abs=0.05)
        if step["hinge"] != "none" and not step.get("far_opening"):
            hinge = step["from_edge"] if step["hinge"] == "from_edge" else step["to_edge"]
            assert sewn_of(after)[hinge] == pytest.approx(sewn_of(piece)[hinge], abs=TAPED)
        ways = _ways(sprinkled, after)
        # A sheet of a few square centimetres, or a narrow band, may have no room for a probe on either strip.
        narrow = piece.area < 60 or piece.area < sum(e.length for e in piece.outline)
        assert ways or narrow, "no probe lies on one strip"
        assume(ways)
        assert len(ways) <= step["count"] + 1, "the paper was moved in more ways than there are strips"


def region_of(piece: Piece) -> shapely.Polygon:
    """A piece as shapely's area, to a hair."""
    return polygon(piece, 0.0005)


def _probes(piece: Piece) -> list[Mark]:
    """Pairs of marks 0.2 cm apart, 2 cm from pair to pair, all over the paper."""
    left, top, right, bottom = piece.box
    grid = [complex(x, y) for x in range(int(left), int(right) + 1, 2) for y in range(int(top), int(bottom) + 1, 2)]
    inside = piece.contains(*(z + d for z in grid for d in (0j, 0.2 + 0j)))
    pairs = [z for k, z in enumerate(grid) if inside[2 * k] and inside[2 * k + 1]]
    return [Mark(f"probe {k}{which}", z + d) for k, z in enumerate(pairs) for which, d in (("a", 0j), ("b", 0.2 + 0j))]


def _ways(before: Piece, after: Piece) -> list[tuple[complex, complex]]:
    """The ways in which pairs of probes were moved: turned by so much, the origin slid to there. A pair that a slash went
    between is no longer 0.2 cm apart and is left out."""
    now = {m.name: m.at for m in after.marks}
    found: list[tuple[complex, complex]] = []
    for m in before.marks:
        if m.name.startswith("probe") and m.name.endswith("a") and m.name in now:
            a, b = now[m.name], now[m.name[:-1] + "b"]
            turn = (b - a) / 0.2
            slid = a - turn * m.at
            if abs(abs(turn) - 1.0) < 1e-9 and all(abs(turn - t) > 1e-6 or abs(slid - by) > 1e-4 for t, by in found):
                found.append((turn, slid))
    return found


@given(work(longest=5))
@settings(max_examples=examples(45))
def test_invariant_5(done: Work) -> None:
    """Every notch lies on its edge; every paired notch has two places; total of intervals = length of the side."""
    with speaking(done):
        pattern = done.after
        for seam in pattern.seams:
            whole = [_measured(pattern, side) for side in (seam.a, seam.b)]
            notches = pattern.notches_of(seam.name)
            for n in notches:
                assert (n.at_b is not None) or not seam.b, f"{n.name} of {seam.name} has one place only"
                for side, at, length in zip((seam.a, seam.b), (n.at_a, n.at_b), whole, strict=True):
                    if side and at is not None:
                        place = pattern.on_side(side, at)
                        z = point_of(place.piece, place.spot)
                        lies = [
                            stroke(place.piece.outline[i].path)
                            for s in side
                            if s.piece == place.piece.name
                            for i in _run(s, pattern)
                        ]
                        off = shapely.union_all(lies).distance(shapely.Point(z.real, z.imag))
                        assert off < NEAR, f"{n.name} lies {off:.3f} off the {seam.name}"
                        assert -1e-6 <= at <= length + NEAR
            for side, at in ((seam.a, [n.at_a for n in notches]), (seam.b, [n.at_b for n in notches if n.at_b is not None])):
                if side:
                    ends = [0.0, *at, pattern.side_length(side)]
                    assert all(b >= a - 1e-6 for a, b in pairwise(ends)), f"the notches of {seam.name} are out of order"
                    assert ends[-1] == pytest.approx(_measured(pattern, side), abs=NEAR * len(side) + 0.01)


def _run(stretch: Stretch, pattern: Pattern) -> list[int]:
    return run_of(pattern.piece(stretch.piece), stretch.edge, stretch.run)


def _measured(pattern: Pattern, side: tuple[Stretch, ...]) -> float:
    """A side's length as shapely measures the edges, darts left out."""
    return sum(stroke(pattern.piece(s.piece).outline[i].path).length for s in side for i in _run(s, pattern))


@given(work(longest=6), st.integers(0, 6))
@settings(max_examples=examples(45))
def test_invariant_6(done: Work, k: int) -> None:
    """Replay of n steps = replay of the first k, then the rest. Serialise → parse = identical."""
    with speaking(done):
        steps = read_steps(list(done.steps))
        whole = replay(done.start, steps, RULES).pattern
        assert whole == done.after
        assert replay(replay(done.start, steps[:k], RULES).pattern, steps[k:], RULES).pattern == whole, "to the last bit"
        assert read_steps(json.loads(json.dumps([step_json(s) for s in steps]))) == steps
        written = write_file(pattern_file(whole, "random"))
        again = read_pattern(read_file(written, PatternFile))
        assert write_file(pattern_file(read_pattern(read_file(written, PatternFile)), "random")) == write_file(
            pattern_file(again, "random")
        )
        for a, b in zip(whole.pieces, again.pieces, strict=True):
            assert_same_outline(a, b, 2e-6)
        assert cannot_leave(whole) == ""


junk = st.one_of(
    st.sampled_from([0, 0.0, -1, -0.001, 1e9, 1e-12, 2.0, float("nan"), float("inf"), "", "nowhere", None, [], {}, True, 10**400]),
    st.floats(),
    st.text(max_size=6),
)


@given(work(longest=1, least=1), seeds, st.lists(junk, min_size=1, max_size=2))
@settings(max_examples=examples(200))
def test_invariant_7(done: Work, seed: int, values: list[Any]) -> None:
    """Bad parameters (zero length, negative, off the piece, NaN, 1e9) give the typed error, never a traceback, hang or broken
    piece."""
    dice = random.Random(seed)
    step = random_step(dice, done.after)
    for value in values:
        step = _spoilt(step, dice, value)
    with speaking(done):
        try:
            result = replay(done.after, read_steps([step]), RULES)
        except PatternError as refused:
            assert refused.message.endswith("."), f"{refused.message!r} for {step}"
            return
        if result.stopped is not None:
            assert result.stopped.message.endswith("."), f"{result.stopped.message!r} for {step}"
            assert result.stopped.step == 1
            return
        for piece in result.pattern.pieces:
            shape = polygon(piece)
            assert shape.is_valid or shape.buffer(0).area == pytest.approx(shape.area, abs=0.02), (
                f"{piece.name} is broken by {step}"
            )


def _spoilt(step: dict[str, Any], dice: random.Random, value: Any) -> dict[str, Any]:
    """The step with one of its leaves, or one of its parameters, replaced."""
    known = [f for f in MOVES[step["move"]].model_fields if f not in ("move", "note", "chapter")]
    key = dice.choice([k for k in (*step, *known) if k != "move"])
    old = step.get(key)
    if isinstance(old, dict) and old and dice.random() < 0.7:
        inner = dice.choice(list(old))
        return step | {key: old | {inner: value}}
    return step | {key: value}
