"""The ledger's further pages: findings, a seam's history, the walk, edges joined, the report."""

from __future__ import annotations

from datetime import date
from typing import Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router

from patterncraft.checks.cures import with_cures
from patterncraft.checks.record import after
from patterncraft.checks.report import Judged, Report, report
from patterncraft.errors import MoveRefused
from patterncraft.formats.drawing import Box, Point
from patterncraft.formats.table import Lies, lies_of
from patterncraft.geometry.path import chain
from patterncraft.geometry.svgpath import to_svg
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.replay import Replay
from patterncraft.tolerances import SNAP
from patterncraft.units import Unit, format_length
from patterncraft.walking.joined import Joined, chains, joined
from patterncraft.walking.laid import Laid
from patterncraft.walking.pictures import band, box_round, matrix, sheets, upright
from patterncraft.walking.walk import Stop, Walk, walk

from ..config.answers import ERRORS, fault_of
from ..workrooms.access import workroom_of
from . import looking, services
from .checks_shapes import (
    Acknowledge,
    BandOut,
    ChainOut,
    CureOut,
    FindingsOut,
    FrameOut,
    HistoryOut,
    JoinOut,
    MeetOut,
    PictureOut,
    ReportedOut,
    ReportOut,
    SheetOut,
    StairOut,
    StopOut,
    SumLine,
    WalkOut,
)
from .models import Style
from .wearer import wearer_of
from .words import as_json_answer, block_and_person

router = Router(tags=["checks"])
ROUND = 9.0
"""cm shown round a place in the report."""


def _worked(request: HttpRequest, style_id: int) -> tuple[Style, Replay, HouseRules]:
    style = Style.objects.one(workroom_of(request), style_id)
    rules = style.house_rules()
    return style, services.worked(services.pins_of(style), read_steps(services.steps_of(style)), rules), rules


@router.get("/styles/{style_id}/findings", response={200: FindingsOut, **ERRORS})
def findings(request: HttpRequest, style_id: int) -> HttpResponse:
    """All findings, each with the step after which it stands there."""
    return _findings(*_worked(request, style_id))


def _findings(style: Style, replay: Replay, rules: HouseRules) -> HttpResponse:
    subject, found = looking.looked_at(replay, rules, wearer_of(services.pins_of(style)), plan=style.finish_plan())
    found = with_cures(subject, found)
    steps = looking.arisen(replay, subject, found)
    lies = lies_of(replay, services.lies_by_hand(style))
    return as_json_answer(FindingsOut(findings=looking.findings_out(found, looking.let_stand(style), lies, rules.unit, steps)))


@router.post("/styles/{style_id}/acknowledged", response={200: FindingsOut, **ERRORS})
def acknowledge(request: HttpRequest, style_id: int, body: Acknowledge) -> HttpResponse:
    """Let a finding stand, with a reason. It is told again when there is more of it."""
    style, replay, rules = _worked(request, style_id)
    _, found = looking.looked_at(replay, rules, wearer_of(services.pins_of(style)), plan=style.finish_plan())
    place = (body.code, body.piece, body.edge, body.seam)
    one = next((f for f in found if f.place == place), None)
    if one is None:
        raise MoveRefused("that is not found any more.", style.name, "Look at the ledger again.")
    return _findings(looking.acknowledge(style, one, body.reason), replay, rules)


@router.post("/styles/{style_id}/acknowledged/back", response={200: FindingsOut, **ERRORS})
def take_back(request: HttpRequest, style_id: int, body: Acknowledge) -> HttpResponse:
    """A finding stands no more."""
    style, replay, rules = _worked(request, style_id)
    return _findings(looking.take_back(style, body.code, body.piece, body.edge, body.seam), replay, rules)


@router.get("/styles/{style_id}/seam-history", response={200: HistoryOut, **ERRORS})
def history(request: HttpRequest, style_id: int, seam: str) -> HistoryOut:
    """Which steps changed a seam, and by how much."""
    _, replay, rules = _worked(request, style_id)
    replay.pattern.seam(seam)
    stairs: list[StairOut] = []
    before: tuple[float, float | None] | None = None
    for number, pattern, sentence in [
        (0, replay.start, "As it came with the blocks."),
        *((d.number, d.after, d.step.spoken(d.before, rules.unit)) for d in replay.done),
    ]:
        own = next((s for s in pattern.seams if s.name == seam), None)
        if own is None:
            before = None
            continue
        now = pattern.side_length(own.a), pattern.side_length(own.b) if own.b else None
        if before is None or abs(now[0] - before[0]) > 0.005 or abs((now[1] or 0.0) - (before[1] or 0.0)) > 0.005:
            stairs.append(
                StairOut(
                    number=number,
                    sentence=sentence,
                    a=now[0],
                    b=now[1],
                    text_a=format_length(now[0], rules.unit, 2),
                    text_b="" if now[1] is None else format_length(now[1], rules.unit, 2),
                    changed=_changed(before, now, rules.unit),
                )
            )
        before = now
    return HistoryOut(seam=seam, steps=stairs)


def _changed(before: tuple[float, float | None] | None, now: tuple[float, float | None], unit: Unit) -> str:
    if before is None:
        return "made"
    said = []
    for word, was, is_ in (("first side", before[0], now[0]), ("second side", before[1], now[1])):
        if was is not None and is_ is not None and abs(is_ - was) > 0.005:
            said.append(f"{word} {'+' if is_ > was else '−'} {format_length(abs(is_ - was), unit, 2)}")
        elif (was is None) != (is_ is None):
            said.append(f"{word} {'came' if was is None else 'went'}")
    return ", ".join(said)


@router.get("/styles/{style_id}/walk", response={200: WalkOut, **ERRORS})
def walk_seam(request: HttpRequest, style_id: int, seam: str, way: Literal["on", "back", "both"] = "on") -> HttpResponse:
    """One side of a seam rolled along the other. A sleeve is rolled round its armhole, a band along what it is sewn to."""
    _, replay, rules = _worked(request, style_id)
    own = replay.pattern.seam(seam)
    rolls: Literal["a", "b"] = "a" if any(s.edge == "cap" for s in own.a) or len(own.a) < len(own.b) else "b"
    return as_json_answer(_walk_out(replay, walk(replay.pattern, own, way, rolls), seam, way, rolls, rules))


def _walk_out(
    replay: Replay, done: Walk, seam: str, way: Literal["on", "back", "both"], rolls: Literal["a", "b"], rules: HouseRules
) -> WalkOut:
    def say(x: float) -> str:
        return format_length(x, rules.unit, 2)

    def sewn(x: float, taken: float) -> str:
        return f"{say(x)} ({say(taken)} taken up)" if taken > SNAP else say(x)

    fixed, rolling = (
        [SheetOut(name=n, d=d, place=matrix(by), notches=notches) for n, d, by, notches in sheets(replay.pattern, laid, seam)]
        for laid in (done.fixed, done.rolling)
    )
    promise = next(p for p in ledger(replay.pattern, rules) if p.kind == "seam" and p.name == seam)
    judged = {frozenset((i.start, i.end)): i.over for i in promise.intervals}

    def is_kept(s: Stop) -> bool:
        """As the ledger has it: from notch to notch; at the end of a walk, the whole too."""
        whole = promise.over_whole if s.name in ("start", "end", "middle") else 0.0
        return max(abs(whole), abs(judged.get(frozenset((s.since, s.name)), 0.0))) == 0.0

    frames = [
        FrameOut(
            place=matrix(f.by),
            at=_point(done.fixed.stand_at(f.at_a)[0]),
            along=f"{say(f.at_a)} : {say(f.at_b)}",
            first=f.at_b if rolls == "a" else f.at_a,
        )
        for f in done.frames
    ]
    paths = [chain(e.path for e in replay.pattern.piece(s.piece).outline).placed(s.by) for s in done.fixed.strips]
    names = [" + ".join(dict.fromkeys(f"{s.piece} {s.edge}" for s in laid.strips)) for laid in (done.fixed, done.rolling)]
    first, last = done.frames[0].by, done.frames[-1].by
    paths += [p.placed(by) for by in (first, last) for p in done.rolling.lines]
    return WalkOut(
        seam=seam,
        way=way,
        fixed=fixed,
        rolling=rolling,
        line_fixed=[to_svg(p) for p in done.fixed.lines],
        line_rolling=[to_svg(p) for p in done.rolling.lines],
        frames=frames,
        stops=[
            StopOut(
                frame=s.frame,
                name=s.name,
                a=sewn(s.length_a, s.taken_a),
                b=sewn(s.length_b, s.taken_b),
                difference=_more(s.difference, rules.unit),
                left=_more(s.left, rules.unit),
                kept=is_kept(s),
            )
            for s in done.stops
        ],
        box=_box(box_round(paths, 2.0)),
        side_fixed=names[0],
        side_rolling=names[1],
    )


def _more(difference: float, unit: Unit) -> str:
    """By how much what lies on the table is longer, or what is rolled, in words."""
    if abs(difference) < 0.005:
        return "nothing"
    return f"{format_length(abs(difference), unit, 2)} more {'on the table' if difference > 0 else 'rolled'}"


@router.get("/styles/{style_id}/joins", response={200: list[ChainOut], **ERRORS})
def joins(request: HttpRequest, style_id: int) -> HttpResponse:
    """All edges that run on into each other: necklines, armholes, waists, hems."""
    _, replay, rules = _worked(request, style_id)
    found = []
    record = after(replay)
    for title, (piece, edge) in chains(replay.pattern):
        meets = joined(replay.pattern, piece, edge, rules, record).meets
        found.append(ChainOut(title=title, piece=piece, edge=edge, broken=any(m.broken for m in meets)))
    return HttpResponse(f"[{','.join(c.model_dump_json() for c in found)}]", content_type="application/json")


@router.get("/styles/{style_id}/join", response={200: JoinOut, **ERRORS})
def join(request: HttpRequest, style_id: int, piece: str, edge: str) -> HttpResponse:
    """Edges laid together as they are sewn, darts shut, with kink and step at each joint and the blend that would cure them."""
    _, replay, rules = _worked(request, style_id)
    return as_json_answer(_join_out(joined(replay.pattern, piece, edge, rules, after(replay)), rules))


def _join_out(found: Joined, rules: HouseRules) -> JoinOut:
    by = upright(found.laid)
    laid: Laid = found.laid.placed(by)
    ghost = found.ghost.placed(by) if found.ghost else None
    meets = [
        MeetOut(
            over=m.over,
            at=_point(by.point(m.at)),
            kink=f"{abs(m.kink):.1f}°",
            step=f"{m.step:.1f} mm",
            broken=m.broken,
            as_block=m.as_block,
        )
        for m in found.meets
    ]
    return JoinOut(
        title=found.title,
        bands=[BandOut(piece=s.piece, d=band(s)) for s in laid.strips],
        lines=[to_svg(p) for p in laid.lines],
        ghost=[to_svg(p) for p in ghost.lines] if ghost else [],
        meets=meets,
        broken=any(m.broken for m in found.meets),
        verdict=found.verdict,
        cure=CureOut(step=found.cure, words="Blend them over every joint.") if found.cure else None,
        refused=found.refused,
        box=_box(box_round(laid.lines, 7.0)),
        length=format_length(laid.length, rules.unit, 2),
    )


@router.get("/styles/{style_id}/report", response={200: ReportOut, **ERRORS})
def report_page(request: HttpRequest, style_id: int) -> HttpResponse:
    """One page about the style, to be printed and pinned to the pattern."""
    style, replay, rules = _worked(request, style_id)
    subject, found = looking.looked_at(replay, rules, wearer_of(services.pins_of(style)), plan=style.finish_plan())
    found = with_cures(subject, found)
    acknowledged = looking.let_stand(style)
    whole: Report = report(subject, acknowledged, found)
    lies = lies_of(replay, services.lies_by_hand(style))
    steps = looking.arisen(replay, subject, found)

    def out(judged: list[Judged]) -> list[ReportedOut]:
        told = looking.findings_out(tuple(j.finding for j in judged), acknowledged, lies, rules.unit, steps)
        places = {j.finding.place: j for j in judged}
        return [ReportedOut(finding=f, picture=_picture(replay, places[(f.code, f.piece, f.edge, f.seam)], lies)) for f in told]

    stands = [j for j in whole.findings if j.stands]
    left = [j for j in whole.findings if j.reason is not None]
    quiet = [j for j in whole.findings if not j.stands and j.reason is None]
    return as_json_answer(
        ReportOut(
            name=style.name,
            person=block_and_person(style)[1],
            day=date.today().isoformat(),
            sound=whole.is_sound and replay.stopped is None,
            verdict=whole.verdict if replay.stopped is None else "Not ready to cut.",
            stopped=fault_of(replay.stopped, rules.unit) if replay.stopped else None,
            found=out(stands),
            stand=[r.finding for r in out(left)],
            cautions=[r.finding for r in out(quiet)],
            girths=[SumLine(what=n, text=format_length(x, rules.unit)) for n, x in subject.girths.items()],
            account="The paper account comes out."
            if all(x.balanced for x in whole.account)
            else "The paper account does not come out.",
        )
    )


def _picture(replay: Replay, judged: Judged, lies: Lies) -> PictureOut | None:
    f = judged.finding
    if f.at is None or f.piece not in {p.name for p in replay.pattern.pieces}:
        return None
    piece = replay.pattern.piece(f.piece)
    x, y = f.at.real, f.at.imag
    return PictureOut(
        piece=f.piece,
        outline=to_svg(chain(e.path for e in piece.outline), closed=True),
        lines=[to_svg(line.path) for line in piece.lines],
        box=Box(left=x - ROUND, top=y - ROUND * 0.7, right=x + ROUND, bottom=y + ROUND * 0.7),
        at=Point(x=x, y=y),
    )


def _point(z: complex) -> Point:
    return Point(x=z.real, y=z.imag)


def _box(b: tuple[float, float, float, float]) -> Box:
    return Box(left=b[0], top=b[1], right=b[2], bottom=b[3])
