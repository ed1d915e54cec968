"""The ways in which a seam is trued, the plainest first."""

from __future__ import annotations

from typing import Any


def truings(seam: str) -> tuple[dict[str, Any], ...]:
    """Steps that make one side as long as the other: at its end, by its curve, at its start, all along; the second side gives first."""
    ways = (
        ("b", "end"),
        ("a", "end"),
        ("b", "curve"),
        ("a", "curve"),
        ("b", "start"),
        ("a", "start"),
        ("b", "along"),
        ("a", "along"),
    )
    return tuple({"move": "true_seam", "seam": seam, "give": give, "by": by} for give, by in ways)
