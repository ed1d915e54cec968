"""The figure on which a measure is shown: outlines of our own, as paths. Units are about a centimetre of a
grown person seen from two metres off; x = 0 is the middle, y grows downward from the crown."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

from ..geometry.path import Path
from ..geometry.transform import turn_over

View = Literal["front", "back", "seated", "arm", "head"]


@dataclass(frozen=True, slots=True)
class Figure:
    """One view: the box it needs (left, top, right, bottom), the outlines, and fainter lines inside them."""

    box: tuple[float, float, float, float]
    body: tuple[Path, ...]
    inner: tuple[Path, ...] = ()


def through(points: Sequence[tuple[float, float]], closed: bool = False) -> Path:
    """A smooth line through points: each tangent runs parallel to its two neighbours."""
    z = [complex(*p) for p in points]
    n = len(z)

    def tangent(i: int) -> complex:
        if closed:
            return (z[(i + 1) % n] - z[i - 1]) / 6
        return (z[min(i + 1, n - 1)] - z[max(i - 1, 0)]) / 6

    stretch = range(n if closed else n - 1)
    return Path(tuple((z[i], z[i] + tangent(i), z[(i + 1) % n] - tangent((i + 1) % n), z[(i + 1) % n]) for i in stretch))


def oval(middle: complex, rx: float, ry: float) -> Path:
    """An upright ellipse of four cubics."""
    k = 0.5523
    right, low, left, high = middle + rx, middle + 1j * ry, middle - rx, middle - 1j * ry
    return Path(
        (
            (right, right + 1j * ry * k, low + rx * k, low),
            (low, low - rx * k, left + 1j * ry * k, left),
            (left, left - 1j * ry * k, high - rx * k, high),
            (high, high + rx * k, right - 1j * ry * k, right),
        )
    )


def both_sides(path: Path) -> tuple[Path, Path]:
    """A path of the right half and its mirror image in the middle line x = 0, walked back."""
    return path, path.placed(turn_over(0j, 1j)).reversed()


_OUTER = through(
    [
        (3.7, 20.5),
        (4.0, 24.0),
        (6.2, 27.4),
        (12.0, 29.6),
        (17.2, 31.8),
        (20.3, 36.5),
        (21.4, 46.0),
        (22.2, 56.0),
        (24.0, 65.0),
        (25.2, 76.0),
        (25.6, 86.0),
        (26.9, 93.0),
        (26.0, 100.5),
        (23.9, 101.5),
        (23.2, 94.0),
        (22.6, 86.0),
        (20.6, 76.0),
        (18.8, 65.0),
        (17.0, 54.0),
        (15.4, 44.5),
        (14.7, 42.5),
    ]
)
_SIDE = through(
    [
        (14.7, 42.5),
        (15.3, 48.5),
        (13.6, 56.5),
        (12.0, 66.0),
        (14.6, 75.0),
        (17.4, 85.0),
        (17.3, 97.0),
        (14.6, 112.0),
        (12.3, 124.0),
        (12.4, 134.0),
        (10.6, 146.0),
    ]
)
_INSIDE_LEG = through([(0.5, 93.5), (1.6, 104.0), (4.2, 124.0), (4.4, 134.0), (5.6, 146.0)])
_HEAD = oval(11j, 7.0, 10.2)
_BODY = (_HEAD, *both_sides(_OUTER), *both_sides(_SIDE), *both_sides(_INSIDE_LEG))
_BUST = through([(-13.0, 47.0), (-11.8, 51.5), (-8.0, 53.3), (-4.0, 51.6), (-2.4, 47.5)])
_BLADE = through([(-11.0, 40.0), (-7.5, 45.0), (-3.4, 48.5)])
_SEAT = through([(-12.5, 84.0), (-10.0, 91.5), (-5.0, 93.5), (-0.6, 90.0)])
_STANDING = (-32.0, -2.0, 32.0, 148.0)

FIGURES = MappingProxyType(
    {
        "front": Figure(
            _STANDING,
            _BODY,
            (
                *both_sides(_BUST),
                through([(-4.6, 26.6), (-2.0, 29.4), (0.0, 29.9), (2.0, 29.4), (4.6, 26.6)]),
                oval(71.5j, 0.6, 0.6),
            ),
        ),
        "back": Figure(
            _STANDING,
            _BODY,
            (*both_sides(_BLADE), *both_sides(_SEAT), through([(0.0, 30.0), (0.4, 48.0), (0.0, 66.0), (0.0, 80.0)])),
        ),
        "seated": Figure(
            (-34.0, -2.0, 50.0, 112.0),
            (
                through([(-2.0, 0.0), (4.5, 2.0), (7.0, 8.0), (8.2, 11.0), (7.0, 12.6), (6.6, 17.0), (3.0, 19.4), (2.6, 23.0)]),
                through(
                    [(-2.0, 0.0), (-7.4, 3.0), (-8.0, 10.0), (-5.6, 16.0), (-5.4, 22.0), (-9.8, 28.0), (-12.2, 38.0), (-10.4, 50.0)]
                ),
                through([(2.6, 23.0), (6.0, 30.0), (9.6, 39.0), (8.6, 44.0), (6.8, 52.0), (6.0, 58.0), (8.0, 64.0), (14.0, 67.0)]),
                through(
                    [
                        (-10.4, 50.0),
                        (-10.2, 56.0),
                        (-13.6, 66.0),
                        (-14.4, 76.0),
                        (-11.0, 80.5),
                        (0.0, 81.6),
                        (20.0, 80.6),
                        (27.0, 83.0),
                    ]
                ),
                through(
                    [
                        (14.0, 67.0),
                        (26.0, 66.4),
                        (35.6, 67.4),
                        (39.2, 73.0),
                        (38.6, 90.0),
                        (38.0, 104.0),
                        (46.0, 108.0),
                        (46.0, 110.0),
                    ]
                ),
                through([(27.0, 83.0), (29.4, 92.0), (31.6, 104.0), (31.6, 110.0), (46.0, 110.0)]),
            ),
            (
                Path(((-24 + 81.8j, 24 + 81.8j), (24 + 81.8j, 24 + 84.6j), (24 + 84.6j, -24 + 84.6j), (-24 + 84.6j, -24 + 81.8j))),
                Path(((-21 + 84.6j, -21 + 110j),)),
                Path(((20 + 84.6j, 20 + 110j),)),
                Path(((-23 + 81.8j, -26 + 40j),)),
            ),
        ),
        "arm": Figure(
            (-16.0, 18.0, 50.0, 92.0),
            (
                through(
                    [
                        (-14.0, 27.0),
                        (-4.0, 28.6),
                        (3.0, 31.0),
                        (7.4, 37.0),
                        (8.2, 48.0),
                        (8.8, 58.0),
                        (8.0, 66.0),
                        (11.0, 70.6),
                        (17.0, 69.6),
                        (28.0, 66.4),
                        (35.0, 64.6),
                        (42.0, 65.6),
                        (46.6, 63.6),
                        (45.6, 59.6),
                        (39.0, 57.4),
                        (34.0, 58.4),
                        (24.0, 58.4),
                        (17.6, 57.0),
                        (16.4, 48.0),
                        (14.0, 40.0),
                    ]
                ),
                through([(-14.0, 27.0), (-15.0, 22.0), (-14.6, 19.0)]),
                through([(14.0, 40.0), (12.6, 45.0), (12.0, 52.0)]),
            ),
        ),
        "head": Figure(
            (-16.0, -4.0, 16.0, 34.0),
            (
                through(
                    [
                        (4.0, 32.0),
                        (3.4, 26.0),
                        (6.4, 24.2),
                        (8.0, 21.0),
                        (7.6, 18.4),
                        (9.6, 16.6),
                        (8.0, 12.0),
                        (8.2, 7.0),
                        (5.0, 1.6),
                        (-2.0, -1.0),
                        (-9.0, 2.4),
                        (-10.6, 10.0),
                        (-8.0, 17.0),
                        (-6.6, 23.0),
                        (-9.0, 29.0),
                        (-13.0, 32.0),
                    ]
                ),
            ),
            (through([(-1.6, 10.6), (-3.2, 12.6), (-2.6, 15.6), (-1.0, 15.4)]), through([(5.2, 10.6), (6.4, 10.0), (7.2, 10.6)])),
        ),
    }
)
