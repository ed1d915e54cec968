"""Rich samples: pieces and patterns that have of everything at once, so that what is lost anywhere is missed.

=========================  ==========================================================================
``rich_bodice``            two darts at one pivot; marks of all three kinds; a line cut in two under one
                           name, one that runs off the centre, one on each side of the darts; tape; a
                           patch of new paper with its account; bias grain; a double-pointed dart; a dart
                           that a person named; single and double notches; seams of one and two stretches
``shut_bodice``            the same with a zip over a notch and on through a second seam, and buttons
``cut_bodice``             the same as the first, its front cut in two through both darts, its back across: sides of
                           two and three stretches, walked both ways, cut names, legs that became a seam
``gathered_skirt``         a zone spread in a seam: a rule for an interval, on both partners' notches
``mirrored_pair``          a piece turned over beside the one it was, with a seam walked from its far end
=========================  ==========================================================================
"""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from patterncraft.geometry.path import Path, straight
from patterncraft.geometry.transform import slide, turn_over
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.closure import Closure, Reach
from patterncraft.paper.draw import redraw
from patterncraft.paper.edge import Edge
from patterncraft.paper.lens import straight_lens
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import CutPlan, DrawnLine, Grain, Mark, Piece
from patterncraft.paper.seam import Notch, Seam, SeamRule, Stretch
from patterncraft.replay import replay
from tests.conftest import draft
from tests.samples import WHOLE, square

RULES = HouseRules()
PANEL: dict[str, Any] = {
    "move": "cut_along",
    "piece": "front",
    "line": [{"edge": "armhole", "from": "shoulder", "fraction": 0.5}, {"dart": "waist dart"}],
    "names": ["centre front", "side front"],
    "seam": "panel",
}
"""The front cut in two from the armhole through the bust point; both its darts close into the seam."""
PATCH = Path(((16 + 9j, 18 + 9j), (18 + 9j, 18 + 12j), (18 + 12j, 16 + 12j), (16 + 12j, 16 + 9j)))
"""New paper on the front, between the bust point and the armhole: 2 × 3 cm."""


def worked(pattern: Pattern, *steps: dict[str, Any]) -> Pattern:
    """The steps done; one that cannot be done fails the test that asked."""
    done = replay(pattern, read_steps(list(steps)), RULES)
    assert done.stopped is None, done.stopped
    return done.pattern


def rich_bodice() -> Pattern:
    """See the table. The front's two darts meet at the bust point; everything else lies clear of them."""
    pattern = draft(WHOLE).pattern
    front, back = pattern.piece("front"), pattern.piece("back")
    bust = front.mark("bust point").at
    front = replace(
        front,
        marks=(
            *front.marks,
            Mark("pocket", bust + complex(-5, 7), "drill"),
            Mark("first button", complex(0.0, bust.imag - 6), "button"),
        ),
        lines=(
            *front.lines,
            DrawnLine("yoke", straight(complex(0, bust.imag - 9), complex(7, bust.imag - 10))),
            DrawnLine("yoke", straight(complex(9, bust.imag - 10.5), complex(14, bust.imag - 11))),
            DrawnLine("low", Path(((bust + 5 + 8j, bust + 6 + 9j, bust + 7 + 11j, bust + 8 + 11.5j),))),
        ),
        grain=Grain(complex(3, bust.imag - 4), complex(6, bust.imag - 7), "bias"),
        paper=replace(
            front.paper,
            tapes=(straight(complex(2, bust.imag + 4), complex(2, bust.imag + 9)), straight(bust + 6 + 7j, bust + 9 + 7.5j)),
            patches=(PATCH,),
            block=front.area - 6.0 + 1.5,
            new=6.0,
            away=1.5,
        ),
        cut=CutPlan(1, True, False, "lining"),
    )
    back = replace(
        back,
        lenses=(straight_lens("back dart", 7 + 22j, 6.2 + 27j, 7.9 + 27.5j, 7 + 32j),),
        darts=tuple(replace(d, named=True, set_back=1.75) for d in back.darts),
    )
    return replace(pattern, pieces=tuple({"front": front, "back": back}.get(p.name, p) for p in pattern.pieces))


def cut_bodice() -> Pattern:
    """See the table."""
    return worked(
        rich_bodice(),
        PANEL,
        {
            "move": "cut_along",
            "piece": "back",
            "line": [
                {"edge": "armhole", "from": "shoulder", "fraction": 0.4},
                {"edge": "centre back", "from": "neckline", "fraction": 0.3},
            ],
            "names": ["yoke", "lower back"],
            "seam": "yoke",
        },
    )


def gathered_skirt() -> Pattern:
    """See the table: the middle of the lower sheet's top is spread by six and gathered to the upper one."""
    upper, lower = square(20, "upper"), square(20, "lower").placed(slide(22j))
    # Walked from the side to which both sheets' lefts lie; ease of half a centimetre is allowed elsewhere.
    seam = Seam(
        "hip", (Stretch("lower", "top", "left"),), (Stretch("upper", "bottom", "left"),), SeamRule("ease", 0.0, 0.5, longer="a")
    )
    pattern = Pattern((upper, lower), (seam,), (Notch("middle", "hip", "double", 10.0, 10.0),))
    return worked(
        pattern,
        {
            "move": "slash_and_spread",
            "piece": "lower",
            "from_edge": "top",
            "to_edge": "bottom",
            "count": 3,
            "opening": 2,
            "result": "gather",
            "zone": {
                "start": {"edge": "top", "from": "left", "fraction": 0.25},
                "end": {"edge": "top", "from": "left", "fraction": 0.75},
            },
        },
    )


def mirrored_pair() -> Pattern:
    """See the table: a right half turned over from the left one, sewn to it at the centre."""
    left = redraw(square(12, "left half"), 1, 1, (Edge("right", "seam", Path(((12 + 0j, 14 + 4j, 11 + 8j, 12 + 12j),))),))
    right = replace(left.placed(turn_over(14 + 0j, 14 + 12j)), name="right half")
    seam = Seam("centre", (Stretch("left half", "right", "top"),), (Stretch("right half", "right", "top"),), SeamRule("equal"))
    return Pattern(
        (left, right), (seam,), (Notch("low", "centre", "single", 9.0, 9.0), Notch("high", "centre", "double", 3.0, 3.0))
    )


def shut_bodice() -> Pattern:
    """See the table: a zip that runs from its seam's end to a notch and on through another seam, and buttons that are counted."""
    pattern = rich_bodice()
    first = next(s for s in pattern.seams if s.b and pattern.notches_of(s.name))
    second = next(s for s in pattern.seams if s.b and s is not first)
    zip_ = Closure(
        "side zip",
        "zip",
        (Reach(first.name, "start", pattern.notches_of(first.name)[0].name), Reach(second.name, "start", "end")),
        length=22.5,
    )
    return replace(pattern, closures=(zip_, Closure("buttons", "buttons", (Reach(second.name, "start", "end"),), count=5)))


RICH = {
    "bodice": rich_bodice,
    "shut bodice": shut_bodice,
    "cut bodice": cut_bodice,
    "gathered skirt": gathered_skirt,
    "mirrored pair": mirrored_pair,
}


def everything_on(piece: Piece) -> dict[str, int]:
    """How many of each thing a piece has."""
    paper = piece.paper
    return {
        "darts": len(piece.darts),
        "marks": len(piece.marks),
        "lines": len(piece.lines),
        "lenses": len(piece.lenses),
        "tapes": len(paper.tapes),
        "patches": len(paper.patches),
        "grain": int(piece.grain is not None),
    }
