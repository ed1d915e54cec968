"""Random steps of the moves that make parts, or work sleeves; they may or may not be possible."""

from __future__ import annotations

import random  # noqa: TID251  (seeded by the caller)
from collections.abc import Callable
from typing import Any

from patterncraft.moves.collar import DEFAULTS
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece

PART_MOVES = (
    "sleeve", "shorten_sleeve", "bishop", "puff", "bell", "leg_of_mutton", "cap_sleeve", "slit", "raglan", "wrap_sleeve", "dolman",
    "off_shoulder", "collar", "cuff", "band", "waistband", "facing", "binding", "lining", "interfacing", "pocket", "fly", "loops", "sash",
    "placket", "elastic", "culottes", "cut_loose",
)  # fmt: skip
Placing = Callable[[random.Random, Piece], Any]


def part_step(dice: random.Random, pattern: Pattern, piece: Piece, move: str, place: Placing) -> dict[str, Any]:
    """One step as plain data."""
    own = _OWN.get(move)
    return {"move": move} | (own(dice, pattern, piece, place) if own else {})


def _edges(dice: random.Random, pattern: Pattern, piece: Piece) -> list[list[str]]:
    """A waiting seam's edges, or one or two of the piece's."""
    waiting = [s for s in pattern.seams if s.waits]
    if waiting and dice.random() < 0.6:
        return [[x.piece, x.edge] for x in dice.choice(waiting).a]
    return [[piece.name, e] for e in dice.sample(piece.edge_names, min(len(piece.edge_names), dice.randint(1, 2)))]


def _sleeve(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing) -> dict[str, Any]:
    step: dict[str, Any] = {"school": dice.choice(("compass", "thirds", "knit"))}
    return step | dice.choice(
        ({}, {"cap_ease": dice.uniform(0, 3)}, {"upper_arm_girth": 30.0, "wrist_girth": 17.0, "arm_length": 58.0})
    )


def _collar(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing) -> dict[str, Any]:
    kind = dice.choice(sorted(DEFAULTS))
    usual = {k: v * dice.uniform(0.5, 1.5) for k, v in DEFAULTS[kind].items() if dice.random() < 0.4}
    return {"kind": kind} | usual


def _shorten(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing) -> dict[str, Any]:
    return dice.choice(({"length": dice.uniform(15, 55)}, {"above_elbow": dice.uniform(-5, 10)}, {"by": dice.uniform(2, 30)}))


_OWN: dict[str, Callable[[random.Random, Pattern, Piece, Placing], dict[str, Any]]] = {
    "sleeve": _sleeve,
    "shorten_sleeve": _shorten,
    "bishop": lambda d, t, p, at: {"opening": d.uniform(1, 9), "slit": d.choice((0.0, 5.0)), "hem_drop": d.uniform(0, 3)},
    "puff": lambda d, t, p, at: {"width": d.uniform(2, 25), "height": d.uniform(0, 7), "lined": d.random() < 0.3},
    "bell": lambda d, t, p, at: {"opening": d.uniform(1, 8), "count": d.randint(1, 6)},
    "leg_of_mutton": lambda d, t, p, at: {"opening": d.uniform(1, 6), "height": d.uniform(0, 7)},
    "cap_sleeve": lambda d, t, p, at: {"length": d.uniform(4, 14)},
    "slit": lambda d, t, p, at: {"piece": p.name, "at": at(d, p), "length": d.uniform(2, 20), "facing": d.random() < 0.7},
    "raglan": lambda d, t, p, at: {"neck_front": d.uniform(1, 8), "neck_back": d.uniform(1, 5), "inverted": d.random() < 0.3},
    "wrap_sleeve": lambda d, t, p, at: {
        "piece": p.name,
        "edge": d.choice(p.edge_names),
        "onto": [(other := d.choice(t.pieces)).name, d.choice(other.edge_names)],
        "turned": d.random() < 0.5,
    },
    "dolman": lambda d, t, p, at: {"angle": d.uniform(0, 50)},
    "off_shoulder": lambda d, t, p, at: {"neck_width": d.uniform(14, 36), "depth": d.uniform(4, 14)},
    "collar": _collar,
    "cuff": lambda d, t, p, at: d.choice(({}, {"girth": d.uniform(14, 30)}, {"stretch": d.uniform(1, 6)})),
    "band": lambda d, t, p, at: {"edges": _edges(d, t, p), "percent": d.uniform(0, 60), "depth": d.uniform(1, 10)},
    "waistband": lambda d, t, p, at: {"ease": d.choice((0.0, 1.0, 6.0)), "on_fold": d.choice(("front", "back"))},
    "facing": lambda d, t, p, at: (
        {"edges": _edges(d, t, p), "width": d.uniform(2, 9)} | d.choice(({}, {"apart": True}, {"apart": False}))
    ),
    "binding": lambda d, t, p, at: {"edges": _edges(d, t, p), "finish": d.choice(("single", "double", "faced"))},
    "lining": lambda d, t, p, at: {"shorter": d.uniform(0, 5), "pleat": d.choice((0.0, 1.5))},
    "interfacing": lambda d, t, p, at: (
        {"piece": p.name}
        | d.choice(
            ({"kind": "whole"}, {"kind": "net"}, {"kind": "strip", "edge": d.choice(p.edge_names), "width": d.uniform(1, 8)})
        )
    ),
    "pocket": lambda d, t, p, at: {"piece": p.name, "kind": d.choice(("bag", "patch", "slant", "welt")), "at": at(d, p)},
    "fly": lambda d, t, p, at: {"piece": p.name, "edge": d.choice(p.edge_names)},
    "loops": lambda d, t, p, at: {"count": d.randint(1, 8)},
    "sash": lambda d, t, p, at: {"length": d.uniform(40, 250), "point": d.choice((0.0, 8.0))},
    "placket": lambda d, t, p, at: {"piece": p.name},
    "elastic": lambda d, t, p, at: {"edges": _edges(d, t, p)} | d.choice(({}, {"girth": d.uniform(12, 90)})),
    "culottes": lambda d, t, p, at: {"share": d.choice(("eighth", "quarter"))},
    "cut_loose": lambda d, t, p, at: {"part": d.choice([m.name for m in t.made] or ["sleeve"])},
}
