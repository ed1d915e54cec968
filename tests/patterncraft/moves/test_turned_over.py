"""Paper turned over and worked on is the paper worked on and turned over; and so is paper that lies elsewhere on the table, aslant.

An oracle that is not our own code's numbers: the move itself has to be blind to left and right, and to where a sheet lies.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest
import shapely
from shapely import affinity

from patterncraft.formats.verb_picture import plain_block
from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.path import Path
from patterncraft.geometry.transform import Transform, slide, swing, turn_over
from patterncraft.ledger import ledger
from patterncraft.moves.registry import MOVES, read_steps
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.paper.seam import Side
from patterncraft.paper.sewn import start_word
from patterncraft.replay import Replay, replay
from tests.conftest import draft_by
from tests.rich import RULES
from tests.samples import WHOLE, polygon

Step = dict[str, Any]
PLACED = {"turned over": turn_over(31.7 + 0j, 31.7 + 1j).then(slide(12j)), "swung": swing(60 - 20j, 0.4)}
"""How the sheets lie: turned over about an upright line, or swung aslant about a place beside them; none near to where they were drawn."""
SHOULDER = {"edge": "shoulder", "from": "neckline", "fraction": 0.4}
CASES: list[tuple[str, Step]] = [
    ("bodice-direct", {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": SHOULDER}),
    ("bodice-direct", {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": SHOULDER, "amount": 1.2}),
    ("bodice-direct", {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"dart": "side dart"}, "amount": 1.5}),
    ("bodice-direct", {"move": "divide_dart", "piece": "front", "dart": "waist dart",
                       "into": [{"to": SHOULDER, "share": 0.5}, {"to": {"edge": "armhole", "from": "side", "fraction": 0.5}, "share": 0.3}]}),
    ("bodice-direct", {"move": "merge_darts", "piece": "front", "darts": ["side dart"], "into": "waist dart"}),
    ("skirt", {"move": "share_intake", "piece": "skirt back", "dart": "waist dart 2",
               "to": [{"dart": "waist dart 1", "amount": 1.0}, {"edge": "side", "amount": 0.6}, {"edge": "centre back", "amount": 0.4}]}),
    ("bodice-direct", {"move": "fold_dart", "piece": "front", "dart": "waist dart", "toward": "side"}),
    ("bodice-direct", {"move": "fold_dart", "piece": "front", "dart": "side dart", "toward": "up"}),
    ("bodice-direct", {"move": "convert_dart", "piece": "front", "dart": "waist dart", "into": "pleat"}),
    ("skirt", {"move": "convert_dart", "piece": "skirt front", "dart": "waist dart", "into": "flare"}),
    ("bodice-direct", {"move": "contour", "piece": "front", "at": {"edge": "armhole", "from": "side", "fraction": 0.5}, "amount": 0.5,
                       "into": "waist dart"}),
    ("skirt", {"move": "slash_and_spread", "piece": "skirt front", "from_edge": "hem", "to_edge": "waist", "count": 3, "opening": 3.0}),
    ("skirt", {"move": "slash_and_spread", "piece": "skirt front", "from_edge": "waist", "to_edge": "hem", "count": 4, "opening": 3.0,
               "hinge": "none"}),
    ("sleeve-compass", {"move": "lengthen", "pieces": ["sleeve"], "at": {"edge": "front underarm", "from": "cap", "fraction": 0.4}, "amount": 5.0}),
    ("sleeve-compass", {"move": "lengthen", "pieces": ["sleeve"], "at": {"edge": "front underarm", "from": "cap", "fraction": 0.4}, "amount": -5.0}),
    ("bodice-direct", {"move": "lengthen", "pieces": ["front", "back"], "at": {"edge": "side", "from": "waist", "distance": 4.5}, "amount": 3.0}),
    ("skirt", {"move": "pleats", "piece": "skirt front", "from_edge": "waist", "to_edge": "hem", "kind": "knife", "count": 2, "depth": 2.0,
               "toward": "side"}),
    ("skirt", {"move": "tucks", "piece": "skirt front", "depth": 1.0, "count": 2,
               "line": [{"edge": "centre front", "from": "hem", "distance": 9}, {"edge": "side", "from": "hem", "distance": 9}]}),
    ("skirt", {"move": "flare", "piece": "skirt front", "edge": "side", "amount": 5.0, "from": {"edge": "side", "level": "hip"}}),
    ("skirt", {"move": "overlap", "piece": "skirt front", "from_edge": "hem", "to_edge": "waist", "count": 2, "amount": 2.0}),
    ("skirt", {"move": "overlap", "piece": "skirt front", "from_edge": "hem", "to_edge": "waist", "count": 2, "amount": 2.0, "hinge": "from_edge"}),
    ("skirt", {"move": "overlap", "piece": "skirt back", "from_edge": "hem", "to_edge": "waist", "count": 3, "amount": 1.0, "hinge": "none"}),
    ("sleeve-compass", {"move": "lift", "piece": "sleeve", "at": {"edge": "cap", "from": "front underarm", "fraction": 0.25}, "height": 4.0,
                        "width": 3.0}),
    ("bodice-direct", {"move": "add_ease", "layer": "jacket"}),
    ("skirt", {"move": "take_in", "piece": "skirt back", "darts": ["waist dart 1", "waist dart 2"], "amount": 0.6}),
    ("skirt", {"move": "take_in_seam", "piece": "skirt front", "at": {"edge": "side", "from": "waist", "distance": 20.0}, "amount": 1.5}),
    ("bodice-direct", {"move": "shoulder_slope", "amount": 1.0}),
    ("bodice-direct", {"move": "shoulder_slope", "amount": -0.7, "armhole": "kept"}),
    ("bodice-direct", {"move": "add_ease", "side": 1.0, "armhole_down": 1.0, "sides_parallel": False}),
    ("bodice-direct", {"move": "cut_along", "piece": "front", "names": ["centre front", "side front"],
                       "line": {"through": [{"edge": "armhole", "from": "side", "fraction": 0.5}, {"dart": "waist dart"}], "shape": "curve"}}),
    ("torso", {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": SHOULDER, "cut_across": True}),
    ("bodice-direct", {"move": "neckline", "shape": "sweetheart", "width": 3.0, "front_depth": 6.0, "back_depth": 2.0}),
    ("bodice-direct", {"move": "neckline", "shape": "scoop", "at_shoulder": 7.0, "front_depth": 4.0, "gape": 0.8, "into": "waist dart"}),
    ("bodice-direct", {"move": "neckline", "shape": "keyhole", "keyhole_on": "back"}),
    ("bodice-direct", {"move": "armhole", "down": 2.0, "in_at_middle": 1.0, "at_shoulder": 1.5}),
    ("bodice-direct", {"move": "armhole", "halter": 4.0, "down": 1.0}),
    ("skirt", {"move": "hem", "shape": "shirt tail", "rise": 6.0}),
    ("skirt", {"move": "hem", "shape": "high-low", "rise": 2.0, "front_up": 6.0, "back_down": 4.0}),
    ("skirt", {"move": "shape_side", "at": {"edge": "side", "from": "hem", "distance": 20}, "amount": 1.2}),
    ("bodice-direct", {"move": "shape_centre", "piece": "back", "at": {"edge": "waist", "from": "centre back", "fraction": 0.0}, "amount": 1.0}),
    ("bodice-direct", {"move": "redraw", "piece": "front", "edge": "neckline", "from": "shoulder", "start": {"out": 2.0}, "end": {"down": 3.0},
                       "through": [{"at": {"edge": "neckline", "fraction": 0.5}, "out": 1.5, "down": 2.0}]}),
    ("bodice-direct", {"move": "square", "piece": "front", "edge": "neckline", "for": 2.0}),
    ("skirt", {"move": "round_corner", "piece": "skirt front", "at": {"edge": "hem", "from": "side", "fraction": 0.0}, "radius": 7.0}),
    ("bodice-direct", {"move": "extend", "piece": "front", "edge": "centre front", "width": 3.0, "as": "facing"}),
    ("skirt", {"move": "extend", "piece": "skirt front", "edge": "hem", "width": 4.0, "as": "hem"}),
    ("bodice-direct", {"move": "blend", "edges": [["front", "armhole"], ["back", "armhole"]]}),
    ("bodice-direct", {"move": "move_shoulder", "amount": 2.5}),
    ("bodice-direct", {"move": "move_shoulder", "amount": -1.5}),
    ("bodice-direct", {"move": "swing_and_join", "piece": "back", "onto": ["front", "shoulder"], "edge": "shoulder"}),
    ("bodice-direct", {"move": "panel", "piece": "front", "from": SHOULDER, "dart": "waist dart", "names": ["centre front", "side front"]}),
    ("skirt", {"move": "yoke", "pieces": ["skirt front", "skirt back"], "edge": "waist", "depth": 7.6}),
    ("skirt", {"move": "yoke", "pieces": ["skirt front"], "edge": "waist", "depth": 12.0, "shape": "straight"}),
    ("skirt", {"move": "yoke", "pieces": ["skirt front", "skirt back"], "edge": "waist", "depth": 8.0, "shape": "sweetheart"}),
    ("skirt", {"move": "cut_across", "pieces": ["skirt back", "skirt front"], "at": {"edge": "side", "level": "hip", "down": 9.0}}),
    ("torso", {"move": "cut_along", "piece": "front", "names": ["centre front", "side front"],
               "line": {"through": [SHOULDER, {"dart": "waist dart"}, {"edge": "hem", "from": "side", "fraction": 0.6}], "shape": "curve"}}),
    ("skirt", {"move": "copy_as", "piece": "skirt front", "name": "facing", "part": [{"edge": "side", "from": "hem", "distance": 30},
               {"edge": "centre front", "from": "hem", "distance": 32}]}),
    ("bodice-direct", {"move": "closure", "seam": "side", "kind": "zip", "length": 15.24}),
    ("bodice-direct", {"move": "notch", "seam": "side", "at": 5.0, "style": "double", "name": "upper"}),
    ("bodice-direct", {"move": "move_notch", "seam": "side", "notch": "side balance", "to": 9.0, "to_b": 10.0}),
    ("bodice-direct", {"move": "promise", "seam": "side", "kind": "gather", "ratio": 1.5, "from": "start", "to": "side balance"}),
    ("bodice-direct", {"move": "unsew", "seam": "side"}),
]  # fmt: skip


def laid(pattern: Pattern, by: Transform, corner: int = 3) -> Pattern:
    """The same pattern, its sheets lying otherwise, their outlines counted from another corner. A side that is walked as the outline runs is told from where, first: turned over, the outline runs the other way."""

    def told(side: Side) -> Side:
        return tuple(x if x.start else x._replace(start=start_word(pattern.piece(x.piece), x.edge, from_end=False)) for x in side)

    seams = tuple(replace(s, a=told(s.a), b=told(s.b)) for s in pattern.seams)
    return replace(pattern, pieces=tuple(p.placed(by).starting_at(corner % len(p.outline)) for p in pattern.pieces), seams=seams)


def assert_alike(a: Piece, b: Piece, by: Transform) -> None:
    """A piece is the other one as that lies now: its outline, what is drawn and marked on it, its tape and its new paper."""
    lying = a.placed(by)
    wanted, found = polygon(lying), polygon(b)
    # Parts may come to lie elsewhere, slid as a whole: laid on each other at the middle of their boxes.
    off = [o - s for o, s in zip(wanted.envelope.centroid.coords[0], found.envelope.centroid.coords[0], strict=True)]
    slid = affinity.translate(found, *off)
    assert wanted.symmetric_difference(slid).area < 0.02, f"{a.name}: {wanted.symmetric_difference(slid).area:.3f} cm² differ"
    by_hand = complex(*off)
    assert {d.name: (round(d.intake, 4), round(d.rule.set_back, 6)) for d in darts_of(a)} == {
        d.name: (round(d.intake, 4), round(d.rule.set_back, 6)) for d in darts_of(b)
    }
    marks = [_marked(p, way) for p, way in ((lying, 0j), (b, by_hand))]
    assert set(marks[0]) == set(marks[1])
    for name, at in marks[0].items():
        assert abs(at - marks[1][name]) < 0.01, f"{name} of {a.name} lies {abs(at - marks[1][name]):.3f} off"
    for kind, drawn in (("line", _lines), ("tape", lambda p: p.paper.tapes)):
        left = [x.placed(slide(by_hand)) for x in drawn(b)]
        assert len(left) == len(drawn(lying)), f"{kind} of {a.name}"
        for x in drawn(lying):
            near = min(left, key=lambda y: _apart(x, y))
            assert _apart(x, near) < 0.02, f"a {kind} of {a.name} lies {_apart(x, near):.3f} off"
            left.remove(near)
    new, also = (_new_paper(p) for p in (lying, b))
    assert new.symmetric_difference(affinity.translate(also, *off)).area < 0.05, f"the new paper of {a.name} lies otherwise"
    if lying.grain and b.grain:
        # A new grain line stands in the middle of its piece's box, which is another one aslant.
        ways = [(g.end - g.start) / abs(g.end - g.start) for g in (lying.grain, b.grain)]
        assert min(abs(ways[0] - ways[1]), abs(ways[0] + ways[1])) < 1e-3
        assert lying.grain.kind == b.grain.kind
    assert (lying.grain is None) == (b.grain is None)
    assert (a.cut.quantity, a.cut.on_fold, a.cut.mirrored, a.cut.cloth) == (
        b.cut.quantity,
        b.cut.on_fold,
        b.cut.mirrored,
        b.cut.cloth,
    )


def _marked(p: Piece, way: complex) -> dict[tuple[str, str], complex]:
    return {(m.name, m.kind): m.at + way for m in p.marks}


def _new_paper(p: Piece) -> Any:
    rings = [shapely.Polygon([(z.real, z.imag) for z in flat_path(x, 0.005)]).buffer(0) for x in p.paper.patches]
    return shapely.union_all(rings)


def _lines(p: Piece) -> tuple[Path, ...]:
    return tuple(x.path for x in p.lines)


def _apart(x: Path, y: Path) -> float:
    """cm between two lines at most, at their ends and their middles, whichever way they run."""
    own = [x.start, x.at(x.length / 2), x.end]
    other = [y.start, y.at(y.length / 2), y.end]
    return min(max(abs(p - q) for p, q in zip(own, way, strict=True)) for way in (other, other[::-1]))


@pytest.mark.parametrize("how", PLACED)
@pytest.mark.parametrize(("name", "step"), CASES, ids=lambda x: x["move"] if isinstance(x, dict) else x)
def test_laid_otherwise_and_worked_is_worked_and_laid_otherwise(name: str, step: Step, how: str) -> None:
    pattern, by = draft_by(name, WHOLE).pattern, PLACED[how]
    here, there = (replay(p, read_steps([step]), RULES) for p in (pattern, laid(pattern, by)))
    assert here.stopped is None, here.stopped
    assert there.stopped is None, there.stopped
    assert [p.name for p in there.pattern.pieces] == [p.name for p in here.pattern.pieces]
    for a, b in zip(here.pattern.pieces, there.pattern.pieces, strict=True):
        assert_alike(a, b, by)
    known = {s.name for s in pattern.seams}
    assert _opened(there.pattern, known) == _opened(here.pattern, known)
    here_kept, there_kept = (_promised(x.pattern) for x in (here, there))
    assert there_kept == here_kept
    assert _sums(there) == _sums(here)


BY_THE_OUTLINE = {
    "fold": "the half that lies first is kept",
    "grain": "a bias that is not told otherwise leans as on the paper",
}
"""What is told as the outline runs: the other way on paper that lies turned over."""


@pytest.mark.parametrize(
    ("name", "how"),
    [
        (name, how)
        for name, kind in MOVES.items()
        for how in PLACED
        if kind.example and name not in {s["move"] for _, s in CASES} and not (how == "turned over" and name in BY_THE_OUTLINE)
    ],
)
def test_each_verbs_example_on_sheets_that_lie_otherwise(name: str, how: str) -> None:
    """Sheets that were there are what they were, laid so; a new one is as large."""
    example = MOVES[name].example
    assert example
    pattern, by = plain_block(example.block), PLACED[how]
    steps = read_steps([*example.first, {"move": name, **example.step}])
    here, there = (replay(p, steps, RULES) for p in (pattern, laid(pattern, by)))
    assert (here.stopped, there.stopped) == (None, None)
    assert [p.name for p in there.pattern.pieces] == [p.name for p in here.pattern.pieces]
    for a, b in zip(here.pattern.pieces, there.pattern.pieces, strict=True):
        if a.name in {p.name for p in pattern.pieces}:
            assert_alike(a, b, by)
        else:
            assert polygon(b).area == pytest.approx(polygon(a).area, abs=0.02), a.name
    assert _promised(there.pattern) == _promised(here.pattern)
    assert _sums(there) == _sums(here)


def _promised(pattern: Pattern) -> dict[str, tuple[list[float], str, bool]]:
    """Which of a dart's legs is told first changes hands."""
    return {
        p.name: (
            sorted(round(x, 3) for x in (p.length_a, p.length_b or 0.0)) if p.kind == "legs" else [round(p.length_a, 3)],
            p.rule,
            p.kept,
        )
        for p in ledger(pattern, RULES)
    }


def _opened(pattern: Pattern, known: set[str]) -> tuple[list[object], list[str]]:
    """Where the notches stand, and what shuts which seam. A new seam begins at the other end of a turned piece: its notch is told from the nearer end of one side."""
    kept = {p.name: p for p in ledger(pattern, RULES) if p.kind != "legs"}
    stands: list[tuple[object, ...]] = []
    for n in pattern.notches:
        if n.seam in known:
            stands.append((n.seam, n.name, n.style, round(n.at_a, 3), n.at_b and round(n.at_b, 3)))
        else:
            stands.append((n.seam, n.name, n.style, round(min(n.at_a, kept[n.seam].length_a - n.at_a), 2)))
    return sorted(stands, key=str), sorted(map(str, pattern.closures))


def _sums(done: Replay) -> list[tuple[str, Any]]:
    """What was summed up; edges are told in the outline's order, which changes hands. Areas as nearly as sheets are compared."""
    results = [s.result for s in done.done[-1].working if s.result]
    return [
        (kind, pytest.approx(x, abs=0.05 if kind == "area" else 2e-3)) for kind, x in sorted((r.kind, r.value) for r in results)
    ]
