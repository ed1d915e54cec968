"""The direct-measure bodice: front and back to the waist on one sheet, few measures, inch-minded.

Back and front are drawn with their centres at x = 0 and the neck point's level at y = 0. Stated
quantities follow the trade's inches (common practice, no source).
"""

from __future__ import annotations

from dataclasses import dataclass
from math import hypot, sqrt
from typing import Any, ClassVar, Literal, NamedTuple

from pydantic import Field

from ..drafting.bodice_parts import (
    Armhole,
    back_neckline,
    bodice_promises,
    darted_edge,
    draw_armhole,
    even_mouth,
    front_neckline,
    refuse_where,
)
from ..drafting.construction import Construction
from ..drafting.school import Drawn, Girth, Run, School
from ..errors import BadMeasure
from ..geometry.curves import guided
from ..geometry.intersect import circles_meet
from ..geometry.path import Path, straight
from ..house import SetBacks, Strict, length_field
from ..measures.chart import Chart
from ..measures.keys import MEASURES
from ..paper.edge import Edge
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DartRule, DrawnLine, Grain, Mark, Piece
from ..units import INCH, format_length
from ..working import Sum, length

_BACKS = SetBacks()
BACK_CORNER, FRONT_CORNER = 2.25, 1.75
"""cm from the underarm corner to the armhole curve."""
SAME = 0.25
"""cm; front and back lengths this near are drafted as one."""


class Settings(Strict):
    """What a workroom may change in this draft. Lengths in cm."""

    bust_ease: float = length_field(1 * INCH, "Bust ease", "Round the whole body: a close bodice one can breathe in.", 0, 15)
    waist_ease: float = length_field(1 * INCH, "Waist ease", "Round the whole body.", 0, 15)
    neck_width: float = length_field(3 * INCH, "Neck width", "From the centre to the neck point, front and back.", 5, 11)
    front_neck_depth: float = length_field(3 * INCH, "Front neck depth", "Below the neck point's level.", 5, 14)
    back_neck_depth: float = length_field(1 * INCH, "Back neck depth", "Below the neck point's level.", 1, 5)
    back_drop: float = length_field(1 * INCH, "Back shoulder drop", "How far the tip lies below the neck point.", 0, 7)
    front_drop: float = length_field(1.5 * INCH, "Front shoulder drop", "The front slopes more than the back.", 0, 8)
    back_hollow: float = length_field(0.5 * INCH, "Back armhole hollow", "Inside the upright from the tip.", 0, 3)
    front_hollow: float = length_field(0.75 * INCH, "Front armhole hollow", "More than the back: arms swing forward.", 0, 4)
    depth_from: Literal["the bust", "the measure"] = Field(
        default="the bust",
        title="Armhole depth from",
        description="A sixth of the bust and 1 1/2 in; or the measured armhole depth and the ease below, for a very full or small figure.",
    )
    depth_ease: float = length_field(2.0, "Ease below the arm", "With the measured depth: below where the tape was read.", 0, 6)
    waist_dart: Literal["fixed", "whole difference"] = Field(
        default="fixed",
        title="Waist dart",
        description="A fixed width, or all that bust and waist differ by, so that the side seam falls straight.",
    )
    dart_width: float = length_field(1 * INCH, "Waist dart width", "For the fixed dart.", 0.5, 8)
    true_shoulder: bool = Field(
        default=True, title="True the front shoulder", description="The two slopes make two lengths: the front takes the back's."
    )
    centre_back_shaping: float = length_field(0, "Centre back in at the waist", "Half an inch for a seamed back.", 0, 3)
    front_set_back: float = length_field(
        _BACKS.waist, "Front waist dart short of the bust point", "Softens the point.", 0, 8, house="set_backs.waist"
    )
    side_set_back: float = length_field(
        _BACKS.side, "Side dart short of the bust point", "Must not point at the bust.", 0, 12, house="set_backs.side"
    )


@dataclass(frozen=True, slots=True)
class Frame:
    """The numbers both halves share, cm: each computed once, here."""

    s: Settings
    bust: float
    waist: float
    half_shoulder: float
    half_span: float
    bust_level: float
    front_length: float
    back_length: float
    measured_depth: float | None = None

    @property
    def quarter_bust(self) -> float:
        """A quarter of bust and ease, cm."""
        return (self.bust + self.s.bust_ease) / 4

    @property
    def quarter_waist(self) -> float:
        """A quarter of waist and ease, cm."""
        return (self.waist + self.s.waist_ease) / 4

    @property
    def armhole_depth(self) -> float:
        """From the back tip's level to the chest line."""
        if self.measured_depth is not None:
            return self.s.back_neck_depth + self.measured_depth + self.s.depth_ease - 1 * INCH
        return self.bust / 6 + 1.5 * INCH

    @property
    def chest(self) -> float:
        """The bust line's level below the neck point, cm."""
        return 1 * INCH + self.armhole_depth

    @property
    def dart(self) -> float:
        """The waist dart's width at the waist, cm."""
        if self.s.waist_dart == "fixed":
            return self.s.dart_width
        return max(0.5, self.quarter_bust - self.quarter_waist)

    @property
    def waist_width(self) -> float:
        """The half piece's width at the waist, its dart open, cm."""
        return self.quarter_waist + self.dart

    @property
    def back_side(self) -> float:
        """The back's side seam, cm: its corner goes out by as much as the centre comes in. The front's is made as long."""
        return hypot(self.back_length - self.chest, self.waist_width + self.s.centre_back_shaping - self.quarter_bust)


class BodiceDirect(School):
    """See ``reason`` and ``differs``. Common practice, no source."""

    name: ClassVar[str] = "bodice-direct"
    title: ClassVar[str] = "Direct-measure bodice"
    reason: ClassVar[str] = "Six measures and a quarter of an hour: a waist-length block for a figure you have before you."
    needs: ClassVar[tuple[str, ...]] = (
        "bust_girth",
        "waist_girth",
        "shoulder_width",
        "bust_span",
        "shoulder_to_bust",
        "front_shoulder_to_waist",
    )
    differs: ClassVar[str] = (
        "Every point is measured straight from the body and squared; inches and fixed amounts. The longer front becomes a side "
        "dart. Quick, and it shows the figure's own length; the armhole depth comes from the bust, so look at it on very full figures."
    )
    uses: ClassVar[tuple[str, ...]] = ("back_shoulder_to_waist", "armscye_depth", "upper_arm_girth")
    settings: ClassVar[type[Strict]] = Settings

    def build(self, chart: Chart, settings: Any, pencil: Construction, base: Pattern | None) -> Drawn:
        """See School."""
        f = _frame(chart, settings)
        _must_fit(f)
        back, back_armhole, shoulder = _back(f, pencil)
        front, front_armhole = _front(f, pencil, shoulder)
        pattern = Pattern((back, front))
        girths = (
            Girth("bust", f.bust, f.s.bust_ease, (Run("front", "chest"), Run("back", "chest"))),
            Girth("waist", f.waist, f.s.waist_ease, (Run("front", "waist", "edge"), Run("back", "waist", "edge"))),
        )
        return Drawn(bodice_promises(pattern, front_armhole, back_armhole), girths)


def _frame(chart: Chart, s: Settings) -> Frame:
    front = chart["front_shoulder_to_waist"]
    return Frame(
        s=s,
        bust=chart["bust_girth"],
        waist=chart["waist_girth"],
        half_shoulder=chart["shoulder_width"] / 2,
        half_span=chart["bust_span"] / 2,
        bust_level=chart["shoulder_to_bust"],
        front_length=front,
        back_length=chart.get("back_shoulder_to_waist", front),
        measured_depth=_measured_depth(chart, s),
    )


def _measured_depth(chart: Chart, s: Settings) -> float | None:
    if s.depth_from == "the bust":
        return None
    if "armscye_depth" not in chart:
        title = MEASURES["armscye_depth"].title
        raise BadMeasure("it is to be taken from the measure, and there is none.", title, "Measure it.", "armscye_depth")
    return chart["armscye_depth"]


def _must_fit(f: Frame) -> None:
    """Raise BadMeasure, naming the measure, where no body can have these numbers together."""
    tests: tuple[tuple[str, bool, str], ...] = (
        ("waist_girth", f.waist > f.bust + 30, f"it is {f.waist - f.bust:.0f} cm more than the bust"),
        (
            "shoulder_width",
            f.half_shoulder < f.s.neck_width + 4,
            f"half of it leaves no shoulder beside a neck {f.s.neck_width:.1f} cm wide",
        ),
        (
            "shoulder_width",
            f.half_shoulder - f.s.back_hollow > f.quarter_bust - 0.8,
            f"half of it reaches past the underarm, which a bust of {f.bust:.1f} cm puts at {f.quarter_bust:.1f} cm",
        ),
        ("bust_span", f.half_span > f.quarter_bust - 4, f"the bust point would lie at the side seam ({f.quarter_bust:.1f} cm out)"),
        ("bust_span", f.half_span < f.dart / 2 + 1.5, "the waist dart would run over the centre"),
        (
            "bust_span",
            f.half_span + f.dart / 2 > f.waist_width - 1.5,
            f"the waist dart would run off the waist ({f.waist_width:.1f} cm wide)",
        ),
        ("back_shoulder_to_waist", f.back_length < f.chest + 6, f"the waist would lie at the underarm ({f.chest:.1f} cm down)"),
        ("front_shoulder_to_waist", f.front_length < f.chest + 6, f"the waist would lie at the underarm ({f.chest:.1f} cm down)"),
        (
            "front_shoulder_to_waist",
            f.front_length < f.back_length - 3,
            f"the front is {f.back_length - f.front_length:.1f} cm shorter than the back",
        ),
        (
            "front_shoulder_to_waist",
            f.front_length > f.back_length + 14,
            f"the front is {f.front_length - f.back_length:.1f} cm longer than the back",
        ),
        ("shoulder_to_bust", f.bust_level > f.front_length - 6, "the bust point would lie at the waist"),
        ("shoulder_to_bust", f.bust_level < f.chest - 4, f"the bust point would lie above the underarm ({f.chest:.1f} cm down)"),
    )
    refuse_where(tests)


class Top(NamedTuple):
    """Neck, shoulder and armhole of a half, drawn: the points, cm, and both curves. ``neck`` is the neck point, ``centre``
    the neckline's other end."""

    centre: complex
    neck: complex
    tip: complex
    underarm: complex
    armhole: Armhole
    neckline: Path

    def edges(self) -> tuple[Edge, ...]:
        """The outline from the centre round to the underarm."""
        return (
            Edge("neckline", "seam", self.neckline),
            Edge("shoulder", "seam", straight(self.neck, self.tip)),
            Edge("armhole", "seam", self.armhole.path),
        )


def _back_top(f: Frame, pencil: Construction) -> Top:
    s, name = f.s, "back"
    nape, neck = complex(0, s.back_neck_depth), complex(s.neck_width, 0)
    tip = complex(f.half_shoulder, s.back_drop)
    pencil.draw(
        name,
        "Square a corner; the neck point lies the neck width out, the nape its depth down.",
        Sum("Neck width", length(s.neck_width)),
        Sum("Back neck depth", length(s.back_neck_depth)),
        points={"1": 0j, "2": neck, "3": nape},
    )
    pencil.draw(
        name,
        "The shoulder tip: half the shoulder width out, the drop down.",
        Sum("Tip", length(f.half_shoulder), "{} / 2", (length(2 * f.half_shoulder),)),
        Sum("Drop", length(s.back_drop)),
        points={"4": tip},
        paths=(straight(neck, tip),),
    )
    underarm = complex(f.quarter_bust, f.chest)
    _chest_stage(f, name, "5", underarm, pencil)
    guide = complex(f.half_shoulder - s.back_hollow, (tip.imag + f.chest) / 2)
    along = (tip - neck) / abs(tip - neck)
    armhole = draw_armhole(tip, along, guide, underarm, BACK_CORNER)
    pencil.draw(
        name,
        "Upright from the tip; the armhole runs inside it at its middle, and bowls into the chest line.",
        Sum("Inside the upright", length(s.back_hollow)),
        Sum("From the corner", length(armhole.off_corner)),
        points={"6": guide},
        paths=(armhole.path,),
    )
    neckline = back_neckline(nape, neck, along)
    pencil.draw(name, "Back neckline: level from the nape, square into the shoulder.", paths=(neckline,))
    return Top(nape, neck, tip, underarm, armhole, neckline)


def _back(f: Frame, pencil: Construction) -> tuple[Piece, Armhole, float]:
    """The back, its armhole, and its shoulder, cm, to which the front's is trued."""
    s, name = f.s, "back"
    top = _back_top(f, pencil)
    centre = complex(s.centre_back_shaping, f.back_length)
    corner = complex(s.centre_back_shaping + f.waist_width, f.back_length)
    _waist_stage(f, name, "7", "8", centre, corner, f.back_length, pencil)
    point = complex(f.half_span, f.chest + 1 * INCH)
    mouth = even_mouth(point, corner, centre, f.dart)
    pencil.draw(
        name,
        "Waist dart on half the bust span, its point an inch below the chest line.",
        Sum("Out", length(f.half_span), "{} / 2", (length(2 * f.half_span),)),
        Sum("Width", length(f.dart)),
        points={"9": point},
        paths=(straight(mouth[0], point), straight(point, mouth[1])),
    )
    side = straight(top.underarm, corner)
    shaped = s.centre_back_shaping > 0
    centre_path = _centre_back(centre, top.centre, f.chest) if shaped else straight(centre, top.centre)
    pencil.draw(
        name,
        "Side seam from the underarm to the waist; close the centre back.",
        Sum("Side seam", length(side.length)),
        paths=(side, centre_path),
    )
    outline = (
        *top.edges(),
        Edge("side", "seam", side),
        *darted_edge("waist", "waist dart", corner, mouth, point, centre),
        Edge("centre back", "seam" if shaped else "fold", centre_path),
    )
    piece = Piece(
        name,
        outline,
        darts=(DartRule("waist dart", 0.0),),
        lines=(_chest_line(f, top),),
        grain=Grain(complex(f.half_span * 0.45, f.chest - 6), complex(f.half_span * 0.45, f.back_length - 4)),
        cut=CutPlan(2, on_fold=False, mirrored=True) if shaped else CutPlan(1, on_fold=True, mirrored=False),
    )
    return piece, top.armhole, abs(top.tip - top.neck)


def _chest_line(f: Frame, top: Top) -> DrawnLine:
    return DrawnLine("chest", straight(complex(0, f.chest), top.underarm))


def _front_top(f: Frame, pencil: Construction, back_shoulder: float) -> Top:
    s, name = f.s, "front"
    pit, neck = complex(0, s.front_neck_depth), complex(s.neck_width, 0)
    drafted = complex(f.half_shoulder, s.front_drop)
    along = (drafted - neck) / abs(drafted - neck)
    tip = neck + along * back_shoulder if s.true_shoulder else drafted
    pencil.draw(
        name,
        "Square a corner; the neck point and the pit of the neck.",
        Sum("Neck width", length(s.neck_width)),
        Sum("Front neck depth", length(s.front_neck_depth)),
        points={"10": 0j, "11": neck, "12": pit},
    )
    pencil.draw(
        name,
        "The shoulder, steeper than the back; trued to the back's length."
        if s.true_shoulder
        else "The shoulder, steeper than the back.",
        Sum("As drawn", length(abs(drafted - neck))),
        Sum("Back shoulder", length(back_shoulder)),
        points={"13": tip},
        paths=(straight(neck, tip),),
    )
    underarm = complex(f.quarter_bust, f.chest)
    _chest_stage(f, name, "14", underarm, pencil)
    guide = complex(tip.real - s.front_hollow, f.chest - 3 * INCH)
    armhole = draw_armhole(tip, along, guide, underarm, FRONT_CORNER)
    pencil.draw(
        name,
        "The armhole, hollower than the back: inside the upright, three inches above the chest line.",
        Sum("Inside the upright", length(s.front_hollow)),
        Sum("From the corner", length(armhole.off_corner)),
        points={"15": guide},
        paths=(armhole.path,),
    )
    neckline = front_neckline(pit, neck, along)
    pencil.draw(name, "Front neckline: level at the centre, square into the shoulder.", paths=(neckline,))
    return Top(pit, neck, tip, underarm, armhole, neckline)


def _front(f: Frame, pencil: Construction, back_shoulder: float) -> tuple[Piece, Armhole]:
    """The front, which is the longer by what becomes its side dart, and its armhole."""
    s, name = f.s, "front"
    top = _front_top(f, pencil, back_shoulder)
    point = complex(f.half_span, f.bust_level)
    pencil.draw(
        name,
        "The bust point: shoulder to bust down, half the span out.",
        Sum("Down", length(f.bust_level)),
        Sum("Out", length(f.half_span), "{} / 2", (length(2 * f.half_span),)),
        points={"16": point},
        paths=(straight(complex(0, f.bust_level), complex(f.quarter_bust - 0.5, f.bust_level)),),
        guide=True,
    )
    centre = complex(0, f.front_length)
    darted = f.front_length - f.back_length > SAME
    corner = complex(f.waist_width, f.front_length)
    if not darted:
        down = sqrt(f.back_side**2 - (f.waist_width - f.quarter_bust) ** 2)
        corner = complex(f.waist_width, f.chest + down)
    _waist_stage(f, name, "17", "18", centre, corner, f.front_length, pencil)
    mouth = even_mouth(point, corner, centre, f.dart)
    pencil.draw(
        name,
        "Waist dart to the bust point, both legs alike.",
        Sum("Width", length(f.dart)),
        Sum("Leg", length(abs(mouth[0] - point))),
        paths=(straight(mouth[0], point), straight(point, mouth[1])),
    )
    side = (
        _side_with_dart(f, top.underarm, corner, point, pencil)
        if darted
        else (Edge("side", "seam", straight(top.underarm, corner)),)
    )
    outline = (
        *top.edges(),
        *side,
        *darted_edge("waist", "waist dart", corner, mouth, point, centre),
        Edge("centre front", "fold", straight(centre, top.centre)),
    )
    rules = (DartRule("side dart", s.side_set_back),) if darted else ()
    piece = Piece(
        name,
        outline,
        darts=(*rules, DartRule("waist dart", s.front_set_back)),
        marks=(Mark("bust point", point),),
        lines=(
            _chest_line(f, top),
            DrawnLine("bust", straight(complex(0, f.bust_level), point)),
        ),
        grain=Grain(complex(f.half_span * 0.45, f.chest - 6), complex(f.half_span * 0.45, f.front_length - 4)),
        cut=CutPlan(1, on_fold=True, mirrored=False),
    )
    return piece, top.armhole


def _chest_stage(f: Frame, piece: str, label: str, underarm: complex, pencil: Construction) -> None:
    pencil.draw(
        piece,
        "The chest line, the armhole depth below the back tip's inch; on it a quarter of the bust with ease.",
        _depth_sum(f),
        Sum("Quarter bust", length(f.quarter_bust), "({} + {}) / 4", (length(f.bust), length(f.s.bust_ease))),
        points={label: underarm},
        paths=(straight(complex(0, f.chest), underarm),),
        guide=True,
    )


def _depth_sum(f: Frame) -> Sum:
    if f.measured_depth is None:
        return Sum("Armhole depth", length(f.armhole_depth), "{} / 6 + {}", (length(f.bust), length(1.5 * INCH)))
    terms = (length(f.s.back_neck_depth), length(f.measured_depth), length(f.s.depth_ease), length(1 * INCH))
    return Sum("Armhole depth", length(f.armhole_depth), "{} + {} + {} − {}", terms)


def _waist_stage(
    f: Frame, piece: str, a: str, b: str, centre: complex, corner: complex, level: float, pencil: Construction
) -> None:
    pencil.draw(
        piece,
        "The waist: a quarter with ease, and the dart's width besides.",
        Sum("Down", length(level)),
        Sum(
            "Quarter waist and dart",
            length(f.waist_width),
            "({} + {}) / 4 + {}",
            (length(f.waist), length(f.s.waist_ease), length(f.dart)),
        ),
        points={a: centre, b: corner},
        paths=(straight(centre, corner),),
        guide=True,
    )


def _centre_back(waist: complex, nape: complex, chest: float) -> Path:
    """From the waist up: curved in from the chest line, straight above it."""
    top = complex(0, chest)
    reach = (waist.imag - chest) / 3
    along = (top - waist) / abs(top - waist)
    return Path((*guided(waist, along, reach, top, -1j, reach).segments, (top, nape)))


def _side_with_dart(f: Frame, underarm: complex, corner: complex, point: complex, pencil: Construction) -> tuple[Edge, ...]:
    """The side seam with the dart that takes up the longer front: both legs alike, the closed side as the back's."""
    whole = abs(corner - underarm)
    back_side = f.back_side
    along = (corner - underarm) / whole
    level = min(max(f.bust_level, f.chest + 1 * INCH), f.back_length - 1 * INCH)
    upper = (level - f.chest) / along.imag
    intake = whole - back_side
    high = underarm + along * upper
    radius, rest = abs(high - point), back_side - upper
    meet = circles_meet(point, radius, corner, rest) if rest > 0 else None
    if meet is None:
        raise BadMeasure(
            f"a side dart of {format_length(intake, 'cm')} finds no room below the bust line.",
            MEASURES["front_shoulder_to_waist"].title,
            "Measure the front and back lengths and shoulder to bust again.",
            "front_shoulder_to_waist",
        )
    low = min(meet, key=lambda z: abs(z - (high + along * intake)))
    pencil.draw(
        "front",
        "The front is longer than the back: the difference becomes a side dart at bust level, its lower leg made as long as its upper.",
        Sum("Front side − back side", length(intake), "{} − {}", (length(whole), length(back_side))),
        Sum("Both legs", length(radius)),
        Sum("Closed side", length(upper + rest), "{} + {}", (length(upper), length(rest))),
        points={"19": high, "20": low},
        paths=(straight(underarm, high), straight(high, point), straight(point, low), straight(low, corner)),
    )
    return (
        Edge("side", "seam", straight(underarm, high)),
        Edge("side dart", "dart", straight(high, point)),
        Edge("side dart", "dart", straight(point, low)),
        Edge("side", "seam", straight(low, corner)),
    )
