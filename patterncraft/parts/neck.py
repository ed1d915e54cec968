"""A neckline as a collar meets it: from the centre front to the centre back, with the shoulder between."""

from __future__ import annotations

from collections.abc import Collection
from typing import NamedTuple

from ..errors import MoveRefused
from ..paper.pattern import Pattern
from ..paper.seam import Side, Stretch
from ..paper.sewn import neighbours, sewn_length, starts_at_end
from ..working import Quantity, Sum, length
from .part import Pair
from .reading import Reading, read_side, strip_beside

SHOULDERS = ("shoulder", "overarm")


class Neck(NamedTuple):
    """``front`` and ``back``: cm from the centres to the shoulder. ``strip``: the end of a button stand that runs on before the centre
    front, and how long it is, cm (0 without)."""

    reading: Reading
    front: float
    back: float
    strip: Stretch | None
    stand: float

    @property
    def half(self) -> float:
        """cm from the centre front to the centre back."""
        return self.front + self.back

    @property
    def sums(self) -> tuple[Sum, ...]:
        """Half the neckline, from its stretches."""
        terms = tuple(Quantity(x) for x in self.reading.lengths)
        words = " + ".join(f"{s.piece} {{}}" for s in self.reading.side)
        return (Sum("Half the neckline", length(self.half), words, terms),)


def read_neck(pattern: Pattern, pieces: Collection[str], field: str) -> Neck:
    """The half neckline that waits for a collar.

    Raises MoveRefused where there is none, where it is open at the shoulder, or where it does not run from the centre front to the centre back.
    """
    reading = read_side(pattern, "neckline", field, pieces)
    for stop in reading.stops:
        if not stop.name:
            raise MoveRefused(
                f"the neckline is open {stop.at:.1f} cm from its front: its sheets are not sewn together there.",
                reading.seam.name,
                "Sew the shoulders first, or make the collar for one sheet.",
                field,
            )
    first, last = reading.side[0], reading.side[-1]
    for s, at_end, word in ((first, False, "centre front"), (last, True, "centre back")):
        if not _at_centre(pattern, s, at_end):
            raise MoveRefused(
                f"the neckline does not reach the {word}: the {s.piece} ends elsewhere.",
                reading.seam.name,
                "A collar is made for a half neckline, from centre to centre: fold the sheets first, or draw the neckline anew.",
                field,
            )
    shoulder = next((s.at for s in reading.stops if s.name in SHOULDERS), None)
    front = shoulder if shoulder is not None else _middle(reading)
    strip = strip_beside(pattern, reading)
    stand = sewn_length(pattern.piece(strip.piece), strip.edge, strip.run) if strip else 0.0
    return Neck(reading, front, reading.length - front, strip, stand)


def _middle(reading: Reading) -> float:
    """Where the neckline passes the shoulder when no seam tells: the middle of the sheet between front and back, as a raglan sleeve's."""
    stops = [0.0, *(s.at for s in reading.stops), reading.length]
    k = len(stops) // 2
    return stops[k] if len(stops) % 2 else 0.5 * (stops[k - 1] + stops[k])


def _at_centre(pattern: Pattern, s: Stretch, at_end: bool) -> bool:
    """Whether a stretch begins, or ends, at a centre: on a fold, an edge so called, or a drawn line of that name beside a strip."""
    piece = pattern.piece(s.piece)
    before, after = neighbours(piece, s.edge, s.run)
    beside = after if starts_at_end(piece, s.edge, s.start, s.run) != at_end else before
    if beside.startswith("centre") or any(e.name == beside and e.kind == "fold" for e in piece.outline):
        return True
    return any(x.name.startswith("centre") for x in piece.lines) and beside.endswith("neckline")


def neck_pairs(neck: Neck) -> tuple[Pair, ...]:
    """Notches of a collar's seam, from its front: at every seam the neckline crosses."""
    # The shoulder is told from other seams, and a collar from its mirror image, by where they lie.
    return tuple(Pair(s.name, s.at, s.at) for s in neck.reading.stops)


def with_strip(neck: Neck) -> Side:
    """The style's side with the end of its button stand before it."""
    return (neck.strip, *neck.reading.side) if neck.strip else neck.reading.side
