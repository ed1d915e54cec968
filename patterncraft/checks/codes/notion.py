"""Can what closes it be bought: zips in a length that is sold, buttons not too far apart?"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ...handwork.zips import SAME, nearest_zip
from ...paper.closure import Closure
from ..finding import Check, Finding
from ..openings import Opened, opened
from ..subject import Subject

SHORTER: Final = 1.0
"""cm by which what was bought may differ from what it opens."""
BUTTONS: Final = 12.0
"""cm between two buttons, beyond which the edge gapes (common practice, no source)."""


def _look(s: Subject) -> Iterator[Finding]:
    for c in s.pattern.closures:
        parts = [o for o in opened(s) if o.closure is c]
        if not parts:
            continue
        size = sum(o.length for o in parts)
        piece, at = s.place(s.pattern.seam(parts[-1].reach.seam).a, parts[-1].high)
        yield from _of(c, size, parts, piece, at)


def _of(c: Closure, size: float, parts: list[Opened], piece: str, at: complex) -> Iterator[Finding]:
    seam = parts[0].reach.seam
    if c.kind == "zip":
        sold = nearest_zip(c.length or size)
        if abs(sold - (c.length or size)) > SAME:
            yield Finding(
                f"The {c.name} is {c.length or size:.1f} cm long: zips are sold in {sold:.0f} cm.",
                abs(sold - (c.length or size)),
                0.0,
                piece,
                c.name,
                seam,
                at,
            )
        elif size - c.length > SHORTER:
            yield Finding(
                f"The {c.name} is {c.length:.1f} cm long, and its opening {size:.1f} cm.",
                size - c.length,
                SHORTER,
                piece,
                c.name,
                seam,
                at,
            )
    elif c.count < 1:
        yield Finding(f"The {c.name} do not say how many.", 1, 0, piece, c.name, seam, at)
    elif c.kind == "buttons" and c.count > 1 and size / (c.count - 1) > BUTTONS + 3:
        apart = size / (c.count - 1)
        yield Finding(
            f"The {c.name} stand {apart:.1f} cm apart: the edge gapes between them.", apart, BUTTONS, piece, c.name, seam, at
        )


CHECK = Check(
    "notion",
    "Complete",
    "What closes it can be bought",
    "A zip is sold in certain lengths; it may be shortened, never lengthened.",
    "Take the nearest length that is sold, and open the seam so far.",
    _look,
)
