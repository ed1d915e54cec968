"""Load the demo library once; a second run changes nothing."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from django.contrib.auth.models import User
from django.core.management.base import BaseCommand
from django.db import transaction

from patterncraft.drafting.schools import school
from patterncraft.formats.openfile_io import block_file
from patterncraft.moves.registry import read_steps
from server.cloth.demo import hang_cloths
from server.fitting.demo import TOILES, try_on
from server.people.models import MeasureChart, Person
from server.shelf.models import Block
from server.shelf.services import base_of, draft_file, keep_block
from server.styles.demo_closing import FINISHES, Finish
from server.styles.demo_library import (
    EARLIER,
    FURTHER,
    MEMBER,
    SINGERS,
    STYLES,
    WORKROOM,
    EarlierChart,
    FurtherBlock,
    Singer,
)
from server.styles.demo_wardrobe import WORKED, DemoStyle
from server.styles.heads import add_block
from server.styles.looking import acknowledge, looked_at
from server.styles.models import Style
from server.styles.services import change, new_style, pins_of, steps_of, worked
from server.styles.wearer import wearer_of
from server.workrooms.models import Membership, Workroom
from server.workrooms.phrases import name_key


class Command(BaseCommand):
    """``load_demo``: see the module."""

    help = "Load the demo library: a workroom for a chamber choir."

    def handle(self, *args: Any, **options: Any) -> None:
        """Loads all or nothing."""
        if Workroom.objects.filter(is_demo=True).exists():
            return
        with transaction.atomic():
            room = Workroom.objects.create(name=WORKROOM, is_demo=True)
            user = User.objects.create(username=MEMBER)
            user.set_unusable_password()
            user.save()
            Membership.objects.create(user=user, workroom=room, name_key=name_key(user.get_username()))
            for singer in SINGERS:
                _hang(room, singer)
            for earlier in EARLIER:
                _measured_before(room, earlier)
            for further in FURTHER:
                _hang_further(room, further)
            for style in STYLES:
                _work(room, style)
            for toile in TOILES:
                try_on(room, toile)
            hang_cloths(room)
            # The wardrobe's own pieces lie on top of the worked examples.
            for style in reversed([s for s in STYLES if s not in WORKED]):
                Style.objects.get(workroom=room, name=style.name).save(update_fields=["changed"])


def _hang(room: Workroom, singer: Singer) -> None:
    person = Person.objects.create(workroom=room, name=singer.name, note=singer.note)
    MeasureChart.objects.create(person=person, taken_on=singer.taken_on, values=singer.chart)
    file = draft_file("bodice-direct", singer.chart, singer.settings, singer.block)
    block = keep_block(room, singer.block, person, file, f"drafted from the measures of {singer.taken_on}")
    block.state = singer.state
    block.save(update_fields=["state"])


def _measured_before(room: Workroom, earlier: EarlierChart) -> None:
    person = Person.objects.get(workroom=room, name=earlier.singer)
    full = person.charts.get(taken_on=_singer(earlier.singer).taken_on).values
    values = {**full, **earlier.differs}
    MeasureChart.objects.create(person=person, taken_on=earlier.taken_on, values=values, estimated=list(earlier.estimated))


def _singer(name: str) -> Singer:
    return next(s for s in SINGERS if s.name == name)


def _hang_further(room: Workroom, further: FurtherBlock) -> None:
    singer = _singer(further.singer)
    base = Block.objects.get(workroom=room, name=further.on) if further.on else None
    draft = school(further.school).draft(singer.chart, further.settings, base_of(room, base.pk) if base else None)
    person = Person.objects.get(workroom=room, name=singer.name)
    block = keep_block(
        room, further.name, person, block_file(draft, further.name), f"drafted from the measures of {singer.taken_on}"
    )
    block.state = further.state
    block.save(update_fields=["state"])


def _work(room: Workroom, demo: DemoStyle) -> None:
    """Step by step, as a person would, so that each can be undone."""
    block = Block.objects.get(workroom=room, name=demo.block)
    style = new_style(room, demo.name, block.revisions.all()[0])
    for name in demo.further:
        beside = Block.objects.get(workroom=room, name=name)
        style = add_block(style, style.version, "", beside.revisions.all()[0], sure=False).style
    finish = FINISHES.get(demo.name, Finish())
    steps = [*demo.steps, *finish.steps]
    for n in range(1, len(steps) + 1):
        style = change(style, style.version, steps[:n], "put in step " + str(n))
    if finish.stand:
        _let_stand(style, dict(finish.stand))


def _let_stand(style: Style, reasons: Mapping[str, str]) -> None:
    """What is found of the style and may stand, with the reason."""
    pins, rules = pins_of(style), style.house_rules()
    _, found = looked_at(worked(pins, read_steps(steps_of(style)), rules), rules, wearer_of(pins))
    for f in found:
        if f.code in reasons:
            acknowledge(style, f, reasons[f.code])
