"""Corrections of every kind, read from plain data and done on a block."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Annotated, Any

from pydantic import Field, TypeAdapter, ValidationError

from ..drafting.corrections import MatchShoulders, SoftenCap, TrueLegs
from ..drafting.school import Block
from ..errors import BadSetting
from ..paper.pattern import Pattern
from ..paper.seam import Seam
from ..validation import first_fault
from .by_step import ByStep

AnyCorrection = MatchShoulders | TrueLegs | SoftenCap | ByStep
Correction = Annotated[AnyCorrection, Field(discriminator="correction")]
_READER: TypeAdapter[AnyCorrection] = TypeAdapter(Correction)


def read_correction(data: Any) -> AnyCorrection:
    """Raises BadSetting when it is no correction."""
    try:
        return _READER.validate_python(data)
    except ValidationError as e:
        message, field = first_fault(e, 1)
        raise BadSetting(message, "Correction", field=field) from None


def corrected(block: Block, corrections: Sequence[Any]) -> Block:
    """The block with further corrections (plain data) done on its paper, one after the other."""
    pattern = block.pattern
    for data in corrections:
        pattern = _held_anew(read_correction(data).apply(pattern))
    return replace(block, pattern=pattern, corrections=(*block.corrections, *corrections))


def _held_anew(pattern: Pattern) -> Pattern:
    """Edges that wait for a partner are held as the corrected block has them, not as it was drafted."""

    def held(s: Seam) -> Seam:
        return replace(s, rule=replace(s.rule, length=pattern.side_length(s.a))) if s.rule.kind == "hold" and not s.b else s

    return replace(pattern, seams=tuple(held(s) for s in pattern.seams))
