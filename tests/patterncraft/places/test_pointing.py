"""A hand on the paper: what it means at each distance from what lies there, on both sides of each limit."""

from __future__ import annotations

from dataclasses import replace

import pytest

from patterncraft.geometry.path import straight
from patterncraft.paper.edge import Edge, EdgeKind
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import DartRule, DrawnLine, Grain, Mark, Piece
from patterncraft.paper.seam import Notch, Seam, SeamRule, Stretch
from patterncraft.places.levels import downward, level_point, levels_of, outward
from patterncraft.places.pointing import CATCH, nearest_place, nearest_target, pointed_place
from tests.samples import square


def sheet() -> Piece:
    """A square of 20: its left the centre, a dart from (9, 20) over (10, 12) to (11, 20), a mark, a level line at 5."""
    corners = [0j, 20 + 0j, 20 + 20j, 11 + 20j, 10 + 12j, 9 + 20j, 20j]
    names = ["neckline", "side", "waist", "waist dart", "waist dart", "waist", "centre front"]
    kinds: list[EdgeKind] = ["seam", "seam", "seam", "dart", "dart", "seam", "fold"]
    outline = tuple(Edge(n, k, straight(a, b)) for n, k, a, b in zip(names, kinds, corners, [*corners[1:], 0j], strict=True))
    return Piece(
        "front",
        outline,
        (DartRule("waist dart", 1.0),),
        marks=(Mark("pocket", 4 + 8j),),
        lines=(DrawnLine("chest", straight(5j, 20 + 5j)),),
    )


def table() -> Pattern:
    seam = Seam("side", (Stretch("front", "side", "neckline"),), (), SeamRule("hold", length=20.0))
    return Pattern((sheet(),), (seam,), (Notch("balance", "side", "single", 14.0, None),))


def meant(z: complex, reach: float = 0.8) -> dict[str, object]:
    return pointed_place(sheet(), table(), z, reach).model_dump(by_alias=True, exclude_defaults=True)


@pytest.mark.parametrize(
    ("z", "place"),
    [
        # Marks, pivots and notches within half the reach.
        (4.3 + 8.2j, {"mark": "pocket"}),
        (10.2 + 12.3j, {"dart": "waist dart"}),
        (19.7 + 14.2j, {"notch": "balance"}),
        # The outline within the reach: its ends, middle, thirds, quarters within 0.3 along it, else a thousandth.
        (10.2 + 0.5j, {"edge": "neckline", "from": "centre front", "fraction": 0.5}),
        (6.5 - 0.3j, {"edge": "neckline", "from": "centre front", "fraction": pytest.approx(1 / 3)}),
        (14.8 + 0.7j, {"edge": "neckline", "from": "centre front", "fraction": 0.75}),
        (0.1 - 0.2j, {"edge": "neckline", "from": "centre front", "fraction": 0.0}),
        (7.4 + 0.1j, {"edge": "neckline", "from": "centre front", "fraction": 0.37}),
        # On an edge that runs down, the level of what is named within 0.3.
        (19.8 + 8.2j, {"edge": "side", "level": "pocket"}),
        (0.3 + 4.8j, {"edge": "centre front", "level": "chest"}),
        (19.8 + 12.2j, {"edge": "side", "level": "waist dart"}),
        # Inside: out from the centre and down from the nearest mark or pivot, in millimetres.
        (6.04 + 6.52j, {"at": {"mark": "pocket"}, "out": 2.0, "down": -1.5}),
        (12.5 + 10j, {"at": {"dart": "waist dart"}, "out": 2.5, "down": -2.0}),
    ],
)
def test_a_hand_means_the_nearest_thing_within_its_reach(z: complex, place: dict[str, object]) -> None:
    assert meant(z) == place


def test_just_beyond_its_reach_a_hand_means_the_next_thing() -> None:
    assert meant(4 + 8.39j) == {"mark": "pocket"}
    assert meant(4 + 8.45j)["at"] == {"mark": "pocket"}
    assert "edge" in meant(13.5 + 0.79j)
    assert "at" in meant(13.5 + 0.85j)
    assert "edge" in meant(13.5 + 2.9j, reach=3.0), "seen small on the table a finger is wide"
    # The catch along an edge: the middle of 20 from 9.7 on.
    assert meant(10 - CATCH + 0.02 + 0j)["fraction"] == 0.5
    assert meant(10 - CATCH - 0.02 + 0j)["fraction"] == pytest.approx(0.484)


def test_a_dart_is_meant_within_a_centimetre_of_its_mouth() -> None:
    piece = sheet()
    for z in (10 + 20.5j, 9.2 + 20.4j, 10.9 + 19.6j):
        assert nearest_target(piece, z, "side dart").model_dump(exclude_defaults=True) == {"dart": "waist dart"}
    assert "edge" in nearest_target(piece, 10 + 20.5j, "waist dart").model_dump(exclude_defaults=True), "not into itself"
    for z in (13.2 + 20j, 6.8 + 20j, 10 + 22.1j):
        assert "edge" in nearest_target(piece, z, "side dart").model_dump(exclude_defaults=True)


def test_an_edge_with_its_dart_shut_is_measured_over_it() -> None:
    """The waist is 18 with the dart shut: 9 on the side's side of the mouth and 4.5 of the 9 beyond are three quarters."""
    place = nearest_place(sheet(), 4.5 + 20.2j)
    assert (place.edge, place.start) == ("waist", "side")
    assert place.fraction == pytest.approx(0.75)


def test_where_nothing_is_marked_a_place_inside_is_counted_from_the_outline() -> None:
    bare = square(20, "bare")
    place = pointed_place(bare, Pattern((bare,)), 10.2 + 3j).model_dump(by_alias=True, exclude_defaults=True)
    assert place == {"at": {"edge": "top", "from": "left", "fraction": 0.5}, "out": 0.2, "down": 3.0}


@pytest.mark.parametrize(
    ("grain", "down"),
    [(None, 1j), (2j, 1j), (-2j, 1j), (3 + 4j, 0.6 + 0.8j), (-3 - 4j, 0.6 + 0.8j), (5 + 0j, 1 + 0j), (-5 + 0j, -1 + 0j)],
)
def test_down_runs_along_the_grain_to_the_hem_and_out_away_from_the_centre(grain: complex | None, down: complex) -> None:
    piece = replace(sheet(), grain=Grain(5 + 5j, 5 + 5j + grain) if grain else None)
    assert downward(piece) == pytest.approx(down)
    out = outward(piece)
    assert abs((out * down.conjugate()).real) < 1e-12, "square to it"
    if abs(down.imag) > 0.5:
        assert out.real > 0, "the centre is on the left"
    mirrored = replace(
        piece,
        outline=tuple(
            replace(
                e,
                name={"centre front": "left side", "side": "centre front"}.get(e.name, e.name),
                kind="seam" if e.kind == "fold" else e.kind,
            )
            for e in piece.outline
        ),
    )
    if abs(down.imag) > 0.5:
        assert outward(mirrored).real < 0
    nowhere = replace(piece, outline=tuple(replace(e, name="edge", kind="seam") for e in piece.outline if e.kind != "dart"))
    if abs(down.imag) > 0.5:
        assert outward(nowhere).real > 0, "to the right, where there is no centre"


def test_everything_that_has_a_level_is_listed_once_and_found() -> None:
    piece = replace(sheet(), lines=(*sheet().lines, DrawnLine("pocket", straight(2 + 2j, 3 + 2j))))
    assert levels_of(piece) == ["pocket", "chest", "waist dart"]
    assert [level_point(piece, n) for n in levels_of(piece)] == [4 + 8j, 5j, 10 + 12j]
