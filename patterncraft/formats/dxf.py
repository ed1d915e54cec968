"""DXF at true scale, in cm: cut lines, sewing lines as the curves they are, notches, darts, grain, words; a layer for each."""

from __future__ import annotations

import io
import json
from collections.abc import Sequence
from typing import Any, Final

from ..finishing.finish import FinishedPiece
from ..geometry.path import Path, straight
from ..geometry.transform import slide
from ..paper.pattern import Pattern
from .label import LINE, TEXT, TITLE, label_place
from .layout import lay_side_by_side
from .tagged import APPLICATION, DICTIONARY, TaggedStroke, promises_of, strokes_of

LAYERS: Final = ("cut", "net", "sew", "notches", "lines", "grain", "words")
_LAYER_OF: Final = {"edge": "net", "line": "lines", "left": "net", "right": "net", "grain": "grain", "mark": "lines"}
CHUNK: Final = 240
"""Letters of one text of an old file."""
_CENTIMETRES: Final = 5


def pattern_dxf(pieces: Sequence[FinishedPiece], title: str, of: Pattern) -> bytes:
    """The whole pattern as a DXF of the year 2000, its unit said in its head. ``of``: the pattern that was finished; its strokes say what they
    are, so that the drawing can be read back. y runs up there."""
    # Imported when a drawing is written: the application starts without it.
    from ezdxf.filemanagement import new

    document = new("R2000")
    document.header["$INSUNITS"] = _CENTIMETRES
    document.header["$MEASUREMENT"] = 1
    document.appids.new(APPLICATION)
    for layer in LAYERS:
        document.layers.add(layer)
    space = document.modelspace()
    sheet = lay_side_by_side(pieces)
    shifts = {p.name: shift for p, shift in sheet.pieces}
    for p, shift in sheet.pieces:
        _cut_and_marks(space, p, shift)
        by = slide(shift)
        for stroke in strokes_of(of.piece(p.name)):
            _tagged(space, stroke, stroke.path.placed(by))
    record = document.rootdict.add_xrecord(DICTIONARY)
    text = json.dumps(promises_of(of, title, shifts))
    record.reset([(1, text[i : i + CHUNK]) for i in range(0, len(text), CHUNK)])
    out = io.StringIO()
    document.write(out)
    return out.getvalue().encode()


def _at(z: complex) -> tuple[float, float]:
    return z.real, -z.imag


def _cut_and_marks(space: Any, p: FinishedPiece, shift: complex) -> None:
    space.add_lwpolyline([_at(z + shift) for z in p.cut_line], close=True, dxfattribs={"layer": "cut"})
    for n in p.notches:
        if n.inner != n.outer:
            space.add_line(_at(n.inner + shift), _at(n.outer + shift), {"layer": "notches"})
    for x in p.darts:
        _strokes(space, x.stitching.placed(slide(shift)), "sew", None)
        space.add_circle(_at(x.drill + shift), 0.15, {"layer": "notches"})
    place = label_place(p)
    for i, words in enumerate(p.label):
        height = (TITLE if i == 0 else TEXT) * place.scale
        at = place.at + shift + 1j * LINE * place.scale * i
        space.add_text(words, height=height, dxfattribs={"layer": "words", "insert": _at(at)})


def _tagged(space: Any, stroke: TaggedStroke, path: Path) -> None:
    """One stroke, in as many entities as it has kinds of line; each knows its place."""
    words = (stroke.piece, stroke.role, stroke.name, stroke.kind)
    _strokes(space, path, _LAYER_OF[stroke.role], (*words, stroke.order))
    if stroke.role == "mark":
        a, b = path.start, path.end
        _strokes(space, straight(a - (b - a) * 1j, a + (b - a) * 1j), "lines", None)


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
