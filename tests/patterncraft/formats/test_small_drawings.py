"""The small drawings beside the verbs, the rows of the cutting plan, the blank measuring sheet: read back and measured."""

from __future__ import annotations

from io import BytesIO
from itertools import combinations, pairwise

import pikepdf
import pytest
import shapely
from svgpathtools import parse_path

from patterncraft.finishing.finish import finish
from patterncraft.formats.layout import GAP, lay_side_by_side
from patterncraft.formats.measuring_sheet import measuring_sheet
from patterncraft.formats.pdf import CM, pattern_pdf
from patterncraft.formats.tiles import MARGIN, PaperName, lay_for, tiling
from patterncraft.formats.verb_picture import VerbPicture, verb_picture
from patterncraft.house import HouseRules
from patterncraft.measures.keys import MEASURES
from patterncraft.moves.registry import MOVES, read_steps
from patterncraft.paper.pattern import Pattern
from tests.rich import RICH
from tests.samples import square

RULES = HouseRules()


def area(d: str) -> shapely.Polygon:
    path = parse_path(d)
    points = [s.point(k / 12) for s in path for k in range(12)]
    return shapely.Polygon([(z.real, z.imag) for z in points]).buffer(0)


def box_of(picture: VerbPicture) -> shapely.Polygon:
    return shapely.box(picture.left, picture.top, picture.right, picture.bottom)


@pytest.mark.parametrize("name", [n for n, m in MOVES.items() if m.example])
def test_a_verbs_picture_shows_its_own_example_in_a_box_that_fits(name: str) -> None:
    kind = MOVES[name]
    shown = verb_picture(kind)
    assert shown is not None
    assert kind.example is not None
    step = read_steps([{"move": name, **kind.example.step}])[0]
    if step.pieces_named():
        assert len(shown.before.paper) == len(set(step.pieces_named())), "only the pieces it speaks of"
    for picture in (shown.before, shown.after):
        sheets = [area(d) for d in picture.paper]
        whole = shapely.union_all(sheets)
        box = box_of(picture)
        # Control points may reach a little beyond the curve: the box holds all and is hardly larger.
        assert box.buffer(0.05).covers(whole)
        for a, b in zip(box.bounds, whole.bounds, strict=True):
            assert a == pytest.approx(b, abs=1.6)
        for one, other in combinations(sheets, 2):
            assert one.intersection(other).area < 0.01, "sheets lie on each other"
        for d in picture.new:
            assert whole.buffer(0.05).covers(area(d)) or whole.intersection(area(d)).area > 0.8 * area(d).area
        levels = [x for x in map(parse_path, picture.lines) if len(x) == 1]
        # A block's own levels would only clutter it; tucks are stitched level, and a notch in an upright edge is cut level.
        assert name == "tucks" or kind.group == "Add" or all(abs(p.start.imag - p.end.imag) > 0.5 for p in levels)
    grown = sum(area(d).area for d in shown.after.paper) - sum(area(d).area for d in shown.before.paper)
    if name in ("slash_and_spread", "overlap"):
        assert (grown > 20) == (name == "slash_and_spread")
    if name in ("rotate_dart", "set_dart_point", "draw_line", "turn_edge_into", "cut_along"):
        assert grown == pytest.approx(0, abs=0.6)


def test_pieces_lie_in_rows_with_the_gap_between_and_start_anew_at_the_widest() -> None:
    pieces = finish(Pattern(tuple(square(side, f"sheet {k}") for k, side in enumerate((30.0, 40.0, 35.0, 50.0, 20.0)))), RULES)
    sheet = lay_side_by_side(pieces, widest=120.0)
    boxes = []
    for p, shift in sheet.pieces:
        left, top, right, bottom = p.box
        boxes.append((left + shift.real, top + shift.imag, right + shift.real, bottom + shift.imag))
    wide = [b[2] - b[0] for b in boxes]
    # By hand: the first three go into 120, the fourth does not.
    assert sum(wide[:3]) + 2 * GAP < 120 < sum(wide[:4]) + 3 * GAP
    assert [b[0] for b in boxes] == pytest.approx([0, wide[0] + GAP, wide[0] + wide[1] + 2 * GAP, 0, wide[3] + GAP])
    first = max(b[3] for b in boxes[:3])
    assert [b[1] for b in boxes] == pytest.approx([0, 0, 0, first + GAP, first + GAP])
    assert sheet.height == pytest.approx(max(b[3] for b in boxes))
    assert sheet.width == pytest.approx(max(b[2] for b in boxes))


def texts_of(page: pikepdf.Page) -> list[tuple[float, float]]:
    """Where each text begins, points."""
    found = []
    for operands, operator in pikepdf.parse_content_stream(page):
        if str(operator) == "Tm":
            found.append((float(operands[4]), float(operands[5])))
    return found


@pytest.mark.parametrize("paper", ["a4", "letter"])
def test_everything_on_the_measuring_sheet_stands_inside_its_margin_and_nothing_on_another(paper: PaperName) -> None:
    with pikepdf.open(BytesIO(measuring_sheet("cm", paper))) as pdf:
        assert str(pdf.docinfo["/Title"]) == "Measuring sheet"
        for number, page in enumerate(pdf.pages):
            wide, high = (float(x) for x in page.mediabox[2:])
            spots = texts_of(page)
            assert spots
            for x, y in spots:
                assert 0.9 * CM < x < wide - 0.9 * CM
                assert 0.9 * CM < y < high - 0.9 * CM, f"page {number + 1}: a line at {y:.0f} of {high:.0f}"
            if number == 0:
                titles = [s for s in spots if s[1] < high - 3.4 * CM]
                assert len(titles) == len(MEASURES)
                columns = sorted({round(x) for x, _ in titles})
                assert len(columns) == 5
                steps = [b - a for a, b in pairwise(columns)]
                assert max(steps) - min(steps) <= 1
                heads = [s for s in spots if s[1] >= high - 3.4 * CM]
                assert len({round(y) for _, y in heads}) == 2, "the title's line, and the line for name, date and hand"
                named = sorted(x for x, y in heads if round(y) == min(round(y) for _, y in heads))
                assert named == pytest.approx([1.3 * CM, (1.3 + 9.0) * CM, (1.3 + 12.8) * CM], abs=0.6)
            else:
                for column in {round(x) for x, _ in spots}:
                    levels = sorted((y for x, y in spots if round(x) == column), reverse=True)
                    assert min((a - b for a, b in pairwise(levels)), default=9) > 8, "lines of text on each other"


def test_the_first_sheet_has_both_squares_beside_each_other_and_the_map_to_scale() -> None:
    pieces = finish(RICH["cut bodice"](), RULES, "Map")
    plan = tiling(lay_side_by_side(pieces), "a4")
    with pikepdf.open(BytesIO(pattern_pdf(pieces, "Map", "a4"))) as pdf:
        rects, scale = [], 1.0
        for operands, operator in pikepdf.parse_content_stream(pdf.pages[0]):
            if str(operator) == "cm" and float(operands[1]) == 0 and 0 < float(operands[0]) < 1:
                scale = float(operands[0])
            if str(operator) == "re":
                rects.append((scale, *(float(x) for x in operands)))
        high = float(pdf.pages[0].mediabox[3])
    squares = [r for r in rects if r[0] == 1.0]
    assert [r[3] / CM for r in squares[:2]] == pytest.approx([10.0, 10.16], abs=1e-3)
    ten, four = squares[:2]
    assert ten[2] - (four[2] + four[4]) == pytest.approx(0.6 * CM, abs=0.1), "one below the other, a little apart"
    assert ten[2] + ten[4] < high - 2.5 * CM
    tiles = [r for r in rects if r[0] != 1.0]
    assert len(tiles) == len(plan.tiles)
    assert all(r[3] / CM == pytest.approx(plan.window[0], abs=1e-2) for r in tiles)
    # The map's own extent, to its scale, fills the room beside the squares and no more.
    right = max(r[1] + r[3] for r in tiles) * scale / CM
    assert right == pytest.approx(21.0 - 1.0 - 1.0 - 10.16 - 0.6, abs=0.05) or scale * max(-r[2] for r in tiles) / CM > 16


def test_across_a_roll_pieces_lie_as_far_as_its_margins_and_on_glued_sheets_as_far_as_an_arm_reaches() -> None:
    """Two squares of ten centimetres and what lies between: in one row where there is room, else one below the other."""
    pieces = finish(Pattern((square(10, "a"), square(10, "b"))), HouseRules())
    wide = lay_side_by_side(pieces, 1000.0).width
    for width, in_one in ((wide + 2 * MARGIN + 0.01, True), (wide + 2 * MARGIN - 0.01, False)):
        assert (lay_for(pieces, f"roll:{width}").width == pytest.approx(wide)) is in_one
    many = finish(Pattern(tuple(square(25, f"sheet {k}") for k in range(6))), HouseRules())
    assert 90 < lay_for(many, "a4").width <= 120
    assert lay_for(many, "roll:91").width <= 91 - 2 * MARGIN
