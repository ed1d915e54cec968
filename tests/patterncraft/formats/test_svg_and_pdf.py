"""SVG and PDF at true scale, read back by other libraries and measured."""

import re
from io import BytesIO
from xml.etree import ElementTree

import pikepdf
import pypdfium2
import pytest
from svgpathtools import parse_path

from patterncraft.finishing.finish import FinishedPiece, finish
from patterncraft.formats.layout import lay_side_by_side
from patterncraft.formats.pdf import CM, pattern_pdf
from patterncraft.formats.svg import pattern_svg
from patterncraft.formats.tiles import MARGIN, PAPERS, PaperName, tiling
from patterncraft.house import HouseRules
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sewn import sewn_length

SVG = "{http://www.w3.org/2000/svg}"


@pytest.fixture(scope="module")
def pieces(bodice: Pattern) -> tuple[FinishedPiece, ...]:
    return finish(bodice, HouseRules(), "Winter · Łucja Ødegård")


def test_svg_is_in_centimetres_with_named_groups(pieces: tuple[FinishedPiece, ...]) -> None:
    root = ElementTree.fromstring(pattern_svg(pieces, "Test"))
    width = float(root.attrib["width"].removesuffix("cm"))
    assert float(root.attrib["viewBox"].split()[2]) == width, "one unit of the drawing is one centimetre"
    assert [g.attrib["id"] for g in root.findall(f"{SVG}g")] == ["back", "front"]


def test_every_length_in_the_svg_is_the_kernels(pieces: tuple[FinishedPiece, ...], bodice: Pattern) -> None:
    root = ElementTree.fromstring(pattern_svg(pieces, "Test"))
    for piece in bodice.pieces:
        group = next(g for g in root.findall(f"{SVG}g") if g.attrib["id"] == piece.name)
        for name in ("neckline", "shoulder", "armhole", "side"):
            drawn = [p.attrib["d"] for p in group.iter(f"{SVG}path") if p.attrib.get("data-edge") == name]
            # svgpathtools measures what was written; a dart's mouth stands among the side's parts.
            lengths = [parse_path(d).length() for d in drawn]
            mouths = [x for x in pieces if x.name == piece.name][0].edges
            kernel = [e.path.length for e in mouths if e.name == name]
            assert lengths == pytest.approx(kernel, abs=0.01)
        assert sewn_length(piece, "armhole") == pytest.approx(
            sum(parse_path(p.attrib["d"]).length() for p in group.iter(f"{SVG}path") if p.attrib.get("data-edge") == "armhole"),
            abs=0.01,
        )


def test_hostile_names_stay_text() -> None:
    from dataclasses import replace

    from tests.conftest import draft
    from tests.samples import AVERAGE

    pattern = draft(AVERAGE).pattern
    evil = replace(pattern, pieces=(replace(pattern.pieces[0], name='"><script>x</script>'),), seams=(), notches=())
    text = pattern_svg(finish(evil, HouseRules(), "<b>"), "<title>")
    assert "<script>" not in text
    ElementTree.fromstring(text)


@pytest.mark.parametrize("paper", ["a4", "letter"])
def test_page_boxes_are_exact_and_sheets_are_as_announced(pieces: tuple[FinishedPiece, ...], paper: PaperName) -> None:
    with pikepdf.open(BytesIO(pattern_pdf(pieces, "Test", paper))) as pdf:
        assert len(pdf.pages) == 1 + len(tiling(lay_side_by_side(pieces), paper).tiles)
        for page in pdf.pages:
            left, bottom, right, top = (float(x) for x in page.mediabox)
            # ISO 216: A4 is 210 × 297 mm; Letter is 8.5 × 11 in.
            wanted = (210 / 25.4 * 72, 297 / 25.4 * 72) if paper == "a4" else (612, 792)
            assert (right - left, top - bottom) == pytest.approx(wanted, abs=0.01)


def rectangles(page: pikepdf.Page) -> list[tuple[float, float]]:
    """Width and height in mm of every rectangle drawn on a page."""
    found = []
    for operands, operator in pikepdf.parse_content_stream(page):
        if str(operator) == "re":
            found.append((float(operands[2]) / 72 * 25.4, float(operands[3]) / 72 * 25.4))
    return found


def test_test_squares_are_true(pieces: tuple[FinishedPiece, ...]) -> None:
    with pikepdf.open(BytesIO(pattern_pdf(pieces, "Test"))) as pdf:
        boxes = rectangles(pdf.pages[0])
    assert any(w == pytest.approx(100.0, abs=0.1) and h == pytest.approx(100.0, abs=0.1) for w, h in boxes)
    assert any(w == pytest.approx(101.6, abs=0.1) and h == pytest.approx(101.6, abs=0.1) for w, h in boxes)


def drawn_points(form: pikepdf.Object) -> list[complex]:
    """Every m, l and c end point in the form, in cm, y down."""
    points = []
    for operands, operator in pikepdf.parse_content_stream(form):
        if str(operator) in ("m", "l", "c"):
            x, y = float(operands[-2]), float(operands[-1])
            points.append(complex(x / CM, -y / CM))
    return points


def test_every_corner_of_the_pattern_is_in_the_pdf_where_the_kernel_has_it(pieces: tuple[FinishedPiece, ...]) -> None:
    with pikepdf.open(BytesIO(pattern_pdf(pieces, "Test"))) as pdf:
        form = next(x for p in pdf.pages for x in p.resources.get("/XObject", {}).values())
        points = drawn_points(form)
    for piece, shift in lay_side_by_side(pieces).pieces:
        corners = [e.path.start + shift for e in piece.edges if e.allowance] + [n.outer + shift for n in piece.notches]
        for z in corners:
            assert min(abs(z - p) for p in points) < 0.01


def test_tiles_show_their_window_at_true_scale(pieces: tuple[FinishedPiece, ...]) -> None:
    plan = tiling(lay_side_by_side(pieces), "a4")
    height = PAPERS["a4"][1]
    with pikepdf.open(BytesIO(pattern_pdf(pieces, "Test"))) as pdf:
        for tile, page in zip(plan.tiles, list(pdf.pages)[1:], strict=True):
            shifts = [[float(v) for v in o] for o, op in pikepdf.parse_content_stream(page) if str(op) == "cm"]
            placed = next(m for m in shifts if m[:4] == [1, 0, 0, 1] and m[4:] != [0, 0])
            assert placed[4] / CM == pytest.approx(MARGIN - tile.column * plan.step[0], abs=1e-3)
            assert placed[5] / CM == pytest.approx(height - MARGIN + tile.row * plan.step[1], abs=1e-3)


def test_pages_are_rendered_and_hold_ink_and_all_letters(pieces: tuple[FinishedPiece, ...]) -> None:
    document = pypdfium2.PdfDocument(pattern_pdf(pieces, "Winter · Łucja Ødegård"))
    words = document[0].get_textpage().get_text_range()
    assert "Łucja Ødegård" in words
    for i in range(1, len(document)):
        picture = document[i].render(scale=0.5).to_pil().convert("L")
        assert min(picture.tobytes()) < 128, f"sheet {i} is empty"


def test_same_pattern_same_bytes(pieces: tuple[FinishedPiece, ...]) -> None:
    assert pattern_pdf(pieces, "Test") == pattern_pdf(pieces, "Test")


def test_joining_marks_name_both_neighbours_alike(pieces: tuple[FinishedPiece, ...]) -> None:
    document = pypdfium2.PdfDocument(pattern_pdf(pieces, "Test"))
    marks: dict[str, int] = {}
    for i in range(1, len(document)):
        for mark in re.findall(r"\b\d+[–/]\d+\b", document[i].get_textpage().get_text_range()):
            marks[mark] = marks.get(mark, 0) + 1
    assert marks
    assert set(marks.values()) == {2}, "each joint is marked on both of its sheets"
