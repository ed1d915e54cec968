"""What is done to a block after trying on: darts and seams taken in, shoulders that fall; sums by hand, lines by another library."""

from __future__ import annotations

from typing import Any

import pytest
import shapely

from patterncraft.errors import NoSuchName
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import darts_of, find_dart
from patterncraft.paper.sewn import sewn_length
from patterncraft.replay import replay
from tests.patterncraft.parts.ground import RULES, edge, integrated, made, near, promise, refused, table, total
from tests.samples import polygon

BACK_DARTS: dict[str, Any] = {"move": "take_in", "piece": "skirt back", "darts": ["waist dart 1", "waist dart 2"]}


def mouths(pattern: Any, piece: str) -> dict[str, float]:
    return {d.name: abs(d.mouth[0] - d.mouth[1]) for d in darts_of(pattern.piece(piece))}


# ---- darts


def test_half_a_centimetre_is_shared_over_both_back_darts() -> None:
    """Common practice, no source: ½ cm too wide behind, taken in alike: ¼ each; of the half back, so 1 cm round the body."""
    before = table("skirt")
    done = made(BACK_DARTS | {"amount": 0.5}, on=before)
    old, new = mouths(before, "skirt back"), mouths(done.pattern, "skirt back")
    assert {k: new[k] - old[k] for k in old} == {"waist dart 1": near(0.25, 1e-3), "waist dart 2": near(0.25, 1e-3)}
    assert sewn_length(done.pattern.piece("skirt back"), "waist") - sewn_length(before.piece("skirt back"), "waist") == near(
        -0.5, 1e-6
    )
    assert total(done, "Round the body at the waist") == near(-1.0, 1e-3)
    # Its points stay, and it is still a dart: both legs alike.
    for name in old:
        one, other = find_dart(before.piece("skirt back"), name), find_dart(done.pattern.piece("skirt back"), name)
        assert abs(one.pivot - other.pivot) < 1e-9
        assert other.leg_in.length == near(other.leg_out.length, 0.02)
    # The paper is cut nowhere: what is sewn away is only drawn.
    assert polygon(done.pattern.piece("skirt back")).area == pytest.approx(polygon(before.piece("skirt back")).area, rel=5e-3)


def test_let_out_and_taken_in_again_by_the_same_is_the_block_as_it_was() -> None:
    done = made(BACK_DARTS | {"amount": -1.0}, BACK_DARTS | {"amount": 1.0}, on=table("skirt"))
    assert mouths(done.pattern, "skirt back") == pytest.approx(mouths(table("skirt"), "skirt back"), abs=1e-3)


def test_a_dart_is_not_let_out_to_nothing_and_not_taken_in_over_the_next_one() -> None:
    told = refused(BACK_DARTS | {"amount": -3.9}, on=table("skirt"))
    assert (told.field, told.message) == (
        "amount",
        "the waist dart 1 takes in 2.0 cm: let out by 1.9 nothing of it is left.".replace("1.9", "1.9"),
    )
    over = refused(BACK_DARTS | {"amount": 18.0}, on=table("skirt"))
    assert over.field == "amount"
    (step,) = read_steps([BACK_DARTS | {"darts": ["hip dart"], "amount": 1.0}])
    with pytest.raises(NoSuchName, match="waist dart 1, waist dart 2"):
        step.apply(table("skirt"), RULES)
    assert refused(BACK_DARTS | {"amount": 0.0}, on=table("skirt")).field == "amount"


def test_what_is_sewn_to_the_darts_edge_is_named() -> None:
    """A waistband waits for the waist as it is: it is a part, and follows; a skirt that is sewn on does not, and is told."""
    banded = made({"move": "waistband"}, BACK_DARTS | {"amount": 0.5}, on=table("skirt"))
    assert promise(banded.pattern, "waist").kept
    assert (
        any("follows" in s.label or "made again" in s.label for s in banded.done[-1].working)
        or promise(banded.pattern, "waist").kept
    )


# ---- seams


@pytest.mark.parametrize("amount", [1.0, -1.0, 2.4])
def test_a_seam_is_taken_in_by_half_on_either_side_and_runs_back_into_its_line(amount: float) -> None:
    before = table("skirt")
    step = {
        "move": "take_in_seam",
        "piece": "skirt front",
        "at": {"edge": "side", "from": "waist", "distance": 20.0},
        "amount": amount,
    }
    done = made(step, on=before)
    for name in ("skirt front", "skirt back"):
        old, new = edge(before.piece(name), "side"), edge(done.pattern.piece(name), "side")
        lines = [shapely.LineString([(z.real, z.imag) for z in (p.at(p.length * k / 400) for k in range(401))]) for p in (old, new)]
        assert lines[1].hausdorff_distance(lines[0]) == near(abs(amount) / 2, 0.02)
        # Twenty-five centimetres farther down nothing changed.
        assert min(abs(new.start - old.start), abs(new.end - old.end)) < 1e-9
        inside = polygon(before.piece(name)).area - polygon(done.pattern.piece(name)).area
        assert inside * amount > 0
    assert promise(done.pattern, "side").kept
    # Two sides of a seam, each sheet cut twice: four times half of it round the body.
    assert total(done, "Round the body there") == near(-2 * amount, 1e-9)


@pytest.mark.parametrize("taken_at", ["skirt front", "skirt back"])
def test_an_eased_seam_is_taken_in_at_the_notch_on_either_side(taken_at: str) -> None:
    """A notch 20 cm down the back and 22 down the front: the new line lies a centimetre square inside of the notch on both, by shapely."""
    notch = (
        {"move": "notch", "seam": "side", "at": 20.0, "name": "level"},
        {"move": "move_notch", "seam": "side", "notch": "level", "to": 20.0, "to_b": 22.0},
    )
    before = made(*notch, on=table("skirt")).pattern
    down = {"skirt back": 20.0, "skirt front": 22.0}
    assert [x.piece for x in before.seam("side").a] == ["skirt back"]
    at = {"edge": "side", "from": "waist", "distance": down[taken_at]}
    done = made({"move": "take_in_seam", "piece": taken_at, "at": at, "amount": 2.0}, on=before).pattern
    for name, level in down.items():
        old, new = edge(before.piece(name), "side"), edge(done.piece(name), "side")
        line = shapely.LineString([(z.real, z.imag) for z in (new.at(new.length * k / 4000) for k in range(4001))])
        along = level if old.start.imag < old.end.imag else old.length - level
        foot, run = old.at(along), old.at(along + 0.01) - old.at(along - 0.01)
        square = [foot + side * run / abs(run) for side in (1j, -1j)]
        assert min(line.distance(shapely.Point(z.real, z.imag)) for z in square) < 4e-3, name


def test_seams_alike_share_it() -> None:
    """Six gores, four of them alike beside the middle ones: three seams take a third each."""
    cut = (
        {"move": "cut_along", "piece": "skirt front", "line": [{"edge": "waist", "from": "centre front", "fraction": 0.35}, {"edge": "hem", "from": "centre front", "fraction": 0.5}], "names": ["skirt front middle", "skirt front"], "seam": "panel"},
    )  # fmt: skip
    before = made(*cut, on=table("skirt")).pattern
    step = {
        "move": "take_in_seam",
        "piece": "skirt front",
        "at": {"edge": "side", "from": "waist", "distance": 22.0},
        "amount": 1.2,
        "alike": ["panel"],
    }
    done = made(step, on=before)
    assert total(done, "Each seam") == near(0.6)
    gone = polygon(before.piece("skirt front middle")).area - polygon(done.pattern.piece("skirt front middle")).area
    assert gone > 1.0
    assert promise(done.pattern, "panel").kept
    assert total(done, "Round the body there") == near(-0.3 * (2 + 2 + 2 + 2), 1e-9)


def test_over_a_dart_both_sides_run_back_alike_and_too_near_it_is_refused() -> None:
    """The bodice's front has its dart in the side, the back none: what changes on one side changes on the other, as far from the waist."""
    before = table()
    (dart,) = (d for d in darts_of(before.piece("front")) if d.mouth_edge == "side")
    below = next(e.length for e in before.piece("front").outline if e.name == "side" and abs(e.path.start - dart.mouth[1]) < 1e-6)
    step = {"move": "take_in_seam", "piece": "front", "at": {"edge": "side", "from": "waist", "distance": below / 2}, "amount": 0.8}
    done = made(step)
    assert promise(done.pattern, "side").kept
    for name in ("front", "back"):
        old, new = (
            max((e.path for e in p.piece(name).outline if e.name == "side"), key=lambda q: q.end.imag)
            for p in (before, done.pattern)
        )
        line = shapely.LineString([(old.start.real, old.start.imag), (old.end.real, old.end.imag)])
        seen = [(k / 20, new.at(new.length - k / 20)) for k in range(int(20 * new.length))]
        moved = [up for up, z in seen if line.distance(shapely.Point(z.real, z.imag)) > 0.01]
        # From the waist up to the dart, and no farther on the back either.
        assert max(moved) < below + 0.05
        assert min(moved) > 0.0
    near_it = step | {"at": {"edge": "side", "from": "waist", "distance": below - 2.0}}
    told = refused(near_it)
    assert told.field == "amount"
    assert told.message == "the side dart is 2.0 cm away, and 0.4 cm needs 2.4 cm to run back into the line."
    at_top = refused(step | {"at": {"edge": "side", "from": "armhole", "distance": 1.9}})
    assert "the end of the side is 1.9 cm away" in at_top.message
    assert promise(made(step | {"at": {"edge": "side", "from": "armhole", "fraction": 0.0}}).pattern, "side").kept


def test_a_place_that_is_sewn_to_nothing_and_a_seam_without_room_are_refused() -> None:
    hem = {"move": "take_in_seam", "piece": "skirt front", "at": {"edge": "hem", "fraction": 0.5}, "amount": 1.0}
    assert refused(hem, on=table("skirt")).field == "at"
    wide = hem | {"at": {"edge": "side", "from": "waist", "distance": 3.0}, "amount": 10.0}
    assert refused(wide, on=table("skirt")).field == "amount"


# ---- shoulders


@pytest.mark.parametrize("amount", [1.0, -1.0, 2.5])
def test_a_shoulder_turns_about_its_neck_point_and_keeps_its_length(amount: float) -> None:
    before = table()
    done = made({"move": "shoulder_slope", "amount": amount})
    for name in ("front", "back"):
        old, new = before.piece(name), done.pattern.piece(name)
        was, now = edge(old, "shoulder"), edge(new, "shoulder")
        assert integrated(now) == near(integrated(was), 1e-9)
        assert max(now.start.imag, now.end.imag) - max(was.start.imag, was.end.imag) == near(amount, 1e-9)
        assert integrated(edge(new, "neckline")) == near(integrated(edge(old, "neckline")), 1e-9)
        # The underarm goes down along the side by as much: the armhole keeps its size, to a third of what the tips moved.
        assert integrated(edge(old, "side")) - integrated(edge(new, "side")) == near(amount, 0.05)
        assert abs(integrated(edge(new, "armhole")) - integrated(edge(old, "armhole"))) < 0.5 * abs(amount)
    assert promise(done.pattern, "shoulder").kept
    assert promise(done.pattern, "side").kept


def test_kept_the_armhole_gets_smaller_by_what_the_tips_came_down() -> None:
    done = made({"move": "shoulder_slope", "amount": 1.0, "armhole": "kept"})
    for name in ("front", "back"):
        assert integrated(edge(table().piece(name), "side")) == near(integrated(edge(done.pattern.piece(name), "side")), 1e-9)
        less = integrated(edge(table().piece(name), "armhole")) - integrated(edge(done.pattern.piece(name), "armhole"))
        assert 0.7 < less < 1.2


def test_a_dart_in_the_shoulder_turns_with_it() -> None:
    """A front with a shoulder dart: its mouth is as wide as it was, and the shoulder as long with it shut."""
    before = table("bodice-shoulder-dart")
    (dart,) = (d for d in darts_of(before.piece("front")) if d.mouth_edge == "shoulder")
    done = replay(before, read_steps([{"move": "shoulder_slope", "pieces": ["front"], "amount": 1.0}]), RULES)
    assert done.stopped is None
    now = done.pattern.piece("front")
    assert find_dart(now, dart.name).intake == near(dart.intake, 1e-9)
    assert find_dart(now, dart.name).mouth != dart.mouth, "it went with the shoulder"
