"""The whole way in a real browser: from an empty workroom and typed measures to a PDF that another library measures."""

from __future__ import annotations

import re
from math import atan, sin
from pathlib import Path

import pikepdf
import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Application

pytestmark = pytest.mark.browser

TYPED = {
    "Bust": "92",
    "Waist": "74",
    "Shoulder width": "39.5",
    "Bust span": "18.5",
    "Shoulder to bust": "26.5",
    "Front shoulder to waist": "44.5",
    "Back shoulder to waist": "43",
}


def open_workroom(page: Page, name: str) -> None:
    page.goto("/")
    page.get_by_role("button", name="Open a new workroom").click()
    page.get_by_label("Workroom").fill(f"Workroom of {name}")
    page.get_by_label("Your name").fill(name)
    page.get_by_label("Password").fill("a long enough phrase")
    page.get_by_role("button", name="Open it").click()
    expect(page.get_by_text("The shelf is empty.")).to_be_visible()


def to_the_bench(page: Page, person: str) -> None:
    """Person, measures, draft, block, style."""
    page.get_by_role("link", name="Draft a block").click()
    page.get_by_label("Add the first person").fill(person)
    page.get_by_role("button", name="Add", exact=True).click()
    for label, text in TYPED.items():
        page.get_by_label(re.compile(rf"^(● )?{label}$")).fill(text)
    page.get_by_role("button", name="Keep this chart").click()
    page.get_by_role("link", name="Draft a block from these").click()
    expect(page.get_by_text("everything the body needs is there")).to_be_visible()
    page.get_by_role("button", name="Hang it on the shelf").click()
    page.get_by_label("Start a style from it").fill("Solo evening")
    page.get_by_role("button", name="Trace it to the bench").click()
    expect(page.get_by_role("heading", name="Solo evening")).to_be_visible()


def centre_of(page: Page, selector: str, nth: int = 0) -> tuple[float, float]:
    box = page.locator(selector).nth(nth).bounding_box()
    assert box is not None
    return box["x"] + box["width"] / 2, box["y"] + box["height"] / 2


def drag_waist_dart_to_the_shoulder(page: Page) -> None:
    x, y = centre_of(page, "[data-mouth='front waist dart']")
    sx, sy = centre_of(page, "[data-piece='front'] path[data-edge='shoulder']")
    page.mouse.move(x, y)
    page.mouse.down()
    for i in range(1, 11):
        page.mouse.move(x + (sx - x) * i / 10, y + (sy - y) * i / 10)
    expect(page.get_by_test_id("sentence")).to_contain_text("to the middle of the shoulder")
    expect(page.get_by_test_id("ghost").locator("[data-ghost='front']")).to_be_attached()
    page.mouse.up()


def test_from_typed_measures_to_a_pdf_that_is_measured(page: Page, tmp_path: Path) -> None:
    open_workroom(page, "ada")
    to_the_bench(page, "Ilse Varn")
    drag_waist_dart_to_the_shoulder(page)
    expect(page.get_by_role("button", name="Put it in")).to_be_enabled()
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("sentence")).to_have_count(0)
    recipe = page.get_by_label("Steps")
    expect(recipe).to_contain_text("Rotate the waist dart of the front to the middle of the shoulder, all of it.")
    # By hand: half angle atan(1.27 / 18); the shoulder's middle is 25.0 from the bust point.
    intake = 2 * 18 / (1 / (1 + (1.27 / 18) ** 2) ** 0.5) * sin(atan(1.27 / 18))
    expect(recipe).to_contain_text(f"= {intake:.1f} cm")

    # A second, partial rotation: half the side dart into the armhole, by keyboard and typing.
    page.keyboard.press("d")
    page.keyboard.press("r")
    page.get_by_role("button", name=re.compile("front: side dart")).click()
    page.get_by_role("button", name="armhole", exact=True).click()
    page.get_by_role("button", name="Take this place").click()
    page.get_by_test_id("sentence").get_by_role("button", name="all").click()
    page.get_by_role("button", name="half", exact=True).click()
    expect(page.get_by_test_id("sentence")).to_contain_text("half of it")
    page.get_by_role("button", name=re.compile("Put it in")).click()
    expect(page.get_by_test_id("sentence")).to_have_count(0)
    expect(recipe.get_by_role("listitem").filter(has_text="side dart")).to_contain_text("half of it.")

    # The ledger: every promise kept, with its lengths.
    expect(page.get_by_test_id("verdict")).to_contain_text("kept")
    page.get_by_role("button", name="open the ledger").click()
    for seam in ("side", "shoulder", "armhole", "waist"):
        row = page.locator("tr", has=page.get_by_role("rowheader", name=seam, exact=True))
        expect(row).to_contain_text("kept")
        expect(row).to_contain_text("0.00 cm")
    page.get_by_role("button", name="close the ledger").click()

    # Change the first step; the later one replays.
    recipe.get_by_text("the middle of the shoulder").click()
    page.get_by_role("button", name="neckline", exact=True).click()
    page.get_by_role("button", name="Take this place").click()
    page.get_by_role("button", name=re.compile("Change it")).click()
    expect(page.get_by_test_id("sentence")).to_have_count(0)
    expect(recipe).to_contain_text("to the middle of the neckline")
    expect(recipe.get_by_role("listitem").filter(has_text="side dart")).to_contain_text("half of it.")
    page.keyboard.press("Control+z")
    expect(recipe).to_contain_text("the middle of the shoulder")

    # Finish, print, and let another library measure.
    page.get_by_role("link", name="finish and print").click()
    expect(page.get_by_text("cut 1 on the fold").first).to_be_visible()
    with page.expect_download() as download:
        page.get_by_role("link", name="Save the PDF").click()
    path = tmp_path / "pattern.pdf"
    download.value.save_as(path)
    with pikepdf.open(path) as pdf:
        squares = [
            (float(o[2]) / 72 * 25.4, float(o[3]) / 72 * 25.4)
            for o, op in pikepdf.parse_content_stream(pdf.pages[0])
            if str(op) == "re"
        ]
        assert any(w == pytest.approx(100, abs=0.1) and h == pytest.approx(100, abs=0.1) for w, h in squares)
        assert len(pdf.pages) > 4


def test_closed_tab_and_stopped_server_lose_nothing(page: Page, application: Application) -> None:
    open_workroom(page, "bea")
    to_the_bench(page, "Runa Tal")
    drag_waist_dart_to_the_shoulder(page)
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("sentence")).to_have_count(0)
    expect(page.get_by_label("Steps")).to_contain_text("Rotate the waist dart")
    page.keyboard.press("d")
    page.keyboard.press("r")
    page.get_by_role("button", name=re.compile("front: side dart")).click()
    address = page.url
    context = page.context
    page.close()
    application.stop()
    application.start()
    again = context.new_page()
    again.goto(address)
    steps = again.get_by_label("Steps")
    expect(steps).to_contain_text("Rotate the waist dart of the front to the middle of the shoulder")
    expect(again.get_by_test_id("sentence")).to_contain_text("side dart")
    again.get_by_role("button", name="Leave it").click()
    again.get_by_role("button", name="Undo").click()
    expect(steps).not_to_contain_text("Rotate the waist dart")
    again.get_by_role("button", name="Redo").click()
    expect(steps).to_contain_text("Rotate the waist dart")


def test_typed_measures_survive_a_closed_tab_before_they_are_kept(page: Page) -> None:
    open_workroom(page, "cleo")
    page.get_by_role("link", name="Measures", exact=True).click()
    page.get_by_label("Add the first person").fill("Ena Holt")
    page.get_by_role("button", name="Add", exact=True).click()
    page.get_by_label(re.compile("Bust$")).first.fill("38")
    expect(page.get_by_text("looks like inches typed as centimetres")).to_be_visible()
    page.reload()
    expect(page.get_by_label(re.compile("Bust$")).first).to_have_value("38")


def test_refusals_are_shown_where_they_belong_and_nothing_is_put_in(demo: Page) -> None:
    demo.goto("/bench/1")
    demo.get_by_label("Steps").wait_for()
    demo.keyboard.press("d")
    demo.keyboard.press("p")
    demo.get_by_role("button", name=re.compile("front: side dart")).click()
    demo.get_by_label("How far short of the pivot?").fill("much")
    expect(demo.get_by_role("alert")).to_contain_text("“much” is not a length")
    expect(demo.get_by_role("button", name=re.compile("Put it in"))).to_be_disabled()
    demo.get_by_label("How far short of the pivot?").fill("40")
    expect(demo.get_by_role("alert")).to_contain_text("may be at most 30")
    demo.get_by_label("How far short of the pivot?").fill("1 1/2 in")
    expect(demo.get_by_role("button", name=re.compile("Put it in"))).to_be_enabled()
    demo.get_by_role("button", name="Leave it").click()


def test_file_of_the_wrong_kind_is_refused_on_the_shelf(demo: Page, tmp_path: Path) -> None:
    wrong = tmp_path / "holiday.json"
    wrong.write_text('{"pictures": 12}')
    demo.get_by_label("Block file").set_input_files(wrong)
    expect(demo.get_by_role("alert")).to_contain_text("holiday.json: This is not a Steady Shear file")


@pytest.mark.parametrize(("slid", "counts"), [(0, True), (90, False)])
def test_a_button_that_an_answer_moves_away_under_the_hand_is_pressed_all_the_same(demo: Page, slid: int, counts: bool) -> None:
    """Between press and release something above it grows by eighty pixels. Slid off by the hand itself, it is left."""
    demo.goto("/cloths")
    button = demo.get_by_role("button", name="A new cloth")
    box = button.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    demo.mouse.move(x, y)
    demo.mouse.down()
    demo.evaluate("document.querySelector('h1').style.marginBottom = '80px'")
    moved = button.bounding_box()
    assert moved is not None
    assert moved["y"] > y, "it lies below the hand now"
    demo.mouse.move(x, y + slid)
    demo.mouse.up()
    form = demo.get_by_label("Name of the cloth")
    if counts:
        expect(form).to_be_visible()
    else:
        demo.wait_for_timeout(300)
        expect(form).to_be_hidden()
