"""What came in, as its page shows it: what was said of it, its photograph, and what can be seen of its lines."""

from __future__ import annotations

from typing import Final

from patterncraft.errors import PatternError
from patterncraft.formats.drawing import Box, Point
from patterncraft.geometry.svgpath import to_svg
from patterncraft.house import HouseRules
from patterncraft.tracing.trace import Trace, correction, spans_of
from patterncraft.units import format_length, in_unit

from ..apart.door import apart
from ..config.answers import fault_of
from ..config.store_faults import Busy
from . import services
from .models import Incoming
from .shapes import CardPhotographOut, IncomingHead, Said, Shown, SpanOut, TracedOut
from .shown import shown

SURE: Final = 0.3
"""cm over 40 from which on a photograph is told to be taken anew."""


def head_of(found: Incoming) -> IncomingHead:
    """A line of the list."""
    return IncomingHead(id=found.pk, name=found.name, kind=found.kind, came=found.created.date().isoformat())


def incoming_out(found: Incoming, seen: str = "") -> str:
    """All of it as it stands (``IncomingOut``, in JSON); what cannot be read is told and nothing is lost. ``seen``: its lines, where they have just been looked at. Raises
    Busy."""
    rules = found.workroom.house_rules()
    plan = services.plan_of(found)
    try:
        seen = seen or apart(found.workroom_id, found.name, shown, services.source_of(found), plan, rules, found.name)
    except Busy:
        raise
    except PatternError as e:
        seen = Shown.nothing(fault_of(e, rules.unit)).model_dump_json()
    photograph = _photograph(found, rules) if found.kind == Incoming.Kind.PHOTOGRAPH else None
    head = Said(id=found.pk, name=found.name, kind=found.kind, plan=plan, photograph=photograph).model_dump_json()
    # Both are objects: one of all their fields.
    return f"{head[:-1]},{seen[1:]}"


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
        flat = Box(left=left, top=top, right=left + scale["width"], bottom=top + scale["height"])
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
        SpanOut(d=to_svg(s), length=format_length(t.length, rules.unit), middle=Point(x=m.real, y=m.imag))
        for s, t in zip(seen, true, strict=True)
        for m in [s.at(s.length / 2)]
    ]
    return TracedOut(name=outline.name, spans=spans, refused="")
