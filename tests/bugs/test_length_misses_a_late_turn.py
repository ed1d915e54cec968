"""A doubled-back curve whose turn lies between the last quadrature nodes."""

import pytest

from patterncraft.geometry.length import arc_length
from patterncraft.geometry.segment import split


def test_turning_point_close_to_the_end_is_not_overlooked() -> None:
    # Up and back along a line: length to t is 3(1 − t)²t until it turns at 1/3. The tiny way back
    # lies between quadrature nodes; two levels agreed on the wrong length (4.7e-6).
    t = 0.3342189722182113
    seg = split((0j, 1j, 0j, 0j), t)[0]
    assert arc_length(seg) == pytest.approx(8 / 9 - 3 * (1 - t) ** 2 * t, abs=1e-9)
