"""Panel: a princess line from shoulder, armhole or neckline through a dart's point into the waist or the hem."""

from __future__ import annotations

from typing import ClassVar, Literal

from pydantic import ConfigDict

from ..errors import MoveRefused, PatternError
from ..handwork.bust_round import bust_rounded
from ..handwork.rotating import refuse_lens
from ..house import HouseRules
from ..paper.dart import find_dart
from ..paper.pattern import Pattern
from ..places.line import LineThrough
from ..places.place import DartPlace, Place
from ..units import Unit, format_length
from ..working import Sum, fine, note
from .cut_along import CutAlong
from .move import Example, Group, Move, Outcome, known, slot_field


class Panel(Move):
    """Scissors from the edge to the dart's point and on into the other edge, or into the dart. Other darts of that point close into the
    seam; the corner over the bust is rounded on both panels."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, frozen=True, populate_by_name=True)

    group: ClassVar[Group] = "Cut"
    title: ClassVar[str] = "Panel"
    key: ClassVar[str] = "p"
    sentence: ClassVar[str] = (
        "Cut the {piece} in panels, from {from} through the point of the {dart} to {to}, {soften}, into {names}, with a seam {seam}."
    )
    synonyms: ClassVar[tuple[str, ...]] = ("princess", "princess line", "panel line", "side panel", "shoulder princess")
    example: ClassVar[Example | None] = Example(
        "bodice", {"piece": "front", "from": {"edge": "shoulder", "fraction": 0.5}, "dart": "waist dart"}
    )

    move: Literal["panel"]
    piece: str = slot_field("piece", "Which piece?", "piece", "Piece", max_length=80)
    start: Place = slot_field("from", "Where does the line begin?", "place", "From", alias="from")
    dart: str = slot_field("dart", "Through the point of which dart?", "dart", "Dart", max_length=80)
    to: Place | None = slot_field("to", "Where does it end?", "place", "To", None)
    soften: float = slot_field("soften", "How far is the bust rounded?", "length", "Rounded over", 4.0, ge=0, le=12, unit="cm")
    names: tuple[str, str] | None = slot_field(
        "names", "What are both panels called, the one nearer the centre first?", "names", "Names of the panels", None
    )
    seam: str | None = slot_field("seam", "What is the seam called?", "name", "Name of the seam", None, min_length=1, max_length=80)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.piece)
        rounded = f"rounded over {format_length(self.soften, unit)}" if self.soften else "not rounded"
        return {
            "piece": self.piece,
            "from": self.start.words(piece, unit),
            "dart": self.dart,
            "to": self.to.words(piece, unit) if self.to else "its mouth",
            "soften": rounded,
            "names": f"{self.names[0]} and {self.names[1]}" if self.names else "two panels",
            "seam": f"“{self.seam}”" if self.seam else "between them",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises what cutting along that line raises, at the panel's own slots."""
        before = pattern.piece(self.piece)
        refuse_lens(before, self.dart)
        find_dart(before, self.dart)
        cut = self._cut(pattern)
        try:
            done = cut.apply(pattern, rules)
        except PatternError as e:
            e.field = {"line": "from"}.get(e.field.partition(".")[0], e.field)
            raise
        seam = next(s for s in done.pattern.seams if s.name not in {x.name for x in pattern.seams})
        if not self.soften:
            return done
        after, lengths = bust_rounded(done.pattern, seam, self.soften, rules.sewing_tolerance)
        lines = [Sum(f"{name}: {seam.name}, rounded", fine(now)) for name, now in lengths]
        apart = abs(lengths[0][1] - lengths[1][1])
        if apart > rules.sewing_tolerance:
            lines.append(note(f"Rounded, one side is {apart:.2f} cm longer: ease it in over the bust."))
        return Outcome(after, (*done.working, *lines))

    def _cut(self, pattern: Pattern) -> CutAlong:
        """The same as a cut along a line: ended in the dart, or led through its point to another place."""
        ends_in_dart = self.to is None or (isinstance(self.to, DartPlace) and self.to.dart == self.dart)
        places: tuple[Place, ...] = (self.start, DartPlace(dart=self.dart))
        if not ends_in_dart:
            if isinstance(self.to, DartPlace):
                self._one_pivot(pattern, self.to.dart)
                places = (self.start, DartPlace(dart=self.to.dart))
            elif self.to is not None:
                places = (*places, self.to)
        if isinstance(self.start, DartPlace):
            # Begun in the dart itself: both its legs become the seam.
            places = places[1:] if self.start.dart == self.dart else places
        if len(places) < 2:
            raise MoveRefused("the line would begin and end in one dart.", self.piece, "Lead it to the waist or the hem.", "to")
        line = LineThrough(through=places, shape="straight" if len(places) == 2 else "curve")
        return CutAlong(move="cut_along", piece=self.piece, line=line, names=self.names, seam=self.seam)

    def _one_pivot(self, pattern: Pattern, other: str) -> None:
        """Raises MoveRefused where the dart it ends in has another point than the one it runs through."""
        piece = pattern.piece(self.piece)
        apart = abs(find_dart(piece, other).pivot - find_dart(piece, self.dart).pivot)
        if apart > 0.05:
            raise MoveRefused(
                f"the points of the {self.dart} and the {other} lie {apart:.1f} cm apart.",
                self.piece,
                "Bring them to one point first: merge the darts, or set the point.",
                "to",
            )
