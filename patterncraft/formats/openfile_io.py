"""Reading and writing the open file: bytes ↔ models ↔ the core's values."""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import replace
from typing import Any, TypeVar

from pydantic import BaseModel, TypeAdapter, ValidationError

from ..checks.examine import Acknowledged, remarks_found
from ..checks.record import Record, after
from ..checks.subject import Subject
from ..drafting.school import Block, Girth, Run
from ..drafting.schools import SCHOOLS
from ..errors import BadFile, BadSetting
from ..finishing.plan import Finishing, FinishLine
from ..fitting.corrected import read_correction
from ..geometry.path import Path
from ..geometry.region import signed_area
from ..geometry.segment import Segment
from ..geometry.svgpath import from_svg, number, to_svg
from ..house import HouseRules
from ..ledger import ledger
from ..measures.chart import Chart, read_chart
from ..moves.move import Remark
from ..paper.account import balance_of
from ..paper.closure import Closure, Reach
from ..paper.dart import darts_of
from ..paper.edge import Edge
from ..paper.lens import Lens
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DartRule, DrawnLine, Grain, Mark, Paper, Piece
from ..paper.seam import IntervalRule, Notch, Seam, SeamRule, Stretch
from ..paper.sewn import distance_of, point_of
from ..replay import Replay
from ..tolerances import TAPED
from ..validation import first_fault
from .json_in import read_json
from .looked_over import look_for_girths, look_over, refuse_too_many_chords, refuse_too_many_strokes
from .openfile import (
    AcknowledgedData,
    AnyFile,
    BlockFile,
    ClosureData,
    CutData,
    DartData,
    Drafted,
    EdgeData,
    GirthData,
    GrainData,
    IntervalRuleData,
    LensData,
    LineData,
    MarkData,
    MeasuresFile,
    Pair,
    PaperData,
    PatternFile,
    PieceData,
    PieceNotch,
    ReachData,
    RemarkData,
    RuleData,
    RunData,
    SeamData,
    SeamNotch,
    StyleFile,
)

WEIGHED = 1e-7
"""cm²: an account that comes out to this is right."""
ROUNDED = 2e-6
"""cm² per centimetre of outline by which six decimals can put its area out."""
_ANY: TypeAdapter[MeasuresFile | BlockFile | StyleFile | PatternFile] = TypeAdapter(AnyFile)
_KINDS = {"measures": MeasuresFile, "block": BlockFile, "style": StyleFile, "pattern": PatternFile}
F = TypeVar("F", MeasuresFile, BlockFile, StyleFile, PatternFile)


def read_file(data: bytes, kind: type[F], where: str = "") -> F:
    """A file of one kind from its bytes.

    Raises BadFile: too large or deep, not JSON, not this format, another kind or version, an
    unknown or missing field, NaN.
    """
    raw = read_json(data, where)
    wanted = str(kind.model_fields["kind"].default)
    if not isinstance(raw, dict) or raw.get("format") != "steady-shear":
        raise BadFile("this is not a Steady Shear file.", where, 'It begins with {"format": "steady-shear"}.')
    version = raw.get("version")
    if not isinstance(version, int):
        raise BadFile("the file does not say of which version it is.", where, "Begin it with the words of docs/open-file.md.")
    if version != 1:
        raise BadFile(f"the file is of version {version}, this reader knows version 1.", where, "Take it to a newer Steady Shear.")
    if raw.get("kind") != wanted:
        raise BadFile(f"this file holds {_a(raw.get('kind'))}, here {_a(wanted)} is wanted.", where, "Choose another file.")
    try:
        return kind.model_validate(raw)
    except ValidationError as e:
        message, field = first_fault(e)
        cure = f"Look at {field}." if field else "Look at the file's outermost braces."
        raise BadFile(message, ": ".join(x for x in (where, _whose(raw, e)) if x), cure, field) from None


def _whose(raw: Any, error: ValidationError) -> str:
    """In which piece and edge (or seam, dart, line) the first fault lies, by their names: "front, waist"."""
    names, here = [], raw
    for step in error.errors()[0]["loc"]:
        try:
            here = here[step]
        except (KeyError, IndexError, TypeError):
            continue
        own = (here.get("name") or here.get("edge")) if isinstance(here, dict) else None
        if isinstance(own, str) and own:
            names.append(own[:40])
    return ", ".join(names)


def _a(kind: object) -> str:
    return {"measures": "measures", "block": "a block", "style": "a style", "pattern": "a pattern"}.get(str(kind), "nothing known")


def write_file(file: BaseModel) -> bytes:
    """Stable bytes: the same content gives the same file."""
    data = file.model_dump(mode="json", by_alias=True, exclude_none=True)
    return (json.dumps(data, ensure_ascii=False, indent=1) + "\n").encode()


def chart_of(file: MeasuresFile) -> dict[str, float]:
    """Measures in cm. Raises BadMeasure."""
    return read_chart(file.values, file.unit)


def wearer_in(file: StyleFile | PatternFile) -> dict[str, float]:
    """What a file says of its wearer, cm. Raises BadMeasure for what no tape can show."""
    return read_chart(file.wearer or {})


# ---- pattern → data


def _pair(z: complex) -> Pair:
    return float(number(z.real)), float(number(z.imag))


def _short(x: float) -> float:
    return float(number(x))


def pieces_data(pattern: Pattern) -> list[PieceData]:
    """All pieces as the file holds them, in the pattern's order."""
    return [_piece_data(pattern, p) for p in pattern.pieces]


def _piece_data(pattern: Pattern, piece: Piece) -> PieceData:
    return PieceData(
        name=piece.name,
        outline=[_edge_data(pattern, piece.name, e) for e in piece.outline],
        darts=[
            DartData(
                name=d.name,
                set_back=_short(d.rule.set_back),
                named=d.rule.named,
                shape=None if d.rule.shape == "straight" else d.rule.shape,
                bend=_short(d.rule.bend) if d.rule.bend else None,
                soft=True if d.rule.soft else None,
                toward=d.rule.toward,
                pivot=_pair(d.pivot),
                intake=_short(d.intake),
                depth=_short(d.depth),
            )
            for d in darts_of(piece)
        ],
        marks=[MarkData(name=m.name, at=_pair(m.at), kind=m.kind) for m in piece.marks],
        lines=[LineData(name=x.name, path=to_svg(x.path)) for x in piece.lines],
        lenses=[LensData(name=x.name, left=to_svg(x.left), right=to_svg(x.right), intake=_short(x.widest)) for x in piece.lenses],
        grain=piece.grain
        and GrainData.model_validate({"from": _pair(piece.grain.start), "to": _pair(piece.grain.end), "kind": piece.grain.kind}),
        notches=_notch_data(pattern, piece),
        paper=_paper_data(piece),
        cut=CutData(
            quantity=piece.cut.quantity,
            on_fold=piece.cut.on_fold,
            mirrored=piece.cut.mirrored,
            cloth=piece.cut.cloth,
            stretch=piece.cut.stretch or None,
            interfacing=piece.cut.interfacing or None,
            layer=piece.cut.said_layer,
        ),
    )


def _edge_data(pattern: Pattern, piece: str, e: Edge) -> EdgeData:
    seams = pattern.seams_of(piece, e.name) if e.kind != "dart" else []
    return EdgeData(edge=e.name, kind=e.kind, seam=seams[0] if seams else None, path=to_svg(e.path), cut=e.cut)


def _notch_data(pattern: Pattern, piece: Piece) -> list[PieceNotch]:
    return [
        PieceNotch(
            name=n.name,
            seam=n.seam,
            edge=piece.outline[spot.edge].name,
            at=_short(distance_of(piece, spot)),
            point=_pair(point_of(piece, spot)),
            style=n.style,
        )
        for n, spot in pattern.placed_notches(piece.name)
    ]


def seams_data(pattern: Pattern, rules: HouseRules | None = None) -> list[SeamData]:
    """All seams as the file holds them, with what the ledger finds by ``rules`` (the delivered ones if none)."""
    promises = {p.name: p for p in ledger(pattern, rules or HouseRules()) if p.kind == "seam"}
    out = []
    for s in pattern.seams:
        p = promises[s.name]
        out.append(
            SeamData(
                name=s.name,
                a=[_stretch_data(x) for x in s.a],
                b=[_stretch_data(x) for x in s.b],
                rule=_rule_data(s.rule),
                rules=[
                    IntervalRuleData.model_validate({"from": r.start, "to": r.end, **_rule_data(r.rule).model_dump()})
                    for r in s.rules
                ],
                notches=[
                    SeamNotch(
                        name=n.name,
                        style=n.style,
                        at_a=_short(n.at_a),
                        at_b=None if n.at_b is None else _short(n.at_b),
                        only_b=n.only_b,
                    )
                    for n in pattern.notches_of(s.name)
                ],
                length_a=_short(p.length_a),
                length_b=None if p.length_b is None else _short(p.length_b),
                kept=p.kept,
            )
        )
    return out


def _rule_data(rule: SeamRule) -> RuleData:
    return RuleData(
        kind=rule.kind,
        minimum=_short(rule.minimum),
        maximum=_short(rule.maximum),
        length=_short(rule.length),
        ratio=_short(rule.ratio),
        longer=rule.longer,
    )


def _paper_data(piece: Piece) -> PaperData:
    paper = piece.paper
    block, new = paper.block, paper.new
    if block is not None:
        # What rounding takes off the outline is the block's; a snippet that is new paper all over has none of it to give.
        block += _area_as_written(piece) - piece.area
        block, new = max(block, 0.0), new + min(block, 0.0)
    return PaperData(
        tapes=[to_svg(t) for t in paper.tapes],
        patches=[to_svg(t, True) for t in paper.patches],
        block=None if block is None else round(block, 9),
        new=round(new, 9),
        away=round(paper.away, 9),
    )


def _area_as_written(piece: Piece) -> float:
    """cm² inside the outline once every coordinate is rounded: what a reader will weigh."""
    return signed_area([_as_written(s) for s in piece.segments])


def _as_written(s: Segment) -> Segment:
    a, *rest = (complex(round(p.real, 6), round(p.imag, 6)) for p in s)
    return (a, rest[0]) if len(rest) == 1 else (a, rest[0], rest[1], rest[2])


def pattern_file(
    pattern: Pattern,
    name: str,
    rules: HouseRules | None = None,
    replay: Replay | None = None,
    let_stand: Sequence[AcknowledgedData] = (),
    finishing: Sequence[FinishLine] = (),
) -> PatternFile:
    """A worked pattern as a file; with the ``replay`` it came of, also what it should come to and what its steps found wanting. ``finishing``: where it departs
    from the house."""
    return PatternFile(
        name=name,
        pieces=pieces_data(pattern),
        seams=seams_data(pattern, rules),
        closures=[_closure_data(c) for c in pattern.closures],
        record=after(replay) if replay else None,
        remarks=[RemarkData(**r._asdict()) for r in remarks_found(Subject.after(replay, rules or HouseRules()))] if replay else [],
        acknowledged=list(let_stand),
        finishing=list(finishing),
        wearer={k: _short(v) for k, v in pattern.wearer.items()} or None,
        worked=any(d.before is not d.after for d in replay.done) if replay else None,
    )


def _closure_data(c: Closure) -> ClosureData:
    parts = [ReachData.model_validate({"seam": p.seam, "from": p.start, "to": p.end}) for p in c.parts]
    return ClosureData(name=c.name, kind=c.kind, parts=parts, length=_short(c.length), count=c.count)


def block_file(block: Block, name: str) -> BlockFile:
    """A block as a file; with its draft when it has one."""
    return BlockFile(
        name=name,
        drafted=_drafted(block) if block.school else None,
        girths=[
            GirthData(
                name=g.name, body=_short(g.body), ease=_short(g.ease), runs=[RunData(**r._asdict()) for r in g.runs], told=g.told
            )
            for g in block.girths
        ],
        pieces=pieces_data(block.pattern),
        seams=seams_data(block.pattern),
    )


def _drafted(block: Block) -> Drafted:
    return Drafted(
        school=block.school,
        measures={k: _short(v) for k, v in block.measures.items()},
        settings=dict(block.settings),
        on=block_file(block.base, "") if block.base else None,
        corrections=[dict(c) for c in block.corrections],
    )


# ---- data → pattern


def read_pattern(file: PatternFile | BlockFile, where: str = "") -> Pattern:
    """The pattern in a file, checked: every outline closed and simple, every seam's edges there.

    Raises BadFile or NoSuchName with the piece.
    """
    refuse_too_many_strokes([drawn for p in file.pieces for drawn in _drawn(p)], where)
    drawn = [_piece(p, where) for p in file.pieces]
    refuse_too_many_chords(drawn, where)
    for piece in drawn:
        look_over(piece, _place(piece.name, where))
    pieces = tuple(_weighed_again(p) for p in drawn)
    if len({p.name for p in pieces}) != len(pieces):
        raise BadFile("two pieces have the same name.", where, "Rename one.")
    called = _told_apart([s.name for s in file.seams])
    named = list(zip(called, file.seams, strict=True))
    seams = tuple(Seam(n, _side(s.a, where), _side(s.b, where), _rule(s.rule), _interval_rules(s)) for n, s in named)
    notches = tuple(Notch(n.name, name, n.style, n.at_a, n.at_b, n.only_b) for name, s in named for n in s.notches)
    pattern = Pattern(pieces, seams, notches, _closures(file, where) if isinstance(file, PatternFile) else ())
    ledger(pattern, HouseRules())
    return pattern


def _told_apart(names: list[str]) -> list[str]:
    """Names of seams, a second of one name with its number: files were written with such."""
    out: list[str] = []
    for name in names:
        k = next(k for k in range(1, len(names) + 1) if (name if k == 1 else f"{name} {k}") not in out)
        out.append(name if k == 1 else f"{name} {k}")
    return out


def _closures(file: PatternFile, where: str) -> tuple[Closure, ...]:
    """The closures of a file. Raises BadFile for one in a seam, or to a notch, that is not there: ``no-seam`` is told of such that steps made."""
    seams = {s.name: {"start", "end", *(n.name for n in s.notches)} for s in file.seams}
    found = []
    for c in file.closures:
        for p in c.parts:
            if p.seam in seams and not {p.start, p.end} <= seams[p.seam]:
                lost = next(x for x in (p.start, p.end) if x not in seams[p.seam])
                raise BadFile(
                    f"the {c.name} ends at “{lost}”, which is no notch of the {p.seam}.", where, "Name one of its notches."
                )
        found.append(Closure(c.name, c.kind, tuple(Reach(p.seam, p.start, p.end) for p in c.parts), c.length, c.count))
    return tuple(found)


def subject_of(file: PatternFile, rules: HouseRules, body: Chart | None = None, where: str = "") -> Subject:
    """A pattern's file as the checks look at it. Raises BadFile."""
    remarks = tuple(Remark(r.code, r.words, r.piece, r.edge, r.seam, r.amount, r.limit) for r in file.remarks)
    return Subject(
        read_pattern(file, where),
        rules,
        file.record or Record(),
        body or {},
        remarks,
        by_steps=file.worked,
        plan=Finishing(lines=tuple(file.finishing)),
    )


def let_stand(data: Sequence[AcknowledgedData]) -> tuple[Acknowledged, ...]:
    """What was acknowledged in a file."""
    return tuple(Acknowledged(a.code, a.piece, a.edge, a.seam, a.amount, a.reason) for a in data)


def read_block(file: BlockFile, where: str = "") -> Block:
    """The block in a file; its construction is drawn again when its school is asked for it."""
    d = file.drafted
    pattern = read_pattern(file, where)
    girths = tuple(Girth(g.name, g.body, g.ease, _runs(g), g.told) for g in file.girths)
    look_for_girths([g for g, data in zip(girths, file.girths, strict=True) if data.runs], pattern, where)
    if d is None:
        return Block("", {}, {}, pattern, (), girths)
    if isinstance(d.on, str):
        raise BadFile(f"it is drawn on “{d.on}”, and a block has no roles.", where, "Give the whole block it was drawn on.", "on")
    _refuse_unknown_draft(d, where)
    base = read_block(d.on, f"{where}: the block it was drawn on".lstrip(": ")) if d.on else None
    return Block(d.school, d.measures, d.settings, pattern, (), girths, base, tuple(d.corrections))


def _refuse_unknown_draft(d: Drafted, where: str) -> None:
    """Raises BadFile for a school, a setting or a correction that this workroom could not draft again by."""
    cure = "Leave out what it was drafted from, and it is taken as a traced block."
    if d.school not in SCHOOLS:
        raise BadFile(f"it was drafted by “{d.school}”, a school that is not known here.", where, cure, "school")
    try:
        SCHOOLS[d.school].checked_settings(d.settings)
        for data in d.corrections:
            read_correction(data)
    except BadSetting as e:
        raise BadFile(f"what it was drafted from cannot be: {e.message}", where, cure, e.field) from None


def _runs(g: GirthData) -> tuple[Run, ...]:
    """Where a girth is measured. Files that do not say so are bodices to the waist, as they all were then."""
    if g.runs:
        return tuple(Run(r.piece, r.name, r.of, r.times) for r in g.runs)
    if g.name == "waist":
        return (Run("front", "waist", "edge"), Run("back", "waist", "edge"))
    return (Run("front", "chest"), Run("back", "chest"))


def _side(side: list[list[str]], where: str) -> tuple[Stretch, ...]:
    return tuple(_stretch(x, where) for x in side)


def _stretch(words: list[str], where: str) -> Stretch:
    """[piece, edge], [piece, edge, from], or with the number of the edge's part behind it, counted from 1."""
    if len(words) not in (2, 3, 4) or (len(words) == 4 and not words[3].isdigit()):
        raise BadFile("a seam's side lists [piece, edge], [piece, edge, from] or [piece, edge, from, part].", where, "Write it so.")
    start = words[2] if len(words) > 2 else ""
    return Stretch(words[0], words[1], start, max(int(words[3]), 1) - 1 if len(words) > 3 else 0)


def _stretch_data(s: Stretch) -> list[str]:
    words = [s.piece, s.edge, s.start, *([str(s.run + 1)] if s.run else [])]
    return words if s.start or s.run else words[:2]


def _rule(r: RuleData) -> SeamRule:
    return SeamRule(r.kind, r.minimum, r.maximum, r.length, r.ratio, r.longer)


def _interval_rules(s: SeamData) -> tuple[IntervalRule, ...]:
    """Raises BadFile for an end that is no notch of the seam."""
    known = {"start", "end", *(n.name for n in s.notches)}
    for r in s.rules:
        for end in (r.start, r.end):
            if end not in known:
                raise BadFile(
                    f"a rule of the {s.name} seam reaches from “{r.start}” to “{r.end}”, and there is no notch “{end}”.",
                    s.name,
                    f"Its notches are: {', '.join(sorted(known - {'start', 'end'})) or 'none'}.",
                )
    return tuple(IntervalRule(r.start, r.end, _rule(r)) for r in s.rules)


def _drawn(data: PieceData) -> list[tuple[str, str]]:
    """All path data of a piece, by what it draws."""
    paths = [(e.edge, e.path) for e in data.outline] + [(x.name, x.path) for x in data.lines]
    paths += [(x.name, side) for x in data.lenses for side in (x.left, x.right)]
    return paths + [("tape", t) for t in data.paper.tapes] + [("new paper", t) for t in data.paper.patches]


def _place(name: str, where: str) -> str:
    return f"{where}: {name}" if where else name


def _piece(data: PieceData, where: str) -> Piece:
    place = _place(data.name, where)
    edges = tuple(Edge(e.edge, e.kind, from_svg(e.path, f"{place}, {e.edge}"), e.cut) for e in data.outline)
    return Piece(
        data.name,
        _closed(edges),
        darts=tuple(
            DartRule(d.name, d.set_back, d.named, d.shape or "straight", d.bend or 0.0, bool(d.soft), d.toward) for d in data.darts
        ),
        marks=tuple(Mark(m.name, complex(*m.at), m.kind) for m in data.marks),
        lines=tuple(DrawnLine(x.name, from_svg(x.path, place)) for x in data.lines),
        grain=Grain(complex(*data.grain.start), complex(*data.grain.end), data.grain.kind) if data.grain else None,
        paper=Paper(
            tuple(from_svg(t, place) for t in data.paper.tapes),
            tuple(from_svg(t, place) for t in data.paper.patches),
            data.paper.block,
            data.paper.new,
            data.paper.away,
        ),
        cut=CutPlan(
            data.cut.quantity,
            data.cut.on_fold,
            data.cut.mirrored,
            data.cut.cloth,
            data.cut.stretch or 0.0,
            data.cut.interfacing or 0,
            data.cut.layer,
        ),
        lenses=tuple(Lens(x.name, from_svg(x.left, place), from_svg(x.right, place)) for x in data.lenses),
    )


def _weighed_again(piece: Piece) -> Piece:
    """Six decimals move an outline by up to half a millionth everywhere: where a file's account was not weighed as written,
    that much of it is rounding, not paper. What is out by more stays out, to be seen."""
    missing = balance_of(piece)
    if piece.paper.block is None or not WEIGHED < abs(missing) <= ROUNDED * sum(e.length for e in piece.outline):
        return piece
    return replace(piece, paper=replace(piece.paper, block=piece.paper.block + missing))


def _closed(edges: tuple[Edge, ...]) -> tuple[Edge, ...]:
    """Edges written to six decimals meet only nearly: let each start in the very point where the last one ends."""
    out = []
    for before, e in zip(edges[-1:] + edges[:-1], edges, strict=True):
        first = e.path.segments[0]
        gap = abs(first[0] - before.path.end)
        if 0 < gap < TAPED:
            mended = (before.path.end, first[1]) if len(first) == 2 else (before.path.end, first[1], first[2], first[3])
            e = e.with_path(Path((mended, *e.path.segments[1:])))
        out.append(e)
    return tuple(out)
