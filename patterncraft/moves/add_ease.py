"""Add ease: a block let out for a layer, all its pieces together, the sleeve's underarm with the body's."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import ClassVar, Final, Literal, NamedTuple, Self

from pydantic import model_validator

from ..errors import MoveRefused
from ..handwork.one_edge import in_one
from ..handwork.shifting import Bulge, shifted
from ..handwork.waiting import held_as_now
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.part import open_corner
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import Spot, run_of, sewn_length, spot_along
from ..paper.sound import assert_sound
from ..places.levels import downward, outward
from ..units import Unit, format_length
from ..working import Sum, before_now, length, note, notes
from .move import Group, Move, Outcome, slot_field

Layer = Literal["close", "dress", "jacket", "coat"]
_LAYERS = (("close", "a close layer"), ("dress", "a dress"), ("jacket", "a jacket"), ("coat", "a coat"))
_PARALLEL = ((True, "all down the side"), (False, "under the arm only"))


class Ease(NamedTuple):
    """cm added: at each side, under the arm downward, at the middle of the armhole, at the shoulder's end, at the centre."""

    side: float
    armhole_down: float
    armhole_out: float
    shoulder_out: float
    centre: float


class Side(NamedTuple):
    """Corners by number: the underarm, the place to which it is lowered, the side's lower end; ``down``: whether the outline runs that way."""

    under: int
    at: int
    low: int
    down: bool


LAYERS: Final[dict[Layer, Ease]] = {
    "close": Ease(0.5, 0.5, 0.2, 0.0, 0.0),
    "dress": Ease(1.0, 1.0, 0.3, 0.3, 0.0),
    "jacket": Ease(1.5, 2.5, 0.6, 0.6, 0.0),
    "coat": Ease(2.5, 4.0, 1.0, 1.2, 0.0),
}
"""What a layer adds to a fitted block, on the half at each side (common practice, no source)."""


FITTINGS: Final = 8
"""Times a sleeve is widened until its cap fits; three are usual."""


class AddEase(Move):
    """Sides are moved out, the armhole lowered and widened, the shoulder lengthened, on front and back alike; a sleeve on the table
    is widened and lowered by the same, so that its cap goes on fitting."""

    group: ClassVar[Group] = "Open"
    title: ClassVar[str] = "Add ease"
    key: ClassVar[str] = "e"
    sentence: ClassVar[str] = "Add ease for {layer}{own}, {sides}."
    synonyms: ClassVar[tuple[str, ...]] = ("layer", "looser", "jacket over a dress", "let out", "wearing ease")

    move: Literal["add_ease"]
    layer: Layer | None = slot_field("layer", "For which layer?", "choice", "Layer", None, choices=_LAYERS, asked=True)
    side: float | None = slot_field("own", "Or by your own amounts?", "lengths", "At each side", None, ge=0, le=20, unit="cm")
    armhole_down: float | None = slot_field(
        "own", "Or by your own amounts?", "lengths", "Armhole down", None, ge=0, le=20, unit="cm"
    )
    armhole_out: float | None = slot_field(
        "own", "Or by your own amounts?", "lengths", "Armhole out at its middle", None, ge=0, le=6, unit="cm"
    )
    shoulder_out: float | None = slot_field(
        "own", "Or by your own amounts?", "lengths", "Shoulder out", None, ge=0, le=8, unit="cm"
    )
    centre: float | None = slot_field("own", "Or by your own amounts?", "lengths", "At the centre", None, ge=0, le=10, unit="cm")
    sides_parallel: bool = slot_field("sides", "How do the sides run?", "choice", "Sides", True, choices=_PARALLEL)

    @model_validator(mode="after")
    def _something(self) -> Self:
        if self.layer is None and all(getattr(self, f) is None for f in Ease._fields):
            raise ValueError("say for which layer, or how much is added where")
        return self

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        words = {
            "side": "{} at each side",
            "armhole_down": "the armhole {} down",
            "armhole_out": "{} out at its middle",
            "shoulder_out": "the shoulder {} longer",
            "centre": "{} at the centre",
        }
        said = [words[f].format(format_length(v, unit)) for f in Ease._fields if (v := getattr(self, f)) is not None]
        layer = dict(_LAYERS)[self.layer] if self.layer else "a layer of its own"
        return {"layer": layer, "own": f": {', '.join(said)}" if said else "", "sides": dict(_PARALLEL)[self.sides_parallel]}

    def ease(self) -> Ease:
        """What is added, the layer's amounts with one's own in their place."""
        base = LAYERS[self.layer] if self.layer else Ease(0, 0, 0, 0, 0)
        return Ease(*(b if (own := getattr(self, f)) is None else own for f, b in zip(Ease._fields, base, strict=True)))

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused where no piece on the table has an armhole and a side."""
        ease = self.ease()
        bodies = [p.name for p in pattern.pieces if {"armhole", "side"} <= set(p.edge_names)]
        sleeves = [p.name for p in pattern.pieces if {"cap", "front underarm", "back underarm"} <= set(p.edge_names)]
        if not bodies:
            raise MoveRefused(
                "no piece here has an armhole and a side to let out.", "", "Lay a bodice on the table first.", "layer"
            )
        hand = take_up(pattern, *bodies, *sleeves)
        room = min(_room_below(hand.piece(n)) for n in bodies)
        lowered = ease.armhole_down
        if self.armhole_down is None and lowered > room:
            ease = ease._replace(armhole_down=max(room, 0.0))
        worked = [assert_sound(self._body(hand.piece(n), ease), "Add less.") for n in bodies]
        grown = sum(sewn_length(w, "armhole") - sewn_length(hand.piece(w.name), "armhole") for w in worked)
        worked += [assert_sound(self._fitted_sleeve(hand.piece(n), ease, grown), "Add less.") for n in sleeves]
        changed = {s.name for s in pattern.seams if any(x.piece in (*bodies, *sleeves) for x in s.a + s.b)}
        followed = lay_down(hand, worked, changed=changed)
        after = held_as_now(followed.pattern, changed)
        wider = Sum(
            "Round the body", length(4 * ease.side + 2 * ease.centre), "4 × {} + 2 × {}", (length(ease.side), length(ease.centre))
        )
        lines = [wider] if ease.side or ease.centre else []
        lines += self._armholes(pattern, after, bodies, sleeves)
        if ease.armhole_down < lowered:
            lines.append(
                note(f"The armhole comes down by {ease.armhole_down:.1f} cm only: a side dart is in the way of {lowered:.1f} cm.")
            )
        if not sleeves:
            lines.append(note("No sleeve lies on the table: one made later is made to this armhole."))
        return Outcome(after, (*lines, *notes(followed.told)))

    def pieces_named(self) -> tuple[str, ...]:
        """All of them: it speaks of the whole."""
        return ()

    def _body(self, piece: Piece, ease: Ease) -> Piece:
        out = outward(piece)
        piece, (under, at, low, forward) = _underarm_lowered(piece, ease.armhole_down)
        n = len(piece.outline)
        armhole = run_of(piece, "armhole")
        tip = armhole[0] if forward else (armhole[-1] + 1) % n
        bulges: dict[int, Bulge] = {}
        lowered = piece.outline[at].path.start - piece.outline[under].path.start
        at_waist = out * ease.side if self.sides_parallel else 0j
        corners = {
            tip: _along_shoulder(piece, tip) * ease.shoulder_out,
            under: lowered + out * ease.side,
            at: out * ease.side,
            low: at_waist,
        }
        for k, share in _corners_between(piece, at, low, forward):
            if not piece.outline[k - 1].kind == piece.outline[k].kind == "dart":
                corners[k] = out * ease.side + (at_waist - out * ease.side) * share
        corners |= _mouths_below(piece, corners, forward)
        for i in armhole:
            if ease.armhole_out:
                bulges[i] = lambda s: out * ease.armhole_out * 4 * s * (1 - s)
        if ease.centre:
            for i, e in enumerate(piece.outline):
                if e.is_called_centre:
                    for k in (i, (i + 1) % n):
                        corners[k] = corners.get(k, 0j) - out * ease.centre
        return in_one(shifted(piece, corners, bulges), "side")

    def _fitted_sleeve(self, piece: Piece, ease: Ease, grown: float) -> Piece:
        """The sleeve wider by the sides' ease, its underarm lowered until the cap has grown as the armhole did: less than the
        body's, since a cap lies flatter than an armhole."""
        whole = sewn_length(piece, "cap")

        def over(lowered: float) -> float:
            return sewn_length(self._sleeve(piece, ease, lowered), "cap") - whole - grown

        low, high = 0.0, max(ease.armhole_down, 0.5)
        a, b = over(low), over(high)
        for _ in range(FITTINGS):
            if abs(b) < 1e-3 or abs(b - a) < 1e-9:
                break
            low, high = high, high - b * (high - low) / (b - a)
            a, b = b, over(high)
        return self._sleeve(piece, ease, high)

    def _sleeve(self, piece: Piece, ease: Ease, lowered: float) -> Piece:
        """Wider at each underarm by the sides' ease, which is lowered by so many cm; the cap keeps its top."""
        cap = run_of(piece, "cap")
        whole = len(cap) == 1
        if whole:
            piece, _ = open_corner(piece, spot_along(piece, "cap", 0.5 * sewn_length(piece, "cap")))
        down = downward(piece)
        across = -1j * down
        n = len(piece.outline)
        corners: dict[int, complex] = {}
        middle = 0.5 * (piece.box[0] + piece.box[2])
        for edge in ("front underarm", "back underarm"):
            run = run_of(piece, edge)
            for k in (run[0], (run[-1] + 1) % n):
                z = piece.outline[k].path.start
                on_cap = "cap" in (piece.outline[k].name, piece.outline[k - 1].name)
                aside = across if (z.real - middle) * across.real >= 0 else -across
                if on_cap or self.sides_parallel:
                    corners[k] = aside * ease.side + (down * lowered if on_cap else 0j)
        bulges = {i: _level_at_top(corners.get(i, 0j), corners.get((i + 1) % n, 0j)) for i in run_of(piece, "cap")}
        after = shifted(piece, corners, bulges)
        return in_one(after, "cap") if whole else after

    def _armholes(self, before: Pattern, after: Pattern, bodies: list[str], sleeves: list[str]) -> Iterator[Sum]:
        for name in bodies:
            for edge in ("armhole", "side"):
                was, now = sewn_length(before.piece(name), edge), sewn_length(after.piece(name), edge)
                yield before_now(f"{name.capitalize()}, {edge}: before, now", was, now)
        for name in sleeves:
            was, now = sewn_length(before.piece(name), "cap"), sewn_length(after.piece(name), "cap")
            yield before_now(f"{name.capitalize()}, cap: before, now", was, now)
            wide = [p.piece(name).box[2] - p.piece(name).box[0] for p in (before, after)]
            yield before_now(f"{name.capitalize()} at its widest: before, now", wide[0], wide[1], length)


def _beside_armhole(piece: Piece) -> tuple[int, bool]:
    """The number of the side's edge that meets the armhole, and whether the outline runs down the side from there. A side may lie in several
    runs, and the outline may be counted from any corner."""
    after = (run_of(piece, "armhole")[-1] + 1) % len(piece.outline)
    if piece.outline[after].name == "side":
        return after, True
    return run_of(piece, "armhole")[0] - 1, False


def _room_below(piece: Piece) -> float:
    """cm by which the armhole of a piece can come down its side, before a dart or its end."""
    return piece.outline[_beside_armhole(piece)[0]].length - 1.0


def _underarm_lowered(piece: Piece, by: float) -> tuple[Piece, Side]:
    """The piece with a corner ``by`` cm down its side.

    Raises MoveRefused where the side has a dart before that, or is not so long.
    """
    top, down = _beside_armhole(piece)
    e = piece.outline[top]
    if by > _room_below(piece):
        raise MoveRefused(
            f"lowered by {by:.1f} cm the armhole would reach the side's dart or its end, {e.length:.1f} cm down.",
            piece.name,
            "Lower it by less, or rotate the side dart away first.",
            "armhole_down",
        )
    if by > 0:
        piece, at = open_corner(piece, Spot(top % len(piece.outline), by if down else e.length - by))
        top, down = _beside_armhole(piece)
    n = len(piece.outline)
    under = top % n if down else (top + 1) % n
    if by <= 0:
        at = under
    far = max(run_of(piece, "side"), key=lambda i: (i - top) % n if down else (top - i) % n)
    return piece, Side(under, at, (far + 1) % n if down else far, down)


def _along_shoulder(piece: Piece, tip: int) -> complex:
    """The direction in which the shoulder runs on beyond its end."""
    n = len(piece.outline)
    before, after = piece.outline[tip - 1], piece.outline[tip % n]
    return before.path.end_direction if before.name == "shoulder" else -after.path.start_direction


def _corners_between(piece: Piece, start: int, end: int, forward: bool) -> Iterator[tuple[int, float]]:
    """The corners from one corner to another, with the share of the sewn way that they lie along."""
    n = len(piece.outline)
    step = 1 if forward else -1
    numbers = []
    k = start
    while k != end:
        k = (k + step) % n
        numbers.append(k)

    def sewn(k: int) -> float:
        e = piece.outline[k - 1 if forward else k]
        return 0.0 if e.is_sewn_shut else e.length

    whole = sum(sewn(k) for k in numbers) or 1.0
    done = 0.0
    for k in numbers[:-1]:
        done += sewn(k)
        yield k, done / whole


def _mouths_below(piece: Piece, corners: Mapping[int, complex], forward: bool) -> dict[int, complex]:
    """How far the lower corner of each dart's mouth is shifted so that it falls on the upper one when the dart is folded: its intake stays as it is, and the
    mouth is trued to the upper leg."""
    n = len(piece.outline)
    found = {}
    for point in range(n):
        if not piece.outline[point - 1].kind == piece.outline[point].kind == "dart":
            continue
        upper, lower = ((point - 1) % n, (point + 1) % n) if forward else ((point + 1) % n, (point - 1) % n)
        if upper in corners and lower in corners:
            pivot, a, b = (piece.outline[k].path.start for k in (point, upper, lower))
            leg = b + corners[lower] - pivot
            found[lower] = pivot + leg * abs(a + corners[upper] - pivot) / abs(leg) - b
    return found


def _level_at_top(first: complex, last: complex) -> Bulge:
    """What makes a cap's shift from its ends to its top begin and end level, so that no corner comes at the top."""

    def bulge(s: float) -> complex:
        smooth = s * s * (3 - 2 * s)
        return (last - first) * (smooth - s)

    return bulge
