"""Strips as one pencils them: numbers and guide line, worked on squares; and a skirt that stays level along its guide."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise
from typing import Any

import pytest
import shapely

from patterncraft.formats.drawing import draw_strips
from patterncraft.handwork.pointed_slashes import slash_pointed_at
from patterncraft.handwork.strips import PencilledStrips, pencilled
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Grain, Piece
from patterncraft.places.place import EdgePlace
from patterncraft.replay import Done, replay
from tests.conftest import draft_by
from tests.rich import PANEL
from tests.samples import WHOLE, polygon, square

RULES = HouseRules()
DOWN = Grain(25 + 10j, 25 + 40j)
SPREAD: dict[str, Any] = {
    "move": "slash_and_spread",
    "piece": "square",
    "from_edge": "bottom",
    "to_edge": "top",
    "count": 4,
    "opening": 4.0,
}


def sheet(centre: str = "left") -> Piece:
    """50 × 50, its centre on one side."""
    names = {centre: "centre front"}
    return replace(
        square(50.0), outline=tuple(replace(e, name=names.get(e.name, e.name)) for e in square(50.0).outline), grain=DOWN
    )


def done(piece: Piece | Pattern, step: dict[str, Any]) -> Done:
    pattern = piece if isinstance(piece, Pattern) else Pattern((piece,))
    found = replay(pattern, read_steps([step]), RULES)
    assert found.stopped is None, found.stopped
    return found.done[-1]


def marks(found: Done) -> PencilledStrips:
    assert found.strips is not None
    return pencilled(found.strips, found.after.piece(found.strips.piece))


def test_parallel_strips_lie_along_one_line_numbered_from_the_centre() -> None:
    """Five strips of 10, 4 between: their middles are at 5, 19, 33, 47, 61; the sheet is 66 wide now."""
    found = marks(done(sheet(), SPREAD | {"hinge": "none"}))
    assert found.numbers == pytest.approx([complex(5 + 14 * k, 25) for k in range(5)], abs=1e-9)
    assert found.guide is not None
    assert (found.guide.start, found.guide.end) in (
        (pytest.approx(25j), pytest.approx(66 + 25j)),
        (pytest.approx(66 + 25j), pytest.approx(25j)),
    )


def test_with_the_centre_on_the_right_number_one_is_there() -> None:
    """The strip at the centre stays put: the others go left, by 4, 8, 12, 16."""
    found = marks(done(sheet("right"), SPREAD | {"hinge": "none"}))
    assert found.numbers == pytest.approx([complex(45 - 14 * k, 25) for k in range(5)], abs=1e-9)


@pytest.mark.parametrize(("hinge", "level"), [("to_edge", 0.0), ("from_edge", 50.0)])
def test_hinged_strips_hang_together_on_the_edge_that_does_not_open(hinge: str, level: float) -> None:
    found = done(sheet(), SPREAD | {"hinge": hinge})
    guide = marks(found).guide
    assert guide is not None
    hung = [guide.segments[0][0], *(s[-1] for s in guide.segments)]
    nearest_centre = min(hung, key=lambda z: z.real)
    assert len(hung) == 4
    assert nearest_centre == pytest.approx(complex(10, level), abs=1e-9), "the first strip stayed where it was, 10 wide"
    steps = [abs(b - a) for a, b in pairwise(hung)]
    assert steps == pytest.approx([10.0] * 3, abs=1e-9), "and on it they are as wide as before"


def test_a_wedge_that_also_opens_parallel_hangs_on_no_line_and_pleats_neither() -> None:
    assert marks(done(sheet(), SPREAD | {"far_opening": 1.0})).guide is None
    pleats = {
        "move": "pleats",
        "piece": "square",
        "from_edge": "bottom",
        "to_edge": "top",
        "count": 2,
        "depth": 2.0,
        "kind": "knife",
    }
    found = marks(done(sheet(), pleats))
    assert found.guide is None
    assert len(found.numbers) == 3
    lapped = SPREAD | {"move": "overlap", "count": 1, "amount": 2.0}
    lapped.pop("opening")
    assert len(marks(done(sheet(), lapped)).numbers) == 2


def test_every_number_lies_in_its_own_strip_on_a_sleeve() -> None:
    """A sleeve's cap is round and its slashes lean: shapely holds the new paper against the numbers."""
    pattern = draft_by("sleeve-compass", WHOLE, draft_by("bodice-direct", WHOLE)).pattern
    step = {"move": "slash_and_spread", "piece": "sleeve", "from_edge": "hem", "to_edge": "cap", "count": 6, "opening": 3.0}
    found = done(pattern, step)
    piece = found.after.piece("sleeve")
    whole = polygon(piece)
    new = shapely.union_all([shapely.Polygon([(z.real, z.imag) for s in p.segments for z in (s[0],)]) for p in piece.paper.patches])
    strips = [g for g in whole.difference(new.buffer(0.05)).geoms if g.area > 5]
    numbers = marks(found).numbers
    assert len(numbers) == len(strips) == 7
    inside = [[s.contains(shapely.Point(z.real, z.imag)) for s in strips] for z in numbers]
    assert all(sum(row) == 1 for row in inside), "each in one strip"
    assert [sum(column) for column in zip(*inside, strict=True)] == [1] * 7, "each strip with one"


def test_a_skirt_spread_parallel_stays_level_hem_and_hip() -> None:
    """Its slashes lean toward the waist; the strips are slid square to the grain all the same."""
    pattern = draft_by("skirt", WHOLE).pattern
    step = {
        "move": "slash_and_spread",
        "piece": "skirt front",
        "from_edge": "hem",
        "to_edge": "waist",
        "count": 4,
        "opening": 5.0,
        "hinge": "none",
    }
    after = done(pattern, step).after.piece("skirt front")
    hem = [z.imag for e in after.outline if e.name == "hem" for s in e.path.segments for z in s]
    assert max(hem) - min(hem) < 1e-9
    hips = [z.imag for x in after.lines if x.name == "hip" for s in x.path.segments for z in s]
    assert max(hips) - min(hips) < 1e-9
    # A slash that leans by a opens 5 measured square to it, 5 / cos a along the level hem: never less, hardly more.
    before = sum(e.length for e in pattern.piece("skirt front").outline if e.name == "hem")
    assert 20.0 <= sum(e.length for e in after.outline if e.name == "hem") - before < 20.1


def test_without_a_grain_or_far_off_it_strips_go_square_to_their_slashes() -> None:
    for grain in (None, Grain(10 + 10j, 40 + 40j)):
        slanted = {
            "at": [[{"edge": "bottom", "from": "right", "fraction": 0.4}, {"edge": "top", "from": "centre front", "fraction": 0.5}]]
        }
        step = {k: v for k, v in SPREAD.items() if k != "count"} | slanted | {"hinge": "none"}
        found = done(replace(sheet(), grain=grain), step)
        assert found.strips is not None
        a, b = found.strips.gaps[0]
        lean = (a.end - a.start) / abs(a.end - a.start)
        assert abs(((b.start - a.start) * lean.conjugate()).real) < 1e-9, "square to the slash, which leans by 6°"
        assert abs(b.start - a.start) == pytest.approx(4.0)


def test_nothing_is_pencilled_by_other_moves_and_a_muted_one() -> None:
    assert done(draft_by("bodice-direct", WHOLE).pattern, PANEL).strips is None
    assert done(sheet(), SPREAD | {"muted": True}).strips is None


def test_drawn_to_a_tenth_of_a_micrometre_in_the_sheets_own_coordinates() -> None:
    found = done(sheet(), SPREAD | {"hinge": "none"})
    assert found.strips is not None
    drawn = draw_strips(found.strips, found.after)
    assert [(p.x, p.y) for p in drawn.numbers] == [(5 + 14 * k, 25) for k in range(5)]
    assert (drawn.piece, drawn.guide[0]) == ("square", "M")


def point(at: complex, listed: tuple[Any, ...] = (), index: int | None = None) -> tuple[tuple[Any, ...], str]:
    piece = sheet()
    return slash_pointed_at(piece, Pattern((piece,)), at, ("bottom", "top"), listed, index, "cm")


def test_a_hand_on_the_edge_sets_a_slash_straight_across() -> None:
    at, words = point(20 + 49j)
    ((near, far),) = at
    assert (near.found(sheet()).point, far.found(sheet()).point) == (pytest.approx(20 + 50j), pytest.approx(20 + 0j))
    assert words == "the bottom, 30.0 cm from the right, to the top, 30.0 cm from the right"


def test_a_hand_on_the_other_edge_leads_the_nearest_there_and_sets_none_where_none_is() -> None:
    one, _ = point(10 + 50j)
    two, _ = point(40 + 50j, one)
    led, words = point(31 + 1j, two)
    assert [far.found(sheet()).point for _, far in led] == [pytest.approx(10 + 0j), pytest.approx(31 + 0j)]
    assert [near for near, _ in led] == [near for near, _ in two]
    assert words == "slash 2 to the top, 19.0 cm from the right"
    first, _ = point(31 + 1j)
    assert first[0][0].found(sheet()).point == pytest.approx(31 + 50j), "the first one begins on the edge slashed from"


def test_a_slash_taken_hold_of_keeps_its_far_end() -> None:
    far = EdgePlace(edge="top", start="right", fraction=0.9)
    listed = ((EdgePlace(edge="bottom", start="right", fraction=0.9), far),)
    moved, _ = point(22 + 50j, listed, 0)
    assert moved[0][1] == far
    assert moved[0][0].found(sheet()).point == pytest.approx(22 + 50j)
