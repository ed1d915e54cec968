"""The house rules as the page shows them: each with its title, reason, value, default and what other schools do."""

from __future__ import annotations

from typing import Any

from pydantic import Field

from patterncraft.house import HouseRules
from patterncraft.units import Unit, format_length

from ..config.answers import Wire


class OtherValue(Wire):
    """What another school or workroom takes, in words, and the value in cm where it is one."""

    who: str
    text: str
    value: float | None


class RuleOut(Wire):
    """A house rule: the path of its field, what it is, why, its value and default; lengths in cm."""

    field: str
    title: str
    why: str
    kind: str
    value: float | str
    default: float | str
    value_text: str
    default_text: str
    minimum: float | None = None
    maximum: float | None = None
    others: list[OtherValue]
    choices: list[str] = Field(default_factory=list)


class RulesOut(Wire):
    """All rules with reasons, what others take, and what is delivered."""

    rules: dict[str, Any]
    fields: list[RuleOut]


def rules_out(rules: HouseRules) -> RulesOut:
    """The house's rules as its page shows them."""
    values, defaults = rules.model_dump(mode="json"), HouseRules().model_dump(mode="json")
    schema = HouseRules.model_json_schema()
    return RulesOut(rules=values, fields=_fields(schema, schema, values, defaults, "", rules.unit))


def rule_texts(rules: HouseRules, unit: Unit) -> dict[str, tuple[str, str]]:
    """(title, value in words) by path."""
    return {f.field: (f.title, _text(f.value, f.kind, unit)) for f in rules_out(rules).fields}


def _text(value: float | str, kind: str, unit: Unit) -> str:
    if not isinstance(value, float | int):
        return str(value)
    return format_length(value, unit, 2) if kind == "length" else f"{value:g}"


def _others(prop: dict[str, Any], unit: Unit) -> list[OtherValue]:
    out = []
    for who, text in prop.get("schools", {}).items():
        try:
            value = float(text)
        except ValueError:
            out.append(OtherValue(who=who, text=f"{text} cm", value=None))
        else:
            words = format_length(value, unit, 2) if prop.get("unit") else f"{value:g}"
            out.append(OtherValue(who=who, text=words, value=value))
    return out


def _fields(
    root: dict[str, Any], schema: dict[str, Any], values: dict[str, Any], defaults: dict[str, Any], path: str, unit: Unit
) -> list[RuleOut]:
    out: list[RuleOut] = []
    for name, prop in schema["properties"].items():
        ref = prop.get("$ref") or next((x["$ref"] for x in prop.get("allOf", [])), None)
        if ref:
            inner = root["$defs"][ref.split("/")[-1]]
            out += _fields(root, inner, values[name], defaults[name], f"{path}{name}.", unit)
            continue
        kind = "length" if prop.get("unit") else "number" if prop.get("type") == "number" else "choice"
        out.append(
            RuleOut(
                field=f"{path}{name}",
                title=prop["title"],
                why=prop.get("description", ""),
                kind=kind,
                value=values[name],
                default=defaults[name],
                value_text=_text(values[name], kind, unit),
                default_text=_text(defaults[name], kind, unit),
                minimum=prop.get("minimum"),
                maximum=prop.get("maximum"),
                choices=prop.get("enum", []),
                others=_others(prop, unit),
            )
        )
    return out
