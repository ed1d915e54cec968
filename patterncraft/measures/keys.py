"""The measures, in the order one takes them down the body.

Ranges are what a tape shows on adults from very small to very full (common practice, no source);
outside them a chart is questioned, not refused. ``iso`` names the measurement of ISO 8559-1 that
defines the same thing (recalled from memory).
"""

from __future__ import annotations

from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

from ..errors import BadMeasure


@dataclass(frozen=True, slots=True)
class MeasureKey:
    """One measure. ``low`` and ``high`` in cm: the plausible range."""

    key: str
    title: str
    group: Literal["Girths", "Widths", "Lengths"]
    how: str
    low: float
    high: float
    iso: str = ""


_ALL = (
    MeasureKey(
        "head_girth", "Head girth", "Girths", "Round the head above the brows, level over the fullest back.", 48, 66, "head girth"
    ),
    MeasureKey(
        "neck_girth",
        "Neck girth",
        "Girths",
        "Round the base of the neck, over the nape bone, tape on edge.",
        28,
        55,
        "neck base girth",
    ),
    MeasureKey("bust_girth", "Bust", "Girths", "Round the fullest bust, level, arms down, one breath out.", 65, 165, "bust girth"),
    MeasureKey(
        "underbust_girth", "Under-bust", "Girths", "Round the ribs close below the bust, level.", 55, 150, "underbust girth"
    ),
    MeasureKey(
        "waist_girth",
        "Waist",
        "Girths",
        "Round the natural waist where a tied cord settles; leave the cord on.",
        48,
        160,
        "waist girth",
    ),
    MeasureKey("high_hip_girth", "High hip", "Girths", "Round the top of the hip bones, level.", 60, 170, "high hip girth"),
    MeasureKey(
        "hip_girth",
        "Hip",
        "Girths",
        "Round the fullest seat, level, feet together. Take it twice: within 1 cm.",
        70,
        175,
        "hip girth",
    ),
    MeasureKey("thigh_girth", "Thigh", "Girths", "Round the fullest thigh, level, close below the seat.", 38, 100, "thigh girth"),
    MeasureKey("upper_arm_girth", "Upper arm", "Girths", "Round the fullest upper arm, arm bent.", 20, 60, "upper arm girth"),
    MeasureKey("elbow_girth", "Elbow", "Girths", "Round the bent elbow.", 18, 50, "elbow girth"),
    MeasureKey("wrist_girth", "Wrist", "Girths", "Round the wrist bone.", 12, 28, "wrist girth"),
    MeasureKey("hand_girth", "Hand", "Girths", "Round the knuckles, hand closed as if through a cuff.", 16, 34, "hand girth"),
    MeasureKey(
        "round_shoulder_girth", "Round both shoulders", "Girths", "Round both arms below the shoulder tips, arms down.", 80, 170
    ),
    MeasureKey(
        "shoulder_width",
        "Shoulder width",
        "Widths",
        "From shoulder tip to shoulder tip over the back.",
        30,
        60,
        "back shoulder width",
    ),
    MeasureKey(
        "shoulder_length", "Shoulder length", "Widths", "From the neck point to the shoulder tip.", 8.5, 18, "shoulder length"
    ),
    MeasureKey(
        "across_back",
        "Across back",
        "Widths",
        "Between the arm creases, half-way down the armhole, over the back.",
        26,
        52,
        "back width",
    ),
    MeasureKey(
        "across_front",
        "Across front",
        "Widths",
        "Between the arm creases, half-way down the armhole, over the chest.",
        24,
        52,
        "across front width",
    ),
    MeasureKey("bust_span", "Bust span", "Widths", "From bust point to bust point.", 13, 34, "bust point width"),
    MeasureKey(
        "nape_to_waist",
        "Nape to waist",
        "Lengths",
        "From the nape bone down the back to the waist cord.",
        32,
        52,
        "back waist length",
    ),
    MeasureKey(
        "back_shoulder_to_waist",
        "Back shoulder to waist",
        "Lengths",
        "From the neck point straight down the back to the waist cord.",
        34,
        55,
    ),
    MeasureKey(
        "front_shoulder_to_waist",
        "Front shoulder to waist",
        "Lengths",
        "From the neck point over the bust point to the waist cord.",
        34,
        65,
        "front waist length",
    ),
    MeasureKey(
        "shoulder_to_bust",
        "Shoulder to bust",
        "Lengths",
        "From the neck point down to the bust point.",
        19,
        45,
        "neck shoulder point to bust point",
    ),
    MeasureKey(
        "shoulder_to_underbust",
        "Shoulder to under-bust",
        "Lengths",
        "From the neck point over the bust to the ribs below it.",
        25,
        55,
    ),
    MeasureKey("shoulder_to_hip", "Shoulder to hip", "Lengths", "From the neck point down to the fullest hip.", 50, 85),
    MeasureKey(
        "armscye_depth", "Armhole depth", "Lengths", "From the nape down to the level of the underarm.", 15, 32, "scye depth"
    ),
    MeasureKey(
        "waist_to_hip", "Waist to hip", "Lengths", "From the waist cord down the side to the fullest hip.", 15, 28, "waist to hips"
    ),
    MeasureKey(
        "body_rise",
        "Body rise",
        "Lengths",
        "Seated on a flat chair: from the waist cord down the side to the seat.",
        20,
        42,
        "body rise",
    ),
    MeasureKey(
        "waist_to_knee",
        "Waist to knee",
        "Lengths",
        "From the waist cord down the front to the middle of the knee.",
        45,
        75,
        "waist to knee",
    ),
    MeasureKey(
        "arm_length", "Arm length", "Lengths", "From the shoulder tip over the bent elbow to the wrist bone.", 45, 75, "arm length"
    ),
    MeasureKey(
        "shoulder_to_elbow",
        "Shoulder to elbow",
        "Lengths",
        "From the shoulder tip to the point of the bent elbow.",
        27,
        45,
        "upper arm length",
    ),
)

MEASURES = MappingProxyType({m.key: m for m in _ALL})


def measure(key: str) -> MeasureKey:
    """Raises BadMeasure for a key that is not a measure, listing all."""
    if key not in MEASURES:
        raise BadMeasure(f"“{key[:40]}” is not a measure.", cure=f"The measures are: {', '.join(MEASURES)}.", field=key[:40])
    return MEASURES[key]
