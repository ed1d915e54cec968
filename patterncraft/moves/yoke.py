"""Yoke: cut off below an edge, its darts closed; hip yoke, shoulder yoke, neck yoke."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Any, ClassVar, Literal

from pydantic import Discriminator, Tag

from ..errors import BadSetting, MoveRefused
from ..handwork.centre import planned_without_fold, with_grain_of
from ..handwork.cutting import cut_piece
from ..handwork.new_seam import cut_notches, seam_between, unique_name
from ..handwork.smoothing import smooth_edge
from ..handwork.yoke_cut import YokeCut, darts_below, yoke_cut
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Notch, Seam, SeamRule
from ..paper.sewn import sewn_length
from ..paper.sound import assert_sound
from ..places.line import Line, line_on, line_words
from ..units import Unit, format_length
from ..working import Sum, fine, length, note, notes, tell
from .convert_dart import ConvertDart
from .move import Example, Group, Move, Outcome, Remark, known, slot_field

Form = Literal["parallel", "straight", "sweetheart"]
_FORMS = (("parallel", "parallel to it"), ("straight", "straight"), ("sweetheart", "as a sweetheart"))
_BELOW = (("ease", "eased in"), ("gather", "gathered in"), ("dart", "left as darts"))
HIPS = ("waist", "hip")


def _kind(value: Any) -> str:
    return "Form" if isinstance(value, str) and value in dict(_FORMS) else "Line"


YokeShape = Annotated[Annotated[Form, Tag("Form")] | Annotated[Line, Tag("Line")], Discriminator(_kind)]
"""One of the shapes by name, or a line, drawn or through places."""


class Yoke(Move):
    """Above the line the darts are taped shut and the edges made fair; what is left of them below is eased or gathered in. The lower part
    keeps its piece's name, the upper is its yoke."""

    group: ClassVar[Group] = "Cut"
    title: ClassVar[str] = "Yoke"
    key: ClassVar[str] = "y"
    sentence: ClassVar[str] = (
        "Cut a yoke off the {edge} of the {pieces}, {depth} deep, {shape}, what is left of the darts below {below}, with a seam {seam}."
    )
    synonyms: ClassVar[tuple[str, ...]] = ("hip yoke", "shoulder yoke", "back yoke", "basque", "yoke skirt")
    example: ClassVar[Example | None] = Example("skirt", {"pieces": ["skirt front"], "edge": "waist", "depth": 7.6})

    move: Literal["yoke"]
    pieces: tuple[str, ...] = slot_field("pieces", "Which pieces?", "pieces", "Pieces", min_length=1, max_length=20)
    edge: str = slot_field("edge", "Below which edge?", "edge", "Edge", max_length=80)
    depth: float = slot_field("depth", "How deep?", "length", "Depth", gt=0, le=60, unit="cm")
    shape: YokeShape = slot_field("shape", "In which shape?", "shape or line", "Shape", "parallel", choices=_FORMS)
    below: Literal["ease", "gather", "dart"] = slot_field(
        "below", "What becomes of the darts below it?", "choice", "Darts below", "ease", choices=_BELOW
    )
    seam: str | None = slot_field("seam", "What is the seam called?", "name", "Name of the seam", None, min_length=1, max_length=80)

    def pieces_named(self) -> tuple[str, ...]:
        """See Move."""
        return self.pieces

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        known_forms = dict(_FORMS)
        if isinstance(self.shape, str) and self.shape in known_forms:
            shape = known_forms[self.shape]
        else:
            shape = line_words(self.shape, known(pattern, self.pieces[0]), unit)
        return {
            "pieces": " and ".join(self.pieces),
            "edge": self.edge,
            "depth": format_length(self.depth, unit),
            "shape": shape,
            "below": dict(_BELOW)[self.below],
            "seam": f"“{self.seam}”" if self.seam else "between them",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the edge; MoveRefused where a piece is not so deep, or the line cannot be cut."""
        names = list(dict.fromkeys(self.pieces))
        hand = take_up(pattern, *names)
        worked: list[Piece] = []
        seams: list[Seam] = []
        notches: list[Notch] = []
        working: list[Sum] = []
        remarks: list[Remark] = []
        taken = [s.name for s in pattern.seams]
        for name in names:
            whole = hand.piece(name)
            seam = self._seam_name(name, [*taken, *whole.edge_names])
            taken.append(seam)
            upper_name = unique_name(f"{name} yoke", [p.name for p in pattern.pieces])
            cut = self._cut(whole, pattern, seam)
            upper, worst = self._faired(cut.upper, seam)
            upper = with_grain_of(planned_without_fold(replace(upper, name=upper_name)), whole)
            lower = with_grain_of(planned_without_fold(replace(cut.lower, name=name)), whole)
            upper, lower = (assert_sound(p, "Make it less deep.") for p in (upper, lower))
            worked += [upper, lower]
            new = seam_between(seam, upper, lower, seam)
            longer = sewn_length(upper, seam) - sewn_length(lower, seam)
            if longer > rules.sewing_tolerance:
                new = replace(new, rule=SeamRule("ease", 0.0, longer, longer="a"))
            seams.append(new)
            size = sewn_length(lower, seam)
            notches += cut_notches(pattern, seam, size, (), "back" in name)
            working += self._working(whole, cut, upper, lower, seam, worst)
            if longer > rules.sewing_tolerance:
                working.append(_stands_off(longer))
                remarks.append(Remark("yoke-deep", working[-1].label, upper_name, seam, seam, longer, rules.sewing_tolerance))
        if self.depth > rules.hip_yoke and self.edge in HIPS:
            working.append(
                note(f"A hip yoke deeper than {rules.hip_yoke:.1f} cm passes the darts' points: it does not lie flat over the hip.")
            )
            over = self.depth - rules.hip_yoke
            remarks.append(Remark("yoke-deep", working[-1].label, f"{names[0]} yoke", self.edge, "", over, rules.hip_yoke))
        followed = lay_down(hand, worked, seams=seams, notches=notches)
        after, more = self._tips_taken_in(followed.pattern, seams, rules)
        return Outcome(after, (*working, *more, *notes(followed.told)), remarks=tuple(remarks))

    def _seam_name(self, piece: str, taken: list[str]) -> str:
        if self.seam is not None and len(self.pieces) == 1:
            if self.seam in taken:
                raise BadSetting(
                    f"there is already a seam or an edge called “{self.seam}”.", piece, "Give the new seam another name.", "seam"
                )
            return self.seam
        return unique_name(f"{piece} {self.seam}" if self.seam else f"{piece} yoke line", taken)

    def _cut(self, whole: Piece, pattern: Pattern, seam: str) -> YokeCut:
        if isinstance(self.shape, str) and self.shape in dict(_FORMS):
            return yoke_cut(whole, self.edge, self.depth, self.shape, seam)
        line = line_on(self.shape, whole, pattern, "shape", bare="curve")
        cut = cut_piece(whole, line, seam, "shape")
        upper = next((p for p in (cut.first, cut.second) if self.edge in p.edge_names), None)
        if upper is None:
            raise MoveRefused(f"no part of the {self.edge} is above that line.", whole.name, "Move the line.", "shape")
        lower = cut.second if upper is cut.first else cut.first
        return YokeCut(upper, lower, cut.closed)

    def _faired(self, upper: Piece, seam: str) -> tuple[Piece, float]:
        """Both broken edges of the yoke as fair curves, as long as they were; by how much they moved at most."""
        worst = 0.0
        for edge in (self.edge, seam):
            if edge in upper.edge_names:
                done = smooth_edge(upper, edge, keep_length=True)
                upper, worst = done.piece, max(worst, done.cut_off, done.added)
        return upper, worst

    def _working(self, whole: Piece, cut: YokeCut, upper: Piece, lower: Piece, seam: str, worst: float) -> list[Sum]:
        lines = [
            Sum(
                f"{upper.name.capitalize()}: {self.edge}, before = now",
                fine(sewn_length(upper, self.edge)),
                "{}",
                (fine(sewn_length(whole, self.edge)),),
            ),
            Sum(
                f"{seam.capitalize()}: on the yoke, below it",
                None,
                "{}, {}",
                (fine(sewn_length(upper, seam)), fine(sewn_length(lower, seam))),
            ),
        ]
        lines += [tell(f"The {name} is closed in the yoke.") for name in cut.closed]
        if worst > 1e-3:
            lines.append(Sum("Making the yoke's edges fair moved them by at most", length(worst)))
        return lines

    def _tips_taken_in(self, pattern: Pattern, seams: list[Seam], rules: HouseRules) -> tuple[Pattern, list[Sum]]:
        """What is left of the darts below the yoke, as fullness of its seam; a dart too large to be eased stays one, and that is said."""
        lines: list[Sum] = []
        for seam in seams:
            piece = seam.b[0].piece
            stay: list[complex] = []
            # One by one: with each that goes, the others may be called otherwise.
            while left := [d for d in darts_below(pattern.piece(piece), seam.name) if d.pivot not in stay]:
                dart = left[0]
                if self.below != "dart":
                    step = ConvertDart(move="convert_dart", piece=piece, dart=dart.name, into=self.below)
                    try:
                        done = step.apply(pattern, rules)
                    except MoveRefused as e:
                        lines.append(note(f"Below the yoke the {dart.name} of the {piece} stays a dart: {e.message}"))
                    else:
                        pattern = done.pattern
                        lines += done.working
                        continue
                else:
                    lines.append(tell(f"Below the yoke the {dart.name} of the {piece} is left."))
                stay.append(dart.pivot)
        return pattern, lines


def _stands_off(by: float) -> Sum:
    return note(
        f"It reaches below the point of a dart: closed there, its lower edge is {by:.1f} cm longer than what it is sewn to, and stands off by "
        "so much."
    )
