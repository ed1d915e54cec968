"""Every move's own example, against the time a hand has before the table is felt to lag."""

from __future__ import annotations

from patterncraft.formats.verb_picture import plain_block
from patterncraft.house import HouseRules
from patterncraft.moves.move import Example
from patterncraft.moves.registry import MOVES, read_steps
from patterncraft.replay import replay

from .clock import Row, ms, per_call

RULES = HouseRules()
ONE_MOVE = 0.003
"""Seconds one move may take."""
ONE_PART = 0.015
"""Seconds of one that draws a part anew: it solves a curve for a length, some of them several times."""
PARTS = frozenset(("bell", "bishop", "cap_sleeve", "collar", "leg_of_mutton", "off_shoulder", "puff", "raglan", "sleeve"))


def rows() -> list[Row]:
    """One line a move, the slowest first; and how many turns of a dart each costs, which holds on any machine."""
    took = {name: _seconds(name, move.example) for name, move in MOVES.items() if move.example is not None}
    turn = took["rotate_dart"]
    blended = _blend_over_four()
    return [
        Row("blend over four pieces", f"{ms(blended)}, {blended / turn:.1f} turns of a dart", "≤ 15 ms", blended <= 0.015),
        *_own_examples(took, turn),
    ]


def _own_examples(took: dict[str, float], turn: float) -> list[Row]:
    most = {name: ONE_PART if name in PARTS else ONE_MOVE for name in took}
    return [
        Row(f"{name}, its own example", f"{ms(s)}, {s / turn:.1f} turns of a dart", f"≤ {most[name] * 1e3:.0f} ms", s <= most[name])
        for name, s in sorted(took.items(), key=lambda x: -x[1])
    ]


def _blend_over_four() -> float:
    """The waist of front and back panels, over both panel seams and the side."""
    panels = [
        {"move": "panel", "piece": p, "from": {"edge": "armhole", "fraction": 0.5}, "dart": "waist dart", "names": [f"centre {p}", f"side {p}"],
         "seam": f"{p} panel"} for p in ("front", "back")
    ]  # fmt: skip
    start = replay(plain_block("two bodices"), read_steps(panels), RULES).pattern
    edges = [[p, "waist"] for p in ("centre front", "side front", "side back", "centre back")]
    step = read_steps([{"move": "blend", "edges": edges}])[0]
    return per_call(lambda: step.apply(start, RULES), 0.3)


def _seconds(name: str, example: Example) -> float:
    step = read_steps([{"move": name, **example.step}])[0]
    start = replay(plain_block(example.block), read_steps(list(example.first)), RULES).pattern
    return per_call(lambda: step.apply(start, RULES), 0.2)
