"""What is to be cut of one cloth, as shapes that lie with their grain along it."""

from __future__ import annotations

from cmath import phase, rect
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from math import ceil, pi
from typing import Final

from ..errors import BadSetting
from ..finishing.finish import FinishedPiece
from ..geometry.transform import Transform, turn_over
from .cloth import HOW, Cloth, LayOrder, across

INTERFACING: Final = "interfacing"
ACROSS: Final = 0.02
"""cm by which a piece may be wider than the table: the fold of a tape"""


@dataclass(frozen=True, slots=True)
class Shape:
    """One thing to cut: ``ring`` as it lies on the cloth (x along the warp), from the piece by ``by``. ``times``: how many of it. ``turned_over``: it is
    the other of a pair. ``on_fold``: it lies with y = 0 at the fold of the cloth. ``turns``: degrees by which it may be turned."""

    piece: str
    label: str
    ring: tuple[complex, ...]
    by: Transform
    times: int
    turned_over: bool
    on_fold: bool
    turns: tuple[float, ...]
    area: float

    @property
    def box(self) -> tuple[float, float, float, float]:
        """(left, top, right, bottom), cm."""
        xs, ys = [z.real for z in self.ring], [z.imag for z in self.ring]
        return min(xs), min(ys), max(xs), max(ys)

    @property
    def wide(self) -> float:
        """cm across the cloth."""
        _, top, _, bottom = self.box
        return bottom - top


def cut_of(p: FinishedPiece, cloth: str) -> int:
    """How often a piece is cut of the cloth of that use ("shell", "lining", "interfacing" …)."""
    return p.cut.interfacing if cloth == INTERFACING else p.cut.quantity if p.cut.cloth == cloth else 0


def cloths_of(pieces: Iterable[FinishedPiece]) -> list[str]:
    """The cloths a pattern wants, the shell first."""
    names = dict.fromkeys(p.cut.cloth for p in pieces)
    order = sorted(names, key=lambda n: (n != "shell", list(names).index(n)))
    return order + ([INTERFACING] if any(p.cut.interfacing for p in pieces) else [])


def shapes_for(
    pieces: Sequence[FinishedPiece], use: str, cloth: Cloth, order: LayOrder, times: int = 1, label: str = ""
) -> tuple[list[Shape], list[str]]:
    """What is to be cut, and what is to be told about it. ``times``: garments. ``label``: whose they are, in front of the pieces' names.

    Raises BadSetting for a piece wider than the table, with by how much and what helps.
    """
    out: list[Shape] = []
    told: list[str] = []
    for p in pieces:
        if count := cut_of(p, use) * times:
            made, said = _shapes(p, count, cloth, order, label)
            out += made
            told += said
    for s in out:
        refuse_wide(s, cloth, order)
    return out, told


def _shapes(p: FinishedPiece, count: int, cloth: Cloth, order: LayOrder, label: str) -> tuple[list[Shape], list[str]]:
    told = []
    name = f"{label} {p.name}".strip()
    fold = p.fold if p.cut.on_fold else None
    lay_at_fold = fold is not None and order.how == "folded"
    layers = 1 if order.how == "single" or lay_at_fold else 2
    times = ceil(count / layers)
    if times * layers > count:
        told.append(f"Of the {name} one more is cut than is needed: {HOW[order.how]}, cloth gives two at a time.")
    turns = (0.0,) if cloth.nap or order.keep_up else (0.0, 180.0)
    along = _warp(p)
    if p.grain is None:
        told.append(f"The {name} has no grainline: it lies as it is drawn.")
    if lay_at_fold and fold is not None:
        return [_at_fold(p, name, along, fold.start, fold.end, times)], told
    ring = list(p.cut_line)
    if fold is not None:
        ring = _opened(ring, fold.start, fold.end)
    # A pair has a left and a right: half of them are turned over. Two layers that lie face to face give both at once.
    pair = layers == 1 and p.cut.mirrored and fold is None
    over = times // 2 if pair else 0
    straight = Transform(along.conjugate(), 0j)
    out = [_shape(p, name, ring, straight, times - over, False, turns)]
    if over:
        out.append(_shape(p, name, ring, straight.then(turn_over(0j, 1 + 0j)), over, True, turns))
    return out, told


def _shape(
    p: FinishedPiece, name: str, ring: Sequence[complex], by: Transform, times: int, over: bool, turns: tuple[float, ...]
) -> Shape:
    placed = tuple(by.point(z) for z in ring)
    return Shape(p.name, name, placed, by, times, over, False, turns, abs(_area(placed)))


def _warp(p: FinishedPiece) -> complex:
    """The way of the warp on the piece, a unit vector. The arrow lies along it, but for a piece that is cut across: there it lies on the weft."""
    if p.grain is None:
        return 1j
    arrow = p.grain.end - p.grain.start
    way = arrow / abs(arrow)
    return way * rect(1.0, -pi / 2) if p.grain.kind == "cross" else way


def _at_fold(p: FinishedPiece, name: str, along: complex, a: complex, b: complex, times: int) -> Shape:
    """The half piece with its fold on y = 0, the paper above it."""
    way = (b - a) / abs(b - a)
    lean = abs(phase(way / along))
    lean = min(lean, pi - lean)
    if lean > 0.02:
        raise BadSetting(
            "its fold does not run along the grain: on folded cloth it would be cut off grain.",
            name,
            "Lay the cloth single, so that it is cut opened out, or mark the grain along the fold.",
            "how",
        )
    if (way * along.conjugate()).real < 0:
        way = -way
    ring = [(z - a) * way.conjugate() for z in p.cut_line]
    by = Transform(way.conjugate(), -a * way.conjugate())
    if sum(z.imag for z in ring) < 0:
        by = by.then(turn_over(0j, 1 + 0j))
        ring = [z.conjugate() for z in ring]
    # The fold itself is exact: a cut line is rounded to a thousandth.
    placed = tuple(complex(z.real, max(z.imag, 0.0)) for z in ring)
    return Shape(p.name, name, placed, by, times, False, True, (0.0,), abs(_area(placed)))


def _opened(ring: Sequence[complex], a: complex, b: complex) -> list[complex]:
    """A half piece with its other half, as one ring."""
    way = (b - a) / abs(b - a)
    off = [((z - a) * way.conjugate()).imag for z in ring]
    n = len(ring)
    on = [abs(v) < 1e-3 for v in off]
    # Begin where the ring leaves the fold, so that the half runs from fold to fold.
    first = next((i for i in range(n) if on[i] and not on[(i + 1) % n]), None)
    if first is None:
        return list(ring)
    half = [ring[(first + k) % n] for k in range(n)]
    last = max(k for k in range(n) if on[(first + k) % n])
    half = half[: last + 1] if last else half
    over = turn_over(a, b)
    return [*half, *(over.point(z) for z in reversed(half[1:-1]))]


def _area(ring: Sequence[complex]) -> float:
    return sum((a.conjugate() * b).imag for a, b in zip(ring, [*ring[1:], *ring[:1]], strict=True)) / 2


def refuse_wide(s: Shape, cloth: Cloth, order: LayOrder) -> None:
    """Raises BadSetting for a shape that is wider than the cloth has room, with what helps: laid single, or a wider cloth."""
    room = across(cloth, order)
    if s.wide <= room + ACROSS:
        return
    whole = cloth.usable
    other = "Lay the cloth single: then it has room." if order.how == "folded" and not s.on_fold and s.wide <= whole else ""
    need = 2 * (s.wide - room) if order.how == "folded" else s.wide - room
    cure = other or (
        f"Take a cloth at least {cloth.width + need / (1 - cloth.shrink_weft / 100):.1f} cm wide, cut the piece in two with a style line, or join the cloth."
    )
    raise BadSetting(
        f"it is {s.wide:.1f} cm wide across the grain, and the cloth has {room:.1f} cm ({HOW[order.how]}): {s.wide - room:.1f} cm too narrow.",
        s.label,
        cure,
        "width",
    )
