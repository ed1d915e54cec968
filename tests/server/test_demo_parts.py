"""The wardrobe's styles with parts, each measured: by independent integration and sums worked by hand from the wearer's measures. Inches as the trade
states them; common practice, no source."""

from __future__ import annotations

from functools import cache

import pytest

from patterncraft.checks.examine import examine
from patterncraft.checks.subject import Subject
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import Replay, replay
from patterncraft.style import on_one_table
from server.styles.demo_closing import FINISHES, Finish
from server.styles.demo_library import FURTHER, SINGERS
from server.styles.demo_parts import PARTS
from server.styles.demo_wardrobe import INCH, DemoStyle
from tests.patterncraft.parts.ground import edge, integrated, near
from tests.samples import polygon
from tests.server.test_demo_wardrobe import block

RULES = HouseRules()
OWNER = {s.block: s for s in SINGERS} | {f.name: next(s for s in SINGERS if s.name == f.singer) for f in FURTHER}


@cache
def start(name: str) -> Pattern:
    style = next(s for s in PARTS if s.name == name)
    return on_one_table({"block": block(style.block).pattern}, OWNER[style.block].chart)


@cache
def done(name: str) -> Replay:
    """All its steps done, every promise kept."""
    style = next(s for s in PARTS if s.name == name)
    found = replay(start(name), read_steps(list(style.steps)), RULES)
    assert found.stopped is None, found.stopped
    assert [p.name for p in ledger(found.pattern, RULES) if not p.kept] == []
    return found


def armhole(pattern: Pattern) -> float:
    return sum(integrated(edge(p, "armhole")) for p in pattern.pieces if "armhole" in p.edge_names)


def size(name: str, piece: str, what: str) -> float:
    return integrated(edge(done(name).pattern.piece(piece), what))


@pytest.mark.parametrize("style", PARTS, ids=lambda s: s.name)
def test_every_promise_is_kept_and_nothing_is_found_that_was_not_let_stand(style: DemoStyle) -> None:
    name = style.name
    found = examine(Subject.after(done(name), RULES, OWNER[style.block].chart))
    stand = dict(FINISHES.get(name, Finish()).stand)
    assert [f.words for f in found if f.code not in stand] == []


@pytest.mark.parametrize("style", PARTS, ids=lambda s: s.name)
def test_each_is_made_again_on_another_singer(style: DemoStyle) -> None:
    """On the smallest and on the fullest of the choir: every promise kept, or a refusal that names its slot."""
    from patterncraft.drafting.schools import school

    made = 0
    for singer in (SINGERS[1], SINGERS[3]):
        own = block(style.block)
        base = school("bodice-direct").draft(singer.chart) if own.base is not None else None
        other = school(own.school).draft(singer.chart, {}, base)
        found = replay(on_one_table({"block": other.pattern}, singer.chart), read_steps(list(style.steps)), RULES)
        if found.stopped is not None:
            assert found.stopped.field, found.stopped
            continue
        made += 1
        assert [p.name for p in ledger(found.pattern, RULES) if not p.kept] == []
    assert made >= 1, "it suits neither"


def test_a_compass_sleeves_front_is_raised_and_its_hem_is_the_wrist_and_six() -> None:
    name = "Blouse with a compass sleeve"
    assert size(name, "sleeve", "cap") - armhole(done(name).pattern) == near(2.0, 0.02)
    assert size(name, "sleeve", "hem") == near(16 + 6, 0.2)
    hem = edge(done(name).pattern.piece("sleeve"), "hem")
    assert abs(hem.start.imag - hem.end.imag) == near(2.0, 1e-6)


def test_a_puffs_elastic_is_the_arm_and_its_hem_wider_by_what_was_opened() -> None:
    name = "Puffed sleeve with its elastic"
    assert size(name, "elastic", "hem") == near(28.5)
    plain = replay(
        start(name),
        read_steps([{"move": "sleeve", "school": "sleeve-thirds"}, {"move": "shorten_sleeve", "above_elbow": 5.0}]),
        RULES,
    )
    was = integrated(edge(plain.pattern.piece("sleeve"), "hem"))
    assert size(name, "sleeve", "hem") - was == near(12.0, 0.1)


def test_a_shirts_stand_is_its_neckline_and_two_and_its_fall_the_stand_to_the_centre() -> None:
    name = "Choir shirt with stand and fall"
    neck = sum(integrated(edge(start(name).piece(n), "neckline")) for n in ("front", "back"))
    assert size(name, "collar stand", "neckline") == near(neck + 2.0)
    assert size(name, "collar fall", "stand edge") == near(size(name, "collar stand", "upper edge"))
    # Buttons on the true centre, one at the bust line.
    marks = [m.at for m in done(name).pattern.piece("front").marks if m.kind == "button"]
    assert len(marks) >= 5
    assert max(abs(z.real) for z in marks) < 1e-6
    bust = start(name).piece("front").mark("bust point").at.imag
    assert min(abs(z.imag - bust) for z in marks) < 0.05


def test_a_bishops_cuffs_are_nine_and_a_half_and_seven_inches() -> None:
    assert size("Bishop sleeve into its cuff", "cuff", "wrist") / INCH == near(9.5, 1e-9)
    assert size("Bishop sleeve into a rib cuff", "cuff", "wrist") / INCH == near(7.0, 1e-9)
    hem = size("Bishop sleeve into its cuff", "sleeve", "hem")
    rule = done("Bishop sleeve into its cuff").pattern.seam("wrist").rule
    assert (rule.kind, rule.ratio) == ("gather", near(hem / (9.5 * INCH), 1e-3))


def test_a_slit_is_six_inches_and_the_bias_collar_meets_at_the_shoulder() -> None:
    name = "Slit sleeve, bias roll collar"
    slit = next(x.path for x in done(name).pattern.piece("sleeve").lines if x.name == "slit")
    assert slit.length / INCH == near(6.0, 1e-9)
    assert size(name, "front bias collar", "shoulder") == near(size(name, "back bias collar", "shoulder"))
    neck = [integrated(edge(start(name).piece(n), "neckline")) for n in ("front", "back")]
    assert [size(name, f"{w} bias collar", "neckline") for w in ("front", "back")] == [near(neck[0]), near(neck[1])]
    assert {"front facing", "back facing"} <= {p.name for p in done(name).pattern.pieces}


def test_a_boleros_sleeve_fits_the_lowered_armhole_and_its_collar_the_back() -> None:
    name = "Bolero with a roll collar"
    pattern = done(name).pattern
    assert armhole(pattern) > armhole(start(name)) + 2
    assert size(name, "sleeve", "cap") - armhole(pattern) == near(2.0, 0.02)
    assert size(name, "front", "neckline") == near(size(name, "back", "neckline"))
    assert size(name, "front", "collar centre back") == near(4.0)


def test_off_the_shoulder_body_and_sleeves_are_what_goes_round_both_shoulders() -> None:
    name = "Off-shoulder blouse of the bodice"
    tops = [size(name, n, "neckline") for n in ("front", "back", "sleeve")]
    assert 2 * sum(tops) == near(104.0)
    assert tops[2] == near((104 - 2 * 28) / 2)


def test_culottes_are_the_hips_eighth_and_the_waistband_the_waist() -> None:
    name = "Culottes for the tour"
    for word, out in (("back", 98 / 8 + 2), ("front", 98 / 8 - 2)):
        crotch = edge(done(name).pattern.piece(f"skirt {word}"), "crotch")
        assert abs(crotch.end.real - crotch.start.real) == near(out)
    assert size(name, "skirt front", "inside leg") == near(size(name, "skirt back", "inside leg"), 1e-9)
    waist = sum(integrated(edge(start(name).piece(f"skirt {w}"), "waist")) for w in ("front", "back"))
    assert size(name, "waistband", "waist") == near(waist)
    # Finished waist = body + 1 (the skirt block's own promise).
    assert 2 * waist == near(74 + 1, 0.1)


def test_a_jackets_lapel_collar_is_its_neckline_and_four_inches_deep() -> None:
    name = "Conductor's jacket with lapels"
    assert size(name, "collar", "centre back") / INCH == near(4.0, 1e-9)
    assert size(name, "front", "lapel top") / INCH == near(1.5, 1e-9)
    front, back = size(name, "front", "neckline"), size(name, "back", "neckline")
    assert size(name, "collar", "neckline") == near(front + back)


def test_a_dolmans_and_a_raglans_seams_are_equal() -> None:
    for seam in ("overarm", "side"):
        assert size("Dolman of the concert bodice", "front", seam) == near(size("Dolman of the concert bodice", "back", seam), 0.05)
    for word in ("front", "back"):
        assert size("Raglan of the concert bodice", "sleeve", f"{word} raglan") == near(
            size("Raglan of the concert bodice", word, f"{word} raglan")
        )


def test_the_jackets_bands_stretch_within_what_a_rib_gives_and_its_zip_is_one_that_is_sold() -> None:
    """The hem band goes round all of the hem in rib: no longer than it, no more than 35 hundredths shorter. Zips are sold in steps of 5 cm."""
    name = "Rehearsal jacket with its zip"
    hem = 2 * sum(size(name, n, "hem") for n in ("front", "back"))
    band = 2 * size(name, "hem band", "upper edge")
    assert 1.0 <= hem / band <= 2.02
    (zip_,) = done(name).pattern.closures
    assert zip_.kind == "zip"
    assert zip_.length == near(size(name, "front", "centre front"), 0.01)
    assert zip_.length % 5 == near(0.0, 0.3)


def test_a_dolmans_neck_rib_is_a_fifth_shorter_and_its_sash_pointed() -> None:
    name = "Rib-necked dolman with a sash"
    neck = sum(size(name, n, "neckline") for n in ("front", "back"))
    assert size(name, "neck rib", "neckline") == near(0.8 * neck)
    assert size(name, "neck rib", "centre back") == near(10.0)
    assert polygon(done(name).pattern.piece("sash")).bounds[2:] == (near(100.0), near(20.0))
