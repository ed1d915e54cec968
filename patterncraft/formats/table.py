"""Where sheets lie on the table: nothing overlaps, what is sewn together lies near, and nothing jumps while one works.

It is not a step and changes no paper. Sheets are laid in rows from the first piece on, each next to the one it has the
longest seam with; parts of a cut stay where they were cut and are drawn apart; a sheet laid by hand stays there.
"""

from __future__ import annotations

from collections.abc import Mapping
from math import cos, radians, sin, sqrt
from typing import Final, NamedTuple

from ..geometry.region import box_of
from ..geometry.transform import Transform
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..replay import Replay

GAP: Final = 7.0
"""cm between sheets laid side by side: room for a dart to swing open, and for a name."""
APART: Final = 3.0
"""cm by which parts of a cut are drawn apart."""
NEAR: Final = 2.0
"""cm: sheets nearer than this are slid apart."""


class Lie(NamedTuple):
    """Where a sheet's own coordinates' origin lies on the table, cm, and how far the sheet is turned, degrees clockwise
    as seen."""

    at: complex
    turn: float = 0.0

    @property
    def by(self) -> Transform:
        """From the sheet's own coordinates to the table's."""
        angle = radians(self.turn)
        return Transform(complex(cos(angle), sin(angle)), self.at)


Lies = Mapping[str, Lie]
_Box = tuple[float, float, float, float]


def tidy(pattern: Pattern) -> dict[str, Lie]:
    """All sheets laid anew, in rows about twice as wide as high."""
    order = _by_seams(pattern)
    boxes = {p.name: p.box for p in order}
    total = sum((b[2] - b[0] + GAP) * (b[3] - b[1] + GAP) for b in boxes.values())
    widest = max(2.0 * sqrt(total / 1.6), max(b[2] - b[0] for b in boxes.values()))
    lies: dict[str, Lie] = {}
    x = y = row = 0.0
    for p in order:
        left, top, right, bottom = boxes[p.name]
        if x and x + right - left > widest:
            x, y, row = 0.0, y + row + GAP, 0.0
        lies[p.name] = Lie(complex(x - left, y - top if y else 0.0))
        x += right - left + GAP
        row = max(row, bottom - min(top, 0.0) if not y else bottom - top)
    return lies


def _by_seams(pattern: Pattern) -> list[Piece]:
    """The first piece, then always the one with the longest seam to those laid already; bands and loose parts last."""
    weight: dict[tuple[str, str], float] = {}
    for seam in pattern.seams:
        for a in seam.a:
            for b in seam.b:
                if a.piece != b.piece:
                    size = pattern.side_length(seam.a)
                    for pair in ((a.piece, b.piece), (b.piece, a.piece)):
                        weight[pair] = weight.get(pair, 0.0) + size
    left = {p.name: p for p in pattern.pieces[1:]}
    order = [pattern.pieces[0]]
    drawn = dict.fromkeys(left, 0.0)
    while left:
        last = order[-1].name
        for name in left:
            drawn[name] += weight.get((last, name), 0.0)
        # The first of equals, as they stand in the pattern.
        best = max(left, key=lambda name: drawn[name] + weight.get((last, name), 0.0))
        order.append(left.pop(best))
    return order


def lies_of(replay: Replay, by_hand: Lies | None = None) -> dict[str, Lie]:
    """Where every sheet of the work lies: as the blocks were laid, parts drawn apart step by step, those laid by hand as they
    were laid; then what overlaps is pushed aside."""
    lies = tidy(replay.start)
    for done in replay.done:
        before, after = ({p.name: p for p in pattern.pieces} for pattern in (done.before, done.after))
        new = [name for name in after if name not in before]
        gone = [name for name in before if name not in after]
        if not new and not gone:
            continue
        parents = [n for n in dict.fromkeys((*done.step.pieces_named(), *gone)) if n in lies]
        families: dict[str, list[Piece]] = {}
        for name in new:
            families.setdefault(_parent_of(name, parents), []).append(after[name])
        homes = {parent: lies.get(parent, Lie(0j)) for parent in families}
        lies = {name: lie for name, lie in lies.items() if name in after}
        for parent, parts in families.items():
            lies |= _drawn_apart([*([after[parent]] if parent in after else []), *parts], homes[parent])
    hand = {name: lie for name, lie in (by_hand or {}).items() if any(p.name == name for p in replay.pattern.pieces)}
    lies |= hand
    return _pushed_aside(replay.pattern, lies, set(hand))


def _parent_of(name: str, parents: list[str]) -> str:
    """Which of several pieces a new one was cut from: the one whose name it carries on, else the first; empty for none."""
    own = [p for p in parents if p in name]
    return max(own, key=len) if own else next(iter(parents), "")


def _drawn_apart(family: list[Piece], home: Lie) -> dict[str, Lie]:
    """Parts of one sheet, each away from the middle of all of them."""
    if len(family) == 1:
        return {family[0].name: home}
    middles = [_middle(p.box) for p in family]
    centre = sum(middles, 0j) / len(middles)
    out = {}
    for p, m in zip(family, middles, strict=True):
        off = m - centre
        out[p.name] = Lie(home.at + (off / abs(off) * APART if abs(off) > 1e-6 else 0j), home.turn)
    return out


def _middle(box: _Box) -> complex:
    return complex(0.5 * (box[0] + box[2]), 0.5 * (box[1] + box[3]))


def _pushed_aside(pattern: Pattern, lies: dict[str, Lie], fixed: set[str]) -> dict[str, Lie]:
    """Sheets that lie over each other are slid apart, the one farther right or down giving way; sheets laid by hand do not."""
    shapes = {p.name: p for p in pattern.pieces}
    boxes = {name: _box_on_table(shapes[name], lie) for name, lie in lies.items()}
    names = sorted(boxes, key=lambda n: (n not in fixed, boxes[n][0] + 0.5 * boxes[n][1]))
    for _ in range(4 * len(names)):
        pushed = False
        for i, one in enumerate(names):
            for other in names[i + 1 :]:
                if other in fixed or not _too_near(boxes[one], boxes[other]):
                    continue
                by = _way_out(boxes[one], boxes[other])
                lies[other] = Lie(lies[other].at + by, lies[other].turn)
                a, b, c, d = boxes[other]
                boxes[other] = (a + by.real, b + by.imag, c + by.real, d + by.imag)
                pushed = True
        if not pushed:
            break
    return lies


def _way_out(a: _Box, b: _Box) -> complex:
    """The shorter of right and down that takes b off a."""
    right, down = a[2] + APART - b[0], a[3] + APART - b[1]
    return complex(right, 0.0) if right <= down else complex(0.0, down)


def _too_near(a: _Box, b: _Box) -> bool:
    return a[0] < b[2] + NEAR and b[0] < a[2] + NEAR and a[1] < b[3] + NEAR and b[1] < a[3] + NEAR


def _box_on_table(piece: Piece, lie: Lie) -> _Box:
    if not lie.turn:
        left, top, right, bottom = piece.box
        return left + lie.at.real, top + lie.at.imag, right + lie.at.real, bottom + lie.at.imag
    return box_of([lie.by.segment(s) for s in piece.segments])
