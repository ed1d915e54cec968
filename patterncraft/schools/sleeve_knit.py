"""The sleeve for knits: front and back alike, the cap as long as its armhole, the arm's girth without ease."""

from __future__ import annotations

from typing import ClassVar

from pydantic import Field

from ..house import Strict, length_field
from .sleeve_thirds import Settings as Thirds
from .sleeve_thirds import SleeveThirds


class Settings(Thirds):
    """What a workroom may change in this draft. Lengths in cm."""

    biceps_ease: float = length_field(0.0, "Biceps ease", "The cloth gives: 0 to 2; negative for a close one.", -4, 12)
    out: float = length_field(1.3, "Out at the upper third", "Flatter than in woven cloth: there is nothing to round over.", 0, 3)
    hollow: float = length_field(0.8, "Hollow at the lower third", "The armhole's own hollow, nearly.", 0, 2)
    solve: bool = Field(
        default=True, title="Bring the cap to its ease", description="Else it is only measured against the armhole, and told."
    )
    cap_ease: float = length_field(0.0, "Cap ease", "Knits are sewn in flat: 0 to 0.5.", -1, 3)
    hem_ease: float = length_field(4.0, "Hem ease", "The hand passes a hem that stretches.", 0, 20)


class SleeveKnit(SleeveThirds):
    """See ``reason`` and ``differs``. Common practice, no source."""

    name: ClassVar[str] = "sleeve-knit"
    title: ClassVar[str] = "Sleeve for knits"
    reason: ClassVar[str] = "For stretch cloth that is sewn in flat before the side seams: no ease to shrink away."
    differs: ClassVar[str] = (
        "The sleeve by thirds with the cap exactly as long as its armhole and the arm's own girth. The cloth does what ease does elsewhere."
    )
    settings: ClassVar[type[Strict]] = Settings
