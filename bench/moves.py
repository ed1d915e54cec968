"""Every move's own example, against the time a hand has before the table is felt to lag."""

from __future__ import annotations

from patterncraft.formats.verb_picture import plain_block
from patterncraft.house import HouseRules
from patterncraft.moves.move import Example
from patterncraft.moves.registry import MOVES, read_steps

from .clock import Row, ms, per_call

RULES = HouseRules()
ONE_MOVE = 0.003
"""Seconds one move may take."""


def rows() -> list[Row]:
    """One line a move, the slowest first; and how many turns of a dart each costs, which holds on any machine."""
    took = {name: _seconds(name, move.example) for name, move in MOVES.items() if move.example is not None}
    turn = took["rotate_dart"]
    return [
        Row(f"{name}, its own example", f"{ms(s)}, {s / turn:.1f} turns of a dart", f"≤ {ONE_MOVE * 1e3:.0f} ms", s <= ONE_MOVE)
        for name, s in sorted(took.items(), key=lambda x: -x[1])
    ]


def _seconds(name: str, example: Example) -> float:
    step = read_steps([{"move": name, **example.step}])[0]
    start = plain_block(example.block)
    return per_call(lambda: step.apply(start, RULES), 0.2)
