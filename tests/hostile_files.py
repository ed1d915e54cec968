"""Files that mean ill, or were written by a broken program: each small, each once enough to stop a reader, to fill its memory or to break it."""

from __future__ import annotations

import io
import json
import random  # noqa: TID251  (seeded)
from collections.abc import Callable, Iterator, Sequence
from typing import Any, Final

import ezdxf
import numpy as np
from PIL import Image

HEAD: Final = '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="50cm" height="50cm" viewBox="0 0 50 50">'
BOX: Final = '<path d="M 5 5 H 25 V 35 H 5 Z"/>'


def svg(body: str) -> bytes:
    """A drawing 50 cm square."""
    return f"{HEAD}{body}</svg>".encode()


def dxf(fill: Callable[[Any], Any], *instead: tuple[str, str]) -> bytes:
    """What is filled into the model's space, cm; words in it replaced by others that the library would not write."""
    document = ezdxf.new("R2000", units=5)
    fill(document)
    out = io.StringIO()
    document.write(out)
    text = out.getvalue()
    for old, new in instead:
        text = text.replace(old, new)
    return text.encode()


def png(mode: str, size: tuple[int, int], noise: bool = False) -> bytes:
    """Grey all over, or every dot otherwise."""
    out = io.BytesIO()
    picture = Image.new(mode, size, 128)
    if noise:
        picture = Image.fromarray(np.random.default_rng(1).integers(0, 255, (size[1], size[0], 3), dtype=np.uint8))
    picture.save(out, "PNG")
    return out.getvalue()


def _two_ways(levels: int) -> str:
    """Ten of ten of …: shown by the one name, while the other leads nowhere."""
    parts = [f'<g id="g0">{BOX}</g>']
    parts += [f'<g id="g{n}">{f"""<use href="#no" xlink:href="#g{n - 1}"/>""" * 10}</g>' for n in range(1, levels + 1)]
    return f'<defs>{"".join(parts)}</defs><use href="#no" xlink:href="#g{levels}"/>'


def _curve(document: Any, degree: int, points: int) -> None:
    spline = document.modelspace().add_spline()
    spline.dxf.degree = degree
    spline.control_points = [(k, k % 3, 0) for k in range(points)]
    spline.knots = list(range(points + degree + 1))


def _nothing_high(document: Any) -> None:
    document.blocks.new("B").add_circle((0, 0), 3)
    scale = {"xscale": 0, "yscale": 0, "zscale": 0}
    document.modelspace().add_blockref("B", (0, 0), dxfattribs=scale)
    document.modelspace().add_line((0, 0), (1, 1))


def _in_rows(document: Any, levels: int) -> None:
    document.blocks.new("B0").add_line((0, 0), (1, 1))
    for n in range(1, levels + 1):
        block = document.blocks.new(f"B{n}")
        for k in range(10):
            block.add_blockref(f"B{n - 1}", (k, 0))
    document.modelspace().add_blockref(f"B{levels}", (0, 0))


def _model(what: Callable[[Any], Any]) -> Callable[[Any], Any]:
    return lambda document: what(document.modelspace())


NUMBER: Final = "12.3456"
HEAVY: Final[dict[str, Callable[[], bytes]]] = {
    "a use of two ways": lambda: svg(_two_ways(6)),
    "a turn of 200,000 blanks": lambda: svg(f'<g transform="translate(1{" " * 200_000}">{BOX}</g>'),
    "20,000 shifts": lambda: svg(f'<g transform="{"translate" * 20_000}">{BOX}</g>'),
    "100,000 turns": lambda: svg(f'<g transform="{"rotate(1)" * 100_000}">{BOX}</g>'),
    "a million ends": lambda: svg(f'<path d="M 0 0 L 1 1 {"z" * 1_000_000}"/>'),
    "29,000 closed lines": lambda: svg(f'<path d="M 0 0{"zl1 1" * 29_000}"/>'),
    "8,000 packed arcs": lambda: svg(f'<path d="M0 0{"a9 5 20 01.5.5" * 8_000}"/>'),
    "60 clones deep": lambda: svg("".join(f'<g id="a{k}"><use xlink:href="#a{k + 1}"/><use href="#a{k + 1}"/></g>' for k in range(60))),
    "a style of stars": lambda: svg(f"<style>{'*{fill:red}' * 100_000}</style>{BOX * 200}"),
    "a class for each": lambda: svg("".join(f'<rect class="{"c " * 400}" width="1" height="{k + 1}"/>' for k in range(3_000))),
    "3,000 outlines in each other": lambda: svg("".join(f'<rect x="{k / 200}" y="{k / 200}" width="{45 - k / 100}" height="{45 - k / 100}"/>' for k in range(2_200))),
    "a comb that crosses itself": lambda: svg(f'<path d="M 0 0 {"L 50 1 L 0 2 " * 14_000}Z"/>'),
    "60,000 crumbs": lambda: svg("".join(f'<path d="M{k % 50} {k // 400}l.1 0"/>' for k in range(19_000))),
    "17 MB of points": lambda: dxf(_model(lambda m: m.add_lwpolyline([(1.25, 2.5), (3, 4)])), (" 90\n2\n", " 90\n800001\n"), (" 10\n1.25\n 20\n2.5\n", " 10\n1.25\n 20\n2.5\n" * 800_000)),
    "a spline through 20,000": lambda: dxf(_model(lambda m: m.add_spline([(k % 97, k % 89) for k in range(20_000)]))),
    "a spline of 50,000 points": lambda: dxf(lambda d: _curve(d, 3, 50_000)),
    "blocks of ten of ten": lambda: dxf(lambda d: _in_rows(d, 7)),
    "20,000 hatches": lambda: dxf(_model(lambda m: [m.add_hatch() for _ in range(19_000)])),
    "36 million grey dots": lambda: png("L", (6000, 6000)),
    "36 million dots": lambda: png("RGBA", (6000, 6000)),
    "36 million deep dots": lambda: png("I;16", (6000, 6000)),
    "36 million dots of few colours": lambda: png("P", (6000, 6000)),
    "a strip of 40 million": lambda: png("L", (40_000, 1_000)),
}  # fmt: skip
"""Short, and long to read, or large."""
ODD: Final[dict[str, Callable[[], bytes]]] = {
    "a mesh": lambda: dxf(_model(lambda m: m.add_polymesh((4, 4)))),
    "faces": lambda: dxf(_model(lambda m: m.add_polyface().append_faces([[(0, 0, 0), (1, 0, 0), (1, 1, 0)]]))),
    "a spline of degree 20": lambda: dxf(lambda d: _curve(d, 20, 30)),
    "a bulge beyond measure": lambda: dxf(_model(lambda m: m.add_lwpolyline([(0, 0, 0, 0, 1e300), (10, 0), (10, 10)]))),
    "a bulge that is none": lambda: dxf(_model(lambda m: m.add_lwpolyline([(0, 0, 0, 0, float(NUMBER)), (10, 0)])), (NUMBER, "nan")),
    "an angle that is none": lambda: dxf(_model(lambda m: m.add_arc((0, 0), 5, float(NUMBER), 90)), (NUMBER, "nan")),
    "an arc beyond measure": lambda: dxf(_model(lambda m: m.add_arc((0, 0), 1.7e308, 0, 90))),
    "a line beyond measure": lambda: dxf(_model(lambda m: m.add_line((0, 0), (1.7e308, 1.7e308)))),
    "an end that is none": lambda: dxf(_model(lambda m: m.add_line((0, 0), (float(NUMBER), 3))), (NUMBER, "inf")),
    "an insert of no size": lambda: dxf(_nothing_high),
    "a spline through nowhere": lambda: dxf(_model(lambda m: m.add_spline([(0, 0), (1, 1), (float(NUMBER), 3), (5, 5)])), (NUMBER, "nan")),
    "an arc of 1e308": lambda: svg('<path d="M0 0A1e308 1e308 0 0 1 10 10L0 10Z"/>'),
    "a corner at 1e300": lambda: svg('<path d="M0 0L1e300 0L1e300 1e300Z"/>'),
    "a corner that is none": lambda: svg('<path d="M0 0LNaN 0L1 1Z"/>'),
    "grown by 1e300": lambda: svg(f'<g transform="scale(1e300)">{BOX}</g>'),
    "grown by nothing": lambda: svg(f'<g transform="scale(0)">{BOX}</g>'),
    "a matrix of none": lambda: svg(f'<g transform="matrix(nan 0 0 1 0 0)">{BOX}</g>'),
    "a circle of 1e308": lambda: svg('<circle r="1e308"/>'),
    "a view box of nothing": lambda: svg(BOX).replace(b'viewBox="0 0 50 50"', b'viewBox="0 0 0 0"'),
    "a view box of one number": lambda: svg(BOX).replace(b'viewBox="0 0 50 50"', b'viewBox="7"'),
    "a width of no number": lambda: svg(BOX).replace(b'width="50cm"', b'width="e9cm"'),
    "one dot wide": lambda: png("L", (1, 4000)),
    "a picture cut short": lambda: png("RGB", (400, 300), True)[:-2000],
    "nothing": lambda: b"",
    "letters": lambda: "Łucja".encode() * 40,
}  # fmt: skip
"""What no drawing has."""


NUMBERS: Final = (
    b"nan", b"inf", b"-1", b"1e308", b"1e-308", b"0", b"", b"999999999999999999999", b"\xff\xfe", b"\x00", b"%", b"..", b"--5",
)  # fmt: skip
VALUES: Final[tuple[Any, ...]] = (
    None, True, -1, 0, 1e308, 1e-308, 10**17, "", "x" * 300, "1", "\u202e", [], [[]], {}, {"x": 1}, [0] * 50, [None], "0001-01-01", "9999-12-31",
)  # fmt: skip
"""What stands where something else should, in a file of plain data."""


def drawings() -> list[bytes]:
    """Sound ones, of every kind that is read."""
    return [
        svg(BOX + '<g transform="rotate(20) scale(2 -1)"><polygon points="0,0 10,1 9,8"/></g><text x="3" y="4">front</text><use xlink:href="#a"/>'),
        dxf(_model(lambda m: (m.add_lwpolyline([(0, 0), (30, 0), (30, 40, 0, 0, 0.3)], close=True), m.add_text("front"), m.add_spline([(0, 0), (3, 4), (9, 1)])))),
        png("RGB", (120, 90), True),
    ]  # fmt: skip


def odd_values(seed: int, data: Any, changes: int = 3) -> Any:
    """A copy of plain data in which something else stands in a few places, or stands twice, or is gone."""
    dice = random.Random(seed)
    copy = json.loads(json.dumps(data))
    places: list[tuple[Any, Any]] = []

    def walk(node: Any) -> None:
        for key in list(node) if isinstance(node, dict) else range(len(node)):
            places.append((node, key))
            if isinstance(node[key], dict | list):
                walk(node[key])

    walk(copy)
    for _ in range(dice.randint(1, changes) if places else 0):
        node, key = dice.choice(places)
        act = dice.randrange(4)
        if act == 0 and isinstance(node, dict):
            node.pop(key, None)
        elif act == 1 and isinstance(node, list) and node:
            node.append(dice.choice(node))
        elif isinstance(node, dict) or key < len(node):
            node[key] = dice.choice(VALUES)
    return copy


def nonsense(seed: int, count: int, sound: Sequence[bytes] = ()) -> Iterator[bytes]:
    """So many files made of what ``sound`` files are made of (none: drawings), put together wrongly: cut, doubled, with other numbers."""
    dice = random.Random(seed)
    sound = sound or drawings()
    for _ in range(count):
        data = bytearray(dice.choice(sound))
        for _ in range(dice.randint(1, 6)):
            at = dice.randrange(len(data) + 1)
            length = dice.choice((1, 1, 3, 10, 40))
            act = dice.randrange(5)
            if act == 0:
                data[at : at + length] = dice.choice(NUMBERS)
            elif act == 1:
                del data[at : at + length]
            elif act == 2:
                data[at:at] = data[max(0, at - length) : at] * dice.choice((1, 2, 50))
            elif act == 3:
                data[at : at + 1] = bytes([dice.randrange(256)])
            else:
                digits = [k for k, b in enumerate(data) if 48 <= b <= 57]
                if digits:
                    place = dice.choice(digits)
                    data[place : place + 1] = dice.choice(NUMBERS)
        yield bytes(data)
