"""The walk: one side of a seam rolled along the other without slipping, from notch to notch, and what is left over at each.

Gathers are drawn up and pleats laid as one walks: what is left over is what no rule takes up. Ease is not: how much more the eased side has from notch to
notch is what one walks a sleeve for.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final, Literal

from ..errors import MoveRefused
from ..geometry.transform import Transform
from ..paper.as_sewn import AsSewn, Which, zones_of
from ..paper.pattern import Pattern
from ..paper.seam import Seam
from .laid import Laid, laid_side

SIDES: Final[tuple[Which, Which]] = ("a", "b")
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
    walk on; ``since``: the place walked from; ``taken_a`` and ``taken_b``: what gathers and pleats took up of the sides since then, cm."""

    frame: int
    name: str
    length_a: float
    length_b: float
    left: float
    since: str
    taken_a: float = 0.0
    taken_b: float = 0.0

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
    sides = {own: _Side.of(pattern, seam, own) for own in SIDES}
    fixed, rolling = sides["a" if rolls == "b" else "b"], sides[rolls]
    places = [("start", 0.0, 0.0)]
    places += [(n.name, *n.pair) for n in pattern.notches_of(seam.name) if n.pair]
    places.append(("end", sides["a"].laid.length, sides["b"].laid.length))
    places = [(n, a, b) if rolls == "b" else (n, b, a) for n, a, b in places]
    frames: list[Frame] = []
    stops: list[Stop] = []
    middle = ("middle", fixed.drawn.flat(0.5 * fixed.drawn.length), rolling.drawn.flat(0.5 * rolling.drawn.length))
    for part, back in _parts(places, way, middle):
        _walk(part, back, fixed, rolling, frames, stops)
    return Walk(fixed.laid, rolling.laid, tuple(frames), tuple(stops))


@dataclass(frozen=True, slots=True)
class _Side:
    """A side as it lies, and how its gathers and pleats are taken up as one walks."""

    laid: Laid
    drawn: AsSewn

    @staticmethod
    def of(pattern: Pattern, seam: Seam, own: Which) -> _Side:
        laid = laid_side(pattern, seam.a if own == "a" else seam.b)
        return _Side(laid, AsSewn(laid.length, tuple(z for z in zones_of(pattern, seam, own) if z.kind != "ease")))

    def between(self, one: float, other: float) -> tuple[float, float]:
        """cm as sewn between two places on the paper, and cm that are taken up there."""
        sewn = abs(self.drawn.sewn(other) - self.drawn.sewn(one))
        return sewn, max(abs(other - one) - sewn, 0.0)

    def rolled_on(self, since: float, by: float) -> float:
        """The place on the paper ``by`` cm as sewn from another."""
        return self.drawn.flat(self.drawn.sewn(since) + by)


Places = list[tuple[str, float, float]]


def _parts(places: Places, way: Way, middle: tuple[str, float, float]) -> list[tuple[Places, bool]]:
    """The ways that are walked, each as its places in order, and whether it goes backward along the sides."""
    if way == "on":
        return [(places, False)]
    if way == "back":
        return [(places[::-1], True)]
    low = [p for p in places if p[1] < middle[1]]
    high = [p for p in places if p[1] > middle[1]]
    # The fuller part lies over the shoulder: what is left of both walks shows there together.
    return [([*low, middle], False), ([*high[::-1], middle], True)]


def _walk(places: Places, back: bool, fixed: _Side, rolling: _Side, frames: list[Frame], stops: list[Stop]) -> None:
    left = 0.0
    for k in range(1, len(places)):
        (since, a0, b0), (name, a1, b1) = places[k - 1], places[k]
        (size_a, taken_a), (size_b, taken_b) = fixed.between(a0, a1), rolling.between(b0, b1)
        rolled = min(size_a, size_b)
        count = max(1, round(rolled / STEP))
        sign = -1 if back else 1
        for j in range(count + 1):
            if j == 0 and k > 1:
                continue
            far = rolled * j / count
            at = fixed.rolled_on(a0, sign * far), rolling.rolled_on(b0, sign * far)
            frames.append(frame(fixed.laid, rolling.laid, *at))
        left += size_a - size_b
        stops.append(Stop(len(frames) - 1, name, size_a, size_b, left, since, taken_a, taken_b))
        if size_a != size_b and k < len(places) - 1:
            # Put on notch to notch again, as one pins it; at the end the sheets lie as they came.
            frames.append(frame(fixed.laid, rolling.laid, a1, b1))


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
