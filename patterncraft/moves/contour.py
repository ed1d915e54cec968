"""Contour: gape taken out of an edge, its sliver closed and swung into a dart."""

from __future__ import annotations

from math import degrees as to_degrees
from typing import ClassVar, Final, Literal

from ..errors import MoveRefused
from ..handwork.merging import merged_across
from ..handwork.over_darts import with_lines_off_darts
from ..handwork.rotating import called, refuse_lens, target_of, turned_into
from ..handwork.sliver import SLIVER, pinched
from ..handwork.smoothing import smooth_edge
from ..house import HouseRules
from ..paper.dart import Dart, find_dart
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import Spot, sewn_length
from ..paper.sound import assert_sound
from ..places.place import DartPlace, Place, on_edge
from ..tolerances import CLOSE
from ..units import Unit, format_length
from ..working import Quantity, Sum, before_now, degrees, fine, length, note, notes, tell
from .dart_sums import opened
from .move import Example, Group, Move, Outcome, known, slot_field

USUAL: Final = {"neckline": (0.3, 1.0), "armhole": (0.3, 0.6)}
"""cm of gape that are usual at an edge, from and to; elsewhere to 0.6 (common practice, no source)."""
OTHERWISE: Final = (0.3, 0.6)
_KEPT: Final = "\0kept"
TRIES: Final = 4
"""Slivers cut at most until the edge, redrawn, is shorter by what was asked: two are usual."""


class Contour(Move):
    """A sliver is cut out where the edge stands off the body and closed about its point; the paper beside it swings, and the dart
    opens wider by the same angle."""

    group: ClassVar[Group] = "Darts"
    title: ClassVar[str] = "Contour"
    key: ClassVar[str] = "o"
    sentence: ClassVar[str] = "Take {amount} of gape out of the {piece} at {at}, into its {into}, the sliver ending at {end}."
    synonyms: ClassVar[tuple[str, ...]] = ("gape", "pinch out", "fitted neckline", "close in", "contouring")
    example: ClassVar[Example | None] = Example(
        "bodice", {"piece": "front", "at": {"edge": "neckline", "fraction": 0.5}, "amount": 1.0, "into": "waist dart"}
    )

    move: Literal["contour"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    at: Place = slot_field("at", "Where does it gape?", "place", "Place")
    amount: float = slot_field("amount", "How much is taken out?", "length", "Gape", gt=0, le=3, unit="cm")
    into: str = slot_field("into", "Into which dart?", "dart", "Dart", max_length=80)
    end: Place | None = slot_field("end", "Where does the sliver end?", "place", "Point of the sliver", None)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.piece)
        return {
            "piece": self.piece,
            "at": self.at.words(piece, unit),
            "amount": format_length(self.amount, unit),
            "into": self.into,
            "end": self.end.words(piece, unit) if self.end else "its pivot",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the dart; BadPlace at ``at``; MoveRefused where so much is no gape any more."""
        hand = take_up(pattern, self.piece)
        before = with_lines_off_darts(hand.piece(self.piece))
        refuse_lens(before, self.into)
        dart = find_dart(before, self.into)
        most = rules.fullness.contour
        if self.amount > 2 * most:
            raise MoveRefused(
                f"{self.amount:.1f} cm is no gape: the piece does not fit there.",
                self.piece,
                f"Take at most {2 * most:.1f} cm, and mend the block.",
                "amount",
            )
        spot = on_edge(self.at, before, pattern, "at")
        edge = before.outline[spot.edge].name
        point = dart.pivot if self.end is None else self.end.found(before, pattern).point
        was, width = sewn_length(before, edge), self.amount
        for _ in range(TRIES):
            pinched_out, sliver, off = self._swung(before, dart, spot, point, width, rules)
            # What is asked is given with the edge drawn over where it was pinched: that takes a hair of its own.
            drawn = smooth_edge(pinched_out, edge, keep_length=True, closely=True).piece
            shorter = was - sewn_length(drawn, edge)
            if abs(shorter - self.amount) < 0.2 * rules.sewing_tolerance or shorter <= 0.2 * self.amount:
                break
            width *= self.amount / shorter
        after = assert_sound(drawn, "Take out less, or farther away.")
        changed = pattern.seams_of(self.piece, edge)
        followed = lay_down(hand, [after], changed=changed)
        now = find_dart(after, self.into)
        low, high = USUAL.get(edge.rsplit(" ", 1)[-1], OTHERWISE)
        lines = [
            Sum("Taken out", length(self.amount)),
            Sum("Angle of the sliver", degrees(to_degrees(abs(sliver.angle)))),
            opened("Sliver at the edge", sliver.leg_in.length, abs(sliver.angle)),
            before_now(f"{edge.capitalize()} before, now", was, sewn_length(after, edge)),
            Sum(f"Intake of the {self.into} before", length(dart.intake)),
            Sum(f"Intake of the {self.into} now", length(now.intake)),
            Sum("The dart opens wider by", Quantity(to_degrees(abs(now.angle) - abs(dart.angle)), "angle")),
        ]
        if sliver.intake > self.amount + rules.sewing_tolerance:
            lines.append(tell(f"The {edge} runs aslant there: it loses less than the sliver is wide, so the sliver is cut wider."))
        if off:
            lines.append(Sum("Its point lies off where it was by", fine(off)))
        if self.amount > max(high, most if edge == "neckline" else high) + 1e-9:
            lines.append(note(f"More than is usual at the {edge} ({low:.1f} to {high:.1f} cm): look whether the block fits there."))
        if changed:
            lines.append(note(f"The {edge} is shorter: what is sewn to it must follow."))
        return Outcome(followed.pattern, (*lines, *notes(followed.told)))

    def _swung(
        self, before: Piece, dart: Dart, spot: Spot, point: complex, width: float, rules: HouseRules
    ) -> tuple[Piece, Dart, float]:
        """The sliver cut, shut and swung into the dart; the sliver, and by how much the dart's point moved."""
        piece = called(before, dart.name, _KEPT, named=True)
        piece = pinched(piece, spot, point, width, self.at.words(before, "cm"), "at")
        sliver, kept = find_dart(piece, SLIVER), find_dart(piece, _KEPT)
        off = 0.0
        if abs(point - kept.pivot) < CLOSE * 10:
            piece = turned_into(target_of(piece, sliver, DartPlace(dart=_KEPT), "", "into"), sliver, sliver.angle, rules)
        else:
            merged = merged_across(piece, sliver, kept, self.into, "end")
            piece, off = merged.piece, merged.off
        piece = called(piece, _KEPT, dart.name, named=dart.rule.named)
        return piece, sliver, off
