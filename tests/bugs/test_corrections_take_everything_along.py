"""What a correction moves, what lies on it goes along: softening a cap left the mark of its top in the air, and matching
shoulders broke the armhole's promise without a word. Two darts came to be called alike."""

from __future__ import annotations

import pytest
import shapely

from patterncraft.drafting.corrections import MatchShoulders, SoftenCap
from patterncraft.fitting.corrected import corrected
from patterncraft.geometry.flatten import flat_path
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import darts_of, find_dart
from patterncraft.paper.piece import Piece
from patterncraft.paper.sewn import sewn_length
from patterncraft.replay import replay
from tests.conftest import draft, draft_by
from tests.samples import LONG_FRONT, WHOLE

RULES = HouseRules()


@pytest.mark.parametrize("name", ["sleeve-thirds", "sleeve-compass"])
@pytest.mark.parametrize("ease", [1.0, 3.0])
def test_marks_on_a_softened_cap_lie_on_it_still(name: str, ease: float) -> None:
    block = draft_by(name, WHOLE, cap_ease=2.0)
    after = corrected(block, [SoftenCap(ease=ease).model_dump()]).pattern.piece("sleeve")
    before = block.pattern.piece("sleeve")

    def cap(piece: Piece) -> shapely.LineString:
        path = next(e.path for e in piece.outline if e.name == "cap")
        return shapely.LineString([(z.real, z.imag) for z in flat_path(path, 1e-4)])

    on = [m for m in before.marks if cap(before).distance(shapely.Point(m.at.real, m.at.imag)) < 1e-3]
    assert on, "else nothing is asked"
    for mark in on:
        now = after.mark(mark.name).at
        assert cap(after).distance(shapely.Point(now.real, now.imag)) < 1e-3, mark.name
        assert abs(now - mark.at) > 1e-6 or mark.at.imag > -1, "and it moved with the curve"
    assert [m for m in after.marks if m.name not in {x.name for x in on}] == [m for m in before.marks if m not in on]


@pytest.mark.parametrize("figure", [WHOLE, WHOLE | LONG_FRONT])
def test_an_armhole_is_held_as_the_corrected_block_has_it(figure: dict[str, float]) -> None:
    block = draft(figure, true_shoulder=False)
    mended = corrected(block, [MatchShoulders().model_dump()])
    armhole = sum(sewn_length(p, "armhole") for p in mended.pattern.pieces)
    assert armhole != pytest.approx(sum(sewn_length(p, "armhole") for p in block.pattern.pieces), abs=1e-3)
    line = next(p for p in ledger(mended.pattern, RULES) if p.name == "armhole")
    assert line.kept
    assert line.length_b == pytest.approx(armhole)


def test_a_dart_does_not_take_the_name_that_a_person_gave_another() -> None:
    """The side dart is called “shoulder dart” by hand; then the waist dart goes to the shoulder."""
    from dataclasses import replace

    pattern = draft(WHOLE).pattern
    front = pattern.piece("front")
    outline = tuple(replace(e, name="shoulder dart") if e.name == "side dart" else e for e in front.outline)
    darts = tuple(replace(d, name="shoulder dart", named=True) if d.name == "side dart" else d for d in front.darts)
    pattern = pattern.with_piece(replace(front, outline=outline, darts=darts))
    step = {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": "shoulder", "fraction": 0.5}}
    done = replay(pattern, read_steps([step]), RULES)
    assert done.stopped is None
    after = done.pattern.piece("front")
    assert sorted(d.name for d in darts_of(after)) == ["shoulder dart", "shoulder dart 1"]
    assert find_dart(after, "shoulder dart").mouth_edge == "side", "the one named by hand kept its name"
    assert find_dart(after, "shoulder dart 1").mouth_edge == "shoulder"
    again = {"move": "rotate_dart", "piece": "front", "dart": "shoulder dart 1", "to": {"dart": "shoulder dart"}}
    assert replay(done.pattern, read_steps([again]), RULES).stopped is None, "both can be reached"
