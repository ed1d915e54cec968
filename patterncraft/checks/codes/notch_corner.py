"""Does a notch stand so near to the end of its seam that it falls into the allowance?"""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    clear = s.rules.looking.notch_clear
    told = {(c.parts[0].seam, name) for c in s.pattern.closures for part in c.parts for name in (part.start, part.end)}
    for seam in s.pattern.seams:
        whole = s.promises[seam.name].length_a
        ruled = {name for r in seam.rules for name in (r.start, r.end)}
        for n in s.pattern.notches_of(seam.name):
            near = min(n.at_a, whole - n.at_a)
            if near >= clear - 1e-6 or n.name in ruled or (seam.name, n.name) in told or whole < 2 * clear:
                continue
            piece, at = s.place(seam.a, n.at_a)
            words = f"{seam.name}: the notch “{n.name}” is {max(near, 0.0):.1f} cm from the end: cut, it lies in the allowance of the corner."
            to = round(clear if n.at_a < 0.5 * whole else whole - clear, 4)
            cure = {"move": "move_notch", "seam": seam.name, "notch": n.name, "to": to}
            yield Finding(words, clear - near, clear, piece, n.name, seam.name, at, cure)


CHECK = Check(
    "notch-corner",
    "Notches",
    "No notch in a corner",
    "Within a finger's width of an end a snip is lost in the allowance, or weakens the corner.",
    "The notch is moved clear of the end, on both sides at once.",
    _look,
    "looking.notch_clear",
)
