"""A comparison as a table of text, for a terminal or a file."""

from __future__ import annotations

from ..units import Unit
from .figures import Comparison


def as_table(found: Comparison, names: tuple[str, str], unit: Unit) -> list[str]:
    """Lines of text: girths, then piece by piece; nothing where nothing differs, a dash where one has no such thing."""
    columns = "{:40} {:>14} {:>14} {:>12}"
    lines = [columns.format("", *(n[:14] for n in names), "difference").rstrip()]
    girths = (("all round", found.girths),) if found.girths else ()
    for title, figures in (*girths, *((p.piece, p.figures) for p in found.pieces)):
        lines.append(title)
        for f in figures:
            a, b, difference = f.words(unit)
            lines.append(columns.format(f"  {f.said}", a or "–", b or "–", difference).rstrip())
    only = zip(names, (found.only_a, found.only_b), strict=True)
    return lines + [f"only in {name}: {', '.join(pieces)}" for name, pieces in only if pieces]
