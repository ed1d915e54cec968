"""One style on several sizes: key lengths and their steps worked out by hand, odd ones told, refusals told, drawn over each other."""

from __future__ import annotations

import json
import re
from io import BytesIO
from pathlib import Path
from typing import Any

import pikepdf
import pypdfium2
import pytest
import shapely

from patterncraft.cli import main
from patterncraft.comparing.size_run import Body, key_lengths, size_run
from patterncraft.finishing.finish import finish
from patterncraft.formats.nested import Size
from patterncraft.formats.nested_pdf import nested_pdf
from patterncraft.formats.nested_svg import nested_svg
from patterncraft.formats.openfile_io import block_file, write_file
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.style import on_one_table
from tests.conftest import draft_by
from tests.samples import NO_SIDE_DART, WHOLE, sheet

RULES = HouseRules()
ROTATE: dict[str, Any] = {
    "move": "rotate_dart",
    "piece": "front",
    "dart": "waist dart",
    "to": {"edge": "shoulder", "fraction": 0.5},
}
SIDE: dict[str, Any] = {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"edge": "armhole", "fraction": 0.5}}


def bodice(bust: float) -> Any:
    return draft_by("bodice-direct", WHOLE | {"bust_girth": bust, "waist_girth": bust - 22})


def body(label: str, block: Any) -> Body:
    return Body(label, on_one_table({"bodice": block.pattern}))


def sheets(*widths: float) -> list[Pattern]:
    return [Pattern((sheet(w, 40.0, "band"),)) for w in widths]


def test_lengths_and_their_steps_side_by_side() -> None:
    found = {(k.piece, k.name): k for k in key_lengths(sheets(20, 22, 24, 27))}
    top = found["band", "top"]
    assert top.lengths == (20.0, 22.0, 24.0, 27.0)
    assert top.steps == (2.0, 2.0, 3.0)
    assert found["band", "left"].steps == (0.0, 0.0, 0.0)


@pytest.mark.parametrize(
    ("widths", "odd"),
    [
        ((20, 22, 24, 26, 28), ()),
        ((20, 22, 24, 30, 32), (2,)),  # a step of six among twos
        ((20, 22, 24.4, 26.4, 28.4), ()),  # four millimetres are not told
        ((20, 22, 24.6, 26.6, 28.6), (1,)),  # six are
        ((20, 40, 42), ()),  # of two steps nobody can say which is odd
    ],
)
def test_a_step_unlike_the_others_is_odd(widths: tuple[float, ...], odd: tuple[int, ...]) -> None:
    top = next(k for k in key_lengths(sheets(*widths)) if k.name == "top")
    assert top.odd == odd


def test_what_one_size_lacks_is_left_empty() -> None:
    a, b = Pattern((sheet(20, 40, "band"),)), Pattern((sheet(20, 40, "band"), sheet(10, 10, "pocket")))
    pocket = next(k for k in key_lengths([a, b, b]) if k.piece == "pocket" and k.name == "top")
    assert (pocket.lengths, pocket.steps) == ((None, 10.0, 10.0), (None, 0.0))


def test_a_style_is_cut_on_every_body_and_what_cannot_be_is_told() -> None:
    told: list[tuple[int, int]] = []
    bodies = [body("36", bodice(88)), body("38", bodice(92)), body("flat", draft_by("bodice-direct", NO_SIDE_DART))]
    found = size_run(bodies, read_steps([SIDE, ROTATE]), RULES, lambda n, of: told.append((n, of)))
    assert told == [(1, 3), (2, 3), (3, 3)]
    assert [len(c.cannot) for c in found.cuts] == [0, 0, 1]
    assert "side dart" in str(found.cuts[2].cannot[0])
    # What came after the step left out was done all the same: the waist dart is at the shoulder.
    for c in found.cuts:
        assert any(d.name == "shoulder dart" for d in c.pattern.piece("front").darts)
    waist = next(k for k in found.lengths if (k.piece, k.name) == ("", "waist"))
    # By hand: the waist of the measures went up by four round the body.
    assert waist.steps[0] == pytest.approx(4.0, abs=0.02)


def test_nested_each_size_lies_on_the_first_at_the_named_point() -> None:
    sizes = [Size(str(b), (p := on_one_table({"bodice": bodice(b).pattern})), finish(p, RULES, "")) for b in (88, 92, 100)]
    svg = nested_svg(sizes, "Run", "centre front / neckline")
    assert svg.count('data-size="92"') == 2
    dashes = re.findall(r'stroke-dasharray:([^"]*)"', svg)
    assert len(set(dashes)) == 3, "a line style for each"
    rings: dict[str, Any] = {}
    front = svg[svg.index('id="front"') :]
    for size, d in re.findall(r'data-size="(\d+)"><path d="M ([^"]*) Z"', front)[:3]:
        rings[size] = shapely.Polygon([tuple(map(float, z.split())) for z in d.split(" L ")])
    lefts = [r.bounds[0] for r in rings.values()]
    assert max(lefts) - min(lefts) < 1e-3, "all folds on one line"
    for size, s in zip(rings, sizes, strict=True):
        own = next(p for p in s.finished if p.name == "front")
        assert rings[size].area == pytest.approx(shapely.Polygon([(z.real, z.imag) for z in own.cut_line]).area, abs=0.05), (
            "at true scale"
        )


def test_the_nested_pdf_is_true_to_scale_with_a_line_for_each_size() -> None:
    sizes = [Size(str(b), (p := on_one_table({"bodice": bodice(b).pattern})), finish(p, RULES, "")) for b in (88, 92, 100)]
    data = nested_pdf(sizes, "Run", "a0", at="centre front / neckline")
    with pikepdf.open(BytesIO(data)) as pdf:
        assert len(pdf.pages) == 2, "the test squares, and the pattern whole"
        (form,) = pdf.pages[1].Resources.XObject.values()
        words = pikepdf.parse_content_stream(form)
    # Read from the page itself: closed lines with the dash that was set before them, y up in points.
    outlines: list[tuple[tuple[float, ...], Any]] = []
    dash: tuple[float, ...] = ()
    ring: list[tuple[float, float]] = []
    for operands, operator in words:
        match str(operator):
            case "d":
                dash = tuple(float(x) for x in operands[0])
            case "m":
                ring = [(float(operands[0]), float(operands[1]))]
            case "l":
                ring.append((float(operands[0]), float(operands[1])))
            case "h":
                outlines.append((dash, shapely.Polygon(ring)))
            case _:
                pass
    fronts = [(d, p) for d, p in outlines if p.bounds[0] == pytest.approx(outlines[0][1].bounds[0], abs=0.5)]
    names = dict.fromkeys(p.name for s in sizes for p in s.finished)
    first = next(iter(names))
    assert len({d for d, _ in fronts}) == 3
    for (_, drawn), size in zip(fronts, sizes, strict=True):
        own = next(p for p in size.finished if p.name == first)
        cm2 = shapely.Polygon([(z.real, z.imag) for z in own.cut_line]).area
        assert drawn.area * (2.54 / 72) ** 2 == pytest.approx(cm2, rel=1e-3)


@pytest.mark.parametrize("paper", ["a4", "letter", "a0", "roll:91"])
@pytest.mark.parametrize("count", [3, 40])
def test_the_legend_stands_beside_the_squares_and_on_the_sheet(paper: str, count: int) -> None:
    pattern = Pattern((sheet(20, 40, "band"),))
    done = finish(pattern, RULES, "")
    data = nested_pdf([Size(f"size number {n}", pattern, done) for n in range(count)], "Run", paper)
    page = pypdfium2.PdfDocument(data)[0]
    words = page.get_textpage()
    last = 1e9
    for n in range(count):
        found = words.search(f"size number {n}", match_whole_word=True).get_next()
        assert found is not None, n
        left, bottom, right, top = words.get_charbox(found[0])
        # Right of a margin of one centimetre and a square of four inches, below the one before, within the sheet's own margin.
        assert left > (1 + 4 * 2.54) * 72 / 2.54
        assert top < last
        assert bottom > 0.9 * 72 / 2.54
        assert right < page.get_width()
        last = top


def test_the_command_line_runs_over_sizes(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    for bust in (88, 92, 96, 100):
        (tmp_path / f"{bust}.json").write_bytes(write_file(block_file(bodice(bust), str(bust))))
    style = {
        "format": "steady-shear",
        "version": 1,
        "kind": "style",
        "name": "Run",
        "blocks": {"bodice": {"file": "88.json"}},
        "steps": [ROTATE],
    }
    (tmp_path / "style.json").write_text(json.dumps(style))
    given = [x for b in (88, 92, 96, 100) for x in ("--block", f"bodice={tmp_path}/{b}.json")]
    out = tmp_path / "run.svg"
    assert main(["size-run", str(tmp_path / "style.json"), *given, "--out", str(out), "--json"]) == 0
    data = json.loads(capsys.readouterr().out)
    assert [s["size"] for s in data["sizes"]] == ["88", "92", "96", "100"]
    waist = next(k for k in data["lengths"] if k["name"] == "waist" and not k["piece"])
    assert waist["steps"] == pytest.approx([4.0, 4.0, 4.0], abs=0.03)
    assert out.read_text().count("data-size=") == 8
    for wrong, words in (
        ([], "needs sizes"),
        (["--block", "sleeve=88.json"], "no block called"),
        (["--block", "bodice"], "names no file"),
        (["--block", f"bodice={tmp_path}/120.json"], "120.json"),
    ):
        assert main(["size-run", str(tmp_path / "style.json"), *wrong, "--out", str(out)]) == 2
        assert words in capsys.readouterr().err
