"""How an edge bends, as it is seen on cloth: a turn over that no eye follows is none."""

from __future__ import annotations

from itertools import pairwise
from math import degrees
from typing import Final, NamedTuple

import numpy as np

from ..by_identity import ByIdentity
from ..geometry.curvature import GRAIN, Comb, comb
from ..geometry.path import Path, chain
from ..paper.piece import Piece
from ..paper.sewn import runs_of

SEEN: Final = 4.0
"""Degrees by which a line must turn the other way to be seen to turn over."""
MEANT: Final = 45.0
"""Degrees of a corner from which on it is meant: a square neckline is not fair, and right."""
JUMP: Final = 0.15
"""Per cm: a step of curvature at a joint that the eye takes for a corner (house practice, no source)."""


class Curve(NamedTuple):
    """An edge as one line. ``turns``: how often it turns over, seen; ``corner``: its largest corner, degrees, ``corner_at`` cm along; ``jump``: the
    largest step of curvature, per cm, ``jump_at`` cm along."""

    edge: str
    path: Path
    turns: int
    corner: float
    corner_at: float
    jump: float
    jump_at: float

    @property
    def is_designed(self) -> bool:
        """Whether it has a corner that is meant."""
        return self.corner > MEANT


def _all_curves(piece: Piece) -> tuple[Curve, ...]:
    found = []
    for name in piece.edge_names:
        for run in runs_of(piece, name):
            parts = [piece.outline[i].path for i in run]
            if all(abs(a.end - b.start) < 1e-6 for a, b in pairwise(parts)):
                found.append(_curve(name, *parts))
    return tuple(found)


curves_of = ByIdentity(_all_curves, 512)
"""Every edge of a piece that runs on as one line, darts aside."""


def _curve_of(name: str, *parts: Path) -> Curve:
    path = chain(parts)
    if len(path.segments) == 1 and len(path.segments[0]) == 2:
        return Curve(name, path, 0, 0.0, 0.0, 0.0, 0.0)
    found = comb(path)
    joints = np.arange(1, len(path.segments)) * (GRAIN + 1)
    steps = np.abs(found.curvature[joints] - found.curvature[joints - 1])
    corners = np.abs(np.angle(found.normals[joints] / found.normals[joints - 1]))
    k, c = (int(np.argmax(x)) if len(joints) else 0 for x in (steps, corners))
    jump, jump_at = (float(steps[k]), float(found.along[joints[k]])) if len(joints) else (0.0, 0.0)
    corner, corner_at = (degrees(float(corners[c])), float(found.along[joints[c]])) if len(joints) else (0.0, 0.0)
    return Curve(name, path, _turns_over(found), corner, corner_at, jump, jump_at)


_curve = ByIdentity(_curve_of, 2048)
"""How an edge bends; remembered by its paths, since most of what is dragged leaves them as they are."""


def _turns_over(found: Comb) -> int:
    """How often it begins to turn the other way by what can be seen."""
    bends = 0.5 * (found.curvature[1:] + found.curvature[:-1]) * np.diff(found.along)
    sums: list[float] = []
    for x in map(float, bends):
        if sums and (x >= 0) == (sums[-1] >= 0):
            sums[-1] += x
        else:
            sums.append(x)
    seen = [x > 0 for x in sums if degrees(abs(x)) > SEEN]
    return sum(a != b for a, b in pairwise(seen))
