"""``docs/parts.md`` and its drawings: how every part is drawn, act by act, with its sums; made by the application on a plain body."""

from __future__ import annotations

from collections.abc import Sequence
from html import escape
from pathlib import Path
from typing import Any, Final

from patterncraft.drafting.construction import Stage
from patterncraft.formats.verb_picture import plain_block
from patterncraft.geometry.path import chain
from patterncraft.geometry.svgpath import to_svg
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.piece import Piece
from patterncraft.replay import replay

from .pages import written

ROOT = Path(__file__).resolve().parents[1]
PAGE = ROOT / "docs" / "parts.md"
DRAWINGS = ROOT / "docs" / "parts"
RULES = HouseRules()
STAND: Final[dict[str, Any]] = {"move": "extend", "piece": "front", "edge": "centre front", "width": 2.0, "as": "button stand"}
IN_WAIST: Final[dict[str, Any]] = {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}}
SLEEVE: Final[dict[str, Any]] = {"move": "sleeve", "school": "sleeve-compass"}
NECK: Final = [["front", "neckline"], ["back", "neckline"]]
SHOWN: Final[tuple[tuple[str, str, str, tuple[dict[str, Any], ...]], ...]] = (
    ("sleeve", "A sleeve by compass", "bodice", (SLEEVE,)),
    ("sleeve-knit", "A sleeve for knits", "bodice", (SLEEVE | {"school": "sleeve-knit"},)),
    ("stand-and-fall", "Collar with stand and fall", "bodice", (STAND, {"move": "collar", "kind": "stand_and_fall"})),
    ("band", "Collar as a band", "bodice", ({"move": "collar", "kind": "round_band"},)),
    ("flat", "Flat collar", "bodice", ({"move": "collar", "kind": "flat"},)),
    ("roll", "Collar that rolls", "bodice", ({"move": "collar", "kind": "roll"},)),
    ("lapel", "Collar with lapels", "bodice", ({"move": "collar", "kind": "lapel"},)),
    ("bias-roll", "Collar of bias strips", "bodice", ({"move": "collar", "kind": "bias_roll"},)),
    ("rib", "Neck rib", "bodice", ({"move": "collar", "kind": "rib"},)),
    ("bishop", "Bishop sleeve and its cuff", "bodice", (SLEEVE, {"move": "bishop", "piece": "sleeve"}, {"move": "cuff", "piece": "sleeve"})),
    ("puff", "Puff sleeve", "bodice", (SLEEVE, {"move": "puff", "piece": "sleeve", "length": 26.0})),
    ("raglan", "Raglan", "bodice", (IN_WAIST, {"move": "raglan", "length": 50.0})),
    ("off-shoulder", "Off the shoulder", "bodice", (IN_WAIST, {"move": "off_shoulder", "round_shoulder": 102.0, "neck_width": 26.0})),
    ("dolman", "Dolman", "bodice", (IN_WAIST, {"move": "dolman", "angle": 30.0})),
    ("facing", "Facings of a neckline", "bodice", ({"move": "facing", "edges": NECK},)),
    ("facing-joined", "A facing over the joined shoulder", "bodice", (STAND, {"move": "facing", "edges": NECK})),
    ("binding", "Binding", "bodice", ({"move": "binding", "edges": NECK},)),
    ("waistband", "Waistband", "skirt", ({"move": "waistband"},)),
    ("band-hem", "Rib band", "skirt", ({"move": "band", "edges": [["skirt front", "hem"], ["skirt back", "hem"]]},)),
    ("culottes", "Culottes", "skirt", ({"move": "culottes", "depth": 28.0},)),
    ("pocket", "Pocket in a seam", "skirt", (
        {"move": "pocket", "kind": "bag", "piece": "skirt front", "at": {"edge": "side", "from": "waist", "distance": 4.0}, "opening": 14.5},)),
)  # fmt: skip
HEAD = """# Parts made to measure

Made by `make schema` from the parts themselves, on one plain body; do not edit. A part is a step: it measures the side it will be sewn to, as that
stands, over however many sheets it runs, darts shut; it is sewn to it with notches on both sides from the start, and made anew by the same step when that
side changes, whether a step before it is edited or a later one changes it. What was worked by hand since, or cut loose (`cut_loose`), stays as it is: its promise
then tells by how much it differs. How one is added: [CONTRIBUTING](../CONTRIBUTING.md); every parameter: [the moves](moves.md).
"""


def page() -> dict[Path, str]:
    """Every file of the page with its content."""
    files: dict[Path, str] = {}
    text = [HEAD]
    for key, title, block, steps in SHOWN:
        done = replay(plain_block(block), read_steps(list(steps)), RULES)
        if done.stopped:
            raise done.stopped
        last = done.done[-1]
        files[DRAWINGS / f"{key}.svg"] = drawing([p for p in last.after.pieces if p not in last.before.pieces], last.stages)
        text.append(f"\n## {title}\n\n*{last.step.spoken(last.before, 'cm')}*\n\n![{title}](parts/{key}.svg)\n\n")
        text += [f"{s.number}. {s.rule}\n" for s in last.stages]
        text.append("\n| | cm |\n|---|---|\n" if any(not s.note for s in last.working) else "")
        text += [f"| {s.label} | {s.spoken('cm')} |\n" for s in last.working if not s.note]
        text += [f"\n{s.label}\n" for s in last.working if s.note]
    files[PAGE] = "".join(text)
    return files


def drawing(pieces: Sequence[Piece], stages: Sequence[Stage]) -> str:
    """Pieces side by side, with the guides and the numbered points of their construction."""
    x, high = 2.0, 0.0
    parts: list[str] = []
    for p in pieces:
        left, top, right, bottom = p.box
        parts.append(_sheet(stages, p, x - left, 3.5 - top))
        x += right - left + 4
        high = max(high, bottom - top)
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{7 * x:.0f}" height="{7 * (high + 6):.0f}" viewBox="0 0 {x:.2f} {high + 6:.2f}" '
        f'font-family="serif" font-size="1.5">{"".join(parts)}</svg>\n'
    )


def _sheet(stages: Sequence[Stage], piece: Piece, x: float, y: float) -> str:
    outline = to_svg(chain(e.path for e in piece.outline), closed=True)
    out = [f'<path d="{outline}" fill="#f7f0e0" stroke="#24303b" stroke-width=".16"/>']
    out += [f'<path d="{to_svg(q, closed=True)}" fill="#f2d675" fill-opacity=".5"/>' for q in piece.paper.patches]
    out += [
        f'<path d="{to_svg(n.path)}" fill="none" stroke="#24303b" stroke-width=".1" stroke-dasharray=".6 .5"/>' for n in piece.lines
    ]
    for stage in stages:
        if stage.piece != piece.name:
            continue
        if stage.guide:
            out += [
                f'<path d="{to_svg(q)}" fill="none" stroke="#1d5a9e" stroke-width=".1" stroke-dasharray=".5 .4"/>'
                for q in stage.paths
            ]
        for label, z in stage.points:
            out.append(f'<circle cx="{z.real:.2f}" cy="{z.imag:.2f}" r=".3" fill="#1d5a9e"/>')
            out.append(f'<text x="{z.real + 0.5:.2f}" y="{z.imag - 0.4:.2f}" fill="#1d5a9e" font-size="1.2">{escape(label)}</text>')
    left, top, right, _ = piece.box
    out.append(
        f'<text x="{0.5 * (left + right):.2f}" y="{top - 1:.2f}" text-anchor="middle" fill="#24303b">{escape(piece.name)}</text>'
    )
    return f'<g transform="translate({x:.2f} {y:.2f})">{"".join(out)}</g>'


def main() -> None:
    """Write the page and its drawings."""
    written(page(), DRAWINGS)


if __name__ == "__main__":
    main()
