"""Lift: a cap raised and widened above a level, for a puff, its fullness gathered back into the armhole."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from typing import ClassVar, Final, Literal, cast

from ..errors import BadPlace, MoveRefused
from ..geometry.flatten import flat_path
from ..geometry.path import Path
from ..geometry.segment import Segment
from ..handwork.cutting import open_corners
from ..handwork.fullness import gather_advice
from ..handwork.level_cut import level_slash
from ..house import HouseRules
from ..paper.draw import redraw
from ..paper.follow import lay_down, take_up
from ..paper.opened import Opened
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import Spot, distance_of, run_holding, sewn_length
from ..paper.sound import assert_sound
from ..places.levels import downward
from ..places.place import Place
from ..units import Unit, format_length
from ..working import Quantity, Sum, before_now, length, notes
from .move import Example, Group, Move, Outcome, known, slot_field

FINE: Final = 1e-3
"""cm: how near the chords by which its top is found follow the edge."""
PARTS = 6
"""Parts into which each curve of a cap is cut before it is lifted, so that it bends smoothly."""


class Lift(Move):
    """Above the level the edge rises by so much at its top, and goes out by half the width to each side; level with it nothing
    moves. What it gains in length is gathered between the places where the level meets it."""

    group: ClassVar[Group] = "Open"
    title: ClassVar[str] = "Lift"
    key: ClassVar[str] = "u"
    sentence: ClassVar[str] = "Lift the {piece} above {at} by {height}, and widen it there by {width}."
    synonyms: ClassVar[tuple[str, ...]] = ("puff", "raise the cap", "puffed sleeve", "cap height")
    example: ClassVar[Example | None] = Example(
        "sleeve", {"piece": "sleeve", "at": {"edge": "cap", "fraction": 0.25}, "height": 4.0, "width": 3.0}
    )

    move: Literal["lift"]
    piece: str = slot_field("piece", "Which piece?", "piece", "Piece", max_length=80)
    at: Place = slot_field("at", "Above which level?", "level", "Level")
    height: float = slot_field("height", "By how much, at its top?", "length", "Higher by", ge=0, le=30, unit="cm")
    width: float = slot_field("width", "By how much wider?", "length", "Wider by", 0.0, ge=0, le=40, unit="cm")

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.piece)
        return {
            "piece": self.piece,
            "at": self.at.words(piece, unit),
            "height": format_length(self.height, unit),
            "width": format_length(self.width, unit),
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadPlace at ``at`` where the level does not cut one edge off; MoveRefused where nothing would change."""
        hand = take_up(pattern, self.piece)
        piece = hand.piece(self.piece)
        if self.height == 0 and self.width == 0:
            raise MoveRefused("by nothing it stays as it is.", self.piece, "Say how much higher, or how much wider.", "height")
        words = self.at.words(piece, "cm")
        slash = level_slash(piece, self.at.found(piece, pattern).point, words, "at")
        names = [piece.outline[s.edge].name for s in (slash.near, slash.far)]
        if names[0] != names[1] or run_holding(piece, slash.near.edge) != run_holding(piece, slash.far.edge):
            raise BadPlace(
                f"the level of {words} does not cut one edge off: it meets the {names[0]} and the {names[1]}.",
                self.piece,
                "Choose a level that meets a cap on both its sides.",
                "at",
            )
        edge, run = names[0], run_holding(piece, slash.near.edge)
        low, high = sorted(distance_of(piece, s) for s in (slash.near, slash.far))
        after = assert_sound(self._lifted(piece, slash.near, slash.far), "Lift it by less.")
        followed = lay_down(hand, [after], opened=[Opened(self.piece, edge, run, low, high, "gather")])
        now = followed.pattern.piece(self.piece)
        was, new = sewn_length(piece, edge), sewn_length(now, edge)
        full, flat = high - low + new - was, high - low
        return Outcome(
            followed.pattern,
            (
                Sum("Higher by", length(self.height)),
                Sum("Wider by", length(self.width)),
                before_now(f"{edge.capitalize()} before, now", was, new),
                Sum("Gathered over", length(flat)),
                Sum("Fullness there", Quantity(full / flat, "ratio")),
                gather_advice(full / flat, rules),
                *notes(followed.told),
            ),
        )

    def _lifted(self, piece: Piece, near: Spot, far: Spot) -> Piece:
        """The edge between two places of one level redrawn: by their height above it its points rise and go out."""
        opened, (first, last) = open_corners(piece, sorted((near, far), key=lambda s: distance_of(piece, s)))
        opened, count = opened.starting_at(first), (last - first) % len(opened.outline)
        a, b = opened.outline[0].path.start, opened.outline[count].path.start
        up, across = -downward(piece), (b - a) / abs(b - a)
        top = max(((z - a) * up.conjugate()).real for e in opened.outline[:count] for z in flat_path(e.path, FINE))
        centre = 0.5 * (a + b)
        half = 0.5 * abs(b - a)

        def moved(z: complex) -> complex:
            # Both ends stay to the last digit, also where they lie level only to the last but one.
            if z in (a, b):
                return z
            high = min(max(((z - a) * up.conjugate()).real / top, 0.0), 1.0) if top > 0 else 0.0
            beside = ((z - centre) * across.conjugate()).real / half
            rise = high * high * (3 - 2 * high)
            out = 4 * high * (1 - high) * max(-1.0, min(1.0, beside))
            return z + up * self.height * rise + across * 0.5 * self.width * out

        old = opened.outline[:count]
        drawn = redraw(opened, 0, count, tuple(e.redrawn(_along(e.path, moved)) for e in old))
        # A mark on the edge, as its top, rises with its own place: as far along the new edge is another.
        marks = [replace(m, at=moved(was.at)) if m.at != was.at else m for m, was in zip(drawn.marks, opened.marks, strict=True)]
        return replace(drawn, marks=tuple(marks))


def _along(path: Path, moved: Callable[[complex], complex]) -> Path:
    """The path with each of its points moved, cut fine enough to stay smooth."""
    left, out = path, list[Segment]()
    size = path.length / PARTS
    for k in range(PARTS):
        part, left = left.cut(size) if k < PARTS - 1 else (left, left)
        for s in part.segments:
            cubic = s if len(s) == 4 else (s[0], s[0] + (s[1] - s[0]) / 3, s[1] - (s[1] - s[0]) / 3, s[1])
            points = [moved(z) for z in cubic]
            if out:
                points[0] = out[-1][-1]
            out.append(cast(Segment, tuple(points)))
    return Path(tuple(out))
