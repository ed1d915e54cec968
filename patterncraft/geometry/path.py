"""A path: a chain of segments that meet end to start. Immutable; never stored flattened."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import cast

from ..tolerances import LENGTH
from . import segment as sg
from .length import parameter_at, segment_length
from .segment import Segment
from .transform import Transform


@dataclass(frozen=True, slots=True)
class Path:
    """At least one segment; each starts exactly where the one before it ends."""

    segments: tuple[Segment, ...]

    @property
    def start(self) -> complex:
        """Where it begins."""
        return self.segments[0][0]

    @property
    def end(self) -> complex:
        """Where it ends."""
        return self.segments[-1][-1]

    @property
    def length(self) -> float:
        """Arc length, cm."""
        return sum([segment_length(s) for s in self.segments])

    @property
    def start_direction(self) -> complex:
        """Unit tangent leaving the start."""
        return sg.start_direction(self.segments[0])

    @property
    def end_direction(self) -> complex:
        """Unit tangent arriving at the end."""
        return sg.end_direction(self.segments[-1])

    def reversed(self) -> Path:
        """The same line walked the other way."""
        return Path(tuple(sg.reverse(s) for s in reversed(self.segments)))

    def placed(self, by: Transform) -> Path:
        """The same line where the transform puts it."""
        return Path(tuple([by.segment(s) for s in self.segments]))

    def then(self, other: Path) -> Path:
        """This path continued by another that starts where it ends; a cut curve becomes one again."""
        joined = sg.rejoin(self.segments[-1], other.segments[0])
        if joined is not None:
            return Path((*self.segments[:-1], joined, *other.segments[1:]))
        return Path(self.segments + other.segments)

    @property
    def is_ruled(self) -> bool:
        """Whether it is one straight stroke."""
        return len(self.segments) == 1 and len(self.segments[0]) == 2

    def ending_at(self, z: complex) -> Path:
        """The same line with its very last point moved there: by a hair, so that it ends in a corner's own point."""
        last = self.segments[-1]
        return Path((*self.segments[:-1], (last[0], z) if len(last) == 2 else (last[0], last[1], last[2], z)))

    def starting_at(self, z: complex) -> Path:
        """The same line with its very first point moved there."""
        first = self.segments[0]
        return Path(((z, first[1]) if len(first) == 2 else (z, first[1], first[2], first[3]), *self.segments[1:]))

    def locate(self, length: float) -> tuple[int, float]:
        """(segment index, parameter) at ``length`` cm from the start, clamped to the path."""
        i, rest = self._reach(length)
        return i, parameter_at(self.segments[i], rest)

    def _reach(self, length: float) -> tuple[int, float]:
        """(segment index, cm along that segment) at ``length`` cm from the start."""
        for i, s in enumerate(self.segments):
            own = segment_length(s)
            if length <= own or i == len(self.segments) - 1:
                return i, length
            length -= own
        raise AssertionError("a path has at least one segment")

    def at(self, length: float) -> complex:
        """The point ``length`` cm along."""
        i, t = self.locate(length)
        return sg.point_at(self.segments[i], t)

    def direction_at(self, length: float) -> complex:
        """Unit tangent ``length`` cm along."""
        return self.stand_at(length)[1]

    def stand_at(self, length: float) -> tuple[complex, complex]:
        """The point ``length`` cm along and the unit tangent there, found once."""
        i, t = self.locate(length)
        d = sg.derivative_at(self.segments[i], t)
        way = d / abs(d) if abs(d) > 1e-9 else sg.start_direction(self.segments[i])
        return sg.point_at(self.segments[i], t), way

    def cut(self, length: float) -> tuple[Path, Path]:
        """Both parts at ``length`` cm from the start, which must lie strictly inside the path. Next to a joint they meet at
        the joint: no crumb is left that a file could not hold."""
        i, rest = self._reach(length)
        seg = self.segments[i]
        if rest < LENGTH and i > 0:
            return Path(self.segments[:i]), Path(self.segments[i:])
        if segment_length(seg) - rest < LENGTH and i < len(self.segments) - 1:
            return Path(self.segments[: i + 1]), Path(self.segments[i + 1 :])
        a, b = sg.split(seg, parameter_at(seg, rest))
        return Path((*self.segments[:i], a)), Path((b, *self.segments[i + 1 :]))

    def coincides(self, other: Path, tolerance: float) -> bool:
        """Whether both run over the same points in the same sense (control point by control point)."""
        if abs(self.start - other.start) > tolerance or abs(self.end - other.end) > tolerance:
            return False
        return len(self.segments) == len(other.segments) and all(
            len(a) == len(b) and all(abs(p - q) <= tolerance for p, q in zip(a, b, strict=True))
            for a, b in zip(self.segments, other.segments, strict=True)
        )


def straight(a: complex, b: complex) -> Path:
    """One straight stroke from a to b."""
    return Path(((a, b),))


def chain(paths: Iterable[Path]) -> Path:
    """Paths laid end to start, as one."""
    return Path(tuple(s for p in paths for s in p.segments))


def grown(path: Path, by: float) -> Path:
    """The same line so many times as large, seen from the origin. (Paper never grows; a drawing of it is read to scale.)"""
    return Path(tuple(cast(Segment, tuple(z * by for z in s)) for s in path.segments))
