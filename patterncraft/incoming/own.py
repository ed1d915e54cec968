"""Our own drawings, read back without a plan: strokes that say what they are, and the head with what they promise."""

from __future__ import annotations

import json
from collections.abc import Mapping
from itertools import groupby
from typing import Any

from ..drafting.school import Block
from ..errors import BadFile
from ..formats.openfile import BlockFile
from ..formats.openfile_io import read_block, read_file
from ..geometry.path import Path
from ..geometry.svgpath import to_svg
from ..geometry.transform import slide
from .drawn import Drawn, DrawnPath


def is_own(drawn: Drawn) -> bool:
    """Whether the drawing is one of ours."""
    return drawn.promises is not None and any(p.tags.get("role") == "edge" for p in drawn.paths)


def own_block(drawn: Drawn, where: str = "") -> Block:
    """The block in one of our drawings, every sheet where it lay before it was drawn. Raises BadFile as for the open file, and where
    strokes of a piece are missing."""
    head = drawn.promises or {}
    strokes: dict[str, list[DrawnPath]] = {}
    for p in drawn.paths:
        if p.tags.get("piece"):
            strokes.setdefault(p.tags["piece"], []).append(p)
    pieces = [_piece(x, strokes, where) for x in head.get("pieces", []) if isinstance(x, dict)]
    data = {
        "format": "steady-shear",
        "version": 1,
        "kind": "block",
        "name": str(head.get("name", ""))[:120],
        "pieces": pieces,
        "seams": head.get("seams", []),
    }
    return read_block(read_file(json.dumps(data).encode(), BlockFile, where), where)


def _piece(head: Mapping[str, Any], strokes: Mapping[str, list[DrawnPath]], where: str) -> dict[str, Any]:
    name = str(head.get("name", ""))
    found = strokes.get(name, [])
    if not any(p.tags.get("role") == "edge" for p in found):
        raise BadFile(
            f"the outline of the {name} is no longer in it.", where, "Export the block once more, or import it with a plan."
        )
    at = head.get("at", [0, 0])
    back = slide(-complex(float(at[0]), float(at[1])))
    edges = [
        {"edge": tags.get("name", ""), "kind": tags.get("kind", ""), "path": to_svg(path.placed(back))}
        for tags, path in _whole(found, "edge")
    ]
    grain = next((path.placed(back) for _, path in _whole(found, "grain")), None)
    kind = next((tags.get("kind", "straight") for tags, _ in _whole(found, "grain")), "straight")
    sides = {
        role: {t.get("order", "").split(".")[0]: (t.get("name", ""), p.placed(back)) for t, p in _whole(found, role)}
        for role in ("left", "right")
    }
    return {
        "name": name,
        "outline": edges,
        "darts": head.get("darts", []),
        "cut": head.get("cut", {}),
        "marks": [
            {"name": t.get("name", ""), "at": _pair(p.placed(back).start), "kind": t.get("kind") or "point"}
            for t, p in _whole(found, "mark")
        ],
        "lines": [{"name": t.get("name", ""), "path": to_svg(p.placed(back))} for t, p in _whole(found, "line")],
        "lenses": [
            {"name": called, "left": to_svg(left), "right": to_svg(sides["right"][n][1])}
            for n, (called, left) in sides["left"].items()
            if n in sides["right"]
        ],
        "grain": {"from": _pair(grain.start), "to": _pair(grain.end), "kind": kind} if grain else None,
    }


def _pair(z: complex) -> list[float]:
    return [z.real, z.imag]


def _whole(found: list[DrawnPath], role: str) -> list[tuple[Mapping[str, str], Path]]:
    """Strokes of one role in their order; one that was written in several parts is one again."""

    def place(p: DrawnPath) -> tuple[int, int]:
        whole, _, part = p.tags.get("order", "0").partition(".")
        return int(whole or 0), int(part or 0)

    def single(p: DrawnPath) -> tuple[int, str]:
        return place(p)[0], p.tags.get("name", "")

    own = [p for p in found if p.tags.get("role") == role]
    if role in ("line", "mark", "grain"):
        # These have no order among themselves: a part that runs on from the one before belongs to it.
        return _runs_on(own)
    out = []
    for _, parts in groupby(sorted(own, key=place), single):
        listed = list(parts)
        out.append((listed[0].tags, Path(tuple(s for p in listed for s in p.path.segments))))
    return out


def _runs_on(own: list[DrawnPath]) -> list[tuple[Mapping[str, str], Path]]:
    out: list[tuple[Mapping[str, str], Path]] = []
    for p in own:
        part = int(p.tags.get("order", "0").partition(".")[2] or 0)
        if part > 0 and out and out[-1][0].get("name") == p.tags.get("name"):
            out[-1] = (out[-1][0], Path((*out[-1][1].segments, *p.path.segments)))
        else:
            out.append((p.tags, p.path))
    return out
