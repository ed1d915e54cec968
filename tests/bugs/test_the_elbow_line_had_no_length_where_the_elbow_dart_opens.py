"""On a very full arm the sleeve gets an elbow dart, and the level of the elbow met the front seam only: the line began where it ended, and whoever measured
along it divided by nothing."""

from __future__ import annotations

import pytest
import shapely

from patterncraft.geometry.path import straight
from patterncraft.girths import girths
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import DrawnLine, Piece
from patterncraft.paper.widths import width_along
from tests.conftest import draft, draft_by
from tests.samples import FULL, WHOLE, polygon

ARM = (
    WHOLE
    | FULL
    | {"upper_arm_girth": 41.0, "elbow_girth": 34.0, "wrist_girth": 19.0, "arm_length": 57.0, "shoulder_to_elbow": 33.5}
)


def sleeve(**settings: object) -> Piece:
    return draft_by("sleeve-compass", ARM, draft(ARM), **settings).pattern.piece("sleeve")


def test_it_runs_from_the_darts_leg_to_the_front_seam() -> None:
    piece = sleeve(front_raised=3.0)
    assert [d.name for d in darts_of(piece)] == ["elbow dart"]
    (line,) = [x.path for x in piece.lines if x.name == "elbow"]
    level = line.start.imag
    assert line.end.imag == pytest.approx(level)
    section = polygon(piece).intersection(shapely.LineString([(-90, level), (90, level)]))
    # The dart parts the level near its point: from its farther leg on, the line lies on the paper.
    assert abs(line.end - line.start) == pytest.approx(section.length, abs=3.0)
    assert max(z[0] for g in getattr(section, "geoms", [section]) for z in g.coords) == pytest.approx(line.end.real, abs=1e-3)


def test_a_line_without_length_has_no_width() -> None:
    dot = DrawnLine("dot", straight(5 + 5j, 5 + 5j))
    piece = sleeve(front_raised=3.0)
    dotted = Piece(piece.name, piece.outline, piece.darts, lines=(dot,))
    assert width_along(dotted, "dot") == 0.0
    assert girths(Pattern((dotted,))) == ()
