"""Measuring and drafting as a person does it: estimates, schools, settings dragged, cures, files, house rules."""

import io
import json
import re
from pathlib import Path

import pikepdf
import pytest
from playwright.sync_api import Page, expect
from svgpathtools import parse_path

from patterncraft.formats.openfile_io import block_file, write_file
from tests.browser.test_many_verbs import new_style
from tests.conftest import draft_by
from tests.samples import WHOLE

pytestmark = pytest.mark.browser


def open_workroom(page: Page, name: str) -> None:
    page.goto("/")
    page.get_by_role("button", name="Open a new workroom").click()
    page.get_by_label("Workroom").fill(name)
    page.get_by_label("Your name").fill(f"member of {name}")
    page.get_by_label("Password").fill("a long enough phrase")
    page.get_by_role("button", name="Open it").click()
    expect(page.get_by_text("The shelf is empty.")).to_be_visible()


def choose_school(page: Page, title: str) -> None:
    page.get_by_label("School", exact=True).select_option(label=title)
    expect(page.get_by_role("heading", name=title)).to_have_count(1)


def test_measures_follow_the_tape_and_estimates_stay_marked(demo: Page) -> None:
    demo.goto("/measures")
    demo.get_by_label("Add a person").fill("Runa Vestergaard")
    demo.get_by_role("button", name="Add", exact=True).click()
    demo.get_by_role("heading", name="Runa Vestergaard").wait_for()
    demo.locator("#measure-bust_girth").fill("90")
    # The drawing beside follows the measure being typed.
    expect(demo.get_by_role("img", name="Bust: where the tape goes")).to_be_visible()
    demo.locator("#measure-hip_girth").focus()
    expect(demo.get_by_role("img", name="Hip: where the tape goes")).to_be_visible()
    expect(demo.get_by_label("How this measure is taken")).to_contain_text("Take it twice")
    demo.get_by_role("button", name="Estimate from a size table").click()
    demo.get_by_role("button", name="Fill in what is missing").click()
    expect(demo.get_by_text("Each stays marked until it is measured")).to_be_visible()
    demo.keyboard.press("Escape")
    # Bust 90 lies half-way between two sizes of the table: hips 93 and 97.
    expect(demo.locator("#measure-hip_girth")).to_have_value("95.0")
    marked = demo.get_by_role("button", name="estimated", exact=True)
    count = marked.count()
    assert count > 10
    demo.locator("#measure-hip_girth").fill("96.5")
    expect(marked).to_have_count(count - 1)
    demo.get_by_role("button", name="Keep this chart").click()
    expect(demo.get_by_text(f"kept · {count - 1} estimated, not measured yet")).to_be_visible()
    demo.reload()
    expect(demo.get_by_role("button", name="estimated", exact=True)).to_have_count(count - 1)
    # What it is enough for, and what the others lack.
    demo.get_by_role("button", name=re.compile(r"Enough for \d+ of 14 schools")).click()
    expect(demo.get_by_text("lacks shoulder width, shoulder to bust, bust span")).to_be_visible()


def test_contradictions_and_mixed_units_are_questioned_with_what_is_expected(demo: Page) -> None:
    demo.goto("/measures/3")
    demo.get_by_role("button", name="Measure again").click()
    for key, text in (("bust_girth", "92"), ("bust_span", "31"), ("hip_girth", "38"), ("waist_girth", "29")):
        demo.locator(f"#measure-{key}").fill(text)
    expect(demo.get_by_text("13 to 25 cm is expected, a fifth of the bust")).to_be_visible()
    expect(demo.get_by_text("38 in would be 96.5 cm")).to_be_visible()
    demo.locator("#measure-hip_girth").fill("38 in")
    expect(demo.get_by_text("38 in would be 96.5 cm")).to_have_count(0)
    demo.locator("#measure-bust_span").fill("wide")
    expect(demo.get_by_text("“wide” is not a length")).to_be_visible()
    expect(demo.get_by_role("button", name="Keep this chart")).to_be_disabled()
    # Nothing typed is lost on a reload.
    demo.reload()
    demo.get_by_role("button", name="Measure again").click()
    expect(demo.locator("#measure-bust_span")).to_have_value("wide")
    demo.evaluate("localStorage.clear()")


def test_chart_out_to_a_spreadsheet_and_in_again_and_the_blank_sheet(demo: Page, tmp_path: Path) -> None:
    demo.goto("/measures/1")
    demo.get_by_role("button", name="In, out, print").click()
    with demo.expect_download() as saved:
        demo.get_by_role("link", name="for a spreadsheet").click()
    path = tmp_path / "chart.csv"
    saved.value.save_as(path)
    assert "bust_girth,Bust,92.0,cm," in path.read_text(encoding="utf-8-sig")
    with demo.expect_download() as sheet:
        demo.get_by_role("link", name="Print the blank measuring sheet").click()
    with pikepdf.open(io.BytesIO(Path(sheet.value.path()).read_bytes())) as pdf:
        assert len(pdf.pages) >= 2
    path.write_text(path.read_text(encoding="utf-8-sig").replace("92.0", "93.5"), encoding="utf-8")
    demo.get_by_label("Chart file").set_input_files(path)
    demo.get_by_role("button", name="Keep it", exact=True).click()
    expect(demo.locator("#measure-bust_girth")).to_have_value("93.5")
    bad = tmp_path / "bad.csv"
    bad.write_text("key,value\ntail,3\n", encoding="utf-8")
    demo.get_by_role("button", name="In, out, print").click()
    demo.get_by_label("Chart file").set_input_files(bad)
    expect(demo.get_by_text("“tail” is not a measure")).to_be_visible()


def test_two_charts_side_by_side(demo: Page) -> None:
    demo.goto("/measures/2")
    demo.get_by_role("button", name="Compare").click()
    row = demo.get_by_role("row", name=re.compile("^Hip "))
    expect(row).to_contain_text("the tape slipped once")
    expect(row).to_contain_text("-1.6 cm")


@pytest.mark.parametrize(
    ("title", "pieces"),
    [
        ("Half-sheet close-fitting bodice", ["back", "front"]),
        ("Shoulder-dart bodice to the hip", ["back", "front"]),
        ("Stretch bodice to the hip", ["back", "front"]),
        ("Torso, from a bodice", ["back", "front"]),
        ("Loose zipped jacket", ["back", "front", "hem band"]),
        ("Direct raglan top", ["back", "front", "sleeve"]),
        ("Off-shoulder top", ["back", "front", "sleeve"]),
        ("Dolman, from a bodice", ["back", "front"]),
        ("Two-piece skirt", ["skirt back", "skirt front"]),
        ("Gored skirt", ["gore"]),
        ("Sleeve by compass", ["sleeve"]),
        ("Sleeve by thirds, on the fold", ["sleeve"]),
    ],
)
def test_every_school_draws_with_its_audit_and_plays_its_construction(demo: Page, title: str, pieces: list[str]) -> None:
    demo.goto("/draft/1")
    choose_school(demo, title)
    for piece in pieces:
        expect(demo.locator(f"[data-piece='{piece}']")).to_be_attached()
    expect(demo.get_by_text("everything the body needs is there")).to_be_visible()
    demo.get_by_role("button", name="One stage back").click()
    stage = demo.get_by_role("slider", name="Stage of the construction")
    stage.fill("1")
    expect(demo.locator("[data-piece]")).to_have_count(0)
    expect(demo.get_by_text(re.compile(r"^1 / \d+$"))).to_be_visible()
    demo.get_by_role("button", name="Finished block").click()
    expect(demo.locator(f"[data-piece='{pieces[0]}']")).to_be_attached()


def test_dragging_a_setting_redraws_the_block_and_hanging_it_keeps_it(demo: Page) -> None:
    demo.goto("/draft/1?school=skirt")
    demo.locator("[data-piece='skirt back']").wait_for(state="attached")
    before = demo.locator("[data-piece='skirt back'] path[data-edge='hem']").get_attribute("d")
    ease = demo.get_by_role("slider", name="Hip ease, dragged")
    ease.focus()
    for _ in range(10):
        ease.press("ArrowRight")
    expect(demo.get_by_label("Hip ease", exact=True)).to_have_value("4 cm")
    expect(demo.locator("[data-piece='skirt back'] path[data-edge='hem']")).not_to_have_attribute("d", str(before))
    expect(demo.get_by_label("Audit of the block")).to_contain_text("98.0 + 4.0 = 102.0 cm")
    demo.get_by_label("Name of the block").fill("Maris, easy skirt")
    demo.get_by_role("button", name="Hang it on the shelf").click()
    demo.get_by_role("heading", name="Maris, easy skirt").wait_for()
    with demo.expect_download() as saved:
        demo.get_by_role("link", name="Save it as an open file").click()
    file = json.loads(Path(saved.value.path()).read_text(encoding="utf-8"))
    hems = [parse_path(e["path"]).length() for p in file["pieces"] for e in p["outline"] if e["edge"] == "hem"]
    assert sum(hems) * 2 == pytest.approx(102, abs=0.001), "measured by another library"


def test_sleeve_is_made_for_the_bodice_chosen_and_says_what_no_lever_reaches(demo: Page) -> None:
    demo.goto("/draft/1?school=sleeve-compass")
    expect(demo.get_by_label("Drawn on a block with an armhole")).to_contain_text("Maris, close bodice")
    audit = demo.get_by_label("Audit of the block")
    expect(audit).to_contain_text("46.4 − 44.4 = 2.0 cm")
    demo.get_by_label("Cap ease", exact=True).fill("1 1/4 in")
    expect(audit).to_contain_text("= 3.2 cm")
    demo.get_by_label("Drawn on a block with an armhole").select_option(label="Tove, rehearsal jacket")
    expect(audit).not_to_contain_text("44.3")
    demo.get_by_label("Drawn on a block with an armhole").select_option(label="Maris, close bodice")
    demo.get_by_label("Cap ease", exact=True).fill("8")
    demo.get_by_label("Biceps ease wanted", exact=True).fill("0")
    demo.get_by_label("Cap height less", exact=True).fill("4")
    expect(demo.get_by_role("alert")).to_contain_text("the nearest is")


@pytest.mark.parametrize(("gores", "says"), [("1", "at least 4"), ("40", "at most 12")])
def test_one_gore_and_forty_get_a_sentence(demo: Page, gores: str, says: str) -> None:
    demo.goto("/draft/1?school=gored-skirt")
    demo.get_by_label("Gores", exact=True).fill(gores)
    expect(demo.get_by_role("alert")).to_contain_text(says)
    demo.get_by_role("button", name="restore all 1").click()
    expect(demo.locator("[data-piece='gore']")).to_be_attached()


def test_gores_fitted_one_by_one_and_rounding_told_and_cured(demo: Page) -> None:
    demo.goto("/draft/1?school=gored-skirt")
    demo.get_by_label("Round each half gore to").select_option("1/4 in")
    audit = demo.get_by_label("Audit of the block")
    expect(audit).to_contain_text("that is what the rounding makes round the body")
    demo.get_by_role("slider", name="Stage of the construction").fill("2")
    expect(demo.get_by_text("Half gore at the waist rounded, × 12 round the body")).to_be_visible()
    demo.get_by_role("button", name="Do not round").first.click()
    expect(audit).to_contain_text("everything the body needs is there")
    demo.get_by_role("group", name="Waist, gore by gore").get_by_label("gore 2").fill("1.5")
    demo.get_by_role("button", name="Finished block").click()
    for n in range(1, 7):
        expect(demo.locator(f"[data-piece='gore {n}']")).to_be_attached()


def test_broken_shoulders_are_cured_with_one_click_on_the_shelf(demo: Page) -> None:
    demo.goto("/draft/1?school=bodice-direct")
    demo.get_by_label("True the front shoulder").uncheck()
    expect(demo.get_by_text(re.compile(r"1 of \d+ lines needs a look"))).to_be_visible()
    demo.get_by_label("Name of the block").fill("Maris, to be trued")
    demo.get_by_role("button", name="Hang it on the shelf").click()
    demo.get_by_role("heading", name="Maris, to be trued").wait_for()
    demo.get_by_role("button", name="Match the shoulders").click()
    expect(demo.get_by_text("everything the body needs is there")).to_be_visible()
    expect(demo.get_by_text("Revision 2")).to_be_visible()


def test_schools_are_shown_side_by_side_and_lead_to_the_draft(demo: Page) -> None:
    demo.goto("/schools/3")
    expect(demo.get_by_role("article")).to_have_count(14)
    demo.get_by_role("link", name="Direct raglan top").click()
    expect(demo.locator("[data-piece='sleeve']")).to_be_attached()


def test_house_rule_holds_for_new_work_and_old_styles_follow_when_told(page: Page, tmp_path: Path) -> None:
    open_workroom(page, "House of rules")
    file = tmp_path / "block.json"
    file.write_bytes(write_file(block_file(draft_by("bodice-direct", WHOLE), "Ada, bodice")))
    page.get_by_label("Block file").set_input_files(file)
    page.get_by_role("heading", name="Ada, bodice").wait_for()
    block = int(page.url.rsplit("/", 1)[-1])
    for name in ("Blouse", "Coat", "Dress"):
        new_style(page, block, name)
    page.goto("/house-rules")
    page.locator("#rule-allowances\\.waist").fill("1.7")
    page.locator("#rule-allowances\\.waist").press("Enter")
    list_ = page.get_by_role("region", name="Existing styles")
    # All styles of the workroom are worked by both sets of rules first.
    expect(list_).to_contain_text("Waist: 1.00 cm → 1.70 cm", timeout=30_000)
    expect(list_).to_contain_text("cut line: waist 1.00 cm → 1.70 cm")
    boxes = list_.get_by_role("checkbox")
    assert boxes.count() == 3, "one for each style"
    for i in range(1, boxes.count()):
        boxes.nth(i).uncheck()
    followed = str(list_.get_by_role("listitem").first.locator(".font-medium").text_content())
    list_.get_by_role("button", name="Let this style follow").click()
    expect(list_).not_to_contain_text(followed, timeout=30_000)
    # One rule restored; the style that followed is now the one that differs.
    page.get_by_role("button", name="restore").click()
    expect(list_).to_contain_text(followed, timeout=30_000)
    page.get_by_role("button", name=re.compile("Let (this style|\\d+ styles) follow")).click()
    expect(list_).to_have_count(0, timeout=30_000)
    page.locator("#rule-allowances\\.waist").fill("lots")
    page.locator("#rule-allowances\\.waist").press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("not a length")


def test_from_an_empty_workroom_to_a_skirt_in_inches(page: Page) -> None:
    open_workroom(page, "Inch room")
    page.goto("/schools")
    expect(page.get_by_text("Nobody has been measured yet")).to_be_visible()
    page.goto("/house-rules")
    page.get_by_role("button", name="Inch set").click()
    expect(page.locator("#rule-unit")).to_have_value("in")
    page.goto("/measures")
    page.get_by_label("Add the first person").fill("Ada")
    page.get_by_role("button", name="Add", exact=True).click()
    for key, text in (("waist_girth", "29"), ("hip_girth", "38 1/2"), ("waist_to_hip", "8 1/4")):
        page.locator(f"#measure-{key}").fill(text)
    page.get_by_role("button", name="Keep this chart").click()
    page.get_by_role("link", name="Draft a block from these").click()
    # Not enough for the first school: it says what it lacks.
    expect(page.get_by_role("alert")).to_contain_text("also needs")
    choose_school(page, "Two-piece skirt")
    expect(page.get_by_label("Audit of the block")).to_contain_text("29 + 3/8 = 29 3/8 in")
    page.get_by_role("button", name="Hang it on the shelf").click()
    expect(page.get_by_role("heading", name="Ada, skirt")).to_be_visible()
