"""Does the sewn garment go round the bust, with room to breathe?"""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Check, Finding
from ..round_body import too_tight
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    yield from too_tight(s, ("bust", "chest"), "bust_girth", s.rules.ease.bust, "bust")


CHECK = Check(
    "girth-bust",
    "Girths",
    "The garment goes round the bust",
    "What is taken in at the paper is missing at the fitting.",
    "Let the side seams out, or add ease for the layer; or cut it for the body it is to fit.",
    _look,
    "ease.bust",
    body=True,
)
