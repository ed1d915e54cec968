"""What something is made of as of its day: beside it lies what is older, newer, muted, put away or somebody else's, and changes nothing."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta
from typing import Any

import pytest
from django.utils import timezone

from patterncraft.measures.together import Taking
from server.config.answers import Conflict
from server.people.charts import At, keep
from server.people.models import EarlierChart, MeasureChart, Person
from server.shelf.models import Block
from server.shelf.services import draft_file, draft_of, keep_block
from server.styles import services as styles
from server.styles.models import Style
from server.styles.services import new_style
from server.styles.wearer import wearer_of
from tests.samples import WHOLE
from tests.server.conftest import ROTATE, Caller
from tests.server.test_fitting import DARTS, WORN, correct
from tests.server.test_library import packed, taken
from tests.server.test_runs import family, work

pytestmark = pytest.mark.django_db(transaction=True)
DAY = date(2026, 5, 1)
OTHER = WHOLE | {"waist_girth": 91.0}


def chart(person: Person, values: dict[str, float], days: int = 0, away: bool = False) -> MeasureChart:
    gone = timezone.now() if away else None
    return MeasureChart.objects.create(person=person, taken_on=DAY + timedelta(days), values=values, put_away=gone)


@pytest.fixture
def ada(us: Caller) -> Person:
    found = Person.objects.create(workroom=us.room, name="Ada")
    chart(found, WHOLE)
    return found


@pytest.fixture
def style(us: Caller, ada: Person) -> Style:
    block = keep_block(us.room, "Ada's", ada, draft_file("bodice-direct", WHOLE, {}, "Ada's"))
    return styles.change(new_style(us.room, "Dress", block.revisions.all()[0]), 0, [ROTATE], "turned")


BESIDE: dict[str, Callable[[Person], Any]] = {
    "older": lambda ada: chart(ada, OTHER, -30),
    "newer, put away": lambda ada: chart(ada, OTHER, 30, away=True),
    "of the day, put away": lambda ada: chart(ada, OTHER, away=True),
    "somebody else's of the same name, newer": lambda ada: chart(
        Person.objects.create(workroom=ada.workroom, name=ada.name), OTHER, 30
    ),
    "what hers held before": lambda ada: EarlierChart.objects.create(chart=ada.charts.get(), number=1, values=OTHER, why="x"),
}


@pytest.mark.parametrize("beside", BESIDE)
def test_a_person_is_measured_by_her_newest_chart_at_hand(us: Caller, ada: Person, style: Style, beside: str) -> None:
    """For parts on a style, for her place in a run, for a block that is drafted for her."""
    BESIDE[beside](ada)
    assert wearer_of(styles.pins_of(style))["waist_girth"] == WHOLE["waist_girth"]
    bea = Person.objects.create(workroom=us.room, name="Bea")
    chart(bea, WHOLE | {"bust_girth": WHOLE["bust_girth"] + 1})
    Block.objects.update(person=None)
    run = us.post("/runs", {"style_id": style.pk, "people": [bea.pk, ada.pk]}).json()
    work()
    assert us.get(f"/runs/{run['id']}").json()["columns"] == ["Ada", "Bea"]
    drafted = Block.objects.get(person=ada)
    assert draft_of(drafted.revisions.all()[0].pk).measures["waist_girth"] == WHOLE["waist_girth"]


def test_a_newer_chart_is_the_one_that_counts(ada: Person, style: Style) -> None:
    """Else nothing above could fail."""
    chart(ada, OTHER, 30)
    assert wearer_of(styles.pins_of(style))["waist_girth"] == 91.0


@pytest.mark.parametrize("which", ["another chart", "another version"])
def test_measures_go_among_those_that_were_looked_at_or_nowhere(ada: Person, which: str) -> None:
    there = ada.charts.get()
    later = chart(ada, OTHER)
    seen = At(there.pk, later.version) if which == "another chart" else At(later.pk, later.version + 1)
    with pytest.raises(Conflict):
        keep(ada, DAY, Taking({"hip_girth": 99.0}, []), "merge", seen=seen)
    assert [c.values for c in ada.charts.order_by("pk")] == [WHOLE, OTHER]


def test_a_muted_correction_is_told_and_stays_out_of_the_block(us: Caller) -> None:
    skirt = keep_block(us.room, "Skirt", None, draft_file("skirt", WHOLE, {}, "Skirt"))
    revisions = []
    for corrections in ([DARTS], [DARTS | {"amount": 1.5, "muted": True}, DARTS]):
        log = us.post(f"/blocks/{skirt.pk}/fittings", WORN).json()
        correct(us, log, *corrections)
        made = us.post(f"/fittings/{log['fittings'][0]['id']}/revision", {}).json()
        revisions.append(skirt.revisions.get(number=made["revision"]))
    first, second = (draft_of(r.pk).corrections for r in revisions)
    assert (len(first), len(second)) == (1, 2), "one toile's correction after the other's; the muted one is none"


def block() -> Block:
    return Block.objects.get(name="Ada's")


CHANGES: dict[str, Callable[[Caller, Style], Any]] = {
    "a step": lambda us, style: us.post(f"/styles/{style.pk}/steps", {"version": 1, "steps": [], "label": "x"}),
    "an allowance of its own": lambda us, style: us.post(
        f"/styles/{style.pk}/finishing", {"version": 1, "add": {"finish": "edge", "edge": "side", "allowance": 3}}
    ),
    "its rules": lambda us, style: (
        us.send("PUT", "/house-rules", {"allowances": {"seam": 2.0}}),
        us.post("/house-rules/styles", {"styles": {str(style.pk): 1}}),
    )[-1],
    "its block": lambda us, style: (
        us.post(f"/blocks/{block().pk}/revisions", {"settings": {"bust_ease": 9.0}}),
        us.post(f"/styles/{style.pk}/newest", {"version": 1, "role": "bodice"}),
    )[-1],
}
NONE: dict[str, Callable[[Caller, Style], Any]] = {
    "its name": lambda us, style: us.send("PUT", f"/styles/{style.pk}/name", {"name": "Gown"}),
    "where it lies on the table": lambda us, style: us.send(
        "PUT", f"/styles/{style.pk}/layout", {"sheets": {"front": {"x": 1.0, "y": 1.0}}}
    ),
    "the house's rules, which it does not take": lambda us, style: us.send("PUT", "/house-rules", {"allowances": {"seam": 2.0}}),
    "the block, which it does not follow": lambda us, style: us.post(
        f"/blocks/{block().pk}/revisions", {"settings": {"bust_ease": 9.0}}
    ),
}


@pytest.mark.parametrize("change", [*CHANGES, *NONE])
def test_what_was_made_of_a_style_is_stale_after_every_change_of_what_it_was_made_from_and_no_other(
    us: Caller, strangers: Caller, style: Style, change: str
) -> None:
    """A lay and a run; and what is stale here comes stale out of an archive."""
    family(us, sizes=("36",))
    run = us.post("/runs", {"style_id": style.pk, "families": {"bodice": "Choir"}}).json()["id"]
    cloth = us.post("/cloths", {"name": "Flannel", "card": {"width": 140}}).json()["id"]
    lay = us.post("/lays", {"cloth_id": cloth, "order": {"seconds": 1}, "items": [{"style_id": style.pk, "times": 1}]}).json()["id"]
    work()
    answer = (CHANGES | NONE)[change](us, style)
    assert answer.status_code == 200, answer.content
    told = [us.get(f"/{kind}/{pk}").json()["stale"] for kind, pk in (("lays", lay), ("runs", run))]
    assert told == [change in CHANGES] * 2
    taken(strangers, packed(us))
    (theirs,) = strangers.get("/lays").json()
    assert strangers.get(f"/lays/{theirs['id']}").json()["stale"] == (change in CHANGES)
