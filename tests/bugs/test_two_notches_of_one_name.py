"""Pleats laid into a seam of which an older pleat's notch was gone took the name of the one that was left: the seam's rules, which
speak of notches by their names, then held between the wrong ones."""

from __future__ import annotations

from dataclasses import replace

from patterncraft.paper.opened import Opened, add_fullness
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.seam import Notch, Seam, SeamRule, Stretch
from patterncraft.paper.sides import Leg, NewSide
from tests.samples import square


def test_a_new_notch_takes_a_name_that_is_free() -> None:
    seam = Seam("join", (Stretch("one", "top", "left"),), (Stretch("two", "top", "left"),), SeamRule("equal"))
    left = (Notch("pleat 1", "join", "single", 1.0, 1.0), Notch("pleat 3", "join", "single", 9.0, 9.0))
    before = Pattern((square(20, "one"), square(20, "two")), (seam,), left)
    own = NewSide((Stretch("one", "top", "left"),), (Leg(0, 20, 0, 20),), 0.0, 20.0, 20.0)
    other = own._replace(side=(Stretch("two", "top", "left"),))
    _, notches = add_fullness(before, replace(seam), (own, other), list(left), [Opened("one", "top", 0, 12.0, 16.0, "pleat")])
    names = [n.name for n in notches]
    assert len(set(names)) == len(names), names
    assert sorted(names) == ["pleat 1", "pleat 2", "pleat 3", "pleat 4"]
