"""How wide a garment opens where a body passes: necklines, waists, hems of sleeves, with what closures add."""

from __future__ import annotations

from dataclasses import dataclass
from math import inf
from typing import Final

from ..body_at import is_sleeve
from ..handwork.blending import Meeting
from ..house import edge_word
from ..paper.as_sewn import edge_as_sewn
from ..paper.closure import Closure, Reach
from ..paper.gives import gives_round
from ..paper.level import level_through
from ..paper.piece import Piece
from ..paper.sewn import sewn_length
from ..places.levels import downward
from .joints import corner_of
from .subject import Subject

AT_END: Final = 0.1
"""cm; a closure that begins so near to the end of its seam begins at the end."""


@dataclass(frozen=True, slots=True)
class Opened:
    """A stretch of a closure as it lies now: ``low`` and ``high`` cm along its seam, ``whole`` cm long."""

    closure: Closure
    reach: Reach
    low: float
    high: float
    whole: float

    @property
    def length(self) -> float:
        """cm that it opens."""
        return self.high - self.low

    @property
    def lower_end(self) -> float:
        """cm along the seam of the end that it reaches down to: it is told from its upper end."""
        return self.low if self.reach.start == "end" else self.high


def opened(s: Subject) -> list[Opened]:
    """Every stretch of every closure."""
    found = []
    for c in s.pattern.closures:
        for part in c.parts:
            if part.seam not in s.promises:
                continue
            whole = s.pattern.side_length(s.pattern.seam(part.seam).a)
            low, high = part.along(s.pattern.notches, whole)
            found.append(Opened(c, part, low, high, whole))
    return found


def edges_met(s: Subject, o: Opened) -> set[str]:
    """Names of the edges at which the opening begins or ends: "neckline" for a zip from the neck down."""
    seam = s.pattern.seam(o.reach.seam)
    met = set()
    for at_end, there in ((False, o.low < AT_END), (True, o.high > o.whole - AT_END)):
        if there:
            stretch = seam.a[-1 if at_end else 0]
            met.add(_name(corner_of(s.pattern.piece(stretch.piece), stretch, at_end)))
    return met


def _name(m: Meeting) -> str:
    return m.piece.outline[m.edge].name


def lies_open(s: Subject, edge: str) -> bool:
    """Whether an edge of that kind ends at one that is left open all along: a button stand, a wrap (which is the neckline of its front, up to the shoulder)."""
    # A collar that is grown on ends at the opening by its own edge.
    beside = {edge, "shoulder", "edge"} if edge == "neckline" else {edge}
    for name, i in s.left_open:
        p = s.pattern.piece(name)
        n = len(p.outline)
        if p.cut.layer == "shell" and beside & {edge_word(p.outline[k].name) for k in (i - 1, (i + 1) % n)}:
            return True
    return False


def opens_at(s: Subject, edge: str) -> float:
    """cm that closures add round an edge they begin at: both sides of a slit. Infinite where one opens the whole way from that edge to another
    that lies free."""
    if lies_open(s, edge):
        return inf
    added = 0.0
    for c in s.pattern.closures:
        parts = [o for o in opened(s) if o.closure is c]
        met = set().union(*(edges_met(s, o) for o in parts)) if parts else set()
        if edge not in met:
            continue
        through = {"hem", "waist"} & met and all(o.length > o.whole - AT_END for o in parts)
        added += inf if through and edge == "neckline" else 2 * sum(o.length for o in parts)
    return added


def neck_round(s: Subject) -> float | None:
    """cm round the neckline as far as its cloth gives, closures shut; None for a garment without one."""
    parts = [
        (p, name)
        for p in s.pattern.pieces
        if p.cut.layer == "shell" and not _is_collar(p)
        for name in p.edge_names
        if edge_word(name) == "neckline"
    ]
    if not parts:
        return None
    ribs = [p for p in s.pattern.pieces if p.cut.layer == "rib" and "neckline" in p.edge_names]
    if ribs:
        return sum(_round(s, p, "neckline") * (1 + (p.cut.stretch or s.rules.looking.rib) / 100) / _layers(p) for p in ribs)
    return sum(_round(s, p, name) * (1 + gives_round(p) / 100) for p, name in parts)


def _is_collar(piece: Piece) -> bool:
    """Whether it is sewn to the neckline, not part of it."""
    return "collar" in piece.name.split()


def _layers(piece: Piece) -> int:
    """A rib that is cut twice over lies double."""
    return 2 if piece.cut.times_round > 2 else 1


def _round(s: Subject, piece: Piece, edge: str) -> float:
    return edge_as_sewn(s.pattern, piece.name, edge) * piece.cut.times_round


def sleeve_hems(s: Subject) -> dict[str, float]:
    """cm round the lower end of each sleeve, by the piece it is told at: a sleeve of two halves is told at the first."""
    found: dict[str, float] = {}
    for p in s.pattern.pieces:
        if p.cut.layer != "shell" or "hem" not in p.edge_names or not is_sleeve(p) or is_cap_only(p):
            continue
        slits = sum(x.path.length for x in p.lines if x.name.split()[:1] == ["slit"])
        found[p.name] = _end_round(s, p) + 2 * slits
    halves = [p for p in s.pattern.pieces if "sleeve hem" in p.edge_names]
    if halves:
        found[halves[0].name] = sum(sewn_length(p, "sleeve hem") for p in halves)
    return found


def _end_round(s: Subject, sleeve: Piece) -> float:
    """cm round a sleeve's end: of its cuff or band, as far as that gives, where one is sewn to it."""
    for seam in s.pattern.seams:
        if not seam.b or not any((x.piece, x.edge) == (sleeve.name, "hem") for x in (*seam.a, *seam.b)):
            continue
        other = seam.b if any(x.piece == sleeve.name for x in seam.a) else seam.a
        total = 0.0
        for x in other:
            p = s.pattern.piece(x.piece)
            gives = p.cut.stretch or (s.rules.looking.rib if p.cut.layer == "rib" else 0.0)
            total += sewn_length(p, x.edge, x.run) * (1 + gives / 100)
        return min(total, sewn_length(sleeve, "hem"))
    return sewn_length(sleeve, "hem")


def is_cap_only(piece: Piece) -> bool:
    """Whether it is the upper part of a cap, that goes round no arm."""
    return "cap" in piece.edge_names and not any(e.endswith("underarm") for e in piece.edge_names)


def waist_below(s: Subject, o: Opened) -> float:
    """cm by which the lower end of an opening lies below the waist: measured down the grain on its piece from its waist line or edge, or, on a piece
    without, from where the hip line tells it would be. Negative above it."""
    seam = s.pattern.seam(o.reach.seam)
    ends = [s.place(seam.a, at) for at in (o.low, o.high)]
    depths = [depth_below_waist(s, s.pattern.piece(name), z) for name, z in ends]
    return max(depths)


def depth_below_waist(s: Subject, piece: Piece, z: complex) -> float:
    """cm down the grain from the waist's level to a point of the piece."""
    down = downward(piece)
    return ((z - waist_level(s, piece)) * down.conjugate()).real


def waist_level(s: Subject, piece: Piece) -> complex:
    """A point at the level of the waist: of its waist line; of the end of its waist edge that is nearest to the centre; or as far above its hip line
    as the body's waist is above the hip."""
    for x in piece.lines:
        if x.name == "waist":
            return x.path.start
    hip = next((x.path.start for x in piece.lines if x.name == "hip"), None)
    if "waist" in piece.edge_names and not (hip is not None and "yoke" in piece.name):
        ends = [z for e in piece.outline if e.name == "waist" for z in (e.path.start, e.path.end)]
        down = downward(piece)
        return max(ends, key=lambda z: (z * down.conjugate()).real)
    if hip is not None:
        return hip - downward(piece) * s.body.get("waist_to_hip", 20.0)
    left, top, right, _ = piece.box
    return complex(0.5 * (left + right), top)


def girth_below_waist(s: Subject, depth: float) -> float:
    """cm round the garment ``depth`` cm below the waist, as far as its cloth gives."""
    body = [p for p in s.pattern.pieces if p.cut.layer == "shell" and not is_sleeve(p) and (has_hip(p) or "waist" in p.edge_names)]
    levels = [(p, level_through(p, waist_level(s, p) + downward(p) * depth, downward(p) / 1j)) for p in body]
    total = sum(level.length * p.cut.times_round for p, level in levels if level is not None)
    return total * s.gives(p.name for p in body)


def has_hip(piece: Piece) -> bool:
    """Whether it carries the hip line."""
    return any(x.name == "hip" for x in piece.lines)
