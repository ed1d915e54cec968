"""What a move tells of itself while it works: sums, hints and sentences, its lengths measured by another library."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from patterncraft.drafting.schools import school
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.style import on_one_table
from tests.patterncraft.parts.ground import MIDDLE, SLEEVE, edge, integrated, made, nobody, of, table
from tests.samples import WHOLE, polygon, sheet

BESIDE = 3.81
"""cm of a slit's facing on either side: an inch and a half (common practice, no source)."""


def test_typed_on_a_dolman_nothing_is_asked_of_the_wearer() -> None:
    """Its length and its wrist said, the sleeve ends half of 20 cm wide: front and back hem are 20 together."""
    done = made(of("dolman", length=55, wrist=20), on=nobody())
    hems = [integrated(edge(done.pattern.piece(n), "sleeve hem")) for n in ("front", "back")]
    assert sum(hems) == pytest.approx(20.0, abs=0.05)


def test_two_edges_that_differ_are_sewn_and_told_by_how_much() -> None:
    parted = [of("unsew", seam="side"), of("unsew", seam="shoulder")]
    done = made(*parted, of("sew", a=[["front", "side"]], b=[["back", "shoulder"]]))
    side = integrated(edge(table().piece("front"), "side"))
    shoulder = integrated(edge(table().piece("back"), "shoulder"))
    assert done.done[-1].working[-1].label == f"They differ by {side - shoulder:.2f} cm: true one, or say where the fullness goes."


def test_let_out_alone_is_said() -> None:
    panel = sheet(20.0, 40.0, "panel")
    hemmed = panel.with_outline(tuple(replace(e, kind="hem") if e.name == "bottom" else e for e in panel.outline))
    step = of("flare", piece="panel", edge="right", amount=3, from_={"edge": "right", "from": "top", "distance": 5})
    done = made(step, on=Pattern((hemmed,)))
    assert done.done[0].working[-1].label == "The right is sewn to nothing: its partner is let out by itself."
    hem = integrated(edge(done.pattern.piece("panel"), "bottom"))
    assert hem == pytest.approx(23.0, abs=0.05)


@pytest.mark.parametrize("hand", [None, 20.0])
def test_a_pocket_is_as_wide_as_the_hand_and_its_room_or_as_is_usual(hand: float | None) -> None:
    """Half the hand and 4 (common practice, no source); nobody's is 15."""
    pattern = on_one_table({"block": school("skirt").draft(WHOLE).pattern}, {"hand_girth": hand} if hand else {})
    done = made(of("pocket", kind="bag", piece="skirt front", at={"edge": "side", "from": "waist", "distance": 4}), on=pattern)
    bag = done.pattern.piece("pocket bag")
    told = next(s for s in done.done[0].working if s.label.startswith("Opening"))
    assert told.result is not None
    assert told.label == ("Opening for the hand" if hand else "Opening, no hand measured")
    assert integrated(edge(bag, "opening")) == pytest.approx(told.result.value, abs=0.1)
    if hand:
        assert told.result.value == pytest.approx(hand / 2 + 4.0)


def test_girths_are_kept_by_darts_and_cuts_and_not_by_what_is_done_to_change_them() -> None:
    keeps = {
        "rotate_dart": of("rotate_dart", piece="front", dart="waist dart", to={"edge": "shoulder", **MIDDLE}),
        "take_in": of("take_in", piece="front", darts=["waist dart"], amount=1),
        "take_in_seam": of("take_in_seam", piece="front", at={"edge": "side", **MIDDLE}, amount=1),
        "flare": of("convert_dart", piece="front", dart="waist dart", into="flare"),
        "gather": of("convert_dart", piece="front", dart="waist dart", into="gather"),
    }
    told = {name: read_steps([step])[0].keeps_girths() for name, step in keeps.items()}
    assert told == {"rotate_dart": True, "take_in": False, "take_in_seam": False, "flare": False, "gather": True}


def test_what_a_collar_has_of_its_own_is_said() -> None:
    (rib,) = read_steps([of("collar", kind="rib", percent=15)])
    assert "15 % shorter" in rib.spoken(None, "cm")
    (roll,) = read_steps([of("collar", kind="roll", break_={"edge": "centre front", "from": "neckline", "distance": 12.0})])
    assert roll.spoken(table(), "cm").endswith(", from the centre front, 12.0 cm from the neckline.")
    assert read_steps([of("collar", kind="roll")])[0].spoken(table(), "cm").endswith(", from the level of the bust.")
    assert rib.stands_at("percent") == 15
    assert read_steps([of("collar", kind="rib")])[0].stands_at("percent") is not None
    assert rib.stands_at("kind") is None
    assert rib.stands_at("nothing") is None


def test_of_many_slashes_the_first_and_the_last_are_named() -> None:
    at = [
        [{"edge": "hem", "from": "side", "fraction": 0.1 * k}, {"edge": "waist", "from": "side", "fraction": 0.1 * k}]
        for k in range(1, 5)
    ]
    (step,) = read_steps([of("overlap", piece="skirt front", from_edge="hem", to_edge="waist", amount=0.5, at=at)])
    assert (
        "4 times, the first from the hem, 10.0 % from the side to the waist, 10.0 % from the side, "
        "the last from the hem, 40.0 % from the side to the waist, 40.0 % from the side, and lap" in step.spoken(None, "cm")
    )
    (three,) = read_steps([of("overlap", piece="skirt front", from_edge="hem", to_edge="waist", amount=0.5, at=at[:3])])
    assert three.spoken(None, "cm").count(" and from ") == 2


def test_one_seam_takes_in_all_and_several_share_it() -> None:
    one = of("take_in_seam", piece="front", at={"edge": "side", "from": "waist", "distance": 6}, amount=1)
    assert [s.label for s in made(one).done[0].working if s.label == "Each seam"] == []
    (share,) = [s for s in made(one | {"alike": ["shoulder"]}).done[0].working if s.label == "Each seam"]
    assert share.spoken("cm") == "1.0 / 2 = 0.5 cm"


@pytest.mark.parametrize(("along", "wide"), [(1.5, 1.5 + BESIDE), (8.0, 2 * BESIDE)])
def test_a_slits_facing_is_traced_as_far_as_the_hem_goes(along: float, wide: float) -> None:
    """On either side of the slit, or to the hem's end where that is nearer; measured along the facing's own hem."""
    step = of("slit", piece="sleeve", at={"edge": "hem", "from": "back underarm", "distance": along}, length=7)
    facing = made(SLEEVE, step).pattern.piece("slit facing")
    assert integrated(edge(facing, "hem")) == pytest.approx(wide, abs=0.02)
    # The slit is drawn on it as on the sleeve, so far from where the facing ends.
    (slit,) = [x.path for x in facing.lines if x.name == "slit"]
    assert slit.length == pytest.approx(7.0)
    hem = edge(facing, "hem")
    beside = [abs(slit.start - z) for z in (hem.start, hem.end)]
    assert beside == pytest.approx([wide - BESIDE, BESIDE], abs=0.02) or beside == pytest.approx([BESIDE, wide - BESIDE], abs=0.02)


def test_a_gather_between_two_places_is_told_by_what_lies_between_them() -> None:
    """Six of the waist gathered with eight more, wherever they lie: 14 to 6."""
    for first in (0.0, 8.0):
        zone = {
            "from": {"edge": "waist", "from": "side", "distance": first},
            "to": {"edge": "waist", "from": "side", "distance": first + 6.0},
        }
        step = of(
            "slash_and_spread",
            piece="skirt back",
            from_edge="waist",
            to_edge="hem",
            count=2,
            total=8.0,
            hinge="to_edge",
            zone=zone,
            result="gather",
        )
        told = made(step, on=table("skirt"))
        ratio = next(s.label for s in told.done[-1].working if s.label.startswith("Gathered "))
        assert float(ratio.split()[1]) == pytest.approx(14 / 6, abs=0.02), ratio


OWN_SLEEVE = (SLEEVE, of("rename", piece="sleeve", name="arm"))


@pytest.mark.parametrize(
    ("before", "down", "words"),
    [((), 2.0, ""), ((SLEEVE,), 2.0, "The sleeve follows"), (OWN_SLEEVE, 2.0, "The arm does not follow"), (OWN_SLEEVE, 0.0, "")],
)
def test_whether_a_sleeve_goes_down_with_its_armhole_is_said_once(
    before: tuple[dict[str, Any], ...], down: float, words: str
) -> None:
    told = made(*before, of("armhole", down=down, in_at_middle=0.5)).done[-1].working
    said = [s.label for s in told if " follow" in s.label and "must follow" not in s.label]
    assert [x.startswith(words) for x in said] == ([True] if words else [])


@pytest.mark.parametrize(("kind", "words"), [("net", "Cut along the stitching lines."), ("whole", "Cut like the piece.")])
def test_how_an_interfacing_is_cut_is_told(kind: str, words: str) -> None:
    told = made(of("interfacing", piece="front", kind=kind)).done[0].working
    assert [s.label for s in told if s.label.startswith("Cut ")] == [words]


def test_ease_tells_how_wide_the_sleeve_is_before_and_now() -> None:
    """Across the upright sleeve from seam to seam at its widest, by shapely."""
    done = made(SLEEVE, of("add_ease", layer="jacket"))
    told = next(s for s in done.done[-1].working if s.label == "Sleeve at its widest: before, now")
    was, now = (
        right - left for left, _, right, _ in (polygon(p.piece("sleeve")).bounds for p in (done.done[0].after, done.pattern))
    )
    assert told.spoken("cm") == f"{was:.1f} + {now - was:.1f} = {now:.1f} cm"


def test_a_godets_paper_is_told_as_an_area() -> None:
    step = of("godet", piece="skirt front", at={"edge": "hem", **MIDDLE}, length=20, width=10)
    done = made(step, on=table("skirt"))
    told = next(s for s in done.done[0].working if s.label == "Paper of the godet")
    assert told.spoken("cm").endswith(" cm²")
    assert told.result is not None
    assert told.result.value == pytest.approx(polygon(done.pattern.piece("godet")).area, abs=0.1)
