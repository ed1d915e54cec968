"""A drawing and a plan become a block: scale, pieces, seams, notches; and what was found, told."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import sqrt
from typing import Any, Final

from ..drafting.school import Block
from ..errors import BadFile
from ..formats.looked_over import look_over
from ..geometry.region import box_of
from ..geometry.transform import Transform
from ..paper.pattern import Pattern
from .drawn import CM, Drawn, Unit
from .dxf_in import read_dxf
from .outlines import Found, outlines_of
from .own import is_own, own_block
from .piece_in import Laid, piece_in
from .plan import NotchPlan, PiecePlan, Plan, TestSquare
from .promises_in import promises_in
from .svg_in import DOTS, read_svg

UNEVEN: Final = 0.01
"""Share by which a test square's sides may differ before that is told."""
LARGEST: Final = 400.0
"""cm: what is larger than this was read in the wrong unit, as a rule."""
SMALLEST: Final = 4.0


@dataclass(frozen=True, slots=True)
class Scaled:
    """A drawing to its true size. ``grow``: by how much a known length or a test square made it larger; places of the plan are given before that.
    ``doubts``: what should be looked at, in sentences."""

    drawn: Drawn
    found: Found
    grow: float
    doubts: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class BlockIn:
    """What came of it. ``onto``: how places of the drawing come onto each piece."""

    block: Block
    name: str
    told: tuple[str, ...]
    onto: Mapping[str, Transform]


def read_drawing(data: bytes, where: str = "", unit: Unit | None = None) -> Drawn:
    """SVG or DXF, by what it holds and not by what it is called. Raises BadFile for anything else."""
    head = data[:4096].lstrip(b"\xef\xbb\xbf \t\r\n")
    if head[:1] == b"<":
        return read_svg(data, where)
    if head[:22].startswith(b"AutoCAD Binary DXF") or b"SECTION" in data[:8192]:
        return read_dxf(data, where, unit)
    raise BadFile("it is neither an SVG nor a DXF drawing.", where, "Save the drawing as SVG or DXF.")


def scaled(drawn: Drawn, plan: Plan) -> Scaled:
    """The drawing in true cm: by its unit, then by a known length or a test square.

    Raises BadFile where both are given, or the square is none.
    """
    if plan.known and plan.square:
        raise BadFile("a known length and a test square are given.", "", "Take the one you trust.", "known")
    doubts: list[str] = []
    if not drawn.unit:
        if plan.unit is None and not plan.known and not plan.square:
            doubts.append(f"The drawing does not say its unit; it was taken for {drawn.guess}. Check a length you know.")
        elif plan.unit and drawn.guess not in CM:
            # Dots of an SVG that says no unit: each is one of that unit.
            drawn = drawn.scaled(CM[plan.unit] * DOTS / 2.54)
    found = outlines_of(drawn)
    grow = 1.0
    if plan.known:
        apart = abs(complex(*plan.known.a) - complex(*plan.known.b))
        if apart < 0.01:
            raise BadFile("the two places of the known length are the same.", "", "Pick them apart.", "known")
        grow = plan.known.length / apart
    if plan.square:
        grow = _by_square(found, plan.square, doubts)
    if grow != 1.0:
        drawn = drawn.scaled(grow)
        found = outlines_of(drawn)
    largest = max((max(r - x, b - y) for o in found.outlines for x, y, r, b in [box_of(o.path.segments)]), default=0.0)
    if largest > LARGEST:
        doubts.append(f"The largest outline is {largest / 100:.1f} m long. Was it drawn in another unit?")
    elif 0 < largest < SMALLEST:
        doubts.append(f"The largest outline is {largest:.1f} cm long. Was it drawn in another unit?")
    return Scaled(drawn, found, grow, tuple(doubts))


def _by_square(found: Found, square: TestSquare, doubts: list[str]) -> float:
    if square.outline >= len(found.outlines):
        raise BadFile("there is no such outline for the test square.", "", "Choose the square in the drawing.", "square")
    o = found.outlines[square.outline]
    left, top, right, bottom = box_of(o.path.segments)
    wide, high = right - left, bottom - top
    if abs(o.area - wide * high) > 0.03 * wide * high:
        raise BadFile("that outline is no square.", "", "Choose the test square, drawn level.", "square")
    if abs(wide - high) > UNEVEN * max(wide, high):
        doubts.append(f"The test square is {wide:.2f} cm wide and {high:.2f} cm high: the drawing was stretched one way.")
    return square.side / sqrt(o.area)


def block_in(drawn: Drawn, plan: Plan | None, where: str = "") -> BlockIn:
    """The block in a drawing. Without a plan only our own drawings say enough of themselves.

    Raises BadFile with piece, field and a cure: see ``piece_in``, ``promises_in``.
    """
    if plan is None or not plan.pieces:
        if is_own(drawn):
            return BlockIn(own_block(drawn, where), str((drawn.promises or {}).get("name", "")), drawn.told, {})
        raise BadFile(
            _what_is_asked(drawn), where, "Say in a plan which outline is which piece, and name its corners and edges.", "pieces"
        )
    true = scaled(drawn, plan)
    laid: dict[str, Laid] = {}
    for p in plan.pieces:
        if p.outline >= len(true.found.outlines):
            raise BadFile(
                f"there is no outline {p.outline}: the drawing has {len(true.found.outlines)}.",
                p.name,
                "Count from 0, the largest.",
                "outline",
            )
        if p.name in laid:
            raise BadFile("two pieces have this name.", p.name, "Give each a name of its own.", "name")
        done = piece_in(true.found.outlines[p.outline], _grown(p, true.grow))
        look_over(done.piece, p.name)
        laid[p.name] = done
    pattern = promises_in(Pattern(tuple(x.piece for x in laid.values()), (), ()), _placed(plan, laid, true.grow))
    block = Block("", {}, {}, pattern, (), ())
    return BlockIn(block, plan.name, (*drawn.told, *true.doubts, *_told(plan)), {n: x.onto for n, x in laid.items()})


_PLACES: Final = frozenset({"corners", "point", "mouth", "at", "start", "end"})


def _grown(plan: PiecePlan, by: float) -> PiecePlan:
    """Places of a piece's plan grown with the drawing; amounts in cm stay."""
    if by == 1.0:
        return plan

    def walk(value: Any, place: bool = False) -> Any:
        if isinstance(value, dict):
            return {k: walk(v, k in _PLACES) for k, v in value.items()}
        if isinstance(value, (list, tuple)):
            return [walk(v, place) for v in value]
        return value * by if place and isinstance(value, float) else value

    return PiecePlan.model_validate(walk(plan.model_dump()))


def _placed(plan: Plan, laid: Mapping[str, Laid], grow: float) -> Plan:
    """Notches' places carried onto the pieces."""
    notches = []
    for n in plan.notches:
        places = []
        for piece, edge, at in n.places:
            if piece not in laid:
                raise BadFile(f"there is no piece called {piece}.", "", "Name a piece of the plan.", "notches")
            z = laid[piece].onto.point(complex(*at) * grow)
            places.append((piece, edge, (z.real, z.imag)))
        notches.append(NotchPlan(name=n.name, places=places, style=n.style))
    return plan.model_copy(update={"notches": notches})


def _told(plan: Plan) -> list[str]:
    return [
        f"{p.name}: no grainline was given; it runs as the piece is drawn, straight down." for p in plan.pieces if p.grain is None
    ]


def _what_is_asked(drawn: Drawn) -> str:
    found = outlines_of(drawn)
    if not found.outlines:
        gap = found.left_open[0] if found.left_open else None
        if gap:
            return f"its outline is open by {gap.gap:.2f} cm, near {gap.a.real:.1f}, {gap.a.imag:.1f} cm."
        if any(p.closed for p in found.inner):
            return "its closed lines are all too small for a piece: look in which unit it was drawn."
        return "there is no closed outline in it."
    n = len(found.outlines)
    return f"there {'is one outline' if n == 1 else f'are {n} outlines'} in it, and no plan says which piece is which."
