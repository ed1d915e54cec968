"""A DXF drawing as strokes in cm, y down. A library reads it; blocks inside blocks are opened, splines and arcs become the curves they are."""

from __future__ import annotations

import io
from collections.abc import Iterator
from typing import Any, Final

from ..errors import BadFile
from ..formats.tagged import APPLICATION, DICTIONARY
from ..geometry.path import Path, grown
from ..geometry.segment import Segment
from ..texts import with_article
from ..tolerances import HUGE
from .drawn import CM, Drawn, DrawnPath, DrawnText, Unit
from .svg_in import promises_from
from .unread import BROKEN, in_one_sentence

BYTES: Final = 20_000_000
ENTITIES: Final = 20_000
"""With everything in blocks counted as often as it is inserted."""
SEGMENTS: Final = 60_000
_CM_OF: Final = {1: ("in", 2.54), 2: ("ft", 30.48), 4: ("mm", 0.1), 5: ("cm", 1.0), 6: ("m", 100.0), 14: ("dm", 10.0)}
"""cm of a unit by its code in the drawing's head (DXF reference, $INSUNITS)."""
_SIMPLIFY: Final = "Save the outlines alone, simplified, in a file of their own."
_TAGGED: Final = ("piece", "role", "name", "kind", "order")
_DRAWN: Final = ("LINE", "LWPOLYLINE", "POLYLINE", "ARC", "CIRCLE", "ELLIPSE", "SPLINE")


def read_dxf(data: bytes, where: str = "", unit: Unit | None = None) -> Drawn:
    """All lines, arcs, polylines, splines and words of the model space. ``unit``: what it is measured in where the drawing does not say; without
    it the drawing is taken as cm and says so in ``guess``. Raises BadFile for what is no DXF, too much, or far off any table."""
    if len(data) > BYTES:
        raise BadFile(
            f"it has {len(data) / 1e6:.0f} million letters; {BYTES // 1_000_000} million are read at most.", where, _SIMPLIFY
        )
    # Imported when a drawing is read: the application starts without it.
    from ezdxf import recover
    from ezdxf.lldxf.const import DXFError

    try:
        document, _ = recover.read(io.BytesIO(data))
        _refuse_many(document, where)
        entities = list(_opened(document.modelspace(), where))
    except (DXFError, OSError, *BROKEN) as broken:
        if isinstance(broken, BadFile):
            raise
        raise BadFile("it is no DXF that can be read.", where, "Save the drawing as DXF once more, as text.") from broken
    said, cm = _CM_OF.get(int(document.header.get("$INSUNITS", 0)), ("", 0.0))
    if not said:
        cm = CM[unit or "cm"]
    paths: list[DrawnPath] = []
    texts: list[DrawnText] = []
    left_out: dict[str, int] = {}
    total = 0
    for e in entities:
        kind = e.dxftype()
        if kind in ("TEXT", "MTEXT", "ATTRIB"):
            with in_one_sentence("a text in it cannot be read.", where, _SIMPLIFY):
                texts.append(_text(e, cm))
        elif kind in _DRAWN:
            if kind == "POLYLINE" and (e.is_polygon_mesh or e.is_poly_face_mesh):
                left_out["mesh"] = left_out.get("mesh", 0) + 1
                continue
            with in_one_sentence(f"{with_article(kind.lower().removeprefix('lw'))} in it cannot be drawn.", where, _SIMPLIFY):
                drawn = list(_strokes(e, cm, where))
            for path in drawn:
                total += len(path.path.segments)
                if total > SEGMENTS:
                    raise BadFile(f"it has more than {SEGMENTS:,} strokes.", where, _SIMPLIFY)
                paths.append(path)
        elif kind != "POINT":
            left_out[kind] = left_out.get(kind, 0) + 1
    if not paths:
        raise BadFile("nothing is drawn in it.", where, "Save the pieces as lines, polylines or splines.")
    told = tuple(f"{n} × {k.lower()} was left out: only lines and words are read." for k, n in sorted(left_out.items()))
    guess = "" if said else (unit or "cm")
    return Drawn(tuple(paths), tuple(texts), said, guess, told, _promises(document))


def _refuse_many(document: Any, where: str) -> None:
    """Counted by the blocks alone, before any of them is opened."""
    counted: dict[str, int] = {}

    def size(layout: Any, within: tuple[str, ...]) -> int:
        total = 0
        for e in layout:
            total += 1
            if e.dxftype() == "INSERT":
                name = e.dxf.name
                if name in within:
                    raise BadFile("a block of it is drawn within itself.", where, "Explode its blocks and save it again.")
                if name not in counted and document.blocks.get(name) is not None:
                    counted[name] = size(document.blocks.get(name), (*within, name))
                total += counted.get(name, 0) * max(e.mcount, 1)
            if total > ENTITIES:
                raise BadFile(f"it has more than {ENTITIES:,} parts.", where, _SIMPLIFY)
        return total

    size(document.modelspace(), ())


def _opened(space: Any, where: str) -> Iterator[Any]:
    """Entities of the drawing, blocks inside blocks opened."""
    from ezdxf.disassemble import recursive_decompose

    for count, e in enumerate(recursive_decompose(space)):
        if count >= ENTITIES:
            raise BadFile(f"it has more than {ENTITIES:,} parts.", where, _SIMPLIFY)
        yield e


def _text(e: Any, cm: float) -> DrawnText:
    at = e.dxf.insert
    words = e.plain_text() if hasattr(e, "plain_text") else e.dxf.text
    return DrawnText(complex(at.x, -at.y) * cm, " ".join(_in_its_letters(str(words)).split()))


def _in_its_letters(text: str) -> str:
    """A text whose letters are not those that the drawing's head names: many programs write the ones of today under a head of yesterday. What belongs to
    neither is told by a sign."""
    try:
        return text.encode("cp1252", "surrogateescape").decode()
    except UnicodeError:
        return text.encode("utf-16-le", "surrogatepass").decode("utf-16-le", "replace")


def _strokes(e: Any, cm: float, where: str) -> Iterator[DrawnPath]:
    from ezdxf.path import make_path

    tags = _tags(e)
    for sub in make_path(e).sub_paths():
        segments: list[Segment] = []
        here = _at(sub.start)
        command: Any
        for command in sub.commands():
            end = _at(command.end)
            kind = command.type.name
            if kind == "CURVE4_TO":
                made: Segment = (here, _at(command.ctrl1), _at(command.ctrl2), end)
            elif kind == "CURVE3_TO":
                c = _at(command.ctrl)
                made = (here, here + (c - here) * (2 / 3), end + (c - end) * (2 / 3), end)
            else:
                made = (here, end)
            here = end
            if any(abs(p - made[0]) > 1e-9 for p in made):
                segments.append(made)
        if not segments:
            continue
        if not all(abs(p) * cm <= 10 * HUGE for s in segments for p in s):
            raise BadFile("a point of it lies nowhere on a table.", where, "Look whether the drawing's unit is right.")
        closed = abs(segments[-1][-1] - segments[0][0]) < 1e-7
        yield DrawnPath(grown(Path(tuple(segments)), cm), closed, tags.get("name", ""), str(e.dxf.layer), tags)


def _at(p: Any) -> complex:
    """Its y runs up, ours down."""
    return complex(p.x, -p.y)


def _tags(e: Any) -> dict[str, str]:
    """What one of our own strokes says of itself."""
    if not e.has_xdata(APPLICATION):
        return {}
    words = [str(tag.value) for tag in e.get_xdata(APPLICATION) if tag.code == 1000]
    return {k: v for k, v in zip(_TAGGED, words, strict=False) if v}


def _promises(document: Any) -> Any:
    found = document.rootdict.get(DICTIONARY)
    if found is None or found.dxftype() != "XRECORD":
        return None
    return promises_from("".join(str(tag.value) for tag in found.tags if tag.code == 1))
