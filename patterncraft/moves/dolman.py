"""Dolman: bodice and sleeve in one, from any bodice, at an angle one chooses."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import ClassVar, Literal

from ..drafting.construction import Construction
from ..drafting.schools import school
from ..errors import BadMeasure, MoveRefused, PatternError
from ..house import HouseRules
from ..measures.keys import MEASURES
from ..paper.pattern import Pattern
from ..paper.piece import Paper, Piece
from ..paper.seam import Seam, Stretch
from ..paper.sewn import neighbours
from ..paper.sound import assert_sound
from ..parts.body_cut import refuse_with_sleeve
from ..units import Unit, format_length
from ..working import tell
from .as_drawn import upright_and_faced
from .move import Example, Group, Move, Outcome, slot_field


class Dolman(Move):
    """Front and back drawn anew from the neck point out: their shoulders at one slope, the sleeve leaving the tip at the angle. What lies below the arm
    stays as it is."""

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Dolman"
    key: ClassVar[str] = "m"
    sentence: ClassVar[str] = (
        "Draw the {front} and the {back} as a dolman, the arm at {angle}{length}{wrist}, rounded {radius} under it."
    )
    synonyms: ClassVar[tuple[str, ...]] = ("batwing", "kimono sleeve", "magyar", "sleeve cut in one")
    example: ClassVar[Example | None] = Example("bodice", {"angle": 35.0, "length": 40.0, "wrist": 24.0})

    move: Literal["dolman"]
    front: str = slot_field("front", "Which front?", "piece", "Front", "front", max_length=80)
    back: str = slot_field("back", "Which back?", "piece", "Back", "back", max_length=80)
    angle: float = slot_field(
        "angle", "At which angle hangs the arm?", "count", "Angle, degrees", 30.0, ge=0, le=60, unit="degrees"
    )
    length: float | None = slot_field("length", "How long is the sleeve?", "length", "Sleeve", None, ge=5, le=100, unit="cm")
    wrist: float | None = slot_field("wrist", "How wide is its end?", "length", "Round the end", None, ge=10, le=120, unit="cm")
    radius: float = slot_field("radius", "How round is it under the arm?", "length", "Radius", 10.0, ge=2, le=40, unit="cm")

    def pieces_named(self) -> tuple[str, ...]:
        """Both bodies."""
        return (self.front, self.back)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "front": self.front,
            "back": self.back,
            "angle": f"{self.angle:g}°",
            "length": f", {format_length(self.length, unit)} long" if self.length else ", as long as the arm",
            "wrist": f", {format_length(self.wrist, unit)} round its end" if self.wrist else ", its end as wide as the wrist asks",
            "radius": format_length(self.radius, unit),
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadMeasure for an arm nobody measured; MoveRefused where the body is no whole bodice to the waist, or both underarm seams cannot
        be made alike."""
        return upright_and_faced(self._worked, pattern, rules)

    def _worked(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        bodies = {"front": pattern.piece(self.front), "back": pattern.piece(self.back)}
        ground = self._ground(pattern, bodies)
        by = school("dolman")
        chart = dict(pattern.wearer)
        settings = {"angle": self.angle, "radius": self.radius}
        if self.length is not None:
            settings["sleeve_length"] = self.length
            chart.setdefault("arm_length", self.length)
        if self.wrist is not None:
            chart["wrist_girth"], settings["hem_ease"] = self.wrist - 1.0, 1.0
        for key, field in (("arm_length", "length"), ("wrist_girth", "wrist")):
            if key not in chart:
                raise BadMeasure(
                    "it was not taken of the person whose blocks lie here.", MEASURES[key].title, "Type it here.", field
                )
        pencil = Construction()
        try:
            chosen = by.checked_settings(settings)
            drawn = by.build({k: chart[k] for k in ("arm_length", "wrist_girth")}, chosen, pencil, ground)
        except PatternError as e:
            e.field = "angle" if e.field in ("base", "angle", "") else e.field
            raise
        called = {"front": self.front, "back": self.back}
        new = {called[p.name]: replace(assert_sound(p, "Choose another angle."), name=called[p.name]) for p in drawn.pattern.pieces}
        after = self._laid(pattern, new, drawn.pattern, called)
        lines = [s for stage in pencil.stages for s in stage.sums]
        lines.append(tell("Both sheets are drawn anew, with the sleeve in one; their shoulders and armholes are given up."))
        return Outcome(after, tuple(lines), stages=tuple(pencil.stages))

    def _ground(self, pattern: Pattern, bodies: dict[str, Piece]) -> Pattern:
        for word, p in bodies.items():
            missing = [e for e in ("neckline", "shoulder", "armhole", "side", "waist") if e not in p.edge_names]
            if missing:
                raise MoveRefused(f"it has no {missing[0]}.", p.name, "Choose a bodice that ends at the waist.", word)
            if not any(e.is_called_centre for e in p.outline):
                raise MoveRefused("it has no centre any more.", p.name, "Make the dolman before what is drawn on its front.", word)
            refuse_with_sleeve(pattern, p.name, word)
        seams = []
        back_name = {p.name: word for word, p in bodies.items()}
        for s in pattern.seams:
            if {x.piece for x in (*s.a, *s.b)} <= set(back_name):
                a, b = (tuple(x._replace(piece=back_name[x.piece]) for x in side) for side in (s.a, s.b))
                seams.append(replace(s, a=a, b=b))
        kept = {s.name for s in seams}
        pieces = tuple(replace(p, name=word) for word, p in bodies.items())
        return Pattern(pieces, tuple(seams), tuple(n for n in pattern.notches if n.seam in kept))

    def _laid(self, pattern: Pattern, new: dict[str, Piece], drawn: Pattern, called: dict[str, str]) -> Pattern:
        """The new sheets in the place of the old; seams of edges that are no more go, the dolman's own come."""
        pieces = tuple(replace(new[p.name], paper=Paper(), cut=p.cut) if p.name in new else p for p in pattern.pieces)
        there = {p.name: set(p.edge_names) for p in pieces}
        own: list[Seam] = []
        for s in drawn.seams:
            a, b = (tuple(x._replace(piece=called[x.piece]) for x in side) for side in (s.a, s.b))
            own.append(replace(s, a=a, b=b))
        fresh = {s.name for s in own}
        kept = []
        for s in pattern.seams:
            touched = [x for x in (*s.a, *s.b) if x.piece in new]
            if touched and (
                (s.name in fresh and not s.b)
                or any(x.edge not in there[x.piece] for x in touched)
                or s.name in ("side", "shoulder", "armhole")
            ):
                continue
            a, b = (tuple(_begun(x, new) for x in side) for side in (s.a, s.b))
            kept.append(replace(s, a=a, b=b))
        names = {s.name for s in kept}
        own = [s for s in own if s.name not in names]
        notches = [n for n in pattern.notches if n.seam in names]
        notches += [n for n in drawn.notches if n.seam in {s.name for s in own}]
        return replace(pattern, pieces=pieces, seams=(*kept, *own), notches=tuple(notches))


def _begun(stretch: Stretch, new: Mapping[str, Piece]) -> Stretch:
    """A side that began beside the shoulder begins beside the overarm, which runs where the shoulder ran."""
    piece = new.get(stretch.piece)
    if piece is None or not stretch.start or stretch.start in neighbours(piece, stretch.edge):
        return stretch
    return stretch._replace(start="overarm")
