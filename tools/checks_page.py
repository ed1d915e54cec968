"""``docs/checks.md`` and its small drawings: every check with its limit, its reason, its cure, and a planted fault that it finds, made by the application."""

from __future__ import annotations

from pathlib import Path

from patterncraft.checks.examine import examine
from patterncraft.checks.finding import Check, Finding
from patterncraft.checks.registry import CHECKS
from patterncraft.checks.subject import Subject
from patterncraft.house import HouseRules
from tests.planted.faults import FAULTS

from .pages import drawing, sheet, written

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
    inner = sheet(s.pattern, piece)
    if f.at is not None:
        inner.append(f'<circle cx="{f.at.real:.2f}" cy="{f.at.imag:.2f}" r="2.2" fill="none" stroke="#a02428" stroke-width=".6"/>')
    return drawing(piece.box, inner)


def main() -> None:
    """Write the page and its drawings."""
    written(page(), DRAWINGS)


if __name__ == "__main__":
    main()
