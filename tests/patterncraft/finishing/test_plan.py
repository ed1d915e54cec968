"""A style's own finishing: which line wins, what is refused, and what comes of it on the paper."""

from __future__ import annotations

from dataclasses import replace
from typing import get_args

import pytest
import shapely

from patterncraft.errors import BadPlace, BadSetting
from patterncraft.finishing.finish import FinishedPiece, finish
from patterncraft.finishing.plan import DartFinish, EdgeFinish, Finishing, FinishLine, NetFinish, NotchFinish, with_line
from patterncraft.geometry.flatten import flat_path
from patterncraft.house import CornerKind, HouseRules, NotchKind
from patterncraft.paper.dart import find_dart
from patterncraft.paper.edge import EdgeKind
from patterncraft.paper.pattern import Pattern
from tests.samples import sheet

RULES = HouseRules()


def done(pattern: Pattern, *lines: FinishLine) -> dict[str, FinishedPiece]:
    plan = Finishing()
    for x in lines:
        plan = with_line(plan, x, pattern, RULES)
    return {p.name: p for p in finish(pattern, RULES, "Style", plan)}


def cut(p: FinishedPiece) -> shapely.Polygon:
    return shapely.Polygon([(z.real, z.imag) for z in p.cut_line])


def off(p: FinishedPiece, edge: str) -> float:
    """By shapely, cm from the middle of an edge to the cut line."""
    e = next(x for x in p.edges if x.name == edge)
    z = e.path.at(e.path.length / 2)
    return float(cut(p).exterior.distance(shapely.Point(z.real, z.imag)))


def test_an_edge_on_one_piece_on_all_and_the_last_word_wins(bodice: Pattern) -> None:
    found = done(bodice, EdgeFinish(edge="side", allowance=3.0), EdgeFinish(piece="front", edge="side", allowance=1.5))
    assert off(found["back"], "side") == pytest.approx(3.0, abs=3e-3)
    assert off(found["front"], "side") == pytest.approx(1.5, abs=3e-3)
    assert off(found["front"], "armhole") == pytest.approx(1.0, abs=3e-3), "as the house has it"
    again = done(bodice, EdgeFinish(piece="front", edge="side", allowance=1.5), EdgeFinish(edge="side", allowance=3.0))
    assert off(again["front"], "side") == pytest.approx(3.0, abs=3e-3)


@pytest.mark.parametrize(("kind", "wanted"), [("hem", 3.0), ("seam", 3.0), ("raw", 0.0)])
def test_an_edge_that_is_raw_is_cut_as_it_stands_whatever_is_said_of_its_name(kind: EdgeKind, wanted: float) -> None:
    """A hem that was grown on is called hem as well."""
    own = sheet(20.0, 40.0, "skirt")
    piece = own.with_outline(tuple(replace(e, name="hem", kind=kind) if e.name == "bottom" else e for e in own.outline))
    plan = Finishing(lines=(EdgeFinish(edge="hem", allowance=3.0),))
    (found,) = finish(Pattern((piece,)), RULES, "Style", plan)
    assert off(found, "hem") == pytest.approx(wanted, abs=1e-6)
    assert off(found, "top") == pytest.approx(1.0, abs=1e-6)


def test_a_line_said_anew_takes_the_old_ones_place(bodice: Pattern) -> None:
    plan = Finishing()
    for x in (EdgeFinish(piece="front", edge="side", allowance=1.5), EdgeFinish(edge="side", allowance=3.0)):
        plan = with_line(plan, x, bodice, RULES)
    assert [x.spoken("cm") for x in plan.lines] == ["Side: 3.0 cm allowance."]
    plan = with_line(plan, EdgeFinish(edge="side", corners="squared"), bodice, RULES)
    assert [x.spoken("in") for x in plan.lines] == ["Side: 1 3/16 in allowance.", "Side: corners squared."]


def test_a_net_piece_is_cut_along_its_sewing_line_with_its_notches_outside(bodice: Pattern) -> None:
    net = done(bodice, NetFinish(piece="back"))["back"]
    sew = shapely.Polygon([(z.real, z.imag) for e in net.edges for z in flat_path(e.path)[:-1]])
    assert cut(net).symmetric_difference(sew).area < 0.02
    marks = [shapely.LineString([(s[0].real, s[0].imag), (s[-1].real, s[-1].imag)]) for _, path in net.snips for s in path.segments]
    assert marks
    assert all(not sew.buffer(-0.01).intersects(m) for m in marks), "a tick outside, not a cut into the piece"
    assert done(bodice, NetFinish(), NetFinish(piece="back", net=False))["back"].cut_line == done(bodice)["back"].cut_line


def test_a_wide_dart_is_cut_out_with_its_own_allowance(bodice: Pattern) -> None:
    dart = find_dart(bodice.piece("front"), "waist dart")
    assert dart.intake > 2.5
    plain, opened = done(bodice)["front"], done(bodice, DartFinish(piece="front", dart="waist dart", allowance=0.8))["front"]
    lost = cut(plain).difference(cut(opened))
    assert lost.area > 0.5, "cloth is cut out of the mouth"
    # Half-way up a leg the cut edge lies 0.8 off its stitching, or the two cut edges have met already.
    at = opened.darts[0].stitching if opened.darts[0].name == "waist dart" else opened.darts[1].stitching
    near_mouth = at.at(1.0)
    d = cut(opened).exterior.distance(shapely.Point(near_mouth.real, near_mouth.imag))
    assert d == pytest.approx(0.8, abs=0.01)
    assert cut(opened).contains(shapely.Point(dart.sewn_point.real, dart.sewn_point.imag)), "never to the very point"


def test_a_narrow_dart_is_not_cut_out(bodice: Pattern) -> None:
    narrow = HouseRules.model_validate({"finishing": {"cut_out_over": 8.0}})
    with pytest.raises(BadSetting, match=r"is folded, there is no room"):
        with_line(Finishing(), DartFinish(piece="front", dart="waist dart"), bodice, narrow)
    plan = Finishing(lines=(DartFinish(),))
    assert finish(bodice, narrow, "", plan)[0].cut_line == finish(bodice, narrow)[0].cut_line


def test_notches_as_snips_as_vs_or_not_at_all(bodice: Pattern) -> None:
    slit, vee, none = (done(bodice, NotchFinish(notches=k))["back"] for k in get_args(NotchKind))
    assert len(slit.snips) == len(vee.snips) == sum(n.inner != n.outer for n in slit.notches)
    assert none.snips == ()
    for (_, path), n in zip(vee.snips, (n for n in vee.notches if n.inner != n.outer), strict=True):
        (a, tip), (_, b) = path.segments
        assert abs(a - b) == pytest.approx(0.6), "3 mm to each side of the notch"
        assert abs(tip - (n.inner + n.outer) / 2) < 1e-9, "half-way to the stitching, so that no seam is weakened"


@pytest.mark.parametrize(
    ("line", "error", "words"),
    [
        (EdgeFinish(piece="collar", edge="side", allowance=1), BadPlace, "There are: "),
        (EdgeFinish(piece="front", edge="cap", allowance=1), BadPlace, "There are: "),
        (DartFinish(piece="back", dart="neck dart"), BadPlace, "neck dart"),
        (EdgeFinish(piece="front", edge="side"), BadSetting, "says nothing"),
        (EdgeFinish(piece="front", edge="centre front", allowance=1), BadSetting, "on the fold"),
    ],
)
def test_what_no_cloth_can_follow_is_refused(bodice: Pattern, line: FinishLine, error: type[Exception], words: str) -> None:
    with pytest.raises(error, match=words):
        with_line(Finishing(), line, bodice, RULES)


def test_a_line_whose_piece_is_gone_stays_and_is_told(bodice: Pattern) -> None:
    plan = with_line(Finishing(), EdgeFinish(piece="front", edge="side", allowance=1.5), bodice, RULES)
    only = Pattern((bodice.piece("back"),))
    assert plan.idle(bodice) == []
    assert plan.idle(only) == list(plan.lines)
    assert finish(only, RULES, "", plan)[0].cut_line == finish(only, RULES)[0].cut_line


def test_every_figure_can_be_cut_with_every_corner(any_bodice: Pattern) -> None:
    for corners in get_args(CornerKind):
        plan = Finishing(lines=(EdgeFinish(corners=corners), DartFinish()))
        for p in finish(any_bodice, RULES, "", plan):
            assert cut(p).is_valid
            assert cut(p).area > 0.95 * any_bodice.piece(p.name).area - 200


@pytest.mark.parametrize(
    ("line", "where", "cure"),
    [
        (DartFinish(dart="neck dart"), "any piece", "There are: waist dart, side dart."),
        (DartFinish(piece="back", dart="neck dart"), "back", "There are: waist dart."),
        (DartFinish(piece="front", dart="neck dart"), "front", "There are: side dart, waist dart."),
        (
            EdgeFinish(piece="back", edge="cap", allowance=1),
            "back",
            "There are: neckline, shoulder, armhole, side, waist, centre back.",
        ),
        (EdgeFinish(piece="collar", edge="side", allowance=1), "collar", "There are: front, back."),
    ],
    ids=["any dart", "a back's", "a front's", "an edge", "a piece"],
)
def test_what_there_is_instead_is_told_of_that_piece_or_of_all(bodice: Pattern, line: FinishLine, where: str, cure: str) -> None:
    with pytest.raises(BadPlace) as told:
        with_line(Finishing(), line, bodice, RULES)
    assert told.value.where == where

    def names(words: str) -> list[str]:
        return sorted(words.removeprefix("There are: ").rstrip(".").split(", "))

    assert names(told.value.cure) == names(cure)


def test_a_net_line_of_one_piece_is_that_pieces_and_one_of_all_is_all_theirs() -> None:
    for line, net in ((NetFinish(piece="back"), {"back"}), (NetFinish(), {"front", "back"}), (NetFinish(net=False), set())):
        plan = Finishing(lines=(line,))
        assert {name for name in ("front", "back") if plan.is_net(name)} == net
    plan = Finishing(lines=(NetFinish(), NetFinish(piece="front", net=False)))
    assert (plan.is_net("front"), plan.is_net("back")) == (False, True)


def test_corners_said_of_one_piece_are_that_pieces_alone() -> None:
    house = RULES.finishing.seam_corners
    other: CornerKind = next(k for k in get_args(CornerKind) if k != house)
    one = Finishing(lines=(EdgeFinish(piece="front", edge="side", corners=other),))
    assert [one.corners(p, e, "seam", RULES) for p, e in (("front", "side"), ("back", "side"), ("front", "waist"))] == [
        other,
        house,
        house,
    ]
    every = Finishing(lines=(EdgeFinish(edge="side", corners=other),))
    assert [every.corners(p, e, "seam", RULES) for p, e in (("front", "side"), ("back", "side"), ("front", "waist"))] == [
        other,
        other,
        house,
    ]
    assert every.corners("front", "hem", "hem", RULES) == RULES.finishing.hem_corners
