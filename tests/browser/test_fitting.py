"""A block tried on twice: notes pinned, corrections on the bench that carry to the partner, revisions, and a style that follows once its changes were read."""

from __future__ import annotations

import io
import os
import re

import pytest
from PIL import Image
from playwright.sync_api import Page, expect

from tests.browser.test_darts_and_openings import verb
from tests.browser.test_many_verbs import serious

pytestmark = pytest.mark.browser
SHOTS = os.environ.get("BENCH_SHOTS", "")


def shot(page: Page, name: str) -> None:
    if SHOTS:
        page.wait_for_timeout(300)
        page.screenshot(path=f"{SHOTS}/{name}.png")


def skirt_of(page: Page) -> int:
    blocks = page.request.get("/api/blocks").json()
    return int(next(b["id"] for b in blocks if b["family"] == "skirt" and b["school_name"] == "skirt"))


def pin(page: Page, piece: str, text: str) -> None:
    box = page.locator(f"[data-piece='{piece}']").first.bounding_box()
    assert box is not None
    page.mouse.click(box["x"] + box["width"] * 0.55, box["y"] + box["height"] * 0.25)
    page.get_by_label("What was seen here?").fill(text)
    page.get_by_role("button", name="Pin it there").click()
    expect(page.get_by_label("What was seen here?")).to_be_hidden()


def enter_toile(page: Page, cloth: str) -> None:
    page.get_by_label("Cloth").fill(cloth)
    page.get_by_role("button", name="Enter the toile").click()


def changed(page: Page, toile: str, what: str) -> str:
    row = page.get_by_role("article", name=toile).locator("tr", has=page.get_by_role("rowheader", name=what, exact=True))
    return row.locator("td").last.inner_text()


def put_in(page: Page) -> None:
    button = page.get_by_role("button", name=re.compile("^Put it in"))
    expect(button).to_be_enabled()
    button.click()
    expect(button).to_be_hidden()


def test_a_block_is_toiled_twice_fitted_and_a_style_follows(demo: Page) -> None:
    block = skirt_of(demo)
    demo.goto(f"/blocks/{block}")
    demo.get_by_label("Start a style from it").fill("Recital skirt")
    demo.get_by_role("button", name="Trace it to the bench").click()
    expect(demo.get_by_role("heading", name="Recital skirt")).to_be_visible()
    style = int(demo.url.rsplit("/", 1)[1])

    demo.goto(f"/blocks/{block}/fitting")
    expect(demo.get_by_role("heading", name=re.compile("The first toile"))).to_be_visible()
    shot(demo, "fitting-empty")
    enter_toile(demo, "calico, medium")
    toile = demo.get_by_role("article", name="Toile 1")
    expect(toile).to_contain_text("Of revision")
    pin(demo, "skirt back", "too wide at the waist")
    pin(demo, "skirt front", "drags towards the side")
    expect(demo.locator("[data-pin]")).to_have_count(2)
    expect(toile.get_by_label("Notes")).to_contain_text("too wide at the waist")
    out = io.BytesIO()
    Image.new("RGB", (640, 900), (200, 190, 180)).save(out, "JPEG")
    toile.get_by_label(re.compile("add a photograph")).set_input_files(
        {"name": "front view.jpg", "mimeType": "image/jpeg", "buffer": out.getvalue()}
    )
    expect(toile.get_by_role("img")).to_have_count(1)

    # All back darts take half a centimetre between them.
    toile.get_by_role("link", name="Correct it on the bench").click()
    expect(demo.get_by_text("What is done here corrects the block, after toile 1.")).to_be_visible()
    verb(demo, "Darts", "Take in darts")
    shot(demo, "fitting-darts")
    for name in ("waist dart 1", "waist dart 2"):
        demo.locator(f"[data-pick-dart='skirt back {name}']").click()
    if demo.get_by_role("button", name="That is all").count():
        demo.get_by_role("button", name="That is all").click()
    demo.get_by_label(re.compile("How much in all")).fill("0.5")
    shot(demo, "fitting-bench")
    put_in(demo)
    # And longer by two, on both pieces at once: the partner goes with it.
    verb(demo, "Open", "Lengthen or shorten")
    for name in ("skirt front", "skirt back"):
        demo.get_by_role("group").get_by_role("button", name=name, exact=True).click()
    demo.get_by_role("button", name="That is all").click()
    demo.get_by_role("button", name="half-way along the side").click()
    demo.get_by_label(re.compile("^Longer by how much")).fill("2")
    put_in(demo)
    demo.get_by_role("link", name="Back to the fitting").click()

    expect(toile).to_contain_text("Take in 0.5 cm altogether")
    assert changed(demo, "Toile 1", "skirt back, waist") == "−0.5 cm"
    assert changed(demo, "Toile 1", "All round, waist") == "−1.0 cm"
    assert changed(demo, "Toile 1", "skirt front, side") == "+2.0 cm"
    assert changed(demo, "Toile 1", "skirt back, side") == "+2.0 cm"
    shot(demo, "fitting")
    assert serious(demo) == []
    toile.get_by_label("Why, for the block's history").fill("back darts, length")
    toile.get_by_role("button", name=re.compile("another toile follows")).click()
    expect(toile).to_contain_text("revision 2 came of it")

    # The style is told what would change, and is moved when a person says so.
    followers = demo.get_by_role("region", name="Styles on an older revision")
    follower = followers.get_by_role("article", name="Recital skirt")
    expect(follower).to_contain_text("lies on revision 1")
    follower.get_by_text(re.compile("figures would change")).click()
    expect(follower).to_contain_text("(+2.0 cm)")
    shot(demo, "fitting-followers")
    follower.get_by_role("button", name="Move it to revision 2").click()
    expect(follower).to_be_hidden()
    moved = demo.request.get(f"/api/styles/{style}").json()
    assert moved["blocks"]["skirt"]["revision"] == 2

    # The second toile fits as it is.
    enter_toile(demo, "calico, medium")
    second = demo.get_by_role("article", name="Toile 2")
    second.get_by_role("button", name="It fits as it is").click()
    expect(second).to_contain_text("it fits as it is")
    assert demo.request.get(f"/api/blocks/{block}").json()["state"] == "fitted"

    # Both revisions over each other, at a point one chooses.
    demo.get_by_role("link", name="over the revision before").click()
    expect(demo.get_by_role("heading", name="Blocks over each other")).to_be_visible()
    figures = demo.get_by_label("Differences")
    expect(figures).to_contain_text("side")
    shot(demo, "blocks-over")
    assert serious(demo) == []
