"""Two styles laid over each other: the drawing, the table of differences, and what the same steps did on the other body."""

from __future__ import annotations

from collections.abc import Sequence

from patterncraft.checks.finding import Finding
from patterncraft.checks.registry import CHECKS
from patterncraft.comparing.drawn_over import lies_over
from patterncraft.comparing.figures import Comparison, Figure, PieceFigures, compare
from patterncraft.comparing.findings import FindingPair, side_by_side
from patterncraft.comparing.laid_over import points_to_lie_together
from patterncraft.comparing.on_another import OnAnother, on_another
from patterncraft.comparing.recipes import differing_steps
from patterncraft.formats.drawing import Box, Drawing, draw
from patterncraft.formats.table import lies_of
from patterncraft.house import HouseRules
from patterncraft.ledger import Promise
from patterncraft.moves.move import Move
from patterncraft.moves.registry import read_steps
from patterncraft.replay import Replay
from patterncraft.units import Unit, in_unit
from patterncraft.working import Sum

from ..config.answers import Fault, Wire, fault_of
from . import looking, services
from .models import Style
from .wearer import wearer_of
from .words import block_and_person


class ComparedStyle(Wire):
    """One of the two, and where its steps stop if they do."""

    id: int
    name: str
    person: str
    stopped: Fault | None


class DifferenceOut(Wire):
    """A measured thing in both, in words of the house unit; empty where one has no such thing. ``alike``: nothing differs."""

    what: str
    a: str
    b: str
    difference: str
    alike: bool


class DifferencesOut(Wire):
    """Figures of one piece, or of all round the body."""

    title: str
    figures: list[DifferenceOut]


class StepDiffers(Wire):
    """A step in the two recipes; empty where one has none there."""

    number_a: int | None
    number_b: int | None
    a: str
    b: str


class SumsDiffer(Wire):
    """A step that both have: the lines of its working that came out otherwise, and cautions told of the second only."""

    number: int
    sentence: str
    sums: list[DifferenceOut]
    cautions: list[str]


class NotDone(Wire):
    """A step that cannot be done on the second: its sentence and why, with the cure."""

    number: int
    sentence: str
    fault: Fault


class FoundOnBoth(Wire):
    """A finding in words on the first and on the second; empty where it is not found there. ``is_new``: on the second only."""

    title: str
    a: str
    b: str
    is_new: bool


class ComparisonOut(Wire):
    """``a`` lies under, as paper; ``b`` over it, as outlines. ``extent``: the table that both take. ``points``: what can be laid on its like; ``at`` is the one chosen. ``same_steps``: the
    recipes are one, so that what differs is the body's."""

    a: ComparedStyle
    b: ComparedStyle
    under: Drawing
    over: Drawing
    extent: Box
    at: str
    points: list[str]
    tables: list[DifferencesOut]
    only_a: list[str]
    only_b: list[str]
    same_steps: bool
    recipe: list[StepDiffers]
    cannot: list[NotDone]
    sums: list[SumsDiffer]
    broken: list[str]
    mended: list[str]
    findings: list[FoundOnBoth]


def compared(a: Style, b: Style, at: str = "") -> ComparisonOut:
    """Both styles as they stand; lengths in the unit of the house, which is the same for both."""
    rules_a, rules_b = a.house_rules(), b.house_rules()
    steps_a, steps_b = (read_steps(services.steps_of(s)) for s in (a, b))
    one = services.worked(services.pins_of(a), steps_a, rules_a)
    other = services.worked(services.pins_of(b), steps_b, rules_b)
    points = points_to_lie_together(one.pattern, other.pattern)
    chosen = at if at in points else ""
    lies = lies_of(one, services.lies_by_hand(a))
    found = compare(one.pattern, other.pattern)
    differing = differing_steps(steps_a, steps_b)
    told = on_another(one, other, steps_b, rules_b) if not differing else OnAnother((), (), (), ())
    unit = rules_a.unit
    under, over = (
        draw(one.pattern, rules_a, lies),
        draw(other.pattern, rules_b, lies_over(one.pattern, other.pattern, lies, chosen)),
    )
    return ComparisonOut(
        a=_style(a, one, unit),
        b=_style(b, other, unit),
        under=under,
        over=over,
        extent=around(under.box, over.box),
        at=chosen,
        points=points,
        tables=tables_of(found, unit),
        only_a=list(found.only_a),
        only_b=list(found.only_b),
        same_steps=not differing,
        recipe=[
            StepDiffers(number_a=x.a, number_b=x.b, a=_sentence(one, steps_a, x.a, unit), b=_sentence(other, steps_b, x.b, unit))
            for x in differing
        ],
        cannot=[
            NotDone(number=e.step or 0, sentence=_sentence(one, steps_b, e.step, unit), fault=fault_of(e, unit))
            for e in told.cannot
        ],
        sums=_sums(told, one, steps_b, rules_a),
        broken=[_promise(p, unit) for p in told.broken],
        mended=[p.name for p in told.mended],
        findings=[
            _found(p, unit) for p in side_by_side(*(_looked(s, r, u) for s, r, u in ((a, one, rules_a), (b, other, rules_b))))
        ],
    )


def tables_of(found: Comparison, unit: Unit, changed_only: bool = False) -> list[DifferencesOut]:
    """The figures of a comparison, round the body first, then piece by piece; ``changed_only``: without those that are alike in both."""
    titled = [("All round", found.girths), *((p.piece, p.figures) for p in found.pieces)]
    kept = [(t, [f for f in figures if not (changed_only and f.is_alike)]) for t, figures in titled]
    return [DifferencesOut(title=t, figures=[_figure(f, unit) for f in figures]) for t, figures in kept if figures]


def pieces_tables(found: Sequence[PieceFigures], unit: Unit) -> list[DifferencesOut]:
    """Figures piece by piece."""
    return [DifferencesOut(title=f"{p.piece}, across", figures=[_figure(f, unit) for f in p.figures]) for p in found]


def _looked(style: Style, replay: Replay, rules: HouseRules) -> tuple[Finding, ...]:
    return looking.looked_at(replay, rules, wearer_of(services.pins_of(style)), plan=style.finish_plan())[1]


def _found(pair: FindingPair, unit: Unit) -> FoundOnBoth:
    a, b = ("" if f is None else in_unit(f.words, unit) for f in (pair.a, pair.b))
    return FoundOnBoth(title=CHECKS[pair.code].title, a=a, b=b, is_new=pair.is_new)


def around(a: Box, b: Box) -> Box:
    """The box that holds both."""
    return Box(left=min(a.left, b.left), top=min(a.top, b.top), right=max(a.right, b.right), bottom=max(a.bottom, b.bottom))


def _style(style: Style, replay: Replay, unit: Unit) -> ComparedStyle:
    stopped = fault_of(replay.stopped, unit) if replay.stopped else None
    return ComparedStyle(id=style.pk, name=style.name, person=block_and_person(style)[1], stopped=stopped)


def _figure(f: Figure, unit: Unit) -> DifferenceOut:
    a, b, difference = f.words(unit)
    return DifferenceOut(what=f.said, a=a, b=b, difference=difference, alike=f.is_alike)


def _sentence(replay: Replay, steps: list[Move], number: int | None, unit: Unit) -> str:
    """A step's sentence, on the work it is done on; of a step that was not reached, as far as it can be said."""
    if number is None:
        return ""
    before = replay.done[number - 1].before if number <= len(replay.done) else None
    return steps[number - 1].spoken(before, unit)


def _sums(told: OnAnother, one: Replay, steps: list[Move], rules: HouseRules) -> list[SumsDiffer]:
    return [
        SumsDiffer(
            number=pair.number,
            sentence=_sentence(one, steps, pair.number, rules.unit),
            sums=[
                DifferenceOut(what=s.label, a=_said(s.a, rules.unit), b=_said(s.b, rules.unit), difference="", alike=False)
                for s in pair.sums
            ],
            cautions=[in_unit(s.label, rules.unit) for s in pair.cautions],
        )
        for pair in told.steps
    ]


def _said(line: Sum | None, unit: Unit) -> str:
    return line.spoken(unit) if line else ""


def _promise(p: Promise, unit: Unit) -> str:
    return f"{p.name}: {in_unit(p.cure, unit)}".rstrip()
