"""What comes in from a file, looked over before anybody works with it: what has no size, no end or no place is refused here, with piece,
edge and a cure, and not found out by the page that cannot draw it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from ..drafting.school import Girth
from ..errors import BadFile
from ..geometry.flatten import chord_count
from ..paper.dart import darts_of
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sound import closing_gap, crossing_edges
from ..tolerances import TAPED

STROKES_OF_AN_EDGE: Final = 2_000
"""A traced edge of two metres has a point every millimetre with that."""
STROKES_OF_A_FILE: Final = 4_000
CHORDS_OF_A_FILE: Final = 100_000
"""Straight strokes by which the curves are judged."""
LARGEST_PIECE: Final = 1_000.0
"""cm: the longest train is cut from less."""
BODY_LINES: Final = 40
"""Letters of a name that are told in a refusal."""


def refuse_too_many_strokes(paths: Sequence[tuple[str, str]], where: str) -> None:
    """``paths``: (edge or line, path data). Judged by the letters alone, before anything is read. Raises BadFile."""
    in_all = 0
    for name, data in paths:
        strokes = data.count("L") + data.count("C")
        in_all += strokes
        if strokes > STROKES_OF_AN_EDGE:
            raise BadFile(
                f"the {name[:BODY_LINES]} is drawn with {strokes:,} strokes; {STROKES_OF_AN_EDGE:,} is the most.",
                where,
                "Simplify it: a curve needs a stroke every few centimetres.",
            )
    if in_all > STROKES_OF_A_FILE:
        raise BadFile(
            f"there are {in_all:,} strokes in it; {STROKES_OF_A_FILE:,} is the most that is read.", where, "Simplify the outlines."
        )


def refuse_too_many_chords(pieces: Sequence[Piece], where: str) -> None:
    """Raises BadFile naming the piece with which the chords grow too many to be judged in time."""
    count = 0
    for p in pieces:
        count += sum(chord_count(s) for s in p.segments)
        if count > CHORDS_OF_A_FILE:
            cure = "Simplify them: fewer strokes, or shorter handles."
            raise BadFile("its curves are too many and too wide to be looked over.", f"{where}: {p.name}".lstrip(": "), cure)


def look_over(piece: Piece, place: str) -> None:
    """Raises BadFile for an outline that is open, too large, crosses itself or runs the wrong way round; and for a dart or a
    grainline of which nothing could be drawn."""
    if closing_gap(piece) > TAPED:
        raise BadFile(
            f"the outline is open by {closing_gap(piece):.3f} cm.", place, "Let each edge begin where the one before it ends."
        )
    left, top, right, bottom = piece.box
    if max(right - left, bottom - top) > LARGEST_PIECE:
        size = f"{(right - left) / 100:.1f} by {(bottom - top) / 100:.1f} m"
        raise BadFile(f"it is {size} large; a piece has at most ten metres.", place, "Look whether it was drawn in millimetres.")
    _refuse_nothing(piece, place)
    crossed = crossing_edges(piece)
    if crossed:
        raise BadFile(f"the {crossed[0]} crosses the {crossed[1]}.", place, "Redraw the outline so that it does not cross itself.")
    if piece.area <= 0:
        raise BadFile("the outline runs the wrong way round.", place, "Run it clockwise as seen.")


def _refuse_nothing(piece: Piece, place: str) -> None:
    for e in piece.outline:
        if e.kind != "dart" and e.length <= TAPED:
            raise BadFile(f"the {e.name} has no length.", place, "Draw it from one corner to another, or leave it out.")
    for d in darts_of(piece):
        if d.intake <= TAPED:
            raise BadFile(f"the {d.name} has no width.", place, "Open its mouth, or leave the dart out.")
        if min(d.leg_in.length, d.leg_out.length) <= TAPED:
            raise BadFile(f"the {d.name} has no depth.", place, "Move its point off the edge, or leave the dart out.")
    for x in piece.lenses:
        if abs(x.upper - x.lower) <= TAPED or x.widest <= TAPED:
            raise BadFile(f"the {x.name} has no width.", place, "Draw its two sides apart, or leave the dart out.")
    if piece.grain and abs(piece.grain.end - piece.grain.start) <= TAPED:
        raise BadFile("the grainline has no length.", place, "Draw it from one place to another, or leave it out.")


def look_for_girths(girths: Sequence[Girth], pattern: Pattern, where: str) -> None:
    """Raises BadFile for a girth measured on a piece, along a line or an edge that is not there."""
    for g in girths:
        for run in g.runs:
            piece = next((p for p in pattern.pieces if p.name == run.piece), None)
            if piece is None:
                raise BadFile(
                    f"the {g.name} is measured on the {run.piece}, and there is no such piece.",
                    where,
                    f"There is: {', '.join(p.name for p in pattern.pieces)}.",
                )
            known = [x.name for x in piece.lines] if run.of == "line" else list(piece.edge_names)
            if run.name not in known:
                raise BadFile(
                    f"the {g.name} is measured along the {run.name} of the {run.piece}, and there is no such {run.of}.",
                    where,
                    f"There is: {', '.join(dict.fromkeys(known)) or 'none'}.",
                )
