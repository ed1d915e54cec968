"""Shapes and their places as plain data, so that a lay can be kept, gone on with and looked at when its style has long changed."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from ..geometry.transform import Transform
from .packing import Phase, Placed
from .shapes import Shape


def shapes_data(shapes: Sequence[Shape], phases: dict[int, Phase]) -> list[dict[str, Any]]:
    """To the thousandth of a millimetre."""
    return [
        {
            "piece": s.piece,
            "label": s.label,
            "ring": [[round(z.real, 4), round(z.imag, 4)] for z in s.ring],
            "by": [s.by.turn.real, s.by.turn.imag, s.by.shift.real, s.by.shift.imag, s.by.mirrored],
            "times": s.times,
            "turned_over": s.turned_over,
            "on_fold": s.on_fold,
            "turns": list(s.turns),
            "area": s.area,
            "phase": list(phases[i]) if i in phases else None,
        }
        for i, s in enumerate(shapes)
    ]


def read_shapes(data: Sequence[dict[str, Any]]) -> tuple[tuple[Shape, ...], dict[int, Phase]]:
    """What ``shapes_data`` wrote."""
    shapes = []
    for x in data:
        a, b, c, d, mirrored = x["by"]
        ring = tuple(complex(*z) for z in x["ring"])
        by = Transform(complex(a, b), complex(c, d), bool(mirrored))
        shapes.append(
            Shape(x["piece"], x["label"], ring, by, x["times"], x["turned_over"], x["on_fold"], tuple(x["turns"]), x["area"])
        )
    return tuple(shapes), {i: Phase(*x["phase"]) for i, x in enumerate(data) if x["phase"]}


def placed_data(placed: Sequence[Placed]) -> list[list[float]]:
    """[shape, copy, degrees, x, y] each."""
    return [[p.shape, p.copy, p.turn, round(p.shift.real, 4), round(p.shift.imag, 4)] for p in placed]


def read_placed(data: Sequence[Sequence[float]]) -> tuple[Placed, ...]:
    """What ``placed_data`` wrote."""
    return tuple(Placed(int(i), int(copy), turn, complex(x, y)) for i, copy, turn, x, y in data)
