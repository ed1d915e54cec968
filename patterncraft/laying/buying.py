"""What is to be bought for a lay, with its reasons; and what can be done where the cloth does not suffice."""

from __future__ import annotations

from dataclasses import dataclass
from math import ceil
from typing import Final

from ..units import INCH, Unit, format_length
from .cloth import HOW, Cloth, LayOrder, across
from .lay import Lay
from .packing import ring_of

STEP_CM: Final = 10.0
YARD: Final = 36 * INCH
"""cm, exact by definition"""
STEP_YARD: Final = YARD / 8
WIDTHS: Final = (90.0, 115.0, 140.0, 150.0, 160.0)
"""cm: widths that cloth is woven in (common practice, no source)"""
CAN_BE_JOINED: Final = ("band", "facing", "cuff", "collar", "binding", "sash", "belt", "pocket", "strip", "guard", "fly")
"""Words in the names of pieces whose join is hidden or does no harm."""


@dataclass(frozen=True, slots=True)
class Buying:
    """``length``: cm to buy; ``need``: before it is rounded up. ``reasons``: how it comes about, a line each. ``short``: what is to be said where the cloth in stock does not suffice."""

    length: float
    need: float
    words: str
    reasons: tuple[str, ...]
    cost: float | None
    short: tuple[str, ...]
    wider: str


def next_wider(cloth: Cloth) -> Cloth | None:
    """The same cloth in the next width that it is woven in; None beyond the widest."""
    wider = next((w for w in WIDTHS if w > cloth.width + 5), None)
    return cloth.model_copy(update={"width": wider}) if wider is not None else None


def buying(lay: Lay, cloth: Cloth, order: LayOrder, unit: Unit, on_wider: float = 0.0) -> Buying:
    """From the length of the lay to what one asks for in the shop. ``on_wider``: cm of a lay of the same pieces that was tried on the next wider cloth; 0: none was."""
    lengths = 2 if order.how == "doubled" else 1
    need = lay.length * lengths
    reasons = [f"the lay, {HOW[order.how]}: {_say(lay.length, unit)}" + (f" × 2 = {_say(need, unit)}" if lengths == 2 else "")]
    if order.match and cloth.repeat_along:
        need += cloth.repeat_along
        reasons.append(f"one repeat, to begin where the check does: + {_say(cloth.repeat_along, unit)}")
    if cloth.shrink_warp:
        before = need
        need /= 1 - cloth.shrink_warp / 100
        reasons.append(f"it shrinks by {cloth.shrink_warp:g} % when it is washed first: + {_say(need - before, unit)}")
    step = STEP_CM if unit == "cm" else STEP_YARD
    bought = ceil(need / step - 1e-6) * step
    rounded = "10 cm" if unit == "cm" else "⅛ yd"
    reasons.append(f"rounded up to the next {rounded}: {_shop(bought, unit)}")
    cost = bought / 100 * cloth.price if cloth.price else None
    return Buying(
        bought,
        need,
        _shop(bought, unit),
        tuple(reasons),
        cost,
        _short(lay, cloth, order, need, unit),
        _wider(lay, cloth, order, unit, on_wider),
    )


def _say(cm: float, unit: Unit) -> str:
    return format_length(cm, unit)


def _shop(cm: float, unit: Unit) -> str:
    if unit == "cm":
        return f"{cm / 100:.2f} m"
    eighths = round(cm / STEP_YARD)
    whole, rest = divmod(eighths, 8)
    part = {0: "", 1: "1/8", 2: "1/4", 3: "3/8", 4: "1/2", 5: "5/8", 6: "3/4", 7: "7/8"}[rest]
    return f"{' '.join(x for x in (str(whole) if whole or not part else '', part) if x)} yd"


def _short(lay: Lay, cloth: Cloth, order: LayOrder, need: float, unit: Unit) -> tuple[str, ...]:
    """Nothing where the stock suffices or nobody said what there is."""
    if not cloth.in_stock or need <= cloth.in_stock + 1e-6:
        return ()
    there = lay.length * cloth.in_stock / need
    missing = need - cloth.in_stock
    past = [lay.shapes[p.shape].label for p in lay.placed if max(z.real for z in ring_of(lay.shapes, p)) > there + 1e-6]
    names = list(dict.fromkeys(past))
    fits = len(lay.placed) - len(past)
    out = [
        f"The cloth is short by {_say(missing, unit)}: of {_say(need, unit)} there are {_say(cloth.in_stock, unit)}.",
        f"{fits} of {len(lay.placed)} pieces lie on what there is; these do not: {', '.join(names)}.",
    ]
    joined = [n for n in names if any(w in n for w in CAN_BE_JOINED)]
    if joined:
        out.append(f"Of two lengths, with a seam where nobody looks, could be cut: {', '.join(joined)}.")
    other = [n for n in names if n not in joined]
    if other:
        out.append(f"With a style line across, cloth joined on: {', '.join(other)}.")
    return tuple(out)


def _wider(lay: Lay, cloth: Cloth, order: LayOrder, unit: Unit, tried: float) -> str:
    """What the next wider cloth takes, as it was tried; or, by the same use of it, a guess that is said to be one."""
    wider = next_wider(cloth)
    if wider is None or not lay.length:
        return ""
    if tried:
        return f"On a cloth {_say(wider.width, unit)} wide the same pieces took {_say(tried, unit)} of lay, tried shortly."
    guess = lay.length * lay.room / across(wider, order)
    return f"Of a cloth {_say(wider.width, unit)} wide, used as well, about {_say(guess, unit)} of lay."
