"""Is a band that is stretched into its seam stretched no further than its rib gives?"""

from __future__ import annotations

from collections.abc import Iterator

from ...paper.seam import Seam, Side
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    for seam in s.pattern.seams:
        if seam.rule.kind != "stretch" or not seam.b:
            continue
        p = s.promises[seam.name]
        long, short, band = (
            (p.length_a, p.length_b or 0.0, seam.b) if seam.rule.longer == "a" else (p.length_b or 0.0, p.length_a, seam.a)
        )
        needed = 100 * (long / short - 1) if short > 0 else 1000.0
        gives = _gives(s, band)
        if needed <= max(gives, _as_drafted(s, seam)) + 0.05:
            continue
        piece, at = s.place(band, 0.5 * short)
        words = f"{seam.name}: the band must be stretched by {needed:.0f} %, and gives {gives:.0f} %."
        yield Finding(words, needed, gives, piece, "", seam.name, at)


def _as_drafted(s: Subject, seam: Seam) -> float:
    """Hundredths by which the block's own band had to be stretched: that is its school's affair."""
    before = s.record.seam(seam.name)
    if before is None or not before.b or before.made:
        return 0.0
    long, short = (before.a, before.b) if seam.rule.longer == "a" else (before.b, before.a)
    return 100 * (long / short - 1) if short > 0 else 0.0


def _gives(s: Subject, band: Side) -> float:
    """Hundredths by which the band's cloth gives."""
    return min((s.pattern.piece(x.piece).cut.stretch or s.rules.looking.rib) for x in band)


CHECK = Check(
    "stretch",
    "Seams",
    "A band is stretched no further than its rib gives",
    "Beyond it the seam waves, and the band does not come back.",
    "Cut the band longer, or of a livelier rib.",
    _look,
    "looking.rib",
    "percent",
)
