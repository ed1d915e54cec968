"""Runs in words."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from patterncraft.formats.drawing import Point
from patterncraft.formats.lay_svg import path_of
from patterncraft.formats.nested import Size, dash_of, nest
from patterncraft.geometry.svgpath import to_svg
from patterncraft.units import INCH, Unit, format_length, in_unit

from . import services
from .bodies import BodyData, read_body
from .models import RunRecord
from .shapes import (
    BodyOut,
    CellOut,
    CutData,
    FilesOut,
    LengthData,
    LengthOut,
    LyingOut,
    NestedPiece,
    NestOut,
    Result,
    RunHead,
    RunOut,
)

SCREEN: Final = 1.3
"""A screen's width to its height, about."""


def run_head(run: RunRecord) -> RunHead:
    """A run in a list."""
    return RunHead(
        id=run.pk,
        name=run.name,
        style_id=run.style_id,
        bodies=len(run.bodies),
        state=run.state,
        when=run.created.date().isoformat(),
        stale=services.is_stale(run),
    )


def run_out(run: RunRecord) -> RunOut:
    """A run as it stands."""
    result = Result.model_validate(run.result)
    unit = run.house_rules().unit
    bodies = [read_body(b) for b in run.bodies]
    files = services.files_of(run)
    return RunOut(
        id=run.pk,
        name=run.name,
        style_id=run.style_id,
        style=run.style.name if run.style else "",
        state=run.state,
        message=run.message,
        stopping=run.stop,
        done=run.done,
        of=len(bodies),
        stale=services.is_stale(run),
        when=run.created.date().isoformat(),
        unit=unit,
        points=result.points,
        bodies=[_body(n, b, result.cuts.get(n), unit) for n, b in enumerate(bodies)],
        columns=[bodies[n].label for n in result.cuts],
        lengths=[_length(k, unit) for k in result.lengths],
        files=FilesOut(state=files.state, message=files.message, done=files.done) if files else None,
    )


def nest_out(sizes: Sequence[Size], numbers: Sequence[int], at: str) -> NestOut:
    """As the screen draws it. ``numbers``: of the bodies, in the order of the sizes."""
    found = nest(sizes, at, shape=SCREEN)
    pieces = []
    for name, lain in found.pieces:
        left, top, right, bottom = lain[0].piece.box
        drawn = [
            LyingOut(
                body=numbers[q.size],
                cut=path_of(list(q.piece.cut_line)),
                sew=[to_svg(e.path) for e in q.piece.edges if e.allowance],
                dash=list(dash_of(q.size)),
            )
            for q in lain
        ]
        pieces.append(NestedPiece(name=name, at=Point(x=(left + right) / 2, y=(top + bottom) / 2), lain=drawn))
    return NestOut(width=found.width, height=found.height, pieces=pieces)


def _body(number: int, body: BodyData, cut: CutData | None, unit: Unit) -> BodyOut:
    found = cut or CutData(cannot=[], broken=[], findings=[], cautions=[], pieces=0)
    return BodyOut(
        number=number + 1,
        label=body.label,
        said=list(body.said),
        why=body.why,
        cut=cut is not None,
        pieces=found.pieces,
        cannot=[in_unit(x, unit) for x in found.cannot],
        broken=[f"{b.seam}, by {format_length(abs(b.over), unit, 2)}" for b in found.broken],
        findings=[in_unit(x, unit) for x in found.findings],
        cautions=[in_unit(x, unit) for x in found.cautions],
    )


def _length(k: LengthData, unit: Unit) -> LengthOut:
    cells = []
    for n, length in enumerate(k.lengths):
        step = k.steps[n - 1] if n else None
        cells.append(
            CellOut(
                text="–" if length is None else format_length(length, unit, with_unit=False),
                step="" if step is None else _step(step, unit),
                odd=n - 1 in k.odd,
            )
        )
    return LengthOut(piece=k.piece, name=k.name, cells=cells)


def _step(step: float, unit: Unit) -> str:
    """With its sign, to the millimetre, or the hundredth of an inch: fractions hide what a step is."""
    value = step / INCH if unit == "in" else step
    digits = 2 if unit == "in" else 1
    said = f"{value:+.{digits}f}"
    return "=" if float(said) == 0 else said.replace("-", "−")
