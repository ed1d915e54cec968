"""In every question that the API takes, something stands where something else should: a refusal in a sentence, and no header or length of an asker's own."""

from __future__ import annotations

import json
import re
from collections.abc import Iterator
from itertools import cycle, islice
from typing import Any, Final

import pytest

from tests.hostile_files import VALUES
from tests.server.conftest import Caller
from tests.server.test_walls import House, every_case

DEEP: Final = "(deep)"
ODD: Final[tuple[Any, ...]] = (
    *VALUES, "\ud800", "a\x00b", 10**30, -(10**30), 2**63, 5e-324, "\u2066x", DEEP, "9" * 5000, "NaN", "\u0130 a" * 40, " \u200b ",
    "../../x", "\r\nSet-Cookie: a=b", "{0.__class__}", "%s%n", "x" * 400_000,
)  # fmt: skip
NUMBERS: Final = ("9" * 25, "-1", "0", "%00", "1e9", "٣", str(2**63))
OF_A_PLACE: Final = 4
"""odd values that are tried there, the next ones at the next"""
LONGEST: Final = 400
"""letters of a refusal"""


def places(body: Any, at: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    """The way to each value in a body, of lists to their first two."""
    if len(at) < 6:
        pairs = body.items() if isinstance(body, dict) else enumerate(body[:2]) if isinstance(body, list) else ()
        for key, value in pairs:
            yield from places(value, (*at, key))
    yield at


def with_odd(body: Any, at: tuple[Any, ...], value: Any) -> Any:
    """The body with another value there."""
    if not at:
        return value
    copy = body.copy()
    copy[at[0]] = with_odd(body[at[0]], at[1:], value)
    return copy


def written(body: Any) -> str:
    """As it goes over the wire; lists three thousand deep are more than json.dumps writes."""
    return json.dumps(body).replace(f'"{DEEP}"', "[" * 3000 + "]" * 3000)


@pytest.mark.timeout(180)
def test_whatever_stands_in_a_question_the_answer_is_a_sentence(us: Caller) -> None:
    own = House(us)
    client, odd, asked = own.caller.client, cycle(ODD), 0
    first = [(method, path, *q[0]) for (method, path), q in every_case(own, own).items() if q]
    for method, path, url, body in first:
        bodies = [with_odd(body, at, v) for at in islice(places(body), 40) for v in islice(odd, OF_A_PLACE)] if body else []
        urls = [re.sub(r"\d+", x, url) for x in NUMBERS if re.search(r"\d", url)]
        for to, what in [*((url, b) for b in bodies), *((u, body) for u in urls)]:
            answer = client.generic(method, f"/api{to}", written(what), content_type="application/json")
            asked += 1
            said = (method, path, to, written(what)[:300])
            assert answer.status_code < 500, said
            assert "a=b" not in str(answer.headers), said
            if answer.status_code >= 400:
                message = answer.json()["error"]["message"]
                assert message.strip().endswith((".", "?")), (message, said)
                assert len(message) <= LONGEST, (message, said)
    assert asked > 1000
