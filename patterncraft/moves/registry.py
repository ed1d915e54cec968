"""All moves there are, found by looking into this package: no list is kept by hand."""

from __future__ import annotations

import importlib
import pkgutil
from collections.abc import Iterable, Mapping
from functools import reduce
from inspect import isabstract
from operator import or_
from types import MappingProxyType
from typing import TYPE_CHECKING, Annotated, Any, get_args

from pydantic import Field, TypeAdapter, ValidationError

from .. import moves
from ..errors import BadSetting, PatternError, no_such
from ..validation import first_fault
from .move import Move


def collect(kinds: Iterable[type[Move]]) -> Mapping[str, type[Move]]:
    """A read-only registry by the move's name. Raises ValueError when two share a name, or a key of one group."""
    found: dict[str, type[Move]] = {}
    keys: set[tuple[str, str]] = set()
    for kind in kinds:
        name = get_args(kind.model_fields["move"].annotation)[0]
        if name in found or (kind.group, kind.key) in keys:
            raise ValueError(f"two moves are called {name!r} or share the key {kind.key!r} of {kind.group}")
        found[name] = kind
        keys.add((kind.group, kind.key))
    return MappingProxyType(found)


def _discover() -> list[type[Move]]:
    kinds = []
    for info in sorted(pkgutil.iter_modules(moves.__path__), key=lambda m: m.name):
        module = importlib.import_module(f"{moves.__name__}.{info.name}")
        kinds += [
            v
            for v in vars(module).values()
            if isinstance(v, type) and issubclass(v, Move) and v.__module__ == module.__name__ and not isabstract(v)
        ]
    return kinds


MOVES: Mapping[str, type[Move]] = collect(_discover())

if TYPE_CHECKING:
    Step = Move
else:
    Step = Annotated[reduce(or_, MOVES.values()), Field(discriminator="move")]

_STEPS: TypeAdapter[list[Move]] = TypeAdapter(list[Step])


def read_steps(data: Any) -> list[Move]:
    """Steps from plain data.

    Raises:
        NoSuchName: an unknown move (the cure lists those most like it).
        BadSetting: a parameter missing, out of range or unknown, with the step's number and the field.
    """
    try:
        return _STEPS.validate_python(data)
    except ValidationError as e:
        raise _explained(e, data) from None


def _explained(error: ValidationError, data: Any) -> PatternError:
    fault = error.errors()[0]
    place = fault["loc"]
    number = place[0] + 1 if place and isinstance(place[0], int) else None
    if fault["type"].startswith("union_tag"):
        tag = data[place[0]].get("move") or "" if number and isinstance(data[place[0]], dict) else ""
        found = no_such("move", tag, sorted(MOVES))
        return found.at_step(number) if number else found
    message, field = first_fault(error, skip=2)
    return BadSetting(message, "", "", field, number)


def step_json(step: Move) -> dict[str, Any]:
    """A step as plain data: what was set, under the file's names."""
    return step.model_dump(mode="json", by_alias=True, exclude_defaults=True) | {"move": step.move}
