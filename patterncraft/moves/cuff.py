"""Cuff: a band for the end of a sleeve, as long as the wrist asks for."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..drafting.construction import Construction
from ..errors import MoveRefused
from ..geometry.path import straight
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DrawnLine, Mark, Piece
from ..paper.seam import SeamRule, Stretch
from ..parts.loose_edges import reading_of, sewn_now, sleeve_hem
from ..parts.part import Join, Pair, Part, piece_names, seam_names
from ..parts.reading import Reading
from ..parts.sheets import strip
from ..parts.stand import end_seam
from ..parts.wearer import at_hand
from ..units import INCH, Unit, format_length
from ..working import Quantity, Sum, fine, length, note, tell
from .move import Example, slot_field
from .part_move import PartMove

EASE = 3.0
"""cm round the wrist that a cuff has to spare (common practice, no source)."""
FLAT = 0.3
"""cm by which a sleeve's hem may be longer than its cuff and still be eased on."""


class Cuff(PartMove):
    """A plain cuff laps over itself at the slit; one of rib is a ring, shorter than the wrist, that stretches over the hand."""

    title: ClassVar[str] = "Cuff"
    key: ClassVar[str] = "u"
    sentence: ClassVar[str] = "Make a cuff for {piece}, {girth}, {depth}{overlap}{stretch}{fold}."
    synonyms: ClassVar[tuple[str, ...]] = ("wristband", "rib cuff", "sleeve band")
    example: ClassVar[Example | None] = Example("sleeve", {"girth": 19.0})

    move: Literal["cuff"]
    piece: str | None = slot_field("piece", "For which sleeve?", "piece", "Sleeve", None, max_length=80)
    girth: float | None = slot_field(
        "girth", "How long is it, closed?", "length", "Closed, round the wrist", None, ge=8, le=80, unit="cm"
    )
    depth: float = slot_field("depth", "How deep?", "length", "Depth", 2.25 * INCH, gt=0.5, le=30, unit="cm")
    overlap: float = slot_field(
        "overlap", "How far does each end lap over?", "length", "Overlap at each end", 0.5 * INCH, ge=0, le=10, unit="cm"
    )
    stretch: float = slot_field(
        "stretch", "Of rib: how much shorter than the wrist?", "length", "Shorter, of rib", 0.0, ge=0, le=20, unit="cm"
    )
    on_fold: bool = slot_field(
        "fold",
        "Folded along its lower edge, or of two layers?",
        "choice",
        "Folded",
        True,
        choices=(("true", "folded along its lower edge"), ("false", "of two layers")),
    )

    def pieces_named(self) -> tuple[str, ...]:
        """The sleeve, if it is named."""
        return (self.piece,) if self.piece else ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        rib = self.stretch > 0
        return {
            "piece": f"the {self.piece}" if self.piece else "the sleeve",
            "girth": f"{format_length(self.girth, unit)} round the wrist" if self.girth else "by the wrist",
            "depth": f"{format_length(self.depth, unit)} deep",
            "overlap": "" if rib else f", lapping over {format_length(self.overlap, unit)} at each end",
            "stretch": f", of rib, {format_length(self.stretch, unit)} shorter" if rib else ", of cloth",
            "fold": ", folded along its lower edge" if self.on_fold else ", of two layers",
        }

    def draw(self, pattern: Pattern, rules: HouseRules) -> Part:
        """See PartMove. Raises BadMeasure for a wrist nobody measured; MoveRefused for a cuff longer than the sleeve's end."""
        hem = sleeve_hem(pattern, self.piece, "piece")
        table = sewn_now(pattern, [hem])
        reading = reading_of(table, [hem], "wrist", "piece")
        if self.girth is not None:
            closed, told = self.girth, Sum("Round the wrist, as typed", length(self.girth))
        else:
            wrist, _ = at_hand(pattern, "wrist_girth", None, "girth")
            closed, told = wrist + EASE, Sum("Round the wrist", length(wrist + EASE), "{} + {}", (length(wrist), length(EASE)))
        long = closed - self.stretch if self.stretch else closed + 2 * self.overlap
        if long < 3:
            raise MoveRefused("nothing is left of it.", "the cuff", "Make it less shorter.", "stretch")
        if long > reading.length + FLAT and not self.stretch:
            raise MoveRefused(
                f"it would be {long:.1f} cm long, and the sleeve ends {reading.length:.1f} cm wide.",
                hem[0],
                f"Make it at most {reading.length:.1f} cm, or the sleeve wider.",
                "girth",
            )
        return self._drawn(table, pattern, reading, long, closed, told)

    def _drawn(self, table: Pattern, pattern: Pattern, reading: Reading, long: float, closed: float, told: Sum) -> Part:
        (name,) = piece_names(pattern, ("cuff",))
        (edge,) = seam_names(table, ("cuff edge",))
        piece = self._piece(name, long)
        cut = [told, *self._cut(long, closed)]
        pencil = Construction()
        pencil.draw(
            name,
            "A strip as long as the cuff, twice as high as it is deep." if self._doubled else "A strip, cut twice for each.",
            *cut,
            paths=tuple(e.path for e in piece.outline),
        )
        rule = _rule(reading.length, long, self.stretch > 0)
        sewn = [Sum("The sleeve's end", fine(reading.length))]
        if rule.kind == "gather":
            sewn.append(Sum("Gathers : cuff", Quantity(rule.ratio, "ratio"), "{} : {}", (fine(reading.length), fine(long))))
        middle = Pair("middle of the wrist", 0.5 * reading.length, 0.5 * long)
        return Part(
            "cuff",
            (piece,),
            (Join(reading, (Stretch(name, "wrist", "start"),), rule, (middle,)),),
            (end_seam(edge, piece, ("end", "lower edge", "start")),),
            (),
            (*cut, *sewn, *self._worn(long, closed, pattern.wearer.get("hand_girth"))),
            tuple(pencil.stages),
            (),
            table,
        )

    @property
    def _doubled(self) -> bool:
        """Cut twice as high as it is deep, and folded."""
        return self.stretch > 0 or self.on_fold

    def _piece(self, name: str, long: float) -> Piece:
        rib = self.stretch > 0
        high = 2 * self.depth if self._doubled else self.depth
        fold = DrawnLine("fold line", straight(complex(0, high / 2), complex(long, high / 2)))
        cut = CutPlan(2, False, False, "rib") if rib else CutPlan(2 if self.on_fold else 4, False, False, interfacing=2)
        piece = strip(
            name,
            long,
            high,
            (("wrist", "seam"), ("end", "seam"), ("lower edge", "seam"), ("start", "seam")),
            cut,
            lines=(fold,) if self._doubled else (),
        )
        if rib or not self.overlap:
            return piece
        across = 0.5 * self.depth * 1j
        marks = (Mark("button", self.overlap + across, "button"), Mark("buttonhole", long - self.overlap + across, "button"))
        return replace(piece, marks=marks)

    def _cut(self, long: float, closed: float) -> list[Sum]:
        """How long and high it is cut."""
        if self.stretch > 0:
            found = Sum("The rib, round", fine(long), "{} − {}", (fine(closed), fine(self.stretch)))
        else:
            found = Sum("The cuff, with what laps over", fine(long), "{} + 2 × {}", (fine(closed), fine(self.overlap)))
        depth = fine(self.depth)
        high = Sum("High as cut", fine(2 * self.depth), "2 × {}", (depth,)) if self._doubled else Sum("High as cut", depth)
        return [found, high]

    def _worn(self, long: float, closed: float, hand: float | None) -> list[Sum]:
        """What is to be known of the hand that passes it, and of its opening."""
        if self.stretch > 0:
            if hand is None:
                return []
            wide = Quantity(max(hand / long - 1, 0.0), "share")
            return [Sum("To pass the hand it stretches by", wide, "{} / {} − 1", (length(hand), length(long)))]
        said = []
        if hand is not None and closed < hand:
            said.append(
                note(f"Closed it is {closed:.1f} cm round, and the hand {hand:.1f}: it needs a slit, or a seam that opens.")
            )
        if self.overlap > 0:
            said.append(tell("It laps over itself where the sleeve opens: button and buttonhole in the overlap."))
        return said


def _rule(sleeve: float, cuff: float, rib: bool) -> SeamRule:
    """What is promised of a sleeve's end against its cuff."""
    ratio = round(sleeve / cuff, 4)
    if rib and ratio <= 1.6:
        return SeamRule("stretch", ratio=max(ratio, 1.0) + 0.0001, longer="a")
    if abs(sleeve - cuff) <= FLAT:
        return SeamRule("ease", 0.0, FLAT, longer="a" if sleeve >= cuff else "b")
    return SeamRule("gather", ratio=ratio)
