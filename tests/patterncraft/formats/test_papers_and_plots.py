"""Sheets, rolls, scales and layers of the PDF; HPGL by a reader of its own; the cut sheet on one page."""

from __future__ import annotations

import io
import re
from collections.abc import Iterator, Sequence
from itertools import pairwise

import ezdxf
import pikepdf
import pypdfium2
import pytest
import shapely

from patterncraft.errors import BadSetting
from patterncraft.finishing.cut_sheet import cut_sheet
from patterncraft.finishing.finish import FinishedPiece, finish
from patterncraft.finishing.plan import Finishing, NetFinish, NotchFinish
from patterncraft.formats.cut_sheet_pdf import cut_sheet_pdf
from patterncraft.formats.dxf import pattern_dxf
from patterncraft.formats.hpgl import pattern_hpgl
from patterncraft.formats.layout import lay_side_by_side
from patterncraft.formats.pdf import CM, pattern_pdf
from patterncraft.formats.pdf_piece import LayerName
from patterncraft.formats.svg import pattern_svg
from patterncraft.formats.tiles import SCALES, lay_for, paper_of
from patterncraft.house import HouseRules
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import replay
from tests.rich import RICH

RULES = HouseRules()


@pytest.fixture(scope="module")
def pieces() -> tuple[FinishedPiece, ...]:
    return finish(RICH["cut bodice"](), RULES, "Winter")


def sizes(pdf: bytes) -> list[tuple[float, float]]:
    """Width and height of every page, cm."""
    with pikepdf.open(io.BytesIO(pdf)) as read:
        boxes = [[float(x) for x in p.mediabox] for p in read.pages]
    return [((r - left) / CM, (t - b) / CM) for left, b, r, t in boxes]


def drawn(pdf: bytes) -> list[complex]:
    """Every point of the form that all tiles show, cm, before it is scaled."""
    with pikepdf.open(io.BytesIO(pdf)) as read:
        form = next(x for p in read.pages for x in p.resources.get("/XObject", {}).values())
        return [
            complex(float(o[-2]) / CM, -float(o[-1]) / CM)
            for o, op in pikepdf.parse_content_stream(form)
            if str(op) in ("m", "l", "c")
        ]


@pytest.mark.parametrize(("name", "wanted"), [("a3", (29.7, 42.0)), ("a0", (84.1, 118.9)), ("A4", (21.0, 29.7))])
def test_sheets_are_of_the_standards_size(pieces: tuple[FinishedPiece, ...], name: str, wanted: tuple[float, float]) -> None:
    """ISO 216."""
    for size in sizes(pattern_pdf(pieces, "Test", name)):
        assert size == pytest.approx(wanted, abs=0.01)


@pytest.mark.parametrize("wide", [61.0, 91.0, 106.7])
def test_on_a_roll_the_pattern_lies_whole_on_one_sheet(pieces: tuple[FinishedPiece, ...], wide: float) -> None:
    first, *rest = sizes(pattern_pdf(pieces, "Test", f"roll:{wide:g}"))
    sheet = lay_for(pieces, f"roll:{wide:g}")
    assert first[0] == pytest.approx(wide, abs=0.01)
    assert len(rest) == 1
    assert rest[0] == pytest.approx((wide, sheet.height + 2), abs=0.01)
    assert sheet.width <= wide - 2 + 1e-9


def test_a_piece_wider_than_the_roll_is_glued_and_a_long_one_is_cut_at_the_pdfs_own_limit() -> None:
    wide = finish(RICH["gathered skirt"](), RULES, "Wide")
    pages = sizes(pattern_pdf(wide, "Test", "roll:20"))
    assert len(pages) > 2
    assert all(h <= 508.0 for _, h in pages), "ISO 32000-1: 14,400 points"


@pytest.mark.parametrize("said", ["1:2", "1:4"])
def test_small_scales_keep_the_squares_true_and_the_lines_readable(pieces: tuple[FinishedPiece, ...], said: str) -> None:
    scale = SCALES[said]
    pdf = pattern_pdf(pieces, "Test", "a4", scale=scale)
    with pikepdf.open(io.BytesIO(pdf)) as read:
        squares = [
            float(o[2]) / 72 * 25.4 for o, op in pikepdf.parse_content_stream(read.pages[0]) if str(op) == "re" and o[2] == o[3]
        ]
        matrices = [
            [float(v) for v in o] for p in list(read.pages)[1:] for o, op in pikepdf.parse_content_stream(p) if str(op) == "cm"
        ]
    assert any(s == pytest.approx(100.0, abs=0.1) for s in squares), "ten centimetres stay ten centimetres"
    assert any((m[0], m[3]) == (scale, scale) for m in matrices)
    # In the form itself a piece is as large as it is; the page shows it by the scale.
    points = drawn(pdf)
    for p, shift in lay_for(pieces, "a4", scale).pieces:
        left, top, right, bottom = p.box
        for z in p.cut_line[::20]:
            assert min(abs(z + shift / scale - q) for q in points) < 0.01
        assert right > left
        assert bottom > top
    assert len(sizes(pdf)) < len(sizes(pattern_pdf(pieces, "Test", "a4")))
    words = pypdfium2.PdfDocument(pdf)[0].get_textpage().get_text_range()
    assert f"1 cm here is {1 / scale:g} on cloth" in words


def test_layers_leave_out_what_is_not_asked_for(pieces: tuple[FinishedPiece, ...]) -> None:
    def points(*layers: LayerName) -> list[complex]:
        return drawn(pattern_pdf(pieces, "Test", "a0", layers=layers))

    p, shift = lay_for(pieces, "a0").pieces[1]
    edge = next(e for e in p.edges if e.allowance > 0)
    corner_of_cut = max(p.cut_line, key=abs) + shift
    cut, net = points("allowance"), points("net")
    assert min(abs(corner_of_cut - q) for q in cut) < 0.01
    assert min(abs(corner_of_cut - q) for q in net) > 0.1
    assert min(abs(edge.path.start + shift - q) for q in net) < 0.01
    assert min(abs(edge.path.start + shift - q) for q in cut) > 0.1
    svg = pattern_svg(pieces, "Test", layers=("net",))
    assert "<text" not in svg
    assert "data-notch" not in svg
    assert 'class="sew"' in svg


@pytest.mark.parametrize("kind", ["svg", "pdf", "plt"])
def test_a_net_piece_is_drawn_whole_where_the_cut_lines_are_left_out(bodice: Pattern, kind: str) -> None:
    """Its sewing line is what is cut: its corners and the outer ends of its notches lie where they lie, without the layer of cut lines too."""
    plan = Finishing(lines=(NetFinish(finish="net", piece="front"),))
    net = [p for p in finish(bodice, RULES, "Test", plan) if p.name == "front"]
    if kind == "svg":
        ((p, shift),) = lay_side_by_side(net).pieces
        found = [
            complex(float(x), float(y)) - 1 - 1j
            for x, y in re.findall(r"([-\d.]+) ([-\d.]+)", pattern_svg(net, "Test", layers=("net",)))
        ]
    elif kind == "pdf":
        ((p, shift),) = lay_for(net, "a0").pieces
        found = drawn(pattern_pdf(net, "Test", "a0", layers=("net",)))
    else:
        ((p, shift),) = lay_for(net, "roll:91").pieces
        found = [complex(z.imag - 1, z.real - 1) for _, stroke in plotted(pattern_hpgl(net, layers=("net",))) for z in stroke]
    assert len(p.snips) > 1
    for z in [*(e.path.start for e in p.edges), *(end for _, snip in p.snips for end in (snip.start, snip.end))]:
        assert min(abs(z + shift - q) for q in found) < 0.02


@pytest.mark.parametrize("name", ["a5", "roll:", "roll:5", "roll:nan", "roll:9000", "foolscap"])
def test_a_paper_that_is_none(name: str) -> None:
    with pytest.raises(BadSetting) as told:
        paper_of(name)
    assert told.value.field == "paper"
    assert told.value.cure or re.search(r"\d", told.value.message), "which papers there are, or how wide a roll may be"


def plotted(data: bytes) -> Iterator[tuple[int, list[complex]]]:
    """(pen, stroke in cm) for every line drawn with the pen down."""
    return ((pen, stroke) for pen, _, stroke in as_drawn(data))


def as_drawn(data: bytes) -> Iterator[tuple[int, str, list[complex]]]:
    """An HPGL reader of the published command list: (pen, line type, stroke in cm) for every line drawn with the pen down."""
    pen, down, stroke, place, kind = 0, False, list[complex](), 0j, ""
    held = (0, "")
    text = data.decode("ascii")
    labels = re.compile(r"LB[^\x03]*\x03;?")
    for command in labels.sub("", text).split(";"):
        if not command:
            continue
        name, numbers = command[:2], [float(v) for v in command[2:].split(",") if v]
        assert name in {"IN", "DF", "PA", "SP", "LT", "PU", "PD", "SI", "DI", "PG"}, f"{name} is no command of the list"
        if name == "SP":
            pen = int(numbers[0])
        if name == "LT":
            kind = command[2:]
        if name in ("PU", "PD"):
            if name == "PU" and down and len(stroke) > 1:
                yield *held, stroke
            held = (pen, kind) if name == "PD" else held
            down = name == "PD"
            for x, y in zip(numbers[::2], numbers[1::2], strict=True):
                new = complex(x, y) / 400
                if down:
                    stroke = [*(stroke or [place]), new]
                place = new
            if name == "PU":
                stroke = [place]
    assert not down, "the pen is up at the end"


def test_hpgl_plots_every_cut_line_at_true_scale(pieces: tuple[FinishedPiece, ...]) -> None:
    data = pattern_hpgl(pieces, "roll:91")
    assert data.startswith(b"IN;")
    strokes = list(plotted(data))
    cuts = [s for pen, s in strokes if pen == 1 and abs(s[0] - s[-1]) < 1e-6 and len(s) > 3]
    assert len(cuts) == len(pieces)
    for p, cut in zip(pieces, cuts, strict=True):
        # Turned with the roll, not turned over, a fortieth of a millimetre's rounding.
        area = shapely.Polygon([(z.imag, z.real) for z in cut]).area
        assert area == pytest.approx(shapely.Polygon([(z.real, z.imag) for z in p.cut_line]).area, abs=0.5)
        # As seen on the roll (its y runs up) it goes round the same way as on the paper (whose y runs down).
        seen = shapely.LinearRing([(z.real, z.imag) for z in cut])
        assert seen.is_ccw == shapely.LinearRing([(z.real, -z.imag) for z in p.cut_line]).is_ccw
        length = sum(abs(b - a) for a, b in pairwise(cut))
        assert length == pytest.approx(sum(abs(b - a) for a, b in pairwise([*p.cut_line, p.cut_line[0]])), abs=0.1)
    assert min(v for _, s in strokes for z in s for v in (z.real, z.imag)) >= 0, "nothing beside the paper"
    assert max(z.imag for _, s in strokes for z in s) <= 91
    half = [s for pen, s in plotted(pattern_hpgl(pieces, "roll:91", 0.5)) if pen == 1 and len(s) > 3 and abs(s[0] - s[-1]) < 1e-6]
    assert sum(abs(b - a) for a, b in pairwise(half[0])) == pytest.approx(
        sum(abs(b - a) for a, b in pairwise(cuts[0])) / 2, abs=0.1
    )


def test_hpgl_draws_what_is_sewn_drilled_drawn_and_how_the_grain_runs() -> None:
    """Each thing looked for at its place on the roll, in its own kind of line."""
    pieces = finish(RICH["bodice"](), RULES, "Rich")
    lain = lay_for(pieces, "roll:91").pieces
    strokes = list(as_drawn(pattern_hpgl(pieces, "roll:91")))

    def drawn(points: Sequence[complex], shift: complex, pen: int, near: float = 0.005) -> list[str]:
        """The kinds of line in which a stroke through just these places is drawn by that pen."""
        wanted = [complex(z.imag, z.real) for z in ((p + shift) for p in points)]
        rim = 1 + 1j
        return [
            kind
            for own, kind, s in strokes
            if own == pen and len(s) == len(wanted) and all(abs(a - b - rim) < near for a, b in zip(s, wanted, strict=True))
        ]

    for p, shift in lain:
        assert p.grain
        a, b = p.grain.start, p.grain.end
        assert drawn([a, b], shift, 3) == [""]
        along = (b - a) / abs(b - a)
        for end, inward in ((a, along), (b, -along)):
            assert drawn([end + inward * (0.6 + 0.25j), end, end + inward * (0.6 - 0.25j)], shift, 3) == [""]
        for d in p.darts:
            assert drawn([d.drill - 0.2, d.drill + 0.2], shift, 3) == [""]
            assert drawn([d.drill - 0.2j, d.drill + 0.2j], shift, 3) == [""]
        straight = [x.path for x in p.lines if len(x.path.segments) == 1 and len(x.path.segments[0]) == 2]
        for path in straight:
            (kind,) = drawn([path.start, path.end], shift, 3)
            assert kind, "dotted or dashed: it is neither cut nor sewn"
    sewn = {kind for pen, kind, _ in strokes if pen == 2}
    assert len(sewn) == 1
    assert "" not in sewn, "beside a cut line the sewing line is broken"
    net = list(as_drawn(pattern_hpgl(pieces, "roll:91", layers=("net",))))
    assert not [1 for pen, _, _ in net if pen == 1]
    folds = sum(len(p.edges) for p in pieces)
    assert sum(pen == 2 and kind == "" for pen, kind, _ in net) == folds, "alone it is a whole line, the fold too"
    plain = list(as_drawn(pattern_hpgl(pieces, "roll:91", layers=("allowance",))))
    assert {pen for pen, _, _ in plain} == {1, 3}
    assert sum(pen == 1 for pen, _, _ in plain) == sum(1 + len(p.snips) for p in pieces)


def test_hpgl_labels_are_plain_letters_whatever_the_name(bodice: Pattern) -> None:
    data = pattern_hpgl(finish(bodice, RULES, "Łucja · Ødegård · Sjøstrøm · Paweł · Zoë 2×3 – 4"))
    labels = re.findall(rb"LB([^\x03]*)\x03", data)
    assert {b"Lucja", b"Odegard", b"Sjostrom", b"Pawel", b"Zoe 2x3 - 4"} <= set(labels)
    assert all(32 <= c < 127 for text in labels for c in text)


def labels(data: bytes) -> list[tuple[complex, str]]:
    """Where each label is begun, cm on the roll, and its words."""
    found = re.findall(rb"PU(-?\d+),(-?\d+);DI0,1;SI[\d.,]+;LB([^\x03]*)\x03", data)
    return [(complex(int(x), int(y)) / 400, words.decode()) for x, y, words in found]


@pytest.mark.parametrize("scale", [1.0, 0.5])
def test_hpgl_writes_each_line_of_a_label_on_its_own_piece_a_line_apart(pieces: tuple[FinishedPiece, ...], scale: float) -> None:
    """Turned with the roll: the page's x runs across it, its y along; from line to line 0.62 of the label's size (the page's own measure)."""
    said = labels(pattern_hpgl(pieces, "roll:91", scale))
    assert [words for _, words in said] == [plain(x) for p in pieces for x in p.label]
    k = 0
    for p, shift in lay_for(pieces, "roll:91", scale).pieces:
        own = [z - (1 + 1j) for z, _ in said[k : k + len(p.label)]]
        k += len(p.label)
        left, top, right, bottom = p.box
        for z in own:
            at = (complex(z.imag, z.real) - shift) / scale
            assert left < at.real < right, p.name
            assert top < at.imag < bottom, p.name
        steps = [(b - a).real for a, b in pairwise(own)]
        assert max(steps) - min(steps) < 0.006
        assert all(0.4 * 0.62 - 0.01 <= s <= 0.62 + 0.01 for s in steps)
        assert all(abs((b - a).imag) < 0.006 for a, b in pairwise(own))


def plain(words: str) -> str:
    """Letters of a plotter's own alphabet."""
    return words.replace("·", "-").replace("×", "x").replace("–", "-")


def test_dxf_has_a_block_a_piece_and_the_layers_of_the_exchange(pieces: tuple[FinishedPiece, ...]) -> None:
    """Layer numbers of ASTM D6673, from memory."""
    pattern = RICH["cut bodice"]()
    document = ezdxf.read(io.StringIO(pattern_dxf(pieces, "Test", pattern).decode()))
    assert not document.audit().errors
    inserts = list(document.modelspace().query("INSERT"))
    assert len(inserts) == len(pieces)
    for insert, p in zip(inserts, pieces, strict=True):
        block = document.blocks[insert.dxf.name]
        by_layer = {layer: list(block.query(f"*[layer=='{layer}']")) for layer in ("1", "2", "3", "4", "7", "8", "13", "14", "15")}
        (boundary,) = by_layer["1"]
        ring = shapely.Polygon([(x, -y) for x, y, *_ in boundary.get_points()])
        true = shapely.Polygon([(z.real, z.imag) for z in p.cut_line])
        # Fewer corners than the cut line has, and none farther off than a hundredth, its own two thousandths counted.
        assert ring.exterior.hausdorff_distance(true.exterior) < 0.008
        assert len(ring.exterior.coords) < 0.8 * len(p.cut_line)
        assert len(by_layer["2"]) + len(by_layer["3"]) == len(ring.exterior.coords) - 1, "each corner is a turn, or of a curve"
        assert len(by_layer["2"]) >= 3, "a piece has corners"
        points = [e for e in by_layer["4"] if e.dxftype() == "POINT"]
        assert len(points) == len(p.notches)
        assert all(ring.exterior.distance(shapely.Point(e.dxf.location.x, -e.dxf.location.y)) < 0.01 for e in points)
        cuts = [tuple(complex(z.x, -z.y) for z in (e.dxf.start, e.dxf.end)) for e in by_layer["4"] if e.dxftype() == "LINE"]
        wanted = [(s[0], s[-1]) for _, path in p.snips for s in path.segments]
        assert [abs(a - c) + abs(b - d) < 1e-4 for (a, b), (c, d) in zip(cuts, wanted, strict=True)] == [True] * len(wanted)
        assert all(abs(a - b) > 0.1 for a, b in cuts)
        assert (len(by_layer["7"]) == 1) == (p.grain is not None)
        assert len([e for e in by_layer["13"] if e.dxftype() == "POINT"]) == len(p.darts)
        assert by_layer["14"]
        assert [e.dxf.text for e in by_layer["15"]] == list(p.label)
    assert any("centimetres" in e.dxf.text for e in document.modelspace().query("TEXT"))


def test_v_notches_and_net_pieces_come_out_in_every_format(bodice: Pattern) -> None:
    plan = Finishing(lines=(NetFinish(piece="back"), NotchFinish(notches="v")))
    done = finish(bodice, RULES, "", plan)
    svg = pattern_svg(done, "Test")
    front = next(p for p in done if p.name == "front")
    vees = re.findall(r'data-notch="[^"]*" d="(M [^"]*)"', svg)
    assert sum(v.count("L") == 2 for v in vees) == sum(n.inner != n.outer for n in front.notches)
    assert len(sizes(pattern_pdf(done, "Test"))) > 1
    assert len(list(plotted(pattern_hpgl(done)))) > 10


def test_the_cut_sheet_says_every_piece_once_on_one_page(bodice: Pattern) -> None:
    done = replay(bodice, [], RULES)
    pieces = finish(done.pattern, RULES, "Winter")
    sheet = cut_sheet(done, pieces, "cm")
    assert [(r.number, r.name, r.how, r.cloth, r.grain) for r in sheet.rows] == [
        (1, "back", "1 on the fold", "shell", "straight"),
        (2, "front", "1 on the fold", "shell", "straight"),
    ]
    for r, p in zip(sheet.rows, pieces, strict=True):
        ring = shapely.Polygon([(z.real, z.imag) for z in p.cut_line])
        left, top, right, bottom = ring.bounds
        assert (r.width, r.length) == pytest.approx((right - left, bottom - top), abs=1e-3), "the grain runs straight down"
        assert r.area == pytest.approx(2 * ring.area, abs=0.1)
    assert dict(sheet.cloths)["shell"] == pytest.approx(sum(r.area for r in sheet.rows))
    many = tuple(pieces) * 30
    renumbered = [r for _ in range(30) for r in sheet.rows]
    for rows in (list(sheet.rows), renumbered):
        pdf = cut_sheet_pdf(type(sheet)(tuple(rows), sheet.cloths, sheet.notions, sheet.working), many, "Winter", "cm")
        document = pypdfium2.PdfDocument(pdf)
        assert len(document) == 1
        words = document[0].get_textpage().get_text_range()
        assert words.count("1 back") == sum(r.name == "back" for r in rows)
        assert "on the fold" in words
