"""Our own SVG and DXF, read back to 1e-3 cm; and both read by other libraries than ours."""

from __future__ import annotations

import io
from collections.abc import Callable
from copy import deepcopy
from dataclasses import replace
from itertools import pairwise
from typing import Any
from xml.etree import ElementTree

import ezdxf
import pytest
import svgpathtools
from ezdxf.path import make_path

from patterncraft.drafting.schools import SCHOOLS
from patterncraft.errors import BadFile
from patterncraft.finishing.finish import finish
from patterncraft.formats.dxf import pattern_dxf
from patterncraft.formats.svg import pattern_svg
from patterncraft.geometry.path import Path
from patterncraft.house import HouseRules
from patterncraft.incoming.block_in import block_in, read_drawing
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import DrawnLine, GrainKind
from tests.conftest import draft_by
from tests.samples import WHOLE

SVG = {"s": "{http://www.w3.org/2000/svg}"}["s"]


def as_svg(p: Pattern) -> bytes:
    return pattern_svg(finish(p, HouseRules()), "Back again", p).encode()


def as_dxf(p: Pattern) -> bytes:
    return pattern_dxf(finish(p, HouseRules()), "Back again", p)


@pytest.mark.parametrize("written", [as_svg, as_dxf])
@pytest.mark.parametrize("name", list(SCHOOLS))
def test_every_school_comes_back_without_a_plan(name: str, written: Callable[[Pattern], bytes]) -> None:
    before = draft_by(name, WHOLE).pattern
    done = block_in(read_drawing(written(before)), None)
    after = done.block.pattern
    assert done.name == "Back again"
    assert [p.name for p in after.pieces] == [p.name for p in before.pieces]
    for p in before.pieces:
        q = after.piece(p.name)
        assert [(e.name, e.kind) for e in q.outline] == [(e.name, e.kind) for e in p.outline]
        places = [
            (a, b) for e, f in zip(p.outline, q.outline, strict=True) for a, b in zip(e.path.segments, f.path.segments, strict=True)
        ]
        assert max(abs(x - y) for a, b in places for x, y in zip(a, b, strict=True)) < 1e-3
        assert (q.darts, q.cut) == (p.darts, p.cut)
        assert [(m.name, m.kind) for m in q.marks] == [(m.name, m.kind) for m in p.marks]
        assert all(abs(m.at - n.at) < 1e-3 for m, n in zip(p.marks, q.marks, strict=True))
        assert [(x.name, pytest.approx(x.path.length, abs=1e-3)) for x in q.lines] == [(x.name, x.path.length) for x in p.lines]
        assert [(x.name, pytest.approx(x.widest, abs=1e-3)) for x in q.lenses] == [(x.name, x.widest) for x in p.lenses]
        assert (q.grain is None) == (p.grain is None)
        if p.grain and q.grain:
            assert abs(p.grain.start - q.grain.start) + abs(p.grain.end - q.grain.end) < 1e-3
    assert [(s.name, s.a, s.b, s.rule.kind) for s in after.seams] == [(s.name, s.a, s.b, s.rule.kind) for s in before.seams]
    notches = [
        sorted((n.seam, n.name, n.style, round(n.at_a, 3), round(n.at_b or 0.0, 3)) for n in x.notches) for x in (after, before)
    ]
    assert notches[0] == notches[1]


@pytest.mark.parametrize("written", [as_svg, as_dxf])
@pytest.mark.parametrize("kind", ["straight", "cross", "bias"])
def test_a_line_of_many_strokes_comes_back_as_one_and_the_grain_as_it_lay(
    bodice: Pattern, written: Callable[[Pattern], bytes], kind: GrainKind
) -> None:
    """Two lines one after the other, each of straight and curved strokes by turns."""
    front = bodice.piece("front")
    style = Path(((2 + 8j, 5 + 10j), (5 + 10j, 7 + 11j, 8 + 13j, 9 + 16j), (9 + 16j, 9 + 20j)))
    pocket = Path(((3 + 24j, 8 + 24j), (8 + 24j, 9 + 25j, 9 + 26j, 8 + 27j), (8 + 27j, 3 + 27j)))
    lines = (*front.lines, DrawnLine("style line", style), DrawnLine("pocket", pocket))
    assert front.grain
    before = bodice.with_piece(replace(front, lines=lines, grain=replace(front.grain, kind=kind)))
    after = block_in(read_drawing(written(before)), None).block.pattern.piece("front")
    assert [x.name for x in after.lines] == [x.name for x in lines]
    for x, y in zip(lines, after.lines, strict=True):
        assert y.path.length == pytest.approx(x.path.length, abs=1e-3), x.name
        assert max(abs(x.path.at(x.path.length * k / 10) - y.path.at(y.path.length * k / 10)) for k in range(11)) < 2e-3, x.name
    assert after.grain
    assert after.grain.kind == kind


def test_what_is_changed_in_another_program_is_what_comes_back(bodice: Pattern) -> None:
    """The strokes carry the geometry: a side seam lengthened there is longer here, and breaks its promise."""
    text = as_svg(bodice).decode()
    root = ElementTree.fromstring(text)
    hem = next(e for e in root.iter(f"{SVG}path") if (e.get("data-piece"), e.get("data-name")) == ("back", "waist"))
    other = next(e for e in root.iter(f"{SVG}path") if (e.get("data-piece"), e.get("data-name")) == ("back", "side"))
    old = other.get("d", "")
    corner = old.split()[-2:]
    lower = f"{corner[0]} {float(corner[1]) + 2:.6f}"
    other.set("d", " ".join([*old.split()[:-2], lower]))
    hem.set("d", hem.get("d", "").replace(" ".join(corner), lower))
    after = block_in(read_drawing(ElementTree.tostring(root)), None).block.pattern
    sides = {p.name: sum(e.length for e in p.outline if e.name == "side") for p in after.pieces}
    assert sides["back"] == pytest.approx(sum(e.length for e in bodice.piece("back").outline if e.name == "side") + 2, abs=0.02)


def test_a_second_library_measures_the_svg_as_the_pattern_does(bodice: Pattern) -> None:
    root = ElementTree.fromstring(as_svg(bodice))
    lengths: dict[tuple[str, str], float] = {}
    for e in root.iter(f"{SVG}path"):
        if e.get("data-role") == "edge":
            key = (e.get("data-piece", ""), e.get("data-name", ""))
            lengths[key] = lengths.get(key, 0.0) + svgpathtools.parse_path(e.get("d", "")).length(error=1e-8)
    for p in bodice.pieces:
        for name in p.edge_names:
            assert lengths[p.name, name] == pytest.approx(sum(e.length for e in p.outline if e.name == name), abs=1e-4)


def test_ezdxf_measures_the_dxf_as_the_pattern_does(bodice: Pattern) -> None:
    document = ezdxf.read(io.StringIO(as_dxf(bodice).decode()))
    assert document.header["$INSUNITS"] == 5
    lengths: dict[str, float] = {}
    for e in (e for insert in document.modelspace().query("INSERT") for e in insert.virtual_entities()):
        if e.has_xdata("STEADY_SHEAR"):
            words = [t.value for t in e.get_xdata("STEADY_SHEAR") if t.code == 1000]
            if words[1] == "edge":
                points = list(make_path(e).flattening(1e-5, segments=64))
                length = sum(a.distance(b) for a, b in pairwise(points))
                lengths[words[0]] = lengths.get(words[0], 0.0) + length
    for p in bodice.pieces:
        assert lengths[p.name] == pytest.approx(sum(e.length for e in p.outline), abs=1e-3)
    inserted = document.modelspace().query("INSERT")
    assert len(inserted) == len(bodice.pieces)


def test_what_was_written_over_in_our_own_drawing_is_told_with_its_file(bodice: Pattern) -> None:
    """The drawing's promises changed in an editor: one sentence, and which file it was."""
    drawn = read_drawing(as_svg(bodice))
    for change, words in (
        (lambda p: p["pieces"][0]["cut"].update(quantity=0), "“quantity” must be at least 1."),
        (lambda p: p["pieces"].append(p["pieces"][0]), "two pieces have the same name."),
    ):
        promises: Any = deepcopy(dict(drawn.promises or {}))
        change(promises)
        with pytest.raises(BadFile) as told:
            block_in(replace(drawn, promises=promises), None, "front.svg")
        assert told.value.message == words
        assert told.value.where.startswith("front.svg")


def test_a_piece_whose_outline_was_taken_out_is_told_with_the_way_back(bodice: Pattern) -> None:
    drawn = read_drawing(as_svg(bodice))
    without = tuple(p for p in drawn.paths if (p.tags.get("piece"), p.tags.get("role")) != ("front", "edge"))
    assert len(without) < len(drawn.paths)
    with pytest.raises(BadFile) as told:
        block_in(replace(drawn, paths=without), None, "front.svg")
    assert (told.value.message, told.value.where, told.value.cure) == (
        "the outline of the front is no longer in it.",
        "front.svg",
        "Export the block once more, or import it with a plan.",
    )


def test_where_no_edge_of_ours_is_left_it_is_a_drawing_like_any_other(bodice: Pattern) -> None:
    drawn = read_drawing(as_svg(bodice))
    lines = tuple(p for p in drawn.paths if p.tags.get("role") != "edge")
    assert lines
    with pytest.raises(BadFile) as told:
        block_in(replace(drawn, paths=lines), None, "front.svg")
    assert told.value.cure == "Say in a plan which outline is which piece, and name its corners and edges."
