"""A skirt whose front is cut six times over and whose back is pleated: what the pleats take up is counted as often as the back is cut."""

from patterncraft.checks.record import record_of
from patterncraft.drafting.schools import school
from patterncraft.girths import round_the_body
from tests.rich import worked
from tests.samples import WHOLE


def test_pleats_of_one_sheet_are_not_counted_as_often_as_the_other_is_cut() -> None:
    """The girth of the hem came out below nought, and the pattern could not be written to a file."""
    pattern = worked(
        school("skirt").draft(WHOLE).pattern,
        {"move": "cut_plan", "piece": "skirt front", "count": 6, "as": "alike"},
        {
            "move": "pleats",
            "piece": "skirt back",
            "from_edge": "hem",
            "to_edge": "waist",
            "count": 4,
            "depth": 2.4,
            "kind": "box",
            "ends": "parallel",
            "toward": "centre",
        },
    )
    girths = round_the_body(pattern)
    assert all(size > 0 for size in girths.values()), girths
    assert {g.name: g.length for g in record_of(pattern).girths} == girths
