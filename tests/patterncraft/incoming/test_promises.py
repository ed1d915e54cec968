"""Seams of pieces that came in: pairs that were named, edges of one name, a sleeve's two underarms; notches where they were pointed at."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from patterncraft.errors import BadFile
from patterncraft.incoming.plan import Plan
from patterncraft.incoming.promises_in import promises_in
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from tests.samples import ruled

FRONT = ruled("front", [0j, 12 + 3j, 20 + 20j, 20 + 40j, 40j], ["shoulder", "armhole", "side", "hem", "centre front"])
BACK = ruled("back", [60 + 0j, 60 + 40j, 41 + 40j, 40 + 20j, 48 + 2j], ["centre back", "hem", "side", "armhole", "shoulder"])
SLEEVE = ruled("sleeve", [0j, 30 + 0j, 26 + 40j, 4 + 40j], ["cap", "front underarm", "hem", "back underarm"])
LEFT = ruled("inner", [0j, 10 + 0j, 10 + 50j, 50j], ["top", "right", "hem", "left"])
RIGHT = ruled("outer", [20 + 0j, 31 + 0j, 31 + 50j, 20 + 50j], ["upper", "far", "hem", "near"])


def promised(*pieces: Piece, **plan: Any) -> Pattern:
    return promises_in(Pattern(pieces), Plan.model_validate({"pieces": []} | plan))


def told(pattern: Pattern) -> dict[str, tuple[list[tuple[str, str, str]], list[tuple[str, str, str]], str]]:
    return {
        s.name: ([(x.piece, x.edge, x.start) for x in s.a], [(x.piece, x.edge, x.start) for x in s.b], s.rule.kind)
        for s in pattern.seams
    }


def test_edges_of_one_name_are_sewn_from_the_end_they_share_and_an_armhole_waits() -> None:
    seams = told(promised(FRONT, BACK))
    assert set(seams) == {"shoulder", "side", "armhole"}
    assert seams["side"] == ([("front", "side", "armhole")], [("back", "side", "armhole")], "equal")
    assert seams["shoulder"] == ([("front", "shoulder", "armhole")], [("back", "shoulder", "armhole")], "equal")
    assert seams["armhole"][1:] == ([], "hold")
    # From the front's side on over its shoulder to the back's: each is begun where the one before it ended.
    assert seams["armhole"][0] in (
        [("front", "armhole", "side"), ("back", "armhole", "shoulder")],
        [("front", "armhole", "shoulder"), ("back", "armhole", "side")],
    )


@pytest.mark.parametrize(("upper", "lower", "start"), [("back armhole", "hem", "hem"), ("armhole", "back hem", "armhole")])
def test_where_only_one_end_is_called_alike_they_are_sewn_from_there(upper: str, lower: str, start: str) -> None:
    called = {"armhole": upper, "hem": lower}
    back = BACK.with_outline(tuple(replace(e, name=called.get(e.name, e.name)) for e in BACK.outline))
    assert told(promised(FRONT, back))["side"] == ([("front", "side", start)], [("back", "side", start)], "equal")


def test_a_sleeves_underarms_are_sewn_to_each_other_from_the_cap() -> None:
    seams = told(promised(SLEEVE))
    assert seams["underarm"] == ([("sleeve", "front underarm", "cap")], [("sleeve", "back underarm", "cap")], "equal")
    assert seams["cap"][1:] == ([], "hold")


def test_a_pair_that_is_named_is_called_after_its_second_edge_or_after_both() -> None:
    pair = {"a": [["inner", "right"]], "b": [["outer", "near"]]}
    (near,) = promised(LEFT, RIGHT, pairs=[pair]).seams
    assert (near.name, near.rule.kind) == ("near", "equal")
    again = {"a": [["inner", "top"]], "b": [["outer", "near"]]}
    assert [s.name for s in promised(LEFT, RIGHT, pairs=[pair, again]).seams][:2] == ["near", "top to near"]


def test_a_pair_with_ease_promises_it() -> None:
    """Of the side that was named first."""
    inner, outer = [["inner", "right"]], [["outer", "near"]]
    for first, second in ((inner, outer), (outer, inner)):
        (seam,) = promised(LEFT, RIGHT, pairs=[{"a": first, "b": second, "ease": [0.5, 1.5]}]).seams
        assert (seam.rule.kind, seam.rule.minimum, seam.rule.maximum, seam.rule.longer) == ("ease", 0.5, 1.5, "a")
        assert [[x.piece for x in side] for side in (seam.a, seam.b)] == [[first[0][0]], [second[0][0]]]


def test_what_is_paired_by_hand_is_not_paired_by_its_name_as_well() -> None:
    seams = promised(FRONT, BACK, pairs=[{"a": [["front", "side"]], "b": [["back", "side"]], "ease": [0.0, 1.0]}]).seams
    assert [s.rule.kind for s in seams if s.name == "side"] == ["ease"]
    assert sum(("front", "side") in {(x.piece, x.edge) for x in (*s.a, *s.b)} for s in seams) == 1


def test_a_side_over_two_pieces_goes_on_where_the_first_one_ends() -> None:
    """The top of a wide piece against two narrow ones, laid side by side."""
    wide = ruled("wide", [0j, 21 + 0j, 21 + 9j, 9j], ["top", "right", "hem", "left"])
    one = ruled("one", [0j, 10 + 0j, 10 + 9j, 9j], ["upper", "seam", "hem", "far"])
    two = ruled("two", [0j, 11 + 0j, 11 + 9j, 9j], ["upper edge", "end", "hem", "seam"])
    pattern = promised(wide, one, two, pairs=[{"a": [["wide", "top"]], "b": [["one", "upper"], ["two", "upper edge"]]}])
    seam = next(s for s in pattern.seams if s.a[0].piece == "wide")
    assert [(x.piece, x.start) for x in seam.b] == [("one", "far"), ("two", "seam")]
    assert pattern.side_length(seam.b) == pytest.approx(21.0)


def notch(*places: list[Any]) -> dict[str, Any]:
    return {"name": "balance", "style": "double", "places": list(places)}


def test_a_notch_lies_on_each_side_where_it_was_pointed_at() -> None:
    """Walked from the armhole: 5 cm down on the front, 7 on the back's side, which leans by one in twenty."""
    at = 40 + 20j + 7 * (1 + 20j) / abs(1 + 20j)
    pattern = promised(FRONT, BACK, notches=[notch(["front", "side", [20.3, 25.0]], ["back", "side", [at.real, at.imag]])])
    (n,) = pattern.notches
    assert (n.name, n.seam, n.style, n.at_a, n.at_b) == ("balance", "side", "double", pytest.approx(5.0), pytest.approx(7.0))


@pytest.mark.parametrize("side", ["a", "b"])
def test_a_notch_given_on_one_side_lies_as_far_along_the_other(side: str) -> None:
    place = ["front", "side", [20.0, 26.0]] if side == "a" else ["back", "side", [40.3, 26.0]]
    (n,) = promised(FRONT, BACK, notches=[notch(place)]).notches
    assert n.at_a == n.at_b == pytest.approx(6.0, abs=0.02)


def test_a_notch_on_what_waits_has_one_place_measured_over_all_its_pieces() -> None:
    long = abs(8 + 17j)
    pattern = promised(FRONT, BACK, notches=[notch(["back", "armhole", [44.0, 11.0]])])
    (n,) = pattern.notches
    seam = next(s for s in pattern.seams if s.name == "armhole")
    half = abs(8 - 18j) / 2
    assert seam.a[0].piece == "front"
    assert n.at_a == pytest.approx(long + half, abs=1e-6)
    assert n.at_b is None


@pytest.mark.parametrize(
    ("pieces", "plan", "message", "where", "field"),
    [
        ((LEFT, RIGHT), {"pairs": [{"a": [["inner", "moon"]], "b": [["outer", "near"]]}]}, "there is no moon on an inner.", "", "pairs"),
        ((LEFT, RIGHT), {"pairs": [{"a": [["inner", "right"]], "b": [["moon", "near"]]}]}, "there is no near on a moon.", "", "pairs"),
        ((FRONT, BACK), {"notches": [notch(["front", "hem", [5, 40]])]}, "the hem of the front is sewn in no seam of the notch balance.", "front", "notches"),
        ((FRONT, BACK), {"notches": [notch(["front", "side", [20, 25]], ["back", "shoulder", [50, 1]])]},
         "the shoulder of the back is sewn in no seam of the notch balance.", "back", "notches"),
    ],
    ids=["no edge", "no piece", "a hem", "two seams"],
)  # fmt: skip
def test_what_cannot_be_paired_is_told_with_its_place(
    pieces: tuple[Piece, ...], plan: dict[str, Any], message: str, where: str, field: str
) -> None:
    with pytest.raises(BadFile) as e:
        promised(*pieces, **plan)
    assert (e.value.message, e.value.where, e.value.field) == (message, where, field)


def test_a_pattern_turned_over_is_promised_alike() -> None:
    """Outlines that are counted from another corner have the same seams."""
    turned = [replace(p, outline=(*p.outline[2:], *p.outline[:2])) for p in (FRONT, BACK)]
    assert told(promised(*turned)) == told(promised(FRONT, BACK))
