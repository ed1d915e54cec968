"""Can what closes it be bought: zips in a length that is sold, buttons not too far apart?"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ...handwork.zips import FLY_END, SAME, nearest_zip
from ...paper.closure import Closure
from ...paper.nearest import nearest_on
from ...paper.sewn import run_of
from ...places.levels import downward
from ..finding import Check, Finding
from ..openings import Opened, opened
from ..subject import Subject

SHORTER: Final = 1.0
"""cm by which what was bought may differ from what it opens."""
ON_EDGE: Final = 0.05
"""cm: a mark so near to an edge lies on it."""
BUTTONS: Final = 12.0
"""cm between two buttons, beyond which the edge gapes (common practice, no source)."""


def _look(s: Subject) -> Iterator[Finding]:
    for c in s.pattern.closures:
        parts = [o for o in opened(s) if o.closure is c]
        if not parts:
            continue
        size = sum(o.length for o in parts)
        piece, at = s.place(s.pattern.seam(parts[-1].reach.seam).a, parts[-1].lower_end)
        yield from _of(c, size, parts, piece, at)
        if c.kind == "zip":
            yield from _beside_its_fly(s, parts[-1])


def _beside_its_fly(s: Subject, part: Opened) -> Iterator[Finding]:
    """A zip that ends elsewhere than the fly that is made for it."""
    seam = s.pattern.seam(part.reach.seam)
    piece, end = s.place(seam.a, part.lower_end)
    sheet = s.pattern.piece(piece)
    edges = [sheet.outline[i].path for x in seam.a if x.piece == piece for i in run_of(sheet, x.edge, x.run)]
    for mark in sheet.marks:
        if not mark.name.startswith(FLY_END) or min(nearest_on(e, mark.at)[0] for e in edges) > ON_EDGE:
            continue
        off = abs(mark.at - end)
        if off > SHORTER:
            way = "above" if ((end - mark.at) * downward(sheet).conjugate()).real > 0 else "below"
            yield Finding(f"Its fly ends {off:.1f} cm {way} the zip.", off, SHORTER, piece, mark.name, seam.name, mark.at)


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
    "Take the nearest length that is sold, and open the seam so far; a fly is made as long as its zip.",
    _look,
)
