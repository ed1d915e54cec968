"""Does the widest of the body pass the waist, or is there an opening across it?"""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Check, Finding
from ..openings import edges_met, lies_open, opened
from ..subject import Subject
from ..waist import passes, waist_round


def _look(s: Subject) -> Iterator[Finding]:
    waist = waist_round(s)
    needed, word = passes(s)
    if waist is None or needed is None:
        return
    has = waist.opens
    if has >= needed - s.rules.girth_tolerance or lies_open(s, "waist") or _open_down(s):
        return
    if any("waist" in edges_met(s, o) or _across(s, o.reach.seam) for o in opened(s)):
        return
    words = f"The waist is {has:.1f} cm round and nothing opens it: the {word} of {needed:.1f} cm must pass."
    yield Finding(words, needed - has, 0.0, waist.piece, "waist", "", waist.at)


def _open_down(s: Subject) -> bool:
    """Whether a front of which the waist is a line only is left open from end to end."""
    waisted = {p.name for p in s.pattern.pieces if p.cut.layer == "shell" and any(x.name == "waist" for x in p.lines)}
    return any(name in waisted for name, _ in s.left_open)


def _across(s: Subject, seam: str) -> bool:
    """Whether a seam runs across the waist's line, as the side of a dress in one does."""
    return any(any(x.name == "waist" for x in s.pattern.piece(st.piece).lines) for st in s.pattern.seam(seam).a)


CHECK = Check(
    "in-waist",
    "Getting in",
    "The hip or the bust passes the waist",
    "A waist that fits the body does not go over the hip; somewhere it must open.",
    "A zip across the waist, in the side or the centre back.",
    _look,
    worked=True,
    body=True,
)
