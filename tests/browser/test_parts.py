"""Parts made by hand at the bench: a sleeve into a panelled armhole, collars, a facing over a joined shoulder, culottes; what came of it is measured."""

from __future__ import annotations

import re
from cmath import phase
from math import degrees

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.test_cut_join_shape import block_of
from tests.browser.test_darts_and_openings import put_in, shot, steps, verb
from tests.browser.test_many_verbs import cut_the_panel, ledger_row, new_style

pytestmark = pytest.mark.browser


def sentence(page: Page) -> Locator:
    return page.get_by_test_id("sentence")


def kept(page: Page, seam: str) -> list[str]:
    """A seam's lengths as the ledger tells them; it must be kept."""
    page.get_by_role("button", name="open the ledger").click()
    row = ledger_row(page, seam)
    expect(row).to_contain_text("kept")
    text = row.inner_text()
    page.get_by_role("button", name="close the ledger").click()
    return re.findall(r"\d+\.\d\d", text)


def add(page: Page, title: str) -> None:
    verb(page, "Add", title)


def pick_edge(page: Page, piece: str, edge: str) -> None:
    """Clicked where it lies lit on the table."""
    page.locator(f"[data-pick-edge='{piece} {edge}']").first.dispatch_event("pointerup")


def button_stand(page: Page) -> None:
    """Beside the centre front, two centimetres."""
    verb(page, "Shape", "Extend an edge")
    pick_edge(page, "front", "centre front")
    page.get_by_label("How wide?").fill("2")
    page.keyboard.press("Enter")
    shot(page, "stand-as")
    page.get_by_role("button", name="a button stand", exact=True).click()
    put_in(page)


def test_a_stand_and_fall_collar_follows_the_neckline(demo: Page) -> None:
    new_style(demo, 1, "Shirt with a collar")
    button_stand(demo)
    add(demo, "Collar")
    demo.get_by_role("button", name="with stand and fall", exact=True).click()
    expect(sentence(demo)).to_contain_text("with stand and fall")
    shot(demo, "collar-ghost")
    put_in(demo)
    shot(demo, "collar-done")
    first = kept(demo, "neckline")
    assert first[0] == first[1]
    # Its sums: half the neckline and the button stand.
    expect(steps(demo)).to_contain_text("With its button stand")
    for piece in ("collar stand", "collar fall", "under collar"):
        expect(demo.locator(f"[data-piece='{piece}']").first).to_be_attached()
    # Changed afterwards, the neckline takes the collar with it.
    demo.goto(demo.url)
    add_first_neckline(demo)
    now = kept(demo, "neckline")
    assert now[0] == now[1]
    assert float(now[0]) > float(first[0]) + 0.5


def add_first_neckline(page: Page) -> None:
    """A deeper neckline as the first step: put last, and moved up before the button stand."""
    url = page.url
    style = int(url.rsplit("/", 1)[1])
    detail = page.request.get(f"/api/styles/{style}").json()
    deeper = {"move": "neckline", "shape": "round", "front_depth": 2.0}
    token = next((c["value"] for c in page.context.cookies() if c["name"] == "csrftoken"), "")
    answer = page.request.post(
        f"/api/styles/{style}/steps",
        data={
            "version": detail["version"],
            "steps": [deeper, *(x["step"] for x in detail["work"]["recipe"])],
            "label": "a deeper neckline",
        },
        headers={"X-CSRFToken": token, "Referer": url},
    )
    assert answer.ok, answer.text()
    page.reload()
    expect(steps(page)).to_contain_text("Draw the neckline")


def test_a_collar_asks_only_for_measures_of_its_kind(demo: Page) -> None:
    new_style(demo, 1, "Rib at the neck")
    add(demo, "Collar")
    demo.get_by_role("button", name="of rib", exact=True).click()
    sentence(demo).get_by_role("button", name=re.compile("as it is usually drawn")).click()
    expect(demo.get_by_label("Shorter than its neckline, hundredths")).to_be_visible()
    expect(demo.get_by_label("Gap between stand and fall")).to_have_count(0)
    shot(demo, "rib")
    demo.get_by_label("Shorter than its neckline, hundredths").fill("60")
    expect(demo.get_by_role("alert").or_(demo.get_by_text("would have to stretch by 150 %")).first).to_be_visible()
    demo.get_by_label("Shorter than its neckline, hundredths").fill("20")
    put_in(demo)
    expect(steps(demo)).to_contain_text("20 % shorter")
    expect(steps(demo)).to_contain_text("25 %")


def test_a_roll_collar_grows_on_the_front(demo: Page) -> None:
    new_style(demo, 1, "Bolero")
    add(demo, "Collar")
    demo.get_by_role("button", name="that rolls, grown on the front", exact=True).click()
    shot(demo, "roll")
    put_in(demo)
    shot(demo, "roll-done")
    a, b = kept(demo, "neckline")[:2]
    assert a == b
    # How it is drawn, act by act, in the step unfolded.
    demo.get_by_role("button", name=re.compile("Unfold|before and after", re.IGNORECASE)).first.click()
    demo.get_by_role("button", name="Show it being drawn").click()
    expect(demo.get_by_text("The crease from the break point")).to_be_visible()
    shot(demo, "roll-drawn")


def test_a_sleeve_into_a_panelled_armhole(demo: Page) -> None:
    new_style(demo, 1, "Panelled jacket")
    cut_the_panel(demo)
    put_in(demo)
    add(demo, "Sleeve")
    demo.get_by_role("button", name="by compass", exact=True).click()
    expect(sentence(demo)).to_contain_text("Make a sleeve by compass for the armhole")
    shot(demo, "sleeve-ghost")
    put_in(demo)
    shot(demo, "sleeve-done")
    expect(steps(demo)).to_contain_text("Upper arm, of the wearer")
    cap, hole = (float(x) for x in kept(demo, "armhole")[:2])
    assert 1.8 < abs(cap - hole) < 2.2


def test_a_facing_over_a_joined_shoulder(demo: Page) -> None:
    new_style(demo, 1, "Faced neck")
    button_stand(demo)
    add(demo, "Facing")
    pick_edge(demo, "front", "neckline")
    pick_edge(demo, "back", "neckline")
    shot(demo, "facing-picked")
    demo.get_by_role("button", name="That is all").click()
    put_in(demo)
    shot(demo, "facing-done")
    expect(demo.locator("[data-piece='neckline facing']").first).to_be_attached()
    a, b = kept(demo, "neckline")[:2]
    assert a == b


def test_culottes_from_a_skirt(demo: Page) -> None:
    new_style(demo, block_of(demo, "straight skirt"), "Culottes")
    verb(demo, "Shape", "Culottes")
    shot(demo, "culottes-ghost")
    put_in(demo)
    shot(demo, "culottes-done")
    expect(steps(demo)).to_contain_text("Crotch seam, front and back")
    a, b = kept(demo, "inside leg")[:2]
    assert a == b


def pulled(page: Page, grip: str, by: float) -> None:
    """A number's grip taken hold of and drawn along its arrow by so many pixels."""
    knob = page.locator(f"[data-grip='{grip}']")
    expect(knob).to_be_visible()
    way = complex(*map(float, (knob.get_attribute("data-way") or "").split()))
    box = knob.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for k in range(1, 9):
        page.mouse.move(x + by * k / 8 * way.real, y + by * k / 8 * way.imag)
    shot(page, f"pulled-{grip}")
    page.mouse.up()


def test_a_collar_is_dragged_by_its_numbers(demo: Page) -> None:
    """What the hand drew is typed in the sentence, and is what the paper measures."""
    new_style(demo, 1, "Dragged")
    button_stand(demo)
    add(demo, "Collar")
    demo.get_by_role("button", name="with stand and fall", exact=True).click()
    expect(demo.locator("[data-grip]")).to_have_count(7)
    shot(demo, "grips")
    pulled(demo, "fall", 20)
    put_in(demo)
    expect(sentence(demo)).to_have_count(0)
    work = demo.request.get(f"/api/styles/{int(demo.url.rsplit('/', 1)[1])}").json()["work"]
    fall = work["recipe"][-1]["step"]["fall"]
    assert fall > 4.8
    expect(steps(demo)).to_contain_text(f"a fall of {fall:.1f} cm")
    piece = next(p for p in work["table"]["pieces"] if p["name"] == "collar fall")
    centre = next(e for e in piece["edges"] if e["name"] == "centre back")
    # Its depth at the centre back is what was dragged to, not what it was before.
    assert float(centre["sewn"].split()[0]) == pytest.approx(fall, abs=0.06)


def overarm_leans(page: Page) -> float:
    """Degrees by which the front's overarm falls, between where it leaves the shoulder tip straight and its end."""
    style = int(page.url.rsplit("/", 1)[1])
    table = page.request.get(f"/api/styles/{style}").json()["work"]["table"]
    front = next(p for p in table["pieces"] if p["name"] == "front")
    d = next(e["d"] for e in front["edges"] if e["name"] == "overarm")
    numbers = [float(x) for x in re.findall(r"-?[\d.]+(?:e-?\d+)?", d)]
    points = [complex(*pair) for pair in zip(numbers[::2], numbers[1::2], strict=True)]
    # Its last straight stretch, at the wrist: the end that lies farther down.
    wrist, before = (points[-1], points[-2]) if points[-1].imag > points[0].imag else (points[0], points[1])
    along = wrist - before
    return degrees(phase(complex(abs(along.real), along.imag)))


def test_a_dolman_is_dragged_by_the_angle_of_its_arm(demo: Page) -> None:
    new_style(demo, 1, "Dragged arm")
    verb(demo, "Shape", "Dolman")
    put_in(demo)
    expect(sentence(demo)).to_have_count(0)
    thirty = overarm_leans(demo)
    demo.get_by_role("button", name="Undo").click()
    expect(demo.locator("[data-piece='back']").first).to_be_attached()
    verb(demo, "Shape", "Dolman")
    pulled(demo, "angle", 40)
    put_in(demo)
    expect(sentence(demo)).to_have_count(0)
    style = int(demo.url.rsplit("/", 1)[1])
    angle = demo.request.get(f"/api/styles/{style}").json()["work"]["recipe"][-1]["step"]["angle"]
    assert angle > 31
    expect(steps(demo)).to_contain_text(f"the arm at {angle:g}°")
    assert overarm_leans(demo) - thirty == pytest.approx(angle - 30, abs=0.1)
