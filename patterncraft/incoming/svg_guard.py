"""An SVG is looked over before it is read: whatever could make the reading long, or reach out of the file, is found by its tree alone."""

from __future__ import annotations

import re
from collections.abc import Iterator
from typing import Final
from xml.etree.ElementTree import Element, ParseError

from defusedxml.common import DefusedXmlException
from defusedxml.ElementTree import fromstring

from ..errors import BadFile

BYTES: Final = 8_000_000
ELEMENTS: Final = 20_000
"""Elements of a drawing with everything that is used again counted as often as it is used."""
DEEP: Final = 60
"""Groups within groups."""
POINTS: Final = 60_000
"""A traced block of ten pieces has some 2,000."""
_NUMBER: Final = re.compile(r"\d+(?:\.\d+)?|\.\d+")
_COMMAND: Final = re.compile(r"[A-DF-Za-df-z]")
"""of a path: each draws a line, also one that has no numbers"""
TURNS: Final = 400
"""Letters in which a part may be turned, shifted and grown; each of our own takes some 60."""
_SIMPLIFY: Final = "Save the outlines alone, simplified, in a file of their own."


def looked_over(data: bytes, where: str) -> tuple[Element, list[str]]:
    """The tree, and what will be left out of it, in sentences.

    Raises BadFile for what is no SVG, declares entities or a document type, is too large or too deep, or refers to itself.
    """
    if len(data) > BYTES:
        raise BadFile(
            f"it has {len(data) / 1e6:.1f} million letters; {BYTES // 1_000_000} million are read at most.", where, _SIMPLIFY
        )
    try:
        root: Element = fromstring(data, forbid_dtd=False, forbid_entities=True, forbid_external=True)
    except DefusedXmlException as e:
        raise BadFile("it declares entities, and those are not read.", where, "Save it as a plain SVG.") from e
    except (ParseError, ValueError, LookupError) as e:
        raise BadFile("it is no SVG that can be read.", where, "Save the drawing as SVG once more.") from e
    if _tag(root) != "svg":
        raise BadFile("it is not an SVG drawing.", where, "Save the drawing as SVG or DXF.")
    known = {e.get("id", ""): e for e in root.iter() if e.get("id")}
    _refuse_deep(root, where)
    _refuse_turned(root, where)
    _count(root, known, where)
    return root, list(dict.fromkeys(_left_out(root)))


def _tag(e: Element) -> str:
    return e.tag.rpartition("}")[2] if isinstance(e.tag, str) else ""


def _refuse_deep(root: Element, where: str) -> None:
    level, depth = [root], 0
    while level:
        depth += 1
        if depth > DEEP:
            raise BadFile(f"its groups lie more than {DEEP} deep in each other.", where, "Ungroup the drawing and save it again.")
        level = [c for e in level for c in e]


def _refuse_turned(root: Element, where: str) -> None:
    longest = max((len(e.get("transform", "")) for e in root.iter()), default=0)
    if longest > TURNS:
        raise BadFile(
            f"a part of it is turned and shifted in {longest:,} letters.", where, "Save the outlines where they lie, without turns."
        )


def _hrefs(e: Element) -> list[str]:
    """What it refers to. It may say so twice, and which of the two a reader follows is the reader's choice: so both count."""
    return [v for k, v in e.attrib.items() if k.rpartition("}")[2].rpartition(":")[2] == "href"]


def _used(e: Element) -> list[str]:
    """The ids that a ``use`` may show again; none for anything else."""
    return [h[1:] for h in _hrefs(e) if h.startswith("#")] if _tag(e) == "use" else []


def _count(root: Element, known: dict[str, Element], where: str) -> None:
    """Elements and points as they are drawn: once for every time they are used."""
    counted: dict[int, tuple[int, int]] = {}

    def size(e: Element, within: tuple[int, ...]) -> tuple[int, int]:
        if id(e) in within or len(within) > 2 * DEEP:
            raise BadFile("a part of it is drawn within itself.", where, "Save the drawing with its copies made real.")
        if id(e) not in counted:
            inner = (*within, id(e))
            line = e.get("d", "") + e.get("points", "")
            elements, points = 1, max(len(_NUMBER.findall(line)) // 2, len(_COMMAND.findall(line)))
            for part in (*e, *(known[u] for u in _used(e) if u in known)):
                more, dots = size(part, inner)
                elements, points = elements + more, points + dots
            counted[id(e)] = (elements, points)
            _refuse_large(elements, points, where)
        return counted[id(e)]

    size(root, ())


def _refuse_large(elements: int, points: int, where: str) -> None:
    if elements > ELEMENTS:
        raise BadFile(f"it has more than {ELEMENTS:,} parts.", where, _SIMPLIFY)
    if points > POINTS:
        raise BadFile(f"it has {points:,} points; {POINTS:,} are read at most.", where, _SIMPLIFY)


def _left_out(root: Element) -> Iterator[str]:
    for e in root.iter():
        tag = _tag(e)
        outside = any(h and not h.startswith("#") for h in _hrefs(e))
        if tag == "script" or any(k.lower().startswith("on") for k in e.attrib):
            yield "A script in it was left out."
        if tag in ("image", "feImage"):
            yield "A picture in it was left out: only lines are read."
        elif outside and tag != "a":
            yield "It refers to something outside the file, which was left out."
        if tag == "foreignObject":
            yield "Something in it that is no drawing was left out."
