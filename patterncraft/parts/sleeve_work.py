"""What the moves that work a sleeve have in common: which it is, where its levels lie, and cutting off what hangs below one."""

from __future__ import annotations

from dataclasses import replace

from ..errors import BadPlace, MoveRefused, PatternError
from ..house import HouseRules
from ..moves.convert_dart import ConvertDart
from ..moves.cut_along import CutAlong
from ..moves.put_away import PutAway
from ..moves.rotate_dart import RotateDart
from ..paper.dart import darts_of
from ..paper.pattern import Pattern
from ..paper.piece import Mark, Piece
from ..working import Sum
from .renaming import edges_called

UNDERARMS = ("front underarm", "back underarm")
LEFT = 1.0
"""cm of underarm seam that a sleeve keeps at least."""


def the_sleeve(pattern: Pattern, piece: str | None, field: str = "piece") -> Piece:
    """The sleeve named, or the only one there is. Raises NoSuchName; MoveRefused for a piece without a cap and underarm seams, or where several could be
    meant."""
    sleeves = [p for p in pattern.pieces if _is_sleeve(p) and p.cut.layer == "shell"]
    found = [pattern.piece(piece)] if piece is not None else sleeves
    if len(found) == 1 and _is_sleeve(found[0]):
        return found[0]
    if piece is not None:
        raise MoveRefused("it is no sleeve: it has no cap and no underarm seams.", piece, "Choose a sleeve.", field)
    words = "there is no sleeve on the table." if not found else f"there are several sleeves: {', '.join(p.name for p in found)}."
    raise MoveRefused(words, "", "Make one for the armhole first." if not found else "Say which is meant.", field)


def _is_sleeve(piece: Piece) -> bool:
    return {"cap", *UNDERARMS} <= set(piece.edge_names)


def top_of(piece: Piece) -> complex:
    """The cap's highest place: its mark, or, without one, the highest point of the edge."""
    for m in piece.marks:
        if m.name == "top":
            return m.at
    return min((z for e in piece.outline if e.name == "cap" for s in e.path.segments for z in (s[0], s[-1])), key=lambda z: z.imag)


def underarm_level(piece: Piece) -> float:
    """y of the lower of both underarm points."""
    ends = [z for e in piece.outline if e.name == "cap" for z in (e.path.start, e.path.end)]
    return max(z.imag for z in ends)


def elbow_level(piece: Piece) -> float:
    """y of the elbow line. Raises BadPlace where the sleeve has none."""
    for x in piece.lines:
        if x.name == "elbow":
            return x.path.start.imag
    for m in piece.marks:
        if m.name == "elbow":
            return m.at.imag
    raise BadPlace("no elbow is drawn on it.", piece.name, "Say its length instead.", "above_elbow")


def hem_level(piece: Piece) -> float:
    """y of the hem's middle, as it hangs."""
    e = next((e for e in piece.outline if e.name == "hem"), None)
    if e is None:
        raise MoveRefused("it has no hem to shorten it from.", piece.name, "Turn its lower edge into a hem first.", "piece")
    return e.path.at(0.5 * e.length).imag


def cut_off_below(pattern: Pattern, rules: HouseRules, name: str, level: float, field: str) -> Pattern:
    """The sleeve cut off level at ``level`` (y on its sheet), what is left of it hemmed there. Raises MoveRefused where no underarm seam would be left, or
    the level lies below the hem."""
    piece = pattern.piece(name)
    low = underarm_level(piece)
    if level < low + LEFT:
        raise MoveRefused(
            f"cut off so high it ends {low - level:.1f} cm above the underarm: that is a cap, not a sleeve.",
            name,
            "Make it longer, or make a cap sleeve.",
            field,
        )
    down = level - top_of(piece).imag
    hem_level(piece)
    lowest = [z.imag for e in piece.outline if e.name == "hem" for z in (e.path.start, e.path.end)]
    if level > min(lowest) - 0.5:
        raise MoveRefused(
            f"it is only {min(lowest) - top_of(piece).imag:.1f} cm long at its shorter seam.", name, "Make it shorter.", field
        )
    table = pattern if any(m.name == "top" for m in piece.marks) else _with_top(pattern, piece)
    off = f"{name} cut off"
    ends = [{"edge": "back underarm", "level": "top", "down": down}, {"edge": "front underarm", "level": "top", "down": down}]
    # Square to both seams, so that it runs on over the underarm when it is sewn.
    line = {"through": ends, "shape": "curve", "square_start": True, "square_end": True}
    try:
        cut = CutAlong.model_validate({"move": "cut_along", "piece": name, "line": line, "names": [name, off], "seam": off}).apply(
            table, rules
        )
    except PatternError as e:
        e.field = field
        raise
    left = PutAway.model_validate({"move": "put_away", "piece": off}).apply(cut.pattern, rules).pattern
    return hemmed(left, name, off)


def _with_top(pattern: Pattern, piece: Piece) -> Pattern:
    return pattern.with_piece(replace(piece, marks=(*piece.marks, Mark("top", top_of(piece)))))


def without_darts(pattern: Pattern, rules: HouseRules, name: str, field: str) -> tuple[Pattern, bool]:
    """The sleeve with its elbow dart turned into its hem, where it is width that is gathered with the rest; and whether there was one."""
    had = bool(darts_of(pattern.piece(name)))
    to = {"edge": "hem", "from": "back underarm", "fraction": 0.25}
    try:
        # Asked anew each time: a dart that comes beside another has the others called otherwise.
        while elsewhere := [d.name for d in darts_of(pattern.piece(name)) if d.mouth_edge != "hem"]:
            turn = {"move": "rotate_dart", "piece": name, "dart": elsewhere[0], "to": to}
            pattern = RotateDart.model_validate(turn).apply(pattern, rules).pattern
        while in_hem := [d.name for d in darts_of(pattern.piece(name))]:
            give = {"move": "convert_dart", "piece": name, "dart": in_hem[0], "into": "gather"}
            pattern = ConvertDart.model_validate(give).apply(pattern, rules).pattern
    except PatternError as e:
        e.field = field
        raise
    return pattern, had


def hemmed(pattern: Pattern, name: str, edge: str) -> Pattern:
    """The edge of a piece as its hem, in no seam."""
    gone = [s.name for s in pattern.seams if any((x.piece, x.edge) == (name, edge) for x in s.a + s.b)]
    return edges_called(pattern, name, edge, "hem", "hem", gone)


def told_of(lines: tuple[Sum, ...]) -> tuple[Sum, ...]:
    """Of a step's sums those that are sums: what following had to tell of it belongs to the whole."""
    return tuple(s for s in lines if not s.note)
