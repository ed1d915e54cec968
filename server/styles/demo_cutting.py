"""Worked examples of cutting, joining and shaping as styles of the choir's wardrobe. All invented.

What each must come out as is worked by hand in ``tests/server/test_demo_cutting.py``.
"""

from __future__ import annotations

from typing import Any, Final

from .demo_wardrobe import INCH, DemoStyle

BUST_IN_WAIST: Final[dict[str, Any]] = {
    "move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"},
}  # fmt: skip
"""The bust dart in the waist dart: the side is whole, the front has one dart."""

# fmt: off
PANELS = (
    DemoStyle("Armhole princess", "Maris, close bodice", (
        {"move": "panel", "piece": "front", "from": {"edge": "armhole", "from": "shoulder", "fraction": 0.5}, "dart": "waist dart",
            "names": ["centre front", "side front"], "seam": "front panel"},
        {"move": "panel", "piece": "back", "from": {"edge": "armhole", "from": "shoulder", "fraction": 0.5}, "dart": "waist dart",
            "names": ["centre back", "side back"], "seam": "back panel"})),
    DemoStyle("Shoulder princess", "Brenna, concert bodice", (
        {"move": "panel", "piece": "front", "from": {"edge": "shoulder", "from": "neckline", "fraction": 0.5}, "dart": "waist dart",
            "names": ["centre front", "side front"], "seam": "front panel"},)),
    DemoStyle("Jacket panels, armhole to hem", "Brenna, hip-length with shoulder dart", (
        {"move": "rotate_dart", "piece": "front", "dart": "shoulder dart", "to": {"edge": "armhole", "from": "shoulder", "fraction": 0.55}},
        {"move": "cut_along", "piece": "front", "line": {"through": [{"dart": "armhole dart"}, {"dart": "waist dart"},
            {"edge": "hem", "from": "side", "fraction": 0.6}], "shape": "curve"}, "names": ["centre front", "side front"],
            "seam": "front panel"},
        {"move": "extend", "piece": "centre front", "edge": "centre front", "width": INCH, "as": "button stand"})),
)

YOKES = (
    DemoStyle("Hip yoke that lies flat", "Maris, straight skirt", (
        {"move": "yoke", "pieces": ["skirt front", "skirt back"], "edge": "waist", "depth": 3 * INCH},)),
    DemoStyle("Hip yoke too deep for its darts", "Maris, straight skirt", (
        {"move": "yoke", "pieces": ["skirt front", "skirt back"], "edge": "waist", "depth": 12},)),
    DemoStyle("Yoke skirt in five strips", "Maris, straight skirt", (
        {"move": "yoke", "pieces": ["skirt front", "skirt back"], "edge": "waist", "depth": 3 * INCH},
        {"move": "slash_and_spread", "piece": "skirt front", "from_edge": "skirt front yoke line", "to_edge": "hem", "count": 4,
            "opening": 2 * INCH, "hinge": "none", "result": "gather", "note": "medium cloth; 4 in in a light one"},
        {"move": "turn_edge_into", "piece": "skirt back", "edge": "centre back", "kind": "seam", "note": "for the zip"},
        {"move": "copy_as", "piece": "skirt front yoke", "name": "front yoke lining", "cloth": "lining"})),
    DemoStyle("Sweetheart yoke", "Ilva, close bodice", (
        {"move": "armhole", "pieces": ["front", "back"], "at_shoulder": 4.0},
        BUST_IN_WAIST,
        {"move": "yoke", "pieces": ["front"], "edge": "neckline", "depth": 5, "shape": "sweetheart", "seam": "sweetheart"})),
    DemoStyle("Shirt yoke in one with the front", "Maris, close bodice", (
        {"move": "move_shoulder", "amount": INCH},
        {"move": "yoke", "pieces": ["back"], "edge": "shoulder", "depth": 4, "seam": "back yoke seam"})),
)

NECKLINES = (
    DemoStyle("Boat neck", "Maris, close bodice", (
        {"move": "neckline", "shape": "boat", "at_shoulder": 5, "front_depth": -1.5, "back_depth": 0.5 * INCH},)),
    DemoStyle("Square neck without gape", "Brenna, concert bodice", (
        {"move": "neckline", "shape": "square", "width": 3, "front_depth": 6, "gape": 1.0, "into": "waist dart"},)),
    DemoStyle("V-neck", "Maris, close bodice", ({"move": "neckline", "shape": "v", "width": 1, "front_depth": 9},)),
    DemoStyle("Scoop neck without gape", "Maris, close bodice", (
        {"move": "neckline", "shape": "scoop", "width": 4, "front_depth": 7, "back_depth": 4, "gape": 0.8, "into": "waist dart"},)),
    DemoStyle("Halter top", "Ilva, close bodice", (
        {"move": "neckline", "shape": "halter", "width": 0.5, "front_depth": 2},
        {"move": "armhole", "halter": 4, "down": 0.5})),
)

DRESSES = (
    DemoStyle("Sheath of bodice and skirt", "Maris, bodice to go on a skirt", (
        BUST_IN_WAIST,
        {"move": "merge_darts", "piece": "skirt back", "darts": ["waist dart 2"], "into": "waist dart 1"},
        {"move": "join_blocks", "upper": "front", "lower": "skirt front", "name": "dress front"},
        {"move": "join_blocks", "upper": "back", "lower": "skirt back", "name": "dress back"},
        {"move": "true_seam", "seam": "side", "give": "dress back", "by": "end"},
        {"move": "true_seam", "seam": "skirt side", "give": "dress front", "by": "end"}),
        ("Maris, straight skirt",)),
    DemoStyle("Shirt dress", "Brenna, concert bodice", (
        {"move": "move_shoulder", "amount": 1.0},
        {"move": "extend", "piece": "front", "edge": "centre front", "width": 2.5, "as": "button stand"},
        {"move": "shape_centre", "piece": "back", "at": {"edge": "waist", "from": "centre back", "fraction": 0.0},
            "amount": 0.5 * INCH})),
    DemoStyle("Wrap front", "Tove, straight bodice", (
        {"move": "neckline", "shape": "round", "pieces": ["back"], "width": 1.5},
        {"move": "unfold", "piece": "front"},
        {"move": "cut_along", "piece": "front", "line": [{"edge": "left shoulder", "from": "left neckline", "distance": 1.5},
            {"edge": "right waist", "from": "right side", "distance": 0.5}], "names": ["wrap front", "under front"], "seam": "wrap edge"},
        {"move": "put_away", "piece": "wrap front"})),
    DemoStyle("Dolman top with a wrapped sleeve", "Brenna, dolman", (
        *({"move": "cut_along", "piece": piece, "names": [piece, f"{piece} sleeve end"], "seam": f"{piece} elbow",
            "line": [{"edge": "overarm", "from": "sleeve hem", "distance": 20}, {"edge": "side", "from": "sleeve hem", "distance": 18}]}
          for piece in ("front", "back")),
        {"move": "put_away", "piece": "front sleeve end"}, {"move": "put_away", "piece": "back sleeve end"},
        {"move": "neckline", "shape": "round", "width": 4, "front_depth": 1.5, "back_depth": 1.5},
        {"move": "redraw", "piece": "front", "edge": "overarm", "start": {}, "shape": "straight"},
        {"move": "redraw", "piece": "back", "edge": "overarm", "start": {}, "shape": "straight"},
        {"move": "join_pieces", "a": ["front", "overarm"], "b": ["back", "overarm"], "name": "top", "note": "no seam over the arm"},
        {"move": "cut_along", "piece": "top", "names": ["back body", "front and sleeve"], "seam": "back raglan",
            "line": {"through": [{"edge": "neckline", "from": "centre back", "fraction": 0.3},
                {"edge": "back side", "from": "back elbow", "fraction": 0.5}], "shape": "s"}},
        {"move": "cut_along", "piece": "front and sleeve", "names": ["front body", "sleeve"], "seam": "front line",
            "line": [{"edge": "neckline", "from": "centre front", "fraction": 0.35}, {"edge": "front elbow", "fraction": 0.5}]},
        {"move": "swing_and_join", "piece": "sleeve", "onto": ["front body", "front elbow"], "edge": "front elbow", "name": "wrapped front"})),
    DemoStyle("Cropped contoured top", "Brenna, concert bodice", (
        BUST_IN_WAIST,
        {"move": "neckline", "shape": "square", "width": 2, "front_depth": 5, "gape": 1.0, "into": "waist dart"},
        {"move": "contour", "piece": "front", "at": {"edge": "armhole", "from": "side", "fraction": 0.5}, "amount": 0.3,
            "into": "waist dart"},
        {"move": "set_dart_point", "piece": "front", "dart": "waist dart", "set_back": 2 * INCH},
        {"move": "fold_dart", "piece": "front", "dart": "waist dart", "toward": "side"},
        {"move": "convert_dart", "piece": "back", "dart": "waist dart", "into": "gather"})),
)
# fmt: on

CUT_AND_SHAPED: Final = (*PANELS, *YOKES, *NECKLINES, *DRESSES)
