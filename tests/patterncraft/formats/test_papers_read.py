"""Sheets of paper read as a person reads them: which sheet joins which, what is written where, and whether it is on the page. By pikepdf and pypdfium2."""

from __future__ import annotations

import io
import json
import re
from collections import defaultdict
from dataclasses import replace
from itertools import pairwise
from typing import Any

import numpy as np
import pikepdf
import pypdfium2
import pytest

from patterncraft.drafting.schools import school
from patterncraft.errors import BadFile
from patterncraft.finishing.cut_sheet import CutSheet, Notion, cut_sheet
from patterncraft.finishing.finish import finish
from patterncraft.formats.cut_sheet_pdf import COLUMNS, RIM, cut_sheet_pdf
from patterncraft.formats.measuring_sheet import measuring_sheet
from patterncraft.formats.openfile import AcknowledgedData, PatternFile
from patterncraft.formats.openfile_io import let_stand, pattern_file, read_file, read_pattern, write_file
from patterncraft.formats.pdf import CM, pattern_pdf
from patterncraft.formats.school_sheet import school_sheet
from patterncraft.house import HouseRules
from patterncraft.measures.keys import MEASURES
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import CutPlan
from patterncraft.replay import Replay
from tests.printed import pages, strokes
from tests.printed import words as words_of
from tests.rich import rich_bodice
from tests.samples import AVERAGE, sheet, square

RULES = HouseRules()


def page_words(document: pypdfium2.PdfDocument, number: int) -> str:
    return str(document[number].get_textpage().get_text_range())


def where(page: Any, words: str) -> tuple[float, float]:
    """Left and bottom of the words' first letter, cm."""
    text = page.get_textpage()
    found = text.search(words, match_case=True).get_next()
    assert found is not None, f"“{words}” is not on the page"
    left, bottom, _, _ = text.get_charbox(found[0], loose=True)
    return left / CM, bottom / CM


# ---- the pattern on sheets that are glued


def test_each_joint_stands_on_the_two_sheets_that_meet_there_and_on_no_other() -> None:
    document = pypdfium2.PdfDocument(pattern_pdf(finish(rich_bodice(), RULES), "Glued"))
    tiles: dict[tuple[int, int], str] = {}
    for k in range(1, len(document)):
        words = page_words(document, k)
        head = re.search(rf"sheet {k} of {len(document) - 1} · row (\d+), column (\d+)", words)
        assert head, words
        tiles[int(head[1]), int(head[2])] = words
    assert len(tiles) == len(document) - 1, "no two sheets have one place"
    assert min(r for r, _ in tiles) == min(c for _, c in tiles) == 1
    joints = 0
    for (r, c), words in tiles.items():
        said = {x for x in words.split() if re.fullmatch(r"\d+[–/]\d+", x)}
        beside = {f"{r}–{c}": (r, c + 1), f"{r}–{c - 1}": (r, c - 1), f"{c}/{r}": (r + 1, c), f"{c}/{r - 1}": (r - 1, c)}
        assert said == {name for name, other in beside.items() if other in tiles}
        joints += len(said)
    assert joints >= 2 * (len(tiles) - 1)


def test_a_joints_name_stands_in_the_middle_of_its_mark() -> None:
    data = pattern_pdf(finish(rich_bodice(), RULES), "Glued")
    seen = 0
    for page in range(1, pages(data)):
        diamonds = [
            sum(x.points[:4]) / 4 for x in strokes(data, page) if x.closed and len({*x.points}) == 4 and x.box[2] - x.box[0] < 0.75
        ]
        names = [w for w in words_of(data, page) if re.fullmatch(r"\d+[–/]\d+", w.text)]
        assert len(names) == len(diamonds)
        for w in names:
            middle = complex((w.left + w.right) / 2, (w.low + w.high) / 2)
            assert min(abs(middle - z) for z in diamonds) < 0.06, w
            seen += 1
    assert seen >= 8


def test_a_joints_mark_is_a_diamond_seven_millimetres_across_on_the_overlap() -> None:
    """Both halves lie on each other when the sheets are glued: the mark is as far from the one sheet's edge as from the other's."""
    data = pattern_pdf(finish(rich_bodice(), RULES), "Glued")
    seen = 0
    with pikepdf.open(io.BytesIO(data)) as pdf:
        for page in list(pdf.pages)[1:]:
            wide, high = (float(x) / CM for x in page.mediabox[2:])
            path: list[complex] = []
            for operands, operator in pikepdf.parse_content_stream(page):
                match str(operator):
                    case "m":
                        path = [complex(*map(float, operands)) / CM]
                    case "l":
                        path.append(complex(*map(float, operands)) / CM)
                    case "h" if len(path) == 4:
                        middle = sum(path) / 4
                        assert [abs(z - middle) for z in path] == pytest.approx([0.35] * 4, abs=1e-4)
                        turns = [((b - middle) / (a - middle)) for a, b in pairwise(path)]
                        assert turns == pytest.approx([-1j] * 3, abs=1e-3)
                        # A centimetre of margin and half a centimetre of overlap from one rim, half-way along it.
                        off = min(middle.real, middle.imag, wide - middle.real, high - middle.imag)
                        assert off == pytest.approx(1.5, abs=0.05)
                        seen += 1
                    case _:
                        pass
    assert seen >= 8


@pytest.mark.parametrize("scale", [1.0, 0.5, 0.25])
def test_the_form_that_all_sheets_show_holds_everything_drawn_in_it(scale: float) -> None:
    pieces = finish(rich_bodice(), RULES)
    with pikepdf.open(io.BytesIO(pattern_pdf(pieces, "Form", scale=scale))) as pdf:
        form = next(x for p in pdf.pages for x in p.resources.get("/XObject", {}).values())
        left, low, right, high = (float(x) for x in form.BBox)
        drawn = [
            (float(o[-2]), float(o[-1]))
            for o, op in pikepdf.parse_content_stream(form)
            if str(op) in ("m", "l", "c") and len(o) >= 2
        ]
    xs, ys = zip(*drawn, strict=True)
    assert left - 1 <= min(xs) <= max(xs) <= right + 1
    assert low - 1 <= min(ys) <= max(ys) <= high + 1
    # And it is no larger than the sheet needs: nothing is set beside the pattern.
    assert (right - left, high - low) == (
        pytest.approx(max(xs) - min(xs), abs=2 * CM / scale),
        pytest.approx(max(ys) - min(ys), abs=2 * CM / scale),
    )


# ---- the cut sheet


def test_the_cut_sheets_words_stand_under_their_heads_and_every_sum_is_said() -> None:
    pattern = Pattern((replace(sheet(20, 30, "body"), cut=CutPlan(2, False, True, "shell", interfacing=3)), square(10, "pocket")))
    pieces = finish(pattern, RULES)
    plain = cut_sheet(Replay(pattern, ()), pieces, "cm")
    full = CutSheet(
        plain.rows, plain.cloths, (Notion("Zip (side)", "22.0 cm long"),), (("Step 3: Collar stand", "19.7 + 2.0 = 21.7 cm"),)
    )
    document = pypdfium2.PdfDocument(cut_sheet_pdf(full, pieces, "Winter", "cm"))
    page = document[0]
    for head, x in COLUMNS[1:]:
        if head != "Cut":  # which the title begins with, too
            assert where(page, head)[0] == pytest.approx(RIM + x, abs=0.05)
    (body,) = [r for r in full.rows if r.name == "body"]
    for words, x in (
        ("1 body", 2.2),
        ("2, a pair", 6.6),
        ("shell + 3 interfacing", 9.1),
        (f"{body.width:.1f} × {body.length:.1f} cm", 15.2),
    ):
        assert where(page, words)[0] == pytest.approx(RIM + x, abs=0.05)
    shell = dict(full.cloths)["shell"] / 1e4
    for words in (f"shell: {shell:.2f} m² of pieces", "Zip (side): 22.0 cm long"):
        assert where(page, words)[0] == pytest.approx(RIM, abs=0.05)
    assert where(page, "Step 3: Collar stand: 19.7 + 2.0 = 21.7 cm")[0] == pytest.approx(21.0 / 2 + 0.3, abs=0.05)
    assert where(page, "1 body")[1] > where(page, "2 pocket")[1] > where(page, "Notions")[1]


# ---- the measuring sheet


@pytest.mark.parametrize("paper", ["a4", "letter"])
def test_every_measure_has_its_own_field_with_a_figure_and_a_line_to_write_on(paper: Any) -> None:
    """The page as it is printed, looked at field by field: five columns, six rows."""
    document = pypdfium2.PdfDocument(measuring_sheet("cm", paper))
    page = document[0]
    titles = {n: where(page, f"{n} {m.title}") for n, m in enumerate(MEASURES.values(), 1)}
    columns, rows = defaultdict(list), defaultdict(list)
    for n, (x, y) in titles.items():
        columns[(n - 1) % 5].append(x)
        rows[(n - 1) // 5].append(y)
    lefts, tops = [np.mean(columns[k]) for k in range(5)], [np.mean(rows[k]) for k in range(len(rows))]
    assert max(max(v) - min(v) for v in (*columns.values(), *rows.values())) < 0.05
    wide, high = np.diff(lefts), -np.diff(tops)
    assert wide == pytest.approx(np.full(4, wide[0]), abs=0.01)
    assert high == pytest.approx(np.full(len(tops) - 1, high[0]), abs=0.01)
    dots = 4
    ink = 255 - np.asarray(page.render(scale=dots * 2.54 * 10 / 72).to_pil().convert("L"), dtype=float)
    page_high = page.get_size()[1] / CM

    def inked(left: float, top: float, right: float, bottom: float) -> np.ndarray[Any, Any]:
        a, b, c, d = (round(v * 10 * dots) for v in (page_high - top, page_high - bottom, left, right))
        return ink[a:b, c:d] > 60

    for n, (x, y) in titles.items():
        # The figure, under its title and left of the line.
        figure = inked(x, y - 0.15, x + 0.55 * wide[0], y - high[0] + 0.64)
        assert 0.01 < figure.mean() < 0.5, n
        fills = max(figure.any(axis=1).mean(), figure.any(axis=0).mean())
        assert fills > 0.8, f"{n}: as large as its field lets it be, in height or in width"
        line = inked(x + 0.62 * wide[0], y - high[0] + 1.4, x + 0.85 * wide[0], y - high[0] + 0.6)
        assert line.mean(axis=1).max() > 0.9, f"{n}: a whole line"


# ---- the school sheet


@pytest.mark.parametrize(("unit", "bust"), [("cm", "Bust 92.0 cm, "), ("in", "Bust 36 ")])
def test_what_a_draft_was_drawn_from_is_one_sentence_of_measures_and_one_of_settings(unit: Any, bust: str) -> None:
    maker = school("bodice-direct")
    block = maker.draft(AVERAGE, {"bust_ease": 9.0})
    document = pypdfium2.PdfDocument(school_sheet(maker, block, "Ada", unit))
    words = " ".join(page_words(document, 0).split())
    said = re.search(r"Measures: (.*?)\. Settings: (.*?)\. ", words + " ")
    assert said, words[:400]
    assert bust in said[1]
    assert len(said[1].split(", ")) == len([k for k in block.measures if k in MEASURES])
    ease = "9.0 cm" if unit == "cm" else "3 9/16 in"
    assert any(part.endswith(ease) for part in said[2].split(", "))
    assert (" cm" in said[1] + said[2]) == (unit == "cm")


# ---- files


def changed(change: Any) -> PatternFile:
    data = json.loads(write_file(pattern_file(Pattern((square(10, "one"), square(10, "two"))), "two squares")))
    change(data)
    return read_file(json.dumps(data).encode(), PatternFile, "two.json")


def test_what_is_wrong_in_a_file_is_said_with_its_place_and_a_cure() -> None:
    def refusal(change: Any) -> tuple[str, str, str]:
        with pytest.raises(BadFile) as found:
            read_pattern(changed(change), "two.json")
        return found.value.message, found.value.where, found.value.cure

    def named_alike(data: Any) -> None:
        data["pieces"][1]["name"] = "one"

    def far_too_wide(data: Any) -> None:
        for e in data["pieces"][0]["outline"]:
            e["path"] = re.sub(r"\d+", lambda x: f"{120 * int(x[0]) - 600}", e["path"])

    def no_number(data: Any) -> None:
        data["pieces"][1]["outline"][2]["path"] = "M 10 10 Q 0 10"

    assert refusal(named_alike) == ("two pieces have the same name.", "two.json", "Rename one.")
    message, place, _ = refusal(far_too_wide)
    assert message == "it is 12.0 by 12.0 m large; a piece has at most ten metres."
    assert place == "two.json: one"
    message, place, _ = refusal(no_number)
    assert place == "two.json: two, bottom"


def test_what_was_let_stand_is_read_word_for_word() -> None:
    (read,) = let_stand([AcknowledgedData(code="kink", piece="front", edge="waist", seam="side", amount=2.5, reason="as drawn")])
    assert (read.code, read.piece, read.edge, read.seam, read.amount, read.reason) == (
        "kink", "front", "waist", "side", 2.5, "as drawn",
    )  # fmt: skip
