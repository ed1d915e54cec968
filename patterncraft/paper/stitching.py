"""A dart as it is stitched: from both ends of its mouth to the sewn point, straight or hollowed, its point softened.

The outline always carries straight legs to the pivot: the paper's angle is there. How the needle runs is a rule of the dart.
"""

from __future__ import annotations

from typing import Final

from ..geometry.path import Path, straight
from ..geometry.segment import Segment
from .dart import Dart

SOFT: Final = 2.0
"""cm before the point over which a softened stitching runs out along the dart's fold (common practice, no source)."""


def stitched_legs(dart: Dart) -> tuple[Path, Path]:
    """Both stitching lines, mouth to sewn point, in outline order; mirror images where the legs are alike.

    "in" runs nearer to the dart's middle than the straight line, by ``bend`` cm half-way: it takes up less there; "out" takes up
    more.
    """
    first, second = dart.mouth
    return _leg(dart, first), _leg(dart, second)


def _leg(dart: Dart, mouth: complex) -> Path:
    point, rule = dart.sewn_point, dart.rule
    way = point - mouth
    size = abs(way)
    fold = dart.middle - point
    if size == 0.0 or abs(fold) == 0.0:
        return straight(mouth, point) if size else Path(((mouth, point),))
    soft = rule.soft and size > 2 * SOFT
    end = point - way / size * SOFT if soft else point
    segments: list[Segment] = [_bent(mouth, end, dart, rule.bend if rule.shape == "in" else -rule.bend)]
    if soft:
        last = segments[0]
        run = last[-1] - last[-2]
        segments.append((end, end + run / abs(run) * SOFT / 3, point + fold / abs(fold) * SOFT * 0.4, point))
    return Path(tuple(segments))


def _bent(a: complex, b: complex, dart: Dart, inward: float) -> Segment:
    """From a to b, off the straight line by ``inward`` cm half-way, toward the dart's middle."""
    if dart.rule.shape == "straight" or inward == 0.0:
        return a, b
    along = (b - a) / abs(b - a)
    normal = 1j * along
    if ((dart.middle - a) * normal.conjugate()).real < 0:
        normal = -normal
    # A cubic whose inner points stand off alike reaches three quarters of it.
    off = normal * inward * 4 / 3
    return a, a + (b - a) / 3 + off, b - (b - a) / 3 + off, b
