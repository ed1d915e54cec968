"""Checks that ask whether a body goes in or through: for each, the very girth from which it is told, and that what is missing is told to the millimetre."""

from __future__ import annotations

import re
from dataclasses import replace

import pytest

from patterncraft.checks.examine import examine
from patterncraft.checks.finding import Finding
from patterncraft.checks.registry import CHECKS
from patterncraft.checks.subject import Subject
from tests.planted.faults import FAULTS
from tests.planted.ground import Planted

OF_BODIES = [f for f in FAULTS if CHECKS[f.code].body]
SAID = re.compile(r"(\d+\.\d) cm")


def told(subject: Subject, like: Finding, **body: float) -> Finding | None:
    """What is found at the same place on another body."""
    on = replace(subject, body={**subject.body, **body})
    return next((f for f in examine(on) if f.place == like.place), None)


def steps_of(subject: Subject, f: Finding) -> dict[str, float]:
    """By how much more is missing for each centimetre more of a measure; those measures that count."""
    found = {}
    for key, value in subject.body.items():
        more = told(subject, f, **{key: value + 0.01})
        if more is not None and abs(more.amount - f.amount) > 1e-6:
            found[key] = (more.amount - f.amount) / 0.01
    return found


LEEWAY = {"in-foot": 0.0}
"""cm by which a body may be larger than goes through and nothing is said; where none is named here, the house's girth tolerance."""


@pytest.mark.parametrize("fault", [f for f in OF_BODIES if f.code not in ("in-hip", "tight-elastic")], ids=lambda f: f.title)
def test_a_body_that_just_goes_through_is_not_told_of_and_one_that_just_does_not_is(fault: Planted) -> None:
    subject = fault.spoilt()
    leeway = LEEWAY.get(fault.code, subject.rules.girth_tolerance)
    for f in [f for f in examine(subject) if f.code == fault.code]:
        ((key, more),) = steps_of(subject, f).items()
        goes = subject.body[key] - (f.amount - leeway) / more
        assert told(subject, f, **{key: goes - 0.02}) is None, f"{f.words} {key} {goes:.2f}"
        just = told(subject, f, **{key: goes + 0.02})
        assert just is not None, f"{f.words} {key} {goes:.2f}"
        assert just.amount == pytest.approx(leeway + 0.02 * more, abs=1e-6)


@pytest.mark.parametrize("fault", OF_BODIES, ids=lambda f: f.title)
def test_of_a_measure_that_nobody_took_nothing_is_said(fault: Planted) -> None:
    """And nothing else fails: the other checks look on."""
    subject = fault.spoilt()
    for f in [f for f in examine(subject) if f.code == fault.code]:
        for key in steps_of(subject, f):
            bare = replace(subject, body={k: v for k, v in subject.body.items() if k != key})
            assert f.place not in {x.place for x in examine(bare)}


def test_what_is_said_to_be_missing_is_what_the_two_girths_differ_by() -> None:
    """The numbers in the words, a tenth of a millimetre each, and the amount beside them."""
    for fault in OF_BODIES:
        for f in [f for f in examine(fault.spoilt()) if f.code == fault.code]:
            said = [float(x) for x in SAID.findall(f.words)]
            if fault.code in ("in-waist", "in-foot", "in-hand", "in-neck", "in-elastic", "stride"):
                assert abs(said[1] - said[0]) == pytest.approx(f.amount, abs=0.101), f.words
            elif fault.code in ("girth-bust", "girth-waist"):
                assert said[1] + said[2] - said[0] == pytest.approx(f.amount, abs=0.16), f.words
