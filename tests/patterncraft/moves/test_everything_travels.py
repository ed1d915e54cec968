"""What lies on paper goes with it, through every act and move: marks, lines, tape, new paper, darts inside, grain, notches.

Where the paper goes is worked out here, with shapely and complex numbers; see ``tests.travel``.
"""

from __future__ import annotations

import cmath
from dataclasses import replace
from typing import Any

import pytest
import shapely
from shapely.ops import split

from patterncraft.geometry.transform import slide, swing, turn_over
from patterncraft.paper.dart import Dart, find_dart
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.paper.sewn import point_of, spot_along
from tests.rich import rich_bodice, worked
from tests.samples import polygon, square
from tests.travel import Went, assert_notches_travelled, assert_travelled, slid, stay, turned

EVERYTHING = shapely.box(-500, -500, 500, 500)


def halves(sheet: Piece, pivot: complex, to: complex, hinged: Dart) -> tuple[shapely.Polygon, shapely.Polygon]:
    """What a cut from a dart's point to a place makes of its sheet: the half at the fold, and the other."""
    beyond = to + (to - pivot) / abs(to - pivot) * 0.01
    start = pivot + (hinged.middle - pivot) / hinged.depth * 0.01
    line = shapely.LineString([(start.real, start.imag), (pivot.real, pivot.imag), (beyond.real, beyond.imag)])
    parts = [p for p in split(polygon(sheet), line).geoms if p.area > 1.0]
    assert len(parts) == 2
    fold = [p for p in parts if p.bounds[0] < 1e-6]
    at_fold = max(fold, key=lambda p: p.intersection(shapely.box(-1, -500, 0.01, 500)).area)
    return at_fold, next(p for p in parts if p is not at_fold)


@pytest.mark.parametrize(
    ("dart", "edge", "fraction", "share"),
    [
        ("waist dart", "shoulder", 0.5, 1.0),
        ("waist dart", "shoulder", 0.5, 0.4),
        ("waist dart", "armhole", 0.5, 1.0),
        ("side dart", "neckline", 0.5, 1.0),
        ("side dart", "armhole", 0.25, 0.7),
        ("side dart", "shoulder", 0.8, 1.0),
    ],
)
def test_a_dart_is_rotated_and_all_that_lies_on_the_swung_half_swings_with_it(
    dart: str, edge: str, fraction: float, share: float
) -> None:
    """The half at the fold stays; the other swings about the pivot by the share of the dart's angle that shuts it."""
    before = rich_bodice()
    sheet = before.piece("front")
    shut = find_dart(sheet, dart)
    spot = spot_along(sheet, edge, fraction * sum(e.length for e in sheet.outline if e.name == edge))
    at_fold, other = halves(sheet, shut.pivot, point_of(sheet, spot), shut)
    moving, fixed = shut.mouth if other.distance(shapely.Point(shut.mouth[0].real, shut.mouth[0].imag)) < 1e-3 else shut.mouth[::-1]
    angle = cmath.phase((fixed - shut.pivot) / (moving - shut.pivot))
    after = worked(
        before, {"move": "rotate_dart", "piece": "front", "dart": dart, "to": {"edge": edge, "fraction": fraction}, "share": share}
    )
    went = [Went(at_fold, stay), Went(other, turned(shut.pivot, cmath.rect(1, angle * share)))]
    assert_travelled(sheet, [after.piece("front")], went)
    assert_notches_travelled(before, "front", after, went)
    if share == 1.0:
        legs = [t for t in after.piece("front").paper.tapes if abs(t.length - shut.leg_in.length) < 1e-6]
        assert legs, "the shut dart is taped"


LINES: dict[str, Any] = {
    "down beside the dart": [{"edge": "shoulder", "fraction": 0.3}, {"edge": "waist", "from": "centre front", "fraction": 0.2}],
    "across, under the neck": [{"edge": "armhole", "fraction": 0.4}, {"edge": "centre front", "from": "neckline", "fraction": 0.2}],
    "a curve": {
        "through": [{"edge": "shoulder", "fraction": 0.6}, {"at": {"mark": "bust point"}, "out": -2, "down": -6}, {"edge": "centre front", "fraction": 0.5}],
        "shape": "curve",
    },
}  # fmt: skip


@pytest.mark.parametrize("name", LINES)
def test_a_cut_shares_out_everything_and_moves_nothing(name: str) -> None:
    before = worked(rich_bodice(), {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}})
    sheet = before.piece("front")
    after = worked(before, {"move": "cut_along", "piece": "front", "line": LINES[name], "names": ["one", "other"]})
    parts = [after.piece("one"), after.piece("other")]
    assert_travelled(sheet, parts, [Went(polygon(sheet), stay)])
    assert_notches_travelled(before, "front", after, [Went(EVERYTHING, stay)])
    # Each thing lies on the part whose paper it is on.
    for p in parts:
        shape = polygon(p).buffer(0.02)
        assert all(shape.covers(shapely.Point(m.at.real, m.at.imag)) for m in p.marks)
        assert all(shape.covers(shapely.LineString([(z.real, z.imag) for z in (x.path.start, x.path.end)])) for x in p.lines)


def sheet_with_everything() -> Pattern:
    """A square sheet of 20 with the rich front's kinds of things on it, clear of its slashes at 5, 10 and 15."""
    from patterncraft.geometry.path import Path, straight
    from patterncraft.paper.lens import straight_lens
    from patterncraft.paper.piece import DrawnLine, Grain, Mark
    from patterncraft.paper.seam import Notch, Seam, SeamRule, Stretch

    patch = Path(((11 + 2j, 14 + 2j), (14 + 2j, 14 + 5j), (11 + 5j, 14 + 5j)[::-1], (11 + 5j, 11 + 2j)))
    sheet = square(20, "sheet")
    sheet = replace(
        sheet,
        marks=(Mark("a", 2 + 3j), Mark("b", 7 + 12j, "drill"), Mark("c", 12 + 6j, "button"), Mark("d", 18 + 19j)),
        lines=(DrawnLine("level", straight(1 + 8j, 19 + 8j)), DrawnLine("arc", Path(((16 + 2j, 17 + 3j, 17 + 5j, 16 + 6j),)))),
        grain=Grain(2 + 5j, 2 + 15j, "cross"),
        lenses=(straight_lens("inner dart", 17.5 + 10j, 17 + 13j, 18 + 13j, 17.5 + 16j),),
        paper=replace(sheet.paper, tapes=(straight(6 + 14j, 9 + 17j),), patches=(patch,), block=391.0, new=9.0, away=0.0),
    )
    side = Seam("side", (Stretch("sheet", "right", "top"),), (), SeamRule("hold", length=20.0))
    top = Seam("top", (Stretch("sheet", "top", "left"),), (), SeamRule("free"))
    return Pattern((sheet,), (side, top), (Notch("high", "side", "single", 4.0, None), Notch("last", "top", "double", 18.0, None)))


def strips_of(opening: float) -> list[Went]:
    """Three slashes at 5, 10 and 15, opened alike: without grain at a fold the strip with the grain stays, the first."""
    return [Went(shapely.box(5 * k, 0, 5 * k + 5, 20), slid(complex(opening * k, 0))) for k in range(4)]


@pytest.mark.parametrize("opening", [0.5, 2.0, 6.5])
def test_what_lies_on_a_strip_slides_with_it(opening: float) -> None:
    before = sheet_with_everything()
    step = {"move": "slash_and_spread", "piece": "sheet", "from_edge": "top", "to_edge": "bottom", "count": 3, "hinge": "none"}
    after = worked(before, step | {"opening": opening, "result": "flare"})
    went = strips_of(opening)
    # A line over a slash comes apart: each strip keeps its part.
    assert_travelled(before.piece("sheet"), after.pieces, went)
    assert_notches_travelled(before, "sheet", after, went)
    assert after.piece("sheet").area == pytest.approx(400 + 60 * opening)
    assert sum(x.path.length for x in after.piece("sheet").lines if x.name == "level") == pytest.approx(18.0)


def test_what_lies_on_a_wedge_swings_about_its_hinge() -> None:
    """One slash at 10 hinged at the bottom, opened by 4: both halves are 20 long, so the wedge is of 2·asin(4/40)."""
    before = sheet_with_everything()
    step = {"move": "slash_and_spread", "piece": "sheet", "from_edge": "top", "to_edge": "bottom", "count": 1, "opening": 4.0}
    after = worked(before, step | {"result": "flare"})
    angle = 2 * cmath.asin(4 / 40).real
    went = [
        Went(shapely.box(0, 0, 10, 20), stay),
        Went(shapely.box(10, 0, 20, 20), turned(10 + 20j, cmath.rect(1, angle))),
    ]
    assert_travelled(before.piece("sheet"), after.pieces, went)
    assert_notches_travelled(before, "sheet", after, went)


def test_what_is_lapped_over_loses_only_what_is_covered() -> None:
    """One slash at 10 lapped by 1.5, both ends alike: the right half slides left and 1.5 of it are cut off."""
    before = sheet_with_everything()
    step = {
        "move": "overlap",
        "piece": "sheet",
        "from_edge": "top",
        "to_edge": "bottom",
        "count": 1,
        "amount": 1.5,
        "hinge": "none",
    }
    after = worked(before, step)
    gone = shapely.box(10, 0, 11.5, 20)
    went = [Went(shapely.box(0, 0, 10, 20), stay), Went(shapely.box(11.5, 0, 20, 20), slid(-1.5 + 0j))]
    assert_travelled(before.piece("sheet"), after.pieces, went, gone)
    assert_notches_travelled(before, "sheet", after, went)


@pytest.mark.parametrize(
    "by",
    [slide(3 - 4j), swing(2 + 1j, 0.7), turn_over(5 + 0j, 8 + 3j)],
    ids=["slid", "swung", "turned over"],
)
def test_a_piece_is_placed_with_all_that_is_on_it(by: Any) -> None:
    """Slides, swings and turning over are isometries: checked with probe points, by the transform's own three images."""
    for sheet in (rich_bodice().piece("front"), sheet_with_everything().piece("sheet")):
        placed = sheet.placed(by)
        origin, x, y = (by.point(z) for z in (0j, 1 + 0j, 1j))

        def motion(z: complex, origin: complex = origin, x: complex = x, y: complex = y) -> complex:
            return origin + (x - origin) * z.real + (y - origin) * z.imag

        assert abs(abs(x - origin) - 1) < 1e-12
        assert abs(((x - origin).conjugate() * (y - origin)).real) < 1e-12
        assert_travelled(sheet, [placed], [Went(EVERYTHING, motion)])
        corners = {e.name: motion(e.path.start) for e in sheet.outline}
        ends = [z for e in placed.outline for z in (e.path.start, e.path.end)]
        assert all(min(abs(z - w) for w in ends) < 1e-9 for z in corners.values())
        assert placed.area == pytest.approx(sheet.area)


def test_cut_in_two_and_joined_again_everything_is_where_it_was() -> None:
    before = rich_bodice()
    cut = {
        "move": "cut_along",
        "piece": "front",
        "line": LINES["across, under the neck"],
        "names": ["yoke", "body"],
        "seam": "yoke seam",
    }
    after = worked(before, cut, {"move": "join_pieces", "a": ["body", "yoke seam"], "b": ["yoke", "yoke seam"], "name": "front"})
    assert_travelled(before.piece("front"), [after.piece("front")], [Went(EVERYTHING, stay)])
    assert_notches_travelled(before, "front", after, [Went(EVERYTHING, stay)])
    assert len(after.piece("front").lines) == len(before.piece("front").lines), "lines cut in two healed"
    assert len(after.piece("front").paper.tapes) == len(before.piece("front").paper.tapes), "a healed cut leaves no tape"


def test_taped_to_another_piece_the_second_brings_everything_along() -> None:
    """The front's shoulder against the back's: the front is swung and turned until both shoulders lie on each other."""
    before = rich_bodice()
    own = {"chest": "back chest"}
    back = before.piece("back")
    before = before.with_piece(replace(back, lines=tuple(replace(x, name=own[x.name]) for x in back.lines)))
    front, back = before.piece("front"), before.piece("back")
    after = worked(before, {"move": "join_pieces", "a": ["back", "shoulder"], "b": ["front", "shoulder"], "name": "whole"})
    whole = after.piece("whole")
    ours, theirs = (next(e.path for e in p.outline if e.name == "shoulder") for p in (back, front))
    # Turned over, the front's neck point comes to the back's and its tip to the back's tip.
    unit = (ours.end - ours.start) / abs(ours.end - ours.start)
    along = (theirs.end - theirs.start) / abs(theirs.end - theirs.start)

    def motion(z: complex) -> complex:
        return ours.start + unit * ((z - theirs.start) / along).conjugate()

    assert_travelled(back, [whole], [Went(EVERYTHING, stay)])
    assert_travelled(replace(front, grain=None), [whole], [Went(EVERYTHING, motion)])
    assert_notches_travelled(before, "back", after, [Went(EVERYTHING, stay)])
