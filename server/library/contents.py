"""What is in an archive, and what came of taking it in."""

from __future__ import annotations

import hashlib
import json
from collections import Counter
from dataclasses import dataclass, field
from typing import Any, Final

from patterncraft.drafting.school import Block as Draft

from ..fitting.photographs import Kept
from .papers import BlockPaper, ClothPaper, LayPaper, PersonPaper, StylePaper


@dataclass
class Contents:
    """What is in an archive, read and proved. ``revisions``: by block key and number, plain data; ``drafts``: the newest of each block to be kept; ``photographs``: by
    block key, toile and place."""

    people: list[PersonPaper] = field(default_factory=list)
    blocks: list[BlockPaper] = field(default_factory=list)
    styles: list[StylePaper] = field(default_factory=list)
    cloths: list[ClothPaper] = field(default_factory=list)
    lays: list[LayPaper] = field(default_factory=list)
    revisions: dict[tuple[str, int], Any] = field(default_factory=dict)
    drafts: dict[tuple[str, int], Draft] = field(default_factory=dict)
    photographs: dict[tuple[str, int, int], Kept] = field(default_factory=dict)
    rules: dict[str, Any] = field(default_factory=dict)
    left_out: list[str] = field(default_factory=list)

    def leave_out(self, name: str, why: str) -> None:
        """Said, and the rest taken in."""
        self.left_out.append(left_out(name, why))


def left_out(name: str, why: str) -> str:
    """Said of one thing."""
    return f"“{name}” was left out: {why}"


def mark(paper: Any) -> str:
    """A short mark of what a paper says, by which the same is known again."""
    plain = json.dumps(paper.model_dump(mode="json"), sort_keys=True)
    return hashlib.sha256(plain.encode()).hexdigest()[:10]


LOTS: Final = ("new", "more", "beside", "same")


@dataclass
class Taken:
    """What came of it. ``new``, ``more`` (brought up to date), ``beside`` (ours stayed), ``same``: how many of each kind; ``acts``: how much of what is to be done is done."""

    new: Counter[str] = field(default_factory=Counter)
    more: Counter[str] = field(default_factory=Counter)
    beside: Counter[str] = field(default_factory=Counter)
    same: Counter[str] = field(default_factory=Counter)
    said: list[str] = field(default_factory=list)
    acts: int = 0

    @classmethod
    def read(cls, data: dict[str, Any]) -> Taken:
        """From what was kept of it."""
        lots = {k: Counter(dict(data[k])) for k in LOTS if k in data}
        return cls(**lots, said=list(data.get("said", [])), acts=int(data.get("acts", 0)))

    def data(self) -> dict[str, Any]:
        """To be kept; in pairs, since a database may put an object's fields in an order of its own."""
        return {k: list(getattr(self, k).items()) for k in LOTS} | {"said": self.said, "acts": self.acts}

    def put_back(self, data: dict[str, Any]) -> None:
        """As it was counted before."""
        for lot in LOTS:
            setattr(self, lot, Counter(dict(data[lot])))

    def sentences(self) -> list[str]:
        """For a person."""
        lots = (
            (self.new, "Taken in: {}."),
            (self.more, "Brought up to date: {}."),
            (self.beside, "Changed here and there; ours stayed, the other hangs beside it: {}."),
            (self.same, "Here already: {}."),
        )
        return [words.format(_counted(lot)) for lot, words in lots if lot] + self.said


def _counted(lot: Counter[str]) -> str:
    names = {"person": "people", "cloth": "cloths", "lay": "lays"}
    parts = [f"{n} {kind if n == 1 else names.get(kind, kind + 's')}" for kind, n in lot.items()]
    return ", ".join(parts)
