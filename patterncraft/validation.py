"""pydantic's findings in one sentence of trade words, with the field they belong to."""

from __future__ import annotations

from typing import Any

from pydantic import ValidationError

from .errors import READ, SHOWN, listed

_WORDS = {
    "missing": "“{field}” is missing.",
    "extra_forbidden": "“{field}” is not known here.",
    "float_parsing": "“{field}” must be a number.",
    "float_type": "“{field}” must be a number.",
    "int_parsing": "“{field}” must be a whole number.",
    "finite_number": "“{field}” must be a finite number.",
    "string_type": "“{field}” must be text.",
    "bool_parsing": "“{field}” is either yes or no.",
    "greater_than": "“{field}” must be more than {gt}.",
    "greater_than_equal": "“{field}” must be at least {ge}.",
    "less_than": "“{field}” must be less than {lt}.",
    "less_than_equal": "“{field}” may be at most {le}.",
    "literal_error": "“{field}” must be one of: {expected}.",
    "string_too_long": "“{field}” may have at most {max_length} letters.",
    "string_too_short": "“{field}” must not be empty.",
    "too_long": "“{field}” may have at most {max_length} entries, not {actual_length}.",
    "too_short": "“{field}” needs at least {min_length} of them.",
    "list_type": "“{field}” must be a list.",
    "dict_type": "“{field}” must be names with values.",
    "model_type": "“{field}” must be names with values.",
    "union_tag_not_found": "“{discriminator}” is missing.",
    "union_tag_invalid": "“{discriminator}” must be one of: {expected_tags}.",
}


def first_fault(error: ValidationError, skip: int = 0) -> tuple[str, str]:
    """(sentence, path of the field) of the first fault; ``skip`` leading path parts are left out."""
    fault = error.errors()[0]
    return sentence(fault["type"], fault["loc"][skip:], fault.get("ctx") or {}, fault["msg"])


def sentence(kind: str, place: tuple[Any, ...], limits: dict[str, Any], otherwise: str) -> tuple[str, str]:
    """One clear sentence for one fault of a typed model, and the path to its field."""
    # pydantic names the members of a union in the path; nobody typed those.
    names = [str(p) for p in place if isinstance(p, int) or not ("[" in p or p[:1].isupper())]
    field = ".".join(names)
    leaf = next((n.replace("_", " ") for n in reversed(names) if not n.isdigit()), "the input")
    if kind == "union_tag_invalid" and limits["expected_tags"].count(",") >= READ:
        tag, tags = str(limits["tag"]), [t.strip(" '") for t in limits["expected_tags"].split(",")]
        return f"“{tag[:SHOWN]}” is none of those known here. {listed(tag, tags)}", field
    words = _WORDS.get(kind)
    if words:
        shown = {k: f"{v:g}" if isinstance(v, float) else v for k, v in limits.items()}
        if "discriminator" in shown:
            shown["discriminator"] = shown["discriminator"].strip("'")
        return words.format(field=leaf, **shown), field
    return otherwise.removeprefix("Value error, ").rstrip(".") + ".", field
