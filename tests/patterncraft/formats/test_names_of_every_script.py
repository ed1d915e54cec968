"""A style's name through drawings and back: letters of any script, as long as a style's and a person's name together are."""

from __future__ import annotations

from pathlib import Path

import ezdxf
import pytest

from patterncraft.finishing.finish import finish
from patterncraft.formats.dxf import pattern_dxf
from patterncraft.formats.svg import pattern_svg
from patterncraft.incoming.dxf_in import read_dxf
from patterncraft.incoming.svg_in import read_svg
from tests.patterncraft.parts.ground import RULES, table

NAMES = ["Zoë", "Łucja", "Nguyễn Thị Hồng", "⅜ ≥ ½", "Ελένη", "Мария", "שלום", "مريم", "日本", "हिन्दी", "ไทย", "😀 a 😀"]


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
