"""How often, which way up, where on the repeat, and how far a hand may slide it: each with a case on either side."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from patterncraft.errors import BadPlace, BadSetting, NoSuchName
from patterncraft.finishing.finish import FinishedPiece, finish
from patterncraft.geometry.transform import Transform, slide
from patterncraft.house import HouseRules
from patterncraft.laying.buying import buying, next_wider
from patterncraft.laying.cloth import Cloth, LayOrder
from patterncraft.laying.lay import Lay
from patterncraft.laying.matching import phases_for
from patterncraft.laying.packing import Phase, Placed, task_of
from patterncraft.laying.shapes import Shape, refuse_wide, shapes_for
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import CutPlan, Grain, Piece
from tests.conftest import draft_by
from tests.samples import WHOLE, sheet

RULES = HouseRules()


def ready(piece: Piece) -> tuple[FinishedPiece, ...]:
    return finish(Pattern((piece,)), RULES)


def half(grain_leans: float = 0.0) -> FinishedPiece:
    """A sheet of 20 × 40 with its left edge on the fold; its grain leans by so many cm over 30."""
    own = sheet(20, 40, "back")
    outline = tuple(replace(e, kind="fold") if e.name == "left" else e for e in own.outline)
    piece = replace(own, outline=outline, grain=Grain(5 + 5j, complex(5 + grain_leans, 35)), cut=CutPlan(1, True, False))
    return ready(piece)[0]


@pytest.mark.parametrize(("quantity", "times", "told"), [(2, 1, False), (3, 2, True), (4, 2, False), (5, 3, True)])
def test_of_an_odd_number_one_more_is_cut_two_at_a_time_and_that_is_said(quantity: int, times: int, told: bool) -> None:
    piece = replace(sheet(20, 40, "cuff"), cut=CutPlan(quantity, False, False))
    shapes, said = shapes_for(ready(piece), "shell", Cloth(), LayOrder(how="doubled"))
    assert [s.times for s in shapes] == [times]
    assert [x for x in said if "one more is cut" in x] == (
        ["Of the cuff one more is cut than is needed: two lengths, one on the other, cloth gives two at a time."] if told else []
    )


@pytest.mark.parametrize(
    ("how", "quantity", "mirrored", "lie"),
    [
        ("single", 3, True, [(2, False), (1, True)]),
        ("single", 3, False, [(3, False)]),
        ("folded", 4, True, [(2, False)]),
        ("folded", 4, False, [(2, False)]),
    ],
)
def test_of_a_pair_on_single_cloth_half_are_turned_over(
    how: Any, quantity: int, mirrored: bool, lie: list[tuple[int, bool]]
) -> None:
    """Folded, its two layers lie face to face and give both at once; what is no pair is turned over nowhere."""
    piece = replace(sheet(20, 40, "cuff"), cut=CutPlan(quantity, False, mirrored))
    shapes, _ = shapes_for(ready(piece), "shell", Cloth(), LayOrder(how=how))
    assert [(s.times, s.turned_over) for s in shapes] == lie


@pytest.mark.parametrize(("leans", "refused"), [(0.0, False), (0.5, False), (0.8, True), (3.0, True), (-3.0, True)])
def test_a_fold_off_the_grain_by_more_than_a_degree_is_not_laid_at_the_fold(leans: float, refused: bool) -> None:
    """0.02 of a radian is 1.15°: 0.6 cm over 30."""
    order = LayOrder(how="folded")
    if not refused:
        (shape,), _ = shapes_for((half(leans),), "shell", Cloth(), order)
        assert (shape.on_fold, shape.turned_over) == (True, False)
        return
    with pytest.raises(BadSetting, match="cut off grain") as e:
        shapes_for((half(leans),), "shell", Cloth(), order)
    assert e.value.field == "how"
    assert len(shapes_for((half(leans),), "shell", Cloth(), LayOrder(how="single"))[0]) == 1


@pytest.mark.parametrize(
    ("nap", "keep_up", "turns"), [(False, False, (0.0, 180.0)), (True, False, (0.0,)), (False, True, (0.0,)), (True, True, (0.0,))]
)
def test_nothing_is_turned_head_to_foot_on_a_nap_or_where_it_was_asked_not_to(
    nap: bool, keep_up: bool, turns: tuple[float, ...]
) -> None:
    piece = replace(sheet(20, 40, "cuff"), cut=CutPlan(1, False, False))
    (shape,), _ = shapes_for(ready(piece), "shell", Cloth(nap=nap), LayOrder(how="single", keep_up=keep_up))
    assert shape.turns == turns


def test_what_lies_at_the_fold_begins_where_the_check_wants_it() -> None:
    """A phase of 3 on a repeat of 7: every copy begins at 3, 10, 17 … along the cloth, one beside the other."""
    (shape,), _ = shapes_for((half(),), "shell", Cloth(repeat_along=7.0), LayOrder(how="folded"))
    twice = replace(shape, times=2)
    task = task_of([twice], Cloth(repeat_along=7.0), LayOrder(how="folded"), {0: Phase(3.0, None)})
    starts = [p.shift.real for p in task.fold]
    assert len(starts) == 2
    assert [x % 7.0 for x in starts] == [pytest.approx(3.0, abs=1e-6)] * 2
    left, _, right, _ = twice.box
    assert abs(starts[1] - starts[0]) >= right - left
    free = [p.shift.real for p in task_of([twice], Cloth(), LayOrder(how="folded")).fold]
    assert abs(free[1] - free[0]) < abs(starts[1] - starts[0]), "where nothing is matched they lie closer"


@pytest.mark.parametrize("aside", [0.0, 12.3, -4.1])
def test_a_centre_lies_on_the_stripe_wherever_its_paper_was_drawn(aside: float) -> None:
    """Moved on the table, the piece is the same piece: its fold lies on the repeat."""
    bodice = draft_by("bodice-direct", WHOLE).pattern
    moved = replace(bodice, pieces=tuple(p.placed(slide(complex(aside, 5.0))) for p in bodice.pieces))
    cloth, order = Cloth(width=150, repeat_along=7.0, repeat_across=5.0), LayOrder(how="single", match=("side",))
    shapes, _ = shapes_for(finish(moved, RULES), "shell", cloth, order)
    phases, _ = phases_for(moved, shapes, cloth, order)
    for i, s in enumerate(shapes):
        across = phases[i].across
        assert across is not None
        fold = next(e for e in moved.piece(s.piece).outline if e.kind == "fold")
        assert (s.by.point(fold.path.start).imag + across + 1e-6) % 5.0 == pytest.approx(0.0, abs=1e-3)


def two() -> Lay:
    """Two sheets of 40 × 30 on cloth 69 across, the second at the fold: at (0, 0) and at (50, 0)."""
    ring = (0j, 40 + 0j, 40 + 30j, 30j)
    shapes = tuple(
        Shape(n, n, ring, Transform(1 + 0j, 0j), 1, False, fold, (0.0,), 1200.0) for n, fold in (("skirt", False), ("back", True))
    )
    return Lay(shapes, (Placed(0, 0, 0.0, 0j), Placed(1, 0, 0.0, 50 + 0j)), 69.0, 2)


def test_of_cloth_that_shrinks_only_so_much_of_the_lay_lies_on_what_there_is() -> None:
    """90 / 0.9 = 100 are needed. 45 in stock leave 45 × 0.9 = 40.5 once washed: the skirt's 40 lie on it; 44 leave 39.6: it does not."""
    cloth = Cloth(shrink_warp=10, in_stock=45)
    assert buying(two(), cloth, LayOrder(), "cm").short[1] == "1 of 2 pieces lie on what there is; these do not: back."
    cloth = Cloth(shrink_warp=10, in_stock=44)
    assert buying(two(), cloth, LayOrder(), "cm").short[1] == "0 of 2 pieces lie on what there is; these do not: skirt, back."


@pytest.mark.parametrize(
    ("width", "next_width"), [(80.0, 90.0), (90.0, 115.0), (136.0, 150.0), (140.0, 150.0), (154.9, 160.0), (160.0, None)]
)
def test_the_next_wider_cloth_is_wider_by_more_than_a_seam(width: float, next_width: float | None) -> None:
    """Widths that cloth is woven in: 90, 115, 140, 150, 160 (common practice, no source)."""
    wider = next_wider(Cloth(width=width))
    assert (wider is None) == (next_width is None)
    assert wider is None or wider.width == next_width


def test_of_the_widest_cloth_no_wider_one_is_spoken_of() -> None:
    assert buying(two(), Cloth(width=160), LayOrder(), "cm").wider == ""
    assert "160.0 cm wide" in buying(two(), Cloth(width=150), LayOrder(), "cm").wider


@pytest.mark.parametrize(
    ("how", "on_fold", "wide", "short", "cure"),
    [
        ("single", False, 100.0, 0.0, ""),
        ("single", False, 101.0, 1.0, "Take a cloth at least 101.0 cm wide"),
        ("folded", False, 50.0, 0.0, ""),
        ("folded", False, 60.0, 10.0, "Lay the cloth single: then it has room."),
        ("folded", False, 101.0, 51.0, "Take a cloth at least 202.0 cm wide"),
        ("folded", True, 50.0, 0.0, ""),
        ("folded", True, 60.0, 10.0, "Take a cloth at least 120.0 cm wide"),
        ("doubled", False, 100.0, 0.0, ""),
        ("doubled", False, 104.0, 4.0, "Take a cloth at least 104.0 cm wide"),
    ],
)
def test_what_is_wider_than_its_cloth_is_told_by_how_much_and_what_helps(
    how: Any, on_fold: bool, wide: float, short: float, cure: str
) -> None:
    """On cloth 100 wide; folded there are 50, of which a piece at the fold is half: unfolded it would take twice as much."""
    ring = (0j, 20 + 0j, complex(20, wide), complex(0, wide))
    shape = Shape("skirt", "skirt", ring, Transform(1 + 0j, 0j), 1, False, on_fold, (0.0,), 20 * wide)
    cloth, order = Cloth(width=100, selvedge=0), LayOrder(how=how)
    if not short:
        refuse_wide(shape, cloth, order)
        return
    with pytest.raises(BadSetting) as told:
        refuse_wide(shape, cloth, order)
    assert told.value.message.endswith(f": {short:.1f} cm too narrow.")
    assert told.value.cure.startswith(cure)
    assert (told.value.where, told.value.field) == ("skirt", "width")


def test_a_hand_slides_what_lies_at_the_fold_along_it_and_nothing_off_the_beginning_of_the_cloth() -> None:
    lay = two()
    assert lay.with_moved(1, 0.0, 60 + 25j).placed[1].shift == 60 + 0j
    with pytest.raises(BadPlace, match="hang off the cloth"):
        lay.with_moved(0, 0.0, -1 + 35j)
    assert lay.with_moved(0, 0.0, 0 + 35j).placed[0].shift == 35j


def test_what_was_tried_on_the_next_wider_cloth_is_told_and_what_was_not_is_guessed() -> None:
    tried = buying(two(), Cloth(width=140), LayOrder(), "cm", on_wider=75.5).wider
    assert tried == "On a cloth 150.0 cm wide the same pieces took 75.5 cm of lay, tried shortly."
    assert "about" in buying(two(), Cloth(width=140), LayOrder(), "cm").wider


def test_seams_that_cannot_be_matched_are_told_each_with_its_reason() -> None:
    pattern = draft_by("bodice-direct", WHOLE).pattern
    cloth = Cloth(width=150, repeat_along=7.0)
    order = LayOrder(how="single", match=("side",))
    shapes, _ = shapes_for(finish(pattern, RULES), "shell", cloth, order)
    lined = pattern.with_piece(replace(pattern.piece("back"), cut=replace(pattern.piece("back").cut, cloth="lining")))
    front, _ = shapes_for(finish(lined, RULES), "shell", cloth, order)
    assert phases_for(lined, front, cloth, order)[1] == ["The side seam is not cut of this cloth on both its sides."]
    alone = LayOrder(how="single", match=("armhole",))
    assert phases_for(pattern, shapes, cloth, alone)[1] == ["The armhole seam has no partner to be matched with."]
    with pytest.raises(NoSuchName, match="moon"):
        phases_for(pattern, shapes, cloth, LayOrder(how="single", match=("moon",)))
