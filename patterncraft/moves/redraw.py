"""Redraw: any edge lowered, raised, widened, deepened, or led through other places."""

from __future__ import annotations

import itertools
from typing import ClassVar, Literal

from pydantic import ConfigDict

from ..errors import BadPlace, MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..handwork.reshaping import Run, part_at, refuse_fold, reshaped, same_kind, stroke_of, whole_run
from ..handwork.shaped_together import shaped_together
from ..handwork.shift import Shift
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import neighbours, starts_at_end
from ..places.place import Place
from ..units import Unit
from ..working import tell
from .move import Example, Group, Move, Outcome, known, slot_field

_SHAPES = (("curve", "in one curve"), ("straight", "straight"))


class Redraw(Move):
    """The edge is drawn anew between its ends, which may be moved; the edges beside it follow. Nothing else of the piece changes."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, frozen=True, populate_by_name=True)

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Redraw an edge"
    key: ClassVar[str] = "d"
    sentence: ClassVar[str] = "Redraw the {edge} of the {piece}: its start {start}, its end {end}, {through}, {shape}."
    synonyms: ClassVar[tuple[str, ...]] = ("lower", "raise", "widen", "deepen", "reshape", "move an edge", "curve")
    example: ClassVar[Example | None] = Example(
        "bodice", {"piece": "front", "edge": "neckline", "from": "shoulder", "start": {"out": 2.0}, "end": {"down": 4.0}}
    )

    move: Literal["redraw"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    edge: str = slot_field("edge", "Which edge?", "edge", "Edge", max_length=80)
    start: Shift | None = slot_field("start", "How far is its start moved?", "shift", "Its start is moved", None, asked=True)
    start_at: str = slot_field("start", "How far is its start moved?", "shift", "Counted from", "", max_length=80, alias="from")
    end: Shift | None = slot_field("end", "How far is its end moved?", "shift", "Its end is moved", None, asked=True)
    through: tuple[Place, ...] = slot_field("through", "Through which places on the way?", "places", "Through", (), max_length=20)
    shape: Literal["curve", "straight"] | None = slot_field("shape", "How is it drawn?", "choice", "Shape", None, choices=_SHAPES)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.piece)
        names = self._ends(piece)
        ends = [
            f"{f'at the {name} ' if name else ''}{shift.words(unit) if shift else 'where it is'}"
            for name, shift in zip(names, (self.start, self.end), strict=True)
        ]
        through = " and ".join(p.words(piece, unit) for p in self.through)
        return {
            "piece": self.piece,
            "edge": self.edge,
            "start": ends[0],
            "end": ends[1],
            "through": f"through {through}" if through else "through no other place",
            "shape": dict(_SHAPES)[self.shape] if self.shape else "as it was",
        }

    def _ends(self, piece: Piece | None) -> tuple[str, str]:
        if piece is None or self.edge not in piece.edge_names:
            return "", ""
        first, last = neighbours(piece, self.edge)
        return (last, first) if self.start_at not in ("", "start", first) else (first, last)

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the edge; BadPlace at a place; MoveRefused where a neighbour cannot follow."""
        piece = pattern.piece(self.piece)
        if self.through or self.shape:
            whole_run(piece, self.edge, "edge")
        refuse_fold(piece, self.edge, "edge")
        back = starts_at_end(piece, self.edge, self.start_at)
        moved = [s for s in (self.start, self.end) if s and (s.out or s.down)]
        if not moved and not self.through and self.shape is None:
            raise MoveRefused("nothing of it would change.", self.piece, "Move an end, or give a place on the way.", "start")
        places = [self._on_the_way(p, piece, pattern) for p in self.through]
        done = shaped_together(
            pattern, [self.piece], lambda p: self._drawn(p, back, places), "Move its ends or its places by less."
        )
        first, last = self._ends(piece)
        said = [
            tell(f"Its end at the {name} lies {shift.words('cm')} of where it was.")
            for name, shift in ((first, self.start), (last, self.end))
            if shift and (shift.out or shift.down)
        ]
        return Outcome(done.pattern, (*said, *done.working))

    def _on_the_way(self, place: Place, piece: Piece, pattern: Pattern) -> complex:
        """A place on the way, which lies on no other edge: the new line would run into that one."""
        found = place.found(piece, pattern)
        if found.spot is not None and piece.outline[found.spot.edge].name != self.edge:
            raise BadPlace(
                f"{place.words(piece, 'cm')} is where another edge runs.", self.piece, "Lead the line over the paper.", "through"
            )
        return found.point

    def _drawn(self, piece: Piece, back: bool, places: list[complex]) -> Piece:
        first, last = (self.end, self.start) if back else (self.start, self.end)
        fields = ("end", "start") if back else ("start", "end")
        run = part_at(piece, self.edge, at_end=False)
        if run == part_at(piece, self.edge, at_end=True):
            return self._led(piece, run, first, last, places[::-1] if back else places, fields[0] if first else fields[1])
        # A dart opens in it: each end is moved on its own part, up to the dart.
        if first:
            piece = self._led(piece, run, first, None, [], fields[0])
        if last:
            piece = self._led(piece, part_at(piece, self.edge, at_end=True), None, last, [], fields[1])
        return piece

    def _led(self, piece: Piece, run: Run, first: Shift | None, last: Shift | None, places: list[complex], field: str) -> Piece:
        old = stroke_of(piece, run).path
        start = first.moved(piece, run.before, at_end=True) if first else old.start
        end = last.moved(piece, run.after, at_end=False) if last else old.end
        return reshaped(piece, run, self._path(piece, run, old, start, end, places), field)

    def _path(self, piece: Piece, run: Run, old: Path, start: complex, end: complex, places: list[complex]) -> Path:
        if self.shape == "straight":
            points = [start, *places, end]
            return Path(tuple(itertools.pairwise(points)))
        if not places and self.shape is None:
            return same_kind(old, start, end)
        if not places and old.is_ruled:
            return straight(start, end)
        leaving, arriving = (
            way if piece.outline[k].is_centre else None
            for way, k in ((old.start_direction, run.before), (old.end_direction, run.after))
        )
        if not places:
            return fair_curve([start, end], old.start_direction, old.end_direction)
        return fair_curve([start, *places, end], leaving, arriving)
