"""What every move declares: its words, its slots and what it does to a pattern."""

from __future__ import annotations

import re
from abc import abstractmethod
from dataclasses import dataclass
from typing import Any, ClassVar, Literal, NamedTuple

from pydantic import Field

from ..house import HouseRules, Strict
from ..paper.pattern import Pattern
from ..units import Unit
from ..working import Sum

Group = Literal["Darts", "Open", "Cut", "Join", "Shape", "Add"]
Pick = Literal["piece", "dart", "place", "length", "how much"]


class Phrase(NamedTuple):
    """A stretch of a move's sentence; ``slot`` names the slot it fills, or is empty for fixed words."""

    text: str
    slot: str


@dataclass(frozen=True, slots=True)
class Slot:
    """An open place in a move's sentence, asked for in words. ``fields`` are the parameters it fills."""

    name: str
    prompt: str
    pick: Pick
    fields: tuple[str, ...]
    optional: bool


@dataclass(frozen=True, slots=True)
class Outcome:
    """The pattern after a step and the sums it took."""

    pattern: Pattern
    working: tuple[Sum, ...]


class Move(Strict):
    """Base of all moves. A step is one of these with its parameters filled in: plain data.

    A subclass sets the class variables, declares its parameters with ``slot_field`` and writes
    ``apply``. ``sentence`` is the only wording of the step, with the slots in braces.
    """

    group: ClassVar[Group]
    title: ClassVar[str]
    key: ClassVar[str]
    sentence: ClassVar[str]

    move: str
    muted: bool = Field(default=False, title="Muted", description="Kept in the recipe, left out of the work.")

    @abstractmethod
    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """Pure. Raises PatternError when the paper cannot do it."""

    @abstractmethod
    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """What stands in each slot, in words; ``pattern`` is the work before this step, if known."""

    def phrases(self, pattern: Pattern | None, unit: Unit) -> list[Phrase]:
        """The sentence, cut at its slots."""
        return fill(self.sentence, self.fillings(pattern, unit))

    def spoken(self, pattern: Pattern | None, unit: Unit) -> str:
        return "".join(p.text for p in self.phrases(pattern, unit))

    @classmethod
    def slots(cls) -> list[Slot]:
        """The slots in the order in which they are asked for: as the parameters are declared."""
        found: dict[str, Slot] = {}
        for name, info in cls.model_fields.items():
            extra: Any = info.json_schema_extra
            if isinstance(extra, dict) and "slot" in extra:
                slot = str(extra["slot"])
                before = found.get(slot)
                fields = (*before.fields, name) if before else (name,)
                found[slot] = Slot(slot, str(extra["prompt"]), extra["pick"], fields, not info.is_required())
        return list(found.values())


def fill(sentence: str, fillings: dict[str, str]) -> list[Phrase]:
    """Cut a sentence with {slots} into phrases; an unfilled slot keeps an empty text."""
    out = []
    for i, text in enumerate(re.split(r"\{([^}]+)\}", sentence)):
        if i % 2:
            out.append(Phrase(fillings.get(text, ""), text))
        elif text:
            out.append(Phrase(text, ""))
    return out


def slot_field(slot: str, prompt: str, pick: Pick, title: str, default: Any = ..., **limits: Any) -> Any:
    """A parameter that a person fills by picking or typing. ``limits``: ge, gt, le, max_length, unit."""
    extra: dict[str, Any] = {"slot": slot, "prompt": prompt, "pick": pick}
    if "unit" in limits:
        extra["unit"] = limits.pop("unit")
    return Field(default=default, title=title, json_schema_extra=extra, **limits)
