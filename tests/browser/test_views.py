"""Every view: reachable by keyboard, sound for a screen reader, in inches too, fast enough to drag."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import Application

pytestmark = pytest.mark.browser
AXE = Path(__file__).resolve().parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"
VIEWS = {
    "shelf": "/",
    "measures": "/measures/1",
    "draft": "/draft/1",
    "draft of a sleeve": "/draft/1?school=sleeve-compass",
    "draft of gores": "/draft/1?school=gored-skirt",
    "schools": "/schools/1",
    "block": "/blocks/1",
    "bench": "/bench/1",
    "bench choice": "/bench",
    "laid over": "/bench/4/over/1",
    "paper": "/paper/1",
    "house rules": "/house-rules",
    "workroom": "/workroom",
}


def serious(page: Page) -> list[str]:
    page.evaluate(AXE.read_text(encoding="utf-8"))
    found = page.evaluate("axe.run()")["violations"]
    return [f"{v['id']}: {v['nodes'][0]['html'][:120]}" for v in found if v["impact"] in ("serious", "critical")]


@pytest.mark.parametrize("view", VIEWS)
def test_axe_finds_nothing_serious(demo: Page, view: str) -> None:
    demo.goto(VIEWS[view])
    demo.wait_for_load_state("networkidle")
    expect(demo.locator("main").first).to_be_visible()
    assert serious(demo) == []
    assert re.match(r".+ – Steady Shear", demo.title())


def test_axe_on_a_workroom_where_something_was_put_away(demo: Page) -> None:
    demo.get_by_role("link", name=re.compile("^Tove, straight bodice: its pieces")).hover()
    demo.get_by_role("button", name="Put away “Tove, straight bodice”").click()
    demo.get_by_role("button", name="Leave it there").click()
    demo.goto("/workroom")
    demo.get_by_role("button", name=re.compile("^Delete …")).first.wait_for()
    assert serious(demo) == []
    demo.get_by_role("button", name="Take it back: “Tove, straight bodice”").click()
    expect(demo.get_by_text("Nothing is put away.")).to_be_visible()


def test_axe_on_the_door_and_on_an_open_sentence(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name="Open the demo workroom").wait_for()
    assert serious(page) == []
    page.get_by_role("button", name="Open the demo workroom").click()
    page.get_by_role("heading", name="Shelf").wait_for()
    page.goto("/bench/1")
    page.get_by_label("Steps").wait_for()
    page.keyboard.press("d")
    page.keyboard.press("r")
    page.get_by_test_id("sentence").wait_for()
    assert serious(page) == []
    page.keyboard.press("Escape")


def test_a_rotation_by_keyboard_alone(demo: Page) -> None:
    demo.goto("/bench/3")
    steps = demo.get_by_label("Steps")
    steps.wait_for()
    before = steps.get_by_role("listitem").count()
    demo.keyboard.press("d")
    demo.keyboard.press("r")
    demo.get_by_role("button", name=re.compile("back: waist dart")).focus()
    demo.keyboard.press("Enter")
    demo.get_by_role("button", name="shoulder", exact=True).focus()
    demo.keyboard.press("Enter")
    slider = demo.get_by_role("slider", name="along it")
    slider.focus()
    for _ in range(10):
        demo.keyboard.press("ArrowRight")
    expect(demo.get_by_test_id("sentence")).to_contain_text("the shoulder,")
    demo.get_by_role("button", name="Take this place").focus()
    demo.keyboard.press("Enter")
    put_in = demo.get_by_role("button", name=re.compile("Put it in"))
    expect(put_in).to_be_enabled()
    put_in.focus()
    demo.keyboard.press("Enter")
    expect(put_in).to_be_hidden()
    expect(steps.get_by_role("listitem")).to_have_count(before + 1)
    demo.keyboard.press("Control+z")
    expect(steps.get_by_role("listitem")).to_have_count(before)


def test_steps_are_muted_moved_and_taken_out(demo: Page) -> None:
    demo.goto("/bench/2")
    steps = demo.get_by_label("Steps")
    demo.get_by_role("button", name="Look at step 2").click()
    demo.get_by_role("button", name="Mute step 2").click()
    expect(steps).to_contain_text("muted")
    demo.get_by_role("button", name="Look at step 2").click()
    demo.get_by_role("button", name="Move step 2 up").click()
    expect(steps.get_by_role("listitem").first).to_contain_text("muted")
    demo.get_by_role("button", name="Look at step 1").click()
    demo.get_by_role("button", name="Take out step 1").click()
    expect(steps).not_to_contain_text("muted")
    for _ in range(3):
        demo.get_by_role("button", name="Undo").click()
        expect(demo.get_by_test_id("saved")).to_have_text("saved")
    expect(steps).not_to_contain_text("muted")


def test_inch_house_shows_inches_everywhere(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name="Open a new workroom").click()
    page.get_by_label("Workroom").fill("Inches")
    page.get_by_label("Your name").fill("inch")
    page.get_by_label("Password").fill("a long enough phrase")
    page.get_by_role("button", name="Open it").click()
    page.get_by_role("link", name="House rules").click()
    page.get_by_role("button", name="Inch set").click()
    expect(page.get_by_label("Seam allowance")).to_have_value("1/2")
    page.get_by_role("link", name="Measures").click()
    page.get_by_label("Add the first person").fill("Una")
    page.get_by_role("button", name="Add", exact=True).click()
    page.get_by_label(re.compile("Bust$")).first.fill("96 cm")
    page.get_by_role("button", name="Keep this chart").click()
    expect(page.get_by_label(re.compile("Bust$")).first).to_have_value("37 13/16")


def test_construction_plays_forward_and_back(demo: Page) -> None:
    demo.goto("/blocks/1")
    demo.get_by_role("slider", name="Stage of the construction").wait_for()
    demo.get_by_role("button", name="One stage back").click()
    expect(demo.get_by_text(re.compile(r"^16 / 17$|^\d+ / \d+$"))).to_be_visible()
    demo.get_by_role("slider", name="Stage of the construction").fill("3")
    expect(demo.get_by_text("The chest line")).to_be_visible()
    # Maris: (92 + 2.54) / 4 = 23.635.
    expect(demo.get_by_text("(92.0 + 2.5) / 4 = 23.6 cm")).to_be_visible()
    demo.get_by_role("button", name="Finished block").click()


def test_setting_redraws_the_draft_live(demo: Page) -> None:
    demo.goto("/draft/1")
    demo.get_by_label("Bust ease", exact=True).fill("8")
    expect(demo.get_by_label("Audit of the block")).to_contain_text("+ 8.0 =")
    demo.get_by_label("Bust ease", exact=True).fill("900")
    expect(demo.get_by_role("alert")).to_contain_text("may be at most 15")


def test_first_load_is_small(demo: Page) -> None:
    dist = Path(__file__).resolve().parents[2] / "web" / "dist" / "assets"
    html = (dist.parent / "index.html").read_text(encoding="utf-8")
    first = [dist / name for name in re.findall(r"/assets/([\w-]+\.js)", html)]
    sizes = [(f.with_name(f.name + ".gz") if f.with_name(f.name + ".gz").exists() else f).stat().st_size for f in first]
    assert 0 < sum(sizes) < 250 * 1024


def test_by_finger_a_tap_points_and_the_place_is_then_taken(chromium: Browser, application: Application) -> None:
    context = chromium.new_context(viewport={"width": 1180, "height": 820}, base_url=application.url, has_touch=True)
    page = context.new_page()
    page.goto("/")
    page.get_by_role("button", name="Open the demo workroom").tap()
    page.get_by_role("heading", name="Shelf").wait_for()
    page.goto("/bench/3")
    page.get_by_role("button", name="Darts").tap()
    page.get_by_role("button", name=re.compile("Rotate dart")).tap()
    page.get_by_role("button", name=re.compile("back: waist dart")).tap()
    box = page.locator("[data-piece='back'] path[data-edge='shoulder']").bounding_box()
    assert box is not None
    page.touchscreen.tap(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    expect(page.get_by_test_id("sentence")).to_contain_text("the middle of the shoulder")
    page.get_by_role("button", name="Take this place").tap()
    expect(page.get_by_role("button", name=re.compile("Put it in"))).to_be_enabled()
    page.get_by_role("button", name="Leave it").tap()
    context.close()


def test_stopped_server_is_said_and_what_was_typed_stays(page: Page, application: Application) -> None:
    page.goto("/")
    page.get_by_role("button", name="Open the demo workroom").click()
    page.get_by_role("heading", name="Shelf").wait_for()
    page.goto("/blocks/2")
    page.get_by_label("Start a style from it").fill("Epiphany")
    application.stop()
    page.get_by_role("button", name="Trace it to the bench").click()
    expect(page.get_by_role("alert")).to_contain_text("does not answer")
    expect(page.get_by_label("Start a style from it")).to_have_value("Epiphany")
    application.start()
    page.get_by_role("button", name="Trace it to the bench").click()
    expect(page.get_by_role("heading", name="Epiphany")).to_be_visible()


def test_lines_instead_of_paper_and_the_dark_table(demo: Page) -> None:
    demo.goto("/bench/1")
    sheet = demo.locator("[data-piece='front']")
    sheet.wait_for()
    expect(sheet.locator("path.fill-paper")).to_have_count(1)
    demo.get_by_role("button", name="Plain lines instead of paper").click()
    expect(sheet.locator("path.fill-paper")).to_have_count(0)
    demo.get_by_role("button", name="Dark room").click()
    expect(demo.locator("html.dark-room")).to_be_attached()
    assert serious(demo) == []
    demo.get_by_role("button", name="Keys").click()
    expect(demo.get_by_role("dialog")).to_contain_text("rotate dart")
    demo.get_by_role("button", name="Close").click()


def test_tape_and_unfolded_step(demo: Page) -> None:
    demo.goto("/bench/1")
    sheet = demo.locator("[data-piece='back'] path[data-edge='centre back']")
    sheet.wait_for(state="attached")
    demo.get_by_role("button", name="Tape between two places").click()
    box = sheet.bounding_box()
    assert box is not None
    for share in (0.2, 0.7):
        demo.mouse.click(box["x"] + 1, box["y"] + box["height"] * share)
    # Maris' centre back: 43 − 2.54 cm; half of it lies between the taps, as near as a pixel.
    words = demo.get_by_text(re.compile(r"straight \d+\.\d+ cm, along the edge"))
    expect(words).to_be_visible()
    shown = float(re.findall(r"straight (\d+\.\d+)", words.inner_text())[0])
    assert shown == pytest.approx(0.5 * 40.46, abs=0.35)
    demo.get_by_role("button", name="Tape between two places").click()
    demo.get_by_role("button", name="Look at step 1").click()
    demo.get_by_role("button", name="Unfold step 1").click()
    expect(demo.get_by_role("img", name="before step 1")).to_be_visible()
    expect(demo.get_by_role("img", name="after step 1")).to_be_visible()
