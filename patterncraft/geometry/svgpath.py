"""SVG path data, absolute M L C Z, in cm, 6 decimals: the geometry of the open file."""

from __future__ import annotations

import re
from collections.abc import Sequence
from math import isfinite

from ..errors import BadFile
from ..tolerances import CLOSE, HUGE
from .path import Path
from .segment import Segment

_TOKEN = re.compile(r"([A-Za-z])|(-?\d+(?:\.\d+)?(?:[eE][-+]?\d+)?)|([\s,]+)|(.)", re.DOTALL)
_COUNT = {"M": 2, "L": 2, "C": 6, "Z": 0}


def number(x: float) -> str:
    """At most 6 decimals, no trailing zeros, no minus zero."""
    text = f"{x:.6f}".rstrip("0").rstrip(".")
    return "0" if text in ("-0", "") else text


def pair(z: complex) -> str:
    """A point as path data: "x y", cm, six decimals."""
    return f"{number(z.real)} {number(z.imag)}"


def to_svg(path: Path, closed: bool = False) -> str:
    """Path data of one chain; ``closed`` ends it with Z."""
    return started(path.start, [strokes(path)], closed)


def strokes(path: Path) -> str:
    """Path data of one chain that goes on from where the pencil stands: without its M."""
    return " ".join([("L " if len(s) == 2 else "C ") + " ".join([pair(p) for p in s[1:]]) for s in path.segments])


def started(start: complex, on: Sequence[str], closed: bool = False) -> str:
    """Path data from a place through ``strokes`` that go on from each other."""
    return " ".join([f"M {pair(start)}", *on]) + (" Z" if closed else "")


def from_svg(text: str, where: str = "") -> Path:
    """Read one chain of M L C (a Z closes it with a straight line).

    Raises:
        BadFile: another command, a number missing or not finite, more than ten metres out,
            or nothing drawn.
    """
    command, segments, here, first = "", list[Segment](), 0j, 0j
    for name, args in _commands(text, where):
        if (name == "M") != (command == ""):
            raise BadFile("a path starts with one M and has no other.", where, "Begin it with M, and draw on with L or C.")
        points = [complex(args[i], args[i + 1]) for i in range(0, len(args), 2)]
        if name == "M":
            first = here = points[0]
        elif name == "L":
            segments.append((here, points[0]))
        elif name == "C":
            segments.append((here, points[0], points[1], points[2]))
        elif abs(here - first) > CLOSE:
            segments.append((here, first))
        command, here = name, points[-1] if points else first
    if not segments:
        raise BadFile("the path draws nothing.", where, "Give at least one L or C.")
    # Nothing drawn is shorter than its six decimals can tell; such a stroke has no direction to go on in.
    return Path(tuple(s for s in segments if any(p != s[0] for p in s)) or tuple(segments[:1]))


def _commands(text: str, where: str) -> list[tuple[str, list[float]]]:
    commands: list[tuple[str, list[float]]] = []
    for letter, digits, _space, other in _TOKEN.findall(text):
        if other or (letter and letter not in _COUNT):
            raise BadFile(f"“{(other or letter)[:1]}” is not path data that this file uses.", where, "Use absolute M L C Z only.")
        if letter:
            commands.append((letter, []))
        elif digits:
            value = float(digits)
            if not commands or not isfinite(value) or abs(value) > HUGE:
                raise BadFile("a coordinate is not a number within ten metres.", where, "Give it in cm.")
            commands[-1][1].append(value)
    for letter, args in commands:
        if len(args) != _COUNT[letter]:
            raise BadFile(f"{letter} takes {_COUNT[letter]} numbers, here it has {len(args)}.", where, "Give each point as x y.")
    return commands
