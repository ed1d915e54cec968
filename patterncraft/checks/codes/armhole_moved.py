"""Was the armhole of the body changed after its sleeve was made, and the sleeve left as it was?"""

from __future__ import annotations

from collections.abc import Iterator

from ..caps import caps
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    limit = 4 * s.rules.sewing_tolerance
    for c in caps(s):
        before = s.record.seam(c.seam.name)
        if before is None or before.b is None or c.promise.length_b is None:
            continue
        now, was = (c.promise.length_a, c.promise.length_b), (before.a, before.b)
        own, body = (0, 1) if c.cap == "a" else (1, 0)
        moved, followed = now[body] - was[body], now[own] - was[own]
        if abs(moved - followed) > limit and abs(moved) > limit:
            piece, at = s.place(c.seam.b if c.cap == "a" else c.seam.a, 0.5 * now[body])
            words = f"The armhole has {'grown' if moved > 0 else 'shrunk'} by {abs(moved):.1f} cm since its sleeve was made, and the cap by {followed:.1f} cm."
            yield Finding(words, moved - followed, limit, piece, "armhole", c.seam.name, at)


CHECK = Check(
    "armhole-moved",
    "Armhole and sleeve",
    "A sleeve follows its armhole",
    "Lowered on the body alone, the armhole has no sleeve that fits.",
    "Do the same to the sleeve's underarm, or make the sleeve again.",
    _look,
    "sewing_tolerance",
)
