"""Labels: on the paper, legible, clear of every line. Widths by Pillow, places by shapely, all read back from the SVG."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise
from pathlib import Path
from xml.etree import ElementTree

import pytest
import shapely
from PIL import ImageFont
from shapely.geometry.base import BaseGeometry

from patterncraft import formats
from patterncraft.drafting.schools import SCHOOLS
from patterncraft.finishing.finish import FinishedPiece, finish
from patterncraft.finishing.plan import Finishing, NetFinish
from patterncraft.formats.label import SIZES, TITLE, label_place, label_size
from patterncraft.formats.layout import lay_side_by_side
from patterncraft.formats.svg import pattern_svg
from patterncraft.geometry.path import Path as Line
from patterncraft.geometry.path import straight
from patterncraft.house import HouseRules
from patterncraft.paper.edge import Edge
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Grain, Piece
from tests.conftest import draft_by
from tests.rich import RICH
from tests.samples import WHOLE, square
from tests.travel import region, stroke

RULES = HouseRules()
SVG = "{http://www.w3.org/2000/svg}"
FONTS = Path(str(formats.__path__[0])) / "fonts"


def _small_pieces() -> dict[str, Pattern]:
    """Pieces on which a label of four lines has little room, or none."""
    corners = [0j, 16 + 0j, 16 + 2.5j, 2.5j]
    sides = zip(("top", "right", "bottom", "left"), corners, corners[1:] + corners[:1], strict=True)
    strip = Piece("strip", tuple(Edge(name, "seam", straight(a, b)) for name, a, b in sides))
    return {
        "bodice": RICH["bodice"](),
        "cut bodice": RICH["cut bodice"](),
        "strip": Pattern((strip,)),
        "patch": Pattern((square(3.0, "patch"),)),
        **{name: draft_by(name, WHOLE).pattern for name in SCHOOLS},
    }


def _lines_over(f: FinishedPiece) -> BaseGeometry:
    """What a label must keep clear of, as shapely's lines."""
    found = [stroke(x.path) for x in f.lines] + [stroke(x.outline) for x in f.lenses]
    found += [shapely.LineString([(z.real, z.imag) for z in (d.mouth[0], d.point, d.mouth[1])]) for d in f.darts]
    if f.fold:
        a, way = f.fold.start, f.fold.end - f.fold.start
        bracket = [a + 0.2 * way, a + 0.2 * way + 1.2j * way / abs(way), a + 0.8 * way + 1.2j * way / abs(way), a + 0.8 * way]
        found.append(shapely.LineString([(z.real, z.imag) for z in bracket]))
    if f.grain:
        found.append(shapely.LineString([(f.grain.start.real, f.grain.start.imag), (f.grain.end.real, f.grain.end.imag)]))
    return shapely.union_all(found)


@pytest.mark.parametrize("name", _small_pieces())
def test_labels_stand_on_the_paper_clear_of_every_line_and_small_only_where_they_must(name: str) -> None:
    """Letters measured by Pillow with the shipped fonts, at the places and sizes read back from the SVG."""
    pattern = _small_pieces()[name]
    fonts = FONTS
    finished = {f.name: f for f in finish(pattern, RULES, "The choir's winter bodice · A singer")}
    root = ElementTree.fromstring(pattern_svg(tuple(finished.values()), "Labels"))
    shifts = {p.name: shift + 1 + 1j for p, shift in lay_side_by_side(tuple(finished.values())).pieces}
    for key, shift in shifts.items():
        group = next(g for g in root.iter(f"{SVG}g") if g.attrib.get("id") == key.replace(" ", "-"))
        texts = [
            (t.text or "", complex(float(t.attrib["x"]), float(t.attrib["y"])) - shift, float(t.attrib["font-size"]))
            for t in group.iter(f"{SVG}text")
        ]
        assert [t for t, _, _ in texts] == list(finished[key].label)
        boxes = []
        for i, (text, at, size) in enumerate(texts):
            font = ImageFont.truetype(str(fonts / f"SteadySans-{'Regular' if i else 'Semibold'}.ttf"), 100)
            boxes.append(shapely.box(at.real, at.imag - 0.7 * size, at.real + font.getlength(text) * size / 100, at.imag))
        label = shapely.union_all(boxes)
        sewn = region(finished[key].sew_line)
        assert sewn.buffer(1e-3).covers(label), f"the label of {key} runs off by {label.difference(sewn).area:.2f} cm²"
        scale = texts[0][2] / 0.46
        if scale > 0.41:
            assert not label.intersects(_lines_over(finished[key])), f"the label of {key} lies over a line"
        if sewn.buffer(-4).area > 20:
            assert scale == pytest.approx(1.0, abs=0.001), f"small letters on the {key}, where there is room"
        steps = [b[1] - a[1] for a, b in pairwise(texts)]
        assert steps == pytest.approx([0.62j * scale] * len(steps), abs=2e-4), "line under line"


@pytest.mark.parametrize("larger", [1.0, 2.5])
def test_where_nothing_has_room_the_smallest_letters_stand_about_the_middle(larger: float) -> None:
    """A sheet of two centimetres: the label lies over its lines, its middle on the sheet's."""
    (p,) = finish(Pattern((square(2.0),)), HouseRules(), "A choir shirt with stand and fall")
    label = label_place(p, larger)
    assert label.scale == pytest.approx(min(SIZES) * larger)
    width, height = label_size(p.label)
    corner = label.at - 1j * TITLE * label.scale
    assert abs(corner + complex(width, height) * label.scale / 2 - (1 + 1j)) < 1e-6


@pytest.mark.parametrize("up", [False, True])
def test_with_room_all_round_the_label_stands_beside_the_upper_end_of_the_grain(up: bool) -> None:
    """0.6 to the right of it and 0.8 below its end, whichever way it was drawn."""
    ends = (30 + 55j, 30 + 5j) if up else (30 + 5j, 30 + 55j)
    (p,) = finish(Pattern((replace(square(60.0), grain=Grain(*ends)),)), RULES, "Shirt · A singer")
    label = label_place(p)
    assert label.scale == 1.0
    assert label.at - 1j * TITLE == pytest.approx(30.6 + 5.8j)


def _saw(long: float, teeth: int, deep: float) -> list[complex]:
    """From the right to the left, level, with so many teeth on its way."""
    step = long / (2 * teeth)
    return [complex(long - k * step, deep * (k % 2)) for k in range(2 * teeth + 1)]


@pytest.mark.parametrize(("wide", "high"), [(18.0, 12.0), (11.0, 9.0)])
@pytest.mark.parametrize("teeth", [1_400, 4_000])
def test_an_edge_of_many_thousand_strokes_takes_no_room_from_the_label(wide: float, high: float, teeth: int) -> None:
    """As if its teeth were filled up: on the paper, and as large as on the sheet without teeth."""
    deep = 0.2
    hem = [z + 1j * high for z in _saw(wide, teeth, deep)]
    sides = [
        straight(0j, complex(wide)),
        straight(complex(wide), complex(wide, high)),
        Line(tuple(pairwise(hem))),
        straight(1j * high, 0j),
    ]
    names = ("top", "right", "hem", "left")
    plain = Piece(
        "plain", tuple(Edge(n, "seam", s if n != "hem" else straight(s.start, s.end)) for n, s in zip(names, sides, strict=True))
    )
    toothed = Piece("plain", tuple(Edge(n, "seam", s) for n, s in zip(names, sides, strict=True)))
    net = Finishing(lines=(NetFinish(),))
    (p,), (q,) = (finish(Pattern((piece,)), RULES, "Lace · A singer", net) for piece in (toothed, plain))
    label, wanted = label_place(p), label_place(q)
    assert label.scale == wanted.scale
    width, height = label_size(p.label)
    corner = label.at - 1j * TITLE * label.scale
    box = shapely.box(corner.real, corner.imag, corner.real + width * label.scale, corner.imag + height * label.scale)
    sewn = region(p.sew_line)
    assert sewn.covers(box)
    assert abs(label.at - wanted.at) < 1.0
