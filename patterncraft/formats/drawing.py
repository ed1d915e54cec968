"""A pattern as the table shows it: paths, names and measures in words, ready to be drawn and picked.

These models are the wire format of the interface: it draws what stands here and computes nothing.
"""

from __future__ import annotations

from typing import Final

from ..by_identity import ByIdentity
from ..finishing.finish import cut_words
from ..finishing.grainline import grain_drawn
from ..geometry.curvature import comb
from ..geometry.intersect import line_crossings
from ..geometry.path import Path, straight
from ..geometry.region import box_of
from ..geometry.svgpath import pair, started, strokes, to_svg
from ..handwork.strips import Strips, pencilled
from ..house import HouseRules, Strict
from ..paper.dart import Dart, darts_of
from ..paper.edge import EdgeKind
from ..paper.fold import lies_on_fold
from ..paper.pattern import Pattern
from ..paper.piece import Grain, Piece
from ..paper.sewn import sewn_length
from ..paper.stitching import stitched_legs
from ..tolerances import SNAP
from ..units import Unit, format_length
from .table import Lie, Lies, tidy

NARROW: Final = 9.0
"""cm: less room than this beside the grainline is little for a name."""
MARGIN: Final = 0.5
"""cm that a name keeps from the outline."""


class Point(Strict):
    """cm, y down."""

    x: float
    y: float


class Box(Strict):
    """cm, y down."""

    left: float
    top: float
    right: float
    bottom: float


class DrawnEdge(Strict):
    """``name`` is the edge's; a cut edge comes once per part; ``middle`` is half-way along
    it. ``sewn`` is the whole edge's sewn length in words."""

    name: str
    kind: EdgeKind
    d: str
    cut: bool
    sewn: str
    middle: Point


class DrawnDart(Strict):
    """``d``: mouth – pivot – mouth. ``stitch``: mouth – sewn point – mouth."""

    name: str
    d: str
    stitch: str
    pivot: Point
    point: Point
    middle: Point
    intake: str


class DrawnLens(Strict):
    """A double-pointed dart: its closed line, its widest place in words."""

    name: str
    d: str
    intake: str


class DrawnMark(Strict):
    """A point on the paper with its name."""

    name: str
    at: Point


class DrawnNotch(Strict):
    """A notch of a seam: strokes across the edge, square to it."""

    name: str
    seam: str
    d: str


class DrawnPiece(Strict):
    """One sheet of paper. ``at``: where its own coordinates' origin lies on the table, cm; ``turn``: degrees clockwise as seen about
    that origin. ``box`` is the sheet's in its own coordinates, ``bounds`` as it lies on the table. ``label_room``: cm of paper
    for the name. ``cut``: how it is cut, in words. ``combs``: how its curved edges bend, when asked for."""

    name: str
    number: int
    at: Point
    turn: float
    box: Box
    bounds: Box
    outline: str
    edges: list[DrawnEdge]
    darts: list[DrawnDart]
    lenses: list[DrawnLens]
    marks: list[DrawnMark]
    lines: list[DrawnEdge]
    notches: list[DrawnNotch]
    tapes: list[str]
    patches: list[str]
    grain: str
    label_at: Point
    label_room: float
    note: str
    cut: str
    combs: list[str]


class DrawnStrips(Strict):
    """What one pencils on strips: their numbers from 1 on, each at its strip, and the guide line they are kept on (empty: none), in
    the sheet's own coordinates, cm."""

    piece: str
    numbers: list[Point]
    guide: str


class Drawing(Strict):
    """All sheets; ``box`` holds the table's extent, cm."""

    pieces: list[DrawnPiece]
    box: Box


def draw(
    pattern: Pattern, rules: HouseRules, lies: Lies | None = None, only: list[str] | None = None, bends: bool = False
) -> Drawing:
    """The drawing of a pattern, in the house's unit. ``bends``: with a comb of curvature on every curved edge. ``lies`` places the sheets (see ``table``; laid tidily without it); ``only`` names the
    pieces to draw; none or empty means all."""
    places = lies if lies is not None else tidy(pattern)
    pieces = [
        _piece(pattern, p, rules, k, places.get(p.name, Lie(0j)), bends)
        for k, p in enumerate(pattern.pieces, 1)
        if not only or p.name in only
    ]
    box = (
        min(p.bounds.left for p in pieces),
        min(p.bounds.top for p in pieces),
        max(p.bounds.right for p in pieces),
        max(p.bounds.bottom for p in pieces),
    )
    return Drawing(pieces=pieces, box=_rounded_box(box))


def draw_strips(strips: Strips, pattern: Pattern) -> DrawnStrips:
    """The strips of a step as they are pencilled on the sheet it left."""
    marks = pencilled(strips, pattern.piece(strips.piece))
    guide = to_svg(marks.guide) if marks.guide else ""
    return DrawnStrips(piece=strips.piece, numbers=[_xy(z) for z in marks.numbers], guide=guide)


def _piece(pattern: Pattern, p: Piece, rules: HouseRules, number: int, lie: Lie, bends: bool) -> DrawnPiece:
    return _sheet(p, rules.unit, bends).model_copy(
        update={
            "number": number,
            "at": _xy(lie.at),
            "turn": lie.turn,
            "bounds": _rounded_box(box_of([lie.by.segment(x) for x in p.segments])),
            "notches": _notches(pattern, p, rules.double_notch_gap / 2),
        }
    )


def _alone(p: Piece, unit: Unit, bends: bool) -> DrawnPiece:
    """The sheet by itself, as yet without a number, unturned at the table's corner, and without its seams' notches."""
    sewn = {name: format_length(sewn_length(p, name), unit) for name in p.edge_names}
    drawn = [strokes(e.path) for e in p.outline]
    left, top, right, bottom = p.box
    grain = grain_drawn(p)
    label = _roomy(p, _label_at(p, grain))
    note = "cut as a seam, not on the fold" if p.cut.on_fold and not lies_on_fold(p) else ""
    return DrawnPiece(
        name=p.name,
        number=0,
        at=_xy(0j),
        turn=0.0,
        box=_rounded_box((left, top, right, bottom)),
        bounds=_rounded_box((left, top, right, bottom)),
        outline=started(p.outline[0].path.start, drawn, closed=True),
        edges=[
            DrawnEdge(
                name=e.name,
                kind=e.kind,
                d=started(e.path.start, [d]),
                cut=bool(e.cut),
                sewn=sewn.get(e.name, ""),
                middle=_xy(e.path.at(e.length / 2)),
            )
            for e, d in zip(p.outline, drawn, strict=True)
            if e.kind != "dart"
        ],
        darts=[_dart(d, unit) for d in darts_of(p)],
        lenses=[DrawnLens(name=x.name, d=to_svg(x.outline, closed=True), intake=format_length(x.widest, unit)) for x in p.lenses],
        marks=[DrawnMark(name=m.name, at=_xy(m.at)) for m in p.marks],
        lines=[
            DrawnEdge(
                name=x.name,
                kind="raw",
                d=to_svg(x.path),
                cut=False,
                sewn=format_length(x.path.length, unit),
                middle=_xy(x.path.at(x.path.length / 2)),
            )
            for x in p.lines
        ],
        notches=[],
        tapes=[to_svg(t) for t in p.paper.tapes],
        patches=[to_svg(t, closed=True) for t in p.paper.patches],
        grain=to_svg(straight(grain.start, grain.end)) if grain else "",
        label_at=_xy(label),
        label_room=_room_at(p, label),
        note=note,
        cut=cut_words(p),
        combs=[_comb(e.path) for e in p.outline if e.kind != "dart" and _is_curved(e.path)] if bends else [],
    )


# While one piece is worked the others lie still: they are drawn once.
_sheet = ByIdentity(_alone, 256)

TOOTH = 30.0
"""Length of a comb's tooth, cm, for a curvature of 1 per cm: an armhole's tightest place stands about 4 cm off."""


def _is_curved(path: Path) -> bool:
    return any(len(s) == 4 for s in path.segments)


def _comb(path: Path) -> str:
    """Teeth square to the line, as long as it bends, on the outside of the bend, and the line over their tips."""
    found = comb(path, grain=16)
    tips = [z - n * k * TOOTH for z, n, k in zip(found.points, found.normals, found.curvature, strict=True)]
    teeth = [f"M {pair(complex(z))} L {pair(complex(t))}" for z, t in zip(found.points, tips, strict=True)]
    return " ".join([*teeth, "M " + " L ".join(pair(complex(t)) for t in tips)])


def _label_at(p: Piece, grain: Grain | None) -> complex:
    left, top, right, bottom = p.box
    if grain:
        along = grain.end - grain.start
        lies = abs(along.real) > abs(along.imag)
        return grain.start + (complex(0.8, -1.2) if lies else complex(0.8, 1.2))
    return complex(0.5 * (left + right), 0.5 * (top + bottom))


def _roomy(p: Piece, place: complex) -> complex:
    """The place, or on a narrow piece one at its left outline, where a name has more room although it crosses the grainline."""
    if _room_at(p, place) >= NARROW:
        return place
    left = place - _to_outline(p, place, -1) + MARGIN
    return left if _room_at(p, left) > _room_at(p, place) else place


def _room_at(p: Piece, place: complex) -> float:
    """cm of paper to the right of a place, to the outline; the name is set no wider."""
    return round(_to_outline(p, place, 1), 6)


def _to_outline(p: Piece, place: complex, sense: int) -> float:
    """cm from a place to the outline, straight to the right (1) or left (−1)."""
    far = complex(p.box[2] + 1.0 if sense > 0 else p.box[0] - 1.0, place.imag)
    met = [abs(c.point - place) for s in p.segments for c in line_crossings(place, far, s)]
    return min((m for m in met if m > SNAP), default=abs(far - place))


def _dart(d: Dart, unit: Unit) -> DrawnDart:
    into, out = stitched_legs(d)
    stitching = into.then(out.reversed())
    return DrawnDart(
        name=d.name,
        d=to_svg(Path((*d.leg_in.path.segments, *d.leg_out.path.segments))),
        stitch=to_svg(stitching),
        pivot=_xy(d.pivot),
        point=_xy(d.sewn_point),
        middle=_xy(d.middle),
        intake=format_length(d.intake, unit),
    )


def _notches(pattern: Pattern, piece: Piece, half: float) -> list[DrawnNotch]:
    """Strokes inward; a double notch is two, ``half`` cm to each side of its place."""
    out = []
    for n, spot in pattern.placed_notches(piece.name):
        path = piece.outline[spot.edge].path
        for along in [spot.along] if n.style == "single" else [spot.along - half, spot.along + half]:
            point = path.at(along)
            inward = path.direction_at(along) * 1j
            out.append(DrawnNotch(name=n.name, seam=n.seam, d=to_svg(straight(point, point + 0.7 * inward))))
    return out


def _xy(z: complex) -> Point:
    return Point(x=round(z.real, 4), y=round(z.imag, 4))


def _rounded_box(box: tuple[float, float, float, float]) -> Box:
    left, top, right, bottom = (round(v, 3) for v in box)
    return Box(left=left, top=top, right=right, bottom=bottom)
