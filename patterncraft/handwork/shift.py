"""How far an end of an edge is moved: out from the centre and down along the grain."""

from __future__ import annotations

from ..house import Strict, length_field
from ..paper.piece import Piece
from ..places.levels import downward, outward
from ..units import Unit, format_length
from .reshaping import on_line_of


class Shift(Strict):
    """cm ``out`` (square to the grain, away from the centre; negative: in) and ``down`` (along it; negative: up). With one of them only, the
    end stays on the line of the edge beside it, where that runs that way at all."""

    out: float = length_field(0.0, "Out", "Away from the centre; below nought toward it.", -60, 60)
    down: float = length_field(0.0, "Down", "Along the grain; below nought upward.", -60, 60)

    def words(self, unit: Unit) -> str:
        """As one would say it: "1.0 cm outwards and 2.0 cm down"."""
        said = []
        for value, more, less in ((self.out, "outwards", "inwards"), (self.down, "down", "up")):
            if value:
                said.append(f"{format_length(abs(value), unit)} {more if value > 0 else less}")
        return " and ".join(said) or "where it is"

    def moved(self, piece: Piece, neighbour: int, at_end: bool) -> complex:
        """Where the end of an edge comes that meets outline edge number ``neighbour`` at that one's end (or start)."""
        path = piece.outline[neighbour].path
        tip = path.end if at_end else path.start
        across, along = outward(piece) * self.out, downward(piece) * self.down
        if not self.out and not self.down:
            return tip
        if self.out and self.down:
            return tip + across + along
        return on_line_of(path, at_end, across or along)
