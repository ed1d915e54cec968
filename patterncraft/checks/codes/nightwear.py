"""Is it nightwear, for which other cloth is asked?"""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Check, Finding
from ..subject import Subject
from .neck_cord import LOCAL


def _look(s: Subject) -> Iterator[Finding]:
    if s.rules.wear.when == "night":
        whose = "a child's nightwear" if s.rules.wear.wearer == "child" else "nightwear"
        yield Finding(f"This is {whose}: how fast its cloth burns is regulated. {LOCAL}", 1, 0)


CHECK = Check(
    "nightwear",
    "Cautions",
    "Nightwear of a cloth that is allowed",
    "Loose nightwear of cotton or brushed cloth burns fast. " + LOCAL,
    "Ask for the cloth's class before it is cut.",
    _look,
    unit="",
    quiet=True,
)
