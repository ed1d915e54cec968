"""Does the sewn garment go round the waist, darts shut, gathers and pleats taken up?"""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Check, Finding
from ..round_body import too_tight
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    yield from too_tight(s, ("waist",), "waist_girth", s.rules.ease.waist, "waist")


CHECK = Check(
    "girth-waist",
    "Girths",
    "The garment goes round the waist",
    "A waist that is too tight cannot be closed.",
    "Let the side seams out, or add ease for the layer; or cut it for the body it is to fit.",
    _look,
    "ease.waist",
    body=True,
)
