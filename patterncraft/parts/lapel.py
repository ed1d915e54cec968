"""A collar with lapels: the lapel grown on the front beyond its roll line, the collar cut apart along the gorge."""

from __future__ import annotations

from cmath import rect
from dataclasses import replace
from math import radians
from typing import NamedTuple

from ..drafting.construction import Construction
from ..errors import BadPlace
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..geometry.transform import Transform
from ..handwork.new_seam import unique_name
from ..paper.edge import on_new_paper
from ..paper.follow import InHand, lay_down
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DrawnLine, Grain, Piece
from ..paper.seam import Notch, Seam, SeamRule, Stretch
from ..paper.sewn import neighbours
from ..paper.sound import assert_sound
from ..places.levels import level_point
from ..working import Sum, fine, length, note, notes
from .fall import tell_turn, turned_under
from .grown_collar import Front, Grown, drawn_on, free_beside, front_in_hand, gone_with, right_of, spot_level
from .layers import outer_seam
from .neck import Neck
from .part import piece_names
from .sheets import Named, sheet
from .stand import end_seam

GORGE_DOWN: float = 4.5
"""cm down the roll line from the shoulder to the gorge (common practice, no source)."""
ATTACHED: float = 0.35
"""Share of the collar's depth that is sewn to the lapel beyond the roll line."""
NOTCH_ANGLE: float = 60.0
"""Degrees between the collar's end and the lapel's top."""


class Lapel(NamedTuple):
    """cm: the break above the waist; the roll line inside the neck point, along the shoulder; the collar's whole depth at the centre back; the lapel's
    free top edge; the collar's end; by how much the under collar is smaller."""

    break_above_waist: float
    inset: float
    fall: float
    lapel: float
    notch: float
    turn: float


class Drawn(NamedTuple):
    """Places of the draft: the break point, the roll line's upper end at the shoulder, the gorge's corner on the roll line, where the collar ends on the
    lapel, the lapel's point; ``up`` along the roll line, ``out`` square to it."""

    start: complex
    inside: complex
    corner: complex
    attach: complex
    tip: complex
    up: complex
    out: complex


def grow_lapel(pattern: Pattern, neck: Neck, shape: Lapel) -> Grown:
    """The lapel on the front and the collar beside it. Raises BadPlace where the break lies outside the opening, MoveRefused where the lapel would cross
    the piece."""
    hand, front = front_in_hand(pattern, neck)
    piece = front.piece
    down = _waist(piece)
    spot = spot_level(front, complex(0, down - shape.break_above_waist), "break_above_waist")
    d = _places(front, piece.outline[spot.edge].path.at(spot.along), shape)
    pencil = Construction()
    _tell(pencil, piece.name, d, neck, shape)
    edge = fair_curve([d.tip, 0.5 * (d.tip + d.start) + d.out * 0.5, d.start])
    gorge = Path(((d.attach, d.corner), (d.corner, front.neck_point)))
    edges = (
        on_new_paper("lapel edge", "seam", edge.reversed()),
        on_new_paper("lapel top", "seam", straight(d.tip, d.attach)),
        on_new_paper("neckline", "seam", gorge),
    )
    worked = drawn_on(front, spot, edges, DrawnLine("roll line", straight(d.start, d.inside)))
    worked = assert_sound(worked, "Make the lapel narrower, or let it break lower.")
    name, under_name = piece_names(pattern, ("collar", "under collar"))
    collar = _collar(name, front, d, neck, shape, pencil)
    under = turned_under(collar, under_name, shape.turn) if shape.turn > 0 else None
    if under is not None:
        collar, under = replace(collar, cut=under.cut), _in_two_on_the_bias(under)
    return _laid(pattern, hand, neck, worked, (collar, under), (gorge.length, shape.turn), pencil)


def _in_two_on_the_bias(under: Piece) -> Piece:
    """It has to roll: its grain at 45° to the centre back, where it is seamed, for no cloth is folded along its bias."""
    left, top, right, bottom = under.box
    middle = complex(0.5 * (left + right), 0.5 * (top + bottom))
    half = 0.3 * min(right - left, bottom - top) * complex(1, 1)
    outline = tuple(replace(e, kind="seam") if e.name == "centre back" else e for e in under.outline)
    return replace(under, outline=outline, grain=Grain(middle - half, middle + half), cut=CutPlan(2, False, True, interfacing=2))


def _waist(piece: Piece) -> float:
    """The level of the waist: of its line, or the lower end of its edge."""
    if any(x.name == "waist" for x in piece.lines):
        return level_point(piece, "waist").imag
    ends = [z.imag for e in piece.outline if e.name == "waist" for z in (e.path.start, e.path.end)]
    if not ends:
        raise BadPlace("it has no waist to break above.", piece.name, "Draw a line named “waist” first.", "break_above_waist")
    return max(ends)


def _places(front: Front, start: complex, shape: Lapel) -> Drawn:
    piece, point = front.piece, front.neck_point
    n = len(piece.outline)
    shoulder = piece.outline[front.corner] if front.forward else piece.outline[(front.corner - 1) % n]
    away = shoulder.path.start_direction if front.forward else -shoulder.path.end_direction
    inside = point - away * shape.inset
    up = (inside - start) / abs(inside - start)
    side = 1j if right_of(front) else -1j
    out = up * -side
    corner = inside - up * GORGE_DOWN
    attach = corner + out * ATTACHED * shape.fall
    return Drawn(start, inside, corner, attach, attach + out * shape.lapel, up, out)


def _tell(pencil: Construction, name: str, d: Drawn, neck: Neck, shape: Lapel) -> None:
    pencil.draw(
        name,
        "The roll line from the break point to beside the neck point.",
        Sum("Break above the waist", length(shape.break_above_waist)),
        Sum("Inside the neck point", length(shape.inset)),
        points={"1": d.start, "2": d.inside},
        paths=(straight(d.start, d.inside + d.up * neck.back),),
        guide=True,
    )
    pencil.draw(
        name,
        "The gorge square to the roll line; on it where the collar ends, and the lapel's point; one sweep down to the break point.",
        Sum("Lapel's free top", length(shape.lapel)),
        Sum("Lapel across, square to its roll line", fine(abs(d.tip - d.corner))),
        points={"3": d.corner, "4": d.attach, "5": d.tip},
        paths=(straight(d.corner, d.tip),),
    )


def _collar(name: str, front: Front, d: Drawn, neck: Neck, shape: Lapel, pencil: Construction) -> Piece:
    """Half the collar on the fold at the centre back, laid so that the fold is upright."""
    point = front.neck_point
    behind = point + d.up * neck.back
    outer_back = behind + d.out * shape.fall
    turn = radians(NOTCH_ANGLE) * (1 if right_of(front) else -1)
    tip = d.attach + d.out * rect(shape.notch, turn)
    outer = fair_curve([outer_back, tip], -d.up)
    seam = Path(((behind, point), (point, d.corner), (d.corner, d.attach)))
    pencil.draw(
        front.piece.name,
        "From the neck point the back neckline along the roll line's way; the collar's depth square to it; its end in the notch.",
        Sum("Back neckline", fine(neck.back)),
        Sum("Deep at the centre back", length(shape.fall)),
        Sum("Collar's end", length(shape.notch)),
        Sum("Its neck edge", fine(seam.length)),
        points={"6": behind, "7": outer_back, "8": tip},
        paths=(seam, straight(behind, outer_back), outer, straight(tip, d.attach)),
    )
    # Laid with the fold upright on the left, its outer edge above.
    mirrored = not right_of(front)
    by = Transform(1 + 0j, 0j)
    if mirrored:
        by = Transform(1 + 0j, 0j, True)
    way = by.point(behind + d.up) - by.point(behind)
    by = by.then(Transform(-1 / way, -(-1 / way) * by.point(behind)))
    paths = [p.placed(by) for p in (outer, straight(tip, d.attach), seam, straight(behind, outer_back))]
    if paths[3].end.imag > 0:
        flip = Transform(1 + 0j, 0j, True)
        paths = [p.placed(flip) for p in paths]
    out_line, end, neck_line, fold = paths
    edges = (
        Named("outer edge", "seam", out_line),
        Named("front edge", "seam", end),
        Named("neckline", "seam", neck_line.reversed()),
        Named("centre back", "fold", fold),
    )
    middle = 0.5 * fold.end
    return sheet(name, edges, CutPlan(2, True, False, interfacing=1), Grain(middle + 0.2 * neck.back, middle + 0.8 * neck.back))


def _laid(
    pattern: Pattern,
    hand: InHand,
    neck: Neck,
    worked: Piece,
    collars: tuple[Piece, Piece | None],
    sizes: tuple[float, float],
    pencil: Construction,
) -> Grown:
    """``sizes``: the gorge's length, and by how much the under collar is smaller."""
    (collar, under), (gorge, turn) = collars, sizes
    seam = neck.reading.seam
    assert_sound(collar, "Make the collar shallower.")
    followed = lay_down(
        hand,
        [worked],
        changed=[seam.name, *free_beside(pattern, worked.name)],
        dropped=[seam.name, *gone_with(pattern, worked)],
        given_up=[seam.name, *gone_with(pattern, worked)],
    )
    after = followed.pattern
    names = [s.name for s in after.seams]
    before, beyond = neighbours(worked, "neckline")
    start = before if before == "lapel top" else beyond
    side = (Stretch(worked.name, "neckline", start), *neck.reading.side[1:])
    joined = Seam(seam.name, side, (Stretch(collar.name, "neckline", "front edge"),), SeamRule("equal"))
    lapel = Seam(
        unique_name("lapel edge", names),
        (Stretch(worked.name, "lapel edge"), Stretch(worked.name, "lapel top")),
        (),
        SeamRule("free"),
    )
    edge, below = unique_name("collar edge", names), unique_name("under collar edge", names)
    notches: tuple[Notch, ...] = (Notch("shoulder", seam.name, "single", gorge, gorge),)
    own = [end_seam(edge, collar, ("outer edge", "front edge"))]
    if under is not None:
        layers = outer_seam(edge, collar, under)
        neckline = Seam(below, side, (Stretch(under.name, "neckline", "front edge"),), SeamRule("equal"))
        own = [layers.seam, neckline, end_seam(unique_name("under collar centre", names), under, ("centre back",))]
        notches = (*notches, *layers.notches, Notch("shoulder", below, "single", gorge, gorge))
    after = replace(
        after,
        pieces=(*after.pieces, *(p for p in (collar, under) if p is not None)),
        seams=(*after.seams, joined, lapel, *own),
        notches=(*after.notches, *notches),
    )
    lines = [*(s for stage in pencil.stages for s in stage.sums), *tell_turn(turn)]
    lines.append(
        note("The under collar lies on the bias, in two with a seam at the centre back: it has to roll.")
        if under is not None
        else note("Cut one of the two on the bias, in two with a seam at the centre back, if the cloth is firm: it has to roll.")
    )
    return Grown(after, (*lines, *notes(followed.told)), tuple(pencil.stages))
