"""Every planted fault is found, named and placed; right work has no finding; a cure cures; a check switched off is missed."""

from __future__ import annotations

import random  # noqa: TID251  (seeded here)
from functools import lru_cache

import pytest
import shapely

from patterncraft.checks.cures import with_cures
from patterncraft.checks.examine import Acknowledged, arose, breaks, examine, reason_for
from patterncraft.checks.finding import Finding
from patterncraft.checks.registry import CHECKS, collect
from patterncraft.checks.subject import Subject
from patterncraft.drafting.schools import SCHOOLS
from patterncraft.errors import PatternError
from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.path import chain
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.replay import replay
from patterncraft.style import on_one_table
from tests.bodies import random_body
from tests.conftest import base_for, draft_by
from tests.planted.faults import DRESS, FAULTS, PANEL, planted
from tests.planted.ground import BODY, HOOKED, ZIPPED, Planted, drawn, looked, of_piece, waved, worked
from tests.travel import stroke

BY_TITLE = pytest.mark.parametrize("fault", FAULTS, ids=lambda f: f.title)


def found(fault: Planted, subject: Subject) -> list[Finding]:
    """What the fault's own check finds at its place."""
    there = [f for f in examine(subject) if f.code == fault.code]
    return [f for f in there if any(w in f"{f.piece}, {f.edge}, {f.seam}" for w in fault.place)]


def test_there_are_enough_of_them_and_one_for_every_check() -> None:
    assert len(FAULTS) >= 60
    assert {f.code for f in FAULTS} == set(CHECKS)


@BY_TITLE
def test_a_planted_fault_is_found_named_and_placed(fault: Planted) -> None:
    spoilt = fault.spoilt()
    hits = found(fault, spoilt)
    assert hits, f"not found; found instead: {[(f.code, f.words) for f in examine(spoilt)]}"
    for f in hits:
        assert f.words.endswith(".")
        assert f.words[0].isupper() or f.seam, f.words
        if f.piece:
            assert f.at is not None, f"{f.words} lies nowhere on its piece"
            at = shapely.Point(f.at.real, f.at.imag)
            piece = spoilt.pattern.piece(f.piece)
            paper = shapely.Polygon([(z.real, z.imag) for z in flat_path(chain(e.path for e in piece.outline), 0.01)]).buffer(0.6)
            assert paper.covers(at), f"{f.words} lies off its piece at {f.at}"
            edges = [e.path for e in piece.outline if e.name == f.edge and e.kind != "dart" and not f.seam]
            apart = min((stroke(path).distance(at) for path in edges), default=0.0)
            assert apart < 0.6, f"{f.words} lies {apart:.1f} cm off the {f.edge}"


@pytest.mark.parametrize("fault", [f for f in FAULTS if f.right], ids=lambda f: f.title)
def test_without_the_fault_its_check_finds_nothing(fault: Planted) -> None:
    assert fault.right is not None
    assert [f.words for f in examine(fault.right()) if f.code == fault.code] == []


@pytest.mark.parametrize("code", CHECKS)
def test_a_check_that_is_switched_off_is_missed(code: str) -> None:
    """Each fault is found by its own check: with that one off, the planted set notices."""
    rest = {c: check for c, check in CHECKS.items() if c != code}
    own = next(f for f in FAULTS if f.code == code)
    spoilt = own.spoilt()
    assert code in {f.code for f in examine(spoilt)}
    assert code not in {f.code for f in examine(spoilt, rest)}


@lru_cache(maxsize=256)
def offered(title: str) -> tuple[Subject, tuple[Finding, ...]]:
    """A planted fault with what is found of it, and of each finding the cure that is offered after it was tried."""
    fault = next(f for f in FAULTS if f.title == title)
    spoilt = fault.spoilt()
    return spoilt, with_cures(spoilt, examine(spoilt))


@pytest.mark.parametrize("title", [f.title for f in FAULTS])
def test_a_cure_that_is_offered_clears_its_finding_and_breaks_nothing(title: str) -> None:
    """Done by hand, not by what tried it: the finding is gone, no promise is broken that was kept, nothing new is found but cautions."""
    spoilt, found = offered(title)
    broken = {p.name for p in ledger(spoilt.pattern, spoilt.rules) if not p.kept}
    for one in (f for f in found if f.cure):
        done = replay(spoilt.pattern, read_steps([one.cure]), spoilt.rules)
        assert done.stopped is None
        assert {p.name for p in ledger(done.pattern, spoilt.rules) if not p.kept} <= broken
        after = examine(Subject(done.pattern, spoilt.rules, spoilt.record, spoilt.body, spoilt.remarks, by_steps=True))
        assert one.place not in {f.place for f in after}
        # What the step meant to change round the body is no loss; the record of that is the recipe's.
        new = {f.place for f in after if breaks(f) and f.code not in ("girth-lost", "dart-sum")} - {f.place for f in found}
        assert not new, f"{one.cure} brings {new}"


CURED = {f.code for fault in FAULTS for f in offered(fault.title)[1] if f.cure and f.code == fault.code}


def test_enough_findings_have_a_cure() -> None:
    assert len(CURED) >= 12, sorted(CURED)


# ---- no false alarm


@pytest.mark.parametrize("name", SCHOOLS)
def test_untouched_blocks_of_random_bodies_have_no_finding(name: str) -> None:
    dice = random.Random(20_261_128)
    drafted = 0
    for _ in range(25):
        body = random_body(dice)
        try:
            pattern = draft_by(name, body, base_for(name, body)).pattern
        except PatternError:
            continue
        drafted += 1
        subject = Subject.after(replay(on_one_table({"block": pattern}), [], HouseRules()), HouseRules(), body)
        assert [f.words for f in examine(subject)] == []
    assert drafted > 12


@pytest.mark.parametrize("steps", [HOOKED, (*HOOKED, PANEL)], ids=["closed", "with panels"])
def test_right_work_has_no_finding(steps: tuple[dict[str, object], ...]) -> None:
    assert [f.words for f in examine(looked(worked(("bodice",), *steps)))] == []


def test_a_sleeve_hem_may_be_lower_behind_and_hollowed_in_front() -> None:
    """Once over, as a sleeve is worn (common practice, no source); a bishop's own hem is such a one."""
    waving = planted("", "fair", "sleeve", DRESS, of_piece("sleeve", drawn("hem", waved(2))), *HOOKED)
    assert found(waving, waving.spoilt()) == []
    bishop = looked(worked(DRESS, *HOOKED, {"move": "bishop"}))
    assert [f.words for f in examine(bishop) if f.code == "fair"] == []


# ---- what is said of findings


SHORT_ZIP = {"move": "closure", "seam": "centre back", "kind": "zip", "length": 10}


def test_a_reason_holds_until_there_is_more_of_it() -> None:
    ten = next(f for f in examine(looked(worked(("skirt",), ZIPPED[0], SHORT_ZIP))) if f.code == "in-hip")
    kept = Acknowledged(*ten.place, ten.amount, "wriggled into")
    assert reason_for(ten, [kept]) == "wriggled into"
    longer = next(f for f in examine(looked(worked(("skirt",), ZIPPED[0], SHORT_ZIP | {"length": 12}))) if f.code == "in-hip")
    shorter = next(f for f in examine(looked(worked(("skirt",), ZIPPED[0], SHORT_ZIP | {"length": 8}))) if f.code == "in-hip")
    assert longer.amount < ten.amount < shorter.amount
    assert reason_for(longer, [kept]) == "wriggled into"
    assert reason_for(shorter, [kept]) is None
    assert reason_for(ten, [Acknowledged("in-neck", *ten.place[1:], 99.0, "another")]) is None


def test_the_step_after_which_a_finding_stands_is_told() -> None:
    done = worked(
        ("skirt",), {"move": "set_dart_point", "piece": "skirt front", "dart": "waist dart", "set_back": 0}, ZIPPED[0], SHORT_ZIP
    )
    subject = looked(done)
    told = {place[0]: step for place, step in arose(done, examine(subject), subject).items()}
    assert told == {"in-hip": 3}


def test_two_checks_of_one_code_are_refused_aloud() -> None:
    one = CHECKS["seam-length"]
    with pytest.raises(ValueError, match="two checks are called 'seam-length'"):
        collect([one, one])


def test_without_a_wearer_nothing_is_said_of_getting_in() -> None:
    spoilt = next(f for f in FAULTS if f.code == "in-neck").spoilt()
    nobody = Subject(spoilt.pattern, spoilt.rules, spoilt.record, {}, spoilt.remarks, spoilt.replay)
    assert not {f.code for f in examine(nobody)} & {c.code for c in CHECKS.values() if c.body}
    assert BODY["head_girth"] == 56
