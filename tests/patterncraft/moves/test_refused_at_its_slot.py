"""What a move cannot do: the sentence, the place it names, the cure, and the slot that is asked again. Lengths told are measured by another library."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import NamedTuple

import pytest

from patterncraft.paper.pattern import Pattern
from tests.patterncraft.parts.ground import MIDDLE, SLEEVE, Step, edge, integrated, nobody, of, refused, table
from tests.samples import square

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
        # From the waist up through the side dart to paper above it.
        of("slit", piece="front", at={"edge": "waist", "from": "side", "fraction": 0.3}, length=25),
        "a slit of 25.0 cm from there leaves the paper or runs into a dart.",
        "front",
        "Make it shorter, or choose another place.",
        "length",
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
