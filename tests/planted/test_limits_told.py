"""What is told beside a finding: the limit it went over, which is the house's own where the check names a house rule."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from functools import reduce

import pytest

from patterncraft.checks.examine import examine
from patterncraft.checks.registry import CHECKS
from patterncraft.geometry.path import straight
from tests.planted.faults import FAULTS
from tests.planted.ground import STAND, Planted, looked, worked

OTHERWISE: Mapping[str, tuple[float, ...]] = {
    # Kept to a millimetre and more than a seam is, as hooks are set.
    "armhole-moved": (0.2,),
    # No rule of the house, but written with the check (common practice, no source).
    "dart-sum": (0.5,),
    "fair": (5.0,),
    "fold-grain": (1.0,),
    "grain-pair": (1.0,),
    "notion": (1.0, 12.0),
    "fullness": (1.5,),
    "stretch": (20.0, 40.0),
    "yoke-deep": (0.05,),
    "dart-point": (5.0,),
}


@pytest.mark.parametrize("fault", FAULTS, ids=lambda f: f.title)
def test_the_limit_told_is_the_houses_or_none(fault: Planted) -> None:
    subject = fault.spoilt()
    for f in [f for f in examine(subject) if f.code == fault.code]:
        check = CHECKS[f.code]
        may = {0.0, subject.rules.girth_tolerance, *OTHERWISE.get(f.code, ())}
        if check.limit:
            may.add(float(reduce(getattr, check.limit.split("."), subject.rules)))
        if f.code != "collar-outer":
            assert f.limit in may, f"{f.words} {f.limit} is none of {sorted(may)}"


def test_a_cap_too_short_is_told_from_nothing_and_one_too_full_from_what_can_be_eased_in() -> None:
    told = {
        f.amount > 0: f for fault in FAULTS if fault.code == "cap-ease" for f in examine(fault.spoilt()) if f.code == "cap-ease"
    }
    assert (told[True].limit, told[False].limit) == (3.0, 0.0)
    assert told[True].amount > 3.0
    assert told[False].amount < 0.0


@pytest.mark.parametrize("used_as", ["button stand", "wrap"])
def test_what_is_measured_from_the_edge_of_a_stand_or_of_a_wrap_is_told(used_as: str) -> None:
    """1 cm from the edge of a strip 2.5 wide: so much too far out. Measured from the waist's other end nothing is said."""
    strip = STAND | {"as": used_as}
    for start, told in ((used_as, True), ("waist", False)):
        line = [{"edge": f"{used_as} waist", "from": start, "distance": 1.0}, {"edge": "armhole", "fraction": 0.5}]
        done = worked(("bodice",), strip, {"move": "draw_line", "piece": "front", "name": "x", "line": line})
        found = [f for f in examine(looked(done)) if f.code == "extension"]
        assert bool(found) == told, start
        for f in found:
            assert (f.amount, f.limit, f.piece, f.edge, f.seam) == (2.5, 0.0, "front", f"{used_as} waist", "step 2")
            assert f"from the edge of the {used_as} and not from the centre front: 2.5 cm too far out." in f.words
            own = next(e.path.start for e in done.pattern.piece("front").outline if e.name == used_as)
            assert f.at == own


def test_a_yoke_is_told_twice_where_it_stands_off_and_is_deeper_than_the_house_allows() -> None:
    """Twelve centimetres are three more than the house's nine and reach below a dart's point; nine are neither."""
    for depth, told in ((12.0, 2), (9.0, 0)):
        done = worked(("skirt",), {"move": "yoke", "pieces": ["skirt front"], "edge": "waist", "depth": depth})
        found = [f for f in examine(looked(done)) if f.code == "yoke-deep"]
        assert len(found) == told, [f.words for f in found]
        if found:
            assert found[-1].amount == pytest.approx(3.0)
            assert "stands off" in found[0].words


def test_an_allowance_drawn_on_two_pieces_is_told_of_both() -> None:
    (fault,) = [f for f in FAULTS if f.code == "allowance-double"]
    subject = fault.spoilt()
    (line,) = [x for x in subject.pattern.piece("front").lines if x.name == "side stitching line"]
    back = subject.pattern.piece("back")
    side = next(e.path for e in back.outline if e.name == "side")
    inside = straight(side.start + 1j * side.start_direction, side.end + 1j * side.start_direction)
    both = subject.pattern.with_piece(replace(back, lines=(*back.lines, replace(line, path=inside))))
    found = [f for f in examine(replace(subject, pattern=both)) if f.code == "allowance-double"]
    assert sorted(f.piece for f in found) == ["back", "front"]
