"""Names as people type them. Which letters XML may hold is taken from the XML parser of the standard library."""

from __future__ import annotations

import unicodedata
from xml.etree import ElementTree

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patterncraft.handwork.new_seam import unique_name
from patterncraft.texts import NAME_LETTERS, tidy, unprintable


@pytest.mark.parametrize(
    "code", [*range(0x00, 0xA1), 0xD7FF, 0xD800, 0xDBFF, 0xDC00, 0xDFFF, 0xE000, 0xFFFD, 0xFFFE, 0xFFFF, 0x10000]
)
def test_what_no_xml_may_hold_cannot_be_printed(code: int) -> None:
    letter = chr(code)
    try:
        ElementTree.fromstring(f"<a>&#{code};</a>")
        holds = True
    except ElementTree.ParseError:
        holds = False
    found = unprintable(f"ab{letter}c")
    if code == 0x7F:
        assert found, "the delete character is allowed in XML, and is no letter"
    else:
        assert (found is None) == holds
    if found:
        assert found[0] == 2
        assert f"U+{code:04X}" in found[1]


@given(st.text())
def test_tidied_once_is_tidied_for_good(text: str) -> None:
    once = tidy(text)
    assert tidy(once) == once
    assert once == once.strip()
    assert unprintable(once) is None
    assert unicodedata.is_normalized("NFC", once)


def test_what_is_typed_in_two_ways_is_one_name() -> None:
    assert tidy(" Zoe\u0308  of\tthe\naltos\u200b ") == tidy("Zoë of the altos") == "Zoë of the altos"


def test_a_name_that_a_label_has_room_for_stays_and_one_put_together_keeps_its_last_words() -> None:
    """A label has room for 120 letters; a number goes behind what is taken."""
    typed = "a" * 118
    assert unique_name(typed, []) == typed
    numbered = unique_name(typed, [typed])
    assert numbered.endswith(" 2")
    assert len(numbered) <= NAME_LETTERS
    composed = " ".join(["lower"] * 20 + ["skirt back style line"])
    assert len(composed) > NAME_LETTERS
    short = unique_name(composed, [])
    assert composed.endswith(short)
    assert short.endswith("skirt back style line")
    assert short.startswith("lower ")
    assert NAME_LETTERS - 6 <= len(short) <= NAME_LETTERS
