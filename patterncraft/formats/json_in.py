"""JSON from outside, read so that nothing in it can hold or break what reads it: the one way in for files and for requests."""

from __future__ import annotations

import json
import re
from math import isfinite
from typing import Any, Final, NoReturn

from ..errors import BadFile
from ..texts import unprintable

LARGEST: Final = 10 * 1024 * 1024
"""bytes"""
DEEPEST: Final = 40
MOST: Final = 200_000
"""values (numbers, texts, lists, objects); the largest pattern we know of has a twentieth of it"""
DIGITS: Final = 18
"""of a whole number"""
_TEXTS: Final = re.compile(rb'"(?:[^"\\]++|\\.?)*+(?:"|\Z)', re.DOTALL)
"""A text in quotes, or up to the end where it is not closed: so no place is looked at twice, whatever stands there."""
_BRACKETS: Final = re.compile(rb"[\[\]{}]")


def read_json(data: bytes, where: str = "") -> Any:
    """Plain data from JSON bytes, in time and memory that grow with the bytes only.

    Raises BadFile: over 10 MB, deeper than 40, more than 200,000 values, not text, broken, a number that is not finite or has over
    18 digits, a text with a letter that cannot be printed.
    """
    if len(data) > LARGEST:
        raise BadFile(f"the file has {len(data) / 1048576:.0f} MB; 10 MB is the most that is read.", where, "Split it.")
    _refuse_heaps(data, where)

    def whole(text: str) -> int:
        if len(text.lstrip("-")) > DIGITS:
            raise BadFile(
                f"a number of {len(text.lstrip('-'))} digits is no measure.", where, "Look for it, and give it in cm or pieces."
            )
        return int(text)

    def decimal(text: str) -> float:
        value = float(text)
        return value if isfinite(value) else not_finite(text[:20])

    def not_finite(text: str) -> NoReturn:
        raise BadFile(f"{text} is not a number a tape can show.", where, "Look for it, and give it in cm.")

    try:
        read = json.loads(data.decode("utf-8"), parse_constant=not_finite, parse_int=whole, parse_float=decimal)
    except UnicodeDecodeError:
        raise BadFile("the file is not text.", where, "Choose a JSON file of Steady Shear.") from None
    except json.JSONDecodeError as e:
        raise BadFile(
            f"the JSON breaks off at line {e.lineno}, column {e.colno}.", where, "Save it again, or mend it there."
        ) from None
    _refuse_unprintable(read, where)
    return read


def _refuse_heaps(data: bytes, where: str) -> None:
    """Raises BadFile for what would take many times its own size once it is read; brackets and commas inside a text do not count."""
    # Each value is one text at most, and so is its key: more quotes than that are no pattern, and need not be told apart.
    if data.count(b'"') > 4 * MOST:
        raise BadFile(f"there are more than {2 * MOST:,} texts in it; {MOST:,} is the most that is read.", where, "Split it.")
    bare = _TEXTS.sub(b"", data)
    values = 1 + bare.count(b",") + bare.count(b"[") + bare.count(b"{")
    if values > MOST:
        raise BadFile(f"there are {values:,} values in it; {MOST:,} is the most that is read.", where, "Split it.")
    depth = deepest = 0
    for bracket in _BRACKETS.findall(bare):
        depth += 1 if bracket in b"[{" else -1
        deepest = max(deepest, depth)
    if deepest > DEEPEST:
        raise BadFile("the file is nested deeper than any pattern.", where, "Choose a file that was written by Steady Shear.")


def _refuse_unprintable(read: Any, where: str) -> None:
    waiting = [read]
    while waiting:
        value = waiting.pop()
        if isinstance(value, str):
            found = unprintable(value)
            if found:
                raise BadFile(f"in “{value[: found[0]]}…” stands {found[1]}.", where, "Type that text again.")
        elif isinstance(value, dict):
            waiting += value.keys()
            waiting += value.values()
        elif isinstance(value, list):
            waiting += value
