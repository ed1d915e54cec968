"""A style's work looked at by all checks: its wearer's measures, its findings, what was said of them."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from django.db import transaction

from patterncraft.checks.examine import Acknowledged, arose, examine, forget, reason_for
from patterncraft.checks.finding import Finding, Place
from patterncraft.checks.registry import CHECKS
from patterncraft.checks.subject import Subject
from patterncraft.errors import BadSetting, MoveRefused
from patterncraft.finishing.finish import AS_THE_HOUSE
from patterncraft.finishing.plan import Finishing
from patterncraft.formats.drawing import Point
from patterncraft.formats.table import Lies
from patterncraft.house import HouseRules
from patterncraft.ledger import Promise
from patterncraft.measures.chart import Chart
from patterncraft.replay import Replay
from patterncraft.texts import tidy
from patterncraft.units import Unit, format_length, in_unit

from ..config.remembered import remembered
from .checks_shapes import CureOut, FindingOut
from .models import Style

MOST_ACKNOWLEDGED: Final = 200
"""Findings of one style that may be let stand."""

remembered(forget)


def looked_at(
    replay: Replay,
    rules: HouseRules,
    body: Chart,
    promises: Sequence[Promise] | None = None,
    plan: Finishing = AS_THE_HOUSE,
) -> tuple[Subject, tuple[Finding, ...]]:
    """The work, and all findings; ``promises``: its ledger, where that was made up already; ``plan``: how the style is finished."""
    subject = Subject.after(replay, rules, body, promises, plan)
    return subject, examine(subject)


def let_stand(style: Style) -> tuple[Acknowledged, ...]:
    """What was said of the style's findings."""
    return tuple(Acknowledged(**a) for a in style.acknowledged)


def findings_out(
    findings: tuple[Finding, ...],
    acknowledged: tuple[Acknowledged, ...],
    lies: Lies,
    unit: Unit,
    steps: dict[Place, int] | None = None,
) -> list[FindingOut]:
    """Findings in words, what is to be done first, cautions last."""
    out = [_finding_out(f, reason_for(f, acknowledged), lies, unit, (steps or {}).get(f.place)) for f in findings]
    return sorted(out, key=lambda f: (f.reason is not None, f.quiet))


def _finding_out(f: Finding, reason: str | None, lies: Lies, unit: Unit, step: int | None) -> FindingOut:
    check = CHECKS[f.code]
    at = lies[f.piece].by.point(f.at) if f.at is not None and f.piece in lies else None
    return FindingOut(
        code=f.code,
        group=check.group,
        title=check.title,
        words=in_unit(f.words, unit),
        piece=f.piece,
        edge=f.edge,
        seam=f.seam,
        at=None if at is None else Point(x=at.real, y=at.imag),
        amount=f.amount,
        amount_text=_said(f.amount, check.unit, unit),
        limit_text=_said(f.limit, check.unit, unit),
        rule=check.limit,
        cure=CureOut(step=f.cure, words=check.cured) if f.cure else None,
        advice=check.cured,
        reason=reason,
        quiet=check.quiet,
        step=step,
    )


def _said(value: float, kind: str, unit: Unit) -> str:
    if kind == "cm":
        return format_length(abs(value), unit, 2)
    words = {"mm": "{:.1f} mm", "degrees": "{:.1f}°", "percent": "{:.0f} %", "ratio": "{:.2f} : 1", "times": "{:.2f}"}
    return words[kind].format(value) if kind in words else ""


def arisen(replay: Replay, subject: Subject, findings: tuple[Finding, ...]) -> dict[Place, int]:
    """After which step each finding stands there; 0 for one that came with the blocks."""
    return dict(arose(replay, findings, subject))


def acknowledge(style: Style, f: Finding, reason: str) -> Style:
    """Let a finding stand, and keep why. Raises BadSetting without a reason, MoveRefused for too many."""
    said = tidy(reason)
    if not said:
        raise BadSetting("say why it may stand.", style.name, "One sentence is enough.", "reason")
    with transaction.atomic():
        fresh = Style.objects.select_for_update().get(pk=style.pk)
        kept = [a for a in fresh.acknowledged if (a["code"], a["piece"], a["edge"], a["seam"]) != f.place]
        if len(kept) >= MOST_ACKNOWLEDGED:
            raise MoveRefused(f"{MOST_ACKNOWLEDGED} findings stand already.", style.name, "Mend some of them first.")
        kept.append({"code": f.code, "piece": f.piece, "edge": f.edge, "seam": f.seam, "amount": f.amount, "reason": said})
        fresh.acknowledged = kept
        fresh.save(update_fields=["acknowledged", "changed"])
        return fresh


def take_back(style: Style, code: str, piece: str, edge: str, seam: str) -> Style:
    """A finding stands no more by what was said of it."""
    with transaction.atomic():
        fresh = Style.objects.select_for_update().get(pk=style.pk)
        place = (code, piece, edge, seam)
        fresh.acknowledged = [a for a in fresh.acknowledged if (a["code"], a["piece"], a["edge"], a["seam"]) != place]
        fresh.save(update_fields=["acknowledged", "changed"])
        return fresh
