"""Girths by polygons: what of the paper lies at a level, from edge to edge."""

from __future__ import annotations

from math import cos, radians
from typing import Any

import shapely

from tests.auditor.sheets import Sheet

FAR = 500.0


def parts_of(sheet: Sheet, name: str) -> list[tuple[complex, complex]]:
    """The straight parts of a drawn line, longest first."""
    parts = [(complex(p.start), complex(p.end)) for n, p in sheet.lines if n == name]
    return sorted((x for x in parts if abs(x[1] - x[0]) > 1e-3), key=lambda x: -abs(x[1] - x[0]))


def names(sheet: Sheet) -> list[str]:
    """Lines that lie within 30° of square to the grain."""
    out = []
    for name in dict.fromkeys(n for n, _ in sheet.lines):
        parts = [p for n, p in sheet.lines if n == name]
        if any(len(p) != 1 or type(p[0]).__name__ != "Line" for p in parts) or not parts_of(sheet, name):
            continue
        a, b = parts_of(sheet, name)[0]
        along = sheet.grain / abs(sheet.grain)
        if abs(((b - a) / abs(b - a) * along.conjugate()).imag) > cos(radians(30)):
            out.append(name)
    return out


def width(sheet: Sheet, name: str) -> float | None:
    """cm of paper at the level of a line whose parts lie on one straight line, from edge to edge, darts shut and double-pointed ones taken up, and
    nothing beyond the true centre. None where its parts were opened or swung apart, where it runs along an edge or passes a dart's very point: that is for
    other eyes."""
    parts = parts_of(sheet, name)
    if not parts:
        return None
    (a, b), *rest = parts
    way = (b - a) / abs(b - a)
    if any(abs(((z - a) * way.conjugate()).imag) > 0.005 for p in rest for z in p):
        return None
    middle = 0.5 * (a + b)
    line = shapely.LineString([_xy(middle - way * FAR), _xy(middle + way * FAR)])
    if any(abs(((p - a) * way.conjugate()).imag) < 0.05 for _, p, _ in sheet.darts):
        return None
    drawn = shapely.MultiLineString([[_xy(p), _xy(q)] for p, q in parts])
    runs = [g for g in _lines(line.intersection(sheet.whole)) if g.intersection(drawn.buffer(1e-3)).length > 0.01]
    if len(runs) != 1 or line.intersection(sheet.paper.boundary.buffer(0.03)).length > 0.5:
        return None
    ends = [complex(*c) for c in (runs[0].coords[0], runs[0].coords[-1])]
    on = runs[0].intersection(sheet.paper)
    # An end in a dart's open mouth is no edge.
    if any(
        g.buffer(0.02).intersects(shapely.Point(*_xy(z))) and not sheet.paper.buffer(0.001).intersects(shapely.Point(*_xy(z)))
        for g, _, _ in sheet.darts
        for z in ends
    ):
        return None
    on = _without_strip(sheet, on)
    taken = sum(on.intersection(x).length for x in sheet.lenses)
    return float(on.length - taken)


def over_an_armhole(sheet: Sheet, name: str) -> bool:
    """Whether a level leaves the paper by an armhole: the body is not closed there, and its girth is told at the underarm."""
    (a, b), *_ = parts_of(sheet, name)
    way = (b - a) / abs(b - a)
    line = shapely.LineString([_xy(a - way * FAR), _xy(a + way * FAR)])
    found = [g for g in _lines(line.intersection(sheet.paper)) if g.distance(shapely.Point(*_xy(0.5 * (a + b)))) < 0.01]
    for z in (c for g in found for c in (g.coords[0], g.coords[-1])):
        near = {
            e.name.split()[-1]
            for e in sheet.edges
            if not e.shut and _stroke([*e.points, complex(e.path.end)]).distance(shapely.Point(z)) < 0.1
        }
        if near and near <= {"armhole", "raglan"}:
            return True
    return False


def _stroke(points: list[complex]) -> Any:
    return shapely.LineString([_xy(z) for z in points])


def _without_strip(sheet: Sheet, on: Any) -> Any:
    strip = [e for e in sheet.edges if e.name.startswith(("button stand", "wrap")) and not e.shut]
    centre = next(((complex(p.start), complex(p.end)) for n, p in sheet.lines if n.startswith("centre")), None)
    if not strip or centre is None or sheet.times < 2:
        return on
    a, b = centre
    way = (b - a) / abs(b - a)
    outer = max((complex(e.path.point(0.5)) for e in strip), key=lambda z: abs(((z - a) * way.conjugate()).imag))
    beyond = 1j if ((outer - a) * way.conjugate()).imag > 0 else -1j
    corners = [a - way * FAR, a + way * FAR, a + way * FAR + way * beyond * FAR, a - way * FAR + way * beyond * FAR]
    return on.difference(shapely.Polygon([_xy(z) for z in corners]))


def _lines(shape: Any) -> list[Any]:
    return [g for g in getattr(shape, "geoms", [shape]) if g.geom_type == "LineString"]


def _xy(z: complex) -> tuple[float, float]:
    return z.real, z.imag
