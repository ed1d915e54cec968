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


def _used(e: Element) -> str:
    """The id that a ``use`` shows again; empty for anything else."""
    if _tag(e) != "use":
        return ""
    href = next((v for k, v in e.attrib.items() if k.rpartition("}")[2] == "href"), "")
    return href[1:] if href.startswith("#") else ""


def _count(root: Element, known: dict[str, Element], where: str) -> None:
    """Elements and points as they are drawn: once for every time they are used."""
    counted: dict[int, tuple[int, int]] = {}

    def size(e: Element, within: tuple[int, ...]) -> tuple[int, int]:
        if id(e) in within or len(within) > 2 * DEEP:
            raise BadFile("a part of it is drawn within itself.", where, "Save the drawing with its copies made real.")
        if id(e) not in counted:
            inner = (*within, id(e))
            elements, points = 1, len(_NUMBER.findall(e.get("d", "") + e.get("points", ""))) // 2
            again = known.get(_used(e))
            for part in (*e, *(() if again is None else (again,))):
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
        href = next((v for k, v in e.attrib.items() if k.rpartition("}")[2] == "href"), "")
        if tag == "script" or any(k.lower().startswith("on") for k in e.attrib):
            yield "A script in it was left out."
        if tag in ("image", "feImage"):
            yield "A picture in it was left out: only lines are read."
        elif href and not href.startswith("#") and tag != "a":
            yield "It refers to something outside the file, which was left out."
        if tag == "foreignObject":
            yield "Something in it that is no drawing was left out."
