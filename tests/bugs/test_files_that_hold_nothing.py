"""Files in which something has no size, no end or no school: each was a traceback, or a block whose page failed for ever."""

from __future__ import annotations

import json
from collections.abc import Callable
from typing import Any

import pytest

from patterncraft.errors import BadFile
from patterncraft.formats.openfile import BlockFile, PatternFile
from patterncraft.formats.openfile_io import block_file, pattern_file, read_block, read_file, read_pattern, write_file
from patterncraft.geometry.path import Path, straight
from patterncraft.paper.lens import Lens, straight_lens
from tests.conftest import draft
from tests.rich import rich_bodice
from tests.samples import WHOLE

Data = dict[str, Any]


def rich() -> Data:
    data: Data = json.loads(write_file(pattern_file(rich_bodice(), "x")))
    return data


def piece(data: Data, name: str) -> Data:
    found: Data = next(p for p in data["pieces"] if p["name"] == name)
    return found


def shut_dart(data: Data) -> None:
    outline = piece(data, "front")["outline"]
    k = next(i for i, e in enumerate(outline) if e["edge"] == "waist dart")
    into, out, after = outline[k], outline[k + 1], outline[k + 2]
    mouth, point = into["path"].removeprefix("M ").split(" L ")
    out["path"] = f"M {point} L {mouth}"
    after["path"] = f"M {mouth} L {after['path'].split(' L ')[1]}"


def flat_dart(data: Data) -> None:
    outline = piece(data, "front")["outline"]
    k = next(i for i, e in enumerate(outline) if e["edge"] == "waist dart")
    mouth = outline[k]["path"].removeprefix("M ").split(" L ")[0]
    outline[k]["path"] = f"M {mouth} L {mouth}"
    outline[k + 1]["path"] = f"M {mouth} L {outline[k + 1]['path'].split(' L ')[1]}"


def no_grain(data: Data) -> None:
    grain = piece(data, "front")["grain"]
    grain["to"] = grain["from"]


def flat_lens(data: Data) -> None:
    lens = piece(data, "back")["lenses"][0]
    lens["left"] = lens["right"]


@pytest.mark.parametrize(
    ("spoil", "says", "cure"),
    [
        (shut_dart, "Front: the waist dart has no width", "Open its mouth"),
        (flat_dart, "Front: the waist dart has no depth", "Move its point off the edge"),
        (no_grain, "Front: the grainline has no length", "or leave it out"),
        (flat_lens, "Back: the back dart has no width", "Draw its two sides apart"),
    ],
)
def test_what_has_no_size_is_refused_with_its_place_and_cure(spoil: Callable[[Data], None], says: str, cure: str) -> None:
    data = rich()
    spoil(data)
    with pytest.raises(BadFile) as refused:
        read_pattern(read_file(json.dumps(data).encode(), PatternFile))
    assert says in str(refused.value)
    assert cure in refused.value.cure


def test_a_number_of_five_thousand_digits_is_no_measure() -> None:
    text = json.dumps(rich()).replace('"quantity": 1', '"quantity": ' + "9" * 5000, 1)
    with pytest.raises(BadFile, match="A number of 5000 digits"):
        read_file(text.encode(), PatternFile)


def test_brackets_in_a_name_are_no_nesting_and_real_nesting_still_is() -> None:
    data = rich()
    data["name"] = '[{"' * 30 + "\\"
    assert read_file(json.dumps(data).encode(), PatternFile).name == data["name"]
    with pytest.raises(BadFile, match="nested deeper"):
        read_file(b'{"a":' * 41 + b"1" + b"}" * 41, PatternFile)


@pytest.mark.parametrize(
    ("spoil", "says"),
    [
        ({"settings": {"bust_ease": 99}}, "cannot be"),
        ({"settings": {"iron": 1}}, "cannot be"),
        ({"corrections": [{"correction": "iron"}]}, "cannot be"),
        ({"school": "bodice-of-the-moon"}, "a school that is not known here"),
    ],
)
def test_a_block_that_could_not_be_drafted_again_is_refused_when_it_comes_in(spoil: Data, says: str) -> None:
    data = json.loads(write_file(block_file(draft(WHOLE), "x")))
    data["drafted"] |= spoil
    with pytest.raises(BadFile) as refused:
        read_block(read_file(json.dumps(data).encode(), BlockFile))
    assert says in str(refused.value)
    assert "taken as a traced block" in refused.value.cure
    del data["drafted"]
    assert read_block(read_file(json.dumps(data).encode(), BlockFile)).school == ""


LENSES = {
    # Four straight lines with both corners half-way: 0.8 and 0.9 off the middle.
    "corners level": (straight_lens("x", 7 + 22j, 6.2 + 27j, 7.9 + 27j, 7 + 32j), 1.7),
    # The right corner lower: at 27 the right is 0.9·5/6 off, at 28 the left is 0.8·4/5 off. 0.8 + 0.75 wins.
    "one corner lower": (straight_lens("x", 7 + 22j, 6.2 + 27j, 7.9 + 28j, 7 + 32j), 1.55),
    # A straight side, and a side of three lines.
    "unequal numbers": (
        Lens("x", Path(((7 + 22j, 6 + 25j), (6 + 25j, 6 + 29j), (6 + 29j, 7 + 32j))), straight(7 + 22j, 7 + 32j)),
        1.0,
    ),
    # A cubic with both handles one off stands three quarters of that off at its middle.
    "a curve": (Lens("x", Path(((7 + 22j, 6 + 25j, 6 + 29j, 7 + 32j),)), straight(7 + 22j, 7 + 32j)), 0.75),
    # The same lying down: what is widest does not hang on how the sheet lies.
    "lying": (Lens("x", Path(((22 + 7j, 25 + 6j, 29 + 6j, 32 + 7j),)), straight(22 + 7j, 32 + 7j)), 0.75),
}


@pytest.mark.parametrize("name", LENSES)
def test_a_double_pointed_dart_is_as_wide_as_it_measures_across(name: str) -> None:
    lens, wide = LENSES[name]
    assert lens.widest == pytest.approx(wide, abs=1e-4)
