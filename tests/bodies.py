"""Random plausible bodies: measures that hang together, from very small to very full.

Bust, hip and height follow a survey of about two thousand women of 2012 (chest 94.7 ± 8.4, hip 102.1
± 7.6, stature 162.8 ± 6.4 cm; recalled from memory), with a wider spread, as workrooms meet it. Every
other measure follows these with a spread of its own (common practice, no source).
"""

from __future__ import annotations

import random  # noqa: TID251  (seeded here, and the seed is printed)

Body = dict[str, float]


def random_body(dice: random.Random) -> Body:
    """One full chart, cm."""
    bust = min(max(dice.gauss(95.5, 10.5), 74.0), 142.0)
    tall = min(max(dice.gauss(163.5, 6.8), 146.0), 186.0)
    full, high = bust - 92, tall - 165

    def about(mean: float, spread: float) -> float:
        return mean + min(max(dice.gauss(0, spread), -2.2 * spread), 2.2 * spread)

    waist = about(75 + 0.98 * full, 5)
    hip = about(99 + 0.72 * full, 4.5)
    nape_to_waist = about(41 + 0.16 * high + 0.03 * full, 1.0)
    back = nape_to_waist + about(2.1, 0.3)
    waist_to_hip = about(20.6 + 0.07 * high, 0.7)
    arm = about(58.5 + 0.34 * high, 1.4)
    return {
        "head_girth": about(56, 1.6),
        "neck_girth": about(37 + 0.11 * full, 1.2),
        "bust_girth": bust,
        "underbust_girth": bust - about(14 + 0.08 * max(full, 0), 2.5),
        "waist_girth": waist,
        "high_hip_girth": 0.4 * waist + 0.6 * hip,
        "hip_girth": hip,
        "thigh_girth": about(57 + 0.35 * (hip - 98), 2.2),
        "upper_arm_girth": about(28.5 + 0.3 * full, 1.6),
        "elbow_girth": about(26 + 0.16 * full, 1.2),
        "wrist_girth": about(16 + 0.06 * full, 0.6),
        "hand_girth": about(20.5 + 0.04 * full, 0.8),
        "round_shoulder_girth": about(105 + 0.62 * full, 3),
        "shoulder_width": about(39.5 + 0.1 * full + 0.06 * high, 1.2),
        "shoulder_length": about(12.4 + 0.02 * full + 0.03 * high, 0.6),
        "across_back": about(35 + 0.14 * full, 1.0),
        "across_front": about(33 + 0.16 * full, 1.0),
        "bust_span": about(0.2 * bust, 0.9),
        "nape_to_waist": nape_to_waist,
        "back_shoulder_to_waist": back,
        "front_shoulder_to_waist": back + about(1.5 + 0.09 * full, 0.8),
        "shoulder_to_bust": about(26.5 + 0.17 * full + 0.06 * high, 0.9),
        "shoulder_to_underbust": about(34 + 0.2 * full, 1.2),
        "shoulder_to_hip": back + waist_to_hip,
        "armscye_depth": about(21 + 0.12 * full + 0.04 * high, 0.6),
        "waist_to_hip": waist_to_hip,
        "body_rise": about(27.5 + 0.1 * (hip - 98) + 0.06 * high, 0.9),
        "waist_to_knee": about(58 + 0.3 * high, 1.3),
        "arm_length": arm,
        "shoulder_to_elbow": 0.58 * arm,
    }


def bodies_from(seed: int, count: int) -> list[Body]:
    """The same bodies for the same seed."""
    dice = random.Random(seed)
    return [random_body(dice) for _ in range(count)]
