"""What bodice drafts have in common: the armhole's curve, darts in a straight edge, the seams promised."""

from __future__ import annotations

from cmath import rect
from dataclasses import dataclass
from math import radians, sqrt

from ..errors import BadMeasure
from ..geometry.curvature import how_it_bends
from ..geometry.curves import guided
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..geometry.segment import point_at, start_direction
from ..measures.keys import MEASURES
from ..paper.edge import Edge
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Notch, Seam
from .sewing import equal, free, held, side_of

FULLER = (1.0, 1.2, 1.45, 1.8, 2.3)
"""How many times the stated distance the bowl may keep off the underarm's corner. On a wide side the stated one would
make a box of the armhole; the curve then keeps farther off, and the draft says so."""
LEANS = (radians(2.5), radians(5.0))
"""Radians by which the armhole may leave the tip off the square, where else it would turn back on itself."""
SLID = 3.0
"""cm by which the place where the armhole is innermost may slide up or down its upright, so that the curve is fair."""


@dataclass(frozen=True, slots=True)
class Armhole:
    """The armhole as drawn from the tip: the path, cm from the tip to its balance mark, and how far
    the bowl stays off the underarm's corner."""

    path: Path
    balance: float
    off_corner: float


def draw_armhole(tip: complex, shoulder: complex, guide: complex, underarm: complex, corner: float) -> Armhole:
    """One sweep: square off the shoulder, innermost at the guide's upright, through the diagonal of the underarm's corner at
    the stated distance, level into the underarm.

    The innermost place may slide a little along its upright, and the bowl keep farther off the corner, where else the
    curve would turn back on itself: an armhole has no inflection and tightens at most once, under the arm.
    """
    ways = [(0.0, more) for more in FULLER] + [(lean, 1.0) for lean in LEANS]
    best: tuple[float, Path, float] | None = None
    level = guide.imag
    for lean, more in ways:
        off = corner * more
        square = shoulder * 1j * rect(1.0, lean if (guide - tip).real < 0 else -lean)
        path = _innermost(tip, square, guide, underarm, off, level)
        level = path.segments[1][0].imag
        bend = how_it_bends(path)
        over = max(guide.real - min(seg[k].real for seg in path.segments for k in (0, -1)), 0.0)
        dip = max(max(point_at(seg, k / 8).imag for seg in path.segments[-2:] for k in range(9)) - underarm.imag, 0.0)
        worth = 10 * bend.inflections + 3 * max(bend.extrema - 3, 0) + 5 * over + 60 * dip + more - 1.0
        if best is None or worth < best[0]:
            best = worth, path, off
        if best[0] < 1.1:
            break
    if best is None:
        raise AssertionError("at least one way is tried")
    return Armhole(best[1], Path(best[1].segments[:1]).length, best[2])


def _innermost(tip: complex, square: complex, guide: complex, underarm: complex, off: float, level: float) -> Path:
    """The curve with its innermost place on the guide's upright, at a level within reach of the guide's; found by secants
    from ``level``."""
    outward = 1.0 if underarm.real >= guide.real else -1.0
    bowl = complex(guide.real, underarm.imag) + off * complex(outward, -1.0) / sqrt(2.0)
    low = max(guide.imag - SLID, tip.imag + 0.2 * (underarm.imag - tip.imag))
    high = max(low, min(guide.imag + SLID, underarm.imag - 0.25 * (underarm.imag - tip.imag)))

    def through(y: float) -> tuple[Path, float]:
        path = fair_curve([tip, complex(guide.real, y), bowl, underarm], square, complex(outward, 0.0))
        return path, start_direction(path.segments[1]).real

    y0 = min(max(level, low), high)
    (path, lean0), y1 = through(y0), min(max(y0 + 0.4, low), high)
    for _ in range(5):
        if abs(lean0) < 1e-3 or y1 == y0:
            break
        lean1 = lean0
        path, lean0 = through(y1)
        step = y1 - lean0 * (y1 - y0) / (lean0 - lean1) if lean0 != lean1 else y1
        y0, y1 = y1, min(max(step, low), high)
    return path


def back_neckline(nape: complex, neck: complex, shoulder: complex) -> Path:
    """Level from the nape, square into the shoulder; ``shoulder`` is the unit direction from the neck point out."""
    return guided(nape, 1 + 0j, 0.5 * (neck.real - nape.real), neck, shoulder * -1j, 0.75 * (nape.imag - neck.imag))


def front_neckline(pit: complex, neck: complex, shoulder: complex) -> Path:
    """Level from the pit of the neck, nearly square into the shoulder."""
    return guided(pit, 1 + 0j, 0.55 * (neck.real - pit.real), neck, shoulder * -1j, 0.55 * (pit.imag - neck.imag))


def even_mouth(point: complex, corner: complex, centre: complex, width: float) -> tuple[complex, complex]:
    """Both mouth points on the waistline, as far from the foot of the dart's middle, so that the legs are equal."""
    along = (centre - corner) / abs(centre - corner)
    foot = corner + along * ((point - corner) * along.conjugate()).real
    return foot - along * width / 2, foot + along * width / 2


def darted_edge(edge: str, dart: str, a: complex, mouth: tuple[complex, complex], point: complex, b: complex) -> tuple[Edge, ...]:
    """A straight edge a–b with a dart in it."""
    return (
        Edge(edge, "seam", straight(a, mouth[0])),
        Edge(dart, "dart", straight(mouth[0], point)),
        Edge(dart, "dart", straight(point, mouth[1])),
        Edge(edge, "seam", straight(mouth[1], b)),
    )


def refuse_where(tests: tuple[tuple[str, bool, str], ...]) -> None:
    """Raise BadMeasure for the first (measure key, whether it is wrong, why) that is wrong."""
    for key, wrong, why in tests:
        if wrong:
            raise BadMeasure(f"{why}.", MEASURES[key].title, "Measure again: the numbers contradict each other.", key)


def side_balance(front: Piece) -> float:
    """cm from the underarm to the side's balance mark: the middle of its longer part beside the dart;
    two fifths down where there is none, so that the seam cannot be turned round."""
    parts = [e.length for e in front.outline if e.name == "side"]
    if len(parts) == 1:
        return 0.4 * parts[0]
    upper, lower = parts
    return upper / 2 if upper > lower else upper + lower / 2


def bodice_promises(pattern: Pattern, front: Armhole, back: Armhole) -> Pattern:
    """The seams of a bodice, to the waist or to the hip, and its balance marks."""
    front_armhole = front.path.length
    balance = side_balance(pattern.piece("front"))
    seams: tuple[Seam, ...] = (
        equal("side", side_of(("front", "side", "armhole")), side_of(("back", "side", "armhole"))),
        equal("shoulder", side_of(("front", "shoulder", "neckline")), side_of(("back", "shoulder", "neckline"))),
        held(pattern, "armhole", side_of(("front", "armhole", "side"), ("back", "armhole", "shoulder"))),
        held(pattern, "neckline", side_of(("front", "neckline", "centre front"), ("back", "neckline", "shoulder"))),
    )
    if "waist" in pattern.piece("front").edge_names:
        seams += (held(pattern, "waist", side_of(("front", "waist", "centre front"), ("back", "waist", "side"))),)
    for piece, centre in (("front", "centre front"), ("back", "centre back")):
        if any(e.name == centre and e.kind == "seam" for e in pattern.piece(piece).outline):
            seams += (free(centre, side_of((piece, centre, "neckline"))),)
    notches = (
        Notch("front balance", "armhole", "single", front_armhole - front.balance),
        Notch("back balance", "armhole", "double", front_armhole + back.balance),
        Notch("side balance", "side", "single", balance, balance),
    )
    return Pattern(pattern.pieces, seams, notches)
