"""A seam broken, seen, walked, mended; edges laid together; a reason kept; the report printed; each through the real interface."""

from __future__ import annotations

import re
from io import BytesIO
from typing import Any

import pikepdf
import pytest
from playwright.sync_api import Page, Route, expect

from tests.browser.conftest import expect_soon
from tests.browser.test_cut_join_shape import block_of
from tests.browser.test_darts_and_openings import shot
from tests.browser.test_many_verbs import new_style
from tests.browser.test_views import serious

pytestmark = pytest.mark.browser
LONGER = {"move": "redraw", "piece": "skirt front", "edge": "side", "from": "waist", "end": {"down": 1.0}}
SEAM = {"move": "turn_edge_into", "piece": "skirt back", "edge": "centre back", "kind": "seam"}


def style_id(page: Page) -> int:
    return int(re.findall(r"/(?:bench|ledger)/(\d+)", page.url)[0])


def put(page: Page, *steps: dict[str, Any]) -> int:
    """Steps put in as the bench would."""
    number = style_id(page)
    cookies = {c["name"]: c["value"] for c in page.context.cookies()}
    version = page.request.get(f"/api/styles/{number}").json()["version"]
    answer = page.request.post(
        f"/api/styles/{number}/steps",
        data={"version": version, "steps": list(steps), "label": "put in"},
        headers={"X-CSRFToken": cookies.get("csrftoken", "")},
    )
    assert answer.ok, answer.text()
    return number


def lengths(page: Page, number: int, seam: str) -> tuple[float, float]:
    work = page.request.get(f"/api/styles/{number}").json()["work"]
    line = next(p for p in work["promises"] if p["name"] == seam)
    return line["length_a"], line["length_b"]


def test_a_broken_seam_is_seen_walked_and_mended(demo: Page) -> None:
    new_style(demo, block_of(demo, "straight skirt"), "Skirt that hangs")
    number = put(demo, LONGER)
    demo.reload()
    # The promise overhangs in the band and says by how much.
    a, b = lengths(demo, number, "side")
    over = f"{abs(a - b):.2f} cm"
    assert abs(a - b) > 0.5
    band = demo.get_by_role("button", name=re.compile(r"side\s*broken by"))
    # At worst between two notches, which may be a hair more than in all.
    expect(band).to_contain_text(re.compile(rf"-{round(abs(a - b))}\.0\d cm"))
    expect(demo.get_by_test_id("found")).to_contain_text("found")
    expect(demo.locator("[data-step='1']")).to_contain_text("since this step")
    shot(demo, "broken")
    demo.get_by_test_id("found").click()
    demo.wait_for_url(re.compile(r"/ledger/\d+$"))
    expect(demo.get_by_test_id("verdict")).to_contain_text("1 broken")
    # Walked to its end, the walk says what is left over.
    demo.get_by_role("button", name="Walk a seam").click()
    demo.get_by_label("Seam", exact=True).select_option("side")
    expect(demo.get_by_test_id("pause")).to_contain_text("skirt front side rolls along skirt back side")
    demo.get_by_role("slider").focus()
    demo.keyboard.press("End")
    expect(demo.get_by_test_id("pause")).to_contain_text("At end")
    expect(demo.get_by_test_id("pause")).to_contain_text(f"left over so far: {over}")
    first = demo.get_by_test_id("rolling").get_attribute("transform")
    demo.keyboard.press("Home")
    expect(demo.get_by_test_id("rolling")).not_to_have_attribute("transform", first or "")
    shot(demo, "walked")
    # The cure is a step; after it the seam is kept, measured by the server's own ledger.
    finding = demo.get_by_label("Findings", exact=True).get_by_role("listitem").filter(has_text="true one of them")
    finding.get_by_role("button", name="Apply the cure").click()
    expect(demo.get_by_test_id("verdict")).to_contain_text("all")
    a, b = lengths(demo, number, "side")
    assert abs(a - b) < 0.005
    expect(demo.get_by_label("Findings", exact=True)).not_to_contain_text("true one of them")


def test_a_walk_plays_and_its_place_becomes_a_notch(demo: Page) -> None:
    new_style(demo, block_of(demo, "straight skirt"), "Walked skirt")
    number = style_id(demo)
    demo.goto(f"/ledger/{number}")
    demo.get_by_role("button", name="Walk a seam").click()
    demo.get_by_label("Seam", exact=True).select_option("side")
    demo.get_by_role("button", name="Play").click()
    expect(demo.get_by_test_id("pause")).to_contain_text("At hip", timeout=8000)
    demo.get_by_role("button", name="Pause").click()
    demo.get_by_role("slider").fill("20")
    said = float(str(demo.get_by_role("slider").get_attribute("aria-valuetext")).split(" ")[0])
    demo.get_by_role("button", name="Set a notch here").click()
    expect(demo.get_by_label("Pauses of the walk")).to_contain_text("notch 1")
    row = demo.locator("[data-seam='side']")
    demo.get_by_role("button", name="all", exact=True).first.click()
    row.get_by_role("button", name="▸ side").click()
    expect(row).to_contain_text(f"{said:.2f} cm : {said:.2f} cm")
    # Moved on both sides at once, made double, taken away.
    row.get_by_label("Move notch 1 to (cm)").fill("15")
    row.get_by_role("button", name="move", exact=True).first.click()
    expect(row).to_contain_text("15.00 cm : 15.00 cm")
    row.get_by_role("button", name="double").first.click()
    expect(row).to_contain_text("▾▾")
    row.get_by_role("button", name="Take notch 1 away").click()
    expect(row).not_to_contain_text("15.00 cm : 15.00 cm")
    # What is no length is refused where one sees it, and stays to be mended; inches are read in a house of centimetres.
    new = row.get_by_label("New, along the first (cm)")
    new.scroll_into_view_if_needed()
    new.fill("much")
    row.get_by_role("button", name="Set it").click()
    expect(demo.get_by_text("“much” is not a length")).to_be_in_viewport()
    expect(new).to_have_value("much")
    new.fill("6 1/2 in")
    row.get_by_role("button", name="Set it").click()
    expect(row).to_contain_text("16.51 cm : 16.51 cm")
    expect(new).to_have_value("")


def test_a_press_on_a_seam_is_not_lost_when_the_findings_come_meanwhile(demo: Page) -> None:
    new_style(demo, block_of(demo, "straight skirt"), "Pressed skirt")
    number = put(demo, LONGER)
    held: list[Route] = []
    demo.route("**/findings", lambda route: held.append(route))
    demo.goto(f"/ledger/{number}")
    demo.get_by_role("button", name="all", exact=True).click()
    seam = demo.locator("[data-seam='side']").get_by_role("button", name="▸ side")
    box = seam.bounding_box()
    assert box
    expect_soon(demo, lambda: len(held) > 0)
    demo.mouse.move(box["x"] + 8, box["y"] + 8)
    demo.mouse.down()
    for route in held:
        route.continue_()
    expect(demo.get_by_label("Findings", exact=True)).to_contain_text("true one of them")
    demo.mouse.up()
    expect(demo.locator("[data-seam='side']").get_by_text("Notches, in pairs")).to_be_visible()


def test_a_rule_is_changed_and_a_seam_is_parted_and_sewn_again(demo: Page) -> None:
    new_style(demo, block_of(demo, "straight skirt"), "Eased skirt")
    number = put(demo, LONGER)
    demo.goto(f"/ledger/{number}")
    row = demo.locator("[data-seam='side']")
    demo.get_by_role("button", name="all", exact=True).first.click()
    row.get_by_role("button", name="▸ side").click()
    row.get_by_label("Rule").select_option("ease")
    row.get_by_label("at most (cm)").fill("0.2")
    row.get_by_role("button", name="Let it be so").click()
    expect(row).to_contain_text("ease 0–0.2 cm")
    expect(row).to_contain_text("✕ by")
    row.get_by_label("at most (cm)").fill("")
    row.get_by_role("button", name="Let it be so").click()
    expect(demo.get_by_test_id("verdict")).to_contain_text("all")
    row.get_by_role("button", name="Part it").click()
    expect(row).to_have_count(0)
    expect(demo.get_by_label("Findings", exact=True)).to_contain_text("is to be sewn, and nothing is said of what to")
    demo.get_by_role("button", name="▸ Sew two edges, or leave one free").click()
    demo.get_by_label("This edge").select_option("skirt front|side")
    demo.get_by_label("is sewn to").select_option("skirt back|side")
    demo.get_by_role("button", name="Sew them together").click()
    expect(row).to_have_count(1)
    expect(demo.get_by_label("Findings", exact=True)).not_to_contain_text("nothing is said of what to")


def test_edges_are_laid_together_and_blended(demo: Page) -> None:
    new_style(demo, block_of(demo, "straight skirt"), "Blended skirt")
    number = style_id(demo)
    demo.goto(f"/ledger/{number}")
    demo.get_by_role("button", name="Laid together").click()
    demo.get_by_role("button", name=re.compile("waist of the")).click()
    side = demo.get_by_test_id("joint").filter(has_text="side")
    # Another edge's joints may still be shown.
    expect(side).to_have_attribute("data-kink", re.compile(r"^[1-9]"))
    before = float((side.get_attribute("data-kink") or "0").rstrip("°"))
    assert before > 5
    expect(demo.get_by_test_id("ghost").first).to_be_visible()
    shot(demo, "laid together")
    demo.get_by_role("button", name="Blend it so").click()
    expect(side).not_to_have_attribute("data-kink", f"{before:.1f}°")
    assert float((side.get_attribute("data-kink") or "9").rstrip("°")) < 1


def test_a_reason_is_kept_and_the_report_prints_on_two_sheets_at_most(demo: Page) -> None:
    new_style(demo, block_of(demo, "straight skirt"), "Skirt to report on")
    number = put(demo, SEAM, {"move": "closure", "seam": "centre back", "kind": "zip", "length": 10}, LONGER)
    demo.goto(f"/ledger/{number}")
    short = demo.get_by_label("Findings", exact=True).get_by_role("listitem").filter(has_text="must be")
    short.get_by_role("button", name="Show the place").click()
    expect(demo.get_by_test_id("place")).to_be_visible()
    short.get_by_role("button", name="Let it stand …").click()
    short.get_by_role("button", name="Keep the reason").click()
    expect(short).to_contain_text("say why it may stand")
    short.get_by_label("Why may it stand?").fill("She wriggles into it.")
    short.get_by_role("button", name="Keep the reason").click()
    expect(demo.get_by_label("Findings", exact=True)).not_to_contain_text("must be")
    demo.reload()
    demo.get_by_role("button", name="all", exact=True).first.click()
    expect(demo.get_by_label("Findings", exact=True)).to_contain_text("“She wriggles into it.”")
    demo.get_by_role("link", name="report").click()
    expect(demo.get_by_test_id("verdict")).to_contain_text("Not ready to cut")
    demo.emulate_media(media="print")
    data = demo.pdf(format="A4", print_background=True)
    with pikepdf.open(BytesIO(data)) as pdf:
        assert len(pdf.pages) <= 2
    text = demo.locator("body").inner_text()
    for words in ("Skirt to report on", "She wriggles into it.", "Not ready to cut", "The paper account comes out"):
        assert words in text
    expect(demo.get_by_role("button", name="Sign out")).to_be_hidden()
    expect(demo.get_by_role("button", name="Print")).to_be_hidden()
    demo.emulate_media(media="screen")


@pytest.mark.parametrize("way", ["ledger", "report", "walk", "join"])
def test_axe_finds_nothing_serious_on_the_ledgers_pages(demo: Page, way: str) -> None:
    new_style(demo, block_of(demo, "straight skirt"), "Looked at")
    number = put(demo, LONGER)
    demo.goto(f"/ledger/{number}" + ("/report" if way == "report" else ""))
    demo.get_by_test_id("verdict").wait_for()
    if way == "walk":
        demo.get_by_role("button", name="Walk a seam").click()
        demo.get_by_test_id("rolling").wait_for()
    if way == "join":
        demo.get_by_role("button", name="Laid together").click()
        demo.get_by_test_id("joint").first.wait_for()
    assert serious(demo) == []
