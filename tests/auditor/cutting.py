"""What is cut and what opens: the cut line's distance from every edge, and how much of its seams a closure opens."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from itertools import pairwise
from typing import Any

import shapely
from svgpathtools import parse_path

from patterncraft.checks.openings import opened
from patterncraft.checks.subject import Subject
from patterncraft.finishing.finish import FinishedPiece, finish
from patterncraft.finishing.plan import Finishing
from patterncraft.geometry.svgpath import to_svg
from patterncraft.house import HouseRules
from patterncraft.paper.pattern import Pattern
from tests.auditor.seams import Seam
from tests.auditor.sheets import Edge

SHARES = (0.3, 0.5, 0.7)
"""Where along an edge its allowance is measured."""
FAR = 30.0
BENT = 0.02
"""Difference of two unit tangents at a joint, from where on it is a corner: about a degree."""
HAIR = 2e-3
APART = 0.1
"""cm that an edge's allowance keeps from another's, so that neither is trimmed by it."""


def allowances(pattern: Pattern, rules: HouseRules, plan: Finishing) -> Iterator[tuple[str, float, float]]:
    """What the cut sheet says of each edge against the first crossing of the cut line, straight out from it."""
    for p in finish(pattern, rules, plan=plan):
        edges = [Edge(e.name, e.kind, parse_path(to_svg(e.path))) for e in p.edges]
        # Where a dart's legs differ, which is told, the stitching does not meet itself.
        if all(abs(complex(a.path.end) - complex(b.path.start)) < APART for a, b in pairwise([edges[-1], *edges])):
            yield f"cm² of the paper of the {p.name} beyond its cut line", 0.0, _cut_off(edges, p.cut_line)
        lines = [shapely.LineString([(z.real, z.imag) for z in (*e.points, e.path[-1].end)]) for e in edges]
        for k, edge in enumerate(edges):
            said = p.edges[k].allowance
            for share in SHARES if edge.kind != "dart" else ():
                z, out = edge.at(share * edge.length), _outward(edge, share)
                if _is_clear(z, out, k, lines, p) and all(abs(z - c) > 2 * said + APART for c in _corners(edge)):
                    yield f"the allowance of the {edge.name} of the {p.name}", said, _to_cut(z, out, p.cut_line)


def _cut_off(edges: Sequence[Edge], cut_line: Sequence[complex]) -> float:
    paper, cut = (
        shapely.Polygon([(z.real, z.imag) for z in points]).buffer(0) for points in ([z for e in edges for z in e.points], cut_line)
    )
    return float(paper.difference(cut.buffer(HAIR)).area)


def _is_clear(z: complex, out: complex, k: int, lines: Sequence[Any], p: FinishedPiece) -> bool:
    """Whether no other edge's allowance reaches the place that is measured, nor that of another part of its own: in a narrow hollow they meet."""
    own = p.edges[k].allowance
    here, there = (shapely.Point(q.real, q.imag) for q in (z, z + out * own))
    apart = all(here.distance(line) > own + p.edges[i].allowance + APART for i, line in enumerate(lines) if i != k)
    return apart and there.distance(lines[k]) > own - HAIR and not _beyond_fold(z + out * own, p)


def _beyond_fold(q: complex, p: FinishedPiece) -> bool:
    """Whether a place lies over the fold's line, where the other half's cloth goes on."""
    if p.fold is None:
        return False
    way = p.fold.end - p.fold.start
    return ((q - p.fold.start) * way.conjugate()).imag < HAIR * abs(way)


def _corners(edge: Edge) -> list[complex]:
    """Where an edge itself is bent sharply: round a corner the cut line lies farther off, or nearer."""
    joints = zip(edge.path, edge.path[1:], strict=False)
    return [complex(b.start) for a, b in joints if abs(a.unit_tangent(1) - b.unit_tangent(0)) > BENT]


def _outward(edge: Edge, share: float) -> complex:
    """Straight out from an edge: an outline runs with its paper to the right."""
    before, after = (edge.at(min(max(share + s, 0.0), 1.0) * edge.length) for s in (-0.001, 0.001))
    return (after - before) / abs(after - before) * -1j


def _to_cut(z: complex, out: complex, cut_line: Sequence[complex]) -> float:
    """cm from a place of an edge to where the cut line is met first."""
    ray = shapely.LineString([(q.real, q.imag) for q in (z - out * HAIR, z + out * FAR)])
    ring = shapely.LinearRing([(q.real, q.imag) for q in cut_line])
    return float(shapely.Point(z.real, z.imag).distance(ray.intersection(ring)))


def closures(subject: Subject, seams: Sequence[Seam], data: Sequence[Mapping[str, Any]]) -> Iterator[tuple[str, float, float]]:
    """How many cm each closure opens, along all of its seams."""
    named = {s.name: s for s in seams}
    for c in data:
        said = sum(o.length for o in opened(subject) if o.closure.name == c["name"])
        measured = 0.0
        for part in c["parts"]:
            if part["seam"] not in named:
                yield f"the seam “{part['seam']}” of the {c['name']} is none: it opens", said, 0.0
                return
            at = {end: named[part["seam"]].places[end][0] for end in (part["from"], part["to"])}
            measured += abs(at[part["to"]] - at[part["from"]])
        yield f"what the {c['name']} opens", said, measured
