"""A style finished, printed and laid: what a person clicks, and what comes of it, measured."""

from __future__ import annotations

import io
import itertools
import os
import re
import threading
import zipfile
from http.server import ThreadingHTTPServer
from itertools import combinations
from typing import Any

import ezdxf
import pypdfium2
import pytest
import shapely
import svgelements
from playwright.sync_api import BrowserContext, Page, expect

from patterncraft.measures.tables import size_table
from plotter.__main__ import Line, page_of
from plotter.machine import Machine
from tests.browser.conftest import Application, expect_soon
from tests.browser.test_many_verbs import serious
from tests.browser.test_whole_way import open_workroom

pytestmark = pytest.mark.browser
SHOTS = os.environ.get("BENCH_SHOTS", "")


def shot(page: Page, name: str) -> None:
    if SHOTS:
        page.wait_for_timeout(300)
        page.screenshot(path=f"{SHOTS}/{name}.png")


def style_called(page: Page, name: str) -> int:
    return int(next(s["id"] for s in page.request.get("/api/styles").json() if s["name"] == name))


def polygons(lay: dict[str, Any]) -> list[Any]:
    return [
        shapely.Polygon([tuple(map(float, z.split())) for z in p["d"].removeprefix("M ").removesuffix(" Z").split(" L ")])
        for p in lay["pieces"]
    ]


def test_an_edge_is_finished_otherwise_and_everything_follows(demo: Page) -> None:
    number = style_called(demo, "V-neck")
    demo.goto(f"/cloth/{number}/finish")
    front = demo.get_by_role("region", name="front", exact=True)
    # By hand, on the drawing itself; the list below says the same.
    front.locator("path[data-edge='side']").first.click(force=True)
    form = demo.get_by_role("form", name="The edge")
    expect(form).to_contain_text("front: side")
    form.get_by_label("Allowance").fill("3,5")
    form.get_by_label("Corners").select_option("squared")
    form.get_by_label("on every piece that has a side").check()
    form.get_by_role("button", name="Finish it so").click()
    lines = demo.get_by_role("region", name="Lines of this style")
    expect(lines).to_contain_text("Side: 3.5 cm allowance, corners squared.")
    expect(front.get_by_role("button", name="side 3.5 cm")).to_be_visible()
    shot(demo, "finish")
    assert serious(demo) == []
    # Measured where it is cut: in the DXF, by ezdxf and shapely.
    drawing = ezdxf.read(io.StringIO(demo.request.get(f"/api/styles/{number}/pattern.dxf").body().decode()))
    block = next(b for b in drawing.blocks if b.name.endswith("_back"))
    (cut,) = block.query("LWPOLYLINE[layer=='1']")
    ring = shapely.Polygon([(x, y) for x, y, *_ in cut.get_points()])
    sides = [
        e for e in block.query("*[layer=='14']") if e.has_xdata("STEADY_SHEAR") and e.get_xdata("STEADY_SHEAR")[2].value == "side"
    ]
    a, b = next(iter(sides[0].get_points()))[:2], list(sides[0].get_points())[-1][:2]
    middle = shapely.Point((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
    assert ring.exterior.distance(middle) == pytest.approx(3.5, abs=0.02)
    # Net, and back; a line that cannot be, told.
    demo.get_by_role("button", name="All pieces net").click()
    expect(front).to_contain_text("net")
    demo.get_by_role("button", name="With allowances again").click()
    lines.get_by_role("button", name="take out").first.click()
    expect(front.get_by_role("button", name="side 2.0 cm")).to_be_visible()


def test_the_cut_sheet_is_looked_at_and_saved_as_one_page(demo: Page) -> None:
    number = style_called(demo, "Choir shirt with stand and fall")
    demo.goto(f"/cloth/{number}/sheet")
    expect(demo.get_by_role("table")).to_contain_text("collar stand")
    pieces = demo.request.get(f"/api/styles/{number}/finishing").json()["pieces"]
    expect(demo.get_by_role("row")).to_have_count(len(pieces) + 1)
    shot(demo, "cut-sheet")
    assert serious(demo) == []
    with demo.expect_download() as saved:
        demo.get_by_role("link", name="Save it as one page").click()
    document = pypdfium2.PdfDocument(saved.value.path())
    assert len(document) == 1
    words = document[0].get_textpage().get_text_range()
    assert "collar stand" in words
    assert "Cut sheet" in words
    # The order of sewing, and the sheet for somebody who cuts by hand.
    steps = demo.get_by_role("region", name="How it can be sewn").get_by_role("listitem")
    order = steps.all_inner_texts()
    neck, shoulder = (next(n for n, t in enumerate(order) if t.startswith(f"Sew the {name}")) for name in ("neckline", "shoulder"))
    assert shoulder < neck
    assert "After shoulder." in order[neck]
    with demo.expect_download() as making:
        demo.get_by_role("link", name="Making sheet, step by step").click()
    pages = pypdfium2.PdfDocument(making.value.path())
    told = " ".join(pages[i].get_textpage().get_text_range() for i in range(len(pages)))
    assert all(f"\n{n}. " in told.replace("\r", "") for n in (1, 2, 3))


def test_a_style_is_laid_on_checked_cloth_stopped_and_slid_by_hand(demo: Page) -> None:
    number = style_called(demo, "Winter concert bodice")
    demo.goto("/cloths")
    demo.get_by_role("button", name="A new cloth").click()
    demo.get_by_label("Name of the cloth").fill("Striped twill")
    demo.get_by_role("textbox", name=re.compile("^Width")).fill("90")
    demo.get_by_label("Repeat along").fill("4")
    demo.get_by_label("In stock, metres").fill("0.5")
    demo.get_by_role("button", name="Keep the card").click()
    expect(demo.get_by_text("90.0 cm wide · repeat 4.0 × – cm · 0.50 m in stock")).to_be_visible()
    shot(demo, "cloths")
    demo.goto(f"/cloth/{number}/lay")
    demo.get_by_label("shell (2 pieces)").select_option("Striped twill")
    demo.get_by_label("The cloth lies").select_option("single")
    demo.get_by_label("side", exact=True).check()
    demo.get_by_label("Look for, seconds").fill("60")
    shot(demo, "lay-asked")
    assert serious(demo) == []
    demo.get_by_role("button", name="Lay it").click()
    demo.wait_for_url(re.compile(r"/cloth/lays/\d+"))
    bar = demo.get_by_role("progressbar", name="Time that is over")
    expect(bar).to_be_visible()
    expect(demo.locator("[data-laid]").first).to_be_visible(timeout=20_000)
    demo.wait_for_timeout(1200)
    assert float(bar.get_attribute("value") or 0) > 0
    shot(demo, "laying")
    demo.get_by_role("button", name="Enough, keep the best").click()
    expect(demo.get_by_role("button", name="Look another minute")).to_be_visible(timeout=8_000)
    url = f"/api/lays/{demo.url.rsplit('/', 1)[1]}"
    lay = demo.request.get(url).json()
    assert lay["state"] == "stopped"
    assert all(a.distance(b) >= 0.3 - 1e-3 for a, b in combinations(polygons(lay), 2))
    # Half a metre does not do: told, with what lies past its end.
    expect(demo.get_by_role("alert")).to_contain_text("The cloth is short by")
    expect(demo.get_by_text("here the cloth ends")).to_be_visible()
    # A piece taken by hand, two centimetres along the cloth.
    last = max(lay["pieces"], key=lambda p: p["middle"]["x"])
    piece = demo.locator(f"[data-laid='{last['index']}']")
    own = next(p for p, q in zip(polygons(lay), lay["pieces"], strict=True) if q is last)
    # What is drawn is what the answer says: the drawing may be a beat behind it.
    expect(piece.locator("path")).to_have_attribute("d", last["d"])
    box = piece.locator("path").bounding_box()
    assert box is not None
    per_cm = box["width"] / (own.bounds[2] - own.bounds[0])
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    demo.mouse.move(x, y)
    demo.mouse.down()
    expect(piece).to_have_attribute("aria-pressed", "true")
    demo.mouse.move(x + per_cm, y)
    demo.mouse.move(x + 2 * per_cm, y)
    demo.mouse.up()
    expect(
        demo.get_by_text("lies at the fold").or_(demo.get_by_text("keeps its way")).or_(demo.get_by_role("button", name="Turn it"))
    ).to_be_visible()
    expect_soon(demo, lambda: demo.request.get(url).json()["version"] == 1)
    slid = demo.request.get(url).json()
    assert next(p for p in slid["pieces"] if p["index"] == last["index"])["x"] == pytest.approx(last["x"] + 2, abs=0.15)
    # Onto another it is not laid.
    other = next(p for p in lay["pieces"] if p["index"] != last["index"])
    demo.mouse.move(x + 2 * per_cm, y)
    demo.mouse.down()
    demo.mouse.move(x + (other["middle"]["x"] - last["middle"]["x"]) * per_cm / 2, y)
    demo.mouse.up()
    expect(demo.get_by_role("alert").filter(has_text="it would lie on the")).to_be_visible()
    assert demo.request.get(url).json()["version"] == 1
    shot(demo, "laid")
    assert serious(demo) == []
    # The arrow keys, a millimetre at a time.
    piece.focus()
    demo.keyboard.press("Shift+ArrowRight")
    expect_soon(demo, lambda: demo.request.get(url).json()["version"] == 2)
    # And told as stale once the style has changed.
    demo.request.get(f"/api/styles/{number}")
    demo.goto(f"/cloth/{number}/finish")
    demo.get_by_role("button", name="V notches").click()
    expect(demo.get_by_text("Notches cut as a V.").first).to_be_visible()
    demo.goto(f"/cloth/{number}/lay")
    expect(demo.get_by_role("region", name="Lays")).to_contain_text("the style has changed since")
    demo.goto(f"/cloth/{number}/finish")
    demo.get_by_role("region", name="Lines of this style").get_by_role("button", name="take out").click()
    expect(demo.get_by_text("Nothing so far.")).to_be_visible()


def test_printed_at_a_quarter_on_a_roll_with_cut_lines_only(demo: Page) -> None:
    number = style_called(demo, "Square neck without gape")
    demo.goto(f"/paper/{number}")
    demo.get_by_label("Printer paper").select_option("roll:61")
    demo.get_by_label("Scale").select_option("1:4")
    demo.get_by_label("labels").uncheck()
    shot(demo, "paper")
    assert serious(demo) == []
    with demo.expect_download() as saved:
        demo.get_by_role("link", name="Save the PDF, 1:4").click()
    document = pypdfium2.PdfDocument(saved.value.path())
    assert len(document) == 2, "the test squares, and the roll"
    wide, high = document[1].get_size()
    assert wide / 72 * 2.54 == pytest.approx(61.0, abs=0.01)
    assert high / 72 * 2.54 < 30
    words = document[1].get_textpage().get_text_range()
    assert "cut 1" not in words
    with demo.expect_download() as plot:
        demo.get_by_role("link", name="Plotter").click()
    assert plot.value.suggested_filename.endswith(".plt")


def test_a_pattern_is_sent_to_the_plotter_and_seen_drawn(demo: Page, application: Application, context: BrowserContext) -> None:
    number = style_called(demo, "Square neck without gape")
    demo.goto(f"/paper/{number}")
    demo.get_by_label("Scale").select_option("1:4")
    send = demo.get_by_role("button", name="Send it to the plotter")
    send.click()
    expect(demo.get_by_role("alert")).to_contain_text("the plotter does not answer")
    machine = Machine(91.0, 300.0, 400.0)
    line = Line(("127.0.0.1", application.plotter), machine)
    shown = ThreadingHTTPServer(("127.0.0.1", 0), page_of(machine, 300.0))
    for server in (line, shown):
        threading.Thread(target=server.serve_forever, daemon=True).start()
    try:
        send.click()
        expect(demo.get_by_text(re.compile(r"Drawing .* m of ink"))).to_be_visible()
        # On its own page, as somebody beside it sees it; all that is cut was drawn, at a quarter of its length.
        beside = context.new_page()
        beside.goto(f"http://127.0.0.1:{shown.server_port}/")
        expect(beside.get_by_text(re.compile(r"Drawn\. \d+ cm of paper are left"))).to_be_visible(timeout=20_000)
        shot(beside, "plotter")
        state = beside.request.get(f"http://127.0.0.1:{shown.server_port}/state").json()
        beside.close()
    finally:
        line.shutdown()
        shown.shutdown()
        line.server_close()
    pieces = demo.request.get(f"/api/styles/{number}/finishing").json()["pieces"]
    cut = sum(svgelements.Path(p["cut"]).length(error=1e-3) for p in pieces) / 4
    drawn = sum(
        abs(complex(*a) - complex(*b)) for s in state["strokes"] if s["pen"] == 1 for a, b in itertools.pairwise(s["points"])
    )
    assert drawn >= cut * 0.999
    assert state["ink"] > drawn * 0.999


def test_a_style_is_cut_on_five_sizes_and_a_singer_and_taken_away_in_every_form(demo: Page) -> None:
    demo.goto("/")
    demo.get_by_role("button", name="A family of sizes").click()
    dialog = demo.get_by_role("dialog")
    dialog.get_by_label("Size table").select_option(label="Women, handbook sizes 8–22")
    for size in ("8", "20", "22"):
        dialog.get_by_text(size, exact=True).click()
    dialog.get_by_label("Name of the family").fill("Run skirt")
    # A school that asks for more than the table has is refused with those that it is enough for.
    dialog.get_by_label("Drafted by").select_option(label="Direct-measure bodice")
    dialog.get_by_role("button", name="Draft 5 sizes").click()
    expect(dialog.get_by_role("alert")).to_contain_text("The table is enough for: Half-sheet close-fitting bodice")
    dialog.get_by_label("Drafted by").select_option(label="Two-piece skirt")
    dialog.get_by_role("button", name="Draft 5 sizes").click()
    expect(demo.get_by_label("Blocks").get_by_role("listitem")).to_have_count(5)
    number = style_called(demo, "Yoke skirt in five strips")
    demo.goto(f"/cloth/{number}/run")
    expect(demo.get_by_text("Choose sizes, or somebody.")).to_be_visible()
    demo.get_by_label("skirt", exact=True).select_option("Run skirt")
    demo.get_by_label("Ilva Sandor").check()
    shot(demo, "run-asked")
    assert serious(demo) == []
    demo.get_by_role("button", name="Cut it on all of them").click()
    demo.wait_for_url(re.compile(r"/cloth/runs/\d+"))
    drawing = demo.get_by_role("img", name="over each other")
    expect(drawing).to_be_visible(timeout=30_000)
    bodies = demo.get_by_role("list", name="Bodies").get_by_role("button")
    expect(bodies).to_have_count(6)
    run = demo.request.get(f"/api/runs/{demo.url.rsplit('/', 1)[1]}").json()
    assert [b["label"] for b in run["bodies"]] == ["size 10", "size 12", "size 14", "size 16", "size 18", "Ilva Sandor"]
    assert all(b["cut"] and not b["cannot"] and not b["broken"] for b in run["bodies"])
    # One is chosen: drawn over the others, with what there is to say of it, and its own files.
    bodies.nth(2).click()
    expect(drawing.locator("[data-body='3'] path.stroke-madder").first).to_be_visible()
    demo.get_by_label("Lying together at").select_option("centre front / waist")
    lines = drawing.locator("g:has(> text:text-is('skirt front')) > g[data-body] > path:first-child")
    expect(lines).to_have_count(6)
    shot(demo, "run")
    assert serious(demo) == []
    with demo.expect_download() as saved:
        demo.get_by_role("link", name="Cut sheet").click()
    assert "size 14" in pypdfium2.PdfDocument(saved.value.path())[0].get_textpage().get_text_range()
    demo.get_by_role("button", name="Lengths", exact=True).click()
    waist = demo.get_by_role("row").filter(has=demo.get_by_role("rowheader", name="waist", exact=True)).first
    # By hand, from the table's own waists; and from a size to a person there is no step.
    waists = [size_table("handbook-women").size(s)["waist_girth"] for s in ("10", "12", "14", "16", "18")]
    assert [b - a for a, b in itertools.pairwise(waists)] == [4, 4, 5, 5]
    steps = [c.split("\n")[1:] for c in waist.get_by_role("cell").all_inner_texts()]
    assert [s[0].strip() if s else "" for s in steps] == ["", "+4.0", "+4.0", "+5.0", "+5.0", ""]
    shot(demo, "run-lengths")
    assert serious(demo) == []
    demo.get_by_role("button", name="Write all files in one archive").click()
    with demo.expect_download(timeout=60_000) as packed:
        demo.get_by_role("link", name="All files in one archive").click(timeout=60_000)
    with zipfile.ZipFile(packed.value.path()) as archive:
        assert archive.testzip() is None
        assert {n.split("/")[0] for n in archive.namelist() if "/" in n} == {b["label"] for b in run["bodies"]}
        drawn = ezdxf.read(io.StringIO(archive.read("size 18/pattern.dxf").decode()))
    assert not drawn.audit().errors
    demo.get_by_role("button", name="On one cloth").click()
    demo.get_by_label("Look for, seconds").fill("2")
    demo.get_by_role("button", name="Lay all of them").click()
    demo.wait_for_url(re.compile(r"/cloth/lays/\d+"))
    expect(demo.get_by_role("button", name="Look another minute")).to_be_visible(timeout=30_000)
    rows = demo.request.get(f"/api/styles/{number}/cut-sheet").json()["rows"]
    expect(demo.locator("[data-laid]")).to_have_count(6 * sum(r["cloth"].startswith("shell") for r in rows))


def test_without_any_cloth_the_next_thing_to_do_is_said(page: Page) -> None:
    open_workroom(page, "An empty one")
    page.goto("/cloth")
    expect(page.get_by_text("No style yet.")).to_be_visible()
    page.goto("/cloths")
    expect(page.get_by_text("Write a card for the first one")).to_be_visible()
    shot(page, "cloths-empty")
