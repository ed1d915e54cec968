"""Lines, slashes and zones given by keyboard alone; a zone's ends dragged on the table."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.test_darts_and_openings import skirt_of, steps
from tests.browser.test_many_verbs import ledger_row, new_style

pytestmark = pytest.mark.browser


def press(page: Page, name: str | re.Pattern[str], exact: bool = True) -> None:
    """Reached by the keyboard's focus and pressed with its key, never with the mouse."""
    button = page.get_by_role("button", name=name, exact=exact) if isinstance(name, str) else page.get_by_role("button", name=name)
    button.first.focus()
    page.keyboard.press("Enter")


def test_a_style_line_is_drawn_and_cut_without_a_pointer(demo: Page) -> None:
    new_style(demo, 1, "By keys alone")
    demo.keyboard.press("c")
    demo.keyboard.press("c")
    press(demo, "front")
    press(demo, "armhole")
    press(demo, "point of the waist dart")
    places = demo.get_by_label("Places of the line")
    expect(places).to_contain_text("the middle of the armhole")
    expect(places).to_contain_text("waist dart")
    along = demo.get_by_label("Place 1 along its edge")
    along.focus()
    for _ in range(20):
        demo.keyboard.press("ArrowRight")
    expect(places).not_to_contain_text("the middle of the armhole")
    expect(demo.get_by_test_id("ghost").locator("[data-ghost='side front']")).to_be_attached()
    put_in = demo.get_by_role("button", name=re.compile("^Put it in"))
    expect(put_in).to_be_enabled()
    press(demo, re.compile("^Put it in"))
    # While it is composed the sums may still be those of the place before: put in, they are the line's own.
    expect(put_in).to_be_hidden()
    expect(steps(demo)).to_contain_text("into two parts")
    # 0.5 + 20 × 0.005: six tenths along the armhole, counted from its start.
    halves = re.search(r"The armhole, from the \w+ and to the [\w ]+?\s+([\d.]+) \+ ([\d.]+)", steps(demo).inner_text())
    assert halves
    first, second = map(float, halves.groups())
    assert first / (first + second) == pytest.approx(0.6, abs=0.002)
    demo.get_by_role("button", name="open the ledger").click()
    expect(ledger_row(demo, "front style line")).to_contain_text("kept")


def test_a_zone_is_chosen_moved_by_arrow_keys_and_its_end_dragged(demo: Page) -> None:
    new_style(demo, skirt_of(demo), "Gathered in the middle")
    demo.keyboard.press("o")
    demo.keyboard.press("s")
    press(demo, "skirt front: waist")
    press(demo, "hem")
    press(demo, "3")
    demo.get_by_label("Each opens").fill("2")
    sentence = demo.get_by_test_id("sentence")
    sentence.get_by_role("button", name="all along").focus()
    demo.keyboard.press("Enter")
    press(demo, "the middle half of the waist")
    first = demo.get_by_label("Zone, first place along its edge")
    first.focus()
    for _ in range(10):
        demo.keyboard.press("ArrowRight")
    expect(steps(demo)).to_contain_text("between the waist, 5.6 cm from")
    press(demo, "That is all")
    # Its second end taken hold of on the table and drawn nearer.
    before = sentence.inner_text()
    grip = demo.locator("[data-place='2']").bounding_box()
    assert grip is not None
    x, y = grip["x"] + grip["width"] / 2, grip["y"] + grip["height"] / 2
    toward = demo.locator("[data-place='1']").bounding_box()
    assert toward is not None
    step = 25 if toward["x"] > grip["x"] else -25
    demo.mouse.move(x, y)
    demo.mouse.down()
    demo.mouse.move(x + step / 2, y, steps=3)
    demo.wait_for_timeout(300)
    demo.mouse.move(x + step, y, steps=3)
    demo.wait_for_timeout(400)
    demo.mouse.up()
    expect(sentence).not_to_have_text(before)
    expect(sentence).to_contain_text("between the waist, 5.6 cm from")
    expect(steps(demo)).to_contain_text(re.compile(r"Gathered 1\.[5-9]\d : 1"))
