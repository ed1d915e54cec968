"""What comes in from a file is looked over: each limit with a sheet a hair inside it and one a hair outside."""

from __future__ import annotations

from dataclasses import replace

import pytest

from patterncraft.drafting.school import Girth, Run
from patterncraft.errors import BadFile
from patterncraft.formats.looked_over import look_for_girths, look_over, refuse_too_many_chords, refuse_too_many_strokes
from patterncraft.geometry.path import Path, straight
from patterncraft.geometry.transform import slide
from patterncraft.paper.edge import Edge
from patterncraft.paper.lens import Lens
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import DrawnLine, Grain, Piece
from tests.samples import ruled, sheet, square


def refused(piece: Piece) -> tuple[str, str] | None:
    """Message and cure, or nothing for a sheet that is taken."""
    try:
        look_over(piece, "front.json")
    except BadFile as e:
        assert e.where == "front.json"
        return e.message, e.cure
    return None


def strokes(count: int) -> str:
    return "M0 0 " + "L1 1 " * (count // 2) + "C1 1 2 2 3 3 " * (count - count // 2)


def test_an_edge_of_two_thousand_strokes_is_read_and_one_of_one_more_is_not() -> None:
    refuse_too_many_strokes([("side", strokes(2000)), ("hem", strokes(2000))], "front")
    with pytest.raises(BadFile) as told:
        refuse_too_many_strokes([("side", strokes(2001))], "front")
    assert (told.value.message, told.value.where) == ("the side is drawn with 2,001 strokes; 2,000 is the most.", "front")
    with pytest.raises(BadFile, match="there are 4,001 strokes in it; 4,000 is the most"):
        refuse_too_many_strokes([("side", strokes(2000)), ("hem", strokes(2000)), ("x", strokes(1))], "front")


def test_curves_too_wide_to_be_looked_over_are_told_with_their_piece() -> None:
    """A hundred thousand chords are the most: of the widest curves a few hundred make so many."""
    wide = Path(((0j, 900 + 900j, -900 + 900j, 10 + 0j),))
    curly = replace(square(10, "curly"), outline=(Edge("top", "seam", wide), *square(10).outline[1:]))
    refuse_too_many_chords([curly], "file")
    with pytest.raises(BadFile) as told:
        refuse_too_many_chords([square(10, "plain"), *[curly] * 2000], "file")
    assert told.value.where == "file: curly"
    with pytest.raises(BadFile) as told:
        refuse_too_many_chords([curly] * 2000, "")
    assert told.value.where == "curly"


def test_a_sheet_of_ten_metres_is_taken_and_a_longer_one_is_told_with_its_size() -> None:
    assert refused(sheet(1000, 20, "train")) is None
    assert refused(sheet(20, 1000, "train")) is None
    # Wherever it lies on its file's paper.
    for away in (700 + 0j, 700j, -700 - 700j):
        assert refused(sheet(1000, 20, "train").placed(slide(away))) is None
        assert refused(sheet(20, 1000, "train").placed(slide(away))) is None
    message, cure = refused(sheet(20, 1000.1, "train")) or ("", "")
    assert message == "it is 0.2 by 10.0 m large; a piece has at most ten metres."
    assert cure == "Look whether it was drawn in millimetres."


@pytest.mark.parametrize(("off", "taken"), [(0.000009, True), (0.02, False)])
def test_an_outline_may_be_open_by_a_hair(off: float, taken: bool) -> None:
    edges = square(10).outline
    gaping = Piece("sheet", (*edges[:3], edges[3].with_path(straight(10j, off + 0j))))
    assert (refused(gaping) is None) == taken
    if not taken:
        assert refused(gaping) == ("the outline is open by 0.020 cm.", "Let each edge begin where the one before it ends.")


def test_a_sheet_run_the_wrong_way_round_or_over_itself_is_told() -> None:
    back = Piece("sheet", tuple(e.with_path(e.path.reversed()) for e in reversed(square(10).outline)))
    assert (refused(back) or ("",))[0] == "the outline runs the wrong way round."
    knot = [0j, 10 + 0j, 10j, 10 + 10j]
    assert (refused(ruled("knot", knot, "abcd")) or ("",))[0] in ("the b crosses the d.", "the d crosses the b.")


def darted(mouth: float, point: complex) -> Piece:
    corners = [0j, 5 - mouth / 2 + 0j, point, 5 + mouth / 2 + 0j, 10 + 0j, 10 + 10j, 10j]
    names = ["top", "top dart", "top dart", "top", "right", "bottom", "left"]
    return ruled("sheet", corners, names)


def test_of_what_has_no_size_nothing_can_be_drawn() -> None:
    assert refused(darted(2.0, 5 + 4j)) is None
    assert (refused(darted(0.0, 5 + 4j)) or ("",))[0] == "the top dart has no width."
    assert (refused(darted(2.0, 4 + 0j)) or ("",))[0] == "the top dart has no depth."
    edges = square(10).outline
    nought = Piece("sheet", (edges[0], Edge("slit", "seam", straight(10 + 0j, 10 + 0j)), *edges[1:]))
    assert (refused(nought) or ("",))[0] == "the slit has no length."
    assert refused(replace(square(10), grain=Grain(2 + 2j, 2 + 8j))) is None
    assert (refused(replace(square(10), grain=Grain(2 + 2j, 2 + 2j))) or ("",))[0] == "the grainline has no length."
    apart = Lens(
        "waist dart",
        straight(3 + 2j, 2 + 5j).then(straight(2 + 5j, 3 + 8j)),
        straight(3 + 2j, 4 + 5j).then(straight(4 + 5j, 3 + 8j)),
    )
    assert refused(replace(square(10), lenses=(apart,))) is None
    shut = Lens("waist dart", straight(3 + 2j, 3 + 8j), straight(3 + 2j, 3 + 8j))
    assert (refused(replace(square(10), lenses=(shut,))) or ("",))[0] == "the waist dart has no width."


@pytest.mark.parametrize(
    ("run", "message", "cure"),
    [
        (Run("front", "bust"), None, None),
        (Run("front", "top", "edge"), None, None),
        (Run("moon", "bust"), "the bust is measured on the moon, and there is no such piece.", "There is: front."),
        (Run("front", "hip"), "the bust is measured along the hip of the front, and there is no such line.", "There is: bust."),
        (Run("front", "bust", "edge"), "the bust is measured along the bust of the front, and there is no such edge.", "There is: top, right, bottom, left."),
    ],
    ids=["a line", "an edge", "no piece", "no line", "no edge"],
)  # fmt: skip
def test_a_girth_is_measured_along_what_is_there(run: Run, message: str | None, cure: str | None) -> None:
    piece = replace(square(10, "front"), lines=(DrawnLine("bust", straight(5j, 10 + 5j)),))
    girth = Girth("bust", 92.0, 4.0, (run,))
    if message is None:
        look_for_girths([girth], Pattern((piece,)), "block.json")
        return
    with pytest.raises(BadFile) as told:
        look_for_girths([girth], Pattern((piece,)), "block.json")
    assert (told.value.message, told.value.where, told.value.cure) == (message, "block.json", cure)
