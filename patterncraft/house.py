"""House rules: the named defaults on which schools and workrooms differ, each with its reason."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, ClassVar, Literal

from pydantic import BaseModel, ConfigDict, Field


class Strict(BaseModel):
    """Base of everything that crosses the border: unknown fields and NaN are refused by name."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, frozen=True)


def length_field(
    default: float, title: str, why: str, low: float, high: float, *, house: str = "", schools: Mapping[str, str] | None = None
) -> Any:
    """A length in cm with its range, title and reason, for the schema and the form.

    ``house``: path of the house rule that gives a setting its default. ``schools``: values that other
    schools and workrooms use, with who uses them, in words.
    """
    extra: dict[str, Any] = {"unit": "cm"}
    if house:
        extra["house"] = house
    if schools:
        extra["schools"] = dict(schools)
    return Field(default=default, title=title, description=why, ge=low, le=high, json_schema_extra=extra)


def number_field(default: float, title: str, why: str, low: float, high: float, schools: Mapping[str, str] | None = None) -> Any:
    """A plain number (a ratio, a share in percent) with its range, title and reason; otherwise as ``length_field``."""
    extra: dict[str, Any] = {"schools": dict(schools)} if schools else {}
    return Field(default=default, title=title, description=why, ge=low, le=high, json_schema_extra=extra)


def edge_word(edge: str) -> str:
    """What an edge is, whatever piece it came with: "side" of "back side"."""
    return edge.rsplit(" ", 1)[-1]


class Allowances(Strict):
    """Seam allowance by edge, cm. A fold always has none."""

    seam: float = length_field(
        1.0,
        "Seam allowance",
        "Wide enough to press open, narrow enough to sew by eye.",
        0,
        5,
        schools={"1/2 in": "1.27", "home patterns": "1.5", "overlocked knits": "0.7"},
    )
    side: float = length_field(
        2.0,
        "Side seam",
        "Room to let out at the fitting.",
        0,
        5,
        schools={"as every other seam": "1", "bespoke, to let out": "3", "1/2 in": "1.27"},
    )
    armhole: float = length_field(
        1.0, "Armhole", "A wide one fights the curve.", 0, 5, schools={"trimmed after sewing": "1.5", "1/2 in": "1.27"}
    )
    neckline: float = length_field(
        0.6,
        "Neckline",
        "An enclosed edge: trimmed narrow so that it turns flat.",
        0,
        5,
        schools={"1/4 in": "0.635", "cut 1, trimmed after sewing": "1"},
    )
    waist: float = length_field(
        1.0, "Waist", "As a seam; a faced waist may take 0.6.", 0, 5, schools={"faced": "0.6", "1/2 in": "1.27"}
    )
    centre: float = length_field(
        2.0, "Centre, when it is a seam", "Room for the zip.", 0, 5, schools={"concealed zip": "1.5", "1/2 in": "1.27"}
    )
    hem: float = length_field(
        2.5, "Hem", "Weight enough to hang.", 0, 15, schools={"1 in": "2.54", "skirts": "4", "curved and flared": "1.5"}
    )

    def for_edge(self, edge: str, kind: str) -> float:
        """cm for an edge by its kind and name."""
        if kind == "fold":
            return 0.0
        if kind == "hem":
            return self.hem
        if edge.startswith("centre") or " centre" in edge:
            return self.centre
        own = {"side": self.side, "armhole": self.armhole, "neckline": self.neckline, "waist": self.waist}
        return own.get(edge_word(edge), self.seam)


CornerKind = Literal["mitred", "squared", "folded"]
NotchKind = Literal["slit", "v", "none"]


class FinishingRules(Strict):
    """How a pattern is finished, where a style does not say otherwise (common practice, no source)."""

    seam_corners: CornerKind = Field(
        default="mitred",
        title="Corners of seams: mitred, squared or folded",
        description="Mitred: both cut lines run on till they meet. Squared: the stitching runs on to the next cut line and is cut off square there, so "
        "that two panels meet end to end. Folded: cut to the shape the seam has when it is pressed over.",
    )
    hem_corners: CornerKind = Field(
        default="folded",
        title="Corners of hems: mitred, squared or folded",
        description="A hem that is turned up lies on the side seam's own line only if it is cut as that line turned over.",
    )
    notches: NotchKind = Field(
        default="slit",
        title="Notches: slit, v or none",
        description="A snip is quick; a V is seen on loose cloth; none where chalk or thread marks.",
    )
    cut_out_over: float = length_field(
        2.5, "A dart is cut out only if wider than", "Narrower, its allowances would overlap.", 1.5, 8
    )
    dart_allowance: float = length_field(1.0, "Allowance of a dart cut out", "As a seam, pressed open.", 0.3, 4)


class SetBacks(Strict):
    """How far a dart's stitching ends short of the pivot, by the edge its mouth is on, cm."""

    waist: float = length_field(
        2.5,
        "Waist dart",
        "A dart sewn to the very bust point makes a peak.",
        0,
        10,
        schools={"close and firm": "1.3", "soft, full bust": "5"},
    )
    side: float = length_field(
        5.0,
        "Side dart",
        "Seen from the side it must not point at the bust.",
        0,
        12,
        schools={"as the waist dart": "2.5", "1 1/2 in": "3.8"},
    )
    shoulder: float = length_field(2.5, "Shoulder dart", "As the waist dart.", 0, 10, schools={"2 in": "5"})
    other: float = length_field(2.5, "Darts elsewhere", "As the waist dart.", 0, 10, schools={"2 in": "5"})

    bust_radius: float = length_field(
        7.5,
        "Bust radius",
        "From the bust point to where the bust ends: a dart that ends there gives the whole bust its room.",
        3,
        13,
        schools={"3 in": "7.62", "small bust": "6.5", "full bust": "9"},
    )

    def for_edge(self, edge: str) -> float:
        """cm for a dart by the edge that its mouth is on."""
        return {"waist": self.waist, "side": self.side, "shoulder": self.shoulder}.get(edge_word(edge), self.other)


class Fullness(Strict):
    """How much fullness a cloth takes (common practice, no source)."""

    light_to: float = number_field(3.0, "Gathers in light cloth, at most", "Voile and lawn fall well at three times.", 1.5, 6)
    light_from: float = number_field(2.0, "Gathers in light cloth, at least", "Less looks like a mistake.", 1.2, 4)
    medium_from: float = number_field(
        1.5, "Gathers in medium cloth, at least", "Up to here heavy cloth goes along, too.", 1.1, 3, {"poplin": "1.75"}
    )
    light_strip: float = length_field(
        10.0, "A strip opened, light cloth", "What a slashed strip is given at its fuller end.", 1, 40, schools={"4 in": "10.16"}
    )
    medium_strip: float = length_field(5.0, "A strip opened, medium cloth", "Half of it.", 1, 40, schools={"2 in": "5.08"})
    firm_ease: float = number_field(3.0, "Ease a seam takes, firm cloth, %", "Poplin puckers beyond it.", 0, 20)
    soft_ease: float = number_field(8.0, "Ease a seam takes, soft wool, %", "Wool can be shrunk away under steam.", 0, 30)
    contour: float = length_field(
        1.0, "Gape taken out at most", "More is not gape: the block does not fit there.", 0.2, 3, schools={"armhole": "0.6"}
    )


class Ease(Strict):
    """What a body needs to move in a woven garment, round the whole body, cm (common practice, no source)."""

    bust: float = length_field(2.0, "Ease at the bust, at least", "One breathes.", 0, 30, schools={"close": "2.5", "dress": "5"})
    waist: float = length_field(
        1.0, "Ease at the waist, at least", "One sits and eats.", 0, 30, schools={"skirts": "1", "dress": "2.5"}
    )
    hip: float = length_field(
        2.0, "Ease at the hip, at least", "The hip spreads in sitting.", 0, 30, schools={"straight skirt": "3"}
    )
    biceps: float = length_field(1.5, "Ease at the upper arm, at least", "The arm bends.", 0, 20, schools={"plain sleeve": "4"})
    wrist: float = length_field(1.0, "Ease at the wrist, at least", "A sleeve is not a bandage.", 0, 20, schools={"1/2 in": "1.27"})


class Looking(Strict):
    """From where on something is told before anyone cuts (common practice, no source, where nothing else is said)."""

    kink: float = number_field(5.0, "A kink over a join, degrees", "Less no eye sees on cloth.", 0.5, 45)
    step: float = number_field(0.5, "A step at a join, mm", "As two seams that are alike.", 0.1, 10)
    square: float = number_field(1.0, "Off the square at a fold, degrees", "Twice as much shows when the cloth is opened.", 0.2, 15)
    notch_clear: float = length_field(
        2.0, "A notch from the end of its seam, at least", "Nearer it falls into the allowance.", 0.3, 6
    )
    alike: float = length_field(
        0.5, "Two panels apart, at least", "Seams this much alike in length and notches can be changed over.", 0.1, 3
    )
    dart_wide: float = number_field(60.0, "A dart's angle, degrees, at most", "A wider one cannot be sewn to a point.", 20, 120)
    cap_most: float = length_field(
        3.0, "Ease of a cap, at most", "More cannot be shrunk away: it puckers.", 0.5, 8, schools={"wool coat": "4.5"}
    )
    cap_below: float = length_field(0.5, "Ease of a cap below its notches, at most", "Under the arm it shows.", 0, 3)
    girth_lost: float = length_field(1.0, "A girth that went, at least", "So much round the body was not meant.", 0.2, 10)
    sleeve_level: float = length_field(
        2.5, "Ends of a sleeve's underarm, out of level", "Beyond it the sleeve turns about the arm.", 0.1, 4
    )
    stride: float = number_field(0.95, "Hem of a narrow skirt, share of the hip", "One walks; a slit gives the rest.", 0.5, 2)
    zip_short: float = length_field(0.5, "A zip's end above where it is wide enough, at most", "One wriggles so much.", 0, 5)
    rib: float = number_field(
        35.0, "Stretch of a rib, hundredths, at most", "Further it waves and loses its spring.", 5, 120, {"firm rib": "20"}
    )
    elastic: float = number_field(0.85, "Elastic at rest, share of the limb", "Tighter it marks the skin.", 0.5, 1)


class Wear(Strict):
    """Who wears it and when: what the cautions go by."""

    wearer: Literal["adult", "child"] = Field(
        default="adult", title="Worn by", description="A child's clothes want care with cords and small parts."
    )
    when: Literal["day", "night"] = Field(
        default="day", title="Worn by day or night", description="For nightwear other cloth is asked for."
    )
    weight: Literal["any", "light", "medium", "heavy"] = Field(
        default="any", title="Weight of the cloth", description="How much fullness it bears."
    )


class HouseRules(Strict):
    """All rules of one workroom. Lengths in cm whatever the unit shown."""

    unit: Literal["cm", "in"] = Field(default="cm", title="Unit", description="What numbers are shown and typed in.")
    paper: Literal["a4", "letter"] = Field(default="a4", title="Printer paper", description="The sheet that patterns are tiled on.")
    sewing_tolerance: float = length_field(
        0.05, "Sewing tolerance", "Two seams this near are alike under the needle.", 0.01, 0.5, schools={"by hand, on card": "0.1"}
    )
    girth_tolerance: float = length_field(
        0.3,
        "Girth tolerance",
        "A block this near to body and ease round the whole body is right.",
        0.1,
        2,
        schools={"1/8 in": "0.32", "loose garments": "1"},
    )
    cap_ease: float = length_field(
        2.0,
        "Cap ease",
        "How much longer the sleeve's cap is than its armhole: it rounds over the shoulder.",
        0,
        6,
        schools={"woven, plain": "1.5 to 3", "knit": "0 to 0.5", "coat": "4"},
    )
    allowances: Allowances = Field(default_factory=Allowances, title="Seam allowances")
    finishing: FinishingRules = Field(default_factory=FinishingRules, title="Finishing")
    set_backs: SetBacks = Field(default_factory=SetBacks, title="Dart points")
    fullness: Fullness = Field(default_factory=Fullness, title="Fullness")
    ease: Ease = Field(default_factory=Ease, title="Ease")
    looking: Looking = Field(default_factory=Looking, title="What is told before cutting")
    wear: Wear = Field(default_factory=Wear, title="Wearer and cloth")
    drill_hole: float = length_field(
        1.0,
        "Drill hole short of the dart point",
        "The stitching covers the hole.",
        0,
        3,
        schools={"1/2 in": "1.27", "chalk, no hole": "0"},
    )
    hip_yoke: float = length_field(
        9.0,
        "Hip yoke, deep at most",
        "Deeper it passes the darts' points: closed above, it cannot lie flat below them.",
        4,
        20,
        schools={"3 1/2 in": "8.9", "flat hips": "10.2"},
    )
    double_notch_gap: float = length_field(
        1.2, "Gap of a double notch", "Half an inch: seen apart at a glance.", 0.3, 2, schools={"fine cloth": "0.5"}
    )

    INCH_SET: ClassVar[dict[str, Any]] = {
        "unit": "in",
        "paper": "letter",
        "allowances": {"seam": 1.27, "side": 1.27, "armhole": 1.27, "neckline": 0.635, "waist": 1.27, "centre": 1.27, "hem": 2.54},
    }
    """The inch set: 1/2 in all round, hem 1 in, enclosed edges 1/4 in (common practice, no source)."""

    @classmethod
    def inch_set(cls) -> HouseRules:
        """The rules as an inch house keeps them: round fractions of an inch, in cm."""
        return cls.model_validate(cls.INCH_SET)

    def value(self, path: str) -> Any:
        """The rule at a path such as "set_backs.waist"."""
        found: Any = self
        for name in path.split("."):
            found = getattr(found, name)
        return found
