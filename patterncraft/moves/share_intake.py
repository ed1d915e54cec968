"""Share intake: a dart given up with the pencil, and the same centimetres taken in elsewhere along its edge."""

from __future__ import annotations

from typing import ClassVar, Final, Literal, Self

from pydantic import Field, model_validator

from ..errors import BadPlace, MoveRefused
from ..handwork.filling import filled
from ..handwork.over_darts import with_lines_off_darts
from ..handwork.pencil import KEPT, drawn_in, narrowed, widened
from ..handwork.rotating import refuse_lens
from ..handwork.smoothing import smooth_edge
from ..house import HouseRules, Strict
from ..paper.dart import Dart, find_dart
from ..paper.follow import lay_down, take_up
from ..paper.nearest import nearest_on
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import neighbours, run_of, sewn_length
from ..paper.sound import assert_sound
from ..places.levels import downward
from ..units import Unit, format_length
from ..working import Quantity, Sum, before_now, length, note, notes
from .move import Example, Group, Move, Outcome, slot_field

LEAST: Final = 0.1
"""cm: less of a dart is not worth sewing; it is given up whole."""
STEEP: Final = 0.35
"""cm in for each cm up beyond which a side would run across the hip instead of past it (common practice, no source)."""


class Taken(Strict):
    """Where the cm are taken in again: in another dart of the edge, or at the side or centre that the edge ends on."""

    dart: str | None = Field(default=None, title="Dart", max_length=80)
    edge: str | None = Field(default=None, title="Edge", max_length=80)
    amount: float = Field(gt=0, le=30, title="Amount", json_schema_extra={"unit": "cm"})

    @model_validator(mode="after")
    def _one_place(self) -> Self:
        if (self.dart is None) == (self.edge is None):
            raise ValueError("say either in which dart it is taken, or at which edge")
        return self

    @property
    def name(self) -> str:
        """The dart or the edge."""
        return self.dart or self.edge or ""


class ShareIntake(Move):
    """Pencil, not paper: the dart is drawn narrower on its edge, another one wider, or the side or centre drawn in, by the same
    centimetres. The sewn edge keeps its length; nothing swings."""

    group: ClassVar[Group] = "Darts"
    title: ClassVar[str] = "Share intake"
    key: ClassVar[str] = "i"
    sentence: ClassVar[str] = "Give up the {dart} of the {piece} and take it in elsewhere: {to}."
    synonyms: ClassVar[tuple[str, ...]] = ("remove a dart", "take in at the side", "one dart less", "dart value")
    example: ClassVar[Example | None] = Example(
        "skirt",
        {
            "piece": "skirt back",
            "dart": "waist dart 2",
            "to": [{"dart": "waist dart 1", "amount": 1.0}, {"edge": "side", "amount": 0.6}],
        },
    )

    move: Literal["share_intake"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    dart: str = slot_field("dart", "Which dart is given up?", "dart", "Dart", max_length=80)
    to: tuple[Taken, ...] = slot_field("to", "Where is it taken in, and how much?", "taken", "Taken in", min_length=1, max_length=8)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        said = [f"{format_length(t.amount, unit)} {'into' if t.dart else 'at'} the {t.name}" for t in self.to]
        return {"piece": self.piece, "dart": self.dart, "to": ", ".join(said)}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for a dart; BadPlace or MoveRefused at ``to``."""
        hand = take_up(pattern, self.piece)
        before = with_lines_off_darts(hand.piece(self.piece))
        refuse_lens(before, self.dart)
        dart = find_dart(before, self.dart)
        edge = dart.mouth_edge
        given = sum(t.amount for t in self.to)
        if given > dart.intake + 0.5 * rules.sewing_tolerance:
            raise MoveRefused(
                f"the amounts come to {given:.1f} cm, and the {dart.name} has only {dart.intake:.1f} cm.",
                self.piece,
                f"Make them {dart.intake:.1f} cm together, or less.",
                "to",
            )
        rest = dart.intake - given
        piece = before
        for t in self.to:
            piece = self._widened(piece, dart, t) if t.dart else self._drawn_in(piece, edge, t)
        piece = (
            smooth_edge(filled(piece, dart.name), edge, keep_length=True).piece
            if rest < LEAST
            else narrowed(piece, dart.name, given)
        )
        after = assert_sound(piece, "Give it less.")
        # A dart in a corner lies between two edges: it gives to both.
        beside = (before.outline[k % len(before.outline)].name for k in (dart.vertex - 2, dart.vertex + 1))
        touched = {edge, *beside, *(t.edge for t in self.to if t.edge)}
        changed = {name for e in touched for name in pattern.seams_of(self.piece, e)}
        followed = lay_down(hand, [after], changed=changed)
        return Outcome(
            followed.pattern, self._working(before, followed.pattern.piece(self.piece), dart, rest) + notes(followed.told)
        )

    def _widened(self, piece: Piece, dart: Dart, taken: Taken) -> Piece:
        other = find_dart(piece, taken.name)
        if other.name == dart.name or other.mouth_edge != dart.mouth_edge:
            raise BadPlace(
                f"the {other.name} does not open in the {dart.mouth_edge}, as the {dart.name} does.",
                self.piece,
                "Choose another dart of that edge; to another edge it is rotated.",
                "to",
            )
        return widened(piece, other.name, taken.amount, "to")

    def _drawn_in(self, piece: Piece, edge: str, taken: Taken) -> Piece:
        run = run_of(piece, edge)
        ends = neighbours(piece, edge)
        if taken.name not in ends:
            raise BadPlace(
                f"the {edge} does not end on the {taken.name}.", self.piece, f"It ends on the {ends[0]} and on the {ends[1]}.", "to"
            )
        at_start = taken.name == ends[0]
        k = run[0] if at_start else run[-1]
        if taken.amount > piece.outline[k].length - KEPT:
            raise MoveRefused(
                f"the {edge} has only {piece.outline[k].length:.1f} cm left at the {taken.name}.",
                self.piece,
                "Take it in elsewhere.",
                "to",
            )
        n = len(piece.outline)
        neighbour = piece.outline[(k - 1) % n if at_start else (k + 1) % n]
        reach = _to_hip(piece, neighbour.length, neighbour.name)
        level = abs(((neighbour.path.end - neighbour.path.start) * downward(piece).conjugate()).real)
        if taken.amount > STEEP * min(reach, level):
            raise MoveRefused(
                f"the {taken.name} would be pushed past its hip: in by {taken.amount:.1f} cm on {min(reach, level):.1f} cm of height.",
                self.piece,
                "Take in less there, and the rest in a dart.",
                "to",
            )
        return drawn_in(piece, k, at_start, taken.amount, reach)

    def _working(self, before: Piece, after: Piece, dart: Dart, rest: float) -> tuple[Sum, ...]:
        edge = dart.mouth_edge
        given = [length(t.amount) for t in self.to]
        lines = [
            Sum(f"Intake of the {dart.name}", length(dart.intake), " + ".join(["{}"] * (len(given) + 1)), (*given, length(rest)))
        ]
        lines += [
            Sum(
                f"{'Taken into' if t.dart else 'Taken in at'} the {t.name}",
                length(t.amount),
                "{} of {}",
                (Quantity(t.amount / dart.intake, "share"), length(dart.intake)),
            )
            for t in self.to
        ]
        was, now = sewn_length(before, edge), sewn_length(after, edge)
        lines.append(before_now(f"{edge.capitalize()} as sewn, before and now", was, now))
        for t in self.to:
            if t.edge:
                was, now = sewn_length(before, t.edge), sewn_length(after, t.edge)
                lines.append(before_now(f"{t.edge.capitalize()} before and now", was, now))
        if any(t.edge and t.edge.startswith("centre") for t in self.to):
            lines.append(note("The centre is no longer one straight line: it is cut as a seam, not on the fold."))
        return tuple(lines)


def _to_hip(piece: Piece, whole: float, edge: str) -> float:
    """cm along a side from its upper end to the hip line; all of it where there is none."""
    side = next(e for e in piece.outline if e.name == edge)
    for line in piece.lines:
        if line.name == "hip":
            for z in (line.path.start, line.path.end):
                off, along = nearest_on(side.path, z)
                if off < 0.5:
                    upper = along if side.path.start.imag < side.path.end.imag else whole - along
                    return max(upper, 1.0)
    return whole
