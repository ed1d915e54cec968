"""Places on a piece: named by edge and proportion, level, mark, dart or notch; each finds its point and says itself.

Every kind has ``found`` (where it lies on a given piece) and ``words`` (as one would say it). "Down" is along
the piece's grain, "out" square to it and away from the centre.
"""

from __future__ import annotations

from typing import Annotated, Any, ClassVar, NamedTuple, Self

from pydantic import ConfigDict, Discriminator, Field, Tag, model_validator

from ..errors import BadPlace, no_such
from ..geometry.intersect import line_crossings
from ..geometry.length import arc_length
from ..geometry.segment import split
from ..house import Strict
from ..paper.dart import find_dart
from ..paper.nearest import spot_at
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import Spot, point_of, run_at, run_of, sewn_length, spot_along, starts_at_end
from ..tolerances import HUGE
from ..units import Unit, format_length
from .levels import downward, level_point, outward

_NAMED = ((0.5, "the middle of the {}"), (1 / 3, "a third along the {}"), (2 / 3, "two thirds along the {}"))
NAME: dict[str, Any] = {"max_length": 80}


class Found(NamedTuple):
    """Where a place lies: its point in the piece's coordinates, and its spot when that is on the outline."""

    point: complex
    spot: Spot | None


class _Place(Strict):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, frozen=True, populate_by_name=True)

    kind: ClassVar[str]


class EdgePlace(_Place):
    """A place on an edge: a fraction of it, or cm along it, from the end where it meets ``from``."""

    kind: ClassVar[str] = "EdgePlace"

    edge: str = Field(title="Edge", **NAME)
    start: str = Field(default="", alias="from", title="From", description="The neighbouring edge measured from.", **NAME)
    fraction: float | None = Field(default=None, ge=0, le=1, title="Fraction of the sewn edge")
    distance: float | None = Field(default=None, ge=0, le=500, title="Distance", json_schema_extra={"unit": "cm"})

    @model_validator(mode="after")
    def _one_measure(self) -> Self:
        if (self.fraction is None) == (self.distance is None):
            raise ValueError("a place on an edge takes either a fraction or a distance")
        return self

    def spot(self, piece: Piece) -> Spot:
        """Raises NoSuchName for the edge, BadPlace for its start or a distance beyond its end."""
        run = run_at(piece, self.edge, self.start)
        from_end = starts_at_end(piece, self.edge, self.start, run)
        whole = sewn_length(piece, self.edge, run)
        along = self.distance if self.distance is not None else (self.fraction or 0.0) * whole
        if along > whole + 1e-6:
            raise BadPlace(
                f"the {self.edge} ends after {whole:.1f} cm; {along:.1f} cm along it is off the paper.",
                piece.name,
                f"Choose at most {whole:.1f} cm.",
                "to",
            )
        return spot_along(piece, self.edge, along, from_end, run)

    def found(self, piece: Piece, pattern: Pattern | None = None) -> Found:
        """Raises NoSuchName or BadPlace as ``spot`` does."""
        spot = self.spot(piece)
        return Found(point_of(piece, spot), spot)

    def words(self, piece: Piece | None, unit: Unit) -> str:
        """As one would say it: "the middle of the shoulder", "the side, 5.1 cm from the armhole"."""
        for share, phrase in _NAMED:
            if self.fraction is not None and abs(self.fraction - share) < 5e-4:
                return phrase.format(self.edge) + (f" from the {self.start}" if share != 0.5 and self.start else "")
        if self.start and (self.fraction == 0 or self.distance == 0):
            return f"the {self.edge} at the {self.start}"
        if self.distance is not None or piece is None or self.edge not in piece.edge_names:
            along = format_length(self.distance, unit) if self.distance is not None else f"{100 * (self.fraction or 0):.1f} %"
        else:
            run = run_at(piece, self.edge, self.start)
            along = format_length((self.fraction or 0.0) * sewn_length(piece, self.edge, run), unit)
        return f"the {self.edge}, {along} from the {self.start or 'start'}"


class LevelPlace(_Place):
    """Where an edge stands at a level: ``down`` cm below that of a mark, a named line or a dart's pivot."""

    kind: ClassVar[str] = "LevelPlace"

    edge: str = Field(title="Edge", **NAME)
    level: str = Field(title="Level of", description="A mark, a named line or a dart, whose level it is.", **NAME)
    down: float = Field(default=0.0, ge=-300, le=300, title="Below it", json_schema_extra={"unit": "cm"})

    def found(self, piece: Piece, pattern: Pattern | None = None) -> Found:
        """The first such place along the edge. Raises NoSuchName for edge or level, BadPlace when the edge
        does not reach the level."""
        grain = downward(piece)
        at = level_point(piece, self.level) + grain * self.down
        reach = 1j * grain * HUGE
        for i in run_of(piece, self.edge):
            done = 0.0
            for seg in piece.outline[i].path.segments:
                hits = line_crossings(at - reach, at + reach, seg)
                if hits:
                    along = done + arc_length(split(seg, hits[0].t)[0])
                    return Found(hits[0].point, Spot(i, along))
                done += arc_length(seg)
        ends = [z for i in run_of(piece, self.edge) for z in (piece.outline[i].path.start, piece.outline[i].path.end)]
        depths = [((z - at) * grain.conjugate()).real + self.down for z in ends]
        raise BadPlace(
            f"the {self.edge} does not stand at that level.",
            piece.name,
            f"It runs from {min(depths):.1f} to {max(depths):.1f} cm below the level of the {self.level}.",
            "down",
        )

    def words(self, piece: Piece | None, unit: Unit) -> str:
        """ "the side at the level of the bust point", "the side, 3.0 cm below the bust point"."""
        if not self.down:
            return f"the {self.edge} at the level of the {self.level}"
        side = "below" if self.down > 0 else "above"
        return f"the {self.edge}, {format_length(abs(self.down), unit)} {side} the {self.level}"


class MarkPlace(_Place):
    """A named mark."""

    kind: ClassVar[str] = "MarkPlace"

    mark: str = Field(title="Mark", **NAME)

    def found(self, piece: Piece, pattern: Pattern | None = None) -> Found:
        """Raises NoSuchName listing the marks."""
        point = piece.mark(self.mark).at
        return Found(point, spot_at(piece, point))

    def words(self, piece: Piece | None, unit: Unit) -> str:
        """As one says it."""
        return f"the {self.mark}"


class DartPlace(_Place):
    """A dart: its pivot, or, for what moves into a dart, the dart itself."""

    kind: ClassVar[str] = "DartPlace"

    dart: str = Field(title="Dart", **NAME)

    def found(self, piece: Piece, pattern: Pattern | None = None) -> Found:
        """The pivot. Raises NoSuchName listing the darts."""
        return Found(find_dart(piece, self.dart).pivot, None)

    def words(self, piece: Piece | None, unit: Unit) -> str:
        """As one says it: the dart's point is meant."""
        return f"the {self.dart}"


class NotchPlace(_Place):
    """A notch of a seam that lies on the piece."""

    kind: ClassVar[str] = "NotchPlace"

    notch: str = Field(title="Notch", **NAME)

    def found(self, piece: Piece, pattern: Pattern | None = None) -> Found:
        """Raises NoSuchName listing the notches on the piece."""
        on_piece = pattern.placed_notches(piece.name) if pattern else []
        for n, spot in on_piece:
            if n.name == self.notch:
                return Found(point_of(piece, spot), spot)
        raise no_such("notch", self.notch, [n.name for n, _ in on_piece], piece.name)

    def words(self, piece: Piece | None, unit: Unit) -> str:
        """As one says it."""
        return f"the notch “{self.notch}”"


class OffPlace(_Place):
    """Off another place: ``down`` along the grain, ``out`` away from the centre, cm; negative: up, in."""

    kind: ClassVar[str] = "OffPlace"

    at: Place = Field(title="From")
    out: float = Field(default=0.0, ge=-300, le=300, title="Out", json_schema_extra={"unit": "cm"})
    down: float = Field(default=0.0, ge=-300, le=300, title="Down", json_schema_extra={"unit": "cm"})

    def found(self, piece: Piece, pattern: Pattern | None = None) -> Found:
        """Raises what the place it counts from raises."""
        start = self.at.found(piece, pattern).point
        point = start + downward(piece) * self.down + outward(piece) * self.out
        return Found(point, spot_at(piece, point))

    def words(self, piece: Piece | None, unit: Unit) -> str:
        """ "2.0 cm outwards and 3.0 cm down from the bust point"."""
        ways = [
            f"{format_length(abs(value), unit)} {plus if value > 0 else minus}"
            for value, plus, minus in ((self.out, "outwards", "inwards"), (self.down, "down", "up"))
            if value
        ]
        base = self.at.words(piece, unit)
        return f"{' and '.join(ways)} from {base}" if ways else base


def _kind_of(value: Any) -> str | None:
    if isinstance(value, _Place):
        return value.kind
    if not isinstance(value, dict):
        return None
    for key, kind in (("mark", "MarkPlace"), ("notch", "NotchPlace"), ("dart", "DartPlace"), ("at", "OffPlace")):
        if key in value:
            return kind
    return "LevelPlace" if "level" in value else "EdgePlace"


Place = Annotated[
    Annotated[EdgePlace, Tag("EdgePlace")]
    | Annotated[LevelPlace, Tag("LevelPlace")]
    | Annotated[MarkPlace, Tag("MarkPlace")]
    | Annotated[DartPlace, Tag("DartPlace")]
    | Annotated[NotchPlace, Tag("NotchPlace")]
    | Annotated[OffPlace, Tag("OffPlace")],
    Discriminator(
        _kind_of,
        custom_error_type="place",
        custom_error_message="a place is given by an edge, a mark, a dart, a notch, or as off another place",
    ),
]

OffPlace.model_rebuild()


def on_edge(place: Place, piece: Piece, pattern: Pattern | None, field: str) -> Spot:
    """The place's spot on the outline.

    Raises BadPlace, naming the parameter ``field``, for a place that is not on an edge; else as ``found``.
    """
    found = place.found(piece, pattern)
    if found.spot is not None and not piece.outline[found.spot.edge].is_sewn_shut:
        return found.spot
    raise BadPlace(f"{place.words(piece, 'cm')} does not lie on an edge.", piece.name, "Choose a place on the outline.", field)
