"""Cutting, joining and shaping by hand on two blocks, one very full and one small; what came of it is measured in the ledger."""

from __future__ import annotations

import re
from math import hypot

import pytest
from playwright.sync_api import Page, expect

from tests.browser.test_darts_and_openings import put_in, shot, steps, verb
from tests.browser.test_many_verbs import ledger_row, new_style, on, tap

pytestmark = pytest.mark.browser


def block_of(page: Page, *words: str) -> int:
    """A block of the demo whose name has all those words."""
    blocks = page.request.get("/api/blocks").json()
    return int(next(b["id"] for b in blocks if all(w in f"{b['name']} {b.get('person') or ''}" for w in words)))


def said(page: Page, seam: str) -> str:
    page.get_by_role("button", name="open the ledger").click()
    text = ledger_row(page, seam).inner_text()
    page.get_by_role("button", name="close the ledger").click()
    return text


def test_neckline_and_armhole_are_typed_and_both_pieces_keep_their_shoulder(demo: Page) -> None:
    new_style(demo, 1, "Sleeveless top")
    verb(demo, "Shape", "Neckline")
    demo.get_by_role("button", name="square", exact=True).click()
    demo.get_by_label("Wider by").fill("3")
    demo.get_by_role("button", name="That is all").click()
    demo.get_by_label("Front deeper by").fill("5")
    expect(demo.get_by_test_id("sentence")).to_contain_text("the front 5.0 cm deeper")
    shot(demo, "neckline")
    put_in(demo)
    expect(steps(demo)).to_contain_text("3.0 cm wider along the shoulder, the front 5.0 cm deeper")
    verb(demo, "Shape", "Armhole")
    demo.get_by_label("How much lower?").fill("2")
    expect(demo.get_by_test_id("sentence")).to_contain_text("2.0 cm lower")
    shot(demo, "armhole")
    put_in(demo)
    row = said(demo, "shoulder")
    a, b = re.findall(r"\d+\.\d\d", row)[:2]
    assert a == b
    assert "kept" in row


def test_a_hip_yoke_is_cut_and_pairs_with_what_it_came_off(demo: Page) -> None:
    skirt = block_of(demo, "straight skirt")
    new_style(demo, skirt, "Yoke skirt")
    verb(demo, "Cut", "Yoke")
    for name in ("skirt front", "skirt back"):
        demo.get_by_role("button", name=name, exact=True).click()
    demo.get_by_role("button", name="That is all").click()
    demo.get_by_role("button", name="waist", exact=True).click()
    demo.get_by_label("How deep?").fill("7.6")
    expect(steps(demo)).to_contain_text("is closed in the yoke")
    shot(demo, "yoke")
    put_in(demo)
    row = said(demo, "skirt front yoke line")
    assert "kept" in row
    # Deeper than its darts it is warned of, with the figure.
    yoke = demo.locator("[data-piece='skirt front yoke']")
    expect(yoke).to_have_count(1)
    demo.get_by_role("button", name=re.compile("^Undo")).click()
    expect(yoke).to_have_count(0)
    verb(demo, "Cut", "Yoke")
    demo.get_by_role("button", name="skirt front", exact=True).click()
    demo.get_by_role("button", name="That is all").click()
    demo.get_by_role("button", name="waist", exact=True).click()
    demo.get_by_label("How deep?").fill("12")
    expect(steps(demo)).to_contain_text("stands off by so much")


def test_a_shoulder_princess_is_picked_on_the_table(demo: Page) -> None:
    new_style(demo, 1, "Princess")
    verb(demo, "Cut", "Panel")
    tap(demo, *on(demo, "front", "shoulder", 0.5, 0.5))
    demo.locator("[data-pick-dart='front waist dart']").click()
    expect(steps(demo)).to_contain_text("The side dart is closed")
    shot(demo, "panel")
    put_in(demo)
    lengths = re.findall(r"\d+\.\d\d", said(demo, "front style line"))
    assert abs(float(lengths[0]) - float(lengths[1])) < 0.2


def test_laid_open_left_and_right_are_cut_differently(demo: Page) -> None:
    new_style(demo, 1, "Wrap")
    verb(demo, "Join", "Unfold")
    demo.get_by_role("button", name="front", exact=True).first.click()
    put_in(demo)
    verb(demo, "Shape", "Redraw an edge")
    demo.locator("[data-pick-edge='front left neckline']").first.dispatch_event("pointerup")
    expect(steps(demo)).to_contain_text("It is the end at the right neckline")
    demo.get_by_role("button", name="leave it where it is").click()
    expect(steps(demo)).to_contain_text("It is the end at the left shoulder")
    demo.get_by_label(re.compile("^out")).fill("2")
    expect(demo.get_by_test_id("sentence")).to_contain_text("2.0 cm outwards")
    shot(demo, "unfolded")
    put_in(demo)
    left, right = (float(re.findall(r"\d+\.\d\d", said(demo, f"{side} shoulder"))[0]) for side in ("left", "right"))
    # 2 out on a shoulder that falls 3.70 on 11.82 (measured on the block's page): √(1 + (3.70 / 11.82)²) as much along it.
    assert right - left == pytest.approx(2 * hypot(1, 3.70 / 11.82), abs=0.01)


def test_an_end_is_moved_and_the_partner_trued_to_it(demo: Page) -> None:
    skirt = block_of(demo, "straight skirt")
    new_style(demo, skirt, "Dipped side")
    verb(demo, "Shape", "Redraw an edge")
    demo.locator("[data-pick-edge='skirt front side']").first.dispatch_event("pointerup")
    expect(steps(demo)).to_contain_text("It is the end at the waist")
    demo.get_by_role("button", name="leave it where it is").click()
    expect(steps(demo)).to_contain_text("It is the end at the hem")
    demo.get_by_label(re.compile("^down")).fill("3")
    expect(demo.get_by_test_id("sentence")).to_contain_text("3.0 cm down")
    shot(demo, "redraw")
    put_in(demo)
    assert "broken" in said(demo, "side") or "longer" in said(demo, "side")
    verb(demo, "Shape", "True a seam")
    demo.get_by_role("button", name="side", exact=True).last.click()
    expect(steps(demo)).to_contain_text("The side that gives")
    put_in(demo)
    a, b = re.findall(r"\d+\.\d\d", said(demo, "side"))[:2]
    assert a == b
