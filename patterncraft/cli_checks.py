"""The commands that look at a pattern: ``check`` and ``checks``."""

from __future__ import annotations

import argparse
from dataclasses import asdict
from pathlib import Path
from typing import Any

from pydantic import ValidationError

from .checks.cures import with_cures
from .checks.examine import examine
from .checks.registry import CHECKS
from .checks.report import Judged, report, report_lines
from .cli_style import measures_argument, typed
from .errors import BadSetting
from .formats.openfile import PatternFile
from .formats.openfile_io import let_stand, read_file, subject_of, wearer_in
from .house import HouseRules
from .validation import first_fault

Printed = tuple[Any, list[str]]
"""What a command prints: as JSON, and as lines."""


def arguments(parser: argparse.ArgumentParser) -> None:
    """What ``check`` is asked with."""
    parser.add_argument("pattern", type=Path)
    measures_argument(parser)
    parser.add_argument(
        "--rule", action="append", default=[], metavar="KEY=VALUE", dest="rules", help="a house rule, as looking.kink=3"
    )


def check(args: argparse.Namespace) -> tuple[int, Printed]:
    """The ledger, every check, the paper account. Status 1 where something is broken or found that nobody acknowledged."""
    file = read_file(args.pattern.read_bytes(), PatternFile, str(args.pattern))
    body = wearer_in(file) | dict(typed(args))
    rules = read_rules(args.rules)
    subject = subject_of(file, rules, body, str(args.pattern))
    found = report(subject, let_stand(file.acknowledged), with_cures(subject, examine(subject)))
    data = {
        "promises": [asdict(p) for p in found.promises],
        "findings": [finding_data(j) for j in found.findings],
        "account": [asdict(x) | {"missing": x.missing, "balanced": x.balanced} for x in found.account],
        "sound": found.is_sound,
    }
    return 0 if found.is_sound else 1, (data, report_lines(found, rules.unit))


def read_rules(pairs: list[str]) -> HouseRules:
    """The delivered house rules with some set: ["looking.kink=3"]. Raises BadSetting for an unknown rule, or a value out of its range."""
    changed: dict[str, Any] = {}
    for text in pairs:
        key, equals, value = text.partition("=")
        if not equals:
            raise BadSetting(f"“{text[:40]}” sets nothing.", "--rule", "Write it as looking.kink=3.")
        *path, last = key.split(".")
        at = changed
        for name in path:
            at = at.setdefault(name, {})
            if not isinstance(at, dict):
                raise BadSetting(f"“{key[:40]}” is set as a whole, and in part as well.", "--rule", "Set one of both.")
        at[last] = value
    try:
        return HouseRules.model_validate(changed)
    except ValidationError as e:
        message, field = first_fault(e)
        raise BadSetting(message, "--rule", "", field) from None


def finding_data(j: Judged) -> dict[str, Any]:
    """A finding as plain data: what scripts rely on."""
    f = j.finding
    return {
        "code": f.code,
        "piece": f.piece or None,
        "seam": f.seam or None,
        "edge": f.edge or None,
        "at": None if f.at is None else [round(f.at.real, 6), round(f.at.imag, 6)],
        "amount": round(f.amount, 6),
        "limit": round(f.limit, 6),
        "words": f.words,
        "cure": f.cure,
        "acknowledged": j.reason,
    }


def checks(args: argparse.Namespace) -> tuple[int, Printed]:
    """Every check it knows, with its limit, reason and cure."""
    rules = HouseRules()
    data = [
        {
            "code": c.code,
            "group": c.group,
            "title": c.title,
            "reason": c.reason,
            "cure": c.cured,
            "unit": c.unit or None,
            "limit": rules.value(c.limit) if c.limit else None,
            "rule": c.limit or None,
        }
        for c in CHECKS.values()
    ]
    lines = []
    for c in CHECKS.values():
        limit = f"  {c.limit} = {rules.value(c.limit):g} {c.unit}".rstrip() if c.limit else ""
        lines += [f"{c.code}  ({c.group}){limit}", f"  {c.title}. {c.reason}", f"  cure: {c.cured}"]
    return 0, (data, lines)
