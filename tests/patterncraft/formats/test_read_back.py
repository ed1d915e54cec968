"""Drawings read back by other libraries: every element is there, once, and where the paper has it.

SVG by ElementTree and svgpathtools, PDF by pikepdf; places are found with shapely on the flattened outline, not by
the kernel's own walking.
"""

from __future__ import annotations

from collections.abc import Iterator
from io import BytesIO
from itertools import pairwise
from xml.etree import ElementTree

import pikepdf
import pytest
import shapely
from svgpathtools import parse_path

from patterncraft.finishing.finish import FinishedPiece, finish
from patterncraft.formats.drawing import DrawnPiece, draw
from patterncraft.formats.layout import lay_side_by_side
from patterncraft.formats.pdf import CM, pattern_pdf
from patterncraft.formats.svg import pattern_svg
from patterncraft.formats.tiles import PAPERS, PaperName, tiling
from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.path import Path, straight
from patterncraft.house import HouseRules
from patterncraft.paper.edge import Edge
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.paper.seam import Notch, Side
from tests.rich import RICH
from tests.samples import polygon

RULES = HouseRules()
SVG = "{http://www.w3.org/2000/svg}"
NEAR = 0.01
"""cm to which a flattened curve is true."""


@pytest.fixture(params=list(RICH))
def pattern(request: pytest.FixtureRequest) -> Pattern:
    return RICH[request.param]()


def points_of(d: str) -> list[complex]:
    """Corners of path data."""
    path = parse_path(d)
    return [path[0].start, *(s.end for s in path)]


def along(pattern: Pattern, side: Side, at: float) -> tuple[str, complex]:
    """The piece and the place ``at`` cm along a side, by shapely on each stretch's own edges."""
    for s in side:
        piece = pattern.piece(s.piece)
        n = len(piece.outline)
        # Counted from a corner at which the edge does not run on.
        first = next(
            k
            for k in range(n)
            if piece.outline[k].name == s.edge and piece.outline[k - 1].name not in (s.edge, *(d.name for d in piece.darts))
        )
        piece = piece.starting_at(first)
        own = [k for k in range(n) if piece.outline[k].name == s.edge and piece.outline[k].kind != "dart"]
        lines = [shapely.LineString([(z.real, z.imag) for z in flat_path(piece.outline[k].path, 1e-4)]) for k in own]
        before = next(e.name for e in (piece.outline[(own[0] - j) % n] for j in range(1, n)) if e.kind != "dart")
        if s.start not in ("", "start", before):
            lines = [x.reverse() for x in reversed(lines)]
        for x in lines:
            if at <= x.length + 1e-3:
                spot = x.interpolate(at)
                return s.piece, complex(spot.x, spot.y)
            at -= x.length
    raise AssertionError("beyond its side")


def notches_on(pattern: Pattern, piece: str) -> list[tuple[Notch, complex]]:
    """Every notch of a piece with the middle of its place."""
    found = []
    for n in pattern.notches:
        seam = pattern.seam(n.seam)
        for side, at in ((seam.a, n.at_a), (seam.b, n.at_b)):
            if side and at is not None:
                where, z = along(pattern, side, at)
                if where == piece:
                    found.append((n, z))
    return found


def outline_of(piece: Piece) -> shapely.LineString:
    return polygon(piece, 1e-3).exterior


def assert_notches(found: dict[str, list[list[complex]]], pattern: Pattern, piece: Piece, gap: float, inward: bool) -> None:
    """Strokes by notch name: one for a single notch, two ``gap`` apart for a double one, square to the edge on the right side."""
    wanted = notches_on(pattern, piece.name)
    edge, paper = outline_of(piece), polygon(piece)
    for notch, z in wanted:
        here = sorted(found.get(notch.name, []), key=lambda stroke: abs(stroke[0] - z))
        strokes = here[: 2 if notch.style == "double" else 1]
        assert len(strokes) == (2 if notch.style == "double" else 1), f"{notch.name} of {piece.name}: {here}"
        middle = sum((s[0] for s in strokes), 0j) / len(strokes)
        assert abs(middle - z) < 0.06 if notch.style == "double" else abs(middle - z) < NEAR, (
            f"{notch.name} of {piece.name} at {middle}, not {z}"
        )
        if notch.style == "double":
            assert abs(strokes[0][0] - strokes[1][0]) == pytest.approx(gap, abs=0.02)
        for start, end in strokes:
            assert edge.distance(shapely.Point(start.real, start.imag)) < NEAR
            tip = shapely.Point((0.1 * end + 0.9 * start).real, (0.1 * end + 0.9 * start).imag)
            assert paper.covers(tip) == inward, f"{notch.name} of {piece.name} points the wrong way"
            at = edge.project(shapely.Point(start.real, start.imag))
            before, spot, after = (edge.interpolate(x % edge.length) for x in (at - 0.03, at, at + 0.03))
            into, out = (complex(q.x - p.x, q.y - p.y) for p, q in ((before, spot), (spot, after)))
            if abs(into / abs(into) - out / abs(out)) < 0.1:
                assert abs(((end - start).conjugate() * (into + out)).real) < 0.06 * abs(end - start) * abs(into + out), (
                    "square to its edge"
                )
    assert sum(len(x) for name, x in found.items() if name in {n.name for n in pattern.notches}) == sum(
        2 if n.style == "double" else 1 for n, _ in wanted
    ), "and no notch that nobody asked for"


class ReadSvg:
    """One piece's group, in the piece's own coordinates."""

    def __init__(self, group: ElementTree.Element, shift: complex) -> None:
        self.group, self.shift = group, shift

    def paths(self, attribute: str) -> Iterator[tuple[str, list[complex], str]]:
        for p in self.group.iter(f"{SVG}path"):
            if attribute in p.attrib:
                yield p.attrib[attribute], [z - self.shift for z in points_of(p.attrib["d"])], p.attrib["d"]


def read_svg(finished: tuple[FinishedPiece, ...]) -> dict[str, ReadSvg]:
    root = ElementTree.fromstring(pattern_svg(finished, "Read back"))
    found = {}
    for piece, group in zip(finished, root.findall(f"{SVG}g"), strict=True):
        first = next(p for p in group.iter(f"{SVG}path") if p.attrib.get("data-edge") == piece.edges[0].name)
        found[piece.name] = ReadSvg(group, points_of(first.attrib["d"])[0] - piece.edges[0].path.start)
    return found


def test_svg_has_every_notch_where_its_seam_has_it(pattern: Pattern) -> None:
    for name, read in read_svg(finish(pattern, RULES)).items():
        found: dict[str, list[list[complex]]] = {}
        for notch, points, _ in read.paths("data-notch"):
            found.setdefault(notch, []).append(points)
        assert_notches(found, pattern, pattern.piece(name), RULES.double_notch_gap, inward=False)
        # Every snip goes from the sewing line to the cut line.
        cut = next(p for g in read.group.findall(f"{SVG}g") if g.attrib.get("class") == "cut-line" for p in g)
        ring = shapely.LinearRing([((z - read.shift).real, (z - read.shift).imag) for z in points_of(cut.attrib["d"])])
        for strokes in found.values():
            for _, end in strokes:
                assert ring.distance(shapely.Point(end.real, end.imag)) < 0.02


def test_svg_has_every_dart_line_arrow_and_fold(pattern: Pattern) -> None:
    for name, read in read_svg(finish(pattern, RULES)).items():
        piece = pattern.piece(name)
        darts: dict[str, list[list[complex]]] = {}
        for dart, points, _ in read.paths("data-dart"):
            darts.setdefault(dart, []).append(points)
        assert len(darts) == len(piece.darts) + len(piece.lenses)
        for rule in piece.darts:
            k = next(i for i, e in enumerate(piece.outline) if e.name == rule.name and piece.outline[i - 1].name == rule.name)
            into, out = piece.outline[k - 1].path, piece.outline[k].path
            middle = 0.5 * (into.start + out.end)
            point = out.start + (middle - out.start) / abs(middle - out.start) * rule.set_back
            (drawn,) = darts[rule.name]
            assert drawn == pytest.approx([into.start, point, out.end], abs=1e-4)
            holes = [complex(float(c.attrib["cx"]), float(c.attrib["cy"])) - read.shift for c in read.group.iter(f"{SVG}circle")]
            hole = point + (middle - point) / abs(middle - point) * RULES.drill_hole
            assert min(abs(h - hole) for h in holes) < 1e-4, "the drill hole lies short of the point, inside the dart"
        for lens in piece.lenses:
            (drawn,) = darts[lens.name]
            assert drawn[:3] == pytest.approx([lens.left.start, lens.left.segments[0][-1], lens.left.end], abs=1e-4)
            assert min(abs(z - lens.right.segments[0][-1]) for z in drawn) < 1e-4
        lines = [(x.name, x.path.start, x.path.end) for x in piece.lines]
        assert [(n, p[0], p[-1]) for n, p, _ in read.paths("data-line")] == [
            (n, pytest.approx(a, abs=1e-4), pytest.approx(b, abs=1e-4)) for n, a, b in lines
        ]
        arrows = list(read.paths("data-grain"))
        assert len(arrows) == (piece.grain is not None)
        if piece.grain:
            assert arrows[0][0] == piece.grain.kind
            assert arrows[0][1] == pytest.approx([piece.grain.start, piece.grain.end], abs=1e-4)
            # Next to it its two heads: 6 mm back along it, 2.5 mm to either side.
            beside = next(g for g in read.group.iter(f"{SVG}g") if any("data-grain" in p.attrib for p in g.findall(f"{SVG}path")))
            heads = [points_of(p.attrib["d"]) for p in beside.findall(f"{SVG}path") if not set(p.attrib) - {"d"}]
            along = (piece.grain.end - piece.grain.start) / abs(piece.grain.end - piece.grain.start)
            for head, end, back in zip(heads, (piece.grain.start, piece.grain.end), (along, -along), strict=True):
                wanted_head = [end + back * complex(0.6, 0.25), end, end + back * complex(0.6, -0.25)]
                assert [z - read.shift for z in head] == pytest.approx(wanted_head, abs=2e-4)
        folds = [points_of(p.attrib["d"]) for p in read.group.iter(f"{SVG}path") if p.attrib.get("class") == "fold"]
        wanted = [e for e in piece.outline if e.kind == "fold"]
        straight = len(wanted) == 1 and abs(wanted[0].path.length - abs(wanted[0].path.end - wanted[0].path.start)) < 1e-6
        assert len(folds) == straight


def test_pdf_has_every_notch_dart_and_line_and_each_tile_laps_over_the_next(pattern: Pattern) -> None:
    finished = finish(pattern, RULES)
    with pikepdf.open(BytesIO(pattern_pdf(finished, "Read back"))) as pdf:
        form = next(x for p in pdf.pages for x in p.resources.get("/XObject", {}).values())
        drawn: list[complex] = []
        for operands, operator in pikepdf.parse_content_stream(form):
            if str(operator) in ("m", "l"):
                drawn.append(complex(float(operands[0]) / CM, -float(operands[1]) / CM))
            elif str(operator) == "c":
                drawn.append(complex(float(operands[4]) / CM, -float(operands[5]) / CM))
    for piece, shift in lay_side_by_side(finished).pieces:
        paper = pattern.piece(piece.name)
        wanted = [z for x in paper.lenses for s in (*x.left.segments, *x.right.segments) for z in (s[0], s[-1])]
        wanted += [z for x in paper.lines for z in (x.path.start, x.path.end)]
        wanted += [z for g in [paper.grain] if g for z in (g.start, g.end)]
        wanted += [z for n, z in notches_on(pattern, piece.name) if n.style == "single"]
        wanted += [z for d in piece.darts for z in (d.point, *d.mouth)]
        for z in wanted:
            assert min(abs(z + shift - w) for w in drawn) < NEAR, f"nothing is drawn at {z} of {piece.name}"


@pytest.mark.parametrize("paper", ["a4", "letter"])
def test_windows_of_the_tiles_cover_the_sheet_and_lap_by_a_centimetre(paper: PaperName) -> None:
    """Home printers leave a rim; what two sheets share is glued. One centimetre is common practice, no source."""
    finished = finish(RICH["cut bodice"](), RULES)
    plan = tiling(lay_side_by_side(finished), paper)
    shown: dict[tuple[int, int], shapely.Polygon] = {}
    with pikepdf.open(BytesIO(pattern_pdf(finished, "Tiles", paper))) as pdf:
        for tile, page in zip(plan.tiles, list(pdf.pages)[1:], strict=True):
            # The window that is clipped, and the shift at which the pattern is drawn into it.
            stream = list(pikepdf.parse_content_stream(page))
            clip = next(k for k, (_, op) in enumerate(stream) if str(op) in ("W", "W*"))
            corners = [complex(float(o[0]), float(o[1])) / CM for o, op in stream[:clip] if str(op) in ("m", "l")]
            boxes = [[float(v) / CM for v in o] for o, op in stream[:clip] if str(op) == "re"]
            if boxes:
                x, y, w, h = boxes[-1]
                corners = [complex(x, y), complex(x + w, y + h)]
            move = next([float(v) for v in o] for o, op in stream if str(op) == "cm" and [float(v) for v in o][4:] != [0, 0])
            left, right = min(z.real for z in corners) - move[4] / CM, max(z.real for z in corners) - move[4] / CM
            top, bottom = move[5] / CM - max(z.imag for z in corners), move[5] / CM - min(z.imag for z in corners)
            shown[(tile.column, tile.row)] = shapely.box(left, top, right, bottom)
            assert right - left <= PAPERS[paper][0] - 1.5, "a rim stays white"
    everything = shapely.union_all(list(shown.values()))
    for piece, shift in lay_side_by_side(finished).pieces:
        ring = shapely.Polygon([((z + shift).real, (z + shift).imag) for z in piece.cut_line])
        assert everything.buffer(1e-3).covers(ring)
    for (column, row), window in shown.items():
        for beside in ((column + 1, row), (column, row + 1)):
            if beside in shown:
                left, top, right, bottom = window.intersection(shown[beside]).bounds
                assert min(right - left, bottom - top) == pytest.approx(1.0, abs=1e-3)


def drawn_piece(pattern: Pattern, name: str) -> DrawnPiece:
    return next(p for p in draw(pattern, RULES, bends=True).pieces if p.name == name)


def test_the_table_shows_everything_that_lies_on_each_sheet(pattern: Pattern) -> None:
    for piece in pattern.pieces:
        drawn = drawn_piece(pattern, piece.name)
        path = parse_path(drawn.outline)
        ring = shapely.Polygon([(path.point(t).real, path.point(t).imag) for t in (k / 4000 for k in range(4000))])
        # Sampled evenly in the parameter, corners are missed by a little.
        assert ring.area == pytest.approx(polygon(piece).area, rel=2e-3)
        assert [(m.name, complex(m.at.x, m.at.y)) for m in drawn.marks] == [
            (m.name, pytest.approx(m.at, abs=1e-4)) for m in piece.marks
        ]
        for shown, kept in ((drawn.tapes, piece.paper.tapes), (drawn.patches, piece.paper.patches)):
            assert [parse_path(d).length() for d in shown] == pytest.approx([x.length for x in kept], abs=1e-3)
            assert [points_of(d)[0] for d in shown] == pytest.approx([x.start for x in kept], abs=1e-4)
        assert [(x.name, points_of(x.d)[-1]) for x in drawn.lines] == [
            (x.name, pytest.approx(x.path.end, abs=1e-4)) for x in piece.lines
        ]
        assert [x.name for x in drawn.lenses] == [x.name for x in piece.lenses]
        assert bool(drawn.grain) == (piece.grain is not None)
        if piece.grain:
            assert points_of(drawn.grain) == pytest.approx([piece.grain.start, piece.grain.end], abs=1e-4)
        found: dict[str, list[list[complex]]] = {}
        for n in drawn.notches:
            found.setdefault(n.name, []).append(points_of(n.d))
        assert_notches(found, pattern, piece, RULES.double_notch_gap, inward=True)
        for e in drawn.edges:
            assert outline_of(piece).distance(shapely.Point(e.middle.x, e.middle.y)) < NEAR
        for d in drawn.darts:
            into, pivot, out = points_of(d.d)[0], complex(d.pivot.x, d.pivot.y), points_of(d.d)[-1]
            assert float(d.intake.removesuffix(" cm")) == pytest.approx(abs(into - out), abs=0.051)
            assert points_of(d.stitch)[1] == pytest.approx(complex(d.point.x, d.point.y), abs=1e-3)
            assert abs(pivot - complex(d.point.x, d.point.y)) == pytest.approx(
                next(r.set_back for r in piece.darts if r.name == d.name), abs=1e-3
            )


def test_the_svgs_page_holds_every_cut_line_with_a_margin_and_no_more() -> None:
    """One centimetre all round (house practice, no source): the drawing's own extent, read back, and twice that."""
    finished = finish(RICH["cut bodice"](), RULES)
    root = ElementTree.fromstring(pattern_svg(finished, "Page"))
    points = [z for g in root.iter(f"{SVG}g") if g.attrib.get("class") == "cut-line" for p in g for z in points_of(p.attrib["d"])]
    left, right = min(z.real for z in points), max(z.real for z in points)
    top, bottom = min(z.imag for z in points), max(z.imag for z in points)
    width, height = (float(root.attrib[k].removesuffix("cm")) for k in ("width", "height"))
    assert (left, top) == (pytest.approx(1.0, abs=1e-3), pytest.approx(1.0, abs=1e-3))
    assert (width - right, height - bottom) == (pytest.approx(1.0, abs=1e-3), pytest.approx(1.0, abs=1e-3))
    rings = [shapely.Polygon([(z.real, z.imag) for z in points_of(p.attrib["d"])])
             for g in root.iter(f"{SVG}g") if g.attrib.get("class") == "cut-line" for p in g]  # fmt: skip
    for k, one in enumerate(rings):
        for other in rings[k + 1 :]:
            assert one.distance(other) > 0, "no piece lies on another"


def test_pdf_marks_the_fold_with_a_bracket_along_its_middle() -> None:
    """From two tenths to eight tenths of the fold, its ends on the fold itself, 1.2 cm into the paper."""
    pattern = RICH["bodice"]()
    finished = finish(pattern, RULES)
    with pikepdf.open(BytesIO(pattern_pdf(finished, "Fold"))) as pdf:
        form = next(x for p in pdf.pages for x in p.resources.get("/XObject", {}).values())
        drawn = [
            complex(float(o[0]) / CM, -float(o[1]) / CM) for o, op in pikepdf.parse_content_stream(form) if str(op) in ("m", "l")
        ]
    for piece, shift in lay_side_by_side(finished).pieces:
        fold = next(e.path for e in pattern.piece(piece.name).outline if e.kind == "fold")
        along = fold.end - fold.start
        for share, inward in ((0.2, 0.0), (0.2, 1.2), (0.8, 1.2), (0.8, 0.0)):
            z = fold.start + along * share + along / abs(along) * 1j * inward
            assert min(abs(z + shift - w) for w in drawn) < NEAR, (piece.name, share, inward)
            if inward:
                assert polygon(pattern.piece(piece.name)).covers(shapely.Point(z.real, z.imag))


@pytest.mark.parametrize("hollow", [False, True])
def test_a_combs_teeth_stand_outside_the_bend_as_long_as_it_bends(hollow: bool) -> None:
    """A quarter of a circle of 10, a corner cut round or hollowed out: three hundredths of a metre for a tenth, so each tip 13 from its middle (the
    cubic that draws it bends by two hundredths more and less)."""
    k = 10 * 0.55228475
    arc = Path(((10 + 0j, complex(10, k), complex(k, 10), 10j),))
    edges = [Edge("hem", "seam", arc)]
    corners = [10j, -4 + 10j, -4 - 4j, 10 - 4j, 10 + 0j] if not hollow else [10j, 14 + 10j + 4j, 14 + 0j, 10 + 0j]
    edges += [Edge(f"side {n}", "seam", straight(a, b)) for n, (a, b) in enumerate(pairwise(corners))]
    pattern = Pattern((Piece("corner", tuple(edges)),))
    (comb,) = draw(pattern, RULES, bends=True).pieces[0].combs
    lines = [points_of("M " + d.removeprefix("M ")) for d in comb.split(" M ")]
    *teeth, tips = lines
    assert len(teeth) > 8
    for foot, tip in teeth:
        assert abs(foot) == pytest.approx(10, abs=0.01)
        assert abs(tip) == pytest.approx(13, abs=0.08)
        assert abs((tip / foot).imag) < 0.01, "square to the line"
    assert tips == [tip for _, tip in teeth]


@pytest.mark.parametrize("with_net", [False, True])
def test_no_word_stands_in_the_drawing_but_its_labels_and_what_is_said_of_it(with_net: bool) -> None:
    pattern = RICH["bodice"]()
    pieces = finish(pattern, RULES, "Shirt")
    root = ElementTree.fromstring(pattern_svg(pieces, "Shirt", pattern if with_net else None))
    told = [(e.tag.removeprefix(SVG), e.text) for e in root.iter() if (e.text or "").strip()]
    assert [text for tag, text in told if tag == "text"] == [words for p in pieces for words in p.label]
    assert {tag for tag, _ in told} == {"title", "style", "text"} | ({"metadata"} if with_net else set())
    assert not [e.tail for e in root.iter() if (e.tail or "").strip()]


def test_names_of_edges_and_lines_stand_at_their_middles_and_combs_only_on_curves() -> None:
    pattern = RICH["bodice"]()
    for piece in pattern.pieces:
        drawn = drawn_piece(pattern, piece.name)
        for shown, path in [
            *zip(drawn.edges, [e.path for e in piece.outline if e.kind != "dart"], strict=True),
            *zip(drawn.lines, [x.path for x in piece.lines], strict=True),
        ]:
            flat = shapely.LineString([(z.real, z.imag) for z in flat_path(path, 1e-4)])
            there = flat.interpolate(0.5, normalized=True)
            assert abs(complex(shown.middle.x, shown.middle.y) - complex(there.x, there.y)) < 1e-3, shown.name
        curved = [e for e in piece.outline if any(len(s) == 4 for s in e.path.segments)]
        assert len(drawn.combs) == len(curved)
        for comb, edge in zip(drawn.combs, curved, strict=True):
            flat = shapely.LineString([(z.real, z.imag) for z in flat_path(edge.path, 1e-4)])
            feet = [points_of(d)[0] for d in comb.split(" M ") for d in ["M " + d.removeprefix("M ")]][:-1]
            assert all(flat.distance(shapely.Point(z.real, z.imag)) < 1e-3 for z in feet)
        assert draw(pattern, RULES).pieces[0].combs == []


def test_sheets_laid_anew_fill_rows_and_never_lie_on_each_other() -> None:
    """Rows about twice as wide as high, seven centimetres between them."""
    pattern = RICH["cut bodice"]()
    drawing = draw(pattern, RULES)
    boxes = [shapely.box(p.bounds.left, p.bounds.top, p.bounds.right, p.bounds.bottom) for p in drawing.pieces]
    for k, one in enumerate(boxes):
        for other in boxes[k + 1 :]:
            assert one.distance(other) >= 6.9
    whole = drawing.box
    assert 1.0 < (whole.right - whole.left) / (whole.bottom - whole.top) < 4.0
    assert shapely.union_all(boxes).bounds == pytest.approx((whole.left, whole.top, whole.right, whole.bottom), abs=2e-3)
