"""One dress of twenty steps and ten pieces cut on twelve people: looked over, its lengths side by side, and everything written for the printers."""

from __future__ import annotations

import time
from collections.abc import Callable
from typing import Any, Final

from patterncraft.comparing.size_run import Body, SizeRun, size_run
from patterncraft.drafting.schools import school
from patterncraft.finishing.finish import finish
from patterncraft.formats.nested import Size
from patterncraft.formats.nested_svg import nested_svg
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.style import on_one_table
from tests.samples import WHOLE

from .clock import Row, table

PEOPLE: Final = 12
RULES: Final = HouseRules()


def _line(piece: str, edge: str, other: str, down: float, names: list[str], seam: str) -> dict[str, Any]:
    """Straight across, so far down both edges."""
    places = [{"edge": e, "from": "start" if e == edge else "end", "distance": down} for e in (edge, other)]
    return {"move": "cut_along", "piece": piece, "line": places, "names": names, "seam": seam}


def _seam(piece: str, edge: str) -> dict[str, Any]:
    return {"move": "turn_edge_into", "piece": piece, "edge": edge, "kind": "seam"}


def _open(piece: str, count: int, amount: float, **more: Any) -> dict[str, Any]:
    return {
        "move": "slash_and_spread",
        "piece": piece,
        "from_edge": "hem",
        "to_edge": "waist",
        "count": count,
        "opening": amount,
        **more,
    }


STEPS: Final[list[dict[str, Any]]] = [
    {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}},
    {
        "move": "cut_along",
        "piece": "front",
        "line": {
            "through": [{"edge": "armhole", "from": "shoulder", "fraction": 0.5}, {"dart": "waist dart"}],
            "shape": "curve",
            "square_start": True,
        },
        "names": ["centre front", "side front"],
        "seam": "front panel",
    },
    {
        "move": "cut_along",
        "piece": "back",
        "line": [
            {"edge": "armhole", "from": "shoulder", "fraction": 0.4},
            {"edge": "centre back", "from": "neckline", "distance": 13.0},
        ],
        "names": ["yoke", "lower back"],
        "seam": "yoke seam",
    },
    _seam("lower back", "centre back"),
    {"move": "slash_and_spread", "piece": "sleeve", "from_edge": "hem", "to_edge": "cap", "count": 5, "opening": 2.5},
    _open("skirt front", 4, 4.0, hinge="none"),
    {"move": "overlap", "piece": "skirt back", "from_edge": "hem", "to_edge": "waist", "count": 1, "amount": 1.0},
    _seam("yoke", "centre back"),
    _seam("skirt back", "centre back"),
    {"move": "closure", "piece": "yoke", "edge": "centre back", "kind": "zip", "length": 60.0},
    _line("skirt front", "side", "centre front", 40.0, ["skirt front", "front flounce"], "front flounce seam"),
    _line("skirt back", "side", "centre back", 40.0, ["skirt back", "back flounce"], "back flounce seam"),
    {
        "move": "cut_along",
        "piece": "sleeve",
        "line": [
            {"edge": "front underarm", "from": "hem", "distance": 12.0},
            {"edge": "back underarm", "from": "hem", "distance": 12.0},
        ],
        "names": ["sleeve", "sleeve frill"],
        "seam": "frill seam",
    },
    {
        "move": "slash_and_spread",
        "piece": "front flounce",
        "from_edge": "hem",
        "to_edge": "front flounce seam",
        "count": 8,
        "opening": 3.0,
    },
    {
        "move": "slash_and_spread",
        "piece": "back flounce",
        "from_edge": "hem",
        "to_edge": "back flounce seam",
        "count": 8,
        "opening": 3.0,
    },
    {"move": "slash_and_spread", "piece": "sleeve frill", "from_edge": "hem", "to_edge": "frill seam", "count": 8, "opening": 2.0},
    {"move": "notch", "seam": "front panel", "at": 12.0},
    {"move": "notch", "seam": "frill seam", "at": 8.0},
    {"move": "notch", "seam": "front flounce seam", "at": 10.0},
    {"move": "notch", "seam": "back flounce seam", "at": 10.0},
]


def people() -> list[Body]:
    """Twelve women from slight to full, each with her bodice, sleeve and skirt."""
    out = []
    for n in range(PEOPLE):
        body = WHOLE | {k: WHOLE[k] + 1.5 * (n - 4) for k in ("bust_girth", "waist_girth", "hip_girth")}
        bodice = school("bodice-direct").draft(body, {})
        blocks = {
            "bodice": bodice.pattern,
            "sleeve": school("sleeve-compass").draft(body, {}, bodice).pattern,
            "skirt": school("skirt").draft(body, {}).pattern,
        }
        out.append(Body(f"singer {n + 1}", on_one_table(blocks, body)))
    return out


def cut() -> SizeRun:
    """The dress on all of them."""
    return size_run(people(), read_steps(STEPS), RULES)


def _seconds(what: Callable[[], Any]) -> tuple[float, Any]:
    start = time.perf_counter()
    found = what()
    return time.perf_counter() - start, found


def rows() -> list[Row]:
    """Targets in seconds, at this machine's pace."""
    bodies = people()
    steps = read_steps(STEPS)
    took, found = _seconds(lambda: size_run(bodies, steps, RULES))
    sizes = [Size(c.label, c.pattern, finish(c.pattern, RULES, c.label)) for c in found.cuts]
    drawn, _ = _seconds(lambda: nested_svg(sizes, "Bench"))
    pieces = {len(c.pattern.pieces) for c in found.cuts}
    what = f"twelve people × {len(STEPS)} steps × {'/'.join(map(str, sorted(pieces)))} pieces"
    return [
        Row(what, f"{took:.2f} s", "3.00 s", took <= 3),
        Row("  drawn over each other", f"{drawn * 1e3:.0f} ms", ""),
        Row("  that cannot be done", str(sum(len(c.cannot) for c in found.cuts)), "0", not any(c.cannot for c in found.cuts)),
    ]


if __name__ == "__main__":
    print(table(rows()))
