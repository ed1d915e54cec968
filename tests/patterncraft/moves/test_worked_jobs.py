"""Whole jobs as a workroom does them, their numbers worked by hand from the measures and the block."""

from __future__ import annotations

import cmath
from math import sin
from typing import Any

import pytest

from patterncraft.house import HouseRules
from patterncraft.ledger import Promise, ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.account import paper_account
from patterncraft.paper.dart import find_dart
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sewn import sewn_length
from patterncraft.replay import Replay, replay
from patterncraft.style import on_one_table
from tests.conftest import draft, draft_by
from tests.samples import WHOLE, polygon

RULES = HouseRules()


def worked(pattern: Pattern, *steps: dict[str, Any]) -> Replay:
    """The steps done; every line of the paper account comes out."""
    done = replay(pattern, read_steps(list(steps)), RULES)
    assert done.stopped is None, done.stopped
    assert all(abs(line.missing) < 1e-6 for line in paper_account(done.pattern))
    return done


def promise(pattern: Pattern, name: str) -> Promise:
    return next(p for p in ledger(pattern, RULES) if p.name == name)


@pytest.mark.parametrize("spread", [2.0, 4.0])
def test_five_strips_of_a_skirt_medium_and_light_cloth(spread: float) -> None:
    """Four slashes make five numbered strips; each opens alike, so waist and hem grow by four times the spread."""
    skirt = draft_by("skirt", WHOLE).pattern
    before = skirt.piece("skirt front")
    step = {"move": "slash_and_spread", "piece": "skirt front", "from_edge": "waist", "to_edge": "hem", "count": 4}
    done = worked(skirt, step | {"opening": spread, "hinge": "none", "result": "gather"})
    after = done.pattern.piece("skirt front")
    for edge in ("waist", "hem"):
        # The redrawn edge runs over the steps between the strips: hundredths, not tenths.
        assert sewn_length(after, edge) - sewn_length(before, edge) == pytest.approx(4 * spread, abs=0.05)
    # Parallel strips: the new paper is each slash's length times the spread; the slashes are as long as centre and side about.
    new = after.paper.new
    length = 0.5 * (sewn_length(before, "centre front") + sewn_length(before, "side"))
    assert new == pytest.approx(4 * spread * length, rel=0.03)
    assert polygon(after).area == pytest.approx(polygon(before).area + new - after.paper.away, abs=0.05)
    strips = next(s for s in done.done[0].working if s.label.startswith("Strips"))
    # Five numbers, which come to what the waist was; no sum is written behind them that they do not come to.
    assert strips.result is None
    assert len(strips.terms) == 5
    assert sum(t.value for t in strips.terms) == pytest.approx(sewn_length(before, "waist"), abs=1e-6)


def test_a_raglan_sleeve_widened_parallel_grows_the_neck_and_hinged_there_does_not() -> None:
    top = draft_by("raglan-top", WHOLE).pattern
    neck = promise(top, "neckline").length_a
    slash = {"move": "slash_and_spread", "piece": "sleeve", "from_edge": "hem", "to_edge": "neckline", "count": 1, "opening": 4.0}
    for hinge, grown in (("none", 4.0), ("to_edge", 0.0)):
        done = worked(top, slash | {"hinge": hinge})
        assert sewn_length(done.pattern.piece("sleeve"), "hem") - sewn_length(top.piece("sleeve"), "hem") == pytest.approx(
            4.0, abs=0.1
        )
        assert promise(done.pattern, "neckline").length_a - neck == pytest.approx(grown, abs=0.02)
        for seam in ("front raglan", "back raglan", "underarm"):
            found = promise(done.pattern, seam)
            assert found.kept
            assert found.length_a == pytest.approx(promise(top, seam).length_a, abs=1e-6)


def test_an_a_line_dress_front_of_two_blocks() -> None:
    """Bodice and skirt laid together at the waist; the skirt's dart closed into the hem, whose opening is the chord that
    the dart's angle makes at the hem's distance."""
    bodice = draft(WHOLE, waist_ease=1.0).pattern
    skirt = draft_by("skirt", WHOLE).pattern
    table = on_one_table({"bodice": bodice, "skirt": skirt})
    dart = find_dart(skirt.piece("skirt front"), "waist dart")
    to_hem = {"move": "rotate_dart", "piece": "skirt front", "dart": "waist dart", "to": {"edge": "hem", "fraction": 0.5}}
    flared = worked(table, to_hem).pattern.piece("skirt front")
    opened = find_dart(flared, flared.darts[0].name)
    reach = abs(opened.mouth[0] - opened.pivot)
    angle = abs(cmath.phase((dart.mouth[1] - dart.pivot) / (dart.mouth[0] - dart.pivot)))
    assert opened.intake == pytest.approx(2 * reach * sin(angle / 2), abs=1e-9)
    done = worked(
        table,
        {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"dart": "side dart"}},
        to_hem,
        {"move": "join_pieces", "a": ["front", "waist"], "b": ["skirt front", "waist"], "name": "dress front"},
    )
    joined = done.pattern.piece("dress front")
    whole = sum(polygon(p).area for p in (bodice.piece("front"), skirt.piece("skirt front")))
    assert joined.area + joined.paper.away - joined.paper.new == pytest.approx(whole, abs=0.05)
    fold = sewn_length(joined, "centre front")
    both = sewn_length(bodice.piece("front"), "centre front") + sewn_length(skirt.piece("skirt front"), "centre front")
    assert fold == pytest.approx(both, abs=1e-6)
    assert not any(s.name == "waist" and any(x.piece == "dress front" for x in s.a) for s in done.pattern.seams)
