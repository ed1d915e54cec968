"""Names and notes as people type them: what may stand in one, and when two are the same."""

from __future__ import annotations

import re
import unicodedata
from typing import Annotated, Final

from pydantic import AfterValidator, Field

NAME_LETTERS: Final = 120
"""Letters of a name, at most; a label on a piece has room for no more."""
_UNPRINTABLE: Final = re.compile("[\x00-\x08\x0b\x0c\x0e-\x1f\x7f\ud800-\udfff\ufffe\uffff]")
"""What no XML, and so no SVG, may hold (XML 1.0, fifth edition, 2.2), and the delete character."""


def unprintable(text: str) -> tuple[int, str] | None:
    """The first letter that cannot be printed: where it stands, and what it is in words. None if all can."""
    found = _UNPRINTABLE.search(text)
    if found is None:
        return None
    code = ord(found[0])
    what = "half a letter" if 0xD800 <= code < 0xE000 else "a control character"
    return found.start(), f"{what} (U+{code:04X})"


def tidy(text: str) -> str:
    """A name as it is kept: composed (so that Zoë is Zoë, however it was typed), no blanks around it, single blanks in it, nothing that
    cannot be seen."""
    whole = unicodedata.normalize("NFC", text)
    return " ".join("".join(c for c in whole if c.isprintable() or c.isspace()).split())


def last_words(name: str, letters: int = NAME_LETTERS) -> str:
    """A name that was put together of others, as long as a label has room for it: what it is stands last."""
    if len(name) <= letters:
        return name
    return name[-letters:].partition(" ")[2] or name[-letters:]


def with_article(word: str) -> str:
    """A word with its article, as it is spoken: "a side", "an armhole", "a used sheet"."""
    vowel = word[:1].casefold() in {*"aeiou"} and not word.casefold().startswith(("uni", "use", "one", "eu"))
    return f"{'an' if vowel else 'a'} {word}"


def the(name: str) -> str:
    """A thing by its name, the article once: "the waist dart", and "the sliver" for what is called so."""
    return name if name.startswith("the ") else f"the {name}"


def _named(text: str) -> str:
    name = tidy(text)
    if not any(c.isalnum() or unicodedata.category(c)[0] in "SP" for c in name):
        raise ValueError("a name needs at least one letter that can be seen.")
    return name


PersonsName = Annotated[str, Field(max_length=NAME_LETTERS), AfterValidator(_named)]
"""A name that a person gives: to a workroom, somebody who is measured, a block, a style."""
