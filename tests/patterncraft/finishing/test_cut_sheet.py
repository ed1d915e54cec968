"""The cut sheet of sheets of whole centimetres, worked by hand: rectangles as cut, areas opened out, what is bought besides."""

from __future__ import annotations

from cmath import exp, pi
from dataclasses import replace

import pytest

from patterncraft.finishing.cut_sheet import CutSheet, Notion, cut_sheet
from patterncraft.finishing.finish import finish
from patterncraft.finishing.plan import Finishing, NetFinish
from patterncraft.geometry.transform import Transform
from patterncraft.house import HouseRules
from patterncraft.paper.closure import Closure, Reach
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import CutPlan, Grain, Mark, Piece
from patterncraft.paper.seam import Seam, SeamRule, Stretch
from patterncraft.replay import Replay
from tests.samples import sheet

RULES = HouseRules()
ROUND = RULES.allowances.seam
"""cm of allowance round every edge but a fold."""
BARE = Finishing(lines=(NetFinish(piece="elastic wrist"), NetFinish(piece="binding armhole"), NetFinish(piece="neck strip")))


def folded(piece: Piece, edge: str = "left") -> Piece:
    return replace(piece, outline=tuple(replace(e, kind="fold") if e.name == edge else e for e in piece.outline))


def told(pieces: list[Piece], closures: tuple[Closure, ...] = (), seams: tuple[Seam, ...] = ()) -> CutSheet:
    pattern = Pattern(tuple(pieces), seams, (), closures)
    return cut_sheet(Replay(pattern, ()), finish(pattern, RULES, "", BARE), "cm")


def test_a_piece_is_as_wide_and_long_as_it_is_cut_along_its_own_grain() -> None:
    down, across = Grain(5 + 2j, 5 + 20j), Grain(1 + 5j, 9 + 5j, "cross")
    body = replace(folded(sheet(20, 30, "body")), grain=down, cut=CutPlan(1, True, False, interfacing=1))
    pocket = replace(sheet(10, 8, "pocket"), grain=across, cut=CutPlan(4, False, True, "lining"))
    tie = replace(sheet(4, 30, "tie"), grain=Grain(2 + 1j, 2 + 28j, "bias"), cut=CutPlan(1, False, False, interfacing=2))
    turned = tie.placed(Transform(exp(1j * pi / 6), 40 + 3j))
    loop = replace(sheet(5, 3, "loop"), cut=CutPlan(2, False, False))
    found = told([body, pocket, turned, loop])
    a = ROUND
    assert [(r.number, r.name, r.cloth, r.how, r.grain, r.interfacing) for r in found.rows] == [
        (1, "body", "shell", "1 on the fold", "straight", 1),
        (2, "pocket", "lining", "4, a pair", "across", 0),
        (3, "tie", "shell", "1", "bias", 2),
        (4, "loop", "shell", "2", "none marked", 0),
    ]
    assert [(r.width, r.length) for r in found.rows] == [
        # Half of what lies on the fold; the pocket's warp runs square to its arrow.
        pytest.approx((20 + a, 30 + 2 * a)),
        pytest.approx((10 + 2 * a, 8 + 2 * a)),
        pytest.approx((4 + 2 * a, 30 + 2 * a)),
        pytest.approx((5 + 2 * a, 3 + 2 * a)),
    ]
    areas = [2 * (20 + a) * (30 + 2 * a), (10 + 2 * a) * (8 + 2 * a), (4 + 2 * a) * (30 + 2 * a), (5 + 2 * a) * (3 + 2 * a)]
    assert [r.area for r in found.rows] == pytest.approx(areas)
    assert dict(found.cloths) == pytest.approx(
        {"shell": areas[0] + areas[2] + 2 * areas[3], "interfacing": areas[0] + 2 * areas[2], "lining": 4 * areas[1]}
    )


def test_elastic_is_bought_with_its_lap_and_strips_by_their_length() -> None:
    def strip(width: float, length: float, name: str, plan: CutPlan) -> Piece:
        bare = sheet(width, length, name)
        return replace(bare, cut=plan, outline=tuple(replace(e, kind="raw") for e in bare.outline))

    found = told(
        [
            strip(18, 1.5, "elastic wrist", CutPlan(2, False, False, "elastic")),
            strip(3, 45, "binding armhole", CutPlan(2, False, False)),
            folded(strip(30, 3, "neck strip", CutPlan(1, True, False, "binding"))),
        ]
    )
    assert [r.name for r in found.rows] == ["binding armhole", "neck strip"], "elastic is no cloth"
    assert found.notions == (
        Notion("Elastic, 1.5 cm wide (elastic wrist)", "2 × 20.0 cm, 2.0 cm of it lapped over"),
        Notion("Bias strip, 3.0 cm wide (binding armhole)", "90.0 cm of it"),
        Notion("Bias strip, 3.0 cm wide (neck strip)", "60.0 cm of it"),
    )


def test_what_shuts_it_is_bought_by_length_or_counted_with_how_far_apart() -> None:
    seam = Seam("side", (Stretch("one", "right", "top"),), (Stretch("two", "left", "top"),), SeamRule("equal"))
    reach = (Reach("side", "start", "end"),)
    closures = (
        Closure("side zip", "zip", reach, length=22.0),
        Closure("short zip", "zip", reach),
        Closure("front buttons", "buttons", reach, count=3),
        Closure("neck hooks", "hooks", reach, count=2),
        Closure("more hooks", "hooks", reach),
    )

    def bought(*at: float) -> list[str]:
        buttons = tuple(Mark(f"button {k}", complex(9, y), "button") for k, y in enumerate(at))
        plain = (Mark("bust point", 3 + 3j), *buttons)
        pieces = [sheet(10, 40, "two"), replace(sheet(10, 40, "one"), marks=plain)]
        found = told(pieces, closures, (seam,)).notions
        assert [n.name for n in found] == [
            "Zip (side zip)", "Zip (short zip)", "Buttons (front buttons)", "Hooks (neck hooks)", "Hooks (more hooks)",
        ]  # fmt: skip
        return [n.amount for n in found]

    # Marked out of order, as a hand does; 8 and 8 apart, or 8 and 9.
    assert bought(18.0, 2.0, 10.0) == ["22.0 cm long", "length as the opening", "3, 8.0 cm apart", "2", "as many as it takes"]
    assert bought(2.0, 10.0, 19.0)[2] == "3, 8.0 cm to 9.0 cm apart"
    assert bought(2.0)[2] == "3"
