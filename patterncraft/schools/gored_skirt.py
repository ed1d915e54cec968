"""The gored skirt: n strips from the body's measures or off a skirt block, flared or straight."""

from __future__ import annotations

from dataclasses import replace
from typing import Any, ClassVar, Literal

from pydantic import Field

from ..drafting.bodice_parts import refuse_where
from ..drafting.construction import Construction
from ..drafting.gore import GoreSize, flared, straight_gore, upper_seam_length
from ..drafting.rounding import Rounding
from ..drafting.school import Base, Drawn, Family, Girth, Run, School
from ..drafting.sewing import equal, held, side_of
from ..errors import BadMeasure, BadSetting
from ..geometry.path import straight
from ..house import Strict, length_field
from ..measures.chart import Chart
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, Piece
from ..paper.seam import Notch, Seam
from ..paper.sewn import sewn_length
from ..units import INCH
from ..working import Quantity, Sum, fine, length

STEPS = {"not rounded": 0.0, "0.1 cm": 0.1, "0.25 cm": 0.25, "1/16 in": INCH / 16, "1/8 in": INCH / 8, "1/4 in": INCH / 4}
EVERY = 30.0
"""cm between notches on a long seam."""


class Settings(Strict):
    """What a workroom may change in this draft. Lengths in cm."""

    gores: int = Field(default=6, ge=4, le=12, title="Gores", description="4 to 12; fewer is a panelled skirt, more is a parasol.")
    shape: Literal["flared", "straight"] = Field(
        default="flared",
        title="Shape",
        description="The seam runs on through waist and hip to the hem; or falls with the grain from the hip.",
    )
    skirt_length: float = length_field(0.0, "Length", "Along the seam; 0: to the knee as measured, or 60.", 0, 130)
    waist_ease: float = length_field(2.0, "Waist ease", "Round the whole body.", 0, 8)
    hip_ease: float = length_field(4.0, "Hip ease", "Round the whole body.", 0, 20)
    thigh_round: float = length_field(
        0.0, "Round both thighs, if more than the hip", "Then the skirt is as wide as this at the hip line.", 0, 220
    )
    drop: float = length_field(0.5, "For the bias to drop", "The hem is raised so much at the seams of a flared gore.", 0, 4)
    softened: float = length_field(0.3, "Hip angle softened", "A straight gore bulges so much midway to the hip.", 0, 1.5)
    round_to: Literal["not rounded", "0.1 cm", "0.25 cm", "1/16 in", "1/8 in", "1/4 in"] = Field(
        default="not rounded",
        title="Round each half gore to",
        description="What you can read on your ruler; the cost round the body is shown.",
    )
    waist_changes: list[float] = Field(
        default_factory=list,
        max_length=12,
        title="Waist, gore by gore",
        description="Fitted one by one: so much wider (or narrower, −) at the waist than its share, cm, from the centre front round.",
    )
    hip_changes: list[float] = Field(
        default_factory=list, max_length=12, title="Hip, gore by gore", description="The same at the hip line, cm."
    )


class GoredSkirt(School):
    """See ``reason`` and ``differs``. Common practice, no source."""

    name: ClassVar[str] = "gored-skirt"
    title: ClassVar[str] = "Gored skirt"
    family: ClassVar[Family] = "skirt"
    reason: ClassVar[str] = (
        "Shape without darts and a hem as wide as you like: concert skirts that move, and figures fitted gore by gore."
    )
    differs: ClassVar[str] = (
        "Waist and hip are shared out to as many gores as wanted, from the body or off a skirt block. A small rounding comes back twice "
        "per gore, and it says how much that makes."
    )
    needs: ClassVar[tuple[str, ...]] = ("waist_girth", "hip_girth", "waist_to_hip")
    uses: ClassVar[tuple[str, ...]] = ("waist_to_knee",)
    settings: ClassVar[type[Strict]] = Settings
    base: ClassVar[Base] = "skirt"
    base_optional: ClassVar[bool] = True

    def build(self, chart: Chart, settings: Any, pencil: Construction, base: Pattern | None) -> Drawn:
        """See School."""
        s: Settings = settings
        waist, hip, level = _from_block(base, chart) if base else _from_body(chart, s)
        long = s.skirt_length or chart.get("waist_to_knee", 60.0)
        refuse_where(
            (
                ("waist_to_hip", long < level + 3, f"a skirt {long:.1f} cm long ends above the hip"),
                (
                    "waist_girth",
                    waist > hip + 10 and s.shape == "flared",
                    "it is more than the hip: the gores would narrow toward the hem",
                ),
            )
        )
        sizes = _sizes(s, waist, hip, level, long, pencil)
        alike = len({(g.waist, g.hip) for g in sizes}) == 1
        if s.shape == "straight" and not alike:
            mean = sum(upper_seam_length(g) for g in sizes) / len(sizes)
            sizes = [replace(g, seam=mean) for g in sizes]
        pieces = tuple((flared if s.shape == "flared" else straight_gore)(g) for g in sizes)
        if alike:
            pieces = (replace(pieces[0], name="gore", cut=CutPlan(s.gores, on_fold=False, mirrored=False)),)
        pencil.draw(
            pieces[0].name,
            "The seam runs on through waist and hip to its length; waist and hem are squared to both seams, the hem a little raised there."
            if s.shape == "flared"
            else "The seam falls with the grain from the hip; the angle at the hip is softened, the waist squared to the seams.",
            Sum("Along the seam", length(sewn_length(pieces[0], "right side"))),
            Sum("Hem, whole", length(sum(sewn_length(p, "hem") for p in pieces) * (s.gores if alike else 1))),
            paths=tuple(e.path for e in pieces[0].outline),
        )
        times = s.gores if alike else 1
        girths = (
            Girth(
                "waist",
                chart["waist_girth"],
                waist - chart["waist_girth"],
                tuple(Run(p.name, "waist", "edge", times) for p in pieces),
            ),
            Girth("hip", chart["hip_girth"], hip - chart["hip_girth"], tuple(Run(p.name, "hip", "line", times) for p in pieces)),
        )
        return Drawn(_promises(pieces, alike), girths)


def _from_body(c: Chart, s: Settings) -> tuple[float, float, float]:
    hip = max(c["hip_girth"], s.thigh_round)
    return c["waist_girth"] + s.waist_ease, hip + s.hip_ease, c["waist_to_hip"]


def _from_block(base: Pattern, c: Chart) -> tuple[float, float, float]:
    """Its waist between the darts, its hip along the hip line; both halves count twice."""
    pieces = [base.piece(n) for n in ("skirt front", "skirt back")]
    lines = [x.path for p in pieces for x in p.lines if x.name == "hip"]
    if len(lines) < len(pieces):
        raise BadSetting("that skirt block has no hip line.", "Gored skirt", "Choose a block with its hip line drawn.", "base")
    return 2 * sum(sewn_length(p, "waist") for p in pieces), 2 * sum(x.length for x in lines), c["waist_to_hip"]


def _sizes(s: Settings, waist: float, hip: float, level: float, long: float, pencil: Construction) -> list[GoreSize]:
    n, step = s.gores, STEPS[s.round_to]
    for field, changes in (("waist_changes", s.waist_changes), ("hip_changes", s.hip_changes)):
        title = Settings.model_fields[field].title or field
        if len(changes) > n:
            raise BadSetting(f"{len(changes)} changes are given for {n} gores.", title, "Leave out the rest.", field)
        if any(abs(x) > 8 for x in changes):
            raise BadSetting("a gore is changed by at most 8 cm.", title, "Take more gores instead.", field)
    at = [
        Rounding("Half gore at the waist", waist / (2 * n), step, 2 * n),
        Rounding("Half gore at the hip", hip / (2 * n), step, 2 * n),
    ]
    formula = f"{{}} / (2 × {n})"
    pencil.draw(
        "gore",
        "Waist and hip with their ease, shared out to both halves of every gore.",
        Sum("Half gore at the waist", fine(at[0].exact), formula, (length(waist),)),
        Sum("Half gore at the hip", fine(at[1].exact), formula, (length(hip),)),
        Sum("Gores", Quantity(n, "count")),
        points={"1": 0j, "2": complex(at[0].rounded, 0), "3": complex(0, level), "4": complex(at[1].rounded, level)},
        paths=(
            straight(0j, complex(0, long)),
            straight(complex(-at[0].rounded, 0), complex(at[0].rounded, 0)),
            straight(complex(-at[1].rounded, level), complex(at[1].rounded, level)),
        ),
        guide=True,
    )
    if step:
        pencil.draw("gore", "What rounding to the ruler makes of it, round the whole body.", *(r.sum() for r in at))
    sizes = []
    for i in range(n):
        w = 2 * at[0].rounded + (s.waist_changes[i] if i < len(s.waist_changes) else 0.0)
        h = 2 * at[1].rounded + (s.hip_changes[i] if i < len(s.hip_changes) else 0.0)
        if w < 1 or h < 2:
            raise BadMeasure(
                f"gore {i + 1} would be {min(w, h):.1f} cm wide.", "Gores", "Take fewer gores, or change it less.", "waist_girth"
            )
        sizes.append(GoreSize(f"gore {i + 1}", w, h, level, long, s.drop, s.softened))
    changed = [(g.name, g.waist - 2 * at[0].rounded, g.hip - 2 * at[1].rounded) for g in sizes]
    if any(w or h for _, w, h in changed):
        pencil.draw(
            "gore 1",
            "Gores fitted one by one.",
            *(
                Sum(f"{name}: waist, hip changed", length(w + 0.0), "waist {}, hip {}", (length(w), length(h)))
                for name, w, h in changed
                if w or h
            ),
            Sum("Waist changed round the body", length(sum(w for _, w, _ in changed))),
            Sum("Hip changed round the body", length(sum(h for _, _, h in changed))),
        )
    return sizes


def _promises(pieces: tuple[Piece, ...], alike: bool) -> Pattern:
    """Each gore's right seam meets the next one's left; the waist waits for its band; notches at the hip and every 30 cm."""
    pattern = Pattern(pieces)
    seams: list[Seam] = []
    notches: list[Notch] = []
    following = pieces[1:] + pieces[:1]
    for a, b in zip(pieces, following, strict=True):
        name = "gore" if alike else f"{a.name} to {b.name}"
        seams.append(equal(name, side_of((a.name, "right side", "waist")), side_of((b.name, "left side", "waist"))))
        whole = sewn_length(a, "right side")
        places = [("hip", _hip_on_seam(a))]
        while places[-1][1] + 1.5 * EVERY < whole:
            places.append((f"hip and {len(places) * EVERY:.0f}", places[-1][1] + EVERY))
        notches += [Notch(label, name, "single", at, at) for label, at in places if 2 < at < whole - 2]
    for p in pieces:
        waist = "waist" if alike else f"{p.name} waist"
        seams.append(held(pattern, waist, side_of((p.name, "waist", "left side"))))
    return Pattern(pieces, tuple(seams), tuple(notches))


def _hip_on_seam(p: Piece) -> float:
    """cm along the right seam from the waist to the hip line."""
    end = next(x for x in p.lines if x.name == "hip").path.end
    path = next(e for e in p.outline if e.name == "right side").path
    if len(path.segments) == 1:
        return abs(end - path.start)
    return path.length - abs(path.end - end)
