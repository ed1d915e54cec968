"""Patches of new paper: shared out by the scissors, measured for the paper account.

A patch that no cut touches stays the exact chain it was taped in as. One that is cut is kept as a polygon
within 0.001 cm of it: it is there for the eye, and to tell on which piece how much of the new paper
lies. What the account adds up are areas by Green's theorem, not these.
"""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

import pyclipper

from ..geometry.flatten import flat_path, flat_segment
from ..geometry.path import Path
from ..geometry.region import box_of, contains, signed_area
from ..geometry.segment import Segment
from ..tolerances import SNAP

FINE = 0.001
"""cm: how near a cut patch's polygon follows it."""
COARSE = 0.01
"""cm: the same for slivers between an old line and a new one, of which only the area split is wanted."""
SCALE = 1e7
"""pyclipper counts in whole numbers: a unit is 1e-7 cm."""
SEEN = 0.02
"""cm²: a sliver smaller than this is counted, and not drawn."""
CRUMB = 1e-4
"""cm²: less is a rounding, not paper."""

Ring = list[tuple[float, float]]


def split_patches(
    patches: Sequence[Path], first: Sequence[Segment], second: Sequence[Segment]
) -> tuple[tuple[Path, ...], tuple[Path, ...]]:
    """The parts of patches that lie on each half of a cut piece. One that lies on neither goes with the first."""
    one, other = _Half(first), _Half(second)
    here, there = list[Path](), list[Path]()
    for patch in patches:
        box = box_of(patch.segments)
        ring = _ring(patch) if other.may_hold(box) else []
        over = other.held(ring) if ring else []
        if _areas(over) < CRUMB:
            here.append(patch)
            continue
        rest = one.held(ring) if one.may_hold(box) else []
        if _areas(rest) < CRUMB:
            there.append(patch)
        else:
            here += [_path(r) for r in rest]
            there += [_path(r) for r in over]
    return tuple(here), tuple(there)


def on_paper(patches: Sequence[Path], outline: Sequence[Segment]) -> tuple[Path, ...]:
    """What of the patches lies on the paper: one that was taped over an open dart ends at its legs once these are cut out again."""
    half = _Half(outline)
    kept = list[Path]()
    for patch in patches:
        ring = _ring(patch)
        held = half.held(ring) if half.may_hold(box_of(patch.segments)) else []
        kept += [patch] if abs(_areas(held) - abs(_area(ring))) < CRUMB else [_path(r) for r in held]
    return tuple(kept)


class _Half:
    """Half of a cut piece as the clipper wants it, made once for all patches."""

    def __init__(self, outline: Sequence[Segment]) -> None:
        ring = _flat(outline)
        # A thread of paper, two edges that run back over each other, holds no patch.
        thread = len(set(ring)) < 3 or abs(_area(ring)) < CRUMB
        self._scaled = [] if thread else pyclipper.scale_to_clipper(ring, SCALE)
        self._box = box_of(outline)

    def may_hold(self, box: tuple[float, float, float, float]) -> bool:
        """Whether anything in that box can lie on this half."""
        left, top, right, bottom = self._box
        return bool(self._scaled) and left < box[2] and right > box[0] and top < box[3] and bottom > box[1]

    def held(self, ring: Ring) -> list[Ring]:
        """What of a ring lies on this half."""
        clip = pyclipper.Pyclipper()
        clip.AddPath(pyclipper.scale_to_clipper(ring, SCALE), pyclipper.PT_SUBJECT, True)
        clip.AddPath(self._scaled, pyclipper.PT_CLIP, True)
        found = clip.Execute(pyclipper.CT_INTERSECTION, pyclipper.PFT_NONZERO, pyclipper.PFT_NONZERO)
        return [r for r in (pyclipper.scale_from_clipper(x, SCALE) for x in found) if abs(_area(r)) > CRUMB]


def _areas(rings: Sequence[Ring]) -> float:
    return sum(abs(_area(r)) for r in rings)


def area_inside(patches: Sequence[Path], outline: Sequence[Segment]) -> float:
    """cm² of a piece's outline that patches cover, each place once; to about 1e-3."""
    if not patches:
        return 0.0
    clip = pyclipper.Pyclipper()
    clip.AddPaths([pyclipper.scale_to_clipper(_ring(p), SCALE) for p in patches], pyclipper.PT_SUBJECT, True)
    clip.AddPath(pyclipper.scale_to_clipper(_flat(outline), SCALE), pyclipper.PT_CLIP, True)
    found = clip.Execute(pyclipper.CT_INTERSECTION, pyclipper.PFT_NONZERO, pyclipper.PFT_NONZERO)
    return float(sum(pyclipper.Area(r) for r in found)) / SCALE**2


class Lobes:
    """What lies between an old run of an outline and a new one with the same ends.

    ``added``: closed chains outside the old outline; ``added_area`` and ``cut_area`` in cm², their difference
    exact by Green's theorem.
    """

    def __init__(self, old: Sequence[Path], new: Sequence[Path], outline: Sequence[Segment]) -> None:
        there = [s for p in new for s in p.segments]
        back = [s for p in reversed(old) for s in p.reversed().segments]
        net = signed_area([*there, *back])
        points = [z for s in (*there, *back) for z in flat_segment(s, COARSE)]
        loop = [(int(z.real * SCALE), int(z.imag * SCALE)) for z in points]
        rings = [[(x / SCALE, y / SCALE) for x, y in r] for r in pyclipper.SimplifyPolygon(loop, pyclipper.PFT_EVENODD)]
        gross = max(sum(abs(_area(r)) for r in rings), abs(net))
        self.added_area = 0.5 * (gross + net)
        self.cut_area = 0.5 * (gross - net)
        seen = [r for r in rings if abs(_area(r)) > SEEN]
        inside = contains(outline, [_inner_point(r) for r in seen])
        self.added = [_path(r) for r, within in zip(seen, inside, strict=True) if not within]


def _ring(patch: Path) -> Ring:
    return [(z.real, z.imag) for z in flat_path(patch, FINE)[:-1]]


def _flat(segments: Sequence[Segment]) -> Ring:
    return _ring(Path(tuple(segments)))


def _area(ring: Ring) -> float:
    return 0.5 * sum(a[0] * b[1] - b[0] * a[1] for a, b in pairwise([*ring, ring[0]]))


LEVELS = 3
"""Levels at which a point inside is looked for: the tallest gap between corners may be a spike without width."""


def _inner_point(ring: Ring) -> complex:
    """A point well inside: the middle of a wide chord, level half-way between two corners' heights."""
    ys = sorted({y for _, y in ring})
    gaps = sorted(pairwise(ys), key=lambda g: g[0] - g[1])[:LEVELS]
    chords = [(high - low, *_widest_chord(ring, 0.5 * (low + high))) for low, high in gaps]
    _, left, right, level = max(chords, key=lambda c: min(c[0], c[2] - c[1]))
    return complex(0.5 * (left + right), level)


def _widest_chord(ring: Ring, level: float) -> tuple[float, float, float]:
    """(left, right, level) of the widest stretch of a level inside a ring."""
    hits = sorted(
        a[0] + (b[0] - a[0]) * (level - a[1]) / (b[1] - a[1])
        for a, b in pairwise([*ring, ring[0]])
        if (a[1] <= level < b[1]) or (b[1] <= level < a[1])
    )
    left, right = max(zip(hits[::2], hits[1::2], strict=True), key=lambda p: p[1] - p[0])
    return left, right, level


def _path(ring: Ring) -> Path:
    points = [complex(*p) for p in ring]
    points = [z for k, z in enumerate(points) if abs(z - points[k - 1]) > SNAP * 1e-2]
    if _area([(z.real, z.imag) for z in points]) < 0:
        points.reverse()
    return Path(tuple(pairwise([*points, points[0]])))
