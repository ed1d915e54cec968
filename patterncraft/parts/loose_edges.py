"""Edges that a part is sewn to though no seam waits there: a sleeve's hem for its cuff, a neckline that has its collar already and gets a facing besides."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ..errors import MoveRefused
from ..handwork.joining import OnPiece
from ..handwork.new_seam import unique_name
from ..handwork.promising import side_of
from ..house import edge_word
from ..paper.pattern import Pattern
from ..paper.seam import Seam, SeamRule, Side
from ..working import Sum, tell
from .reading import Reading, read_over, without_strip


def reading_of(pattern: Pattern, edges: Sequence[OnPiece], name: str, field: str) -> Reading:
    """The side over these edges, in the order given: of the seam that waits there if it runs over just these, else of a new one called ``name``.

    Raises NoSuchName; MoveRefused for a fold or an edge named twice.
    """
    side = side_of(pattern, edges, field)
    waiting = waiting_on(pattern, side)
    if len(side) > 1:
        side = in_one_sense(pattern, side)
    if waiting is None:
        seam = Seam(unique_name(name, [s.name for s in pattern.seams]), side, (), SeamRule("hold"))
    else:
        seam = waiting
        side = waiting.a if len(side) == len(waiting.a) else side
    return read_over(pattern, seam, side)


def told_where_sewn(pattern: Pattern, reading: Reading) -> tuple[Sum, ...]:
    """Of each seam in which an edge that was read is sewn to another piece already: the part is set into it, as a trim is. Nothing of a seam that waits."""
    read = {(s.piece, s.edge) for s in reading.side}
    sewn = [s for s in pattern.seams if s.b and read & {(x.piece, x.edge) for x in (*s.a, *s.b)}]
    return tuple(tell(f"Set into the seam {s.name}, where it is sewn already.") for s in sewn)


def waiting_on(pattern: Pattern, side: Side) -> Seam | None:
    """The seam that waits for a part over just these edges, the end of a button stand before them apart."""
    edges = {(s.piece, s.edge) for s in without_strip(side)[0]}
    return next((s for s in pattern.seams if s.waits and s.rule.kind == "hold" and {(x.piece, x.edge) for x in s.a} == edges), None)


def in_one_sense(pattern: Pattern, side: Side) -> Side:
    """The same edges, each walked so that it begins where the one before it ends: at the edge they are sewn together by."""
    from ..paper.sewn import neighbours, start_word

    out = [side[0]]
    for k, s in enumerate(side):
        piece = pattern.piece(s.piece)
        ends = neighbours(piece, s.edge, s.run)
        if k + 1 < len(side) and k == 0:
            beyond = {edge_word(x) for x in neighbours(pattern.piece(side[1].piece), side[1].edge, side[1].run)}
            # Walked toward the edge that it shares with the next one.
            from_end = edge_word(ends[0]) in beyond and edge_word(ends[1]) not in beyond
            out[0] = s._replace(start=start_word(piece, s.edge, from_end, s.run))
        elif k:
            before = pattern.piece(side[k - 1].piece)
            shared = {edge_word(x) for x in neighbours(before, side[k - 1].edge, side[k - 1].run)}
            from_end = edge_word(ends[1]) in shared and edge_word(ends[0]) not in shared
            out.append(s._replace(start=start_word(piece, s.edge, from_end, s.run)))
    return tuple(out)


def sewn_now(pattern: Pattern, edges: Sequence[OnPiece]) -> Pattern:
    """The pattern with these hems as seams: something is sewn to them now."""
    wanted = set(edges)
    pieces = []
    for p in pattern.pieces:
        own = {e for name, e in wanted if name == p.name}
        if own and any(e.name in own and e.kind in ("hem", "raw", "opening") for e in p.outline):
            p = p.with_outline(
                tuple(replace(e, kind="seam") if e.name in own and e.kind in ("hem", "raw", "opening") else e for e in p.outline)
            )
        pieces.append(p)
    return replace(pattern, pieces=tuple(pieces))


def sleeve_hem(pattern: Pattern, piece: str | None, field: str) -> OnPiece:
    """The lower end of a sleeve: of the piece named, else of the only one there is. Raises MoveRefused where there is none, or several."""
    if piece is not None:
        sheet = pattern.piece(piece)
        found = [e for e in sheet.edge_names if edge_word(e) in ("hem", "wrist")]
        if not found:
            raise MoveRefused("it has no hem to sew it to.", piece, "Choose a sleeve.", field)
        return piece, found[0]
    sleeves = [p for p in pattern.pieces if "sleeve" in p.name.split() and "hem" in p.edge_names and p.cut.layer == "shell"]
    if len(sleeves) != 1:
        words = "there is no sleeve with a hem." if not sleeves else "there are several sleeves."
        raise MoveRefused(words, "", "Make the sleeve first." if not sleeves else "Say for which it is.", field)
    return sleeves[0].name, "hem"
