"""A pattern: its pieces, their seams and notches. Immutable; every move returns a new one."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import NamedTuple

from ..errors import no_such
from ..tolerances import SNAP
from .closure import Closure
from .made import Made
from .piece import Piece
from .seam import Notch, Seam, Stretch
from .sewn import Spot, sewn_length, spot_along, starts_at_end


class SidePlace(NamedTuple):
    """A place on a seam's side, found on the paper."""

    piece: Piece
    spot: Spot


class PlacedNotch(NamedTuple):
    """A notch and where it lies on a piece's outline."""

    notch: Notch
    spot: Spot


@dataclass(frozen=True, slots=True)
class Pattern:
    """Pieces in their order on the table, the seams between them, the seams' notches, and what closes the openings.

    ``wearer``: the measures at hand of the person whose blocks lie there, cm by key. ``made``: the parts made to measure
    that follow what they were measured from. Neither is paper: patterns of one paper are equal without them.
    """

    pieces: tuple[Piece, ...]
    seams: tuple[Seam, ...] = ()
    notches: tuple[Notch, ...] = ()
    closures: tuple[Closure, ...] = ()
    wearer: Mapping[str, float] = field(default_factory=dict, compare=False, repr=False)
    made: tuple[Made, ...] = field(default=(), compare=False, repr=False)

    def piece(self, name: str) -> Piece:
        """Raises NoSuchName listing the pieces there are."""
        for p in self.pieces:
            if p.name == name:
                return p
        raise no_such("piece", name, [p.name for p in self.pieces])

    def with_piece(self, piece: Piece) -> Pattern:
        """The pattern with the piece of that name replaced."""
        return replace(self, pieces=tuple(piece if p.name == piece.name else p for p in self.pieces))

    def seam(self, name: str) -> Seam:
        """Raises NoSuchName listing the seams there are."""
        for s in self.seams:
            if s.name == name:
                return s
        raise no_such("seam", name, [s.name for s in self.seams])

    def side_length(self, side: tuple[Stretch, ...]) -> float:
        """Sewn length of a seam's side, cm."""
        return sum(sewn_length(self.piece(s.piece), s.edge, s.run) for s in side)

    def on_side(self, side: tuple[Stretch, ...], at: float) -> SidePlace:
        """The place ``at`` cm along a side from its start, clamped to the side."""
        *before, s = side
        for k, stretch in enumerate(before):
            own = sewn_length(self.piece(stretch.piece), stretch.edge, stretch.run)
            if at <= own + SNAP:
                s = side[k]
                break
            at -= own
        piece = self.piece(s.piece)
        return SidePlace(piece, spot_along(piece, s.edge, at, starts_at_end(piece, s.edge, s.start, s.run), s.run))

    def placed_notches(self, piece: str) -> list[PlacedNotch]:
        """Every notch that lies on a piece, found on its paper, in the seams' order."""
        out = []
        for seam in self.seams:
            for n in self.notches_of(seam.name):
                for side, at in ((seam.a, None if n.only_b else n.at_a), (seam.b, n.at_b)):
                    if side and at is not None:
                        place = self.on_side(side, at)
                        if place.piece.name == piece:
                            out.append(PlacedNotch(n, place.spot))
        return out

    def seams_of(self, piece: str, edge: str) -> list[str]:
        """Names of the seams that an edge takes part in."""
        return [s.name for s in self.seams if any((x.piece, x.edge) == (piece, edge) for x in s.a + s.b)]

    def notches_of(self, seam: str) -> list[Notch]:
        """In order along side a."""
        return sorted((n for n in self.notches if n.seam == seam), key=lambda n: n.at_a)
