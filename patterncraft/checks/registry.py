"""All checks there are, found by looking into the package of their files."""

from __future__ import annotations

import importlib
import pkgutil
from collections.abc import Iterable, Mapping
from types import MappingProxyType
from typing import get_args

from . import codes
from .finding import Check, Group


def collect(checks: Iterable[Check]) -> Mapping[str, Check]:
    """A read-only registry by code, group by group. Raises ValueError when two share a code."""
    order = get_args(Group)
    found: dict[str, Check] = {}
    for check in sorted(checks, key=lambda c: order.index(c.group)):
        if check.code in found:
            raise ValueError(f"two checks are called {check.code!r}")
        found[check.code] = check
    return MappingProxyType(found)


def _discover() -> list[Check]:
    names = sorted(m.name for m in pkgutil.iter_modules(codes.__path__))
    return [importlib.import_module(f"{codes.__name__}.{name}").CHECK for name in names]


CHECKS: Mapping[str, Check] = collect(_discover())
