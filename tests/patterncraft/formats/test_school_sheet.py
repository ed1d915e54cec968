"""The school sheet, read back by another library: every act of the pencil is there once, in order, drawn within its frame, in the house's unit."""

from __future__ import annotations

import io
import re
from dataclasses import replace
from itertools import pairwise
from pathlib import Path

import pikepdf
import pypdfium2
import pytest

from patterncraft.cli import main
from patterncraft.drafting.school import Block
from patterncraft.drafting.schools import SCHOOLS, school
from patterncraft.formats.openfile import MeasuresFile
from patterncraft.formats.openfile_io import write_file
from patterncraft.formats.school_sheet import DRAWN, school_sheet
from tests.samples import AVERAGE, WHOLE

CM = 72 / 2.54
ALONE = [n for n, s in SCHOOLS.items() if not s.base and not s.lacks(WHOLE)]


def text_of(data: bytes) -> str:
    document = pypdfium2.PdfDocument(io.BytesIO(data))
    words = " ".join(document[i].get_textpage().get_text_range() for i in range(len(document)))
    return " ".join(words.split())


@pytest.mark.parametrize("name", ALONE)
def test_every_stage_is_told_once_and_in_order(name: str) -> None:
    block = school(name).draft(WHOLE, {})
    words = re.sub(r" ?School sheet · Ada page \d+", "", text_of(school_sheet(school(name), block, "Ada", "cm"))) + " "
    acts = []
    for stage in block.stages:
        sums = [f"{s.label}: {told}" if (told := s.spoken("cm")) else s.label for s in stage.sums]
        points = [label for label, _ in stage.points]
        acts.append(" ".join(" ".join([*points, stage.piece, f"{stage.number}. {stage.rule}", *sums]).split()) + " ")
    assert words.endswith("".join(acts))
    assert f"Bust {WHOLE['bust_girth']:.1f} cm" in words or "bust_girth" not in block.measures


def bodice() -> Block:
    return school("bodice-direct").draft(AVERAGE, {})


def test_what_is_drawn_stands_in_its_frame_and_to_one_scale() -> None:
    """By the page's own numbers: matrices multiplied by hand."""
    block = bodice()
    data = school_sheet(school("bodice-direct"), block, "Ada", "cm")
    scales: dict[float, int] = {}
    with pikepdf.open(io.BytesIO(data)) as pdf:
        for page in pdf.pages:
            stack, now = [], (1.0, 0.0, 0.0)
            for operands, operator in pikepdf.parse_content_stream(page):
                match str(operator):
                    case "q":
                        stack.append(now)
                    case "Q":
                        now = stack.pop()
                    case "cm":
                        a, _, _, _, e, f = (float(x) for x in operands)
                        now = (now[0] * a, now[1] + now[0] * e, now[2] + now[0] * f)
                    case "m" | "l" | "c" if now[0] < 1:
                        left = (now[1] + now[0] * float(operands[-2])) / CM - 1.5
                        # The dot of a point at the rim stands out by its radius.
                        assert -0.05 <= left <= DRAWN[0] + 0.05
                        scales[round(now[0], 5)] = scales.get(round(now[0], 5), 0) + 1
                    case _:
                        pass
    # One scale for each of the two sheets.
    assert len(scales) == 2


def test_inches_for_a_house_of_inches() -> None:
    words = text_of(school_sheet(school("bodice-direct"), bodice(), "Ada", "in"))
    assert " cm" not in words
    # By hand: 92 cm are 36 7/32 in, told to the nearest sixteenth.
    assert re.search(r"Bust 36 (3/16|1/4) in", words)


def test_from_the_command_line(tmp_path: Path) -> None:
    folder = tmp_path
    (folder / "ada.json").write_bytes(write_file(MeasuresFile(name="Ada", values=AVERAGE)))
    words = ["draft", "bodice-direct", "--measures", str(folder / "ada.json"), "--out", str(folder / "block.json")]
    assert main([*words, "--sheet", str(folder / "sheet.pdf")]) in (0, 1)
    assert "1. Square a corner" in text_of((folder / "sheet.pdf").read_bytes())


def test_the_words_of_an_act_stand_beside_its_drawing() -> None:
    """Not above its upper end, where the act before ends, and not below the line under it, however many its sums are: places of the letters by pdfium,
    of drawings and lines by the page's own numbers."""
    block = bodice()
    block = replace(block, stages=tuple(replace(s, sums=s.sums * (1 + 9 * (k % 3 == 1))) for k, s in enumerate(block.stages)))
    data = school_sheet(school("bodice-direct"), block, "Ada", "cm")
    document = pypdfium2.PdfDocument(io.BytesIO(data))
    stages = iter(block.stages)
    stage = next(stages)
    with pikepdf.open(io.BytesIO(data)) as pdf:
        for sheet, page in zip(pdf.pages, document, strict=True):
            words = page.get_textpage()
            told = [
                (str(operator), [float(x) for x in operands])
                for operands, operator in pikepdf.parse_content_stream(sheet)
                if str(operator) in ("cm", "m", "l")
            ]
            tops = [z[5] for word, z in told if word == "cm" and z[4] == pytest.approx(1.5 * CM, abs=0.01)]
            whole = [
                (a, b)
                for (one, a), (two, b) in pairwise(told)
                if (one, two) == ("m", "l") and a[0] == pytest.approx(1.5 * CM, abs=0.01)
            ]
            assert all(a[1] == b[1] for a, b in whole), "level"
            under = [a[1] for a, b in whole if b[0] - a[0] > 15 * CM and a[1] < max(tops)]
            assert len(under) == len(tops) > 0
            for top, line, following in zip(tops, under, [*tops[1:], 0.0], strict=True):
                at = words.search(f"{stage.number}. {stage.rule[:12]}").get_next()
                assert at, stage.rule
                name = at[0] - 2 - len(stage.piece)
                assert words.get_text_range(name, len(stage.piece)) == stage.piece
                assert top - 0.6 * CM < words.get_charbox(name)[1] < words.get_charbox(name)[3] <= top
                assert words.get_charbox(name)[0] == pytest.approx((1.5 + DRAWN[0] + 0.6) * CM, abs=1.5)
                beside = words.get_text_bounded(left=(1.5 + DRAWN[0]) * CM, bottom=line, right=page.get_width(), top=top)
                lines = [f"{s.label}: {s.spoken('cm')}" for s in stage.sums]
                assert " ".join(beside.split()).endswith(" ".join(" ".join(lines).split())), "all its sums above the line"
                assert following < line < top - DRAWN[1] * CM
                stage = next(stages, stage)
    assert next(stages, None) is None
