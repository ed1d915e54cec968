"""Findings of two patterns side by side: what both have, what only one has."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ..checks.finding import Finding


@dataclass(frozen=True, slots=True)
class FindingPair:
    """A finding on the first pattern, on the second, or on both; None where it is not found there."""

    a: Finding | None
    b: Finding | None

    @property
    def code(self) -> str:
        """Of which check."""
        found = self.b or self.a
        return found.code if found else ""

    @property
    def is_new(self) -> bool:
        """Whether it is found on the second only."""
        return self.a is None


def side_by_side(a: Sequence[Finding], b: Sequence[Finding]) -> list[FindingPair]:
    """By check and place: new ones first, then what both have, then what is gone."""
    second = {f.place: f for f in b}
    first = {f.place: f for f in a}
    pairs = [FindingPair(first.get(place), f) for place, f in second.items()]
    pairs += [FindingPair(f, None) for place, f in first.items() if place not in second]
    return sorted(pairs, key=lambda p: (p.a is not None, p.b is None))
