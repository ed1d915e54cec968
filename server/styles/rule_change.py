"""Letting existing styles take the workroom's newer house rules: what would change, and doing it."""

from __future__ import annotations

from typing import Any

from django.db import transaction
from django.http import HttpRequest
from ninja import Router

from patterncraft.errors import PatternError
from patterncraft.finishing.finish import FinishedPiece, finish
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.units import format_length

from ..config.answers import ERRORS, Conflict, Wire
from ..workrooms.access import workroom_of
from ..workrooms.rules import rule_texts
from . import services
from .models import Style

router = Router(tags=["house rules"])

SHOWN = ("unit", "paper")
"""How numbers are shown is the house's alone; a style has no say in it."""


class RuleDifference(Wire):
    """One rule, as the style keeps it and as the house has it now."""

    title: str
    now: str
    new: str


class StyleChange(Wire):
    """One style that is worked by other rules than the house's: which rules differ, and what taking them would do."""

    id: int
    name: str
    version: int
    rules: list[RuleDifference]
    effects: list[str]


class TakeRules(Wire):
    """Styles by id, each at the version it was looked at."""

    styles: dict[int, int]


@router.get("/house-rules/styles", response={200: list[StyleChange], **ERRORS})
def differing_styles(request: HttpRequest) -> list[StyleChange]:
    """Every style whose rules are not the house's, with what would change if it took them."""
    room = workroom_of(request)
    house = room.house_rules()
    found = []
    for style in Style.objects.of(room).select_related("workroom"):
        own = style.house_rules()
        different = _different(own, house)
        if different:
            found.append(
                StyleChange(
                    id=style.pk, name=style.name, version=style.version, rules=different, effects=_effects(style, own, house)
                )
            )
    return found


@router.post("/house-rules/styles", response={200: list[StyleChange], **ERRORS})
def take_house_rules(request: HttpRequest, body: TakeRules) -> list[StyleChange]:
    """Let these styles take the house rules; the answer lists those that still differ. All or none."""
    room = workroom_of(request)
    with transaction.atomic():
        for style_id, version in body.styles.items():
            style = Style.objects.one(room, style_id)
            if style.version != version:
                raise Conflict(f"“{style.name}” was changed in the meantime.", cure="Look at the list again.")
            style.rules = room.rules
            style.version += 1
            style.save(update_fields=["rules", "version", "changed"])
    return differing_styles(request)


def _different(own: HouseRules, house: HouseRules) -> list[RuleDifference]:
    a, b = rule_texts(own, house.unit), rule_texts(house, house.unit)
    return [
        RuleDifference(title=title, now=a[path][1], new=text)
        for path, (title, text) in b.items()
        if path not in SHOWN and a[path][1] != text
    ]


def _effects(style: Style, own: HouseRules, house: HouseRules) -> list[str]:
    """What taking the rules does to the work itself, in words."""
    before, after = (_worked(style, r) for r in (own, house))
    if isinstance(before, str) or isinstance(after, str):
        return [x for x in (before, after) if isinstance(x, str)][:1]
    return [*_darts_moved(before, after, house), *_cut_lines_moved(before, after, own, house), *_verdict(before, after, own, house)]


def _worked(style: Style, rules: HouseRules) -> Pattern | str:
    try:
        replay = services.worked(services.pins_of(style), read_steps(services.steps_of(style)), rules)
    except PatternError as e:
        return str(e)
    return f"It stops: {replay.stopped}" if replay.stopped else replay.pattern


def _darts_moved(before: Pattern, after: Pattern, house: HouseRules) -> list[str]:
    out = []
    for piece in after.pieces:
        old = {d.name: d.rule.set_back for d in darts_of(before.piece(piece.name))}
        for d in darts_of(piece):
            was = old.get(d.name)
            if was is not None and abs(was - d.rule.set_back) > 1e-6:
                now = format_length(d.rule.set_back, house.unit)
                out.append(f"{piece.name}, {d.name}: its point {format_length(was, house.unit)} → {now} short of the pivot")
    return out


def _cut_lines_moved(before: Pattern, after: Pattern, own: HouseRules, house: HouseRules) -> list[str]:
    old = {p.name: p for p in finish(before, own)}
    out = []
    for piece in finish(after, house):
        edges = _allowances_changed(old[piece.name], piece, house) if piece.name in old else []
        if edges:
            out.append(f"{piece.name}, cut line: {', '.join(edges)}")
    return out


def _allowances_changed(before: FinishedPiece, after: FinishedPiece, house: HouseRules) -> list[str]:
    old: dict[str, Any] = {e.name: e.allowance for e in before.edges}
    new = {e.name: e.allowance for e in after.edges}
    return [
        f"{name} {format_length(old[name], house.unit, 2)} → {format_length(x, house.unit, 2)}"
        for name, x in new.items()
        if name in old and abs(old[name] - x) > 1e-6
    ]


def _verdict(before: Pattern, after: Pattern, own: HouseRules, house: HouseRules) -> list[str]:
    broken = [sum(not p.kept for p in ledger(pattern, rules)) for pattern, rules in ((before, own), (after, house))]
    return [f"broken promises: {broken[0]} → {broken[1]}"] if broken[0] != broken[1] else []
