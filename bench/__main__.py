"""Print the table; with names, only those parts: kernel, moves, parts, work, checks, schools, served, shelf, cloth, size_run, library, beside."""

import sys

from . import beside, checks, cloth, kernel, library, moves, parts, schools, served, shelf, size_run, work
from .clock import Others, Row, ms, pace, table

PARTS = {
    "kernel": kernel.rows,
    "moves": moves.rows,
    "parts": parts.rows,
    "work": work.rows,
    "checks": checks.rows,
    "schools": schools.rows,
    "served": served.rows,
    "shelf": shelf.rows,
    "cloth": cloth.rows,
    "size_run": size_run.rows,
    "library": library.rows,
    "beside": beside.rows,
}


def rows_of(names: list[str]) -> list[Row]:
    """Every part's rows, and before each part how fast the machine was then: some change their pace by half."""
    rows: list[Row] = []
    others = Others()
    for name in names:
        rows += [Row(f"the machine's pace before “{name}”: a hundred thousand complex products", ms(pace())), *PARTS[name]()]
        rows.append(Row("  of its time given to others meanwhile", f"{others.taken():.0%}"))
    return rows


if __name__ == "__main__":
    print(table(rows_of(sys.argv[1:] or list(PARTS))))
