"""The wardrobe's styles with parts made to measure: sleeves, collars, cuffs, facings, culottes, each closed so that one gets into it. All invented.

What each must come out as is worked by hand in ``tests/server/test_demo_parts.py``.
"""

from __future__ import annotations

from typing import Any, Final

from .demo_wardrobe import INCH, DemoStyle

Step = dict[str, Any]
BUST_IN_WAIST: Final[Step] = {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}}
STAND: Final[Step] = {"move": "extend", "piece": "front", "edge": "centre front", "width": 2.0, "as": "button stand"}
BUTTONS: Final[Step] = {"move": "closure", "kind": "buttons", "piece": "front", "edge": "button stand"}
COMPASS: Final[Step] = {"move": "sleeve", "school": "sleeve-compass"}
THIRDS: Final[Step] = {"move": "sleeve", "school": "sleeve-thirds"}
NECK: Final = [["front", "neckline"], ["back", "neckline"]]
BACK_SEAM: Final[Step] = {"move": "turn_edge_into", "piece": "back", "edge": "centre back", "kind": "seam"}
DOWN_THE_BACK: Final = (BACK_SEAM, {"move": "closure", "kind": "hooks", "piece": "back", "edge": "centre back"})
SKIRT_BACK: Final[Step] = {"move": "turn_edge_into", "piece": "skirt back", "edge": "centre back", "kind": "seam"}

# fmt: off
PARTS: Final = (
    DemoStyle("Blouse with a compass sleeve", "Maris, close bodice", (
        BUST_IN_WAIST, COMPASS | {"settings": {"front_raised": 2.0}, "hem_ease": 6.0, "chapter": "Sleeve"}, *DOWN_THE_BACK)),
    DemoStyle("Puffed sleeve with its elastic", "Maris, close bodice", (
        THIRDS | {"chapter": "Sleeve"},
        {"move": "puff", "piece": "sleeve", "above_elbow": 5.0, "width": 12.0, "height": 4.0, "chapter": "Sleeve"},
        {"move": "elastic", "edges": [["sleeve", "hem"]], "chapter": "Sleeve"}, *DOWN_THE_BACK)),
    DemoStyle("Choir shirt with stand and fall", "Maris, close bodice", (
        STAND, {"move": "collar", "kind": "stand_and_fall", "chapter": "Collar"}, BUTTONS)),
    DemoStyle("Bishop sleeve into its cuff", "Maris, close bodice", (
        COMPASS | {"chapter": "Sleeve"},
        {"move": "bishop", "piece": "sleeve", "chapter": "Sleeve"},
        {"move": "cuff", "piece": "sleeve", "girth": 8.5 * INCH, "chapter": "Sleeve"}, *DOWN_THE_BACK)),
    DemoStyle("Bishop sleeve into a rib cuff", "Maris, close bodice", (
        COMPASS | {"chapter": "Sleeve"},
        {"move": "bishop", "piece": "sleeve", "slit": 0.0, "chapter": "Sleeve"},
        {"move": "cuff", "piece": "sleeve", "girth": 8.5 * INCH, "stretch": 1.5 * INCH, "chapter": "Sleeve"}, *DOWN_THE_BACK)),
    DemoStyle("Slit sleeve, bias roll collar", "Maris, close bodice", (
        COMPASS | {"chapter": "Sleeve"},
        {"move": "slit", "piece": "sleeve", "at": {"edge": "hem", "fraction": 0.5}, "length": 6 * INCH, "chapter": "Sleeve"},
        {"move": "collar", "kind": "bias_roll", "chapter": "Collar"},
        {"move": "facing", "edges": NECK, "chapter": "Collar"}, *DOWN_THE_BACK)),
    DemoStyle("Bolero with a roll collar", "Maris, close bodice", (
        {"move": "add_ease", "shoulder_out": 0.25 * INCH, "armhole_out": 0.25 * INCH, "armhole_down": INCH},
        BUST_IN_WAIST,
        {"move": "collar", "kind": "roll", "width": 4.0, "chapter": "Collar"},
        COMPASS | {"biceps_ease": 5.0, "chapter": "Sleeve"})),
    DemoStyle("Off-shoulder blouse of the bodice", "Maris, close bodice", (
        BUST_IN_WAIST,
        {"move": "off_shoulder", "neck_width": 28.0, "depth": 4 * INCH},
        {"move": "elastic", "edges": [["front", "neckline"], ["sleeve", "neckline"], ["back", "neckline"]], "girth": 98.0},
        *DOWN_THE_BACK)),
    DemoStyle("Culottes for the tour", "Maris, straight skirt", (
        {"move": "culottes"},
        {"move": "waistband", "depth": 4.0, "chapter": "Waist"},
        {"move": "pocket", "kind": "bag", "piece": "skirt front", "at": {"edge": "side", "from": "waist", "distance": 5.0}},
        {"move": "loops", "count": 5, "chapter": "Waist"},
        {"move": "closure", "kind": "zip", "seam": "crotch", "length": 20.0})),
    DemoStyle("Conductor's jacket with lapels", "Brenna, hip-length with shoulder dart", (
        {"move": "rotate_dart", "piece": "front", "dart": "shoulder dart", "to": {"edge": "armhole", "from": "shoulder", "fraction": 0.55}},
        {"move": "collar", "kind": "lapel", "button_stand": INCH, "break_above_waist": 2 * INCH, "inset": 0.25 * INCH, "fall": 4 * INCH,
            "lapel": 1.5 * INCH, "notch": INCH, "chapter": "Collar"},
        THIRDS | {"biceps_ease": 6.0, "chapter": "Sleeve"},
        BUTTONS)),
    DemoStyle("Dolman of the concert bodice", "Brenna, concert bodice", (
        BUST_IN_WAIST, {"move": "dolman", "angle": 30.0}, *DOWN_THE_BACK)),
    DemoStyle("Raglan of the concert bodice", "Brenna, concert bodice", (
        BUST_IN_WAIST, {"move": "raglan"}, {"move": "binding", "edges": [["front", "neckline"], ["sleeve", "neckline"], ["back", "neckline"]]},
        *DOWN_THE_BACK)),
    DemoStyle("Rehearsal jacket with its zip", "Tove, rehearsal jacket", (
        {"move": "closure", "kind": "zip", "piece": "front", "edge": "centre front"},)),
    DemoStyle("Rib-necked dolman with a sash", "Brenna, dolman", (
        {"move": "neckline", "shape": "scoop", "width": 4.0, "front_depth": 1.5, "back_depth": 1.5},
        {"move": "collar", "kind": "rib", "percent": 20.0, "height": 10.0, "chapter": "Collar"},
        {"move": "sash", "length": 200.0, "width": 20.0, "point": 10.0},
        *DOWN_THE_BACK)),
)
# fmt: on
