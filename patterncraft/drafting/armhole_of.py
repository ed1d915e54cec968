"""What a sleeve has to know of the armhole it is made for, measured on the block."""

from __future__ import annotations

from dataclasses import dataclass
from math import radians, sin

from ..geometry.flatten import flat_path
from ..geometry.path import Path, chain
from ..geometry.solving import where_zero
from ..geometry.transform import slide
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import run_of


@dataclass(frozen=True, slots=True)
class HalfArmhole:
    """One half, walked from the underarm up to the tip. ``height``: tip to underarm, straight down, cm.
    ``inward``: cm from the underarm to the innermost place of the curve, across. ``notch``: cm from the
    underarm to the balance mark (0: none). The underarm lies at 0, the paper to the left (−x), y down."""

    path: Path
    height: float
    inward: float
    notch: float

    @property
    def length(self) -> float:
        """cm along it."""
        return self.path.length

    def up_to(self, height: float) -> float:
        """cm along the curve from the underarm to where it is ``height`` cm above it."""
        return where_zero(lambda at: -self.path.at(at).imag - height, 0.0, self.length, 1e-6)

    def up_to_slope(self, steepest: float) -> float:
        """cm along the curve from the underarm to where it first rises at so many degrees."""
        wanted = sin(radians(steepest))
        step = next((i for i in range(1, 21) if -self.path.direction_at(self.length * i / 20).imag >= wanted), 20)
        low, high = self.length * (step - 1) / 20, self.length * step / 20
        return where_zero(lambda at: -self.path.direction_at(at).imag - wanted, low, high, 1e-4)


@dataclass(frozen=True, slots=True)
class WholeArmhole:
    """A block's armhole as a sleeve meets it: the front's half and the back's."""

    front: HalfArmhole
    back: HalfArmhole

    @property
    def length(self) -> float:
        """cm round it, both halves."""
        return self.front.length + self.back.length

    @property
    def diameter(self) -> float:
        """Across, from the innermost place of the front to that of the back."""
        return self.front.inward + self.back.inward


def whole_armhole(pattern: Pattern) -> WholeArmhole:
    """The armhole of a block with a front and a back."""
    return WholeArmhole(_half(pattern, "front"), _half(pattern, "back"))


def _half(pattern: Pattern, name: str) -> HalfArmhole:
    piece = pattern.piece(name)
    whole = _walked_up(piece)
    points = flat_path(whole)
    return HalfArmhole(whole, -whole.end.imag, -min(z.real for z in points), _notch(pattern, name, whole.length))


def _walked_up(piece: Piece) -> Path:
    """From the underarm (at 0) to the tip. A block's outline runs from the tip down."""
    path = chain([piece.outline[i].path for i in run_of(piece, "armhole")]).reversed()
    origin = path.start
    return path.placed(slide(-origin))


def _notch(pattern: Pattern, piece: str, whole: float) -> float:
    """The armhole's notch on a piece, cm from the underarm."""
    for n, spot in pattern.placed_notches(piece):
        if n.seam == "armhole":
            return whole - spot.along
    return 0.0
