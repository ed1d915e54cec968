"""What cannot be drawn is not stored; what is stored and cannot be read does not take the rest of the shelf with it."""

from __future__ import annotations

import json
from typing import Any

import pytest

from patterncraft.errors import BadFile
from patterncraft.formats.openfile_io import write_file
from server.config.remembered import forget_here
from server.shelf.models import Block, BlockRevision
from server.shelf.services import draft_file
from server.styles.models import Style, StyleEdit
from server.styles.services import new_style
from tests.samples import AVERAGE, WHOLE
from tests.server.conftest import Caller

Data = dict[str, Any]


def good() -> Data:
    data: Data = json.loads(write_file(draft_file("bodice-direct", AVERAGE, {}, "Block")))
    return data


def piece(data: Data, name: str = "front") -> Data:
    found: Data = next(p for p in data["pieces"] if p["name"] == name)
    return found


def lens_of_no_width(d: Data) -> None:
    side = "M 5 20 L 5 30"
    piece(d)["lenses"] = [{"name": "fish", "left": side, "right": side}]


def repeated_end(d: Data) -> None:
    edge = piece(d)["outline"][0]
    edge["path"] += " L " + " ".join(edge["path"].split()[-2:])


def ends_in_a_dot(d: Data) -> None:
    edge = piece(d)["outline"][0]
    point = " ".join(edge["path"].split()[-2:])
    piece(d)["outline"].insert(1, {"edge": "nothing", "kind": "seam", "path": f"M {point} L {point}"})


def no_such_school(d: Data) -> None:
    d["drafted"] = {"school": "by-eye", "measures": {}, "settings": {}}


def girth_of_nothing(d: Data) -> None:
    d["girths"] = [{"name": "bust", "body": 90, "ease": 6, "runs": [{"piece": "sleeve", "name": "bust"}]}]


def girth_along_nothing(d: Data) -> None:
    d["girths"] = [{"name": "bust", "body": 90, "ease": 6, "runs": [{"piece": "front", "name": "knee"}]}]


def twenty_metres(d: Data) -> None:
    d.update(drafted=None, girths=[], seams=[])
    edges = [("a", "M -999 -999 L 999 -999"), ("b", "M 999 -999 L 0 999"), ("c", "M 0 999 L -999 -999")]
    d["pieces"] = [{"name": "sail", "outline": [{"edge": e, "kind": "seam", "path": p} for e, p in edges]}]


def measures_of_no_body(d: Data) -> None:
    d["drafted"]["measures"]["bust_girth"] = 3.0


def long_name(d: Data) -> None:
    d["name"] = "x" * 121


def grain_of_nothing(d: Data) -> None:
    piece(d)["grain"]["to"] = piece(d)["grain"]["from"]


SPOILED = [
    (lens_of_no_width, "Front: the fish has no width. Draw its two sides apart"),
    (ends_in_a_dot, "Front: the nothing has no length. Draw it from one corner to another"),
    (no_such_school, "drafted by “by-eye”, a school that is not known here. Leave out"),
    (girth_of_nothing, "the bust is measured on the sleeve, and there is no such piece. There is: back, front"),
    (girth_along_nothing, "the bust is measured along the knee of the front, and there is no such line. There is: "),
    (twenty_metres, "Sail: it is 20.0 by 20.0 m large; a piece has at most ten metres. Look whether"),
    (measures_of_no_body, "cannot be drawn again from what it was drafted from"),
    (long_name, "“name” may have at most 120 letters"),
    (grain_of_nothing, "Front: the grainline has no length. Draw it"),
]


@pytest.mark.parametrize(("spoil", "says"), SPOILED, ids=lambda x: getattr(x, "__name__", ""))
def test_what_could_not_be_shown_is_refused_with_place_and_cure_and_not_kept(us: Caller, spoil: Any, says: str) -> None:
    data = good()
    spoil(data)
    answer = us.post("/blocks/import", data)
    assert answer.status_code == 422, answer.content[:300]
    assert says.lower() in answer.json()["error"]["message"].lower()
    assert Block.objects.count() == 0
    assert us.get("/blocks").json() == []


def test_an_edge_that_ends_in_a_repeated_point_comes_in_as_the_edge_it_is(us: Caller) -> None:
    data = good()
    repeated_end(data)
    kept = us.post("/blocks/import", data).json()
    style = us.post("/styles", {"name": "On it", "block_id": kept["id"]}).json()
    assert us.client.get(f"/api/styles/{style['id']}/pattern.pdf").status_code == 200


def test_a_name_for_the_import_is_held_to_the_same_length(us: Caller) -> None:
    answer = us.post(f"/blocks/import?name={'x' * 500}", good())
    assert answer.status_code == 422
    assert "at most 120 letters" in answer.json()["error"]["message"]


def test_whatever_else_goes_wrong_in_drawing_is_found_before_it_is_kept(monkeypatch: pytest.MonkeyPatch) -> None:
    import server.shelf.proof as proof

    def fails(*_: Any) -> None:
        raise ZeroDivisionError

    monkeypatch.setattr(proof, "pattern_svg", fails)
    with pytest.raises(BadFile, match="cannot be read or drawn"):
        proof.proved_file(json.dumps(good()).encode(), "")


@pytest.fixture
def spoiled(us: Caller, block: Block, style: Style) -> Block:
    """A block that an earlier version let in, with a style on it; beside a sound one."""
    odd = Block.objects.create(workroom=us.room, name="Odd")
    data = good()
    lens_of_no_width(data)
    revision = BlockRevision.objects.create(block=odd, number=1, content=data)
    on_it = Style.objects.create(workroom=us.room, name="On it", variant_of=style)
    on_it.pins.create(role="bodice", revision=revision)
    StyleEdit.objects.create(style=on_it, number=0, steps=[], pins=[["bodice", revision.pk]], label="begun")
    return odd


class TestARowThatCannotBeRead:
    def test_says_so_on_the_shelf_and_the_others_hang_there(self, us: Caller, spoiled: Block) -> None:
        cards = {b["name"]: b for b in us.get("/shelf").json()["cards"]}
        assert set(cards) == {"Block", "Odd"}
        assert (
            cards["Odd"]["unreadable"]
            == "cannot be read: Odd: front: the fish has no width. Draw its two sides apart, or leave the dart out."
        )
        assert cards["Block"]["unreadable"] == ""
        assert len(cards["Block"]["silhouette"]["lines"]) == 2

    def test_also_where_its_card_was_remembered_before_it_was_altered(self, us: Caller, block: Block) -> None:
        """A row that was changed where it lay, in a file copied back or by another version."""

        def card() -> Any:
            return us.get("/shelf").json()["cards"][0]

        assert (card()["unreadable"], len(card()["silhouette"]["lines"])) == ("", 2)
        revision = block.revisions.get()
        content = revision.content
        piece(content)["lenses"] = [{"name": "fish", "left": "M 5 20 L 5 30", "right": "M 5 20 L 5 30"}]
        BlockRevision.objects.filter(pk=revision.pk).update(content=content)
        forget_here()
        assert "the fish has no width" in card()["unreadable"]
        assert card()["silhouette"] is None

    def test_so_do_the_styles_on_it(self, us: Caller, spoiled: Block) -> None:
        cards = {s["name"]: s for s in us.get("/styles").json()}
        assert "the fish has no width" in cards["On it"]["unreadable"]
        assert cards["Style"]["unreadable"] == ""

    def test_its_own_page_tells_why_in_words(self, us: Caller, spoiled: Block) -> None:
        on_it = Style.objects.get(name="On it")
        for url in (f"/blocks/{spoiled.pk}", f"/styles/{on_it.pk}", f"/styles/{on_it.pk}/paper", f"/styles/{on_it.pk}/pattern.pdf"):
            answer = us.get(url)
            assert answer.status_code == 422, url
            assert "the fish has no width" in answer.json()["error"]["message"]

    def test_its_state_is_changed_all_the_same(self, us: Caller, spoiled: Block) -> None:
        answer = us.send("PUT", f"/blocks/{spoiled.pk}/state", {"state": "retired"})
        assert answer.status_code == 200, answer.content[:300]
        told = answer.json()
        assert "the fish has no width" in told["unreadable"]
        assert (told["name"], told["state"], told["school"], told["school_name"], told["family"]) == ("Odd", "retired", "", "", "")
        assert told["drawing"]["pieces"] == []

    def test_it_can_be_saved_as_it_is_mended_and_put_away(self, us: Caller, spoiled: Block) -> None:
        saved = us.get(f"/blocks/{spoiled.pk}/file").json()
        piece(saved)["lenses"] = []
        assert us.post("/blocks/import", saved).status_code == 200
        style = Style.objects.get(name="On it")
        for kind, pk in (("style", style.pk), ("block", spoiled.pk)):
            assert us.post(f"/away/{kind}/{pk}").status_code == 200
            assert us.send("DELETE", f"/away/{kind}/{pk}").status_code == 200
        assert sorted(b["name"] for b in us.get("/blocks").json()) == ["Block", "Block"]

    @pytest.mark.parametrize("content", [{}, [], "x", {"format": "steady-shear", "kind": "block", "version": 9}, None])
    def test_whatever_is_stored_there(self, us: Caller, block: Block, content: Any) -> None:
        odd = Block.objects.create(workroom=us.room, name="Odd")
        BlockRevision.objects.create(block=odd, number=1, content=content if content is not None else {"pieces": None})
        cards = {b["name"]: b["unreadable"] for b in us.get("/shelf").json()["cards"]}
        assert cards["Block"] == ""
        assert cards["Odd"].startswith("cannot be read: ")
        assert us.get(f"/blocks/{odd.pk}").status_code == 422
        assert us.get(f"/blocks/{odd.pk}/file").status_code == 200

    @pytest.mark.parametrize("steps", [[{"move": "by_magic"}], [7], "x", [{"move": "rotate_dart"}]])
    def test_steps_that_no_version_knows(self, us: Caller, style: Style, steps: Any) -> None:
        other = new_style(us.room, "Other", style.pins.all()[0].revision)
        StyleEdit.objects.create(style=other, number=1, steps=steps, pins=[], label="x")
        Style.objects.filter(pk=other.pk).update(cursor=1)
        cards = {s["name"]: s["unreadable"] for s in us.get("/styles").json()}
        assert cards["Style"] == ""
        assert cards["Other"].startswith("cannot be read: ")
        assert us.get(f"/styles/{other.pk}").status_code == 422
        assert us.post(f"/styles/{other.pk}/undo", {"version": other.version}).status_code == 200, "and undoing mends it"


def test_measures_no_body_has_end_in_a_sentence(us: Caller) -> None:
    for odd in (1e-300, 1e-9, 0.001, 499.0):
        for key in WHOLE:
            answer = us.post("/drafts", {"school": "torso", "measures": WHOLE | {key: odd}})
            assert answer.status_code in (200, 422), (key, odd, answer.content[:200])


class TestHeapsOfPaper:
    def sail(self, us: Caller, metres: float) -> int:
        size = metres * 100
        edges = [("a", f"M 0 0 L {size} 0"), ("b", f"M {size} 0 L {size} {size}"), ("c", f"M {size} {size} L 0 0")]
        outline = [{"edge": e, "kind": "seam", "path": p} for e, p in edges]
        data = {
            "format": "steady-shear",
            "version": 1,
            "kind": "block",
            "name": "Sail",
            "pieces": [{"name": "sail", "outline": outline}],
        }
        made = us.post("/blocks/import", data)
        assert made.status_code == 200, made.content
        style: int = us.post("/styles", {"name": "Sail", "block_id": made.json()["id"]}).json()["id"]
        return style

    def test_a_heap_is_asked_about_and_printed_when_one_is_sure(self, us: Caller) -> None:
        style = self.sail(us, 4)
        plan = us.get(f"/styles/{style}/paper").json()
        assert plan["asked"] < plan["sheets"]["a4"] < plan["most"]
        asked = us.get(f"/styles/{style}/pattern.pdf?paper=a4")
        assert (asked.status_code, asked.json()["error"]["code"]) == (409, "many_sheets")
        assert f"takes {plan['sheets']['a4']} sheets of A4" in asked.json()["error"]["message"]
        assert us.get(f"/styles/{style}/pattern.pdf?paper=a4&sure=true")["Content-Type"] == "application/pdf"

    def test_a_mountain_is_refused(self, us: Caller) -> None:
        style = self.sail(us, 9.9)
        plan = us.get(f"/styles/{style}/paper").json()
        assert plan["sheets"]["a4"] > plan["most"]
        refused = us.get(f"/styles/{style}/pattern.pdf?paper=a4&sure=true")
        assert refused.status_code == 422
        assert "more than 1,500 sheets" in refused.json()["error"]["message"]
        assert us.get(f"/styles/{style}/pattern.svg").status_code == 200


@pytest.mark.parametrize(
    ("spoil", "says"),
    [
        (lambda d: piece(d)["outline"][2].update(kind="zigzag"), "Front, {edge}: “kind” must be one of"),
        (lambda d: piece(d)["outline"][2].update(path=7), "Front, {edge}: “path” must be text. Look at pieces.1.outline.2.path"),
        (lambda d: piece(d)["outline"][2].update(path="M 0 0 Q 1 1 2 2"), "Front, {edge}: “Q” is not path data"),
        (lambda d: piece(d)["darts"][0].update(set_back=-1), "Front, {dart}: “set back” must be at least 0"),
        (lambda d: d["seams"][0].update(a=[]), "{seam}: “a” needs at least 1"),
        (lambda d: d.update(pieces=d["pieces"] * 101), "“pieces” may have at most 200 entries, not 202"),
        (lambda d: piece(d)["outline"][2].update(path="M 0 0" + " L 1 1" * 2001), "The {edge} is drawn with 2,001 strokes; 2,000"),
    ],
)
def test_a_refusal_says_in_which_piece_and_edge(us: Caller, spoil: Any, says: str) -> None:
    data = good()
    assert data["pieces"][1]["name"] == "front"
    names = {"edge": piece(data)["outline"][2]["edge"], "dart": piece(data)["darts"][0]["name"], "seam": data["seams"][0]["name"]}
    spoil(data)
    message = us.post("/blocks/import", data).json()["error"]["message"]
    assert message.lower().startswith(says.format(**names).lower()), message
    assert message.endswith(".")
    assert Block.objects.count() == 0
