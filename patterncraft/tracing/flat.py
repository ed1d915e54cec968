"""A photograph made flat: the picture as it would look from straight above, so many dots to the centimetre; and what error to expect of it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Final

import numpy as np
from numpy.typing import NDArray

from ..errors import BadFile
from .picture import Dots, points
from .sheet import Sheet

PER_CM: Final = 24.0
"""Dots to the centimetre: a dot is 0.4 mm."""
LONGEST: Final = 3600
"""Dots along the longer side of the flat picture."""
FARTHEST: Final = 250.0
"""cm from the sheet that are made flat; what lies beyond is floor."""
OVER: Final = 40.0
"""cm over which the expected error is told."""
IN_LINE: Final = 1e-3
"""Share of its longest side by which a corner lies off the line of its neighbours, at least: of a sheet seen from no higher than its edge there is less."""
BY_HAND, FOUND = 1.5, 0.4
"""Dots by which a corner is off, marked by hand or found: the first common practice, no source; the second above what the softest drawn photograph of
the tests comes to (0.25), for paper that does not lie quite flat."""


@dataclass(frozen=True, slots=True)
class Flat:
    """``per_cm``: dots to the centimetre; ``origin``: the place of its first dot in cm from the sheet's upper left corner; ``error``: cm that a
    length of 40 cm may be off, two times out of three within half of it."""

    dots: Dots
    per_cm: float
    origin: complex
    error: float

    @property
    def width(self) -> float:
        """cm."""
        return float(self.dots.shape[1] / self.per_cm)

    @property
    def height(self) -> float:
        """cm."""
        return float(self.dots.shape[0] / self.per_cm)


def homography(sheet: Sheet, size: tuple[float, float]) -> NDArray[np.float64]:
    """3 × 3: dots of the picture to cm from the sheet's upper left corner. Raises BadFile where three of its corners lie in one line."""
    import cv2

    w, h = size
    target = points([0j, complex(w), complex(w, h), complex(0, h)])
    corners = sheet.corners
    sides = [corners[(k + 1) % 4] - corners[k] for k in range(4)]
    turns = [(sides[k - 1].conjugate() * sides[k]).imag for k in range(4)]
    # Asked before: what the library makes of such corners is now this, now that.
    if min(map(abs, turns)) <= IN_LINE * max(map(abs, sides)) ** 2:
        raise BadFile("its corners lie in one line.", "Photograph", "Mark the four corners of the sheet.", "corners")
    found = cv2.getPerspectiveTransform(points(list(corners)).astype(np.float32), target.astype(np.float32))
    return np.asarray(found, dtype=np.float64)


def onto(h: NDArray[Any], places: list[complex]) -> list[complex]:
    """Places of the picture in cm."""
    p = np.column_stack([points(places), np.ones(len(places))]) @ h.T
    return [complex(x / w, y / w) for x, y, w in p]


def made_flat(dots: Dots, sheet: Sheet, size: tuple[float, float]) -> Flat:
    """The photograph from straight above. Raises BadFile where the sheet is seen so aslant that nothing could be measured."""
    import cv2

    h = homography(sheet, size)
    left, top, right, bottom = _extent(dots, sheet, h)
    per_cm = min(PER_CM, LONGEST / max(right - left, bottom - top))
    scale = np.array([[per_cm, 0, -left * per_cm], [0, per_cm, -top * per_cm], [0, 0, 1]])
    wide, high = int((right - left) * per_cm), int((bottom - top) * per_cm)
    flat: Any = cv2.warpPerspective(dots, scale @ h, (wide, high), flags=cv2.INTER_LINEAR, borderValue=(225, 225, 225))
    return Flat(flat, per_cm, complex(left, top), expected_error(sheet, size, 0.5 * complex(left + right, top + bottom)))


def _extent(dots: Dots, sheet: Sheet, h: NDArray[np.float64]) -> tuple[float, float, float, float]:
    """cm of the picture that can be made flat: as far as it is not near the horizon, and no farther than a table."""
    rows, columns = dots.shape[:2]
    grid = [complex(x, y) for x in np.linspace(0, columns, 25) for y in np.linspace(0, rows, 25)]
    middle = sum(sheet.corners, 0j) / 4
    at_sheet = float(np.array([middle.real, middle.imag, 1.0]) @ h[2])
    seen = []
    for z in grid:
        w = float(np.array([z.real, z.imag, 1.0]) @ h[2]) / at_sheet
        if w > 0.25:
            seen.append(onto(h, [z])[0])
    seen = [z for z in seen if abs(z) < FARTHEST]
    if len(seen) < 25:
        raise BadFile(
            "the sheet is seen too small or too much aslant to measure by it.",
            "Photograph",
            "Take the picture from above the table, and nearer.",
            "corners",
        )
    return min(z.real for z in seen), min(z.imag for z in seen), max(z.real for z in seen), max(z.imag for z in seen)


def expected_error(sheet: Sheet, size: tuple[float, float], about: complex) -> float:
    """cm that a length of 40 cm round a place may be off: twice what the corners' own error makes of it, and what the lens bends.

    Each of the eight numbers of the corners is moved by its own error, and the lengths across and down are measured again; the shares are
    added as squares (propagation of error). A lens bends a line by the square of its length.
    """
    sigma = FOUND if sheet.found else BY_HAND
    h = homography(sheet, size)
    back = np.linalg.inv(h)
    ends = [about + OVER / 2 * w for w in (1, -1, 1j, -1j)]
    seen = onto(back, ends)
    before = _lengths(onto(h, seen))
    total = np.zeros(2)
    for k in range(4):
        for way in (1, 1j):
            corners = list(sheet.corners)
            corners[k] += sigma * way
            moved = Sheet((corners[0], corners[1], corners[2], corners[3]), 0.0, sheet.found)
            total += (_lengths(onto(homography(moved, size), seen)) - before) ** 2
    sides = [abs(sheet.corners[k] - sheet.corners[(k + 1) % 4]) for k in range(4)]
    cm_per_dot = (size[0] + size[1]) / (0.5 * sum(sides))
    lens = sheet.bow * cm_per_dot * (OVER / max(size)) ** 2
    return float(2 * np.sqrt(total.max()) + lens)


def _lengths(z: list[complex]) -> NDArray[np.float64]:
    return np.array([abs(z[0] - z[1]), abs(z[2] - z[3])])
