"""What the disk or the database refuses, told in words: it is full, it cannot be written, it is busy. Nothing was changed then; what was typed stays on the page."""

from __future__ import annotations

import errno
import sqlite3
from typing import Final

from django.db.utils import DatabaseError

from patterncraft.errors import PatternError

KEPT: Final = "What you typed is kept on this page."


class Full(PatternError):
    """No room on the disk."""

    code = "disk_full"


class Unwritable(PatternError):
    """The place of the library cannot be written."""

    code = "cannot_write"


class Busy(PatternError):
    """Somebody else is writing, for longer than one waits."""

    code = "busy"


_FULL: Final = ("disk is full", "no space left")
_CLOSED: Final = ("readonly database", "read-only", "unable to open database", "disk i/o error", "permission denied")
_BUSY: Final = ("database is locked", "table is locked", "could not obtain lock", "deadlock detected")


def told(error: BaseException) -> PatternError | None:
    """The refusal of the store behind an error, whatever it was wrapped in; None for any other."""
    seen: BaseException | None = error
    while seen is not None:
        found = _one(seen)
        if found is not None:
            return found
        seen = seen.__cause__ or (None if seen.__suppress_context__ else seen.__context__)
    return None


def _one(error: BaseException) -> PatternError | None:
    number = error.errno if isinstance(error, OSError) else None
    words = str(error).lower() if isinstance(error, (DatabaseError, sqlite3.Error, OSError)) else ""
    if number in (errno.ENOSPC, errno.EDQUOT) or any(w in words for w in _FULL):
        return Full("the disk is full: nothing was changed.", cure=f"Make room on it, then try again. {KEPT}")
    if number in (errno.EROFS, errno.EACCES, errno.EPERM) or (number is None and any(w in words for w in _CLOSED)):
        return Unwritable(
            "the place of the library cannot be written: nothing was changed.",
            cure=f"Give the application leave to write there. {KEPT}",
        )
    if number is None and any(w in words for w in _BUSY):
        return Busy("the library is busy: somebody else is writing.", cure=f"Try again. {KEPT}")
    return None


STATUS: Final[dict[type[PatternError], int]] = {Full: 507, Unwritable: 503, Busy: 503}
