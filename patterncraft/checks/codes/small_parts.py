"""Has a child's garment small parts that come off?"""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Check, Finding
from ..subject import Subject
from .neck_cord import LOCAL


def _look(s: Subject) -> Iterator[Finding]:
    if s.rules.wear.wearer != "child":
        return
    for c in s.pattern.closures:
        if c.kind in ("buttons", "hooks"):
            yield Finding(
                f"The {c.name} on a child's garment: small parts come off and are swallowed. {LOCAL}",
                1,
                0,
                "",
                c.name,
                c.parts[0].seam,
            )


CHECK = Check(
    "small-parts",
    "Cautions",
    "No small parts on a small child's garment",
    "What comes off goes into the mouth. " + LOCAL,
    "Sew them on so that they hold, or close it otherwise.",
    _look,
    unit="",
    quiet=True,
)
