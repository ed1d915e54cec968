"""Cap sleeve: only the upper part of a sleeve's cap, sewn to the upper part of its armhole."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise
from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..geometry.intersect import line_crossings
from ..geometry.length import segment_length
from ..geometry.segment import split
from ..house import HouseRules
from ..paper.edge import Edge
from ..paper.follow import lay_down, take_up
from ..paper.part import open_corner
from ..paper.pattern import Pattern
from ..paper.seam import Notch, Seam, SeamRule, Side, Stretch
from ..paper.sewn import run_of, sewn_length, spot_along, starts_at_end
from ..parts.part import seam_names
from ..parts.sleeve_work import hemmed, the_sleeve, top_of, underarm_level
from ..units import Unit, format_length
from ..working import Sum, fine, length, tell
from .as_drawn import upright_and_faced
from .cut_along import CutAlong
from .move import Example, Group, Move, Outcome, slot_field
from .put_away import PutAway

FAR = 300.0
CLEAR = 2.0
"""cm from the ends of what is left within which a notch would fall into the allowance."""
BELOW = "armhole below the sleeve"
"""What the free part of the armhole is called."""


class CapSleeve(Move):
    """The cap is cut off level, so far down from its top; what lies below is put away. The armhole below it is free, to be bound or faced."""

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Cap sleeve"
    key: ClassVar[str] = "p"
    sentence: ClassVar[str] = "Make {piece} a cap sleeve, {length} long from its top."
    synonyms: ClassVar[tuple[str, ...]] = ("half cap", "shoulder wing", "very short sleeve")
    example: ClassVar[Example | None] = Example("sleeve", {"length": 8.0})

    move: Literal["cap_sleeve"]
    piece: str | None = slot_field("piece", "Which sleeve?", "piece", "Sleeve", None, max_length=80)
    length: float = slot_field(
        "length", "How long, from the cap's top?", "length", "Long, from the cap's top", 9.0, ge=3, le=40, unit="cm"
    )

    def pieces_named(self) -> tuple[str, ...]:
        """The sleeve, if it is named."""
        return (self.piece,) if self.piece else ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"piece": f"the {self.piece}" if self.piece else "the sleeve", "length": format_length(self.length, unit)}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused where it would reach the underarm, or a dart opens in the cap."""
        return upright_and_faced(self._worked, pattern, rules)

    def _worked(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        piece = the_sleeve(pattern, self.piece)
        high = underarm_level(piece) - top_of(piece).imag
        if self.length > high - 1:
            raise MoveRefused(
                f"the cap is {high:.1f} cm high: from {high - 1:.1f} cm on it is a sleeve with an underarm.",
                piece.name,
                "Shorten the sleeve instead.",
                "length",
            )
        name, off = piece.name, f"{piece.name} cut off"
        before = sewn_length(piece, "cap")
        lows = [self._to_level(pattern, name, side) for side in ("front", "back")]
        ends = [
            {"edge": "cap", "from": f"{side} underarm", "distance": at}
            for side, at in zip(("back", "front"), lows[::-1], strict=True)
        ]
        sewn = next((s for s in pattern.seams if any((x.piece, x.edge) == (name, "cap") for x in (*s.a, *s.b))), None)
        table, reach = self._armhole_in_two(pattern, sewn, name, lows, before) if sewn is not None and sewn.b else (pattern, None)
        seams = tuple(s for s in table.seams if sewn is None or s.name != sewn.name)
        loose = replace(table, seams=seams, notches=tuple(n for n in table.notches if sewn is None or n.seam != sewn.name))
        cut = CutAlong.model_validate({"move": "cut_along", "piece": name, "line": ends, "names": [name, off], "seam": off})
        with self.telling("length"):
            parted = cut.apply(loose, rules).pattern
        left = hemmed(PutAway.model_validate({"move": "put_away", "piece": off}).apply(parted, rules).pattern, name, off)
        now = sewn_length(left.piece(name), "cap")
        after = self._sewn(pattern, left, sewn, name, reach, lows[0], now)
        lines = [
            Sum("Cap before, now", fine(now), "{} − {} − {}", (fine(before), fine(lows[0]), fine(lows[1]))),
            Sum("Long from its top", length(self.length)),
        ]
        if reach is not None:
            lines.append(
                tell(f"The armhole below it is free (in front {lows[0]:.1f} cm, behind {lows[1]:.1f} cm): bind it, or face it.")
            )
        return Outcome(after, tuple(lines))

    def _to_level(self, pattern: Pattern, name: str, side: str) -> float:
        """cm along the cap from an underarm to the level it is cut off at."""
        piece = pattern.piece(name)
        level = top_of(piece).imag + self.length
        run = run_of(piece, "cap")
        back = starts_at_end(piece, "cap", f"{side} underarm")
        done = 0.0
        for k in run[::-1] if back else run:
            path = piece.outline[k].path
            for seg in path.reversed().segments if back else path.segments:
                hits = line_crossings(complex(-FAR, level), complex(FAR, level), seg)
                if hits:
                    first = min(hits, key=lambda h: h.t)
                    return done + (segment_length(split(seg, first.t)[0]) if first.t > 0 else 0.0)
                done += segment_length(seg)
        raise MoveRefused("its cap does not rise to that level.", name, "Make it longer.", "length")

    def _armhole_in_two(self, pattern: Pattern, seam: Seam, name: str, lows: list[float], cap: float) -> tuple[Pattern, Side]:
        """The armhole's sheets with its lowest part an edge of its own, free from now on; the side that is left."""
        cap_first = any(x.piece == name for x in seam.a)
        side = seam.b if cap_first else seam.a
        whole = pattern.side_length(side)
        notches = pattern.notches_of(seam.name)
        at_cap = [(n.at_a, n.at_b) if cap_first else (n.at_b, n.at_a) for n in notches]
        stops = [(0.0, 0.0), *sorted((x, y) for x, y in at_cap if x is not None and y is not None), (cap, whole)]
        starts_front = "front" in side[0].piece.split() or len(side) == 1
        ends = (lows[0], cap - lows[1]) if starts_front else (lows[1], cap - lows[0])
        low, high = (_between(stops, x) for x in ends)
        hand = take_up(pattern, *(s.piece for s in side))
        worked = {p.name: p for p in hand.pieces}
        done = 0.0
        for s in side:
            own = sewn_length(pattern.piece(s.piece), s.edge, s.run)
            for place, first in ((low, True), (high, False)):
                if not done + 0.01 < place < done + own - 0.01:
                    continue
                piece = worked[s.piece]
                back = starts_at_end(piece, s.edge, s.start, s.run)
                opened, corner = open_corner(piece, spot_along(piece, s.edge, place - done, back, s.run))
                # Walked on from there lies the armhole's upper part, or its lower one.
                k = corner - 1 if first != back else corner
                e = opened.outline[k % len(opened.outline)]
                fresh = Edge(BELOW, e.kind, e.path, e.cut, e.trace)
                worked[s.piece] = opened.with_outline((*opened.outline[:k], fresh, *opened.outline[k + 1 :]))
            done += own
        followed = lay_down(hand, list(worked.values()), changed=[seam.name]).pattern
        now = followed.seam(seam.name)
        left = tuple(x for x in (now.b if cap_first else now.a) if x.edge != BELOW)
        (free,) = seam_names(followed, (BELOW,))
        lower = tuple(x for x in (now.b if cap_first else now.a) if x.edge == BELOW)
        own_seams = tuple(Seam(free if k == 0 else f"{free} {k + 1}", (x,), (), SeamRule("free")) for k, x in enumerate(lower))
        return replace(followed, seams=(*followed.seams, *own_seams)), left

    def _sewn(
        self, before: Pattern, after: Pattern, seam: Seam | None, name: str, side: Side | None, low: float, cap: float
    ) -> Pattern:
        """What is left of cap and armhole sewn together again."""
        if seam is None or side is None:
            return after
        stretch = next(x for x in (*seam.a, *seam.b) if x.piece == name)
        own = cap_side(after, stretch.piece)
        whole = after.side_length(side)
        rule = SeamRule("ease", min(cap - whole, 0.0) - 0.05, max(cap - whole, 0.0) + 0.05)
        notches = []
        for n in before.notches_of(seam.name):
            at = (n.at_a if any(x.piece == name for x in seam.a) else n.at_b or 0.0) - low
            if CLEAR < at < cap - CLEAR:
                notches.append(Notch(n.name, seam.name, n.style, at, min(max(at * whole / cap, 0.0), whole)))
        joined = Seam(seam.name, own, side, rule)
        return replace(after, seams=(*after.seams, joined), notches=(*after.notches, *notches))


def cap_side(pattern: Pattern, name: str) -> Side:
    """The cap of a cap sleeve as a side, from its front end."""
    piece = pattern.piece(name)
    # Its hem meets both ends: the cap runs clockwise, from the back to the front.
    return (Stretch(name, "cap", "end" if "hem" in piece.edge_names else ""),)


def _between(stops: list[tuple[float, float]], x: float) -> float:
    """The partner's place of ``x`` cm, between the notches on either side of it."""
    for (x0, y0), (x1, y1) in pairwise(stops):
        if x0 <= x <= x1 and x1 > x0:
            return y0 + (y1 - y0) * (x - x0) / (x1 - x0)
    return stops[-1][1]
