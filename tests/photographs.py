"""A photograph that never was: a card and a white sheet on a table, seen by a pinhole camera, blurred and with noise; every corner known."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import cv2
import numpy as np

CARD = [(26.0, 3.0), (66.0, 3.0), (66.0, 20.0), (58.0, 33.0), (26.0, 33.0)]
"""cm on the table: 40 cm wide, 30 high, one corner cut; the sheet lies with its upper left corner at nought."""
ROUND = ((70.0, 45.0), 9.0)
"""A second card: a circle, middle and radius, cm."""


@dataclass
class Photograph:
    """``seen``: cm on the table to dots of the picture."""

    dots: Any
    seen: Any

    def at(self, x: float, y: float) -> complex:
        """Where a place of the table is seen."""
        u, v, w = self.seen @ np.array([x, y, 1.0])
        return complex(u / w, v / w)

    @property
    def jpeg(self) -> bytes:
        return bytes(cv2.imencode(".jpg", self.dots, [cv2.IMWRITE_JPEG_QUALITY, 92])[1])


def photograph(
    size: tuple[float, float] = (21.0, 29.7),
    wide: int = 4000,
    tilt: float = 0.30,
    turn: float = 0.08,
    blur: float = 1.6,
    noise: float = 6.0,
    sheet: bool = True,
    seed: int = 3,
) -> Photograph:
    """``tilt`` in radians off straight above; ``wide`` dots across, three quarters of that high."""
    high = wide * 3 // 4
    seen = camera(wide, high, tilt, turn)
    rng = np.random.default_rng(seed)
    back = np.linalg.inv(seen)
    u, v = np.meshgrid(np.arange(wide, dtype=np.float32), np.arange(high, dtype=np.float32))
    w = back[2, 0] * u + back[2, 1] * v + back[2, 2]
    x, y = (back[0, 0] * u + back[0, 1] * v + back[0, 2]) / w, (back[1, 0] * u + back[1, 1] * v + back[1, 2]) / w
    dot = float(np.median(np.abs(np.diff(x, axis=1))) + np.median(np.abs(np.diff(y, axis=1))))
    dots = np.empty((high, wide, 3), np.float32)
    dots[:] = (58, 82, 110)
    dots += 10 * np.sin(x * 5)[:, :, None]

    def fill(inside: Any, colour: tuple[int, int, int]) -> None:
        cover = _cover(inside, dot)[:, :, None]
        dots[:] = dots * (1 - cover) + np.array(colour, np.float32) * cover

    fill(_within(CARD, x, y), (120, 165, 190))
    (cx, cy), r = ROUND
    fill(r - np.hypot(x - cx, y - cy), (120, 165, 190))
    if sheet:
        fill(_within([(0, 0), (size[0], 0), size, (0, size[1])], x, y), (243, 244, 246))
    dots = cv2.GaussianBlur(dots, (0, 0), blur)
    light = np.linspace(0.86, 1.04, wide, dtype=np.float32)[None, :, None]
    done = dots * light + rng.normal(0, noise, dots.shape).astype(np.float32)
    return Photograph(np.clip(np.round(done), 0, 255).astype(np.uint8), seen)


def covered(corners: Any, x: Any, y: Any, dot: float = 1.0) -> Any:
    """How much of each dot a bulging figure covers, 0 to 1; its corners clockwise, in the unit of ``x`` and ``y``, ``dot`` the size of one."""
    return _cover(_within(corners, x, y), dot)


def _cover(inside: Any, dot: float) -> Any:
    # A dot is covered by as much of an edge as runs through it: exact, where a library's filling is half a dot too large.
    return np.clip(0.5 + inside / dot, 0, 1)


def _within(corners: Any, x: Any, y: Any) -> Any:
    """cm inside a bulging figure, clockwise; below nought outside."""
    inside = np.full_like(x, np.inf)
    for (ax, ay), (bx, by) in zip(corners, [*corners[1:], corners[0]], strict=True):
        long = np.hypot(bx - ax, by - ay)
        inside = np.minimum(inside, ((bx - ax) * (y - ay) - (by - ay) * (x - ax)) / long)
    return inside


def camera(wide: int, high: int, tilt: float, turn: float) -> Any:
    """A pinhole 115 cm over the middle of the table, as a phone is held: focal length of 0.85 widths."""
    f = 0.85 * wide
    inner = np.array([[f, 0, wide / 2], [0, f, high / 2], [0, 0, 1]])
    rx = np.array([[1, 0, 0], [0, np.cos(tilt), -np.sin(tilt)], [0, np.sin(tilt), np.cos(tilt)]])
    rz = np.array([[np.cos(turn), -np.sin(turn), 0], [np.sin(turn), np.cos(turn), 0], [0, 0, 1]])
    middle = np.array([40.0, 27.0, 0.0])
    r = rx @ rz
    t = np.array([0, 0, 115.0]) - r @ middle
    return inner @ np.column_stack([r[:, 0], r[:, 1], t])
