"""``docs/moves.md`` and its small drawings: every move with its sentence, its parameters and what it does, made by the application."""

from __future__ import annotations

from pathlib import Path

from patterncraft.formats.verb_picture import VerbPicture, verb_picture
from patterncraft.moves.move import GROUPS, Move, parameter
from patterncraft.moves.registry import MOVES

from .pages import written

ROOT = Path(__file__).resolve().parents[1]
PAGE = ROOT / "docs" / "moves.md"
DRAWINGS = ROOT / "docs" / "moves"
HEAD = """# The moves

Made by `make schema` from the moves themselves; do not edit. Each drawing shows the move's own example, before and after; new paper is
yellow. Lengths are in cm. A **place** is `{"edge", "from", "fraction" | "distance"}`, `{"edge", "level", "down"}`, `{"mark"}`, `{"dart"}`,
`{"notch"}` or `{"at", "out", "down"}` off another; a **line** is a list of places or `{"through", "shape", "square_start", "square_end"}`.
"""


def drawing(before: VerbPicture, after: VerbPicture) -> str:
    """Both pictures side by side, SVG, four points to the centimetre."""
    gap = 12.0
    wide = (before.right - before.left) + gap + (after.right - after.left)
    high = max(before.bottom - before.top, after.bottom - after.top)
    shift = before.right - before.left + gap
    parts = [_half(before, -before.left + 1, -before.top + 1), _half(after, shift - after.left + 1, -after.top + 1)]
    middle = high / 2 + 1
    x = before.right - before.left + 1
    arrow = f'<path d="M {x + 3:.1f} {middle:.1f} h {gap - 6:.1f} m -1.6 -1.6 l 1.6 1.6 l -1.6 1.6" fill="none" stroke="#1d5a9e" stroke-width=".35"/>'
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{4 * (wide + 2):.0f}" height="{4 * (high + 2):.0f}" '
        f'viewBox="0 0 {wide + 2:.2f} {high + 2:.2f}">{parts[0]}{arrow}{parts[1]}</svg>\n'
    )


def _half(p: VerbPicture, x: float, y: float) -> str:
    sheets = "".join(f'<path d="{d}" fill="#f7f0e0" stroke="#24303b" stroke-width=".25"/>' for d in p.paper)
    new = "".join(f'<path d="{d}" fill="#f2d675" fill-opacity=".6"/>' for d in p.new)
    lines = "".join(f'<path d="{d}" fill="none" stroke="#24303b" stroke-width=".15" stroke-dasharray=".8 .6"/>' for d in p.lines)
    return f'<g transform="translate({x:.2f} {y:.2f})">{sheets}{new}{lines}</g>'


def page() -> dict[Path, str]:
    """Every file of the page with its content."""
    files: dict[Path, str] = {}
    text = [HEAD]
    for group in GROUPS:
        text.append(f"\n## {group}\n")
        for name, move in MOVES.items():
            if move.group == group:
                text.append(_move(name, move, files))
    files[PAGE] = "".join(text)
    return files


def _move(name: str, move: type[Move], files: dict[Path, str]) -> str:
    picture = verb_picture(move)
    out = [f"\n### {move.title} · `{name}`\n\n"]
    about = " ".join((move.__doc__ or "").split())
    out.append(f"*{move.sentence}*\n\n{about}\n\n")
    if picture:
        path = DRAWINGS / f"{name}.svg"
        files[path] = drawing(picture.before, picture.after)
        out.append(f"![{move.title}, before and after](moves/{name}.svg)\n\n")
    out.append("| parameter | asked as | |\n|---|---|---|\n")
    for slot in move.slots():
        for field in slot.fields:
            p = parameter(move, field)
            limits = " to ".join(f"{x:g}" for x in (p.low, p.high) if x is not None)
            words = ", ".join(x for x in (p.title, f"{limits} {p.unit}".strip() if limits else p.unit) if x)
            known = (
                [f"`{value}`" for value, _ in slot.choices]
                if not limits and p.unit == "" and slot.pick in ("choice", "length", "width")
                else []
            )
            out.append(f"| `{field}` | {slot.prompt} | {words}{': ' if known else ''}{' '.join(known)} |\n")
    return "".join(out)


def main() -> None:
    """Write the page and its drawings."""
    written(page(), DRAWINGS)


if __name__ == "__main__":
    main()
