"""How often each part is cut, of what, on which grain, and how its construction is lettered. Common practice of the trade, no source."""

from __future__ import annotations

import re

import pytest
import shapely
import shapely.ops

from patterncraft.finishing.finish import cut_words
from patterncraft.paper.piece import Piece
from tests.drawn import lines_off, loose_ends, off_what_is_drawn
from tests.parts_on_bodies import ON_BODICES, ON_SKIRTS
from tests.patterncraft.parts.ground import made, table
from tests.samples import polygon

PAIR = ("cut 2, a pair", "shell", 0, "straight")
SLEEVE = {"sleeve": PAIR}
FACED = ("cut 1 on the fold", "facing", 1, "straight")
BAND = {"waistband": ("cut 1 on the fold", "shell", 1, "straight")}
# Both layers of a stand or a band are one pattern cut twice, of which one is interfaced each; an upper collar that is larger than the under one by the turn
# of cloth is a pattern of its own. A lapel's under collar has a seam at the centre back. What is bound, or rolled, is cut on the bias; what is ribbed once.
PLANS: dict[str, dict[str, tuple[str, str, int, str]]] = {
    "collar stand_and_fall": {
        "collar stand": ("cut 2 on the fold", "shell", 1, "straight"),
        "collar fall": ("cut 1 on the fold", "shell", 1, "straight"),
        "under collar": ("cut 1 on the fold", "shell", 1, "straight"),
    },
    "collar band": {"collar": ("cut 2 on the fold", "shell", 1, "straight")},
    "collar round_band": {"collar": ("cut 2 on the fold", "shell", 1, "straight")},
    "collar flat": {
        "flat collar": ("cut 1 on the fold", "shell", 1, "straight"),
        "under collar": ("cut 1 on the fold", "shell", 1, "straight"),
    },
    "collar bias_roll": {
        "front bias collar": ("cut 2, a pair", "shell", 0, "bias"),
        "back bias collar": ("cut 1 on the fold", "shell", 0, "bias"),
    },
    "collar rib": {"neck rib": ("cut 1 on the fold", "rib", 0, "straight")},
    "collar roll": {},
    "collar lapel": {
        "collar": ("cut 1 on the fold", "shell", 1, "straight"),
        "under collar": ("cut 2, a pair", "shell", 2, "straight"),
    },
    **{f"sleeve {k}": SLEEVE for k in ("compass", "thirds", "knit")},
    "cuff": SLEEVE | {"slit facing": ("cut 2, a pair", "facing", 0, "straight"), "cuff": ("cut 2", "shell", 2, "straight")},
    "puff": SLEEVE | {"elastic": ("cut 2", "elastic", 0, "straight")},
    "bell": SLEEVE,
    "leg of mutton": SLEEVE,
    "cap sleeve": SLEEVE,
    "facing": {"front facing": FACED, "back facing": FACED},
    "armhole facing": {"armhole facing": ("cut 2, a pair", "facing", 2, "straight")},
    "binding": {"binding": ("cut 1 on the fold", "binding", 0, "bias")},
    "raglan": SLEEVE,
    "off shoulder": SLEEVE,
    "lining": {f"{p} lining": ("cut 1 on the fold", "lining", 0, "straight") for p in ("back", "front")},
    "waistband": BAND,
    "waist facing": {"front facing": FACED, "back facing": FACED},
    "hem band": {"hem band": ("cut 1 on the fold", "rib", 0, "straight")},
    "culottes": BAND,
    "pocket": {"pocket bag": ("cut 4, a pair", "pocketing", 0, "straight")},
}


def plan(p: Piece) -> tuple[str, str, int, str]:
    assert p.grain
    return cut_words(p), p.cut.cloth, p.cut.interfacing, p.grain.kind


@pytest.mark.parametrize("part", [*ON_BODICES, *ON_SKIRTS])
def test_a_part_is_cut_as_often_and_of_what_it_must_be(part: str) -> None:
    start = table() if part in ON_BODICES else table("skirt")
    done = made(*(ON_BODICES.get(part) or ON_SKIRTS[part]), on=start)
    old = {p.name for p in start.pieces}
    assert {p.name: plan(p) for p in done.pattern.pieces if p.name not in old} == PLANS[part]


@pytest.mark.parametrize("part", [*ON_BODICES, *ON_SKIRTS])
def test_the_places_of_a_construction_are_lettered_once_each_and_lie_on_what_is_drawn(part: str) -> None:
    """Numbered, or one capital letter; each stands on a line of its own stage or of one before it."""
    steps = ON_BODICES.get(part) or ON_SKIRTS[part]
    for done in made(*steps, on=table() if part in ON_BODICES else table("skirt")).done:
        letters = [label for stage in done.stages for label, _ in stage.points]
        assert all(re.fullmatch(r"\d{1,2}|[A-Z]", x) for x in letters), letters
        assert len(set(letters)) == len(letters)
        numbers = [int(x) for x in letters if x.isdigit()]
        assert numbers == sorted(numbers), "in the order in which they are found"
        assert all(stage.sums or stage.paths or stage.points for stage in done.stages)
        assert off_what_is_drawn(done.stages, done.after.pieces) <= SQUARED
        assert not loose_ends(done.stages, done.after.pieces) - LAID_DOWN
        for p in done.after.pieces:
            if p.name not in [q.name for q in done.before.pieces]:
                # A slit's foot lies on the hem, its tip within the piece; a lining's pleat is laid beyond the lines it is traced with.
                assert lines_off(p) <= {"slit", *(["chest"] if "lining" in p.name else [])}, p.name


FOLDED = {
    "collar bias_roll": ["front bias collar", "back bias collar"],
    "collar rib": ["neck rib"],
    "cuff": ["cuff"],
    "puff": ["elastic"],
    "binding": ["binding"],
    "waistband": ["waistband"],
    "hem band": ["hem band"],
}
"""Parts that are folded over lengthwise: both halves alike (common practice, no source)."""


@pytest.mark.parametrize("part", FOLDED)
def test_what_is_folded_over_is_folded_in_its_middle(part: str) -> None:
    steps = ON_BODICES.get(part) or ON_SKIRTS[part]
    pattern = made(*steps, on=table() if part in ON_BODICES else table("skirt")).pattern
    folded = {p.name: p for p in pattern.pieces if any(x.name == "fold line" for x in p.lines)}
    assert list(folded) == FOLDED[part]
    for p in folded.values():
        (path,) = (x.path for x in p.lines if x.name == "fold line")
        beyond = 0.01 * (path.end - path.start)
        points = [path.start - beyond, *(path.at(path.length * k / 20) for k in range(21)), path.end + beyond]
        halves = shapely.ops.split(polygon(p), shapely.LineString([(z.real, z.imag) for z in points])).geoms
        one, other = (h.area for h in halves)
        assert one == pytest.approx(other, rel=1e-6)


def test_a_hem_that_gets_a_band_is_a_hem_no_more() -> None:
    """It is sewn: its edges are seams, and lie in the band's seam, each once."""
    after = made(*ON_SKIRTS["hem band"], on=table("skirt")).pattern
    for name in ("skirt front", "skirt back"):
        assert {e.kind for e in after.piece(name).outline if e.name == "hem"} == {"seam"}
        (seam,) = (s for s in after.seams if any((x.piece, x.edge) == (name, "hem") for x in s.a + s.b))
        assert any(x.piece == "hem band" for x in seam.a + seam.b)


SQUARED = {("collar stand", "2"), ("collar", "2"), ("sleeve", "F")}
"""Places that only guide the hand: the corner from which a stand rises, the half width at which an underarm begins."""
LAID_DOWN = {("front", 1)}
"""Acts that lay another piece down: its outline ends where that piece's does."""
