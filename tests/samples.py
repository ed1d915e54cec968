"""Named samples and the geometry assertion that all tests share."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

import shapely
from hypothesis import strategies as st

from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.path import Path, straight
from patterncraft.geometry.segment import Cubic
from patterncraft.paper.dart import darts_of
from patterncraft.paper.edge import Edge, EdgeKind
from patterncraft.paper.part import open_corner, part
from patterncraft.paper.piece import DartRule, Piece
from patterncraft.paper.sewn import point_of, run_of, spot_along

AVERAGE = {
    "bust_girth": 92.0,
    "waist_girth": 74.0,
    "shoulder_width": 39.5,
    "bust_span": 18.5,
    "shoulder_to_bust": 26.5,
    "front_shoulder_to_waist": 44.5,
    "back_shoulder_to_waist": 43.0,
}
SMALL = AVERAGE | {
    "bust_girth": 80.0,
    "waist_girth": 61.0,
    "shoulder_width": 36.5,
    "bust_span": 16.5,
    "shoulder_to_bust": 23.5,
    "front_shoulder_to_waist": 40.5,
    "back_shoulder_to_waist": 39.5,
}
FULL = AVERAGE | {
    "bust_girth": 130.0,
    "waist_girth": 116.0,
    "shoulder_width": 44.0,
    "bust_span": 25.5,
    "shoulder_to_bust": 34.0,
    "front_shoulder_to_waist": 50.0,
    "back_shoulder_to_waist": 45.0,
}
LONG_FRONT = AVERAGE | {
    "bust_girth": 108.0,
    "waist_girth": 80.0,
    "bust_span": 21.0,
    "shoulder_to_bust": 31.0,
    "front_shoulder_to_waist": 52.0,
}
NO_SIDE_DART = AVERAGE | {"front_shoulder_to_waist": 43.0}
ROUND_BACK = AVERAGE | {"back_shoulder_to_waist": 46.0, "shoulder_width": 42.0}
FIGURES = {"average": AVERAGE, "small": SMALL, "full": FULL, "long front": LONG_FRONT, "no side dart": NO_SIDE_DART}

ARMHOLE: Cubic = (18 + 4j, 16.5 + 10j, 17.5 + 20.6j, 23.6 + 21.7j)
CUSP: Cubic = (0j, 10 + 10j, 0 + 10j, 10 + 0j)
DOUBLED_BACK: Cubic = (0j, 10 + 0j, -5 + 0j, 5 + 0j)
S_CURVE: Cubic = (0j, 4 + 8j, 6 - 8j, 10 + 0j)
CURVES = {"armhole": ARMHOLE, "cusp": CUSP, "doubled back": DOUBLED_BACK, "S": S_CURVE}


def square(side: float = 10.0, name: str = "square") -> Piece:
    """A square sheet with edges top, right, bottom, left, run clockwise as seen."""
    return sheet(side, side, name)


def sheet(width: float, depth: float, name: str) -> Piece:
    """An oblong sheet with edges top, right, bottom, left, run clockwise as seen."""
    corners = [0j, width + 0j, complex(width, depth), complex(0, depth)]
    names = ["top", "right", "bottom", "left"]
    edges = tuple(Edge(n, "seam", Path(((a, b),))) for n, (a, b) in zip(names, pairwise([*corners, corners[0]]), strict=True))
    return Piece(name, edges)


def ruled(name: str, corners: Sequence[complex], names: Sequence[str], set_back: float = 0.5) -> Piece:
    """A sheet of straight edges, each from a corner to the next: of a dart, a hem or a fold, where its name says so."""
    kinds: dict[str, EdgeKind] = {"dart": "dart", "hem": "hem", "centre": "fold"}
    edges = tuple(
        Edge(n, next((k for word, k in kinds.items() if word in n.split()), "seam"), straight(a, b))
        for n, a, b in zip(names, corners, [*corners[1:], corners[0]], strict=True)
    )
    return Piece(name, edges, tuple(DartRule(n, set_back) for n in dict.fromkeys(e.name for e in edges if e.kind == "dart")))


def ring(piece: Piece, tolerance: float = 0.002) -> list[complex]:
    """The outline as polygon corners, with dart points drawn back a hair so that two darts of one
    pivot do not touch (for libraries that call touching invalid)."""
    pivots = {d.vertex: d for d in darts_of(piece)}
    points: list[complex] = []
    for i, e in enumerate(piece.outline):
        flat = flat_path(e.path, tolerance)
        if i in pivots:
            flat[0] += (pivots[i].middle - pivots[i].pivot) * 1e-6
        following = (i + 1) % len(piece.outline)
        if following in pivots:
            d = pivots[following]
            flat[-1] += (d.middle - d.pivot) * 1e-6
        points += flat[:-1]
    return points


def polygon(piece: Piece, tolerance: float = 0.002) -> shapely.Polygon:
    return shapely.Polygon([(z.real, z.imag) for z in ring(piece, tolerance)])


def assert_same_outline(a: Piece, b: Piece, tolerance: float = 1e-9) -> None:
    """Edge by edge the same, whichever corner the outline is counted from."""
    names = [(e.name, e.kind) for e in a.outline]
    assert len(names) == len(b.outline), f"{[e.name for e in a.outline]} against {[e.name for e in b.outline]}"
    for k in range(len(names)):
        turned = b.starting_at(k)
        if [(e.name, e.kind) for e in turned.outline] == names and all(
            x.path.coincides(y.path, tolerance) for x, y in zip(a.outline, turned.outline, strict=True)
        ):
            return
    raise AssertionError(f"outlines differ: {names} against {[(e.name, e.kind) for e in b.outline]}")


def sewn_of(piece: Piece) -> dict[str, float]:
    """Sewn length of every edge by name."""
    return {name: sum(piece.outline[i].length for i in run_of(piece, name)) for name in piece.edge_names}


coordinates = st.floats(-50, 50, allow_nan=False).map(lambda x: round(x, 3))
points = st.builds(complex, coordinates, coordinates)


def _spread(values: tuple[complex, ...]) -> bool:
    return max(abs(a - b) for a in values for b in values) > 0.5


cubics = st.tuples(points, points, points, points).filter(_spread)


@st.composite
def bodies(draw: st.DrawFn) -> dict[str, float]:
    """Measures that hang together as a body's do: everything follows bust and height, with a spread."""
    bust = draw(st.floats(76, 140))
    tall = draw(st.floats(-1, 1))
    small = (bust - 92) / 48
    back = 42 + 3 * tall + 1.5 * small
    front = back + max(-0.5, 1.5 + 4 * small + draw(st.floats(-1, 1)))
    chest = 2.54 * 2.5 + bust / 6
    return {
        "bust_girth": bust,
        "waist_girth": bust - draw(st.floats(4, 24)),
        "shoulder_width": 39.5 + 4 * small + draw(st.floats(-1.2, 1.2)),
        "bust_span": 0.2 * bust + draw(st.floats(-0.8, 0.8)),
        "shoulder_to_bust": min(chest + 3 + draw(st.floats(0, 3)), front - 10),
        "front_shoulder_to_waist": front,
        "back_shoulder_to_waist": back,
    }


WHOLE = AVERAGE | {
    "head_girth": 56.0,
    "neck_girth": 37.5,
    "underbust_girth": 78.0,
    "high_hip_girth": 90.0,
    "hip_girth": 98.0,
    "thigh_girth": 57.0,
    "upper_arm_girth": 28.5,
    "elbow_girth": 26.0,
    "wrist_girth": 16.0,
    "hand_girth": 21.0,
    "round_shoulder_girth": 104.0,
    "shoulder_length": 12.4,
    "across_back": 35.0,
    "across_front": 33.0,
    "nape_to_waist": 41.0,
    "shoulder_to_underbust": 34.0,
    "shoulder_to_hip": 63.5,
    "armscye_depth": 21.0,
    "waist_to_hip": 20.5,
    "body_rise": 27.5,
    "waist_to_knee": 58.0,
    "arm_length": 58.5,
    "shoulder_to_elbow": 34.0,
}
"""A full chart, for the schools that ask for more than the direct bodice."""


def cut_level(piece: Piece, left: float, right: float) -> tuple[Piece, Piece]:
    """A sheet of edges top, right, bottom and left cut in two, straight from ``right`` cm along its right edge to ``left`` cm along its left: lower, upper."""
    one, _ = open_corner(piece, spot_along(piece, "left", left))
    both, _ = open_corner(one, spot_along(one, "right", right))
    a, b = point_of(piece, spot_along(piece, "right", right)), point_of(piece, spot_along(piece, "left", left))
    start, end = (next(k for k, e in enumerate(both.outline) if abs(e.path.start - z) < 1e-9) for z in (a, b))
    halves = part(both, start, end, straight(a, b), "cut")
    return halves.first, halves.second
