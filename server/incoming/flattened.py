"""A photograph made flat by the sheet of known size that lies in it: done where it is read, apart from who asks (``server.apart``)."""

from __future__ import annotations

from typing import Any, Final, NamedTuple

from patterncraft.tracing.flat import made_flat
from patterncraft.tracing.picture import read_picture, written
from patterncraft.tracing.sheet import Sheet, find_sheet, in_order
from patterncraft.tracing.snap import snapped

from ..fitting.photographs import Kept, redrawn

LONGEST: Final = 4000
"""Dots along the longer side of a photograph that is measured by."""
Size = tuple[float, float]


class Flattened(NamedTuple):
    """As it is stored: the sheet in words, the flat picture, its scale; without a sheet no picture."""

    sheet: dict[str, Any]
    flat: bytes | None
    scale: dict[str, Any]


def taken_in(data: bytes, size: Size) -> tuple[Kept, Flattened]:
    """A photograph from outside, drawn anew, and flat where its sheet is seen. Raises BadFile."""
    kept = redrawn(data, LONGEST)
    return kept, flattened(kept.jpeg, size)


def flattened(jpeg: bytes, size: Size, corners: list[complex] | None = None) -> Flattened:
    """By the sheet's corners as they were marked, in dots; without them it is looked for. Raises BadFile where nothing could be measured by it."""
    dots = read_picture(jpeg)
    sheet = find_sheet(dots, size) if corners is None else Sheet(in_order(corners, size))
    if sheet is None:
        return Flattened({"size": list(size)}, None, {})
    flat = made_flat(dots, sheet, size)
    return Flattened(
        {
            "size": list(size),
            "corners": [[z.real, z.imag] for z in sheet.corners],
            "found": sheet.found,
            "bow": sheet.bow,
        },
        written(flat.dots),
        {
            "per_cm": flat.per_cm,
            "origin": [flat.origin.real, flat.origin.imag],
            "width": flat.width,
            "height": flat.height,
            "error": flat.error,
        },
    )


def snapped_on(flat: bytes, per_cm: float, at: complex, corner: bool) -> complex:
    """Where on the card's edge a click was meant: in dots of the flat picture, as ``at`` is."""
    return snapped(read_picture(flat), per_cm, at, corner)
