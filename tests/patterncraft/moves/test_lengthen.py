"""Lengthened and shortened: over several pieces, through darts, sides straight again or in one curve; measured by shapely."""

from __future__ import annotations

import cmath
from math import hypot

import pytest
import shapely

from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.path import straight
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.account import paper_account
from patterncraft.paper.dart import find_dart
from patterncraft.paper.edge import Edge
from patterncraft.paper.fold import lies_on_fold
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Grain, Piece
from patterncraft.replay import replay
from tests.conftest import draft, draft_by
from tests.patterncraft.moves.test_opening_moves import skirt, stopped
from tests.rich import worked
from tests.samples import FIGURES, WHOLE, polygon, ring, sewn_of

RULES = HouseRules()


def _xy(z: complex) -> tuple[float, float]:
    return z.real, z.imag


class TestLengthen:
    AT = {"edge": "side", "level": "hip", "down": 12.0}  # noqa: RUF012

    @pytest.mark.parametrize("amount", [6.0, 0.5, -0.5, -6.0])
    def test_every_edge_across_grows_by_it_and_the_paper_by_width_times_it(self, amount: float) -> None:
        before = skirt()
        after = worked(before, {"move": "lengthen", "pieces": ["skirt front", "skirt back"], "at": self.AT, "amount": amount})
        for old in before.pieces:
            new = after.piece(old.name)
            wide = sewn_of(old)["hem"]
            assert polygon(new).area - polygon(old).area == pytest.approx(wide * amount, abs=0.05)
            for name in ("side", f"centre {old.name.split()[-1]}"):
                assert sewn_of(new)[name] - sewn_of(old)[name] == pytest.approx(amount, abs=1e-6)
            assert sewn_of(new)["waist"] == pytest.approx(sewn_of(old)["waist"], abs=1e-9)
            assert lies_on_fold(new)
        assert all(p.kept for p in ledger(after, RULES))
        assert paper_account(after)[-1].balanced

    def test_there_and_back_is_the_skirt_it_was(self) -> None:
        step = {"move": "lengthen", "pieces": ["skirt front", "skirt back"], "at": self.AT}
        again = worked(skirt(), step | {"amount": 5.0}, step | {"amount": -5.0})
        for old in skirt().pieces:
            assert polygon(again.piece(old.name)).symmetric_difference(polygon(old)).area < 0.05

    def test_a_slanting_side_runs_on_in_one_curve(self) -> None:
        before = draft_by("sleeve-compass", WHOLE).pattern
        for amount in (5.0, -5.0):
            after = worked(before, {"move": "lengthen", "pieces": ["sleeve"], "at": {"mark": "elbow"}, "amount": amount}).piece(
                "sleeve"
            )
            for name in ("front underarm", "back underarm"):
                path = next(e.path for e in after.outline if e.name == name)
                bends = [abs(a[-1] - a[-2]) and abs((a[-1] - a[-2]) / abs(a[-1] - a[-2]) - (b[1] - b[0]) / abs(b[1] - b[0]))
                         for a, b in zip(path.segments, path.segments[1:], strict=False)]  # fmt: skip
                assert max(bends, default=0.0) < 0.02, f"{name} has a corner"

    @pytest.mark.parametrize("share", [0.15, 0.5, 0.8])
    @pytest.mark.parametrize("amount", [5.0, -4.0])
    def test_a_straight_slanting_side_is_straight_again_from_end_to_end(self, share: float, amount: float) -> None:
        """A trapeze, 20 wide above and 30 below, 60 high: its side is √(5² + (60 ± amount)²) long, wherever it was cut."""
        corners = [-10 + 0j, 10 + 0j, 15 + 60j, -15 + 60j]
        names = ("waist", "right side", "hem", "left side")
        edges = tuple(Edge(n, "seam", straight(a, b)) for n, a, b in zip(names, corners, [*corners[1:], corners[0]], strict=True))
        piece = Piece("skirt", edges, grain=Grain(4 + 3j, 4 + 57j))
        step = {"move": "lengthen", "pieces": ["skirt"], "at": {"edge": "right side", "from": "waist", "fraction": share}}
        after = worked(Pattern((piece,)), step | {"amount": amount}).piece("skirt")
        sides = [[e for e in after.outline if e.name == n] for n in ("right side", "left side")]
        assert [len(x) for x in sides] == [1, 1]
        for (side,) in sides:
            long = abs(side.path.end - side.path.start)
            assert long == pytest.approx(hypot(5, 60 + amount), abs=0.02)
            assert side.length == pytest.approx(long, abs=1e-9), "straight"
        assert sewn_of(after)["hem"] == pytest.approx(30.0, abs=1e-6)
        assert after.grain is not None
        assert after.contains(after.grain.start, after.grain.end) == [True, True], "the grainline does not run off the sheet"

    def test_near_the_hem_a_bent_side_runs_on_from_above_the_joint(self) -> None:
        """Five centimetres above the hem there is too little left below to bend it back there: the curve begins above."""
        before = draft_by("sleeve-compass", WHOLE).pattern
        step = {"move": "lengthen", "pieces": ["sleeve"], "at": {"edge": "front underarm", "fraction": 0.2}, "amount": -4.0}
        after = worked(before, step).piece("sleeve")
        for name in ("front underarm", "back underarm"):
            path = next(e.path for e in after.outline if e.name == name)
            line = shapely.LineString([(z.real, z.imag) for z in flat_path(path, 0.001)])
            ways = [line.interpolate(x) for x in (k * line.length / 60 for k in range(61))]
            turns = [
                cmath.phase(complex(c.x - b.x, c.y - b.y) / complex(b.x - a.x, b.y - a.y))
                for a, b, c in zip(ways, ways[1:], ways[2:], strict=False)
            ]
            assert max(map(abs, turns)) < 0.06, f"{name} turns by {max(map(abs, turns)):.2f} rad within a finger's width"

    @pytest.mark.parametrize("amount", [4.0, -3.0])
    @pytest.mark.parametrize("figure", FIGURES)
    def test_a_bodice_is_lengthened_through_its_waist_darts(self, figure: str, amount: float) -> None:
        """The usual line between bust and waist. The darts keep their points and mouths as wide as they were; waist and dart intake do not change."""
        before = draft(FIGURES[figure]).pattern
        step = {"move": "lengthen", "pieces": ["front", "back"], "at": {"edge": "side", "from": "waist", "distance": 4.5}}
        done = replay(before, read_steps([step | {"amount": amount}]), RULES)
        assert done.stopped is None, done.stopped
        for name in ("front", "back"):
            old, new = before.piece(name), done.pattern.piece(name)
            centre = f"centre {name}"
            assert sewn_of(new)[centre] - sewn_of(old)[centre] == pytest.approx(amount, abs=1e-6)
            assert sewn_of(new)["waist"] == pytest.approx(sewn_of(old)["waist"], abs=1e-6)
            was, now = find_dart(old, "waist dart"), find_dart(new, "waist dart")
            assert now.pivot == pytest.approx(was.pivot, abs=1e-9)
            assert now.intake == pytest.approx(was.intake, abs=1e-9)
            assert now.mouth[0] - was.mouth[0] == pytest.approx(complex(0, amount), abs=1e-9)
            assert now.leg_in.length == pytest.approx(abs(was.mouth[0] + 1j * amount - was.pivot), abs=1e-6)
            assert now.rule == was.rule
            # The paper: every corner below the level moved down, the sides straight between them.
            level = max(z.imag for z in ring(old)) - 4.6
            moved = shapely.Polygon([_xy(z + 1j * amount if z.imag > level else z) for z in ring(old)])
            assert polygon(new).symmetric_difference(moved).area < (0.05 if name == "back" else 4.0), (
                "the front's side is cut by its dart"
            )
        # Where a wide side dart leaves the front's side short and bent, front and back differ by a millimetre or two, and it is told.
        broken = [p for p in ledger(done.pattern, RULES) if not p.kept]
        assert all(p.name == "side" and abs(p.over) < 0.2 and p.cure for p in broken)
        assert not broken or figure == "long front"
        for line in paper_account(done.pattern)[:-1]:
            assert line.balanced
            # What was pasted into the dart for the while and cut out again is neither new paper nor put away: new is the strip, away the band.
            strip = polygon(done.pattern.piece(line.piece)).area - polygon(before.piece(line.piece)).area
            more, less = (line.new, line.away) if amount > 0 else (line.away, line.new)
            assert more - less == pytest.approx(abs(strip), abs=0.02), "curves are flattened for shapely"
            assert less < 2.5, "but for what a side drawn straight again gives or takes"
        assert "leg of the waist dart" in " ".join(s.label for s in done.done[0].working)

    def test_a_level_through_a_darts_point_or_mouth_is_refused_with_the_cure(self) -> None:
        at = {"at": {"dart": "waist dart"}, "out": 0, "down": 0.3}
        said, field = stopped(draft(WHOLE).pattern, {"move": "lengthen", "pieces": ["front"], "at": at, "amount": 3.0})
        assert ("runs through the point of the" in said, field) == (True, "at")

    def test_what_it_is_sewn_to_and_was_left_out_is_told(self) -> None:
        done = replay(skirt(), read_steps([{"move": "lengthen", "pieces": ["skirt front"], "at": self.AT, "amount": 4.0}]), RULES)
        assert any(s.label.startswith("The skirt back is sewn to it and stays as it was") for s in done.done[0].working)
        assert not next(p for p in ledger(done.pattern, RULES) if p.name == "side").kept

    def test_refusals(self) -> None:
        step = {"move": "lengthen", "pieces": ["front"], "at": {"mark": "bust point"}, "amount": 2.0}
        assert stopped(draft(WHOLE).pattern, step)[1] == "at"
        assert stopped(skirt(), {"move": "lengthen", "pieces": ["skirt front"], "at": self.AT, "amount": -60.0})[1] == "amount"
        assert stopped(skirt(), {"move": "lengthen", "pieces": ["skirt front"], "at": self.AT, "amount": 0.0})[1] == "amount"
        assert (
            stopped(
                skirt(), {"move": "lengthen", "pieces": ["skirt front"], "at": {"edge": "hem", "fraction": 0.5}, "amount": 2.0}
            )[1]
            == "at"
        )
