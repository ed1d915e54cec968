"""What a move cannot do: the sentence, the place it names, the cure, and the slot that is asked again. Lengths told are measured by another library."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from typing import Any, NamedTuple

import pytest

from patterncraft.drafting.schools import school
from patterncraft.errors import BadSetting
from patterncraft.moves.pocket import HAND_ROOM
from patterncraft.moves.registry import read_steps
from patterncraft.moves.slit import BESIDE
from patterncraft.paper.pattern import Pattern
from patterncraft.style import on_one_table
from tests.patterncraft.parts.ground import SLEEVE, Step, edge, integrated, made, refused, table
from tests.samples import WHOLE, polygon, sheet, square

FRONT = table().piece("front")
SHOULDER = integrated(edge(FRONT, "shoulder"))
NECKLINE = integrated(edge(FRONT, "neckline"))
UPPER = {
    "move": "cut_along",
    "piece": "front",
    "line": {"through": [{"edge": "armhole", "fraction": 0.5}, {"edge": "centre front", "fraction": 0.5}]},
    "names": ["upper", "lower"],
}
OUTER = {
    "move": "cut_along",
    "piece": "front",
    "line": {"through": [{"edge": "neckline", "fraction": 0.5}, {"edge": "waist", "from": "centre front", "distance": 3}]},
    "names": ["middle", "outer"],
}


def nobody() -> Pattern:
    """The bodice of somebody whose measures are not at hand."""
    return on_one_table({"block": school("bodice-direct").draft(WHOLE).pattern}, {})


def one_square() -> Pattern:
    return Pattern((square(),))


def skirt() -> Pattern:
    return table("skirt")


def rotated(to: str, **at: object) -> Step:
    return {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": to, **at}}


class Case(NamedTuple):
    """A step that cannot be done, after the ``steps`` before it, and what is said of it."""

    step: Step
    message: str
    where: str
    cure: str
    field: str
    steps: Sequence[Step] = ()
    on: Callable[[], Pattern] = table


def of(move: str, **parameters: Any) -> Step:
    return {"move": move} | {k.rstrip("_"): v for k, v in parameters.items()}


MIDDLE = {"fraction": 0.5}
ROTATED = rotated("shoulder", fraction=0.5)
CASES = [
    Case(
        of("armhole", pieces=["upper"], down=1),
        "its armhole does not run from a shoulder to a side.",
        "upper",
        "Shape it with “Redraw an edge”, or choose the pieces where it does.",
        "pieces",
        [UPPER],
    ),
    Case(
        of("armhole", at_shoulder=3),
        "a dart opens in the shoulder 2.0 cm from its end.",
        "front",
        "Rotate it to another edge first.",
        "at_shoulder",
        [rotated("shoulder", **{"from": "armhole", "distance": 2.0})],
    ),
    Case(
        of("neckline", shape="v", width=3),
        "a dart opens in the shoulder 2.0 cm from the neck.",
        "front",
        "Rotate it to another edge first.",
        "width",
        [rotated("shoulder", **{"from": "neckline", "distance": 2.0})],
    ),
    Case(
        of("neckline", shape="v", width=30),
        f"the shoulder is {SHOULDER:.1f} cm long: 0.0 cm of it would be left.",
        "front",
        f"Make it wider by at most {SHOULDER - 1.5:.1f} cm.",
        "width",
    ),
    Case(
        of("neckline", shape="v", front_depth=3, gape=1, into="elbow dart"),
        "no piece of the neckline has an elbow dart.",
        "back, front",
        "Choose one of: side dart, waist dart.",
        "into",
    ),
    Case(
        of("neckline", shape="v", pieces=["outer"], front_depth=2),
        "its neckline does not run from a shoulder to a centre.",
        "outer",
        "Shape it with “Redraw an edge”, or choose the pieces where it does.",
        "pieces",
        [OUTER],
    ),
    Case(
        of("copy_as", piece="front", name="x", cloth="  "), "a cloth needs a name.", "front", "Type one, such as “lining”.", "cloth"
    ),
    Case(
        of("cuff", stretch=14.5, girth=17),
        "nothing is left of it.",
        "the cuff",
        "Make it less shorter.",
        "stretch",
        [SLEEVE],
    ),
    *(
        Case(
            of("puff", width=10, height=3, **{how: value}),
            f"cut off so high it ends {above} cm above the underarm: that is a cap, not a sleeve.",
            "sleeve",
            "Make it longer, or make a cap sleeve.",
            how,
            [SLEEVE],
        )
        # The elbow lies so far below the underarm as the cap and twelve are short of it: 30 above it is 8 higher than 12 from the top.
        for how, value, above in (("length", 12, "2.8"), ("above_elbow", 30, "10.8"))
    ),
    Case(
        of("extend", piece="skirt front", edge="side", width=20, as_="facing"),
        "beside the side the piece is 5.9 cm deep: a strip of 20.0 cm folded back would reach beyond it.",
        "skirt front",
        "Make it narrower.",
        "width",
        on=skirt,
    ),
    Case(
        of("godet", at={"edge": "hem", **MIDDLE}, piece="skirt front", length=190, width=5),
        "a slash of 190.0 cm from there leaves the paper or runs into a dart.",
        "skirt front",
        "Make it shorter, or choose another place.",
        "length",
        on=skirt,
    ),
    Case(
        of("godet", at={"edge": "waist", **MIDDLE}, piece="skirt front", length=9, width=5),
        "the waist is no hem.",
        "skirt front",
        "Choose a place on a hem, or a seam that runs into one.",
        "at",
        on=skirt,
    ),
    Case(
        of("godet", at="shoulder", length=5, width=3),
        "the shoulder seam does not run into a hem.",
        "shoulder",
        "Choose a seam that does, or slash the hem.",
        "at",
    ),
    Case(
        of("interfacing", piece="front", kind="strip"),
        "a strip lies along an edge.",
        "front",
        "Say along which.",
        "edge",
    ),
    Case(
        of("pocket", kind="slant", piece="skirt front", at={"edge": "hem", **MIDDLE}),
        "a slanting pocket begins on the waist.",
        "skirt front",
        "Choose a place on the waist.",
        "at",
        on=skirt,
    ),
    Case(
        of("pocket", kind="patch", piece="front", at={"edge": "waist", **MIDDLE}, opening=12),
        "the pocket reaches off the piece.",
        "front",
        "Move it, or make it smaller.",
        "at",
    ),
    Case(
        of("slit", piece="back", at={"edge": "centre back", **MIDDLE}, length=3),
        "the centre back is a fold.",
        "back",
        "Choose a place on the hem.",
        "at",
    ),
    Case(
        of("slit", piece="skirt front", at={"edge": "hem", **MIDDLE}, length=100),
        "a slit of 100.0 cm from there leaves the paper or runs into a dart.",
        "skirt front",
        "Make it shorter, or choose another place.",
        "length",
        on=skirt,
    ),
    Case(
        of("shape_centre", piece="front", at={"edge": "side", **MIDDLE}, amount=0),
        "by nothing it stays as it is.",
        "front",
        "Say by how much.",
        "amount",
    ),
    Case(
        of("shape_centre", piece="square", at={"edge": "top", **MIDDLE}, amount=1),
        "it has no centre.",
        "square",
        "Choose a piece that has one.",
        "piece",
        on=one_square,
    ),
    Case(
        of("shape_centre", piece="front", at={"edge": "shoulder", **MIDDLE}, amount=1),
        "the centre front does not stand at the level of the middle of the shoulder.",
        "front",
        "Choose another level.",
        "at",
    ),
    Case(of("shoulder_slope", amount=0), "by nothing they stay as they are.", "", "Say by how much.", "amount"),
    Case(
        of("shoulder_slope", amount=2),
        "no piece here has a shoulder.",
        "",
        "Lay a piece with a shoulder on the table first.",
        "pieces",
        on=skirt,
    ),
    Case(
        of("armhole", down=2),
        "no piece here has an armhole.",
        "",
        "Lay a piece with an armhole on the table first.",
        "pieces",
        on=skirt,
    ),
    Case(
        of("take_in_seam", piece="front", at={"edge": "side", **MIDDLE}, amount=0),
        "by nothing it stays as it is.",
        "front",
        "Say by how much.",
        "amount",
    ),
    Case(
        of("true_seam", seam="waist", give="a"),
        "it has no partner to be made equal to.",
        "waist",
        "Choose a seam with two sides.",
        "seam",
    ),
    Case(
        of("yoke", pieces=["front"], edge="neckline", depth=9, seam="side"),
        "there is already a seam or an edge called “side”.",
        "front",
        "Give the new seam another name.",
        "seam",
    ),
    Case(
        of("fold", piece="square"),
        "it has no centre line to be folded along.",
        "square",
        "Draw the line first, and name it.",
        "line",
        on=one_square,
    ),
    Case(
        of("fold", piece="back"),
        "it has several centre lines.",
        "back",
        "Draw the line first, and name it.",
        "line",
        [
            of("unfold", piece="back"),
            of(
                "draw_line",
                piece="back",
                name="centre two",
                line={"through": [{"edge": "left neckline", **MIDDLE}, {"edge": "left waist", **MIDDLE}]},
            ),
        ],
    ),
    Case(
        of("raglan", neck_front=12),
        f"half its neckline is {NECKLINE:.1f} cm long.",
        "front",
        f"Begin the line at most {NECKLINE - 1:.1f} cm down.",
        "neck_front",
    ),
    Case(of("raglan", length=9), "so short it ends above the underarm.", "the sleeve", "Make it longer.", "length"),
    Case(
        of("off_shoulder", front="outer"),
        "it has no centre to measure from.",
        "outer",
        "Choose a bodice.",
        "front",
        [OUTER],
    ),
    Case(of("off_shoulder", depth=1), "its centre does not reach so high.", "front", "Take the top edge farther down.", "depth"),
    Case(
        of("off_shoulder", neck_width=44),
        "it would be wider at the top than under the arm.",
        "front",
        "Make the top narrower.",
        "neck_width",
    ),
    Case(
        of("off_shoulder", depth=19),
        "the top edge would lie 0.0 cm above the underarm.",
        "front",
        "Take it less far down.",
        "depth",
    ),
    Case(
        of("share_intake", piece="front", dart="waist dart", to=[{"edge": "armhole", "amount": 1}]),
        "the waist does not end on the armhole.",
        "front",
        "It ends on the side and on the centre front.",
        "to",
    ),
    Case(
        of("share_intake", piece="front", dart="waist dart", to=[{"dart": "side dart", "amount": 1}]),
        "the side dart does not open in the waist, as the waist dart does.",
        "front",
        "Choose another dart of that edge; to another edge it is rotated.",
        "to",
    ),
    Case(
        of("dolman"),
        "it was not taken of the person whose blocks lie here.",
        "Arm length",
        "Type it here.",
        "length",
        on=nobody,
    ),
    Case(
        of("dolman", length=55),
        "it was not taken of the person whose blocks lie here.",
        "Wrist",
        "Type it here.",
        "wrist",
        on=nobody,
    ),
    Case(
        of("panel", piece="front", from_={"dart": "waist dart"}, dart="waist dart", to={"dart": "waist dart"}),
        "the line would begin and end in one dart.",
        "front",
        "Lead it to the waist or the hem.",
        "to",
    ),
    Case(
        of("move_shoulder", amount=1),
        "no shoulder seam joins two pieces here.",
        "shoulder",
        "Lay a front and a back with a whole shoulder on the table.",
        "amount",
        on=skirt,
    ),
    Case(
        of("blend", edges=[["front", "neckline"], ["back", "neckline"]]),
        "the neckline of the front and the neckline of the back do not meet at a seam.",
        "front, back",
        "Choose edges that meet where their pieces are sewn together.",
        "edges",
        [rotated("neckline", **{"from": "shoulder", "distance": 0.0})],
    ),
    Case(
        of("culottes"),
        "a closure lies in its centre.",
        "skirt back",
        "Put the closure in after this step.",
        "back_piece",
        [
            of("turn_edge_into", piece="skirt back", edge="centre back", kind="seam"),
            of("closure", seam="centre back", kind="zip"),
        ],
        skirt,
    ),
    *(
        Case(
            of("culottes", **{f"hollow_{side}": 15}),
            f"15.0 cm from the corner the crotch goes straight through it: it is only {wide} cm wide there.",
            f"skirt {side}",
            "Hollow it less, or let it go farther out.",
            f"hollow_{side}",
            on=skirt,
        )
        # A quarter of the hip less 15 in front, a sixth and less behind (common practice, no source); by hand for a hip of 98 and its ease.
        for side, wide in (("front", "10.2"), ("back", "14.2"))
    ),
    Case(
        of("lining"),
        "no piece here is cut of the shell's cloth.",
        "",
        "Name the pieces.",
        "pieces",
        [of("cut_plan", piece="square", cloth="lining")],
        one_square,
    ),
    Case(
        of(
            "contour",
            piece="front",
            at={"edge": "neckline", **MIDDLE},
            amount=0.5,
            into="waist dart",
            end={"at": {"mark": "bust point"}, "out": 2.0, "down": 0.0},
        ),
        "a cut from the point of the sliver to that of the waist dart would cross an edge or another dart.",
        "front",
        "Merge the one between them first, or rotate one beside the other.",
        "end",
    ),
    Case(
        of("sew", a=[["front", "centre front"]], b=[["back", "side"]], kind="equal"),
        "the centre front of the front is a fold: it is not sewn to anything.",
        "front",
        "Choose an edge that is sewn.",
        "a",
    ),
]


@pytest.mark.parametrize("case", CASES, ids=[f"{c.step['move']}: {c.message[:40]}" for c in CASES])
def test_it_is_told_with_its_place_its_cure_and_its_slot(case: Case) -> None:
    said = refused(*case.steps, case.step, on=case.on())
    assert (said.message, said.where, said.cure, said.field) == (case.message, case.where, case.cure, case.field)


@pytest.mark.parametrize(
    ("step", "message"),
    [
        (of("add_ease"), "say for which layer, or how much is added where."),
        (of("move_notch", seam="side", notch="x"), "say to where, or of which kind."),
        (
            of("godet", at="side", piece="front", length=10, width=5),
            "say either into which seam it goes, or on which piece and where the hem is slashed.",
        ),
        (
            of("godet", at={"edge": "hem", **MIDDLE}, length=10, width=5),
            "say either into which seam it goes, or on which piece and where the hem is slashed.",
        ),
        (
            of("godet", at="side", length=10, width=5, angle=20),
            "say how wide it is in one way: at the hem, by its angle, or as part of a circle.",
        ),
        (of("godet", at="side", length=10), "say how wide it is in one way: at the hem, by its angle, or as part of a circle."),
        (
            of("collar", kind="flat", break_={"edge": "centre front", **MIDDLE}),
            "only a collar that rolls from the front takes a break point; a lapel breaks so far above the waist.",
        ),
        (
            of("shape_dart", piece="front", dart="waist dart", shape="in", depth=0),
            "a curved dart leaves the straight line by something.",
        ),
        (of("puff", length=20, above_elbow=3), "say in one way how long it is."),
        (of("armhole", at_shoulder=2, halter=4), "say either how much it comes in at the shoulder, or what a halter leaves of it."),
        (of("blend", edges=[["front", "hem"]]), "it takes two edges to blend."),
        (
            of("pleats", piece="skirt front", from_edge="waist", to_edge="hem", kind="box", at=["line"], depth=2, spacing=3),
            "pleats at given places have their spacing already.",
        ),
        (of("set_dart_point", piece="front", dart="waist dart", set_back=3, by="house"), "say either how far, or by which rule."),
        *(
            (
                of("shorten_sleeve", **how),
                "say in one way where it ends: its length, how far above the elbow, or by how much shorter.",
            )
            for how in ({}, {"length": 30, "by": 3}, {"length": 30, "above_elbow": 3}, {"by": 3, "above_elbow": 3})
        ),
        (
            of("blend", seams=["shoulder"], edges=[["front", "neckline"], ["back", "neckline"]]),
            "name the seams to blend over, or the edges in order: one of both.",
        ),
    ],
)
def test_a_step_that_contradicts_itself_is_not_read(step: Step, message: str) -> None:
    with pytest.raises(BadSetting) as told:
        read_steps([step])
    assert told.value.message == message


@pytest.mark.parametrize("to", [[{"amount": 1}], [{"dart": "side dart", "edge": "side", "amount": 1}]])
def test_an_intake_goes_to_a_dart_or_an_edge(to: list[Step]) -> None:
    with pytest.raises(BadSetting) as told:
        read_steps([of("share_intake", piece="front", dart="waist dart", to=to)])
    assert (told.value.message, told.value.field) == ("say either in which dart it is taken, or at which edge.", "to.0")


def test_typed_on_a_dolman_nothing_is_asked_of_the_wearer() -> None:
    """Its length and its wrist said, the sleeve ends half of 20 cm wide: front and back hem are 20 together."""
    done = made(of("dolman", length=55, wrist=20), on=nobody())
    hems = [integrated(edge(done.pattern.piece(n), "sleeve hem")) for n in ("front", "back")]
    assert sum(hems) == pytest.approx(20.0, abs=0.05)


def test_two_edges_that_differ_are_sewn_and_told_by_how_much() -> None:
    parted = [of("unsew", seam="side"), of("unsew", seam="shoulder")]
    done = made(*parted, of("sew", a=[["front", "side"]], b=[["back", "shoulder"]]))
    side = integrated(edge(FRONT, "side"))
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
        assert told.result.value == pytest.approx(hand / 2 + HAND_ROOM)


def test_girths_are_kept_by_darts_and_cuts_and_not_by_what_is_done_to_change_them() -> None:
    keeps = {
        "rotate_dart": ROTATED,
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


def test_a_godets_paper_is_told_as_an_area() -> None:
    step = of("godet", piece="skirt front", at={"edge": "hem", **MIDDLE}, length=20, width=10)
    done = made(step, on=skirt())
    told = next(s for s in done.done[0].working if s.label == "Paper of the godet")
    assert told.spoken("cm").endswith(" cm²")
    assert told.result is not None
    assert told.result.value == pytest.approx(polygon(done.pattern.piece("godet")).area, abs=0.1)
