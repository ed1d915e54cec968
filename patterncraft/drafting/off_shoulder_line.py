"""The line from an off-shoulder top to the underarm, on the body and, turned over, on the sleeve."""

from __future__ import annotations

from ..geometry.path import Path
from ..geometry.transform import Transform


def body_line(a: complex, b: complex) -> Path:
    """From the top edge to the underarm, a little hollow, arriving level."""
    way = 1 if b.real >= a.real else -1
    return Path(((a, a + (b - a) / 3 + 0.6j, b - way * abs(b - a) / 3, b),))


def sleeve_sides(front: Path, back: Path, top: float, width: float) -> tuple[Path, Path] | None:
    """The sleeve's two sides, each from its top (at ± half of ``top``, level 0) down to its underarm: the body's own lines, turned over where it takes
    that for the hollow to lie within the sleeve, so placed that the underarms are ``width`` cm apart. None where a line is too short for that."""
    reach = (width - top) / 2
    sides: list[Path] = []
    for line, sign in ((front, 1.0), (back, -1.0)):
        chord = line.end - line.start
        drop = abs(chord) ** 2 - reach**2
        if drop <= 1.0:
            return None
        start = complex(sign * top / 2, 0)
        wanted = complex(sign * reach, drop**0.5)
        straight_on = Transform(wanted / chord, start - wanted / chord * line.start)
        over = Transform(wanted / chord.conjugate(), start - wanted / chord.conjugate() * line.start.conjugate(), True)
        middle = 0.5 * line.length
        # The hollow lies toward the sleeve's middle.
        sides.append(min((line.placed(t) for t in (straight_on, over)), key=lambda p: sign * p.at(middle).real))
    return sides[0], sides[1]
