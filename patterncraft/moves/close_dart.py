"""Close dart: shut for good where it runs from edge to edge."""

from __future__ import annotations

from typing import ClassVar, Final, Literal

from ..errors import MoveRefused
from ..geometry.path import straight
from ..handwork.closing import closed_at_edge
from ..handwork.over_darts import with_lines_off_darts
from ..handwork.rotating import refuse_lens
from ..house import HouseRules
from ..paper.dart import find_dart
from ..paper.draw import redraw
from ..paper.edge import Edge
from ..paper.follow import lay_down, take_up
from ..paper.nearest import nearest_spot
from ..paper.part import open_corner
from ..paper.pattern import Pattern
from ..paper.sewn import point_of, sewn_length
from ..paper.sound import assert_sound
from ..units import Unit
from ..working import Sum, fine, length, note, notes
from .move import Group, Move, Outcome, slot_field

THREAD: Final = 1.0
"""cm of paper between a dart's point and an edge that may be cut through: what stands off then can be pressed away."""


class CloseDart(Move):
    """The dart is taped shut and gone. Only where its point lies on another edge, or a thread of paper off it: else the paper
    would stand up like a cone."""

    group: ClassVar[Group] = "Darts"
    title: ClassVar[str] = "Close dart"
    key: ClassVar[str] = "x"
    sentence: ClassVar[str] = "Close the {dart} of the {piece} for good."
    synonyms: ClassVar[tuple[str, ...]] = ("shut a dart", "tape a dart", "yoke dart")

    move: Literal["close_dart"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    dart: str = slot_field("dart", "Which dart?", "dart", "Dart", max_length=80)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"piece": self.piece, "dart": self.dart}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the dart; MoveRefused where its point lies well inside the paper."""
        hand = take_up(pattern, self.piece)
        piece = with_lines_off_darts(hand.piece(self.piece))
        refuse_lens(piece, self.dart)
        dart = find_dart(piece, self.dart)
        spot = nearest_spot(piece, dart.pivot)
        edge = piece.outline[spot.edge].name
        off = abs(point_of(piece, spot) - dart.pivot)
        if off > THREAD:
            raise MoveRefused(
                f"the point of the {dart.name} lies {off:.1f} cm inside the paper: shut for good, it would stand up like a cone.",
                self.piece,
                "Rotate it to another edge, or turn it into fullness; or cut the piece level with its point first.",
                "dart",
            )
        opened, corner = open_corner(piece, spot)
        if off > 0.0:
            end = opened.outline[corner].path.start
            vertex = find_dart(opened, dart.name).vertex
            first, last = dart.mouth
            legs = (
                Edge(dart.name, "dart", straight(first, end), dart.leg_in.cut),
                Edge(dart.name, "dart", straight(end, last), dart.leg_out.cut),
            )
            n = len(opened.outline)
            opened = redraw(opened, (vertex - 1) % n, 2, legs)
            corner = (corner - (vertex - 1)) % n
        shut = assert_sound(closed_at_edge(opened, find_dart(opened, dart.name), corner), "Rotate the dart to another place first.")
        followed = lay_down(hand, [shut])
        after = followed.pattern.piece(self.piece)
        lines = [
            Sum(f"Intake of the {dart.name}", length(dart.intake)),
            Sum(f"{edge.capitalize()}, before = now", fine(sewn_length(after, edge)), "{}", (fine(sewn_length(piece, edge)),)),
        ]
        if off > 0.0:
            lines.append(note(f"A thread of {off:.1f} cm was cut through at the {edge}: blend it."))
        return Outcome(followed.pattern, (*lines, *notes(followed.told)))
