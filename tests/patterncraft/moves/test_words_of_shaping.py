"""Cutting, joining and shaping said in words: every slot of every sentence filled and left open, in centimetres and in inches; the sums a pattern
maker would check; and at which slot a refusal stands."""

from __future__ import annotations

import re
from typing import Any

import pytest

from patterncraft.errors import PatternError
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import replay
from tests.conftest import draft, draft_by
from tests.patterncraft.moves.test_cut_and_laid import dress, told
from tests.patterncraft.moves.test_opening_moves import skirt
from tests.patterncraft.moves.test_shaping import pair, stopped
from tests.rich import RULES, worked
from tests.samples import FIGURES, WHOLE

AT_SIDE = {"edge": "side", "from": "waist", "distance": 10.0}
SHOULDER = {"edge": "shoulder", "from": "neckline", "fraction": 0.5}
SAID: list[tuple[dict[str, Any], str]] = [
    ({"move": "neckline", "shape": "v"}, "Draw the neckline of the whole garment in a V, as wide as it was, as deep as it was, nothing taken out."),
    ({"move": "neckline", "shape": "keyhole", "pieces": ["back"], "width": -1.0, "back_depth": 2.0, "front_depth": -1.0},
     "Draw the neckline of the back round, with a keyhole, 1.0 cm narrower along the shoulder, the front 1.0 cm higher, the back 2.0 cm deeper, "
     "the keyhole of the front 1.5 cm below it, 6.0 cm long and 2.0 cm to each side, nothing taken out."),
    ({"move": "neckline", "shape": "boat", "pieces": ["front", "back"], "at_shoulder": 5.0, "gape": 0.5, "into": "waist dart"},
     "Draw the neckline of the front and back as a boat, with 5.0 cm of shoulder left, as deep as it was, taking 0.5 cm of gape into the waist dart."),
    ({"move": "armhole", "down": 2.0}, "Draw the armhole of the whole garment 2.0 cm lower, as hollow as it was, ending where it did."),
    ({"move": "armhole", "pieces": ["front"], "down": -1.0, "in_at_middle": -0.5, "at_shoulder": -2.0},
     "Draw the armhole of the front 1.0 cm higher, 0.5 cm outwards at its middle, 2.0 cm outwards at the shoulder."),
    ({"move": "armhole", "in_at_middle": 1.0, "at_shoulder": 1.5},
     "Draw the armhole of the whole garment as deep as it was, 1.0 cm inwards at its middle, 1.5 cm inwards at the shoulder."),
    ({"move": "armhole", "halter": 3.0}, "Draw the armhole of the whole garment as deep as it was, as hollow as it was, as a halter that leaves 3.0 cm of shoulder."),
    ({"move": "hem", "shape": "level"}, "Draw the hem of the whole garment level, as long as it was, without a rise."),
    ({"move": "hem", "shape": "high-low", "pieces": ["skirt front"], "edge": "lower edge", "down": 3.0, "rise": 1.0, "front_up": 2.0, "back_down": 4.0},
     "Draw the lower edge of the skirt front higher in front than behind, 3.0 cm longer, 1.0 cm up at the sides, 2.0 cm up at the centre front, "
     "4.0 cm down at the centre back."),
    ({"move": "hem", "shape": "curved", "down": -3.0, "rise": 5.0}, "Draw the hem of the whole garment curved up to the sides, 3.0 cm shorter, 5.0 cm up at the sides."),
    ({"move": "hem", "shape": "shirt tail", "rise": 5.0}, "Draw the hem of the whole garment with a shirt's tails, as long as it was, 5.0 cm up at the sides."),
    ({"move": "shape_side", "at": AT_SIDE, "amount": 1.0}, "Draw the side of the whole garment 1.0 cm inwards at the side, 10.0 cm from the waist."),
    ({"move": "shape_side", "pieces": ["front", "back"], "at": AT_SIDE, "amount": -1.0}, "Draw the side of the front and back 1.0 cm outwards at the side, 10.0 cm from the waist."),
    ({"move": "shape_centre", "piece": "back", "at": AT_SIDE, "amount": 1.0}, "Draw the centre of the back 1.0 cm inwards at the side, 10.0 cm from the waist."),
    ({"move": "shape_centre", "piece": "back", "at": AT_SIDE, "amount": -0.5}, "Draw the centre of the back 0.5 cm outwards at the side, 10.0 cm from the waist."),
    ({"move": "square", "piece": "back", "edge": "neckline"}, "Lead the neckline of the back square for 2.5 cm, at the centre."),
    ({"move": "square", "piece": "front", "edge": "neckline"}, "Lead the neckline of the front square for 0.5 cm, at the centre."),
    ({"move": "square", "piece": "front", "edge": "waist", "for": 3.0, "from": "side"}, "Lead the waist of the front square for 3.0 cm, at the side."),
    ({"move": "round_corner", "piece": "front", "at": {"edge": "hem", "from": "side", "fraction": 0}, "radius": 6.0},
     "Round the corner of the front at the hem at the side with a bow of 6.0 cm."),
    ({"move": "extend", "piece": "front", "edge": "centre front", "width": 2.5, "as": "button stand"},
     "Add 2.5 cm beside the centre front of the front as a button stand, as wide all along."),
    ({"move": "extend", "piece": "front", "edge": "hem", "width": 4.0, "as": "hem", "shape": "tapered"}, "Add 4.0 cm beside the hem of the front as a hem, narrower to its end."),
    ({"move": "extend", "piece": "front", "edge": "hem", "width": 4.0, "as": "facing", "shape": "rounded"},
     "Add 4.0 cm beside the hem of the front as a facing cut in one, with rounded corners."),
    ({"move": "blend", "seams": ["shoulder", "side"]}, "Blend what runs over the shoulder and the side over their seams."),
    ({"move": "blend", "edges": [["front", "armhole"], ["back", "armhole"]]}, "Blend the armhole of the front with the armhole of the back over their seams."),
    ({"move": "true_seam", "seam": "side"}, "True the side seam: the second side gives, at its end."),
    ({"move": "true_seam", "seam": "side", "give": "a", "by": "start"}, "True the side seam: the first side gives, at its start."),
    ({"move": "true_seam", "seam": "side", "give": "front", "by": "along"}, "True the side seam: the front gives, all along."),
    ({"move": "true_seam", "seam": "side", "give": "front", "by": "curve"}, "True the side seam: the front gives, by its curve."),
    ({"move": "cut_across", "pieces": ["skirt front", "skirt back"], "at": AT_SIDE},
     "Cut the skirt front and skirt back across, level at the side, 10.0 cm from the waist, into upper and lower parts, with a seam between them."),
    ({"move": "cut_across", "pieces": ["skirt front"], "at": AT_SIDE, "names": ["top", "low"], "seam": "tier"},
     "Cut the skirt front across, level at the side, 10.0 cm from the waist, into top and low parts, with a seam “tier”."),
    ({"move": "yoke", "pieces": ["skirt front", "skirt back"], "edge": "waist", "depth": 7.62},
     "Cut a yoke off the waist of the skirt front and skirt back, 7.6 cm deep, parallel to it, what is left of the darts below eased in, with a seam "
     "between them."),
    ({"move": "yoke", "pieces": ["skirt front"], "edge": "waist", "depth": 8.0, "shape": "straight", "below": "dart", "seam": "basque"},
     "Cut a yoke off the waist of the skirt front, 8.0 cm deep, straight, what is left of the darts below left as darts, with a seam “basque”."),
    ({"move": "yoke", "pieces": ["back"], "edge": "shoulder", "depth": 8.0, "shape": "yoke line", "below": "gather"},
     "Cut a yoke off the shoulder of the back, 8.0 cm deep, the line “yoke line”, what is left of the darts below gathered in, with a seam between them."),
    ({"move": "panel", "piece": "front", "from": SHOULDER, "dart": "waist dart"},
     "Cut the front in panels, from the middle of the shoulder through the point of the waist dart to its mouth, rounded over 4.0 cm, into two panels, "
     "with a seam between them."),
    ({"move": "panel", "piece": "front", "from": SHOULDER, "dart": "waist dart", "to": {"dart": "side dart"}, "soften": 0, "names": ["a", "b"], "seam": "p"},
     "Cut the front in panels, from the middle of the shoulder through the point of the waist dart to the side dart, not rounded, into a and b, with a seam “p”."),
    ({"move": "swing_and_join", "piece": "back", "onto": ["front", "shoulder"], "edge": "shoulder"},
     "Swing the back so that its shoulder lies on the shoulder of the front, as its seam wants it, and tape it there, as front."),
    ({"move": "swing_and_join", "piece": "back", "onto": ["front", "shoulder"], "edge": "shoulder", "turned": True, "name": "top"},
     "Swing the back so that its shoulder lies on the shoulder of the front, turned over first, and tape it there, as top."),
    ({"move": "swing_and_join", "piece": "back", "onto": ["front", "shoulder"], "edge": "shoulder", "turned": False},
     "Swing the back so that its shoulder lies on the shoulder of the front, with the same face up, and tape it there, as front."),
    ({"move": "join_blocks", "upper": "front", "lower": "skirt front"}, "Lay the skirt front to the front at the waist, along the centre, edge to edge, as front."),
    ({"move": "join_blocks", "upper": "front", "lower": "skirt front", "along": "side", "overlap": 1.5, "name": "dress"},
     "Lay the skirt front to the front at the waist, along the side, lapped over by 1.5 cm, as dress."),
    ({"move": "move_shoulder", "amount": 2.5}, "Move the shoulder seam 2.5 cm forward."),
    ({"move": "move_shoulder", "amount": -1.0}, "Move the shoulder seam 1.0 cm back."),
    ({"move": "unfold", "piece": "front"}, "Lay the front open at its fold."),
    ({"move": "fold", "piece": "front"}, "Fold the front along its centre line."),
    ({"move": "fold", "piece": "front", "line": "centre front"}, "Fold the front along its centre front."),
    ({"move": "mirror", "piece": "front"}, "Turn the front over."),
    ({"move": "rename", "piece": "front", "name": "vest"}, "Call the front “vest”."),
    ({"move": "put_away", "piece": "front"}, "Put the front away."),
    ({"move": "copy_as", "piece": "front", "name": "lining", "cloth": "satin"}, "Trace all of the front once more, as “lining”, in satin."),
    ({"move": "copy_as", "piece": "front", "name": "facing", "part": "yoke line"},
     "Trace the part within the line “yoke line” of the front once more, as “facing”, in the same cloth."),
    ({"move": "redraw", "piece": "front", "edge": "neckline", "start": {"out": 2.0}, "end": {"out": -1.0, "down": 3.0}},
     "Redraw the neckline of the front: its start 2.0 cm outwards, its end 1.0 cm inwards and 3.0 cm down, through no other place, as it was."),
    ({"move": "redraw", "piece": "front", "edge": "neckline", "through": [{"mark": "bust point"}, {"mark": "apex"}], "end": {"down": -2.0}, "shape": "curve"},
     "Redraw the neckline of the front: its start where it is, its end 2.0 cm up, through the bust point and the apex, in one curve."),
]  # fmt: skip


@pytest.mark.parametrize(("step", "sentence"), SAID, ids=lambda x: x["move"] if isinstance(x, dict) else "")
def test_the_sentence(step: dict[str, Any], sentence: str) -> None:
    (move,) = read_steps([step])
    assert move.spoken(None, "cm") == sentence
    # In inches no centimetre is left in it, and nothing else is said otherwise.
    inches = move.spoken(None, "in")
    assert " cm" not in inches
    assert re.search(r"\d in\b", inches) or " cm" not in sentence
    words = [w for w in sentence.replace(",", " ").replace(".", " ").split() if w.isalpha() and w not in ("cm", "in")]
    assert [w for w in inches.replace(",", " ").replace(".", " ").split() if w.isalpha() and w not in ("cm", "in")] == words


def test_the_ends_of_a_redrawn_edge_are_told_by_what_they_meet() -> None:
    """Known to lie there, an edge's ends are named; counted from the other neighbour they change hands."""
    pattern = pair()
    step = {"move": "redraw", "piece": "front", "edge": "neckline", "start": {"down": 1.0}}
    assert "its start at the centre front 1.0 cm down, its end at the side where it is" in read_steps([step])[0].spoken(
        pattern, "cm"
    )
    turned = step | {"from": "side"}
    assert "its start at the side 1.0 cm down, its end at the centre front where it is" in read_steps([turned])[0].spoken(
        pattern, "cm"
    )


BODICE = draft(FIGURES["average"]).pattern
SUMS: list[tuple[Pattern, dict[str, Any], list[str]]] = [
    (pair(), {"move": "extend", "piece": "front", "edge": "centre front", "width": 2.5, "as": "wrap"},
     ["The two halves lie over each other by 2 × 2.5 = 5.0 cm", "New paper 100.0 cm²", "the line that is laid on its like", "cut two, one mirrored"]),
    (pair(), {"move": "extend", "piece": "front", "edge": "hem", "width": 4.0, "as": "casing"}, ["Casing, its outer edge 20.00 cm", "the line it is folded along"]),
    (pair(), {"move": "round_corner", "piece": "front", "at": {"edge": "hem", "from": "side", "fraction": 0}, "radius": 10.0}, ["Cut off at the corner 21.5 cm²"]),
    (pair(), {"move": "shape_side", "at": {"edge": "side", "fraction": 0.5}, "amount": 1.5}, ["Round the body there, both sides 4 × -1.5 = -6.0 cm"]),
    (pair(), {"move": "shape_centre", "piece": "front", "at": {"edge": "side", "fraction": 0.5}, "amount": 1.0},
     ["Round the body there 2 × -1.0 = -2.0 cm", "The centre front was a fold: it is a seam now"]),
    (pair(), {"move": "hem", "shape": "curved", "rise": 4.0}, ["Hem in all, half round 4", "A curved hem takes a narrow allowance"]),
    (pair(), {"move": "put_away", "piece": "front"}, ["Paper put away 800.0 cm²"]),
    (pair(), {"move": "mirror", "piece": "front"}, ["It lies with its other face up.", "on the cloth that makes no difference"]),
    (pair(), {"move": "unfold", "piece": "front"}, ["Paper of the half, of the whole 800.0 cm², 1600.0 cm²", "The centre front is a line on it now; cut one.",
                                                     "Over the old fold the neckline and the hem runs as one edge."]),
    (pair(), {"move": "copy_as", "piece": "front", "name": "lining"}, ["Paper of the copy 800.0 cm²", "sewn to nothing yet"]),
    (pair(), {"move": "rename", "piece": "front", "name": "vest"}, ["The front is the vest now."]),
    (BODICE, {"move": "move_shoulder", "amount": 2.0}, ["The strip is wide 2.0 cm"]),
    (BODICE, {"move": "neckline", "shape": "round", "width": 3.0}, ["Back, shoulder left 9.4 cm", "Front, shoulder left 9.4 cm", "Half the neckline in all: before, now 20.1"]),
    (BODICE, {"move": "neckline", "shape": "halter", "front_depth": 2.0}, ["A halter leaves the shoulder bare"]),
    (BODICE, {"move": "armhole", "down": 1.0}, ["Armhole in all: before, now 44.35"]),
    (dress(), {"move": "join_blocks", "upper": "front", "lower": "skirt front"},
     ["Front: waist 19.14", "Skirt front: waist 18.75", "They differ by 0.38 cm", "1 double-pointed dart runs through the waist now"]),
    (skirt(), {"move": "yoke", "pieces": ["skirt back"], "edge": "waist", "depth": 7.0, "below": "dart"},
     ["The waist dart 1 is closed in the yoke.", "The waist dart 2 is closed in the yoke.", "Below the yoke the", "is left."]),
    (skirt(), {"move": "cut_across", "pieces": ["skirt back", "skirt front"], "at": {"edge": "side", "level": "hip"}},
     ["Skirt back: length of the cut", "Skirt front: meets the skirt back’s line within 0.00 cm"]),
    (draft_by("bodice-direct", WHOLE).pattern, {"move": "square", "piece": "front", "edge": "neckline", "for": 2.0}, ["It stood off the right angle by"]),
]  # fmt: skip


@pytest.mark.parametrize(("pattern", "step", "lines"), SUMS, ids=lambda x: x["move"] if isinstance(x, dict) else "")
def test_what_is_summed_up(pattern: Pattern, step: dict[str, Any], lines: list[str]) -> None:
    said = told(pattern, step)
    for line in lines:
        assert line in said, said


REFUSED: list[tuple[Pattern, dict[str, Any], str, str, str]] = [
    (pair(), {"move": "blend", "edges": [["front", "hem"], ["front", "side"]]}, "edges", "do not meet at a seam", "Choose edges that meet where their pieces are sewn together."),
    (pair(), {"move": "round_corner", "piece": "front", "at": {"edge": "hem", "fraction": 0.5}, "radius": 2.0}, "at", "there is no corner.", "Choose a place where two edges meet."),
    (pair(), {"move": "hem", "shape": "level", "pieces": ["front"], "edge": "frill"}, "pieces", "it has no frill.", "Choose a piece that has one, or turn its lower edge into a hem."),
    (BODICE, {"move": "redraw", "piece": "front", "edge": "side", "shape": "curve"}, "edge", "the side dart opens in the side.", "Rotate it to another edge first."),
    (BODICE, {"move": "extend", "piece": "front", "edge": "waist", "width": 2.0, "as": "casing"}, "edge", "the waist dart opens in the waist.", "Rotate it to another edge first."),
    (BODICE, {"move": "armhole", "down": 20.0}, "down", "lowered by 20.0 cm it would reach the side's dart or its end, 4.8 cm down.", "Lower it by at most 3.8 cm, or rotate the side dart away first."),
    (BODICE, {"move": "neckline", "shape": "round", "at_shoulder": 5.0, "pieces": ["back"], "gape": 0.5, "into": "side dart"}, "into", "no piece of the neckline has a side dart.", "Choose one of: waist dart."),
    (BODICE, {"move": "unfold", "piece": "sleeve"}, "piece", "there is no piece called “sleeve”.", "There is: back, front."),
    (skirt(), {"move": "fold", "piece": "skirt front"}, "piece", "it lies on a fold already.", "Turn that fold into a seam first."),
]  # fmt: skip


@pytest.mark.parametrize(
    ("pattern", "step", "field", "words", "cure"), REFUSED, ids=lambda x: x["move"] if isinstance(x, dict) else ""
)
def test_refused_at_its_slot_with_its_cure(pattern: Pattern, step: dict[str, Any], field: str, words: str, cure: str) -> None:
    error = stopped(pattern, step)
    assert (error.field, error.cure) == (field, cure)
    assert words in error.message


def test_gape_is_held_as_the_neckline_is_then() -> None:
    """What waits for its collar waits for the neckline without its gape."""
    after = worked(
        BODICE, {"move": "neckline", "shape": "round", "width": 2.0, "front_depth": 3.0, "gape": 0.8, "into": "waist dart"}
    )
    neck = next(s for s in after.seams if s.name == "neckline")
    assert neck.rule.length == pytest.approx(after.side_length(neck.a), abs=1e-9)


def test_a_step_whose_piece_an_earlier_edit_removed_is_refused_and_the_rest_stands() -> None:
    steps = [{"move": "put_away", "piece": "back"}, {"move": "neckline", "shape": "v", "pieces": ["back"]}]
    done = replay(BODICE, read_steps(steps), RULES)
    assert isinstance(done.stopped, PatternError)
    assert len(done.done) == 1
    assert done.stopped.field == "pieces"
