"""Names and pass phrases at the door: one way of reading them, when a workroom is opened and when somebody signs in."""

from __future__ import annotations

import secrets
import unicodedata
from typing import Any, Final

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError

from patterncraft.errors import BadSetting
from patterncraft.texts import tidy

DIFFERENT: Final = 5
"""Letters of a phrase that are not alike, at least."""
SYLLABLES: Final = [
    "ba",
    "be",
    "bi",
    "bo",
    "da",
    "de",
    "di",
    "do",
    "fa",
    "fe",
    "fi",
    "ga",
    "go",
    "ka",
    "ke",
    "ki",
    "ko",
    "la",
    "le",
    "li",
    "lo",
    "ma",
    "me",
    "mi",
    "mo",
    "na",
    "ne",
    "ni",
    "no",
    "pa",
    "pe",
    "po",
    "ra",
    "re",
    "ro",
    "sa",
    "se",
    "si",
    "so",
    "ta",
    "te",
    "to",
    "va",
    "ve",
    "vo",
]


def as_signed(name: str) -> str:
    """A name as the door knows it, however it was typed: composed, without blanks around it (the normal form KC, as the accounts are
    kept in)."""
    return unicodedata.normalize("NFKC", tidy(name))


def name_key(name: str) -> str:
    """What makes a name one, however it is written: without capitals, in the normal form KC."""
    return unicodedata.normalize("NFKC", as_signed(name).casefold())


class NotOneLetter:
    """A phrase is more than blanks, and more than a few letters over and over."""

    def validate(self, password: str, user: Any = None) -> None:
        """Raises ValidationError."""
        if len({c for c in password if not c.isspace()}) < DIFFERENT:
            raise ValidationError(f"A phrase has at least {DIFFERENT} different letters; blanks alone are none.")

    def get_help_text(self) -> str:
        """For a form."""
        return f"At least {DIFFERENT} different letters."


def checked_phrase(phrase: str, name: str) -> str:
    """The phrase itself. Raises BadSetting for a weak one, or one that is the name."""
    if name_key(phrase) == name_key(name):
        raise BadSetting("the phrase is your name.", "Password", "Choose another phrase.", "password")
    try:
        validate_password(phrase)
    except ValidationError as e:
        raise BadSetting(e.messages[0], "Password", "Choose another phrase.", "password") from None
    return phrase


def fresh_phrase() -> str:
    """Six made-up words that can be read out over the telephone: about 66 bits."""
    return "-".join("".join(secrets.choice(SYLLABLES) for _ in range(2)) for _ in range(6))
