"""The two-piece skirt, back and front, in two variants of the same draft. Centres at x = 0, the waist's level at y = 0."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, ClassVar, Literal, NamedTuple

from pydantic import Field

from ..drafting.bodice_parts import refuse_where
from ..drafting.construction import Construction
from ..drafting.lines import DartInCurve, bulging, darted_curve, level_curve
from ..drafting.school import Drawn, Family, Girth, Run, School
from ..drafting.sewing import equal, free, held, side_of
from ..geometry.path import Path, straight
from ..geometry.solving import where_zero
from ..house import Strict, length_field
from ..measures.chart import Chart
from ..paper.edge import Edge
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DartRule, DrawnLine, Grain, Piece
from ..paper.seam import Notch
from ..working import Quantity, Sum, length

DART = 2.0
"""cm, the width of every dart on an average figure."""
NARROWEST = 0.6
STEEPEST = 5.0
"""cm; a side that goes in by more stands off at the hip bone: the rest goes into the darts."""


class Settings(Strict):
    """What a workroom may change in this draft. Lengths in cm."""

    variant: Literal["a centimetre of waist ease", "close at the waist"] = Field(
        default="a centimetre of waist ease",
        title="Variant",
        description="Waist/4 + 4.25 and + 2.25, side raised 1.25, darts 14, 12.5, 10; or + 4 and + 2, raised 1.5, darts 14, 12, 10.",
    )
    skirt_length: float = length_field(0.0, "Length", "From the waist down the centre; 0: to the knee as measured, or 60.", 0, 120)
    hip_ease: float = length_field(3.0, "Hip ease", "Round the whole body: to sit down in.", 0, 15)
    bulge: float = length_field(0.5, "Side bulges", "Off the straight line from waist to hip.", 0, 2)
    flare: float = length_field(0.0, "Flare at the hem", "Each side seam, from the hip down.", 0, 20)
    centre_back: Literal["fold", "seam"] = Field(
        default="fold",
        title="Centre back",
        description="A seam takes the zip and a slit; on the fold the zip goes into the left side.",
    )


@dataclass(frozen=True, slots=True)
class Half:
    """One half's numbers, cm: waist with darts, dart depths from the centre outward, where they lie (share of the waistline).
    ``sums``: how its quarter hip and its waist come about."""

    piece: str
    waist: float
    hip: float
    depths: tuple[float, ...]
    at: tuple[float, ...]
    dart: float
    sums: tuple[Sum, Sum]


class Skirt(School):
    """See ``reason`` and ``differs``. Common practice, no source."""

    name: ClassVar[str] = "skirt"
    title: ClassVar[str] = "Two-piece skirt"
    family: ClassVar[Family] = "skirt"
    reason: ClassVar[str] = "The straight skirt block, from which every other skirt is opened, flared or gored."
    differs: ClassVar[str] = (
        "Waist, hip and the way between. Two darts behind, one in front; the back is wider at the hip. One variant leaves a centimetre "
        "of ease for the waistband to hold, the other none."
    )
    needs: ClassVar[tuple[str, ...]] = ("waist_girth", "hip_girth", "waist_to_hip")
    uses: ClassVar[tuple[str, ...]] = ("waist_to_knee",)
    settings: ClassVar[type[Strict]] = Settings

    def build(self, chart: Chart, settings: Any, pencil: Construction, base: Pattern | None) -> Drawn:
        """See School."""
        long = settings.skirt_length or chart.get("waist_to_knee", 60.0)
        hip = chart["waist_to_hip"]
        refuse_where(
            (
                ("waist_to_hip", long < hip + 3, f"a skirt {long:.1f} cm long ends above the hip"),
                ("waist_girth", chart["waist_girth"] > chart["hip_girth"] + 12, "it is far more than the hip"),
                (
                    "hip_girth",
                    chart["hip_girth"] > chart["waist_girth"] + 52,
                    "it is so much more than the waist that no dart takes it up",
                ),
            )
        )
        back, front = _halves(chart, settings)
        raised = 1.25 if settings.variant == Settings().variant else 1.5
        back_piece, side = _piece(back, settings, long, hip, raised, None, pencil)
        front_piece, _ = _piece(front, settings, long, hip, raised, side, pencil)
        ease = 1.0 if raised == 1.25 else 0.0
        girths = (
            Girth("waist", chart["waist_girth"], ease, (Run("skirt back", "waist", "edge"), Run("skirt front", "waist", "edge"))),
            Girth("hip", chart["hip_girth"], settings.hip_ease, (Run("skirt back", "hip"), Run("skirt front", "hip"))),
        )
        return Drawn(_promises(Pattern((back_piece, front_piece)), settings), girths)


def _halves(c: Chart, s: Settings) -> tuple[Half, Half]:
    waist, hip = c["waist_girth"] / 4, (c["hip_girth"] + s.hip_ease) / 4
    spare = 0.25 if s.variant == Settings().variant else 0.0
    second = 12.5 if spare else 12.0
    back_hip, front_hip = hip + s.hip_ease / 4, hip - s.hip_ease / 4
    back_dart, front_dart = _dart_width(back_hip - waist - spare, 2), _dart_width(front_hip - waist - spare, 1)

    def half(piece: str, at_hip: float, sign: str, depths: tuple[float, ...], at: tuple[float, ...], dart: float) -> Half:
        count = len(depths)
        at_waist = waist + spare + count * dart
        hips = (length(c["hip_girth"]), length(s.hip_ease), length(s.hip_ease))
        waists = (length(c["waist_girth"]), length(spare), Quantity(count, "count"), length(dart))
        sums = (
            Sum("Quarter hip", length(at_hip), f"({{}} + {{}}) / 4 {sign} {{}} / 4", hips),
            Sum("Waist with darts", length(at_waist), "{} / 4 + {} + {} × {}", waists),
        )
        return Half(piece, at_waist, at_hip, depths, at, dart, sums)

    return (
        half("skirt back", back_hip, "+", (14.0, second), (1 / 3, 2 / 3), back_dart),
        half("skirt front", front_hip, "−", (10.0,), (2 / 3,), front_dart),
    )


def _dart_width(excess: float, count: int) -> float:
    """2 cm; less where the waist is nearly as wide as the hip, more where the side would go in too steeply."""
    if excess < count * DART:
        width = max(excess, 0.0) / count
        return width if width >= NARROWEST else 0.0
    return max(DART, (excess - STEEPEST) / count)


class Lines(NamedTuple):
    """A half's lines as they are drawn, cm: the waist from the centre to the side, the side from there to the hip and on
    to the hem."""

    waist: Path
    upper: Path
    lower: Path
    on_hip: complex
    hem: complex

    @property
    def raised(self) -> float:
        """How far the waist lies above its centre at the side, cm."""
        return -self.waist.end.imag


def _lines(h: Half, s: Settings, long: float, hip: float, raised: float, partner: float | None) -> Lines:
    """Waist and side. ``partner``: the length that the side has to have from waist to hip, reached by how far the waist is
    raised there."""
    centre, on_hip = 0j, complex(h.hip, hip)

    def corner(up: float) -> complex:
        x = h.waist
        for _ in range(3):
            x += h.waist - level_curve(centre, complex(x, -up)).length
        return complex(x, -up)

    def side(up: float) -> Path:
        return bulging(corner(up), on_hip, s.bulge)

    if partner is not None:
        raised = where_zero(lambda up: side(up).length - partner, raised - 2, raised + 2)
    hem = complex(h.hip + s.flare, long - (s.flare**2 / (2 * (long - hip)) if s.flare else 0.0))
    return Lines(level_curve(centre, corner(raised)), side(raised), straight(on_hip, hem), on_hip, hem)


def _piece(
    h: Half, s: Settings, long: float, hip: float, raised: float, partner: float | None, pencil: Construction
) -> tuple[Piece, float]:
    """The half and the length of its side from waist to hip; ``partner``: the length it has to have."""
    z = _lines(h, s, long, hip, raised, partner)
    _draw_frame(h, z, long, hip, partner is not None, s, pencil)
    edges = _darted_waist(h, z.waist, pencil)
    foot = complex(0, long)
    hem_line = level_curve(foot, z.hem).reversed() if s.flare else straight(z.hem, foot)
    back = h.piece == "skirt back"
    seam = back and s.centre_back == "seam"
    outline = (
        *edges,
        Edge("side", "seam", Path(z.upper.segments + z.lower.segments)),
        Edge("hem", "hem", hem_line),
        Edge("centre back" if back else "centre front", "seam" if seam else "fold", straight(foot, 0j)),
    )
    piece = Piece(
        h.piece,
        outline,
        darts=tuple(DartRule(name, 0.0) for name in dict.fromkeys(e.name for e in edges if e.kind == "dart")),
        lines=(DrawnLine("hip", straight(complex(0, hip), z.on_hip)),),
        grain=Grain(complex(h.hip * 0.4, hip + 3), complex(h.hip * 0.4, long - 5)),
        cut=CutPlan(2, on_fold=False, mirrored=True) if seam else CutPlan(1, on_fold=True, mirrored=False),
    )
    return piece, z.upper.length


def _draw_frame(h: Half, z: Lines, long: float, hip: float, trued: bool, s: Settings, pencil: Construction) -> None:
    number = 0 if h.piece == "skirt back" else 10
    level = complex(0, hip)
    pencil.draw(
        h.piece,
        "Square a corner: waist, hip line and hem; on the hip line a quarter with ease, the back wider than the front.",
        Sum("Hip line", length(hip)),
        Sum("Length", length(long)),
        h.sums[0],
        points={str(number): 0j, str(number + 1): level, str(number + 2): z.on_hip, str(number + 3): complex(0, long)},
        paths=(straight(level, z.on_hip),),
        guide=True,
    )
    pencil.draw(
        h.piece,
        "The waist: a quarter and its darts, raised at the side, level at the centre."
        + (" The front's side is trued to the back's." if trued else ""),
        h.sums[1],
        Sum("Raised", length(z.raised)),
        points={str(number + 4): z.waist.end},
        paths=(z.waist,),
    )
    pencil.draw(
        h.piece,
        "The side: bulging a little from the waist to the hip, then down to the hem.",
        Sum("Waist to hip", length(z.upper.length)),
        Sum("Bulge", length(s.bulge)),
        points={str(number + 5): z.hem},
        paths=(z.upper, z.lower),
    )


def _darted_waist(h: Half, waist: Path, pencil: Construction) -> tuple[Edge, ...]:
    """The waist's edges with the darts between them; none of a waist that needs none."""
    names = [f"waist dart {i + 1}" if len(h.at) > 1 else "waist dart" for i in range(len(h.at))]
    darts = [DartInCurve(n, waist.length * a, h.dart, d) for n, a, d in zip(names, h.at, h.depths, strict=True) if h.dart]
    edges = darted_curve("waist", waist, darts)
    if darts:
        pencil.draw(
            h.piece,
            "The line in three: darts at both thirds, square to it."
            if len(darts) > 1
            else "The dart a third from the side, square to the line.",
            *(Sum(f"{d.name}, width and depth", length(d.width), f"{d.depth:g} deep") for d in darts),
            paths=tuple(e.path for e in edges if e.kind == "dart"),
        )
    return tuple(edges)


def _promises(pattern: Pattern, s: Settings) -> Pattern:
    back, front = pattern.pieces
    to_hip = next(e for e in back.outline if e.name == "side").path
    at = Path(to_hip.segments[:1]).length
    seams = [
        equal("side", side_of((back.name, "side", "waist")), side_of((front.name, "side", "waist"))),
        held(pattern, "waist", side_of((back.name, "waist", "centre back"), (front.name, "waist", "side"))),
    ]
    if s.centre_back == "seam":
        seams.append(free("centre back", side_of((back.name, "centre back", "waist"))))
    return Pattern(pattern.pieces, tuple(seams), (Notch("hip", "side", "single", at, at),))
