"""A sewing order read off the seams, and the making sheet with it."""

from __future__ import annotations

from typing import Any

import pypdfium2
import pytest

from patterncraft.finishing.sewing_order import Sewing, sewing_order
from patterncraft.formats.making_sheet import making_sheet
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import Replay, replay
from patterncraft.style import on_one_table
from tests.conftest import draft_by
from tests.samples import WHOLE

PANEL: dict[str, Any] = {
    "move": "cut_along",
    "piece": "front",
    "line": [{"edge": "armhole", "from": "shoulder", "fraction": 0.5}, {"dart": "waist dart"}],
    "names": ["centre front", "side front"],
    "seam": "front panel",
}


@pytest.fixture(scope="module")
def dress() -> Replay:
    bodice = draft_by("bodice-direct", WHOLE)
    sleeve = draft_by("sleeve-compass", WHOLE, base=bodice)
    table = on_one_table({"bodice": bodice.pattern, "sleeve": sleeve.pattern, "skirt": draft_by("skirt", WHOLE).pattern})
    steps = [{"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}}, PANEL]
    done = replay(table, read_steps(steps), HouseRules())
    assert done.stopped is None
    return done


def seams(order: list[Sewing]) -> list[str]:
    return [s.what for s in order if s.kind == "seam"]


def test_what_runs_over_a_joint_waits_until_the_joint_is_sewn(dress: Replay) -> None:
    order = sewing_order(dress.pattern)
    names = seams(order)
    assert sorted(names) == sorted(s.name for s in dress.pattern.seams if s.b), "every seam once"
    # By hand: the armhole runs over the panel and the shoulder; the waist over the panel, both sides, and the skirt's.
    armhole = next(s for s in order if s.kind == "seam" and s.what == "armhole")
    assert set(armhole.after) == {"front panel", "shoulder"}
    waist = next(s for s in order if s.kind == "seam" and s.what == "waist")
    assert {"front panel", "side"} <= set(waist.after)
    for s in order:
        if s.kind == "seam":
            assert all(names.index(x) < names.index(s.what) for x in s.after)


def test_in_the_trades_own_order_otherwise(dress: Replay) -> None:
    order = sewing_order(dress.pattern)
    kinds = [s.kind for s in order]
    assert kinds.index("seam") > max(k for k, x in enumerate(kinds) if x == "dart"), "darts first"
    assert kinds[-1] == "hem"
    names = seams(order)
    assert names.index("front panel") < names.index("shoulder") < names.index("side") < names.index("armhole")
    eased = next(k for k, s in enumerate(order) if s.kind == "fullness" and s.what == "armhole")
    assert order[eased + 1].what == "armhole", "fullness is drawn in just before its seam"


def test_a_pattern_without_seams_has_darts_and_hems_only(dress: Replay) -> None:
    loose = Pattern(tuple(p for p in dress.pattern.pieces if p.name == "skirt back"))
    assert [s.kind for s in sewing_order(loose)] == ["dart", "hem"]


def test_the_making_sheet_says_every_step_with_its_sums_and_the_order(dress: Replay) -> None:
    told: list[tuple[int, int]] = []
    pdf = making_sheet(dress, "A dress · Ada", "cm", told=lambda n, of: told.append((n, of)))
    document = pypdfium2.PdfDocument(pdf)
    assert all(p.get_size() == pytest.approx((595.3, 841.9), abs=0.1) for p in document), "A4"
    words = " ".join(document[i].get_textpage().get_text_range() for i in range(len(document))).replace("\r\n", " ")
    for d in dress.done:
        assert f"{d.number}. {d.step.spoken(d.before, 'cm')}" in words
        for s in d.working[:3]:
            assert s.label in words
    assert words.count("before") >= 2
    assert "After" not in words.split("How it can be sewn")[0]
    assert "Sew the armhole: sleeve cap to" in words
    assert told == [(1, 2), (2, 2)]
    # Nothing is written over a drawing or off the page: every letter stands inside the rim.
    for page in document:
        text = page.get_textpage()
        for i in range(text.count_chars()):
            left, bottom, right, _ = text.get_charbox(i)
            if right > left:
                assert left >= 1.4 / 2.54 * 72
                assert right <= 595.3 - 1.4 / 2.54 * 72
                assert bottom >= 1.2 / 2.54 * 72


def test_a_style_without_a_step_is_its_blocks(dress: Replay) -> None:
    document = pypdfium2.PdfDocument(making_sheet(Replay(dress.start, ()), "Nothing yet", "in", "letter"))
    assert len(document) == 1
    assert "Trace the blocks" in document[0].get_textpage().get_text_range()
