"""What is handed on for a refusal: the slot at which a helper would refuse, and the cure it would name.

A helper refuses seldom; whether it was given a slot that there is, and a sentence, is looked at each time it is asked.
"""

from __future__ import annotations

import inspect
import sys
from collections.abc import Callable, Iterator
from functools import wraps
from types import FunctionType
from typing import Any, Final

import pytest

from patterncraft.drafting.schools import SCHOOLS
from patterncraft.house import HouseRules
from patterncraft.measures.keys import MEASURES
from patterncraft.moves.registry import MOVES

HELPERS: Final = ("patterncraft.handwork", "patterncraft.parts", "patterncraft.paper", "patterncraft.places", "patterncraft.moves")
SLOTS: Final = frozenset(
    {
        "",
        *(info.alias or name for kind in MOVES.values() for name, info in kind.model_fields.items()),
        *(name for school in SCHOOLS.values() for name in school.settings.model_fields),
        *MEASURES,
        *HouseRules.model_fields,
    }
)
"""Every parameter as a step carries it, every setting and measure: what a form has a row for."""


def assert_slot(field: object) -> None:
    """A slot that some form has, or one within it."""
    assert isinstance(field, str), f"handed on for a slot: {field!r}"
    assert field.partition(".")[0] in SLOTS, f"no form has a slot {field!r}"


def assert_cure(cure: object) -> None:
    """A sentence, or nothing."""
    assert isinstance(cure, str), f"handed on for a cure: {cure!r}"
    assert not cure or (cure[0].isupper() and cure.endswith(".") and "XX" not in cure and not cure.isupper()), (
        f"no sentence: {cure!r}"
    )


LOOKED_AT: Final[dict[str, Callable[[object], None]]] = {"field": assert_slot, "cure": assert_cure}


def watch(at: pytest.MonkeyPatch) -> None:
    """Look at what is handed on, wherever a helper is asked by name."""
    watched: dict[Any, Any] = {}
    for module in _modules():
        for name, value in list(vars(module).items()):
            if isinstance(value, type) and value.__module__ == module.__name__ and module.__name__.startswith(HELPERS):
                for own, method in list(vars(value).items()):
                    # What is only kept is looked at where it is told.
                    if isinstance(method, FunctionType) and own != "__init__" and (other := _looking(method)):
                        at.setattr(value, own, other)
            elif isinstance(value, FunctionType) and value.__module__.startswith(HELPERS):
                if value not in watched:
                    watched[value] = _looking(value)
                if watched[value]:
                    at.setattr(module, name, watched[value])


def _modules() -> Iterator[Any]:
    return (m for name, m in sorted(sys.modules.items()) if name.startswith("patterncraft") and m is not None)


def _looking(function: Callable[..., Any]) -> Callable[..., Any] | None:
    """The function, looking at what it is given first; None for one that is given neither."""
    names = list(inspect.signature(function).parameters)
    asked = [(names.index(name), name, right) for name, right in LOOKED_AT.items() if name in names]
    if not asked:
        return None

    @wraps(function)
    def looking(*given: Any, **named: Any) -> Any:
        for k, name, right in asked:
            if k < len(given):
                right(given[k])
            elif name in named:
                right(named[name])
        return function(*given, **named)

    return looking
