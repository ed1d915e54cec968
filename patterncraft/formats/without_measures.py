"""A block's file with the body taken out of it and the paper left."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any


def without_measures(content: Any) -> Any:
    """The same pieces and seams as a traced block: not from whose measures they were drafted, nor what her girths are.

    ``content``: a block file as plain data, also one that no reader takes. The paper's own sizes stay, as they do on card: who measures the
    pattern still learns how wide it is.
    """
    if not isinstance(content, dict):
        return {}
    return {key: value for key, value in content.items() if key not in ("drafted", "girths")}


def measures_in(content: Any) -> Iterator[dict[str, float]]:
    """The measures a block file was drafted from, and those of every block it was drawn on. Nothing for what is no block file."""
    drafted = content.get("drafted") if isinstance(content, dict) else None
    if isinstance(drafted, dict):
        if isinstance(drafted.get("measures"), dict):
            yield drafted["measures"]
        yield from measures_in(drafted.get("on"))
