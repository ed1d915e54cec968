"""The choir's cloths, and which styles are cut of them. All invented."""

from __future__ import annotations

from typing import Any, Final

from ..styles.models import Style
from ..workrooms.models import Workroom
from .models import ClothCard
from .services import assign

CLOTHS: Final[tuple[tuple[str, str, dict[str, Any]], ...]] = (
    (
        "Night-blue wool crêpe",
        "For the winter concerts; hangs well, marks with a cool iron.",
        {"width": 150, "shrink_warp": 3, "shrink_weft": 2, "weight": 210, "price": 32, "in_stock": 1450},
    ),
    (
        "Checked flannel",
        "The bars run round the body: match them at the side.",
        {"width": 140, "repeat_along": 6, "repeat_across": 5, "weight": 180, "price": 18.5, "in_stock": 120},
    ),
    ("Cotton velvet, plum", "Pile upward, all pieces.", {"width": 112, "nap": True, "weight": 290, "price": 41}),
    ("White poplin", "", {"width": 140, "shrink_warp": 4, "shrink_weft": 1, "weight": 115, "price": 9.8}),
    ("Rib, night blue", "For neckbands and cuffs.", {"width": 90, "stretch": 60, "price": 14}),
)
ASSIGNED: Final = (("Winter concert bodice", "Night-blue wool crêpe"), ("Choir shirt with stand and fall", "White poplin"))


def hang_cloths(room: Workroom) -> None:
    """The cards, and a cloth for a style or two."""
    for name, note, card in CLOTHS:
        made = ClothCard(workroom=room, name=name, note=note, card=card)
        made.card = made.cloth().model_dump(mode="json")
        made.save()
    for style, cloth in ASSIGNED:
        assign(Style.objects.get(workroom=room, name=style), "shell", ClothCard.objects.get(workroom=room, name=cloth))
