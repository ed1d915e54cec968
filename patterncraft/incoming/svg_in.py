"""An SVG drawing as strokes in cm. A library reads units, view boxes, transforms and every kind of shape; what is dangerous in it was
refused before (see ``svg_guard``)."""

from __future__ import annotations

import io
import json
import re
from collections.abc import Iterator, Mapping
from typing import Any, Final
from xml.etree.ElementTree import Element, tostring

from ..errors import BadFile
from ..geometry.path import Path
from ..geometry.segment import Segment
from ..tolerances import HUGE
from .drawn import Drawn, DrawnPath, DrawnText
from .svg_guard import looked_over
from .unread import BROKEN, in_one_sentence

DOTS: Final = 96.0
"""Dots to the inch where an SVG says nothing else (the SVG and CSS standards)."""
_PLAIN: Final = "Save it as a plain SVG, its shapes turned into paths."
_TAGGED: Final = ("piece", "role", "name", "kind", "order")


def read_svg(data: bytes, where: str = "") -> Drawn:
    """All strokes and words of the drawing. ``where``: the file, for refusals. Raises BadFile (see ``svg_guard``), or where nothing is drawn."""
    root, told = looked_over(data, where)
    for parent in list(root.iter()):
        for child in list(parent):
            if isinstance(child.tag, str) and child.tag.rpartition("}")[2] in ("script", "image", "foreignObject", "style"):
                parent.remove(child)
    # Imported when a drawing is read: the application starts without it.
    from svgelements import SVG, Shape, Text

    try:
        drawing = SVG.parse(io.BytesIO(tostring(root)), reify=True, ppi=DOTS)
        found = list(drawing.elements())
    except BROKEN as broken:
        raise BadFile("something in it cannot be read.", where, _PLAIN) from broken
    cm = 2.54 / DOTS
    paths: list[DrawnPath] = []
    texts: list[DrawnText] = []
    for e in found:
        values = e.values if hasattr(e, "values") and isinstance(e.values, Mapping) else {}
        if isinstance(e, Text):
            if e.text and e.text.strip():
                at = e.transform.point_in_matrix_space((e.x, e.y)) if not e.transform.is_identity() else (e.x, e.y)
                texts.append(DrawnText(complex(at[0], at[1]) * cm, " ".join(e.text.split())))
        elif isinstance(e, Shape):
            with in_one_sentence("a shape in it cannot be drawn.", where, _PLAIN):
                paths += _strokes(e, values, cm, where)
    if not paths:
        raise BadFile("nothing is drawn in it.", where, "Save the drawing's outlines as paths.")
    unit, guess = _unit(root)
    return Drawn(tuple(paths), tuple(texts), unit, guess, tuple(told), _promises(root))


def _strokes(shape: Any, values: Mapping[str, Any], cm: float, where: str) -> Iterator[DrawnPath]:
    from svgelements import Path as Lines

    whole = Lines(shape)
    whole.reify()
    whole.approximate_arcs_with_cubics()
    own = values.get("attributes") or {}
    # Our own strokes are tagged each by itself, and by their piece's group.
    tags = {k: str(values[f"data-{k}"]) for k in _TAGGED if values.get(f"data-{k}") is not None}
    name = str(values.get("data-name") or own.get("id") or values.get("id") or "")
    for sub in whole.as_subpaths():
        segments: list[Segment] = []
        closed = False
        for s in sub:
            kind = type(s).__name__
            if kind == "Move":
                continue
            closed = closed or kind == "Close"
            seg = _segment(s, kind, cm)
            if seg is not None:
                segments.append(seg)
        if segments:
            _refuse_far(segments, where)
            closed = closed or abs(segments[-1][-1] - segments[0][0]) < 1e-6
            yield DrawnPath(Path(tuple(segments)), closed, name, "", tags)


def _segment(s: Any, kind: str, cm: float) -> Segment | None:
    """One stroke of the library as ours; None where it is a point."""
    if s.start is None or s.end is None:
        return None

    def at(p: Any) -> complex:
        return complex(p.x, p.y) * cm

    a, b = at(s.start), at(s.end)
    if kind == "CubicBezier":
        made: Segment = (a, at(s.control1), at(s.control2), b)
    elif kind == "QuadraticBezier":
        c = at(s.control)
        made = (a, a + (c - a) * (2 / 3), b + (c - b) * (2 / 3), b)
    else:
        made = (a, b)
    return made if any(abs(p - a) > 1e-9 for p in made) else None


def _refuse_far(segments: list[Segment], where: str) -> None:
    for s in segments:
        for p in s:
            # Not a number compares as nothing.
            if not abs(p) <= 10 * HUGE:
                raise BadFile("a point of it lies nowhere on a table.", where, "Look for a wild number in the drawing.")


def _unit(root: Element) -> tuple[str, str]:
    """What its size is written in; and what it is taken for where it says nothing."""
    said = re.fullmatch(r"\s*[\d.]+(?:[eE][-+]?\d+)?\s*(cm|mm|in|pt|pc|q|Q)\s*", root.get("width", ""))
    if said:
        return ("in" if said[1] in ("in", "pt", "pc") else "mm" if said[1] in ("mm", "q", "Q") else "cm"), ""
    return "", f"{DOTS:.0f} dots to the inch"


def _promises(root: Element) -> Mapping[str, Any] | None:
    for e in root.iter():
        if isinstance(e.tag, str) and e.tag.endswith("metadata") and e.get("data-format") == "steady-shear":
            return promises_from(e.text or "")
    return None


def promises_from(text: str) -> Mapping[str, Any] | None:
    """What one of our drawings says besides its strokes; None where that is no longer legible (the strokes are still a drawing)."""
    try:
        found = json.loads(text)
    except ValueError:
        return None
    return found if isinstance(found, dict) else None
