"""The walk: one side of a seam rolled along the other without slipping, from notch to notch, and what is left over at each."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final, Literal

from ..errors import MoveRefused
from ..geometry.transform import Transform
from ..paper.pattern import Pattern
from ..paper.seam import Seam
from .laid import Laid, laid_side

STEP: Final = 0.5
"""cm from one picture of the walk to the next."""
Way = Literal["on", "back", "both"]


@dataclass(frozen=True, slots=True)
class Frame:
    """A moment of the walk: cm along both sides where they touch, and how the rolling side lies there."""

    at_a: float
    at_b: float
    by: Transform


@dataclass(frozen=True, slots=True)
class Stop:
    """A pause: at which frame, at which notch (or end), and how much longer the first side was since the last pause, cm. ``left``: that from the start of the
    walk on; ``since``: the place walked from."""

    frame: int
    name: str
    length_a: float
    length_b: float
    left: float
    since: str

    @property
    def difference(self) -> float:
        """cm by which the first side is longer since the pause before."""
        return self.length_a - self.length_b


@dataclass(frozen=True, slots=True)
class Walk:
    """``fixed`` lies on the table, ``rolling`` is placed anew by each frame."""

    fixed: Laid
    rolling: Laid
    frames: tuple[Frame, ...]
    stops: tuple[Stop, ...]


def walk(pattern: Pattern, seam: Seam, way: Way = "on", rolls: Literal["a", "b"] = "b") -> Walk:
    """The seam walked from its start (``on``), from its end (``back``), or from both ends to the middle, as a sleeve is from the underarm up on both
    sides. ``rolls``: the side that is rolled; frames tell the fixed side's cm first.

    Raises MoveRefused for a seam without a partner.
    """
    if not seam.b:
        raise MoveRefused("it has no partner to be walked along.", seam.name, "Sew it to one first.", "seam")
    laid = {"a": laid_side(pattern, seam.a), "b": laid_side(pattern, seam.b)}
    fixed, rolling = laid["a" if rolls == "b" else "b"], laid[rolls]
    places = [("start", 0.0, 0.0)]
    places += [(n.name, n.at_a, n.at_b) for n in pattern.notches_of(seam.name) if n.at_b is not None]
    places.append(("end", laid["a"].length, laid["b"].length))
    places = [(n, a, b) if rolls == "b" else (n, b, a) for n, a, b in places]
    frames: list[Frame] = []
    stops: list[Stop] = []
    for part, back in _parts(places, way):
        _walk(part, back, fixed, rolling, frames, stops)
    return Walk(fixed, rolling, tuple(frames), tuple(stops))


Places = list[tuple[str, float, float]]


def _parts(places: Places, way: Way) -> list[tuple[Places, bool]]:
    """The ways that are walked, each as its places in order, and whether it goes backward along the sides."""
    if way == "on":
        return [(places, False)]
    if way == "back":
        return [(places[::-1], True)]
    (_, _, _), (_, whole_a, whole_b) = places[0], places[-1]
    middle = ("middle", 0.5 * whole_a, 0.5 * whole_b)
    low = [p for p in places if p[1] < middle[1]]
    high = [p for p in places if p[1] > middle[1]]
    # The fuller part lies over the shoulder: what is left of both walks shows there together.
    return [([*low, middle], False), ([*high[::-1], middle], True)]


def _walk(places: Places, back: bool, fixed: Laid, rolling: Laid, frames: list[Frame], stops: list[Stop]) -> None:
    left = 0.0
    for k in range(1, len(places)):
        (since, a0, b0), (name, a1, b1) = places[k - 1], places[k]
        size_a, size_b = abs(a1 - a0), abs(b1 - b0)
        rolled = min(size_a, size_b)
        count = max(1, round(rolled / STEP))
        sign = -1 if back else 1
        for j in range(count + 1):
            if j == 0 and k > 1:
                continue
            far = rolled * j / count
            frames.append(frame(fixed, rolling, a0 + sign * far, b0 + sign * far))
        left += size_a - size_b
        stops.append(Stop(len(frames) - 1, name, size_a, size_b, left, since))
        if size_a != size_b and k < len(places) - 1:
            # Put on notch to notch again, as one pins it; at the end the sheets lie as they came.
            frames.append(frame(fixed, rolling, a1, b1))


def frame(fixed: Laid, rolling: Laid, at_a: float, at_b: float) -> Frame:
    """The rolling side laid on the fixed one, place on place and edge along edge, papers on different sides."""
    z, way = fixed.stand_at(at_a)
    y, own = rolling.stand_at(at_b)
    turn_over = fixed.strips[0].paper_to_the_right == rolling.strips[0].paper_to_the_right
    own = own.conjugate() if turn_over else own
    turn = way / own
    turn /= abs(turn)
    start = Transform(turn, 0j, turn_over)
    return Frame(at_a, at_b, Transform(turn, z - start.point(y), turn_over))
