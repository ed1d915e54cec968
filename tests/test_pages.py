"""Pages of the documentation that are made from the code say what the code does; names in them are a contract with files and scripts."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

import pytest

from tools import checks_page, drafts_page, measured_page, moves_page, names_page, parts_page

PAGES: dict[str, Callable[[], dict[Path, str]]] = {
    "checks": checks_page.page,
    "drafts": drafts_page.page,
    "measured": measured_page.page,
    "moves": moves_page.page,
    "names": names_page.page,
    "parts": parts_page.page,
}


@pytest.mark.parametrize("name", PAGES)
def test_the_page_is_current(name: str) -> None:
    for path, content in PAGES[name]().items():
        assert path.read_text(encoding="utf-8") == content, f"{path.name} is stale: run `make schema`"
