"""Elastic: for an edge that is drawn in, as long as what it lies on."""

from __future__ import annotations

from typing import ClassVar, Final, Literal

from ..body_at import Around, around, is_sleeve
from ..drafting.construction import Construction
from ..errors import MoveRefused
from ..handwork.joining import OnPiece
from ..house import HouseRules
from ..measures.keys import MEASURES
from ..paper.pattern import Pattern
from ..paper.seam import SeamRule
from ..parts.folded_strip import along_side, side_strip
from ..parts.loose_edges import reading_of
from ..parts.part import Join, Pair, Part, piece_names
from ..parts.wearer import at_hand
from ..units import Unit, format_length
from ..working import Quantity, Sum, fine, length, note, tell
from .move import Example, slot_field
from .part_move import PartMove

GIVES: Final = 100.0
"""Hundredths by which a braided elastic stretches (common practice, no source)."""
LAP, CASING = 2.0, 0.5
"""cm: its ends lap over each other; what a casing is wider than its elastic."""
GRIPS: Final = 1.02
"""Edge to elastic: below this nothing is drawn in (common practice, no source)."""


class Elastic(PartMove):
    """Its length is the girth of the body there, less what it is to grip by; the edge is gathered on it."""

    title: ClassVar[str] = "Elastic"
    key: ClassVar[str] = "e"
    sentence: ClassVar[str] = "Draw in {edges} with elastic {width} wide, {girth}{percent}."
    synonyms: ClassVar[tuple[str, ...]] = ("elastic casing", "gathered by elastic", "drawn in")
    example: ClassVar[Example | None] = Example("sleeve", {"edges": [["sleeve", "hem"]], "girth": 17.0})

    move: Literal["elastic"]
    edges: tuple[OnPiece, ...] = slot_field(
        "edges", "Which edges, in their order?", "edges of pieces", "Edges", min_length=1, max_length=20
    )
    girth: float | None = slot_field(
        "girth", "Round what, if not as measured?", "length", "Round the body there", None, ge=8, le=250, unit="cm"
    )
    percent: float = slot_field("percent", "By how many hundredths does it grip?", "count", "Shorter, hundredths", 0.0, ge=0, le=40)
    width: float = slot_field("width", "How wide?", "length", "Width", 1.0, gt=0.2, le=10, unit="cm")

    def pieces_named(self) -> tuple[str, ...]:
        """The pieces whose edges are drawn in."""
        return tuple(dict.fromkeys(p for p, _ in self.edges))

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "edges": " and ".join(f"the {e} of the {p}" for p, e in self.edges),
            "width": format_length(self.width, unit),
            "girth": f"{format_length(self.girth, unit)} round" if self.girth else "by the body's girth there",
            "percent": f", {self.percent:g} % shorter" if self.percent else ", no shorter",
        }

    def draw(self, pattern: Pattern, rules: HouseRules) -> Part:
        """See PartMove. Raises BadMeasure for a girth nobody took; MoveRefused for an edge that is shorter than its elastic."""
        reading = reading_of(pattern, self.edges, "elastic", "edges")
        girth, told = self._round(pattern)
        along = along_side(pattern, reading)
        round_body = 1 if is_sleeve(pattern.piece(self.edges[0][0])) else along.times
        whole = girth * (1 - self.percent / 100)
        own = whole / round_body
        if own > reading.length + 0.05:
            raise MoveRefused(
                f"the elastic would be {whole:.1f} cm round, and the edge {reading.length * round_body:.1f}: there is nothing to draw in.",
                self.edges[0][0],
                "Make the edge wider first, or the elastic shorter.",
                "girth",
            )
        (name,) = piece_names(pattern, ("elastic",))
        piece, stretch = side_strip(name, along, reading, own, self.width, "elastic", "straight", GIVES)
        ratio = reading.length / own
        sums = (
            told,
            Sum(
                "The elastic",
                fine(whole),
                "{} − {}" if self.percent else "",
                (fine(girth), Quantity(self.percent / 100, "share")) if self.percent else (),
            ),
            Sum("Cut, its ends lapped over", length(whole + LAP), "{} + {}", (length(whole), length(LAP))),
            Sum("Edge : elastic", Quantity(ratio, "ratio"), "{} : {}", (fine(reading.length), fine(own))),
            tell(f"Its casing is {self.width + CASING:.1f} cm wide."),
            *(
                (note("It draws in nothing: the edge is as long as the elastic. Make the edge wider, or the elastic shorter."),)
                if ratio < GRIPS
                else ()
            ),
        )
        pencil = Construction()
        pencil.draw(
            name, "As long as what it lies on, less what it grips by.", *sums[:4], paths=tuple(e.path for e in piece.outline)
        )
        # It is pulled out evenly: pinned at both ends and in the middle.
        middle = Pair("middle of the elastic", 0.5 * reading.length, 0.5 * own)
        rule = SeamRule("stretch", ratio=max(1.0, round(ratio + 5e-5, 4)), longer="a")
        return Part("elastic", (piece,), (Join(reading, (stretch,), rule, (middle,)),), (), (), sums, tuple(pencil.stages))

    def _round(self, pattern: Pattern) -> tuple[float, Sum]:
        """cm round the body where the edge lies, and where that comes from."""
        place = around(pattern, *self.edges[0]) or Around("underbust_girth", "underbust_girth", 0.0)
        if self.girth is not None or place.one == place.other or not {place.one, place.other} <= set(pattern.wearer):
            nearer = place.one if place.share < 0.5 or place.other not in pattern.wearer else place.other
            return at_hand(pattern, nearer, self.girth, "girth")
        girth = place.girth(pattern.wearer) or 0.0
        one, other = (MEASURES[k].title.lower() for k in (place.one, place.other))
        words = f"Round the body there, {round(100 * place.share)} hundredths of the way from {one} to {other}"
        return girth, Sum(words, fine(girth))
