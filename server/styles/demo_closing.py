"""How the wardrobe's styles are closed, and what is let stand of them with a reason: a style that one cannot get into is not done. All invented."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Final

Steps = tuple[dict[str, Any], ...]


@dataclass(frozen=True)
class Finish:
    """Steps that come after the style's own, and reasons why findings may stand, by their check."""

    steps: Steps = ()
    stand: tuple[tuple[str, str], ...] = ()


def _seam(piece: str) -> dict[str, Any]:
    return {"move": "turn_edge_into", "piece": piece, "edge": "centre back", "kind": "seam"}


def _down_the_back(*pieces: str, kind: str = "hooks", length: float | None = None) -> Finish:
    """The centre back of these pieces, from the top, opened and closed."""
    closure: dict[str, Any] = {"move": "closure", "piece": pieces[0], "edge": "centre back", "kind": kind}
    return Finish((*(_seam(p) for p in pieces), closure if length is None else closure | {"length": length}))


HOOKED: Final = _down_the_back("back")
ZIPPED: Final = _down_the_back("skirt back", kind="zip", length=20)
YOKED: Final = _down_the_back("skirt back yoke", "skirt back", kind="zip", length=20)
BUTTONED: Final[dict[str, Any]] = {"move": "closure", "kind": "buttons"}

FINISHES: Final[dict[str, Finish]] = {
    **dict.fromkeys(
        (
            "Winter concert bodice", "Gala bodice, darts from the armhole", "Rehearsal top, one neckline dart", "Bust dart into the waist",
            "Bust dart to the shoulder", "Bust dart low in the side", "Bust dart to the centre front", "Bust dart into the armhole",
            "Contoured neckline", "Shoulder princess", "Sweetheart yoke", "Boat neck", "Square neck without gape", "V-neck",
            "Halter top",
        ),
        HOOKED,
    ),
    **dict.fromkeys(
        ("One waist dart let down as flare", "A-line of the straight skirt", "Five strips, 5 cm apart", "Inverted pleat",
         "Front pleat from the waist dart"),
        ZIPPED,
    ),
    "Cropped contoured top": Finish(
        HOOKED.steps, (("girth-bust", "It is contoured to lie close, and has no sleeve to lift: a centimetre to breathe in is enough."),)
    ),
    "Five strips, 10 cm apart": Finish(ZIPPED.steps, (("fullness", "Voile: it is to fall in many small folds."),)),
    "Scoop neck without gape": Finish(
        HOOKED.steps, (("fair", "A hair beside the centre, where the gape was pinched out: eased away under the iron."),)
    ),
    "Spring concert dress": Finish(
        (
            _seam("yoke"), _seam("skirt back"),
            {"move": "closure", "piece": "yoke", "edge": "centre back", "kind": "zip", "length": 60},
        )
    ),
    "Half the shoulder dart gathered at the neck": Finish(({"move": "closure", "seam": "centre back", "kind": "zip", "length": 50},)),
    "Eased for a bolero over the dress": Finish(
        ({"move": "turn_edge_into", "piece": "front", "edge": "centre front", "kind": "opening"},),
        (("closure-none", "Worn open over the dress."),),
    ),
    "Armhole princess": _down_the_back("centre back"),
    "Shirt yoke in one with the front": Finish(
        (
            {"move": "extend", "piece": "front", "edge": "centre front", "width": 2, "as": "button stand"},
            BUTTONED | {"piece": "front", "edge": "button stand"},
        )
    ),
    "Jacket panels, armhole to hem": Finish((BUTTONED | {"piece": "centre front", "edge": "button stand"},)),
    "Shirt dress": Finish((BUTTONED | {"piece": "front", "edge": "button stand"},)),
    "Hip yoke that lies flat": YOKED,
    "Hip yoke too deep for its darts": Finish(
        YOKED.steps, (("yoke-deep", "Cut to show how it stands off; not for the stage."),)
    ),
    "Yoke skirt in five strips": Finish(
        (_seam("skirt back yoke"), {"move": "closure", "piece": "skirt back yoke", "edge": "centre back", "kind": "zip", "length": 20})
    ),
    "Sheath of bodice and skirt": Finish(
        (
            {"move": "square", "piece": "dress front", "edge": "hem", "for": 4},
            _seam("dress back"),
            {"move": "closure", "piece": "dress back", "edge": "centre back", "kind": "zip", "length": 60},
        )
    ),
    "Bolero with a roll collar": Finish(stand=(("closure-none", "Worn open over the dress."),)),
    "Wrap front": Finish(
        (
            {"move": "cut_plan", "piece": "under front", "count": 2, "as": "pair"},
            *({"move": "unsew", "seam": f"right {edge}"} for edge in ("side", "shoulder", "armhole", "neckline", "waist")),
            {"move": "turn_edge_into", "piece": "under front", "edge": "wrap edge", "kind": "opening"},
            {"move": "sew", "a": [["under front", "right waist"]], "kind": "free"},
        ),
        (("closure-none", "One half lies over the other and is tied with a sash."),),
    ),
    "Dolman top with a wrapped sleeve": Finish(
        (
            {"move": "turn_edge_into", "piece": "wrapped front", "edge": "back elbow", "kind": "hem"},
            {"move": "redraw", "piece": "wrapped front", "edge": "sleeve neckline", "shape": "curve"},
            _seam("back body"),
            {"move": "closure", "piece": "back body", "edge": "centre back", "kind": "zip", "length": 10},
        )
    ),
}  # fmt: skip
"""By the style's name."""
