"""Do both sides of every seam have the length that its rule wants, as a whole and between the notches that have rules of their own?"""

from __future__ import annotations

from collections.abc import Iterator

from ...ledger import Promise
from ..finding import Check, Finding
from ..subject import Subject
from ..truing import truings

MOST = 5.0
"""cm that a seam is trued by at most: more wants another cure."""


def _look(s: Subject) -> Iterator[Finding]:
    limit = s.rules.sewing_tolerance
    for seam in s.pattern.seams:
        p = s.promises[seam.name]
        if p.wholes:
            piece, at = s.middle(seam)
            yield Finding(f"{p.name}: {p.cure}", abs(p.wholes[0] - p.wholes[1]), limit, piece, "", p.name, at)
        elif p.over_whole:
            piece, at = s.middle(seam)
            first, *others = truings(p.name) if _is_trued(p) else (None,)
            yield Finding(
                f"{p.name}: {p.cure}", abs(p.over_whole), limit, piece, "", p.name, at, first, others=tuple(o for o in others if o)
            )
        done = 0.0
        for i in p.intervals:
            if i.over and i.rule:
                piece, at = s.place(seam.a, done + 0.5 * i.length_a)
                words = f"{p.name}, from {i.start} to {i.end}: {_longer(i.over)} for what is {i.rule}."
                yield Finding(words, abs(i.over), limit, piece, f"{i.start} to {i.end}", p.name, at)
            done += i.length_a


def _longer(over: float) -> str:
    return f"the first side is {abs(over):.2f} cm too {'long' if over > 0 else 'short'}"


def _is_trued(p: Promise) -> bool:
    return p.length_b is not None and p.has_partner and abs(p.over) <= MOST and not any(i.rule for i in p.intervals)


CHECK = Check(
    "seam-length",
    "Seams",
    "Both sides of a seam are as long as its rule wants",
    "What is too long puckers, what is too short cannot be sewn.",
    "The side that gives is trued at its end; or the seam gets a rule that says where the fullness goes.",
    _look,
    "sewing_tolerance",
)
