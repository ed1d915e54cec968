"""A style's file laid on the table: its blocks, its wearer's measures, its steps done. What every command that takes a style begins with."""

from __future__ import annotations

import argparse
from collections.abc import Mapping
from pathlib import Path

from .drafting.school import Block
from .errors import BadFile
from .fitting.again import drafted_again
from .formats.json_in import read_json
from .formats.openfile import BlockFile, BlockPath, BlockPin, Drafted, MeasuresFile, PatternFile, StyleFile
from .formats.openfile_io import chart_of, read_block, read_file, read_pattern, wearer_in
from .house import HouseRules
from .measures.chart import Chart
from .moves.registry import read_steps
from .paper.pattern import Pattern
from .replay import Replay, replay
from .style import on_one_table


def measures_argument(parser: argparse.ArgumentParser) -> None:
    """The wearer's measures, over those that the file knows."""
    parser.add_argument("--measures", type=Path, help="the wearer's measures, over what the file knows of her")


def typed(args: argparse.Namespace) -> Chart:
    """What ``--measures`` gives, cm; nothing without it."""
    return chart_of(read_file(args.measures.read_bytes(), MeasuresFile, str(args.measures))) if args.measures else {}


def on_table(style: StyleFile, given: Mapping[str, str], folder: Path, measures: Chart | None = None) -> Pattern:
    """The style's blocks on one table, those ``given`` by role read from their files. Their wearer is whom they were drafted for, with what the style's
    file says of her beside it (not where a block was given: that may be another's), and ``measures`` over both."""
    blocks = _blocks(style, given, folder)
    chart: dict[str, float] = {}
    for block in blocks.values():
        chart = {**block.measures, **chart}
    if not given:
        chart |= wearer_in(style)
    return on_one_table({role: block.pattern for role, block in blocks.items()}, chart | dict(measures or {}))


def replayed(style: StyleFile, start: Pattern) -> Replay:
    """All steps done. Raises what stopped them."""
    done = replay(start, read_steps(style.steps), style.rules or HouseRules())
    if done.stopped:
        raise done.stopped
    return done


def any_pattern(path: Path, measures: Chart | None = None) -> Pattern:
    """The pattern in a file of any kind that holds one; a style with its steps done."""
    data = path.read_bytes()
    raw = read_json(data, str(path))
    kind = raw.get("kind") if isinstance(raw, dict) else None
    if kind == "block":
        return read_block(read_file(data, BlockFile, str(path))).pattern
    if kind == "style":
        style = read_file(data, StyleFile, str(path))
        return replayed(style, on_table(style, {}, path.parent, measures)).pattern
    return read_pattern(read_file(data, PatternFile, str(path)))


def _blocks(style: StyleFile, given: Mapping[str, str], folder: Path) -> dict[str, Block]:
    """The style's blocks by role, those named by another as the block they are made on after that one."""
    made: dict[str, Block] = {}
    waiting = dict(style.blocks)
    while waiting:
        ready = [r for r, ref in waiting.items() if not (isinstance(ref, Drafted) and isinstance(ref.on, str)) or ref.on in made]
        if not ready:
            role, ref = next(iter(waiting.items()))
            on = ref.on if isinstance(ref, Drafted) else ""
            raise BadFile(
                f"the {role} is made on “{on}”, which is no block of the style.", role, f"It has: {', '.join(style.blocks)}."
            )
        for role in ready:
            made[role] = _block(role, waiting.pop(role), given.get(role), folder, made)
    return {role: made[role] for role in style.blocks}


def _block(
    name: str,
    ref: BlockFile | BlockPath | BlockPin | Drafted,
    given: str | None,
    folder: Path,
    made: Mapping[str, Block],
) -> Block:
    if given:
        return read_block(read_file(Path(given).read_bytes(), BlockFile, given))
    if isinstance(ref, BlockPath):
        return read_block(read_file((folder / ref.file).read_bytes(), BlockFile, ref.file))
    if isinstance(ref, BlockPin):
        raise BadFile("the block lies in a workroom, not in this file.", name, f"Give it with --block {name}=BLOCK.json.")
    if isinstance(ref, BlockFile):
        return read_block(ref, name)
    base = made[ref.on] if isinstance(ref.on, str) else read_block(ref.on) if ref.on else None
    return drafted_again(ref.school, ref.measures, ref.settings, base, ref.corrections)
