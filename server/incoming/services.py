"""Drawings and photographs, read and remembered; what was said of them becomes a block."""

from __future__ import annotations

from functools import lru_cache
from typing import Any, Final

from pydantic import ValidationError

from patterncraft.errors import BadFile
from patterncraft.formats.openfile_io import block_file
from patterncraft.incoming.block_in import BlockIn, block_in, read_drawing
from patterncraft.incoming.drawn import Drawn
from patterncraft.incoming.outlines import outlines_of
from patterncraft.incoming.plan import Plan
from patterncraft.incoming.plan_edit import with_corner, without_corner
from patterncraft.tracing.flat import made_flat
from patterncraft.tracing.picture import read_picture, written
from patterncraft.tracing.sheet import Sheet, find_sheet, in_order
from patterncraft.tracing.snap import snapped
from patterncraft.tracing.trace import Trace, drawn_of

from ..config.reader import ALONE
from ..config.remembered import remembered
from ..fitting.photographs import redrawn
from ..people.models import Person
from ..shelf.models import Block
from ..shelf.services import keep_block
from ..workrooms.models import Workroom
from .models import Incoming
from .shapes import CornerIn, SheetIn, SnapIn

MOST: Final = 40
"""Drawings and photographs that may wait in a workroom."""
LONGEST: Final = 4000
"""Dots along the longer side of a photograph that is measured by."""
A4: Final = (21.0, 29.7)


def take_in(room: Workroom, name: str, data: bytes) -> Incoming:
    """What came, read once to see that it can be. Raises BadFile for what is neither drawing nor photograph."""
    if Incoming.objects.filter(workroom=room).count() >= MOST:
        raise BadFile(f"{MOST} drawings wait already.", "", "Hang some on the shelf, or throw some away.")
    if _looks_drawn(data):
        with ALONE:
            read_drawing(data, name)
        return Incoming.objects.create(workroom=room, name=name[:120], kind=Incoming.Kind.DRAWING, data=data)
    with ALONE:
        kept = redrawn(data, LONGEST)
        found = Incoming(
            workroom=room, name=name[:120], kind=Incoming.Kind.PHOTOGRAPH, data=kept.jpeg, width=kept.width, height=kept.height
        )
        found.sheet = {"size": list(A4)}
        found.save()
        look_for_sheet(found, A4)
    return found


def _looks_drawn(data: bytes) -> bool:
    """By its first letters: what is neither is looked at as a picture, which says so in its own words."""
    head = data[:4096].lstrip(b"\xef\xbb\xbf \t\r\n")
    return head[:1] == b"<" or b"SECTION" in data[:8192] or head.startswith(b"AutoCAD")


def look_for_sheet(found: Incoming, size: tuple[float, float]) -> None:
    """The sheet is looked for, and the photograph made flat by it where it is there."""
    dots = read_picture(bytes(found.data))
    sheet = find_sheet(dots, size)
    if sheet is None:
        found.sheet, found.flat, found.scale = {"size": list(size)}, None, {}
        found.save(update_fields=["sheet", "flat", "scale"])
        return
    _flatten(found, dots, sheet, size)


def set_sheet(found: Incoming, given: SheetIn) -> None:
    """Its size, and its corners where they were marked by hand. What was traced lies on another picture afterwards, and is kept as it is."""
    _of_photograph(found)
    size = (given.width, given.height)
    with ALONE:
        if given.corners is None:
            look_for_sheet(found, size)
            return
        corners = in_order([complex(p.x, p.y) for p in given.corners], size)
        _flatten(found, read_picture(bytes(found.data)), Sheet(corners), size)


def _flatten(found: Incoming, dots: Any, sheet: Sheet, size: tuple[float, float]) -> None:
    flat = made_flat(dots, sheet, size)
    found.sheet = {
        "size": list(size),
        "corners": [[z.real, z.imag] for z in sheet.corners],
        "found": sheet.found,
        "bow": sheet.bow,
    }
    found.flat = written(flat.dots)
    found.scale = {
        "per_cm": flat.per_cm,
        "origin": [flat.origin.real, flat.origin.imag],
        "width": flat.width,
        "height": flat.height,
        "error": flat.error,
    }
    found.save(update_fields=["sheet", "flat", "scale"])
    _flat_dots.cache_clear()


def _of_photograph(found: Incoming) -> None:
    if found.kind != Incoming.Kind.PHOTOGRAPH:
        raise BadFile("it is no photograph.", found.name, "Send a photograph of the card.")


@lru_cache(maxsize=2)
def _flat_dots(pk: int) -> Any:
    """The flat picture as dots, for one hand's clicks."""
    found = Incoming.objects.only("flat").get(pk=pk)
    return read_picture(bytes(found.flat or b""))


remembered(_flat_dots.cache_clear)


def snap(found: Incoming, given: SnapIn) -> complex:
    """cm of the flat picture: where the click meant the card's edge."""
    _of_photograph(found)
    if not found.scale:
        raise BadFile("the photograph is not flat yet.", found.name, "Mark the sheet's four corners first.", "corners")
    per_cm, origin = float(found.scale["per_cm"]), complex(*found.scale["origin"])
    at = complex(given.x, given.y)
    moved = snapped(_flat_dots(found.pk), per_cm, (at - origin) * per_cm, given.corner)
    return moved / per_cm + origin


def change_corner(found: Incoming, given: CornerIn) -> None:
    """A corner more, or one less; kept. Raises BadFile for a piece or a place that is not there."""
    plan = plan_of(found)
    if given.piece >= len(plan.pieces):
        raise BadFile("there is no such piece in the plan.", found.name, "Choose an outline first.", "pieces")
    own = plan.pieces[given.piece]
    if given.take_out is not None:
        changed = without_corner(own, given.take_out)
    else:
        outlines = outlines_of(drawn(found)).outlines
        if own.outline >= len(outlines) or given.at is None:
            raise BadFile("there is no such outline.", own.name, "Choose another.", "outline")
        changed = with_corner(outlines[own.outline], own, complex(given.at.x, given.at.y))
    pieces = [changed if k == given.piece else p for k, p in enumerate(plan.pieces)]
    found.plan = plan.model_copy(update={"pieces": pieces}).model_dump(mode="json")
    found.save(update_fields=["plan"])


def plan_of(found: Incoming) -> Plan:
    """As it was said last; an empty one where what is stored is of another version."""
    try:
        return Plan.model_validate(found.plan)
    except ValidationError:
        return Plan()


def trace_of(found: Incoming) -> Trace:
    """What was clicked; nothing where what is stored is of another version."""
    try:
        return Trace.model_validate(found.trace)
    except ValidationError:
        return Trace()


def drawn(found: Incoming) -> Drawn:
    """The drawing, or what was traced. Raises BadFile."""
    if found.kind == Incoming.Kind.PHOTOGRAPH:
        return drawn_of(trace_of(found))
    return _read(found.pk, plan_of(found).unit)


@lru_cache(maxsize=16)
def _read(pk: int, unit: Any) -> Drawn:
    found = Incoming.objects.only("data", "name").get(pk=pk)
    with ALONE:
        return read_drawing(bytes(found.data), found.name, unit)


remembered(_read.cache_clear)


def brought(found: Incoming) -> BlockIn:
    """The block it is by now. Raises BadFile with the piece, the field and a cure."""
    return block_in(drawn(found), plan_of(found), found.name)


def keep(found: Incoming, name: str, person: Person | None) -> Block:
    """On the shelf, and no longer waiting: the drawing or photograph is deleted. Raises BadFile where it is no block yet."""
    done = brought(found)
    note = "traced from a photograph of the card" if found.kind == Incoming.Kind.PHOTOGRAPH else f"from the drawing {found.name}"
    block = keep_block(found.workroom, name, person, block_file(done.block, name), note[:300])
    found.delete()
    return block
