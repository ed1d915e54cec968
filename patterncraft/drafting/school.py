"""What a school of drafting declares, and the block it makes."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any, ClassVar, Literal, NamedTuple

from pydantic import ValidationError

from ..errors import BadMeasure, BadSetting, MoveRefused, PatternError
from ..house import HouseRules, Strict
from ..measures.chart import Chart, checked
from ..measures.doubts import inches_slip
from ..measures.keys import MEASURES, measure
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sound import assert_sound
from ..validation import first_fault
from .armhole_of import WholeArmhole
from .construction import Construction, Stage
from .right_way import right_way_round

Family = Literal["bodice", "garment", "skirt", "sleeve"]
Base = Literal["", "armhole", "bodice", "skirt"]
"""What a school is drawn on: nothing, a block with an armhole, a bodice to the waist, a skirt block."""

BASE_WORDS: Mapping[Base, str] = {
    "armhole": "a block with an armhole",
    "bodice": "a bodice block that ends at the waist",
    "skirt": "a skirt block",
}


class Run(NamedTuple):
    """A width of one piece: along a drawn line or an edge, darts shut; it goes round ``times`` times."""

    piece: str
    name: str
    of: Literal["line", "edge"] = "line"
    times: int = 2


@dataclass(frozen=True, slots=True)
class Girth:
    """What a draft intends: the body's girth and the ease at a line of the garment, cm, and where it is measured.

    ``told``: the ease is what came out, not what was asked for; it is told and not judged.
    """

    name: str
    body: float
    ease: float
    runs: tuple[Run, ...] = ()
    told: bool = False


class Drawn(NamedTuple):
    """What ``School.build`` hands over."""

    pattern: Pattern
    girths: tuple[Girth, ...]


@dataclass(frozen=True, slots=True)
class Block:
    """A draft as it leaves the school: the paper, how it was drawn, what was intended, and the block it was drawn on.

    ``corrections``: what was changed on the paper afterwards, as plain data (see ``corrections.py``).
    """

    school: str
    measures: Mapping[str, float]
    settings: Mapping[str, Any]
    pattern: Pattern
    stages: tuple[Stage, ...]
    girths: tuple[Girth, ...]
    base: Block | None = None
    corrections: tuple[Mapping[str, Any], ...] = ()


class School(ABC):
    """One way of drafting. Subclasses declare and build; they never look beyond their arguments.

    ``needs``: measures without which nothing can be drawn. ``uses``: optional ones. ``reason``: when
    to choose this school. ``differs``: how it goes about it, beside the others. ``base``: the block
    it is drawn on, which it may do without when ``base_optional``.
    """

    name: ClassVar[str]
    title: ClassVar[str]
    family: ClassVar[Family] = "bodice"
    reason: ClassVar[str]
    differs: ClassVar[str]
    needs: ClassVar[tuple[str, ...]]
    uses: ClassVar[tuple[str, ...]] = ()
    settings: ClassVar[type[Strict]]
    base: ClassVar[Base] = ""
    base_optional: ClassVar[bool] = False

    @abstractmethod
    def build(self, chart: Chart, settings: Any, pencil: Construction, base: Pattern | None) -> Drawn:
        """Draw. ``chart`` holds at least ``needs``; all cm. Raises BadMeasure when no body has such measures."""

    def draft(
        self,
        chart: Chart,
        settings: Mapping[str, Any] | None = None,
        base: Block | None = None,
        rules: HouseRules | None = None,
    ) -> Block:
        """The block for these measures (cm by key) and settings, on ``base`` where the school asks for one.

        Settings that are not given follow the house rules where they are tied to one, else their defaults.

        Raises:
            BadMeasure: a measure is missing, is none, or contradicts another.
            BadSetting: a setting is unknown or out of its range, or the base is missing or of the wrong kind.
        """
        own = self._own(chart)
        chosen = self._chosen(settings or {}, rules or HouseRules())
        ground = self._ground(base)
        pencil = Construction()
        pattern, girths = self.build(own, chosen, pencil, ground)
        for piece in pattern.pieces:
            self._sound(piece)
        pattern = replace(pattern, pieces=tuple(_on_paper_of_its_own(p) for p in pattern.pieces))
        return Block(
            self.name, own, chosen.model_dump(mode="json"), pattern, tuple(pencil.stages), girths, base if ground else None
        )

    def ground(self, base: Pattern | None) -> Pattern:
        """The base of a school that cannot do without one."""
        if base is None:
            raise BadSetting(
                f"it is drawn on {BASE_WORDS[self.base]}.", self.title, "Choose the block it is to be drawn on.", "base"
            )
        return base

    def lacks(self, chart: Chart) -> list[str]:
        """Keys of the measures this school needs and the chart does not have, in the order they are taken."""
        return [k for k in MEASURES if k in self.needs and k not in chart]

    def _own(self, chart: Chart) -> dict[str, float]:
        own = {k: checked(k, v) for k, v in chart.items() if k in self.needs or k in self.uses}
        for key in chart:
            measure(key)
        for key, value in own.items():
            if value < 0.7 * MEASURES[key].low and (slip := inches_slip(key, value)):
                raise BadMeasure(f"{value:g} cm {slip}.", MEASURES[key].title, "Type it with its unit.", key)
        missing = self.lacks(own)
        if missing:
            listed = ", ".join(MEASURES[k].title.lower() for k in missing)
            raise BadMeasure(f"the {self.title.lower()} also needs: {listed}.", cure="Measure and type them.", field=missing[0])
        return own

    def checked_settings(self, settings: Mapping[str, Any]) -> Strict:
        """Settings as this school takes them. Raises BadSetting for one that is unknown or out of its range."""
        return self._chosen(settings, HouseRules())

    def _chosen(self, settings: Mapping[str, Any], rules: HouseRules) -> Strict:
        house = {name: rules.value(path) for name, path in house_ties(self.settings).items()}
        try:
            return self.settings.model_validate(house | dict(settings))
        except ValidationError as e:
            message, field = first_fault(e)
            raise BadSetting(message, self.title, field=field) from None

    def _ground(self, base: Block | None) -> Pattern | None:
        if not self.base:
            return None
        if base is None:
            if self.base_optional:
                return None
            raise BadSetting(
                f"it is drawn on {BASE_WORDS[self.base]}, and none is chosen.",
                self.title,
                "Choose the block it is made for; draft that one first if there is none.",
                "base",
            )
        if fault := base_fault(base.pattern, self.base):
            raise BadSetting(fault, self.title, f"Choose {BASE_WORDS[self.base]}.", "base")
        return right_way_round(base.pattern)

    def _sound(self, piece: Piece) -> None:
        cure = f"Measure again, first of all: {', '.join(MEASURES[k].title.lower() for k in self.needs[:4])}."
        try:
            assert_sound(piece, cure)
        except MoveRefused as e:
            raise BadMeasure(
                f"with these measures {e.message}",
                f"{self.title}, {piece.name}",
                cure,
                self.needs[0] if self.needs else "",
            ) from None


class ArmholeSchool(School):
    """A sleeve for an armhole: a block's, or a style's as it stands."""

    family: ClassVar[Family] = "sleeve"
    base: ClassVar[Base] = "armhole"

    @abstractmethod
    def for_armhole(self, armhole: WholeArmhole, chart: Chart, settings: Any, pencil: Construction) -> Drawn:
        """The sleeve. ``chart`` holds at least ``needs``; all cm. Raises BadMeasure or BadSetting where no cap fits."""

    def own_chart(self, chart: Chart) -> dict[str, float]:
        """Of a chart what this school takes, looked at. Raises BadMeasure naming what is missing."""
        return self._own({k: v for k, v in chart.items() if k in self.needs or k in self.uses})

    def chosen(self, settings: Mapping[str, Any], rules: HouseRules) -> Strict:
        """Settings, by the house's rules where they are tied to one. Raises BadSetting for one that is unknown or out of its range."""
        return self._chosen(settings, rules)


def house_ties(settings: type[Strict]) -> dict[str, str]:
    """Settings whose default is a house rule: setting → path of the rule."""
    ties = {}
    for name, info in settings.model_fields.items():
        extra = info.json_schema_extra
        if isinstance(extra, dict) and "house" in extra:
            ties[name] = str(extra["house"])
    return ties


def base_fault(pattern: Pattern, wanted: Base) -> str:
    """Why a pattern cannot be the ground for such a school, in words; empty when it can."""
    try:
        if wanted == "armhole":
            for name in ("front", "back"):
                piece = pattern.piece(name)
                if "armhole" not in piece.edge_names:
                    return f"the {name} of that block has no armhole to make it for."
        elif wanted == "bodice":
            for name in ("front", "back"):
                piece = pattern.piece(name)
                for edge in ("shoulder", "armhole", "side", "waist"):
                    if edge not in piece.edge_names:
                        return f"the {name} of that block has no {edge}."
        elif wanted == "skirt":
            for name in ("skirt front", "skirt back"):
                pattern.piece(name)
    except PatternError as e:
        return str(e)
    return ""


def _on_paper_of_its_own(piece: Piece) -> Piece:
    """A block is traced onto one sheet: its account begins with it, whatever paper it was drawn on."""
    return replace(piece, paper=replace(piece.paper, block=None))
