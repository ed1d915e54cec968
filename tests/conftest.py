"""Fixtures for every test."""

from __future__ import annotations

import os
from collections.abc import Mapping

import pytest
from hypothesis import HealthCheck, settings

from patterncraft.drafting.school import Block
from patterncraft.drafting.schools import school
from patterncraft.house import HouseRules
from patterncraft.paper.pattern import Pattern
from tests.samples import AVERAGE, FIGURES

os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")
settings.register_profile("house", deadline=None, print_blob=True, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("house")


def draft(measures: Mapping[str, float], **options: object) -> Block:
    return school("bodice-direct").draft(measures, options)


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
