"""``make shots``: one current picture of each main view at 1280 × 800, from the demo data."""

from __future__ import annotations

import re
import tempfile
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from tests.browser.conftest import CHROMIUM, FLAGS, ROOT, Application

OUT = ROOT / "docs" / "screenshots"


def settle(page: Page) -> None:
    """Wait until nothing is loading and the fonts are there."""
    page.wait_for_load_state("networkidle")
    page.evaluate("document.fonts.ready")
    page.wait_for_timeout(250)


def take(page: Page, name: str) -> None:
    """One picture into the documents."""
    settle(page)
    page.screenshot(path=OUT / f"{name}.png")


def drag_a_dart(page: Page) -> None:
    """The waist dart of a fresh style on its way to the armhole, still in the hand."""
    page.goto("/blocks/1")
    page.get_by_label("Start a style from it").fill("Advent bodice")
    page.get_by_role("button", name="Trace it to the bench").click()
    settle(page)
    box = page.locator("[data-mouth='front waist dart']").bounding_box()
    edge = page.locator("[data-piece='front'] path[data-edge='shoulder']").bounding_box()
    if not box or not edge:
        raise RuntimeError("the demo has no dart to drag")
    page.mouse.move(box["x"] + 8, box["y"] + 8)
    page.mouse.down()
    for share in (0.2, 0.5, 0.62):
        page.mouse.move(edge["x"] + edge["width"] * share, edge["y"] + edge["height"] * share)
        page.wait_for_timeout(200)


def lay_one_over(page: Page) -> None:
    """The spring dress cut for another singer, laid over the first."""
    page.get_by_role("button", name="variants …").click()
    page.get_by_label("Person").select_option(label="Brenna Askildotter")
    page.get_by_role("button", name="Cut a new one").click()
    page.get_by_role("heading", name="In figures").wait_for()
    page.get_by_label("Differences").evaluate("e => { e.scrollTop = 330 }")
    take(page, "laid-over")


def draw_a_line(page: Page) -> None:
    """A style line from the armhole to the bust point, its last place still to be given."""
    page.goto("/blocks/1")
    page.get_by_label("Start a style from it").fill("Vesper bodice")
    page.get_by_role("button", name="Trace it to the bench").click()
    page.locator("[data-mouth='front waist dart']").wait_for()
    page.keyboard.press("c")
    armhole = page.locator("[data-piece='front'] path[data-edge='armhole']").first.bounding_box()
    point = page.locator("[data-piece='front'] circle").first.bounding_box()
    if not armhole or not point:
        raise RuntimeError("the demo has no armhole to draw a line from")
    page.mouse.move(armhole["x"] + 2, armhole["y"] + armhole["height"] * 0.45)
    page.wait_for_timeout(400)
    page.mouse.down()
    page.mouse.up()
    page.mouse.move(point["x"] + point["width"] / 2, point["y"] + point["height"] / 2, steps=4)
    page.wait_for_timeout(400)
    page.mouse.down()
    page.mouse.up()
    page.wait_for_timeout(400)
    take(page, "line")
    page.keyboard.press("Escape")


def look_over(page: Page) -> None:
    """The spring dress's ledger with a seam unfolded; its sleeve walked round the armhole; its waist laid together; the report."""
    page.goto("/ledger/4")
    page.get_by_test_id("verdict").wait_for()
    page.get_by_role("button", name="all", exact=True).first.click()
    page.get_by_role("button", name="▸ armhole").click()
    take(page, "ledger")
    page.get_by_role("button", name="Walk a seam").click()
    page.get_by_label("Seam", exact=True).select_option("armhole")
    page.get_by_role("slider").fill("70")
    take(page, "walk")
    page.get_by_role("button", name="Laid together").click()
    page.get_by_role("group", name="Which edges").get_by_role("button", name=re.compile("waist", re.I)).first.click()
    take(page, "joined")
    page.goto("/ledger/4/report")
    take(page, "report")


def put_things_away(page: Page) -> None:
    """A block that styles lie on, a style, a singer who has left; then the workroom's own page."""
    page.goto("/")
    for name in ("Maris, close bodice", "Boat neck"):
        page.get_by_role("link", name=re.compile(name)).first.hover()
        page.get_by_role("button", name=f"Put away “{name}”").click()
        page.get_by_role("button", name="Leave it there").click()
    page.goto("/measures/5")
    page.get_by_role("button", name="Name, put away").click()
    page.get_by_role("button", name=re.compile("^Put away “[^,]*”$")).click()
    page.get_by_role("button", name="Leave it there").click()
    page.goto("/workroom")
    page.get_by_role("button", name=re.compile("Take it back: “Boat neck”")).wait_for()


def main() -> None:
    """All pictures, from a fresh demo."""
    OUT.mkdir(parents=True, exist_ok=True)
    app = Application(Path(tempfile.mkdtemp()))
    app.start()
    try:
        with sync_playwright() as p:
            browser = p.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
            page = browser.new_page(viewport={"width": 1280, "height": 800}, base_url=app.url)
            page.goto("/")
            take(page, "door")
            page.get_by_role("button", name="Open the demo workroom").click()
            page.get_by_role("heading", name="Shelf").wait_for()
            page.mouse.move(5, 5)
            take(page, "shelf")
            for name, path in (
                ("measures", "/measures/1"),
                ("draft", "/draft/4?school=bodice-half-sheet"),
                ("schools", "/schools/1"),
                ("paper", "/paper/1"),
                ("house-rules", "/house-rules"),
            ):
                page.goto(path)
                take(page, name)
            page.goto("/blocks/3")
            page.get_by_role("slider", name="Stage of the construction").fill("14")
            take(page, "block")
            look_over(page)
            page.goto("/bench/4")
            page.locator("[data-piece='skirt front']").wait_for(state="attached")
            take(page, "dress")
            lay_one_over(page)
            page.goto("/bench")
            page.get_by_text("Five strips, 5 cm apart", exact=True).first.click()
            page.get_by_role("button", name="Look at step 1").click()
            page.get_by_test_id("strips").wait_for()
            take(page, "strips")
            page.goto("/bench")
            page.get_by_text("Hip yoke that lies flat", exact=True).first.click()
            page.locator("[data-piece='skirt front yoke']").wait_for(state="attached")
            take(page, "yoke")
            draw_a_line(page)
            drag_a_dart(page)
            take(page, "bench")
            page.mouse.up()
            put_things_away(page)
            take(page, "workroom")
            browser.close()
    finally:
        app.stop()


if __name__ == "__main__":
    main()
