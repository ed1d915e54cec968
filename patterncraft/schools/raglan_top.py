"""The direct raglan: body and sleeve on one sheet, for knit or woven. Inch-minded; common practice, no source."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, ClassVar, Literal

from pydantic import Field

from ..drafting.bodice_parts import back_neckline, front_neckline, refuse_where
from ..drafting.construction import Construction
from ..drafting.lines import waisted
from ..drafting.raglan_parts import HalfSleeve, mirrored_up, moved, raglan_line, turned_sleeve
from ..drafting.school import Drawn, Family, Girth, Run, School
from ..drafting.sewing import equal, held, side_of
from ..errors import BadMeasure
from ..geometry.path import Path, chain, straight
from ..house import Strict, length_field
from ..measures.chart import Chart
from ..measures.keys import MEASURES
from ..paper.edge import Edge
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DrawnLine, Grain, Paper, Piece
from ..paper.seam import Notch
from ..units import INCH
from ..working import Sum, length, note


class Settings(Strict):
    """What a workroom may change in this draft. Lengths in cm."""

    bust_more: float = length_field(
        0.5 * INCH, "On each quarter of the bust", "Half an inch for a knit; an inch for woven.", -3, 10
    )
    waist_more: float = length_field(0.5 * INCH, "On each quarter of the waist", "As the bust.", -3, 20)
    hip_more: float = length_field(0.5 * INCH, "On each quarter of the hip", "As the bust.", -3, 15)
    neck_more: float = length_field(0.25 * INCH, "On the neck", "Width and front depth: a sixth of the neck and this.", 0, 8)
    raised: float = length_field(1 * INCH, "Neck point raised", "Above the nape's level.", 0, 4)
    dropped: float = length_field(1 * INCH, "Tip dropped", "Below the nape's level.", 0, 5)
    depth_ease: float = length_field(2.5, "Ease below the arm", "Below the measured armhole depth: a raglan sits low.", 0, 8)
    down_neckline: float = length_field(2 * INCH, "Raglan from the neck point", "Down the neckline.", 1, 8)
    soft: float = length_field(1.0, "Raglan line softened", "Off its straight line: the S.", 0, 2.5)
    sleeve_more: float = length_field(1 * INCH, "On half the upper arm", "The sleeve's half width, parallel to the hem.", 0, 8)
    opened: float = length_field(
        0.0, "Opened along the shoulder line", "For woven cloth: the joined line is slashed and opened.", 0, 15
    )
    hinge: Literal["parallel", "at the neck"] = Field(
        default="parallel",
        title="Opened",
        description="Parallel, and the neck grows with it; or from the neck, and only the hem grows.",
    )


@dataclass(frozen=True, slots=True)
class Levels:
    """Points and levels of both halves, cm; the nape's level is 0."""

    neck: complex
    tip: complex
    chest: float
    waist: float
    hip: float
    underarm: complex
    at_waist: complex
    at_hip: complex

    @property
    def shoulder(self) -> complex:
        """Unit direction from the neck point to the shoulder tip."""
        return (self.tip - self.neck) / abs(self.tip - self.neck)


class RaglanTop(School):
    """See ``reason`` and ``differs``. Common practice, no source."""

    name: ClassVar[str] = "raglan-top"
    title: ClassVar[str] = "Direct raglan top"
    family: ClassVar[Family] = "garment"
    reason: ClassVar[str] = "Jumpers, shirts and training tops: no armhole to match, room for the arm, quickly sewn."
    differs: ClassVar[str] = (
        "No set-in sleeve: the sleeve reaches to the neck, its lower curve is the body's turned over, so both are equally long from the start."
    )
    needs: ClassVar[tuple[str, ...]] = (
        "bust_girth",
        "waist_girth",
        "hip_girth",
        "neck_girth",
        "shoulder_width",
        "armscye_depth",
        "nape_to_waist",
        "waist_to_hip",
        "upper_arm_girth",
        "arm_length",
    )
    settings: ClassVar[type[Strict]] = Settings

    def build(self, chart: Chart, settings: Any, pencil: Construction, base: Pattern | None) -> Drawn:
        """See School."""
        s: Settings = settings
        at = _levels(chart, s)
        width = chart["upper_arm_girth"] / 2 + s.sleeve_more
        long = abs(at.tip - at.neck) + chart["arm_length"]
        bodies, halves = [], []
        for name in ("back", "front"):
            piece, half = _body(name, chart, s, at, width, pencil)
            bodies.append(piece)
            halves.append(half)
        sleeve = _sleeve(halves[0], halves[1], width, long, s, pencil)
        pattern = Pattern((*bodies, sleeve))
        girths = (
            Girth("bust", chart["bust_girth"], 4 * s.bust_more, (Run("front", "chest"), Run("back", "chest"))),
            Girth("hip", chart["hip_girth"], 4 * s.hip_more, (Run("front", "hem", "edge"), Run("back", "hem", "edge"))),
        )
        return Drawn(_promises(pattern), girths)


def _levels(c: Chart, s: Settings) -> Levels:
    chest = c["armscye_depth"] + s.depth_ease
    waist = c["nape_to_waist"]
    hip = waist + c["waist_to_hip"]
    quarter = c["bust_girth"] / 4 + s.bust_more
    neck = complex(c["neck_girth"] / 6 + s.neck_more, -s.raised)
    tip = complex(c["shoulder_width"] / 2, s.dropped)
    refuse_where(
        (
            ("shoulder_width", tip.real < neck.real + 4, f"half of it leaves no shoulder beside a neck {neck.real:.1f} cm wide"),
            ("shoulder_width", tip.real > quarter + 1, f"half of it reaches past the underarm, {quarter:.1f} cm out"),
            ("armscye_depth", waist < chest + 4, f"the waist would lie at the underarm ({chest:.1f} cm down)"),
        )
    )
    return Levels(
        neck,
        tip,
        chest,
        waist,
        hip,
        complex(quarter, chest),
        complex(c["waist_girth"] / 4 + s.waist_more, waist),
        complex(c["hip_girth"] / 4 + s.hip_more, hip),
    )


def _body(name: str, c: Chart, s: Settings, at: Levels, width: float, pencil: Construction) -> tuple[Piece, HalfSleeve]:
    front = name == "front"
    centre = complex(0, c["neck_girth"] / 6 + s.neck_more) if front else 0j
    drawn = (front_neckline if front else back_neckline)(centre, at.neck, at.shoulder)
    first = 10 if front else 1
    pencil.draw(
        name,
        "Neck, a sixth and a little each way, its point raised; the tip dropped; chest line, waist and hip from the nape.",
        Sum("Neck", length(at.neck.real), "{} / 6 + {}", (length(c["neck_girth"]), length(s.neck_more))),
        Sum("Chest line", length(at.chest), "{} + {}", (length(c["armscye_depth"]), length(s.depth_ease))),
        Sum("Quarter bust", length(at.underarm.real), "{} / 4 + {}", (length(c["bust_girth"]), length(s.bust_more))),
        points={str(first): at.neck, str(first + 1): at.tip, str(first + 2): at.underarm},
        paths=(drawn, straight(at.neck, at.tip), straight(complex(0, at.chest), at.underarm)),
        guide=True,
    )
    down = min(s.down_neckline, drawn.length - 1.0)
    neckline, beside = drawn.cut(drawn.length - down)
    raglan = raglan_line(neckline.end, at.underarm, s.soft if front else s.soft * 0.8)
    side = waisted(at.underarm, at.chest + 2, at.at_waist, at.at_hip)
    pencil.draw(
        name,
        "The raglan line, a softened S from the neckline to the underarm; the side smoothed from bust over waist to hip.",
        Sum("Down the neckline", length(down)),
        Sum("Raglan line", length(raglan.length)),
        points={str(first + 3): neckline.end},
        paths=(neckline, raglan, side, straight(at.at_hip, complex(0, at.hip))),
    )
    half = turned_sleeve(beside.reversed(), raglan, at.neck, at.shoulder, width)
    if half is None:
        raise BadMeasure(
            f"a sleeve {2 * width:.1f} cm wide does not meet the {name}'s raglan line.",
            MEASURES["upper_arm_girth"].title,
            "Measure the upper arm and the armhole depth again, or change the ease below the arm.",
            "upper_arm_girth",
        )
    outline = (
        Edge("neckline", "seam", neckline),
        Edge("raglan", "seam", raglan),
        Edge("side", "seam", side),
        Edge("hem", "hem", straight(at.at_hip, complex(0, at.hip))),
        Edge(f"centre {name}", "fold", straight(complex(0, at.hip), centre)),
    )
    piece = Piece(
        name,
        outline,
        lines=(
            DrawnLine("chest", straight(complex(0, at.chest), at.underarm)),
            DrawnLine("waist", straight(complex(0, at.waist), at.at_waist)),
        ),
        grain=Grain(complex(at.underarm.real * 0.4, at.chest), complex(at.underarm.real * 0.4, at.hip - 6)),
        cut=CutPlan(1, on_fold=True, mirrored=False),
    )
    return piece, half


def _sleeve(back: HalfSleeve, front: HalfSleeve, width: float, long: float, s: Settings, pencil: Construction) -> Piece:
    """Both halves laid along the shoulder line: the front below it, the back above; opened where asked for."""
    parallel = s.hinge == "parallel"
    shift = 0.5j * s.opened if parallel else 0j
    angle = 0.0 if parallel else s.opened / 2 / long

    def lower(path: Path) -> Path:
        return moved(path, shift, angle)

    def upper(path: Path) -> Path:
        return mirrored_up(lower(path))

    # Both underarm seams get one length: where the two halves end at slightly different places, the hem gives way.
    under = long - 0.5 * (front.underarm.real + back.underarm.real)
    ends = {half: complex(half.underarm.real + under, width) for half in (front, back)}
    wrist_front = lower(straight(complex(long, 0), ends[front]))
    wrist_back = upper(straight(ends[back], complex(long, 0)))
    neck = [lower(front.neck.reversed()), upper(back.neck)]
    hem = [wrist_back, wrist_front]
    patches: tuple[Path, ...] = ()
    if s.opened:
        across_neck, across_hem = straight(neck[0].end, neck[1].start), straight(wrist_back.end, wrist_front.start)
        down, up = straight(across_neck.end if parallel else neck[1].start, across_hem.start), straight(across_hem.end, neck[0].end)
        patches = (chain([across_neck, down, across_hem, up] if parallel else [down, across_hem, up]),)
        if parallel:
            neck.insert(1, across_neck)
        hem.insert(1, across_hem)
    outline = (
        Edge("neckline", "seam", chain(neck)),
        Edge("back raglan", "seam", upper(back.raglan)),
        Edge("back underarm", "seam", upper(straight(back.underarm, ends[back]))),
        Edge("hem", "hem", chain(hem)),
        Edge("front underarm", "seam", lower(straight(ends[front], front.underarm))),
        Edge("front raglan", "seam", lower(front.raglan.reversed())),
    )
    piece = Piece(
        "sleeve",
        outline,
        lines=(DrawnLine("shoulder line", straight(0j, complex(long, 0))),),
        grain=Grain(complex(long * 0.35, 0), complex(long * 0.9, 0)),
        paper=Paper(patches=patches),
        cut=CutPlan(2, on_fold=False, mirrored=True),
    )
    pencil.draw(
        "sleeve",
        "Both sleeve halves joined along the shoulder line, which runs on to the wrist; width square to it, parallel; the lower part of each "
        "raglan line turned over.",
        Sum("Half width", length(width), "{} + {}", (length(width - s.sleeve_more), length(s.sleeve_more))),
        Sum("From the neck point", length(long)),
        Sum("Front raglan line", length(front.raglan.length)),
        Sum("Back raglan line", length(back.raglan.length)),
        *((note(f"Opened {s.opened:.1f} cm {s.hinge}: the strip along it is new paper."),) if s.opened else ()),
        paths=tuple(e.path for e in outline),
    )
    return piece


def _promises(pattern: Pattern) -> Pattern:
    body = pattern.piece("front")
    side = next(e for e in body.outline if e.name == "side").length
    raglans = {n: next(e for e in pattern.piece(n).outline if e.name == "raglan").length for n in ("front", "back")}
    seams = (
        equal("side", side_of(("front", "side", "raglan")), side_of(("back", "side", "raglan"))),
        equal("front raglan", side_of(("sleeve", "front raglan", "neckline")), side_of(("front", "raglan", "neckline"))),
        equal("back raglan", side_of(("sleeve", "back raglan", "neckline")), side_of(("back", "raglan", "neckline"))),
        equal("underarm", side_of(("sleeve", "front underarm", "hem")), side_of(("sleeve", "back underarm", "hem"))),
        held(
            pattern,
            "neckline",
            side_of(("front", "neckline", "centre front"), ("sleeve", "neckline", "front raglan"), ("back", "neckline", "raglan")),
        ),
    )
    notches = (
        Notch("front raglan", "front raglan", "single", 0.5 * raglans["front"], 0.5 * raglans["front"]),
        Notch("back raglan", "back raglan", "double", 0.5 * raglans["back"], 0.5 * raglans["back"]),
        Notch("side balance", "side", "single", 0.4 * side, 0.4 * side),
    )
    return Pattern(pattern.pieces, seams, notches)
