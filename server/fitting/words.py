"""Toiles, overlays and followers as they are shown."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from patterncraft.comparing.drawn_over import lies_over
from patterncraft.comparing.figures import at_heights, compare
from patterncraft.comparing.laid_over import lines_to_lie_along, points_to_lie_together
from patterncraft.formats.drawing import Point, draw
from patterncraft.formats.table import Lies, tidy
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.units import in_unit

from ..shelf.models import Block, BlockRevision
from ..shelf.services import draft_of
from ..styles import services as styles
from ..styles.comparing import around, pieces_tables, tables_of
from ..styles.models import Style
from . import services
from .models import Fitting, PinnedNote
from .shapes import FittingOut, FollowerOut, LaidOverOut, LogOut, NoteOut, PhotographOut

LOWEST: Final = 300.0
"""cm below a point at which a width may be asked for."""


def log_out(block: Block) -> LogOut:
    """A block's fittings; notes lie where the newest revision lies on the table."""
    rules = block.workroom.house_rules()
    newest = block.revisions.all()[0]
    pattern = draft_of(newest.pk).pattern
    lies = tidy(pattern)
    found = block.fittings.select_related("revision", "made", "style").prefetch_related("notes")
    return LogOut(
        block_id=block.pk,
        name=block.name,
        person=block.person.name if block.person else "",
        state=block.state,
        revision=newest.number,
        drawing=draw(pattern, rules, lies),
        fittings=[fitting_out(f, rules, lies) for f in found],
    )


def fitting_out(fitting: Fitting, rules: HouseRules, lies: Lies) -> FittingOut:
    """One toile with its corrections in words and what they change in figures."""
    words, stopped, tables = [], "", []
    if fitting.style is not None:
        done = services.worked(fitting)
        steps = read_steps(styles.steps_of(fitting.style))
        words = [s.spoken(done.done[k].before if k < len(done.done) else None, rules.unit) for k, s in enumerate(steps)]
        stopped = in_unit(services.told(done.stopped), rules.unit)
        tables = tables_of(compare(draft_of(fitting.revision_id).pattern, done.pattern), rules.unit, changed_only=True)
    return FittingOut(
        id=fitting.pk,
        number=fitting.number,
        worn_on=fitting.worn_on,
        cloth=fitting.cloth,
        remarks=fitting.remarks,
        revision=fitting.revision.number,
        made=fitting.made.number if fitting.made else 0,
        style_id=fitting.style_id,
        corrections=words,
        stopped=stopped,
        changes=tables,
        notes=[_note(n, k, lies) for k, n in enumerate(fitting.notes.all(), 1)],
        photographs=[
            PhotographOut(id=p.pk, width=p.width, height=p.height, caption=p.caption) for p in fitting.photographs.defer("jpeg")
        ],
    )


def _note(note: PinnedNote, number: int, lies: Lies) -> NoteOut:
    at = complex(note.x, note.y)
    if note.piece in lies:
        at = lies[note.piece].by.point(at)
    return NoteOut(id=note.pk, number=number, piece=note.piece, text=note.text, at=Point(x=at.real, y=at.imag))


def laid_over_out(
    a: BlockRevision, b: BlockRevision, at: str, along: str, heights: Sequence[float], rules: HouseRules
) -> LaidOverOut:
    """Two revisions, of one block or of two, with the point ``at`` on its like, and how wide both are so many cm below it."""
    under, over = draft_of(a.pk).pattern, draft_of(b.pk).pattern
    points = points_to_lie_together(under, over)
    ways = lines_to_lie_along(under, over)
    chosen, way = at if at in points else "", along if along in ways else ""
    lies = tidy(under)
    found = compare(under, over)
    below, above = draw(under, rules, lies), draw(over, rules, lies_over(under, over, lies, chosen, way))
    return LaidOverOut(
        a=_name(a),
        b=_name(b),
        under=below,
        over=above,
        extent=around(below.box, above.box),
        at=chosen,
        points=points,
        along=way,
        ways=ways,
        tables=[
            *pieces_tables(at_heights(under, over, [h for h in heights if abs(h) <= LOWEST], chosen, rules.unit), rules.unit),
            *tables_of(found, rules.unit),
        ],
        only_a=list(found.only_a),
        only_b=list(found.only_b),
    )


def _name(revision: BlockRevision) -> str:
    return f"{revision.block.name}, revision {revision.number}"


def followers_out(block: Block) -> list[FollowerOut]:
    """Every style on an older revision, and what the newest one would change in it."""
    newest = block.revisions.all()[0]
    return [_follower(s, role, pinned, newest) for s, role, pinned in services.behind(block)]


def _follower(style: Style, role: str, pinned: BlockRevision, newest: BlockRevision) -> FollowerOut:
    rules = style.house_rules()
    steps = read_steps(styles.steps_of(style))
    now = styles.worked(styles.pins_of(style), steps, rules)
    then = styles.worked(services.pins_with(style, role, newest), steps, rules)
    return FollowerOut(
        style_id=style.pk,
        version=style.version,
        name=style.name,
        role=role,
        revision=pinned.number,
        newest=newest.number,
        tables=tables_of(compare(now.pattern, then.pattern), rules.unit, changed_only=True),
        stopped=in_unit(services.told(then.stopped), rules.unit) if then.stopped and not now.stopped else "",
        broken=_newly_broken(now.pattern, then.pattern, rules),
    )


def _newly_broken(now: Pattern, then: Pattern, rules: HouseRules) -> list[str]:
    kept = {p.name for p in ledger(now, rules) if p.kept}
    return [p.name for p in ledger(then, rules) if not p.kept and p.name in kept]
