"""A line of a block's audit, and the cure that it may offer."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from ..working import Sum


@dataclass(frozen=True, slots=True)
class Remedy:
    """A cure that can be applied: the draft's settings changed, or else a correction on the paper."""

    label: str
    settings: Mapping[str, Any] = field(default_factory=dict)
    correction: Mapping[str, Any] | None = None


@dataclass(frozen=True, slots=True)
class AuditLine:
    """One question asked of the block. ``kept`` None: told, not judged. ``wanted``: what the sum is held against."""

    title: str
    sum: Sum
    kept: bool | None
    cure: str = ""
    remedy: Remedy | None = None
    wanted: Sum | None = None
