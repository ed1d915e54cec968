"""A closure: a zip, buttons or hooks in a seam or along an open edge, notched at its end."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise
from typing import ClassVar, Literal, Self

from pydantic import model_validator

from ..errors import BadSetting, MoveRefused
from ..geometry.intersect import line_crossings
from ..geometry.path import Path
from ..handwork.closing_up import Downward, button_places, first_hole, runs_on, stitch_line, walked_down
from ..handwork.new_seam import unique_name
from ..handwork.promising import on_partner
from ..handwork.zips import SAME, bought_for, nearest_zip, next_zip
from ..house import HouseRules
from ..paper.closure import Closure as PaperClosure
from ..paper.closure import Reach
from ..paper.fold import kind_as_cut
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.piece import Mark, Piece
from ..paper.seam import Notch, Seam, SeamRule, Stretch
from ..paper.sewn import run_of, sewn_length
from ..places.levels import downward, level_point
from ..units import Unit, format_length
from ..working import Quantity, Sum, length, note, tell
from .move import Example, Group, Move, Outcome, slot_field

_KINDS = (("zip", "a zip"), ("buttons", "buttons"), ("hooks", "hooks"))
SHORT = 0.5
"""cm: a closure that ends so near to the end of its seam ends with it."""
SHORTEST = 3.0
"""cm."""
FAR = 400.0


class Closure(Move):
    """It begins at the upper end of the seam, or where one says, and goes on through the seam that runs on below. A zip takes the longest that is sold
    and fits; of the buttons one stands at the bust line and one at the waist."""

    group: ClassVar[Group] = "Add"
    title: ClassVar[str] = "Close with zip, buttons, hooks"
    key: ClassVar[str] = "c"
    sentence: ClassVar[str] = "Close the {where}{piece}{edge} with {kind}, {length} from {from}{count}."
    synonyms: ClassVar[tuple[str, ...]] = ("zip", "zipper", "buttons", "hooks and eyes", "opening", "fastening")
    example: ClassVar[Example | None] = Example(
        "skirt",
        {"seam": "centre back", "kind": "zip", "length": 20.0},
        ({"move": "turn_edge_into", "piece": "skirt back", "edge": "centre back", "kind": "seam"},),
    )

    move: Literal["closure"]
    seam: str | None = slot_field("where", "In which seam?", "seam", "Seam", None, max_length=80, asked=True)
    piece: str | None = slot_field("piece", "Or an open edge, of which piece?", "piece", "Piece", None, max_length=80)
    edge: str | None = slot_field("edge", "Which edge?", "edge", "Edge", None, max_length=80)
    kind: Literal["zip", "buttons", "hooks"] = slot_field("kind", "With what?", "choice", "Kind", choices=_KINDS)
    length: float | None = slot_field(
        "length", "How long, or all the way?", "length", "Length", None, ge=SHORTEST, le=FAR, unit="cm"
    )
    start: str = slot_field(
        "from", "From which end, if not the upper one?", "name", "From the edge", "", max_length=80, alias="from"
    )
    count: int | None = slot_field("count", "How many buttons or hooks?", "count", "Count", None, ge=1, le=60)

    @model_validator(mode="after")
    def _one_place(self) -> Self:
        if (self.seam is None) == (self.edge is None) or (self.edge is None) != (self.piece is None):
            raise ValueError("name a seam, or an edge and its piece")
        return self

    def pieces_named(self) -> tuple[str, ...]:
        """The edge's piece, if one is named."""
        return (self.piece,) if self.piece else ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "where": f"{self.seam} seam" if self.seam else "",
            "piece": f"{self.piece}'s " if self.piece else "",
            "edge": self.edge or "",
            "kind": dict(_KINDS)[self.kind],
            "length": format_length(self.length, unit) if self.length is not None else "all the way",
            "from": f"the {self.start}" if self.start else "its upper end",
            "count": f", {self.count} of them" if self.count else "",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName; MoveRefused at a fold, where it has no seam to go on in, or where another closure is already; BadSetting for so short
        an opening."""
        pattern, seam = self._seam(pattern)
        if any(p.seam == seam.name for c in pattern.closures for p in c.parts):
            raise MoveRefused("it has a closure already.", seam.name, "Change that step.", "seam" if self.seam else "edge")
        first = walked_down(pattern, seam, self.start)
        size = self._length(pattern, first)
        pattern, parts, walked = self._parts(pattern, first, size)
        name = unique_name(self.kind, [c.name for c in pattern.closures])
        lines = [Sum("It opens", length(size))]
        if len(walked) > 1:
            lines[0] = Sum(
                "It opens", length(size), " + ".join(f"{w.seam.name} {{}}" for w, _ in walked), tuple(length(x) for _, x in walked)
            )
        count = 0
        if self.kind == "zip":
            lines += self._zip_told(size)
        else:
            pattern, count, told = self._buttoned(pattern, walked[0][0], size)
            lines += told
        bought = (size if self.length is not None else next_zip(size)) if self.kind == "zip" else 0.0
        made = PaperClosure(name, self.kind, parts, bought, count)
        return Outcome(replace(pattern, closures=(*pattern.closures, made)), tuple(lines))

    def _seam(self, pattern: Pattern) -> tuple[Pattern, Seam]:
        """The seam it goes into; an open edge in no seam gets one of its own, free."""
        if self.seam is not None:
            seam = pattern.seam(self.seam)
            if seam.rule.kind in ("hold", "ease") and not seam.b:
                raise MoveRefused(
                    "it waits for the part that is sewn to it.", seam.name, "Choose another seam, or sew it first.", "seam"
                )
            return pattern, seam
        piece = pattern.piece(self.piece or "")
        edge = self.edge or ""
        kind = kind_as_cut(piece, piece.outline[run_of(piece, edge)[0]])
        if kind == "fold":
            raise MoveRefused(
                f"the {edge} is a fold: there is no seam for it to go into.", piece.name, "Turn the fold into a seam first.", "edge"
            )
        for name in pattern.seams_of(piece.name, edge):
            return pattern, pattern.seam(name)
        seam = Seam(unique_name(edge, [s.name for s in pattern.seams]), (Stretch(piece.name, edge),), (), SeamRule("free"))
        hand = take_up(pattern, piece.name)
        return lay_down(hand, [hand.piece(piece.name)], seams=[seam]).pattern, seam

    def _length(self, pattern: Pattern, first: Downward) -> float:
        """How long it opens. A zip does not run across a hole in its seam: from the end that was said it goes as far as that."""
        hole = first_hole(pattern, first) if self.kind == "zip" else None
        size = self.length if self.length is not None else first.whole
        if hole is not None and size > hole.down + SHORT:
            if self.length is not None or not self.start:
                raise MoveRefused(
                    f"a zip cannot run across the {hole.name}, {hole.down:.1f} cm down the {first.seam.name}.",
                    first.seam.name,
                    f"Make it at most {hole.down:.1f} cm long, and close what lies beyond the {hole.name} with a hook or a button."
                    if self.start
                    else f"Let it begin at the {hole.far_end}, and close what lies beyond the {hole.name} with a hook or a button.",
                    "from" if self.length is None else "length",
                )
            size = hole.down
        if self.length is None and size < SHORTEST:
            raise BadSetting(f"the {first.seam.name} is only {size:.1f} cm long.", first.seam.name, "Choose another seam.", "seam")
        return size

    def _parts(
        self, pattern: Pattern, at: Downward, size: float
    ) -> tuple[Pattern, tuple[Reach, ...], list[tuple[Downward, float]]]:
        """The stretches it opens, down as many seams as it takes, with a notch where it ends."""
        parts: list[Reach] = []
        walked: list[tuple[Downward, float]] = []
        left = size
        while True:
            own = min(left, at.whole)
            walked.append((at, own))
            begin = "end" if at.from_end else "start"
            if left > at.whole - SHORT:
                parts.append(Reach(at.seam.name, begin, "start" if at.from_end else "end"))
                left -= at.whole
                if left <= SHORT:
                    return pattern, tuple(parts), walked
                at = runs_on(pattern, at)
                continue
            taken = [n.name for n in pattern.notches_of(at.seam.name)]
            name = unique_name(f"end of {self.kind}", taken)
            where = at.along(own)
            notch = Notch(name, at.seam.name, "single", where, on_partner(pattern, at.seam, where))
            parts.append(Reach(at.seam.name, begin, name))
            return replace(pattern, notches=(*pattern.notches, notch)), tuple(parts), walked

    def _zip_told(self, size: float) -> list[Sum]:
        sold = nearest_zip(size)
        if abs(sold - size) <= SAME or (self.length is None and next_zip(size) >= size):
            return [tell(bought_for(size))]
        return [note(f"Zips are sold in {sold:.0f} cm, not in {size:.1f} cm: open so far, or shorten a longer one.")]

    def _buttoned(self, pattern: Pattern, at: Downward, size: float) -> tuple[Pattern, int, list[Sum]]:
        """Marks for buttons down the edge, or on the true centre beside it; each on the piece it lies on, where the side runs over several."""
        levels = _levels(pattern, at)
        places = button_places(min(size, at.whole), list(levels.values()), self.count)
        word = "button" if self.kind == "buttons" else "hook"
        taken = {m.name for s in at.seam.a for m in pattern.piece(s.piece).marks}
        after = pattern
        for k, down in enumerate(places):
            place = pattern.on_side(at.seam.a, at.along(down))
            edge = place.piece.outline[place.spot.edge]
            z = edge.path.at(place.spot.along)
            line = stitch_line(place.piece, edge.name)
            if line is not None:
                z = _level_with(place.piece, z, line)
            piece = after.piece(place.piece.name)
            mark = Mark(unique_name(f"{word} {k + 1}", sorted(taken)), z, "button")
            after = after.with_piece(replace(piece, marks=(*piece.marks, mark)))
        lines = [Sum(f"{self.kind.capitalize()}", Quantity(len(places), "count"))]
        if len(places) > 1:
            lines.append(Sum("Apart, at most", length(max(b - a for a, b in pairwise(places)))))
        lines += [tell(f"One stands at the {name}.") for name, x in levels.items() if any(abs(x - p) < 0.05 for p in places)]
        return after, len(places), lines


def _levels(pattern: Pattern, at: Downward) -> dict[str, float]:
    """cm down the seam of the bust line and the waist, where they lie on it, over all the pieces it runs on."""
    found: dict[str, float] = {}
    done = 0.0
    for s in reversed(at.seam.a) if at.from_end else at.seam.a:
        piece = pattern.piece(s.piece)
        whole = sewn_length(piece, s.edge, s.run)
        top = pattern.on_side((s,), whole if at.from_end else 0.0)
        down = downward(piece).conjugate()
        head = (piece.outline[top.spot.edge].path.at(top.spot.along) * down).real
        known = {m.name for m in piece.marks} | {x.name for x in piece.lines}
        for name, mark in (("bust line", "bust point"), ("waist", "waist")):
            below = (level_point(piece, mark) * down).real - head if mark in known else 0.0
            if 0 < below < whole:
                found.setdefault(name, done + below)
        done += whole
    return found


def _level_with(piece: Piece, z: complex, line: Path) -> complex:
    """Where a line lies level with a place, square to the grain; the place itself where it does not reach so far."""
    across = downward(piece) / 1j
    hits = [h.point for s in line.segments for h in line_crossings(z - across * FAR, z + across * FAR, s)]
    return min(hits, key=lambda p: abs(p - z)) if hits else z
