"""Steps that say a thing twice, or not at all, are not read; the sentence says what to choose."""

from __future__ import annotations

import pytest

from patterncraft.errors import BadSetting
from patterncraft.moves.registry import read_steps
from tests.patterncraft.parts.ground import MIDDLE, Step, of


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
