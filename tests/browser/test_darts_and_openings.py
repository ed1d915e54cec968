"""The heart of the bench, by hand: darts divided, shared, folded; paper lengthened, pleated, flared, lifted; measured in the ledger."""

from __future__ import annotations

import os
import re

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.test_many_verbs import ledger_row, new_style, on, pull_strip, tap

pytestmark = pytest.mark.browser
SHOTS = os.environ.get("BENCH_SHOTS", "")


def verb(page: Page, group: str, title: str) -> None:
    """Chosen as one does it: its group's word, then the verb's."""
    page.get_by_role("button", name=group, exact=True).click()
    page.get_by_role("button", name=re.compile(f"^{re.escape(title)}")).first.click()


def shot(page: Page, name: str) -> None:
    if SHOTS:
        page.screenshot(path=f"{SHOTS}/{name}.png")


def steps(page: Page) -> Locator:
    return page.get_by_label("Steps")


def put_in(page: Page) -> None:
    button = page.get_by_role("button", name=re.compile("^Put it in"))
    expect(button).to_be_enabled()
    button.click()
    expect(button).to_be_hidden()


def test_a_dart_is_divided_by_pointing_and_its_shares_typed(demo: Page) -> None:
    new_style(demo, 1, "Divided")
    verb(demo, "Darts", "Divide dart")
    demo.locator("[data-pick-dart='front waist dart']").click()
    tap(demo, *on(demo, "front", "shoulder", 0.5, 0.5))
    tap(demo, *on(demo, "front", "neckline", 0.35, 0.7))
    shares = demo.get_by_label("Places and shares").get_by_role("spinbutton")
    expect(shares).to_have_count(2)
    shares.nth(0).fill("60")
    shares.nth(1).fill("25")
    expect(steps(demo)).to_contain_text("15 % stays")
    shot(demo, "divide")
    put_in(demo)
    expect(steps(demo)).to_contain_text("All darts, before = after")
    shares_said = re.findall(r"(\d+) % to", steps(demo).inner_text())
    assert shares_said[:2] == ["60", "25"]
    # Shares that come to more than the dart are refused in one sentence, and the step before stays.
    verb(demo, "Darts", "Divide dart")
    demo.locator("[data-pick-dart='front side dart']").click()
    for edge in ("armhole", "neckline"):
        demo.get_by_role("button", name=edge, exact=True).click()
    shares.nth(0).fill("90")
    shares.nth(1).fill("90")
    demo.wait_for_timeout(400)
    shot(demo, "divide-refused")
    expect(steps(demo)).to_contain_text("the shares come to 180 %")


def test_a_skirt_is_lengthened_over_both_pieces_flared_and_pleated(demo: Page) -> None:
    new_style(demo, skirt_of(demo), "A swing")
    before = length_of(demo, "side")
    verb(demo, "Open", "Lengthen or shorten")
    for name in ("skirt front", "skirt back"):
        demo.get_by_role("button", name=name, exact=True).click()
    demo.get_by_role("button", name="That is all").click()
    demo.get_by_role("button", name="half-way along the side").click()
    demo.get_by_label(re.compile("^Longer by how much")).fill("6")
    expect(steps(demo)).to_contain_text("6.0 cm longer")
    shot(demo, "lengthen")
    put_in(demo)
    assert length_of(demo, "side") == pytest.approx(before + 6.0, abs=0.05)
    verb(demo, "Open", "Flare")
    demo.locator("[data-pick-edge='skirt front side']").first.dispatch_event("pointerup")
    tap(demo, *on(demo, "skirt front", "side", 0.9, 0.5))
    demo.get_by_label("By how much at the hem?").fill("5")
    expect(steps(demo)).to_contain_text("Let out at the hem")
    shot(demo, "flare")
    put_in(demo)
    demo.get_by_role("button", name="open the ledger").click()
    expect(ledger_row(demo, "side")).to_contain_text("kept")
    expect(ledger_row(demo, "side")).to_contain_text(f"{before + 6:.2f}")
    demo.keyboard.press("Escape")


def test_a_dart_is_given_up_with_the_pencil_and_the_waist_keeps_its_length(demo: Page) -> None:
    new_style(demo, skirt_of(demo), "One dart less")
    waist = length_of(demo, "waist")
    verb(demo, "Darts", "Share intake")
    demo.locator("[data-pick-dart='skirt back waist dart 2']").click()
    demo.get_by_role("button", name="in the waist dart 1").click()
    demo.get_by_role("button", name="at the side", exact=True).click()
    demo.get_by_role("textbox", name=re.compile("^in the waist dart 1")).fill("1.2")
    demo.get_by_role("textbox", name=re.compile("^at the side")).fill("5/16 in")
    expect(steps(demo)).to_contain_text("0.8 cm at the side")
    shot(demo, "share")
    put_in(demo)
    assert length_of(demo, "waist") == pytest.approx(waist, abs=0.02)
    expect(steps(demo)).to_contain_text("Waist as sewn, before and now")


def test_pleats_are_dragged_deeper_and_a_godet_is_set_into_the_side(demo: Page) -> None:
    new_style(demo, skirt_of(demo), "Pleats and a godet")
    demo.keyboard.press("o")
    demo.keyboard.press("p")
    demo.get_by_role("button", name="skirt front: hem").click()
    demo.get_by_role("button", name="waist", exact=True).click()
    demo.get_by_role("button", name="2", exact=True).click()
    demo.get_by_role("button", name="inverted pleats").click()
    demo.get_by_label("How deep is each?").fill("1")
    pull_strip(demo, 20)
    deep = float(demo.get_by_label("How deep is each?").input_value().removesuffix(" cm"))
    assert deep > 1.2
    expect(steps(demo)).to_contain_text(f"each {deep:.1f} cm deep")
    shot(demo, "pleats")
    demo.get_by_role("button", name=re.compile("^Leave it")).click()
    verb(demo, "Open", "Godet")
    demo.get_by_role("button", name="side", exact=True).click()
    demo.get_by_label("How long is it?").fill("20")
    demo.get_by_test_id("sentence").get_by_role("button").last.click()
    demo.get_by_role("button", name="part of a circle").click()
    demo.get_by_role("button", name="a quarter of a circle").click()
    put_in(demo)
    expect(demo.locator("[data-piece='godet'] path[data-edge='hem']")).to_be_attached()
    demo.get_by_role("button", name="open the ledger").click()
    for side in ("left", "right"):
        expect(ledger_row(demo, f"godet {side} side")).to_contain_text("20.00")
    shot(demo, "godet")


def test_slashes_are_pointed_out_led_numbered_and_kept_on_their_guide(demo: Page) -> None:
    new_style(demo, skirt_of(demo), "Three strips where wanted")
    demo.keyboard.press("o")
    demo.keyboard.press("s")
    demo.get_by_role("button", name="skirt front: hem").click()
    demo.get_by_role("button", name="waist", exact=True).click()
    for share in (0.25, 0.5):
        tap(demo, *on(demo, "skirt front", "hem", share, 0.5))
    listed = demo.get_by_label("Slashes", exact=True).get_by_role("listitem")
    expect(listed).to_have_count(2)
    expect(listed.nth(1)).to_contain_text("the middle of the hem, to the middle of the waist")
    # The other edge: the second slash is led to where the hand points, near the side.
    tap(demo, *on(demo, "skirt front", "waist", 0.8, 0.5))
    expect(listed).to_have_count(2)
    expect(listed.nth(1)).not_to_contain_text("the middle of the waist")
    demo.get_by_role("button", name="Leave out slash 1").click()
    expect(listed).to_have_count(1)
    # Its grip is gone, too: the next place lies where it was.
    expect(demo.locator("[data-place]")).to_have_count(1)
    tap(demo, *on(demo, "skirt front", "hem", 0.2, 0.5))
    demo.get_by_role("button", name="That is all").click()
    demo.get_by_label("Each opens").fill("4")
    numbers = demo.get_by_test_id("strips").locator("[data-strip]")
    expect(numbers).to_have_count(3)
    demo.get_by_test_id("sentence").get_by_role("button", name=re.compile("^hinged")).click()
    demo.get_by_role("button", name="parallel", exact=True).click()
    put_in(demo)
    expect(numbers).to_have_count(3)
    across = [box["x"] for n in numbers.all() if (box := n.bounding_box())]
    assert across == sorted(across), "numbered from the centre, which lies on the left"
    # The guide runs level over the whole sheet, and all numbers lie on it.
    guide = demo.locator("[data-guide='skirt front']").bounding_box()
    sheet = demo.locator("[data-piece='skirt front']").bounding_box()
    assert guide is not None
    assert sheet is not None
    assert guide["height"] < 3
    assert guide["width"] > 0.9 * sheet["width"]
    shot(demo, "strips")
    expect(steps(demo)).to_contain_text(re.compile(r"2 times, from the .* to the .* and from the .* to the .*, "))


def test_a_cap_is_lifted_and_ease_added_for_a_layer(demo: Page) -> None:
    new_style(demo, 1, "Over a dress")
    demo.keyboard.press("o")
    demo.keyboard.press("e")
    demo.get_by_role("button", name="a jacket").click()
    expect(steps(demo)).to_contain_text("4 × 1.5")
    shot(demo, "ease")
    put_in(demo)
    expect(steps(demo)).to_contain_text("Add ease for a jacket")


def test_a_double_pointed_dart_is_picked_cut_across_and_turned_to_the_shoulder(demo: Page) -> None:
    new_style(demo, block_called(demo, "hip-length"), "Waist seam for Brenna")
    verb(demo, "Darts", "Rotate dart")
    demo.locator("[data-pick-dart='front waist dart']").click()
    expect(demo.get_by_test_id("sentence")).to_contain_text("cut across at its widest first")
    demo.get_by_role("button", name="armhole", exact=True).click()
    expect(demo.get_by_test_id("ghost").locator("[data-ghost='upper front']")).to_be_attached()
    expect(demo.get_by_test_id("ghost").locator("[data-ghost='lower front']")).to_be_attached()
    shot(demo, "lens")
    put_in(demo)
    expect(steps(demo)).to_contain_text("cut across at its widest first")
    demo.get_by_role("button", name="open the ledger").click()
    expect(ledger_row(demo, "front style line")).to_contain_text("kept")
    demo.get_by_role("button", name="close the ledger").click()
    # As it lies it cannot be: the sentence says what would help.
    steps(demo).get_by_role("button", name=", cut across at its widest first").click()
    demo.get_by_role("button", name="as it lies").click()
    expect(steps(demo)).to_contain_text("it lies inside the piece and has no mouth to close")
    expect(steps(demo)).to_contain_text("Have it cut across at its widest first")


def block_called(page: Page, words: str) -> int:
    blocks = page.request.get("/api/blocks").json()
    return int(next(b["id"] for b in blocks if words in b["name"]))


def skirt_of(page: Page) -> int:
    return block_called(page, "straight skirt")


def length_of(page: Page, seam: str) -> float:
    promise = page.get_by_role("button", name=re.compile(rf"^{seam}\s+(kept|broken)"))
    text = promise.first.inner_text()
    return float(re.findall(r"[\d.]+", text)[-1])


def test_a_waistband_is_as_long_as_the_waist_with_its_pleat_laid(demo: Page) -> None:
    """It is the half waist of the block: a pleat made of a dart takes up what the dart took."""
    new_style(demo, skirt_of(demo), "A pleat and a band")
    waist = length_of(demo, "waist")
    verb(demo, "Darts", "Convert dart")
    demo.locator("[data-pick-dart='skirt front waist dart']").click()
    demo.get_by_role("button", name="a pleat", exact=True).click()
    shot(demo, "pleat")
    put_in(demo)
    verb(demo, "Add", "Waistband")
    put_in(demo)
    shot(demo, "banded")
    expect(demo.locator("[data-fullness='pleat']")).to_have_count(1)
    demo.get_by_role("button", name="open the ledger").click()
    row = ledger_row(demo, "waist")
    expect(row).to_contain_text("kept")
    flat, banded, laid = (float(x) for x in re.findall(r"(\d+\.\d\d) cm", row.inner_text()))
    assert banded == pytest.approx(waist, abs=0.01)
    assert laid == pytest.approx(flat - waist, abs=0.01)
    shot(demo, "band-ledger")
