"""Lining: every piece once more, with an ease pleat at the centre back and a shorter hem."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..geometry.path import Path, straight
from ..geometry.transform import slide
from ..handwork.reshaping import reshaped, stroke_of, whole_run
from ..house import HouseRules
from ..paper.draw import redraw
from ..paper.edge import on_new_paper
from ..paper.made import is_part
from ..paper.nearest import nearest_on, nearest_spot
from ..paper.pattern import Pattern
from ..paper.piece import DrawnLine, Paper, Piece
from ..paper.seam import Notch, Seam, Side, Stretch
from ..paper.sewn import distance_of, point_of, run_of, runs_of, sewn_length, starts_at_end
from ..paper.sound import assert_sound
from ..parts.part import piece_names
from ..places.levels import downward
from ..units import Unit, format_length
from ..working import Sum, length, tell
from .move import Example, Group, Move, Outcome, slot_field

NEAR = 0.3
"""cm off the lining's edge beyond which a notch of the shell lies on paper that was cut off."""


class Lining(Move):
    """Traced from the pieces as they stand; their seams are sewn as the style's are. The pleat is laid from the neckline down the centre back."""

    group: ClassVar[Group] = "Add"
    title: ClassVar[str] = "Lining"
    key: ClassVar[str] = "i"
    sentence: ClassVar[str] = "Line {pieces}, the hem {shorter} shorter{pleat}."
    synonyms: ClassVar[tuple[str, ...]] = ("line it", "half lining", "underlining")
    example: ClassVar[Example | None] = Example("skirt", {"shorter": 3.0, "pleat": 0.0})

    move: Literal["lining"]
    pieces: tuple[str, ...] | None = slot_field(
        "pieces", "Which pieces, if not all?", "pieces", "Pieces", None, min_length=1, max_length=40
    )
    shorter: float = slot_field("shorter", "How much shorter is its hem?", "length", "Shorter by", 2.0, ge=0, le=40, unit="cm")
    pleat: float = slot_field(
        "pleat", "How wide is the ease pleat at the centre back?", "length", "Ease pleat, half", 1.5, ge=0, le=10, unit="cm"
    )

    def pieces_named(self) -> tuple[str, ...]:
        """Those that are lined, if they are named."""
        return self.pieces or ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "pieces": f"the {' and '.join(self.pieces)}" if self.pieces else "it",
            "shorter": format_length(self.shorter, unit),
            "pleat": f", a pleat of {format_length(self.pleat, unit)} at the centre back" if self.pleat else ", without a pleat",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName; MoveRefused where there is nothing to line, or its hem would lie above the piece."""
        chosen = (
            [pattern.piece(n) for n in dict.fromkeys(self.pieces)]
            if self.pieces
            else [p for p in pattern.pieces if p.cut.layer == "shell" and not is_part(pattern, p)]
        )
        if not chosen:
            raise MoveRefused("no piece here is cut of the shell's cloth.", "", "Name the pieces.", "pieces")
        names = piece_names(pattern, [f"{p.name} lining" for p in chosen])
        called = {p.name: n for p, n in zip(chosen, names, strict=True)}
        linings = [self._lining(p, called[p.name]) for p in chosen]
        seams, notches = [], []
        taken = [s.name for s in pattern.seams]
        for s in pattern.seams:
            own = {x.piece for x in (*s.a, *s.b)}
            if not s.b or not own <= set(called):
                continue
            name = f"lining {s.name}"
            if name in taken:
                continue
            sheets = {p.name: p for p in linings}
            a, b = (tuple(_on_lining(pattern.piece(x.piece), sheets[called[x.piece]], x) for x in side) for side in (s.a, s.b))
            if not _still_there(linings, (*a, *b)):
                continue
            found = _notches(pattern, s, Seam(name, a, b, s.rule), sheets)
            known = {"start", "end", *(n.name for n in found)}
            seams.append(Seam(name, a, b, s.rule, tuple(r for r in s.rules if {r.start, r.end} <= known)))
            notches += found
        after = replace(
            pattern, pieces=(*pattern.pieces, *linings), seams=(*pattern.seams, *seams), notches=(*pattern.notches, *notches)
        )
        lines = [Sum("Shorter at the hem by", length(self.shorter))]
        if self.pleat:
            lines.append(Sum("Ease pleat", length(2 * self.pleat), "2 × {}", (length(self.pleat),)))
        lines.append(tell("Sew it to the facings, or to the edges themselves."))
        return Outcome(after, tuple(lines))

    def _lining(self, piece: Piece, name: str) -> Piece:
        copy = replace(piece, name=name, cut=replace(piece.cut.of("lining"), interfacing=0), paper=Paper())
        for hem in (
            [e for e in copy.edge_names if any(x.name == e and x.kind == "hem" for x in copy.outline)] if self.shorter else []
        ):
            copy = self._shortened(copy, hem)
        if self.pleat and any(e.name == "centre back" and e.kind == "fold" for e in copy.outline):
            copy = self._pleated(copy)
        outline = tuple(e.without_trace() for e in copy.outline)
        return replace(assert_sound(copy, "Make it longer.").with_outline(outline), paper=Paper())

    def _shortened(self, piece: Piece, hem: str) -> Piece:
        run = whole_run(piece, hem, "shorter")
        up = -downward(piece) * self.shorter
        path = stroke_of(piece, run).path
        ends = [piece.outline[k].length for k in (run.before, run.after)]
        if min(ends) < self.shorter + 1:
            raise MoveRefused(f"beside its hem it is only {min(ends):.1f} cm long.", piece.name, "Shorten it by less.", "shorter")
        return reshaped(piece, run, _reaching(piece, run.before, run.after, path.placed(slide(up)), up), "shorter")

    def _pleated(self, piece: Piece) -> Piece:
        """The centre back moved out by the pleat; the old one stays as the line it is folded to."""
        run = whole_run(piece, "centre back", "pleat")
        old = stroke_of(piece, run)
        a, b = old.path.start, old.path.end
        # The outline runs with the paper to its right: away from it is to the left.
        out = (b - a) / abs(b - a) * -1j * self.pleat
        before, after = piece.outline[run.before], piece.outline[run.after]
        edges = (
            on_new_paper(before.name, before.kind, straight(a, a + out)),
            on_new_paper("centre back", "fold", straight(a + out, b + out)),
            on_new_paper(after.name, after.kind, straight(b + out, b)),
        )
        drawn = redraw(piece, run.first, run.parts, edges)
        return replace(drawn, lines=(*drawn.lines, DrawnLine("centre back", old.path)))


def _on_lining(piece: Piece, lining: Piece, x: Stretch) -> Stretch:
    """A stretch of a seam on the lining: of several parts of an edge the one that lies where the shell's does, since its outline may begin elsewhere."""
    runs = runs_of(lining, x.edge) if x.edge in lining.edge_names else []
    if len(runs) < 2:
        return x._replace(piece=lining.name)
    path = piece.outline[run_of(piece, x.edge, x.run)[0]].path
    place = path.at(0.5 * path.length)
    nearest = min(range(len(runs)), key=lambda k: min(nearest_on(lining.outline[i].path, place)[0] for i in runs[k]))
    return x._replace(piece=lining.name, run=nearest)


def _reaching(piece: Piece, before: int, after: int, path: Path, up: complex) -> Path:
    """The moved hem from neighbour to neighbour: its ends where these are cut back to."""
    a, b = piece.outline[before], piece.outline[after]
    size = abs(up)
    start = a.path.at(a.length - size)
    end = b.path.at(size)
    segments = path.segments
    if len(segments) == 1 and len(segments[0]) == 2:
        return straight(start, end)
    return path.starting_at(start).ending_at(end)


def _notches(pattern: Pattern, seam: Seam, own: Seam, linings: Mapping[str, Piece]) -> list[Notch]:
    """The shell's notches on the lining: at the same places of the paper; those that lay on what was cut off are left out."""
    found = []
    for n in pattern.notches_of(seam.name):
        places = [
            None if at is None else _same_place(pattern, side, lined, at, linings)
            for side, lined, at in ((seam.a, own.a, n.at_a), (seam.b, own.b, n.at_b))
        ]
        if places[0] is not None and (places[1] is not None or n.at_b is None):
            found.append(replace(n, seam=own.name, at_a=places[0], at_b=places[1]))
    return found


def _same_place(pattern: Pattern, side: Side, lined: Side, at: float, linings: Mapping[str, Piece]) -> float | None:
    """cm along the lining's side of a place on the shell's; None where it is cut off there."""
    place = pattern.on_side(side, at)
    z = point_of(place.piece, place.spot)
    done = 0.0
    for s, own in zip(side, lined, strict=True):
        piece = linings[own.piece]
        whole = sewn_length(piece, own.edge, own.run)
        spot = nearest_spot(piece, z, [own.edge]) if s.piece == place.piece.name else None
        if spot is not None and spot.edge in run_of(piece, own.edge, own.run):
            if abs(point_of(piece, spot) - z) > NEAR:
                return None
            along = distance_of(piece, spot)
            return done + (whole - along if starts_at_end(piece, own.edge, own.start, own.run) else along)
        done += whole
    return None


def _still_there(pieces: list[Piece], stretches: Sequence[Stretch]) -> bool:
    names = {p.name: p.edge_names for p in pieces}
    return all(s.edge in names[s.piece] for s in stretches)
