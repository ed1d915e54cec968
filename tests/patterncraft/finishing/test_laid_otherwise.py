"""Finished as it lies: of sheets turned over or swung, the same cut line, snips, holes and lines at the same places of the paper, and the same rows of the cut sheet."""

from __future__ import annotations

from itertools import chain
from typing import Any

import pytest
import shapely

from patterncraft.finishing.cut_sheet import cut_sheet
from patterncraft.finishing.finish import FinishedPiece, finish
from patterncraft.finishing.plan import Finishing, NotchFinish
from patterncraft.finishing.sewing_order import sewing_order
from patterncraft.geometry.path import Path
from patterncraft.geometry.transform import Transform
from patterncraft.house import HouseRules
from patterncraft.replay import Replay
from tests.patterncraft.moves.test_turned_over import PLACED, laid
from tests.rich import RICH

RULES = HouseRules()
PLANS = {"slit": Finishing(), "v": Finishing(lines=(NotchFinish(notches="v"),))}


def ring(p: FinishedPiece, by: Transform | None = None) -> Any:
    points = [by.point(z) for z in p.cut_line] if by else p.cut_line
    return shapely.Polygon([(z.real, z.imag) for z in points])


def near(wanted: list[complex], found: list[complex], what: str, by: float = 0.02) -> None:
    """As many places, each within a hair of one of the others."""
    assert len(wanted) == len(found), what
    left = list(found)
    for z in wanted:
        spot = min(left, key=lambda w: abs(w - z))
        assert abs(spot - z) < by, f"{what}: {z:.2f} is {abs(spot - z):.3f} off"
        left.remove(spot)


def ends(path: Path) -> list[complex]:
    return [path.start, path.at(0.5 * path.length), path.end]


@pytest.mark.parametrize("how", PLACED)
@pytest.mark.parametrize("plan", PLANS)
@pytest.mark.parametrize("name", RICH)
def test_the_same_is_cut_snipped_and_drilled(name: str, plan: str, how: str) -> None:
    pattern, by = RICH[name](), PLACED[how]
    here, there = finish(pattern, RULES, "Choir", PLANS[plan]), finish(laid(pattern, by), RULES, "Choir", PLANS[plan])
    assert [p.name for p in here] == [p.name for p in there]
    for a, b in zip(here, there, strict=True):
        assert ring(a, by).symmetric_difference(ring(b)).area < 0.1, a.name
        assert a.label == b.label
        near([by.point(n.outer) for n in a.notches], [n.outer for n in b.notches], f"notches of {a.name}")
        near([by.point(n.inner) for n in a.notches], [n.inner for n in b.notches], f"feet of notches of {a.name}")
        near(
            list(chain(*(map(by.point, ends(x)) for _, x in a.snips))),
            list(chain(*(ends(x) for _, x in b.snips))),
            f"snips of {a.name}",
            0.05,
        )
        near([by.point(d.drill) for d in a.darts], [d.drill for d in b.darts], f"holes of {a.name}")
        near([by.point(d.point) for d in a.darts], [d.point for d in b.darts], f"points of darts of {a.name}")
        near([by.point(z) for x in a.lines for z in ends(x.path)], [z for x in b.lines for z in ends(x.path)], f"lines of {a.name}")
        near(
            [by.point(z) for x in a.lenses for z in (x.upper, x.lower)],
            [z for x in b.lenses for z in (x.upper, x.lower)],
            f"double-pointed darts of {a.name}",
        )
        assert sorted((e.name, round(e.allowance, 3), round(e.path.length, 2)) for e in a.edges) == sorted(
            (e.name, round(e.allowance, 3), round(e.path.length, 2)) for e in b.edges
        )


@pytest.mark.parametrize("how", PLACED)
@pytest.mark.parametrize("name", RICH)
def test_the_cut_sheet_and_the_order_of_sewing_are_the_same(name: str, how: str) -> None:
    pattern, by = RICH[name](), PLACED[how]
    here, there = (cut_sheet(Replay(p, ()), finish(p, RULES), "cm") for p in (pattern, laid(pattern, by)))
    for r, q in zip(here.rows, there.rows, strict=True):
        assert (r.number, r.name, r.how, r.cloth, r.interfacing, r.grain) == (
            q.number,
            q.name,
            q.how,
            q.cloth,
            q.interfacing,
            q.grain,
        )
        assert q.area == pytest.approx(r.area, abs=0.1)
        # How long a sheet lies along the cloth is told by its grain; without one it lies as it lies.
        if pattern.piece(r.name).grain:
            assert (q.width, q.length) == pytest.approx((r.width, r.length), abs=0.02)
    assert [s.kind for s in sewing_order(pattern)] == [s.kind for s in sewing_order(laid(pattern, by))]
