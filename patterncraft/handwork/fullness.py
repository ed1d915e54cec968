"""What cloth makes of fullness: which weights take a gather of so much, a strip opened so far, a seam eased by so much."""

from __future__ import annotations

from ..house import HouseRules
from ..units import at_most
from ..working import Sum, note, tell


def gather_advice(ratio: float, rules: HouseRules) -> Sum:
    """Which cloth takes a gather of ``ratio`` : 1, or that none does."""
    g = rules.fullness
    fits = [
        word
        for word, low, high in (
            ("light", g.light_from, g.light_to),
            ("medium", g.medium_from, g.light_from),
            ("heavy", 1.0, g.medium_from),
        )
        if low - 0.005 <= ratio <= high + 0.005
    ]
    if fits:
        return tell(f"Gathered {ratio:.2f} : 1, it suits {' and '.join(fits)} cloth.")
    if ratio < 1.0:
        return note("Nothing is left to gather.")
    return note(f"Gathered {ratio:.2f} : 1, it is more than even light cloth takes well: {g.light_to:.1f} : 1 at most.")


def strip_advice(opening: float, rules: HouseRules) -> Sum:
    """Which cloth a strip opened by so many cm is for."""
    g = rules.fullness
    if opening > at_most(g.light_strip) + 0.005:
        return note(f"Each opens by more than light cloth is given, {g.light_strip:.0f} cm: take more slashes.")
    word = "light" if opening > at_most(g.medium_strip) + 0.005 else "medium or light"
    return tell(f"Opened so far each strip is for {word} cloth.")


def ease_advice(full: float, flat: float, rules: HouseRules) -> Sum:
    """Whether a seam takes that ease, by cloth; ``full`` and ``flat`` in cm."""
    g = rules.fullness
    percent = 100.0 * (full - flat) / flat if flat > 0 else 0.0
    if percent > g.soft_ease + 0.005:
        return note(
            f"{percent:.1f} % is more ease than a seam takes without gathers: {g.firm_ease:.0f} % in firm cloth, "
            f"{g.soft_ease:.0f} % in soft wool."
        )
    if percent > g.firm_ease + 0.005:
        return tell(f"{percent:.1f} % is eased in: soft wool takes it, firm cloth does not ({g.firm_ease:.0f} %).")
    return tell(f"{percent:.1f} % is eased in: any cloth takes it.")
