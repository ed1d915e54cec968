"""Does a notch stand so near to the end of its seam that it falls into the allowance?"""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    clear = s.rules.looking.notch_clear
    told = {(part.seam, name) for c in s.pattern.closures for part in c.parts for name in (part.start, part.end)}
    for seam in s.pattern.seams:
        promised = s.promises[seam.name]
        ruled = {name for r in seam.rules for name in (r.start, r.end)}
        for n in s.pattern.notches_of(seam.name):
            # On the side on which it stands nearer to an end: an eased side is the longer one.
            sides = [] if n.only_b else [(seam.a, n.at_a, promised.length_a)]
            if seam.b and n.at_b is not None and promised.length_b is not None:
                sides.append((seam.b, n.at_b, promised.length_b))
            near, (side, along, whole) = min(((min(x[1], x[2] - x[1]), x) for x in sides), key=lambda x: x[0])
            if near >= clear - 1e-6 or n.name in ruled or (seam.name, n.name) in told or whole < 2 * clear:
                continue
            piece, at = s.place(side, along)
            words = f"{seam.name}: the notch “{n.name}” is {max(near, 0.0):.1f} cm from the end: cut, it lies in the allowance of the corner."
            to = n.at_a + (clear - near if along < 0.5 * whole else near - clear)
            cure = {"move": "move_notch", "seam": seam.name, "notch": n.name, "to": round(to, 4)}
            away = {"move": "remove_notch", "seam": seam.name, "notch": n.name}
            yield Finding(words, clear - near, clear, piece, n.name, seam.name, at, cure, others=(away,))


CHECK = Check(
    "notch-corner",
    "Notches",
    "No notch in a corner",
    "Within a finger's width of an end a snip is lost in the allowance, or weakens the corner.",
    "The notch is moved clear of the end, on both sides at once.",
    _look,
    "looking.notch_clear",
)
