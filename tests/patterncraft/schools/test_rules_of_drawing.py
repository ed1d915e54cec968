"""What every draft obeys whatever its school: how it is cut, where its lines run, what its seams and acts are called."""

from __future__ import annotations

import re

import pytest
import shapely

from patterncraft.drafting.school import Block
from patterncraft.drafting.schools import SCHOOLS
from patterncraft.errors import PatternError
from patterncraft.measures.keys import MEASURES
from patterncraft.paper.dart import darts_of
from patterncraft.paper.sewn import neighbours
from tests.conftest import draft_by
from tests.drawn import lines_off, loose_ends, off_what_is_drawn
from tests.hangs import assert_hangs_together
from tests.samples import FULL, SMALL, WHOLE, polygon
from tests.travel import stroke

FOLD = (1, True, False, "shell")
PAIR = (2, False, True, "shell")
CUT: dict[str, dict[str, tuple[int, bool, bool, str]]] = {
    "bodice-direct": {"back": FOLD, "front": FOLD},
    "bodice-half-sheet": {"back": FOLD, "front": FOLD},
    # Its centre back is shaped: a seam, so the back is a pair.
    "bodice-shoulder-dart": {"back": PAIR, "front": FOLD},
    "bodice-stretch": {"back": FOLD, "front": FOLD},
    "dolman": {"back": FOLD, "front": FOLD},
    "gored-skirt": {"gore": (6, False, False, "shell")},
    # Opens in front; every band is doubled, and the neck band is cut twice over for its facing.
    "loose-jacket": {
        "back": FOLD,
        "front": PAIR,
        "front neck band": (4, False, True, "rib"),
        "back neck band": (2, True, False, "rib"),
        "hem band": (1, True, False, "rib"),
        "cuff band": (2, False, False, "rib"),
    },
    "off-shoulder": {"back": FOLD, "front": FOLD, "sleeve": PAIR},
    "raglan-top": {"back": FOLD, "front": FOLD, "sleeve": PAIR},
    "skirt": {"skirt back": FOLD, "skirt front": FOLD},
    "sleeve-compass": {"sleeve": PAIR},
    "sleeve-thirds": {"sleeve": PAIR},
    "sleeve-knit": {"sleeve": PAIR},
    "torso": {"back": FOLD, "front": FOLD},
}
"""How the trade cuts such a piece (common practice, no source): quantity, on the fold, as a pair, of what."""


@pytest.fixture(params=list(SCHOOLS))
def block(request: pytest.FixtureRequest) -> Block:
    return draft_by(request.param, WHOLE)


@pytest.mark.parametrize("name", SCHOOLS)
def test_each_piece_is_cut_as_the_trade_cuts_it(name: str) -> None:
    block = draft_by(name, WHOLE)
    assert {p.name: (p.cut.quantity, p.cut.on_fold, p.cut.mirrored, p.cut.cloth) for p in block.pattern.pieces} == CUT[name]
    for p in block.pattern.pieces:
        if p.cut.on_fold:
            fold = [e for e in p.outline if e.kind == "fold"]
            assert [e.path.start.real for e in fold] == pytest.approx([e.path.end.real for e in fold]), "the fold stands upright"


def test_every_level_runs_level_from_edge_to_edge_or_to_a_darts_point(block: Block) -> None:
    for p in block.pattern.pieces:
        rim = polygon(p, 0.0005).exterior
        pivots = [d.pivot for d in darts_of(p)]
        for x in p.lines:
            assert re.fullmatch(r"[a-z ]+", x.name), x.name
            if "waist" not in x.name or "sloped" not in x.name:
                assert x.path.start.imag == pytest.approx(x.path.end.imag, abs=1e-9), f"{x.name} of {p.name} is not level"
            for z in (x.path.start, x.path.end):
                off = rim.distance(shapely.Point(z.real, z.imag))
                assert off < 0.01 or min((abs(z - w) for w in pivots), default=9.0) < 1e-6, (
                    f"{x.name} of {p.name} ends {off:.2f} short"
                )


def test_the_grain_lies_on_the_paper_upright_or_along_and_is_long_enough_to_measure_from(block: Block) -> None:
    for p in block.pattern.pieces:
        assert p.grain is not None
        assert p.grain.kind == "straight"
        along = p.grain.end - p.grain.start
        assert min(abs(along.real), abs(along.imag)) < 1e-9, f"the grain of {p.name} leans"
        inside = polygon(p).buffer(0.01)
        assert inside.covers(shapely.LineString([(z.real, z.imag) for z in (p.grain.start, p.grain.end)])), p.name
        left, top, right, bottom = p.box
        size = bottom - top if along.real == pytest.approx(0, abs=1e-9) else right - left
        assert 0.25 * size < abs(along) < size, f"the grain of {p.name} is {abs(along):.1f} of {size:.1f} cm"


def test_seams_are_walked_from_an_edge_that_is_there(block: Block) -> None:
    for seam in block.pattern.seams:
        for s in seam.a + seam.b:
            piece = block.pattern.piece(s.piece)
            assert s.start in ("", *neighbours(piece, s.edge, s.run)), (seam.name, s)
        for n in block.pattern.notches_of(seam.name):
            assert re.fullmatch(r"[a-z ]+", n.name), n.name
            if seam.rule.kind == "equal":
                assert n.at_a == pytest.approx(n.at_b, abs=0.05), f"{n.name} pulls the {seam.name} askew"
        if seam.rule.kind == "equal" and len(seam.a) == len(seam.b) == 1:
            # Sewn from the same end: the ends that meet belong together by name.
            ends = [{*neighbours(block.pattern.piece(x[0].piece), x[0].edge, x[0].run)} for x in (seam.a, seam.b)]
            if seam.a[0].start in ends[1]:
                assert seam.a[0].start == seam.b[0].start, f"the {seam.name} is sewn head to foot"


def test_each_act_is_drawn_from_what_is_there(block: Block) -> None:
    """A path of the pencil begins and ends at a numbered point, at a line drawn before, or on the finished outline."""
    for piece in {s.piece for s in block.stages}:
        known: list[complex] = []
        drawn: list[shapely.LineString] = []
        own = [p for p in block.pattern.pieces if p.name == piece]
        outlines = [polygon(p, 0.0005).exterior for p in own] + [stroke(x.outline) for p in own for x in p.lenses]
        for stage in (s for s in block.stages if s.piece == piece):
            assert isinstance(stage.guide, bool)
            assert all(re.fullmatch(r"\d+[a-z]?|[A-Z]'?", label) for label, _ in stage.points), stage.points
            known += [z for _, z in stage.points]
            strokes = [stroke(p) for p in stage.paths]
            known += [0j]
            for k, path in enumerate(stage.paths):
                others = [*drawn, *strokes[:k], *strokes[k + 1 :], *outlines]
                for z in (path.start, path.end):
                    at = shapely.Point(z.real, z.imag)
                    near = min([abs(z - w) for w in known] + [x.distance(at) for x in others], default=0.0)
                    assert near < 0.02 or stage.guide, f"{piece}: “{stage.rule}” draws from nowhere, {z} is {near:.2f} off"
            drawn += strokes


@pytest.mark.parametrize("name", SCHOOLS)
def test_each_measure_driven_out_of_all_bounds_is_refused_by_its_name_in_words(name: str) -> None:
    """From a third to three times what it was: the draft comes out, or the refusal names a measure that was given."""
    school = SCHOOLS[name]
    told = set()
    for chart in (WHOLE, WHOLE | FULL, WHOLE | SMALL):
        for key in (*school.needs, *school.uses):
            for factor in (0.3, 0.6, 0.85, 1.15, 1.6, 2.6):
                try:
                    draft_by(name, chart | {key: chart.get(key, WHOLE[key]) * factor})
                except PatternError as refused:
                    assert refused.field in MEASURES or refused.field in (*school.settings.model_fields, "base"), refused.field
                    assert refused.where, refused.message
                    assert refused.cure, refused.message
                    told.add(refused.message)
    assert len(told) >= 2, "hardly anything is ever refused"


SQUARED = {
    # The corner that is squared first, from which the neck is measured off.
    "bodice-direct": {("back", "1"), ("front", "10")},
    "bodice-shoulder-dart": {("back", "1")},
    # The half sleeve's width, at which the curve of the underarm is begun.
    "sleeve-compass": {("sleeve", "F")},
}
"""Places that only guide the hand: nothing drawn goes through them."""
PASSED = {
    # The guide on the neck's diagonal, whose level the opened tip comes to; the armhole's guide, along whose upright its innermost place slides.
    "bodice-shoulder-dart": {("front", "11"), ("front", "17")},
    # The tip is rounded into the overarm.
    "dolman": {("back", "1"), ("front", "10")},
    # The armhole's guide again.
    "loose-jacket": {("back", "7"), ("front", "7")},
}
"""Places that the finished line passes within half a centimetre: it is drawn fair beside them."""
FREED = {("torso", "front", 4)}
"""Acts whose lines end where nothing is: a dart's second point, in the middle of the piece."""


def test_what_is_marked_and_drawn_meets(block: Block) -> None:
    """Every numbered place lies on a line; every line ends at a place, on another or on the outline; the piece's own lines cross it whole."""
    off = off_what_is_drawn(block.stages, block.pattern.pieces)
    assert off == SQUARED.get(block.school, set()) | PASSED.get(block.school, set())
    assert off_what_is_drawn(block.stages, block.pattern.pieces, 0.6) == SQUARED.get(block.school, set())
    assert {(block.school, *x) for x in loose_ends(block.stages, block.pattern.pieces)} <= FREED
    assert {p.name: lines_off(p) for p in block.pattern.pieces if lines_off(p)} == {}


def test_what_a_draft_names_lies_there(block: Block) -> None:
    """Seams run along its edges, notches lie on its seams, and its girths are measured along its own lines and edges."""
    assert_hangs_together(block.pattern)
    for girth in block.girths:
        assert girth.name == girth.name.lower()
        for run in girth.runs:
            piece = block.pattern.piece(run.piece)
            assert run.name in ([x.name for x in piece.lines] if run.of == "line" else piece.edge_names), (girth.name, run)
