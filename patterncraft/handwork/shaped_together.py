"""Several pieces shaped by one move: taken up, worked one by one, laid down; what grew or shrank is told, edge by edge."""

from __future__ import annotations

from collections.abc import Callable, Collection
from typing import NamedTuple

from ..errors import MoveRefused, no_such
from ..paper.follow import lay_down, take_up
from ..paper.made import is_part
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import sewn_length
from ..paper.sound import assert_sound
from ..texts import with_article
from ..working import Sum, before_now, note, notes
from .waiting import held_as_now

SAME = 1e-6
"""cm: an edge that changed by less did not change."""


ALIKE = 0.05
"""cm: both sides of a seam that changed alike within a needle's width need nothing said."""


class Shaped(NamedTuple):
    """The pattern after, the sums of all edges that changed, and what has to be said."""

    pattern: Pattern
    working: tuple[Sum, ...]


def pieces_with(pattern: Pattern, edge: str, pieces: Collection[str] | None) -> list[str]:
    """The pieces asked for, or all that have an edge of that name but what was made for it (a collar's neckline). Raises NoSuchName for a piece that is not there or lacks the edge;
    MoveRefused where no piece has it."""
    if pieces:
        for name in pieces:
            piece = pattern.piece(name)
            if edge not in piece.edge_names:
                error = no_such("edge", edge, piece.edge_names, name)
                error.field = "pieces"
                raise error
        return list(dict.fromkeys(pieces))
    found = [p.name for p in pattern.pieces if edge in p.edge_names and not is_part(pattern, p)]
    if not found:
        raise MoveRefused(
            f"no piece here has {with_article(edge)}.", "", f"Lay a piece with {with_article(edge)} on the table first.", "pieces"
        )
    return found


def shaped_together(pattern: Pattern, names: Collection[str], work: Callable[[Piece], Piece], cure: str) -> Shaped:
    """Each piece worked by ``work``. Seams whose partner was not shaped alike show in the ledger; what waits for a part waits for it as
    the edge is now. ``cure``: what to do where the outline would cross itself."""
    hand = take_up(pattern, *names)
    worked: list[Piece] = []
    lines: list[Sum] = []
    changed: set[str] = set()
    for name in names:
        before = hand.piece(name)
        after = assert_sound(work(before), cure)
        for edge in dict.fromkeys((*before.edge_names, *after.edge_names)):
            was, now = (sewn_length(p, edge) if edge in p.edge_names else 0.0 for p in (before, after))
            if abs(was - now) > SAME:
                changed.update(pattern.seams_of(name, edge))
                lines.append(before_now(f"{name.capitalize()}, {edge}: before, now", was, now))
        worked.append(after)
    followed = lay_down(hand, worked, changed=changed)
    laid = held_as_now(followed.pattern, changed)
    return Shaped(laid, (*lines, *_left_behind(pattern, laid, changed, names), *notes(followed.told)))


def _left_behind(before: Pattern, after: Pattern, changed: Collection[str], names: Collection[str]) -> tuple[Sum, ...]:
    """What is sewn to a changed edge and was not taken along, by how much it is too long or too short now."""
    lines = []
    for name in sorted(changed):
        seam = after.seam(name)
        if not seam.b or seam.rule.kind == "free":
            continue
        old = before.seam(name)
        grew = [after.side_length(s) - before.side_length(o) for s, o in ((seam.a, old.a), (seam.b, old.b))]
        if abs(grew[0] - grew[1]) < ALIKE:
            continue
        still = seam.b if abs(grew[0]) > abs(grew[1]) else seam.a
        others = ", ".join(dict.fromkeys(f"{x.piece} {x.edge}" for x in still if x.piece not in names)) or "other side"
        by = grew[0] - grew[1] if still is seam.b else grew[1] - grew[0]
        word = "longer" if by > 0 else "shorter"
        lines.append(note(f"The {name} seam grew {word} by {abs(by):.1f} cm on this side only: the {others} must follow."))
    return tuple(lines)
