"""What a step is told it keeps: names, ends, ways, grain. Each of these could be dropped without the lengths noticing."""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.ledger import ledger
from tests.conftest import draft
from tests.patterncraft.moves.test_cut_and_laid import told
from tests.patterncraft.moves.test_shaping import pair
from tests.rich import RULES, worked
from tests.samples import FIGURES, polygon

BLOCK = draft(FIGURES["average"]).pattern


def test_panels_and_their_seam_are_called_as_asked() -> None:
    step = {"move": "panel", "piece": "front", "from": {"edge": "armhole", "fraction": 0.5}, "dart": "waist dart",
            "names": ["inner", "outer"], "seam": "princess"}  # fmt: skip
    after = worked(BLOCK, step)
    assert [p.name for p in after.pieces] == ["back", "inner", "outer"]
    assert "centre front" in after.piece("inner").edge_names, "the one nearer the centre first"
    assert "princess" in [s.name for s in after.seams]


def test_parts_cut_across_and_the_lower_part_of_a_yoke_keep_their_names() -> None:
    step = {
        "move": "cut_across",
        "pieces": ["front"],
        "at": {"edge": "side", "from": "armhole", "distance": 2.0},
        "names": ["top", "rest"],
    }
    assert [p.name for p in worked(BLOCK, step).pieces] == ["back", "top front", "rest front"]
    yoke = worked(BLOCK, {"move": "yoke", "pieces": ["back", "front"], "edge": "shoulder", "depth": 4.0})
    assert [p.name for p in yoke.pieces] == ["back yoke", "back", "front yoke", "front"]
    for name in ("back", "front"):
        assert yoke.piece(f"{name} yoke").box[1] < yoke.piece(name).box[1], "the yoke is the upper"


@pytest.mark.parametrize("amount", [2.0, -2.0])
def test_the_new_shoulder_is_walked_from_the_neck_on_both_pieces(amount: float) -> None:
    after = worked(BLOCK, {"move": "move_shoulder", "amount": amount})
    seam = after.seam("shoulder")
    for side in (seam.a, seam.b):
        assert [x.start for x in side] == ["neckline"]
        at = after.on_side(side, 0.0)
        piece = at.piece
        z = piece.outline[at.spot.edge].path.at(at.spot.along)
        neck = [w for e in piece.outline if e.name == "neckline" for w in (e.path.start, e.path.end)]
        assert min(abs(z - w) for w in neck) < 1e-6


@pytest.mark.parametrize("piece", ["front", "back"])
@pytest.mark.parametrize(("by", "moves", "stays"), [("end", "hem", "neckline"), ("start", "neckline", "hem")])
def test_a_side_is_trued_at_the_end_that_was_said(piece: str, by: str, moves: str, stays: str) -> None:
    """The seam is walked from the neckline to the hem, whichever way the outline runs."""
    other = "back" if piece == "front" else "front"
    longer = worked(pair(), {"move": "redraw", "piece": other, "edge": "side", "end": {"down": 1.5}})
    after = worked(longer, {"move": "true_seam", "seam": "side", "give": piece, "by": by})

    def corners(pattern: Any, edge: str) -> set[complex]:
        own = next(e.path for e in pattern.piece(piece).outline if e.name == edge)
        return {complex(round(z.real, 6), round(z.imag, 6)) for z in (own.start, own.end)}

    assert corners(after, stays) == corners(longer, stays)
    assert corners(after, moves) != corners(longer, moves)
    assert next(p for p in ledger(after, RULES) if p.name == "side").kept


def test_drawn_in_one_curve_an_edge_leaves_and_arrives_as_it_did() -> None:
    old = next(e.path for e in BLOCK.piece("front").outline if e.name == "armhole")
    after = worked(
        BLOCK,
        {"move": "redraw", "piece": "front", "edge": "armhole", "start": {"out": 0.5}, "end": {"down": 1.0}, "shape": "curve"},
    )
    new = next(e.path for e in after.piece("front").outline if e.name == "armhole")
    assert new.start_direction == pytest.approx(old.start_direction, abs=1e-9)
    assert new.end_direction == pytest.approx(old.end_direction, abs=1e-9)


def test_folded_the_grain_lies_on_the_half_along_the_fold() -> None:
    opened = worked(BLOCK, {"move": "unfold", "piece": "front"})
    half = worked(opened, {"move": "fold", "piece": "front"}).piece("front")
    assert half.grain is not None
    fold = next(e.path for e in half.outline if e.kind == "fold")
    way = (half.grain.end - half.grain.start) / abs(half.grain.end - half.grain.start)
    assert abs((way * fold.start_direction.conjugate()).imag) < 1e-9
    assert all(half.contains(half.grain.start, half.grain.end))
    assert abs(half.grain.end - half.grain.start) > 0.2 * (half.box[3] - half.box[1])


def test_what_a_blend_tells_it_moved_is_what_it_moved() -> None:
    """Nothing where all runs on; else the joint's way, measured on the paper."""
    assert "The line moved by at most 0.00 cm" in told(pair(), {"move": "blend", "seams": ["side"]})
    before = pair(lean=6.0)
    step = {"move": "blend", "edges": [["front", "hem"], ["back", "hem"]]}
    after = worked(before, step)
    gone = polygon(before.piece("front")).symmetric_difference(polygon(after.piece("front"))).area
    assert gone > 0.05
    corner = next(e.path.start for e in after.piece("front").outline if e.name == "hem")
    was = next(e.path.start for e in before.piece("front").outline if e.name == "hem")
    assert f"The line moved by at most {abs(corner - was):.2f} cm" in told(before, step)
