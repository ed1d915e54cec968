"""Edges called otherwise: what speaks of them follows."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import replace

from ..paper.edge import EdgeKind
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern


def edges_called(pattern: Pattern, piece: str, old: str, new: str, kind: EdgeKind, dropped: Collection[str] = ()) -> Pattern:
    """The edges ``old`` of a piece called ``new``, of the kind; ``dropped``: seams that are given up with it."""
    hand = take_up(pattern, piece)
    sheet = hand.piece(piece)
    outline = tuple(replace(e, name=new, kind=kind, cut="") if e.name == old else e for e in sheet.outline)
    return lay_down(hand, [sheet.with_outline(outline)], dropped=dropped, given_up=dropped).pattern
