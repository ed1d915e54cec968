"""From style to cloth: a pattern written for every printer, and twenty pieces laid on a cloth 140 cm wide.

``python -m bench.cloth long`` also lays them for a minute and for ten, and tells how near the one comes to the other.
"""

from __future__ import annotations

import sys
import time
from dataclasses import replace

import shapely

from patterncraft.comparing.size_run import done_on
from patterncraft.drafting.schools import school
from patterncraft.finishing.finish import FinishedPiece, finish
from patterncraft.formats.dxf import pattern_dxf
from patterncraft.formats.hpgl import pattern_hpgl
from patterncraft.formats.making_sheet import making_sheet
from patterncraft.formats.pdf import pattern_pdf
from patterncraft.house import HouseRules
from patterncraft.laying.cloth import Cloth, LayOrder
from patterncraft.laying.engine import lays
from patterncraft.laying.lay import Lay
from patterncraft.laying.packing import task_of
from patterncraft.laying.shapes import Shape, shapes_for
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import Replay
from patterncraft.style import on_one_table
from tests.samples import FULL, SMALL, WHOLE

from .clock import Row, ms, per_call, table
from .size_run import RULES, STEPS, people

GAP = 0.3
# The second with the hips that a waist like that has; the third as narrow.
BODIES = (
    ("average", WHOLE),
    ("full", WHOLE | FULL | {"hip_girth": FULL["waist_girth"] + 24}),
    ("small", WHOLE | SMALL | {"hip_girth": SMALL["waist_girth"] + 24}),
)
CLOTH = Cloth(width=140, selvedge=0)
PIECES = 20


def wardrobe() -> tuple[Pattern, tuple[FinishedPiece, ...]]:
    """Bodice, sleeve and skirt of three bodies: fifteen sheets."""
    blocks = {}
    for name, body in BODIES:
        bodice = school("bodice-direct").draft(body, {})
        blocks[f"{name} bodice"] = bodice.pattern
        blocks[f"{name} sleeve"] = school("sleeve-compass").draft(body, {}, bodice).pattern
        blocks[f"{name} skirt"] = school("skirt").draft(body, {}).pattern
    pattern = on_one_table(blocks)
    return pattern, finish(pattern, HouseRules(), "Bench")


def twenty() -> list[Shape]:
    """As single cloth takes them: opened out, sleeves in pairs."""
    shapes, _ = shapes_for(wardrobe()[1], "shell", CLOTH, LayOrder(how="single", gap=GAP))
    out: list[Shape] = []
    while sum(s.times for s in out) < PIECES:
        out += shapes[: PIECES - sum(s.times for s in out)]
    return out


def dresses() -> list[Shape]:
    """Ten pieces each of the size run's dress on two singers, on doubled cloth: twenty to lay."""
    out: list[Shape] = []
    for body in people()[3:6:2]:
        pattern = done_on(body.table, read_steps(STEPS), RULES)[0].pattern
        out += shapes_for(finish(pattern, RULES), "shell", CLOTH, LayOrder(how="doubled", gap=GAP))[0]
    return out


def thirty_steps() -> Replay:
    """The dress with ten notches more."""
    more = [{"move": "notch", "seam": "front panel", "at": 2.0 + n} for n in range(10)]
    return done_on(people()[4].table, read_steps([*STEPS, *more]), RULES)[0]


def rows_of_boxes(shapes: list[Shape]) -> float:
    """cm: boxes side by side across the cloth as they come, a new row where no more goes."""
    boxes = [(s.box[2] - s.box[0] + GAP, s.wide + GAP) for s in shapes for _ in range(s.times)]
    total = across = row = 0.0
    for long, wide in boxes:
        if across + wide > CLOTH.usable + GAP:
            total, across, row = total + row, 0.0, 0.0
        across, row = across + wide, max(row, long)
    return total + row


def laid(shapes: list[Shape], seconds: float) -> Lay:
    """The best lay of so many seconds."""
    order = LayOrder(how="single", gap=GAP, seconds=seconds)
    return list(lays(task_of(shapes, CLOTH, order), order))[-1]


def laps(lay: Lay) -> int:
    """Pairs of pieces that share more than a thousandth of a square centimetre, by shapely."""
    found = [shapely.Polygon([(z.real, z.imag) for z in r]) for r in lay.rings()]
    return sum(a.intersection(b).area > 1e-3 for i, a in enumerate(found) for b in found[:i])


def rows() -> list[Row]:
    """Written and laid."""
    pattern, pieces = wardrobe()
    some = pieces[:14]
    pattern = replace(pattern, pieces=pattern.pieces[:14], seams=(), notches=())
    shapes, blocks = dresses(), twenty()
    boxes = rows_of_boxes(shapes)
    began = time.perf_counter()
    ten = laid(shapes, 10)
    took = time.perf_counter() - began
    others = laid(blocks, 10)
    steps = thirty_steps()
    return [
        _within("PDF of 14 pieces on A4", per_call(lambda: pattern_pdf(some, "Bench")), 0.6),
        _within("DXF of them", per_call(lambda: pattern_dxf(some, "Bench", pattern)), 0.4),
        Row("HPGL of them", ms(per_call(lambda: pattern_hpgl(some)))),
        Row(f"two dresses, {len(shapes)} pieces on 140 cm, in rows of boxes", f"{boxes:.0f} cm"),
        Row(
            f"the same laid for ten seconds ({took:.1f} s)",
            f"{ten.length:.0f} cm, {ten.length / boxes:.2f}",
            "≤ 0.76",
            ten.length <= 0.76 * boxes,
        ),
        Row("  of them become pieces", f"{100 * ten.efficiency:.0f} %"),
        Row(
            "twenty bodices, sleeves and wide skirts so",
            f"{others.length:.0f} cm, {others.length / rows_of_boxes(blocks):.2f}; {100 * others.efficiency:.0f} %",
        ),
        Row("pieces that lap", str(laps(ten) + laps(others)), "0", laps(ten) + laps(others) == 0),
        _within(f"making sheet of {len(steps.done)} steps", per_call(lambda: making_sheet(steps, "Bench", "cm")), 2.0),
    ]


def _within(what: str, seconds: float, target: float) -> Row:
    return Row(what, ms(seconds), f"≤ {target} s", seconds <= target)


def long_rows() -> list[Row]:
    """A minute against ten."""
    shapes = dresses()
    one, best = laid(shapes, 60), laid(shapes, 600)
    return [
        Row("laid for a minute", f"{one.length:.1f} cm"),
        Row(
            "laid for ten minutes",
            f"{best.length:.1f} cm, a minute {100 * (one.length / best.length - 1):.1f} % longer",
            "≤ 2 %",
            one.length <= 1.02 * best.length,
        ),
    ]


if __name__ == "__main__":
    print(table(long_rows() if "long" in sys.argv else rows()))
