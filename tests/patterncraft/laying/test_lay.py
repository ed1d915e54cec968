"""Lays: nothing laps (shapely), grain lies along the cloth, folds at the fold, checks meet; what to buy, worked by hand."""

from __future__ import annotations

import json
import signal
from cmath import phase
from collections.abc import Iterator
from dataclasses import replace
from itertools import combinations
from math import degrees
from pathlib import Path
from time import monotonic
from typing import Any

import pytest
import shapely

from patterncraft.cli import main
from patterncraft.errors import BadPlace, BadSetting
from patterncraft.finishing.finish import FinishedPiece, finish
from patterncraft.formats.openfile_io import pattern_file, write_file
from patterncraft.geometry.transform import Transform
from patterncraft.house import HouseRules
from patterncraft.laying.buying import buying
from patterncraft.laying.cloth import Cloth, LayOrder, sensible
from patterncraft.laying.engine import LAYERS, lays
from patterncraft.laying.lay import Lay
from patterncraft.laying.matching import phases_for
from patterncraft.laying.packing import Placed, task_of
from patterncraft.laying.shapes import Shape, cloths_of, shapes_for
from patterncraft.laying.stored import placed_data, read_placed, read_shapes, shapes_data
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import CutPlan, Grain
from patterncraft.paper.sewn import sewn_length
from patterncraft.style import on_one_table
from tests.conftest import draft_by
from tests.samples import WHOLE, sheet

RULES = HouseRules()


@pytest.fixture(scope="module")
def whole() -> Pattern:
    """Bodice, sleeve and skirt of one body."""
    bodice = draft_by("bodice-direct", WHOLE)
    sleeve = draft_by("sleeve-compass", WHOLE, base=bodice)
    return on_one_table({"bodice": bodice.pattern, "sleeve": sleeve.pattern, "skirt": draft_by("skirt", WHOLE).pattern})


def made(pattern: Pattern, cloth: Cloth, order: LayOrder) -> tuple[Lay, list[str]]:
    shapes, told = shapes_for(finish(pattern, RULES), "shell", cloth, order)
    phases, missed = phases_for(pattern, shapes, cloth, order)
    return list(lays(task_of(shapes, cloth, order, phases), order))[-1], told + missed


def polygons(lay: Lay) -> list[Any]:
    return [shapely.Polygon([(z.real, z.imag) for z in r]) for r in lay.rings()]


def assert_lies_well(lay: Lay, gap: float) -> None:
    found = polygons(lay)
    for a, b in combinations(found, 2):
        assert a.distance(b) >= gap - 1e-3, "never nearer than the scissors' way"
    for p in found:
        left, top, right, bottom = p.bounds
        assert left >= -1e-3
        assert top >= -1e-3
        assert bottom <= lay.room + 1e-3
        assert right <= lay.length + 1e-6


@pytest.mark.parametrize("how", ["single", "folded", "doubled"])
def test_every_piece_lies_there_as_often_as_it_is_cut_and_none_laps(whole: Pattern, how: Any) -> None:
    order = LayOrder(how=how, seconds=1, gap=0.5)
    lay, _ = made(whole, Cloth(width=140, selvedge=1), order)
    assert_lies_well(lay, 0.5)
    assert lay.room == (69.0 if how == "folded" else 138.0)
    # Cloth that comes off: area by area what the pattern wants, times the layers, but for what lies half at the fold.
    wanted = {p.name: p.cut.quantity for p in whole.pieces}
    counts: dict[str, int] = {}
    for p in lay.placed:
        s = lay.shapes[p.shape]
        counts[s.piece] = counts.get(s.piece, 0) + (1 if how == "single" or s.on_fold else 2)
    assert all(counts[n] >= q and counts[n] - q <= (1 if how == "doubled" else 0) for n, q in wanted.items())
    assert lay.efficiency == pytest.approx(sum(p.area for p in polygons(lay)) / (lay.room * lay.length), abs=1e-4)


def test_every_name_stands_on_its_own_piece() -> None:
    """Also of a piece whose box has its middle outside: an L, as a front with a deep armhole is."""
    ring = (0j, 40 + 0j, 40 + 6j, 6 + 6j, 6 + 40j, 40j)
    shape = Shape("facing", "facing", ring, Transform(1 + 0j, 0j), 1, False, False, (0.0,), 444.0)
    lay = Lay((shape,), (Placed(0, 0, 0.0, 5 + 5j),), 69.0, 1)
    (place,) = lay.name_places()
    assert polygons(lay)[0].contains(shapely.Point(place.real, place.imag))


def test_what_is_on_the_fold_lies_at_the_fold_of_folded_cloth(whole: Pattern) -> None:
    lay, _ = made(whole, Cloth(width=140), LayOrder(how="folded", seconds=1))
    at_fold = [p for p in lay.placed if lay.shapes[p.shape].on_fold]
    assert {lay.shapes[p.shape].piece for p in at_fold} == {p.name for p in whole.pieces if p.cut.on_fold}
    for p in at_fold:
        ring = lay.rings()[lay.placed.index(p)]
        on = [z for z in ring if abs(z.imag) < 2e-3]
        fold = next(e for e in whole.piece(lay.shapes[p.shape].piece).outline if e.kind == "fold")
        assert max(z.real for z in on) - min(z.real for z in on) >= fold.length - 0.01


def test_grain_lies_along_the_cloth_and_with_a_nap_all_heads_one_way(whole: Pattern) -> None:
    for nap in (False, True):
        lay, _ = made(whole, Cloth(width=150, nap=nap), LayOrder(how="single", seconds=1))
        for p in lay.placed:
            shape = lay.shapes[p.shape]
            grain = whole.piece(shape.piece).grain
            assert grain is not None
            arrow = shape.by.then(p.place())
            lean = degrees(phase(arrow.point(grain.end) - arrow.point(grain.start)))
            if nap:
                assert lean == pytest.approx(0.0, abs=1e-6)
            else:
                assert min(abs(lean), 180 - abs(lean)) == pytest.approx(0.0, abs=1e-6)


def test_bias_and_cross_grain_lie_as_they_are_marked() -> None:
    for grain, expected in (
        (Grain(10 + 5j, 10 + 35j, "straight"), 0.0),
        (Grain(10 + 5j, 10 + 35j, "bias"), 0.0),
        (Grain(10 + 5j, 10 + 35j, "cross"), 90.0),
    ):
        piece = replace(sheet(20, 40, "band"), grain=grain, cut=CutPlan(1, False, False))
        (shape,), _ = shapes_for(finish(Pattern((piece,)), RULES), "shell", Cloth(), LayOrder(how="single"))
        arrow = shape.by.point(10 + 35j) - shape.by.point(10 + 5j)
        assert degrees(phase(arrow)) == pytest.approx(expected), grain.kind


def test_a_pair_is_a_left_and_a_right_on_single_cloth(whole: Pattern) -> None:
    shapes, _ = shapes_for(finish(whole, RULES), "shell", Cloth(width=150), LayOrder(how="single"))
    left, right = (s for s in shapes if s.piece == "sleeve")
    assert (left.times, right.times, left.turned_over, right.turned_over) == (1, 1, False, True)
    # Turned over across the cloth, not head to foot.
    assert [z.conjugate() for z in left.ring] == pytest.approx(list(right.ring))


def test_opened_out_a_half_piece_is_whole_and_mirrors_itself(whole: Pattern) -> None:
    half = next(p for p in finish(whole, RULES) if p.name == "front")
    (front,) = (s for s in shapes_for((half,), "shell", Cloth(width=150), LayOrder(how="single"))[0])
    polygon = shapely.Polygon([(z.real, z.imag) for z in front.ring])
    own = shapely.Polygon([(z.real, z.imag) for z in half.cut_line])
    assert polygon.is_valid
    assert polygon.area == pytest.approx(2 * own.area, rel=1e-4)
    middle = polygon.centroid.y
    over = shapely.affinity.scale(polygon, yfact=-1, origin=(0, middle))
    assert over.symmetric_difference(polygon).area < 0.05


def test_notches_of_a_matched_seam_fall_on_the_same_bar(whole: Pattern) -> None:
    repeat = 7.0
    cloth = Cloth(width=150, repeat_along=repeat, repeat_across=5.0)
    lay, told = made(whole, cloth, LayOrder(how="single", seconds=1, match=("side",)))
    assert told == []
    assert_lies_well(lay, 0.3)
    seam = whole.seam("side")
    notch = whole.notches_of("side")[0]
    bars = []
    for side, at in ((seam.a, notch.at_a), (seam.b, notch.at_b)):
        place = whole.on_side(side, at or 0.0)
        point = place.piece.outline[place.spot[0]].path.at(place.spot[1])
        for p in lay.placed:
            if lay.shapes[p.shape].piece == place.piece.name:
                bars.append(lay.shapes[p.shape].by.then(p.place()).point(point).real % repeat)
    assert len(bars) == 2
    assert abs((bars[0] - bars[1] + repeat / 2) % repeat - repeat / 2) < 1e-3
    # Both centres lie on the stripe, so that the halves of the body mirror each other.
    for name in ("front", "back"):
        p = next(x for x in lay.placed if lay.shapes[x.shape].piece == name)
        fold = next(e for e in whole.piece(name).outline if e.kind == "fold")
        at = lay.shapes[p.shape].by.then(p.place()).point(fold.path.start).imag % 5.0
        assert min(at, 5.0 - at) < 1e-3


def test_a_seam_that_cannot_be_matched_as_well_is_told(whole: Pattern) -> None:
    cloth = Cloth(width=150, repeat_along=7.0)
    shapes, _ = shapes_for(finish(whole, RULES), "shell", cloth, LayOrder(how="single", match=("side", "shoulder")))
    _, told = phases_for(whole, shapes, cloth, LayOrder(how="single", match=("side", "shoulder")))
    assert len(told) == 1
    assert "misses the repeat by" in told[0]


def test_a_cloth_too_narrow_says_which_piece_by_how_much_and_what_helps(whole: Pattern) -> None:
    pieces = finish(whole, RULES)
    sleeve = next(p for p in pieces if p.name == "sleeve")
    wide = max(z.real for z in sleeve.cut_line) - min(z.real for z in sleeve.cut_line)
    cloth = Cloth(width=2 * wide - 4, selvedge=0)
    with pytest.raises(BadSetting) as e:
        shapes_for((sleeve,), "shell", cloth, LayOrder(how="folded"))
    assert "2.0 cm too narrow" in str(e.value)
    assert "Lay the cloth single" in e.value.cure
    with pytest.raises(BadSetting) as e:
        shapes_for((sleeve,), "shell", Cloth(width=wide - 3, selvedge=0), LayOrder(how="single"))
    assert "3.0 cm too narrow" in str(e.value)
    assert f"at least {wide:.1f} cm wide" in e.value.cure


def test_nothing_to_lay_no_repeat_no_width() -> None:
    with pytest.raises(BadSetting, match="nothing to cut"):
        task_of([], Cloth(), LayOrder())
    with pytest.raises(BadSetting, match="no repeat"):
        sensible(Cloth(), LayOrder(match=("side",)))
    with pytest.raises(BadSetting, match="can be cut into"):
        sensible(
            Cloth(
                width=20,
                selvedge=5,
                shrink_weft=30,
            ).model_copy(update={"width": 14.0}),
            LayOrder(),
        )
    with pytest.raises(ValueError, match="less than or equal to 30"):
        Cloth(shrink_warp=100)


def test_what_is_cut_of_which_cloth() -> None:
    shell = replace(sheet(20, 40, "front"), cut=CutPlan(2, False, True, interfacing=1))
    lining = replace(sheet(20, 40, "front lining"), cut=CutPlan(2, False, True, "lining"))
    pieces = finish(Pattern((lining, shell)), RULES)
    assert cloths_of(pieces) == ["shell", "lining", "interfacing"]
    count = {use: sum(s.times for s in shapes_for(pieces, use, Cloth(), LayOrder(how="single"))[0]) for use in cloths_of(pieces)}
    assert count == {"shell": 2, "lining": 2, "interfacing": 1}
    assert sum(s.times for s in shapes_for(pieces, "shell", Cloth(), LayOrder(how="single"), 3)[0]) == 6


def two() -> Lay:
    """Two sheets of 40 × 30 on cloth 69 across: at (0, 0) and at (50, 0)."""
    ring = (0j, 40 + 0j, 40 + 30j, 30j)
    shapes = tuple(Shape(n, n, ring, Transform(1 + 0j, 0j), 1, False, False, (0.0, 180.0), 1200.0) for n in ("skirt", "waistband"))
    return Lay(shapes, (Placed(0, 0, 0.0, 0j), Placed(1, 0, 0.0, 50 + 0j)), 69.0, 2)


def test_what_to_buy_worked_by_hand_in_metres_and_yards() -> None:
    lay = two()
    assert lay.length == 90.0
    assert lay.efficiency == pytest.approx(2400 / (69 * 90))
    cloth, order = Cloth(width=140, shrink_warp=4, price=25, repeat_along=6), LayOrder(how="folded", match=("side",))
    # (90 + 6) / 0.96 = 100.0; that is ten steps of 10 cm.
    found = buying(lay, cloth, order, "cm")
    assert (found.need, found.length, found.words, found.cost) == (pytest.approx(100.0), pytest.approx(100.0), "1.00 m", 25.0)
    assert found.reasons == (
        "the lay, folded lengthwise: 90.0 cm",
        "one repeat, to begin where the check does: + 6.0 cm",
        "it shrinks by 4 % when it is washed first: + 4.0 cm",
        "rounded up to the next 10 cm: 1.00 m",
    )
    # A yard is 91.44 cm: 100 cm are 1.0936 yd, so nine eighths.
    assert buying(lay, cloth, order, "in").words == "1 1/8 yd"
    # Doubled: twice 90 = 180, rounded up already; 180 / 91.44 = 1.9685, so two yards.
    twice = buying(lay, Cloth(width=70), LayOrder(how="doubled"), "in")
    assert (twice.words, twice.length) == ("2 yd", pytest.approx(182.88))


def test_a_cloth_too_short_says_what_fits_and_what_can_be_joined() -> None:
    found = buying(two(), Cloth(in_stock=60), LayOrder(), "cm")
    assert found.short == (
        "The cloth is short by 30.0 cm: of 90.0 cm there are 60.0 cm.",
        "1 of 2 pieces lie on what there is; these do not: waistband.",
        "Of two lengths, with a seam where nobody looks, could be cut: waistband.",
    )
    assert buying(two(), Cloth(in_stock=90), LayOrder(), "cm").short == ()
    # Half of 150 less two selvedges of 1 is 74 across; 90 × 69 / 74 = 83.9.
    assert "about 83.9 cm" in buying(two(), Cloth(width=140), LayOrder(), "cm").wider


def test_by_hand_a_piece_slides_where_it_laps_on_nothing() -> None:
    lay = two()
    assert lay.with_moved(1, 0.0, 41 + 0j).length == 81.0
    assert lay.with_moved(1, 180.0, 90 + 30j).length == 90.0
    for turn, shift, words, field in (
        (0.0, 39 + 0j, "would lie on the skirt", "x"),
        (0.0, 50 + 40j, "hang off the cloth", "y"),
        (0.0, 50 - 1j, "hang off the cloth", "y"),
        (0.0, -1 + 0j, "hang off the cloth", "x"),
        (90.0, 100 + 0j, "off its grain", "turn"),
    ):
        with pytest.raises(BadPlace, match=words) as told:
            lay.with_moved(1, turn, shift)
        assert told.value.field == field
    assert lay.is_sound()
    assert not replace(lay, placed=(lay.placed[0], Placed(1, 0, 0.0, 39.9 + 0j))).is_sound()


def test_a_lay_kept_is_the_lay_that_was_made(whole: Pattern) -> None:
    cloth, order = Cloth(width=150, repeat_along=7.0), LayOrder(how="single", seconds=1, match=("side",))
    shapes, _ = shapes_for(finish(whole, RULES), "shell", cloth, order)
    phases, _ = phases_for(whole, shapes, cloth, order)
    read, again = read_shapes(json.loads(json.dumps(shapes_data(shapes, phases))))
    assert [replace(s, ring=()) for s in read] == [replace(s, ring=()) for s in shapes]
    assert max(abs(a - b) for s, t in zip(shapes, read, strict=True) for a, b in zip(s.ring, t.ring, strict=True)) < 1e-4
    assert again == phases
    placed = (Placed(0, 0, 180.0, 12.3456 + 7.25j), Placed(1, 1, 0.0, 0j))
    assert read_placed(json.loads(json.dumps(placed_data(placed)))) == placed


@pytest.fixture(params=["as usual", "in the background"])
def told_to_stop(request: pytest.FixtureRequest) -> Iterator[None]:
    """A shell's background jobs are started with SIGINT ignored, and hand that on."""
    before = signal.getsignal(signal.SIGINT)
    signal.signal(signal.SIGINT, signal.SIG_IGN if request.param == "in the background" else signal.default_int_handler)
    yield
    signal.signal(signal.SIGINT, before)


@pytest.mark.usefixtures("told_to_stop")
def test_stopped_the_packer_ends_with_the_best_so_far(whole: Pattern) -> None:
    order = LayOrder(how="single", seconds=60)
    cloth = Cloth(width=150)
    shapes, _ = shapes_for(finish(whole, RULES), "shell", cloth, order)
    asked: list[float] = []
    found = []

    def stop() -> bool:
        if found and not asked:
            asked.append(monotonic())
        return bool(found)

    for lay in lays(task_of(shapes, cloth, order), order, stop):
        found.append(lay)
    assert monotonic() - asked[0] < 20, "a second on a quiet machine; all of its sixty are not taken"
    assert [a.length for a in found] == sorted((a.length for a in found), reverse=True)
    assert LAYERS["single"] == found[-1].layers == 1


@pytest.mark.parametrize("hears", [True, False])
def test_stopped_before_anything_was_found_it_has_not_failed(whole: Pattern, hears: bool, monkeypatch: pytest.MonkeyPatch) -> None:
    """Also where the packer, still being loaded, does not hear it."""
    order = LayOrder(how="single", seconds=60)
    shapes, _ = shapes_for(finish(whole, RULES), "shell", Cloth(width=150), order)
    if not hears:
        # Signal 0 is heard by nobody (kill(2)).
        monkeypatch.setattr("patterncraft.laying.engine.signal.SIGINT", 0)
        monkeypatch.setattr("patterncraft.laying.engine.PATIENCE", 1.0)
    begun = monotonic()
    found = list(lays(task_of(shapes, Cloth(width=150), order), order, lambda: True))
    assert monotonic() - begun < 20, "of its sixty"
    assert [a.length for a in found] == sorted((a.length for a in found), reverse=True)


def test_the_command_line_lays_and_draws(whole: Pattern, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    file, out = tmp_path / "p.json", tmp_path / "lay.svg"
    file.write_bytes(write_file(pattern_file(whole, "All")))
    assert main(["lay", str(file), "--width", "140", "--fold", "--seconds", "1", "--json", "--out", str(out)]) == 0
    data = json.loads(capsys.readouterr().out)
    assert {p["piece"] for p in data["placements"]} == {p.name for p in whole.pieces}
    drawn = [
        shapely.Polygon([tuple(map(float, z.split())) for z in p["path"].removeprefix("M ").removesuffix(" Z").split(" L ")])
        for p in data["placements"]
    ]
    assert all(a.intersection(b).area < 1e-3 for a, b in combinations(drawn, 2))
    assert max(p.bounds[2] for p in drawn) == pytest.approx(data["length"], abs=1e-3)
    assert sum(p.area for p in drawn) / (data["width"] * data["length"]) == pytest.approx(data["efficiency"], abs=1e-3)
    assert out.read_text().count('class="piece') == len(drawn)
    assert main(["lay", str(file), "--width", "15", "--out", str(out)]) == 2
    assert "width" in capsys.readouterr().err
    assert main(["lay", str(file), "--width", "40"]) == 2
    assert "too narrow" in capsys.readouterr().err


def test_the_fixture_is_a_garment(whole: Pattern) -> None:
    """Else the tests above would lay nothing worth laying."""
    assert {p.name for p in whole.pieces} == {"front", "back", "sleeve", "skirt front", "skirt back"}
    assert sewn_length(whole.piece("skirt front"), "hem") > 20
    assert isinstance(finish(whole, RULES)[0], FinishedPiece)
