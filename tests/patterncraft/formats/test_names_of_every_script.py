"""A style's name through drawings and back: letters of any script, as long as a style's and a person's name together are."""

from __future__ import annotations

import unicodedata
from pathlib import Path

import ezdxf
import pytest
from fontTools.ttLib import TTFont

from patterncraft import formats
from patterncraft.finishing.finish import finish
from patterncraft.formats.dxf import pattern_dxf
from patterncraft.formats.lettering import ascii_of, respelt
from patterncraft.formats.page import Page
from patterncraft.formats.pdf import pattern_pdf
from patterncraft.formats.svg import pattern_svg
from patterncraft.incoming.dxf_in import read_dxf
from patterncraft.incoming.svg_in import read_svg
from tests.patterncraft.parts.ground import RULES, table
from tests.printed import words

PRINTED = ["Zoë", "Łucja", "Nguyễn Thị Hồng", "⅜ ≥ ½ ≤ ⅞ → ₂", "Ελένη ᾶ", "Мария ґ", "ქეთევან", "Հայկ", "Ẹ́niọlá"]
RESPELT = ["שלום", "مريم", "日本", "हिन्दी", "ไทย", "😀 a 😀", "a\ue000b"]
NAMES = PRINTED + RESPELT


@pytest.mark.parametrize("name", [*NAMES, f"{'Long ' * 24}· {'name ' * 24}".strip()])
def test_a_name_goes_out_and_comes_back(name: str, tmp_path: Path) -> None:
    pieces = finish(table(), RULES, name)
    drawn = pattern_dxf(pieces, name, table())
    for data, read in ((drawn, read_dxf), (pattern_svg(pieces, name, table()).encode(), read_svg)):
        back = {t.text for t in read(data).texts}
        assert {part.strip() for part in name.split(" · ")} <= back or name in back
    # Another reader, which believes the letters that the head names: none of them is torn.
    (tmp_path / "drawn.dxf").write_bytes(drawn)
    others = {e.plain_text() for b in ezdxf.readfile(tmp_path / "drawn.dxf").blocks for e in b.query("TEXT")}
    assert name.split(" · ")[0].strip() in others


def fonts() -> list[set[int]]:
    """The letters of each font that ships, by another library than prints them."""
    folder = Path(str(formats.__path__[0])) / "fonts"
    return [set(TTFont(file).getBestCmap()) for file in sorted(folder.glob("*.ttf"))]


@pytest.mark.parametrize("name", NAMES)
def test_a_name_is_printed_without_a_box_and_what_is_respelt_is_told(name: str) -> None:
    for data in (pattern_pdf(finish(table(), RULES, name), name), measured(name)):
        page = " ".join(w.text for w in words(data, 0))
        if name in PRINTED:
            # A mark that stands over a wide letter reads as if it stood apart.
            assert unicodedata.normalize("NFC", name).replace(" ", "") in unicodedata.normalize("NFC", page).replace(" ", "")
            assert respelt([name]) == []
        else:
            (told,) = dict.fromkeys(respelt([name, f"for {name}"]))
            assert "is printed in Latin letters" in told
            assert told.split("“")[2].split("”")[0] in page
        assert all({ord(c) for c in page if c > " "} <= font for font in fonts())


def measured(name: str) -> bytes:
    """A page of words alone, wrapped and cut as all pages of words are."""
    page = Page("Making sheet", name, "a4", None)
    page.lines(f"{name} and after that words enough " * 6)
    return page.done()


@pytest.mark.parametrize(
    ("written", "plotted"),
    [("1½ in × 2", "1 1/2 in x 2"), ("Łucja – Zoë", "Lucja - Zoe"), ("a\u200d\u202eb\x07", "ab"), ("Straße", "Strasse")],
)
def test_a_typewriter_spells_fractions_apart_and_leaves_out_what_is_not_seen(written: str, plotted: str) -> None:
    assert ascii_of(written) == plotted
    assert respelt([written]) == []


@pytest.mark.parametrize("name", ["Łucja", "Ελένη", "日本"])
def test_letters_of_today_under_a_head_of_yesterday_are_read_as_they_were_meant(name: str) -> None:
    """Many programs write them so; until lately this one did."""
    drawn = (
        pattern_dxf(finish(table(), RULES, "NAME"), "NAME", table()).replace(b"AC1021", b"AC1015").replace(b"UTF-8", b"ANSI_1252")
    )
    back = [t.text for t in read_dxf(drawn.replace(b"NAME", name.encode())).texts]
    assert name in back
    torn = [t.text for t in read_dxf(drawn.replace(b"NAME", b"\x81\xff\x8d")).texts]
    assert not [c for t in torn for c in t if "\ud800" <= c <= "\udfff"]
