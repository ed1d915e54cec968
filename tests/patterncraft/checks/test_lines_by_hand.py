"""How edges bend and what is told of it, on lines whose corners and turns are known; collars that fall and collars that stand."""

from __future__ import annotations

from math import atan2, degrees

import pytest

from patterncraft.checks.codes.fair import _worse
from patterncraft.checks.curves import Curve, curves_of
from patterncraft.checks.examine import examine
from patterncraft.checks.record import BendRecord, Record
from patterncraft.checks.registry import CHECKS
from patterncraft.checks.subject import Subject
from patterncraft.geometry.path import Path, straight
from patterncraft.house import HouseRules
from patterncraft.paper.edge import Edge
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from tests.samples import ruled, sheet

LINE = straight(0j, 20 + 0j)


def curve(**of: float) -> Curve:
    own = {"turns": 0, "corner": 0.0, "corner_at": 7.0, "jump": 0.0, "jump_at": 9.0} | of
    return Curve("side", LINE, int(own["turns"]), own["corner"], own["corner_at"], own["jump"], own["jump_at"])


@pytest.mark.parametrize(
    ("found", "block", "told"),
    [
        # 5° is a corner, unless the block has one that is nearly as sharp, or a kink over what is sewn.
        (curve(corner=5.1), {}, ("has a corner of 5°", 7.0, 5.1)),
        (curve(corner=4.9), {}, ("", 0.0, 0.0)),
        (curve(corner=8.2), {"corner": 6.0}, ("has a corner of 8°", 7.0, 8.2)),
        (curve(corner=7.9), {"corner": 6.0}, ("", 0.0, 0.0)),
        (curve(corner=9.1), {"kink": 8.0}, ("has a corner of 9°", 7.0, 9.1)),
        (curve(corner=8.9), {"kink": 8.0}, ("", 0.0, 0.0)),
        # It may turn over as often as its kind of edge does, or as the block's own does.
        (curve(turns=2), {}, ("turns over twice", 10.0, 2.0)),
        (curve(turns=3), {}, ("turns over 3 times", 10.0, 3.0)),
        (curve(turns=1), {}, ("", 0.0, 0.0)),
        (curve(turns=2), {"turns": 2}, ("", 0.0, 0.0)),
        # A step of curvature of 0.6 per cm is seen, unless the block's is two thirds of it.
        (curve(jump=0.61), {}, ("changes its bend suddenly, 9 cm along", 9.0, 0.61)),
        (curve(jump=0.59), {}, ("", 0.0, 0.0)),
        (curve(jump=0.76), {"jump": 0.5}, ("changes its bend suddenly, 9 cm along", 9.0, 0.76)),
        (curve(jump=0.74), {"jump": 0.5}, ("", 0.0, 0.0)),
    ],
)
def test_a_line_is_told_from_where_it_is_worse_than_its_kind_and_its_block(
    found: Curve, block: dict[str, float], told: tuple[str, float, float]
) -> None:
    record = BendRecord.model_validate({"edge": "side", **block})
    assert _worse(found, 1, record) == told


def test_parts_that_touch_are_one_line_and_parts_with_a_dart_between_are_none() -> None:
    corners = [0j, 6 + 0j, 10 + 1j, 10 + 20j, 20j]
    piece = ruled("sheet", corners, ["top", "top", "side", "hem", "centre front"])
    (top,) = [c for c in curves_of(piece) if c.edge == "top"]
    assert top.path.length == pytest.approx(6 + abs(4 + 1j))
    assert top.corner == pytest.approx(degrees(atan2(1, 4)), abs=0.01)
    assert top.corner_at == pytest.approx(6.0)
    darted = ruled(
        "sheet",
        [0j, 4 + 0j, 5 + 6j, 6 + 0j, 10 + 0j, 10 + 20j, 20j],
        ["top", "top dart", "top dart", "top", "side", "hem", "centre front"],
    )
    assert "top" not in {c.edge for c in curves_of(darted)}
    assert {"side", "hem", "centre front"} <= {c.edge for c in curves_of(darted)}


def collar(name: str, outer: float, inner: str = "neckline") -> Piece:
    """20 cm along the neck, its outer edge bulging to be so long."""
    bulge = straight(0j, 10 - 1j * ((outer / 2) ** 2 - 100) ** 0.5).then(
        straight(10 - 1j * ((outer / 2) ** 2 - 100) ** 0.5, 20 + 0j)
    )
    plain = sheet(20, 7, name)
    return Piece(
        name, (Edge("outer edge", "seam", bulge), plain.outline[1], Edge(inner, "seam", plain.outline[2].path), plain.outline[3])
    )


@pytest.mark.parametrize(
    ("name", "outer", "inner", "told"),
    [
        # A twentieth more than the neck's 20 cm are 21.
        ("flat collar", 20.9, "neckline", True),
        ("flat collar", 21.1, "neckline", False),
        ("collar fall", 20.9, "stand edge", True),
        ("collar fall", 21.1, "stand edge", False),
        # What stands, or is no collar, or is sewn to something else, lies on nothing.
        ("collar stand", 20.5, "neckline", False),
        ("flat cuff", 20.5, "neckline", False),
        ("flat collar", 20.5, "wrist", False),
    ],
)
def test_what_falls_over_is_longer_outside_than_at_the_neck(name: str, outer: float, inner: str, told: bool) -> None:
    subject = Subject(Pattern((collar(name, outer, inner),)), HouseRules(), Record(), {})
    found = [f for f in examine(subject, {"collar-outer": CHECKS["collar-outer"]}) if f.code == "collar-outer"]
    assert bool(found) == told
    for f in found:
        assert f.words.startswith(
            f"The outer edge of the {name} is 20.9 cm, its neck edge 20.0 cm: it is too short for what it lies on"
        )
        assert (f.amount, f.limit) == (pytest.approx(21 - outer), pytest.approx(21.0))


def test_a_line_of_one_stroke_neither_turns_nor_has_a_corner() -> None:
    piece = ruled("sheet", [0j, 10 + 0j, 10 + 10j, 10j], ["top", "side", "hem", "left"])
    assert all((c.turns, c.corner, c.jump) == (0, 0.0, 0.0) for c in curves_of(piece))
    bent = Piece("sheet", (Edge("top", "seam", Path(((0j, 3 - 4j, 7 + 4j, 10 + 0j),))), *piece.outline[1:]))
    (top,) = [c for c in curves_of(bent) if c.edge == "top"]
    assert top.turns == 1, "an S turns over once"
