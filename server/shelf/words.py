"""A draft turned into what the shelf shows: its drawing, its stages, its audit, in the house unit."""

from __future__ import annotations

from collections.abc import Iterable

from patterncraft.drafting.audit import audit
from patterncraft.drafting.audit_line import AuditLine, Remedy
from patterncraft.drafting.construction import Stage
from patterncraft.drafting.school import Block as Draft
from patterncraft.formats.drawing import Point, draw
from patterncraft.geometry.svgpath import to_svg
from patterncraft.house import HouseRules
from patterncraft.units import Unit, in_unit

from .shapes import AuditOut, DraftOut, NumberedPoint, RemedyOut, StageOut, SumOut


def draft_out(draft: Draft, rules: HouseRules, bends: bool = False) -> DraftOut:
    """The draft with its stages and its audit; ``bends``: with combs of curvature."""
    lines = [audit_out(x, rules.unit) for x in audit(draft, rules)]
    return DraftOut(drawing=draw(draft.pattern, rules, bends=bends), stages=stages_out(draft.stages, rules.unit), audit=lines)


def audit_out(x: AuditLine, unit: Unit) -> AuditOut:
    """A line of the audit in the house unit."""
    return AuditOut(
        title=x.title,
        wanted=x.wanted.spoken(unit) if x.wanted else "",
        wanted_label=x.wanted.label if x.wanted else "",
        text=x.sum.spoken(unit),
        kept=x.kept,
        cure=in_unit(x.cure, unit),
        remedy=_remedy_out(x.remedy),
    )


def stages_out(stages: Iterable[Stage], unit: Unit) -> list[StageOut]:
    """How a draft, or a part, is drawn, act by act."""
    return [
        StageOut(
            number=s.number,
            piece=s.piece,
            rule=s.rule,
            sums=[SumOut(label=x.label, text=x.spoken(unit), note=x.note, caution=x.caution) for x in s.sums],
            points=[NumberedPoint(label=label, at=Point(x=z.real, y=z.imag)) for label, z in s.points],
            paths=[to_svg(p) for p in s.paths],
            guide=s.guide,
        )
        for s in stages
    ]


def _remedy_out(remedy: Remedy | None) -> RemedyOut | None:
    if remedy is None:
        return None
    correction = dict(remedy.correction) if remedy.correction is not None else None
    return RemedyOut(label=remedy.label, settings=dict(remedy.settings), correction=correction)
