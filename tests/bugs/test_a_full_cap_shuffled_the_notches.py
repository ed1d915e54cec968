"""The notches of a cap that was spread and lifted went to the end of the list, behind those of every other seam."""

from patterncraft.drafting.schools import school
from tests.rich import worked
from tests.samples import WHOLE


def test_the_underarms_hooks_stay_behind_the_armhole() -> None:
    base = school("bodice-direct").draft(WHOLE)
    pattern = school("sleeve-compass").draft(WHOLE, base=base).pattern
    hooked = worked(pattern, {"move": "closure", "kind": "hooks", "length": 4.0, "seam": "underarm", "count": 3})
    full = worked(hooked, {"move": "leg_of_mutton", "opening": 2.0, "height": 1.0})
    seams = [n.seam for n in full.notches]
    assert seams == [n.seam for n in hooked.notches]
