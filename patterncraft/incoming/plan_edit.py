"""A plan changed by pointing: corners put in and taken out where they lie on the line, the names of the edges kept with them."""

from __future__ import annotations

from ..errors import BadFile
from ..paper.nearest import nearest_on
from .outlines import CORNER, Outline, turns_of
from .piece_in import MEANT, OFF
from .plan import PiecePlan


def with_corner(outline: Outline, plan: PiecePlan, at: complex) -> PiecePlan:
    """A corner more, at the drawn corner that was meant or on the line itself; the edge it parts keeps its name before it, the rest waits for one.

    Raises BadFile for a place off the line, or one that is a corner already.
    """
    path, total = outline.path, outline.path.length
    sharp = [along for along, turn in turns_of(path) if abs(turn) > CORNER]
    near = min(sharp, key=lambda s: abs(path.at(s) - at), default=None)
    gap, along = nearest_on(path, at)
    if gap > OFF:
        raise BadFile("that place lies off the outline.", plan.name, "Point at the line.", "corners")
    if near is not None and abs(path.at(near) - at) < 2 * MEANT:
        along = near
    first = nearest_on(path, complex(*plan.corners[0]))[1]
    turned = [(nearest_on(path, complex(*c))[1] - first) % total for c in plan.corners]
    own = (along - first) % total
    if any(min(abs(own - t), total - abs(own - t)) < 0.1 for t in turned):
        raise BadFile("there is a corner already.", plan.name, "Point at another place of the line.", "corners")
    k = sum(t < own for t in turned)
    z = path.at(along)
    names = [*plan.edges, *([""] * (len(plan.corners) - len(plan.edges)))]
    return plan.model_copy(
        update={"corners": [*plan.corners[:k], (z.real, z.imag), *plan.corners[k:]], "edges": [*names[:k], "", *names[k:]]}
    )


def without_corner(plan: PiecePlan, number: int) -> PiecePlan:
    """A corner less; the edge before it runs on. Raises BadFile where two are left, or there is none of that number."""
    if not 0 <= number < len(plan.corners):
        raise BadFile("there is no such corner.", plan.name, "Point at a corner.", "corners")
    if len(plan.corners) <= 2:
        raise BadFile("two corners are the fewest.", plan.name, "Put another in first.", "corners")
    names = [*plan.edges, *([""] * (len(plan.corners) - len(plan.edges)))]
    edges = names[:number] + names[number + 1 :]
    if number == 0:
        # Its edge is taken over by the last one, which now begins the round; the names stay with their lines.
        edges = names[1:]
    return plan.model_copy(update={"corners": [c for i, c in enumerate(plan.corners) if i != number], "edges": edges})
