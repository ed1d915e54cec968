"""A sewing order derived from the seams, as a suggestion: what has to be sewn before what, and within that as workrooms go about it.

A seam that runs over a joint (an armhole over the shoulder) can be sewn whole only when the seam of that joint is. So much the paper says by itself. What is
free otherwise goes: within a section before between sections, shoulders before sides, small parts before large (common practice, no source).
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from typing import Final, Literal

from ..paper.dart import darts_of
from ..paper.pattern import Pattern
from ..paper.seam import Seam, Side, Stretch

Kind = Literal["fuse", "dart", "fullness", "seam", "close", "hem"]
EARLY: Final = ("pocket", "fly", "placket", "slit", "collar", "cuff", "under", "upper", "tie", "flap", "loop")
"""Words in the names of small parts, which are made up by themselves."""
WITHIN: Final = ("panel", "yoke", "dart", "pocket", "fly", "placket", "slit")
"""Words in the names of seams within a section."""
LATE: Final = ("waist", "cap", "armhole", "hem", "neckline")


@dataclass(frozen=True, slots=True)
class Sewing:
    """One thing to do at the machine. ``after``: the seams that have to be sewn before, by name."""

    kind: Kind
    what: str
    words: str
    after: tuple[str, ...] = ()


def sewing_order(pattern: Pattern) -> list[Sewing]:
    """Everything in order: fused, darts, fullness drawn in, seams, closures, hems."""
    fused = [p.name for p in pattern.pieces if p.cut.interfacing]
    out = [Sewing("fuse", ", ".join(fused), f"Fuse interfacing to the {_and(fused)}.")] if fused else []
    out += [
        _dart(p.name, [d.name for d in darts_of(p)], [x.name for x in p.lenses]) for p in pattern.pieces if darts_of(p) or p.lenses
    ]
    waiting = {s.name: s for s in pattern.seams if s.b}
    needs = {n: [x for x in _joints(s, pattern) if x != n] for n, s in waiting.items()}
    sewn: set[str] = set()
    opened = {p.seam: c.name for c in pattern.closures for p in c.parts}
    order: list[str] = []
    while waiting:
        ready = [n for n in waiting if all(x in sewn or x not in needs for x in needs[n])]
        # Seams that wait for each other in a ring: the one that waits for least is begun with, and sewn in parts.
        name = min(ready or waiting, key=lambda n: _rank(waiting[n], len(needs[n]), pattern))
        order.append(name)
        sewn.add(name)
        seam = waiting.pop(name)
        after = tuple(dict.fromkeys(x for x in needs[name] if x in sewn))
        gathers = _fullness(seam)
        if gathers:
            out.append(Sewing("fullness", name, gathers))
        left_open = f" Leave it open where the {opened[name]} goes." if name in opened else ""
        out.append(Sewing("seam", name, f"Sew the {name}: {_side(seam.a)} to {_side(seam.b)}.{left_open}", after))
    for c in pattern.closures:
        parts = tuple(dict.fromkeys(p.seam for p in c.parts))
        act = "Set in the zip" if c.kind == "zip" else "Work buttonholes, sew on buttons" if c.kind == "buttons" else "Sew on hooks"
        out.append(Sewing("close", c.name, f"{act} in the {_and(list(parts))}.", parts))
    hems = [f"{p.name}" for p in pattern.pieces if any(e.kind == "hem" for e in p.outline)]
    if hems:
        out.append(Sewing("hem", "hem", f"Turn up the hem of the {_and(hems)}.", tuple(order)))
    return out


def _joints(seam: Seam, pattern: Pattern) -> list[str]:
    """Seams by which the sheets of one of its sides hang together where it runs on from one to the next: those that end at that very joint."""
    out = []
    for side in (seam.a, seam.b):
        for one, other in pairwise(side):
            if one.piece != other.piece:
                here = {(one.piece, e) for e in _beside(pattern, one, far=True)}
                there = {(other.piece, e) for e in _beside(pattern, other, far=False)}
                out += [s.name for s in pattern.seams if s.b and _joins(s, here, there)]
    return out


def _beside(pattern: Pattern, stretch: Stretch, far: bool) -> list[str]:
    """The edges next to a stretch at the end where its walk begins, or at the far one. Where it is not told from where it is walked: both."""
    names = [e.name for e in pattern.piece(stretch.piece).outline if not e.is_sewn_shut]
    runs = [n for k, n in enumerate(names) if n != names[k - 1]] or names
    if stretch.edge not in runs:
        return []
    k = runs.index(stretch.edge)
    both = [runs[k - 1], runs[(k + 1) % len(runs)]]
    if stretch.start not in both:
        return both
    return [e for e in both if (e != stretch.start) == far]


def _joins(s: Seam, here: set[tuple[str, str]], there: set[tuple[str, str]]) -> bool:
    first, second = {(x.piece, x.edge) for x in s.a}, {(x.piece, x.edge) for x in s.b}
    return bool((first & here and second & there) or (second & here and first & there))


def _rank(seam: Seam, needs: int, pattern: Pattern) -> tuple[int, int, int, float, str]:
    """Small parts and lines within a section first, then shoulders and centres, sides, and what runs round the body."""
    name = seam.name.split()
    small = all(any(w.startswith(EARLY) for w in x.piece.split()) for x in (*seam.a, *seam.b))
    if small or any(w.startswith(WITHIN) for w in name):
        stage = 1
    elif name[-1] in LATE or len(seam.a) > 1 or len(seam.b) > 1:
        stage = 4
    elif {"side", "underarm"} & set(name):
        stage = 3
    else:
        stage = 2
    return (stage, needs, len(seam.a) + len(seam.b), pattern.side_length(seam.a), seam.name)


def _fullness(seam: Seam) -> str:
    kinds = {seam.rule.kind, *(r.rule.kind for r in seam.rules)}
    said = [
        w
        for k, w in (("gather", "Gather"), ("pleat", "Lay the pleats of"), ("ease", "Ease in"), ("stretch", "Stretch"))
        if k in kinds
    ]
    if not said:
        return ""
    longer = seam.a if seam.rule.longer == "a" else seam.b
    return f"{said[0]} the {_side(longer)} to its notches."


def _dart(piece: str, darts: list[str], lenses: list[str]) -> Sewing:
    names = list(dict.fromkeys([*darts, *lenses]))
    return Sewing("dart", piece, f"Sew the {_and(names)} of the {piece}.")


def _side(side: Side) -> str:
    return " and ".join(dict.fromkeys(f"{s.piece} {s.edge}" for s in side))


def _and(names: list[str]) -> str:
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}" if names else ""
