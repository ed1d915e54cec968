"""Blocks that come in: a drawing with its allowance, our own drawings, a photograph of a card; a family of sizes; the shelf searched."""

from __future__ import annotations

import os
import re
from pathlib import Path

import pytest
from playwright.sync_api import Locator, Page, Route, expect

from tests.browser.test_many_verbs import serious
from tests.photographs import CARD, photograph

pytestmark = pytest.mark.browser
SHOTS = os.environ.get("BENCH_SHOTS", "")
SKIRT = """<svg xmlns="http://www.w3.org/2000/svg" width="50cm" height="80cm" viewBox="0 0 50 80">
<path d="M 5 4 L 32 4 C 34 15 36 20 36 30 L 36 69 L 5 69 Z" fill="none" stroke="black"/>
<path d="M 10 12 V 42" stroke="black"/><text x="12" y="30">SKIRT FRONT</text></svg>"""
BOX = (5.0, 4.0, 36.0, 69.0)


def shot(page: Page, name: str) -> None:
    if SHOTS:
        page.wait_for_timeout(300)
        page.screenshot(path=f"{SHOTS}/{name}.png")


def send(page: Page, file: Path) -> None:
    page.goto("/incoming")
    page.get_by_label("Drawing or photograph").set_input_files(file)
    page.wait_for_url(re.compile(r"/incoming/\d+"))


def click_at(page: Page, of: Locator, box: tuple[float, float, float, float], x: float, y: float) -> None:
    """A place in cm, where something of a known extent in cm is seen."""
    seen = of.bounding_box()
    assert seen is not None
    page.mouse.click(
        seen["x"] + seen["width"] * (x - box[0]) / (box[2] - box[0]), seen["y"] + seen["height"] * (y - box[1]) / (box[3] - box[1])
    )


def test_a_drawing_with_its_allowance_is_named_and_hung_up(demo: Page, tmp_path: Path) -> None:
    file = tmp_path / "skirt.svg"
    file.write_text(SKIRT)
    send(demo, file)
    demo.get_by_role("button", name=re.compile("take it as a piece")).click()
    piece = demo.get_by_role("region", name="skirt front")
    expect(piece).to_be_visible()
    piece.get_by_label("It is a").select_option("skirt front")
    edges = [piece.get_by_label(f"Edge {n}", exact=True) for n in (1, 2, 3, 4)]
    expect(edges[3]).to_have_value("centre front")
    shot(demo, "import-named")
    # The darts: its point, then both ends of its mouth.
    outline = demo.locator("[data-outline='0']")
    piece.get_by_role("button", name="Dart", exact=True).click()
    piece.get_by_role("button", name="Point at it").click()
    for x, y in ((17, 17), (16, 4), (18, 4)):
        click_at(demo, outline, BOX, x, y)
    expect(piece.get_by_label("Darts and marks")).to_contain_text("waist dart")
    piece.get_by_role("button", name="Grainline").click()
    for x, y in ((10, 12), (10, 42)):
        click_at(demo, outline, BOX, x, y)
    piece.get_by_label("Allowance all round").fill("1")
    piece.get_by_role("button", name="kinds, allowances").click()
    piece.get_by_label("Allowance of the hem").fill("4")
    audit = demo.get_by_label("Audit")
    expect(audit).to_contain_text("Skirt front waist dart legs")
    demo.get_by_role("button", name="Look at the block").click()
    shot(demo, "import-block")
    assert serious(demo) == []
    demo.get_by_label("Name of the block").fill("The card skirt")
    demo.get_by_role("button", name="Hang it on the shelf").click()
    expect(demo.get_by_role("heading", name="The card skirt")).to_be_visible()
    shot(demo, "import-hung")
    # 65 less 1 above and 4 below, by hand; measured in the file that is saved.
    number = re.search(r"/blocks/(\d+)", demo.url)
    assert number
    saved = demo.request.get(f"/api/blocks/{number[1]}/file").json()
    centre = next(e["path"] for e in saved["pieces"][0]["outline"] if e["edge"] == "centre front")
    a, b = (float(v) for v in re.findall(r"[ML] [-\d.]+ ([-\d.]+)", centre))
    assert abs(a - b) == pytest.approx(60.0, abs=0.01)


def test_a_corner_is_put_in_and_taken_out_by_pointing(demo: Page, tmp_path: Path) -> None:
    file = tmp_path / "again.svg"
    file.write_text(SKIRT)
    send(demo, file)
    demo.get_by_role("button", name=re.compile("take it as a piece")).click()
    piece = demo.get_by_role("region", name="skirt front")
    piece.get_by_role("button", name="Corners").click()
    outline = demo.locator("[data-outline='0']")
    click_at(demo, outline, BOX, 36, 50)
    expect(piece.get_by_label("Edge 5", exact=True)).to_be_visible()
    click_at(demo, outline, BOX, 36, 50)
    expect(piece.get_by_label("Edge 5", exact=True)).to_be_hidden()
    # What was said is still there after going away.
    with demo.expect_response(re.compile("/plan$")):
        piece.get_by_label("Edge 1", exact=True).fill("waist")
    demo.reload()
    expect(demo.get_by_label("Edge 1", exact=True)).to_have_value("waist")


def test_edges_of_other_names_are_sewn_together(demo: Page, tmp_path: Path) -> None:
    file = tmp_path / "two.svg"
    file.write_text(
        '<svg xmlns="http://www.w3.org/2000/svg" width="80cm" height="60cm" viewBox="0 0 80 60">'
        '<path id="left" d="M 5 5 H 25 V 50 H 5 Z"/><path id="right" d="M 40 5 H 58 V 47 H 40 Z"/></svg>'
    )
    send(demo, file)
    for _ in range(2):
        demo.get_by_role("button", name=re.compile("take it as a piece")).first.click()
        for n, name in enumerate(("top", "outside", "bottom", "inside"), 1):
            with demo.expect_response(re.compile("/plan$")):
                demo.get_by_label(f"Edge {n}", exact=True).fill(f"{name} {_ + 1}")
    seams = demo.get_by_role("region", name="Seams")
    seams.get_by_role("button", name="Sew other edges together").click()
    this, that = seams.get_by_role("group").all()
    this.get_by_role("button", name="left › outside 1").click()
    that.get_by_role("button", name="right › inside 2").click()
    seams.get_by_label("Eased in by, at least").fill("2")
    seams.get_by_label("at most").fill("4")
    seams.get_by_role("button", name="Sew them together").click()
    # 45 to 42: three of ease, between two and four.
    expect(demo.get_by_label("Audit")).to_contain_text("3.0 cm")
    expect(seams).to_contain_text("left › outside 1 to right › inside 2, eased")


def test_what_cannot_be_read_ends_in_a_sentence(demo: Page, tmp_path: Path) -> None:
    bad = tmp_path / "letter.jpg"
    bad.write_text("a letter")
    demo.goto("/incoming")
    demo.get_by_label("Drawing or photograph").set_input_files(bad)
    expect(demo.get_by_role("alert")).to_contain_text("no photograph that can be read")
    shot(demo, "incoming-list")


def test_our_own_drawing_is_hung_up_as_it_is(demo: Page, tmp_path: Path) -> None:
    drawing = demo.request.get("/api/blocks/1/drawing/dxf")
    file = tmp_path / "own.dxf"
    file.write_bytes(drawing.body())
    send(demo, file)
    expect(demo.get_by_text("This drawing was saved here")).to_be_visible()
    demo.get_by_label("Name of the block").fill("Home again")
    demo.get_by_role("button", name="Hang it on the shelf").click()
    expect(demo.get_by_role("heading", name="Home again")).to_be_visible()


def test_a_photograph_of_a_card_is_traced_to_two_millimetres(demo: Page, tmp_path: Path) -> None:
    taken = photograph(wide=2400, blur=1.0)
    file = tmp_path / "card.jpg"
    file.write_bytes(taken.jpeg)
    send(demo, file)
    # The sheet was found: the picture lies flat already, and is traced.
    expect(demo.get_by_text("Click round the card")).to_be_visible()
    found = demo.request.get(f"/api{re.sub('^.*/incoming', '/incoming', demo.url)}").json()
    flat = found["photograph"]["flat"]
    box = (flat["left"], flat["top"], flat["right"], flat["bottom"])
    image = demo.locator("svg image")
    for n, (x, y) in enumerate(CARD, 1):
        click_at(demo, image, box, x, y)
        expect(demo.locator("[data-node]")).to_have_count(n)
    lines = demo.get_by_label("Lines")
    expect(lines.get_by_role("listitem")).to_have_count(5)
    lengths = [float(v) for v in re.findall(r"(\d+\.\d) cm", lines.inner_text())]
    assert lengths == pytest.approx(
        [abs(complex(*a) - complex(*b)) for a, b in zip(CARD, [*CARD[1:], CARD[0]], strict=True)], abs=0.2
    )
    demo.mouse.move(700, 400)
    shot(demo, "trace")
    assert serious(demo) == []
    # A point picked up and put half a centimetre farther, off the edge; and back.
    demo.get_by_label("draw each click to the card's edge").uncheck()
    x, y = CARD[4]
    click_at(demo, image, box, x, y)
    expect(demo.get_by_text("Point 5: click where it belongs.")).to_be_visible()
    click_at(demo, image, box, x, y + 3)
    expect(demo.locator("[data-node]")).to_have_count(5)
    expect(lines).to_contain_text(re.compile(r"5 33\.\d cm"))
    demo.get_by_label("draw each click to the card's edge").check()
    click_at(demo, image, box, x, y + 3)
    click_at(demo, image, box, x, y)
    expect(lines).to_contain_text(re.compile(r"5 (29\.[89]|30\.[012]) cm"))
    # A length that a tape says: the whole grows with it.
    demo.get_by_role("button", name="A length I know").click()
    # Two quick clicks, while the card's edge is still being looked for: both count, in their order.
    asked: list[Route] = []
    demo.route("**/snap", lambda route: asked.append(route))
    for x, y in (CARD[0], CARD[1]):
        click_at(demo, image, box, x, y)
    demo.wait_for_timeout(300)
    demo.unroute("**/snap")  # which lets them go on
    demo.get_by_label("Length 1").fill("41")
    expect(lines).to_contain_text("41.0 cm")
    demo.get_by_role("button", name="1 The sheet").click()
    expect(demo.get_by_text("The sheet was found.")).to_be_visible()
    shot(demo, "sheet")
    demo.get_by_role("button", name="3 Name it").click()
    demo.get_by_role("button", name=re.compile("take it as a piece")).click()
    for n, name in enumerate(("waist", "side", "panel", "hem", "centre front"), 1):
        demo.get_by_label(f"Edge {n}", exact=True).fill(name)
    shot(demo, "trace-named")
    demo.get_by_label("Name of the block").fill("From the card")
    demo.get_by_role("button", name="Hang it on the shelf").click()
    expect(demo.get_by_role("heading", name="From the card")).to_be_visible()
    assert demo.request.get(found_url := f"/api/incoming/{found['id']}/picture").status == 404, found_url


def test_a_photograph_without_a_sheet_asks_for_its_corners(demo: Page, tmp_path: Path) -> None:
    taken = photograph(wide=1200, blur=1.0, sheet=False)
    file = tmp_path / "bare.jpg"
    file.write_bytes(taken.jpeg)
    send(demo, file)
    expect(demo.get_by_role("alert")).to_contain_text("Mark its four corners")
    demo.get_by_label("It is").select_option("mat")
    demo.get_by_label("From left to right").fill("40")
    demo.get_by_label("From top to bottom").fill("30")
    demo.get_by_role("button", name="Mark the corners by hand").click()
    picture = demo.get_by_test_id("photograph")
    for n, (x, y) in enumerate(((26, 3), (66, 3), (66, 33), (26, 33))):
        z = taken.at(x, y)
        if n == 2:
            shot(demo, "sheet-by-hand")
        click_at(demo, picture, (0, 0, 1200, 900), z.real, z.imag)
    expect(demo.get_by_text("By the corners you marked.")).to_be_visible()
    demo.get_by_role("button", name="Trace the card").click()
    expect(demo.get_by_text("Click round the card")).to_be_visible()


def test_a_family_of_sizes_is_hung_up_and_found_again(demo: Page) -> None:
    demo.get_by_role("button", name="A family of sizes").click()
    dialog = demo.get_by_role("dialog")
    dialog.get_by_label("Size table").select_option(label="Women, continental sizes 34–52")
    dialog.get_by_text("52", exact=True).click()
    dialog.get_by_label("Name of the family").fill("Choir bodice")
    shot(demo, "family")
    assert serious(demo) == []
    dialog.get_by_role("button", name="Draft 9 sizes").click()
    rail = demo.get_by_label("Blocks")
    expect(rail.get_by_role("listitem")).to_have_count(9)
    expect(demo.get_by_role("status").filter(has_text="9 of")).to_be_visible()
    shot(demo, "family-hung")
    demo.get_by_label("Look for").fill("size 44")
    expect(rail.get_by_role("listitem")).to_have_count(1)
    demo.get_by_role("button", name="show all").click()
    demo.get_by_label("Kind").select_option("skirt")
    expect(rail).not_to_contain_text("Choir bodice")
    expect(rail).to_contain_text("skirt")
    shot(demo, "shelf-asked")
