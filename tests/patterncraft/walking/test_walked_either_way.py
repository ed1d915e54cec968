"""A seam walked back is the same walk as of a seam written from its other end and walked on; a side that rolls is the same one, first or second."""

from __future__ import annotations

from typing import Literal

import pytest

from patterncraft.paper.pattern import Pattern
from patterncraft.walking.walk import Walk, Way, walk
from tests.other_end import sides_changed, walked_back
from tests.rich import RICH

OTHER: dict[Way, Way] = {"on": "back", "back": "on", "both": "both"}
NAMES = {"start": "end", "end": "start"}
WALKED = [(name, s.name) for name in RICH for s in RICH[name]().seams if s.b]


def stops(done: Walk, named: dict[str, str]) -> dict[tuple[str, str], object]:
    return {
        (named.get(x.since, x.since), named.get(x.name, x.name)): pytest.approx((x.length_a, x.length_b, x.left), abs=1e-6)
        for x in done.stops
    }


def told(done: Walk) -> dict[tuple[str, str], tuple[float, float, float]]:
    return {(x.since, x.name): (x.length_a, x.length_b, x.left) for x in done.stops}


def of(pattern: Pattern, seam: str, way: Way, rolls: Literal["a", "b"] = "b") -> Walk:
    return walk(pattern, pattern.seam(seam), way, rolls)


@pytest.mark.parametrize("way", OTHER)
@pytest.mark.parametrize(("name", "seam"), WALKED)
def test_from_the_other_end_it_is_the_way_back(name: str, seam: str, way: Way) -> None:
    pattern = RICH[name]()
    here, there = of(pattern, seam, way), of(walked_back(pattern), seam, OTHER[way])
    assert told(there) == stops(here, NAMES)
    whole = here.fixed.length, here.rolling.length
    a, b = here.frames[-1], there.frames[-1]
    if way != "both":
        assert (whole[0] - b.at_a, whole[1] - b.at_b) == pytest.approx((a.at_a, a.at_b), abs=1e-6)


@pytest.mark.parametrize("rolls", ["a", "b"])
@pytest.mark.parametrize(("name", "seam"), WALKED)
def test_the_same_side_rolls_over_the_same(name: str, seam: str, rolls: Literal["a", "b"]) -> None:
    pattern = RICH[name]()
    here = of(pattern, seam, "on", rolls)
    there = of(sides_changed(pattern), seam, "on", "b" if rolls == "a" else "a")
    assert told(there) == stops(here, {})
    for a, b in zip(here.frames, there.frames, strict=True):
        assert abs(a.by.point(3 + 4j) - b.by.point(3 + 4j)) < 1e-6
