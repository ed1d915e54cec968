"""Raglan: sleeve and shoulder in one, for any bodice; the lower curve is the body's, turned over."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..drafting.construction import Construction
from ..drafting.raglan_parts import HalfSleeve, mirrored_up, turned_sleeve
from ..errors import MoveRefused, PatternError
from ..geometry.fair import fair_curve
from ..geometry.path import Path, chain, straight
from ..geometry.transform import turn_over
from ..handwork.reshaping import stroke_of, whole_run
from ..house import HouseRules
from ..paper.edge import Edge
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DrawnLine, Grain, Piece
from ..paper.seam import Notch, Seam, SeamRule, Side, Stretch
from ..paper.sewn import Spot, neighbours
from ..paper.sound import assert_sound
from ..parts.body_cut import Corner, cut_away, refuse_with_sleeve
from ..parts.part import piece_names, seam_names
from ..parts.renaming import edges_called
from ..parts.wearer import at_hand
from ..units import INCH, Unit, format_length
from ..working import Sum, fine, length, note
from .move import Example, Group, Move, Outcome, slot_field

LOWER = 0.33
"""Share of the armhole, from the underarm up, that the raglan seam follows: there the line runs into it."""
EASE = 2 * INCH
"""cm round the upper arm (common practice, no source)."""


class Raglan(Move):
    """From the neckline to the underarm the body is cut off along a softened S; the sleeve lies on the shoulder line, which runs on to the wrist, and its
    seams are the body's: their upper part copied, their lower part turned over."""

    group: ClassVar[Group] = "Cut"
    title: ClassVar[str] = "Raglan"
    key: ClassVar[str] = "r"
    sentence: ClassVar[str] = (
        "Cut the {front} and the {back} as a raglan, from {neck_front} and {neck_back} down the neckline, with a sleeve {length}{width}{soft}."
    )
    synonyms: ClassVar[tuple[str, ...]] = ("raglan sleeve", "raglan line", "baseball sleeve")
    example: ClassVar[Example | None] = Example("bodice", {"neck_front": 4.0, "neck_back": 3.0, "length": 40.0})

    move: Literal["raglan"]
    front: str = slot_field("front", "Which front?", "piece", "Front", "front", max_length=80)
    back: str = slot_field("back", "Which back?", "piece", "Back", "back", max_length=80)
    neck_front: float = slot_field(
        "neck_front", "How far down the front neckline?", "length", "Down the front neckline", 2 * INCH, ge=0.5, le=20, unit="cm"
    )
    neck_back: float = slot_field(
        "neck_back", "How far down the back neckline?", "length", "Down the back neckline", 1.25 * INCH, ge=0.5, le=20, unit="cm"
    )
    length: float | None = slot_field(
        "length", "How long is the sleeve, from the shoulder's tip?", "length", "Sleeve", None, ge=5, le=100, unit="cm"
    )
    width: float | None = slot_field(
        "width", "How wide under the arm?", "length", "Round the upper arm", None, ge=15, le=90, unit="cm"
    )
    soft: float = slot_field("soft", "How soft is its curve?", "lengths", "Curve", 1.2, ge=0, le=4, unit="cm")
    inverted: bool = slot_field(
        "soft",
        "How soft is its curve?",
        "lengths",
        "Curved",
        False,
        choices=(("true", "hollow above"), ("false", "full above")),
    )

    def pieces_named(self) -> tuple[str, ...]:
        """Both bodies."""
        return (self.front, self.back)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "front": self.front,
            "back": self.back,
            "neck_front": format_length(self.neck_front, unit),
            "neck_back": format_length(self.neck_back, unit),
            "length": f"{format_length(self.length, unit)} long" if self.length else "as long as the arm",
            "width": f", {format_length(self.width, unit)} round the arm" if self.width else ", as wide as the arm and its ease",
            "soft": self._curve(unit),
        }

    def _curve(self, unit: Unit) -> str:
        if not self.soft:
            return ", straight above"
        return f", {'hollow' if self.inverted else 'full'} above by {format_length(self.soft, unit)}"

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadMeasure for an arm nobody measured; MoveRefused where a dart opens in the way, or the sleeve does not meet the line."""
        arm, arm_told = at_hand(pattern, "arm_length", self.length, "length")
        if self.width is None:
            girth, _ = at_hand(pattern, "upper_arm_girth", None, "width")
            wide, wide_told = (
                girth + EASE,
                Sum("Round the upper arm", length(girth + EASE), "{} + {}", (length(girth), length(EASE))),
            )
        else:
            wide, wide_told = self.width, Sum("Round the upper arm, as typed", length(self.width))
        pencil = Construction()
        halves: dict[str, HalfSleeve] = {}
        shoulder = 0.0
        table = pattern
        names = seam_names(pattern, ("front raglan", "back raglan"))
        for name, down, edge, word in (
            (self.front, self.neck_front, names[0], "front"),
            (self.back, self.neck_back, names[1], "back"),
        ):
            table, halves[word], own = self._cut(table, rules, name, down, edge, wide / 2, word)
            shoulder = max(shoulder, own)
        sleeve = self._sleeve(pattern, halves["back"], halves["front"], wide / 2, shoulder + arm, names, pencil)
        after = self._sewn(pattern, table, sleeve, names)
        lines = [
            arm_told,
            wide_told,
            Sum("From the neck point", length(shoulder + arm), "{} + {}", (length(shoulder), length(arm))),
            Sum("Front raglan line", fine(halves["front"].raglan.length)),
            Sum("Back raglan line", fine(halves["back"].raglan.length)),
            note("The lower part of each line is turned over: try the sleeve in a toile, the arm forward."),
        ]
        return Outcome(after, tuple(lines), stages=tuple(pencil.stages))

    def _cut(
        self, pattern: Pattern, rules: HouseRules, name: str, down: float, edge: str, half: float, word: str
    ) -> tuple[Pattern, HalfSleeve, float]:
        """The body cut off along its raglan line; the half sleeve that belongs to it; the shoulder's length."""
        piece = pattern.piece(name)
        refuse_with_sleeve(pattern, name, word)
        under, point = Corner(piece, "armhole", "side", word), Corner(piece, "neckline", "shoulder", word)
        neck_run, shoulder_run = (whole_run(piece, e, word) for e in ("neckline", "shoulder"))
        arm_run = whole_run(piece, "armhole", word)
        neckline, shoulder = stroke_of(piece, neck_run).path, stroke_of(piece, shoulder_run).path
        if down > neckline.length - 1.0:
            raise MoveRefused(
                f"half its neckline is {neckline.length:.1f} cm long.",
                name,
                f"Begin the line at most {max(neckline.length - 1, 0.5):.1f} cm down.",
                "neck_front" if word == "front" else "neck_back",
            )
        at_end = point.at_end["neckline"]
        along = neckline.length - down if at_end else down
        start = neckline.at(along)
        outward = 1.0 if under.point.real >= start.real else -1.0
        armhole = stroke_of(piece, arm_run).path
        low = armhole if abs(armhole.end - under.point) < 1e-6 else armhole.reversed()
        spot = (
            Spot(neck_run.first, along)
            if neck_run.parts == 1
            else Spot(neck_run.first, min(along, piece.outline[neck_run.first].length))
        )
        if arm_run.parts != 1:
            raise MoveRefused("its armhole lies in several parts.", name, "Close what opens in it first.", word)
        softness = self.soft * (-1 if self.inverted else 1) * (1 if word == "front" else 0.8) * outward
        upper, joint, cut = self._cut_soft(pattern, rules, name, start, low, spot, (arm_run.first, low is armhole), edge, softness)
        line = upper.then(low.cut(joint)[1])
        after = _as_one_edge(cut, name, edge)
        parts = neckline.cut(along)
        beside = parts[1].reversed() if at_end else parts[0]
        away = shoulder if abs(shoulder.start - point.point) < 1e-6 else shoulder.reversed()
        way = (away.end - away.start) / abs(away.end - away.start)
        if outward < 0:
            beside, line, way = (_over(beside), _over(line), complex(-way.real, way.imag))
            corner = complex(-point.point.real, point.point.imag)
        else:
            corner = point.point
        found = turned_sleeve(beside, line, corner, way, half)
        if found is None:
            raise MoveRefused(
                f"a sleeve {2 * half:.1f} cm round does not meet its raglan line.",
                name,
                "Lower the armhole, or make the sleeve wider.",
                "width",
            )
        return after, found, shoulder.length

    def _cut_soft(
        self,
        pattern: Pattern,
        rules: HouseRules,
        name: str,
        start: complex,
        armhole: Path,
        spot: Spot,
        on: tuple[int, bool],
        edge: str,
        soft: float,
    ) -> tuple[Path, float, Pattern]:
        """The line from the neckline to where it runs into the armhole, how far along that is from the tip, and the body cut off along it. Where so soft a
        line would leave the paper it is drawn straighter, or runs in elsewhere. ``on``: number of the armhole's edge, and whether it runs down."""
        refusal: PatternError | None = None
        for lower in (LOWER, 0.22, 0.5, 0.65):
            joint = armhole.length * (1 - lower)
            z, arriving = armhole.stand_at(joint)
            there = Spot(on[0], joint if on[1] else armhole.length - joint)
            chord = z - start
            for share in (1.0, 0.5, 0.0, -0.5):
                bulge = start + 0.45 * chord + chord / abs(chord) * -1j * soft * share
                upper = fair_curve([start, bulge, z], None, arriving)
                try:
                    return upper, joint, cut_away(pattern, rules, name, upper, (spot, there), edge)
                except PatternError as e:
                    refusal = refusal or e
        raise MoveRefused(
            f"its raglan line {refusal.message.removeprefix('the line ') if refusal else 'cannot be cut.'}",
            name,
            "Close what opens in its way, or begin the line farther down the neckline.",
            "soft",
        )

    def _sleeve(
        self,
        pattern: Pattern,
        back: HalfSleeve,
        front: HalfSleeve,
        half: float,
        long: float,
        names: list[str],
        pencil: Construction,
    ) -> Piece:
        under = long - 0.5 * (front.underarm.real + back.underarm.real)
        if under < 2:
            raise MoveRefused("so short it ends above the underarm.", "the sleeve", "Make it longer.", "length")
        ends = {"front": complex(front.underarm.real + under, half), "back": complex(back.underarm.real + under, half)}
        (name,) = piece_names(pattern, ("sleeve",))
        outline = (
            Edge("neckline", "seam", chain([front.neck.reversed(), mirrored_up(back.neck)])),
            Edge(names[1], "seam", mirrored_up(back.raglan)),
            Edge("back underarm", "seam", mirrored_up(straight(back.underarm, ends["back"]))),
            Edge(
                "hem",
                "hem",
                chain([mirrored_up(straight(ends["back"], complex(long, 0))), straight(complex(long, 0), ends["front"])]),
            ),
            Edge("front underarm", "seam", straight(ends["front"], front.underarm)),
            Edge(names[0], "seam", front.raglan.reversed()),
        )
        piece = Piece(
            name,
            outline,
            lines=(DrawnLine("shoulder line", straight(0j, complex(long, 0))),),
            grain=Grain(complex(long * 0.35, 0), complex(long * 0.9, 0)),
            cut=CutPlan(2, False, True),
        )
        pencil.draw(
            name,
            "Both halves laid along the shoulder line, which runs on to the wrist; the lower part of each raglan line turned over.",
            Sum("Half the width", length(half)),
            Sum("From the neck point", length(long)),
            paths=tuple(e.path for e in outline),
        )
        return assert_sound(piece, "Make the sleeve wider, or the line softer.")

    def _sewn(self, before: Pattern, table: Pattern, sleeve: Piece, names: list[str]) -> Pattern:
        """The sleeve sewn to both bodies, to itself, and into the neckline between them."""
        (underarm,) = seam_names(table, ("underarm",))
        seams = [s for s in table.seams if s.name not in names]
        notches = [n for n in table.notches if n.seam not in names]
        for word, edge, body in (("front", names[0], self.front), ("back", names[1], self.back)):
            piece = table.piece(body)
            start = next(e for e in neighbours(piece, edge) if e.endswith("neckline"))
            seams.append(Seam(edge, (Stretch(sleeve.name, edge, "neckline"),), (Stretch(body, edge, start),), SeamRule("equal")))
            at = 0.5 * sum(e.length for e in sleeve.outline if e.name == edge)
            notches.append(Notch(edge, edge, "single" if word == "front" else "double", at, at))
        seams.append(
            Seam(
                underarm,
                (Stretch(sleeve.name, "front underarm", "hem"),),
                (Stretch(sleeve.name, "back underarm", "hem"),),
                SeamRule("equal"),
            )
        )
        return with_sleeve_in_neckline(
            replace(table, pieces=(*table.pieces, sleeve), seams=tuple(seams), notches=tuple(notches)),
            self.front,
            self.back,
            sleeve.name,
            names,
        )


def _as_one_edge(pattern: Pattern, name: str, edge: str) -> Pattern:
    """What is left of the armhole below the line belongs to the raglan seam."""
    waiting = [s.name for s in pattern.seams if not s.b and any((x.piece, x.edge) == (name, "armhole") for x in s.a)]
    return edges_called(pattern, name, "armhole", edge, "seam", [*waiting, edge])


def with_sleeve_in_neckline(pattern: Pattern, front: str, back: str, sleeve: str, names: list[str]) -> Pattern:
    """The waiting neckline runs over the sleeve's top between front and back."""

    def side_of(piece: str, between: str) -> Stretch:
        sheet = pattern.piece(piece)
        ends = neighbours(sheet, "neckline")
        return Stretch(piece, "neckline", next(e for e in ends if e != between) if piece == front else between)

    seam = next((s for s in pattern.seams if not s.b and any((x.piece, x.edge) == (front, "neckline") for x in s.a)), None)
    if seam is None:
        return pattern
    side: Side = (side_of(front, names[0]), Stretch(sleeve, "neckline", names[0]), side_of(back, names[1]))
    whole = Seam(seam.name, side, (), SeamRule("hold", length=pattern.side_length(side)))
    return replace(
        pattern,
        seams=tuple(whole if s.name == seam.name else s for s in pattern.seams),
        notches=tuple(n for n in pattern.notches if n.seam != seam.name),
    )


def _over(path: Path) -> Path:
    """Turned over across the upright through 0."""
    return path.placed(turn_over(0j, 1j))
