"""Drafts held against what is outside: scipy's integrals, shapely's sections, a handbook's numbers, a survey's bodies."""

import itertools
from statistics import correlation, mean, stdev

import pytest
import shapely
from scipy.integrate import quad

from patterncraft.drafting.audit import width_of
from patterncraft.drafting.schools import SCHOOLS
from patterncraft.geometry.segment import Segment, derivative_at
from patterncraft.measures.doubts import doubts
from patterncraft.measures.keys import MEASURES
from patterncraft.measures.tables import TABLES
from patterncraft.paper.dart import darts_of
from patterncraft.paper.piece import Piece
from patterncraft.paper.sewn import sewn_length
from tests.bodies import bodies_from
from tests.conftest import draft_by
from tests.samples import WHOLE, polygon


def by_scipy(seg: Segment) -> float:
    return quad(lambda t: abs(derivative_at(seg, t)), 0, 1, epsabs=1e-10, limit=200)[0]


@pytest.mark.parametrize("name", SCHOOLS)
def test_every_drawn_length_is_scipys(name: str) -> None:
    for piece in draft_by(name, WHOLE).pattern.pieces:
        for edge in piece.edge_names:
            segments = [s for e in piece.outline if e.name == edge and not e.is_sewn_shut for s in e.path.segments]
            assert sewn_length(piece, edge) == pytest.approx(sum(map(by_scipy, segments)), abs=1e-5), (piece.name, edge)


def sewn_shape(piece: Piece) -> shapely.Polygon:
    """The paper without what its double-pointed darts take up."""
    shape = polygon(piece)
    for lens in piece.lenses:
        shape -= shapely.Polygon([(z.real, z.imag) for s in lens.outline.segments for z in s[:1]])
    return shape


@pytest.mark.parametrize(
    "name", ["bodice-shoulder-dart", "bodice-half-sheet", "bodice-stretch", "loose-jacket", "raglan-top", "skirt"]
)
def test_girths_are_shapelys_sections_at_bust_waist_and_hip(name: str) -> None:
    """The wedge of an edge dart is not paper, so shapely's section leaves it out as sewing does."""
    block = draft_by(name, WHOLE)
    for girth in block.girths:
        for run in girth.runs:
            if run.of == "edge":
                continue
            piece = block.pattern.piece(run.piece)
            for line in (x.path for x in piece.lines if x.name == run.name):
                level = line.start.imag + 1e-6
                cut = shapely.LineString([(-100, level), (200, level)])
                section = sewn_shape(piece).intersection(cut).length
                assert width_of(block.pattern, run) == pytest.approx(section, abs=0.02), (girth.name, run.piece)


@pytest.mark.parametrize("size", TABLES["handbook-women"].sizes)
def test_handbook_sizes_draft_the_handbooks_block(size: str) -> None:
    """The close-fitting bodice of a published handbook (size chart and draft recalled from memory): half sheet bust/2 + 5,
    the armhole grows by 1 to 2 cm a size, no size is refused."""
    chart = TABLES["handbook-women"].sizes[size]
    block = draft_by("bodice-half-sheet", chart)
    front, back = block.pattern.piece("front"), block.pattern.piece("back")
    armhole = sewn_length(front, "armhole") + sewn_length(back, "armhole")
    assert 38 < armhole < 54
    assert sum(width_of(block.pattern, r) for r in block.girths[0].runs) == pytest.approx(chart["bust_girth"] / 2 + 5, abs=0.15)
    assert sewn_length(front, "shoulder") == pytest.approx(chart["shoulder_length"], abs=1e-6)
    if size == "12":
        assert 42 <= armhole <= 43.5
        assert [round(d.intake, 2) for d in darts_of(front)] == [7.0]


def test_armhole_grows_with_the_size() -> None:
    lengths = []
    for chart in TABLES["handbook-women"].sizes.values():
        pattern = draft_by("bodice-half-sheet", chart).pattern
        lengths.append(sum(sewn_length(pattern.piece(p), "armhole") for p in ("front", "back")))
    steps = [b - a for a, b in itertools.pairwise(lengths)]
    assert all(0.7 < s < 2.6 for s in steps), steps


class TestRandomBodies:
    """Means, spreads and correlations of a survey of about two thousand women of 2012 (recalled from memory): chest
    94.7 ± 8.4, hip 102.1 ± 7.6, waist 86.1 ± 10 cm; chest with waist 0.8 to 0.9. Ours spread a little wider."""

    BODIES = bodies_from(2012, 2000)

    @pytest.mark.parametrize(
        ("key", "middle", "spread"), [("bust_girth", 94.7, 8.4), ("hip_girth", 102.1, 7.6), ("waist_girth", 80, 10)]
    )
    def test_means_and_spreads(self, key: str, middle: float, spread: float) -> None:
        values = [b[key] for b in self.BODIES]
        assert mean(values) == pytest.approx(middle, abs=0.35 * spread)
        assert 0.9 * spread < stdev(values) < 1.5 * spread

    def test_girths_go_together_as_on_bodies(self) -> None:
        bust, waist, hip = ([b[k] for b in self.BODIES] for k in ("bust_girth", "waist_girth", "hip_girth"))
        assert 0.75 < correlation(bust, waist) < 0.95
        assert 0.7 < correlation(bust, hip) < 0.95

    def test_they_are_whole_charts_and_hardly_ever_doubted(self) -> None:
        assert all(set(b) == set(MEASURES) for b in self.BODIES)
        assert sum(bool(doubts(b)) for b in self.BODIES) < 0.04 * len(self.BODIES)
