"""A lay: every piece on the cloth, how long it is, how well it uses the cloth; and whether a piece may lie where a hand puts it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any, Final

import shapely
from shapely import STRtree
from shapely.geometry import Polygon

from ..errors import BadPlace
from .packing import Placed, ring_of
from .shapes import Shape

OVERLAP: Final = 1e-3
"""cm²: paper may lap by this much, which is rounding"""
NAME: Final = 3.0
"""cm of paper that a name wants round it"""
OVER: Final = 1e-2
"""cm by which an outline may reach over the edge of the table"""


@dataclass(frozen=True, slots=True)
class Lay:
    """``room``: cm across the table; ``layers``: of cloth that are cut at once."""

    shapes: tuple[Shape, ...]
    placed: tuple[Placed, ...]
    room: float
    layers: int

    @property
    def length(self) -> float:
        """cm of the table that the pieces take."""
        return max((z.real for p in self.placed for z in ring_of(self.shapes, p)), default=0.0)

    @property
    def area(self) -> float:
        """cm² of all that lies there, seen from above."""
        return sum(self.shapes[p.shape].area for p in self.placed)

    @property
    def efficiency(self) -> float:
        """Share of the cloth that becomes pieces, 0–1."""
        return self.area / (self.room * self.length) if self.length else 0.0

    def rings(self) -> list[list[complex]]:
        """Each piece's outline on the cloth, as ``placed``."""
        return [ring_of(self.shapes, p) for p in self.placed]

    def name_places(self) -> list[complex]:
        """For each piece a place on it where its name can stand: the middle of its box, or, where that is no paper of it, one well inside."""
        out = []
        for ring in self.rings():
            own = _polygon(ring)
            left, top, right, bottom = own.bounds
            middle = shapely.Point((left + right) / 2, (top + bottom) / 2)
            place = middle if own.buffer(-NAME).contains(middle) else own.representative_point()
            out.append(complex(place.x, place.y))
        return out

    def with_moved(self, index: int, turn: float, shift: complex) -> Lay:
        """One piece slid or turned by hand. Raises BadPlace where it would lie on another piece, off the cloth or off the fold, be turned as its
        grain or the nap does not allow."""
        old = self.placed[index]
        shape = self.shapes[old.shape]
        if all(abs((turn - t + 180) % 360 - 180) > 1e-6 for t in shape.turns):
            way = "it keeps its direction: the cloth has a nap." if len(shape.turns) == 1 else "it would lie off its grain."
            raise BadPlace(way, shape.label, "Turn it by a half, where that is allowed.", "turn")
        if shape.on_fold:
            shift = complex(shift.real, 0.0)
        moved = replace(self, placed=(*self.placed[:index], Placed(old.shape, old.copy, turn, shift), *self.placed[index + 1 :]))
        where = ring_of(self.shapes, moved.placed[index])
        off_across = min(z.imag for z in where) < -OVER or max(z.imag for z in where) > self.room + OVER
        if off_across or min(z.real for z in where) < -OVER:
            cure = "Keep it between the selvedges." if off_across else "Slide it farther along: the cloth begins there."
            raise BadPlace("it would hang off the cloth.", shape.label, cure, "y" if off_across else "x")
        over = moved.overlaps(index)
        if over:
            others = ", ".join(dict.fromkeys(self.shapes[self.placed[k].shape].label for k in over))
            raise BadPlace(f"it would lie on the {others}.", shape.label, "Leave the scissors a way between them.", "x")
        return moved

    def overlaps(self, index: int) -> list[int]:
        """Which other pieces a piece lies on."""
        polygons = [_polygon(r) for r in self.rings()]
        own = polygons[index]
        return [k for k in STRtree(polygons).query(own) if k != index and own.intersection(polygons[k]).area > OVERLAP]

    def is_sound(self) -> bool:
        """Whether nothing laps and everything lies on the cloth."""
        polygons = [_polygon(r) for r in self.rings()]
        tree = STRtree(polygons)
        for i, own in enumerate(polygons):
            left, top, _, bottom = own.bounds
            if top < -OVER or bottom > self.room + OVER or left < -OVER:
                return False
            if any(k > i and own.intersection(polygons[k]).area > OVERLAP for k in tree.query(own)):
                return False
        return True


def _polygon(ring: Sequence[complex]) -> Any:
    polygon = Polygon([(z.real, z.imag) for z in ring])
    return polygon if polygon.is_valid else shapely.make_valid(polygon)
