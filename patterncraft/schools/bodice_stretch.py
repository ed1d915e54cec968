"""The nape-down draft for stretch cloth: no darts, smaller than the body. Steps of ten centimetres and simple parts."""

from __future__ import annotations

from dataclasses import replace
from typing import Any, ClassVar, Literal

from pydantic import Field

from ..drafting.bodice_parts import Armhole, back_neckline, bodice_promises, draw_armhole, front_neckline, refuse_where
from ..drafting.construction import Construction
from ..drafting.lines import waisted
from ..drafting.school import Drawn, Girth, Run, School
from ..geometry.path import Path, straight
from ..house import Strict, length_field
from ..measures.chart import Chart
from ..paper.edge import Edge
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DrawnLine, Grain, Piece
from ..working import Sum, length


class Settings(Strict):
    """What a workroom may change in this draft. Lengths in cm."""

    less: float = length_field(
        6.0, "Smaller than the body", "Round the bust: 1.5 on each quarter; more for livelier stretch.", 0, 20
    )
    shape: Literal["straight", "to the figure"] = Field(
        default="straight",
        title="Side",
        description="Straight to the hem as the school draws it, or in at the waist and out at the hip.",
    )
    armhole_ease: float = length_field(1.5, "Below the armhole depth", "Room to move the arm.", 0, 5)
    waist_ease: float = length_field(1.0, "Below nape to waist", "Keeps the waist from riding up.", 0, 4)
    neck_raised: float = length_field(1.5, "Neck point raised", "Above the nape's level.", 0, 4)
    front_neck: float = length_field(1.0, "Front neck deeper", "A sixth of the neck and this.", -2, 12)
    corner: float = length_field(2.25, "Armhole off the corner", "On the diagonal.", 1, 5)


GIVES = 30.0
"""Hundredths by which the cloth it is drafted for gives round the body (common practice, no source)."""


class BodiceStretch(School):
    """See ``reason`` and ``differs``. Common practice, no source."""

    name: ClassVar[str] = "bodice-stretch"
    title: ClassVar[str] = "Stretch bodice to the hip"
    reason: ClassVar[str] = "For jersey and knits with real stretch: close tops, leotards, base layers."
    differs: ClassVar[str] = (
        "Everything hangs from the nape. No darts: the cloth stretches over the bust, so the draft is smaller than the body, and front "
        "and back differ only at the neck. Worthless for cloth that does not stretch."
    )
    needs: ClassVar[tuple[str, ...]] = ("bust_girth", "neck_girth", "across_back", "armscye_depth", "nape_to_waist", "body_rise")
    uses: ClassVar[tuple[str, ...]] = ("waist_girth", "hip_girth")
    settings: ClassVar[type[Strict]] = Settings

    def build(self, chart: Chart, settings: Any, pencil: Construction, base: Pattern | None) -> Drawn:
        """See School."""
        back, back_armhole = _half(chart, settings, "back", pencil)
        front, front_armhole = _half(chart, settings, "front", pencil)
        bust = Girth("bust", chart["bust_girth"], -settings.less, (Run("front", "chest"), Run("back", "chest")))
        knit = tuple(replace(p, cut=replace(p.cut, stretch=GIVES)) for p in (back, front))
        return Drawn(bodice_promises(Pattern(knit), front_armhole, back_armhole), (bust,))


def _half(c: Chart, s: Settings, piece: str, pencil: Construction) -> tuple[Piece, Armhole]:
    waist, chest = c["nape_to_waist"] + s.waist_ease, c["armscye_depth"] + s.armhole_ease
    hem, middle = waist + c["body_rise"], chest / 2
    level, width = middle / 5, c["across_back"] / 2 - 0.5
    quarter, neck_width = (c["bust_girth"] - s.less) / 4, c["neck_girth"] / 6
    deep = neck_width + s.front_neck
    refuse_where(
        (
            ("across_back", width > quarter - 1, f"half of it reaches the underarm, which lies {quarter:.1f} cm out"),
            ("across_back", width + 1 < neck_width + 3, f"half of it ends beside a neck {neck_width:.1f} cm wide"),
            ("armscye_depth", waist < chest + 6, f"the waist would lie at the underarm ({chest:.1f} cm down)"),
            ("neck_girth", deep > chest - 3, "the neckline would reach the underarm"),
        )
    )
    first = 0 if piece == "back" else 10
    labels = [str(first + i) for i in range(10)]
    pencil.draw(
        piece,
        "Down from the nape: the waist, the hem, the chest line; half-way to it, and a fifth of that for the shoulder's level.",
        Sum("0–1 waist", length(waist), "{} + {}", (length(c["nape_to_waist"]), length(s.waist_ease))),
        Sum("1–2 hem", length(c["body_rise"])),
        Sum("0–3 chest", length(chest), "{} + {}", (length(c["armscye_depth"]), length(s.armhole_ease))),
        Sum("0–4", length(middle), "{} / 2", (length(chest),)),
        Sum("0–5", length(level), "{} / 5", (length(middle),)),
        points={k: complex(0, y) for k, y in zip(labels[:6], (0, waist, hem, chest, middle, level), strict=True)},
        paths=(straight(0j, complex(0, hem)),),
        guide=True,
    )
    neck, tip = complex(neck_width, -s.neck_raised), complex(width + 1, level)
    along = (tip - neck) / abs(tip - neck)
    pencil.draw(
        piece,
        "The neck a sixth out, raised; across back squared out on the three levels, the tip a centimetre beyond.",
        Sum("Neck width", length(neck_width), "{} / 6", (length(c["neck_girth"]),)),
        Sum("Across", length(width), "{} / 2 − {}", (length(c["across_back"]), length(0.5))),
        points={labels[6]: neck, labels[7]: tip, labels[8]: complex(width, middle)},
        paths=(straight(neck, tip),),
    )
    underarm = complex(quarter, chest)
    armhole = draw_armhole(tip, along, complex(width, middle), underarm, s.corner)
    centre = 0j if piece == "back" else complex(0, deep)
    neckline = back_neckline(centre, neck, along) if piece == "back" else front_neckline(centre, neck, along)
    side = _side(c, s, quarter, chest, waist, hem)
    pencil.draw(
        piece,
        "A quarter of the bust less the stretch for underarm, waist and hem; the armhole, the neckline, the side.",
        Sum("Quarter", length(quarter), "({} − {}) / 4", (length(c["bust_girth"]), length(s.less))),
        *(
            (Sum("Front neck depth", length(deep), "{} / 6 + {}", (length(c["neck_girth"]), length(s.front_neck))),)
            if piece == "front"
            else ()
        ),
        points={labels[9]: underarm},
        paths=(armhole.path, neckline, side, straight(side.end, complex(0, hem))),
    )
    outline = (
        Edge("neckline", "seam", neckline),
        Edge("shoulder", "seam", straight(neck, tip)),
        Edge("armhole", "seam", armhole.path),
        Edge("side", "seam", side),
        Edge("hem", "hem", straight(side.end, complex(0, hem))),
        Edge(f"centre {piece}", "fold", straight(complex(0, hem), centre)),
    )
    lines = (
        DrawnLine("chest", straight(complex(0, chest), underarm)),
        DrawnLine("waist", straight(complex(0, waist), complex(_waist_width(c, s, quarter), waist))),
    )
    grain = Grain(complex(quarter * 0.4, chest), complex(quarter * 0.4, hem - 6))
    return Piece(piece, outline, lines=lines, grain=grain, cut=CutPlan(1, on_fold=True, mirrored=False)), armhole


def _side(c: Chart, s: Settings, quarter: float, chest: float, waist: float, hem: float) -> Path:
    underarm = complex(quarter, chest)
    if s.shape == "straight":
        return straight(underarm, complex(quarter, hem))
    at_hip = (c["hip_girth"] - s.less) / 4 if "hip_girth" in c else quarter + 1
    return waisted(underarm, chest + 2, complex(_waist_width(c, s, quarter), waist), complex(at_hip, hem))


def _waist_width(c: Chart, s: Settings, quarter: float) -> float:
    """How far the side stands out at the waist, cm: in by at most 6, since a stretch cloth is not to be shaped by darts."""
    if s.shape == "straight":
        return quarter
    return max((c["waist_girth"] - s.less) / 4 if "waist_girth" in c else quarter - 2, quarter - 6)
