"""What every process needs is loaded once, before they part: fonts, schools, moves, the index of boxes. They share that memory then, and the
first question at each is answered as quickly as the second."""

from __future__ import annotations

import gc

from patterncraft.drafting.schools import SCHOOLS
from patterncraft.geometry.crossing import ALL_PAIRS, crossing_pair
from patterncraft.geometry.segment import Segment
from patterncraft.measures.tables import TABLES

from ..shelf.proof import as_json, proved
from ..shelf.services import draft_file


def warm_up() -> None:
    """Draft a size table's block and do with it all that the shelf does."""
    table = next(iter(TABLES.values()))
    measures = table.size(next(iter(table.sizes)))
    name = next(n for n, s in SCHOOLS.items() if not s.base and not s.lacks(measures))
    proved(as_json(draft_file(name, measures, {}, name)), name)
    ring: list[Segment] = [(complex(k, k % 2), complex(k + 1, (k + 1) % 2)) for k in range(ALL_PAIRS + 1)]
    crossing_pair([*ring, (ring[-1][-1], -1j), (-1j, 0j)])
    _for_good()


def _for_good() -> None:
    """What is there now stays: the collector need not look at it again and again."""
    gc.collect()
    gc.freeze()
