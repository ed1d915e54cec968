"""A drawing that came in, as the page shows it: lines, corners, lengths in the house unit. Computed where it is read, apart from who asks (``server.apart``)."""

from __future__ import annotations

import pickle
from typing import Final

from patterncraft.drafting.audit import audit
from patterncraft.errors import PatternError
from patterncraft.formats.drawing import Box, Point, draw
from patterncraft.geometry.region import box_of
from patterncraft.geometry.svgpath import to_svg
from patterncraft.house import HouseRules
from patterncraft.incoming.block_in import BlockIn, block_in, read_drawing, scaled
from patterncraft.incoming.drawn import Drawn, Unit
from patterncraft.incoming.outlines import Outline, outlines_of
from patterncraft.incoming.own import is_own
from patterncraft.incoming.piece_in import edges_of
from patterncraft.incoming.plan import PiecePlan, Plan
from patterncraft.incoming.plan_edit import with_corner
from patterncraft.tracing.trace import Trace, drawn_of
from patterncraft.units import format_length, in_unit

from ..config.answers import fault_of
from ..shelf.words import audit_out
from .shapes import BroughtOut, EdgeOut, OutlineOut, Shown

STROKES: Final = 400
"""Inner strokes that are drawn."""
Source = bytes | Trace
"""A drawing that was read, packed, or what was clicked on a photograph."""


def shown(source: Source, plan: Plan, rules: HouseRules, name: str) -> str:
    """All that can be seen of it, as it goes over the wire: whoever asked need not hold it in any other form."""
    try:
        return _seen(drawn_from(source), plan, rules, name).model_dump_json()
    except PatternError as e:
        return Shown.nothing(fault_of(e, rules.unit)).model_dump_json()


def _seen(drawn: Drawn, plan: Plan, rules: HouseRules, name: str) -> Shown:
    """What is no block yet is told. Raises BadFile for what cannot be read."""
    # Places of the plan are given before a known length makes it larger: so the page shows it.
    before = scaled(drawn, plan.model_copy(update={"known": None, "square": None}))
    outlines = before.found.outlines
    boxes = [box_of(o.path.segments) for o in outlines] + [box_of(p.path.segments) for p in before.found.inner]
    seen = Shown(
        unit=drawn.unit,
        guess=drawn.guess,
        ours=is_own(drawn),
        told=list(drawn.told),
        open_lines=[
            f"A line of {format_length(x.length, rules.unit)} is open by {format_length(x.gap, rules.unit)}, at the ring."
            for x in before.found.left_open
        ],
        outlines=[_outline(o, rules) for o in outlines],
        inner=[to_svg(p.path) for p in before.found.inner[:STROKES]],
        edges=_edges(outlines, plan, rules),
        extent=_extent(boxes),
        brought=None,
        refused=None,
    )
    try:
        done = block_in(drawn, plan, name)
        lines = [audit_out(x, rules.unit) for x in audit(done.block, rules)]
        seen.brought = BroughtOut(
            drawing=draw(done.block.pattern, rules), audit=lines, told=[in_unit(t, rules.unit) for t in done.told]
        )
    except PatternError as e:
        seen.refused = fault_of(e, rules.unit)
    return seen


def looked_at(data: bytes, rules: HouseRules, name: str) -> str:
    """A drawing that has just come. Raises BadFile where it is none."""
    return _seen(read_drawing(data, name), Plan(), rules, name).model_dump_json()


def packed(data: bytes, name: str, unit: Unit | None) -> bytes:
    """A drawing as it was read, to be kept and handed in again: a tenth of the memory that its lines take. Raises BadFile."""
    return pickle.dumps(read_drawing(data, name, unit), protocol=pickle.HIGHEST_PROTOCOL)


def drawn_from(source: Source) -> Drawn:
    """As lines. Raises BadFile."""
    if isinstance(source, Trace):
        return drawn_of(source)
    drawn: Drawn = pickle.loads(source)
    return drawn


def brought(source: Source, plan: Plan, name: str) -> BlockIn:
    """The block it is by now. Raises BadFile with the piece, the field and a cure."""
    return block_in(drawn_from(source), plan, name)


def cornered(source: Source, own: PiecePlan, at: complex) -> PiecePlan | None:
    """The piece of the plan with a corner more, at a place of the drawing; None where its outline is not there. Raises BadFile."""
    outlines = outlines_of(drawn_from(source)).outlines
    return with_corner(outlines[own.outline], own, at) if own.outline < len(outlines) else None


def _box(box: tuple[float, float, float, float]) -> Box:
    return Box(left=box[0], top=box[1], right=box[2], bottom=box[3])


def _extent(boxes: list[tuple[float, float, float, float]]) -> Box | None:
    if not boxes:
        return None
    return _box((min(b[0] for b in boxes), min(b[1] for b in boxes), max(b[2] for b in boxes), max(b[3] for b in boxes)))


def _point(z: complex) -> Point:
    return Point(x=z.real, y=z.imag)


def _outline(o: Outline, rules: HouseRules) -> OutlineOut:
    left, top, right, bottom = box = box_of(o.path.segments)
    return OutlineOut(
        number=o.number,
        d=to_svg(o.path, True),
        box=_box(box),
        size=f"{format_length(right - left, rules.unit)} × {format_length(bottom - top, rules.unit)}",
        name=o.name,
        words=list(o.words),
        within=o.within,
        # A round one begins somewhere all the same.
        corners=[_point(o.path.at(c)) for c in (o.corners if len(o.corners) > 1 else (0.0, o.path.length / 2))],
        crosses=_point(o.crosses) if o.crosses is not None else None,
    )


def _edges(outlines: tuple[Outline, ...], plan: Plan, rules: HouseRules) -> list[EdgeOut]:
    """Edges of the plan's pieces as far as their corners can be placed."""
    out = []
    for p in plan.pieces:
        if p.outline >= len(outlines):
            continue
        try:
            found = edges_of(outlines[p.outline], p)
        except PatternError:
            continue
        out += [
            EdgeOut(
                piece=p.name,
                index=i,
                name=name,
                d=to_svg(path),
                middle=_point(path.at(path.length / 2)),
                length=format_length(path.length, rules.unit),
            )
            for i, (name, path) in enumerate(found)
        ]
    return out
