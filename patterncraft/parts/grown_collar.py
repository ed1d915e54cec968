"""A collar that rolls and is grown on the front: the crease from the break point, the back's neckline laid along it."""

from __future__ import annotations

from cmath import phase
from dataclasses import dataclass, replace
from math import degrees as to_degrees
from typing import NamedTuple

from ..drafting.construction import Construction, Stage
from ..errors import BadPlace, MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..handwork.fold_to_seam import plan_for
from ..handwork.new_seam import unique_name
from ..handwork.reshaping import whole_run
from ..paper.draw import redraw
from ..paper.edge import Edge, on_new_paper
from ..paper.follow import InHand, lay_down, take_up
from ..paper.part import open_corner
from ..paper.pattern import Pattern
from ..paper.piece import DrawnLine, Piece
from ..paper.seam import Notch, Seam, SeamRule, Stretch
from ..paper.sewn import Spot, neighbours
from ..paper.sound import assert_sound
from ..places.levels import level_point
from ..places.place import Place, on_edge
from ..working import Sum, degrees, fine, length, note, notes, tell
from .neck import Neck

OUTER, BEHIND, NECK = "collar edge", "collar centre back", "neckline"
FULLER = 1.12
"""Times its width at the centre back that a rolled collar is wide at the shoulder: it has to turn over there (common practice, no source)."""


@dataclass(frozen=True, slots=True)
class Front:
    """A front in hand, its neckline running from the centre (or its strip) to the neck point, in the outline's sense or against it."""

    piece: Piece
    centre: str
    """The edge down which it opens."""
    corner: int
    """Number of the outline's corner at the neck point."""
    top: int
    """Number of the corner where the opening's edge meets the neckline."""
    forward: bool
    """Whether the outline runs up the opening, along the neckline, to the shoulder."""

    @property
    def neck_point(self) -> complex:
        """Where the neckline meets the shoulder."""
        return self.piece.outline[self.corner].path.start


class Grown(NamedTuple):
    """The pattern with the collar on it, its sums, and how it is drawn."""

    pattern: Pattern
    sums: tuple[Sum, ...]
    stages: tuple[Stage, ...]


class Crease(NamedTuple):
    """``start``: the break point, on the opening's edge; ``way``: unit vector up along it; ``neck_point``: where the collar is sewn on from."""

    start: complex
    way: complex
    neck_point: complex


def front_in_hand(pattern: Pattern, neck: Neck) -> tuple[InHand, Front]:
    """The front taken up, its fold given up. Raises MoveRefused where a dart opens in the neckline, or its neckline does not end at a shoulder."""
    first = neck.reading.side[0]
    hand = take_up(pattern, first.piece)
    piece = hand.piece(first.piece)
    neck_run = whole_run(piece, first.edge, "kind")
    before, after = neighbours(piece, first.edge)
    forward = not before.endswith("shoulder")
    shoulder = after if forward else before
    if not shoulder.endswith(("shoulder", "overarm")):
        raise MoveRefused(
            f"the neckline of the {piece.name} ends at the {shoulder}: the collar turns at the shoulder.",
            piece.name,
            "Choose a collar that is cut apart.",
            "kind",
        )
    n = len(piece.outline)
    corner = (neck_run.first + neck_run.parts) % n if forward else neck_run.first
    top_edge = neck_run.before if forward else neck_run.after
    if neck.strip is not None:
        top_edge = (top_edge - 1) % n if forward else (top_edge + 1) % n
    opening = piece.outline[top_edge]
    if opening.kind == "fold":
        outline = tuple(replace(e, kind="opening") if e.name == opening.name else e for e in piece.outline)
        piece = replace(piece, outline=outline, cut=plan_for(piece, "opening", "fold"))
    top = (top_edge + 1) % n if forward else top_edge
    return hand, Front(piece, opening.name, corner, top, forward)


def break_spot(front: Front, at: Place | None, pattern: Pattern) -> Spot:
    """Where the crease begins on the opening's edge: the place asked for, else level with the bust point. Raises BadPlace elsewhere."""
    piece = front.piece
    if at is not None:
        spot = on_edge(at, piece, pattern, "break")
        if piece.outline[spot.edge].name != front.centre:
            raise BadPlace(
                f"it rolls from the {front.centre}, not from the {piece.outline[spot.edge].name}.",
                piece.name,
                f"Choose a place on the {front.centre}.",
                "break",
            )
        return spot
    if not any(m.name == "bust point" for m in piece.marks):
        raise BadPlace("it has no bust point to roll from the level of.", piece.name, "Say from where it rolls.", "break")
    return spot_level(front, level_point(piece, "bust point"), "break")


def spot_level(front: Front, z: complex, field: str) -> Spot:
    """The place of the opening's edge at the level of a point. Raises BadPlace where it does not reach so far."""
    best: tuple[float, Spot] | None = None
    for k, e in enumerate(front.piece.outline):
        if e.name != front.centre:
            continue
        low, high = sorted((e.path.start.imag, e.path.end.imag))
        if low + 0.5 < z.imag < high - 0.5:
            share = (z.imag - e.path.start.imag) / (e.path.end.imag - e.path.start.imag)
            best = (0.0, Spot(k, share * e.length))
    if best is None:
        raise BadPlace(
            f"the {front.centre} does not reach that level.",
            front.piece.name,
            "Let it break between the neckline and the waist.",
            field,
        )
    return best[1]


def touching_crease(front: Front, at: Spot, neckline: Path) -> Crease:
    """The line up from the break point that touches the neckline: it passes the neck point, or, where the neckline bows out farther, its outermost place."""
    start = front.piece.outline[at.edge].path.at(at.along)
    point = front.neck_point
    best = point
    size = neckline.length
    for k in range(1, 40):
        z = neckline.at(size * k / 40)
        if ((z - start) / (best - start)).imag * (1 if right_of(front) else -1) > 1e-9:
            best = z
    way = (best - start) / abs(best - start)
    return Crease(start, way, point)


def right_of(front: Front) -> bool:
    """Whether the shoulder lies to the right of the opening, as seen."""
    piece = front.piece
    centre = next(e for e in piece.outline if e.name == front.centre)
    left, _, right, _ = piece.box
    return 0.5 * (left + right) > centre.path.start.real


def grow_roll(pattern: Pattern, neck: Neck, width: float, at: Place | None) -> Grown:
    """The collar drawn on the front, the back's neckline laid along the crease from the neck point on; ``width`` cm at the centre back.

    Raises MoveRefused or BadPlace where there is no front that opens, or the break lies outside the bodice.
    """
    hand, front = front_in_hand(pattern, neck)
    spot = break_spot(front, at, pattern)
    neckline = _neckline(front, neck)
    crease = touching_crease(front, spot, neckline)
    side = 1j if right_of(front) else -1j
    out = crease.way * -side
    end = crease.neck_point + crease.way * neck.back
    behind = end + out * width
    beside = crease.neck_point + out * width * FULLER
    outer = fair_curve([behind, beside, crease.start], -crease.way, 1j)
    pencil = Construction()
    name = front.piece.name
    pencil.draw(
        name,
        "The crease from the break point, touching the neckline; the back laid at the neck point with its neckline along the crease.",
        Sum("Back neckline along the crease", fine(neck.back)),
        Sum("The crease leans from the grain by", degrees(abs(_leaning(crease)))),
        points={"1": crease.start, "2": crease.neck_point, "3": end},
        paths=(straight(crease.start, end),),
        guide=True,
    )
    pencil.draw(
        name,
        "The width square to it at the centre back; one curve down to the break point.",
        Sum("Wide at the centre back", length(width)),
        Sum("Outer edge", fine(outer.length)),
        points={"4": behind},
        paths=(straight(end, behind), outer),
    )
    edges = (
        on_new_paper(OUTER, "seam", outer.reversed()),
        on_new_paper(BEHIND, "seam", straight(behind, end)),
        on_new_paper(NECK, "seam", straight(end, crease.neck_point)),
    )
    line = DrawnLine("roll line", straight(crease.start, end))
    drawn = drawn_on(front, spot, edges, line)
    return _laid_down(pattern, hand, neck, drawn, pencil, abs(end - crease.neck_point))


def _neckline(front: Front, neck: Neck) -> Path:
    run = whole_run(front.piece, neck.reading.side[0].edge, "kind")
    n = len(front.piece.outline)
    return Path(tuple(s for k in range(run.parts) for s in front.piece.outline[(run.first + k) % n].path.segments))


def _leaning(crease: Crease) -> float:
    return to_degrees(phase(crease.way / -1j))


def drawn_on(front: Front, at: Spot, edges: tuple[Edge, ...], line: DrawnLine) -> Piece:
    """The front with ``edges`` (up from the break point to the neck point) in the place of its opening's upper part and its neckline."""
    piece, corner = open_corner(front.piece, at)
    grew = len(piece.outline) - len(front.piece.outline)
    point = front.corner + grew if front.corner > at.edge else front.corner
    n = len(piece.outline)
    if front.forward:
        first, count = corner, (point - corner) % n
        run = edges
    else:
        first, count = point, (corner - point) % n
        run = tuple(e.with_path(e.path.reversed()) for e in reversed(edges))
    drawn = redraw(piece, first, count, run)
    return replace(drawn, lines=(*[x for x in drawn.lines if x.name != line.name], line), marks=front.piece.marks)


def _laid_down(pattern: Pattern, hand: InHand, neck: Neck, drawn: Piece, pencil: Construction, back: float) -> Grown:
    """The front laid down with its collar, sewn to the back's neckline and to its own mirror image."""
    piece = assert_sound(drawn, "Make the collar narrower, or let it break lower.")
    seam = neck.reading.seam
    followed = lay_down(
        hand,
        [piece],
        changed=[seam.name, *free_beside(pattern, piece.name)],
        dropped=[seam.name, *gone_with(pattern, piece)],
        given_up=[seam.name, *gone_with(pattern, piece)],
    )
    after = followed.pattern
    names = [s.name for s in after.seams]
    behind = neck.reading.side[1:]
    start = neighbours(piece, NECK)
    shoulder = start[1] if start[0] == BEHIND else start[0]
    sewn = Seam(seam.name, behind, (Stretch(piece.name, NECK, shoulder),), SeamRule("equal"))
    centre = Seam(unique_name(BEHIND, names), (Stretch(piece.name, BEHIND),), (), SeamRule("free"))
    edge = Seam(unique_name(OUTER, names), (Stretch(piece.name, OUTER),), (), SeamRule("free"))
    notch = Notch("back neck", seam.name, "double", 0.5 * back, 0.5 * back)
    after = replace(after, seams=(*after.seams, sewn, centre, edge), notches=(*after.notches, notch))
    lines = [s for stage in pencil.stages for s in stage.sums]
    lines.append(tell("The collar's halves are sewn together at the centre back, and to a facing cut like it."))
    if len(neck.reading.side) > 2:
        lines.append(note("The neckline runs over more than a front and a back: look at how the collar passes their seams."))
    return Grown(after, (*lines, *notes(followed.told)), tuple(pencil.stages))


def free_beside(pattern: Pattern, piece: str) -> list[str]:
    """Seams by name that are on this piece alone and sewn to nothing."""
    return [s.name for s in pattern.seams if not s.b and all(x.piece == piece for x in s.a)]


def gone_with(pattern: Pattern, piece: Piece) -> list[str]:
    """Free seams of edges that are no more."""
    left = set(piece.edge_names)
    return [s.name for s in pattern.seams if not s.b and all(x.piece == piece.name and x.edge not in left for x in s.a)]
