"""Edges that run on into each other over seams and darts, laid together as they are sewn: a whole neckline, armhole, waist or hem."""

from __future__ import annotations

from cmath import phase
from collections.abc import Iterable
from dataclasses import dataclass, replace
from itertools import pairwise
from math import degrees
from typing import Final

from ..checks.joints import FLOWING, Joint, corner_of, is_broken, over_darts, over_seam, step_at
from ..checks.record import Record
from ..errors import PatternError, no_such
from ..geometry.transform import slide
from ..handwork.blending import Meeting
from ..house import HouseRules, edge_word
from ..moves.registry import read_steps
from ..paper.dart import darts_of
from ..paper.pattern import Pattern
from ..paper.sewn import run_holding, run_of, runs_of
from .laid import Laid, Strip, laid_run

MOST: Final = 40
"""Edges in one chain, at most."""


@dataclass(frozen=True, slots=True)
class Meet:
    """A joint of a chain where it lies in the picture: what it lies over, its kink in degrees and its step in mm; whether it is broken, by its kink (see
    ``is_broken``) or by its step, or only as the block has it."""

    over: str
    at: complex
    kink: float
    step: float
    edges: tuple[tuple[str, str], tuple[str, str]] | None
    broken: bool
    as_block: bool = False


@dataclass(frozen=True, slots=True)
class Joined:
    """A chain of edges as sewn, its joints, and the same chain after a blend of them (none where none is needed or it cannot be done); ``cure``: the step
    that blends it; ``refused``: why it cannot; ``steps``: whether it steps anywhere by more than the house lets pass."""

    title: str
    laid: Laid
    meets: tuple[Meet, ...]
    ghost: Laid | None
    cure: dict[str, object] | None
    refused: str
    steps: bool = False

    @property
    def verdict(self) -> str:
        """How it runs, in one sentence."""
        if self.steps:
            over = " and the ".join(dict.fromkeys(m.over for m in self.meets if m.broken))
            return f"It steps at the {over}: the longer side is to be trued."
        if any(m.broken for m in self.meets):
            return "It has a kink that shows."
        return "It runs on as the block does: its audit tells of that." if any(m.as_block for m in self.meets) else "It runs on."


@dataclass(frozen=True, slots=True)
class _End:
    """An edge of a piece, one of its runs, and the sense in which it is walked."""

    piece: str
    edge: str
    run: int
    forward: bool


def chains(pattern: Pattern) -> list[tuple[str, tuple[str, str]]]:
    """Titles of all chains of flowing edges, and an edge that each begins with; those that run on over something, or have a dart."""
    found: list[tuple[str, tuple[str, str]]] = []
    seen: set[tuple[str, str, int]] = set()
    for p in pattern.pieces:
        for edge in p.edge_names:
            word = edge_word(edge)
            if word not in FLOWING or word == "line":
                continue
            for run in range(len(runs_of(p, edge))):
                if (p.name, edge, run) in seen:
                    continue
                ends = _chain(pattern, _End(p.name, edge, run, True))
                seen |= {(e.piece, e.edge, e.run) for e in ends}
                names = " and ".join(dict.fromkeys(e.piece for e in ends))
                found.append((f"{word} of the {names}", (ends[0].piece, ends[0].edge)))
    return found


def joined(pattern: Pattern, piece: str, edge: str, rules: HouseRules, record: Record | None = None) -> Joined:
    """The chain that an edge lies in, from its beginning. ``record``: what its blocks were like. Raises NoSuchName for the piece or the edge."""
    own = pattern.piece(piece)
    if edge not in own.edge_names:
        raise no_such("edge", edge, own.edge_names, piece)
    ends = _chain(pattern, _End(piece, edge, 0, True))
    laid = _laid(pattern, ends)
    meets = _judged(_meets(pattern, ends, laid), rules, (record or Record()).bend(edge).kink)
    cure, ghost, refused = _blended(pattern, ends, meets, rules)
    names = " and ".join(dict.fromkeys(e.piece for e in ends))
    return Joined(
        f"{edge_word(edge)} of the {names}", laid, meets, ghost, cure, refused, any(m.step > rules.looking.step for m in meets)
    )


def _laid(pattern: Pattern, ends: list[_End]) -> Laid:
    strips: list[Strip] = []
    known = _joints(pattern)
    for e in ends:
        piece = pattern.piece(e.piece)
        run = run_of(piece, e.edge, e.run)
        walked = run if e.forward else run[::-1]
        own = laid_run(piece, walked, e.forward, strips[-1] if strips else None, pattern)
        joint = _between(known, strips[-1], own[0]) if strips else None
        if joint is not None:
            beside = Meeting(piece, walked[0], not e.forward).seam.placed(own[0].by)
            own = list(Laid(tuple(own)).placed(slide(-beside.start_direction * _longer(pattern, joint, e))).strips)
        strips += own
    return Laid(tuple(strips))


def _longer(pattern: Pattern, joint: Joint, after: _End) -> float:
    """cm by which the sheet behind a joint reaches out beyond the one before it, where their seam ends: it is sewn from where it begins."""
    step = 0.1 * step_at(pattern, joint)
    return step if (joint.piece, joint.edge) == (after.piece, after.edge) else -step


def _between(known: Iterable[Joint], before: Strip, after: Strip) -> Joint | None:
    """The joint between two edges that run on into each other over a seam."""
    ends = {(before.piece, before.edge), (after.piece, after.edge)}
    return next((j for j in known if {(j.piece, j.edge), (j.other, j.other_edge)} == ends), None)


def _chain(pattern: Pattern, one: _End) -> list[_End]:
    """From the beginning of the chain that an edge lies in: back as far as it goes, then on."""
    first = one
    for _ in range(MOST):
        before = _next(pattern, _turned(first))
        if before is None or (before.piece, before.edge, before.run) == (one.piece, one.edge, one.run):
            break
        first = _turned(before)
    found = [first]
    for _ in range(MOST):
        after = _next(pattern, found[-1])
        if after is None or any((after.piece, after.edge, after.run) == (e.piece, e.edge, e.run) for e in found):
            break
        found.append(after)
    return found


def _turned(e: _End) -> _End:
    return _End(e.piece, e.edge, e.run, not e.forward)


def _next(pattern: Pattern, e: _End) -> _End | None:
    """The edge that runs on where this one ends: over the seam that begins there, on the piece sewn to it."""
    piece = pattern.piece(e.piece)
    run = run_of(piece, e.edge, e.run)
    n = len(piece.outline)
    corner = (run[-1] + 1) % n if e.forward else (run[0] - 1) % n
    beside = piece.outline[corner].name
    for seam in pattern.seams:
        if not seam.b or not any((s.piece, s.edge) == (e.piece, beside) for s in (*seam.a, *seam.b)):
            continue
        for at_end in (False, True):
            sides = [(side[-1] if at_end else side[0]) for side in (seam.a, seam.b)]
            meets = [corner_of(pattern.piece(s.piece), s, at_end) for s in sides]
            for own, other in (meets, meets[::-1]):
                here = run[-1] if e.forward else run[0]
                if own.piece.name == e.piece and own.edge == here and own.ends == e.forward:
                    far = other.piece.outline[other.edge]
                    if edge_word(far.name) != edge_word(e.edge) or far.is_sewn_shut:
                        return None
                    return _End(other.piece.name, far.name, run_holding(other.piece, other.edge), not other.ends)
    return None


def _judged(meets: list[Meet], rules: HouseRules, own: float) -> tuple[Meet, ...]:
    limit = rules.looking.kink
    broken = [is_broken(m.kink, limit, own) or m.step > rules.looking.step for m in meets]
    return tuple(replace(m, broken=b, as_block=abs(m.kink) > limit and not b) for m, b in zip(meets, broken, strict=True))


def _meets(pattern: Pattern, ends: list[_End], laid: Laid) -> list[Meet]:
    known = _joints(pattern)
    found: list[Meet] = []
    for before, after in pairwise(laid.strips):
        angle = after.path.start_direction / before.path.end_direction
        kink = degrees(phase(angle))
        dart = next((j for p in pattern.pieces if p.name == after.piece for j in over_darts(p) if j.dart == after.over), None)
        if dart is not None:
            legs = next(d for d in darts_of(pattern.piece(after.piece)) if d.name == after.over)
            step = 10 * abs(legs.leg_in.length - legs.leg_out.length)
            found.append(Meet(after.over, before.path.end, kink, step, None, False))
            continue
        joint = _between(known, before, after)
        step = abs(step_at(pattern, joint)) if joint else 0.0
        edges = ((before.piece, before.edge), (after.piece, after.edge))
        found.append(Meet(joint.seam if joint else "", before.path.end, kink, step, edges, False))
    closing = _next(pattern, ends[-1])
    if closing == ends[0]:
        last, first = laid.strips[-1], laid.strips[0]
        pair = ((last.piece, last.edge), (first.piece, first.edge))
        told = {m.over for m in found}
        ring = _between([j for j in known if j.seam not in told], last, first)
        if ring is not None:
            both = pair if pair[0] != pair[1] else None
            found.append(Meet(ring.seam, last.path.end, ring.kink, abs(step_at(pattern, ring)), both, False))
    return found


def _joints(pattern: Pattern) -> list[Joint]:
    return [j for s in pattern.seams if s.b for at_end in (False, True) if (j := over_seam(pattern, s, at_end))]


def _blended(
    pattern: Pattern, ends: list[_End], meets: tuple[Meet, ...], rules: HouseRules
) -> tuple[dict[str, object] | None, Laid | None, str]:
    """The step that blends the chain over its seams, the chain after it, and why it cannot be done."""
    edges = list(dict.fromkeys((e.piece, e.edge) for e in ends))
    if len(edges) < 2 or not any(abs(m.kink) > 0.5 and m.edges for m in meets):
        return None, None, ""
    step: dict[str, object] = {"move": "blend", "edges": [list(e) for e in edges]}
    try:
        after = read_steps([step])[0].apply(pattern, rules).pattern
        return step, _laid(after, ends), ""
    except PatternError as e:
        return None, None, str(e)
