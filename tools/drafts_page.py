"""``docs/drafts.md`` and its drawings: how every block is drawn, act by act, with its sums; made by the schools themselves on a plain body."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path
from typing import Final

from patterncraft.drafting.schools import SCHOOLS, school
from patterncraft.measures.keys import MEASURES

from .names_page import drafted
from .pages import written
from .parts_page import drawing

ROOT: Final = Path(__file__).resolve().parents[1]
PAGE: Final = ROOT / "docs" / "drafts.md"
DRAWINGS: Final = ROOT / "docs" / "drafts"
HEAD: Final = """# How every block is drawn

Made by `make schema` from the schools themselves, on one plain body (invented), with the settings they have when nothing is said; do not edit. Each act of the
pencil has its number, its rule and the sums it is drawn with; the numbers in the drawing are the points it makes. Which school to choose, and where we
chose between ways of drawing: [schools](schools.md); what pieces and edges are called: [names](names.md).
"""


def page() -> dict[Path, str]:
    """Every file of the page with its content."""
    text = [HEAD]
    files: dict[Path, str] = {}
    for name in SCHOOLS:
        block = drafted(name)
        files[DRAWINGS / f"{name}.svg"] = drawing(block.pattern.pieces, block.stages)
        text += _told(name)
    files[PAGE] = "".join(text)
    return files


def _told(name: str) -> Iterator[str]:
    by, block = school(name), drafted(name)
    yield f"\n## {by.title}\n\n`{name}`. {by.reason}\n\n![{by.title}](drafts/{name}.svg)\n\n"
    measures = [f"{MEASURES[k].title} {v:.1f}" for k, v in block.measures.items() if k in MEASURES]
    yield f"Drawn for {', '.join(measures)}.\n\n"
    for stage in block.stages:
        sums = [f"{s.label}: {words}" if (words := s.spoken("cm")) else s.label for s in stage.sums]
        yield f"{stage.number}. *{stage.piece}*: {stage.rule}\n"
        for words in sums:
            yield f"   - {words}\n"


def main() -> None:
    """Write the page and its drawings."""
    written(page(), DRAWINGS)


if __name__ == "__main__":
    main()
