"""Parts where something is short, missing or spoken for: refused at the slot that mends it, or told."""

from __future__ import annotations

from dataclasses import replace

import pytest

from patterncraft.parts.sleeve_work import top_of
from tests.patterncraft.parts.ground import SLEEVE, STAND, Step, edge, made, near, nobody, of, refused, table
from tests.samples import polygon
from tests.travel import stroke

CUT_ACROSS = of("cut_across", pieces=["sleeve"], at={"edge": "front underarm", "from": "cap", "distance": 10.0})
REFUSED: list[tuple[tuple[Step, ...], str, str, str]] = [
    ((SLEEVE, of("shorten_sleeve", piece="front", by=5.0)), "it is no sleeve: it has no cap and no underarm seams.", "front", "piece"),
    ((SLEEVE, CUT_ACROSS, of("shorten_sleeve", piece="upper sleeve", above_elbow=5.0)), "no elbow is drawn on it.", "upper sleeve", "above_elbow"),
    ((SLEEVE, CUT_ACROSS, of("shorten_sleeve", piece="upper sleeve", by=5.0)), "it has no hem to shorten it from.", "upper sleeve", "piece"),
    ((SLEEVE, of("shorten_sleeve", above_elbow=-40.0)), "it is only 58.0 cm long at its shorter seam.", "sleeve", "above_elbow"),
    ((SLEEVE, of("shorten_sleeve", by=0.2)), "it is only 58.0 cm long at its shorter seam.", "sleeve", "by"),
    ((STAND, of("collar", kind="bias_roll", point=15.0)), "half the back neckline is only 8.5 cm.", "back bias collar", "point"),
    ((of("facing", edges=[["back", "neckline"], ["back", "shoulder"]], width=30.0),),
     "the armhole is 22.0 cm long: 30.0 cm are wider than the piece there.", "back", "width"),
    ((of("facing", edges=[["front", "neckline"], ["back", "neckline"]], width=15.0),),
     "the shoulder is 12.4 cm long: 15.0 cm are wider than the piece there.", "front", "width"),
    ((of("cap_sleeve", length=8.0),), "there is no sleeve on the table.", "", "piece"),
]  # fmt: skip


@pytest.mark.parametrize(
    ("steps", "message", "where", "field"), REFUSED, ids=[f"{s[-1]['move']} {k}" for k, (s, *_) in enumerate(REFUSED)]
)
def test_refused_in_these_words_at_this_slot(steps: tuple[Step, ...], message: str, where: str, field: str) -> None:
    refusal = refused(*steps)
    assert (refusal.message, refusal.where, refusal.field) == (message, where, field)


@pytest.mark.parametrize(
    ("step", "field"),
    [(of("sleeve", school="sleeve-compass"), "upper_arm_girth"), (of("off_shoulder"), "round_shoulder"), (of("culottes"), "depth")],
)
def test_a_measure_nobody_took_is_asked_for_at_the_slot_where_it_may_be_typed(step: Step, field: str) -> None:
    start = nobody()
    if step["move"] == "culottes":
        start = replace(table("skirt"), wearer={})
    refusal = refused(step, on=start)
    assert (refusal.code, refusal.field) == ("bad_measure", field)


def test_an_elbow_that_is_only_a_mark_will_do() -> None:
    """The line called "elbow" taken away and a mark of that name set at its height: shortened to above it, the sleeve ends at the same level."""
    with_line = made(SLEEVE).pattern
    sleeve = with_line.piece("sleeve")
    (line,) = (x for x in sleeve.lines if x.name == "elbow")
    mark = replace(next(m for m in sleeve.marks if m.name == "top"), name="elbow", at=line.path.start)
    bare = replace(sleeve, lines=tuple(x for x in sleeve.lines if x.name != "elbow"), marks=(*sleeve.marks, mark))
    ends = [
        made(of("shorten_sleeve", above_elbow=5.0), on=p).pattern.piece("sleeve").box[3]
        for p in (with_line, with_line.with_piece(bare))
    ]
    assert ends[0] == near(ends[1])
    assert ends[0] == near(line.path.start.imag - 5.0, 0.3)


def test_a_cap_without_its_mark_has_its_top_where_it_is_highest() -> None:
    sleeve = made(SLEEVE).pattern.piece("sleeve")
    (mark,) = (m.at for m in sleeve.marks if m.name == "top")
    bare = replace(sleeve, marks=tuple(m for m in sleeve.marks if m.name != "top"))
    assert top_of(sleeve) == mark
    assert top_of(bare).imag == near(polygon(bare).bounds[1], 0.01)


def test_a_flat_collars_outer_edge_is_longer_than_its_neck() -> None:
    collar = made(STAND, of("collar", kind="flat", width=7.0, overlap=1.5)).pattern.piece("flat collar")
    assert edge(collar, "outer edge").length > edge(collar, "neckline").length
    assert stroke(edge(collar, "outer edge")).hausdorff_distance(stroke(edge(collar, "neckline"))) >= 7.0 - 1e-6
