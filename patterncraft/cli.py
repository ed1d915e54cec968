"""The command line: the core without the web. Exit 0 fine, 1 a promise is broken, 2 the input is wrong."""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Callable, Sequence
from dataclasses import asdict
from pathlib import Path
from typing import Any

from . import cli_checks, cli_import, cli_lay, cli_run, cli_style
from .comparing.figures import compare
from .comparing.told import as_table
from .drafting.audit import audit
from .drafting.audit_line import AuditLine
from .drafting.school import BASE_WORDS
from .drafting.schools import SCHOOLS, school
from .errors import BadFile, BadSetting, PatternError
from .finishing.finish import finish
from .finishing.plan import Finishing, NetFinish
from .formats.dxf import pattern_dxf
from .formats.hpgl import pattern_hpgl
from .formats.json_in import read_json
from .formats.openfile import BlockFile, MeasuresFile, PatternFile, StyleFile
from .formats.openfile_io import block_file, chart_of, pattern_file, read_block, read_file, read_pattern, write_file
from .formats.pdf import pattern_pdf
from .formats.school_sheet import school_sheet
from .formats.svg import pattern_svg
from .formats.tiles import PAPERS, SCALES
from .house import HouseRules
from .moves.registry import MOVES
from .paper.account import paper_account


def main(argv: Sequence[str] | None = None) -> int:
    """Run one command; returns the exit status and never shows a traceback for wrong input."""
    args = _parser().parse_args(argv)
    try:
        status: int = args.run(args)
        return status
    except PatternError as e:
        print(e, file=sys.stderr)
        return 2
    except OSError as e:
        print(f"{e.filename}: {e.strerror}.", file=sys.stderr)
        return 2


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="steady-shear", description="Draft blocks, work styles, check and export patterns.")
    commands = parser.add_subparsers(required=True, metavar="COMMAND")

    def command(name: str, run: Any, text: str) -> argparse.ArgumentParser:
        p = commands.add_parser(name, help=text, description=text)
        p.set_defaults(run=run)
        p.add_argument("--json", action="store_true", help="print JSON")
        return p

    command("schools", _schools, "the drafts it knows, their measures and settings")
    p = command("draft", _draft, "draft a block from measures")
    p.add_argument("school", metavar="SCHOOL")
    p.add_argument("--measures", required=True, type=Path)
    p.add_argument("--set", action="append", default=[], metavar="KEY=VALUE", dest="settings")
    p.add_argument("--for", type=Path, metavar="BLOCK.json", dest="base", help="the block it must meet, as a sleeve its armhole")
    p.add_argument("--out", required=True, type=Path)
    p.add_argument("--sheet", type=Path, metavar="SHEET.pdf", help="the draft point by point besides, to draw from")
    command("moves", _moves, "the moves, with their parameters")
    p = command("cut", _cut, "replay a style, on other blocks if given")
    p.add_argument("style", type=Path)
    p.add_argument("--block", action="append", default=[], metavar="NAME=BLOCK.json")
    p.add_argument("--out", required=True, type=Path)
    cli_style.measures_argument(p)
    command("checks", _printing(cli_checks.checks), "every check it knows, with its limit and its reason")
    cli_checks.arguments(command("check", _printing(cli_checks.check), "the ledger, every check, the paper account"))
    p = command("account", _account, "block paper + new paper − put away = area, per piece and in all")
    p.add_argument("pattern", type=Path)
    p = command("compare", _compare, "two blocks, styles or patterns: edges, darts and girths side by side")
    p.add_argument("a", type=Path)
    p.add_argument("b", type=Path)
    cli_import.arguments(command("import", _printing(cli_import.bring_in), "a block from an SVG or DXF drawing"))
    p = command("export", _export, "a block, style or pattern as SVG, DXF, PDF or JSON")
    p.add_argument("pattern", type=Path)
    p.add_argument("--to", required=True, type=Path, dest="out")
    p.add_argument("--paper", default="", help=f"{', '.join(PAPERS)} or roll:WIDTH, in cm")
    p.add_argument("--scale", default="1:1", choices=list(SCALES))
    p.add_argument("--net", action="store_true", help="without allowances")
    cli_style.measures_argument(p)
    p = command("size-run", _printing(cli_run.run), "one style on several blocks: nested, with its key lengths")
    cli_run.arguments(p)
    p = command(
        "lay",
        _printing(cli_lay.lay),
        "a pattern's pieces on cloth: the length to buy, and a drawing",
    )
    cli_lay.arguments(p)
    return parser


def _printing(run: Callable[[argparse.Namespace], tuple[int, cli_checks.Printed]]) -> Callable[[argparse.Namespace], int]:
    def printed(args: argparse.Namespace) -> int:
        status, (data, lines) = run(args)
        _print(args, data, lines)
        return status

    return printed


def _print(args: argparse.Namespace, data: Any, lines: Sequence[str]) -> None:
    print(json.dumps(data, ensure_ascii=False, indent=1) if args.json else "\n".join(lines))


def _bytes(path: Path) -> bytes:
    return path.read_bytes()


def _schools(args: argparse.Namespace) -> int:
    data = [
        {
            "name": s.name,
            "title": s.title,
            "needs": s.needs,
            "uses": s.uses,
            "settings": s.settings.model_json_schema()["properties"],
        }
        for s in SCHOOLS.values()
    ]
    lines = []
    for s in SCHOOLS.values():
        lines += [f"{s.name}  {s.title}", f"  {s.reason}", f"  needs  {', '.join(s.needs)}", f"  also   {', '.join(s.uses) or '–'}"]
        if s.base:
            lines.append(f"  --for  {BASE_WORDS[s.base]}" + (", or none" if s.base_optional else ""))
        for key, info in s.settings.model_fields.items():
            lines.append(f"  --set {key}={info.default}  {info.title}")
    _print(args, data, lines)
    return 0


def _draft(args: argparse.Namespace) -> int:
    file = read_file(_bytes(args.measures), MeasuresFile, str(args.measures))
    base = read_block(read_file(_bytes(args.base), BlockFile, str(args.base))) if args.base else None
    block = school(args.school).draft(chart_of(file), _settings(args.settings), base)
    args.out.write_bytes(write_file(block_file(block, f"{file.name} {args.school}".strip())))
    if args.sheet:
        args.sheet.write_bytes(school_sheet(school(args.school), block, file.name or args.school, HouseRules().unit))
    lines = audit(block, HouseRules())
    shown = [f"{'broken' if x.kept is False else 'kept  ' if x.kept else '      '}  {_audit_words(x)}" for x in lines]
    _print(args, [{"title": x.title, "sum": x.sum.spoken("cm"), "kept": x.kept, "cure": x.cure} for x in lines], shown)
    return 1 if any(x.kept is False for x in lines) else 0


def _audit_words(line: AuditLine) -> str:
    wanted = f"{line.wanted.spoken('cm')}, on the paper " if line.wanted else ""
    return f"{line.title}: {wanted}{line.sum.spoken('cm')}"


def _settings(pairs: list[str]) -> dict[str, Any]:
    out: dict[str, Any] = {}
    for text in pairs:
        key, equals, value = text.partition("=")
        if not equals:
            raise BadSetting(f"“{text[:40]}” sets nothing.", "--set", "Write it as key=value.")
        out[key] = [x for x in value.split(",") if x] if key.endswith("_changes") else value
    return out


def _moves(args: argparse.Namespace) -> int:
    data = [{"move": name, "group": m.group, "sentence": m.sentence, "schema": m.model_json_schema()} for name, m in MOVES.items()]
    lines = [f"{name}  ({m.group})  {m.sentence}" for name, m in MOVES.items()]
    _print(args, data, lines)
    return 0


def _cut(args: argparse.Namespace) -> int:
    style = read_file(_bytes(args.style), StyleFile, str(args.style))
    given = dict(_pair(x) for x in args.block)
    unknown = set(given) - set(style.blocks)
    if unknown:
        raise BadFile(f"the style has no block called “{sorted(unknown)[0]}”.", "--block", f"It has: {', '.join(style.blocks)}.")
    rules = style.rules or HouseRules()
    start = cli_style.on_table(style, given, args.style.parent, cli_style.typed(args))
    done = cli_style.replayed(style, start)
    args.out.write_bytes(write_file(pattern_file(done.pattern, style.name, rules, done, style.acknowledged, style.finishing)))
    lines, data = [], []
    for d in done.done:
        sentence = d.step.spoken(d.before, rules.unit)
        sums = [(s.label, s.spoken(rules.unit)) for s in d.working]
        lines += [f"{d.number}. {sentence}", *(f"     {a}{': ' + b if b else ''}" for a, b in sums)]
        data.append({"number": d.number, "sentence": sentence, "working": sums})
    _print(args, data, lines)
    return 0


def _pair(text: str) -> tuple[str, str]:
    name, equals, path = text.partition("=")
    if not equals:
        raise BadSetting(f"“{text[:60]}” names no file.", "--block", "Write it as NAME=BLOCK.json.")
    return name, path


def _account(args: argparse.Namespace) -> int:
    pattern = read_pattern(read_file(_bytes(args.pattern), PatternFile, str(args.pattern)))
    lines = paper_account(pattern)
    data = [asdict(x) | {"missing": x.missing, "balanced": x.balanced} for x in lines]
    shown = [f"{'':30} {'block':>10} {'+ new':>10} {'− away':>10} {'= area':>10}  cm²"]
    for x in lines:
        verdict = "" if x.balanced else f"  does not come out: {x.missing:+.6f}"
        shown.append(f"{x.piece:30} {x.block:10.2f} {x.new:10.2f} {x.away:10.2f} {x.area:10.2f}{verdict}")
    _print(args, data, shown)
    return 0 if all(x.balanced for x in lines) else 1


def _compare(args: argparse.Namespace) -> int:
    found = compare(*(cli_style.any_pattern(path) for path in (args.a, args.b)))
    _print(args, asdict(found), as_table(found, (args.a.stem, args.b.stem), "cm"))
    return 0


def _export(args: argparse.Namespace) -> int:
    pattern, name = cli_style.any_pattern(args.pattern, cli_style.typed(args)), args.pattern.stem
    plan = Finishing(lines=(NetFinish(),)) if args.net else _plan_of(args.pattern)
    pieces = finish(pattern, HouseRules(), name, plan)
    kind, scale = args.out.suffix.lower(), SCALES[args.scale]
    if kind not in (".pdf", ".plt") and (args.paper or scale != 1.0):
        raise BadFile(f"a {kind} has neither paper nor scale: it is as large as the pattern.", str(args.out), "Leave both out.")
    if kind == ".svg":
        args.out.write_text(pattern_svg(pieces, name, pattern), encoding="utf-8")
    elif kind == ".dxf":
        args.out.write_bytes(pattern_dxf(pieces, name, pattern))
    elif kind == ".pdf":
        args.out.write_bytes(pattern_pdf(pieces, name, args.paper or "a4", scale=scale))
    elif kind == ".plt":
        args.out.write_bytes(pattern_hpgl(pieces, args.paper or "roll:91", scale))
    elif kind == ".json":
        args.out.write_bytes(write_file(pattern_file(pattern, name)))
    else:
        raise BadFile(f"“{kind}” is not a way out.", str(args.out), "Choose .svg, .dxf, .pdf, .plt or .json.")
    _print(
        args, {"written": str(args.out), "pieces": [p.name for p in pieces]}, [f"{args.out}: {', '.join(p.name for p in pieces)}"]
    )
    return 0


def _plan_of(path: Path) -> Finishing:
    """How a style's or a pattern's file says that it is finished; of a block, as the house does."""
    raw = read_json(_bytes(path), str(path))
    kind = raw.get("kind") if isinstance(raw, dict) else None
    if kind == "style":
        return Finishing(lines=tuple(read_file(_bytes(path), StyleFile, str(path)).finishing))
    if kind == "pattern":
        return Finishing(lines=tuple(read_file(_bytes(path), PatternFile, str(path)).finishing))
    return Finishing()
