"""Random steps of the moves that say something of seams, notches, closures and how a piece is cut."""

from __future__ import annotations

import random  # noqa: TID251  (seeded here, and the seed is printed)
from typing import Any

from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece

SAYING_MOVES = (
    "sew", "unsew", "promise", "notch", "move_notch", "remove_notch", "notch_again", "closure", "cut_plan", "grain",
)  # fmt: skip


def saying_step(dice: random.Random, pattern: Pattern, piece: Piece, move: str) -> dict[str, Any]:
    """One step as plain data; it may or may not be possible."""
    seam = dice.choice(pattern.seams) if pattern.seams else None
    name = seam.name if seam else "side"
    notches = [n.name for n in pattern.notches if n.seam == name] or ["hip"]
    other = dice.choice(pattern.pieces)
    step: dict[str, Any] = {"move": move}
    if move in ("unsew", "notch_again"):
        return step | {"seam": name}
    if move == "sew":
        a, b = [[piece.name, dice.choice(piece.edge_names)]], [[other.name, dice.choice(other.edge_names)]]
        return step | ({"a": a, "b": b} if dice.random() < 0.7 else {"a": a, "kind": "free"})
    if move == "promise":
        kind = dice.choice(("equal", "ease", "gather", "pleat", "stretch", "free"))
        how = {
            "ease": {"maximum": dice.uniform(0, 5)},
            "gather": {"ratio": dice.uniform(1, 3)},
            "stretch": {"percent": dice.uniform(1, 60)},
        }
        ends = {"from": dice.choice(["start", *notches]), "to": dice.choice([*notches, "end"])} if dice.random() < 0.5 else {}
        return step | {"seam": name, "kind": kind} | how.get(kind, {}) | ends
    if move == "notch":
        return step | {"seam": name, "at": dice.uniform(0, 40), "style": dice.choice(("single", "double"))}
    if move == "move_notch":
        to = dice.choice(({"to": dice.uniform(0, 40)}, {"to_b": dice.uniform(0, 40)}, {"style": "double"}))
        return step | {"seam": name, "notch": dice.choice(notches)} | to
    if move == "remove_notch":
        return step | {"seam": name, "notch": dice.choice(notches)}
    if move == "closure":
        kind = dice.choice(("zip", "buttons", "hooks"))
        length = {"length": dice.uniform(3, 70)} if dice.random() < 0.6 else {}
        where = {"seam": name} if dice.random() < 0.5 else {"piece": piece.name, "edge": dice.choice(piece.edge_names)}
        return step | {"kind": kind} | length | where | ({"count": dice.randint(1, 12)} if dice.random() < 0.3 else {})
    if move == "cut_plan":
        return step | {
            "piece": piece.name,
            "count": dice.randint(1, 6),
            "as": dice.choice(("pair", "alike")),
            "stretch": dice.uniform(0, 50),
        }
    along = {"along": dice.choice(piece.edge_names)} if dice.random() < 0.5 else {}
    return step | {"piece": piece.name, "kind": dice.choice(("straight", "cross", "bias"))} | along
