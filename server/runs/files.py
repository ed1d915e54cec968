"""What of a run goes out: each body's pattern once more, and all of them over each other."""

from __future__ import annotations

import json
import re
from collections.abc import Callable, Iterator, Sequence
from functools import lru_cache
from typing import Final, NamedTuple

from patterncraft.comparing.size_run import done_on, key_lengths
from patterncraft.errors import BadSetting
from patterncraft.finishing.finish import finish
from patterncraft.formats.bundle import lengths_table
from patterncraft.formats.nested import Size
from patterncraft.formats.nested_pdf import nested_pdf
from patterncraft.formats.nested_svg import nested_svg
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.replay import Replay

from ..config.remembered import remembered
from ..shelf.models import BlockRevision
from ..styles import services as styles
from ..styles.wearer import Pins
from .bodies import BodyData, apart, read_body
from .models import RunRecord

GONE: Final = "Its block was deleted since."


class Cut(NamedTuple):
    """A body of a run, and the style on it."""

    body: BodyData
    replay: Replay


def bodies_of(run: RunRecord) -> list[BodyData]:
    """Its bodies, numbered from 1; one whose block was deleted since has none, and says so."""
    found = [read_body(data, number) for number, data in enumerate(run.bodies, 1)]
    there = set(BlockRevision.objects.filter(pk__in={i for b in found for _, i in b.pins}).values_list("pk", flat=True))
    return [b if all(i in there for _, i in b.pins) else b._replace(pins=(), why=GONE) for b in found]


def of_all(run: RunRecord) -> Iterator[Cut]:
    """Every body that has blocks, cut once more, one after the other."""
    return (_cut(run, body) for body in bodies_of(run) if body.pins)


def of_one(run: RunRecord, number: int) -> Cut:
    """One body of it, counted from 1. Raises BadSetting where it is none, or was not cut."""
    if not 1 <= number <= len(run.bodies):
        raise BadSetting("there is no such body in the run.", run.name, "Look at it again.", "number")
    body = bodies_of(run)[number - 1]
    if not body.pins:
        raise BadSetting(f"the style was not cut on {body.label}.", run.name, body.why or "Wait until it is.")
    return _cut(run, body)


def _cut(run: RunRecord, body: BodyData) -> Cut:
    measures = styles.measures_of(body.pins)
    return Cut(body, _done(body.pins, measures, json.dumps(run.steps), json.dumps(run.rules)))


@lru_cache(maxsize=128)
def _done(pins: Pins, measures: styles.Measures, steps: str, rules: str) -> Replay:
    """Remembered: whoever looks at a run asks for the same again, laid over each other at another point."""
    table = styles.laid_table(pins, measures).pattern
    return done_on(table, read_steps(json.loads(steps)), HouseRules.model_validate_json(rules))[0]


remembered(_done.cache_clear)


def titled(run: RunRecord, body: BodyData) -> str:
    """What heads a body's labels and sheets."""
    return f"{run.style.name if run.style else run.name} · {body.label}"


def size_of(run: RunRecord, cut: Cut) -> Size:
    """Finished, as it is laid over others."""
    pattern = cut.replay.pattern
    return Size(
        cut.body.label, pattern, finish(pattern, run.house_rules(), f"{titled(run, cut.body)} · {run.created.date()}", run.plan())
    )


def of_run(run: RunRecord, cuts: Sequence[Cut], at: str = "", only: str = "") -> dict[str, bytes]:
    """All bodies together: laid over each other as SVG and PDF, and the table of lengths; ``only``: that file (none where there is no such)."""
    rules = run.house_rules()
    sizes = [size_of(run, c) for c in cuts] if only != "lengths.csv" else []
    ways: dict[str, Callable[[], bytes]] = {
        "all over each other.svg": lambda: nested_svg(sizes, run.name, at).encode(),
        "all over each other.pdf": lambda: nested_pdf(sizes, run.name, rules.paper, run.created.date(), at),
        "lengths.csv": lambda: lengths_table(
            [c.body.label for c in cuts], key_lengths([c.replay.pattern for c in cuts], apart([c.body for c in cuts])), rules.unit
        ),
    }
    return {name: write() for name, write in ways.items() if only in ("", name)}


def file_name(label: str) -> str:
    """A label as a folder's name on any machine."""
    return re.sub(r'[\\/:*?"<>|\x00-\x1f]+', " ", label).strip(" .")[:80] or "body"
