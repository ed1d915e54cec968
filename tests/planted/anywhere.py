"""Faults that can be planted in any style: each chooses its seam, edge or piece by lot, spoils it, and says which check must find it where."""

from __future__ import annotations

import cmath
import random  # noqa: TID251  (seeded by whoever plants)
from collections.abc import Callable
from dataclasses import replace
from typing import NamedTuple

from patterncraft.checks.examine import examine
from patterncraft.checks.finding import Finding
from patterncraft.checks.subject import Subject
from patterncraft.house import edge_word
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Grain, Piece
from patterncraft.paper.seam import Seam, SeamRule

from .ground import Spoil, corner_moved, drawn, of_notch, of_piece, of_seam, waved


class Plant(NamedTuple):
    """What was done, the check that must find it, a word of its place, and the spoiling."""

    what: str
    code: str
    place: str
    spoil: Spoil


def plants(subject: Subject, dice: random.Random) -> list[Plant]:
    """One fault of each kind that this style has room for; the unspoilt style has no finding of that code there."""
    found = [make(subject.pattern, dice) for make in _KINDS]
    clean = examine(subject)
    return [p for p in found if p is not None and not any(_is_at(f, p) for f in clean)]


def is_found(subject: Subject, plant: Plant) -> bool:
    """Whether the check names the fault at its place."""
    hurt = replace(subject, pattern=plant.spoil(subject.pattern), ledger=None)
    return any(_is_at(f, plant) for f in examine(hurt))


def _is_at(f: Finding, plant: Plant) -> bool:
    return f.code == plant.code and plant.place in (f.piece, f.edge, f.seam)


def _equal(pattern: Pattern, dice: random.Random) -> Seam | None:
    """A seam promised equal, one edge on each side, of two pieces."""
    able = [s for s in pattern.seams if s.rule.kind == "equal" and not s.rules and len(s.a) == len(s.b) == 1]
    able = [s for s in able if s.a[0].piece != s.b[0].piece and pattern.side_length(s.a) > 8.0 and _is_one(pattern, s)]
    return dice.choice(able) if able else None


def _is_one(pattern: Pattern, s: Seam) -> bool:
    piece = pattern.piece(s.a[0].piece)
    return sum(e.name == s.a[0].edge for e in piece.outline) == 1


def _longer(pattern: Pattern, dice: random.Random) -> Plant | None:
    s = _equal(pattern, dice)
    if s is None:
        return None
    piece, edge = s.a[0].piece, s.a[0].edge
    own = next(e for e in pattern.piece(piece).outline if e.name == edge)
    spoil = of_piece(piece, corner_moved(edge, 1.5 * own.path.end_direction))
    return Plant(f"{piece}: the {edge} 1.5 longer than its partner", "seam-length", s.name, spoil)


def _promised(pattern: Pattern, dice: random.Random) -> Plant | None:
    s = _equal(pattern, dice)
    rule = SeamRule("gather", ratio=1.6)
    return s and Plant(
        f"{s.name}: gathers promised, none there", "seam-length", s.name, of_seam(s.name, lambda x: replace(x, rule=rule))
    )


def _notch(pattern: Pattern, dice: random.Random) -> Plant | None:
    able = [n for n in pattern.notches if n.at_b is not None and n.at_a > 3.0 and pattern.seam(n.seam).rule.kind == "equal"]
    able = [n for n in able if not pattern.seam(n.seam).rules]
    if not able:
        return None
    n = dice.choice(able)
    return Plant(f"{n.seam}: the notch {n.name} 2 cm along", "notch-pair", n.seam, of_notch(n.seam, n.name, at_a=n.at_a - 2.0))


def _fullness(pattern: Pattern, dice: random.Random) -> Plant | None:
    able = [s for s in pattern.seams if s.b and any(r.rule.kind in ("gather", "pleat") for r in s.rules)]
    if not able:
        return None
    s = dice.choice(able)
    return Plant(
        f"{s.name}: its rules taken away",
        "seam-length",
        s.name,
        of_seam(s.name, lambda x: replace(x, rules=(), rule=SeamRule("equal"))),
    )


def _grain(pattern: Pattern, dice: random.Random) -> Plant | None:
    able = [
        p for p in pattern.pieces if p.grain is not None and any(e.kind == "fold" for e in p.outline) and p.cut.layer == "shell"
    ]
    if not able:
        return None
    p = dice.choice(able)
    return Plant(f"{p.name}: its grain 30° aslant of the fold", "fold-grain", p.name, of_piece(p.name, _aslant))


def _aslant(p: Piece) -> Piece:
    assert p.grain is not None
    aslant = p.grain.start + (p.grain.end - p.grain.start) * cmath.rect(1.0, 0.52)
    return replace(p, grain=Grain(p.grain.start, aslant))


def _without_grain(pattern: Pattern, dice: random.Random) -> Plant | None:
    able = [p for p in pattern.pieces if p.grain is not None]
    p = dice.choice(able)
    return Plant(f"{p.name}: no grain", "grain-none", p.name, of_piece(p.name, lambda x: replace(x, grain=None)))


def _wave(pattern: Pattern, dice: random.Random) -> Plant | None:
    able = [
        (p, e)
        for p in pattern.pieces
        for e in p.outline
        if edge_word(e.name) in ("armhole", "neckline", "side") and e.length > 12.0
    ]
    able = [(p, e) for p, e in able if sum(x.name == e.name for x in p.outline) == 1]
    if not able:
        return None
    p, e = dice.choice(able)
    return Plant(f"{p.name}: the {e.name} to and fro", "fair", e.name, of_piece(p.name, drawn(e.name, waved(5, 0.8))))


def _leg(pattern: Pattern, dice: random.Random) -> Plant | None:
    firsts = [(p, d, next(e for e in p.outline if e.name == d.name)) for p in pattern.pieces for d in darts_of(p)]
    able = [(p, d, into) for p, d, into in firsts if into.path.end == d.pivot]
    if not able:
        return None
    p, d, into = dice.choice(able)
    spoil = of_piece(p.name, corner_moved(d.name, -0.8 * into.path.start_direction, at_end=False))
    return Plant(f"{p.name}: a leg of the {d.name} 0.8 longer", "dart-legs", p.name, spoil)


_KINDS: tuple[Callable[[Pattern, random.Random], Plant | None], ...] = (
    _longer, _promised, _notch, _fullness, _grain, _without_grain, _wave, _leg,
)  # fmt: skip
