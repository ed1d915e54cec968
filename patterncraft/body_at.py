"""What of the body an edge lies on: found from where it lies, between the levels that the piece knows, not from what it is called.

A hem at the wrist is at the wrist whatever school drew its sleeve; one that was raised past the elbow lies on the upper arm.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from itertools import pairwise
from typing import Final, NamedTuple

from .house import edge_word
from .paper.pattern import Pattern
from .paper.piece import Piece
from .paper.sewn import neighbours, run_of
from .places.levels import downward

LEVELS: Final = {
    "bust": "bust_girth",
    "chest": "bust_girth",
    "under the arm": "bust_girth",
    "bust point": "bust_girth",
    "underbust": "underbust_girth",
    "waist": "waist_girth",
    "high hip": "high_hip_girth",
    "hip": "hip_girth",
}
"""Lines and marks of a body piece, and what is measured there."""
ARM: Final = 58.0
"""cm of an arm that nobody measured (common practice, no source)."""
CAP: Final = 0.25
"""Share of the arm that lies above the underarm (common practice, no source)."""
ELBOW: Final = 0.58
"""Share of the arm above the elbow where that was not measured (common practice, no source)."""
AT: Final = 0.12
"""Share of the way between two levels within which an edge lies at one of them."""
BODICE: Final = 18.0
"""cm from the waist to the hip where nobody measured it."""


class Around(NamedTuple):
    """Between which two measures of the body a place lies, and how far on from the first to the second, 0 to 1; at one of them both are the same."""

    one: str
    other: str
    share: float

    def girth(self, chart: Mapping[str, float]) -> float | None:
        """cm round the body there, as far as it was measured; None where neither was."""
        a, b = chart.get(self.one), chart.get(self.other)
        if a is None or b is None:
            return b if a is None else a
        return a + (b - a) * self.share


def is_sleeve(piece: Piece) -> bool:
    """Whether it goes round an arm."""
    return "sleeve" in piece.name.split() or {"front underarm", "back underarm"} <= set(piece.edge_names)


def around(pattern: Pattern, piece: str, edge: str) -> Around | None:
    """What an edge lies on; None where the piece does not tell where it is."""
    sheet = pattern.piece(piece)
    if edge_word(edge) == "neckline" and not is_sleeve(sheet):
        return _round_the_neck(pattern)
    path = sheet.outline[run_of(sheet, edge)[0]].path
    down = downward(sheet)
    depth = ((path.at(0.5 * path.length)) * down.conjugate()).real
    marks = _arm(sheet, down, pattern.wearer) if is_sleeve(sheet) else _body(sheet, down, pattern.wearer)
    return _between(marks, depth)


def _round_the_neck(pattern: Pattern) -> Around:
    """A neckline that ends at a shoulder lies on the neck; one that goes on over the sleeves, round both shoulders."""
    words = {
        edge_word(n) for p in pattern.pieces if "neckline" in p.edge_names and not is_sleeve(p) for n in neighbours(p, "neckline")
    }
    key = "neck_girth" if words & {"shoulder", "overarm", "raglan"} else "round_shoulder_girth"
    return Around(key, key, 0.0)


Marks = Sequence[tuple[float, str]]
"""cm down the grain, and what is measured there."""


def _between(marks: Marks, depth: float) -> Around | None:
    if not marks:
        return None
    marks = sorted(marks)
    if depth <= marks[0][0] or len(marks) == 1:
        return Around(marks[0][1], marks[0][1], 0.0)
    for (low, one), (high, other) in pairwise(marks):
        if depth <= high:
            share = (depth - low) / (high - low) if high > low else 1.0
            share = 0.0 if share < AT else 1.0 if share > 1 - AT else share
            # Of the arm above its elbow one measure is taken, where it is fullest: what fits that passes.
            key = one if one == "upper_arm_girth" and share < 1.0 else {0.0: one, 1.0: other}.get(share)
            return Around(key, key, 0.0) if key else Around(one, other, share)
    return Around(marks[-1][1], marks[-1][1], 0.0)


def _arm(piece: Piece, down: complex, wearer: Mapping[str, float]) -> Marks:
    """From the underarm down, as the arm is measured from the shoulder."""
    arm = wearer.get("arm_length", ARM)
    elbow = wearer.get("shoulder_to_elbow", ELBOW * arm)
    top = next((m.at for m in piece.marks if m.name == "top"), None)
    corners = [
        piece.outline[run_of(piece, name)[k]].path for name in piece.edge_names if edge_word(name) == "underarm" for k in (0, -1)
    ]
    heights = [(z * down.conjugate()).real for path in corners for z in (path.start, path.end)]
    line = next((x.path.start for x in piece.lines if x.name == "biceps"), None)
    if line is not None:
        under = (line * down.conjugate()).real
    elif heights:
        under = min(heights)
    else:
        return ()
    shoulder = (top * down.conjugate()).real if top is not None else under - CAP * arm
    marks = [(under, "upper_arm_girth"), (shoulder + elbow, "elbow_girth"), (shoulder + arm, "wrist_girth")]
    return [marks[0], *(m for m in marks[1:] if m[0] > under)]


def _body(piece: Piece, down: complex, wearer: Mapping[str, float]) -> Marks:
    found: dict[str, float] = {}
    for name, z in (*((x.name, x.path.start) for x in piece.lines), *((m.name, m.at) for m in piece.marks)):
        if (key := LEVELS.get(name)) is not None:
            found.setdefault(key, (z * down.conjugate()).real)
    ends = [z for e in piece.outline if e.name == "waist" for z in (e.path.start, e.path.end)]
    if ends:
        found.setdefault("waist_girth", max((z * down.conjugate()).real for z in ends))
    below = wearer.get("waist_to_hip", BODICE)
    if "waist_girth" not in found and "hip_girth" in found:
        found["waist_girth"] = found["hip_girth"] - below
    if "waist_girth" not in found and (neck := _neck_point(piece, down)) is not None:
        long = wearer.get("back_shoulder_to_waist") or wearer.get("nape_to_waist")
        if long is not None:
            found["waist_girth"] = neck + long
    if "hip_girth" not in found and "waist_girth" in found:
        found["hip_girth"] = found["waist_girth"] + below
    return [(depth, key) for key, depth in found.items()]


def _neck_point(piece: Piece, down: complex) -> float | None:
    edges = [e for e in piece.outline if not e.is_sewn_shut]
    for a, b in zip(edges, [*edges[1:], edges[0]], strict=True):
        if {edge_word(a.name), edge_word(b.name)} == {"neckline", "shoulder"}:
            return (a.path.end * down.conjugate()).real
    return None
