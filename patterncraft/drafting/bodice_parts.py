"""What bodice drafts have in common: the armhole's curve, darts in a straight edge, the seams promised."""

from __future__ import annotations

from dataclasses import dataclass

from ..errors import BadMeasure
from ..geometry.curves import corner_curve, guided
from ..geometry.path import Path, straight
from ..measures.keys import MEASURES
from ..paper.edge import Edge
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Notch, Seam
from .sewing import equal, free, held, side_of

FULLEST = 0.84
"""Share of the corner's sides that the bowl's handles may take. On a wide side the stated distance would
make a box of the armhole; the curve then keeps farther off the corner, and says so."""


@dataclass(frozen=True, slots=True)
class Armhole:
    """The armhole as drawn from the tip: the path, cm from the tip to its balance mark, and how far
    the bowl stays off the underarm's corner."""

    path: Path
    balance: float
    off_corner: float


def draw_armhole(tip: complex, shoulder: complex, guide: complex, underarm: complex, corner: float) -> Armhole:
    """Two cubics: square off the shoulder to the guide point (upright there), then level into the underarm."""
    square = shoulder * 1j
    third = abs(guide - tip) / 3
    upper = guided(tip, square, third, guide, 1j, third)
    lower, off = corner_curve(guide, complex(guide.real, underarm.imag), underarm, corner, FULLEST)
    return Armhole(Path((*upper.segments, lower)), upper.length, off)


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
