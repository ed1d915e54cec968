"""The walk over two straight edges, worked by hand; how a chain runs, in words; and its pictures, read back."""

from __future__ import annotations

import re
from dataclasses import replace
from typing import Literal

import pytest
import shapely
from shapely import affinity

from patterncraft.errors import MoveRefused, NoSuchName
from patterncraft.geometry.path import Path, straight
from patterncraft.geometry.transform import Transform, slide, swing, turn_over
from patterncraft.house import HouseRules
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.seam import Notch, Seam, SeamRule, Stretch
from patterncraft.walking.joined import Joined, Meet, joined
from patterncraft.walking.laid import Laid, Strip, laid_side
from patterncraft.walking.pictures import DEEP, band, box_round, matrix, sheets, upright
from patterncraft.walking.walk import Way, walk
from tests.patterncraft.parts.ground import table
from tests.samples import polygon, sheet

RULES = HouseRules()
NOTCHES = (("first", 10.0, 10.5), ("second", 20.0, 20.25))


def sewn(a: float = 30.0, b: float = 31.0) -> Pattern:
    """Two sheets sewn along their tops, from the left on both."""
    seam = Seam("join", (Stretch("a", "top", "left"),), (Stretch("b", "top", "left"),), SeamRule("equal"))
    notches = tuple(Notch(n, "join", "single", x, y) for n, x, y in NOTCHES)
    return Pattern((sheet(a, 8, "a"), sheet(b, 8, "b").placed(slide(50 + 20j))), (seam,), notches)


STOPS: list[tuple[Way, list[tuple[str, str, float, float, float]]]] = [
    ("on", [("start", "first", 10, 10.5, -0.5), ("first", "second", 10, 9.75, -0.25), ("second", "end", 10, 10.75, -1.0)]),
    ("back", [("end", "second", 10, 10.75, -0.75), ("second", "first", 10, 9.75, -0.5), ("first", "start", 10, 10.5, -1.0)]),
    # From both ends to the middle: 15 and 15.5 cm along.
    ("both", [("start", "first", 10, 10.5, -0.5), ("first", "middle", 5, 5.0, -0.5), ("end", "second", 10, 10.75, -0.75), ("second", "middle", 5, 4.75, -0.5)]),
]  # fmt: skip


@pytest.mark.parametrize(("way", "stops"), STOPS)
def test_at_each_notch_it_is_told_how_much_longer_the_first_side_was(
    way: Way, stops: list[tuple[str, str, float, float, float]]
) -> None:
    done = walk(sewn(), sewn().seam("join"), way)
    found = [(s.since, s.name, s.length_a, s.length_b, s.left) for s in done.stops]
    assert found == [(since, name, pytest.approx(a), pytest.approx(b), pytest.approx(left)) for since, name, a, b, left in stops]
    assert [s.difference for s in done.stops] == [pytest.approx(a - b) for _, _, a, b, _ in stops]


@pytest.mark.parametrize("rolls", ["a", "b"])
@pytest.mark.parametrize("way", ["on", "back", "both"])
def test_in_every_picture_the_edges_touch_and_the_sheets_lie_on_either_side(way: Way, rolls: Literal["a", "b"]) -> None:
    pattern = sewn()
    done = walk(pattern, pattern.seam("join"), way, rolls)
    fixed, rolling = (pattern.piece(laid.strips[0].piece) for laid in (done.fixed, done.rolling))
    assert rolling.name == rolls
    top = {p.name: p.outline[0].path for p in (fixed, rolling)}
    for f in done.frames:
        at, own = top[fixed.name].at(f.at_a), f.by.point(top[rolling.name].at(f.at_b))
        assert abs(at - own) < 1e-9
        lying = polygon(rolling.placed(f.by))
        assert lying.intersection(polygon(fixed)).area < 1e-6
        assert lying.area == pytest.approx(polygon(rolling).area)


def test_it_is_rolled_by_half_a_centimetre_and_put_on_notch_to_notch_again() -> None:
    done = walk(sewn(), sewn().seam("join"), "on")
    places = [(f.at_a, f.at_b) for f in done.frames]
    # 10 cm in 20 steps, and the notches laid on each other: 10.5 on 10; then 9.75 on 20 steps (19.5 rounds to 20).
    assert places[:3] == [(0.0, 0.0), (0.5, 0.5), (1.0, 1.0)]
    assert places[20:22] == [(10.0, 10.0), (10.0, 10.5)]
    assert places[done.stops[1].frame] == (pytest.approx(19.75), pytest.approx(20.25))
    assert places[-1] == (30.0, pytest.approx(30.25)), "at the end the sheets lie as they came"
    assert [s.frame for s in done.stops] == [20, 41, len(places) - 1]


def test_a_seam_without_a_partner_is_not_walked() -> None:
    waiting = replace(sewn().seam("join"), b=())
    with pytest.raises(MoveRefused) as told:
        walk(sewn(), waiting)
    assert (told.value.where, told.value.cure, told.value.field) == ("join", "Sew it to one first.", "seam")


MEET = Meet("side", 0j, 12.0, 0.0, None, broken=False)


@pytest.mark.parametrize(
    ("meets", "steps", "words"),
    [
        ((), False, "It runs on."),
        ((MEET,), False, "It runs on."),
        ((replace(MEET, as_block=True),), False, "It runs on as the block does: its audit tells of that."),
        ((replace(MEET, broken=True), replace(MEET, as_block=True)), False, "It has a kink that shows."),
        ((replace(MEET, broken=True), replace(MEET, over="shoulder", broken=True), replace(MEET, broken=True)), True,
         "It steps at the side and the shoulder: the longer side is to be trued."),
        ((replace(MEET, broken=True), replace(MEET, over="shoulder")), True, "It steps at the side: the longer side is to be trued."),
    ],
)  # fmt: skip
def test_how_a_chain_runs_in_one_sentence(meets: tuple[Meet, ...], steps: bool, words: str) -> None:
    laid = laid_side(sewn(), sewn().seam("join").a)
    assert Joined("top", laid, meets, None, None, "", steps).verdict == words


def test_an_edge_that_is_not_there_is_told_with_those_that_are() -> None:
    with pytest.raises(NoSuchName, match="moon") as told:
        joined(table(), "front", "moon", RULES)
    assert told.value.where == "front"
    assert "neckline" in told.value.cure


@pytest.mark.parametrize(
    "by", [slide(3 - 2j), swing(4 + 1j, 0.7), turn_over(2j, 5 + 3j), swing(1j, -2.0).then(turn_over(0j, 1 + 0j))]
)
def test_a_placing_is_written_as_svg_reads_it(by: Transform) -> None:
    """Held against shapely's own affine transformation with the same six numbers."""
    told = re.fullmatch(r"matrix\(([-.\d ]+)\)", matrix(by))
    assert told
    a, b, c, d, e, f = (float(x) for x in told[1].split())
    for z in (0j, 7 + 0j, 2 + 9j):
        there = affinity.affine_transform(shapely.Point(z.real, z.imag), [a, c, b, d, e, f])
        assert abs(complex(there.x, there.y) - by.point(z)) < 1e-4


def test_a_sheet_is_drawn_once_with_the_notches_of_the_seam_that_is_walked() -> None:
    start = table()
    ((name, outline, by, notches),) = sheets(start, laid_side(start, start.seam("side").a), "side")
    assert (name, by.point(1 + 2j)) == ("front", 1 + 2j)
    assert outline.count("M") == 1
    assert outline.endswith("Z")
    assert len(notches) == len(start.notches_of("side")) == 1
    assert len(sheets(start, laid_side(start, start.seam("side").a))[0][3]) == sum(1 for _ in start.placed_notches("front")) + sum(
        n.style == "double" for n, _ in start.placed_notches("front")
    )
    (line,) = notches
    x0, y0, x1, y1 = (float(x) for x in re.findall(r"-?\d+(?:\.\d+)?", line))
    notch = next(spot for n, spot in start.placed_notches("front") if n.seam == "side")
    foot = start.piece("front").outline[notch.edge].path.at(notch.along)
    assert abs(complex(x0, y0) - foot) < 1e-4
    assert abs(complex(x1 - x0, y1 - y0)) == pytest.approx(0.8, abs=1e-4)
    assert polygon(start.piece("front")).buffer(1e-3).contains(shapely.Point(x1, y1)), "it is cut into the paper"


@pytest.mark.parametrize("right", [True, False])
def test_paper_along_a_strip_lies_on_its_own_side_six_centimetres_deep(right: bool) -> None:
    path = straight(2 + 3j, 32 + 3j)
    strip = Strip("a", "top", path, Transform(1 + 0j, 0j), right)
    places = [complex(float(x), float(y)) for x, y in re.findall(r"(-?[\d.]+) (-?[\d.]+)", band(strip))]
    drawn = shapely.Polygon([(z.real, z.imag) for z in places])
    assert drawn.area == pytest.approx(30 * DEEP, abs=0.01)
    assert drawn.bounds == pytest.approx((2, 3, 32, 9) if right else (2, -3, 32, 3), abs=1e-4)
    short = Strip("a", "top", straight(0j, 5 + 0j), Transform(1 + 0j, 0j), right)
    places = [complex(float(x), float(y)) for x, y in re.findall(r"(-?[\d.]+) (-?[\d.]+)", band(short))]
    assert max(abs(z.imag) for z in places) == pytest.approx(2.0, abs=1e-4), "of a short strip two fifths of its length"


def test_a_box_stands_round_all_of_it_with_its_margin() -> None:
    assert box_round([straight(1 + 2j, 4 + 2j), straight(-3 + 5j, 0j)], 0.5) == (-3.5, -0.5, 4.5, 5.5)


@pytest.mark.parametrize("forward", [True, False])
def test_a_chain_is_turned_so_that_it_reads_from_left_to_right_with_its_paper_below(forward: bool) -> None:
    path = straight(3 + 1j, 6 + 9j)
    laid = Laid((Strip("a", "top", path, Transform(1 + 0j, 0j), forward),))
    by = upright(laid)
    start, end = by.point(path.start), by.point(path.end)
    assert end.real - start.real == pytest.approx(path.length)
    assert end.imag == pytest.approx(start.imag)
    inside = path.at(4) + (1j if forward else -1j) * path.stand_at(4)[1]
    assert by.point(inside).imag > start.imag, "y runs down"


def test_a_chain_that_ends_where_it_begins_is_turned_by_how_it_sets_out() -> None:
    ring = Path(((0j, 0 + 8j), (0 + 8j, 8 + 8j), (8 + 8j, 0.2j)))
    by = upright(Laid((Strip("a", "hem", ring, Transform(1 + 0j, 0j), True),)))
    assert by.point(8j) - by.point(0j) == pytest.approx(8)


@pytest.mark.parametrize(("beyond", "sheets_in_chain"), [("top", {"a", "b"}), ("front top", {"a", "b"}), ("crown", {"a"})])
def test_a_chain_runs_on_over_a_seam_where_the_other_sheets_edge_is_called_alike(beyond: str, sheets_in_chain: set[str]) -> None:
    """Two sheets side by side, sewn where they meet; what runs on there is the same edge if it has the same word."""
    b = sheet(20, 8, "b").placed(slide(12 + 0j))
    b = b.with_outline(tuple(replace(e, name=beyond) if e.name == "top" else e for e in b.outline))
    seam = Seam("between", (Stretch("a", "right", "top"),), (Stretch("b", "left", beyond),), SeamRule("equal"))
    chain = joined(Pattern((sheet(12, 8, "a"), b), (seam,)), "a", "top", RULES)
    assert {s.piece for s in chain.laid.strips} == sheets_in_chain
    assert sum(s.path.length for s in chain.laid.strips) == pytest.approx(32.0 if "b" in sheets_in_chain else 12.0)
    assert [m.at for m in chain.meets] == ([12 + 0j] if "b" in sheets_in_chain else [])


@pytest.mark.parametrize("lower", [0.0, 0.3, -0.4])
def test_legs_that_are_not_alike_step_over_their_dart_by_so_many_millimetres(lower: float) -> None:
    """The foot of one leg drawn along that leg: it is so much shorter, or longer."""
    front = table("skirt").piece("skirt front")
    dart = darts_of(front)[0]
    along = dart.pivot - dart.mouth[1]
    foot = dart.mouth[1] + lower * along / abs(along)
    n, outline = len(front.outline), list(front.outline)
    beside = (dart.vertex + 1) % n
    outline[dart.vertex] = replace(dart.leg_out, path=dart.leg_out.path.ending_at(foot))
    outline[beside] = replace(outline[beside], path=outline[beside].path.starting_at(foot))
    chain = joined(Pattern((front.with_outline(tuple(outline)),)), "skirt front", "waist", RULES)
    (meet,) = (m for m in chain.meets if m.over == dart.name)
    assert meet.step == pytest.approx(10 * abs(lower), abs=1e-3)
