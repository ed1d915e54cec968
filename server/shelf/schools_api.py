"""The schools of drafting: what they are, which a chart is enough for, how they differ; and drafts to try."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router

from patterncraft.drafting.audit import audit
from patterncraft.drafting.school import BASE_WORDS, Block, School, base_fault, house_ties
from patterncraft.drafting.schools import SCHOOLS, school
from patterncraft.errors import PatternError
from patterncraft.formats.drawing import draw
from patterncraft.house import HouseRules
from patterncraft.measures.chart import Chart
from patterncraft.measures.keys import MEASURES
from patterncraft.units import Unit, format_length

from ..config.answers import ERRORS
from ..people.words import chart_of, known_values
from ..workrooms.access import workroom_of
from . import services
from .shapes import DraftIn, DraftOut, FigureLine, SchoolCompared, SchoolForChart, SchoolOut, SettingOut
from .words import draft_out

router = Router(tags=["schools"])

FAMILIES = ("bodice", "garment", "skirt", "sleeve")


def in_order() -> list[School]:
    """Bodices first, what is drawn on them last."""
    return sorted(SCHOOLS.values(), key=lambda s: (FAMILIES.index(s.family), bool(s.base) and not s.base_optional, s.name))


@router.get("/schools", response={200: list[SchoolOut], **ERRORS})
def schools(request: HttpRequest) -> list[SchoolOut]:
    """All schools with their settings and the measures they need."""
    rules = workroom_of(request).house_rules()
    return [
        SchoolOut(
            name=s.name,
            title=s.title,
            family=s.family,
            reason=s.reason,
            differs=s.differs,
            needs=list(s.needs),
            uses=list(s.uses),
            base=BASE_WORDS[s.base] if s.base else "",
            base_optional=s.base_optional,
            settings=_settings(s, rules),
        )
        for s in in_order()
    ]


def _settings(s: School, rules: HouseRules) -> list[SettingOut]:
    ties = house_ties(s.settings)
    out = []
    for name, prop in s.settings.model_json_schema()["properties"].items():
        default = rules.value(ties[name]) if name in ties else prop.get("default", [])
        out.append(
            SettingOut(
                name=name,
                title=prop["title"],
                why=prop.get("description", ""),
                kind=_kind(prop),
                default=default,
                default_text=format_length(default, rules.unit, 2, with_unit=False) if _kind(prop) == "length" else _plain(default),
                unit=rules.unit if prop.get("unit") == "cm" or prop.get("type") == "array" else prop.get("unit", ""),
                house=name in ties,
                minimum=prop.get("minimum"),
                maximum=prop.get("maximum"),
                choices=prop.get("enum", []),
            )
        )
    return out


def _kind(prop: dict[str, Any]) -> Any:
    if prop.get("unit") == "cm":
        return "length"
    if "enum" in prop:
        return "choice"
    return {"boolean": "yes", "array": "lengths"}.get(prop.get("type", ""), "number")


def _plain(value: Any) -> str:
    return f"{value:g}" if isinstance(value, float | int) and not isinstance(value, bool) else str(value)


@router.post("/drafts", response={200: DraftOut, **ERRORS})
def try_draft(request: HttpRequest, body: DraftIn) -> HttpResponse:
    """Draft without keeping: drawn point by point, with the audit."""
    room = workroom_of(request)
    rules = room.house_rules()
    settings = services.read_settings(body.school, body.settings, rules.unit)
    draft = school(body.school).draft(body.measures, settings, services.base_of(room, body.base_id), rules)
    return HttpResponse(draft_out(draft, rules, body.show_bends).model_dump_json(), content_type="application/json")


@router.get("/charts/{chart_id}/schools", response={200: list[SchoolForChart], **ERRORS})
def schools_for(request: HttpRequest, chart_id: int) -> list[SchoolForChart]:
    """Which schools a chart is enough for, and what each other one lacks."""
    chart = known_values(chart_of(workroom_of(request), chart_id))
    return [
        SchoolForChart(school=s.name, title=s.title, family=s.family, ready=not s.lacks(chart), lacks=_titles(s.lacks(chart)))
        for s in in_order()
    ]


@router.get("/charts/{chart_id}/schools/compared", response={200: list[SchoolCompared], **ERRORS})
def compare_schools(request: HttpRequest, chart_id: int) -> HttpResponse:
    """Every school drawn for one chart, with the numbers on which they differ."""
    room = workroom_of(request)
    rules = room.house_rules()
    chart = known_values(chart_of(room, chart_id))
    made: dict[str, Block] = {}
    rows = [_compared(s, chart, made, rules) for s in in_order()]
    return HttpResponse(f"[{','.join(r.model_dump_json() for r in rows)}]", content_type="application/json")


def _compared(s: School, chart: Chart, made: dict[str, Block], rules: HouseRules) -> SchoolCompared:
    row = SchoolCompared(
        name=s.name,
        title=s.title,
        family=s.family,
        reason=s.reason,
        differs=s.differs,
        needs=_titles(list(s.needs)),
        lacks=_titles(s.lacks(chart)),
        refused="",
        on="",
        drawing=None,
        figures=[],
    )
    if row.lacks:
        return row
    base = next((b for b in made.values() if not base_fault(b.pattern, s.base)), None) if s.base else None
    try:
        block = s.draft(chart, base=base, rules=rules)
    except PatternError as e:
        return row.model_copy(update={"refused": str(e)})
    made[s.name] = block
    on = services.title_of(block.base) if block.base else ""
    return row.model_copy(update={"on": on, "drawing": draw(block.pattern, rules), "figures": _figures(block, rules)})


def _figures(block: Block, rules: HouseRules) -> list[FigureLine]:
    """What one compares schools by: the eases, the armhole and neckline, the darts."""
    out = [FigureLine(label=f"{g.name.capitalize()} ease", text=_ease(g.ease, rules.unit)) for g in block.girths]
    for line in audit(block, rules):
        if line.kept is None and line.title in ("Armhole", "Neckline, whole") and line.sum.result:
            out.append(FigureLine(label=line.title, text=line.sum.result.text(rules.unit)))
    darts = sum(len(p.darts) + len(p.lenses) for p in block.pattern.pieces)
    out.append(FigureLine(label="Darts on the half" if darts else "Darts", text=str(darts) if darts else "none"))
    return out


def _ease(cm: float, unit: Unit) -> str:
    return format_length(0.0 if abs(cm) < 0.05 else cm, unit)


def _titles(keys: list[str]) -> list[str]:
    return [MEASURES[k].title for k in keys]
