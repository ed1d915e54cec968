"""Turn an edge into: a fold becomes a seam where a zip is wanted, a seam a fold, an edge an opening or a hem."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..handwork.fold_to_seam import centre_seam, plan_for
from ..house import HouseRules
from ..paper.edge import Edge
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import run_of, runs_of
from ..tolerances import SNAP
from ..units import Unit
from ..working import Sum, notes, tell
from .move import Example, Group, Move, Outcome, slot_field

_WORDS = {"seam": "a seam", "fold": "a fold", "opening": "an opening", "hem": "a hem"}


class TurnEdgeInto(Move):
    """Changes what becomes of an edge in sewing; the paper stays as it is."""

    group: ClassVar[Group] = "Join"
    title: ClassVar[str] = "Turn an edge into"
    key: ClassVar[str] = "t"
    sentence: ClassVar[str] = "Turn the {edge} of the {piece} into {kind}."
    synonyms: ClassVar[tuple[str, ...]] = ("fold to seam", "seam to fold", "cut on the fold", "opening", "hem", "zip")
    example: ClassVar[Example | None] = Example("skirt", {"piece": "skirt front", "edge": "centre front", "kind": "seam"})

    move: Literal["turn_edge_into"]
    piece: str = slot_field("piece", "Of which piece?", "piece", "Piece", max_length=80)
    edge: str = slot_field("edge", "Which edge?", "edge", "Edge", max_length=80)
    kind: Literal["seam", "fold", "opening", "hem"] = slot_field(
        "kind", "Into what?", "choice", "Becomes", choices=tuple(_WORDS.items())
    )

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"piece": self.piece, "edge": self.edge, "kind": _WORDS[self.kind]}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused for a fold that is not straight, or what the edge is already."""
        hand = take_up(pattern, self.piece)
        piece = hand.piece(self.piece)
        run = run_of(piece, self.edge)
        was = piece.outline[run[0]].kind
        if was == self.kind:
            raise MoveRefused(f"the {self.edge} is {_WORDS[self.kind]} already.", self.piece, "Choose another kind.", "kind")
        if self.kind == "fold":
            self._can_fold(piece, run)
        dropped = self._freed(pattern)
        outline = tuple(Edge(e.name, self.kind, e.path, e.cut, e.trace) if i in run else e for i, e in enumerate(piece.outline))
        turned = replace(piece, outline=outline, cut=plan_for(piece, self.kind, was))
        seams = [centre_seam(pattern, self.piece, self.edge)] if self.kind == "seam" and was == "fold" else []
        followed = lay_down(hand, [turned], seams=seams, dropped=dropped, given_up=dropped)
        return Outcome(followed.pattern, self._working(turned, dropped) + notes(followed.told))

    def _can_fold(self, piece: Piece, run: list[int]) -> None:
        if any(e.kind == "fold" for e in piece.outline):
            raise MoveRefused("cloth cannot be laid on two folds.", self.piece, "Turn the other fold into a seam first.", "kind")
        start, end = piece.outline[run[0]].path.start, piece.outline[run[-1]].path.end
        straight = sum(piece.outline[i].length for i in run) - abs(end - start) < 10 * SNAP
        if len(runs_of(piece, self.edge)) > 1 or not straight:
            raise MoveRefused(
                f"the {self.edge} is not one straight line, so cloth cannot be folded along it.",
                self.piece,
                "Close its darts, or straighten it first.",
                "edge",
            )

    def _freed(self, pattern: Pattern) -> list[str]:
        """Names of the seams that end with the edge; a seam with a partner is not given up silently."""
        found = []
        for name in pattern.seams_of(self.piece, self.edge):
            seam = pattern.seam(name)
            if seam.b:
                other = ", ".join(f"{s.piece} {s.edge}" for s in (*seam.a, *seam.b) if (s.piece, s.edge) != (self.piece, self.edge))
                raise MoveRefused(
                    f"the {self.edge} is sewn to the {other}.",
                    self.piece,
                    "Join the two, or choose an edge that is not sewn.",
                    "edge",
                )
            if len(seam.a) > 1:
                continue
            found.append(name)
        return found

    def _working(self, piece: Piece, dropped: list[str]) -> tuple[Sum, ...]:
        lines = []
        if self.kind == "fold":
            lines.append(tell("Cut one piece, on the fold."))
        elif piece.cut.quantity == 2 and self.kind == "seam":
            lines.append(tell(f"Cut two, one mirrored, with an allowance at the {self.edge}: a zip can stand here."))
        lines += [tell(f"The {name} is sewn no more.") for name in dropped]
        return tuple(lines)
