"""Size tables, spreadsheets, comparisons, and the drawings of the tape."""

from datetime import date
from io import BytesIO
from itertools import pairwise

import pikepdf
import pytest

from patterncraft.errors import BadFile, BadMeasure, NoSuchName
from patterncraft.formats.measuring_sheet import measuring_sheet
from patterncraft.formats.tiles import PaperName
from patterncraft.measures.csv_io import chart_from_csv, chart_to_csv
from patterncraft.measures.doubts import compared, doubts
from patterncraft.measures.families import family_of_sizes
from patterncraft.measures.figure import FIGURES
from patterncraft.measures.keys import MEASURES
from patterncraft.measures.tables import TABLES, size_table
from patterncraft.measures.tapes import TAPES
from patterncraft.units import Unit
from tests.samples import WHOLE


class TestTables:
    def test_every_table_names_its_source_and_grows_with_its_sizes(self) -> None:
        for t in TABLES.values():
            assert "recalled from memory" in t.source
            rows = list(t.sizes.values())
            assert all(set(r) <= set(MEASURES) for r in rows)
            for key in rows[0]:
                assert [r[key] for r in rows] == sorted(r[key] for r in rows), (t.name, key)
            assert all(doubts(r) == [] for r in rows), t.name

    def test_estimates_lie_between_the_sizes_beside_the_bust(self) -> None:
        # Bust 90 is half-way from size 12 (88) to 14 (92).
        found = size_table("handbook-women").estimated({"bust_girth": 90.0, "waist_girth": 71.0})
        assert found["hip_girth"] == pytest.approx(95)
        assert found["across_back"] == pytest.approx(34.9)
        assert "waist_girth" not in found, "what is measured stays"

    @pytest.mark.parametrize("name", TABLES)
    def test_half_way_between_any_two_sizes_it_is_half_way(self, name: str) -> None:
        rows = list(size_table(name).sizes.values())
        for a, b in pairwise(rows):
            found = size_table(name).estimated({"bust_girth": 0.5 * (a["bust_girth"] + b["bust_girth"])})
            # Told to the millimetre.
            assert found == pytest.approx({k: 0.5 * (a[k] + b[k]) for k in a if k != "bust_girth"}, abs=0.051)

    def test_outside_the_table_nothing_is_guessed(self) -> None:
        with pytest.raises(BadMeasure, match="outside this table, which runs from 80 cm to 112 cm"):
            size_table("handbook-women").estimated({"bust_girth": 140.0})
        with pytest.raises(BadMeasure, match="found by the bust") as caught:
            size_table("handbook-women").estimated({"waist_girth": 70.0})
        assert caught.value.field == "bust_girth"
        with pytest.raises(NoSuchName, match="8, 10, 12"):
            size_table("handbook-women").size("99")
        with pytest.raises(NoSuchName, match="handbook-women"):
            size_table("sizes of the moon")


class TestSpreadsheet:
    @pytest.mark.parametrize("unit", ["cm", "in"])
    def test_out_and_in_again(self, unit: Unit) -> None:
        text = chart_to_csv(WHOLE, frozenset({"body_rise"}), unit)
        chart, estimated = chart_from_csv(text.encode(), "cm")
        assert chart == pytest.approx(WHOLE, abs=0.05 if unit == "cm" else 0.08)
        assert estimated == {"body_rise"}

    def test_titles_semicolons_fractions_and_a_mark_of_order_are_read(self) -> None:
        data = "\ufeffMeasure;Value;Unit\nBust;36 1/2;in\nWaist;71,5;\n\n".encode()
        assert chart_from_csv(data, "cm")[0] == pytest.approx({"bust_girth": 36.5 * 2.54, "waist_girth": 71.5})

    @pytest.mark.parametrize(
        ("text", "says"),
        [
            ("", "does not name the columns"),
            ("a,b\n1,2", "does not name the columns"),
            ("key,value\ntail,3", "Row 2: “tail” is not a measure"),
            ("key,value\nbust_girth,92\nbust_girth,93", "Row 3: Bust stands there twice"),
            ("key,value\nbust_girth,much", "Row 2: Bust: “much” is not a length"),
            ("key,value\nbust_girth,-4", "more than zero"),
            ("key,value,unit\nbust_girth,92,ells", "“ells” is not a unit"),
            ("key,value\nbust_girth,", "no measure in it"),
        ],
    )
    def test_what_cannot_be_read_is_named_with_its_row(self, text: str, says: str) -> None:
        with pytest.raises(BadFile, match=says):
            chart_from_csv(text.encode(), "cm")

    def test_bytes_that_are_no_text_and_files_too_long(self) -> None:
        with pytest.raises(BadFile, match="not text"):
            chart_from_csv(b"\xff\xfe\x00", "cm")
        with pytest.raises(BadFile, match="longer than any chart"):
            chart_from_csv(b"x" * 300_000, "cm")


class TestCompared:
    def test_a_girth_taken_twice_in_a_month_should_agree_within_a_centimetre(self) -> None:
        after = WHOLE | {"hip_girth": 99.6, "bust_girth": 92.6, "arm_length": 61.0}
        near = {c.key: c for c in compared(WHOLE, after, (date(2026, 3, 1), date(2026, 3, 9)))}
        assert "the tape slipped" in near["hip_girth"].hint
        assert near["bust_girth"].hint == ""
        assert "same point" in near["arm_length"].hint
        assert near["hip_girth"].by == pytest.approx(1.6)
        year = {c.key: c for c in compared(WHOLE, after, (date(2026, 3, 1), date(2027, 3, 9)))}
        assert year["hip_girth"].hint == "", "a body may change in a year"

    def test_what_only_one_chart_has_is_shown_without_a_difference(self) -> None:
        rows = {c.key: c for c in compared({"bust_girth": 90.0}, {"hip_girth": 98.0}, (date(2026, 1, 1),) * 2)}
        assert (rows["bust_girth"].after, rows["hip_girth"].before, rows["hip_girth"].by) == (None, None, None)
        assert list(rows) == ["bust_girth", "hip_girth"]


class TestDrawings:
    @pytest.mark.parametrize("key", MEASURES)
    def test_every_measure_has_a_tape_inside_its_picture(self, key: str) -> None:
        tape = TAPES[key]
        left, top, right, bottom = tape.box
        assert tape.seen
        for path in tape.seen + tape.hidden:
            for z in (path.start, path.end):
                assert left <= z.real <= right
                assert top <= z.imag <= bottom
        if MEASURES[key].group == "Girths":
            assert tape.hidden, "a girth goes round behind"
            assert {tape.seen[0].start, tape.seen[0].end} == {tape.hidden[0].start, tape.hidden[0].end}, "and is closed"
        else:
            assert len(tape.ends) == 2, "a length is read between two points"

    def test_lengths_drawn_are_in_the_proportion_of_a_body(self) -> None:
        """The figure is drawn to about a centimetre: its tapes are as long as an average chart's measures."""
        for key in ("nape_to_waist", "shoulder_to_bust", "waist_to_hip", "waist_to_knee", "shoulder_length", "arm_length"):
            drawn = sum(p.length for p in TAPES[key].seen)
            assert drawn == pytest.approx(WHOLE[key], rel=0.25), key

    def test_figures_are_symmetrical_where_bodies_are(self) -> None:
        for view in ("front", "back"):
            xs = [z.real for p in FIGURES[view].body for s in p.segments for z in s]
            assert max(xs) == pytest.approx(-min(xs))

    @pytest.mark.parametrize("paper", ["a4", "letter"])
    def test_blank_sheet_prints_every_measure_once_with_a_line(self, paper: PaperName) -> None:
        with pikepdf.open(BytesIO(measuring_sheet("cm", paper))) as pdf:
            wide, high = (float(x) for x in pdf.pages[0].mediabox[2:])
            assert (wide, high) == pytest.approx((595.3, 841.9) if paper == "a4" else (612, 792), abs=0.1)
            assert 2 <= len(pdf.pages) <= 3
            shown = sum(1 for op in pikepdf.parse_content_stream(pdf.pages[0]) if str(op.operator) == "Tj")
            assert shown == len(MEASURES) + 5, "title, unit and three heads besides"


class TestFamilies:
    def test_what_a_sizes_own_table_lacks_is_borrowed_by_its_bust(self) -> None:
        """A bust of 88 is the fuller table's size 12: what is borrowed is what stands there; of its own nothing is changed."""
        (size,) = family_of_sizes("continental-women", ["38"])
        own, fuller = size_table("continental-women").size("38"), size_table("handbook-women").size("12")
        assert {k: size.chart[k] for k in own} == own
        assert set(size.borrowed) == set(fuller) - set(own)
        assert {k: size.chart[k] for k in size.borrowed} == pytest.approx({k: fuller[k] for k in size.borrowed}, abs=0.051), (
            "to a millimetre"
        )

    def test_in_the_tables_order_and_each_once_and_the_fuller_one_borrows_nothing(self) -> None:
        family = family_of_sizes("handbook-women", ["14", "10", "14"])
        assert [s.size for s in family] == ["10", "14"]
        assert all(s.borrowed == () and s.chart == size_table("handbook-women").size(s.size) for s in family)

    def test_a_size_beyond_the_table_it_would_borrow_from_is_told_at_its_slot(self) -> None:
        with pytest.raises(BadMeasure, match="size 52: ") as told:
            family_of_sizes("continental-women", ["38", "52"])
        assert (told.value.field, told.value.cure) == ("sizes", "Leave that size out, or measure somebody of it.")
        with pytest.raises(NoSuchName):
            family_of_sizes("continental-women", ["38", "39"])
