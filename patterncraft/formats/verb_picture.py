"""The small drawing beside a verb: before and after, made by doing the move's own example on a plain half block."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from functools import lru_cache
from typing import Final

from ..drafting.schools import school
from ..finishing.dart_mouth import mouth_shape
from ..geometry.path import Path, chain, straight
from ..geometry.svgpath import to_svg
from ..geometry.transform import slide
from ..handwork.pieces_of import pieces_of_seam
from ..house import HouseRules, Strict
from ..moves.move import Move
from ..moves.registry import MOVES, read_steps
from ..paper.dart import darts_of
from ..paper.pattern import Pattern
from ..paper.piece import DrawnLine, Piece
from ..paper.stitching import stitched_legs
from ..replay import replay
from ..style import on_one_table
from .table import lies_of

PLAIN: Mapping[str, float] = {
    "bust_girth": 92.0,
    "waist_girth": 72.0,
    "hip_girth": 98.0,
    "waist_to_hip": 20.5,
    "shoulder_width": 39.5,
    "bust_span": 18.5,
    "shoulder_to_bust": 26.5,
    "front_shoulder_to_waist": 44.5,
    "back_shoulder_to_waist": 43.0,
    "upper_arm_girth": 28.5,
    "wrist_girth": 16.0,
    "arm_length": 58.5,
}
"""A plain body to show verbs on (invented)."""
LEVELS: Final = ("bust", "chest", "hip", "waist", "biceps", "elbow", "shoulder line", "under the arm")
"""A block's own levels would only clutter a drawing of a finger's size."""
SNIP: Final = 1.6
"""cm that a notch is drawn into the paper: seen on a drawing of a finger's size."""


class VerbPicture(Strict):
    """Outlines in cm, y down; ``paper`` are sheets, ``new`` is new paper, ``lines`` are drawn on it. All within the box."""

    paper: list[str]
    new: list[str]
    lines: list[str]
    left: float
    top: float
    right: float
    bottom: float


class BeforeAfter(Strict):
    """A verb in small: the paper before its example step and after."""

    before: VerbPicture
    after: VerbPicture


@lru_cache(maxsize=256)
def verb_picture(move: type[Move]) -> BeforeAfter | None:
    """What a verb does to a plain block; None for a move without an example."""
    if move.example is None:
        return None
    start = replay(plain_block(move.example.block), read_steps(list(move.example.first)), HouseRules()).pattern
    name = next(n for n, kind in MOVES.items() if kind is move)
    step = read_steps([{"move": name, **move.example.step}])[0]
    done = replay(start, [step], HouseRules())
    if done.stopped:
        raise done.stopped
    # A move that speaks of the whole shows what it changed.
    shown = set(step.pieces_named()) or {p.name for p in start.pieces if p not in done.pattern.pieces} or _of_its_seam(start, step)
    before = [p for p in start.pieces if p.name in shown]
    kept = {p.name for p in start.pieces} - shown
    after = [p for p in done.pattern.pieces if p.name not in kept]
    lies = lies_of(done)
    snips = move.group == "Add"
    laid = [(p, lies[p.name].at - lies[after[0].name].at) for p in after]
    return BeforeAfter(
        before=_picture([(_snipped(start, p) if snips else p, 0j) for p in _side_by_side(before)]),
        after=_picture([(_snipped(done.pattern, p) if snips else p, at) for p, at in laid]),
    )


def _of_its_seam(pattern: Pattern, step: Move) -> set[str]:
    """The pieces of the seam that a step speaks of."""
    seam = next((s for s in pattern.seams if s.name == getattr(step, "seam", None)), None)
    return set(pieces_of_seam(seam)) if seam else {p.name for p in pattern.pieces}


def _snipped(pattern: Pattern, piece: Piece) -> Piece:
    """The piece with its notches as short strokes into the paper (two for a double one), and a cross at each button."""
    lies = pattern.piece(piece.name)
    shift = piece.outline[0].path.start - lies.outline[0].path.start
    strokes: list[Path] = []
    for n, spot in pattern.placed_notches(piece.name):
        edge = lies.outline[spot.edge]
        for at in (spot.along,) if n.style == "single" else (spot.along - 0.8, spot.along + 0.8):
            z, way = edge.path.stand_at(min(max(at, 0.0), edge.length))
            strokes.append(straight(z + shift, z + shift + 1j * way * SNIP))
    for m in piece.marks:
        if m.kind == "button":
            strokes += [straight(m.at - 0.6 * d, m.at + 0.6 * d) for d in (1 + 1j, 1 - 1j)]
    return replace(piece, lines=(*piece.lines, *(DrawnLine("snip", x) for x in strokes)))


def _side_by_side(pieces: list[Piece]) -> list[Piece]:
    out, x = [], 0.0
    for p in pieces:
        left, _, right, _ = p.box
        out.append(p.placed(slide(complex(x - left, 0))) if x else p)
        x += right - left + 4
    return out


def _picture(pieces: list[tuple[Piece, complex]]) -> VerbPicture:
    placed = [p.placed(slide(at)) for p, at in pieces]
    boxes = [p.box for p in placed]
    return VerbPicture(
        paper=[to_svg(chain(e.path for e in p.outline), closed=True) for p in placed],
        new=[to_svg(x, closed=True) for p in placed for x in p.paper.patches],
        lines=[to_svg(path) for p in placed for path in _drawn_on(p)],
        left=round(min(b[0] for b in boxes), 2),
        top=round(min(b[1] for b in boxes), 2),
        right=round(max(b[2] for b in boxes), 2),
        bottom=round(max(b[3] for b in boxes), 2),
    )


def _drawn_on(piece: Piece) -> list[Path]:
    """Lines of its own (a block's levels would only clutter it), and each dart as it is stitched and cut across its mouth; double-pointed ones."""
    out = [x.path for x in piece.lines if x.name not in LEVELS]
    out += [x.outline for x in piece.lenses]
    for d in darts_of(piece):
        into, back = stitched_legs(d)
        out += [into.then(back.reversed()), mouth_shape(piece, d)]
    return out


@lru_cache(maxsize=8)
def plain_block(kind: str) -> Pattern:
    """The plain body's ``bodice``, ``skirt`` or ``sleeve``: what every move's own example is done on, her measures at hand."""
    return replace(_plain_paper(kind), wearer=PLAIN)


def _plain_paper(kind: str) -> Pattern:
    if kind == "skirt":
        return school("skirt").draft(PLAIN, {"skirt_length": 45}).pattern
    bodice = school("bodice-direct").draft(PLAIN)
    if kind == "dress":
        return on_one_table({"bodice": bodice.pattern, "skirt": plain_block("skirt")})
    if kind == "sleeve":
        return school("sleeve-compass").draft(PLAIN, {}, bodice).pattern
    return bodice.pattern
