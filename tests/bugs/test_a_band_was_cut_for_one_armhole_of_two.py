"""A band round an armhole was cut once, for one side of the body; and on a front that opens it was half the neckline long, cut once and on no fold, since the
fold was looked for where the edges begin and nowhere else."""

from __future__ import annotations

import pytest

from patterncraft.paper.piece import Piece
from patterncraft.replay import Replay
from tests.patterncraft.parts.ground import NECK, STAND, made, of


@pytest.mark.parametrize("move", ["band", "binding"])
@pytest.mark.parametrize("turned", [False, True])
def test_a_strip_is_cut_on_whichever_fold_it_meets_or_once_for_each_time_its_edge_is_there(move: str, turned: bool) -> None:
    """A front that opens has no fold, its back has one: half the strip, on the fold behind, whichever end the edges are told from. Open behind, too, and at an
    armhole there is none: one for the left, one for the right."""
    edges = NECK[::-1] if turned else NECK
    (strip,) = new_pieces(made(STAND, of(move, edges=edges)))
    assert (strip.cut.quantity, strip.cut.on_fold) == (1, True)
    assert [e.name for e in strip.outline if e.kind == "fold"] == ["centre back"]
    seamed = {"move": "turn_edge_into", "piece": "back", "edge": "centre back", "kind": "seam"}
    (strip,) = new_pieces(made(STAND, seamed, of(move, edges=edges)))
    assert (strip.cut.quantity, strip.cut.on_fold) == (2, False)
    (strip,) = new_pieces(made(of(move, edges=[["front", "armhole"], ["back", "armhole"]])))
    assert (strip.cut.quantity, strip.cut.on_fold) == (2, False)


def new_pieces(done: Replay) -> list[Piece]:
    """What the last step made."""
    before = {p.name for p in done.done[-1].before.pieces}
    return [p for p in done.pattern.pieces if p.name not in before]
