"""Two edges laid together as sewn and drawn over their joint in one fair curve; both pieces' seam ends follow it alike."""

from __future__ import annotations

import itertools
from cmath import phase
from math import degrees
from typing import Final, NamedTuple

from ..errors import MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.intersect import line_crossings
from ..geometry.path import Path
from ..geometry.transform import Transform, turn_over
from ..paper.nearest import nearest_on
from ..paper.piece import Piece
from ..tolerances import SNAP
from .reshaping import Run, reshaped

REACH: Final = 5.0
"""cm on each side of the joint that are drawn over."""
SHARE: Final = 0.45
"""Of an edge, at most."""
SMOOTH: Final = 0.5
"""Degrees: a kink that no eye sees is left."""
CORNER: Final = 75.0
"""Degrees: a sharper kink is meant."""
MOST: Final = 1.0
"""cm by which a blend may move an edge: more is another line."""


class Meeting(NamedTuple):
    """One of two edges at a joint: its piece, its number in the outline, and whether it ends at the joint (else it starts there). The
    seam's edge there is the next (or the one before)."""

    piece: Piece
    edge: int
    ends: bool

    @property
    def path(self) -> Path:
        """Walked toward the joint."""
        own = self.piece.outline[self.edge].path
        return own if self.ends else own.reversed()

    @property
    def seam(self) -> Path:
        """The seam's edge, walked away from the joint."""
        n = len(self.piece.outline)
        if self.ends:
            return self.piece.outline[(self.edge + 1) % n].path
        return self.piece.outline[self.edge - 1].path.reversed()


class Blended(NamedTuple):
    """Both pieces; the kink there was, degrees; cm by which the line moved at most."""

    first: Piece
    second: Piece
    kink: float
    moved: float


def laid_beside(a: Meeting, b: Meeting) -> Transform:
    """The move that lays b's seam edge on a's, joint on joint, so that both papers lie on different sides of it."""
    turned = a.ends == b.ends
    by = Transform(1 + 0j, 0j)
    if turned:
        by = turn_over(0j, 1j)
    start = by.point(b.path.end)
    way = b.seam.placed(by).start_direction
    turn = a.seam.start_direction / way
    return by.then(Transform(turn, a.path.end - turn * start))


def blended(a: Meeting, b: Meeting, names: tuple[str, str]) -> Blended:
    """Both edges redrawn over their joint. ``names``: of the edges, for the words. Raises MoveRefused where the line would move by more
    than a blend may."""
    by = laid_beside(a, b)
    onto = by.inverse()
    near, far = a.path, b.path.placed(by).reversed()
    kink = abs(degrees(phase(far.start_direction / near.end_direction)))
    if kink < SMOOTH:
        return Blended(a.piece, b.piece, kink, 0.0)
    if kink > CORNER:
        raise _corner_met(a, b, names, kink)
    r = min(REACH, SHARE * near.length)
    s = min(REACH, SHARE * far.length)
    kept, _ = near.cut(near.length - r)
    _, rest = far.cut(s)
    over = fair_curve([kept.end, rest.start], kept.end_direction, rest.start_direction)
    joint = _joint(over, a, near.end)
    along = nearest_on(over, joint)[1]
    moved = max(_off(over, near, near.length - r), _off(over, far.reversed(), far.length - s), abs(joint - near.end))
    if moved > MOST:
        raise MoveRefused(
            f"laid together the {names[0]} and the {names[1]} would have to move by {moved:.1f} cm to run on.",
            f"{a.piece.name}, {b.piece.name}",
            "Redraw one of them first: a blend moves an edge by at most 1 cm.",
            "edges",
        )
    if not SNAP < along < over.length - SNAP:
        raise _corner_met(a, b, names, kink)
    into, out = over.cut(along)
    into, out = into.ending_at(joint), out.reversed().ending_at(joint)
    first = Path((*kept.segments, *into.segments))
    second = Path((*rest.reversed().segments, *out.segments)).placed(onto)
    return Blended(_drawn(a, first), _drawn(b, second), kink, moved)


def _corner_met(a: Meeting, b: Meeting, names: tuple[str, str], kink: float) -> MoveRefused:
    return MoveRefused(
        f"the {names[0]} and the {names[1]} meet at an angle of {180 - kink:.0f}°: that is a corner, not a kink.",
        f"{a.piece.name}, {b.piece.name}",
        "Round the corner, or redraw one of them first.",
        "edges",
    )


def _drawn(m: Meeting, toward: Path) -> Piece:
    n = len(m.piece.outline)
    run = Run(m.edge, 1, (m.edge - 1) % n, (m.edge + 1) % n)
    return reshaped(m.piece, run, toward if m.ends else toward.reversed(), "edges")


def _joint(over: Path, a: Meeting, old: complex) -> complex:
    """Where the new line crosses the seam, or its straight prolongation beyond the joint."""
    way = a.seam.start_direction
    for p, q in ((old - way * 3, old + way * 1e-9), *_chords(a.seam)):
        for seg in over.segments:
            for hit in line_crossings(p, q, seg):
                return hit.point
    return old


def _chords(seam: Path) -> list[tuple[complex, complex]]:
    length = min(4.0, seam.length)
    points = [seam.at(length * k / 80) for k in range(81)]
    return list(itertools.pairwise(points))


def _off(over: Path, old: Path, begins: float) -> float:
    """cm by which the new line leaves the old one at most, looked at from the old."""
    return (
        max(nearest_on(over, old.at(begins + (old.length - begins) * k / 8))[0] for k in range(9))
        if old.length - begins > SNAP
        else 0.0
    )
