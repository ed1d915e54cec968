"""The chapters of a recipe: by the name a person gave, by the part of the garment, or by the piece itself."""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.moves.registry import read_steps
from patterncraft.recipe import chapter_of

NOTCH = {"move": "notch", "seam": "side", "at": 5.0, "style": "single"}


def on(piece: str) -> dict[str, Any]:
    return {"move": "unfold", "piece": piece}


@pytest.mark.parametrize(
    ("step", "chapter"),
    [
        (on("front"), "Front"),
        (on("centre back"), "Back"),
        (on("upper sleeve"), "Sleeve"),
        (on("collar stand"), "Collar"),
        (on("skirt front"), "Skirt"),
        (on("waistband"), "Waistband"),
        (on("patch pocket"), "Patch pocket"),
        (on("FRONT panel"), "Front"),
        (on("front") | {"chapter": "The bodice"}, "The bodice"),
        (NOTCH, "The whole"),
        (NOTCH | {"chapter": "Notches"}, "Notches"),
    ],
)
def test_a_step_stands_in_the_chapter_of_its_piece(step: dict[str, Any], chapter: str) -> None:
    (read,) = read_steps([step])
    assert chapter_of(read) == chapter
