"""Findings of two patterns side by side: which of them are new, which both have, which are gone."""

from __future__ import annotations

from patterncraft.checks.finding import Finding
from patterncraft.comparing.findings import FindingPair, side_by_side


def found(code: str, piece: str, amount: float = 1.0, edge: str = "", seam: str = "") -> Finding:
    return Finding(f"The {piece} is out.", amount, 0.5, piece, edge, seam, code=code)


def test_new_ones_come_first_then_what_both_have_then_what_is_gone() -> None:
    gone, was, new = found("fair", "back"), found("square", "front", 2.0), found("cap-ease", "sleeve")
    still = found("square", "front", 3.0)
    pairs = side_by_side([gone, was], [still, new])
    assert pairs == [FindingPair(None, new), FindingPair(was, still), FindingPair(gone, None)]
    assert [(p.code, p.is_new) for p in pairs] == [("cap-ease", True), ("square", False), ("fair", False)]


def test_the_same_is_what_is_found_by_the_same_check_at_the_same_place() -> None:
    """By how much it is out may differ; the piece, the edge and the seam may not."""
    here = found("square", "front", edge="hem", seam="side")
    for other in (found("square", "back", edge="hem", seam="side"), found("square", "front", edge="waist", seam="side"),
                  found("square", "front", edge="hem", seam="shoulder"), found("fair", "front", edge="hem", seam="side")):  # fmt: skip
        assert [p.is_new for p in side_by_side([here], [other])] == [True, False]
    (pair,) = side_by_side([here], [found("square", "front", 9.0, "hem", "side")])
    assert (pair.a, pair.is_new) == (here, False)
    assert side_by_side([], []) == []
