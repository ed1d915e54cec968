"""The oracle of travelling: after any act, each thing lies at the same place of the *same paper*.

Where the paper went is told by the test, as regions of the old sheet and the rigid motion of each, worked out
with shapely and complex numbers alone. Everything drawn on the old sheet is then looked for there.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass

import shapely
from shapely.geometry.base import BaseGeometry

from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.path import Path
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.paper.sewn import point_of

NEAR = 0.01
"""cm to which flattened curves agree."""
Motion = Callable[[complex], complex]


@dataclass(frozen=True)
class Went:
    """A region of the old sheet, and where it lies now."""

    region: BaseGeometry
    motion: Motion

    def moved(self, shape: BaseGeometry) -> BaseGeometry:
        """What of a shape lies in the region, moved with it."""
        inside = shape.intersection(self.region.buffer(1e-9))
        return shapely.transform(inside, lambda xy: [_pair(self.motion(complex(*p))) for p in xy])


def stay(z: complex) -> complex:
    """Paper that was not touched."""
    return z


def turned(pivot: complex, by: complex) -> Motion:
    """A swing about a pivot by a unit complex number."""
    return lambda z: pivot + (z - pivot) * by


def slid(by: complex) -> Motion:
    """A slide."""
    return lambda z: z + by


def _pair(z: complex) -> tuple[float, float]:
    return z.real, z.imag


def stroke(path: Path) -> shapely.LineString:
    """A path as shapely's line."""
    return shapely.LineString([_pair(z) for z in flat_path(path, 0.001)])


def region(path: Path) -> shapely.Polygon:
    """A closed path as shapely's area."""
    return shapely.Polygon([_pair(z) for z in flat_path(path, 0.001)])


def assert_travelled(before: Piece, after: Sequence[Piece], went: Sequence[Went], gone: BaseGeometry | None = None) -> None:
    """Marks, lines, tapes, patches, double-pointed darts and grain of the old sheet lie where its paper went.

    ``gone``: paper that was cut off; what lay on it is not looked for. New tape and new patches may have come.
    """
    for mark in before.marks:
        spots = _places(mark.at, went)
        if gone is not None and gone.covers(shapely.Point(_pair(mark.at))):
            continue
        now = [(m.at, m.kind) for p in after for m in p.marks if m.name == mark.name]
        assert len(now) == 1, f"the mark {mark.name} is there {len(now)} times"
        assert min(abs(now[0][0] - z) for z in spots) < NEAR, f"the mark {mark.name} lies at {now[0][0]}, its paper at {spots}"
        assert now[0][1] == mark.kind
    for name in dict.fromkeys(x.name for x in before.lines):
        old = shapely.union_all([stroke(x.path) for x in before.lines if x.name == name])
        new = shapely.union_all([stroke(x.path) for p in after for x in p.lines if x.name == name])
        _alike(f"the line {name}", _moved(old, went, gone), new)
    tapes = [stroke(t) for p in after for t in p.paper.tapes]
    for tape in before.paper.tapes:
        wanted = _moved(stroke(tape), went, gone)
        missing = wanted.difference(shapely.union_all(tapes).buffer(NEAR)) if tapes else wanted
        assert missing.length < 2 * NEAR, f"{missing.length:.2f} cm of tape are lost at {wanted}"
    if before.paper.patches:
        patches = shapely.union_all([region(x) for p in after for x in p.paper.patches])
        wanted = _moved(shapely.union_all([region(x) for x in before.paper.patches]), went, gone)
        assert wanted.difference(patches.buffer(NEAR)).area < NEAR, f"new paper is lost at {wanted}"
    for lens in before.lenses:
        _alike(
            f"the {lens.name}",
            _moved(stroke(lens.outline), went, gone),
            shapely.union_all([stroke(x.outline) for p in after for x in p.lenses if x.name == lens.name]),
        )
    if before.grain:
        middle = 0.5 * (before.grain.start + before.grain.end)
        for w in went:
            if w.region.covers(shapely.Point(_pair(middle))):
                arrow = (w.motion(before.grain.start), w.motion(before.grain.end), before.grain.kind)
                grains = [(p.grain.start, p.grain.end, p.grain.kind) for p in after if p.grain]
                assert any(abs(a - arrow[0]) + abs(b - arrow[1]) < NEAR and k == arrow[2] for a, b, k in grains), (
                    "the grain stayed behind"
                )


def assert_notches_travelled(before: Pattern, piece: str, after: Pattern, went: Sequence[Went]) -> None:
    """Every notch of the old sheet lies where its paper went, with its name and style."""
    sheet = before.piece(piece)
    now = [(n, point_of(p, spot)) for p in after.pieces for n, spot in after.placed_notches(p.name)]
    for notch, spot in before.placed_notches(piece):
        spots = _places(point_of(sheet, spot), went)
        found = [z for n, z in now if (n.name, n.seam, n.style) == (notch.name, notch.seam, notch.style)]
        assert any(abs(z - w) < NEAR for z in found for w in spots), f"the notch {notch.name} lies at {found}, its paper at {spots}"


def _places(z: complex, went: Iterable[Went]) -> list[complex]:
    """Where a place may lie now: on a line between two regions it has two."""
    point = shapely.Point(_pair(z))
    found = [w.motion(z) for w in went if w.region.distance(point) < 1e-3]
    assert found, f"{z} lies in no region: the test tells too little"
    return found


def _moved(shape: BaseGeometry, went: Sequence[Went], gone: BaseGeometry | None) -> BaseGeometry:
    if gone is not None:
        shape = shape.difference(gone.buffer(1e-6))
    return shapely.union_all([w.moved(shape) for w in went])


def _alike(what: str, wanted: BaseGeometry, found: BaseGeometry) -> None:
    assert abs(wanted.length - found.length) < 5 * NEAR, f"{what} is {found.length:.3f} cm long, not {wanted.length:.3f}"
    if wanted.length > 0:
        assert wanted.hausdorff_distance(found) < NEAR, f"{what} lies {wanted.hausdorff_distance(found):.3f} cm off its paper"
