"""``steady-shear size-run``: one style on several blocks, drawn over each other, its key lengths with the steps between them."""

from __future__ import annotations

import argparse
from dataclasses import asdict
from pathlib import Path

from .cli_checks import Printed
from .cli_style import measures_argument, on_table, typed
from .comparing.size_run import Body, SizeRun, size_run
from .errors import BadFile, BadSetting
from .finishing.finish import finish
from .finishing.plan import Finishing
from .formats.nested import Size
from .formats.nested_pdf import nested_pdf
from .formats.nested_svg import nested_svg
from .formats.openfile import StyleFile
from .formats.openfile_io import read_file
from .house import HouseRules
from .moves.registry import read_steps


def arguments(parser: argparse.ArgumentParser) -> None:
    """Of the command."""
    parser.add_argument("style", type=Path, metavar="STYLE.json")
    parser.add_argument(
        "--block",
        action="append",
        default=[],
        metavar="ROLE=SIZE.json",
        help="a block of one size; the first of each role is the first size, and so on",
    )
    parser.add_argument("--at", default="", help="the point that lies on its like, as “neckline / shoulder”")
    parser.add_argument("--out", required=True, type=Path, metavar="run.svg", help="or run.pdf")
    measures_argument(parser)


def run(args: argparse.Namespace) -> tuple[int, Printed]:
    """Exit 1 where a step cannot be done on a size, or a promise is not kept there."""
    style = read_file(args.style.read_bytes(), StyleFile, str(args.style))
    rules = style.rules or HouseRules()
    measures = typed(args)
    bodies = [Body(label, on_table(style, given, args.style.parent, measures)) for label, given in _sizes(args.block, style)]
    plan = Finishing(lines=tuple(style.finishing))
    found = size_run(bodies, read_steps(style.steps), rules, plan=plan)
    sizes = [Size(c.label, c.pattern, finish(c.pattern, rules, c.label, plan)) for c in found.cuts]
    title = style.name or args.style.stem
    if args.out.suffix.lower() == ".pdf":
        args.out.write_bytes(nested_pdf(sizes, title, rules.paper, at=args.at))
    else:
        args.out.write_text(nested_svg(sizes, title, args.at), encoding="utf-8")
    wrong = any(c.cannot or c.broken for c in found.cuts)
    return int(wrong), (_data(found), [*_table(found), *_said(found), f"{args.out}: {', '.join(c.label for c in found.cuts)}"])


def _sizes(given: list[str], style: StyleFile) -> list[tuple[str, dict[str, str]]]:
    by_role: dict[str, list[str]] = {}
    for text in given:
        role, equals, path = text.partition("=")
        if not equals:
            raise BadSetting(f"“{text[:60]}” names no file.", "--block", "Write it as ROLE=SIZE.json.")
        if role not in style.blocks:
            raise BadFile(f"the style has no block called “{role}”.", "--block", f"It has: {', '.join(style.blocks)}.")
        by_role.setdefault(role, []).append(path)
    counts = {role: len(files) for role, files in by_role.items()}
    if not counts:
        raise BadSetting("a run needs sizes.", "--block", "Give a block of each size: --block ROLE=SIZE.json, more than once.")
    if len(set(counts.values())) > 1:
        told = ", ".join(f"{n} of the {role}" for role, n in counts.items())
        raise BadSetting(f"not every role has as many sizes: {told}.", "--block", "Give each role one block for each size.")
    first = next(iter(by_role.values()))
    return [(Path(path).stem, {role: files[k] for role, files in by_role.items()}) for k, path in enumerate(first)]


def _data(found: SizeRun) -> dict[str, object]:
    return {
        "sizes": [
            {
                "size": c.label,
                "cannot": [str(e) for e in c.cannot],
                "broken": [p.name for p in c.broken],
                "findings": [f.words for f in c.findings],
            }
            for c in found.cuts
        ],
        "lengths": [asdict(k) for k in found.lengths],
    }


def _table(found: SizeRun) -> list[str]:
    """A line a length: cm by size, the step from the size before in brackets, an odd one starred."""
    lines = [f"{'':34}" + "".join(f"{c.label[:16]:>18}" for c in found.cuts)]
    for k in found.lengths:
        cells = []
        for n, length in enumerate(k.lengths):
            step = k.steps[n - 1] if n else None
            mark = "*" if n - 1 in k.odd else " "
            said = "–" if length is None else f"{length:.1f}" + (f" ({step:+.1f}){mark}" if step is not None else "")
            cells.append(f"{said:>18}")
        lines.append(f"{f'{k.piece} {k.name}'.strip():34}" + "".join(cells))
    return lines


def _said(found: SizeRun) -> list[str]:
    out = []
    for c in found.cuts:
        out += [f"{c.label}: {e}" for e in c.cannot]
        out += [f"{c.label}: {p.name} is not kept." for p in c.broken]
    return out
