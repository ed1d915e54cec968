"""The torso: a bodice block carried on to the hip. Its waist darts become double-pointed."""

from __future__ import annotations

from dataclasses import replace
from typing import Any, ClassVar, Literal

from pydantic import Field

from ..drafting.bodice_parts import refuse_where
from ..drafting.construction import Construction
from ..drafting.lines import level_curve
from ..drafting.school import Base, Drawn, Girth, Run, School
from ..errors import BadSetting
from ..geometry.fair import fair_curve
from ..geometry.path import straight
from ..house import Strict, length_field
from ..measures.chart import Chart
from ..paper.dart import darts_of
from ..paper.edge import Edge
from ..paper.lens import Lens, straight_lens
from ..paper.pattern import Pattern
from ..paper.piece import DrawnLine, Piece
from ..paper.seam import Notch
from ..paper.sewn import run_of
from ..working import Sum, length


class Settings(Strict):
    """What a workroom may change in this draft. Lengths in cm."""

    hip_ease: float = length_field(5.0, "Hip ease", "Round the whole body.", 0, 20)
    waist_darts: Literal["one", "two"] = Field(
        default="one", title="Waist darts", description="Two narrow ones lie smoother than one wide one; each takes half."
    )
    apart: float = length_field(3.5, "Two darts apart", "Between their middles.", 2, 8)
    front_below: float = length_field(9.0, "Front dart below the waist", "The belly is high and round.", 4, 16)
    back_below: float = length_field(12.5, "Back dart below the waist", "The seat is low.", 4, 20)
    set_back: float = length_field(
        2.5, "Upper point short of the pivot", "As the bodice's waist dart.", 0, 8, house="set_backs.waist"
    )


class Torso(School):
    """See ``reason`` and ``differs``. Common practice, no source."""

    name: ClassVar[str] = "torso"
    title: ClassVar[str] = "Torso, from a bodice"
    reason: ClassVar[str] = "For sheaths, jackets and long tops when a bodice already fits: keep it and go on to the hip."
    differs: ClassVar[str] = (
        "No new bodice: the chosen one is carried on below its waist, centre and grain straight on, each waist dart closed to a second "
        "point. The side runs out to a quarter of the hip. It fits above the waist as that bodice fits."
    )
    needs: ClassVar[tuple[str, ...]] = ("hip_girth", "waist_to_hip")
    uses: ClassVar[tuple[str, ...]] = ("waist_girth",)
    settings: ClassVar[type[Strict]] = Settings
    base: ClassVar[Base] = "bodice"

    def build(self, chart: Chart, settings: Any, pencil: Construction, base: Pattern | None) -> Drawn:
        """See School. Raises BadSetting for a base that does not end at the waist."""
        base = self.ground(base)
        widths = {name: _waist_corner(base.piece(name)).real - _waist_centre(base.piece(name)).real for name in ("back", "front")}
        out = ((chart["hip_girth"] + settings.hip_ease) / 2 - sum(widths.values())) / 2
        refuse_where(
            (
                ("hip_girth", out < -3, f"at the hip the side would run in by {-out:.1f} cm"),
                ("hip_girth", out > 9, f"the side would have to run out by {out:.1f} cm below the waist"),
            )
        )
        terms = (chart["hip_girth"], settings.hip_ease, widths["back"], widths["front"])
        outward = Sum("The side goes out", length(out), "(({} + {}) / 2 − {} − {}) / 2", tuple(map(length, terms)))
        pieces = tuple(_longer(base.piece(name), chart, settings, out, outward, pencil) for name in ("back", "front"))
        girths = [Girth("hip", chart["hip_girth"], settings.hip_ease, (Run("front", "hem", "edge"), Run("back", "hem", "edge")))]
        if "waist_girth" in chart:
            sewn = 2 * sum(sum(p.outline[i].length for i in _waist_run(p)) for p in (base.piece("front"), base.piece("back")))
            girths.append(
                Girth(
                    "waist",
                    chart["waist_girth"],
                    sewn - chart["waist_girth"],
                    (Run("front", "waist"), Run("back", "waist")),
                    told=True,
                )
            )
        return Drawn(Pattern(pieces, tuple(s for s in base.seams if s.name != "waist"), _notches(base)), tuple(girths))


def _notches(base: Pattern) -> tuple[Notch, ...]:
    return tuple(n for n in base.notches if n.seam != "waist")


def _waist_run(piece: Piece) -> list[int]:
    return run_of(piece, "waist")


def _waist_corner(piece: Piece) -> complex:
    return piece.outline[_waist_run(piece)[0]].path.start


def _waist_centre(piece: Piece) -> complex:
    return piece.outline[_waist_run(piece)[-1]].path.end


BENT = 8.0
"""cm above the waist from which the side bends to run over it in one sweep."""


def _longer(piece: Piece, c: Chart, s: Settings, out: float, outward: Sum, pencil: Construction) -> Piece:
    """``outward``: how ``out``, cm to the side at the hip, comes about. The outline is counted from the neckline; the waist and its darts go, side, hem and centre go on."""
    piece = piece.starting_at(run_of(piece, "neckline")[0])
    run = _waist_run(piece)
    first, last = run[0], run[-1]
    if last < first:
        raise BadSetting(
            "the waist of that block does not run from side to centre in one.", piece.name, "Choose another block.", "base"
        )
    corner, centre = _waist_corner(piece), _waist_centre(piece)
    below = 1j * c["waist_to_hip"]
    hip, foot = corner + out + below, centre + below
    side_before = piece.outline[first - 1]
    upper, bend = side_before.path.cut(side_before.length - min(BENT, side_before.length / 2))
    down = fair_curve([bend.start, corner, hip], bend.start_direction, 1j)
    hem = level_curve(foot, hip).reversed()
    pencil.draw(
        piece.name,
        "The bodice laid down; the centre straight on, the hip line below the waist, on it a quarter of the hip with ease.",
        Sum("Below the waist", length(c["waist_to_hip"])),
        outward,
        Sum("Width at the hip", length(hip.real - foot.real), "{} + {}", (length(corner.real - centre.real), length(out))),
        points={"1": corner, "2": hip, "3": foot},
        paths=(*(e.path for e in piece.outline), down, hem, straight(foot, centre)),
    )
    lenses = tuple(
        x for d in darts_of(piece) if d.mouth_edge == "waist" for x in _lenses(d.pivot, d.mouth, piece.name, s, centre.imag)
    )
    if lenses:
        pencil.draw(
            piece.name,
            "Each waist dart is closed to a second point below the waist."
            if s.waist_darts == "one"
            else "The waist dart, shared out to two.",
            Sum("Intake at the waist", length(sum(x.widest for x in lenses))),
            paths=tuple(x.outline for x in lenses),
        )
    outline = list(piece.outline[:first])
    centre_edges = piece.outline[last + 1 :]
    outline[-1] = side_before.with_path(upper.then(down))
    outline.append(Edge("hem", "hem", hem))
    after = centre_edges[0]
    outline += [after.with_path(straight(foot, centre).then(after.path)), *centre_edges[1:]]
    kept = {e.name for e in outline if e.kind == "dart"}
    line = DrawnLine("waist", straight(centre, complex(corner.real, corner.imag)))
    return replace(
        piece,
        outline=tuple(outline),
        darts=tuple(d for d in piece.darts if d.name in kept),
        lenses=piece.lenses + lenses,
        lines=(*piece.lines, line),
    )


def _lenses(pivot: complex, mouth: tuple[complex, complex], piece: str, s: Settings, waist: float) -> list[Lens]:
    below = s.front_below if piece == "front" else s.back_below
    left, right = sorted(mouth, key=lambda z: z.real)
    width, middle = abs(right - left), 0.5 * (left + right)
    upper = complex(middle.real, pivot.imag + (s.set_back if piece == "front" else 0.0))
    lower = complex(middle.real, max(left.imag, right.imag) + below)
    if s.waist_darts == "one":
        return [straight_lens("waist dart", upper, left, right, lower)]
    unit = (right - left) / width
    out = []
    for number, shift in ((1, 0.0), (2, s.apart)):
        at = middle + unit * shift
        a, b = at - unit * width / 4, at + unit * width / 4
        lift = 1j * (2.0 if number == 2 else 0.0)
        out.append(straight_lens(f"waist dart {number}", upper + unit * shift + lift, a, b, lower + unit * shift - lift))
    return out
