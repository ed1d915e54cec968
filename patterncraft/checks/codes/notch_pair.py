"""Does every notch stand on both sides of its seam, as far along as its rule wants?"""

from __future__ import annotations

from collections.abc import Iterator

from ...paper.seam import Notch, Seam
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    tolerance = s.rules.sewing_tolerance
    for seam in s.pattern.seams:
        p = s.promises[seam.name]
        for n in s.pattern.notches_of(seam.name):
            beyond = max(
                0.0 if n.only_b else n.at_a - p.length_a,
                n.at_b - p.length_b if seam.b and n.at_b is not None and p.length_b else 0.0,
            )
            off = 0.0 if seam.rules or n.pair is None else _off(seam, n, tolerance)
            if beyond > tolerance:
                words, amount, limit, cure = "lies beyond the end of its side", beyond, tolerance, _gone(seam, n)
            elif seam.b and n.pair is None:
                words, amount, limit, cure = "has no partner on the other side", 1.0, 0.0, _moved(seam, n, n.at_a)
            elif seam.b and off:
                further = "further" if off > 0 else "less far"
                words = f"stands {abs(off):.2f} cm {further} along the first side than along the second"
                # As far as the rule wants it, on the second side; then on the first.
                amount, limit, cure = (
                    abs(off),
                    tolerance,
                    _moved(seam, n, n.at_a) | {"to_b": round((n.at_b or 0.0) + _beyond(off, seam), 4)},
                )
            else:
                continue
            piece, at = s.place(seam.b, n.at_b) if n.only_b and n.at_b is not None else s.place(seam.a, n.at_a)
            told = f"{seam.name}: the notch “{n.name}” {words}."
            others = (_moved(seam, n, n.at_a), _moved(seam, n, n.pair[1]), _gone(seam, n)) if n.pair else (_gone(seam, n),)
            yield Finding(told, amount, limit, piece, n.name, seam.name, at, cure, others=others)
    for other, name, pairs in _twice(s):
        piece, at = s.place(s.pattern.seam(other).a, pairs)
        yield Finding(f"{other}: there are two notches called “{name}”.", 1, 0, piece, name, other, at)


def _off(seam: Seam, n: Notch, tolerance: float) -> float:
    """cm by which the first side is too far for what the seam's rule leaves; nought where it may be so."""
    off = n.at_a - (n.at_b or 0.0)
    if seam.rule.kind not in ("equal", "ease"):
        return 0.0
    low = high = 0.0
    if seam.rule.kind == "ease":
        low, high = (0.0, seam.rule.maximum) if seam.rule.longer == "a" else (-seam.rule.maximum, 0.0)
    return 0.0 if low - tolerance <= off <= high + tolerance else off


def _beyond(off: float, seam: Seam) -> float:
    """cm by which the second side's notch has to go on so that the first is no further along than the rule lets it."""
    if seam.rule.kind != "ease":
        return off
    low, high = (0.0, seam.rule.maximum) if seam.rule.longer == "a" else (-seam.rule.maximum, 0.0)
    return off - high if off > high else off - low


def _twice(s: Subject) -> Iterator[tuple[str, str, float]]:
    seen = set()
    for n in s.pattern.notches:
        if (n.seam, n.name) in seen:
            yield n.seam, n.name, n.at_a
        seen.add((n.seam, n.name))


def _moved(seam: Seam, n: Notch, to: float) -> dict[str, object]:
    return {"move": "move_notch", "seam": seam.name, "notch": n.name, "to": round(to, 4)}


def _gone(seam: Seam, n: Notch) -> dict[str, object]:
    return {"move": "remove_notch", "seam": seam.name, "notch": n.name}


CHECK = Check(
    "notch-pair",
    "Notches",
    "Every notch has its partner, equally far along",
    "Notches that do not meet shift the whole seam when it is pinned.",
    "The notch is moved on both sides at once, or taken away.",
    _look,
    "sewing_tolerance",
)
