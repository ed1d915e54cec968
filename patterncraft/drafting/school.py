"""What a school of drafting declares, and the block it makes."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, ClassVar

from pydantic import ValidationError

from ..errors import BadMeasure, BadSetting
from ..house import Strict
from ..measures.chart import Chart, checked, inches_slip
from ..measures.keys import MEASURES, measure
from ..paper.pattern import Pattern
from ..validation import first_fault
from .construction import Construction, Stage


@dataclass(frozen=True, slots=True)
class Girth:
    """What a draft intends: the body's girth and the ease at a line of the garment, cm."""

    name: str
    body: float
    ease: float


@dataclass(frozen=True, slots=True)
class Block:
    """A draft as it leaves the school: the paper, how it was drawn, and what was intended."""

    school: str
    measures: Mapping[str, float]
    settings: Mapping[str, Any]
    pattern: Pattern
    stages: tuple[Stage, ...]
    girths: tuple[Girth, ...]


class School(ABC):
    """One way of drafting. Subclasses declare and build; they never look beyond their arguments.

    ``needs``: measures without which nothing can be drawn. ``uses``: optional ones. ``reason``: when
    to choose this school.
    """

    name: ClassVar[str]
    title: ClassVar[str]
    reason: ClassVar[str]
    needs: ClassVar[tuple[str, ...]]
    uses: ClassVar[tuple[str, ...]] = ()
    settings: ClassVar[type[Strict]]

    @abstractmethod
    def build(self, chart: Chart, settings: Any, pencil: Construction) -> tuple[Pattern, tuple[Girth, ...]]:
        """Draw. ``chart`` holds at least ``needs``; all cm. Raises BadMeasure when no body has such measures."""

    def draft(self, chart: Chart, settings: Mapping[str, Any] | None = None) -> Block:
        """The block for these measures (cm by key) and settings.

        Raises:
            BadMeasure: a measure is missing, is none, or contradicts another.
            BadSetting: a setting is unknown or out of its range.
        """
        own = {k: checked(k, v) for k, v in chart.items() if k in self.needs or k in self.uses}
        for key in chart:
            measure(key)
        for key, value in own.items():
            if value < 0.7 * MEASURES[key].low and (slip := inches_slip(key, value)):
                raise BadMeasure(f"{value:g} cm {slip}.", MEASURES[key].title, "Type it with its unit.", key)
        missing = [k for k in self.needs if k not in own]
        if missing:
            listed = ", ".join(MEASURES[k].title.lower() for k in missing)
            raise BadMeasure(f"the {self.title.lower()} also needs: {listed}.", cure="Measure and type them.", field=missing[0])
        try:
            chosen = self.settings.model_validate(dict(settings or {}))
        except ValidationError as e:
            message, field = first_fault(e)
            raise BadSetting(message, self.title, field=field) from None
        pencil = Construction()
        pattern, girths = self.build(own, chosen, pencil)
        return Block(self.name, own, chosen.model_dump(mode="json"), pattern, tuple(pencil.stages), girths)
