"""What is drawn on every paper: within its rims, with pens that can be seen, and as wide on a smaller print as on a true one."""

from __future__ import annotations

import pytest

from patterncraft.finishing.finish import finish
from patterncraft.formats.pdf import pattern_pdf
from patterncraft.formats.tiles import PaperName
from tests.patterncraft.formats.test_every_paper import DAY, PAPERS, RULES, printed
from tests.printed import page_size, pages, strokes
from tests.rich import rich_bodice


@pytest.mark.parametrize("paper", ["a4", "letter"])
@pytest.mark.parametrize("kind", [k for k in PAPERS if k not in ("pattern", "nested")])
def test_all_that_is_drawn_stands_on_the_page_with_a_line_that_can_be_seen(kind: str, paper: PaperName) -> None:
    data = printed(kind, paper)
    for page in range(pages(data)):
        wide, high = page_size(data, page)
        for x in strokes(data, page):
            left, low, right, top = x.box
            assert left > 0.5, x.box
            assert low > 0.5, x.box
            assert right < wide - 0.5, x.box
            assert top < high - 0.5, x.box
            assert not x.drawn or 0.15 <= x.width <= 2.5, x.width


@pytest.mark.parametrize("scale", [0.5, 0.2])
def test_a_pattern_printed_smaller_is_drawn_with_the_same_pens(scale: float) -> None:
    """Each kind of line as wide, and dashed as far, on the page as at true scale."""
    pieces = finish(rich_bodice(), RULES, "Choir dress")

    def pens(data: bytes) -> set[tuple[float, tuple[float, ...]]]:
        return {
            (round(x.width, 2), tuple(round(d, 1) for d in x.dash))
            for page in range(1, pages(data))
            for x in strokes(data, page)
            if x.drawn
        }

    assert pens(pattern_pdf(pieces, "Choir dress", "a0", DAY, scale)) == pens(pattern_pdf(pieces, "Choir dress", "a0", DAY))
