"""A style and what comes of it: branched, cut for others, laid over each other; what cannot be done there is mended there."""

from __future__ import annotations

import os
import re

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.test_darts_and_openings import put_in, steps, verb
from tests.browser.test_many_verbs import new_style, serious

pytestmark = pytest.mark.browser
SHOTS = os.environ.get("BENCH_SHOTS", "")


def shot(page: Page, name: str) -> None:
    if SHOTS:
        page.screenshot(path=f"{SHOTS}/{name}.png")


def set_side_dart_back(page: Page, typed: str) -> None:
    verb(page, "Darts", "Set dart point")
    page.locator("[data-pick-dart='front side dart']").click()
    page.get_by_label(re.compile("short of the pivot|How far")).first.fill(typed)
    put_in(page)


def change_it(page: Page) -> None:
    button = page.get_by_role("button", name=re.compile("^Change it"))
    expect(button).to_be_enabled()
    button.click()
    expect(button).to_be_hidden()


def row(page: Page, table: str, what: str) -> list[str]:
    """A line of the table of differences: paper, chalk, by."""
    found = page.locator("table", has=page.locator("caption", has_text=re.compile(f"^{table}$")))
    line = found.locator("tr", has=page.get_by_role("rowheader", name=what, exact=True))
    return [cell.inner_text() for cell in line.locator("td").all()]


def screen_of(line: Locator) -> tuple[float, float]:
    box = line.bounding_box()
    assert box is not None
    return box["x"], box["width"]


def test_a_variant_is_branched_changed_and_laid_over_the_first(demo: Page) -> None:
    new_style(demo, 1, "Plain choir bodice")
    verb(demo, "Darts", "Rotate dart")
    demo.locator("[data-pick-dart='front waist dart']").click()
    demo.get_by_role("button", name="shoulder", exact=True).click()
    put_in(demo)
    demo.get_by_role("button", name="variants …").click()
    dialog = demo.get_by_role("dialog")
    expect(dialog).to_contain_text("No variant yet")
    assert serious(demo) == []
    dialog.get_by_label("Name").fill("Half the dart stays")
    dialog.get_by_role("button", name="Branch a variant").click()
    expect(demo.get_by_role("heading", name="Half the dart stays")).to_be_visible()
    demo.get_by_test_id("sentence").or_(steps(demo)).get_by_role("button", name="all", exact=True).first.click()
    demo.get_by_role("button", name=re.compile("^half")).first.click()
    change_it(demo)
    demo.get_by_role("button", name="variants …").click()
    dialog.get_by_role("link", name="Lay Plain choir bodice over this style").click()
    expect(demo.get_by_role("heading", name="In the recipe")).to_be_visible()
    expect(demo.get_by_label("Differences")).to_contain_text("half of it")
    paper, chalk, by = row(demo, "front", "waist dart, intake")
    assert (chalk, by) == ("none", ""), "the whole dart went up there"
    assert float(paper.removesuffix(" cm")) == pytest.approx(1.27, abs=0.1), "half of an inch"
    shot(demo, "compare-variants")
    assert serious(demo) == []
    demo.get_by_role("checkbox", name=re.compile("alike")).check()
    assert row(demo, "back", "shoulder")[2] == ""


def test_one_is_cut_for_a_fuller_singer_and_lies_over_this_one_at_the_point_chosen(demo: Page) -> None:
    new_style(demo, 1, "Two singers")
    demo.get_by_role("button", name="variants …").click()
    demo.get_by_role("dialog").get_by_label("Person").select_option(label="Brenna Askildotter")
    demo.get_by_role("button", name="Cut a new one").click()
    report = demo.get_by_label("Differences")
    expect(report).to_contain_text("“Brenna, concert bodice”, revision 1, from the shelf")
    expect(report).to_contain_text("The same steps on both")
    chest = row(demo, "All round", "chest")
    paper, chalk, by = (float(re.sub(r"[^\d.]", "", x)) for x in chest)
    # 106 − 92 in the bust, the same ease round both.
    assert by == pytest.approx(14.0, abs=0.05)
    assert chalk - paper == pytest.approx(by, abs=0.11)
    demo.get_by_label("Lay together at").select_option(label="centre front / neckline")
    # On the table: both folds in one line, the fuller side farther out.
    under = screen_of(demo.locator("[data-piece='front'] path[data-edge='centre front']").first)
    over = demo.locator("[data-over='front'] path[data-over-edge='centre front']").first
    expect(over).to_be_attached()
    demo.wait_for_timeout(500)
    assert screen_of(over)[0] == pytest.approx(under[0], abs=3)
    assert screen_of(demo.locator("[data-over='front']"))[1] > screen_of(demo.locator("[data-piece='front']"))[1]
    shot(demo, "compare-bodies")


def test_a_step_that_cannot_be_done_on_him_is_mended_there(demo: Page) -> None:
    """Tove's front is as long as his back: there is no side dart to set back."""
    new_style(demo, 1, "Set back")
    set_side_dart_back(demo, "3")
    demo.get_by_role("button", name="variants …").click()
    demo.get_by_role("dialog").get_by_label("Person").select_option(label="Tove Grandal")
    demo.get_by_role("button", name="Cut a new one").click()
    report = demo.get_by_label("Differences")
    expect(report).to_contain_text("Cannot be done on Tove Grandal: step 1")
    expect(report).to_contain_text("there is no dart called “side dart”")
    shot(demo, "compare-cannot")
    assert serious(demo) == []
    demo.get_by_role("link", name="mend step 1 there").click()
    expect(demo.get_by_role("heading", name="Set back, Tove Grandal")).to_be_visible()
    step = demo.locator("[data-step='1']")
    expect(step).to_be_in_viewport()
    step.get_by_role("button", name="side dart").click()
    demo.locator("[data-pick-dart='front waist dart']").click()
    change_it(demo)
    expect(steps(demo)).not_to_contain_text("there is no dart")
    demo.get_by_role("button", name="variants …").click()
    demo.get_by_role("link", name="Lay Set back over this style").click()
    expect(demo.get_by_role("heading", name="In the recipe")).to_be_visible()
    expect(demo.get_by_label("Differences")).not_to_contain_text("Cannot be done")
