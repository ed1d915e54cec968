"""The record: what the blocks came to, and what steps changed of it on purpose. A pattern is looked at against it.

It travels in the pattern's file, so that a pattern can be looked at without its recipe.
"""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Collection, Iterable
from math import degrees
from threading import Lock
from typing import Any, Final

from pydantic import Field

from ..by_identity import ByIdentity
from ..girths import round_the_body
from ..house import Strict, edge_word
from ..paper.dart import darts_of
from ..paper.made import Made
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..replay import Done, Replay
from .curves import curves_of
from .joints import FLOWING, joints_of
from .square import corners_at_folds


class EdgeRecord(Strict):
    """A waist, hem or line of the whole garment: cm round the body as sewn, fullness apart."""

    name: str = Field(max_length=120)
    length: float = Field(ge=0, le=5000)


class SeamRecord(Strict):
    """A seam's sides, cm, when it was first on the table; ``b`` None where it waited for its partner. ``made``: by a step, not with the block."""

    name: str = Field(max_length=120)
    a: float = Field(ge=0, le=5000)
    b: float | None = Field(default=None, ge=0, le=5000)
    made: bool = False


class DartRecord(Strict):
    """What a piece's darts come to: the sum of their angles, degrees, and of their mouths, cm."""

    piece: str = Field(max_length=120)
    angle: float = Field(ge=0, le=2000)
    mouth: float = Field(ge=0, le=500)


class BendRecord(Strict):
    """How the block's own edges of a kind are at worst: kinks over what is sewn and corners off the square, degrees; turns and joints of their curve."""

    edge: str = Field(max_length=120)
    kink: float = 0.0
    off_square: float = 0.0
    turns: int = 0
    jump: float = 0.0
    corner: float = 0.0


class Record(Strict):
    """What the paper should come to."""

    girths: tuple[EdgeRecord, ...] = Field(default=(), max_length=60)
    seams: tuple[SeamRecord, ...] = Field(default=(), max_length=500)
    darts: tuple[DartRecord, ...] = Field(default=(), max_length=200)
    bends: tuple[BendRecord, ...] = Field(default=(), max_length=500)
    drafted: tuple[tuple[str, str], ...] = Field(default=(), max_length=500)
    """Pieces and edges that run on over seams and lie as the block drew them."""

    @property
    def as_drafted(self) -> frozenset[tuple[str, str]]:
        """The same as a set."""
        return frozenset(self.drafted)

    def bend(self, edge: str) -> BendRecord:
        """The worst of the block's own edges of that kind; nothing but nought where it has none."""
        word = edge_word(edge)
        return next((x for x in self.bends if x.edge == word), None) or BendRecord(edge=word)

    def seam(self, name: str) -> SeamRecord | None:
        """A seam as it was first; None for one that a step made."""
        return next((s for s in self.seams if s.name == name), None)

    def girth(self, name: str) -> float | None:
        """cm round the body; None where the block had no such line."""
        return next((g.length for g in self.girths if g.name == name), None)


def _record_of(pattern: Pattern) -> Record:
    return Record(
        girths=tuple(EdgeRecord(name=name, length=size) for name, size in round_the_body(pattern).items()),
        seams=tuple(_seam_records(pattern)),
        darts=tuple(_dart_records(pattern.pieces)),
        bends=tuple(_bend_records(pattern)),
    )


record_of = ByIdentity(_record_of, 64)
"""The record of blocks as they were laid on the table."""


def _seam_records(pattern: Pattern, known: Collection[str] = ()) -> Iterable[SeamRecord]:
    for s in pattern.seams:
        if s.name in known:
            continue
        yield SeamRecord(name=s.name, a=pattern.side_length(s.a), b=pattern.side_length(s.b) if s.b else None)


def _dart_records(pieces: Iterable[Piece]) -> Iterable[DartRecord]:
    for p in pieces:
        if darts := darts_of(p):
            yield DartRecord(piece=p.name, angle=sum(degrees(abs(d.angle)) for d in darts), mouth=sum(d.intake for d in darts))


def _bend_records(pattern: Pattern) -> Iterable[BendRecord]:
    words = dict.fromkeys(edge_word(name) for p in pattern.pieces for name in p.edge_names)
    kinks = [(j.word, abs(j.kink)) for j in joints_of(pattern)]
    corners = [(edge_word(c.edge), abs(c.off)) for c in corners_at_folds(pattern)]
    bends = [(edge_word(c.edge), c) for p in pattern.pieces for c in curves_of(p)]
    for word in words:
        own = [b for w, b in bends if w == word]
        yield BendRecord(
            edge=word,
            kink=max((k for w, k in kinks if w == word), default=0.0),
            off_square=max((k for w, k in corners if w == word), default=0.0),
            turns=max((b.turns for b in own), default=0),
            jump=max((b.jump for b in own), default=0.0),
            corner=max((b.corner for b in own), default=0.0),
        )


def after(replay: Replay) -> Record:
    """The record after all steps: what the blocks came to, changed by what the steps meant to change; seams that steps made stand in it as they
    were made."""
    first = record_of(replay.start)
    if not replay.done:
        return first
    girths, seams = _followed(replay)
    names = {s.name for s in replay.pattern.seams}
    now: dict[str, Any] = {
        "girths": tuple(EdgeRecord(name=n, length=max(size, 0.0)) for n, size in girths.items()),
        "seams": tuple(s for n, s in seams.items() if n in names),
        "darts": tuple(_dart_records(replay.pattern.pieces)),
        "drafted": _as_drafted(replay.start, replay.pattern),
    }
    # The bends stay the very same object: what is remembered of pieces is remembered with them.
    if replay.pattern.made:
        now["bends"] = _bends_with_parts(first, replay.pattern.made)
    return first.model_copy(update=now)


def _as_drafted(start: Pattern, now: Pattern) -> tuple[tuple[str, str], ...]:
    """Flowing edges of which no step drew anything anew."""
    # What nobody drew anew is the very same line.
    paths = {id(e.path) for p in start.pieces for e in p.outline}
    found: dict[tuple[str, str], bool] = {}
    for p in now.pieces:
        for e in p.outline:
            if edge_word(e.name) in FLOWING:
                key = (p.name, e.name)
                found[key] = found.get(key, True) and id(e.path) in paths
    return tuple(key for key, same in found.items() if same)


def _with_parts(first: Record, made: tuple[Made, ...]) -> tuple[BendRecord, ...]:
    """The blocks' bends, and those of the parts as they were made: a part is no fault either."""
    worst = {b.edge: b for b in first.bends}
    for m in made:
        names = {p.name for p in m.pieces}
        own = tuple(s for s in m.within if {x.piece for x in (*s.a, *s.b)} <= names)
        for b in _bend_records(Pattern(m.pieces, own)):
            had = worst.get(b.edge)
            worst[b.edge] = b if had is None else _worse_of(had, b)
    return tuple(worst.values())


_bends_with_parts = ByIdentity(_with_parts, 64)


def _worse_of(a: BendRecord, b: BendRecord) -> BendRecord:
    return BendRecord(
        edge=a.edge,
        kink=max(a.kink, b.kink),
        off_square=max(a.off_square, b.off_square),
        turns=max(a.turns, b.turns),
        jump=max(a.jump, b.jump),
        corner=max(a.corner, b.corner),
    )


_Followed = tuple[dict[str, float], dict[str, SeamRecord]]
_known: OrderedDict[int, tuple[Done, Pattern, _Followed]] = OrderedDict()
_lock = Lock()
REMEMBERED: Final = 512


def _followed(replay: Replay) -> _Followed:
    """Girths meant and seams as they were made, after all steps; remembered by the last step done, since what came before it is one with it."""
    known, k = None, len(replay.done)
    with _lock:
        while k and known is None:
            found = _known.get(id(replay.done[k - 1]))
            if found is not None and found[0] is replay.done[k - 1] and found[1] is replay.start:
                known = found[2]
            else:
                k -= 1
    if known is None:
        first = record_of(replay.start)
        known = {g.name: g.length for g in first.girths}, {s.name: s for s in first.seams}
    girths, seams = dict(known[0]), dict(known[1])
    for d in replay.done[k:]:
        if d.before is not d.after:
            _follow_girths(girths, d)
            for s in _seam_records(d.after, seams):
                seams[s.name] = s.model_copy(update={"made": True})
        with _lock:
            _known[id(d)] = d, replay.start, (dict(girths), dict(seams))
            while len(_known) > REMEMBERED:
                _known.popitem(last=False)
    return girths, seams


def followed_by(record: Record, d: Done) -> Record:
    """The record after one step more, where the steps before it are not known."""
    girths = {g.name: g.length for g in record.girths}
    _follow_girths(girths, d)
    known = {s.name for s in record.seams}
    made = tuple(s.model_copy(update={"made": True}) for s in _seam_records(d.after, known))
    return record.model_copy(
        update={
            "girths": tuple(EdgeRecord(name=n, length=max(size, 0.0)) for n, size in girths.items()),
            "seams": (*record.seams, *made),
            "darts": tuple(_dart_records(d.after.pieces)),
        }
    )


def forget() -> None:
    """Drop what is remembered of recipes."""
    with _lock:
        _known.clear()


def _follow_girths(expected: dict[str, float], d: Done) -> None:
    if d.step.keeps_girths():
        return
    before, now = round_the_body(d.before), round_the_body(d.after)
    for name in now:
        if name not in expected:
            expected[name] = now[name]
        elif name in before:
            expected[name] += now[name] - before[name]
