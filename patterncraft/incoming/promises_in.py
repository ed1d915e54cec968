"""Seams of pieces that came in: edges of one name on two pieces are sewn to each other, openings for other parts keep their length."""

from __future__ import annotations

from typing import Final

from ..drafting.sewing import eased, equal, held, side_of
from ..errors import BadFile
from ..paper.nearest import nearest_on
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Notch, Seam, Stretch
from ..paper.sewn import Spot, distance_of, neighbours, runs_of, starts_at_end
from ..texts import with_article
from .plan import NotchPlan, PairPlan, Plan

HELD: Final = ("armhole", "neckline", "waist", "wrist", "cap")
"""Edges that wait for a part, over all pieces that have them (common practice, no source)."""
ALONE: Final = ("hem", *HELD)
"""Edges of one name that are not sewn to each other."""


def promises_in(pattern: Pattern, plan: Plan) -> Pattern:
    """The pattern with its seams and notches. Raises BadFile for a pair or a notch on an edge that is not there."""
    seams: list[Seam] = []
    taken: set[tuple[str, str]] = set()
    for pair in plan.pairs:
        seams.append(_declared(pattern, pair, seams))
        taken |= {*pair.a, *pair.b}
    seams += _by_name(pattern, taken)
    seams += _held(pattern, taken | {(s.piece, s.edge) for x in seams for s in (*x.a, *x.b)})
    done = Pattern(pattern.pieces, tuple(seams), ())
    return Pattern(pattern.pieces, tuple(seams), tuple(_notch(done, n) for n in plan.notches))


def _seam_edges(piece: Piece) -> list[str]:
    return list(dict.fromkeys(e.name for e in piece.outline if e.kind in ("seam", "opening")))


def _by_name(pattern: Pattern, taken: set[tuple[str, str]]) -> list[Seam]:
    """Edges that two pieces have under one name; and both underarms of a sleeve."""
    where: dict[str, list[Piece]] = {}
    for p in pattern.pieces:
        for name in _seam_edges(p):
            if (p.name, name) not in taken and len(runs_of(p, name)) == 1:
                where.setdefault(name, []).append(p)
    out = [
        _pair(name, pieces)
        for name, pieces in where.items()
        if len(pieces) == 2 and name not in ALONE and not name.startswith("centre")
    ]
    for p in pattern.pieces:
        both = ("front underarm", "back underarm")
        if all((p.name, e) not in taken and e in _seam_edges(p) for e in both):
            out.append(equal("underarm", side_of((p.name, both[0], "cap")), side_of((p.name, both[1], "cap"))))
    return out


def _pair(name: str, pieces: list[Piece]) -> Seam:
    """Walked from a neighbour both have; else front from its beginning and back from its end, as halves lie that were drawn towards each other."""
    front, back = sorted(pieces, key=lambda p: "back" in p.name)
    ends = [set(neighbours(p, name)) for p in (front, back)]
    common = sorted(ends[0] & ends[1])
    starts = (common[0], common[0]) if common else (neighbours(front, name)[0], neighbours(back, name)[1])
    return equal(name, side_of((front.name, name, starts[0])), side_of((back.name, name, starts[1])))


def _held(pattern: Pattern, taken: set[tuple[str, str]]) -> list[Seam]:
    out = []
    for name in HELD:
        pieces = [
            p for p in pattern.pieces if name in _seam_edges(p) and (p.name, name) not in taken and len(runs_of(p, name)) == 1
        ]
        if not pieces:
            continue
        pieces.sort(key=lambda p: "back" in p.name)
        out.append(held(pattern, name, side_of(*_in_order(name, pieces))))
    return out


def _in_order(name: str, pieces: list[Piece]) -> list[tuple[str, str, str]]:
    """The edge over several pieces, each begun where the one before it ended."""
    walked: list[tuple[str, str, str]] = []
    beside = [set(neighbours(p, name)) for p in pieces]
    end: set[str] = set()
    for i, p in enumerate(pieces):
        ahead = beside[i + 1] if i + 1 < len(pieces) else set()
        own = neighbours(p, name)
        start = next((x for x in own if x in end), None)
        if start is None:
            start = next((x for x in own if x not in ahead), own[0])
        walked.append((p.name, name, start))
        end = beside[i] - {start}
    return walked


def _declared(pattern: Pattern, pair: PairPlan, before: list[Seam]) -> Seam:
    sides = []
    for listed in (pair.a, pair.b):
        pieces = []
        for piece, edge in listed:
            found = next((p for p in pattern.pieces if p.name == piece), None)
            if found is None or edge not in found.edge_names:
                raise BadFile(f"there is no {edge} on {with_article(piece)}.", "", "Pair edges that are named.", "pairs")
            pieces.append((found, edge))
        sides.append(_chain(pieces))
    name = pair.b[0][1] if pair.b[0][1] not in [s.name for s in before] else f"{pair.a[0][1]} to {pair.b[0][1]}"
    if pair.ease is not None:
        return eased(name, sides[0], sides[1], pair.ease[1], pair.ease[0])
    return equal(name, sides[0], sides[1])


def _chain(pieces: list[tuple[Piece, str]]) -> tuple[Stretch, ...]:
    """Stretches in the order given, each begun beside what the one before it ended beside."""
    walked = []
    end: set[str] = set()
    for i, (p, edge) in enumerate(pieces):
        own = neighbours(p, edge)
        ahead = set(neighbours(*pieces[i + 1])) if i + 1 < len(pieces) else set()
        start = next((x for x in own if x in end), None) or next((x for x in own if x not in ahead), own[0])
        walked.append((p.name, edge, start))
        end = set(own) - {start}
    return side_of(*walked)


def _notch(pattern: Pattern, plan: NotchPlan) -> Notch:
    """The notch on the seam of its first place, cm along each side."""
    found: dict[str, float] = {}
    seam = None
    for piece, edge, at in plan.places:
        here = next((s for s in pattern.seams if any(x.piece == piece and x.edge == edge for x in (*s.a, *s.b))), None)
        if here is None or (seam is not None and here is not seam):
            raise BadFile(
                f"the {edge} of the {piece} is sewn in no seam of the notch {plan.name}.", piece, "Pair its edge first.", "notches"
            )
        seam = here
        side = "a" if any(x.piece == piece and x.edge == edge for x in seam.a) else "b"
        found[side] = _distance(pattern, seam.a if side == "a" else seam.b, piece, edge, complex(*at))
    if seam is None or not found:
        raise BadFile(f"the notch {plan.name} has no place.", "", "Give a place on one of its pieces.", "notches")
    # Given on one side alone it lies as far along the other.
    at_a = found.get("a", found.get("b", 0.0))
    return Notch(plan.name, seam.name, plan.style, at_a, found.get("b", at_a) if seam.b else None)


def _distance(pattern: Pattern, side: tuple[Stretch, ...], piece: str, edge: str, at: complex) -> float:
    done = 0.0
    for x in side:
        p = pattern.piece(x.piece)
        length = pattern.side_length((x,))
        if (x.piece, x.edge) == (piece, edge):
            _, index, along = min(
                (nearest_on(e.path, at)[0], i, nearest_on(e.path, at)[1]) for i, e in enumerate(p.outline) if e.name == edge
            )
            walked = distance_of(p, Spot(index, along))
            return done + (length - walked if x.start and starts_at_end(p, edge, x.start, x.run or None) else walked)
        done += length
    return done
