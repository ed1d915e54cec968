"""A file with hundreds of seams is looked over; one with a thousand is refused in one sentence."""

from __future__ import annotations

import json
from cmath import exp, pi

import pytest

from patterncraft.checks.examine import examine
from patterncraft.errors import BadFile
from patterncraft.formats.openfile import PatternFile
from patterncraft.formats.openfile_io import pattern_file, read_file, subject_of, write_file
from patterncraft.geometry.path import Path
from patterncraft.house import HouseRules
from patterncraft.moves.move import Remark
from patterncraft.paper.edge import Edge
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.paper.seam import Seam, SeamRule, Stretch

RULES = HouseRules()
WHEEL = 60.0
"""cm."""


def wheel(name: str, sides: int, radius: float = WHEEL) -> Piece:
    corners = [radius * exp(2j * pi * k / sides) for k in range(sides)]
    return Piece(name, tuple(Edge(f"e{k}", "seam", Path(((corners[k], corners[(k + 1) % sides]),))) for k in range(sides)))


def sewn_all_round(sides: int, larger: float) -> Pattern:
    def side(name: str, k: int) -> tuple[Stretch, ...]:
        return (Stretch(name, f"e{k}", f"e{(k - 1) % sides}"),)

    seams = tuple(Seam(f"s{k}", side("a", k), side("b", k), SeamRule("equal")) for k in range(sides))
    return Pattern((wheel("a", sides), wheel("b", sides, WHEEL * larger)), seams)


def test_each_of_four_hundred_broken_seams_is_told_once() -> None:
    """The larger wheel's side is 2 R sin(π/n) × 0.2 longer: 0.19 cm, far beyond the tolerance of sewing."""
    data = write_file(pattern_file(sewn_all_round(400, 1.2), "wheels"))
    found = [f for f in examine(subject_of(read_file(data, PatternFile), RULES)) if f.code == "seam-length"]
    assert sorted(f.seam for f in found) == sorted(f"s{k}" for k in range(400))
    assert {round(abs(f.amount), 4) for f in found} == {round(2 * WHEEL * 0.2 * abs((exp(1j * pi / 400)).imag), 4)}


def test_a_thousand_seams_are_refused_in_one_sentence() -> None:
    raw = json.loads(write_file(pattern_file(sewn_all_round(400, 1.0), "wheels")))
    raw["seams"] = [s | {"name": f"{s['name']} {again}"} for again in range(3) for s in raw["seams"]][:1000]
    with pytest.raises(BadFile, match=r"“seams” may have at most 500 entries, not 1000") as refused:
        read_file(json.dumps(raw).encode(), PatternFile)
    assert "\n" not in str(refused.value)


def test_what_a_step_itself_found_wanting_comes_back_with_its_place_and_its_amount() -> None:
    raw = json.loads(write_file(pattern_file(sewn_all_round(12, 1.0), "wheels")))
    raw["remarks"] = [
        {"code": "extension", "words": "It is short.", "piece": "a", "edge": "e3", "seam": "s3", "amount": 1.5, "limit": 0.5}
    ]
    subject = subject_of(read_file(json.dumps(raw).encode(), PatternFile), RULES)
    assert subject.remarks == (Remark("extension", "It is short.", "a", "e3", "s3", 1.5, 0.5),)
    (found,) = (f for f in examine(subject) if f.code == "extension")
    assert (found.words, found.piece, found.edge, found.seam, found.amount, found.limit) == (
        "It is short.",
        "a",
        "e3",
        "s3",
        1.5,
        0.5,
    )
