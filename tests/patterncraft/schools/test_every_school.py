"""What holds for every school: sound paper, names of the trade, promises kept, refusals in words."""

import itertools
import json
from typing import Any

import pytest

from patterncraft.drafting.audit import audit
from patterncraft.drafting.school import Block
from patterncraft.drafting.schools import SCHOOLS
from patterncraft.errors import BadMeasure, BadSetting, PatternError
from patterncraft.fitting.again import drafted_again
from patterncraft.formats.openfile import BlockFile
from patterncraft.formats.openfile_io import block_file, read_block, read_file, write_file
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger, unpartnered
from patterncraft.measures.keys import MEASURES
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sewn import sewn_length
from patterncraft.paper.sound import closing_gap, crossing_edges
from tests.conftest import base_for, draft, draft_by
from tests.samples import WHOLE

NAMES = {
    "neckline", "shoulder", "armhole", "side", "waist", "hem", "centre front", "centre back", "cap", "front underarm",
    "back underarm", "left side", "right side", "raglan", "front raglan", "back raglan", "front armhole", "back armhole", "overarm",
    "sleeve hem", "upper edge", "lower edge", "start", "end",
}  # fmt: skip
"""Edge names of the trade. A new one is a decision, not a slip."""


@pytest.fixture(params=list(SCHOOLS))
def block(request: pytest.FixtureRequest) -> Block:
    return draft_by(request.param, WHOLE)


def test_every_piece_is_closed_simple_and_runs_clockwise(block: Block) -> None:
    for p in block.pattern.pieces:
        assert closing_gap(p) < 1e-9, p.name
        assert crossing_edges(p) is None, p.name
        assert p.area > 0, p.name
        assert set(p.edge_names) <= NAMES, p.name
        for e in p.outline:
            own = {"centre": ("fold", "seam", "opening"), "hem": ("hem", "fold", "seam")}
            fits = next((kinds for word, kinds in own.items() if word in e.name), ("seam", "fold", "opening", "raw"))
            assert e.kind in fits or e.kind == "dart", f"{p.name}: the {e.name} is a {e.kind}"
        assert p.grain, p.name


def test_every_promise_is_kept_and_no_seam_is_left_without_a_word(block: Block) -> None:
    assert [p.name for p in ledger(block.pattern, HouseRules()) if not p.kept] == []
    assert unpartnered(block.pattern) == []
    assert [x.title for x in audit(block, HouseRules()) if x.kept is False] == []


def test_every_notch_lies_on_both_sides_of_its_seam_away_from_the_ends(block: Block) -> None:
    for seam in block.pattern.seams:
        for n in block.pattern.notches_of(seam.name):
            assert 1.5 < n.at_a < block.pattern.side_length(seam.a) - 1.5, n.name
            if seam.b:
                assert n.at_b is not None
                assert 1.5 < n.at_b < block.pattern.side_length(seam.b) - 1.5, n.name


def test_construction_is_numbered_and_every_act_says_its_rule(block: Block) -> None:
    assert [s.number for s in block.stages] == list(range(1, len(block.stages) + 1))
    assert len(block.stages) >= 2
    assert all(len(s.rule) > 10 and s.rule.endswith(".") for s in block.stages)
    labels = [label for s in block.stages for label, _ in s.points]
    for piece in {s.piece for s in block.stages}:
        own = [label for s in block.stages if s.piece == piece for label, _ in s.points]
        assert len(own) == len(set(own)), f"{piece}: two points of one name"
    assert labels, "points carry numbers"


def test_open_file_brings_back_the_same_block(block: Block) -> None:
    data = write_file(block_file(block, "Test"))
    again = read_block(read_file(data, BlockFile))
    first, second = json.loads(data), json.loads(write_file(block_file(again, "Test")))
    for a, b in zip(first["pieces"], second["pieces"], strict=True):
        assert [a[k] for k in ("outline", "lines", "marks", "cut")] == [b[k] for k in ("outline", "lines", "marks", "cut")]
        assert [(x["left"], x["right"]) for x in a["lenses"]] == [(x["left"], x["right"]) for x in b["lenses"]]
    assert (first["girths"], first["drafted"]["settings"]) == (second["girths"], second["drafted"]["settings"])
    redrawn = drafted_again(again.school, again.measures, again.settings, again.base, again.corrections)
    for old, new in zip(block.pattern.pieces, redrawn.pattern.pieces, strict=True):
        for edge in old.edge_names:
            assert sewn_length(new, edge) == pytest.approx(sewn_length(old, edge), abs=1e-4)


def test_same_measures_give_the_same_bits() -> None:
    for name in SCHOOLS:
        assert write_file(block_file(draft_by(name, WHOLE), "")) == write_file(block_file(draft_by(name, WHOLE), "")), name


@pytest.mark.parametrize("name", SCHOOLS)
def test_each_missing_measure_is_asked_for_by_name(name: str) -> None:
    base = draft(WHOLE) if SCHOOLS[name].base in ("armhole", "bodice") else None
    for key in SCHOOLS[name].needs:
        short = {k: v for k, v in WHOLE.items() if k != key}
        with pytest.raises(BadMeasure, match=f"also needs: {MEASURES[key].title.lower()}") as caught:
            SCHOOLS[name].draft(short, {}, base)
        assert caught.value.field == key


@pytest.mark.parametrize("name", SCHOOLS)
def test_settings_outside_their_range_are_refused_and_both_ends_draw_or_say_why(name: str) -> None:
    s = SCHOOLS[name]
    with pytest.raises(BadSetting, match="is not known here"):
        draft_by(name, WHOLE, wings=2)
    for field, prop in s.settings.model_json_schema()["properties"].items():
        if "minimum" not in prop:
            continue
        for value, beyond in ((prop["minimum"], -1), (prop["maximum"], 1)):
            with pytest.raises(BadSetting, match=r"must be at least|may be at most"):
                draft_by(name, WHOLE, **{field: value + beyond})
            try:
                drawn = draft_by(name, WHOLE, **{field: value})
            except (BadMeasure, BadSetting) as refused:
                assert refused.message
                assert refused.where or refused.field
            else:
                assert all(p.area > 0 for p in drawn.pattern.pieces)


COUNTS_WITH: dict[tuple[str, str], dict[str, Any]] = {
    ("bodice-direct", "depth_ease"): {"depth_from": "the measure"},
    ("bodice-shoulder-dart", "depth_ease"): {"armhole_depth": "the measure"},
    ("gored-skirt", "softened"): {"shape": "straight"},
    ("raglan-top", "hinge"): {"opened": 3.0},
    ("torso", "apart"): {"waist_darts": "two"},
}
"""Settings that say something only where another one says something else."""


SAID: dict[tuple[str, str], float] = {
    ("skirt", "skirt_length"): 70.0,
    ("gored-skirt", "skirt_length"): 70.0,
    ("gored-skirt", "thigh_round"): 130.0,
    ("sleeve-compass", "diameter"): 14.0,
    ("dolman", "sleeve_length"): 50.0,
}
"""Settings that are left out by nought: something that may be said."""
BY_ITS_BLOCK = {("gored-skirt", x) for x in ("waist_ease", "hip_ease", "thigh_round")}
"""Drawn on a block it goes by that one's girths: these count where it is drawn by measure."""


def _otherwise(name: str, field: str, prop: dict[str, Any]) -> list[list[Any]]:
    """Values of a setting other than the one it has: each choice, or a number a little more, or else a little less."""
    choices = prop.get("enum") or ([True, False] if prop.get("type") == "boolean" else None)
    if choices:
        return [[x] for x in choices if x != prop["default"]]
    by = 1 if prop.get("type") == "integer" else 0.02 * (prop["maximum"] - prop["minimum"])
    near = [prop["default"] + by, prop["default"] - by]
    return [[SAID[name, field]] if (name, field) in SAID else [x for x in near if prop["minimum"] <= x <= prop["maximum"]]]


def _first_drawn(name: str, settings: list[dict[str, Any]], base: Block | None) -> Pattern:
    for x in settings[:-1]:
        try:
            return SCHOOLS[name].draft(WHOLE, x, base).pattern
        except PatternError:
            continue
    return SCHOOLS[name].draft(WHOLE, settings[-1], base).pattern


@pytest.mark.parametrize("name", SCHOOLS)
def test_each_setting_changes_the_paper_and_leaves_it_sound(name: str) -> None:
    """Each choice, and each number moved a little: a setting that changes no line is none."""
    for field, prop in SCHOOLS[name].settings.model_json_schema()["properties"].items():
        if prop.get("type") == "array":
            continue
        beside = COUNTS_WITH.get((name, field), {})
        base = None if (name, field) in BY_ITS_BLOCK else base_for(name, WHOLE)
        drawn = SCHOOLS[name].draft(WHOLE, beside, base).pattern
        for values in _otherwise(name, field, prop):
            other = _first_drawn(name, [beside | {field: x} for x in values], base)
            assert (drawn.pieces, drawn.seams) != (other.pieces, other.seams), (
                f"{field} of {values} is drawn like {prop['default']}"
            )
            for p in other.pieces:
                assert closing_gap(p) < 1e-9, (field, p.name)
                assert crossing_edges(p) is None, (field, p.name)
            assert unpartnered(other) == [], field


@pytest.mark.parametrize(("name", "word"), [(n, s.base) for n, s in SCHOOLS.items() if s.base and not s.base_optional])
def test_schools_drawn_on_another_block_say_so(name: str, word: str) -> None:
    with pytest.raises(BadSetting, match="none is chosen") as caught:
        SCHOOLS[name].draft(WHOLE)
    assert caught.value.field == "base"
    skirt = draft_by("skirt", WHOLE)
    with pytest.raises(BadSetting, match="no piece called"):
        SCHOOLS[name].draft(WHOLE, {}, skirt)


def test_a_block_to_the_hip_is_no_ground_for_a_torso() -> None:
    with pytest.raises(BadSetting, match="has no waist"):
        SCHOOLS["torso"].draft(WHOLE, {}, draft_by("bodice-half-sheet", WHOLE))


def test_lines_that_are_measured_are_on_the_paper(block: Block) -> None:
    for girth, run in itertools.chain.from_iterable(((g, r) for r in g.runs) for g in block.girths):
        piece = block.pattern.piece(run.piece)
        names = piece.edge_names if run.of == "edge" else [x.name for x in piece.lines]
        assert run.name in names, (girth.name, run)
