"""Sleeves made for an armhole, and the cap solver, against their worked checks (common practice, no source)."""

import pytest

from patterncraft.drafting.armhole_of import whole_armhole
from patterncraft.drafting.cap import Levers, fitted_cap, solve_cap, turned_to_front
from patterncraft.errors import BadMeasure, BadSetting
from patterncraft.geometry.path import Path
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.paper.dart import find_dart
from patterncraft.paper.sewn import sewn_length
from patterncraft.schools.sleeve_compass import Reach, cap_height
from tests.conftest import draft, draft_by
from tests.patterncraft.schools.reading import path_of, sums_of
from tests.samples import WHOLE


def test_compass_worked_check() -> None:
    # H 32.3, C 38, AD 9.75, 0.5 → K 13.7; F at 2.44; arcs 14.04 to 15.30; w about 14.67.
    k = cap_height(32.3, 9.75)
    assert k == pytest.approx(13.7)
    reach = Reach.of(38 / 2, k - 9.75 / 4, 9.75)
    assert reach.arcs == pytest.approx((14.04, 15.30), abs=0.005)
    assert reach.asked == pytest.approx((13.75, 15.75))
    assert (reach.width, reach.miss) == pytest.approx((14.67, 0.0), abs=0.005)
    # No overlap: by how much.
    assert Reach((17.0, 18.0), (13.0, 15.0)).miss == pytest.approx(2.0)
    assert Reach((10.0, 11.0), (13.0, 15.0)).miss == pytest.approx(2.0)


@pytest.mark.parametrize("ease", [0.0, 1.5, 2.0, 3.0])
@pytest.mark.parametrize("name", ["sleeve-compass", "sleeve-thirds"])
def test_cap_reaches_the_ease_asked_for(name: str, ease: float) -> None:
    base = draft(WHOLE)
    armhole = sum(sewn_length(base.pattern.piece(p), "armhole") for p in ("front", "back"))
    sleeve = draft_by(name, WHOLE, base, cap_ease=ease).pattern.piece("sleeve")
    assert sewn_length(sleeve, "cap") - armhole == pytest.approx(ease, abs=0.02)


def test_below_the_notches_the_compass_cap_copies_the_armhole_and_takes_no_ease() -> None:
    base = draft(WHOLE)
    block = draft_by("sleeve-compass", WHOLE, base)
    cap = path_of(block.pattern.piece("sleeve"), "cap")
    front = whole_armhole(base.pattern).front
    reversed_cap = cap.reversed()
    for along in (1.0, 2.5, 4.0):
        on_cap = reversed_cap.at(along) - reversed_cap.start
        # One fair curve through places of the armhole: a thirtieth of a millimetre off it between them.
        assert abs(on_cap - front.path.at(along)) < 3e-3
    promise = next(p for p in ledger(block.pattern, HouseRules()) if p.name == "armhole")
    assert promise.length_a - (promise.length_b or 0) == pytest.approx(2, abs=0.02)
    assert promise.kept
    # The front balance mark is as far from the underarm on both.
    n = next(n for n in block.pattern.notches if n.name == "front balance")
    assert n.at_a == pytest.approx(front.notch)


def test_thirds_cap_depth_is_a_right_triangle() -> None:
    base = draft(WHOLE)
    armhole = whole_armhole(base.pattern).length
    block = draft_by("sleeve-thirds", WHOLE, base, solve=False, biceps_ease=4)
    half = (28.5 + 4) / 2
    assert sums_of(block)["Cap height"] == pytest.approx(((armhole / 2) ** 2 - half**2) ** 0.5)
    sleeve = block.pattern.piece("sleeve")
    cap = path_of(sleeve, "cap")
    assert (
        cap.reversed()
        .placed(__import__("patterncraft.geometry.transform", fromlist=["turn_over"]).turn_over(0j, 1j))
        .coincides(cap, 1e-9)
    ), "front and back alike"


def test_elbow_dart_takes_what_is_more_than_a_centimetre() -> None:
    base = draft(WHOLE)
    eased = draft_by("sleeve-compass", WHOLE, base, front_raised=0.3).pattern
    assert eased.piece("sleeve").darts == ()
    assert eased.seam("underarm").rule.kind == "ease"
    darted = draft_by("sleeve-compass", WHOLE, base, front_raised=3).pattern
    dart = find_dart(darted.piece("sleeve"), "elbow dart")
    assert dart.intake > 1
    assert sewn_length(darted.piece("sleeve"), "back underarm") == pytest.approx(
        sewn_length(darted.piece("sleeve"), "front underarm"), abs=1e-6
    )


def test_front_of_the_cap_is_hollower_than_the_back() -> None:
    cap = path_of(draft_by("sleeve-compass", WHOLE).pattern.piece("sleeve"), "cap")
    back, front = cap.at(5.0), cap.reversed().at(5.0)
    assert -front.imag < -back.imag


def test_solver_uses_its_levers_in_order_and_names_the_nearest_when_none_does_it() -> None:
    def draw(levers: Levers) -> Path:
        wide = 16 + levers.width
        lower = Path(((wide + 0j, wide - 3 + 0j, wide - 4.5 - 1.5j, wide - 5.5 - 3j),))
        return fitted_cap(turned_to_front(lower), lower, complex(0, -14 - levers.height), levers.roundness)

    plain = draw(Levers()).length
    near = solve_cap(draw, plain - 2, 2.1)
    assert near.levers.height == near.levers.width == 0
    assert near.levers.roundness > 1
    higher = solve_cap(draw, plain - 2, 3.5)
    assert higher.levers.roundness == pytest.approx(1.25)
    assert higher.levers.height > 0
    assert higher.levers.width == 0
    wider = solve_cap(draw, plain - 2, 6.0)
    assert wider.levers.height == pytest.approx(1.5)
    assert wider.levers.width > 0
    with pytest.raises(BadSetting, match="the nearest is") as caught:
        solve_cap(draw, plain - 2, 20.0)
    # What it calls the nearest can be had.
    nearest = float(caught.value.message.split("the nearest is ")[1].split(" cm")[0])
    assert solve_cap(draw, plain - 2, nearest - 0.05).ease == pytest.approx(nearest - 0.05, abs=0.01)


def test_arm_too_full_for_the_armhole_is_refused_by_name() -> None:
    with pytest.raises(BadMeasure, match="leaves no cap") as caught:
        draft_by("sleeve-thirds", WHOLE | {"upper_arm_girth": 52.0}, draft(WHOLE))
    assert caught.value.field == "upper_arm_girth"
    with pytest.raises(BadMeasure, match="would not lie between underarm and wrist"):
        draft_by("sleeve-compass", WHOLE | {"shoulder_to_elbow": 44.0, "arm_length": 46.0}, draft(WHOLE))
