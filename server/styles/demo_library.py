"""The demo: a small workroom that dresses an amateur chamber choir for its concerts. All invented."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import date
from typing import Any

from .demo_cutting import CUT_AND_SHAPED
from .demo_parts import PARTS
from .demo_wardrobe import WORKED, DemoStyle

COLUMNS = (
    "head_girth",
    "neck_girth",
    "bust_girth",
    "underbust_girth",
    "waist_girth",
    "high_hip_girth",
    "hip_girth",
    "thigh_girth",
    "upper_arm_girth",
    "elbow_girth",
    "wrist_girth",
    "hand_girth",
    "round_shoulder_girth",
    "shoulder_width",
    "shoulder_length",
    "across_back",
    "across_front",
    "bust_span",
    "nape_to_waist",
    "back_shoulder_to_waist",
    "front_shoulder_to_waist",
    "shoulder_to_bust",
    "shoulder_to_underbust",
    "shoulder_to_hip",
    "armscye_depth",
    "waist_to_hip",
    "body_rise",
    "waist_to_knee",
    "arm_length",
    "shoulder_to_elbow",
)

WORKROOM = "The choir wardrobe"
MEMBER = "wardrobe"


@dataclass(frozen=True)
class Singer:
    """A person with one full chart (cm, in the order of COLUMNS) and the block drafted from it."""

    name: str
    note: str
    taken_on: date
    values: tuple[float, ...]
    block: str
    state: str
    settings: dict[str, Any] = field(default_factory=dict)

    @property
    def chart(self) -> dict[str, float]:
        """cm by the measures' keys."""
        return dict(zip(COLUMNS, self.values, strict=True))


@dataclass(frozen=True)
class EarlierChart:
    """A singer's measures of another day: what differed from the full chart, and what is only estimated."""

    singer: str
    taken_on: date
    differs: dict[str, float]
    estimated: tuple[str, ...] = ()


@dataclass(frozen=True)
class FurtherBlock:
    """Another block of a singer, by any school; ``on`` names the block it is drawn on."""

    singer: str
    name: str
    school: str
    state: str
    on: str = ""
    settings: dict[str, Any] = field(default_factory=dict)


# fmt: off
SINGERS = (
    Singer("Maris Quellen", "Alto. Wears a heel of 5 cm on stage.", date(2026, 9, 14), (
        56, 36.5, 92, 78, 74, 90, 98, 57, 28.5, 26, 16, 21, 104, 39.5, 12.4, 35, 33, 18.5,
        41, 43, 44.5, 26.5, 34, 63.5, 21, 20.5, 27.5, 58, 58.5, 34), "Maris, close bodice", "fitted"),
    Singer("Ilva Sandor", "Soprano, small and straight-backed.", date(2026, 9, 14), (
        53.5, 33, 80, 70, 61, 79, 86, 50, 24, 22.5, 14.5, 19, 92, 36.5, 11.6, 32, 30, 16.5,
        38, 39.5, 40.5, 23.5, 30.5, 58, 18.5, 19, 25, 54, 54, 31.5), "Ilva, close bodice", "toile"),
    Singer("Brenna Askildotter", "Mezzo, tall, full bust. Breathes low: keep the waist ease.", date(2026, 10, 2), (
        57, 38, 106, 86, 82, 101, 110, 62, 32, 28.5, 17, 22, 114, 42, 13.2, 37.5, 36, 21,
        43.5, 45.5, 50.5, 30.5, 39, 68, 22.8, 22, 29.5, 63, 62, 36), "Brenna, concert bodice", "fitted", {"waist_ease": 4.0}),
    Singer("Odette Harrowgate-Lindenmeyer", "Alto, very full. Left shoulder a little lower.", date(2026, 8, 30), (
        58, 42, 130, 112, 116, 128, 136, 74, 41, 34, 19, 23.5, 132, 44, 13.4, 41, 40, 25.5,
        43, 45, 50, 34, 42, 67, 26.5, 21, 32, 58, 57, 33.5), "Odette, concert bodice", "drafted", {"bust_ease": 5.0, "waist_ease": 6.0}),
    Singer("Tove Grandal", "Tenor row, straight figure; wants no darts seen.", date(2026, 10, 19), (
        57, 37, 90, 82, 82, 92, 95, 54, 29, 26.5, 16.8, 21.5, 106, 40.5, 12.8, 36.5, 34.5, 18,
        43, 45, 45, 27, 35, 66, 21.2, 20, 27, 60, 60.5, 35), "Tove, straight bodice", "drafted"),
)

EARLIER = (
    EarlierChart("Maris Quellen", date(2026, 2, 20), {"bust_girth": 90.5, "waist_girth": 72, "hip_girth": 97, "upper_arm_girth": 28}),
    EarlierChart("Ilva Sandor", date(2026, 8, 31), {"hip_girth": 87.6, "nape_to_waist": 40},
        ("body_rise", "waist_to_knee", "shoulder_to_elbow", "hand_girth")),
)

FURTHER = (
    FurtherBlock("Maris Quellen", "Maris, sleeve for the close bodice", "sleeve-compass", "fitted", "Maris, close bodice"),
    FurtherBlock("Maris Quellen", "Maris, straight skirt", "skirt", "fitted"),
    FurtherBlock("Brenna Askildotter", "Brenna, hip-length with shoulder dart", "bodice-shoulder-dart", "toile"),
    FurtherBlock("Ilva Sandor", "Ilva, half-sheet block", "bodice-half-sheet", "drafted"),
    FurtherBlock("Odette Harrowgate-Lindenmeyer", "Odette, eight-gored concert skirt", "gored-skirt", "toile", "",
        {"gores": 8, "skirt_length": 96, "round_to": "0.25 cm"}),
    FurtherBlock("Tove Grandal", "Tove, rehearsal jacket", "loose-jacket", "drafted"),
    FurtherBlock("Brenna Askildotter", "Brenna, dolman", "dolman", "drafted", "Brenna, concert bodice"),
    FurtherBlock("Maris Quellen", "Maris, bodice to go on a skirt", "bodice-direct", "toile", "", {"waist_ease": 1.0}),
)

STYLES = (
    DemoStyle("Winter concert bodice", "Maris, close bodice", (
        {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": "shoulder", "from": "neckline", "fraction": 0.5}},
        {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "shoulder dart"}, "share": 0.5},
        {"move": "set_dart_point", "piece": "front", "dart": "shoulder dart", "set_back": 3.0},
    )),
    DemoStyle("Gala bodice, darts from the armhole", "Brenna, concert bodice", (
        {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": "armhole", "from": "side", "fraction": 0.45}, "share": 0.5},
        {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "armhole dart"}, "amount": 2.0},
    )),
    DemoStyle("Rehearsal top, one neckline dart", "Odette, concert bodice", (
        {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"dart": "side dart"}},
        {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"edge": "neckline", "from": "centre front", "fraction": 0.5}, "share": 0.75},
    )),
    DemoStyle("Spring concert dress", "Maris, bodice to go on a skirt", (
        {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}, "chapter": "Bodice"},
        {"move": "cut_along", "piece": "front", "line": {"through": [{"edge": "armhole", "from": "shoulder", "fraction": 0.5},
            {"dart": "waist dart"}], "shape": "curve", "square_start": True}, "chapter": "Bodice", "names": ["centre front", "side front"], "seam": "front panel"},
        {"move": "cut_along", "piece": "back", "line": [{"edge": "armhole", "from": "shoulder", "fraction": 0.4},
            {"edge": "centre back", "from": "neckline", "distance": 13}], "names": ["yoke", "lower back"], "seam": "yoke seam", "chapter": "Bodice"},
        {"move": "turn_edge_into", "piece": "lower back", "edge": "centre back", "kind": "seam", "chapter": "Bodice"},
        {"move": "slash_and_spread", "piece": "sleeve", "from_edge": "hem", "to_edge": "cap", "count": 5, "opening": 2.5,
            "chapter": "Sleeve"},
        {"move": "slash_and_spread", "piece": "skirt front", "from_edge": "hem", "to_edge": "waist", "count": 4, "opening": 4,
            "hinge": "none", "chapter": "Skirt"},
        {"move": "overlap", "piece": "skirt back", "from_edge": "hem", "to_edge": "waist", "count": 1, "amount": 1},
    ), ("Maris, sleeve for the close bodice", "Maris, straight skirt")),
    *WORKED,
    *CUT_AND_SHAPED,
    *PARTS,
)
# fmt: on
