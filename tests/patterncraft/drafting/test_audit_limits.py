"""Every line of the audit has a body on each side of its limit: one a hair inside is kept, one a hair outside is not."""

from __future__ import annotations

from cmath import rect
from dataclasses import replace
from math import radians

import pytest
import shapely

from patterncraft.drafting.audit import SQUARE, audit, width_of
from patterncraft.drafting.audit_line import AuditLine
from patterncraft.drafting.audit_shape import CORNER, DIP, JUMP, faults
from patterncraft.drafting.school import Block, Girth, Run
from patterncraft.geometry.curvature import Bend
from patterncraft.geometry.path import straight
from patterncraft.house import HouseRules
from patterncraft.paper.edge import Edge, EdgeKind
from patterncraft.paper.lens import straight_lens
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import DartRule, DrawnLine, Piece
from patterncraft.paper.seam import Seam, SeamRule, Stretch
from tests.conftest import draft, draft_by
from tests.samples import FULL, WHOLE, polygon, square

RULES = HouseRules()
Corner = tuple[str, str, str]


def half(slant: float = 0.0, corner: str = "") -> Piece:
    """A half front of 20 × 40: neckline on top, waist or hem at the bottom, centre on the left. ``slant`` degrees by which
    the edge at ``corner`` leaves the square; positive opens the corner."""
    edges = {"neckline": 0.0, "waist": 0.0} | ({corner: slant} if corner else {})
    top_right = rect(20, radians(-edges["neckline"]))
    low_right = 40j + rect(20, radians(edges["waist"]))
    corners = [0j, top_right, low_right, 40j]
    names = ["neckline", "side", "waist", "centre front"]
    outline = tuple(
        Edge(n, "fold" if n == "centre front" else "seam", straight(a, b))
        for n, a, b in zip(names, corners, [*corners[1:], corners[0]], strict=True)
    )
    return Piece("front", outline)


def lines(
    *pieces: Piece, girths: tuple[Girth, ...] = (), measures: dict[str, float] | None = None, seams: tuple[Seam, ...] = ()
) -> dict[str, AuditLine]:
    block = Block("", measures or {}, {}, Pattern(pieces, seams), (), girths)
    return {x.title: x for x in audit(block, RULES)}


@pytest.mark.parametrize("corner", ["neckline", "waist"])
@pytest.mark.parametrize("miss", [-SQUARE - 0.1, -SQUARE + 0.1, 0.0, SQUARE - 0.1, SQUARE + 0.1])
def test_a_corner_at_the_centre_is_square_to_one_degree(corner: str, miss: float) -> None:
    found = lines(half(miss, corner))
    line = found[f"Front {corner} at the centre front"]
    assert line.sum.spoken("cm").endswith(f"{90 + miss:.1f}°")
    assert line.kept is (abs(miss) <= SQUARE)
    assert bool(line.cure) is (abs(miss) > SQUARE)
    other = {"neckline": "waist", "waist": "neckline"}[corner]
    assert found[f"Front {other} at the centre front"].kept


def test_an_edge_that_does_not_meet_the_centre_is_not_judged_square() -> None:
    assert not [t for t in lines(square(20)) if "at the centre" in t]


@pytest.mark.parametrize(("miss", "kept"), [(-0.11, False), (-0.09, True), (0.09, True), (0.11, False)])
def test_a_girth_is_kept_to_the_houses_tolerance_on_both_sides(miss: float, kept: bool) -> None:
    rules = HouseRules(girth_tolerance=0.1)
    piece = replace(half(), lines=(DrawnLine("bust", straight(10j, 20 + 10j)),))
    girth = Girth("bust", 78.0, 2.0 + miss, (Run("front", "bust", "line", 4),))
    block = Block("", {}, {}, Pattern((piece,)), (), (girth,))
    line = next(x for x in audit(block, rules) if x.title == "Bust")
    assert line.kept is kept
    assert line.sum.spoken("cm") == "4 × 20.0 = 80.0 cm"
    assert ("misses by" in line.cure) is not kept


@pytest.mark.parametrize("down", [10.5, 15.0, 22.0, 29.5, 35.0])
@pytest.mark.parametrize("tilt", [-3.0, 0.0, 4.0])
def test_a_girth_leaves_out_what_lies_in_darts_as_shapely_cuts_it(down: float, tilt: float) -> None:
    """A dart from the waist with its point at (8, 18) and a double-pointed one between (15, 12) and (15, 34)."""
    corners = [0j, 20 + 0j, 20 + 40j, 10 + 40j, 8 + 18j, 6 + 40j, 40j]
    names = ["neckline", "side", "waist", "waist dart", "waist dart", "waist", "centre front"]
    kinds: list[EdgeKind] = ["seam", "seam", "seam", "dart", "dart", "seam", "fold"]
    outline = tuple(Edge(n, k, straight(a, b)) for n, k, a, b in zip(names, kinds, corners, [*corners[1:], 0j], strict=True))
    lens = straight_lens("inner dart", 15 + 12j, 14 + 20j, 16.5 + 21j, 15 + 34j)
    line = straight(complex(0, down), complex(20, down + tilt))
    piece = Piece("front", outline, (DartRule("waist dart", 0.0),), lines=(DrawnLine("level", line),), lenses=(lens,))
    paper = polygon(piece).difference(shapely.Polygon([(15, 12), (16.5, 21), (15, 34), (14, 20)]))
    wanted = paper.intersection(shapely.LineString([(0, down), (20, down + tilt)])).length
    assert width_of(Pattern((piece,)), Run("front", "level", "line")) == pytest.approx(wanted, abs=1e-3)


def armholes(girth: float) -> tuple[Piece, Piece]:
    """A front and a back whose armholes measure so much together: half each, on a square's right side."""
    names = {"top": "shoulder", "right": "armhole", "bottom": "waist", "left": "centre"}
    sheet = square(girth / 2)
    outline = tuple(Edge(names[e.name], e.kind, e.path) for e in sheet.outline)
    return replace(sheet, name="front", outline=outline), replace(sheet, name="back", outline=outline)


@pytest.mark.parametrize(
    ("girth", "arm", "kept", "word"),
    [
        # Bust and ease 94: four tenths are 37.6, 13 more are 50.6; an arm of 28 wants 35, one of 32 wants 40.
        (50.5, 28.0, True, ""),
        (50.7, 28.0, False, "too deep"),
        (37.7, 28.0, True, ""),
        (37.5, 28.0, False, "too tight"),
        (40.1, 32.0, True, ""),
        (39.9, 32.0, False, "too tight"),
    ],
)
def test_an_armhole_is_judged_by_bust_and_upper_arm(girth: float, arm: float, kept: bool, word: str) -> None:
    girths = (Girth("bust", 90.0, 4.0, (), told=True),)
    found = lines(*armholes(girth), girths=girths, measures={"bust_girth": 90.0, "upper_arm_girth": arm})
    line = found["Armhole for this figure"]
    assert line.kept is kept
    assert word in line.cure
    assert line.wanted
    assert line.wanted.spoken("cm").startswith("37.6 to 50.6")
    assert line.remedy is None, "paper that came on card has no setting to change"
    assert "Armhole for this figure" not in lines(*armholes(girth), girths=girths), "nothing is judged without the bust"


@pytest.mark.parametrize("name", ["bodice-direct", "bodice-shoulder-dart"])
def test_too_deep_an_armhole_is_cured_by_the_measure_where_that_makes_it_less(name: str) -> None:
    def armhole(depth: float, **settings: str) -> AuditLine:
        block = draft_by(name, WHOLE | FULL | {"armscye_depth": depth}, **settings)
        return next(x for x in audit(block, RULES) if x.title == "Armhole for this figure")

    def girth(line: AuditLine) -> float:
        return float(line.sum.spoken("cm").removesuffix(" cm"))

    shallow = armhole(19.5)
    assert shallow.kept is False
    assert shallow.remedy
    assert girth(armhole(19.5, **shallow.remedy.settings)) < girth(shallow)
    # A measure that was read too low would make it deeper still: then it is no cure, and said so.
    deep = armhole(28.0)
    assert deep.remedy is None
    assert "makes it no less: measure the armhole depth again" in deep.cure


@pytest.mark.parametrize(
    ("edge", "bend", "said"),
    [
        ("cap", Bend(2, 7, 0.0, 0.0, 0.0), []),
        ("cap", Bend(3, 7, 0.0, 0.0, 0.0), ["turns over 3 times"]),
        ("cap", Bend(2, 8, 0.0, 0.0, 0.0), ["tightens and eases 8 times"]),
        ("armhole", Bend(0, 3, 0.0, 0.0, 0.0), []),
        ("armhole", Bend(1, 3, 0.0, 0.0, 0.0), ["turns over once"]),
        ("side front armhole", Bend(1, 4, 0.0, 0.0, 0.0), ["turns over once", "tightens and eases 4 times"]),
        ("neckline", Bend(2, 3, 0.0, 0.0, 0.0), ["turns over twice"]),
        ("hem", Bend(0, 4, 0.0, 0.0, 0.0), ["tightens and eases 4 times"]),
        ("side", Bend(2, 5, 0.0, 0.0, 0.0), []),
        ("side", Bend(3, 6, 0.0, 0.0, 0.0), ["turns over 3 times", "tightens and eases 6 times"]),
        ("panel", Bend(2, 7, 0.0, 0.0, 0.0), []),
        ("panel", Bend(3, 8, 0.0, 0.0, 0.0), ["turns over 3 times", "tightens and eases 8 times"]),
        ("cap", Bend(2, 7, JUMP - 0.01, 12.4, 0.0), []),
        ("cap", Bend(2, 7, JUMP + 0.01, 12.4, 0.0), ["changes its bend suddenly, 12 cm along"]),
        ("cap", Bend(2, 7, 0.0, 0.0, radians(CORNER - 0.1)), []),
        ("cap", Bend(2, 7, 0.0, 0.0, radians(CORNER + 0.6)), ["has a corner of 6°"]),
    ],
)
def test_a_curve_is_held_against_what_its_kind_of_edge_may_do(edge: str, bend: Bend, said: list[str]) -> None:
    """A cap turns over twice, an armhole never (common practice, no source)."""
    assert faults(edge, bend) == said


@pytest.mark.parametrize(("off", "word"), [(-DIP - 1, "a dip of 11°"), (-DIP + 1, ""), (DIP - 1, ""), (DIP + 1, "a peak of 11°")])
def test_a_dart_in_a_corner_is_told_when_it_closes_into_a_dip_or_a_peak(off: float, word: str) -> None:
    """A dart of 20° at the corner of neckline and shoulder, its point at the origin: shut, the shoulder swings back by 20°
    and meets the neckline at 90° plus what the test asks for."""
    legs = [rect(10, radians(-100)), rect(10, radians(-80))]
    neck_from = legs[0] + rect(8, radians(180 - 10))
    arriving = (legs[0] - neck_from) / 8
    # On arriving, paper lies to the right: the corner inside is 180° less the turn to the right.
    leaving = arriving * rect(1, radians(180 - 90 - off)) * rect(1, radians(20))
    tip = legs[1] + leaving * 8
    corners = [neck_from, legs[0], 0j, legs[1], tip, 12 + 12j, -12 + 12j]
    names = ["neckline", "neck dart", "neck dart", "shoulder", "armhole", "waist", "centre front"]
    outline = tuple(
        Edge(n, "dart" if "dart" in n else "seam", straight(a, b))
        for n, a, b in zip(names, corners, [*corners[1:], corners[0]], strict=True)
    )
    piece = Piece("front", outline, (DartRule("neck dart", 0.0),))
    line = lines(piece)["Neckline and shoulder of the front, neck dart shut"]
    assert line.sum.spoken("cm").endswith(f"{90 + off:.1f}°")
    assert word in line.cure if word else line.kept


def test_a_seam_is_audited_by_its_rule_and_hold_or_free_are_not() -> None:
    a, b = square(10, "a"), square(10.2, "b")
    stretches = (Stretch("a", "top"),), (Stretch("b", "top"),)
    for rule, kept in (
        (SeamRule("equal"), False),
        (SeamRule("ease", 0.0, 0.2, longer="b"), True),
        (SeamRule("ease", 0.0, 0.1, longer="b"), False),
    ):
        found = lines(a, b, seams=(Seam("join", *stretches, rule),))
        line = next(x for t, x in found.items() if t.startswith("Join seam"))
        assert line.kept is kept, rule
        assert line.sum.spoken("cm").startswith("10.0 − 10.2 = ")
    for rule in (SeamRule("free"), SeamRule("hold", length=10.0)):
        assert not [t for t in lines(a, b, seams=(Seam("join", stretches[0], (), rule),)) if t.startswith("Join seam")]


def test_sums_of_armhole_and_neckline_count_shell_pieces_once_and_both_halves_of_the_neck() -> None:
    block = draft(WHOLE)
    front, back = (block.pattern.piece(n) for n in ("front", "back"))
    length = {(p.name, e.name): e.path.length for p in (front, back) for e in p.outline if e.name in ("armhole", "neckline")}
    found = {x.title: x for x in audit(block, RULES)}
    wanted = length["front", "armhole"] + length["back", "armhole"]
    assert found["Armhole"].sum.spoken("cm").endswith(f"{wanted:.1f} cm")
    neck = 2 * (length["front", "neckline"] + length["back", "neckline"])
    assert found["Neckline, whole"].sum.spoken("cm").endswith(f"{neck:.1f} cm")


@pytest.mark.parametrize(
    ("school", "girth", "settings", "cure", "remedy"),
    [
        ("bodice-shoulder-dart", "waist", {}, "fixed inches suit an average figure only.", {"waist_shaping": "to the waist"}),
        ("bodice-shoulder-dart", "hip", {}, "look at the darts and the centre.", None),
        ("bodice-direct", "waist", {}, "look at the darts and the centre.", None),
        ("bodice-direct", "bust", {}, "look at the darts and the centre.", None),
    ],
)
def test_a_girth_that_misses_is_cured_by_what_its_school_has(
    school: str, girth: str, settings: dict[str, object], cure: str, remedy: dict[str, str] | None
) -> None:
    """The block of a body three centimetres larger round there: its width is three too little."""
    block = draft_by(school, WHOLE, **settings)
    larger = replace(block, girths=tuple(replace(g, body=g.body + 3) if g.name == girth else g for g in block.girths))
    line = next(x for x in audit(larger, RULES) if x.title == girth.capitalize())
    assert line.sum.result is not None
    miss = line.sum.result.value - next(g.body + g.ease for g in larger.girths if g.name == girth)
    assert miss == pytest.approx(-3, abs=0.3)
    assert line.kept is False
    assert line.cure == f"It misses by {miss:+.1f} cm: {cure}"
    assert (line.remedy.settings if line.remedy else None) == remedy


def test_after_a_step_on_the_body_a_girth_is_told_and_not_judged() -> None:
    block = draft_by("bodice-direct", WHOLE)
    moved = replace(block, girths=tuple(replace(g, body=g.body + 3) for g in block.girths), corrections=({"correction": "step"},))
    line = next(x for x in audit(moved, RULES) if x.title == "Bust")
    assert line.kept is None
    assert line.cure == "Corrected after trying on, by -3.0 cm altogether."
