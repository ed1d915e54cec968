"""A PDF read as it is printed: every stroke with its pen, every word with its letters, where they lie on the page. By pikepdf and pypdfium2."""

from __future__ import annotations

import ctypes
import io
from collections.abc import Iterator
from dataclasses import dataclass, field
from typing import Any, NamedTuple

import pikepdf
import pypdfium2
import pypdfium2.raw as pdfium

CM = 72 / 2.54
"""Points in a centimetre: 72 to the inch (ISO 32000-1, 8.3.2.3)."""


class Stroke(NamedTuple):
    """A line as it is drawn. ``points``: where its segments begin and end, cm from the page's lower left corner; ``width`` and ``dash`` points on the page;
    ``grey`` from 0, black, to 1; ``filled``: its inside is painted, ``drawn``: it is stroked."""

    points: tuple[complex, ...]
    closed: bool
    width: float
    dash: tuple[float, ...]
    grey: float
    filled: bool
    drawn: bool
    fill: float

    @property
    def box(self) -> tuple[float, float, float, float]:
        """Left, low, right, high, cm."""
        xs, ys = [z.real for z in self.points], [z.imag for z in self.points]
        return min(xs), min(ys), max(xs), max(ys)


class Words(NamedTuple):
    """Words in one kind of letter on one line, cm from the page's lower left corner; ``size``: of the letters, points."""

    text: str
    left: float
    low: float
    right: float
    high: float
    size: float
    bold: bool


@dataclass
class _Pen:
    matrix: tuple[float, ...] = (1.0, 0.0, 0.0, 1.0, 0.0, 0.0)
    width: float = 1.0
    dash: tuple[float, ...] = ()
    grey: float = 0.0
    fill: float = 0.0
    path: list[tuple[list[complex], bool]] = field(default_factory=list)

    def at(self, x: float, y: float) -> complex:
        a, b, c, d, e, f = self.matrix
        return complex(a * x + c * y + e, b * x + d * y + f) / CM

    @property
    def scale(self) -> float:
        a, b, c, d, _, _ = self.matrix
        return float(abs(a * d - b * c) ** 0.5)

    def copied(self) -> _Pen:
        return _Pen(self.matrix, self.width, self.dash, self.grey, self.fill, self.path)


def _times(m: tuple[float, ...], n: tuple[float, ...]) -> tuple[float, ...]:
    """``m`` first, then ``n``."""
    a, b, c, d, e, f = m
    g, h, i, j, k, o = n
    return a * g + b * i, a * h + b * j, c * g + d * i, c * h + d * j, e * g + f * i + k, e * h + f * j + o


def _strokes(stream: Any, resources: Any, pen: _Pen) -> Iterator[Stroke]:
    held: list[_Pen] = []
    for operands, operator in pikepdf.parse_content_stream(stream):
        name = str(operator)
        numbers = (
            []
            if name in ("Do", "d", "Tj", "TJ", "gs", "Tf", "BDC")
            else [float(x) for x in operands if not isinstance(x, pikepdf.Object)]
        )
        match name:
            case "q":
                held.append(pen.copied())
            case "Q":
                pen = held.pop()
            case "cm":
                pen.matrix = _times(tuple(numbers), pen.matrix)
            case "w":
                pen.width = numbers[0]
            case "d":
                pen.dash = tuple(float(x) for x in operands[0])
            case "G" | "RG":
                pen.grey = sum(numbers) / len(numbers)
            case "g" | "rg":
                pen.fill = sum(numbers) / len(numbers)
            case "m":
                pen.path.append(([pen.at(*numbers)], False))
            case "l":
                pen.path[-1][0].append(pen.at(*numbers))
            case "c":
                pen.path[-1][0].append(pen.at(*numbers[4:]))
            case "re":
                x, y, w, h = numbers
                pen.path.append(([pen.at(x, y), pen.at(x + w, y), pen.at(x + w, y + h), pen.at(x, y + h)], True))
            case "h":
                pen.path[-1] = (pen.path[-1][0], True)
            case "S" | "s" | "f" | "f*" | "B" | "B*" | "b" | "b*" | "n":
                for points, closed in pen.path:
                    if name != "n":
                        yield Stroke(
                            tuple(points),
                            closed or name in ("s", "b", "b*"),
                            pen.width * pen.scale,
                            tuple(x * pen.scale for x in pen.dash),
                            pen.grey,
                            name[0] in "fBb",
                            name[0] in "SsBb",
                            pen.fill,
                        )
                pen.path.clear()
            case "Do":
                form = resources["/XObject"][str(operands[0])]
                inner = pen.copied()
                inner.path = []
                yield from _strokes(form, form.get("/Resources", resources), inner)
            case _:
                pass


def strokes(data: bytes, page: int = 0) -> list[Stroke]:
    """Every line that is drawn or filled on a page, in order, through the forms that it shows. What is clipped away is told as well."""
    with pikepdf.open(io.BytesIO(data)) as pdf:
        leaf = pdf.pages[page]
        return list(_strokes(leaf, leaf.resources, _Pen()))


def pages(data: bytes) -> int:
    return len(pypdfium2.PdfDocument(data))


def page_size(data: bytes, page: int = 0) -> tuple[float, float]:
    """Width and height, cm."""
    wide, high = pypdfium2.PdfDocument(data)[page].get_size()
    return wide / CM, high / CM


def words(data: bytes, page: int = 0) -> list[Words]:
    """Every run of words on a page, in the order in which they are written."""
    document = pypdfium2.PdfDocument(data)
    text = document[page].get_textpage()
    found: list[Words] = []
    for k in range(text.count_chars()):
        letter = chr(pdfium.FPDFText_GetUnicode(text.raw, k))
        if letter in "\r\n\x00" or pdfium.FPDFText_IsGenerated(text.raw, k) == 1:
            found.append(Words("", 0, 0, 0, 0, 0, False))
            continue
        left, low, right, high = (v / CM for v in text.get_charbox(k, loose=True))
        size = float(pdfium.FPDFText_GetFontSize(text.raw, k))
        matrix = pdfium.FS_MATRIX()
        pdfium.FPDFText_GetMatrix(text.raw, k, matrix)
        size *= abs(matrix.a * matrix.d - matrix.b * matrix.c) ** 0.5
        name = ctypes.create_string_buffer(200)
        pdfium.FPDFText_GetFontInfo(text.raw, k, name, 200, None)
        bold = b"semibold" in name.value.lower() or b"bold" in name.value.lower()
        last = found[-1] if found and found[-1].text else None
        if (
            last
            and last.bold == bold
            and abs(last.size - size) < 0.01
            and abs(low - last.low) < 0.02
            and -0.1 < left - last.right < 0.6
        ):
            found[-1] = last._replace(text=last.text + letter, right=right, high=max(high, last.high))
        else:
            found.append(Words(letter, left, low, right, high, size, bold))
    return [w._replace(text=w.text.strip()) for w in found if w.text.strip()]


def said(data: bytes, text: str, page: int = 0) -> Words:
    """The words that begin so; a page without them fails."""
    every = words(data, page)
    found = next((w for w in every if w.text.startswith(text)), None)
    assert found is not None, f"“{text}” is not on the page: {[w.text for w in every]}"
    return found
