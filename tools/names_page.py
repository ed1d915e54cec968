"""``docs/names.md``: the names of pieces, edges, darts, lines, seams and notches that every school and every part gives. Files and scripts go by them."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from pathlib import Path
from typing import Any, Final

from patterncraft.drafting.school import Block
from patterncraft.drafting.schools import SCHOOLS
from patterncraft.formats.verb_picture import PLAIN, plain_block
from patterncraft.house import HouseRules
from patterncraft.moves.registry import MOVES, read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.paper.seam import Seam, Side
from patterncraft.replay import replay
from tests.conftest import base_for, draft_by

from .pages import written
from .parts_page import NECK, SHOWN, SLEEVE, STAND

PAGE: Final = Path(__file__).resolve().parents[1] / "docs" / "names.md"
WHOLE: Final[Mapping[str, float]] = PLAIN | {
    "neck_girth": 37.5,
    "shoulder_length": 12.4,
    "across_back": 35.0,
    "across_front": 33.0,
    "armscye_depth": 21.0,
    "nape_to_waist": 41.0,
    "shoulder_to_hip": 63.5,
    "body_rise": 27.5,
    "round_shoulder_girth": 104.0,
}
"""The plain body with what some schools ask for beside (invented)."""
Steps = tuple[dict[str, Any], ...]
MORE: Final[tuple[tuple[str, str, Steps], ...]] = (
    ("A sleeve by thirds", "bodice", (SLEEVE | {"school": "sleeve-thirds"},)),
    ("A plain band", "bodice", ({"move": "collar", "kind": "band"},)),
    ("Bell sleeve", "bodice", (SLEEVE, {"move": "bell", "piece": "sleeve"})),
    ("Leg of mutton", "bodice", (SLEEVE, {"move": "leg_of_mutton", "piece": "sleeve"})),
    ("Cap sleeve", "bodice", (SLEEVE, {"move": "cap_sleeve", "length": 8.0})),
    ("A puff, lined", "bodice", (SLEEVE, {"move": "puff", "piece": "sleeve", "length": 26.0, "lined": True})),
    ("Lining", "bodice", (SLEEVE, {"move": "lining"})),
    ("Interfacing", "bodice", ({"move": "interfacing", "piece": "front", "kind": "strip", "edge": "neckline", "width": 4.0},)),
    ("Button stand", "bodice", (STAND,)),
    ("Elastic", "bodice", (SLEEVE, {"move": "elastic", "edges": [["sleeve", "hem"]], "girth": 17.0})),
    ("Facing of one sheet", "bodice", ({"move": "facing", "edges": [["back", "neckline"], ["back", "shoulder"]], "width": 4.0},)),
    ("Rib band", "bodice", ({"move": "band", "edges": NECK},)),
    ("Slit, faced", "bodice", (SLEEVE, {"move": "slit", "piece": "sleeve", "at": {"edge": "hem", "fraction": 0.25}, "length": 7.0})),
    ("Patch pocket", "skirt", ({"move": "pocket", "kind": "patch", "piece": "skirt front", "at": {"at": {"edge": "centre front", "level": "hip"}, "out": 9.0, "down": 0.0}, "opening": 14.0},)),
    ("Slanting pocket", "skirt", ({"move": "pocket", "kind": "slant", "piece": "skirt front", "at": {"edge": "waist", "from": "side", "distance": 4.0}, "opening": 14.0},)),
    ("Godet", "skirt", ({"move": "godet", "piece": "skirt front", "at": {"edge": "hem", "fraction": 0.5}, "length": 20.0, "width": 12.0},)),
    ("Yoke", "skirt", ({"move": "yoke", "pieces": ["skirt front"], "edge": "waist", "depth": 7.0},)),
    *((MOVES[name].title, e.block, (*e.first, {"move": name, **e.step}))
      for name in ("fly", "loops", "sash", "placket", "closure") if (e := MOVES[name].example)),
)  # fmt: skip
HEAD: Final = """# Names

Made by `make schema` from the schools and the parts themselves; do not edit. Files and scripts go by these names: they are a contract, and a change of this
page is a change of the contract. Edges stand in the order in which the outline runs, clockwise as seen, with their kind; a dart by its name where it opens. Of a
part only those pieces, seams and notches are told that it makes, or whose names it changes. Which steps are taken: the titles of [the parts](parts.md) and `tools/names_page.py`.
"""


def page() -> dict[Path, str]:
    """The page with its content."""
    text = [HEAD, "\n# Blocks\n"]
    for name in SCHOOLS:
        text += [f"\n## {name}\n\n", *_told(drafted(name).pattern, None)]
    text.append("\n# Parts\n")
    for title, block, steps in (*((t, b, s) for _, t, b, s in SHOWN), *MORE):
        before = plain_block(block)
        done = replay(before, read_steps(list(steps)), HouseRules())
        if done.stopped:
            raise done.stopped
        text += [f"\n## {title}\n\n", *_told(done.pattern, before)]
    return {PAGE: "".join(text)}


def drafted(name: str) -> Block:
    """A block of a school on the plain body, on the block it is drawn on."""
    return draft_by(name, WHOLE, base_for(name, WHOLE))


def _told(pattern: Pattern, before: Pattern | None) -> Iterator[str]:
    """One line for each piece, seam and notch that was not there ``before`` by that name."""
    there = {_piece_line(p) for p in before.pieces} if before else set()
    for p in pattern.pieces:
        if (line := _piece_line(p)) not in there:
            yield line
    known = {_seam_line(before, s) for s in before.seams} if before else set()
    for s in pattern.seams:
        if (line := _seam_line(pattern, s)) not in known:
            yield line


def _piece_line(p: Piece) -> str:
    edges = []
    for e in p.outline:
        word = e.name if e.kind == "seam" else f"{e.name} ({e.kind})"
        if not edges or edges[-1] != word:
            edges.append(word)
    beside = [f"{n} (line)" for n in dict.fromkeys(x.name for x in p.lines)]
    beside += [f"{m.name} ({m.kind})" for m in p.marks] + [f"{x.name} (double-pointed)" for x in p.lenses]
    cut = [f"{p.cut.quantity} ×" if p.cut.quantity > 1 else "once"]
    cut += ["on the fold"] * p.cut.on_fold + ["mirrored"] * p.cut.mirrored + [p.cut.cloth]
    cut += [f"{p.grain.kind} grain"] if p.grain else []
    return f"- **{p.name}**: {', '.join(edges)}{'; ' + ', '.join(beside) if beside else ''}. Cut {', '.join(cut)}.\n"


def _seam_line(pattern: Pattern, s: Seam) -> str:
    sides = " with ".join(_side_words(x) for x in (s.a, s.b) if x)
    notches = ", ".join(f"{n.name} ({n.style}{'' if n.at_b is not None else ', one side'})" for n in pattern.notches_of(s.name))
    within = "".join(f", {r.rule.kind} from {r.start} to {r.end}" for r in s.rules)
    return f"- seam *{s.name}*, {s.rule.kind}{within}: {sides}{'; notches ' + notches if notches else ''}\n"


def _side_words(side: Side) -> str:
    return " + ".join(f"{x.piece} {x.edge}{f' from {x.start}' if x.start else ''}" for x in side)


def main() -> None:
    """Write the page."""
    written(page())


if __name__ == "__main__":
    main()
