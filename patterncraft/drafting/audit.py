"""The audit of a block: is it what the body needs? Every line with its sum, and a cure that can be applied."""

from __future__ import annotations

from cmath import phase
from collections.abc import Mapping
from math import degrees as to_degrees
from typing import Any

from ..errors import PatternError
from ..house import HouseRules
from ..ledger import Promise, ledger
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import neighbours, run_of, sewn_length
from ..paper.widths import width_along
from ..working import Sum, degrees, length
from .audit_line import AuditLine, Remedy
from .audit_shape import shape_lines
from .corrections import MatchShoulders, SoftenCap, TrueLegs
from .school import Block, Girth, Run
from .schools import SCHOOLS

SQUARE = 1.0
"""Degrees by which a curve may miss the square at a fold."""


def audit(block: Block, rules: HouseRules) -> list[AuditLine]:
    """All lines, in the order one looks a block over."""
    p = block.pattern
    lines = [_girth(block, g, rules) for g in block.girths]
    lines += [
        _promise_line(block, x, rules)
        for x in ledger(p, rules)
        if x.kind == "legs" or x.rule == "equal" or x.rule.startswith("ease")
    ]
    lines += [x for x in (_total(p, "Armhole", "armhole", 1), _total(p, "Neckline, whole", "neckline", 2)) if x]
    return lines + shape_lines(block) + [x for piece in p.pieces for x in _squares(piece)]


def _girth(block: Block, g: Girth, rules: HouseRules) -> AuditLine:
    widths = [(r, width_of(block.pattern, r)) for r in g.runs]
    total = sum(r.times * w for r, w in widths)
    wanted = g.body + g.ease
    formula = " + ".join(f"{r.times} × {{}}" if r.times > 1 else "{}" for r, _ in widths)
    line = Sum(f"{g.name} of the sewn block", length(total), formula, tuple(length(w) for _, w in widths))
    title = g.name.capitalize()
    asked = Sum("body + ease", length(wanted), "{} + {}", (length(g.body), length(g.ease)))
    if g.told:
        return AuditLine(title, line, None, wanted=asked)
    kept = abs(total - wanted) < rules.girth_tolerance
    if kept:
        return AuditLine(title, line, kept, wanted=asked)
    if any(c.get("correction") == "step" for c in block.corrections):
        # What was seen on the body stands above what was measured and reckoned.
        return AuditLine(title, line, None, f"Corrected after trying on, by {total - wanted:+.1f} cm altogether.", None, asked)
    miss = f"It misses by {total - wanted:+.1f} cm"
    if block.settings.get("round_to", "not rounded") != "not rounded":
        remedy = Remedy("Do not round", {"round_to": "not rounded"})
        return AuditLine(title, line, kept, f"{miss}: that is what the rounding makes round the body.", remedy, asked)
    if g.name == "waist" and "waist_shaping" in _settings_of(block):
        remedy = Remedy("Share the waist out to its darts", {"waist_shaping": "to the waist"})
        return AuditLine(title, line, kept, f"{miss}: fixed inches suit an average figure only.", remedy, asked)
    return AuditLine(title, line, kept, f"{miss}: look at the darts and the centre.", None, asked)


def _settings_of(block: Block) -> Mapping[str, Any]:
    return SCHOOLS[block.school].settings.model_fields if block.school in SCHOOLS else {}


def width_of(pattern: Pattern, run: Run) -> float:
    """cm of one piece along a line or an edge as it is sewn: darts, also double-pointed ones, shut."""
    piece = pattern.piece(run.piece)
    if run.of == "edge":
        return sewn_length(piece, run.name)
    return width_along(piece, run.name)


def _promise_line(block: Block, promise: Promise, rules: HouseRules) -> AuditLine:
    terms = (length(promise.length_a), length(promise.length_b or 0.0))
    title = f"{promise.name} legs" if promise.kind == "legs" else f"{promise.name} seam: {promise.side_a} − {promise.side_b}"
    title = title[:1].upper() + title[1:]
    line = Sum(title, length(promise.difference), "{} − {}", terms)
    return AuditLine(title, line, promise.kept, promise.cure, None if promise.kept else _remedy(block, promise, rules))


def _remedy(block: Block, promise: Promise, rules: HouseRules) -> Remedy | None:
    """What mends a broken promise; a setting of the school where it has one, so that the draft stays a draft."""
    known = _settings_of(block)
    if promise.kind == "legs":
        piece, dart = promise.edges[0]
        return Remedy("True the legs", correction=TrueLegs(piece=piece, dart=dart).model_dump())
    if promise.name == "shoulder":
        if "true_shoulder" in known:
            return Remedy("Match the shoulders", {"true_shoulder": True})
        return Remedy("Match the shoulders", correction=MatchShoulders().model_dump())
    if any(edge == "cap" for _, edge in promise.edges):
        wanted = block.settings.get("cap_ease", rules.cap_ease)
        if "solve" in known:
            return Remedy(f"Soften the cap to {wanted:g} cm of ease", {"solve": True})
        return Remedy(f"Soften the cap to {wanted:g} cm of ease", correction=SoftenCap(ease=wanted).model_dump())
    return None


def _total(p: Pattern, title: str, edge: str, times: int) -> AuditLine | None:
    lengths = [(x.name, sewn_length(x, edge)) for x in p.pieces if edge in x.edge_names and x.cut.layer == "shell"]
    if not lengths:
        return None
    total = times * sum(v for _, v in lengths)
    formula = " + ".join(f"{name} {{}}" for name, _ in lengths)
    if times > 1:
        formula = f"{times} × ({formula})"
    return AuditLine(title, Sum(title, length(total), formula, tuple(length(v) for _, v in lengths)), None)


def _squares(piece: Piece) -> list[AuditLine]:
    """Are neckline, waist and hem square to the centre?"""
    out = []
    for centre in dict.fromkeys(e.name for e in piece.outline if e.name.startswith("centre") and e.kind != "opening"):
        for edge in ("neckline", "waist", "hem"):
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
    """Degrees between an edge and the centre where they meet. Raises PatternError where they do not."""
    before, after = neighbours(piece, edge)
    run, other = run_of(piece, edge), run_of(piece, centre)
    if before == centre:
        a, b = piece.outline[run[0]].path.start_direction, -piece.outline[other[-1]].path.end_direction
    elif after == centre:
        a, b = -piece.outline[run[-1]].path.end_direction, piece.outline[other[0]].path.start_direction
    else:
        raise PatternError(f"the {edge} does not meet the {centre}.", piece.name)
    return abs(to_degrees(phase(a / b)))
