"""What a drawing's library raises over numbers that no drawing has: told in one sentence, whatever it was."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Final

from ..errors import BadFile

BROKEN: Final = (ArithmeticError, ValueError, TypeError, LookupError, AttributeError, RecursionError)
"""Numbers that are none, beyond all measure, or too few; parts that are not what they are called."""


@contextmanager
def in_one_sentence(words: str, where: str, cure: str) -> Iterator[None]:
    """Raises BadFile for whatever the library stumbles over; what we refuse ourselves goes on."""
    try:
        yield
    except BROKEN as broken:
        if isinstance(broken, BadFile):
            raise
        raise BadFile(words, where, cure) from broken
