"""Whether a pattern hangs together: every name in it is that of something that lies there."""

from __future__ import annotations

from collections import Counter

from patterncraft.paper.pattern import Pattern
from patterncraft.paper.seam import Seam

HAIR = 1e-6
"""cm"""


def assert_hangs_together(pattern: Pattern) -> None:
    """Names are one of a kind, seams run along edges that are there, notches lie on seams that are there and within them."""
    for what, names in (
        ("pieces", [p.name for p in pattern.pieces]),
        ("seams", [s.name for s in pattern.seams]),
        ("notches", [(n.seam, n.name) for n in pattern.notches]),
    ):
        assert len(set(names)) == len(names), f"two {what} of one name: {names}"
    for seam in pattern.seams:
        _assert_runs(pattern, seam)
    seams = {s.name: s for s in pattern.seams}
    for n in pattern.notches:
        assert n.seam in seams, f"the notch {n.name} lies on no seam: {n.seam}"
        assert n.style in ("single", "double"), n
        own = seams[n.seam]
        long = pattern.side_length(own.a)
        assert -HAIR <= n.at_a <= long + HAIR, f"the notch {n.name} lies {n.at_a:.2f} along a side of {long:.2f} cm"
        if n.at_b is not None and own.b:
            long = pattern.side_length(own.b)
            assert -HAIR <= n.at_b <= long + HAIR, f"the notch {n.name} lies {n.at_b:.2f} along a side of {long:.2f} cm"
    names = [p.name for p in pattern.pieces] + [n for p in pattern.pieces for n in p.edge_names]
    names += [x.name for p in pattern.pieces for x in (*p.lines, *p.marks)] + [*seams] + [n.name for n in pattern.notches]
    assert not [x for x in names if "XX" in x or x.strip() != x or not x], names


def _assert_runs(pattern: Pattern, seam: Seam) -> None:
    """A seam's sides lie along edges of pieces, each stretch once; its intervals begin and end at its own notches."""
    pieces = {p.name: p for p in pattern.pieces}
    for x in seam.a + seam.b:
        assert x.piece in pieces, f"the {seam.name} runs along a piece that is not there: {x.piece}"
        edges = pieces[x.piece].edge_names
        assert x.edge in edges, f"the {seam.name} runs along no edge of the {x.piece}: {x.edge}"
        # An edge beyond which a strip was added is a line now, and is measured from as before.
        assert x.start in ("", "start", "end", *edges, *(line.name for line in pieces[x.piece].lines)), (
            f"the {seam.name} begins at no edge of the {x.piece}: {x.start}"
        )
    twice = [x for x, n in Counter((x.piece, x.edge, x.run) for x in seam.a + seam.b).items() if n > 1]
    assert not twice, f"the {seam.name} runs twice along {twice}"
    ends = {"start", "end", *(n.name for n in pattern.notches if n.seam == seam.name)}
    for rule in seam.rules:
        assert {rule.start, rule.end} <= ends, f"the {seam.name} promises something between {rule.start} and {rule.end}"
