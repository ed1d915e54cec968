"""Fold: a whole piece, alike on both sides, laid on the fold again; or a straight centre seam of a pair laid on one."""

from __future__ import annotations

from dataclasses import replace
from math import inf
from typing import ClassVar, Final, Literal

from ..errors import MoveRefused
from ..geometry.transform import turn_over
from ..handwork.centre import middle_of
from ..handwork.cutting import cut_piece
from ..handwork.level_line import line_through
from ..handwork.two_sides import LEFT, RIGHT
from ..house import HouseRules
from ..paper.edge import Edge
from ..paper.follow import lay_down, take_up
from ..paper.nearest import may_touch, nearest_of
from ..paper.pattern import Pattern
from ..paper.piece import Grain, Piece
from ..paper.seam import Seam, called
from ..paper.sound import assert_sound
from ..places.levels import downward
from ..places.line import line_on
from ..units import Unit
from ..working import Sum, fine, notes, tell
from .move import Example, Group, Move, Outcome, slot_field

LOOKED_AT: Final = 8
"""Places of each edge that are held against the other half."""
ALIKE: Final = 0.1
"""cm by which the two halves may differ and still be one on the fold (house practice, no source)."""


class Fold(Move):
    """The piece is folded along its centre line and one half laid aside. Both halves must be alike."""

    group: ClassVar[Group] = "Join"
    title: ClassVar[str] = "Fold"
    key: ClassVar[str] = "f"
    sentence: ClassVar[str] = "Fold the {piece} along its {line}."
    synonyms: ClassVar[tuple[str, ...]] = ("lay on the fold", "half pattern", "close up")
    example: ClassVar[Example | None] = Example("skirt", {"piece": "skirt front"}, ({"move": "unfold", "piece": "skirt front"},))

    move: Literal["fold"]
    piece: str = slot_field("piece", "Which piece is folded?", "piece", "Piece", max_length=80)
    line: str | None = slot_field("line", "Along which of its lines?", "name", "Line", None, min_length=1, max_length=80)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"piece": self.piece, "line": self.line or "centre line"}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused where there is a fold already, no centre line, or the halves differ."""
        hand = take_up(pattern, self.piece)
        whole = hand.piece(self.piece)
        if any(e.kind == "fold" for e in whole.outline):
            raise MoveRefused("it lies on a fold already.", self.piece, "Turn that fold into a seam first.", "piece")
        name = self._line(whole)
        drawn = line_on(name, whole, pattern, "line").path
        # Where an edge was moved since, the line runs on to it.
        way = (drawn.end - drawn.start) / abs(drawn.end - drawn.start)
        line = line_through(whole, 0.5 * (drawn.start + drawn.end), way, f"the {name}", "line")
        cut = cut_piece(whole, line, name, "line")
        off = self._differ(cut.first, cut.second, name)
        if off > ALIKE:
            raise MoveRefused(
                f"left and right differ by up to {off:.1f} cm.", self.piece, "Keep it whole, or make both sides alike.", "piece"
            )
        aside, keeps = sorted(
            (cut.first, cut.second), key=lambda p: (middle_of(p) * downward(whole).conjugate()).imag, reverse=True
        )
        half = _on_fold(keeps, name, whole)
        half = assert_sound(half, "Keep it whole.")
        dropped, other = self._freed(pattern, half, aside, name)
        block = half.area - half.paper.new + half.paper.away
        half = replace(half, paper=replace(half.paper, block=block))
        followed = lay_down(hand, [half], dropped=dropped, given_up=dropped, traced=block - (whole.paper.block or 0.0))
        lines = (
            Sum("Left and right differ by at most", fine(off)),
            tell(f"Cut one on the fold; the {_side_of(aside)} half is laid aside."),
            *(tell(f"The {x} lies in the {y} now.") for x, y in other),
        )
        return Outcome(_short_names(followed.pattern, self.piece, f"{_side_of(keeps)} "), (*lines, *notes(followed.told)))

    def _line(self, piece: Piece) -> str:
        names = list(dict.fromkeys(x.name for x in piece.lines))
        if self.line is not None:
            return self.line
        found = [n for n in names if n.startswith("centre")]
        if len(found) != 1:
            raise MoveRefused(
                "it has no centre line to be folded along." if not found else "it has several centre lines.",
                self.piece,
                "Draw the line first, and name it.",
                "line",
            )
        return found[0]

    def _differ(self, a: Piece, b: Piece, name: str) -> float:
        """cm by which one half's outline lies off the other's at most, when it is folded over."""
        edge = next(e for e in a.outline if e.name == name)
        turned = b.placed(turn_over(edge.path.start, edge.path.end))
        off = 0.0
        for p, q in ((a, turned), (turned, a)):
            for e in p.outline:
                for k in range(LOOKED_AT):
                    z = e.path.at(e.length * k / LOOKED_AT)
                    off = max(off, _beside_outline(q, z))
        return off

    def _freed(self, pattern: Pattern, half: Piece, aside: Piece, name: str) -> tuple[list[str], list[tuple[str, str]]]:
        """Seams that only the half laid aside is sewn in: the kept half's stand for them."""
        gone = {e.name for e in aside.outline} - {e.name for e in half.outline} - {name}
        dropped, told = [], []
        for seam in pattern.seams:
            if any(x.piece == self.piece and x.edge in gone for x in (*seam.a, *seam.b)):
                dropped.append(seam.name)
                twin = self._twin(pattern, seam, gone)
                if twin:
                    told.append((seam.name, twin))
        return dropped, told

    def _twin(self, pattern: Pattern, seam: Seam, gone: set[str]) -> str:
        words = {f"{LEFT} ": f"{RIGHT} ", f"{RIGHT} ": f"{LEFT} "}
        edges = {x.edge for x in (*seam.a, *seam.b) if x.piece == self.piece and x.edge in gone}
        twins = {e.replace(w, words[w], 1) for e in edges for w in words if e.startswith(w)}
        return next((s.name for s in pattern.seams if any(x.piece == self.piece and x.edge in twins for x in (*s.a, *s.b))), "")


def _beside_outline(piece: Piece, z: complex) -> float:
    """cm by which a place lies off an outline."""
    gap = inf
    for e, hulls in zip(piece.outline, piece.hulls, strict=True):
        for seg, hull in zip(e.path.segments, hulls, strict=True):
            if gap == inf or may_touch(hull, z, gap):
                gap = min(gap, nearest_of(seg, z)[0])
    return gap


def _side_of(piece: Piece) -> str:
    """Which side a half is, by the names on it; a half without any is the one it lies as."""
    words = [w for w in (LEFT, RIGHT) if any(e.name.startswith(f"{w} ") for e in piece.outline)]
    return words[0] if len(words) == 1 else LEFT


def _on_fold(piece: Piece, name: str, whole: Piece) -> Piece:
    """The half that stays: its cut is the fold, its names lose their side where nothing else is called so."""
    side = f"{_side_of(piece)} "
    plain = {e.name for e in piece.outline} | {name}

    def own(called: str) -> str:
        short = called.removeprefix(side)
        return short if short not in plain or short == called else called

    outline = tuple(
        Edge(name, "fold", e.path, e.cut, e.trace) if e.name == name else replace(e, name=own(e.name)) for e in piece.outline
    )
    fold = next(e for e in outline if e.kind == "fold")
    grain = piece.grain or _beside(fold, whole, middle_of(piece))
    return replace(
        piece,
        outline=outline,
        darts=tuple(replace(d, name=own(d.name)) for d in piece.darts),
        lenses=tuple(replace(x, name=own(x.name)) for x in piece.lenses),
        marks=tuple(replace(m, name=m.name.removeprefix(side)) for m in piece.marks),
        cut=replace(piece.cut, on_fold=True, mirrored=False),
        grain=grain,
    )


def _short_names(pattern: Pattern, piece: str, side: str) -> Pattern:
    """Seams of the folded piece, and their notches, without their side in front where nothing else is called so."""
    seams, notches = {s.name for s in pattern.seams}, {n.name for n in pattern.notches}
    own = {s.name for s in pattern.seams if any(x.piece == piece for x in (*s.a, *s.b))}

    def short(name: str, taken: set[str]) -> str:
        plain = name.removeprefix(side)
        return name if plain in taken else plain

    new = {name: short(name, seams) for name in own}
    return replace(
        pattern,
        seams=tuple(called(s, new[s.name], lambda n: short(n, notches)) if s.name in new else s for s in pattern.seams),
        notches=tuple(replace(n, seam=new[n.seam], name=short(n.name, notches)) if n.seam in new else n for n in pattern.notches),
    )


def _beside(fold: Edge, whole: Piece, toward: complex) -> Grain:
    """A grainline along the fold, a little inside: the whole's lay on the fold, or on the other half."""
    a, b = fold.path.start, fold.path.end
    down = downward(whole)
    if ((b - a) * down.conjugate()).real < 0:
        a, b = b, a
    aside = 0.15 * (toward - 0.5 * (a + b))
    return Grain(a + (b - a) * 0.3 + aside, a + (b - a) * 0.7 + aside, whole.grain.kind if whole.grain else "straight")
