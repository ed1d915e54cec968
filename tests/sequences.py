"""Random legal work: sequences of steps of the moves there are, over random bodies and several schools.

A step that the paper cannot do is refused in words and left out; anything else (a traceback, a broken
outline, a lost notch, an account that does not come out, a side that nobody spoke of) is a defect.
"""

from __future__ import annotations

import random  # noqa: TID251  (seeded here, and the seed is printed)
from dataclasses import dataclass, field, replace
from itertools import pairwise
from typing import Any, Final

from patterncraft.checks.examine import examine
from patterncraft.checks.record import record_of
from patterncraft.checks.subject import Subject
from patterncraft.drafting.schools import school
from patterncraft.errors import PatternError
from patterncraft.finishing.finish import finish
from patterncraft.formats.drawing import draw
from patterncraft.formats.openfile import PatternFile
from patterncraft.formats.openfile_io import pattern_file, read_file, read_pattern, write_file
from patterncraft.formats.svg import pattern_svg
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.account import paper_account
from patterncraft.paper.dart import darts_of
from patterncraft.paper.edge import TO_TRUE
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.paper.sewn import run_of
from patterncraft.paper.sound import closing_gap, crossing_edges
from patterncraft.replay import Replay, replay
from patterncraft.style import on_one_table
from patterncraft.tolerances import SNAP
from patterncraft.walking.joined import chains, joined
from patterncraft.walking.walk import walk
from tests.auditor.audit import differences
from tests.bodies import Body, random_body
from tests.part_steps import PART_MOVES, part_step
from tests.planted.ground import BODY
from tests.saying_steps import SAYING_MOVES, saying_step
from tests.shaping_steps import SHAPING_MOVES, shaping_step

RULES = HouseRules()
SCHOOLS = (
    "bodice-direct",
    "skirt",
    "bodice-shoulder-dart",
    "dolman",
    "gored-skirt",
    "sleeve-compass",
    "bodice-half-sheet",
    "torso",
)
MOVES = (
    "rotate_dart", "cut_along", "join_pieces", "slash_and_spread", "overlap", "draw_line", "turn_edge_into", "set_dart_point",
    "divide_dart", "merge_darts", "share_intake", "shape_dart", "fold_dart", "convert_dart", "contour", "close_dart",
    "lengthen", "pleats", "tucks", "flare", "godet", "lift", "add_ease", "take_in", "take_in_seam", "shoulder_slope", *SHAPING_MOVES, *SAYING_MOVES, *PART_MOVES,
)  # fmt: skip


@dataclass
class Told:
    """What a run of sequences found. ``faults``: (seed, what, steps)."""

    sequences: int = 0
    steps: int = 0
    refused: int = 0
    faults: list[tuple[int, str, list[dict[str, Any]]]] = field(default_factory=list)


def random_start(dice: random.Random) -> Pattern | None:
    """A random body's block by one of five schools; None where the body has no such block."""
    body = random_body(dice)
    if dice.random() < 0.1:
        return _dress(body)
    name = dice.choice(SCHOOLS)
    s = school(name)
    try:
        base = school("bodice-direct").draft(body) if s.base else None
        return replace(s.draft(body, {}, base).pattern, wearer=body)
    except PatternError:
        return None


def start_of(seed: int) -> Pattern:
    """The block that a sequence began with, by the seed it told."""
    start = random_start(random.Random(seed))
    if start is None:
        raise ValueError(f"the body of seed {seed} has no such block")
    return start


def _dress(body: Body) -> Pattern | None:
    """A bodice and a skirt on one table."""
    try:
        return on_one_table(
            {"bodice": school("bodice-direct").draft(body).pattern, "skirt": school("skirt").draft(body).pattern}, body
        )
    except PatternError:
        return None


def _place(dice: random.Random, piece: Piece) -> dict[str, Any]:
    kind = dice.random()
    if kind < 0.12 and darts_of(piece):
        return {"dart": dice.choice(darts_of(piece)).name}
    if kind < 0.18 and piece.marks:
        return {"mark": dice.choice(piece.marks).name}
    if kind < 0.26 and piece.marks:
        return {"at": {"mark": dice.choice(piece.marks).name}, "out": dice.uniform(-5, 5), "down": dice.uniform(-5, 5)}
    if kind < 0.32 and piece.lines:
        return {"edge": dice.choice(piece.edge_names), "level": dice.choice(piece.lines).name, "down": dice.uniform(-3, 3)}
    return {"edge": dice.choice(piece.edge_names), "fraction": round(dice.random(), 3)}


def _line(dice: random.Random, piece: Piece) -> Any:
    if piece.lines and dice.random() < 0.1:
        return dice.choice(piece.lines).name
    through = [_place(dice, piece) for _ in range(dice.choice((2, 2, 2, 3)))]
    if dice.random() < 0.4:
        return through
    return {
        "through": through,
        "shape": dice.choice(("straight", "curve", "curve", "s")),
        "square_start": dice.random() < 0.3,
        "square_end": dice.random() < 0.3,
    }


def _seam_pair(dice: random.Random, pattern: Pattern) -> tuple[list[str], list[str]]:
    seams = [s for s in pattern.seams if s.b]
    if seams and dice.random() < 0.9:
        seam = dice.choice(seams)
        a, b = dice.choice(seam.a), dice.choice(seam.b)
        return [a.piece, a.edge], [b.piece, b.edge]
    a, b = (dice.choice(pattern.pieces) for _ in range(2))
    return [a.name, dice.choice(a.edge_names)], [b.name, dice.choice(b.edge_names)]


def random_step(dice: random.Random, pattern: Pattern) -> dict[str, Any]:
    """One step as plain data; it may or may not be possible."""
    piece = dice.choice(pattern.pieces)
    move = dice.choice(MOVES)
    darts = [d.name for d in darts_of(piece)] or ["waist dart"]
    edges = piece.edge_names
    step: dict[str, Any] = {"move": move, "piece": piece.name}
    if move == "rotate_dart":
        step |= {"dart": dice.choice(darts), "to": _place(dice, piece)}
        step |= dice.choice(({}, {"share": dice.uniform(0.1, 1)}, {"amount": dice.uniform(0.2, 4)}))
        step = _or_lens(dice, piece, step)
    elif move == "set_dart_point":
        step |= {"dart": dice.choice(darts), "set_back": dice.uniform(0, 6)}
    elif move == "cut_along":
        step |= {"line": _line(dice, piece)}
    elif move == "draw_line":
        step |= {"line": _line(dice, piece), "name": f"line {dice.randrange(10**6)}"}
    elif move == "turn_edge_into":
        step |= {"edge": dice.choice(edges), "kind": dice.choice(("seam", "fold", "opening", "hem"))}
    elif move == "join_pieces":
        a, b = _seam_pair(dice, pattern)
        step = {"move": move, "a": a, "b": b}
    elif move in PART_MOVES:
        return part_step(dice, pattern, piece, move, _place)
    elif move in SAYING_MOVES:
        return saying_step(dice, pattern, piece, move)
    elif move in SHAPING_MOVES:
        return shaping_step(dice, pattern, piece, move, _place, _line)
    elif move in (*DART_MOVES, *OPENING_MOVES, *FITTING_MOVES):
        return _newer(dice, pattern, piece, move, darts)
    elif move == "overlap":
        a, b = (dice.choice(edges) for _ in range(2))
        step |= {"from_edge": a, "to_edge": b, "count": dice.randint(1, 4), "amount": dice.uniform(0.2, 2)}
        step |= {"hinge": dice.choice(("to_edge", "from_edge", "none"))}
    else:
        a, b = (dice.choice(edges) for _ in range(2))
        step |= {"from_edge": a, "to_edge": b, "count": dice.randint(1, 6), "hinge": dice.choice(("to_edge", "from_edge", "none"))}
        step |= dice.choice(({"opening": dice.uniform(0.5, 6)}, {"total": dice.uniform(1, 15)}, {"ratio": dice.uniform(1, 2)}))
        step |= dice.choice(
            ({}, {"result": dice.choice(("gather", "flare", "ease", "pleat"))}, {"far_opening": dice.uniform(0, 3)})
        )
    return step


def _or_lens(dice: random.Random, piece: Piece, step: dict[str, Any]) -> dict[str, Any]:
    """Now and then a double-pointed dart in the place of the dart, cut across first."""
    if piece.lenses and dice.random() < 0.3:
        return step | {"dart": dice.choice(piece.lenses).name, "cut_across": True}
    return step


DART_MOVES = ("divide_dart", "merge_darts", "share_intake", "shape_dart", "fold_dart", "convert_dart", "contour", "close_dart")
OPENING_MOVES = ("lengthen", "pleats", "tucks", "flare", "godet", "lift", "add_ease")
FITTING_MOVES = ("take_in", "take_in_seam", "shoulder_slope")


def _fitting(dice: random.Random, pattern: Pattern, piece: Piece, move: str, darts: list[str]) -> dict[str, Any]:
    """What is done after trying on."""
    if move == "take_in":
        return {"darts": dice.sample(darts, dice.randint(1, len(darts))), "amount": dice.uniform(-1.5, 3.0)}
    if move == "take_in_seam":
        seams = [s.name for s in pattern.seams]
        alike = dice.sample(seams, 1) if seams and dice.random() < 0.3 else []
        return {"at": _place(dice, piece), "amount": dice.uniform(-2.0, 3.0), "alike": alike}
    return {"amount": dice.uniform(-1.5, 2.0), "armhole": dice.choice(("lowered", "kept"))}


def _newer(dice: random.Random, pattern: Pattern, piece: Piece, move: str, darts: list[str]) -> dict[str, Any]:
    """A step of one of the moves that shape darts or open the paper."""
    edges = piece.edge_names
    step: dict[str, Any] = {"move": move, "piece": piece.name}
    dart = dice.choice(darts)
    if move in DART_MOVES:
        step["dart"] = dart
    if move in ("divide_dart", "convert_dart"):
        step = _or_lens(dice, piece, step)
    if move == "divide_dart":
        count = dice.randint(1, 4)
        step["into"] = [{"to": _place(dice, piece), "share": round(dice.uniform(0.1, 1.1) / count, 3)} for _ in range(count)]
    elif move == "merge_darts":
        del step["dart"]
        step |= {"darts": dice.sample(darts, min(len(darts), dice.randint(1, 2))), "into": dice.choice(darts)}
    elif move == "share_intake":
        places = [{"dart": dice.choice(darts)}, {"edge": dice.choice(edges)}]
        step["to"] = [dice.choice(places) | {"amount": dice.uniform(0.1, 1.5)} for _ in range(dice.randint(1, 2))]
    elif move == "shape_dart":
        step |= {
            "shape": dice.choice(("in", "out", "straight")),
            "depth": dice.uniform(0.05, 0.6),
            "ease_at_point": dice.random() < 0.5,
        }
    elif move == "fold_dart":
        step["toward"] = dice.choice(("centre", "side", "up", "down"))
    elif move == "convert_dart":
        step["into"] = dice.choice(("gather", "pleat", "tuck", "ease", "flare"))
    elif move == "contour":
        del step["dart"]
        step |= {"into": dart, "at": _place(dice, piece), "amount": dice.uniform(0.2, 1.2)}
        step |= {"end": _place(dice, piece)} if dice.random() < 0.2 else {}
    elif move in FITTING_MOVES:
        if move == "shoulder_slope":
            del step["piece"]
        step |= _fitting(dice, pattern, piece, move, darts)
    elif move == "lengthen":
        del step["piece"]
        names = [p.name for p in pattern.pieces]
        step |= {
            "pieces": dice.sample(names, dice.randint(1, min(2, len(names)))),
            "at": _place(dice, piece),
            "amount": dice.uniform(-5, 7),
        }
    elif move == "pleats":
        a, b = (dice.choice(edges) for _ in range(2))
        step |= {"from_edge": a, "to_edge": b, "count": dice.randint(1, 4), "depth": dice.uniform(0.3, 3)}
        step |= {"kind": dice.choice(("knife", "box", "inverted")), "ends": dice.choice(("parallel", "nothing"))}
        step |= {"toward": dice.choice(("centre", "side")), "stitched": dice.choice((0, 6))}
        step |= {"spacing": dice.uniform(1, 5)} if dice.random() < 0.4 else {}
    elif move == "tucks":
        step |= {"line": [_place(dice, piece), _place(dice, piece)], "depth": dice.uniform(0.2, 1.5), "count": dice.randint(1, 3)}
        step |= {"spacing": dice.uniform(1, 4)}
    elif move == "flare":
        step |= {"edge": dice.choice(edges), "amount": dice.uniform(1, 12), "from": _place(dice, piece)}
    elif move == "godet":
        wide = dice.choice(
            ({"circle": "quarter"}, {"circle": "half"}, {"width": dice.uniform(2, 30)}, {"angle": dice.uniform(5, 120)})
        )
        step |= {"length": dice.uniform(5, 30), **wide}
        if pattern.seams and dice.random() < 0.6:
            del step["piece"]
            step["at"] = dice.choice(pattern.seams).name
        else:
            step["at"] = _place(dice, piece)
    elif move == "lift":
        step |= {"at": _place(dice, piece), "height": dice.uniform(0, 5), "width": dice.uniform(0, 5)}
    elif move == "add_ease":
        del step["piece"]
        step |= dice.choice(
            ({"layer": dice.choice(("close", "dress", "jacket", "coat"))}, {"side": dice.uniform(0, 3), "centre": 0.5})
        )
        step["sides_parallel"] = dice.random() < 0.5
    return step


def fault_in(pattern: Pattern) -> str:
    """What is wrong with a pattern; empty when all is well."""
    for p in pattern.pieces:
        if closing_gap(p) > 1e-6:
            return f"the outline of {p.name} is open by {closing_gap(p):.2e}"
        if crossing_edges(p):
            return f"the outline of {p.name} crosses itself: {crossing_edges(p)}"
        if any(e.trace for e in p.outline):
            return f"{p.name} was laid down with traces on it"
        if (slit := _slit(p)) and "godet" not in slit and not any(pattern.seams_of(p.name, e) for e in slit.split(", ")):
            return f"a slit was left open in {p.name}: {slit}"
    for line in paper_account(pattern):
        if not line.balanced:
            return f"the paper account of {line.piece} is out by {line.missing:.2e}"
    for seam in pattern.seams:
        for s in seam.a + seam.b:
            run_of(pattern.piece(s.piece), s.edge, s.run)
        whole_a = pattern.side_length(seam.a)
        whole_b = pattern.side_length(seam.b) if seam.b else seam.rule.length
        known = {"start", "end", *(n.name for n in pattern.notches_of(seam.name))}
        if any(r.start not in known or r.end not in known for r in seam.rules):
            return f"a rule of {seam.name} names a notch that is not there"
        for n in pattern.notches_of(seam.name):
            if not -1e-6 <= n.at_a <= whole_a + 1e-4:
                return f"the notch {n.name} of {seam.name} lies off its side: {n.at_a:.3f} of {whole_a:.3f}"
            if n.at_b is not None and seam.b and not -1e-6 <= n.at_b <= whole_b + 1e-4:
                return f"the notch {n.name} of {seam.name} lies off its partner: {n.at_b:.3f} of {whole_b:.3f}"
    for p in pattern.pieces:
        for _, spot in pattern.placed_notches(p.name):
            if p.outline[spot.edge].is_sewn_shut:
                return f"a notch of {p.name} lies on a dart's leg"
    return cannot_leave(pattern)


def _slit(piece: Piece) -> str:
    """An edge that runs straight back over the one before it, or a sliver that nobody could true. (A slash for a godet is one, in a copy too,
    which is sewn to nothing yet.)"""
    for before, e in pairwise((*piece.outline[-1:], *piece.outline)):
        if before.path.reversed().coincides(e.path, 1e-3):
            return f"{before.name}, {e.name}"
        if e.name == TO_TRUE and e.length < SNAP:
            return e.name
    return ""


def filed(pattern: Pattern) -> Pattern:
    """The pattern as it comes back from a file; its wearer's measures stay at hand."""
    return replace(read_pattern(read_file(write_file(pattern_file(pattern, "a sequence")), PatternFile)), wearer=pattern.wearer)


def cannot_leave(pattern: Pattern) -> str:
    """Whether every way out takes the pattern: finished, drawn, written and read again."""
    pieces = finish(pattern, RULES)
    pattern_svg(pieces, "a sequence")
    draw(pattern, RULES, bends=True)
    examine(Subject(pattern, RULES, record_of(pattern), BODY))
    for _, (piece, edge) in chains(pattern)[:2]:
        joined(pattern, piece, edge, RULES)
    for seam in [s for s in pattern.seams if s.b][:2]:
        walk(pattern, seam, "both")
    again = filed(pattern)
    if [p.name for p in again.pieces] != [p.name for p in pattern.pieces] or len(again.notches) != len(pattern.notches):
        return "the file does not come back as it was"
    kept = [p.kept for p in ledger(pattern, RULES)]
    return "" if kept == [p.kept for p in ledger(again, RULES)] else "a promise reads otherwise from the file"


def _looked_over(done: Replay) -> str:
    try:
        examine(Subject.after(done, RULES, BODY))
        return fault_in(done.pattern)
    except Exception as e:  # noqa: BLE001  (whatever it is, it is the finding)
        return f"{type(e).__name__}: {e}"


def _in_hand(pattern: Pattern) -> Pattern:
    return pattern


SAME: Final = 12
"""Letters by which two faults are the same: the kind of what was raised, or the beginning of the sentence."""


def run_sequences(seed: int, count: int, longest: int = 12, from_files: bool = False) -> Told:
    """``count`` sequences of 1–``longest`` legal steps from one seed; ``from_files``: kept in a file between any two steps."""
    told = Told()
    for k in range(count):
        one = run_sequence(seed * 100_003 + k, longest, from_files)
        told.sequences += one.sequences
        told.steps += one.steps
        told.refused += one.refused
        told.faults += one.faults
    return told


def run_sequence(own: int, longest: int = 12, from_files: bool = False) -> Told:
    """One of them, by the seed that it tells; none where its body has no such block. It ends with its first fault."""
    kept = filed if from_files else _in_hand
    dice = random.Random(own)
    start = random_start(dice)
    told = Told()
    if start is None:
        return told
    told.sequences = 1
    pattern, done = kept(start), list[dict[str, Any]]()
    for _ in range(dice.randint(1, longest)):
        for _attempt in range(6):
            step = random_step(dice, pattern)
            try:
                result = replay(pattern, read_steps([step]), RULES)
            except PatternError:
                told.refused += 1
                continue
            except Exception as e:  # noqa: BLE001  (whatever it is, it is the finding)
                told.faults.append((own, f"{type(e).__name__}: {e}", [*done, step]))
                return told
            if result.stopped:
                told.refused += 1
                continue
            done.append(step)
            told.steps += 1
            if wrong := _looked_over(result):
                told.faults.append((own, wrong, done))
                return told
            pattern = kept(result.pattern)
            break
    told.faults += [(own, wrong, done) for wrong in differences(pattern, RULES)[:1]]
    return told


def cut_down(own: int, steps: list[dict[str, Any]], wrong: str, from_files: bool = False) -> list[dict[str, Any]]:
    """Those of the steps without which the same fault does not come about."""
    start = (filed if from_files else _in_hand)(start_of(own))
    few, k = list(steps), len(steps) - 2
    while k >= 0:
        fewer = few[:k] + few[k + 1 :]
        if _fault_of(start, fewer, from_files)[:SAME] == wrong[:SAME]:
            few = fewer
        k -= 1
    return few


def _fault_of(start: Pattern, steps: list[dict[str, Any]], from_files: bool) -> str:
    """The first fault that these steps bring about; empty where there is none, or one of them is refused."""
    pattern = start
    for step in steps:
        try:
            result = replay(pattern, read_steps([step]), RULES)
        except PatternError:
            return ""
        except Exception as e:  # noqa: BLE001  (whatever it is, it is the finding)
            return f"{type(e).__name__}: {e}"
        wrong = "" if result.stopped else _looked_over(result)
        if wrong or result.stopped:
            return wrong
        pattern = (filed if from_files else _in_hand)(result.pattern)
    return ""


def assert_done_or_refused(start: Pattern, steps: list[dict[str, Any]], refused: str) -> None:
    """All steps are done and nothing is wrong after any; or, where it says something, the last one is ``refused`` in these words."""
    done = replay(start, read_steps(steps), RULES)
    if refused:
        assert len(done.done) == len(steps) - 1
        assert refused in str(done.stopped)
    else:
        assert done.stopped is None, done.stopped
    for d in done.done:
        assert fault_in(d.after) == ""
