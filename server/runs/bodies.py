"""The bodies of a run: sizes of the shelf's families, and people of the workroom."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from math import inf
from typing import Any, Final, NamedTuple

from patterncraft.comparing.size_run import Body
from patterncraft.errors import BadSetting, PatternError

from ..people.models import Person
from ..shelf.models import Block
from ..styles import services as styles
from ..styles.heads import blocks_for
from ..styles.models import Style
from ..styles.wearer import Pins
from ..workrooms.models import Workroom

MOST: Final = 60
"""bodies in one run"""


class BodyData(NamedTuple):
    """``person``: whose blocks are to be taken, 0 for a size. ``pins``: the blocks by role, empty until they are known. ``said``: where they come from, ``why``: why
    there are none. ``number``: its place in the run, from 1; not stored."""

    label: str
    person: int = 0
    pins: Pins = ()
    said: tuple[str, ...] = ()
    why: str = ""
    number: int = 0

    def data(self) -> dict[str, Any]:
        """As it is stored."""
        return {
            "label": self.label,
            "person": self.person,
            "pins": [list(p) for p in self.pins],
            "said": list(self.said),
            "why": self.why,
        }


def read_body(data: Mapping[str, Any], number: int = 0) -> BodyData:
    """What was stored."""
    pins = tuple((str(role), int(revision)) for role, revision in data["pins"])
    return BodyData(data["label"], data["person"], pins, tuple(data["said"]), data["why"], number)


def sizes(room: Workroom, style: Style, families: Mapping[str, str]) -> list[BodyData]:
    """A body for each size that every chosen family has. Raises BadSetting for a role without a family, a family that is none, and families without a common size."""
    if not families:
        return []
    roles = [role for role, _ in styles.pins_of(style)]
    lacking = next((r for r in roles if r not in families), None)
    if lacking is not None:
        raise BadSetting(
            f"no family is chosen for the {lacking}.", style.name, "Choose one for each block of the style.", "families"
        )
    found = {role: _by_size(room, families[role]) for role in roles}
    common = [size for size in found[roles[0]] if all(size in f for f in found.values())]
    if not common:
        raise BadSetting(
            f"{' and '.join(dict.fromkeys(families.values()))} have no size in common.",
            style.name,
            "Choose families drafted of the same sizes.",
            "families",
        )
    return [BodyData(f"size {size}", pins=tuple((role, found[role][size]) for role in roles)) for size in common]


def _by_size(room: Workroom, family: str) -> dict[str, int]:
    """Newest revision by size, in the order the sizes were drafted in."""
    blocks = Block.objects.of(room).filter(size_set=family).order_by("pk").prefetch_related("revisions")
    out = {b.name.removeprefix(f"{family}, size "): b.revisions.all()[0].pk for b in blocks}
    if not out:
        raise BadSetting(f"there is no family called “{family[:60]}”.", field="families", cure="Draft it from the schools’ page.")
    return out


def persons(room: Workroom, chosen: Sequence[int]) -> list[BodyData]:
    """A body for each person, her blocks still to be looked for; from the slightest to the fullest, so that the steps from one to the next say something. Raises
    Missing for one who is not of this workroom."""
    found = [Person.objects.one(room, i) for i in dict.fromkeys(chosen)]
    return [BodyData(p.name, person=p.pk) for p in sorted(found, key=_girth)]


def _girth(person: Person) -> float:
    """Bust, or else hips, cm; who was not measured comes last."""
    values = person.charts.filter(put_away=None).values_list("values", flat=True).first() or {}
    return float(values.get("bust_girth") or values.get("hip_girth") or inf)


def with_blocks(room: Workroom, body: BodyData, like: Pins) -> BodyData:
    """A person's own blocks of the schools that the style's are of, or such as are drafted now; or why there are none."""
    if not body.person or body.pins:
        return body
    try:
        pins, said = blocks_for(room, like, Person.objects.one(room, body.person))
    except PatternError as e:
        return body._replace(why=str(e))
    return body._replace(pins=pins, said=tuple(said))


def apart(bodies: Sequence[BodyData]) -> list[int]:
    """Where the people begin after the sizes: from a size to a person there is no step."""
    return [n for n in range(1, len(bodies)) if bool(bodies[n].person) != bool(bodies[n - 1].person)]


def on_table(body: BodyData) -> Body:
    """As the core takes it."""
    return Body(body.label, styles.table_of(body.pins).pattern)
