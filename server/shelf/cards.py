"""What the shelf shows of a block, remembered beside it: its kind, its cloth and its silhouette. A list of thousands reads these alone."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any, Final

from patterncraft.drafting.school import Block as Draft
from patterncraft.drafting.schools import SCHOOLS
from patterncraft.formats.drawing import draw
from patterncraft.formats.table import tidy
from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.path import Path
from patterncraft.house import HouseRules
from patterncraft.paper.pattern import Pattern

from .models import Block
from .proof import why_unreadable
from .shapes import SilhouetteOut

DESCRIBED: Final = ("school", "family", "cloth", "card")
ROUGH: Final = 0.08
"""cm by which the small picture may leave the true line: half a dot at its size."""


def describe(block: Block, draft: Draft, letters: int | None) -> None:
    """Everything a card shows, of the newest revision; not yet saved. ``letters``: how long what is stored is, by which a row that was altered where it
    lay is noticed without being read."""
    block.school = draft.school
    block.family = family_of(draft)
    block.cloth = "knit" if any(p.cut.stretch for p in draft.pattern.pieces) else "woven"
    block.card = {"silhouette": silhouette(draft.pattern).model_dump(), "letters": letters}


def described(blocks: Iterable[Block]) -> list[Block]:
    """The blocks, each with its card. One that has none, or one of something else than is stored now (another version, a row altered where it lay), gets
    it anew; one that cannot be read says so. ``letters`` of each block: how long its newest revision is as stored."""
    from . import services

    out = []
    for block in blocks:
        letters = getattr(block, "letters", None)
        if not block.card or block.card.get("letters") != letters:
            try:
                describe(block, services.draft_of(block.revisions.values_list("pk", flat=True)[0]), letters)
            except Exception as e:  # noqa: BLE001  (whatever is stored there, the others must still be shown)
                block.card = {"unreadable": why_unreadable(e)}
            else:
                block.save(update_fields=DESCRIBED)
        out.append(block)
    return out


def silhouette(pattern: Pattern) -> SilhouetteOut:
    """Its sheets side by side, in straight strokes, cm to one place."""
    rules = HouseRules()
    lies = tidy(pattern)
    box = draw(pattern, rules, lies).box
    lines = []
    for p in pattern.pieces:
        by = lies[p.name].by
        lines.append(_rough(Path(tuple(s for e in p.outline for s in e.path.placed(by).segments))))
    return SilhouetteOut(lines=lines, box=box)


def _rough(path: Path) -> str:
    points = flat_path(path, ROUGH)
    return "M" + "L".join(f"{z.real:.1f} {z.imag:.1f}" for z in points) + "Z"


def family_of(draft: Draft) -> str:
    """What the block is of: by its school, or, traced, by its pieces."""
    if draft.school in SCHOOLS:
        return SCHOOLS[draft.school].family
    names = {p.name for p in draft.pattern.pieces}
    return "sleeve" if names == {"sleeve"} else "skirt" if any("skirt" in n or n.startswith("gore") for n in names) else "bodice"


def school_title(name: str) -> str:
    """A school's title as a card says it."""
    return SCHOOLS[name].title if name in SCHOOLS else "traced"


def silhouette_of(block: Block) -> Any:
    """As it was remembered; nothing for one that cannot be read."""
    return SilhouetteOut.model_validate(block.card["silhouette"]) if "silhouette" in block.card else None
