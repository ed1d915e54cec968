"""A run being made, and its files being written, in the worker."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Sequence
from typing import Final

from patterncraft.comparing.laid_over import points_to_lie_together
from patterncraft.comparing.size_run import BodyCut, cut_on, key_lengths
from patterncraft.formats.bundle import bundle

from ..longwork.at_work import AtWork
from ..longwork.turns import Job
from ..styles import services as styles
from .bodies import BodyData, apart, on_table, read_body, with_blocks
from .files import Cut, file_name, of_all, of_run, size_of, titled
from .models import RunFiles, RunRecord
from .shapes import BrokenData, CutData, LengthData, Result

BROKE: Final = "It broke off for a reason nobody foresaw. Try it once more."
DAY: Final = (1980, 1, 1, 0, 0, 0)
"""The date of files in an archive, so that the same run gives the same bytes: the earliest a zip can hold."""


def _cut_all(at: AtWork[RunRecord]) -> None:
    """Cut the style on one body after the other, telling after each."""
    run = at.record
    rules, steps = run.house_rules(), run.recipe()
    like = styles.pins_of(run.style) if run.style else ()
    bodies = [read_body(b) for b in run.bodies]
    cuts: dict[int, BodyCut] = {}
    for n, body in enumerate(bodies):
        if at.is_over():
            break
        bodies[n] = found = with_blocks(run.workroom, body, like)
        if found.pins:
            cuts[n] = cut_on(on_table(found), steps, rules, run.plan())
        at.let_others_first()
        at.keep(done=n + 1, bodies=[b.data() for b in bodies])
    if not at.stopped and at.is_over():
        at.end(done=0)
        return
    at.end("It was stopped." if at.stopped else "", result=_result(cuts, bodies).model_dump(mode="json"))


def _result(cuts: dict[int, BodyCut], bodies: Sequence[BodyData]) -> Result:
    patterns = [c.pattern for c in cuts.values()]
    points: dict[str, None] = {}
    for other in patterns[1:]:
        points |= dict.fromkeys(points_to_lie_together(patterns[0], other))
    return Result(
        cuts={n: _cut_data(c) for n, c in cuts.items()},
        lengths=[
            LengthData(piece=k.piece, name=k.name, lengths=list(k.lengths), steps=list(k.steps), odd=list(k.odd))
            for k in key_lengths(patterns, apart([bodies[n] for n in cuts]))
        ],
        points=list(points),
    )


def _cut_data(cut: BodyCut) -> CutData:
    return CutData(
        cannot=[str(e) for e in cut.cannot],
        broken=[BrokenData(seam=p.name, over=p.over) for p in cut.broken],
        findings=[f.words for f in cut.to_do],
        cautions=[f.words for f in cut.cautions],
        pieces=len(cut.pattern.pieces),
    )


def _write_all(at: AtWork[RunFiles]) -> None:
    """Write everything of a run into one archive."""
    run = at.record.run
    rules, day = run.house_rules(), run.created.date()
    out = io.BytesIO()
    cuts: list[Cut] = []
    names: set[str] = set()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for n, cut in enumerate(of_all(run), 1):
            if at.is_over():
                break
            folder = _free(file_name(cut.body.label), names)
            for name, data in bundle(cut.replay, size_of(run, cut).finished, titled(run, cut.body), rules, day).items():
                _put(archive, f"{folder}/{name}", data)
            cuts.append(cut)
            at.keep(done=n)
            at.let_others_first()
        else:
            for name, data in of_run(run, cuts).items():
                _put(archive, name, data)
    over = at.is_over()
    at.end("It was stopped." if at.stopped else "", **({"done": 0} if over else {"data": out.getvalue()}))


def _free(name: str, taken: set[str]) -> str:
    found = name if name not in taken else next(f"{name} {k}" for k in range(2, 999) if f"{name} {k}" not in taken)
    taken.add(found)
    return found


def _put(archive: zipfile.ZipFile, name: str, data: bytes) -> None:
    archive.writestr(zipfile.ZipInfo(name, DAY), data, zipfile.ZIP_DEFLATED)


RUN: Final = Job(_cut_all, BROKE)
FILES: Final = Job(_write_all, BROKE)
