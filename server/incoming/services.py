"""Drawings and photographs, read and remembered; what was said of them becomes a block."""

from __future__ import annotations

from functools import lru_cache
from typing import Final

from pydantic import ValidationError

from patterncraft.errors import BadFile
from patterncraft.formats.openfile_io import block_file
from patterncraft.incoming.drawn import Unit
from patterncraft.incoming.plan import Plan
from patterncraft.incoming.plan_edit import without_corner
from patterncraft.tracing.trace import Trace

from ..apart.door import apart
from ..config.remembered import remembered
from ..people.models import Person
from ..shelf.models import Block
from ..shelf.services import keep_block
from ..workrooms.models import Workroom
from .flattened import flattened, snapped_on, taken_in
from .models import Incoming
from .shapes import CornerIn, SheetIn, SnapIn
from .shown import Source, brought, cornered, looked_at, packed

MOST: Final = 40
"""Drawings and photographs that may wait in a workroom."""
A4: Final = (21.0, 29.7)


def take_in(room: Workroom, name: str, data: bytes) -> tuple[Incoming, str]:
    """What came, read and looked at once to see that it can be; and what was seen of a drawing (``shown``). Raises BadFile for what is neither drawing nor photograph, Busy."""
    if Incoming.objects.filter(workroom=room).count() >= MOST:
        raise BadFile(f"{MOST} drawings wait already.", "", "Hang some on the shelf, or throw some away.")
    if _looks_drawn(data):
        seen = apart(room.pk, name, looked_at, data, room.house_rules(), name)
        return Incoming.objects.create(workroom=room, name=name[:120], kind=Incoming.Kind.DRAWING, data=data), seen
    kept, flat = apart(room.pk, name, taken_in, data, A4)
    found = Incoming.objects.create(
        workroom=room,
        name=name[:120],
        kind=Incoming.Kind.PHOTOGRAPH,
        data=kept.jpeg,
        width=kept.width,
        height=kept.height,
        **flat._asdict(),
    )
    return found, ""


def _looks_drawn(data: bytes) -> bool:
    """By its first letters: what is neither is looked at as a picture, which says so in its own words."""
    head = data[:4096].lstrip(b"\xef\xbb\xbf \t\r\n")
    return head[:1] == b"<" or b"SECTION" in data[:8192] or head.startswith(b"AutoCAD")


def set_sheet(found: Incoming, given: SheetIn) -> None:
    """Its size, and its corners where they were marked by hand. What was traced lies on another picture afterwards, and is kept as it is."""
    _of_photograph(found)
    corners = None if given.corners is None else [complex(p.x, p.y) for p in given.corners]
    flat = apart(found.workroom_id, found.name, flattened, bytes(found.data), (given.width, given.height), corners)
    found.sheet, found.flat, found.scale = flat
    found.save(update_fields=["sheet", "flat", "scale"])


def _of_photograph(found: Incoming) -> None:
    if found.kind != Incoming.Kind.PHOTOGRAPH:
        raise BadFile("it is no photograph.", found.name, "Send a photograph of the card.")


def snap(found: Incoming, given: SnapIn) -> complex:
    """cm of the flat picture: where the click meant the card's edge."""
    _of_photograph(found)
    if not found.scale:
        raise BadFile("the photograph is not flat yet.", found.name, "Mark the sheet's four corners first.", "corners")
    per_cm, origin = float(found.scale["per_cm"]), complex(*found.scale["origin"])
    at = complex(given.x, given.y)
    where = (at - origin) * per_cm
    moved = apart(found.workroom_id, found.name, snapped_on, bytes(found.flat or b""), per_cm, where, given.corner)
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
        at = None if given.at is None else complex(given.at.x, given.at.y)
        grown = None if at is None else apart(found.workroom_id, found.name, cornered, source_of(found), own, at)
        if grown is None:
            raise BadFile("there is no such outline.", own.name, "Choose another.", "outline")
        changed = grown
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


def source_of(found: Incoming) -> Source:
    """The drawing as it was read, or what was clicked. Raises BadFile, Busy."""
    if found.kind == Incoming.Kind.PHOTOGRAPH:
        return trace_of(found)
    return _read(found.workroom_id, found.pk, plan_of(found).unit)


@lru_cache(maxsize=8)
def _read(house: int, pk: int, unit: Unit | None) -> bytes:
    found = Incoming.objects.only("data", "name").get(pk=pk)
    return apart(house, found.name, packed, bytes(found.data), found.name, unit)


remembered(_read.cache_clear)


def keep(found: Incoming, name: str, person: Person | None) -> Block:
    """On the shelf, and no longer waiting: the drawing or photograph is deleted. Raises BadFile where it is no block yet, Busy."""
    done = apart(found.workroom_id, found.name, brought, source_of(found), plan_of(found), found.name)
    note = "traced from a photograph of the card" if found.kind == Incoming.Kind.PHOTOGRAPH else f"from the drawing {found.name}"
    block = keep_block(found.workroom, name, person, block_file(done.block, name), note[:300])
    throw_away(found)
    return block


def throw_away(found: Incoming) -> None:
    """Deleted for good, picture and all."""
    found.delete()
    # What was read of it, and of the few beside it, is large.
    _read.cache_clear()
