"""Where the sheets of one pattern lie when they are laid over another's on the table."""

from __future__ import annotations

from cmath import phase
from math import degrees

from ..formats.table import GAP, Lie, Lies, tidy
from ..paper.pattern import Pattern
from .laid_over import laid_over, pieces_in_common


def lies_over(under: Pattern, over: Pattern, lies: Lies, at: str = "", along: str = "") -> dict[str, Lie]:
    """Every sheet of ``over`` on its like of ``under`` as that lies on the table, with the point ``at`` on its like
    and the line ``along`` in its direction (see ``laid_over``); sheets that have no like lie beside, to the right of all."""
    found: dict[str, Lie] = {}
    for a, b in pieces_in_common(under, over):
        on_table = laid_over(a, b, at, along).then(lies[a.name].by)
        found[b.name] = Lie(on_table.shift, degrees(phase(on_table.turn)))
    rest = tuple(p for p in over.pieces if p.name not in found)
    if rest:
        right = max(p.placed(lies[p.name].by).box[2] for p in under.pieces)
        beside = tidy(Pattern(rest))
        left = min(p.placed(lie.by).box[0] for p in rest for lie in (beside[p.name],))
        found |= {name: Lie(lie.at + complex(right + GAP - left, 0.0), lie.turn) for name, lie in beside.items()}
    return found
