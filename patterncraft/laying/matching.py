"""Checks that meet: where on the cloth's repeat each piece has to lie, so that the notches of the seams that were named fall on the same bar.

Along the cloth a seam is matched at its first notch (its beginning, where it has none): both sides' places there lie at the same height of the repeat, from piece to
piece. Across it, what has a fold or a centre lies with that on the repeat, so that both halves of the body mirror each other. Common
practice, no source.
"""

from __future__ import annotations

from collections import deque
from collections.abc import Mapping, Sequence
from typing import Final

from ..errors import no_such
from ..paper.pattern import Pattern
from ..paper.seam import Side
from .cloth import Cloth, LayOrder
from .packing import Phase
from .shapes import Shape

NEAR: Final = 0.2
"""cm: bars this near look matched"""


def phases_for(
    pattern: Pattern, shapes: Sequence[Shape], cloth: Cloth, order: LayOrder, first: int = 0
) -> tuple[dict[int, Phase], list[str]]:
    """By shape (counted from ``first``): where its origin lies on the repeat; and what cannot be had, in words. Raises NoSuchName for a seam that is not there."""
    if not order.match:
        return {}, []
    own: dict[str, list[int]] = {}
    for i, s in enumerate(shapes):
        own.setdefault(s.piece, []).append(i)
    met, told = _meetings(pattern, order.match, own, shapes)
    along = _along(met, shapes, own, cloth.repeat_along, told)
    out = {}
    for name, at in along.items():
        for i in own[name]:
            out[first + i] = Phase(at, _across(pattern, shapes[i], cloth.repeat_across))
    return out, told


def _meetings(
    pattern: Pattern, seams: Sequence[str], own: Mapping[str, Sequence[int]], shapes: Sequence[Shape]
) -> tuple[list[tuple[str, str, float, str]], list[str]]:
    """(piece, piece, by how much the second's origin lies on from the first's along the cloth, the seam)."""
    found, told = [], []
    for name in seams:
        seam = next((s for s in pattern.seams if s.name == name), None)
        if seam is None:
            raise no_such("seam", name, [s.name for s in pattern.seams])
        if not seam.b:
            told.append(f"The {name} seam has no partner to be matched with.")
            continue
        notches = pattern.notches_of(name)
        at = [n.pair for n in notches if n.pair][:1] or [(0.0, 0.0)]
        (a, b) = at[0]
        first, second = (_place(pattern, side, cm, own, shapes) for side, cm in ((seam.a, a), (seam.b, b)))
        if first is None or second is None:
            told.append(f"The {name} seam is not cut of this cloth on both its sides.")
            continue
        found.append((first[0], second[0], first[1] - second[1], name))
    return found, told


def _place(
    pattern: Pattern, side: Side, at: float, own: Mapping[str, Sequence[int]], shapes: Sequence[Shape]
) -> tuple[str, float] | None:
    """The piece and where along the cloth its place lies from the shape's origin."""
    place = pattern.on_side(side, at)
    name = place.piece.name
    if name not in own:
        return None
    index, along = place.spot
    return name, shapes[own[name][0]].by.point(place.piece.outline[index].path.at(along)).real


def _along(
    met: Sequence[tuple[str, str, float, str]],
    shapes: Sequence[Shape],
    own: Mapping[str, Sequence[int]],
    repeat: float,
    told: list[str],
) -> dict[str, float]:
    at: dict[str, float] = {}
    for start in dict.fromkeys(x for a, b, _, _ in met for x in (a, b)):
        if start in at:
            continue
        at[start] = 0.0
        waiting = deque([start])
        while waiting:
            here = waiting.popleft()
            for a, b, on, seam in met:
                for one, other, by in ((a, b, on), (b, a, -on)):
                    if one != here:
                        continue
                    wanted = (at[here] + by) % repeat
                    if other not in at:
                        at[other] = wanted
                        waiting.append(other)
                    else:
                        off = abs((at[other] - wanted + repeat / 2) % repeat - repeat / 2)
                        words = f"The {seam} seam misses the repeat by {off:.1f} cm: its pieces are held by other seams already."
                        if off > NEAR and words not in told:
                            told.append(words)
    return at


def _across(pattern: Pattern, shape: Shape, repeat: float) -> float | None:
    """A fold or centre lies on the repeat; what has none lies anywhere across."""
    if not repeat or shape.on_fold:
        return None
    centre = next((e for e in pattern.piece(shape.piece).outline if e.is_centre), None)
    if centre is None:
        return None
    return (-shape.by.point(centre.path.start).imag) % repeat
