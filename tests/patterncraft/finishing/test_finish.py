"""Finishing: allowances, shaped mouths, notches across the allowance, fold and labels."""

from dataclasses import replace
from itertools import pairwise

import pytest
import shapely

from patterncraft.finishing.dart_mouth import folds_to_first, mouth_shape
from patterncraft.finishing.finish import FinishedPiece, cut_words, finish
from patterncraft.finishing.grainline import grain_drawn
from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.path import Path, straight
from patterncraft.geometry.segment import derivative_at, point_at
from patterncraft.geometry.transform import turn_over
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import darts_of, find_dart
from patterncraft.paper.edge import Edge, EdgeKind
from patterncraft.paper.fold import lies_on_fold
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import CutPlan, DartRule, DrawnLine, Grain, Piece
from patterncraft.paper.seam import Notch, Seam, SeamRule, Stretch
from patterncraft.replay import replay
from tests.conftest import draft_by
from tests.samples import WHOLE, ruled, square

RULES = HouseRules()


def shape(p: FinishedPiece) -> shapely.Polygon:
    return shapely.Polygon([(z.real, z.imag) for z in p.cut_line])


def finished(pattern: Pattern, name: str, rules: HouseRules | None = None) -> FinishedPiece:
    return next(p for p in finish(pattern, rules or HouseRules(), "Style · Person") if p.name == name)


def test_fold_has_no_allowance_and_every_other_edge_its_own(bodice: Pattern) -> None:
    front = finished(bodice, "front")
    cut = shape(front)
    assert cut.is_valid
    assert cut.bounds[0] == pytest.approx(0.0, abs=1e-6), "the cut line runs along the fold itself"
    widths = {e.name: e.allowance for e in front.edges}
    assert widths == {"neckline": 0.6, "shoulder": 1.0, "armhole": 1.0, "side": 2.0, "waist": 1.0, "centre front": 0.0}
    for e in front.edges:
        middle = e.path.at(0.5 * e.path.length)
        if e.name != "waist":
            assert cut.exterior.distance(shapely.Point(middle.real, middle.imag)) == pytest.approx(e.allowance, abs=3e-3)


def test_house_rules_change_the_cut_line(bodice: Pattern) -> None:
    inches = finished(bodice, "back", HouseRules.inch_set())
    assert {e.allowance for e in inches.edges} == {0.0, 0.635, 1.27}


def test_mouth_is_the_neighbouring_edge_turned_over_the_leg(bodice: Pattern) -> None:
    front = bodice.piece("front")
    dart = find_dart(front, "waist dart")
    assert not folds_to_first(front, dart), "a waist dart is pressed toward the centre"
    mouth = mouth_shape(front, dart)
    assert (mouth.start, mouth.end) == dart.mouth
    # Fold the dart back as cloth is folded: the half next the centre leg falls on the waistline.
    half = mouth.segments[-1]
    folded = [turn_over(dart.sewn_point, dart.mouth[1]).point(z) for z in half]
    assert all(z.imag == pytest.approx(dart.mouth[1].imag, abs=1e-9) for z in folded)
    # By hand: the level waist leaves the leg at the angle of leg to waist; the peak stands on the middle.
    peak = half[0]
    assert peak.real == pytest.approx(dart.middle.real)
    assert peak.imag > dart.middle.imag


@pytest.mark.parametrize("left", [0.4, 3.0])
def test_a_mouth_beside_a_short_edge_is_run_on_straight_to_the_darts_middle(left: float) -> None:
    """A dart 4 wide and 10 deep in a waist that slopes by one in four beside it, and ends there after 0.4 or 3 cm: under its neighbour
    the cloth is cut on along that slope, turned over the leg, and meets the dart's middle where two lines meet."""
    first, second, tip = 8 + 0j, 12 + 0j, 10 + 10j
    end = first - left * (4 + 1j) / abs(4 + 1j)
    corners = [first, tip, second, 20 + 0j, 20 + 30j, complex(end.real, 30), end]
    names = ["waist dart", "waist dart", "waist", "side", "hem", "centre front", "waist"]
    piece = ruled("front", corners, names, 0.0)
    (dart,) = darts_of(piece)
    leg = (first - tip) / abs(first - tip)
    away = leg * ((end - first) / abs(end - first) / leg).conjugate()
    meets = first + away * (dart.middle - first).real / away.real
    mouth = mouth_shape(piece, dart)
    assert folds_to_first(piece, dart)
    assert abs(mouth.start - first) + abs(mouth.end - second) < 1e-9
    assert [
        abs(z - w) for z, w in zip((mouth.segments[0][-1], mouth.segments[1][0]), (meets, meets), strict=True)
    ] == pytest.approx([0, 0], abs=1e-9)
    assert mouth.length == pytest.approx(2 * abs(meets - first))


def test_side_dart_is_pressed_down(bodice: Pattern) -> None:
    front = bodice.piece("front")
    dart = find_dart(front, "side dart")
    lower = max(dart.mouth, key=lambda z: z.imag)
    assert (dart.mouth[0] == lower) == folds_to_first(front, dart)


def test_every_mouth_of_every_figure_is_shaped(any_bodice: Pattern) -> None:
    for piece in any_bodice.pieces:
        for dart in darts_of(piece):
            mouth = mouth_shape(piece, dart)
            assert mouth.length > dart.intake, "longer than the chord: it is not just cut straight across"
            assert mouth.length < 2.2 * dart.intake


def test_notches_reach_from_the_seam_to_the_cut_line(any_bodice: Pattern) -> None:
    for piece in finish(any_bodice, HouseRules()):
        edge = shape(piece).exterior
        seam = shapely.LineString([(z.real, z.imag) for e in piece.edges for z in flat_path(e.path)])
        for n in piece.notches:
            assert seam.distance(shapely.Point(n.inner.real, n.inner.imag)) < 3e-3
            assert edge.distance(shapely.Point(n.outer.real, n.outer.imag)) < 3e-3, f"{piece.name} {n.name}"


def test_single_front_and_double_back_balance_marks(bodice: Pattern) -> None:
    front, back = (finished(bodice, n) for n in ("front", "back"))
    assert [n.name for n in front.notches].count("front balance") == 1
    assert [n.name for n in back.notches].count("back balance") == 2
    a, b = (n.inner for n in back.notches if n.name == "back balance")
    assert abs(a - b) == pytest.approx(1.2, abs=0.01)


def test_every_dart_has_notches_at_its_legs_and_a_hole_short_of_its_point(bodice: Pattern) -> None:
    front = finished(bodice, "front")
    for dart in front.darts:
        assert [n.inner for n in front.notches if n.name == dart.name] == list(dart.mouth)
        assert abs(dart.drill - dart.point) == pytest.approx(1.0)


def test_piece_cut_on_the_fold_until_a_dart_breaks_the_fold(bodice: Pattern) -> None:
    assert lies_on_fold(bodice.piece("front"))
    step = {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": "centre front", "fraction": 0.5}}
    after = replay(bodice, read_steps([step]), HouseRules()).pattern
    assert not lies_on_fold(after.piece("front"))
    front = finished(after, "front")
    assert front.fold is None
    assert front.label == ("2 front", "Style", "Person", "cut 2, a pair · shell")
    assert {e.allowance for e in front.edges if e.name == "centre front"} == {2.0}


def test_label_says_number_style_person_and_how_many(bodice: Pattern) -> None:
    assert finished(bodice, "back").label == ("1 back", "Style", "Person", "cut 1 on the fold · shell")


def test_finishing_after_rotations_stays_sound(any_bodice: Pattern) -> None:
    steps = [
        {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": e, "fraction": f}, "share": 0.5}
        for e, f in (("shoulder", 0.5), ("armhole", 0.5))
    ]
    for p in finish(replay(any_bodice, read_steps(steps), HouseRules()).pattern, HouseRules()):
        assert shape(p).is_valid
        net = shapely.Polygon([(z.real, z.imag) for e in p.edges for z in flat_path(e.path)[:-1]])
        assert shape(p).buffer(0.003).contains(net.buffer(0))


def with_dart_in(edge: str, at: tuple[complex, complex, complex], corners: list[complex], names: list[str]) -> Piece:
    """A half piece, its centre on the left, with a dart between the given mouth points inside ``edge``."""
    outline: list[Edge] = []
    for name, a, b in zip(names, corners, [*corners[1:], corners[0]], strict=True):
        kind: EdgeKind = "fold" if name.startswith("centre") else "seam"
        if name == edge:
            first, point, second = at
            outline += [
                Edge(name, kind, straight(a, first)),
                Edge("dart", "dart", straight(first, point)),
                Edge("dart", "dart", straight(point, second)),
                Edge(name, kind, straight(second, b)),
            ]
        else:
            outline.append(Edge(name, kind, straight(a, b)))
    return Piece("front", tuple(outline), (DartRule("dart", 0.0),))


CORNERS = [0j, 8 + 0j, 18 + 4j, 22 + 18j, 20 + 40j, 40j]
NAMES = ["neckline", "shoulder", "armhole", "side", "waist", "centre front"]


@pytest.mark.parametrize(
    ("edge", "mouth", "toward"),
    [
        ("waist", (12 + 40j, 9 + 40j), 9 + 40j),
        ("shoulder", (12 + 1.6j, 14 + 2.4j), 12 + 1.6j),
        ("neckline", (3 + 0j, 5 + 0j), 3 + 0j),
        ("side", (21.5 + 24j, 21 + 29j), 21 + 29j),
        ("armhole", (19.5 + 9j, 20.5 + 12.5j), 20.5 + 12.5j),
        ("centre front", (24j, 21j), 24j),
    ],
)
def test_darts_are_pressed_toward_the_centre_and_those_that_lie_across_down(
    edge: str, mouth: tuple[complex, complex], toward: complex
) -> None:
    """Waist, shoulder and neckline darts toward the centre; side, armhole and centre darts down (common practice, no source)."""
    piece = with_dart_in(edge, (mouth[0], 10 + 20j, mouth[1]), CORNERS, NAMES)
    dart = find_dart(piece, "dart")
    assert dart.mouth == mouth
    assert dart.mouth[0 if folds_to_first(piece, dart) else 1] == toward


@pytest.mark.parametrize(("bend", "on_fold"), [(0.0, True), (0.02, False), (1.5, False)])
def test_a_bent_centre_is_no_fold(bend: float, on_fold: bool) -> None:
    """Cloth folds along a straight line only: two hundredths of a centimetre of bend already cannot be folded."""
    sheet = square(20)
    curve = Path(((20j, complex(-bend, 14), complex(-bend, 6), 0j),))
    piece = Piece("half", (*sheet.outline[:3], Edge("centre", "fold", curve)))
    assert lies_on_fold(piece) is on_fold
    done = finish(Pattern((piece,)), HouseRules())[0]
    assert (done.fold is not None) is on_fold
    assert [e.allowance for e in done.edges if e.name == "centre"] == [
        0.0 if on_fold else HouseRules().allowances.for_edge("centre", "seam")
    ]


def test_two_folds_are_none() -> None:
    sheet = square(20)
    piece = Piece("band", tuple(replace(e, kind="fold") if e.name in ("left", "right") else e for e in sheet.outline))
    assert not lies_on_fold(piece)


@pytest.mark.parametrize("gap", [0.4, 1.0])
def test_a_double_notch_is_two_snips_a_rules_gap_apart_and_stays_on_its_edge(gap: float) -> None:
    sheet = square(10, "sheet")
    seam = Seam("top", (Stretch("sheet", "top", "left"),), (), SeamRule("free"))
    notches = (Notch("middle", "top", "double", 5.0, None), Notch("corner", "top", "double", 9.9, None))
    done = finish(Pattern((sheet,), (seam,), notches), HouseRules(double_notch_gap=gap))[0]
    assert sorted(n.inner.real for n in done.notches if n.name == "middle") == pytest.approx([5 - gap / 2, 5 + gap / 2])
    assert sorted(n.inner.real for n in done.notches if n.name == "corner") == pytest.approx([9.9 - gap / 2, 10.0]), (
        "not off the edge"
    )
    assert {round(n.inner.imag, 9) for n in done.notches} == {0.0}
    assert {round(n.outer.imag, 6) for n in done.notches} == {-HouseRules().allowances.seam}


def test_how_a_piece_is_cut_is_said_by_its_plan() -> None:
    sheet = square(10)
    for plan, words in (
        (CutPlan(1, False, False), "cut 1"),
        (CutPlan(6, False, False), "cut 6"),
        (CutPlan(2, False, True), "cut 2, a pair"),
        (CutPlan(4, False, True), "cut 4, a pair"),
    ):
        assert cut_words(replace(sheet, cut=plan)) == words
    fold = replace(sheet, outline=tuple(replace(e, kind="fold") if e.name == "left" else e for e in sheet.outline))
    assert cut_words(replace(fold, cut=CutPlan(1, True, False))) == "cut 1 on the fold"
    assert cut_words(replace(fold, cut=CutPlan(2, True, False))) == "cut 2 on the fold"
    assert cut_words(replace(sheet, cut=CutPlan(1, True, False))) == "cut 2, a pair", "without a fold it cannot be cut on one"
    assert CutPlan(1, True, False, interfacing=1).as_pairs() == CutPlan(2, False, True, interfacing=2)
    assert CutPlan(2, False, False).as_pairs() == CutPlan(2, False, False), "what lies on no fold stays as it is"


@pytest.mark.parametrize("school", ["bodice-direct", "bodice-half-sheet", "bodice-shoulder-dart", "skirt"])
def test_a_darts_mouth_folded_shut_lies_under_its_neighbours_cut_line(school: str) -> None:
    """The cloth of a pressed dart is cut along the edge it lies under: its allowance, folded with it, is the neighbour's own.
    (Where the mouth is hollow, its inmost point lies farther than the allowance from the cut line: both parallels meet there.)
    """
    pattern = draft_by(school, WHOLE).pattern
    checked = 0
    for f in finish(pattern, RULES):
        piece = pattern.piece(f.name)
        ring = shapely.LinearRing([(z.real, z.imag) for z in f.cut_line])
        for dart in darts_of(piece):
            mouth = mouth_shape(piece, dart)
            if len(mouth.segments) < 2:
                continue
            own = next(e for e in f.edges if e.path.start == mouth.start and e.path.end == mouth.end)
            assert own.kind == "seam"
            assert own.allowance == RULES.allowances.for_edge(dart.mouth_edge, "seam")
            first = folds_to_first(piece, dart)
            corner = dart.mouth[0] if first else dart.mouth[1]
            by = turn_over(dart.sewn_point, corner)
            half = mouth.segments[0] if first else mouth.segments[-1]
            neighbour = piece.outline[(dart.vertex - 2) if first else (dart.vertex + 1) % len(piece.outline)]
            under = shapely.LineString([(z.real, z.imag) for z in flat_path(neighbour.path, 0.001)])
            for t in (0.25, 0.5, 0.75):
                z = point_at(half, t)
                way = derivative_at(half, t)
                over = by.point(z)
                if under.distance(shapely.Point(over.real, over.imag)) < 0.005:
                    checked += 1
                    out = z - 1j * way / abs(way) * own.allowance
                    assert ring.distance(shapely.Point(out.real, out.imag)) < 0.01, (
                        f"{f.name} {dart.name}: not parallel at {own.allowance}"
                    )
    assert checked > 2


def test_folds_hems_and_drawn_centres_are_snipped_where_they_end() -> None:
    """A square of 20 on the fold, 2.5 hem, with a centre drawn 3 from its right side: worked by hand, to the allowances of the house."""
    a = RULES.allowances
    kinds: dict[str, EdgeKind] = {"bottom": "hem", "left": "fold"}
    sheet = square(20, "half")
    outline = tuple(replace(e, kind=kinds.get(e.name, "seam")) for e in sheet.outline)
    centre = DrawnLine("centre front", straight(17 + 0j, 17 + 20j))
    short = DrawnLine("centre back", straight(5 + 1j, 5 + 19j))
    waist = DrawnLine("waist", straight(0 + 8j, 20 + 8j))
    piece = Piece("half", outline, lines=(centre, short, waist), cut=CutPlan(1, False, True))
    done = finish(Pattern((piece,)), RULES)[0]
    snips = {(n.name, n.inner): n.outer for n in done.notches}
    assert snips == pytest.approx(
        {
            ("bottom", 20 + 20j): 20 + a.seam + 20j,
            ("left", 0j): -a.seam * 1j,
            ("left", 20j): 20j + a.hem * 1j,
            ("centre front", 17 + 0j): 17 - a.seam * 1j,
            ("centre front", 17 + 20j): 17 + (20 + a.hem) * 1j,
        },
        abs=1e-6,
    ), "none of a line that ends inside, none of the waist, none where there is no allowance"


def test_a_hem_beside_a_slanting_side_is_snipped_along_its_own_line() -> None:
    """The snip runs on along the hem, out to where the side's allowance ends: so the turned-up hem's fold is found again."""
    for block in ("gored-skirt", "skirt"):
        pattern = draft_by(block, WHOLE).pattern
        for piece in finish(pattern, RULES):
            hem = next(e for e in piece.edges if e.kind == "hem")
            ends = [n for n in piece.notches if n.name == hem.name]
            beside = [
                e
                for e in piece.edges
                if e.kind != "hem" and e.allowance and {e.path.start, e.path.end} & {hem.path.start, hem.path.end}
            ]
            assert len(ends) == len(beside) > 0
            for n in ends:
                at = 0.0 if n.inner == hem.path.start else hem.path.length
                way = hem.path.direction_at(at) * (-1 if at == 0.0 else 1)
                assert abs((n.outer - n.inner) / abs(n.outer - n.inner) - way) < 1e-6


@pytest.mark.parametrize(
    ("name", "marked"),
    [
        ("centre front", True),
        ("collar fold", True),
        ("hem", True),
        ("style line", False),
        ("off centre ", False),
        ("hem line", False),
    ],
)
def test_a_centre_a_fold_and_a_hem_drawn_on_the_paper_are_snipped_at_both_ends_and_no_other_line_is(
    name: str, marked: bool
) -> None:
    piece = replace(square(20), lines=(DrawnLine(name, straight(5 + 0j, 5 + 20j)),))
    (done,) = finish(Pattern((piece,)), RULES)
    assert sorted((n.inner for n in done.notches if n.name == name), key=lambda z: z.imag) == ([5 + 0j, 5 + 20j] if marked else [])


@pytest.mark.parametrize("parts", [2, 5])
def test_where_a_corner_lies_does_not_depend_on_how_many_strokes_an_edge_is_drawn_with(parts: int) -> None:
    """The same skirt, its edges each in one stroke or in several: cut alike, its hem's corners folded at the hem."""
    skirt = draft_by("skirt", WHOLE).pattern
    rules = RULES.model_validate({"finishing": {"hem_corners": "folded", "seam_corners": "squared"}})
    plain, other = (
        finish(Pattern((p,)), rules)[0] for p in (skirt.piece("skirt front"), in_strokes(skirt.piece("skirt front"), parts))
    )
    assert shape(plain).symmetric_difference(shape(other)).area < 0.02


def in_strokes(piece: Piece, parts: int) -> Piece:
    """Its straight edges drawn with so many strokes, end to end."""
    edges = []
    for e in piece.outline:
        if len(e.path.segments) == 1 and len(e.path.segments[0]) == 2:
            stops = [e.path.start + (e.path.end - e.path.start) * k / parts for k in range(parts + 1)]
            e = e.with_path(Path(tuple(pairwise(stops))))
        edges.append(e)
    assert any(len(e.path.segments) == parts for e in edges)
    return piece.with_outline(tuple(edges))


def test_a_grainline_that_only_touches_a_darts_point_is_drawn_through() -> None:
    """The point of a dart from the side lies on it: on both sides of the point there is paper."""
    corners = [0j, 20 + 0j, 20 + 40j, 40j, 21j, 10 + 20j, 19j]
    piece = ruled("front", corners, ["waist", "centre front", "hem", "side", "side dart", "side dart", "side"])
    grain = Grain(10 + 8j, 10 + 32j)
    drawn = grain_drawn(replace(piece, grain=grain))
    assert drawn is not None
    assert (drawn.start, drawn.end) == (grain.start, grain.end)


@pytest.mark.parametrize(("deep", "shaped"), [(0.4, False), (1.2, True)])
def test_a_dart_less_deep_than_half_a_centimetre_is_cut_straight_across(deep: float, shaped: bool) -> None:
    corners = [9.5 + 0j, complex(10, deep), 10.5 + 0j, 20 + 0j, 20 + 30j, 30j, 0j]
    names = ["waist dart", "waist dart", "waist", "side", "hem", "centre front", "waist"]
    piece = ruled("front", corners, names, 0.0)
    (dart,) = darts_of(piece)
    assert (len(mouth_shape(piece, dart).segments) == 2) is shaped
