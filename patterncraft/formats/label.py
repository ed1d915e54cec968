"""Where a piece's label stands: on the paper, off every line, small only where the piece is small."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from itertools import pairwise
from math import sqrt
from typing import Final, NamedTuple

import numpy as np
from numpy.typing import NDArray
from reportlab.pdfbase import pdfmetrics

from ..finishing.finish import FinishedPiece
from ..geometry.flatten import flat_path
from ..geometry.region import contains
from ..geometry.segment import Segment
from .lettering import BOLD, REGULAR, register_fonts

TITLE: Final = 0.46
"""cm: the size of the first line's letters."""
TEXT: Final = 0.36
LINE: Final = 0.62
"""cm from line to line."""
SIZES: Final = (1.0, 0.8, 0.65, 0.5, 0.4)
"""A label is made smaller only where it does not fit; below 0.4 nobody reads it on paper."""
ROOM: Final = 0.15
"""cm between the label and any line."""
GRID: Final = 0.5
"""cm between the places tried."""
PLACES: Final = 40_000
"""Places that are tried at most: a metre by a metre of them."""
TOGETHER: Final = 500
"""Places that are looked at together."""
DENSE: Final = 3_000
"""Corners of an outline from which on it is thinned before a label is laid in it."""

_Ends = tuple[NDArray[np.complex128], NDArray[np.complex128]]


class Label(NamedTuple):
    """``at``: where the first line's letters stand, its left end, cm; ``scale`` by which sizes and steps are multiplied."""

    at: complex
    scale: float


def label_place(p: FinishedPiece, larger: float = 1.0) -> Label:
    """``larger``: by how much all letters grow where the piece itself is drawn so much smaller. The place nearest to the upper end of the grainline where the whole label stands inside the sewing line and clear of
    darts, drawn lines and grain; smaller where nothing else helps, over a line rather than off the paper."""
    width, height = label_size(p.label)
    fine = flat_path(p.sew_line, 0.05)
    sew = _thinned(fine)
    outline = _segments(sew)
    marks = _segments_of(_marked(p), outline)
    tried = _Tried(_grid(sew, _beside_grain(p)), p.sew_line.segments if sew is fine else list(pairwise(sew)))
    for ends in (marks, outline):
        for scale in (larger * size for size in SIZES):
            place = _first_free(tried, width * scale, height * scale, ends)
            if place is not None:
                return Label(place + 1j * TITLE * scale, scale)
    middle = sum(sew[:-1]) / (len(sew) - 1)
    least = SIZES[-1] * larger
    return Label(middle - least * complex(width, height) / 2 + 1j * TITLE * least, least)


class _Tried:
    """Places for the label's corner inside the sewing line, the nearest first. Whether they lie inside is looked at as they are asked for: most
    labels find room among the first. (A box that no line of the outline crosses lies inside as a whole where its corner does.)"""

    def __init__(self, places: list[complex], outline: Sequence[Segment]) -> None:
        self._waiting, self._outline, self._inside = places, outline, list[complex]()

    def __iter__(self) -> Iterator[complex]:
        k = 0
        while k < len(self._inside) or self._waiting:
            if k == len(self._inside):
                now, self._waiting = self._waiting[:TOGETHER], self._waiting[TOGETHER:]
                self._inside += [z for z, inside in zip(now, contains(self._outline, now), strict=True) if inside]
            else:
                yield self._inside[k]
                k += 1


def _thinned(points: list[complex]) -> list[complex]:
    """An outline of many thousand strokes by the corners that lie well apart."""
    if len(points) <= DENSE:
        return points
    apart = sum(abs(b - a) for a, b in pairwise(points)) / DENSE
    kept = points[:1]
    for z in points[1:-1]:
        if abs(z - kept[-1]) >= apart:
            kept.append(z)
    return [*kept, points[-1]]


def label_size(lines: tuple[str, ...]) -> tuple[float, float]:
    """Width and height of a label at full size, cm."""
    register_fonts()
    widths = [pdfmetrics.stringWidth(x, BOLD if i == 0 else REGULAR, TITLE if i == 0 else TEXT) for i, x in enumerate(lines)]
    return max(widths, default=0.0), TITLE + LINE * max(len(lines) - 1, 0) + 0.1


def _beside_grain(p: FinishedPiece) -> complex:
    if p.grain:
        upper = min((p.grain.start, p.grain.end), key=lambda z: z.imag)
        lower = p.grain.end if upper == p.grain.start else p.grain.start
        return upper + 0.8 * (lower - upper) / abs(lower - upper) + 0.6
    left, top, right, bottom = p.box
    return complex((left + right) / 2 - 3, (top + bottom) / 2)


def _marked(p: FinishedPiece) -> list[list[complex]]:
    """Everything drawn on the piece that a label should not lie over."""
    found = [flat_path(x.path, 0.05) for x in p.lines]
    found += [flat_path(x.stitching, 0.05) for x in p.darts]
    found += [flat_path(x.outline, 0.05) for x in p.lenses]
    if p.grain:
        found.append([p.grain.start, p.grain.end])
    if p.fold:
        a, b = p.fold.start, p.fold.end
        inward = (b - a) / abs(b - a) * 2.0j
        found.append([a + 0.2 * (b - a), a + 0.2 * (b - a) + inward, a + 0.8 * (b - a) + inward, a + 0.8 * (b - a)])
    return found


def _segments(points: list[complex]) -> _Ends:
    z = np.array(points)
    return z[:-1], z[1:]


def _segments_of(lines: list[list[complex]], more: _Ends) -> _Ends:
    parts = [_segments(x) for x in lines] + [more]
    return np.concatenate([a for a, _ in parts]), np.concatenate([b for _, b in parts])


def _grid(sew: list[complex], start: complex) -> list[complex]:
    """Places for the label's upper left corner, the nearest to ``start`` first."""
    xs, ys = [z.real for z in sew], [z.imag for z in sew]
    step = max(GRID, sqrt((max(xs) - min(xs)) * (max(ys) - min(ys)) / PLACES))
    across, down = np.arange(min(xs), max(xs), step), np.arange(min(ys), max(ys), step)
    places = (across[None, :] + 1j * down[:, None]).ravel()
    order = np.argsort(np.abs(places - start), kind="stable")
    return [start, *map(complex, places[order])]


def _first_free(places: Iterable[complex], width: float, height: float, ends: _Ends) -> complex | None:
    """The first place where a box of that size crosses no line."""
    return next((z for z in places if not _is_crossed(z, width, height, ends)), None)


def _is_crossed(place: complex, width: float, height: float, ends: _Ends) -> bool:
    """Whether any line comes into the box, ``ROOM`` around it: each is clipped against its four sides."""
    a, b = ends
    low = np.zeros(len(a))
    high = np.ones(len(a))
    step = b - a
    for start, along, least, most in (
        (a.real, step.real, place.real - ROOM, place.real + width + ROOM),
        (a.imag, step.imag, place.imag - ROOM, place.imag + height + ROOM),
    ):
        with np.errstate(divide="ignore", invalid="ignore"):
            one, other = (least - start) / along, (most - start) / along
        level = along == 0
        within = (start >= least) & (start <= most)
        one = np.where(level, np.where(within, 0.0, 2.0), one)
        other = np.where(level, np.where(within, 1.0, 2.0), other)
        low = np.maximum(low, np.minimum(one, other))
        high = np.minimum(high, np.maximum(one, other))
    return bool((low <= high).any())
