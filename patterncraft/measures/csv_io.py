"""Charts as comma-separated text, for a spreadsheet: one measure a row, with its unit."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterator
from typing import Any

from ..errors import BadFile, BadMeasure
from ..units import Unit, format_length, parse_length
from .chart import Chart, checked
from .keys import MEASURES

COLUMNS = ("key", "measure", "value", "unit", "estimated")
LARGEST = 200_000
"""bytes; no chart is longer."""
_TITLES = {m.title.lower(): k for k, m in MEASURES.items()}


def chart_to_csv(chart: Chart, estimated: frozenset[str], unit: Unit) -> str:
    """The chart in the order of its taking. Values in ``unit``, centimetres to the millimetre."""
    out = io.StringIO()
    rows = csv.writer(out, lineterminator="\n")
    rows.writerow(COLUMNS)
    for key, m in MEASURES.items():
        if key in chart:
            value = f"{chart[key]:.1f}" if unit == "cm" else format_length(chart[key], unit, with_unit=False)
            rows.writerow((key, m.title, value, unit, "yes" if key in estimated else ""))
    return out.getvalue()


def chart_from_csv(data: bytes, unit: Unit, where: str = "") -> tuple[dict[str, float], frozenset[str]]:
    """(measures in cm, keys that are estimates). A row names its measure by key or title; a row without a unit is
    in ``unit``; columns may stand in any order, comma or semicolon between them.

    Raises BadFile with the row for what cannot be read.
    """
    if len(data) > LARGEST:
        raise BadFile("it is longer than any chart of measures.", where, "Choose the file that was saved here.")
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError:
        raise BadFile("it is not text.", where, "Save it as CSV, UTF-8.") from None
    first = text.split("\n", 1)[0]
    reader = csv.DictReader(io.StringIO(text), delimiter=";" if first.count(";") > first.count(",") else ",")
    try:
        names = [n.strip().lower() for n in reader.fieldnames or []]
    except csv.Error:
        raise BadFile("its first row cannot be read.", where, "Choose the file that was saved here.") from None
    if "value" not in names or not {"key", "measure"} & set(names):
        raise BadFile("its first row does not name the columns.", where, f"It begins with: {', '.join(COLUMNS)}.")
    chart: dict[str, float] = {}
    estimates = set()
    for number, raw in _rows(reader, where):
        row = {(k or "").strip().lower(): (v or "").strip() if isinstance(v, str) else "" for k, v in raw.items()}
        if not row.get("value"):
            continue
        key = _key(row, number, where)
        if key in chart:
            raise BadFile(f"row {number}: {MEASURES[key].title} stands there twice.", where, "Leave one.")
        try:
            chart[key] = checked(key, parse_length(row["value"], _unit(row, unit, number, where), MEASURES[key].title))
        except BadMeasure as e:
            raise BadFile(f"row {number}: {e}", where, "Mend that row, or leave it out.") from None
        if row.get("estimated"):
            estimates.add(key)
    if not chart:
        raise BadFile("there is no measure in it.", where, "Fill in the column “value”.")
    return chart, frozenset(estimates)


def _rows(reader: csv.DictReader[str], where: str) -> Iterator[tuple[int, dict[str | Any, str | Any]]]:
    """(number, row) from the second on. Raises BadFile for a row that is none, as with a cell of more than 131,072 letters."""
    number = 1
    while True:
        number += 1
        try:
            yield number, next(reader)
        except StopIteration:
            return
        except csv.Error:
            raise BadFile(
                f"row {number} cannot be read.", where, "Look for a quote that is not closed, or leave the row out."
            ) from None


def _key(row: dict[str, str], number: int, where: str) -> str:
    for name in (row.get("key", ""), row.get("measure", "")):
        key = name if name in MEASURES else _TITLES.get(name.lower(), "")
        if key:
            return key
    raise BadFile(
        f"row {number}: “{(row.get('key') or row.get('measure') or '')[:40]}” is not a measure.",
        where,
        f"The measures are: {', '.join(MEASURES)}.",
    )


def _unit(row: dict[str, str], unit: Unit, number: int, where: str) -> Unit:
    named = row.get("unit", "").lower()
    if named in ("", "cm", "in"):
        return "cm" if named == "cm" else "in" if named == "in" else unit
    raise BadFile(f"row {number}: “{named[:20]}” is not a unit here.", where, "It is cm or in.")
