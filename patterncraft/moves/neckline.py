"""Neckline: wider, deeper, and in the shape wanted, front and back together so that the shoulders still meet."""

from __future__ import annotations

from typing import ClassVar, Final, Literal, NamedTuple, Self

from pydantic import model_validator

from ..errors import MoveRefused, PatternError
from ..geometry.path import Path
from ..handwork.keyhole import keyhole_cut
from ..handwork.necklines import Ends, Shape, neckline_path
from ..handwork.reshaping import Run, reshaped, stroke_of, whole_run
from ..handwork.shaped_together import pieces_with, shaped_together
from ..handwork.smoothing import meant_corners
from ..handwork.waiting import held_as_now
from ..house import HouseRules
from ..paper.dart import find_dart
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import sewn_length
from ..places.levels import downward, outward
from ..places.place import EdgePlace
from ..texts import with_article
from ..units import Unit, format_length
from ..working import Sum, length, note
from .contour import Contour
from .move import Example, Group, Move, Outcome, slot_field

_SHAPES = (
    ("round", "round"),
    ("square", "square"),
    ("v", "in a V"),
    ("boat", "as a boat"),
    ("sweetheart", "as a sweetheart"),
    ("halter", "as a halter"),
    ("keyhole", "round, with a keyhole"),
    ("scoop", "scooped"),
)
TRIES: Final = 6
"""Places along the neckline at which gape is tried to be pinched out: beside a corner there is no room for a sliver."""
STRAP: Final = 1.5
"""cm of shoulder that are left at least: a narrower strap has no room for two allowances (common practice, no source)."""


class _Where(NamedTuple):
    """A piece's neckline: its run, the shoulder's and the centre's edge, and whether it runs from shoulder to centre."""

    run: Run
    shoulder: int
    centre: int
    forward: bool


CLEAR: Final = 2.5
"""cm from a corner of the neckline within which no gape is pinched out: the corner would go with it."""
STRAIGHT_AT_SHOULDER: Final = ("v", "square", "sweetheart", "halter")
"""Shapes whose front comes to the shoulder at an angle of its own: the back is drawn to run on from it."""

_WITH_HOLE = {"shape": ["keyhole"]}


class Neckline(Move):
    """The neck point moves along the shoulder by the same on front and back; the depth is counted down the centre from the old
    neckline. What would gape is taken out into a dart when asked."""

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Neckline"
    key: ClassVar[str] = "n"
    sentence: ClassVar[str] = "Draw the neckline of the {pieces} {shape}, {width}, {depth}{keyhole}, {gape}."
    synonyms: ClassVar[tuple[str, ...]] = (
        "boat",
        "square neck",
        "V-neck",
        "scoop",
        "sweetheart",
        "halter",
        "keyhole",
        "lower neck",
    )
    example: ClassVar[Example | None] = Example("bodice", {"shape": "square", "width": 3.0, "front_depth": 5.0})

    move: Literal["neckline"]
    shape: Shape = slot_field("shape", "In which shape?", "choice", "Shape", choices=_SHAPES)
    pieces: tuple[str, ...] | None = slot_field("pieces", "On which pieces?", "pieces", "Pieces", None, min_length=1, max_length=20)
    width: float | None = slot_field(
        "width", "How much wider, along the shoulder?", "lengths", "Wider by", None, ge=-5, le=40, unit="cm", asked=True
    )
    at_shoulder: float | None = slot_field(
        "width", "How much wider, along the shoulder?", "lengths", "Or, shoulder left", None, ge=STRAP, le=30, unit="cm"
    )
    front_depth: float = slot_field(
        "depth", "How much deeper?", "lengths", "Front deeper by", 0.0, ge=-10, le=60, unit="cm", asked=True
    )
    back_depth: float = slot_field("depth", "How much deeper?", "lengths", "Back deeper by", 0.0, ge=-10, le=60, unit="cm")
    keyhole_at: float = slot_field(
        "keyhole", "How is the keyhole?", "lengths", "Below the neckline", 1.5, gt=0, le=30, unit="cm", only=_WITH_HOLE
    )
    keyhole_length: float = slot_field(
        "keyhole", "How is the keyhole?", "lengths", "Its length", 6.0, ge=2, le=40, unit="cm", only=_WITH_HOLE
    )
    keyhole_width: float = slot_field(
        "keyhole", "How is the keyhole?", "lengths", "Half its width", 2.0, ge=0.5, le=15, unit="cm", only=_WITH_HOLE
    )
    keyhole_on: Literal["front", "back"] = slot_field(
        "keyhole",
        "How is the keyhole?",
        "lengths",
        "On the",
        "front",
        choices=(("front", "front"), ("back", "back")),
        only=_WITH_HOLE,
    )
    gape: float | None = slot_field(
        "gape", "What gapes there, into which dart?", "gape", "Gape taken out", None, gt=0, le=3, unit="cm"
    )
    into: str | None = slot_field("gape", "What gapes there, into which dart?", "gape", "Into the dart", None, max_length=80)

    @model_validator(mode="after")
    def _one_width(self) -> Self:
        if self.width is not None and self.at_shoulder is not None:
            raise ValueError("say either how much wider, or how much shoulder is left")
        if (self.gape is None) != (self.into is None):
            raise ValueError("gape is taken out into a dart: say both, how much and into which")
        return self

    def pieces_named(self) -> tuple[str, ...]:
        """All that have one, where none is named."""
        return self.pieces or ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        if self.at_shoulder is not None:
            width = f"with {format_length(self.at_shoulder, unit)} of shoulder left"
        elif self.width:
            word = "wider" if self.width > 0 else "narrower"
            width = f"{format_length(abs(self.width), unit)} {word} along the shoulder"
        else:
            width = "as wide as it was"
        depths = [
            f"{where} {format_length(abs(d), unit)} {'deeper' if d > 0 else 'higher'}"
            for where, d in (("the front", self.front_depth), ("the back", self.back_depth))
            if d
        ]
        hole = ""
        if self.shape == "keyhole":
            at, long, wide = (format_length(x, unit) for x in (self.keyhole_at, self.keyhole_length, self.keyhole_width))
            hole = f", the keyhole of the {self.keyhole_on} {at} below it, {long} long and {wide} to each side"
        return {
            "pieces": " and ".join(self.pieces) if self.pieces else "whole garment",
            "shape": dict(_SHAPES)[self.shape],
            "width": width,
            "depth": ", ".join(depths) or "as deep as it was",
            "keyhole": hole,
            "gape": f"taking {format_length(self.gape, unit)} of gape into the {self.into}" if self.gape else "nothing taken out",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused where a piece has no centre, the shoulder is too short, or the neckline has a dart."""
        names = pieces_with(pattern, "neckline", self.pieces)
        over = self._over_the_shoulder(pattern, names)
        done = shaped_together(pattern, names, lambda p: self._drawn(p, over), "Make it less wide or less deep.")
        around = [sum(sewn_length(p.piece(n), "neckline") for n in names) for p in (pattern, done.pattern)]
        lines = [Sum("Half the neckline in all: before, now", None, "{}, {}", (length(around[0]), length(around[1])))]
        for name in names:
            drawn = done.pattern.piece(name)
            shoulder = drawn.outline[self._where(drawn).shoulder].name
            lines.append(Sum(f"{name.capitalize()}, {shoulder} left", length(sewn_length(drawn, shoulder))))
        if self.shape == "halter":
            lines.append(note("A halter leaves the shoulder bare: cut the armhole away to the neck, too (Armhole, halter)."))
        after = done.pattern
        gape: tuple[Sum, ...] = ()
        if self.gape is not None and self.into is not None:
            after, gape = self._gape_out(after, names, rules)
        return Outcome(after, (*lines, *done.working, *gape))

    def _gape_out(self, pattern: Pattern, names: list[str], rules: HouseRules) -> tuple[Pattern, tuple[Sum, ...]]:
        """The gape pinched out where the neckline of the piece with the dart, the front before the back, comes nearest to the
        dart's point."""
        holder = next(
            (n for n in sorted(names, key=lambda n: "back" in n) if self.into in {d.name for d in pattern.piece(n).darts}), None
        )
        if holder is None:
            known = sorted({d.name for n in names for d in pattern.piece(n).darts})
            cure = f"Choose one of: {', '.join(known)}." if known else "Make a dart first, or take no gape out."
            raise MoveRefused(f"no piece of the neckline has {with_article(self.into or 'dart')}.", ", ".join(names), cure, "into")
        first: PatternError | None = None
        for share in _shares_by_nearness(pattern.piece(holder), self.into or "")[:TRIES]:
            place = EdgePlace(edge="neckline", fraction=share)
            pinch = Contour(move="contour", piece=holder, at=place, amount=self.gape or 0.0, into=self.into or "")
            try:
                done = pinch.apply(pattern, rules)
            except PatternError as e:
                first = first or e
                continue
            return held_as_now(done.pattern, pattern.seams_of(holder, "neckline")), done.working
        assert first is not None  # noqa: S101  (there is always a place to try)
        first.field = "gape"
        raise first

    def _where(self, piece: Piece) -> _Where:
        run = whole_run(piece, "neckline", "pieces")
        ends = {k: piece.outline[k] for k in (run.before, run.after)}
        centre = next((k for k, e in ends.items() if e.is_centre), None)
        # A shoulder, or what stands for it where the sleeve is cut in one: the overarm.
        shoulder = next((k for k, e in ends.items() if k != centre and e.kind != "dart"), None)
        strip = next((e.name for e in ends.values() if e.name.endswith(" neckline")), "")
        if centre is None and strip:
            raise MoveRefused(
                f"the {strip.removesuffix(' neckline')} runs on from its neckline.",
                piece.name,
                "Move this step before the one that adds it.",
                "pieces",
            )
        if centre is None or shoulder is None:
            raise MoveRefused(
                "its neckline does not run from a shoulder to a centre.",
                piece.name,
                "Shape it with “Redraw an edge”, or choose the pieces where it does.",
                "pieces",
            )
        return _Where(run, shoulder, centre, shoulder == run.before)

    def _over_the_shoulder(self, pattern: Pattern, names: list[str]) -> complex:
        """How the front's neckline meets the shoulder: its direction there against the shoulder's (real part along it toward the tip, imaginary part
        into the piece). A back that is round runs on from it; square, 1j, where no front is drawn with it."""
        front = next((n for n in names if "front" in n and "back" not in n), None)
        if front is None or self.shape not in STRAIGHT_AT_SHOULDER:
            return 1j
        piece = pattern.piece(front)
        _, ends, way = self._ends(piece, 1j)
        along = neckline_path(self._shape(piece), ends).start_direction / way
        return complex(along.real, abs(along.imag))

    def _ends(self, piece: Piece, over: complex) -> tuple[_Where, Ends, complex]:
        """Where the neckline lies on a piece, its ends, and the way the shoulder runs. ``over``: see ``_over_the_shoulder``."""
        at = self._where(piece)
        n, way = self._neck_point(piece, at)
        out, down = outward(piece), downward(piece)
        deeper = self.back_depth if "back" in piece.name else self.front_depth
        centre = piece.outline[at.centre].path
        middle = (centre.start if at.forward else centre.end) + self._along_centre(piece, at) * deeper
        square = 1j * way if (1j * way * down.conjugate()).real > 0 else -1j * way
        return at, Ends(n, middle, square * over.imag - way * over.real, out, down), way

    def _drawn(self, piece: Piece, over: complex) -> Piece:
        at, ends, _ = self._ends(piece, over if "back" in piece.name else 1j)
        n, middle, down = ends.shoulder, ends.centre, ends.down
        if ((middle - n) * down.conjugate()).real < 0.3 and self.shape != "boat":
            raise MoveRefused(
                f"at the centre it would lie no deeper than at the shoulder: there is no room for a {self.shape} neckline.",
                piece.name,
                "Make it deeper.",
                "back_depth" if "back" in piece.name else "front_depth",
            )
        path: Path = neckline_path(self._shape(piece), ends)
        field = "width" if self.width is not None else "at_shoulder"
        after = reshaped(piece, at.run, path if at.forward else path.reversed(), field)
        if self.shape == "keyhole" and (self.pieces or ("back" in piece.name) == (self.keyhole_on == "back")):
            after = keyhole_cut(after, self.keyhole_at, self.keyhole_length, self.keyhole_width)
        return after

    def _shape(self, piece: Piece) -> Shape:
        """A back that is not lowered, and not asked for by name, is widened only: it stays round."""
        widened = "back" in piece.name and not self.back_depth and not self.pieces
        return "round" if widened and self.shape in ("v", "square", "sweetheart", "halter") else self.shape

    def _along_centre(self, piece: Piece, at: _Where) -> complex:
        path = piece.outline[at.centre].path
        return path.start_direction if at.forward else -path.end_direction

    def _neck_point(self, piece: Piece, at: _Where) -> tuple[complex, complex]:
        """The neck point moved along the shoulder, and the way the shoulder runs there, toward its tip."""
        e = piece.outline[at.shoulder]
        from_tip = e.path if at.forward else e.path.reversed()
        whole = sewn_length(piece, e.name)
        by = whole - self.at_shoulder if self.at_shoulder is not None else (self.width or 0.0)
        if whole - by < STRAP:
            raise MoveRefused(
                f"the {e.name} is {whole:.1f} cm long: {max(whole - by, 0.0):.1f} cm of it would be left.",
                piece.name,
                f"Make it wider by at most {max(whole - STRAP, 0.0):.1f} cm.",
                "width" if self.width is not None else "at_shoulder",
            )
        if by < 0:
            return from_tip.end + from_tip.end_direction * -by, -from_tip.end_direction
        if by >= e.length:
            raise MoveRefused(
                f"a dart opens in the {e.name} {e.length:.1f} cm from the neck.",
                piece.name,
                "Rotate it to another edge first.",
                "width" if self.width is not None else "at_shoulder",
            )
        z, way = from_tip.stand_at(e.length - by) if by else (from_tip.end, from_tip.end_direction)
        return z, -way


def _shares_by_nearness(piece: Piece, dart: str) -> list[float]:
    """Places of the neckline, as shares of it well off its ends, those nearest to a dart's point first."""
    pivot = find_dart(piece, dart).pivot
    edge = stroke_of(piece, whole_run(piece, "neckline", "gape"))
    clear = [k / 20 for k in range(3, 18) if all(abs(edge.path.length * k / 20 - c) > CLEAR for c in meant_corners(edge.path))]
    shares = clear or [k / 20 for k in range(3, 18)]
    return sorted(shares, key=lambda s: abs(edge.path.at(edge.length * s) - pivot))
