"""True a seam: one of its sides made as long as the other, or as the seam's rule wants it."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import BadSetting, MoveRefused
from ..handwork.reshaping import Run, reshaped
from ..handwork.shaped_together import shaped_together
from ..handwork.trued import By, trued
from ..house import HouseRules, edge_word
from ..paper.level import STRIPS
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Seam, Side
from ..paper.sewn import run_of, starts_at_end
from ..units import Unit
from ..working import Sum, fine, note
from .move import Example, Group, Move, Outcome, slot_field

_BYS = (("end", "at its end"), ("start", "at its start"), ("along", "all along"), ("curve", "by its curve"))
_SIDES = (("a", "the first side"), ("b", "the second side"))
PAIRED = 0.005
"""cm: a notch that moved by less stands where it stood."""
MOST = 5.0
"""cm that a seam may be trued by: more is fullness or a fault, and wants another move."""


class TrueSeam(Move):
    """The side that gives is redrawn; the other stays. Its last piece, at the far end of the seam (or the first, at its start), takes the change."""

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "True a seam"
    key: ClassVar[str] = "t"
    sentence: ClassVar[str] = "True the {seam} seam: the {give} gives, {by}."
    synonyms: ClassVar[tuple[str, ...]] = ("equal seams", "match", "walk and true", "mend a seam")
    example: ClassVar[Example | None] = Example(
        "skirt",
        {"seam": "side", "give": "skirt back", "by": "end"},
        ({"move": "redraw", "piece": "skirt front", "edge": "side", "from": "waist", "end": {"down": 3.0}},),
    )

    move: Literal["true_seam"]
    seam: str = slot_field("seam", "Which seam?", "seam", "Seam", max_length=80)
    give: str = slot_field(
        "give", "Which side gives?", "choice", "Side that gives", "b", min_length=1, max_length=80, choices=_SIDES
    )
    by: By = slot_field("by", "How is it made longer or shorter?", "choice", "By", "end", choices=_BYS)

    def pieces_named(self) -> tuple[str, ...]:
        """The pieces are the seam's."""
        return ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        word = {"a": "first side", "b": "second side"}.get(self.give, self.give)
        return {"seam": self.seam, "give": word, "by": dict(_BYS)[self.by]}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the seam; BadSetting at ``give``; MoveRefused where it is true already or differs by too much."""
        seam = pattern.seam(self.seam)
        if not seam.b:
            raise MoveRefused("it has no partner to be made equal to.", self.seam, "Choose a seam with two sides.", "seam")
        if seam.rules:
            raise MoveRefused(
                "parts of it are gathered, eased or pleated by promises of their own.",
                self.seam,
                "Change the fullness where it was made.",
                "seam",
            )
        own, other = self._sides(seam)
        was, partner = pattern.side_length(own), pattern.side_length(other)
        amount = self._wanted(seam, own is seam.a, was, partner) - was
        if abs(amount) < 1e-6:
            raise MoveRefused("it is true already.", self.seam, "Leave it as it is.", "seam")
        if abs(amount) > MOST:
            raise MoveRefused(
                f"its sides differ by {abs(amount):.1f} cm: that is no truing.",
                self.seam,
                "Close a dart in it, or gather it.",
                "seam",
            )
        at_start = self.by == "start"
        last = own[0 if at_start else -1]
        piece = pattern.piece(last.piece)
        back = starts_at_end(piece, last.edge, last.start, last.run)
        run = run_of(piece, last.edge, last.run)
        # From here on walked toward the end that gives.
        back = back != at_start
        index = run[0] if back else run[-1]
        self._refuse_at_strip(piece, index, -1 if back else 1)

        def work(p: Piece) -> Piece:
            e = p.outline[index]
            n = len(p.outline)
            path = e.path.reversed() if back else e.path
            new = trued(path, "end" if at_start else self.by, amount, last.edge, p.name)
            return reshaped(p, Run(index, 1, (index - 1) % n, (index + 1) % n), new.reversed() if back else new, "by")

        done = shaped_together(pattern, [last.piece], work, "Let the other side give.")
        first = own is seam.a
        after, moved = _notches_paired(done.pattern, self.seam, first) if seam.rule.kind == "equal" else (done.pattern, 0.0)
        now = after.side_length(after.seam(self.seam).a if first else after.seam(self.seam).b)
        lines = [
            Sum("The side that gives: before, now", None, "{}, {}", (fine(was), fine(now))),
            Sum("Its partner", fine(partner)),
        ]
        if moved > PAIRED:
            lines.append(Sum("Its notches are moved to pair, by at most", fine(moved)))
        if abs(amount) > 1.0:
            lines.append(note(f"{abs(amount):.1f} cm are much for truing: look where the difference comes from."))
        return Outcome(after, (*lines, *done.working))

    def _refuse_at_strip(self, piece: Piece, index: int, step: int) -> None:
        """Raises MoveRefused where the end that is to give is the true centre beside a strip: to move it would make of the stand a part of the seam, and change
        nothing on the paper."""
        edge, beside = piece.outline[index], piece.outline[(index + step) % len(piece.outline)]
        if beside.name.startswith(STRIPS) and edge_word(beside.name) == edge_word(edge.name):
            strip = next(s for s in STRIPS if beside.name.startswith(s))
            raise MoveRefused(
                f"there its {edge.name} ends at the true centre, beside the {strip}: the centre does not give.",
                piece.name,
                f"True it at its {'end' if self.by == 'start' else 'start'}, at the side, or take the difference in a dart.",
                "by",
            )

    def _sides(self, seam: Seam) -> tuple[Side, Side]:
        """The side that gives, and the other."""
        if self.give in ("a", "b"):
            return (seam.a, seam.b) if self.give == "a" else (seam.b, seam.a)
        for own, other in ((seam.a, seam.b), (seam.b, seam.a)):
            if any(x.piece == self.give for x in own):
                return own, other
        names = dict.fromkeys(x.piece for x in (*seam.a, *seam.b))
        raise BadSetting(
            f"no side of the {seam.name} seam is the {self.give}.", seam.name, f"Choose one of: {', '.join(names)}.", "give"
        )

    def _wanted(self, seam: Seam, first: bool, was: float, partner: float) -> float:
        """cm that the giving side has to be: the nearest that its rule allows."""
        rule = seam.rule
        longer = rule.longer == ("a" if first else "b")
        if rule.kind == "ease":
            over = was - partner if longer else partner - was
            over = min(max(over, rule.minimum), rule.maximum)
            return partner + over if longer else partner - over
        if rule.kind in ("gather", "pleat"):
            return partner * rule.ratio if longer else partner / rule.ratio
        return partner


def _notches_paired(pattern: Pattern, seam: str, first: bool) -> tuple[Pattern, float]:
    """The seam's notches on the side that gave, as far from its start as on the other; cm by which they moved at most. Trued edges are
    marked anew."""
    moved = 0.0
    notches = []
    for n in pattern.notches:
        if n.seam == seam and n.at_b is not None and not n.only_b:
            moved = max(moved, abs(n.at_a - n.at_b))
            n = replace(n, at_a=n.at_b) if first else replace(n, at_b=n.at_a)
        notches.append(n)
    return replace(pattern, notches=tuple(notches)), moved
