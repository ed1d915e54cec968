"""A block corrected by steps of the bench: what is kept, what a file carries, what is done again on another body."""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.drafting.schools import school
from patterncraft.errors import BadSetting, PatternError
from patterncraft.fitting.again import drafted_again
from patterncraft.fitting.corrected import corrected, read_correction
from patterncraft.formats.openfile import BlockFile
from patterncraft.formats.openfile_io import block_file, read_block, read_file, write_file
from patterncraft.paper.sewn import sewn_length
from tests.samples import WHOLE, sewn_of

DARTS: dict[str, Any] = {"move": "take_in", "piece": "skirt back", "darts": ["waist dart 1", "waist dart 2"], "amount": 0.5}
TAKEN: dict[str, Any] = {"correction": "step", "step": DARTS}
LONGER: dict[str, Any] = {
    "correction": "step",
    "step": {"move": "lengthen", "pieces": ["skirt front", "skirt back"], "at": {"edge": "side", "from": "hem", "distance": 10.0}, "amount": 4.0},
}  # fmt: skip


def waist(block: Any) -> float:
    return sewn_length(block.pattern.piece("skirt back"), "waist")


def test_a_correction_changes_the_paper_and_stays_with_the_block() -> None:
    plain = school("skirt").draft(WHOLE)
    fitted = corrected(plain, [TAKEN, LONGER])
    assert waist(fitted) - waist(plain) == pytest.approx(-0.5, abs=1e-6)
    assert sewn_length(fitted.pattern.piece("skirt front"), "centre front") - sewn_length(
        plain.pattern.piece("skirt front"), "centre front"
    ) == pytest.approx(4.0, abs=1e-6)
    assert fitted.corrections == (TAKEN, LONGER)
    assert "Take in 0.5 cm altogether in the waist dart 1 and waist dart 2" in read_correction(TAKEN).words


def test_what_was_taped_in_is_traced_off_as_block_paper() -> None:
    """A fitted block is a card like any other: nothing on it tells where it was lengthened."""
    fitted = corrected(school("skirt").draft(WHOLE), [LONGER])
    for p in fitted.pattern.pieces:
        assert (p.paper.patches, p.paper.tapes, p.paper.new) == ((), (), 0.0)
        assert all(not e.trace for e in p.outline)


def test_a_file_carries_the_corrections_and_they_are_done_again_on_another_body() -> None:
    fitted = corrected(school("skirt").draft(WHOLE), [TAKEN])
    again = read_block(read_file(write_file(block_file(fitted, "Skirt")), BlockFile), "Skirt")
    assert again.corrections == (TAKEN,)
    assert waist(again) == pytest.approx(waist(fitted), abs=1e-5)
    fuller = WHOLE | {"waist_girth": WHOLE["waist_girth"] + 8.0, "hip_girth": WHOLE["hip_girth"] + 8.0}
    other = drafted_again("skirt", fuller, {}, None, fitted.corrections)
    assert waist(other) - waist(school("skirt").draft(fuller)) == pytest.approx(-0.5, abs=1e-6)


@pytest.mark.parametrize(
    ("step", "words"),
    [
        ({"move": "yoke", "pieces": ["skirt front"], "edge": "waist", "depth": 6.0}, "“Yoke” makes the skirt front yoke"),
        ({"move": "put_away", "piece": "skirt back"}, "leaves no skirt back"),
        ({"move": "waistband"}, "“Waistband” makes the waistband"),
    ],
)
def test_a_correction_keeps_the_blocks_pieces(step: dict[str, Any], words: str) -> None:
    with pytest.raises(BadSetting, match=words):
        corrected(school("skirt").draft(WHOLE), [{"correction": "step", "step": step}])


@pytest.mark.parametrize(
    ("bad", "words"),
    [
        ({}, "“correction” is missing."),
        ({"step": DARTS}, "“correction” is missing."),
        ({"correction": "let out"}, "“correction” must be one of: 'match_shoulders', 'true_legs', 'soften_cap', 'step'."),
        ({"correction": "step"}, "“step” is missing."),
        ({"correction": "step", "step": {"move": "fly away"}}, "There is no move called “fly away”."),
    ],
)
def test_what_is_no_correction_is_refused_in_a_sentence(bad: dict[str, Any], words: str) -> None:
    with pytest.raises(PatternError) as told:
        corrected(school("skirt").draft(WHOLE), [bad])
    assert told.value.message.lower() == words.lower()


@pytest.mark.parametrize("steps", [[TAKEN], [LONGER], [TAKEN, LONGER]])
def test_what_waits_for_a_part_waits_for_the_corrected_edge(steps: list[Any]) -> None:
    """Half a centimetre taken in all at the back's waist: a waistband made afterwards is that much shorter."""
    plain, fitted = school("skirt").draft(WHOLE), corrected(school("skirt").draft(WHOLE), steps)
    (was,) = (s for s in plain.pattern.seams if s.rule.kind == "hold" and not s.b)
    now = fitted.pattern.seam(was.name)
    assert now.rule.length == pytest.approx(
        sum(sewn_length(fitted.pattern.piece(p), "waist") for p in ("skirt front", "skirt back"))
    )
    assert now.rule.length - was.rule.length == pytest.approx(-0.5 if TAKEN in steps else 0.0, abs=1e-6)


def test_drafted_again_it_is_drawn_by_its_own_settings_and_on_its_own_base() -> None:
    """Another ease at the waist is another waist, by as much; on a larger armhole it is a larger cap."""
    plain, loose = (drafted_again("bodice-direct", WHOLE, {"waist_ease": ease}, None, ()) for ease in (0.0, 8.0))
    waist = [sum(sewn_of(p)["waist"] for p in b.pattern.pieces) for b in (plain, loose)]
    # A half: of 8 cm round the body 4.
    assert waist[1] - waist[0] == pytest.approx(4.0, abs=0.05)
    sleeves = [
        drafted_again("sleeve-compass", WHOLE, {}, drafted_again("bodice-direct", WHOLE, {"bust_ease": ease}, None, ()), ())
        for ease in (6.0, 14.0)
    ]
    caps = [sewn_of(b.pattern.piece("sleeve"))["cap"] for b in sleeves]
    holes = [b.pattern.seam("armhole").rule.length for b in sleeves]
    assert holes[1] > holes[0] + 0.5
    assert caps[1] - caps[0] == pytest.approx(holes[1] - holes[0], abs=0.1)
