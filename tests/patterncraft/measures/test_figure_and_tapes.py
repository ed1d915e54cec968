"""The figure with its tapes: lines through their points, and girths that lie before the body lower than behind it."""

from __future__ import annotations

from itertools import pairwise

import numpy as np
import pytest

from patterncraft.geometry.path import Path
from patterncraft.measures.figure import oval, through
from patterncraft.measures.keys import MEASURES
from patterncraft.measures.tapes import TAPES

POINTS = [(0.0, 0.0), (3.0, 1.0), (4.0, 5.0), (1.0, 7.0), (-2.0, 4.0)]


@pytest.mark.parametrize("closed", [False, True])
def test_a_line_runs_through_its_points_parallel_to_the_neighbours_of_each(closed: bool) -> None:
    """Catmull and Rom's spline as cubics (textbooks of splines): each handle is a sixth of the way between a point's neighbours."""
    z = np.array([complex(*p) for p in POINTS])
    ahead, behind = np.roll(z, -1), np.roll(z, 1)
    if not closed:
        ahead[-1], behind[0] = z[-1], z[0]
    handles = (ahead - behind) / 6
    expected = np.stack([z, z + handles, np.roll(z - handles, -1), np.roll(z, -1)], axis=1)
    drawn = through(POINTS, closed)
    assert np.allclose(np.array(drawn.segments), expected if closed else expected[:-1])


def _height(path: Path) -> float:
    return float(np.mean([path.at(path.length * k / 40).imag for k in range(41)]))


GIRTHS = [k for k, t in TAPES.items() if t.hidden and k.endswith("_girth") and t.view == "front"]


@pytest.mark.parametrize("key", GIRTHS)
def test_a_girth_hangs_in_one_bow_before_the_body_and_rises_behind_it(key: str) -> None:
    (near,), (far,) = TAPES[key].seen, TAPES[key].hidden
    assert (near.start, near.end) == (far.start, far.end)
    assert near.start.imag == near.end.imag, "level"
    assert _height(near) > near.start.imag > _height(far)
    for path, way in ((near, 1.0), (far, -1.0)):
        first, second = path.cut(0.5 * path.length)
        for half, down in ((first, way), (second, -way)):
            heights = [half.at(half.length * k / 20).imag for k in range(21)]
            assert all(down * (b - a) > -0.05 for a, b in pairwise(heights)), "one bow, not a wave"
        middle = 0.5 * (path.start.real + path.end.real)
        for k in range(1, 20):
            z, mirrored = path.at(path.length * k / 20), path.at(path.length * (1 - k / 20))
            assert (z.real - middle, z.imag) == (
                pytest.approx(middle - mirrored.real, abs=1e-6),
                pytest.approx(mirrored.imag, abs=1e-6),
            )


LENGTHS = [k for k, t in TAPES.items() if t.ends and not t.hidden]


@pytest.mark.parametrize("key", LENGTHS)
def test_a_length_is_read_where_its_tape_begins_and_ends(key: str) -> None:
    tape = TAPES[key]
    first, last = (complex(*end) for end in tape.ends)
    assert (tape.seen[0].start, tape.seen[-1].end) == (first, last)


def test_an_oval_touches_its_box_in_the_middle_of_each_side_and_has_an_ellipses_size() -> None:
    drawn = oval(3 + 4j, 5.0, 2.0)
    assert {s[0] for s in drawn.segments} == {8 + 4j, 3 + 6j, -2 + 4j, 3 + 2j}
    assert [s[-1] for s in drawn.segments] == [s[0] for s in (*drawn.segments[1:], drawn.segments[0])]
    # Four cubics lie within three ten-thousandths of the circle that is stretched here (textbooks of splines).
    around = [complex((z.real - 3) / 5, (z.imag - 4) / 2) for z in (drawn.at(drawn.length * k / 97) for k in range(97))]
    assert [abs(z) for z in around] == pytest.approx([1.0] * 97, abs=4e-4)


def test_there_are_girths_to_be_looked_at_and_every_tape_is_of_a_measure() -> None:
    assert len(GIRTHS) >= 8
    assert len(LENGTHS) >= 8
    assert set(TAPES) <= set(MEASURES)
