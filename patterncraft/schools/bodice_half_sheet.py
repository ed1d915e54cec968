"""The close-fitting bodice drawn on one half sheet, after a published handbook draft (recalled from memory).

The half sheet has the centre back at x = 0 and the centre front at its width; y = 0 is the top line,
y grows downward. The front is turned over afterwards, so that its centre lies at x = 0 too.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, ClassVar, Literal

from pydantic import Field

from ..drafting.bodice_parts import Armhole, back_neckline, bodice_promises, draw_armhole, front_neckline, refuse_where
from ..drafting.construction import Construction
from ..drafting.lines import circle_hit, second_leg, waisted, x_at
from ..drafting.reduction import LEAST, WIDEST
from ..drafting.school import Drawn, Girth, Run, School
from ..drafting.sewing import eased, side_of
from ..errors import BadMeasure
from ..geometry.path import Path, straight
from ..house import Strict, length_field
from ..measures.chart import Chart
from ..measures.keys import MEASURES
from ..paper.edge import Edge
from ..paper.lens import Lens, straight_lens
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DartRule, DrawnLine, Grain, Mark, Piece
from ..paper.seam import Seam
from ..working import Sum, length

SIZE_TWELVE, DART_THERE, DART_GROWS = 88.0, 7.0, 0.6 / 4
"""cm: the bust for which the dart is 7 wide, and how much wider it is per cm of bust (recalled from memory)."""
NAPE = 1.5
"""cm from the top line down to the nape."""


class Settings(Strict):
    """What a workroom may change in this draft. Lengths in cm."""

    bust_ease: float = length_field(10.0, "Bust ease", "Round the whole body: half the bust and 5 on the half sheet.", 2, 24)
    waist_ease: float = length_field(6.0, "Waist ease", "Round the whole body: 3 on the half.", 0, 20)
    hip_ease: float = length_field(6.0, "Hip ease", "Round the whole body.", 0, 20)
    depth_ease: float = length_field(0.5, "Ease below the arm", "Below the measured armhole depth.", 0, 6)
    bust_dart: float = length_field(
        0.0, "Bust dart", "0: as the bust asks for, 7 at a bust of 88 and 0.6 more for each 4 cm.", 0, 16
    )
    back_shoulder: Literal["dart", "eased"] = Field(
        default="dart",
        title="Back shoulder",
        description="It is drawn 1 cm longer for the shoulder blade: sewn as a small dart, or eased into the front.",
    )
    back_corner: float = length_field(2.25, "Back armhole off the corner", "On the diagonal.", 1, 5)
    front_corner: float = length_field(1.75, "Front armhole off the corner", "Hollower than the back.", 1, 5)
    front_share: int = Field(
        default=35, ge=0, le=60, title="Waist taken in the front dart", description="Percent of the reduction."
    )
    back_share: int = Field(
        default=30, ge=0, le=60, title="Waist taken in the back dart", description="Percent; the rest goes to the side."
    )
    shoulder_set_back: float = length_field(
        2.5, "Bust dart short of the bust point", "Softens the point.", 0, 10, house="set_backs.shoulder"
    )
    waist_set_back: float = length_field(
        2.5, "Waist dart short of the bust point", "Softens the point.", 0, 10, house="set_backs.waist"
    )


@dataclass(frozen=True, slots=True)
class Frame:
    """The numbers of the half sheet, cm. Widths are counted from each piece's own centre."""

    s: Settings
    c: Chart

    @property
    def chest(self) -> float:
        """The armhole line's level, cm down the sheet."""
        return NAPE + self.c["armscye_depth"] + self.s.depth_ease

    @property
    def sheet(self) -> float:
        """The sheet's width: half of bust and ease, cm."""
        return (self.c["bust_girth"] + self.s.bust_ease) / 2

    @property
    def waist(self) -> float:
        """The waist's level, cm down the sheet."""
        return NAPE + self.c["nape_to_waist"]

    @property
    def hip(self) -> float:
        """The hip's level, cm down the sheet."""
        return self.waist + self.c["waist_to_hip"]

    @property
    def dart(self) -> float:
        """The bust dart's width at the neck, cm: a size's own, or by how far the bust is from it."""
        return self.s.bust_dart or max(2.0, DART_THERE + DART_GROWS * (self.c["bust_girth"] - SIZE_TWELVE))

    @property
    def back_tip_level(self) -> float:
        """The back shoulder tip's level, cm."""
        return NAPE + self.c["armscye_depth"] / 5 - 0.7

    @property
    def back_upright(self) -> float:
        """From the centre back to where the armhole stands upright, cm."""
        return self.c["across_back"] / 2 + 0.5

    @property
    def front_upright(self) -> float:
        """From the centre front to where the armhole stands upright, cm: the dart is in it."""
        return (self.c["across_front"] + self.dart) / 2

    @property
    def between(self) -> float:
        """Half the width between the two uprights: the side seam lies in the middle."""
        return (self.sheet - self.back_upright - self.front_upright) / 2

    @property
    def point(self) -> complex:
        """The bust point, from the front's own centre."""
        return complex(self.front_upright / 2, self.chest + 2.5)

    @property
    def taken(self) -> float:
        """Waist reduction on the half sheet."""
        return self.sheet - (self.c["waist_girth"] + self.s.waist_ease) / 2

    def dart_at_waist(self, share: int) -> float:
        """Width of a waist dart that takes ``share`` percent of what goes in, cm; 0 where it would be too small to sew."""
        width = min(self.taken * share / 100, WIDEST)
        return width if width >= LEAST else 0.0

    @property
    def at_side(self) -> float:
        """Taken at the waist by the side in front and back each; negative: let out."""
        darts = self.dart_at_waist(self.s.front_share) + self.dart_at_waist(self.s.back_share)
        return (self.taken - darts) / 2

    def quarter(self, piece: str) -> float:
        """Width of that piece at the bust, cm."""
        return self.between + (self.back_upright if piece == "back" else self.front_upright)

    def at_hip(self, piece: str) -> float:
        """Both sides go out alike, so that they are equally long."""
        return self.quarter(piece) + ((self.c["hip_girth"] + self.s.hip_ease) / 2 - self.sheet) / 2


class BodiceHalfSheet(School):
    """See ``reason`` and ``differs``. After a published handbook, from memory."""

    name: ClassVar[str] = "bodice-half-sheet"
    title: ClassVar[str] = "Half-sheet close-fitting bodice"
    reason: ClassVar[str] = (
        "For people measured by a table or a full chart: a close hip-length block with one large shoulder dart from the neck."
    )
    differs: ClassVar[str] = (
        "Front and back stand side by side on one sheet of half the bust and 5 cm, and the side seam falls in the middle between the two "
        "uprights. Across back and across front set the armhole; the bust dart opens from the neck point and its width follows the bust."
    )
    needs: ClassVar[tuple[str, ...]] = (
        "bust_girth",
        "waist_girth",
        "hip_girth",
        "neck_girth",
        "shoulder_length",
        "across_back",
        "across_front",
        "armscye_depth",
        "nape_to_waist",
        "waist_to_hip",
    )
    settings: ClassVar[type[Strict]] = Settings

    def build(self, chart: Chart, settings: Any, pencil: Construction, base: Pattern | None) -> Drawn:
        """See School."""
        f = Frame(settings, chart)
        _must_fit(f)
        _sheet_stage(f, pencil)
        back, back_armhole = _back(f, pencil)
        front, front_armhole = _front(f, pencil)
        girths = (
            Girth("bust", chart["bust_girth"], f.s.bust_ease, (Run("front", "bust"), Run("back", "chest"))),
            Girth("waist", chart["waist_girth"], f.s.waist_ease, (Run("front", "waist"), Run("back", "waist"))),
            Girth("hip", chart["hip_girth"], f.s.hip_ease, (Run("front", "hem", "edge"), Run("back", "hem", "edge"))),
        )
        pattern = bodice_promises(Pattern((back, front)), front_armhole, back_armhole)
        if f.s.back_shoulder == "eased":
            pattern = Pattern(pattern.pieces, tuple(_eased(x) for x in pattern.seams), pattern.notches)
        return Drawn(pattern, girths)


def _eased(seam: Seam) -> Seam:
    if seam.name != "shoulder":
        return seam
    return eased("shoulder", side_of(("back", "shoulder", "neckline")), side_of(("front", "shoulder", "neckline")), 1.2, 0.5)


def _must_fit(f: Frame) -> None:
    c = f.c
    neck = c["neck_girth"] / 5
    refuse_where(
        (
            (
                "waist_girth",
                c["waist_girth"] > c["bust_girth"] + 30,
                f"it is {c['waist_girth'] - c['bust_girth']:.0f} cm more than the bust",
            ),
            ("across_back", f.back_upright < neck + 3, f"half of it ends beside a neck {neck:.1f} cm wide"),
            (
                "across_front",
                f.between < 2.5,
                f"across back, across front and the dart leave {2 * f.between:.1f} cm for the armhole on a sheet of {f.sheet:.1f} cm"
                if f.between > 0
                else f"across back, across front and the dart come to {-2 * f.between:.1f} cm more than the whole sheet of {f.sheet:.1f} cm",
            ),
            ("armscye_depth", f.waist < f.chest + 6, f"the waist would lie at the underarm ({f.chest:.1f} cm down)"),
            ("shoulder_length", c["shoulder_length"] < f.back_tip_level + 3, "it is too short for its slope"),
            ("waist_to_hip", f.hip < f.waist + 8, "the hip would lie at the waist"),
            ("nape_to_waist", f.point.imag > f.waist - 6, "the bust point would lie at the waist"),
        )
    )


def _sheet_stage(f: Frame, pencil: Construction) -> None:
    pencil.draw(
        "back",
        "Square a corner. The nape lies 1.5 below it; from there the chest line, the waist, and below that the hip.",
        Sum("Chest line", length(f.chest), "{} + {} + {}", (length(NAPE), length(f.c["armscye_depth"]), length(f.s.depth_ease))),
        Sum("Waist", length(f.waist), "{} + {}", (length(NAPE), length(f.c["nape_to_waist"]))),
        Sum("Hip", length(f.hip), "{} + {}", (length(f.waist), length(f.c["waist_to_hip"]))),
        points={"0": 0j, "1": complex(0, NAPE), "2": complex(0, f.chest), "3": complex(0, f.waist), "4": complex(0, f.hip)},
        paths=(straight(0j, complex(0, f.hip)),),
        guide=True,
    )
    pencil.draw(
        "back",
        "Half the sheet is half the bust with ease; what across back, across front and the dart leave of it is the armhole's width, "
        "and the side seam stands in its middle.",
        Sum("Half sheet", length(f.sheet), "({} + {}) / 2", (length(f.c["bust_girth"]), length(f.s.bust_ease))),
        Sum("Back upright", length(f.back_upright), "{} / 2 + {}", (length(f.c["across_back"]), length(0.5))),
        Sum("Front upright", length(f.front_upright), "({} + {}) / 2", (length(f.c["across_front"]), length(f.dart))),
        Sum(
            "Side from each",
            length(f.between),
            "({} − {} − {}) / 2",
            tuple(map(length, (f.sheet, f.back_upright, f.front_upright))),
        ),
        points={"5": complex(f.quarter("back"), f.chest)},
        paths=(straight(complex(0, f.chest), complex(f.quarter("back"), f.chest)),),
        guide=True,
    )


def _back(f: Frame, pencil: Construction) -> tuple[Piece, Armhole]:
    s, c, name = f.s, f.c, "back"
    neck, nape = complex(c["neck_girth"] / 5 - 0.2, 0), complex(0, NAPE)
    tip = circle_hit(neck, f.back_tip_level, c["shoulder_length"] + 1) or neck
    along = (tip - neck) / abs(tip - neck)
    pencil.draw(
        name,
        "The neck point on the top line; the shoulder level a fifth of the armhole depth less 0.7 below the nape; the shoulder 1 cm longer.",
        Sum("Neck width", length(neck.real), "{} / 5 − {}", (length(c["neck_girth"]), length(0.2))),
        Sum("Level", length(tip.imag), "{} + {} / 5 − {}", (length(NAPE), length(c["armscye_depth"]), length(0.7))),
        Sum("Shoulder", length(abs(tip - neck)), "{} + {}", (length(c["shoulder_length"]), length(1.0))),
        points={"6": neck, "7": tip},
        paths=(straight(neck, tip),),
    )
    guide = complex(f.back_upright, (f.chest + f.back_tip_level) / 2)
    underarm = complex(f.quarter(name), f.chest)
    armhole = draw_armhole(tip, along, guide, underarm, s.back_corner)
    neckline = back_neckline(nape, neck, along)
    pencil.draw(
        name,
        "The armhole touches the middle of the upright and bowls into the chest line; the back neckline.",
        Sum("From the corner", length(armhole.off_corner)),
        points={"8": guide},
        paths=(armhole.path, neckline),
    )
    side = _side(f, name, "9", pencil)
    lenses = _waist_dart(f, name, "10", complex(f.back_upright / 2, f.chest), f.dart_at_waist(s.back_share), f.waist + 14, pencil)
    dart = s.back_shoulder == "dart"
    middle = 0.5 * (neck + tip)
    shoulder: tuple[Edge, ...] = (Edge("shoulder", "seam", straight(neck, tip)),)
    if dart:
        a, b = middle - along / 2, middle + along / 2
        pivot = 0.5 * (a + b) + along * 1j * 5
        pencil.draw(
            name,
            "The centimetre too much is a small dart in the middle of the shoulder, 5 deep, square to it so that its legs are alike.",
            Sum("Width", length(1.0)),
            points={"11": pivot},
            paths=(straight(a, pivot), straight(pivot, b)),
        )
        shoulder = (
            Edge("shoulder", "seam", straight(neck, a)),
            Edge("shoulder dart", "dart", straight(a, pivot)),
            Edge("shoulder dart", "dart", straight(pivot, b)),
            Edge("shoulder", "seam", straight(b, tip)),
        )
    hip = complex(f.at_hip(name), f.hip)
    outline = (
        Edge("neckline", "seam", neckline),
        *shoulder,
        Edge("armhole", "seam", armhole.path),
        Edge("side", "seam", side),
        Edge("hem", "hem", straight(hip, complex(0, f.hip))),
        Edge("centre back", "fold", straight(complex(0, f.hip), nape)),
    )
    piece = Piece(
        name,
        outline,
        darts=(DartRule("shoulder dart", 0.0),) if dart else (),
        marks=(Mark("shoulder blade", complex(f.back_upright / 2, (f.chest + f.back_tip_level) / 2)),),
        lines=_lines(f, name, side),
        grain=_grain(f, f.back_upright / 2),
        cut=CutPlan(1, on_fold=True, mirrored=False),
        lenses=lenses,
    )
    return piece, armhole


def _front(f: Frame, pencil: Construction) -> tuple[Piece, Armhole]:
    s, c, name = f.s, f.c, "front"
    neck, pit = complex(c["neck_girth"] / 5 - 0.7, 0), complex(0, c["neck_girth"] / 5 - 0.2)
    pencil.draw(
        name,
        "The front, its centre turned to the left: neck point and pit of the neck; the bust point in the middle of the across front, 2.5 below the chest line.",
        Sum("Neck width", length(neck.real), "{} / 5 − {}", (length(c["neck_girth"]), length(0.7))),
        Sum("Neck depth", length(pit.imag), "{} / 5 − {}", (length(c["neck_girth"]), length(0.2))),
        Sum("Bust point out", length(f.point.real), "{} / 2", (length(f.front_upright),)),
        points={"12": neck, "13": pit, "14": f.point},
    )
    leg = second_leg(neck, f.point, f.dart) or neck
    level = f.back_tip_level + 1.5
    tip = circle_hit(leg, level, c["shoulder_length"])
    if tip is None:
        title = MEASURES["shoulder_length"].title
        raise BadMeasure("it is too short to reach down to the front tip's level.", title, "Measure it again.", "shoulder_length")
    along = (tip - leg) / abs(tip - leg)
    pencil.draw(
        name,
        "The bust dart opens from the neck point, both legs alike; from its second leg the shoulder, its tip 1.5 below the back tip's level.",
        Sum("Dart", length(f.dart), *_dart_sum(f)),
        Sum("Both legs", length(abs(neck - f.point))),
        Sum("Tip's level", length(level), "{} + {}", (length(f.back_tip_level), length(1.5))),
        points={"15": leg, "16": tip},
        paths=(straight(neck, f.point), straight(f.point, leg), straight(leg, tip)),
    )
    guide = complex(f.front_upright, f.chest - (f.chest - pit.imag) / 3)
    underarm = complex(f.quarter(name), f.chest)
    armhole = draw_armhole(tip, along, guide, underarm, s.front_corner)
    # Sewn, the shoulder lies on the first leg: the neckline runs square into the shoulder as it is then.
    folded = along * ((neck - f.point) / (leg - f.point))
    neckline = front_neckline(pit, neck, folded)
    pencil.draw(
        name,
        "The armhole touches the upright a third of the way up to the neck level; the front neckline, square to the shoulder as it lies when the dart is sewn.",
        Sum("Up", length((f.chest - pit.imag) / 3), "({} − {}) / 3", (length(f.chest), length(pit.imag))),
        Sum("From the corner", length(armhole.off_corner)),
        points={"17": guide},
        paths=(armhole.path, neckline),
    )
    side = _side(f, name, "18", pencil)
    lower = max(min(f.hip - 10, f.waist + 12), f.waist + 4)
    lenses = _waist_dart(f, name, "19", f.point + 1j * s.waist_set_back, f.dart_at_waist(s.front_share), lower, pencil)
    hip = complex(f.at_hip(name), f.hip)
    outline = (
        Edge("neckline", "seam", neckline),
        Edge("shoulder dart", "dart", straight(neck, f.point)),
        Edge("shoulder dart", "dart", straight(f.point, leg)),
        Edge("shoulder", "seam", straight(leg, tip)),
        Edge("armhole", "seam", armhole.path),
        Edge("side", "seam", side),
        Edge("hem", "hem", straight(hip, complex(0, f.hip))),
        Edge("centre front", "fold", straight(complex(0, f.hip), pit)),
    )
    piece = Piece(
        name,
        outline,
        darts=(DartRule("shoulder dart", s.shoulder_set_back),),
        marks=(Mark("bust point", f.point),),
        lines=_lines(f, name, side),
        grain=_grain(f, f.point.real),
        cut=CutPlan(1, on_fold=True, mirrored=False),
        lenses=lenses,
    )
    return piece, armhole


def _dart_sum(f: Frame) -> tuple[str, tuple[Any, ...]]:
    if f.s.bust_dart:
        return "", ()
    return "{} + ({} − {}) × 0.6 / 4", (length(DART_THERE), length(f.c["bust_girth"]), length(SIZE_TWELVE))


def _side(f: Frame, piece: str, label: str, pencil: Construction) -> Path:
    q = f.quarter(piece)
    waist, hip = complex(q - f.at_side, f.waist), complex(f.at_hip(piece), f.hip)
    side = waisted(complex(q, f.chest), f.chest + 2.5, waist, hip)
    pencil.draw(
        piece,
        "The side: in at the waist by its share of the reduction, out to the hip; front and back alike.",
        Sum(
            "Reduction on the half",
            length(f.taken),
            "{} − ({} + {}) / 2",
            tuple(map(length, (f.sheet, f.c["waist_girth"], f.s.waist_ease))),
        ),
        Sum("In at the waist", length(f.at_side)),
        Sum("Out at the hip", length(f.at_hip(piece))),
        points={label: waist, f"{label}a": hip},
        paths=(side, straight(hip, complex(0, f.hip))),
    )
    return side


def _waist_dart(
    f: Frame, piece: str, label: str, upper: complex, width: float, lower: float, pencil: Construction
) -> tuple[Lens, ...]:
    if width <= 0:
        return ()
    x = upper.real
    lower = min(lower, f.hip - 1)
    lens = straight_lens("waist dart", upper, complex(x - width / 2, f.waist), complex(x + width / 2, f.waist), complex(x, lower))
    pencil.draw(
        piece,
        "The waist dart, with two points, hung on its upright.",
        Sum("Width", length(width)),
        Sum("Below the waist", length(lower - f.waist)),
        points={label: lens.upper, f"{label}a": lens.lower},
        paths=(lens.outline,),
    )
    return (lens,)


def _lines(f: Frame, piece: str, side: Path) -> tuple[DrawnLine, ...]:
    levels = (("chest", f.chest), ("waist", f.waist)) if piece == "back" else (("bust", f.point.imag), ("waist", f.waist))
    return tuple(DrawnLine(name, straight(complex(0, level), complex(x_at(side, level), level))) for name, level in levels)


def _grain(f: Frame, x: float) -> Grain:
    return Grain(complex(x * 0.35, f.chest - 6), complex(x * 0.35, f.waist))
