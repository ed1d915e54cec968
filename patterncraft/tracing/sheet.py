"""The sheet of known size in a photograph: found by its brightness and its four straight sides, or marked by hand."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any, Final

import numpy as np

from ..errors import BadFile
from .picture import Dots, grey

SHEETS: Final[dict[str, tuple[float, float]]] = {"a4": (21.0, 29.7), "letter": (21.59, 27.94), "a3": (29.7, 42.0)}
"""Width and height in cm (ISO 216; ANSI Y14.1 for Letter)."""
LONG: Final = 1400
"""Dots along the longer side of the picture in which the sheet is looked for."""
LEAST: Final = 0.008
"""Share of the picture that a sheet covers at least."""
MOST: Final = 0.85
WHITE: Final = 60
"""Most colour (of 255) that a white sheet has."""


@dataclass(frozen=True, slots=True)
class Sheet:
    """Its corners in dots, clockwise as seen from the upper left; ``bow``: how far its sides leave the straight line, dots (the lens); ``found``:
    not marked by hand."""

    corners: tuple[complex, complex, complex, complex]
    bow: float = 0.0
    found: bool = False


def find_sheet(dots: Dots, size: tuple[float, float]) -> Sheet | None:
    """The brightest four-cornered thing in the picture that can be such a sheet; None where there is none to be sure of."""
    import cv2

    shrink = min(1.0, LONG / max(dots.shape[:2]))
    small = cv2.resize(dots, None, fx=shrink, fy=shrink, interpolation=cv2.INTER_AREA)
    soft = cv2.GaussianBlur(grey(small), (5, 5), 0)
    best: tuple[float, Any] | None = None
    for outline in _outlines(soft):
        worth = _worth(small, soft, outline, size)
        if worth > 0 and (best is None or worth > best[0]):
            best = (worth, outline)
    if best is None:
        return None
    rough = [complex(float(x), float(y)) / shrink for x, y in best[1].reshape(-1, 2)]
    light = grey(dots)
    # Twice: the second time the sides are looked for on both sides alike of where they are.
    return _refined(light, _refined(light, in_order(rough, size)).corners)


def _outlines(light: Dots) -> Iterator[Any]:
    """Four-cornered, bulging outlines of bright places, by several thresholds and by edges."""
    import cv2

    otsu, _ = cv2.threshold(light, 0, 255, cv2.THRESH_BINARY + cv2.THRESH_OTSU)
    masks = [cv2.threshold(light, level, 255, cv2.THRESH_BINARY)[1] for level in (otsu, 0.5 * (otsu + 255), 200, 225)]
    masks.append(cv2.dilate(cv2.Canny(light, 40, 120), np.ones((3, 3))))
    area = light.shape[0] * light.shape[1]
    for mask in masks:
        for c in cv2.findContours(mask, cv2.RETR_LIST, cv2.CHAIN_APPROX_NONE)[0]:
            if not LEAST * area < cv2.contourArea(c) < MOST * area:
                continue
            hull = cv2.convexHull(c)
            four = cv2.approxPolyDP(hull, 0.02 * cv2.arcLength(hull, True), True)
            if len(four) == 4 and cv2.contourArea(c) > 0.93 * cv2.contourArea(four):
                yield four


def _worth(colours: Dots, light: Dots, four: Any, size: tuple[float, float]) -> float:
    """How much it looks like a white sheet of that size; nought for one that cannot be."""
    import cv2

    mask = np.zeros(light.shape, np.uint8)
    cv2.fillConvexPoly(mask, four, 255)
    inside = cv2.erode(mask, np.ones((5, 5)))
    ring = cv2.subtract(cv2.dilate(mask, np.ones((15, 15))), cv2.dilate(mask, np.ones((5, 5))))
    if not inside.any() or not ring.any():
        return 0.0
    bright, spread = (float(v[0][0]) for v in cv2.meanStdDev(light, mask=inside))
    around = float(cv2.mean(light, mask=ring)[0])
    colour = cv2.mean(colours, mask=inside)[:3]
    if bright - around < 12 or max(colour) - min(colour) > WHITE:
        return 0.0
    z = [complex(float(x), float(y)) for x, y in four.reshape(-1, 2)]
    sides = [abs(z[i] - z[(i + 1) % 4]) for i in range(4)]
    ratio = (sides[0] + sides[2]) / (sides[1] + sides[3])
    wanted = size[0] / size[1]
    # Seen aslant a sheet grows narrower; twice as much is another thing.
    off = min(abs(np.log(ratio / wanted)), abs(np.log(ratio * wanted)))
    if off > 0.7:
        return 0.0
    return float((bright - around) / (10 + spread) * np.exp(-2 * off) * np.sqrt(cv2.contourArea(four)))


def in_order(corners: Sequence[complex], size: tuple[float, float]) -> tuple[complex, complex, complex, complex]:
    """Clockwise from the upper left as the sheet is to be read: its shorter side first where it is upright, whichever way it was laid.

    Raises BadFile where the four do not go round a bulging figure.
    """
    middle = sum(corners, 0j) / len(corners)
    turned = sorted(corners, key=lambda z: np.angle(z - middle))
    for i in range(4):
        a, b, c = (turned[(i + k) % 4] for k in range(3))
        if ((b - a).conjugate() * (c - b)).imag <= 1e-9:
            raise BadFile(
                "the four corners do not go round the sheet.", "Photograph", "Mark its four corners once more.", "corners"
            )
    first = min(range(4), key=lambda i: turned[i].real + turned[i].imag)
    z = [turned[(first + k) % 4] for k in range(4)]
    across, along = abs(z[1] - z[0]) + abs(z[2] - z[3]), abs(z[2] - z[1]) + abs(z[3] - z[0])
    if (across > along) != (size[0] > size[1]) and abs(across / along - 1) > 0.08:
        z = [z[3], z[0], z[1], z[2]]
    return z[0], z[1], z[2], z[3]


def _refined(light: Dots, corners: tuple[complex, ...]) -> Sheet:
    """Each side as a line through the places where brightness changes most; the corners where the lines meet."""
    lines: list[tuple[complex, complex]] = []
    bow = 0.0
    for k in range(4):
        a, b = corners[k], corners[(k + 1) % 4]
        found = _side(light, a, b)
        if len(found) < 12:
            lines.append((a, (b - a) / abs(b - a)))
            continue
        line, off = _line(found)
        lines.append(line)
        bow = max(bow, off)
    met = [_meet(lines[k - 1], lines[k]) for k in range(4)]
    return Sheet((met[0], met[1], met[2], met[3]), bow, found=True)


def _side(light: Dots, a: complex, b: complex) -> list[complex]:
    """Where brightness falls off most, square to the side, at places along it; to a part of a dot."""
    along = (b - a) / abs(b - a)
    out_of = along * -1j
    reach = max(6, int(0.012 * abs(b - a)))
    high, wide = light.shape
    places: list[complex] = []
    for share in np.linspace(0.06, 0.94, 90):
        z = a + (b - a) * float(share)
        steps = np.arange(-reach, reach + 1)
        # Beyond the picture it is as bright as at its rim: nothing falls off there.
        xs, ys = np.clip(z.real + steps * out_of.real, 0, wide - 1), np.clip(z.imag + steps * out_of.imag, 0, high - 1)
        x0, y0 = np.minimum(xs.astype(int), wide - 2), np.minimum(ys.astype(int), high - 2)
        fx, fy = xs - x0, ys - y0
        v = (
            light[y0, x0] * (1 - fx) * (1 - fy)
            + light[y0, x0 + 1] * fx * (1 - fy)
            + light[y0 + 1, x0] * (1 - fx) * fy
            + light[y0 + 1, x0 + 1] * fx * fy
        )
        fall = -np.gradient(np.convolve(v, np.ones(3) / 3, mode="same"))[2:-2]
        k = int(np.argmax(fall))
        if fall[k] < 3:
            continue
        # The middle of all round it that falls at least half as steeply: of a soft edge the steepest dot alone is now this side of it, now that.
        half = 0.5 * fall[k]
        first = last = k
        while first > 0 and fall[first - 1] > half:
            first -= 1
        while last < len(fall) - 1 and fall[last + 1] > half:
            last += 1
        at = float(np.average(steps[2:-2][first : last + 1], weights=fall[first : last + 1] - half))
        places.append(z + out_of * at)
    return places


def _line(found: list[complex]) -> tuple[tuple[complex, complex], float]:
    """A place and the direction of the straight line through most of them; and by how much the rest bow off it, in dots."""
    z = np.array(found)
    for _ in range(3):
        middle = z.mean()
        d = z - middle
        way = np.exp(0.5j * np.angle((d * d).sum()))
        off = (d * np.conj(way)).imag
        keep = np.abs(off) <= max(1.0, 2.5 * float(np.median(np.abs(off))))
        if keep.all():
            break
        z = z[keep]
    t = ((z - middle) * np.conj(way)).real
    half = float(np.abs(t).max()) or 1.0
    bend = float(np.polyfit(t / half, ((z - middle) * np.conj(way)).imag, 2)[0])
    return (complex(middle), complex(way)), abs(bend)


def _meet(one: tuple[complex, complex], other: tuple[complex, complex]) -> complex:
    """Where two sides that follow each other cross: of a figure that bulges they are never parallel."""
    t = ((other[0] - one[0]).conjugate() * other[1]).imag / (one[1].conjugate() * other[1]).imag
    return one[0] + one[1] * t
