"""Whether a closed chain crosses itself: by all pairs where it has few chords, by an index of their boxes where it has many."""

from __future__ import annotations

import cmath
from collections.abc import Iterator, Sequence
from typing import Final

import numpy as np
from numpy.typing import NDArray

from .flatten import predicate_points
from .segment import Segment

Points = NDArray[np.complex128]
Numbers = NDArray[np.intp]

OVER: Final = 1e-5
"""cm: an end no further than this over a line lies on it. Ten times the last digit of a file: what runs along an edge there and
back, as a slit does, is no crossing after it was written down either."""
ALL_PAIRS: Final = 120
"""Chords up to which looking at every pair is quicker than asking the index (measured: 0.3 ms either way)."""
AT_ONCE: Final = 64
"""Chords whose neighbours are asked for in one question, so that what is held at once stays small."""


def chords(segments: Sequence[Segment]) -> tuple[Points, Points]:
    """Starts and ends of all chords of a closed chain, flattened within 0.01 cm."""
    points = [p for s in segments for p in predicate_points(s)]
    return np.array(points), np.array(points[1:] + points[:1])


def crossing_pair(segments: Sequence[Segment]) -> tuple[int, int] | None:
    """Numbers of two segments of a closed chain that properly cross, or None.

    Touching (two darts at one pivot) and running along each other is not crossing. Curves are
    flattened within 0.01 cm; a crossing shallower than that is not seen. Time grows as n log n with the chords of a
    drawn outline; memory stays below a few hundred bytes a chord.
    """
    a, b = chords(segments)
    found = _among_all(a, b) if len(a) <= ALL_PAIRS else _among_near(a, b)
    if found is None:
        return None
    owner = [n for n, s in enumerate(segments) for _ in predicate_points(s)]
    return owner[found[0]], owner[found[1]]


def _among_all(a: Points, b: Points) -> tuple[int, int] | None:
    across = _over(a[:, None], b[:, None], a[None, :], b[None, :])
    both = across & across.T
    if not both.any():
        return None
    i, j = np.argwhere(both)[0]
    return int(i), int(j)


def _among_near(a: Points, b: Points) -> tuple[int, int] | None:
    for i, j in _near_pairs(a, b):
        met = np.flatnonzero(_over(a[i], b[i], a[j], b[j]))
        met = met[_over(a[j[met]], b[j[met]], a[i[met]], b[i[met]])]
        if len(met):
            return int(i[met[0]]), int(j[met[0]])
    return None


def _over(a: Points, b: Points, c: Points, d: Points) -> NDArray[np.bool_]:
    """For each pair, whether the ends of c→d lie on different sides of the line through a and b, each by more than ``OVER``."""
    along = (b - a).conj()
    ahead, behind = (along * (d - a)).imag, (along * (c - a)).imag
    least = OVER * np.abs(along)
    found: NDArray[np.bool_] = (ahead * behind < 0) & (np.abs(ahead) > least) & (np.abs(behind) > least)
    return found


def _near_pairs(a: Points, b: Points) -> Iterator[tuple[Numbers, Numbers]]:
    """Pairs of chords whose boxes touch. The chain is first turned so that what runs slantwise lies along an axis: a comb of long
    slanting teeth would else have boxes that all lie over each other."""
    # Only a large outline from a file needs it, and it takes a fifth of a second to load.
    from shapely import STRtree, box

    turn = _upright(b - a)
    a, b = a * turn, b * turn
    boxes = box(np.minimum(a.real, b.real), np.minimum(a.imag, b.imag), np.maximum(a.real, b.real), np.maximum(a.imag, b.imag))
    tree = STRtree(boxes)
    for start in range(0, len(a), AT_ONCE):
        own, other = tree.query(boxes[start : start + AT_ONCE])
        own = own + start
        later = other > own
        yield own[later], other[later]


def _upright(ways: Points) -> complex:
    """The turn that lays the chords' main direction, or the one square to it, along an axis (longer chords count more)."""
    fourfold = complex(np.sum(np.abs(ways) * np.exp(4j * np.angle(ways))))
    return cmath.exp(-0.25j * cmath.phase(fourfold)) if fourfold else 1 + 0j
