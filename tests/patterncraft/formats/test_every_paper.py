"""Every printed paper, as it lies in the hand: words that can be read, none over another, all within the rim; drawings to the scale that is told."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from datetime import date
from itertools import combinations, pairwise
from typing import Any

import pytest
from svgpathtools import parse_path

from patterncraft.drafting.school import Block
from patterncraft.drafting.schools import school
from patterncraft.finishing.cut_sheet import cut_sheet
from patterncraft.finishing.finish import finish
from patterncraft.finishing.sewing_order import sewing_order
from patterncraft.formats.cut_sheet_pdf import cut_sheet_pdf
from patterncraft.formats.drawing import draw
from patterncraft.formats.layout import lay_side_by_side
from patterncraft.formats.making_sheet import HIGH, making_sheet
from patterncraft.formats.measuring_sheet import measuring_sheet
from patterncraft.formats.nested import DASHES, Size, nest
from patterncraft.formats.nested_pdf import nested_pdf
from patterncraft.formats.pdf import pattern_pdf
from patterncraft.formats.school_sheet import DRAWN, school_sheet
from patterncraft.formats.tiles import PaperName, tiling
from patterncraft.geometry.svgpath import to_svg
from patterncraft.house import HouseRules
from patterncraft.measures.figure import FIGURES
from patterncraft.measures.keys import MEASURES
from patterncraft.measures.tapes import TAPES
from patterncraft.paper.piece import Grain, GrainKind
from patterncraft.replay import Replay
from patterncraft.units import Unit
from tests.patterncraft.parts.ground import SLEEVE, Step, made, table
from tests.printed import CM, Stroke, Words, page_size, pages, said, strokes, words
from tests.rich import RICH, rich_bodice
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


def dress() -> Replay:
    return made(TO_SHOULDER, SIDE_AWAY, CLOSED_BACK, SPREAD, SLEEVE)


def drafted() -> Block:
    return school("bodice-direct").draft(WHOLE, {})


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
    assert told[1].low == pytest.approx(said(data, "before").low, abs=0.03), "on the line of “before” and “after”"
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


def test_the_head_stands_on_its_rule_and_in_one_line_with_the_number() -> None:
    for kind in HEADED:
        head, number = words(printed(kind))[:2]
        assert head.low < 27.6 + 0.3 < head.high, "its letters stand three millimetres above the rule"
        assert head.low == pytest.approx(number.low, abs=0.05)


def test_lines_to_write_on_follow_their_words_and_end_at_their_columns() -> None:
    """Name to 8.6 from the margin, date from 9.0 to 12.4, who measured from 12.8 to 18.2, each line beginning a little behind its word."""
    data = measuring_sheet("cm", "a4")
    found = [s for s in strokes(data) if s.drawn and s.width == pytest.approx(0.5) and not s.dash]
    for label, left, right in (("Name", 0.0, 8.6), ("Date", 9.0, 12.4), ("Measured by", 12.8, 18.2)):
        word = next(w for w in words(data) if w.text == label)
        assert word.left == pytest.approx(1.3 + left, abs=0.03)
        (line,) = [s for s in found if abs(s.box[0] - word.right) < 0.3 and s.box[0] > word.right]
        assert line.box[0] - word.right == pytest.approx(4 / CM, abs=0.03)
        assert line.box[2] == pytest.approx(1.3 + right, abs=1e-3)
        assert word.low < line.box[1] < word.low + 0.15
        assert line.box[1] == pytest.approx(line.box[3])


def test_rows_of_the_cut_sheet_are_ruled_apart_and_hold_their_pictures() -> None:
    """A heavy rule under the heads, a fine one under each row, evenly apart; in each row its piece, as wide to its height as it is, within the first column."""
    data = printed("cutting")
    pieces = finish(dress().pattern, RULES, "Choir dress")
    level = [s for s in strokes(data) if len(s.points) == 2 and abs(s.box[1] - s.box[3]) < 1e-6 and s.box[2] - s.box[0] > 15]
    heavy, fine = [[s.box[1] for s in level if s.width == pytest.approx(w)] for w in (0.8, 0.2)]
    assert (len(heavy), len(fine)) == (1, len(pieces))
    steps = [a - b for a, b in pairwise([*heavy, *fine])]
    assert steps == pytest.approx([steps[0]] * len(steps), abs=1e-4)
    assert 0.55 <= steps[0] <= 1.5 + 1e-3
    heads = [next(w for w in words(data) if w.text == x) for x in ("Piece", "Cloth", "Grain")]
    assert all(heavy[0] < w.low + 0.2 < heavy[0] + 0.4 for w in heads)
    for k, p in enumerate(pieces):
        top, low = [*heavy, *fine][k], fine[k]
        (picture,) = [s for s in strokes(data) if s.closed and low < s.box[1] and s.box[3] < top and s.box[2] < 1.3 + 2.2]
        left, up, right, down = p.box
        wide, high = picture.box[2] - picture.box[0], picture.box[3] - picture.box[1]
        assert wide / high == pytest.approx((right - left) / (down - up), rel=0.03)
        assert high == pytest.approx(steps[0] - 0.16, abs=0.02) or wide == pytest.approx(1.8, abs=0.02), (
            "as large as the row, or the column"
        )
        assert 0.5 * (picture.box[1] + picture.box[3]) == pytest.approx(0.5 * (top + low), abs=0.02)
        assert 0.5 * (picture.box[0] + picture.box[2]) == pytest.approx(1.3 + 0.1 + 0.9, abs=0.02)
        assert any(w.text == f"{p.number} {p.name}" and low < w.low < w.high < top for w in words(data))


def test_a_row_with_a_name_too_long_for_its_column_ends_in_dots_before_the_next() -> None:
    long = replace(square(10.0), name="a sheet whose name tells all that was ever done to it and more")
    pattern = replace(table(), pieces=(long,), seams=(), notches=())
    pieces = finish(pattern, RULES)
    data = cut_sheet_pdf(cut_sheet(Replay(pattern, ()), pieces, "cm"), pieces, "T", "cm")
    name = said(data, "1 a sheet whose")
    assert name.text.endswith("…")
    assert name.right <= 1.3 + 2.2 + 4.2 + 0.01
    assert name.right > 1.3 + 2.2 + 4.2 - 0.5, "as much of it as there is room for"


def test_each_sheet_has_its_frame_and_the_map_shows_every_sheet_where_it_lies() -> None:
    """A grey frame of 19 by 27.7 a centimetre inside an A4 sheet; on the map the same sheets, as far apart as 18 and 26.7 to the map's scale."""
    pieces = finish(rich_bodice(), RULES)
    data = pattern_pdf(pieces, "Frames")
    plan = tiling(lay_side_by_side(pieces), "a4")
    for page in range(1, pages(data)):
        frame = next(s for s in strokes(data, page) if s.closed and s.grey == pytest.approx(0.5) and s.width == pytest.approx(0.3))
        assert frame.box == pytest.approx((1.0, 1.0, 20.0, 28.7), abs=1e-3)
    tiles = [s for s in strokes(data) if s.closed and s.grey == pytest.approx(0.55)]
    assert len(tiles) == len(plan.tiles)
    k = (tiles[0].box[2] - tiles[0].box[0]) / 19.0
    left, top = tiles[0].box[0] - plan.tiles[0].column * 18 * k, tiles[0].box[3] + plan.tiles[0].row * 26.7 * k
    assert top == pytest.approx(29.7 - 1 - 2, abs=1e-3)
    for t, s in zip(plan.tiles, tiles, strict=True):
        x, y = left + t.column * 18 * k, top - t.row * 26.7 * k
        assert s.box == pytest.approx((x, y - 27.7 * k, x + 19 * k, y), abs=1e-3)
        number = next(
            w for w in words(data) if w.text == str(t.number) and s.box[0] < w.left < s.box[2] and s.box[1] < w.low < s.box[3]
        )
        assert number.bold
    assert {round(s.width, 2) for s in tiles} == {0.4}


def test_beside_a_cut_line_the_sewing_line_is_broken_and_alone_it_is_whole() -> None:
    pieces = finish(rich_bodice(), RULES)
    both, alone = (pattern_pdf(pieces, "Lines", "a0", layers=layers) for layers in (("allowance", "net"), ("net",)))
    sewn = sum(e.allowance > 0 for p in pieces for e in p.edges)
    shut = sum(len(p.darts) + len(p.lenses) for p in pieces)
    broken = [s for s in strokes(both, 1) if [round(x) for x in s.dash] == [6, 3]]
    assert len(broken) == sewn + shut
    assert len([s for s in strokes(alone, 1) if [round(x) for x in s.dash] == [6, 3]]) == shut
    cut = [s for s in strokes(both, 1) if s.closed and s.width == pytest.approx(1.1)]
    assert len(cut) == len(pieces)
    assert not [s for s in strokes(alone, 1) if s.closed and s.width == pytest.approx(1.1)]


@pytest.mark.parametrize(("scale", "width"), [(1.0, 1.1), (0.5, 1.1), (0.25, 1.1)])
def test_lines_and_letters_stay_as_they_are_on_a_smaller_drawing(scale: float, width: float) -> None:
    data = pattern_pdf(finish(rich_bodice(), RULES), "Small", "a0", scale=scale)
    assert {round(s.width, 3) for s in strokes(data, 1) if s.closed and s.width > 1} == {width}
    names = [w for w in words(data, 1) if w.text.split(" ")[-1] in ("back", "front") and w.bold]
    assert names
    assert all(w.size == pytest.approx(0.46 * CM, rel=0.03) or w.size < 0.46 * CM for w in names)
    heads = [s for s in strokes(data, 1) if len(s.points) == 3 and not s.closed and s.width == pytest.approx(0.8)]
    assert len(heads) >= 4, "two heads to each grain line"


def test_settings_that_are_chosen_are_said_as_words() -> None:
    """Yes and no, a list by its parts, a length in the house's unit."""
    maker = school("bodice-direct")
    yes = school_sheet(maker, maker.draft(WHOLE, {"true_shoulder": True}), "Ada", "cm")
    no = school_sheet(maker, maker.draft(WHOLE, {"true_shoulder": False}), "Ada", "cm")
    title = maker.settings.model_fields["true_shoulder"].title

    def told(data: bytes) -> str:
        return " ".join(w.text for w in words(data))

    assert f"{title} yes" in told(yes)
    assert f"{title} no" in told(no)
    gores = school("gored-skirt")
    changed = gores.draft(WHOLE, {"waist_changes": [1.0, 0.0, -1.0]}, school("skirt").draft(WHOLE))
    name = gores.settings.model_fields["waist_changes"].title
    assert f"{name} 1.0 cm and 0.0 cm and -1.0 cm" in told(school_sheet(gores, changed, "Ada", "cm")).replace("−", "-")


def test_what_a_draft_is_drawn_from_stands_close_under_its_reason() -> None:
    """No gap of more than two lines anywhere above the first drawing."""
    data = printed("school")
    first = said(data, "1. ").low
    above = sorted({round(w.low, 2) for w in words(data) if first < w.low < 27}, reverse=True)
    assert max(a - b for a, b in pairwise(above)) < 1.3


@pytest.mark.parametrize("kind", ["straight", "cross", "bias"])
def test_a_grain_line_has_a_head_at_either_end_pointing_outwards(kind: GrainKind) -> None:
    """Each head is two strokes of 0.65 from the end, six parts back along the line and two and a half aside."""
    grain = Grain(6 + 6j, 6 + 26j, kind)
    piece = replace(square(30.0), grain=grain)
    pieces = finish(replace(table(), pieces=(piece,), seams=(), notches=()), RULES)
    found = strokes(pattern_pdf(pieces, "Grain", "a0"), 1)
    (line,) = [
        s for s in found if len(s.points) == 2 and abs(abs(s.points[0] - s.points[1]) - 20) < 1e-3 and s.width == pytest.approx(0.8)
    ]
    heads = [s for s in found if len(s.points) == 3 and s.width == pytest.approx(0.8)]
    assert len(heads) == 2
    for end, other in (line.points, line.points[::-1]):
        (head,) = [h for h in heads if abs(h.points[1] - end) < 1e-3]
        inward = (other - end) / abs(other - end)
        sides = sorted(((z - end) / inward for z in (head.points[0], head.points[2])), key=lambda z: z.imag)
        assert sides == [pytest.approx(0.6 - 0.25j, abs=1e-3), pytest.approx(0.6 + 0.25j, abs=1e-3)]


def test_a_cut_sheets_title_that_is_too_long_ends_before_the_day_it_was_made() -> None:
    pattern = replace(table(), pieces=(square(10.0),), seams=(), notches=())
    pieces = finish(pattern, RULES)
    for title, whole in (("Winter", True), ("Winter coat for the second alto " * 6, False)):
        data = cut_sheet_pdf(cut_sheet(Replay(pattern, ()), pieces, "cm"), pieces, title, "cm", "a4", DAY)
        head, day = said(data, "Cut sheet"), said(data, DAY.isoformat())
        assert head.text.endswith("…") is not whole
        assert head.right < day.left
        # Two and a half centimetres before the rim are the day's.
        assert whole or 21 - 1.3 - 2.5 - 0.5 < head.right <= 21 - 1.3 - 2.5 + 0.01


@pytest.mark.parametrize("name", RICH)
def test_a_double_pointed_dart_is_drawn_all_round(name: str) -> None:
    rich = RICH[name]()
    for piece in draw(rich, RULES).pieces:
        own = {x.name: x for x in rich.piece(piece.name).lenses}
        assert {x.name for x in piece.lenses} == set(own)
        for drawn in piece.lenses:
            path = parse_path(drawn.d)
            assert path.isclosed()
            assert path.length() == pytest.approx(own[drawn.name].outline.length, abs=1e-3)
