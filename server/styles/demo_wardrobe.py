"""Worked examples of the trade as styles of the choir's wardrobe: darts moved in every way, paper opened in every way. All invented.

What each must come out as is worked by hand in ``tests/server/test_demo_wardrobe.py``.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Final

INCH: Final = 2.54


@dataclass(frozen=True)
class DemoStyle:
    """A style on one block and, after it, on others of its wearer; ``steps`` as in a style file."""

    name: str
    block: str
    steps: tuple[dict[str, Any], ...]
    further: tuple[str, ...] = ()


BUST: Final[dict[str, Any]] = {"move": "rotate_dart", "piece": "front", "dart": "side dart"}
"""The bust dart of the close bodice, out of the side seam."""
STRIPS: Final[dict[str, Any]] = {
    "move": "slash_and_spread", "piece": "skirt front", "from_edge": "waist", "to_edge": "hem", "count": 4,
    "hinge": "none", "result": "gather",
}  # fmt: skip

# fmt: off
DARTS_MOVED = (
    DemoStyle("Bust dart into the waist", "Brenna, concert bodice", (BUST | {"to": {"dart": "waist dart"}},)),
    DemoStyle("Bust dart to the shoulder", "Brenna, concert bodice", (
        BUST | {"to": {"edge": "shoulder", "from": "neckline", "fraction": 0.5}},)),
    DemoStyle("Bust dart low in the side", "Brenna, concert bodice", (
        BUST | {"to": {"edge": "side", "from": "waist", "distance": 4}, "note": "long and slanting, from near the waist"},)),
    DemoStyle("Bust dart to the centre front", "Brenna, concert bodice", (
        {"move": "turn_edge_into", "piece": "front", "edge": "centre front", "kind": "seam"},
        BUST | {"to": {"edge": "centre front", "level": "bust point"}})),
    DemoStyle("Bust dart into the armhole", "Brenna, concert bodice", (
        BUST | {"to": {"edge": "armhole", "from": "side", "fraction": 0.4}},)),
    DemoStyle("Half the shoulder dart gathered at the neck", "Brenna, hip-length with shoulder dart", (
        {"move": "rotate_dart", "piece": "front", "dart": "shoulder dart", "share": 0.5,
            "to": {"edge": "neckline", "from": "shoulder", "fraction": 0.5}},
        {"move": "convert_dart", "piece": "front", "dart": "neckline dart", "into": "gather",
            "zone": {"from": {"edge": "neckline", "from": "shoulder", "fraction": 0.25},
                "to": {"edge": "neckline", "from": "shoulder", "fraction": 0.75}}})),
    DemoStyle("Contoured neckline", "Brenna, concert bodice", (
        {"move": "contour", "piece": "front", "at": {"edge": "neckline", "from": "centre front", "fraction": 0.4},
            "amount": 1.0, "into": "waist dart"},)),
)

SKIRTS = (
    DemoStyle("One waist dart let down as flare", "Maris, straight skirt", (
        {"move": "convert_dart", "piece": "skirt front", "dart": "waist dart", "into": "flare"},)),
    DemoStyle("A-line of the straight skirt", "Maris, straight skirt", tuple(
        {"move": "convert_dart", "piece": piece, "dart": dart, "into": "flare"}
        for piece, dart in (("skirt front", "waist dart"), ("skirt back", "waist dart 1"), ("skirt back", "waist dart")))),
    DemoStyle("Five strips, 5 cm apart", "Maris, straight skirt", (STRIPS | {"opening": 5, "note": "medium cloth"},)),
    DemoStyle("Five strips, 10 cm apart", "Maris, straight skirt", (STRIPS | {"opening": 10, "note": "light cloth"},)),
    DemoStyle("Inverted pleat", "Maris, straight skirt", (
        {"move": "pleats", "piece": "skirt front", "from_edge": "waist", "to_edge": "hem", "kind": "inverted",
            "at": [[{"edge": "waist", "from": "centre front", "distance": 6}, {"edge": "hem", "from": "centre front", "distance": 6}]],
            "depth": 3, "stitched": 18},)),
    DemoStyle("Front pleat from the waist dart", "Maris, straight skirt", (
        {"move": "convert_dart", "piece": "skirt front", "dart": "waist dart", "into": "pleat"},)),
)

SLEEVES = (
    DemoStyle("Bishop sleeve", "Maris, sleeve for the close bodice", (
        {"move": "lengthen", "pieces": ["sleeve"], "at": {"edge": "front underarm", "from": "cap", "fraction": 0.8}, "amount": -2.25 * INCH},
        {"move": "slash_and_spread", "piece": "sleeve", "from_edge": "hem", "to_edge": "cap", "count": 3, "opening": 2.5 * INCH,
            "result": "gather", "note": "through the middle and the middles of both halves"})),
    DemoStyle("Puff sleeve to above the elbow", "Maris, sleeve for the close bodice", (
        {"move": "cut_along", "piece": "sleeve", "names": ["puff", "lower sleeve"], "seam": "short hem",
            "line": [{"edge": "front underarm", "level": "elbow", "down": -5}, {"edge": "back underarm", "level": "elbow", "down": -5}]},
        {"move": "slash_and_spread", "piece": "puff", "from_edge": "short hem", "to_edge": "cap", "count": 4, "opening": 3,
            "hinge": "none", "result": "gather"},
        {"move": "lift", "piece": "puff", "at": {"edge": "cap", "from": "front underarm", "fraction": 0.25}, "height": 3})),
)

LAYERS = (
    DemoStyle("Eased for a bolero over the dress", "Maris, close bodice", (
        {"move": "add_ease", "shoulder_out": 0.25 * INCH, "armhole_out": 0.25 * INCH, "armhole_down": INCH},)),
)
# fmt: on

WORKED: Final = (*DARTS_MOVED, *SKIRTS, *SLEEVES, *LAYERS)
