"""Recipes in which something once came out wrong or was said wrongly: whole style files, replayed as the command line does."""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache
from pathlib import Path
from typing import NamedTuple

from patterncraft.checks.cures import with_cures
from patterncraft.checks.examine import examine
from patterncraft.checks.finding import Finding
from patterncraft.checks.subject import Subject
from patterncraft.cli_style import on_table, replayed
from patterncraft.finishing.plan import Finishing
from patterncraft.formats.openfile import StyleFile
from patterncraft.formats.openfile_io import read_file
from patterncraft.house import HouseRules
from patterncraft.ledger import Promise, ledger
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import Replay

FOLDER = Path(__file__).parent / "cases"
Wearer = tuple[tuple[str, float], ...]


class Looked(NamedTuple):
    """A recipe done, as somebody sees it who looks it over."""

    done: Replay
    subject: Subject
    findings: tuple[Finding, ...]

    @property
    def pattern(self) -> Pattern:
        """The work after the last step."""
        return self.done.pattern

    def found(self, code: str) -> list[Finding]:
        """What one check finds."""
        return [f for f in self.findings if f.code == code]

    def promise(self, seam: str) -> Promise:
        """A line of the ledger."""
        return next(p for p in ledger(self.pattern, self.subject.rules) if p.name == seam)


def style(name: str) -> StyleFile:
    """A recipe's file."""
    return read_file((FOLDER / f"{name}.json").read_bytes(), StyleFile, name)


@lru_cache(maxsize=32)
def recipe(name: str, wearer: Wearer = (), steps: int | None = None) -> Looked:
    """A recipe replayed and looked over; ``wearer``: what is known of her besides; ``steps``: only the first so many."""
    file = style(name)
    file = file.model_copy(update={"steps": file.steps[:steps]})
    start = on_table(file, {}, FOLDER, dict(wearer))
    done = replayed(file, start)
    plan = Finishing(lines=tuple(file.finishing))
    subject = Subject.after(done, file.rules or HouseRules(), start.wearer, plan=plan)
    return Looked(done, subject, with_cures(subject, examine(subject)))


def measures(given: Mapping[str, float]) -> Wearer:
    """A wearer as ``recipe`` takes her."""
    return tuple(sorted(given.items()))
