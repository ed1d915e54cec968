"""Fixtures for every test."""

from __future__ import annotations

import gc
import os
from collections.abc import Mapping
from functools import _lru_cache_wrapper

import pytest
from hypothesis import HealthCheck, settings

from patterncraft.by_identity import forget_all
from patterncraft.drafting.school import Block
from patterncraft.drafting.schools import school
from patterncraft.house import HouseRules
from patterncraft.paper.pattern import Pattern
from tests import watch
from tests.samples import AVERAGE, FIGURES

os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")
# The same code is asked the same examples everywhere; HYPOTHESIS_PROFILE=search draws others, and the bench ten thousand.
settings.register_profile(
    "house", deadline=None, print_blob=True, derandomize=True, database=None, suppress_health_check=[HealthCheck.too_slow]
)
settings.register_profile("search", parent=settings.get_profile("house"), derandomize=False)
settings.register_profile("mutants", parent=settings.get_profile("house"), max_examples=20)
settings.load_profile(os.environ.get("HYPOTHESIS_PROFILE", "house"))


def pytest_sessionstart() -> None:
    """Watch what every test does, and begin with nothing remembered.

    Here, not where this file is read: the bench borrows from the tests and must not time what watches them. And a fault
    that is put in after a first run (``make mutants``) must not be answered from before.
    """
    watch.install()
    forget_all()
    for known in [x for x in gc.get_objects() if type(x) is _lru_cache_wrapper]:
        if str(getattr(known, "__module__", "")).partition(".")[0] in ("patterncraft", "server", "tests"):
            known.cache_clear()
    # What is there now stays to the end: looked through for garbage again and again, it took a tenth of the time.
    gc.freeze()
    gc.set_threshold(100_000, 50, 100)


def draft(measures: Mapping[str, float], **options: object) -> Block:
    return school("bodice-direct").draft(measures, options)


def draft_by(name: str, measures: Mapping[str, float], base: Block | None = None, **options: object) -> Block:
    """By any school; one that is drawn on a bodice gets a direct one unless a base is given, gores are drawn by themselves."""
    s = school(name)
    if s.base in ("armhole", "bodice") and base is None:
        base = base_for(name, measures)
    return s.draft(measures, options, base)


def base_for(name: str, measures: Mapping[str, float]) -> Block | None:
    """The block of the same body that a school draws on, also where it need not: a direct bodice or a plain skirt."""
    base = school(name).base
    return school("skirt" if base == "skirt" else "bodice-direct").draft(measures) if base else None


@pytest.fixture(scope="session")
def rules() -> HouseRules:
    return HouseRules()


@pytest.fixture(scope="session")
def block() -> Block:
    return draft(AVERAGE)


@pytest.fixture(scope="session")
def bodice(block: Block) -> Pattern:
    return block.pattern


@pytest.fixture(params=list(FIGURES))
def any_bodice(request: pytest.FixtureRequest) -> Pattern:
    """One after the other, bodices for clearly different figures."""
    return draft(FIGURES[request.param]).pattern
