"""Collars for the neckline as it stands: their sums worked by hand, their lines measured by other libraries."""

from __future__ import annotations

import cmath
from math import atan2, degrees

import pytest
import shapely

from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.path import Path
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import Replay
from tests.patterncraft.parts.ground import NECK, STAND, edge, integrated, made, near, promise, refused, table, total
from tests.samples import polygon


def neck(pattern: Pattern) -> tuple[float, float]:
    """Front and back half of the neckline by independent integration."""
    return integrated(edge(pattern.piece("front"), "neckline")), integrated(edge(pattern.piece("back"), "neckline"))


def line(path: Path) -> shapely.LineString:
    return shapely.LineString([(z.real, z.imag) for z in flat_path(path)])


# ---- stand and fall


def test_half_neck_of_twenty_gives_a_stand_of_twenty_two_with_its_button_stand() -> None:
    """Common practice, no source: half neck back 7.5 + front 12.5 = 20.0; + 2.0 of button stand = 22.0. The neckline is drawn to come to it."""
    start = made(*twenty()).pattern
    assert sum(neck(start)) == near(20.0, 2e-3)
    done = made({"move": "collar", "kind": "stand_and_fall"}, on=start)
    stand = done.pattern.piece("collar stand")
    assert integrated(edge(stand, "neckline")) == near(sum(neck(start)) + 2.0)
    own = promise(done.pattern, "neckline")
    assert own.kept
    assert own.length_a == near(22.0, 3e-3)
    assert own.length_b == near(own.length_a, 1e-6)


def twenty() -> tuple[dict[str, object], ...]:
    """The front neckline drawn deeper until half of it all is 20.0 cm; found by halving, with lengths by another library."""
    low, high = -2.0, 3.0
    for _ in range(24):
        mid = 0.5 * (low + high)
        step = {"move": "neckline", "shape": "round", "front_depth": mid}
        low, high = (mid, high) if sum(neck(made(step).pattern)) < 20.0 else (low, mid)
    return {"move": "neckline", "shape": "round", "front_depth": 0.5 * (low + high)}, STAND


@pytest.mark.parametrize("height", [2.5, 4.0])
@pytest.mark.parametrize("rise", [0.0, 1.5, 3.0])
def test_a_stand_is_as_high_at_five_places_as_it_was_asked_to_be(height: float, rise: float) -> None:
    stand = made(STAND, {"move": "collar", "kind": "stand_and_fall", "stand": height, "rise": rise}).pattern.piece("collar stand")
    lower, upper = edge(stand, "neckline"), edge(stand, "upper edge")
    for k in range(5):
        z = upper.at(upper.length * (0.02 + 0.24 * k))
        assert line(lower).distance(shapely.Point(z.real, z.imag)) == near(height, 4e-3)


def test_the_stand_is_level_behind_rises_to_its_front_and_runs_on_straight() -> None:
    stand = made(STAND, {"move": "collar", "kind": "stand_and_fall", "rise": 1.5}).pattern.piece("collar stand")
    lower = edge(stand, "neckline").reversed()
    assert cmath.phase(lower.start_direction) == near(0.0, 1e-9)
    at = lower.at(integrated(lower) - 2.0)
    assert lower.start.imag - at.imag == near(1.5, 1e-6)
    # The button stand goes on in the way the neck edge has there.
    assert abs(cmath.phase(lower.end_direction / (lower.end - at))) < 1e-6
    mid = lower.at(0.5 * (integrated(lower) - 2.0))
    assert lower.start.imag - mid.imag < 0.2


def test_the_falls_seam_is_the_stands_upper_edge_up_to_the_centre_front() -> None:
    done = made(STAND, {"move": "collar", "kind": "stand_and_fall", "fall": 5.0, "point": 6.0, "turn": 0.0})
    fall, stand = done.pattern.piece("collar fall"), done.pattern.piece("collar stand")
    assert integrated(edge(fall, "stand edge")) == near(integrated(edge(stand, "upper edge")), 1e-6)
    assert promise(done.pattern, "collar").kept
    assert integrated(edge(fall, "centre back")) == near(5.0, 1e-9)
    assert integrated(edge(fall, "front edge")) == near(6.0, 1e-9)
    assert (fall.cut.quantity, fall.cut.on_fold, fall.cut.interfacing) == (2, True, 1)
    # Farther down the body is wider: its outer edge is the longer one.
    assert integrated(edge(fall, "outer edge")) > integrated(edge(fall, "stand edge"))


def test_a_larger_gap_makes_a_longer_outer_edge() -> None:
    sizes = [
        integrated(
            edge(made(STAND, {"move": "collar", "kind": "stand_and_fall", "gap": gap}).pattern.piece("collar fall"), "outer edge")
        )
        for gap in (1.0, 3.0, 5.0)
    ]
    assert sizes == sorted(sizes)
    assert sizes[2] - sizes[0] > 1.0


@pytest.mark.parametrize(("weight", "turn"), [("light", 0.1), ("medium", 0.2), ("heavy", 0.4), ("any", 0.2)])
def test_the_under_collar_is_smaller_by_the_turn_of_the_cloth_and_sewn_to_the_same_seam(weight: str, turn: float) -> None:
    """The thicker the cloth, the farther its edge rolls under (common practice, no source)."""
    from patterncraft.house import HouseRules

    rules = HouseRules.model_validate({"wear": {"weight": weight}})
    pattern = made(STAND, {"move": "collar", "kind": "stand_and_fall"}, rules=rules).pattern
    upper, under = pattern.piece("collar fall"), pattern.piece("under collar")
    assert integrated(edge(under, "stand edge")) == near(integrated(edge(upper, "stand edge")), 1e-9)
    assert integrated(edge(upper, "centre back")) - integrated(edge(under, "centre back")) == near(turn, 1e-6)
    inside = polygon(under)
    assert polygon(upper).buffer(1e-3).contains(inside)
    outer, inner = line(edge(upper, "outer edge")), edge(under, "outer edge")
    z = inner.at(0.5 * inner.length)
    assert outer.distance(shapely.Point(z.real, z.imag)) == near(turn, 0.02)


def test_the_notches_of_a_stand_pair_at_the_centre_front_and_at_the_shoulder() -> None:
    pattern = made(STAND, {"move": "collar", "kind": "stand_and_fall"}).pattern
    front, _ = neck(pattern)
    places = {n.name: (n.at_a, n.at_b) for n in pattern.notches_of("neckline")}
    assert places["centre front"] == (near(2.0), near(2.0))
    assert places["shoulder"] == (near(2.0 + front), near(2.0 + front))
    # On the stand: so far from its front end, along its neck edge.
    stand = pattern.piece("collar stand")
    seam = pattern.seam("neckline")
    spot = pattern.on_side(seam.b, places["shoulder"][1]).spot
    lower = edge(stand, "neckline")
    assert abs(stand.outline[spot.edge].path.at(spot.along) - lower.at(2.0 + front)) < 1e-6


def test_without_a_button_stand_on_the_front_the_collars_hangs_over_and_it_is_said() -> None:
    done = made({"move": "collar", "kind": "stand_and_fall"})
    assert any("no button stand" in s.label for s in done.done[-1].working)
    assert not promise(done.pattern, "neckline").kept
    none = made({"move": "collar", "kind": "stand_and_fall", "button_stand": 0})
    assert promise(none.pattern, "neckline").kept


@pytest.mark.parametrize(("kind", "turn"), [("flat", 0.2), ("flat", 0.5), ("lapel", 0.2), ("lapel", 0.4)])
def test_flat_and_lapelled_collars_have_an_under_collar_smaller_all_round(kind: str, turn: float) -> None:
    """As far inside along the whole outer edge, measured by shapely; the seam it is sewn by is the same, to a hair."""
    pattern = made({"move": "collar", "kind": kind, "turn": turn}).pattern
    upper, under = pattern.piece("flat collar" if kind == "flat" else "collar"), pattern.piece("under collar")
    outer = line(edge(upper, "outer edge"))
    drawn = edge(under, "outer edge")
    for k in range(10):
        z = drawn.at(drawn.length * k / 10)
        assert outer.distance(shapely.Point(z.real, z.imag)) == near(turn, 0.05)
    assert polygon(upper).buffer(0.02).contains(polygon(under))
    assert integrated(edge(under, "neckline")) == near(integrated(edge(upper, "neckline")), 1e-9)


def test_without_a_turn_there_is_one_sheet_cut_twice_and_a_lapels_under_collar_is_in_two_on_the_bias() -> None:
    flat = made({"move": "collar", "kind": "flat", "turn": 0.0}).pattern
    assert ("under collar" in [p.name for p in flat.pieces], flat.piece("flat collar").cut.quantity) == (False, 2)
    under = made({"move": "collar", "kind": "lapel"}).pattern.piece("under collar")
    fold = edge(under, "centre back")
    assert under.grain is not None
    leaning = cmath.phase((under.grain.end - under.grain.start) / (fold.end - fold.start))
    assert abs(abs(cmath.pi / 2 - abs(leaning)) - cmath.pi / 4) < 0.01
    # No cloth is folded along its bias: it is seamed there.
    assert (under.cut.on_fold, under.cut.quantity) == (False, 2)
    assert {e.kind for e in under.outline if e.name == "centre back"} == {"seam"}


# ---- bands, flat, rib, bias


@pytest.mark.parametrize("kind", ["band", "round_band"])
@pytest.mark.parametrize("fold", ["back", "front"])
def test_a_band_is_as_long_as_the_neckline_on_either_fold(kind: str, fold: str) -> None:
    done = made({"move": "collar", "kind": kind, "rise": 1.9, "height": 3.8, "on_fold": fold})
    band = done.pattern.piece("collar")
    front, back = neck(done.pattern)
    assert integrated(edge(band, "neckline")) == near(front + back)
    assert [e.name for e in band.outline if e.kind == "fold"] == [f"centre {fold}"]
    own = promise(done.pattern, "neckline")
    assert own.kept
    (shoulder,) = done.pattern.notches_of("neckline")
    assert shoulder.at_a == near(front)
    # From the front, whichever end lies on the fold: the notch has the same paper on its other side.
    spot = done.pattern.on_side(done.pattern.seam("neckline").b, shoulder.at_b or 0.0)
    z = spot.piece.outline[spot.spot.edge].path.at(spot.spot.along)
    lower = edge(band, "neckline")
    from_fold = front if fold == "front" else back
    assert abs(lower.at(lower.length - from_fold) - z) < 1e-3 or abs(lower.at(from_fold) - z) < 1e-3


def test_a_flat_collar_has_the_necklines_length_and_its_width_all_round() -> None:
    done = made({"move": "collar", "kind": "flat", "width": 6.0, "overlap": 1.5})
    collar = done.pattern.piece("flat collar")
    assert integrated(edge(collar, "neckline")) == near(sum(neck(done.pattern)))
    inner, outer = line(edge(collar, "neckline")), edge(collar, "outer edge")
    for k in range(1, 6):
        z = outer.at(outer.length * 0.14 * k)
        assert inner.distance(shapely.Point(z.real, z.imag)) == near(6.0, 0.02)
    assert promise(done.pattern, "neckline").kept


def test_the_more_the_shoulders_overlap_the_shorter_is_the_outer_edge() -> None:
    """Laid over each other it takes cloth from the outer edge, and the collar rises at the neck."""
    sizes = [
        integrated(edge(made({"move": "collar", "kind": "flat", "overlap": x}).pattern.piece("flat collar"), "outer edge"))
        for x in (0, 2, 5)
    ]
    assert sizes == sorted(sizes, reverse=True)
    assert sizes[0] - sizes[2] > 1.0


def test_half_neck_of_thirty_less_a_fifth_is_a_rib_of_twenty_four() -> None:
    """Common practice, no source: 30 − 20 % = 24; 24 stretches by a quarter to 30."""
    wide = {"move": "neckline", "shape": "scoop", "width": 4.0, "front_depth": 1.5, "back_depth": 1.5}
    done = made(wide, {"move": "collar", "kind": "rib", "percent": 20, "height": 10})
    rib = done.pattern.piece("neck rib")
    half = sum(neck(done.pattern))
    assert integrated(edge(rib, "neckline")) / half == near(24 / 30, 1e-6)
    assert integrated(edge(rib, "centre back")) == near(10.0)
    assert total(done, "It stretches by") == near(0.25, 1e-9)
    own = promise(done.pattern, "neckline")
    assert own.kept
    (shoulder,) = done.pattern.notches_of("neckline")
    assert shoulder.at_b == near(0.8 * shoulder.at_a)


def written(done: Replay) -> dict[str, float]:
    """What the last step wrote beside its drawing, by label: cm or degrees."""
    sums = [x for stage in done.done[-1].stages for x in stage.sums]
    return {x.label: x.result.value for x in sums if x.result is not None}


def test_bias_strips_are_as_long_as_front_and_back_along_both_edges_and_meet_at_the_shoulder() -> None:
    done = made({"move": "collar", "kind": "bias_roll", "width": 4.0, "less_at_back": 1.0, "point": 1.5})
    front, back = done.pattern.piece("front bias collar"), done.pattern.piece("back bias collar")
    sizes = neck(done.pattern)
    for piece, size in ((front, sizes[0]), (back, sizes[1])):
        assert piece.grain is not None
        assert piece.grain.kind == "bias"
        for name in ("neckline", "inner neckline"):
            assert integrated(edge(piece, name)) == near(size)
    assert integrated(edge(front, "shoulder")) == near(integrated(edge(back, "shoulder")))
    assert integrated(edge(back, "centre back")) == near(3.0)
    assert promise(done.pattern, "neckline").kept
    told = written(done)
    assert [told[x] for x in ("Front", "Back, along either edge")] == [near(x) for x in sizes]
    assert (told["Wide, worn double"], told["Wide at the centre back"]) == (near(4.0), near(3.0))


# ---- grown on the front


def test_a_roll_collar_lays_the_backs_neckline_along_a_crease_that_touches_the_neckline() -> None:
    before = table()
    done = made({"move": "collar", "kind": "roll", "width": 4.0})
    front = done.pattern.piece("front")
    crease = next(x.path for x in front.lines if x.name == "roll line")
    bust = before.piece("front").mark("bust point").at
    assert crease.start == near(complex(0, bust.imag), 1e-9)
    # Touching: no place of the old neckline lies on the shoulder's side of it, and one lies on it.
    way = (crease.end - crease.start) / abs(crease.end - crease.start)
    old = edge(before.piece("front"), "neckline")
    off = [((old.at(old.length * k / 100) - crease.start) / way).imag for k in range(101)]
    assert max(off) == near(0.0, 1e-6)
    own = promise(done.pattern, "neckline")
    assert own.kept
    assert integrated(edge(front, "neckline")) == near(integrated(edge(done.pattern.piece("back"), "neckline")))
    assert integrated(edge(front, "collar centre back")) == near(4.0)
    # Both halves meet at the centre back in one line: the edge is square to the crease there.
    behind = edge(front, "collar centre back")
    assert abs((behind.start_direction * way.conjugate()).real) < 1e-9
    outer = edge(front, "collar edge")
    assert abs((outer.end_direction * behind.start_direction.conjugate()).real) < 1e-6
    # What is written beside the drawing is what the drawing measures; the grain is upright.
    assert written(done) == {
        "Back neckline along the crease": near(integrated(edge(front, "neckline"))),
        "The crease leans from the grain by": near(degrees(atan2(abs(way.real), abs(way.imag)))),
        "Wide at the centre back": near(4.0),
        "Outer edge": near(integrated(outer)),
    }


def test_a_roll_collar_is_refused_where_its_crease_does_not_begin_on_the_opening() -> None:
    at = {"edge": "side", "from": "waist", "distance": 3.0}
    told = refused({"move": "collar", "kind": "roll", "break": at})
    assert told.field == "break"
    assert "it rolls from the centre front, not from the side" in told.message


def test_a_lapel_folded_on_its_roll_line_lands_on_the_front() -> None:
    """The lapel reflected across the roll line by shapely's affine maps lies within the front, its point and all (paper lies on paper)."""
    from shapely.affinity import affine_transform

    done = made({"move": "collar", "kind": "lapel"})
    front = done.pattern.piece("front")
    roll = next(x.path for x in front.lines if x.name == "roll line")
    a, way = roll.start, (roll.end - roll.start) / abs(roll.end - roll.start)
    c, s = (way * way).real, (way * way).imag
    shift = a - (way * way) * a.conjugate()
    over = [c, s, s, -c, shift.real, shift.imag]
    whole = polygon(front)
    far = 100 * way
    beyond = shapely.Polygon([(z.real, z.imag) for z in (a - far, a + far, a + far + far * -1j, a - far + far * -1j)])
    lapel = whole.intersection(beyond)
    assert lapel.area > 40
    folded = affine_transform(lapel, over)
    assert folded.area == near(lapel.area, 1e-6)
    assert folded.difference(whole.buffer(0.3)).area < 0.02 * lapel.area
    tip = edge(front, "lapel edge").end
    there = way * way * (tip - a).conjugate() + a
    assert whole.buffer(0.05).contains(shapely.Point(there.real, there.imag))


def test_a_lapels_collar_has_the_neckline_of_front_and_back() -> None:
    done = made({"move": "collar", "kind": "lapel", "fall": 10.16, "lapel": 3.81, "notch": 2.54, "break_above_waist": 5.08})
    collar = done.pattern.piece("collar")
    own = promise(done.pattern, "neckline")
    assert own.kept
    assert integrated(edge(collar, "neckline")) == near(own.length_a)
    assert integrated(edge(collar, "centre back")) == near(10.16)
    assert integrated(edge(done.pattern.piece("front"), "lapel top")) == near(3.81)
    assert integrated(edge(collar, "front edge")) == near(2.54)
    # It breaks so far above the waist, on the button stand's edge.
    front = done.pattern.piece("front")
    roll = next(x.path for x in front.lines if x.name == "roll line")
    waist = max(z.imag for e in front.outline if e.name == "waist" for z in (e.path.start, e.path.end))
    assert waist - roll.start.imag == near(5.08)


# ---- following


def test_the_neckline_made_deeper_before_the_collar_makes_the_collar_longer() -> None:
    """The same recipe, its first step edited: the collar's step is the same, its neck edge follows."""
    for depth in (0.0, 2.5):
        deeper = {"move": "neckline", "shape": "round", "front_depth": depth}
        pattern = made(deeper, {"move": "collar", "kind": "band"}).pattern
        assert integrated(edge(pattern.piece("collar"), "neckline")) == near(sum(neck(pattern)))


def test_the_neckline_made_deeper_after_the_collar_is_followed_and_it_is_told() -> None:
    later = {"move": "neckline", "shape": "round", "front_depth": 2.5}
    collar = {"move": "collar", "kind": "band"}
    after, first = made(collar, later), made(later, collar)
    assert sum(neck(after.pattern)) > sum(neck(table())) + 1
    assert promise(after.pattern, "neckline").kept
    assert integrated(edge(after.pattern.piece("collar"), "neckline")) == near(sum(neck(after.pattern)))
    # As if it had been made then: line for line.
    assert after.pattern.piece("collar").outline == first.pattern.piece("collar").outline
    assert any("follows" in s.label for s in after.done[-1].working)
    assert [p.name for p in after.pattern.pieces] == ["back", "front", "collar"]


def test_a_part_that_was_worked_stays_and_the_difference_is_told() -> None:
    collar = {"move": "collar", "kind": "band"}
    lower = {
        "move": "redraw",
        "piece": "collar",
        "edge": "upper edge",
        "through": [{"at": {"edge": "upper edge", "fraction": 0.5}, "down": 0.3}],
    }
    deeper = {"move": "neckline", "shape": "round", "front_depth": 2.5}
    done = made(collar, lower, deeper)
    grown = sum(neck(done.pattern)) - sum(neck(table()))
    assert integrated(edge(done.pattern.piece("collar"), "neckline")) == near(sum(neck(table())))
    assert any(f"{grown:.2f} cm longer now" in s.label for s in done.done[-1].working)
    assert not promise(done.pattern, "neckline").kept


def test_a_part_cut_loose_stays_as_it_is() -> None:
    deeper = {"move": "neckline", "shape": "round", "front_depth": 2.5}
    done = made({"move": "collar", "kind": "band"}, {"move": "cut_loose", "part": "collar"}, deeper)
    assert integrated(edge(done.pattern.piece("collar"), "neckline")) == near(sum(neck(table())))
    assert any("longer now" in s.label for s in done.done[-1].working)


def test_what_cannot_follow_says_why_and_stays() -> None:
    """A neckline so wide that no stand can stand on it."""
    wide = {"move": "neckline", "shape": "scoop", "width": 9.0, "front_depth": 18.0, "back_depth": 14.0}
    done = made({"move": "collar", "kind": "band"}, wide)
    assert sum(neck(done.pattern)) > 34, sum(neck(done.pattern))
    assert any("cannot follow, and stays as it is" in s.label and "would fall over" in s.label for s in done.done[-1].working)
    assert integrated(edge(done.pattern.piece("collar"), "neckline")) == near(sum(neck(table())))


# ---- bad input


@pytest.mark.parametrize(
    ("steps", "field", "words"),
    [
        (({"move": "unsew", "seam": "shoulder"}, {"move": "collar", "kind": "band"}), "pieces", "open 11.6 cm from its front"),
        (({"move": "collar", "kind": "band"}, {"move": "collar", "kind": "flat"}), "pieces", "has its part already: the collar"),
        (
            (
                {"move": "neckline", "shape": "scoop", "width": 9.0, "front_depth": 18.0, "back_depth": 14.0},
                {"move": "collar", "kind": "stand_and_fall"},
            ),
            "kind",
            "would fall over",
        ),
        (
            ({"move": "collar", "kind": "band", "rise": 8.0}, {"move": "collar", "kind": "rib", "percent": 60}),
            "pieces",
            "has its part already",
        ),
        (({"move": "collar", "kind": "rib", "percent": 60},), "percent", "would have to stretch by 150 %"),
        (
            ({"move": "collar", "kind": "bias_roll", "width": 2.0, "less_at_back": 1.5},),
            "less_at_back",
            "cannot be 1.5 cm narrower behind",
        ),
        (({"move": "collar", "kind": "band", "pieces": ["sleeve"]},), "pieces", "no piece called “sleeve”"),
    ],
)
def test_what_no_collar_can_do_is_refused_at_its_slot(steps: tuple[dict[str, object], ...], field: str, words: str) -> None:
    told = refused(*steps)
    assert (told.field, words in told.message) == (field, True), told


@pytest.mark.parametrize(
    ("parameters", "words"),
    [
        ({"kind": "stand_and_fall", "stand": 0}, "stand"),
        ({"kind": "stand_and_fall", "stand": 30}, "stand"),
        ({"kind": "rib", "percent": -60}, "percent"),
        ({"kind": "band", "fall": 4}, "takes no fall"),
        ({"kind": "flat", "on_fold": "front"}, "only a band"),
    ],
)
def test_measures_that_no_collar_has_are_refused_before_anything_is_drawn(parameters: dict[str, object], words: str) -> None:
    from patterncraft.errors import BadSetting
    from patterncraft.moves.registry import read_steps

    with pytest.raises(BadSetting) as told:
        read_steps([{"move": "collar", **parameters}])
    assert words in f"{told.value} {told.value.field}"


def test_a_facing_of_the_neckline_comes_beside_a_collar_that_is_there() -> None:
    pattern = made(STAND, {"move": "collar", "kind": "stand_and_fall"}, {"move": "facing", "edges": NECK}).pattern
    assert promise(pattern, "neckline").kept
    assert promise(pattern, "neckline facing").kept


def test_a_stands_button_lies_on_the_centre_front_half_way_up() -> None:
    stand = made(STAND, {"move": "collar", "kind": "stand_and_fall", "stand": 3.0}).pattern.piece("collar stand")
    (button,) = [m for m in stand.marks if m.kind == "button"]
    lower = edge(stand, "neckline").reversed()
    foot = lower.at(integrated(lower) - 2.0)
    assert abs(button.at - foot) == near(1.5, 1e-6)
    centre = next(x.path for x in stand.lines if x.name == "centre front")
    assert line(centre).distance(shapely.Point(button.at.real, button.at.imag)) == near(0.0, 1e-6)


def test_a_fall_without_a_gap_is_found_too_short_for_what_it_lies_on() -> None:
    """Risen as its stand is, its outer edge is no longer than its seam: it pulls the collar up."""
    from patterncraft.checks.examine import examine
    from patterncraft.checks.subject import Subject
    from tests.patterncraft.parts.ground import RULES

    def found(gap: float) -> set[str]:
        done = made(STAND, {"move": "collar", "kind": "stand_and_fall", "gap": gap, "rise": 3.0, "spread": 0.0})
        return {f.code for f in examine(Subject.after(done, RULES)) if f.piece == "collar fall"}

    assert "collar-outer" in found(0.5)
    assert "collar-outer" not in found(5.0)
