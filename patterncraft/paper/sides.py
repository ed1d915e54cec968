"""Where the sides of old seams lie on worked paper: read off the traces that the acts left on its edges.

A **side** is an ordered run of stretches; a **leg** is one continuous bit of an old side on one new edge: cm
along the old side against cm along the new.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import NamedTuple

from ..tolerances import SNAP
from .edge import Edge
from .pattern import Pattern
from .piece import Piece
from .seam import Side, Stretch
from .sewn import run_of, runs_of, sewn_length, start_word, starts_at_end
from .trace import NEW_PAPER


class Origin(NamedTuple):
    """An edge as it was when its piece was taken up: number ``place`` of the outline, ``length`` cm."""

    piece: str
    place: int
    length: float


class Leg(NamedTuple):
    """``old_from``–``old_to`` cm along the old side lie at ``new_from``–``new_to`` along the new one, on its stretch number ``stretch``."""

    old_from: float
    old_to: float
    new_from: float
    new_to: float
    stretch: int = 0


class NewSide(NamedTuple):
    """A side as it is now, how the old one lies on it, cm of the old one that are gone, its length and the old one's."""

    side: Side
    legs: tuple[Leg, ...]
    gone: float
    length: float
    before: float

    def mapped(self, at: float) -> float | None:
        """cm along the old side → cm along the new one.

        A place on paper that is gone between two bits of one edge is where they were closed up; on paper that was cut off, at an
        end or where two sheets meet, it is nowhere: None. A place where the side was opened stays before the gap.
        """
        before: Leg | None = None
        for leg in self.legs:
            if leg.old_from - SNAP <= at <= leg.old_to + SNAP:
                share = min(max((at - leg.old_from) / (leg.old_to - leg.old_from), 0.0), 1.0)
                return leg.new_from + share * (leg.new_to - leg.new_from)
            if leg.old_to < at:
                before = leg
        after = next((leg for leg in self.legs if leg.old_from > at), None)
        return before.new_to if before and after and before.stretch == after.stretch else None


class _Bit(NamedTuple):
    """A stretch of an old edge (``low``–``high`` cm along it) on edge ``edge`` of new piece ``piece``:
    ``at_low`` and ``at_high`` are cm along that edge."""

    low: float
    high: float
    piece: int
    edge: int
    at_low: float
    at_high: float


class _RunKey(NamedTuple):
    """A run of a new piece, and whether the side walks it in the outline's sense."""

    piece: int
    edge: str
    run: int
    forward: bool


class _Along(NamedTuple):
    """cm along an edge → cm along its run, in the sense in which the side is walked."""

    before: float
    whole: float
    forward: bool

    def __call__(self, at: float) -> float:
        return self.before + at if self.forward else self.whole - self.before - at


class Whereabouts:
    """Finds sides of the pattern ``before`` on the worked ``pieces``, whose edges' traces count ``book``."""

    def __init__(self, before: Pattern, book: Sequence[Origin], pieces: Sequence[Piece]) -> None:
        self._before = before
        self._book = book
        self._pieces = pieces
        self._ids: Mapping[tuple[str, int], int] = {(o.piece, o.place): k for k, o in enumerate(book)}
        self._bits: dict[int, list[_Bit]] = {}
        self._runs: dict[tuple[int, int], tuple[str, int, float, float]] = {}
        for p, piece in enumerate(pieces):
            for k, e in enumerate(piece.outline):
                at = 0.0
                for t in e.trace:
                    if t.edge != NEW_PAPER:
                        low, high = (t.start, t.end) if t.end >= t.start else (t.end, t.start)
                        ends = (at, at + t.now) if t.end >= t.start else (at + t.now, at)
                        self._bits.setdefault(t.edge, []).append(_Bit(low, high, p, k, *ends))
                    at += t.now

    def side(self, side: Side, taken: frozenset[str]) -> NewSide:
        """Walk an old side as it was sewn and see where each bit of it lies now. Stretches on pieces that are
        not ``taken`` lie as they did."""
        stretches: list[Stretch] = []
        keys: list[_RunKey | None] = []
        lengths: list[float] = []
        legs: list[Leg] = []
        old = gone = 0.0
        for s in side:
            piece = self._before.piece(s.piece)
            if s.piece not in taken:
                size, base = sewn_length(piece, s.edge, s.run), sum(lengths)
                legs.append(Leg(old, old + size, base, base + size, len(stretches)))
                stretches.append(s)
                keys.append(None)
                lengths.append(size)
                old += size
                continue
            back = starts_at_end(piece, s.edge, s.start, s.run)
            run = run_of(piece, s.edge, s.run)
            for index in reversed(run) if back else run:
                number = self._ids[(s.piece, index)]
                size = self._book[number].length
                covered = 0.0
                for bit in sorted(self._bits.get(number, ()), reverse=back):
                    if bit.high - bit.low < 1e-12:
                        continue
                    first, last = (bit.at_high, bit.at_low) if back else (bit.at_low, bit.at_high)
                    key, along = self._on_run(bit.piece, bit.edge, first <= last)
                    if not keys or keys[-1] != key:
                        stretches.append(self._stretch(key))
                        keys.append(key)
                        lengths.append(along.whole)
                    base = sum(lengths[:-1])
                    begins = old + (size - bit.high if back else bit.low)
                    legs.append(
                        Leg(begins, begins + bit.high - bit.low, base + along(first), base + along(last), len(stretches) - 1)
                    )
                    covered += bit.high - bit.low
                gone += max(size - covered, 0.0)
                old += size
        return NewSide(tuple(stretches), tuple(legs), gone if gone > SNAP else 0.0, sum(lengths), old)

    def _on_run(self, piece: int, edge: int, forward: bool) -> tuple[_RunKey, _Along]:
        """Which run an edge of a new piece lies on, and how to count along it."""
        known = self._runs.get((piece, edge))
        if known is None:
            p = self._pieces[piece]
            name = p.outline[edge].name
            number, run = next((k, run) for k, run in enumerate(runs_of(p, name)) if edge in run)
            sizes = [_length_in_hand(p.outline[i]) for i in run]
            known = name, number, sum(sizes[: run.index(edge)]), sum(sizes)
            self._runs[(piece, edge)] = known
        name, number, before, whole = known
        return _RunKey(piece, name, number, forward), _Along(before, whole, forward)

    def _stretch(self, key: _RunKey) -> Stretch:
        p = self._pieces[key.piece]
        return Stretch(p.name, key.edge, start_word(p, key.edge, not key.forward, key.run), key.run)


def _length_in_hand(e: Edge) -> float:
    """An edge's length, off its traces where it has them: they sum up to it, and are at hand."""
    return sum([t.now for t in e.trace]) if e.trace else e.length
