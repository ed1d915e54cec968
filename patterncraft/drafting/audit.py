"""The audit of a block: is it what the body needs? Every line with its sum."""

from __future__ import annotations

from cmath import phase
from dataclasses import dataclass
from math import degrees as to_degrees

from ..errors import PatternError
from ..house import HouseRules
from ..ledger import ledger
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import neighbours, run_of, sewn_length
from ..working import Sum, degrees, length
from .school import Block, Girth

SQUARE = 1.0
"""Degrees by which a curve may miss the square at a fold."""


@dataclass(frozen=True, slots=True)
class AuditLine:
    """One question asked of the block. ``kept`` None: told, not judged."""

    title: str
    sum: Sum
    kept: bool | None
    cure: str = ""


def audit(block: Block, rules: HouseRules) -> list[AuditLine]:
    """All lines, in the order one looks a block over."""
    p = block.pattern
    lines = [_girth(p, g) for g in block.girths]
    for promise in ledger(p, rules):
        if promise.kind == "legs" or promise.rule == "equal":
            terms = (length(promise.length_a), length(promise.length_b or 0.0))
            formula = "{} − {}"
            title = (
                f"{promise.name} legs".capitalize()
                if promise.kind == "legs"
                else f"{promise.name} seam, front and back".capitalize()
            )
            lines.append(AuditLine(title, Sum(title, length(promise.difference), formula, terms), promise.kept, promise.cure))
    lines += [_total(p, "Armhole", "armhole", 1), _total(p, "Neckline, whole", "neckline", 2)]
    return lines + [x for piece in p.pieces for x in _squares(piece)]


def _girth(p: Pattern, g: Girth) -> AuditLine:
    widths = [sewn_length(x, "waist") if g.name == "waist" else _chest_width(x) for x in p.pieces]
    total = 2 * sum(widths)
    wanted = g.body + g.ease
    formula = "2 × (" + " + ".join("{}" for _ in widths) + ")"
    kept = abs(total - wanted) < 0.3
    line = Sum(f"{g.name} of the sewn block", length(total), formula, tuple(length(w) for w in widths))
    title = f"{g.name.capitalize()}: body {g.body:.1f} + ease {g.ease:.1f} = {wanted:.1f} cm"
    return AuditLine(title, line, kept, "" if kept else f"It misses by {total - wanted:+.1f} cm: look at the darts and the centre.")


def _chest_width(piece: Piece) -> float:
    """Along the chest line from the centre to the underarm, darts shut."""
    return sum(x.path.length for x in piece.lines if x.name == "chest")


def _total(p: Pattern, title: str, edge: str, times: int) -> AuditLine:
    lengths = [(x.name, sewn_length(x, edge)) for x in p.pieces if edge in x.edge_names]
    total = times * sum(v for _, v in lengths)
    formula = " + ".join(f"{name} {{}}" for name, _ in lengths)
    if times > 1:
        formula = f"{times} × ({formula})"
    return AuditLine(title, Sum(title, length(total), formula, tuple(length(v) for _, v in lengths)), None)


def _squares(piece: Piece) -> list[AuditLine]:
    """Is the neckline square to the centre, and the waist?"""
    out = []
    for centre in (e.name for e in piece.outline if e.name.startswith("centre")):
        for edge in ("neckline", "waist"):
            try:
                angle = _corner_angle(piece, edge, centre)
            except PatternError:
                continue
            title = f"{piece.name.capitalize()} {edge} at the {centre}"
            kept = abs(angle - 90) <= SQUARE
            out.append(
                AuditLine(title, Sum(title, degrees(angle)), kept, "" if kept else "Square it for a finger's width at the centre.")
            )
    return out


def _corner_angle(piece: Piece, edge: str, centre: str) -> float:
    """Degrees between an edge and the centre where they meet."""
    before, _ = neighbours(piece, edge)
    run = run_of(piece, edge)
    other = run_of(piece, centre)
    if before == centre:
        a, b = piece.outline[run[0]].path.start_direction, -piece.outline[other[-1]].path.end_direction
    else:
        a, b = -piece.outline[run[-1]].path.end_direction, piece.outline[other[0]].path.start_direction
    return abs(to_degrees(phase(a / b)))
