"""Measuring along an edge as it will be sewn: darts shut, parts of a cut edge in order.

An edge may lie on a piece in several **runs**, with other edges between (a waist out of which a
pocket was cut). ``run`` numbers them in outline order from 0; None means all of them, end to end.
"""

from __future__ import annotations

from typing import NamedTuple

from ..errors import BadPlace, no_such
from ..tolerances import SNAP
from .edge import Edge
from .piece import Piece


class Spot(NamedTuple):
    """A place on the outline: ``along`` cm from the start of edge number ``edge``."""

    edge: int
    along: float


def runs_of(piece: Piece, name: str) -> list[list[int]]:
    """Outline indices of the edge's parts, run by run, in outline order. Darts do not end a run.

    Raises NoSuchName listing the edges there are.
    """
    known = piece.runs.get(name)
    if known is not None:
        return known
    outline = piece.outline
    n = len(outline)
    own = [i for i, e in enumerate(outline) if e.name == name and not e.is_sewn_shut]
    if not own:
        raise no_such("edge", name, piece.edge_names, piece.name)
    runs: list[list[int]] = []
    for i in own:
        if runs and all(outline[k].is_sewn_shut for k in range(runs[-1][-1] + 1, i)):
            runs[-1].append(i)
        else:
            runs.append([i])
    if len(runs) > 1 and all(outline[k % n].is_sewn_shut for k in range(own[-1] + 1, n + own[0])):
        last = runs.pop()
        runs[0] = last + runs[0]
    piece.runs[name] = runs
    return runs


def run_of(piece: Piece, name: str, run: int | None = None) -> list[int]:
    """Outline indices of the edge's parts, in the order they are sewn (outline sense).

    Raises NoSuchName listing the edges there are, BadPlace for a run that is not there.
    """
    runs = runs_of(piece, name)
    if run is None:
        return runs[0] if len(runs) == 1 else [i for r in runs for i in r]
    if run >= len(runs):
        raise BadPlace(f"the {name} lies there in {len(runs)} parts, not {run + 1}.", piece.name, "Choose one of them.", "edge")
    return runs[run]


def _name_beside(outline: tuple[Edge, ...], i: int, step: int) -> str:
    """The next edge's name from edge number i, back (-1) or on (1), past darts and slivers; empty when there is none."""
    n = len(outline)
    for k in range(1, n):
        e = outline[(i + step * k) % n]
        if not e.is_sewn_shut:
            return e.name
    return ""


def neighbours(piece: Piece, name: str, run: int | None = None) -> tuple[str, str]:
    """The edges met at the start and at the end of the run of this edge."""
    own = run_of(piece, name, run)
    return _name_beside(piece.outline, own[0], -1), _name_beside(piece.outline, own[-1], 1)


def run_at(piece: Piece, name: str, start: str) -> int | None:
    """Number of the run that has ``start`` for a neighbour, the first of several; None for an edge in one run."""
    runs = runs_of(piece, name)
    if len(runs) == 1:
        return None
    return next((k for k in range(len(runs)) if start in neighbours(piece, name, k)), 0)


def run_holding(piece: Piece, index: int) -> int:
    """Number of the run in which edge number ``index`` of the outline lies."""
    runs = runs_of(piece, piece.outline[index].name)
    return next(k for k, run in enumerate(runs) if index in run)


def sewn_length(piece: Piece, name: str, run: int | None = None) -> float:
    """Length of the edge with its darts closed, cm."""
    outline = piece.outline
    return sum([outline[i].path.length for i in run_of(piece, name, run)])


def starts_at_end(piece: Piece, name: str, start: str, run: int | None = None) -> bool:
    """Whether ``start`` (a neighbouring edge, or "start"/"end") means the far end of the run.

    Raises BadPlace naming both neighbours when it is neither.
    """
    before, after = neighbours(piece, name, run)
    if start in ("", "start", before):
        return False
    if start in ("end", after):
        return True
    if (at_end := _line_at_end(piece, name, start, run)) is not None:
        return at_end
    raise BadPlace(
        f"the {name} does not begin at “{start}”.", piece.name, f"Measure it from the {before} or from the {after}.", "from"
    )


def _line_at_end(piece: Piece, name: str, line: str, run: int | None) -> bool | None:
    """Whether a drawn line of that name meets the run's end (True) or its start (False): an edge beyond which a strip was added is a
    line now, and is measured from as before. None where it meets neither."""
    own = run_of(piece, name, run)
    start, end = piece.outline[own[0]].path.start, piece.outline[own[-1]].path.end
    for x in piece.lines:
        if x.name == line:
            for z in (x.path.start, x.path.end):
                if abs(z - start) < 10 * SNAP:
                    return False
                if abs(z - end) < 10 * SNAP:
                    return True
    return None


def start_word(piece: Piece, name: str, from_end: bool, run: int | None = None) -> str:
    """What to call the end one walks from: the neighbour there; "start" or "end" where both are called alike."""
    before, after = neighbours(piece, name, run)
    if before == after:
        return "end" if from_end else "start"
    return after if from_end else before


def spot_along(piece: Piece, name: str, distance: float, from_end: bool = False, run: int | None = None) -> Spot:
    """The spot ``distance`` cm along the sewn edge, clamped to it."""
    own_run = run_of(piece, name, run)
    if from_end:
        distance = sum(piece.outline[i].length for i in own_run) - distance
    *before, i = own_run
    for part in before:
        own = piece.outline[part].length
        if distance <= own + SNAP:
            i = part
            break
        distance -= own
    return Spot(i, min(max(distance, 0.0), piece.outline[i].length))


def distance_of(piece: Piece, spot: Spot) -> float:
    """cm along the run it lies on from its start to the spot: the inverse of ``spot_along``."""
    run = run_of(piece, piece.outline[spot.edge].name, run_holding(piece, spot.edge))
    return sum(piece.outline[i].length for i in run[: run.index(spot.edge)]) + spot.along


def point_of(piece: Piece, spot: Spot) -> complex:
    """The spot as a point of the piece's own coordinates, cm."""
    return piece.outline[spot.edge].path.at(spot.along)
