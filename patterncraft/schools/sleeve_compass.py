"""The sleeve built on an existing armhole with the compass: its width is found where the armhole's half length reaches."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, ClassVar, Literal, NamedTuple

from pydantic import Field

from ..drafting.armhole_of import HalfArmhole, WholeArmhole, whole_armhole
from ..drafting.bodice_parts import refuse_where
from ..drafting.cap import Solved, caution_for, fitted_cap, solve_cap, turned_to_front
from ..drafting.construction import Construction
from ..drafting.school import ArmholeSchool, Drawn, Girth, Run
from ..drafting.sleeve_parts import Bend, below, sleeve_piece, sleeve_promises
from ..errors import BadMeasure, BadSetting
from ..geometry.path import Path, straight
from ..geometry.transform import slide
from ..house import Strict, length_field
from ..measures.chart import Chart
from ..paper.pattern import Pattern
from ..units import format_length
from ..working import Sum, length, note

APART = 4.0
"""cm by which the two spans may miss each other before the measures contradict each other."""
COPIED_TO = 50.0
"""Degrees; the armhole's curve is copied up to where it is so steep: above, the cap leans in and the armhole does not."""
LEAST_COPIED = 0.1
"""cm of an armhole's hollow, from the side seam up, without which there is nothing to copy."""
CLOSE_FIT, COAT = (0.2, 0.5), (0.1, 1.0)


class Settings(Strict):
    """What a workroom may change in this draft. Lengths in cm."""

    cap_ease: float = length_field(2.0, "Cap ease", "Woven, plain: 1.5 to 3; knits: 0 to 0.5.", -1, 8, house="cap_ease")
    height_less: float = length_field(0.5, "Cap height less", "0.5 to 1.5 for close garments: a lower cap moves better.", 0, 4)
    garment: Literal["close garment", "coat"] = Field(
        default="close garment",
        title="For",
        description="A coat's cap takes a tenth of the armhole's diameter off its height, not a fifth.",
    )
    diameter: float = length_field(0.0, "Armhole diameter", "0: as measured on the block; or bust / 8 − 1.5 and ease.", 0, 25)
    biceps_ease: float = length_field(3.0, "Biceps ease wanted", "2 to 4; what the compass gives is compared with it.", 0, 12)
    hem_ease: float = length_field(6.0, "Hem ease", "Wrist and 2 to 10: 18 to 26 in all.", 1, 20)
    front_raised: float = length_field(
        0.5, "Hem raised at the front seam", "2 to 3 for an arm that hangs forward: then the elbow takes a dart.", 0, 4
    )
    front_in: float = length_field(1.0, "Front seam in at the elbow", "0 to 1.5: it bends with the arm.", 0, 2.5)
    forward: float = length_field(1.0, "Hem forward", "Toward the front, with the arm.", 0, 3)


def cap_height(heights: float, across: float, share: float = CLOSE_FIT[0], less: float = CLOSE_FIT[1]) -> float:
    """K = H/2 − AD·share − less, cm."""
    return heights / 2 - across * share - less


class Reach(NamedTuple):
    """What the compass finds, cm across from the front sleeve point: the two arcs on the top line, and what the armhole's
    diameter asks for (4 to 6 more than itself)."""

    arcs: tuple[float, float]
    asked: tuple[float, float]

    @classmethod
    def of(cls, half: float, rise: float, across: float) -> Reach:
        """``half`` the armhole, ``rise`` from the front sleeve point to the top line, the armhole's width ``across``."""
        near, far = (max(r * r - rise * rise, 0.0) ** 0.5 for r in (half - 1, half))
        return cls((near, far), (across + 4, across + 6))

    @property
    def miss(self) -> float:
        """cm between the two spans; 0 when they overlap."""
        return max(self.arcs[0] - self.asked[1], self.asked[0] - self.arcs[1], 0.0)

    @property
    def width(self) -> float:
        """Half the sleeve's width: the middle of what both have in common, or of the gap between them."""
        return 0.5 * (max(self.arcs[0], self.asked[0]) + min(self.arcs[1], self.asked[1]))


class SleeveCompass(ArmholeSchool):
    """See ``reason`` and ``differs``. Common practice, no source."""

    name: ClassVar[str] = "sleeve-compass"
    title: ClassVar[str] = "Sleeve by compass"
    reason: ClassVar[str] = "The set-in sleeve for one armhole: a good hang, and ease only where the shoulder rounds."
    differs: ClassVar[str] = (
        "Cap height from the armhole's own height and width; the width where arcs of half its length reach the top line. Below the notches "
        "the cap is the armhole's curve copied. More to measure, and it fits the armhole it was made for."
    )
    needs: ClassVar[tuple[str, ...]] = ("upper_arm_girth", "wrist_girth", "arm_length")
    uses: ClassVar[tuple[str, ...]] = ("shoulder_to_elbow",)
    settings: ClassVar[type[Strict]] = Settings

    def build(self, chart: Chart, settings: Any, pencil: Construction, base: Pattern | None) -> Drawn:
        """See School. Raises BadMeasure where no ease within reach fits the armhole."""
        return self.for_armhole(whole_armhole(self.ground(base)), chart, settings, pencil)

    def for_armhole(self, armhole: WholeArmhole, chart: Chart, settings: Any, pencil: Construction) -> Drawn:
        """See ArmholeSchool."""
        s: Settings = settings
        height, found = _size(armhole, chart, s, pencil)
        lowers = Lowers.of(armhole, (s.diameter or armhole.diameter) / 4)

        def solved_at(width: float) -> Solved:
            return solve_cap(lambda x: lowers.cap(width + x.width, height + x.height, x.roundness), armhole.length, s.cap_ease)

        wanted = (chart["upper_arm_girth"] + s.biceps_ease) / 2
        solved = _nearest_the_arm(solved_at, found, wanted)
        _cap_stage(solved, armhole, found, wanted, pencil)
        bend = Bend(s.front_raised, s.forward, s.front_in)
        piece, longer = sleeve_piece(solved.cap, below(chart, s.hem_ease, solved.cap, pencil, bend))
        pencil.draw(
            "sleeve",
            "The underarm seams; the back one is longer and eased in at the elbow, or takes a dart there.",
            Sum("Back longer by", length(longer)),
            paths=tuple(e.path for e in piece.outline[1:]),
        )
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


def _size(a: WholeArmhole, c: Chart, s: Settings, pencil: Construction) -> tuple[float, float]:
    """Cap height and half the sleeve's width, cm."""
    across = s.diameter or a.diameter
    mark = across / 4
    heights = (a.front.height - mark) + a.back.height
    share, more = CLOSE_FIT if s.garment == "close garment" else COAT
    less = s.height_less + (more - 0.5)
    height = cap_height(heights, across, share, less)
    pencil.draw(
        "sleeve",
        "From the block: the heights of its armhole, front from the tip to the front sleeve point and back; its width across. They give the cap's height.",
        Sum("Both heights", length(heights), "({} − {}) + {}", tuple(map(length, (a.front.height, mark, a.back.height)))),
        Sum(
            "Armhole across",
            length(across),
            "{} + {}" if not s.diameter else "",
            tuple(map(length, (a.front.inward, a.back.inward))) if not s.diameter else (),
        ),
        Sum("Cap height", length(height), f"{{}} / 2 − {{}} / {1 / share:.0f} − {{}}", tuple(map(length, (heights, across, less)))),
        points={"1": 0j, "2": complex(0, -height)},
        paths=(straight(0j, complex(0, -height)),),
        guide=True,
    )
    rise = height - mark
    refuse_where((("upper_arm_girth", height < 5 or rise < 2, f"the block's armhole leaves a cap only {height:.1f} cm high"),))
    half = a.length / 2
    reach = Reach.of(half, rise, across)
    cautions = []
    if reach.miss > APART:
        side = "long" if reach.arcs[0] > reach.asked[1] else "short"
        raise BadMeasure(
            f"the arcs of half its length ({format_length(half, 'cm')}) reach {reach.arcs[0]:.1f} to {reach.arcs[1]:.1f} cm across, its "
            f"diameter asks for {reach.asked[0]:.1f} to {reach.asked[1]:.1f}: it is {side} for its width, by {reach.miss:.1f} cm.",
            "The armhole",
            "Give the armhole's diameter in the settings, or look at the block's armhole depth.",
            "diameter",
        )
    if reach.miss > 0:
        cautions.append(note(f"The arcs and the diameter miss each other by {reach.miss:.1f} cm: the width is taken half-way."))
    width = reach.width
    pencil.draw(
        "sleeve",
        "The front sleeve point a quarter of the width up; from it arcs of half the armhole less 1 and of half the armhole to the top line; "
        "half the sleeve's width is the middle of what they and the armhole's width and 4 to 6 have in common.",
        Sum("Front sleeve point up", length(mark), "{} / 4", (length(across),)),
        Sum("Arcs reach", length(reach.arcs[0]), "from {}", (length(half - 1),)),
        Sum("And", length(reach.arcs[1]), "from {}", (length(half),)),
        Sum("Half the width", length(width)),
        Sum("At the biceps", length(2 * width), "wanted {} + {}", (length(c["upper_arm_girth"]), length(s.biceps_ease))),
        *cautions,
        points={"3": complex(-width, 0), "4": complex(width, 0), "F": complex(width / 2, -mark)},
        paths=(straight(complex(-width, 0), complex(width, 0)),),
        guide=True,
    )
    return height, width


def _nearest_the_arm(solved_at: Callable[[float], Solved], found: float, wanted: float) -> Solved:
    """The cap for half the width the arm asks for; where no lever brings that one to its ease, as far toward the
    compass's width as need be. Raises what the solver says of the compass's own."""
    for share in (0.0, 0.25, 0.5, 0.75):
        try:
            return solved_at(wanted + share * (found - wanted))
        except BadSetting:
            continue
    return solved_at(found)


@dataclass(frozen=True, slots=True)
class Lowers:
    """The cap's two lower parts, copied from the armhole up to the front sleeve point's height, each from its
    underarm at 0 up: the front's paper to its left, the back's to its right."""

    front: Path
    back: Path

    @classmethod
    def of(cls, a: WholeArmhole, mark: float) -> Lowers:
        """The parts of both halves that a cap copies: up to ``mark`` cm above the underarm, or to where the armhole grows
        too steep for a cap. Raises BadSetting where it is so from the side seam on."""

        def lower(half: HalfArmhole) -> Path:
            at = min(half.up_to(mark), half.up_to_slope(COPIED_TO))
            if at < LEAST_COPIED:
                raise BadSetting(
                    "the armhole goes straight up from the side seam: there is no hollow that the cap could copy.",
                    "Armhole",
                    "Hollow it out under the arm first, or make the sleeve by thirds.",
                )
            return half.path.cut(at)[0] if at < half.length - 1e-6 else half.path

        return cls(lower(a.front), turned_to_front(lower(a.back)))

    def cap(self, width: float, height: float, roundness: float) -> Path:
        """The whole cap of half that width."""
        top = complex(0, -height)
        front, back = self.front.placed(slide(width + 0j)), self.back.placed(slide(-width + 0j))
        return fitted_cap(back, front, top, roundness)


def _cap_stage(solved: Solved, a: WholeArmhole, found: float, wanted: float, pencil: Construction) -> None:
    cap = solved.cap
    wide = cap.end.real - cap.start.real
    compared: tuple[Sum, ...] = ()
    if abs(wide - 2 * found) > 0.5:
        compared = (
            note(f"The compass gives {2 * found:.1f} cm at the biceps, the arm asks for {2 * wanted:.1f}: {wide:.1f} is drawn."),
        )
    pencil.draw(
        "sleeve",
        "The cap: below the notches the armhole's own curve, then over the top, brought to the ease asked for.",
        Sum("Cap", length(cap.length)),
        Sum("Armhole", length(a.length), "{} + {}", (length(a.front.length), length(a.back.length))),
        Sum("Ease", length(solved.ease), "{} − {}", (length(cap.length), length(a.length))),
        *solved.sums,
        *compared,
        *caution_for(solved.ease),
        paths=(cap,),
    )
