"""What goes out with a run or a lay: the drawing of a lay by ElementTree, lengths by the csv module, the files of one body by their own readers."""

from __future__ import annotations

import csv
import io
from datetime import date
from xml.etree import ElementTree

import ezdxf
import pypdfium2
import pytest
from svgpathtools import parse_path

from patterncraft.comparing.size_run import KeyLength
from patterncraft.finishing.finish import finish
from patterncraft.formats.bundle import bundle, lengths_table
from patterncraft.formats.lay_svg import lay_svg
from patterncraft.formats.openfile import PatternFile
from patterncraft.formats.openfile_io import read_file
from patterncraft.geometry.transform import Transform
from patterncraft.house import HouseRules
from patterncraft.laying.cloth import Cloth, LayOrder
from patterncraft.laying.lay import Lay
from patterncraft.laying.packing import Placed
from patterncraft.laying.shapes import Shape
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import Replay
from tests.samples import sheet

SVG = "{http://www.w3.org/2000/svg}"


def shape(name: str, width: float, depth: float, *, over: bool = False) -> Shape:
    ring = (0j, width + 0j, complex(width, depth), complex(0, depth))
    return Shape(name, f"{name} <1>", ring, Transform(1 + 0j, 0j), 1, over, False, (0.0, 180.0), width * depth)


def lying() -> Lay:
    """A table of 60: a piece of 30 × 20 at the rim, and one of 20 × 50 turned by half, from 40 to 60 along and 10 to 60 across."""
    return Lay(
        (shape("back", 30, 20), shape("front", 20, 50, over=True)), (Placed(0, 0, 0.0, 0j), Placed(1, 0, 180.0, 60 + 60j)), 60.0, 1
    )


@pytest.mark.parametrize(
    ("cloth", "along", "across"),
    [
        (Cloth(), [], []),
        (Cloth(repeat_along=25), [0, 25, 50], []),
        (Cloth(repeat_across=20), [], [0, 20, 40, 60]),
        (Cloth(repeat_along=20, repeat_across=25), [0, 20, 40, 60], [0, 25, 50]),
    ],
)
def test_a_lay_is_drawn_with_its_checks_and_every_piece_where_it_lies(
    cloth: Cloth, along: list[float], across: list[float]
) -> None:
    root = ElementTree.fromstring(lay_svg(lying(), cloth, LayOrder(how="single"), "Check & stripe"))
    assert (root.attrib["width"], root.attrib["height"]) == ("66cm", "66cm")
    assert root.attrib["viewBox"] == "-3 -3 66 66"
    assert root.findtext(f"{SVG}title") == "Check & stripe"
    table = root.find(f"{SVG}rect")
    assert table is not None
    assert [table.attrib[k] for k in ("x", "y", "width", "height")] == ["0", "0", "60", "60"]
    lines = [parse_path(p.attrib["d"].replace("V 60", "v 60")) for p in root.iter(f"{SVG}path") if p.attrib["class"] == "bar"]
    upright = [x.start.real for x in lines if x.start.real == x.end.real]
    level = [x.start.imag for x in lines if x.start.imag == x.end.imag]
    assert (upright, level) == (along, across)
    assert all(x.length() == 60 for x in lines), "from selvedge to selvedge, from end to end"
    pieces = {p.attrib["data-piece"]: p for p in root.iter(f"{SVG}path") if "data-piece" in p.attrib}
    assert {k: p.attrib["class"].split() for k, p in pieces.items()} == {"back <1>": ["piece"], "front <1>": ["piece", "over"]}
    boxes = {k: parse_path(p.attrib["d"]).bbox() for k, p in pieces.items()}
    assert boxes == {"back <1>": pytest.approx((0, 30, 0, 20)), "front <1>": pytest.approx((40, 60, 10, 60))}
    names = {t.text: (float(t.attrib["x"]), float(t.attrib["y"])) for t in root.iter(f"{SVG}text")}
    assert names == {"back <1>": (15, 10), "front <1>": (50, 35)}


def test_the_fold_of_a_folded_cloth_runs_along_the_upper_rim() -> None:
    root = ElementTree.fromstring(lay_svg(lying(), Cloth(), LayOrder(how="folded"), "Folded"))
    (fold,) = [p for p in root.iter(f"{SVG}path") if p.attrib["class"] == "fold"]
    path = parse_path(fold.attrib["d"])
    assert (path.start, path.end) == (0j, 60 + 0j)
    assert "fold" in [t.text for t in root.iter(f"{SVG}text")]


@pytest.mark.parametrize("sign", ["=", "+", "-", "@"])
def test_a_name_that_a_spreadsheet_would_reckon_stays_a_name(sign: str) -> None:
    lengths = (KeyLength(f"{sign}front", f"{sign}hem", (25.4,), (), ()),)
    rows = list(csv.reader(io.StringIO(lengths_table([f"{sign}12"], lengths, "cm").decode())))
    assert rows[0][2] == f"'{sign}12"
    assert rows[1][:2] == [f"'{sign}front", f"'{sign}hem"]


def test_lengths_side_by_side_with_their_steps_and_what_is_odd_among_them() -> None:
    lengths = (
        KeyLength("", "Waist", (70.0, 74.0, 79.004), (4.0, 5.004), (1,)),
        KeyLength("front", "dart", (3.0, None, 2.999), (None, -0.001), ()),
        KeyLength("=front", "hem", (25.4, 50.8, 76.2), (25.4, 25.4), (0, 1)),
    )
    rows = list(csv.reader(io.StringIO(lengths_table(["10", "+12", "14"], lengths, "cm").decode())))
    assert rows == [
        ["piece", "length", "10", "'+12", "step", "14", "step", "odd steps"],
        ["", "Waist", "70.00", "74.00", "4.00", "79.00", "5.00", "'+12 to 14"],
        ["front", "dart", "3.00", "", "", "3.00", "0.00", ""],
        ["'=front", "hem", "25.40", "50.80", "25.40", "76.20", "25.40", "10 to '+12; '+12 to 14"],
    ]
    inches = list(csv.reader(io.StringIO(lengths_table(["10", "12", "14"], lengths[2:], "in").decode())))
    assert inches[1][2:7] == ["10.00", "20.00", "10.00", "30.00", "10.00"]
    assert lengths_table(["10"], (), "cm") == b"piece,length,10,odd steps\r\n"


def test_a_style_goes_out_in_six_files_and_each_reader_finds_its_piece() -> None:
    rules = HouseRules()
    done = Replay(Pattern((sheet(12, 20, "panel"),)), ())
    pieces = finish(done.pattern, rules, "Tabard")
    files = bundle(done, pieces, "Tabard", rules, date(2026, 3, 1))
    assert sorted(files) == ["cut sheet.pdf", "pattern.dxf", "pattern.json", "pattern.pdf", "pattern.plt", "pattern.svg"]
    (read,) = read_file(files["pattern.json"], PatternFile).pieces
    assert read.name == "panel"
    assert any("panel" in b.name.lower() for b in ezdxf.read(io.StringIO(files["pattern.dxf"].decode())).blocks)
    assert any("panel" in str(g.attrib.get("id", "")) for g in ElementTree.fromstring(files["pattern.svg"]).iter(f"{SVG}g"))
    for name, first in (("pattern.pdf", "Tabard"), ("cut sheet.pdf", "Cut sheet · Tabard")):
        words = pypdfium2.PdfDocument(files[name])[0].get_textpage().get_text_range()
        assert first in words
        assert "2026-03-01" in words
    assert files["pattern.plt"].startswith(b"IN;")
    assert list(bundle(done, pieces, "Tabard", rules, only="pattern.svg")) == ["pattern.svg"]
    assert bundle(done, pieces, "Tabard", rules, only="hat") == {}
