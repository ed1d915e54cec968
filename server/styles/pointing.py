"""A hand on the table: which sheet and place it means, and the line that is being drawn place by place."""

from __future__ import annotations

from contextlib import suppress
from typing import Any

from pydantic import TypeAdapter, ValidationError

from patterncraft.errors import BadPlace, PatternError
from patterncraft.formats.drawing import Point
from patterncraft.formats.table import Lie, Lies
from patterncraft.geometry.svgpath import to_svg
from patterncraft.geometry.transform import Transform
from patterncraft.handwork.pointed_slashes import slash_pointed_at
from patterncraft.handwork.slashes import SlashAt
from patterncraft.moves.registry import MOVES
from patterncraft.paper.nearest import nearest_spot
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.paper.sewn import point_of
from patterncraft.places.line import Line, LineThrough, line_on
from patterncraft.places.place import Place
from patterncraft.places.pointing import nearest_place, nearest_target, pointed_place
from patterncraft.replay import Replay
from patterncraft.units import Unit

from .shapes import Pointer, Sketch, SketchPoint

ONE_PLACE = ("place", "level", "seam or place")
"""Picks that one place fills."""
_PLACE: TypeAdapter[Place] = TypeAdapter(Place)
_LINE: TypeAdapter[Line] = TypeAdapter(Line)
_SLASHES: TypeAdapter[tuple[SlashAt, ...]] = TypeAdapter(tuple[SlashAt, ...])


def point_at(trying: dict[str, Any], pointer: Pointer | None, before: Replay, lies: Lies, unit: Unit) -> tuple[dict[str, Any], str]:
    """The step with the parameter filled that the hand points out, and the place in words.

    Raises BadPlace where no sheet lies there, NoSuchName for a piece that is not on the table.
    """
    if pointer is None:
        return dict(trying), ""
    pattern = before.pattern
    at = complex(pointer.x, pointer.y)
    piece = pattern.piece(pointer.piece) if pointer.piece else sheet_under(pattern, lies, at)
    own = lies.get(piece.name, Lie(0j)).by.inverse().point(at)
    on_piece = "piece" in (MOVES[str(trying["move"])].model_fields if trying.get("move") in MOVES else ("piece",))
    step = dict(trying) | ({"piece": piece.name} if on_piece and "piece" not in trying else {})
    if pointer.field == "to":
        place: Place = nearest_target(piece, own, str(trying.get("dart", "")))
        return step | {"to": _data(place)}, place.words(piece, unit)
    if pick_of(trying, pointer.field) in ONE_PLACE:
        place = nearest_place(piece, own)
        return step | {pointer.field: _data(place)}, place.words(piece, unit)
    if pick_of(trying, pointer.field) == "shares":
        place = nearest_target(piece, own, str(trying.get("dart", "")))
        shares = list(trying.get(pointer.field) or [])
        at = len(shares) if pointer.index is None else min(pointer.index, len(shares))
        left = max(0.01, round(1.0 - sum(float(x.get("share", 0)) for x in shares), 4))
        kept = shares[at].get("share", left) if at < len(shares) else left
        shares[at : at + 1] = [{"to": _data(place), "share": kept}]
        return step | {pointer.field: shares}, place.words(piece, unit)
    if pick_of(trying, pointer.field) == "slashes":
        edges = (str(trying.get("from_edge", "")), str(trying.get("to_edge", "")))
        given = _SLASHES.validate_python(trying.get("at") or ())
        found = slash_pointed_at(piece, pattern, own, edges, given, pointer.index, unit)
        slashed = {k: v for k, v in step.items() if k != "count"}
        return slashed | {"at": [x if isinstance(x, str) else [_data(p) for p in x] for x in found.at]}, found.words
    if pointer.field.startswith("zone"):
        place = nearest_place(piece, own)
        key = pointer.field.partition(".")[2] or "from"
        return step | {"zone": {**dict(trying.get("zone") or {}), key: _data(place)}}, place.words(piece, unit)
    place = pointed_place(piece, pattern, own, pointer.reach)
    if pick_of(trying, pointer.field) == "places":
        on_way = list(trying.get(pointer.field) or [])
        number = len(on_way) if pointer.index is None else min(pointer.index, len(on_way))
        on_way[number : number + 1] = [_data(place)]
        return step | {pointer.field: on_way}, place.words(piece, unit)
    line = trying.get(pointer.field)
    places = list(line.get("through", ())) if isinstance(line, dict) else list(line) if isinstance(line, list) else []
    index = len(places) if pointer.index is None else min(pointer.index, len(places))
    places[index : index + 1] = [_data(place)]
    shape = {k: v for k, v in line.items() if k != "through"} if isinstance(line, dict) else {}
    return step | {pointer.field: {"through": places, **shape}}, place.words(piece, unit)


def pick_of(trying: dict[str, Any], field: str) -> str:
    """How a parameter of the step in the making is picked; empty where the move or the parameter is not known."""
    move = MOVES.get(str(trying.get("move", "")))
    slots = move.slots() if move else []
    return next((s.pick for s in slots if field in s.fields), "")


def sheet_under(pattern: Pattern, lies: Lies, at: complex) -> Piece:
    """The sheet that lies under a hand, or, beside all of them, the one whose edge is nearest within 6 cm.

    Raises BadPlace where there is none.
    """
    near: list[tuple[float, Piece]] = []
    for p in pattern.pieces:
        own = lies.get(p.name, Lie(0j)).by.inverse().point(at)
        left, top, right, bottom = p.box
        if left - 6 <= own.real <= right + 6 and top - 6 <= own.imag <= bottom + 6:
            if p.contains(own)[0]:
                return p
            near.append((abs(point_of(p, nearest_spot(p, own)) - own), p))
    if not near:
        raise BadPlace("no sheet lies there.", cure="Point at a piece.")
    return min(near, key=lambda x: x[0])[1]


def sketch(step: dict[str, Any], pattern: Pattern, lies: Lies, unit: Unit) -> Sketch | None:
    """The line of a step in the making, as it lies on the table; None where it has none yet, or names one drawn before."""
    data, name = step.get("line"), step.get("piece")
    piece = next((p for p in pattern.pieces if p.name == name), None)
    if piece is not None and isinstance(step.get("at"), list) and pick_of(step, "at") == "slashes":
        return _slashes(step["at"], piece, pattern, lies.get(piece.name, Lie(0j)).by, unit)
    if piece is not None and data is None and isinstance(step.get("zone"), dict):
        return _zone(step["zone"], piece, pattern, lies.get(piece.name, Lie(0j)).by, unit)
    if piece is None or data is None or isinstance(data, str):
        return None
    raw = data.get("through", []) if isinstance(data, dict) else data
    by = lies.get(piece.name, Lie(0j)).by
    try:
        places = [_PLACE.validate_python(p) for p in raw]
        points = [(p.found(piece, pattern).point, p.words(piece, unit)) for p in places]
    except (PatternError, ValidationError):
        return None
    d = ""
    # A line that cannot be drawn has its places all the same: one of them is to be moved.
    with suppress(PatternError, ValidationError):
        if len(places) > 1:
            line = _LINE.validate_python(data)
            whole = line if isinstance(line, LineThrough) else LineThrough(through=tuple(places))
            d = to_svg(line_on(whole, piece, pattern).path.placed(by))
    spots = [by.point(z) for z, _ in points]
    return Sketch(
        piece=piece.name,
        d=d,
        points=[SketchPoint(at=Point(x=z.real, y=z.imag), words=words) for z, (_, words) in zip(spots, points, strict=True)],
    )


def _zone(given: dict[str, Any], piece: Piece, pattern: Pattern, by: Transform, unit: Unit) -> Sketch | None:
    """Both ends of a zone, as far as they are given."""
    try:
        places = [_PLACE.validate_python(given[key]) for key in ("from", "to") if given.get(key)]
        spots = [by.point(p.found(piece, pattern).point) for p in places]
    except (PatternError, ValidationError):
        return None
    points = [SketchPoint(at=Point(x=z.real, y=z.imag), words=p.words(piece, unit)) for z, p in zip(spots, places, strict=True)]
    return Sketch(piece=piece.name, d="", points=points)


def _slashes(given: list[Any], piece: Piece, pattern: Pattern, by: Transform, unit: Unit) -> Sketch | None:
    """Slashes that are listed, each numbered where it begins."""
    try:
        slashes = _SLASHES.validate_python(given)
        lines = [line_on(s, piece, pattern, "at") for s in slashes]
    except (PatternError, ValidationError):
        return None
    words = [s if isinstance(s, str) else f"{s[0].words(piece, unit)}, to {s[1].words(piece, unit)}" for s in slashes]
    starts = [by.point(line.path.start) for line in lines]
    return Sketch(
        piece=piece.name,
        d=" ".join(to_svg(line.path.placed(by)) for line in lines),
        points=[SketchPoint(at=Point(x=z.real, y=z.imag), words=w) for z, w in zip(starts, words, strict=True)],
    )


def _data(place: Place) -> dict[str, Any]:
    data: dict[str, Any] = place.model_dump(mode="json", by_alias=True, exclude_defaults=True)
    return data
