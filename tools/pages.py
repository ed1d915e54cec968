"""Pages of the documentation that are made from the code: written with their drawings, and how these draw a sheet."""

from __future__ import annotations

from collections.abc import Mapping
from pathlib import Path

from patterncraft.geometry.path import chain
from patterncraft.geometry.svgpath import to_svg
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece

SCALE = 3.2
"""Points to the centimetre."""
ROUND = 3.0
"""cm left empty round a drawing."""


def written(files: Mapping[Path, str], drawings: Path | None = None) -> None:
    """Every file with its content; drawings in that folder, if there is one, that are none of them any more go."""
    if drawings is not None:
        drawings.mkdir(exist_ok=True)
        for old in drawings.glob("*.svg"):
            if old not in files:
                old.unlink()
    for path, content in files.items():
        path.write_text(content, encoding="utf-8")


def sheet(pattern: Pattern, piece: Piece) -> list[str]:
    """SVG of a sheet in cm as it lies: outline, lines, notches and grain."""
    inner = [
        f'<path d="{to_svg(chain(e.path for e in piece.outline), closed=True)}" fill="#f7f0e0" stroke="#24303b" stroke-width=".3"/>'
    ]
    inner += [
        f'<path d="{to_svg(x.path)}" fill="none" stroke="#55636c" stroke-width=".15" stroke-dasharray=".8 .6"/>'
        for x in piece.lines
    ]
    for n, spot in pattern.placed_notches(piece.name):
        edge = piece.outline[spot.edge].path
        z, way = edge.stand_at(min(max(spot.along, 0.0), edge.length))
        end = z + 1.2j * way
        width = 0.3 if n.style == "single" else 0.8
        inner.append(
            f'<path d="M {z.real:.2f} {z.imag:.2f} L {end.real:.2f} {end.imag:.2f}" stroke="#24303b" stroke-width="{width}"/>'
        )
    if piece.grain:
        a, b = piece.grain.start, piece.grain.end
        inner.append(f'<path d="M {a.real:.2f} {a.imag:.2f} L {b.real:.2f} {b.imag:.2f}" stroke="#55636c" stroke-width=".25"/>')
    return inner


def drawing(box: tuple[float, float, float, float], inner: list[str]) -> str:
    """An SVG file of what lies in a box of cm: left, top, right, bottom."""
    left, top, right, bottom = box
    wide, high = right - left + 2 * ROUND, bottom - top + 2 * ROUND
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{SCALE * wide:.0f}" height="{SCALE * high:.0f}" '
        f'viewBox="{left - ROUND:.2f} {top - ROUND:.2f} {wide:.2f} {high:.2f}">{"".join(inner)}</svg>\n'
    )
