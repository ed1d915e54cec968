"""A double-pointed dart opened to an edge first: the piece is cut across at the dart's widest, and the move done on the half it speaks of, as one step."""

from __future__ import annotations

from typing import Final

from ..errors import MoveRefused, PatternError
from ..geometry.intersect import line_crossings
from ..geometry.path import straight
from ..house import HouseRules
from ..paper.lens import Lens
from ..paper.nearest import nearest_spot
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import point_of
from ..places.levels import downward
from ..places.line import LineOnPiece
from ..places.place import DartPlace, Found, Place
from ..tolerances import HUGE
from .cut_along import CutAlong
from .move import Move, Outcome, slot_field

CHOICES: Final = (("False", "as it lies"), ("True", "cut across at its widest first"))


def across_slot() -> bool:
    """The parameter by which a move is told to cut a double-pointed dart across first."""
    choice: bool = slot_field("across", "And if it is double-pointed?", "choice", "Double-pointed", False, choices=CHOICES)
    return choice


def across_words(cut_across: bool) -> str:
    """What stands in that slot: nothing for a dart that is as it lies."""
    return ", cut across at its widest first" if cut_across else ""


def on_the_half(move: Move, pattern: Pattern, rules: HouseRules, name: str, dart: str, places: tuple[Place, ...]) -> Outcome | None:
    """The piece ``name`` cut across at the widest of its double-pointed ``dart`` and the move done on the half that has ``places`` (the upper one
    without any). None where the dart is not double-pointed: there is nothing to cut first.

    Raises what the cut and the move raise; MoveRefused where neither half has all the places.
    """
    piece = pattern.piece(name)
    lens = next((x for x in piece.lenses if x.name == dart), None)
    if lens is None:
        return None
    try:
        cut = CutAlong(move="cut_along", piece=name, line=dart).along(pattern, _level_line(piece, lens))
    except PatternError as e:
        e.field = "cut_across"
        raise
    known = {p.name for p in pattern.pieces}
    halves = [p for p in cut.pattern.pieces if p.name not in known]
    half = next((p for p in halves if all(_has(p, place) for place in places)), None)
    if half is None:
        raise MoveRefused(
            f"neither half of the {name} has all of these places, once it is cut across the {dart}.",
            name,
            "Choose places above its widest, or all of them below.",
            "cut_across",
        )
    done = move.model_copy(update={"piece": half.name, "cut_across": False}).apply(cut.pattern, rules)
    return Outcome(done.pattern, (*cut.working, *done.working))


def _level_line(piece: Piece, lens: Lens) -> LineOnPiece:
    """The line square to the grain through the dart's widest, to where it meets the outline on either side of it."""
    at, across = lens.widest_at, -1j * downward(piece)
    ends = []
    for way in (across, -across):
        met = [(h.s, h.point) for s in piece.segments for h in line_crossings(at, at + way * HUGE, s)]
        if not met:
            raise MoveRefused(
                f"the {lens.name} does not lie on the paper where it is widest.", piece.name, "Choose another dart.", "cut_across"
            )
        spot = nearest_spot(piece, min(met, key=lambda m: m[0])[1])
        ends.append(Found(point_of(piece, spot), spot))
    return LineOnPiece((straight(ends[0].point, ends[1].point),), tuple(ends), (None, None))


def _has(half: Piece, place: Place) -> bool:
    edge = getattr(place, "edge", None)
    if edge is not None:
        return edge in half.edge_names
    if isinstance(place, DartPlace):
        return any(d.name == place.dart for d in half.darts)
    return True
