"""What bodice drafts have in common: the armhole's curve, darts in a straight edge, the seams promised."""

from __future__ import annotations

from dataclasses import dataclass

from ..geometry.curves import corner_curve, guided
from ..geometry.path import Path, straight
from ..paper.edge import Edge
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Notch, Seam, SeamRule, Stretch

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


def side_balance(front: Piece) -> float:
    """cm from the underarm to the side's balance mark: the middle of its longer part beside the dart;
    two fifths down where there is none, so that the seam cannot be turned round."""
    parts = [e.length for e in front.outline if e.name == "side"]
    if len(parts) == 1:
        return 0.4 * parts[0]
    upper, lower = parts
    return upper / 2 if upper > lower else upper + lower / 2


def bodice_promises(pattern: Pattern, front: Armhole, back: Armhole) -> Pattern:
    """The seams of a bodice and its balance marks."""
    front_armhole = front.path.length
    balance = side_balance(pattern.piece("front"))

    def hold(name: str, *sides: Stretch) -> Seam:
        return Seam(name, sides, (), SeamRule("hold", length=pattern.side_length(sides)))

    seams: tuple[Seam, ...] = (
        Seam("side", (Stretch("front", "side", "armhole"),), (Stretch("back", "side", "armhole"),), SeamRule("equal")),
        Seam(
            "shoulder", (Stretch("front", "shoulder", "neckline"),), (Stretch("back", "shoulder", "neckline"),), SeamRule("equal")
        ),
        hold("armhole", Stretch("front", "armhole", "side"), Stretch("back", "armhole", "shoulder")),
        hold("neckline", Stretch("front", "neckline", "centre front"), Stretch("back", "neckline", "shoulder")),
        hold("waist", Stretch("front", "waist", "centre front"), Stretch("back", "waist", "side")),
    )
    shaped = pattern.piece("back").outline[-1].kind == "seam"
    if shaped:
        seams += (Seam("centre back", (Stretch("back", "centre back", "neckline"),), (), SeamRule("free")),)
    notches = (
        Notch("front balance", "armhole", "single", front_armhole - front.balance),
        Notch("back balance", "armhole", "double", front_armhole + back.balance),
        Notch("side balance", "side", "single", balance, balance),
    )
    return Pattern(pattern.pieces, seams, notches)
