"""The table of differences: sheets worked by hand, and the skirt whose measures are what was asked for."""

from __future__ import annotations

from dataclasses import replace

import pytest

from patterncraft.comparing.figures import Figure, compare
from patterncraft.comparing.recipes import StepSideBySide, differing_steps
from patterncraft.comparing.told import as_table
from patterncraft.drafting.schools import school
from patterncraft.geometry.path import straight
from patterncraft.girths import girths
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import CutPlan, DrawnLine
from tests.rich import PANEL, worked
from tests.samples import WHOLE, square

WIDER = WHOLE | {"waist_girth": 80.0, "hip_girth": 106.0}


def by_name(figures: tuple[Figure, ...]) -> dict[str, Figure]:
    return {f.said: f for f in figures}


def test_two_sheets_worked_by_hand() -> None:
    """10 × 10 against 12 × 12; a line across on both, one more on the second."""
    line = DrawnLine("level", straight(5j, 10 + 5j))
    a = replace(square(10.0), lines=(line,))
    b = replace(square(12.0), lines=(replace(line, path=straight(5j, 12 + 5j)), DrawnLine("low", straight(9j, 12 + 9j))))
    found = compare(Pattern((a, square(3.0, "tab"))), Pattern((b, square(4.0, "flap"))))
    figures = by_name(found.pieces[0].figures)
    assert [f.difference for f in figures.values()] == pytest.approx([2.0] * 4 + [2.0, None, 44.0])
    assert (figures["width at the low line"].a, figures["width at the low line"].b) == (None, pytest.approx(12.0))
    assert figures["paper"].words("cm") == ("100.0 cm²", "144.0 cm²", "+44.0 cm²")
    assert figures["top"].words("in") == ("3 15/16 in", "4 3/4 in", "+13/16 in")
    assert (found.only_a, found.only_b) == (("tab",), ("flap",))
    turned_round = compare(Pattern((b,)), Pattern((a,))).pieces[0].figures[0]
    assert turned_round.words("cm")[2] == "−2.0 cm"


def test_what_is_alike_to_a_twentieth_of_a_millimetre_is_alike() -> None:
    assert Figure("edge", "side", 20.0, 20.0049).is_alike
    assert not Figure("edge", "side", 20.0, 20.0051).is_alike
    assert not Figure("edge", "side", 20.0, None).is_alike
    assert Figure("edge", "side", 20.0, 20.0049).words("cm")[2] == ""
    assert Figure("edge", "side", 20.0, 20.02).words("cm") == ("20.0 cm", "20.0 cm", "+0.02 cm")
    assert Figure("edge", "side", 20.0, 19.94).words("cm")[2] == "−0.1 cm"


def test_a_skirt_is_as_much_wider_as_the_body_is() -> None:
    """The two-piece skirt: waist as sewn = waist + ease, hip = hip + ease; the ease is the same on both bodies."""
    found = compare(*(school("skirt").draft(chart, {}).pattern for chart in (WHOLE, WIDER)))
    assert {f.name: pytest.approx(f.difference or 0.0, abs=0.01) for f in found.girths} == {"waist": 6.0, "hip": 8.0, "hem": 8.0}


@pytest.mark.parametrize("gores", [4, 6, 8])
def test_a_gore_counts_as_often_as_it_is_cut(gores: int) -> None:
    pattern = school("gored-skirt").draft(WHOLE, {"gores": gores, "round_to": "not rounded"}).pattern
    gore = pattern.pieces[0]
    waist = next(g.length for g in girths(pattern) if g.name == "waist")
    assert waist == pytest.approx(gores * sum(e.length for e in gore.outline if e.name == "waist"))


def test_a_sleeves_hem_is_not_added_to_the_skirts() -> None:
    """A dress: the skirt's hem goes round the body, the sleeves' hems do not, and neither is one with the other."""
    from patterncraft.style import on_one_table

    bodice = school("bodice-direct").draft(WHOLE, {"waist_ease": 1.0})
    parts = {
        "bodice": bodice.pattern,
        "sleeve": school("sleeve-compass").draft(WHOLE, {}, bodice).pattern,
        "skirt": school("skirt").draft(WHOLE, {}).pattern,
    }
    found = {(g.name, g.pieces): g.length for g in girths(on_one_table(parts))}
    alone = next(g.length for g in girths(parts["skirt"]) if g.name == "hem")
    assert found["hem", ("skirt back", "skirt front")] == pytest.approx(alone)
    assert not [pieces for name, pieces in found if "sleeve" in pieces]
    # A lining goes round no second time.
    lined = replace(parts["skirt"], pieces=tuple(replace(p, cut=replace(p.cut, cloth="lining")) for p in parts["skirt"].pieces))
    assert girths(lined) == ()


def test_two_waists_that_are_not_sewn_together_are_told_by_their_pieces() -> None:
    """A bodice and a skirt laid beside each other, each with a waist of its own; the skirt is 6 wider on the second."""
    from patterncraft.style import on_one_table

    def table(chart: dict[str, float]) -> Pattern:
        return on_one_table(
            {"bodice": school("bodice-direct").draft(WHOLE, {}).pattern, "skirt": school("skirt").draft(chart, {}).pattern}
        )

    found = {f.name: f for f in compare(table(WHOLE), table(WIDER)).girths}
    assert found["waist of back, front"].is_alike
    assert found["waist of back, front"].what == "girth"
    skirt = found["waist of skirt back, skirt front"]
    # Waist as sewn: body 74 and 80, both with the skirt's ease of 1.
    assert (skirt.a, skirt.b) == (pytest.approx(75.0, abs=0.01), pytest.approx(81.0, abs=0.01))
    assert "waist" not in found
    # Against a bodice alone, which has one waist only, there is nothing to be told apart by but the pieces.
    alone = {f.name for f in compare(table(WHOLE), school("bodice-direct").draft(WHOLE, {}).pattern).girths}
    assert "waist of back, front" in alone
    assert not any("skirt" in name for name in alone)


def test_a_half_on_the_fold_counts_twice_and_a_pair_twice() -> None:
    line = DrawnLine("level", straight(5j, 10 + 5j))
    one = replace(square(10.0, "a"), lines=(line,), cut=CutPlan(1, on_fold=True, mirrored=False))
    other = replace(square(10.0, "b"), lines=(line,), cut=CutPlan(2))
    single = replace(square(10.0, "c"), lines=(line,), cut=CutPlan(1, on_fold=False, mirrored=False))
    assert [g.length for g in girths(Pattern((one, other)))] == pytest.approx([40.0])
    assert [g.length for g in girths(Pattern((one, other, single)))] == pytest.approx([50.0])
    assert girths(Pattern((other,))) == (), "a pair of sleeves goes round no body"


def test_a_curved_line_has_no_width() -> None:
    bent = DrawnLine("style line", square().outline[0].path.then(square().outline[1].path))
    assert girths(Pattern((replace(square(10.0, "a"), lines=(bent,)), replace(square(10.0, "b"), lines=(bent,))))) == ()


def test_the_panelled_front_against_the_plain_one_keeps_the_waist_all_round() -> None:
    """Cutting changes no girth; the pieces differ, and are told so."""
    plain = school("bodice-direct").draft(WHOLE, {}).pattern
    found = compare(plain, worked(plain, PANEL))
    waist = next(f for f in found.girths if f.name == "waist")
    assert waist.is_alike
    assert found.only_a == ("front",)
    assert set(found.only_b) == {"centre front", "side front"}
    assert [p.piece for p in found.pieces] == ["back"]
    assert all(f.is_alike for f in found.pieces[0].figures)


def test_recipes_side_by_side_find_the_changed_the_new_and_the_dropped() -> None:
    point = {"move": "set_dart_point", "piece": "front", "dart": "side dart", "set_back": 2.0}
    other = point | {"set_back": 3.0}
    a = read_steps([PANEL, point])
    assert differing_steps(a, read_steps([PANEL | {"note": "as told", "chapter": "Front"}, point])) == []
    assert differing_steps(a, read_steps([PANEL, other])) == [StepSideBySide(2, 2)]
    assert differing_steps(a, read_steps([point])) == [StepSideBySide(1, None)]
    assert differing_steps(a, read_steps([PANEL, other, point])) == [StepSideBySide(None, 2)]
    assert differing_steps(a, read_steps([PANEL, point | {"muted": True}])) == [StepSideBySide(2, 2)], "a muted step is not done"


def test_the_table_for_a_terminal() -> None:
    found = compare(Pattern((square(10.0), square(3.0, "tab"))), Pattern((square(12.0),)))
    lines = as_table(found, ("before", "after"), "cm")
    assert lines[0].split() == ["before", "after", "difference"]
    assert lines[1] == "square"
    assert lines[2].split() == ["top", "10.0", "cm", "12.0", "cm", "+2.0", "cm"]
    assert lines[-1] == "only in before: tab"
