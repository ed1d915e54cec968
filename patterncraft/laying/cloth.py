"""A cloth as it comes from the bolt, and how it is spread on the table."""

from __future__ import annotations

from typing import Final, Literal

from pydantic import Field

from ..errors import BadSetting
from ..house import Strict, length_field, number_field

How = Literal["single", "folded", "doubled"]
HOW: Final[dict[How, str]] = {
    "single": "single, opened out",
    "folded": "folded lengthwise",
    "doubled": "two lengths, one on the other",
}


class Cloth(Strict):
    """What the shop says of a cloth. Widths in cm, shares in hundredths."""

    width: float = length_field(140.0, "Width", "From selvedge to selvedge, before washing.", 20, 400)
    selvedge: float = length_field(1.0, "Selvedge, each side", "Woven tighter: it is not cut into.", 0, 5)
    shrink_warp: float = number_field(0.0, "Shrinks in length, %", "Wash a hand's breadth and measure it.", 0, 30)
    shrink_weft: float = number_field(0.0, "Shrinks in width, %", "As in length.", 0, 30)
    stretch: float = number_field(0.0, "Stretches, %", "Across, held as it will be worn.", 0, 200)
    weight: float = number_field(0.0, "Weight, g/m²", "0: not known.", 0, 2000)
    nap: bool = Field(
        default=False,
        title="One way: nap or print",
        description="Velvet, prints and brushed cloth look another colour upside down.",
    )
    repeat_along: float = length_field(0.0, "Repeat along the length", "Of a check or print; 0: none.", 0, 120)
    repeat_across: float = length_field(0.0, "Repeat across the width", "Of a check or stripe; 0: none.", 0, 120)
    price: float = number_field(0.0, "Price of a metre", "In the house's money; 0: not known.", 0, 100_000)
    in_stock: float = length_field(0.0, "In stock, length", "0: bought as needed.", 0, 1_000_000)

    @property
    def usable(self) -> float:
        """cm across that can be cut into, once it is shrunk."""
        return (self.width - 2 * self.selvedge) * (1 - self.shrink_weft / 100)


class LayOrder(Strict):
    """How a lay is to be made. ``match``: seams whose notches are to meet on the cloth's repeat. ``keep_up``: no piece is turned head to foot, even
    where the cloth has no nap."""

    how: How = "folded"
    gap: float = length_field(0.3, "Gap between pieces", "The scissors' way.", 0, 5)
    keep_up: bool = False
    match: tuple[str, ...] = Field(default=(), max_length=60)
    seconds: float = Field(default=10.0, ge=1, le=3600)


def sensible(cloth: Cloth, order: LayOrder) -> None:
    """Raises BadSetting for what no table can do."""
    if cloth.usable < 5:
        raise BadSetting(
            f"of a cloth {cloth.width:g} cm wide only {max(cloth.usable, 0):.1f} cm can be cut into.",
            "selvedge",
            "Look at its width, selvedge and shrinkage again.",
            "width",
        )
    if order.match and not cloth.repeat_along:
        raise BadSetting(
            "seams are to be matched, and the cloth has no repeat.",
            "match",
            "Say how long its repeat is, or match nothing.",
            "repeat_along",
        )


def across(cloth: Cloth, order: LayOrder) -> float:
    """cm of the table's width that pieces may lie on: half of the cloth when it is folded."""
    return cloth.usable / 2 if order.how == "folded" else cloth.usable
