"""A block tried on twice: notes, pictures, corrections that become revisions, styles that follow."""

from __future__ import annotations

import io
from typing import Any

import numpy as np
import pytest
from PIL import Image

from patterncraft.errors import BadFile
from patterncraft.paper.sewn import sewn_length
from server.fitting.models import Fitting, Photograph, PinnedNote
from server.fitting.photographs import redrawn
from server.people.models import Person
from server.shelf.models import Block
from server.shelf.services import draft_file, draft_of, keep_block
from server.styles.models import Style
from server.styles.services import new_style
from tests.samples import WHOLE
from tests.server.conftest import Caller

pytestmark = pytest.mark.django_db
DARTS: dict[str, Any] = {"move": "take_in", "piece": "skirt back", "darts": ["waist dart 1", "waist dart 2"], "amount": 0.5}
WORN = {"worn_on": "2026-03-04", "cloth": "calico", "remarks": "Tight over the hip, wide behind."}


@pytest.fixture
def skirt(us: Caller) -> Block:
    person = Person.objects.create(workroom=us.room, name="Ada")
    return keep_block(us.room, "Ada's skirt", person, draft_file("skirt", WHOLE, {}, "Ada's skirt"))


def correct(us: Caller, log: Any, *steps: dict[str, Any]) -> None:
    style = Style.objects.get(pk=log["fittings"][0]["style_id"])
    answer = us.post(f"/styles/{style.pk}/steps", {"version": style.version, "steps": list(steps), "label": "corrected"})
    assert answer.status_code == 200, answer.content


def back_waist(block: Block, number: int) -> float:
    return sewn_length(draft_of(block.revisions.get(number=number).pk).pattern.piece("skirt back"), "waist")


def test_a_block_is_toiled_corrected_and_fitted_and_a_style_follows(us: Caller, skirt: Block) -> None:
    """Half a centimetre shared over both back darts: ½ less of the half back waist, 1 cm round the body, worked by hand."""
    style = new_style(us.room, "Concert skirt", skirt.revisions.all()[0])
    log = us.post(f"/blocks/{skirt.pk}/fittings", WORN).json()
    assert (log["state"], [f["number"] for f in log["fittings"]], log["fittings"][0]["revision"]) == ("toile", [1], 1)
    correct(us, log, DARTS)
    log = us.get(f"/blocks/{skirt.pk}/fittings").json()
    first = log["fittings"][0]
    assert first["corrections"] == ["Take in 0.5 cm altogether in the waist dart 1 and waist dart 2 of the skirt back."]
    changed = {(t["title"], f["what"]): f["difference"] for t in first["changes"] for f in t["figures"]}
    assert changed["skirt back", "waist"] == "−0.5 cm"
    assert changed["All round", "waist"] == "−1.0 cm"
    assert skirt.revisions.count() == 1, "nothing is a revision before a person says so"
    log = us.post(f"/fittings/{first['id']}/revision", {"note": "back darts"}).json()
    assert (log["state"], log["revision"], log["fittings"][0]["made"]) == ("toile", 2, 2)
    assert back_waist(skirt, 1) - back_waist(skirt, 2) == pytest.approx(0.5, abs=1e-5)
    # The audit does not hold against the block what was seen on the body; it tells by how much.
    waist = next(x for x in us.get(f"/blocks/{skirt.pk}").json()["draft"]["audit"] if x["title"] == "Waist")
    assert (waist["kept"], waist["cure"]) == (None, "Corrected after trying on, by -1.0 cm altogether.")
    # The style stays where it was until it is moved, and is told what would change.
    assert us.get(f"/styles/{style.pk}").json()["blocks"]["skirt"]["revision"] == 1
    (told,) = us.get(f"/blocks/{skirt.pk}/followers").json()
    assert (told["name"], told["revision"], told["newest"], told["stopped"], told["broken"]) == ("Concert skirt", 1, 2, "", [])
    assert ("waist", "−0.5 cm") in [(f["what"], f["difference"]) for t in told["tables"] for f in t["figures"]]
    moved = us.post(f"/styles/{style.pk}/newest", {"version": told["version"], "role": "skirt"}).json()
    assert moved["blocks"]["skirt"]["revision"] == 2
    assert us.get(f"/blocks/{skirt.pk}/followers").json() == []
    back = us.post(f"/styles/{style.pk}/undo", {"version": moved["version"]}).json()
    assert back["blocks"]["skirt"]["revision"] == 1, "a change like any other: it can be undone"
    # The second toile fits as it is.
    log = us.post(f"/blocks/{skirt.pk}/fittings", WORN | {"cloth": ""}).json()
    log = us.post(f"/fittings/{log['fittings'][0]['id']}/revision", {"fitted": True}).json()
    assert (log["state"], log["revision"], [f["made"] for f in log["fittings"]]) == ("fitted", 2, [2, 2])


def test_a_redraft_for_other_measures_keeps_the_corrections(us: Caller, skirt: Block) -> None:
    log = us.post(f"/blocks/{skirt.pk}/fittings", WORN).json()
    correct(us, log, DARTS)
    us.post(f"/fittings/{log['fittings'][0]['id']}/revision", {})
    answer = us.post(f"/blocks/{skirt.pk}/revisions", {"settings": {}})
    assert answer.status_code == 200, answer.content
    assert back_waist(skirt, 3) == pytest.approx(back_waist(skirt, 2), abs=1e-5)
    assert "Take in 0.5 cm" in " ".join(answer.json()["corrections"])


def test_what_cannot_be_made_a_revision_says_why(us: Caller, skirt: Block) -> None:
    first = us.post(f"/blocks/{skirt.pk}/fittings", WORN).json()["fittings"][0]
    nothing = us.post(f"/fittings/{first['id']}/revision", {})
    assert (nothing.status_code, "nothing was corrected" in nothing.json()["error"]["message"]) == (422, True)
    log = us.get(f"/blocks/{skirt.pk}/fittings").json()
    correct(us, log, {"move": "yoke", "pieces": ["skirt front"], "edge": "waist", "depth": 6.0})
    style = us.post(f"/fittings/{first['id']}/revision", {}).json()["error"]
    assert "a correction keeps the block's pieces" in style["message"]
    assert "Start a style" in style["cure"]
    again = us.post(f"/blocks/{skirt.pk}/fittings", WORN)
    assert "toile 1 has corrections that are no revision yet" in again.json()["error"]["message"]
    assert skirt.revisions.count() == 1


def test_a_block_that_was_redrafted_meanwhile_is_toiled_anew(us: Caller, skirt: Block) -> None:
    log = us.post(f"/blocks/{skirt.pk}/fittings", WORN).json()
    correct(us, log, DARTS)
    us.post(f"/blocks/{skirt.pk}/revisions", {"settings": {}})
    told = us.post(f"/fittings/{log['fittings'][0]['id']}/revision", {}).json()["error"]["message"]
    assert "revision 2 by now; revision 1 was tried on" in told


def test_notes_lie_where_they_were_pinned_and_come_off_again(us: Caller, skirt: Block) -> None:
    log = us.post(f"/blocks/{skirt.pk}/fittings", WORN).json()
    first = log["fittings"][0]
    lies = next(p["at"] for p in log["drawing"]["pieces"] if p["name"] == "skirt front")
    note = {"x": lies["x"] + 5.0, "y": lies["y"] + 20.0, "text": "pulls to the side"}
    log = us.post(f"/fittings/{first['id']}/notes", note).json()
    (pinned,) = log["fittings"][0]["notes"]
    assert (pinned["piece"], pinned["number"], pinned["at"]) == (
        "skirt front",
        1,
        {"x": pytest.approx(note["x"]), "y": pytest.approx(note["y"])},
    )
    kept = PinnedNote.objects.get()
    assert (kept.x, kept.y) == (pytest.approx(5.0), pytest.approx(20.0)), "kept with its sheet, wherever that lies"
    beside = us.post(f"/fittings/{first['id']}/notes", note | {"x": -900.0})
    assert (beside.status_code, "o sheet lies there" in beside.json()["error"]["message"]) == (422, True)
    log = us.send("DELETE", f"/fittings/{first['id']}/notes/{pinned['id']}").json()
    assert log["fittings"][0]["notes"] == []
    assert us.send("DELETE", f"/fittings/{first['id']}/notes/{pinned['id']}").status_code == 404


def test_the_recipes_of_toiles_are_no_styles_of_the_shelf(us: Caller, skirt: Block) -> None:
    us.post(f"/blocks/{skirt.pk}/fittings", WORN)
    assert us.get("/styles").json() == []
    assert [b["styles"] for b in us.get("/shelf").json()["cards"]] == [0]
    # And they keep no block from being deleted.
    assert us.post(f"/away/block/{skirt.pk}").status_code == 200
    assert us.send("DELETE", f"/away/block/{skirt.pk}").status_code == 200
    assert (Style.objects.count(), Fitting.objects.count()) == (0, 0)


def test_a_toile_that_was_a_mistake_is_taken_out_and_history_is_not(us: Caller, skirt: Block) -> None:
    first = us.post(f"/blocks/{skirt.pk}/fittings", WORN).json()["fittings"][0]
    assert us.send("DELETE", f"/fittings/{first['id']}").json()["fittings"] == []
    assert Style.objects.count() == 0
    log = us.post(f"/blocks/{skirt.pk}/fittings", WORN).json()
    us.post(f"/fittings/{log['fittings'][0]['id']}/revision", {"fitted": True})
    kept = us.send("DELETE", f"/fittings/{log['fittings'][0]['id']}")
    assert "It stays with the block's history" in kept.json()["error"]["message"]


# ---- photographs


def picture(kind: str = "JPEG", size: tuple[int, int] = (60, 40), **more: Any) -> bytes:
    out = io.BytesIO()
    image = Image.new("RGB", size, (200, 180, 160))
    exif = Image.Exif()
    exif[0x010F] = "Maker of the camera"
    exif[0x0112] = more.pop("orientation", 1)
    image.save(out, kind, exif=exif, **more)
    return out.getvalue()


def send(us: Caller, fitting: int, data: bytes, caption: str = "") -> Any:
    return us.client.generic("POST", f"/api/fittings/{fitting}/photographs?caption={caption}", data, content_type="image/jpeg")


def test_a_photograph_is_kept_without_a_word_of_where_and_by_what_it_was_taken(us: Caller, skirt: Block) -> None:
    first = us.post(f"/blocks/{skirt.pk}/fittings", WORN).json()["fittings"][0]
    sent = picture(orientation=6)
    assert b"Maker of the camera" in sent
    log = send(us, first["id"], sent, "front").json()
    (photo,) = log["fittings"][0]["photographs"]
    # Orientation 6: taken with the camera on its side. It stands upright now.
    assert (photo["width"], photo["height"], photo["caption"]) == (40, 60, "front")
    answer = us.get(f"/fittings/{first['id']}/photographs/{photo['id']}")
    assert (answer.status_code, answer["Content-Type"], answer["Cache-Control"]) == (200, "image/jpeg", "no-store")
    assert b"Maker of the camera" not in answer.content
    with Image.open(io.BytesIO(answer.content)) as found:
        assert (found.size, dict(found.getexif())) == ((40, 60), {})
    log = us.send("DELETE", f"/fittings/{first['id']}/photographs/{photo['id']}").json()
    assert (log["fittings"][0]["photographs"], Photograph.objects.count()) == ([], 0)


def test_a_large_one_is_made_smaller(us: Caller, skirt: Block) -> None:
    first = us.post(f"/blocks/{skirt.pk}/fittings", WORN).json()["fittings"][0]
    (photo,) = send(us, first["id"], picture(size=(4000, 1000))).json()["fittings"][0]["photographs"]
    assert (photo["width"], photo["height"]) == (2000, 500)


@pytest.mark.parametrize(
    "data",
    [
        b"This is a text that somebody called .jpg",
        b"",
        b"<svg xmlns='http://www.w3.org/2000/svg' onload='alert(1)'/>",
        picture()[:120],
        b"GIF89a" + bytes(50),
    ],
)
def test_what_is_no_photograph_is_refused_in_a_sentence(us: Caller, skirt: Block, data: bytes) -> None:
    first = us.post(f"/blocks/{skirt.pk}/fittings", WORN).json()["fittings"][0]
    answer = send(us, first["id"], data)
    assert (answer.status_code, answer.json()["error"]["code"]) == (422, "bad_file"), answer.content
    assert Photograph.objects.count() == 0


def test_a_picture_that_would_unpack_to_too_many_dots_is_not_unpacked(us: Caller, skirt: Block) -> None:
    """A few kilobytes of one colour that are two hundred million dots."""
    out = io.BytesIO()
    Image.new("1", (20_000, 10_000)).save(out, "PNG")
    assert len(out.getvalue()) < 100_000
    first = us.post(f"/blocks/{skirt.pk}/fittings", WORN).json()["fittings"][0]
    answer = send(us, first["id"], out.getvalue())
    assert answer.status_code == 422, answer.content


def test_a_person_who_is_deleted_takes_her_pictures_along(us: Caller, skirt: Block) -> None:
    first = us.post(f"/blocks/{skirt.pk}/fittings", WORN | {"remarks": "Ada stands crooked"}).json()["fittings"][0]
    send(us, first["id"], picture(), "Ada from behind")
    assert us.post(f"/away/person/{skirt.person_id}").status_code == 200
    assert us.send("DELETE", f"/away/person/{skirt.person_id}").status_code == 200
    assert Photograph.objects.count() == 0
    assert Fitting.objects.get().remarks == "somebody stands crooked"


# ---- blocks over each other


def test_two_revisions_over_each_other_differ_in_figures(us: Caller, skirt: Block) -> None:
    log = us.post(f"/blocks/{skirt.pk}/fittings", WORN).json()
    correct(us, log, DARTS)
    us.post(f"/fittings/{log['fittings'][0]['id']}/revision", {})
    over = us.get(f"/blocks/{skirt.pk}/over/{skirt.pk}?a=1&b=2").json()
    assert (over["a"], over["b"]) == ("Ada's skirt, revision 1", "Ada's skirt, revision 2")
    waist = next(f for t in over["tables"] if t["title"] == "skirt back" for f in t["figures"] if f["what"] == "waist")
    assert (waist["difference"], waist["alike"]) == ("−0.5 cm", False)
    assert all(f["alike"] for t in over["tables"] if t["title"] == "skirt front" for f in t["figures"])
    chosen = over["points"][-1]
    assert us.get(f"/blocks/{skirt.pk}/over/{skirt.pk}?a=1&b=2&at={chosen}").json()["at"] == chosen
    assert us.get(f"/blocks/{skirt.pk}/over/{skirt.pk}?a=1&b=9").status_code == 404
    # A quarter of the hip and its ease lie across the level where the side is straight: as wide before as after.
    across = us.get(f"/blocks/{skirt.pk}/over/{skirt.pk}?a=1&b=2&below=40").json()["tables"][0]
    assert across["title"] == "skirt back, across"
    assert across["figures"][0]["what"] == "width 40.0 cm below the top"
    assert across["figures"][0]["alike"]
    assert us.get(f"/blocks/{skirt.pk}/over/{skirt.pk}?below=far").status_code == 422


def _sent(picture: Image.Image) -> Image.Image:
    """What is kept of a picture that is sent as PNG."""
    out = io.BytesIO()
    picture.save(out, "PNG")
    return Image.open(io.BytesIO(redrawn(out.getvalue()).jpeg))


def test_a_photograph_is_kept_as_an_eye_sees_it() -> None:
    """Sixteen bits of grey became white, and black lines on nothing black on black."""
    bars = np.repeat(np.array([[3000], [60000]], dtype=np.uint16), 40, axis=1).repeat(20, axis=0)
    kept = _sent(Image.fromarray(bars))
    assert [kept.getpixel((20, y))[0] for y in (8, 32)] == [pytest.approx(x / 257, abs=3) for x in (3000, 60000)]
    lines = Image.new("RGBA", (40, 40), (0, 0, 0, 0))
    lines.paste((0, 0, 0, 255), (0, 16, 40, 32))
    for mode in ("RGBA", "LA"):
        kept = _sent(lines.convert(mode))
        assert [kept.getpixel((20, y))[0] for y in (4, 24)] == [pytest.approx(255, abs=3), pytest.approx(0, abs=3)]


@pytest.mark.parametrize("size", [(1, 4000), (4000, 15), (3000, 9)])
def test_a_strip_of_dots_is_no_photograph(size: tuple[int, int]) -> None:
    with pytest.raises(BadFile, match="nothing can be seen"):
        _sent(Image.new("RGB", size))
