"""Stands: the strip that rises from the neckline, for itself (a band) or under a fall."""

from __future__ import annotations

from typing import Literal, NamedTuple

from ..drafting.construction import Construction
from ..errors import MoveRefused
from ..geometry.path import Path, straight
from ..handwork.corner_round import rounded
from ..paper.piece import CutPlan, DrawnLine, Grain, Mark, Piece
from ..paper.seam import Seam, SeamRule, Stretch
from ..units import format_length
from ..working import Sum, fine, length
from .neck import Neck
from .sheets import Named, beside, rising, sheet

WIDEST = 34.0
"""cm of half a neckline: a stand on a wider one has nothing to stand against and falls over (common practice, no source)."""


class Stand(NamedTuple):
    """A stand as drawn from the centre back (0) to the right: its neck edge to the front end, the place on it of the centre front, cm along, and its
    upper edge from the centre back to above the centre front."""

    piece: Piece
    neck: Path
    centre: float
    upper: Path


def refuse_wide(neck: Neck, word: str) -> None:
    """Raises MoveRefused for a neckline that no stand can stand on."""
    if neck.half > WIDEST:
        raise MoveRefused(
            f"half the neckline is {format_length(neck.half, 'cm')}: a {word} would fall over from {format_length(WIDEST, 'cm')} on.",
            neck.reading.seam.name,
            "Choose a flat or a rolled collar, or a narrower neckline.",
            "kind",
        )


def draw_stand(
    name: str,
    neck: Neck,
    rise: float,
    height: float,
    beyond: float,
    round_end: bool,
    pencil: Construction,
    fold: Literal["front", "back"] = "back",
) -> Stand:
    """A stand for half a neckline. ``rise``: how far its front end stands above its back; ``beyond``: cm that it goes on past the centre front.

    Raises MoveRefused where the rise is more than the neckline can take.
    """
    if rise > 0.45 * neck.half:
        raise MoveRefused(
            f"a rise of {rise:.1f} cm on half a neckline of {neck.half:.1f} cm is a circle, not a stand.",
            name,
            f"Let it rise by at most {0.45 * neck.half:.1f} cm.",
            "rise",
        )
    curve = rising(neck.half, rise)
    pencil.draw(
        name,
        "Half the neckline laid out level from the fold; at its end the rise, square up; level to the middle, then one sweep up, as long as the neckline.",
        *neck.sums,
        Sum("Its neck edge to the centre front", fine(curve.length)),
        points={"1": 0j, "2": complex(curve.end.real, 0), "3": curve.end},
        paths=(curve,),
    )
    whole = curve.then(straight(curve.end, curve.end + curve.end_direction * beyond)) if beyond else curve
    upper_to_centre = beside(curve, height)
    upper = upper_to_centre
    if beyond:
        way = curve.end_direction
        upper = upper_to_centre.then(straight(upper_to_centre.end, upper_to_centre.end + way * beyond))
    sums = [Sum("Stand", length(height), "square up everywhere")]
    if beyond:
        sums.append(Sum("With its button stand", fine(whole.length), "{} + {}", (fine(curve.length), fine(beyond))))
    pencil.draw(
        name,
        "The height square to the neck edge, everywhere the same" + ("; the button stand goes on straight." if beyond else "."),
        *sums,
        paths=(upper, straight(upper.end, whole.end)),
    )
    centre = f"centre {fold}"
    open_end = "centre back" if fold == "front" else "centre front"
    end_name = "front end" if beyond or round_end else open_end
    edges = [Named("upper edge", "seam", upper_to_centre)]
    if beyond:
        edges.append(Named(end_name, "seam", straight(upper_to_centre.end, upper.end)))
    edges += [
        Named(end_name, "seam", straight(upper.end, whole.end)),
        Named("neckline", "seam", whole.reversed()),
        Named(centre, "fold", straight(0j, upper.start)),
    ]
    lines = [DrawnLine(open_end, straight(curve.end, upper_to_centre.end))] if beyond else []
    grain = Grain(complex(0.15 * neck.half, -0.5 * height), complex(0.45 * neck.half, -0.5 * height))
    # Button and buttonhole lie on the centre front, half-way up.
    marks = [Mark("button", 0.5 * (curve.end + upper_to_centre.end), "button")] if beyond else []
    piece = sheet(name, edges, CutPlan(2, True, False, interfacing=1), grain, marks, lines)
    if round_end:
        k = next(i for i, e in enumerate(piece.outline) if abs(e.path.start - upper.end) < 1e-9)
        piece = rounded(piece, k, 0.75 * min(height, beyond or height), "button_stand" if beyond else "height")
    return Stand(piece, whole, curve.length, upper_to_centre)


def end_seam(name: str, piece: Piece, edges: tuple[str, ...]) -> Seam:
    """Edges of a part that are sewn to its own second layer: free of the style."""
    return Seam(name, tuple(Stretch(piece.name, e) for e in edges), (), SeamRule("free"))
