"""Blend: edges laid together as they are sewn, and made one fair line over their seams."""

from __future__ import annotations

from typing import ClassVar, Literal, NamedTuple, Self

from pydantic import model_validator

from ..errors import BadSetting, MoveRefused
from ..geometry.path import Path
from ..handwork.blending import Meeting, blended
from ..handwork.waiting import held_as_now
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Seam
from ..paper.sewn import run_of, runs_of, sewn_length, starts_at_end
from ..paper.sound import assert_sound
from ..units import Unit
from ..working import Quantity, Sum, before_now, degrees, fine, notes, tell
from .move import Example, Group, Move, Outcome, slot_field

OnPiece = tuple[str, str]
"""[piece, edge]"""


class _Joint(NamedTuple):
    """Two edges that meet where a seam ends: each with its piece, and the seam's edge on that piece."""

    a: OnPiece
    b: OnPiece
    seam_a: str
    seam_b: str


class Blend(Move):
    """Over each joint the line is drawn anew from a little before it to a little behind. Both sides of the seam between end on it,
    so that they stay alike."""

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Blend"
    key: ClassVar[str] = "b"
    sentence: ClassVar[str] = "Blend {edges} over their seams."
    synonyms: ClassVar[tuple[str, ...]] = ("true", "smooth", "run on", "fair", "no corner at the seam")
    example: ClassVar[Example | None] = Example("two bodices", {"edges": [["front", "armhole"], ["back", "armhole"]]})

    move: Literal["blend"]
    seams: tuple[str, ...] = slot_field("edges", "Over which seams?", "seams or edges", "Seams", (), max_length=20, asked=True)
    edges: tuple[OnPiece, ...] = slot_field("edges", "Over which seams?", "seams or edges", "Or edges, in order", (), max_length=20)

    @model_validator(mode="after")
    def _one_of_both(self) -> Self:
        if bool(self.seams) == bool(self.edges):
            raise ValueError("name the seams to blend over, or the edges in order: one of both")
        if len(self.edges) == 1:
            raise ValueError("it takes two edges to blend")
        return self

    def pieces_named(self) -> tuple[str, ...]:
        """The edges' pieces; with seams, theirs."""
        return tuple(dict.fromkeys(p for p, _ in self.edges))

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        if self.seams:
            said = f"what runs over the {' and the '.join(self.seams)}"
        else:
            said = " with ".join(f"the {edge} of the {piece}" for piece, edge in self.edges)
        return {"edges": said}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for a seam or an edge; BadSetting for edges that are not sewn side by side; MoveRefused where a
        blend would move an edge by more than 1 cm."""
        joints = self._joints(pattern)
        hand = take_up(pattern, *dict.fromkeys(p for j in joints for p in (j.a[0], j.b[0])))
        work = {p.name: p for p in hand.pieces}
        kinks: list[Sum] = []
        moved = 0.0
        for j in joints:
            if j.a[0] == j.b[0]:
                raise MoveRefused("both edges lie on one piece.", j.a[0], "Blend edges of two pieces.", "edges")
            a, b = _meeting(work[j.a[0]], j.a[1], j.seam_a), _meeting(work[j.b[0]], j.b[1], j.seam_b)
            done = blended(a, b, (f"{j.a[0]} {j.a[1]}", f"{j.b[0]} {j.b[1]}"))
            work[j.a[0]], work[j.b[0]] = done.first, done.second
            moved = max(moved, done.moved)
            kinks.append(Sum(f"Kink between the {j.a[0]} {j.a[1]} and the {j.b[0]} {j.b[1]}, before", degrees(done.kink)))
        worked = [assert_sound(p, "Redraw one of the edges first.") for p in work.values()]
        lines: list[Sum] = []
        changed: set[str] = set()
        for p in worked:
            old = hand.piece(p.name)
            for edge in p.edge_names:
                was, now = sewn_length(old, edge), sewn_length(p, edge)
                # Also one that gives at one end as much as it gets at the other.
                if _drawn(old, edge) != _drawn(p, edge):
                    changed.update(pattern.seams_of(p.name, edge))
                if abs(was - now) > 1e-6:
                    lines.append(before_now(f"{p.name.capitalize()}, {edge}: before, now", was, now))
        followed = lay_down(hand, worked, changed=changed)
        after = held_as_now(followed.pattern, changed)
        if not lines:
            kinks.append(tell("They run on as they are."))
        biggest = Sum("The line moved by at most", fine(moved))
        new = Quantity(sum(p.paper.new for p in worked) - sum(p.paper.new for p in hand.pieces), "area")
        return Outcome(after, (*kinks, biggest, Sum("New paper", new), *lines, *notes(followed.told)))

    def _joints(self, pattern: Pattern) -> list[_Joint]:
        if self.seams:
            found = [j for name in self.seams for j in _ends_of(pattern, pattern.seam(name))]
            if not found:
                raise MoveRefused(
                    "nothing runs over the ends of it that could be blended.",
                    ", ".join(self.seams),
                    "Name the edges instead.",
                    "edges",
                )
            return found
        return [self._between(pattern, a, b) for a, b in zip(self.edges[:-1], self.edges[1:], strict=True)]

    def _between(self, pattern: Pattern, a: OnPiece, b: OnPiece) -> _Joint:
        for piece, edge in (a, b):
            run_of(pattern.piece(piece), edge)
        for seam in pattern.seams:
            for j in _ends_of(pattern, seam):
                if (j.a, j.b) == (a, b):
                    return j
                if (j.b, j.a) == (a, b):
                    return _Joint(j.b, j.a, j.seam_b, j.seam_a)
        raise BadSetting(
            f"the {a[1]} of the {a[0]} and the {b[1]} of the {b[0]} do not meet at a seam.",
            f"{a[0]}, {b[0]}",
            "Choose edges that meet where their pieces are sewn together.",
            "edges",
        )


def _drawn(piece: Piece, edge: str) -> list[Path]:
    return [e.path for e in piece.outline if e.name == edge]


def _ends_of(pattern: Pattern, seam: Seam) -> list[_Joint]:
    """What runs over both ends of a seam: at each, the edges beside it on its two pieces."""
    if not seam.a or not seam.b:
        return []
    found = []
    for last in (False, True):
        sides = []
        for side in (seam.a, seam.b):
            s = side[-1 if last else 0]
            piece = pattern.piece(s.piece)
            back = starts_at_end(piece, s.edge, s.start, s.run)
            run = run_of(piece, s.edge, s.run)
            n = len(piece.outline)
            # The end of the run at which the side starts (or, last, ends).
            k = (run[0] - 1) % n if back == last else (run[-1] + 1) % n
            sides.append((s.piece, piece.outline[k], s.edge))
        (pa, ea, sa), (pb, eb, sb) = sides
        if all(e.kind in ("seam", "hem", "opening") for e in (ea, eb)):
            found.append(_Joint((pa, ea.name), (pb, eb.name), sa, sb))
    return found


def _meeting(piece: Piece, edge: str, seam: str) -> Meeting:
    """Where on a piece an edge meets the seam's edge."""
    n = len(piece.outline)
    for run in runs_of(piece, edge):
        if piece.outline[(run[-1] + 1) % n].name == seam:
            return Meeting(piece, run[-1], True)
        if piece.outline[(run[0] - 1) % n].name == seam:
            return Meeting(piece, run[0], False)
    raise MoveRefused(f"a dart opens between the {edge} and the {seam}.", piece.name, "Rotate it to another edge first.", "edges")
