"""What a file keeps of darts and seams, what it says of a fault; where sheets and their names lie on the table, worked by hand; the drawing for exchange, entity by entity."""

from __future__ import annotations

import io
import json
from dataclasses import replace
from itertools import pairwise

import ezdxf
import pytest
import shapely

from patterncraft.errors import BadFile
from patterncraft.finishing.finish import finish
from patterncraft.formats.drawing import draw
from patterncraft.formats.dxf import CHUNK, LAYERS, pattern_dxf
from patterncraft.formats.openfile import PatternFile
from patterncraft.formats.openfile_io import pattern_file, read_file, read_pattern, seams_data, write_file
from patterncraft.formats.table import Lie, lies_of, tidy
from patterncraft.geometry.flatten import flat_path
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import find_dart
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Grain, Mark
from patterncraft.replay import Replay, replay
from tests.patterncraft.parts.ground import made
from tests.rich import RICH, rich_bodice
from tests.samples import sheet, square

RULES = HouseRules()


def again(pattern: Pattern) -> Pattern:
    return read_pattern(read_file(write_file(pattern_file(pattern, "again")), PatternFile, "again.json"))


@pytest.mark.parametrize("toward", ["side", "centre"])
def test_which_way_a_dart_is_folded_and_how_it_is_shaped_is_kept(toward: str) -> None:
    done = made(
        {"move": "fold_dart", "piece": "front", "dart": "waist dart", "toward": toward},
        {"move": "shape_dart", "piece": "front", "dart": "waist dart", "shape": "in", "depth": 0.3, "ease_at_point": True},
    ).pattern
    before, after = (find_dart(p.piece("front"), "waist dart").rule for p in (done, again(done)))
    assert (before.toward, before.shape, before.soft) == (toward, "in", True)
    assert after == before
    assert abs(before.bend) == pytest.approx(0.3)


def test_a_seams_sides_are_told_as_long_as_they_are() -> None:
    """By shapely on the flattened edges, darts shut."""
    pattern = rich_bodice()
    for data in seams_data(pattern):
        seam = pattern.seam(data.name)
        for side, told in ((seam.a, data.length_a), (seam.b, data.length_b)):
            if not side:
                # A side that waits for its partner is told as long as it is to become.
                assert told in (None, pytest.approx(data.length_a))
                continue
            total = 0.0
            for x in side:
                parts = [e for e in pattern.piece(x.piece).outline if e.name == x.edge and e.kind != "dart"]
                total += sum(shapely.LineString([(z.real, z.imag) for z in flat_path(e.path, 1e-4)]).length for e in parts)
            if all(x.run is None for x in side):
                assert told == pytest.approx(total, abs=0.01), data.name


def test_a_fault_of_a_file_is_told_with_the_piece_the_edge_and_the_field() -> None:
    data = json.loads(write_file(pattern_file(Pattern((square(10.0, "one"), square(10.0, "two"))), "p")))
    data["pieces"][1]["outline"][2]["kind"] = "zigzag"
    with pytest.raises(BadFile) as told:
        read_file(json.dumps(data).encode(), PatternFile, "p.json")
    assert told.value.where == "p.json: two, bottom"
    assert told.value.field == "pieces.1.outline.2.kind"
    assert told.value.cure == "Look at pieces.1.outline.2.kind."
    assert "“kind” must be one of" in told.value.message


@pytest.mark.parametrize(
    ("change", "message", "cure"),
    [
        ({"format": "other"}, "this is not a Steady Shear file.", 'It begins with {"format": "steady-shear"}.'),
        ({"version": 2}, "the file is of version 2, this reader knows version 1.", "Take it to a newer Steady Shear."),
        ({"kind": "measures"}, "this file holds measures, here a pattern is wanted.", "Choose another file."),
        ({"kind": "block"}, "this file holds a block, here a pattern is wanted.", "Choose another file."),
    ],
)
def test_a_file_that_is_another_is_told_so(change: dict[str, object], message: str, cure: str) -> None:
    data = json.loads(write_file(pattern_file(Pattern((square(),)), "p"))) | change
    with pytest.raises(BadFile) as told:
        read_file(json.dumps(data).encode(), PatternFile, "p.json")
    assert (told.value.message, told.value.where, told.value.cure) == (message, "p.json", cure)


# ---- the table


def test_sheets_lie_in_rows_a_gap_apart_about_twice_as_wide_as_high() -> None:
    """Five sheets 30 wide and 40 deep, none sewn to another. With 7 of gap: 5 × 37 × 47 = 8695; twice the root of that over 1.6 is 147.4: three in a row
    (104), a fourth would end at 141, a fifth at 178. The second row lies 47 lower."""
    table = Pattern(tuple(sheet(30.0, 40.0, f"sheet {k}") for k in range(5)))
    lies = tidy(table)
    assert [lies[f"sheet {k}"].at for k in range(5)] == pytest.approx([0j, 37 + 0j, 74 + 0j, 111 + 0j, 47j])
    moved = replace(table, pieces=tuple(p.placed(Lie(complex(5 * k, 3)).by) for k, p in enumerate(table.pieces)))
    assert [lies_of(Replay(moved, ()))[f"sheet {k}"].at.real + 5 * k for k in range(5)] == pytest.approx([0, 37, 74, 111, 0])


def test_what_is_sewn_together_by_the_longest_seam_lies_next() -> None:
    pattern = rich_bodice()
    names = list(tidy(pattern))
    assert names[0] == pattern.pieces[0].name
    assert set(names) == {p.name for p in pattern.pieces}


def test_parts_of_a_cut_lie_where_they_were_cut_three_centimetres_to_either_side() -> None:
    """A square of 20 cut level through its middle: the middles of its halves lie 5 above and below; drawn apart each is 3 farther out."""
    step = {
        "move": "cut_along",
        "piece": "square",
        "line": [{"edge": "left", "fraction": 0.5}, {"edge": "right", "fraction": 0.5}],
        "names": ["upper", "lower"],
    }
    done = replay(Pattern((square(20.0),)), read_steps([step]), RULES)
    assert done.stopped is None
    lies = lies_of(done)
    boxes = {p.name: p.box for p in done.pattern.pieces}
    upper = min(boxes, key=lambda n: boxes[n][1])
    lower = max(boxes, key=lambda n: boxes[n][1])
    assert lies[upper].at == pytest.approx(-3j)
    assert lies[lower].at == pytest.approx(3j)
    turned = lies_of(done, {upper: Lie(50 + 1j, 90.0)})
    assert turned[upper] == Lie(50 + 1j, 90.0), "where a hand laid it"


def test_a_sheet_that_lies_over_another_gives_way_by_the_shorter_way() -> None:
    """Laid by hand at 5 right and 20 down over a square of 30: 30 + 3 − 20 = 13 down is shorter than 30 + 3 − 5 = 28 to the right."""
    table = Pattern((square(30.0, "one"), square(30.0, "two")))
    lies = lies_of(Replay(table, ()), {"one": Lie(0j)})
    assert lies["two"].at == pytest.approx(37 + 0j), "it lay clear"
    over = lies_of(Replay(table, ()), {"two": Lie(5 + 20j)})
    assert over["two"].at == 5 + 20j, "what a hand laid stays"
    # "one" begins at 0, 0: down by 20 + 30 + 3, or right by 5 + 30 + 3.
    assert over["one"].at == pytest.approx(38 + 0j)


@pytest.mark.parametrize(
    ("grain", "at"),
    [
        (Grain(8 + 5j, 8 + 45j), 8.8 + 6.2j),
        (Grain(5 + 20j, 35 + 20j), 5.8 + 18.8j),
        (None, 20 + 25j),
    ],
)
def test_a_name_stands_beside_the_head_of_the_grain(grain: Grain | None, at: complex) -> None:
    piece = replace(sheet(40.0, 50.0, "panel"), grain=grain)
    (drawn,) = draw(Pattern((piece,)), RULES).pieces
    assert complex(drawn.label_at.x, drawn.label_at.y) == pytest.approx(at, abs=1e-6)
    # From there to the right outline, by hand.
    assert drawn.label_room == pytest.approx(40 - at.real, abs=1e-5)


# ---- the drawing for exchange


def test_every_entity_of_the_exchange_lies_on_a_layer_it_names_and_letters_are_as_large_as_on_paper() -> None:
    pattern = RICH["cut bodice"]()
    front = pattern.pieces[0]
    middle = complex(0.5 * (front.box[0] + front.box[2]), 0.5 * (front.box[1] + front.box[3]))
    pattern = pattern.with_piece(replace(front, marks=(*front.marks, Mark("pocket", middle, "point"))))
    pieces = finish(pattern, RULES, "Choir")
    document = ezdxf.read(io.StringIO(pattern_dxf(pieces, "Choir", pattern).decode()))
    assert document.header["$INSUNITS"] == 5
    for p, insert in zip(pieces, document.modelspace().query("INSERT"), strict=True):
        block = document.blocks[insert.dxf.name]
        assert {e.dxf.layer for e in block} <= set(LAYERS), insert.dxf.name
        texts = [e for e in block if e.dxftype() == "TEXT"]
        assert [round(e.dxf.height / texts[0].dxf.height, 4) for e in texts] == [1.0] + [round(0.36 / 0.46, 4)] * (len(p.label) - 1)
        assert 0.4 * 0.46 <= texts[0].dxf.height <= 0.46
        steps = [a.dxf.insert.y - b.dxf.insert.y for a, b in pairwise(texts)]
        assert steps == pytest.approx([0.62 / 0.46 * texts[0].dxf.height] * len(steps))
        snips = [e for e in block if e.dxftype() == "LINE" and e.dxf.layer == "4"]
        assert len(snips) == sum(len(s.segments) for _, s in p.snips)
    # A mark is a cross: two strokes of one length, square to each other, through one place.
    block = document.blocks[next(iter(document.modelspace().query("INSERT"))).dxf.name]
    strokes = [
        [complex(x, -y) for x, y, *_ in e.get_points()]
        for e in block
        if e.dxftype() == "LWPOLYLINE" and e.dxf.layer == "8" and len(e) == 2
    ]
    here = [s for s in strokes if min(abs(z - middle) for z in s) < 0.5 or abs(0.5 * (s[0] + s[1]) - middle) < 0.5]
    assert len(here) == 2
    ways = [b - a for a, b in here]
    assert abs((ways[0] * ways[1].conjugate()).real) < 1e-6


def test_the_record_in_a_drawing_is_cut_into_texts_that_old_readers_hold() -> None:
    """Texts of an old file hold 255 letters (from memory); put together again they are the promises of the pattern."""
    pattern = rich_bodice()
    document = ezdxf.read(io.StringIO(pattern_dxf(finish(pattern, RULES), "Choir", pattern).decode()))
    (record,) = [o for o in document.objects if o.dxftype() == "XRECORD" and o.tags and o.tags[0].code == 1]
    texts = [t.value for t in record.tags if t.code == 1]
    assert max(map(len, texts)) <= CHUNK < 255
    assert len(texts) > 1
    assert {s["name"] for s in json.loads("".join(texts))["seams"]} == {s.name for s in pattern.seams}
