"""``docs/checks.md`` and its small drawings: every check with its limit, its reason, its cure, and a planted fault that it finds, made by the application."""

from __future__ import annotations

from pathlib import Path

from patterncraft.checks.examine import examine
from patterncraft.checks.finding import Check, Finding
from patterncraft.checks.registry import CHECKS
from patterncraft.checks.subject import Subject
from patterncraft.geometry.path import chain
from patterncraft.geometry.svgpath import to_svg
from patterncraft.house import HouseRules
from tests.planted.faults import FAULTS

from .pages import written

ROOT = Path(__file__).resolve().parents[1]
PAGE = ROOT / "docs" / "checks.md"
DRAWINGS = ROOT / "docs" / "checks"
HEAD = """# The checks

Made by `make schema` from the checks themselves; do not edit. Each is one file in `patterncraft/checks/codes/`, found by itself. The drawing shows a
fault planted on purpose (`tests/planted/`), ringed where the check places it. Limits are house rules; a finding can be let stand with a reason, which holds
until there is more of it. `steady-shear check PATTERN.json [--measures M.json]` runs them all; `steady-shear checks` lists them.

A pattern is looked at against its **record**: what its blocks came to, and what steps changed on purpose. So a kink that a school draws is the block's own and is
told by its audit, and only what a style adds to it is found here. Checks marked *worked* are asked of paper that was worked; those marked *wearer* need measures.
"""
SCALE = 3.2
"""Points to the centimetre."""


def page() -> dict[Path, str]:
    """Every file of the page with its content."""
    files: dict[Path, str] = {}
    text, group = [HEAD], ""
    for check in CHECKS.values():
        if check.group != group:
            group = check.group
            text.append(f"\n## {group}\n")
        text.append(_entry(check, files))
    files[PAGE] = "".join(text)
    return files


def _entry(check: Check, files: dict[Path, str]) -> str:
    marks = [word for word, on in (("worked", check.worked), ("wearer", check.body), ("caution", check.quiet)) if on]
    lines = [
        f"\n### {check.title} · `{check.code}`" + (f" *({', '.join(marks)})*" if marks else "") + "\n\n",
        f"{check.reason}\n\n",
    ]
    if check.limit:
        value = HouseRules().value(check.limit)
        lines.append(f"Limit: `{check.limit}` = {value:g} {check.unit}".rstrip() + "\n\n")
    fault = next(f for f in FAULTS if f.code == check.code)
    spoilt = fault.spoilt()
    found = next(f for f in examine(spoilt) if f.code == check.code)
    lines.append(
        f"*{fault.title}:* {found.words}\n\nCure: {check.cured}"
        + (f" (as a step: `{found.cure['move']}`)" if found.cure else "")
        + "\n"
    )
    picture = _drawing(spoilt, found)
    if picture:
        files[DRAWINGS / f"{check.code}.svg"] = picture
        lines.append(f"\n![{check.code}](checks/{check.code}.svg)\n")
    return "".join(lines)


def _drawing(s: Subject, f: Finding) -> str:
    """The piece with the fault, its notches, and a ring about the place; nothing where it lies on no piece."""
    piece = next((p for p in s.pattern.pieces if p.name == f.piece), None)
    if piece is None:
        return ""
    left, top, right, bottom = piece.box
    wide, high = right - left + 6, bottom - top + 6
    inner = [
        f'<path d="{to_svg(chain(e.path for e in piece.outline), closed=True)}" fill="#f7f0e0" stroke="#24303b" stroke-width=".3"/>'
    ]
    inner += [
        f'<path d="{to_svg(x.path)}" fill="none" stroke="#55636c" stroke-width=".15" stroke-dasharray=".8 .6"/>'
        for x in piece.lines
    ]
    for n, spot in s.pattern.placed_notches(piece.name):
        edge = piece.outline[spot.edge].path
        z, way = edge.stand_at(min(max(spot.along, 0.0), edge.length))
        end = z + 1.2j * way
        width = 0.3 if n.style == "single" else 0.8
        inner.append(
            f'<path d="M {z.real:.2f} {z.imag:.2f} L {end.real:.2f} {end.imag:.2f}" stroke="#24303b" stroke-width="{width}"/>'
        )
    if piece.grain:
        a, b = piece.grain.start, piece.grain.end
        inner.append(f'<path d="M {a.real:.2f} {a.imag:.2f} L {b.real:.2f} {b.imag:.2f}" stroke="#55636c" stroke-width=".25"/>')
    if f.at is not None:
        inner.append(f'<circle cx="{f.at.real:.2f}" cy="{f.at.imag:.2f}" r="2.2" fill="none" stroke="#a02428" stroke-width=".6"/>')
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{SCALE * wide:.0f}" height="{SCALE * high:.0f}" '
        f'viewBox="{left - 3:.2f} {top - 3:.2f} {wide:.2f} {high:.2f}">{"".join(inner)}</svg>\n'
    )


def main() -> None:
    """Write the page and its drawings."""
    written(page(), DRAWINGS)


if __name__ == "__main__":
    main()
