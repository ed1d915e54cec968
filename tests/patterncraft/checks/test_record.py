"""What a pattern is held against: the worst of its blocks and of its parts as they were made; what its steps meant to change."""

from __future__ import annotations

from math import degrees
from typing import Any

import pytest

from patterncraft.checks.joints import is_broken
from patterncraft.checks.record import BendRecord, after, record_of
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from tests.patterncraft.parts.ground import SLEEVE, edge, integrated, made, table

FIELDS = ("kink", "off_square", "turns", "jump", "corner")
PARTS: dict[str, list[dict[str, Any]]] = {
    "a sleeve": [SLEEVE],
    "a sleeve and its cuff": [SLEEVE, {"move": "cuff"}],
    "a stand and fall": [{"move": "collar", "kind": "stand_and_fall"}],
    "a flat collar": [{"move": "collar", "kind": "flat"}],
    "facings": [{"move": "facing", "edges": [["front", "neckline"], ["back", "neckline"]]}],
    "a waist facing": [{"move": "facing", "edges": [["front", "waist"], ["back", "waist"]]}],
    "an armhole facing": [{"move": "facing", "edges": [["front", "armhole"], ["back", "armhole"]]}],
    "a collar and a puff": [{"move": "collar", "kind": "stand_and_fall"}, SLEEVE, {"move": "puff"}],
}


@pytest.mark.parametrize(
    ("what", "block"), [(w, b) for w in PARTS for b in ("bodice-direct", "torso") if (w, b) != ("a waist facing", "torso")]
)
def test_a_style_is_held_against_the_worst_of_its_blocks_and_of_each_part_as_it_was_made(what: str, block: str) -> None:
    """Edge by edge and measure by measure the larger of all of them, each recorded alone. (A torso has a hem that is smooth, its sleeve one with a kink.)"""
    done = made(*PARTS[what], on=table(block))
    alone = [record_of(done.start)]
    for m in done.pattern.made:
        names = {p.name for p in m.pieces}
        alone.append(record_of(Pattern(m.pieces, tuple(s for s in m.within if {x.piece for x in (*s.a, *s.b)} <= names))))
    assert len(alone) > 1
    wanted: dict[str, dict[str, float]] = {}
    for record in alone:
        for b in record.bends:
            own = wanted.setdefault(b.edge, dict.fromkeys(FIELDS, 0.0))
            wanted[b.edge] = {f: max(own[f], getattr(b, f)) for f in FIELDS}
    found = {b.edge: {f: getattr(b, f) for f in FIELDS} for b in after(done).bends}
    assert found == {edge: pytest.approx(fields) for edge, fields in wanted.items()}


def hem_round(pattern: Pattern) -> float:
    """cm round the hem: both halves of front and back, by independent integration."""
    return 2 * sum(integrated(edge(pattern.piece(n), "hem")) for n in ("skirt front", "skirt back"))


def test_what_a_step_means_to_change_is_meant_and_nothing_else() -> None:
    """Flare makes the hem wider and the record with it; a dart turned within the piece changes nothing round the body."""
    spread = {
        "move": "slash_and_spread",
        "piece": "skirt front",
        "from_edge": "hem",
        "to_edge": "waist",
        "count": 4,
        "opening": 2.0,
    }
    flared = made(spread | {"result": "flare"}, on=table("skirt"))
    assert hem_round(flared.pattern) - hem_round(flared.start) == pytest.approx(16.0, abs=0.5), "four times two, in both halves"
    assert after(flared).girth("hem") == pytest.approx(hem_round(flared.pattern), abs=1e-3)
    turned = made(
        {"move": "rotate_dart", "piece": "skirt front", "dart": "waist dart", "to": {"edge": "side", "fraction": 0.2}},
        on=table("skirt"),
    )
    assert after(turned).girth("hem") == pytest.approx(hem_round(turned.start), abs=1e-3)
    turn = {"move": "rotate_dart", "piece": "skirt back", "dart": "waist dart 1", "to": {"edge": "side", "fraction": 0.2}}
    both = made(spread | {"result": "flare"}, turn, on=table("skirt"))
    assert after(both).girth("hem") == pytest.approx(hem_round(both.pattern), abs=1e-3)


def test_a_kind_of_edge_that_the_block_has_not_has_nothing_to_be_held_against() -> None:
    assert record_of(made().pattern).bend("wrist") == BendRecord(edge="wrist")


@pytest.mark.parametrize(
    ("kink", "own", "broken"),
    [
        (4.9, 0.0, False),
        (5.1, 0.0, True),
        (-5.1, 0.0, True),
        # The block has 5°: its style may have a quarter more, 6.25.
        (6.2, 5.0, False),
        (6.3, 5.0, True),
        (-6.3, 5.0, True),
        (12.4, 10.0, False),
        (12.6, 10.0, True),
        # From 50° on it is a corner that was meant.
        (50.0, 0.0, True),
        (50.1, 0.0, False),
    ],
)
def test_a_kink_shows_beyond_the_limit_and_a_quarter_more_than_the_blocks_own(kink: float, own: float, broken: bool) -> None:
    """The house's limit is 5°; a quarter more than the block's own, and 50° for a corner, are house practice (no source)."""
    assert is_broken(kink, 5.0, own) is broken


def test_a_block_is_recorded_edge_by_edge_seam_by_seam_and_dart_by_dart() -> None:
    """Straight edges turn nowhere; a seam is as long as another library integrates it; darts are summed up piece by piece."""
    start = table()
    record = record_of(start)
    bends = {b.edge: b for b in record.bends}
    assert set(bends) == {n.split()[-1] for p in start.pieces for n in p.edge_names}, "an edge is known by its last word"
    assert {bends[n].turns for n in ("shoulder", "waist", "front", "back")} == {0}
    for seam in start.seams:
        own = record.seam(seam.name)
        assert own is not None
        for side, told in ((seam.a, own.a), (seam.b, own.b)):
            if side:
                assert told == pytest.approx(sum(integrated(edge(start.piece(x.piece), x.edge)) for x in side), abs=1e-6)
            else:
                assert told is None
    front = next(d for d in record.darts if d.piece == "front")
    assert front.mouth == pytest.approx(sum(d.intake for d in darts_of(start.piece("front"))))
    assert front.angle == pytest.approx(sum(degrees(abs(d.angle)) for d in darts_of(start.piece("front"))))


def test_a_seam_that_a_step_makes_stands_in_the_record_as_it_was_made_and_one_that_is_gone_does_not() -> None:
    panel = {
        "move": "panel",
        "piece": "front",
        "from": {"edge": "shoulder", "fraction": 0.5},
        "dart": "waist dart",
        "seam": "front panel",
        "names": ["inner", "outer"],
        "to": {"dart": "side dart"},
    }
    steps = [
        {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}},
        {k: v for k, v in panel.items() if k != "to"},
    ]
    done = made(*steps)
    record = after(done)
    assert {s.name for s in record.seams} == {s.name for s in done.pattern.seams}
    own = record.seam("front panel")
    assert own is not None
    assert own.a == pytest.approx(done.pattern.side_length(done.pattern.seam("front panel").a))
    parted = after(made({"move": "unsew", "seam": "side"}))
    assert parted.seam("side") is None
    assert parted.seam("shoulder") == record_of(table()).seam("shoulder")
