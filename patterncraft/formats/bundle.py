"""A finished style in every form it goes out in, by file name."""

from __future__ import annotations

import csv
import io
from collections.abc import Callable, Sequence
from datetime import date

from ..comparing.size_run import KeyLength
from ..finishing.cut_sheet import cut_sheet
from ..finishing.finish import FinishedPiece
from ..house import HouseRules
from ..replay import Replay
from ..units import INCH, Unit
from .cut_sheet_pdf import cut_sheet_pdf
from .dxf import pattern_dxf
from .hpgl import pattern_hpgl
from .openfile_io import pattern_file, write_file
from .pdf import pattern_pdf
from .svg import pattern_svg

ROLL = "roll:91"
"""cm wide: what is plotted goes on the roll that most workrooms keep."""


def bundle(
    replay: Replay, pieces: Sequence[FinishedPiece], title: str, rules: HouseRules, made_on: date | None = None, only: str = ""
) -> dict[str, bytes]:
    """Pattern as PDF on the house's paper, SVG, DXF, plot file and open file, and its cut sheet; ``only``: that one (none where there is no such)."""
    pattern, paper = replay.pattern, rules.paper
    ways: dict[str, Callable[[], bytes]] = {
        "pattern.pdf": lambda: pattern_pdf(pieces, title, paper, made_on),
        "pattern.svg": lambda: pattern_svg(pieces, title, pattern).encode(),
        "pattern.dxf": lambda: pattern_dxf(pieces, title, pattern),
        "pattern.plt": lambda: pattern_hpgl(pieces, ROLL),
        "pattern.json": lambda: write_file(pattern_file(pattern, title, rules, replay)),
        "cut sheet.pdf": lambda: cut_sheet_pdf(cut_sheet(replay, pieces, rules.unit), pieces, title, rules.unit, paper, made_on),
    }
    return {name: write() for name, write in ways.items() if only in ("", name)}


def lengths_table(names: Sequence[str], lengths: Sequence[KeyLength], unit: Unit) -> bytes:
    """Key lengths of the bodies of those names as comma-separated values, UTF-8: a line a length, each body's length and the step from the body before, in
    ``unit``, to the hundredth."""
    out = io.StringIO()
    rows = csv.writer(out)
    labels = [_words(name) for name in names]
    heads = labels[:1]
    for label in labels[1:]:
        heads += [label, "step"]
    rows.writerow(["piece", "length", *heads, "odd steps"])
    for k in lengths:
        cells = [_cell(k.lengths[0], unit)] if k.lengths else []
        for length, step in zip(k.lengths[1:], k.steps, strict=True):
            cells += [_cell(length, unit), _cell(step, unit)]
        odd = "; ".join(f"{labels[n]} to {labels[n + 1]}" for n in k.odd)
        rows.writerow([_words(k.piece), _words(k.name), *cells, odd])
    return out.getvalue().encode()


def _cell(length: float | None, unit: Unit) -> str:
    if length is None:
        return ""
    # What is less than half a hundredth is nothing, and nothing has no sign.
    return f"{round(length / (INCH if unit == 'in' else 1.0), 2) + 0.0:.2f}"


def _words(text: str) -> str:
    """A name that a spreadsheet would take for a sum stays a name."""
    return f"'{text}" if text.startswith(("=", "+", "-", "@")) else text
