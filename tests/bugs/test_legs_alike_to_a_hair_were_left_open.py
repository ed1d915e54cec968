"""A dart whose legs differ by half a ten-thousandth: too much to lie on each other, too little for a sliver to true. Closed, it stayed open as a slit."""

from __future__ import annotations

import pytest

from patterncraft.geometry.path import straight
from patterncraft.paper.account import balance_of
from patterncraft.paper.edge import TO_TRUE, Edge, EdgeKind
from patterncraft.paper.join import tape_shut
from patterncraft.paper.piece import DartRule, Paper, Piece
from tests.samples import polygon


def folded_shut(over: float) -> Piece:
    """20 × 20; a dart in the top of no width any more, its legs on each other, the second ``over`` cm longer."""
    points: list[tuple[str, EdgeKind, complex]] = [
        ("top", "seam", 0j),
        ("dart", "dart", 10 + 0j),
        ("dart", "dart", 10 + 8j),
        ("top", "seam", complex(10, -over)),
        ("right", "seam", 20 + 0j),
        ("bottom", "seam", 20 + 20j),
        ("left", "seam", 20j),
    ]
    ends = [z for _, _, z in points[1:]] + [0j]
    outline = tuple(Edge(n, k, straight(a, b)) for (n, k, a), b in zip(points, ends, strict=True))
    piece = Piece("sheet", outline, (DartRule("dart", 0.0),))
    return Piece("sheet", outline, (DartRule("dart", 0.0),), paper=Paper(block=piece.area))


@pytest.mark.parametrize("over", [0.0, 9e-6, 1.1e-5, 5.7e-5, 9.9e-5])
def test_up_to_what_can_be_drawn_they_are_taped_with_nothing_over(over: float) -> None:
    shut = tape_shut(folded_shut(over), 2)
    assert [e.name for e in shut.outline if e.kind == "dart" or e.name == TO_TRUE] == []
    assert balance_of(shut) == pytest.approx(0.0, abs=1e-9), "the hair is in the account"
    assert polygon(shut).area == pytest.approx(400.0, abs=0.002)


@pytest.mark.parametrize("over", [1.01e-4, 0.01, 0.3])
def test_more_is_a_sliver_to_true(over: float) -> None:
    shut = tape_shut(folded_shut(over), 2)
    (sliver,) = [e for e in shut.outline if e.name == TO_TRUE]
    assert sliver.length == pytest.approx(over, rel=1e-6)
