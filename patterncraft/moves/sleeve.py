"""Sleeve: made for the armhole as it stands, by one of the schools."""

from __future__ import annotations

from dataclasses import replace
from typing import Any, ClassVar, Final, Literal, cast

from pydantic import Field, field_validator

from ..drafting.construction import Construction
from ..drafting.school import ArmholeSchool
from ..drafting.schools import school
from ..house import HouseRules
from ..measures.keys import MEASURES
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Notch, Stretch
from ..paper.sewn import sewn_length
from ..parts.armhole import read_armhole, style_armhole
from ..parts.part import Join, Pair, Part, piece_names, seam_names
from ..units import Unit, format_length
from ..working import Quantity, Sum, fine, length
from .move import Example, slot_field
from .part_move import PartMove

_SCHOOLS: Final = (
    ("sleeve-compass", "by compass"),
    ("sleeve-thirds", "by thirds"),
    ("sleeve-knit", "for knits"),
)
_MEASURES: Final = ("upper_arm_girth", "wrist_girth", "arm_length")
_EASES: Final = ("cap_ease", "biceps_ease", "hem_ease")

ABOVE_ELBOW: Final = 0.4
"""Of the underarm seam, from the cap: the elbow lies half-way or below (common practice, no source)."""
NEAREST: Final = 5.0
"""cm from the cap at least, so that a short sleeve's underarm is not notched in its corner."""


def _measure(key: str, low: float, high: float) -> Any:
    return slot_field("arm", "Of which arm, if not the wearer's?", "lengths", MEASURES[key].title, None, ge=low, le=high, unit="cm")


class Sleeve(PartMove):
    """It measures the armhole over all the sheets it runs on, lowered or widened as it is, with its darts shut; its cap is brought to the ease."""

    title: ClassVar[str] = "Sleeve"
    key: ClassVar[str] = "s"
    sentence: ClassVar[str] = "Make a sleeve {school} for {armhole}{eases}{arm}."
    synonyms: ClassVar[tuple[str, ...]] = ("set-in sleeve", "sleeve to armhole", "knit sleeve")
    example: ClassVar[Example | None] = Example("bodice", {"school": "sleeve-compass"})

    move: Literal["sleeve"]
    school: Literal["sleeve-compass", "sleeve-thirds", "sleeve-knit"] = slot_field(
        "school", "By which school?", "choice", "School", "sleeve-compass", choices=_SCHOOLS, asked=True
    )
    armhole: tuple[str, ...] | None = slot_field(
        "armhole", "For the armhole of which pieces, if there are several?", "pieces", "Pieces", None, min_length=1, max_length=20
    )
    cap_ease: float | None = slot_field("eases", "With how much ease?", "lengths", "Cap ease", None, ge=-1, le=8, unit="cm")
    biceps_ease: float | None = slot_field("eases", "With how much ease?", "lengths", "Biceps ease", None, ge=-4, le=16, unit="cm")
    hem_ease: float | None = slot_field("eases", "With how much ease?", "lengths", "Hem ease", None, ge=0, le=24, unit="cm")
    upper_arm_girth: float | None = _measure("upper_arm_girth", 10, 80)
    wrist_girth: float | None = _measure("wrist_girth", 8, 40)
    arm_length: float | None = _measure("arm_length", 15, 100)
    settings: dict[str, Any] = Field(
        default_factory=dict, title="Settings", description="The school's other settings, by name, as the school declares them."
    )

    @field_validator("school", mode="before")
    @classmethod
    def _whole_name(cls, value: Any) -> Any:
        return f"sleeve-{value}" if value in ("compass", "thirds", "knit") else value

    def pieces_named(self) -> tuple[str, ...]:
        """Those whose armhole it is for, if they are named."""
        return self.armhole or ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""

        def listed(names: tuple[str, ...]) -> str:
            said = [
                f"{name.replace('_', ' ')} {format_length(value, unit)}"
                for name in names
                if (value := getattr(self, name)) is not None
            ]
            return f", {', '.join(said)}" if said else ""

        return {
            "school": dict(_SCHOOLS)[self.school],
            "armhole": f"the armhole of the {' and '.join(self.armhole)}" if self.armhole else "the armhole",
            "eases": listed(_EASES) or ", with the ease the house gives",
            "arm": listed(_MEASURES) or ", for the wearer's arm",
        }

    def draw(self, pattern: Pattern, rules: HouseRules) -> Part:
        """See PartMove. Raises MoveRefused where no armhole waits; BadMeasure for what is not known of the arm; BadSetting for an ease that no cap comes to."""
        reading = read_armhole(pattern, self.armhole or (), "armhole")
        armhole = style_armhole(pattern, reading)
        by = cast(ArmholeSchool, school(self.school))
        typed = {k: v for k in _MEASURES if (v := getattr(self, k)) is not None}
        chart = by.own_chart({**pattern.wearer, **typed})
        asked = {k: v for k in _EASES if (v := getattr(self, k)) is not None}
        pencil = Construction()
        with self.telling("settings"):
            drawn = by.for_armhole(armhole, chart, by.chosen({**self.settings, **asked}, rules), pencil)
        (name,) = piece_names(pattern, ("sleeve",))
        piece = replace(drawn.pattern.pieces[0], name=name)
        cap, underarm = drawn.pattern.seams
        (seam,) = seam_names(pattern, ("underarm",))
        own = replace(underarm, name=seam, a=(underarm.a[0]._replace(piece=name),), b=(underarm.b[0]._replace(piece=name),))
        held = _above_the_elbow(piece, seam)
        around = next(e for e in piece.outline if e.name == "cap").length
        ease = around - armhole.length
        front, back = armhole.front.notch, armhole.back.notch
        top = front + (armhole.front.length - front) + 0.5 * ease
        pairs = (
            Pair("front balance", front, front),
            Pair("shoulder", armhole.front.length, top),
            Pair("back balance", armhole.length - back, around - back, "double"),
        )
        join = Join(reading, (Stretch(name, "cap", "front underarm"),), replace(cap.rule, length=0.0), pairs, part_first=True)
        sums = (
            *(Sum(f"{MEASURES[k].title}, {'as typed' if k in typed else 'of the wearer'}", Quantity(chart[k])) for k in by.needs),
            Sum("Armhole", fine(armhole.length), "front {} + back {}", (fine(armhole.front.length), fine(armhole.back.length))),
            Sum("Cap", fine(around)),
            Sum("Ease", fine(ease), "{} − {}", (fine(around), fine(armhole.length))),
            Sum(
                "From the front notch to the shoulder",
                length(top - front),
                "on the armhole {}",
                (length(armhole.front.length - front),),
            ),
            Sum(
                "From the back notch to the shoulder",
                length(around - back - top),
                "on the armhole {}",
                (length(armhole.back.length - back),),
            ),
            *(s for stage in pencil.stages for s in stage.sums if s.note),
        )
        return Part("sleeve", (piece,), (join,), (own,), held, sums, tuple(pencil.stages))


def _above_the_elbow(piece: Piece, seam: str) -> tuple[Notch, ...]:
    """A notch well above the elbow, as far down both sides: what the back is longer by is eased in, or darted, below it."""
    at = ABOVE_ELBOW * min(sewn_length(piece, "back underarm"), sewn_length(piece, "front underarm"))
    return (Notch("underarm", seam, "single", at, at),) if at > NEAREST else ()
