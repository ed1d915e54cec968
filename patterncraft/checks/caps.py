"""Caps and their armholes, found in the seams."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal, NamedTuple

from ..ledger import Promise
from ..paper.seam import Seam
from .subject import Subject


class Cap(NamedTuple):
    """A seam of a cap and an armhole. ``cap``: which side the cap is; ``ease``: cm by which it is longer."""

    seam: Seam
    promise: Promise
    cap: Literal["a", "b"]
    ease: float


def caps(s: Subject) -> Iterator[Cap]:
    """Every cap that is sewn flat to an armhole: one that is gathered or pleated has its fullness told by its rule."""
    for seam in s.pattern.seams:
        if not seam.b or seam.rule.kind not in ("equal", "ease") or any(r.rule.kind in ("gather", "pleat") for r in seam.rules):
            continue
        a, b = ({x.edge for x in side} for side in (seam.a, seam.b))
        p = s.promises[seam.name]
        if "cap" in a and "armhole" in b:
            yield Cap(seam, p, "a", p.difference)
        elif "cap" in b and "armhole" in a:
            yield Cap(seam, p, "b", -p.difference)
