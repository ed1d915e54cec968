"""A file is the pattern: everything that a rich pattern has goes out, comes in, and goes out again in the same bytes."""

from __future__ import annotations

import json
from collections.abc import Iterator
from dataclasses import fields, is_dataclass, replace
from typing import Any

import pytest

from patterncraft.drafting.corrections import TrueLegs
from patterncraft.drafting.schools import SCHOOLS
from patterncraft.errors import BadFile
from patterncraft.fitting.corrected import corrected
from patterncraft.formats.openfile import BlockFile, PatternFile
from patterncraft.formats.openfile_io import block_file, pattern_file, read_block, read_file, read_pattern, write_file
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.paper.account import paper_account
from patterncraft.paper.pattern import Pattern
from tests.conftest import draft_by
from tests.rich import RICH, everything_on, rich_bodice
from tests.samples import WHOLE

SIX = 2e-6
"""What six decimals leave."""


def bytes_of(pattern: Pattern) -> bytes:
    return write_file(pattern_file(pattern, "rich"))


def again(pattern: Pattern) -> Pattern:
    return read_pattern(read_file(bytes_of(pattern), PatternFile))


def leaves(value: Any, where: str = "") -> Iterator[tuple[str, Any]]:
    """Every number and word of a nested value with the way that leads to it. What a piece remembers of itself is no part of it."""
    if is_dataclass(value) and not isinstance(value, type):
        for f in fields(value):
            if f.compare:
                yield from leaves(getattr(value, f.name), f"{where}.{f.name}")
    elif isinstance(value, tuple | list):
        yield f"{where}#", len(value)
        for k, x in enumerate(value):
            yield from leaves(x, f"{where}[{k}]")
    else:
        yield where, value


def by_seam(pattern: Pattern) -> Pattern:
    """Notches in the order in which a file lists them: seam by seam, along each."""
    order = {s.name: k for k, s in enumerate(pattern.seams)}
    return replace(pattern, notches=tuple(sorted(pattern.notches, key=lambda n: (order[n.seam], n.at_a))))


@pytest.mark.parametrize("name", RICH)
def test_every_number_and_word_comes_back(name: str) -> None:
    """Compared leaf by leaf with the value itself, not with what the writer says of it."""
    before = by_seam(RICH[name]())
    after = dict(leaves(by_seam(again(before))))
    for where, value in leaves(before):
        got = after.pop(where)
        if isinstance(value, float | complex):
            # A piece's share of the block is weighed as written: six decimals of outline.
            close = 1e-3 if where.endswith("paper.block") else SIX
            assert abs(got - value) < close, f"{where}: {got} for {value}"
        else:
            assert got == value, f"{where}: {got!r} for {value!r}"
    assert not after, "and nothing that was not there"


@pytest.mark.parametrize("name", RICH)
def test_written_read_and_written_again_the_bytes_are_the_same(name: str) -> None:
    once = bytes_of(again(RICH[name]()))
    assert bytes_of(again(read_pattern(read_file(once, PatternFile)))) == once


@pytest.mark.parametrize("name", RICH)
def test_promises_and_paper_read_from_a_file_are_those_in_hand(name: str) -> None:
    before, rules = RICH[name](), HouseRules()
    after = again(before)
    for a, b in zip(ledger(before, rules), ledger(after, rules), strict=True):
        assert (a.name, a.kept, a.side_a, a.side_b) == (b.name, b.kept, b.side_a, b.side_b)
        assert b.length_a == pytest.approx(a.length_a, abs=1e-4)
        assert [(i.start, i.end, i.rule) for i in a.intervals] == [(i.start, i.end, i.rule) for i in b.intervals]
    for x, y in zip(paper_account(before), paper_account(after), strict=True):
        assert (y.new, y.away, y.area) == pytest.approx((x.new, x.away, x.area), abs=1e-3)
        assert y.balanced


@pytest.mark.parametrize("name", SCHOOLS)
def test_a_block_comes_back_with_its_draft_its_girths_and_what_it_was_drawn_on(name: str) -> None:
    """Only the construction is not in the file: it is drawn again from the rest."""
    ground = SCHOOLS[name].base
    base = (
        draft_by("skirt" if ground == "skirt" else "bodice-direct", WHOLE, bust_ease=3.0)
        if ground in ("armhole", "bodice")
        else None
    )
    if ground == "skirt":
        base = draft_by("skirt", WHOLE)
    block = SCHOOLS[name].draft(WHOLE, {}, base)
    legs = next((TrueLegs(piece=p.name, dart=d.name) for p in block.pattern.pieces for d in p.darts), None)
    if legs:
        block = corrected(block, [legs.model_dump()])
    read = read_block(read_file(write_file(block_file(block, name)), BlockFile))
    bare, other = (replace(b, stages=(), base=None, pattern=by_seam(b.pattern)) for b in (block, read))
    after = dict(leaves(other))
    for where, value in leaves(bare):
        got = after.pop(where)
        if isinstance(value, float | complex):
            assert abs(got - value) < SIX, where
        else:
            assert got == value, where
    assert not after
    assert (read.base is None) is (block.base is None)
    if block.base and read.base:
        assert (read.base.school, read.base.measures, read.base.settings) == (
            block.base.school,
            block.base.measures,
            block.base.settings,
        )
    assert write_file(block_file(read, name)) == write_file(
        block_file(read_block(read_file(write_file(block_file(read, name)), BlockFile)), name)
    )


def test_ends_that_six_decimals_put_apart_are_one_point_again_and_the_curve_stays() -> None:
    data = json.loads(bytes_of(rich_bodice()))
    front = next(p for p in data["pieces"] if p["name"] == "front")
    armhole = next(e for e in front["outline"] if e["edge"] == "armhole")
    words = armhole["path"].split()
    words[1] = f"{float(words[1]) + 3e-6:.6f}"
    armhole["path"] = " ".join(words)
    piece = read_pattern(read_file(json.dumps(data).encode(), PatternFile)).piece("front")
    assert all(a.path.end == b.path.start for a, b in zip(piece.outline[-1:] + piece.outline[:-1], piece.outline, strict=True))
    drawn = next(e.path for e in rich_bodice().piece("front").outline if e.name == "armhole")
    again_drawn = next(e.path for e in piece.outline if e.name == "armhole")
    assert again_drawn.coincides(drawn, 1e-5)
    words[1] = f"{float(words[1]) + 1e-3:.6f}"
    armhole["path"] = " ".join(words)
    with pytest.raises(BadFile, match=r"the outline is open by 0\.001 cm"):
        read_pattern(read_file(json.dumps(data).encode(), PatternFile))


@pytest.mark.parametrize("end", ["from", "to"])
def test_a_rule_between_notches_names_one_that_is_there(end: str) -> None:
    data = json.loads(bytes_of(RICH["gathered skirt"]()))
    rule = data["seams"][0]["rules"][0]
    read_pattern(read_file(json.dumps(data).encode(), PatternFile))
    for name in ("start", "end", "middle"):
        rule[end] = name
        read_pattern(read_file(json.dumps(data).encode(), PatternFile))
    rule[end] = "moon"
    with pytest.raises(BadFile, match="there is no notch “moon”") as refused:
        read_pattern(read_file(json.dumps(data).encode(), PatternFile))
    assert "a rule of the hip seam reaches from" in str(refused.value)
    assert refused.value.cure == "Its notches are: gather 1, gather 2, middle."


def test_the_rich_samples_are_rich() -> None:
    """Of each thing there is one at least: else the tests above would be content with nothing."""
    pieces = [p for build in RICH.values() for p in build().pieces]
    counted = {k: sum(everything_on(p)[k] for p in pieces) for k in everything_on(pieces[0])}
    assert all(counted.values()), counted
    assert {m.kind for p in pieces for m in p.marks} == {"point", "drill", "button"}
    assert {p.grain.kind for p in pieces if p.grain} >= {"straight", "bias"}
    assert {n.style for build in RICH.values() for n in build().notches} == {"single", "double"}
    assert {len(s.a) for build in RICH.values() for s in build().seams} >= {1, 2, 3, 4}
    assert any(r.rule.kind == "gather" for build in RICH.values() for s in build().seams for r in s.rules)
    assert any(e.cut for p in pieces for e in p.outline)
    assert any(d.named for p in pieces for d in p.darts)
    assert len({d.set_back for p in pieces for d in p.darts}) > 1


def test_an_account_that_is_out_by_more_than_rounding_stays_out() -> None:
    """A hand-made file that claims a square centimetre too much of the block: it is read, and the account says so."""
    data = pattern_file(rich_bodice(), "rich").model_dump(mode="json", by_alias=True)
    front = next(p for p in data["pieces"] if p["name"] == "front")
    front["paper"]["block"] += 1.0
    read = read_pattern(read_file(json.dumps(data).encode(), PatternFile))
    line = next(x for x in paper_account(read) if x.piece == "front")
    assert line.missing == pytest.approx(-1.0, abs=1e-3)
    assert not line.balanced
