"""Bands, facings, bindings, pockets, linings and culottes: sums by hand, shapes by another library."""

from __future__ import annotations

from dataclasses import replace
from math import ceil, sqrt

import pytest
import shapely

from patterncraft.drafting.schools import school
from patterncraft.geometry.flatten import flat_path
from patterncraft.paper.dart import darts_of
from patterncraft.paper.sewn import sewn_length
from patterncraft.style import on_one_table
from tests.patterncraft.parts.ground import (
    NECK,
    SLEEVE,
    STAND,
    Step,
    edge,
    integrated,
    made,
    near,
    promise,
    refused,
    table,
    total,
)
from tests.samples import WHOLE, polygon

FULL = WHOLE | {
    "bust_girth": 130.0,
    "waist_girth": 116.0,
    "hip_girth": 136.0,
    "upper_arm_girth": 41.0,
    "bust_span": 25.5,
    "shoulder_width": 44.0,
    "shoulder_to_bust": 34.0,
    "front_shoulder_to_waist": 50.0,
    "back_shoulder_to_waist": 45.0,
}
"""A very full figure (invented)."""

WAIST = [["skirt front", "waist"], ["skirt back", "waist"]]


def half_waist() -> float:
    """Darts shut, by independent integration."""
    return sum(integrated(edge(p, "waist")) for p in table("skirt").pieces)


# ---- bands


@pytest.mark.parametrize("fold", ["front", "back"])
def test_a_waistband_is_half_the_waist_twice_its_depth_and_laps_over(fold: str) -> None:
    done = made({"move": "waistband", "depth": 4.0, "overlap": 3.0, "on_fold": fold}, on=table("skirt"))
    band = done.pattern.piece("waistband")
    assert integrated(edge(band, "waist")) == near(half_waist())
    assert integrated(edge(band, f"centre {fold}")) == near(8.0)
    assert integrated(edge(band, "inner edge")) == near(half_waist() + 3.0)
    assert total(done, "The whole band, with what laps over") == near(2 * half_waist() + 3.0)
    assert promise(done.pattern, "waist").kept
    (side,) = done.pattern.notches_of("waist")
    front = integrated(edge(table("skirt").piece("skirt front"), "waist"))
    # On the band the side seam's notch lies as far from the centre front as on the skirt.
    spot = done.pattern.on_side(done.pattern.seam("waist").b, side.at_b or 0.0)
    z = spot.piece.outline[spot.spot.edge].path.at(spot.spot.along)
    from_fold = abs(z.real)
    assert from_fold == near(front if fold == "front" else half_waist() - front)


def test_a_little_of_the_waist_is_eased_onto_its_band_and_more_is_gathered() -> None:
    eased = made({"move": "waistband", "ease": 1.0}, on=table("skirt")).pattern
    assert (eased.seam("waist").rule.kind, promise(eased, "waist").kept) == ("ease", True)
    full = made({"move": "waistband", "ease": 7.0}, on=table("skirt")).pattern
    assert (full.seam("waist").rule.kind, promise(full, "waist").kept) == ("gather", True)
    assert refused({"move": "waistband", "ease": 36.0}, on=table("skirt")).field == "ease"


@pytest.mark.parametrize("move", ["band", "binding"])
def test_a_trim_for_an_edge_that_is_sewn_already_is_set_into_that_seam_and_says_so(move: str) -> None:
    def told(edges: list[list[str]]) -> list[str]:
        return [x.label for x in made({"move": move, "edges": edges}).done[-1].working if x.label.startswith("Set into")]

    assert told([["front", "shoulder"]]) == ["Set into the seam shoulder, where it is sewn already."]
    assert told([["front", "neckline"], ["back", "neckline"]]) == []


def test_a_dart_rotated_out_of_the_waist_afterwards_lets_the_waistband_follow() -> None:
    """What the dart took in is there no more: the waist is longer by its cut edge? No: its paper closes, and the sewn waist keeps its length."""
    out = {"move": "rotate_dart", "piece": "skirt front", "dart": "waist dart", "to": {"edge": "hem", "fraction": 0.5}}
    pattern = made({"move": "waistband"}, out, on=table("skirt")).pattern
    assert promise(pattern, "waist").kept
    assert integrated(edge(pattern.piece("waistband"), "waist")) == near(half_waist(), 0.02)


def test_a_rib_band_is_so_many_hundredths_shorter_on_the_same_fold() -> None:
    done = made(
        {"move": "band", "edges": [["skirt front", "hem"], ["skirt back", "hem"]], "percent": 20.0, "depth": 6.0}, on=table("skirt")
    )
    band = done.pattern.piece("hem band")
    hem = sum(integrated(edge(p, "hem")) for p in table("skirt").pieces)
    assert integrated(edge(band, "hem")) == near(0.8 * hem)
    assert [e.name for e in band.outline if e.kind == "fold"] == ["centre front"]
    assert total(done, "It stretches by") == near(0.25, 1e-9)
    assert promise(done.pattern, "hem band").kept
    told = refused({"move": "band", "edges": [["skirt front", "hem"]], "percent": 60.0}, on=table("skirt"))
    assert told.field == "percent"


# ---- facings


@pytest.mark.parametrize("width", [4.0, 6.0])
def test_facings_of_a_neckline_lie_within_their_pieces_and_are_alike_wide(width: float) -> None:
    done = made({"move": "facing", "edges": NECK, "width": width})
    widths = [x.result.value for stage in done.done[-1].stages for x in stage.sums if x.label == "Wide" and x.result]
    assert widths == [width, width], "told where each is drawn"
    pattern = done.pattern
    for word in ("front", "back"):
        piece, facing = polygon(table().piece(word)), polygon(pattern.piece(f"{word} facing"))
        # Laid where it was traced: its centre on the centre.
        left, top, *_ = facing.bounds
        own = edge(pattern.piece(f"{word} facing"), "neckline")
        there = edge(table().piece(word), "neckline")
        assert own.length == near(there.length, 1e-9)
        shift = there.start - own.start
        laid = shapely.affinity.translate(facing, shift.real, shift.imag)
        assert laid.difference(piece.buffer(0.02)).area < 0.05
        outer = shapely.LineString([(z.real, z.imag) for z in flat_path(own)])
        inner = edge(pattern.piece(f"{word} facing"), "inner edge")
        for k in range(1, 5):
            z = inner.at(inner.length * k / 5)
            assert outer.distance(shapely.Point(z.real, z.imag)) == near(width, 0.06)
        assert left <= 0.1 + top * 0


def test_over_a_joined_shoulder_the_facing_is_one_piece_to_the_buttons_edge() -> None:
    pattern = made(STAND, {"move": "facing", "edges": NECK}).pattern
    (facing,) = [p for p in pattern.pieces if "facing" in p.name]
    neck = sum(integrated(edge(table().piece(n), "neckline")) for n in ("front", "back"))
    assert integrated(edge(facing, "neckline")) == near(neck + 2.0)
    assert [e.name for e in facing.outline if e.kind == "fold"] == ["centre back"]
    assert promise(pattern, pattern.seams[-1].name).kept or promise(pattern, "neckline").kept
    (shoulder,) = [n for n in pattern.notches if n.name == "shoulder"]
    assert shoulder.at_a == near(2.0 + integrated(edge(table().piece("front"), "neckline")))


def test_cut_apart_at_the_shoulder_on_two_folds_and_refused_in_one_piece() -> None:
    pattern = made({"move": "facing", "edges": NECK}).pattern
    assert {"front facing", "back facing"} <= {p.name for p in pattern.pieces}
    assert promise(pattern, "facing shoulder").kept
    told = refused({"move": "facing", "edges": NECK, "apart": False})
    assert (told.field, "two folds" in told.message) == ("apart", True)


def test_a_waist_facing_has_its_darts_shut() -> None:
    pattern = made({"move": "facing", "edges": WAIST, "width": 5.0}, on=table("skirt")).pattern
    for word in ("front", "back"):
        facing = pattern.piece(f"{word} facing")
        assert not facing.darts
        assert integrated(edge(facing, "waist")) == near(sewn_length(table("skirt").piece(f"skirt {word}"), "waist"), 1e-6)
    assert polygon(pattern.piece("back facing")).is_valid


def test_neckline_and_armhole_are_faced_by_one_piece_that_ends_on_side_and_centre() -> None:
    edges = [["front", "neckline"], ["front", "shoulder"], ["front", "armhole"]]
    pattern = made({"move": "facing", "edges": edges, "width": 4.0}).pattern
    facing = pattern.piece("front facing")
    assert polygon(table().piece("front")).buffer(0.01).contains(polygon(facing))
    assert integrated(edge(facing, "centre front")) == near(4.0)
    assert integrated(edge(facing, "side")) == near(4.0)
    for name in ("neckline", "armhole"):
        assert integrated(edge(facing, name)) == near(integrated(edge(table().piece("front"), name)), 1e-6)


def test_a_facing_wider_than_its_piece_is_refused_with_the_widest() -> None:
    told = refused({"move": "facing", "edges": NECK, "width": 15.0})
    assert (told.field, told.cure) == ("width", "Make it at most 11.9 cm wide.")


def test_the_facing_follows_a_neckline_made_wider_afterwards() -> None:
    done = made({"move": "facing", "edges": NECK}, {"move": "neckline", "shape": "round", "width": 2.0})
    for word in ("front", "back"):
        own = integrated(edge(done.pattern.piece(f"{word} facing"), "neckline"))
        assert own == near(integrated(edge(done.pattern.piece(word), "neckline")))
    assert any("follows" in s.label for s in done.done[-1].working)


# ---- bindings


@pytest.mark.parametrize(("finish", "wide"), [("single", 4.0), ("double", 6.0), ("faced", 2.2)])
def test_a_bindings_strip_and_the_cloth_it_takes(finish: str, wide: float) -> None:
    """Common practice, no source: 1 cm folded in four takes 4, doubled 6, turned inside 1 + 2 × 0.6. From cloth 140 wide a strip across the bias is 140 √2 long."""
    done = made({"move": "binding", "edges": [["front", "armhole"], ["back", "armhole"]], "width": 1.0, "finish": finish})
    strip = done.pattern.piece("binding")
    round_ = 2 * sum(integrated(edge(table().piece(n), "armhole")) for n in ("front", "back"))
    assert total(done, "Round the garment") == near(round_)
    assert total(done, "Strip, cut") == near(wide, 1e-9)
    long = round_ + 2.0
    strips = ceil(long / (140 * sqrt(2) - wide))
    assert total(done, "Strips from cloth 140 cm wide") == strips
    assert total(done, "Cloth, cut strip by strip") == near(min(long, 140 * sqrt(2)) / sqrt(2) + strips * wide * sqrt(2))
    assert total(done, "Side of the square, cut in one") == near(sqrt((long + (strips - 1) * wide) * wide))
    assert strip.grain is not None
    assert strip.grain.kind == "bias"
    assert promise(done.pattern, "armhole binding" if "armhole binding" in [s.name for s in done.pattern.seams] else "armhole").kept


# ---- pockets


def test_a_bags_opening_has_a_hands_room_and_is_notched_on_both_sides() -> None:
    """Common practice, no source: half the hand and 4."""
    at = {"edge": "side", "from": "waist", "distance": 5.0}
    done = made({"move": "pocket", "kind": "bag", "piece": "skirt front", "at": at}, on=table("skirt"))
    room = WHOLE["hand_girth"] / 2 + 4
    assert integrated(edge(done.pattern.piece("pocket bag"), "opening")) == near(room, 0.02)
    places = {n.name: n for n in done.pattern.notches_of("side")}
    for key, where in (("pocket", 5.0), ("pocket end", 5.0 + room)):
        assert (places[key].at_a, places[key].at_b) == (near(where), near(where))
    bag = next(x.path for x in done.pattern.piece("skirt front").lines if x.name == "pocket bag")
    drawn = shapely.Polygon([(z.real, z.imag) for z in flat_path(bag)])
    # All of it on the paper, but where the waist dart opens (2 wide, 10 deep): that is sewn shut before the bag is laid on.
    assert drawn.difference(polygon(table("skirt").piece("skirt front")).buffer(0.01)).area < 2 * 10 / 2


@pytest.mark.parametrize(
    ("parameters", "field", "words"),
    [
        ({"kind": "bag", "at": {"edge": "side", "from": "waist", "distance": 50.0}}, "opening", "runs off it"),
        ({"kind": "patch", "at": {"edge": "side", "from": "waist", "distance": 5.0}}, "at", "reaches off the piece"),
        ({"kind": "slant", "at": {"edge": "hem", "fraction": 0.5}}, "at", "begins on the waist"),
        ({"kind": "bag", "at": {"edge": "centre front", "fraction": 0.5}}, "at", "lies in no seam"),
    ],
)
def test_a_pocket_off_the_piece_is_refused_at_its_slot(parameters: Step, field: str, words: str) -> None:
    told = refused({"move": "pocket", "piece": "skirt front", **parameters}, on=table("skirt"))
    assert (told.field, words in told.message) == (field, True), told


def test_a_welts_lips_are_cut_four_times_as_wide_and_turned_at_their_ends() -> None:
    at = {"at": {"edge": "waist", "fraction": 0.5}, "down": 8.0}
    pattern = made({"move": "pocket", "kind": "welt", "piece": "skirt front", "at": at, "opening": 12.0}, on=table("skirt")).pattern
    lip = polygon(pattern.piece("welt"))
    left, top, right, bottom = lip.bounds
    assert (right - left, bottom - top) == (near(15.0), near(4.0))


def test_a_zip_longer_than_its_seam_and_one_at_a_fold() -> None:
    seam = {"move": "turn_edge_into", "piece": "skirt front", "edge": "centre front", "kind": "seam"}
    told = refused(seam, {"move": "fly", "piece": "skirt front", "length": 58.0}, on=table("skirt"))
    assert (told.field, "longer than its seam" in told.message) == ("length", True)
    fold = refused({"move": "fly", "piece": "skirt front"}, on=table("skirt"))
    assert (fold.field, "is a fold" in fold.message) == ("edge", True)
    pattern = made(seam, {"move": "fly", "piece": "skirt front", "length": 16.0}, on=table("skirt")).pattern
    guard = pattern.piece("fly guard")
    assert polygon(guard).bounds[2:] == (near(8.0), near(17.5))
    # It is folded down its middle, from end to end.
    (fold,) = [x.path for x in guard.lines if x.name == "fold line"]
    assert sorted((p.real, p.imag) for p in (fold.start, fold.end)) == [(near(4.0), near(0.0)), (near(4.0), near(17.5))]


def test_a_flys_stitching_runs_down_beside_the_centre_and_turns_in_to_the_zips_end() -> None:
    """Common practice, no source: half a centimetre within the facing's width, straight to its width above the zip's end, then round to the end."""
    seam = {"move": "turn_edge_into", "piece": "skirt front", "edge": "centre front", "kind": "seam"}
    pattern = made(seam, {"move": "fly", "piece": "skirt front", "length": 16.0, "width": 4.0}, on=table("skirt")).pattern
    front = pattern.piece("skirt front")
    centre = next(e.path for e in front.outline if e.name == "centre front")
    top = min((centre.start, centre.end), key=lambda z: z.imag)
    into = 1 if centre.start.real < 0.5 * sum(front.box[::2]) else -1
    stitched = next(x.path for x in front.lines if x.name == "fly stitching")
    straight_on = stitched.segments[0]
    assert [abs(z.real - top.real) for z in straight_on] == [near(3.5), near(3.5)]
    assert [z.imag - top.imag for z in straight_on] == [near(0.0), near(12.0)]
    assert (stitched.end.real - top.real, stitched.end.imag - top.imag) == (near(0.0), near(16.0))
    assert (straight_on[0].real - top.real) * into > 0, "on the paper, not beside it"
    assert front.mark("zip end").at == stitched.end


def test_a_slanting_pocket_opens_so_far_from_the_waist_to_the_side() -> None:
    """The foot of its line lies on the side, as far from its top as the opening is long, to the step in which it is looked for (a 400th of the side)."""
    at = {"edge": "waist", "from": "side", "distance": 4.0}
    done = made({"move": "pocket", "kind": "slant", "piece": "skirt front", "at": at, "opening": 15.0}, on=table("skirt"))
    front = done.pattern.piece("skirt front")
    line = next(x.path for x in front.lines if x.name == "slant pocket")
    side, waist = (shapely.LineString([(z.real, z.imag) for z in flat_path(edge(front, n))]) for n in ("side", "waist"))
    top, foot = (shapely.Point(z.real, z.imag) for z in (line.start, line.end))
    assert waist.distance(top) < 1e-2
    assert side.distance(foot) < 1e-2
    assert line.length == near(15.0, side.length / 400)
    assert line.length >= 15.0 - 1e-9
    head = min(((side.coords[0], side.coords[-1])), key=lambda z: z[1])
    assert total(done, "Down the side") == near(foot.distance(shapely.Point(*head)), 1e-2)
    assert {p.name: (p.cut.quantity, p.cut.mirrored, p.cut.cloth) for p in done.pattern.pieces[-2:]} == {
        "pocket facing": (2, True, "pocketing"),
        "pocket backing": (2, True, "shell"),
    }
    short = refused({"move": "pocket", "kind": "slant", "piece": "skirt front", "at": at, "opening": 50.0}, on=table("skirt"))
    assert short.field in ("opening", "at")


@pytest.mark.parametrize(("percent", "ratio"), [(15.0, 1.1765), (20.0, 1.25), (30.0, 1.4286), (7.0, 1.0753)])
def test_a_band_may_stretch_as_far_as_its_edge_is_longer(percent: float, ratio: float) -> None:
    """1 / 0.85 = 1.17647, 1 / 0.7 = 1.428571, 1 / 0.93 = 1.07527: rounded up in the fourth place, or it would not reach."""
    edges = [["skirt front", "hem"], ["skirt back", "hem"]]
    pattern = made({"move": "band", "edges": edges, "percent": percent, "depth": 6.0}, on=table("skirt")).pattern
    rule = next(s.rule for s in pattern.seams if any(x.piece == "hem band" for x in s.b))
    assert rule.kind == "stretch"
    assert rule.ratio == pytest.approx(ratio, abs=1.01e-4)
    assert rule.ratio >= 1 / (1 - percent / 100)


def test_an_elastic_without_a_girth_is_as_long_as_the_body_there() -> None:
    """Round the waist where the bodice is wide enough; at a neckline that ends at the shoulders, round the neck, which no close neckline is wider than."""
    waist = [["front", "waist"], ["back", "waist"]]
    wide = made({"move": "convert_dart", "piece": "front", "dart": "waist dart", "into": "gather"}).pattern
    assert 2 * sum(integrated(edge(wide.piece(p), e)) for p, e in waist) > WHOLE["waist_girth"]
    assert total(made({"move": "elastic", "edges": waist}, on=wide), "The elastic") == near(WHOLE["waist_girth"])
    neck = made({"move": "elastic", "edges": [["front", "neckline"], ["back", "neckline"]]})
    assert total(neck, "The elastic") == near(WHOLE["neck_girth"])


@pytest.mark.parametrize(("share", "grips"), [(1.0, False), (0.985, False), (0.97, True)])
def test_an_elastic_that_draws_in_nothing_is_told_so(share: float, grips: bool) -> None:
    hem = {"move": "elastic", "edges": [["skirt front", "hem"], ["skirt back", "hem"]]}
    block = school("skirt").draft(WHOLE).pattern
    whole = 2 * sum(integrated(edge(block.piece(p), "hem")) for p in ("skirt front", "skirt back"))
    done = made(hem | {"girth": whole * share}, on=block)
    assert any("draws in nothing" in s.label for s in done.done[-1].working) is not grips


# ---- lining, sash, loops


@pytest.mark.parametrize(("shorter", "done"), [(3.9, True), (4.1, False)])
def test_a_lining_keeps_a_centimetre_beside_its_hem(shorter: float, done: bool) -> None:
    """A strip five deep may be lined four shorter, not more."""
    low = {"move": "cut_along", "piece": "skirt front", "names": ["upper", "strip"],
           "line": [{"edge": "side", "from": "hem", "distance": 5.0}, {"edge": "centre front", "from": "hem", "distance": 5.0}]}  # fmt: skip
    step = {"move": "lining", "pieces": ["strip"], "shorter": shorter, "pleat": 0.0}
    if done:
        assert made(low, step, on=table("skirt")).pattern.piece("strip lining").area > 0
    else:
        told = refused(low, step, on=table("skirt"))
        assert (told.field, told.message) == ("shorter", "beside its hem it is only 5.0 cm long.")


def test_a_lining_is_shorter_at_its_hem_and_pleated_behind() -> None:
    shell = table("skirt")
    stiff = replace(shell, pieces=tuple(replace(p, cut=replace(p.cut, interfacing=1)) for p in shell.pieces))
    pattern = made({"move": "lining", "shorter": 2.5, "pleat": 1.5}, on=stiff).pattern
    for word in ("front", "back"):
        shell, lining = table("skirt").piece(f"skirt {word}"), pattern.piece(f"skirt {word} lining")
        assert integrated(edge(shell, "side")) - integrated(edge(lining, "side")) == near(2.5, 1e-3)
        assert sewn_length(lining, "waist") - sewn_length(shell, "waist") == near(1.5 if word == "back" else 0.0, 1e-3)
        assert (lining.cut.cloth, lining.cut.interfacing) == ("lining", 0), "the shell is interfaced, its lining is not"
    assert promise(pattern, "lining side").kept


def test_a_sash_is_half_on_the_fold_and_tells_what_is_left_to_tie() -> None:
    done = made({"move": "sash", "length": 200.0, "width": 20.0, "point": 10.0})
    sash = polygon(done.pattern.piece("sash"))
    assert sash.bounds[2:] == (near(100.0), near(20.0))
    assert sash.area == near(100 * 20 - 10 * 10, 1e-6)
    assert total(done, "Left to tie at either end") == near((200 - WHOLE["waist_girth"]) / 2)
    assert refused({"move": "sash", "length": 30.0, "point": 12.0}).field == "point"


def test_five_loops_are_one_strip() -> None:
    loops = polygon(made({"move": "loops", "count": 5, "length": 8.0, "width": 1.0}).pattern.piece("loops"))
    assert loops.bounds[2:] == (near(40.0), near(3.0))


# ---- culottes


def test_an_eighth_of_the_hip_and_two_more_behind_two_less_in_front() -> None:
    """Common practice, no source: back 1/8 hip + 2, front 1/8 hip − 2, as deep as the rise and 1."""
    done = made({"move": "culottes"}, on=table("skirt"))
    hip, rise = WHOLE["hip_girth"], WHOLE["body_rise"]
    for word, out in (("back", hip / 8 + 2), ("front", hip / 8 - 2)):
        piece = done.pattern.piece(f"skirt {word}")
        crotch = edge(piece, "crotch")
        ends = sorted((crotch.start, crotch.end), key=lambda z: z.imag)
        assert abs(ends[1].real - ends[0].real) == near(out)
        assert ends[1].imag - ends[0].imag == near(rise + 1)
    legs = [integrated(edge(done.pattern.piece(f"skirt {w}"), "inside leg")) for w in ("front", "back")]
    assert legs[0] == near(legs[1], 1e-9)
    assert promise(done.pattern, "inside leg").kept


@pytest.mark.parametrize(("word", "hollow"), [("back", 3.0), ("front", 4.0)])
def test_a_crotch_passes_its_hollow_from_the_corner_and_arrives_level(word: str, hollow: float) -> None:
    piece = made({"move": "culottes", "hollow_back": 3.0, "hollow_front": 4.0}, on=table("skirt")).pattern.piece(f"skirt {word}")
    crotch = edge(piece, "crotch")
    if crotch.start.imag > crotch.end.imag:
        crotch = crotch.reversed()
    corner = complex(crotch.start.real, crotch.end.imag)
    line = shapely.LineString([(z.real, z.imag) for z in flat_path(crotch)])
    way = (crotch.end - corner) / abs(crotch.end - corner)
    place = corner + hollow * (way - 1j) / abs(way - 1j)
    assert line.distance(shapely.Point(place.real, place.imag)) < 0.02
    assert abs(crotch.end_direction.imag) < 1e-9
    assert abs(crotch.start_direction.real) < 1e-9


def test_a_leg_is_cut_twice_where_its_skirt_lay_on_the_fold() -> None:
    done = made({"move": "culottes"}, on=table("skirt"))
    for name in ("skirt front", "skirt back"):
        cut = done.pattern.piece(name).cut
        assert (cut.quantity, cut.on_fold, cut.mirrored) == (2, False, True)


def test_front_and_back_crotch_are_told_against_the_rise() -> None:
    done = made({"move": "culottes"}, on=table("skirt"))
    seam = sum(integrated(edge(done.pattern.piece(f"skirt {w}"), "crotch")) for w in ("front", "back"))
    assert total(done, "Crotch seam, front and back") == near(seam)
    assert total(done, "The seam is longer than both by") == near(seam - 2 * WHOLE["body_rise"])


@pytest.mark.parametrize(
    ("parameters", "field"),
    [({"depth": 60.0}, "depth"), ({"front": 3.0}, "hollow_front"), ({"back_piece": "skirt"}, "back_piece")],
)
def test_culottes_that_no_one_can_walk_in_are_refused(parameters: Step, field: str) -> None:
    assert refused({"move": "culottes", **parameters}, on=table("skirt")).field == field


@pytest.mark.parametrize("name", ["bodice-half-sheet", "bodice-direct"])
@pytest.mark.parametrize("width", [4.0, 7.0])
def test_a_facings_ends_run_over_darts_that_open_there_shut(name: str, width: float) -> None:
    """The half sheet's front dart opens in the very corner of neckline and shoulder, the direct bodice's in the side below the armhole."""
    edges = NECK if name == "bodice-half-sheet" else [["front", "armhole"], ["back", "armhole"]]
    pattern = made({"move": "facing", "edges": edges, "width": width}, on=table(name)).pattern
    ends = {"bodice-half-sheet": ("front facing", "shoulder"), "bodice-direct": ("armhole facing", "side")}
    piece, end = ends[name]
    assert integrated(edge(pattern.piece(piece), end)) == near(width, 0.01)
    assert polygon(pattern.piece(piece)).is_valid


def test_a_bishop_takes_the_elbow_dart_of_a_full_arm_into_its_hem() -> None:
    full = on_one_table({"bodice": school("bodice-direct").draft(FULL).pattern}, FULL)
    sleeve = {"move": "sleeve", "school": "sleeve-compass"}
    assert [d.name for d in made(sleeve, on=full).pattern.piece("sleeve").darts] == ["elbow dart"]
    after = made(sleeve, {"move": "bishop"}, on=full).pattern
    assert after.piece("sleeve").darts == ()
    assert promise(after, "underarm").kept
    assert promise(after, "armhole").kept


@pytest.mark.parametrize(
    ("long", "asked", "places"),
    [
        # A sleeve's placket of 12: one, half-way (common practice, no source); at the open end buttons the cuff.
        (12.0, None, [6.0]),
        (5.0, None, []),
        (18.0, None, [6.0, 12.0]),
        (12.0, 2, [4.0, 8.0]),
        (18.0, 0, []),
    ],
)
def test_a_placket_is_buttoned_in_the_middle_of_what_lies_uppermost(long: float, asked: int | None, places: list[float]) -> None:
    at = {"edge": "hem", "fraction": 0.75}
    slit = {"move": "slit", "piece": "sleeve", "at": at, "length": long, "facing": False}
    more = {} if asked is None else {"buttons": asked}
    pattern = made(SLEEVE, slit, {"move": "placket", "piece": "sleeve", "width": 2.5} | more).pattern
    for name, word in (("placket", "buttonhole"), ("under placket", "button")):
        marks = pattern.piece(name).marks
        assert [m.at.imag for m in marks] == pytest.approx(places)
        assert all(m.name.split()[0] == word and m.kind == "button" for m in marks)
    # Cut 2 x 2.5 + 2 x 1 = 7 wide, folded at 3.5, turned under by 1: from 1 to 3.5 it lies uppermost.
    assert all(m.at.real == pytest.approx(2.25) for m in pattern.piece("placket").marks)


def test_a_lining_is_made_for_the_bodies_and_not_for_what_was_made_for_their_edges() -> None:
    """A collar, a facing and a cuff are lined by themselves (common practice, no source); a sleeve is lined with the body."""
    parts = (
        {"move": "collar", "kind": "stand_and_fall"},
        SLEEVE,
        {"move": "cuff"},
        {"move": "facing", "edges": [["back", "waist"]]},
    )
    pattern = made(STAND, *parts, {"move": "lining"}).pattern
    assert sorted(p.name for p in pattern.pieces if p.cut.cloth == "lining") == ["back lining", "front lining", "sleeve lining"]


def test_a_pleat_lies_beside_the_fold_whichever_way_the_grain_runs() -> None:
    """A collar's grain runs along its fold's square: its pleat went into the collar, and the sheet was turned inside out."""
    pattern = made({"move": "collar", "kind": "stand_and_fall"}).pattern
    stand = pattern.piece("collar stand")
    done = made({"move": "lining", "pieces": ["collar stand"], "pleat": 1.5}, on=pattern).pattern.piece("collar stand lining")
    fold = integrated(edge(stand, "centre back"))
    assert polygon(done).area - polygon(stand).area == near(1.5 * fold, 1e-6)
    assert min(z.real for e in done.outline for z in (e.path.start,)) == near(-1.5, 1e-9)


def test_a_shaped_waistband_is_the_skirts_own_top_with_its_darts_closed() -> None:
    """What is cut off and what is left is the skirt, but for the darts that were closed in the band (shapely); sewn on it is as long as below it."""
    skirt = table("skirt")
    done = made({"move": "waistband", "shape": "shaped", "depth": 5.0}, on=skirt)
    for word in ("front", "back"):
        top, rest = done.pattern.piece(f"skirt {word} waistband"), done.pattern.piece(f"skirt {word}")
        assert darts_of(top) == []
        assert sewn_length(top, "waist") == near(sewn_length(skirt.piece(f"skirt {word}"), "waist"), 1e-6)
        seam = next(e for e in top.edge_names if e in rest.edge_names and "yoke line" in e)
        assert sewn_length(top, seam) == near(sewn_length(rest, seam), 0.05)
        assert integrated(edge(top, "side")) + integrated(edge(rest, "side")) == near(
            integrated(edge(skirt.piece(f"skirt {word}"), "side")), 1e-3
        )
        assert polygon(top).area + polygon(rest).area == pytest.approx(polygon(skirt.piece(f"skirt {word}")).area, rel=0.01)
        # Outside and inside, of which one is interfaced.
        assert (top.cut.quantity, top.cut.interfacing) == (2 * rest.cut.quantity, rest.cut.quantity)
    assert promise(done.pattern, "skirt front yoke line").kept
    assert promise(done.pattern, "skirt back yoke line").kept


def test_a_shaped_waistband_deeper_than_the_yoke_it_is_cut_from_is_refused_at_its_depth() -> None:
    short = {"move": "yoke", "pieces": ["skirt front", "skirt back"], "edge": "waist", "depth": 6.0}
    told = refused(short, {"move": "waistband", "shape": "shaped", "depth": 8.0}, on=table("skirt"))
    assert told.field == "depth"
