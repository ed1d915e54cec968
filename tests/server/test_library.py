"""The library as one file: out and in again without loss, twice without doubles, brought up to date, refused in words; nothing ever half there."""

from __future__ import annotations

import io
import json
import re
import struct
import zipfile
from collections.abc import Callable
from datetime import timedelta
from itertools import count
from pathlib import Path
from typing import Any

import pytest
from django.core.management import call_command
from django.db import connection

from patterncraft.cli import main
from patterncraft.formats.openfile import BlockFile
from patterncraft.formats.openfile_io import read_file
from server.cloth.models import ClothCard, LayItem, LayRecord
from server.fitting.models import Fitting, Photograph
from server.keeping.services import delete, put_away
from server.library import taking
from server.library.keeping import Keeper
from server.library.models import Archive
from server.longwork import queue
from server.people.models import MeasureChart, Person
from server.shelf.models import Block, BlockRevision
from server.shelf.proof import proved
from server.shelf.services import draft_file, keep_block, keep_revision
from server.styles.models import Style, StyleEdit
from server.styles.services import change, new_style, steps_of, style_file
from server.styles.words import style_card
from server.workrooms.models import Workroom
from tests.samples import AVERAGE
from tests.server.conftest import ROTATE, Caller

pytestmark = pytest.mark.django_db(transaction=True)
OWNED = (Person, Block, Style, ClothCard, LayRecord)


def work() -> None:
    """What the process beside the others does, until nothing waits."""
    call_command("db_worker", batch=True, interval=0, startup_delay=False, queue_name="*", verbosity=0)


def packed(us: Caller, **wanted: Any) -> bytes:
    asked = us.post("/archives", wanted).json()
    work()
    answer = us.client.get(f"/api/archives/{asked['id']}/library.zip")
    assert answer.status_code == 200, answer.content
    return bytes(answer.content)


def hand_in(us: Caller, data: bytes) -> Any:
    return us.client.generic("POST", "/api/archives/in?name=library.zip", data, content_type="application/zip")


def taken(us: Caller, data: bytes) -> list[str]:
    answer = hand_in(us, data)
    assert answer.status_code == 200, answer.content
    work()
    found = us.get("/archives").json()[0]
    assert found["state"] == "done", found
    return list(found["told"])


def counts(room: Workroom) -> dict[str, int]:
    rows: dict[str, Any] = {m.__name__: m.objects.filter(workroom=room) for m in OWNED}
    rows["charts"] = MeasureChart.objects.filter(person__workroom=room)
    rows["revisions"] = BlockRevision.objects.filter(block__workroom=room)
    rows["edits"] = StyleEdit.objects.filter(style__workroom=room)
    rows["toiles"] = Fitting.objects.filter(block__workroom=room)
    rows["photographs"] = Photograph.objects.filter(fitting__block__workroom=room)
    rows["items"] = LayItem.objects.filter(lay__workroom=room)
    return {name: found.count() for name, found in rows.items()}


def repacked(data: bytes, change: Callable[[dict[str, bytes]], None]) -> bytes:
    with zipfile.ZipFile(io.BytesIO(data)) as archive:
        files = {n: archive.read(n) for n in archive.namelist()}
    change(files)
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, content in files.items():
            archive.writestr(name, content)
    return out.getvalue()


@pytest.fixture
def shelf(us: Caller) -> Block:
    """Ada with her measures, her block in two revisions, a style on it with a variant, and a cloth."""
    ada = Person.objects.create(workroom=us.room, name="Ada", note="sings alto")
    MeasureChart.objects.create(person=ada, taken_on="2026-05-01", values=AVERAGE, estimated=["bust_girth"])
    block = keep_block(us.room, "Ada's", ada, draft_file("bodice-direct", AVERAGE, {}, "Ada's"), "first", size_set="Choir")
    keep_revision(block, draft_file("bodice-direct", AVERAGE | {"waist_girth": 72.0}, {}, "Ada's"), "let out")
    style = change(new_style(us.room, "Winter bodice", block.revisions.all()[0]), 0, [ROTATE], "turned")
    us.post(f"/styles/{style.pk}/finishing", {"version": 1, "add": {"finish": "edge", "edge": "side", "allowance": 3}})
    us.post(f"/styles/{style.pk}/branch", {"name": "Winter bodice, long", "steps": 1})
    cloth = us.post("/cloths", {"name": "Flannel", "card": {"width": 140}}).json()["id"]
    us.send("PUT", f"/styles/{style.pk}/cloths", {"use": "shell", "cloth_id": cloth})
    return block


def test_the_whole_demo_goes_out_and_in_and_is_the_same_elsewhere(us: Caller, monkeypatch: pytest.MonkeyPatch) -> None:
    # A busy machine may take longer over a style than one answer may; here all of it is waited for.
    monkeypatch.setattr("server.styles.services.PATIENCE", 60.0)
    call_command("load_demo", verbosity=0)
    demo = Workroom.objects.get(is_demo=True)
    archive = Archive.objects.create(workroom=demo, way="out", name="demo")
    queue.enqueue(archive)
    work()
    archive.refresh_from_db()
    assert archive.done == archive.of > 60
    data = bytes(archive.data or b"")
    told = taken(us, data)
    assert told[0].startswith("Taken in: ")
    assert not [t for t in told if "left out" in t]
    assert counts(us.room) == counts(demo)
    # What stands on the paper is the same, piece by piece, as are the recipes with every change that can be undone.
    ours = {s.origin: s for s in Style.objects.of(us.room)}
    assert len(ours) == Style.objects.of(demo).count() > 30
    for style in Style.objects.of(demo):
        other = ours[f"{demo.key}.{style.pk}"]
        assert [(e.steps, e.label) for e in style.edits.all()] == [(e.steps, e.label) for e in other.edits.all()]
        assert (style.cursor, style.layout, style.acknowledged, style.finishing) == (
            other.cursor,
            other.layout,
            other.acknowledged,
            other.finishing,
        )
        before, after = style_card(style), style_card(other)
        assert before.model_dump(exclude={"id", "changed"}) == after.model_dump(exclude={"id", "changed"})
    days, again = (
        sorted(BlockRevision.objects.filter(block__workroom=room).values_list("created", flat=True)) for room in (demo, us.room)
    )
    assert days == again, "made when they were made"
    # Once more: nothing is there twice.
    before_again = counts(us.room)
    assert taken(us, data)[0].startswith("Here already: ")
    assert counts(us.room) == before_again


def test_archived_deleted_and_taken_in_again_it_is_as_it_was(us: Caller, shelf: Block) -> None:
    before = counts(us.room)
    steps = {s.name: steps_of(s) for s in Style.objects.of(us.room)}
    finishing = {s.name: s.finishing for s in Style.objects.of(us.room)}
    data = packed(us)
    for thing in [*Style.objects.of(us.room).order_by("-pk"), shelf, *Person.objects.of(us.room), *ClothCard.objects.of(us.room)]:
        put_away(thing)
        if not isinstance(thing, ClothCard):
            delete(thing)
    assert not Block.objects.filter(workroom=us.room).exists()
    told = taken(us, data)
    assert told == ["Taken in: 1 person, 1 block, 2 styles.", "Brought up to date: 1 cloth."]
    assert counts(us.room) == before
    assert {s.name: steps_of(s) for s in Style.objects.of(us.room)} == steps
    assert {s.name: s.finishing for s in Style.objects.of(us.room)} == finishing
    (block,) = Block.objects.of(us.room)
    assert (block.person.name if block.person else "", block.size_set, block.revisions.count()) == ("Ada", "Choir", 2)
    variant = Style.objects.of(us.room).get(name="Winter bodice, long")
    assert variant.variant_of == Style.objects.of(us.room).get(name="Winter bodice")
    chart = MeasureChart.objects.get(person__workroom=us.room)
    assert (chart.values, chart.estimated, str(chart.taken_on)) == (AVERAGE, ["bust_girth"], "2026-05-01")
    assert ClothCard.objects.of(us.room).count() == 1, "at hand again"
    assert taken(us, data)[0].startswith("Here already: 1 person, 1 block, 1 cloth, 2 styles")


def test_what_has_grown_there_is_brought_up_to_date_here(us: Caller, strangers: Caller, shelf: Block) -> None:
    taken(strangers, packed(us))
    keep_revision(shelf, draft_file("bodice-direct", AVERAGE | {"waist_girth": 76.0}, {}, "Ada's"), "let out again")
    style = Style.objects.of(us.room).get(name="Winter bodice")
    change(style, style.version, [], "taken back")
    assert taken(strangers, packed(us))[0] == "Brought up to date: 1 block, 1 style."
    (block,) = Block.objects.of(strangers.room)
    assert [r.note for r in block.revisions.all()] == ["let out again", "let out", "first"]
    grown = Style.objects.of(strangers.room).get(name="Winter bodice")
    assert steps_of(grown) == []
    assert grown.edits.get(number=1).steps, "what was undone can be done again"
    # And back: what the other house adds comes home, under the names it had here.
    keep_revision(block, draft_file("bodice-direct", AVERAGE | {"waist_girth": 77.0}, {}, "Ada's"), "theirs")
    assert taken(us, packed(strangers))[0] == "Brought up to date: 1 block."
    assert [r.number for r in shelf.revisions.all()] == [4, 3, 2, 1]


def test_only_what_this_house_packed_and_nobody_changed_since_is_not_proved_again(
    us: Caller, strangers: Caller, shelf: Block, monkeypatch: pytest.MonkeyPatch
) -> None:
    data = packed(us)
    proofs: list[str] = []

    def here(house: int, where: str, function: Any, *args: Any) -> Any:
        if function is proved:
            proofs.append(where)
        return function(*args)

    monkeypatch.setattr(taking, "apart", here)
    taken(strangers, data)
    assert proofs == []
    # A blank more in one file, and nothing of it is believed; the same for a seal of another secret.
    other = Caller("Third", "third")
    taken(other, repacked(data, lambda f: f.update({"house rules.json": f["house rules.json"] + b" "})))
    assert proofs == ["Ada's", "Ada's"]
    with monkeypatch.context() as m:
        m.setattr("django.conf.settings.SECRET_KEY", "another house")
        fourth = Caller("Fourth", "fourth")
        taken(fourth, data)
    assert len(proofs) == 4


def test_what_was_changed_here_and_there_is_kept_twice_and_no_more(us: Caller, strangers: Caller, shelf: Block) -> None:
    taken(strangers, packed(us))
    keep_revision(shelf, draft_file("bodice-direct", AVERAGE | {"waist_girth": 76.0}, {}, "Ada's"), "ours")
    (theirs,) = Block.objects.of(strangers.room)
    keep_revision(theirs, draft_file("bodice-direct", AVERAGE | {"waist_girth": 80.0}, {}, "Ada's"), "theirs")
    data = packed(us)
    assert any("ours stayed, the other hangs beside it: 1 block" in t for t in taken(strangers, data))
    assert sorted(b.name for b in Block.objects.of(strangers.room)) == ["Ada's", "Ada's (from the archive)"]
    theirs.refresh_from_db()
    assert theirs.revisions.all()[0].note == "theirs"
    before = counts(strangers.room)
    taken(strangers, data)
    assert counts(strangers.room) == before


def test_changed_on_both_sides_and_beside_it_is_said_and_the_rest_is_taken(us: Caller, strangers: Caller, shelf: Block) -> None:
    """As when measures were struck out of both: no revision is what the archive has, and yet nothing stops the others."""
    keep_block(us.room, "Another", None, draft_file("bodice-direct", AVERAGE, {}, "x"))
    data = packed(us)
    first = packed(us, blocks=[shelf.pk])
    taken(strangers, first)
    for bust in (93.0, 94.0):
        for block in Block.objects.of(strangers.room).filter(name__startswith="Ada"):
            content = draft_file("bodice-direct", AVERAGE | {"bust_girth": bust}, {}, "Ada's").model_dump(mode="json")
            BlockRevision.objects.filter(block=block).update(content=content)
        told = taken(strangers, data)
    assert any("“Ada's” was left out: it is here twice already" in t for t in told)
    assert sorted(b.name for b in Block.objects.of(strangers.room)) == ["Ada's", "Ada's (from the archive)", "Another"]


def test_a_style_goes_out_with_what_it_lies_on_and_nothing_else(us: Caller, strangers: Caller, shelf: Block) -> None:
    keep_block(us.room, "Another", None, draft_file("bodice-direct", AVERAGE, {}, "x"))
    number = Style.objects.of(us.room).get(name="Winter bodice").pk
    told = taken(strangers, packed(us, styles=[number]))
    assert told == ["Taken in: 1 person, 1 block, 1 cloth, 1 style."]
    assert us.post("/archives", {"styles": [999_999]}).status_code == 404


def test_unpacked_every_file_can_be_read_by_itself(us: Caller, shelf: Block, tmp_path: Path, capsys: Any) -> None:
    with zipfile.ZipFile(io.BytesIO(packed(us))) as archive:
        archive.extractall(tmp_path)
        names = archive.namelist()
    assert "blocks/0001 Ada's/picture.svg" in names
    file = read_file((tmp_path / "blocks/0001 Ada's/revision 2.json").read_bytes(), BlockFile)
    assert file.drafted is not None
    assert file.drafted.measures["waist_girth"] == 72.0
    (recipe,) = tmp_path.glob("styles/0001*/style.json")
    out = tmp_path / "out.svg"
    assert main(["export", str(recipe), "--to", str(out)]) == 0
    style = Style.objects.of(us.room).get(name="Winter bodice")
    assert json.loads(recipe.read_text())["steps"] == json.loads(style_file(style).model_dump_json())["steps"]
    assert out.read_text().count("<path") > 4
    (measures,) = tmp_path.glob("people/0001 Ada/measures*.json")
    assert json.loads(measures.read_text())["values"]["bust_girth"] == AVERAGE["bust_girth"]
    capsys.readouterr()


def bomb(files: dict[str, bytes]) -> None:
    files["blocks/0001/picture.svg"] = b" " * (12 * 2**20)


def newer(files: dict[str, bytes]) -> None:
    files["manifest.json"] = files["manifest.json"].replace(b'"version": 1', b'"version": 2')


@pytest.mark.parametrize(
    ("spoil", "words"),
    [
        (lambda f: f.update({"../../etc/passwd": b"x"}), "would lie outside"),
        (lambda f: f.update({"/etc/passwd": b"x"}), "would lie outside"),
        (lambda f: f.update({"C:\\windows\\x": b"x"}), "would lie outside"),
        (lambda f: f.pop("manifest.json"), "no manifest.json"),
        (lambda f: f.update({"manifest.json": b"{"}), "breaks off"),
        (lambda f: f.update({"manifest.json": b'{"format": "other"}'}), "Archive that Steady Shear wrote"),
        (newer, "newer version"),
        (lambda f: f.update({f"x/{n}": b"" for n in range(20_001)}), "20,000 are the most"),
    ],
)
def test_what_is_no_archive_of_ours_is_refused_before_it_is_kept(
    us: Caller, shelf: Block, spoil: Callable[[dict[str, bytes]], Any], words: str
) -> None:
    answer = hand_in(us, repacked(packed(us), spoil))
    assert answer.status_code == 422
    said = answer.json()["error"]
    assert words.casefold() in f"{said['message']} {said['cure']}".casefold()
    assert not Archive.objects.filter(way="in").exists()


def test_bombs_and_damaged_files_fill_nothing(us: Caller, shelf: Block) -> None:
    whole = packed(us)
    before = counts(us.room)
    for data, words in (
        (b"", "nothing in it"),
        (b"PK\x05\x06 is no zip", "no archive"),
        (whole[: len(whole) // 2], "no archive"),
    ):
        answer = hand_in(us, data)
        assert answer.status_code == 422
        assert words in answer.json()["error"]["message"]
    # One that says it unpacks to four hundred times a million bytes is told at once …
    said = bytearray(whole)
    at = said.rindex(b"PK\x01\x02")
    said[at + 24 : at + 28] = struct.pack("<I", 2**31)
    assert "unpacks to" in hand_in(us, bytes(said)).json()["error"]["message"]
    # … and one that hides it is stopped where it grows too large; nothing of it is kept.
    assert hand_in(us, repacked(whole, bomb)).status_code == 200
    work()
    found = us.get("/archives").json()[0]
    assert found["state"] == "failed"
    assert "more than 10 MB" in found["message"]
    assert counts(us.room) == before


def test_a_block_that_cannot_be_read_is_left_out_with_what_lies_on_it(us: Caller, strangers: Caller, shelf: Block) -> None:
    keep_block(us.room, "Sound", None, draft_file("bodice-direct", AVERAGE, {}, "x"))

    def spoil(files: dict[str, bytes]) -> None:
        name = "blocks/0001 Ada's/revision 2.json"
        files[name] = files[name].replace(b'"pieces":[', b'"pieces":[{"name":"x"},')

    told = taken(strangers, repacked(packed(us), spoil))
    assert told[0] == "Taken in: 1 person, 1 block, 1 cloth."
    assert [t.split(" was left out")[0] for t in told[1:]] == ["“Ada's”", "“Winter bodice”", "“Winter bodice, long”"]
    assert [b.name for b in Block.objects.of(strangers.room)] == ["Sound"]


@pytest.mark.parametrize(
    ("folder", "name", "change", "said"),
    [
        ("styles", "Winter bodice", {"pins": []}, "“pins” needs at least 1 of them."),
        ("styles", "Winter bodice", lambda p: p["pins"].append(p["pins"][0]), "the role bodice stands in it twice."),
        ("styles", "Winter bodice", lambda p: p["cloths"].extend([["shell", "a.1"], ["shell", "a.2"]]), "the use shell stands in it twice."),
        ("styles", "Winter bodice", {"name": "x" * 300}, "at most 120 letters"),
        ("blocks", "Ada's", {"name": " \u200b "}, "a name needs at least one letter"),
        ("blocks", "Ada's", lambda p: p["revisions"].append(p["revisions"][0]), "the revision 1 stands in it twice."),
        ("people", "Ada", lambda p: p["charts"][0].update(taken_on="0001-01-01"), "the day 0001-01-01 is none of ours."),
        ("people", "Ada", {"put_away": "9999-12-31T00:00:00Z"}, "the day 9999-12-31 is none of ours."),
        ("cloths", "", {"card": {"width": -1}}, ""),
    ],
)  # fmt: skip
def test_what_could_not_come_in_by_hand_is_left_out_and_told_and_the_rest_comes(
    us: Caller, strangers: Caller, shelf: Block, folder: str, name: str, change: Any, said: str
) -> None:
    spoiled: list[str] = []

    def spoil(files: dict[str, bytes]) -> None:
        at = next(n for n in files if n.startswith(f"{folder}/") and n.endswith(".paper.json"))
        paper = json.loads(files[at])
        spoiled.append(paper["name"])
        paper.update(change) if isinstance(change, dict) else change(paper)
        files[at] = json.dumps(paper).encode()

    told = taken(strangers, repacked(packed(us), spoil))
    assert told[0].startswith("Taken in: ")
    left = next(t for t in told if "left out" in t)
    assert said in left
    assert not name or spoiled == [name]
    # What is here now can be packed, all of it.
    asked = strangers.post("/archives", {}).json()
    work()
    out = next(a for a in strangers.get("/archives").json() if a["id"] == asked["id"])
    assert (out["state"], out["told"]) == ("done", [])


def test_one_thing_that_cannot_be_packed_keeps_no_other_from_being_saved(us: Caller, strangers: Caller, shelf: Block) -> None:
    """As an earlier version let it in: a style that lies on nothing."""
    style = Style.objects.get(name="Winter bodice")
    style.pins.all().delete()
    style.edits.update(pins=[])
    asked = us.post("/archives", {}).json()
    work()
    out = next(a for a in us.get("/archives").json() if a["id"] == asked["id"])
    assert out["state"] == "done"
    assert [t[:30] for t in out["told"]] == ["“Winter bodice” was left out: "]
    data = us.client.get(f"/api/archives/{asked['id']}/library.zip").content
    assert taken(strangers, data)[0] == "Taken in: 1 person, 1 block, 1 cloth, 1 style."
    assert us.post(f"/away/style/{style.pk}", {}).status_code == 200


def test_broken_off_in_the_middle_it_is_gone_on_with(
    us: Caller, strangers: Caller, shelf: Block, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Each thing a portion of its own here. The disk fills up at the second style: what was kept is told when the archive is handed in once more. A worker that is killed
    there leaves what the next one goes on with, and tells as if nothing had been."""
    data = packed(us)
    monkeypatch.setattr(taking, "PORTION", 0.0)
    monkeypatch.setattr(taking, "GAP", 0.0)
    real = Keeper._style
    calls = count()

    def torn(error: BaseException) -> Any:
        def style(self: Keeper, paper: Any) -> None:
            if next(calls) == 1:
                raise error
            real(self, paper)

        return style

    monkeypatch.setattr(Keeper, "_style", torn(OSError("No space left on device")))
    hand_in(strangers, data)
    work()
    found = strangers.get("/archives").json()[0]
    assert (found["state"], "what was done by then is kept" in found["message"]) == ("failed", True)
    assert taken(strangers, data) == ["Taken in: 1 style.", "Here already: 1 person, 1 block, 1 cloth, 1 style."]
    for kind in (Style, Block, ClothCard, Person):
        kind._default_manager.filter(workroom=strangers.room).delete()
    calls = count()
    monkeypatch.setattr(Keeper, "_style", torn(SystemExit()))
    hand_in(strangers, data)
    work()
    assert strangers.get("/archives").json()[0]["state"] == "running"
    assert queue.take_up_again(timedelta()) == 1
    work()
    assert strangers.get("/archives").json()[0]["told"] == ["Taken in: 1 person, 1 block, 1 cloth, 2 styles."]


def test_between_two_portions_anybody_can_save(
    us: Caller, strangers: Caller, shelf: Block, monkeypatch: pytest.MonkeyPatch
) -> None:
    """After each thing another connection, that would not wait at all, writes to what the portion has just written to."""
    data = packed(us)
    monkeypatch.setattr(taking, "PORTION", 0.0)
    monkeypatch.setattr(taking, "GAP", 0.0)
    other, saved = connection.copy(), count()
    if other.vendor == "sqlite":
        other.settings_dict["OPTIONS"]["timeout"] = 0

    def save(self: Any) -> None:
        with other.cursor() as cursor:
            if other.vendor != "sqlite":
                cursor.execute("SET lock_timeout = '1ms'")
            cursor.execute("UPDATE library_archive SET name = name")
        next(saved)

    monkeypatch.setattr("server.longwork.at_work.AtWork.let_others_first", save)
    try:
        taken(strangers, data)
    finally:
        other.close()
    assert next(saved) >= 6


def test_stopped_at_once_it_takes_nothing_in(us: Caller, strangers: Caller, shelf: Block, monkeypatch: pytest.MonkeyPatch) -> None:
    data = packed(us)
    monkeypatch.setattr("server.longwork.at_work.BEAT", 0.0)
    number = hand_in(strangers, data).json()["id"]
    Archive.objects.filter(pk=number).update(stop=True)
    work()
    found = strangers.get("/archives").json()[0]
    assert (found["state"], found["message"]) == ("stopped", "It was stopped; nothing was taken in.")
    assert set(counts(strangers.room).values()) == {0}


def test_none_waits_behind_another_and_the_oldest_are_thrown_away(us: Caller, shelf: Block) -> None:
    data = packed(us)
    assert hand_in(us, data).status_code == 200
    again = hand_in(us, data)
    assert again.status_code == 422
    assert "being taken in already" in again.json()["error"]["message"]
    asked = us.post("/archives", {})
    assert asked.status_code == 200, "out goes beside in"
    assert "being packed already" in us.post("/archives", {}).json()["error"]["message"]
    work()
    for _ in range(6):
        packed(us)
    assert len(us.get("/archives").json()) == 5


def test_who_is_deleted_is_in_no_archive_here(us: Caller, shelf: Block) -> None:
    packed(us)
    ada = Person.objects.of(us.room).get()
    put_away(ada)
    delete(ada)
    assert not Archive.objects.exists()
    # Looked for in what the archive unpacks to, its files' names among it; the other one has her everywhere.
    with zipfile.ZipFile(io.BytesIO(packed(us))) as archive:
        held = b" ".join([*(n.encode() for n in archive.namelist()), *(archive.read(n) for n in archive.namelist())])
    assert b"Winter bodice" in held
    assert b"Ada" not in held
    assert str(AVERAGE["bust_girth"]).encode() not in b" ".join(re.findall(rb'"measures":\{[^}]*\}', held))


def test_another_workroom_gets_nothing_of_it(us: Caller, strangers: Caller, shelf: Block) -> None:
    packed(us)
    number = us.get("/archives").json()[0]["id"]
    assert strangers.get("/archives").json() == []
    assert strangers.get(f"/archives/{number}/library.zip").status_code == 404
    assert strangers.send("DELETE", f"/archives/{number}").status_code == 404
