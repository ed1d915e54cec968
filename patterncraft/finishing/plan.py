"""How a style is finished where it departs from the house rules: a list of lines, the later ones over the earlier, kept with the style."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Annotated, Final, Literal

from pydantic import Field

from ..errors import BadPlace, BadSetting
from ..house import CornerKind, HouseRules, NotchKind, Strict
from ..paper.dart import Dart, darts_of
from ..paper.edge import EdgeKind
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..units import Unit, format_length

CORNERS: Final[dict[CornerKind, str]] = {"mitred": "mitred", "squared": "squared", "folded": "cut as the seam folds"}
NOTCHES: Final[dict[NotchKind, str]] = {"slit": "snipped", "v": "cut as a V", "none": "not cut"}
Name = Annotated[str, Field(max_length=80)]


class EdgeFinish(Strict):
    """Another allowance for an edge, other corners at its ends, or both. ``piece`` empty: that edge on every piece; ``edge`` empty: every edge."""

    finish: Literal["edge"] = "edge"
    piece: Name = ""
    edge: Name = ""
    allowance: float | None = Field(default=None, ge=0, le=15, json_schema_extra={"unit": "cm"})
    corners: CornerKind | None = None

    def spoken(self, unit: Unit) -> str:
        """The line in words."""
        where = " ".join(x for x in (self.piece, self.edge) if x) or "every edge"
        said = []
        if self.allowance is not None:
            said.append(f"{format_length(self.allowance, unit)} allowance" if self.allowance else "no allowance")
        if self.corners is not None:
            said.append(f"corners {CORNERS[self.corners]}")
        return f"{_capital(where)}: {', '.join(said)}."


class NetFinish(Strict):
    """A piece without any allowance, as for card. ``piece`` empty: every piece. ``net`` false takes that back."""

    finish: Literal["net"] = "net"
    piece: Name = ""
    net: bool = True

    def spoken(self, unit: Unit) -> str:
        """The line in words."""
        return f"{_capital(self.piece or 'every piece')}: {'net, without allowance' if self.net else 'with its allowances'}."


class DartFinish(Strict):
    """A dart that is cut out, with an allowance of its own along both its legs. ``dart`` empty: every dart of the piece that is wide
    enough; ``piece`` empty: of every piece."""

    finish: Literal["dart"] = "dart"
    piece: Name = ""
    dart: Name = ""
    cut_out: bool = True
    allowance: float | None = Field(default=None, ge=0.3, le=4, json_schema_extra={"unit": "cm"})

    def spoken(self, unit: Unit) -> str:
        """The line in words."""
        where = " ".join(x for x in (self.piece, self.dart or "wide darts") if x)
        own = f" with {format_length(self.allowance, unit)} along its legs" if self.allowance is not None else ""
        return f"{_capital(where)}: {'cut out' + own if self.cut_out else 'folded, not cut'}."


class NotchFinish(Strict):
    """How notches are cut in the whole style."""

    finish: Literal["notches"] = "notches"
    notches: NotchKind

    def spoken(self, unit: Unit) -> str:
        """The line in words."""
        return f"Notches {NOTCHES[self.notches]}."


FinishLine = Annotated[EdgeFinish | NetFinish | DartFinish | NotchFinish, Field(discriminator="finish")]


class Finishing(Strict):
    """The lines of one style, in order. Where none speaks, the house rules hold."""

    lines: tuple[FinishLine, ...] = Field(default=(), max_length=400)

    def allowance(self, piece: str, edge: str, kind: EdgeKind, rules: HouseRules) -> float:
        """cm outside the sewing line; 0 on a fold and on a net piece."""
        if kind == "fold" or self.is_net(piece):
            return 0.0
        own = [x.allowance for x in self._of_edge(piece, edge) if x.allowance is not None]
        return own[-1] if own else rules.allowances.for_edge(edge, kind)

    def corners(self, piece: str, edge: str, kind: EdgeKind, rules: HouseRules) -> CornerKind:
        """What becomes of the allowance at both ends of an edge."""
        own = [x.corners for x in self._of_edge(piece, edge) if x.corners is not None]
        if own:
            return own[-1]
        return rules.finishing.hem_corners if kind == "hem" else rules.finishing.seam_corners

    def is_net(self, piece: str) -> bool:
        """Whether the piece is cut along its sewing line."""
        own = [x.net for x in self.lines if isinstance(x, NetFinish) and x.piece in ("", piece)]
        return bool(own) and own[-1]

    def cut_out(self, piece: str, dart: Dart, rules: HouseRules) -> float | None:
        """cm along the legs of a dart that is cut out; None for one that is folded."""
        found: float | None = None
        for x in self.lines:
            if isinstance(x, DartFinish) and x.piece in ("", piece) and x.dart in ("", dart.name):
                wide = dart.intake > rules.finishing.cut_out_over
                own = rules.finishing.dart_allowance if x.allowance is None else x.allowance
                found = own if x.cut_out and wide else None
        return found

    def notches(self, rules: HouseRules) -> NotchKind:
        """How notches are cut."""
        own = [x.notches for x in self.lines if isinstance(x, NotchFinish)]
        return own[-1] if own else rules.finishing.notches

    def _of_edge(self, piece: str, edge: str) -> Iterator[EdgeFinish]:
        return (x for x in self.lines if isinstance(x, EdgeFinish) and x.piece in ("", piece) and x.edge in ("", edge))

    def idle(self, pattern: Pattern) -> list[FinishLine]:
        """Lines that speak of a piece, edge or dart that is not on the table (any more)."""
        return [x for x in self.lines if not _reaches(x, pattern.pieces)]


def _reaches(line: FinishLine, pieces: Sequence[Piece]) -> bool:
    if isinstance(line, NotchFinish):
        return True
    own = [p for p in pieces if line.piece in ("", p.name)]
    if isinstance(line, EdgeFinish) and line.edge:
        return any(line.edge in p.edge_names for p in own)
    if isinstance(line, DartFinish) and line.dart:
        return any(d.name == line.dart for p in own for d in darts_of(p))
    return bool(own)


def with_line(plan: Finishing, line: FinishLine, pattern: Pattern, rules: HouseRules) -> Finishing:
    """The plan with one line more; an earlier line that this one says anew falls away. Raises BadPlace for what is not on the table, BadSetting
    for a line that says nothing, or that no cloth can follow."""
    if not _reaches(line, pattern.pieces):
        _refuse(line, pattern)
    if isinstance(line, EdgeFinish):
        _sensible(line, pattern)
    if isinstance(line, DartFinish) and line.dart and line.cut_out:
        own = [d for p in pattern.pieces if line.piece in ("", p.name) for d in darts_of(p) if d.name == line.dart]
        widest = max(d.intake for d in own)
        if widest <= rules.finishing.cut_out_over:
            raise BadSetting(
                f"it is {widest:.1f} cm wide: one of {rules.finishing.cut_out_over:g} cm or less is folded, there is no room for two allowances.",
                f"{line.piece} {line.dart}".strip(),
                "Leave it folded, or change the limit in the house rules.",
                "dart",
            )
    return Finishing(lines=(*(x for x in plan.lines if not _said_anew(x, line)), line))


def _sensible(line: EdgeFinish, pattern: Pattern) -> None:
    if line.allowance is None and line.corners is None:
        raise BadSetting("that line says nothing.", line.edge, "Say an allowance, or how its corners are cut.", "allowance")
    kinds = {e.kind for p in pattern.pieces if line.piece in ("", p.name) for e in p.outline if e.name == line.edge}
    if kinds == {"fold"} and line.allowance:
        raise BadSetting(
            "it lies on the fold: the other half is there, no allowance.",
            f"{line.piece} {line.edge}".strip(),
            "Lay the piece open first if it is to have a seam there.",
            "allowance",
        )


def _said_anew(old: FinishLine, new: FinishLine) -> bool:
    if isinstance(old, EdgeFinish) and isinstance(new, EdgeFinish):
        alike = new.piece in ("", old.piece) and new.edge in ("", old.edge)
        return alike and (old.allowance is None or new.allowance is not None) and (old.corners is None or new.corners is not None)
    if isinstance(old, NetFinish) and isinstance(new, NetFinish):
        return new.piece in ("", old.piece)
    if isinstance(old, DartFinish) and isinstance(new, DartFinish):
        return new.piece in ("", old.piece) and new.dart in ("", old.dart)
    return isinstance(old, NotchFinish) and isinstance(new, NotchFinish)


def _refuse(line: FinishLine, pattern: Pattern) -> None:
    names = [p.name for p in pattern.pieces]
    piece = getattr(line, "piece", "")
    if piece and piece not in names:
        raise BadPlace(f"there is no piece “{piece}”.", piece, f"There are: {', '.join(names)}.", "piece")
    if isinstance(line, EdgeFinish):
        known = dict.fromkeys(e for p in pattern.pieces if piece in ("", p.name) for e in p.edge_names)
        raise BadPlace(f"there is no edge “{line.edge}”.", piece or "any piece", f"There are: {', '.join(known)}.", "edge")
    darts = [d.name for p in pattern.pieces if piece in ("", p.name) for d in darts_of(p)]
    said = f"There are: {', '.join(dict.fromkeys(darts))}." if darts else "There is no dart."
    raise BadPlace(f"there is no dart “{getattr(line, 'dart', '')}”.", piece or "any piece", said, "dart")


def _capital(words: str) -> str:
    return words[:1].upper() + words[1:]
