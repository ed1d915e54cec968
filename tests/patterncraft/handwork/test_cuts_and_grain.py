"""What the hands do between the acts: notches of a cut, which part stays and is named first, grain of a part, corners opened."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise
from typing import Any

import pytest
import shapely

from patterncraft.errors import MoveRefused, PatternError
from patterncraft.geometry.path import Path, straight
from patterncraft.handwork.centre import centre_length, in_reading_order, middle_of, one_lies_above_other, stays_put, with_grain_of
from patterncraft.handwork.cutting import open_corners
from patterncraft.handwork.extending import extended
from patterncraft.handwork.new_seam import cut_notches, seam_between, unique_name
from patterncraft.handwork.reshaping import whole_run
from patterncraft.handwork.slashes import Slash, check_slashes
from patterncraft.handwork.smoothing import smooth_edge
from patterncraft.ledger import ledger
from patterncraft.paper.account import paper_account
from patterncraft.paper.dart import darts_of, find_dart
from patterncraft.paper.edge import Edge
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Grain, Piece
from patterncraft.paper.seam import Notch, Seam, SeamRule, Stretch
from patterncraft.paper.sewn import Spot, sewn_length
from tests.conftest import draft
from tests.rich import RULES, worked
from tests.samples import WHOLE, polygon, ruled, square

NOBODY = Pattern(())


def rectangle(width: float, height: float, at: complex = 0j, name: str = "part", centre: str = "") -> Piece:
    corners = [at, at + width, at + complex(width, height), at + complex(0, height)]
    names = {"left": centre or "left"}
    edges = [
        Edge(names.get(n, n), "seam", straight(a, b))
        for n, a, b in zip(["top", "right", "bottom", "left"], corners, [*corners[1:], corners[0]], strict=True)
    ]
    return Piece(name, tuple(edges))


@pytest.mark.parametrize(
    ("length", "pivots", "back", "wanted"),
    [
        # Up to 12 cm a short seam needs none; to 30 one, 1.5 off the middle; beyond two, at the thirds.
        (12.0, [], False, []),
        (12.1, [], False, [("cut", "single", 4.55)]),
        (30.0, [], False, [("cut", "single", 13.5)]),
        (30.3, [], False, [("cut 1", "single", 10.1), ("cut 2", "double", 20.2)]),
        (30.3, [], True, [("cut 1", "double", 10.1), ("cut 2", "single", 20.2)]),
        # At a pivot that it passes, unless that lies by the seam's end.
        (20.0, [8.0], False, [("cut", "single", 8.0)]),
        (20.0, [8.0], True, [("cut", "double", 8.0)]),
        (20.0, [1.0], False, [("cut", "single", 8.5)]),
        # A pivot at the very middle of a long seam gets a second notch beside it, so that the panel has one way up.
        (36.0, [18.0], False, [("cut 1", "single", 6.0), ("cut 2", "double", 18.0)]),
        (36.0, [12.0], False, [("cut", "single", 12.0)]),
        (20.0, [10.0], False, [("cut", "single", 10.0)]),
    ],
)
def test_a_new_seam_is_notched_at_its_pivots_or_off_its_middle(
    length: float, pivots: list[float], back: bool, wanted: list[tuple[str, str, float]]
) -> None:
    """Single toward the front, double toward the back (common practice, no source)."""
    found = cut_notches(NOBODY, "cut", length, pivots, back)
    assert [(n.name, n.style, n.at_a, n.at_b) for n in found] == [(n, s, pytest.approx(x), pytest.approx(x)) for n, s, x in wanted]


def test_two_cuts_are_not_notched_alike_but_a_pivot_stays_where_it_is() -> None:
    other = Seam("other", (Stretch("p", "x"),), (Stretch("q", "x"),), SeamRule("equal"))
    taken = Pattern((), (other,), (Notch("n", "other", "single", 8.5, 8.5),))
    (moved,) = cut_notches(taken, "cut", 20.0, [], False)
    assert abs(moved.at_a - 8.5) >= 1.0
    (fixed,) = cut_notches(taken, "cut", 20.0, [8.5], False)
    assert fixed.at_a == 8.5
    eased = Pattern((), (replace(other, rule=SeamRule("ease", 0, 1)),), taken.notches)
    assert cut_notches(eased, "cut", 20.0, [], False)[0].at_a == 8.5, "what is eased cannot be changed over anyway"


def test_names_and_sides_of_a_new_seam() -> None:
    assert unique_name("panel", []) == "panel"
    assert unique_name("panel", ["panel", "panel 2"]) == "panel 3"
    left, right = rectangle(5, 10, name="left"), rectangle(5, 10, 5 + 0j, name="right")
    seam = seam_between("s", replace(left, outline=tuple(replace(e, name="cut") if e.name == "right" else e for e in left.outline)),
                        replace(right, outline=tuple(replace(e, name="cut") if e.name == "left" else e for e in right.outline)), "cut")  # fmt: skip
    # The first part's cut runs down from its top; the second's runs up, so it too is walked from its top.
    assert (seam.a, seam.b) == ((Stretch("left", "cut", "top"),), (Stretch("right", "cut", "top"),))


def test_the_part_with_the_centre_stays_and_is_named_first_else_the_larger_the_upper_the_left() -> None:
    centre, side = rectangle(5, 10, centre="centre front"), rectangle(9, 10, 5 + 0j)
    assert centre_length(centre) == 10
    assert stays_put(centre, side)
    assert not stays_put(side, centre)
    assert stays_put(side, rectangle(5, 10)), "the larger, where neither has a centre"
    assert stays_put(side, side)
    whole = rectangle(14, 20)
    assert in_reading_order(whole, side, centre) == (centre, side)
    assert in_reading_order(whole, centre, side) == (centre, side)
    upper, lower = rectangle(14, 10), rectangle(14, 10, 10j)
    assert in_reading_order(whole, lower, upper) == (upper, lower)
    assert one_lies_above_other(upper, lower)
    left, right = rectangle(7, 20), rectangle(7, 20, 7 + 0j)
    assert in_reading_order(whole, right, left) == (left, right)
    assert not one_lies_above_other(left, right)
    both = rectangle(14, 10, centre="centre back"), rectangle(14, 10, 10j, centre="centre back")
    assert in_reading_order(whole, both[1], both[0]) == both, "both have the centre: the upper first"
    assert not one_lies_above_other(centre, side)
    assert middle_of(rectangle(4, 6, 1 + 2j)) == 3 + 5j


@pytest.mark.parametrize("arrow", [2 + 4j, 0j + 10j, 6 + 0j])
def test_a_part_without_grain_gets_the_wholes_a_third_as_long_as_itself(arrow: complex) -> None:
    whole = replace(rectangle(20, 30), grain=Grain(3 + 3j, 3 + 3j + arrow, "bias"))
    part = with_grain_of(rectangle(6, 12, 10 + 6j), whole)
    assert part.grain
    along = part.grain.end - part.grain.start
    assert along / abs(along) == pytest.approx(arrow / abs(arrow))
    assert part.grain.kind == "bias"
    assert polygon(part).covers(shapely.LineString([(z.real, z.imag) for z in (part.grain.start, part.grain.end)]))
    own = replace(rectangle(6, 12), grain=Grain(1 + 1j, 1 + 5j))
    assert with_grain_of(own, whole) is own
    assert with_grain_of(rectangle(6, 12), rectangle(20, 30)).grain is None


def test_corners_are_opened_where_asked_in_the_order_asked_for() -> None:
    piece = square(10)
    spots = [Spot(1, 7.0), Spot(0, 4.0), Spot(1, 2.0), Spot(3, 10.0), Spot(2, 0.00005), Spot(1, 2.00005)]
    opened, corners = open_corners(piece, spots)
    places = [opened.outline[c].path.start for c in corners]
    assert places == pytest.approx([10 + 7j, 4 + 0j, 10 + 2j, 0j, 10 + 10j, 10 + 2j], abs=1e-9)
    assert len(opened.outline) == 7, "what lies by a corner, or by another spot, opens none of its own"
    assert opened.area == pytest.approx(100)
    assert [e.name for e in opened.outline] == ["top", "top", "right", "right", "right", "bottom", "left"]
    assert open_corners(piece, [Spot(0, 0.0)]) == (piece, (0,))


@pytest.mark.parametrize("piece", ["front", "back"])
@pytest.mark.parametrize("below", [0.6, 2.0])
def test_a_line_past_a_waist_darts_point_closes_the_dart_and_eases_its_tip(piece: str, below: float) -> None:
    """Across both legs ``below`` cm under the point, from the side to the centre; the waist is as long as it was."""
    block = draft(WHOLE).pattern
    if piece == "front":
        block = worked(block, {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}})
    dart = find_dart(block.piece(piece), "waist dart")
    level = dart.pivot.imag + below
    sheet = block.piece(piece)
    centre = next(e.path for e in sheet.outline if e.name.startswith("centre"))
    side_from = min(z.imag for e in sheet.outline if e.name == "side" for z in (e.path.start, e.path.end))
    share = (level - min(centre.start.imag, centre.end.imag)) / centre.length
    edge = "centre front" if piece == "front" else "centre back"
    down = (level - side_from) / sum(e.length for e in sheet.outline if e.name == "side")
    step: dict[str, Any] = {
        "move": "cut_along",
        "piece": piece,
        "line": [
            {"edge": "side", "from": "armhole", "fraction": round(down, 3)},
            {"edge": edge, "from": "neckline", "fraction": round(share, 3)},
        ],
        "names": ["upper", "lower"],
        "seam": "across",
    }
    after = worked(block, step)
    upper, lower = after.piece("upper"), after.piece("lower")
    assert not [d for p in (upper, lower) for d in darts_of(p) if d.name == "waist dart"]
    assert sewn_length(lower, "waist") == pytest.approx(sewn_length(sheet, "waist"), abs=1e-6)
    seam = after.seam("across")
    assert seam.rule.kind == "ease"
    # Legs of an angle θ stand 2·d·sin(θ/2) apart d cm from their point; the line crosses them nearly level.
    reach = below / abs(((dart.middle - dart.pivot) / dart.depth).imag)
    assert seam.rule.maximum == pytest.approx(reach * abs(dart.angle), rel=0.12)
    assert all(p.kept for p in ledger(after, RULES) if p.name in ("across", "side", "waist"))
    assert all(line.balanced for line in paper_account(after))
    assert polygon(upper).area + polygon(lower).area == pytest.approx(
        polygon(sheet).area + upper.paper.new + lower.paper.new, abs=0.01
    )


def slash(a: complex, b: complex, near: Spot, far: Spot) -> Slash:
    return Slash(near, far, straight(a, b))


@pytest.mark.parametrize(
    ("slashes", "hinged", "says"),
    [
        ([slash(0.2 + 0j, 5 + 10j, Spot(0, 0.2), Spot(2, 5.0))], ["near"], "hinges on the corner of top and left"),
        ([slash(9.8 + 0j, 5 + 10j, Spot(0, 9.8), Spot(2, 5.0))], ["near"], "hinges on the corner of top and right"),
        ([slash(9.8 + 0j, 5 + 10j, Spot(0, 9.8), Spot(2, 5.0))], [], "ends on the corner of top and right"),
        ([slash(5 + 0j, 9.8 + 10j, Spot(0, 5.0), Spot(2, 0.2))], ["far"], "hinges on the corner of bottom and right"),
        (
            [slash(3 + 0j, 3 + 10j, Spot(0, 3.0), Spot(2, 7.0)), slash(3.05 + 0j, 6 + 10j, Spot(0, 3.05), Spot(2, 4.0))],
            [],
            "slashes 1 and 2 cross",
        ),
        (
            [slash(3 + 0j, 7 + 10j, Spot(0, 3.0), Spot(2, 3.0)), slash(6 + 0j, 4 + 10j, Spot(0, 6.0), Spot(2, 6.0))],
            [],
            "slashes 1 and 2 cross",
        ),
    ],
)
def test_slashes_that_paper_cannot_have_are_refused_at_their_place(slashes: list[Slash], hinged: list[str], says: str) -> None:
    with pytest.raises(PatternError, match=says) as refused:
        check_slashes(square(10), slashes, hinged, "at")
    assert (refused.value.where, refused.value.field) == ("square", "at")
    assert refused.value.cure.endswith(".")


def test_a_slash_on_a_corner_names_what_its_own_stretch_of_the_edge_meets_there() -> None:
    """The top lies on both sides of a pocket's edge: its later stretch ends at the right side, its first one at the pocket."""
    piece = ruled("sheet", [0j, 8 + 0j, 12 + 0j, 20 + 0j, 20 + 10j, 10j], ["top", "pocket", "top", "right", "bottom", "left"])
    for at, edge, along, beside in (
        (19.8, 2, 7.8, "right"),
        (12.2, 2, 0.2, "pocket"),
        (7.8, 0, 7.8, "pocket"),
        (0.2, 0, 0.2, "left"),
    ):
        cut = slash(complex(at, 0), 10 + 10j, Spot(edge, along), Spot(4, 10.0))
        with pytest.raises(PatternError, match=f"ends on the corner of top and {beside}"):
            check_slashes(piece, [cut], [], "at")


def test_a_strip_folded_back_between_ends_that_lean_in_may_not_come_to_a_point() -> None:
    """The neighbours lean in by 45°, and so do the strip's ends, which lie on them: it is narrower by twice its width. At 4 cm a fifth of the ten is left."""
    corners = [4.2 - 10j, 5.8 - 10j, 5.8 + 5.8j, 10 + 10j, 10j, 4.2 + 5.8j]
    piece = ruled("sheet", corners, ["top", "upper right", "right", "bottom", "left", "upper left"])
    names = ("turned", "turned left", "turned right")
    drawn = extended(piece, whole_run(piece, "bottom", "edge"), 3.9, "facing", "parallel", names).piece
    assert next(e.length for e in drawn.outline if e.name == "turned") == pytest.approx(10 - 2 * 3.9)
    with pytest.raises(MoveRefused, match="so wide the strip beside the bottom comes to a point") as told:
        extended(piece, whole_run(piece, "bottom", "edge"), 4.1, "facing", "parallel", names)
    assert (told.value.where, told.value.cure, told.value.field) == ("sheet", "Make it narrower.", "width")


def test_a_slash_through_a_fold_or_a_darts_point_is_refused() -> None:
    piece = square(10)
    folded = replace(piece, outline=tuple(replace(e, kind="fold") if e.name == "top" else e for e in piece.outline))
    through = [slash(5 + 0j, 5 + 10j, Spot(0, 5.0), Spot(2, 5.0))]
    with pytest.raises(MoveRefused, match="a slash through the fold would open both halves"):
        check_slashes(folded, through, [], "at")
    check_slashes(piece, through, [], "at")


@pytest.mark.parametrize("wave", [0.0, 0.4, 1.0])
def test_a_broken_edge_is_drawn_anew_and_what_that_cuts_off_and_adds_is_told(wave: float) -> None:
    """A top in four parts that zigzags by ``wave``: redrawn through the middles of its parts it keeps both ends, and at the
    inner corners the old outline stood off by up to the wave."""
    corners = [0j, complex(5, -wave), 10 + 0j, complex(15, -wave), 20 + 0j]
    top = [Edge("top", "seam", straight(a, b)) for a, b in pairwise(corners)]
    piece = Piece(
        "p",
        (
            *top,
            Edge("right", "seam", straight(20 + 0j, 20 + 10j)),
            Edge("bottom", "seam", straight(20 + 10j, 10j)),
            Edge("left", "seam", straight(10j, 0j)),
        ),
    )
    done = smooth_edge(piece, "top", keep_length=False)
    (edge,) = [e for e in done.piece.outline if e.name == "top"]
    assert (edge.path.start, edge.path.end) == (0j, 20 + 0j)
    assert max(done.cut_off, done.added) <= wave + 1e-9
    assert done.longer == pytest.approx(edge.length - sum(e.length for e in top))
    line = shapely.LineString([(z.real, z.imag) for z in corners])
    if wave:
        assert min(done.cut_off, done.added) > 0.1 * wave, "it cuts the peaks and fills the hollow between"
        for k in range(4):
            middle = 0.5 * (corners[k] + corners[k + 1])
            assert min(abs(edge.path.at(edge.length * t / 400) - middle) for t in range(401)) < 0.06
    else:
        assert edge.path == straight(0j, 20 + 0j)
    assert done.piece.area - done.piece.paper.new + done.piece.paper.away == pytest.approx(piece.area, abs=1e-6)
    kept = smooth_edge(piece, "top", keep_length=True)
    assert sum(e.length for e in kept.piece.outline if e.name == "top") == pytest.approx(line.length, abs=1e-6)


def test_a_shaped_leg_keeps_its_corner() -> None:
    """Three spots on a curved edge: each corner lies on the curve as shapely walks it."""
    curve = Path(((0j, 3 - 2j, 7 - 2j, 10 + 0j),))
    piece = Piece("p", (Edge("top", "seam", curve), *square(10).outline[1:]))
    flat = shapely.LineString(
        [(curve.at(curve.length * k / 2000).real, curve.at(curve.length * k / 2000).imag) for k in range(2001)]
    )
    opened, corners = open_corners(piece, [Spot(0, 2.0), Spot(0, 9.0), Spot(0, 5.5)])
    for corner, at in zip(corners, (2.0, 9.0, 5.5), strict=True):
        z, there = opened.outline[corner].path.start, flat.interpolate(at)
        assert abs(z - complex(there.x, there.y)) < 1e-3
    assert opened.area == pytest.approx(piece.area, abs=1e-9)
