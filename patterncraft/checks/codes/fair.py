"""Does every curve that was drawn or changed run fair?"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ...by_identity import ByIdentity
from ...house import edge_word
from ...paper.piece import Piece
from ...paper.sewn import neighbours, point_of, sewn_length, spot_along
from ..curves import JUMP, Curve, curves_of
from ..finding import Check, Finding
from ..record import BendRecord, Record
from ..subject import Subject

TURNS: Final = {"cap": 2, "armhole": 0, "neckline": 0, "hem": 0, "waist": 1, "side": 2, "underarm": 2}
"""How often an edge of a kind may turn over. Style lines are drawn as one likes them."""
SLEEVE_HEM: Final = 1
"""How often a sleeve's hem may: lower behind, where the elbow bends, and hollowed in front (common practice, no source)."""
STRAP: Final = 4.5
"""cm of shoulder: less is the strap of a halter."""
CORNER: Final = 5.0
"""Degrees of a corner within one edge."""


def _look(s: Subject) -> Iterator[Finding]:
    full = set(_with_fullness(s))
    for p in s.pattern.pieces:
        yield from (f for f in _of_piece(p, s.record.bends) if (f.piece, f.edge) not in full)


def _found(p: Piece, bends: tuple[BendRecord, ...]) -> tuple[Finding, ...]:
    record = Record(bends=bends)
    found = []
    for c in curves_of(p):
        word = edge_word(c.edge)
        if word not in TURNS or c.is_designed or _is_halter(p, c.edge):
            continue
        turns = SLEEVE_HEM if word == "hem" and "cap" in map(edge_word, p.edge_names) else TURNS[word]
        said, at, amount = _worse(c, turns, record.bend(c.edge))
        if said:
            place = point_of(p, spot_along(p, c.edge, at))
            found.append(Finding(f"The {c.edge} of the {p.name} {said}.", amount, CORNER, p.name, c.edge, "", place))
    return tuple(found)


_of_piece = ByIdentity(_found, 1024)
"""What is not fair about a piece's curves; remembered, since a step leaves most pieces as they are."""


def _is_halter(piece: Piece, edge: str) -> bool:
    """Whether an armhole runs up to the neck, with next to nothing left of the shoulder: it is drawn as one likes it."""
    if edge_word(edge) != "armhole":
        return False
    beside = neighbours(piece, edge)
    return "neckline" in map(edge_word, beside) or any(edge_word(x) == "shoulder" and sewn_length(piece, x) < STRAP for x in beside)


def _with_fullness(s: Subject) -> Iterator[tuple[str, str]]:
    """Edges that are gathered or pleated: they are fair when they are sewn, not as they lie. What they are sewn to is asked like any other."""
    for seam in s.pattern.seams:
        for r in (seam.rule, *(x.rule for x in seam.rules)):
            if r.kind in ("gather", "pleat"):
                yield from ((x.piece, x.edge) for x in (seam.a if r.longer == "a" else seam.b))


def _worse(c: Curve, turns: int, own: BendRecord) -> tuple[str, float, float]:
    """What is not fair about it and was not so on the block; where, cm along; and how much."""
    if c.corner > max(CORNER, 1.25 * own.corner + 0.5, own.kink + 1.0):
        return f"has a corner of {c.corner:.0f}°", c.corner_at, c.corner
    if c.turns > max(turns, own.turns):
        times = {1: "once", 2: "twice"}.get(c.turns, f"{c.turns} times")
        return f"turns over {times}", 0.5 * c.path.length, float(c.turns)
    if c.jump > max(4 * JUMP, 1.5 * own.jump) and c.corner <= CORNER:
        return f"changes its bend suddenly, {c.jump_at:.0f} cm along", c.jump_at, c.jump
    return "", 0.0, 0.0


CHECK = Check(
    "fair",
    "Flow",
    "Curves run fair",
    "A curve that turns over, or has a flat or a corner, is one that no hand would draw with one sweep. What the block has is told by its audit.",
    "Redraw the edge through fewer places.",
    _look,
    unit="degrees",
)
