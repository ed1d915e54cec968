"""A laid side with its fullness taken up: where it is gathered, pleated or eased the line is drawn smaller about its start, and what lies behind follows.

Paper cannot lie so. It is how a part that is shaped after the edge (a facing, a flat collar, a cap) finds the line that it is sewn to.
"""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

from ..geometry.path import Path, grown
from ..geometry.transform import slide
from ..paper.as_sewn import AsSewn
from ..tolerances import SNAP
from .laid import Strip


def drawn_up(strips: Sequence[Strip], laid: AsSewn) -> tuple[Strip, ...]:
    """The strips of a side as it is sewn; they are ``laid.length`` cm long together. Without fullness they are the very same."""
    if not laid.zones:
        return tuple(strips)
    found: list[Strip] = []
    done, shift = 0.0, 0j
    for s in strips:
        size = s.path.length
        path, moved = _taken_up(s.path, laid, done)
        by = slide(shift)
        found.append(Strip(s.piece, s.edge, path.placed(by), s.by.then(by), s.forward, s.over))
        shift += moved
        done += size
    return tuple(found)


def _taken_up(path: Path, laid: AsSewn, done: float) -> tuple[Path, complex]:
    """A path that begins ``done`` cm along a side with what is taken up of it, and by how much its end has moved."""
    size = path.length
    inside = [x - done for x in laid.stops if SNAP < x - done < size - SNAP]
    segments = []
    shift, rest = 0j, path
    for low, high in pairwise([0.0, *inside, size]):
        part = rest
        if high < size:
            part, rest = rest.cut(high - low)
        share = (laid.sewn(done + high) - laid.sewn(done + low)) / (high - low)
        drawn = part
        if share < 1 - 1e-12:
            drawn = grown(part.placed(slide(-part.start)), max(share, 1e-6)).placed(slide(part.start))
        segments += list(drawn.placed(slide(shift)).segments)
        shift += drawn.end - part.end
    return Path(tuple(segments)), shift
