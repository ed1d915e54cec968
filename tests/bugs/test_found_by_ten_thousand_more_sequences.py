"""Six faults of random work, each cut down to the steps that bring it about: done whole, or refused in words that name the place."""

from __future__ import annotations

from typing import Any

import pytest

from tests.sequences import assert_done_or_refused, start_of

Step = dict[str, Any]
AT_HALF_WIDTH = {"to": {"edge": "centre front", "level": "bust", "down": 0.7}, "share": 0.1}
FOUND: dict[str, tuple[int, list[Step], str]] = {
    "a tuck beside a corner promised pleats of a thousand to one": (
        3026092680077,
        [
            {"move": "panel", "piece": "front", "from": {"edge": "shoulder", "fraction": 0.6}, "dart": "waist dart", "soften": 1.2},
            {"move": "cut_across", "pieces": ["centre front", "side front"], "at": {"mark": "bust point"}},
            {"move": "put_away", "piece": "lower side front"},
            {"move": "tucks", "piece": "lower centre front", "depth": 1.2, "count": 1, "spacing": 2.6,
             "line": [{"edge": "front style line", "fraction": 0.6}, {"edge": "centre front", "fraction": 0.1}]},
        ],
        "",
    ),
    "a yoke's line through a dart's point was slashed off the paper": (
        3026097980220,
        [
            {"move": "convert_dart", "piece": "front", "dart": "waist dart", "cut_across": True, "into": "pleat"},
            {"move": "yoke", "pieces": ["lower front"], "edge": "front style line", "depth": 12.4, "shape": "sweetheart", "below": "ease"},
        ],
        "lower front: a dart's point lies so near to the yoke's line",
    ),
    "a double-pointed dart whose widest place the hem had cut off": (
        3026098680248,
        [
            {"move": "hem", "shape": "curved", "down": -6.4, "rise": 5.5, "front_up": 0.5, "back_down": 5.8},
            {"move": "hem", "shape": "high-low", "down": -4.9, "rise": 2.8, "front_up": 9.8, "back_down": 11.0},
            {"move": "divide_dart", "piece": "front", "dart": "waist dart", "cut_across": True,
             "into": [AT_HALF_WIDTH, {"to": {"mark": "bust point"}, "share": 0.4}]},
        ],
        "front: the waist dart does not lie on the paper where it is widest",
    ),
    "the same from the waist of a bodice and a skirt": (
        3026100280315,
        [
            {"move": "rotate_dart", "piece": "skirt front", "dart": "waist dart", "to": {"edge": "waist", "fraction": 0.9}},
            {"move": "yoke", "pieces": ["skirt front", "front"], "edge": "waist", "depth": 14.5, "shape": "parallel", "below": "ease"},
        ],
        "skirt front: a dart's point lies so near to the yoke's line",
    ),
    "a piece swung onto a shoulder left a stroke without length": (
        3026106680520,
        [
            {"move": "convert_dart", "piece": "back", "dart": "shoulder dart", "into": "pleat"},
            {"move": "move_shoulder", "amount": 2.1},
            {"move": "swing_and_join", "piece": "front", "edge": "shoulder", "onto": ["back", "shoulder"], "turned": True},
        ],
        "",
    ),
    "a panel through a dart weighed less than no new paper": (
        3026192183056,
        [
            {"move": "mirror", "piece": "skirt front"},
            {"move": "rotate_dart", "piece": "skirt front", "dart": "waist dart", "to": {"edge": "side", "fraction": 0.03}, "share": 0.67},
            {"move": "lengthen", "pieces": ["skirt back", "skirt front"], "at": {"edge": "side", "fraction": 0.32}, "amount": 0.03},
            {"move": "rotate_dart", "piece": "skirt front", "dart": "side dart", "to": {"edge": "centre front", "fraction": 0.67}, "amount": 2.18},
            {"move": "panel", "piece": "skirt front", "from": {"edge": "waist", "fraction": 0.77}, "dart": "side dart", "soften": 0.33},
        ],
        "",
    ),
}  # fmt: skip


@pytest.mark.parametrize("what", FOUND)
def test_it_is_done_whole_or_refused_in_words(what: str) -> None:
    seed, steps, refused = FOUND[what]
    assert_done_or_refused(start_of(seed), steps, refused)
