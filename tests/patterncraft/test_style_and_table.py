"""Several blocks on one table: names, roles, seams that find each other, sheets that do not lie over each other."""

from __future__ import annotations

from itertools import combinations
from typing import Any

import pytest
import shapely

from patterncraft.drafting.schools import school
from patterncraft.errors import BadFile
from patterncraft.formats.drawing import draw
from patterncraft.formats.table import Lie, lies_of, tidy
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sewn import sewn_length
from patterncraft.replay import Replay, replay
from patterncraft.style import lay_on_table, on_one_table
from tests.conftest import draft, draft_by
from tests.samples import WHOLE, polygon

RULES = HouseRules()


@pytest.fixture(scope="module")
def dress() -> dict[str, Pattern]:
    bodice = draft(WHOLE)
    return {
        "bodice": bodice.pattern,
        "sleeve": draft_by("sleeve-compass", WHOLE, bodice).pattern,
        "skirt": draft_by("skirt", WHOLE).pattern,
    }


def test_cap_and_armhole_become_one_seam_with_the_sleeves_rule_and_both_sides_notches(dress: dict[str, Pattern]) -> None:
    laid = lay_on_table(dress)
    seam = laid.pattern.seam("armhole")
    assert [s.edge for s in seam.a] == ["cap"]
    assert [(s.piece, s.edge) for s in seam.b] == [("front", "armhole"), ("back", "armhole")]
    assert seam.rule.kind == "ease"
    on_body = {n.name: n.at_a for n in dress["bodice"].notches_of("armhole")}
    on_cap = {n.name: n.at_a for n in dress["sleeve"].notches_of("armhole")}
    assert {n.name: (n.at_a, n.at_b) for n in laid.pattern.notches_of("armhole")} == {
        k: (pytest.approx(on_cap[k]), pytest.approx(on_body[k])) for k in on_body
    }
    assert any(t.startswith("The sleeve cap meets the front armhole and back armhole") for t in laid.told)


def test_two_waists_meet_centre_to_centre_though_they_were_drafted_from_different_ends(dress: dict[str, Pattern]) -> None:
    laid = lay_on_table(dress)
    pattern = laid.pattern
    seam = pattern.seam("waist")
    assert any("front waist and back waist meet the skirt front waist and skirt back waist" in t for t in laid.told), (
        "front to front"
    )
    assert [s.piece for s in seam.a] == ["front", "back"]
    assert [(s.piece, s.start) for s in seam.b] == [("skirt front", "centre front"), ("skirt back", "side")]
    a, b = pattern.side_length(seam.a), pattern.side_length(seam.b)
    promise = next(p for p in ledger(pattern, RULES) if p.name == "waist")
    # Bodice: waist + 1 in over 2; skirt: waist + 1 over 2. Said, and not hidden.
    assert (a, b) == (pytest.approx((74 + 2.54) / 2), pytest.approx((74 + 1) / 2))
    assert promise.kept is False
    assert promise.over == pytest.approx(0.77)


def test_a_second_block_of_a_kind_takes_its_role_in_front_and_keeps_to_itself(dress: dict[str, Pattern]) -> None:
    laid = lay_on_table({**dress, "lining": dress["bodice"]})
    assert {p for p, role in laid.roles.items() if role == "lining"} == {"lining front", "lining back"}
    assert {s.name for s in laid.pattern.seams if s.name.startswith("lining ")} >= {"lining side", "lining armhole", "lining waist"}
    assert laid.pattern.seam("lining armhole").waits
    assert laid.pattern.seam("armhole").b, "the sleeve is the bodice's, not the lining's"
    assert {n.seam for n in laid.pattern.notches if n.seam.startswith("lining")} == {"lining armhole", "lining side"}


def test_a_style_needs_a_block() -> None:
    with pytest.raises(BadFile, match="has no block"):
        lay_on_table({})


def outlines(pattern: Pattern, lies: dict[str, Lie]) -> dict[str, shapely.Polygon]:
    placed = {p.name: p.placed(lies[p.name].by) for p in pattern.pieces}
    return {name: polygon(p, 0.05).buffer(0) for name, p in placed.items()}


def assert_apart(pattern: Pattern, lies: dict[str, Lie], least: float) -> None:
    shapes = outlines(pattern, lies)
    for a, b in combinations(shapes, 2):
        assert shapes[a].distance(shapes[b]) >= least - 0.01, f"{a} and {b} lie {shapes[a].distance(shapes[b]):.2f} cm apart"


@pytest.mark.parametrize("name", ["loose-jacket", "gored-skirt", "raglan-top", "bodice-direct"])
def test_no_sheet_lies_over_another_nor_off_a_table_twice_as_wide_as_high(name: str) -> None:
    settings: dict[str, Any] = {"waist_changes": [0.5]} if name == "gored-skirt" else {}
    pattern = school(name).draft(WHOLE, settings).pattern
    lies = tidy(pattern)
    assert_apart(pattern, lies, 3.0)
    boxes = [s.bounds for s in outlines(pattern, lies).values()]
    wide = max(b[2] for b in boxes) - min(b[0] for b in boxes)
    high = max(b[3] for b in boxes) - min(b[1] for b in boxes)
    assert wide < 3.2 * high


def worked(pattern: Pattern, *steps: dict[str, Any]) -> Replay:
    done = replay(pattern, read_steps(list(steps)), RULES)
    assert done.stopped is None, done.stopped
    return done


def test_parts_of_a_cut_lie_where_they_were_cut_and_nothing_else_jumps(dress: dict[str, Pattern]) -> None:
    start = on_one_table(dress)
    before = tidy(start)
    cut = {
        "move": "cut_along",
        "piece": "front",
        "line": [{"edge": "armhole", "fraction": 0.5}, {"edge": "centre front", "fraction": 0.5}],
    }
    replayed = worked(start, cut)
    lies = lies_of(replayed)
    assert_apart(replayed.pattern, lies, 1.9)
    home = before["front"].at
    assert abs(lies["upper front"].at - home) < 8
    assert lies["back"] == before["back"]


def test_a_sheet_laid_by_hand_stays_and_pushes_the_others(dress: dict[str, Pattern]) -> None:
    start = on_one_table(dress)
    onto = tidy(start)["back"].at
    lies = lies_of(worked(start), {"front": Lie(onto, 15.0)})
    assert lies["front"] == Lie(onto, 15.0)
    assert_apart(start, lies, 1.9)


def test_re_cut_on_another_body_every_promise_is_kept_or_told() -> None:
    steps = [
        {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}},
        {"move": "cut_along", "piece": "front", "line": [{"edge": "armhole", "from": "shoulder", "fraction": 0.5}, {"dart": "waist dart"}],
         "names": ["centre front", "side front"], "seam": "front panel"},
    ]  # fmt: skip
    fuller = WHOLE | {
        "bust_girth": 112.0,
        "front_shoulder_to_waist": 48.0,
        "shoulder_to_bust": 30.0,
        "bust_span": 21.5,
        "waist_girth": 92.0,
    }
    for body in (WHOLE, fuller):
        done = worked(draft(body).pattern, *steps)
        assert all(p.kept for p in ledger(done.pattern, RULES))
        panel = done.pattern.seam("front panel")
        assert sewn_length(done.pattern.piece(panel.a[0].piece), "front panel") > 25


def test_the_room_told_for_a_name_is_paper_up_to_the_outline(dress: dict[str, Pattern]) -> None:
    pattern = on_one_table(dress)
    for sheet in draw(pattern, HouseRules()).pieces:
        paper = polygon(pattern.piece(sheet.name)).buffer(0.01)
        x, y = sheet.label_at.x, sheet.label_at.y
        assert paper.covers(shapely.LineString([(x, y), (x + sheet.label_room, y)])), sheet.name
        assert not paper.covers(shapely.Point(x + sheet.label_room + 0.1, y)), sheet.name
