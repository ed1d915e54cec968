"""A click that meant the edge of the card: the place near it where the flat picture changes most."""

from __future__ import annotations

import numpy as np

from .picture import Dots, grey

REACH = 0.5
"""cm round a click that are searched."""
ALONG = 4
"""Dots on either side of an edge over which its middle is found."""


def snapped(dots: Dots, per_cm: float, at: complex, corner: bool, reach: float = REACH) -> complex:
    """``at`` in dots of the flat picture, and the answer too; ``at`` itself where nothing stands out. ``corner``: a corner of the card is looked for first."""
    import cv2

    r = max(4, int(reach * per_cm))
    x, y = round(at.real), round(at.imag)
    # As far as anything is looked at round a place that was found, and two dots more for the blur.
    margin = r + ALONG + 2
    if not (margin <= x < dots.shape[1] - margin and margin <= y < dots.shape[0] - margin):
        return at
    window = cv2.GaussianBlur(grey(dots[y - margin : y + margin + 1, x - margin : x + margin + 1]), (5, 5), 0)
    own = complex(margin, margin)
    if corner:
        found = cv2.goodFeaturesToTrack(window, 4, 0.3, 4, blockSize=7)
        near = [complex(float(p[0][0]), float(p[0][1])) for p in (found if found is not None else [])]
        near = [z for z in near if abs(z - own) <= r]
        if near:
            best = min(near, key=lambda z: abs(z - own))
            fine = np.array([[[best.real, best.imag]]], dtype=np.float32)
            cv2.cornerSubPix(window, fine, (5, 5), (-1, -1), (cv2.TERM_CRITERIA_EPS + cv2.TERM_CRITERIA_MAX_ITER, 30, 0.01))
            moved = complex(float(fine[0][0][0]), float(fine[0][0][1]))
            if abs(moved - own) <= r:
                return complex(x, y) + (moved - own)
    gx = cv2.Sobel(window, cv2.CV_64F, 1, 0)
    gy = cv2.Sobel(window, cv2.CV_64F, 0, 1)
    strength = np.hypot(gx, gy)
    ys, xs = np.mgrid[0 : window.shape[0], 0 : window.shape[1]]
    away = np.hypot(xs - margin, ys - margin)
    worth = (away <= r) * strength * np.exp(-((away / (0.7 * r)) ** 2))
    k = np.unravel_index(int(np.argmax(worth)), worth.shape)
    if strength[k] < 40:
        return at
    way = complex(gx[k], gy[k]) / strength[k]
    # Along the steepest way through that dot, the middle of the change, to a part of a dot.
    steps = np.arange(-ALONG, ALONG + 1)
    px, py = (np.round(dot + steps * part).astype(int) for dot, part in ((k[1], way.real), (k[0], way.imag)))
    weight = strength[py, px]
    shift = float((weight * steps).sum() / weight.sum())
    # Counted from the middle of the window, which is a whole dot; the click was a part of one.
    found_at: complex = complex(x, y) + complex(float(k[1]), float(k[0])) + way * shift - own
    return found_at
