"""Every move, done by its own example and by random work's other cases, is looked over with its recipe behind it: the checks read all kinds of places.

By its example on other figures too, what the application says of it is measured by the auditor."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from patterncraft.checks.examine import examine
from patterncraft.checks.registry import CHECKS
from patterncraft.checks.subject import Subject
from patterncraft.formats.verb_picture import plain_block
from patterncraft.moves.registry import MOVES, read_steps
from patterncraft.replay import replay
from patterncraft.style import on_one_table
from tests.auditor.audit import differences
from tests.conftest import draft_by
from tests.patterncraft.moves.test_turned_over import CASES
from tests.planted.ground import BODY, RULES
from tests.samples import FIGURES, ROUND_BACK, WHOLE

NOT_ON = {("small", "armhole"), ("full", "join_blocks"), ("no side dart", "merge_darts"), ("round back", "merge_darts")}
"""Refused in words there: no room above the side dart, darts far apart over the waist, no side dart."""


@pytest.mark.parametrize("name", [n for n, m in MOVES.items() if m.example])
def test_each_verbs_example_is_looked_over_and_measured_from_no_outer_edge(name: str) -> None:
    example = MOVES[name].example
    assert example is not None
    done = replay(plain_block(example.block), read_steps([*example.first, {"move": name, **example.step}]), RULES)
    assert done.stopped is None, done.stopped
    found = examine(Subject.after(done, RULES, BODY))
    assert {f.code for f in found} <= set(CHECKS) - {"extension"}
    # Each speaks of paper that is there.
    assert {f.piece for f in found if f.piece} <= {p.name for p in done.pattern.pieces}


@pytest.mark.parametrize(("block", "step"), CASES, ids=lambda x: x["move"] if isinstance(x, dict) else x)
def test_each_step_is_looked_over_as_it_is_typed(block: str, step: dict[str, Any]) -> None:
    done = replay(draft_by(block, WHOLE).pattern, read_steps([step]), RULES)
    assert done.stopped is None, done.stopped
    found = examine(Subject.after(done, RULES, WHOLE))
    assert "extension" not in {f.code for f in found}, "nothing was measured from the edge of a stand: there is none"
    assert {f.piece for f in found if f.piece} <= {p.name for p in done.pattern.pieces}


AUDITED = FIGURES | {"round back": ROUND_BACK}


@pytest.mark.parametrize("figure", AUDITED)
def test_what_is_said_of_each_verbs_example_is_what_its_file_measures(figure: str) -> None:
    body = WHOLE | AUDITED[figure] | ({"hip_girth": 132.0} if figure == "full" else {})
    blocks = {"bodice": "bodice-direct", "skirt": "skirt", "sleeve": "sleeve-compass"}
    tables = {block: replace(draft_by(school, body).pattern, wearer=body) for block, school in blocks.items()}
    tables["dress"] = on_one_table({"bodice": tables["bodice"], "skirt": tables["skirt"]}, body)
    tables["two bodices"] = tables["bodice"]
    told: dict[str, Any] = {}
    for name, kind in MOVES.items():
        if example := kind.example:
            steps = read_steps([*example.first, {"move": name, **example.step}])
            done = replay(tables[example.block], steps, RULES)
            told[name] = done.stopped or differences(done.pattern, RULES)
    assert {name for name, said in told.items() if said} == {name for who, name in NOT_ON if who == figure}, told
