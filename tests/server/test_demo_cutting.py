"""The cut, joined and shaped styles of the demo wardrobe, each measured: by compass and angle from the block as it was, or with shapely."""

from __future__ import annotations

import cmath
from functools import cache
from math import degrees, hypot, sin
from typing import Any

import pytest
import shapely

from patterncraft.drafting.schools import school
from patterncraft.geometry.flatten import flat_path
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.account import paper_account
from patterncraft.paper.dart import darts_of, find_dart
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.replay import Replay, replay
from patterncraft.style import on_one_table
from server.styles.demo_cutting import CUT_AND_SHAPED
from server.styles.demo_library import FURTHER, SINGERS
from server.styles.demo_wardrobe import INCH
from tests.samples import polygon
from tests.server.test_demo_wardrobe import angle, block, piece, sewn, working

RULES = HouseRules()
CLOSE, CONCERT, SKIRT = "Maris, close bodice", "Brenna, concert bodice", "Maris, straight skirt"


def table(style: Any) -> Pattern:
    own = block(style.block).pattern
    return on_one_table({"bodice": own, "skirt": block(style.further[0]).pattern}) if style.further else own


@cache
def done(name: str) -> Replay:
    style = next(s for s in CUT_AND_SHAPED if s.name == name)
    found = replay(table(style), read_steps(list(style.steps)), RULES)
    assert found.stopped is None, found.stopped
    assert all(line.balanced for line in paper_account(found.pattern))
    assert [p.name for p in ledger(found.pattern, RULES) if not p.kept] == []
    return found


def edge_line(p: Piece, name: str) -> shapely.LineString:
    """All parts of an edge that follow each other, as one line."""
    parts = [shapely.LineString([(z.real, z.imag) for z in flat_path(e.path, 1e-4)]) for e in p.outline if e.name == name]
    return shapely.line_merge(shapely.MultiLineString(parts)) if len(parts) > 1 else parts[0]


def ends(p: Piece, name: str) -> tuple[complex, complex]:
    own = [e.path for e in p.outline if e.name == name]
    return own[0].start, own[-1].end


def turns(line: shapely.LineString, step: float = 0.5) -> list[float]:
    """Degrees by which a line turns from step to step: a corner shows as one large turn."""
    n = int(line.length / step)
    z = [complex(q.x, q.y) for q in (line.interpolate(k * line.length / n) for k in range(n + 1))]
    return [abs(degrees(cmath.phase((c - b) / (b - a)))) for a, b, c in zip(z, z[1:], z[2:], strict=False)]


# ---- panels


@pytest.mark.parametrize(
    ("name", "of", "parts", "seam"),
    [
        ("Armhole princess", (CLOSE, "front"), ("centre front", "side front"), "front panel"),
        ("Armhole princess", (CLOSE, "back"), ("centre back", "side back"), "back panel"),
        ("Shoulder princess", (CONCERT, "front"), ("centre front", "side front"), "front panel"),
    ],
)
def test_panels_hold_all_the_paper_and_run_over_the_bust_without_a_corner(
    name: str, of: tuple[str, str], parts: tuple[str, str], seam: str
) -> None:
    before, found = piece(*of), done(name)
    after = [found.pattern.piece(n) for n in parts]
    assert sum(polygon(p).area for p in after) == pytest.approx(polygon(before).area, abs=1.2), "but for the rounding"
    assert [d for p in after for d in darts_of(p)] == []
    # Sewn, the waist is as long as it was: the waist dart's intake lies in the seam.
    waist = sum(sewn(p, "waist") for p in after)
    assert waist == pytest.approx(sewn(before, "waist"), abs=1e-3)
    for p in after:
        # Half a centimetre of a bow over the bust turns by a few degrees; the corner that was there by a dart's angle at once.
        assert max(turns(edge_line(p, seam))[1:-1]) < 12.0
    one, other = (sewn(p, seam) for p in after)
    assert abs(one - other) < 0.5
    for n in found.pattern.notches_of(seam):
        assert n.at_b is not None
        assert abs(n.at_a - n.at_b) < 0.3


def test_a_jacket_panel_takes_the_double_pointed_dart_into_its_seam() -> None:
    """The two parts lie as far apart at the waist as the dart was wide; above its upper point and below its lower they touch."""
    name = "Jacket panels, armhole to hem"
    before, found = piece("Brenna, hip-length with shoulder dart", "front"), done(name)
    lens = before.lenses[0]
    parts = [polygon(found.done[1].after.piece(n)) for n in ("centre front", "side front")]
    # Laid where they were cut, what is missing between them is the lens; the shoulder dart's paper was swung before.
    waist = lens.widest_at.imag
    gap = sum(p.intersection(shapely.LineString([(-50, waist), (90, waist)])).length for p in parts)
    whole = polygon(before).intersection(shapely.LineString([(-50, waist), (90, waist)])).length
    assert whole - gap == pytest.approx(lens.widest, abs=0.15)
    both = [sewn(found.pattern.piece(n), "front panel") for n in ("centre front", "side front")]
    assert both[0] == pytest.approx(both[1], abs=1e-3)
    # The button stand is no part of the front: the bust line ends at the true centre still.
    centre = found.pattern.piece("centre front")
    assert sewn(centre, "button stand hem") == pytest.approx(INCH, abs=1e-6)
    assert min(z.real for x in centre.lines if x.name == "centre front" for z in (x.path.start, x.path.end)) > centre.box[0] + 2.5


# ---- yokes


def test_a_flat_hip_yoke_turns_by_the_angles_of_its_darts_and_fits_what_it_came_off() -> None:
    found = done("Hip yoke that lies flat")
    for name in ("skirt front", "skirt back"):
        before, yoke, lower = piece(SKIRT, name), found.pattern.piece(f"{name} yoke"), found.done[0].after.piece(name)
        assert sewn(yoke, "waist") == pytest.approx(sewn(before, "waist"), abs=2e-3)
        centre = f"centre {name.split()[-1]}"
        assert sewn(yoke, centre) == pytest.approx(3 * INCH, abs=1e-4)
        assert sewn(yoke, "side") == pytest.approx(3 * INCH, abs=1e-4)

        # By angle: centre and side lean toward each other by as much as the darts took up.
        def lean(p: Piece, centre: str = centre) -> float:
            a, b = (ends(p, n) for n in (centre, "side"))
            turn = degrees(cmath.phase((b[1] - b[0]) / (a[0] - a[1])))
            return (turn + 180) % 360 - 180

        full = piece(SKIRT, name)
        taken = sum(degrees(angle(d)) for d in darts_of(full))
        own = next(e.path for e in full.outline if e.name == "side")
        # Over the yoke's own depth the block's side runs in a curve: its chord there is what is compared.
        chord = (
            own.at(3 * INCH) - own.start
            if full.outline[[e.name for e in full.outline].index("side") - 1].name == "waist"
            else own.at(own.length - 3 * INCH) - own.end
        )
        fold = ends(full, centre)
        was = (degrees(cmath.phase(chord / (fold[0] - fold[1]))) + 180) % 360 - 180
        assert abs(abs(lean(yoke) - was) - taken) < 0.2
        # Below, what is eased in is what the darts have left there.
        seam = next(s for s in found.pattern.seams if s.name == f"{name} yoke line")
        assert sewn(lower, seam.name) > sewn(yoke, seam.name)
    assert "stands off" not in working(found)
    assert "does not lie flat" not in working(found)


def test_a_yoke_below_its_dart_stands_off_by_the_cone_unrolled() -> None:
    """Shut, the dart makes a cone of the paper: unrolled at a reach x below its point the edge is 2·x·sin(θ/2) longer (by hand; for so
    small an angle x·θ to a thousandth)."""
    found = done("Hip yoke too deep for its darts")
    before, yoke = piece(SKIRT, "skirt front"), found.pattern.piece("skirt front yoke")
    lower = found.pattern.piece("skirt front")
    dart = find_dart(before, "waist dart")
    below = 12.0 - dart.leg_in.length
    assert below > 1.0
    theta = angle(dart)
    longer = sewn(yoke, "skirt front yoke line") - sewn(lower, "skirt front yoke line")
    assert 2 * below * sin(theta / 2) == pytest.approx(below * theta, rel=1e-2)
    # The line lies a little nearer to the point than 12 along the leg, and is drawn fair: within a millimetre and a half.
    assert longer == pytest.approx(below * theta, abs=0.15)
    said = working(found)
    assert f"is {longer:.1f} cm longer" in said
    assert "does not lie flat" in said


def test_the_yoke_skirt_is_gathered_to_its_yoke_and_lined() -> None:
    found = done("Yoke skirt in five strips")
    yoke, lower = found.pattern.piece("skirt front yoke"), found.pattern.piece("skirt front")
    flat = sewn(found.done[0].after.piece("skirt front"), "skirt front yoke line")
    assert sewn(lower, "skirt front yoke line") - flat == pytest.approx(4 * 2 * INCH, abs=0.15)
    seam = next(p for p in ledger(found.pattern, RULES) if p.name == "skirt front yoke line")
    assert any(i.rule.startswith("gathered") for i in seam.intervals)
    lining = found.pattern.piece("front yoke lining")
    assert lining.cut.cloth == "lining"
    assert polygon(lining).symmetric_difference(polygon(yoke)).area < 1e-6


def test_a_sweetheart_yoke_leaves_a_shoulder_of_what_was_asked_and_dips_at_the_centre() -> None:
    found = done("Sweetheart yoke")
    before = piece("Ilva, close bodice", "front")
    yoke = found.pattern.piece("front yoke")
    assert sewn(yoke, "shoulder") == pytest.approx(5.0, abs=1e-6)
    cut = sum(sewn(found.pattern.piece(n), "shoulder") for n in ("front yoke", "front"))
    assert cut == pytest.approx(sewn(before, "shoulder") - 4.0, abs=1e-3)
    line = edge_line(yoke, "sweetheart")
    at_fold = min((line.coords[0], line.coords[-1]), key=lambda c: c[0])
    near = line.interpolate(1.0) if at_fold == line.coords[0] else line.interpolate(line.length - 1.0)
    assert at_fold[1] > near.y + 0.4, "lowest at the fold"


def test_the_shirt_yoke_is_front_and_back_in_one() -> None:
    found = done("Shirt yoke in one with the front")
    front, back = (piece(CLOSE, n) for n in ("front", "back"))
    moved = found.done[0].after
    assert sum(polygon(moved.piece(n)).area for n in ("front", "back")) == pytest.approx(
        polygon(front).area + polygon(back).area, abs=0.02
    )
    # The new shoulder lies an inch off the old, measured square to it.
    a, b = ends(front, "shoulder")
    line = shapely.LineString([(a.real, a.imag), (b.real, b.imag)])
    for z in ends(moved.piece("front"), "shoulder"):
        beyond = shapely.LineString(
            [
                (line.coords[0][0] - 30 * (b - a).real / abs(b - a), line.coords[0][1] - 30 * (b - a).imag / abs(b - a)),
                (line.coords[1][0] + 30 * (b - a).real / abs(b - a), line.coords[1][1] + 30 * (b - a).imag / abs(b - a)),
            ]
        )
        assert beyond.distance(shapely.Point(z.real, z.imag)) == pytest.approx(INCH, abs=1e-6)
    # Nothing round neck and armhole has changed.
    for edge in ("neckline", "armhole"):
        assert sum(sewn(moved.piece(n), edge) for n in ("front", "back")) == pytest.approx(
            sewn(front, edge) + sewn(back, edge), abs=1e-3
        )


# ---- necklines


def test_a_boat_leaves_five_of_shoulder_and_is_level_at_the_centre() -> None:
    found = done("Boat neck")
    for name, deeper in (("front", -1.5), ("back", 0.5 * INCH)):
        before, after = piece(CLOSE, name), found.pattern.piece(name)
        assert sewn(after, "shoulder") == pytest.approx(5.0, abs=1e-6)
        centre = f"centre {name}"
        assert sewn(before, centre) - sewn(after, centre) == pytest.approx(deeper, abs=1e-6)
        line = edge_line(after, "neckline")
        at_fold = min((line.coords[0], line.coords[-1]), key=lambda c: c[0])
        near = line.interpolate(0.4) if at_fold == line.coords[0] else line.interpolate(line.length - 0.4)
        assert abs(near.y - at_fold[1]) < 0.02


def test_a_square_neck_has_right_angles_and_loses_its_gape() -> None:
    found = done("Square neck without gape")
    before = piece(CONCERT, "front")
    style = next(s for s in CUT_AND_SHAPED if s.name == "Square neck without gape")
    step = {k: v for k, v in style.steps[0].items() if k not in ("gape", "into")}
    plain = replay(block(CONCERT).pattern, read_steps([step]), RULES).pattern.piece("front")
    (neck,) = [e.path for e in plain.outline if e.name == "neckline"]
    z = [s[0] for s in neck.segments] + [neck.end]
    assert abs(degrees(cmath.phase((z[2] - z[1]) / (z[1] - z[0])))) == pytest.approx(90.0, abs=1e-6)
    fold = next(e.path for e in plain.outline if e.name == "centre front")
    level = min((z[0], z[-1]), key=lambda w: w.real)
    assert level.imag == pytest.approx(min(fold.start.imag, fold.end.imag), abs=1e-9)
    assert level.imag - min(
        w.imag for e in before.outline if e.name == "centre front" for w in (e.path.start, e.path.end)
    ) == pytest.approx(6.0)
    assert sewn(plain, "neckline") - sewn(found.pattern.piece("front"), "neckline") == pytest.approx(1.0, abs=0.08)


def test_a_v_is_as_straight_as_a_ruler_and_a_scoop_fuller_than_an_ellipse() -> None:
    v = done("V-neck").pattern.piece("front")
    a, b = ends(v, "neckline")
    assert sewn(v, "neckline") == pytest.approx(abs(a - b), abs=1e-9)
    scoop = done("Scoop neck without gape").done[0].step
    plain = replay(
        block(CLOSE).pattern,
        read_steps([{"move": "neckline", "shape": "scoop", "width": scoop.width, "front_depth": 7, "back_depth": 4}]),
        RULES,
    ).pattern.piece("front")
    a, b = sorted(ends(plain, "neckline"), key=lambda z: z.real)
    line = edge_line(plain, "neckline")
    # A quarter of an ellipse passes the point at half its parameter: 1 − cos 45° of the width from the shoulder.
    ellipse = complex(
        a.real + (b.real - a.real) * cmath.cos(cmath.pi / 4).real, b.imag + (a.imag - b.imag) * cmath.sin(cmath.pi / 4).real
    )
    shape = polygon(plain)
    assert not shape.contains(shapely.Point(ellipse.real, ellipse.imag)), "the scoop is cut out beyond it"
    assert line.distance(shapely.Point(ellipse.real, ellipse.imag)) > 0.3


def test_a_halter_leaves_four_of_shoulder_and_runs_nearly_straight_to_the_underarm() -> None:
    after = done("Halter top").pattern.piece("front")
    assert sewn(after, "shoulder") == pytest.approx(4.0, abs=1e-6)
    a, b = ends(after, "armhole")
    assert sewn(after, "armhole") < 1.08 * abs(a - b)


# ---- whole garments


def test_bodice_and_skirt_become_one_dress_with_equal_sides() -> None:
    found = done("Sheath of bodice and skirt")
    style = next(s for s in CUT_AND_SHAPED if s.name == "Sheath of bodice and skirt")
    before = table(style)
    for name, parts in (("front", ("front", "skirt front")), ("back", ("back", "skirt back"))):
        dress = found.pattern.piece(f"dress {name}")
        centre = f"centre {name}"
        assert sewn(dress, centre) == pytest.approx(sum(sewn(before.piece(p), centre) for p in parts), abs=1e-6)
        a, b = ends(dress, centre)
        assert abs(a - b) == pytest.approx(sewn(dress, centre), abs=1e-9), "one straight fold"
        assert len(dress.lenses) == 1
    # Hip and hem are the skirt's, but for what truing gave at the side's lower end.
    assert sewn(found.pattern.piece("dress back"), "hem") == pytest.approx(sewn(before.piece("skirt back"), "hem"), abs=0.05)
    assert "They differ by" in working(found, 2)


def test_a_shirt_dress_is_measured_from_its_true_centre() -> None:
    found = done("Shirt dress")
    before, after = piece(CONCERT, "front"), found.pattern.piece("front")
    stand = next(e.path for e in after.outline if e.name == "button stand")
    line = next(x.path for x in after.lines if x.name == "centre front")
    assert shapely.LineString([(z.real, z.imag) for z in (stand.start, stand.end)]).distance(
        shapely.Point(line.start.real, line.start.imag)
    ) == pytest.approx(2.5, abs=1e-9)
    assert sewn(after, "waist") == pytest.approx(sewn(before, "waist"), abs=1e-9), "the stand is no part of the waist"
    # A place told from the centre is counted from its line, not from the stand's edge.
    step = {"move": "draw_line", "piece": "front", "name": "button line", "line": [
        {"edge": "neckline", "from": "centre front", "distance": 2.0}, {"edge": "waist", "from": "centre front", "distance": 2.0}]}  # fmt: skip
    drawn = replay(found.pattern, read_steps([step]), RULES)
    assert drawn.stopped is None, drawn.stopped
    path = next(x.path for x in drawn.pattern.piece("front").lines if x.name == "button line")
    low = max(line.start, line.end, key=lambda z: z.imag)
    assert abs(path.end - low) == pytest.approx(2.0, abs=1e-6)
    # The back's centre is drawn in by half an inch at the waist, and is a seam now.
    back = found.pattern.piece("back")
    assert sewn(piece(CONCERT, "back"), "waist") - sewn(back, "waist") == pytest.approx(0.5 * INCH, abs=0.01)
    assert next(e.kind for e in back.outline if e.name == "centre back") == "seam"
    assert back.cut.quantity == 2


def test_a_wrap_front_is_half_of_the_front_laid_open_along_one_slanting_line() -> None:
    found = done("Wrap front")
    front = piece("Tove, straight bodice", "front")
    opened = found.done[1].after.piece("front")
    assert polygon(opened).area == pytest.approx(2 * polygon(front).area, abs=1e-3)
    cut = found.done[2].after
    assert sum(polygon(cut.piece(n)).area for n in ("wrap front", "under front")) == pytest.approx(polygon(opened).area, abs=0.02)
    assert polygon(cut.piece("wrap front")).intersection(polygon(cut.piece("under front"))).area < 1e-3
    kept = found.pattern.piece("under front")
    a, b = ends(kept, "wrap edge")
    assert sewn(kept, "wrap edge") == pytest.approx(hypot((a - b).real, (a - b).imag), abs=1e-6)
    assert {e.split()[0] for e in kept.edge_names if e != "wrap edge"} <= {"left", "right"}


def test_the_wrapped_sleeve_lies_hem_to_hem_on_the_front_and_nothing_of_it_is_lost() -> None:
    found = done("Dolman top with a wrapped sleeve")
    assert sorted(p.name for p in found.pattern.pieces) == ["back body", "wrapped front"], "three parts, two of them taped into one"
    parts = {p.name: p for p in found.done[-1].before.pieces}
    wrapped = found.pattern.piece("wrapped front")
    assert polygon(wrapped).area == pytest.approx(polygon(parts["sleeve"]).area + polygon(parts["front body"]).area, abs=0.02)
    assert polygon(wrapped).is_valid
    whole = found.done[7].after.piece("top")
    assert sum(polygon(parts[n]).area for n in ("back body", "front body", "sleeve")) == pytest.approx(
        polygon(whole).area, abs=0.02
    )
    # No seam over the arm; half an elbow's width is what sleeve and front were taped along.
    assert not any(e.name.endswith("overarm") for p in found.pattern.pieces for e in p.outline)
    halves = [sewn(parts[n], "front elbow") for n in ("sleeve", "front body")]
    assert halves[0] == pytest.approx(halves[1], abs=0.02)
    # The neck is 4 wider on each side, 1.5 deeper before and behind.
    neck = found.done[4].after
    for name in ("front", "back"):
        before, after = found.done[4].before.piece(name), neck.piece(name)
        assert sewn(before, "overarm") - sewn(after, "overarm") == pytest.approx(4.0, abs=1e-3)
        assert sewn(before, f"centre {name}") - sewn(after, f"centre {name}") == pytest.approx(1.5, abs=1e-6)


def test_all_slivers_of_the_cropped_top_add_up_in_one_dart() -> None:
    found = done("Cropped contoured top")
    before = piece(CONCERT, "front")
    bust, waist = (find_dart(before, n) for n in ("side dart", "waist dart"))
    (one,) = darts_of(found.pattern.piece("front"))
    steps = [d.after.piece("front") for d in found.done]
    grown = angle(find_dart(steps[2], "waist dart")) - angle(bust) - angle(waist)
    assert grown > 0.03
    assert angle(one) == pytest.approx(angle(bust) + angle(waist) + grown, abs=1e-6)
    # The gape, and what drawing the armhole over it takes: a tenth of it.
    assert 0.295 < sewn(steps[1], "armhole") - sewn(steps[2], "armhole") < 0.34


@pytest.mark.parametrize("style", CUT_AND_SHAPED, ids=lambda s: s.name)
def test_each_is_cut_on_a_second_body_with_every_promise_kept_or_told(style: Any) -> None:
    """A fuller or a smaller singer by the same schools; where her block lacks a dart, or has no room, the refusal says so and how to help."""
    own = block(style.block)
    owner = next(s.name for s in SINGERS for f in (s.block, *(x.name for x in FURTHER if x.singer == s.name)) if f == style.block)
    went = 0
    for singer in SINGERS:
        if singer.name == owner:
            continue
        base = school("bodice-direct").draft(singer.chart, singer.settings) if own.base else None
        pattern = school(own.school).draft(singer.chart, own.settings, base).pattern
        if style.further:
            pattern = on_one_table({"bodice": pattern, "skirt": school("skirt").draft(singer.chart).pattern})
        was = [p.name for p in ledger(pattern, RULES) if not p.kept]
        found = replay(pattern, read_steps(list(style.steps)), RULES)
        if found.stopped:
            assert found.stopped.cure, f"{singer.name}: {found.stopped}"
            continue
        went += 1
        for p in ledger(found.pattern, RULES):
            assert p.kept or p.name in was, f"{singer.name}: {p.name} by {p.over:.2f}"
    assert went > 0, "cut on nobody else"
