"""Off-shoulder: a bodice cut off below the shoulders, with sleeves that share its top."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..drafting.construction import Construction
from ..drafting.off_shoulder_line import body_line, sleeve_sides
from ..errors import MoveRefused
from ..geometry.path import Path, straight
from ..handwork.reshaping import whole_run
from ..house import HouseRules
from ..paper.draw import redraw
from ..paper.edge import Edge, on_new_paper
from ..paper.follow import lay_down, take_up
from ..paper.nearest import nearest_spot
from ..paper.part import open_corner
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DrawnLine, Grain, Piece
from ..paper.seam import Notch, Seam, SeamRule, Stretch
from ..paper.sewn import Spot, neighbours, point_of, run_of
from ..paper.sound import assert_sound
from ..parts.body_cut import Corner, refuse_with_sleeve
from ..parts.part import piece_names, seam_names
from ..parts.wearer import at_hand
from ..tolerances import SNAP
from ..units import INCH, Unit, format_length
from ..working import Sum, fine, length, note
from .as_drawn import upright
from .move import Example, Group, Move, Outcome, slot_field

GONE = ("neckline", "shoulder", "armhole")
"""Edges of a bodice that an off-shoulder one has not any more."""
EASE = 5.0
"""cm round the upper arm (common practice, no source)."""


class OffShoulder(Move):
    """What goes round both shoulders is shared out: front and back so wide at the top, the rest for both sleeves. The body is cut off along its top and a
    hollow line to the underarm; the sleeve's sides are that line, turned over."""

    group: ClassVar[Group] = "Cut"
    title: ClassVar[str] = "Off the shoulder"
    key: ClassVar[str] = "o"
    sentence: ClassVar[str] = (
        "Cut the {front} and the {back} off the shoulder, {neck_width} wide at the top, {depth} below the shoulder, sleeves {length} long{round}."
    )
    synonyms: ClassVar[tuple[str, ...]] = ("off-shoulder top", "bardot", "peasant blouse", "carmen")
    example: ClassVar[Example | None] = Example(
        "bodice", {"neck_width": 24.0, "depth": 9.0, "round_shoulder": 100.0, "length": 20.0}
    )

    move: Literal["off_shoulder"]
    front: str = slot_field("front", "Which front?", "piece", "Front", "front", max_length=80)
    back: str = slot_field("back", "Which back?", "piece", "Back", "back", max_length=80)
    neck_width: float = slot_field(
        "neck_width", "How wide is the top, front and back each?", "length", "Top, each", 8 * INCH, ge=5, le=80, unit="cm"
    )
    depth: float = slot_field(
        "depth", "How far below the shoulder's tip?", "length", "Below the shoulder", 4 * INCH, ge=1, le=30, unit="cm"
    )
    length: float = slot_field(
        "length", "How long are the sleeves below the arm?", "length", "Sleeve below the arm", 18.0, ge=2, le=80, unit="cm"
    )
    round_shoulder: float | None = slot_field(
        "round", "How much goes round both shoulders?", "lengths", "Round both shoulders", None, ge=40, le=250, unit="cm"
    )
    width: float | None = slot_field(
        "round", "How much goes round both shoulders?", "lengths", "Round the upper arm", None, ge=15, le=120, unit="cm"
    )

    def pieces_named(self) -> tuple[str, ...]:
        """Both bodies."""
        return (self.front, self.back)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        said = [
            f"{format_length(x, unit)} round {word}"
            for x, word in ((self.round_shoulder, "both shoulders"), (self.width, "the arm"))
            if x
        ]
        return {
            "front": self.front,
            "back": self.back,
            "neck_width": format_length(self.neck_width, unit),
            "depth": format_length(self.depth, unit),
            "length": format_length(self.length, unit),
            "round": f", {', '.join(said)}" if said else ", as measured",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadMeasure for what nobody measured; MoveRefused where nothing is left for the sleeves, or a dart opens in the way."""
        return upright(self._worked, pattern, rules)

    def _worked(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        whole, told = at_hand(pattern, "round_shoulder_girth", self.round_shoulder, "round_shoulder")
        if self.width is None:
            girth, _ = at_hand(pattern, "upper_arm_girth", None, "width")
            arm = girth + EASE
        else:
            arm = self.width
        top = (whole - 2 * self.neck_width) / 2
        if top < 5:
            raise MoveRefused(
                f"front and back of {self.neck_width:.1f} cm each leave {max(2 * top, 0.0):.1f} of {whole:.1f} cm for the sleeves.",
                "the sleeves",
                "Make the top narrower.",
                "neck_width",
            )
        names = seam_names(pattern, ("front armhole", "back armhole"))
        table, lines = pattern, {}
        for name, edge, word in ((self.front, names[0], "front"), (self.back, names[1], "back")):
            table, lines[word] = self._cut(table, rules, name, edge, word)
        pencil = Construction()
        sleeve = self._sleeve(pattern, lines["front"], lines["back"], top, arm, names, pencil)
        after = self._sewn(table, sleeve, names)
        sums = (
            told,
            Sum("Left for both sleeves", length(2 * top), "{} − 2 × {}", (length(whole), length(self.neck_width))),
            Sum("Each sleeve's top", length(top)),
            Sum("Round the arm", length(arm)),
            Sum("Front line to the underarm", fine(lines["front"].length)),
            Sum("Back line to the underarm", fine(lines["back"].length)),
            *self._too_tight(pattern, whole),
        )
        return Outcome(after, sums, stages=tuple(pencil.stages))

    def _too_tight(self, pattern: Pattern, whole: float) -> tuple[Sum, ...]:
        """A top that is told shorter than the body is round there lies on it only if it gives."""
        body = pattern.wearer.get("round_shoulder_girth", 0.0)
        if whole > body - SNAP:
            return ()
        return (
            note(
                f"Both shoulders are {body:.1f} cm round: {body - whole:.1f} cm are missing. Make it longer, or of what stretches."
            ),
        )

    def _cut(self, pattern: Pattern, rules: HouseRules, name: str, edge: str, word: str) -> tuple[Pattern, Path]:
        """The body cut off along its top and the line to the underarm; that line, from the top to the underarm."""
        piece = pattern.piece(name)
        refuse_with_sleeve(pattern, name, word)
        under, tip = Corner(piece, "armhole", "side", word), Corner(piece, "armhole", "shoulder", word)
        whole_run(piece, "armhole", word)
        centre = next((e for e in piece.outline if e.is_called_centre), None)
        if centre is None:
            raise MoveRefused("it has no centre to measure from.", name, "Choose a bodice.", word)
        level = tip.point.imag + self.depth
        out = 1.0 if under.point.real > centre.path.start.real else -1.0
        start = complex(centre.path.start.real, level)
        corner = start + out * self.neck_width / 2
        if level > under.point.imag - 3:
            raise MoveRefused(
                f"the top edge would lie {max(under.point.imag - level, 0.0):.1f} cm above the underarm.",
                name,
                "Take it less far down.",
                "depth",
            )
        if abs(corner - start) > abs(under.point.real - start.real) - 2:
            raise MoveRefused("it would be wider at the top than under the arm.", name, "Make the top narrower.", "neck_width")
        spot = nearest_spot(piece, start, [centre.name])
        if abs(point_of(piece, spot) - start) > 0.05:
            raise MoveRefused("its centre does not reach so high.", name, "Take the top edge farther down.", "depth")
        line = body_line(corner, under.point)
        return self._redrawn(pattern, piece, spot, under.point, straight(start, corner), line, edge), line

    def _redrawn(self, pattern: Pattern, piece: Piece, at: Spot, under: complex, top: Path, line: Path, edge: str) -> Pattern:
        """The body with its top and its line to the underarm in the place of centre, neckline, shoulder and armhole above them."""
        hand = take_up(pattern, piece.name)
        opened, corner = open_corner(hand.piece(piece.name), at)
        n = len(opened.outline)
        arm = run_of(opened, "armhole")
        # From the centre up and over the shoulder to the underarm, or the other way round, as the outline runs.
        forward = abs(opened.outline[arm[-1]].path.end - under) < 1e-6
        new = (on_new_paper("neckline", "seam", top), on_new_paper(edge, "seam", line))
        if forward:
            drawn = redraw(opened, corner, (arm[-1] + 1 - corner) % n, new)
        else:
            first = arm[0]
            drawn = redraw(opened, first, (corner - first) % n, tuple(e.with_path(e.path.reversed()) for e in reversed(new)))
        drawn = assert_sound(drawn, "Make the top narrower, or take it less far down.")
        gone = [s.name for s in pattern.seams if any(x.piece == piece.name and x.edge in GONE for x in s.a + s.b)]
        waiting = [s for s in gone if not pattern.seam(s).b]
        return lay_down(hand, [drawn], changed=gone, dropped=waiting, given_up=waiting).pattern

    def _sleeve(
        self, pattern: Pattern, front: Path, back: Path, top: float, arm: float, names: list[str], pencil: Construction
    ) -> Piece:
        found = sleeve_sides(front, back, top, arm)
        if found is None:
            raise MoveRefused(
                f"a sleeve {arm:.1f} cm round and {top:.1f} at its top does not reach the underarm.",
                "the sleeve",
                "Make it narrower, or the top.",
                "width",
            )
        right, left = found
        foot = max(right.end.imag, left.end.imag) + self.length
        (name,) = piece_names(pattern, ("sleeve",))
        a, b = complex(right.end.real, foot), complex(left.end.real, foot)
        outline = (
            Edge("neckline", "seam", straight(left.start, right.start)),
            Edge(names[0], "seam", right),
            Edge("front underarm", "seam", straight(right.end, a)),
            Edge("hem", "hem", straight(a, b)),
            Edge("back underarm", "seam", straight(b, left.end)),
            Edge(names[1], "seam", left.reversed()),
        )
        piece = Piece(
            name,
            outline,
            lines=(DrawnLine("biceps", straight(left.end, right.end)),),
            grain=Grain(complex(0, 2), complex(0, foot - 2)),
            cut=CutPlan(2, False, True),
        )
        pencil.draw(
            name,
            "The sleeve's top; the body's line to the underarm, turned over, to either side; half its width at the underarm.",
            Sum("Top", length(top)),
            Sum("Round the arm", length(arm)),
            paths=tuple(e.path for e in outline),
        )
        return assert_sound(piece, "Make the sleeve wider.")

    def _sewn(self, table: Pattern, sleeve: Piece, names: list[str]) -> Pattern:
        (underarm,) = seam_names(table, ("underarm",))
        (neck,) = seam_names(replace(table, seams=tuple(s for s in table.seams if s.name != "neckline")), ("neckline",))
        seams = [s for s in table.seams if s.name != neck]
        notches = [n for n in table.notches if n.seam != neck]
        for word, edge, body in (("front", names[0], self.front), ("back", names[1], self.back)):
            seams.append(
                Seam(edge, (Stretch(sleeve.name, edge, "neckline"),), (Stretch(body, edge, "neckline"),), SeamRule("equal"))
            )
            at = 0.6 * sum(e.length for e in sleeve.outline if e.name == edge)
            notches.append(Notch(edge, edge, "single" if word == "front" else "double", at, at))
        lengths = [sum(e.length for e in sleeve.outline if e.name == f"{w} underarm") for w in ("front", "back")]
        rule = (
            SeamRule("equal")
            if abs(lengths[0] - lengths[1]) < 0.05
            else SeamRule("ease", 0.0, abs(lengths[0] - lengths[1]) + 0.1, longer="a" if lengths[0] > lengths[1] else "b")
        )
        seams.append(
            Seam(underarm, (Stretch(sleeve.name, "front underarm", "hem"),), (Stretch(sleeve.name, "back underarm", "hem"),), rule)
        )
        first = next(e for e in neighbours(table.piece(self.front), "neckline") if e != names[0])
        side = (
            Stretch(self.front, "neckline", first),
            Stretch(sleeve.name, "neckline", names[0]),
            Stretch(self.back, "neckline", names[1]),
        )
        after = replace(table, pieces=(*table.pieces, sleeve), seams=tuple(seams), notches=tuple(notches))
        held = Seam(neck, side, (), SeamRule("hold", length=after.side_length(side)))
        return replace(after, seams=(*after.seams, held))
