"""Does the sewn garment go round the hip, with room to sit?"""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Check, Finding
from ..round_body import too_tight
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    yield from too_tight(s, ("hip",), "hip_girth", s.rules.ease.hip, "hip")


CHECK = Check(
    "girth-hip",
    "Girths",
    "The garment goes round the hip",
    "Tight over the hip it rides up and strains at the side.",
    "Let the side seams out, or add ease for the layer; or cut it for the body it is to fit.",
    _look,
    "ease.hip",
    body=True,
)
