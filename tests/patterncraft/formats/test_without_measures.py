"""A block's file without the body: what is left of it, and whose measures were in it."""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.formats.without_measures import measures_in, without_measures

HERS, HIS = {"bust_girth": 92.0}, {"chest_girth": 104.0}
BODICE: dict[str, Any] = {
    "kind": "block",
    "drafted": {"school": "bodice-direct", "measures": HERS},
    "girths": [["waist"]],
    "pieces": [1],
}
SLEEVE: dict[str, Any] = {"kind": "block", "drafted": {"school": "sleeve-compass", "measures": HIS, "on": BODICE}, "pieces": [2]}


def test_the_paper_stays_and_the_body_goes() -> None:
    assert without_measures(BODICE) == {"kind": "block", "pieces": [1]}
    assert without_measures(SLEEVE) == {"kind": "block", "pieces": [2]}
    assert BODICE["drafted"]["measures"] == HERS, "what was given stays as it is"


def test_those_of_the_block_it_was_drawn_on_are_in_it_too() -> None:
    assert list(measures_in(BODICE)) == [HERS]
    assert list(measures_in(SLEEVE)) == [HIS, HERS]
    assert list(measures_in({"drafted": {"on": BODICE}})) == [HERS], "also where it has none of its own"


@pytest.mark.parametrize("strange", [None, [], "block", {}, {"drafted": 3}, {"drafted": {"measures": "92"}}])
def test_of_what_is_no_block_file_nothing(strange: Any) -> None:
    assert list(measures_in(strange)) == []
    assert "drafted" not in without_measures(strange)
