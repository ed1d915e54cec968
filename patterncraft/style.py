"""A style: blocks, steps and house rules; how its blocks come together on one table."""

from __future__ import annotations

from collections.abc import Mapping

from .errors import BadFile
from .paper.pattern import Pattern


def on_one_table(blocks: Mapping[str, Pattern]) -> Pattern:
    """All blocks of a style as one pattern, in the order given.

    Raises BadFile when two of them bring a piece, or a seam, of the same name.
    """
    pieces = tuple(p for b in blocks.values() for p in b.pieces)
    seams = tuple(s for b in blocks.values() for s in b.seams)
    for kind, names in (("piece", [p.name for p in pieces]), ("seam", [s.name for s in seams])):
        twice = {n for n in names if names.count(n) > 1}
        if twice:
            raise BadFile(
                f"two blocks have a {kind} called “{sorted(twice)[0]}”.", "blocks", "Rename one before they are worked together."
            )
    return Pattern(pieces, seams, tuple(n for b in blocks.values() for n in b.notches))
