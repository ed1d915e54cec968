"""Pages of the documentation that are made from the code: written with their drawings."""

from __future__ import annotations

from collections.abc import Mapping
from pathlib import Path


def written(files: Mapping[Path, str], drawings: Path | None = None) -> None:
    """Every file with its content; drawings in that folder, if there is one, that are none of them any more go."""
    if drawings is not None:
        drawings.mkdir(exist_ok=True)
        for old in drawings.glob("*.svg"):
            if old not in files:
                old.unlink()
    for path, content in files.items():
        path.write_text(content, encoding="utf-8")
