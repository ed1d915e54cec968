"""Sleeves for the armhole as it stands, and what is done to them: lengths by another library, sums by hand."""

from __future__ import annotations

import re
from math import pi

import pytest
import shapely

from patterncraft.drafting.schools import school
from patterncraft.formats.openfile import PatternFile
from patterncraft.formats.openfile_io import pattern_file, read_file, read_pattern, write_file
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sewn import sewn_length
from patterncraft.style import on_one_table
from patterncraft.units import INCH
from tests.patterncraft.parts.ground import SLEEVE, Step, edge, integrated, made, near, promise, refused, table, total
from tests.samples import WHOLE, polygon

IN_WAIST: Step = {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}}
PANEL: Step = {
    "move": "cut_along",
    "piece": "front",
    "line": [{"edge": "armhole", "from": "shoulder", "fraction": 0.4}, {"dart": "waist dart"}],
    "names": ["centre front", "side front"],
    "seam": "princess",
}


def armhole(pattern: Pattern) -> float:
    """Round half the body's armhole, by independent integration, over all its sheets."""
    return sum(integrated(edge(p, "armhole")) for p in pattern.pieces if "armhole" in p.edge_names)


@pytest.mark.parametrize(("name", "ease"), [("sleeve-compass", 2.0), ("sleeve-thirds", 2.0), ("sleeve-knit", 0.0)])
def test_the_cap_is_the_armhole_and_its_ease(name: str, ease: float) -> None:
    """House rule: 2.0 of ease; a knit is sewn in flat (common practice, no source)."""
    pattern = made({"move": "sleeve", "school": name}).pattern
    assert integrated(edge(pattern.piece("sleeve"), "cap")) - armhole(pattern) == near(ease, 0.02)
    assert promise(pattern, "armhole").kept


@pytest.mark.parametrize("down", [0.0, 1.5, 3.0])
def test_a_lowered_armhole_gives_a_lowered_sleeve(down: float) -> None:
    steps = [{"move": "armhole", "down": down}] if down else []
    pattern = made(*steps, SLEEVE).pattern
    assert integrated(edge(pattern.piece("sleeve"), "cap")) - armhole(pattern) == near(2.0, 0.02)


def test_an_armhole_cut_by_a_panel_is_measured_over_all_its_sheets() -> None:
    whole, cut = made(IN_WAIST, SLEEVE).pattern, made(IN_WAIST, PANEL, SLEEVE).pattern
    assert len(cut.seam("armhole").b) == 3
    assert integrated(edge(cut.piece("sleeve"), "cap")) == near(integrated(edge(whole.piece("sleeve"), "cap")), 1e-3)
    assert promise(cut, "armhole").kept
    # The notches lie at the same paper: as far from the front underarm.
    places = [{n.name: n.at_b for n in p.notches_of("armhole")} for p in (whole, cut)]
    for name in ("front balance", "shoulder", "back balance"):
        assert places[0][name] == near(places[1][name] or 0.0)


def test_the_panel_cut_after_the_sleeve_leaves_the_cap_as_it_is() -> None:
    pattern = made(IN_WAIST, SLEEVE, PANEL).pattern
    assert promise(pattern, "armhole").kept
    assert len(pattern.seam("armhole").b) == 3


def test_below_its_notches_the_cap_is_as_long_as_the_armhole_and_all_ease_lies_above() -> None:
    pattern = made(SLEEVE).pattern
    notches = {n.name: n for n in pattern.notches_of("armhole")}
    front, back = notches["front balance"], notches["back balance"]
    cap, hole = integrated(edge(pattern.piece("sleeve"), "cap")), armhole(pattern)
    assert front.at_a == near(front.at_b or 0.0)
    assert cap - back.at_a == near(hole - (back.at_b or 0.0))
    assert (front.style, back.style) == ("single", "double")
    # Half the ease on either side of the shoulder.
    shoulder = notches["shoulder"]
    assert shoulder.at_b == near(integrated(edge(pattern.piece("front"), "armhole")))
    assert shoulder.at_a - (shoulder.at_b or 0.0) == near(1.0, 0.02)


def test_the_sleeve_follows_an_armhole_that_is_lowered_afterwards() -> None:
    done = made(SLEEVE, {"move": "armhole", "down": 2.0})
    assert armhole(done.pattern) > armhole(table()) + 2
    assert integrated(edge(done.pattern.piece("sleeve"), "cap")) - armhole(done.pattern) == near(2.0, 0.02)
    assert any("The sleeve follows" in s.label for s in done.done[-1].working)


def test_a_sleeve_made_smaller_by_hand_does_not_follow() -> None:
    shorter = {"move": "shorten_sleeve", "length": 30.0}
    done = made(SLEEVE, shorter, {"move": "armhole", "down": 2.0})
    assert not promise(done.pattern, "armhole").kept
    assert any("stays as it is" in s.label and "longer now" in s.label for s in done.done[-1].working)


def test_measures_are_the_wearers_or_typed_and_asked_for_by_name() -> None:
    alone = on_one_table({"block": school("bodice-direct").draft(WHOLE).pattern})
    told = refused(SLEEVE, on=alone)
    assert told.field in ("upper_arm_girth", "arm_length", "wrist_girth")
    assert "Upper arm" in str(told) or "upper arm" in str(told)
    typed = {"upper_arm_girth": 30.0, "wrist_girth": 17.0, "arm_length": 57.0}
    done = made(SLEEVE | typed, on=alone)
    assert any(s.label == "Wrist, as typed" for s in done.done[-1].working)
    assert integrated(edge(done.pattern.piece("sleeve"), "hem")) == near(17 + 6, 0.1)


def test_no_armhole_no_sleeve_and_no_second_one() -> None:
    again = refused(SLEEVE, SLEEVE)
    assert (again.field, "has its part already: the sleeve" in again.message) == ("armhole", True)
    none = refused(SLEEVE, on=table("skirt"))
    assert none.field == "armhole"
    assert "there is no edge called “armhole”" in none.message


def test_an_ease_that_no_lever_reaches_is_refused_with_the_nearest() -> None:
    told = refused({"move": "sleeve", "school": "sleeve-thirds", "cap_ease": 8.0, "upper_arm_girth": 22.0})
    assert told.field == "cap_ease"
    assert "the nearest is" in told.message


# ---- worked sleeves


def test_shortened_above_the_elbow_it_ends_so_far_above_it() -> None:
    done = made(SLEEVE, {"move": "shorten_sleeve", "above_elbow": 5.0})
    sleeve = done.pattern.piece("sleeve")
    elbow = next(x.path.start.imag for x in made(SLEEVE).pattern.piece("sleeve").lines if x.name == "elbow")
    hem = edge(sleeve, "hem")
    assert max(hem.start.imag, hem.end.imag) == near(elbow - 5.0)
    assert promise(done.pattern, "underarm").kept
    assert promise(done.pattern, "armhole").kept
    assert {"cap", "front underarm", "back underarm", "hem"} == set(sleeve.edge_names)


def test_a_bell_opens_its_hem_and_keeps_its_cap() -> None:
    before, after = made(SLEEVE).pattern.piece("sleeve"), made(SLEEVE, {"move": "bell", "opening": 4.0, "count": 4}).pattern
    sleeve = after.piece("sleeve")
    assert integrated(edge(sleeve, "cap")) == near(integrated(edge(before, "cap")), 0.02)
    assert integrated(edge(sleeve, "hem")) - integrated(edge(before, "hem")) == near(16.0, 0.2)
    assert promise(after, "armhole").kept


@pytest.mark.parametrize("step", [{"move": "puff", "above_elbow": 5.0}, {"move": "leg_of_mutton"}])
def test_a_full_cap_is_gathered_between_its_balance_marks_and_smooth_below_them(step: Step) -> None:
    pattern = made({"move": "sleeve", "school": "sleeve-thirds"}, step).pattern
    own = promise(pattern, "armhole")
    assert own.kept
    (rule,) = pattern.seam("armhole").rules
    assert (rule.start, rule.end, rule.rule.kind) == ("front balance", "back balance", "gather")
    notches = {n.name: n for n in pattern.notches_of("armhole")}
    front, back = notches["front balance"], notches["back balance"]
    assert front.at_a == near(front.at_b or 0.0, 1e-9)
    full, flat = back.at_a - front.at_a, (back.at_b or 0.0) - (front.at_b or 0.0)
    assert rule.rule.ratio == near(full / flat, 1e-9)
    assert full > flat + 8


def test_a_puffs_elastic_is_the_arms_girth() -> None:
    """Common practice, no source: five above the elbow, the elastic as long as the arm is round."""
    done = made(
        {"move": "sleeve", "school": "sleeve-thirds"},
        {"move": "puff", "above_elbow": 5.0},
        {"move": "elastic", "edges": [["sleeve", "hem"]]},
    )
    elastic = done.pattern.piece("elastic")
    assert integrated(edge(elastic, "hem")) == near(WHOLE["upper_arm_girth"])
    hem = integrated(edge(done.pattern.piece("sleeve"), "hem"))
    assert total(done, "Edge : elastic") == near(hem / WHOLE["upper_arm_girth"])
    assert promise(done.pattern, "elastic").kept


def test_a_bishop_grows_by_three_openings_and_what_its_seams_gave() -> None:
    """Common practice, no source: 2 1/4 in off, three slashes of 2 1/2 in from 1 1/2 in below the biceps line; the seams come down with the grain, so
    that the hem is as wide as the biceps and three openings, and the curve."""
    before = made(SLEEVE).pattern.piece("sleeve")
    done = made(SLEEVE, {"move": "bishop"})
    sleeve = done.pattern.piece("sleeve")
    biceps = abs(edge(before, "cap").end - edge(before, "cap").start)
    hem = edge(sleeve, "hem")
    assert abs(hem.end - hem.start) == near(biceps + 3 * 2.5 * INCH, 0.1)
    for side in ("front underarm", "back underarm"):
        path = edge(sleeve, side)
        for way in (path.start_direction, path.end_direction):
            assert abs(way.real) < 1e-6, "the seam runs with the grain at both its ends"
    assert promise(done.pattern, "underarm").kept
    assert promise(done.pattern, "armhole").kept
    # Lower at the back: the lowest place lies in the back's half.
    places = [hem.at(hem.length * k / 100) for k in range(101)]
    middle = 0.5 * (hem.start.real + hem.end.real)
    back = edge(sleeve, "back underarm")
    behind = 1 if back.start.real > middle else -1
    assert behind * (max(places, key=lambda z: z.imag).real - middle) > 0


def test_a_bishops_cuff_of_eight_and_a_half_is_nine_and_a_half_and_of_rib_seven() -> None:
    """Common practice, no source (inches): 8 1/2 + 2 × 1/2 = 9 1/2; of rib 8 1/2 − 1 1/2 = 7, twice its depth."""
    cuff = {"move": "cuff", "girth": 8.5 * INCH, "depth": 2.25 * INCH}
    plain = made(SLEEVE, {"move": "bishop"}, cuff)
    rib = made(SLEEVE, {"move": "bishop"}, cuff | {"stretch": 1.5 * INCH})
    assert integrated(edge(plain.pattern.piece("cuff"), "wrist")) / INCH == near(9.5, 1e-9)
    assert integrated(edge(rib.pattern.piece("cuff"), "wrist")) / INCH == near(7.0, 1e-9)
    assert integrated(edge(rib.pattern.piece("cuff"), "end")) / INCH == near(4.5, 1e-9)
    hem = integrated(edge(plain.pattern.piece("sleeve"), "hem"))
    assert total(plain, "Gathers : cuff") == near(hem / (9.5 * INCH))
    assert promise(plain.pattern, "wrist").kept
    assert plain.pattern.seam("wrist").rule.kind == "gather"


def test_a_cuff_smaller_than_the_hand_without_an_opening_is_told_and_longer_than_the_sleeve_refused() -> None:
    done = made(SLEEVE, {"move": "cuff", "girth": 18.0})
    assert any("and the hand 21.0" in s.label for s in done.done[-1].working)
    told = refused(SLEEVE, {"move": "cuff", "girth": 40.0})
    assert (told.field, "the sleeve ends 22.0 cm wide" in told.message) == ("girth", True)


def test_a_cap_sleeve_leaves_the_lower_armhole_free() -> None:
    before = made(SLEEVE).pattern
    done = made(SLEEVE, {"move": "cap_sleeve", "length": 9.0})
    pattern = done.pattern
    sleeve = pattern.piece("sleeve")
    free = sum(sewn_length(pattern.piece(n), "armhole below the sleeve") for n in ("front", "back"))
    left = sum(sewn_length(pattern.piece(n), "armhole") for n in ("front", "back"))
    assert free + left == near(armhole(before))
    assert promise(pattern, "armhole").kept
    assert integrated(edge(sleeve, "cap")) - left == near(2.0, 0.15)
    top = next(m.at for m in sleeve.marks if m.name == "top")
    hem = edge(sleeve, "hem")
    assert hem.start.imag - top.imag == near(9.0, 0.05)
    told = refused(SLEEVE, {"move": "cap_sleeve", "length": 30.0})
    assert told.field == "length"


def test_a_slit_is_faced_beside_and_above_it_and_lets_the_hand_in() -> None:
    at = {"edge": "hem", "fraction": 0.5}
    done = made(SLEEVE, {"move": "slit", "piece": "sleeve", "at": at, "length": 6 * INCH})
    facing, sleeve = done.pattern.piece("slit facing"), done.pattern.piece("sleeve")
    slit = next(x.path for x in sleeve.lines if x.name == "slit")
    assert slit.length / INCH == near(6.0, 1e-9)
    # Traced from the hem: its lower edge lies on it; it reaches 1 1/2 in to either side of the slit.
    hem = shapely.LineString(
        [(z.real, z.imag) for z in (edge(sleeve, "hem").at(edge(sleeve, "hem").length * k / 200) for k in range(201))]
    )
    own = edge(facing, "hem")
    assert all(hem.distance(shapely.Point(z.real, z.imag)) < 0.01 for z in (own.start, own.at(own.length / 2), own.end))
    assert integrated(own) / INCH == near(3.0, 1e-6)
    assert polygon(facing).bounds[1] == near(slit.end.imag - 1.5 * INCH, 0.05)
    told = refused(SLEEVE, {"move": "slit", "piece": "sleeve", "at": at, "length": 110.0})
    assert told.field == "length"


# ---- raglan, off the shoulder, dolman


@pytest.mark.parametrize("inverted", [False, True])
def test_a_raglans_sleeve_and_body_seams_are_equal_and_the_body_keeps_its_neckline(inverted: bool) -> None:
    before = table()
    pattern = made(IN_WAIST, {"move": "raglan", "inverted": inverted}).pattern
    for word in ("front", "back"):
        seam = f"{word} raglan"
        assert integrated(edge(pattern.piece("sleeve"), seam)) == near(integrated(edge(pattern.piece(word), seam)))
        assert promise(pattern, seam).kept
    assert promise(pattern, "underarm").kept
    # What comes off the bodies' necklines is the sleeve's top.
    was = sum(integrated(edge(before.piece(n), "neckline")) for n in ("front", "back"))
    now = sum(integrated(edge(pattern.piece(n), "neckline")) for n in ("front", "back", "sleeve"))
    assert now == near(was)
    assert pattern.side_length(pattern.seam("neckline").a) == near(was)


def test_a_raglans_sleeve_is_as_wide_and_as_long_as_the_arm_asks() -> None:
    done = made(IN_WAIST, {"move": "raglan", "width": 36.0, "length": 50.0})
    sleeve = polygon(done.pattern.piece("sleeve"))
    _, top, right, bottom = sleeve.bounds
    assert bottom - top == near(36.0, 0.3)
    # Its two underarm seams are made alike: the hem gives way by a millimetre or two.
    assert right == near(50.0 + sewn_length(table().piece("front"), "shoulder"), 0.3)


def test_thirty_round_the_shoulders_less_two_times_eight_leaves_seven_for_each_sleeve() -> None:
    """Common practice, no source (inches): 30 − 16 = 14 → 7 each."""
    step = {"move": "off_shoulder", "neck_width": 8 * INCH, "depth": 4 * INCH, "round_shoulder": 30 * INCH, "width": 30.0}
    done = made(IN_WAIST, step)
    pattern = done.pattern
    assert integrated(edge(pattern.piece("sleeve"), "neckline")) / INCH == near(7.0, 1e-6)
    whole = 2 * sum(integrated(edge(pattern.piece(n), "neckline")) for n in ("front", "back", "sleeve"))
    assert whole / INCH == near(30.0, 1e-6)
    for word in ("front", "back"):
        assert integrated(edge(pattern.piece("sleeve"), f"{word} armhole")) == near(
            integrated(edge(pattern.piece(word), f"{word} armhole"))
        )
        assert promise(pattern, f"{word} armhole").kept
        # Front single, back double, as a balance mark is (common practice, no source).
        own = next(n for n in pattern.notches if n.seam == f"{word} armhole")
        assert own.style == ("single" if word == "front" else "double")


@pytest.mark.parametrize(("less", "missing"), [(0.0, []), (6.0, ["6.0"])])
def test_an_off_shoulder_line_shorter_than_the_body_is_told(less: float, missing: list[str]) -> None:
    done = made(IN_WAIST, {"move": "off_shoulder", "round_shoulder": WHOLE["round_shoulder_girth"] - less})
    said = [re.search(r"([\d.]+) cm are missing", s.label) for s in done.done[-1].working]
    assert [m[1] for m in said if m] == missing


def test_an_off_shoulder_sleeves_side_is_the_bodys_own_curve_turned_over() -> None:
    """The same distances from its chord, place for place."""
    pattern = made(IN_WAIST, {"move": "off_shoulder"}).pattern
    for word in ("front", "back"):
        offs = []
        for piece in ("sleeve", word):
            path = edge(pattern.piece(piece), f"{word} armhole")
            if path.start.imag > path.end.imag:
                path = path.reversed()
            chord = path.end - path.start
            offs.append([abs(((path.at(path.length * k / 20) - path.start) / chord).imag) for k in range(21)])
        assert offs[0] == pytest.approx(offs[1], abs=1e-9)
        assert max(offs[0]) > 0.01


def test_nothing_left_for_the_sleeves_is_refused_at_the_top() -> None:
    told = refused(IN_WAIST, {"move": "off_shoulder", "neck_width": 60.0})
    assert (told.field, "leave 0.0 of 104.0 cm" in told.message) == ("neck_width", True)


@pytest.mark.parametrize("kind", ["rib", "band", "flat"])
def test_a_collar_that_is_there_already_stays_sewn_to_the_dolmans_neckline(kind: str) -> None:
    """The seam began beside the shoulder, which is the overarm now; the neckline is as long as it was, and the collar with it."""
    before = made(IN_WAIST, {"move": "collar", "kind": kind})
    done = made(IN_WAIST, {"move": "collar", "kind": kind}, {"move": "dolman", "angle": 40.0})
    seam = promise(done.pattern, "neckline")
    assert seam.kept
    assert seam.length_a == near(promise(before.pattern, "neckline").length_a, 1e-3)
    read_pattern(read_file(write_file(pattern_file(done.pattern, "x")), PatternFile))


@pytest.mark.parametrize("angle", [0.0, 20.0, 45.0])
def test_a_dolmans_seams_are_equal_at_any_angle_and_its_arm_hangs_at_it(angle: float) -> None:
    import cmath

    pattern = made(IN_WAIST, {"move": "dolman", "angle": angle}).pattern
    for seam in ("overarm", "side"):
        assert promise(pattern, seam).kept
    over = edge(pattern.piece("front"), "overarm")
    assert cmath.phase(over.end_direction) * 180 / pi == near(angle, 1e-6)
    # What lies below the arm stays: the waist is as it was.
    assert sewn_length(pattern.piece("front"), "waist") == near(sewn_length(made(IN_WAIST).pattern.piece("front"), "waist"))
    assert promise(pattern, "waist").kept


TAPED: Step = {"move": "swing_and_join", "piece": "front", "edge": "shoulder", "onto": ["back", "shoulder"], "turned": True}


@pytest.mark.parametrize("school_name", ["compass", "thirds"])
def test_a_front_taped_to_its_back_at_the_shoulder_still_has_its_armhole(school_name: str) -> None:
    """Each half hangs by the centre of its own, however the sheet lies: the cap is the one that both sheets apart would get."""
    apart = made(SLEEVE | {"school": school_name}).pattern.piece("sleeve")
    whole = made(TAPED, SLEEVE | {"school": school_name})
    assert [p.name for p in whole.pattern.pieces] == ["back", "sleeve"]
    sleeve = whole.pattern.piece("sleeve")
    assert integrated(edge(sleeve, "cap")) == near(integrated(edge(apart, "cap")), 0.01)
    assert sleeve.area == pytest.approx(apart.area, rel=2e-3)
    assert promise(whole.pattern, "armhole").kept


def test_armholes_that_face_each_other_take_no_sleeve() -> None:
    """Laid on without turning the front lies over its own shoulder: the tips no longer lie above the underarms."""
    told = refused(TAPED | {"turned": False}, SLEEVE)
    assert "does not lie above its underarm" in told.message
    assert (told.field, told.cure) == ("armhole", "Make the sleeve before the step that laid the piece so.")
