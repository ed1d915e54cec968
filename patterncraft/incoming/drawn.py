"""A drawing that came in, whatever it was written in: strokes in cm, y down, with the little that is known of them."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Any, Final, Literal

from ..geometry.path import Path, grown

Unit = Literal["cm", "mm", "in"]
CM: Final[dict[Unit, float]] = {"cm": 1.0, "mm": 0.1, "in": 2.54}
"""cm in one of it."""


@dataclass(frozen=True, slots=True)
class DrawnPath:
    """One stroke. ``name``: what the drawing calls it (an id); ``layer``: where it lies in the drawing. ``tags``: what our own drawings say of
    their strokes (see ``formats/tagged.py``); empty in anybody else's."""

    path: Path
    closed: bool
    name: str = ""
    layer: str = ""
    tags: Mapping[str, str] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class DrawnText:
    """Words and where they begin."""

    at: complex
    text: str


@dataclass(frozen=True, slots=True)
class Drawn:
    """``unit``: what the drawing says it is measured in; empty where it says nothing, and then ``guess`` is what it was taken for. ``told``: what
    was left out of it, in sentences. ``promises``: what our own drawings say besides their strokes."""

    paths: tuple[DrawnPath, ...]
    texts: tuple[DrawnText, ...] = ()
    unit: str = ""
    guess: str = ""
    told: tuple[str, ...] = ()
    promises: Mapping[str, Any] | None = None

    def scaled(self, by: float) -> Drawn:
        """So many times as large."""
        if by == 1.0:
            return self
        return replace(
            self,
            paths=tuple(replace(p, path=grown(p.path, by)) for p in self.paths),
            texts=tuple(DrawnText(t.at * by, t.text) for t in self.texts),
        )
