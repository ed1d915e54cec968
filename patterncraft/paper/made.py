"""A part made to measure, as the pattern remembers it: what it was measured from, and by which step it is made again."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING, Any, Final, NamedTuple, Protocol

from .piece import Piece
from .seam import IntervalRule, Seam, SeamRule

if TYPE_CHECKING:
    from .pattern import Pattern


LAID_ON: Final = ("facing", "interfacing", "binding", "elastic", "pocketing")
"""Cloths of what is sewn to the style or laid in it, and is not the style itself."""


def is_part(pattern: Pattern, piece: Piece) -> bool:
    """Whether a piece was made for the style's edges (a collar, a facing), and so has edges of their names without being meant by them."""
    made = any(p.name == piece.name for m in pattern.made for p in m.pieces)
    return piece.cut.layer in LAID_ON or "collar" in piece.name.split() or (made and "cap" not in piece.edge_names)


class HasPattern(Protocol):
    """What making a part gives back."""

    @property
    def pattern(self) -> Pattern:
        """The table with the part on it."""
        ...


class Maker(Protocol):
    """A step that makes a part: the same step, done again on a seam that changed, makes it anew."""

    def apply(self, pattern: Pattern, rules: Any) -> HasPattern:
        """Pure. ``rules`` are the house's, of which paper knows nothing. Raises PatternError where the part cannot be made."""
        ...


class Held(NamedTuple):
    """What a seam of the style held while it waited for its part. ``rules``: each rule of a stretch as the part took it over, the style's side first, with
    what it was before (None where the part read it off another seam); ``rule``: the seam's own, as the part is sewn on, the style's side first; ``ratio``:
    times by which the side as sewn is longer than the part's edge."""

    seam: str
    rules: tuple[tuple[IntervalRule, IntervalRule | None], ...]
    rule: SeamRule
    ratio: float


@dataclass(frozen=True, slots=True)
class Made:
    """``pieces``: its sheets as they were made (the same objects lie on the table until somebody works them). ``seams``: the style's
    own, which it is sewn to; ``own``: those that came with it, ``within`` of these the ones between its own sheets. ``notches``: (seam, notch) that came with it. ``ground``: the style's
    sheets that were measured; ``measured``: what of them was, cm, the whole length first. ``worked``: somebody worked the part since, or cut it
    loose: it is not made anew. ``held``: what its seams were promised before it came."""

    name: str
    maker: Maker
    pieces: tuple[Piece, ...]
    seams: tuple[str, ...]
    own: tuple[str, ...]
    notches: tuple[tuple[str, str], ...]
    ground: tuple[Piece, ...]
    measured: tuple[float, ...]
    within: tuple[Seam, ...] = ()
    worked: bool = False
    held: tuple[Held, ...] = ()
