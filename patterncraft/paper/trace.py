"""Traces: what an edge remembers, while it is in work, of the edges it was made from.

``follow.take_up`` gives every sewable edge one trace, itself. The acts carry traces along: a cut shares
them out, tape lays them end to end, a turned piece walks them backward, new paper has its own. What is
left at the end is the report of what became of every edge, as a monotone map of old to new cm.
"""

from __future__ import annotations

from typing import Final, NamedTuple

from ..tolerances import SNAP

NEW_PAPER: Final = -1
"""Number of the edge that new paper was: none."""


class Kin(NamedTuple):
    """How an old edge is sewn: in which side (``side``, a number), where on it its start lies (``at``, cm), and whether
    the side walks it in its own sense (1) or against it (−1); sense 0 for an edge sewn in no side, whose
    ``side`` is then one number for all edges of its name."""

    side: int
    at: float
    sense: int


class Trace(NamedTuple):
    """A stretch of an old edge: from ``start`` to ``end`` cm along it (``end`` < ``start`` where it is
    now walked backward), which takes up ``now`` cm of the edge that carries it. ``kin`` is none for new paper."""

    edge: int
    start: float
    end: float
    now: float
    kin: Kin | None = None


Traces = tuple[Trace, ...]


def cut_traces(traces: Traces, at: float) -> tuple[Traces, Traces]:
    """The traces on both sides of a cut ``at`` cm along the edge."""
    left: list[Trace] = []
    for k, t in enumerate(traces):
        if at >= t.now - 1e-12:
            left.append(t)
            at -= t.now
            continue
        if at <= 1e-12:
            return tuple(left), traces[k:]
        middle = t.start + (t.end - t.start) * at / t.now
        here, rest = Trace(t.edge, t.start, middle, at, t.kin), Trace(t.edge, middle, t.end, t.now - at, t.kin)
        return (*left, here), (rest, *traces[k + 1 :])
    return tuple(left), ()


def backward(traces: Traces) -> Traces:
    """The same, walked the other way."""
    return tuple([Trace(t.edge, t.end, t.start, t.now, t.kin) for t in reversed(traces)])


def end_to_end(a: Traces, b: Traces) -> Traces:
    """Traces of two edges laid end to start; two halves of one cut become one again."""
    if a and b and a[-1].edge == b[0].edge != NEW_PAPER and abs(a[-1].end - b[0].start) < SNAP:
        x, y = a[-1], b[0]
        same_way = (x.end - x.start) * (y.end - y.start) > 0
        if same_way and abs((x.end - x.start) * y.now - (y.end - y.start) * x.now) < SNAP * (x.now + y.now):
            return (*a[:-1], Trace(x.edge, x.start, y.end, x.now + y.now, x.kin), *b[1:])
    return a + b


def stretched(traces: Traces, length: float) -> Traces:
    """The same traces on an edge redrawn to another length, cm: every place keeps its share."""
    whole = sum([t.now for t in traces])
    if whole <= 0.0:
        return traces
    scale = length / whole
    return tuple([Trace(t.edge, t.start, t.end, t.now * scale, t.kin) for t in traces])


def are_kin(a: Traces, b: Traces) -> bool:
    """Whether an edge with traces ``a`` is the same sewn edge as the one that follows it, with traces ``b``: only then
    may the two heal into one. New paper at their ends is nobody's kin: what lies behind it says."""
    last = next((t for t in reversed(a) if t.edge != NEW_PAPER), None)
    first = next((t for t in b if t.edge != NEW_PAPER), None)
    if last is None or first is None or last.kin is None or first.kin is None:
        return True
    x, y = last.kin, first.kin
    if x.side != y.side:
        return False
    return x.sense == 0 or abs(x.at + x.sense * last.end - y.at - y.sense * first.start) < 100 * SNAP
