"""What a person does when something should be kept, taken back, looked at before it is changed: in the browser, then looked up in the database."""

from __future__ import annotations

import contextlib
import json
import re
import sqlite3
import time
from pathlib import Path
from typing import Any

import pypdfium2
import pytest
from playwright.sync_api import Page, expect

from patterncraft.formats.openfile_io import block_file, write_file
from tests.browser.conftest import Application
from tests.browser.test_whole_way import open_workroom
from tests.conftest import draft_by
from tests.samples import WHOLE

pytestmark = pytest.mark.browser

# The whole word: while it is only typed, the same place says "typed, not kept yet".
KEPT = re.compile(r"^kept\b")


def stored(application: Application, question: str, *values: Any) -> list[Any]:
    """What stands in the application's own database."""
    with contextlib.closing(sqlite3.connect(application.var / "steady-shear.sqlite3", timeout=10)) as db:
        return db.execute(question, values).fetchall()


def person_with_chart(page: Page, name: str, **texts: str) -> None:
    """Added on the measures page, with a chart of a day in March."""
    page.goto("/measures")
    page.get_by_placeholder("Name").fill(name)
    page.get_by_role("button", name="Add", exact=True).click()
    page.get_by_role("heading", name=name).wait_for()
    page.get_by_label("Taken on").fill("2026-03-01")
    for title, text in texts.items():
        page.get_by_label(title, exact=True).first.fill(text)
    page.get_by_role("button", name="Keep this chart").click()
    page.get_by_role("button", name="2026-03-01").wait_for()


def charts_of(application: Application, name: str) -> list[dict[str, float]]:
    """Every chart's measures, the oldest row first."""
    found = stored(
        application,
        'SELECT c."values" FROM people_measurechart c JOIN people_person p ON p.id = c.person_id WHERE p.name = ? ORDER BY c.id',
        name,
    )
    return [json.loads(v) for (v,) in found]


def test_a_block_is_put_away_taken_back_and_deleted(page: Page, application: Application, tmp_path: Path) -> None:
    open_workroom(page, "Keeper")
    file = tmp_path / "block.json"
    file.write_bytes(write_file(block_file(draft_by("bodice-direct", WHOLE), "Ada, bodice")))
    page.get_by_label("Block file").set_input_files(file)
    page.get_by_role("heading", name="Ada, bodice").wait_for()
    page.get_by_label("Start a style from it").fill("Dress")
    page.get_by_role("button", name="Trace it to the bench").click()
    page.wait_for_url("**/bench/*")
    bench = page.url

    page.goto("/")
    card = page.get_by_role("link", name=re.compile("^Ada, bodice: its pieces"))
    card.hover()
    page.get_by_role("button", name="Put away “Ada, bodice”").click()
    expect(page.get_by_role("status").filter(has_text="is put away")).to_contain_text("“Dress” lies on it. Nothing changes there.")
    expect(card).to_have_count(0)
    page.get_by_role("button", name="Take it back").click()
    expect(card).to_have_count(1)

    card.hover()
    page.get_by_role("button", name="Put away “Ada, bodice”").click()
    expect(page.get_by_role("status").filter(has_text="is put away")).to_be_visible()
    page.goto(bench)
    expect(page.locator("[data-piece='front']").first).to_be_visible()
    page.goto("/")
    page.get_by_role("link", name="One thing is put away").click()
    expect(page.get_by_role("button", name="Delete … “Ada, bodice”")).to_be_disabled()

    page.goto("/")
    page.get_by_role("link", name=re.compile("^Dress, as it stands")).hover()
    page.get_by_role("button", name="Put away “Dress”").click()
    expect(page.get_by_role("status").filter(has_text="is put away")).to_be_visible()
    page.goto("/workroom")
    for name in ("Dress", "Ada, bodice"):
        page.get_by_role("button", name=f"Delete … “{name}”").click()
        expect(page.get_by_role("dialog")).to_contain_text("It cannot be had back")
        page.get_by_role("button", name="Delete it for good").click()
        expect(page.get_by_role("dialog")).to_have_count(0)
    expect(page.get_by_text("Nothing is put away.")).to_be_visible()
    assert stored(application, "SELECT count(*) FROM shelf_block WHERE name = 'Ada, bodice'") == [(0,)]
    assert stored(application, "SELECT count(*) FROM styles_style WHERE name = 'Dress'") == [(0,)]


def test_what_a_file_would_change_is_seen_before_anything_is(page: Page, application: Application, tmp_path: Path) -> None:
    open_workroom(page, "Importer")
    person_with_chart(page, "Ida", Bust="92", Waist="70")
    file = tmp_path / "ida.json"
    head = {"format": "steady-shear", "version": 1, "kind": "measures", "taken_on": "2026-03-01"}
    file.write_text(json.dumps(head | {"values": {"waist_girth": 73, "hip_girth": 99, "bust_girth": 92}}))
    page.get_by_role("button", name="In, out, print").click()
    page.get_by_label("Chart file").set_input_files(file)
    plan = page.get_by_role("status").filter(has_text="has a chart of that day")
    expect(plan.get_by_role("row", name=re.compile("Waist .*70.0 cm 73.0 cm"))).to_be_visible()
    expect(plan.get_by_role("row", name=re.compile("Hip – 99.0 cm"))).to_be_visible()
    expect(plan).to_contain_text("1 stays as it is")
    assert charts_of(application, "Ida") == [{"bust_girth": 92.0, "waist_girth": 70.0}]

    plan.get_by_role("button", name="Put these among them").click()
    expect(page.get_by_label("Waist", exact=True).first).to_have_value("73.0")
    assert charts_of(application, "Ida") == [{"bust_girth": 92.0, "waist_girth": 73.0, "hip_girth": 99.0}]

    page.keyboard.press("Escape")
    page.get_by_role("button", name="1 earlier state").click()
    expect(page.get_by_text("then taken in from ida.json")).to_be_visible()
    page.get_by_role("button", name="Have it back").click()
    expect(page.get_by_role("button", name="2 earlier states")).to_be_visible()
    expect(page.get_by_label("Waist", exact=True).first).to_have_value("70.0")
    assert charts_of(application, "Ida") == [{"bust_girth": 92.0, "waist_girth": 70.0}]


def test_two_tabs_on_one_chart_and_a_second_chart_of_a_day(page: Page, application: Application) -> None:
    open_workroom(page, "Two tabs")
    person_with_chart(page, "Uta", Bust="92", Waist="70")
    other = page.context.new_page()
    other.goto(page.url)
    other.get_by_label("Waist", exact=True).first.fill("71")
    other.get_by_role("button", name="Keep this chart").click()
    expect(other.get_by_role("status").filter(has_text=KEPT)).to_be_visible()
    other.close()

    page.get_by_label("Bust", exact=True).first.fill("94")
    page.get_by_role("button", name="Keep this chart").click()
    expect(page.get_by_role("alert")).to_contain_text("was changed elsewhere in the meantime")
    expect(page.get_by_text("Waist: now 71.0, yours 70")).to_be_visible()
    assert charts_of(application, "Uta") == [{"bust_girth": 92.0, "waist_girth": 71.0}]
    page.get_by_label("Waist", exact=True).first.fill("71")
    page.get_by_role("button", name="Keep this chart").click()
    expect(page.get_by_role("status").filter(has_text=KEPT)).to_be_visible()
    assert charts_of(application, "Uta") == [{"bust_girth": 94.0, "waist_girth": 71.0}]

    page.get_by_role("button", name="Measure again").click()
    page.get_by_label("Taken on").fill("2026-03-01")
    page.get_by_label("Hip", exact=True).first.fill("99")
    page.get_by_role("button", name="Keep this chart").click()
    expect(page.get_by_role("alert")).to_contain_text("Uta has a chart of 2026-03-01 already, with 2 measures")
    page.get_by_role("button", name="A chart of their own").click()
    expect(page.get_by_role("button", name="2026-03-01")).to_have_count(2)
    assert charts_of(application, "Uta") == [{"bust_girth": 94.0, "waist_girth": 71.0}, {"hip_girth": 99.0}]


def test_a_person_is_put_away_with_her_charts_and_deleted(page: Page, application: Application) -> None:
    open_workroom(page, "Rememberer")
    person_with_chart(page, "Olga Unvergessen", Bust="92")
    page.get_by_role("button", name="Name, put away").click()
    page.get_by_role("button", name="Put away “Olga Unvergessen”").click()
    expect(page.get_by_role("status").filter(has_text="is put away")).to_be_visible()
    expect(page.get_by_text("Nobody is here to be measured")).to_be_visible()
    page.goto("/workroom")
    page.get_by_role("button", name="Delete … “Olga Unvergessen”").click()
    expect(page.get_by_role("dialog")).to_contain_text(
        "This deletes the person and all her measures, and her name where blocks and styles have it. It cannot be had back."
    )
    page.get_by_role("button", name="Delete it for good").click()
    expect(page.get_by_text("Nothing is put away.")).to_be_visible()
    files = [f for f in application.var.iterdir() if f.name.startswith("steady-shear.sqlite3")]
    assert not any(b"Unvergessen" in f.read_bytes() for f in files), "not a byte of her"


def test_the_password_is_changed_and_the_old_one_opens_nothing(page: Page) -> None:
    open_workroom(page, "Changer")
    page.get_by_role("link", name="Workroom of Changer").click()
    page.get_by_label("Password of now").fill("a long enough phrase")
    page.get_by_label("New password", exact=True).fill("another fine phrase")
    page.get_by_label("New password, once more").fill("another fine phrasf")
    expect(page.get_by_text("The two are not the same.")).to_be_visible()
    expect(page.get_by_role("button", name="Change it")).to_be_disabled()
    page.get_by_label("New password, once more").fill("another fine phrase")
    page.get_by_role("button", name="Change it").click()
    expect(page.get_by_text("Changed. Other browsers are signed out.")).to_be_visible()
    page.get_by_role("button", name="Sign out").click()

    def sign_in(phrase: str) -> int:
        page.get_by_label("Your name").fill(" Changer ")
        page.get_by_label("Password").fill(phrase)
        with page.expect_response("**/api/session") as answered:
            page.get_by_role("button", name="Sign in").click()
        return answered.value.status

    assert sign_in("a long enough phrase") == 401
    expect(page.get_by_role("alert")).to_contain_text("Name and password do not belong together")
    # Five are free; the waits after them double, so that some guess comes too early however slow the machine is.
    assert any(sign_in("a long enough phrase") == 429 for _ in range(10))
    expect(page.get_by_role("alert")).to_contain_text(re.compile(r"wrong too often in a row\. Wait (a second|\d+ seconds), then"))
    while (state := sign_in("another fine phrase")) == 429:
        time.sleep(1)
    assert state == 200
    expect(page.get_by_role("button", name="Sign out")).to_be_visible()


def test_a_library_is_packed_a_style_lost_and_taken_in_again(page: Page, application: Application, tmp_path: Path) -> None:
    open_workroom(page, "Packer")
    file = tmp_path / "block.json"
    file.write_bytes(write_file(block_file(draft_by("bodice-direct", WHOLE), "Ada, bodice")))
    page.get_by_label("Block file").set_input_files(file)
    page.get_by_role("heading", name="Ada, bodice").wait_for()
    with page.expect_download() as sheet:
        page.get_by_role("link", name="a sheet to draw from").click()
    assert len(pypdfium2.PdfDocument(sheet.value.path())) > 1
    page.get_by_label("Start a style from it").fill("Dress")
    page.get_by_role("button", name="Trace it to the bench").click()
    page.wait_for_url("**/bench/*")
    page.goto("/workroom")
    page.get_by_role("button", name="Pack the library").click()
    with page.expect_download(timeout=30_000) as saved:
        page.get_by_role("link", name="Save it").click(timeout=30_000)
    whole = tmp_path / "library.zip"
    saved.value.save_as(whole)
    room = stored(application, "SELECT id FROM workrooms_workroom WHERE name = 'Workroom of Packer'")[0][0]
    ours = "SELECT name FROM styles_style WHERE workroom_id = ? AND put_away IS NULL"
    assert stored(application, ours, room) == [("Dress",)]
    # Put away, and deleted for good.
    page.goto("/bench")
    number = page.request.get("/api/styles").json()[0]["id"]
    token = {"X-CSRFToken": next(c["value"] for c in page.context.cookies() if c["name"] == "csrftoken")}
    assert page.request.post(f"/api/away/style/{number}", headers=token).ok
    page.goto("/workroom")
    page.get_by_role("button", name=re.compile("Delete")).first.click()
    page.get_by_role("button", name=re.compile("Delete")).last.click()
    expect(page.get_by_text("Nothing is put away.")).to_be_visible()
    assert stored(application, "SELECT count(*) FROM styles_style WHERE workroom_id = ?", room) == [(0,)]
    # A block by itself goes out from its own page.
    page.goto("/")
    page.get_by_role("link", name=re.compile("Ada, bodice")).first.click()
    page.get_by_role("button", name="Pack it for another workroom").click()
    page.wait_for_url("**/workroom")
    expect(page.get_by_label("Archives").get_by_text("Ada, bodice")).to_be_visible()
    expect(page.get_by_role("link", name="Save it")).to_have_count(2, timeout=30_000)
    # No archive is told as such; the true one brings it back, and once more brings nothing twice.
    library = page.get_by_label("Library file")
    library.set_input_files(file)
    expect(page.get_by_role("alert")).to_contain_text("it is no archive")
    library.set_input_files(whole)
    expect(page.get_by_text("Taken in: 1 style.")).to_be_visible(timeout=30_000)
    assert stored(application, ours, room) == [("Dress",)]
    assert stored(application, "SELECT count(*) FROM shelf_block WHERE workroom_id = ?", room) == [(1,)]
    page.goto("/bench")
    expect(page.get_by_role("link", name=re.compile("Dress")).first).to_be_visible()


def test_a_block_that_cannot_be_read_says_so_among_the_others(page: Page, application: Application, tmp_path: Path) -> None:
    open_workroom(page, "Older")
    file = tmp_path / "block.json"
    for name in ("Sound", "Odd"):
        file.write_bytes(write_file(block_file(draft_by("bodice-direct", WHOLE), name)))
        page.goto("/")
        page.get_by_label("Block file").set_input_files(file)
        page.get_by_role("heading", name=name).wait_for()
    odd = int(page.url.rsplit("/", 1)[1])
    ((number, content),) = stored(application, "SELECT id, content FROM shelf_blockrevision WHERE block_id = ?", odd)
    data = json.loads(content)
    data["pieces"][0]["lenses"] = [{"name": "fish", "left": "M 5 20 L 5 30", "right": "M 5 20 L 5 30"}]
    application.stop()
    with contextlib.closing(sqlite3.connect(application.var / "steady-shear.sqlite3")) as db, db:
        db.execute("UPDATE shelf_blockrevision SET content = ? WHERE id = ?", (json.dumps(data), number))
    application.start()
    page.goto("/")
    expect(page.get_by_role("img", name=re.compile("cannot be read: .*the fish has no width"))).to_be_visible()
    expect(page.get_by_role("link", name=re.compile("^Sound: its pieces"))).to_be_visible()
    with page.expect_download() as saved:
        page.get_by_role("link", name="Save it as it is").click()
    assert json.loads(Path(saved.value.path()).read_text())["pieces"][0]["lenses"][0]["name"] == "fish"
    page.goto(f"/blocks/{odd}")
    expect(page.get_by_role("alert")).to_contain_text("the fish has no width")


def test_a_heap_of_sheets_is_asked_about(page: Page, tmp_path: Path) -> None:
    open_workroom(page, "Sailmaker")
    edges = [("a", "M 0 0 L 400 0"), ("b", "M 400 0 L 400 400"), ("c", "M 400 400 L 0 0")]
    sail = {"name": "sail", "outline": [{"edge": e, "kind": "seam", "path": p} for e, p in edges]}
    head = {"format": "steady-shear", "version": 1, "kind": "block", "name": "Sail"}
    file = tmp_path / "sail.json"
    file.write_text(json.dumps(head | {"pieces": [sail]}))
    page.get_by_label("Block file").set_input_files(file)
    page.get_by_label("Start a style from it").fill("Sail")
    page.get_by_role("button", name="Trace it to the bench").click()
    page.wait_for_url("**/bench/*")
    page.goto(page.url.replace("bench", "paper"))
    asked = page.get_by_text(re.compile(r"It takes \d+ sheets\. Is the piece as large as it should be\?"))
    expect(asked).to_be_visible()
    expect(page.get_by_role("link", name="Save the PDF, true scale")).to_have_count(0)
    page.get_by_role("button", name="Yes, print it all the same").click()
    with page.expect_download() as saved:
        page.get_by_role("link", name="Save the PDF, true scale").click()
    assert Path(saved.value.path()).read_bytes()[:5] == b"%PDF-"
