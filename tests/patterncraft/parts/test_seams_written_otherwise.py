"""Which side of a seam is written first, and from which end it is walked, is the file's own affair: the same part is made, and the same is promised of it."""

from __future__ import annotations

import pytest

from patterncraft.formats.verb_picture import plain_block
from patterncraft.ledger import ledger
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sewn import point_of, sewn_length
from patterncraft.replay import Replay
from tests.other_end import WRITTEN
from tests.patterncraft.parts.ground import SLEEVE, made, of, promise
from tests.patterncraft.parts.test_laid_otherwise import CASES, ON_SLEEVES, Step, assert_the_same
from tests.rich import RULES

ON_EITHER_FOLD = ("Binding", "Rib band")
"""Strips that begin where the seam begins, on a fold there; on these blocks both ends lie on one."""


@pytest.mark.parametrize("how", WRITTEN)
@pytest.mark.parametrize("block", ["bodice", "skirt", "sleeve", "dress"])
def test_written_otherwise_it_promises_the_same(block: str, how: str) -> None:
    """The transformation itself: the ledger of a block, as its school says it, is kept from either end and from either side."""
    before = plain_block(block)
    after = WRITTEN[how](before)
    for p, q in zip(ledger(before, RULES), ledger(after, RULES), strict=True):
        assert (p.name, p.kept, sorted((p.length_a, p.length_b or 0.0))) == (
            q.name,
            q.kept,
            sorted((q.length_a, q.length_b or 0.0)),
        )


@pytest.mark.parametrize("how", WRITTEN)
@pytest.mark.parametrize("title", CASES)
def test_made_on_seams_written_otherwise_it_is_the_same(title: str, how: str) -> None:
    block, steps = CASES[title]
    before = plain_block(block)
    here, there = (made(*steps, on=x) for x in (before, WRITTEN[how](before)))
    if title in ON_EITHER_FOLD and how == "from the other end":
        assert _size(there) == _size(here)
    else:
        assert_the_same(here, there)


def _size(done: Replay) -> object:
    """Of the strip made last: how it is cut, and its edges by their lengths alone."""
    strip = done.pattern.pieces[-1]
    return strip.cut, sorted(round(e.length, 4) for e in strip.outline), sorted(e.kind for e in strip.outline)


WITH_SLEEVE: dict[str, Step] = {name: step for name, step in ON_SLEEVES.items() if step["move"] not in ("slit", "elastic")} | {
    "lining": of("lining"),
    "armhole facing": of("facing", edges=[["front", "armhole"], ["back", "armhole"]]),
    "ease": of("add_ease", layer="jacket"),
    "lower armhole": of("armhole", down=2.0),
    "sleeveless": of("put_away", piece="sleeve"),
    "shoulder": of("move_shoulder", amount=2.0),
    "slope": of("shoulder_slope", amount=1.0),
    "copy": of("copy_as", piece="sleeve", name="other sleeve"),
}
"""Steps on a bodice with its sleeve set in: the cap against two armholes."""


@pytest.mark.parametrize("how", WRITTEN)
@pytest.mark.parametrize("title", WITH_SLEEVE)
def test_on_a_set_in_sleeve_the_seam_may_be_written_otherwise(title: str, how: str) -> None:
    before = made(SLEEVE, of("notch", seam="armhole", at=15.0, name="own")).pattern
    here, there = (made(WITH_SLEEVE[title], on=x) for x in (before, WRITTEN[how](before)))
    if title == "cap sleeve" and how == "from the other end":
        # The two parts of the armhole that are free are numbered as the seam is walked.
        assert _free(here) == pytest.approx(_free(there), abs=1e-3)
        assert promise(here.pattern, "armhole").kept
        assert promise(there.pattern, "armhole").kept
    else:
        assert_the_same(here, there)
        own = ("armhole", "own", "single")
        assert _notched(here.pattern).get(own) == _notched(there.pattern).get(own), "not from which side it is told"


def _free(done: Replay) -> list[float]:
    return [sewn_length(done.pattern.piece(name), "armhole below the sleeve") for name in ("front", "back")]


def _notched(pattern: Pattern) -> dict[tuple[str, str, str], set[tuple[str, complex]]]:
    """Where the notches lie on the paper, whichever side of a seam is told first."""
    found: dict[tuple[str, str, str], set[tuple[str, complex]]] = {}
    for n in pattern.notches:
        seam = pattern.seam(n.seam)
        for side, at in ((seam.a, n.at_a), (seam.b, n.at_b)):
            if side and at is not None:
                place = pattern.on_side(side, at)
                z = point_of(place.piece, place.spot)
                # A place between two sheets lies on either.
                found.setdefault((n.seam, n.name, n.style), set()).add(
                    (place.piece.name, complex(round(z.real, 2) + 0.0, round(z.imag, 2) + 0.0))
                )
    return found


@pytest.mark.parametrize("how", WRITTEN)
@pytest.mark.parametrize("kind", ["band", "flat", "stand_and_fall"])
def test_a_notch_on_a_neckline_that_waits_stays_at_its_place_when_the_collar_comes(kind: str, how: str) -> None:
    before = made(of("notch", seam="neckline", at=3.0, name="balance")).pattern
    here, there = (made(of("collar", kind=kind), on=x).pattern for x in (before, WRITTEN[how](before)))
    old = _notched(before)[("neckline", "balance", "single")]
    for pattern in (here, there):
        assert old <= _notched(pattern)[("neckline", "balance", "single")]
    assert _notched(here) == _notched(there)
