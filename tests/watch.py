"""What every test watches beside its own question: each refusal, each sum and each step that occurs anywhere in the suite.

A refusal must be whole (one sentence, its place, a cure), a sum must be one that can be read out, and a step must not lose
what lay on the paper. Installed by ``conftest`` when a run begins; a fault found here fails the test in which it occurred.
"""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Callable, Iterable, Iterator, Sequence
from functools import lru_cache
from itertools import pairwise
from typing import Any, get_args

import pytest
import shapely

from patterncraft.checks.finding import Finding
from patterncraft.drafting.construction import Stage
from patterncraft.errors import BadSetting, PatternError
from patterncraft.finishing.sewing_order import Sewing
from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.path import Path
from patterncraft.house import HouseRules
from patterncraft.moves.move import Move, Outcome, parameter
from patterncraft.moves.part_move import PartMove
from patterncraft.moves.registry import MOVES
from patterncraft.paper.dart import darts_of
from patterncraft.paper.edge import EdgeKind
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.paper.seam import RuleKind
from patterncraft.units import Unit, format_length, in_unit
from patterncraft.working import Kind, Sum
from tests import handed
from tests.hangs import assert_hangs_together
from tests.samples import polygon
from tests.sums import exactly
from tests.travel import stroke

FIELD = re.compile(r"[a-z0-9_.\[\] -]*")
SHOUTED = re.compile(r"(?<![+:=\w])(?!STEP\b|JSON\b|HPGL\b|JPEG\b|[A-Z]+=)[A-Z]{4,}\b")
"""A word in capitals, but for the names of formats, the code of a letter (U+FFFF) and what is typed as it stands (roll:WIDTH, ROLE=SIZE)."""
QUOTED = re.compile(r"“[^”]*”")
ARTICLE = re.compile(r"(?<!\b[Tt]he )\ba (?!uni|use|one\b|eu)[aeiou]\w|\ban (?!h(?:our|onest))[b-df-hj-np-tv-z]")
"""A wrong article."""
TWICE = re.compile(r"\b(the|a|an|of|to|in|at|is|it) \1\b")
"""A word that was put in twice."""
BELOW_NOUGHT = re.compile(r"(?<!\bto )(?<!\bleast )(?<!\bis )(?<!\bby )(?<!\bease )(?<!\bfor )-\d[\d.]* cm")
"""A length less than none: what is said to lie so far below lies above. But ease may be less than none, and a setting or a lever may go down to it."""
RULES = get_args(RuleKind)
QUANTITIES = get_args(Kind)
WITH_PARTNERS = ("flare", "godet", "closure", "take_in_seam")
"""Moves that take along what a piece is sewn to."""
KINDS = set(get_args(EdgeKind))
PLACES = ("from", "down", "fraction", "distance", "mark", "edge", "dart", "level", "at")
"""What a place is given by: a refusal may name it instead of the parameter it fills."""
HAIR = 0.01
"""cm by which lengths along the paper may differ after an act: what was taped with a hair between."""
ROUNDED = 0.2
"""cm by which a panel's seam may leave the dart's own points: it is rounded there."""


@lru_cache(maxsize=1 << 16)
def assert_words(what: str, text: Any) -> None:
    """Prose: a string, not shouted, nothing left in it that a program would write."""
    assert isinstance(text, str), f"{what} is {text!r}"
    bare = QUOTED.sub("", text)
    assert "XX" not in bare, f"{what}: {text!r}"
    assert not re.search(r"\bNone\b", bare), f"{what}: {text!r}"
    assert not ARTICLE.search(bare), f"{what} has the wrong article: {text!r}"
    for said in (bare, in_unit(bare, "in")):
        assert not TWICE.search(said), f"{what} says a word twice: {said!r}"
    assert not SHOUTED.search(bare), f"{what} is shouted: {text!r}"
    assert not BELOW_NOUGHT.search(bare), f"{what} tells a length that is less than none: {text!r}"
    assert sum(c.isupper() for c in bare) <= max(3, 0.5 * len(bare)), f"{what} is shouted: {text!r}"


def assert_whole(refusal: PatternError) -> None:
    """A refusal as the house writes it."""
    assert_words("the message", refusal.message)
    assert_words("the place", refusal.where)
    assert_words("the cure", refusal.cure)
    assert refusal.message.rstrip("”").endswith((".", "?", "…")), f"no sentence: {refusal.message!r}"
    if refusal.cure:
        assert refusal.cure[0].upper() == refusal.cure[0], f"the cure begins small: {refusal.cure!r}"
        assert refusal.cure.endswith("."), f"no sentence: {refusal.cure!r}"
    assert isinstance(refusal.field, str), f"the field is {refusal.field!r}"
    # What nobody knows may be called anything, and is named.
    assert FIELD.fullmatch(refusal.field) or refusal.field.rpartition(".")[2] in refusal.message, (
        f"no such field: {refusal.field!r}"
    )
    # What a setting may be is said in the message itself: “amount” may be at most 3. What was stopped was stopped by hand.
    if not isinstance(refusal, BadSetting) and refusal.code != "stopped":
        assert refusal.cure, f"no cure: {refusal.message[:200]!r}"


LITTLE = ("the", "a", "each", "every", "half", "what", "of", "it", "left", "wide")
"""What a label begins with only where it should have begun with a capital: names on paper are small."""


def assert_readable(line: Sum) -> None:
    """A line of working that can be read out."""
    assert_words("the label", line.label)
    assert line.label, "a sum without a label"
    assert line.label.split()[0] not in LITTLE, f"the label begins small: {line.label!r}"
    if line.note:
        assert not line.label[0].islower(), f"the note begins small: {line.label!r}"
        assert line.label.rstrip("”").endswith((".", "?")), f"no sentence: {line.label!r}"
    assert isinstance(line.formula, str), f"the formula is {line.formula!r}"
    assert line.formula.count("{}") == len(line.terms), f"{line.formula!r} for {len(line.terms)} terms"
    assert "XX" not in line.formula, line.formula
    assert all(q.kind in QUANTITIES for q in (*line.terms, *([line.result] if line.result else [])))
    assert line.note or line.result is not None or line.terms, f"the sum {line.label!r} says nothing"
    if re.search(r"\b(new|away) paper\b|\bpaper (away|cut away|gone)\b", line.label, re.IGNORECASE) and line.result is not None:
        assert line.result.kind == "area", f"{line.label} is told as {line.result.kind}"
    line.spoken("in")
    assert line.result is not None or not re.search(r"\} [+−×÷/] |[+−×÷/] \{", line.formula), (
        f"{line.label} is worked and comes to nothing"
    )
    if line.result is not None and line.result.kind != "count":
        worked = exactly(line)
        assert worked is None or abs(worked - line.result.value) < 1e-6, (
            f"{line.label}: {line.spoken('cm')}, but it comes to {worked}"
        )


def assert_named(what: str, name: Any) -> None:
    """A name as it is written on paper: words, nothing that a program would write."""
    assert isinstance(name, str), f"{what} is {name!r}"
    assert "XX" not in name, f"{what}: {name!r}"


def assert_stage(stage: Stage) -> None:
    """An act of the pencil as it is read out: a sentence, at a piece, with numbered marks."""
    assert_words("the rule", stage.rule)
    assert stage.rule, "an act without a rule"
    assert not stage.rule[0].islower(), f"the rule begins small: {stage.rule!r}"
    assert_named("the piece", stage.piece)
    for label, at in stage.points:
        assert re.fullmatch(r"[0-9]{1,2}[a-z]?|[A-Za-z]{1,3}[0-9]{0,2}'?", label), f"no such mark: {label!r}"
        assert isinstance(at, complex | float | int), f"the mark {label} lies at {at!r}"


def assert_finding(found: Finding) -> None:
    """What a check finds: in words, with its place by name."""
    assert_words("the finding", found.words)
    assert found.words.endswith((".", "?")), f"no sentence: {found.words!r}"
    for what in ("piece", "edge", "seam"):
        assert_named(what, getattr(found, what))
    assert isinstance(found.amount, float | int), found
    assert isinstance(found.limit, float | int), found


def assert_sewing(act: Sewing) -> None:
    """A line of the sewing order."""
    assert_words("the act", act.words)
    assert not act.words[0].islower(), f"the act begins small: {act.words!r}"
    assert act.words.endswith("."), f"no sentence: {act.words!r}"


UNSAID = ("move", "note", "chapter", "muted")
"""What a step carries beside what it does."""


def names_in(value: Any) -> Iterator[str]:
    """The names of things on paper in a step's data. From which end the middle is measured need not be said."""
    if isinstance(value, str):
        yield value
    elif isinstance(value, dict):
        middle = value.get("fraction") == 0.5
        for key, x in value.items():
            if key != "shape" and not (middle and key == "from"):
                yield from names_in(x)
    elif isinstance(value, list | tuple):
        for x in value:
            yield from names_in(x)


def shares_in(value: Any) -> Iterator[float]:
    """The shares of an edge at which places lie in a step's data."""
    if isinstance(value, dict):
        if "edge" in value and value.get("fraction") is not None:
            yield value["fraction"]
        for x in value.values():
            yield from shares_in(x)
    elif isinstance(value, list | tuple):
        for x in value:
            yield from shares_in(x)


def assert_said(step: Move, before: Pattern) -> None:
    """The sentence of a step names each thing that the step names, and each length of it, in either unit; where a place lies on work that is known, in
    centimetres and not in hundredths."""
    data = step.model_dump(mode="json", by_alias=True, exclude_defaults=True)
    # On the whole garment a share is another length on each piece.
    for share in shares_in(data) if step.pieces_named() else ():
        assert f"{100 * share:.1f} %" not in step.spoken(before, "cm"), f"{step.move} tells hundredths: {step.spoken(before, 'cm')}"
    chosen = {name: [value for value, _ in slot.choices] for slot in type(step).slots() for name in slot.fields}
    for key in data.keys() - set(UNSAID):
        value, what = data[key], parameter(type(step), key)
        if any(str(getattr(step, k)) not in among for k, among in what.only.items()):
            continue
        for unit in get_args(Unit):
            said = step.spoken(before, unit)
            assert_words("the sentence", said)
            for name in names_in(value) if value not in chosen.get(key, ()) else ():
                assert name in said, f"{step.move} does not say the {key} {name!r}: {said}"
            # One tuck has no spacing.
            if what.unit == "cm" and isinstance(value, float) and value and not (key == "spacing" and data.get("count", 1) == 1):
                words = {format_length(abs(value), unit), format_length(abs(value), unit, 2)}
                assert any(w in said for w in words), f"{step.move} does not say the {key} {value}: {said}"


def assert_said_which_way(step: Move, before: Pattern) -> None:
    """An amount that may be above or below nought is told with its way: the sentence of the same step the other way is another one."""
    data = step.model_dump(mode="json", by_alias=True, exclude_defaults=True)
    said = step.spoken(before, "cm")
    for key in data.keys() - set(UNSAID):
        value, what = data[key], parameter(type(step), key)
        if any(str(getattr(step, k)) not in among for k, among in what.only.items()):
            continue
        if what.unit == "cm" and isinstance(value, float) and value and what.low is not None and what.low < 0:
            name = next(n for n, f in type(step).model_fields.items() if (f.alias or n) == key)
            other = step.model_copy(update={name: -value})
            assert other.spoken(before, "cm") != said, f"{step.move} does not say which way it goes by its {key}: {said}"


def assert_begun(step: Move, before: Pattern, outcome: Outcome) -> None:
    """A line of working begins with a capital, or with a name as it is written on paper."""
    names: set[str] = set()
    for pattern in (before, outcome.pattern):
        names |= {s.name for s in pattern.seams} | {n.name for n in pattern.notches}
        for p in pattern.pieces:
            names |= {p.name, *p.edge_names, *(x.name for x in (*p.lines, *p.darts, *p.lenses, *p.marks))}
    for told in outcome.working:
        if told.label[0].islower():
            assert any(told.label.startswith(n) for n in names), f"{step.move}: the label begins small: {told.label!r}"


def names_on(pattern: Pattern) -> set[str]:
    """Every name that is written on the sheets and in the ledger."""
    found = {x.name for things in (pattern.pieces, pattern.seams, pattern.notches, pattern.closures, pattern.made) for x in things}
    for p in pattern.pieces:
        found |= {*p.edge_names, *(x.name for x in (*p.lines, *p.darts, *p.lenses, *p.marks))}
    return found


def assert_named_small(step: Move, before: Pattern, outcome: Outcome) -> None:
    """What a step names by itself it writes as the house writes names: small."""
    old, said = names_on(before), step.model_dump_json()
    for name in names_on(outcome.pattern) - old:
        assert "XX" not in name, f"{step.move} names {name!r}"
        own = [w for w in re.findall(r"[A-Z]{2,}", name) if w not in said and not any(w in x for x in old)]
        assert not own, f"{step.move} shouts {name!r}"


WAS_AND_IS = re.compile(r"(?:(?P<piece>[^,:]+), )?(?P<edge>[^,:]+?):? before(?:, now| = now)")
"""How a length that changed, or stayed, is told: of an edge of a piece, or of the one piece that the step is about."""


SPREAD_FIRST = ("puff", "leg_of_mutton")
"""Moves that spread before they lift, and tell of both: the second sum goes on from the first."""


def assert_told_as_it_lies(step: Move, before: Pattern, outcome: Outcome) -> None:
    """Lengths that are told to have been and to be now are those of the edges that lay there and lie there; told twice, the second goes on from the first."""
    chains: dict[tuple[str, str], list[Sum]] = {}
    for told in outcome.working:
        said = WAS_AND_IS.fullmatch(told.label)
        if said and told.result is not None and told.terms:
            own = said["piece"] or getattr(step, "piece", None) or ""
            chains.setdefault((own.lower(), said["edge"].lower()), []).append(told)
    for (name, called), sums in chains.items():
        lay, lies = (next((p for p in x.pieces if p.name.lower() == name), None) for x in (before, outcome.pattern))
        edge = next((e for e in lay.edge_names if e.lower() == called), None) if lay else None
        # What a borrowed step tells of an edge, it tells without the piece.
        if lay is None or lies is None or edge is None or edge not in lies.edge_names or (name and ("", called) in chains):
            continue
        was, now = (sum(e.length for e in p.outline if e.name == edge) for p in (lay, lies))
        said_was = [
            *([] if step.move in SPREAD_FIRST else [(was, sums[0])]),
            *((a.result.value, b) for a, b in pairwise(sums) if a.result),
        ]
        for length, told in said_was:
            assert told.terms[0].value == pytest.approx(length, abs=1e-6), (
                f"{step.move}: {told.label} {told.spoken('cm')}, but it was {length:.3f}"
            )
        last = sums[-1]
        assert last.result is not None
        assert last.result.value == pytest.approx(now, abs=1e-6), (
            f"{step.move}: {last.label} {last.spoken('cm')}, but it is {now:.3f}"
        )


def assert_made(step: Move, before: Pattern, outcome: Outcome) -> None:
    """A piece that a step makes new can be laid and sewn: it has a grain, each edge that is sewn is sewn to something, and from which end is said on both
    sides or on none; how a part is drawn is told, act by act."""
    if step.group != "Add":
        return
    after = outcome.pattern
    old = {p.name for p in before.pieces}
    for seam in after.seams:
        if seam not in before.seams and seam.b and any(x.piece not in old for x in seam.a + seam.b):
            said = {bool(x.start) for x in seam.a + seam.b}
            assert len(said) == 1, (
                f"{step.move}: the {seam.name} is walked from an end that is said on one side only: {seam.a} {seam.b}"
            )
    # A shaped waistband is the skirt's own top, cut off: nothing of it is drawn.
    cut_off = step.move == "waistband" and getattr(step, "shape", "") == "shaped"
    assert outcome.stages or cut_off or not isinstance(step, PartMove), f"{step.move}: how it is drawn is not told"
    sewn = {(x.piece, x.edge) for s in after.seams for x in s.a + s.b}
    for p in after.pieces:
        if p.name not in old:
            assert p.grain, f"{step.move}: the {p.name} has no grain"
            left, top, right, bottom = p.box
            # A copy's is that of the sheet it was copied from.
            for z in (p.grain.start, p.grain.end) if step.move not in ("lining", "interfacing") else ():
                on_sheet = left - HAIR <= z.real <= right + HAIR and top - HAIR <= z.imag <= bottom + HAIR
                assert on_sheet, f"{step.move}: the grain of the {p.name} lies off it, at {z:.2f}"
            # A lining and an interfacing are sewn as the piece is that they lie on, and a facing's ends where they meet.
            free = {e.name for e in p.outline if e.kind == "seam"} - {edge for piece, edge in sewn if piece == p.name}
            assert step.move in ("facing", "lining", "interfacing") or not free, (
                f"{step.move}: of the {p.name} nothing is sewn to {sorted(free)}"
            )


CUTS = ("cut_along", "cut_across", "panel", "yoke", "shorten_sleeve", "bishop", "puff", "raglan", "off_shoulder", "cap_sleeve")
"""Moves that take scissors to a whole piece, and put away what comes off."""
TRACED = {"unfold": 2.0, "fold": 0.5, "put_away": 0.0}
"""Moves after which there is so many times the paper that there was."""


FULL = ("gather", "pleat", "ease", "stretch")
SAYS = ("promise", "unsew", "off_shoulder", "raglan", "puff", "leg_of_mutton", "cap_sleeve")
"""Moves that take a promise of fullness away because that is what they are asked: said of the seam, with the edge that had it, or with the cap whose ease
it was."""


def assert_promises_stay(step: Move, before: Pattern, outcome: Outcome) -> None:
    """Nothing but an explicit step takes a promise of fullness away: of each kind there are as many as there were, or it is told which went."""

    def counted(pattern: Pattern) -> Counter[str]:
        own = [s.rule.kind for s in pattern.seams if not s.rule.length]
        return Counter(k for k in [*own, *(r.rule.kind for s in pattern.seams for r in s.rules)] if k in FULL)

    lost = counted(before) - counted(outcome.pattern)
    if not lost or step.move in SAYS:
        return
    told = [s.label for s in outcome.working if "no more" in s.label or "is gone" in s.label or "is closed" in s.label]
    assert len(told) >= 1, f"{step.move} takes {dict(lost)} away and does not say so"


def _led_into_darts(old: list[Piece], new: list[Piece]) -> float:
    """cm of the pencil lines that ran to where a dart's point is now: cut along one, it is the dart's leg."""
    pivots = [d.pivot for p in new for d in darts_of(p)]
    lines = [x.path for p in old for x in p.lines]
    return sum(x.length for x in lines if any(min(abs(x.start - z), abs(x.end - z)) < 1e-3 for z in pivots))


def assert_kept(step: Move, before: Pattern, after: Pattern) -> None:
    """What lay on the paper lies there still, and what the step does not speak of is untouched."""
    named = set(step.pieces_named())
    if not named:
        named = {p.name for p in before.pieces}
    if step.move in WITH_PARTNERS:
        named |= {
            x.piece for seam in before.seams for side in (seam.a + seam.b,) if any(y.piece in named for y in side) for x in side
        }
    for p in before.pieces:
        if p.name not in named:
            assert p in after.pieces, f"{step.move} touched the {p.name}, which it does not name"
    old, new = ([p for p in x.pieces if x is after or p.name in named] for x in (before, after))
    old = [p for p in old if p not in after.pieces]
    # A part that was made new was never taken up, nor was a sheet that only got a mark: neither has an account yet.
    new = [p for p in new if p not in before.pieces]
    unweighed = {p.name for p in new if p.paper.block is None}
    new = [p for p in new if p.name not in unweighed]
    old = [p for p in old if p.name not in unweighed]
    if step.move in TRACED:
        # Laid open a sheet is there twice, folded once: all that lay on it, too.
        share = TRACED[step.move]
        assert sum(p.area for p in new) == pytest.approx(share * sum(p.area for p in old), rel=1e-3), f"{step.move}: another area"
        for count in (lambda p: len(p.darts), lambda p: len(p.lenses), lambda p: len(p.paper.patches)):
            assert sum(map(count, new)) == share * sum(map(count, old)), f"{step.move} lost something, or made it up"
        return
    if not new:
        return
    cut_off = _account(new)[1] - _account(old)[1]
    lost = sum(p.area for p in old) - sum(p.area for p in new) + _account(new)[0] - _account(old)[0] - cut_off
    if abs(lost) > 1e-6:
        # A half was put away: what lay on it went with it.
        assert step.move in CUTS, f"{lost:.6f} cm² of paper are not accounted for"
        assert lost > 0, f"{-lost:.6f} cm² of paper came from nowhere"
        return
    lenses, still = ([x.name for p in pieces for x in p.lenses] for pieces in (old, new))
    if step.move in CUTS or getattr(step, "cut_across", False):
        # Cut across, a double-pointed dart is a dart on each side of the cut; one of the two may have been moved on.
        # Below a yoke it may have been gathered in; at a dart's point that the line passes it is closed with that dart.
        least = 1 if step.move in ("yoke", "panel") or '"dart"' in step.model_dump_json() else 2
        # One that the line runs through from point to point is the seam's shape now.
        named = step.model_dump_json()
        both = {x.name: (x.upper, x.lower) for p in old for x in p.lenses}
        in_seam = [x for x in lenses if x not in still and (f'{{"dart":"{x}"}}' in named or _on_one_edge(new, both[x]))]
        lenses = [name for name in lenses if name not in in_seam]
        # Front and back may each have one of that name: how many are gone is counted, not whether the name is.
        halved = list((Counter(lenses) - Counter(still)).elements())
        halves = Counter(d.name for p in new for d in p.darts)
        assert all(halves[name] >= least * count for name, count in Counter(halved).items()), "half a dart is lost"
        assert not Counter(still) - Counter(lenses), "a double-pointed dart came from nowhere"
    else:
        # A bodice's dart and a skirt's, laid together, make one double-pointed dart.
        shut = sum(len(p.darts) for p in old) - sum(len(p.darts) for p in new) if step.move == "join_blocks" else 0
        assert len(still) == len(lenses) + shut / 2, "a double-pointed dart is lost"
    if cut_off < 1e-6:
        assert len({(m.at, m.name) for p in new for m in p.marks}) >= len({m.name for p in old for m in p.marks}), "a mark is lost"
        assert {m.kind for p in new for m in p.marks} >= {m.kind for p in old for m in p.marks}, "a kind of mark is lost"
        left = _on_paper(old, _lines, -HAIR) - _on_paper(new, _lines, HAIR)
        # What lay along a cut is its edge now; along a slash (a strip's fold line) it borders on the new paper laid under.
        assert (
            left < 5 * HAIR + _led_into_darts(old, new)
            or step.move in (*CUTS, "join_pieces", "swing_and_join")
            or any(abs(left - side) < 10 * HAIR for side in _slashed(old, new))
        ), f"{left:.2f} cm of a line are lost"
        left = _on_paper(old, _tapes, HAIR) - _on_paper(new, _tapes, HAIR)
        edges = [e.length for p in new for e in p.outline]
        # Each cut through a strip of tape shortens what is measured of it by a hair on either side.
        room = 5 * HAIR + 2 * HAIR * max(0, len(edges) - sum(len(p.outline) for p in old))
        assert left < room or any(abs(left - e) < room for e in edges), (
            f"{left:.2f} cm of tape are lost by {step.model_dump_json(exclude_defaults=True)}"
        )
    if any(p.grain for p in old):
        assert all(p.grain for p in new), "a piece has no grain any more"
    assert {p.cut.cloth for p in new} <= {p.cut.cloth for p in old}, "a piece changed its cloth"
    for rule in (r for s in after.seams for r in (s.rule, *(x.rule for x in s.rules))):
        assert rule.kind in RULES, rule
        assert rule.longer in ("a", "b"), rule
    order = [(n.seam, n.name) for n in before.notches]
    carried = [x for x in ((n.seam, n.name) for n in after.notches) if x in order]
    assert carried == [x for x in order if x in carried], f"{step.move}: the notches are out of order: {carried} were {order}"
    astray = {m.name for p in old for m in p.marks if polygon(p).distance(_point(m.at)) > 0.05}
    for p in new:
        assert {e.kind for e in p.outline} <= KINDS, f"{p.name} has edges of a kind that is none"
        shape = polygon(p)
        # The referee's chords stay a hair inside the curves, along a long strip's whole length.
        room = 0.05 + 5e-4 * shape.length
        assert shape.area == pytest.approx(p.area, abs=room), f"{p.name} lies on itself"
        for m in p.marks:
            assert cut_off > 1e-6 or m.name in astray or shape.distance(_point(m.at)) < 0.2, (
                f"the mark {m.name} lies off the {p.name}"
            )


def _slashed(old: list[Piece], new: list[Piece]) -> list[float]:
    """cm: the straight sides of the sheets of new paper that a step laid under, along which it had slashed."""
    laid = [x for p in new for x in p.paper.patches if all(x not in q.paper.patches for q in old)]
    return [abs(s[-1] - s[0]) for x in laid for s in x.segments if len(s) == 2]


def _lines(piece: Piece) -> list[Path]:
    return [x.path for x in piece.lines]


def _tapes(piece: Piece) -> list[Path]:
    return list(piece.paper.tapes)


def _on_paper(pieces: Iterable[Piece], drawn: Callable[[Piece], list[Path]], rim: float) -> float:
    """cm of what is drawn that lie on paper: what spans an open dart does not. ``rim``: how far off the outline, cm."""
    found = 0.0
    for p in pieces:
        if paths := drawn(p):
            paper = polygon(p, 0.0005).buffer(rim)
            found += sum(stroke(x).intersection(paper).length for x in paths)
    return found


def _account(pieces: Iterable[Piece]) -> tuple[float, float]:
    papers = [p.paper for p in pieces]
    return sum(x.new for x in papers), sum(x.away for x in papers)


def _point(z: complex) -> Any:
    return shapely.Point(z.real, z.imag)


def _checked(apply: Callable[[Any, Pattern, HouseRules], Outcome]) -> Callable[[Any, Pattern, HouseRules], Outcome]:
    def checked(self: Move, pattern: Pattern, rules: HouseRules) -> Outcome:
        try:
            outcome = apply(self, pattern, rules)
        except PatternError as refused:
            field = refused.field.partition(".")[0]
            fields = [info.alias or name for name, info in self.__class__.model_fields.items()]
            assert field in ("", *PLACES, *fields), f"{self.move} has no {field!r}: {refused.message!r}"
            raise
        assert all(isinstance(line, Sum) for line in outcome.working), f"the working of {self.move} is no list of sums"
        assert_kept(self, pattern, outcome.pattern)
        assert_promises_stay(self, pattern, outcome)
        assert_said(self, pattern)
        assert_said_which_way(self, pattern)
        assert_begun(self, pattern, outcome)
        assert_named_small(self, pattern, outcome)
        assert_made(self, pattern, outcome)
        assert_told_as_it_lies(self, pattern, outcome)
        assert_hangs_together(outcome.pattern)
        return outcome

    return checked


def _written(write: Callable[..., None], right: Callable[[Any], None]) -> Callable[..., None]:
    def written(self: Any, *args: Any, **named: Any) -> None:
        write(self, *args, **named)
        right(self)

    return written


WRITTEN: dict[Any, Callable[[Any], None]] = {
    Sum: assert_readable,
    Stage: assert_stage,
    Finding: assert_finding,
    Sewing: assert_sewing,
}


_WATCHING = pytest.MonkeyPatch()


def install() -> None:
    """Watch from now on, as long as the process runs. Called anew (several runs in one process), it does not watch twice."""
    _WATCHING.undo()
    refuse = PatternError.__init__

    def refused(self: PatternError, *args: Any, **named: Any) -> None:
        refuse(self, *args, **named)
        assert_whole(self)

    _WATCHING.setattr(PatternError, "__init__", refused)
    for kind, right in WRITTEN.items():
        _WATCHING.setattr(kind, "__init__", _written(kind.__init__, right))
    for move in MOVES.values():
        _WATCHING.setattr(move, "apply", _checked(move.apply))
    handed.watch(_WATCHING)


def _on_one_edge(pieces: Sequence[Piece], points: tuple[complex, complex]) -> bool:
    """Whether one edge of a sheet runs through both points, but for what a panel's seam is rounded over the bust."""
    lines = [shapely.LineString([(z.real, z.imag) for z in flat_path(e.path, 1e-4)]) for p in pieces for e in p.outline]
    return any(all(line.distance(shapely.Point(z.real, z.imag)) < ROUNDED for z in points) for line in lines)
