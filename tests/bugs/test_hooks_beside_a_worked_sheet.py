"""Hooks along an armhole mark both its sheets, also one that nobody had taken up before, beside one that was worked."""

from tests.conftest import draft
from tests.rich import worked
from tests.samples import WHOLE


def test_hooks_go_on_a_sheet_that_was_never_taken_up_beside_one_that_was() -> None:
    """The onlooker of all tests counted the untouched sheet's paper as lost."""
    turned = worked(
        draft(WHOLE).pattern,
        {
            "move": "rotate_dart",
            "piece": "front",
            "dart": "waist dart",
            "to": {"edge": "shoulder", "from": "neckline", "fraction": 0.5},
        },
    )
    hooked = worked(turned, {"move": "closure", "piece": "back", "edge": "armhole", "kind": "hooks", "count": 6})
    marked = {p.name: len([m for m in p.marks if m.kind == "button"]) for p in hooked.pieces}
    assert sum(marked.values()) == 6
    assert all(marked.values()), marked
