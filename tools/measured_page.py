"""``docs/measured.md`` and its drawings: how a girth and a promise are measured, on two patterns worked by the application."""

from __future__ import annotations

from itertools import pairwise
from pathlib import Path
from typing import Any

from patterncraft.drafting.schools import school
from patterncraft.girths import by_name
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.level import Level, levels_on
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.replay import replay
from tests.samples import WHOLE

from .pages import drawing, sheet, written

ROOT = Path(__file__).resolve().parents[1]
PAGE = ROOT / "docs" / "measured.md"
DRAWINGS = ROOT / "docs" / "measured"
PLEATED: list[dict[str, Any]] = [
    {"move": "convert_dart", "piece": "skirt front", "dart": "waist dart", "into": "pleat"},
    {"move": "waistband", "depth": 4.0, "overlap": 3.0},
]
TAKEN_IN: list[dict[str, Any]] = [
    {"move": "extend", "piece": "front", "edge": "centre front", "width": 3.0, "as": "button stand"},
    {"move": "take_in_seam", "piece": "front", "at": {"edge": "side", "level": "waist"}, "amount": 4.0},
]
TEXT = """# How a promise and a girth are measured

Made by `make schema` from two worked patterns; do not edit. Everything that is *said* of a pattern (ledger, checks, run tables, comparisons, what a part is made
to) is asked of a few functions, and these measure the paper as it lies now. Nothing that was measured is stored. `tests/auditor/` measures the same with other
libraries out of the written file, after every step of random work, and has to come to the same within 0.01 cm.

## A side as it is sewn
`paper/as_sewn.py`. An edge is longer on the paper than in the garment where something is taken up in it:

| what | taken up |
|---|---|
| a dart | its mouth: its legs are no part of the edge's length |
| pleats, gathers, ease promised between two notches | what the interval is longer by than its partner; before there is one, by its ratio |
| the same promised of the whole seam | what the side is longer by, shared out over what has no rule of its own |

Places go through the same reading both ways (`AsSewn.sewn`, `.flat`), so a notch of the part lies where its stitch meets the style's. A part is drawn to the
length as sewn, and **takes the rules over** (`paper/taking_over.py`): a skirt front whose dart became a pleat, with its waistband:

![the skirt front, its pleat between two notches, and the band](measured/pleat.svg)

| {seam} from … to | {side} | waistband | promised |
|---|---|---|---|
{intervals}
| in all | {flat:.2f} | **{band:.2f}** | {rule} |

A rule goes only by a step that says so. What a step gave up, and what a later seam covered, stands in its sums; a rule that is gone and was not spoken of is a
defect (`paper/follow.py`, `Undeclared`), as paper is that is not accounted for.

**How often.** Each side is cut so many times, on the fold twice over (`paper/times.py`). Two sides that are never equally often (a half hem on a whole band) are
broken, with both wholes told, also where the half lengths agree.

**Who gives.** Truing moves the side, the darts, or by consent the true centre; what lies beyond the centre (a button stand) is neither given nor counted.

## A level is where the paper is
`paper/level.py`. A level is known by a line on the piece: straight, within 30° of square to the grain, drawn over 7/10 of the paper at least. The *line* is
where to measure, not what: it is run on to the outline, or cut off there.

![the front with its side taken in at the waist: what is measured of each level is drawn thick](measured/levels.svg)

- a dart or lens counts shut, as deep as it is at that level; over an open dart the other leg is the same place;
- new paper between two parts of a line (a slash spread) is paper: measured straight across;
- what lies beyond the true centre is left out;
- where an armhole was lowered past the level, the side is run on to it.

After each step the drawn line is made to follow its paper from edge to edge (`paper/levels_drawn.py`).

**A girth** (`girths.py`) is a level over all pieces of the garment's own cloth that are sewn to each other there, each as often as it is cut. It goes round only
when every piece's ends are a centre or meet a piece that has the level, too. No girth: a line down the grain, a strip or collar stand, what goes round an arm.
Free waists and hems are edges: they are measured as sewn.

Here each side seam was taken in by 4.00 at the waist, on a block that is {before:.2f} round there: {before:.2f} − 2 × 4.00 = **{after:.2f}**, whatever was drawn
on the block.

**Whose girth an edge is** (elastic at a hem, a rib, a band) is found from where it lies on body or limb, between landmarks (`body_at.py`); what the cloth gives
there, from how the grain lies to the edge (`paper/gives.py`).

## A cure is tried first
`checks/cures.py`. Each step that a check proposes is done on a copy: it is offered only if the finding is then gone, nothing else is broken or new, and the
same is not offered again. Where none of them does: words, without a button.
"""


def page() -> dict[Path, str]:
    """The page with its two drawings."""
    skirt = _worked(school("skirt").draft(WHOLE).pattern, PLEATED)
    waist = next(p for p in ledger(skirt, HouseRules()) if p.name == "waist")
    block = school("bodice-shoulder-dart").draft(WHOLE).pattern
    taken = _worked(block, TAKEN_IN)
    rows = [f"| {i.start} … {i.end} | {i.length_a:.2f} | {i.length_b or 0:.2f} | {i.rule or 'equal'} |" for i in waist.intervals]
    text = TEXT.format(
        seam="waist",
        side=waist.side_a,
        intervals="\n".join(rows),
        flat=waist.length_a,
        band=waist.length_b or 0,
        rule=waist.rule,
        before=by_name(block)["waist"].length,
        after=by_name(taken)["waist"].length,
    )
    return {
        PAGE: text,
        DRAWINGS / "pleat.svg": _side_by_side(skirt, ("skirt front", "waistband")),
        DRAWINGS / "levels.svg": _levels(taken, taken.piece("front")),
    }


def _worked(start: Pattern, steps: list[dict[str, Any]]) -> Pattern:
    done = replay(start, read_steps(steps), HouseRules())
    if done.stopped:
        raise done.stopped
    return done.pattern


def _side_by_side(pattern: Pattern, names: tuple[str, ...]) -> str:
    """Sheets with their notches, one over the other, the top of the first only."""
    pieces = [pattern.piece(n) for n in names]
    first, second = pieces
    down = first.box[1] - second.box[3] - 3
    across = first.box[0] - second.box[0]
    inner = [*sheet(pattern, first), f'<g transform="translate({across:.2f} {down:.2f})">{"".join(sheet(pattern, second))}</g>']
    left, top = first.box[0], second.box[1] + down
    right = max(first.box[2], second.box[2] + across)
    return drawing((left, top, right, first.box[1] + 22), inner)


def _levels(pattern: Pattern, piece: Piece) -> str:
    """The sheet, and what is measured of each level thick upon it."""
    strokes = [x for level in levels_on(piece).values() for x in _thick(level)]
    return drawing(piece.box, [*sheet(pattern, piece), *strokes])


def _thick(level: Level) -> list[str]:
    at = [f"M {s.a.real:.2f} {s.a.imag:.2f} L {s.b.real:.2f} {s.b.imag:.2f}" for s in level.counted]
    path = "".join(at)
    gaps = [(a.b, b.a) for a, b in pairwise(level.counted) if abs(a.b - b.a) > 0.01]
    dots = "".join(f'<circle cx="{z.real:.2f}" cy="{z.imag:.2f}" r=".5" fill="#a02428"/>' for gap in gaps for z in gap)
    return [f'<path d="{path}" stroke="#a02428" stroke-width=".6" fill="none"/>', dots]


def main() -> None:
    """Write the page and its drawings."""
    written(page(), DRAWINGS)


if __name__ == "__main__":
    main()
