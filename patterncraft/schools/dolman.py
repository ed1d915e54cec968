"""The dolman: sleeve and bodice in one, drawn on a bodice block."""

from __future__ import annotations

from cmath import phase, rect
from dataclasses import dataclass, replace
from math import degrees as to_degrees
from math import radians, tan
from typing import Any, ClassVar

from pydantic import Field

from ..drafting.construction import Construction
from ..drafting.lines import x_at
from ..drafting.school import Base, Drawn, Family, Girth, Run, School
from ..drafting.sewing import equal, held, side_of
from ..errors import BadMeasure, PatternError
from ..geometry.path import Path, chain, straight
from ..geometry.solving import where_zero
from ..house import HouseRules, Strict, length_field
from ..measures.chart import Chart
from ..moves.rotate_dart import RotateDart
from ..paper.edge import Edge
from ..paper.pattern import Pattern
from ..paper.piece import DrawnLine, Piece
from ..paper.seam import Notch
from ..paper.sewn import run_of, sewn_length
from ..places.place import DartPlace
from ..working import Sum, degrees, length

SLANT = 1.5
"""cm by which the sleeve's hem may slant so that front and back underarm seams are alike."""


class Settings(Strict):
    """What a workroom may change in this draft. Lengths in cm."""

    angle: float = Field(
        default=25.0,
        ge=0,
        le=45,
        title="Sleeve's angle",
        description="0: arm raised, much cloth under it; 45: arm low, closer, and it binds when raised.",
        json_schema_extra={"unit": "°"},
    )
    drop: float = length_field(
        5.0, "Underarm below the armhole", "Where the curve leaves the side seam, below the block's underarm.", 1, 16
    )
    radius: float = length_field(9.0, "Underarm curve", "Its radius: larger is softer and wider.", 2, 30)
    hem_ease: float = length_field(8.0, "Hem ease", "Round the wrist.", 1, 30)
    sleeve_length: float = length_field(0.0, "Sleeve length", "From the tip; 0: as the arm.", 0, 80)


@dataclass(frozen=True, slots=True)
class Sleeve:
    """Points of one half, cm: neck point, tip, wrist at the top line and at the underarm line, and the top line's direction."""

    neck: complex
    tip: complex
    over: complex
    under: complex
    along: complex


class Dolman(School):
    """See ``reason`` and ``differs``. Common practice, no source."""

    name: ClassVar[str] = "dolman"
    title: ClassVar[str] = "Dolman, from a bodice"
    family: ClassVar[Family] = "garment"
    reason: ClassVar[str] = "Wide soft tops and concert blouses: no armhole at all, the sleeve grows out of the bodice."
    differs: ClassVar[str] = (
        "Front and back of a fitted bodice, their shoulders brought to one slope, the sleeve drawn on at an angle. The lower the arm, the "
        "closer it fits and the less the arm can rise. A side dart goes into the waist first."
    )
    needs: ClassVar[tuple[str, ...]] = ("arm_length", "wrist_girth")
    uses: ClassVar[tuple[str, ...]] = ("upper_arm_girth", "bust_girth")
    settings: ClassVar[type[Strict]] = Settings
    base: ClassVar[Base] = "bodice"

    def build(self, chart: Chart, settings: Any, pencil: Construction, base: Pattern | None) -> Drawn:
        """See School. Raises BadMeasure where both underarm seams cannot be made alike."""
        ground = _side_darts_closed(self.ground(base))
        s: Settings = settings
        back, front = ground.piece("back"), ground.piece("front")
        slope = 0.5 * (phase(_shoulder(back)) + phase(_shoulder(front)))
        wrist = (chart["wrist_girth"] + s.hem_ease) / 2
        long = s.sleeve_length or chart["arm_length"]
        pencil.draw(
            "back",
            "The shoulder tops of front and back brought to the same slope: half-way between the two.",
            Sum("Back slope", degrees(to_degrees(phase(_shoulder(back))))),
            Sum("Front slope", degrees(to_degrees(phase(_shoulder(front))))),
            Sum(
                "Both now",
                degrees(to_degrees(slope)),
                "({} + {}) / 2",
                tuple(degrees(to_degrees(phase(_shoulder(p)))) for p in (back, front)),
            ),
        )
        drawn_back, underarm = _half(back, slope, wrist, long, s, None, pencil)
        drawn_front, _ = _half(front, slope, wrist, long, s, underarm, pencil)
        pattern = Pattern((drawn_back, drawn_front))
        girths = []
        if "bust_girth" in chart:
            wide = 2 * sum(x.path.length for p in pattern.pieces for x in p.lines if x.name == "under the arm")
            girths.append(
                Girth(
                    "bust",
                    chart["bust_girth"],
                    wide - chart["bust_girth"],
                    (Run("front", "under the arm"), Run("back", "under the arm")),
                    told=True,
                )
            )
        return Drawn(_promises(pattern), tuple(girths))


def _shoulder(p: Piece) -> complex:
    e = [x for x in p.outline if x.name == "shoulder" and x.kind != "dart"]
    return e[-1].path.end - e[0].path.start


def _side_darts_closed(base: Pattern) -> Pattern:
    """A dart in the side or in the shoulder would lie in the sleeve's way: it goes into the waist dart."""
    for p in base.pieces:
        for d in [d for d in p.darts if d.name.startswith(("side dart", "shoulder dart", "armhole dart"))]:
            waist = next((x.name for x in p.darts if x.name.startswith("waist dart")), "")
            try:
                step = RotateDart(move="rotate_dart", piece=p.name, dart=d.name, to=DartPlace(dart=waist))
                base = step.apply(base, HouseRules()).pattern
            except PatternError as e:
                raise BadMeasure(
                    f"the {p.name}'s {d.name} lies in the sleeve's way and cannot be moved: {e.message}",
                    "The bodice",
                    "Move it to the waist on the bench first.",
                    "base",
                ) from None
    return base


def _half(
    p: Piece, slope: float, wrist: float, long: float, s: Settings, wanted: float | None, pencil: Construction
) -> tuple[Piece, float]:
    """The half with its sleeve, and the length of its underarm seam. ``wanted``: the length it has to have, reached by
    lowering or raising where the curve leaves the side."""
    p = p.starting_at(run_of(p, "neckline")[0])
    shoulder = next(e for e in p.outline if e.name == "shoulder")
    neck = shoulder.path.start
    tip = neck + rect(sewn_length(p, "shoulder"), slope)
    along = rect(1, radians(s.angle))
    over = tip + along * long
    side = chain([p.outline[i].path for i in run_of(p, "side")])
    sleeve, under, drop = _sleeve_with_seam(p, Sleeve(neck, tip, over, over + along * 1j * wrist, along), side, s, wanted)
    overarm = _overarm(sleeve)
    first = 1 if p.name == "back" else 10
    pencil.draw(
        p.name,
        "The sleeve leaves the tip at its angle, the arm's length; half the wrist square to it; underneath a curve of the radius from the side.",
        Sum("Angle", degrees(s.angle)),
        Sum("Sleeve", length(long)),
        Sum("Half the wrist", length(wrist)),
        Sum("Leaves the side below the underarm", length(drop)),
        Sum("Overarm seam", length(overarm.length)),
        Sum("Underarm seam", length(under.length)),
        points={
            str(first): tip,
            str(first + 1): sleeve.over,
            str(first + 2): sleeve.under,
            str(first + 3): side.at(min(drop, side.length)),
        },
        paths=(overarm, straight(sleeve.over, sleeve.under), under),
    )
    neckline = [e for e in p.outline if e.name == "neckline"]
    k = run_of(p, "side")[-1]
    outline = (
        *neckline,
        Edge("overarm", "seam", overarm),
        Edge("sleeve hem", "hem", straight(sleeve.over, sleeve.under)),
        Edge("side", "seam", under),
        *p.outline[k + 1 :],
    )
    names = {e.name for e in outline if e.kind == "dart"}
    level = side.at(drop)
    centre = next(e for e in p.outline if e.is_called_centre).path
    line = DrawnLine("under the arm", straight(complex(x_at(centre, level.imag), level.imag), level))
    kept = tuple(x for x in p.lines if x.name not in ("chest",))
    return (
        replace(
            p,
            outline=outline,
            darts=tuple(d for d in p.darts if d.name in names),
            lines=(*kept, line),
            cut=p.cut,
        ),
        under.length,
    )


def _sleeve_with_seam(p: Piece, sleeve: Sleeve, side: Path, s: Settings, wanted: float | None) -> tuple[Sleeve, Path, float]:
    """The sleeve, its underarm seam, and how far below the underarm that leaves the side, cm. Where ``wanted`` the seam
    is brought to that length: by the drop, and what the drop does not reach by a slant of the hem. Raises BadMeasure when
    neither does it."""
    drop = s.drop

    def seam(drop: float) -> Path:
        return _underarm(p, sleeve, side, drop, s.radius)

    if wanted is not None:
        drop = where_zero(lambda d: wanted - seam(d).length, 0.5, s.drop + 8)
    under = seam(drop)
    if wanted is not None and abs(under.length - wanted) > 0.03:
        # What the drop does not reach the hem gives: its corner under the arm moves along the sleeve.
        def slanted(by: float) -> Sleeve:
            return replace(sleeve, under=sleeve.under + sleeve.along * by)

        by = where_zero(lambda x: _underarm(p, slanted(x), side, drop, s.radius).length - wanted, -SLANT, SLANT, 1e-4)
        sleeve = slanted(by)
        under = seam(drop)
    if wanted is not None and abs(under.length - wanted) > 0.03:
        raise BadMeasure(
            f"its underarm seam comes to {under.length:.1f} cm, the back's to {wanted:.1f} cm, and no drop makes them alike.",
            "The bodice",
            "Choose a block whose front and back are alike in width, or another angle.",
            "base",
        )
    return sleeve, under, drop


def _overarm(z: Sleeve) -> Path:
    """From the neck point over the tip, where the angle is blended, to the wrist."""
    unit = (z.tip - z.neck) / abs(z.tip - z.neck)
    blend = min(4.0, abs(z.tip - z.neck) * 0.4)
    a, b = z.tip - unit * blend, z.tip + z.along * blend
    return Path(((z.neck, a), (a, a + unit * blend * 0.55, b - z.along * blend * 0.55, b), (b, z.over)))


def _underarm(p: Piece, z: Sleeve, side: Path, drop: float, radius: float) -> Path:
    """From the wrist along the sleeve's lower line, round the curve, down the side to the waist."""
    below = side.cut(min(drop, side.length - 2))[1]
    start, down = below.start, below.start_direction
    # The sleeve's lower line runs from the wrist toward the body so that it meets the side's line in a corner;
    # the curve is laid into that corner with its tangents as long as the radius asks for.
    armpit = start - down * min(radius, 0.8 * drop + 3)
    toward = (armpit - z.under) / abs(armpit - z.under)
    turn = abs(phase(down / toward))
    reach = min(radius * tan(turn / 2) if turn < 2.8 else radius, abs(armpit - z.under) * 0.45)
    reach = max(reach, abs(start - armpit))
    leave = armpit - toward * reach
    soft = 0.6
    curve = (leave, leave + toward * reach * soft, start - down * abs(start - armpit) * soft, start)
    return Path(((z.under, leave), curve, *below.segments))


def _promises(pattern: Pattern) -> Pattern:
    seams = (
        equal("overarm", side_of(("front", "overarm", "neckline")), side_of(("back", "overarm", "neckline"))),
        equal("side", side_of(("front", "side", "sleeve hem")), side_of(("back", "side", "sleeve hem"))),
        held(pattern, "neckline", side_of(("front", "neckline", "centre front"), ("back", "neckline", "overarm"))),
        held(pattern, "waist", side_of(("front", "waist", "centre front"), ("back", "waist", "side"))),
    )
    over, under = (sewn_length(pattern.piece("back"), e) for e in ("overarm", "side"))
    notches = (
        Notch("elbow over", "overarm", "single", 0.55 * over, 0.55 * over),
        Notch("elbow under", "side", "single", 0.3 * under, 0.3 * under),
    )
    return Pattern(pattern.pieces, seams, notches)
