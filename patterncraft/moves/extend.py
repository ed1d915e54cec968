"""Extend: a strip outside an edge, with its ends as they fold; the old edge stays as a line and is measured from still."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Final, Literal

from ..errors import MoveRefused
from ..handwork.corner_round import rounded
from ..handwork.extending import KINDS, As, Extended, Shape, extended
from ..handwork.fold_to_seam import plan_for
from ..handwork.joining import LAID_OVER, laid_over
from ..handwork.new_seam import NUMBER, unique_name
from ..handwork.reshaping import whole_run
from ..house import HouseRules, edge_word
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Seam, SeamRule, Stretch
from ..paper.sewn import neighbours, start_word
from ..paper.sound import assert_sound
from ..texts import NAME_LETTERS, last_words
from ..units import Unit, format_length
from ..working import Quantity, Sum, fine, length, note, notes, tell
from .move import Example, Group, Move, Outcome, slot_field

_AS = (
    ("button stand", "a button stand"),
    ("wrap", "a wrap"),
    ("facing", "a facing cut in one"),
    ("casing", "a casing"),
    ("hem", "a hem"),
    ("allowance", "an allowance"),
)
_SHAPES = (("parallel", "as wide all along"), ("tapered", "narrower to its end"), ("rounded", "with rounded corners"))
_LINE: Final[dict[As, str]] = {
    "button stand": "the line buttons stand on",
    "wrap": "the line that is laid on its like",
    "facing": "the line it is folded along",
    "casing": "the line it is folded along",
    "hem": "the line it is folded along",
    "allowance": "the stitching line",
}


class Extend(Move):
    """New paper beside the edge. What is measured from the old edge is measured from its line: a button stand is no part of the chest."""

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Extend an edge"
    key: ClassVar[str] = "e"
    sentence: ClassVar[str] = "Add {width} beside the {edge} of the {piece} as {as}, {shape}."
    synonyms: ClassVar[tuple[str, ...]] = (
        "button stand",
        "wrap",
        "overlap",
        "grown-on facing",
        "casing",
        "hem allowance",
        "placket",
    )
    example: ClassVar[Example | None] = Example(
        "bodice", {"piece": "front", "edge": "centre front", "width": 2.5, "as": "button stand"}
    )

    move: Literal["extend"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    edge: str = slot_field("edge", "Beside which edge?", "edge", "Edge", max_length=80)
    width: float = slot_field("width", "How wide?", "length", "Width", gt=0, le=60, unit="cm")
    used_as: As = slot_field("as", "What is it?", "choice", "As", alias="as", choices=_AS)
    shape: Shape = slot_field("shape", "In which shape?", "choice", "Shape", "parallel", choices=_SHAPES)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "piece": self.piece,
            "edge": self.edge,
            "width": format_length(self.width, unit),
            "as": dict(_AS)[self.used_as],
            "shape": dict(_SHAPES)[self.shape],
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the edge; MoveRefused where it is broken by a dart, or so wide a strip has no room."""
        hand = take_up(pattern, self.piece)
        piece = hand.piece(self.piece)
        run = whole_run(piece, self.edge, "edge")
        was = piece.outline[run.first].kind
        if was == "fold":
            piece = replace(piece, cut=plan_for(piece, "opening", "fold"))
        names = self._names(piece, pattern)
        done = extended(piece, run, self.width, self.used_as, self.shape, names)
        after = self._rounded(done) if self.shape == "rounded" else done.piece
        after = assert_sound(after, "Make it narrower.")
        if laid_over(after) > LAID_OVER:
            raise MoveRefused("the strip would lie on other paper of the piece.", self.piece, "Make it narrower.", "width")
        gone = pattern.seams_of(self.piece, self.edge)
        ends, met = self._ends(pattern, after, [e for e in done.ends if _is_sewn(after, e)], gone)
        dropped = [*(s for s in gone if not pattern.seam(s).b), *met]
        followed = lay_down(hand, [after], seams=ends, dropped=dropped, given_up=gone, changed=gone)
        lines = [
            Sum(f"{done.outer.capitalize()}, its outer edge", fine(sum(e.length for e in after.outline if e.name == done.outer))),
            Sum("New paper", Quantity(after.paper.new - hand.piece(self.piece).paper.new, "area")),
            tell(f"The {self.edge} is {_LINE[self.used_as]} now; what is measured from it is measured from there still."),
        ]
        if was == "fold":
            lines.append(tell("It was on the fold: cut two, one mirrored."))
        if KINDS[self.used_as] == "raw":
            lines.append(tell("It is cut as it stands: no allowance is added to it again."))
        if self.used_as in ("button stand", "wrap"):
            lines.append(Sum("The two halves lie over each other by", length(2 * self.width), "2 × {}", (length(self.width),)))
        if not piece.outline[run.first].path.is_ruled:
            lines.append(note("The edge is bent: a wide strip folded back along it does not lie flat."))
        return Outcome(followed.pattern, (*lines, *notes(followed.told)))

    def _ends(self, pattern: Pattern, after: Piece, edges: list[str], gone: list[str]) -> tuple[list[Seam], list[str]]:
        """Seams of the strip's ends. Where the sheet that is sewn on beside has such a strip already, as a casing round front and back, they are sewn to each other
        as the edges are that they run on from; and its own seam that was free till now, by name."""
        seams: list[Seam] = []
        met: list[str] = []
        was = neighbours(pattern.piece(self.piece), self.edge)
        for e in edges:
            beyond = next((x for x in neighbours(after, e) if x in was), "")
            other = next((p for p in _sewn_beside(pattern, self.piece, beyond) if e in pattern.piece(p).edge_names), None)
            free = [s for s in pattern.seams_of(other, e) if pattern.seam(s).rule.kind == "free"] if other else []
            taken = [s.name for s in (*pattern.seams, *seams) if s.name not in (*met, *gone, *free)]
            if other and free:
                start = start_word(after, e, neighbours(after, e)[1] == beyond)
                theirs = pattern.piece(other)
                there = start_word(theirs, e, edge_word(neighbours(theirs, e)[1]) == edge_word(beyond))
                own = (Stretch(self.piece, e, start),)
                seams.append(Seam(unique_name(e, taken), (Stretch(other, e, there),), own, SeamRule("equal")))
                met += free
            else:
                seams.append(Seam(unique_name(e, taken), (Stretch(self.piece, e),), (), SeamRule("free")))
        return seams, met

    def _names(self, piece: Piece, pattern: Pattern) -> tuple[str, str, str]:
        run = whole_run(piece, self.edge, "edge")
        taken = [*piece.edge_names, *(s.name for s in pattern.seams)]
        plain = f"{self.edge} allowance" if self.used_as == "allowance" else self.used_as
        outer = unique_name(plain if plain not in taken else f"{plain} edge", taken)
        # Its ends are cut and allowed for as the edges that they run on from.
        first, last = (last_words(f"{outer} {piece.outline[k].name}", NAME_LETTERS - NUMBER) for k in (run.before, run.after))
        return outer, first, last if last != first else f"{last} 2"

    def _rounded(self, done: Extended) -> Piece:
        """Both outer corners rounded, by half its width."""
        piece = done.piece
        for end in done.ends:
            n = len(piece.outline)
            k = next(i for i, e in enumerate(piece.outline) if {e.name, piece.outline[(i - 1) % n].name} == {done.outer, end})
            piece = rounded(piece, k, 0.6 * self.width, "width")
        return piece


def _sewn_beside(pattern: Pattern, piece: str, edge: str) -> list[str]:
    """The pieces that an edge is sewn to."""
    found = []
    for s in pattern.seams:
        for own, other in ((s.a, s.b), (s.b, s.a)):
            if any((x.piece, x.edge) == (piece, edge) for x in own):
                found += [x.piece for x in other if x.piece != piece]
    return found


def _is_sewn(piece: Piece, edge: str) -> bool:
    """Whether a strip's end is a seam: finished with what the piece's own edge beside it is sewn to, and free until that is made."""
    return any(e.name == edge and e.kind == "seam" for e in piece.outline)
