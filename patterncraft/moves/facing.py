"""Facing: what finishes an edge inside, of the style's own shape."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import pairwise
from typing import ClassVar, Literal

from ..drafting.construction import Construction
from ..errors import MoveRefused
from ..handwork.joining import OnPiece
from ..handwork.new_seam import unique_name
from ..handwork.promising import side_of
from ..house import HouseRules, edge_word
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, Piece
from ..paper.seam import Seam, SeamRule, Side, Stretch
from ..paper.sewn import neighbours, start_word
from ..parts.beside import names_beside, shaped_strip, strip_sheet
from ..parts.grown_facing import chain_of, part_within
from ..parts.loose_edges import in_one_sense, reading_of, sewn_now
from ..parts.part import Join, Pair, Part, piece_names, seam_names
from ..parts.reading import STRIPS, Reading
from ..units import INCH, Unit, format_length
from ..working import Quantity, Sum, fine, length, tell
from .move import Example, slot_field
from .part_move import PartMove

INNER, FACING = "inner edge", "facing"


class Facing(PartMove):
    """Along one edge or several: darts and panels shut, the sheets laid side by side as they are sewn. Over the shoulders it is one piece, but where both
    centres are folds: then it is cut apart there. Several edges of one sheet (neckline and armhole; an opening with its collar) are faced by one piece."""

    title: ClassVar[str] = "Facing"
    key: ClassVar[str] = "f"
    sentence: ClassVar[str] = "Face {edges}, {width} wide{apart}."
    synonyms: ClassVar[tuple[str, ...]] = ("neck facing", "armhole facing", "all-in-one facing", "front facing", "waist facing")
    example: ClassVar[Example | None] = Example("bodice", {"edges": [["front", "neckline"], ["back", "neckline"]]})

    move: Literal["facing"]
    edges: tuple[OnPiece, ...] = slot_field(
        "edges", "Which edges are faced, in their order?", "edges of pieces", "Edges", min_length=1, max_length=20
    )
    width: float = slot_field("width", "How wide?", "length", "Width", 2 * INCH, gt=1, le=40, unit="cm")
    apart: bool | None = slot_field(
        "apart",
        "In one piece, or cut apart at the seams?",
        "choice",
        "Cut apart",
        None,
        choices=(("true", "cut apart at the seams"), ("false", "in one piece")),
    )

    def pieces_named(self) -> tuple[str, ...]:
        """The pieces whose edges are faced."""
        return tuple(dict.fromkeys(p for p, _ in self.edges))

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        words = {None: ", in as few pieces as lie flat", True: ", cut apart at the seams", False: ", in one piece"}
        return {
            "edges": " and ".join(f"the {e} of the {p}" for p, e in self.edges),
            "width": format_length(self.width, unit),
            "apart": words[self.apart],
        }

    def draw(self, pattern: Pattern, rules: HouseRules) -> Part:
        """See PartMove. Raises NoSuchName; MoveRefused for a facing wider than its piece, or one that would lie on two folds."""
        side_of(pattern, [e for e in self.edges if not _is_fold(pattern, e)], "edges")
        table = sewn_now(pattern, self.edges)
        by_piece = {p for p, _ in self.edges}
        if len(by_piece) == 1 and len(self.edges) > 1:
            return self._round_one_sheet(table, pattern)
        return self._along(table, pattern)

    def _along(self, table: Pattern, pattern: Pattern) -> Part:
        whole = _over_strip(table, in_one_sense(table, side_of(table, self.edges, "edges")))
        word = edge_word(whole[-1].edge)
        reading = reading_of(table, [(s.piece, s.edge) for s in whole], f"{word} facing", "edges")
        groups = self._groups(table, reading.side)
        pencil = Construction()
        pieces: list[Piece] = []
        own: list[Stretch] = []
        sums: list[Sum] = []
        taken: list[str] = []
        for group in groups:
            name = unique_name(_name_of(group), [*(p.name for p in pattern.pieces), *taken])
            taken.append(name)
            shape = shaped_strip(table, group, self.width, "width")
            edge = group[0].edge if len({s.edge for s in group}) == 1 else edge_word(group[0].edge)
            folds = [e for e in (shape.start, shape.end) if e.kind == "fold"]
            if len(folds) == 2:
                raise MoveRefused(
                    "in one piece it would lie on two folds, at the front and at the back.",
                    name,
                    "Cut it apart at the seams.",
                    "apart",
                )
            cut = CutPlan(1, True, False, FACING, interfacing=1) if folds else CutPlan(2, False, True, FACING, interfacing=2)
            piece = strip_sheet(name, shape, edge, INNER, cut)
            pieces.append(piece)
            start, ends = names_beside(table, group)[0], neighbours(piece, edge)
            own.append(Stretch(name, edge, start_word(piece, edge, start == ends[1] and start != ends[0])))
            sums += [
                Sum(f"{name.capitalize()}, along the edge", fine(shape.outer.length)),
                Sum("Along its inner edge", fine(shape.inner.length)),
            ]
            pencil.draw(
                name,
                "The edge as it is sewn, darts shut, sheet beside sheet; the width square to it.",
                *sums[-2:],
                Sum("Wide", length(self.width)),
                paths=tuple(e.path for e in piece.outline),
            )
        own_seams = self._sewn_together(table, groups, pieces)
        told = [tell(f"On the fold at the {e.name}.") for p in pieces for e in p.outline if e.kind == "fold"]
        pairs = tuple(Pair(s.name or "joint", s.at, s.at) for s in reading.stops)
        join = Join(reading, tuple(own), SeamRule("equal"), pairs)
        return Part("facing", tuple(pieces), (join,), own_seams, (), (*sums, *told), tuple(pencil.stages), (), table)

    def _groups(self, table: Pattern, side: Side) -> list[Side]:
        """The side in as many parts as the facing has pieces: panels of one front together, front and back where the facing is cut apart."""
        apart = self.apart
        if apart is None:
            ends = names_beside(table, side)
            kinds = [_kind_of(table, s.piece, e) for s, e in zip((side[0], side[-1]), ends, strict=True)]
            apart = len(side) > 1 and kinds == ["fold", "fold"]
        if not apart:
            return [side]
        groups: list[list[Stretch]] = []
        for s in side:
            if groups and _half(groups[-1][-1].piece) == _half(s.piece):
                groups[-1].append(s)
            else:
                groups.append([s])
        return [tuple(g) for g in groups]

    def _sewn_together(self, table: Pattern, groups: list[Side], pieces: list[Piece]) -> tuple[Seam, ...]:
        """Where a facing is cut apart, its pieces are sewn together as the style's sheets are."""
        seams = []
        for (one, other), (a, b) in zip(pairwise(groups), pairwise(pieces), strict=True):
            there, here = names_beside(table, one)[1], names_beside(table, other)[0]
            if there in a.edge_names and here in b.edge_names:
                seams.append((there, Stretch(a.name, there, INNER), Stretch(b.name, here, INNER)))
        names = seam_names(table, [f"facing {n}" for n, _, _ in seams])
        return tuple(Seam(n, (a,), (b,), SeamRule("equal")) for n, (_, a, b) in zip(names, seams, strict=True))

    def _round_one_sheet(self, table: Pattern, pattern: Pattern) -> Part:
        """Several edges of one sheet: the paper beside them, cut along a line from neighbour to neighbour."""
        sheet = table.piece(self.edges[0][0])
        chain = chain_of(sheet, [e for _, e in self.edges], "edges")
        word = _half(sheet.name)
        (name,) = piece_names(pattern, (f"{word} facing" if word else f"{sheet.name} facing",))
        piece = part_within(sheet, chain, self.width, INNER, name, table)
        piece = replace(piece, cut=replace(piece.cut.of(FACING), interfacing=piece.cut.quantity))
        joins: list[Join] = []
        for _, edge in self.edges:
            if edge not in piece.edge_names or _is_fold(table, (sheet.name, edge)):
                continue
            reading = reading_of(table, [(sheet.name, edge)], f"{edge} facing", "edges")
            reading = _named_apart(reading, [j.reading.seam.name for j in joins])
            if len(reading.side) > 1:
                continue
            joins.append(Join(reading, (Stretch(name, edge, reading.side[0].start),), SeamRule("equal")))
        pencil = Construction()
        sums = [Sum("Paper of the facing", Quantity(piece.area, "area")), Sum("Wide", length(self.width))]
        pencil.draw(
            name,
            "Traced from the sheet: what lies within the width of its edges.",
            *sums,
            paths=tuple(e.path for e in piece.outline),
        )
        return Part("facing", (piece,), tuple(joins), (), (), tuple(sums), tuple(pencil.stages), (), table)


def _over_strip(table: Pattern, side: Side) -> Side:
    """With the end of a button stand at the side's start, where there is one: the opening is faced up to its edge."""
    first = side[0]
    beside = names_beside(table, side)[0]
    if not beside.startswith(STRIPS) or edge_word(beside) != edge_word(first.edge):
        return side
    piece = table.piece(first.piece)
    outer = next((e for e in neighbours(piece, beside) if e != first.edge), "")
    return (Stretch(piece.name, beside, outer), *side)


def _named_apart(reading: Reading, taken: Sequence[str]) -> Reading:
    name = unique_name(reading.seam.name, list(taken))
    return reading if name == reading.seam.name else reading._replace(seam=replace(reading.seam, name=name))


def _name_of(side: Side) -> str:
    halves = {_half(s.piece) for s in side}
    word = halves.pop() if len(halves) == 1 else ""
    return f"{word} facing" if word else f"{edge_word(side[0].edge)} facing"


def _half(piece: str) -> str:
    words = piece.split()
    return "front" if "front" in words else "back" if "back" in words else ""


def _kind_of(table: Pattern, piece: str, edge: str) -> str:
    return next((e.kind for e in table.piece(piece).outline if e.name == edge), "seam")


def _is_fold(table: Pattern, edge: OnPiece) -> bool:
    return _kind_of(table, *edge) == "fold"
