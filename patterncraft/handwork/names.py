"""Names a person gives to pieces: not empty, not too long, not another's."""

from __future__ import annotations

from ..errors import BadSetting
from ..paper.pattern import Pattern

LONGEST = 80
"""Letters a name may have."""


def free_name(pattern: Pattern, name: str, piece: str, *, but: tuple[str, ...] = (), field: str = "name") -> str:
    """The name, which no piece of the pattern has but those of ``but``. Raises BadSetting at ``field`` where it is empty, too long
    or taken."""
    if not name.strip() or len(name) > LONGEST:
        raise BadSetting(f"a piece needs a name of at most {LONGEST} letters.", piece, "Type one.", field)
    if any(p.name == name and p.name not in but for p in pattern.pieces):
        raise BadSetting(f"there is already a piece called “{name}”.", piece, "Give it another name.", field)
    return name
