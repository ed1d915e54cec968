"""HPGL for pen plotters: the published two-letter commands, 40 plotter units to the millimetre.

Only IN, DF, PA, SP, LT, PU, PD, DI, SI, LB and PG are used, which every pen plotter of that language knows (Hewlett-Packard's published command
list, from memory). The roll runs along x; pieces lie across it as on a page.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Final

from ..finishing.finish import FinishedPiece
from ..geometry.flatten import flat_path
from ..geometry.path import Path
from .label import LINE, TEXT, TITLE, label_place
from .lettering import ascii_of
from .pdf_piece import LAYERS, LayerName
from .tiles import lay_for

UNITS: Final = 400
"""plotter units in a centimetre, exact by definition: one is 0.025 mm"""
FLAT: Final = 0.01
"""cm: how far a chord may lie off its curve"""
RIM: Final = 1.0
"""cm that a plotter leaves at the edges of its paper"""
PENS: Final = {"cut": 1, "sew": 2, "marks": 3}
END: Final = "\x03"
Stroke = Callable[[Sequence[complex]], str]
_BROKEN, _DOTTED, _SOLID = "LT2,1;", "LT1,1;", "LT;"


def pattern_hpgl(
    pieces: Sequence[FinishedPiece], paper: str = "roll:91", scale: float = 1.0, layers: Sequence[LayerName] = LAYERS
) -> bytes:
    """The pattern for a plotter with a roll (or sheet) of that name. Pen 1 cuts, pen 2 sews, pen 3 writes."""
    sheet = lay_for(pieces, paper, scale)

    def at(z: complex) -> str:
        # Across the roll is the page's x; along it, the page's y.
        return f"{round((z.imag + RIM) * UNITS)},{round((z.real + RIM) * UNITS)}"

    out = ["IN;DF;PA;"]
    for p, shift in sheet.pieces:

        def stroke(points: Sequence[complex], shift: complex = shift) -> str:
            placed = [at(z * scale + shift) for z in points]
            return f"PU{placed[0]};PD{','.join(placed[1:])};"

        out += _piece(p, stroke, layers)
        if "labels" in layers:
            place = label_place(p, 1 / scale)
            for i, words in enumerate(p.label):
                high = (TITLE if i == 0 else TEXT) * place.scale * scale
                where = (place.at + 1j * LINE * place.scale * i) * scale + shift
                # Letters are turned with the page: along its x, which is across the roll.
                out.append(f"PU{at(where)};DI0,1;SI{high * 0.6:.3f},{high * 0.7:.3f};LB{_plotted(words)}{END};")
    out.append("PU;SP0;PG;")
    return "".join(out).encode("ascii")


def _piece(p: FinishedPiece, stroke: Stroke, layers: Sequence[LayerName]) -> list[str]:
    out = [f"SP{PENS['cut']};{_SOLID}"]
    if "allowance" in layers or p.net:
        out.append(stroke([*p.cut_line, p.cut_line[0]]))
        out += [stroke(_flat(snip)) for _, snip in p.snips]
    if "net" in layers:
        alone = "allowance" not in layers
        out.append(f"SP{PENS['sew']};{_SOLID if alone else _BROKEN}")
        out += [stroke(_flat(e.path)) for e in p.edges if e.allowance > 0 or alone]
        out.append(_BROKEN)
        out += [stroke(_flat(x.stitching)) for x in p.darts]
        out += [stroke(_flat(x.outline)) for x in p.lenses]
    out.append(f"SP{PENS['marks']};{_SOLID}")
    if "net" in layers:
        for x in p.darts:
            out += [stroke([x.drill - d * 0.2, x.drill + d * 0.2]) for d in (1, 1j)]
    if "construction" in layers and p.lines:
        out.append(_DOTTED)
        out += [stroke(_flat(x.path)) for x in p.lines]
        out.append(_SOLID)
    if p.grain:
        a, b = p.grain.start, p.grain.end
        along = (b - a) / abs(b - a)
        out.append(stroke([a, b]))
        for end, sense in ((a, 1), (b, -1)):
            out.append(stroke([end + along * sense * complex(0.6, 0.25), end, end + along * sense * complex(0.6, -0.25)]))
    return out


def _flat(path: Path) -> list[complex]:
    return flat_path(path, FLAT)


def _plotted(words: str) -> str:
    """What a plotter's own letters can write: ASCII, no control letters."""
    return ascii_of(words)
