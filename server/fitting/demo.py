"""Two toiles of the choir's library: one that became a revision, one that is still worked at. All invented."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Any, Final

from ..shelf.models import Block
from ..styles.services import change
from ..workrooms.models import Workroom
from . import services
from .models import Fitting
from .shapes import FittingIn


@dataclass(frozen=True)
class DemoToile:
    """A toile, what was seen (piece, place on it in cm, words), what was corrected; ``note``: of the revision that came of it, none while it is worked at."""

    block: str
    worn_on: date
    cloth: str
    remarks: str
    seen: tuple[tuple[str, complex, str], ...]
    corrections: tuple[dict[str, Any], ...]
    note: str = ""


BLOCK: Final = "Ilva, close bodice"
TOILES: Final = (
    DemoToile(
        BLOCK,
        date(2026, 2, 18),
        "calico, medium",
        "Stands well from the side. Too much cloth behind above the waist; the shoulders stand off at their ends.",
        (("back", 9 + 34j, "stands off above the waist"), ("front", 13 + 6j, "the end of the shoulder stands off")),
        (
            {"move": "take_in", "piece": "back", "darts": ["waist dart"], "amount": 0.6, "note": "1.2 round the body"},
            {"move": "shoulder_slope", "amount": 0.5},
        ),
        "back dart taken in, shoulders lowered",
    ),
    DemoToile(
        BLOCK,
        date(2026, 3, 4),
        "calico, medium",
        "Much better. It rides up when she breathes for a long line: a little short in the waist.",
        (("front", 13 + 36j, "rides up, pulls from here to the side"),),
        (
            {
                "move": "lengthen",
                "pieces": ["front", "back"],
                "at": {"edge": "side", "from": "waist", "distance": 4.0},
                "amount": 1.0,
            },
        ),
    ),
)


def try_on(room: Workroom, toile: DemoToile) -> None:
    """As a person would: entered, noted, corrected step by step, and made a revision where it became one."""
    block = Block.objects.get(workroom=room, name=toile.block)
    fitting: Fitting = services.begin(block, FittingIn(worn_on=toile.worn_on, cloth=toile.cloth, remarks=toile.remarks))
    for piece, at, text in toile.seen:
        fitting.notes.create(piece=piece, x=at.real, y=at.imag, text=text)
    style = fitting.style
    for n in range(1, len(toile.corrections) + 1):
        if style is not None:
            style = change(style, style.version, [dict(s) for s in toile.corrections[:n]], f"correction {n}")
    if toile.note:
        services.make_revision(services.fitting_of(room, fitting.pk), toile.note, fitted=False)
