"""DXF at true scale, in cm: a block for each piece, its layers numbered as in the exchange of sewn-product patterns.

Layer numbers by ASTM D6673 (the AAMA's before it), from memory: 1 boundary, 2 turn points, 3 curve points, 4 notches, 7 grainline, 8 internal lines,
13 drill holes, 14 sewing line, 15 annotation. The boundary is a polyline within 0.008 cm; sewing line and internal lines are the curves they are.
"""

from __future__ import annotations

import io
import json
import re
from cmath import phase
from collections.abc import Sequence
from math import degrees
from typing import Any, Final

from ..finishing.finish import FinishedPiece
from ..geometry.path import Path, straight
from ..geometry.thinning import thinned
from ..paper.pattern import Pattern
from .label import LINE, TEXT, TITLE, label_place
from .layout import lay_side_by_side
from .tagged import APPLICATION, DICTIONARY, TaggedStroke, promises_of, strokes_of

BOUNDARY, TURNS, CURVES, NOTCHES, GRAIN, INTERNAL, DRILL, SEW, WORDS = "1", "2", "3", "4", "7", "8", "13", "14", "15"
LAYERS: Final = {
    BOUNDARY: "cut line",
    TURNS: "turn points",
    CURVES: "curve points",
    NOTCHES: "notches",
    GRAIN: "grainline",
    INTERNAL: "internal lines",
    DRILL: "drill holes",
    SEW: "sewing line",
    WORDS: "annotation",
}
_LAYER_OF: Final = {"edge": SEW, "line": INTERNAL, "left": INTERNAL, "right": INTERNAL, "grain": GRAIN, "mark": INTERNAL}
WITHIN: Final = 0.006
"""cm by which the boundary is told with fewer corners: with the 0.002 of the cut line less than the hundredth that the exchange is read to"""
TURN: Final = 20.0
"""Degrees by which the cut line turns at a corner; less is a point of a curve."""
CHUNK: Final = 240
"""Letters of one text of an old file."""
_CENTIMETRES: Final = 5


def pattern_dxf(pieces: Sequence[FinishedPiece], title: str, of: Pattern) -> bytes:
    """The whole pattern as a DXF of the year 2007, its unit said in its head and in a text: one block a piece, inserted side by side. ``of``: the pattern that was finished; its strokes say what they
    are, so that the drawing can be read back. y runs up there."""
    # Imported when a drawing is written: the application starts without it.
    from ezdxf.filemanagement import new

    document = new("R2007")
    document.header["$INSUNITS"] = _CENTIMETRES
    document.header["$MEASUREMENT"] = 1
    document.appids.new(APPLICATION)
    for layer, words in LAYERS.items():
        document.layers.add(layer).description = words
    space = document.modelspace()
    sheet = lay_side_by_side(pieces)
    shifts = {p.name: shift for p, shift in sheet.pieces}
    for p, shift in sheet.pieces:
        block = document.blocks.new(_block_name(p))
        _cut_and_marks(block, p)
        for stroke in strokes_of(of.piece(p.name)):
            _tagged(block, stroke)
        space.add_blockref(block.name, _at(shift))
    space.add_text("units: centimetres", height=TEXT, dxfattribs={"layer": WORDS, "insert": (0, 1)})
    record = document.rootdict.add_xrecord(DICTIONARY)
    text = json.dumps(promises_of(of, title, shifts))
    record.reset([(1, text[i : i + CHUNK]) for i in range(0, len(text), CHUNK)])
    out = io.StringIO()
    document.write(out)
    # From that year on a drawing is written in UTF-8, so that a name of any script is told as it is.
    return out.getvalue().encode()


def _at(z: complex) -> tuple[float, float]:
    return z.real, -z.imag


def _block_name(p: FinishedPiece) -> str:
    """Letters that every reader takes; the number keeps names apart."""
    return f"{p.number:03d}_{re.sub(r'[^A-Za-z0-9]+', '_', p.name)}"[:60]


def _cut_and_marks(block: Any, p: FinishedPiece) -> None:
    corners = _corners(p.cut_line)
    # Half round at a time: a ring has no two ends that stay of themselves.
    half = len(corners) // 2
    ring = [z for z, _ in corners]
    stay = {*thinned(ring[: half + 1], WITHIN), *(half + n for n in thinned([*ring[half:], ring[0]], WITHIN)[:-1])}
    drawn = [corners[n] for n in sorted(stay)]
    block.add_lwpolyline([_at(z) for z, _ in drawn], close=True, dxfattribs={"layer": BOUNDARY})
    for z, turns in drawn:
        block.add_point(_at(z), {"layer": TURNS if turns else CURVES})
    for n in p.notches:
        block.add_point(_at(n.outer), {"layer": NOTCHES})
    for _, snip in p.snips:
        for s in snip.segments:
            block.add_line(_at(s[0]), _at(s[-1]), {"layer": NOTCHES})
    for x in p.darts:
        _strokes(block, x.stitching, INTERNAL, None)
        block.add_circle(_at(x.drill), 0.15, {"layer": DRILL})
        block.add_point(_at(x.drill), {"layer": DRILL})
    place = label_place(p)
    for i, words in enumerate(p.label):
        height = (TITLE if i == 0 else TEXT) * place.scale
        at = place.at + 1j * LINE * place.scale * i
        block.add_text(words, height=height, dxfattribs={"layer": WORDS, "insert": _at(at)})


def _corners(ring: Sequence[complex]) -> list[tuple[complex, bool]]:
    """Every point of the cut line, and whether it turns there."""
    out = []
    for before, z, after in zip((*ring[-1:], *ring[:-1]), ring, (*ring[1:], *ring[:1]), strict=True):
        turn = abs(degrees(phase((after - z) / (z - before)))) if z not in (before, after) else 0.0
        out.append((z, turn > TURN))
    return out


def _tagged(space: Any, stroke: TaggedStroke) -> None:
    """One stroke, in as many entities as it has kinds of line; each knows its place."""
    path = stroke.path
    words = (stroke.piece, stroke.role, stroke.name, stroke.kind)
    _strokes(space, path, _LAYER_OF[stroke.role], (*words, stroke.order))
    if stroke.role == "mark":
        a, b = path.start, path.end
        _strokes(space, straight(a - (b - a) * 1j, a + (b - a) * 1j), INTERNAL, None)


def _strokes(space: Any, path: Path, layer: str, words: tuple[str, str, str, str, int] | None) -> None:
    """Runs of straight strokes as polylines, runs of curves as splines that hold the very cubics."""
    runs: list[list[Any]] = []
    for s in path.segments:
        if runs and len(runs[-1][0]) == len(s):
            runs[-1].append(s)
        else:
            runs.append([s])
    for k, run in enumerate(runs):
        if len(run[0]) == 2:
            e = space.add_lwpolyline([_at(run[0][0]), *(_at(s[1]) for s in run)], dxfattribs={"layer": layer})
        else:
            points = [run[0][0], *(z for s in run for z in s[1:])]
            n = len(run)
            knots = [0.0] * 4 + [float(i) for i in range(1, n) for _ in range(3)] + [float(n)] * 4
            e = space.add_spline(degree=3, dxfattribs={"layer": layer})
            e.control_points = [(*_at(z), 0.0) for z in points]
            e.knots = knots
        if words is not None:
            e.set_xdata(APPLICATION, [(1000, w) for w in (*words[:4], f"{words[4]}.{k:03d}")])
