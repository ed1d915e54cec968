"""The loose jacket: no darts, no waist, bands of rib. The zip decides its length. Inch-minded; common practice, no source."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, ClassVar

from ..drafting.bodice_parts import Armhole, back_neckline, draw_armhole, front_neckline, refuse_where
from ..drafting.construction import Construction
from ..drafting.school import Drawn, Family, Girth, Run, School
from ..drafting.sewing import equal, free, held, side_of
from ..geometry.path import Path, straight
from ..geometry.solving import where_zero
from ..house import Strict, length_field
from ..measures.chart import Chart
from ..paper.edge import Edge
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DrawnLine, Grain, Piece
from ..paper.seam import Notch, Seam, SeamRule, Side
from ..paper.sewn import sewn_length
from ..units import INCH
from ..working import Sum, length


class Settings(Strict):
    """What a workroom may change in this draft. Lengths in cm."""

    bust_more: float = length_field(2 * INCH, "On each quarter of the bust", "Room for what is worn under it.", 0, 15)
    hip_more: float = length_field(2 * INCH, "On each quarter of the hip", "Room to sit down.", 0, 15)
    armhole_depth: float = length_field(
        8.5 * INCH, "Armhole depth", "From the tip's level; 0: from the bust, an eighth and 10.", 0, 36
    )
    slope: float = length_field(1 * INCH, "Shoulder slope", "Flat: the shoulder hangs over the arm. 0 for a square yoke.", 0, 6)
    shoulder_out: float = length_field(0.5 * INCH, "Shoulder out", "Beyond half the shoulder width.", 0, 6)
    neck: float = length_field(3 * INCH, "Neck width and front depth", "Before the band is taken off.", 5, 12)
    back_neck: float = length_field(1.5 * INCH, "Back neck depth", "Before the band is taken off.", 1, 6)
    armhole_in: float = length_field(1 * INCH, "Armhole in", "At its middle.", 0, 4)
    zip_length: float = length_field(
        55.0, "Zip", "Open-ended, from the neck band to the hem band: buy it first, it decides the length.", 25, 90
    )
    hem_band: float = length_field(
        3 * INCH, "Hem band", "Cut in rib, from the front's width only: it stretches round the back.", 2, 12
    )
    cuff_band: float = length_field(2.5 * INCH, "Cuff band", "Finished height.", 2, 12)
    neck_band: float = length_field(1.5 * INCH, "Neck band", "Taken off both necklines.", 1, 6)


@dataclass(frozen=True, slots=True)
class Body:
    """Both halves share these levels and widths, cm."""

    s: Settings
    quarter: float
    hem_width: float
    tip: complex
    chest: float
    hem: float


class LooseJacket(School):
    """See ``reason`` and ``differs``. Common practice, no source."""

    name: ClassVar[str] = "loose-jacket"
    title: ClassVar[str] = "Loose zipped jacket"
    family: ClassVar[Family] = "garment"
    reason: ClassVar[str] = "A jacket to throw on over anything, in one evening: no darts, no waist, rib at neck, cuffs and hem."
    differs: ClassVar[str] = (
        "Quarters of bust and hip with room added, fixed inches for the rest. Bands are taken off the edges and cut in rib. It fits nobody "
        "closely, and so many."
    )
    needs: ClassVar[tuple[str, ...]] = ("bust_girth", "hip_girth", "shoulder_width")
    uses: ClassVar[tuple[str, ...]] = ("wrist_girth",)
    settings: ClassVar[type[Strict]] = Settings

    def build(self, chart: Chart, settings: Any, pencil: Construction, base: Pattern | None) -> Drawn:
        """See School."""
        b = _body(chart, settings)
        back, back_armhole, back_band = _half(b, "back", pencil)
        front, front_armhole, front_band = _half(b, "front", pencil)
        bands = (front_band, back_band, *_rib(b, chart, front, pencil))
        girth = Girth("bust", chart["bust_girth"], 4 * settings.bust_more, (Run("front", "chest"), Run("back", "chest")))
        return Drawn(_promises(Pattern((back, front, *bands)), front_armhole, back_armhole), (girth,))


def _body(c: Chart, s: Settings) -> Body:
    depth = s.armhole_depth or c["bust_girth"] / 8 + 10
    tip = complex(c["shoulder_width"] / 2 + s.shoulder_out, s.slope)
    quarter, chest = c["bust_girth"] / 4 + s.bust_more, s.slope + depth
    hem = s.neck + s.neck_band + s.zip_length
    refuse_where(
        (
            ("shoulder_width", tip.real < s.neck + s.neck_band + 3, "half of it leaves no shoulder beside the neck band"),
            (
                "shoulder_width",
                tip.real - s.armhole_in > quarter - 1,
                f"half of it reaches past the underarm, {quarter:.1f} cm out",
            ),
            ("bust_girth", hem < chest + 8, f"a zip of {s.zip_length:.0f} cm ends at the underarm"),
        )
    )
    return Body(s, quarter, c["hip_girth"] / 4 + s.hip_more, tip, chest, hem)


def _half(b: Body, name: str, pencil: Construction) -> tuple[Piece, Armhole, Piece]:
    """The half with its band taken off, its armhole, and the band's own piece."""
    s, front = b.s, name == "front"
    neck, depth = s.neck, s.neck if front else s.back_neck
    point = complex(neck, 0)
    along = (b.tip - point) / abs(b.tip - point)
    draw = front_neckline if front else back_neckline
    drawn = draw(complex(0, depth), point, along)
    low_point, low_centre = point + along * s.neck_band, complex(0, depth + s.neck_band)
    taken = draw(low_centre, low_point, along)
    pencil.draw(
        name,
        "Square a corner; the neck, and the neck band parallel below it; the shoulder to half its width and a little out.",
        Sum("Neck width", length(neck)),
        Sum("Neck depth", length(depth)),
        Sum("Shoulder tip out", length(b.tip.real)),
        points={"1": point, "2": complex(0, depth), "3": b.tip, "4": low_point, "5": low_centre},
        paths=(drawn, taken, straight(point, b.tip)),
    )
    underarm, side = complex(b.quarter, b.chest), complex(b.hem_width, b.hem)
    guide = complex(b.tip.real - s.armhole_in, (b.tip.imag + b.chest) / 2)
    armhole = draw_armhole(b.tip, along, guide, underarm, 2.5 if front else 3.0)
    pencil.draw(
        name,
        "The armhole depth below the tip; a quarter of the bust with its room; the armhole in at its middle.",
        Sum("Depth", length(b.chest - b.tip.imag)),
        Sum("Quarter", length(b.quarter)),
        Sum("In", length(s.armhole_in)),
        points={"6": underarm, "7": guide},
        paths=(armhole.path,),
    )
    pencil.draw(
        name,
        "The zip from the neck band to the hem band decides the length; the hem band lies below that.",
        Sum("Down", length(b.hem), "{} + {} + {}", (length(s.neck), length(s.neck_band), length(s.zip_length))),
        Sum("Quarter at the hem", length(b.hem_width)),
        points={"8": side},
        paths=(straight(underarm, side), straight(side, complex(0, b.hem)), straight(complex(0, b.hem), low_centre)),
    )
    outline = (
        Edge("neckline", "seam", taken),
        Edge("shoulder", "seam", straight(low_point, b.tip)),
        Edge("armhole", "seam", armhole.path),
        Edge("side", "seam", straight(underarm, side)),
        Edge("hem", "seam", straight(side, complex(0, b.hem))),
        Edge(f"centre {name}", "opening" if front else "fold", straight(complex(0, b.hem), low_centre)),
    )
    piece = Piece(
        name,
        outline,
        lines=(DrawnLine("chest", straight(complex(0, b.chest), underarm)),),
        grain=Grain(complex(b.quarter * 0.45, b.chest), complex(b.quarter * 0.45, b.hem - 6)),
        cut=CutPlan(2, on_fold=False, mirrored=True) if front else CutPlan(1, on_fold=True, mirrored=False),
    )
    return piece, armhole, _neck_band(name, drawn, taken, s)


def _neck_band(name: str, drawn: Path, taken: Path, s: Settings) -> Piece:
    """What was taken off the neckline; the front one's end is rounded at the zip."""
    front = name == "front"
    end = straight(taken.start, drawn.start)
    if front:
        a, b = taken.start, drawn.start
        turn = b + 0.75 * s.neck_band
        at = where_zero(lambda x: drawn.at(x).real - turn.real, 0.0, drawn.length, 1e-6)
        rest = drawn.cut(max(at, 0.3))[1]
        here = rest.start
        end = Path(((a, a + (b - a) * 0.65, here - rest.start_direction * 0.6 * s.neck_band, here),))
        drawn = rest
    outline = (
        Edge("upper edge", "raw", drawn),
        Edge("shoulder", "seam", straight(drawn.end, taken.end)),
        Edge("neckline", "seam", taken.reversed()),
        Edge(f"centre {name}", "opening" if front else "fold", end),
    )
    middle = taken.start + 0.4 * (drawn.start - taken.start) + 1.0
    return Piece(
        f"{name} neck band",
        outline,
        grain=Grain(middle, middle + 3),
        cut=CutPlan(4, on_fold=False, mirrored=True, cloth="rib")
        if front
        else CutPlan(2, on_fold=True, mirrored=False, cloth="rib"),
    )


def _rib(b: Body, c: Chart, front: Piece, pencil: Construction) -> tuple[Piece, Piece]:
    """Hem band and cuff band: folded double, so twice their height."""
    hem = 2 * sewn_length(front, "hem")
    cuff = c.get("wrist_girth", 16.0) + 2
    pencil.draw(
        "hem band",
        "Rib, folded double: as long as the two fronts only, it stretches round the back; the cuff as the wrist and 2.",
        Sum("Hem band", length(hem), "2 × {}", (length(hem / 2),)),
        Sum("Cuff band", length(cuff)),
    )
    half = _strip("hem band", hem / 2, 2 * b.s.hem_band, CutPlan(1, True, False, "rib"))
    return half, _strip("cuff band", cuff, 2 * b.s.cuff_band, CutPlan(2, False, False, "rib"))


def _strip(name: str, long: float, high: float, cut: CutPlan) -> Piece:
    """A strip folded along its middle. On the fold, its start is the centre back."""
    corners = [0j, complex(long, 0), complex(long, high), complex(0, high)]
    names = ("upper edge", "end", "lower edge", "start")
    outline = tuple(
        Edge(
            n,
            "seam" if i % 2 == 0 else "fold" if cut.on_fold and n == "start" else "raw",
            straight(corners[i], corners[(i + 1) % 4]),
        )
        for i, n in enumerate(names)
    )
    fold = DrawnLine("fold line", straight(complex(0, high / 2), complex(long, high / 2)))
    grain = Grain(complex(long / 2, 1), complex(long / 2, high - 1))
    return Piece(name, outline, lines=(fold,), grain=grain, cut=cut)


def _stretched(pattern: Pattern, name: str, side: Side, band: Side) -> Seam:
    """A band that is stretched all along its seam: as long as the two fronts, round them and the back."""
    ratio = pattern.side_length(side) / pattern.side_length(band)
    return Seam(name, side, band, SeamRule("stretch", ratio=round(ratio + 5e-5, 4)))


def _promises(pattern: Pattern, front: Armhole, back: Armhole) -> Pattern:
    whole = front.path.length
    band = (("front neck band", "neckline", "shoulder"), ("back neck band", "neckline", "centre back"))
    seams = (
        equal("side", side_of(("front", "side", "armhole")), side_of(("back", "side", "armhole"))),
        equal("shoulder", side_of(("front", "shoulder", "neckline")), side_of(("back", "shoulder", "neckline"))),
        held(pattern, "armhole", side_of(("front", "armhole", "side"), ("back", "armhole", "shoulder"))),
        equal("front neck band", side_of(band[0]), side_of(("front", "neckline", "shoulder"))),
        equal("back neck band", side_of(band[1]), side_of(("back", "neckline", "centre back"))),
        equal(
            "band shoulder",
            side_of(("front neck band", "shoulder", "neckline")),
            side_of(("back neck band", "shoulder", "neckline")),
        ),
        _stretched(
            pattern,
            "hem",
            side_of(("front", "hem", "centre front"), ("back", "hem", "side")),
            side_of(("hem band", "upper edge", "end")),
        ),
        free("hem band", side_of(("hem band", "lower edge", "end"))),
        free("cuff band", side_of(("cuff band", "upper edge", "start"), ("cuff band", "lower edge", "end"))),
    )
    side = sewn_length(pattern.piece("front"), "side")
    hem, band_of = (sewn_length(pattern.piece(p), e) for p, e in (("front", "hem"), ("hem band", "upper edge")))
    notches = (
        Notch("side", "hem", "single", hem, band_of * hem / (hem + sewn_length(pattern.piece("back"), "hem"))),
        Notch("front balance", "armhole", "single", whole - front.balance),
        Notch("back balance", "armhole", "double", whole + back.balance),
        Notch("side balance", "side", "single", 0.4 * side, 0.4 * side),
    )
    return Pattern(pattern.pieces, seams, notches)
