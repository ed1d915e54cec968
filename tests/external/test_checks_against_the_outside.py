"""Kinks, the walk, girths and getting in, held against other libraries and sums by hand."""

from __future__ import annotations

from cmath import phase
from itertools import pairwise
from math import degrees, inf
from typing import Literal

import numpy as np
import pytest
import shapely
from scipy.integrate import quad
from svgpathtools import Path as SvgPath
from svgpathtools import parse_path

from patterncraft.checks.examine import examine
from patterncraft.checks.joints import joints_of
from patterncraft.checks.openings import girth_below_waist, neck_round, opened, opens_at, waist_below
from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.path import Path, chain
from patterncraft.geometry.svgpath import to_svg
from patterncraft.ledger import ledger
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.walking.joined import joined
from patterncraft.walking.laid import laid_side
from patterncraft.walking.walk import walk
from tests.planted.ground import BODY, HOOKED, RULES, ZIPPED, corner_moved, looked, of_piece, spoilt, table, worked


def outside(p: Path) -> SvgPath:
    """The same line in another library."""
    return parse_path(to_svg(p))


def edge(p: Piece, name: str) -> SvgPath:
    """An edge in one part, in another library."""
    return outside(chain(e.path for e in p.outline if e.name == name))


# ---- kinks and steps


def laid_on(own: SvgPath, other: SvgPath) -> tuple[complex, complex]:
    """The rotation and shift that lay the start of the second seam on the start of the first, direction on direction, after mirroring (numpy, by hand)."""
    way, back = own.unit_tangent(0.0), np.conj(other.unit_tangent(0.0))
    turn = way / back
    return turn, own.point(0.0) - turn * np.conj(other.point(0.0))


@pytest.mark.parametrize("up", [0.0, 1.0, 2.5, 4.0])
def test_the_kink_of_a_hem_over_its_side_seam(up: float) -> None:
    """Front and back skirt hem raised by so much at the side: both side seams laid on each other from the hem up, and the angle between the hems measured with
    svgpathtools."""

    def at_side(p: Piece) -> Piece:
        last = [i for i, e in enumerate(p.outline) if e.name == "hem"][-1]
        return corner_moved("hem", -1j * up, at_end=p.outline[(last + 1) % len(p.outline)].name == "side")(p)

    pattern: Pattern = of_piece("skirt back", at_side)(of_piece("skirt front", at_side)(table("skirt")))
    found = next(j for j in joints_of(pattern) if j.word == "hem")
    sides, hems = [], []
    for name in ("skirt front", "skirt back"):
        piece = pattern.piece(name)
        side, hem = edge(piece, "side"), edge(piece, "hem")
        corner = max((side.point(0.0), side.point(1.0)), key=lambda z: z.imag)
        sides.append(side if abs(side.point(0.0) - corner) < 1e-6 else side.reversed())
        hems.append(hem if abs(hem.point(0.0) - corner) < 1e-6 else hem.reversed())
    turn, _ = laid_on(*sides)
    toward, on = -hems[0].unit_tangent(0.0), turn * np.conj(hems[1].unit_tangent(0.0))
    kink = abs(degrees(phase(on / toward)))
    assert abs(found.kink) == pytest.approx(kink, abs=0.01)
    assert (kink < 0.2) == (up == 0.0)


def test_the_step_of_a_hem_is_what_one_side_is_longer() -> None:
    longer = spoilt(
        worked(("skirt",), *ZIPPED), of_piece("skirt front", lambda p: corner_moved("side", 0.63j, at_end=_side_ends_low(p))(p))
    )
    lengths = [edge(longer.pattern.piece(n), "side").length() for n in ("skirt front", "skirt back")]
    step = next(f for f in examine(longer) if f.code == "flow-step")
    assert step.amount == pytest.approx(10 * abs(lengths[0] - lengths[1]), abs=0.01)


@pytest.mark.parametrize("longer", ["skirt front", "skirt back"])
def test_laid_together_the_longer_side_reaches_out_beyond_the_other(longer: str) -> None:
    """One piece let down by 1.5 as a whole, as a cut across makes it: at the hem the lines lie 1.5 apart, down the longer piece (svgpathtools, on the drawn lines); at the
    waist, from which one sews, they meet."""
    down = {"move": "lengthen", "pieces": [longer], "at": {"edge": "side", "from": "hem", "distance": 20}, "amount": 1.5}
    pattern = worked(("skirt",), down).pattern
    hem, waist = (joined(pattern, "skirt front", word, RULES) for word in ("hem", "waist"))
    (meet,) = hem.meets
    assert (meet.over, meet.broken) == ("side", True)
    assert meet.step == pytest.approx(15.0, abs=0.01)
    assert hem.verdict == "It steps at the side: the longer side is to be trued."
    before, after = (parse_path(to_svg(s.path)) for s in hem.laid.strips)
    gap = after.point(0.0) - before.point(1.0)
    assert abs(gap) == pytest.approx(1.5, abs=1e-6)
    # The paper lies to one side of the hem, the longer piece's hem on the other side of the shorter one's.
    out = before.unit_tangent(1.0) * (-1j if hem.laid.strips[0].paper_to_the_right else 1j)
    sign = 1 if hem.laid.strips[1].piece == longer else -1
    assert gap == pytest.approx(sign * 1.5 * out, abs=1e-3)
    over_side = next(m for m in waist.meets if m.over == "side")
    assert over_side.step == 0.0
    for a, b in pairwise(waist.laid.strips):
        assert abs(a.path.end - b.path.start) < 1e-6


def test_a_ring_meets_itself_where_its_last_edge_comes_to_its_first() -> None:
    """An armhole runs over the shoulder and, closing, over the side: two edges meet at either. A sleeve's hem meets nothing but itself."""
    pattern = table("bodice", "sleeve")
    armhole = joined(pattern, "front", "armhole", RULES)
    both = {("front", "armhole"), ("back", "armhole")}
    assert [m.over for m in armhole.meets] == ["side", "shoulder"]
    assert [set(m.edges or ()) for m in armhole.meets] == [both, both]
    (before, after) = armhole.meets[0].edges or ((), ())
    assert armhole.meets[1].edges == (after, before), "the ring is walked in one way all round"
    (hem,) = joined(pattern, "sleeve", "hem", RULES).meets
    assert (hem.over, hem.edges) == ("underarm", None)


def _side_ends_low(p: Piece) -> bool:
    last = [i for i, e in enumerate(p.outline) if e.name == "side"][-1]
    return p.outline[last].path.end.imag > p.outline[last].path.start.imag


# ---- the walk


def along(path: SvgPath, cm: float) -> complex:
    """The point so many cm along, by another library's own arc length."""
    return complex(path.point(path.ilength(min(cm, path.length()))))


@pytest.mark.parametrize(
    ("blocks", "seam", "rolls"),
    [(("bodice", "sleeve"), "armhole", "a"), (("bodice", "sleeve"), "shoulder", "b"), (("skirt",), "side", "b")],
)
def test_where_both_sides_touch_is_equally_far_along_both(blocks: tuple[str, ...], seam: str, rolls: Literal["a", "b"]) -> None:
    """Independent arc length: at every fifth frame the rolling side's place, carried by the frame, lies on the fixed side's place, and edge runs along edge."""
    pattern = table(*blocks)
    done = walk(pattern, pattern.seam(seam), "on", rolls)
    fixed, rolling = (parse_path(" ".join(to_svg(p) for p in laid.lines)) for laid in (done.fixed, done.rolling))
    for f in done.frames[::5]:
        z, y = along(fixed, f.at_a), along(rolling, f.at_b)
        assert abs(f.by.point(y) - z) < 2e-3
        assert abs(f.by.turn) == pytest.approx(1.0, abs=1e-12)
    # Without slipping: between two frames of one interval both sides advance alike.
    stops = {s.frame for s in done.stops}
    for k in range(1, len(done.frames)):
        a, b = done.frames[k - 1], done.frames[k]
        if k - 1 not in stops:
            assert b.at_a - a.at_a == pytest.approx(b.at_b - a.at_b, abs=1e-9)


def holds(piece: Piece, z: complex) -> bool:
    """Whether a place lies on its paper (shapely)."""
    return bool(polygon(piece).contains(shapely.Point(z.real, z.imag)))


@pytest.mark.parametrize("way", ["on", "back", "both"])
@pytest.mark.parametrize(
    ("blocks", "seam"), [(("bodice", "sleeve"), "armhole"), (("bodice", "sleeve"), "side"), (("skirt",), "side")]
)
def test_whichever_way_it_is_walked_edge_runs_along_edge_and_the_papers_lie_on_different_sides(
    blocks: tuple[str, ...], seam: str, way: Literal["on", "back", "both"]
) -> None:
    """On along both sides, back from both ends, or from the ends to the middle; directions and sides of the paper by svgpathtools' points alone."""
    pattern = table(*blocks)
    own = pattern.seam(seam)
    done = walk(pattern, own, way)
    fixed, rolling = (parse_path(" ".join(to_svg(p) for p in laid.lines)) for laid in (done.fixed, done.rolling))
    whole = done.fixed.length, done.rolling.length
    for f in done.frames[:: 7 if way == "on" else 5]:
        a, b = min(f.at_a, whole[0] - 0.01), min(f.at_b, whole[1] - 0.01)
        z, y = along(fixed, a), along(rolling, b)
        ahead = along(fixed, a + 0.01) - z, f.by.point(along(rolling, b + 0.01)) - f.by.point(y)
        assert abs(phase(ahead[1] / ahead[0])) < 0.02
    # The sheets themselves: a place a little way inside each, beside the place where they touch, lies on the other side of the edge.
    f = done.frames[len(done.frames) // 3]
    for laid, at in ((done.fixed, f.at_a), (done.rolling, f.at_b)):
        strip = laid.strips[0]
        z, direction = strip.path.stand_at(min(max(at, 0.5), strip.path.length - 0.5))
        right = holds(pattern.piece(strip.piece), strip.by.inverse().point(z + 1j * direction * 0.3))
        left = holds(pattern.piece(strip.piece), strip.by.inverse().point(z - 1j * direction * 0.3))
        assert (right, left) == ((True, False) if strip.paper_to_the_right else (False, True))
    assert (done.fixed.strips[0].paper_to_the_right == done.rolling.strips[0].paper_to_the_right) == f.by.mirrored
    assert done.rolling.placed(f.by).strips[0].paper_to_the_right != done.fixed.strips[0].paper_to_the_right
    # From where to where: the places on the fixed side, and the names at which one stops.
    names = [n.name for n in sorted(pattern.notches_of(seam), key=lambda n: n.at_a) if n.at_b is not None]
    places = [f.at_a for f in done.frames]
    stops = [s.name for s in done.stops]
    if way == "on":
        last = max([n.at_a for n in pattern.notches_of(seam) if n.at_b is not None], default=0.0)
        # It ends where the shorter of what is left after the last notch does.
        assert (places[0], places[-1]) == (0.0, pytest.approx(last + min(done.stops[-1].length_a, done.stops[-1].length_b)))
        assert places == sorted(places)
        assert stops == [*names, "end"]
    elif way == "back":
        assert places[0] == pytest.approx(whole[0])
        assert places == sorted(places, reverse=True)
        assert stops == [*names[::-1], "start"]
    else:
        turn = next(k for k in range(1, len(places)) if places[k] > places[k - 1] + 2)
        assert places[turn] == pytest.approx(whole[0])
        assert places[:turn] == sorted(places[:turn])
        assert places[turn:] == sorted(places[turn:], reverse=True)
        middle = stops.index("middle")
        assert (stops[:middle], stops[middle + 1 :]) == (names[:middle], [*names[middle:][::-1], "middle"])
    # What is left over adds up from stop to stop, anew on each way.
    sums = 0.0
    for k, stop in enumerate(done.stops):
        sums = stop.difference if k and done.stops[k - 1].name == "middle" else sums + stop.difference
        assert stop.left == pytest.approx(sums, abs=1e-9)


def test_what_is_left_of_a_cap_is_its_ease_by_quadrature() -> None:
    """The cap and both armholes integrated with scipy from the curves' own derivatives."""

    def length(path: Path) -> float:
        total = 0.0
        for s in path.segments:
            if len(s) == 2:
                total += abs(s[1] - s[0])
                continue
            a, b, c, d = s
            total += quad(lambda t: abs(3 * ((1 - t) ** 2 * (b - a) + 2 * (1 - t) * t * (c - b) + t * t * (d - c))), 0, 1)[0]  # noqa: B023
        return total

    pattern = table("bodice", "sleeve")
    done = walk(pattern, pattern.seam("armhole"), "both", "a")
    cap = length(chain(e.path for e in pattern.piece("sleeve").outline if e.name == "cap"))
    armhole = sum(length(chain(e.path for e in pattern.piece(n).outline if e.name == "armhole")) for n in ("front", "back"))
    ends = [s for s in done.stops if s.name == "middle"]
    assert -sum(s.left for s in ends) == pytest.approx(cap - armhole, abs=1e-4)
    assert next(p for p in ledger(pattern, RULES) if p.name == "armhole").difference == pytest.approx(cap - armhole, abs=1e-4)


def test_a_waist_laid_together_is_as_long_as_its_parts_and_has_no_gap() -> None:
    pattern = table("bodice")
    found = joined(pattern, "back", "waist", RULES)
    parts = sum(outside(e.path).length() for n in ("front", "back") for e in pattern.piece(n).outline if e.name == "waist")
    assert found.laid.length == pytest.approx(parts, abs=1e-4)
    lines = found.laid.lines
    assert max(abs(a.end - b.start) for a, b in pairwise(lines)) < 1e-6
    for m, (a, b) in zip(found.meets, pairwise(lines), strict=True):
        turn = outside(b).unit_tangent(0.0) / outside(a).unit_tangent(1.0)
        assert abs(m.kink) == pytest.approx(abs(degrees(phase(turn))), abs=0.01)
        assert laid_side(pattern, pattern.seam("waist").a).length > 0


# ---- girths and getting in


def polygon(p: Piece) -> shapely.Polygon:
    ring = flat_path(chain(e.path for e in p.outline), 0.0005)
    return shapely.make_valid(shapely.Polygon([(z.real, z.imag) for z in ring]))


@pytest.mark.parametrize("depth", [3.0, 8.0, 14.0, 20.0, 30.0])
def test_a_skirts_girth_below_its_waist_is_what_a_level_cuts_out_of_its_polygons(depth: float) -> None:
    """shapely: a level line across both pieces, doubled for the fold; a dart's gap holds no paper."""
    s = looked(worked(("skirt",), *ZIPPED))
    total = 0.0
    for p in s.pattern.pieces:
        left, _, right, _ = p.box
        hip = next(x.path.start.imag for x in p.lines if x.name == "hip")
        level = shapely.LineString(
            [(left - 9, hip - BODY["waist_to_hip"] + depth), (right + 9, hip - BODY["waist_to_hip"] + depth)]
        )
        total += 2 * polygon(p).intersection(level).length
    assert girth_below_waist(s, depth) == pytest.approx(total, abs=0.02)


def test_a_zip_of_ten_is_short_by_what_the_level_of_the_hip_says() -> None:
    """By hand: the first level at which the skirt is 99 round (hip 98 and half its ease) minus ten."""
    s = looked(worked(("skirt",), ZIPPED[0], {"move": "closure", "seam": "centre back", "kind": "zip", "length": 10}))
    assert [waist_below(s, o) for o in opened(s)] == [pytest.approx(10.0, abs=1e-6)]
    wide = next(d / 100 for d in range(1000, 3000) if girth_below_waist(s, d / 100) >= 99 - 0.05)
    short = next(f for f in examine(s) if f.code == "in-hip")
    assert short.amount == pytest.approx(wide - 10, abs=0.26)


@pytest.mark.parametrize(("length", "passes"), [(5, False), (7, False), (8, True), (20, True)])
def test_the_neck_opens_by_twice_the_slit(length: float, passes: bool) -> None:
    """By hand: both necklines twice (svgpathtools) and twice the zip, against a head of 56."""
    s = looked(worked(("bodice",), HOOKED[0], {"move": "closure", "seam": "centre back", "kind": "zip", "length": length}))
    neck = 2 * sum(edge(s.pattern.piece(n), "neckline").length() for n in ("front", "back"))
    assert neck_round(s) == pytest.approx(neck, abs=1e-3)
    assert opens_at(s, "neckline") == pytest.approx(2 * length, abs=1e-6)
    assert (neck + 2 * length >= 56 - RULES.girth_tolerance) == passes
    assert ("in-neck" not in {f.code for f in examine(s)}) == passes
    short = [f.amount for f in examine(s) if f.code == "in-neck"]
    assert passes or short == [pytest.approx(56 - neck - 2 * length, abs=1e-3)]


def test_hooks_from_neck_to_waist_open_it_all() -> None:
    assert opens_at(looked(worked(("bodice",), *HOOKED)), "neckline") == inf
