"""The letters of printed sheets: the two fonts that ship, and what is printed where they carry no letter.

They carry Latin with all its marks, Vietnamese, Greek, Cyrillic, Armenian, Georgian, fractions, arrows and the signs of sums. Other scripts are spelt
in Latin letters, letter by letter, and ``respelt`` says so before anything is printed: a sheet never shows an empty box."""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Iterable
from functools import cache, lru_cache
from importlib.resources import files
from itertools import groupby
from typing import Any, Final

from anyascii import anyascii
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont

REGULAR, BOLD = "SteadySans", "SteadySansBold"
_FILES: Final = {REGULAR: "SteadySans-Regular.ttf", BOLD: "SteadySans-Semibold.ttf"}
_FRACTION: Final = re.compile(r"(?<=\d)(?=[¼-¾⅐-⅞])")
"""Where a fraction follows its whole number: 1½ is 1 1/2, not 11/2."""
_SHOWN: Final = 40
"""Letters of a word that are told where it is respelt."""


class _SheetFont(TTFont):
    """A font that is given any text: what it cannot write it gets respelt."""

    def __init__(self, name: str, file: str) -> None:
        TTFont.__init__(self, name, file)

    def stringWidth(self, text: str | bytes, size: float, encoding: str = "utf8") -> float:
        return float(TTFont.stringWidth(self, printed(_text(text, encoding)), size, encoding))

    def splitString(self, text: str | bytes, doc: Any, encoding: str = "utf-8") -> Any:
        return TTFont.splitString(self, printed(_text(text, encoding)), doc, encoding)


def register_fonts() -> None:
    """Make the shipped fonts known, once: they measure the label for every drawing."""
    if REGULAR not in pdfmetrics.getRegisteredFontNames():
        for name, file in _FILES.items():
            pdfmetrics.registerFont(_SheetFont(name, str(files("patterncraft.formats") / "fonts" / file)))


@lru_cache(maxsize=4096)
def printed(text: str) -> str:
    """``text`` as a sheet shows it: marks joined with their letters, and spelt in Latin letters where the fonts have none."""
    carried = _carried()
    joined = text if text.isascii() else unicodedata.normalize("NFC", text)
    return "".join(c if ord(c) in carried else ascii_of(c) for c in joined)


def ascii_of(text: str) -> str:
    """In the letters of a typewriter: spelt by sound where it is another script, by meaning where it is a sign; ``?`` for what has neither. Letters that
    show nothing by themselves (joiners, marks of direction, control letters) are left out."""
    apart = _FRACTION.sub(" ", text.replace("×", "x"))
    return "".join(c for x in apart for c in (anyascii(x) or ("" if _shows_nothing(x) else "?")) if 32 <= ord(c) < 127)


def respelt(texts: Iterable[str]) -> list[str]:
    """What is printed otherwise than it is written, a sentence each, doubles once; empty where all can be printed as it is."""
    told = []
    for word in dict.fromkeys(part for text in texts for part in _foreign(text)):
        told.append(f"“{word[:_SHOWN]}” is printed in Latin letters, “{printed(word)[:_SHOWN]}”: a sheet has no letters for it.")
    return told


def _foreign(text: str) -> list[str]:
    """The words of a text that are respelt, blanks between two of them kept."""
    words = groupby(unicodedata.normalize("NFC", text).split(), key=lambda word: printed(word) != word and not _only_unseen(word))
    return [" ".join(run) for foreign, run in words if foreign]


def _only_unseen(word: str) -> bool:
    """Whether nothing that is seen is lost in print."""
    return printed(word) == "".join(c for c in word if not _shows_nothing(c))


def _shows_nothing(c: str) -> bool:
    return unicodedata.category(c) in ("Cc", "Cf", "Mn", "Me", "Zl", "Zp", "Zs")


def _text(text: str | bytes, encoding: str) -> str:
    return text if isinstance(text, str) else text.decode(encoding)


@cache
def _carried() -> frozenset[int]:
    """The letters that both fonts have."""
    register_fonts()
    regular, bold = (frozenset(pdfmetrics.getFont(name).face.charToGlyph) for name in _FILES)
    return regular & bold
