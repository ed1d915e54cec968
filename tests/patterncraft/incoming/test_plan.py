"""A drawing that came in with a plan: scale, corners, allowance off, darts, seams; every length worked by hand or by shapely."""

from __future__ import annotations

import io
from itertools import pairwise
from math import hypot
from typing import Any

import ezdxf
import pytest
import shapely

from patterncraft.errors import BadFile
from patterncraft.house import HouseRules
from patterncraft.incoming.block_in import block_in, read_drawing
from patterncraft.incoming.drawn import Drawn
from patterncraft.incoming.outlines import outlines_of
from patterncraft.incoming.piece_in import edges_of
from patterncraft.incoming.plan import PiecePlan, Plan
from patterncraft.ledger import ledger
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from tests.samples import polygon, sewn_of


def svg(body: str, size: str = 'width="80cm" height="90cm" viewBox="0 0 80 90"') -> bytes:
    return f'<svg xmlns="http://www.w3.org/2000/svg" {size}>{body}</svg>'.encode()


NAMES = ("neckline", "shoulder", "armhole", "side", "waist")
FRONT = '<path id="front" d="M 5 4 L 32 4 L 36 69 L 5 69 Z"/>'


def front(**changes: Any) -> dict[str, Any]:
    return {
        "outline": 0,
        "name": "skirt front",
        "corners": [[5, 4], [32, 4], [36, 69], [5, 69]],
        "edges": ["waist", "side", "hem", "centre front"],
        "grain": {"start": [10, 20], "end": [10, 50]},
    } | changes


def brought(data: bytes, *pieces: dict[str, Any], **plan: Any) -> Pattern:
    return block_in(read_drawing(data), Plan.model_validate({"pieces": list(pieces)} | plan)).block.pattern


def near(value: float, by: float = 1e-2) -> Any:
    return pytest.approx(value, abs=by)


def length(piece: Piece, edge: str) -> float:
    return sum(e.length for e in piece.outline if e.name == edge)


def test_an_allowance_all_round_and_a_deeper_hem_come_off() -> None:
    piece = brought(svg(FRONT), front(allowance=1.0, allowances={"hem": 4.0})).piece("skirt front")
    # By hand: the side leans 4 in 65; its parallel lies 1 · √(65² + 4²) / 65 farther in, measured level. The fold has no allowance.
    lean = hypot(65, 4) / 65
    assert length(piece, "waist") == pytest.approx(27 + 4 / 65 - lean, abs=1e-4)
    assert length(piece, "hem") == pytest.approx(27 + 61 * 4 / 65 - lean, abs=1e-4)
    assert length(piece, "side") == pytest.approx(60 * lean, abs=1e-4)
    assert length(piece, "centre front") == pytest.approx(60.0, abs=1e-4)


def test_where_no_grain_is_said_it_runs_straight_down_the_middle_fifths() -> None:
    """31 cm wide and 65 deep: down the middle, from three tenths of its depth to seven; the sheet begins at its corner."""
    plan = {k: v for k, v in front().items() if k != "grain"}
    grain = brought(svg(FRONT), plan).piece("skirt front").grain
    assert grain is not None
    assert (grain.start, grain.end) == (near(15.5 + 19.5j), near(15.5 + 45.5j))


def test_each_edge_may_have_its_own_allowance() -> None:
    piece = brought(svg(FRONT), front(allowances={"waist": 2.0, "side": 1.5})).piece("skirt front")
    assert length(piece, "centre front") == pytest.approx(63.0, abs=1e-4)
    assert length(piece, "hem") == pytest.approx(31 - 1.5 * hypot(65, 4) / 65, abs=1e-4)


def test_a_curved_edge_moves_as_shapely_moves_it() -> None:
    """A quarter of a round skirt with 1.5 cm added: every edge against shapely's own buffer."""
    drawn = svg('<path d="M 10 10 L 40 10 C 40 26.568542 26.568542 40 10 40 Z"/>')
    plan = {"outline": 0, "name": "front", "corners": [[10, 10], [40, 10], [10, 40]], "edges": ["side", "hem", "centre seam"]}
    piece = brought(drawn, {**plan, "kinds": {"hem": "seam"}, "allowance": 1.5}).piece("front")
    whole = brought(drawn, {**plan, "kinds": {"hem": "seam"}}).piece("front")
    wanted = polygon(whole).buffer(-1.5, join_style="mitre")
    assert piece.area == pytest.approx(wanted.area, abs=0.1)  # shapely flattens: by 0.002 cm of 47
    # r = 30: the hem's parallel is a circle of 28.5 between the lines 1.5 in from both straight sides.
    assert length(piece, "side") == pytest.approx((28.5**2 - 1.5**2) ** 0.5 - 1.5, abs=0.02)
    assert polygon(piece).is_valid


def test_a_bodice_to_which_shapely_added_an_allowance_comes_back_as_it_is_sewn(bodice: Pattern) -> None:
    """1 cm all round but on the fold, darts filled, in short strokes, as another program would save it."""
    pieces, body, net = [], "", {}
    for k, (name, centre) in enumerate((("back", "centre back"), ("front", "centre front"))):
        piece = bodice.piece(name)
        folded = [shapely.Polygon([(z.real, z.imag) for z in (*d.mouth, d.pivot)]).buffer(1e-6) for d in darts_of(piece)]
        whole = shapely.union_all([polygon(piece).buffer(0), *folded])
        ring = whole.buffer(1.0, join_style="mitre").intersection(shapely.box(0, -50, 200, 200)).exterior
        body += f'<path d="M {" L ".join(f"{x + 5 + 40 * k:.4f} {y + 5:.4f}" for x, y in list(ring.coords)[:-1])} Z"/>'
        net[name] = {e: sewn_of(piece)[e] for e in ("neckline", "shoulder", "armhole", centre)}
        pieces.append({"outline": k, "name": name, "allowance": 1.0, "edges": [*NAMES, centre], "corners": []})
    for p, o in zip(pieces, outlines_of(read_drawing(svg(body))).outlines, strict=True):
        corners = [o.path.at(c) for c in o.corners]
        # The neck at the centre is where one begins: the second corner from the left below.
        first = min(range(6), key=lambda i: (round(corners[i].real, 1), corners[i].imag))
        p["corners"] = [[z.real, z.imag] for z in corners[first:] + corners[:first]]
    for piece in brought(svg(body), *pieces).pieces:
        for edge, wanted in net[piece.name].items():
            assert length(piece, edge) == pytest.approx(wanted, abs=0.02), f"{edge} of the {piece.name}"


def test_a_dart_drawn_inside_is_cut_in_and_one_cut_already_is_taken_as_it_is() -> None:
    dart = {"name": "waist dart", "point": [16, 16], "mouth": [[15, 4], [17, 4]], "set_back": 1.0}
    inside = brought(svg(FRONT), front(darts=[dart])).piece("skirt front")
    cut = '<path d="M 5 4 L 15 4 L 16 16 L 17 4 L 32 4 L 36 69 L 5 69 Z"/>'
    already = brought(svg(cut), front(darts=[dart])).piece("skirt front")
    for piece in (inside, already):
        found = darts_of(piece)[0]
        assert (found.name, found.mouth_edge) == ("waist dart", "waist")
        assert found.intake == pytest.approx(2.0, abs=1e-4)
        assert found.depth == pytest.approx(12.0, abs=1e-4)
        assert abs(found.sewn_point - found.pivot) == pytest.approx(1.0, abs=1e-4)
        assert sewn_of(piece)["waist"] == pytest.approx(25.0, abs=1e-4)


def test_a_dart_with_a_peak_loses_the_peak_with_its_allowance() -> None:
    """The edge was drawn with 1 cm, and its dart with the peak that the folded dart is cut with."""
    peak = '<path d="M 5 4 L 14.9167 4 L 16 3.2 L 17.0833 4 L 32 4 L 36 69 L 5 69 Z"/>'
    dart = {"name": "waist dart", "point": [16, 17], "mouth": [[15, 4], [17, 4]]}
    piece = brought(svg(peak), front(allowance=1.0, darts=[dart])).piece("skirt front")
    found = darts_of(piece)[0]
    # The legs run on from the point: 2 cm across at 13 cm, so 2 · 12 / 13 across at 12.
    assert found.intake == pytest.approx(2 * 12 / 13, abs=0.01)


def test_the_grain_is_laid_upright_and_the_other_half_turned_over() -> None:
    leaning = '<g transform="rotate(30 20 40)"><path d="M 5 4 L 32 4 L 36 69 L 5 69 Z"/></g>'
    turn = shapely.affinity.rotate
    places = [shapely.Point(*p) for p in ((5, 4), (32, 4), (36, 69), (5, 69), (10, 20), (10, 50))]
    corners = [list(turn(p, 30, origin=(20, 40)).coords[0]) for p in places]
    body = svg(f'<g transform="translate(20 5)">{leaning}</g>', 'width="120cm" height="120cm" viewBox="0 0 120 120"')
    moved = [[x + 20, y + 5] for x, y in corners]
    plan = front(corners=moved[:4], grain={"start": moved[4], "end": moved[5]})
    piece = brought(body, plan).piece("skirt front")
    assert piece.grain is not None
    assert abs(piece.grain.end - piece.grain.start - 30j) < 1e-3
    assert piece.box == pytest.approx((0, 0, 31, 65), abs=1e-3)
    over = brought(body, plan | {"turned_over": True}).piece("skirt front")
    assert over.area == pytest.approx(piece.area, abs=1e-6)
    centre = next(e for e in over.outline if e.name == "centre front").path
    assert centre.start.real == pytest.approx(31.0, abs=1e-3), "the centre lies at the right hand now"


@pytest.mark.parametrize(
    ("size", "plan", "wide"),
    [
        (
            'width="800" height="900" viewBox="0 0 80 90"',
            {"known": {"a": [1.322917, 1.058333], "b": [8.466667, 1.058333], "length": 27.0}},
            27.0,
        ),
        ('viewBox="0 0 80 90"', {"unit": "cm"}, 27.0),
        ('viewBox="0 0 80 90"', {"unit": "in"}, 27 * 2.54),
        ('width="400mm" height="450mm" viewBox="0 0 80 90"', {}, 13.5),
        ('width="8in" height="9in" viewBox="0 0 80 90"', {}, 27 * 0.254),
    ],
)
def test_to_scale_by_its_size_a_unit_or_a_known_length(size: str, plan: dict[str, Any], wide: float) -> None:
    factor = wide / 27 if "known" not in plan else 10 * 2.54 / 96
    piece = front(
        corners=[[x * factor, y * factor] for x, y in ([5, 4], [32, 4], [36, 69], [5, 69])],
        grain={"start": [10 * factor, 20 * factor], "end": [10 * factor, 50 * factor]},
    )
    done = brought(svg(FRONT, size), piece, **plan).piece("skirt front")
    assert length(done, "waist") == pytest.approx(wide, rel=2e-6)


def test_a_test_square_sets_the_scale_and_tells_a_stretched_drawing() -> None:
    def done(square: str) -> Any:
        drawn = read_drawing(svg(FRONT + square))
        plan = Plan.model_validate({"pieces": [front()], "square": {"outline": 1, "side": 10}})
        return block_in(drawn, plan)

    right = done('<rect x="50" y="5" width="8" height="8"/>')
    assert length(right.block.pattern.piece("skirt front"), "centre front") == pytest.approx(65 * 10 / 8, abs=1e-3)
    assert not any("stretched" in t for t in right.told)
    assert any("stretched one way" in t for t in done('<rect x="50" y="5" width="8.2" height="8"/>').told)
    with pytest.raises(BadFile, match="no square"):
        done('<circle cx="60" cy="20" r="5"/>')


SIDED = (
    '<path d="M 45 4 L 70 4 L 73.98 69 L 45 69 Z"/>',
    {
        "outline": 1,
        "name": "skirt back",
        "corners": [[45, 4], [70, 4], [73.98, 69], [45, 69]],
        "edges": ["waist", "side", "hem", "centre back"],
        "grain": {"start": [50, 20], "end": [50, 50]},
    },
)
"""The back of the skirt, and what is said of it."""
MARKED = {
    "darts": [{"name": "waist dart", "point": [16, 16], "mouth": [[15, 4], [17, 4]], "set_back": 1.0}],
    "marks": [{"name": "hip", "at": [30, 24]}],
    "lines": [{"name": "hip line", "start": [5, 24], "end": [33, 24]}],
}
NOTCH = {"name": "hip", "places": [["skirt front", "side", [33.25, 24.3]], ["skirt back", "side", [71.22, 24.0]]]}


def _at_scale(value: Any, by: float, place: bool = False) -> Any:
    """The plan of a drawing so many times as large: its places, and no length that is told in cm."""
    if isinstance(value, dict):
        return {k: _at_scale(v, by, k in ("corners", "point", "mouth", "at", "start", "end", "places")) for k, v in value.items()}
    if isinstance(value, list):
        return [_at_scale(v, by, place) for v in value]
    return value * by if place and not isinstance(value, str) else value


@pytest.mark.parametrize(
    ("by", "size", "scale"),
    [
        pytest.param(1.0, 'width="80cm" height="90cm" viewBox="0 0 80 90"', {}, id="as it is"),
        pytest.param(
            0.5,
            'width="40cm" height="45cm" viewBox="0 0 80 90"',
            {"known": {"a": [2.5, 2.0], "b": [16.0, 2.0], "length": 27.0}},
            id="half as large, by a length that is known",
        ),
        pytest.param(
            0.5,
            'width="40cm" height="45cm" viewBox="0 0 80 90"',
            {"square": {"outline": 2, "side": 10.0}},
            id="half as large, by its test square",
        ),
        pytest.param(
            2.0, 'width="160cm" height="180cm" viewBox="0 0 80 90"', {"square": {"outline": 2, "side": 10.0}}, id="twice as large"
        ),
    ],
)
def test_drawn_to_any_scale_it_is_the_same_block_with_all_that_is_marked_on_it(by: float, size: str, scale: dict[str, Any]) -> None:
    """By hand, as far down and across as it is said of the drawing at true scale; the sheet begins at the front's upper left corner, 5, 4."""
    back, told = SIDED
    square = '<rect x="40" y="75" width="10" height="10"/>'
    pieces = [_at_scale(p, by) for p in (front(**MARKED), told)]
    done = brought(svg(FRONT + back + square, size), *pieces, notches=[_at_scale(NOTCH, by)], **scale)
    piece = done.piece("skirt front")
    assert {e.name: near(e.length, 1e-3) for e in piece.outline if e.kind != "dart" and e.name != "waist"} == {
        "side": hypot(65, 4),
        "hem": 31,
        "centre front": 65,
    }
    assert (piece.cut.quantity, piece.cut.on_fold, piece.cut.mirrored) == (1, True, False), "its centre is a fold"
    (dart,) = darts_of(piece)
    assert (dart.pivot, dart.intake, abs(dart.sewn_point - dart.pivot)) == (near(11 + 12j), near(2.0), near(1.0))
    assert [(m.name, m.at) for m in piece.marks if m.name == "hip"] == [("hip", near(25 + 20j))]
    (line,) = piece.lines
    assert (line.name, line.path.start, line.path.end) == ("hip line", near(20j), near(28 + 20j))
    assert piece.grain is not None
    assert (piece.grain.start, piece.grain.end) == (near(5 + 16j), near(5 + 46j))
    (notch,) = done.notches
    # 20.3 of 65 down the leaning side of the front, and 20 of the back's: from the waist, or from the hem.
    along = (20.3 + 0.05 * 4 / 65) / 65 * hypot(65, 4), 20.0 / 65 * hypot(65, 3.98)
    whole = hypot(65, 4), hypot(65, 3.98)
    side = done.seam("side").a[0]
    wanted = along if side.start == "waist" else (whole[0] - along[0], whole[1] - along[1])
    assert (notch.at_a, notch.at_b) == (near(wanted[0], 0.02), near(wanted[1], 0.02))


BACK = '<path id="back" d="M 45 4 L 70 4 L 73.98 69 L 45 69 Z"/>'
BODICE = (
    '<path d="M 10 10 C 13 13 16 13 18 5 L 28 8 C 25 16 26 24 32 26 L 31 45 L 10 45 Z"/>'
    '<path d="M 42 7 C 45 7.5 48 7 50 5 L 60 8.2 C 57 16 58 24 63 26 L 62 45 L 42 45 Z"/>'
)


def test_front_and_back_are_paired_and_openings_wait_for_their_parts() -> None:
    plan = [
        {
            "outline": i,
            "name": name,
            "corners": corners,
            "edges": ["neckline", "shoulder", "armhole", "side", "waist", centre],
            "grain": {"start": [corners[0][0] + 3, 20], "end": [corners[0][0] + 3, 40]},
        }
        for i, name, centre, corners in (
            (0, "back", "centre back", [[42, 7], [50, 5], [60, 8.2], [63, 26], [62, 45], [42, 45]]),
            (1, "front", "centre front", [[10, 10], [18, 5], [28, 8], [32, 26], [31, 45], [10, 45]]),
        )
    ]
    drawn = read_drawing(svg(BODICE))
    order = ["front", "back"] if _front_is_larger(drawn) else ["back", "front"]
    pieces = {p["name"]: p | {"outline": order.index(str(p["name"]))} for p in plan}
    notch = {"name": "bust", "places": [["front", "side", [31.5, 35.5]], ["back", "side", [62.5, 35.5]]]}
    # A quarter of the shoulder from the neck: 10 across and 3 down in front, 3.2 behind.
    quarter = {"name": "quarter", "places": [["front", "shoulder", [20.5, 5.75]], ["back", "shoulder", [52.5, 5.8]]]}
    armhole = {"name": "low", "places": [["back", "armhole", [62.5, 25.7]]]}
    done = block_in(
        drawn, Plan.model_validate({"pieces": list(pieces.values()), "notches": [notch, quarter, armhole]})
    ).block.pattern
    assert {s.name: (len(s.a), len(s.b), s.rule.kind) for s in done.seams} == {
        "shoulder": (1, 1, "equal"),
        "side": (1, 1, "equal"),
        "armhole": (2, 0, "hold"),
        "neckline": (2, 0, "hold"),
        "waist": (2, 0, "hold"),
    }
    # √(10² + 3²) against √(10² + 3.2²), and one side as long as the other: worked by hand.
    promises = {p.name: p for p in ledger(done, HouseRules())}
    assert promises["shoulder"].difference == pytest.approx(hypot(10, 3) - hypot(10, 3.2), abs=1e-3)
    assert promises["side"].kept
    shoulder = done.seam("shoulder")
    assert shoulder.a[0].start == shoulder.b[0].start, "both sides are walked from one end"
    share = 0.25 if shoulder.a[0].start == "neckline" else 0.75
    at = next(n for n in done.notches if n.name == "quarter")
    assert (at.at_a, at.at_b) == (near(share * hypot(10, 3)), near(share * hypot(10, 3.2)))
    for opening in ("armhole", "neckline", "waist"):
        assert [x.piece for x in done.seam(opening).a] == ["front", "back"], "front first, whatever comes first in the drawing"
    # All of the front's armhole first, then half a centimetre and three millimetres of the back's, up from the side.
    around = [done.side_length((x,)) for x in done.seam("armhole").a]
    low = next(n for n in done.notches if n.name == "low")
    assert [x.start for x in done.seam("armhole").a] == ["shoulder", "side"]
    assert low.at_a == near(around[0] + hypot(0.5, 0.3), 0.05)
    assert low.at_b is None
    n = done.notches[0]
    assert (n.at_a, n.at_b) == (pytest.approx(hypot(1, 19) / 2, abs=1e-2), pytest.approx(hypot(1, 19) / 2, abs=1e-2))


def _front_is_larger(drawn: Drawn) -> bool:
    return outlines_of(drawn).outlines[0].path.start.real < 38


def test_loose_strokes_are_chained_and_a_gap_is_told_with_its_place() -> None:
    document = ezdxf.new("R2000")
    document.header["$INSUNITS"] = 4
    space = document.modelspace()
    corners = [(50, -40), (320, -40), (360, -690), (50, -690)]
    for a, b in zip(corners, corners[1:] + corners[:1], strict=True):
        space.add_line(b, a) if a == corners[1] else space.add_line(a, b)
    out = io.StringIO()
    document.write(out)
    piece = brought(out.getvalue().encode(), front()).piece("skirt front")
    assert length(piece, "hem") == pytest.approx(31.0, abs=1e-6)
    space.delete_entity(space[3])
    space.add_line((50, -690), (50, -48))
    out = io.StringIO()
    document.write(out)
    with pytest.raises(BadFile, match=r"open by 0\.80 cm, near 5\.0, 4\.[08] cm"):
        block_in(read_drawing(out.getvalue().encode()), None)


@pytest.mark.parametrize(
    ("changes", "words"),
    [
        ({"corners": [[5, 4], [32, 4], [36, 69]]}, "3 corners make 3 edges, and 4 are named"),
        ({"corners": [[5, 4], [36, 69], [32, 4], [5, 69]]}, "not in order"),
        ({"corners": [[5, 4], [32, 4], [36, 69], [15, 40]]}, "corner 4 lies"),
        ({"outline": 3}, "there is no outline 3"),
        ({"allowance": 15.0, "allowances": {"centre front": 15.0}}, "allowance"),
        ({"darts": [{"name": "d", "point": [16, 16], "mouth": [[15, 4], [34, 40]]}]}, "lies on two edges"),
        ({"darts": [{"name": "d", "point": [16, 16], "mouth": [[15, 40], [17, 4]]}]}, "off the outline"),
        ({"marks": [{"name": "hip", "at": [60, 20]}]}, "does not lie on the piece"),
        ({"grain": {"start": [10, 20], "end": [10, 20]}}, "no length"),
    ],
)
def test_what_is_wrong_in_a_plan_is_told_with_the_piece(changes: dict[str, Any], words: str) -> None:
    with pytest.raises(BadFile, match=words) as caught:
        brought(svg(FRONT), front(**changes))
    assert caught.value.where == "skirt front"
    assert caught.value.cure


def test_several_outlines_without_a_plan_are_asked_about() -> None:
    with pytest.raises(BadFile, match="here are 2 outlines in it"):
        block_in(read_drawing(svg(FRONT + BACK)), None)


def test_a_drawing_in_the_wrong_unit_is_asked_about() -> None:
    with pytest.raises(BadFile, match="all too small for a piece: look in which unit"):
        block_in(read_drawing(svg(FRONT, 'viewBox="0 0 80 90"')), None)
    with pytest.raises(BadFile, match="here is no closed outline"):
        block_in(read_drawing(svg('<path d="M 5 5 L 20 5 L 20 30"/>')), None)


def test_an_outline_that_crosses_itself_is_refused_with_the_place() -> None:
    with pytest.raises(BadFile, match="runs over itself near"):
        brought(svg('<path d="M 5 4 L 36 69 L 32 4 L 5 69 Z"/>'), front(corners=[[5, 4], [36, 69], [32, 4], [5, 69]]))


def test_edges_are_shown_from_corner_to_corner_before_all_of_them_have_names() -> None:
    """An oblong 40 by 60: two edges named, the others by their number; each as long as it is drawn."""
    (outline,) = outlines_of(read_drawing(svg('<path d="M 10 10 h 40 v 60 h -40 z"/>'))).outlines
    plan = PiecePlan.model_validate(
        {"name": "front", "outline": 0, "corners": [[10, 10], [50, 10], [50, 70], [10, 70]], "edges": ["neckline", ""]}
    )
    shown = edges_of(outline, plan)
    assert [name for name, _ in shown] == ["neckline", "edge 2", "edge 3", "edge 4"]
    assert [p.length for _, p in shown] == [near(x) for x in (40, 60, 40, 60)]
    assert all(abs(a.end - b.start) < 1e-6 for (_, a), (_, b) in pairwise([*shown, shown[0]]))


def test_words_lie_where_their_group_was_moved_to_and_an_outline_with_a_gap_is_open() -> None:
    """Half a centimetre short of its start a stroke is open, to a hundred-thousandth it is closed; whatever ends with “close” is."""
    drawn = read_drawing(
        svg(
            '<g transform="translate(10 20)"><text x="1" y="2">front</text></g><text x="3" y="4">back</text>'
            '<path id="gap" d="M 5 5 L 30 5 L 30 40 L 5 40 L 5 5.5"/><path id="met" d="M 35 5 L 60 5 L 60 40 L 35 40 L 35 5"/>'
            '<path id="shut" d="M 5 50 L 30 50 L 30 80 Z"/>'
        )
    )
    assert {t.text: (near(t.at.real), near(t.at.imag)) for t in drawn.texts} == {"front": (11.0, 22.0), "back": (3.0, 4.0)}
    assert {p.name: p.closed for p in drawn.paths} == {"gap": False, "met": True, "shut": True}
