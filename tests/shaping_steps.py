"""Random steps of the moves that cut across pieces, join and shape them; they may or may not be possible."""

from __future__ import annotations

import random  # noqa: TID251  (seeded by the caller)
from collections.abc import Callable
from typing import Any

from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece

SHAPING_MOVES = (
    "redraw", "square", "round_corner", "extend", "blend", "true_seam", "neckline", "armhole", "hem", "shape_side", "shape_centre",
    "cut_across", "yoke", "panel", "swing_and_join", "move_shoulder", "join_blocks", "unfold", "fold", "mirror", "copy_as", "rename",
    "put_away",
)  # fmt: skip
Placing = Callable[[random.Random, Piece], Any]


def shaping_step(dice: random.Random, pattern: Pattern, piece: Piece, move: str, place: Placing, line: Placing) -> dict[str, Any]:
    """One step as plain data."""
    edges = piece.edge_names
    step: dict[str, Any] = {"move": move}
    if move in (
        "redraw",
        "square",
        "round_corner",
        "extend",
        "shape_centre",
        "unfold",
        "fold",
        "mirror",
        "copy_as",
        "rename",
        "put_away",
    ):
        step["piece"] = piece.name
    if move in ("redraw", "square", "extend"):
        step["edge"] = dice.choice(edges)
    if move in ("shape_side", "shape_centre"):
        step |= {"at": place(dice, piece), "amount": dice.uniform(-2, 2)}
    own = _OWN.get(move)
    return step | (own(dice, pattern, piece, place, line) if own else {})


def _shift(dice: random.Random) -> dict[str, float]:
    return dice.choice(
        ({"out": dice.uniform(-3, 4)}, {"down": dice.uniform(-3, 5)}, {"out": dice.uniform(-2, 2), "down": dice.uniform(-2, 2)})
    )


def _redraw(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    step: dict[str, Any] = {}
    if dice.random() < 0.7:
        step["start"] = _shift(dice)
    if dice.random() < 0.6:
        step["end"] = _shift(dice)
    if dice.random() < 0.2:
        step["through"] = [place(dice, piece)]
    if dice.random() < 0.3:
        step["shape"] = dice.choice(("curve", "straight"))
    return step


def _square(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    return {"for": dice.uniform(0.3, 6)} if dice.random() < 0.7 else {}


def _round(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    return {"at": {"edge": dice.choice(piece.edge_names), "fraction": dice.choice((0.0, 1.0))}, "radius": dice.uniform(0.5, 15)}


def _extend(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    kinds = ("button stand", "wrap", "facing", "casing", "hem", "allowance")
    return {
        "width": dice.uniform(0.5, 9),
        "as": dice.choice(kinds),
        "shape": dice.choice(("parallel", "parallel", "tapered", "rounded")),
    }


def _blend(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    return {"seams": [dice.choice(pattern.seams).name]} if pattern.seams else {"seams": ["side"]}


def _true(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    seam = dice.choice(pattern.seams).name if pattern.seams else "side"
    return {"seam": seam, "give": dice.choice(("a", "b")), "by": dice.choice(("end", "along", "curve"))}


def _neckline(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    shapes = ("round", "square", "v", "boat", "sweetheart", "halter", "keyhole", "scoop")
    step: dict[str, Any] = {"shape": dice.choice(shapes), "front_depth": dice.uniform(0, 12), "back_depth": dice.uniform(0, 12)}
    step |= dice.choice(({}, {"width": dice.uniform(-1, 6)}, {"at_shoulder": dice.uniform(3, 9)}))
    darts = [d.name for p in pattern.pieces for d in darts_of(p)]
    if darts and dice.random() < 0.2:
        step |= {"gape": dice.uniform(0.2, 1), "into": dice.choice(darts)}
    return step


def _armhole(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    step = {"down": dice.uniform(-1, 4), "in_at_middle": dice.uniform(-1, 2)}
    return step | dice.choice(({"at_shoulder": dice.uniform(-1, 4)}, {"halter": dice.uniform(2, 5)}))


def _hem(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    return {
        "shape": dice.choice(("level", "curved", "high-low", "shirt tail")),
        "down": dice.uniform(-8, 8),
        "rise": dice.uniform(0, 10),
        "front_up": dice.uniform(0, 12),
        "back_down": dice.uniform(0, 12),
    }


def _pieces(dice: random.Random, pattern: Pattern) -> list[str]:
    names = [p.name for p in pattern.pieces]
    return dice.sample(names, dice.randint(1, min(2, len(names))))


def _cut_across(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    pieces = _pieces(dice, pattern)
    return {"pieces": pieces, "at": place(dice, pattern.piece(pieces[0]))}


def _yoke(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    pieces = _pieces(dice, pattern)
    shape = line(dice, pattern.piece(pieces[0])) if dice.random() < 0.2 else dice.choice(("parallel", "straight", "sweetheart"))
    return {
        "pieces": pieces,
        "edge": dice.choice(pattern.piece(pieces[0]).edge_names),
        "depth": dice.uniform(2, 15),
        "shape": shape,
        "below": dice.choice(("ease", "gather", "dart")),
    }


def _panel(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    darts = [d.name for d in darts_of(piece)] or ["waist dart"]
    step = {"piece": piece.name, "from": place(dice, piece), "dart": dice.choice(darts), "soften": dice.uniform(0, 6)}
    return step | dice.choice(({}, {}, {"to": place(dice, piece)}, {"to": {"dart": dice.choice(darts)}}))


def _swing(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    seams = [s for s in pattern.seams if s.b]
    if not seams:
        return {"piece": piece.name, "onto": [piece.name, piece.edge_names[0]], "edge": piece.edge_names[0]}
    seam = dice.choice(seams)
    a, b = dice.choice(seam.a), dice.choice(seam.b)
    return {"piece": a.piece, "edge": a.edge, "onto": [b.piece, b.edge], "turned": dice.choice((None, True, False))}


def _shoulder(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    return {"amount": dice.uniform(-4, 5)}


def _blocks(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    with_waist = [p.name for p in pattern.pieces if "waist" in p.edge_names] or [piece.name]
    upper, lower = dice.choice(with_waist), dice.choice(with_waist)
    return {
        "upper": upper,
        "lower": lower,
        "along": dice.choice(("fold", "side")),
        "overlap": dice.choice((0, 0, dice.uniform(0, 3))),
    }


def _copy(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    step: dict[str, Any] = {"name": f"copy {dice.randrange(10**6)}"}
    return step | ({"part": line(dice, piece)} if dice.random() < 0.5 else {})


def _rename(dice: random.Random, pattern: Pattern, piece: Piece, place: Placing, line: Placing) -> dict[str, Any]:
    return {"name": f"piece {dice.randrange(10**6)}"}


_OWN: dict[str, Callable[[random.Random, Pattern, Piece, Placing, Placing], dict[str, Any]]] = {
    "redraw": _redraw,
    "square": _square,
    "round_corner": _round,
    "extend": _extend,
    "blend": _blend,
    "true_seam": _true,
    "neckline": _neckline,
    "armhole": _armhole,
    "hem": _hem,
    "cut_across": _cut_across,
    "yoke": _yoke,
    "panel": _panel,
    "swing_and_join": _swing,
    "move_shoulder": _shoulder,
    "join_blocks": _blocks,
    "copy_as": _copy,
    "rename": _rename,
}
