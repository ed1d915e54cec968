"""The half-sheet bodice to the hip with a shoulder dart; inch-minded.

Back and front are drawn with their centres at x = 0 and the back neck point's level at y = 0. Stated
quantities follow the trade's inches (common practice, no source).
"""

from __future__ import annotations

from cmath import rect
from dataclasses import dataclass
from math import asin, radians, sin
from math import degrees as to_degrees
from typing import Any, ClassVar, Literal

from pydantic import Field

from ..drafting.bodice_parts import Armhole, back_neckline, bodice_promises, draw_armhole, front_neckline, refuse_where
from ..drafting.construction import Construction
from ..drafting.lines import FAR, waisted, x_at
from ..drafting.reduction import Reduction, shared_out
from ..drafting.school import Drawn, Girth, Run, School
from ..errors import BadMeasure
from ..geometry.path import Path, straight
from ..geometry.solving import where_zero
from ..geometry.transform import swing
from ..house import Strict, length_field
from ..measures.chart import Chart
from ..measures.keys import MEASURES
from ..paper.edge import Edge
from ..paper.lens import Lens, straight_lens
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DartRule, DrawnLine, Grain, Mark, Piece
from ..units import INCH
from ..working import Sum, degrees, length

FIXED = {"front dart": 1 * INCH, "back dart": 1 * INCH, "side": 0.5 * INCH, "centre back": 0.5 * INCH}
"""What the school takes out of the waist on the half, cm; the side counts in the front and in the back."""


class Settings(Strict):
    """What a workroom may change in this draft. Lengths in cm."""

    bust_ease: float = length_field(2 * INCH, "Bust ease", "Round the whole body: an inch on the half sheet.", 0, 20)
    hip_ease: float = length_field(2 * INCH, "Hip ease", "Round the whole body, at the hip line.", 0, 20)
    waist_shaping: Literal["to the waist", "fixed inches"] = Field(
        default="to the waist",
        title="Waist shaping",
        description="The fixed inches (1, 1, 1/2, 1/2) suit an average figure; or shared out in the same proportion until the waist fits.",
    )
    waist_ease: float = length_field(2 * INCH, "Waist ease", "Round the whole body, when shaped to the waist.", 0, 20)
    back_neck_depth: float = length_field(1 * INCH, "Back neck depth", "Below the neck point's level.", 1, 5)
    shoulder_drop: float = length_field(1 * INCH, "Shoulder level below the nape", "The slope of the back shoulder.", 0, 6)
    armhole_depth: Literal["the bust", "the measure"] = Field(
        default="the bust",
        title="Armhole depth from",
        description="An eighth of the bust and 9.5 cm below the tip's level; or the measured depth with the ease below.",
    )
    depth_ease: float = length_field(2.0, "Ease below the arm", "With the measured depth.", 0, 6)
    back_corner: float = length_field(1 * INCH, "Back armhole off the corner", "On the diagonal.", 1, 5)
    front_corner: float = length_field(0.8 * INCH, "Front armhole off the corner", "Hollower than the back.", 1, 5)
    shoulder_dart: float = length_field(
        1.5 * INCH,
        "Shoulder dart",
        "Its mouth where front and back are equally long; a longer front adds what it needs.",
        0.5,
        10,
    )
    front_set_back: float = length_field(
        2.5, "Shoulder dart short of the bust point", "Softens the point.", 0, 10, house="set_backs.shoulder"
    )
    waist_set_back: float = length_field(
        2.5, "Waist dart short of the bust point", "Softens the point.", 0, 10, house="set_backs.waist"
    )


@dataclass(frozen=True, slots=True)
class Frame:
    """The numbers both halves share, cm."""

    s: Settings
    c: Chart
    rise: float
    depth: float
    reduction: Reduction

    @property
    def quarter(self) -> float:
        """A quarter of bust and ease, cm."""
        return (self.c["bust_girth"] + self.s.bust_ease) / 4

    @property
    def tip_level(self) -> float:
        """The shoulder tip's level, cm down."""
        return self.s.back_neck_depth + self.s.shoulder_drop

    @property
    def chest(self) -> float:
        """The bust line's level, cm down."""
        return self.tip_level + self.depth

    @property
    def waist(self) -> float:
        """The waist's level, cm down."""
        return self.c["back_shoulder_to_waist"]

    @property
    def hip(self) -> float:
        """The hip's level, cm down."""
        return self.c["shoulder_to_hip"]

    @property
    def quarter_hip(self) -> float:
        """A quarter of hip and ease, cm."""
        return (self.c["hip_girth"] + self.s.hip_ease) / 4

    @property
    def front_neck(self) -> float:
        """Half the front neck's width, cm."""
        return self.c["neck_girth"] / 5 - 0.4 * INCH

    @property
    def point(self) -> complex:
        """The bust point."""
        return complex(self.c["bust_span"] / 2, self.c["shoulder_to_bust"] - self.rise)

    @property
    def bust_line(self) -> float:
        """Where the bust is measured: at the bust point, but not above the underarm."""
        return max(self.point.imag, self.chest)

    @property
    def shaped_from(self) -> float:
        """Where side and centre begin to curve in: an inch below the chest line, not above the bust."""
        return max(self.chest + INCH, min(self.bust_line, self.waist - 8))


class BodiceShoulderDart(School):
    """See ``reason`` and ``differs``. Common practice, no source."""

    name: ClassVar[str] = "bodice-shoulder-dart"
    title: ClassVar[str] = "Shoulder-dart bodice to the hip"
    reason: ClassVar[str] = (
        "A hip-length block for blouses and sheaths, with the bust dart in the shoulder, from where it moves anywhere."
    )
    differs: ClassVar[str] = (
        "Half the sheet is half the bust and an inch; neck from the neck girth, shoulder as measured. The bust dart opens in the "
        "middle of the front shoulder and is folded to draw it. Waist darts have two points."
    )
    needs: ClassVar[tuple[str, ...]] = (
        "bust_girth",
        "waist_girth",
        "hip_girth",
        "neck_girth",
        "shoulder_length",
        "across_back",
        "bust_span",
        "shoulder_to_bust",
        "back_shoulder_to_waist",
        "shoulder_to_hip",
    )
    uses: ClassVar[tuple[str, ...]] = ("front_shoulder_to_waist", "across_front", "armscye_depth", "upper_arm_girth")
    settings: ClassVar[type[Strict]] = Settings

    def build(self, chart: Chart, settings: Any, pencil: Construction, base: Pattern | None) -> Drawn:
        """See School."""
        f = _frame(chart, settings)
        _must_fit(f)
        back, back_armhole = _back(f, pencil)
        front, front_armhole = _front(f, pencil)
        girths = (
            Girth("bust", chart["bust_girth"], f.s.bust_ease, (Run("front", "bust"), Run("back", "bust"))),
            Girth("waist", chart["waist_girth"], f.s.waist_ease, (Run("front", "waist"), Run("back", "waist"))),
            Girth("hip", chart["hip_girth"], f.s.hip_ease, (Run("front", "hem", "edge"), Run("back", "hem", "edge"))),
        )
        return Drawn(bodice_promises(Pattern((back, front)), front_armhole, back_armhole), girths)


def _frame(c: Chart, s: Settings) -> Frame:
    if s.armhole_depth == "the bust":
        depth = c["bust_girth"] / 8 + 9.5
    elif "armscye_depth" in c:
        depth = c["armscye_depth"] + s.depth_ease - s.shoulder_drop
    else:
        title = MEASURES["armscye_depth"].title
        raise BadMeasure("it is to be taken from the measure, and there is none.", title, "Measure it.", "armscye_depth")
    half = (c["bust_girth"] + s.bust_ease) / 2
    if s.waist_shaping == "fixed inches":
        reduction = Reduction(FIXED["front dart"], FIXED["back dart"], FIXED["side"], FIXED["centre back"])
    else:
        reduction = shared_out(half - (c["waist_girth"] + s.waist_ease) / 2, Reduction(*FIXED.values()))
    rise = c.get("front_shoulder_to_waist", c["back_shoulder_to_waist"]) - c["back_shoulder_to_waist"]
    return Frame(s, c, rise, depth, reduction)


def _must_fit(f: Frame) -> None:
    c, half_back = f.c, f.c["across_back"] / 2
    neck = c["neck_girth"] / 5
    tests = (
        (
            "waist_girth",
            c["waist_girth"] > c["bust_girth"] + 30,
            f"it is {c['waist_girth'] - c['bust_girth']:.0f} cm more than the bust",
        ),
        (
            "shoulder_length",
            c["shoulder_length"] <= f.tip_level + 2,
            f"it is too short for a tip {f.tip_level:.1f} cm below the neck point",
        ),
        ("across_back", half_back > f.quarter - 1.5, f"half of it reaches the underarm, which lies {f.quarter:.1f} cm out"),
        ("across_back", half_back < neck + 3, f"half of it ends beside a neck {neck:.1f} cm wide"),
        ("bust_span", f.point.real > f.quarter - 4, f"it is wider than the front, {2 * f.quarter:.1f} cm from side to side"),
        ("back_shoulder_to_waist", f.waist < f.chest + 6, f"the waist would lie at the underarm ({f.chest:.1f} cm down)"),
        (
            "shoulder_to_hip",
            f.hip < f.waist + 8,
            f"the hip would lie {abs(f.hip - f.waist):.1f} cm {'below' if f.hip >= f.waist else 'above'} the waist",
        ),
        ("shoulder_to_bust", f.point.imag > f.waist - 6, "the bust point would lie at the waist"),
        ("shoulder_to_bust", f.point.imag < f.chest - 7, f"the bust point would lie above the underarm ({f.chest:.1f} cm down)"),
        ("front_shoulder_to_waist", f.rise < -3, f"the front is {-f.rise:.1f} cm shorter than the back"),
        ("front_shoulder_to_waist", f.rise > 12, f"the front is {f.rise:.1f} cm longer than the back"),
    )
    refuse_where(tests)


def _back(f: Frame, pencil: Construction) -> tuple[Piece, Armhole]:
    s, c, name = f.s, f.c, "back"
    neck, nape = complex(c["neck_girth"] / 5, 0), complex(0, s.back_neck_depth)
    run = (c["shoulder_length"] ** 2 - f.tip_level**2) ** 0.5
    tip = neck + complex(run, f.tip_level)
    along = (tip - neck) / abs(tip - neck)
    pencil.draw(
        name,
        "Square a corner; the neck point lies a fifth of the neck out, the nape its depth down.",
        Sum("Neck width", length(neck.real), "{} / 5", (length(c["neck_girth"]),)),
        Sum("Back neck depth", length(s.back_neck_depth)),
        points={"1": 0j, "2": neck, "3": nape},
    )
    pencil.draw(
        name,
        "The shoulder level, below the nape; on it the tip, the shoulder's length from the neck point.",
        Sum("Level", length(f.tip_level), "{} + {}", (length(s.back_neck_depth), length(s.shoulder_drop))),
        Sum("Shoulder", length(c["shoulder_length"])),
        points={"4": tip},
        paths=(straight(neck, tip),),
    )
    underarm = _chest_stage(f, name, "5", pencil)
    guide = complex(c["across_back"] / 2, f.tip_level + f.depth / 2)
    armhole = draw_armhole(tip, along, guide, underarm, s.back_corner)
    neckline = back_neckline(nape, neck, along)
    pencil.draw(
        name,
        "Half the across back, half-way down the armhole; the armhole through it, off the corner on the diagonal.",
        Sum("Out", length(guide.real), "{} / 2", (length(c["across_back"]),)),
        Sum("From the corner", length(armhole.off_corner)),
        points={"6": guide},
        paths=(armhole.path, neckline),
    )
    side = _side_stage(f, name, "7", underarm, pencil)
    centre = waisted(nape, f.shaped_from, complex(f.reduction.centre_back, f.waist), complex(0, f.hip))
    pencil.draw(
        name,
        "The centre back, in at the waist, out again at the hip.",
        Sum("In at the waist", length(f.reduction.centre_back)),
        paths=(centre,),
    )
    middle = (f.reduction.centre_back + f.quarter - f.reduction.side) / 2
    lenses = _waist_dart(f, name, "8", complex(middle, f.shaped_from), f.reduction.back_dart, pencil)
    shaped = f.reduction.centre_back > 0
    hip = complex(f.quarter_hip, f.hip)
    outline = (
        Edge("neckline", "seam", neckline),
        Edge("shoulder", "seam", straight(neck, tip)),
        Edge("armhole", "seam", armhole.path),
        Edge("side", "seam", side),
        Edge("hem", "hem", straight(hip, complex(0, f.hip))),
        Edge("centre back", "seam" if shaped else "fold", centre.reversed() if shaped else straight(complex(0, f.hip), nape)),
    )
    cut = CutPlan(2, on_fold=False, mirrored=True) if shaped else CutPlan(1, on_fold=True, mirrored=False)
    grain = Grain(complex(middle * 0.45, f.chest - 6), complex(middle * 0.45, f.waist))
    return Piece(name, outline, lines=_lines(f, name), grain=grain, cut=cut, lenses=lenses), armhole


def _front(f: Frame, pencil: Construction) -> tuple[Piece, Armhole]:
    s, c, name = f.s, f.c, "front"
    top = complex(0, -f.rise)
    neck = top + f.front_neck
    pit = top + complex(0, c["neck_girth"] / 5 + INCH)
    level = c["neck_girth"] / 5 / 2**0.5
    pencil.draw(
        name,
        "The front's top line, higher by what the front is longer; neck point and pit of the neck; the guide on the diagonal, a fifth of the neck.",
        Sum("Front − back", length(f.rise)),
        Sum("Neck width", length(f.front_neck), "{} / 5 − {}", (length(c["neck_girth"]), length(0.4 * INCH))),
        Sum("Neck depth", length(abs(pit - top)), "{} / 5 + {}", (length(c["neck_girth"]), length(INCH))),
        points={"9": neck, "10": pit, "11": top + complex(level, level)},
    )
    along, angle = _shoulder(f, level)
    pivot, by = f.point, swing(f.point, angle)
    half = c["shoulder_length"] / 2
    first, folded_tip = neck + along * half, neck + along * 2 * half
    second, tip = by.point(first), by.point(folded_tip)
    neckline = front_neckline(pit, neck, along)
    pencil.draw(
        name,
        "The bust point; the dart from the middle of the shoulder to it. The shoulder is drawn with the dart folded, so that it is straight "
        "when sewn; opened, its tip lies on the diagonal point's level.",
        Sum("Dart", length(abs(second - first))),
        Sum("Shoulder, dart folded", length(2 * half)),
        Sum("Swung about the bust point", degrees(to_degrees(angle))),
        points={"12": pivot, "13": first, "14": second, "15": tip},
        paths=(straight(neck, first), straight(first, pivot), straight(pivot, second), straight(second, tip), neckline),
    )
    underarm = _chest_stage(f, name, "16", pencil)
    guide_level = tip.imag + (f.chest - tip.imag) / 2
    open_there = 2 * max(pivot.imag - guide_level, 0.0) * sin(angle / 2)
    across = c.get("across_front", c["across_back"] - 2) / 2
    guide = complex(min(across + open_there, underarm.real - 1.5, tip.real - 0.3), guide_level)
    square = (tip - second) / abs(tip - second)
    armhole = draw_armhole(tip, square, guide, underarm, s.front_corner)
    pencil.draw(
        name,
        "Half the across front and what the dart stands open there, half-way down the armhole; the armhole, hollower than the back.",
        _out(guide.real, across, open_there),
        Sum("From the corner", length(armhole.off_corner)),
        points={"17": guide},
        paths=(armhole.path,),
    )
    side = _side_stage(f, name, "18", underarm, pencil)
    upper = complex(pivot.real, max(pivot.imag + s.waist_set_back, f.bust_line))
    lenses = _waist_dart(f, name, "19", upper, f.reduction.front_dart, pencil)
    hip = complex(f.quarter_hip, f.hip)
    outline = (
        Edge("neckline", "seam", neckline),
        Edge("shoulder", "seam", straight(neck, first)),
        Edge("shoulder dart", "dart", straight(first, pivot)),
        Edge("shoulder dart", "dart", straight(pivot, second)),
        Edge("shoulder", "seam", straight(second, tip)),
        Edge("armhole", "seam", armhole.path),
        Edge("side", "seam", side),
        Edge("hem", "hem", straight(hip, complex(0, f.hip))),
        Edge("centre front", "fold", straight(complex(0, f.hip), pit)),
    )
    piece = Piece(
        name,
        outline,
        darts=(DartRule("shoulder dart", s.front_set_back),),
        marks=(Mark("bust point", pivot),),
        lines=_lines(f, name),
        grain=Grain(complex(pivot.real * 0.45, f.chest - 6), complex(pivot.real * 0.45, f.waist)),
        cut=CutPlan(1, on_fold=True, mirrored=False),
        lenses=lenses,
    )
    return piece, armhole


def _out(out: float, across: float, open_there: float) -> Sum:
    """How far out the armhole's guide lies, cm: what was measured and what the dart stands open there, unless tip or underarm leave less room."""
    if out < across + open_there:
        return Sum("Out, as far as tip and underarm leave room", length(out))
    return Sum("Out", length(out), "{} + {}", (length(across), length(open_there)))


def _shoulder(f: Frame, level: float) -> tuple[complex, float]:
    """(direction of the folded front shoulder, angle the dart opens, radians).

    Where front and back are equally long the dart has the school's width and the slope follows from
    the tip's level. A longer front keeps that slope and that level: the dart grows by what it needs.
    """
    neck, reach = complex(f.front_neck, 0), f.c["shoulder_length"]
    pivot = f.point + 1j * f.rise

    def tip(pivot: complex, neck: complex, slope: float, angle: float) -> float:
        return swing(pivot, angle).point(neck + rect(reach, slope)).imag

    def opened(slope: float) -> float:
        radius = abs(neck + rect(reach / 2, slope) - pivot)
        return 2 * asin(min(f.s.shoulder_dart / (2 * radius), 1.0))

    slope = where_zero(lambda x: tip(pivot, neck, x, opened(x)) - level, radians(-30), radians(60))
    angle = opened(slope)
    if abs(f.rise) > 1e-9:
        raised, at = neck - 1j * f.rise, f.point
        angle = where_zero(lambda x: tip(at, raised, slope, x) - level, radians(1), radians(55))
        if not radians(1.01) < angle < radians(54.9):
            raise BadMeasure(
                f"no shoulder dart makes up for a front {abs(f.rise):.1f} cm {'longer' if f.rise > 0 else 'shorter'} than the back.",
                MEASURES["front_shoulder_to_waist"].title,
                "Measure front and back lengths again.",
                "front_shoulder_to_waist",
            )
    return rect(1, slope), angle


def _chest_stage(f: Frame, piece: str, label: str, pencil: Construction) -> complex:
    underarm = complex(f.quarter, f.chest)
    pencil.draw(
        piece,
        "The chest line, the armhole depth below the tip's level; the underarm on half the sheet's half.",
        Sum("Armhole depth", length(f.depth), *_depth_terms(f)),
        Sum("Out", length(f.quarter), "({} + {}) / 4", (length(f.c["bust_girth"]), length(f.s.bust_ease))),
        points={label: underarm},
        paths=(straight(complex(0, f.chest), underarm),),
        guide=True,
    )
    return underarm


def _depth_terms(f: Frame) -> tuple[str, tuple[Any, ...]]:
    if f.s.armhole_depth == "the bust":
        return "{} / 8 + {}", (length(f.c["bust_girth"]), length(9.5))
    return "{} + {} − {}", (length(f.c["armscye_depth"]), length(f.s.depth_ease), length(f.s.shoulder_drop))


def _side_stage(f: Frame, piece: str, label: str, underarm: complex, pencil: Construction) -> Path:
    waist, hip = complex(f.quarter - f.reduction.side, f.waist), complex(f.quarter_hip, f.hip)
    side = waisted(underarm, f.shaped_from, waist, hip)
    pencil.draw(
        piece,
        "The side: straight for an inch, in at the waist, out to a quarter of the hip with ease.",
        Sum("In at the waist", length(f.reduction.side)),
        Sum("Quarter hip", length(f.quarter_hip), "({} + {}) / 4", (length(f.c["hip_girth"]), length(f.s.hip_ease))),
        points={label: waist, f"{label}a": hip},
        paths=(side, straight(hip, complex(0, f.hip))),
    )
    return side


def _waist_dart(f: Frame, piece: str, label: str, upper: complex, width: float, pencil: Construction) -> tuple[Lens, ...]:
    if width <= 0:
        return ()
    x = upper.real
    lens = straight_lens(
        "waist dart",
        upper,
        complex(x - width / 2, f.waist),
        complex(x + width / 2, f.waist),
        complex(x, max(f.hip - 0.5 * INCH, f.waist + 6)),
    )
    pencil.draw(
        piece,
        "The waist dart, with two points; the lower half an inch above the hip line.",
        Sum("Width", length(width)),
        points={label: lens.upper, f"{label}a": lens.lower},
        paths=(lens.outline,),
    )
    return (lens,)


def _lines(f: Frame, piece: str) -> tuple[DrawnLine, ...]:
    level = f.bust_line
    inner = f.reduction.centre_back if piece == "back" else 0.0
    out = _side_at(f, level)
    start = _centre_at(f, level) if piece == "back" else 0.0
    lines = [
        DrawnLine("chest", straight(complex(0, f.chest), complex(f.quarter, f.chest))),
        DrawnLine("bust", straight(complex(start, level), complex(out, level))),
        DrawnLine("waist", straight(complex(inner, f.waist), complex(f.quarter - f.reduction.side, f.waist))),
    ]
    return tuple(lines)


def _side_at(f: Frame, level: float) -> float:
    side = waisted(
        complex(f.quarter, f.chest), f.shaped_from, complex(f.quarter - f.reduction.side, f.waist), complex(f.quarter_hip, f.hip)
    )
    return x_at(side, level)


def _centre_at(f: Frame, level: float) -> float:
    centre = waisted(complex(0, f.chest - FAR), f.shaped_from, complex(f.reduction.centre_back, f.waist), complex(0, f.hip))
    return x_at(centre, level)
