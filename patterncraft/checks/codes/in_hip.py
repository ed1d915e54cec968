"""Does a zip across the waist reach down to where the garment is wide enough for the hip to pass?"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ..finding import Check, Finding
from ..openings import Opened, depth_below_waist, girth_below_waist, has_hip, opened, waist_below
from ..subject import Subject
from ..waist import passes, waist_round

STEP: Final = 0.25
"""cm by which one looks further down."""
DEEPEST: Final = 60.0
HAIR: Final = 0.01
"""cm below the very level: at the hem's own there is paper or none by rounding."""


def _look(s: Subject) -> Iterator[Finding]:
    needed, word = passes(s)
    waist = waist_round(s)
    if needed is None or waist is None or waist.opens >= needed or not any(has_hip(p) for p in s.pattern.pieces):
        return
    lowest: tuple[float, Opened] | None = None
    for o in opened(s):
        depth = waist_below(s, o)
        if depth > 0 and (lowest is None or depth > lowest[0]):
            lowest = (depth, o)
    if lowest is None:
        return
    depth, o = lowest
    room = min(needed + 0.5 * s.rules.ease.hip, _hip(s, needed))
    wide = _wide_enough(s, depth, max(room, needed))
    short = wide - depth
    if short <= s.rules.looking.zip_short:
        return
    ends = [s.place(s.pattern.seam(o.reach.seam).a, x) for x in (o.low, o.high)]
    piece, at = max(ends, key=lambda e: depth_below_waist(s, s.pattern.piece(e[0]), e[1]))
    words = f"The {o.closure.name} ends {depth:.1f} cm below the waist; the garment is wide enough for the {word} {wide:.1f} cm below it: it must be {short:.1f} cm longer."
    yield Finding(words, short, s.rules.looking.zip_short, piece, "", o.reach.seam, at)


def _hip(s: Subject, needed: float) -> float:
    """cm round the garment's hip with all it gives; what is needed where it has none."""
    round_ = s.rounds.get("hip")
    return needed if round_ is None else round_.length * s.gives(round_.pieces)


def _wide_enough(s: Subject, depth: float, needed: float) -> float:
    """cm below the waist from which on the body passes, counted from the opening's end; below the hem it passes everywhere."""
    at = depth
    while at < DEEPEST and 0.0 < girth_below_waist(s, at + HAIR) < needed - 0.05:
        at += STEP
    return at


CHECK = Check(
    "in-hip",
    "Getting in",
    "A zip reaches to where it is wide enough",
    "A zip that ends above the hip's fullness opens nothing.",
    "A longer zip.",
    _look,
    "looking.zip_short",
    worked=True,
    body=True,
)
