"""What a drawing says of scale, name and curve, by hand; and each thing that a plan cannot have, told with its field and a cure."""

from __future__ import annotations

import io
from typing import Any

import ezdxf
import pytest

from patterncraft.errors import BadFile
from patterncraft.geometry.segment import point_at
from patterncraft.incoming.block_in import block_in, read_drawing, scaled
from patterncraft.incoming.outlines import outlines_of
from patterncraft.incoming.piece_in import MEANT
from patterncraft.incoming.plan import PiecePlan, Plan
from patterncraft.incoming.plan_edit import with_corner, without_corner
from tests.patterncraft.incoming.test_plan import FRONT, brought, front, svg

SKIRT_BACK = '<path d="M 45 4 L 72 4 L 76 69 L 45 69 Z"/>'
BACK = front(
    outline=1, name="skirt back", corners=[[45, 4], [72, 4], [76, 69], [45, 69]], edges=["waist", "side", "hem", "centre back"]
)


def refused(data: bytes, *pieces: dict[str, Any], **plan: Any) -> tuple[str, str, str, str]:
    with pytest.raises(BadFile) as told:
        brought(data, *pieces, **plan)
    e = told.value
    return e.message, e.where, e.cure, e.field


KNOWN = {"a": [5, 4], "b": [5, 69], "length": 65}


@pytest.mark.parametrize(
    ("pieces", "plan", "said"),
    [
        (
            [front()],
            {"known": KNOWN, "square": {"outline": 0, "side": 10}},
            ("a known length and a test square are given.", "", "Take the one you trust.", "known"),
        ),
        (
            [front()],
            {"known": {"a": [5, 4], "b": [5, 4.005], "length": 65}},
            ("the two places of the known length are the same.", "", "Pick them apart.", "known"),
        ),
        (
            [front()],
            {"square": {"outline": 7, "side": 10}},
            ("there is no such outline for the test square.", "", "Choose the square in the drawing.", "square"),
        ),
        (
            [front()],
            {"square": {"outline": 0, "side": 10}},
            ("that outline is no square.", "", "Choose the test square, drawn level.", "square"),
        ),
        (
            [front(outline=3)],
            {},
            ("there is no outline 3: the drawing has 2.", "skirt front", "Count from 0, the largest.", "outline"),
        ),
        ([front(), front()], {}, ("two pieces have this name.", "skirt front", "Give each a name of its own.", "name")),
        (
            [front()],
            {"notches": [{"name": "hip", "places": [["coat", "side", [33, 20]]]}]},
            ("there is no piece called coat.", "", "Name a piece of the plan.", "notches"),
        ),
        (
            [front()],
            {"pairs": [{"a": [["skirt front", "side"]], "b": [["coat", "side"]]}]},
            ("there is no side on a coat.", "", "Pair edges that are named.", "pairs"),
        ),
        (
            [front(), BACK],
            {"pairs": [{"a": [["skirt front", "side"]], "b": [["skirt back", "armhole"]]}]},
            ("there is no armhole on a skirt back.", "", "Pair edges that are named.", "pairs"),
        ),
        (
            [front(corners=[[5, 4], [5.004, 4], [36, 69], [5, 69]])],
            {},
            ("two of its corners lie on one place.", "skirt front", "Leave one of them out.", "corners"),
        ),
    ],
)
def test_what_a_plan_cannot_have_is_told(pieces: list[dict[str, Any]], plan: dict[str, Any], said: tuple[str, ...]) -> None:
    assert refused(svg(FRONT + SKIRT_BACK), *pieces, **plan) == said


@pytest.mark.parametrize(
    ("size", "doubt"),
    [
        ('width="80cm" height="90cm" viewBox="0 0 80 90"', ""),
        ('width="1600cm" height="1800cm" viewBox="0 0 80 90"', "The largest outline is 13.0 m long. Was it drawn in another unit?"),
        ('width="8cm" height="9cm" viewBox="0 0 80 90"', ""),
        (
            'width="4.5cm" height="5.0625cm" viewBox="0 0 80 90"',
            "The largest outline is 3.7 cm long. Was it drawn in another unit?",
        ),
        (
            'viewBox="0 0 80 90"',
            "The drawing does not say its unit; it was taken for 96 dots to the inch. Check a length you know.",
        ),
    ],
)
def test_a_size_that_no_garment_has_is_doubted(size: str, doubt: str) -> None:
    """The sheet is 65 deep: twenty times that is 13 metres, 4.5 for 80 makes 3.66 of it."""
    said = scaled(read_drawing(svg(FRONT, size)), Plan.model_validate({"pieces": []})).doubts
    assert (doubt in said) if doubt else not [x for x in said if "outline" in x]


def test_a_drawing_without_a_unit_is_as_large_as_the_plan_says() -> None:
    """Each dot an inch: the sheet is 65 in deep, 165.1 cm; a known length of 32.5 makes it half of what is drawn in cm."""
    drawn = read_drawing(svg(FRONT, ""))
    inches = scaled(drawn, Plan.model_validate({"pieces": [], "unit": "in"}))
    (outline,) = inches.found.outlines
    assert max(s[0].imag for s in outline.path.segments) - min(s[0].imag for s in outline.path.segments) == pytest.approx(65 * 2.54)
    known = scaled(read_drawing(svg(FRONT)), Plan.model_validate({"pieces": [], "known": KNOWN | {"length": 32.5}}))
    assert known.grow == pytest.approx(0.5)


def test_a_stretched_test_square_is_told_and_its_area_taken() -> None:
    """10 by 11 drawn for 10 by 10: the drawing grows by the side over the root of the area."""
    square = '<path d="M 50 70 h 10 v 11 h -10 Z"/>'
    found = scaled(read_drawing(svg(FRONT + square)), Plan.model_validate({"pieces": [], "square": {"outline": 1, "side": 10}}))
    assert found.grow == pytest.approx(10 / 110**0.5)
    (doubt,) = found.doubts
    assert doubt == "The test square is 10.00 cm wide and 11.00 cm high: the drawing was stretched one way."


# ---- what is drawn


def test_names_are_taken_from_what_the_drawing_calls_its_strokes() -> None:
    body = (
        '<path data-name="yoke" id="p1" d="M 0 0 h 30 v 10 h -30 Z"/><path id="cuff" d="M 0 20 h 20 v 10 h -20 Z"/>'
        '<path d="M 40 20 h 10 v 10 h -10 Z"/>'
    )
    paths = read_drawing(svg(body)).paths
    assert [p.name for p in paths] == ["yoke", "cuff", ""]
    assert all(p.closed for p in paths)


def test_a_curve_of_one_handle_is_the_cubic_with_two_thirds_of_it() -> None:
    """Degree elevation (textbooks of splines): the handles lie two thirds of the way to the one; half-way it is a quarter, a half and a quarter of its three."""
    (path,) = read_drawing(svg('<path d="M 0 0 Q 10 20 20 0"/>')).paths
    (segment,) = path.path.segments
    assert segment == pytest.approx((0j, 20 / 3 + 40 / 3 * 1j, 20 / 3 * 2 + 40 / 3 * 1j, 20 + 0j))
    assert point_at(segment, 0.5) == pytest.approx(0.25 * 0 + 0.5 * (10 + 20j) + 0.25 * 20)
    document = ezdxf.new("R2000", units=5)
    document.modelspace().add_spline(degree=2).control_points = [(0, 0, 0), (10, -20, 0), (20, 0, 0)]
    spline = next(iter(document.modelspace()))
    spline.knots = [0, 0, 0, 1, 1, 1]
    out = io.StringIO()
    document.write(out)
    (read,) = read_drawing(out.getvalue().encode()).paths
    assert [point_at(s, 0.5) for s in read.path.segments][len(read.path.segments) // 2].real == pytest.approx(10, abs=3)
    assert max(p.imag for s in read.path.segments for p in (s[0], s[-1], point_at(s, 0.5))) == pytest.approx(10, abs=0.05)


@pytest.mark.parametrize(
    ("written", "said", "guess", "deep"),
    [
        ("650mm", "mm", "", 65.0),
        ("26in", "in", "", 26 * 2.54),
        ("1872pt", "in", "", 26 * 2.54),
        ("65cm", "cm", "", 65.0),
        ("", "", "96 dots to the inch", 65 * 2.54 / 96),
    ],
)
def test_a_drawing_is_read_in_the_unit_it_is_written_in(written: str, said: str, guess: str, deep: float) -> None:
    size = f'width="{written}" height="{written}" viewBox="0 0 65 65"' if written else ""
    drawn = read_drawing(svg('<path d="M 0 0 v 65 h 10 v -65 Z"/>', size))
    assert (drawn.unit, drawn.guess) == (said, guess)
    assert max(s[-1].imag for p in drawn.paths for s in p.path.segments) == pytest.approx(deep, rel=1e-6)


def test_a_part_that_is_used_again_is_drawn_again_and_one_from_elsewhere_is_left_out() -> None:
    body = '<defs><path id="g" d="M 0 0 h 9 v 9 h -9 Z"/></defs><use href="#g" x="20"/><use href="other.svg#g"/><path d="M 0 40 h 5 v 5 h -5 Z"/>'
    drawn = read_drawing(svg(body))
    assert sorted(round(min(s[0].real for s in p.path.segments), 3) for p in drawn.paths) == [0.0, 20.0]
    assert drawn.told == ("It refers to something outside the file, which was left out.",)


def test_what_is_no_line_is_left_out_and_told() -> None:
    body = (
        '<script>1</script><image href="data:image/png;base64,AAAA" width="5" height="5"/><foreignObject><p/></foreignObject>'
        '<path onclick="x()" d="M 0 0 h 9 v 9 h -9 Z"/>'
    )
    assert read_drawing(svg(body)).told == (
        "A script in it was left out.",
        "A picture in it was left out: only lines are read.",
        "Something in it that is no drawing was left out.",
    )


def test_a_block_within_itself_and_hatches_of_an_exchange() -> None:
    document = ezdxf.new("R2000", units=4)
    one = document.blocks.new("one")
    one.add_blockref("two", (0, 0))
    document.blocks.new("two").add_blockref("one", (0, 0))
    document.modelspace().add_blockref("one", (0, 0))
    out = io.StringIO()
    document.write(out)
    with pytest.raises(BadFile) as told:
        read_drawing(out.getvalue().encode(), "d.dxf")
    assert (told.value.message, told.value.where, told.value.cure) == (
        "a block of it is drawn within itself.",
        "d.dxf",
        "Explode its blocks and save it again.",
    )
    document = ezdxf.new("R2000", units=4)
    document.modelspace().add_line((0, 0), (100, 0))
    document.modelspace().add_hatch()
    document.modelspace().add_point((3, 3))
    document.modelspace().add_text("cut 2", dxfattribs={"insert": (10, 20)})
    out = io.StringIO()
    document.write(out)
    drawn = read_drawing(out.getvalue().encode())
    assert drawn.told == ("1 × hatch was left out: only lines and words are read.",)
    assert [(t.text, t.at) for t in drawn.texts] == [("cut 2", pytest.approx(1 - 2j))]
    assert drawn.unit == "mm"
    assert drawn.paths[0].path.length == pytest.approx(10.0)


# ---- a plan changed by pointing


def plan_of() -> tuple[Any, PiecePlan]:
    (outline,) = outlines_of(read_drawing(svg(FRONT))).outlines
    return outline, PiecePlan.model_validate(front())


def test_a_corner_is_put_in_where_it_lies_and_its_edge_keeps_its_name_before_it() -> None:
    outline, plan = plan_of()
    more = with_corner(outline, plan, 20.5 + 69.1j)
    assert [tuple(round(x, 3) for x in c) for c in more.corners] == [(5, 4), (32, 4), (36, 69), (20.5, 69), (5, 69)]
    assert more.edges == ["waist", "side", "hem", "", "centre front"]
    with pytest.raises(BadFile) as told:
        with_corner(outline, plan, 20 + 40j)
    assert (told.value.message, told.value.cure, told.value.field) == (
        "that place lies off the outline.",
        "Point at the line.",
        "corners",
    )
    with pytest.raises(BadFile) as told:
        with_corner(outline, plan, 32.02 + 4j)
    assert (told.value.message, told.value.cure) == ("there is a corner already.", "Point at another place of the line.")


@pytest.mark.parametrize(("beside", "lies"), [(1.9 * MEANT, 32.0), (2.1 * MEANT, 32.0 - 2.1 * MEANT)])
def test_near_a_drawn_corner_that_one_is_meant(beside: float, lies: float) -> None:
    outline, plan = plan_of()
    more = with_corner(outline, without_corner(plan, 1), complex(32 - beside, 4))
    assert more.corners[1] == (pytest.approx(lies, abs=1e-4), pytest.approx(4.0, abs=1e-4))
    assert more.edges == ["waist", "", "hem", "centre front"]


@pytest.mark.parametrize(
    ("number", "edges"),
    [
        (0, ["side", "hem", "centre front"]),
        (1, ["waist", "hem", "centre front"]),
        (3, ["waist", "side", "hem"]),
    ],
)
def test_a_corner_less_lets_the_edge_before_it_run_on(number: int, edges: list[str]) -> None:
    _, plan = plan_of()
    less = without_corner(plan, number)
    assert len(less.corners) == 3
    assert plan.corners[number] not in less.corners
    assert less.edges == edges


@pytest.mark.parametrize("number", [-1, 4])
def test_a_corner_that_is_none(number: int) -> None:
    _, plan = plan_of()
    with pytest.raises(BadFile) as told:
        without_corner(plan, number)
    assert (told.value.message, told.value.cure, told.value.where) == (
        "there is no such corner.",
        "Point at a corner.",
        "skirt front",
    )


def test_two_corners_are_the_fewest() -> None:
    _, plan = plan_of()
    two = without_corner(without_corner(plan, 3), 2)
    with pytest.raises(BadFile) as told:
        without_corner(two, 0)
    assert (told.value.message, told.value.cure) == ("two corners are the fewest.", "Put another in first.")


def test_without_a_plan_a_strange_drawing_asks_for_one() -> None:
    with pytest.raises(BadFile) as told:
        block_in(read_drawing(svg(FRONT + SKIRT_BACK)), None, "d.svg")
    assert told.value.where == "d.svg"
    assert told.value.field == "pieces"
    assert told.value.cure == "Say in a plan which outline is which piece, and name its corners and edges."
