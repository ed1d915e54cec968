"""Convert dart: its intake becomes gathers, a pleat, a tuck, ease, or flare at the hem."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Final, Literal

from ..errors import BadPlace, MoveRefused
from ..geometry.intersect import line_crossings
from ..geometry.path import straight
from ..handwork.across import along_to
from ..handwork.filling import filled
from ..handwork.fullness import ease_advice, gather_advice
from ..handwork.over_darts import with_lines_off_darts
from ..handwork.rotating import NEW, refuse_lens, target_of, turned_into
from ..handwork.slashes import Zone, zone_of
from ..handwork.smoothing import smooth_edge
from ..house import HouseRules
from ..paper.dart import Dart, find_dart
from ..paper.follow import lay_down, take_up
from ..paper.opened import Fullness, Opened
from ..paper.pattern import Pattern
from ..paper.piece import DrawnLine, Piece
from ..paper.sewn import Spot, distance_of, run_holding, sewn_length
from ..paper.sound import assert_sound
from ..places.levels import downward
from ..tolerances import HUGE, SNAP
from ..units import Unit
from ..working import Sum, before_now, length, notes, tell
from .across_first import across_slot, across_words, on_the_half
from .move import Example, Group, Move, Outcome, known, slot_field
from .slash_and_spread import Zoned

_INTO = (
    ("gather", "gathers"),
    ("pleat", "a pleat"),
    ("tuck", "a tuck"),
    ("ease", "ease"),
    ("flare", "flare"),
)
AROUND: Final[dict[str, float]] = {"gather": 1.5, "pleat": 0.5, "tuck": 0.5}
"""Share of the intake to each side of the mouth over which the fullness is taken up where no zone is said; ease goes all along
the edge (house practice, no source)."""


class ConvertDart(Move):
    """The dart is not sewn: its width is gathered, pleated, tucked or eased into the seam, or let down as flare to the lower
    edge."""

    group: ClassVar[Group] = "Darts"
    title: ClassVar[str] = "Convert dart"
    key: ClassVar[str] = "c"
    sentence: ClassVar[str] = "Turn the {dart} of the {piece} into {into}, {zone}{across}."
    synonyms: ClassVar[tuple[str, ...]] = ("gathers instead", "dart to pleat", "dart to ease", "dart to flare", "unsewn dart")
    example: ClassVar[Example | None] = Example("skirt", {"piece": "skirt front", "dart": "waist dart", "into": "flare"})

    move: Literal["convert_dart"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    dart: str = slot_field("dart", "Which dart?", "dart", "Dart", max_length=80)
    into: Literal["gather", "pleat", "tuck", "ease", "flare"] = slot_field(
        "into", "What does it become?", "choice", "Becomes", choices=_INTO
    )
    zone: Zoned | None = slot_field("zone", "Taken up between which two places?", "zone", "Zone", None)

    cut_across: bool = across_slot()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.piece)
        if self.zone:
            zone = f"between {self.zone.start.words(piece, unit)} and {self.zone.end.words(piece, unit)}"
        else:
            zone = {"ease": "all along the edge", "flare": "down to the lower edge"}.get(self.into, "about its mouth")
        return {
            "piece": self.piece,
            "dart": self.dart,
            "into": dict(_INTO)[self.into],
            "zone": zone,
            "across": across_words(self.cut_across),
        }

    def keeps_girths(self) -> bool:
        """See Move: let down as flare it widens the hem."""
        return self.into != "flare"

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the dart; BadPlace for a zone off its edge; MoveRefused where a flare finds no way."""
        if self.cut_across and (
            on_half := on_the_half(self, pattern, rules, self.piece, self.dart, self.zone.ends if self.zone else ())
        ):
            return on_half
        hand = take_up(pattern, self.piece)
        piece = with_lines_off_darts(hand.piece(self.piece))
        refuse_lens(piece, self.dart)
        dart = find_dart(piece, self.dart)
        if self.into == "flare":
            return self._flared(pattern, piece, dart, rules)
        zone = self._zone(pattern, piece, dart)
        edge = dart.mouth_edge
        before = sewn_length(piece, edge, zone.run)
        after = smooth_edge(filled(piece, dart.name), edge, keep_length=False).piece
        if self.into in ("pleat", "tuck"):
            after = _with_fold(after, dart, self.into)
        after = assert_sound(after, "Take another dart.")
        kind: Fullness = "pleat" if self.into == "tuck" else self.into
        followed = lay_down(hand, [after], opened=[Opened(self.piece, edge, zone.run, zone.low, zone.high, kind)])
        now = sewn_length(followed.pattern.piece(self.piece), edge)
        full, flat = zone.high - zone.low + now - before, zone.high - zone.low
        lines = [
            Sum(f"Intake of the {dart.name}", length(dart.intake)),
            before_now(f"{edge.capitalize()} before, now", before, now),
            Sum("Taken up over", length(flat)),
        ]
        if self.into == "gather":
            lines.append(gather_advice(full / flat, rules))
        elif self.into == "ease":
            lines.append(ease_advice(full, flat, rules))
        if not any(pattern.seam(s).rule.kind != "free" for s in pattern.seams_of(self.piece, edge)):
            lines.append(tell(f"The {edge} is sewn to nothing yet: what is made for it takes up the fullness."))
        return Outcome(followed.pattern, (*lines, *notes(followed.told)))

    def _zone(self, pattern: Pattern, piece: Piece, dart: Dart) -> Zone:
        """Where the fullness is taken up, cm along the sewn edge; the dart's mouth is a point of it."""
        edge = dart.mouth_edge
        n = len(piece.outline)
        before = (dart.vertex - 2) % n
        run = run_holding(piece, before) if piece.outline[before].name == edge else run_holding(piece, (dart.vertex + 1) % n)
        whole = sewn_length(piece, edge, run)
        if self.zone is not None:
            zone = zone_of(piece, pattern, edge, self.zone.ends)
            if zone.run != run or not zone.low - SNAP <= _mouth_at(piece, dart, edge) <= zone.high + SNAP:
                raise BadPlace(
                    f"the {dart.name} does not lie in that zone.",
                    self.piece,
                    f"Take a place on each side of its mouth on the {edge}.",
                    "zone",
                )
            return zone
        if self.into == "ease":
            return Zone(run, 0.0, whole, whole)
        at = _mouth_at(piece, dart, edge)
        half = max(1.0, AROUND[self.into] * dart.intake)
        return Zone(run, max(0.0, at - half), min(whole, at + half), whole)

    def _flared(self, pattern: Pattern, piece: Piece, dart: Dart, rules: HouseRules) -> Outcome:
        """Let go where its mouth is already at the lower edge; else rotated there, straight down from its point."""
        lines = [Sum(f"Intake of the {dart.name}", length(dart.intake))]
        if ((dart.middle - dart.pivot) * downward(piece).conjugate()).real > 0:
            edge, opened, name = dart.mouth_edge, piece, dart.name
        else:
            spot = _ahead(piece, dart)
            edge, name = piece.outline[spot.edge].name, NEW
            target = target_of(piece, dart, spot, f"the {edge} straight below the point", "into")
            opened = turned_into(target, dart, dart.angle, rules)
            lines.append(Sum("Cut on from its point", length(target.radius)))
        before = sewn_length(piece, edge)
        after = assert_sound(smooth_edge(filled(opened, name), edge, keep_length=False).piece, "Rotate it to another edge first.")
        followed = lay_down(take_up(pattern, self.piece), [after], changed=pattern.seams_of(self.piece, edge))
        now = sewn_length(followed.pattern.piece(self.piece), edge)
        lines.append(before_now(f"{edge.capitalize()} before, now", before, now))
        return Outcome(followed.pattern, (*lines, *notes(followed.told)))


def _mouth_at(piece: Piece, dart: Dart, edge: str) -> float:
    """cm along the sewn edge at which a dart's mouth lies."""
    before = (dart.vertex - 2) % len(piece.outline)
    if piece.outline[before].name != edge:
        return 0.0
    return distance_of(piece, Spot(before, piece.outline[before].length))


def _ahead(piece: Piece, dart: Dart) -> Spot:
    """Where the line down the grain from a dart's point first meets an edge. Raises MoveRefused where that is another dart."""
    way = downward(piece)
    met: list[tuple[float, Spot]] = []
    for i, e in enumerate(piece.outline):
        done = 0.0
        for seg in e.path.segments:
            for hit in line_crossings(dart.pivot, dart.pivot + way * HUGE, seg):
                if hit.s * HUGE > 0.1:
                    met.append((hit.s, Spot(i, done + along_to(seg, hit.t))))
            done += along_to(seg, 1.0)
    if not met:
        raise MoveRefused(f"the point of the {dart.name} lies on the edge.", piece.name, "Shorten the dart first.", "into")
    spot = min(met, key=lambda m: m[0])[1]
    if piece.outline[spot.edge].is_sewn_shut:
        raise MoveRefused(
            f"below the {dart.name} lies the {piece.outline[spot.edge].name}.",
            piece.name,
            "Merge both, or rotate one of them away.",
            "into",
        )
    return spot


def _with_fold(piece: Piece, dart: Dart, kind: str) -> Piece:
    """The pleat's fold and placement, drawn from both ends of the mouth: as deep as a tuck is stitched, or to the dart's point."""
    far = 0.5 if kind == "tuck" else 1.0
    down = (dart.sewn_point - dart.middle) * far
    lines = tuple(
        DrawnLine(f"{kind} {word}", straight(m, m + down)) for word, m in zip(("fold", "placement"), dart.mouth, strict=True)
    )
    return replace(piece, lines=(*piece.lines, *lines))
