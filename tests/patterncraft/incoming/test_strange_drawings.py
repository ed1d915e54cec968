"""Drawings that would hang a reader, reach out of their file, or are none: one sentence each, in bounded time."""

from __future__ import annotations

import io
from itertools import pairwise
from typing import Any

import ezdxf
import pytest
import svgpathtools
from ezdxf.path import make_path

from patterncraft.errors import BadFile
from patterncraft.geometry.flatten import flat_path
from patterncraft.incoming import dxf_in
from patterncraft.incoming.block_in import read_drawing
from patterncraft.incoming.dxf_in import _refuse_many as refuse_many
from patterncraft.incoming.outlines import outlines_of
from tests.hostile_files import HEAVY

HEAD = '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="50cm" height="50cm" viewBox="0 0 50 50"'


def svg(body: str) -> bytes:
    return f"{HEAD}>{body}</svg>".encode()


BOX = '<path d="M 5 5 H 25 V 35 H 5 Z"/>'


def used_again(levels: int) -> str:
    """Ten of ten of ten …: a short file with ten to the power of ``levels`` rectangles."""
    parts = [f'<g id="g0">{BOX}</g>']
    parts += [f'<g id="g{n}">{f"""<use xlink:href="#g{n - 1}"/>""" * 10}</g>' for n in range(1, levels + 1)]
    return f'<defs>{"".join(parts)}</defs><use xlink:href="#g{levels}"/>'


GUARDED = {
    "a use of two ways": "more than 20,000 parts",
    "60 clones deep": "more than 20,000 parts",
    "a turn of 200,000 blanks": "turned and shifted in 200,011 letters",
    "20,000 shifts": "turned and shifted",
    "100,000 turns": "turned and shifted",
    "a million ends": "60,000 are read at most",
}


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b'<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]>' + svg("<text>&b;</text>"), "declares entities"),
        (b'<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]>' + svg("<text>&x;</text>"), "declares entities"),
        (svg(used_again(8)), "more than 20,000 parts"),
        (
            svg('<defs><g id="a"><use xlink:href="#b"/></g><g id="b"><use xlink:href="#a"/></g></defs><use xlink:href="#a"/>'),
            "within itself",
        ),
        (svg("<g>" * 59 + BOX + "</g>" * 59), "60 deep"),
        (svg(f'<path d="M 0 0 {"L 1 2 " * 61_000}Z"/>'), "60,000 are read at most"),
        (svg("<g/>"), "nothing is drawn"),
        (svg(BOX)[:-20], "no SVG that can be read"),
        (b"<html><body>no</body></html>", "not an SVG drawing"),
        (svg('<path d="M 5 5 L 1e30 6 L 5 9 Z"/>'), "nowhere on a table"),
        (b"a letter to the workroom", "neither an SVG nor a DXF"),
        (b"\x89PNG\r\n\x1a\n" + bytes(200), "neither an SVG nor a DXF"),
        (b"", "neither an SVG nor a DXF"),
        *((HEAVY[what](), words) for what, words in GUARDED.items()),
        (b"  0\nSECTION\n  2\nENTITIES\n  0\nLINE\n", "no DXF that can be read|nothing is drawn"),
        (svg(BOX) + b" " * 8_400_000, "it has 8.4 million letters; 8 million are read at most"),
    ],
)
@pytest.mark.timeout(60)
def test_each_is_refused_in_one_sentence_and_soon(data: bytes, words: str) -> None:
    with pytest.raises(BadFile, match=words) as caught:
        read_drawing(data, "drawing")
    assert caught.value.cure
    assert caught.value.where == "drawing"


@pytest.mark.parametrize(
    "data",
    [
        pytest.param(svg("<g>" * 58 + BOX + "</g>" * 58), id="58 groups, with the drawing and its line 60 deep"),
        pytest.param(svg(f'<path d="M 0 0 {"L 1 2 L 3 1 " * 29_990}Z"/>'), id="59,981 points"),
        pytest.param(svg(used_again(3) + "<g/>" * 12_000), id="19,000 parts"),
        pytest.param(svg(BOX) + b" " * 7_900_000, id="7.9 million letters"),
    ],
)
def test_just_within_what_can_be_read_it_is_read(data: bytes) -> None:
    assert read_drawing(data, "drawing").paths


@pytest.mark.parametrize(
    ("body", "words"),
    [
        ("<script>alert(1)</script>", "script"),
        ('<rect width="1" height="1" onclick="x()"/>', "script"),
        ('<image href="http://example.invalid/a.png" width="9" height="9"/>', "picture"),
        ('<use xlink:href="http://example.invalid/a.svg#b"/>', "outside the file"),
        ("<foreignObject><p/></foreignObject>", "no drawing"),
    ],
)
def test_what_reaches_out_is_left_out_and_told(body: str, words: str) -> None:
    drawn = read_drawing(svg(BOX + body))
    assert any(words in t for t in drawn.told)
    assert outlines_of(drawn).outlines[0].area == pytest.approx(600.0, abs=1e-3)


@pytest.mark.parametrize(
    "body",
    [
        '<g transform="skewX(10)"><path d="m 0 0 h 10 v 5 q 2 4 -5 5 t -5 3 z"/></g>',
        # svgpathtools gives up on an arc that is skewed: it stands in a group of its own.
        '<g transform="matrix(0 1 -1 0 3 4)"><path d="m 0 0 h 10 v 5 q 2 4 -5 5 t -5 3 a 4 3 20 0 1 -3 -6 z"/></g>',
        '<polygon points="0,0 10,1 9,8 2,9"/>',
    ],
)
def test_transforms_nested_deep_and_every_kind_of_stroke_lie_where_another_library_puts_them(body: str) -> None:
    data = svg(f'<g transform="translate(20 5) rotate(20) scale(1.5 1.5)">{body}</g>')
    ours = outlines_of(read_drawing(data)).outlines[0]
    theirs = svgpathtools.Document.from_svg_string(data.decode()).paths()[0]
    assert ours.path.length == pytest.approx(theirs.length(error=1e-6), rel=1e-5)
    box = theirs.bbox()
    points = flat_path(ours.path, 1e-4)
    found = (min(z.real for z in points), max(z.real for z in points), min(z.imag for z in points), max(z.imag for z in points))
    assert found == pytest.approx(box, abs=1e-3)


def as_dxf(fill: Any, unit: int, version: str = "R2000") -> bytes:
    document = ezdxf.new(version)
    if version != "R12":
        document.header["$INSUNITS"] = unit
    fill(document)
    out = io.StringIO()
    document.write(out)
    return out.getvalue().encode()


def half_round(document: Any) -> None:
    """A half circle of 10 with a spline for its straight side's bulge, in a block in a block, turned and inserted at (30, -20)."""
    inner = document.blocks.new("half")
    inner.add_arc((0, 0), 10, 0, 180)
    inner.add_spline([(-10, 0), (-5, -1), (5, -1), (10, 0)])
    outer = document.blocks.new("outer")
    outer.add_blockref("half", (0, 0), {"rotation": 90})
    document.modelspace().add_blockref("outer", (30, -20))


@pytest.mark.parametrize(("rows", "refused"), [(100, False), (300, True)])
def test_a_block_that_is_laid_in_rows_counts_as_often_as_it_lies_there(rows: int, refused: bool) -> None:
    """One line, 100 columns of it in so many rows: 10,000 parts can be read, 30,000 are too many; told before any of them is drawn."""

    def many(document: Any) -> None:
        document.blocks.new("one").add_line((0, 0), (1, 0))
        insert = document.modelspace().add_blockref("one", (0, 0))
        insert.dxf.column_count, insert.dxf.row_count = 100, rows
        insert.dxf.column_spacing = insert.dxf.row_spacing = 2.0

    document = ezdxf.read(io.StringIO(as_dxf(many, 5).decode()))
    if refused:
        with pytest.raises(BadFile, match="more than 20,000 parts") as told:
            refuse_many(document, "rows.dxf")
        assert told.value.where == "rows.dxf"
    else:
        refuse_many(document, "")


@pytest.mark.parametrize(("unit", "cm"), [(1, 2.54), (4, 0.1), (5, 1.0), (6, 100.0)])
def test_arcs_and_splines_in_blocks_in_blocks_come_to_their_size_in_any_unit(unit: int, cm: float) -> None:
    if cm == 100.0:
        with pytest.raises(BadFile, match="nowhere on a table"):
            read_drawing(as_dxf(lambda d: d.modelspace().add_line((0, 0), (500, 0)), unit))
        return
    data = as_dxf(half_round, unit)
    ours = outlines_of(read_drawing(data)).outlines
    if cm < 1:
        assert [round(o.area / cm**2) for o in ours] == [] or ours[0].area > 0
    document = ezdxf.read(io.StringIO(data.decode()))
    insert = document.modelspace()[0]
    strokes = [make_path(e) for i in insert.virtual_entities() for e in i.virtual_entities()]
    theirs = sum(p1.distance(p2) for s in strokes for p1, p2 in _steps(list(s.flattening(1e-4, segments=64))))
    drawn = read_drawing(data)
    assert sum(p.path.length for p in drawn.paths) == pytest.approx(theirs * cm, rel=1e-4)


def _steps(points: list[Any]) -> list[tuple[Any, Any]]:
    return list(pairwise(points))


def test_a_dxf_without_a_unit_says_what_it_was_taken_for_and_takes_the_one_given() -> None:
    def fill(document: Any) -> None:
        document.modelspace().add_polyline2d([(0, 0), (10, 0), (10, 20), (0, 20)], close=True)

    data = as_dxf(fill, 0)
    drawn = read_drawing(data)
    assert (drawn.unit, drawn.guess) == ("", "cm")
    assert outlines_of(drawn).outlines[0].area == pytest.approx(200.0)
    assert outlines_of(read_drawing(data, unit="in")).outlines[0].area == pytest.approx(200.0 * 2.54**2)
    assert outlines_of(read_drawing(as_dxf(fill, 0, "R12"), unit="mm")).inner, "two square millimetres are no piece"


@pytest.mark.parametrize(("points", "refused"), [(60, False), (63, True)])
def test_of_an_exchange_so_many_strokes_are_read(points: int, refused: bool, monkeypatch: pytest.MonkeyPatch) -> None:
    """A polyline has a stroke less than it has points. Sixty, that is, where as it is served they are 60,000."""
    monkeypatch.setattr(dxf_in, "SEGMENTS", 60)
    data = as_dxf(lambda d: d.modelspace().add_polyline2d([(k % 2, k / 1000) for k in range(points)]), 5)
    if not refused:
        assert read_drawing(data, "lace.dxf").paths
        return
    with pytest.raises(BadFile) as told:
        read_drawing(data, "lace.dxf")
    assert str(told.value).startswith("lace.dxf: it has more than 60 strokes. "), "a file is called as it is called"
    assert told.value.where == "lace.dxf"
    assert told.value.cure


@pytest.mark.timeout(60)
def test_blocks_that_hold_each_other_ten_at_a_time_are_refused() -> None:
    def fill(document: Any) -> None:
        document.blocks.new("b0").add_line((0, 0), (1, 1))
        for n in range(1, 8):
            block = document.blocks.new(f"b{n}")
            for k in range(10):
                block.add_blockref(f"b{n - 1}", (k, 0))
        document.modelspace().add_blockref("b7", (0, 0))

    with pytest.raises(BadFile, match="more than 20,000 parts"):
        read_drawing(as_dxf(fill, 5))


NUMBER = "12.3456"
"""Stands for whatever a case puts in its place."""


def _high_spline(space: Any) -> None:
    spline = space.add_spline()
    spline.dxf.degree = 20
    spline.control_points, spline.knots = [(k, k % 3, 0) for k in range(30)], list(range(51))


DXF_NONSENSE = {
    "mesh": (lambda s: s.add_polymesh((4, 4)), "", "nothing is drawn"),
    "faces": (lambda s: s.add_polyface().append_faces([[(0, 0, 0), (1, 0, 0), (1, 1, 0)]]), "", "nothing is drawn"),
    "spline of degree 20": (_high_spline, "", "a spline in it cannot be drawn"),
    "bulge": (
        lambda s: s.add_lwpolyline([(0, 0, 0, 0, float(NUMBER)), (10, 0), (10, 10)]),
        "1e300",
        "a polyline in it cannot be drawn",
    ),
    "bulge of nothing": (
        lambda s: s.add_lwpolyline([(0, 0, 0, 0, float(NUMBER)), (10, 0)]),
        "nan",
        "a polyline in it cannot be drawn",
    ),
    "angle of nothing": (lambda s: s.add_arc((0, 0), 5, float(NUMBER), 90), "nan", "an arc in it cannot be drawn"),
    "line": (lambda s: s.add_line((0, 0), (float(NUMBER), float(NUMBER))), "1.7e308", "a line in it cannot be drawn"),
    "line without end": (lambda s: s.add_line((0, 0), (float(NUMBER), 3)), "inf", "nowhere on a table"),
    "spline": (lambda s: s.add_spline([(0, 0), (1, 1), (float(NUMBER), 3), (5, 5)]), "nan", "a spline in it cannot be drawn"),
}
SVG_NONSENSE = {
    '<path d="M0 0A1e308 1e308 0 0 1 10 10L0 10Z"/>': "a shape in it cannot be drawn",
    '<path d="M0 0L1e300 0L1e300 1e300Z"/>': "nowhere on a table",
    '<g transform="scale(1e300)"><path d="M0 0L1 0L1 1Z"/></g>': "nowhere on a table",
    '<g transform="matrix(nan 0 0 1 0 0)"><path d="M0 0L1 0L1 1Z"/></g>': "cannot be read",
}


@pytest.mark.filterwarnings("ignore::RuntimeWarning")
@pytest.mark.parametrize("name", [*DXF_NONSENSE, *SVG_NONSENSE])
def test_numbers_that_no_drawing_has_are_told_in_one_sentence(name: str) -> None:
    if name in SVG_NONSENSE:
        data, words = svg(name), SVG_NONSENSE[name]
    else:
        fill, instead, words = DXF_NONSENSE[name]
        data = as_dxf(lambda d: fill(d.modelspace()), 5).replace(NUMBER.encode(), instead.encode() or NUMBER.encode())
    with pytest.raises(BadFile, match=f"(?i){words}"):
        read_drawing(data, "odd")
