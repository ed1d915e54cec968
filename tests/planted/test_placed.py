"""Where a finding is placed: on the very edge that it names, by shapely; and what else is looked at before it is told."""

from __future__ import annotations

from dataclasses import replace

import pytest
import shapely

from patterncraft.checks.examine import examine
from patterncraft.paper.piece import Mark
from tests.planted.faults import FAULTS
from tests.planted.ground import BODY, Planted, looked, worked
from tests.travel import stroke

ELSEWHERE = ("panel-swap", "dart-point")
"""Checks that name another seam beside their own, or a dart by where its stitching ends."""


@pytest.mark.parametrize("fault", [f for f in FAULTS if f.code not in ELSEWHERE], ids=lambda f: f.title)
def test_a_finding_at_an_edge_lies_on_that_edge(fault: Planted) -> None:
    subject = fault.spoilt()
    pieces = {p.name: p for p in subject.pattern.pieces}
    for f in [f for f in examine(subject) if f.code == fault.code and f.at is not None and f.piece in pieces]:
        own = [e.path for e in pieces[f.piece].outline if e.name == f.edge]
        if own and f.at is not None:
            lines = [stroke(p) for p in own]
            # A step is told half-way up it, beside its edge.
            room = 0.5 * f.amount + 0.01 if f.code == "dart-mouth" else 0.01
            assert min(x.distance(shapely.Point(f.at.real, f.at.imag)) for x in lines) < room, f"{f.words} lies off the {f.edge}"


def test_enough_findings_name_an_edge_of_their_piece() -> None:
    """So that the test before this one looks at something."""
    told = {f.code for x in FAULTS for s in [x.spoilt()] for f in examine(s) if f.code == x.code and f.at is not None
            and f.piece in {p.name for p in s.pattern.pieces} and f.edge in s.pattern.piece(f.piece).edge_names}  # fmt: skip
    assert len(told - set(ELSEWHERE)) >= 20, sorted(told)


def test_a_stand_with_buttons_marked_on_it_has_what_closes_it() -> None:
    for fault in [x for x in FAULTS if x.code == "closure-none"]:
        subject = fault.spoilt()
        for f in [f for f in examine(subject) if f.code == "closure-none"]:
            piece = subject.pattern.piece(f.piece)
            at = piece.outline[0].path.start
            for mark, told in ((Mark("button 1", at, "button"), False), (Mark("top", at), True)):
                marked = replace(
                    subject, pattern=subject.pattern.with_piece(replace(piece, marks=(*piece.marks, mark))), ledger=None
                )
                assert (f.place in {x.place for x in examine(marked)}) == told


def test_of_a_sleeve_that_is_a_cap_only_nothing_is_asked_below_its_notches_nor_at_a_hand() -> None:
    done = worked(("bodice", "sleeve"), {"move": "cap_sleeve", "length": 8.0})
    found = {f.code for f in examine(looked(done, body=BODY | {"hand_girth": 60.0, "wrist_girth": 60.0}))}
    assert not found & {"cap-below", "in-hand", "sleeve-hand"}
