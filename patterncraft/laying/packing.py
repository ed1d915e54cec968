"""Shapes made ready for the packer, and its answer read back as places on the cloth.

The packer knows polygons, a strip and quarter turns of the hand; it knows no fold and no repeat. So each shape is given its share of the gap (and of the
tolerance of its thinned outline) as a rim; what lies at the fold is laid there nose to tail and handed over as one shape with a hair across
the whole strip, which leaves it no other height; what has to meet the cloth's repeat is given as much room as it may have to slide to the next one.
"""

from __future__ import annotations

from cmath import rect
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from math import ceil, floor, radians
from typing import Any, Final, NamedTuple

import shapely
from shapely.geometry import MultiPolygon, Polygon, box
from shapely.ops import unary_union

from ..errors import BadSetting
from ..geometry.transform import Transform
from .cloth import Cloth, LayOrder, across
from .shapes import Shape

THIN: Final = 0.05
"""cm: by how much a thinned outline may lie off; the rim is wider by it. More points are slower and pack worse."""
HAIR: Final = 0.02
"""cm: the width of what holds a shape at the fold"""
SLACK: Final = 2e-3
"""cm of height left to the packer's own rounding"""
AT_FOLD: Final = "at the fold"


class Phase(NamedTuple):
    """Where on the repeat a shape's origin lies, cm along and across; None: anywhere."""

    along: float | None
    across: float | None


FREE: Final = Phase(None, None)


@dataclass(frozen=True, slots=True)
class Placed:
    """A shape on the cloth: turned by ``turn`` degrees about its origin, then slid by ``shift``."""

    shape: int
    copy: int
    turn: float
    shift: complex

    def place(self) -> Transform:
        """From the shape's coordinates onto the cloth."""
        return Transform(rect(1.0, radians(self.turn)) if self.turn % 360 else 1 + 0j, self.shift)


@dataclass(frozen=True, slots=True)
class Task:
    """What goes to the packer, and what is known of it here."""

    shapes: tuple[Shape, ...]
    phases: tuple[Phase, ...]
    room: float
    rim: float
    repeat: tuple[float, float]
    fold: tuple[Placed, ...]
    data: dict[str, Any]


def task_of(shapes: Sequence[Shape], cloth: Cloth, order: LayOrder, phases: Mapping[int, Phase] | None = None) -> Task:
    """Everything the packer wants, as plain data. Raises BadSetting where there is nothing to lay."""
    if not shapes:
        raise BadSetting(
            "there is nothing to cut of this cloth.", "", "Choose another cloth, or say which pieces are cut of it.", "use"
        )
    room, rim = across(cloth, order), order.gap / 2 + THIN
    where = tuple((phases or {}).get(i, FREE) for i in range(len(shapes)))
    repeat = (cloth.repeat_along, cloth.repeat_across)
    items = []
    at_fold = [i for i, s in enumerate(shapes) if s.on_fold]
    fold: list[Placed] = []
    if at_fold:
        fold, ring = _nose_to_tail(shapes, at_fold, where, repeat, room, rim)
        items.append({"id": AT_FOLD, "shape": ring, "demand": 1, "turns": [0.0]})
    for i, s in enumerate(shapes):
        if not s.on_fold:
            slide_x = repeat[0] if where[i].along is not None else 0.0
            slide_y = repeat[1] if where[i].across is not None else 0.0
            fixed = where[i] != FREE
            polygon = _rimmed(s.ring, rim)
            if slide_x or slide_y:
                polygon = unary_union(
                    [shapely.affinity.translate(polygon, dx, dy) for dx in (0, slide_x) for dy in (0, slide_y)]
                ).convex_hull
            turns = [0.0] if fixed else list(s.turns)
            items.append({"id": str(i), "shape": _points(polygon), "demand": s.times, "turns": turns})
    data = {"items": items, "across": room + 2 * rim, "seconds": order.seconds}
    return Task(tuple(shapes), where, room, rim, repeat, tuple(fold), data)


def _rimmed(ring: Sequence[complex], rim: float) -> Polygon:
    polygon = Polygon([(z.real, z.imag) for z in ring])
    if not polygon.is_valid:
        polygon = polygon.buffer(0)
    grown = polygon.buffer(rim, join_style="mitre", mitre_limit=2.0).simplify(THIN, preserve_topology=True)
    if isinstance(grown, MultiPolygon):
        grown = max(grown.geoms, key=lambda g: g.area)
    return Polygon(grown.exterior)


def _points(polygon: Any) -> list[tuple[float, float]]:
    return [(x, y) for x, y in polygon.exterior.coords[:-1]]


def _nose_to_tail(
    shapes: Sequence[Shape],
    at_fold: Sequence[int],
    phases: Sequence[Phase],
    repeat: tuple[float, float],
    room: float,
    rim: float,
) -> tuple[list[Placed], list[tuple[float, float]]]:
    """The half pieces along the fold, each as near to the one before as its outline allows, and all of them as one ring."""
    floor_ = box(-1e5, -rim, 1e5, 1e5)
    done: list[Placed] = []
    lying: list[Any] = []
    order = sorted(at_fold, key=lambda i: -(shapes[i].box[3] - shapes[i].box[1]))
    x = 0.0
    for i in order:
        polygon = _rimmed(shapes[i].ring, rim).intersection(floor_)
        for copy in range(shapes[i].times):
            left, _, right, _ = polygon.bounds
            shift = -left if not lying else _beside(lying, polygon, x - left)
            wanted = phases[i].along
            if wanted is not None and repeat[0]:
                shift = wanted + ceil((shift - wanted) / repeat[0] - 1e-9) * repeat[0]
            placed = shapely.affinity.translate(polygon, shift)
            lying.append(placed)
            x = max(x, right + shift)
            done.append(Placed(i, copy, 0.0, complex(shift, 0.0)))
    first = min(p.bounds[0] for p in lying)
    bar = box(first, -rim, max(p.bounds[2] for p in lying), -rim + HAIR)
    hair = box(first, -rim, first + HAIR, room + rim - SLACK)
    whole = unary_union([*lying, bar, hair]).simplify(THIN / 5)
    if isinstance(whole, MultiPolygon):
        whole = max(whole.geoms, key=lambda g: g.area)
    return done, _points(whole)


def _beside(lying: Sequence[Any], polygon: Any, far: float) -> float:
    """The smallest shift along the fold at which a shape lies clear to the right of those there, found by halving."""
    union = unary_union(list(lying[-3:]))
    low, high = far - (polygon.bounds[2] - polygon.bounds[0]), far
    # Below ``low`` it would begin before the one it follows.
    low = max(low, union.bounds[0] - polygon.bounds[0])
    if high <= low:
        return far
    for _ in range(24):
        middle = (low + high) / 2
        moved = shapely.affinity.translate(polygon, middle)
        clear = moved.intersection(union).area < 1e-6 and moved.bounds[0] >= union.bounds[0]
        low, high = (low, middle) if clear else (middle, high)
    return high


def placed_by(task: Task, answer: Mapping[str, Any]) -> list[Placed]:
    """The packer's answer as places on the cloth, whose used length begins at x = 0; each slid on to its place on the repeat."""
    counts: dict[int, int] = {}
    out: list[Placed] = []
    for called, turn, x, y in answer["placed"]:
        if called == AT_FOLD:
            out += [Placed(p.shape, p.copy, 0.0, p.shift + x) for p in task.fold]
            continue
        i = int(called)
        counts[i] = counts.get(i, 0) + 1
        out.append(Placed(i, counts[i] - 1, turn, complex(x, y - task.rim)))
    # The strip of the packer begins at 0: the rim there is no cloth.
    least = min(z.real for p in out for z in ring_of(task.shapes, p))
    repeat, _ = task.repeat
    back = least if not any(p.along is not None for p in task.phases) else floor(least / repeat) * repeat
    return [_on_repeat(task, Placed(p.shape, p.copy, p.turn, p.shift - back)) for p in out]


def _on_repeat(task: Task, p: Placed) -> Placed:
    phase = task.phases[p.shape]
    x, y = p.shift.real, p.shift.imag
    if phase.along is not None and not task.shapes[p.shape].on_fold:
        x = phase.along + ceil((x - phase.along) / task.repeat[0] - 1e-9) * task.repeat[0]
    if phase.across is not None and not task.shapes[p.shape].on_fold:
        y = phase.across + ceil((y - phase.across) / task.repeat[1] - 1e-9) * task.repeat[1]
    return Placed(p.shape, p.copy, p.turn, complex(x, y))


def ring_of(shapes: Sequence[Shape], p: Placed) -> list[complex]:
    """The outline as it lies on the cloth, cm."""
    by = p.place()
    return [by.point(z) for z in shapes[p.shape].ring]
