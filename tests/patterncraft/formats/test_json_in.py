"""The one way in for JSON: what it refuses, and that no text holds it up. The standard library's reader is the referee for what it takes."""

from __future__ import annotations

import contextlib
import json
import time
import tracemalloc
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patterncraft.errors import BadFile
from patterncraft.formats.json_in import DEEPEST, LARGEST, MOST, read_json

PRINTABLE = st.text(st.characters(exclude_categories=("Cs", "Cc")))
VALUES = st.recursive(
    st.none() | st.booleans() | st.integers(-(10**17), 10**17) | st.floats(allow_nan=False, allow_infinity=False) | PRINTABLE,
    lambda inner: st.lists(inner) | st.dictionaries(PRINTABLE, inner),
)


@given(VALUES, st.booleans())
def test_what_it_reads_is_what_the_standard_library_reads(value: Any, escaped: bool) -> None:
    data = json.dumps(value, ensure_ascii=escaped).encode()
    assert read_json(data) == value


@pytest.mark.parametrize(
    ("data", "says"),
    [
        (b'{"a": Infinity}', "Infinity is not a number"),
        (b'{"a": -1e400}', "-1e400 is not a number"),
        (b'{"a": 1234567890123456789}', "a number of 19 digits"),
        (b"\xff\xfe", "not text"),
        (b'{"a"\n: }', "line 2, column 3"),
        (b'["\\udc00"]', "half a letter (U+DC00)"),
        (b'{"\\u0001": 1}', "a control character (U+0001)"),
        (b'{"a": ["x", {"b": "tail\\u000b"}]}', "in “tail…”"),
        (b"[" * (DEEPEST + 1) + b"]" * (DEEPEST + 1), "nested deeper"),
        (b"[" + b"0," * MOST + b"0]", f"{MOST + 2:,} values"),
        (b" " * (LARGEST + 1), "10 MB is the most"),
    ],
)
def test_what_it_refuses_it_refuses_in_words(data: bytes, says: str) -> None:
    with pytest.raises(BadFile) as caught:
        read_json(data, "chart.json")
    assert says in caught.value.message
    assert caught.value.where == "chart.json"


def test_at_its_limits_it_reads() -> None:
    assert read_json(b"[" * DEEPEST + b"]" * DEEPEST)
    assert len(read_json(b"[" + b"0," * (MOST - 3) + b"0]")) == MOST - 2
    assert read_json(b'"tab\\t and line\\n"') == "tab\t and line\n"


def test_brackets_and_commas_in_a_text_are_letters() -> None:
    text = "[{," * 100_000 + '\\"' * 100_000 + "]" * 50
    assert read_json(json.dumps([text]).encode()) == [text]


HOLDING: dict[str, bytes] = {
    "quotes that never close": b'"\\"' * 3_000_000,
    "an open text of quotes": b'["' + b'\\"' * 4_900_000,
    "a lone stroke at the end": b'["' + b'\\"' * 4_900_000 + b"\\",
    "open lists": b"[" * 9_000_000,
    "empty lists": b"[" + b"[]," * 3_000_000 + b"[]]",
    "empty objects": b"[" + b"{}," * 3_000_000 + b"{}]",
    "blanks": b" " * 9_000_000,
    "digits": b"[" + b"9" * 9_000_000 + b"]",
    "a long decimal": b"[0." + b"9" * 9_000_000 + b"]",
    "one long text": b'"' + b"x" * 9_000_000 + b'"',
}


@pytest.mark.parametrize("what", HOLDING)
def test_nothing_of_ten_megabytes_holds_it_or_fills_the_memory(what: str) -> None:
    """The bounds are far above what is needed (tenths of a second, tens of megabytes) and far below what these took before: the first
    would have taken hours."""
    tracemalloc.start()
    begun = time.perf_counter()
    with contextlib.suppress(BadFile):
        read_json(HOLDING[what])
    taken = time.perf_counter() - begun
    most = tracemalloc.get_traced_memory()[1]
    tracemalloc.stop()
    assert taken < 20
    assert most < 150_000_000
