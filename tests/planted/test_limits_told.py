"""What is told beside a finding: the limit it went over, which is the house's own where the check names a house rule."""

from __future__ import annotations

from collections.abc import Mapping
from functools import reduce

import pytest

from patterncraft.checks.examine import examine
from patterncraft.checks.registry import CHECKS
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
