"""Every refusal of the core: one root, each with a place and a cure in trade words.

An error's ``message`` is one clear sentence; ``where`` names the place (a measure, a step, an
edge); ``cure`` says what to do; ``field`` is the path to the offending value in the input, for a
form to mark it. All callers (HTTP, command line, tests) print ``str(error)``.
"""

from __future__ import annotations

from dataclasses import dataclass, replace


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
        return words if self.step is None and "." in self.where else words[:1].upper() + words[1:]

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
    listed = ", ".join(valid) if valid else "none yet"
    return NoSuchName(f"there is no {kind} called “{name}”.", where, f"There is: {listed}.")
