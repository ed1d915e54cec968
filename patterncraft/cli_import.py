"""``steady-shear import``: a drawing and a plan become a block file, with what was found on the way."""

from __future__ import annotations

import argparse
from pathlib import Path
from typing import Any

from pydantic import ValidationError

from .cli_checks import Printed
from .drafting.audit import audit
from .errors import BadFile
from .formats.json_in import read_json
from .formats.openfile_io import block_file, write_file
from .house import HouseRules
from .incoming.block_in import block_in, read_drawing
from .incoming.plan import Plan


def arguments(parser: argparse.ArgumentParser) -> None:
    """Of the command."""
    parser.add_argument("drawing", type=Path, metavar="FILE.svg|FILE.dxf")
    parser.add_argument("--unit", choices=["cm", "mm", "in"], help="what it is measured in, where it does not say")
    parser.add_argument(
        "--plan", type=Path, metavar="PLAN.json", help="which outline is which piece; not needed for our own drawings"
    )
    parser.add_argument("--out", required=True, type=Path, metavar="BLOCK.json")


def bring_in(args: argparse.Namespace) -> tuple[int, Printed]:
    """Exit 1 where a seam of the block that was read is not kept; the block is written all the same."""
    where = str(args.drawing)
    plan = read_plan(args.plan.read_bytes(), str(args.plan)) if args.plan else Plan()
    if args.unit:
        plan = plan.model_copy(update={"unit": args.unit})
    drawn = read_drawing(args.drawing.read_bytes(), where, plan.unit)
    done = block_in(drawn, plan, where)
    args.out.write_bytes(write_file(block_file(done.block, done.name or args.drawing.stem)))
    lines = audit(done.block, HouseRules())
    data: dict[str, Any] = {
        "written": str(args.out),
        "pieces": {
            p.name: {
                "area": round(p.area, 3),
                "edges": {n: round(sum(e.length for e in p.outline if e.name == n), 4) for n in p.edge_names},
            }
            for p in done.block.pattern.pieces
        },
        "told": list(done.told),
        "audit": [{"title": x.title, "sum": x.sum.spoken("cm"), "kept": x.kept, "cure": x.cure} for x in lines],
    }
    shown = [f"{args.out}: {', '.join(p.name for p in done.block.pattern.pieces)}", *done.told]
    shown += [
        f"{'broken' if x.kept is False else 'kept  ' if x.kept else '      '}  {x.title}: {x.sum.spoken('cm')}" for x in lines
    ]
    return (1 if any(x.kept is False for x in lines) else 0), (data, shown)


def read_plan(data: bytes, where: str) -> Plan:
    """Raises BadFile naming the first field that is wrong."""
    raw = read_json(data, where)
    try:
        return Plan.model_validate(raw)
    except ValidationError as e:
        first = e.errors()[0]
        place = " › ".join(str(x) for x in first["loc"])
        raise BadFile(
            f"the plan is wrong at {place or 'its top'}: {first['msg'].lower()}.", where, "See docs/fitting.md for a plan."
        ) from e
