"""The cut sheet: every piece with how it is cut, what is bought besides, and the sums that were worked for it. One page."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Final

from ..geometry.transform import swing
from ..paper.closure import Closure
from ..paper.pattern import Pattern
from ..replay import Replay
from ..units import Unit, format_length
from .finish import FinishedPiece

ELASTIC: Final = "elastic"
BINDING: Final = "binding"
LAP: Final = 2.0
"""cm by which an elastic laps over itself (common practice, no source)"""
GRAIN: Final = {"straight": "straight", "cross": "across", "bias": "bias"}
MOST_SUMS: Final = 24
"""lines of working on the page"""


@dataclass(frozen=True, slots=True)
class CutRow:
    """A piece to cut. ``width`` across the grain and ``length`` along it: the rectangle it lies in, cm, as cut (half a piece that lies on the
    fold). ``area``: cm² of one, opened out."""

    number: int
    name: str
    cloth: str
    how: str
    grain: str
    width: float
    length: float
    area: float
    interfacing: int


@dataclass(frozen=True, slots=True)
class Notion:
    """Something that is bought besides the cloth, and how much of it."""

    name: str
    amount: str


@dataclass(frozen=True, slots=True)
class CutSheet:
    """Rows in the pattern's order, cloths by their area, notions, working values as (label, sum)."""

    rows: tuple[CutRow, ...]
    cloths: tuple[tuple[str, float], ...]
    notions: tuple[Notion, ...]
    working: tuple[tuple[str, str], ...]


def cut_sheet(replay: Replay, pieces: Sequence[FinishedPiece], unit: Unit) -> CutSheet:
    """Everything that is written on it."""
    pattern = replay.pattern
    rows = tuple(_row(p) for p in pieces if p.cut.layer != ELASTIC)
    cloths: dict[str, float] = {}
    for r, p in zip(rows, (p for p in pieces if p.cut.layer != ELASTIC), strict=True):
        cloths[r.cloth] = cloths.get(r.cloth, 0.0) + r.area * p.cut.quantity
        if r.interfacing:
            cloths["interfacing"] = cloths.get("interfacing", 0.0) + r.area * r.interfacing
    return CutSheet(rows, tuple(cloths.items()), tuple(_notions(pattern, pieces, unit)), tuple(_working(replay, unit)))


def _row(p: FinishedPiece) -> CutRow:
    ring: Sequence[complex] = p.cut_line
    if p.grain:
        along = p.grain.end - p.grain.start
        turn = swing(0j, 0.0)._replace(turn=(along / abs(along)).conjugate() * 1j)
        ring = [turn.point(z) for z in ring]
    xs, ys = [z.real for z in ring], [z.imag for z in ring]
    kind = GRAIN[p.grain.kind] if p.grain else "none marked"
    width, length = max(xs) - min(xs), max(ys) - min(ys)
    if p.grain and p.grain.kind == "cross":
        width, length = length, width
    half = abs(sum((a.conjugate() * b).imag for a, b in zip(p.cut_line, (*p.cut_line[1:], p.cut_line[0]), strict=True))) / 2
    on_fold = p.fold is not None and p.cut.on_fold
    return CutRow(p.number, p.name, p.cut.cloth, _how(p), kind, width, length, half * (2 if on_fold else 1), p.cut.interfacing)


def _how(p: FinishedPiece) -> str:
    if p.fold is not None and p.cut.on_fold:
        return f"{p.cut.quantity} on the fold"
    return f"{p.cut.quantity}, a pair" if p.cut.mirrored and p.cut.quantity > 1 else f"{p.cut.quantity}"


def _notions(pattern: Pattern, pieces: Sequence[FinishedPiece], unit: Unit) -> list[Notion]:
    found = [_closure(pattern, c, unit) for c in pattern.closures]
    for p in pieces:
        row = _row(p)
        long, wide = max(row.width, row.length), min(row.width, row.length)
        fold = 2 if p.fold is not None and p.cut.on_fold else 1
        if p.cut.layer == ELASTIC:
            net = sum(e.path.length for e in p.edges if e.name == "wrist" or e.kind == "seam") / 2
            whole = max(net, long) * fold
            found.append(
                Notion(
                    f"Elastic, {format_length(wide, unit)} wide ({p.name})",
                    f"{p.cut.quantity} × {format_length(whole + LAP, unit)}, {format_length(LAP, unit)} of it lapped over",
                )
            )
        elif p.cut.layer == BINDING or p.name.startswith(BINDING):
            found.append(
                Notion(
                    f"Bias strip, {format_length(wide, unit)} wide ({p.name})",
                    f"{format_length(long * fold * p.cut.quantity, unit)} of it",
                )
            )
    return found


def _closure(pattern: Pattern, c: Closure, unit: Unit) -> Notion:
    if c.kind == "zip":
        return Notion(f"Zip ({c.name})", format_length(c.length, unit) + " long" if c.length else "length as the opening")
    apart = ""
    if c.kind == "buttons":
        # On the side they are marked on.
        for p in pattern.pieces:
            at = [m.at for m in p.marks if m.kind == "button"]
            if len(at) > 1:
                gaps = sorted(abs(b - a) for a, b in pairwise(sorted(at, key=lambda z: z.imag)))
                least, most = (format_length(g, unit) for g in (gaps[0], gaps[-1]))
                apart = f", {least} apart" if least == most else f", {least} to {most} apart"
                break
    return Notion(f"{c.kind.capitalize()} ({c.name})", f"{c.count}{apart}" if c.count else "as many as it takes")


def _working(replay: Replay, unit: Unit) -> list[tuple[str, str]]:
    """Sums of the steps that added something: what one looks up again at the machine."""
    out = []
    for d in replay.done:
        if d.step.group == "Add" and not d.step.muted:
            for s in d.working:
                said = s.spoken(unit)
                if said and not s.note:
                    out.append((f"Step {d.number}: {s.label}", said))
    return out[:MOST_SUMS]
