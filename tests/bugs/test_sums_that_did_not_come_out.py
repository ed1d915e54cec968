"""A sleeve was told “Hem: 16.0 + 20.0 = 28.5 cm”: where a sum is not what is drawn, because there is no more room, that is told instead."""

from __future__ import annotations

import pytest

from patterncraft.drafting.school import Block
from tests.conftest import draft, draft_by
from tests.samples import WHOLE
from tests.sums import exactly


def told(block: Block, label: str) -> list[str]:
    """The sums of a draft under labels that begin so; each has to come out."""
    lines = [s for stage in block.stages for s in stage.sums if s.label.startswith(label)]
    for line in lines:
        assert line.result
        assert exactly(line) in (None, pytest.approx(line.result.value))
    return [s.label for s in lines]


def width(block: Block, line: str) -> float:
    (piece,) = block.pattern.pieces
    return next(x.path for x in piece.lines if x.name == line).length


@pytest.mark.parametrize("room", [False, True])
def test_a_hem_wider_than_the_sleeve_is_told_as_wide_as_the_sleeve(room: bool) -> None:
    wrist = WHOLE["wrist_girth"]
    plain = draft_by("sleeve-compass", WHOLE, draft(WHOLE))
    # A hair narrower than the sleeve is at its biceps, or a hair wider.
    ease = width(plain, "biceps") - wrist + (-0.05 if room else 0.05)
    block = draft_by("sleeve-compass", WHOLE, draft(WHOLE), hem_ease=ease)
    assert told(block, "Hem") == (["Hem"] if room else ["Hem, no wider than the sleeve is above"])
    (sleeve,) = block.pattern.pieces
    hem = next(e for e in sleeve.outline if e.name == "hem").length
    assert hem == pytest.approx(wrist + ease - (0.0 if room else 0.05), abs=0.02)


def test_a_chest_wider_than_the_front_is_told_as_wide_as_there_is_room() -> None:
    assert told(draft_by("bodice-shoulder-dart", WHOLE), "Out") != []
    # Nine centimetres more across than hers, and the guide would lie beyond the shoulder's tip.
    broad = draft_by("bodice-shoulder-dart", WHOLE | {"across_front": WHOLE["across_front"] + 9.0})
    assert "Out, as far as tip and underarm leave room" in told(broad, "Out")
