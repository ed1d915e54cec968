"""Are gathers as full as the cloth bears, and no fuller?"""

from __future__ import annotations

from collections.abc import Iterator

from ...house import HouseRules
from ..finding import Check, Finding
from ..subject import Subject

SEEN = 0.05
"""Of a ratio: less is no other fullness."""


def _look(s: Subject) -> Iterator[Finding]:
    low, high = range_of(s.rules)
    cloth = "any cloth" if s.rules.wear.weight == "any" else f"{s.rules.wear.weight} cloth"
    for seam in s.pattern.seams:
        p = s.promises[seam.name]
        gathered = [(i.start, i.end, i.length_a, i.length_b) for i in p.intervals if i.rule.startswith("gathered")]
        if seam.rule.kind == "gather" and not seam.rules and p.length_b:
            gathered.append(("start", "end", p.length_a, p.length_b))
        for start, end, a, b in gathered:
            if not a or not b:
                continue
            ratio = max(a, b) / min(a, b)
            if low - SEEN <= ratio <= high + SEEN:
                continue
            piece, at = s.middle(seam)
            word = "more" if ratio > high else "less"
            words = f"{seam.name}, {start} to {end}: gathered {ratio:.2f} : 1, {word} than {cloth} takes ({low:g} to {high:g} : 1)."
            yield Finding(words, ratio, high if ratio > high else low, piece, f"{start} to {end}", seam.name, at)


def range_of(rules: HouseRules) -> tuple[float, float]:
    """From how full to how full the house's cloth is gathered, times."""
    f = rules.fullness
    return {
        "any": (1.0, f.light_to),
        "light": (f.light_from, f.light_to),
        "medium": (f.medium_from, f.light_from),
        "heavy": (1.0, f.medium_from),
    }[rules.wear.weight]


CHECK = Check(
    "fullness",
    "Seams",
    "Gathers suit the weight of the cloth",
    "Light cloth takes two to three times, medium one and a half to two, heavy no more than one and a half.",
    "Open the strips by less or by more where they were spread.",
    _look,
    "fullness.light_to",
    "ratio",
)
