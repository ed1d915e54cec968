"""Drawings and photographs over the wire: taken in, said to be what they are, hung up; what is none, refused; and nothing of them kept."""

from __future__ import annotations

import io
from typing import Any

import pytest
from PIL import Image

from patterncraft.paper.sewn import sewn_length
from server.incoming.models import Incoming
from server.people.models import Person
from server.shelf.models import Block
from server.shelf.services import draft_of
from tests.photographs import CARD, photograph
from tests.samples import polygon
from tests.server.conftest import Caller

pytestmark = pytest.mark.django_db
SKIRT = (
    b'<svg xmlns="http://www.w3.org/2000/svg" width="50cm" height="80cm" viewBox="0 0 50 80">'
    b'<path d="M 5 4 L 32 4 L 36 69 L 5 69 Z"/><path d="M 10 12 v 30"/></svg>'
)
PLAN: dict[str, Any] = {
    "pieces": [
        {
            "outline": 0,
            "name": "skirt front",
            "corners": [[5, 4], [32, 4], [36, 69], [5, 69]],
            "edges": ["waist", "side", "hem", "centre front"],
            "allowance": 1,
            "allowances": {"hem": 4},
            "grain": {"start": [10, 12], "end": [10, 42]},
        }
    ]
}


def send(us: Caller, data: bytes, name: str = "card") -> Any:
    return us.client.generic("POST", f"/api/incoming?name={name}", data, content_type="application/octet-stream")


def newest(us: Caller) -> Block:
    return Block.objects.get(workroom=us.room)


def test_a_drawing_becomes_a_block_by_its_plan_and_is_gone_from_the_waiting(us: Caller) -> None:
    ada = Person.objects.create(workroom=us.room, name="Ada")
    came = send(us, SKIRT, "skirt.svg").json()
    assert (came["kind"], came["unit"], len(came["outlines"]), len(came["inner"])) == ("drawing", "cm", 1, 1)
    assert came["outlines"][0]["size"] == "31.0 cm × 65.0 cm"
    assert len(came["outlines"][0]["corners"]) == 4, "the corners are proposed"
    assert "no plan says" in came["refused"]["message"]
    half = {"pieces": [PLAN["pieces"][0] | {"edges": ["waist", "side"], "corners": PLAN["pieces"][0]["corners"]}]}
    said = us.send("PUT", f"/incoming/{came['id']}/plan", half).json()
    assert (said["refused"]["where"], said["refused"]["field"], said["brought"]) == ("skirt front", "edges", None)
    assert [e["name"] for e in said["edges"]] == ["waist", "side", "edge 3", "edge 4"]
    said = us.send("PUT", f"/incoming/{came['id']}/plan", PLAN).json()
    assert said["refused"] is None
    assert [p["name"] for p in said["brought"]["drawing"]["pieces"]] == ["skirt front"]
    # As drawn, before the allowance comes off; and nothing is lost by going away and coming back.
    assert [e["length"] for e in us.get(f"/incoming/{came['id']}").json()["edges"]] == ["27.0 cm", "65.1 cm", "31.0 cm", "65.0 cm"]
    kept = us.post(f"/incoming/{came['id']}/keep", {"name": "Card skirt", "person_id": ada.pk}).json()
    assert (kept["person"], kept["school"], kept["family"]) == ("Ada", "traced", "skirt")
    piece = draft_of(newest(us).revisions.get().pk).pattern.piece("skirt front")
    assert sewn_length(piece, "centre front") == pytest.approx(60.0, abs=1e-4)
    assert us.get("/incoming").json() == []
    page = us.get(f"/blocks/{kept['id']}").json()
    assert page["revisions"][0]["note"] == "from the drawing skirt.svg"


def test_corners_are_put_in_and_taken_out_where_one_points(us: Caller) -> None:
    came = send(us, SKIRT).json()
    us.send("PUT", f"/incoming/{came['id']}/plan", PLAN)

    def change(**what: Any) -> Any:
        answer = us.post(f"/incoming/{came['id']}/corners", {"piece": 0, **what})
        return answer.json() if answer.status_code == 200 else answer.json()["error"]["message"]

    said = change(at={"x": 34.2, "y": 36.0})
    own = said["plan"]["pieces"][0]
    assert own["edges"] == ["waist", "side", "", "hem", "centre front"]
    # On the line itself: the side runs from (32, 4) to (36, 69).
    x, y = own["corners"][2]
    assert x == pytest.approx(32 + 4 * (y - 4) / 65, abs=1e-3)
    assert "edge 3 has no name" in said["refused"]["message"]
    assert "a corner already" in change(at={"x": x, "y": y})
    assert "off the outline" in change(at={"x": 20, "y": 40})
    said = change(take_out=2)
    assert said["plan"]["pieces"][0]["edges"] == ["waist", "side", "hem", "centre front"]
    assert said["refused"] is None
    assert change(take_out=0)["plan"]["pieces"][0]["edges"] == ["side", "hem", "centre front"]
    change(take_out=0)
    assert "two corners are the fewest" in change(take_out=0)


def test_our_own_drawings_come_back_without_a_word(us: Caller, block: Block) -> None:
    for kind in ("svg", "dxf"):
        drawing = us.get(f"/blocks/{block.pk}/drawing/{kind}")
        assert drawing.status_code == 200
        came = send(us, drawing.content, f"back.{kind}").json()
        assert (came["ours"], came["refused"]) == (True, None)
        kept = us.post(f"/incoming/{came['id']}/keep", {"name": kind}).json()
        again = draft_of(Block.objects.get(pk=kept["id"]).revisions.get().pk).pattern
        before = draft_of(block.revisions.get().pk).pattern
        for p in before.pieces:
            assert polygon(p).symmetric_difference(polygon(again.piece(p.name))).area < 0.02


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"a letter", "no photograph that can be read"),
        (b"<html/>", "not an SVG drawing"),
        (b"<svg xmlns='http://www.w3.org/2000/svg'><script>1</script></svg>", "nothing is drawn"),
        (b"\xff\xd8\xff\xe0 not really", "no photograph that can be read"),
        (b"GIF89a" + bytes(50), "no photograph that can be read"),
        (b"", "no photograph that can be read"),
    ],
)
def test_what_is_neither_is_refused_in_a_sentence_and_leaves_nothing(us: Caller, data: bytes, words: str) -> None:
    answer = send(us, data)
    assert answer.status_code == 422
    assert words in answer.json()["error"]["message"]
    assert Incoming.objects.count() == 0


def test_a_picture_of_too_many_dots_is_refused_before_it_is_unpacked(us: Caller) -> None:
    out = io.BytesIO()
    Image.new("1", (20_000, 20_000)).save(out, "PNG")
    answer = send(us, out.getvalue())
    assert answer.status_code == 422
    assert "million dots" in answer.json()["error"]["message"]


@pytest.fixture(scope="module")
def taken() -> Any:
    return photograph(wide=2400, blur=1.0)


def test_a_photograph_is_made_flat_traced_and_becomes_a_block(us: Caller, taken: Any) -> None:
    came = send(us, taken.jpeg, "card.jpg").json()
    photo = came["photograph"]
    assert (came["kind"], photo["found"], photo["sheet_width"], photo["sheet_height"]) == ("photograph", True, 21.0, 29.7)
    assert us.get(f"/incoming/{came['id']}/flat")["Content-Type"] == "image/jpeg"
    # Clicked a few millimetres off, snapped, and traced: the card's edges within 2 mm of what was drawn.
    nodes = []
    for k, (x, y) in enumerate(CARD):
        z = us.post(f"/incoming/{came['id']}/snap", {"x": x + 0.2 * (-1) ** k, "y": y + 0.15, "corner": True}).json()
        nodes.append({"x": z["x"], "y": z["y"], "corner": True})
    said = us.send("PUT", f"/incoming/{came['id']}/trace", {"outlines": [{"name": "front", "nodes": nodes}]}).json()
    lengths = [float(s["length"].split()[0]) for s in said["photograph"]["traced"][0]["spans"]]
    wanted = [abs(complex(*a) - complex(*b)) for a, b in zip(CARD, [*CARD[1:], CARD[0]], strict=True)]
    assert lengths == pytest.approx(wanted, abs=0.2)
    corners = [[o["x"], o["y"]] for o in said["outlines"][0]["corners"]]
    plan = {
        "pieces": [
            {"outline": 0, "name": "front", "corners": corners, "edges": ["waist", "side", "dart edge", "hem", "centre front"]}
        ]
    }
    said = us.send("PUT", f"/incoming/{came['id']}/plan", plan).json()
    assert said["refused"] is None
    kept = us.post(f"/incoming/{came['id']}/keep", {"name": "Traced"}).json()
    assert us.get(f"/blocks/{kept['id']}").json()["revisions"][0]["note"] == "traced from a photograph of the card"
    assert Incoming.objects.count() == 0, "the picture is not kept"


def test_a_known_length_grows_what_was_traced(us: Caller, taken: Any) -> None:
    came = send(us, taken.jpeg).json()
    square = [{"x": x, "y": y} for x, y in ((30, 5), (50, 5), (50, 25), (30, 25))]
    known = [{"a": [30, 5], "b": [50, 5], "length": 20.4}, {"a": [30, 5], "b": [30, 25], "length": 19.8}]
    said = us.send("PUT", f"/incoming/{came['id']}/trace", {"outlines": [{"name": "x", "nodes": square}], "known": known}).json()
    lengths = [s["length"] for s in said["photograph"]["traced"][0]["spans"]]
    assert lengths == ["20.4 cm", "19.8 cm", "20.4 cm", "19.8 cm"]
    wild = us.send("PUT", f"/incoming/{came['id']}/trace", {"known": [{"a": [30, 5], "b": [50, 5], "length": 40}]}).json()
    assert "is 20.0 cm on the picture" in wild["photograph"]["grown"]


def test_without_a_sheet_its_corners_are_asked_for_and_marked_by_hand(us: Caller) -> None:
    bare = photograph(wide=1200, blur=1.0, sheet=False)
    came = send(us, bare.jpeg).json()
    assert (came["photograph"]["found"], came["photograph"]["flat"]) == (False, None)
    assert "Mark its four corners" in came["photograph"]["advice"]
    assert us.get(f"/incoming/{came['id']}/flat").status_code == 404
    assert us.post(f"/incoming/{came['id']}/snap", {"x": 1, "y": 1}).status_code == 422
    marked = [bare.at(x, y) for x, y in ((26, 3), (66, 3), (66, 33), (26, 33))]
    body = {"width": 40, "height": 30, "corners": [{"x": z.real, "y": z.imag} for z in marked]}
    said = us.send("PUT", f"/incoming/{came['id']}/sheet", body).json()
    assert said["photograph"]["flat"] is not None
    in_line = body | {"corners": [{"x": x, "y": x} for x in (0, 100, 200, 300)]}
    refused = us.send("PUT", f"/incoming/{came['id']}/sheet", in_line)
    assert "do not go round the sheet" in refused.json()["error"]["message"]


def test_no_more_wait_than_a_workroom_can_hold(us: Caller) -> None:
    Incoming.objects.bulk_create([Incoming(workroom=us.room, name="x", kind="drawing", data=b"") for _ in range(40)])
    assert "40 drawings wait already" in send(us, SKIRT).json()["error"]["message"]
