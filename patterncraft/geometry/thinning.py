"""A line of many short strokes told with fewer: the corners left out lie within so much of the strokes that stay (Ramer 1972, Douglas and Peucker 1973)."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np


def thinned(points: Sequence[complex], within: float) -> list[int]:
    """Numbers of the points that stay, in order, the first and the last among them. ``within``: cm."""
    all_of_them = np.asarray(points, dtype=np.complex128)
    kept = {0, len(points) - 1}
    waiting = [(0, len(points) - 1)]
    while waiting:
        first, last = waiting.pop()
        if last - first < 2:
            continue
        between, a, b = all_of_them[first + 1 : last], all_of_them[first], all_of_them[last]
        along = b - a
        if abs(along) > 0:
            turned = (between - a) * np.conj(along) / abs(along)
            # Beyond an end of the stroke it is the end that is nearest.
            off = np.hypot(turned.real - np.clip(turned.real, 0.0, abs(along)), turned.imag)
        else:
            off = np.abs(between - a)
        farthest = int(np.argmax(off))
        if off[farthest] > within:
            middle = first + 1 + farthest
            kept.add(middle)
            waiting += [(first, middle), (middle, last)]
    return sorted(kept)
