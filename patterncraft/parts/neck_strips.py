"""Strips for a neckline: of rib, stretched on; on the bias, rolled."""

from __future__ import annotations

from itertools import pairwise

from ..drafting.construction import Construction
from ..errors import MoveRefused
from ..geometry.path import Path, straight
from ..paper.piece import CutPlan, DrawnLine, Grain, Piece
from ..working import Quantity, Sum, fine, length
from .neck import Neck
from .sheets import Named, along_strip, sheet, strip

MOST_STRETCH = 1.0
"""Share by which no rib stretches (to twice its length): asked for more, the amount was meant otherwise."""


def draw_rib(name: str, neck: Neck, percent: float, height: float, pencil: Construction) -> tuple[Piece, float]:
    """The rib for half a neckline, ``percent`` shorter than it and ``height`` cm wide as it is cut (worn double); and by how much it stretches (1.25: a
    quarter). Raises MoveRefused for more than any rib gives."""
    ratio = 1 / (1 - percent / 100)
    if ratio > 1 + MOST_STRETCH:
        raise MoveRefused(
            f"a rib {percent:g} % shorter than its neckline would have to stretch by {100 * (ratio - 1):.0f} %.",
            name,
            "A rib is usually 15 to 25 % shorter.",
            "percent",
        )
    long = neck.half / ratio
    piece = strip(
        name,
        long,
        height,
        (("inner neckline", "seam"), ("end", "seam"), ("neckline", "seam"), ("centre back", "fold")),
        CutPlan(1, True, False, "rib", stretch=0.0),
        lines=(DrawnLine("fold line", straight(complex(0, height / 2), complex(long, height / 2))),),
    )
    pencil.draw(
        name,
        "Half the neckline, less so many hundredths; twice as wide as it is worn.",
        *neck.sums,
        Sum("Half the rib", fine(long), "{} − {}", (fine(neck.half), Quantity(percent / 100, "share"))),
        Sum("It stretches by", Quantity(ratio - 1, "share")),
        Sum("Wide, folded double", length(height)),
        paths=tuple(e.path for e in piece.outline),
    )
    return piece, ratio


def draw_bias(
    names: tuple[str, str], neck: Neck, width: float, less: float, point: float, open_front: bool, pencil: Construction
) -> tuple[Piece, Piece]:
    """The front's and the back's strip of a collar that rolls, ``width`` cm wide as cut (worn double). The back one is ``less`` cm narrower at the centre
    back and narrows within ``point`` cm of it, so that it comes to a point there.

    Raises MoveRefused where nothing is left at the centre back.
    """
    if less >= width - 1:
        raise MoveRefused(
            f"{width:.1f} cm wide it cannot be {less:.1f} cm narrower behind.", names[1], "Take less off.", "less_at_back"
        )
    if point > 0.6 * neck.back:
        raise MoveRefused(f"half the back neckline is only {neck.back:.1f} cm.", names[1], "Point it within less.", "point")
    front = strip(
        names[0],
        neck.front,
        width,
        (
            ("inner neckline", "seam"),
            ("shoulder", "seam"),
            ("neckline", "seam"),
            ("centre front", "opening" if open_front else "fold"),
        ),
        CutPlan(2 if open_front else 1, not open_front, open_front),
        along_strip(neck.front, width, "bias"),
        (DrawnLine("fold line", straight(complex(0, width / 2), complex(neck.front, width / 2))),),
    )
    back = _pointed(names[1], neck.back, width, less, point)
    pencil.draw(
        names[0],
        "On the bias: the front's strip as long as the front neckline; the back's as the back's, narrower at the centre and pointed there.",
        *neck.sums,
        Sum("Front", fine(neck.front)),
        Sum("Back, along either edge", fine(neck.back)),
        Sum("Wide, worn double", length(width)),
        Sum("Wide at the centre back", length(width - less), "{} − {}", (length(width), length(less))),
        paths=tuple(e.path for e in front.outline),
    )
    pencil.draw(names[1], "The back's strip, from the centre back.", paths=tuple(e.path for e in back.outline))
    return front, back


def _pointed(name: str, long: float, width: float, less: float, point: float) -> Piece:
    """Half the back strip from the centre back (its fold, at 0). Both long edges are ``long`` cm as sewn."""
    slant = (point * point + 0.25 * less * less) ** 0.5 if less else point
    reach = point + long - slant
    top = [complex(0, less / 2), complex(point, 0), complex(reach, 0)]
    bottom = [complex(reach, width), complex(point, width), complex(0, width - less / 2)]
    edges = (
        Named("inner neckline", "seam", _through(top)),
        Named("shoulder", "seam", straight(top[-1], bottom[0])),
        Named("neckline", "seam", _through(bottom)),
        Named("centre back", "fold", straight(bottom[-1], top[0])),
    )
    middle = complex(0.5 * reach, 0.5 * width)
    arm = 0.35 * width * (1 - 1j) / 2**0.5
    fold = DrawnLine("fold line", straight(complex(0, width / 2), complex(reach, width / 2)))
    return sheet(name, edges, CutPlan(1, True, False), Grain(middle - arm, middle + arm, "bias"), lines=(fold,))


def _through(places: list[complex]) -> Path:
    return Path(tuple((a, b) for a, b in pairwise(places) if abs(b - a) > 1e-9))
