"""The quick sleeve on the fold: a line of half the armhole, its thirds, front and back alike."""

from __future__ import annotations

from typing import Any, ClassVar

from pydantic import Field

from ..drafting.armhole_of import WholeArmhole, whole_armhole
from ..drafting.cap import Levers, Solved, caution_for, solve_cap
from ..drafting.construction import Construction
from ..drafting.school import ArmholeSchool, Drawn, Girth, Run
from ..drafting.sleeve_parts import Bend, below, sleeve_piece, sleeve_promises
from ..errors import BadMeasure
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..house import Strict, length_field
from ..measures.chart import Chart
from ..measures.keys import MEASURES
from ..paper.pattern import Pattern
from ..units import INCH, format_length
from ..working import Sum, length


class Settings(Strict):
    """What a workroom may change in this draft. Lengths in cm."""

    biceps_ease: float = length_field(4.0, "Biceps ease", "Round the arm.", 0, 16)
    out: float = length_field(0.625 * INCH, "Out at the upper third", "1/2 to 3/4 in off the line.", 0, 3)
    hollow: float = length_field(0.25 * INCH, "Hollow at the lower third", "A quarter of an inch.", 0, 2)
    solve: bool = Field(
        default=True, title="Bring the cap to its ease", description="Else it is only measured against the armhole, and told."
    )
    cap_ease: float = length_field(2.0, "Cap ease", "How much longer the cap is than its armhole.", -1, 8, house="cap_ease")
    hem_ease: float = length_field(8.0, "Hem ease", "Round the wrist.", 1, 24)


class SleeveThirds(ArmholeSchool):
    """See ``reason`` and ``differs``. Common practice, no source."""

    name: ClassVar[str] = "sleeve-thirds"
    title: ClassVar[str] = "Sleeve by thirds, on the fold"
    reason: ClassVar[str] = "Five minutes for a loose or knitted sleeve, a costume, a first toile."
    differs: ClassVar[str] = (
        "Half the armhole and half the biceps make a triangle; its height is the cap's. Front and back are alike, so it hangs less well than "
        "the compass sleeve and asks for less: two numbers of the arm and the armhole."
    )
    needs: ClassVar[tuple[str, ...]] = ("upper_arm_girth", "wrist_girth", "arm_length")
    uses: ClassVar[tuple[str, ...]] = ("shoulder_to_elbow",)
    settings: ClassVar[type[Strict]] = Settings

    def build(self, chart: Chart, settings: Any, pencil: Construction, base: Pattern | None) -> Drawn:
        """See School."""
        return self.for_armhole(whole_armhole(self.ground(base)), chart, settings, pencil)

    def for_armhole(self, armhole: WholeArmhole, chart: Chart, settings: Any, pencil: Construction) -> Drawn:
        """See ArmholeSchool."""
        s: Settings = settings
        half, width = armhole.length / 2, (chart["upper_arm_girth"] + s.biceps_ease) / 2
        if half <= width + 1:
            raise BadMeasure(
                f"with its ease it is {format_length(2 * width, 'cm')}; an armhole of {format_length(2 * half, 'cm')} leaves no cap for it.",
                MEASURES["upper_arm_girth"].title,
                "Give it less ease, or lower the armhole.",
                "upper_arm_girth",
            )
        height = (half**2 - width**2) ** 0.5
        pencil.draw(
            "sleeve",
            "On the fold: half the biceps with its ease, and from there a line of half the armhole to the fold. Its height is the cap's.",
            Sum("Half the biceps", length(width), "({} + {}) / 2", (length(chart["upper_arm_girth"]), length(s.biceps_ease))),
            Sum("Half the armhole", length(half), "{} / 2", (length(armhole.length),)),
            Sum("Cap height", length(height), "√({}² − {}²)", (length(half), length(width))),
            points={"1": complex(0, -height), "2": complex(width, 0), "3": complex(-width, 0)},
            paths=(straight(complex(0, -height), complex(width, 0)), straight(complex(-width, 0), complex(width, 0))),
            guide=True,
        )

        def draw(levers: Levers) -> Path:
            front = _side(s, width + levers.width, height + levers.height, levers.roundness)
            back = [-z.conjugate() for z in front]
            return fair_curve([*back, *front[-2::-1]], 1 + 0j, 1 + 0j)

        if s.solve:
            solved = solve_cap(draw, armhole.length, s.cap_ease)
        else:
            cap = draw(Levers())
            solved = Solved(cap, Levers(), cap.length - armhole.length, ())
        pencil.draw(
            "sleeve",
            "The line in three: out at the upper third, hollow at the lower; the cap measured against its armhole.",
            Sum("Cap", length(solved.cap.length)),
            Sum("Armhole", length(armhole.length)),
            Sum("Ease", length(solved.ease), "{} − {}", (length(solved.cap.length), length(armhole.length))),
            *solved.sums,
            *caution_for(solved.ease),
            paths=(solved.cap,),
        )
        piece, longer = sleeve_piece(solved.cap, below(chart, s.hem_ease, solved.cap, pencil, Bend()))
        pencil.draw("sleeve", "The underarm seams, alike.", paths=tuple(e.path for e in piece.outline[1:]))
        wide = abs(solved.cap.end - solved.cap.start)
        girths = (
            Girth(
                "biceps",
                chart["upper_arm_girth"],
                wide - chart["upper_arm_girth"],
                (Run("sleeve", "biceps", "line", 1),),
                told=True,
            ),
        )
        return Drawn(sleeve_promises(piece, longer, armhole, s.cap_ease), girths)


def _side(s: Settings, width: float, height: float, roundness: float) -> list[complex]:
    """Places from the front underarm up to the top."""
    underarm, top = complex(width, 0), complex(0, -height)
    chord = top - underarm
    outward = chord / abs(chord) * 1j
    low = underarm + chord / 3 - outward * s.hollow * roundness
    high = underarm + chord * 2 / 3 + outward * s.out * roundness
    return [underarm, low, high, top]
