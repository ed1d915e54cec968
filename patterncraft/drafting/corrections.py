"""Corrections on the paper of a block, applied after the draft: what an audit's cure does. Those that are steps of the bench stand in ``fitting``."""

from __future__ import annotations

from abc import abstractmethod
from dataclasses import replace
from typing import Literal

from pydantic import Field

from ..errors import BadSetting, no_such
from ..geometry.length import segment_length
from ..geometry.path import Path
from ..geometry.segment import Segment, point_at
from ..geometry.solving import where_zero
from ..house import Strict
from ..paper.dart import find_dart
from ..paper.nearest import ON, nearest_on
from ..paper.pattern import Pattern
from ..paper.piece import Mark, Piece
from ..paper.sewn import neighbours, run_of, sewn_length
from ..paper.sound import assert_sound
from .cap import HEIGHT

FLATTEST, ROUNDEST = 0.6, 1.4
"""How far a cap's bulge may be brought in or out, as a share of what it was."""


class PaperCorrection(Strict):
    """What is changed on a block's paper after it was drafted."""

    @abstractmethod
    def apply(self, pattern: Pattern) -> Pattern:
        """The corrected pattern. Raises PatternError when the paper does not have what is to be corrected."""

    @property
    @abstractmethod
    def words(self) -> str:
        """What was done, for the block's history."""


class MatchShoulders(PaperCorrection):
    """The front's tip is moved along its shoulder until it is as long as the back's; the armhole follows."""

    correction: Literal["match_shoulders"] = "match_shoulders"

    @property
    def words(self) -> str:
        """As the block's history says it."""
        return "front shoulder trued to the back"

    def apply(self, pattern: Pattern) -> Pattern:
        """The front shoulder lengthened or shortened at its tip, cm for cm, until it is the back's; the armhole follows."""
        front, back = pattern.piece("front"), pattern.piece("back")
        miss = sewn_length(front, "shoulder") - sewn_length(back, "shoulder")
        run = run_of(front, "shoulder")
        if neighbours(front, "shoulder")[1].endswith("armhole"):
            path = front.outline[run[-1]].path
            moved = moved_corner(front, run[-1] + 1, path.end - path.end_direction * miss)
        else:
            # A block that lies mirrored: its shoulder is walked from the tip.
            path = front.outline[run[0]].path
            moved = moved_corner(front, run[0], path.start + path.start_direction * miss)
        return pattern.with_piece(assert_sound(moved, "Look at both shoulder measures, and draft it again."))


class TrueLegs(PaperCorrection):
    """Both legs of a dart get their middle length; the edges beside its mouth follow."""

    correction: Literal["true_legs"] = "true_legs"
    piece: str = Field(max_length=80)
    dart: str = Field(max_length=80)

    @property
    def words(self) -> str:
        """As the block's history says it."""
        return f"legs of the {self.piece}'s {self.dart} trued"

    def apply(self, pattern: Pattern) -> Pattern:
        """Both legs of the dart made as long as their mean. Raises NoSuchName when it is not there."""
        piece = pattern.piece(self.piece)
        dart = find_dart(piece, self.dart)
        long = 0.5 * (dart.leg_in.length + dart.leg_out.length)
        a, b = (dart.pivot + (m - dart.pivot) / abs(m - dart.pivot) * long for m in dart.mouth)
        piece = moved_corner(moved_corner(piece, dart.vertex - 1, a), dart.vertex + 1, b)
        return pattern.with_piece(assert_sound(piece, "Leave its legs as drafted, and true them as it folds."))


class SoftenCap(PaperCorrection):
    """The cap's curves above its balance marks are flattened or rounded, both sides alike, then its top lowered or
    raised, until it has the ease asked for, cm. Below the marks it stays the armhole's own curve."""

    correction: Literal["soften_cap"] = "soften_cap"
    piece: str = Field(default="sleeve", max_length=80)
    ease: float = Field(ge=-2, le=10)

    @property
    def words(self) -> str:
        """As the block's history says it."""
        return f"cap curve brought to {self.ease:g} cm of ease"

    def apply(self, pattern: Pattern) -> Pattern:
        """The cap's curve redrawn until it is ``ease`` cm longer than its armhole, ends and top kept. Raises NoSuchName
        where no cap is sewn."""
        piece = pattern.piece(self.piece)
        seam = next((s for s in pattern.seams if any(x.edge == "cap" for x in s.a)), None)
        if seam is None:
            raise no_such("seam", "armhole", [s.name for s in pattern.seams], piece.name)
        armhole = pattern.side_length(seam.b) if seam.b else seam.rule.length
        index = run_of(piece, "cap")[0]
        cap = piece.outline[index].path
        target = armhole + self.ease
        at = sorted(n.at_a for n in pattern.notches if n.seam == seam.name)
        low, high = (at[0], at[-1]) if len(at) > 1 else (0.0, cap.length)
        share = where_zero(lambda k: _bent(cap, k, 0.0, low, high).length - target, FLATTEST, ROUNDEST, 1e-6)
        lift = 0.0
        if abs(_bent(cap, share, lift, low, high).length - target) > 0.005:
            lift = where_zero(lambda x: _bent(cap, share, x, low, high).length - target, -HEIGHT, HEIGHT, 1e-6)
        drawn = _bent(cap, share, lift, low, high)
        if abs(drawn.length - target) > 0.02:
            raise BadSetting(
                f"flattened or rounded as far as it looks like a cap it comes to {drawn.length - armhole:.1f} cm of ease, not {self.ease:.1f}.",
                f"{piece.name}, cap",
                f"Ask for {drawn.length - armhole:.1f} cm, or draw it lower or narrower.",
                "ease",
            )
        outline = list(piece.outline)
        outline[index] = outline[index].with_path(drawn)
        piece = replace(piece, marks=tuple(_kept_on(m, cap, drawn) for m in piece.marks))
        rule = replace(seam.rule, minimum=self.ease - 0.15, maximum=self.ease + 0.15)
        grown = drawn.length - cap.length
        changed = pattern.with_piece(assert_sound(piece.with_outline(tuple(outline)), "Ask for less ease, or for more."))
        notches = tuple(
            replace(n, at_a=n.at_a + grown) if n.seam == seam.name and n.at_a > 0.5 * cap.length else n for n in pattern.notches
        )
        return replace(changed, seams=tuple(replace(s, rule=rule) if s is seam else s for s in pattern.seams), notches=notches)


def _kept_on(mark: Mark, before: Path, after: Path) -> Mark:
    """A mark that lay on a curve lies on it still, as far along the same stretch between two joints."""
    off, along = nearest_on(before, mark.at)
    if off > ON:
        return mark
    i, t = before.locate(along)
    return replace(mark, at=point_at(after.segments[i], t))


def moved_corner(piece: Piece, corner: int, to: complex) -> Piece:
    """The same piece with one corner of its outline elsewhere; the handles beside it go with it."""
    n = len(piece.outline)
    outline = list(piece.outline)
    before, after = (corner - 1) % n, corner % n
    outline[before] = outline[before].with_path(_end_moved(outline[before].path.reversed(), to).reversed())
    outline[after] = outline[after].with_path(_end_moved(outline[after].path, to))
    return piece.with_outline(tuple(outline))


def _end_moved(path: Path, to: complex) -> Path:
    """The path with its start elsewhere."""
    first = path.segments[0]
    moved: Segment = (to, first[1]) if len(first) == 2 else (to, first[1] + (to - first[0]), first[2], first[3])
    return Path((moved, *path.segments[1:]))


def _bent(cap: Path, share: float, lift: float, low: float, high: float) -> Path:
    """The cap with its joints between ``low`` and ``high`` (cm along it) brought nearer to their side's chord, or
    farther off: offsets times ``share``; and its top ``lift`` cm higher, the other joints in proportion to their
    height. Joints take their handles along, so every direction stays as it was; what lies beyond is not touched."""
    joints = [s[0] for s in cap.segments] + [cap.end]
    top = min(range(1, len(joints) - 1), key=lambda i: joints[i].imag)
    shifts, so_far = [0j], 0.0
    for i, seg in enumerate(cap.segments[:-1], 1):
        so_far += segment_length(seg)
        chord = (cap.start, joints[top]) if i < top else (joints[top], cap.end)
        bulge = 0j if i == top else _off(joints[i], *chord) * (share - 1)
        rise = lift * (joints[i].imag - cap.start.imag) / (cap.start.imag - joints[top].imag)
        shifts.append(bulge + 1j * rise if low < so_far < high else 0j)
    shifts.append(0j)
    return Path(tuple(_shifted(seg, a, b) for seg, a, b in zip(cap.segments, shifts, shifts[1:], strict=False)))


def _off(z: complex, a: complex, b: complex) -> complex:
    """From the foot on the line a–b to z."""
    along = (b - a) / abs(b - a)
    return z - a - along * ((z - a) * along.conjugate()).real


def _shifted(seg: Segment, by_start: complex, by_end: complex) -> Segment:
    if len(seg) == 2:
        return seg[0] + by_start, seg[1] + by_end
    return seg[0] + by_start, seg[1] + by_start, seg[2] + by_end, seg[3] + by_end
