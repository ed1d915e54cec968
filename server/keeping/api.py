"""What was put away: listed, taken back, deleted for good."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from ..config.answers import ERRORS, Wire
from ..people.models import MeasureChart, Person
from ..shelf.models import Block
from ..styles.models import Style
from ..workrooms.access import workroom_of
from ..workrooms.models import Keepable
from . import services
from .services import Kind

router = Router(tags=["keeping"])


class AwayOut(Wire):
    """One thing that was put away. ``about``: what it is, in words; ``kept``: why it cannot be deleted, empty: it can;
    ``deletes``: what deleting it would delete."""

    kind: Kind
    id: int
    name: str
    about: str
    since: str
    kept: str
    deletes: str


@router.get("/away", response={200: list[AwayOut], **ERRORS})
def away(request: HttpRequest) -> list[AwayOut]:
    """All that was put away."""
    return [_away_out(kind, found) for kind, found in services.all_away(workroom_of(request))]


@router.post("/away/{kind}/{thing_id}", response={200: AwayOut, **ERRORS})
def put_away(request: HttpRequest, kind: Kind, thing_id: int) -> AwayOut:
    """Put something away; what uses it goes on using it."""
    found = services.thing(workroom_of(request), kind, thing_id)
    services.put_away(found)
    return _away_out(kind, found)


@router.post("/away/{kind}/{thing_id}/back", response={200: list[AwayOut], **ERRORS})
def take_back(request: HttpRequest, kind: Kind, thing_id: int) -> list[AwayOut]:
    """Take it back; the answer is what is away still."""
    services.take_back(services.thing(workroom_of(request), kind, thing_id))
    return away(request)


@router.delete("/away/{kind}/{thing_id}", response={200: list[AwayOut], **ERRORS})
def delete(request: HttpRequest, kind: Kind, thing_id: int) -> list[AwayOut]:
    """Delete for good what was put away; the answer is what is away still."""
    services.delete(services.thing(workroom_of(request), kind, thing_id))
    return away(request)


def _away_out(kind: Kind, found: Keepable) -> AwayOut:
    name, about, deletes = _words(found)
    since = found.put_away.date().isoformat() if found.put_away else ""
    return AwayOut(kind=kind, id=found.pk, name=name, about=about, since=since, kept=services.why_kept(found), deletes=deletes)


def _words(found: Keepable) -> tuple[str, str, str]:
    if isinstance(found, Block):
        count = found.revisions.count()
        about = ", ".join(
            x for x in ("a block", f"for {found.person.name}" if found.person else "", _count(count, "revision")) if x
        )
        return found.name, about, f"{_count(count, 'revision')} of the block"
    if isinstance(found, Style):
        return found.name, f"a style, {_count(found.edits.count(), 'change')}", "the style with every change that could be undone"
    if isinstance(found, Person):
        charts, blocks = found.charts.count(), found.blocks.count()
        paper = f"; {_count(blocks, 'block')} drafted from them will be traced paper without her measures" if blocks else ""
        deletes = f"the person and all her measures, and her name where blocks and styles have it{paper}"
        return found.name, f"a person, {_count(charts, 'chart')}", deletes
    if isinstance(found, MeasureChart):
        who = found.person.name
        return (
            f"{who}, {found.taken_on}",
            f"a chart, {_count(len(found.values), 'measure')}",
            "the chart and every earlier state of it",
        )
    raise TypeError(type(found))


def _count(number: int, word: str) -> str:
    return f"{number} {word}" if number == 1 else f"{number} {word}s"
