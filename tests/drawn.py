"""Whether the places of a construction lie on what is drawn, by shapely."""

from __future__ import annotations

from collections.abc import Iterable

import shapely

from patterncraft.drafting.construction import Stage
from patterncraft.paper.piece import Piece
from tests.travel import stroke


def off_what_is_drawn(stages: Iterable[Stage], pieces: Iterable[Piece], room: float = 0.05) -> set[tuple[str, str]]:
    """The places (piece, mark) that lie farther than ``room``, cm, from every line of their piece's construction and from its outline."""
    stages = list(stages)
    outlines = {p.name: [stroke(e.path) for e in p.outline] for p in pieces}
    found = set()
    for piece in {s.piece for s in stages}:
        own = [s for s in stages if s.piece == piece]
        lines = [stroke(path) for s in own for path in s.paths] + outlines.get(piece, [])
        for s in own:
            for mark, z in s.points:
                if all(x.distance(shapely.Point(z.real, z.imag)) > room for x in lines):
                    found.add((piece, mark))
    return found


def loose_ends(stages: Iterable[Stage], pieces: Iterable[Piece], room: float = 0.05) -> set[tuple[str, int]]:
    """The acts (piece, number) that draw a line into the air: an end of it meets no other line, no marked place and not the outline."""
    stages = list(stages)
    outlines = {p.name: [stroke(e.path) for e in p.outline] for p in pieces}
    found = set()
    for s in stages:
        own = [t for t in stages if t.piece == s.piece]
        marked = [z for t in own for _, z in t.points]
        drawn = [path for t in own for path in t.paths]
        for path in s.paths:
            others = [stroke(x) for x in drawn if x is not path] + outlines.get(s.piece, [])
            for z in (path.start, path.end):
                met = any(x.distance(shapely.Point(z.real, z.imag)) <= room for x in others)
                if not met and all(abs(z - m) > room for m in marked):
                    found.add((s.piece, s.number))
    return found


def lines_off(piece: Piece, room: float = 0.05) -> set[str]:
    """The names of its drawn lines of which an end does not lie on its outline."""
    edges = [stroke(e.path) for e in piece.outline]
    return {
        x.name
        for x in piece.lines
        if any(all(e.distance(shapely.Point(z.real, z.imag)) > room for e in edges) for z in (x.path.start, x.path.end))
    }
