"""A sum as written at the edge of the paper, worked out again from what stands in it: the oracle of every working."""

from __future__ import annotations

import re
from math import cos, radians, sin, sqrt

import pytest

from patterncraft.working import Sum

_WORDS = {"sin": sin, "cos": cos, "radians": radians, "sqrt": sqrt}


def worth(formula: str) -> float | None:
    """×, −, √, squares, sines of degrees and shares worked out; None for a formula that has words in it."""
    text = formula.replace("×", "*").replace("−", "-").replace("²", "**2").replace(" of ", "*")
    # So many per cent less, or more, are a share of what stands before.
    text = re.sub(r"([\d.]+) ([-+]) ([\d.]+) %$", r"\1 * (1 \2 \3/100)", text)
    text = re.sub(r"([\d.]+) %", r"(\1/100)", text)
    text = re.sub(r"(sin|cos)\(([\d.]+)°( / 2)?\)", r"\1(radians(\2)\3)", text)
    text = re.sub(r"√([\d.]+)", r"sqrt(\1)", text).replace("√", "sqrt").replace("°", "")
    if not text or re.sub(r"sin|cos|radians|sqrt|e-", "", text).strip("0123456789.+-*/() ") or "," in text:
        return None
    return float(eval(text, {"__builtins__": {}}, _WORDS))  # noqa: S307  (our own sums, numbers and four functions only)


def exactly(line: Sum) -> float | None:
    """What a formula comes to with its terms as they are, not as they are told; None for one that has words in it."""
    terms = (f"{100 * t.value!r} %" if t.kind == "share" else f"{t.value!r}" + "°" * (t.kind == "angle") for t in line.terms)
    return worth(line.formula.format(*terms))


def assert_sum_comes_out(line: Sum) -> bool:
    """What stands left of the equals sign is what stands right of it, as far as the decimals told; whether it was a sum at all.

    A term is told to half a millimetre: sums of them are right to as many halves, products to as much of the product.
    """
    assert line.label
    assert line.note or line.result is not None or line.formula, line.label
    assert line.formula.count("{}") == len(line.terms), line.label
    assert all(isinstance(t.value, int | float) for t in line.terms), line.label
    spoken = line.spoken("cm")
    if " = " not in spoken or line.result is None or line.result.kind == "count":
        return False
    formula, result = spoken.rsplit(" = ", 1)
    found = worth(formula)
    if found is None:
        return False
    number = float(re.sub(r"[^\d.−-]", "", result).replace("−", "-"))
    slack = 0.06 * (1 + len(line.terms)) + 0.012 * abs(number)
    assert found == pytest.approx(number, abs=slack), f"{line.label}: {spoken}"
    return True
