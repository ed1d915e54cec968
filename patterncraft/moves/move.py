"""What every move declares: its words, its slots and what it does to a pattern."""

from __future__ import annotations

import re
from abc import abstractmethod
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from typing import Any, ClassVar, Literal, NamedTuple, get_args

from pydantic import Field

from ..drafting.construction import Stage
from ..errors import PatternError
from ..handwork.strips import Strips
from ..house import HouseRules, Strict
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..units import Unit
from ..working import Sum

Group = Literal["Darts", "Open", "Cut", "Join", "Shape", "Add"]
GROUPS: dict[Group, str] = {"Darts": "d", "Open": "o", "Cut": "c", "Join": "j", "Shape": "s", "Add": "a"}
"""The six groups as the hand would do them, each with its key."""
Pick = Literal[
    "piece",
    "pieces",
    "edge",
    "edge of a piece",
    "dart",
    "darts",
    "place",
    "level",
    "shares",
    "taken",
    "zone",
    "line",
    "slashes",
    "length",
    "lengths",
    "width",
    "seam",
    "seams or edges",
    "edges of pieces",
    "seam or place",
    "shift",
    "places",
    "shape or line",
    "gape",
    "how much",
    "fullness",
    "count",
    "choice",
    "name",
    "names",
]
"""What fills a slot: which thing is pointed at on the table, or typed, or chosen."""
Handle = Literal["", "mouth", "line", "strip"]
"""The handle that a move has on the table, if it has one of its own."""


class Phrase(NamedTuple):
    """A stretch of a move's sentence; ``slot`` names the slot it fills, or is empty for fixed words."""

    text: str
    slot: str


@dataclass(frozen=True, slots=True)
class Slot:
    """An open place in a move's sentence, asked for in words. ``fields`` are the parameters it fills;
    ``choices`` what there is to choose from, with its words."""

    name: str
    prompt: str
    pick: Pick
    fields: tuple[str, ...]
    optional: bool
    choices: tuple[tuple[str, str], ...] = ()


@dataclass(frozen=True, slots=True)
class Parameter:
    """A parameter of a slot as a form shows it: its title, "cm" when it is a length, "degrees" for an angle, its range, whether it counts. ``only``: with which values of
    other parameters it says anything; without any, always."""

    name: str
    title: str
    unit: str
    low: float | None
    high: float | None
    whole: bool
    only: dict[str, tuple[str, ...]] = field(default_factory=dict)


class Example(NamedTuple):
    """What shows a verb in small: on which plain half block, and with which step, as plain data; ``first``: steps done before it."""

    block: Literal["bodice", "skirt", "sleeve", "two bodices", "dress"]
    step: dict[str, Any]
    first: tuple[dict[str, Any], ...] = ()


class Remark(NamedTuple):
    """What a move itself finds wanting in what it was asked to do, for the checks: the ``code`` of the check, where, and by how much."""

    code: str
    words: str
    piece: str
    edge: str = ""
    seam: str = ""
    amount: float = 0.0
    limit: float = 0.0


@dataclass(frozen=True, slots=True)
class Outcome:
    """The pattern after a step and the sums it took; the strips it cut, to be shown numbered; what the checks are to be told of it; how the part that it
    made is drawn, act by act."""

    pattern: Pattern
    working: tuple[Sum, ...]
    strips: Strips | None = None
    remarks: tuple[Remark, ...] = ()
    stages: tuple[Stage, ...] = ()


class Move(Strict):
    """Base of all moves. A step is one of these with its parameters filled in: plain data.

    A subclass sets the class variables, declares its parameters with ``slot_field`` and writes
    ``apply``. ``sentence`` is the only wording of the step, with the slots in braces. ``key`` is free within
    the group. ``synonyms``: trade names one may type for it. ``handle``: what it lets one drag on the
    table. ``example``: the step whose small before and after stands beside the verb.
    """

    group: ClassVar[Group]
    title: ClassVar[str]
    key: ClassVar[str]
    sentence: ClassVar[str]
    synonyms: ClassVar[tuple[str, ...]] = ()
    handle: ClassVar[Handle] = ""
    example: ClassVar[Example | None] = None

    move: str
    muted: bool = Field(default=False, title="Muted", description="Kept in the recipe, left out of the work.")
    note: str = Field(default="", max_length=500, title="Note", description="Why it is done so; it changes no paper.")
    chapter: str = Field(
        default="", max_length=80, title="Chapter", description="Where it stands in the recipe; empty: by its piece."
    )

    @abstractmethod
    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """Pure. Raises PatternError when the paper cannot do it."""

    @abstractmethod
    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """What stands in each slot, in words; ``pattern`` is the work before this step, if known."""

    def phrases(self, pattern: Pattern | None, unit: Unit) -> list[Phrase]:
        """The sentence, cut at its slots."""
        return fill(self.sentence, self.fillings(pattern, unit))

    def pieces_named(self) -> tuple[str, ...]:
        """The pieces it speaks of, the first one first: its chapter of the recipe is that piece's."""
        piece = getattr(self, "piece", "")
        return (piece,) if piece else ()

    def keeps_girths(self) -> bool:
        """Whether what goes round the body is to stay as it was, fullness counted apart."""
        return self.group in ("Darts", "Cut")

    def stands_at(self, name: str) -> float | None:
        """A number as the step does it, by the name under which a step carries it; None for what it does without, or is no number."""
        own = next((n for n, info in type(self).model_fields.items() if name in (n, info.alias)), "")
        value = getattr(self, own, None)
        return float(value) if isinstance(value, int | float) and not isinstance(value, bool) else None

    @contextmanager
    def telling(self, field: str) -> Iterator[None]:
        """Within, what another step refuses on the way is told at this step's own parameter, for its own are not known here."""
        own = {name for n, info in type(self).model_fields.items() for name in (n, info.alias)}
        try:
            yield
        except PatternError as error:
            error.field = error.field if error.field.partition(".")[0] in own else field
            raise

    def spoken(self, pattern: Pattern | None, unit: Unit) -> str:
        """The sentence as one string."""
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
                # A step carries a parameter under its alias, where a word of the language is its name ("from").
                said = info.alias or name
                fields = (*before.fields, said) if before else (said,)
                own = tuple((str(v), str(w)) for v, w in extra.get("choices", ()))
                choices = (*before.choices, *own) if before else own
                optional = not info.is_required() and not extra.get("asked")
                first = before or Slot(slot, str(extra["prompt"]), extra["pick"], (), optional)
                found[slot] = Slot(slot, first.prompt, first.pick, fields, first.optional, choices)
        return list(found.values())


def known(pattern: Pattern | None, piece: str | None) -> Piece | None:
    """The piece as it lies before the step, for the words of its places; None while the work, or such a piece, is not known."""
    return next((p for p in pattern.pieces if p.name == piece), None) if pattern else None


def parameter(move: type[Move], name: str) -> Parameter:
    """What a move declares of one of its parameters, as a step carries it."""
    info = next(f for n, f in move.model_fields.items() if (f.alias or n) == name)
    extra: Any = info.json_schema_extra or {}
    limits = {key: getattr(m, key) for m in info.metadata for key in ("ge", "gt", "le", "lt") if hasattr(m, key)}
    low, high = limits.get("ge", limits.get("gt")), limits.get("le", limits.get("lt"))
    whole = int in (info.annotation, *get_args(info.annotation))
    only = {str(k): tuple(str(x) for x in v) for k, v in extra.get("only", {}).items()}
    return Parameter(name, info.title or name, str(extra.get("unit", "")), low, high, whole, only)


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
    """A parameter that a person fills by picking or typing. ``limits``: ge, gt, le, max_length, unit,
    ``choices``: (value, words) pairs, ``asked``: asked for although it has a default, since one of the
    slot's parameters must be given, and ``only``: another parameter and the values of it with which this one says anything."""
    extra: dict[str, Any] = {"slot": slot, "prompt": prompt, "pick": pick}
    if "choices" in limits:
        extra["choices"] = [list(c) for c in limits.pop("choices")]
    if "only" in limits:
        extra["only"] = limits.pop("only")
    if limits.pop("asked", False):
        extra["asked"] = True
    if "unit" in limits:
        extra["unit"] = limits.pop("unit")
    return Field(default=default, title=title, json_schema_extra=extra, **limits)
