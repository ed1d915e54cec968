"""Culottes: a skirt parted between the legs, crotch and inside leg drawn on at the centres."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Final, Literal, NamedTuple

from ..drafting.construction import Construction
from ..errors import BadPlace, MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..handwork.fold_to_seam import plan_for
from ..handwork.reshaping import stroke_of, whole_run
from ..house import HouseRules
from ..paper.draw import redraw
from ..paper.edge import on_new_paper
from ..paper.follow import InHand, lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.piece import DrawnLine, Piece
from ..paper.seam import Notch, Seam, SeamRule, Stretch
from ..paper.sound import assert_sound
from ..parts.part import seam_names
from ..parts.wearer import at_hand
from ..units import Unit, format_length
from ..working import Sum, fine, length, note, notes
from .as_drawn import upright_and_faced
from .move import Example, Group, Move, Outcome, slot_field

_SHARES: Final = (("eighth", "an eighth of the hip"), ("quarter", "a quarter of the hip, as full as a skirt"))
APART: Final = 2.0
"""cm by which the back's extension is longer than the share of the hip, and the front's shorter (common practice, no source)."""
RISE_MORE: Final = 1.0
"""cm that the crotch hangs below the rise."""
LIKE_A_CIRCLE: Final = 0.55
"""Share of the corner's smaller side from which on a hollow would make a box of the curve."""


class _Half(NamedTuple):
    piece: Piece
    centre: str
    crotch: Path
    leg: float


class Culottes(Move):
    """From each centre the crotch goes out by its share of the hip, so deep below the waist; its curve hollows the corner; the inside legs fall with the
    grain and are equal."""

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Culottes"
    key: ClassVar[str] = "u"
    sentence: ClassVar[str] = (
        "Part the {front_piece} and the {back_piece} for the legs, {share}{extensions}{depth}, hollowed behind by {hollow_back} and in front by {hollow_front}."
    )
    synonyms: ClassVar[tuple[str, ...]] = ("divided skirt", "split skirt", "trouser skirt", "crotch")
    example: ClassVar[Example | None] = Example("skirt", {"depth": 28.0})

    move: Literal["culottes"]
    front_piece: str = slot_field("front_piece", "Which front?", "piece", "Front", "skirt front", max_length=80)
    back_piece: str = slot_field("back_piece", "Which back?", "piece", "Back", "skirt back", max_length=80)
    share: Literal["eighth", "quarter"] = slot_field(
        "share", "How full between the legs?", "choice", "Share of the hip", "eighth", choices=_SHARES
    )
    back: float | None = slot_field(
        "extensions", "Or by how much does each go out?", "lengths", "Back, out by", None, ge=3, le=60, unit="cm"
    )
    front: float | None = slot_field(
        "extensions", "Or by how much does each go out?", "lengths", "Front, out by", None, ge=2, le=60, unit="cm"
    )
    depth: float | None = slot_field("depth", "How deep below the waist?", "length", "Depth", None, ge=15, le=60, unit="cm")
    hollow_back: float = slot_field(
        "hollow_back", "How far from the back's corner?", "length", "Hollow, back", 3.0, ge=0.5, le=15, unit="cm"
    )
    hollow_front: float = slot_field(
        "hollow_front", "How far from the front's corner?", "length", "Hollow, front", 4.0, ge=0.5, le=15, unit="cm"
    )

    def pieces_named(self) -> tuple[str, ...]:
        """Both halves."""
        return (self.front_piece, self.back_piece)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        own = [f"{word} {format_length(x, unit)}" for word, x in (("back", self.back), ("front", self.front)) if x is not None]
        return {
            "front_piece": self.front_piece,
            "back_piece": self.back_piece,
            "share": f"by {dict(_SHARES)[self.share]}",
            "extensions": f", {' and '.join(own)} out" if own else ", a little more behind and less in front",
            "depth": f", {format_length(self.depth, unit)} deep" if self.depth else ", as deep as the rise",
            "hollow_back": format_length(self.hollow_back, unit),
            "hollow_front": format_length(self.hollow_front, unit),
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadMeasure for a hip or a rise nobody measured; BadPlace for a piece without a centre; MoveRefused where the crotch would lie
        below the hem."""
        return upright_and_faced(self._worked, pattern, rules)

    def _worked(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        if self.depth is None:
            rise, _ = at_hand(pattern, "body_rise", None, "depth")
            deep, deep_told = rise + RISE_MORE, Sum("Deep", length(rise + RISE_MORE), "{} + {}", (length(rise), length(RISE_MORE)))
        else:
            deep, deep_told = self.depth, Sum("Deep, as typed", length(self.depth))
        outs, out_told = self._outs(pattern)
        closed = {p.seam for c in pattern.closures for p in c.parts}
        names = (self.front_piece, self.back_piece)
        hand = take_up(pattern, *names)
        front = self._half(hand, names[0], outs[0], deep, self.hollow_front, None)
        back = self._half(hand, names[1], outs[1], deep, self.hollow_back, front.leg)
        gone = [
            s.name
            for s in pattern.seams
            if any((x.piece, x.edge) in ((names[0], front.centre), (names[1], back.centre)) for x in s.a + s.b)
        ]
        for piece, centre, word in ((names[0], front.centre, "front_piece"), (names[1], back.centre, "back_piece")):
            if closed & set(pattern.seams_of(piece, centre)):
                raise MoveRefused("a closure lies in its centre.", piece, "Put the closure in after this step.", word)
        changed = [n for name in names for n in pattern.seams_of(name, "hem")]
        followed = lay_down(hand, [front.piece, back.piece], changed=[*gone, *changed], dropped=gone, given_up=gone)
        after = self._sewn(followed.pattern, names, front, back)
        crotch = (front.crotch.length, back.crotch.length)
        pencil = Construction()
        for half in (front, back):
            pencil.draw(
                half.piece.name,
                "At the crotch's depth out from the centre; the corner hollowed in one sweep; the inside leg down with the grain.",
                Sum("Crotch", fine(half.crotch.length)),
                Sum("Inside leg", fine(half.leg)),
                paths=(half.crotch,),
            )
        lines = [
            deep_told,
            *out_told,
            Sum("Crotch seam, front and back", fine(sum(crotch)), "{} + {}", (fine(crotch[0]), fine(crotch[1]))),
            Sum("Inside legs, front = back", fine(front.leg), "{}", (fine(back.leg),)),
        ]
        body = pattern.wearer.get("body_rise")
        if body is not None:
            lines.append(Sum("Front and back rise of the body", length(2 * body), "2 × {}", (length(body),)))
            lines.append(Sum("The seam is longer than both by", length(sum(crotch) - 2 * body)))
        if self.share == "quarter":
            lines.append(note("As full as a skirt between the legs: it swings, and rubs in walking."))
        return Outcome(after, (*lines, *notes(followed.told)), stages=tuple(pencil.stages))

    def _outs(self, pattern: Pattern) -> tuple[tuple[float, float], list[Sum]]:
        """How far front and back go out, and the sums of it."""
        own = {"front": self.front, "back": self.back}
        told: list[Sum] = []
        if None in own.values():
            hip, _ = at_hand(pattern, "hip_girth", None, "front" if self.front is None else "back")
            n = 8 if self.share == "eighth" else 4
            for word, sign in (("back", 1), ("front", -1)):
                if own[word] is None:
                    own[word] = max(hip / n + sign * APART, 2.0)
                    told.append(
                        Sum(
                            f"{word.capitalize()} out by",
                            length(own[word] or 0.0),
                            f"{{}} / {n} {'+' if sign > 0 else '−'} {{}}",
                            (length(hip), length(APART)),
                        )
                    )
        return (own["front"] or 0.0, own["back"] or 0.0), told

    def _half(self, hand: InHand, name: str, out: float, deep: float, hollow: float, leg: float | None) -> _Half:
        """A half with crotch and inside leg. ``leg``: as long as its inside leg has to be."""
        piece = hand.piece(name)
        centre = next((e.name for e in piece.outline if e.is_called_centre), "")
        if not centre:
            raise BadPlace(
                "it has no centre.",
                name,
                "Choose a skirt's front and back.",
                "front_piece" if name == self.front_piece else "back_piece",
            )
        run = whole_run(piece, centre, "front_piece")
        line = stroke_of(piece, run).path
        up = line.start.imag > line.end.imag
        path = line if up else line.reversed()
        foot, waist = path.start, path.end
        left, _, right, _ = piece.box
        way = -1.0 if 0.5 * (left + right) > foot.real else 1.0
        level = waist.imag + deep if leg is None else foot.imag - leg
        if level > foot.imag - 5:
            raise MoveRefused(
                f"the crotch would lie {deep:.1f} cm below the waist, and the hem {foot.imag - waist.imag:.1f}.",
                name,
                "Make the skirt longer, or the crotch less deep.",
                "depth",
            )
        if hollow > LIKE_A_CIRCLE * min(out, level - waist.imag) * 2**0.5:
            raise MoveRefused(
                f"{hollow:.1f} cm from the corner the crotch goes straight through it: it is only {out:.1f} cm wide there.",
                name,
                "Hollow it less, or let it go farther out.",
                "hollow_front" if name == self.front_piece else "hollow_back",
            )
        corner = complex(foot.real, level)
        tip = corner + way * out
        start = complex(foot.real, max(level - 1.15 * out, waist.imag + 0.35 * deep))
        through = corner + hollow * complex(way, -1) / 2**0.5
        curve = fair_curve([start, through, tip], 1j, way + 0j)
        crotch = straight(waist, start).then(curve) if abs(start - waist) > 0.1 else curve
        hem_end = complex(tip.real, foot.imag)
        edges = [
            on_new_paper("hem", "hem", straight(foot, hem_end)),
            on_new_paper("inside leg", "seam", straight(hem_end, tip)),
            on_new_paper("crotch", "seam", crotch.reversed()),
        ]
        if not up:
            edges = [e.with_path(e.path.reversed()) for e in reversed(edges)]
        drawn = redraw(piece, run.first, run.parts, tuple(edges))
        if any(e.kind == "fold" and e.name == centre for e in piece.outline):
            drawn = replace(drawn, cut=plan_for(piece, "seam", "fold"))
        drawn = replace(drawn, lines=(*drawn.lines, DrawnLine(centre, straight(start, corner))))
        drawn = assert_sound(drawn, "Let it go out less far.")
        return _Half(drawn, centre, crotch, foot.imag - level)

    def _sewn(self, pattern: Pattern, names: tuple[str, str], front: _Half, back: _Half) -> Pattern:
        """The inside legs sewn to each other; each crotch to its own mirror image."""
        leg, crotch = seam_names(pattern, ("inside leg", "crotch"))
        seams = (
            Seam(
                leg, (Stretch(names[0], "inside leg", "crotch"),), (Stretch(names[1], "inside leg", "crotch"),), SeamRule("equal")
            ),
            Seam(crotch, (Stretch(names[0], "crotch"), Stretch(names[1], "crotch")), (), SeamRule("free")),
        )
        at = 0.4 * front.leg
        notch = Notch("inside leg", leg, "single", at, at)
        return replace(pattern, seams=(*pattern.seams, *seams), notches=(*pattern.notches, notch))
