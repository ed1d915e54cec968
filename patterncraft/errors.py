"""Every refusal of the core: one root, each with a place and a cure in trade words.

An error's ``message`` is one clear sentence; ``where`` names the place (a measure, a step, an
edge); ``cure`` says what to do; ``field`` is the path to the offending value in the input, for a
form to mark it. All callers (HTTP, command line, tests) print ``str(error)``.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, replace
from difflib import get_close_matches
from typing import Final

READ: Final = 20
"""names that are listed in a refusal"""
SHOWN: Final = 120
"""letters that are repeated there of a name that was said"""
FILE_NAME: Final = re.compile(r"\.[A-Za-z]\w{1,5}$")
"""how the name of a file ends, and hardly another"""


@dataclass
class PatternError(Exception):
    """Something asked for cannot be done with paper, or the input is not what it says.

    Subclasses set ``code``, a stable name for programs.
    """

    message: str
    where: str = ""
    cure: str = ""
    field: str = ""
    step: int | None = None

    code = "refused"

    def __str__(self) -> str:
        place = f"{self.where}: " if self.where else ""
        cure = f" {self.cure}" if self.cure else ""
        step = f"Step {self.step}: " if self.step is not None else ""
        words = f"{step}{place}{self.message}{cure}"
        # A file is called as it is called.
        begins_with_file = self.step is None and FILE_NAME.search(self.where)
        return words if begins_with_file else words[:1].upper() + words[1:]

    def at_step(self, number: int) -> PatternError:
        """The same refusal, naming the step (counted from 1) that raised it."""
        return replace(self, step=number)


class BadMeasure(PatternError, ValueError):
    """A measure is missing, unreadable or cannot belong to a body."""

    code = "bad_measure"


class BadSetting(PatternError, ValueError):
    """A setting, parameter or house rule is out of its range or unknown."""

    code = "bad_setting"


class NoSuchName(PatternError, LookupError):
    """A piece, edge, dart, seam, move or school of that name is not there; the cure lists those that are."""

    code = "no_such_name"


class BadPlace(PatternError, ValueError):
    """A place lies off the piece, behind the pivot, or where nothing can be put."""

    code = "bad_place"


class MoveRefused(PatternError, ValueError):
    """The paper cannot do what the step asks."""

    code = "move_refused"


class BadFile(PatternError, ValueError):
    """A file is not the open format, is too large, or is of the wrong kind."""

    code = "bad_file"


def no_such(kind: str, name: object, valid: list[str], where: str = "") -> NoSuchName:
    """A NoSuchName that lists the valid names. ``kind`` is a trade word such as "edge"."""
    return NoSuchName(f"there is no {kind} called “{str(name)[:SHOWN]}”.", where, listed(str(name), valid))


def listed(name: str, valid: Sequence[str]) -> str:
    """The valid names in a sentence; where nobody would read them all, those most like the one that was said, or as many as one reads and how many more."""
    more = len(valid) - READ
    near = get_close_matches(name[:SHOWN].lower(), valid, 5, 0.5) if more > 0 else []
    if near:
        return f"The nearest: {', '.join(near)}."
    return f"There is: {', '.join(valid[:READ]) or 'none yet'}{f', and {more} more' if more > 0 else ''}."
