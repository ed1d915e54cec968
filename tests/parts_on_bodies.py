"""Every part on blocks of random bodies: made, it is sound paper and keeps its promise; or it is refused by name."""

from __future__ import annotations

import random  # noqa: TID251  (seeded here, and the seed is printed)
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from patterncraft.drafting.schools import school
from patterncraft.errors import PatternError
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import replay
from patterncraft.style import on_one_table
from tests.auditor.audit import differences
from tests.bodies import random_body
from tests.samples import polygon

RULES = HouseRules()
STAND = {"move": "extend", "piece": "front", "edge": "centre front", "width": 2.0, "as": "button stand"}
NECK = [["front", "neckline"], ["back", "neckline"]]
IN_WAIST = {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}}
BODICES = ("bodice-direct", "bodice-shoulder-dart", "bodice-half-sheet", "bodice-stretch")
Steps = tuple[dict[str, Any], ...]
ON_BODICES: Mapping[str, Steps] = {
    **{f"collar {k}": (STAND, {"move": "collar", "kind": k}) for k in ("stand_and_fall", "band", "round_band", "flat", "bias_roll", "rib")},
    "collar roll": ({"move": "collar", "kind": "roll"},),
    "collar lapel": ({"move": "collar", "kind": "lapel"},),
    "sleeve compass": ({"move": "sleeve", "school": "sleeve-compass"},),
    "sleeve thirds": ({"move": "sleeve", "school": "sleeve-thirds"},),
    "sleeve knit": ({"move": "sleeve", "school": "sleeve-knit"},),
    "cuff": ({"move": "sleeve", "school": "sleeve-thirds"}, {"move": "bishop"}, {"move": "cuff"}),
    "puff": ({"move": "sleeve", "school": "sleeve-thirds"}, {"move": "puff", "above_elbow": 6.0}, {"move": "elastic", "edges": [["sleeve", "hem"]]}),
    "bell": ({"move": "sleeve", "school": "sleeve-thirds"}, {"move": "bell"}),
    "leg of mutton": ({"move": "sleeve", "school": "sleeve-thirds"}, {"move": "leg_of_mutton"}),
    "cap sleeve": ({"move": "sleeve", "school": "sleeve-thirds"}, {"move": "cap_sleeve", "length": 8.0}),
    "facing": ({"move": "facing", "edges": NECK},),
    "armhole facing": ({"move": "facing", "edges": [["front", "armhole"], ["back", "armhole"]], "width": 4.0},),
    "binding": ({"move": "binding", "edges": NECK},),
    "raglan": ({"move": "raglan"},),
    "off shoulder": ({"move": "off_shoulder"},),
    "lining": ({"move": "lining"},),
}  # fmt: skip
ON_SKIRTS: Mapping[str, Steps] = {
    "waistband": ({"move": "waistband"},),
    "waist facing": ({"move": "facing", "edges": [["skirt front", "waist"], ["skirt back", "waist"]]},),
    "hem band": ({"move": "band", "edges": [["skirt front", "hem"], ["skirt back", "hem"]]},),
    "culottes": ({"move": "culottes"}, {"move": "waistband"}),
    "pocket": (
        {"move": "pocket", "kind": "bag", "piece": "skirt front", "at": {"edge": "side", "from": "waist", "distance": 4.0}},
    ),
}


@dataclass
class Made:
    """What came of it. ``faults``: what part, on which body's number, what was wrong."""

    made: int = 0
    refused: int = 0
    faults: list[str] = field(default_factory=list)


def every_part(seed: int, bodies: int, skirts: bool = True) -> dict[str, Made]:
    """Each part on so many bodies of each school of block."""
    dice = random.Random(seed)
    told: dict[str, Made] = {}
    for number in range(bodies):
        body = random_body(dice)
        blocks = [(name, ON_BODICES) for name in BODICES] + ([("skirt", ON_SKIRTS)] if skirts else [])
        for name, parts in blocks:
            try:
                table = on_one_table({"block": school(name).draft(body).pattern}, body)
            except PatternError:
                continue
            for part, steps in parts.items():
                _make(told.setdefault(f"{part} on {name}", Made()), table, steps, f"seed {seed}, body {number}")
    return told


def _make(told: Made, table: Pattern, steps: Steps, where: str) -> None:
    if any(d.name.startswith("side dart") for p in table.pieces for d in p.darts) and steps[0]["move"] in (
        "raglan",
        "off_shoulder",
    ):
        steps = (IN_WAIST, *steps)
    try:
        done = replay(table, read_steps(list(steps)), RULES)
    except Exception as e:  # noqa: BLE001  (anything but a refusal is what is looked for)
        told.faults.append(f"{where}: {type(e).__name__}: {e}")
        return
    if done.stopped is not None:
        told.refused += 1
        if not (done.stopped.message and done.stopped.field):
            told.faults.append(f"{where}: refused without its slot: {done.stopped}")
        return
    told.made += 1
    for p in done.pattern.pieces:
        shape = polygon(p)
        if not shape.is_valid or abs(shape.area - p.area) > 0.3:
            told.faults.append(f"{where}: the {p.name} lies on itself")
    told.faults += [f"{where}: {d}" for d in differences(done.pattern, RULES)]
    before = {s.name for s in table.seams if s.b}
    for line in ledger(done.pattern, RULES):
        if line.kind == "seam" and not line.kept and line.name not in before:
            told.faults.append(f"{where}: the {line.name} is not kept: {line.length_a:.3f} and {line.length_b}")
