"""Move the shoulder: a strip off the front is taped to the back, or the other way, so that the seam lies elsewhere on the body."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Final, Literal, NamedTuple

from ..errors import MoveRefused
from ..handwork.cutting import open_corners
from ..handwork.joining import how_they_meet
from ..handwork.new_seam import cut_notches
from ..handwork.one_edge import in_one
from ..handwork.parallel_cut import beside
from ..handwork.reshaping import whole_run
from ..handwork.taping import tape_pieces
from ..house import HouseRules
from ..paper.account import weighed
from ..paper.edge import Edge
from ..paper.follow import lay_down, take_up
from ..paper.part import part
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Seam, SeamRule, Stretch
from ..paper.sewn import sewn_length, start_word
from ..paper.sound import assert_sound
from ..units import Unit, format_length
from ..working import Sum, before_now, fine, length, notes
from .move import Example, Group, Move, Outcome, slot_field

SHOULDER: Final = "shoulder"
NEW: Final = "new shoulder"


class _Sides(NamedTuple):
    """The piece that gives the strip and the one that takes it, the seam between, and which of the seams it is."""

    gives: str
    takes: str
    seam: Seam
    place: int


class MoveShoulder(Move):
    """Forward: the strip comes off the front. The garment stays as it is; only the seam has moved."""

    group: ClassVar[Group] = "Join"
    title: ClassVar[str] = "Move the shoulder"
    key: ClassVar[str] = "h"
    sentence: ClassVar[str] = "Move the shoulder seam {amount}."
    synonyms: ClassVar[tuple[str, ...]] = ("forward shoulder", "shoulder seam", "shirt yoke", "strip")
    example: ClassVar[Example | None] = Example("two bodices", {"amount": 2.5})

    move: Literal["move_shoulder"]
    amount: float = slot_field(
        "amount", "How far forward, or, below nought, back?", "length", "Forward by", ge=-12, le=12, unit="cm"
    )

    def pieces_named(self) -> tuple[str, ...]:
        """Those that the shoulder seam joins."""
        return ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"amount": f"{format_length(abs(self.amount), unit)} {'forward' if self.amount >= 0 else 'back'}"}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused without a shoulder seam of two pieces, with a dart in it, or where the strip would be no strip."""
        if self.amount == 0:
            raise MoveRefused("by nothing it stays where it is.", SHOULDER, "Say by how much.", "amount")
        sides = self._sides(pattern)
        _refuse_sewn_alone(pattern, sides)
        hand = take_up(pattern, sides.gives, sides.takes)
        giver, taker = hand.piece(sides.gives), hand.piece(sides.takes)
        was = sewn_length(giver, SHOULDER), sewn_length(taker, SHOULDER)
        turned, from_end = how_they_meet(pattern, (sides.takes, SHOULDER), (sides.gives, SHOULDER))
        rest, strip = _stripped(giver, abs(self.amount))
        try:
            taped = tape_pieces(taker, SHOULDER, strip, SHOULDER, turned, from_end, rules)
        except MoveRefused as e:
            e.field = "amount"
            raise
        taken = in_one(in_one(_called(taped.piece, NEW, SHOULDER), "neckline"), "armhole")
        taken = replace(taken, name=sides.takes, cut=taker.cut, grain=taker.grain)
        worked = weighed([assert_sound(p, "Move it by less.") for p in (_called(rest, NEW, SHOULDER), taken)])
        followed = lay_down(hand, worked, dropped=[sides.seam.name], given_up=[sides.seam.name])
        after = _sewn_again(followed.pattern, pattern, sides)
        lines = [
            Sum("The strip is wide", length(abs(self.amount))),
            before_now(
                f"{sides.gives.capitalize()}, shoulder: before, now", was[0], sewn_length(after.piece(sides.gives), SHOULDER)
            ),
            before_now(
                f"{sides.takes.capitalize()}, shoulder: before, now", was[1], sewn_length(after.piece(sides.takes), SHOULDER)
            ),
        ]
        if abs(taped.longer) > 0.005:
            lines.append(Sum("Eased in where it was taped, to be trued", fine(abs(taped.longer))))
        return Outcome(after, (*lines, *notes(followed.told)))

    def _sides(self, pattern: Pattern) -> _Sides:
        for place, seam in enumerate(pattern.seams):
            if len(seam.a) == len(seam.b) == 1 and seam.a[0].edge == seam.b[0].edge == SHOULDER:
                names = seam.a[0].piece, seam.b[0].piece
                front = next((n for n in names if "front" in n), names[0])
                back = names[1] if front == names[0] else names[0]
                return _Sides(front, back, seam, place) if self.amount > 0 else _Sides(back, front, seam, place)
        raise MoveRefused(
            "no shoulder seam joins two pieces here.",
            SHOULDER,
            "Lay a front and a back with a whole shoulder on the table.",
            "amount",
        )


def _refuse_sewn_alone(pattern: Pattern, sides: _Sides) -> None:
    """Raises MoveRefused where something is sewn to the neckline or the armhole of one of the two only: the strip brings its part of it over to the other."""
    for seam in pattern.seams:
        for edge in ("neckline", "armhole"):
            of = {x.piece for side in (seam.a, seam.b) for x in side if x.edge == edge} & {sides.gives, sides.takes}
            if len(of) == 1:
                raise MoveRefused(
                    f"the {edge} of the {of.pop()} is sewn by itself ({seam.name}), and would run on over the shoulder.",
                    SHOULDER,
                    "Move this step before the one that sews it.",
                    "amount",
                )


def _stripped(piece: Piece, wide: float) -> tuple[Piece, Piece]:
    """What is left of a piece, and the strip beside its shoulder; the new edge of both is called ``NEW``."""
    run = whole_run(piece, SHOULDER, "amount")
    slash = beside(piece, run, wide, "amount")
    opened, corners = open_corners(piece, [slash.near, slash.far])
    ends = [opened.outline[c].path.start for c in corners]
    parted = part(opened, corners[0], corners[1], slash.path.starting_at(ends[0]).ending_at(ends[1]), NEW)
    strip, rest = parted.first, parted.second
    return _kind(rest), replace(_kind(strip), darts=())


def _kind(piece: Piece) -> Piece:
    return piece.with_outline(tuple(Edge(NEW, "seam", e.path, e.cut, e.trace) if e.name == NEW else e for e in piece.outline))


def _called(piece: Piece, old: str, new: str) -> Piece:
    return piece.with_outline(tuple(replace(e, name=new, cut="") if e.name == old else e for e in piece.outline))


def _sewn_again(pattern: Pattern, before: Pattern, sides: _Sides) -> Pattern:
    """The shoulder seam between the new edges."""
    a, b = pattern.piece(sides.gives), pattern.piece(sides.takes)
    seam = Seam(
        sides.seam.name,
        (Stretch(a.name, SHOULDER, _from_neck(a)),),
        (Stretch(b.name, SHOULDER, _from_neck(b)),),
        SeamRule("equal"),
    )
    size = min(sewn_length(a, SHOULDER), sewn_length(b, SHOULDER))
    notches = cut_notches(pattern, seam.name, size, (), "back" in a.name)
    # Where the old one stood: who reads the ledger finds it in its place.
    seams, at = list(pattern.seams), sides.place
    first = next((k for k, n in enumerate(before.notches) if n.seam == seam.name), len(before.notches))
    ahead = {(n.seam, n.name) for n in before.notches[:first]}
    stay = [n for n in pattern.notches if (n.seam, n.name) in ahead]
    rest = [n for n in pattern.notches if (n.seam, n.name) not in ahead]
    return replace(pattern, seams=(*seams[:at], seam, *seams[at:]), notches=(*stay, *notches, *rest))


def _from_neck(piece: Piece) -> str:
    """How to call the end of the shoulder at the neck."""
    first = start_word(piece, SHOULDER, from_end=False)
    return first if "neck" in first else start_word(piece, SHOULDER, from_end=True)
