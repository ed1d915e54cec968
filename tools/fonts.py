"""The letters that are printed, put together once from open fonts: ``python -m tools.fonts SANS DEJAVU``.

``SANS``: the folder of the package ``@fontsource-variable/source-sans-3`` (the interface's own letters, cut by script for the browser); ``DEJAVU``:
the folder of the package ``dejavu-fonts-ttf``, which lends what the former lacks: fractions, mathematical signs, arrows, Armenian, Georgian. Needs
``brotli`` beside fontTools. Writes ``patterncraft/formats/fonts/SteadySans-*.ttf``; both licences ask that what is changed bears another name.
"""

from __future__ import annotations

import sys
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Final

from fontTools.merge import Merger
from fontTools.merge import Options as MergeOptions
from fontTools.pens.recordingPen import DecomposingRecordingPen
from fontTools.pens.transformPen import TransformPen
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.subset import Options, Subsetter
from fontTools.ttLib import TTFont
from fontTools.ttLib.scaleUpem import scale_upem
from fontTools.varLib.instancer import instantiateVariableFont

OUT: Final = Path(__file__).parent.parent / "patterncraft" / "formats" / "fonts"
WEIGHTS: Final = {"Regular": (400, "DejaVuSans.ttf"), "Semibold": (600, "DejaVuSans-Bold.ttf")}
SCRIPTS: Final = ("latin", "latin-ext", "vietnamese", "greek", "greek-ext", "cyrillic", "cyrillic-ext")
LENT: Final = (
    (0x00A0, 0x052F),  # Latin with all its marks, marks that stand over the letter before, Greek, Cyrillic
    (0x0531, 0x058F),  # Armenian
    (0x10A0, 0x10FF),  # Georgian
    (0x1E00, 0x1FFF),  # Latin and Greek with two marks
    (0x2010, 0x2027),  # dashes, quotation marks
    (0x2030, 0x205E),
    (0x2070, 0x209F),  # small figures above and below
    (0x20A0, 0x20BF),  # currencies
    (0x2100, 0x218F),  # signs like letters, fractions
    (0x2190, 0x22FF),  # arrows, mathematical signs
    (0x25A0, 0x266F),  # shapes, stars, notes
    (0x2700, 0x27BF),  # scissors, ticks
)
"""What is taken from the second font where the first has none: scripts that run from left to right and whose letters do not change by their
neighbours, and signs."""
UNITS: Final = 1000
MARKS: Final = range(0x0300, 0x036F + 1)
BACK: Final = -260
"""Units: a mark that has no letter joined with it stands over the middle of the letter before it, half a common letter back."""
KEPT: Final = frozenset({"GlyphOrder", "head", "hhea", "maxp", "OS/2", "hmtx", "cmap", "loca", "glyf", "name", "post"})


def main(sans: Path, dejavu: Path) -> None:
    for weight, (number, lender) in WEIGHTS.items():
        with TemporaryDirectory() as folder:
            own = [
                _part(sans / "files" / f"source-sans-3-{x}-wght-normal.woff2", number, Path(folder) / f"{x}.ttf") for x in SCRIPTS
            ]
            # Newer letters of a family that were cut apart tell the same lines; the first of two that carry a letter keeps it.
            have = {c for p in own for c in TTFont(p).getBestCmap()}
            lent = _lent(dejavu / "ttf" / lender, have, Path(folder) / "lent.ttf")
            made = Merger(options=MergeOptions(drop_tables=["GSUB", "GPOS", "GDEF"])).merge([str(p) for p in [*own, lent]])
            _stand_over(made)
            _named(made, weight)
            made.save(OUT / f"SteadySans-{weight}.ttf")


def _part(source: Path, weight: int, at: Path) -> Path:
    font = TTFont(source)
    font.flavor = None
    font = instantiateVariableFont(font, {"wght": weight})
    if font["head"].unitsPerEm != UNITS:
        scale_upem(font, UNITS)
    return _plain(font, at)


def _lent(source: Path, have: set[int], at: Path) -> Path:
    font = TTFont(source)
    wanted = {c for low, high in LENT for c in range(low, high + 1)} & font.getBestCmap().keys() - have
    options = Options(layout_features=[], glyph_names=False, hinting=False, notdef_outline=True)
    taken = Subsetter(options)
    taken.populate(unicodes=wanted)
    taken.subset(font)
    scale_upem(font, UNITS)
    return _plain(font, at)


def _plain(font: TTFont, at: Path) -> Path:
    """Only what a sheet needs: outlines, widths, which letter is which."""
    for tag in set(font.keys()) - KEPT:
        del font[tag]
    font.save(at)
    return at


def _stand_over(font: TTFont) -> None:
    """Nobody moves marks on a sheet: each is drawn where it stands, so it stands over the letter before. A copy is moved, since joined letters are
    made of the same marks."""
    names, drawn = font.getBestCmap(), font.getGlyphSet()
    for mark in (c for c in MARKS if c in names and drawn[names[c]].width == 0):
        whole, pen = DecomposingRecordingPen(drawn), TTGlyphPen(None)
        drawn[names[mark]].draw(whole)
        whole.replay(TransformPen(pen, (1, 0, 0, 1, BACK, 0)))
        own = f"over{mark:04X}"
        font["glyf"][own] = pen.glyph()
        font["glyf"][own].recalcBounds(font["glyf"])
        font["hmtx"][own] = (0, font["glyf"][own].xMin if whole.value else 0)
        for table in font["cmap"].tables:
            if mark in table.cmap:
                table.cmap[mark] = own
    font.setGlyphOrder(font["glyf"].glyphOrder)


def _named(font: TTFont, weight: str) -> None:
    names = {
        1: "Steady Sans" if weight == "Regular" else f"Steady Sans {weight}",
        2: "Regular",
        3: f"SteadySans-{weight}",
        4: f"Steady Sans {weight}",
        6: f"SteadySans-{weight}",
    }
    kept = {x.nameID: str(x) for x in font["name"].names if x.nameID in (0, 13)}
    font["name"].names = []
    for number, text in (names | kept).items():
        font["name"].setName(text, number, 3, 1, 0x409)


if __name__ == "__main__":
    main(Path(sys.argv[1]), Path(sys.argv[2]))
