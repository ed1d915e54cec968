"""A drawn line over an open dart is two on paper. It was carried as one: when the dart was rotated, the line's half at the fold
swung away with the other."""

from __future__ import annotations

from dataclasses import replace

import pytest
import shapely

from patterncraft.geometry.path import straight
from patterncraft.handwork.over_darts import with_lines_off_darts
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import find_dart
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import DrawnLine
from patterncraft.replay import replay
from tests.conftest import draft, draft_by
from tests.samples import WHOLE


def worked(pattern: Pattern, *steps: dict[str, object]) -> Pattern:
    done = replay(pattern, read_steps(list(steps)), HouseRules())
    assert done.stopped is None, done.stopped
    return done.pattern


def test_the_dolmans_underarm_line_stays_at_the_fold_when_its_waist_dart_goes_to_the_overarm() -> None:
    before = draft_by("dolman", WHOLE).pattern
    line = next(x.path for x in before.piece("front").lines if x.name == "under the arm")
    step = {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": "overarm", "fraction": 0.5}}
    after = worked(before, step).piece("front")
    parts = [x.path for x in after.lines if x.name == "under the arm"]
    start = line.start if abs(line.start.real) < abs(line.end.real) else line.end
    assert min(abs(z - start) for p in parts for z in (p.start, p.end)) < 1e-9
    dart = find_dart(before.piece("front"), "waist dart")
    mouth = shapely.Polygon([(z.real, z.imag) for z in (dart.mouth[0], dart.pivot, dart.mouth[1])])
    across = shapely.LineString([(line.start.real, line.start.imag), (line.end.real, line.end.imag)])
    assert sum(p.length for p in parts) == pytest.approx(across.difference(mouth).length, abs=1e-6)


@pytest.mark.parametrize("level", [30.0, 36.0, 42.0])
def test_a_level_over_two_sides_of_a_waist_dart_heals_when_the_dart_shuts(level: float) -> None:
    """Both halves turn by the dart's whole angle against each other: the parts meet at the leg, in one place of the paper."""
    pattern = draft(WHOLE).pattern
    front = pattern.piece("front")
    dart = find_dart(front, "waist dart")
    marked = pattern.with_piece(replace(front, lines=(DrawnLine("level", straight(complex(0, level), complex(18, level))),)))
    shut = worked(
        marked, {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": "shoulder", "fraction": 0.5}}
    )
    parts = sorted((x.path for x in shut.piece("front").lines), key=lambda p: p.start.real)
    assert len(parts) == 2
    leg = abs(level - dart.pivot.imag) / abs((dart.mouth[1] - dart.pivot).imag) * dart.leg_in.length
    for p in parts:
        # Each part's inner end is as far from the pivot as it was along its leg.
        assert min(abs(abs(z - dart.pivot) - leg) for z in (p.start, p.end)) < 1e-6
    back = worked(
        shut,
        {
            "move": "rotate_dart",
            "piece": "front",
            "dart": "shoulder dart",
            "to": {"edge": "waist", "from": "centre front", "fraction": 0.4},
        },
    )
    assert sum(x.path.length for x in back.piece("front").lines) == pytest.approx(sum(p.length for p in parts), abs=1e-6)


def test_a_line_beside_a_dart_and_one_to_its_point_are_left_alone() -> None:
    """Only what crosses a leg is parted: the bust line ends at the very point, the chest line runs above it."""
    front = draft(WHOLE).pattern.piece("front")
    assert with_lines_off_darts(front) is front
    pivot = find_dart(front, "waist dart").pivot
    over = replace(front, lines=(DrawnLine("over", straight(pivot + complex(-3, 9), pivot + complex(3, 9))),))
    parted = with_lines_off_darts(over)
    # 9 of 18 down the mouth of 2.54 is 1.27 wide: 6 less 1.27 is left, half on each side.
    assert [x.path.length for x in parted.lines] == pytest.approx([(6 - 1.27) / 2] * 2, abs=1e-6)
