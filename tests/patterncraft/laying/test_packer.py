"""What is handed to the packer and what is made of its answer, worked by hand; and the packer's own process, run here."""

from __future__ import annotations

import io
import json
import os
import signal
from typing import Any

import pytest
import shapely

from patterncraft.geometry.transform import Transform
from patterncraft.laying import child
from patterncraft.laying.cloth import Cloth, LayOrder
from patterncraft.laying.packing import AT_FOLD, THIN, Phase, Placed, placed_by, ring_of, task_of
from patterncraft.laying.shapes import Shape


def oblong(wide: float, deep: float, times: int = 1, on_fold: bool = False, turns: tuple[float, ...] = (0.0, 180.0)) -> Shape:
    ring = (0j, wide + 0j, complex(wide, deep), complex(0, deep))
    return Shape("piece", "piece", ring, Transform(1 + 0j, 0j), times, False, on_fold, turns, wide * deep)


ORDER = LayOrder(how="single", gap=0.4)
RIM = 0.4 / 2 + THIN


def test_each_shape_is_handed_over_with_its_half_of_the_gap_all_round() -> None:
    """30 by 20 with a rim of a quarter: 30.5 by 20.5; the strip is the room between the selvedges and a rim on either side."""
    task = task_of([oblong(30, 20, 3)], Cloth(width=150, selvedge=1), ORDER)
    (item,) = task.data["items"]
    polygon = shapely.Polygon(item["shape"])
    assert polygon.bounds == pytest.approx((-RIM, -RIM, 30 + RIM, 20 + RIM), abs=1e-6)
    assert polygon.area == pytest.approx((30 + 2 * RIM) * (20 + 2 * RIM), abs=0.01)
    assert (item["id"], item["demand"], item["turns"]) == ("0", 3, [0.0, 180.0])
    assert task.data["across"] == pytest.approx(148 + 2 * RIM)
    assert task.rim == pytest.approx(RIM)


@pytest.mark.parametrize("way", [1, -1])
def test_an_outline_that_crosses_itself_keeps_the_larger_of_its_parts(way: int) -> None:
    """A figure of eight of two triangles, 150 and 25 cm² by hand, whichever way it runs: the large one is laid, with its rim and no more."""
    ring = (0j, 20 + 20j, 20 + 0j, -2.5 + 7.5j)[::way]
    shape = Shape("eight", "eight", ring, Transform(1 + 0j, 0j), 1, False, False, (0.0,), 150.0)
    task = task_of([shape], Cloth(width=150, selvedge=1), ORDER)
    polygon = shapely.Polygon(task.data["items"][0]["shape"])
    large = shapely.Polygon([(5, 5), (20, 20), (20, 0)])
    assert polygon.buffer(0.01).covers(large)
    assert not polygon.contains(shapely.Point(0, 4))
    assert polygon.area < large.area + 1.3 * large.length * RIM


def test_what_has_to_meet_the_repeat_has_room_to_slide_to_the_next_one() -> None:
    """Along a repeat of 8 and across one of 6: 30 by 20 takes the room of 38 by 26, and may not be turned."""
    cloth = Cloth(width=150, selvedge=1, repeat_along=8, repeat_across=6)
    task = task_of([oblong(30, 20), oblong(10, 10)], cloth, ORDER, {0: Phase(1.0, 2.0)})
    one, other = task.data["items"]
    assert shapely.Polygon(one["shape"]).bounds == pytest.approx((-RIM, -RIM, 38 + RIM, 26 + RIM), abs=1e-6)
    assert one["turns"] == [0.0]
    assert shapely.Polygon(other["shape"]).bounds == pytest.approx((-RIM, -RIM, 10 + RIM, 10 + RIM), abs=1e-6)
    assert other["turns"] == [0.0, 180.0]
    along = task_of([oblong(30, 20)], cloth, ORDER, {0: Phase(1.0, None)})
    assert shapely.Polygon(along.data["items"][0]["shape"]).bounds == pytest.approx((-RIM, -RIM, 38 + RIM, 20 + RIM), abs=1e-6)


def test_an_answer_becomes_places_that_begin_where_the_cloth_begins() -> None:
    """The packer's strip has a rim at its foot; its first piece begins at 5: all are slid back by that."""
    task = task_of([oblong(30, 20, 2)], Cloth(width=150, selvedge=1), ORDER)
    found = placed_by(task, {"placed": [["0", 0.0, 5.0, RIM], ["0", 180.0, 70.0, 40.0 + RIM]]})
    assert found == [Placed(0, 0, 0.0, 0j), Placed(0, 1, 180.0, 65 + 40j)]
    assert ring_of(task.shapes, found[1])[2] == pytest.approx(35 + 20j)


def test_halves_at_the_fold_lie_nose_to_tail_and_slide_together() -> None:
    """Two halves 30 wide and one 10 wide, a gap of 0.4 between (and a hair of the thinning): at 0, 30.5, 61; the packer slid all by 3."""
    half, small = oblong(30, 20, 2, on_fold=True), oblong(10, 8, 1, on_fold=True)
    task = task_of([small, half, oblong(12, 12)], Cloth(width=150, selvedge=1), LayOrder(how="folded", gap=0.4))
    assert [(p.shape, p.copy) for p in task.fold] == [(1, 0), (1, 1), (0, 0)], "the deepest first"
    assert [p.shift.real - task.fold[0].shift.real for p in task.fold] == pytest.approx([0, 30 + 2 * RIM, 60 + 4 * RIM], abs=1e-3)
    ring = shapely.Polygon(next(i for i in task.data["items"] if i["id"] == AT_FOLD)["shape"])
    left, low, right, high = ring.bounds
    assert (right - left, low) == pytest.approx((70 + 6 * RIM, -RIM), abs=0.02)
    assert high == pytest.approx(task.room + RIM, abs=0.01), "a hair across the whole strip leaves it no other height"
    answer = {"placed": [[AT_FOLD, 0.0, 3.0, 0.0], ["2", 0.0, 40.0, 30.0 + RIM]]}
    placed = placed_by(task, answer)
    assert [p.shape for p in placed] == [1, 1, 0, 2]
    first = placed[0].shift.real
    assert [p.shift - first for p in placed] == pytest.approx(
        [0j, 30 + 2 * RIM + 0j, 60 + 4 * RIM + 0j, 40 - 3 - task.fold[0].shift.real + 30j], abs=1e-3
    )
    assert min(z.real for p in placed for z in ring_of(task.shapes, p)) == pytest.approx(0, abs=1e-9)


def test_a_piece_that_waits_for_the_repeat_is_slid_on_to_it_and_not_back() -> None:
    """Repeat 8, phase 1: from 10 on to 17, from 17 it stays; across, repeat 6 and phase 2: from 3 on to 8."""
    cloth = Cloth(width=150, selvedge=1, repeat_along=8, repeat_across=6)
    task = task_of([oblong(30, 20, 2)], cloth, ORDER, {0: Phase(1.0, 2.0)})
    found = placed_by(task, {"placed": [["0", 0.0, 10.0, 3.0 + RIM], ["0", 0.0, 49.0, 8.0 + RIM]]})
    # Slid back by whole repeats only, or nothing would meet: the first begins at 10, the cloth at 8.
    assert [p.shift for p in found] == pytest.approx([9 + 8j, 41 + 8j])


# ---- the process that packs


def packed(monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str], task: dict[str, Any]) -> list[dict[str, Any]]:
    """What the packer says to a task, run in this process."""
    nice: list[int] = []
    monkeypatch.setattr(child.os, "nice", nice.append)
    monkeypatch.setattr(child.os, "setsid", lambda: (_ for _ in ()).throw(OSError()))
    monkeypatch.setattr(child.sys, "stdin", io.StringIO(json.dumps(task)))
    before = signal.getsignal(signal.SIGINT)
    try:
        child.main()
        assert signal.getsignal(signal.SIGINT) is signal.default_int_handler, "it can be told to stop"
    finally:
        signal.signal(signal.SIGINT, before)
    assert nice == [19], "whoever answers people goes first"
    assert os.getppid()
    return [json.loads(line) for line in capsys.readouterr().out.splitlines()]


def test_the_packers_process_says_each_better_lay_and_marks_the_last(
    monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    """Six squares of 10 in a strip of 20 need 30 at least, and 60 in one row, by hand; none lies on another (shapely)."""
    items = [{"id": "0", "shape": [[0, 0], [10, 0], [10, 10], [0, 10]], "demand": 6, "turns": [0.0]}]
    lines = packed(monkeypatch, capsys, {"items": items, "across": 20.01, "seconds": 1, "seed": 3})
    assert [x["last"] for x in lines] == [False] * (len(lines) - 1) + [True]
    lengths = [x["length"] for x in lines]
    assert 30 - 0.2 < lengths[-1] < 60 + 0.2
    assert lengths[:-1] == sorted(lengths[:-1], reverse=True)
    placed = lines[-1]["placed"]
    assert [p[0] for p in placed] == ["0"] * 6
    squares = [shapely.box(x, y, x + 10, y + 10) for _, turn, x, y in placed]
    assert all(s.bounds[1] > -0.01 and s.bounds[3] < 20.02 for s in squares)
    for k, s in enumerate(squares):
        for other in squares[:k]:
            assert s.intersection(other).area < 0.1
