"""Lines on a piece: through places in order, straight, as one fair curve or as an S; or one drawn before, by name."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from itertools import accumulate, pairwise
from typing import Annotated, Any, Final, Literal

from pydantic import ConfigDict, Discriminator, Field, Tag

from ..errors import BadPlace, no_such
from ..geometry.fair import fair_curve
from ..geometry.length import segment_length
from ..geometry.path import Path
from ..geometry.region import box_of
from ..house import Strict
from ..paper.dart import darts_of
from ..paper.lens import Lens
from ..paper.nearest import nearest_on, spot_at
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..tolerances import SNAP
from ..units import Unit
from .place import DartPlace, Found, Place

Shape = Literal["straight", "curve", "s"]
NEAR: Final = 10 * SNAP
"""cm: a line nearer than this to a dart's pivot runs through it."""
S_TURN = 0.35
"""By how much the ends of an S turn off the straight line between them, each to its own side (the tangent of the angle): soft, as
a raglan's (common practice, no source)."""


class LineThrough(Strict):
    """A line through places, in order. ``square_start`` and ``square_end``: it meets the outline at right angles."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, frozen=True)

    through: tuple[Place, ...] = Field(min_length=2, max_length=40, title="Through")
    shape: Shape = Field(default="straight", title="Shape")
    square_start: bool = Field(default=False, title="Square at its start")
    square_end: bool = Field(default=False, title="Square at its end")


def _kind_of(value: Any) -> str | None:
    if isinstance(value, str):
        return "Name"
    if isinstance(value, (list, tuple)):
        return "Places"
    return "LineThrough" if isinstance(value, (dict, LineThrough)) else None


Line = Annotated[
    Annotated[LineThrough, Tag("LineThrough")]
    | Annotated[tuple[Place, ...], Field(min_length=2, max_length=40), Tag("Places")]
    | Annotated[str, Field(min_length=1, max_length=80), Tag("Name")],
    Discriminator(
        _kind_of,
        custom_error_type="line",
        custom_error_message="a line is a list of places, or the name of a line already drawn",
    ),
]


@dataclass(frozen=True, slots=True)
class LineOnPiece:
    """A line as it lies on a piece: a path for each stretch between its places, and the places found.

    ``darts``: the dart at whose pivot each place lies, or None. Every stretch starts where the last ended. ``lenses``: double-pointed
    darts that it runs through from point to point.
    """

    stretches: tuple[Path, ...]
    places: tuple[Found, ...]
    darts: tuple[str | None, ...]
    lenses: tuple[str, ...] = ()

    @property
    def path(self) -> Path:
        """The whole line."""
        return Path(tuple(s for p in self.stretches for s in p.segments))


def line_on(line: Line, piece: Piece, pattern: Pattern, field: str = "line", bare: Shape = "straight") -> LineOnPiece:
    """The line on a piece. ``bare``: how a plain list of places is joined.

    Raises NoSuchName or BadPlace, with the parameter ``field``, for a place that is not there, a line that is not
    drawn on this piece or lies there in several parts, and two places that are one.
    """
    if isinstance(line, str):
        return _drawn(line, piece, field)
    through = line if isinstance(line, LineThrough) else LineThrough(through=line, shape=bare)
    found, meant, lenses = _places_found(through.through, piece, pattern)
    for a, b in pairwise(found):
        if abs(a.point - b.point) < 100 * SNAP:
            raise BadPlace("two places of the line lie on each other.", piece.name, "Leave one of them out.", field)
    if abs(found[0].point - found[-1].point) < 100 * SNAP:
        raise BadPlace("the line ends where it begins.", piece.name, "Lead it to another place.", field)
    points = [f.point for f in found]
    darts = tuple(dart or _dart_there(piece, points, k) for k, dart in enumerate(meant))
    path = _path(points, through, _square(piece, found[0], 1), _square(piece, found[-1], -1))
    return _through_pivots(LineOnPiece(tuple(Path((s,)) for s in path.segments), found, darts, lenses), piece)


def _places_found(
    places: tuple[Place, ...], piece: Piece, pattern: Pattern
) -> tuple[tuple[Found, ...], tuple[str | None, ...], tuple[str, ...]]:
    """Where the places lie; which dart each names; the double-pointed darts that the line runs through from point to point. Such a
    dart named as a place stands for both its points, the one nearer to where the line comes from first."""
    found: list[Found] = []
    meant: list[str | None] = []
    lenses: list[str] = []
    lens_of = {x.name: x for x in piece.lenses}
    known = {d.name for d in piece.darts}
    for k, p in enumerate(places):
        lens = lens_of.get(p.dart) if isinstance(p, DartPlace) and p.dart not in known else None
        if lens is None:
            found.append(p.found(piece, pattern))
            meant.append(p.dart if isinstance(p, DartPlace) else None)
            continue
        from_here = found[-1].point if found else places[k + 1].found(piece, pattern).point if k + 1 < len(places) else lens.upper
        tips = sorted((lens.upper, lens.lower), key=lambda z: abs(z - from_here), reverse=not found)
        found += [Found(z, None) for z in tips]
        meant += [None, None]
        lenses.append(lens.name)
    return tuple(found), tuple(meant), tuple(lenses)


def _through_pivots(line: LineOnPiece, piece: Piece) -> LineOnPiece:
    """The line with a place at every dart's point that it runs over without naming it: scissors there part the paper at the
    point, whatever they were told to follow. So with both points of a double-pointed dart: the line runs through it then."""
    pivots: dict[complex, str | None] = {d.pivot: d.name for d in reversed(darts_of(piece))}
    through = [x for x in piece.lenses if all(nearest_on(line.path, z)[0] < NEAR for z in (x.upper, x.lower))]
    pivots |= {z: None for x in through for z in (x.upper, x.lower) if z not in pivots}
    stretches: list[Path] = []
    places, darts = [line.places[0]], [line.darts[0]]
    for k, rest in enumerate(line.stretches):
        done = 0.0
        for along, pivot in _passed(rest, pivots):
            before, rest = rest.cut(along - done)
            done = along
            stretches.append(before.ending_at(pivot))
            rest = rest.reversed().ending_at(pivot).reversed()
            places.append(Found(pivot, spot_at(piece, pivot)))
            darts.append(pivots[pivot])
        stretches.append(rest)
        places.append(line.places[k + 1])
        darts.append(line.darts[k + 1])
    lenses = [x.name for x in through if x.name not in line.lenses and any(_is_between(p, x) for p in stretches)]
    return LineOnPiece(tuple(stretches), tuple(places), tuple(darts), (*line.lenses, *lenses))


def _is_between(stretch: Path, lens: Lens) -> bool:
    """Whether a stretch goes from one point of a double-pointed dart to the other."""
    ends, tips = (stretch.start, stretch.end), (lens.upper, lens.lower)
    return any(max(abs(a - b) for a, b in zip(ends, way, strict=True)) < NEAR for way in (tips, tips[::-1]))


def _passed(path: Path, pivots: Collection[complex]) -> list[tuple[float, complex]]:
    """(cm along, pivot) of those a path runs over between its ends, in order."""
    left, top, right, bottom = box_of(path.segments)
    found = []
    for z in pivots:
        if not (left - NEAR <= z.real <= right + NEAR and top - NEAR <= z.imag <= bottom + NEAR):
            continue
        if min(abs(z - path.start), abs(z - path.end)) < NEAR:
            continue
        gap, along = nearest_on(path, z)
        if gap < NEAR:
            # Where two of its segments meet there it is parted between them, not a hair beside.
            joints = accumulate(segment_length(seg) for seg in path.segments)
            found.append((next((j for j in joints if abs(j - along) < NEAR), along), z))
    return sorted(found, key=lambda x: x[0])


def _dart_there(piece: Piece, points: list[complex], k: int) -> str | None:
    """The dart at whose pivot place ``k`` lies, however it was named (the bust point); of several, the one into which the
    line runs on straightest."""
    here = [d for d in darts_of(piece) if abs(d.pivot - points[k]) < NEAR]
    if not here:
        return None
    before = points[k - 1] if k > 0 else points[1]
    onward = points[k] - before
    return max(here, key=lambda d: ((d.middle - d.pivot) / (d.depth or 1.0) * onward.conjugate()).real).name


def _path(points: list[complex], line: LineThrough, into: complex | None, out: complex | None) -> Path:
    start, end = into if line.square_start else None, out if line.square_end else None
    if line.shape == "straight" and not (start or end):
        return Path(tuple(pairwise(points)))
    if line.shape == "s":
        chord = points[-1] - points[0]
        turn = complex(1.0, S_TURN)
        start, end = start or chord * turn, end or chord * turn
    return fair_curve(points, start, end)


def _square(piece: Piece, found: Found, sense: int) -> complex | None:
    """Direction square to the outline at an end of a line: into the piece at its start (1), out of it at its end (−1)."""
    if found.spot is None:
        return None
    return piece.outline[found.spot.edge].path.direction_at(found.spot.along) * 1j * sense


def _drawn(name: str, piece: Piece, field: str) -> LineOnPiece:
    paths = [x.path for x in piece.lines if x.name == name]
    if not paths:
        error = no_such("line", name, list(dict.fromkeys(x.name for x in piece.lines)), piece.name)
        error.field = field
        raise error
    if len(paths) > 1:
        raise BadPlace(f"the {name} lies there in {len(paths)} parts.", piece.name, "Draw the line anew for this piece.", field)
    path = paths[0]
    ends = (Found(path.start, spot_at(piece, path.start)), Found(path.end, spot_at(piece, path.end)))
    darts = (_dart_there(piece, [path.start, path.end], 0), _dart_there(piece, [path.start, path.end], 1))
    return _through_pivots(LineOnPiece((path,), ends, darts), piece)


def line_words(line: Line, piece: Piece | None, unit: Unit) -> str:
    """As one would say it: "from the armhole … by way of … to the waist dart"; a drawn line by its name."""
    if isinstance(line, str):
        return f"the line “{line}”"
    through = line if isinstance(line, LineThrough) else LineThrough(through=line)
    words = [p.words(piece, unit) for p in through.through]
    by_way = f" by way of {', '.join(words[1:-1])}" if len(words) > 2 else ""
    shape = {"straight": "", "curve": ", curved", "s": ", as an S"}[through.shape]
    square = {(True, True): ", square at both ends", (True, False): ", square at its start", (False, True): ", square at its end"}
    return f"from {words[0]}{by_way} to {words[-1]}{shape}{square.get((through.square_start, through.square_end), '')}"
