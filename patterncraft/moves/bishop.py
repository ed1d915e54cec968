"""Bishop: a sleeve that widens below a line under the biceps, to be gathered into a cuff."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.intersect import line_crossings
from ..geometry.path import Path
from ..handwork.reshaping import reshaped, stroke_of, whole_run
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.nearest import nearest_on
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import sewn_length
from ..paper.sound import assert_sound
from ..parts.sleeve_work import cut_off_below, hem_level, the_sleeve, told_of, top_of, underarm_level, without_darts
from ..units import INCH, Unit, format_length
from ..working import Sum, fine, length
from .as_drawn import upright_and_faced
from .move import Example, Group, Move, Outcome, slot_field
from .slit import Slit

FAR = 300.0
BACK_QUARTER = 0.25
"""Of the hem, from the back underarm: there it opens."""


class Bishop(Move):
    """The hem is cut off by the cuff's depth; below the line the centre and the middles of both halves open like wedges hinged on it; the seams come down
    straight from there; the hem is one curve, lower at the back, where it is slit. Wedges between five strips and a line that stays straight do not lie
    flat, so the lower part is drawn anew: its new paper lies beside the seams."""

    group: ClassVar[Group] = "Open"
    title: ClassVar[str] = "Bishop sleeve"
    key: ClassVar[str] = "i"
    sentence: ClassVar[str] = (
        "Make {piece} a bishop: {cuff_depth} off for the cuff, opened {opening} at three slashes from {start_below_biceps} below the biceps line, "
        "the hem {hem_drop} lower at the back{slit}."
    )
    synonyms: ClassVar[tuple[str, ...]] = ("bishop sleeve", "full sleeve", "gathered into a cuff")
    example: ClassVar[Example | None] = Example("sleeve", {})

    move: Literal["bishop"]
    piece: str | None = slot_field("piece", "Which sleeve?", "piece", "Sleeve", None, max_length=80)
    cuff_depth: float = slot_field(
        "cuff_depth", "How much comes off for the cuff?", "length", "Off for the cuff", 2.25 * INCH, ge=0, le=30, unit="cm"
    )
    start_below_biceps: float = slot_field(
        "start_below_biceps",
        "How far below the biceps line does it begin?",
        "length",
        "Below the biceps line",
        1.5 * INCH,
        ge=1,
        le=40,
        unit="cm",
    )
    opening: float = slot_field(
        "opening", "How far does each slash open?", "length", "Each opens", 2.5 * INCH, gt=0, le=40, unit="cm"
    )
    hem_drop: float = slot_field(
        "hem_drop", "How much lower is the hem at the back?", "length", "Lower at the back", 1.5, ge=0, le=10, unit="cm"
    )
    slit: float = slot_field("slit", "How long is its slit?", "length", "Slit", 2 * INCH, ge=0, le=30, unit="cm")

    def pieces_named(self) -> tuple[str, ...]:
        """The sleeve, if it is named."""
        return (self.piece,) if self.piece else ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        names = ("cuff_depth", "start_below_biceps", "opening", "hem_drop")
        told = {name: format_length(getattr(self, name), unit) for name in names}
        return {
            **told,
            "piece": f"the {self.piece}" if self.piece else "the sleeve",
            "slit": f", slit {format_length(self.slit, unit)} there" if self.slit else ", not slit",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused where nothing of the sleeve is left below the line; else as cutting, spreading and joining do."""
        return upright_and_faced(self._worked, pattern, rules)

    def _worked(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        piece = the_sleeve(pattern, self.piece)
        name = piece.name
        lines: list[Sum] = [Sum("Hem before", fine(sewn_length(piece, "hem")))]
        pattern, darted = without_darts(pattern, rules, name, "piece")
        if darted:
            piece = pattern.piece(name)
            lines.append(Sum("With its elbow dart turned into the hem", fine(sewn_length(piece, "hem"))))
        if self.cuff_depth:
            pattern = cut_off_below(pattern, rules, name, hem_level(piece) - self.cuff_depth, "cuff_depth")
        piece = pattern.piece(name)
        line = underarm_level(piece) + self.start_below_biceps
        if line > hem_level(piece) - 3:
            raise MoveRefused(
                f"the sleeve ends {hem_level(piece) - underarm_level(piece):.1f} cm below its biceps line.",
                name,
                "Begin higher, or take a longer sleeve.",
                "start_below_biceps",
            )
        was = sewn_length(piece, "hem")
        after = _met_again(self._redrawn(pattern, name, line), name)
        now = sewn_length(after.piece(name), "hem")
        lines += [
            Sum("Hem cut off for the cuff", fine(was)),
            Sum("Opened at three slashes", length(3 * self.opening), "3 × {}", (length(self.opening),)),
            Sum("The line below the cap's top", length(line - top_of(piece).imag)),
            Sum(
                "What the seams gave, and the curve",
                fine(now - was - 3 * self.opening),
                "{} − {} − {}",
                (fine(now), fine(was), fine(3 * self.opening)),
            ),
            Sum("Hem now", fine(now)),
        ]
        if not self.slit:
            return Outcome(after, tuple(lines))
        slit = {
            "move": "slit",
            "piece": name,
            "at": {"edge": "hem", "from": "back underarm", "fraction": BACK_QUARTER},
            "length": self.slit,
        }
        with self.telling("slit"):
            done = Slit.model_validate(slit).apply(after, rules)
        return Outcome(done.pattern, (*lines, *told_of(done.working)))

    def _redrawn(self, pattern: Pattern, name: str, line: float) -> Pattern:
        """The underarm seams straight down the grain from the line on, the hem one curve, lower at the back."""
        hand = take_up(pattern, name)
        piece = hand.piece(name)
        run = whole_run(piece, "hem", "piece")
        hem = piece.outline[run.first].path
        level = 0.5 * (hem.start.imag + hem.end.imag)
        # Three wedges hinged on the line: half of what they open goes to either side.
        more = 1.5 * self.opening
        front_seam, back_seam = (_upper(piece, f"{side} underarm", line) for side in ("front", "back"))
        front = complex(front_seam.start.real + more, level)
        back = complex(back_seam.start.real - more, level)
        # The shorter seam comes down as far as the other: the wrist end hangs level when both are sewn.
        apart = _down_to(front_seam, front).length - _down_to(back_seam, back).length
        front, back = front + 1j * max(-apart, 0.0), back + 1j * max(apart, 0.0)
        wide = (front - back).real
        foot = max(front.imag, back.imag)
        low = complex(back.real + 0.3 * wide, foot + self.hem_drop)
        curve = fair_curve([front, complex(back.real + 0.75 * wide, foot + 0.25 * self.hem_drop), low, back], -1 + 0j, -1 + 0j)
        if piece.outline[run.first].path.start.real < piece.outline[run.first].path.end.real:
            curve = curve.reversed()
        worked = reshaped(piece, run, curve, "piece")
        for seam, end, side in ((front_seam, front, "front underarm"), (back_seam, back, "back underarm")):
            edge = whole_run(worked, side, "piece")
            path = _down_to(seam, end)
            downward = abs(stroke_of(worked, edge).path.start - seam.start) < 1e-6
            worked = reshaped(worked, edge, path if downward else path.reversed(), "piece")
        worked = assert_sound(worked, "Open it by less.")
        names = [n for side in ("front underarm", "back underarm", "hem") for n in pattern.seams_of(name, side)]
        return lay_down(hand, [worked], changed=names).pattern


def _met_again(pattern: Pattern, name: str) -> Pattern:
    """The underarm's notches as far along both sides, which are drawn alike now: the one that had an elbow dart was longer."""
    for seam in pattern.seams_of(name, "back underarm"):
        a, b = (pattern.side_length(x) for x in (pattern.seam(seam).a, pattern.seam(seam).b))
        notches = tuple(replace(n, at_b=n.at_a * b / a) if n.seam == seam and n.pair else n for n in pattern.notches)
        pattern = replace(pattern, notches=notches)
    return pattern


def _upper(piece: Piece, edge: str, line: float) -> Path:
    """An underarm seam from the underarm down to the line."""
    whole = stroke_of(piece, whole_run(piece, edge, "piece")).path
    if whole.start.imag > whole.end.imag:
        whole = whole.reversed()
    hits = [h.point for s in whole.segments for h in line_crossings(complex(-FAR, line), complex(FAR, line), s)]
    if not hits:
        raise MoveRefused("the line does not cross both its seams.", piece.name, "Begin higher.", "start_below_biceps")
    return whole.cut(nearest_on(whole, hits[0])[1])[0]


def _down_to(upper: Path, foot: complex) -> Path:
    """The seam along the grain down to the line, on from there in one sweep, and along the grain again where it meets the hem."""
    start = upper.start
    return fair_curve([start, complex(start.real, upper.end.imag), foot], 1j, 1j)
