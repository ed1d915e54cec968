"""The off-shoulder top: body and sleeve ends share one line round both shoulders. Inch-minded; common practice, no source."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, ClassVar

from ..drafting.bodice_parts import refuse_where
from ..drafting.construction import Construction
from ..drafting.lines import circle_hit, waisted
from ..drafting.school import Drawn, Family, Girth, Run, School
from ..drafting.sewing import equal, held, side_of
from ..errors import BadMeasure
from ..geometry.path import Path, straight
from ..geometry.transform import turn_over
from ..house import Strict, length_field
from ..measures.chart import Chart
from ..measures.keys import MEASURES
from ..paper.edge import Edge
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DrawnLine, Grain, Piece
from ..paper.seam import Notch
from ..units import INCH
from ..working import Sum, length


class Settings(Strict):
    """What a workroom may change in this draft. Lengths in cm."""

    neck_width: float = length_field(
        0.0, "Width of front and back at the top", "Each, whole; 0: 4/15 of the round, as 8 in of 30.", 0, 60
    )
    depth: float = length_field(4.5 * INCH, "Down from the shoulder", "4 to 5 in: the top edge lies so deep.", 5, 20)
    bust_more: float = length_field(0.5 * INCH, "On each quarter of the bust", "More where it is gathered into elastic.", -2, 20)
    hip_more: float = length_field(1 * INCH, "On each quarter of the hip", "The top ends at the hip.", -2, 20)
    depth_ease: float = length_field(2.0, "Ease below the arm", "Below the measured armhole depth.", 0, 8)
    sleeve_more: float = length_field(1 * INCH, "On half the upper arm", "The sleeve's half width.", 0, 20)
    sleeve_length: float = length_field(18.0, "Sleeve below the underarm", "Short by default.", 2, 60)


@dataclass(frozen=True, slots=True)
class Top:
    """The shared numbers, cm; the shoulder's level is 0."""

    round: float
    width: float
    level: float
    underarm: complex

    @property
    def sleeve_top(self) -> float:
        """cm of the round that each sleeve takes at its top."""
        return (self.round - 2 * self.width) / 2


class OffShoulder(School):
    """See ``reason`` and ``differs``. Common practice, no source."""

    name: ClassVar[str] = "off-shoulder"
    title: ClassVar[str] = "Off-shoulder top"
    family: ClassVar[Family] = "garment"
    reason: ClassVar[str] = "Stage and summer tops that lie round both shoulders, held by elastic or stays."
    differs: ClassVar[str] = (
        "One measure rules it: round both shoulders below the tips. Front, back and two sleeves share that round; the seams between them "
        "run to the underarm like a raglan's."
    )
    needs: ClassVar[tuple[str, ...]] = (
        "bust_girth",
        "hip_girth",
        "round_shoulder_girth",
        "upper_arm_girth",
        "armscye_depth",
        "nape_to_waist",
        "waist_to_hip",
    )
    uses: ClassVar[tuple[str, ...]] = ("waist_girth",)
    settings: ClassVar[type[Strict]] = Settings

    def build(self, chart: Chart, settings: Any, pencil: Construction, base: Pattern | None) -> Drawn:
        """See School."""
        s: Settings = settings
        top = _top(chart, s)
        pencil.draw(
            "back",
            "The round of both shoulders, less front and back, leaves the tops of the two sleeves.",
            Sum("Width at the top", length(top.width)),
            Sum("Each sleeve's top", length(top.sleeve_top), "({} − 2 × {}) / 2", (length(top.round), length(top.width))),
        )
        back, front = (_body(name, chart, s, top, pencil) for name in ("back", "front"))
        sleeve = _sleeve(chart, s, top, pencil)
        girths = (
            Girth("bust", chart["bust_girth"], 4 * s.bust_more, (Run("front", "chest"), Run("back", "chest"))),
            Girth("hip", chart["hip_girth"], 4 * s.hip_more, (Run("front", "hem", "edge"), Run("back", "hem", "edge"))),
            Girth(
                "top edge",
                top.round,
                0.0,
                (Run("front", "neckline", "edge"), Run("back", "neckline", "edge"), Run("sleeve", "neckline", "edge")),
            ),
        )
        return Drawn(_promises(Pattern((back, front, sleeve))), girths)


def _top(c: Chart, s: Settings) -> Top:
    round_ = c["round_shoulder_girth"]
    width = s.neck_width or round_ * 4 / 15
    chest = c["armscye_depth"] + s.depth_ease
    underarm = complex(c["bust_girth"] / 4 + s.bust_more, chest)
    if 2 * width > round_ - 10:
        raise BadMeasure(
            f"front and back of {width:.1f} cm each leave nothing for the sleeves.",
            MEASURES["round_shoulder_girth"].title,
            "Make the top narrower.",
            "round_shoulder_girth",
        )
    refuse_where(
        (
            ("armscye_depth", s.depth > chest - 3, f"the top edge would lie at the underarm ({chest:.1f} cm down)"),
            ("round_shoulder_girth", width / 2 > underarm.real - 2, "front and back would be wider at the top than under the arm"),
            ("armscye_depth", c["nape_to_waist"] < chest + 4, f"the waist would lie at the underarm ({chest:.1f} cm down)"),
        )
    )
    return Top(round_, width, s.depth, underarm)


def _line(a: complex, b: complex) -> Path:
    """From the top edge to the underarm, a little hollow, arriving level."""
    return Path(((a, a + (b - a) / 3 + 0.6j, b - abs(b - a) / 3, b),))


def _body(name: str, c: Chart, s: Settings, t: Top, pencil: Construction) -> Piece:
    corner, centre = complex(t.width / 2, t.level), complex(0, t.level)
    waist, hip = c["nape_to_waist"], c["nape_to_waist"] + c["waist_to_hip"]
    line = _line(corner, t.underarm)
    at_waist = c.get("waist_girth", c["bust_girth"] - 16) / 4 + s.bust_more + 2.5
    side = waisted(
        t.underarm,
        t.underarm.imag + 2,
        complex(min(at_waist, t.underarm.real), waist),
        complex(c["hip_girth"] / 4 + s.hip_more, hip),
    )
    pencil.draw(
        name,
        "The top edge so deep below the shoulder, half its width out; the line to the underarm; the side to the hip.",
        Sum("Down", length(t.level)),
        Sum("Half the top", length(corner.real), "{} / 2", (length(t.width),)),
        Sum("Line to the underarm", length(line.length)),
        points={"1": centre, "2": corner, "3": t.underarm},
        paths=(straight(centre, corner), line, side, straight(side.end, complex(0, hip)), straight(complex(0, hip), centre)),
    )
    outline = (
        Edge("neckline", "seam", straight(centre, corner)),
        Edge("armhole", "seam", line),
        Edge("side", "seam", side),
        Edge("hem", "hem", straight(side.end, complex(0, hip))),
        Edge(f"centre {name}", "fold", straight(complex(0, hip), centre)),
    )
    chest = DrawnLine("chest", straight(complex(0, t.underarm.imag), t.underarm))
    grain = Grain(complex(t.width / 4, t.underarm.imag), complex(t.width / 4, hip - 6))
    return Piece(name, outline, lines=(chest,), grain=grain, cut=CutPlan(1, on_fold=True, mirrored=False))


def _sleeve(c: Chart, s: Settings, t: Top, pencil: Construction) -> Piece:
    """Front and back alike; its slanting seams as long as the body's."""
    line = _line(complex(t.width / 2, t.level), t.underarm)
    half_top, half = t.sleeve_top / 2, c["upper_arm_girth"] / 2 + s.sleeve_more
    corner = complex(half_top, 0)
    drop = _drop(half_top, half, line.length)
    if drop is None:
        raise BadMeasure(
            f"half the sleeve ({half:.1f} cm) and half its top ({half_top:.1f} cm) lie farther apart than its seam is long ({line.length:.1f} cm).",
            MEASURES["upper_arm_girth"].title,
            "Make the top wider, or measure the round of the shoulders again.",
            "upper_arm_girth",
        )
    underarm = complex(half, drop)
    right = _sleeve_line(corner, underarm)
    left = right.reversed().placed(turn_over(0j, 1j))
    foot = complex(half, drop + s.sleeve_length)
    pencil.draw(
        "sleeve",
        "The sleeve's top, its half width at the underarm so far down that its seams are as long as the body's.",
        Sum("Half the top", length(half_top)),
        Sum("Half the width", length(half), "{} / 2 + {}", (length(c["upper_arm_girth"]), length(s.sleeve_more))),
        Sum("Down", length(drop)),
        Sum("Seam", length(right.length)),
        points={"4": corner, "5": underarm},
        paths=(right, left, straight(corner, -corner)),
    )
    outline = (
        Edge("neckline", "seam", straight(-corner, corner)),
        Edge("front armhole", "seam", right),
        Edge("front underarm", "seam", straight(underarm, foot)),
        Edge("hem", "hem", straight(foot, complex(-half, foot.imag))),
        Edge("back underarm", "seam", straight(complex(-half, foot.imag), complex(-half, drop))),
        Edge("back armhole", "seam", left),
    )
    grain = Grain(complex(0, 2), complex(0, foot.imag - 2))
    biceps = DrawnLine("biceps", straight(complex(-half, drop), underarm))
    return Piece("sleeve", outline, lines=(biceps,), grain=grain, cut=CutPlan(2, on_fold=False, mirrored=True))


def _sleeve_line(a: complex, b: complex) -> Path:
    """A little hollow, so that it meets the body's hollow line as one smooth armhole."""
    return Path(((a, a + (b - a) / 3, b - (b - a) / 3 * 0.9, b),))


def _drop(half_top: float, half: float, seam: float) -> float | None:
    hit = circle_hit(0j, abs(half - half_top), seam)
    return hit.real if hit is not None else None


def _promises(pattern: Pattern) -> Pattern:
    front, side = pattern.piece("front"), next(e for e in pattern.piece("front").outline if e.name == "side").length
    at = next(e for e in front.outline if e.name == "armhole").length
    seams = (
        equal("side", side_of(("front", "side", "armhole")), side_of(("back", "side", "armhole"))),
        equal("front armhole", side_of(("sleeve", "front armhole", "neckline")), side_of(("front", "armhole", "neckline"))),
        equal("back armhole", side_of(("sleeve", "back armhole", "neckline")), side_of(("back", "armhole", "neckline"))),
        equal("underarm", side_of(("sleeve", "front underarm", "hem")), side_of(("sleeve", "back underarm", "hem"))),
        held(
            pattern,
            "neckline",
            side_of(
                ("front", "neckline", "centre front"), ("sleeve", "neckline", "front armhole"), ("back", "neckline", "armhole")
            ),
        ),
    )
    notches = (
        Notch("front", "front armhole", "single", 0.6 * at, 0.6 * at),
        Notch("back", "back armhole", "double", 0.6 * at, 0.6 * at),
        Notch("side balance", "side", "single", 0.4 * side, 0.4 * side),
    )
    return Pattern(pattern.pieces, seams, notches)
