"""Size tables to start from. A value taken from a table is an estimate until it is measured."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType

from ..errors import BadMeasure, no_such
from .chart import Chart


@dataclass(frozen=True, slots=True)
class SizeTable:
    """``sizes``: size → measures in cm. ``source`` names where the numbers come from and how sure they are."""

    name: str
    title: str
    source: str
    sizes: Mapping[str, Chart]

    def size(self, label: str) -> Chart:
        """Raises NoSuchName listing the sizes."""
        if label not in self.sizes:
            raise no_such("size", label[:20], list(self.sizes), self.title)
        return self.sizes[label]

    def estimated(self, chart: Chart) -> dict[str, float]:
        """The measures the chart lacks, for its bust: between the two sizes beside it, in proportion, to a millimetre.

        Raises BadMeasure when there is no bust, or it lies more than one step outside the table.
        """
        if "bust_girth" not in chart:
            raise BadMeasure("a size is found by the bust, and there is none.", self.title, "Measure it first.", "bust_girth")
        rows = sorted(self.sizes.values(), key=lambda c: c["bust_girth"])
        bust, step = chart["bust_girth"], rows[1]["bust_girth"] - rows[0]["bust_girth"]
        low, high = rows[0]["bust_girth"], rows[-1]["bust_girth"]
        if not low - step <= bust <= high + step:
            raise BadMeasure(
                f"a bust of {bust:.1f} cm lies outside this table, which runs from {low:.0f} cm to {high:.0f} cm.",
                self.title,
                "Measure what is missing, or take another table.",
                "bust_girth",
            )
        i = next((k for k in range(1, len(rows) - 1) if bust < rows[k]["bust_girth"]), len(rows) - 1)
        a, b = rows[i - 1], rows[i]
        share = (bust - a["bust_girth"]) / (b["bust_girth"] - a["bust_girth"])
        return {k: round(a[k] + share * (b[k] - a[k]), 1) for k in a if k not in chart and k in b}


def _table(labels: str, **columns: str) -> Mapping[str, Chart]:
    names = labels.split()
    values = {k: [float(x) for x in v.split()] for k, v in columns.items()}
    return MappingProxyType({n: MappingProxyType({k: v[i] for k, v in values.items()}) for i, n in enumerate(names)})


TABLES = MappingProxyType(
    {
        t.name: t
        for t in (
            SizeTable(
                "handbook-women",
                "Women, handbook sizes 8–22",
                "After the size chart of a published handbook of pattern cutting for women of medium height, 160–172 cm; recalled from "
                "memory, so look it up before you grade by it.",
                _table(
                    "8 10 12 14 16 18 20 22",
                    bust_girth="80 84 88 92 97 102 107 112",
                    waist_girth="60 64 68 72 77 82 87 92",
                    hip_girth="85 89 93 97 102 107 112 117",
                    across_back="32.4 33.4 34.4 35.4 36.6 37.8 39 40.2",
                    across_front="30 31.2 32.4 33.6 35 36.5 38 39.5",
                    shoulder_length="11.75 12 12.25 12.5 12.8 13.1 13.4 13.7",
                    neck_girth="35 36 37 38 39.2 40.4 41.6 42.8",
                    upper_arm_girth="26 27.2 28.4 29.6 31 32.8 34.4 36",
                    wrist_girth="15 15.5 16 16.5 17 17.5 18 18.5",
                    nape_to_waist="39 40 41 42 42.5 43 43.5 44",
                    front_shoulder_to_waist="39 40 41 42.3 43.1 44 44.8 45.6",
                    armscye_depth="20 20.5 21 21.5 22.2 22.9 23.6 24.3",
                    waist_to_knee="57.5 58 58.5 59 59.5 60 60.5 61",
                    waist_to_hip="20 20.3 20.6 20.9 21.2 21.5 21.8 22.1",
                    body_rise="26.6 27.3 28 28.7 29.4 30.1 30.8 31.5",
                    arm_length="57.5 58 58.5 59 59.5 60 60.25 60.5",
                ),
            ),
            SizeTable(
                "continental-women",
                "Women, continental sizes 34–52",
                "The three girths of a published continental size table for women of 168 cm; recalled from memory.",
                _table(
                    "34 36 38 40 42 44 46 48 50 52",
                    bust_girth="80 84 88 92 96 100 104 110 116 122",
                    waist_girth="65 68 72 76 80 84 88 94.5 101 107.5",
                    hip_girth="91 94 97 100 103 106 109 114 119 124",
                ),
            ),
        )
    }
)


def size_table(name: str) -> SizeTable:
    """Raises NoSuchName listing the tables."""
    if name not in TABLES:
        raise no_such("size table", name[:40], list(TABLES))
    return TABLES[name]
