"""The audit's look at shape: does every curve run smoothly, and does the armhole suit the figure?"""

from __future__ import annotations

import itertools
from cmath import phase, rect
from math import degrees as to_degrees
from typing import Final, NamedTuple

from ..errors import PatternError
from ..geometry.curvature import Bend, how_it_bends
from ..geometry.path import Path
from ..paper.dart import Dart, darts_of
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import runs_of, sewn_length
from ..working import Quantity, Sum, degrees, length
from .audit_line import AuditLine, Remedy
from .school import Block
from .schools import SCHOOLS

JUMP: Final = 0.15
"""Per cm: a step of curvature at a joint that the eye takes for a corner (house practice, no source)."""
DIP: Final = 10.0
"""Degrees off the square at which a corner over a shut dart shows (house practice, no source)."""
CORNER: Final = 5.0
"""Degrees of a corner within one edge."""


class Wanted(NamedTuple):
    """At most so many inflections and extrema of curvature."""

    inflections: int
    extrema: int


WANTED: Final = {"cap": Wanted(2, 7), "armhole": Wanted(0, 3), "neckline": Wanted(0, 3), "hem": Wanted(0, 3), "side": Wanted(2, 5)}
"""By kind of edge: a cap turns over twice, an armhole never and tightens at most once under the arm."""
OTHERWISE: Final = Wanted(2, 7)
DEEP, SHALLOW = (0.40, 13.0), (0.40, 0.0)
"""Share of bust + ease, and cm more: the armhole's girth lies between (common practice, no source: 43 at a bust of 88)."""
ARM: Final = (1.25, 1.75)
"""Times the upper arm that the armhole goes round (common practice, no source)."""


def shape_lines(block: Block) -> list[AuditLine]:
    """A line for the armhole, where there is one, and a line for each piece's curves."""
    armhole = _armhole(block)
    darts = [line for p in block.pattern.pieces for d in darts_of(p) if (line := _shut_at_a_corner(p, d))]
    return ([armhole] if armhole else []) + darts + [line for p in block.pattern.pieces if (line := _curves(p))]


def _shut_at_a_corner(piece: Piece, dart: Dart) -> AuditLine | None:
    """How two edges meet over a dart that opens in their corner, as at the neck point, once it is shut. 90° is square; less
    makes a dip, more a peak."""
    n = len(piece.outline)
    before, after = piece.outline[dart.vertex - 2], piece.outline[(dart.vertex + 1) % n]
    if before.name == after.name or before.is_sewn_shut or after.is_sewn_shut:
        return None
    shut = after.path.start_direction * rect(1.0, -dart.angle)
    angle = 180.0 - abs(to_degrees(phase(shut / before.path.end_direction)))
    title = f"{before.name.capitalize()} and {after.name} of the {piece.name}, {dart.name} shut"
    miss = angle - 90.0
    if abs(miss) <= DIP:
        return AuditLine(title, Sum(title, degrees(angle)), True)
    word = "a dip" if miss < 0 else "a peak"
    cure = f"They meet in {word} of {abs(miss):.0f}° off the square: fold the dart and redraw the {before.name} over it."
    return AuditLine(title, Sum(title, degrees(angle)), None, cure)


def how_edges_bend(piece: Piece) -> dict[str, Bend]:
    """How every curved edge of a piece bends, as one line where it lies in several parts end to end."""
    found: dict[str, Bend] = {}
    for name in piece.edge_names:
        for run in runs_of(piece, name):
            parts = [piece.outline[i].path for i in run]
            if any(len(s) == 4 for p in parts for s in p.segments) and all(a.end == b.start for a, b in itertools.pairwise(parts)):
                found[name] = how_it_bends(Path(tuple(s for p in parts for s in p.segments)))
    return found


def faults(edge: str, bend: Bend) -> list[str]:
    """What is not fair about a curve, in words; nothing for one that is."""
    wanted = WANTED.get(edge.rsplit(" ", 1)[-1], OTHERWISE)
    said = []
    if bend.inflections > wanted.inflections:
        said.append(f"turns over {_times(bend.inflections)}")
    if bend.extrema > wanted.extrema:
        said.append(f"tightens and eases {_times(bend.extrema)}")
    if bend.jump > JUMP:
        said.append(f"changes its bend suddenly, {bend.jump_at:.0f} cm along")
    if to_degrees(bend.corner) > CORNER:
        said.append(f"has a corner of {to_degrees(bend.corner):.0f}°")
    return said


def _times(n: int) -> str:
    return {1: "once", 2: "twice"}.get(n, f"{n} times")


def _curves(piece: Piece) -> AuditLine | None:
    bends = how_edges_bend(piece)
    if not bends:
        return None
    said = [f"the {edge} {' and '.join(f)}" for edge, bend in bends.items() if (f := faults(edge, bend))]
    title = f"Curves of the {piece.name}"
    counts = (Quantity(len(bends) - len(said), "count"), Quantity(len(bends), "count"))
    line = Sum(title, None, "{} of {} run smoothly", counts)
    if not said:
        return AuditLine(title, line, True)
    # Told, not judged: where its places force a curve over, the draft is what the school wants.
    return AuditLine(title, line, None, f"{'; '.join(said).capitalize()}. Look at it with “show how it bends”.")


def _armhole(block: Block) -> AuditLine | None:
    girth = _armhole_girth(block.pattern)
    bust = block.measures.get("bust_girth")
    if girth is None or bust is None:
        return None
    arm = block.measures.get("upper_arm_girth")
    wide = next((g.body + g.ease for g in block.girths if g.name in ("bust", "chest")), bust)
    low, high = SHALLOW[0] * wide + SHALLOW[1], DEEP[0] * wide + DEEP[1]
    title = "Armhole for this figure"
    wanted = Sum("four tenths of bust and ease, to 13 cm more", None, "{} to {}", (length(low), length(high)))
    line = Sum(title, length(girth))
    if girth > high:
        remedy = _from_the_measure(block, girth)
        cure = "It is too deep for this figure: take the depth from the measure." if remedy else _no_shallower(block)
        return AuditLine(title, line, False, cure, remedy, wanted)
    if girth < low or (arm is not None and girth < ARM[0] * arm):
        around = f" The upper arm is {arm:.1f} cm round." if arm else ""
        return AuditLine(title, line, False, f"It is too tight for this figure: lower it.{around}", None, wanted)
    return AuditLine(title, line, True, wanted=wanted)


def _armhole_girth(pattern: Pattern) -> float | None:
    """Front and back armhole together, cm; None for a block without both, or whose shoulder is bare or part of a sleeve."""
    found = [p for p in pattern.pieces if {"armhole", "shoulder"} <= set(p.edge_names)]
    return sum(sewn_length(p, "armhole") for p in found) if len(found) == 2 else None


def _from_the_measure(block: Block, girth: float) -> Remedy | None:
    """The school's setting that takes the armhole's depth from the body, where it has one, the measure is there and it makes
    the armhole smaller: it is drafted to see."""
    key = _depth_setting(block)
    if key is None or block.settings.get(key) == "the measure":
        return None
    settings = {key: "the measure"}
    try:
        tried = SCHOOLS[block.school].draft(block.measures, {**block.settings, **settings}, block.base)
    except PatternError:
        return None
    after = _armhole_girth(tried.pattern)
    if after is None or after >= girth:
        return None
    return Remedy("Take the armhole's depth from the measure", settings)


def _no_shallower(block: Block) -> str:
    if _depth_setting(block) is None:
        return "It is too deep for this figure."
    return "It is too deep for this figure, and its measured depth makes it no less: measure the armhole depth again."


def _depth_setting(block: Block) -> str | None:
    """The setting by which the school takes the armhole's depth from the measure, where that was taken."""
    if block.school not in SCHOOLS or "armscye_depth" not in block.measures:
        return None
    known = SCHOOLS[block.school].settings.model_fields
    return next((key for key in ("depth_from", "armhole_depth") if key in known), None)
