"""The right work that faults are planted in, and small ways to spoil it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Any

from patterncraft.checks.subject import Subject
from patterncraft.drafting.schools import school
from patterncraft.geometry.fair import fair_curve
from patterncraft.geometry.path import Path, straight
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.edge import Edge
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.paper.seam import Notch, Seam
from patterncraft.replay import Replay, replay
from patterncraft.style import on_one_table

BODY: dict[str, float] = {
    "head_girth": 56, "neck_girth": 36.5, "bust_girth": 92, "underbust_girth": 78, "waist_girth": 74, "high_hip_girth": 90, "hip_girth": 98,
    "thigh_girth": 57, "upper_arm_girth": 28.5, "elbow_girth": 26, "wrist_girth": 16, "hand_girth": 21, "round_shoulder_girth": 104,
    "shoulder_width": 39.5, "shoulder_length": 12.4, "across_back": 35, "across_front": 33, "bust_span": 18.5, "nape_to_waist": 41,
    "back_shoulder_to_waist": 43, "front_shoulder_to_waist": 44.5, "shoulder_to_bust": 26.5, "shoulder_to_underbust": 34,
    "shoulder_to_hip": 63.5, "armscye_depth": 21, "waist_to_hip": 20.5, "body_rise": 27.5, "waist_to_knee": 58, "arm_length": 58.5,
    "shoulder_to_elbow": 34,
}  # fmt: skip
"""A plain body (invented)."""
RULES = HouseRules()
BACK_SEAM: dict[str, Any] = {"move": "turn_edge_into", "piece": "back", "edge": "centre back", "kind": "seam"}
HOOKED: tuple[dict[str, Any], ...] = (BACK_SEAM, {"move": "closure", "seam": "centre back", "kind": "hooks"})
ZIP: dict[str, Any] = {"move": "closure", "seam": "centre back", "kind": "zip", "length": 20}
ZIPPED: tuple[dict[str, Any], ...] = (
    {"move": "turn_edge_into", "piece": "skirt back", "edge": "centre back", "kind": "seam"},
    ZIP,
)
STAND: dict[str, Any] = {"move": "extend", "piece": "front", "edge": "centre front", "width": 2.5, "as": "button stand"}


@lru_cache(maxsize=64)
def table(*blocks: str) -> Pattern:
    """Blocks by school on one table: "bodice", "sleeve", "skirt", "torso", "stretch", "jacket"."""
    bodice = school("bodice-direct").draft(BODY, {"waist_ease": 1.0})
    made = {
        "bodice": lambda: bodice,
        "sleeve": lambda: school("sleeve-compass").draft(BODY, {}, bodice),
        "skirt": lambda: school("skirt").draft(BODY),
        "torso": lambda: school("bodice-half-sheet").draft(BODY),
        "stretch": lambda: school("bodice-stretch").draft(BODY),
        "jacket": lambda: school("loose-jacket").draft(BODY),
    }
    return on_one_table({name: made[name]().pattern for name in blocks})


def worked(blocks: tuple[str, ...], *steps: dict[str, Any], rules: HouseRules = RULES) -> Replay:
    """Steps done on these blocks; all of them must go."""
    done = replay(table(*blocks), read_steps(list(steps)), rules)
    assert done.stopped is None, str(done.stopped)
    return done


def looked(done: Replay, rules: HouseRules = RULES, body: dict[str, float] | None = None) -> Subject:
    """As the checks look at it, on the plain body."""
    return Subject.after(done, rules, BODY if body is None else body)


Spoil = Callable[[Pattern], Pattern]


def spoilt(done: Replay, spoil: Spoil, rules: HouseRules = RULES) -> Subject:
    """The work with something done to it that no step says."""
    return replace(looked(done, rules), pattern=spoil(done.pattern), ledger=None)


def of_piece(name: str, change: Callable[[Piece], Piece]) -> Spoil:
    """One piece changed."""
    return lambda p: p.with_piece(change(p.piece(name)))


def of_seam(name: str, change: Callable[[Seam], Seam]) -> Spoil:
    """One seam changed."""
    return lambda p: replace(p, seams=tuple(change(s) if s.name == name else s for s in p.seams))


def of_notch(seam: str, name: str, **to: Any) -> Spoil:
    """One notch changed."""
    return lambda p: replace(p, notches=tuple(replace(n, **to) if (n.seam, n.name) == (seam, name) else n for n in p.notches))


def without_notches(seam: str) -> Spoil:
    """All notches of a seam gone."""
    return lambda p: replace(p, notches=tuple(n for n in p.notches if n.seam != seam))


def with_notch(notch: Notch) -> Spoil:
    """One notch more."""
    return lambda p: replace(p, notches=(*p.notches, notch))


def corner_moved(edge: str, by: complex, at_end: bool = True) -> Callable[[Piece], Piece]:
    """The corner at the end (or start) of an edge moved; both edges that meet there go along, straight or curved."""

    def change(piece: Piece) -> Piece:
        own = [i for i, e in enumerate(piece.outline) if e.name == edge]
        i = own[-1] if at_end else own[0]
        n = len(piece.outline)
        before, after = (i, (i + 1) % n) if at_end else ((i - 1) % n, i)
        to = piece.outline[before].path.end + by
        outline = list(piece.outline)
        outline[before] = _with(outline[before], outline[before].path.ending_at(to))
        outline[after] = _with(outline[after], outline[after].path.starting_at(to))
        return piece.with_outline(tuple(outline))

    return change


def drawn(edge: str, path: Callable[[Path], Path]) -> Callable[[Piece], Piece]:
    """An edge in one part along another line with the same ends."""

    def change(piece: Piece) -> Piece:
        return piece.with_outline(tuple(_with(e, path(e.path)) if e.name == edge else e for e in piece.outline))

    return change


def kinked(by: complex) -> Callable[[Path], Path]:
    """Straight to a place off its middle and on from there."""

    def path(p: Path) -> Path:
        middle = p.at(0.5 * p.length) + by
        return straight(p.start, middle).then(straight(middle, p.end))

    return path


def waved(bends: int, by: float = 1.0) -> Callable[[Path], Path]:
    """To and fro over the line from end to end, ``by`` cm to either side: it turns over once less than it bends."""

    def path(p: Path) -> Path:
        chord = p.end - p.start
        aside = 1j * by * chord / abs(chord)
        peaks = [p.start + chord * (k + 0.5) / bends + aside * (-1) ** k for k in range(bends)]
        return fair_curve([p.start, *peaks, p.end])

    return path


def _with(e: Edge, path: Path) -> Edge:
    return Edge(e.name, e.kind, path, e.cut)


@dataclass(frozen=True)
class Planted:
    """A fault: what it is in words, the check that must find it, words of its place (piece, edge or seam), and the spoilt work. ``right``: the same work without
    the fault, in which that check must find nothing there; none where the fault is the work's own."""

    title: str
    code: str
    place: tuple[str, ...]
    spoilt: Callable[[], Subject]
    right: Callable[[], Subject] | None = None
