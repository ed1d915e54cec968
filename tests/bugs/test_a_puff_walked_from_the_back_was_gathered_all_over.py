"""A cap whose seam is written from the back underarm kept three rules of gathers after a puff, below its balance marks, too, where it is to lie smooth: the two
marks were taken for front first, back second, as they come from the front."""

from __future__ import annotations

from tests.other_end import walked_back
from tests.patterncraft.parts.ground import SLEEVE, made, of

PUFF = of("puff", length=26.0, width=10.0, height=4.0)


def test_it_is_gathered_between_the_balance_marks_from_either_end() -> None:
    before = made(SLEEVE).pattern
    ratios = []
    for table in (before, walked_back(before)):
        seam = made(PUFF, on=table).pattern.seam("armhole")
        (rule,) = seam.rules
        assert {rule.start, rule.end} == {"front balance", "back balance"}
        assert rule.rule.kind == "gather"
        ratios.append(round(rule.rule.ratio, 4))
    assert ratios[0] == ratios[1] > 1.2
