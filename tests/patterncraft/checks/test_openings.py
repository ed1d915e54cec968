"""How wide a garment opens where a body passes: lengths integrated here, what cloth gives and slits add by hand."""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.checks.examine import examine
from patterncraft.checks.openings import girth_below_waist, neck_round, sleeve_hems
from patterncraft.checks.subject import Subject
from tests.patterncraft.parts.ground import edge, integrated
from tests.planted.ground import HOOKED, ZIPPED, looked, worked

DRESS = ("bodice", "sleeve")


def subject(blocks: tuple[str, ...], *steps: dict[str, Any]) -> Subject:
    return looked(worked(blocks, *steps))


def size(s: Subject, piece: str, name: str) -> float:
    return integrated(edge(s.pattern.piece(piece), name))


@pytest.mark.parametrize(("front", "back"), [(0.0, 0.0), (20.0, 0.0), (0.0, 35.0), (20.0, 20.0)])
def test_a_neckline_opens_as_far_as_each_pieces_cloth_gives(front: float, back: float) -> None:
    gives = [{"move": "cut_plan", "piece": p, "stretch": x} for p, x in (("front", front), ("back", back)) if x]
    s = subject(("bodice",), *HOOKED, *gives)
    wanted = 2 * (size(s, "front", "neckline") * (1 + front / 100) + size(s, "back", "neckline") * (1 + back / 100))
    assert neck_round(s) == pytest.approx(wanted, abs=1e-3)


def test_a_sleeves_end_is_its_hem_and_both_sides_of_its_slit() -> None:
    whole = subject(DRESS, *HOOKED)
    assert sleeve_hems(whole) == {"sleeve": pytest.approx(size(whole, "sleeve", "hem"), abs=1e-3)}
    slit = {"move": "slit", "piece": "sleeve", "at": {"edge": "hem", "fraction": 0.3}, "length": 6.0}
    cut = subject(DRESS, *HOOKED, slit)
    assert sleeve_hems(cut) == {"sleeve": pytest.approx(size(cut, "sleeve", "hem") + 12.0, abs=1e-3)}


@pytest.mark.parametrize("gives", [0.0, 10.0, 150.0])
def test_a_sleeves_end_is_its_cuff_as_far_as_that_gives_and_never_wider_than_its_hem(gives: float) -> None:
    stretch = [{"move": "cut_plan", "piece": "cuff", "stretch": gives}] if gives else []
    s = subject(DRESS, *HOOKED, {"move": "cuff", "girth": 17.0}, *stretch)
    cuff, hem = size(s, "cuff", "wrist"), size(s, "sleeve", "hem")
    assert cuff < hem < 2.5 * cuff, "or nothing is asked here"
    assert sleeve_hems(s) == {"sleeve": pytest.approx(min(cuff * (1 + gives / 100), hem), abs=1e-3)}


def test_a_skirt_is_as_wide_below_its_waist_as_its_cloth_gives() -> None:
    stiff = subject(("skirt",), *ZIPPED)
    both = [{"move": "cut_plan", "piece": p, "stretch": 10.0} for p in ("skirt front", "skirt back")]
    soft = subject(("skirt",), *ZIPPED, *both)
    for depth in (5.0, 20.0):
        assert girth_below_waist(soft, depth) == pytest.approx(1.1 * girth_below_waist(stiff, depth))


def test_a_zip_that_runs_down_to_the_hem_lets_every_hip_pass() -> None:
    """Opened from waist to hem there is nothing below it that could be too narrow."""
    turned = {"move": "turn_edge_into", "piece": "skirt back", "edge": "centre back", "kind": "seam"}
    whole = size(subject(("skirt",), turned), "skirt back", "centre back")
    for length, short in ((whole, False), (10.0, True)):
        zip_in = {"move": "closure", "seam": "centre back", "kind": "zip", "length": length}
        assert any(f.code == "in-hip" for f in examine(subject(("skirt",), turned, zip_in))) is short
