"""Rotate dart: the one worked by hand, the odd blocks, and everything it must refuse."""

from dataclasses import replace
from math import degrees, pi

import pytest

from patterncraft.errors import BadPlace, BadSetting, MoveRefused, NoSuchName, PatternError
from patterncraft.geometry.path import straight
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import darts_of, find_dart
from patterncraft.paper.edge import Edge
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sewn import sewn_length
from patterncraft.replay import replay
from tests.conftest import draft
from tests.samples import NO_SIDE_DART, assert_same_outline, polygon, sewn_of

Step = dict[str, object]


def rotate(dart: str, to: object, piece: str = "front", **more: object) -> Step:
    return {"move": "rotate_dart", "piece": piece, "dart": dart, "to": to, **more}


def on(edge: str, fraction: float = 0.5, start: str = "") -> Step:
    return {"edge": edge, "fraction": fraction, **({"from": start} if start else {})}


def work(pattern: Pattern, *steps: Step) -> Pattern:
    """All steps done, or the refusal raised."""
    done = replay(pattern, read_steps(list(steps)), HouseRules())
    if done.stopped:
        raise done.stopped
    return done.pattern


def test_waist_dart_to_the_shoulder_worked_by_hand(bodice: Pattern) -> None:
    # The dart: 2.54 wide, 18 deep. Half mouth 1.27, so half the angle is atan(1.27/18) = 4.036°,
    # the angle 8.072°. Place: 6 cm along the shoulder from the neck point (7.62, 0); the shoulder
    # falls from there to (19.75, 3.81) before truing: direction (12.13, 3.81)/12.714. The pivot is
    # (9.25, 26.5). New mouth = 2·r·sin(4.036°).
    place = complex(7.62, 0) + 6 * complex(12.13, 3.81) / 12.714
    r = abs(place - complex(9.25, 26.5))
    after = work(bodice, rotate("waist dart", {"edge": "shoulder", "from": "neckline", "distance": 6})).piece("front")
    dart = find_dart(after, "shoulder dart")
    assert degrees(abs(dart.angle)) == pytest.approx(8.072, abs=0.001)
    assert dart.intake == pytest.approx(2 * r * 0.070382, abs=0.002)
    assert dart.leg_in.length == pytest.approx(r, abs=1e-3)


@pytest.mark.parametrize("edge", ["neckline", "shoulder", "armhole", "side"])
def test_every_figure_every_edge_keeps_paper_and_seams(any_bodice: Pattern, edge: str, rules: HouseRules) -> None:
    before = any_bodice.piece("front")
    fraction = 0.75 if edge == "side" else 0.5
    after = work(any_bodice, rotate("waist dart", on(edge, fraction))).piece("front")
    assert after.area == pytest.approx(before.area, abs=1e-9)
    assert sewn_of(after) == pytest.approx(sewn_of(before), abs=1e-7)
    assert sum(abs(d.angle) for d in darts_of(after)) == pytest.approx(sum(abs(d.angle) for d in darts_of(before)), abs=1e-12)
    assert polygon(after).is_valid
    assert all(p.kept for p in ledger(work(any_bodice, rotate("waist dart", on(edge, fraction))), rules))


def test_centre_front_stays_put_and_the_grain_with_it(bodice: Pattern) -> None:
    after = work(bodice, rotate("waist dart", on("shoulder"))).piece("front")
    before = bodice.piece("front")
    fold = next(e for e in before.outline if e.kind == "fold")
    assert any(e.kind == "fold" and e.path.coincides(fold.path, 1e-12) for e in after.outline)
    assert after.grain == before.grain


def test_half_of_it_leaves_half_the_angle(bodice: Pattern) -> None:
    before = abs(find_dart(bodice.piece("front"), "waist dart").angle)
    after = work(bodice, rotate("waist dart", on("shoulder"), share=0.5)).piece("front")
    assert abs(find_dart(after, "waist dart").angle) == pytest.approx(before / 2)
    assert abs(find_dart(after, "shoulder dart").angle) == pytest.approx(before / 2)


def test_so_many_centimetres_at_the_new_mouth(bodice: Pattern) -> None:
    after = work(bodice, rotate("waist dart", on("armhole"), amount=1.0)).piece("front")
    assert find_dart(after, "armhole dart").intake == pytest.approx(1.0, abs=1e-9)


def test_into_another_dart_adds_to_its_mouth(bodice: Pattern) -> None:
    before = find_dart(bodice.piece("front"), "side dart").intake
    after = work(bodice, rotate("waist dart", {"dart": "side dart"}, amount=0.7)).piece("front")
    assert find_dart(after, "side dart").intake == pytest.approx(before + 0.7, abs=1e-9)
    merged = work(bodice, rotate("waist dart", {"dart": "side dart"})).piece("front")
    assert [d.name for d in darts_of(merged)] == ["side dart"]


def test_there_and_back_is_the_original(any_bodice: Pattern) -> None:
    front = any_bodice.piece("front")
    mouth = find_dart(front, "waist dart")
    i = next(k for k, e in enumerate(front.outline) if e.path.end == mouth.mouth[0])
    from_side = front.outline[i].length / sewn_length(front, "waist")
    back = work(
        any_bodice,
        rotate("waist dart", on("shoulder", 0.4)),
        rotate("shoulder dart", {"edge": "waist", "from": "side", "fraction": from_side}),
    ).piece("front")
    assert_same_outline(back, front, 1e-9)


def test_thirty_rotations_leave_no_splinters(bodice: Pattern) -> None:
    steps = [rotate("waist dart", on("shoulder", 0.4)), rotate("shoulder dart", on("waist", 0.6))] * 15
    after = work(bodice, *steps).piece("front")
    assert len(after.outline) <= len(bodice.piece("front").outline) + 2
    assert after.area == pytest.approx(bodice.piece("front").area, abs=1e-8)


def test_dart_at_the_fold_makes_the_centre_a_seam(bodice: Pattern) -> None:
    done = replay(bodice, read_steps([rotate("waist dart", on("centre front", 0.5))]), HouseRules())
    assert any("cut as a seam" in s.label for s in done.done[0].working)


def test_back_dart_goes_to_the_shoulder_too(bodice: Pattern) -> None:
    after = work(bodice, rotate("waist dart", on("shoulder", 0.5), piece="back")).piece("back")
    assert [d.name for d in darts_of(after)] == ["shoulder dart"]


def test_two_darts_on_one_edge_are_numbered_from_the_centre(bodice: Pattern) -> None:
    after = work(bodice, rotate("side dart", on("waist", 0.25, "side"))).piece("front")
    names = {d.name: d.middle.real for d in darts_of(after)}
    assert sorted(names) == ["waist dart 1", "waist dart 2"]
    assert names["waist dart 1"] < names["waist dart 2"]


def test_corner_of_an_edge_is_a_place(bodice: Pattern) -> None:
    after = work(bodice, rotate("waist dart", on("shoulder", 0.0))).piece("front")
    assert {d.name for d in darts_of(after)} == {"side dart", "shoulder dart"}
    assert len([e for e in after.outline if e.name == "shoulder"]) == 1, "no splinter is left beside the corner"
    assert after.area == pytest.approx(bodice.piece("front").area)


def test_tape_lies_where_the_old_dart_was(bodice: Pattern) -> None:
    legs = find_dart(bodice.piece("front"), "waist dart")
    after = work(bodice, rotate("waist dart", on("shoulder"))).piece("front")
    (tape,) = after.paper.tapes
    assert tape.length == pytest.approx(legs.leg_out.length)
    assert tape.coincides(legs.leg_out.path, 1e-9) or tape.coincides(legs.leg_out.path.reversed(), 1e-9)


def test_set_back_follows_the_edge_by_the_house_rule(bodice: Pattern) -> None:
    after = work(bodice, rotate("waist dart", on("side", 0.8))).piece("front")
    assert max(d.rule.set_back for d in darts_of(after)) == HouseRules().set_backs.side


@pytest.mark.parametrize(
    ("step", "kind", "says"),
    [
        (rotate("waist dart", on("moon")), NoSuchName, "no edge called “moon”"),
        (rotate("hem dart", on("shoulder")), NoSuchName, "no dart called “hem dart”"),
        (rotate("waist dart", on("shoulder"), piece="sleeve"), NoSuchName, "no piece called “sleeve”"),
        (rotate("waist dart", {"edge": "shoulder", "distance": 400}), BadPlace, "off the paper"),
        (rotate("waist dart", on("waist", 0.583, "side")), BadPlace, "opens there already"),
        (rotate("waist dart", {"dart": "waist dart"}), BadPlace, "into itself"),
        (rotate("waist dart", on("shoulder"), amount=30), MoveRefused, "only 3.5 cm to give"),
        (rotate("waist dart", on("shoulder", 0.5, "hem")), BadPlace, "does not begin at “hem”"),
    ],
)
def test_what_paper_cannot_do_is_refused_with_a_cure(bodice: Pattern, step: Step, kind: type[PatternError], says: str) -> None:
    with pytest.raises(kind, match=says) as caught:
        work(bodice, step)
    assert caught.value.step == 1
    assert caught.value.cure


def test_place_behind_the_pivot_is_refused() -> None:
    # A bust point above the chest line: the armhole's bowl lies between it and the underarm.
    high = draft(NO_SIDE_DART | {"shoulder_to_bust": 18.5}).pattern
    with pytest.raises(BadPlace, match="behind the pivot"):
        work(high, rotate("waist dart", on("armhole", 0.98)))


@pytest.mark.parametrize(
    ("more", "says"),
    [
        ({"share": 0}, "more than 0"),
        ({"share": -0.5}, "more than 0"),
        ({"share": 1.5}, "at most 1"),
        ({"share": float("nan")}, "finite"),
        ({"amount": 1e9}, "at most 60"),
        ({"amount": "much"}, "must be a number"),
        ({"share": 0.5, "amount": 1}, "not both"),
        ({"glue": True}, "not known here"),
    ],
)
def test_bad_parameters_are_refused_by_field(more: Step, says: str) -> None:
    with pytest.raises(BadSetting, match=says) as caught:
        read_steps([rotate("waist dart", on("shoulder"), **more)])
    assert caught.value.step == 1


def test_different_pivots_are_refused(bodice: Pattern) -> None:
    front = bodice.piece("front")
    dart = find_dart(front, "side dart")
    shifted = dart.pivot + 2
    n = dart.vertex
    edges = list(front.outline)
    edges[n - 1] = Edge("side dart", "dart", straight(dart.mouth[0], shifted))
    edges[n] = Edge("side dart", "dart", straight(shifted, dart.mouth[1]))
    with pytest.raises(MoveRefused, match=r"different pivots, 2\.0 cm apart"):
        work(bodice.with_piece(replace(front, outline=tuple(edges))), rotate("waist dart", {"dart": "side dart"}))


@pytest.mark.parametrize(
    ("measures", "wide"), [({}, False), ({"front_shoulder_to_waist": 50.0, "bust_span": 28.0, "waist_girth": 68.0}, True)]
)
def test_wide_dart_is_cautioned(measures: dict[str, float], wide: bool) -> None:
    block = draft(NO_SIDE_DART | {"front_shoulder_to_waist": 46.0} | measures, waist_dart="whole difference").pattern
    merged = replay(block, read_steps([rotate("waist dart", {"dart": "side dart"})]), HouseRules())
    (dart,) = darts_of(merged.pattern.piece("front"))
    assert (abs(dart.angle) > pi / 3) == wide
    assert any("divide it" in s.label for s in merged.done[0].working) == wide
