"""The comparison: what the application says of a pattern, line by line, against what the auditor measures in its file."""

from __future__ import annotations

import json
from collections.abc import Iterator
from typing import Any

import shapely

from patterncraft.checks.record import Record
from patterncraft.checks.registry import CHECKS
from patterncraft.checks.subject import Subject
from patterncraft.finishing.finish import AS_THE_HOUSE
from patterncraft.finishing.plan import Finishing
from patterncraft.formats.openfile_io import pattern_file, write_file
from patterncraft.girths import girths
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.paper.as_sewn import edge_as_sewn
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.widths import width_along
from tests.auditor import cutting, levels
from tests.auditor.seams import Seam, lost_on
from tests.auditor.sheets import Sheet

NEAR = 0.01
"""cm by which what is said and what is measured may differ."""
SEEN = 0.05
"""cm: a dart that reaches less far beyond the paper is not told; its edge and the paper's are one under the needle."""
EDGES = ("waist", "hem")


def differences(pattern: Pattern, rules: HouseRules | None = None, plan: Finishing = AS_THE_HOUSE) -> list[str]:
    """Everything that is said of a pattern and is not so, in words. ``plan``: how the style is finished."""
    rules = rules or HouseRules()
    data = json.loads(write_file(pattern_file(pattern, "audited", rules)))
    sheets = {p["name"]: Sheet(p) for p in data["pieces"]}
    seams = [Seam(sheets, s) for s in data["seams"]]
    found = [
        *_promises(pattern, seams, rules),
        *_notches(sheets, seams),
        *_girths(pattern, sheets, seams),
        *_lenses(pattern, rules, sheets),
    ]
    opens = cutting.closures(Subject(pattern, rules, Record(), {}), seams, data.get("closures", ()))
    found += [x for x in (*cutting.allowances(pattern, rules, plan), *opens) if _off(x[1], x[2])]
    return [f"{what}: said {said}, measured {measured}" for what, said, measured in found]


Told = Iterator[tuple[str, Any, Any]]


def _off(said: float | None, measured: float | None) -> bool:
    if said is None or measured is None:
        return said is not measured
    return abs(said - measured) > NEAR


def _promises(pattern: Pattern, seams: list[Seam], rules: HouseRules) -> Told:
    said = {p.name: p for p in ledger(pattern, rules) if p.kind == "seam"}
    for s in seams:
        p = said[s.name]
        for what, one, other in (("first side", p.length_a, s.a.length), ("second side", p.length_b, s.length_b)):
            if _off(one, other):
                yield f"{s.name}, {what}", one, other
        told = [(i.start, i.end, i.length_a, i.length_b) for i in p.intervals]
        for i, j in zip(told, s.intervals, strict=True):
            if i[:2] != j[:2] or _off(i[2], j[2]) or _off(i[3], j[3]):
                yield f"{s.name}, from {i[0]} to {i[1]}", i, j
        missed = s.missed(rules.sewing_tolerance)
        if s.cannot_be:
            if p.kept:
                yield f"{s.name} kept", p.kept, "sides that do not come equally often"
            continue
        if p.kept != (missed == 0.0) and abs(missed - rules.sewing_tolerance) > NEAR:
            yield f"{s.name} kept", p.kept, missed
        elif not p.kept and _off(abs(p.over), missed) and not s.rules:
            yield f"{s.name}, out by", abs(p.over), missed


def _notches(sheets: dict[str, Sheet], seams: list[Seam]) -> Told:
    """Each notch lies on the paper where its seam says."""
    drawn = {(n["seam"], n["name"], name): [] for name, sheet in sheets.items() for n in sheet.notches}
    for name, sheet in sheets.items():
        for n in sheet.notches:
            drawn[n["seam"], n["name"], name].append(complex(*n["point"]))
    for s in seams:
        for n in s.notches:
            for side, key in ((s.a, "at_a"), (s.b, "at_b")):
                if side is None or n.get(key) is None or (key == "at_a" and n.get("only_b")):
                    continue
                sheet, at = side.at(n[key])
                points = drawn.get((s.name, n["name"], sheet), [])
                if not points or min(abs(z - at) for z in points) > NEAR:
                    yield f"{s.name}, the notch {n['name']} on the {sheet}", points, at


def _girths(pattern: Pattern, sheets: dict[str, Sheet], seams: list[Seam]) -> Told:
    for name, sheet in sheets.items():
        for line in levels.names(sheet):
            measured = levels.width(sheet, line)
            drawn = sum(abs(b - a) for a, b in levels.parts_of(sheet, line))
            if measured is None or measured < 1.0 or drawn < 0.75 * measured:
                continue
            said = width_along(pattern.piece(name), line)
            if _off(said, measured):
                yield f"the {name} at the {line}", said, measured
        for edge in EDGES:
            if any(e.name == edge and not e.shut for e in sheet.edges):
                said, measured = edge_as_sewn(pattern, name, edge), _edge(sheet, edge, seams)
                if measured is not None and _off(said, measured):
                    yield f"the {edge} of the {name}", said, measured
    for g in girths(pattern):
        own = [sheets[p] for p in g.pieces]
        if g.name in EDGES:
            widths = [_edge(x, g.name, seams) for x in own if any(e.name == g.name for e in x.edges)]
        else:
            told = [g.name in levels.names(x) and not levels.over_an_armhole(x, g.name) for x in own]
            widths = [levels.width(x, g.name) if there else None for x, there in zip(own, told, strict=True)]
        if len(widths) == len(own) and all(w is not None for w in widths):
            whole = sum(x.times * (w or 0.0) for x, w in zip(own, widths, strict=True))
            if _off(g.length, whole):
                yield f"round the {g.name} of {', '.join(g.pieces)}", g.length, whole


def _lenses(pattern: Pattern, rules: HouseRules, sheets: dict[str, Sheet]) -> Told:
    """A double-pointed dart is sewn in paper that is there, or it is told; its end may run off over a hem, as it is sewn then."""
    told = {f.piece for f in CHECKS["dart-lost"].look(Subject(pattern, rules, Record(), {}))}
    for name, sheet in sheets.items():
        if name in told:
            continue
        hems = [shapely.LineString([(z.real, z.imag) for z in (*e.points, e.path[-1].end)]) for e in sheet.edges if e.kind == "hem"]
        inside = [x for x in sheet.lenses if not any(x.intersects(h) for h in hems)]
        outside = max((lens.difference(sheet.paper.buffer(SEEN)).area for lens in inside), default=0.0)
        if outside > 0:
            yield f"a double-pointed dart of the {name}, cm² of it beside the paper", 0.0, outside


def _edge(sheet: Sheet, edge: str, seams: list[Seam]) -> float | None:
    """cm of an edge as it is sewn; None where it shares a side with other edges, so that what is lost is not its own."""
    runs = sheet.runs(edge)
    whole = sum(e.length for r in runs for e in r)
    lost = 0.0
    for s in seams:
        for own, side in (("a", s.a), ("b", s.b)):
            if side is None or not any(w.sheet is sheet and w.parts[0].name == edge for w in side.walked):
                continue
            taken = lost_on(s, own)
            if taken and (len(side.walked) > 1 or len(runs) > 1):
                return None
            lost = max(lost, taken)
    return whole - lost
