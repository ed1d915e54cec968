"""A hand on the table: which sheet it means, which place of it, and what becomes of the step in the making; a sheet of 20 by 40 worked by hand."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest
from svgpathtools import parse_path

from patterncraft.errors import BadPlace, NoSuchName
from patterncraft.formats.table import Lie
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Grain, Mark
from patterncraft.replay import Replay
from server.styles.pointing import pick_of, point_at, sheet_under, sketch
from server.styles.shapes import Pointer
from tests.patterncraft.parts.ground import table
from tests.samples import sheet, square

Step = dict[str, Any]
PANEL = replace(sheet(20.0, 40.0, "panel"), grain=Grain(10 + 5j, 10 + 35j), marks=(Mark("heart", 10 + 20j, "point"),))
TWO = Pattern((PANEL, square(10.0, "patch")))
LIES = {"panel": Lie(100 + 50j, 90.0), "patch": Lie(0j)}
"""The panel turned by a quarter clockwise: its x runs down the table, its y to the left."""
START = Replay(TWO, ())


def on_table(x: float, y: float) -> tuple[float, float]:
    """Where a place of the panel lies, by hand: 100 − y, 50 + x."""
    return 100 - y, 50 + x


def pointed(trying: Step, field: str, place: tuple[float, float], **more: Any) -> tuple[Step, str]:
    x, y = on_table(*place)
    return point_at(trying, Pointer(x=x, y=y, field=field, **more), START, LIES, "cm")


def edge(name: str, start: str, fraction: float) -> Step:
    return {"edge": name, "from": start, "fraction": fraction}


def test_the_sheet_under_a_hand_is_the_one_that_lies_there_or_the_nearest_within_six_centimetres() -> None:
    assert sheet_under(TWO, LIES, 5 + 5j).name == "patch"
    assert sheet_under(TWO, LIES, complex(*on_table(10, 20))).name == "panel"
    assert sheet_under(TWO, LIES, complex(*on_table(25.9, 20))).name == "panel"
    assert sheet_under(TWO, LIES, -5.9 + 5j).name == "patch"
    with pytest.raises(BadPlace) as told:
        sheet_under(TWO, LIES, complex(*on_table(26.1, 20)))
    assert (told.value.message, told.value.cure) == ("no sheet lies there.", "Point at a piece.")
    near = {"panel": Lie(16 + 0j), "patch": Lie(0j)}
    assert [sheet_under(TWO, near, x + 5j).name for x in (12.9, 13.1)] == ["patch", "panel"]


def test_without_a_hand_the_step_is_as_it_was() -> None:
    trying = {"move": "rotate_dart"}
    done, words = point_at(trying, None, START, LIES, "cm")
    assert (done, words) == (trying, "")
    assert done is not trying


def test_a_piece_is_filled_in_where_the_step_has_none_and_knows_one() -> None:
    step, _ = pointed({"move": "contour"}, "at", (20, 30))
    assert step["piece"] == "panel"
    kept, _ = pointed({"move": "contour", "piece": "other"}, "at", (20, 30))
    assert kept["piece"] == "other"
    none, _ = pointed({"move": "lengthen"}, "at", (20, 30))
    assert "piece" not in none, "it asks for pieces"
    with pytest.raises(NoSuchName):
        point_at({"move": "contour"}, Pointer(x=0, y=0, field="at", piece="coat"), START, LIES, "cm")


@pytest.mark.parametrize(
    ("place", "found", "words"),
    [
        ((20, 30), edge("right", "top", 0.75), "the right, 30.0 cm from the top"),
        ((20.5, 20.2), edge("right", "top", 0.5), "the middle of the right"),
        ((20, 12.4), edge("right", "top", 0.31), "the right, 12.4 cm from the top"),
        ((5.1, 0.2), edge("top", "left", 0.25), "the top, 5.0 cm from the left"),
    ],
)
def test_a_place_on_an_edge_snaps_to_its_quarters_and_thirds(place: tuple[float, float], found: Step, words: str) -> None:
    step, said = pointed({"move": "contour", "piece": "panel"}, "at", place)
    assert step["at"] == found
    assert said == words


def test_where_a_dart_goes_is_shared_out_place_by_place() -> None:
    """What is left of it: all, then none but a hundredth; a place that is pointed out anew keeps its share."""
    one, _ = pointed({"move": "divide_dart", "piece": "panel"}, "into", (20, 30))
    assert one["into"] == [{"to": edge("right", "top", 0.75), "share": 1.0}]
    one["into"][0]["share"] = 0.6
    two, _ = pointed(one, "into", (5, 0))
    assert [x["share"] for x in two["into"]] == [0.6, 0.4]
    assert two["into"][1]["to"] == edge("top", "left", 0.25)
    again, _ = pointed(two, "into", (0, 10), index=0)
    assert [(x["share"], x["to"]["edge"]) for x in again["into"]] == [(0.6, "left"), (0.4, "top")]
    last, _ = pointed(two, "into", (0, 10), index=1)
    assert [(x["share"], x["to"]["edge"]) for x in last["into"]] == [(0.6, "right"), (0.4, "left")]
    # A place without a share takes nothing yet: all of the rest is left for the next.
    bare, _ = pointed(two | {"into": [{"to": edge("top", "left", 0.5)}]}, "into", (20, 30), index=9)
    assert [x.get("share") for x in bare["into"]] == [None, 1.0]
    over, _ = pointed(two | {"into": [{"to": edge("top", "left", 0.5), "share": 1.0}]}, "into", (20, 30), index=9)
    assert [x["share"] for x in over["into"]] == [1.0, 0.01]


def test_slashes_begin_where_they_are_pointed_at_and_take_the_place_of_a_number() -> None:
    trying = {"move": "slash_and_spread", "piece": "panel", "from_edge": "bottom", "to_edge": "top", "count": 3}
    one, said = pointed(trying, "at", (5, 40))
    assert "count" not in one
    assert one["at"] == [[edge("bottom", "right", 0.75), edge("top", "right", 0.75)]]
    assert said == "the bottom, 15.0 cm from the right, to the top, 15.0 cm from the right"
    led, said = pointed(one, "at", (15, 0))
    assert led["at"] == [[edge("bottom", "right", 0.75), edge("top", "right", 0.25)]], "led to another place of the other edge"
    assert said == "slash 1 to the top, 5.0 cm from the right"
    more, _ = pointed(led, "at", (15, 40))
    assert [x[0]["fraction"] for x in more["at"]] == [0.75, 0.25]
    moved, _ = pointed(more, "at", (10, 40), index=0)
    assert [(a["fraction"], b["fraction"]) for a, b in moved["at"]] == [(0.5, 0.25), (0.25, 0.25)]


@pytest.mark.parametrize(("field", "key"), [("zone", "from"), ("zone.from", "from"), ("zone.to", "to")])
def test_an_end_of_a_zone_is_pointed_out(field: str, key: str) -> None:
    trying = {"move": "convert_dart", "piece": "panel", "zone": {"to": edge("top", "left", 0.9)}}
    step, _ = pointed(trying, field, (5, 0))
    assert step["zone"] == {"to": edge("top", "left", 0.9)} | {key: edge("top", "left", 0.25)}


def test_places_on_the_way_are_set_one_after_the_other_or_in_anothers_stead() -> None:
    trying = {"move": "redraw", "piece": "panel", "edge": "right"}
    one, said = pointed(trying, "through", (14, 25))
    assert one["through"] == [{"at": {"mark": "heart"}, "out": 4.0, "down": 5.0}]
    assert "heart" in said
    two, _ = pointed(one, "through", (10, 20.2))
    assert two["through"][1] == {"mark": "heart"}
    stead, _ = pointed(two, "through", (10, 20.2), index=0)
    assert stead["through"] == [{"mark": "heart"}, {"mark": "heart"}]


def test_a_line_is_drawn_place_by_place_and_keeps_its_shape() -> None:
    first, _ = pointed({"move": "draw_line", "piece": "panel"}, "line", (0, 10))
    assert first["line"] == {"through": [edge("left", "bottom", 0.75)]}
    listed, _ = pointed({"move": "draw_line", "piece": "panel", "line": [edge("left", "bottom", 0.75)]}, "line", (20, 10))
    assert listed["line"] == {"through": [edge("left", "bottom", 0.75), edge("right", "top", 0.25)]}
    curved = first | {"line": {"through": [edge("left", "bottom", 0.75)], "shape": "curve"}}
    two, _ = pointed(curved, "line", (20, 10))
    assert two["line"] == {"through": [edge("left", "bottom", 0.75), edge("right", "top", 0.25)], "shape": "curve"}
    moved, _ = pointed(two, "line", (20, 30), index=1)
    assert moved["line"]["through"][1] == edge("right", "top", 0.75)
    far, _ = pointed(first, "line", (17.5, 3), reach=0.5)
    assert far["line"]["through"][1] == {"at": {"mark": "heart"}, "out": 7.5, "down": -17.0}


def test_a_dart_is_meant_by_a_hand_in_its_mouth() -> None:
    pattern = table()
    front = pattern.piece("front")
    mouth = next(e.path.start for e in front.outline if e.name == "side dart")
    trying = {"move": "rotate_dart", "piece": "front", "dart": "waist dart"}
    step, said = point_at(trying, Pointer(x=mouth.real, y=mouth.imag, field="to", piece="front"), Replay(pattern, ()), {}, "cm")
    assert step["to"] == {"dart": "side dart"}
    assert said == "the side dart"


def test_how_a_parameter_is_picked() -> None:
    assert pick_of({"move": "draw_line"}, "line") == "line"
    assert pick_of({"move": "draw_line"}, "name") == "name"
    assert pick_of({"move": "draw_line"}, "nothing") == ""
    assert pick_of({"move": "fly away"}, "line") == ""
    assert pick_of({}, "line") == ""


# ---- what is shown of the step in the making


def test_the_line_in_the_making_lies_where_its_sheet_lies() -> None:
    step = {"move": "draw_line", "piece": "panel", "line": {"through": [edge("left", "bottom", 0.75), edge("right", "top", 0.25)]}}
    shown = sketch(step, TWO, LIES, "cm")
    assert shown is not None
    assert shown.piece == "panel"
    assert [(p.at.x, p.at.y) for p in shown.points] == [pytest.approx(on_table(0, 10)), pytest.approx(on_table(20, 10))]
    path = parse_path(shown.d)
    assert [(z.real, z.imag) for z in (path[0].start, path[-1].end)] == [
        pytest.approx(on_table(0, 10)),
        pytest.approx(on_table(20, 10)),
    ]
    one = sketch(step | {"line": [edge("left", "bottom", 0.75)]}, TWO, LIES, "cm")
    assert one is not None
    assert (one.d, len(one.points)) == ("", 1)
    assert one.points[0].words


def test_both_ends_of_a_zone_and_every_slash_are_shown() -> None:
    zone = {"move": "convert_dart", "piece": "panel", "zone": {"from": edge("top", "left", 0.25), "to": edge("top", "left", 0.75)}}
    shown = sketch(zone, TWO, LIES, "cm")
    assert shown is not None
    assert [(p.at.x, p.at.y) for p in shown.points] == [pytest.approx(on_table(5, 0)), pytest.approx(on_table(15, 0))]
    assert shown.d == ""
    half = sketch(zone | {"zone": {"to": edge("top", "left", 0.75)}}, TWO, LIES, "cm")
    assert half is not None
    assert len(half.points) == 1
    at = [[edge("bottom", "right", 0.75), edge("top", "right", 0.75)], [edge("bottom", "right", 0.5), edge("top", "right", 0.5)]]
    cuts = sketch({"move": "overlap", "piece": "panel", "at": at}, TWO, LIES, "cm")
    assert cuts is not None
    assert [(p.at.x, p.at.y) for p in cuts.points] == [pytest.approx(on_table(5, 40)), pytest.approx(on_table(10, 40))]
    assert cuts.d.count("M") == 2
    assert [p.words.count(", to the ") for p in cuts.points] == [1, 1]


@pytest.mark.parametrize(
    "step",
    [
        {},
        {"move": "draw_line", "piece": "coat", "line": [edge("left", "bottom", 0.75)]},
        {"move": "draw_line", "piece": "panel"},
        {"move": "draw_line", "piece": "panel", "line": "style line"},
        {"move": "draw_line", "piece": "panel", "line": [{"edge": "hem", "fraction": 0.5}]},
        {"move": "draw_line", "piece": "panel", "line": [{"nonsense": 1}]},
        {"move": "convert_dart", "piece": "panel", "zone": {"from": {"edge": "hem", "fraction": 0.5}}},
        {"move": "overlap", "piece": "panel", "at": [[{"nonsense": 1}, {"edge": "top", "fraction": 0.5}]]},
    ],
)
def test_what_is_no_line_yet_is_not_shown(step: Step) -> None:
    assert sketch(step, TWO, LIES, "cm") is None


def test_a_line_that_cannot_be_drawn_shows_its_places_all_the_same() -> None:
    """Two places that lie on each other are no line, but both are there to be moved."""
    step = {"move": "draw_line", "piece": "panel", "line": [edge("left", "bottom", 0.75), edge("left", "top", 0.25)]}
    shown = sketch(step, TWO, LIES, "cm")
    assert shown is not None
    assert shown.d == ""
    assert [(p.at.x, p.at.y) for p in shown.points] == [pytest.approx(on_table(0, 10)), pytest.approx(on_table(0, 10))]
    assert all(p.words.startswith("the left, ") for p in shown.points)


@pytest.mark.parametrize(
    "step",
    [
        {"move": "draw_line", "piece": "panel", "line": [edge("left", "bottom", 0.75), edge("top", "left", 0.5)]},
        {"move": "convert_dart", "piece": "panel", "zone": {"from": edge("top", "left", 0.25), "to": edge("top", "left", 0.75)}},
        {"move": "overlap", "piece": "panel", "at": [[edge("left", "top", 0.5), edge("right", "top", 0.5)]]},
    ],
)
def test_what_is_pointed_at_on_a_sheet_that_was_never_moved_lies_where_it_was_drawn(step: Step) -> None:
    unmoved, moved = sketch(step, TWO, {}, "cm"), sketch(step, TWO, LIES, "cm")
    assert unmoved is not None
    assert moved is not None
    assert [on_table(p.at.x, p.at.y) for p in unmoved.points] == [pytest.approx((p.at.x, p.at.y)) for p in moved.points]
    assert unmoved == sketch(step, TWO, {"panel": Lie(0j)}, "cm")
