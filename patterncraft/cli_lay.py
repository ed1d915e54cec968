"""``steady-shear lay``: a pattern's pieces on cloth, and how much of it that takes."""

from __future__ import annotations

import argparse
from pathlib import Path
from typing import Any, TypeVar

from pydantic import BaseModel, ValidationError

from .cli_checks import Printed
from .cli_style import any_pattern, measures_argument, typed
from .errors import BadSetting
from .finishing.finish import finish
from .formats.lay_svg import lay_svg, path_of
from .house import HouseRules
from .laying.buying import buying
from .laying.cloth import Cloth, LayOrder, sensible
from .laying.engine import lays
from .laying.lay import Lay
from .laying.matching import phases_for
from .laying.packing import task_of
from .laying.shapes import shapes_for
from .validation import first_fault

M = TypeVar("M", bound=BaseModel)


def arguments(parser: argparse.ArgumentParser) -> None:
    """Of the command."""
    parser.add_argument("pattern", type=Path, metavar="PATTERN.json")
    parser.add_argument("--width", required=True, type=float, help="of the cloth, cm")
    spread = parser.add_mutually_exclusive_group()
    spread.add_argument("--fold", action="store_true", help="folded lengthwise")
    spread.add_argument("--doubled", action="store_true", help="two lengths, one on the other")
    parser.add_argument("--nap", action="store_true", help="one way: no piece head to foot")
    parser.add_argument("--gap", type=float, default=0.3, help="between pieces, cm")
    parser.add_argument("--selvedge", type=float, default=1.0, help="not cut into, each side, cm")
    parser.add_argument("--repeat", type=float, default=0.0, help="of a check, along the cloth, cm")
    parser.add_argument("--match", action="append", default=[], metavar="SEAM", help="a seam whose notches meet on the repeat")
    parser.add_argument("--cloth", default="shell", help="which of the pattern's cloths: shell, lining, interfacing …")
    parser.add_argument("--seconds", type=float, default=10.0)
    parser.add_argument("--out", type=Path, metavar="lay.svg")
    measures_argument(parser)


def lay(args: argparse.Namespace) -> tuple[int, Printed]:
    """The best lay found in that time, of a file's pattern, whatever kind of file it is."""
    pattern = any_pattern(args.pattern, typed(args))
    cloth = _read(Cloth, {"width": args.width, "selvedge": args.selvedge, "nap": args.nap, "repeat_along": args.repeat})
    how = "folded" if args.fold else "doubled" if args.doubled else "single"
    order = _read(LayOrder, {"how": how, "gap": args.gap, "match": args.match, "seconds": args.seconds})
    sensible(cloth, order)
    shapes, told = shapes_for(finish(pattern, HouseRules()), args.cloth, cloth, order)
    phases, missed = phases_for(pattern, shapes, cloth, order)
    best: Lay | None = None
    for found in lays(task_of(shapes, cloth, order, phases), order):
        best = found
    if best is None:
        return 1, ({}, ["No lay was found."])
    bought = buying(best, cloth, order, "cm")
    if args.out:
        args.out.write_text(lay_svg(best, cloth, order, args.pattern.stem), encoding="utf-8")
    data = {
        "length": round(best.length, 4),
        "width": best.room,
        "efficiency": round(best.efficiency, 4),
        "buy": bought.length,
        "placements": [
            {"piece": best.shapes[p.shape].label, "copy": p.copy + 1, "path": path_of(ring)}
            for p, ring in zip(best.placed, best.rings(), strict=True)
        ],
        "told": [*told, *missed],
    }
    lines = [
        f"length      {best.length:.1f} cm, {how}",
        f"efficiency  {100 * best.efficiency:.1f} %",
        f"to buy      {bought.words}",
        *(f"  {r}" for r in bought.reasons),
        *told,
        *missed,
        *([f"{args.out}: {len(best.placed)} pieces"] if args.out else []),
    ]
    return 0, (data, lines)


def _read(model: type[M], data: dict[str, Any]) -> M:
    try:
        return model.model_validate(data)
    except ValidationError as e:
        message, field = first_fault(e)
        raise BadSetting(message, f"--{field.replace('_', '-')}", field=field) from None
