"""The open file: what goes out comes in; what is none is refused in one sentence."""

import json
from typing import Any

import jsonschema
import pytest
from pydantic import TypeAdapter

from patterncraft.drafting.audit import width_of
from patterncraft.drafting.school import Block
from patterncraft.errors import BadFile, BadMeasure
from patterncraft.formats.openfile import AnyFile, BlockFile, MeasuresFile, PatternFile, StyleFile
from patterncraft.formats.openfile_io import block_file, chart_of, pattern_file, read_block, read_file, read_pattern, write_file
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from tests.samples import assert_same_outline


@pytest.fixture(scope="module")
def data(block: Block) -> Any:
    return json.loads(write_file(block_file(block, "Test")))


def as_bytes(data: Any) -> bytes:
    return json.dumps(data).encode()


def test_block_goes_out_and_comes_in(block: Block, data: Any) -> None:
    again = read_block(read_file(as_bytes(data), BlockFile))
    assert (again.school, dict(again.measures)) == (block.school, dict(block.measures))
    for a, b in zip(block.pattern.pieces, again.pattern.pieces, strict=True):
        assert_same_outline(a, b, 2e-6)
    assert [s.name for s in again.pattern.seams] == [s.name for s in block.pattern.seams]


def test_an_older_file_that_does_not_say_where_its_girths_lie_is_a_bodice(block: Block, data: Any) -> None:
    """The chest round its chest lines, the waist along its waist: both measure what they do when the file says so."""
    wanted = {"bust": "chest", "waist": "waist"}
    older = data | {"girths": [{k: v for k, v in g.items() if k != "runs"} for g in data["girths"] if g["name"] in wanted]}
    again = read_block(read_file(as_bytes(older), BlockFile))
    assert {g.name for g in again.girths} == set(wanted)
    for g in again.girths:
        now = next(x for x in block.girths if x.name == g.name)
        assert sum(r.times * width_of(again.pattern, r) for r in g.runs) == pytest.approx(g.body + g.ease, abs=0.01)
        assert {(r.piece, r.name, r.of, r.times) for r in g.runs} == {(r.piece, r.name, r.of, r.times) for r in now.runs}


def test_file_obeys_its_own_published_schema(data: Any, bodice: Pattern) -> None:
    schema = TypeAdapter(AnyFile).json_schema(by_alias=True)
    jsonschema.validate(data, schema)
    jsonschema.validate(json.loads(write_file(pattern_file(bodice, "Test"))), schema)


def test_figures_for_readers_are_those_of_the_geometry(data: Any, bodice: Pattern) -> None:
    front = next(p for p in data["pieces"] if p["name"] == "front")
    written = {d["name"]: d["intake"] for d in front["darts"]}
    assert written == {d.name: pytest.approx(d.intake, abs=1e-6) for d in darts_of(bodice.piece("front"))}
    assert {e["edge"]: e.get("seam") for e in front["outline"] if e["kind"] != "dart"} == {
        "neckline": "neckline",
        "shoulder": "shoulder",
        "armhole": "armhole",
        "side": "side",
        "waist": "waist",
        "centre front": None,
    }
    side = next(s for s in data["seams"] if s["name"] == "side")
    assert side["kept"] is True
    assert side["length_a"] == pytest.approx(side["length_b"])


def test_derived_figures_are_ignored_on_reading(data: Any) -> None:
    lying = json.loads(json.dumps(data))
    for p in lying["pieces"]:
        for d in p["darts"]:
            d["intake"] = 99.0
    again = read_block(read_file(as_bytes(lying), BlockFile))
    assert max(d.intake for p in again.pattern.pieces for d in darts_of(p)) < 10


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"format": "other"}, "not a Steady Shear file"),
        ({"version": 7}, "version 7"),
        ({"kind": "style"}, "holds a style, here a block is wanted"),
        ({"kind": "hat"}, "holds nothing known"),
        ({"glitter": 1}, "“glitter” is not known here"),
        ({"pieces": []}, "at least 1 of them"),
    ],
)
def test_wrong_heads_are_refused(data: Any, change: dict[str, Any], says: str) -> None:
    with pytest.raises(BadFile, match=says):
        read_file(as_bytes(data | change), BlockFile, "block.json")


@pytest.mark.parametrize(
    ("raw", "says"),
    [
        (b"", "breaks off at line 1"),
        (b'{"format": "steady-shear", ', "breaks off"),
        (b"\xff\xfe\x00", "not text"),
        (b"[1, 2]", "not a Steady Shear file"),
        (b"[" * 3000 + b"]" * 3000, "nested deeper"),
        (b'{"format": NaN}', "NaN is not a number"),
        (b" " * (10 * 1024 * 1024 + 1), "10 MB is the most"),
    ],
)
def test_broken_files_are_refused(raw: bytes, says: str) -> None:
    with pytest.raises(BadFile, match=says):
        read_file(raw, BlockFile)


def outline_of(data: Any, change: Any) -> bytes:
    again = json.loads(json.dumps(data))
    change(again["pieces"][0]["outline"])
    return as_bytes(again)


def test_open_crossing_and_backward_outlines_are_refused(data: Any) -> None:
    def gap(o: Any) -> None:
        o[1]["path"] = "M 7.62 0 L 19 2"

    def cross(o: Any) -> None:
        o[1]["path"] = "M 7.62 0 L 19.75 60"
        o[2]["path"] = "M 19.75 60 L 23.635 21.683333"

    for change, says in ((gap, "open by"), (cross, "crosses the")):
        with pytest.raises(BadFile, match=says):
            read_pattern(read_file(outline_of(data, change), BlockFile))
    square = [("M 0 0 L 0 9", "a"), ("M 0 9 L 9 9", "b"), ("M 9 9 L 9 0", "c"), ("M 9 0 L 0 0", "d")]
    piece = {"name": "p", "outline": [{"edge": n, "kind": "seam", "path": d} for d, n in square]}
    file = {"format": "steady-shear", "version": 1, "kind": "pattern", "pieces": [piece]}
    with pytest.raises(BadFile, match="wrong way round"):
        read_pattern(read_file(as_bytes(file), PatternFile))


def test_seam_of_an_edge_that_is_not_there(data: Any) -> None:
    again = json.loads(json.dumps(data))
    again["seams"][0]["a"] = [["front", "moon"]]
    with pytest.raises(LookupError, match="no edge called “moon”"):
        read_pattern(read_file(as_bytes(again), BlockFile))


def test_a_side_that_is_no_list_of_edges_is_told_how_it_is_written(data: Any) -> None:
    data["seams"][0]["a"] = [["front"]]
    with pytest.raises(BadFile) as told:
        read_block(read_file(json.dumps(data).encode(), BlockFile, "front.block"), "front.block")
    assert (told.value.message, told.value.where, told.value.cure) == (
        "a seam's side lists [piece, edge], [piece, edge, from] or [piece, edge, from, part].",
        "front.block",
        "Write it so.",
    )


def test_a_file_can_be_read_by_eye(block: Block) -> None:
    """A line for each name, a step farther in for what is within, and letters as they are."""
    lines = write_file(block_file(block, "Łucja's")).decode().split("\n")
    assert lines[:2] == ["{", ' "format": "steady-shear",']
    assert any("Łucja's" in x for x in lines)
    assert lines[-2:] == ["}", ""]


def test_measures_in_inches_become_centimetres() -> None:
    file = MeasuresFile(unit="in", name="x", values={"bust_girth": 36.0})
    assert chart_of(file) == {"bust_girth": pytest.approx(91.44)}
    with pytest.raises(BadMeasure, match="not a measure"):
        chart_of(MeasuresFile(values={"tail": 3.0}))


def test_style_file_of_the_documentation_is_read() -> None:
    text = {
        "format": "steady-shear",
        "version": 1,
        "kind": "style",
        "name": "x",
        "blocks": {"bodice": {"school": "bodice-direct", "measures": {"bust_girth": 96}, "settings": {}}},
        "steps": [
            {
                "move": "rotate_dart",
                "piece": "front",
                "dart": "waist dart",
                "to": {"edge": "shoulder", "from": "neckline", "fraction": 0.5},
            }
        ],
    }
    style = read_file(as_bytes(text), StyleFile)
    assert list(style.blocks) == ["bodice"]
