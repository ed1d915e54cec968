"""Finding the one number that makes a drawing right."""

from __future__ import annotations

from collections.abc import Callable


def where_zero(f: Callable[[float], float], low: float, high: float, close: float = 1e-9, rounds: int = 60) -> float:
    """The place between low and high where a rising f goes through zero; the nearer end where it does not.

    False position with the Illinois rule (the end that stays put twice counts half), so that a smooth f
    is asked a handful of times. ``close``: how near zero is near enough, in f's own unit.
    """
    at_low = f(low)
    if at_low >= 0:
        return low
    at_high = f(high)
    if at_high <= 0:
        return high
    x, stayed = low, 0
    for _ in range(rounds):
        x = (low * at_high - high * at_low) / (at_high - at_low)
        value = f(x)
        if abs(value) <= close or high - low < 1e-12:
            break
        if value < 0:
            low, at_low = x, value
            at_high = at_high / 2 if stayed < 0 else at_high
            stayed = -1
        else:
            high, at_high = x, value
            at_low = at_low / 2 if stayed > 0 else at_low
            stayed = 1
    return x
