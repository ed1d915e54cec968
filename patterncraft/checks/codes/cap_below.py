"""Is the cap smooth below its notches, where ease would show under the arm?"""

from __future__ import annotations

from collections.abc import Iterator

from ..caps import caps
from ..finding import Check, Finding
from ..openings import is_cap_only
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    limit = s.rules.looking.cap_below
    for c in caps(s):
        lines = c.promise.intervals
        own = c.seam.a if c.cap == "a" else c.seam.b
        if len(lines) < 3 or c.promise.length_b is None or is_cap_only(s.pattern.piece(own[0].piece)):
            continue
        for k, at in ((0, 0.5 * lines[0].length_a), (-1, c.promise.length_a - 0.5 * lines[-1].length_a)):
            i = lines[k]
            ease = (i.length_a - (i.length_b or 0.0)) * (1 if c.cap == "a" else -1)
            if abs(ease) > limit:
                piece, z = s.place(c.seam.a, at)
                words = f"{c.seam.name}, from {i.start} to {i.end}: under the arm the cap has {abs(ease):.1f} cm {'more' if ease > 0 else 'less'} than the armhole; there it is to lie smooth."
                yield Finding(words, ease, limit, piece, f"{i.start} to {i.end}", c.seam.name, z)


CHECK = Check(
    "cap-below",
    "Armhole and sleeve",
    "No ease below the notches of a cap",
    "Below its notches the cap has the armhole's own curve.",
    "Move the notch, or lay the armhole's curve into the cap again.",
    _look,
    "looking.cap_below",
)
