"""Every printed paper, as it lies in the hand: words that can be read, none over another, all within the rim; drawings to the scale that is told."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from datetime import date
from functools import lru_cache
from itertools import combinations
from typing import Any

import pytest
from svgpathtools import parse_path

from patterncraft.drafting.school import Block
from patterncraft.drafting.schools import school
from patterncraft.finishing.cut_sheet import cut_sheet
from patterncraft.finishing.finish import finish
from patterncraft.finishing.sewing_order import sewing_order
from patterncraft.formats.cut_sheet_pdf import cut_sheet_pdf
from patterncraft.formats.making_sheet import HIGH, making_sheet
from patterncraft.formats.measuring_sheet import measuring_sheet
from patterncraft.formats.nested import DASHES, Size, nest
from patterncraft.formats.nested_pdf import nested_pdf
from patterncraft.formats.pdf import pattern_pdf
from patterncraft.formats.school_sheet import DRAWN, school_sheet
from patterncraft.formats.tiles import PaperName
from patterncraft.geometry.svgpath import to_svg
from patterncraft.house import HouseRules
from patterncraft.measures.figure import FIGURES
from patterncraft.measures.keys import MEASURES
from patterncraft.measures.tapes import TAPES
from patterncraft.replay import Replay
from patterncraft.units import Unit
from tests.patterncraft.parts.ground import SLEEVE, Step, made, table
from tests.printed import CM, Stroke, Words, page_size, pages, said, strokes, words
from tests.rich import rich_bodice
from tests.samples import WHOLE, square
from tests.watch import assert_words

RULES = HouseRules()
DAY = date(2026, 3, 9)
TO_SHOULDER: Step = {
    "move": "rotate_dart",
    "piece": "front",
    "dart": "waist dart",
    "to": {"edge": "shoulder", "fraction": 0.5},
    "note": "as fitted on the stand",
}
SPREAD: Step = {
    "move": "slash_and_spread",
    "piece": "back",
    "from_edge": "waist",
    "to_edge": "shoulder",
    "count": 2,
    "opening": 3.0,
    "hinge": "to_edge",
}
SIDE_AWAY: Step = {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "shoulder dart"}}
CLOSED_BACK: Step = {"move": "convert_dart", "piece": "back", "dart": "waist dart", "into": "ease"}


@lru_cache(maxsize=1)
def dress() -> Replay:
    return made(TO_SHOULDER, SIDE_AWAY, CLOSED_BACK, SPREAD, SLEEVE)


@lru_cache(maxsize=1)
def drafted() -> Block:
    return school("bodice-direct").draft(WHOLE, {})


@lru_cache(maxsize=1)
def three_sizes() -> list[Size]:
    found = []
    for label, wide in (("small", 80.0), ("middle", 92.0), ("a long name for a size that is wide", 110.0)):
        pattern = school("bodice-direct").draft(WHOLE | {"bust_girth": wide, "waist_girth": wide - 18}).pattern
        found.append(Size(label, pattern, finish(pattern, RULES)))
    return found


def cut_paper(paper: PaperName, unit: Unit) -> bytes:
    done = dress()
    pieces = finish(done.pattern, RULES, "Choir dress")
    return cut_sheet_pdf(cut_sheet(done, pieces, unit), pieces, "Choir dress", unit, paper, DAY)


PAPERS: dict[str, Callable[[PaperName, Unit], bytes]] = {
    "making": lambda paper, unit: making_sheet(dress(), "Choir dress", unit, paper, DAY),
    "school": lambda paper, unit: school_sheet(school("bodice-direct"), drafted(), "Choir dress", unit, paper, DAY),
    "measuring": lambda paper, unit: measuring_sheet(unit, paper),
    "cutting": cut_paper,
    "pattern": lambda paper, unit: pattern_pdf(finish(rich_bodice(), RULES, "Choir dress"), "Choir dress", paper, DAY),
    "nested": lambda paper, unit: nested_pdf(three_sizes(), "Choir dress", paper, DAY),
}


@lru_cache(maxsize=32)
def printed(kind: str, paper: PaperName = "a4", unit: Unit = "cm") -> bytes:
    return PAPERS[kind](paper, unit)


def over(a: Words, b: Words) -> bool:
    """Whether two words lie over each other: by more than the room that their letters keep above and below."""
    wide = min(a.right, b.right) - max(a.left, b.left)
    high = min(a.high, b.high) - max(a.low, b.low)
    return wide > 0.02 and high > 0.4 * min(a.high - a.low, b.high - b.low)


@pytest.mark.parametrize("unit", ["cm", "in"])
@pytest.mark.parametrize("paper", ["a4", "letter"])
@pytest.mark.parametrize("kind", PAPERS)
def test_all_words_can_be_read_and_stand_on_the_page(kind: str, paper: PaperName, unit: Unit) -> None:
    data = printed(kind, paper, unit)
    for page in range(pages(data)):
        # What is drawn at true scale runs over the rims of its sheets.
        if kind in ("pattern", "nested") and page:
            continue
        wide, high = page_size(data, page)
        found = words(data, page)
        assert found
        for w in found:
            assert_words(kind, w.text)
            assert w.left > 0.9, w
            assert w.right < wide - 0.9, w
            assert 0.4 < w.low < w.high < high - 0.9, w
            assert 5 < w.size < 20, f"{w.text}: {w.size:.1f} points"
        for a, b in combinations(found, 2):
            assert not over(a, b), f"page {page + 1}: “{a.text}” over “{b.text}”"


HEADED = {"making": "Making sheet", "school": "School sheet"}


@pytest.mark.parametrize("kind", HEADED)
def test_each_page_says_at_its_head_what_it_is_whose_and_which(kind: str) -> None:
    data = printed(kind)
    assert pages(data) > 1
    for page in range(pages(data)):
        head, number, *rest = sorted(words(data, page), key=lambda w: (-round(w.low, 0), w.left))
        assert (head.text, head.bold, head.size) == (f"{HEADED[kind]} · Choir dress", True, pytest.approx(12, abs=0.01))
        assert number.text == f"2026-03-09 · page {page + 1}"
        assert number.right == pytest.approx(21.0 - 1.5, abs=0.02)
        assert head.left == pytest.approx(1.5, abs=0.02)
        rule = strokes(data, page)[0]
        assert rule.box == pytest.approx((1.5, 27.6, 19.5, 27.6), abs=1e-3)
        assert rule.width == pytest.approx(0.8)
        # Below the rule all else.
        assert max(w.high for w in rest) < 27.6
        assert {round(w.size, 1) for w in rest if w.bold} <= {9.5, 7.5}


def test_a_head_that_is_too_long_for_the_page_is_cut_at_a_word_and_keeps_off_the_date() -> None:
    data = making_sheet(Replay(table(), ()), "a dress for every voice of the choir " * 6, "cm", "a4", DAY)
    head, number = words(data)[:2]
    assert head.text.startswith("Making sheet · a dress for every voice")
    assert head.right < number.left - 0.2


# ---- the making sheet


def outline_strokes(found: Sequence[Stroke]) -> list[Stroke]:
    return [s for s in found if s.drawn and not s.dash and s.width == pytest.approx(0.9, abs=0.01)]


def spread_of(found: Sequence[Stroke]) -> tuple[float, float, float, float]:
    boxes = [s.box for s in found]
    return min(b[0] for b in boxes), min(b[1] for b in boxes), max(b[2] for b in boxes), max(b[3] for b in boxes)


def step_strokes(data: bytes, page: int, words_of: str, following: float) -> list[Stroke]:
    """What is drawn below a step's sentence, down to ``following`` cm further."""
    top = said(data, words_of, page).low
    return [s for s in strokes(data, page) if top - following < s.box[1] and s.box[3] < top]


def test_a_steps_papers_stand_side_by_side_to_the_scale_that_is_told() -> None:
    """Before on the left half, after on the right; as wide as the paper is, by svgpathtools' box, at the scale measured."""
    data = making_sheet(made(TO_SHOULDER), "One step", "cm")
    sentence = said(data, "1. Rotate the waist dart")
    assert sentence.bold
    note = said(data, "as fitted on the stand")
    assert (note.left, note.bold) == (pytest.approx(2.0, abs=0.02), False)
    assert note.high < sentence.high
    drawn = outline_strokes(step_strokes(data, 0, "1. Rotate", HIGH + 0.5))
    left = [s for s in drawn if s.box[2] < 10.5]
    right = [s for s in drawn if s.box[0] >= 10.4]
    assert len(left) + len(right) == len(drawn)
    before, after = table().piece("front"), made(TO_SHOULDER).pattern.piece("front")
    scales = []
    for group, piece in ((left, before), (right, after)):
        assert len(group) == len(piece.outline)
        boxes = [parse_path(to_svg(e.path)).bbox() for e in piece.outline]
        wide, high = max(b[1] for b in boxes) - min(b[0] for b in boxes), max(b[3] for b in boxes) - min(b[2] for b in boxes)
        a, b, c, d = spread_of(group)
        # A box by the ends of its curves lies within the true one, by a little.
        scales += [(c - a) / wide, (d - b) / high]
        assert d - b <= HIGH - 1.1 + 1e-6
        said_name = next(w for w in words(data) if w.text == "front" and a < (w.left + w.right) / 2 < c and b < w.low < d)
        assert (said_name.left + said_name.right) / 2 == pytest.approx((a + c) / 2, abs=0.1)
    assert max(scales) == pytest.approx(min(scales), rel=0.02)
    told = [w for w in words(data) if w.text.startswith("drawn 1 : ")]
    assert len(told) == 2, "the blocks, and one step"
    assert float(told[1].text.removeprefix("drawn 1 : ")) == pytest.approx(1 / scales[0], rel=0.05)
    assert told[1].right == pytest.approx(19.5, abs=0.02)
    assert said(data, "before").left == pytest.approx(1.5, abs=0.02)
    assert said(data, "after").left == pytest.approx(10.5, abs=0.02)


def test_drawings_use_the_room_that_there_is() -> None:
    """Two sheets of a bodice a sixth of a metre wide and deep at most: as high as the room, or as wide as half the page, or at a sixth of true size."""
    data = making_sheet(made(TO_SHOULDER), "One step", "cm")
    drawn = outline_strokes(step_strokes(data, 0, "1. Rotate", HIGH + 0.5))
    _, low, _, top = spread_of(drawn)
    assert top - low == pytest.approx(HIGH - 1.1, abs=0.05)
    small = making_sheet(Replay(replace(table(), pieces=(square(10.0),), seams=(), notches=()), ()), "Small", "cm")
    _, low, _, top = spread_of(outline_strokes(strokes(small)))
    assert top - low == pytest.approx(1.6, abs=1e-3), "a small piece is drawn no larger than 16 cm to the metre"
    assert said(small, "drawn 1 : 6")


def test_new_paper_is_shaded_and_tape_and_lines_are_broken() -> None:
    data = making_sheet(made(TO_SHOULDER, SIDE_AWAY, CLOSED_BACK, SPREAD), "Spread", "cm")
    done = made(TO_SHOULDER, SIDE_AWAY, CLOSED_BACK, SPREAD).pattern.piece("back")
    page = next(k for k in range(pages(data)) if any(w.text.startswith("4. Slash the back") for w in words(data, k)))
    drawn = step_strokes(data, page, "4. Slash", HIGH + 1.0)
    shaded = [s for s in drawn if s.filled and s.fill == pytest.approx(0.86, abs=0.001)]
    before = made(TO_SHOULDER, SIDE_AWAY, CLOSED_BACK).pattern.piece("back")
    assert len(shaded) == len(before.paper.patches) + len(done.paper.patches) > 0
    assert all(s.closed and not s.drawn for s in shaded)
    broken = [s for s in drawn if s.dash]
    assert len(broken) == sum(len(p.lines) + len(p.paper.tapes) + len(p.lenses) for p in (before, done))
    assert {round(s.width, 2) for s in broken} == {0.4}
    assert {tuple(round(x, 2) for x in s.dash) for s in broken} == {(2.0, 2.0)}
    plates = [s for s in drawn if s.filled and s.fill == pytest.approx(1.0)]
    assert len(plates) == 2, "a name stands on white, once on each sheet"


def test_the_sewing_is_numbered_and_says_what_comes_before_a_seam() -> None:
    data = printed("making")
    order = sewing_order(dress().pattern)
    found = [w.text for page in range(pages(data)) for w in words(data, page)]
    whole = " ".join(found)
    for n, s in enumerate(order, 1):
        assert f"{n}. {s.words}" in whole
        after = whole.split(f"{n}. {s.words}", 1)[1]
        assert after.startswith(" (after ") == (s.kind == "seam" and bool(s.after)), s
        if s.kind == "seam" and s.after:
            assert after.startswith(f" (after {', '.join(s.after)})")
    assert any(s.after and s.kind == "seam" for s in order)
    assert any(s.after and s.kind != "seam" for s in order)
    assert found.index("How it can be sewn (a suggestion, read off the seams)") < next(
        k for k, x in enumerate(found) if x.startswith(f"1. {order[0].words}"[:20])
    )
    assert found[-1] == "Cut away from your hand; count the pins back into the cushion."


def test_a_step_tells_ten_sums_at_most_and_those_that_it_works_with_first() -> None:
    done = dress()
    data = printed("making")
    lines = [w for page in range(pages(data)) for w in words(data, page)]
    for d in done.done:
        told = [s for s in d.working if any(w.text.startswith(s.label[:30]) for w in lines)]
        assert len(told) >= min(len(d.working), 10)


# ---- the measuring sheet


@pytest.mark.parametrize(("unit", "word"), [("cm", "in centimetres · "), ("in", "in inches, to the eighth · ")])
def test_the_measuring_sheet_says_in_what_it_is_filled_in(unit: Unit, word: str) -> None:
    line = next(w for w in words(measuring_sheet(unit, "a4")) if "first tie a cord" in w.text)
    assert line.text == f"{word}first tie a cord round the waist and leave it on"
    assert line.right == pytest.approx(21 - 1.3, abs=0.02)
    title = said(measuring_sheet(unit, "a4"), "Measuring sheet")
    assert (title.size, title.bold) == (pytest.approx(15, abs=0.01), True)


def test_a_figure_a_cord_and_a_tape_are_told_apart_by_their_lines() -> None:
    """The body fine and grey, the cord finer and dotted, the tape that is measured the heaviest, black; behind the body it is broken."""
    found = strokes(measuring_sheet("cm", "a4"))
    pens = {
        (0.35, 0.6, ()): sum(len(FIGURES[TAPES[m].view].body) for m in MEASURES),
        (0.7, 0.4, ()): sum(len(FIGURES[TAPES[m].view].inner) for m in MEASURES),
        (0.4, 0.5, (1.0, 1.5)): sum(len(TAPES[m].cord) for m in MEASURES),
        (0.0, 0.8, (1.5, 1.5)): sum(len(TAPES[m].hidden) for m in MEASURES),
        (0.0, 1.5, ()): sum(len(TAPES[m].seen) for m in MEASURES),
        (0.0, 0.7, ()): len(MEASURES),
        (0.0, 0.5, ()): 3,
    }
    counted: dict[Any, int] = {}
    for s in found:
        if s.drawn:
            pen = (round(s.grey, 2), round(s.width, 2), tuple(round(x, 2) for x in s.dash))
            counted[pen] = counted.get(pen, 0) + 1
    assert counted == {pen: n for pen, n in pens.items() if n}
    dots = [s for s in found if s.filled]
    assert len(dots) == sum(len(TAPES[m].ends) for m in MEASURES)
    for s in dots:
        left, low, right, high = s.box
        assert (right - left, high - low) == pytest.approx((2.8 / CM, 2.8 / CM), abs=0.01)


# ---- the school sheet


def test_what_is_being_drawn_is_black_and_heavy_and_what_was_there_is_grey() -> None:
    block = drafted()
    data = printed("school")
    current = earlier = 0
    for page in range(pages(data)):
        for s in strokes(data, page):
            if not s.drawn or s.box[2] > 1.5 + DRAWN[0] + 0.2:
                continue
            pen = (round(s.grey, 2), round(s.width, 2))
            assert pen in {(0.0, 1.1), (0.6, 0.4)}, pen
            assert s.dash == () or [round(x, 2) for x in s.dash] == [2.0, 2.0]
            current += pen == (0.0, 1.1)
            earlier += pen == (0.6, 0.4)
    assert current == sum(len(s.paths) for s in block.stages)
    assert earlier == sum(len(b.paths) for n, s in enumerate(block.stages) for b in block.stages[:n] if b.piece == s.piece)


def test_only_the_points_that_are_new_are_lettered() -> None:
    block = drafted()
    data = printed("school")
    letters = [w for page in range(pages(data)) for w in words(data, page) if w.size == pytest.approx(7.5, abs=0.05) and w.bold]
    wanted = [label for s in block.stages for label, _ in s.points]
    # Two that lie side by side are read as one word.
    assert sorted("".join(w.text for w in letters).replace(" ", "")) == sorted("".join(wanted).replace(" ", ""))
    dots = [s for page in range(pages(data)) for s in strokes(data, page) if s.filled]
    black = [s for s in dots if s.fill == 0]
    assert len(black) == len(wanted)
    for s in dots:
        assert s.box[2] - s.box[0] == pytest.approx(2.2 / CM, abs=0.005)


# ---- sizes over each other


def test_the_legend_shows_each_sizes_line_beside_its_name() -> None:
    data = printed("nested")
    found = strokes(data)
    for k, label in enumerate(("small", "middle", "a long name for a size tha")):
        name = said(data, label)
        (line,) = [
            s
            for s in found
            if len(s.points) == 2 and abs(s.box[1] - s.box[3]) < 1e-6 and name.low < s.box[1] < name.high and s.box[2] < name.left
        ]
        assert (line.box[0], line.box[2]) == pytest.approx((name.left - 2.8, name.left - 0.2), abs=0.01)
        assert [x / CM for x in line.dash] == pytest.approx(DASHES[k], abs=1e-3)
        assert line.width == pytest.approx(1.1)
    assert said(data, "small").low - said(data, "middle").low == pytest.approx(0.52, abs=0.01)
    assert said(data, "middle").low - said(data, "a long").low == pytest.approx(0.52, abs=0.01)


def test_each_size_is_drawn_in_its_own_line_where_it_lies() -> None:
    sizes = three_sizes()
    data = nested_pdf(sizes, "Run", "a0")
    found = strokes(data, 1)
    lies = nest(sizes)
    rim = 1.0
    high = page_size(data, 1)[1]
    for _, lain in lies.pieces:
        for q in lain:
            dash = DASHES[q.size]
            wanted = complex(rim + min(z.real for z in q.piece.cut_line), high - rim - min(z.imag for z in q.piece.cut_line))
            assert any(
                s.closed
                and [x / CM for x in s.dash] == pytest.approx(dash, abs=1e-3)
                and abs(complex(s.box[0], s.box[3]) - wanted) < 0.01
                for s in found
            ), f"{q.piece.name}, size {q.size}"


# ---- the pattern


def test_a_hole_is_a_ring_of_three_millimetres_where_it_is_drilled() -> None:
    pieces = finish(rich_bodice(), RULES)
    data = pattern_pdf(pieces, "Holes", "a0")
    holes = [x.drill for p in pieces for x in p.darts] + [z for p in pieces for x in p.lenses for z in (x.upper, x.lower)]
    rings = [s for s in strokes(data, 1) if s.drawn and len(s.points) == 5 and s.box[2] - s.box[0] < 1]
    assert len(rings) == len(holes) > 0
    for s in rings:
        left, low, right, high = s.box
        assert (right - left, high - low) == pytest.approx((0.3, 0.3), abs=1e-3)
