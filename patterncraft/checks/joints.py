"""Joints: where two edges run on into each other over a seam as it is sewn, or over a dart that is shut."""

from __future__ import annotations

from cmath import phase, rect
from dataclasses import dataclass
from math import degrees
from typing import Final

from ..by_identity import ByIdentity
from ..handwork.blending import Meeting, laid_beside
from ..house import edge_word
from ..paper.as_sewn import zones_of
from ..paper.dart import darts_of
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Seam, Stretch
from ..paper.sewn import run_of, starts_at_end

FLOWING: Final = ("neckline", "armhole", "waist", "hem", "cap", "line")
"""Last words of the edges that are to run on smoothly over what is sewn."""


@dataclass(frozen=True, slots=True)
class Joint:
    """``edge``: what runs on, as it is called on ``piece``. ``at``: where, on that piece's paper, cm. ``kink``: degrees by which it turns there, signed.
    ``seam``: over which seam (``other``: the piece on its other side, ``other_edge``: what the edge is called there; ``at_end``: where the seam ends, else where it begins), or over which ``dart``."""

    piece: str
    edge: str
    at: complex
    kink: float
    seam: str = ""
    other: str = ""
    other_edge: str = ""
    dart: str = ""
    at_end: bool = False

    @property
    def word(self) -> str:
        """What kind of edge it is."""
        return edge_word(self.edge)

    @property
    def flows(self) -> bool:
        """Whether it is an edge that is to run on smoothly."""
        return self.word in FLOWING


MORE: Final = 1.25
"""Times the block's own kink, which its audit tells: beyond it a kink is the style's."""
MEANT: Final = 50.0
"""Degrees from which on a corner is meant, where one of its edges was drawn so."""


def is_broken(kink: float, limit: float, own: float, drawn: bool = True) -> bool:
    """Whether a kink of so many degrees is one that the style made and that shows: more than the house's ``limit``, more than the block's ``own`` worst, and not
    so much that it is meant. ``drawn``: whether a step drew one of its edges; a corner that only came about, since the seam between them was drawn otherwise, is never
    meant."""
    return max(limit, MORE * own) < abs(kink) and (abs(kink) <= MEANT or not drawn)


def step_at(pattern: Pattern, joint: Joint) -> float:
    """mm by which the edge steps at a joint over a seam, since the side on ``joint.piece`` is longer (+) or shorter (−) than its partner. One sews from where the seam begins:
    there nothing steps, nor where a rule takes up what is longer."""
    seam = pattern.seam(joint.seam)
    if not joint.at_end or seam.rule.kind != "equal":
        return 0.0
    a, b = pattern.side_length(seam.a), pattern.side_length(seam.b)
    if seam.rules:
        a -= sum(z.lost for z in zones_of(pattern, seam, "a"))
        b -= sum(z.lost for z in zones_of(pattern, seam, "b"))
    return 10 * (a - b)


def joints_of(pattern: Pattern) -> list[Joint]:
    """Every joint of a flowing edge over a seam, then every dart that is shut, piece by piece."""
    over_seams = [j for s in pattern.seams if s.b for at_end in (False, True) if (j := over_seam(pattern, s, at_end))]
    return over_seams + [j for p in pattern.pieces for j in over_darts(p)]


def corner_of(piece: Piece, stretch: Stretch, at_end: bool) -> Meeting:
    """The edge beside a stretch of a seam's side, where the side begins or ends."""
    run = run_of(piece, stretch.edge, stretch.run)
    back = starts_at_end(piece, stretch.edge, stretch.start, stretch.run)
    n = len(piece.outline)
    return Meeting(piece, (run[-1] + 1) % n, False) if at_end != back else Meeting(piece, (run[0] - 1) % n, True)


def over_seam(pattern: Pattern, seam: Seam, at_end: bool) -> Joint | None:
    """The joint where a seam begins or ends; None where nothing runs on there."""
    a, b = ((side[-1] if at_end else side[0]) for side in (seam.a, seam.b))
    return _over_seam(seam, at_end, pattern.piece(a.piece), pattern.piece(b.piece))


def _joint_of(seam: Seam, at_end: bool, first: Piece, second: Piece) -> Joint | None:
    a, b = ((side[-1] if at_end else side[0]) for side in (seam.a, seam.b))
    one, other = corner_of(first, a, at_end), corner_of(second, b, at_end)
    near, far = one.piece.outline[one.edge], other.piece.outline[other.edge]
    word = edge_word(near.name)
    if word not in FLOWING or edge_word(far.name) != word or near.is_sewn_shut or far.is_sewn_shut:
        return None
    way = other.path.placed(laid_beside(one, other)).reversed().start_direction
    kink = degrees(phase(way / one.path.end_direction))
    return Joint(a.piece, near.name, one.path.end, kink, seam.name, b.piece, far.name, at_end=at_end)


_over_seam = ByIdentity(_joint_of, 2048)
"""A seam and the two sheets that meet there say all of a joint: a step that touches neither leaves it as it is."""


def _shut(piece: Piece) -> tuple[Joint, ...]:
    found = []
    n = len(piece.outline)
    for d in darts_of(piece):
        before, after = piece.outline[d.vertex - 2], piece.outline[(d.vertex + 1) % n]
        if before.name != after.name or before.is_sewn_shut:
            continue
        shut = after.path.start_direction * rect(1.0, -d.angle)
        found.append(Joint(piece.name, before.name, d.mouth[0], degrees(phase(shut / before.path.end_direction)), dart=d.name))
    return tuple(found)


over_darts = ByIdentity(_shut, 512)
"""A piece's darts that open within one edge, shut."""
