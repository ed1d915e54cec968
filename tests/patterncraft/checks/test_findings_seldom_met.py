"""Findings that common work seldom brings about: what is there twice, what is to go where nothing is, a seam told from its other side."""

from __future__ import annotations

from dataclasses import replace

import pytest

from patterncraft.checks.examine import examine
from patterncraft.checks.finding import Finding
from patterncraft.checks.subject import Subject
from patterncraft.paper.closure import Closure, Reach
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.seam import IntervalRule, Notch, Seam, SeamRule
from tests.planted.faults import FAULTS
from tests.planted.ground import BODY, HOOKED, Spoil, corner_moved, looked, of_notch, of_piece, spoilt, with_notch, worked


def found(subject: Subject, code: str) -> list[Finding]:
    return [f for f in examine(subject) if f.code == code]


def test_two_notches_of_one_name_are_told_where_the_second_one_lies() -> None:
    done = worked(("bodice",))
    subject = spoilt(done, with_notch(Notch("side balance", "side", "single", 4.0, 4.0)))
    (f,) = [x for x in found(subject, "notch-pair") if "two notches" in x.words]
    assert f.words == "side: there are two notches called “side balance”."
    place = subject.pattern.on_side(subject.pattern.seam("side").a, 4.0)
    assert (f.piece, f.at) == (place.piece.name, place.piece.outline[place.spot.edge].path.at(place.spot.along))


@pytest.mark.parametrize(("a", "b", "far"), [(6.0, 5.5, "further"), (5.5, 6.0, "less far")])
def test_a_notch_that_stands_further_along_on_one_side_is_told_by_how_much(a: float, b: float, far: str) -> None:
    subject = spoilt(worked(("bodice",)), of_notch("side", "side balance", at_a=a, at_b=b))
    (f,) = found(subject, "notch-pair")
    assert f.words == f"side: the notch “side balance” stands 0.50 cm {far} along the first side than along the second."
    assert f.amount == pytest.approx(0.5)
    assert f.cure == {"move": "move_notch", "seam": "side", "notch": "side balance", "to": a, "to_b": a}


def _with(closure: Closure) -> Spoil:
    return lambda p: replace(p, closures=(closure,))


def test_buttons_without_a_number_are_asked_how_many() -> None:
    done = worked(("bodice",), *HOOKED)
    (hooks,) = done.pattern.closures
    (f,) = found(spoilt(done, _with(replace(hooks, count=0))), "notion")
    assert f.words == f"The {hooks.name} do not say how many."
    assert not found(spoilt(done, _with(replace(hooks, count=5))), "notion")


def test_a_closure_in_a_seam_that_is_gone_is_told_and_nothing_else_breaks() -> None:
    done = worked(("bodice",), *HOOKED)
    lost = Closure("zip", "zip", (Reach("moon", "start", "end"),), 20.0)
    subject = spoilt(done, _with(lost))
    (f,) = found(subject, "no-seam")
    assert f.words == "The zip is to go into the moon: there is no such seam."
    assert f.seam == "moon"
    assert not [x for x in found(subject, "notion") if x.edge == "zip"]


def _turned(seam: Seam) -> Seam:
    """The same promise told from the other side."""
    other = {"a": "b", "b": "a"}
    rules = tuple(replace(r, rule=replace(r.rule, longer=other[r.rule.longer])) for r in seam.rules)
    return replace(seam, a=seam.b, b=seam.a, rule=replace(seam.rule, longer=other[seam.rule.longer]), rules=rules)


def _from_the_other_side(p: Pattern, name: str) -> Pattern:
    notches = tuple(replace(n, at_a=n.at_b, at_b=n.at_a) if n.seam == name and n.at_b is not None else n for n in p.notches)
    return replace(p, seams=tuple(_turned(s) if s.name == name else s for s in p.seams), notches=notches)


@pytest.mark.parametrize("code", ["cap-ease", "cap-below"])
def test_a_cap_is_judged_alike_from_either_side_of_its_seam(code: str) -> None:
    """Whether the cap or the armhole is written first changes nothing that is found."""
    own = [f for f in FAULTS if f.code == code]
    for fault in own:
        subject = fault.spoilt()
        (seam,) = {f.seam for f in found(subject, code)}
        other = replace(subject, pattern=_from_the_other_side(subject.pattern, seam), ledger=None)
        assert [(f.words, round(f.amount, 6)) for f in found(other, code)] == [
            (f.words, round(f.amount, 6)) for f in found(subject, code)
        ]


@pytest.mark.parametrize(("a", "b", "piece", "to"), [(4.0, 0.9, "back", 5.1), (0.9, 4.0, "front", 2.0)])
def test_a_notch_in_the_corner_of_one_side_alone_is_told_there(a: float, b: float, piece: str, to: float) -> None:
    """Within 2 cm of the end, as the house has it, by 11 mm; moved by as much it is clear."""
    subject = spoilt(worked(("bodice",)), of_notch("side", "side balance", at_a=a, at_b=b))
    (f,) = found(subject, "notch-corner")
    assert (f.piece, f.amount, f.limit) == (piece, pytest.approx(1.1), 2.0)
    assert f.words.startswith("side: the notch “side balance” is 0.9 cm from the end")
    assert f.cure == {"move": "move_notch", "seam": "side", "notch": "side balance", "to": to}
    path = subject.pattern.on_side(
        (next(x for s in (subject.pattern.seam("side"),) for x in (*s.a, *s.b) if x.piece == piece),), 0.9
    )
    assert f.at == path.piece.outline[path.spot.edge].path.at(path.spot.along)


@pytest.mark.parametrize(
    ("stretch", "wrist", "found_"), [(0.0, 16.0, False), (0.0, 30.0, True), (50.0, 30.0, False), (50.0, 42.0, True)]
)
def test_a_sleeve_of_stretching_cloth_goes_round_a_wrist_that_it_has_to_be_stretched_for(
    stretch: float, wrist: float, found_: bool
) -> None:
    """A hem of some 24 cm round: of cloth that stretches by half it goes round 36, and needs no ease."""
    done = worked(("bodice", "sleeve"))
    pattern = done.pattern
    sleeve = pattern.piece("sleeve")
    hem = sum(e.length for e in sleeve.outline if e.name == "hem")
    assert 22 < hem < 27
    knit = pattern.with_piece(replace(sleeve, cut=replace(sleeve.cut, stretch=stretch)))
    subject = replace(looked(done, body=BODY | {"wrist_girth": wrist}), pattern=knit, ledger=None)
    hits = found(subject, "sleeve-hand")
    assert bool(hits) == found_
    if hits and stretch:
        assert hits[0].amount == pytest.approx(wrist - 1.5 * hem, abs=1e-6)


CAP_CODES = ("cap-ease", "cap-below", "armhole-moved")


@pytest.mark.parametrize("how", ["all round", "between its notches"])
def test_a_cap_that_is_gathered_is_not_judged_as_one_that_is_sewn_flat(how: str) -> None:
    """Four centimetres too full it is found by its checks; gathered, all round or in part, its rule tells what fullness it has."""
    flat = next(f for f in FAULTS if f.title == "A cap 4 cm too full").spoilt()
    assert {f.code for f in examine(flat)} & set(CAP_CODES)
    seam = flat.pattern.seam("armhole")
    gather = SeamRule("gather", ratio=1.09)
    ruled = replace(seam, rule=gather) if how == "all round" else replace(seam, rules=(IntervalRule("start", "end", gather),))
    gathered = replace(flat.pattern, seams=tuple(ruled if s.name == "armhole" else s for s in flat.pattern.seams))
    assert not {f.code for f in examine(replace(flat, pattern=gathered, ledger=None))} & set(CAP_CODES)


@pytest.mark.parametrize(("piece", "least", "most"), [("skirt back", 2.0, 3.0), ("skirt front", 0.3, 0.7)])
def test_a_hem_is_drawn_square_for_as_long_as_the_check_says(piece: str, least: float, most: float) -> None:
    """Common practice, no source: two to three centimetres at the back, half a one in front."""
    sheet = worked(("skirt",)).pattern.piece(piece)
    k = max(i for i, e in enumerate(sheet.outline) if e.name == "hem")
    at_end = sheet.outline[(k + 1) % len(sheet.outline)].kind == "fold"
    subject = spoilt(worked(("skirt",)), of_piece(piece, corner_moved("hem", 1.2j, at_end=at_end)))
    (f,) = (f for f in found(subject, "square") if f.edge == "hem")
    assert f.cure is not None
    assert least <= float(str(f.cure["for"])) <= most
