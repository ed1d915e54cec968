"""A cut at a level, across sheets of straight edges: from where to where it runs, worked by hand, and where it cannot be led."""

from __future__ import annotations

from cmath import rect
from dataclasses import replace
from math import radians

import pytest

from patterncraft.errors import BadPlace
from patterncraft.geometry.transform import swing
from patterncraft.handwork.level_cut import level_slash, slash_across
from patterncraft.paper.piece import Grain, Piece
from patterncraft.paper.sewn import point_of
from tests.samples import ruled

TRAPEZE = ruled("skirt", [-10 + 0j, 10 + 0j, 15 + 60j, -15 + 60j], ["waist", "right side", "hem", "left side"])
"""At y it reaches from −10 − y/12 to 10 + y/12; its sides are 60.2080 long."""
DARTED = ruled(
    "front",
    [0j, 9 + 0j, 10 + 12j, 11 + 0j, 20 + 0j, 20 + 40j, 0 + 40j],
    ["waist", "waist dart", "waist dart", "waist", "side", "hem", "centre front"],
)
HOLLOW = ruled(
    "yoke",
    [0j, 4 + 0j, 10 + 10j, 16 + 0j, 20 + 0j, 20 + 30j, 0 + 30j],
    ["tip", "neckline", "neckline", "tip", "side", "hem", "centre"],
)
TIP = ruled("tab", [0j, 10 + 0j, 5 + 25j], ["top", "right", "left"])


@pytest.mark.parametrize("swung", [0.0, 25.0, -160.0])
@pytest.mark.parametrize("at", [3 + 24j, -11 + 24j])
def test_it_runs_square_to_the_grain_from_edge_to_edge(swung: float, at: complex) -> None:
    """At 24 it is 24 wide, from −12 to 12, two fifths down either side; on a sheet that lies aslant the level lies aslant with the grain."""
    way = rect(1.0, radians(swung))
    piece = replace(TRAPEZE, grain=Grain(3j, 50j)).placed(swing(0j, radians(swung)))
    found = level_slash(piece, at * way, "the knee", "at")
    ends = {piece.outline[s.edge].name: (point_of(piece, s), s.along) for s in (found.near, found.far)}
    assert ends["right side"] == (pytest.approx((12 + 24j) * way, abs=1e-6), pytest.approx(0.4 * abs(5 + 60j), abs=1e-4))
    assert ends["left side"] == (pytest.approx((-12 + 24j) * way, abs=1e-6), pytest.approx(0.6 * abs(5 + 60j), abs=1e-4))
    assert found.path.length == pytest.approx(24.0)
    assert point_of(piece, found.near) == pytest.approx(found.path.start, abs=1e-6)
    assert point_of(piece, found.far) == pytest.approx(found.path.end, abs=1e-6)


def test_without_a_grain_it_runs_level_and_in_a_given_direction_slanting() -> None:
    assert abs(level_slash(TRAPEZE, 24j, "the knee", "at").path.start.imag - 24) < 1e-9
    slanting = slash_across(TRAPEZE, 24j, (4 + 3j) / 5, "the line", "line").path
    # From (0, 24) by s · (4, 3)/5 to x = ±(10 + y/12): s = 12/(0.8 − 0.05) to the right, 12/(0.8 + 0.05) to the left.
    assert slanting.end == pytest.approx(24j + 16 * (0.8 + 0.6j), abs=1e-6)
    assert slanting.start == pytest.approx(24j - 12 / 0.85 * (0.8 + 0.6j), abs=1e-6)


@pytest.mark.parametrize(
    ("piece", "y", "says", "cure"),
    [
        pytest.param(
            DARTED,
            11.9,
            "the level of the bust runs through the open waist dart.",
            "Lead it past the dart, or rotate the dart away first.",
            id="a millimetre above a dart's point",
        ),
        pytest.param(DARTED, 12.1, "", "", id="a millimetre below it"),
        pytest.param(
            HOLLOW,
            9.9,
            "the level of the bust does not cross the paper once from edge to edge.",
            "Choose another place.",
            id="over a hollow",
        ),
        pytest.param(HOLLOW, 10.1, "", "", id="below it"),
        pytest.param(
            HOLLOW,
            31,
            "the level of the bust does not cross the paper once from edge to edge.",
            "Choose another place.",
            id="beside it",
        ),
        # 25 high and 10 wide: 1 wide where 2.5 of its height are left.
        pytest.param(TIP, 22.2, "", "", id="1.12 wide"),
        pytest.param(TIP, 22.8, "the level of the bust does not run over the paper.", "Choose another place.", id="0.88 wide"),
        pytest.param(
            TRAPEZE,
            60.0,
            "the line runs along the hem.",
            "Lead it over the paper, or redraw that edge instead.",
            id="along the hem",
        ),
    ],
)
def test_where_it_can_be_led_and_where_not(piece: Piece, y: float, says: str, cure: str) -> None:
    middle = sum(e.path.start.real for e in piece.outline) / len(piece.outline)
    at = complex(middle, y)
    if not says:
        assert level_slash(piece, at, "the bust", "at").path.start.imag == pytest.approx(y)
        return
    with pytest.raises(BadPlace) as told:
        level_slash(piece, at, "the bust", "at")
    assert (told.value.message, told.value.where, told.value.cure, told.value.field) == (says, piece.name, cure, "at")


def test_through_a_corner_it_begins_there_once() -> None:
    """A diamond: the level through its side corners meets two edges at each, and is one cut."""
    diamond = ruled("gusset", [10 + 0j, 20 + 10j, 10 + 20j, 0 + 10j], ["a", "b", "c", "d"])
    found = level_slash(diamond, 10 + 10j, "the corners", "at")
    assert sorted((found.path.start.real, found.path.end.real)) == pytest.approx([0, 20])
