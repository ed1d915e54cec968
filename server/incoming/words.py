"""A drawing that came in, as the page shows it: lines, corners, lengths in the house unit."""

from __future__ import annotations

from typing import Any, Final

from patterncraft.drafting.audit import audit
from patterncraft.errors import PatternError
from patterncraft.formats.drawing import Box, Point, draw
from patterncraft.geometry.region import box_of
from patterncraft.geometry.svgpath import to_svg
from patterncraft.house import HouseRules
from patterncraft.incoming.block_in import scaled
from patterncraft.incoming.outlines import Outline
from patterncraft.incoming.own import is_own
from patterncraft.incoming.piece_in import edges_of
from patterncraft.incoming.plan import Plan
from patterncraft.tracing.trace import Trace, correction, spans_of
from patterncraft.units import format_length, in_unit

from ..config.answers import fault_of
from ..shelf.words import audit_out
from . import services
from .models import Incoming
from .shapes import BroughtOut, CardPhotographOut, EdgeOut, IncomingHead, IncomingOut, OutlineOut, SpanOut, TracedOut

SURE: Final = 0.3
"""cm over 40 from which on a photograph is told to be taken anew."""
SHOWN: Final = 400
"""Inner strokes that are drawn."""


def head_of(found: Incoming) -> IncomingHead:
    """A line of the list."""
    return IncomingHead(id=found.pk, name=found.name, kind=found.kind, came=found.created.date().isoformat())


def incoming_out(found: Incoming) -> IncomingOut:
    """All of it as it stands; what cannot be read is told and nothing is lost."""
    rules = found.workroom.house_rules()
    plan = services.plan_of(found)
    base: dict[str, Any] = {
        "id": found.pk,
        "name": found.name,
        "kind": found.kind,
        "plan": plan,
        "photograph": _photograph(found, rules) if found.kind == Incoming.Kind.PHOTOGRAPH else None,
    }
    nothing: dict[str, Any] = {
        "unit": "",
        "guess": "",
        "ours": False,
        "told": [],
        "open_lines": [],
        "outlines": [],
        "inner": [],
        "edges": [],
        "extent": None,
        "brought": None,
        "refused": None,
    }
    try:
        drawn = services.drawn(found)
        # Places of the plan are given before a known length makes it larger: so the page shows it.
        before = scaled(drawn, plan.model_copy(update={"known": None, "square": None}))
    except PatternError as e:
        return IncomingOut(**{**base, **nothing, "refused": fault_of(e, rules.unit)})
    outlines = before.found.outlines
    boxes = [box_of(o.path.segments) for o in outlines] + [box_of(p.path.segments) for p in before.found.inner]
    shown: dict[str, Any] = {
        **nothing,
        "unit": drawn.unit,
        "guess": drawn.guess,
        "ours": is_own(drawn),
        "told": list(drawn.told),
        "open_lines": [
            f"A line of {format_length(x.length, rules.unit)} is open by {format_length(x.gap, rules.unit)}, at the ring."
            for x in before.found.left_open
        ],
        "outlines": [_outline(o, rules) for o in outlines],
        "inner": [to_svg(p.path) for p in before.found.inner[:SHOWN]],
        "edges": _edges(outlines, plan, rules),
        "extent": _extent(boxes),
    }
    try:
        done = services.brought(found)
        lines = [audit_out(x, rules.unit) for x in audit(done.block, rules)]
        shown["brought"] = BroughtOut(
            drawing=draw(done.block.pattern, rules), audit=lines, told=[in_unit(t, rules.unit) for t in done.told]
        )
    except PatternError as e:
        shown["refused"] = fault_of(e, rules.unit)
    return IncomingOut(**base, **shown)


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


def _photograph(found: Incoming, rules: HouseRules) -> CardPhotographOut:
    trace = services.trace_of(found)
    scale = found.scale or {}
    size = found.sheet.get("size", list(services.A4))
    grown, factor = "", (1.0, 1.0)
    try:
        factor = correction(trace.known)
        if trace.known:
            grown = f"× {factor[0]:.4f} across, × {factor[1]:.4f} down"
    except PatternError as e:
        grown = in_unit(str(e), rules.unit)
    flat = None
    if scale:
        left, top = scale["origin"]
        flat = _box((left, top, left + scale["width"], top + scale["height"]))
    error = scale.get("error", 0.0)
    return CardPhotographOut(
        width=found.width,
        height=found.height,
        corners=[Point(x=x, y=y) for x, y in found.sheet.get("corners", [])],
        found=bool(found.sheet.get("found")),
        sheet_width=size[0],
        sheet_height=size[1],
        flat=flat,
        per_cm=scale.get("per_cm", 0.0),
        error=f"± {format_length(error, rules.unit)}" if scale else "",
        advice=_advice(error, bool(scale), bool(trace.known)),
        trace=trace,
        traced=[_traced(trace, i, factor, rules) for i in range(len(trace.outlines))],
        grown=grown,
    )


def _advice(error: float, flat: bool, known: bool) -> str:
    if not flat:
        return "The sheet was not found. Mark its four corners, one after the other round it."
    if error > SURE and not known:
        return "That is much for a block. Type in two lengths that you know, or take the picture from straight above."
    return ""


def _traced(trace: Trace, index: int, factor: tuple[float, float], rules: HouseRules) -> TracedOut:
    """Lines lie on the flat picture, uncorrected; lengths are true."""
    outline = trace.outlines[index]
    try:
        seen, true = spans_of(outline), spans_of(outline, *factor)
    except PatternError as e:
        return TracedOut(name=outline.name, spans=[], refused=in_unit(e.message, rules.unit))
    spans = [
        SpanOut(d=to_svg(s), length=format_length(t.length, rules.unit), middle=_point(s.at(s.length / 2)))
        for s, t in zip(seen, true, strict=True)
    ]
    return TracedOut(name=outline.name, spans=spans, refused="")
