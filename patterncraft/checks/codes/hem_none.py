"""Is every lower edge that nothing is sewn to a hem with something to turn up?"""

from __future__ import annotations

from collections.abc import Iterator

from ...house import edge_word
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    for p in s.pattern.pieces:
        for e in p.outline:
            if edge_word(e.name) != "hem" or e.is_sewn_shut or p.cut.layer != "shell":
                continue
            at = e.path.at(0.5 * e.length)
            if e.kind == "hem" and s.rules.allowances.hem <= 0:
                yield Finding(
                    f"The hem of the {p.name} has no allowance: there is nothing to turn up.", 1, 0, p.name, e.name, "", at
                )
            elif e.kind == "raw" and not any("hem" in x.name for x in p.lines):
                cure = {"move": "turn_edge_into", "piece": p.name, "edge": e.name, "kind": "hem"}
                yield Finding(f"The {e.name} of the {p.name} is left raw.", 1, 0, p.name, e.name, "", at, cure)


CHECK = Check(
    "hem-none",
    "Complete",
    "Every lower edge has its hem",
    "A raw edge frays.",
    "Turn the edge into a hem, or face or bind it.",
    _look,
    "allowances.hem",
    worked=True,
)
