"""References: places named by edge and proportion, so that they mean the same on another block."""

from __future__ import annotations

from typing import Self

from pydantic import ConfigDict, Field, model_validator

from .errors import BadPlace
from .geometry.length import arc_length, segment_length
from .geometry.path import Path
from .geometry.segment import point_at, split
from .house import Strict
from .paper.dart import darts_of
from .paper.piece import Piece
from .paper.sewn import Spot, distance_of, neighbours, sewn_length, spot_along, starts_at_end
from .units import Unit, format_length

_NAMED = ((0.5, "the middle of the {}"), (1 / 3, "a third along the {}"), (2 / 3, "two thirds along the {}"))
_SNAPS = (0.25, 1 / 3, 0.5, 2 / 3, 0.75)


class EdgePlace(Strict):
    """A place on an edge: a fraction of it, or cm along it, from the end where it meets ``from``."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, frozen=True, populate_by_name=True)

    edge: str = Field(title="Edge", max_length=80)
    start: str = Field(default="", alias="from", title="From", max_length=80, description="The neighbouring edge measured from.")
    fraction: float | None = Field(default=None, ge=0, le=1, title="Fraction of the sewn edge")
    distance: float | None = Field(default=None, ge=0, le=500, title="Distance", json_schema_extra={"unit": "cm"})

    @model_validator(mode="after")
    def _one_measure(self) -> Self:
        if (self.fraction is None) == (self.distance is None):
            raise ValueError("a place on an edge takes either a fraction or a distance")
        return self

    def spot(self, piece: Piece) -> Spot:
        """Raises NoSuchName for the edge, BadPlace for its start or a distance beyond its end."""
        from_end = starts_at_end(piece, self.edge, self.start)
        whole = sewn_length(piece, self.edge)
        along = self.distance if self.distance is not None else (self.fraction or 0.0) * whole
        if along > whole + 1e-6:
            raise BadPlace(
                f"the {self.edge} ends after {whole:.1f} cm; {along:.1f} cm along it is off the paper.",
                piece.name,
                f"Choose at most {whole:.1f} cm.",
                "to",
            )
        return spot_along(piece, self.edge, along, from_end)

    def words(self, piece: Piece | None, unit: Unit) -> str:
        """As one would say it: "the middle of the shoulder", "the side, 5.1 cm from the armhole"."""
        for share, phrase in _NAMED:
            if self.fraction is not None and abs(self.fraction - share) < 5e-4:
                return phrase.format(self.edge) + (f" from the {self.start}" if share != 0.5 and self.start else "")
        if self.distance is not None or piece is None or self.edge not in piece.edge_names:
            along = format_length(self.distance, unit) if self.distance is not None else f"{100 * (self.fraction or 0):.1f} %"
        else:
            along = format_length((self.fraction or 0.0) * sewn_length(piece, self.edge), unit)
        return f"the {self.edge}, {along} from the {self.start or 'start'}"


class DartPlace(Strict):
    """Into another dart."""

    dart: str = Field(title="Dart", max_length=80)

    def words(self, piece: Piece | None, unit: Unit) -> str:
        return f"the {self.dart}"


Place = EdgePlace | DartPlace


def nearest_target(piece: Piece, point: complex, dart: str) -> EdgePlace | DartPlace:
    """Where a hand pointing at ``point`` wants a dart to go: into another dart when it points into
    that dart's mouth (within 1 cm), else the nearest place on an edge."""
    for d in darts_of(piece):
        a, b = d.mouth
        if d.name != dart and abs(point - d.middle) < 0.5 * d.intake + 1.0 and abs(point - a) + abs(point - b) < d.intake + 2.0:
            return DartPlace(dart=d.name)
    return nearest_place(piece, point)


def nearest_spot(piece: Piece, point: complex) -> Spot:
    """The spot of the sewable outline nearest to a point."""
    near = [(*_nearest_on(e.path, point), i) for i, e in enumerate(piece.outline) if not e.is_sewn_shut]
    _gap, along, index = min(near)
    return Spot(index, along)


def nearest_place(piece: Piece, point: complex) -> EdgePlace:
    """The place on the piece's sewable outline nearest to a point, as a reference.

    Snaps to quarters, thirds and the middle within 0.3 cm; else to a thousandth of the edge.
    """
    spot = nearest_spot(piece, point)
    name = piece.outline[spot.edge].name
    whole = sewn_length(piece, name)
    share = distance_of(piece, spot) / whole
    snapped = next((s for s in _SNAPS if abs(s - share) * whole < 0.3), round(share, 3))
    return EdgePlace(edge=name, start=neighbours(piece, name)[0], fraction=snapped)


def _nearest_on(path: Path, point: complex) -> tuple[float, float]:
    """(distance, cm along) of the nearest place of a path: sampled, then narrowed by thirds."""
    gap, k, i = min((abs(point_at(s, i / 12) - point), k, i) for k, s in enumerate(path.segments) for i in range(13))
    seg = path.segments[k]
    low, high = max(0.0, (i - 1) / 12), min(1.0, (i + 1) / 12)
    for _ in range(24):
        a, b = low + (high - low) / 3, high - (high - low) / 3
        low, high = (low, b) if abs(point_at(seg, a) - point) < abs(point_at(seg, b) - point) else (a, high)
    t = 0.5 * (low + high)
    along = sum(segment_length(s) for s in path.segments[:k]) + arc_length(split(seg, t)[0])
    return min(gap, abs(point_at(seg, t) - point)), along
