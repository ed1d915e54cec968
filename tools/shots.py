"""``make shots``: one current picture of each main view at 1280 × 800, from the demo data."""

from __future__ import annotations

import re
import tempfile
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from tests.browser.conftest import CHROMIUM, FLAGS, ROOT, Application
from tests.browser.test_block_comes_in import click_at
from tests.photographs import CARD, photograph

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


def try_on(page: Page) -> None:
    """A block's second toile, the style on its older revision told of the new one."""
    page.goto("/blocks/2/fitting")
    page.get_by_role("article", name="Toile 2").wait_for()
    page.get_by_text("figures would change").first.click()
    take(page, "fitting")


def bring_in(page: Page, folder: Path) -> None:
    """A photograph of a card, traced."""
    photo = folder / "card.jpg"
    photo.write_bytes(photograph(wide=2400, blur=1.0).jpeg)
    page.goto("/incoming")
    page.get_by_label("Drawing or photograph").set_input_files(photo)
    page.get_by_text("Click round the card").wait_for()
    found = page.request.get(f"/api{re.sub('^.*/incoming', '/incoming', page.url)}").json()
    flat = found["photograph"]["flat"]
    box = (flat["left"], flat["top"], flat["right"], flat["bottom"])
    for n, (x, y) in enumerate(CARD, 1):
        click_at(page, page.locator("svg image"), box, x, y)
        page.locator("[data-node]").nth(n - 1).wait_for(state="attached")
    page.wait_for_timeout(500)
    take(page, "trace")


def look_over(page: Page) -> None:
    """The spring dress's ledger with a seam unfolded; its sleeve walked round the armhole; the report."""
    page.goto("/ledger/4")
    page.get_by_test_id("verdict").wait_for()
    page.get_by_role("button", name="all", exact=True).first.click()
    page.get_by_role("button", name="▸ armhole").click()
    take(page, "ledger")
    page.get_by_role("button", name="Walk a seam").click()
    page.get_by_label("Seam", exact=True).select_option("armhole")
    page.get_by_role("slider").fill("70")
    take(page, "walk")
    page.goto("/ledger/4/report")
    take(page, "report")


def cut_it(page: Page) -> None:
    """The spring dress finished with a wider side, its cut sheet, and laid on checked flannel with the side seams matched."""
    page.goto("/cloth/4/finish")
    page.get_by_role("region", name="side front", exact=True).get_by_role("button", name=re.compile("^side")).click()
    page.get_by_label("Allowance").fill("3")
    page.get_by_label("on every piece that has a side").check()
    page.get_by_role("button", name="Finish it so").click()
    page.get_by_text("Side: 3.0 cm allowance.").wait_for()
    take(page, "finish")
    page.goto("/cloth/4/sheet")
    page.get_by_role("table").wait_for()
    take(page, "cut-sheet")
    page.goto("/cloth/4/lay")
    page.get_by_label("shell (").select_option("Checked flannel")
    page.get_by_label("The cloth lies").select_option("single")
    page.get_by_label("side", exact=True).check()
    page.get_by_label("Look for, seconds").fill("12")
    page.get_by_role("button", name="Lay it", exact=True).click()
    page.get_by_role("button", name="Look another minute").wait_for(timeout=60_000)
    take(page, "lay")


def run_it(page: Page) -> None:
    """The spring dress for all five singers; what there is to say of one of them."""
    page.goto("/cloth/4/run")
    page.get_by_role("button", name="all 5").click()
    page.get_by_role("button", name="Cut it on all of them").click()
    page.get_by_role("img", name="over each other").wait_for(timeout=60_000)
    page.get_by_role("button", name="Tove Grandal").click()
    take(page, "run")


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
    page.get_by_role("button", name="Pack the library").click()
    page.get_by_role("link", name="Save it").wait_for(timeout=60_000)
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
            page.get_by_role("button", name="Open the demo workroom").click()
            page.get_by_role("heading", name="Shelf").wait_for()
            page.mouse.move(5, 5)
            take(page, "shelf")
            for name, path in (
                ("measures", "/measures/1"),
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
            cut_it(page)
            run_it(page)
            try_on(page)
            bring_in(page, Path(tempfile.mkdtemp()))
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
