"""A draft as it is drawn: numbered points and lines, each with its rule and its sum."""

from __future__ import annotations

from dataclasses import dataclass, field

from ..geometry.path import Path
from ..working import Sum


@dataclass(frozen=True, slots=True)
class Stage:
    """One act of the pencil. ``points`` are numbered marks made now (label, place), ``paths`` lines
    drawn now (guides when ``guide``). The rule says it in words; the sums stand beside it."""

    number: int
    piece: str
    rule: str
    sums: tuple[Sum, ...]
    points: tuple[tuple[str, complex], ...] = ()
    paths: tuple[Path, ...] = ()
    guide: bool = False


@dataclass(slots=True)
class Construction:
    """Collects the stages while a school drafts. Mutable only during the draft."""

    stages: list[Stage] = field(default_factory=list)

    def draw(
        self,
        piece: str,
        rule: str,
        *sums: Sum,
        points: dict[str, complex] | None = None,
        paths: tuple[Path, ...] = (),
        guide: bool = False,
    ) -> None:
        """Add the next stage; it gets the next number."""
        marks = tuple((points or {}).items())
        self.stages.append(Stage(len(self.stages) + 1, piece, rule, sums, marks, paths, guide))
