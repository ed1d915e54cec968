"""Following: one place that carries everything that speaks of edges through any sequence of acts.

A move takes pieces up (``take_up``: every sewable edge is given a trace, itself), does its acts, and lays
the results down (``lay_down``). From the traces left on the edges it is read what became of each old edge:
*kept*, *cut* into parts on whichever pieces, *grown* or *shrunk* with new paper between, *redrawn*, *gone*.
Seams' sides, notches, rules, dart names and the paper account follow from that; a move never rewrites them.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import NamedTuple

from ..by_identity import ByIdentity
from ..tolerances import SNAP
from .account import account_of, balance_of, weighed
from .as_sewn import TAKES_UP, AsSewn, zones_along
from .closure import still_there
from .dart import renamed
from .edge import Edge
from .levels_drawn import drawn_whole, with_levels_drawn
from .opened import Opened, add_fullness
from .pattern import Pattern
from .piece import Piece
from .seam import IntervalRule, Notch, Seam, SeamRule, turned_over
from .sewn import run_of, runs_of, starts_at_end
from .sides import NewSide, Origin, Whereabouts
from .trace import NEW_PAPER, Kin, Trace, are_kin

UNSAID = 1e-5
"""cm by which a side may change without its move having said so: rounding of many acts."""
SEVERAL = 1_000_000
"""Numbers from here on are of several sides at once: no pattern has so many seams."""
ACCOUNT = 1e-6
"""cm² to which the paper account must come out."""


class Undeclared(RuntimeError):
    """A defect of a move, not of a person's input: it changed a seam or the paper and did not say so."""


@dataclass(frozen=True, slots=True)
class InHand:
    """Pieces taken up from the table. Their edges' traces count ``book``."""

    before: Pattern
    pieces: tuple[Piece, ...]
    book: tuple[Origin, ...]

    def piece(self, name: str) -> Piece:
        """The piece as it is in hand. Its name must be among those taken up."""
        return next(p for p in self.pieces if p.name == name)


class Followed(NamedTuple):
    """The pattern with everything carried along, and what a person should be told of it, in sentences."""

    pattern: Pattern
    told: tuple[str, ...]


def take_up(pattern: Pattern, *names: str) -> InHand:
    """Take pieces up to be worked. Raises NoSuchName listing the pieces there are.

    The same of the same pattern is the very same, so that what is found out about a piece in the hand is known again: a
    hand that drags asks the same step of it many times over.
    """
    return _in_hand(pattern, *names)


def _taken_up(pattern: Pattern, *names: str) -> InHand:
    pieces: list[Piece] = []
    book: list[Origin] = []
    # Within one piece nothing can come to lie beside what it was not sewn to.
    kin = _Kinship(pattern) if len(names) > 1 else None
    for name in dict.fromkeys(names):
        piece = pattern.piece(name)
        outline = []
        for place, e in enumerate(piece.outline):
            if e.is_sewn_shut:
                outline.append(e)
                continue
            size = e.length
            outline.append(
                Edge(e.name, e.kind, e.path, e.cut, (Trace(len(book), 0.0, size, size, kin.of(piece, place) if kin else None),))
            )
            book.append(Origin(name, place, size))
        piece = piece.with_outline(tuple(outline))
        if piece.paper.block is None:
            piece = replace(piece, paper=replace(piece.paper, block=account_of(piece).block))
        pieces.append(piece)
    return InHand(pattern, tuple(pieces), tuple(book))


_in_hand = ByIdentity(_taken_up, 64)


def lay_down(
    hand: InHand,
    pieces: Sequence[Piece],
    *,
    seams: Sequence[Seam] = (),
    notches: Sequence[Notch] = (),
    opened: Sequence[Opened] = (),
    changed: Collection[str] = (),
    dropped: Collection[str] = (),
    given_up: Collection[str] = (),
    traced: float = 0.0,
) -> Followed:
    """Lay worked pieces down in the place of those taken up; everything that speaks of edges follows.

    ``seams`` and ``notches`` are new ones, spoken of the pieces as they lie now. ``opened`` are zones of old edges
    that were opened or closed, and what becomes of the fullness. ``changed`` names old seams whose sides the
    move has lengthened or shortened on purpose without a promise for it, ``dropped`` those it does away with, and ``given_up`` those of them whose
    gathers, pleats or ease it means to take away: that is told. ``traced``:
    cm² of the block's paper that were traced once more (a fold laid open), or, negative, laid aside with their sheet.

    Raises Undeclared, a defect, where a side's length changed unsaid or the paper account does not come out.
    """
    _check_account(hand, pieces, traced)
    if pieces and len(pieces) != len(hand.pieces):
        pieces = weighed(pieces)
    pieces = [renamed(p) for p in _told_apart(hand, pieces)]
    follower = _Follower(hand, pieces, {*changed, *_seams_at(hand.before, opened)})
    kept_seams: list[Seam] = []
    kept_notches: list[Notch] = []
    for seam in hand.before.seams:
        if seam.name in dropped:
            follower.give_up(seam, given_up, seams)
            continue
        own = [n for n in hand.before.notches if n.seam == seam.name]
        if follower.touches(seam):
            found = follower.carried(seam, own)
            if found is None:
                continue
            seam, sides, own = found
            if opened:
                carried = seam
                seam, own = add_fullness(hand.before, seam, sides, own, opened)
                follower.told += _covered(carried, seam)
        kept_seams.append(seam)
        kept_notches += own
    whole = frozenset(name for p in hand.pieces for name in drawn_whole(hand.before.piece(p.name)))
    table = _on_table(hand, [with_levels_drawn(_at_rest(p), whole) for p in pieces])
    order = {(n.seam, n.name): k for k, n in enumerate(hand.before.notches)}
    kept_notches.sort(key=lambda n: order.get((n.seam, n.name), len(order)))
    all_seams, all_notches = (*kept_seams, *seams), (*kept_notches, *notches)
    if len({s.name for s in all_seams}) < len(all_seams) and len({s.name for s in hand.before.seams}) == len(hand.before.seams):
        raise Undeclared(f"two seams of one name: {sorted(s.name for s in all_seams)}")
    closures = still_there(hand.before.closures, all_seams, all_notches)
    left = {c.name for c in closures}
    follower.told += [f"The {c.name} is gone with its seam." for c in hand.before.closures if c.name not in left]
    pattern = replace(hand.before, pieces=tuple(table), seams=all_seams, notches=all_notches, closures=closures)
    return Followed(pattern, tuple(follower.told))


def _covered(was: Seam, now: Seam) -> list[str]:
    """What is to be told of rules that a zone opened over them took the place of."""
    left = Counter(r.rule.kind for r in was.rules) - Counter(r.rule.kind for r in now.rules)
    gone = [r for r in was.rules if left[r.rule.kind] and r not in now.rules]
    return [f"The {was.name} is {r.rule} from {r.start} to {r.end} no more: what was opened there takes it up." for r in gone]


def _check_account(hand: InHand, pieces: Sequence[Piece], traced: float) -> None:
    """Paper in = paper out: nothing grew or vanished but what new paper and the scissors account for."""
    out = sum(balance_of(p) for p in pieces)
    if abs(out) > ACCOUNT:
        # What was out before this move is not its fault: a file may come so.
        out -= sum(balance_of(p) for p in hand.pieces)
    block = sum(p.paper.block or 0.0 for p in pieces) - sum(p.paper.block or 0.0 for p in hand.pieces) - traced
    if abs(out) > ACCOUNT or abs(block) > ACCOUNT:
        raise Undeclared(f"the paper account of {[p.name for p in hand.pieces]} is out by {out + block:.2e} cm²")


def _seams_at(pattern: Pattern, opened: Sequence[Opened]) -> set[str]:
    return {name for o in opened for name in pattern.seams_of(o.piece, o.edge)}


def _on_table(hand: InHand, laid: list[Piece]) -> list[Piece]:
    """The table with worked pieces where those of their names lay; new ones behind the first taken up."""
    taken = {p.name for p in hand.pieces}
    by_name = {p.name: p for p in laid}
    if taken == set(by_name):
        return [by_name.get(p.name, p) for p in hand.before.pieces]
    table: list[Piece] = []
    for p in hand.before.pieces:
        if p.name not in taken:
            table.append(p)
        elif laid:
            table += laid
            laid = []
    return table


def _at_rest(piece: Piece) -> Piece:
    return piece.with_outline(tuple([e.without_trace() for e in piece.outline]))


# ---- names that two pieces bring to one


def _told_apart(hand: InHand, pieces: Sequence[Piece]) -> list[Piece]:
    """Where pieces taped together bring edges of one name that are not one sewn edge (both sides' seams, both
    waists), these take their old piece's name in front."""
    if len(hand.pieces) == 1:
        return list(pieces)
    out = []
    for piece in pieces:
        brought: dict[str, set[str]] = {}
        for e in piece.outline:
            for t in e.trace:
                if t.edge != NEW_PAPER:
                    brought.setdefault(e.name, set()).add(hand.book[t.edge].piece)
        clashing = [name for name, origins in brought.items() if len(origins) > 1 and not _one_sewn_edge(piece, name)]
        out.append(_with_piece_names(hand, piece, clashing) if clashing else piece)
    return out


def _one_sewn_edge(piece: Piece, name: str) -> bool:
    """Whether all edges of that name run on from one to the next, on the paper and in sewing."""
    runs = runs_of(piece, name)
    return len(runs) == 1 and all(are_kin(piece.outline[a].trace, piece.outline[b].trace) for a, b in pairwise(runs[0]))


class _Kinship:
    """Where every edge of a pattern lies in the seams' sides."""

    def __init__(self, pattern: Pattern) -> None:
        self._names: dict[str, int] = {}
        self._sets: dict[frozenset[int], int] = {}
        self._runs: dict[tuple[str, str], list[tuple[list[int], Kin]]] = {}
        for number, side in enumerate(x for s in pattern.seams for x in (s.a, s.b) if x):
            done = 0.0
            for s in side:
                piece = pattern.piece(s.piece)
                run = run_of(piece, s.edge, s.run)
                size = sum(piece.outline[i].length for i in run)
                back = starts_at_end(piece, s.edge, s.start, s.run)
                kin = Kin(number, done + size if back else done, -1 if back else 1)
                self._runs.setdefault((s.piece, s.edge), []).append((run, kin))
                done += size

    def of(self, piece: Piece, place: int) -> Kin:
        """How edge number ``place`` of a piece is sewn. In several seams at once (a neckline with its collar and its facing) it runs on only into what is
        sewn in all of them."""
        name = piece.outline[place].name
        found = [(run, kin) for run, kin in self._runs.get((piece.name, name), ()) if place in run]
        if not found:
            return Kin(-1 - self._names.setdefault(name, len(self._names)), 0.0, 0)
        run, kin = found[0]
        before = sum(piece.outline[i].length for i in run[: run.index(place)])
        number = kin.side
        if len(found) > 1:
            number = SEVERAL + self._sets.setdefault(frozenset(k.side for _, k in found), len(self._sets))
        return Kin(number, kin.at + kin.sense * before, kin.sense)


def _with_piece_names(hand: InHand, piece: Piece, names: Collection[str]) -> Piece:
    def called(e: Edge) -> Edge:
        origin = next((hand.book[t.edge].piece for t in e.trace if t.edge != NEW_PAPER), None)
        return replace(e, name=f"{origin} {e.name}") if e.name in names and origin else e

    return piece.with_outline(tuple(called(e) for e in piece.outline))


# ---- seams


class _Follower:
    """Carries seams and their notches from the pattern before to the worked pieces; ``told`` grows meanwhile."""

    def __init__(self, hand: InHand, pieces: Sequence[Piece], allowed: Collection[str]) -> None:
        self._before = hand.before
        self._taken = frozenset(p.name for p in hand.pieces)
        self._where = Whereabouts(hand.before, hand.book, pieces)
        self._allowed = allowed
        self.told: list[str] = []

    def touches(self, seam: Seam) -> bool:
        """Whether one of its sides lies, in part, on a piece that was taken up."""
        return any(s.piece in self._taken for s in seam.a + seam.b)

    def carried(self, seam: Seam, notches: list[Notch]) -> tuple[Seam, tuple[NewSide, NewSide], list[Notch]] | None:
        """The seam, its sides and its notches as they are now; None when it is closed or cut away."""
        a, b = (self._where.side(side, self._taken) for side in (seam.a, seam.b))
        if seam.name not in self._allowed:
            self._refuse_unsaid(seam, a, b)
        if not a.side and not b.side:
            self.told.append(
                f"The {seam.name} seam is closed: its sides are taped together." if seam.b else f"The {seam.name} is gone."
            )
            return None
        if seam.b and not (a.side and b.side):
            return self._widowed(seam, notches, a, b)
        rule = seam.rule
        # What waits for a partner waits for so much less as paper is gone from it; drawn otherwise, it is as long as it was.
        lost = min(a.gone, max(a.before - a.length, 0.0))
        if rule.length and lost and not seam.b:
            rule = replace(rule, length=max(rule.length - lost, 0.0))
        places: list[Notch] = []
        for n in notches:
            at_a = None if n.only_b else a.mapped(n.at_a)
            at_b = n.at_b if not seam.b or n.at_b is None else b.mapped(n.at_b)
            if at_a is None and (not seam.b or at_b is None):
                self.told.append(f"The notch “{n.name}” of the {seam.name} lay on paper that is gone.")
                continue
            if seam.b and n.pair and (at_a is None or at_b is None):
                self.told.append(f"The notch “{n.name}” of the {seam.name} has lost its partner: that lay on paper that is gone.")
            places.append(replace(n, at_a=at_a if at_a is not None else -1.0, at_b=at_b, only_b=at_a is None))
        places = _partners_places(places, a.length, b.length)
        rules = self._rules_kept(seam, notches, (a, b), places)
        return Seam(seam.name, a.side, b.side, rule, rules), (a, b), places

    def _rules_kept(
        self, seam: Seam, before: list[Notch], sides: tuple[NewSide, NewSide], now: list[Notch]
    ) -> tuple[IntervalRule, ...]:
        """The rules of the seam's parts. One whose notch went with the paper beyond it holds from the side's end on; one whose paper is all gone is
        told."""
        known = {"start", "end", *(n.name for n in now)}
        kept: list[IntervalRule] = []
        for r in seam.rules:
            if {r.start, r.end} <= known:
                kept.append(r)
                continue
            new, on = (sides[0], "a") if r.rule.longer == "a" or not seam.b else (sides[1], "b")
            at = {n.name: (n.at_a if on == "a" else n.at_b) for n in before} | {"start": 0.0, "end": new.before}
            low, high = at.get(r.start), at.get(r.end)
            legs = [
                x for x in new.legs if low is not None and high is not None and low < x.old_to - SNAP and x.old_from < high - SNAP
            ]
            start = r.start if r.start in known else "start" if legs and legs[0] is new.legs[0] else ""
            end = r.end if r.end in known else "end" if legs and legs[-1] is new.legs[-1] else ""
            if start and end:
                kept.append(replace(r, start=start, end=end))
            else:
                self.told.append(f"The {seam.name} is {r.rule} from {r.start} to {r.end} no more: that paper is gone.")
        return tuple(kept)

    def give_up(self, seam: Seam, given_up: Collection[str], instead: Sequence[Seam]) -> None:
        """A seam that a move does away with: its fullness is taken over by one of those ``instead``, or given up by name."""
        full = [r for r in (seam.rule, *(x.rule for x in seam.rules)) if r.kind in TAKES_UP and not r.length]
        if not full:
            return
        edges = {(s.piece, s.edge) for s in seam.a + seam.b}
        if any(s.rules and edges & {(x.piece, x.edge) for x in s.a + s.b} for s in instead):
            return
        if seam.name not in given_up:
            raise Undeclared(f"the {seam.name} seam was {full[0]}, and nothing was said of it")
        self.told.append(f"The {seam.name} is {full[0]} no more: its promise went with the seam.")

    def _refuse_unsaid(self, seam: Seam, a: NewSide, b: NewSide) -> None:
        for word, new in (("first", a), ("second", b)):
            if new.side:
                grown = new.length + new.gone - new.before
                if abs(grown) > UNSAID:
                    raise Undeclared(f"the {word} side of the {seam.name} seam changed by {grown:.4f} cm and nothing was said")

    def _widowed(
        self, seam: Seam, notches: list[Notch], a: NewSide, b: NewSide
    ) -> tuple[Seam, tuple[NewSide, NewSide], list[Notch]]:
        """One side is gone: the other waits for a new partner and keeps its length meanwhile."""
        left = a if a.side else b
        self.told.append(f"One side of the {seam.name} seam is gone: the other waits for a partner.")
        places = []
        if b.side:
            seam = turned_over(seam)
            notches = [n.turned() for n in notches if n.at_b is not None]
        for n in notches:
            now = None if n.only_b else left.mapped(n.at_a)
            if now is not None:
                places.append(replace(n, at_a=now, at_b=None))
        nothing = NewSide((), (), 0.0, 0.0, 0.0)
        # What was gathered, pleated or eased in it waits with it: all of the side, or from notch to notch.
        rules = tuple(r for r in self._rules_kept(seam, notches, (left, nothing), places) if r.rule.longer == "a")
        if seam.rule.kind in ("gather", "pleat") and seam.rule.longer == "a" and not rules:
            rules = (IntervalRule("start", "end", seam.rule),)
        alone = Seam(seam.name, left.side, (), SeamRule("hold"), rules)
        laid = AsSewn(left.length, tuple(zones_along(alone, left.length, places)))
        places = [replace(n, at_b=laid.sewn(n.at_a)) for n in places] if rules else places
        return replace(alone, rule=SeamRule("hold", length=laid.length)), (left, nothing), places


def _partners_places(notches: list[Notch], whole_a: float, whole_b: float) -> list[Notch]:
    """Notches that lie on side b alone with the place at which their partner would lie: as far between those that are pairs."""
    stops = sorted([(0.0, 0.0), *((n.pair[1], n.pair[0]) for n in notches if n.pair), (whole_b, whole_a)])

    def opposite(at: float) -> float:
        low, high = next(((x, y) for x, y in pairwise(stops) if x[0] <= at <= y[0]), (stops[-1], stops[-1]))
        share = (at - low[0]) / (high[0] - low[0]) if high[0] - low[0] > SNAP else 0.0
        return low[1] + share * (high[1] - low[1])

    return [replace(n, at_a=opposite(n.at_b or 0.0)) if n.only_b else n for n in notches]
