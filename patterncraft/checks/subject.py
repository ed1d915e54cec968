"""What the checks look at: a pattern, the house's rules, the record of its blocks, the wearer, and what is asked of it more than once."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

from ..by_identity import ByIdentity
from ..finishing.finish import AS_THE_HOUSE
from ..finishing.plan import Finishing
from ..girths import RoundGirth, by_name, round_the_body
from ..house import HouseRules
from ..ledger import Promise, ledger
from ..measures.chart import Chart
from ..moves.move import Remark
from ..paper.gives import gives_round
from ..paper.opening import may_open
from ..paper.pattern import Pattern
from ..paper.seam import Seam, Side
from ..replay import Replay
from .joints import Joint, joints_of
from .record import Record, after


@dataclass(frozen=True)
class Subject:
    """``record``: what the blocks came to, and what was changed on purpose; empty where nothing is known of them. ``body``: the wearer's measures, cm.
    ``remarks``: what the steps themselves found wanting. ``replay``: the recipe behind the pattern, where there is one; ``by_steps``: whether
    there were steps, where only that is known. ``plan``: how the style is finished where it departs from the house."""

    pattern: Pattern
    rules: HouseRules
    record: Record
    body: Chart
    remarks: tuple[Remark, ...] = ()
    replay: Replay | None = None
    ledger: Sequence[Promise] | None = None
    by_steps: bool | None = None
    plan: Finishing = AS_THE_HOUSE

    @classmethod
    def after(
        cls,
        replay: Replay,
        rules: HouseRules,
        body: Chart | None = None,
        promises: Sequence[Promise] | None = None,
        plan: Finishing = AS_THE_HOUSE,
    ) -> Subject:
        """The work after all steps of a replay; ``promises``: its ledger, where that was made up already; ``plan``: how the style is finished."""
        return cls(replay.pattern, rules, after(replay), body or {}, remarks_of(replay), replay, promises, plan=plan)

    def at(self, pattern: Pattern, replay: Replay, steps: int) -> Subject:
        """The same question asked of the work after so many steps of the replay."""
        part = Replay(replay.start, replay.done[:steps])
        return replace(self, pattern=pattern, record=after(part), remarks=remarks_of(part), replay=part, ledger=None)

    @cached_property
    def rules_key(self) -> str:
        """The house's rules as one word, by which they are told apart."""
        return _as_word(self.rules)

    @cached_property
    def plan_key(self) -> str:
        """The style's finishing as one word."""
        return _plan_as_word(self.plan)

    @cached_property
    def worked(self) -> bool:
        """Whether anything was done: blocks as they came are no garment yet. Without a recipe it is told by the paper, and by what closes it."""
        if self.by_steps is not None:
            return self.by_steps
        if self.replay is not None and any(d.before is not d.after for d in self.replay.done):
            return True
        return bool(self.pattern.closures) or any(p.paper.block is not None for p in self.pattern.pieces)

    @cached_property
    def promises(self) -> Mapping[str, Promise]:
        """The ledger's seams by name."""
        lines = ledger(self.pattern, self.rules) if self.ledger is None else self.ledger
        return {p.name: p for p in lines if p.kind == "seam"}

    @cached_property
    def joints(self) -> list[Joint]:
        """All joints of flowing edges."""
        return joints_of(self.pattern)

    @cached_property
    def girths(self) -> Mapping[str, float]:
        """cm round the body by level or edge, as sewn."""
        return round_the_body(self.pattern)

    @cached_property
    def rounds(self) -> Mapping[str, RoundGirth]:
        """The same with the pieces that carry them."""
        return by_name(self.pattern)

    @cached_property
    def left_open(self) -> list[tuple[str, int]]:
        """Pieces and numbers of their edges that are left open."""
        return may_open(self.pattern)

    @cached_property
    def on_body(self) -> Pattern:
        """The pattern with the body's measures at hand, as it is asked where an edge lies."""
        return replace(self.pattern, wearer=self.body)

    def gives(self, pieces: Iterable[str]) -> float:
        """Times that the cloth of these pieces gives round the body: 1 for a woven one, the least of them."""
        return 1 + min((gives_round(self.pattern.piece(n)) for n in pieces), default=0.0) / 100

    def place(self, side: Side, at: float) -> tuple[str, complex]:
        """The piece, and the point on its paper, ``at`` cm along a seam's side."""
        found = self.pattern.on_side(side, at)
        edge = found.piece.outline[found.spot.edge]
        return found.piece.name, edge.path.at(found.spot.along)

    def middle(self, seam: Seam) -> tuple[str, complex]:
        """The piece and the point half-way along a seam's first side."""
        return self.place(seam.a, 0.5 * self.promises[seam.name].length_a)

    def remarked(self, code: str) -> list[Remark]:
        """What the steps found wanting for a check, as far as its piece is still on the table."""
        there = {p.name for p in self.pattern.pieces}
        return [r for r in self.remarks if r.code == code and r.piece in there]


_as_word = ByIdentity(HouseRules.model_dump_json, 64)
_plan_as_word = ByIdentity(Finishing.model_dump_json, 64)


def remarks_of(replay: Replay) -> tuple[Remark, ...]:
    """What all the steps found wanting."""
    return tuple(r for d in replay.done for r in d.remarks)
